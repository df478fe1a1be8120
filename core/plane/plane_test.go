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

func box(x, y, w, d float64) plane.Ring {
	return plane.Ring{{X: x, Y: y}, {X: x + w, Y: y}, {X: x + w, Y: y + d}, {X: x, Y: y + d}}
}

func turn(r plane.Ring, angle float64) plane.Ring {
	out := make(plane.Ring, len(r))
	sin, cos := math.Sincos(angle)
	for i, p := range r {
		out[i] = plane.Point{X: p.X*cos - p.Y*sin, Y: p.X*sin + p.Y*cos}
	}
	return out
}

// star is a simple polygon round a place: corners at rising angles.
func star(rng *rand.Rand, x, y, small, large float64, corners int) plane.Ring {
	r := make(plane.Ring, corners)
	for i := range r {
		a := 2 * math.Pi * (float64(i) + 0.8*rng.Float64()) / float64(corners)
		d := small + (large-small)*rng.Float64()
		r[i] = plane.Point{X: x + d*math.Cos(a), Y: y + d*math.Sin(a)}
	}
	return r
}

// room is an outline of some corners with things on it, some of which overlap or reach
// through the wall.
func room(seed uint64, corners, things int) plane.Floor {
	rng := rand.New(rand.NewPCG(seed, 11))
	f := plane.Floor{Outline: star(rng, 0, 0, 1.5, 4, corners)}
	for range things {
		x, y := 6*rng.Float64()-3, 6*rng.Float64()-3
		f.Blocked = append(f.Blocked, turn(box(x, y, 0.2+rng.Float64(), 0.2+0.5*rng.Float64()), math.Pi*rng.Float64()*float64(rng.IntN(2))))
	}
	return f
}

func polygon(t *testing.T, r plane.Ring) geom.Geometry {
	t.Helper()
	var at []float64
	for _, p := range append(r[:len(r):len(r)], r[0]) {
		at = append(at, p.X, p.Y)
	}
	g := geom.NewPolygon([]geom.LineString{geom.NewLineString(geom.NewSequence(at, geom.DimXY))}).AsGeometry()
	require.NoError(t, g.Validate())
	return g
}

// outside is the same floor by a general geometry library (simplefeatures, a port of the
// JTS overlay).
func outside(t *testing.T, f plane.Floor) geom.Geometry {
	t.Helper()
	g := polygon(t, f.Outline)
	for _, b := range f.Blocked {
		var err error
		g, err = geom.Difference(g, polygon(t, b))
		require.NoError(t, err)
	}
	return g
}

func TestFreeAreaAgainstAGeometryLibrary(t *testing.T) {
	for seed := range uint64(150) {
		f := room(seed, 3+int(seed%18), int(seed%12))
		require.NoError(t, f.Outline.Check())
		assert.InDelta(t, outside(t, f).Area(), f.FreeArea(), 1e-9, "seed %d", seed)
		assert.InDelta(t, polygon(t, f.Outline).Area(), f.Outline.Area(), 1e-9)
	}
}

// The library's own judgement of what is a simple polygon, over corners drawn at random:
// about half of the outlines with five corners cross themselves.
func TestWhatIsAnOutline(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 3))
	good := 0
	for range 4000 {
		r := make(plane.Ring, 3+rng.IntN(4))
		at := []float64{}
		for i := range r {
			// On a coarse grid corners fall on sides and on each other.
			r[i] = plane.Point{X: float64(rng.IntN(7)), Y: float64(rng.IntN(7))}
			at = append(at, r[i].X, r[i].Y)
		}
		at = append(at, r[0].X, r[0].Y)
		line := geom.NewLineString(geom.NewSequence(at, geom.DimXY))
		simple := line.IsSimple() && line.IsRing()
		twice := false
		for i, p := range r {
			twice = twice || p == r[(i+1)%len(r)]
		}
		err := r.Check()
		if simple && !twice {
			good++
			assert.NoError(t, err, "%v", r)
		} else {
			var fault *plane.Fault
			require.ErrorAs(t, err, &fault, "%v", r)
			assert.NotEmpty(t, fault.Error())
		}
	}
	assert.Greater(t, good, 500)
	for _, r := range []plane.Ring{nil, {{X: 1}, {Y: 1}}, {{X: math.NaN()}, {X: 1}, {Y: 1}}, {{X: math.Inf(1)}, {X: 1}, {Y: 1}}} {
		assert.Error(t, r.Check())
	}
}

