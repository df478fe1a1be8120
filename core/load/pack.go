package load

import (
	"context"
	"fmt"
	"math"

	"scrappyrack/core/quantity"
)

// PackItem is a kind of household thing: mass in kg (> 0), volume in L (≥ 0),
// and how many the household can spare (≥ 0).
type PackItem struct {
	Name   string
	Mass   quantity.Mass
	Volume quantity.Volume
	Count  int
}

// PackQuestion asks which things make a bag weigh a target. Capacity in L (> 0);
// Tare, Target and Tolerance in kg (≥ 0). What the things leave free is
// stuffed: with Stuffing > 0 (kg/L) the stuffing's own mass counts in what is
// aimed at.
type PackQuestion struct {
	Capacity  quantity.Volume
	Tare      quantity.Mass
	Target    quantity.Mass
	Tolerance quantity.Mass
	Stuffing  quantity.Density
	Items     []PackItem
}

// Packed is the best packing. Mass is tare + things; Total adds the stuffing
// and is what is held against the target. Counts is by item. Best at the
// Resolution (kg): no other choice that fits is nearer to the target, and none
// as near has fewer pieces. TooBig names what does not go in at all.
type Packed struct {
	Mass         quantity.Mass
	Total        quantity.Mass
	Counts       []int
	Stuffing     quantity.Volume
	StuffingMass quantity.Mass
	Within       bool
	Resolution   quantity.Mass
	TooBig       []string
}

// Limits of a packing.
const (
	MaxPackItems = 200
	MaxPackCount = 200
	packWork     = 6_000_000 // sums × things at most; above, 10 g instead of 1 g
)

func (q PackQuestion) check() error {
	if !(q.Capacity > 0) {
		return quantity.At("capacity_l", "a bag needs a capacity above 0 L")
	}
	if len(q.Items) > MaxPackItems {
		return quantity.At("items", fmt.Sprintf("%d kinds of thing; at most %d", len(q.Items), MaxPackItems))
	}
	for i, it := range q.Items {
		at := func(field string) string { return fmt.Sprintf("items[%d].%s", i, field) }
		switch {
		case !(it.Mass > 0):
			return quantity.At(at("mass_kg"), fmt.Sprintf("%s needs a mass above 0 kg", it.Name))
		case !(it.Volume >= 0):
			return quantity.At(at("volume_l"), fmt.Sprintf("%s cannot take %g L", it.Name, float64(it.Volume)))
		case it.Count < 0 || it.Count > MaxPackCount:
			return quantity.At(at("count"), fmt.Sprintf("%d of %s are not between 0 and %d", it.Count, it.Name, MaxPackCount))
		}
	}
	return nil
}

// chunk is a number of equal things taken together, so that a bounded count
// becomes a choice of powers of two.
type chunk struct {
	item, pieces int
	weight       int // in cells, above the stuffing that it displaces
	volume       float64
}

// Pack finds the best packing exactly: over every reachable sum at the
// resolution (1 g, or 10 g for very heavy bags) the least volume that makes it,
// the sum nearest to the target among those that fit, and the fewest pieces
// that make that sum and fit. Errors are *quantity.FieldError, or of ctx; it stops soon
// after that ends.
func Pack(ctx context.Context, q PackQuestion) (Packed, error) {
	if err := q.check(); err != nil {
		return Packed{}, err
	}
	p := packing{ctx: ctx, q: q, cell: 0.001}
	if p.work() > packWork {
		p.cell = 0.01
		if p.work() > 4*packWork {
			return Packed{},
				quantity.At("target_kg",
					"so many things for a target so heavy make too many ways: leave some out, or split it over two bags")
		}
	}
	counts := make([]int, len(q.Items))
	chosen := p.best()
	if err := ctx.Err(); err != nil {
		return Packed{}, err
	}
	for _, c := range chosen {
		counts[c.item] += c.pieces
	}
	return p.report(counts), nil
}

