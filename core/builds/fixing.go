package builds

import (
	"fmt"
	"math"

	"scrappyrack/core/quantity"
)

// FixingKind is a kind of fixing in wood.
type FixingKind string

// The kinds.
const (
	WoodScrew FixingKind = "wood-screw"
	LagScrew  FixingKind = "lag-screw"
	Nail      FixingKind = "nail"
)

// Fixing is a screw or nail in side grain: its diameter and the effective length of its
// thread in the wood, tip excluded, in m; the wood's specific gravity (by species group, as
// Gravities); Wet for wood that is or will be. Root is the diameter at the root of the
// thread, 0 when unknown.
type Fixing struct {
	Kind                        FixingKind
	Diameter, Penetration, Root quantity.Length
	Gravity                     float64
	Wet                         bool
}

// House values and codes of fixings.
const (
	// In N per mm of thread, D in mm: NDS 2018 12.2-2, 12.2-1 and 12.2-3 in SI.
	woodScrewHold, lagHold, nailHold = 19.650, 27.861, 9.515
	// What wet service leaves of a pull along the fixing, and across it (NDS table 11.3.3).
	wetScrew, wetNail, wetLateral = 0.7, 0.25, 0.7
	// rootShare is the root of a thread where nobody knows it (house value).
	rootShare = 0.65
	// screwSteel is what a screw itself may be pulled with over its root, in Pa (house value).
	screwSteel = 138e6
	// Specific gravities for which the rules hold.
	leastGravity, mostGravity = 0.31, 0.73
)

// check refuses what is no fixing. Errors are *quantity.FieldError of its fields.
func (f Fixing) check() error {
	switch {
	case f.Kind != WoodScrew && f.Kind != LagScrew && f.Kind != Nail:
		return quantity.At("kind", "a fixing is a wood-screw, a lag-screw or a nail")
	case !(f.Diameter > 0) || f.Diameter > 0.03:
		return quantity.At("diameter_m", "a diameter is above 0 and at most 30 mm")
	case !(f.Penetration > 0) || f.Penetration > 0.5:
		return quantity.At("penetration_m", "the thread in the wood is above 0 and at most 0.5 m long")
	case f.Root < 0 || f.Root > f.Diameter:
		return quantity.At("root_diameter_m", "a root is no thicker than the thread; leave it out when it is not known")
	}
	return gravity("specific_gravity", f.Gravity)
}

func gravity(field string, g float64) error {
	if !(g >= leastGravity && g <= mostGravity) {
		return quantity.At(field, fmt.Sprintf("a specific gravity is from %.2f to %.2f; wood that nobody knows has %.2f",
			leastGravity, mostGravity, Gravities[""]))
	}
	return nil
}

// root is the diameter at the root of the thread, in m.
func (f Fixing) root() float64 {
	switch {
	case f.Root > 0:
		return float64(f.Root)
	case f.Kind == Nail:
		return float64(f.Diameter)
	}
	return rootShare * float64(f.Diameter)
}

// Withdrawal is what the thread holds in the wood when it is pulled straight out, in N, and
// Steel what the screw itself does over its root. OK is false for a nail, which is never an
// anchor: Why says so.
type Withdrawal struct {
	Thread, Steel float64
	OK            bool
	Why           string
}

// Withdrawal works it out: W per unit of effective thread is 2850 G² D for wood screws, 1800
// G^1.5 D^0.75 for lags, 1380 G^2.5 D for nails (lb, in; NDS 2018 chapter 12), × 0.7 wet, 0.25
// for nails; duration factor 1.0. Errors are *quantity.FieldError of the fixing's fields.
func (f Fixing) Withdrawal() (out Withdrawal, _ error) {
	if err := f.check(); err != nil {
		return out, err
	}
	d, wet := float64(f.Diameter)*1000, wetScrew
	perMm := woodScrewHold * f.Gravity * f.Gravity * d
	switch f.Kind {
	case LagScrew:
		perMm = lagHold * math.Pow(f.Gravity, 1.5) * math.Pow(d, 0.75)
	case Nail:
		perMm, wet = nailHold*math.Pow(f.Gravity, 2.5)*d, wetNail
	}
	out.Thread = perMm * float64(f.Penetration) * 1000
	if f.Wet {
		out.Thread *= wet
	}
	out.Steel = screwSteel * math.Pi / 4 * f.root() * f.root()
	out.OK = f.Kind != Nail
	if !out.OK {
		out.Why = "a nail is never an anchor: it draws out under a load that comes and goes"
	}
	return out, nil
}

