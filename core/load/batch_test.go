package load_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat"
	"pgregory.net/rapid"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// By hand: dry sand 1.44 to 1.65, typical 1.50: u = 0.21/(2√3) = 0.060622. One
// weighing of 5.9 ± 0.02 kg gross, 0.06 ± 0.01 kg tare, 3.785 ± 0.026 L:
// ρ = 1.542933, u² = (0.02² + 0.01²)/3.785² + (1.542933·0.026/3.785)² =
// 3.4900e-5 + 1.12336e-4, u = 0.012134. Weights 272.11 and 6792.0 give
// ρ = 1.54128, u = 0.011898.
func TestBatchByHand(t *testing.T) {
	got, err := load.Reestimate(filling(t, "dry-sand"), []load.Weighing{{Gross: 5.9, GrossU1: 0.02, Tare: 0.06, TareU1: 0.01, Volume: 3.785, VolumeU1: 0.026}})
	require.NoError(t, err)
	assert.InDelta(t, 1.542933, float64(got.Each[0].Density), 1e-6)
	assert.InDelta(t, 0.012134, float64(got.Each[0].U1), 1e-6)
	assert.InDelta(t, 1.54128, float64(got.Density), 2e-5)
	assert.InDelta(t, 0.011898, float64(got.U1), 2e-6)
	assert.InDelta(t, math.Pow((1.5-1.54128)/0.060622, 2)+math.Pow((1.542933-1.54128)/0.012134, 2), got.Chi2, 2e-3)
	assert.False(t, got.Each[0].Contradicts)
}

// Against gonum's weighted mean, with weights 1/u².
func TestBatchIsTheWeightedMean(t *testing.T) {
	prior := filling(t, "wet-sand")
	rapid.Check(t, func(t *rapid.T) {
		values, weights := []float64{float64(prior.Typical)}, []float64{1 / math.Pow(float64(prior.U1()), 2)}
		var all []load.Weighing
		for range rapid.IntRange(0, 6).Draw(t, "n") {
			w := load.Weighing{
				Gross: quantity.Mass(rapid.Float64Range(3, 12).Draw(t, "gross")), GrossU1: quantity.Mass(rapid.Float64Range(0.005, 0.3).Draw(t, "u")),
				Tare: quantity.Mass(rapid.Float64Range(0, 1).Draw(t, "tare")), Volume: quantity.Volume(rapid.Float64Range(1, 6).Draw(t, "volume")),
			}
			all = append(all, w)
			v := float64(w.Volume)
			values = append(values, float64(w.Gross-w.Tare)/v)
			weights = append(weights, math.Pow(v/float64(w.GrossU1), 2))
		}
		got, err := load.Reestimate(prior, all)
		if err != nil {
			t.Fatal(err)
		}
		if want := stat.Mean(values, weights); math.Abs(float64(got.Density)-want) > 1e-9*want {
			t.Fatalf("%v, gonum has %v", got.Density, want)
		}
		if got.U1 > prior.U1() {
			t.Fatalf("weighing made it less certain: %v from %v", got.U1, prior.U1())
		}
	})
}

func TestAReadingThatContradictsTheRestIsNamed(t *testing.T) {
	good := load.Weighing{Gross: 8, GrossU1: 0.05, Tare: 0.1, Volume: 3.8, VolumeU1: 0.02}
	bad := good
	bad.Gross = 6
	got, err := load.Reestimate(filling(t, "wet-sand"), []load.Weighing{good, good, bad})
	require.NoError(t, err)
	assert.Equal(t, []bool{false, false, true}, []bool{got.Each[0].Contradicts, got.Each[1].Contradicts, got.Each[2].Contradicts})
}

func TestImpossibleWeighingsAreNamed(t *testing.T) {
	for field, w := range map[string]load.Weighing{
		"weighings[0].volume_l":   {Gross: 5, GrossU1: 0.1, Tare: 1},
		"weighings[0].gross_kg":   {Gross: 1, GrossU1: 0.1, Tare: 1, Volume: 3},
		"weighings[0].gross_u_kg": {Gross: 5, Tare: 1, Volume: 3},
	} {
		_, err := load.Reestimate(filling(t, "rice"), []load.Weighing{w})
		var bad *load.BatchError
		require.ErrorAs(t, err, &bad)
		assert.Equal(t, field, bad.Field)
	}
	none, err := load.Reestimate(filling(t, "rice"), nil)
	require.NoError(t, err)
	assert.InDelta(t, 0.80, float64(none.Density), 1e-12)
}
