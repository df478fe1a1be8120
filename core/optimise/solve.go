package optimise

import (
	"container/heap"
	"context"
	"errors"
	"math"
)

// ErrImpossible is returned when no set keeps every constraint: what must be in
// does not fit.
var ErrImpossible = errors.New("what must be in does not fit the money, the room or its prerequisites")

// Search effort (measured on models like the demo's).
const (
	// boundScale is how finely multipliers are rounded in the exact bound, in
	// parts of a unit of value.
	boundScale = 1 << 12

	// Steps of descent at most, and how many without a better bound halve their length:
	// tried out on the demo's clients at half to three times their budgets. The prices of
	// the first root are near those of the later searches, which need fewer.
	rootSteps, rootPatience   = 2000, 16
	laterSteps, laterPatience = 100, 8
	nodeSteps, nodePatience   = 40, 10
)

// Solve finds the best set and proves it, in three searches by branch and bound
// on the Lagrangian bound of the value: the highest value; then, at that value,
// the lowest cost (is there a set for less?); then the fewest items, for which it
// looks at a bounded number of nodes: where many fills do the same, proving that
// none of them can be spared takes longer than it is worth. Every bound is
// recomputed in whole numbers, so that pruning needs no tolerance. The same
// model always gives the same answer. When ctx ends first, the best set found
// is returned with Proven false and the highest value that is still possible;
// a Bound equal to Value then means that only cost or items are unproven.
// Without any set found it returns the error of ctx.
func Solve(ctx context.Context, m Model) (Answer, error) {
	if err := m.Check(); err != nil {
		return Answer{}, err
	}
	p, err := compile(ctx, m)
	if err != nil {
		return Answer{}, err
	}
	s := &search{p: p, ctx: ctx, cutoff: math.MinInt64}
	s.r = newRelaxation(s.p)
	s.r.ctx = ctx
	s.reduced = make([]int64, s.p.n)
	bound := s.run()
	if s.found == nil {
		if s.stopped {
			return Answer{}, ctx.Err()
		}
		return Answer{}, ErrImpossible
	}
	value := s.foundValue
	if !s.stopped {
		s.tie = true
		s.cutoff = value - 1
		s.phase(s.belowCost)
		if !s.stopped {
			s.restore()
			s.most = s.nodes + mostItemNodes
			s.phase(s.belowItems)
		}
		bound = value
	}
	a := Answer{Proven: !s.stopped, Fewest: !s.stopped && !s.tired, Nodes: s.nodes, Value: s.p.base + value,
		Bound: s.p.base + max(bound, value)}
	for _, i := range s.found.list(s.p.n) {
		a.Chosen = append(a.Chosen, i)
		a.Cost += m.Options[i].Cost
	}
	return a, nil
}

// mostItemNodes is how many nodes the search for fewer items may take.
const mostItemNodes = 2000

// phase runs the search for something that asks for less, as often as it finds it.
func (s *search) phase(less func()) {
	s.tighten = less
	less()
	s.run()
}

// search looks for sets whose value is above cutoff, in value units above the
// base. found is the best of all so far by the whole objective.
type search struct {
	ctx        context.Context
	p          *compiled
	r          *relaxation
	open       nodes
	cutoff     int64
	found      set
	foundBest  int64 // its objective: value·K − charges
	foundValue int64
	tie        bool   // the value is proven: what is found must be cheaper or smaller
	tighten    func() // asks for less than what was just found
	prices     multipliers
	reduced    []int64
	nodes      int
	stopped    bool
	most       int  // nodes after which the search gives up; 0 for none
	tired      bool // it gave up
}

// belowCost and belowItems ask for a set that costs, or counts, less than the
// one found. Lower limits keep every bound valid that was proven before.
func (s *search) belowCost() {
	below := s.p.cost(s.found) - 1
	if step := s.p.coin(); step > 1 { // no set costs anything in between
		below = below / step * step
	}
	s.p.resources[0].limit = min(s.p.resources[0].limit, below)
}

