package coverage

import (
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// Reached is what loads are worth to a working range. Fit, 0 to 1, is the mean closeness of
// the nearest to every target of the range, evenly spread in ratio, integrated exactly. In
// are the rungs within 5 % of some target of it, rising; Gaps where none is (kg).
type Reached struct {
	Fit  float64
	In   []quantity.Mass
	Gaps []Gap
}

// Reach holds rungs, and stretches of any load between two, against a working range; all in
// kg, 0 < Lo ≤ Hi. Errors: *quantity.FieldError of range_kg, rungs_kg[i], stretches_kg[i].
// Source: house rule (closeness 1 within 5 % of a target, 0 from 20 %).
func Reach(r Range, rungs []quantity.Mass, stretches []Range) (out Reached, _ error) {
	good := func(m quantity.Mass) bool { return m > 0 && !math.IsInf(float64(m), 0) }
	if !good(r.Lo) || !good(r.Hi) || r.Hi < r.Lo {
		return out, quantity.At("range_kg", "a range goes from above 0 to its end, the lower first")
	}
	var all []served
	for i, m := range rungs {
		if !good(m) {
			return out, quantity.At(fmt.Sprintf("rungs_kg[%d]", i), "a load is above 0")
		}
		all = append(all, served{float64(m), float64(m), 1})
		if m/(1+near) <= r.Hi && m/(1-near) >= r.Lo {
			out.In = append(out.In, m)
		}
	}
	for i, s := range stretches {
		if !good(s.Lo) || !good(s.Hi) || s.Hi < s.Lo {
			return out, quantity.At(fmt.Sprintf("stretches_kg[%d]", i), "a stretch goes from above 0 to its end, the lower first")
		}
		all = append(all, served{float64(s.Lo), float64(s.Hi), 1})
	}
	slices.Sort(out.In)
	out.In = slices.Compact(out.In)
	all = merged(all)
	out.Fit, out.Gaps = mean(r, all), gaps(r, all)
	return out, nil
}
