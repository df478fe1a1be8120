package band

import "math"

// last is the largest x of an interval for which holds is true, for something that
// holds at low and then, from some x on, not any more.
func last(low, high float64, holds func(float64) bool, steps int) float64 {
	if holds(high) {
		return high
	}
	for range steps {
		if mid := (low + high) / 2; holds(mid) {
			low = mid
		} else {
			high = mid
		}
	}
	return low
}

// place is a value of a function and where it stands.
type place struct{ x, f float64 }

// crossing is where a continuous function passes a value between two places on either
// side of it, to less than a micrometre.
func crossing(f func(float64) float64, value, a, b float64) float64 {
	below := f(a) <= value
	for range halvings {
		if mid := (a + b) / 2; (f(mid) <= value) == below {
			a = mid
		} else {
			b = mid
		}
	}
	return (a + b) / 2
}

// extreme is about where a function is largest between two places, where it has one peak.
func extreme(f func(float64) float64, a, b float64) float64 {
	for b-a > 1e-5 {
		if l, r := a+(b-a)/3, b-(b-a)/3; f(l) < f(r) {
			a = l
		} else {
			b = r
		}
	}
	return (a + b) / 2
}

// narrow is how far apart the two places are that straddle leaves.
const narrow = 5e-4

// straddle narrows an interval at whose ends a continuous function differs in being above
// 0 down to two places on either side, by false position with the Illinois halving
// (Dowell & Jarratt 1971, BIT 11:168–174), bisecting where that is slow.
func straddle(a, b, fa, fb float64, f func(float64) float64) (float64, float64) {
	for step := 0; b-a > narrow && step < 24; step++ {
		x := (a + b) / 2
		if step%3 != 2 && fa != fb {
			x = math.Max(a+narrow/2, math.Min(b-narrow/2, a+(b-a)*fa/(fa-fb)))
		}
		v := f(x)
		if (v > 0) == (fa > 0) {
			a, fa, fb = x, v, fb/2
		} else {
			b, fb, fa = x, v, fa/2
		}
	}
	return a, b
}
