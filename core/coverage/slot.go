// Package coverage holds what each movement needs (slots, in kg) against what the client
// can reach: what is covered, what is thin, what is missing, and why.
package coverage

import (
	"fmt"
	"math"

	"scrappyrack/core/client"
	"scrappyrack/core/derivation"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/strength"
)

// Basis says what a slot's range rests on.
type Basis string

// The bases, best first.
const (
	Tested   Basis = "test"
	Relative Basis = "relative"
	GuessOf  Basis = "guess"
)

// Range is a working range in kg: 0 < Lo ≤ Hi.
type Range struct{ Lo, Hi quantity.Mass }

// Slot is one need: a pattern in a rep zone, with the working range of today's strength
// and that of the horizon, half a year on; Lo to Hi spans both, in kg. PerHand says that
// its kg are those of one hand. Weight ≥ 1 is its share in the whole. Notes say what has to
// be said of the tests it rests on.
type Slot struct {
	Key, Name         string
	Pattern           movement.Pattern
	RepsLow, RepsHigh int
	PerHand           bool
	Weight            int
	Lo, Hi            quantity.Mass
	Today, Horizon    Range
	Basis             Basis
	Notes             []quantity.Phrase
	Derivation        derivation.Derivation
}

// family groups patterns that inform each other: a test of one scales the
// guesses of the others.
type family string

const (
	legs family = "legs"
	push family = "push"
	pull family = "pull"
	core family = "core"
)

// need is the fixed part of a slot. ratio is the guessed one-rep maximum on the
// slot's scale as a share of body mass for New, Novice, Intermediate, Advanced
// (guess: invented from general experience, used only until a set is logged).
type need struct {
	key, name         string
	pattern           movement.Pattern
	repsLow, repsHigh int
	perHand           bool
	family            family
	ratio             [4]float64
	upper             bool
	weights           map[client.Goal]int // where it differs from 10
}

