package coverage

import (
	"cmp"
	"math"
	"slices"

	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
)

// House values of closeness: within near the nearest rung is as good as the
// target, beyond far it is of no use; between, the use falls linearly.
const (
	near = 0.05
	far  = 0.20
)

// Closeness is g(d): what a rung at relative distance d ≥ 0 from a target is
// worth, 1 for d ≤ 0.05, falling linearly to 0 at d = 0.20.
func Closeness(d float64) float64 {
	return math.Max(0, math.Min(1, (far-d)/(far-near)))
}

// Fit is how close loads from low to high (kg) count at a target (kg, > 0).
func Fit(low, high, target quantity.Mass) float64 {
	d := max(0, low-target, target-high)
	return Closeness(float64(d / target))
}

// Worth is what a load is worth at a target (kg, as it is judged; > 0), 0 to 1: its closeness
// times how well it answers; or, where that is more, what it is made to count for by its
// tactic, which answers less well. with is the tactic that it takes, the zero one for none.
func Worth(l *way.Load, target quantity.Mass) (worth float64, with movement.Tactic) {
	worth = Fit(l.Low, l.High, target) * l.Quality
	if low, high, quality, ok := l.Hardened(); ok {
		if more := Fit(low, high, target) * quality; more > worth {
			return more, l.Harder
		}
	}
	return worth, movement.Tactic{}
}

// served is a stretch of loads of one quality.
type served struct{ low, high, quality float64 }

// count says which loads count: all, or less what nobody has read, or as they are, without
// tactics.
type count int

const (
	everything count = iota
	whatIsRead
	asTheyAre
)

// servedBy are the stretches of loads, those made harder after those as they are.
func servedBy(loads []way.Load, which count) []served {
	all := make([]served, 0, 2*len(loads))
	for i := range loads {
		l := &loads[i]
		if l.High <= 0 || which == whatIsRead && l.Unread {
			continue
		}
		all = append(all, served{math.Max(1e-9, float64(l.Low)), float64(l.High), l.Quality})
		if low, high, quality, ok := l.Hardened(); ok && which != asTheyAre {
			all = append(all, served{math.Max(1e-9, float64(low)), float64(high), quality})
		}
	}
	return all
}

// merged are stretches put together, in place: of each quality those that serve targets
// without a break, loads whose targets of full use touch being one stretch; what lies in a
// stretch that answers better is worth no more anywhere, and left out. Merged ones can be
// merged again with others.
func merged(all []served) []served {
	slices.SortFunc(all, func(a, b served) int {
		switch {
		case a.quality != b.quality:
			return cmp.Compare(b.quality, a.quality)
		default:
			return cmp.Compare(a.low, b.low)
		}
	})
	out := all[:0]
next:
	for _, s := range all {
		if n := len(out) - 1; n >= 0 && out[n].quality == s.quality && s.low/(1+near) <= out[n].high/(1-near) {
			out[n].high = math.Max(out[n].high, s.high)
			continue
		}
		for _, better := range out {
			if better.low <= s.low && s.high <= better.high {
				continue next
			}
		}
		out = append(out, s)
	}
	return out
}

// at is what a stretch is worth at s = 1/target: a trapezoid in s, rising from 0.8/high
// to 0.95/high and falling from 1.05/low to 1.2/low.
func (v served) at(s float64) float64 {
	return v.quality * math.Max(0, math.Min(1, math.Min((v.high*s-(1-far))/(far-near), ((1+far)-v.low*s)/(far-near))))
}

// Mean is the mean over the targets of a range, evenly spread in ratio, of the best that
// any of the stretches is worth: the integral of their upper envelope, exactly. In s = 1/t
// each is piecewise linear, and ∫(A + B·s)ds/s = A·ln(s₂/s₁) + B(s₂ − s₁).
func mean(r Range, all []served) float64 {
	if len(all) == 0 {
		return 0
	}
	first, last := 1/float64(r.Hi), 1/float64(r.Lo)
	all = slices.DeleteFunc(slices.Clone(all), func(v served) bool { // what serves nothing of the range
		return v.high*last <= 1-far || v.low*first >= 1+far
	})
	if !(last > first*(1+1e-12)) {
		best := 0.0
		for _, v := range all {
			best = math.Max(best, v.at(first))
		}
		return best
	}
	breaks := []float64{first, last}
	for _, v := range all {
		for _, s := range []float64{(1 - far) / v.high, (1 - near) / v.high, (1 + near) / v.low, (1 + far) / v.low} {
			if s > first && s < last {
				breaks = append(breaks, s)
			}
		}
	}
	slices.Sort(breaks)
	sum := 0.0
	for i := 1; i < len(breaks); i++ {
		if breaks[i] > breaks[i-1] {
			sum += envelope(breaks[i-1], breaks[i], all)
		}
	}
	return sum / math.Log(last/first)
}

// envelope is the integral by ds/s of the largest of functions that are all linear
// between two places.
func envelope(from, to float64, all []served) (sum float64) {
	type line struct{ a, b float64 } // a + b·s
	var lines []line
	for _, v := range all {
		l, r := v.at(from), v.at(to)
		if l <= 0 && r <= 0 {
			continue
		}
		b := (r - l) / (to - from)
		lines = append(lines, line{l - b*from, b})
	}
	for s := from; len(lines) > 0 && s < to; {
		top := lines[0]
		for _, l := range lines[1:] {
			v, best := l.a+l.b*s, top.a+top.b*s
			if v > best+1e-12 || v > best-1e-12 && l.b > top.b {
				top = l
			}
		}
		end := to
		for _, l := range lines {
			if l.b <= top.b+1e-15 {
				continue
			}
			if x := (top.a - l.a) / (l.b - top.b); x > s*(1+1e-12) && x < end {
				end = x
			}
		}
		sum += top.a*math.Log(end/s) + top.b*(end-s)
		s = end
	}
	return sum
}
