package band_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/band"
	"scrappyrack/core/body"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

func movementOf(t testing.TB, key string) band.Movement {
	t.Helper()
	m, ok := movement.ElasticByKey(key)
	require.True(t, ok, key)
	return m
}

// loop is a long loop of 1.04 m laid flat whose curve is an exact one.
func loop(t testing.TB, name string, k float64) band.Band {
	t.Helper()
	var points []band.Point
	for _, l := range []float64{1.3, 1.8, 2.4, 2.75} {
		f := 2 * k * 2 * (14 + 5/l) * (l - 1/(l*l))
		points = append(points, band.Point{Length: quantity.Length(l * 1.04), Force: quantity.Force(f)})
	}
	c, err := band.Fit(1.04, 2, points)
	require.NoError(t, err)
	return band.Band{ID: name, Name: name, Kind: band.LongLoop, Curve: c}
}

// A standing figure has the heights of Drillis & Contini 1966 (as in Winter), arms
// down and overhead.
func TestStandingFigureHasTheHeightsOfTheTable(t *testing.T) {
	f := band.Pose{Base: band.Standing}.Figure()
	for name, pair := range map[string][2]float64{
		"ankle": {f.Ankle.Y, 0.039}, "knee": {f.Knee.Y, 0.285}, "hip": {f.Hip.Y, 0.530}, "shoulder": {f.Shoulder.Y, 0.818},
		"elbow": {f.Elbow.Y, 0.630}, "eye": {f.Head.Y, 0.936}, "shoulder width": {2 * f.Shoulder.Z, 0.259},
	} {
		assert.InDelta(t, pair[1], pair[0], 0.0025, name)
	}
	assert.InDelta(t, body.Grip, f.Hand.Y, 0.002)
	up := band.Pose{Base: band.Standing, Upper: 180, Fore: 180}.Figure()
	assert.InDelta(t, body.PressReach, up.Hand.Y, 1e-12)
}

// Worked by hand for a stature of 1.80 m.
//
// Squat, a loop stood in, feet 0.30 m apart, band over the shoulders: standing, the
// shoulders are at 0.818 · 1.80 = 1.4724 m, 0.259 · 1.80 / 2 = 0.2331 m from the
// middle; a side is √(1.4724² + (0.2331 − 0.15)²) = 1.4747 m, half of the loop
// 1.4747 + 0.15 + 0.2331 = 1.8578 m.
//
// At the bottom the knee is (sin 28°, cos 28°) · 0.246 over the ankle at 0.039: (0.1155,
// 0.2562); the hip (−sin 85°, cos 85°) · 0.245 from it: (−0.1286, 0.2776); the shoulder
// (sin 38°, cos 38°) · 0.288 from that: (0.0487, 0.5045), times 1.80: (0.0877, 0.9081).
// A side is √(0.0877² + 0.9081² + 0.0831²) = 0.9161 m, half of the loop 1.2992 m.
func TestSquatUnderTheFeetByHand(t *testing.T) {
	m := movementOf(t, "band-squat")
	c := band.CourseOf(m, band.LongLoop, 1.80, band.Rig{Fold: 1, Stance: 0.30})
	assert.InDelta(t, 1.8578, c.Run[len(c.Run)-1], 5e-4)
	assert.InDelta(t, 1.2992, c.Run[0], 5e-4)
	wide := band.CourseOf(m, band.LongLoop, 1.80, band.Rig{Fold: 1, Stance: 0.60})
	assert.Greater(t, wide.Run[0], c.Run[0], "a wider stance takes up more of the band")
}

