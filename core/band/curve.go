// Package band turns an elastic band into a force at each length: its measured
// points, the curve through them with its uncertainty, and what it pulls at the
// points of a movement.
package band

import (
	"fmt"
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"

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

// House and handbook values of natural-rubber latex (from memory): C₁ and C₂ in
// MPa, and how far an estimate from width and thickness may be off.
const (
	latexC1       = 0.16
	latexC2       = 0.03
	latexShare    = latexC2 / latexC1
	estimateRange = 0.35
	// fewRange is how far a curve through one or two points may be off between and
	// beside them, as a share of the force (house value).
	fewRange = 0.15
)

// Limits of stretch. MaxStretch is the ratio up to which a band is used (house
// value); from Stiffens on real rubber pulls more than the model, which is not
// carried on beyond what was measured there.
const (
	MaxStretch = 2.75
	Stiffens   = 3.0
	apartRatio = 1.3 // two points at least so far apart in stretch give both parameters
)

// Curve is a band's force by its length: per strand F = A₀·σ(λ), σ(λ) = 2(C₁ +
// C₂/λ)(λ − λ⁻²), incompressible Mooney–Rivlin in uniaxial tension (Treloar, The
// Physics of Rubber Elasticity), with A0C1 and A0C2 in N, both ≥ 0. RMS is the
// root mean square of the residuals of all strands together, in N.
type Curve struct {
	Rest       quantity.Length
	Strands    int
	A0C1, A0C2 quantity.Force
	Basis      Basis
	RMS        quantity.Force
	Longest    float64 // stretch ratio of the longest measured point; 0 for none

	covariance [2][2]float64 // of A0C1 and A0C2
	t95        float64       // Student's t at 95 % with n − 2 degrees of freedom
}

// Error names the field of a band that cannot be, as a path, and says why.
type Error struct {
	Field  string
	Detail quantity.Phrase
}

func (e *Error) Error() string { return e.Detail.In(quantity.Metric) }

// basis functions of one strand at a stretch ratio: dF/dA0C1 and dF/dA0C2.
func shape(stretch float64) (g1, g2 float64) {
	s := 2 * (stretch - 1/(stretch*stretch))
	return s, s / stretch
}

// Fit fits the curve to the points that were read while pulling. rest is the
// length of a strand's run at rest in m (> 0), strands how many pull (1 to 16).
// Three points or more are fitted by weighted least squares with both parameters
// ≥ 0; two give both parameters when the larger stretch is at least 1.3 times the
// smaller, else the default shape is scaled to them; one scales it. Errors are
// *Error: no points, a point at or below the rest length, or without force.
func Fit(rest quantity.Length, strands int, points []Point) (Curve, error) {
	if !(rest > 0) {
		return Curve{}, &Error{"rest_length_m", quantity.Say("a band has a length at rest, above 0")}
	}
	if strands < 1 || strands > 16 {
		return Curve{}, &Error{"strands", quantity.Say(fmt.Sprintf("%d strands are not between 1 and 16", strands))}
	}
	c := Curve{Rest: rest, Strands: strands}
	var p problem
	for i, pt := range points {
		at := func(field string) string { return fmt.Sprintf("points[%d].%s", i, field) }
		stretch := float64(pt.Length / rest)
		switch {
		case !(stretch > 1):
			return Curve{}, &Error{at("length_m"), quantity.Say("at ", quantity.Amount(quantity.KindLength, float64(pt.Length)), " a band of ", quantity.Amount(quantity.KindLength, float64(rest)), " at rest is not stretched: pull it further")}
		case !(pt.Force > 0):
			return Curve{}, &Error{at("force_n"), quantity.Say("a stretched band pulls with a force above 0")}
		case pt.U1 < 0:
			return Curve{}, &Error{at("u_n"), quantity.Say("an uncertainty cannot be negative")}
		}
		if !pt.Releasing {
			p.add(i, stretch, float64(pt.Force)/float64(strands), float64(pt.U1)/float64(strands))
			c.Longest = math.Max(c.Longest, stretch)
		}
	}
	if len(p.rows) == 0 {
		return Curve{}, &Error{"points", quantity.Say("no point was read while pulling")}
	}
	c.solve(p)
	return c, nil
}

// row is one pulling point, per strand, already divided by its uncertainty.
type row struct {
	index     int
	g1, g2, f float64
	stretch   float64
	raw       float64 // force, N
}

type problem struct {
	rows    []row
	unknown int // points that carry no uncertainty
}

// known says that every point carries an uncertainty.
func (p problem) known() bool { return p.unknown == 0 }

func (p *problem) add(index int, stretch, force, u float64) {
	g1, g2 := shape(stretch)
	w := 1.0
	if u > 0 {
		w = 1 / u
	} else {
		p.unknown++
	}
	p.rows = append(p.rows, row{index, g1 * w, g2 * w, force * w, stretch, force})
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
	a11, a12, a22, b1, b2 := p.normal()
	switch c.Basis {
	case OnePoint, Scaled: // F = s·(g₁ + share·g₂)
		gg := a11 + 2*latexShare*a12 + latexShare*latexShare*a22
		s := (b1 + latexShare*b2) / gg
		c.A0C1, c.A0C2 = quantity.Force(s), quantity.Force(s*latexShare)
	default:
		det := a11*a22 - a12*a12
		x1, x2 := (a22*b1-a12*b2)/det, (a11*b2-a12*b1)/det
		c.covariance = [2][2]float64{{a22 / det, -a12 / det}, {-a12 / det, a11 / det}}
		if x1 < 0 {
			x1, x2 = 0, b2/a22
			c.covariance = [2][2]float64{{0, 0}, {0, 1 / a22}}
		} else if x2 < 0 {
			x1, x2 = b1/a11, 0
			c.covariance = [2][2]float64{{1 / a11, 0}, {0, 0}}
		}
		c.A0C1, c.A0C2 = quantity.Force(x1), quantity.Force(x2)
	}
	var squares, weighted float64
	for _, r := range p.rows {
		off := r.raw - c.strand(r.stretch)
		squares += off * off
		w := r.f / r.raw
		weighted += off * w * off * w
	}
	c.RMS = quantity.Force(float64(c.Strands) * math.Sqrt(squares/float64(n)))
	if c.Basis == Fitted {
		degrees := float64(n - 2)
		c.t95 = distuv.StudentsT{Mu: 0, Sigma: 1, Nu: degrees}.Quantile(0.975)
		s2 := weighted / degrees
		if p.known() { // readings that happen to agree are not better than they are said to be
			s2 = math.Max(1, s2)
		}
		for i := range c.covariance {
			for j := range c.covariance[i] {
				c.covariance[i][j] *= s2
			}
		}
	}
}

// strand is the force of one strand at a stretch ratio, 0 up to its rest.
func (c Curve) strand(stretch float64) float64 {
	if stretch <= 1 {
		return 0
	}
	g1, g2 := shape(stretch)
	return float64(c.A0C1)*g1 + float64(c.A0C2)*g2
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

// Limits of what is called odd (house values): a share of the force, and a
// multiple of what the other points scatter by.
const (
	oddShare   = 0.10
	oddScatter = 3
)

// Odd is the index of the one pulling point that lies apart from a curve through
// the others, by more than a tenth of the force and three times their scatter; ok
// is false when there is none, or fewer than four points to tell it by. The
// points are those of a fit that succeeded.
func Odd(rest quantity.Length, strands int, points []Point) (index int, ok bool) {
	pulling := 0
	for _, p := range points {
		if !p.Releasing {
			pulling++
		}
	}
	if pulling < 4 {
		return 0, false
	}
	worst := 0.0
	for i, p := range points {
		if p.Releasing {
			continue
		}
		others, err := Fit(rest, strands, slices.Delete(slices.Clone(points), i, i+1))
		if err != nil {
			continue
		}
		there := others.Force(p.Length)
		off := math.Abs(float64(p.Force - there))
		share := off / float64(there)
		if share > oddShare && off > oddScatter*float64(others.RMS) && share > worst {
			index, ok, worst = i, true, share
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
// latex (from memory), ±35 %. Errors are *Error.
func Estimate(rest quantity.Length, strands int, width, thickness quantity.Length) (Curve, error) {
	if !(rest > 0) {
		return Curve{}, &Error{"rest_length_m", quantity.Say("a band has a length at rest, above 0")}
	}
	if strands < 1 || strands > 16 {
		return Curve{}, &Error{"strands", quantity.Say(fmt.Sprintf("%d strands are not between 1 and 16", strands))}
	}
	if !(width > 0 && thickness > 0) {
		return Curve{}, &Error{"width_m", quantity.Say("an estimate needs the width and the thickness of one strand")}
	}
	area := float64(width*thickness) * 1e6 // mm², so that MPa·mm² = N
	return Curve{Rest: rest, Strands: strands, A0C1: quantity.Force(latexC1 * area), A0C2: quantity.Force(latexC2 * area), Basis: Estimated}, nil
}

// Force is the pull of all strands at a length of a strand's run in m, 0 at or
// below the rest length.
func (c Curve) Force(length quantity.Length) quantity.Force {
	return quantity.Force(float64(c.Strands) * c.strand(float64(length/c.Rest)))
}

// U95 is how far that force may be off at 95 %: of a fit by Student's t with n −
// 2 degrees of freedom from the parameters' covariance, by the residuals and, where
// every point carries an uncertainty, at least by those; of one or two points,
// and of an estimate, a share of the force (house values).
func (c Curve) U95(length quantity.Length) quantity.Force {
	force := c.Force(length)
	if force == 0 {
		return 0
	}
	switch c.Basis {
	case Estimated:
		return force * estimateRange
	case Fitted:
		g1, g2 := shape(float64(length / c.Rest))
		v := c.covariance
		variance := g1*g1*v[0][0] + 2*g1*g2*v[0][1] + g2*g2*v[1][1]
		return quantity.Force(float64(c.Strands) * c.t95 * math.Sqrt(math.Max(0, variance)))
	}
	return force * fewRange
}

// Reach says whether a length may be asked for at all.
type Reach string

// The grades of a length.
const (
	Within          Reach = "within"
	Slack           Reach = "slack"
	BeyondMeasured  Reach = "beyond measured"
	BeyondStretch   Reach = "beyond the stretch limit"
	BeyondKnowledge Reach = "beyond what can be said" // the model under-reads there
)

// ReachOf grades a length: slack up to the rest length, beyond what was measured,
// beyond the stretch limit, and beyond what the model can say.
func (c Curve) ReachOf(length quantity.Length) Reach {
	stretch := float64(length / c.Rest)
	measured := stretch <= c.Longest*(1+1e-9)
	switch {
	case stretch <= 1:
		return Slack
	case !measured && stretch > Stiffens:
		return BeyondKnowledge
	case stretch > MaxStretch:
		return BeyondStretch
	case !measured && c.Longest > 0:
		return BeyondMeasured
	}
	return Within
}
