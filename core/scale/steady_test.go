package scale_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/quantity"
	"scrappyrack/core/scale"
)

func TestSteadyOnlyOnceItHasSettled(t *testing.T) {
	var j scale.Judge
	steadyAt := -1
	for i := range 40 {
		at := float64(i) * 0.2
		mass := 12.3 * (1 - math.Exp(-at/0.5)*math.Cos(6*at))
		mass = math.Round(mass/0.02) * 0.02
		s := j.Add(int64(at*1000), quantity.Mass(mass))
		if s.Steady && steadyAt < 0 {
			steadyAt = i
			assert.InDelta(t, 12.3, float64(s.Mean), 0.04)
		}
	}
	assert.Greater(t, steadyAt, 8, "not while it swings")
	assert.Less(t, steadyAt, 30)
}

// JCGM 100:2008, 4.2.3: the standard uncertainty of a mean is s/√n.
func TestScatterGivesTheUncertaintyOfTheMean(t *testing.T) {
	var j scale.Judge
	var s scale.Seen
	for i, m := range []quantity.Mass{10.00, 10.01, 10.00, 10.01, 10.00, 10.01} {
		s = j.Add(int64(i)*250, m)
	}
	assert.True(t, s.Steady)
	assert.InDelta(t, 10.005, float64(s.Mean), 1e-9)
	assert.InDelta(t, math.Sqrt(6*0.005*0.005/5/6), float64(s.U1), 1e-9)
}

func TestAPauseOrAJumpStartsOver(t *testing.T) {
	var j scale.Judge
	for i := range 6 {
		j.Add(int64(i)*250, 8)
	}
	assert.False(t, j.Add(9000, 8).Steady, "after a pause")
	for i := range 6 {
		j.Add(9000+int64(i)*250, 8)
	}
	assert.False(t, j.Add(10600, 9).Steady, "after a jump")
	assert.Equal(t, 1, j.Add(10850, 11).Count)
}