// Press, one hand, band under the foot, 1.80 m: overhead the hand is at 1.204 · 1.80 =
// 2.1672 m above the foot; at the shoulder the elbow is (sin 35°, −cos 35°) · 0.186 from
// (0, 0.818): (0.1067, 0.6656), the hand (sin 160°, −cos 160°) · 0.2 on: (0.1751, 0.8536),
// times 1.80: (0.3152, 1.5364), √ = 1.5684 m.
func TestOverheadPressByHand(t *testing.T) {
	c := band.CourseOf(movementOf(t, "band-one-hand-press"), band.Tube, 1.80, band.Rig{Fold: 1})
	assert.InDelta(t, 1.5684, c.Run[0], 5e-4)
	assert.InDelta(t, 2.1672, c.Run[len(c.Run)-1], 5e-4)
	// Halfway along the straight way: the mean of both places.
	assert.InDelta(t, math.Hypot(0.3152/2, (1.5364+2.1672)/2), c.Run[len(c.Run)/2], 5e-4)
}

// Waist row, 1.80 m, anchor at 1.00 m, 2.00 m ahead, tube held together: at the start
// the arms point 65° forwards of down: (sin 65°, −cos 65°) · 0.386 from the shoulder:
// (0.3498, 0.6549) · 1.80 = (0.6297, 1.1788); out to the side 0.2331. The run is √((2 −
// 0.6297)² + 0.1788² + 0.2331²) = 1.4015 m.
func TestWaistRowByHand(t *testing.T) {
	m := movementOf(t, "band-waist-row")
	c := band.CourseOf(m, band.Tube, 1.80, band.Rig{Fold: 1, Distance: 2, Height: 1})
	assert.InDelta(t, 1.4015, c.Run[0], 5e-4)
	// At the finish: elbow (sin −40°, −cos 40°) · 0.186, hand (sin 65°, −cos 65°) · 0.2 on:
	// (0.0617, 0.5910) · 1.80 = (0.1111, 1.0638).
	assert.InDelta(t, math.Sqrt(1.8889*1.8889+0.0638*0.0638+0.2331*0.2331), c.Run[len(c.Run)-1], 5e-4)
}

// A mini loop round two legs runs from middle to middle and half round each: π·r more.
func TestMiniLoopByHand(t *testing.T) {
	m := movementOf(t, "band-seated-abduction")
	c := band.CourseOf(m, band.MiniLoop, 1.80, band.Rig{Fold: 1})
	assert.InDelta(t, 1.80*(2*0.052+math.Pi*0.035), c.Run[0], 1e-9)
	apart := 1.80 * 2 * (0.052 + 0.245*math.Sin(30*math.Pi/180))
	assert.InDelta(t, apart+1.80*math.Pi*0.035, c.Run[len(c.Run)-1], 1e-9)
}

func TestLibraryIsWholeAndDrawable(t *testing.T) {
	assert.GreaterOrEqual(t, len(movement.Elastic()), 30)
	seen := map[string]bool{}
	for _, m := range movement.Elastic() {
		require.False(t, seen[m.Key], m.Key)
		seen[m.Key] = true
		assert.NotEmpty(t, m.Caution, m.Key)
		kind := band.LongLoop
		if !m.Takes(kind) {
			kind = band.MiniLoop
		}
		require.True(t, m.Takes(kind), m.Key)
		c := band.CourseOf(m, kind, 1.75, band.Rig{Fold: m.Fold, Distance: 2, Height: body.At(1.75, m.Height), Stance: 0.3})
		assert.GreaterOrEqual(t, len(c.Run), 25)
		way := 0.0
		for i := range c.Run {
			assert.Positive(t, c.Run[i], "%s at %d", m.Key, i)
			way += c.Step[i]
		}
		assert.Greater(t, way, 0.05, m.Key)
		if !m.Held {
			assert.Greater(t, c.Run[len(c.Run)-1], c.Run[0], "%s pulls the band out", m.Key)
		}
		for _, p := range []band.Pose{m.Start, m.Finish} {
			f := p.Figure()
			for _, j := range []band.Point3{f.Head, f.Shoulder, f.Elbow, f.Hand, f.Hip, f.Knee, f.Ankle, f.MovingKnee, f.MovingAnkle} {
				assert.GreaterOrEqual(t, j.Y, -0.02, "%s: nothing under the floor", m.Key)
			}
		}
	}
}
