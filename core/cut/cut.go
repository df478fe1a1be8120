// Package cut finds the cheapest way to cut pieces from bars, and proves it where it can.
package cut

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// Stock is a length that bars come in, in m, at a price in a smallest unit of money; Count is
// how many there are, Any for as many as are wanted. What is owned has the price 0.
type Stock struct {
	Length quantity.Length
	Price  int64
	Count  int
}

// Any says that there are as many as are wanted.
const Any = -1

// Piece is a length that is wanted, in m, and how many of it.
type Piece struct {
	Length quantity.Length
	Count  int
}

// Bar is one bar of a stock with the pieces that are cut from it, by their index, the longest
// first; Offcut is what is left of it, in m.
type Bar struct {
	Stock  int
	Pieces []int
	Offcut quantity.Length
}

// Answer is a way to cut: what it costs, the bars, those of one stock together, and the least
// that any way can cost. Proven says that nothing cheaper exists.
type Answer struct {
	Cost   int64
	Bars   []Bar
	Bound  int64
	Proven bool
}

// Limits of what is worked out.
const (
	mostStocks, mostKinds, mostPieces = 20, 200, 2000
	mostLength                        = 100.0
	mostKerf                          = 0.05
	mostPrice                         = 1_000_000_000_000
)

// NotEnough says that the bars there are do not give all pieces.
type NotEnough struct{}

func (*NotEnough) Error() string {
	return "the bars there are do not give all pieces: more of them, or longer ones, are needed"
}

// Solve finds the cheapest way to cut all pieces with a saw of a kerf, in m: a bar fits when
// its pieces, each with a kerf, are no longer than it with one. Lengths count to the µm. It
// searches bar by bar under the bound of the linear programme over all ways to cut a bar
// (Gilmore and Gomory 1961; Farley's bound), until it is proven or ctx ends; then the best that
// was found is answered with the bound. Errors are *quantity.FieldError of stock[i], pieces[i]
// and kerf_m, and *NotEnough.
func Solve(ctx context.Context, stock []Stock, pieces []Piece, kerf quantity.Length) (Answer, error) {
	p, err := problem(stock, pieces, kerf)
	if err != nil {
		return Answer{}, err
	}
	if len(p.want) == 0 {
		return Answer{Bars: []Bar{}, Proven: true}, nil
	}
	s := search{p: p, ctx: ctx, best: math.MaxInt64, failed: map[string]bool{}}
	left := p.counts()
	least, dual := p.relax(ctx, p.want, left, func(x []column) { s.offer(p.rounded(x)) })
	bound := p.up(least)
	s.dual = dual
	if s.found == nil || s.best > bound && ctx.Err() == nil {
		s.offer(p.greedy(p.want, left, nil))
	}
	if s.best > bound && ctx.Err() == nil {
		s.dive()
	}
	if s.best == math.MaxInt64 {
		s.best = p.dearest() + 1
	}
	if s.best > bound {
		bound = s.prove(bound)
	}
	switch {
	case s.found == nil && bound < s.best:
		return Answer{}, cmp.Or(ctx.Err(), errors.New("no way to cut was found in the time there is"))
	case s.found == nil:
		return Answer{}, &NotEnough{}
	}
	return Answer{Cost: s.best, Bars: p.bars(s.found), Bound: min(bound, s.best), Proven: bound >= s.best}, nil
}

// dearest is what all pieces cost at most, each from a bar of its own, or all the bars there
// are.
func (p *model) dearest() int64 {
	pieces := 0
	for _, n := range p.want {
		pieces += n
	}
	sum := int64(0)
	for _, s := range p.stocks {
		n := pieces
		if s.Count != Any {
			n = min(n, s.Count)
		}
		sum += int64(n) * s.Price
	}
	return sum
}

// model is a problem in µm: kinds of piece of different lengths, the longest first, each with
// a kerf on it, and how many are wanted; stocks with one on them.
type model struct {
	size   []int64 // of a kind, kerf and all
	want   []int
	of     [][]int // the pieces, by index, that are of a kind, one entry a piece
	stocks []Stock
	cap    []int64
	unit   int64 // all prices are multiples of it
}

func micro(l quantity.Length) int64 { return int64(math.Round(float64(l) * 1e6)) }

