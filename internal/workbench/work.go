package workbench

import (
	"context"
	"fmt"
	"slices"

	"scrappyrack/core/body"
	"scrappyrack/core/caution"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/movement"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/store"
)

// Results is everything worked out from a file, but for the plan.
type Results struct {
	Case        plan.Case
	Lacks       string // what has to be said before needs can be worked out
	MassGuessed bool
	Heads       []space.Headroom
	Loads       []Loaded
	Means       coverage.Means
	Board       coverage.Board
	Cautions    []caution.Caution
}

// Loaded is a container as it is filled. Problem says why it cannot be so
// filled; Fill is then the nearest that can.
type Loaded struct {
	Container load.Container
	Fill      load.Fill
	Most      load.Fill
	Bound     quantity.Phrase
	Problem   quantity.Phrase
}

// guessedBMI stands in for a body mass that nobody has said (house value).
const guessedBMI = 24

// Work runs the core on a file. It never fails: what is not known yet is said
// in Lacks.
func Work(f store.File) Results {
	r := Results{Case: caseOf(f)}
	if f.Profile.BodyMassKg == 0 && f.Profile.StatureM > 0 {
		r.MassGuessed = true
	}
	for _, c := range r.Case.Containers {
		l := Loaded{Container: c}
		fill, err := c.Fill()
		l.Fill = fill
		if out, ok := err.(*load.OutOfReach); ok {
			l.Problem, l.Fill = out.Reason, out.Nearest
		}
		l.Most, l.Bound = c.Vessel.Most(c.Filling)
		r.Loads = append(r.Loads, l)
	}
	r.Cautions = caution.For(r.Case)
	if f.Profile.StatureM == 0 {
		r.Lacks = "stature"
		r.Means = coverage.Means{Ladder: r.Case.Today().Ladder}
		return r
	}
	r.Heads = r.Case.Heads()
	r.Means = r.Case.Today()
	slots, err := coverage.Slots(r.Case.Person)
	if err != nil {
		r.Lacks = err.Error()
		return r
	}
	r.Board = coverage.Hold(slots, r.Case.Person, r.Means)
	return r
}

// caseOf turns what is kept into what the core works on. A file that passed
// check has no unknown keys; an unknown one is left out.
func caseOf(f store.File) plan.Case {
	p := f.Profile
	c := plan.Case{
		Person: coverage.Person{
			Stature: quantity.Length(p.StatureM), BodyMass: quantity.Mass(p.BodyMassKg), Sex: coverage.Sex(p.Sex),
			Experience: coverage.Experience(p.Experience), Goal: coverage.Goal(p.Goal),
		},
		Room: space.Room{
			Length: quantity.Length(f.Space.LengthM), Width: quantity.Length(f.Space.WidthM), Ceiling: quantity.Length(f.Space.CeilingM),
			Taken: f.Space.TakenM2, Floor: space.FloorKind(f.Space.Floor), Surface: space.Surface(f.Space.Surface),
			Walls: space.Walls(f.Space.Walls), NeighboursBelow: f.Space.NeighboursBelow,
		},
		AtHand: f.AtHand, Currency: p.Currency, Budget: p.BudgetMinor, Pins: map[string]plan.Pin{},
	}
	if p.BodyMassKg == 0 {
		c.Person.BodyMass = quantity.Mass(guessedBMI * p.StatureM * p.StatureM)
	}
	for _, l := range p.Limits {
		c.Person.Limits = append(c.Person.Limits, movement.Limit(l))
	}
	for _, t := range f.Tests {
		c.Person.Tests = append(c.Person.Tests, coverage.Test{Movement: t.Movement, Load: quantity.Mass(t.LoadKg), Reps: t.Reps, Reserve: t.Reserve})
	}
	for _, k := range f.Containers {
		if made, err := ContainerOf(k); err == nil {
			c.Containers = append(c.Containers, made)
		}
	}
	for _, g := range f.Gear {
		if item, err := gear.ByKey(g.Item); err == nil {
			c.Owned = append(c.Owned, plan.Owned{ID: g.ID, Item: item})
		}
	}
	for _, pin := range f.Pins {
		c.Pins[pin.ID] = plan.Pin(pin.Pin)
	}
	return c
}

// ContainerOf turns a kept container into one that can be worked with.
func ContainerOf(k store.Container) (load.Container, error) {
	kind, err := load.KindByKey(k.Kind)
	if err != nil {
		return load.Container{}, &FieldError{"kind", err.Error()}
	}
	filling, err := material.FillingByKey(k.Filling)
	if err != nil {
		return load.Container{}, &FieldError{"filling", err.Error()}
	}
	rating := quantity.Mass(k.RatingKg)
	if rating == 0 {
		rating = kind.Limit
	}
	var profile load.Profile = load.Prism{Capacity: quantity.Volume(k.CapacityL), Height: quantity.Length(k.HeightM)}
	if k.Shape == "frustum" {
		if k.BottomM <= 0 || k.TopM <= 0 {
			return load.Container{}, &FieldError{"bottom_m", "a bucket shape needs both inside diameters"}
		}
		profile = load.Frustum{Bottom: quantity.Length(k.BottomM), Top: quantity.Length(k.TopM), Height: quantity.Length(k.HeightM)}
	}
	return load.Container{
		ID: k.ID, Name: k.Name, Kind: kind, Closure: load.Closure(k.Closure), Filling: filling,
		Volume: quantity.Volume(k.VolumeL), Adjustable: k.Adjustable,
		Vessel: load.Vessel{
			Tare: quantity.Mass(k.TareKg), TareU1: quantity.Mass(quantity.Rectangular(k.TareHalfKg)),
			Capacity: quantity.Volume(k.CapacityL), Profile: profile, Rating: rating,
		},
	}, nil
}

