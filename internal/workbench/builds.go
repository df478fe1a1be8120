package workbench

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"scrappyrack/core/build"
	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/store"
)

// BuildOf is a build of a file as it was worked out. Problem says which of its sizes cannot be.
type BuildOf struct {
	Build   store.Build
	Worked  build.Worked
	At      build.Situation
	Kept    build.Kept
	Counts  bool // it gives what it gives: made, proven, every check passing
	Problem *quantity.FieldError
	// ProofWith is what of the client's own loads comes to the proof load, as they are filled now;
	// empty where they do not.
	ProofWith []ProofLoad
}

// ProofLoad is a load that is hung or laid on for proof.
type ProofLoad struct {
	Name string
	Mass quantity.Mass
}

// ProofWords says what a proof load is made up of, in a reader's units.
func (b BuildOf) ProofWords(units quantity.System) string {
	var parts []string
	sum := quantity.Mass(0)
	show := func(m quantity.Mass) string { return quantity.Format(units, quantity.KindMass, float64(m)) }
	for _, p := range b.ProofWith {
		parts = append(parts, p.Name+" "+show(p.Mass))
		sum += p.Mass
	}
	return strings.Join(parts, ", ") + ": " + show(sum) + " of " + show(quantity.Mass(b.Worked.Built.ProofOf)) + " asked."
}

// proofWith makes a proof load up of loads, the fewest of them that reach it: the heaviest first,
// the last the lightest that does; nil where all together do not.
func proofWith(kg float64, loads []ProofLoad) (out []ProofLoad) {
	if kg <= 0 {
		return nil
	}
	all := slices.Clone(loads)
	slices.SortStableFunc(all, func(a, b ProofLoad) int { return cmp.Compare(b.Mass, a.Mass) })
	left := quantity.Mass(kg)
	for i, one := range all {
		last := -1
		for j := i; j < len(all) && all[j].Mass >= left; j++ {
			last = j
		}
		if last >= 0 {
			return append(out, all[last])
		}
		out, left = append(out, one), left-one.Mass
	}
	return nil
}

// bodyU is how far a body mass may be off, as a standard uncertainty in kg, where it was said;
// guessedShare of it where it is a guess from the stature (house values).
const bodyU, guessedShare = 0.5, 0.06

// situation is what builds of a client stand in, without a place.
func situation(f store.File, c client.Client, bands []BandOf, at around) build.Situation {
	s := build.Situation{Stature: c.Person.Stature, Wall: -1, Lane: c.Space.Lane, Read: true}
	s.Body, s.Who = heaviest(f, c.Person.BodyMass)
	for _, b := range bands {
		if b.Usable() {
			s.Read = s.Read && len(b.Band.Points) > 0
			pulled := b.Elastic.Curve.Rest * farthest
			s.Pull = max(s.Pull, b.Elastic.Curve.Force(pulled)+b.Elastic.Curve.U95(pulled))
		}
	}
	if len(f.Rigs) > 0 {
		hardest := at.pulls.of([]any{f.Profile.StatureM, f.Bands, f.Rigs, f.Rooms, f.Fixtures, f.Openings, f.Overheads, f.Space}, func() (most quantity.Force) {
			for _, p := range PullsOf(f) {
				most = max(most, p.Anchor.Force)
			}
			return most
		})
		if hardest > 0 {
			s.Pull = hardest
		}
	}
	s.Read = s.Read && s.Pull > 0
	weigh := func(rungs []load.Rung) {
		most := quantity.Mass(0)
		defer func() { s.All += most }()
		for _, r := range rungs {
			if r.Hold != load.Band && r.Hold != load.Body {
				most = max(most, r.High)
			}
			switch r.Hold {
			case load.Dragged, load.Band, load.Body:
			case load.Worn:
				s.Worn, s.Heaviest = max(s.Worn, r.High), max(s.Heaviest, r.High)
			default:
				s.Heaviest = max(s.Heaviest, r.High)
			}
		}
	}
	for _, k := range c.Containers {
		weigh(k.Rungs())
	}
	for _, o := range c.Owned {
		weigh(o.Item.Rungs(load.Bought, o.ID))
	}
	weigh(c.Handles)
	return s
}

