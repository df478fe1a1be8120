package plane

import (
	"container/heap"
	"math"
	"slices"
)

// Rectangle lies along the axes, in m; the zero one is none.
type Rectangle struct{ X, Y, Width, Depth float64 }

// Area in m².
func (r Rectangle) Area() float64 { return r.Width * r.Depth }

// Within is how much longer than an answer the longest may be, in m; for an area along one
// side of it.
const Within = 0.01

const within = Within

// snug is how much too narrow a passage may be and still count, in m: a tape reads no finer.
const snug = 0.001

// LargestRectangle is the largest free rectangle along the axes, its area at most 1 cm
// along its longer side below the largest there is; exact where all sides run along the
// axes.
func (f Floor) LargestRectangle() Rectangle { return f.LargestHolding(0, 0) }

// LargestHolding is the largest free rectangle along the axes, as LargestRectangle, of
// those that hold one of a width and depth ≥ 0, in m, either way round; a place smaller by
// less than 1 mm counts. It bounds, halves and bounds again: over all strips from y in
// [a, b] to y in [c, d] no free stretch is longer than over the strip from b to c, which
// all of them hold.
func (f Floor) LargestHolding(width, depth float64) Rectangle {
	s := f.turned(0)
	var ys []float64
	for _, e := range s.edges {
		for _, y := range []float64{e.low.Y, e.high.Y} {
			if y >= s.low && y <= s.top {
				ys = append(ys, y)
			}
		}
	}
	slices.Sort(ys)
	ys = slices.CompactFunc(ys, func(a, b float64) bool { return math.Abs(b-a) <= touching })
	if len(ys) < 2 {
		return Rectangle{}
	}
	holds := func(w, d float64) bool {
		w, d = w+snug, d+snug
		return w >= width && d >= depth || w >= depth && d >= width
	}
	best := Rectangle{}
	q := &queue[[4]float64]{}
	// try takes the rectangle of a strip when it is larger, and gives how wide it is.
	try := func(lo, hi float64) float64 {
		if hi-lo <= touching {
			return s.right - s.left
		}
		from, to := s.gap(lo, hi, 0)
		if r := (Rectangle{from, lo, to - from, hi - lo}); r.Area() > best.Area() && holds(r.Width, r.Depth) {
			best = r
		}
		return to - from
	}
	add := func(a, b, c, d float64) {
		c, d = math.Max(c, a), math.Max(d, a)
		if d <= a {
			return
		}
		wide := try(b, c)
		if most := wide * (d - a); holds(wide, d-a) && most > best.Area()+within*math.Max(wide, d-a) {
			try(a, d)
			heap.Push(q, cell[[4]float64]{most, [4]float64{a, b, c, d}})
		}
	}
	add(ys[0], ys[len(ys)-1], ys[0], ys[len(ys)-1])
	for q.Len() > 0 {
		one := heap.Pop(q).(cell[[4]float64])
		a, b, c, d := one.of[0], one.of[1], one.of[2], one.of[3]
		if one.most <= best.Area() {
			break
		}
		// What no tape tells apart has been tried.
		if math.Max(b-a, d-c) < snug/4 {
			continue
		}
		if b-a >= d-c {
			m := middle(ys, a, b)
			add(a, m, c, d)
			add(m, b, c, d)
		} else {
			m := middle(ys, c, d)
			add(a, b, c, m)
			add(a, b, m, d)
		}
	}
	return best
}

// middle parts an interval at the height of a corner as near to its middle as there is
// one, otherwise in the middle.
func middle(ys []float64, a, b float64) float64 {
	m := (a + b) / 2
	i, _ := slices.BinarySearch(ys, m)
	best := math.Inf(1)
	for _, j := range []int{i - 1, i} {
		if j >= 0 && j < len(ys) && ys[j] > a+touching && ys[j] < b-touching && math.Abs(ys[j]-m) < math.Abs(best-m) {
			best = ys[j]
		}
	}
	if math.IsInf(best, 1) {
		return m
	}
	return best
}

// Lane is a straight free lane: its middle line and its width, in m. None that is free is
// longer than Most; a lane without a length is none.
type Lane struct {
	From, To Point
	Width    float64
	Most     float64
}

// patience is how many sides a search for a lane looks at before it answers with the best that
// it has found: some 0.2 s. Floors up to 10 m across take a tenth of it.
const patience = 8_000_000

// Length in m.
func (l Lane) Length() float64 { return math.Hypot(l.To.X-l.From.X, l.To.Y-l.From.Y) }

