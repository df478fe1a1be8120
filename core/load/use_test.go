package load_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

func pail() load.Vessel {
	return load.Vessel{Tare: 0.5, Capacity: 10, Profile: load.Prism{Capacity: 10, Height: 0.25}}
}

func TestWeighAgain(t *testing.T) {
	water, sand := filling(t, "fresh-water"), filling(t, "dry-sand")
	assert.Equal(t, 14, load.WeighAgain(load.Open, water))
	assert.Equal(t, 180, load.WeighAgain(load.Sealed, water))
	assert.Equal(t, 365, load.WeighAgain(load.Sealed, sand))
	assert.Equal(t, 180, load.WeighAgain(load.Open, sand))
}

func TestScoops(t *testing.T) {
	water := filling(t, "fresh-water")
	got, err := pail().Scoops(water, 7.3, 0.5)
	require.NoError(t, err)
	assert.Equal(t, 14, got.Whole)
	assert.InDelta(t, 0.3, float64(got.Rest), 1e-9)
	assert.InDelta(t, 0.5+7*0.998, float64(got.Fill.Mass.Value), 1e-9)
	got, err = pail().Scoops(water, 3*0.1, 0.1) // 0.30000000000000004/0.1
	require.NoError(t, err)
	assert.Equal(t, 3, got.Whole)
	_, err = pail().Scoops(water, 1, 0)
	assert.Error(t, err)
}

// Every stage weighs what it should, and what is poured out adds up.
func TestPourOff(t *testing.T) {
	water := filling(t, "fresh-water")
	rapid.Check(t, func(t *rapid.T) {
		start := quantity.Mass(rapid.Float64Range(3, 10).Draw(t, "start"))
		fall := rapid.Float64Range(0.05, 0.6).Draw(t, "fall")
		n := rapid.IntRange(1, 6).Draw(t, "drops")
		drops, err := pail().PourOff(water, start, 8, fall, n)
		require.NoError(t, err)
		assert.InDelta(t, float64(start), float64(drops[0].Fill.Mass.Value), 1e-9)
		var poured quantity.Volume
		for i, d := range drops[1:] {
			assert.InDelta(t, float64(drops[i].Fill.Mass.Value)*(1-fall), float64(d.Fill.Mass.Value), 1e-9)
			poured += d.Pour
		}
		assert.InDelta(t, float64(drops[0].Fill.Volume-drops[len(drops)-1].Fill.Volume), float64(poured), 1e-9)
		if len(drops) < n+1 {
			assert.Less(t, float64(drops[len(drops)-1].Fill.Mass.Value)*(1-fall), 0.5, "ends only where the next would be below empty")
		}
	})
	_, err := pail().PourOff(water, 30, 8, 0.2, 3)
	var beyond *load.OutOfReach
	require.ErrorAs(t, err, &beyond)
	_, err = pail().PourOff(water, 5, 8, 1, 3)
	assert.Error(t, err)
}

// Worked by hand for a stature of 1.8 m, forearm 0.2628 m. A pail 0.30 m wide with
// its rim 0.10 m under the grip: θ = atan(0.10/0.15) = 33.7°, 0.15 < 0.2628·cos θ
// = 0.219, so it meets the forearm there; 16.3° of 140° are lost.
func TestCurlByHand(t *testing.T) {
	c := load.CurlRange(0.30, 0.10, 1.8)
	assert.InDelta(t, 33.69, c.MeetsAt, 0.01)
	assert.InDelta(t, 16.31/140, c.Lost, 1e-3)
	// A wide tub, 0.50 m: half of it, 0.25, passes the forearm at θ = atan(0.1/0.25)
	// = 21.8° (0.244), so the upper arm meets it at asin(0.1/0.2628) = 22.4°.
	c = load.CurlRange(0.50, 0.10, 1.8)
	assert.InDelta(t, 22.37, c.MeetsAt, 0.01)
	// A tin under a long strap is free all the way.
	c = load.CurlRange(0.08, 0.20, 1.8)
	assert.Zero(t, c.Lost)
	rapid.Check(t, func(t *rapid.T) {
		w := quantity.Length(rapid.Float64Range(0.05, 0.6).Draw(t, "width"))
		d := quantity.Length(rapid.Float64Range(0, 0.3).Draw(t, "drop"))
		more := load.CurlRange(w, d+0.02, 1.8)
		assert.LessOrEqual(t, more.Lost, load.CurlRange(w, d, 1.8).Lost+1e-12, "a longer bail never costs range")
	})
}

// For 1.70 m: grip 0.431 × 1.7 = 0.7327 m; with the back level 0.143 × 1.7 =
// 0.2431 m (Drillis & Contini 1966).
func TestSwingClearance(t *testing.T) {
	s := load.SwingClearance(0.45, 1.70)
	assert.InDelta(t, 0.2827, float64(s.Standing), 1e-4)
	assert.InDelta(t, -0.2069, float64(s.Hinged), 1e-4)
	assert.True(t, s.Clear())
	assert.False(t, load.SwingClearance(0.70, 1.70).Clear())
}
