package band_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/band"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// What the needs call a band movement is one that the bench knows, under one name.
func TestEveryBandMovementOfTheNeedsHasAGeometry(t *testing.T) {
	for _, key := range movement.Banded() {
		m, err := movement.ByKey(key)
		require.NoError(t, err)
		b, ok := band.MovementByKey(key)
		require.True(t, ok, key)
		assert.Equal(t, m.Name, b.Name)
		var needs []movement.Capability
		if b.Anchored() {
			needs = append(needs, map[string]movement.Capability{"high": movement.AnchorHigh, "chest": movement.AnchorChest, "low": movement.AnchorLow}[b.Level()])
		}
		assert.Equal(t, needs, m.Needs, key)
	}
}

func TestRungsOfBands(t *testing.T) {
	bands := []band.Band{loop(t, "light", 1), loop(t, "strong", 2)}
	bounds := band.BoundsIn(space.Room{Length: 4, Width: 3}, 1.75)
	rungs := band.Rungs(bands, movement.Banded(), 1.75, bounds)
	seen := map[string]bool{}
	for _, r := range rungs {
		assert.Equal(t, load.Band, r.Hold)
		assert.LessOrEqual(t, float64(r.Low), float64(r.High), r.Label)
		assert.Positive(t, float64(r.Low))
		assert.NotEmpty(t, r.Note)
		seen[r.For] = true
	}
	assert.GreaterOrEqual(t, len(seen), 12)
	assert.False(t, seen["band-side-step"], "a long loop does not go round the ankles")
	heaviest := func(things ...string) (most float64) {
		for _, r := range rungs {
			if r.For == "band-row" && assert.ObjectsAreEqual(things, r.Things) {
				most = max(most, float64(r.High))
			}
		}
		return most
	}
	assert.InDelta(t, 2, heaviest("strong")/heaviest("light"), 0.01, "twice the strands, twice the pull")
	assert.InDelta(t, 3, heaviest("light", "strong")/heaviest("light"), 0.01, "together they add")
	assert.Equal(t, rungs, band.Rungs(bands, movement.Banded(), 1.75, bounds), "remembered as worked out")
}

// What reaches beyond the longest reading says so.
func TestRungsBeyondWhatWasMeasuredAreMarked(t *testing.T) {
	b := band.Band{ID: "x", Name: "x", Kind: band.LongLoop}
	var err error
	b.Curve, err = band.Fit(1.04, 2, []band.Point{{Length: 1.2, Force: 40}, {Length: 1.4, Force: 62}, {Length: 1.6, Force: 80}})
	require.NoError(t, err)
	bounds := band.BoundsIn(space.Room{Length: 4, Width: 3}, 1.75)
	for _, r := range band.Rungs([]band.Band{b}, []string{"band-row"}, 1.75, bounds) {
		assert.Contains(t, r.Note.In(quantity.Metric), "beyond what was measured")
	}
	for _, r := range band.Rungs([]band.Band{loop(t, "far", 1)}, []string{"band-row"}, 1.75, bounds) {
		assert.NotContains(t, r.Note.In(quantity.Metric), "beyond what was measured")
	}
}

// A band of three measured points counts by its curve: a stronger loop that looks the
// same gives heavier rungs.
func TestBandsThatLookAlikeDiffer(t *testing.T) {
	a, err := band.Fit(1.04, 2, []band.Point{{Length: 1.4, Force: 60}, {Length: 1.8, Force: 95}, {Length: 2.2, Force: 125}})
	require.NoError(t, err)
	b, err := band.Fit(1.04, 2, []band.Point{{Length: 1.4, Force: 75}, {Length: 1.8, Force: 110}, {Length: 2.2, Force: 150}})
	require.NoError(t, err)
	assert.Greater(t, float64(b.Force(2)), float64(a.Force(2))*1.1)
	assert.NotEqual(t, a.A0C1, b.A0C1)
}
