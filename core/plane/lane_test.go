package plane_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/plane"
)

// strip is a lane as an outline, narrower by what a passage may lack.
func strip(l plane.Lane, narrower float64) plane.Ring {
	long := l.Length()
	ux, uy := (l.To.X-l.From.X)/long, (l.To.Y-l.From.Y)/long
	h := (l.Width - narrower) / 2
	return plane.Ring{
		{X: l.From.X + uy*h, Y: l.From.Y - ux*h}, {X: l.To.X + uy*h, Y: l.To.Y - ux*h},
		{X: l.To.X - uy*h, Y: l.To.Y + ux*h}, {X: l.From.X - uy*h, Y: l.From.Y + ux*h},
	}
}

// Against a dense scan over angles and places, which knows nothing of bounds.
func TestLongestLaneAgainstADenseScan(t *testing.T) {
	for seed := range uint64(24) {
		f := room(seed, 4+int(seed%9), int(seed%6))
		free := outside(t, f)
		got := f.LongestLane(0.9)
		longest := 0.0
		const angles, places = 360, 160
		for i := range angles {
			a := math.Pi * float64(i) / angles
			turned := plane.Floor{Outline: turn(f.Outline, -a)}
			for _, b := range f.Blocked {
				turned.Blocked = append(turned.Blocked, turn(b, -a))
			}
			for j := range places {
				longest = math.Max(longest, scan(turned, -4+8*float64(j)/places, 0.9))
			}
		}
		if got.Length() == 0 {
			assert.Zero(t, longest, "seed %d", seed)
			continue
		}
		held(t, free, strip(got, 0.0011), 1e-6, seed)
		assert.GreaterOrEqual(t, got.Length(), longest-0.0101, "seed %d", seed)
		assert.Less(t, got.Length(), longest+0.35, "seed %d: a scan this dense comes near", seed)
	}
}

// scan is the longest free stretch of a strip, from where the floor's sides, cut to the
// strip, leave nothing between.
func scan(f plane.Floor, y, w float64) float64 {
	var xs []float64
	type span struct{ a, b float64 }
	var spans []span
	for _, r := range append([]plane.Ring{f.Outline}, f.Blocked...) {
		for i := range r {
			a, b := r[i], r[(i+1)%len(r)]
			if a.Y > b.Y {
				a, b = b, a
			}
			if b.Y <= y || a.Y >= y+w {
				continue
			}
			at := func(v float64) float64 {
				if a.Y == b.Y {
					return a.X
				}
				return a.X + (b.X-a.X)*(math.Max(a.Y, math.Min(b.Y, v))-a.Y)/(b.Y-a.Y)
			}
			p, q := at(y), at(y+w)
			if a.Y == b.Y {
				p, q = a.X, b.X
			}
			spans = append(spans, span{math.Min(p, q), math.Max(p, q)})
			xs = append(xs, math.Max(p, q))
		}
	}
	longest := 0.0
	for _, from := range xs {
		to := math.Inf(1)
		for _, s := range spans {
			if s.a > from || s.b > from {
				to = math.Min(to, math.Max(s.a, from))
			}
		}
		if !math.IsInf(to, 1) && to > from && lies(f, box(from+1e-7, y+1e-7, to-from-2e-7, w-2e-7)) {
			longest = math.Max(longest, to-from)
		}
	}
	return longest
}

func TestLanesThatAreKnown(t *testing.T) {
	for _, c := range []struct {
		name  string
		f     plane.Floor
		width float64
		want  float64
	}{
		{"a passage just as wide", plane.Floor{Outline: box(0, 0, 7, 0.9)}, 0.9, 7},
		{"the same, turned", plane.Floor{Outline: turn(box(0, 0, 7, 0.9), 0.7)}, 0.9, 7},
		{"across a passage that is too narrow, as long as it is wide", plane.Floor{Outline: box(0, 0, 7, 0.89)}, 0.9, 0.89},
		{"across the corners of a square that is too small", plane.Floor{Outline: box(0, 0, 0.89, 0.89)}, 0.9, 0.89*math.Sqrt2 - 0.9},
		{"none", plane.Floor{Outline: box(0, 0, 0.6, 0.6)}, 0.9, 0},
		{"along an L", plane.Floor{Outline: plane.Ring{{X: 0, Y: 0}, {X: 6, Y: 0}, {X: 6, Y: 0.9}, {X: 0.9, Y: 0.9}, {X: 0.9, Y: 4},
			{X: 0, Y: 4}}}, 0.9, 6},
		{"between two shelves", plane.Floor{Outline: box(0, 0, 6, 3), Blocked: []plane.Ring{box(0, 0, 6, 1), box(0, 1.9, 6, 1.1)}}, 0.9, 6},
		{"a square's diagonal", plane.Floor{Outline: box(0, 0, 4, 4)}, 0.9, 4*math.Sqrt2 - 0.9},
	} {
		assert.InDelta(t, c.want, c.f.LongestLane(c.width).Length(), 0.0101, c.name)
	}
}

// A floor as large and as full as may be asked is answered in bounded time: with a lane that is
// free, and a bound that a patient search (on the same floor, cut to where it ends) keeps.
func TestALaneOnAFullFloor(t *testing.T) {
	r := rand.New(rand.NewPCG(24, 7))
	const size = 90.0
	var f plane.Floor
	for i := range 200 {
		a, d := 2*math.Pi*float64(i)/200, size*(0.6+0.4*r.Float64())
		f.Outline = append(f.Outline, plane.Point{X: d * math.Cos(a), Y: d * math.Sin(a)})
	}
	for range 60 {
		x, y := (r.Float64()*2-1)*size/2, (r.Float64()*2-1)*size/2
		f.Blocked = append(f.Blocked, plane.Ring{{X: x, Y: y}, {X: x + 2.7, Y: y + 0.9}, {X: x, Y: y + 1.8}})
	}
	got := f.LongestLane(0.1)
	require.Positive(t, got.Length())
	held(t, outside(t, f), strip(got, 0.0011), 1e-6, uint64(0))
	assert.Greater(t, got.Most, got.Length()+plane.Within, "it did not search to the end, and says so")
	wider := f.LongestLane(0.3)
	assert.LessOrEqual(t, wider.Length(), got.Most, "a wider lane holds a narrow one")
}
