package load_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

func container(t *testing.T, id, kind, fill string, volume quantity.Volume) load.Container {
	t.Helper()
	k, err := load.KindByKey(kind)
	require.NoError(t, err)
	return load.Container{
		ID: id, Name: id, Kind: k, Closure: k.Closure, Filling: filling(t, fill), Volume: volume, Adjustable: k.Adjustable,
		Vessel: load.Vessel{Tare: k.Tare, Capacity: k.Capacity, Rating: k.Limit,
			Profile: load.Prism{Capacity: k.Capacity, Height: k.Height}},
	}
}

// laddered is a ladder of rungs with the pairs that they make.
func laddered(rungs []load.Rung) load.Ladder {
	l := load.Ladder{}
	l.Add(rungs)
	l.Add(load.NearestPairs(slices.Clone(l[load.OneHand])))
	return l
}

func ladder(cs ...load.Container) load.Ladder {
	var rungs []load.Rung
	for _, c := range cs {
		rungs = append(rungs, c.Rungs()...)
	}
	return laddered(rungs)
}

func TestTwoJugsMakeAPairAndAnOverheadLoad(t *testing.T) {
	l := ladder(container(t, "A", "jug", "fresh-water", 3.7), container(t, "B", "jug", "fresh-water", 3.6))
	require.Len(t, l[load.OneHand], 2)
	require.Len(t, l[load.Pair], 1)
	assert.InDelta(t, 0.06+0.998*3.65, float64(l[load.Pair][0].Low), 1e-9, "a pair's rung is the mass in one hand")
	assert.Len(t, l[load.Overhead], 2, "3.6 L of 3.785 leave under 8 % free")
}

func TestUnequalJugsMakeNoPair(t *testing.T) {
	l := ladder(container(t, "A", "jug", "fresh-water", 3.7), container(t, "B", "jug", "fresh-water", 3.0))
	assert.Empty(t, l[load.Pair], "0.7 kg apart is more than 0.25 kg and 3 %")
	assert.Len(t, l[load.Overhead], 1, "a jug with a fifth free is not for overhead")
}

func TestBucketIsAStretch(t *testing.T) {
	b := container(t, "bucket", "bucket", "dry-sand", 0)
	l := ladder(b, container(t, "A", "jug", "dry-sand", 3.7))
	require.NotEmpty(t, l[load.OneHand])
	r := l[load.OneHand][0]
	assert.Equal(t, quantity.Mass(0.5), r.Low)
	assert.InDelta(t, 0.5+1.5*10.4, float64(r.High), 1e-9, "below the bail's 20 kg with its ±")
	assert.Empty(t, l[load.Overhead], "an open bucket is never overhead, and 5.6 kg is above half of the jug handle's rating")
	require.Len(t, l[load.Pair], 1)
	assert.Equal(t, l[load.Pair][0].Low, l[load.Pair][0].High, "the jug fixes the pair, the bucket follows")
	b.Vessel.Rating = 8
	top := ladder(b)[load.OneHand][0]
	assert.Less(t, float64(top.High+top.U), 8.0001)
}

// Overhead takes half of the rating: a jug of wet sand (7.9 kg) on a handle
// good for 10 kg stays below the shoulder.
func TestRatingsByHold(t *testing.T) {
	l := ladder(container(t, "A", "jug", "wet-sand", 3.7))
	assert.NotEmpty(t, l[load.OneHand])
	assert.Empty(t, l[load.Overhead])
	c := container(t, "A", "jug", "wet-sand", 3.7)
	f, err := c.Fill()
	require.NoError(t, err)
	assert.Equal(t, load.NotOverhead, c.Steadiness(f))
	c.Volume = 2
	f, err = c.Fill()
	require.NoError(t, err)
	assert.Equal(t, load.Shifts, c.Steadiness(f))
}

func TestStepsAboveTenPerCent(t *testing.T) {
	l := laddered([]load.Rung{
		{Hold: load.TwoHand, Low: 4, High: 4, Things: []string{"a"}},
		{Hold: load.TwoHand, Low: 4.4, High: 4.4, Things: []string{"b"}},
		{Hold: load.TwoHand, Low: 6, High: 9, Things: []string{"c"}},
		{Hold: load.TwoHand, Low: 7, High: 8, Things: []string{"d"}},
		{Hold: load.TwoHand, Low: 12, High: 12, Things: []string{"e"}},
	})
	steps := l.Steps(load.TwoHand)
	require.Len(t, steps, 2)
	assert.Equal(t, "4.4 → 6.0 kg is a 36 % step", steps[0].String())
	assert.InDelta(t, 9, float64(steps[1].From), 1e-12, "a stretch reaches over a rung inside it")
	assert.Equal(t, quantity.Mass(12), l.Heaviest(load.TwoHand))
}
