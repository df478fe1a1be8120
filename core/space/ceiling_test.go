package space_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

func rect(x, y, w, d float64) plane.Ring {
	return plane.Ring{{X: x, Y: y}, {X: x + w, Y: y}, {X: x + w, Y: y + d}, {X: x, Y: y + d}}
}

// By pencil: an attic of 4 × 5 m, 2.4 m high, that slopes over 1.5 m from 1.2 m at one long
// wall. 2.1 m are reached 1.125 m from it, so 2.875 × 5 are left; a beam at 2.0 m takes 0.4 m
// of the length out of the middle, and leaves 2.875 × 2.3.
func TestAnAttic(t *testing.T) {
	floor := plane.Floor{Outline: rect(0, 0, 4, 5)}
	c := space.Ceiling{Height: 2.4, Slopes: []space.Slope{{Outline: rect(0, 0, 1.5, 5), From: 3, Low: 1.2, High: 2.4}}}
	require.NoError(t, c.Check())
	assert.InDelta(t, 2.875*5, c.Place(floor, 2.1, 1.2, 0.9).Area(), 1e-9)
	assert.InDelta(t, 1.125, c.Place(floor, 2.1, 1.2, 0.9).X, 1e-9)
	assert.Zero(t, c.Place(floor, 2.41, 1.2, 0.9))
	assert.InDelta(t, 20, c.Place(floor, 1.2, 1.2, 0.9).Area(), 1e-9)
	assert.InDelta(t, 2.4, float64(c.HighestFor(floor, 1.2, 0.9)), 0)
	c.Drops = []space.Drop{{Outline: rect(0, 2.3, 4, 0.4), Under: 2.0}}
	assert.InDelta(t, 2.875*2.3, c.Place(floor, 2.1, 1.2, 0.9).Area(), 1e-9)
	assert.InDelta(t, 20-0.75*5, c.Place(floor, 1.8, 1.2, 0.9).Area(), 1e-9)
	// What needs 3.9 m across gets as high as the slope is 0.1 m from its foot.
	assert.InDelta(t, 1.28, float64(c.HighestFor(floor, 3.9, 3.9)), 0.002)
	assert.Zero(t, c.HighestFor(floor, 4.1, 4.1))
}

func TestACeilingThatCannotBe(t *testing.T) {
	for name, c := range map[string]struct {
		c    space.Ceiling
		at   string
		says string
	}{
		"none": {space.Ceiling{}, "height", "above 0"},
		"a beam in the floor": {space.Ceiling{Height: 2.4, Drops: []space.Drop{{Outline: rect(0, 0, 1, 1), Under: -0.1}}}, "drops[0]",
			"between the floor"},
		"a beam on the roof": {space.Ceiling{Height: 2.4, Drops: []space.Drop{{Outline: rect(0, 0, 1, 1), Under: 2.5}}}, "drops[0]",
			"2.400 m"},
		"a beam of a line": {space.Ceiling{Height: 2.4, Drops: []space.Drop{{Outline: plane.Ring{{X: 1}, {X: 2}}, Under: 2}}},
			"drops[0]", "three corners"},
		"a level slope": {space.Ceiling{Height: 2.4, Slopes: []space.Slope{{Outline: rect(0, 0, 1, 1), Low: 2, High: 2}}},
			"slopes[0]", "rises"},
		"from no side": {space.Ceiling{Height: 2.4, Slopes: []space.Slope{{Outline: rect(0, 0, 1, 1), From: 4, Low: 1, High: 2}}},
			"slopes[0]", "one of its sides"},
		"an arrow": {space.Ceiling{Height: 2.4, Slopes: []space.Slope{{Outline: plane.Ring{{X: 0, Y: 0}, {X: 2, Y: 0},
			{X: 2, Y: 2}, {X: 1, Y: 0.5}}, Low: 1, High: 2}}}, "slopes[0]", "take it as two"},
	} {
		var bad *quantity.FieldError
		require.ErrorAs(t, c.c.Check(), &bad, name)
		assert.Equal(t, c.at, bad.Field, name)
		assert.Contains(t, bad.Error(), c.says, name)
	}
}

