package coverage

import (
	"math"

	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
)

// Opening is the cheapest way to open a slot: a movement, what to do for it, and the
// sample price of that in the smallest unit of the sample currency (0 for what a household
// has).
type Opening struct {
	Movement movement.Movement
	Do       quantity.Phrase
	Price    int64
	near     bool // a thing that is there misses it by little
}

// littleMiss is by how much a band may miss a movement and still be named first, as a
// share of its limit (house value).
const littleMiss = 0.05

// opening finds it among the ways that nothing but things stands against.
func opening(c Coverage) (best *Opening) {
	for _, w := range c.Ways {
		o, ok := open(c.Slot, w)
		if ok && (best == nil || o.near && !best.near || o.near == best.near && o.Price < best.Price) {
			best = &o
		}
	}
	return best
}

func open(s Slot, w Way) (Opening, bool) {
	out := Opening{Movement: w.Movement}
	for i, l := range w.Lacks {
		do, price, ok := help(s, w.Movement, l)
		if !ok {
			return out, false
		}
		if i > 0 {
			do = quantity.Say(", and ", do)
		}
		out.Do, out.Price = append(out.Do, do...), out.Price+price
		out.near = l.Kind == way.ByBand && (l.Miss.Stretch-l.Miss.Limit)/math.Max(1, l.Miss.Limit) < littleMiss && len(w.Lacks) == 1
	}
	return out, len(w.Lacks) > 0
}

// help is what would do about a lack.
func help(s Slot, m movement.Movement, l way.Lack) (do quantity.Phrase, price int64, ok bool) {
	kg := func(v quantity.Mass) quantity.Piece { return quantity.Amount(quantity.KindMass, float64(v)/m.CountsAs) }
	switch l.Kind {
	case way.ByThing:
		if items := gear.Cheapest(l.Thing.Requirement); len(items) > 0 {
			return quantity.Say("get: " + items[0].Name), items[0].Price, true
		}
	case way.ByHold, way.ByUse:
		if words, ok := householdWords[m.Hold]; ok {
			return quantity.Say(words+" with ", kg(s.Today.Lo), " to ", kg(s.Hi)), 0, true
		}
		if m.Hold == load.Band {
			return buy(func(it gear.Item) bool { return serves(it, m) })
		}
		return buy(func(it gear.Item) bool { return gives(it, m.Hold) })
	case way.ByBand:
		if l.Miss.Stretch > l.Miss.Limit {
			return quantity.Say("a longer one, or ", l.Miss.Name, " where the movement asks for less: ", l.Phrase()), 1, true
		}
		return quantity.Say("a shorter one: ", l.Phrase()), 1, true
	}
	return nil, 0, false
}

var householdWords = map[load.Hold]string{
	load.OneHand: "fill a jug, bottle or bag", load.Pair: "fill two jugs or bottles alike, each", load.Overhead: "fill a jug full, cap taped,", load.TwoHand: "fill a bucket or a pack",
	load.Hug: "pack a bag or a crate", load.Worn: "pack a backpack", load.Dragged: "pack a bag to drag",
}

func buy(that func(gear.Item) bool) (quantity.Phrase, int64, bool) {
	var best *gear.Item
	for _, it := range gear.All() {
		if that(it) && (best == nil || it.Price < best.Price) {
			best = &it
		}
	}
	if best == nil {
		return nil, 0, false
	}
	return quantity.Say("get: " + best.Name), best.Price, true
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

func reason(c Coverage) quantity.Phrase {
	switch {
	case c.State == Covered:
		return nil
	case c.Guessed:
		return quantity.Say("rests on bands that nobody has pulled on a scale: three pulls each tell")
	case len(c.Ticks) == 0 && c.Open != nil:
		return quantity.Say(c.Open.Movement.Name, ": ", c.Open.Do)
	case len(c.Ticks) == 0 && len(c.Ways) > 0:
		return quantity.Say(c.Ways[0].Movement.Name, ": ", c.Ways[0].Why())
	case len(c.Gaps) == 0:
		return quantity.Say("only the lesser movements of this pattern can be loaded")
	}
	widest := c.Gaps[0]
	for _, g := range c.Gaps {
		if g.Hi/g.Lo > widest.Hi/widest.Lo {
			widest = g
		}
	}
	return quantity.Say("nothing from ", quantity.Amount(quantity.KindMass, float64(widest.Lo)), " to ", quantity.Amount(quantity.KindMass, float64(widest.Hi)))
}
