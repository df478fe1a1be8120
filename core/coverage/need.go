package coverage

import (
	"scrappyrack/core/client"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

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
	case n.family == legs || n.pattern == movement.Balance || n.pattern == movement.OverheadSquat || n.pattern == movement.Jump ||
		n.pattern == movement.StepOver:
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
	{key: "squat", name: "Squat", pattern: movement.Squat, family: legs, ratio: [4]float64{0.40, 0.52, 0.95, 1.4}, female: 0.65,
		named: "hinge"},
	{key: "hinge", name: "Hinge", pattern: movement.Hinge, family: legs, ratio: [4]float64{0.68, 0.85, 1.38, 1.8}, female: 0.37,
		named: "squat"},
	{key: "one-leg", name: "Single leg", pattern: movement.OneLeg, family: legs, ratio: [4]float64{0.18, 0.28, 0.48, 0.75}, female: 0.65},
	{
		key: "push-level", name: "Push forward", pattern: movement.PushLevel, family: push, ratio: [4]float64{0.54, 0.72, 0.95, 1.2},
		female: 0.82,
		upper:  true, named: "push-overhead",
	},
	{
		key: "push-overhead", name: "Push overhead", pattern: movement.PushUp, perHand: true, family: push,
		ratio:  [4]float64{0.133, 0.18, 0.25, 0.35},
		female: 0.78, upper: true, named: "push-level",
	},
	{
		key: "pull-level", name: "Pull toward", pattern: movement.PullLevel, perHand: true, family: pull,
		ratio:  [4]float64{0.26, 0.33, 0.42, 0.52},
		female: 0.65, upper: true, named: "pull-down",
	},
	{
		key: "pull-down", name: "Pull down", pattern: movement.PullDown, family: pull, ratio: [4]float64{0.69, 0.85, 1.05, 1.3},
		female: 0.65,
		upper:  true, named: "pull-level",
	},
	{key: "carry", name: "Carry", pattern: movement.Carry, perHand: true, family: pull, ratio: [4]float64{0.33, 0.42, 0.56, 0.8},
		female: 0.72, lone: true},
	{
		key: "shoulder-side", name: "Shoulder raise", pattern: movement.ShoulderSide, perHand: true, family: push,
		ratio: [4]float64{0.085, 0.1, 0.12, 0.145}, female: 0.65, upper: true, lone: true,
	},
	{
		key: "rear-shoulder", name: "Rear shoulder", pattern: movement.RearShoulder, perHand: true, family: pull,
		ratio: [4]float64{0.06, 0.075, 0.095, 0.12}, female: 0.65, upper: true, lone: true,
	},
	{key: "hip-side", name: "Hip to the side", pattern: movement.HipSide, family: legs, ratio: [4]float64{0.08, 0.11, 0.16, 0.22},
		female: 0.7, lone: true},
	{key: "core-turn", name: "Resist twisting", pattern: movement.CoreTurn, family: core, ratio: [4]float64{0.08, 0.12, 0.2, 0.28},
		female: 0.7},
	{key: "calf", name: "Calf", pattern: movement.Calf, family: legs, ratio: [4]float64{0.3, 0.5, 0.9, 1.3}, female: 0.65, lone: true},
	{
		key: "arm-bend", name: "Arm bend", pattern: movement.ArmBend, perHand: true, family: pull,
		ratio:  [4]float64{0.10, 0.14, 0.20, 0.27},
		female: 0.65, upper: true, lone: true,
	},
	{
		key: "arm-straighten", name: "Arm straighten", pattern: movement.ArmStraighten, perHand: true, family: push,
		ratio: [4]float64{0.09, 0.13, 0.18, 0.25}, female: 0.65, upper: true, lone: true,
	},
	{key: "swing", name: "Swing", pattern: movement.Swing, family: legs, ratio: [4]float64{0.18, 0.25, 0.38, 0.5}, female: 0.6},
	{key: "front-rack", name: "Front rack", pattern: movement.FrontRack, family: legs, ratio: [4]float64{0.3, 0.45, 0.75, 1.15},
		female: 0.65},
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