// Against a grid of 4 cm of the heights themselves, each worked out from the distance to
// the foot of the slope: what the grid finds with room to spare is found, and what is found
// has the height at each of its grid's places.
func TestPlacesAgainstAGrid(t *testing.T) {
	const g = 0.04
	found, none := 0, 0
	for seed := range uint64(60) {
		rng := rand.New(rand.NewPCG(seed, 12))
		w, d := 1.6+2*rng.Float64(), 1.6+2*rng.Float64()
		floor := plane.Floor{Outline: rect(0, 0, w, d)}
		c := space.Ceiling{Height: 2.5}
		type plate struct{ x, y, w, d, under float64 }
		var plates []plate
		for range 1 + rng.IntN(4) {
			p := plate{x: rng.Float64() * w, y: rng.Float64() * d, w: 0.2 + rng.Float64(), d: 0.2 + rng.Float64(),
				under: 1.9 + 0.6*rng.Float64()}
			c.Drops = append(c.Drops, space.Drop{Outline: rect(p.x, p.y, p.w, p.d), Under: quantity.Length(p.under)})
			plates = append(plates, p)
		}
		// One slope up from the left wall, one down to the back wall.
		left := plate{w: 0.5 + 1.5*rng.Float64(), d: d, under: 1 + rng.Float64()}
		rear := plate{y: d - 0.5 - rng.Float64(), w: w, under: 1 + rng.Float64()}
		rear.d = d - rear.y
		c.Slopes = []space.Slope{
			{Outline: rect(left.x, left.y, left.w, left.d), From: 3, Low: quantity.Length(left.under), High: 2.5},
			{Outline: rect(rear.x, rear.y, rear.w, rear.d), From: 2, Low: quantity.Length(rear.under), High: 2.2},
		}
		require.NoError(t, c.Check())
		height := func(x, y float64) float64 {
			h := 2.5
			for _, p := range plates {
				if x >= p.x && x <= p.x+p.w && y >= p.y && y <= p.y+p.d {
					h = math.Min(h, p.under)
				}
			}
			if x <= left.w {
				h = math.Min(h, left.under+(2.5-left.under)*x/left.w)
			}
			if y >= rear.y {
				h = math.Min(h, rear.under+(2.2-rear.under)*(d-y)/rear.d)
			}
			return h
		}
		need := 2 + 0.5*rng.Float64()
		got := c.Place(floor, quantity.Length(need), 1.2, 0.9)
		for x := got.X + 1e-6; x < got.X+got.Width; x += g / 2 {
			for y := got.Y + 1e-6; y < got.Y+got.Depth; y += g / 2 {
				require.GreaterOrEqual(t, height(x, y), need-1e-4, "seed %d", seed)
			}
		}
		grid := false
		for _, size := range [][2]float64{{1.2, 0.9}, {0.9, 1.2}} {
			for x := 0.0; x+size[0] <= w && !grid; x += g {
				for y := 0.0; y+size[1] <= d && !grid; y += g {
					grid = true
					// With room to spare, so that nothing slips between the places of the grid.
					for i := -g; i <= size[0]+g && grid; i += g / 2 {
						for j := -g; j <= size[1]+g && grid; j += g / 2 {
							grid = height(math.Max(0, math.Min(w, x+i)), math.Max(0, math.Min(d, y+j))) >= need
						}
					}
				}
			}
		}
		if got.Area() > 0 {
			found++
			assert.GreaterOrEqual(t, math.Max(got.Width, got.Depth), 1.2-0.0011)
			assert.GreaterOrEqual(t, math.Min(got.Width, got.Depth), 0.9-0.0011)
		} else {
			none++
			assert.False(t, grid, "seed %d: the grid finds a place", seed)
		}
	}
	assert.Greater(t, found, 10)
	assert.Greater(t, none, 5)
}
