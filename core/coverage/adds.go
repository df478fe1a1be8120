package coverage

import (
	"runtime"
	"slices"
	"sync"
	"sync/atomic"

	"scrappyrack/core/movement"
	"scrappyrack/core/way"
)

// Added is what one more thing does by itself: the movements that it opens, in the order of
// the library, and the value of every slot with it, 0 to 1.
type Added struct {
	Opens  []movement.Movement
	Values []float64
}

// Adds holds things against a stock, each by itself: what every movement that a thing
// touches comes to with it. All items are of way.Today. What is worked out is what Values and
// Stock.Of say of a stock made anew with the thing.
func Adds(slots []Slot, stock *way.Stock, things []way.Item) []Added {
	all := stock.Client().Person.Moves.All()
	at := map[movement.Pattern][]int{} // the slots of a pattern
	for i, s := range slots {
		at[s.Pattern] = append(at[s.Pattern], i)
	}
	can := make([]bool, len(all))
	now := make([][]served, len(all))
	of := map[movement.Pattern][]int{} // its movements that count
	values := make([]float64, len(slots))
	for i, m := range all {
		w := stock.Of(m)
		can[i] = w.Can()
		if len(at[m.Pattern]) > 0 && m.CountsAs > 0 {
			now[i] = merged(servedBy(w.Loads, everything))
			of[m.Pattern] = append(of[m.Pattern], i)
		}
	}
	value := func(slot int, with map[int][]served) float64 {
		var pieces []served
		for _, i := range of[slots[slot].Pattern] {
			mine, ok := with[i]
			if !ok {
				mine = now[i]
			}
			pieces = append(pieces, mine...)
		}
		return mean(slots[slot].Whole(), merged(pieces))
	}
	for i := range slots {
		values[i] = value(i, nil)
	}
	add := func(it way.Item) Added {
		one := Added{Values: slices.Clone(values)}
		then := stock.With(it)
		with := map[int][]served{}
		changed := map[movement.Pattern]bool{}
		for i, m := range all {
			if !it.Touches(m) {
				continue
			}
			w := then.Of(m)
			if w.Can() && !can[i] {
				one.Opens = append(one.Opens, m)
			}
			if now[i] != nil {
				if with[i] = merged(servedBy(w.Loads, everything)); !slices.Equal(with[i], now[i]) {
					changed[m.Pattern] = true
				}
			}
		}
		for p := range changed {
			for _, i := range at[p] {
				one.Values[i] = value(i, with)
			}
		}
		return one
	}
	out := make([]Added, len(things))
	var next atomic.Int64
	var workers sync.WaitGroup
	for range min(len(things), runtime.NumCPU()) {
		workers.Go(func() {
			for n := next.Add(1) - 1; n < int64(len(things)); n = next.Add(1) - 1 {
				out[n] = add(things[n])
			}
		})
	}
	workers.Wait()
	return out
}
