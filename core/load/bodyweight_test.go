package load_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// Ebben et al. 2011, J Strength Cond Res 25(10):2891–2894 (from memory); and what
// Suprak et al. 2011, 25(2):497–503 found at the bottom, inside the range.
func TestPushUpsAgainstTheTables(t *testing.T) {
	for rise, want := range map[quantity.Length]float64{-0.610: 0.74, -0.305: 0.70, 0: 0.64, 0.305: 0.55, 0.610: 0.41} {
		got, err := load.PushUp(rise, 1.75)
		require.NoError(t, err)
		assert.InDelta(t, want, got.Typical, 1e-9, "%g m", float64(rise))
		assert.False(t, got.Outside)
	}
	standard, err := load.PushUp(0, 1.75)
	require.NoError(t, err)
	for _, suprak := range []float64{0.69, 0.75} {
		assert.True(t, standard.Low <= suprak && suprak <= standard.High+1e-9)
	}
	knees := load.KneePushUp()
	assert.InDelta(t, 0.49, knees.Typical, 1e-9)
	for _, suprak := range []float64{0.54, 0.62} {
		assert.True(t, knees.Low <= suprak && suprak <= knees.High)
	}
	_, err = load.PushUp(-0.8, 1.75)
	assert.ErrorContains(t, err, "outside")
	_, err = load.PushUp(1.4, 1.75)
	assert.ErrorContains(t, err, "outside")
}

// A counter at 0.9 to 1.1 m: by hand for 1.75 m, R = 1.5837 m and α = 25.32°, so
// φ(0.61) = 47.98° and φ(1.0) = 64.48°: 0.41·0.4308/0.6694 = 0.264.
func TestCounterPushUpIsOutsideAndSaysSo(t *testing.T) {
	got, err := load.PushUp(1.0, 1.75)
	require.NoError(t, err)
	assert.True(t, got.Outside)
	assert.InDelta(t, 0.264, got.Typical, 0.001)
	assert.True(t, got.Low < got.Typical && got.Typical < got.High)
	rapid.Check(t, func(t *rapid.T) {
		h := quantity.Length(rapid.Float64Range(-0.61, 1.08).Draw(t, "rise"))
		stature := quantity.Length(rapid.Float64Range(1.4, 2.1).Draw(t, "stature"))
		lower, err := load.PushUp(h, stature)
		require.NoError(t, err)
		higher, err := load.PushUp(h+0.05, stature)
		require.NoError(t, err)
		assert.Less(t, higher.Typical, lower.Typical, "higher hands carry less")
	})
	rapid.Check(t, func(t *rapid.T) { // however short or tall, a share is one, in order
		stature := rapid.Float64Range(1.0, 2.5).Draw(t, "any stature")
		h := rapid.Float64Range(-0.61, 1.4).Draw(t, "any rise")
		s, err := load.PushUp(quantity.Length(h), quantity.Length(stature))
		if h > 1.2 || h > 0.818*stature {
			require.Error(t, err)
			return
		}
		require.NoError(t, err)
		require.True(t, 0 <= s.Low && s.Low <= s.Typical && s.Typical <= s.High && s.High <= 1, "%v", s)
	})
	end, _ := load.PushUp(0.61, 1.75)
	past, _ := load.PushUp(0.6101, 1.75)
	assert.InDelta(t, end.Typical, past.Typical, 1e-3, "no jump at the table's end")
}

// Melrose & Dawes 2015, J Athl Enhanc 4:1 (from memory).
func TestStrapsAgainstTheTable(t *testing.T) {
	for angle, want := range map[float64]float64{30: 0.374, 45: 0.529, 60: 0.681, 75: 0.794} {
		got, err := load.StrapPull(angle)
		require.NoError(t, err)
		assert.InDelta(t, want, got.Typical, 1e-9)
		assert.False(t, got.Outside)
	}
	for _, angle := range []float64{0, 20, 85, 90} {
		got, err := load.StrapPull(angle)
		require.NoError(t, err)
		assert.True(t, got.Outside)
		assert.LessOrEqual(t, got.High, 1.0)
	}
	_, err := load.StrapPull(91)
	assert.Error(t, err)
}

// By hand at 80 kg: 2·(0.94·80 + 10) − 0.88·80 = 100 kg.
func TestOneLegged(t *testing.T) {
	assert.InDelta(t, 100, float64(load.OneLegged(80, 10)), 1e-9)
	low, high := load.SplitStance(80, 10)
	assert.True(t, low < high && high < load.OneLegged(80, 10))
	assert.InDelta(t, 2*0.75*85.2-70.4, float64(low), 1e-9)
}

func TestBodyLoadsOfAPerson(t *testing.T) {
	all := load.BodyLoads(80, 1.75, 0.9)
	require.NotEmpty(t, all)
	assert.Contains(t, all[0].Name.In(quantity.Metric), "counter at 90.0 cm")
	assert.Contains(t, all[0].Name.In(quantity.US), "in")
	for _, l := range all {
		assert.True(t, l.Low <= l.Typical && l.Typical <= l.High, l.Name.In(quantity.Metric))
		assert.NotEmpty(t, l.Why.Source)
	}
	low, high := load.PackedPushUp(load.Share{Low: 0.64, Typical: 0.64, High: 0.75}, 80, 10)
	assert.InDelta(t, 0.64*90, float64(low), 1e-9)
	assert.InDelta(t, 0.75*80+10, float64(high), 1e-9)
	assert.Len(t, load.BodyLoads(80, 1.75, 0), len(all)-1)
}
