package band

import (
	"math"

	"gonum.org/v1/gonum/mat"

	"scrappyrack/core/quantity"
)

// Doubts are what is not sure of a band's readings as a whole, as standard
// uncertainties (k = 1): of its rest length and of each length read with the tape, in
// m, and of what the scale is off by in all readings, in N.
type Doubts struct {
	Rest, Tape quantity.Length
	Offset     quantity.Force
}

// UsualDoubts are those of a rest length known to ±5 mm and lengths read to ±3 mm
// (house values, rectangular) on a scale whose offset is not counted.
func UsualDoubts() Doubts {
	return Doubts{Rest: quantity.Length(quantity.Rectangular(0.005)), Tape: quantity.Length(quantity.Rectangular(0.003))}
}

// House values of how far rubber is from the model. The fitted curve is off by a
// factor 1 + g(λ), g a Gaussian process of this standard deviation and length in
// stretch; chosen so that intervals hold rubbers of other models (docs/truth.md).
const (
	modelSpread = 0.10
	modelLength = 0.5
	// beyondShare is how far past its longest reading a curve is offered, as a share of
	// the stretch that was read.
	beyondShare = 0.15
	// unsaidShare is the scatter of a reading that nobody has said, as a share of the
	// mean force, and scatterDegrees what knowledge of scatter before reading is worth.
	unsaidShare    = 0.01
	scatterDegrees = 4
	// Where only the default shape is known: the ends of C₂/C₁ of rubber (from memory),
	// and how far the modulus of latex may be off (±, 95 %).
	leastShare, mostShare = 0.0, 1.0
	fewShare              = 0.07 // and how much further than elsewhere the shape may be off away from the reading
	estimateRange         = 0.35
)

// The stretch ratios at which certainty is kept, from 1 in steps.
const (
	gridStep  = 1.0 / 64
	gridCells = 192
)

// certainty is, by stretch ratio, the factor by which the readings correct the fitted
// model, and the 95 % uncertainty of the corrected force as a share of it.
type certainty struct {
	factor, share [gridCells + 1]float64
}

func gridStretch(i int) float64 { return 1 + gridStep*float64(i) }

// at interpolates a table at a stretch ratio, linearly; outside it stays at its ends.
func at(table *[gridCells + 1]float64, stretch float64) float64 {
	x := (stretch - 1) / gridStep
	if !(x > 0) {
		return table[0]
	}
	i := int(x)
	if i >= gridCells {
		return table[gridCells]
	}
	return table[i] + (x-float64(i))*(table[i+1]-table[i])
}

// kernel is the covariance of g at two stretch ratios.
func kernel(a, b float64) float64 {
	d := (a - b) / modelLength
	return modelSpread * modelSpread * math.Exp(-d*d/2)
}

// reading is a pulling point, for all strands: its stretch, force, and the standard
// uncertainty that it has of its own, tape included.
type reading struct {
	stretch, force, u float64
}

