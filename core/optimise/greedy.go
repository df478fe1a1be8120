package optimise

import "sort"

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
