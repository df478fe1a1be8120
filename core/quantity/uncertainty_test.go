package quantity_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/quantity"
)

// JCGM 100:2008, table G.2 (from memory): t for 95 %.
func TestStudentsTAgainstTheGuide(t *testing.T) {
	for dof, want := range map[float64]float64{1: 12.71, 2: 4.30, 3: 3.18, 4: 2.78, 5: 2.57, 8: 2.31, 10: 2.23, 16: 2.12, 50: 2.01} {
		assert.InDelta(t, want, quantity.T95(dof), 0.005, "%g", dof)
	}
	assert.InDelta(t, 1.960, quantity.T95(math.Inf(1)), 5e-4)
	assert.InDelta(t, quantity.T95(1e5), quantity.T95(math.Inf(1)), 1e-4)
}

// JCGM 100:2008, H.1 (end-gauge calibration, from memory), in nm: the difference is
// 5.8 with 24 degrees of freedom, 3.9 with 5 and 6.7 with 8, together 9.7 with 25.6;
// with the standard 25 (18), the expansion 2.9 (50) and the temperature 16.6 (2) it
// makes 32 with 16, and U₉₉ = 2.92 · 32 = 93.
func TestEndGaugeWithItsDegreesOfFreedom(t *testing.T) {
	difference := []quantity.Part{{U: 5.8, DoF: 24}, {U: 3.9, DoF: 5}, {U: 6.7, DoF: 8}}
	u := quantity.RootSumSquares(5.8, 3.9, 6.7)
	assert.InDelta(t, 9.7, u, 0.05)
	nu := quantity.Effective(difference...)
	assert.InDelta(t, 25.6, nu, 0.5)
	all := []quantity.Part{{U: 25, DoF: 18}, {U: u, DoF: nu}, {U: 2.9, DoF: 50}, {U: 16.6, DoF: 2}}
	assert.InDelta(t, 32, quantity.RootSumSquares(25, u, 2.9, 16.6), 0.5)
	assert.InDelta(t, 16.7, quantity.Effective(all...), 0.5)
	assert.InDelta(t, 2.92, quantity.TQuantile(0.995, 16), 0.005)
	assert.Equal(t, math.Inf(1), quantity.Effective(quantity.Part{U: 1}))
	// 4.4.5: somewhere between 96 and 104, u = 4/√3 = 2.3.
	assert.InDelta(t, 2.3, quantity.Rectangular(4), 0.05)
}

// Two figures, rounded up, never nothing (JCGM 100:2008, 7.2.6: "rounded up").
func TestUncertaintiesAreShownUpwards(t *testing.T) {
	for u, want := range map[float64]string{
		0.0243: "0.025", 0.0996: "0.10", 0.1: "0.10", 0.00031: "0.00031", 1.234: "1.3", 12.01: "13", 99.5: "100", 123.4: "130", 0: "0",
	} {
		assert.Equal(t, want, quantity.FormatU(quantity.Metric, quantity.KindMass, u), "%g", u)
	}
	assert.Equal(t, "0.056", quantity.FormatU(quantity.US, quantity.KindMass, 0.025))
	assert.Equal(t, "⅛", quantity.FormatU(quantity.US, quantity.KindLevel, 0.0001))
	assert.Equal(t, "⅜", quantity.FormatU(quantity.US, quantity.KindLevel, 0.0070))
	assert.Equal(t, "0.30", quantity.FormatU(quantity.Metric, quantity.KindLevel, 0.003))
}
