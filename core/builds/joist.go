package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// House values and codes of what hangs from a joist.
const (
	splitMod, splitGamma = 0.9, 1.3 // EC5 table 3.1 (short term, service class 1) and 2.3, from memory
	splitFactor          = 14.0     // EC5 8.1.4, N and mm
	holeEdge             = 0.051    // of a hole from the edges of a joist, in m (IRC R502.8, from memory)
)

// Joist is one joist between two bearings with a load that hangs from it: all of it on this
// one, no neighbour helps. B and H its section, Span between the bearings, At from the nearer
// or either of them, all in m; Load factored. Bolt is how far above the lower edge the bolt
// goes through, 0 for a load that lies on top.
type Joist struct {
	B, H, Span, At quantity.Length
	Load           quantity.Force
	Material       Material
	Bolt           quantity.Length
}

// JoistAnswer is what it comes to: moment in N·m, stresses in Pa; Split is what splits the
// joist at the bolt, in N, before any factor (characteristic), SplitDesign with them.
type JoistAnswer struct {
	Moment, Stress, Allowable float64
	Shear                     float64
	Split, SplitDesign        float64
	Utilisation               float64
	OK                        bool
	Why                       string
}

// beamWithin is what a timber between two bearings may be, b and h its section, with a load between them:
// the error of its own field, with span the name of the one that says how far the bearings are apart.
func beamWithin(b, h, length, at quantity.Length, load quantity.Force, span string) error {
	switch {
	case !(b > 0) || b > mostSize:
		return quantity.At("b_m", "a width is above 0 and at most 1 m")
	case !(h > 0) || h > mostSize:
		return quantity.At("h_m", "a depth is above 0 and at most 1 m")
	case !(length > 0) || length > 20:
		return quantity.At(span, "a length between bearings is above 0 and at most 20 m")
	case !(at > 0) || at >= length:
		return quantity.At("at_m", "the load is between the bearings")
	case !(load > 0) || load > 1e6:
		return quantity.At("load_n", "a load is above 0 and at most 1 MN")
	}
	return nil
}

// splits is what splits a timber b thick and h high along its grain, by a load across it at e above the edge
// that it is pulled towards, in N: before any factor, and with both. Source: EC5 8.1.4.
func splits(b, h, e quantity.Length) (plain, design float64) {
	mm := float64(e) * 1000
	plain = splitFactor * float64(b) * 1000 * math.Sqrt(mm/(1-float64(e/h)))
	return plain, plain * splitMod / splitGamma
}

// Check works a joist out in bending, shear and, where a bolt goes through, splitting (EC5
// 8.1.4: 14 b √(h_e/(1 − h_e/h)), N and mm, × 0.9/1.3, against the larger shear beside the
// bolt). A bolt below the middle is refused. Its duration factor is 1.0. Errors are
// *quantity.FieldError of b_m, h_m, span_m, at_m, load_n, material and bolt_above_edge_m.
func (j Joist) Check() (out JoistAnswer, _ error) {
	section := Section{Shape: Rect, B: j.B, H: j.H}
	err := beamWithin(j.B, j.H, j.Span, j.At, j.Load, "span_m")
	switch {
	case err != nil:
		return out, err
	case j.Material.Kind != SawnTimber:
		return out, quantity.At("material", "a joist is of sawn timber: timber-unknown or timber-graded:<species>")
	case j.Bolt < 0 || j.Bolt >= j.H:
		return out, quantity.At("bolt_above_edge_m", "a bolt goes through the joist, below its upper edge")
	case j.Bolt > 0 && min(j.Bolt, j.H-j.Bolt) < holeEdge-hair:
		return out, quantity.At("bolt_above_edge_m", "a bolt is no nearer to an edge than ",
			quantity.Amount(quantity.KindThin, holeEdge))
	}
	b := beam{length: float64(j.Span), stiffness: 1, loads: []point{{float64(j.At), float64(j.Load)}}}
	out.Moment = b.moment()
	out.Stress, out.Allowable = out.Moment/section.Modulus(), j.Material.Allowable(j.H)
	shear := b.shear()
	out.Shear = section.shearPeak() * shear / section.Area()
	out.Utilisation = out.Stress / out.Allowable
	why := "the stress of bending is too high"
	if u := out.Shear / j.Material.Shear; u > out.Utilisation {
		out.Utilisation, why = u, "the shear along the grain is too high"
	}
	if j.Bolt > 0 {
		out.Split, out.SplitDesign = splits(j.B, j.H, j.Bolt)
		if u := shear / out.SplitDesign; u > out.Utilisation {
			out.Utilisation, why = u, "the joist splits at the bolt"
		}
	}
	switch {
	case out.Utilisation > 1:
		out.Why = why
	case j.Bolt > 0 && j.Bolt < j.H/2-1e-9:
		out.Why = "the bolt is below the middle of the joist: at least half of its depth above the lower edge"
	default:
		out.OK = true
	}
	return out, nil
}
