package space_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// fits reports whether a length × 0.9 m rectangle turned by an angle lies in an
// a × b room: its bounding box must.
func fits(a, b, length, angle float64) bool {
	const w, slack = 0.9, 1e-6
	return length*math.Cos(angle)+w*math.Sin(angle) <= a+slack && length*math.Sin(angle)+w*math.Cos(angle) <= b+slack
}

// Against trying 2,000 angles.
func TestLaneIsTheLongestAtAnyAngle(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := rapid.Float64Range(0.95, 9).Draw(t, "a"), rapid.Float64Range(0.95, 9).Draw(t, "b")
		lane := space.Rectangle(quantity.Length(a), quantity.Length(b), 0).Lane(0).Length()
		long, short := math.Max(a, b), math.Min(a, b)
		best := 0.0
		for i := range 2001 {
			angle := float64(i) / 2000 * math.Pi / 2
			length := math.Inf(1)
			if c := math.Cos(angle); c > 1e-9 {
				length = math.Min(length, (long-0.9*math.Sin(angle))/c)
			}
			if s := math.Sin(angle); s > 1e-9 {
				length = math.Min(length, (short-0.9*math.Cos(angle))/s)
			}
			if length > 0 && fits(long, short, length, angle) {
				best = math.Max(best, length)
			}
		}
		if lane < best-0.01 {
			t.Fatalf("%v × %v: lane %v, an angle gives %v", a, b, lane, best)
		}
		if lane > best+0.02 {
			t.Fatalf("%v × %v: lane %v, no angle gives more than %v", a, b, lane, best)
		}
	})
}

func TestLaneOfNarrowRooms(t *testing.T) {
	assert.Zero(t, space.Rectangle(6, 0.85, 0).Lane(0).Length())
	assert.InDelta(t, 6, space.Rectangle(6, 0.9, 0).Lane(0).Length(), 1e-9)
	assert.Equal(t, 0, space.Lengths(1.9, 15.24), "too short a lane is none: the load is held standing")
	assert.Equal(t, 4, space.Lengths(4, 15.24))
	assert.Equal(t, 3, space.Lengths(5.08, 15.24), "50 ft is three times 16 ft 8 in")
}

// A taller person never needs a lower ceiling, and what does not fit says what would.
func TestHeadroomIsMonotone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h := rapid.Float64Range(1.2, 2.1).Draw(t, "stature")
		ceiling := rapid.Float64Range(1.5, 3.5).Draw(t, "ceiling")
		room := []space.Room{space.Rectangle(5, 4, quantity.Length(ceiling))}
		low, taller := space.Work(room, space.Body{Stature: quantity.Length(h)}).Heads,
			space.Work(room, space.Body{Stature: quantity.Length(h + 0.1)}).Heads
		for i := range low {
			if taller[i].Needed.Value < low[i].Needed.Value {
				t.Fatalf("%s needs less for a taller person", low[i].Name)
			}
			if low[i].Fits != (ceiling >= low[i].Needed.Value) {
				t.Fatalf("%s: fits %v under %v, needs %v", low[i].Name, low[i].Fits, ceiling, low[i].Needed.Value)
			}
			if !low[i].Fits && low[i].Instead.Empty() {
				t.Fatalf("%s does not fit and nothing is offered instead", low[i].Name)
			}
		}
	})
}

func TestWithoutACeilingNothingIsDecided(t *testing.T) {
	a := space.Work([]space.Room{space.Rectangle(5, 4, 0)}, space.Body{Stature: 1.8})
	for _, h := range a.Heads {
		assert.False(t, h.Known, h.Name)
		assert.True(t, h.Fits, h.Name)
	}
	assert.True(t, a.Head(space.Use("flying")).Fits, "what nobody knows is not forbidden")
	assert.Empty(t, space.Work(nil, space.Body{}).Heads)
}
