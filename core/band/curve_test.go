package band_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mat"
	"pgregory.net/rapid"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
)

// Treloar 1944, uniaxial extension of vulcanised rubber, λ and MPa (from memory):
// over 1 mm² a fit gives C₁ ≈ 0.115, C₂ ≈ 0.085 MPa, 2(C₁ + C₂) ≈ 0.40 MPa, RMS ≈
// 0.015 MPa.
func TestTreloar(t *testing.T) {
	var points []band.Point
	for _, p := range [][2]float64{{1.01, 0.03}, {1.12, 0.14}, {1.24, 0.23}, {1.39, 0.32}, {1.61, 0.41}, {1.89, 0.50}, {2.17, 0.58}, {2.42, 0.67}, {3.01, 0.85}} {
		points = append(points, band.Point{Length: quantity.Length(p[0]), Force: quantity.Force(p[1])})
	}
	c, err := band.Fit(1, 1, points)
	require.NoError(t, err)
	assert.InDelta(t, 0.115, float64(c.A0C1), 0.01)
	assert.InDelta(t, 0.085, float64(c.A0C2), 0.015)
	assert.InDelta(t, 0.40, 2*float64(c.A0C1+c.A0C2), 0.01)
	assert.InDelta(t, 0.015, float64(c.RMS), 0.004)
	assert.Equal(t, band.Fitted, c.Basis)
}

// The fit is gonum's QR least squares wherever both parameters come out positive.
func TestFitAgainstGonum(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(3, 9).Draw(t, "n")
		strands := rapid.IntRange(1, 4).Draw(t, "strands")
		x, y := mat.NewDense(n, 2, nil), mat.NewDense(n, 1, nil)
		var points []band.Point
		for i := range n {
			l := 1.1 + 1.6*float64(i)/float64(n-1)
			f := 2*(20+9/l)*(l-1/(l*l)) + rapid.Float64Range(-1, 1).Draw(t, "noise")
			s := 2 * (l - 1/(l*l))
			x.SetRow(i, []float64{s, s / l})
			y.Set(i, 0, f)
			points = append(points, band.Point{Length: quantity.Length(l * 0.4), Force: quantity.Force(f * float64(strands))})
		}
		var want mat.Dense
		require.NoError(t, want.Solve(x, y))
		c, err := band.Fit(0.4, strands, points)
		require.NoError(t, err)
		if want.At(0, 0) > 0 && want.At(1, 0) > 0 {
			assert.InDelta(t, want.At(0, 0), float64(c.A0C1), 1e-6)
			assert.InDelta(t, want.At(1, 0), float64(c.A0C2), 1e-6)
		}
		assert.GreaterOrEqual(t, float64(c.A0C1), 0.0)
		assert.GreaterOrEqual(t, float64(c.A0C2), 0.0)
		assert.Positive(t, float64(c.U95(0.8)))
	})
}

// With C₂ = 0 the curve is the neo-Hookean one, and for small stretches both are
// Hooke's spring of stiffness 6(A₀C₁ + A₀C₂)/L₀.
func TestLimits(t *testing.T) {
	var points []band.Point
	for _, l := range []float64{1.2, 1.5, 1.9, 2.4} {
		points = append(points, band.Point{Length: quantity.Length(l), Force: quantity.Force(2 * 30 * (l - 1/(l*l)))})
	}
	c, err := band.Fit(1, 1, points)
	require.NoError(t, err)
	assert.InDelta(t, 30, float64(c.A0C1), 1e-6)
	assert.InDelta(t, 0, float64(c.A0C2), 1e-6)
	assert.InDelta(t, 0, float64(c.U95(1.7)), 1e-6)
	const small = 1e-5
	assert.InEpsilon(t, 6*30*small, float64(c.Force(1+small)), 1e-4)
	assert.Zero(t, c.Force(0.9))
	assert.Zero(t, c.Force(1))
}

