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
	Means    Basis = "means" // nothing to estimate
	ByHand   Basis = "hand"  // a consultant has set it
)

// Range is a working range in kg: 0 ≤ Lo ≤ Hi.
type Range struct{ Lo, Hi quantity.Mass }

// Slot is one need: a pattern in a rep zone, with the working range of today's strength
// and that of the horizon, half a year on; Lo to Hi spans both, in kg. Along is what of the
// body is lifted beside them, in kg (see Judged): 0 kg is the body alone. Of is what its
// sets are counted in. A Timed need asks for the means alone: its range is movement.Done.
// PerHand says that its kg are those of one hand, Fast that each rep is done as fast as it will
// go. Weight, 1 to 5, is its share in the whole.
// Notes say what has to be said of the tests it rests on.
type Slot struct {
	Key, Name         string
	Pattern           movement.Pattern
	RepsLow, RepsHigh int
	Of                movement.Unit
	PerHand           bool
	Timed             bool
	Fast              bool
	Group             Group
	Weight            int
	Along             quantity.Mass
	Lo, Hi            quantity.Mass
	Today, Horizon    Range
	Basis             Basis
	Notes             []quantity.Phrase
	Derivation        derivation.Derivation
}

// Judged is a range of the slot's kg as closeness is judged on it: with the body that is
// lifted along.
func (s Slot) Judged(r Range) Range { return Range{r.Lo + s.Along, r.Hi + s.Along} }

// Whole is all of the slot's range so.
func (s Slot) Whole() Range { return s.Judged(Range{s.Lo, s.Hi}) }

// held is a mass on the scale of Judged in the slot's kg.
func (s Slot) held(m quantity.Mass) quantity.Mass { return max(0, m-s.Along) }

// family groups patterns that inform each other: a test of one scales the
// guesses of the others.
type family string

const (
	legs family = "legs"
	push family = "push"
	pull family = "pull"
	core family = "core"
)

// Group is a part of the body, or the whole, by which a board is looked through.
type Group string

// The groups.
const (
	Legs  Group = "legs"
	Push  Group = "push"
	Pull  Group = "pull"
	Trunk Group = "trunk"
	Whole Group = "whole"
)

// group is the one that a need belongs to.
func (n need) group() Group {
	switch {
	case n.family == legs || n.pattern == movement.Balance || n.pattern == movement.OverheadSquat || n.pattern == movement.Jump || n.pattern == movement.StepOver:
		return Legs
	case n.family == push:
		return Push
	case n.family == pull:
		return Pull
	case n.family == core || n.pattern == movement.Brace:
		return Trunk
	}
	return Whole
}

// need is the fixed part of a slot. ratio is the guessed one-rep maximum on the
// slot's scale as a share of body mass for New, Novice, Intermediate, Advanced
// (guess: invented from general experience, used only until a set is logged; of timed
// needs there is none).
type need struct {
	key, name string
	pattern   movement.Pattern
	perHand   bool
	family    family
	ratio     [4]float64
	upper     bool
}

