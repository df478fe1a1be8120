package api

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// By hand for a person of 1.80 m under 2.40 m: press 1.204 · 1.8 + 0.1 + 0.05 = 2.3172,
// hang 1.184 · 1.8 + 0.35 = 2.4812, bent 0.984 · 1.8 + 0.3 = 2.0712, chin over the bar
// 0.984 · 1.8 + (0.13 · 1.8 + 0.1) = 2.1052, rope 2.05, jump 2.20, step of 0.4 m 2.25.
func TestHeadroomContract(t *testing.T) {
	got, err := HeadroomQuestion{StatureM: 1.8, CeilingM: 2.4, StepM: 0.4, LoadHeightM: 0.1}.answer(t.Context())
	require.NoError(t, err)
	for name, c := range map[string]struct {
		is    HeadroomVerdict
		needs float64
	}{
		"press": {got.OverheadPress, 2.3172}, "hang": {got.FullHang, 2.4812}, "bent": {got.BentKneeHang, 2.0712},
		"chin": {got.ChinOverBar, 2.1052},
		"rope": {got.Rope, 2.05}, "jump": {got.Jump, 2.2}, "step": {got.StepUp, 2.25},
	} {
		assert.InDelta(t, c.needs, c.is.NeedsM, 1e-9, name)
		assert.InDelta(t, 2.4-c.needs, c.is.SpareM, 1e-9, name)
		assert.Equal(t, c.needs <= 2.4, c.is.OK, name)
		assert.NotEmpty(t, c.is.Why.Formula, name)
	}
	// A short person's chin clears the bar by 0.30 m; what is not given adds nothing.
	got, err = HeadroomQuestion{StatureM: 1.5, CeilingM: 2.4}.answer(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 0.984*1.5+0.3, got.ChinOverBar.NeedsM, 1e-9)
	assert.InDelta(t, 1.55, got.StepUp.NeedsM, 1e-9)
	assert.InDelta(t, 1.204*1.5+0.05, got.OverheadPress.NeedsM, 1e-9)
}

// An L with a shelf in it, by pencil: 4.6 × 2.9 less 1.2 × 0.8, less 0.4 × 2.
func TestFreeSpaceContract(t *testing.T) {
	l := []Corner{{0, 0}, {4.6, 0}, {4.6, 2.1}, {3.4, 2.1}, {3.4, 2.9}, {0, 2.9}}
	shelf := []Corner{{0, 0}, {2, 0}, {2, 0.4}, {0, 0.4}}
	got, err := FreeSpaceQuestion{Outline: l, Blocked: [][]Corner{shelf}, LaneWidthM: 0.9}.answer(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 4.6*2.9-1.2*0.8-0.8, got.AreaM2, 1e-9)
	assert.InDelta(t, 3.4*2.5, got.LargestRectangle.AreaM2, 1e-9)
	assert.InDelta(t, 0.4, got.LargestRectangle.YM, 1e-9)
	assert.GreaterOrEqual(t, got.LongestLaneM, 4.6-0.01)
	assert.InDelta(t, got.LongestLaneM, math.Hypot(got.Lane.To[0]-got.Lane.From[0], got.Lane.To[1]-got.Lane.From[1]), 1e-9)

	// Nothing is free, and no lane fits.
	got, err = FreeSpaceQuestion{Outline: shelf, Blocked: [][]Corner{shelf}, LaneWidthM: 0.9}.answer(t.Context())
	require.NoError(t, err)
	assert.Zero(t, got.AreaM2)
	assert.Zero(t, got.LargestRectangle)
	assert.Zero(t, got.LongestLaneM)
	assert.Nil(t, got.Lane)

	for name, c := range map[string]struct {
		q    FreeSpaceQuestion
		says string
	}{
		"two corners":   {FreeSpaceQuestion{Outline: l[:2]}, "three corners"},
		"a bow tie":     {FreeSpaceQuestion{Outline: []Corner{{0, 0}, {2, 2}, {2, 0}, {0, 2}}}, "side 1 meets side 3"},
		"a bad shelf":   {FreeSpaceQuestion{Outline: l, Blocked: [][]Corner{shelf, {{0, 0}, {1, 0}}}}, "three corners"},
		"a spike":       {FreeSpaceQuestion{Outline: []Corner{{0, 0}, {3, 0}, {2, 0}, {2, 2}}}, "runs back"},
		"far away":      {FreeSpaceQuestion{Outline: []Corner{{0, 0}, {300, 0}, {2, 2}}}, "within 100 m"},
		"too many":      {FreeSpaceQuestion{Outline: l, Blocked: [][]Corner{make([]Corner, 500)}}, "corners in all"},
		"a place twice": {FreeSpaceQuestion{Outline: []Corner{{0, 0}, {3, 0}, {3, 0}, {2, 2}}}, "corner 2"},
	} {
		_, err := c.q.answer(t.Context())
		assert.ErrorContains(t, err, c.says, name)
	}
}

// What is typed is drawn as far as it goes: two walls, then a third that makes a room with
// the last turn; 4.02 against 4 m leave 2 cm, shared out by halves.
func TestWalkContract(t *testing.T) {
	ask := func(text string) WalkAnswer {
		got, err := WalkQuestion{Text: text, Unit: "m", System: "metric"}.answer(t.Context())
		require.NoError(t, err)
		return got
	}
	got := ask("4 R 3")
	assert.False(t, got.Closed)
	assert.Len(t, got.Path, 3)
	assert.Contains(t, got.Problem, "three walls")
	got = ask("4 R 3 R 4.02 R 3")
	assert.True(t, got.Closed, got.Problem)
	assert.InDelta(t, 0.02, got.GapM, 1e-9)
	assert.InDelta(t, -0.02, got.Gap[0], 1e-9)
	assert.InDelta(t, 4.01, got.Walls[0].DrawnM, 1e-4)
	assert.InDelta(t, 4, got.Walls[0].LengthM, 0)
	assert.InDelta(t, 4.01*3, got.AreaM2, 1e-3)
	got = ask("4 R 3 R 4 R")
	assert.True(t, got.Closed)
	assert.InDelta(t, 3, got.Walls[3].DrawnM, 1e-9)
	assert.Zero(t, got.Walls[3].LengthM)
	got = ask("4 R 3 R 5 R 3")
	assert.False(t, got.Closed)
	assert.Contains(t, got.Problem, "miss the start by 1.000 m")
	got = ask("4 R thirteen R 4")
	assert.Equal(t, "walls[1]", got.At)
	assert.Len(t, got.Walls, 1)
	got = ask("4.2 x 3.4 - 1.6 x 1.5 C")
	assert.True(t, got.Closed)
	assert.InDelta(t, 4.2*3.4-1.6*1.5, got.AreaM2, 1e-9)
}
