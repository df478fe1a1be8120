package coverage_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/quantity"
	"scrappyrack/core/strength"
)

func tests(p client.Person, all ...client.Test) client.Person {
	p.Tests = all
	return p
}

func TestATestReplacesTheGuessAndScalesItsRelatives(t *testing.T) {
	p := person
	assert.Equal(t, coverage.GuessOf, slot(t, p, "pull-level").Basis)
	before := slot(t, p, "pull-down")
	p = tests(p, client.Test{Movement: "one-hand-row", Load: 20, Reps: 10, Reserve: 2})
	row := slot(t, p, "pull-level")
	assert.Equal(t, coverage.Tested, row.Basis)
	e, err := strength.FromSet(20, 10, 2)
	require.NoError(t, err)
	lo, err := e.LoadFor(18)
	require.NoError(t, err)
	assert.InDelta(t, float64(lo), float64(row.Lo), 1e-9, "15 reps with 3 in reserve")
	down := slot(t, p, "pull-down")
	assert.Equal(t, coverage.Relative, down.Basis)
	assert.NotEqual(t, before.Hi, down.Hi, "of a pull-down a row is a known share")
	assert.Equal(t, slot(t, person, "carry").Hi, slot(t, p, "carry").Hi, "a carry learns nothing from a row")
	assert.Equal(t, slot(t, person, "squat").Hi, slot(t, p, "squat").Hi, "legs learn nothing from a row")

	// A pair's test counts double on a slot in total kg, and the need is measured in what was tested.
	press := slot(t, tests(person, client.Test{Movement: "floor-press", Load: 12, Reps: 1}), "push-level")
	assert.InDelta(t, 24*1.25*strengthShare(9), float64(press.Hi), 0.2)
	assert.InDelta(t, float64(press.Hi)/1.25, float64(press.Today.Hi), 1e-9)
	assert.InDelta(t, float64(press.Lo)*1.25, float64(press.Horizon.Lo), 1e-9)
	assert.Equal(t, press.Lo, press.Today.Lo, "a range never starts above what can be lifted today")
}

func TestBadTestsAreRefused(t *testing.T) {
	_, err := coverage.Slots(tests(person, client.Test{Movement: "one-hand-row", Load: 20, Reps: 0, Reserve: 4}))
	assert.ErrorContains(t, err, "test 1 (One-hand row)")
	// More than fifteen say what fifteen say, at least.
	fifteen, more := slot(t, tests(person, client.Test{Movement: "one-hand-row", Load: 40, Reps: 12, Reserve: 3}), "pull-level"),
		slot(t, tests(person, client.Test{Movement: "one-hand-row", Load: 40, Reps: 28, Reserve: 4}), "pull-level")
	assert.InDelta(t, float64(fifteen.Today.Hi), float64(more.Today.Hi), 1e-9)
	assert.Contains(t, more.Notes[0].In(quantity.Metric), "at least")
	_, err = coverage.Slots(tests(person, client.Test{Movement: "levitation", Load: 20, Reps: 4}))
	assert.ErrorContains(t, err, "levitation")
}

// A goblet squat of 32 kg for twelve by an intermediate man of 94 kg is the heaviest
// thing there: it does not halve his squat.
func TestALowerBoundNeverLowers(t *testing.T) {
	man := client.Person{Stature: 1.83, BodyMass: 94, Sex: client.Male, Experience: client.Intermediate, Goal: client.General}
	without := slot(t, man, "squat")
	with := slot(t, tests(man, client.Test{Movement: "goblet-squat", Load: 32, Reps: 12, AtLeast: true}), "squat")
	assert.Equal(t, without.Hi, with.Hi)
	assert.Equal(t, without.Lo, with.Lo)
	require.NotEmpty(t, with.Notes)
	assert.Contains(t, with.Notes[0].In(quantity.Metric), "at least")
	// But it can raise one: measured in itself.
	e, err := strength.FromSet(108, 15, 0)
	require.NoError(t, err)
	raised := slot(t, tests(man, client.Test{Movement: "goblet-squat", Load: 108, Reps: 15, AtLeast: true}), "squat")
	assert.Greater(t, float64(raised.Hi), float64(without.Hi))
	hi, err := e.LoadFor(9)
	require.NoError(t, err)
	assert.InDelta(t, float64(hi)*1.12, float64(raised.Hi), 1e-6)
	// The heaviest thing there ended it: said so of a movement that it need not have.
	row := slot(t, tests(man, client.Test{Movement: "one-hand-row", Load: 6, Reps: 15, AtLeast: true}), "pull-level")
	assert.Equal(t, slot(t, man, "pull-level").Hi, row.Hi)
}

// Push-ups with nothing added are a test: 0.64 of 80 kg, twelve times.
func TestBodyWeightIsATest(t *testing.T) {
	got := slot(t, tests(person, client.Test{Movement: "push-up", Load: 0, Reps: 12}), "push-level")
	assert.Equal(t, coverage.Tested, got.Basis)
	e, err := strength.FromSet(0.64*80, 12, 0)
	require.NoError(t, err)
	hi, err := e.LoadFor(9)
	require.NoError(t, err)
	assert.InDelta(t, float64(hi), float64(got.Today.Hi), 1e-9)
	more := slot(t, tests(person, client.Test{Movement: "push-up", Load: 10, Reps: 12}), "push-level")
	assert.Greater(t, more.Hi, got.Hi)
	_, err = coverage.Slots(tests(person, client.Test{Movement: "one-hand-row", Load: 0, Reps: 12}))
	assert.Error(t, err, "nothing rowed is no row")
}

// The newest within six months counts, not the highest for ever; an old one fades.
func TestTestsAreDated(t *testing.T) {
	const month = 2_630_000
	p := person
	p.Now = 100 * month
	row := func(load quantity.Mass, ago int64) client.Test {
		return client.Test{Movement: "one-hand-row", Load: load, Reps: 8, At: p.Now - ago*month}
	}
	high := slot(t, tests(p, row(30, 5), row(24, 1)), "pull-level")
	now := slot(t, tests(p, row(24, 1)), "pull-level")
	assert.InDelta(t, float64(now.Hi), float64(high.Hi), 1e-9)
	old := slot(t, tests(p, row(24, 12)), "pull-level")
	assert.InDelta(t, float64(now.Hi)*(1-0.02*6), float64(old.Hi), 0.01*float64(now.Hi))
	require.NotEmpty(t, old.Notes)
	assert.Contains(t, old.Notes[0].In(quantity.Metric), "12 months old")
	ancient := slot(t, tests(p, row(24, 90)), "pull-level")
	assert.InDelta(t, 0.7*float64(now.Hi), float64(ancient.Hi), 1e-6)
	undated := slot(t, tests(p, client.Test{Movement: "one-hand-row", Load: 24, Reps: 8}), "pull-level")
	assert.InDelta(t, float64(now.Hi), float64(undated.Hi), 1e-9)
}

// Two tests that cannot both be right stand beside each other with a question.
func TestContradictingTestsAreAskedAbout(t *testing.T) {
	both := slot(t, tests(person, client.Test{Movement: "one-hand-row", Load: 10, Reps: 8},
		client.Test{Movement: "bar-row", Load: 100, Reps: 8}), "pull-level")
	require.Len(t, both.Notes, 1)
	assert.Contains(t, both.Notes[0].In(quantity.Metric), "which one stands?")
	agree := slot(t, tests(person, client.Test{Movement: "one-hand-row", Load: 25, Reps: 8},
		client.Test{Movement: "bar-row", Load: 52, Reps: 8}), "pull-level")
	assert.Empty(t, agree.Notes)
}
