package builds

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/cut"
	"scrappyrack/core/gear"
	"scrappyrack/core/quantity"
)

// Kerf is what a saw takes, and EndTrim what is cut off a bar before its first piece, in m (house
// values).
const Kerf, EndTrim quantity.Length = 0.003, 0.010

// Prices are what materials cost: in a currency, and those that a practice has entered, by
// PriceKey, in its smallest unit; the rest are sample prices, which are invented.
type Prices struct {
	Currency string
	Own      map[string]int64
}

// PriceKey is what a practice's price of a size of a material is kept by.
func PriceKey(g Good, size int) string { return g.Key + " " + g.Sizes[size].Name() }

// Of is what a size of a material costs, in the currency's smallest unit, and whether a practice
// said so. Errors are those of gear.SampleExact.
func (p Prices) Of(g Good, size int) (minor int64, own bool, err error) {
	if m, ok := p.Own[PriceKey(g, size)]; ok {
		return m, true, nil
	}
	m, err := gear.SampleExact(g.Sizes[size].Pence, p.Currency)
	return m.Minor, false, err
}

// Piece is something of a material that is owned already: a bar of a length, a sheet with its
// width, in m, or pieces.
type Piece struct {
	Good          string
	Length, Width quantity.Length
	Count         int
}

// Wanted is a part of one of the builds that are chosen together.
type Wanted struct {
	Build int
	Part
}

// BarUsed is a bar with what is cut from it: its length, whether it is owned, the parts by their
// place among what is wanted, and what is left of it, in m.
type BarUsed struct {
	Good   Good
	Length quantity.Length
	Owned  bool
	Parts  []int
	Offcut quantity.Length
}

// SheetUsed is a sheet with what is cut from it; Placed are rectangles by the place of their parts
// among what is wanted.
type SheetUsed struct {
	Good          Good
	Length, Width quantity.Length
	Owned         bool
	Placed        []cut.Placed
	Cuts          []cut.SawCut
}

// Line is a line of the shopping list: so many of a size, and what they cost together. Own says
// that the practice gave the price.
type Line struct {
	Good  Good
	Size  int
	Count int
	Cost  int64
	Own   bool
}

// Bill is what builds that are chosen together take: bars and sheets with their cuts, what has to
// be bought by shop, what it costs in the smallest unit of the currency. Bound is the least that
// any way of cutting costs, Proven that nothing cheaper exists; for sheets it is by area alone.
type Bill struct {
	Wanted      []Wanted
	Bars        []BarUsed
	Sheets      []SheetUsed
	Lines       []Line
	Cost, Bound int64
	Proven      bool
}

// Short says that there is no way to cut a part: it is longer than anything sold.
type Short struct {
	Part Part
	Good Good
}

func (e *Short) Error() string {
	return fmt.Sprintf("%s of %s is longer than any %s that is sold", e.Part.Name, metre(e.Part.Length, 2), e.Good.Name)
}

// BillOf puts the parts of builds together: bars at the least cost with proof, sheets as well as
// is found with the bound by area, what is owned first. Errors are *Short, those of GoodByKey and
// Prices.Of, and of ctx before a way to cut was found. Source: cut.Solve, cut.Sheets.
func BillOf(ctx context.Context, builds []Built, prices Prices, owned []Piece) (Bill, error) {
	b := Bill{Proven: true}
	by := map[string][]int{}
	var order []string
	for i, one := range builds {
		for _, p := range one.Parts {
			if len(by[p.Stock]) == 0 {
				order = append(order, p.Stock)
			}
			by[p.Stock] = append(by[p.Stock], len(b.Wanted))
			b.Wanted = append(b.Wanted, Wanted{i, p})
		}
	}
	for _, key := range order {
		g, err := GoodByKey(key)
		if err != nil {
			return b, err
		}
		m := taking{bill: &b, good: g, parts: by[key], prices: prices}
		for _, p := range owned {
			if p.Good == key && p.Count > 0 {
				m.owned = append(m.owned, p)
			}
		}
		switch g.Form {
		case InBars:
			err = m.bars(ctx)
		case InSheets:
			err = m.sheets(ctx)
		default:
			err = m.counted()
		}
		if err != nil {
			return b, err
		}
	}
	slices.SortStableFunc(b.Lines, func(x, y Line) int { return cmp.Compare(x.Good.Shop, y.Good.Shop) })
	return b, nil
}

// taking is one material as it is put on a bill.
type taking struct {
	bill   *Bill
	good   Good
	parts  []int
	prices Prices
	owned  []Piece
}

// buy puts some of a size on the list.
func (m taking) buy(size, count int) error {
	each, own, err := m.prices.Of(m.good, size)
	if err != nil || count == 0 {
		return err
	}
	m.bill.Lines = append(m.bill.Lines, Line{m.good, size, count, each * int64(count), own})
	m.bill.Cost += each * int64(count)
	return nil
}