var needs = []need{
	{
		key:      "squat",
		name:     "Squat",
		pattern:  movement.Squat,
		repsLow:  8,
		repsHigh: 15,
		family:   legs,
		ratio:    [4]float64{0.35, 0.55, 0.95, 1.4},
		weights:  map[client.Goal]int{client.Strength: 13, client.Running: 11},
	},
	{
		key:      "hinge",
		name:     "Hinge",
		pattern:  movement.Hinge,
		repsLow:  6,
		repsHigh: 12,
		family:   legs,
		ratio:    [4]float64{0.45, 0.75, 1.2, 1.7},
		weights:  map[client.Goal]int{client.Strength: 13, client.Running: 11},
	},
	{
		key:      "one-leg",
		name:     "One-leg",
		pattern:  movement.OneLeg,
		repsLow:  8,
		repsHigh: 12,
		family:   legs,
		ratio:    [4]float64{0.18, 0.28, 0.48, 0.75},
		weights:  map[client.Goal]int{client.Running: 14, client.Older: 12},
	},
	{
		key:      "push-level",
		name:     "Push level",
		pattern:  movement.PushLevel,
		repsLow:  5,
		repsHigh: 12,
		family:   push,
		ratio:    [4]float64{0.35, 0.5, 0.8, 1.15},
		upper:    true,
		weights:  map[client.Goal]int{client.Muscle: 12, client.Strength: 12, client.Running: 7},
	},
	{
		key:      "push-overhead",
		name:     "Push overhead",
		pattern:  movement.PushUp,
		repsLow:  8,
		repsHigh: 12,
		perHand:  true,
		family:   push,
		ratio:    [4]float64{0.10, 0.15, 0.23, 0.33},
		upper:    true,
		weights:  map[client.Goal]int{client.Running: 6, client.Older: 7},
	},
	{
		key:      "pull-level",
		name:     "Pull level",
		pattern:  movement.PullLevel,
		repsLow:  8,
		repsHigh: 15,
		perHand:  true,
		family:   pull,
		ratio:    [4]float64{0.16, 0.24, 0.37, 0.52},
		upper:    true,
		weights:  map[client.Goal]int{client.Muscle: 12, client.BackTo: 12},
	},
	{
		key:      "pull-down",
		name:     "Pull down",
		pattern:  movement.PullDown,
		repsLow:  8,
		repsHigh: 15,
		family:   pull,
		ratio:    [4]float64{0.35, 0.55, 0.85, 1.15},
		upper:    true,
		weights:  map[client.Goal]int{client.Muscle: 11, client.Running: 7},
	},
	{
		key:      "carry",
		name:     "Carry",
		pattern:  movement.Carry,
		repsLow:  10,
		repsHigh: 15,
		perHand:  true,
		family:   pull,
		ratio:    [4]float64{0.22, 0.32, 0.48, 0.7},
		weights:  map[client.Goal]int{client.Conditioning: 14, client.Older: 12, client.Muscle: 7},
	},
	{
		key:      "shoulder-side",
		name:     "Shoulder, side",
		pattern:  movement.ShoulderSide,
		repsLow:  12,
		repsHigh: 20,
		perHand:  true,
		family:   push,
		ratio:    [4]float64{0.045, 0.065, 0.1, 0.14},
		upper:    true,
		weights:  map[client.Goal]int{client.Muscle: 9, client.General: 5, client.Strength: 4, client.Conditioning: 4, client.Running: 4, client.BackTo: 5, client.Older: 4},
	},
	{
		key:      "hip-side",
		name:     "Hip, side",
		pattern:  movement.HipSide,
		repsLow:  15,
		repsHigh: 25,
		family:   legs,
		ratio:    [4]float64{0.08, 0.11, 0.16, 0.22},
		weights:  map[client.Goal]int{client.General: 5, client.Muscle: 5, client.Strength: 4, client.Conditioning: 5, client.Running: 9, client.Older: 7},
	},
	{
		key:      "core-turn",
		name:     "Core, turn",
		pattern:  movement.CoreTurn,
		repsLow:  10,
		repsHigh: 15,
		family:   core,
		ratio:    [4]float64{0.08, 0.12, 0.2, 0.28},
		weights:  map[client.Goal]int{client.General: 7, client.Strength: 6, client.Running: 9},
	},
}

const ordinaryWeight = 10

// sexFactor scales a guess (guess: invented from general experience).
func sexFactor(s client.Sex, upper bool) float64 {
	switch {
	case s == client.Male:
		return 1
	case s == client.Female && upper:
		return 0.65
	case s == client.Female:
		return 0.8
	case upper:
		return 0.8
	}
	return 0.9
}

// Reserves left in the working sets that span the range: the lightest target is
// repsHigh with easyReserve to spare, the heaviest repsLow with hardReserve.
const (
	hardReserve = 1
	easyReserve = 3
)

func level(p client.Person) int {
	for i, e := range client.Experiences() {
		if e == p.Experience {
			return i
		}
	}
	return 1
}

func (n need) guess(p client.Person) quantity.Mass {
	return p.BodyMass * quantity.Mass(n.ratio[level(p)]*sexFactor(p.Sex, n.upper))
}

// growth is how much stronger someone is expected to be after the horizon of
// six months (invented defaults).
var growth = map[client.Experience]float64{client.New: 0.35, client.Novice: 0.25, client.Intermediate: 0.12, client.Advanced: 0.05}

// Slots works out the client's needs. Person must have body mass and stature. A slot's
// one-rep maximum rests on the tests of its movements (see evidence), else a test in the
// same family scales the guess by how far the tested maximum lies from its own guess, else
// the guess stands; a test that says "at least" raises it and never lowers it. The range
// of today runs from the load for repsHigh with three in reserve to the load for repsLow
// with one in reserve, that of the horizon is it grown over six months. Bad tests are
// errors of strength.
func Slots(p client.Person) ([]Slot, error) {
	known := map[string]evidence{}
	for _, n := range needs {
		e, err := n.evidence(p)
		if err != nil {
			return nil, err
		}
		known[n.key] = e
	}
	out := make([]Slot, 0, len(needs))
	for _, n := range needs {
		s, err := n.slot(p, known)
		if err != nil {
			return nil, err
		}
		out = append(out, s)
	}
	return out, nil
}

