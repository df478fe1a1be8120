// Package coverage holds what each movement needs (slots, in kg) against what the client
// can reach: what is covered, partly covered or missing, and why.
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
// sets are counted in. A Timed need is done or not: its range is movement.Done.
// PerHand says that its kg are those of one hand, Fast that each rep is done as fast as it will
// go. Weight, 1 to 5, is its share in the whole.
// As is the movement that an agreed change measures the need in, by its name; empty without one.
// Notes say what has to be said of the tests it rests on.
type Slot struct {
	Key, Name         string
	Pattern           movement.Pattern
	RepsLow, RepsHigh int
	Of                movement.Unit
	As                string // of an agreed change: the movement that the need is measured in
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
// slot's scale as a share of body mass for New, Novice, Intermediate, Advanced, of a man; female what
// it is times for a woman (guess: general professional knowledge, from memory, used only until a set
// is logged; of timed needs there is none). Lone needs are of one joint, or stand by themselves: what
// is tested of others says nothing of them. Named is the need of which it is a known share, so that a
// test of that one moves it without a cap.
type need struct {
	key, name string
	pattern   movement.Pattern
	perHand   bool
	family    family
	ratio     [4]float64
	female    float64
	upper     bool
	lone      bool
	named     string
}

var needs = []need{
	{key: "squat", name: "Squat", pattern: movement.Squat, family: legs, ratio: [4]float64{0.40, 0.52, 0.95, 1.4}, female: 0.65, named: "hinge"},
	{key: "hinge", name: "Hinge", pattern: movement.Hinge, family: legs, ratio: [4]float64{0.68, 0.85, 1.38, 1.8}, female: 0.37, named: "squat"},
	{key: "one-leg", name: "Single leg", pattern: movement.OneLeg, family: legs, ratio: [4]float64{0.18, 0.28, 0.48, 0.75}, female: 0.65},
	{
		key: "push-level", name: "Push forward", pattern: movement.PushLevel, family: push, ratio: [4]float64{0.54, 0.72, 0.95, 1.2}, female: 0.82,
		upper: true, named: "push-overhead",
	},
	{
		key: "push-overhead", name: "Push overhead", pattern: movement.PushUp, perHand: true, family: push, ratio: [4]float64{0.133, 0.18, 0.25, 0.35},
		female: 0.78, upper: true, named: "push-level",
	},
	{
		key: "pull-level", name: "Pull toward", pattern: movement.PullLevel, perHand: true, family: pull, ratio: [4]float64{0.26, 0.33, 0.42, 0.52},
		female: 0.65, upper: true, named: "pull-down",
	},
	{
		key: "pull-down", name: "Pull down", pattern: movement.PullDown, family: pull, ratio: [4]float64{0.69, 0.85, 1.05, 1.3}, female: 0.65,
		upper: true, named: "pull-level",
	},
	{key: "carry", name: "Carry", pattern: movement.Carry, perHand: true, family: pull, ratio: [4]float64{0.33, 0.42, 0.56, 0.8}, female: 0.72, lone: true},
	{
		key: "shoulder-side", name: "Shoulder raise", pattern: movement.ShoulderSide, perHand: true, family: push,
		ratio: [4]float64{0.085, 0.1, 0.12, 0.145}, female: 0.65, upper: true, lone: true,
	},
	{
		key: "rear-shoulder", name: "Rear shoulder", pattern: movement.RearShoulder, perHand: true, family: pull,
		ratio: [4]float64{0.06, 0.075, 0.095, 0.12}, female: 0.65, upper: true, lone: true,
	},
	{key: "hip-side", name: "Hip to the side", pattern: movement.HipSide, family: legs, ratio: [4]float64{0.08, 0.11, 0.16, 0.22}, female: 0.7, lone: true},
	{key: "core-turn", name: "Resist twisting", pattern: movement.CoreTurn, family: core, ratio: [4]float64{0.08, 0.12, 0.2, 0.28}, female: 0.7},
	{key: "calf", name: "Calf", pattern: movement.Calf, family: legs, ratio: [4]float64{0.3, 0.5, 0.9, 1.3}, female: 0.65, lone: true},
	{
		key: "arm-bend", name: "Arm bend", pattern: movement.ArmBend, perHand: true, family: pull, ratio: [4]float64{0.10, 0.14, 0.20, 0.27},
		female: 0.65, upper: true, lone: true,
	},
	{
		key: "arm-straighten", name: "Arm straighten", pattern: movement.ArmStraighten, perHand: true, family: push,
		ratio: [4]float64{0.09, 0.13, 0.18, 0.25}, female: 0.65, upper: true, lone: true,
	},
	{key: "swing", name: "Swing", pattern: movement.Swing, family: legs, ratio: [4]float64{0.18, 0.25, 0.38, 0.5}, female: 0.6},
	{key: "front-rack", name: "Front rack", pattern: movement.FrontRack, family: legs, ratio: [4]float64{0.3, 0.45, 0.75, 1.15}, female: 0.65},
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

// unsaid is what a guess is times where nobody has said of which sex somebody is (house values).
func (n need) unsaid() float64 {
	if n.upper {
		return 0.98
	}
	return 0.9
}

// Reserves that are left in the working sets which span the range: the lightest target is repsHigh with easy
// to spare, the heaviest repsLow with hard. Where 3 are to stay in reserve both are more.
func reserves(p client.Person) (easy, hard int) {
	if spared(p) {
		return 4, 3
	}
	return 3, 1
}

// spared says that somebody leaves three repetitions in reserve at the least: with raised pressure and in
// pregnancy (common practice).
func spared(p client.Person) bool {
	return p.Spares(movement.Pressure) || p.Expecting() > 0
}

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
	by := 1.0
	switch p.Sex {
	case client.Female:
		by = n.female
	case client.Male:
	default:
		by = n.unsaid()
	}
	return p.BodyMass * quantity.Mass(n.ratio[level(p)]*by)
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
// a test of a relative moves the guess (see presumed), else the guess stands, less for what a start asks
// care for (see start); a test that
// says "at least" raises it and never lowers it. The range of today runs from the load for repsHigh
// with three in reserve to the load for repsLow with one in reserve (see reserves), that of the horizon is
// it grown over six months; a guess is as wide as it is unsure. Where the person has agreed to what a limit
// makes of a need, it is that (see agreed). Bad tests are errors of strength.
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

// wide is how far a guess reaches to either side at least, as a share (house value).
const wide = 0.3

// guessed is a range of a guess: at least as wide as it is unsure, its ends whole half-kilograms below 10 and
// whole kilograms above.
func guessed(lo, hi quantity.Mass) Range {
	mid := quantity.Mass(math.Sqrt(float64(lo * hi)))
	return Range{round(min(lo, mid*(1-wide))), round(max(hi, mid*(1+wide)))}
}

func round(m quantity.Mass) quantity.Mass {
	if m < 10 {
		return quantity.Mass(math.Round(float64(m)*2) / 2)
	}
	return quantity.Mass(math.Round(float64(m)))
}

// repsAMetre makes a carry's metres the repetitions that its load is worked out for: 20 to 40 m as 8 to 15
// (house value).
const repsAMetre = 0.375

// repetitions are those of a zone.
func (z Zone) repetitions() (low, high int) {
	if z.Of == movement.Metres {
		return max(1, int(math.Round(float64(z.Low)*repsAMetre))), max(1, int(math.Round(float64(z.High)*repsAMetre)))
	}
	return z.Low, z.High
}

func (n need) slot(p client.Person, z Zone, known map[string]evidence) (Slot, error) {
	out := Slot{Fast: z.Fast, Group: n.group(), Key: n.key, Name: n.name, Pattern: n.pattern, RepsLow: z.Low, RepsHigh: z.High, Of: z.Of, PerHand: n.perHand, Weight: z.Weight}
	change, changed := agreed(p, n)
	if changed {
		out.As = change.Name
	}
	if n.pattern.Timed() || changed && change.Hold == "" {
		once := Range{movement.Done, movement.Done}
		out.Timed, out.Basis, out.Lo, out.Hi, out.Today, out.Horizon = true, Means, once.Lo, once.Hi, once, once
		if changed && !n.pattern.Timed() {
			out.RepsLow, out.RepsHigh, out.Of = 8, 12, movement.Reps
			if f := change.Format; f.Of != movement.Reps {
				out.RepsLow, out.RepsHigh, out.Of = f.Low, f.High, f.Of
			}
		}
		out.Derivation = derivation.Derivation{
			Title: n.name + ": done or not", Value: 1, Kind: quantity.KindCount,
			Formula: "covered by having what one of its movements needs; no kilograms are asked for",
			Range:   fmt.Sprintf("sets of %d to %d %s", out.RepsLow, out.RepsHigh, out.Of),
			Source:  "house rule",
		}
		return out, nil
	}
	low, high := z.repetitions()
	easy, hard := reserves(p)
	var today Range
	var top strength.Estimate
	var basis Basis
	var inputs []derivation.Input
	for _, m := range n.maxima(p, known) {
		lo, err := m.top.LoadFor(min(high+easy, strength.MaxTargetReps))
		if err != nil {
			return Slot{}, err
		}
		hi, err := m.top.LoadFor(min(low+hard, strength.MaxTargetReps))
		if err != nil {
			return Slot{}, err
		}
		one := Range{lo, hi}
		if m.basis == GuessOf {
			one = guessed(lo, hi)
			if z.Body { // the body alone is where it begins
				one.Hi = round(hi)
			}
		}
		top, basis, inputs = m.top, m.basis, m.inputs
		today = Range{max(today.Lo, one.Lo), max(today.Hi, one.Hi)}
	}
	grown := quantity.Mass(1 + growth[p.Experience])
	if p.Expecting() > 0 {
		grown = 1
		if most := known[n.key].heaviest; basis == Tested && most > 0 { // never above what was done
			today = Range{min(today.Lo, most), min(today.Hi, most)}
		}
	}
	if changed { // the range that the change asks, not the one that it replaced
		share := quantity.Mass(math.Min(1, change.Ratio.Or().Typical))
		today = Range{today.Lo * share, today.Hi * share}
	}
	out.Along = n.along(p)
	if z.By != (Range{}) {
		out.Basis, out.Lo, out.Hi, out.Today, out.Horizon = ByHand, z.By.Lo, z.By.Hi, z.By, z.By
		out.Derivation = derivation.Derivation{
			Title: n.name + ": heaviest working load", Value: float64(z.By.Hi), Kind: quantity.KindMass,
			Inputs:  append(inputs, derivation.Number("as it would be worked out, today", quantity.KindMass, float64(today.Hi), "")),
			Formula: "set by hand", Range: fmt.Sprintf("working sets of %d to %d %s", z.Low, z.High, z.Of), Source: "the consultant",
		}
		return out, nil
	}
	out.Today, out.Horizon = today, Range{today.Lo * grown, today.Hi * grown}
	if basis == GuessOf {
		out.Horizon = Range{round(out.Horizon.Lo), round(out.Horizon.Hi)}
	}
	if z.Body && out.Along > 0 && basis != Tested {
		out.Today.Lo = 0
	}
	out.Lo, out.Hi, out.Basis, out.Notes = out.Today.Lo, out.Horizon.Hi, basis, known[n.key].notes
	inputs = append(inputs,
		derivation.Number("one-rep maximum", quantity.KindMass, float64(top.E1RM), ""),
		derivation.Number("lightest working load", quantity.KindMass, float64(out.Today.Lo), ""),
		derivation.Number("heaviest today", quantity.KindMass, float64(out.Today.Hi), ""),
		derivation.Number("growth over six months", quantity.KindRatio, float64(grown-1), "client.experience"))
	if out.Along > 0 {
		inputs = append(inputs, derivation.Number("of the body lifted along, which closeness counts too", quantity.KindMass, float64(out.Along), ""))
	}
	out.Derivation = derivation.Derivation{
		Title: n.name + ": heaviest working load", Value: float64(out.Horizon.Hi), Kind: quantity.KindMass,
		Inputs:  inputs,
		Formula: fmt.Sprintf("from the load for %d reps to the load for %d reps × (1 + growth)%s", high+easy, low+hard, rough(basis)),
		Range:   fmt.Sprintf("working sets of %d to %d %s", z.Low, z.High, z.Of),
		Source:  "zones: ACSM 2009, Med Sci Sports Exerc 41(3):687–708; rep-max: median of six formulas; guesses, ratios and growth: invented defaults",
	}
	return out, nil
}

func rough(b Basis) string {
	if b == GuessOf {
		return "; a guess, ± 30 % at least"
	}
	return ""
}
