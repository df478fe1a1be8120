package plan

import (
	"cmp"
	"context"
	"slices"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/way"
)

// ClosingKind says how a gap is closed.
type ClosingKind string

// The kinds, in the order in which they are looked at: what costs nothing first.
const (
	ByFill    ClosingKind = "fill"
	ByPack    ClosingKind = "pack"
	ByStretch ClosingKind = "stretch"
	ByBuild   ClosingKind = "build"
	ByBuy     ClosingKind = "buy"
)

var closingKinds = []ClosingKind{ByFill, ByPack, ByStretch, ByBuild, ByBuy}

// Turn is a slot of today's board that one thing turns, for better or worse: its coverage
// and state before and after.
type Turn struct {
	Slot          coverage.Slot
	Before, After float64
	Was, Is       coverage.State
}

// Closing is one thing that lifts a need of today's board, with the purchases that it takes,
// the cheapest that will do. Together says that it is two purchases, neither of which takes
// the other, since neither does as much alone: the second is the first of With. Cost in the
// currency's smallest unit, for all of them together.
// Own is what becomes of the need itself, Turns every need that it turns noticeably (the
// own one first), Covered how many of the whole board are covered then and Value the
// board's value, 0 to 1.
type Closing struct {
	Kind      ClosingKind
	Candidate Candidate
	With      []Candidate
	Together  bool
	Cost      int64
	Minutes   int
	Own       Turn
	Turns     []Turn
	Covered   int
	Value     float64
}

// perKind is how many closings of one kind are offered.
const perKind = 2

// shortlist is how many of one kind are held against the whole board.
const shortlist = 5

// Worst asks Closings for the need that weighs most of those that something lifts.
const Worst = ""

// Closings are the things that lift one need of a client's board as it stands today, each
// by itself: filling or packing a container otherwise, a band, or another purchase. Of each
// kind those that leave the best state, then the cheapest, are offered; none that takes
// more from the rest of the board than it gives, that the room or a pin rules out, or that
// costs more than the budget. before is today's board, slot the need: the one asked for, or
// where that is Worst the worst that something lifts. Errors are those of coverage.Slots
// and Candidates, an UnknownError of a need that is none, and of ctx.
func Closings(ctx context.Context, c client.Client, need string) (before coverage.Board, slot string, out []Closing, err error) {
	slots, err := coverage.Slots(c.Person)
	if err != nil {
		return before, need, nil, err
	}
	own := slices.IndexFunc(slots, func(s coverage.Slot) bool { return s.Key == need })
	if own < 0 && need != Worst {
		return before, need, nil, &UnknownError{need}
	}
	all, _, err := candidates(ctx, c, levelsOf(c, slots), fewestAlike)
	if err != nil {
		return before, need, nil, err
	}
	t := today{client: c, slots: slots, present: way.Present(c), all: all}
	before = coverage.Hold(slots, t.with(Candidate{}, nil))
	if need != Worst {
		out, err = t.closings(ctx, own, before)
		return before, need, out, err
	}
	for _, i := range worstFirst(before) {
		if out, err = t.closings(ctx, i, before); err != nil || len(out) > 0 {
			return before, slots[i].Key, out, err
		}
	}
	return before, need, nil, nil
}

// worstFirst are the needs that are not covered, those first whose lack weighs most.
func worstFirst(b coverage.Board) (out []int) {
	for i, s := range b.Slots {
		if s.State != coverage.Covered {
			out = append(out, i)
		}
	}
	lack := func(i int) float64 { return (1 - b.Slots[i].Value) * float64(b.Slots[i].Slot.Weight) }
	slices.SortStableFunc(out, func(i, j int) int { return cmp.Compare(lack(j), lack(i)) })
	return out
}

// closings are those of one need.
func (t today) closings(ctx context.Context, own int, before coverage.Board) (out []Closing, err error) {
	found := map[ClosingKind][]Closing{}
	for _, k := range t.all {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		one, ok := t.closing(k)
		if !ok || one.Cost > t.client.Budget {
			continue
		}
		after := coverage.Values(t.slots[own:own+1], t.with(k, one.With))[0]
		if after-before.Slots[own].Value < noticed {
			continue
		}
		one.Own = Turn{t.slots[own], before.Slots[own].Value, after, before.Slots[own].State, coverage.StateOf(after)}
		found[one.Kind] = append(found[one.Kind], one)
	}
	most := before.Slots[own].Value
	offered := map[ClosingKind][]Closing{}
	for _, kind := range closingKinds {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		offered[kind] = t.best(found[kind], before)
		for _, c := range offered[kind] {
			most = max(most, c.Own.After)
		}
	}
	// What is bought for no more money than it is built for is looked at first.
	buys, builds := offered[ByBuy], offered[ByBuild]
	if len(buys) > 0 && len(builds) > 0 && rank[buys[0].Own.Is] <= rank[builds[0].Own.Is] && buys[0].Cost <= builds[0].Cost {
		offered[ByBuild], offered[ByBuy] = buys, builds
	}
	for _, kind := range closingKinds {
		out = append(out, offered[kind]...)
	}
	best := coverage.StateOf(most) // a guess that covers wants to be read, not something beside it
	if best == coverage.Covered {
		return out, nil
	}
	both, err := t.pairs(ctx, own, before, best)
	if err != nil {
		return nil, err
	}
	for _, c := range t.best(both, before) {
		after := func(o Closing) bool {
			return slices.Index(closingKinds, o.Kind) >= slices.Index(closingKinds, c.Kind) && !o.Together
		}
		at := slices.IndexFunc(out, after)
		if at < 0 {
			at = len(out)
		}
		out = slices.Insert(out, at, c)
	}
	return out, nil
}