// judge works out how far the curve's model is corrected by its readings, and how sure
// it then is: the parameters' covariance by Student's t, the Gaussian process given the
// readings, and what all readings share, added in quadrature.
func (c *Curve) judge(p problem, d Doubts) {
	known := &certainty{}
	c.known = known
	readings, dof := c.readings(p, d)
	n := len(readings)
	k := mat.NewSymDense(n, nil)
	off := mat.NewVecDense(n, nil)
	for i, r := range readings {
		model := float64(c.Strands) * c.model(r.stretch)
		off.SetVec(i, r.force/model-1)
		for j := range i {
			k.SetSym(i, j, kernel(r.stretch, readings[j].stretch))
		}
		k.SetSym(i, i, kernel(r.stretch, r.stretch)+math.Pow(r.u/model, 2)+1e-12)
	}
	var chol mat.Cholesky
	if !chol.Factorize(k) {
		chol.Factorize(diagonal(k))
	}
	var weights mat.VecDense
	_ = chol.SolveVecTo(&weights, off) // never fails on a factorised matrix but for its condition
	t := quantity.T95(dof)
	cov := c.spread(p, readings)
	shared := c.sharedErrors(p, d)
	across, solved := mat.NewVecDense(n, nil), mat.NewVecDense(n, nil)
	for i := range known.factor {
		stretch := math.Max(gridStretch(i), 1+gridStep/4)
		for j, r := range readings {
			across.SetVec(j, kernel(stretch, r.stretch))
		}
		g := mat.Dot(across, &weights)
		_ = chol.SolveVecTo(solved, across)
		process := math.Max(0, kernel(stretch, stretch)-mat.Dot(across, solved))
		known.factor[i] = 1 + g
		g1, g2 := shape(stretch)
		model := float64(c.Strands) * c.model(stretch)
		scatter := t * math.Sqrt(math.Max(0, g1*g1*cov[0][0]+2*g1*g2*cov[0][1]+g2*g2*cov[1][1])) / model
		sum := scatter*scatter + 1.96*1.96*process
		for _, of := range shared {
			sum += math.Pow(1.96*of(stretch), 2)
		}
		known.share[i] = math.Sqrt(sum)
	}
}

func diagonal(k *mat.SymDense) *mat.SymDense {
	n := k.SymmetricDim()
	out := mat.NewSymDense(n, nil)
	for i := range n {
		out.SetSym(i, i, k.At(i, i))
	}
	return out
}

// readings are the pulling points with what each is off by of its own: as it says, or
// where it does not say a share of the force; and the degrees of freedom of that. How
// far the points lie from the model does not count here: that is rubber, not reading,
// and the Gaussian process has it.
func (c *Curve) readings(p problem, d Doubts) ([]reading, float64) {
	strands := float64(c.Strands)
	var mean float64
	for _, r := range p.rows {
		mean += r.raw * strands / float64(len(p.rows))
	}
	out := make([]reading, len(p.rows))
	for i, r := range p.rows {
		u := unsaidShare * mean
		if r.u > 0 {
			u = strands * r.u
		}
		tape := strands * c.slope(r.stretch) / float64(c.Rest) * float64(d.Tape)
		out[i] = reading{r.stretch, r.raw * strands, math.Hypot(u, tape)}
	}
	return out, scatterDegrees + math.Max(0, float64(len(p.rows)-2))
}

// slope is the derivative of the model's force of one strand by the stretch ratio.
func (c *Curve) slope(stretch float64) float64 {
	l := stretch
	return 2*float64(c.A0C1)*(1+2/(l*l*l)) + 2*float64(c.A0C2)*(3/(l*l*l*l))
}

// spread is the covariance of the force parameters of all strands together, from what
// the readings are off by of their own: (XᵀWX)⁻¹XᵀW·N·WX(XᵀWX)⁻¹ for the weights W of
// the fit (JCGM 102:2011, linear propagation). Where only the scale of the default
// shape was fitted it is that of the scale.
func (c *Curve) spread(p problem, readings []reading) (cov [2][2]float64) {
	strands := float64(c.Strands)
	x := mat.NewDense(len(p.rows), 2, nil)
	for i, r := range p.rows {
		x.SetRow(i, []float64{r.g1, r.g2})
	}
	free := [][]float64{{1, 0}, {0, 1}}
	switch {
	case c.Basis == OnePoint || c.Basis == Scaled:
		free = [][]float64{{1, latexShare}}
	case c.A0C1 == 0:
		free = [][]float64{{0, 1}}
	case c.A0C2 == 0:
		free = [][]float64{{1, 0}}
	}
	f := mat.NewDense(len(free), 2, nil)
	for i, row := range free {
		f.SetRow(i, row)
	}
	var xf, normal, inverse, pseudo, noisy, small, half mat.Dense
	xf.Mul(x, f.T())
	normal.Mul(xf.T(), &xf)
	if inverse.Inverse(&normal) != nil {
		return cov
	}
	pseudo.Mul(&inverse, xf.T())
	noisy.CloneFrom(&pseudo)
	for i, r := range p.rows {
		weight := r.f / r.raw
		for k := range free {
			noisy.Set(k, i, pseudo.At(k, i)*weight*readings[i].u/strands)
		}
	}
	small.Mul(&noisy, noisy.T())
	half.Mul(f.T(), &small)
	var all mat.Dense
	all.Mul(&half, f)
	for i := range cov {
		for j := range cov[i] {
			cov[i][j] = strands * strands * all.At(i, j)
		}
	}
	return cov
}

