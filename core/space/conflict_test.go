package space_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

func kinds(all []space.Conflict) (out []string) {
	for _, c := range all {
		out = append(out, string(c.Kind)+" "+c.Thing+" "+c.Other)
	}
	return out
}

// By pencil, in the study with a door that opens inwards: a bench 10 cm into a shelf, a rack
// 30 cm into the swing, a rower that wants 60 cm behind it and has 35.
func TestConflictsByPencil(t *testing.T) {
	r := study()
	r.Openings = []space.Opening{{ID: "door", Name: "door", Kind: space.DoorWay, Wall: 0, At: 0.1, Width: 0.8, Hinge: space.AtStart,
		Swings: space.Inwards}}
	r.Things = []space.Thing{
		{ID: "shelf", Name: "shelf", X: 3.8, Y: -1.5, Width: 0.4, Depth: 1},
		{ID: "bench", Name: "bench", Kind: space.GearThere, X: 3.1, Y: -1.5, Width: 1.2, Depth: 0.4},
		{ID: "rower", Name: "rower", Kind: space.GearThere, X: 2, Y: -2.65, Width: 2, Depth: 0.5,
			Zone: space.Zone{Left: 0.6, Right: 0.6, Back: 0.6}},
	}
	all := r.Conflicts()
	require.Equal(t, []string{"overlap shelf bench"}, kinds(all))
	assert.InDelta(t, 0.1, float64(all[0].Missing), 1e-9)
	assert.Equal(t, "shelf and bench overlap by 10.0 cm", metric(all[0].Why))

	// Nearer the wall by 60 cm: 40 cm are left of the 60 on its left, and in its front the wall.
	r.Things[1].X = 2.9
	r.Things[2].X, r.Things[2].Zone.Front = 1.4, 0.3
	all = r.Conflicts()
	require.Equal(t, []string{"zone rower ", "zone rower "}, kinds(all))
	assert.InDelta(t, 0.3-0.1, float64(all[0].Missing), 1e-9)
	assert.Contains(t, metric(all[0].Why), "in front of rower 20.0 cm are missing of the 30.0 cm")
	assert.InDelta(t, 0.6-0.4, float64(all[1].Missing), 1e-9)
	assert.Contains(t, metric(all[1].Why), "left of rower")
	assert.True(t, all[1].Guidance)

	// A rack in the swing: its corner lies 0.8 − 0.5 · √2 = 9.3 cm inside the quarter round.
	r.Things = []space.Thing{{ID: "rack", Name: "rack", X: 0.1 + 0.5 + 0.5, Y: -0.5 - 0.5, Width: 1, Depth: 1}}
	all = r.Conflicts()
	require.Equal(t, []string{"swing rack door"}, kinds(all))
	assert.InDelta(t, 0.8-0.5*math.Sqrt2, float64(all[0].Missing), 0.01)
	r.Openings[0].Swings = space.Outwards
	assert.Empty(t, r.Conflicts())

	// Moved by what is missing, or away, it is right.
	r.Things[0].X = 3.7
	all = r.Conflicts()
	require.Equal(t, []string{"outside rack "}, kinds(all))
	r.Things[0].X -= float64(all[0].Missing)
	assert.Empty(t, r.Conflicts())
	r.Things[0].X, r.Things[0].Away = 9, true
	assert.Empty(t, r.Conflicts())
}

// A wall of cupboards across the room leaves a gap of 0.75 m, then of 0.65: the first lets
// one out, the second does not.
func TestTheWayOut(t *testing.T) {
	for gap, out := range map[float64]bool{0.95: true, 0.75: true, 0.65: false, 0.3: false} {
		r := study()
		r.Openings = []space.Opening{{ID: "door", Name: "door", Kind: space.DoorWay, Wall: 0, At: 0.1, Width: 0.8, Swings: space.Outwards}}
		r.Things = []space.Thing{
			{ID: "wall", Name: "cupboards", X: 2, Y: -(3 - gap) / 2, Width: 0.4, Depth: quantity.Length(3 - gap)},
			{ID: "rack", Name: "rack", Kind: space.GearThere, X: 3.5, Y: -0.5, Width: 0.8, Depth: 0.8, Zone: space.Zone{Front: 0.6}},
		}
		if out {
			assert.Empty(t, r.Conflicts(), "%v", gap)
		} else {
			assert.Equal(t, []string{"way-out rack "}, kinds(r.Conflicts()), "%v", gap)
		}
		r.Openings = nil
		assert.Empty(t, r.Conflicts(), "no door is drawn: nobody can say")
	}
}

// The zone around a turned thing turns with it: its corners are those of the thing's own
// frame, moved and turned by hand.
func TestTheZoneTurnsWithItsThing(t *testing.T) {
	th := space.Thing{X: 2, Y: -1, Width: 1, Depth: 0.5, Turned: 90, Zone: space.Zone{Front: 0.6, Right: 0.2}}
	// Turned by 90°, its front (down) looks right, its right looks up: x from 2 − 0.25 to
	// 2 + 0.25 + 0.6, y from −1 − 0.5 to −1 + 0.5 + 0.2.
	lo, hi := plane.Point{X: 9, Y: 9}, plane.Point{X: -9, Y: -9}
	for _, p := range th.Around() {
		lo = plane.Point{X: math.Min(lo.X, p.X), Y: math.Min(lo.Y, p.Y)}
		hi = plane.Point{X: math.Max(hi.X, p.X), Y: math.Max(hi.Y, p.Y)}
	}
	assert.InDelta(t, 1.75, lo.X, 1e-9)
	assert.InDelta(t, 2.85, hi.X, 1e-9)
	assert.InDelta(t, -1.5, lo.Y, 1e-9)
	assert.InDelta(t, -0.3, hi.Y, 1e-9)
}
