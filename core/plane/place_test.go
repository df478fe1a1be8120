package plane_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/peterstace/simplefeatures/geom"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/plane"
)

// By pencil: two squares of 1 m, the second 0.3 m to the right of where they would touch,
// then turned by 45° with its corner 0.2 m inside.
func TestOverlapByPencil(t *testing.T) {
	a := plane.Box(0, 0, 1, 1, 0)
	assert.InDelta(t, 0.3, plane.Overlap(a, plane.Box(0.7, 0, 1, 1, 0)), 1e-12)
	assert.InDelta(t, 0.1, plane.Overlap(a, plane.Box(0.7, 0.9, 1, 1, 0)), 1e-12, "the lesser way out")
	assert.InDelta(t, 0.2, plane.Overlap(a, plane.Box(0.3+math.Sqrt2/2, 0, 1, 1, 45)), 1e-12)
	assert.Zero(t, plane.Overlap(a, plane.Box(1, 0, 1, 1, 0)), "they touch")
	assert.Zero(t, plane.Overlap(a, plane.Box(3, 0, 1, 1, 0)))
}

// Against a geometry library: two outlines overlap when what they have in common has an
// area; moved apart by what is said, in the best of 240 directions, they have none, and
// moved by less they have some in every direction.
func TestOverlapAgainstAGeometryLibrary(t *testing.T) {
	some, none := 0, 0
	for seed := range uint64(400) {
		rng := rand.New(rand.NewPCG(seed, 41))
		a := plane.Box(0, 0, 0.3+rng.Float64(), 0.3+rng.Float64(), 360*rng.Float64())
		b := plane.Box(1.6*rng.Float64(), 1.6*rng.Float64(), 0.3+rng.Float64(), 0.3+rng.Float64(), 360*rng.Float64())
		got := plane.Overlap(a, b)
		common := shared(t, a, b)
		assert.Equal(t, common > 1e-9, got > 1e-6, "seed %d: %v in common, %v said", seed, common, got)
		if got <= 1e-6 {
			none++
			continue
		}
		some++
		if seed%8 > 0 {
			continue
		}
		least := math.Inf(1)
		for k := range 240 {
			sin, cos := math.Sincos(float64(k) * math.Pi / 120)
			moved := func(by float64) plane.Ring {
				out := make(plane.Ring, len(b))
				for i, p := range b {
					out[i] = plane.Point{X: p.X + by*cos, Y: p.Y + by*sin}
				}
				return out
			}
			require.Greater(t, shared(t, a, moved(got*0.98)), 0.0, "seed %d: moved by less", seed)
			least = math.Min(least, shared(t, a, moved(got*1.01+1e-6)))
		}
		assert.Less(t, least, 1e-6, "seed %d", seed)
	}
	assert.Greater(t, some, 100)
	assert.Greater(t, none, 50)
}

func shared(t *testing.T, a, b plane.Ring) float64 {
	t.Helper()
	both, err := geom.Intersection(polygon(t, a), polygon(t, b))
	require.NoError(t, err)
	return both.Area()
}

// An L with a thing beyond each of its sides, in the bite, and over the corner that points
// inward.
func TestBeyondByPencil(t *testing.T) {
	l := plane.Ring{{X: 0, Y: 0}, {X: 4, Y: 0}, {X: 4, Y: 2}, {X: 2, Y: 2}, {X: 2, Y: 4}, {X: 0, Y: 4}}
	for name, c := range map[string]struct {
		thing plane.Ring
		far   float64
	}{
		"inside":                {plane.Box(1, 1, 1, 1, 30), 0},
		"in a corner":           {plane.Box(0.5, 0.5, 1, 1, 0), 0},
		"over the right wall":   {plane.Box(3.7, 1, 1, 1, 0), 0.2},
		"over the bite":         {plane.Box(3, 2.1, 1, 1, 0), 0.6},
		"on the inner corner":   {plane.Box(2, 2, 0.5, 0.5, 0), 0.25},
		"across the inner wall": {plane.Box(1.9, 3, 0.4, 0.4, 0), 0.1},
		"a plank through it":    {plane.Box(2, 3, 4, 0.2, 0), 1.1},
	} {
		assert.InDelta(t, c.far, plane.Beyond(l, c.thing), 1e-9, name)
	}
}

