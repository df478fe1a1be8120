package coverage_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// What practitioners give such people, in kg (common practice, no source), from the lightest
// of today to the heaviest of today or half a year on: within 30 %.
func TestRangesOfPeopleAsTheTradeHasThem(t *testing.T) {
	woman := client.Person{Stature: 1.66, BodyMass: 60, Sex: client.Female, Experience: client.New, Goal: client.General}
	old := client.Person{Stature: 1.66, BodyMass: 70, Sex: client.Female, Age: 75, Experience: client.New, Goal: client.Older}
	knee := client.Person{Stature: 1.78, BodyMass: 80, Sex: client.Male, Experience: client.Novice, Goal: client.BackTo,
		Operations: []client.Operation{{Part: client.KneePart}}}
	runner := client.Person{Stature: 1.76, BodyMass: 70, Sex: client.Male, Experience: client.Intermediate, Goal: client.Running}
	strong := tests(client.Person{Stature: 1.80, BodyMass: 90, Sex: client.Male, Experience: client.Advanced, Goal: client.Strength},
		client.Test{Movement: "back-squat", Load: 170, Reps: 1}, client.Test{Movement: "deadlift", Load: 210, Reps: 1},
		client.Test{Movement: "bench-press", Load: 130, Reps: 1})
	for _, c := range []struct {
		who    string
		person client.Person
		slot   string
		lo, hi float64
	}{
		{"a new woman of 60 kg", woman, "pull-down", 18, 25},
		{"a new woman of 60 kg", woman, "pull-level", 6, 10},
		{"a new woman of 60 kg", woman, "shoulder-side", 1.5, 3},
		{"a new woman of 60 kg", woman, "carry", 10, 16},
		{"an older person of 75", old, "carry", 4, 8},
		{"two months after a knee operation", knee, "squat", 0, 20},
		{"a runner", runner, "shoulder-side", 4, 6},
		{"a strong man", strong, "squat", 140, 155},
		{"a strong man", strong, "hinge", 170, 190},
		{"a strong man", strong, "push-level", 105, 115},
	} {
		s := slot(t, c.person, c.slot)
		assert.InDelta(t, c.lo, float64(s.Today.Lo), 0.3*c.lo, "%s, %s from", c.who, c.slot)
		near := min(abs(float64(s.Today.Hi)-c.hi), abs(float64(s.Hi)-c.hi))
		assert.LessOrEqual(t, near, 0.3*c.hi, "%s, %s to: today %.1f, in six months %.1f", c.who, c.slot, s.Today.Hi, s.Hi)
	}
	// Hinges that begin with the body alone reach what the trade gives.
	for _, c := range []struct {
		person client.Person
		hi     float64
	}{{old, 12}, {knee, 40}} {
		s := slot(t, c.person, "hinge")
		assert.Zero(t, s.Today.Lo, "the body alone is where it begins")
		assert.LessOrEqual(t, min(abs(float64(s.Today.Hi)-c.hi), abs(float64(s.Hi)-c.hi)), 0.3*c.hi, "today %.1f, in six months %.1f",
			s.Today.Hi, s.Hi)
	}
	assert.Zero(t, slot(t, old, "squat").Today.Lo, "from the chair stand")
}

func abs(v float64) float64 { return max(v, -v) }

// Every goal has its needs, each of which some movement answers, with sets and weights.
func TestEveryGoalHasItsNeeds(t *testing.T) {
	all := map[string]bool{}
	for _, g := range client.Goals() {
		p := person
		p.Goal = g
		slots, err := coverage.Slots(p)
		require.NoError(t, err)
		assert.GreaterOrEqual(t, len(slots), 11, g)
		seen := ""
		for _, s := range slots {
			seen += s.Key + " "
			all[s.Key] = true
			assert.NotEmpty(t, movement.Of(s.Pattern), s.Key)
			assert.True(t, s.Weight >= 1 && s.Weight <= 5, s.Key)
			assert.True(t, s.RepsLow > 0 && s.RepsHigh >= s.RepsLow, s.Key)
			assert.Equal(t, s.Pattern.Timed(), s.Timed, s.Key)
			if s.Timed {
				assert.Equal(t, coverage.Range{Lo: movement.Done, Hi: movement.Done}, s.Whole())
			}
		}
		assert.NotContains(t, seen[:len(seen)-1], "  ")
	}
	assert.Greater(t, len(all), 24, "no two goals ask for the same")
}

