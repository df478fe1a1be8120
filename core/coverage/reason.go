package coverage

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
)

// Opening is the cheapest way to open a slot: a movement, what to do for it, and the
// sample price of that in the smallest unit of the sample currency (0 for what a household
// has). With Things there the slot would no longer be missing; they are empty where an own
// band misses the movement by little, which nothing but another set-up or band mends.
type Opening struct {
	Movement movement.Movement
	Do       quantity.Phrase
	Price    int64
	Things   []way.Item
	near     bool // a thing that is there misses it by little
	make     []func() way.Item
}

// littleMiss is by how much a band may miss a movement and still be named first, as a
// share of its limit (house value).
const littleMiss = 0.05

// mostTried bounds how many openings are worked out.
const mostTried = 240

// opening is the first that does open the slot within the budget, of all ways that nothing but
// things stands against, those that nearly are and the cheapest first; dear says that there
// is one beyond it.
func opening(c Coverage, stock *way.Stock) (open *Opening, dear bool) {
	var all []Opening
	for _, w := range c.Ways {
		all = append(all, openings(w, stock.Client())...)
	}
	slices.SortStableFunc(all, func(a, b Opening) int {
		if a.near != b.near {
			return map[bool]int{true: -1, false: 1}[a.near]
		}
		return cmp.Compare(a.Price, b.Price)
	})
	for _, o := range all[:min(len(all), mostTried)] {
		if o.near {
			return &o, false
		}
		for _, thing := range o.make {
			o.Things = append(o.Things, thing())
		}
		w := stock.Would(o.Movement, o.Things...)
		if w.Can() && StateOf(mean(c.Slot.Whole(), merged(servedBy(w.Loads, everything)))) != Missing {
			if stock.Client().Affords(o.Price) {
				return &o, false
			}
			return nil, true // all others cost more
		}
	}
	return nil, false
}

// Open is the cheapest way to open a movement that cannot be done: with what it names there,
// it can. Nil where nothing opens it, or it can be done.
func Open(m movement.Movement, stock *way.Stock) *Opening {
	w := stock.Of(m)
	if w.Can() {
		return nil
	}
	all := openings(Way{Movement: m, Lacks: w.Lacks}, stock.Client())
	slices.SortStableFunc(all, func(a, b Opening) int { return cmp.Compare(a.Price, b.Price) })
	for _, o := range all[:min(len(all), mostTried)] {
		if o.near {
			return &o
		}
		for _, thing := range o.make {
			o.Things = append(o.Things, thing())
		}
		if stock.Would(m, o.Things...).Can() {
			return &o
		}
	}
	return nil
}

// openings are all that might be done for a way: something for each of what it lacks.
func openings(w Way, who client.Client) []Opening {
	if len(w.Lacks) == 1 && w.Lacks[0].Kind == way.ByBand {
		if miss := w.Lacks[0].Miss; (miss.Stretch-miss.Limit)/math.Max(1, miss.Limit) < littleMiss {
			words := quantity.Say("a shorter one: ", miss.Phrase())
			if miss.Stretch > miss.Limit {
				words = quantity.Say("a longer one, or ", miss.Name, " where the movement asks for less: ", miss.Phrase())
			}
			return []Opening{{Movement: w.Movement, Do: words, Price: 1, near: true}}
		}
	}
	var out []Opening
	for i, l := range w.Lacks {
		if i == 0 {
			out = []Opening{{Movement: w.Movement}}
		}
		var next []Opening
		for _, o := range out {
			for _, h := range helps(w.Movement, l, who) {
				both := o
				both.make, both.Price = append(slices.Clip(o.make), h.make...), o.Price+h.Price
				if both.Do = h.Do; i > 0 {
					both.Do = quantity.Say(o.Do, ", and ", h.Do)
				}
				next = append(next, both)
			}
		}
		out = next
	}
	return out
}

// helps are what might do about a lack.
func helps(m movement.Movement, l way.Lack, who client.Client) []Opening {
	switch l.Kind {
	case way.ByThing:
		return purchases(m, who, gear.Cheapest(l.Thing.Requirement))
	case way.ByHold, way.ByUse, way.ByBand:
		var fit []gear.Item
		for _, it := range gear.All() {
			if gives(it, m.Hold) || serves(it, m) {
				fit = append(fit, it)
			}
		}
		return append(household(m, who), purchases(m, who, fit)...)
	}
	return nil
}

