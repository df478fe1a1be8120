package space_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

func surveyed(t *testing.T, text string) space.Survey {
	t.Helper()
	walls, closes, err := space.ParseWalk(text, "m")
	require.NoError(t, err, text)
	s, err := space.Closed(walls, closes)
	require.NoError(t, err, text)
	return s
}

// By pencil: an L of 4.6 × 3.7 with 3.4 × 0.8 out of a corner; the last wall is 3.7.
func TestAWalkRoundAnL(t *testing.T) {
	s := surveyed(t, "4.6 R 2.9 R 1.2 L 0.8 R 3.4 R")
	require.Len(t, s.Walls, 6)
	assert.InDelta(t, 3.7, float64(s.Walls[5].Length), 1e-12)
	assert.InDelta(t, 4.6*2.9+3.4*0.8, s.Outline.Area(), 1e-9)
	assert.InDelta(t, 0, math.Hypot(s.Gap.X, s.Gap.Y), 1e-12)
	for _, same := range []string{"4.6r2.9r1.2l0.8r3.4r", "460 cm right 290cm right 1200 mm left 800mm right 3.4m right 3.7",
		"4.6, R, 2.9, R, 1.2, L, 0.8, R, 3.4, R", "4.6 L 3.7 L 3.4 L 0.8 R 1.2 L"} {
		assert.InDelta(t, 4.6*2.9+3.4*0.8, surveyed(t, same).Outline.Area(), 1e-9, same)
	}
	feet := surveyed(t, `12' R 10' 6" R 12'R`)
	assert.InDelta(t, 12*10.5*0.3048*0.3048, feet.Outline.Area(), 1e-9)
}

// Six equal sides with turns of 60° are a regular hexagon, 3√3/2 a²; a corner cut at 45°.
func TestAWalkAtAnyAngle(t *testing.T) {
	assert.InDelta(t, 3*math.Sqrt(3)/2*4, surveyed(t, "2 R 60 2 R 60° 2 R60 2 R 60 2 R 60 2").Outline.Area(), 1e-9)
	assert.InDelta(t, 3*math.Sqrt(3)/2*4, surveyed(t, "2 R 60 2 R 60 2 R 60 2 R 60 2 R 60°").Outline.Area(), 1e-9)
	cut := surveyed(t, "3 R 45 1.4142 R 45 2 R 4 R")
	assert.InDelta(t, 4*3-0.5, cut.Outline.Area(), 1e-3)
}

func TestAWalkThatCannotBeRead(t *testing.T) {
	for text, want := range map[string][2]string{
		"":                               {"walls[0]", "nothing typed"},
		"R 3":                            {"walls[0]", "a length is missing"},
		"3 R R 4":                        {"walls[1]", "a length is missing"},
		"3 R 4 kg R 3":                   {"walls[1]", ""},
		"3 R 0 R 3":                      {"walls[1]", "longer than nothing"},
		"3 R 400 m R 3":                  {"walls[1]", "no longer than"},
		"3 R four R 3":                   {"walls[1]", ""},
		"3" + strings.Repeat(" R 3", 70): {"walls", "more than 60"},
	} {
		_, _, err := space.ParseWalk(text, "m")
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad, text)
		assert.Equal(t, want[0], bad.Field, text)
		assert.Contains(t, bad.Error(), want[1], text)
	}
	for text, want := range map[string][2]string{
		"3 R 4":                       {"walls", "three walls"},
		"4 R 3 R 4 R 2":               {"walls", "miss the start by 1.000 m"},
		"4 R 3 R 4":                   {"walls", "miss the start"},
		"4 R 3 R 6 R 5 R 1 R 8":       {"walls", "miss the start"},
		"4 R 3 R 2 R 5 L 2 L":         {"walls[3]", "meets wall 1"},
		"4 R 3 R 4 L":                 {"walls[3]", "backwards"},
		"4! R 3 R 4.02! R 3":          {"walls", "marked exact"},
		"4! R 3 R 4.02! R 3.5 L 0.1!": {"walls", "miss"},
	} {
		walls, closes, err := space.ParseWalk(text, "m")
		require.NoError(t, err, text)
		_, err = space.Closed(walls, closes)
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad, text)
		assert.Equal(t, want[0], bad.Field, text)
		assert.Contains(t, bad.Error(), want[1], text)
	}
}

