package workbench

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"slices"
	"strings"
	"time"

	"scrappyrack/core/body"
	"scrappyrack/core/caution"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/optimise"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/stock"
	"scrappyrack/core/way"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// Results is everything worked out from a file, but for the plan. Loads are
// those of the file's containers, in its order.
type Results struct {
	Client      client.Client
	Lacks       string // what has to be said before needs can be worked out
	MassGuessed bool
	Rooms       []RoomOf
	Who         string       // as whom the file is looked at
	Others      []HeadroomOf // of the others who train there, as far as somebody has measured them
	Loads       []stock.Loaded
	Batches     []stock.Batch
	Bands       []BandOf
	Builds      []BuildOf
	Reach       map[load.Hold]way.Extent
	Board       coverage.Board
	Cautions    []caution.Caution
}

// HeadroomOf is what the rooms come to for one of the people.
type HeadroomOf struct {
	Person string
	space.Answers
}

// Work works out a file without a clock. It never fails: what is not known yet is said in Lacks.
func Work(f store.File) Results { return WorkAt(f, time.Unix(0, 0)) }

// WorkAt is Work on a day: ages and tests are as old as they are then.
func WorkAt(f store.File, now time.Time) (out Results) {
	r := derive.New()
	r.With(derive.Input{File: &f, Day: now.Unix() / day}, func() { out = results.Of(r, seen(r)) })
	return out
}

// WorkAllAt is WorkAt as each of the people has it whom something is planned for; the first, where for nobody.
func WorkAllAt(f store.File, now time.Time) (all []Results) {
	r := derive.New()
	r.With(derive.Input{File: &f, Day: now.Unix() / day}, func() { all = allResults(r, f) })
	return all
}

// WorkAll is Work as each of the people has it whom something is planned for.
func (b *Bench) WorkAll(practice string, f store.File) (all []Results) {
	b.follow(practice, &f, func(r *derive.Record) { all = allResults(r, f) })
	return all
}

func allResults(r *derive.Record, f store.File) (all []Results) {
	for _, p := range f.Persons {
		if !p.Aside {
			all = append(all, results.Of(r, p.ID))
		}
	}
	if len(all) == 0 {
		all = append(all, results.Of(r, first(r)))
	}
	return all
}