type packing struct {
	ctx    context.Context
	q      PackQuestion
	cell   float64 // kg
	chunks []chunk
	zero   int // index of the sum 0
	cells  int
	aim    int // index of the target
}

// effective is what a thing adds to the total: its mass less the stuffing that
// it takes the place of, in cells.
func (p *packing) effective(it PackItem) int {
	return int(math.Round((float64(it.Mass) - float64(p.q.Stuffing)*float64(it.Volume)) / p.cell))
}

// work lays out the sums and the chunks, and says how much there is to do.
func (p *packing) work() int {
	p.span()
	p.split()
	return p.cells * max(1, len(p.chunks))
}

// span lays out the sums that can matter: from the lowest reachable to as far
// above the target as an empty bag is below it.
func (p *packing) span() {
	aim := int(math.Round((float64(p.q.Target-p.q.Tare) - float64(p.q.Stuffing)*float64(p.q.Capacity)) / p.cell))
	low := 0
	for _, it := range p.q.Items {
		if w := p.effective(it); w < 0 && it.Volume <= p.q.Capacity {
			low += w * it.Count
		}
	}
	high := max(0, 2*aim) - low
	p.zero, p.aim, p.cells = -low, aim-low, high-low+1
}

func (p *packing) split() {
	p.chunks = nil
	for i, it := range p.q.Items {
		if it.Volume > p.q.Capacity {
			continue
		}
		for left, size := it.Count, 1; left > 0; size *= 2 {
			n := min(size, left)
			left -= n
			p.chunks = append(p.chunks, chunk{i, n, n * p.effective(it), float64(n) * float64(it.Volume)})
		}
	}
}

// bits is a set of cells for each chunk: whether the best way to a sum takes it.
type bits [][]uint64

func (b bits) get(n, i int) bool { return b[n][i>>6]>>(i&63)&1 == 1 }

// nothing is the cost of every sum before any chunk: 0 for the sum 0.
func (p *packing) nothing() []float64 {
	cost := make([]float64, p.cells)
	for i := range cost {
		cost[i] = math.Inf(1)
	}
	cost[p.zero] = 0
	return cost
}

// extend lets a chunk be taken once, at a price, and tells took of each sum that
// it makes cheaper.
func extend(cost []float64, c chunk, price float64, took func(i int)) {
	step := func(i, from int) {
		if v := cost[from] + price; v < cost[i] {
			cost[i] = v
			took(i)
		}
	}
	if c.weight > 0 { // from the far end, so that nothing is taken twice
		for i := len(cost) - 1; i >= c.weight; i-- {
			step(i, i-c.weight)
		}
		return
	}
	for i := range len(cost) + c.weight {
		step(i, i-c.weight)
	}
}

// fill runs the chunks over all sums: cost[i] is the least total of the chunks'
// prices that makes sum i, +Inf when nothing does.
func (p *packing) fill(price func(chunk) float64) (cost []float64, taken bits) {
	cost = p.nothing()
	for _, c := range p.chunks {
		if p.ctx.Err() != nil {
			return cost, taken // nobody waits for it
		}
		took := make([]uint64, (p.cells+63)/64)
		extend(cost, c, price(c), func(i int) { took[i>>6] |= 1 << (i & 63) })
		taken = append(taken, took)
	}
	return cost, taken
}

// rests are, for each chunk, the least total of the prices of it and the later
// ones that makes each sum.
func (p *packing) rests(price func(chunk) float64) [][]float64 {
	out := make([][]float64, len(p.chunks)+1)
	out[len(p.chunks)] = p.nothing()
	for n := len(p.chunks) - 1; n >= 0 && p.ctx.Err() == nil; n-- {
		out[n] = append([]float64(nil), out[n+1]...)
		extend(out[n], p.chunks[n], price(p.chunks[n]), func(int) {})
	}
	return out
}

func volumePrice(c chunk) float64 { return c.volume }
func piecesPrice(c chunk) float64 { return float64(c.pieces) }