// Against rooms whose every length was read with an error of the tape's: every corner keeps
// its turn, exact walls keep their length, the room closes, and no other set of changes that
// closes it costs less, tried at random along what leaves it closed.
func TestTheGapIsSharedOut(t *testing.T) {
	for seed := range uint64(200) {
		rng := rand.New(rand.NewPCG(seed, 4))
		w, d, a, b := 3+3*rng.Float64(), 3+2*rng.Float64(), 0.5+rng.Float64(), 0.5+rng.Float64()
		read := func(l float64) float64 { return l + 0.006*(2*rng.Float64()-1) }
		lengths := []float64{read(w), read(d), read(w - a), read(b), read(a), read(d - b)}
		turns := []string{"", " R ", " R ", " R ", " L ", " R "}
		exact := rng.IntN(7)
		text := ""
		for i, l := range lengths {
			text += turns[i] + fmt.Sprintf("%.6f", l)
			if i == exact {
				text += "!"
			}
		}
		walls, closes, err := space.ParseWalk(text, "m")
		require.NoError(t, err)
		require.False(t, closes)
		s, err := space.Closed(walls, closes)
		require.NoError(t, err, text)
		dirs := [][2]float64{{1, 0}, {0, -1}, {-1, 0}, {0, 1}, {-1, 0}, {0, 1}}
		cost, x, y := 0.0, 0.0, 0.0
		for i, wall := range s.Walls {
			x, y = x+float64(wall.Length)*dirs[i][0], y+float64(wall.Length)*dirs[i][1]
			cost += float64(s.Moved[i]*s.Moved[i]) / lengths[i]
			assert.InDelta(t, lengths[i]+float64(s.Moved[i]), float64(wall.Length), 1e-6)
			p, q := s.Outline[i], s.Outline[(i+1)%6]
			assert.InDelta(t, float64(wall.Length)*dirs[i][0], q.X-p.X, 1e-9, "every wall keeps its direction")
			assert.InDelta(t, float64(wall.Length)*dirs[i][1], q.Y-p.Y, 1e-9)
			if i == exact {
				assert.Zero(t, s.Moved[i])
			}
		}
		assert.InDelta(t, 0, math.Hypot(x, y), 1e-9, "it closes")
		for range 60 {
			// Two walls that run along one line trade a length; the room stays closed.
			i, j := rng.IntN(6), rng.IntN(6)
			dot := dirs[i][0]*dirs[j][0] + dirs[i][1]*dirs[j][1]
			if i == j || dot == 0 || i == exact || j == exact {
				continue
			}
			more := 0.003 * (2*rng.Float64() - 1)
			mi, mj := float64(s.Moved[i])+more, float64(s.Moved[j])-more*dot
			other := cost - float64(s.Moved[i]*s.Moved[i])/lengths[i] - float64(s.Moved[j]*s.Moved[j])/lengths[j] + mi*mi/lengths[i] +
				mj*mj/lengths[j]
			assert.GreaterOrEqual(t, other, cost-1e-9)
		}
	}
}

// Whatever is typed is read or refused at its place, and what is closed is a room.
func FuzzWalk(f *testing.F) {
	for _, s := range []string{"4.6 R 2.9 R 1.2 L 0.8 R 3.4 R", `12' 6" r45 3 R`, "3!R3!R3R", "R", "1 R 179.9 1 R 179.9° 1", "1e9 R 3"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		walls, closes, err := space.ParseWalk(text, "m")
		if err != nil {
			return
		}
		for i, w := range walls {
			assert.True(t, w.Length > 0 && w.Length <= 100 || closes && i == len(walls)-1 && w.Length == 0, "%q: %v", text, w)
			assert.Less(t, math.Abs(w.Turn), 180.0)
		}
		s, err := space.Closed(walls, closes)
		if err != nil {
			var bad *quantity.FieldError
			require.ErrorAs(t, err, &bad, text)
			return
		}
		require.NoError(t, s.Outline.Check(), text)
	})
}

