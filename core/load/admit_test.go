package load_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

func rungOf(t *testing.T, k load.Container, h load.Hold) load.Rung {
	t.Helper()
	for _, r := range k.Rungs() {
		if r.Hold == h {
			return r
		}
	}
	t.Fatalf("no rung for %s", h)
	return load.Rung{}
}

// Two open buckets of water are no pair for a press over the face; two full jugs within
// half of what their handles are good for are.
func TestNothingOpenOverTheFace(t *testing.T) {
	kind, err := load.KindByKey("bucket")
	require.NoError(t, err)
	bucket := load.Container{ID: "b1", Name: "bucket", Kind: kind, Closure: load.Open, Filling: filling(t, "fresh-water"), Volume: 8,
		Vessel: load.Vessel{Tare: 0.5, Capacity: 10, Rating: 20, Profile: load.Prism{Capacity: 10, Height: 0.26}}}
	other := bucket
	other.ID = "b2"
	pair := func(a, b load.Container) load.Rung {
		l := laddered(append(a.Rungs(), b.Rungs()...))
		require.NotEmpty(t, l[load.Pair])
		return l[load.Pair][0]
	}
	_, refusal, ok := pair(bucket, other).Admit(load.OverFace)
	require.False(t, ok)
	assert.Equal(t, load.RefusedOpen, refusal.Kind)
	_, _, ok = pair(bucket, other).Admit(load.Carried)
	assert.True(t, ok, "they may be carried")

	one, two := jug(t, "fresh-water", 3.7), jug(t, "fresh-water", 3.7)
	two.ID = "j2"
	_, _, ok = pair(one, two).Admit(load.OverFace)
	assert.True(t, ok)
	other.Volume = 3.27
	_, refusal, ok = pair(one, other).Admit(load.OverFace)
	assert.False(t, ok, "one of the two is enough: %v", refusal)
	half := jug(t, "fresh-water", 2)
	_, refusal, ok = rungOf(t, half, load.OneHand).Admit(load.HeldOverhead)
	require.False(t, ok)
	assert.Equal(t, load.RefusedShifting, refusal.Kind)
	sand := jug(t, "dry-sand", 3.7) // 5.6 kg: above 5
	_, refusal, ok = rungOf(t, sand, load.OneHand).Admit(load.HeldOverhead)
	require.False(t, ok)
	assert.Equal(t, load.RefusedRating, refusal.Kind)
	assert.InDelta(t, 5, float64(refusal.Most), 1e-9)
	assert.Contains(t, refusal.Phrase().In(quantity.Metric), "trusted with 5.0 kg")
}

// By hand: rating 10 kg; swung a third of it; hung from nothing of the household.
func TestAdmissionByUse(t *testing.T) {
	full := rungOf(t, jug(t, "fresh-water", 3.7), load.OneHand) // 3.75 kg
	_, refusal, ok := full.Admit(load.Swung)
	require.False(t, ok)
	assert.InDelta(t, 10./3, float64(refusal.Most), 1e-9)
	_, refusal, ok = full.Admit(load.HungFrom)
	require.False(t, ok)
	assert.Equal(t, load.RefusedHousehold, refusal.Kind)
	dumbbell := load.Rung{Hold: load.OneHand, Low: 20, High: 20, U: 0.4}
	for _, u := range load.Uses() {
		got, _, ok := dumbbell.Admit(u)
		assert.True(t, ok, u)
		assert.Equal(t, dumbbell, got, "a thing made for it is admitted whole to %s", u)
	}
}

// A jug that is refilled goes overhead from nearly full to half of its rating; what is
// admitted is admitted again, and asks for no more than it may weigh.
func TestAStretchIsAdmittedInPart(t *testing.T) {
	k := jug(t, "dry-sand", 0)
	k.Adjustable = true
	k.Vessel.Rating = 14
	r := rungOf(t, k, load.OneHand)
	above, _, ok := r.Admit(load.HeldOverhead)
	require.True(t, ok)
	assert.InDelta(t, 0.06+1.5*0.92*float64(k.Vessel.Capacity), float64(above.Low), 1e-9, "92 % full")
	assert.LessOrEqual(t, float64(above.High+above.U), 7.0+1e-9)
	again, _, ok := above.Admit(load.HeldOverhead)
	require.True(t, ok)
	assert.Equal(t, above, again)
	k.Vessel.Rating = 6
	_, refusal, ok := rungOf(t, k, load.OneHand).Admit(load.HeldOverhead)
	require.False(t, ok)
	assert.Positive(t, float64(refusal.Most))
	k.Condition = load.Tired
	assert.InDelta(t, 4.2, float64(rungOf(t, k, load.OneHand).Conditions.Rated), 1e-9)
}
