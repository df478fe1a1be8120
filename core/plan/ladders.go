package plan

import (
	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

// LadderPart is the ladder of a hold; of bands, that of one movement, for a band
// pulls as the movement is set up.
type LadderPart struct {
	Hold     load.Hold
	Movement movement.Movement // zero but for bands
	Rungs    []load.Rung
	Steps    []Closed
}

// Closed is a step with the best way to close it, if there is one.
type Closed struct {
	load.Step
	Closing *load.Closing
}

// LaddersOf are the ladders of a client's loads, hold by hold, with what would close their steps. Unchecked are
// rungs that stand in them but count for nothing yet.
func LaddersOf(c client.Client, rungs load.Ladder, unchecked []load.Rung) (out []LadderPart) {
	offers := stepOffers(c)
	sticks := load.Ladder{}
	sticks.Add(unchecked)
	for _, h := range load.Holds() {
		if h != load.Band {
			out = withSteps(out, LadderPart{Hold: h, Rungs: rungs[h]}, offers, sticks[h])
			continue
		}
		for _, m := range movement.Banded() {
			mine := make([]load.Closer, len(offers))
			for i, o := range offers {
				o.Rungs = taken(m, o.Rungs)
				mine[i] = o
			}
			out = withSteps(out, LadderPart{Hold: h, Movement: m, Rungs: taken(m, rungs[h])}, mine, nil)
		}
	}
	return out
}

func taken(m movement.Movement, rungs []load.Rung) (out []load.Rung) {
	for _, r := range rungs {
		if m.Takes(r) {
			out = append(out, r)
		}
	}
	return out
}

// withSteps puts a part with its steps and their closings to the others, where there is anything in it.
func withSteps(to []LadderPart, p LadderPart, offers []load.Closer, unchecked []load.Rung) []LadderPart {
	if len(p.Rungs)+len(unchecked) == 0 {
		return to
	}
	own := load.Ladder{}
	own.Add(p.Rungs)
	for _, step := range own.Steps(p.Hold) {
		one := Closed{Step: step}
		if best, ok := step.Close(p.Hold, offers); ok {
			one.Closing = &best
		}
		p.Steps = append(p.Steps, one)
	}
	own.Add(unchecked)
	p.Rungs = own[p.Hold]
	return append(to, p)
}

// stepOffers are the ways to close a step: every empty container, and every thing
// that is refilled, with each filling at hand; and every piece of the catalogue.
func stepOffers(c client.Client) (out []load.Closer) {
	var fillings []material.Filling
	for _, key := range c.AtHand {
		if f, err := material.FillingByKey(key); err == nil && f.Key != "stuffing" && f.Key != "concrete" {
			fillings = append(fillings, f)
		}
	}
	fillings = append(fillings, c.Own...)
	for _, k := range c.Containers {
		if k.Sold > 0 || k.Volume > 0 || len(k.Holding) > 0 {
			continue
		}
		for _, f := range fillings {
			if !k.Kind.Takes(f) {
				continue
			}
			filled := k
			filled.Filling, filled.Adjustable, filled.Weighed = f, true, quantity.Estimate{}
			out = append(out, load.Closer{
				Name: "fill " + k.Name + " with " + f.Name, Rungs: filled.Rungs(), Minutes: FillMinutes, Single: !k.Adjustable,
			})
		}
	}
	for _, it := range gear.All() {
		if price, err := it.SamplePrice(c.Currency); err == nil {
			out = append(out, load.Closer{Name: "buy: " + it.Name, Rungs: c.ItemRungs(it, load.Bought, it.Key), Cost: price.Minor})
		}
	}
	return out
}
