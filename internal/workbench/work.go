package workbench

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"slices"
	"strings"
	"time"

	"scrappyrack/core/caution"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/optimise"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/way"
	"scrappyrack/internal/store"
)

// Results is everything worked out from a file, but for the plan. Loads are
// those of the file's containers, in its order.
type Results struct {
	Client      client.Client
	Lacks       string // what has to be said before needs can be worked out
	MassGuessed bool
	Rooms       []RoomOf
	Other       space.Answers // for the second person, when there is one
	Loads       []Loaded
	Batches     []BatchOf
	Bands       []BandOf
	Builds      []BuildOf
	Reach       map[load.Hold]way.Extent
	Board       coverage.Board
	Cautions    []caution.Caution
}

// Loaded is a container as it is filled. Problem says why it cannot be so
// filled; Fill is then the nearest that can. Mass is as weighed where it has
// been weighed as it is now; Agreement then holds that against the computed.
type Loaded struct {
	Container   load.Container
	Fill        load.Fill
	Mass        quantity.Estimate
	Weighing    *WeighingOf
	TareWeighed bool
	WeighedAt   int64 // Unix time of the last weighing, 0 for never
	AgainAt     int64 // when to weigh it again, 0 when it never was
	Rungs       []load.Rung
	Problem     quantity.Phrase
}

const day = 24 * 60 * 60

// loaded works out one container as it is filled.
func (s *stock) loaded(c load.Container, weighedAt int64) Loaded {
	l := Loaded{Container: c, Weighing: s.latest[c.ID], TareWeighed: s.tares[c.ID] != nil, WeighedAt: weighedAt}
	known := s.now.loads.of(&c)
	l.Fill = known.fill
	var beyond *load.OutOfReach
	if errors.As(known.err, &beyond) {
		l.Problem, l.Fill = beyond.Reason, beyond.Nearest
	}
	l.Mass = c.Mass(l.Fill)
	l.Rungs = known.rungs
	if weighedAt > 0 {
		l.AgainAt = weighedAt + int64(load.WeighAgain(c.Closure, c.Filling))*day
	}
	return l
}

// Most is the heaviest that the container may be filled to, and what bounds it.
func (l Loaded) Most() (load.Fill, quantity.Phrase) {
	if l.Container.Sold > 0 {
		return l.Fill, quantity.Say("as it was sold")
	}
	return l.Container.Vessel.Most(l.Container.Filling)
}

// guessedBMI stands in for a body mass that nobody has said (house value).
const guessedBMI = 24

// guessedMass is a body mass that nobody has said, from a stature in m.
func guessedMass(stature quantity.Length) quantity.Mass {
	return quantity.Mass(guessedBMI * float64(stature) * float64(stature))
}

// Work runs the core on a file, without a clock. It never fails: what is not known yet is
// said in Lacks.
func Work(f store.File) Results { return work(f, stockOf(f, around{}), around{}) }

// WorkAt is Work at a time: ages and tests are as old as they are then.
func WorkAt(f store.File, now time.Time) Results {
	at := around{now: func() time.Time { return now }}
	return work(f, stockOf(f, at), at)
}

func work(f store.File, stock *stock, at around) Results {
	c, rooms := housed(f, stock, at)
	r := Results{Client: c, Rooms: rooms, Batches: stock.batches, Bands: stock.bands}
	if f.Profile.BodyMassKg == 0 && f.Profile.StatureM > 0 {
		r.MassGuessed = true
	}
	r.Builds, _ = buildsOf(f, c, stock.bands, at)
	weighedAt := stock.lastWeighed()
	r.Loads = make([]Loaded, 0, len(stock.containers))
	rungs := make([]load.Rung, 0, 4*len(stock.containers))
	for i, c := range stock.containers {
		if stock.problems[i] != nil {
			r.Loads = append(r.Loads, Loaded{Container: load.Container{ID: f.Containers[i].ID}, Problem: quantity.Say(stock.problems[i].Error())})
			continue
		}
		l := stock.loaded(c, weighedAt[c.ID])
		r.Loads, rungs = append(r.Loads, l), append(rungs, l.Rungs...)
	}
	r.Cautions = caution.For(r.Client)
	if other := otherOf(f); other.Stature > 0 {
		_, r.Other = answersOf(f, other, at)
	}
	if f.Profile.StatureM == 0 {
		r.Lacks = "stature"
		r.Reach = way.ReachWith(r.Client, rungs).Extents()
		return r
	}
	reach := way.ReachWith(r.Client, rungs)
	r.Reach = reach.Extents()
	slots, err := coverage.Slots(r.Client.Person)
	if err != nil {
		r.Lacks = err.Error()
		return r
	}
	r.Board = coverage.Hold(slots, reach)
	return r
}