func TestFewPoints(t *testing.T) {
	one, err := band.Fit(0.5, 2, []band.Point{{Length: 1, Force: 60}})
	require.NoError(t, err)
	assert.Equal(t, band.OnePoint, one.Basis)
	assert.InDelta(t, 60, float64(one.Force(1)), 1e-9)
	assert.InDelta(t, 0.03/0.16, float64(one.A0C2/one.A0C1), 1e-12)
	assert.InDelta(t, 9, float64(one.U95(1)), 1e-9)

	two, err := band.Fit(0.5, 2, []band.Point{{Length: 0.7, Force: 40}, {Length: 1, Force: 60}})
	require.NoError(t, err)
	assert.Equal(t, band.TwoPoints, two.Basis)
	assert.InDelta(t, 40, float64(two.Force(0.7)), 1e-9)
	assert.InDelta(t, 60, float64(two.Force(1)), 1e-9)

	near, err := band.Fit(0.5, 2, []band.Point{{Length: 0.9, Force: 55}, {Length: 1, Force: 60}})
	require.NoError(t, err)
	assert.Equal(t, band.Scaled, near.Basis, "1.0/0.9 is less than 1.3")

	est, err := band.Estimate(1, 2, 0.02, 0.0045)
	require.NoError(t, err)
	l := 2.0
	assert.InDelta(t, 2*90*2*(0.16+0.03/l)*(l-1/(l*l)), float64(est.Force(2)), 1e-9)
	assert.InDelta(t, 0.35, float64(est.U95(2)/est.Force(2)), 1e-12)
}

func TestReleasingReadingsAreNotFitted(t *testing.T) {
	pull := []band.Point{{Length: 0.7, Force: 40}, {Length: 0.9, Force: 52}, {Length: 1.1, Force: 62}}
	c, err := band.Fit(0.5, 1, pull)
	require.NoError(t, err)
	with, err := band.Fit(0.5, 1, append(pull, band.Point{Length: 0.9, Force: 40, Releasing: true}))
	require.NoError(t, err)
	assert.Equal(t, c, with)
}

func TestWhatCannotBeIsNamed(t *testing.T) {
	for field, points := range map[string][]band.Point{
		"points":             {},
		"points[0].length_m": {{Length: 0.5, Force: 9}},
		"points[1].force_n":  {{Length: 0.7, Force: 9}, {Length: 0.8}},
	} {
		_, err := band.Fit(0.5, 1, points)
		var bad *band.Error
		require.ErrorAs(t, err, &bad, field)
		assert.Equal(t, field, bad.Field)
	}
	_, err := band.Fit(0, 1, nil)
	assert.Error(t, err)
	_, err = band.Fit(1, 0, nil)
	assert.Error(t, err)
	_, err = band.Estimate(1, 1, 0, 0.01)
	assert.Error(t, err)
}

func TestReach(t *testing.T) {
	c, err := band.Fit(1, 1, []band.Point{{Length: 1.4, Force: 20}, {Length: 1.8, Force: 30}, {Length: 2.2, Force: 38}})
	require.NoError(t, err)
	for length, want := range map[quantity.Length]band.Reach{
		0.8: band.Slack, 1.5: band.Within, 2.2: band.Within, 2.5: band.BeyondMeasured, 2.9: band.BeyondStretch, 3.2: band.BeyondKnowledge,
	} {
		assert.Equal(t, want, c.ReachOf(length), "%g", float64(length))
	}
	est, err := band.Estimate(1, 1, 0.02, 0.004)
	require.NoError(t, err)
	assert.Equal(t, band.Within, est.ReachOf(2))
	assert.False(t, math.IsNaN(float64(est.U95(2))))
}

// Three points that lie on a curve by chance are no better than their uncertainties.
func TestLuckyPointsKeepTheirUncertainty(t *testing.T) {
	exact := func(u quantity.Force) band.Curve {
		var points []band.Point
		for _, l := range []float64{1.3, 1.8, 2.4} {
			points = append(points, band.Point{Length: quantity.Length(l), Force: quantity.Force(2 * (20 + 8/l) * (l - 1/(l*l))), U1: u})
		}
		c, err := band.Fit(1, 1, points)
		require.NoError(t, err)
		return c
	}
	assert.InDelta(t, 0, float64(exact(0).U95(2)), 1e-6)
	assert.Greater(t, float64(exact(0.5).U95(2)), 1.0)
	assert.InDelta(t, 2, float64(exact(1).U95(2)/exact(0.5).U95(2)), 1e-9)
}