// Against a geometry library, in rooms of any shape: a thing reaches out when it has area
// outside.
func TestBeyondAgainstAGeometryLibrary(t *testing.T) {
	in, out := 0, 0
	for seed := range uint64(60) {
		f := room(seed, 12, 0)
		walls := polygon(t, f.Outline)
		rng := rand.New(rand.NewPCG(seed, 5))
		for range 20 {
			thing := plane.Box(6*rng.Float64()-3, 6*rng.Float64()-3, 0.2+0.8*rng.Float64(), 0.2+0.8*rng.Float64(), 360*rng.Float64())
			outside, err := geom.Difference(polygon(t, thing), walls)
			require.NoError(t, err)
			got := plane.Beyond(f.Outline, thing)
			if outside.Area() < 1e-6 {
				in++
				assert.Less(t, got, 1e-3, "seed %d", seed)
				continue
			}
			out++
			assert.Greater(t, got, 1e-6, "seed %d: %v m² outside", seed, outside.Area())
		}
	}
	assert.Greater(t, in, 100)
	assert.Greater(t, out, 100)
}

// From a wall of a room with a table: to the far wall beside the table, to the table before
// it, and by how much a wide lane is stopped that a narrow one is not.
func TestClearByPencil(t *testing.T) {
	f := plane.Floor{Outline: plane.Box(2, 1.5, 4, 3, 0), Blocked: []plane.Ring{plane.Box(3, 0.5, 1, 1, 0)}}
	right := plane.Point{X: 1}
	assert.InDelta(t, 4, f.Clear(plane.Point{Y: 2}, right, 0.9), 1e-9)
	assert.InDelta(t, 2.5, f.Clear(plane.Point{Y: 0.6}, right, 0.9), 1e-9)
	assert.InDelta(t, 2.5, f.Clear(plane.Point{Y: 1.4}, right, 0.9), 1e-9, "its edge is in the lane")
	assert.InDelta(t, 4, f.Clear(plane.Point{Y: 1.46}, right, 0.9), 1e-9)
	assert.InDelta(t, 3, f.Clear(plane.Point{X: 1}, plane.Point{Y: 5}, 0.9), 1e-9, "any length of the direction")
	assert.Zero(t, f.Clear(plane.Point{X: 3, Y: 0}, plane.Point{Y: 1}, 0.9), "the table stands at the wall")
	assert.Zero(t, f.Clear(plane.Point{}, plane.Point{}, 0.9))
	// Against a slanting wall the near end of the lane decides: 45°, 1 m away in the middle.
	slant := plane.Floor{Outline: plane.Ring{{X: 0, Y: -2}, {X: 3, Y: -2}, {X: -1, Y: 2}, {X: -1, Y: 2.5}, {X: -2, Y: 2.5}, {X: -2, Y: -2}}}
	assert.InDelta(t, 1-0.45, slant.Clear(plane.Point{}, right, 0.9), 1e-6)
}

// Against walking: the strip over what is clear lies on free floor, and a centimetre more
// does not.
func TestClearAgainstAGeometryLibrary(t *testing.T) {
	tried := 0
	for seed := range uint64(80) {
		f := room(seed, 10, 6)
		rng := rand.New(rand.NewPCG(seed, 6))
		free := outside(t, f)
		from := plane.Point{X: rng.Float64() - 0.5, Y: rng.Float64() - 0.5}
		angle := 2 * math.Pi * rng.Float64()
		sin, cos := math.Sincos(angle)
		width := 0.1 + 0.3*rng.Float64()
		strip := func(from plane.Point, length float64) float64 {
			r := plane.Box(length/2, 0, length, width, 0).Turned(angle)
			for i := range r {
				r[i] = plane.Point{X: r[i].X + from.X, Y: r[i].Y + from.Y}
			}
			left, err := geom.Difference(polygon(t, r), free)
			require.NoError(t, err)
			return left.Area()
		}
		if strip(from, 0.002) > 1e-9 {
			continue // it starts on something
		}
		got := f.Clear(from, plane.Point{X: cos, Y: sin}, width)
		if got < 0.01 {
			continue
		}
		tried++
		assert.Less(t, strip(from, got-1e-4), 1e-6, "seed %d", seed)
		assert.Greater(t, strip(from, got+0.01), 1e-9, "seed %d", seed)
	}
	assert.Greater(t, tried, 25)
}