// sharedErrors are, as shares of the force at a stretch ratio, one standard uncertainty of
// each thing that all readings have in common: the curve fitted again with the rest
// length or the scale's zero moved, and, where only the default shape is known, with
// another shape.
func (c *Curve) sharedErrors(p problem, d Doubts) []func(stretch float64) float64 {
	var out []func(float64) float64
	against := func(other Curve, rest float64) func(float64) float64 {
		return func(stretch float64) float64 {
			force := c.model(stretch)
			if force <= 0 {
				return 0
			}
			return other.model(stretch*rest)/force - 1
		}
	}
	again := func(stretch, force float64) Curve {
		var q problem
		for _, r := range p.rows {
			q.add(r.index, math.Max(1+1e-6, r.stretch*stretch), r.raw+force/float64(c.Strands), r.u)
		}
		other := Curve{Rest: c.Rest, Strands: c.Strands, Basis: c.Basis}
		other.parameters(q, latexShare)
		return other
	}
	if d.Rest > 0 {
		k := 1 / (1 + float64(d.Rest/c.Rest))
		out = append(out, against(again(k, 0), k))
	}
	if d.Offset > 0 {
		out = append(out, against(again(1, float64(d.Offset)), 1))
	}
	if c.Basis == OnePoint || c.Basis == Scaled {
		far := p.rows[0].stretch
		out = append(out, func(stretch float64) float64 {
			return fewShare * math.Sqrt(1-math.Pow(kernel(stretch, far)/kernel(1, 1), 2))
		})
		low, high := *c, *c
		low.parameters(p, leastShare)
		high.parameters(p, mostShare)
		a, b := against(low, 1), against(high, 1)
		out = append(out, func(stretch float64) float64 {
			return quantity.Rectangular(math.Max(math.Abs(a(stretch)), math.Abs(b(stretch))))
		})
	}
	return out
}

// guess is the certainty of a curve that nobody has measured: the modulus may be off by
// a third, the shape as where one point is known (held at twice the rest length), and
// the rest length.
func (c *Curve) guess(d Doubts) {
	const held = 2.0
	known := &certainty{}
	c.known = known
	of := func(share float64) Curve {
		k := Curve{Strands: c.Strands, Basis: OnePoint}
		var p problem
		p.add(0, held, c.model(held), 0)
		k.parameters(p, share)
		return k
	}
	low, high := of(leastShare), of(mostShare)
	for i := range known.factor {
		stretch := math.Max(gridStretch(i), 1+gridStep/4)
		model := c.model(stretch)
		k := 1 / (1 + float64(d.Rest/c.Rest))
		form := quantity.Rectangular(math.Max(math.Abs(low.model(stretch)/model-1), math.Abs(high.model(stretch)/model-1)))
		process := math.Sqrt(kernel(1, 1) - math.Pow(kernel(stretch, held), 2)/kernel(1, 1))
		known.factor[i] = 1
		known.share[i] = math.Sqrt(estimateRange*estimateRange + 1.96*1.96*(form*form+process*process+math.Pow(c.model(stretch*k)/model-1,
			2)))
	}
}

// falls is a stretch ratio, up to the limit, from which on the corrected curve falls or is
// not above 0; ok is false when it rises throughout.
func (c *Curve) falls() (stretch float64, ok bool) {
	before := 0.0
	for i := 1; i <= gridCells && gridStretch(i) <= c.Limit(); i++ {
		force := c.strand(gridStretch(i))
		if force <= before {
			return gridStretch(i), true
		}
		before = force
	}
	return 0, false
}