// Rooms drawn on squared paper: every rectangle of squares is tried.
func TestLargestRectangleAgainstEveryRectangleOfSquares(t *testing.T) {
	for seed := range uint64(300) {
		rng := rand.New(rand.NewPCG(seed, 5))
		w, d := 2+rng.IntN(8), 2+rng.IntN(8)
		f := plane.Floor{Outline: box(0, 0, float64(w), float64(d))}
		taken := make([][]bool, w)
		for x := range taken {
			taken[x] = make([]bool, d)
		}
		for range rng.IntN(12) {
			x, y := rng.IntN(w), rng.IntN(d)
			bw, bd := 1+rng.IntN(2), 1+rng.IntN(2)
			f.Blocked = append(f.Blocked, box(float64(x), float64(y), float64(bw), float64(bd)))
			for i := x; i < min(w, x+bw); i++ {
				for j := y; j < min(d, y+bd); j++ {
					taken[i][j] = true
				}
			}
		}
		best := 0
		for x0 := range w {
			for y0 := range d {
				for x1 := x0; x1 < w; x1++ {
					for y1 := y0; y1 < d; y1++ {
						free := true
						for i := x0; i <= x1 && free; i++ {
							for j := y0; j <= y1 && free; j++ {
								free = !taken[i][j]
							}
						}
						if free {
							best = max(best, (x1-x0+1)*(y1-y0+1))
						}
					}
				}
			}
		}
		got := f.LargestRectangle()
		assert.InDelta(t, float64(best), got.Area(), 1e-9, "seed %d", seed)
	}
}

// held asserts that a shape lies on the free floor but for a sliver.
func held(t *testing.T, free geom.Geometry, r plane.Ring, sliver float64, seed uint64) {
	t.Helper()
	over, err := geom.Difference(polygon(t, r), free)
	require.NoError(t, err)
	assert.LessOrEqual(t, over.Area(), sliver, "seed %d", seed)
}

// In rooms of any shape what is given is free, by the library, and a climb from 400 places
// finds nothing that is larger by more than was promised.
func TestLargestRectangleInRoomsOfAnyShape(t *testing.T) {
	for seed := range uint64(40) {
		f := room(seed, 4+int(seed%9), int(seed%7))
		free := outside(t, f)
		got := f.LargestRectangle()
		held(t, free, box(got.X, got.Y, got.Width, got.Depth), 1e-6, seed)
		rng := rand.New(rand.NewPCG(seed, 8))
		for range 400 {
			x, y := 8*rng.Float64()-4, 8*rng.Float64()-4
			r := climbed(f, rng, x, y)
			assert.LessOrEqual(t, r.Area(), got.Area()+0.011*math.Max(r.Width, r.Depth), "seed %d: %v is free too", seed, r)
		}
	}
}