// today is a client's stock as it stands, to hold single things against.
type today struct {
	client  client.Client
	slots   []coverage.Slot
	present way.Item
	all     []Candidate
}

// with is today's stock with one thing, in place of what its container is now, and with what
// it takes.
func (t today) with(k Candidate, more []Candidate) *way.Stock {
	item := way.Item{Option: way.Today}
	for _, c := range t.client.Containers {
		if k.Group != "" && c.ID == k.Group {
			continue
		}
		item.Rungs = append(item.Rungs, c.Rungs()...)
	}
	for _, one := range append([]Candidate{k}, more...) {
		item.Rungs = append(item.Rungs, one.Rungs...)
		item.Supplies = append(item.Supplies, one.Supplies...)
	}
	return way.New(t.client, []way.Item{t.present, item})
}

// closing is what a candidate is as a closing; ok is false where it is none: it is how
// things are, ruled out, or takes what is.
func (t today) closing(k Candidate) (c Closing, ok bool) {
	if k.Keep || k.again || !t.may(k) {
		return c, false
	}
	if k.Group != "" && !slices.ContainsFunc(t.client.Containers, func(c load.Container) bool { return c.ID == k.Group }) {
		return c, false // a container that has to be bought first: the plan weighs that
	}
	c = Closing{Kind: kindOf(k), Candidate: k, Cost: k.Cost, Minutes: k.Minutes}
	c.With, ok = t.needs(k, map[string]bool{k.Key: true})
	for _, w := range c.With {
		c.Cost += w.Cost
	}
	return c, ok
}

func (t today) may(k Candidate) bool {
	return k.Excluded.Empty() && t.client.Pins[k.Key] != client.Never
}

// needs are the purchases that something takes, the cheapest of each choice, and what they
// take in turn.
func (t today) needs(k Candidate, have map[string]bool) (out []Candidate, ok bool) {
	for _, any := range k.Requires {
		if slices.ContainsFunc(any, func(key string) bool { return have[key] }) {
			continue
		}
		var choice []Candidate
		for _, o := range t.all {
			if slices.Contains(any, o.Key) && t.may(o) {
				choice = append(choice, o)
			}
		}
		if len(choice) == 0 {
			return nil, false
		}
		cheapest := slices.MinFunc(choice, func(a, b Candidate) int { return cmp.Compare(a.Cost, b.Cost) })
		have[cheapest.Key] = true
		more, ok := t.needs(cheapest, have)
		if !ok {
			return nil, false
		}
		out = append(append(out, cheapest), more...)
	}
	return out, true
}

func kindOf(k Candidate) ClosingKind {
	switch {
	case k.Origin == load.Built:
		return ByBuild
	case k.Group != "" && k.Minutes == PackMinutes:
		return ByPack
	case k.Group != "":
		return ByFill
	case slices.ContainsFunc(k.Rungs, func(r load.Rung) bool { return r.Hold == load.Band }):
		return ByStretch
	}
	if it, err := gear.ByKey(k.Key); err == nil && len(it.Bands) > 0 {
		return ByStretch
	}
	return ByBuy
}

var rank = map[coverage.State]int{coverage.Covered: 0, coverage.Thin: 1, coverage.Missing: 2}

// best are the closings of one kind that are offered, held against the whole board.
func (t today) best(all []Closing, before coverage.Board) (out []Closing) {
	slices.SortStableFunc(all, func(a, b Closing) int {
		return cmp.Or(
			cmp.Compare(rank[a.Own.Is], rank[b.Own.Is]), cmp.Compare(a.Cost, b.Cost), cmp.Compare(a.Minutes, b.Minutes),
			cmp.Compare(b.Own.After, a.Own.After),
		)
	})
	seen := map[string]bool{}
	for _, c := range all[:min(shortlist, len(all))] {
		board := coverage.Hold(t.slots, t.with(c.Candidate, c.With))
		if board.Value <= before.Value || seen[c.Candidate.Group] && c.Candidate.Group != "" {
			continue
		}
		seen[c.Candidate.Group] = true
		own := slices.IndexFunc(board.Slots, func(s coverage.Coverage) bool { return s.Slot.Key == c.Own.Slot.Key })
		c.Own.After, c.Own.Is = board.Slots[own].Value, board.Slots[own].State
		c.Covered, c.Value, c.Turns = board.Covered, board.Value, []Turn{c.Own}
		for i, s := range board.Slots {
			was := before.Slots[i]
			if s.Slot.Key != c.Own.Slot.Key && (s.State != was.State || max(s.Value-was.Value, was.Value-s.Value) >= noticed) {
				c.Turns = append(c.Turns, Turn{s.Slot, was.Value, s.Value, was.State, s.State})
			}
		}
		if out = append(out, c); len(out) == perKind {
			break
		}
	}
	return out
}