var needs = []need{
	{key: "squat", name: "Squat", pattern: movement.Squat, family: legs, ratio: [4]float64{0.40, 0.60, 0.95, 1.4}},
	{key: "hinge", name: "Hinge", pattern: movement.Hinge, family: legs, ratio: [4]float64{0.58, 0.85, 1.25, 1.8}},
	{key: "one-leg", name: "One leg", pattern: movement.OneLeg, family: legs, ratio: [4]float64{0.18, 0.28, 0.48, 0.75}},
	{key: "push-level", name: "Push forward", pattern: movement.PushLevel, family: push, ratio: [4]float64{0.45, 0.60, 0.85, 1.15}, upper: true},
	{key: "push-overhead", name: "Push overhead", pattern: movement.PushUp, perHand: true, family: push, ratio: [4]float64{0.12, 0.17, 0.24, 0.33}, upper: true},
	{key: "pull-level", name: "Pull toward", pattern: movement.PullLevel, perHand: true, family: pull, ratio: [4]float64{0.26, 0.33, 0.42, 0.52}, upper: true},
	{key: "pull-down", name: "Pull down", pattern: movement.PullDown, family: pull, ratio: [4]float64{0.69, 0.85, 1.05, 1.3}, upper: true},
	{key: "carry", name: "Carry", pattern: movement.Carry, perHand: true, family: pull, ratio: [4]float64{0.36, 0.45, 0.58, 0.8}},
	{key: "shoulder-side", name: "Shoulder raise", pattern: movement.ShoulderSide, perHand: true, family: push, ratio: [4]float64{0.075, 0.095, 0.12, 0.145}, upper: true},
	{key: "rear-shoulder", name: "Rear shoulder", pattern: movement.RearShoulder, perHand: true, family: pull, ratio: [4]float64{0.06, 0.075, 0.095, 0.12}, upper: true},
	{key: "hip-side", name: "Hip to the side", pattern: movement.HipSide, family: legs, ratio: [4]float64{0.08, 0.11, 0.16, 0.22}},
	{key: "core-turn", name: "Resist twisting", pattern: movement.CoreTurn, family: core, ratio: [4]float64{0.08, 0.12, 0.2, 0.28}},
	{key: "calf", name: "Calf", pattern: movement.Calf, family: legs, ratio: [4]float64{0.3, 0.5, 0.9, 1.3}},
	{key: "arm-bend", name: "Arm bend", pattern: movement.ArmBend, perHand: true, family: pull, ratio: [4]float64{0.10, 0.14, 0.20, 0.27}, upper: true},
	{key: "arm-straighten", name: "Arm straighten", pattern: movement.ArmStraighten, perHand: true, family: push, ratio: [4]float64{0.09, 0.13, 0.18, 0.25}, upper: true},
	{key: "swing", name: "Swing", pattern: movement.Swing, family: legs, ratio: [4]float64{0.18, 0.25, 0.38, 0.5}},
	{key: "front-rack", name: "Front rack", pattern: movement.FrontRack, family: legs, ratio: [4]float64{0.3, 0.45, 0.75, 1.15}},
	{key: "brace", name: "Brace", pattern: movement.Brace},
	{key: "balance", name: "Balance", pattern: movement.Balance},
	{key: "overhead-squat", name: "Overhead squat with a stick", pattern: movement.OverheadSquat},
	{key: "jump", name: "Jump", pattern: movement.Jump},
	{key: "rope", name: "Rope", pattern: movement.Rope},
	{key: "step-over", name: "Step over", pattern: movement.StepOver},
	{key: "crawl", name: "Crawl", pattern: movement.Crawl},
	{key: "drag", name: "Drag", pattern: movement.Drag},
	{key: "whole-body", name: "Whole body", pattern: movement.WholeBody},
}

func needOf(key string) need {
	for _, n := range needs {
		if n.key == key {
			return n
		}
	}
	panic("no need is called " + key) // of a table of this room, which a test walks
}

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

// guess is the one-rep maximum as experience has it, before age and lay-off.
func (n need) guess(p client.Person) quantity.Mass {
	return p.BodyMass * quantity.Mass(n.ratio[level(p)]*sexFactor(p.Sex, n.upper))
}

// along is what of the body is lifted with the slot's loads, in kg.
func (n need) along(p client.Person) quantity.Mass {
	return p.BodyMass * quantity.Mass(n.pattern.Along())
}

// growth is how much stronger someone is expected to be after the horizon of
// six months (invented defaults).
var growth = map[client.Experience]float64{client.New: 0.35, client.Novice: 0.25, client.Intermediate: 0.12, client.Advanced: 0.05}

