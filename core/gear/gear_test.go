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