func problem(stock []Stock, pieces []Piece, kerf quantity.Length) (*model, error) {
	switch {
	case len(stock) == 0 || len(stock) > mostStocks:
		return nil, quantity.At("stock", fmt.Sprintf("from 1 to %d lengths of bar can be chosen from", mostStocks))
	case len(pieces) > mostKinds:
		return nil, quantity.At("pieces", fmt.Sprintf("at most %d lengths can be cut at once", mostKinds))
	case !(kerf >= 0) || kerf > mostKerf:
		return nil, quantity.At("kerf_m", "a saw takes from 0 to 50 mm")
	}
	p := &model{stocks: stock}
	longest := int64(0)
	for i, s := range stock {
		switch {
		case !(s.Length > 0) || s.Length > mostLength:
			return nil, quantity.At(fmt.Sprintf("stock[%d].length_m", i), "a bar is above 0 and at most 100 m long")
		case s.Price < 0 || s.Price > mostPrice:
			return nil, quantity.At(fmt.Sprintf("stock[%d].price", i), "a price is not below 0")
		case s.Count < Any:
			return nil,
				quantity.At(fmt.Sprintf("stock[%d].count", i), "there are none or more of a bar; leave it out for as many as are wanted")
		}
		p.cap = append(p.cap, micro(s.Length)+micro(kerf))
		p.unit = gcd(p.unit, s.Price)
		if s.Count != 0 {
			longest = max(longest, micro(s.Length))
		}
	}
	kinds := map[int64]int{}
	total := 0
	for i, c := range pieces {
		at := func(field, words string) error { return quantity.At(fmt.Sprintf("pieces[%d].%s", i, field), words) }
		switch {
		case !(c.Length > 0) || c.Length > mostLength:
			return nil, at("length_m", "a piece is above 0 and at most 100 m long")
		case micro(c.Length) > longest:
			return nil, at("length_m", "this piece is longer than every bar")
		case c.Count < 0:
			return nil, at("count", "there are none or more of a piece")
		}
		if total += c.Count; total > mostPieces {
			return nil, at("count", fmt.Sprintf("at most %d pieces can be cut at once", mostPieces))
		}
		kinds[micro(c.Length)+micro(kerf)] += c.Count
	}
	for size, n := range kinds {
		if n > 0 {
			p.size = append(p.size, size)
		}
	}
	slices.SortFunc(p.size, func(a, b int64) int { return cmp.Compare(b, a) })
	for _, size := range p.size {
		var of []int
		for i, c := range pieces {
			for range c.Count {
				if micro(c.Length)+micro(kerf) == size {
					of = append(of, i)
				}
			}
		}
		p.want, p.of = append(p.want, len(of)), append(p.of, of)
	}
	return p, nil
}

func gcd(a, b int64) int64 {
	for b != 0 {
		a, b = b, a%b
	}
	return a
}

func (p *model) counts() []int {
	var out []int
	for _, s := range p.stocks {
		out = append(out, s.Count)
	}
	return out
}

// up is the least that can be paid which is no less: prices have a common unit.
func (p *model) up(bound float64) int64 {
	if p.unit == 0 {
		return 0
	}
	const hair = 1e-6
	return max(0, int64(math.Ceil(bound/float64(p.unit)-hair))*p.unit)
}

// cutting is one bar: its stock and how many of each kind.
type cutting struct {
	stock int
	take  []int
}

// bars are the cuttings with the pieces by their index.
func (p *model) bars(all []cutting) []Bar {
	next := make([]int, len(p.of))
	sorted := slices.Clone(all)
	slices.SortStableFunc(sorted, func(a, b cutting) int {
		return cmp.Or(cmp.Compare(a.stock, b.stock), -slices.Compare(a.take, b.take))
	})
	out := make([]Bar, 0, len(sorted))
	for _, c := range sorted {
		b := Bar{Stock: c.stock}
		left := p.cap[c.stock]
		for kind, n := range c.take {
			left -= int64(n) * p.size[kind]
			for range n {
				b.Pieces = append(b.Pieces, p.of[kind][next[kind]])
				next[kind]++
			}
		}
		// left has one kerf too many; where nothing is left the last cut is not made.
		kerf := p.cap[c.stock] - micro(p.stocks[c.stock].Length)
		b.Offcut = quantity.Length(float64(max(0, left-kerf)) / 1e6)
		out = append(out, b)
	}
	return out
}
