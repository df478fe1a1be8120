package band_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/band"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

// banded are the geometries of the movements that answer needs.
func banded() (out []band.Movement) {
	for _, m := range movement.Banded() {
		out = append(out, *m.Band)
	}
	return out
}

func TestRungsOfBands(t *testing.T) {
	bands := []band.Band{loop(t, "light", 1), loop(t, "strong", 2)}
	bounds := band.BoundsIn(4, 1.75)
	memo := band.NewMemo(1000)
	rungs := memo.Rungs(bands, banded(), 1.75, bounds)
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
	assert.Equal(t, rungs, memo.Rungs(bands, banded(), 1.75, bounds), "remembered as worked out")
	assert.Equal(t, rungs, (*band.Memo)(nil).Rungs(bands, banded(), 1.75, bounds), "and as worked out without remembering")
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
	bounds := band.BoundsIn(4, 1.75)
	most := func(b band.Band) (kg, stretch float64) {
		r := (*band.Memo)(nil).RangeOf(movementOf(t, "band-row"), []band.Band{b}, 1.75, 1, bounds)
		require.True(t, r.OK)
		p := band.Of(movementOf(t, "band-row"), []band.Band{b}, 1.75, r.Heavy.Rig)
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

// A 45 mm loop is slack for most of a deadlift however the feet stand: it is none.
func TestASlackBandIsNoLoad(t *testing.T) {
	c, err := band.Estimate(1.04, 2, 0.045, 0.0045)
	require.NoError(t, err)
	heavy := band.Band{ID: "h", Name: "heavy loop", Kind: band.LongLoop, Curve: c}
	var memo *band.Memo
	m := movementOf(t, "band-deadlift")
	r := memo.RangeOf(m, []band.Band{heavy}, 1.75, 1, band.BoundsIn(4, 1.75))
	if r.OK {
		p := band.Of(m, []band.Band{heavy}, 1.75, r.Light.Rig)
		assert.LessOrEqual(t, p.Slack, 0.5)
		// What it counts for is what it pulls along the whole way.
		assert.InDelta(t, p.Work/float64(p.Way), float64(r.Light.Mean), 1e-9)
	} else {
		assert.Contains(t, r.Miss.Phrase().In(quantity.Metric), "heavy loop is slack for")
	}
}

// Where an anchor would have to take more than a light door does, the part that such a
// door takes stands beside the whole, with the pull's own uncertainty counted.
func TestWhatALightDoorTakes(t *testing.T) {
	strong := loop(t, "strong", 1.2)
	var memo *band.Memo
	rungs := memo.Rungs([]band.Band{strong}, []band.Movement{movementOf(t, "band-row")}, 1.75, band.BoundsIn(5, 1.75))
	light, whole := 0.0, 0.0
	for _, r := range rungs {
		if r.Pull <= band.LightDoor {
			light = max(light, float64(r.High))
		}
		whole = max(whole, float64(r.High))
	}
	assert.Greater(t, whole, 1.2*light)
	assert.Positive(t, light)
	assert.Less(t, light*quantity.StandardGravity, 150.0)
}

// A mini loop that is stretched a hundredth too far says so, by its name.
func TestANearMissIsNamed(t *testing.T) {
	m := movementOf(t, "band-seated-abduction")
	bounds := band.BoundsIn(4, 1.75)
	var memo *band.Memo
	miss := band.Miss{}
	for rest := quantity.Length(0.32); rest > 0.2; rest -= 0.0005 {
		c, err := band.Estimate(rest, 2, 0.05, 0.0005)
		require.NoError(t, err)
		b := band.Band{ID: "m", Name: "mini loop", Kind: band.MiniLoop, Curve: c}
		if near, ok := memo.Nearest([]band.Band{b}, m, 1.75, bounds); ok {
			miss = near
			break
		}
	}
	assert.InDelta(t, 2.75, miss.Stretch, 0.02)
	assert.Contains(t, miss.Phrase().In(quantity.Metric), "mini loop would be stretched to 2.7")
	_, ok := memo.Nearest([]band.Band{loop(t, "long", 1)}, m, 1.75, bounds)
	assert.False(t, ok, "a long loop is not of the kind")
}
