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

// Nothing is offered further past the readings than 15 % of the stretch that was read.
func TestRungsEndWhereNothingIsKnown(t *testing.T) {
	read := func(stretches ...quantity.Length) band.Band {
		b := band.Band{ID: "x", Name: "x", Kind: band.LongLoop}
		var points []band.Point
		for _, s := range stretches {
			l := float64(s)
			points = append(points, band.Point{Length: s * 1.04, Force: quantity.Force(4 * (14 + 5/l) * (l - 1/(l*l)))})
		}
		var err error
		b.Curve, err = band.Fit(1.04, 2, points)
		require.NoError(t, err)
		return b
	}
	bounds := band.BoundsIn(space.Room{Length: 4, Width: 3}, 1.75)
	most := func(b band.Band) (kg, stretch float64) {
		m, _ := band.MovementByKey("band-row")
		r := band.RangeOf(m, []band.Band{b}, 1.75, 1, bounds)
		require.True(t, r.OK)
		p := band.Of(m, []band.Band{b}, 1.75, r.Heavy.Rig)
		return float64(r.Heavy.Mean), p.Stretch
	}
	near, nearStretch := most(read(1.2, 1.4, 1.6))
	far, farStretch := most(read(1.2, 1.6, 2.4))
	assert.InDelta(t, 1+1.15*0.6, nearStretch, 0.01)
	assert.Greater(t, farStretch, 2.5)
	assert.Greater(t, far, 1.3*near)
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
