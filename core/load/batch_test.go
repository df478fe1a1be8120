package load_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/stat"
	"pgregory.net/rapid"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// By hand: dry sand 1.44 to 1.65, typical 1.50: u² = 0.21²/12 + 0.045², u = 0.075498. One
// weighing of 5.9 ± 0.02 kg gross, 0.06 ± 0.01 kg tare, 3.785 ± 0.026 L:
// ρ = 1.542933, u² = (0.02² + 0.01²)/3.785² + (1.542933·0.026/3.785)² =
// 3.4900e-5 + 1.12336e-4, u = 0.012134. Weights 175.44 and 6792.0 give
// ρ = 1.54185, u = 0.011980.
func TestBatchByHand(t *testing.T) {
	got, err := load.Reestimate(filling(t, "dry-sand"), []load.Weighing{{Gross: 5.9, GrossU1: 0.02, Tare: 0.06, TareU1: 0.01, Volume: 3.785,
		VolumeU1: 0.026}})
	require.NoError(t, err)
	assert.InDelta(t, 1.542933, float64(got.Each[0].Density), 1e-6)
	assert.InDelta(t, 0.012134, float64(got.Each[0].U1), 1e-6)
	assert.InDelta(t, 1.54185, float64(got.Density), 2e-5)
	assert.InDelta(t, 0.011980, float64(got.U1), 2e-6)
	assert.InDelta(t, math.Pow((1.5-1.54185)/0.075498, 2)+math.Pow((1.542933-1.54185)/0.012134, 2), got.Chi2, 2e-3)
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
				Gross:   quantity.Mass(rapid.Float64Range(3, 12).Draw(t, "gross")),
				GrossU1: quantity.Mass(rapid.Float64Range(0.005, 0.3).Draw(t, "u")),
				Tare:    quantity.Mass(rapid.Float64Range(0, 1).Draw(t, "tare")),
				Volume:  quantity.Volume(rapid.Float64Range(1, 6).Draw(t, "volume")),
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

// Against a formulation of its own: density and every shared error as unknowns with
// rows of their own, solved by gonum's QR; C never appears.
func TestTiedWeighingsAgainstGonumsLeastSquares(t *testing.T) {
	prior := filling(t, "dry-sand")
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 8).Draw(t, "n")
		scale, tare := rapid.Float64Range(0.01, 0.3).Draw(t, "scale"), rapid.Float64Range(0.005, 0.1).Draw(t, "tare")
		var all []load.Weighing
		a := mat.NewDense(n+3, 3, nil) // density, offset of the scale, error of the tare; each in units of its own uncertainty
		b := mat.NewDense(n+3, 1, nil)
		for i := range n {
			own, gross, v := rapid.Float64Range(0.005, 0.2).Draw(t, "own"), rapid.Float64Range(4, 12).Draw(t, "gross"),
				rapid.Float64Range(1, 6).Draw(t, "v")
			w := load.Weighing{Gross: quantity.Mass(gross), GrossU1: quantity.Mass(own), Tare: 0.1, Volume: quantity.Volume(v)}
			row := []float64{v / own, 0, 0}
			if rapid.Bool().Draw(t, "same scale") {
				w.Shared = append(w.Shared, load.Shared{Of: "scale", U1: quantity.Mass(scale)})
				row[1] = scale / own
				if rapid.Bool().Draw(t, "tare on it") {
					w.Shared = append(w.Shared, load.Shared{Of: "scale", U1: quantity.Mass(scale), Minus: true})
					row[1] = 0
				}
			}
			if rapid.Bool().Draw(t, "same tare") {
				w.Shared = append(w.Shared, load.Shared{Of: "tare", U1: quantity.Mass(tare), Minus: true})
				row[2] = -tare / own
			}
			all = append(all, w)
			a.SetRow(i, row)
			b.Set(i, 0, (gross-0.1)/own)
		}
		a.Set(n, 0, 1/float64(prior.U1()))
		b.Set(n, 0, float64(prior.Typical/prior.U1()))
		a.Set(n+1, 1, 1)
		a.Set(n+2, 2, 1)
		var x mat.Dense
		require.NoError(t, x.Solve(a, b))
		var normal, cov mat.Dense
		normal.Mul(a.T(), a)
		require.NoError(t, cov.Inverse(&normal))
		got, err := load.Reestimate(prior, all)
		require.NoError(t, err)
		assert.InEpsilon(t, x.At(0, 0), float64(got.Density), 1e-7)
		assert.InEpsilon(t, math.Sqrt(cov.At(0, 0)), float64(got.U1), 1e-6)

		// Rest is what comes out when the weighing is really left out.
		without, err := load.Reestimate(prior, all[1:])
		require.NoError(t, err)
		assert.InEpsilon(t, float64(without.Density), float64(got.Each[0].Rest), 1e-7)
		assert.InEpsilon(t, float64(without.U1), float64(got.Each[0].RestU1), 1e-6)
	})
}

// Ten weighings on one scale know its offset no better than one does: 0.3 kg in 4 L
// stay 0.075 kg/L, or nearly.
func TestASharedOffsetIsNotAveragedAway(t *testing.T) {
	one := load.Weighing{Gross: 6, GrossU1: 0.02, Tare: 0.1, Volume: 4, Shared: []load.Shared{{Of: "the scale", U1: 0.3}}}
	var ten []load.Weighing
	for range 10 {
		ten = append(ten, one)
	}
	wide := material.Filling{Low: 0.1, Typical: 5, High: 10}
	got, err := load.Reestimate(wide, ten)
	require.NoError(t, err)
	assert.InDelta(t, 0.075, float64(got.U1), 0.001)
	one.Shared = append(one.Shared, load.Shared{Of: "the scale", U1: 0.3, Minus: true})
	got, err = load.Reestimate(wide, []load.Weighing{one})
	require.NoError(t, err)
	assert.InDelta(t, 0.02/4, float64(got.U1), 1e-5, "the tare was weighed on it too")
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
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad)
		assert.Equal(t, field, bad.Field)
	}
	none, err := load.Reestimate(filling(t, "rice"), nil)
	require.NoError(t, err)
	assert.InDelta(t, 0.80, float64(none.Density), 1e-12)
}

// The same weighings give the same to the last digit, however often they are asked.
func TestReestimateIsOneAnswer(t *testing.T) {
	prior := filling(t, "dry-sand")
	var all []load.Weighing
	for i := range 24 {
		v := quantity.Volume(1 + float64(i)/7)
		all = append(all, load.Weighing{
			Gross: quantity.Mass(0.16 + 1.571*float64(v)), GrossU1: 0.006, Tare: 0.16, Volume: v,
			Shared: []load.Shared{{Of: "scale", U1: 0.03}, {Of: "tare", U1: 0.011, Minus: true}, {Of: fmt.Sprint("level ", i), U1: 0.04},
				{Of: fmt.Sprint("shape ", i%5), U1: 0.02}},
		})
	}
	first, err := load.Reestimate(prior, all)
	require.NoError(t, err)
	for range 50 {
		again, err := load.Reestimate(prior, all)
		require.NoError(t, err)
		require.Equal(t, first, again)
	}
}
