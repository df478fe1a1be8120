package workbench_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// A whole room written down on a visit, pasted at once: each line is held against the walls
// that were pasted with it, and one that cannot be stands aside with its reason.
func TestARoomPasted(t *testing.T) {
	f := store.NewFile("x", "X")
	got := workbench.SurveyOf(f, f.Rooms[0], `4.2 R 1.9 R 1.6 L 1.5 R 2.6 R 3.4
ceiling 2.45 ± 1 cm

door F 0.25 0.83 x 2 light in
window A 1.2 1.8 x 1.3 sill 0.85
fixed radiator A 1.4 1.4 x 0.16 high 0.6
sofa 3.72 0.95 0.86 x 1.8
bed 3.5 3 1 x 1
door F 0.5 0.8 x 2
slope C 1 run 2 to 3
wardrobe here`, "m")
	require.Len(t, got, 10)
	for i, problem := range []string{"", "", "", "", "", "", "out of the room", "overlaps door by 0.580 m", "the ceiling is at 2.450 m",
		"not understood"} {
		if problem == "" {
			assert.Empty(t, got[i].Problem, got[i].Text)
		} else {
			assert.Contains(t, got[i].Problem, problem, got[i].Text)
		}
	}
	assert.Len(t, got[0].Walls, 6)
	assert.InDelta(t, 2.45, got[1].CeilingM, 1e-12)
	assert.InDelta(t, 0.01, got[1].HalfM, 1e-12)
	require.NotNil(t, got[2].Opening)
	assert.Equal(t, 5, got[2].Opening.Wall)
	radiator := got[4].Fixture
	require.NotNil(t, radiator)
	assert.InDelta(t, 2.1, radiator.XM, 1e-9, "1.4 m from the corner and half of its 1.4 m")
	assert.InDelta(t, 0.08, radiator.YM, 1e-9, "half its depth below the wall")
	assert.Len(t, f.Openings, 0, "nothing is kept")

	// What it says can be kept: each in its turn, as the screen does it.
	f.Rooms[0].Walls, f.Rooms[0].CeilingM = got[0].Walls, 2.45
	for i, l := range got {
		if l.Opening != nil {
			o := *l.Opening
			o.ID = string(rune('a' + i))
			f.Openings = append(f.Openings, o)
		}
		if l.Fixture != nil {
			x := *l.Fixture
			x.ID = string(rune('a' + i))
			f.Fixtures = append(f.Fixtures, x)
		}
	}
	f.Complete()
	require.NoError(t, workbench.Check(f))
}

// A walk with fewer walls takes nothing away: what stood at a wall that is gone is named, and
// comes back with it; what is written anew is still held against the room.
func TestAWalkTakesNothingAway(t *testing.T) {
	b, practice := bench(t)
	ctx, who := t.Context(), workbench.Who{Practice: practice}
	room := func(walls []store.RoomWall, base int64) (workbench.Desk, error) {
		return b.Change(ctx, who, workbench.Edit{Client: "demo-flat", Base: base, Scopes: []string{"rooms/living"},
			Do: func(f *store.File) error {
				f.Rooms[0].Walls = walls
				return nil
			}})
	}
	before, err := b.Open(ctx, who, "demo-flat")
	require.NoError(t, err)
	walls := before.File.Rooms[0].Walls
	square := []store.RoomWall{{LengthM: 3}, {TurnDeg: 90, LengthM: 3}, {TurnDeg: 90, LengthM: 3}, {TurnDeg: 90, LengthM: 3}}
	d, err := room(square, 1)
	require.NoError(t, err)
	require.Len(t, d.Results.Rooms[0].Lost, 1)
	assert.Equal(t, "hall-door", d.Results.Rooms[0].Lost[0].ID)
	assert.Contains(t, d.Results.Rooms[0].Lost[0].Why.Error(), "wall F, and the room has 4 walls")
	assert.NotEmpty(t, d.Results.Rooms[0].Room.Conflicts(), "the sofa reaches out")
	// What stands wrong since then can be tested and measured; only its place is held to the room.
	sofa := func(do func(*store.Fixture)) error {
		at, err := b.Change(ctx, who, workbench.Edit{Client: "demo-flat", Base: d.File.Revision, Scopes: []string{"fixtures/sofa"},
			Do: func(f *store.File) error {
				do(&f.Fixtures[1])
				return nil
			}})
		if err == nil {
			d = at
		}
		return err
	}
	require.NoError(t, sofa(func(x *store.Fixture) { x.Rock, x.HeightM, x.Name = "passed", 0.7, "the sofa" }))
	for path, do := range map[string]func(*store.Fixture){
		"x_m": func(x *store.Fixture) { x.XM += 0.1 }, "height_m": func(x *store.Fixture) { x.HeightM = 9 },
	} {
		var bad *quantity.FieldError
		require.ErrorAs(t, sofa(do), &bad)
		assert.Equal(t, path, bad.Field)
	}
	door := func(do func(*store.Opening)) error {
		at, err := b.Change(ctx, who, workbench.Edit{Client: "demo-flat", Base: d.File.Revision, Scopes: []string{"openings/hall-door"},
			Do: func(f *store.File) error {
				do(&f.Openings[slices.IndexFunc(f.Openings, func(o store.Opening) bool { return o.ID == "hall-door" })])
				return nil
			}})
		if err == nil {
			d = at
		}
		return err
	}
	require.NoError(t, door(func(o *store.Opening) { o.Name = "the hall's" }))
	var bad *quantity.FieldError
	require.ErrorAs(t, door(func(o *store.Opening) { o.Wall = 7 }), &bad)
	assert.Equal(t, "wall", bad.Field)
	require.NoError(t, door(func(o *store.Opening) {
		o.Name = before.File.Openings[slices.IndexFunc(before.File.Openings,
			func(o store.Opening) bool { return o.ID == "hall-door" })].Name
	}))
	d, err = room(walls, d.File.Revision)
	require.NoError(t, err)
	assert.Empty(t, d.Results.Rooms[0].Lost)
	assert.Equal(t, before.File.Openings, d.File.Openings)
}

// A slope up to the ceiling is not forgotten in silence when the ceiling's height is taken out.
func TestASlopeWithoutACeilingIsNamed(t *testing.T) {
	f := demo.Files()[0]
	f.Rooms[0].CeilingM = 0
	lost := workbench.Work(f).Rooms[0].Lost
	require.Len(t, lost, 2)
	assert.Contains(t, lost[0].Why.Error(), "measure the ceiling")
	f.Overheads[0].HighM, f.Overheads[1].HighM = 2.3, 2.3
	assert.Empty(t, workbench.Work(f).Rooms[0].Lost)
}
