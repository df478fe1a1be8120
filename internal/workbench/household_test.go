package workbench_test

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

var visit = time.Date(2026, 12, 1, 0, 0, 0, 0, time.UTC)

// someone is a drawn person with what is said of them: sets, a wish, an operation.
func someone(r *rand.Rand, f *store.File, id string) store.Person {
	pick := func(words ...string) string { return words[r.IntN(len(words))] }
	p := store.Person{ID: id, Weight: 1 + r.IntN(3), Trainee: store.Trainee{
		StatureM: 1.5 + 0.5*r.Float64(), BodyMassKg: 45 + 60*r.Float64(), Sex: pick("", "female", "male"),
		Experience: pick("new", "novice", "intermediate", "advanced"), Goal: pick("general", "muscle", "strength", "older-adult"),
		Days: 3, Minutes: 40, BornYear: 1950 + r.IntN(50),
	}}
	if r.IntN(2) == 0 {
		p.Limits = store.Words{pick("knee", "shoulder", "no-floor", "pregnancy")}
	}
	f.Sets = append(f.Sets, store.LoggedSet{ID: "test-" + id, Person: id, Test: true, Movement: pick("goblet-squat", "one-hand-row", "one-hand-press"),
		LoadKg: 5 + 20*r.Float64(), Reps: 5 + r.IntN(8), Reserve: r.IntN(3), DoneAt: visit.Unix() - 86400})
	for i := range r.IntN(4) {
		f.Sets = append(f.Sets, store.LoggedSet{ID: fmt.Sprint("set-", id, i), Person: id, Standard: "met", Movement: "goblet-squat",
			LoadKg: 8 + float64(i), Reps: 10, Reserve: 2, DoneAt: visit.Unix() - int64(5-i)*86400})
	}
	if r.IntN(3) == 0 {
		f.Operations = append(f.Operations, store.Operation{ID: "op-" + id, Person: id, Part: "knee", On: "2026-06"})
	}
	if r.IntN(3) == 0 {
		wish := "squat"
		if len(f.Persons) > 0 {
			wish = id + ".squat"
		}
		f.Slots = append(f.Slots, store.Wished{ID: wish, Person: id, Weight: 5, Low: 4, High: 9})
	}
	return p
}

// alone is the file of one of the people, as if they had it for themselves.
func alone(f store.File, who store.Person) store.File {
	out := f.Clone()
	out.Seen, out.Persons = "", []store.Person{who}
	out.Sets, out.Slots, out.Operations, out.Releases = nil, nil, nil, nil
	for _, s := range f.Sets {
		if s.Person == who.ID {
			out.Sets = append(out.Sets, s)
		}
	}
	for _, s := range f.Slots {
		if s.Person == who.ID {
			s.ID = "squat"
			out.Slots = append(out.Slots, s)
		}
	}
	for _, o := range f.Operations {
		if o.Person == who.ID {
			out.Operations = append(out.Operations, o)
		}
	}
	return out
}

// Each of a household's people has the board that they would have alone in the same rooms with the same
// things; who else is there changes none of their needs, and none of the holds that are their own.
func TestEachOfAHouseholdHasTheirOwnBoard(t *testing.T) {
	r := rand.New(rand.NewPCG(25, 1))
	boards := 0
	for range 24 {
		f := demo.Files()[r.IntN(2)]
		f.Persons, f.Sets, f.Slots, f.Operations, f.Releases = nil, nil, nil, nil, nil
		for n := range 1 + r.IntN(5) {
			f.Persons = append(f.Persons, someone(r, &f, fmt.Sprint("p", n)))
		}
		f.Complete()
		require.NoError(t, workbench.Check(f))
		for i, who := range f.Persons {
			if f.Seen = who.ID; i == 0 {
				f.Seen = ""
			}
			here, there := workbench.WorkAt(f, visit), workbench.WorkAt(alone(f, who), visit)
			require.Equal(t, there.Lacks, here.Lacks)
			require.Len(t, here.Board.Slots, len(there.Board.Slots))
			boards++
			for n, c := range here.Board.Slots {
				want := there.Board.Slots[n]
				require.Equal(t, want.Slot, c.Slot, "%s of %s", c.Slot.Name, who.ID)
				require.Equal(t, []any{want.Value, want.State, want.Bests}, []any{c.Value, c.State, c.Bests}, "%s of %s", c.Slot.Name, who.ID)
			}
			require.Equal(t, ownHolds(there), ownHolds(here), who.ID)
		}
	}
	assert.Greater(t, boards, 40)
}

