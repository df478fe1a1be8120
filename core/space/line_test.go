package space_test

import (
	"errors"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// As people write down a room on a visit, in metres and in feet.
func TestLinesOfASurvey(t *testing.T) {
	door := space.Opening{Name: "door", Kind: space.DoorWay, Wall: 1, At: 0.4, Width: 0.8, Height: 2, Leaf: space.SolidDoor,
		Swings: space.Outwards, Hinge: space.AtStart}
	for text, want := range map[string]space.Line{
		"ceiling 2.4":                      {Kind: space.CeilingLine, Ceiling: 2.4},
		"Ceiling 2.4 m ± 1 cm":             {Kind: space.CeilingLine, Ceiling: 2.4, Half: 0.01},
		"ceiling 2400 mm +- 5mm":           {Kind: space.CeilingLine, Ceiling: 2.4, Half: 0.005},
		"door B 0.4 0.8 x 2.0 solid out":   {Kind: space.OpeningLine, Opening: door},
		"door b 40cm 80 cm x 2m solid out": {Kind: space.OpeningLine, Opening: door},
		"window A 1.2 1.8x1.3 sill 0.85": {Kind: space.OpeningLine, Opening: space.Opening{
			Name: "window", Kind: space.Window, At: 1.2, Width: 1.8, Height: 1.3, Sill: 0.85, Leaf: space.UnknownDoor,
			Hinge: space.AtStart}},
		"garage door D 0.3 4.8 x 2.1 track 2.2 depth 2.4": {Kind: space.OpeningLine, Opening: space.Opening{
			Name: "garage door", Kind: space.GarageDoor, Wall: 3, At: 0.3, Width: 4.8, Height: 2.1, Track: 2.2, TrackDepth: 2.4,
			Leaf: space.UnknownDoor, Hinge: space.AtStart}},
		"beam 3.3 1.8 0.16 x 3.6 at 1.98": {Kind: space.DropLine, Drop: "beam", Thing: space.Thing{X: 3.3, Width: 0.16, Depth: 3.6},
			Down: 1.8, Under: 1.98},
		"slope C 1.25 run 1.3 to 2.4": {Kind: space.SlopeLine, Wall: 2, Under: 1.25, Run: 1.3, High: 2.4},
		"slope A 5' run 4'":           {Kind: space.SlopeLine, Under: 1.524, Run: 1.2192},
		"sofa 3.7 0.9 0.86 x 1.8 high 0.8 kg 52": {Kind: space.ThingLine, Down: 0.9, Thing: space.Thing{
			Name: "sofa", Kind: space.Furnishing, X: 3.7, Width: 0.86, Depth: 1.8, Height: 0.8, Mass: 52, Rock: space.NotMade,
			Sit: space.NotMade}},
		"fixed radiator A 1.4 1.4 x 0.16": {Kind: space.ThingLine, AtWall: true, Along: 1.4, Thing: space.Thing{
			Name: "radiator", Kind: space.BuiltIn, Width: 1.4, Depth: 0.16, Rock: space.NotMade, Sit: space.NotMade}},
		"seat milking stool 0.4 1.6 0.4 x 0.35": {Kind: space.ThingLine, Down: 1.6, Thing: space.Thing{
			Name: "milking stool", Kind: space.Seat, X: 0.4, Width: 0.4, Depth: 0.35, Rock: space.NotMade, Sit: space.NotMade}},
		"car 2.6 3.9 4.5 x 1.85": {Kind: space.ThingLine, Down: 3.9, Thing: space.Thing{Name: "car", Kind: space.Car, X: 2.6, Width: 4.5,
			Depth: 1.85, Rock: space.NotMade, Sit: space.NotMade}},
	} {
		got, err := space.ParseLine(text, "m")
		require.NoError(t, err, text)
		assert.InDelta(t, float64(want.Under), float64(got.Under), 1e-9, text)
		assert.InDelta(t, float64(want.Run), float64(got.Run), 1e-9, text)
		got.Under, got.Run, want.Under, want.Run = 0, 0, 0, 0
		assert.Equal(t, want, got, text)
	}
	for text, inches := range map[string][3]float64{
		`door B 16" 32" x 80" light in`:       {16, 32, 80},
		"door B 16 in 32 in x 80 in light in": {16, 32, 80},
		`door B 1' 4" 2' 8" x 6' 8" light in`: {16, 32, 80},
		"door B 16 32 x 80 light in":          {16, 32, 80},
	} {
		got, err := space.ParseLine(text, "in")
		require.NoError(t, err, text)
		for i, l := range []quantity.Length{got.Opening.At, got.Opening.Width, got.Opening.Height} {
			assert.InDelta(t, inches[i]*0.0254, float64(l), 1e-9, text)
		}
		assert.Equal(t, space.Inwards, got.Opening.Swings, text)
		assert.Equal(t, space.LightDoor, got.Opening.Leaf, text)
	}
	walk, err := space.ParseLine("4.6 R 2.9 R 4.6 R", "m")
	require.NoError(t, err)
	assert.True(t, walk.Closes)
	assert.Len(t, walk.Walls, 4)
}

// What is not understood says what is missing, with an example that is understood.
func TestLinesThatAreNotUnderstood(t *testing.T) {
	for text, says := range map[string]string{
		"":                          "nothing typed",
		"door":                      "not understood",
		"door 0.4 0.8 x 2.0":        "in which wall",
		"door B 0.4":                "its size is missing",
		"door B 0.8 x 2.0":          "2 lengths where 3 belong",
		"door B 0.4 0.8 x 2.0 up":   `"up" is not understood`,
		"window A 1 1 x 1 sill tub": "sill",
		"slope 1.2 run 1":           "starts at a wall",
		"slope C 1.2":               "run: how far",
		"beam 1 1 0.2 x 3":          "at: its underside",
		"ceiling":                   "the ceiling's height",
		"ceiling high":              "the ceiling's height",
		"sofa":                      "not understood",
		"sofa 1 0.8 x 0.9":          "lengths",
		"sofa 1 1 0.8 x 0.9 kg fat": "its mass",
		"4.6 R":                     "",
	} {
		_, err := space.ParseLine(text, "m")
		if says == "" {
			continue
		}
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad, text)
		assert.Equal(t, "line", bad.Field)
		said := bad.Error()
		assert.Contains(t, said, says, text)
		if _, example, ok := strings.Cut(said, "for example "); ok {
			example, _, _ = strings.Cut(example, ", or ")
			_, err := space.ParseLine(example, "m")
			assert.NoError(t, err, "its own example: %s", example)
		}
	}
}