// PullThrough is what a head of a diameter holds in a side member of a thickness, in m, before
// it is pulled through, in N: 690 π D_H G² t, from 2.5 D_H of thickness on 1725 π D_H² G² (lb,
// in; NDS 2018 12.2-6). A countersunk head loses the depth of its cone, which the caller takes
// off the thickness. Errors are *quantity.FieldError of head_m, side_m and specific_gravity.
func PullThrough(head, side quantity.Length, g float64) (float64, error) {
	switch {
	case !(head > 0) || head > 0.1:
		return 0, quantity.At("head_m", "a head is above 0 and at most 0.1 m wide")
	case !(side > 0) || side > 0.5:
		return 0, quantity.At("side_m", "a side member is above 0 and at most 0.5 m thick")
	}
	if err := gravity("specific_gravity", g); err != nil {
		return 0, err
	}
	d, t := float64(head)/inch, float64(side)/inch
	return 690 * math.Pi * d * g * g * math.Min(t, 2.5*d) * poundForce, nil
}

// poundForce in N.
const poundForce = 4.4482216152605

// Lateral is a side member that a fixing holds to the main one: its thickness, the gap between
// them (lining, tile, air), both in m, its specific gravity, and the angles of the load to the
// grain in either, in degrees from 0 to 90.
type Lateral struct {
	Side, Gap            quantity.Length
	SideGravity          float64
	SideAngle, MainAngle float64
}

// Mode is how a dowel yields.
type Mode string

// The modes, as the yield-limit equations name them.
const (
	ModeIm   Mode = "I_m"
	ModeIs   Mode = "I_s"
	ModeII   Mode = "II"
	ModeIIIm Mode = "III_m"
	ModeIIIs Mode = "III_s"
	ModeIV   Mode = "IV"
)

// Sideways is what the fixing holds against a load across it, in N, and how it yields there:
// the least of the six modes of the general dowel equations (AWC TR12), which without a gap
// are the yield-limit equations of NDS 2018 table 12.3.1A; × 0.7 wet; duration factor 1.0.
// Errors are *quantity.FieldError of the fixing's fields and of lateral and its.
func (f Fixing) Sideways(l Lateral) (newtons float64, mode Mode, _ error) {
	if err := f.check(); err != nil {
		return 0, "", err
	}
	angle := func(a float64) bool { return a >= 0 && a <= 90 }
	switch {
	case !(l.Side > 0) || l.Side > 0.5:
		return 0, "", quantity.At("lateral.side_m", "a side member is above 0 and at most 0.5 m thick")
	case !(l.Gap >= 0) || l.Gap > 0.1:
		return 0, "", quantity.At("lateral.gap_m", "a gap is from 0 to 0.1 m")
	case !angle(l.SideAngle):
		return 0, "", quantity.At("lateral.side_angle_deg", "an angle to the grain is from 0 to 90 degrees")
	case !angle(l.MainAngle):
		return 0, "", quantity.At("lateral.main_angle_deg", "an angle to the grain is from 0 to 90 degrees")
	}
	if err := gravity("lateral.side_specific_gravity", l.SideGravity); err != nil {
		return 0, "", err
	}
	d, root := float64(f.Diameter)/inch, f.root()/inch
	j := joint{
		qm: bearing(f.Gravity, d, l.MainAngle) * root, qs: bearing(l.SideGravity, d, l.SideAngle) * root,
		lm: float64(f.Penetration) / inch, ls: float64(l.Side) / inch, gap: float64(l.Gap) / inch,
		moment: f.yield(d) * math.Pow(root, 3) / 6,
	}
	kTheta := 1 + 0.25*math.Max(l.SideAngle, l.MainAngle)/90
	best := math.Inf(1)
	for _, m := range []Mode{ModeIm, ModeIs, ModeII, ModeIIIm, ModeIIIs, ModeIV} {
		if z := j.yields(m) / reduction(m, d, root, kTheta); z < best {
			best, mode = z, m
		}
	}
	if f.Wet {
		best *= wetLateral
	}
	return best * poundForce, mode, nil
}