func (p *packing) trace(taken bits, at int) (out []chunk) {
	for n := len(p.chunks) - 1; n >= 0; n-- {
		if taken.get(n, at) {
			out = append(out, p.chunks[n])
			at -= p.chunks[n].weight
		}
	}
	return out
}

// fitsIn allows for rounding in sums of volumes.
func (p *packing) fitsIn(volume float64) bool {
	return volume <= float64(p.q.Capacity)*(1+1e-12)+1e-12
}

// best is the choice of chunks.
func (p *packing) best() []chunk {
	volume, byVolume := p.fill(volumePrice)
	pieces, byPieces := p.fill(piecesPrice)
	if p.ctx.Err() != nil {
		return nil
	}
	for off := 0; ; off++ {
		var choice []chunk
		fewest := math.MaxInt
		for _, at := range []int{p.aim - off, p.aim + off} {
			if at < 0 || at >= p.cells || !p.fitsIn(volume[at]) {
				continue
			}
			got := p.trace(byPieces, at)
			if !p.fitsIn(volumeOf(got)) {
				got = p.fewest(at, int(pieces[at]), p.trace(byVolume, at))
			}
			if n := piecesOf(got); n < fewest {
				choice, fewest = got, n
			}
		}
		if fewest < math.MaxInt {
			return choice
		}
	}
}

func volumeOf(cs []chunk) (v float64) {
	for _, c := range cs {
		v += c.volume
	}
	return v
}

func piecesOf(cs []chunk) (n int) {
	for _, c := range cs {
		n += c.pieces
	}
	return n
}

// fewest searches for the fewest pieces that make a sum and fit, above a number
// that is too few and below a choice that fits: depth first over the kinds,
// with the least volume and pieces that the rest needs as bounds.
func (p *packing) fewest(at, atLeast int, fits []chunk) []chunk {
	best, most := fits, piecesOf(fits)
	if most <= atLeast {
		return best
	}
	n := len(p.chunks)
	restVolume, restPieces := p.rests(volumePrice), p.rests(piecesPrice)
	if p.ctx.Err() != nil {
		return nil
	}
	steps := 0
	var path []chunk
	var walk func(i, left int, volume float64, pieces int)
	walk = func(i, left int, volume float64, pieces int) {
		if steps++; steps%1024 == 0 && p.ctx.Err() != nil {
			most = atLeast // ends the search
		}
		cell := left + p.zero
		if cell < 0 || cell >= p.cells || most <= atLeast || float64(pieces)+restPieces[i][cell] >= float64(most) ||
			!p.fitsIn(volume+restVolume[i][cell]) {
			return
		}
		if i == n {
			best, most = append([]chunk(nil), path...), pieces
			return
		}
		c := p.chunks[i]
		path = append(path, c)
		walk(i+1, left-c.weight, volume+c.volume, pieces+c.pieces)
		path = path[:len(path)-1]
		walk(i+1, left, volume, pieces)
	}
	walk(0, at-p.zero, 0, 0)
	return best
}

func (p *packing) report(counts []int) Packed {
	q := p.q
	out := Packed{Mass: q.Tare, Counts: counts, Stuffing: q.Capacity, Resolution: quantity.Mass(p.cell)}
	for i, it := range q.Items {
		out.Mass += quantity.Mass(counts[i]) * it.Mass
		out.Stuffing -= quantity.Volume(counts[i]) * it.Volume
		if it.Volume > q.Capacity {
			out.TooBig = append(out.TooBig, it.Name)
		}
	}
	out.Stuffing = max(0, out.Stuffing)
	out.StuffingMass = quantity.Mass(float64(q.Stuffing) * float64(out.Stuffing))
	out.Total = out.Mass + out.StuffingMass
	out.Within = math.Abs(float64(out.Total-q.Target)) <= float64(q.Tolerance)+1e-9
	return out
}
