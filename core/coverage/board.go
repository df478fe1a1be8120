package coverage

import (
	"reflect"
	"scrappyrack/core/way"
	"slices"
	"sync"
)

// Board is every slot held against a stock.
type Board struct {
	Slots   []Coverage
	Covered int
	Value   float64      // weighted mean of the slots' values, 0 to 1
	against []*way.Stock // what each slot was held against
}

// Values are the coverages of slots alone, without what is to be shown of them.
func Values(slots []Slot, stock *way.Stock) []float64 {
	out := make([]float64, len(slots))
	for i, s := range slots {
		var all []served
		for _, mv := range stock.Client().Person.Moves.Of(s.Pattern) {
			all = append(all, merged(servedBy(stock.Of(mv).Loads, everything))...)
		}
		out[i] = mean(s.Whole(), merged(all))
	}
	return out
}

// Hold makes the board.
func Hold(slots []Slot, stock *way.Stock) Board { return Board{}.Again(slots, stock) }

// Again is Hold where a board was held before, perhaps of other slots against another stock: a
// slot that is the same, and finds the same, is taken from there.
func (b Board) Again(slots []Slot, stock *way.Stock) Board {
	out := Board{Slots: make([]Coverage, len(slots)), against: make([]*way.Stock, len(slots))}
	var all sync.WaitGroup
	since := map[*way.Stock]*way.Since{}
	for i, s := range slots {
		if at := slices.IndexFunc(b.Slots, func(c Coverage) bool { return c.Slot.Key == s.Key }); at >= 0 && b.against[at] != nil &&
			reflect.DeepEqual(b.Slots[at].Slot, s) {
			before := b.against[at]
			if since[before] == nil {
				since[before] = stock.Since(before)
			}
			if since[before].SameFor(stock.Client().Person.Moves.Of(s.Pattern)) {
				out.Slots[i], out.against[i] = b.Slots[at], before
				if b.Slots[at].State == Missing && !since[before].SameRest() {
					out.Slots[i], out.against[i] = b.Slots[at].told(stock), stock
				}
				continue
			}
		}
		out.against[i] = stock
		all.Go(func() { out.Slots[i] = Cover(s, stock) })
	}
	all.Wait()
	return out.summed()
}

// Together is one board of the boards of several people.
func Together(boards ...Board) (out Board) {
	for _, b := range boards {
		out.Slots, out.against = append(out.Slots, b.Slots...), append(out.against, b.against...)
	}
	return out.summed()
}

// summed is the board with what its slots come to.
func (b Board) summed() Board {
	b.Value, b.Covered = 0, 0
	weights := 0
	for _, c := range b.Slots {
		b.Value += c.Value * float64(c.Slot.Weight)
		weights += c.Slot.Weight
		if c.State == Covered {
			b.Covered++
		}
	}
	if weights > 0 {
		b.Value /= float64(weights)
	}
	return b
}