// With two days or a quarter of an hour what weighs least goes first, and is named.
func TestWhereThereIsNoTime(t *testing.T) {
	p := person
	p.Days = 2
	slots, err := coverage.Slots(p)
	require.NoError(t, err)
	for _, s := range slots {
		assert.Greater(t, s.Weight, 1, s.Key)
	}
	assert.Equal(t, []coverage.Left{
		{Name: "Shoulder raise", Pattern: movement.ShoulderSide, Why: "no time for what weighs least"},
		{Name: "Hip to the side", Pattern: movement.HipSide, Why: "no time for what weighs least"},
	}, coverage.LeftOut(p))
	p.Days, p.Minutes = 4, 45
	assert.Empty(t, coverage.LeftOut(p))
	p.Minutes = 15
	assert.Len(t, coverage.LeftOut(p), 2)
}

// Somebody who owns nothing has a board that is not empty: what the body gives counts.
func TestNothingIsNotNothing(t *testing.T) {
	for _, g := range client.Goals() {
		p := person
		p.Goal = g
		slots, err := coverage.Slots(p)
		require.NoError(t, err)
		some := 0
		for _, c := range coverage.Hold(slots, stock(room(p))).Slots {
			if c.Value > 0.1 {
				some++
			}
		}
		assert.GreaterOrEqual(t, some, 3, g)
	}
}

// Age, an operation and a lay-off make a start careful, until a test says better.
func TestACarefulStart(t *testing.T) {
	hi := func(change func(*client.Person), key string) quantity.Mass {
		p := person
		change(&p)
		return slot(t, p, key).Today.Hi
	}
	whole := hi(func(*client.Person) {}, "pull-level")
	weeks := func(n float64) func(*client.Person) { return func(p *client.Person) { p.LayOff = n * 7 * 12 / 365.25 } }
	for _, c := range []struct {
		share  float64
		change func(*client.Person)
	}{
		{1, func(p *client.Person) { p.Age = 60 }}, {0.875, func(p *client.Person) { p.Age = 65 }},
		{0.75, func(p *client.Person) { p.Age = 70 }},
		{0.5, func(p *client.Person) { p.Age = 85 }}, {0.375, func(p *client.Person) { p.Age, p.LayOff = 70, 5 }},
		{0.35, func(p *client.Person) { p.Age, p.LayOff = 85, 5 }},
		{1, weeks(1.9)}, {0.9, weeks(3)}, {0.75, weeks(6)}, {0.6, weeks(10)}, {0.5, weeks(14)},
	} { // a guess is whole kilograms, or halves
		assert.InDelta(t, c.share, float64(hi(c.change, "pull-level")/whole), 0.5/float64(whole)+1e-9)
	}
	// 50 kg after 3, 6, 10 and 14 weeks (the second reading's check values).
	for n, kg := range map[float64]float64{3: 45, 6: 37.5, 10: 30, 14: 25} {
		assert.InDelta(t, kg, 50*coverage.LaidOff(n*7*12/365.25), 1e-9)
	}
	operated := func(p *client.Person) { p.Operations = []client.Operation{{Part: client.ShoulderPart}} }
	assert.InDelta(t, 0.5, float64(hi(operated, "pull-level")/whole), 0.5/float64(whole))
	assert.Equal(t, slot(t, person, "hip-side").Today.Hi, hi(operated, "hip-side"), "the knees were not operated on")
	// A test says nothing of an operation whose day is not known, nor of one or a lay-off that
	// came after it; dated, it does of one before.
	const month = 2_630_000
	months := func(ago int64) func(*client.Person) {
		return func(p *client.Person) {
			p.Operations = []client.Operation{{Part: client.ShoulderPart, At: p.Now - ago*month}}
		}
	}
	for _, c := range []struct {
		ago    int64 // months; 0 for a test that nobody dated
		change func(*client.Person)
		share  float64
	}{
		{0, operated, 0.5}, {1, operated, 0.5}, {0, months(4), 0.5}, {5, months(4), 0.5}, {2, months(4), 1}, {20, months(13), 1},
		{0, func(p *client.Person) { p.LayOff = 4 }, 0.5}, {5, func(p *client.Person) { p.LayOff = 4 }, 0.5},
		{2, func(p *client.Person) { p.LayOff = 4 }, 1},
	} {
		row := client.Test{Movement: "one-hand-row", Load: 20, Reps: 10, Reserve: 2}
		p := person
		p.Now = 100 * month
		if c.ago > 0 {
			row.At = p.Now - c.ago*month
		}
		p = tests(p, row)
		whole := slot(t, p, "pull-level").Today.Hi
		c.change(&p)
		assert.InDelta(t, c.share, float64(slot(t, p, "pull-level").Today.Hi/whole), 1e-9, "%+v", c.ago)
	}
	// Nor does one that says "at least".
	least := tests(person, client.Test{Movement: "one-hand-row", Load: 60, Reps: 10, AtLeast: true})
	before := slot(t, least, "pull-level").Today.Hi
	operated(&least)
	assert.InDelta(t, 0.5, float64(slot(t, least, "pull-level").Today.Hi/before), 1e-9)
	tested := tests(person, client.Test{Movement: "one-hand-row", Load: 20, Reps: 10, Reserve: 2})
	old := tested
	old.Age = 75
	assert.Equal(t, slot(t, tested, "pull-level").Today.Hi, slot(t, old, "pull-level").Today.Hi, "a test is a test")
	assert.Contains(t, slot(t, func() client.Person { p := person; p.Age = 72; return p }(), "pull-level").Derivation.Inputs[3].Name,
		"age 72")
}