// holdsOf are the open hold points of some people, what is of all of them once.
func holdsOf(all []Results) (out []caution.Caution) {
	for i, r := range all {
		for _, c := range r.Cautions {
			if c.Hold && (i == 0 || c.Own) {
				out = append(out, c)
			}
		}
	}
	return out
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

func healthOf(p store.Person) client.Health {
	h := client.Health{
		Answers: map[string]client.Answer{}, On: map[string]int64{}, Floor: client.Answer(p.Floor), Alone: client.Answer(p.Alone),
		Legs: client.Legs(p.Legs), Pain: p.Pain,
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

// aloneOf is a file with what is said of one person, and nothing else.
func aloneOf(f store.File, who string) store.File {
	p, _ := f.Person(who)
	its := func(whose string) bool {
		of, _ := f.Person(whose)
		return of.ID == p.ID
	}
	out := store.File{Persons: []store.Person{*p}, Space: store.Space{ShoeM: f.Space.ShoeM}}
	out.Persons[0].Name, out.Persons[0].Weight, out.Persons[0].HealthNote, out.Persons[0].Aside = "", 0, "", false
	out.Sets = keep(f.Sets, func(x store.LoggedSet) bool { return its(x.Person) })
	out.Operations = keep(f.Operations, func(x store.Operation) bool { return its(x.Person) })
	out.Releases = keep(f.Releases, func(x store.Release) bool { return its(x.Person) })
	out.Slots = keep(f.Slots, func(x store.Wished) bool { return its(x.Person) })
	return out
}

func keep[T any](all []T, is func(T) bool) []T {
	return slices.DeleteFunc(slices.Clone(all), func(x T) bool { return !is(x) })
}

// personOf is who trains, alone in a file, on a day, with their practice's movements.
func personOf(f store.File, moves *movement.Library, now int64) client.Person {
	p, measured := f.Persons[0], bodyOf(f.Persons[0], f.Space)
	out := client.Person{
		Stature: measured.Stature, Reach: measured.Reach, Press: measured.Press, Shoe: measured.Shoe, BodyMass: quantity.Mass(p.BodyMassKg),
		Sex:   client.Sex(p.Sex),
		Moves: moves, Experience: client.Experience(p.Experience), Goal: client.Goal(p.Goal), Now: now,
		Age: ageOf(p.BornYear, now), LayOff: float64(p.LayOff), Days: p.Days, Minutes: p.Minutes, Health: healthOf(p),
		Occupation: client.Occupation(p.Occupation), Likes: kitsOf(p.Likes), Avoids: kitsOf(p.Avoids),
		Operations: operationsOf(f.Operations),
		Releases:   releasesOf(f.Releases), Weeks: p.Weeks, WeeksOn: secondOf(p.WeeksOn), Birth: secondOf(p.BirthOn),
	}
	if p.BodyMassKg == 0 {
		out.BodyMass = body.GuessedMass(quantity.Length(p.StatureM))
	}
	out.Limits = limitsOf(p.Limits)
	out.Limits = out.Acting()
	for _, s := range f.Slots {
		out.Wishes = append(out.Wishes, client.Wish{Need: needOf(s), Weight: s.Weight, Low: s.Low, High: s.High, Lo: quantity.Mass(s.LoKg),
			Hi: quantity.Mass(s.HiKg)})
	}
	for _, a := range p.Agreed {
		limit, need, _ := strings.Cut(a, "/")
		out.Agreed = append(out.Agreed, client.Agreement{Limit: movement.Limit(limit), Need: need})
	}
	var sets []client.Logged
	for _, t := range f.Sets {
		if m, err := out.Moves.ByKey(t.Movement); err != nil || t.LoadKg == 0 && len(m.Body) == 0 && !m.Timed {
			continue // it says nothing of a need
		}
		sets = append(sets, client.Logged{
			Test: client.Test{Movement: t.Movement, Load: quantity.Mass(t.LoadKg), Reps: t.Reps, Reserve: t.Reserve, At: t.DoneAt,
				AtLeast: t.Ended == "load" || t.Ended == "grip"},
			Marked: t.Test, Met: t.Standard == "met", Pain: t.Pain,
		})
	}
	out.Tests = client.Evidence(sets)
	return coverage.Settled(out)
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
	}{f, b.today(), revOf(f)})
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
	f, err := b.Load(ctx, practice, id)
	if err != nil {
		return f, nil, err
	}
	key, err := b.inputsOf(practice, f)
	if err != nil {
		return f, nil, err
	}
	made, err := b.plans.Get(ctx, practice, key, func(ctx context.Context, _ func(*plan.Plan)) (*plan.Plan, error) {
		from := b.forAll(practice, f)
		if from.client.Person.Stature == 0 {
			return nil, nil
		}
		all, err := b.offersOf(ctx, practice, from)
		if err != nil {
			return nil, err
		}
		c, _ := from.may(all)
		return planOf(ctx, f, c)
	})
	return f, made, err
}

// PlanOf plans for a file; nil when too little is known.
func PlanOf(ctx context.Context, f store.File) (*plan.Plan, error) {
	from := forAllOf(f)
	if from.client.Person.Stature == 0 {
		return nil, nil
	}
	all, err := from.offers(ctx)
	if err != nil {
		return nil, err
	}
	c, _ := from.may(all)
	return planOf(ctx, f, c)
}

func planOf(ctx context.Context, f store.File, c client.Client) (*plan.Plan, error) {
	most := planTime
	if len(f.Containers) > crowd {
		most = crowdTime
	}
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
	f, err := b.Load(ctx, practice, id)
	if err != nil {
		return f, plan.Instead{}, err
	}
	from := b.forAll(practice, f)
	if from.client.Person.Stature == 0 {
		return f, plan.Instead{}, quantity.At("stature_m", "a plan needs the client's stature first")
	}
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return f, plan.Instead{}, err
	}
	defer leave()
	ctx, cancel := context.WithTimeout(ctx, insteadTime)
	defer cancel()
	all, err := b.offersOf(ctx, practice, from)
	if err != nil {
		return f, plan.Instead{}, err
	}
	c, _ := from.may(all)
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