// A thing against each wall of the study stands inside, its back on the wall, its front
// into the room.
func TestAgainstAWall(t *testing.T) {
	r := study()
	for wall := range 4 {
		x, y, turned, err := r.Against(wall, 0.5, 1.2, 0.4)
		require.NoError(t, err)
		th := space.Thing{ID: "t", Name: "t", X: x, Y: y, Width: 1.2, Depth: 0.4, Turned: turned, Zone: space.Zone{Front: 1}}
		r.Things = []space.Thing{th}
		assert.Empty(t, r.Conflicts(), "wall %d", wall)
		from, to, _ := r.Wall(wall)
		off := math.Abs((to.X-from.X)*(from.Y-y)-(from.X-x)*(to.Y-from.Y)) / math.Hypot(to.X-from.X, to.Y-from.Y)
		assert.InDelta(t, 0.2, off, 1e-9)
	}
	_, _, _, err := r.Against(7, 0, 1, 1)
	require.Error(t, err)
}

// Whatever is typed is read or refused, and never both; a refusal says something.
func FuzzLine(f *testing.F) {
	for _, s := range []string{"door B 0.4 0.8 x 2.0 solid out", "slope C 1.25 run 1.3 to 2.4", "sofa 3.7 0.9 0.86 x 1.8 high 0.8 kg 52",
		"4.6 x 2.9 - 1.2 x 0.8 C", "ceiling 2.4 ± 1 cm", "beam 3 1 0.1 x 2 at 2", "x", "door  x", "a 1 x 1"} {
		f.Add(s, "m")
		f.Add(s, "ft")
	}
	f.Fuzz(func(t *testing.T, text, unit string) {
		got, err := space.ParseLine(text, unit)
		var bad *quantity.FieldError
		if err != nil {
			if errors.As(err, &bad) && bad.Error() == "" {
				t.Fatalf("%q: refused without a word", text)
			}
			return
		}
		if got.Kind == "" {
			t.Fatalf("%q: neither read nor refused", text)
		}
		if got.Kind == space.ThingLine && strings.TrimSpace(got.Thing.Name) == "" {
			t.Fatalf("%q: a thing without a name", text)
		}
	})
}
