package plan

import (
	"container/heap"
	"context"
	"errors"
	"math"
	"sort"
)

// ErrImpossible is returned when no set keeps every constraint: what must be in
// does not fit.
var ErrImpossible = errors.New("what must be in does not fit the money, the room or its prerequisites")

// Search effort (measured on models like the demo's).
const (
	rootSteps, rootPatience = 2000, 40
	nodeSteps, nodePatience = 40, 8
)

// Solve finds the best set by branch and bound on the Lagrangian bound, with
// whole-number pruning, and proves it. The same model always gives the same
// answer. When ctx ends first, the best set found is returned with Proven
// false and the bound that was proven; without any, the error of ctx.
func Solve(ctx context.Context, m Model) (Answer, error) {
	if err := m.Check(); err != nil {
		return Answer{}, err
	}
	s := &search{p: compile(m), best: math.MinInt64, ctx: ctx}
	s.r = newRelaxation(s.p)
	s.reduced = make([]int64, s.p.n)
	bound := s.run()
	if s.found == nil {
		if s.stopped {
			return Answer{}, ctx.Err()
		}
		return Answer{}, ErrImpossible
	}
	chosen := map[int]bool{}
	a := Answer{Proven: !s.stopped, Nodes: s.nodes}
	for _, i := range s.found.list(s.p.n) {
		chosen[i] = true
		a.Chosen = append(a.Chosen, i)
		a.Cost += m.Options[i].Cost
	}
	a.Value = m.Value(chosen)
	a.Bound = a.Value
	if s.stopped {
		a.Bound = max(a.Value, s.p.base+floorDiv(bound, s.p.scale)+1)
	}
	return a, nil
}

func floorDiv(a, b int64) int64 {
	q := a / b
	if a%b < 0 {
		q--
	}
	return q
}

// node is a part of the search: options fixed out and in, with the bound and
// the multipliers it inherits.
type node struct {
	out, in set
	bound   int64
	prices  multipliers
	depth   int
}

type nodes []*node

func (h nodes) Len() int           { return len(h) }
func (h nodes) Less(i, j int) bool { return h[i].bound > h[j].bound }
func (h nodes) Swap(i, j int)      { h[i], h[j] = h[j], h[i] }
func (h *nodes) Push(x any)        { *h = append(*h, x.(*node)) }
func (h *nodes) Pop() any {
	old := *h
	n := old[len(old)-1]
	*h = old[:len(old)-1]
	return n
}

type search struct {
	ctx     context.Context
	p       *compiled
	r       *relaxation
	open    nodes
	best    int64
	found   set
	reduced []int64
	nodes   int
	stopped bool
}

// run explores best bound first, following each branch down before going back,
// and returns the highest bound left open when it is stopped.
func (s *search) run() int64 {
	root := &node{out: s.p.never.copy(), in: s.p.must.copy(), bound: math.MaxInt64, prices: s.p.zeroMultipliers()}
	heap.Push(&s.open, root)
	for len(s.open) > 0 {
		at := heap.Pop(&s.open).(*node)
		for at != nil {
			if at.bound <= s.best {
				break
			}
			if s.ctx.Err() != nil {
				s.stopped = true
				bound := at.bound
				if len(s.open) > 0 {
					bound = max(bound, s.open[0].bound)
				}
				return bound
			}
			at = s.explore(at)
		}
	}
	return s.best
}

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
		steps, patience = rootSteps, rootPatience
	}
	target := math.Inf(-1)
	if s.found != nil {
		target = float64(s.best)
	}
	_, at.prices = s.r.descend(at.prices, at.out, at.in, target, steps, patience)
	for tightened := true; tightened; {
		at.bound = min(at.bound, s.r.exact(at.prices, at.out, at.in, s.reduced))
		if at.bound <= s.best {
			return nil
		}
		tightened = s.fix(at)
		if tightened && !s.propagate(at) {
			return nil
		}
	}
	s.build(at)
	if at.bound <= s.best {
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

// fix shuts options whose other value could not beat the best set.
func (s *search) fix(node *node) bool {
	if s.found == nil {
		return false
	}
	changed := false
	for _, g := range s.p.groups {
		at := pick(g, s.reduced, node.out, node.in)
		if at >= 0 && node.in.has(at) {
			continue
		}
		changed = s.fixGroup(node, g, at) || changed
	}
	return changed
}

// fixGroup fixes members of one group in which the relaxation takes at (−1 for
// none): another member in costs the difference, at out falls to the second.
func (s *search) fixGroup(n *node, group []int, at int) bool {
	best, second := int64(0), int64(0)
	if at >= 0 {
		best = s.reduced[at]
	}
	changed := false
	for _, i := range group {
		if i == at || n.out.has(i) {
			continue
		}
		second = max(second, s.reduced[i])
		if n.bound-(best-s.reduced[i]) <= s.best {
			n.out.add(i)
			changed = true
		}
	}
	if at >= 0 && n.bound-(best-second) <= s.best {
		n.in.add(at)
		changed = true
	}
	return changed
}

// propagate follows constraints from what is fixed; false means nothing fits.
func (s *search) propagate(at *node) bool {
	for changed := true; changed; {
		changed = false
		if at.in.meets(at.out) {
			return false
		}
		for _, r := range s.p.resources {
			left := r.limit
			for i, u := range r.use {
				if u != 0 && at.in.has(i) {
					left -= u
				}
			}
			if left < 0 {
				return false
			}
			for i, u := range r.use {
				if u > left && !at.in.has(i) && !at.out.has(i) {
					at.out.add(i)
					changed = true
				}
			}
		}
		for _, q := range s.p.requires {
			if at.out.has(q.option) || q.mask.meets(at.in) {
				continue
			}
			last, count := -1, 0
			for _, j := range q.any {
				if !at.out.has(j) {
					last, count = j, count+1
				}
			}
			switch {
			case count == 0 && at.in.has(q.option):
				return false
			case count == 0:
				at.out.add(q.option)
				changed = true
			case count == 1 && at.in.has(q.option):
				at.in.add(last)
				changed = true
			}
		}
	}
	return true
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
		if score := doubt * (mass[i] + float64(s.p.charge[i])); score > best {
			best, pick = score, i
		}
	}
	return pick
}

