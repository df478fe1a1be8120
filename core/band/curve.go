// Package band turns an elastic band into a force at each length: its measured
// points, the curve through them with its uncertainty, and what it pulls at the
// points of a movement.
package band

import (
	"encoding/binary"
	"fmt"
	"hash/fnv"
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// Point is one reading: the length of a strand's run in m, the force of all
// strands together in N, and the reading's standard uncertainty in N; points
// without one weigh alike. Releasing says that it was read on the way back.
type Point struct {
	Length    quantity.Length
	Force     quantity.Force
	U1        quantity.Force
	Releasing bool
}

// Basis says what a curve rests on.
type Basis string

// The bases, weakest first.
const (
	Estimated Basis = "estimated" // from width and thickness
	OnePoint  Basis = "one point" // the default shape scaled to it
	Scaled    Basis = "scaled"    // points too close together: the default shape scaled
	TwoPoints Basis = "two points"
	Fitted    Basis = "fitted"
)

// Handbook values of natural-rubber latex (from memory): C₁ and C₂ in MPa.
const (
	latexC1    = 0.16
	latexC2    = 0.03
	latexShare = latexC2 / latexC1
)

// MaxStretch is the ratio up to which a band is used at all (house value); two points
// at least apartRatio apart in stretch give both parameters.
const (
	MaxStretch = 2.75
	apartRatio = 1.3
)

// Curve is a band's force by its length: per strand F = A₀·σ(λ), σ(λ) = 2(C₁ +
// C₂/λ)(λ − λ⁻²), incompressible Mooney–Rivlin in uniaxial tension (Treloar, The
// Physics of Rubber Elasticity), with A0C1 and A0C2 in N, both ≥ 0. RMS is the
// root mean square of the residuals of all strands together, in N. What the readings
// say beside the model, and how sure all of it is, goes with it (see Doubts).
type Curve struct {
	Rest       quantity.Length
	Strands    int
	A0C1, A0C2 quantity.Force
	Basis      Basis
	RMS        quantity.Force
	Longest    float64 // stretch ratio of the longest measured point; 0 for none

	known *certainty
	print uint64 // of all that it was made from
}

// basis functions of one strand at a stretch ratio: dF/dA0C1 and dF/dA0C2.
func shape(stretch float64) (g1, g2 float64) {
	s := 2 * (stretch - 1/(stretch*stretch))
	return s, s / stretch
}

// Fit fits the curve to the points that were read while pulling. rest is the
// length of a strand's run at rest in m (> 0), strands how many pull (1 to 16).
// Three points or more are fitted by weighted least squares with both parameters
// ≥ 0; two give both parameters when the larger stretch is at least 1.3 times the
// smaller, else the default shape is scaled to them; one scales it. What is not sure
// beside the readings is as usual (UsualDoubts). Errors are *quantity.FieldError: no points, a point
// at or below the rest length, or without force, or one that makes the curve fall.
func Fit(rest quantity.Length, strands int, points []Point) (Curve, error) {
	return FitWith(rest, strands, points, UsualDoubts())
}

// FitWith is Fit with other doubts.
func FitWith(rest quantity.Length, strands int, points []Point, d Doubts) (Curve, error) {
	c, p, err := fit(rest, strands, points, d)
	if err != nil {
		return c, err
	}
	if stretch, ok := c.falls(); ok {
		at := worst(rest, strands, points, d)
		return Curve{},
			quantity.At(fmt.Sprintf("points[%d].force_n", at),
				"with this reading the band would pull less the further it is stretched, at ",
				quantity.Amount(quantity.KindLength, stretch*float64(rest)), ": no rubber does; read it again")
	}
	c.print = fingerprint(p, c, d)
	return c, nil
}

// worst is the pulling point without which the others agree best on a curve.
func worst(rest quantity.Length, strands int, points []Point, d Doubts) (at int) {
	least := math.Inf(1)
	for i, p := range points {
		if p.Releasing {
			continue
		}
		others, _, err := fit(rest, strands, slices.Delete(slices.Clone(points), i, i+1), d)
		if err != nil {
			continue
		}
		if _, still := others.falls(); !still && float64(others.RMS) <= least {
			least, at = float64(others.RMS), i
		}
	}
	return at
}

// fingerprint tells curves apart by what they were made from (FNV-1a).
func fingerprint(p problem, c Curve, d Doubts) uint64 {
	h := fnv.New64a()
	put := func(values ...float64) {
		for _, v := range values {
			var b [8]byte
			binary.LittleEndian.PutUint64(b[:], math.Float64bits(v))
			_, _ = h.Write(b[:])
		}
	}
	put(float64(c.Rest), float64(c.Strands), float64(c.A0C1), float64(c.A0C2), float64(d.Rest), float64(d.Tape), float64(d.Offset))
	for _, r := range p.rows {
		put(r.stretch, r.raw, r.u)
	}
	return h.Sum64()
}

func fit(rest quantity.Length, strands int, points []Point, d Doubts) (Curve, problem, error) {
	if !(rest > 0) {
		return Curve{}, problem{}, quantity.At("rest_length_m", "a band has a length at rest, above 0")
	}
	if strands < 1 || strands > 16 {
		return Curve{}, problem{}, quantity.At("strands", fmt.Sprintf("%d strands are not between 1 and 16", strands))
	}
	c := Curve{Rest: rest, Strands: strands}
	var p problem
	for i, pt := range points {
		at := func(field string) string { return fmt.Sprintf("points[%d].%s", i, field) }
		stretch := float64(pt.Length / rest)
		switch {
		case !(stretch > 1):
			return Curve{}, problem{}, quantity.At(at("length_m"), "at ", quantity.Amount(quantity.KindLength, float64(pt.Length)),
				" a band of ", quantity.Amount(quantity.KindLength, float64(rest)), " at rest is not stretched: pull it further")
		case !(pt.Force > 0):
			return Curve{}, problem{}, quantity.At(at("force_n"), "a stretched band pulls with a force above 0")
		case pt.U1 < 0:
			return Curve{}, problem{}, quantity.At(at("u_n"), "an uncertainty cannot be negative")
		}
		if !pt.Releasing {
			p.add(i, stretch, float64(pt.Force)/float64(strands), float64(pt.U1)/float64(strands))
			c.Longest = math.Max(c.Longest, stretch)
		}
	}
	if len(p.rows) == 0 {
		return Curve{}, problem{}, quantity.At("points", "no point was read while pulling")
	}
	c.solve(p)
	c.judge(p, d)
	return c, p, nil
}

// row is one pulling point, per strand, already divided by its uncertainty.
type row struct {
	index     int
	g1, g2, f float64
	stretch   float64
	raw       float64 // force, N
	u         float64 // standard uncertainty of the force, N, 0 for unsaid
}

type problem struct{ rows []row }

func (p *problem) add(index int, stretch, force, u float64) {
	g1, g2 := shape(stretch)
	w := 1.0
	if u > 0 {
		w = 1 / u
	}
	p.rows = append(p.rows, row{index: index, g1: g1 * w, g2: g2 * w, f: force * w, stretch: stretch, raw: force, u: u})
}

// normal are the normal equations of the rows.
func (p problem) normal() (a11, a12, a22, b1, b2 float64) {
	for _, r := range p.rows {
		a11 += r.g1 * r.g1
		a12 += r.g1 * r.g2
		a22 += r.g2 * r.g2
		b1 += r.g1 * r.f
		b2 += r.g2 * r.f
	}
	return
}

func (c *Curve) solve(p problem) {
	n := len(p.rows)
	least, most := math.Inf(1), 0.0
	for _, r := range p.rows {
		least, most = math.Min(least, r.stretch), math.Max(most, r.stretch)
	}
	switch {
	case n == 1:
		c.Basis = OnePoint
	case most < apartRatio*least:
		c.Basis = Scaled
	case n == 2:
		c.Basis = TwoPoints
	default:
		c.Basis = Fitted
	}
	c.parameters(p, latexShare)
	var squares float64
	for _, r := range p.rows {
		off := r.raw - c.model(r.stretch)
		squares += off * off
	}
	c.RMS = quantity.Force(float64(c.Strands) * math.Sqrt(squares/float64(n)))
}

// parameters fits A0C1 and A0C2 to the rows: both, or where the basis gives only one
// the scale of a shape with C₂/C₁ = share.
func (c *Curve) parameters(p problem, share float64) {
	a11, a12, a22, b1, b2 := p.normal()
	if c.Basis == OnePoint || c.Basis == Scaled { // F = s·(g₁ + share·g₂)
		s := (b1 + share*b2) / (a11 + 2*share*a12 + share*share*a22)
		c.A0C1, c.A0C2 = quantity.Force(s), quantity.Force(s*share)
		return
	}
	det := a11*a22 - a12*a12
	x1, x2 := (a22*b1-a12*b2)/det, (a11*b2-a12*b1)/det
	if x1 < 0 {
		x1, x2 = 0, b2/a22
	} else if x2 < 0 {
		x1, x2 = b1/a11, 0
	}
	c.A0C1, c.A0C2 = quantity.Force(x1), quantity.Force(x2)
}

// model is the fitted model's force of one strand at a stretch ratio, 0 up to its rest.
func (c *Curve) model(stretch float64) float64 {
	if stretch <= 1 {
		return 0
	}
	g1, g2 := shape(stretch)
	return float64(c.A0C1)*g1 + float64(c.A0C2)*g2
}

// strand is the force of one strand at a stretch ratio: the model's, corrected by what
// the readings say beside it.
func (c *Curve) strand(stretch float64) float64 {
	force := c.model(stretch)
	if c.known == nil || force == 0 {
		return force
	}
	return force * at(&c.known.factor, stretch)
}

// share is the 95 % uncertainty of the force at a stretch ratio, as a share of it.
func (c *Curve) share(stretch float64) float64 {
	if c.known == nil {
		return estimateRange
	}
	return at(&c.known.share, stretch)
}

// Limit is the stretch ratio up to which the band is offered: MaxStretch, and no more
// than 15 % of the stretch that was read past the longest reading.
func (c Curve) Limit() float64 {
	if c.Longest == 0 {
		return MaxStretch
	}
	return math.Min(MaxStretch, 1+(1+beyondShare)*(c.Longest-1))
}

// Residual is how far a point lies from the curve, in N: measured less fitted.
// Of a releasing point it is the loss, with its sign.
type Residual struct {
	Index int
	Off   quantity.Force
}

// Residuals are those of all points, in order.
func (c Curve) Residuals(points []Point) []Residual {
	out := make([]Residual, len(points))
	for i, p := range points {
		out[i] = Residual{i, p.Force - c.Force(p.Length)}
	}
	return out
}

// oddTimes is how many times the 95 % uncertainty of the difference a point must lie off to
// be called odd: what one good point in two hundred does (2.58/1.96).
const oddTimes = 1.32

// Odd is the index of the one pulling point that lies apart from a curve through the
// others, by more than their curve and the reading together let one expect; ok is false
// when there is none, or fewer than four points to tell it by; of several the one without which the others
// agree best. The points are those of a fit that succeeded.
func Odd(rest quantity.Length, strands int, points []Point, d Doubts) (index int, ok bool) {
	pulling := 0
	for _, p := range points {
		if !p.Releasing {
			pulling++
		}
	}
	if pulling < 4 {
		return 0, false
	}
	least := math.Inf(1) // how far the others lie from their own curve
	for i, p := range points {
		if p.Releasing {
			continue
		}
		others, _, err := fit(rest, strands, slices.Delete(slices.Clone(points), i, i+1), d)
		if err != nil {
			continue
		}
		u := p.U1
		if u == 0 {
			u = unsaidShare * p.Force
		}
		expected := math.Hypot(float64(others.U95(p.Length)), 1.96*float64(u))
		apart := math.Abs(float64(p.Force-others.Force(p.Length))) > oddTimes*expected
		if apart && float64(others.RMS) < least {
			index, ok, least = i, true, float64(others.RMS)
		}
	}
	return index, ok
}

// Loss is the share of the pull that is gone on the way back, the mean over the
// releasing points, 0 to 1; ok is false without any. A rubber band gives back less
// than it took (hysteresis).
func (c Curve) Loss(points []Point) (share float64, ok bool) {
	n := 0
	for _, p := range points {
		if at := c.Force(p.Length); p.Releasing && at > 0 {
			share += 1 - float64(p.Force/at)
			n++
		}
	}
	if n == 0 {
		return 0, false
	}
	return share / float64(n), true
}

// Estimate is the curve of a band that nobody has measured, from the width and
// thickness of one strand in m (> 0): C₁ = 0.16 and C₂ = 0.03 MPa of natural-rubber
// latex (from memory), ±35 % and what shape and rest length add. Errors are *quantity.FieldError.
func Estimate(rest quantity.Length, strands int, width, thickness quantity.Length) (Curve, error) {
	return EstimateWith(rest, strands, width, thickness, UsualDoubts())
}

// EstimateWith is Estimate with other doubts.
func EstimateWith(rest quantity.Length, strands int, width, thickness quantity.Length, d Doubts) (Curve, error) {
	if !(rest > 0) {
		return Curve{}, quantity.At("rest_length_m", "a band has a length at rest, above 0")
	}
	if strands < 1 || strands > 16 {
		return Curve{}, quantity.At("strands", fmt.Sprintf("%d strands are not between 1 and 16", strands))
	}
	if !(width > 0 && thickness > 0) {
		return Curve{}, quantity.At("width_m", "an estimate needs the width and the thickness of one strand")
	}
	area := float64(width*thickness) * 1e6 // mm², so that MPa·mm² = N
	c := Curve{Rest: rest, Strands: strands, A0C1: quantity.Force(latexC1 * area), A0C2: quantity.Force(latexC2 * area), Basis: Estimated}
	c.guess(d)
	c.print = fingerprint(problem{}, c, d)
	return c, nil
}

// Force is the pull of all strands at a length of a strand's run in m, 0 at or
// below the rest length.
func (c Curve) Force(length quantity.Length) quantity.Force {
	return quantity.Force(float64(c.Strands) * c.strand(float64(length/c.Rest)))
}

// U95 is how far that force may be off at 95 %: the parameters' covariance by
// Student's t, the reading of scale and tape, the rest length, the scale's offset, and
// how far rubber is from the model, which grows with the distance in stretch from the
// nearest reading. Checked by simulation (docs/truth.md).
func (c Curve) U95(length quantity.Length) quantity.Force {
	return c.Force(length) * quantity.Force(c.share(float64(length/c.Rest)))
}

// Reach says whether a length may be asked for at all.
type Reach string

// The grades of a length.
const (
	Within         Reach = "within"
	Slack          Reach = "slack"
	BeyondStretch  Reach = "beyond the stretch limit"
	BeyondMeasured Reach = "beyond measured" // nothing is offered there
)

// ReachOf grades a length: slack up to the rest length, beyond the stretch limit, and
// further past the longest reading than anything can be said (see Limit).
func (c Curve) ReachOf(length quantity.Length) Reach {
	stretch := float64(length / c.Rest)
	read := MaxStretch
	if c.Longest > 0 {
		read = 1 + (1+beyondShare)*(c.Longest-1)
	}
	switch {
	case stretch <= 1:
		return Slack
	case stretch > read*(1+1e-9):
		return BeyondMeasured
	case stretch > MaxStretch*(1+1e-9):
		return BeyondStretch
	}
	return Within
}