func ownHolds(r workbench.Results) (out []string) {
	for _, c := range r.Cautions {
		if c.Hold && c.Own {
			out = append(out, fmt.Sprint(c.Text))
		}
	}
	return out
}

// The plan is for all whom something is planned for, each need weighed by its person's weight; one who is only
// counted with changes nothing but what bears them.
func TestThePlanIsForAllOfThem(t *testing.T) {
	f := demo.Files()[1]
	require.Len(t, f.Persons, 2)
	made := func(f store.File) (value float64, whose map[string]int) {
		p, err := workbench.PlanOf(context.Background(), f)
		require.NoError(t, err)
		require.True(t, p.Answer.Proven)
		whose = map[string]int{}
		sum, weights := 0.0, 0
		for _, c := range p.After.Slots {
			whose[c.Slot.Whose.ID]++
			sum, weights = sum+c.Value*float64(c.Slot.Weight), weights+c.Slot.Weight
		}
		assert.InDelta(t, sum/float64(weights), p.After.Value, 1e-12)
		return p.After.Value, whose
	}
	needs := func(who string) int {
		f := f
		f.Seen = who
		return len(workbench.WorkAt(f, visit).Board.Slots)
	}
	_, whose := made(f)
	assert.Equal(t, map[string]int{"first": needs(""), "ines": needs("ines")}, whose)

	aside := f.Clone()
	aside.Persons[1].Aside = true
	single := alone(aside, aside.Persons[0])
	valueAside, whose := made(aside)
	valueAlone, _ := made(single)
	assert.Equal(t, map[string]int{"": needs("")}, whose)
	assert.InDelta(t, valueAlone, valueAside, 1e-12, "she is lighter: nothing has to bear more")

	heavy := f.Clone()
	heavy.Persons[1].Weight = 5
	weigh := func(f store.File, who string) (total int) {
		p, err := workbench.PlanOf(context.Background(), f)
		require.NoError(t, err)
		for _, c := range p.After.Slots {
			if c.Slot.Whose == (coverage.Whose{ID: who, Called: c.Slot.Whose.Called}) {
				total += c.Slot.Weight
			}
		}
		return total
	}
	assert.Equal(t, 5*weigh(f, "ines"), weigh(heavy, "ines"))
	assert.Equal(t, weigh(f, "first"), weigh(heavy, "first"))
}

// A band that is bought lies about for everybody: where one is allergic to latex none is offered to anybody,
// whether something is planned for them or not.
func TestWhoIsAllergicSparesTheOthers(t *testing.T) {
	f := demo.Files()[1]
	f.Seen = ""
	elastic := func(key string) bool {
		it, err := gear.ByKey(key)
		return err == nil && len(it.Bands) > 0
	}
	offered := func() (open bool) {
		c := workbench.WorkAt(f, visit).Client
		for _, it := range gear.All() {
			open = open || len(it.Bands) > 0 && c.Excludes(it).Empty()
		}
		return open
	}
	require.True(t, offered())
	for _, aside := range []bool{false, true} {
		f.Persons[1].Aside = aside
		f.Persons[1].Answers = store.Words{"latex:yes"}
		assert.False(t, offered())
		p, err := workbench.PlanOf(context.Background(), f)
		require.NoError(t, err)
		for _, c := range p.Chosen {
			assert.False(t, elastic(c.Candidate.Key), c.Candidate.Name)
		}
		f.Persons[1].Answers = nil
		assert.True(t, offered())
	}
}