// By pencil: an L out of 5 × 4 m with 2 × 1.5 m out of its lower right corner is 5, R 2.5,
// R 2, L 1.5, R 3, R 4 round the walls, 17 m²; with a bite out of each corner it has 12 walls.
func TestARectangleWithBites(t *testing.T) {
	walls, closes, err := space.ParseShape("5 x 4 - 2 x 1.5 C", "m")
	require.NoError(t, err)
	assert.False(t, closes)
	walk, _, err := space.ParseWalk("5 R 2.5 R 2 L 1.5 R 3 R 4", "m")
	require.NoError(t, err)
	assert.Equal(t, walk, walls)
	for text, want := range map[string]struct {
		area    float64
		corners int
	}{
		"4.6 x 2.9":                             {4.6 * 2.9, 4},
		"5 × 4 − 2 × 1.5 C":                     {17, 6},
		"5 x 4 - 1 x 1 a":                       {19, 6},
		"5 x 4 - 1 x 0.5 B":                     {19.5, 6},
		"5 x 4 - 1 x 0.5 D":                     {19.5, 6},
		`10' x 8' - 2' x 18" B`:                 {(80 - 3) * 0.3048 * 0.3048, 6},
		"4 x 4 - 1x1 A - 1x1 B - 1x1 C - 1x1 D": {12, 12},
		"4 R 3 R 4":                             {12, 4},
	} {
		walls, closes, err := space.ParseShape(text, "m")
		require.NoError(t, err, text)
		if text == "4 R 3 R 4" {
			walls, closes, err = space.ParseShape(text+" R", "m")
			require.NoError(t, err)
		}
		s, err := space.Closed(walls, closes)
		require.NoError(t, err, text)
		assert.InDelta(t, want.area, s.Outline.Area(), 1e-9, text)
		assert.Len(t, s.Outline, want.corners, text)
		assert.InDelta(t, 0, s.Missed(), 1e-9, text)
		path := space.Path(walls, closes)
		for i, p := range s.Outline {
			assert.InDelta(t, p.X, path[i].X, 1e-9, text)
			assert.InDelta(t, p.Y, path[i].Y, 1e-9, text)
		}
	}
	for text, says := range map[string]string{
		"5 x 4 - 2 x 1.5":           "out of which corner",
		"5 x 4 - 2 C":               "two sides",
		"5 x 4 - 5 x 1 C":           "leave nothing of the side from corner C to D",
		"5 x 4 - 3 x 1 C - 2 x 1 D": "leave nothing of the side from corner C to D",
		"5 x 4 - 1 x 1 C - 1 x 1 C": "bitten twice",
		"500 x 4":                   "no longer than",
		"5 x 4 - 1 x 1 C R":         "corner",
	} {
		_, _, err := space.ParseShape(text, "m")
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad, text)
		assert.Contains(t, bad.Error(), says, text)
	}
	// What was understood before the fault stays.
	walls, _, err = space.ParseShape("4.6 R 2.9 R oops R 3", "m")
	require.Error(t, err)
	assert.Len(t, walls, 2)
}

// One wall of a drawn room is read wrong by a few centimetres: it is among those that are to be measured again.
func TestAWallThatWasReadWrongIsNamed(t *testing.T) {
	rng := rand.New(rand.NewPCG(26, 4))
	for range 300 {
		w, d, a, b := 3+3*rng.Float64(), 3+2*rng.Float64(), 0.5+rng.Float64(), 0.5+rng.Float64()
		lengths := []float64{w, d, w - a, b, a, d - b}
		wrong := rng.IntN(6)
		lengths[wrong] += 0.01 + 0.03*rng.Float64()
		walk := ""
		for i, turn := range []string{"", " R ", " R ", " R ", " L ", " R "} {
			walk += turn + fmt.Sprintf("%.6f", lengths[i])
		}
		walls, closes, err := space.ParseWalk(walk, "m")
		require.NoError(t, err)
		s, err := space.Closed(walls, closes)
		require.NoError(t, err)
		assert.Contains(t, s.Again(), wrong, walk)
		assert.Less(t, len(s.Again()), 6, "not all of them")
	}
	// What closes names none; a walk that misses by far names them in its refusal.
	walls, closes, err := space.ParseWalk("4 R 3 R 4 R 3", "m")
	require.NoError(t, err)
	s, err := space.Closed(walls, closes)
	require.NoError(t, err)
	assert.Empty(t, s.Again())
	walls, closes, err = space.ParseWalk("4 R 3 R 4.5 R 3", "m")
	require.NoError(t, err)
	_, err = space.Closed(walls, closes)
	assert.ErrorContains(t, err, "measure C or A again")
}
