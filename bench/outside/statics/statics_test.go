package statics

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A dowel in slices comes within half a percent of the equations of TR12, written out here for its modes.
func TestSlicesAgainstTheEquations(t *testing.T) {
	for _, d := range []Dowel{{Side: 60, Main: 60, SideLong: 38, MainLong: 60, Yield: 9000},
		{Side: 30, Main: 80, SideLong: 38, MainLong: 30, Gap: 12.7, Yield: 12000},
		{Side: 90, Main: 90, SideLong: 18, MainLong: 20, Gap: 25, Yield: 8000}} {
		root := func(a, b, c float64) float64 { return (-b + math.Sqrt(b*b-4*a*c)) / (2 * a) }
		qs, qm, ls, lm, gap, m := d.Side, d.Main, d.SideLong, d.MainLong, d.Gap, d.Yield
		least := math.Min(qm*lm, qs*ls)
		least = math.Min(least, root(1/(4*qs)+1/(4*qm), ls/2+gap+lm/2, -qs*ls*ls/4-qm*lm*lm/4))
		least = math.Min(least, root(1/(2*qs)+1/(4*qm), gap+lm/2, -m-qm*lm*lm/4))
		least = math.Min(least, root(1/(4*qs)+1/(2*qm), ls/2+gap, -qs*ls*ls/4-m))
		least = math.Min(least, root(1/(2*qs)+1/(2*qm), gap, -2*m))
		for n, within := range map[int]float64{fine: 0.005, coarse: 0.02} {
			got, err := d.Load(n)
			require.NoError(t, err)
			assert.InEpsilon(t, least, got, within, "%+v in %d slices", d, n)
		}
	}
}

// Beams of the houses: in the middle of two supports, over three, and lifted off one that only pushes.
func TestBeamsOfTheHandbooks(t *testing.T) {
	two := Beam{1000, 1e10, []Spring{{0, stiffest, false}, {1000, stiffest, false}}}.Solve([]Point{{500, 1000}})
	assert.InEpsilon(t, 250e3, two.Peak(), 1e-3)
	assert.InEpsilon(t, 1000*1e9/(48*1e10), two.Sag[len(two.Sag)/2], 1e-3)
	three := Beam{2000, 1e10, []Spring{{0, stiffest, false}, {1000, stiffest, false},
		{2000, stiffest, false}}}.Solve([]Point{{500, 1000}, {1500, 1000}})
	assert.InEpsilon(t, 1375, three.Reaction[1], 1e-3, "11/8 P over the middle support")
	lifted := Beam{2000, 1e10, []Spring{{0, stiffest, true}, {500, stiffest, true}, {1000, stiffest, true},
		{2000, stiffest, true}}}.Solve([]Point{{1500, 1000}})
	assert.InDelta(t, 0, lifted.Reaction[1], 1, "it lifts")
	assert.InDelta(t, 1000, lifted.Reaction[0]+lifted.Reaction[1]+lifted.Reaction[2]+lifted.Reaction[3], 1)
}

// A plate on two edges under a line load is a beam, and one on four sides under an even load that of
// Timoshenko: 0.0479 q a² in its middle for an even plate without contraction across (grillage: no more
// than a tenth off).
func TestPlatesOfTheHandbooks(t *testing.T) {
	p := newPlate(600, 400, 18, 7000, 7000, func(x, y float64) bool { return x < 1 || x > 599 })
	along, across := p.stress([]foot{{300, 200, 25, 400, 1000}})
	assert.InEpsilon(t, 1000*600/4/(400*18*18/6.0), along, 0.06)
	assert.Less(t, across, 0.25*along)
}

// Rigid bodies by hand: a post on two screws 100 mm apart, pushed 1 m above; a block that slides and tips.
func TestBodiesByHand(t *testing.T) {
	post := Frame{Bodies: 1, Joints: []Joint{{A: ground, B: 0, X: 0, Y: 0, Most: 1100},
		{A: ground, B: 0, X: 0, Y: 100, Most: 1100}}, Loads: []Force{{0, 0, 1000, 100, 0}}}
	got, err := post.Factor()
	require.NoError(t, err)
	assert.InEpsilon(t, 1.1, got, 0.01, "1000 N at the one, 900 at the other")
	block := Frame{
		Bodies: 1, Joints: []Joint{{A: ground, B: 0, X: 0, NY: 1, Mu: 0.5}, {A: ground, B: 0, X: 400, NY: 1, Mu: 0.5}},
		Level: []Force{{0, 200, 300, 0, -1000}}, Loads: []Force{{0, 0, 800, 100, 0}},
	}
	got, err = block.Factor()
	require.NoError(t, err)
	assert.InEpsilon(t, 2.5, got, 1e-4, "it tips: 1000 · 200 over 800")
	block.Loads[0].Y = 100
	got, err = block.Factor()
	require.NoError(t, err)
	assert.InEpsilon(t, 5, got, 1e-4, "it slides: half of its weight")
	block.Joints[0].Mu, block.Joints[1].Mu = 0.9, 0.9
	block.Cuts = []Cut{{Body: 0, X: 200, Y: 0, DX: 0, DY: 1, Most: 30e3}}
	got, err = block.Factor()
	require.NoError(t, err)
	assert.InEpsilon(t, 3, got, 1e-4, "it breaks at its foot")
}
