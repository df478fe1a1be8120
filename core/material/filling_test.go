package material_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// CRC Handbook of Chemistry and Physics, "Standard density of water" (from
// memory), g/mL.
func TestWaterDensityAgainstHandbook(t *testing.T) {
	for celsius, want := range map[float64]float64{0: 0.99984, 4: 0.99997, 10: 0.99970, 15: 0.99910, 20: 0.99821, 25: 0.99705, 30: 0.99565,
		40: 0.99222, 60: 0.98320, 80: 0.97180, 100: 0.95837} {
		got, err := material.WaterDensity(celsius)
		require.NoError(t, err)
		assert.InDelta(t, want, float64(got), 3e-5, "%g °C", celsius)
	}
	for _, bad := range []float64{-1, 101} {
		_, err := material.WaterDensity(bad)
		assert.Error(t, err)
	}
}

func TestTableIsInOrderAndKeyed(t *testing.T) {
	keys := []string{"fresh-water", "sea-water", "dry-sand", "wet-sand", "gravel", "garden-soil", "concrete", "salt", "rice", "beans",
		"cat-litter", "steel-shot", "books", "stuffing"}
	all := material.Fillings()
	require.Len(t, all, len(keys))
	for i, f := range all {
		assert.Equal(t, keys[i], f.Key)
		assert.Less(t, f.Low, f.Typical, f.Key)
		assert.Less(t, f.Typical, f.High, f.Key)
		assert.NotEmpty(t, f.Source, f.Key)
		got, err := material.FillingByKey(f.Key)
		require.NoError(t, err)
		assert.Equal(t, f, got)
	}
	_, err := material.FillingByKey("feathers")
	assert.ErrorContains(t, err, "feathers")
}

// Common practice: a US gallon of dry sand is about 12.5 lb, of wet sand 17 to
// 18 lb; of water 8.33 lb by physics (8.8 lb as quoted, which is a little high).
func TestGallonsAsPeopleQuoteThem(t *testing.T) {
	for key, pounds := range map[string]float64{"fresh-water": 8.33, "dry-sand": 12.5, "wet-sand": 17.5} {
		f, err := material.FillingByKey(key)
		require.NoError(t, err)
		got := float64(f.Typical) * quantity.USGallonL / quantity.PoundKg
		assert.InDelta(t, pounds, got, 0.25, key)
		low, high := float64(f.Low)*quantity.USGallonL/quantity.PoundKg, float64(f.High)*quantity.USGallonL/quantity.PoundKg
		assert.True(t, low <= pounds && pounds <= high, "%s: %.2f to %.2f lb", key, low, high)
	}
	water, _ := material.FillingByKey("fresh-water")
	assert.Less(t, float64(water.High)*quantity.USGallonL/quantity.PoundKg, 8.8, "the quoted water figure is above what physics allows")
}

func TestBareDensityCarriesFivePerCent(t *testing.T) {
	f := material.OfDensity(2)
	assert.InDelta(t, 0.1/1.7320508, float64(f.U1()), 1e-8)
}

// CRC Handbook (from memory): 0.99821 at 20 °C, 0.98804 at 50 °C.
func TestWaterAtATemperature(t *testing.T) {
	for celsius, want := range map[float64]float64{20: 0.99821, 50: 0.98804} {
		f, err := material.WaterAt(celsius)
		require.NoError(t, err)
		assert.InDelta(t, want, float64(f.Typical), 3e-5)
		assert.True(t, f.Low < f.Typical && f.Typical < f.High)
		assert.True(t, f.Wet)
	}
	four, err := material.WaterAt(4)
	require.NoError(t, err)
	assert.Greater(t, float64(four.High), float64(four.Typical), "densest of all, but for what is dissolved")
	_, err = material.WaterAt(120)
	assert.ErrorContains(t, err, "outside 0 to 100")
}
