package coverage_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/coverage"
	"scrappyrack/core/quantity"
)

// By hand: of 10 to 20 kg the rung of 10 serves whole to 10/0.95 and 20 from 20/1.05 on.
func TestReachByHand(t *testing.T) {
	got, err := coverage.Reach(coverage.Range{Lo: 10, Hi: 20}, []quantity.Mass{20, 10, 3}, nil)
	require.NoError(t, err)
	assert.Equal(t, []quantity.Mass{10, 20}, got.In)
	require.Len(t, got.Gaps, 1)
	assert.InDelta(t, 10/0.95, float64(got.Gaps[0].Lo), 1e-9)
	assert.InDelta(t, 20/1.05, float64(got.Gaps[0].Hi), 1e-9)
	whole, err := coverage.Reach(coverage.Range{Lo: 10, Hi: 20}, nil, []coverage.Range{{Lo: 8, Hi: 30}})
	require.NoError(t, err)
	assert.InDelta(t, 1, whole.Fit, 1e-12)
	assert.Empty(t, whole.Gaps)
	one, err := coverage.Reach(coverage.Range{Lo: 12, Hi: 12}, []quantity.Mass{10.5}, nil)
	require.NoError(t, err)
	assert.InDelta(t, 0.5, one.Fit, 1e-12, "1.5/12 is half way from 5 to 20 %")
}

// Scaling loads and range together changes nothing, more loads never reach less, and the
// fit is the mean of the definition over many targets.
func TestReachAgainstItsDefinition(t *testing.T) {
	rng := rand.New(rand.NewPCG(12, 1))
	for range 200 {
		lo := 1 + 30*rng.Float64()
		r := coverage.Range{Lo: quantity.Mass(lo), Hi: quantity.Mass(lo * (1 + rng.Float64()))}
		var rungs, bigger []quantity.Mass
		k := quantity.Mass(0.1 + 5*rng.Float64())
		for range rng.IntN(5) {
			m := quantity.Mass(lo * (0.6 + 1.6*rng.Float64()))
			rungs, bigger = append(rungs, m), append(bigger, m*k)
		}
		got, err := coverage.Reach(r, rungs, nil)
		require.NoError(t, err)
		scaled, err := coverage.Reach(coverage.Range{Lo: r.Lo * k, Hi: r.Hi * k}, bigger, nil)
		require.NoError(t, err)
		assert.InDelta(t, got.Fit, scaled.Fit, 1e-9)
		more, err := coverage.Reach(r, append(rungs, r.Lo), nil)
		require.NoError(t, err)
		assert.GreaterOrEqual(t, more.Fit, got.Fit-1e-12)
		sum := 0.0
		const n = 4000
		for i := range n {
			target := float64(r.Lo) * math.Pow(float64(r.Hi/r.Lo), (float64(i)+0.5)/n)
			best := 0.0
			for _, m := range rungs {
				best = math.Max(best, coverage.Closeness(math.Abs(float64(m)-target)/target))
			}
			sum += best / n
		}
		assert.InDelta(t, sum, got.Fit, 1e-4)
	}
}

func TestReachRefusesWhatCannotBe(t *testing.T) {
	for field, ask := range map[string]func() error{
		"range_kg": func() error {
			_, err := coverage.Reach(coverage.Range{Lo: 5, Hi: 4}, nil, nil)
			return err
		},
		"rungs_kg[1]": func() error {
			_, err := coverage.Reach(coverage.Range{Lo: 4, Hi: 5}, []quantity.Mass{1, 0}, nil)
			return err
		},
		"stretches_kg[0]": func() error {
			_, err := coverage.Reach(coverage.Range{Lo: 4, Hi: 5}, nil, []coverage.Range{{Lo: 3, Hi: 2}})
			return err
		},
	} {
		var bad *quantity.FieldError
		require.ErrorAs(t, ask(), &bad)
		assert.Equal(t, field, bad.Field)
	}
}
