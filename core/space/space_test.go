package space_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// By hand for H = 1.80 m with the shares of Drillis & Contini and of vertical
// grip reach.
func TestCeilingsNeededByHand(t *testing.T) {
	for use, want := range map[space.Use]float64{
		space.FullHang:    1.184*1.80 + 0.35,
		space.BentHang:    0.984*1.80 + 0.30,
		space.ChinOverBar: 0.984*1.80 + 0.334,
		space.OverheadUse: 1.204*1.80 + 0.10 + 0.05,
		space.StepUp:      1.80 + 0.48 + 0.05,
		space.Rope:        2.05,
		space.Jump:        2.20,
		space.JumpReach:   1.204*1.80 + 0.30,
		space.StandingUse: 1.85,
		space.BarOverhead: 1.204*1.80 + 0.45/2 + 0.05, // discs of 450 mm: IWF
		space.FullPullUp:  1.184*1.80 + 0.05 + 0.13*1.80 + 0.10,
		space.LyingPress:  0.9,
		space.FloorPress:  (0.288+0.386+0.05)*1.80 + 0.10 + 0.05, // trunk, arm, seat (from memory)
		space.KneelPress:  0.919*1.80 + 0.10 + 0.05,
	} {
		got := space.Needs(space.Body{Stature: 1.80}, use, space.Allowance{LoadAbove: 0.10, Step: 0.48})
		assert.InDelta(t, want, got.Value, 1e-9, string(use))
		assert.NotEmpty(t, got.Formula)
	}
}

// in is the headroom of a use for 1.80 m of body, barefoot, in a room of 4 × 3 m.
func in(ceiling quantity.Length, use space.Use) space.Headroom {
	return space.Work([]space.Room{space.Rectangle(4, 3, ceiling)}, space.Body{Stature: 1.80}).Head(use)
}

func TestRefusalSaysWhatWorks(t *testing.T) {
	hang := in(2.30, space.FullHang)
	assert.False(t, hang.Fits)
	assert.Contains(t, hang.Instead.In(quantity.Metric), "1.771 m works")
	step := in(2.30, space.StepUp)
	assert.False(t, step.Fits)
	assert.Contains(t, step.Instead.In(quantity.Metric), "45.0 cm")
	for _, use := range space.Uses() {
		assert.True(t, in(0, use).Fits, "an unmeasured ceiling forbids nothing: %s", use)
		assert.False(t, in(0, use).Known)
	}
}

// The corners of the longest lane stay in the room; checked against a search over 200,000
// angles.
func TestLaneAgainstSearch(t *testing.T) {
	for _, room := range [][2]float64{{4, 3}, {6, 2.4}, {5, 5}, {3, 1}, {8, 0.95}} {
		a, b := room[0], room[1]
		best := a
		for i := 1; i < 200000; i++ {
			th := math.Pi / 2 * float64(i) / 200000
			best = math.Max(best, math.Min((a-0.9*math.Sin(th))/math.Cos(th), (b-0.9*math.Cos(th))/math.Sin(th)))
		}
		got := space.Rectangle(quantity.Length(a), quantity.Length(b), 0).Lane(0)
		assert.InDelta(t, best, got.Length(), 0.01, "%v", room)
	}
	assert.Zero(t, space.Rectangle(4, 0.8, 0).Lane(0).Length())
	assert.Equal(t, 4, space.Lengths(4, 15.24))
	assert.Zero(t, space.Lengths(1.5, 15))
}

func TestFreeFloor(t *testing.T) {
	r := space.Rectangle(4, 3, 0)
	r.Taken = 2.5
	assert.InDelta(t, 9.5, r.FreeFloor().Value, 1e-12)
	small := space.Rectangle(2, 1, 0)
	small.Taken = 5
	assert.Zero(t, small.FreeFloor().Value)
}

// By hand for 1.90 m: standing 1.95 m; seated on the floor 0.724 · 1.90 + 0.10 + 0.05 =
// 1.5256 m; on the knees 0.919 · 1.90 + 0.15 = 1.8961 m; a bar overhead 1.204 · 1.90 +
// 0.275 = 2.5626 m; a pull-up from a full hang 1.184 · 1.90 + 0.05 + 0.347 = 2.6466 m.
func TestHeightsByHand(t *testing.T) {
	for use, want := range map[space.Use]float64{
		space.StandingUse: 1.95, space.FloorPress: 1.5256, space.KneelPress: 1.8961, space.BarOverhead: 2.5626, space.FullPullUp: 2.6466,
		space.LyingPress: 0.9,
	} {
		h := space.Work([]space.Room{space.Rectangle(4, 3, 1.75)}, space.Body{Stature: 1.90}).Head(use)
		assert.InDelta(t, want, h.Needed.Value, 1e-4, use)
		assert.Equal(t, want <= 1.75, h.Fits, use)
	}
	for _, u := range space.Uses() {
		assert.Positive(t, space.Needs(space.Body{Stature: 1.7}, u, space.Allowance{}).Value, u)
	}
	// The chin over the bar asks for more than the hang, never less.
	for h := quantity.Length(1.4); h < 2.1; h += 0.05 {
		b := space.Body{Stature: h}
		assert.GreaterOrEqual(t, space.UsualNeed(b, space.FullPullUp).Value, space.UsualNeed(b, space.FullHang).Value-1e-9)
	}
}
