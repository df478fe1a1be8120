package builds

import (
	"fmt"
	"math"

	"scrappyrack/core/quantity"
)

// sag is the most that a bar may sag: its span over 60 (house value).
const sag = 60.0

// Span is a bar on two supports, pulled down by hands.
type Span struct {
	Section  Section
	Material Material
	Length   quantity.Length   // between the supports, in m, > 0
	Hands    []quantity.Length // from the left support; before 0 and beyond the span they overhang
	Load     quantity.Force    // of all hands together, factored, shared equally, > 0
}

// SpanAnswer is what a bar comes to. Moment in N·m, stresses in Pa, deflection in m, where it
// is largest over supports, span and hands; reactions at the left and the right support in N,
// a negative one lifts. Allowable is the bending stress that it may have. Utilisation is the
// largest of bending, shear and sag over what they may be; OK says that it is at most 1 and
// nothing else stands against it, and Why what does.
type SpanAnswer struct {
	Moment, Stress, Shear float64
	Deflection            float64
	Reactions             [2]float64
	Allowable             float64
	Utilisation           float64
	OK                    bool
	Why                   string
}

// Check works a bar out as a simply supported beam with overhangs, its own weight left out.
// Errors are *quantity.FieldError of section, span_m, hands_m and load_n.
// Source: statics of beams; the limits are those of Material, and span over 60 for the sag.
func (s Span) Check() (out SpanAnswer, _ error) {
	if err := s.Section.check(); err != nil {
		return out, err
	}
	length, load := float64(s.Length), float64(s.Load)
	switch {
	case !(length > 0) || length > 20:
		return out, quantity.At("span_m", "a span is above 0 and at most 20 m")
	case !(load > 0) || load > 1e6:
		return out, quantity.At("load_n", "a load is above 0 and at most 1 MN")
	case len(s.Hands) == 0 || len(s.Hands) > 4:
		return out, quantity.At("hands_m", "one to four hands hold it")
	case s.Section.Shape == Pipe != (s.Material.Kind == Steel || s.Material.Kind == PVC):
		return out, quantity.At("material", "a pipe is of steel or PVC, and nothing else is")
	}
	for i, h := range s.Hands {
		if math.IsNaN(float64(h)) || float64(h) < -length || float64(h) > 2*length {
			return out, quantity.At(fmt.Sprintf("hands_m[%d]", i), "a hand is at most one span outside of the supports")
		}
	}
	section := s.Section.Of(s.Material)
	beam := beam{length: length, stiffness: s.Material.Elastic * section.Inertia()}
	for _, h := range s.Hands {
		beam.loads = append(beam.loads, point{float64(h), load / float64(len(s.Hands))})
	}
	out.Reactions = beam.reactions()
	out.Moment, out.Deflection = beam.moment(), beam.deflection()
	out.Stress, out.Shear = out.Moment/section.Modulus(), section.shearPeak()*beam.shear()/section.Area()
	out.Allowable = s.Material.Allowable(section.Depth())
	out.Utilisation = math.Max(out.Stress/out.Allowable, out.Deflection/(length/sag))
	governs := "bends too much"
	if out.Stress/out.Allowable >= out.Deflection/(length/sag) {
		governs = "the stress of bending is too high"
	}
	if s.Material.Shear > 0 {
		if u := out.Shear / s.Material.Shear; u > out.Utilisation {
			out.Utilisation, governs = u, "the shear along the grain is too high"
		}
	}
	switch {
	case s.Material.Kind == PVC:
		out.Why = "PVC breaks without warning: nobody hangs from it"
	case math.Min(out.Reactions[0], out.Reactions[1]) < -1e-9*load:
		out.Why = "a hand outside of the supports lifts the other end: hold it down, or hold between them"
	case out.Utilisation > 1:
		out.Why = governs
	default:
		out.OK = true
	}
	return out, nil
}

// point is a load at a place, in m and N.
type point struct{ at, load float64 }

// beam is one on two supports, at 0 and at its length, with overhangs where loads are; in m,
// N and N·m².
type beam struct {
	length, stiffness float64
	loads             []point
}

// reactions at the left and the right support: sums of forces and of moments.
func (b beam) reactions() (out [2]float64) {
	for _, p := range b.loads {
		out[1] += p.load * p.at / b.length
		out[0] += p.load * (b.length - p.at) / b.length
	}
	return out
}

// forces are all that act, downward positive.
func (b beam) forces() []point {
	r := b.reactions()
	return append([]point{{0, -r[0]}, {b.length, -r[1]}}, b.loads...)
}

// momentAt is the bending moment at x: of what acts to the left of it.
func (b beam) momentAt(x float64) (m float64) {
	for _, f := range b.forces() {
		if f.at < x {
			m -= f.load * (x - f.at)
		}
	}
	return m
}

// moment is the largest: between forces it is linear, so it is at one of them.
func (b beam) moment() (most float64) {
	for _, f := range b.forces() {
		most = math.Max(most, math.Abs(b.momentAt(f.at)))
	}
	return most
}

// shear is the largest shear force, beside each force.
func (b beam) shear() (most float64) {
	all := b.forces()
	for _, f := range all {
		for _, side := range []float64{0, 1} { // just left of it, and just right
			v := 0.0
			for _, g := range all {
				if g.at < f.at || side == 1 && g.at == f.at {
					v -= g.load
				}
			}
			most = math.Max(most, math.Abs(v))
		}
	}
	return most
}

// sags is how far the beam sags at any x, by the rule of brackets: EI·v‴′ integrated four
// times, with v = 0 at both supports.
func (b beam) sags() func(x float64) float64 {
	forces := b.forces()
	raw := func(x float64) (v float64) {
		for _, f := range forces {
			if d := x - f.at; d > 0 {
				v += f.load * d * d * d / 6
			}
		}
		return v
	}
	at0 := raw(0)
	slope := (raw(b.length) - at0) / b.length
	return func(x float64) float64 { return (raw(x) - at0 - slope*x) / b.stiffness }
}

// deflection is the largest anywhere: at a force, or where the slope is nothing between two.
func (b beam) deflection() (most float64) {
	from, to := 0.0, b.length
	for _, p := range b.loads {
		from, to = math.Min(from, p.at), math.Max(to, p.at)
	}
	sag := b.sags()
	const steps = 400
	best := from
	for i := 0; i <= steps; i++ {
		x := from + (to-from)*float64(i)/steps
		if v := math.Abs(sag(x)); v > most {
			most, best = v, x
		}
	}
	// Golden section around the best of the grid: there it is smooth and has one top.
	lo, hi := math.Max(from, best-(to-from)/steps), math.Min(to, best+(to-from)/steps)
	const g = 0.6180339887498949
	for range 40 {
		a, c := hi-g*(hi-lo), lo+g*(hi-lo)
		if math.Abs(sag(a)) > math.Abs(sag(c)) {
			hi = c
		} else {
			lo = a
		}
	}
	return math.Max(most, math.Abs(sag((lo+hi)/2)))
}