// lies reports whether a shape is free, from what a polygon is: none of its sides crosses
// one of the floor, no corner of the floor is in it, and its middle is free.
func lies(f plane.Floor, r plane.Ring) bool {
	cross := func(a, b, c, d plane.Point) bool {
		s := func(p, q, u plane.Point) float64 { return (q.X-p.X)*(u.Y-p.Y) - (q.Y-p.Y)*(u.X-p.X) }
		return s(a, b, c)*s(a, b, d) < 0 && s(c, d, a)*s(c, d, b) < 0
	}
	in := func(r plane.Ring, p plane.Point) bool {
		odd := false
		for i := range r {
			a, b := r[i], r[(i+1)%len(r)]
			if (a.Y > p.Y) != (b.Y > p.Y) && p.X < a.X+(p.Y-a.Y)/(b.Y-a.Y)*(b.X-a.X) {
				odd = !odd
			}
		}
		return odd
	}
	mid := plane.Point{X: (r[0].X + r[2].X) / 2, Y: (r[0].Y + r[2].Y) / 2}
	for n, o := range append([]plane.Ring{f.Outline}, f.Blocked...) {
		if in(o, mid) != (n == 0) {
			return false
		}
		for i := range o {
			if in(r, o[i]) {
				return false
			}
			for j := range r {
				if cross(o[i], o[(i+1)%len(o)], r[j], r[(j+1)%len(r)]) {
					return false
				}
			}
		}
	}
	return true
}

// climbed is a free rectangle that was grown side by side from a place.
func climbed(f plane.Floor, rng *rand.Rand, x, y float64) plane.Rectangle {
	r := plane.Rectangle{X: x, Y: y, Width: 0.001, Depth: 0.001}
	if !lies(f, box(r.X, r.Y, r.Width, r.Depth)) {
		return plane.Rectangle{}
	}
	for step := 1.0; step > 0.002; step /= 2 {
		for range 12 {
			n := r
			switch rng.IntN(4) {
			case 0:
				n.Width += step
			case 1:
				n.Depth += step
			case 2:
				n.X, n.Width = n.X-step, n.Width+step
			case 3:
				n.Y, n.Depth = n.Y-step, n.Depth+step
			}
			if lies(f, box(n.X, n.Y, n.Width, n.Depth)) {
				r = n
			}
		}
	}
	return r
}

// What holds of any floor: turned, mirrored or larger it measures the same; one thing more
// leaves no more of it free.
func TestFloorsThatAreTurnedMirroredEnlargedOrFilled(t *testing.T) {
	for seed := range uint64(30) {
		f := room(seed, 4+int(seed%12), int(seed%8))
		rng := rand.New(rand.NewPCG(seed, 2))
		mapped := func(of func(plane.Ring) plane.Ring) plane.Floor {
			out := plane.Floor{Outline: of(f.Outline)}
			for _, b := range f.Blocked {
				out.Blocked = append(out.Blocked, of(b))
			}
			return out
		}
		area, lane, largest := f.FreeArea(), f.LongestLane(0.9).Length(), f.LargestRectangle()
		angle := 6 * rng.Float64()
		turned := mapped(func(r plane.Ring) plane.Ring { return turn(r, angle) })
		assert.InDelta(t, area, turned.FreeArea(), 1e-9, "seed %d", seed)
		assert.InDelta(t, lane, turned.LongestLane(0.9).Length(), 0.012, "seed %d", seed)
		mirrored := mapped(func(r plane.Ring) plane.Ring {
			out := make(plane.Ring, len(r))
			for i, p := range r {
				out[i] = plane.Point{X: -p.X, Y: p.Y}
			}
			return out
		})
		assert.InDelta(t, area, mirrored.FreeArea(), 1e-9, "seed %d", seed)
		assert.InDelta(t, lane, mirrored.LongestLane(0.9).Length(), 0.012, "seed %d", seed)
		slack := 0.011 * math.Max(largest.Width, largest.Depth)
		assert.InDelta(t, largest.Area(), mirrored.LargestRectangle().Area(), 2*slack, "seed %d", seed)
		large := mapped(func(r plane.Ring) plane.Ring {
			out := make(plane.Ring, len(r))
			for i, p := range r {
				out[i] = plane.Point{X: 3 * p.X, Y: 3 * p.Y}
			}
			return out
		})
		assert.InDelta(t, 9*area, large.FreeArea(), 1e-8, "seed %d", seed)
		assert.InDelta(t, 3*lane, large.LongestLane(2.7).Length(), 0.05, "seed %d", seed)
		more := plane.Floor{Outline: f.Outline, Blocked: append(f.Blocked[:len(f.Blocked):len(f.Blocked)],
			box(rng.Float64(), rng.Float64(), 0.7, 0.7))}
		assert.LessOrEqual(t, more.FreeArea(), area+1e-9, "seed %d", seed)
		assert.LessOrEqual(t, more.LongestLane(0.9).Length(), lane+0.011, "seed %d", seed)
		assert.LessOrEqual(t, more.LargestRectangle().Area(), largest.Area()+slack, "seed %d", seed)
	}
}

