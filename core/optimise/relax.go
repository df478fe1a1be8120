package optimise

import (
	"context"
	"math"
)

// multipliers price the relaxed constraints: linking rows, resources (per
// normalised unit) and prerequisites. All ≥ 0.
type multipliers struct {
	row, resource, requires []float64
}

func (p *compiled) zeroMultipliers() multipliers {
	return multipliers{make([]float64, len(p.rows)), make([]float64, len(p.resources)), make([]float64, len(p.requires))}
}

func (m multipliers) copy() multipliers {
	c := func(v []float64) []float64 { return append([]float64(nil), v...) }
	return multipliers{c(m.row), c(m.resource), c(m.requires)}
}

// relaxation is the Lagrangian relaxation of every constraint that ties demands
// and options together. What is left separates by demand and by option, so that
// any multipliers give an upper bound in one pass.
type relaxation struct {
	ctx     context.Context // nil where nobody leaves
	p       *compiled
	unit    []float64 // what one normalised unit of each resource is
	reduced []float64 // of each option, at the last evaluation
	x       []bool    // options in the last relaxed solution
	mean    []float64 // x smoothed over the iterations
	grad    multipliers
	dir     multipliers
}

func newRelaxation(p *compiled) *relaxation {
	r := &relaxation{
		p: p, reduced: make([]float64, p.n), x: make([]bool, p.n), mean: make([]float64, p.n),
		grad: p.zeroMultipliers(), dir: p.zeroMultipliers(), unit: make([]float64, len(p.resources)),
	}
	for k, res := range p.resources {
		var sum, count float64
		for _, u := range res.use {
			if u > 0 {
				sum, count = sum+float64(u), count+1
			}
		}
		r.unit[k] = math.Max(1, sum/math.Max(1, count))
	}
	return r
}

// evaluate computes the bound, the relaxed solution and its subgradient.
func (r *relaxation) evaluate(m multipliers, out, in set) float64 {
	p := r.p
	total := 0.0
	clear(r.reduced)
	clear(r.grad.row)
	for k, v := range m.row {
		if v == 0 {
			continue
		}
		for _, i := range p.rows[k].options {
			r.reduced[i] += v
		}
	}
	for k, res := range p.resources {
		if res.priceless {
			continue
		}
		price := m.resource[k] / r.unit[k]
		total += price * float64(res.limit)
		r.grad.resource[k] = float64(res.limit)
		if price > 0 {
			for i, u := range res.use {
				r.reduced[i] -= price * float64(u)
			}
		}
	}
	for k, q := range p.requires {
		r.reduced[q.option] -= m.requires[k]
		for _, j := range q.any {
			r.reduced[j] += m.requires[k]
		}
	}
	for _, offers := range p.demands {
		best, at := 0.0, -1
		for e, w := range offers { // best first: the rest cannot be better
			v := float64(w.value * boundScale)
			if v <= best {
				break
			}
			for _, k := range w.rows {
				v -= m.row[k]
			}
			if v > best {
				best, at = v, e
			}
		}
		if at >= 0 {
			total += best
			for _, k := range offers[at].rows {
				r.grad.row[k]--
			}
		}
	}
	clear(r.x)
	for _, g := range p.groups {
		if at := pick(g, r.reduced, out, in); at >= 0 {
			r.x[at] = true
			total += r.reduced[at]
		}
	}
	r.subgradient()
	return total
}

// subgradient completes the slack of every relaxed constraint at x.
func (r *relaxation) subgradient() {
	p := r.p
	for i, on := range r.x {
		if on {
			for _, k := range p.rowsOf[i] {
				r.grad.row[k]++
			}
		}
	}
	for k, res := range p.resources {
		if res.priceless {
			continue
		}
		for i, u := range res.use {
			if r.x[i] {
				r.grad.resource[k] -= float64(u)
			}
		}
		r.grad.resource[k] /= r.unit[k]
	}
	for k, q := range p.requires {
		g := 0.0
		if r.x[q.option] {
			g--
		}
		for _, j := range q.any {
			if r.x[j] {
				g++
			}
		}
		r.grad.requires[k] = g
	}
}

const (
	carryOver = 0.5 // of the last direction into the next
	smoothing = 0.9 // of the mean solution kept at each step
)

// stepsBetween is after how many steps of descent the caller is asked whether to go on.
const stepsBetween = 16