func (s *search) belowItems() {
	s.p.resources[1].limit = s.p.items(s.found) - 1
}

// restore allows again what the found set costs, before items are counted.
func (s *search) restore() { s.p.resources[0].limit = s.p.cost(s.found) }

// run explores best bound first, following each branch down before going back,
// and returns the highest value left open when it is stopped.
func (s *search) run() int64 {
	s.open = nil
	if s.prices.row == nil {
		s.prices = s.p.zeroMultipliers()
	}
	root := &node{out: s.p.never.copy(), in: s.p.must.copy(), bound: math.MaxInt64 / 2, prices: s.prices}
	heap.Push(&s.open, root)
	for len(s.open) > 0 {
		at := heap.Pop(&s.open).(*node)
		for at != nil {
			if s.beaten(at.bound) {
				break
			}
			if s.most > 0 && s.nodes >= s.most {
				s.tired = true
				return s.cutoff
			}
			if s.ctx.Err() != nil {
				s.stopped = true
				bound := at.bound
				if len(s.open) > 0 {
					bound = max(bound, s.open[0].bound)
				}
				return floorDiv(bound, boundScale)
			}
			at = s.explore(at)
		}
	}
	return s.cutoff
}

// beaten reports whether a bound leaves nothing above the cutoff.
func (s *search) beaten(bound int64) bool { return floorDiv(bound, boundScale) <= s.cutoff }

// explore bounds a node, tightens it, and returns the child to follow, or nil;
// the other child is left open.
func (s *search) explore(at *node) *node {
	s.nodes++
	if !s.propagate(at) {
		return nil
	}
	steps, patience := nodeSteps, nodePatience
	if at.depth == 0 {
		s.build(at)
		if steps, patience = rootSteps, rootPatience; s.tie {
			steps, patience = laterSteps, laterPatience
		}
	}
	target := math.Inf(-1)
	if s.cutoff > math.MinInt64 {
		target = float64(s.cutoff) * boundScale
	}
	_, at.prices = s.r.descend(at.prices, at.out, at.in, target, steps, patience)
	if at.depth == 0 {
		s.prices = at.prices
	}
	for tightened := true; tightened; {
		total := s.r.exact(at.prices, at.out, at.in, s.reduced)
		at.bound = min(at.bound, total)
		if s.beaten(at.bound) {
			return nil
		}
		tightened = s.fix(at)
		tightened = s.settle(at, total) || tightened
		if tightened && !s.propagate(at) {
			return nil
		}
	}
	s.build(at)
	if s.beaten(at.bound) {
		return nil
	}
	i := s.branchOn(at)
	if i < 0 {
		s.offer(at.in)
		return nil
	}
	with := &node{at.out.copy(), at.in.copy(), at.bound, at.prices, at.depth + 1}
	with.in.add(i)
	without := &node{at.out, at.in, at.bound, at.prices, at.depth + 1}
	without.out.add(i)
	if s.r.mean[i] < 0.5 {
		with, without = without, with
	}
	heap.Push(&s.open, without)
	return with
}

// branchOn picks the free option that the relaxation is least sure of,
// weighted by what is at stake; -1 when none is free.
func (s *search) branchOn(at *node) int {
	mass := make([]float64, s.p.n)
	for k, r := range s.p.rows {
		for _, i := range r.options {
			mass[i] += at.prices.row[k]
		}
	}
	for k, q := range s.p.requires {
		for _, j := range q.any {
			mass[j] += at.prices.requires[k]
		}
	}
	best, pick := -1.0, -1
	for i := range s.p.n {
		if at.out.has(i) || at.in.has(i) {
			continue
		}
		doubt := math.Min(s.r.mean[i], 1-s.r.mean[i]) + 0.01
		if score := doubt * (mass[i] + 1); score > best {
			best, pick = score, i
		}
	}
	return pick
}
