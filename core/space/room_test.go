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

// study is a room of 4 × 3 m: walls A along the top from the first corner, B right, C
// bottom, D left; walked to the right, so that it lies below y = 0.
func study() space.Room {
	r := space.Rectangle(4, 3, 2.4)
	r.ID, r.Name, r.Holes, r.Floor = "study", "study", space.Drillable, space.Slab
	return r
}

func metric(p quantity.Phrase) string { return p.In(quantity.Metric) }

// By pencil: a door of 0.8 m in wall A, 0.5 m from the first corner, hinged at its start,
// that opens inwards: it sweeps a quarter of π 0.8²/4 = 0.5027 m², below the wall.
func TestWhatADoorSweeps(t *testing.T) {
	r := study()
	r.Openings = []space.Opening{{ID: "d", Name: "door", Kind: space.DoorWay, Wall: 0, At: 0.5, Width: 0.8, Hinge: space.AtStart,
		Swings: space.Inwards}}
	s := r.Swing(0)
	quarter := math.Pi * 0.8 * 0.8 / 4
	assert.Greater(t, s.Area(), quarter, "all that it sweeps is in it")
	assert.InDelta(t, quarter, s.Area(), 0.007)
	for k := range 91 {
		sin, cos := math.Sincos(float64(k) * math.Pi / 180)
		assert.True(t, s.Holds(plane.Point{X: 0.5 + 0.8*cos*0.9999, Y: -0.8 * sin * 0.9999}), "%d°", k)
	}
	assert.True(t, s.Convex())
	require.NoError(t, s.Check())
	assert.InDelta(t, 12-s.Area(), r.FreeFloor().Value, 1e-9)
	// Hinged at its end it sweeps the mirror image; outwards and sliding nothing.
	r.Openings[0].Hinge = space.AtEnd
	assert.True(t, r.Swing(0).Holds(plane.Point{X: 1.3, Y: -0.79}))
	assert.False(t, r.Swing(0).Holds(plane.Point{X: 0.51, Y: -0.79}))
	for _, way := range []space.Swings{space.Outwards, space.Slides, ""} {
		r.Openings[0].Swings = way
		assert.Nil(t, r.Swing(0))
		assert.InDelta(t, 12, r.FreeFloor().Value, 1e-9)
	}
}

func TestWhatCannotBe(t *testing.T) {
	door := space.Opening{ID: "d", Name: "door", Kind: space.DoorWay, Wall: 1, At: 0.2, Width: 0.8, Height: 2}
	table := space.Thing{ID: "t", Name: "table", X: 2, Y: -1.5, Width: 1.2, Depth: 0.8, Height: 0.75}
	for name, c := range map[string]struct {
		do   func(*space.Room, *space.Opening, *space.Thing)
		at   string
		says string
	}{
		"wider than its wall": {func(_ *space.Room, o *space.Opening, _ *space.Thing) { o.Width = 3.2 }, "width_m",
			"3.200 m wide, wall B is 3.000 m long"},
		"past the end": {func(_ *space.Room, o *space.Opening, _ *space.Thing) { o.At = 2.5 }, "at_m",
			"0.300 m beyond the end of wall B: at most 2.200 m"},
		"on a fifth wall": {func(_ *space.Room, o *space.Opening, _ *space.Thing) { o.Wall = 4 }, "wall",
			"wall E, and the room has 4 walls"},
		"higher than the room": {func(_ *space.Room, o *space.Opening, _ *space.Thing) { o.Height = 2.5 }, "height_m",
			"2.500 m, the ceiling is at 2.400 m"},
		"a beam in the floor": {func(r *space.Room, _ *space.Opening, _ *space.Thing) {
			r.Ceiling.Drops = []space.Drop{{Outline: rect(0, -1, 1, 1), Under: -0.2}}
		}, "drops[0]", "between the floor and"},
		"out of the room":        {func(_ *space.Room, _ *space.Opening, x *space.Thing) { x.X = 3.6 }, "x_m", "20.0 cm out of the room"},
		"higher than the lamp":   {func(_ *space.Room, _ *space.Opening, x *space.Thing) { x.Height = 2.6 }, "height_m", "2.400 m"},
		"a thing without a size": {func(_ *space.Room, _ *space.Opening, x *space.Thing) { x.Width = 0 }, "width_m", "a width"},
	} {
		r, o, x := study(), door, table
		c.do(&r, &o, &x)
		r.Openings, r.Things = []space.Opening{o}, []space.Thing{x}
		var bad *quantity.FieldError
		require.ErrorAs(t, r.Check(), &bad, name)
		assert.Equal(t, c.at, bad.Field, name)
		assert.Contains(t, bad.Error(), c.says, name)
	}
	r := study()
	r.Openings, r.Things = []space.Opening{door, {ID: "w", Name: "window", Kind: space.Window, Wall: 1, At: 0.9, Width: 1, Sill: 1,
		Height: 1}}, []space.Thing{table}
	var bad *quantity.FieldError
	require.ErrorAs(t, r.Check(), &bad)
	assert.Contains(t, bad.Error(), "overlaps window by 0.100 m")
	r.Openings[1].At = 1
	require.NoError(t, r.Check(), "they touch")
}

