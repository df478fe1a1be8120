package gear_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

func TestCatalogueIsWhole(t *testing.T) {
	seen := map[string]bool{}
	for _, it := range gear.All() {
		assert.False(t, seen[it.Key], "%s twice", it.Key)
		seen[it.Key] = true
		assert.Positive(t, it.Price, it.Key)
		assert.True(t, len(it.Loads)+len(it.Supplies)+len(it.Vessels)+len(it.Bands) > 0 || it.Filling != "", "%s does nothing", it.Key)
		assert.Len(t, it.Elastics("x"), len(it.Bands), "%s: a curve for every band", it.Key)
		for _, c := range quantity.Currencies() {
			p, err := it.SamplePrice(c)
			require.NoError(t, err)
			assert.Positive(t, p.Minor)
		}
	}
	assert.GreaterOrEqual(t, len(seen), 25)
	for _, it := range gear.All() {
		for _, any := range it.Needs {
			for _, key := range any {
				assert.True(t, seen[key], "%s needs %s", it.Key, key)
			}
		}
	}
}

// IWF Technical and Competition Rules: a men's bar weighs 20 kg, the least a
// loaded one can.
func TestBarStartsAtItsOwnMass(t *testing.T) {
	bar, err := gear.ByKey("barbell-60")
	require.NoError(t, err)
	rungs := bar.Rungs(load.Bought, "x")
	assert.Equal(t, quantity.Mass(20), rungs[0].Low)
	assert.Equal(t, quantity.Mass(80), rungs[len(rungs)-1].High)
	assert.Len(t, rungs, 25)
}

// Around machines 0.6 m stay free on the sides from which they are entered (ISO 20957-1, from
// memory); a bar of 2.2 m (IWF) in a rack is loaded from 0.6 m beyond each end.
func TestWorkingZones(t *testing.T) {
	for _, key := range []string{"half-rack", "squat-stands", "wall-rack"} {
		it, err := gear.ByKey(key)
		require.NoError(t, err)
		want := (2.2-float64(it.Stand.Width))/2 + 0.6
		assert.InDelta(t, want, float64(it.Stand.Zone.Left), 0.01, key)
		assert.InDelta(t, want, float64(it.Stand.Zone.Right), 0.01, key)
		assert.GreaterOrEqual(t, float64(it.Stand.Zone.Front), 0.6, key)
	}
	for _, key := range []string{"flat-bench", "adjustable-bench", "step-box"} {
		it, err := gear.ByKey(key)
		require.NoError(t, err)
		assert.InDelta(t, 0.6, float64(it.Stand.Zone.Front), 0.01, key)
	}
}