// maximum finds the one-rep maximum of a need and how it is known.
func (n need) maximum(p client.Person, known map[string]evidence) (strength.Estimate, Basis, []derivation.Input) {
	own := known[n.key]
	top, basis, inputs := n.presumed(p, known)
	if own.exact {
		top, basis, inputs = own.max, Tested, own.inputs
	}
	if least := own.atLeast; least > top.E1RM {
		return top.Scaled(float64(least / top.E1RM)), Tested, own.leastInputs
	}
	return top, basis, inputs
}

// presumed is the maximum as the tests of other needs or experience let one presume it.
func (n need) presumed(p client.Person, known map[string]evidence) (strength.Estimate, Basis, []derivation.Input) {
	guess := n.guess(p)
	scale, from, count := 0.0, "", 0
	for _, other := range needs {
		if e := known[other.key]; e.exact && other.key != n.key && other.family == n.family {
			scale += math.Log(float64(e.max.E1RM / other.guess(p)))
			from, count = other.name, count+1
		}
	}
	inputs := []derivation.Input{
		derivation.Number("body mass", quantity.KindMass, float64(p.BodyMass), "client.body_mass_kg"),
		derivation.Word("experience", string(p.Experience), "client.experience"),
		derivation.Number("share of body mass, guessed", quantity.KindRatio, float64(guess/p.BodyMass), ""),
	}
	if count == 0 {
		return strength.Maximum(guess), GuessOf, inputs
	}
	k := math.Exp(scale / float64(count))
	inputs = append(inputs, derivation.Number("scaled by the test of "+from+" (spread ±20 %)", quantity.Kind(""), k, "needs.tests"))
	return strength.Maximum(guess * quantity.Mass(k)), Relative, inputs
}

func (n need) slot(p client.Person, known map[string]evidence) (Slot, error) {
	top, basis, inputs := n.maximum(p, known)
	lo, err := top.LoadFor(n.repsHigh + easyReserve)
	if err != nil {
		return Slot{}, err
	}
	hi, err := top.LoadFor(n.repsLow + hardReserve)
	if err != nil {
		return Slot{}, err
	}
	grown := quantity.Mass(1 + growth[p.Experience])
	weight := ordinaryWeight
	if w, ok := n.weights[p.Goal]; ok {
		weight = w
	}
	s := Slot{
		Key: n.key, Name: n.name, Pattern: n.pattern, RepsLow: n.repsLow, RepsHigh: n.repsHigh, PerHand: n.perHand,
		Weight: weight, Lo: lo, Hi: hi * grown, Today: Range{lo, hi}, Horizon: Range{lo * grown, hi * grown}, Basis: basis, Notes: known[n.key].notes,
	}
	s.Derivation = derivation.Derivation{
		Title: n.name + ": heaviest working load", Value: float64(s.Hi), Kind: quantity.KindMass,
		Inputs: append(inputs,
			derivation.Number("one-rep maximum", quantity.KindMass, float64(top.E1RM), ""),
			derivation.Number("lightest working load", quantity.KindMass, float64(s.Lo), ""),
			derivation.Number("heaviest today", quantity.KindMass, float64(hi), ""),
			derivation.Number("growth over six months", quantity.KindRatio, growth[p.Experience], "client.experience")),
		Formula: fmt.Sprintf("from the load for %d reps to the load for %d reps × (1 + growth)", n.repsHigh+easyReserve, n.repsLow+hardReserve),
		Range:   "working sets of " + fmt.Sprintf("%d to %d reps", n.repsLow, n.repsHigh),
		Source:  "zones: ACSM 2009, Med Sci Sports Exerc 41(3):687–708; rep-max: median of six formulas; guesses, ratios and growth: invented defaults",
	}
	return s, nil
}