// Timber studs at 400 mm, the first 150 mm from the corner of a wall of 3 m: eight of them,
// the last at 2.95 m. Nobody knows where they are until the first is found.
func TestStuds(t *testing.T) {
	r := study()
	r.Walls[1] = space.Side{Kind: space.TimberStud, Spacing: 0.4, Offset: 0.15}
	got := r.Studs(1)
	require.Len(t, got, 8)
	assert.InDelta(t, 0.15, float64(got[0]), 1e-12)
	assert.InDelta(t, 2.95, float64(got[7]), 1e-9)
	r.Walls[1].Offset = 0
	assert.Empty(t, r.Studs(1))
	r.Walls[1] = space.Side{Kind: space.Brick, Spacing: 0.4, Offset: 0.15}
	assert.Empty(t, r.Studs(1))
}

func TestWhatWallsAndDoorsTake(t *testing.T) {
	r := study()
	for kind, what := range map[space.WallKind]space.What{
		space.TimberStud: space.TakesBody, space.Brick: space.TakesBody, space.ConcreteOf: space.TakesBody,
		space.MetalStud:   space.TakesBands,
		space.HollowBlock: space.TakesBands, space.Stone: space.TakesBands, space.PlasterLath: space.TakesBands,
		space.WallOfWhat: space.TakesNothing,
	} {
		r.Walls[2].Kind = kind
		assert.Equal(t, what, r.WallTakes(2).What, kind)
		r.Walls[2].NoHoles = true
		assert.Equal(t, space.TakesNothing, r.WallTakes(2).What, "a wall without holes holds nothing")
		r.Walls[2].NoHoles = false
	}
	assert.True(t, r.WallTakes(2).Look || r.Walls[2].Kind != space.WallOfWhat)
	r.Holes = space.NoHoles
	assert.Contains(t, metric(r.WallTakes(0).Why), "tenancy")
	assert.Equal(t, space.TakesNothing, r.RoofTakes().What)

	door := space.Opening{ID: "d", Name: "door", Kind: space.DoorWay, Width: 0.8, Leaf: space.SolidDoor, Swings: space.Outwards}
	for name, c := range map[string]struct {
		do   func(*space.Opening)
		most quantity.Force
	}{
		"solid, opens away":         {func(*space.Opening) {}, 400},
		"hollow, opens away":        {func(o *space.Opening) { o.Leaf = space.LightDoor }, 150},
		"nobody knows, opens away":  {func(o *space.Opening) { o.Leaf = space.UnknownDoor }, 150},
		"solid, opens into it":      {func(o *space.Opening) { o.Swings = space.Inwards }, 0},
		"solid, slides":             {func(o *space.Opening) { o.Swings = space.Slides }, 150},
		"solid, nobody says how":    {func(o *space.Opening) { o.Swings = "unknown" }, 150},
		"solid, nothing said":       {func(o *space.Opening) { o.Swings = "" }, 150},
		"no leaf":                   {func(o *space.Opening) { o.Kind = space.Gap }, 0},
		"a window of any strength":  {func(o *space.Opening) { o.Kind = space.Window }, 0},
		"a garage door of any kind": {func(o *space.Opening) { o.Kind = space.GarageDoor }, 0},
	} {
		o := door
		c.do(&o)
		r.Openings = []space.Opening{o}
		assert.InDelta(t, float64(c.most), float64(r.DoorTakes(0).Most), 0, name)
		assert.NotEmpty(t, r.DoorTakes(0).Why, name)
		if o.Kind == space.DoorWay {
			assert.InDelta(t, float64(c.most), float64(r.DoorPull()), 0, name)
		}
	}
	r.Openings, r.Door = nil, space.SolidDoor
	assert.InDelta(t, 400, float64(r.DoorPull()), 0, "a door that was only named still counts")
}