// A consultant drops, adds, weighs and re-ranges needs; what is not said is the goal's.
func TestNeedsAsAConsultantWishes(t *testing.T) {
	p := person
	p.Days = 2
	p.Wishes = []client.Wish{
		{Need: "carry"},
		{Need: "squat", Weight: 2, Low: 5, High: 5, Lo: 0, Hi: 20},
		{Need: "push-level", Weight: 5, Lo: 0, Hi: 20},
		{Need: "shoulder-side", Weight: 1},
		{Need: "jump", Weight: 4},
		{Need: "levitation", Weight: 4},
	}
	slots, err := coverage.Slots(p)
	require.NoError(t, err)
	by := map[string]coverage.Slot{}
	for _, s := range slots {
		by[s.Key] = s
	}
	assert.NotContains(t, by, "carry")
	assert.NotContains(t, by, "hip-side", "no time for it")
	assert.Contains(t, by, "shoulder-side", "but for what is wished for")
	assert.Equal(t, []coverage.Left{{Name: "Hip to the side", Pattern: movement.HipSide, Why: "no time for what weighs least"}},
		coverage.LeftOut(p))
	assert.Equal(t, coverage.Range{Lo: 0, Hi: 20}, by["squat"].Today)
	assert.Equal(t, coverage.ByHand, by["squat"].Basis)
	assert.Equal(t, 5, by["squat"].RepsHigh)
	assert.Equal(t, 2, by["squat"].Weight)
	assert.Equal(t, coverage.GuessOf, by["push-level"].Basis, "a press does not begin with nothing")
	assert.Equal(t, 4, by["jump"].Weight)
	assert.NotContains(t, by, "levitation")
	board := coverage.Hold(slots, stock(room(p)))
	for _, c := range board.Slots {
		assert.False(t, c.Value < 0 || c.Value > 1 || c.Value != c.Value, c.Slot.Key)
	}
	keys, names := coverage.NeedNames()
	for i, k := range keys {
		assert.NotEmpty(t, names[i])
		assert.Equal(t, k, coverage.Usual(k).Key, "every need is some goal's")
	}
}