// LongestLane is the longest free rectangle of a width > 0, in m, at any angle, at most
// 1 cm shorter than the longest there is; a passage narrower by less than 1 mm counts. On a
// floor so large or so full that the search ends early, Most says how long another may be. A
// lane that was turned by δ about its middle holds one that is narrower by length × sin δ
// and shorter by width × sin δ, so that one angle bounds all near it.
func (f Floor) LongestLane(width float64) Lane {
	reach := 0.0
	for _, p := range f.Outline {
		for _, q := range f.Outline {
			reach = math.Max(reach, math.Hypot(p.X-q.X, p.Y-q.Y))
		}
	}
	best, longest, looks := Lane{Width: width}, 0.0, patience
	try := func(angle, thin float64, most float64) float64 {
		s := f.turned(angle)
		s.looks = &looks
		got, bound := s.longest(width, thin, longest)
		if got.Width > longest {
			y := got.Y + got.Depth/2
			longest = got.Width
			best.From, best.To = back(Point{got.X, y}, angle), back(Point{got.X + got.Width, y}, angle)
		}
		return math.Min(most, bound)
	}
	// Along the walls first: what is long mostly lies so, and what is known spares searching.
	for i := range f.Outline {
		a, b := f.Outline.side(i)
		try(math.Mod(math.Atan2(b.Y-a.Y, b.X-a.X)+math.Pi, math.Pi), width, reach)
	}
	q := &queue[[2]float64]{}
	add := func(from, to, most float64) {
		half := (to - from) / 2
		loss := math.Sin(half)
		bound := try((from+to)/2, width-most*loss, most)
		if bound = math.Min(most, bound+width*loss); bound > longest+within {
			heap.Push(q, cell[[2]float64]{bound, [2]float64{from, to}})
		}
	}
	const first = 24
	for i := range first {
		add(math.Pi*float64(i)/first, math.Pi*float64(i+1)/first, reach)
	}
	for q.Len() > 0 {
		one := heap.Pop(q).(cell[[2]float64])
		from, to := one.of[0], one.of[1]
		if one.most <= longest+within {
			break
		}
		if looks < 0 {
			best.Most = one.most
			break
		}
		if (to-from)*one.most < snug/4 {
			continue
		}
		m := (from + to) / 2
		add(from, m, one.most)
		add(m, to, one.most)
	}
	best.Most = math.Max(best.Most, longest+within)
	if longest == 0 {
		return Lane{Most: best.Most}
	}
	return best
}

// longest is the longest free rectangle of a width along x, longer than what is known
// (otherwise none), and a bound for those that are no wider than thin ≤ width.
func (s *sheet) longest(width, thin, known float64) (Rectangle, float64) {
	whole := s.right - s.left
	best, bound := Rectangle{}, known
	if thin <= touching {
		// It tells nothing of those beside it; what fits at this angle is found all the same.
		thin, bound = width, whole
	}
	if thin > s.top-s.low+snug || width-snug > s.top-s.low {
		return best, bound
	}
	q := &queue[[2]float64]{}
	add := func(a, b float64) {
		most := whole
		if a+thin > b+touching {
			from, to := s.gap(b, a+thin, 0)
			most = to - from
		}
		if most > math.Max(known, best.Width)+within/4 {
			heap.Push(q, cell[[2]float64]{most, [2]float64{a, b}})
		}
		if most <= math.Max(known, best.Width)+within/4 || b-a > width/4 {
			return
		}
		// The strip in the middle of the bottoms, as wide as a lane, less what no tape shows.
		half := (width - snug) / 2
		mid := math.Min(math.Max((a+b+thin)/2, s.low+half), s.top-half)
		if from, to := s.gap(mid-half, mid+half, math.Max(known, best.Width)); to > from {
			best = Rectangle{from, mid - width/2, to - from, width}
		}
	}
	add(s.low, math.Max(s.low, s.top-thin))
	for q.Len() > 0 {
		one := heap.Pop(q).(cell[[2]float64])
		a, b := one.of[0], one.of[1]
		if one.most <= math.Max(known, best.Width)+within/4 {
			break
		}
		// Finer than what the angle leaves open tells nothing more.
		if b-a < math.Max(snug, width-thin)/2 || *s.looks < 0 {
			bound = math.Max(bound, one.most)
			break
		}
		add(a, (a+b)/2)
		add((a+b)/2, b)
	}
	return best, math.Max(bound, best.Width+within/4)
}

// cell is a part of what is searched, with the most that can be in it.
type cell[T any] struct {
	most float64
	of   T
}

// queue gives the cell that promises most.
type queue[T any] []cell[T]

func (q queue[T]) Len() int           { return len(q) }
func (q queue[T]) Less(i, j int) bool { return q[i].most > q[j].most }
func (q queue[T]) Swap(i, j int)      { q[i], q[j] = q[j], q[i] }

// Push is the heap's.
func (q *queue[T]) Push(x any) { *q = append(*q, x.(cell[T])) }

// Pop is the heap's.
func (q *queue[T]) Pop() any {
	last := len(*q) - 1
	x := (*q)[last]
	*q = (*q)[:last]
	return x
}