// A chair is stood on once both its tests have passed, whatever is said of it; one that
// turns never (common practice).
func TestWhatIsStoodOn(t *testing.T) {
	for _, rock := range []space.Test{"", space.NotMade, space.Passed, space.Failed} {
		for _, sit := range []space.Test{"", space.NotMade, space.Passed, space.Failed} {
			ok, why := space.Thing{Kind: space.Seat, Rock: rock, Sit: sit, Height: 0.46}.Support()
			assert.Equal(t, rock == space.Passed && sit == space.Passed, ok)
			assert.Equal(t, ok, why.Empty())
		}
	}
	swivel := space.Thing{Kind: space.Rolls, Rock: space.Passed, Sit: space.Passed, Height: 0.46}
	ok, why := swivel.Support()
	assert.False(t, ok)
	assert.Contains(t, metric(why), "rolls or turns")
	assert.False(t, space.Thing{Kind: space.Seat, Rock: space.Passed, Sit: space.Passed}.Steps(), "of a height that nobody knows")
}

// A dwelling's floor bears 40 lb/ft², a bedroom's 30 (IRC Table R301.5, from memory), with
// the pound-force and the foot of NIST SP 811: 1915 and 1436 Pa. 200 kg on 1 m² ask 1961.
func TestLoadOnTheFloor(t *testing.T) {
	r := study()
	r.Floor = space.TimberJoists
	assert.InDelta(t, 1915.2, r.LiveLoad(), 0.1)
	rack := space.Thing{Width: 1, Depth: 1}
	b := r.BurdenOf(rack, 200)
	assert.InDelta(t, 1961.33, b.Foot, 0.01)
	assert.True(t, b.Ask)
	rack.Zone = space.Zone{Front: 0.5, Left: 0.25, Right: 0.25}
	b = r.BurdenOf(rack, 200)
	assert.InDelta(t, 1961.33/2.25, b.Around, 0.01)
	assert.False(t, b.Ask)
	r.Sleeps = true
	assert.InDelta(t, 1436.4, r.LiveLoad(), 0.1)
	r.Floor = space.Slab
	rack.Zone = space.Zone{}
	assert.False(t, r.BurdenOf(rack, 2000).Ask, "a slab on the ground is not asked")
	r.NeighboursBelow = true
	assert.Contains(t, metric(r.Dropping(0.9)), "nothing is dropped")
	r.NeighboursBelow = false
	assert.Contains(t, metric(r.Dropping(0.9)), "up to 17.0 kg on a mat of 20.0 mm", "150 J / (9.80665 · 0.9 m)")
}

// By pencil, before walls of 4 × 3 m: the run across is the other side's length; a table in
// the way shortens it; a corner is too near for a lane.
func TestRoomBeforeAnAnchor(t *testing.T) {
	r := study()
	assert.InDelta(t, 3, float64(r.Run(0, 2)), 1e-9)
	assert.InDelta(t, 4, float64(r.Run(1, 1.5)), 1e-9)
	assert.InDelta(t, 4, float64(r.Farthest()), 1e-9)
	r.Things = []space.Thing{{ID: "t", Name: "table", X: 2, Y: -2, Width: 4, Depth: 0.5}}
	assert.InDelta(t, 1.75, float64(r.Run(0, 2)), 1e-9)
	r.Holes = space.NoHoles
	assert.InDelta(t, 4, float64(r.Farthest()), 1e-9, "no wall takes an anchor: furniture stands anywhere")
	a, ok := r.FarthestOn(1)
	require.True(t, ok)
	assert.InDelta(t, 4, float64(a.Run), 1e-9)
	r.Openings = []space.Opening{{ID: "d", Name: "door", Kind: space.DoorWay, Wall: 0, At: 1, Width: 0.8, Swings: space.Outwards}}
	assert.InDelta(t, 1.75, float64(r.AtDoor(0).Run), 1e-9)
	assert.InDelta(t, 1.75, float64(r.Farthest()), 1e-9, "the door is all that takes one")
	r.Things[0].Away = true
	assert.InDelta(t, 3, float64(r.AtDoor(0).Run), 1e-9)
}