// purchases are what this room allows of the catalogue and what stands by itself.
func purchases(m movement.Movement, who client.Client, items []gear.Item) (out []Opening) {
	for _, it := range items {
		if len(it.Needs) == 0 && who.Excludes(it).Empty() {
			thing := func() way.Item {
				return way.Item{Option: way.Today, Rungs: who.RungsFor(m, it, load.Bought, it.Key), Supplies: who.ItemSupplies(it)}
			}
			out = append(out, Opening{Do: quantity.Say(priced(it, who)), Price: it.Price, make: []func() way.Item{thing}})
		}
	}
	return out
}

// household are containers as most have them, filled with what there is or is cheap to
// get: one, or two alike for a pair.
func household(m movement.Movement, who client.Client) (out []Opening) {
	hold, count, words := m.Hold, 1, "fill a "
	switch m.Hold {
	case load.Band, load.Bar:
		return nil
	case load.Pair:
		hold, count, words = load.OneHand, 2, "fill two alike, each a "
	case load.Overhead:
		hold = load.OneHand
	}
	with := func(f material.Filling, get quantity.Phrase, price int64) {
		for _, k := range load.Kinds() {
			if !k.Takes(f) || !slices.Contains(k.Holds, hold) {
				continue
			}
			o := Opening{Do: quantity.Say(get, words+k.Name+" with "+f.Name), Price: price}
			for n := range count {
				o.make = append(o.make, func() way.Item {
					return way.Item{Option: way.Today, Rungs: k.Usual(fmt.Sprint("household ", n), f).Rungs()}
				})
			}
			out = append(out, o)
		}
	}
	for _, f := range who.Fillings() {
		with(f, nil, 0)
	}
	for _, it := range gear.All() {
		if f, err := material.FillingByKey(it.Filling); err == nil {
			with(f, quantity.Say(priced(it, who), ", and "), it.Price)
		}
	}
	return out
}

// priced is a piece of the catalogue with its sample price.
func priced(it gear.Item, who client.Client) string {
	price, err := gear.Sample(it.Price, who.Currency)
	if err != nil || it.Price == 0 {
		return it.Name
	}
	return it.Name + " (" + price.String() + ")"
}

func gives(it gear.Item, h load.Hold) bool {
	for _, l := range it.Loads {
		for _, held := range l.Holds {
			if held == h {
				return true
			}
		}
	}
	return false
}

func serves(it gear.Item, m movement.Movement) bool {
	for _, e := range it.Bands {
		if m.Band != nil && m.Band.Takes(e.Kind) {
			return true
		}
	}
	return false
}

// reason is what is wrong with a slot; open opens it, and dear says that something beyond the budget would.
func reason(c Coverage, open *Opening, dear bool) quantity.Phrase {
	// What a limit leaves out is no reason while something else is left.
	nearest := slices.IndexFunc(c.Ways, func(w Way) bool { return len(w.Lacks) == 0 || w.Lacks[0].Kind != way.ByLimit })
	switch {
	case c.State == Covered:
		return nil
	case c.Guessed:
		return quantity.Say("rests on bands that nobody has pulled on a scale: three pulls each tell")
	case c.State == Missing && open != nil:
		return quantity.Say(open.Movement.Name, ", cheapest: ", open.Do)
	case c.State == Missing && dear && nearest >= 0:
		return quantity.Say(c.Ways[nearest].Movement.Name, ": ", c.Ways[nearest].Why(), "; nothing within the budget opens it")
	case len(c.Ticks) == 0 && nearest >= 0 && len(c.Ways[nearest].Lacks) > 0:
		return quantity.Say(c.Ways[nearest].Movement.Name, ": ", c.Ways[nearest].Why())
	case len(c.Ticks) == 0 && nearest < 0 && len(c.Ways) > 0:
		return quantity.Say(c.Ways[0].Movement.Name, ": ", c.Ways[0].Why())
	case len(c.Gaps) == 0 || c.Slot.Timed:
		return quantity.Say("only the lesser movements of this pattern can be loaded")
	}
	widest := slices.MaxFunc(c.Gaps, func(a, b Gap) int {
		wide := func(g Gap) quantity.Mass { return (g.Hi + c.Slot.Along) / (g.Lo + c.Slot.Along) }
		return cmp.Compare(wide(a), wide(b))
	})
	return quantity.Say("nothing here weighs ", quantity.Amount(quantity.KindMass, float64(widest.Lo)), " to ",
		quantity.Amount(quantity.KindMass, float64(widest.Hi)))
}
