package optimise

import (
	"container/heap"
	"context"
	"errors"
	"math"
	"math/bits"
	"sort"
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
	s := &search{p: compile(m), ctx: ctx, cutoff: math.MinInt64}
	s.r = newRelaxation(s.p)
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
	a := Answer{Proven: !s.stopped, Fewest: !s.stopped && !s.tired, Nodes: s.nodes, Value: s.p.base + value, Bound: s.p.base + max(bound, value)}
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

// fix shuts options whose other value could not beat the best set.
func (s *search) fix(node *node) bool {
	if s.cutoff == math.MinInt64 {
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

// settle takes in what every offer that a demand can still be served by needs: total is the
// exact bound at the node's prices, and an offer that would bring it down to the cutoff is
// none. Where the demand may also go without any, nothing follows.
func (s *search) settle(n *node, total int64) bool {
	if s.cutoff == math.MinInt64 {
		return false
	}
	changed := false
	worth := make([]int64, 0, 64)
	for _, offers := range s.p.demands {
		best := int64(0)
		worth = worth[:0]
		for _, o := range offers {
			v := o.value * boundScale
			for _, k := range o.rows {
				v -= int64(n.prices.row[k] + 0.5)
			}
			worth = append(worth, v)
			best = max(best, v)
		}
		if !s.beaten(total - best) {
			continue
		}
		sole := -2 // not looked at yet
		for e, o := range offers {
			if s.beaten(total-best+max(worth[e], 0)) && s.beaten(total-best+worth[e]) || s.dead(o, n) {
				continue
			}
			if only := s.only(o, n, sole); sole == -2 || only < 0 {
				sole = only
			}
			if sole < 0 {
				break
			}
		}
		if sole >= 0 && !n.in.has(sole) {
			n.in.add(sole)
			changed = true
		}
	}
	return changed
}

// dead says that something an offer needs cannot be had at a node.
func (s *search) dead(o offer, n *node) bool {
	for _, need := range o.needs {
		if need.within(n.out) {
			return true
		}
	}
	return false
}

// only is an option without which an offer cannot be had at a node: want where that is
// such a one, any for -2; -1 when there is none.
func (s *search) only(o offer, n *node, want int) int {
	for _, need := range o.needs {
		last, count := -1, 0
		for w := range need {
			for left := need[w] &^ n.out[w]; left != 0 && count < 2; left &= left - 1 {
				last, count = w<<6+bits.TrailingZeros64(left), count+1
			}
		}
		if count == 1 && (want == -2 || last == want) {
			return last
		}
	}
	return -1
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
		if s.beaten(n.bound - (best - s.reduced[i])) {
			n.out.add(i)
			changed = true
		}
	}
	if at >= 0 && s.beaten(n.bound-(best-second)) {
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
		if score := doubt * (mass[i] + 1); score > best {
			best, pick = score, i
		}
	}
	return pick
}

// offer keeps a set when it is feasible and better than the best found, and
// asks for still better ones from then on.
func (s *search) offer(x set) {
	if !s.p.feasible(x) {
		return
	}
	value, charge := s.p.worth(x)
	best := value*s.p.scale - charge
	if s.found != nil && best <= s.foundBest || value <= s.cutoff && s.tie {
		return
	}
	s.found, s.foundBest, s.foundValue = x.copy(), best, value
	if s.tie {
		s.tighten()
		return
	}
	s.cutoff = max(s.cutoff, value)
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