// bearing is how strongly wood bears a dowel of diameter d (in) at an angle to the grain, in
// psi: 16600 G^1.84 below a quarter of an inch whatever the angle, else between 11200 G along
// and 6100 G^1.45/√D across, by Hankinson (NDS 2018 table 12.3.3, 12.3.4).
func bearing(g, d, angle float64) float64 {
	if d < 0.25 {
		return 16600 * math.Pow(g, 1.84)
	}
	along, across := 11200*g, 6100*math.Pow(g, 1.45)/math.Sqrt(d)
	sin, cos := math.Sincos(angle * math.Pi / 180)
	return along * across / (along*sin*sin + across*cos*cos)
}

// yield is the bending yield strength of a fixing of a diameter, in psi (NDS 2018 appendix I).
func (f Fixing) yield(d float64) float64 {
	const hair = 1e-9
	if f.Kind == LagScrew {
		switch {
		case d <= 0.25+hair:
			return 70e3
		case d <= 0.3125+hair:
			return 60e3
		}
		return 45e3
	}
	switch {
	case d <= 0.142+hair:
		return 100e3
	case d <= 0.177+hair:
		return 90e3
	case d <= 0.236+hair:
		return 80e3
	}
	return 70e3
}

// reduction is R_d (NDS 2018 table 12.3.1B).
func reduction(m Mode, d, root, kTheta float64) float64 {
	kD := 2.2
	if root > 0.17 {
		kD = 10*root + 0.5
	}
	switch {
	case d < 0.25:
		return kD
	case root < 0.25:
		return kD * kTheta
	}
	switch m {
	case ModeIm, ModeIs:
		return 4 * kTheta
	case ModeII:
		return 3.6 * kTheta
	}
	return 3.2 * kTheta
}

// joint is what yields: what each member bears over a length (lb/in), their lengths and the
// gap between (in), and the moment that the dowel bends at (in·lb).
type joint struct{ qm, qs, lm, ls, gap, moment float64 }

// yields is the load at which a mode yields, in lb (AWC TR12, table 1-1, for end moments and
// bearing that are all plastic).
func (j joint) yields(m Mode) float64 {
	var a, b, c float64
	switch m {
	case ModeIm:
		return j.qm * j.lm
	case ModeIs:
		return j.qs * j.ls
	case ModeII:
		a, b, c = 1/(4*j.qs)+1/(4*j.qm), j.ls/2+j.gap+j.lm/2, -j.qs*j.ls*j.ls/4-j.qm*j.lm*j.lm/4
	case ModeIIIm:
		a, b, c = 1/(2*j.qs)+1/(4*j.qm), j.gap+j.lm/2, -j.moment-j.qm*j.lm*j.lm/4
	case ModeIIIs:
		a, b, c = 1/(4*j.qs)+1/(2*j.qm), j.ls/2+j.gap, -j.qs*j.ls*j.ls/4-j.moment
	case ModeIV:
		a, b, c = 1/(2*j.qs)+1/(2*j.qm), j.gap, -2*j.moment
	}
	return (-b + math.Sqrt(b*b-4*a*c)) / (2 * a)
}

// Both is how far a fixing is used that is pulled along and across at once, by T and S in N,
// against what it holds of either: the largest of each by itself and of the two combined
// (NDS 2018 12.4.1: W′ Z′ / (W′ cos² α + Z′ sin² α), α from the wood's surface; nails in a
// line). The formula by itself would hide a failed shear. All above 0, or the loads 0.
func (f Fixing) Both(pull, shear, holds, sideways float64) float64 {
	load := math.Hypot(pull, shear)
	if load == 0 {
		return 0
	}
	u := math.Max(shear/sideways, pull/holds)
	if f.Kind == Nail {
		return math.Max(u, pull/holds+shear/sideways)
	}
	sin, cos := pull/load, shear/load
	return math.Max(u, load/(holds*sideways/(holds*cos*cos+sideways*sin*sin)))
}