// A second person is added, looked at, changed, taken out and put back; each step can be taken back.
func TestPeopleComeAndGo(t *testing.T) {
	b, practice := bench(t)
	ctx, who := context.Background(), workbench.Who{Practice: practice, Consultant: "c", Session: "s"}
	people, sets := store.ListOf[store.Person](), store.ListOf[store.LoggedSet]()
	before, err := b.Open(ctx, who, "demo-loft")
	require.NoError(t, err)
	second := store.Person{ID: "second", Name: "Mara", Weight: 1,
		Trainee: store.Trainee{StatureM: 1.62, Experience: "novice", Goal: "general", Days: 2, Minutes: 30}}
	d, err := b.Change(ctx, who, workbench.Put(people, "demo-loft", before.File.Revision, second))
	require.NoError(t, err)
	assert.Equal(t, asJSON(t, before.Results.Board), asJSON(t, d.Results.Board), "the first one's needs are as before")
	as := workbench.As(ctx, "second")
	hers, err := b.Open(as, who, "demo-loft")
	require.NoError(t, err)
	assert.NotEqual(t, asJSON(t, before.Results.Board), asJSON(t, hers.Results.Board))
	assert.NotEmpty(t, ownHolds(hers.Results), "nobody has asked her anything")
	_, err = b.Open(workbench.As(ctx, "nobody"), who, "demo-loft")
	require.ErrorIs(t, err, store.ErrNotFound)

	d, err = b.Change(as, who, workbench.LogSets("demo-loft", "c", []store.LoggedSet{
		{ID: "one", Person: "second", Movement: "goblet-squat", LoadKg: 8, Reps: 10, Reserve: 2, DoneAt: 1000}}))
	require.NoError(t, err)
	gone, err := b.Change(ctx, who, workbench.Remove(people, "demo-loft", d.File.Revision, "second"))
	require.NoError(t, err)
	assert.Len(t, gone.File.Persons, 1)
	page, _, err := b.Log(ctx, practice, "demo-loft", 0, 0, nil, 10)
	require.NoError(t, err)
	for _, s := range page {
		assert.NotEqual(t, "one", s.ID, "it is nobody's while she is not there")
	}
	_, err = b.Change(ctx, who, workbench.Remove(people, "demo-loft", gone.File.Revision, "first"))
	require.ErrorContains(t, err, "at least one person")
	back, _, err := b.Undo(ctx, who, workbench.Step{Client: "demo-loft", Base: gone.File.Revision})
	require.NoError(t, err)
	require.Len(t, back.File.Persons, 2)
	page, _, err = b.Log(as, practice, "demo-loft", 0, 0, nil, 10)
	require.NoError(t, err)
	require.Len(t, page, 1, "her log is there again")
	undone, _, err := b.Undo(ctx, who, workbench.Step{Client: "demo-loft", Base: back.File.Revision})
	require.NoError(t, err)
	assert.Equal(t, -1, sets.Find(&undone.File, "one"), "the set was written down before")
	undone, _, err = b.Undo(ctx, who, workbench.Step{Client: "demo-loft", Base: undone.File.Revision})
	require.NoError(t, err)
	assert.Len(t, undone.File.Persons, 1)
}