// clientOf turns what is kept into what the core works on. A file that passed
// check has no unknown keys; an unknown one is left out.
func clientOf(f store.File, s *stock, at around) client.Client {
	c, _ := housed(f, s, at)
	return c
}

// ageOf is how old somebody is at most who was born in a year, at a Unix time in s; 0 where
// nobody has asked or dates do not matter.
func ageOf(born int, now int64) int {
	if born == 0 || now == 0 {
		return 0
	}
	return max(0, time.Unix(now, 0).UTC().Year()-born)
}

func limitsOf(words []string) []movement.Limit {
	var out []movement.Limit
	for _, w := range words {
		out = append(out, movement.Limit(w))
	}
	return out
}

func healthOf(p store.Profile) client.Health {
	h := client.Health{
		Answers: map[string]client.Answer{}, On: map[string]int64{}, Floor: client.Answer(p.Floor), Alone: client.Answer(p.Alone), Legs: client.Legs(p.Legs), Pain: p.Pain,
	}
	for _, a := range p.Answers {
		key, answer, day := answerOf(a)
		h.Answers[key], h.On[key] = client.Answer(answer), secondOf(day)
	}
	return h
}

// lineStep is to what a fill line is rounded, in m: half a centimetre, or a quarter of an inch.
func lineStep(units string) quantity.Length {
	if quantity.System(units) == quantity.US {
		return 0.00635
	}
	return 0.005
}

// housed is the client with the rooms as they were surveyed.
func housed(f store.File, s *stock, at around) (client.Client, []RoomOf) {
	p := f.Profile
	body := bodyOf(f)
	rooms, answers := answersOf(f, body, at)
	c := client.Client{
		Person: client.Person{
			Stature: body.Stature, Reach: body.Reach, Press: body.Press, Shoe: body.Shoe, BodyMass: quantity.Mass(p.BodyMassKg), Sex: client.Sex(p.Sex),
			Moves: movesOf(f), Experience: client.Experience(p.Experience), Goal: client.Goal(p.Goal), Now: at.seconds(),
			Age: ageOf(p.BornYear, at.seconds()), LayOff: float64(p.LayOff), Days: p.Days, Minutes: p.Minutes, Health: healthOf(p),
			Occupation: client.Occupation(p.Occupation), Likes: kitsOf(p.Likes), Avoids: kitsOf(p.Avoids), Operations: operationsOf(f.Operations),
			Releases: releasesOf(f.Releases), Weeks: p.Weeks, WeeksOn: secondOf(p.WeeksOn), Birth: secondOf(p.BirthOn),
		},
		Rooms: coreRooms(rooms), Space: answers, WayIn: quantity.Length(f.Space.WayWidthM),
		AtHand: f.AtHand, Own: s.own(), Containers: s.usable(), Handles: s.handleRungs(), Bands: fit(s.bands),
		Currency: p.Currency, Lines: lineStep(p.Units), Budget: p.BudgetMinor, Pins: map[string]client.Pin{}, Memo: at.memo,
	}
	if p.BodyMassKg == 0 {
		c.Person.BodyMass = guessedMass(quantity.Length(p.StatureM))
	}
	most, _ := heaviest(f, c.Person.BodyMass)
	c.Heaviest = most.Value
	c.Person.Limits = limitsOf(p.Limits)
	c.Person.Limits = c.Person.Acting()
	for _, s := range f.Slots {
		c.Person.Wishes = append(c.Person.Wishes, client.Wish{Need: s.ID, Weight: s.Weight, Low: s.Low, High: s.High, Lo: quantity.Mass(s.LoKg), Hi: quantity.Mass(s.HiKg)})
	}

	for _, a := range p.Agreed {
		limit, need, _ := strings.Cut(a, "/")
		c.Person.Agreed = append(c.Person.Agreed, client.Agreement{Limit: movement.Limit(limit), Need: need})
	}
	for _, t := range f.Tests {
		if m, err := c.Person.Moves.ByKey(t.Movement); err != nil || t.LoadKg == 0 && len(m.Body) == 0 && !m.Timed {
			continue // kept by a release that did not look: it says nothing, and spoils nothing
		}
		c.Person.Tests = append(c.Person.Tests, client.Test{Movement: t.Movement, Load: quantity.Mass(t.LoadKg), Reps: t.Reps, Reserve: t.Reserve, At: t.DoneAt, AtLeast: t.AtLeast})
	}
	c.Person = coverage.Settled(c.Person)
	for _, g := range f.Gear {
		if item, err := gear.ByKey(g.Item); err == nil {
			c.Owned = append(c.Owned, client.Owned{ID: g.ID, Item: item})
		}
	}
	for _, pin := range f.Pins {
		c.Pins[pin.ID] = client.Pin(pin.Pin)
	}
	if slices.ContainsFunc(f.Builds, func(b store.Build) bool { return b.State == "made" }) {
		_, c.Made = buildsOf(f, c, s.bands, at)
	}
	return c, rooms
}

