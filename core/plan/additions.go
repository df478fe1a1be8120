package plan

import (
	"cmp"
	"context"
	"fmt"
	"slices"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/way"
)

// Addition is one more thing in a client's home, by itself: a purchase with those that it
// takes, the cheapest that will do, or a container that most homes have, filled with that
// of what is at hand which does most. Cost in the currency's smallest unit, for all of them together. Opens are the
// movements that cannot be done today and could with it; Turns the needs that it turns
// noticeably, those that gain most first. Covered and Value are the board's with it.
type Addition struct {
	Key, Name string
	Household bool
	With      []Candidate
	Cost      int64
	Opens     []movement.Movement
	Turns     []Turn
	Covered   int
	Value     float64
	kind      string // of a household's container
}

// Additions are what one more thing opens and turns, of everything in the catalogue that this
// room and no pin rules out and of containers as most homes have them: those that lift the
// board most first, then those that open most, then the cheapest. What does neither is left
// out. before is today's board. Errors are those of coverage.Slots and Candidates, and of ctx.
func Additions(ctx context.Context, c client.Client) (before coverage.Board, out []Addition, err error) {
	slots, err := coverage.Slots(c.Person)
	if err != nil {
		return before, nil, err
	}
	all, _, err := candidates(ctx, c, levelsOf(c, slots), fewestAlike)
	if err != nil {
		return before, nil, err
	}
	t := today{client: c, slots: slots, all: all}
	offers, items := t.additions()
	stock := way.Reach(c)
	before = coverage.Hold(slots, stock)
	added := coverage.Adds(slots, stock, items)
	for i, a := range added {
		one := offers[i]
		one.Opens = a.Opens
		weights := 0
		for n, v := range a.Values {
			was, s := before.Slots[n], slots[n]
			weights += s.Weight
			one.Value += v * float64(s.Weight)
			is := coverage.StateOf(v)
			if is == coverage.Covered {
				one.Covered++
			}
			if v-was.Value >= noticed {
				one.Turns = append(one.Turns, Turn{s, was.Value, v, was.State, is})
			}
		}
		one.Value /= float64(max(1, weights))
		if len(one.Opens) == 0 && len(one.Turns) == 0 {
			continue
		}
		gain := func(t Turn) float64 { return (t.After - t.Before) * float64(t.Slot.Weight) }
		slices.SortStableFunc(one.Turns, func(a, b Turn) int { return cmp.Compare(gain(b), gain(a)) })
		out = append(out, one)
	}
	slices.SortStableFunc(out, func(a, b Addition) int {
		return cmp.Or(cmp.Compare(b.Value, a.Value), cmp.Compare(len(b.Opens), len(a.Opens)), cmp.Compare(a.Cost, b.Cost),
			cmp.Compare(a.Key, b.Key))
	})
	seen := map[string]bool{} // kinds of container: of each the filling that does most
	out = slices.DeleteFunc(out, func(a Addition) bool {
		again := a.kind != "" && seen[a.kind]
		seen[a.kind] = true
		return again
	})
	return before, out, ctx.Err()
}

// additions are the things that might be added, each with what it is to a stock.
func (t today) additions() (out []Addition, items []way.Item) {
	for _, k := range t.all {
		if k.Group != "" || !t.may(k) {
			continue
		}
		with, ok := t.needs(k, map[string]bool{k.Key: true})
		if !ok {
			continue
		}
		one, item := Addition{Key: k.Key, Name: k.Name, With: with, Cost: k.Cost}, way.Item{Option: way.Today}
		for _, w := range append([]Candidate{k}, with...) {
			item.Rungs, item.Supplies = append(item.Rungs, w.Rungs...), append(item.Supplies, w.Supplies...)
		}
		for _, w := range with {
			one.Cost += w.Cost
		}
		out, items = append(out, one), append(items, item)
	}
	for _, kind := range load.Kinds() {
		for _, f := range t.client.Fillings() {
			if !kind.Takes(f) {
				continue
			}
			one := Addition{Key: "household:" + kind.Key + ":" + f.Key, Name: fmt.Sprintf("a %s with %s", kind.Name, f.Name),
				Household: true, kind: kind.Key}
			out, items = append(out, one), append(items, way.Item{Option: way.Today, Rungs: kind.Usual(one.Key, f).Rungs()})
		}
	}
	return out, items
}