// heaviest is the heaviest who trains there: the client, or somebody else with their stature said;
// what nobody has said is guessed from it, with the more ±.
func heaviest(f store.File, mass quantity.Mass) (body quantity.Estimate, who string) {
	of := func(said float64, guess quantity.Mass) quantity.Estimate {
		if said > 0 {
			return quantity.Estimate{Value: quantity.Mass(said), U1: bodyU}
		}
		return quantity.Estimate{Value: guess, U1: guess * guessedShare}
	}
	own := of(f.Profile.BodyMassKg, mass)
	if f.Space.OtherM == 0 && f.Space.OtherKg == 0 {
		return own, ""
	}
	other := of(f.Space.OtherKg, guessedMass(quantity.Length(f.Space.OtherM)))
	if other.Value+other.Expanded() > own.Value+own.Expanded() {
		return other, cmp.Or(f.Space.OtherName, "who else trains here")
	}
	return own, ""
}

// farthest is how far a band by itself is taken to be pulled, over its rest (house value).
const farthest = 2.5

// valuesOf are the sizes of a build as they are kept.
func valuesOf(b store.Build) build.Values {
	v := build.Values{Num: map[string]float64{}, Word: map[string]string{}}
	for _, s := range b.Sizes {
		if s.Word != "" {
			v.Word[s.ID] = s.Word
		} else {
			v.Num[s.ID] = s.Num
		}
	}
	return v
}

// builtAs is a build as it was worked out.
type builtAs struct {
	worked build.Worked
	err    error
}

// buildOf works one out where it stands.
func buildOf(b store.Build, rooms []space.Room, s build.Situation, at around) (out BuildOf) {
	out.Build, s = b, placed(b, rooms, s)
	out.At = s
	d, err := build.DesignByKey(b.Design)
	if err == nil {
		got := at.built.of([]any{b.Design, b.Sizes, s}, func() builtAs {
			w, err := d.Work(valuesOf(b), s)
			return builtAs{w, err}
		})
		out.Worked, err = got.worked, got.err
	}
	if err != nil && !errors.As(err, &out.Problem) {
		out.Problem = quantity.At("", err.Error())
	}
	var tests []build.Tested
	for _, t := range b.Tests {
		tests = append(tests, build.Tested{Proof: t.Kind == "proof", Passed: t.Passed, At: t.At, Of: t.Of})
	}
	out.Kept = build.Keep(tests, d.NoProof(), out.Worked.Built.Asks())
	out.Counts = b.State == "made" && out.Problem == nil && out.Worked.Built.OK() && out.Kept.Proven
	return out
}

// takenBut are the parts of walls that builds take, but for one of them and those given up.
func takenBut(f store.File, rooms []space.Room, but int) (out []build.Taken) {
	for i, b := range f.Builds {
		d, err := build.DesignByKey(b.Design)
		if i == but || b.State == "retired" || err != nil {
			continue
		}
		if t, ok := d.Takes(b.Name, valuesOf(b), placed(b, rooms, build.Situation{})); ok {
			out = append(out, t)
		}
	}
	return out
}

// placed is a situation in the place of a build.
func placed(b store.Build, rooms []space.Room, s build.Situation) build.Situation {
	s.Wall, s.At = b.Wall, quantity.Length(b.AtM)
	for i := range rooms {
		if rooms[i].ID == b.Room {
			s.Room = &rooms[i]
		}
	}
	return s
}

// buildsOf are those of a file, with what counts of them for the client.
func buildsOf(f store.File, c client.Client, bands []BandOf, at around) (out []BuildOf, made []client.Made) {
	if len(f.Builds) == 0 {
		return nil, nil
	}
	s := situation(f, c, bands, at)
	var loads []ProofLoad
	for _, k := range c.Containers {
		if fill, err := k.Fill(); err == nil {
			loads = append(loads, ProofLoad{k.Name, k.Mass(fill).Value})
		}
	}
	for i, b := range f.Builds {
		s.Taken = takenBut(f, c.Rooms, i)
		one := buildOf(b, c.Rooms, s, at)
		one.ProofWith = proofWith(one.Worked.Built.ProofOf, loads)
		if one.Counts {
			made = append(made, client.Made{ID: b.ID, Name: b.Name, Supplies: one.Worked.Gives, Rungs: one.Worked.Design.Rungs(one.Worked.Values, b.ID)})
		}
		out = append(out, one)
	}
	return out, made
}

// DueAt is when a build asks for something next, as a Unix time; 1 for at once, 0 for never.
func (b BuildOf) DueAt() int64 {
	switch {
	case b.Build.State != "made":
		return 0
	case !b.Kept.Proven:
		return 1
	}
	return b.Kept.Due
}

