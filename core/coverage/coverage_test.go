package coverage_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/coverage"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/strength"
)

var person = coverage.Person{Stature: 1.8, BodyMass: 80, Experience: coverage.Novice, Goal: coverage.General}

func slot(t *testing.T, p coverage.Person, key string) coverage.Slot {
	t.Helper()
	slots, err := coverage.Slots(p)
	require.NoError(t, err)
	for _, s := range slots {
		if s.Key == key {
			return s
		}
	}
	t.Fatalf("no slot %s", key)
	return coverage.Slot{}
}

// By hand: d = 0.05 is still whole, d = 0.20 nothing, half way between, half.
func TestCloseness(t *testing.T) {
	for d, want := range map[float64]float64{0: 1, 0.05: 1, 0.125: 0.5, 0.2: 0, 0.5: 0} {
		assert.InDelta(t, want, coverage.Closeness(d), 1e-12)
	}
}

func TestATestReplacesTheGuessAndScalesItsRelatives(t *testing.T) {
	p := person
	assert.Equal(t, coverage.GuessOf, slot(t, p, "pull-level").Basis)
	before := slot(t, p, "carry")
	p.Tests = []coverage.Test{{Movement: "one-hand-row", Load: 20, Reps: 10, Reserve: 2}}
	row := slot(t, p, "pull-level")
	assert.Equal(t, coverage.Tested, row.Basis)
	e, err := strength.FromSet(20, 10, 2)
	require.NoError(t, err)
	lo, err := e.LoadFor(18)
	require.NoError(t, err)
	assert.Equal(t, lo, row.Lo, "15 reps with 3 in reserve")
	carry := slot(t, p, "carry")
	assert.Equal(t, coverage.Relative, carry.Basis)
	assert.Greater(t, carry.Hi, before.Hi, "a row above the guess lifts the carry")
	assert.Equal(t, slot(t, person, "squat").Hi, slot(t, p, "squat").Hi, "legs learn nothing from a row")

	// A pair's test counts double on a slot in total kg.
	p.Tests = []coverage.Test{{Movement: "floor-press", Load: 12, Reps: 1}}
	press := slot(t, p, "push-level")
	assert.InDelta(t, 24*1.25*strengthShare(6), float64(press.Hi), 0.2)
}

func strengthShare(reps int) float64 {
	m, _ := strength.Maximum(1).LoadFor(reps)
	return float64(m)
}

func TestBadTestsAreRefused(t *testing.T) {
	p := person
	p.Tests = []coverage.Test{{Movement: "one-hand-row", Load: 20, Reps: 14, Reserve: 4}}
	_, err := coverage.Slots(p)
	assert.ErrorContains(t, err, "test 1 (One-hand row)")
	p.Tests = []coverage.Test{{Movement: "levitation", Load: 20, Reps: 4}}
	_, err = coverage.Slots(p)
	assert.ErrorContains(t, err, "levitation")
}

func means(rungs ...load.Rung) coverage.Means {
	return coverage.Means{Ladder: load.NewLadder(rungs), Has: map[movement.Capability]bool{}, Heads: space.Heads(1.8, 2.6)}
}

func rung(h load.Hold, low, high quantity.Mass) load.Rung {
	return load.Rung{Hold: h, Low: low, High: high, Things: []string{"x"}}
}

func TestAStretchOverTheRangeCoversAtTheMovementsQuality(t *testing.T) {
	s := slot(t, person, "squat")
	c := coverage.Cover(s, person, means(rung(load.TwoHand, 1, 200)))
	assert.InDelta(t, 0.95, c.Value, 1e-12, "goblet squat")
	assert.Equal(t, coverage.Covered, c.State)
	assert.Empty(t, c.Gaps)

	none := coverage.Cover(s, person, means())
	assert.Equal(t, coverage.Missing, none.State)
	require.Len(t, none.Gaps, 1)
	assert.Equal(t, coverage.Gap{Lo: s.Lo, Hi: s.Hi}, none.Gaps[0])
}

// A single rung m serves targets from m/1.05 to m/0.95 (d is taken from the
// target).
func TestGapsByHand(t *testing.T) {
	s := slot(t, person, "squat")
	mid := (s.Lo + s.Hi) / 2
	c := coverage.Cover(s, person, means(rung(load.TwoHand, mid, mid)))
	require.Len(t, c.Gaps, 2)
	assert.InDelta(t, float64(mid)/1.05, float64(c.Gaps[0].Hi), 1e-9)
	assert.InDelta(t, float64(mid)/0.95, float64(c.Gaps[1].Lo), 1e-9)
	assert.Equal(t, coverage.Thin, c.State)
	assert.Contains(t, c.Reason.In(quantity.Metric), "nothing from")
}

func TestLimitsAndHeadroomRuleMovementsOut(t *testing.T) {
	m := means(rung(load.Overhead, 1, 100))
	s := slot(t, person, "push-overhead")
	assert.Equal(t, "one-hand-press", coverage.Cover(s, person, m).Ways[0].Movement.Key)

	m.Heads = space.Heads(1.8, 2.1)
	low := coverage.Cover(s, person, m)
	assert.Equal(t, "floor-seated-press", low.Ways[0].Movement.Key, "under a low ceiling one sits down")

	p := person
	p.Limits = []movement.Limit{movement.NoOverhead}
	none := coverage.Cover(s, p, m)
	assert.Zero(t, none.Value)
	assert.Contains(t, none.Reason.In(quantity.Metric), "nothing overhead for this client")
}

// More rungs and more capabilities never cover less.
func TestCoverageIsMonotone(t *testing.T) {
	slots, err := coverage.Slots(person)
	require.NoError(t, err)
	rapid.Check(t, func(t *rapid.T) {
		draw := func(name string) []load.Rung {
			var out []load.Rung
			for range rapid.IntRange(0, 5).Draw(t, name) {
				low := quantity.Mass(rapid.Float64Range(0.5, 80).Draw(t, "low"))
				out = append(out, rung(rapid.SampledFrom(load.Holds()).Draw(t, "hold"), low, low))
			}
			return out
		}
		few := draw("few")
		a := coverage.Hold(slots, person, means(few...))
		m := means(append(append([]load.Rung{}, few...), draw("more")...)...)
		m.Has[movement.AnchorChest] = true
		b := coverage.Hold(slots, person, m)
		for i := range a.Slots {
			if b.Slots[i].Value < a.Slots[i].Value-1e-12 {
				t.Fatalf("%s falls from %v to %v", a.Slots[i].Slot.Name, a.Slots[i].Value, b.Slots[i].Value)
			}
		}
	})
}
