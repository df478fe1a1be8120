package load_test

import (
	"context"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// IWF Technical and Competition Rules: the men's bar is 20 kg, a collar 2.5 kg;
// with two 25 and two 20 kg discs it is 115 kg.
func TestCompetitionBar(t *testing.T) {
	bar := load.PlateBar{Mass: 20, Collar: 2.5, Plates: []load.Plate{{Mass: 20, Count: 2}, {Mass: 25, Count: 2}, {Mass: 1.25, Count: 2}}}
	got, err := bar.Load(context.Background(), 115)
	require.NoError(t, err)
	assert.Equal(t, []quantity.Mass{25, 20}, got.PerSide, "heaviest inside")
	assert.InDelta(t, 115, float64(*got.Below), 1e-9)
	assert.InDelta(t, 115, float64(*got.Above), 1e-9)
	assert.InDelta(t, 25, float64(got.Loads[0]), 1e-9, "two collars are always on")
	assert.Len(t, got.Loads, 8)
}

func TestNearestFromEitherSide(t *testing.T) {
	bar := load.PlateBar{Mass: 2, Plates: []load.Plate{{Mass: 1.25, Count: 4}, {Mass: 0.5, Count: 3}}}
	got, err := bar.Load(context.Background(), 5)
	require.NoError(t, err)
	// 2, 3, 4.5, 5.5, 7, 8: one pair of 0.5 only, the third stays off.
	assert.InDeltaSlice(t, []float64{2, 3, 4.5, 5.5, 7, 8}, floats(got.Loads), 1e-9)
	assert.InDelta(t, 4.5, float64(*got.Below), 1e-9)
	assert.InDelta(t, 5.5, float64(*got.Above), 1e-9)
	assert.InDelta(t, 4.5, float64(got.Nearest), 1e-9, "of two equally near the lighter")
	low, err := bar.Load(context.Background(), 1)
	require.NoError(t, err)
	assert.Nil(t, low.Below)
	assert.Empty(t, low.PerSide)
	high, err := bar.Load(context.Background(), 99)
	require.NoError(t, err)
	assert.Nil(t, high.Above)
}

func floats(ms []quantity.Mass) (out []float64) {
	for _, m := range ms {
		out = append(out, float64(m))
	}
	return out
}

// Against trying every choice of pairs.
func TestPlatesAgainstEveryChoice(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		bar := load.PlateBar{Mass: 10, Collar: quantity.Mass(rapid.SampledFrom([]float64{0, 0.25}).Draw(t, "collar"))}
		for range rapid.IntRange(0, 5).Draw(t, "kinds") {
			bar.Plates = append(bar.Plates, load.Plate{
				Mass: quantity.Mass(float64(rapid.IntRange(1, 40).Draw(t, "quarters")) / 4), Count: rapid.IntRange(0, 7).Draw(t, "count"),
			})
		}
		target := rapid.Float64Range(5, 120).Draw(t, "target")
		sums := map[float64]int{0: 0}
		for _, p := range bar.Plates {
			next := map[float64]int{}
			for sum, n := range sums {
				for k := range p.Count/2 + 1 {
					s := sum + float64(k)*float64(p.Mass)
					if have, ok := next[s]; !ok || n+k < have {
						next[s] = n + k
					}
				}
			}
			sums = next
		}
		got, err := bar.Load(context.Background(), quantity.Mass(target))
		if err != nil {
			t.Fatal(err)
		}
		if len(got.Loads) != len(sums) {
			t.Fatalf("%d loads, every choice gives %d", len(got.Loads), len(sums))
		}
		nearest := math.Inf(1)
		for s := range sums {
			nearest = math.Min(nearest, math.Abs(10+2*float64(bar.Collar)+2*s-target))
		}
		if off := math.Abs(float64(got.Nearest) - target); off > nearest+1e-6 {
			t.Fatalf("nearest is %v off, %v is possible", off, nearest)
		}
		side := 0.0
		for i, m := range got.PerSide {
			side += float64(m)
			if i > 0 && m > got.PerSide[i-1] {
				t.Fatalf("%v: the heaviest go inside", got.PerSide)
			}
		}
		if n := sums[side]; n != len(got.PerSide) {
			t.Fatalf("%d plates a side, %d would do", len(got.PerSide), n)
		}
	})
}

func TestImpossiblePlatesAreNamed(t *testing.T) {
	for field, p := range map[string]load.Plate{"plates[0].mass_kg": {Mass: 0, Count: 2}, "plates[0].count": {Mass: 5, Count: -1}} {
		_, err := load.PlateBar{Mass: 20, Plates: []load.Plate{p}}.Load(context.Background(), 50)
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad)
		assert.Equal(t, field, bad.Field)
	}
	many := load.PlateBar{Mass: 20}
	for i := range 25 {
		many.Plates = append(many.Plates, load.Plate{Mass: quantity.Mass(1 + math.Sqrt(float64(i))/7), Count: 4})
	}
	_, err := many.Load(context.Background(), 100)
	assert.ErrorContains(t, err, "different sums")
}

// Four and forty kinds of plate with 200 each: the product's own maximum is answered or
// refused, from a bounded number of sums; what forty on one grid make is every multiple
// of their step up to all of them together.
func TestTheMostPlatesAreAnswered(t *testing.T) {
	bar := load.PlateBar{Mass: 20}
	for i := range 40 {
		bar.Plates = append(bar.Plates, load.Plate{Mass: 0.25 * quantity.Mass(i+1), Count: 200})
	}
	got, err := bar.Load(context.Background(), 20+2*1234.5)
	require.NoError(t, err)
	assert.Len(t, got.Loads, 1+100*40*41/2, "every quarter of a kilogram a side, none twice")
	assert.InDelta(t, 20+2*1234.5, float64(got.Nearest), 1e-9)
	var side quantity.Mass
	for _, m := range got.PerSide {
		side += m
	}
	assert.InDelta(t, 1234.5, float64(side), 1e-9)
	assert.Len(t, got.PerSide, 125, "the fewest: a hundred of 10 carry 1000, 24 of 9.75 carry 234 and not 234.5, so 25 more")
}

// Nobody's answer is worked out any longer: the longest questions stop when told.
func TestLongQuestionsStopWhenToldTo(t *testing.T) {
	bar := load.PlateBar{Mass: 20}
	for i := range 40 {
		bar.Plates = append(bar.Plates, load.Plate{Mass: 0.25 * quantity.Mass(i+1), Count: 200})
	}
	pack := load.PackQuestion{Capacity: 60, Tare: 1, Target: 40}
	for i := range 60 {
		pack.Items = append(pack.Items, load.PackItem{Name: "x", Mass: quantity.Mass(0.15 + float64(i*37%97)/60), Volume: 0.4, Count: 3})
	}
	for looks := range 12 {
		_, err := bar.Load(&leaving{Context: context.Background(), looks: looks}, 75)
		require.ErrorIs(t, err, context.Canceled)
		_, _, err = bar.BestExtraPair(&leaving{Context: context.Background(), looks: looks}, []quantity.Mass{1})
		require.ErrorIs(t, err, context.Canceled)
		_, err = load.Pack(&leaving{Context: context.Background(), looks: looks}, pack)
		require.ErrorIs(t, err, context.Canceled)
	}
}

// leaving is the context of a caller who leaves after it was looked at so often.
type leaving struct {
	context.Context
	looks int
}

func (l *leaving) Err() error {
	if l.looks--; l.looks < 0 {
		return context.Canceled
	}
	return nil
}
