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

// JCGM 100:2008, 4.4.3 and table 1: twenty readings, mean 100.145, s = 1.489,
// standard uncertainty of the mean 0.333.
func TestRepeatedReadingsAgainstTheGuide(t *testing.T) {
	readings := []quantity.Mass{
		96.90, 98.18, 98.25, 98.61, 99.03, 99.49, 99.56, 99.74, 99.89, 100.07,
		100.33, 100.42, 100.68, 100.95, 101.11, 101.20, 101.57, 101.84, 102.36, 102.72,
	}
	got, err := load.Scale{Resolution: 1e-9}.Read(readings, nil)
	require.NoError(t, err)
	assert.InDelta(t, 100.145, float64(got.Mass.Value), 5e-4)
	assert.InDelta(t, 0.333, float64(got.Mass.U1), 5e-4)
	assert.Equal(t, quantity.Weighed, got.Mass.How)
	assert.Equal(t, -1, got.Odd)
}

// JCGM 100:2008, H.1 (end-gauge calibration), table H.1, in nm: the standard 25,
// the difference 9.7, the thermal expansion 2.9 and the temperature 16.6 make 32.
func TestEndGaugeBudgetAgainstTheGuide(t *testing.T) {
	assert.InDelta(t, 32, quantity.RootSumSquares(25, 9.7, 2.9, 16.6), 0.5)
	assert.InDelta(t, 9.7, quantity.RootSumSquares(5.8, 3.9, 6.7), 0.05)
	// 4.4.5: somewhere between 96 and 104, u = 4/√3 = 2.3.
	assert.InDelta(t, 2.3, quantity.Rectangular(4), 0.05)
}

// By hand: d = 0.1 gives 0.1/√12 = 0.0289, a = 0.3 gives 0.1732, both counted for
// each of two weighings: √(2·0.0289² + 2·0.1732²) = 0.2483.
func TestTwoWeighingsOfABathroomScale(t *testing.T) {
	s := load.Scale{Resolution: 0.1, Accuracy: 0.3}
	got, err := s.Read([]quantity.Mass{84.3}, []quantity.Mass{72.1})
	require.NoError(t, err)
	assert.InDelta(t, 12.2, float64(got.Mass.Value), 1e-9)
	assert.InDelta(t, 0.2483, float64(got.Mass.U1), 5e-5)
	require.Len(t, got.Budget, 4)
	sum := 0.0
	for _, b := range got.Budget {
		sum += b.Share
	}
	assert.InDelta(t, 1, sum, 1e-12)

	_, err = s.Read([]quantity.Mass{72.1}, []quantity.Mass{84.3})
	var bad *load.ReadingError
	require.ErrorAs(t, err, &bad)
	assert.Equal(t, "without", bad.Field)
}

func TestReadingsThatCannotBe(t *testing.T) {
	kitchen := load.Scale{Resolution: 0.001, Accuracy: 0.003, Max: 5}
	for field, c := range map[string]struct {
		s    load.Scale
		with []quantity.Mass
	}{
		"readings":      {kitchen, nil},
		"readings[1]":   {kitchen, []quantity.Mass{4.2, 5.1}},
		"readings[0]":   {kitchen, []quantity.Mass{-1}},
		"resolution_kg": {load.Scale{}, []quantity.Mass{1}},
	} {
		_, err := c.s.Read(c.with, nil)
		var bad *load.ReadingError
		require.ErrorAs(t, err, &bad, field)
		assert.Equal(t, field, bad.Field)
		assert.NotEmpty(t, bad.Error())
	}
}

func TestTheOddReadingIsNamed(t *testing.T) {
	s := load.Scale{Resolution: 0.1, Accuracy: 0.3}
	for odd, readings := range map[int][]quantity.Mass{
		2:  {72.4, 72.4, 72.9, 72.4},
		-1: {72.4, 72.5, 72.4, 72.5},
	} {
		got, err := s.Read(readings, nil)
		require.NoError(t, err)
		assert.Equal(t, odd, got.Odd, readings)
	}
	got, err := s.Read([]quantity.Mass{84.3}, []quantity.Mass{72.1, 72.1, 71.2})
	require.NoError(t, err)
	assert.Equal(t, 3, got.Odd, "counted on through the second series")
	two, err := s.Read([]quantity.Mass{70, 90}, nil)
	require.NoError(t, err)
	assert.Equal(t, -1, two.Odd, "of two nobody can say which")
}

// The mean and its uncertainty against gonum's.
func TestReadingsAgainstGonum(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		xs := rapid.SliceOfN(rapid.Float64Range(1, 50), 2, 20).Draw(t, "readings")
		with := make([]quantity.Mass, len(xs))
		for i, x := range xs {
			with[i] = quantity.Mass(x)
		}
		d, a := rapid.Float64Range(0.001, 1).Draw(t, "d"), rapid.Float64Range(0, 1).Draw(t, "a")
		got, err := load.Scale{Resolution: quantity.Mass(d), Accuracy: quantity.Mass(a)}.Read(with, nil)
		require.NoError(t, err)
		mean, sd := stat.MeanStdDev(xs, nil)
		assert.InDelta(t, mean, float64(got.Mass.Value), 1e-9)
		want := math.Sqrt(sd*sd/float64(len(xs)) + d*d/12 + a*a/3)
		assert.InDelta(t, want, float64(got.Mass.U1), 1e-9)
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
