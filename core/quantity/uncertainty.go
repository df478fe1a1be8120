package quantity

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"
)

// Estimate is a mass with its standard uncertainty U1 (k = 1, kg, ≥ 0), what that
// rests on, and provenance. DoF are the degrees of freedom of U1, 0 where it rests
// on bounds rather than on readings; K is the coverage factor that belongs to them
// (see Measured), 0 for 2.
type Estimate struct {
	Value  Mass
	U1     Mass
	DoF, K float64
	How    Provenance
}

// Measured is an estimate from readings, with its effective degrees of freedom (> 0)
// and the coverage factor t(97.5 %, dof) of JCGM 100:2008, G.3.2.
func Measured(value, u1 Mass, dof float64) Estimate {
	return Estimate{Value: value, U1: u1, DoF: dof, K: T95(dof), How: Weighed}
}

// Expanded is the expanded uncertainty: t(97.5 %)·u for what was read, 2u (about 95 %;
// JCGM 100:2008, 6.2 and 6.3.3) for what rests on bounds.
func (e Estimate) Expanded() Mass {
	if e.K > 0 {
		return Mass(e.K) * e.U1
	}
	return 2 * e.U1
}

// Highest is value + U: what a rating is held against.
func (e Estimate) Highest() Mass { return e.Value + e.Expanded() }

// AsTwo is the standard uncertainty whose double is the expanded one: what goes into
// a sum that is expanded with k = 2.
func (e Estimate) AsTwo() Mass { return e.Expanded() / 2 }

// Rectangular is the standard uncertainty of a value known only to lie within
// ±halfWidth with equal probability: halfWidth/√3 (JCGM 100:2008, 4.3.7).
// halfWidth must be ≥ 0.
func Rectangular(halfWidth float64) float64 { return halfWidth / math.Sqrt(3) }

// RootSumSquares combines independent standard uncertainties (JCGM 100:2008,
// 5.1.2, all sensitivity coefficients already applied).
func RootSumSquares(parts ...float64) float64 {
	var sum float64
	for _, p := range parts {
		sum += p * p
	}
	return math.Sqrt(sum)
}

// T95 is Student's t at 97.5 %, so that ±t·u holds 95 % (JCGM 100:2008, table G.2);
// dof > 0, +Inf gives 1.96.
func T95(dof float64) float64 { return TQuantile(0.975, dof) }

// manyDegrees is from how many degrees of freedom on t is that of the normal distribution, to 1e-5.
const manyDegrees = 2e5

// TQuantile is the quantile of Student's t at p (0 < p < 1) with dof degrees of
// freedom (> 0, not necessarily whole).
func TQuantile(p, dof float64) float64 {
	if dof > manyDegrees {
		return distuv.UnitNormal.Quantile(p)
	}
	return distuv.StudentsT{Mu: 0, Sigma: 1, Nu: dof}.Quantile(p)
}

// Part is a standard uncertainty with its degrees of freedom; 0 stands for
// infinitely many (JCGM 100:2008, G.4.2, note on rectangular bounds).
type Part struct{ U, DoF float64 }

// Effective are the degrees of freedom of a sum of independent parts by the
// Welch–Satterthwaite formula ν = u⁴/Σ(uᵢ⁴/νᵢ) (JCGM 100:2008, G.4.1), +Inf when no
// part has finitely many.
func Effective(parts ...Part) float64 {
	var u2, below float64
	for _, p := range parts {
		u2 += p.U * p.U
		if p.DoF > 0 {
			below += p.U * p.U * p.U * p.U / p.DoF
		}
	}
	if below == 0 {
		return math.Inf(1)
	}
	return u2 * u2 / below
}

// Pooled is the mean of readings (at least one) and the standard uncertainty of that
// mean, where before any reading the scatter of one was taken to be s0 (≥ 0), worth
// nu0 degrees of freedom (≥ 0): s² = (ν₀s₀² + (n − 1)s²)/(ν₀ + n − 1), u = s/√n, with
// ν₀ + n − 1 degrees of freedom. With nu0 = 0 and n ≥ 2 it is JCGM 100:2008, 4.2.3.
func Pooled(readings []float64, s0, nu0 float64) (mean, u, dof float64) {
	n := float64(len(readings))
	for _, r := range readings {
		mean += r / n
	}
	squares := nu0 * s0 * s0
	for _, r := range readings {
		squares += (r - mean) * (r - mean)
	}
	dof = nu0 + n - 1
	if dof <= 0 {
		return mean, s0, 0
	}
	return mean, math.Sqrt(squares / dof / n), dof
}