// check refuses what the shapes alone cannot: unknown keys, and values that
// contradict each other. Paths are those of the part that is being written.
func check(f store.File) error {
	p := f.Profile
	say := speaker(p.Units)
	length := func(v float64) quantity.Piece { return quantity.Amount(quantity.KindLength, v) }
	if s := p.StatureM; s != 0 && (s < float64(body.MinStature) || s > float64(body.MaxStature)) {
		return &FieldError{"stature_m", say("a stature of ", length(s), " is not between ", length(float64(body.MinStature)), " and ", length(float64(body.MaxStature)), "; leave it empty when it is not known")}
	}
	if m := p.BodyMassKg; m != 0 && m < minBodyMass {
		return &FieldError{"body_mass_kg", say("a body mass of ", quantity.Amount(quantity.KindMass, m), " is below ", quantity.Amount(quantity.KindMass, minBodyMass), "; leave it empty when it is not known")}
	}
	if !slices.Contains(quantity.Currencies(), p.Currency) {
		return &FieldError{"currency", fmt.Sprintf("%q is not a currency that is offered", p.Currency)}
	}
	for i, l := range p.Limits {
		if !slices.Contains(movement.Limits(), movement.Limit(l)) {
			return &FieldError{fmt.Sprintf("limits[%d]", i), fmt.Sprintf("%q is not a limit that is known", l)}
		}
	}
	if c := f.Space.CeilingM; c != 0 && c < 1 {
		return &FieldError{"ceiling_m", say("a ceiling of ", length(c), " is below ", length(1), "; leave it empty when it is not measured")}
	}
	if area := f.Space.LengthM * f.Space.WidthM; f.Space.TakenM2 > area+1e-9 {
		return &FieldError{"taken_m2", say(quantity.Amount(quantity.KindArea, f.Space.TakenM2), " are taken of a room of ", quantity.Amount(quantity.KindArea, area))}
	}
	for i, key := range f.AtHand {
		if _, err := material.FillingByKey(key); err != nil {
			return &FieldError{fmt.Sprintf("at_hand[%d]", i), err.Error()}
		}
	}
	for _, k := range f.Containers {
		if err := checkContainer(k, say); err != nil {
			return err
		}
	}
	for _, g := range f.Gear {
		if _, err := gear.ByKey(g.Item); err != nil {
			return &FieldError{"item", err.Error()}
		}
	}
	return checkTests(f)
}

const minBodyMass = 25

// speaker writes phrases in a client's units.
func speaker(units string) func(words ...any) string {
	return func(words ...any) string { return quantity.Say(words...).In(quantity.System(units)) }
}

func checkContainer(k store.Container, say func(...any) string) error {
	c, err := ContainerOf(k)
	if err != nil {
		return err
	}
	if frustum, ok := c.Vessel.Profile.(load.Frustum); ok {
		if full := float64(frustum.Full()); full < k.CapacityL*0.8 || full > k.CapacityL*1.5 {
			return &FieldError{"capacity_l", say("these diameters and this height hold ", quantity.Amount(quantity.KindVolume, full), ", not ", quantity.Amount(quantity.KindVolume, k.CapacityL), ": measure again, inside")}
		}
	}
	_, err = c.Fill()
	if beyond, ok := err.(*load.OutOfReach); ok {
		return &FieldError{"volume_l", say(k.Name, " ", beyond.Reason)}
	}
	return err
}

func checkTests(f store.File) error {
	for _, t := range f.Tests {
		if _, err := movement.ByKey(t.Movement); err != nil {
			return &FieldError{"movement", err.Error()}
		}
		if t.Reps+t.Reserve > 15 {
			return &FieldError{"reps", fmt.Sprintf("reps and reserve together are %d; above 15 the formulas part too far: test with a heavier load", t.Reps+t.Reserve)}
		}
	}
	return nil
}

// Plan works out the best set of things to buy and fill.
func (b *Bench) Plan(ctx context.Context, practice, id string) (store.File, *plan.Plan, error) {
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return f, nil, err
	}
	made, err := PlanOf(ctx, f)
	return f, made, err
}

// PlanOf plans for a file; nil when too little is known.
func PlanOf(ctx context.Context, f store.File) (*plan.Plan, error) {
	if f.Profile.StatureM == 0 {
		return nil, nil
	}
	p, err := plan.NewProblem(caseOf(f))
	if err != nil {
		return nil, err
	}
	made, err := p.Make(ctx)
	if err != nil {
		return nil, err
	}
	return &made, nil
}