// A sore shoulder under 2.05 m: nothing on the board that can be done loads the shoulder or
// wants more height, the limit's changes are said, and a press is not simply gone.
func TestASoreShoulderUnderALowCeiling(t *testing.T) {
	p := person
	p.Stature, p.Experience, p.Limits = 1.78, client.New, []movement.Limit{movement.ShoulderOf}
	c := client.Client{Person: p}.In(hall(2.05))
	slots, err := coverage.Slots(p)
	require.NoError(t, err)
	can, changed := 0, 0
	for _, s := range coverage.Hold(slots, stock(c, rung(load.OneHand, 2, 25), rung(load.TwoHand, 5, 30),
		load.Rung{Hold: load.Pair, Low: 2, High: 20, Things: []string{"a", "b"}})).Slots {
		for _, w := range s.Ways {
			if len(w.Lacks) > 0 {
				continue
			}
			can++
			assert.NotContains(t, w.Movement.Spares, movement.ShoulderOf, w.Movement.Key)
			assert.LessOrEqual(t, space.UsualNeed(p.Body(), w.Movement.Height).Value, 2.05, w.Movement.Key)
		}
		for _, ch := range s.Changes {
			changed++
			assert.Positive(t, ch.Gone)
			for _, w := range ch.Stays {
				assert.NotContains(t, w.Movement.Spares, movement.ShoulderOf)
			}
		}
		if s.Slot.Key == "push-level" {
			assert.Equal(t, coverage.Covered, s.State, "the floor press stays")
		}
	}
	assert.Greater(t, can, 15)
	assert.GreaterOrEqual(t, changed, 3)
}

// A day bent forward asks for more pulling and opening, one that lifts for less carrying;
// what a consultant has weighed stays.
func TestWorkShiftsTheWeights(t *testing.T) {
	weights := func(p client.Person) map[string]int {
		out := map[string]int{}
		for _, z := range coverage.ZonesOf(p) {
			out[z.Key] = z.Weight
		}
		return out
	}
	for _, g := range client.Goals() {
		p := person
		p.Goal = g
		plain := weights(p)
		p.Occupation = client.OtherWork
		assert.Equal(t, plain, weights(p))
		p.Occupation = client.BentForward
		bent := weights(p)
		for key, w := range plain {
			if key == "pull-level" || key == "pull-down" || key == "rear-shoulder" {
				assert.Equal(t, min(5, w+1), bent[key], "%s %s", g, key)
				continue
			}
			assert.Equal(t, w, bent[key], "%s %s", g, key)
		}
		assert.Positive(t, bent["rear-shoulder"], "%s", g)
		p.Occupation = client.LiftsAtWork
		for key, w := range weights(p) {
			assert.LessOrEqual(t, w, plain[key])
			assert.Positive(t, w)
		}
		p.Occupation, p.Wishes = client.BentForward, []client.Wish{{Need: "pull-level", Weight: 2}, {Need: "rear-shoulder"}}
		assert.Equal(t, 2, weights(p)["pull-level"])
		assert.Zero(t, weights(p)["rear-shoulder"], "dropped is dropped")
	}
}

// What is liked answers better and what is avoided less well, by the stated factors, and
// nothing else changes.
func TestTastesShiftWhatAMovementIsWorth(t *testing.T) {
	s := slot(t, person, "squat")
	value := func(likes, avoids []client.Kit) map[string]float64 {
		p := person
		p.Likes, p.Avoids = likes, avoids
		out := map[string]float64{}
		for _, w := range coverage.Cover(s, stock(room(p), rung(load.TwoHand, 1, 200), rung(load.Worn, 1, 200))).Ways {
			out[w.Movement.Key] = w.Value
		}
		return out
	}
	plain := value(nil, nil)
	assert.InDelta(t, 0.95, plain["goblet-squat"], 1e-12)
	assert.InDelta(t, 0.76, value(nil, []client.Kit{client.InHands})["goblet-squat"], 1e-12)
	assert.InDelta(t, 1, value([]client.Kit{client.InHands}, nil)["goblet-squat"], 1e-12, "no more than whole")
	assert.InDelta(t, plain["pack-squat"]*1.1, value([]client.Kit{client.Packs}, nil)["pack-squat"], 1e-12)
	assert.InDelta(t, plain["goblet-squat"], value(nil, []client.Kit{client.Packs})["goblet-squat"], 0)
}