// Check persons of a coach (as a coach would say, from memory: today's ranges in kg, a hand where the need is)
// have them as the second of a household, too: what is 0.7 to 1.3 of the bracket.
func TestACoachsPeopleAsTheSecondOfAHousehold(t *testing.T) {
	type range2 = [2]float64
	for name, c := range map[string]struct {
		who  store.Trainee
		sets []store.LoggedSet
		want map[string]range2
	}{
		"24 weeks, trained, 70 kg": {store.Trainee{BornYear: 1992, BodyMassKg: 70, Sex: "female", Experience: "intermediate", Asked: store.Asked{Weeks: 24,
			WeeksOn: "2026-12-01"}}, nil, map[string]range2{"squat": {14, 26}, "hinge": {16, 32}, "push-overhead": {4, 7}, "carry": {8, 14}}},
		"96 kg, strong": {store.Trainee{BornYear: 1991, BodyMassKg: 96, Sex: "male", Experience: "advanced", Goal: "strength"},
			[]store.LoggedSet{{ID: "a", Movement: "back-squat", LoadKg: 150, Reps: 3}, {ID: "b", Movement: "bar-press", LoadKg: 70, Reps: 5}},
			map[string]range2{"squat": {125, 142}, "hinge": {150, 180}, "push-overhead": {28, 33}, "pull-level": {40, 50}, "carry": {45, 60}}},
		"68, new": {store.Trainee{BornYear: 1958, BodyMassKg: 65, Sex: "female"}, nil,
			map[string]range2{"squat": {0, 10}, "hinge": {8, 16}, "pull-level": {4, 7}, "carry": {5, 9}}},
		"does not use the legs": {store.Trainee{BornYear: 1986, BodyMassKg: 78, Sex: "male", Asked: store.Asked{Legs: "none"}}, nil,
			map[string]range2{"push-overhead": {5, 9}, "pull-level": {8, 14}, "pull-down": {16, 30}}},
	} {
		f := demo.Files()[0]
		who := c.who
		who.StatureM = 1.72
		who.Goal, who.Experience = cmp.Or(who.Goal, "general"), cmp.Or(who.Experience, "new")
		f.Persons = append(f.Persons, store.Person{ID: "second", Name: name, Weight: 1, Trainee: who})
		for _, s := range c.sets {
			s.Person, s.Test = "second", true
			f.Sets = append(f.Sets, s)
		}
		f.Seen = "second"
		worked := workbench.WorkAt(f, visit)
		require.Empty(t, worked.Lacks)
		board := worked.Board
		for need, want := range c.want {
			at := slices.IndexFunc(board.Slots, func(s coverage.Coverage) bool { return s.Slot.Key == need })
			require.GreaterOrEqual(t, at, 0, "%s: %s", name, need)
			today := board.Slots[at].Slot.Today
			assert.True(t, float64(today.Lo) >= 0.7*want[0]-1e-9 && float64(today.Hi) <= 1.3*want[1]+1e-9, "%s, %s: %v to %v, a coach: %v", name, need,
				today.Lo, today.Hi, want)
		}
	}
}

// Whatever is written down of a set is refused at its field, or leaves a board.
func TestNoSetTakesTheBoardAway(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	who := workbench.Who{Practice: practice, Consultant: "c", Session: "s"}
	r := rand.New(rand.NewPCG(25, 9))
	moves := movement.All()
	kept := 0
	for range 300 {
		m := moves[r.IntN(len(moves))]
		if r.IntN(3) == 0 {
			m, _ = movement.ByKey("kneeling-lean") // the body's share besides
		}
		set := store.LoggedSet{ID: fmt.Sprint("drawn-", r.IntN(5)), Person: "first", Test: r.IntN(4) > 0, Movement: m.Key,
			LoadKg: []float64{0, 0.1, 40 * r.Float64(), 1000}[r.IntN(4)], Reps: []int{0, 1, 12, 1000}[r.IntN(4)],
			Seconds: r.IntN(2) * 36000, Reserve: []int{-1, 0, 3, 50}[r.IntN(4)], Standard: "met", DoneAt: int64(r.IntN(2)) * visit.Unix(),
			Ended: []string{"", "body", "load", "grip", "pain", "time"}[r.IntN(6)]}
		d, err := b.Change(ctx, who, workbench.Put(store.ListOf[store.LoggedSet](), "demo-loft", store.Any, set))
		var field *quantity.FieldError
		if errors.As(err, &field) {
			continue
		}
		require.NoError(t, err)
		kept++
		require.Empty(t, d.Results.Lacks, "%+v", set)
	}
	assert.Greater(t, kept, 100)
}