func (m taking) bars(ctx context.Context) error {
	var stock []cut.Stock
	for _, o := range m.owned {
		stock = append(stock, cut.Stock{Length: o.Length, Count: o.Count})
	}
	for i, z := range m.good.Sizes {
		each, _, err := m.prices.Of(m.good, i)
		if err != nil {
			return err
		}
		stock = append(stock, cut.Stock{Length: z.Length - EndTrim, Price: each, Count: cut.Any})
	}
	var pieces []cut.Piece
	for _, i := range m.parts {
		p := m.bill.Wanted[i].Part
		if !slices.ContainsFunc(stock, func(s cut.Stock) bool { return s.Length >= p.Length }) {
			return &Short{p, m.good}
		}
		pieces = append(pieces, cut.Piece{Length: p.Length, Count: p.Count})
	}
	got, err := cut.Solve(ctx, stock, pieces, Kerf)
	if err != nil {
		return err
	}
	m.bill.Bound += got.Bound
	m.bill.Proven = m.bill.Proven && got.Proven
	bought := make([]int, len(m.good.Sizes))
	for _, bar := range got.Bars {
		one := BarUsed{Good: m.good, Length: stock[bar.Stock].Length, Owned: bar.Stock < len(m.owned), Offcut: bar.Offcut}
		if !one.Owned {
			n := bar.Stock - len(m.owned)
			bought[n]++
			one.Length = m.good.Sizes[n].Length
		}
		for _, p := range bar.Pieces {
			one.Parts = append(one.Parts, m.parts[p])
		}
		m.bill.Bars = append(m.bill.Bars, one)
	}
	for size, n := range bought {
		if err := m.buy(size, n); err != nil {
			return err
		}
	}
	return nil
}

func (m taking) sheets(ctx context.Context) error {
	var all []cut.Sheet
	for _, o := range m.owned {
		all = append(all, cut.Sheet{Length: o.Length, Width: o.Width, Count: o.Count})
	}
	for i, z := range m.good.Sizes {
		each, _, err := m.prices.Of(m.good, i)
		if err != nil {
			return err
		}
		all = append(all, cut.Sheet{Length: z.Length, Width: z.Width, Price: each, Count: cut.Any})
	}
	var rects []cut.Rect
	for _, i := range m.parts {
		p := m.bill.Wanted[i].Part
		rects = append(rects, cut.Rect{Length: p.Length, Width: p.Width, Count: p.Count, Turns: !p.Grain})
	}
	got, err := cut.Sheets(ctx, all, rects, Kerf)
	var at *quantity.FieldError
	if errors.As(err, &at) {
		for _, i := range m.parts {
			p, whole := m.bill.Wanted[i].Part, all[len(m.owned)]
			straight, turned := p.Length <= whole.Length && p.Width <= whole.Width,
				p.Width <= whole.Length && p.Length <= whole.Width
			if !straight && (p.Grain || !turned) {
				return &Short{p, m.good}
			}
		}
	}
	if err != nil {
		return err
	}
	m.bill.Bound += got.Bound
	m.bill.Proven = m.bill.Proven && got.Bound == got.Cost
	bought := make([]int, len(m.good.Sizes))
	for _, u := range got.Sheets {
		s := all[u.Sheet]
		one := SheetUsed{Good: m.good, Length: s.Length, Width: s.Width, Owned: u.Sheet < len(m.owned), Placed: u.Placed,
			Cuts: u.Cuts}
		for i := range one.Placed {
			one.Placed[i].Rect = m.parts[one.Placed[i].Rect]
		}
		if !one.Owned {
			bought[u.Sheet-len(m.owned)]++
		}
		m.bill.Sheets = append(m.bill.Sheets, one)
	}
	for size, n := range bought {
		if err := m.buy(size, n); err != nil {
			return err
		}
	}
	return nil
}

// counted is what comes by the metre or in packs, less what is owned.
func (m taking) counted() error {
	need := 0.0
	for _, i := range m.parts {
		p := m.bill.Wanted[i].Part
		if m.good.Form == ByMetre {
			need += float64(p.Length) * float64(p.Count)
		} else {
			need += float64(p.Count)
		}
	}
	for _, o := range m.owned {
		if m.good.Form == ByMetre {
			need -= float64(o.Length) * float64(o.Count)
		} else {
			need -= float64(o.Count)
		}
	}
	each := float64(max(1, m.good.Sizes[0].Pack))
	n := int(math.Ceil(math.Max(0, need)/each - 1e-9))
	before := m.bill.Cost
	if err := m.buy(0, n); err != nil {
		return err
	}
	m.bill.Bound += m.bill.Cost - before
	return nil
}
