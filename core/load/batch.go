package load

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"

	"scrappyrack/core/derivation"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// Weighing is one container of a batch on a scale. Gross and Tare in kg with
// standard uncertainties of their own (k = 1, ≥ 0), Volume of the filling in L (> 0)
// with its own, and the errors that it shares with other weighings. Gross must be
// above Tare, and something must be uncertain.
type Weighing struct {
	Gross, GrossU1   quantity.Mass
	Tare, TareU1     quantity.Mass
	Volume, VolumeU1 quantity.Volume
	Shared           []Shared
}

// Shared is an error that several weighings have in common: the offset of one scale,
// or one tare that was taken for many jugs. U1 is its standard uncertainty in kg (≥
// 0); a Minus one is taken off the net mass. Equal names are one error: the offset of a
// scale on which both gross and tare were weighed cancels.
type Shared struct {
	Of    string
	U1    quantity.Mass
	Minus bool
}

// Implied is the density that one weighing implies, with its standard uncertainty in
// kg/L. Contradicts says that it lies more than 3 standard uncertainties of the
// difference from what the table and the other weighings say together, which is Rest
// with RestU1: what is known of the filling without this weighing.
type Implied struct {
	Density, U1  quantity.Density
	Contradicts  bool
	Rest, RestU1 quantity.Density
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

// imply gives ρ = (gross − tare)/V with u² = (u_gross² + u_tare² + Σ u_shared²)/V² +
// (ρ·u_V/V)² (JCGM 100:2008, 5.1.2).
func (w Weighing) imply(i int) (Implied, error) {
	refuse := func(field, format string, args ...any) (Implied, error) {
		return Implied{}, quantity.At(fmt.Sprintf("weighings[%d].%s", i, field), fmt.Sprintf(format, args...))
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
	shares := w.shares()
	for _, of := range slices.Sorted(maps.Keys(shares)) { // in one order, so that the last digit is one
		u = math.Hypot(u, shares[of])
	}
	if u == 0 {
		return refuse("gross_u_kg", "nothing in this weighing is uncertain, which no scale can do: give its resolution")
	}
	return Implied{Density: quantity.Density(rho), U1: quantity.Density(u)}, nil
}

// shares is how much one standard uncertainty of each shared error moves the implied
// density, in kg/L.
func (w Weighing) shares() map[string]float64 {
	out := map[string]float64{}
	for _, s := range w.Shared {
		u := float64(s.U1 / quantity.Mass(w.Volume))
		if s.Minus {
			u = -u
		}
		out[s.Of] += u
	}
	return out
}

// Reestimate weighs the table's density (material.Filling.U1) and each weighing's
// implied density by generalised least squares: by the inverse of their covariance, in
// which shared errors tie weighings together (Aitken 1935; JCGM 100:2008, 5.2.2).
// Without shared errors it is inverse-variance weighting. Without weighings the
// table stands. Errors are *quantity.FieldError.
func Reestimate(prior material.Filling, weighings []Weighing) (Batch, error) {
	if prior.U1() <= 0 {
		return Batch{}, quantity.At("density", "the range of the density has no width")
	}
	b := Batch{Density: prior.Typical, U1: prior.U1()}
	for i, w := range weighings {
		one, err := w.imply(i)
		if err != nil {
			return Batch{}, err
		}
		b.Each = append(b.Each, one)
	}
	if len(b.Each) == 0 {
		return b, nil
	}
	k, err := precision(weighings, b.Each)
	if err != nil {
		return Batch{}, err
	}
	g := gls{k: k, y: make([]float64, len(b.Each)), prior: float64(prior.Typical), weight: math.Pow(float64(prior.U1()), -2)}
	for i, e := range b.Each {
		g.y[i] = float64(e.Density)
	}
	all := g.sums()
	rho, p := all.mean(0, 0)
	b.Density, b.U1 = quantity.Density(rho), quantity.Density(1/math.Sqrt(p))
	b.Chi2 = g.chi2(rho)
	for i := range b.Each {
		rest, p, _ := all.without(i)
		b.Each[i].Rest, b.Each[i].RestU1 = quantity.Density(rest), quantity.Density(1/math.Sqrt(p))
	}
	g.mark(b.Each)
	return b, nil
}

// precision is the inverse of the covariance of the implied densities.
func precision(weighings []Weighing, each []Implied) (*mat.SymDense, error) {
	n := len(each)
	k := mat.NewSymDense(n, nil)
	groups := map[string][]int{}
	shares := make([]map[string]float64, n)
	for i, e := range each {
		k.SetSym(i, i, float64(e.U1*e.U1))
		shares[i] = weighings[i].shares()
		for of, u := range shares[i] {
			if u != 0 {
				groups[of] = append(groups[of], i)
			}
		}
	}
	tied := false
	for _, of := range slices.Sorted(maps.Keys(groups)) {
		members := groups[of]
		for a, i := range members {
			for _, j := range members[:a] {
				k.SetSym(i, j, k.At(i, j)+shares[i][of]*shares[j][of])
				tied = true
			}
		}
	}
	if !tied {
		for i := range n {
			k.SetSym(i, i, 1/k.At(i, i))
		}
		return k, nil
	}
	var chol mat.Cholesky
	if !chol.Factorize(k) {
		return nil,
			quantity.At("weighings",
				"these weighings share all of their uncertainty: give what each has of its own, the scale's step at least")
	}
	if err := chol.InverseTo(k); err != nil {
		return nil, quantity.At("weighings", "these weighings share so much that nothing can be told from them together")
	}
	return k, nil
}

// gls is a mean of tied values y with the precision matrix k, beside a prior of its own.
type gls struct {
	k             *mat.SymDense
	y             []float64
	prior, weight float64
}

// sums are 1ᵀK1 and 1ᵀKy, with their parts by row, prior not counted.
type sums struct {
	ones, values float64
	a, c         []float64
	g            *gls
}

func (g *gls) sums() sums {
	s := sums{a: make([]float64, len(g.y)), c: make([]float64, len(g.y)), g: g}
	for i := range g.y {
		for j := range g.y {
			k := g.k.At(i, j)
			s.a[i] += k
			s.c[i] += k * g.y[j]
		}
		s.ones += s.a[i]
		s.values += s.c[i]
	}
	return s
}

// mean is the generalised least squares mean and its precision, less what is taken
// off both sums.
func (s sums) mean(offOnes, offValues float64) (rho, p float64) {
	p = s.ones - offOnes + s.g.weight
	return (s.values - offValues + s.g.prior*s.g.weight) / p, p
}

func (g *gls) chi2(rho float64) float64 {
	sum := (g.prior - rho) * (g.prior - rho) * g.weight
	for i := range g.y {
		for j := range g.y {
			sum += (g.y[i] - rho) * g.k.At(i, j) * (g.y[j] - rho)
		}
	}
	return sum
}

// without is the mean and its precision without one value, and how far that value lies
// from what the others make one expect of it, in standard uncertainties of the
// difference. With K the precision of all, κ = K_ii, a = Σ_j K_ij, c = Σ_j K_ij·y_j the
// sums lose a²/κ and a·c/κ, and the value is off by (c − a·ρ)/κ.
func (s sums) without(i int) (rho, p, apart float64) {
	kappa := s.g.k.At(i, i)
	rho, p = s.mean(s.a[i]*s.a[i]/kappa, s.a[i]*s.c[i]/kappa)
	off := (s.c[i] - s.a[i]*rho) / kappa
	return rho, p, math.Abs(off) / math.Sqrt(1/kappa+s.a[i]*s.a[i]/(kappa*kappa*p))
}

// mark marks the weighing that lies furthest from the others, as long as that is too
// far, and then judges without it: one wrong reading does not make the right ones look
// wrong. The table is never marked.
func (g *gls) mark(each []Implied) {
	for {
		s := g.sums()
		worst, at := float64(contradiction), -1
		for i := range each {
			if each[i].Contradicts {
				continue
			}
			if _, _, apart := s.without(i); apart > worst {
				worst, at = apart, i
			}
		}
		if at < 0 {
			return
		}
		each[at].Contradicts = true
		g.drop(at)
	}
}

// drop takes a value out: K − K_·i·K_i·/K_ii, whose row i is then nothing.
func (g *gls) drop(i int) {
	kappa := g.k.At(i, i)
	row := make([]float64, len(g.y))
	for j := range row {
		row[j] = g.k.At(i, j)
	}
	for a := range row {
		for b := range a + 1 {
			g.k.SetSym(a, b, g.k.At(a, b)-row[a]*row[b]/kappa)
		}
	}
	for j := range row {
		g.k.SetSym(i, j, 0)
	}
}

// Explain derives the batch's density.
func (b Batch) Explain(prior material.Filling) derivation.Derivation {
	d := derivation.Derivation{
		Title: "Density of this batch", Value: float64(b.Density), Kind: quantity.KindDensity, U: 2 * float64(b.U1),
		Inputs: []derivation.Input{{Name: "the table: " + prior.Name, Kind: quantity.KindDensity, Value: float64(prior.Typical),
			U: 2 * float64(prior.U1())}},
		Formula: "ρ = (1ᵀC⁻¹y)/(1ᵀC⁻¹1), u = 1/√(1ᵀC⁻¹1), yᵢ = (gross − tare)/V and the table; C with what weighings share: one scale, one tare",
		Range:   "one filling at one density",
		Source:  "JCGM 100:2008, 5.2.2; generalised least squares (Aitken 1935)",
	}
	for i, e := range b.Each {
		d.Inputs = append(d.Inputs, derivation.Input{Name: fmt.Sprintf("weighing %d", i+1), Kind: quantity.KindDensity,
			Value: float64(e.Density), U: 2 * float64(e.U1)})
	}
	return d
}
