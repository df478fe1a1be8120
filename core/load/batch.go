package load

import (
	"fmt"
	"math"

	"scrappyrack/core/derivation"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// Weighing is one container of a batch on a scale. Gross and Tare in kg with
// standard uncertainties (k = 1, ≥ 0), Volume of the filling in L (> 0) with
// its own. Gross must be above Tare, and something must be uncertain.
type Weighing struct {
	Gross, GrossU1   quantity.Mass
	Tare, TareU1     quantity.Mass
	Volume, VolumeU1 quantity.Volume
}

// Implied is the density that one weighing implies, with its standard
// uncertainty in kg/L. Contradicts says that it lies more than 3 standard
// uncertainties of the difference from what the table and the other weighings
// say together.
type Implied struct {
	Density, U1 quantity.Density
	Contradicts bool
}

// Batch is a client's own filling as the table and its weighings know it:
// density and standard uncertainty in kg/L. Chi2 sums the squared differences
// in units of their uncertainty over the prior and the weighings; with n
// weighings about n is expected.
type Batch struct {
	Density, U1 quantity.Density
	Chi2        float64
	Each        []Implied
}

// contradiction is how many standard uncertainties apart is too far.
const contradiction = 3

// BatchError names the weighing and field that cannot be, as a path.
type BatchError struct{ Field, Detail string }

func (e *BatchError) Error() string { return e.Detail }

// imply gives ρ = (gross − tare)/V with u² = (u_gross² + u_tare²)/V² + (ρ·u_V/V)²
// (JCGM 100:2008, 5.1.2).
func (w Weighing) imply(i int) (Implied, error) {
	refuse := func(field, format string, args ...any) (Implied, error) {
		return Implied{}, &BatchError{fmt.Sprintf("weighings[%d].%s", i, field), fmt.Sprintf(format, args...)}
	}
	net := float64(w.Gross - w.Tare)
	switch {
	case !(w.Volume > 0):
		return refuse("volume_l", "a volume of %g L is not above 0", float64(w.Volume))
	case !(net > 0):
		return refuse("gross_kg", "the gross mass of %g kg is not above the empty %g kg", float64(w.Gross), float64(w.Tare))
	case w.GrossU1 < 0 || w.TareU1 < 0 || w.VolumeU1 < 0:
		return refuse("gross_u_kg", "an uncertainty cannot be negative")
	}
	v := float64(w.Volume)
	rho := net / v
	u := quantity.RootSumSquares(float64(w.GrossU1)/v, float64(w.TareU1)/v, rho*float64(w.VolumeU1)/v)
	if u == 0 {
		return refuse("gross_u_kg", "nothing in this weighing is uncertain, which no scale can do: give its resolution")
	}
	return Implied{Density: quantity.Density(rho), U1: quantity.Density(u)}, nil
}

// Reestimate weighs the table's density, u = (high − low)/(2√3), and each
// weighing's implied density by the inverse of their variances. Without
// weighings the table stands. Errors are *BatchError.
func Reestimate(prior material.Filling, weighings []Weighing) (Batch, error) {
	if prior.U1() <= 0 {
		return Batch{}, &BatchError{"density", "the range of the density has no width"}
	}
	all := []Implied{{Density: prior.Typical, U1: prior.U1()}}
	for i, w := range weighings {
		one, err := w.imply(i)
		if err != nil {
			return Batch{}, err
		}
		all = append(all, one)
	}
	rho, u := combine(all, func(int) bool { return true })
	b := Batch{Density: quantity.Density(rho), U1: quantity.Density(u), Each: all[1:]}
	for _, v := range all {
		b.Chi2 += math.Pow((float64(v.Density)-rho)/float64(v.U1), 2)
	}
	markContradictions(all)
	return b, nil
}

// markContradictions marks the weighing that lies furthest from the others, as
// long as that is too far, and then judges without it: one wrong reading does
// not make the right ones look wrong. The table (the first) is never marked.
func markContradictions(all []Implied) {
	for {
		worst, at := float64(contradiction), -1
		for i := 1; i < len(all); i++ {
			if all[i].Contradicts {
				continue
			}
			rest, restU := combine(all, func(j int) bool { return j != i && !all[j].Contradicts })
			apart := math.Abs(float64(all[i].Density)-rest) / quantity.RootSumSquares(float64(all[i].U1), restU)
			if apart > worst {
				worst, at = apart, i
			}
		}
		if at < 0 {
			return
		}
		all[at].Contradicts = true
	}
}

// combine is the inverse-variance mean of those that count.
func combine(all []Implied, counts func(i int) bool) (rho, u float64) {
	var sum, weight float64
	for i, v := range all {
		if !counts(i) {
			continue
		}
		w := 1 / (float64(v.U1) * float64(v.U1))
		sum += w * float64(v.Density)
		weight += w
	}
	return sum / weight, 1 / math.Sqrt(weight)
}

// Explain derives the batch's density.
func (b Batch) Explain(prior material.Filling) derivation.Derivation {
	d := derivation.Derivation{
		Title: "Density of this batch", Value: float64(b.Density), Kind: quantity.KindDensity, U: 2 * float64(b.U1),
		Inputs:  []derivation.Input{{Name: "the table: " + prior.Name, Kind: quantity.KindDensity, Value: float64(prior.Typical), U: 2 * float64(prior.U1())}},
		Formula: "ρ = Σ(ρᵢ/uᵢ²)/Σ(1/uᵢ²), u = 1/√Σ(1/uᵢ²), ρᵢ = (gross − tare)/V",
		Range:   "one filling at one density; weighings independent of each other",
		Source:  "JCGM 100:2008, 5.1.2; inverse-variance weighting",
	}
	for i, e := range b.Each {
		d.Inputs = append(d.Inputs, derivation.Input{Name: fmt.Sprintf("weighing %d", i+1), Kind: quantity.KindDensity, Value: float64(e.Density), U: 2 * float64(e.U1)})
	}
	return d
}