// inputs are what a plan is worked out from: of a client, by what of its file a plan
// looks at.
type inputs struct {
	practice, client string
	of               [sha256.Size]byte
}

// inputsOf leaves out what no plan looks at: the name, the note, when it was changed.
func (b *Bench) inputsOf(practice string, f store.File) (inputs, error) {
	id := f.ID
	f.ID, f.Revision, f.UpdatedAt, f.Profile.Name, f.Profile.Note = "", 0, 0, "", ""
	text, err := json.Marshal(struct {
		File store.File
		Day  int64
		Rev  int64
	}{f, b.at.seconds() / day, revOf(f)})
	return inputs{practice, id, sha256.Sum256(text)}, err
}

// planTime bounds one planning, crowdTime that of a client with more than crowd
// containers; after it the best found is shown with its bound.
const (
	planTime  = 20 * time.Second
	crowdTime = 4 * time.Second
	crowd     = 60
)

// Plan works out the best set of things to buy and fill, nil when too little is known:
// once for all who ask with the same inputs.
func (b *Bench) Plan(ctx context.Context, practice, id string) (store.File, *plan.Plan, error) {
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return f, nil, err
	}
	key, err := b.inputsOf(practice, f)
	if err != nil {
		return f, nil, err
	}
	made, err := b.plans.Get(ctx, practice, key, func(ctx context.Context, _ func(*plan.Plan)) (*plan.Plan, error) { return planOf(ctx, f, b.at) })
	return f, made, err
}

// PlanOf plans for a file; nil when too little is known.
func PlanOf(ctx context.Context, f store.File) (*plan.Plan, error) { return planOf(ctx, f, around{}) }

func planOf(ctx context.Context, f store.File, at around) (*plan.Plan, error) {
	if f.Profile.StatureM == 0 {
		return nil, nil
	}
	most := planTime
	if len(f.Containers) > crowd {
		most = crowdTime
	}
	c, _ := builder(ctx, f, at)
	p, err := plan.NewProblem(ctx, c)
	if err != nil {
		return nil, err
	}
	search, cancel := context.WithTimeout(ctx, most)
	defer cancel()
	made, err := p.Make(ctx, search)
	if err != nil {
		return nil, err
	}
	return &made, nil
}

// insteadTime bounds a what-if, which solves a few plans.
const insteadTime = planTime

// Instead works out what the plan would be with something in it that it leaves out.
func (b *Bench) Instead(ctx context.Context, practice, id, candidate string) (store.File, plan.Instead, error) {
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return f, plan.Instead{}, err
	}
	if f.Profile.StatureM == 0 {
		return f, plan.Instead{}, quantity.At("stature_m", "a plan needs the client's stature first")
	}
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return f, plan.Instead{}, err
	}
	defer leave()
	ctx, cancel := context.WithTimeout(ctx, insteadTime)
	defer cancel()
	c, _ := builder(ctx, f, b.at)
	p, err := plan.NewProblem(ctx, c)
	if err != nil {
		return f, plan.Instead{}, err
	}
	now, err := optimise.Solve(ctx, p.Model)
	if err != nil {
		return f, plan.Instead{}, err
	}
	got, err := p.InsteadOf(ctx, now, candidate)
	var unknown *plan.UnknownError
	if errors.As(err, &unknown) {
		return f, got, store.ErrNotFound
	}
	return f, got, err
}
