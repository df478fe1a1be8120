package load_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat"
	"gonum.org/v1/gonum/stat/distuv"
	"pgregory.net/rapid"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// JCGM 100:2008, 4.4.3 and table 1: twenty readings, mean 100.145, s = 1.489,
// standard uncertainty of the mean 0.333; nothing is known of their scatter before.
func TestRepeatedReadingsAgainstTheGuide(t *testing.T) {
	readings := []float64{
		96.90, 98.18, 98.25, 98.61, 99.03, 99.49, 99.56, 99.74, 99.89, 100.07,
		100.33, 100.42, 100.68, 100.95, 101.11, 101.20, 101.57, 101.84, 102.36, 102.72,
	}
	mean, u, dof := quantity.Pooled(readings, 0, 0)
	assert.InDelta(t, 100.145, mean, 5e-4)
	assert.InDelta(t, 0.333, u, 5e-4)
	assert.InDelta(t, 19, dof, 0)
}

// By hand, one reading of 12.2 kg on a hanging scale of d = 0.01 and a = 0.05: s = 0.15
// with 4 degrees of freedom, d/√12 = 0.002887, a/√3 = 0.028868; u = 0.152779, ν =
// 4·(0.152779/0.15)⁴ = 4.3047, t = 2.7006 between table G.2's 2.78 and 2.57, U = 0.41.
func TestOneReadingByHand(t *testing.T) {
	got, err := load.Scale{Key: load.Hanging, Resolution: 0.01, Accuracy: 0.05}.Read([]quantity.Mass{12.2}, nil)
	require.NoError(t, err)
	assert.InDelta(t, 0.152779, float64(got.Mass.U1), 1e-6)
	assert.InDelta(t, 4.3047, got.Mass.DoF, 1e-3)
	assert.InDelta(t, 2.70, got.Mass.K, 0.01)
	assert.InDelta(t, 0.4126, float64(got.Mass.Expanded()), 2e-3)
	assert.InDelta(t, 0.05/math.Sqrt(3), float64(got.Shared), 1e-9)
	// Accuracy that nobody gave is that of the kind, never 0.
	kind, err := load.Scale{Key: load.Hanging}.Read([]quantity.Mass{12.2}, nil)
	require.NoError(t, err)
	assert.Equal(t, got.Mass, kind.Mass)
	other, err := load.Scale{Key: load.AnyScale}.Read([]quantity.Mass{100}, nil)
	require.NoError(t, err)
	assert.InDelta(t, math.Hypot(0.5, 0.5/math.Sqrt(3)), float64(other.Mass.U1), 1e-9, "half a per cent, twice")
}

// By hand: of a difference the offset cancels; √(2·(0.1² + 0.0289²) + (0.075/√3)²) =
// 0.15344.
func TestTwoWeighingsOfABathroomScale(t *testing.T) {
	s := load.Scale{Key: load.Bathroom, Resolution: 0.1, Accuracy: 0.3}
	got, err := s.Read([]quantity.Mass{84.3}, []quantity.Mass{72.1})
	require.NoError(t, err)
	assert.InDelta(t, 12.2, float64(got.Mass.Value), 1e-9)
	assert.InDelta(t, 0.15344, float64(got.Mass.U1), 5e-5)
	assert.Zero(t, got.Shared)
	require.Len(t, got.Budget, 5)
	sum := 0.0
	for _, b := range got.Budget {
		sum += b.Share
	}
	assert.InDelta(t, 1, sum, 1e-12)

	_, err = s.Read([]quantity.Mass{72.1}, []quantity.Mass{84.3})
	var bad *quantity.FieldError
	require.ErrorAs(t, err, &bad)
	assert.Equal(t, "without", bad.Field)
}

func TestReadingsThatCannotBe(t *testing.T) {
	kitchen := load.Scale{Key: load.Kitchen, Resolution: 0.001, Accuracy: 0.003, Max: 5}
	for field, with := range map[string][]quantity.Mass{"readings": nil, "readings[1]": {4.2, 5.1}, "readings[0]": {-1}} {
		_, err := kitchen.Read(with, nil)
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad, field)
		assert.Equal(t, field, bad.Field)
		assert.NotEmpty(t, bad.Error())
	}
}

func TestTheOddReadingIsNamed(t *testing.T) {
	s := load.Scale{Key: load.Bathroom, Resolution: 0.1, Accuracy: 0.3}
	for _, c := range []struct {
		odd      []int
		readings []quantity.Mass
	}{
		{[]int{2}, []quantity.Mass{72.4, 72.4, 72.9, 72.4}},
		{nil, []quantity.Mass{72.4, 72.5, 72.4, 72.5}},
		{[]int{1, 4}, []quantity.Mass{72.4, 75, 72.4, 72.3, 70, 72.4, 72.5}}, // two hide each other
		{nil, []quantity.Mass{72.4, 72.4, 80}},                               // of three nobody can say
	} {
		got, err := s.Read(c.readings, nil)
		require.NoError(t, err)
		assert.Equal(t, c.odd, got.Odd, c.readings)
	}
	got, err := s.Read([]quantity.Mass{84.3}, []quantity.Mass{72.1, 72.1, 71.2, 72.2})
	require.NoError(t, err)
	assert.Equal(t, []int{3}, got.Odd, "counted on through the second series")
}

// The pooled mean and scatter against gonum's, by the definition.
func TestReadingsAgainstGonum(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		xs := rapid.SliceOfN(rapid.Float64Range(1, 50), 2, 20).Draw(t, "readings")
		with := make([]quantity.Mass, len(xs))
		for i, x := range xs {
			with[i] = quantity.Mass(x)
		}
		d, a := rapid.Float64Range(0.001, 1).Draw(t, "d"), rapid.Float64Range(0.01, 1).Draw(t, "a")
		got, err := load.Scale{Key: load.Hanging, Resolution: quantity.Mass(d), Accuracy: quantity.Mass(a)}.Read(with, nil)
		require.NoError(t, err)
		mean, variance := stat.MeanVariance(xs, nil)
		assert.InDelta(t, mean, float64(got.Mass.Value), 1e-9)
		n := float64(len(xs))
		s2 := (4*0.15*0.15 + (n-1)*variance) / (n + 3)
		want := math.Sqrt(s2/n + d*d/12 + a*a/3)
		assert.InDelta(t, want, float64(got.Mass.U1), 1e-9)
		nu := math.Pow(want, 4) / (math.Pow(s2/n, 2) / (n + 3))
		assert.InEpsilon(t, distuv.StudentsT{Sigma: 1, Nu: nu}.Quantile(0.975)*want, float64(got.Mass.Expanded()), 1e-6)
	})
}

func TestAgreement(t *testing.T) {
	at := func(kg, u quantity.Mass) quantity.Estimate { return quantity.Estimate{Value: kg, U1: u} }
	a := load.Agree(at(10, 0.3), at(10.9, 0.4))
	assert.InDelta(t, 0.9, float64(a.Difference), 1e-9)
	assert.InDelta(t, 1, float64(a.U), 1e-9, "2·√(0.3² + 0.4²)")
	assert.True(t, a.Within)
	assert.False(t, a.Contradicts)
	a = load.Agree(at(10, 0.3), at(8.4, 0.4))
	assert.False(t, a.Within)
	assert.True(t, a.Contradicts, "3.2 u apart")
	a = load.Agree(at(10, 0.3), at(11.2, 0.4))
	assert.False(t, a.Within)
	assert.False(t, a.Contradicts)
}
