package cut

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// Sheet is a size that sheets come in, in m, at a price in a smallest unit of money; Count is how
// many there are, or Any.
type Sheet struct {
	Length, Width quantity.Length
	Price         int64
	Count         int
}

// Rect is a rectangle that is wanted, in m, and how many of it; Turns says that its grain may run
// either way.
type Rect struct {
	Length, Width quantity.Length
	Count         int
	Turns         bool
}

// Placed is a rectangle on a sheet: its lower left corner and its size there, in m.
type Placed struct {
	Rect                int
	X, Y, Length, Width quantity.Length
}

// SawCut is one cut from edge to edge of what is left of a sheet: along its length at Y where
// Along, else across it at X; From and To its ends.
type SawCut struct {
	Along    bool
	At       quantity.Length
	From, To quantity.Length
}

// Used is one sheet with what is cut from it and the cuts in the order of a panel saw, each from
// edge to edge of a part.
type Used struct {
	Sheet  int
	Placed []Placed
	Cuts   []SawCut
}

// SheetAnswer is a way to cut: what it costs, the sheets, and the least that any way can cost by
// area alone.
type SheetAnswer struct {
	Cost, Bound int64
	Sheets      []Used
}

// Limits of what is worked out.
const (
	mostRects  = 400
	sheetTries = 300
	// Where somebody waits for the best: so many at the most, and so much work by the square of the pieces.
	mostOrders, orderBudget = 30_000, 4_000_000
)

// Sheets finds a cheap way to cut rectangles from sheets by cuts from edge to edge, with a saw of
// a kerf, in m: the best of many orders, packed into the free part that fits tightest; of many more where
// ctx has a deadline. It is no proof: the bound is that by area. The answer is the same for the same question. Errors are
// *quantity.FieldError of sheets[i], rects[i] and kerf_m, *NotEnough, and of ctx before anything
// was found. Source: Jylänki 2010, A Thousand Ways to Pack the Bin (guillotine, best short side).
func Sheets(ctx context.Context, sheets []Sheet, rects []Rect, kerf quantity.Length) (SheetAnswer, error) {
	if err := checkSheets(sheets, rects, kerf); err != nil {
		return SheetAnswer{}, err
	}
	var all []int
	for i, r := range rects {
		for range r.Count {
			all = append(all, i)
		}
	}
	if len(all) == 0 {
		return SheetAnswer{Sheets: []Used{}}, nil
	}
	best := SheetAnswer{Cost: math.MaxInt64}
	rng := shuffle(len(all))
	area := func(i int) float64 { return float64(rects[i].Length * rects[i].Width) }
	long := func(i int) float64 { return math.Max(float64(rects[i].Length), float64(rects[i].Width)) }
	keys := []func(int) float64{area, long, func(i int) float64 { return float64(rects[i].Width) },
		func(i int) float64 { return float64(rects[i].Length) }}
	bound := byArea(sheets, rects)
	var from []int // the order of the best so far
	tries := sheetTries
	if _, limited := ctx.Deadline(); limited { // somebody waits for the best, not for the first
		tries = max(tries, min(mostOrders, orderBudget/(len(all)*len(all))))
	}
	for try := range tries {
		order := slices.Clone(all)
		switch {
		case try < len(keys)*len(sheets)*2:
			key := keys[try%len(keys)]
			slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(key(b), key(a)) })
		case try < sheetTries || try%4 == 0 || from == nil: // near the order by area
			slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(area(b), area(a)) })
			rng.swap(order, 1+rng.below(len(order)))
		default: // near the best
			copy(order, from)
			rng.swap(order, 1+rng.below(3))
		}
		p := packing{sheets: sheets, rects: rects, kerf: kerf, first: try / len(keys) % len(sheets), wide: try%2 == 0}
		if p.pack(order) {
			if got := p.answer(); got.Cost < best.Cost || got.Cost == best.Cost && try >= sheetTries {
				best, from = got, order
			}
		}
		if best.Cost <= bound || ctx.Err() != nil {
			break
		}
	}
	if best.Cost == math.MaxInt64 {
		return SheetAnswer{}, cmp.Or(ctx.Err(), error(&NotEnough{}))
	}
	best.Bound = min(bound, best.Cost)
	return best, nil
}

