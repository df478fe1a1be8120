package band

import (
	"fmt"

	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
)

// Explain tells how far a fitted curve lies from its points, and what it is made of:
// forces in N, the two parameters for one strand.
func (c Curve) Explain() derivation.Derivation {
	return derivation.Derivation{
		Title: "How far the points lie from the curve", Value: float64(c.RMS), Kind: quantity.KindForce,
		Inputs: []derivation.Input{
			derivation.Word("rests on", string(c.Basis), "bands.points"),
			derivation.Number("at rest", quantity.KindLength, float64(c.Rest), "bands.rest_m"),
			derivation.Word("strands that pull", fmt.Sprint(c.Strands), ""),
			derivation.Word("A₀C₁ of a strand", fmt.Sprintf("%.2f N", float64(c.A0C1)), ""),
			derivation.Word("A₀C₂ of a strand", fmt.Sprintf("%.2f N", float64(c.A0C2)), ""),
		},
		Formula: "root mean square of measured − fitted; F = n·2(A₀C₁ + A₀C₂/λ)(λ − λ⁻²), λ = length ÷ length at rest",
		Range:   "between the shortest and the longest point; weighted least squares, both parameters ≥ 0",
		Source:  "Mooney–Rivlin in uniaxial tension (Treloar, The Physics of Rubber Elasticity)",
	}
}