// checkBuilds refuses what names no design, room or material, and tests of what is not made.
func checkBuilds(f store.File) error {
	for _, b := range f.Builds {
		if _, err := build.DesignByKey(b.Design); err != nil {
			return &FieldError{"design", err.Error()}
		}
		if b.Room != "" && !slices.ContainsFunc(f.Rooms, func(r store.Room) bool { return r.ID == b.Room }) {
			return &FieldError{"room", "that room is not there any more"}
		}
		for i, s := range b.Sizes {
			if slices.ContainsFunc(b.Sizes[:i], func(o store.BuildSize) bool { return o.ID == s.ID }) {
				return &FieldError{fmt.Sprintf("sizes[%d]", i), "it is there twice"}
			}
			if math.IsNaN(s.Num) || math.IsInf(s.Num, 0) {
				return &FieldError{fmt.Sprintf("sizes[%d]", i), "that is no number"}
			}
		}
		for i, t := range b.Tests {
			if slices.ContainsFunc(b.Tests[:i], func(o store.BuildProof) bool { return o.ID == t.ID }) {
				return &FieldError{fmt.Sprintf("tests[%d]", i), "it is there twice"}
			}
		}
	}
	for _, o := range f.Offcuts {
		g, err := build.GoodByKey(o.Good)
		if err != nil {
			return &FieldError{"good", err.Error()}
		}
		if (g.Form == build.InBars || g.Form == build.InSheets || g.Form == build.ByMetre) && o.LengthM <= 0 {
			return &FieldError{"length_m", "a bar, a sheet or webbing has a length"}
		}
		if g.Form == build.InSheets && o.WidthM <= 0 {
			return &FieldError{"width_m", "a sheet has a width"}
		}
	}
	return nil
}

// pricesOf are what materials cost a client's practice.
func pricesOf(f store.File) build.Prices {
	p := build.Prices{Currency: f.Profile.Currency, Own: map[string]int64{}}
	if f.House != nil {
		for _, one := range f.House.Prices {
			if one.Currency == p.Currency {
				p.Own[one.Good] = one.Minor
			}
		}
	}
	return p
}

func ownedPieces(f store.File) (out []build.Piece) {
	for _, o := range f.Offcuts {
		out = append(out, build.Piece{Good: o.Good, Length: quantity.Length(o.LengthM), Width: quantity.Length(o.WidthM), Count: o.Count})
	}
	return out
}

// Offered is a design as it could be made for a client, what it costs by itself, and what could be
// bought in its place.
type Offered struct {
	build.Offered
	Cost    int64
	Problem error
	Buy     *gear.Item
	BuyCost int64
}

// offersOf are all designs for a client: hardware is taken to be bought as it has to be marked.
func offersOf(ctx context.Context, f store.File, c client.Client, bands []BandOf, at around) []Offered {
	s, prices := situation(f, c, bands, at), pricesOf(f)
	place := s
	place.Room = nil
	return at.offer.of([]any{place, prices, c.Rooms, f.Offcuts, f.Builds}, func() []Offered {
		return offered(context.WithoutCancel(ctx), f, c, s, prices) // what is remembered is whole
	})
}

func offered(ctx context.Context, f store.File, c client.Client, s build.Situation, prices build.Prices) (out []Offered) {
	s.Taken = takenBut(f, c.Rooms, -1)
	for _, d := range build.Designs() {
		one := Offered{Offered: d.Offer(c.Rooms, s, build.Values{})}
		// What is offered after it stands beside it, so that any of them go together.
		if t, ok := d.Takes(d.Name, one.Worked.Values, one.At); ok && one.Worked.Built.OK() {
			s.Taken = append(s.Taken, t)
		}
		bill, err := build.BillOf(ctx, []build.Built{one.Worked.Built}, prices, ownedPieces(f))
		one.Cost, one.Problem = bill.Cost, err
		if it, ok := one.Worked.Buys(); ok {
			if price, err := it.SamplePrice(f.Profile.Currency); err == nil {
				one.Buy, one.BuyCost = &it, price.Minor
			}
		}
		out = append(out, one)
	}
	return out
}

