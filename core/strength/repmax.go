// Package strength estimates what a person can lift from what they did lift,
// and what they should lift for a number of repetitions.
package strength

import (
	"fmt"
	"math"
	"sort"

	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
)

// Limits of what is believed of a test set.
const (
	MaxTestReps   = 15 // reps + reserve; above, the formulas part too far
	MaxTargetReps = 30
	MaxLoad       = quantity.Mass(1000)
)

// A Formula estimates a one-rep maximum; Share(r) is the share of it that can
// be lifted r times. A share of one rep is 1 by definition.
type Formula struct {
	Key, Name, Text, Source string
	share                   func(r float64) float64
}

// Share is the part of the one-rep maximum that can be lifted r times, r ≥ 1.
func (f Formula) Share(r int) float64 {
	if r == 1 {
		return 1
	}
	return f.share(float64(r))
}

var formulas = []Formula{
	{"epley", "Epley", "w(1 + r/30)", "Epley 1985", func(r float64) float64 { return 1 / (1 + r/30) }},
	{"brzycki", "Brzycki", "36w/(37 − r)", "Brzycki 1993", func(r float64) float64 { return (37 - r) / 36 }},
	{"lombardi", "Lombardi", "w·r^0.10", "Lombardi 1989", func(r float64) float64 { return math.Pow(r, -0.10) }},
	{"oconner", "O'Conner", "w(1 + 0.025r)", "O'Conner et al. 1989", func(r float64) float64 { return 1 / (1 + 0.025*r) }},
	{"mayhew", "Mayhew", "100w/(52.2 + 41.9e^(−0.055r))", "Mayhew et al. 1992",
		func(r float64) float64 { return (52.2 + 41.9*math.Exp(-0.055*r)) / 100 }},
	{"wathan", "Wathan", "100w/(48.8 + 53.8e^(−0.075r))", "Wathan 1994", func(r float64) float64 {
		return (48.8 +
			53.8*math.Exp(-0.075*r)) / 100
	}},
}

// Formulas lists the six, in the order in which they are shown.
func Formulas() []Formula { return formulas }

// Estimate is one test set read by all six formulas; Each is in the order of
// Formulas and E1RM is their median.
type Estimate struct {
	E1RM quantity.Mass
	Each []quantity.Mass
}

// FromSet reads a test set: load in kg (0 < load ≤ 1000), reps done (≥ 1) and
// reps left in reserve (≥ 0), reps + reserve ≤ 15. One rep with nothing in
// reserve is the maximum itself. Errors are *quantity.FieldError.
func FromSet(load quantity.Mass, reps, reserve int) (Estimate, error) {
	switch {
	case !(load > 0) || load > MaxLoad:
		return Estimate{}, quantity.At("load_kg", fmt.Sprintf("a load of %g kg is not between 0 and %g kg", float64(load),
			float64(MaxLoad)))
	case reps < 1:
		return Estimate{}, quantity.At("reps", "at least one repetition must have been done")
	case reserve < 0:
		return Estimate{}, quantity.At("reserve", "repetitions in reserve cannot be negative")
	case reps+reserve > MaxTestReps:
		return Estimate{},
			quantity.At("reps",
				fmt.Sprintf("reps and reserve together are %d; above %d the formulas part too far: test with a heavier load", reps+reserve,
					MaxTestReps))
	}
	e := Estimate{Each: make([]quantity.Mass, len(formulas))}
	for i, f := range formulas {
		e.Each[i] = load / quantity.Mass(f.Share(reps+reserve))
	}
	e.E1RM = median(e.Each)
	return e, nil
}

// LoadFor is the load for t repetitions to the limit: the median over the
// formulas of each one's own maximum × its own share at t. 1 ≤ t ≤ 30.
func (e Estimate) LoadFor(t int) (quantity.Mass, error) {
	if t < 1 || t > MaxTargetReps {
		return 0, quantity.At("target_reps", fmt.Sprintf("a target of %d repetitions is not between 1 and %d", t, MaxTargetReps))
	}
	loads := make([]quantity.Mass, len(formulas))
	for i, f := range formulas {
		loads[i] = e.Each[i] * quantity.Mass(f.Share(t))
	}
	return median(loads), nil
}

// Scaled is the estimate of a relative movement that is lifted with k times
// the load, k > 0.
func (e Estimate) Scaled(k float64) Estimate {
	out := Estimate{E1RM: e.E1RM * quantity.Mass(k), Each: make([]quantity.Mass, len(e.Each))}
	for i, v := range e.Each {
		out.Each[i] = v * quantity.Mass(k)
	}
	return out
}

// Less is the estimate without a part of what was lifted, in kg, at least a hundredth of it.
func (e Estimate) Less(m quantity.Mass) Estimate {
	out := Estimate{E1RM: max(e.E1RM/100, e.E1RM-m), Each: make([]quantity.Mass, len(e.Each))}
	for i, v := range e.Each {
		out.Each[i] = max(v/100, v-m)
	}
	return out
}

// Maximum makes an estimate of a one-rep maximum that is known or guessed.
func Maximum(m quantity.Mass) Estimate {
	e := Estimate{E1RM: m, Each: make([]quantity.Mass, len(formulas))}
	for i := range e.Each {
		e.Each[i] = m
	}
	return e
}

// Explain derives the estimate from a test set.
func (e Estimate) Explain(load quantity.Mass, reps, reserve int) derivation.Derivation {
	d := derivation.Derivation{
		Title: "Estimated one-rep maximum", Value: float64(e.E1RM), Kind: quantity.KindMass,
		Inputs: []derivation.Input{
			derivation.Number("load", quantity.KindMass, float64(load), "needs.tests"),
			derivation.Number("reps done", quantity.KindCount, float64(reps), "needs.tests"),
			derivation.Number("reps in reserve", quantity.KindCount, float64(reserve), "needs.tests"),
		},
		Formula: "median of six, r = reps + reserve",
		Range:   "r up to 15; r = 1 is the load itself",
		Source:  "Epley 1985; Brzycki 1993; Lombardi 1989; O'Conner 1989; Mayhew 1992; Wathan 1994",
	}
	for i, f := range formulas {
		d.Inputs = append(d.Inputs, derivation.Number(f.Name+"  "+f.Text, quantity.KindMass, float64(e.Each[i]), ""))
	}
	return d
}

func median(v []quantity.Mass) quantity.Mass {
	s := append([]quantity.Mass(nil), v...)
	sort.Slice(s, func(i, j int) bool { return s[i] < s[j] })
	if n := len(s); n%2 == 1 {
		return s[n/2]
	}
	return (s[len(s)/2-1] + s[len(s)/2]) / 2
}