// Slots works out the client's needs: those of the goal. Person must have body mass and
// stature. A slot's one-rep maximum rests on the tests of its movements (see evidence), else
// a test in the same family scales the guess by how far the tested maximum lies from its own
// guess, else the guess stands, less for age, operation and lay-off (see start); a test that
// says "at least" raises it and never lowers it. The range of today runs from the load for repsHigh
// with three in reserve to the load for repsLow with one in reserve, that of the horizon is
// it grown over six months. Bad tests are errors of strength.
func Slots(p client.Person) ([]Slot, error) {
	known := map[string]evidence{}
	for _, n := range needs {
		e, err := n.evidence(p)
		if err != nil {
			return nil, err
		}
		known[n.key] = e
	}
	var out []Slot
	for _, z := range ZonesOf(p) {
		s, err := needOf(z.Key).slot(p, z, known)
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
		top, basis, inputs = top.Scaled(float64(least/top.E1RM)), Tested, own.leastInputs
	}
	// What is not tested is begun with care, and so is what was tested before it changed.
	if share, why := start(p, n, basis == Tested, own.newest); share < 1 {
		top = top.Scaled(share)
		inputs = append(inputs, derivation.Number("begun with, of that: "+why, quantity.KindRatio, share, "client.health"))
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

func (n need) slot(p client.Person, z Zone, known map[string]evidence) (Slot, error) {
	out := Slot{Fast: z.Fast, Group: n.group(), Key: n.key, Name: n.name, Pattern: n.pattern, RepsLow: z.Low, RepsHigh: z.High, Of: z.Of, PerHand: n.perHand, Weight: z.Weight}
	if n.pattern.Timed() {
		once := Range{movement.Done, movement.Done}
		out.Timed, out.Basis, out.Lo, out.Hi, out.Today, out.Horizon = true, Means, once.Lo, once.Hi, once, once
		out.Derivation = derivation.Derivation{
			Title: n.name + ": the means for it", Value: 1, Kind: quantity.KindCount,
			Formula: "covered by having what one of its movements needs; no kilograms are asked for",
			Range:   fmt.Sprintf("sets of %d to %d %s", z.Low, z.High, z.Of),
			Source:  "house rule",
		}
		return out, nil
	}
	top, basis, inputs := n.maximum(p, known)
	lo, err := top.LoadFor(min(z.High+easyReserve, strength.MaxTargetReps))
	if err != nil {
		return Slot{}, err
	}
	hi, err := top.LoadFor(min(z.Low+hardReserve, strength.MaxTargetReps))
	if err != nil {
		return Slot{}, err
	}
	grown := quantity.Mass(1 + growth[p.Experience])
	out.Along = n.along(p)
	if z.By != (Range{}) {
		out.Basis, out.Lo, out.Hi, out.Today, out.Horizon = ByHand, z.By.Lo, z.By.Hi, z.By, z.By
		out.Derivation = derivation.Derivation{
			Title: n.name + ": heaviest working load", Value: float64(z.By.Hi), Kind: quantity.KindMass,
			Inputs:  append(inputs, derivation.Number("as it would be worked out, today", quantity.KindMass, float64(hi), "")),
			Formula: "set by hand", Range: fmt.Sprintf("working sets of %d to %d reps", z.Low, z.High), Source: "the consultant",
		}
		return out, nil
	}
	todayLo := lo
	if z.Body && out.Along > 0 && basis != Tested {
		todayLo = 0 // the body alone is where it begins
	}
	out.Today = Range{todayLo, hi}
	out.Horizon = Range{lo * grown, hi * grown}
	out.Lo, out.Hi, out.Basis, out.Notes = out.Today.Lo, out.Horizon.Hi, basis, known[n.key].notes
	inputs = append(inputs,
		derivation.Number("one-rep maximum", quantity.KindMass, float64(top.E1RM), ""),
		derivation.Number("lightest working load", quantity.KindMass, float64(todayLo), ""),
		derivation.Number("heaviest today", quantity.KindMass, float64(hi), ""),
		derivation.Number("growth over six months", quantity.KindRatio, growth[p.Experience], "client.experience"))
	if out.Along > 0 {
		inputs = append(inputs, derivation.Number("of the body lifted along, which closeness counts too", quantity.KindMass, float64(out.Along), ""))
	}
	out.Derivation = derivation.Derivation{
		Title: n.name + ": heaviest working load", Value: float64(hi * grown), Kind: quantity.KindMass,
		Inputs:  inputs,
		Formula: fmt.Sprintf("from the load for %d reps to the load for %d reps × (1 + growth)", z.High+easyReserve, z.Low+hardReserve),
		Range:   "working sets of " + fmt.Sprintf("%d to %d reps", z.Low, z.High),
		Source:  "zones: ACSM 2009, Med Sci Sports Exerc 41(3):687–708; rep-max: median of six formulas; guesses, ratios and growth: invented defaults",
	}
	return out, nil
}