// mayBuild is a client with what may be built for it, every check passing: what is not made yet.
func mayBuild(ctx context.Context, f store.File, c client.Client, bands []BandOf, at around) (client.Client, map[string]store.Build) {
	c.Offers = nil
	builds := map[string]store.Build{}
	for _, o := range offersOf(ctx, f, c, bands, at) {
		d := o.Worked.Design
		here := slices.ContainsFunc(f.Builds, func(b store.Build) bool { return b.Design == d.Key && b.State == "made" })
		if here || o.Problem != nil || !o.Worked.Built.OK() {
			continue
		}
		b := o.Worked.Built
		one := client.Offer{
			Key: d.Key, Name: d.Name, Cost: o.Cost, Minutes: int(math.Round(b.Hours[1] * 60)), Floor: b.Floor, Supplies: o.Worked.Gives, Rungs: d.Rungs(o.Worked.Values, d.Key),
			Note: "its checks are at Builds; it counts once its proof test has passed",
		}
		if len(d.MarkedWell(o.At).Num) > 0 {
			one.Note = "hardware that is marked as its checks ask; " + one.Note
		}
		if len(one.Supplies)+len(one.Rungs) > 0 {
			c.Offers = append(c.Offers, one)
			builds[plan.BuildKey+d.Key] = o.Build(c.Rooms)
		}
	}
	return c, builds
}

// Build is an offer as it is put among a client's builds, planned.
func (o Offered) Build(rooms []space.Room) store.Build {
	d := o.Worked.Design
	b := store.Build{ID: d.Key, Design: d.Key, Name: d.Name, State: "planned", Wall: o.At.Wall, AtM: float64(o.At.At), Sizes: []store.BuildSize{}, Tests: []store.BuildProof{}}
	if o.Room >= 0 {
		b.Room = rooms[o.Room].ID
	}
	for key, n := range o.Say.Num {
		b.Sizes = append(b.Sizes, store.BuildSize{ID: key, Num: n})
	}
	for key, w := range o.Say.Word {
		b.Sizes = append(b.Sizes, store.BuildSize{ID: key, Word: w})
	}
	slices.SortFunc(b.Sizes, func(a, b store.BuildSize) int { return cmp.Compare(a.ID, b.ID) })
	return b
}

// builder is clientOf with what may be built, and the builds by the keys of their candidates.
func builder(ctx context.Context, f store.File, at around) (client.Client, map[string]store.Build) {
	s := stockOf(f, at)
	return mayBuild(ctx, f, clientOf(f, s, at), s.bands, at)
}

// billTime bounds the proof of a bill.
const billTime = 3 * time.Second

// Bill is what a client's planned builds take together, in a file as it stands.
type Bill struct {
	File   store.File
	Builds []BuildOf // those that are on it
	Bill   build.Bill
	Alone  []int64 // what each costs by itself
}

// Bill works out what the builds that are planned, or that keys name, take together.
func (b *Bench) Bill(ctx context.Context, practice, id string) (out Bill, err error) {
	if out.File, err = b.store.Load(ctx, practice, id); err != nil {
		return out, err
	}
	leave, err := b.long.enter(ctx)
	if err != nil {
		return out, err
	}
	defer leave()
	return billOf(ctx, out.File, b.at)
}

func billOf(ctx context.Context, f store.File, at around) (out Bill, err error) {
	out.File = f
	s := stockOf(f, at)
	c, _ := housed(f, s, at)
	all, _ := buildsOf(f, c, s.bands, at)
	var builts []build.Built
	prices, owned := pricesOf(f), ownedPieces(f)
	search, cancel := context.WithTimeout(ctx, billTime)
	defer cancel()
	for _, one := range all {
		if one.Build.State != "planned" || one.Problem != nil || !one.Worked.Built.OK() {
			continue // what does not hold is not bought for
		}
		alone, err := build.BillOf(search, []build.Built{one.Worked.Built}, prices, owned)
		if err != nil {
			return out, err
		}
		out.Builds, out.Alone, builts = append(out.Builds, one), append(out.Alone, alone.Cost), append(builts, one.Worked.Built)
	}
	out.Bill, err = build.BillOf(search, builts, prices, owned)
	return out, err
}

// Offers are all designs as they could be made for a client, with its rooms.
func (b *Bench) Offers(ctx context.Context, practice, id string) (f store.File, out []Offered, rooms []space.Room, err error) {
	if f, err = b.store.Load(ctx, practice, id); err != nil {
		return f, nil, nil, err
	}
	leave, err := b.long.enter(ctx)
	if err != nil {
		return f, nil, nil, err
	}
	defer leave()
	s := stockOf(f, b.at)
	c, _ := housed(f, s, b.at)
	return f, offersOf(ctx, f, c, s.bands, b.at), c.Rooms, nil
}

// BillOf is the bill of a file.
func BillOf(ctx context.Context, f store.File) (Bill, error) { return billOf(ctx, f, around{}) }
