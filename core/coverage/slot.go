package coverage

import (
	"fmt"
	"math"

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

// Slot is one need: a pattern in a rep zone, with a working range in kg.
// PerHand says that its kg are those of one hand. Weight ≥ 1 is its share in
// the whole.
type Slot struct {
	Key, Name         string
	Pattern           movement.Pattern
	RepsLow, RepsHigh int
	PerHand           bool
	Weight            int
	Lo, Hi            quantity.Mass
	Basis             Basis
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
	weights           map[Goal]int // where it differs from 10
}

var needs = []need{
	{"squat", "Squat", movement.Squat, 8, 15, false, legs, [4]float64{0.35, 0.55, 0.95, 1.4}, false, map[Goal]int{Strength: 13, Running: 11}},
	{"hinge", "Hinge", movement.Hinge, 6, 12, false, legs, [4]float64{0.45, 0.75, 1.2, 1.7}, false, map[Goal]int{Strength: 13, Running: 11}},
	{"one-leg", "One-leg", movement.OneLeg, 8, 12, false, legs, [4]float64{0.18, 0.28, 0.48, 0.75}, false, map[Goal]int{Running: 14, Older: 12}},
	{"push-level", "Push level", movement.PushLevel, 5, 12, false, push, [4]float64{0.35, 0.5, 0.8, 1.15}, true, map[Goal]int{Muscle: 12, Strength: 12, Running: 7}},
	{"push-overhead", "Push overhead", movement.PushUp, 8, 12, true, push, [4]float64{0.10, 0.15, 0.23, 0.33}, true, map[Goal]int{Running: 6, Older: 7}},
	{"pull-level", "Pull level", movement.PullLevel, 8, 15, true, pull, [4]float64{0.16, 0.24, 0.37, 0.52}, true, map[Goal]int{Muscle: 12, BackTo: 12}},
	{"pull-down", "Pull down", movement.PullDown, 8, 15, false, pull, [4]float64{0.35, 0.55, 0.85, 1.15}, true, map[Goal]int{Muscle: 11, Running: 7}},
	{"carry", "Carry", movement.Carry, 10, 15, true, pull, [4]float64{0.22, 0.32, 0.48, 0.7}, false, map[Goal]int{Conditioning: 14, Older: 12, Muscle: 7}},
	{"shoulder-side", "Shoulder, side", movement.ShoulderSide, 12, 20, true, push, [4]float64{0.045, 0.065, 0.1, 0.14}, true, map[Goal]int{Muscle: 9, General: 5, Strength: 4, Conditioning: 4, Running: 4, BackTo: 5, Older: 4}},
	{"hip-side", "Hip, side", movement.HipSide, 15, 25, false, legs, [4]float64{0.08, 0.11, 0.16, 0.22}, false, map[Goal]int{General: 5, Muscle: 5, Strength: 4, Conditioning: 5, Running: 9, Older: 7}},
	{"core-turn", "Core, turn", movement.CoreTurn, 10, 15, false, core, [4]float64{0.08, 0.12, 0.2, 0.28}, false, map[Goal]int{General: 7, Strength: 6, Running: 9}},
}

const ordinaryWeight = 10

// sexFactor scales a guess (guess: invented from general experience).
func sexFactor(s Sex, upper bool) float64 {
	switch {
	case s == Male:
		return 1
	case s == Female && upper:
		return 0.65
	case s == Female:
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

func (p Person) level() int {
	for i, e := range Experiences() {
		if e == p.Experience {
			return i
		}
	}
	return 1
}

func (n need) guess(p Person) quantity.Mass {
	return p.BodyMass * quantity.Mass(n.ratio[p.level()]*sexFactor(p.Sex, n.upper))
}

// Slots works out the client's needs. Person must have body mass and stature.
// A test on a movement of the slot sets its one-rep maximum (the best of
// several); otherwise a test in the same family scales the guess by how far the
// tested maximum lies from its own guess; otherwise the guess stands. The range
// runs from the load for repsHigh with three in reserve to the load for repsLow
// with one in reserve, grown over six months. Bad tests are errors of strength.
func Slots(p Person) ([]Slot, error) {
	tested := map[string]testedMax{}
	for i, t := range p.Tests {
		m, err := movement.ByKey(t.Movement)
		if err != nil {
			return nil, fmt.Errorf("test %d: %w", i+1, err)
		}
		e, err := strength.FromSet(t.Load, t.Reps, t.Reserve)
		if err != nil {
			return nil, fmt.Errorf("test %d (%s): %w", i+1, m.Name, err)
		}
		for _, n := range needs {
			if n.pattern != m.Pattern {
				continue
			}
			scaled := e.Scaled(m.CountsAs)
			if best, ok := tested[n.key]; !ok || scaled.E1RM > best.max.E1RM {
				tested[n.key] = testedMax{scaled, t, m}
			}
		}
	}
	out := make([]Slot, 0, len(needs))
	for _, n := range needs {
		s, err := n.slot(p, tested)
		if err != nil {
			return nil, err
		}
		out = append(out, s)
	}
	return out, nil
}

type testedMax struct {
	max      strength.Estimate
	test     Test
	movement movement.Movement
}

// maximum finds the one-rep maximum of a need and how it is known.
func (n need) maximum(p Person, tested map[string]testedMax) (strength.Estimate, Basis, []derivation.Input) {
	body := derivation.Number("body mass", quantity.KindMass, float64(p.BodyMass), "client.body_mass_kg")
	if t, ok := tested[n.key]; ok {
		return t.max, Tested, []derivation.Input{
			derivation.Word("test set", fmt.Sprintf("%s, %d reps, %d in reserve", t.movement.Name, t.test.Reps, t.test.Reserve), "needs.tests"),
			derivation.Number("load of the test", quantity.KindMass, float64(t.test.Load), "needs.tests"),
			derivation.Number("counts on this slot's scale", quantity.Kind(""), t.movement.CountsAs, ""),
		}
	}
	guess := n.guess(p)
	scale, from, count := 0.0, "", 0
	for _, other := range needs {
		if t, ok := tested[other.key]; ok && other.family == n.family {
			scale += math.Log(float64(t.max.E1RM / other.guess(p)))
			from, count = other.name, count+1
		}
	}
	inputs := []derivation.Input{body,
		derivation.Word("experience", string(p.Experience), "client.experience"),
		derivation.Number("share of body mass, guessed", quantity.KindRatio, float64(guess/p.BodyMass), "")}
	if count == 0 {
		return strength.Maximum(guess), GuessOf, inputs
	}
	k := math.Exp(scale / float64(count))
	inputs = append(inputs, derivation.Number("scaled by the test of "+from+" (spread ±20 %)", quantity.Kind(""), k, "needs.tests"))
	return strength.Maximum(guess * quantity.Mass(k)), Relative, inputs
}

func (n need) slot(p Person, tested map[string]testedMax) (Slot, error) {
	top, basis, inputs := n.maximum(p, tested)
	lo, err := top.LoadFor(n.repsHigh + easyReserve)
	if err != nil {
		return Slot{}, err
	}
	hi, err := top.LoadFor(n.repsLow + hardReserve)
	if err != nil {
		return Slot{}, err
	}
	grown := 1 + growth[p.Experience]
	weight := ordinaryWeight
	if w, ok := n.weights[p.Goal]; ok {
		weight = w
	}
	s := Slot{
		Key: n.key, Name: n.name, Pattern: n.pattern, RepsLow: n.repsLow, RepsHigh: n.repsHigh, PerHand: n.perHand,
		Weight: weight, Lo: lo, Hi: hi * quantity.Mass(grown), Basis: basis,
	}
	s.Derivation = derivation.Derivation{
		Title: n.name + ": heaviest working load", Value: float64(s.Hi), Kind: quantity.KindMass,
		Inputs: append(inputs,
			derivation.Number("one-rep maximum", quantity.KindMass, float64(top.E1RM), ""),
			derivation.Number("lightest working load", quantity.KindMass, float64(s.Lo), ""),
			derivation.Number("growth over six months", quantity.KindRatio, growth[p.Experience], "client.experience")),
		Formula: fmt.Sprintf("from the load for %d reps to the load for %d reps × (1 + growth)", n.repsHigh+easyReserve, n.repsLow+hardReserve),
		Range:   "working sets of " + fmt.Sprintf("%d to %d reps", n.repsLow, n.repsHigh),
		Source:  "zones: ACSM 2009, Med Sci Sports Exerc 41(3):687–708; rep-max: median of six formulas; guesses and growth: invented defaults",
	}
	return s, nil
}
