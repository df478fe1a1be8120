package builds_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

// Screws of any lap keep their distances, measured anew by projecting on both boards' axes: 12.5 mm from
// edges, 50 mm from ends along the grain, and from each other 50 mm along the grain or 15 mm across it.
func TestScrewsOfALapKeepTheirDistances(t *testing.T) {
	r := rand.New(rand.NewPCG(8, 3))
	type vec struct{ x, y float64 }
	dot := func(a, b vec) float64 { return a.x*b.x + a.y*b.y }
	most := 0
	for range 400 {
		l := builds.Lap{Wide: 0.089, Other: []quantity.Length{0.038, 0.089, 0.140}[r.IntN(3)], Angle: 15 + 65*r.Float64(),
			Flush: r.IntN(2) == 0, Out: quantity.Length(0.05 * r.Float64())}
		if r.IntN(2) == 0 {
			l.Ends[0] = quantity.Length(0.08 + 0.1*r.Float64())
		}
		spots := l.Screws(6)
		most = max(most, len(spots))
		phi := l.Angle * math.Pi / 180
		grain, right := vec{math.Sin(phi), math.Cos(phi)}, vec{math.Cos(phi), -math.Sin(phi)}
		for i, s := range spots {
			p := vec{s.Across, s.Along}
			assert.LessOrEqual(t, math.Abs(p.x), 0.0445-0.0125+1e-9)
			assert.LessOrEqual(t, math.Abs(dot(p, right)), float64(l.Other)/2-0.0125+1e-9)
			// The end of the upper board along the grain through this screw: a point p − d·(0, 1) on its cut.
			end := p.y + float64(l.Out)
			if l.Flush {
				end = (float64(l.Other)/2-dot(p, right))/math.Sin(phi) + float64(l.Out)
			}
			assert.GreaterOrEqual(t, end, 0.050-1e-6, "%+v", l)
			if l.Ends[0] > 0 {
				assert.GreaterOrEqual(t, dot(p, grain)+float64(l.Ends[0]), 0.050-1e-6)
			}
			for _, s2 := range spots[:i] {
				d := vec{p.x - s2.Across, p.y - s2.Along}
				assert.True(t, math.Abs(d.y) >= 0.050-1e-6 || math.Abs(d.x) >= 0.015-1e-6, "in the upper board: %+v", l)
				assert.True(t, math.Abs(dot(d, grain)) >= 0.050-1e-6 || math.Abs(dot(d, right)) >= 0.015-1e-6,
					"in the other: %+v", l)
			}
		}
	}
	assert.Equal(t, 6, most)
	// On a narrow side there is room for two at a slant of 56°, since three 50 mm apart along it are wider
	// than the brace; steeper, for three.
	narrow := builds.Lap{Wide: 0.089, Other: 0.038, Angle: 56, Flush: true, Out: 0.025, Ends: [2]quantity.Length{0.11, 0}}
	assert.Len(t, narrow.Screws(6), 2)
	narrow.Angle = 38
	assert.Len(t, narrow.Screws(6), 3)
	narrow.Ends[0] = 0.05
	assert.Less(t, len(narrow.Screws(6)), 3, "no screw within 50 mm of the upright's end")
}

// What is drawn is what was worked out: as many screws as the check counts on.
func TestLapsAreDrawnAsTheyAreCounted(t *testing.T) {
	for _, key := range []string{"parallels", "step"} {
		w := worked(t, key, builds.Values{}, here())
		drawn := 0
		for _, f := range w.Figures(here()) {
			screws := 0
			for _, m := range f.Strokes {
				if m.Shape == builds.MarkRound && m.W == 0.006 {
					screws++
				}
			}
			if screws == 0 {
				continue
			}
			drawn++
			assert.GreaterOrEqual(t, screws, 2, f.Name)
			assert.True(t, slices.ContainsFunc(f.Strokes, func(m builds.Stroke) bool { return m.About(w.Built.Checks) >= 0 }),
				"%s shows how far it is used", f.Name)
		}
		assert.GreaterOrEqual(t, drawn, 2, key)
	}
	each, err := builds.Joined(false)
	require.NoError(t, err)
	// Three hold a brace along, of 38 × 140, on the narrow sides of legs of any usual height; so a step bears 100 kg.
	for _, high := range []float64{0.45, 0.48, 0.51} {
		s := here()
		s.Body = quantity.Estimate{Value: 100}
		step := worked(t, "step", builds.Values{Num: map[string]float64{"height_m": high}}, s)
		assert.InDelta(t, 0.95*3, linkOf(t, step.Built, "braces along").Capacity/each, 1e-9, "%v m", high)
		assert.True(t, step.Built.OK(), "%v m: %+v", high, step.Built.Weakest())
	}
}