// descend lowers the bound by deflected subgradient steps toward target and
// returns the best bound and the multipliers that give it. It stops early when
// the bound falls to the target.
func (r *relaxation) descend(start multipliers, out, in set, target float64, steps, patience int) (float64, multipliers) {
	m, best, bestAt := start.copy(), math.Inf(1), start.copy()
	theta, stale := 1.0, 0
	for _, v := range [][]float64{r.dir.row, r.dir.resource, r.dir.requires} {
		clear(v)
	}
	for step := range steps {
		if r.ctx != nil && step%stepsBetween == stepsBetween-1 && r.ctx.Err() != nil {
			break // what was found so far bounds too
		}
		bound := r.evaluate(m, out, in)
		keep := smoothing
		if step == 0 {
			keep = 0
		}
		for i, on := range r.x {
			r.mean[i] *= keep
			if on {
				r.mean[i] += 1 - keep
			}
		}
		if math.IsInf(best, 1) || bound < best-math.Abs(best)*1e-9 {
			best, stale = bound, 0
			copy(bestAt.row, m.row)
			copy(bestAt.resource, m.resource)
			copy(bestAt.requires, m.requires)
		} else if stale++; stale >= patience {
			theta, stale = theta/2, 0
			if theta < 1e-4 {
				break
			}
		}
		if best <= target {
			break
		}
		goal := target
		if math.IsInf(goal, -1) {
			goal = bound * 0.9
		}
		norm := r.deflect(m)
		if norm == 0 {
			break
		}
		length := theta * (bound - goal) / norm
		move(m.row, r.dir.row, length)
		move(m.resource, r.dir.resource, length)
		move(m.requires, r.dir.requires, length)
	}
	return best, bestAt
}

// deflect blends the subgradient into the running direction, leaving out what
// would push a zero multiplier below zero, and returns its squared length.
func (r *relaxation) deflect(m multipliers) float64 {
	norm := 0.0
	blend := func(dir, grad, at []float64) {
		for k := range dir {
			dir[k] = carryOver*dir[k] + (1-carryOver)*grad[k]
			if at[k] <= 0 && dir[k] > 0 {
				dir[k] = 0
			}
			norm += dir[k] * dir[k]
		}
	}
	blend(r.dir.row, r.grad.row, m.row)
	blend(r.dir.resource, r.grad.resource, m.resource)
	blend(r.dir.requires, r.grad.requires, m.requires)
	return norm
}

func move(at, dir []float64, length float64) {
	for k := range at {
		if at[k] -= length * dir[k]; at[k] < 0 {
			at[k] = 0
		}
	}
}

// exact recomputes the bound on the value, times boundScale, in whole numbers with the multipliers rounded.
// Any non-negative multipliers give a valid bound, so that pruning with it
// needs no tolerance. reduced receives the exact reduced value of each option.
func (r *relaxation) exact(m multipliers, out, in set, reduced []int64) int64 {
	p := r.p
	var total int64
	round := func(v float64) int64 { return int64(v + 0.5) } // all are ≥ 0
	clear(reduced)
	for k := range p.rows {
		if v := round(m.row[k]); v > 0 {
			for _, i := range p.rows[k].options {
				reduced[i] += v
			}
		}
	}
	for k, res := range p.resources {
		price := round(m.resource[k] / r.unit[k])
		if price == 0 {
			continue
		}
		total += price * res.limit
		for i, u := range res.use {
			reduced[i] -= price * u
		}
	}
	for k, q := range p.requires {
		v := round(m.requires[k])
		reduced[q.option] -= v
		for _, j := range q.any {
			reduced[j] += v
		}
	}
	for _, offers := range p.demands {
		var best int64
		for _, w := range offers {
			v := w.value * boundScale
			if v <= best {
				break
			}
			for _, k := range w.rows {
				v -= round(m.row[k])
			}
			best = max(best, v)
		}
		total += best
	}
	for _, g := range p.groups {
		if at := pick(g, reduced, out, in); at >= 0 {
			total += reduced[at]
		}
	}
	return total
}

// pick is the member of a group that the relaxation takes: the one that is
// fixed in, else the one of highest reduced value when that is above 0, else
// none (−1).
func pick[V int64 | float64](group []int, reduced []V, out, in set) int {
	at := -1
	for _, i := range group {
		switch {
		case in.has(i):
			return i
		case out.has(i) || reduced[i] <= 0:
		case at < 0 || reduced[i] > reduced[at]:
			at = i
		}
	}
	return at
}
