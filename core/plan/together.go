package plan

import (
	"cmp"
	"context"
	"slices"

	"scrappyrack/core/coverage"
	"scrappyrack/core/way"
)

// bundle is a purchase, or two, with what they take.
type bundle struct {
	all  []Candidate
	cost int64
}

func bundled(all []Candidate) bundle {
	b := bundle{all: all}
	for _, k := range all {
		b.cost += k.Cost
	}
	return b
}

// item is what a bundle is to a stock.
func (b bundle) item() way.Item {
	it := way.Item{Option: way.Today}
	for _, k := range b.all {
		it.Rungs, it.Supplies = append(it.Rungs, k.Rungs...), append(it.Supplies, k.Supplies...)
	}
	return it
}

// bundle is what some purchases come to with what they take; ok is false where that cannot
// be had.
func (t today) bundle(of ...Candidate) (b bundle, ok bool) {
	have := map[string]bool{}
	for _, k := range of {
		have[k.Key] = true
	}
	all := slices.Clone(of)
	for _, k := range of {
		more, ok := t.needs(k, have)
		if !ok {
			return b, false
		}
		all = append(all, more...)
	}
	return bundled(all), true
}

// pairs are the closings of one need by two purchases together that leave a better state
// than best, the best that one thing leaves: those that do so cheapest, within the budget.
// Of the two that which gives more by itself stands first.
func (t today) pairs(ctx context.Context, own int, before coverage.Board, best coverage.State) (out []Closing, err error) {
	trial := coverage.Try(t.slots[own:own+1], way.Reach(t.client), t.client.Person.Moves.Of(t.slots[own].Pattern))
	type one struct {
		Candidate
		part  coverage.Part
		alone float64
	}
	var ones []one
	for _, k := range t.all {
		if k.Group != "" || k.again || !t.may(k) {
			continue
		}
		b, ok := t.bundle(k)
		if !ok || b.cost > t.client.Budget {
			continue
		}
		part := trial.Part(b.item())
		if part.Nothing() {
			continue
		}
		ones = append(ones, one{k, part, trial.With(part).Values[0]})
	}
	type two struct {
		a, b coverage.Part
		bundle
	}
	var twos []two
	for i, a := range ones {
		for _, b := range ones[:i] {
			first, second := a, b
			if cmp.Or(cmp.Compare(a.alone, b.alone), cmp.Compare(a.Cost, b.Cost)) < 0 {
				first, second = b, a
			}
			if both, ok := t.bundle(first.Candidate, second.Candidate); ok && both.cost <= t.client.Budget {
				twos = append(twos, two{first.part, second.part, both})
			}
		}
	}
	slices.SortStableFunc(twos, func(a, b two) int { return cmp.Compare(a.cost, b.cost) })
	covered := 0
	for n, p := range twos {
		if n%64 == 0 && ctx.Err() != nil {
			return nil, ctx.Err()
		}
		after := trial.Both(p.a, p.b)[0]
		is := coverage.StateOf(after)
		if rank[is] >= rank[best] {
			continue
		}
		kind := ByBuy
		if kindOf(p.all[0]) == ByStretch && kindOf(p.all[1]) == ByStretch {
			kind = ByStretch
		}
		out = append(out, Closing{
			Kind: kind, Candidate: p.all[0], With: p.all[1:], Together: true, Cost: p.cost,
			Own: Turn{t.slots[own], before.Slots[own].Value, after, before.Slots[own].State, is},
		})
		if is == coverage.Covered {
			if covered++; covered == shortlist { // the cheapest that cover: none after them is better
				break
			}
		}
	}
	return out, nil
}