// shuffle is where a fixed row of numbers stands: the same question has the same answer. Source:
// xorshift, Marsaglia 2003.
type shuffle uint64

func (s *shuffle) below(n int) int {
	x := uint64(*s)*0x9e3779b97f4a7c15 + 1
	x ^= x << 13
	x ^= x >> 7
	x ^= x << 17
	*s = shuffle(x)
	return int((x >> 33) % uint64(n))
}

// swap exchanges so many pairs of an order.
func (s *shuffle) swap(order []int, pairs int) {
	for range pairs {
		a, b := s.below(len(order)), s.below(len(order))
		order[a], order[b] = order[b], order[a]
	}
}

func checkSheets(sheets []Sheet, rects []Rect, kerf quantity.Length) error {
	good := func(l quantity.Length) bool { return l > 0 && l <= mostLength }
	if len(sheets) == 0 || len(sheets) > mostStocks {
		return quantity.At("sheets", "from one to 20 sizes of sheet")
	}
	for i, s := range sheets {
		if !good(s.Length) || !good(s.Width) || s.Price < 0 || s.Price > mostPrice || s.Count < Any {
			return quantity.At(fmt.Sprintf("sheets[%d]", i), "a sheet has a length, a width and a price")
		}
	}
	if !(kerf >= 0 && kerf <= mostKerf) {
		return quantity.At("kerf_m", "a saw takes from 0 to 50 mm")
	}
	n := 0
	for i, r := range rects {
		at := fmt.Sprintf("rects[%d]", i)
		if !good(r.Length) || !good(r.Width) || r.Count < 0 || r.Count > mostRects {
			return quantity.At(at, "a rectangle has a length, a width and how many")
		}
		if n += r.Count; n > mostRects {
			return quantity.At(at, "at most 400 rectangles")
		}
		if !slices.ContainsFunc(sheets, func(s Sheet) bool {
			return s.Count != 0 && (r.Length <= s.Length && r.Width <= s.Width || r.Turns && r.Width <= s.Length && r.Length <= s.Width)
		}) {
			return quantity.At(at, "it is larger than every sheet")
		}
	}
	return nil
}

// byArea is the least that sheets of so much area cost.
func byArea(sheets []Sheet, rects []Rect) int64 {
	need := 0.0
	for _, r := range rects {
		need += float64(r.Length*r.Width) * float64(r.Count)
	}
	best := int64(math.MaxInt64)
	var take func(i int, left float64, cost int64)
	take = func(i int, left float64, cost int64) {
		if left <= 1e-9 {
			best = min(best, cost)
			return
		}
		if i == len(sheets) || cost >= best {
			return
		}
		s := sheets[i]
		a := float64(s.Length * s.Width)
		most := int(math.Ceil(left/a - 1e-9))
		if s.Count != Any {
			most = min(most, s.Count)
		}
		for n := most; n >= 0; n-- {
			take(i+1, left-float64(n)*a, cost+int64(n)*s.Price)
		}
	}
	take(0, need, 0)
	return best
}

// part is what is left of a sheet.
type part struct {
	used       int
	x, y, l, w quantity.Length
}

// packing is one way to pack: first is the size that is opened first, wide the rule by which a
// part is divided.
type packing struct {
	sheets []Sheet
	rects  []Rect
	kerf   quantity.Length
	first  int
	wide   bool
	free   []part
	used   []Used
}

// fits is whether a rectangle lies in a part, turned or not, and what it leaves at its shorter side.
func (p *packing) fits(r Rect, f part) (turned bool, left quantity.Length, ok bool) {
	const hair = 1e-9
	best := quantity.Length(math.Inf(1))
	if r.Length <= f.l+hair && r.Width <= f.w+hair {
		best, ok = min(f.l-r.Length, f.w-r.Width), true
	}
	if r.Turns && r.Width <= f.l+hair && r.Length <= f.w+hair {
		if l := min(f.l-r.Width, f.w-r.Length); !ok || l < best {
			best, turned, ok = l, true, true
		}
	}
	return turned, best, ok
}

