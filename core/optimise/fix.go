package optimise

import (
	"math"
	"math/bits"
)

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
