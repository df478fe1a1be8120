package coverage

import (
	"math"

	"scrappyrack/core/client"
	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
	"scrappyrack/core/strength"
)

// maximum is a one-rep maximum of a need, how it is known, and from what.
type maximum struct {
	top    strength.Estimate
	basis  Basis
	inputs []derivation.Input
}

// maxima are what a need's own tests, or else the presumption, say that its one-rep maximum is, the one that
// says most last: what a test says at least raises a range and never narrows it.
func (n need) maxima(p client.Person, known map[string]evidence) []maximum {
	own := known[n.key]
	careful := func(m maximum) maximum {
		if share, why := start(p, n, m.basis == Tested, own.newest); share < 1 {
			m.top = m.top.Scaled(share)
			m.inputs = append(m.inputs, derivation.Number("begun with, of that: "+why, quantity.KindRatio, share, "client.health"))
		}
		return m
	}
	out := []maximum{careful(n.presumed(p, known))}
	if own.exact {
		out[0] = careful(maximum{own.max, Tested, own.inputs})
	}
	if own.atLeast > 0 {
		if least := careful(maximum{own.least, Tested, own.leastInputs}); least.top.E1RM >= out[0].top.E1RM {
			out = append(out, least)
		}
	}
	return out
}

// What one test of a relative moves a guess by at most: up by mostUp for a step of kinship, down to leastDown
// (house values).
const (
	mostUp    = 1.25
	leastDown = 1 / 1.5
)

// presumed is the maximum as the tests of other needs or experience let one presume it: that of which this need
// is a known share first; else tests of its family, each capped; none of nor for what is of one joint.
func (n need) presumed(p client.Person, known map[string]evidence) maximum {
	guess := n.guess(p)
	inputs := []derivation.Input{
		derivation.Number("body mass", quantity.KindMass, float64(p.BodyMass), "client.body_mass_kg"),
		derivation.Word("experience", string(p.Experience), "client.experience"),
		derivation.Number("share of body mass, guessed", quantity.KindRatio, float64(guess/p.BodyMass), ""),
	}
	// What says at least moves a guess up only.
	moved := func(other need, cap float64) (k float64, ok bool) {
		e, own := known[other.key], float64(other.guess(p))
		k = math.Max(1, float64(e.atLeast)/own)
		if e.exact {
			k = math.Max(leastDown, math.Max(float64(e.max.E1RM), float64(e.atLeast))/own)
		}
		return math.Min(cap, k), e.exact || e.atLeast > 0
	}
	scale, from, count := 0.0, "", 0
	add := func(other need, cap float64) {
		if k, ok := moved(other, cap); ok {
			scale, from, count = scale+math.Log(k), other.name, count+1
		}
	}
	if n.named != "" {
		add(needOf(n.named), math.Inf(1))
	}
	named := count > 0
	for _, other := range needs {
		if !named && other.key != n.key && other.family == n.family && n.family != "" && !n.lone && !other.lone {
			add(other, mostUp)
		}
	}
	if count == 0 {
		return maximum{strength.Maximum(guess), GuessOf, inputs}
	}
	k := math.Exp(scale / float64(count))
	inputs = append(inputs, derivation.Number("moved by the test of "+from, quantity.Kind(""), k, "needs.tests"))
	return maximum{strength.Maximum(guess * quantity.Mass(k)), Relative, inputs}
}
