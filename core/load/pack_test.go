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

// everyPacking tries every choice: nearest total, then fewest pieces.
func everyPacking(q load.PackQuestion) (off float64, pieces int) {
	off = math.Inf(1)
	var walk func(i int, mass, volume float64, n int)
	walk = func(i int, mass, volume float64, n int) {
		if volume > float64(q.Capacity)+1e-9 {
			return
		}
		if i == len(q.Items) {
			total := mass + float64(q.Stuffing)*(float64(q.Capacity)-volume)
			d := math.Abs(total - float64(q.Target))
			if d < off-1e-9 || d < off+1e-9 && n < pieces {
				off, pieces = math.Min(off, d), n
			}
			return
		}
		for k := range q.Items[i].Count + 1 {
			walk(i+1, mass+float64(k)*float64(q.Items[i].Mass), volume+float64(k)*float64(q.Items[i].Volume), n+k)
		}
	}
	walk(0, float64(q.Tare), 0, 0)
	return off, pieces
}

func TestPackAgainstEveryChoice(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q := load.PackQuestion{
			Capacity: quantity.Volume(rapid.IntRange(1, 24).Draw(t, "capacity")), Tare: 0.7,
			Target:   quantity.Mass(float64(rapid.IntRange(0, 14000).Draw(t, "target")) / 1000),
			Stuffing: quantity.Density(rapid.SampledFrom([]float64{0, 0.2}).Draw(t, "stuffing")),
		}
		for range rapid.IntRange(0, 5).Draw(t, "kinds") {
			q.Items = append(q.Items, load.PackItem{
				Name: "thing", Mass: quantity.Mass(float64(rapid.IntRange(20, 3000).Draw(t, "grams")) / 1000),
				Volume: quantity.Volume(float64(rapid.IntRange(0, 1200).Draw(t, "units")) * 0.005),
				Count:  rapid.IntRange(0, 3).Draw(t, "count"),
			})
		}
		got, err := load.Pack(context.Background(), q)
		if err != nil {
			t.Fatal(err)
		}
		off, pieces := everyPacking(q)
		n := 0
		for _, c := range got.Counts {
			n += c
		}
		if d := math.Abs(float64(got.Total - q.Target)); math.Abs(d-off) > 1e-6 || n != pieces {
			t.Fatalf("%v off with %d pieces, every choice gives %v with %d", d, n, off, pieces)
		}
		if got.Stuffing < 0 {
			t.Fatalf("%v L too much in it", got.Stuffing)
		}
	})
}

// Things weigh what they weigh, not whole grams: the packing is the nearest up to half a
// gram for each piece in it, in the best one, and in the target.
func TestPackOffTheGrid(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q := load.PackQuestion{
			Capacity: quantity.Volume(rapid.Float64Range(1, 24).Draw(t, "capacity")),
			Tare:     quantity.Mass(rapid.Float64Range(0, 2).Draw(t, "tare")),
			Target:   quantity.Mass(rapid.Float64Range(0, 14).Draw(t, "target")),
			Stuffing: quantity.Density(rapid.Float64Range(0, 0.3).Draw(t, "stuffing")),
		}
		for range rapid.IntRange(0, 5).Draw(t, "kinds") {
			q.Items = append(q.Items, load.PackItem{
				Name: "thing", Mass: quantity.Mass(rapid.Float64Range(0.0101, 3).Draw(t, "kg")),
				Volume: quantity.Volume(rapid.Float64Range(0, 6).Draw(t, "litres")), Count: rapid.IntRange(0, 3).Draw(t, "count"),
			})
		}
		got, err := load.Pack(context.Background(), q)
		if err != nil {
			t.Fatal(err)
		}
		off, pieces := everyPacking(q)
		mass, volume := float64(q.Tare), 0.0
		for i, n := range got.Counts {
			pieces += n
			mass, volume = mass+float64(n)*float64(q.Items[i].Mass), volume+float64(n)*float64(q.Items[i].Volume)
		}
		total := mass + float64(q.Stuffing)*(float64(q.Capacity)-volume)
		if d := math.Abs(total - float64(q.Target)); d > off+float64(pieces+2)*0.0005+1e-9 {
			t.Fatalf("%v off, the best is %v", d, off)
		}
		if math.Abs(total-float64(got.Total)) > 1e-9 || volume > float64(q.Capacity)+1e-9 {
			t.Fatalf("says %v, is %v with %v of %v L", got.Total, total, volume, q.Capacity)
		}
	})
}

// Common practice: a day pack gets to about 25 lb with bottles, books and cans.
// By hand: 6 cans and 2 bottles of water are 2.46 + 3.08 kg, with 6 books 10.64 kg.
func TestPackOfTheHousehold(t *testing.T) {
	q := load.PackQuestion{Capacity: 22, Tare: 0.7, Target: 12, Tolerance: 0.05, Stuffing: 0.2, Items: []load.PackItem{
		{Name: "can", Mass: 0.41, Volume: 0.4, Count: 8}, {Name: "bottle", Mass: 1.54, Volume: 1.6, Count: 4},
		{Name: "book", Mass: 0.85, Volume: 1.1, Count: 10}, {Name: "trunk", Mass: 9, Volume: 40, Count: 1},
	}}
	got, err := load.Pack(context.Background(), q)
	require.NoError(t, err)
	assert.True(t, got.Within, "%v kg", got.Total)
	assert.Equal(t, []string{"trunk"}, got.TooBig)
	assert.InDelta(t, float64(got.Stuffing)*0.2, float64(got.StuffingMass), 1e-12)
	off, _ := everyPacking(q)
	assert.InDelta(t, off, math.Abs(float64(got.Total-q.Target)), 1e-9)
}

func TestPackLimits(t *testing.T) {
	for field, q := range map[string]load.PackQuestion{
		"capacity_l":        {Target: 5},
		"items[0].mass_kg":  {Capacity: 5, Items: []load.PackItem{{Name: "air"}}},
		"items[0].volume_l": {Capacity: 5, Items: []load.PackItem{{Name: "hole", Mass: 1, Volume: -1}}},
		"items[0].count":    {Capacity: 5, Items: []load.PackItem{{Name: "cans", Mass: 1, Count: 9999}}},
	} {
		_, err := load.Pack(context.Background(), q)
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad, field)
		assert.Equal(t, field, bad.Field)
	}
	empty, err := load.Pack(context.Background(), load.PackQuestion{Capacity: 10, Tare: 1, Target: 0.2})
	require.NoError(t, err)
	assert.Equal(t, quantity.Mass(1), empty.Mass, "an empty bag is as near as it gets")
}