// offer keeps a set when it is feasible and better than the best.
func (s *search) offer(x set) {
	if v := s.p.objective(x); v > s.best && s.p.feasible(x) {
		s.best, s.found = v, x.copy()
	}
}

// build makes a feasible set from the relaxed solution: options in order of
// how often they were in it, each with what it requires, then whatever still
// adds, then without whatever does not.
func (s *search) build(at *node) {
	x := at.in.copy()
	s.complete(x, at.out)
	order := make([]int, 0, s.p.n)
	for i := range s.p.n {
		if !x.has(i) && !at.out.has(i) {
			order = append(order, i)
		}
	}
	sort.SliceStable(order, func(a, b int) bool { return s.r.mean[order[a]] > s.r.mean[order[b]] })
	for _, i := range order {
		if s.r.mean[i] > 0.2 && !x.has(i) {
			s.tryAdd(x, at.out, i)
		}
	}
	if s.p.feasible(x) {
		s.prune(x, at.in)
		s.improve(x, at.out, order)
		s.prune(x, at.in)
		s.offer(x)
	}
}

// tryAdd adds an option and what it requires when that keeps within limits.
func (s *search) tryAdd(x, out set, i int) bool {
	y := x.copy()
	y.add(i)
	s.complete(y, out)
	if !s.p.feasible(y) {
		return false
	}
	copy(x, y)
	return true
}

// complete adds the cheapest option for each unmet prerequisite.
func (s *search) complete(x, out set) {
	for changed := true; changed; {
		changed = false
		for _, q := range s.p.requires {
			if !x.has(q.option) || q.mask.meets(x) {
				continue
			}
			pick := -1
			for _, j := range q.any {
				if !out.has(j) && (pick < 0 || s.p.charge[j] < s.p.charge[pick]) {
					pick = j
				}
			}
			if pick >= 0 {
				x.add(pick)
				changed = true
			}
		}
	}
}

// improve adds what raises the objective most, as long as anything does.
func (s *search) improve(x, out set, order []int) {
	for {
		now, gain, pick := s.p.objective(x), int64(0), set(nil)
		for _, i := range order {
			if x.has(i) {
				continue
			}
			y := x.copy()
			if s.tryAdd(y, out, i) {
				if g := s.p.objective(y) - now; g > gain {
					gain, pick = g, y
				}
			}
		}
		if pick == nil {
			return
		}
		copy(x, pick)
	}
}

// prune takes out what the objective does not miss, dearest first.
func (s *search) prune(x, in set) {
	chosen := x.list(s.p.n)
	sort.SliceStable(chosen, func(a, b int) bool { return s.p.charge[chosen[a]] > s.p.charge[chosen[b]] })
	for _, i := range chosen {
		if in.has(i) {
			continue
		}
		before := s.p.objective(x)
		x.drop(i)
		if s.p.objective(x) < before || !s.p.feasible(x) {
			x.add(i)
		}
	}
}
