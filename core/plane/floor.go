package plane

import (
	"cmp"
	"math"
	"slices"
)

// Floor is an outline and what of it is not free. What is blocked may overlap and may
// reach out of the outline. Every ring passes Check.
type Floor struct {
	Outline Ring
	Blocked []Ring
}

// edge is a side in a frame that was turned, the lower end first.
type edge struct {
	low, high Point
	ring      int
}

// atY is where the edge stands at a height within it.
func (e edge) atY(y float64) float64 {
	if e.high.Y-e.low.Y <= 0 {
		return e.low.X
	}
	t := (y - e.low.Y) / (e.high.Y - e.low.Y)
	return e.low.X + t*(e.high.X-e.low.X)
}

// sheet is a floor turned by an angle: what is asked along it is asked along x.
type sheet struct {
	edges    []edge
	rings    int
	low, top float64
	left     float64
	right    float64
	spans    [][2]float64
	odd      []bool
	looks    *int // sides that may still be looked at; nil for any number
}

// turned is the floor turned clockwise by an angle, so that what ran along it runs along x.
func (f Floor) turned(angle float64) *sheet {
	sin, cos := math.Sincos(angle)
	s := &sheet{rings: 1 + len(f.Blocked), low: math.Inf(1), top: math.Inf(-1), left: math.Inf(1), right: math.Inf(-1)}
	s.odd = make([]bool, s.rings)
	for n, ring := range append([]Ring{f.Outline}, f.Blocked...) {
		for i := range ring {
			a, b := ring.side(i)
			a, b = Point{a.X*cos + a.Y*sin, a.Y*cos - a.X*sin}, Point{b.X*cos + b.Y*sin, b.Y*cos - b.X*sin}
			if n == 0 {
				s.low, s.top = math.Min(s.low, a.Y), math.Max(s.top, a.Y)
				s.left, s.right = math.Min(s.left, a.X), math.Max(s.right, a.X)
			}
			if a.Y > b.Y {
				a, b = b, a
			}
			s.edges = append(s.edges, edge{a, b, n})
		}
	}
	return s
}

// back is a place of the turned floor where it was.
func back(p Point, angle float64) Point {
	sin, cos := math.Sincos(angle)
	return Point{p.X*cos - p.Y*sin, p.X*sin + p.Y*cos}
}

// free reports whether a place lies within the outline and under nothing.
func (s *sheet) free(p Point) bool {
	clear(s.odd)
	for _, e := range s.edges {
		if e.low.Y <= p.Y && p.Y < e.high.Y && e.atY(p.Y) < p.X {
			s.odd[e.ring] = !s.odd[e.ring]
		}
	}
	return s.odd[0] && !slices.Contains(s.odd[1:], true)
}

// gap is the longest stretch along x that is free over the whole height of a strip, if it
// is longer than a length; otherwise 0, 0.
func (s *sheet) gap(lo, hi, longer float64) (from, to float64) {
	s.spans = s.spans[:0]
	if s.looks != nil {
		*s.looks -= len(s.edges)
	}
	for _, e := range s.edges {
		if e.high.Y <= lo+touching || e.low.Y >= hi-touching {
			continue
		}
		a, b := e.atY(math.Max(lo, e.low.Y)), e.atY(math.Min(hi, e.high.Y))
		if e.high.Y-e.low.Y <= touching {
			a, b = e.low.X, e.high.X
		}
		s.spans = append(s.spans, [2]float64{math.Min(a, b), math.Max(a, b)})
	}
	slices.SortFunc(s.spans, func(a, b [2]float64) int { return cmp.Compare(a[0], b[0]) })
	reached := math.Inf(1)
	for _, x := range s.spans {
		if x[0]-reached > longer && s.free(Point{(reached + x[0]) / 2, (lo + hi) / 2}) {
			from, to, longer = reached, x[0], x[0]-reached
		}
		if math.IsInf(reached, 1) || x[1] > reached {
			reached = x[1]
		}
	}
	return from, to
}

// FreeArea is the floor that is free, in m²: the outline less what is blocked within it,
// what overlaps counted once. Between two heights at which sides end or cross, what is
// free is bounded by straight lines, and the width in the middle is its mean.
func (f Floor) FreeArea() float64 {
	s := f.turned(0)
	ys := make([]float64, 0, 4*len(s.edges))
	for i, e := range s.edges {
		ys = append(ys, e.low.Y, e.high.Y)
		for _, o := range s.edges[i+1:] {
			if y, ok := crossing(e, o); ok {
				ys = append(ys, y)
			}
		}
	}
	slices.Sort(ys)
	area := 0.0
	type mark struct {
		x    float64
		ring int
	}
	var marks []mark
	for i := 1; i < len(ys); i++ {
		tall := ys[i] - ys[i-1]
		if tall <= 0 {
			continue
		}
		y := ys[i-1] + tall/2
		marks = marks[:0]
		for _, e := range s.edges {
			if e.low.Y <= y && y < e.high.Y {
				marks = append(marks, mark{e.atY(y), e.ring})
			}
		}
		slices.SortFunc(marks, func(a, b mark) int { return cmp.Compare(a.x, b.x) })
		clear(s.odd)
		over := 0
		for j, m := range marks {
			if j > 0 && s.odd[0] && over == 0 {
				area += tall * (m.x - marks[j-1].x)
			}
			s.odd[m.ring] = !s.odd[m.ring]
			if m.ring > 0 {
				over += map[bool]int{true: 1, false: -1}[s.odd[m.ring]]
			}
		}
	}
	return area
}

// crossing is the height at which two edges cross, if they do.
func crossing(a, b edge) (float64, bool) {
	lo, hi := math.Max(a.low.Y, b.low.Y), math.Min(a.high.Y, b.high.Y)
	if lo >= hi {
		return 0, false
	}
	d0, d1 := a.atY(lo)-b.atY(lo), a.atY(hi)-b.atY(hi)
	if d0*d1 >= 0 {
		return 0, false
	}
	return lo + (hi-lo)*d0/(d0-d1), true
}
