package builds_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

// A plain peg by hand: 25 kg × 2 at 0.12 m, of ¾ in pipe in two boards, 76 mm: 490.3 N and 77.5 N·m about
// their middle; 1.1 of 0.24 + 3.01 MPa under it, more than the 2.5 that wood takes; 1,774 N between the boards.
func TestAPegInItsBoardsByHand(t *testing.T) {
	peg := func(pipe string, kg quantity.Mass) builds.Built {
		got, err := builds.Peg{Pipe: pipe, Out: 0.12, Wide: 0.14, Mass: quantity.Estimate{Value: kg}}.Build()
		require.NoError(t, err)
		return got
	}
	thin := peg("3/4", 25)
	assert.InEpsilon(t, 1.1*3.26e6, linkOf(t, thin, "boards under a peg").Demand, 0.005)
	assert.InEpsilon(t, 1774, linkOf(t, thin, "boards held together at a peg").Demand, 0.002)
	assert.False(t, thin.OK())
	// 56.65 mm of wood below the hole: 14 · 38 · √(56.65/(1 − 0.4046)) · 0.9/1.3.
	assert.InEpsilon(t, 3592, linkOf(t, thin, "boards splitting at a peg").Capacity, 0.002)
	assert.True(t, peg("1-1/4", 25).OK())
	assert.True(t, peg("3/4", 17).OK())
	threaded, err := builds.Peg{Pipe: "1", Out: 0.12, Wide: 0.14, Mass: quantity.Estimate{Value: 25}, Threaded: true}.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 490.3*0.12/0.126/643.2e-6, linkOf(t, threaded, "flange at its bolts").Demand, 0.001)
}

// The same peg as a beam of steel in wood that gives like springs, which bends where the rule takes it
// for stiff and adds a tenth: the wood is pressed no harder than the rule says.
func TestAPegAsABeamInSprings(t *testing.T) {
	const thick, out = 0.076, 0.12
	for _, size := range []string{"3/4", "1-1/4"} {
		pipe := builds.Schedule40[size]
		bends := 200e9 * pipe.Of(steel(t)).Inertia()
		rule, err := builds.Peg{Pipe: size, Out: out, Wide: 0.14, Mass: quantity.Estimate{Value: 25}}.Build()
		require.NoError(t, err)
		load := 25 * 9.80665 * 2.0
		const n = 60
		at := make([]quantity.Length, n)
		for i := range at {
			at[i] = quantity.Length((float64(i) + 0.5) * thick / n)
		}
		for _, wood := range []float64{1e8, 3e8, 1e9} { // N/m of give to a metre of peg
			got := onSprings(thick+out, bends, wood*thick/n, at, thick+out)
			most := 0.0
			for _, r := range got {
				most = math.Max(most, math.Abs(r)*load/(thick/n)/float64(pipe.D))
			}
			says := linkOf(t, rule, "boards under a peg").Demand
			assert.LessOrEqual(t, most, says, "%s in wood of %g", size, wood)
			assert.Greater(t, most, says*0.75)
		}
	}
}

// No two fasteners want one place: on a narrow board the fixings would lie in the peg's hole, which is
// refused by name; what is asked instead passes.
func TestFixingsHaveRoomBesideAPeg(t *testing.T) {
	narrow := worked(t, "pegs", builds.Values{Word: map[string]string{"board": "89"}}, here())
	assert.False(t, linkOf(t, narrow.Built, "room for the fixings").OK())
	require.NotNil(t, narrow.Built.Remedy())
	assert.Contains(t, narrow.Built.Remedy().Change.In(quantity.Metric), "38 × 140")
	follow(t, narrow.Design, narrow.Values, here(), *narrow.Built.Remedy())
	plain := worked(t, "pegs", builds.Values{}, here())
	hole, lag := 0.0422/2, 0.140/4
	assert.GreaterOrEqual(t, lag-hole, 0.010, "the heads of the fixings are clear of the peg")
	assert.True(t, plain.Built.OK())
}
