package body

import (
	"math"

	"scrappyrack/core/quantity"
)

// Joint names a place of the skeleton that limbs reach between.
type Joint string

// The joints, as they are named in a figure.
const (
	AtShoulder Joint = "shoulder"
	AtElbow    Joint = "elbow"
	AtHand     Joint = "hand"
	AtHip      Joint = "hip"
	AtKnee     Joint = "knee"
	AtAnkle    Joint = "ankle"
	AtToe      Joint = "toe"
)

// Limb is a part of an arm or a leg as it is drawn: round, from one joint to another, with
// its half widths at either end in m.
type Limb struct {
	Name      string
	From, To  Joint
	Near, Far quantity.Length
}

// Section is an oval of the trunk or the head: its half breadth, from side to side, and its
// half depth, from front to back, in m.
type Section struct{ Breadth, Depth quantity.Length }

// Physique is how wide a person's parts are.
type Physique struct {
	Limbs              []Limb
	Chest, Waist, Seat Section         // of the trunk: at the shoulders, halfway, at the hips
	Neck               quantity.Length // half its width
	Head               Section
	HeadHalf           quantity.Length // half the height of the head
}

// Of the segments that are drawn: their share of the body's mass and their density in
// kg/L (Winter, Biomechanics and Motor Control of Human Movement, table 4.1, after
// Dempster 1955), their length as a share of stature, and how wide they are at the far end
// against the near one (house values, by eye).
var segments = []struct {
	name          string
	from, to      Joint
	mass, density float64
	length, taper float64
}{
	{"upper arm", AtShoulder, AtElbow, 0.028, 1.07, UpperArm, 0.8},
	{"forearm and hand", AtElbow, AtHand, 0.022, 1.14, Forearm + Hand, 0.55},
	{"thigh", AtHip, AtKnee, 0.100, 1.05, Hip - Knee, 0.64},
	{"shank", AtKnee, AtAnkle, 0.0465, 1.09, Knee - Ankle, 0.58},
	{"foot", AtAnkle, AtToe, 0.0145, 1.10, FootLength, 0.6},
}

// Of the trunk and the head with the neck (same table), and their shapes: how much broader
// than deep a trunk is, and its sections against the mean one (house values); head breadth
// and length as shares of stature (ANSUR II, from memory).
const (
	trunkMass, trunkDensity = 0.497, 1.03
	headMass, headDensity   = 0.081, 1.11
	broader                 = 1.45
	headBreadth, headLength = 0.088, 0.113
)

// PhysiqueOf is how wide the parts of a person are, from stature in m (MinStature to
// MaxStature) and body mass in kg (above 0): each part as the round, tapered or oval body
// that holds its share of the mass at its density, over its length. For drawing: a person
// of the same stature and mass may well be built otherwise. Nothing is known of a stature
// or a mass of 0.
func PhysiqueOf(stature quantity.Length, mass quantity.Mass) (p Physique) {
	if stature <= 0 || mass <= 0 {
		return p
	}
	h, m := float64(stature), float64(mass)
	for _, s := range segments {
		volume := s.mass * m / s.density / 1000
		// A cone cut off: V = πL(a² + ab + b²)/3 with b = taper·a.
		near := math.Sqrt(3 * volume / (math.Pi * s.length * h * (1 + s.taper + s.taper*s.taper)))
		p.Limbs = append(p.Limbs, Limb{s.name, s.from, s.to, quantity.Length(near), quantity.Length(near * s.taper)})
	}
	area := trunkMass * m / trunkDensity / 1000 / ((Shoulder - Hip) * h)
	deep := math.Sqrt(area / (math.Pi * broader))
	section := func(wide, thick float64) Section {
		return Section{quantity.Length(deep * broader * wide), quantity.Length(deep * thick)}
	}
	p.Chest, p.Waist, p.Seat = section(1.06, 1.02), section(0.88, 0.92), section(1.0, 1.0)
	p.HeadHalf = quantity.Length((1 - Chin) / 2 * h)
	p.Head = Section{quantity.Length(headBreadth / 2 * h), quantity.Length(headLength / 2 * h)}
	skull := 4. / 3 * math.Pi * float64(p.HeadHalf) * float64(p.Head.Breadth) * float64(p.Head.Depth)
	neck := math.Sqrt(math.Max(0, headMass*m/headDensity/1000-skull) / (math.Pi * (Chin - Shoulder + 0.02) * h))
	p.Neck = quantity.Length(min(max(neck, 0.025*h), 0.045*h))
	return p
}