// A place of a size on squared paper: it is found just when some rectangle of squares holds
// it, and then it is the largest of those.
func TestLargestHoldingAgainstSquares(t *testing.T) {
	for seed := range uint64(200) {
		rng := rand.New(rand.NewPCG(seed, 6))
		const n = 6
		f := plane.Floor{Outline: box(0, 0, n, n)}
		var taken [n][n]bool
		for range rng.IntN(14) {
			x, y := rng.IntN(n), rng.IntN(n)
			taken[x][y] = true
			f.Blocked = append(f.Blocked, box(float64(x), float64(y), 1, 1))
		}
		w, d := 1+rng.IntN(4), 1+rng.IntN(4)
		best := 0
		for x0 := range n {
			for y0 := range n {
				for x1 := x0; x1 < n; x1++ {
					for y1 := y0; y1 < n; y1++ {
						a, b := x1-x0+1, y1-y0+1
						free := a >= w && b >= d || a >= d && b >= w
						for i := x0; i <= x1 && free; i++ {
							for j := y0; j <= y1 && free; j++ {
								free = !taken[i][j]
							}
						}
						if free {
							best = max(best, a*b)
						}
					}
				}
			}
		}
		got := f.LargestHolding(float64(w), float64(d))
		assert.InDelta(t, float64(best), got.Area(), 1e-9, "seed %d: %d × %d", seed, w, d)
	}
	// Just as large as what it is to hold, and by a hair too small.
	assert.InDelta(t, 1.2*0.9, plane.Floor{Outline: box(0, 0, 0.9, 1.2)}.LargestHolding(1.2, 0.9).Area(), 1e-9)
	assert.Zero(t, plane.Floor{Outline: box(0, 0, 0.89, 1.2)}.LargestHolding(1.2, 0.9))
	assert.Zero(t, plane.Floor{Outline: plane.Ring{{X: 0, Y: 0}, {X: 2, Y: 0}, {X: 0, Y: 2}}}.LargestHolding(1.2, 0.9),
		"0.8 is left beside 1.2 under a slope")
	assert.NotZero(t, plane.Floor{Outline: plane.Ring{{X: 0, Y: 0}, {X: 2.1, Y: 0}, {X: 0, Y: 2.1}}}.LargestHolding(1.2, 0.9))
}

// Against the library's intersection with a very large square on that side.
func TestCutAgainstAGeometryLibrary(t *testing.T) {
	for seed := range uint64(100) {
		rng := rand.New(rand.NewPCG(seed, 9))
		a := 7 * rng.Float64()
		r := turn(box(rng.Float64(), rng.Float64(), 1+rng.Float64(), 1+rng.Float64()), a)
		require.True(t, r.Convex())
		place, angle := plane.Point{X: 2*rng.Float64() - 1, Y: 2*rng.Float64() - 1}, 7*rng.Float64()
		half := turn(box(0, -50, 100, 100), angle)
		for i := range half {
			half[i].X, half[i].Y = half[i].X+place.X, half[i].Y+place.Y
		}
		want, err := geom.Intersection(polygon(t, r), polygon(t, half))
		require.NoError(t, err)
		assert.InDelta(t, want.Area(), r.Cut(place, plane.Point{X: math.Cos(angle), Y: math.Sin(angle)}).Area(), 1e-9, "seed %d", seed)
	}
	assert.False(t, plane.Ring{{X: 0, Y: 0}, {X: 2, Y: 0}, {X: 2, Y: 2}, {X: 1, Y: 0.5}}.Convex())
}