func (p *packing) pack(order []int) bool {
	for _, i := range order {
		if p.place(i) {
			continue
		}
		if !p.open(i) || !p.place(i) {
			return false
		}
	}
	return true
}

// place puts a rectangle into the part that it leaves least of.
func (p *packing) place(i int) bool {
	r := p.rects[i]
	at, turn, least := -1, false, quantity.Length(math.Inf(1))
	for n, f := range p.free {
		if turned, left, ok := p.fits(r, f); ok && left < least {
			at, turn, least = n, turned, left
		}
	}
	if at < 0 {
		return false
	}
	f := p.free[at]
	l, w := r.Length, r.Width
	if turn {
		l, w = w, l
	}
	u := &p.used[f.used]
	u.Placed = append(u.Placed, Placed{i, f.x, f.y, l, w})
	p.free = slices.Delete(p.free, at, at+1)
	right, above := f.l-l-p.kerf, f.w-w-p.kerf
	// The first cut goes from edge to edge of the part; the second of what it leaves.
	across := (right >= above) == p.wide
	if across {
		if right > 0 {
			u.Cuts = append(u.Cuts, SawCut{false, f.x + l, f.y, f.y + f.w})
			p.free = append(p.free, part{f.used, f.x + l + p.kerf, f.y, right, f.w})
		}
		if above > 0 {
			u.Cuts = append(u.Cuts, SawCut{true, f.y + w, f.x, f.x + l})
			p.free = append(p.free, part{f.used, f.x, f.y + w + p.kerf, l, above})
		}
		return true
	}
	if above > 0 {
		u.Cuts = append(u.Cuts, SawCut{true, f.y + w, f.x, f.x + f.l})
		p.free = append(p.free, part{f.used, f.x, f.y + w + p.kerf, f.l, above})
	}
	if right > 0 {
		u.Cuts = append(u.Cuts, SawCut{false, f.x + l, f.y, f.y + w})
		p.free = append(p.free, part{f.used, f.x + l + p.kerf, f.y, right, w})
	}
	return true
}

// open takes a new sheet that holds a rectangle: of the size that is opened first where that does,
// else the cheapest; what is owned before all.
func (p *packing) open(i int) bool {
	holds := func(n int) bool {
		s := p.sheets[n]
		taken := 0
		for _, u := range p.used {
			if u.Sheet == n {
				taken++
			}
		}
		_, _, ok := p.fits(p.rects[i], part{0, 0, 0, s.Length, s.Width})
		return ok && (s.Count == Any || taken < s.Count)
	}
	best := -1
	for n, s := range p.sheets {
		if !holds(n) {
			continue
		}
		if best < 0 || s.Price == 0 && p.sheets[best].Price > 0 || p.sheets[best].Price > 0 &&
			(n == p.first || best != p.first && s.Price < p.sheets[best].Price) {
			best = n
		}
	}
	if best < 0 {
		return false
	}
	s := p.sheets[best]
	p.used = append(p.used, Used{Sheet: best})
	p.free = append(p.free, part{len(p.used) - 1, 0, 0, s.Length, s.Width})
	return true
}

// answer takes for each sheet the cheapest size that holds all that lies on it.
func (p *packing) answer() SheetAnswer {
	a := SheetAnswer{Sheets: p.used}
	for i := range a.Sheets {
		u := &a.Sheets[i]
		l, w := quantity.Length(0), quantity.Length(0)
		for _, x := range u.Placed {
			l, w = max(l, x.X+x.Length), max(w, x.Y+x.Width)
		}
		for n, s := range p.sheets {
			if s.Count == Any && s.Price < p.sheets[u.Sheet].Price && l <= s.Length+1e-9 && w <= s.Width+1e-9 {
				u.Sheet = n
			}
		}
		s := p.sheets[u.Sheet]
		u.Cuts = slices.DeleteFunc(u.Cuts, func(c SawCut) bool { // beyond the smaller sheet
			edge := s.Length
			if c.Along {
				edge = s.Width
			}
			return c.At >= edge-1e-9
		})
		for n := range u.Cuts {
			edge := s.Width
			if u.Cuts[n].Along {
				edge = s.Length
			}
			u.Cuts[n].To = min(u.Cuts[n].To, edge)
		}
		a.Cost += s.Price
	}
	return a
}
