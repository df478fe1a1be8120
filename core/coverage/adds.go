package coverage

import (
	"maps"
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

// Trial is a stock that things are held against: what every movement that it looks at comes
// to today.
type Trial struct {
	slots []Slot
	stock *way.Stock
	moves []movement.Movement
	at    map[movement.Pattern][]int // the slots of a pattern
	of    map[movement.Pattern][]int // its movements that count
	can   []bool
	now   [][]served
	// Values are the slots' as it stands, 0 to 1.
	Values []float64
}

// Part is what one thing changes in a trial.
type Part struct {
	item  way.Item
	opens []movement.Movement
	loads map[int][]served // of the movements that it touches
}

// Try holds a stock against slots by those of movements that are of their patterns; the
// others are only asked whether they can be done.
func Try(slots []Slot, stock *way.Stock, moves []movement.Movement) *Trial {
	t := &Trial{
		slots: slots, stock: stock, moves: moves, at: map[movement.Pattern][]int{}, of: map[movement.Pattern][]int{},
		can: make([]bool, len(moves)), now: make([][]served, len(moves)),
	}
	for i, s := range slots {
		t.at[s.Pattern] = append(t.at[s.Pattern], i)
	}
	for i, m := range moves {
		w := stock.Of(m)
		t.can[i] = w.Can()
		if len(t.at[m.Pattern]) > 0 && m.CountsAs > 0 {
			t.now[i] = merged(servedBy(w.Loads, everything))
			t.of[m.Pattern] = append(t.of[m.Pattern], i)
		}
	}
	for i := range slots {
		t.Values = append(t.Values, t.value(i, nil))
	}
	return t
}

// value is a slot's with the loads of some movements as they would be.
func (t *Trial) value(slot int, with map[int][]served) float64 {
	var pieces []served
	for _, i := range t.of[t.slots[slot].Pattern] {
		mine, ok := with[i]
		if !ok {
			mine = t.now[i]
		}
		pieces = append(pieces, mine...)
	}
	return mean(t.slots[slot].Whole(), merged(pieces))
}

// Part is what a thing of way.Today, by itself, changes.
func (t *Trial) Part(it way.Item) Part {
	p := Part{item: it, loads: map[int][]served{}}
	then := t.stock.With(it)
	for i, m := range t.moves {
		if !it.Touches(m) {
			continue
		}
		w := then.Of(m)
		if w.Can() && !t.can[i] {
			p.opens = append(p.opens, m)
		}
		if t.now[i] != nil {
			p.loads[i] = merged(servedBy(w.Loads, everything))
		}
	}
	return p
}

// Nothing says that a part touches no movement that is looked at.
func (p Part) Nothing() bool { return len(p.loads) == 0 && len(p.opens) == 0 }

// With is what a part does by itself.
func (t *Trial) With(p Part) Added {
	one := Added{Opens: p.opens, Values: slices.Clone(t.Values)}
	changed := map[movement.Pattern]bool{}
	for i, loads := range p.loads {
		if !slices.Equal(loads, t.now[i]) {
			changed[t.moves[i].Pattern] = true
		}
	}
	for pattern := range changed {
		for _, i := range t.at[pattern] {
			one.Values[i] = t.value(i, p.loads)
		}
	}
	return one
}

// Both are the slots' values with two parts together: a movement that one of them touches is
// as it is with that one, and what both touch is looked at with both.
func (t *Trial) Both(a, b Part) []float64 {
	with := maps.Clone(a.loads)
	var then *way.Stock
	for i, loads := range b.loads {
		if _, shared := with[i]; !shared {
			with[i] = loads
			continue
		}
		if then == nil {
			then = t.stock.With(way.Item{Option: way.Today, Rungs: slices.Concat(a.item.Rungs, b.item.Rungs),
				Supplies: slices.Concat(a.item.Supplies, b.item.Supplies)})
		}
		with[i] = merged(servedBy(then.Of(t.moves[i]).Loads, everything))
	}
	out := make([]float64, len(t.slots))
	for i := range t.slots {
		out[i] = t.value(i, with)
	}
	return out
}

// Adds holds things against a stock, each by itself: what every movement that a thing
// touches comes to with it. All items are of way.Today. What is worked out is what Values and
// Stock.Of say of a stock made anew with the thing.
func Adds(slots []Slot, stock *way.Stock, things []way.Item) []Added {
	trial := Try(slots, stock, stock.Client().Person.Moves.All())
	out := make([]Added, len(things))
	together(len(things), func(n int) { out[n] = trial.With(trial.Part(things[n])) })
	return out
}

// together does n things on all processors.
func together(n int, do func(int)) {
	var next atomic.Int64
	var workers sync.WaitGroup
	for range min(n, runtime.NumCPU()) {
		workers.Go(func() {
			for i := int(next.Add(1)) - 1; i < n; i = int(next.Add(1)) - 1 {
				do(i)
			}
		})
	}
	workers.Wait()
}
