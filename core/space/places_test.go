package space_test

import (
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// garage is 5.8 × 2.7 m under 2.6 m, with a door's track at 2.1 m over the first 2.4 m.
func garage(track quantity.Length) space.Room {
	r := space.Rectangle(5.8, 2.7, 2.6)
	r.Openings = []space.Opening{{ID: "g", Name: "garage door", Kind: space.GarageDoor, Wall: 3, At: 0.1, Width: 2.5, Height: 2,
		Track: track, TrackDepth: 2.4}}
	return r
}

// By hand for 1.80 m barefoot: a press needs 1.204 · 1.80 + 0.10 + 0.05 = 2.317 m, which is
// to be had beyond the track, and all over the floor once that is raised.
func TestYesHereAndNo(t *testing.T) {
	b := space.Body{Stature: 1.80}
	for track, want := range map[quantity.Length]space.Verdict{2.1: space.InAPlace, 2.31: space.InAPlace, 2.32: space.Everywhere} {
		h := space.Work([]space.Room{garage(track)}, b).Head(space.OverheadUse)
		assert.Equal(t, want, h.Verdict, "%v", track)
		assert.InDelta(t, 2.6-2.3172, float64(h.Margin), 0.002)
		if want == space.InAPlace {
			assert.InDelta(t, 3.4*2.7, h.Where.Area(), 0.02)
			for _, p := range h.Where.Outline {
				assert.GreaterOrEqual(t, p.X, 2.4-1e-6)
			}
			assert.Contains(t, metric(h.Near), "3.400 m × 2.700 m")
		}
	}
	low := garage(2.1)
	low.Ceiling.Height = 2.25
	h := space.Work([]space.Room{low}, b).Head(space.OverheadUse)
	assert.Equal(t, space.Nowhere, h.Verdict)
	assert.Equal(t, "needs 2.317 m of height, the room has 2.250 m", metric(h.Lack()))
	assert.Contains(t, metric(h.Instead), "kneeling")
}

// A slope that is lowered takes the press from a place to nowhere.
func TestLoweringASlope(t *testing.T) {
	attic := func(low quantity.Length) space.Headroom {
		r := space.Rectangle(4, 3, 2.4)
		// It rises from wall C, 3 m away, to the ridge above wall A.
		r.Ceiling.Slopes = []space.Slope{{Name: "slope", Outline: r.Outline, From: 2, Low: low, High: 2.4}}
		return space.Work([]space.Room{r}, space.Body{Stature: 1.70}).Head(space.OverheadUse)
	}
	// 1.204 · 1.70 + 0.15 = 2.1968 m; the slope has that (2.1968 − low)/(2.4 − low) · 3 m from wall C.
	for low, place := range map[quantity.Length]bool{1.8: true, 1.75: true, 1.7: false} {
		deep := 3 * (2.4 - 2.1968) / (2.4 - float64(low))
		h := attic(low)
		assert.Equal(t, place, deep >= 0.9)
		assert.Equal(t, map[bool]space.Verdict{true: space.InAPlace, false: space.Nowhere}[place], h.Verdict, "%v: %v deep", low, deep)
		assert.InDelta(t, 2.4-0.9/3*(2.4-float64(low)), float64(h.Best), 0.0015)
	}
}

// What would make a thing possible is tried: doing it does.
func TestWhatIsAskedForOpensIt(t *testing.T) {
	changes, gone := 0, 0
	for seed := range uint64(300) {
		rng := rand.New(rand.NewPCG(seed, 8))
		r := space.Rectangle(quantity.Length(1.8+2*rng.Float64()), quantity.Length(1.6+1.5*rng.Float64()),
			quantity.Length(2.2+0.5*rng.Float64()))
		w, d := float64(r.Outline[1].X), -r.Outline[2].Y
		for i := range 1 + rng.IntN(3) {
			r.Things = append(r.Things, space.Thing{ID: string(rune('a' + i)), Name: "thing " + string(rune('a'+i)),
				Kind: []space.ThingKind{space.Furnishing, space.BuiltIn, space.Car}[rng.IntN(3)],
				X:    w * rng.Float64(), Y: -d * rng.Float64(), Width: quantity.Length(0.3 + rng.Float64()),
				Depth: quantity.Length(0.3 + rng.Float64()), Turned: 90 * rng.Float64()})
		}
		if rng.IntN(2) == 0 {
			r.Ceiling.Drops = []space.Drop{{Name: "lamp", Outline: plane.Box(w/2, -d/2, 0.8, 0.8, 0), Under: 1.9, Loose: rng.IntN(2) == 0}}
		}
		b := space.Body{Stature: quantity.Length(1.5 + 0.4*rng.Float64()), Shoe: 0.03}
		for _, h := range space.Work([]space.Room{r}, b).Heads {
			if h.Verdict != space.IfChanged {
				continue
			}
			changes++
			after := r
			said := metric(h.Change)
			after.Things = append([]space.Thing(nil), r.Things...)
			for i := range after.Things {
				if strings.Contains(said, after.Things[i].Name) {
					after.Things[i].Away = true
					gone++
				}
			}
			if strings.Contains(said, "lamp") {
				after.Ceiling.Drops = nil
				gone++
			}
			assert.True(t, space.Work([]space.Room{after}, b).Head(h.Use).Fits, "seed %d, %s: %s", seed, h.Use, said)
		}
	}
	assert.Greater(t, changes, 100)
	assert.Equal(t, changes, gone)
}

// Where a body says that a place is high enough, every place of a 5 cm grid in it is, as
// the drops themselves say; and where no place is said, no place of the grid does.
func TestVerdictsAgainstAGrid(t *testing.T) {
	yes, no := 0, 0
	for seed := range uint64(100) {
		rng := rand.New(rand.NewPCG(seed, 9))
		w, d := 1.5+2*rng.Float64(), 1.5+1.5*rng.Float64()
		r := space.Rectangle(quantity.Length(w), quantity.Length(d), 2.5)
		type box struct{ x, y, w, d, under float64 }
		var boxes []box
		for range rng.IntN(6) {
			x := box{w * rng.Float64(), -d * rng.Float64(), 0.3 + 1.3*rng.Float64(), 0.3 + 1.3*rng.Float64(), 1.6 + rng.Float64()*0.9}
			boxes = append(boxes, x)
			r.Ceiling.Drops = append(r.Ceiling.Drops, space.Drop{Name: "box", Outline: plane.Box(x.x, x.y, x.w, x.d, 0),
				Under: quantity.Length(x.under)})
		}
		var table box
		if rng.IntN(2) == 0 {
			table = box{w / 2, -0.3, 0.8, 0.6, 0}
			r.Things = []space.Thing{{ID: "t", Name: "table", Kind: space.BuiltIn, X: table.x, Y: table.y, Width: 0.8, Depth: 0.6}}
		}
		low := func(x, y, margin float64) float64 {
			h := 2.5
			for _, b := range append(boxes, table) {
				if b.w > 0 && math.Abs(x-b.x) < b.w/2-margin && math.Abs(y-b.y) < b.d/2-margin {
					h = math.Min(h, b.under)
				}
			}
			return h
		}
		h := space.Work([]space.Room{r}, space.Body{Stature: 1.75}).Head(space.FullHang)
		need := 1.184*1.75 + 0.35
		require.InDelta(t, need, h.Needed.Value, 1e-9)
		if h.Fits {
			yes++
			o := h.Where.Outline
			for x := o[0].X + 0.01; x < o[1].X; x += 0.05 {
				for y := o[0].Y + 0.01; y < o[2].Y; y += 0.05 {
					require.GreaterOrEqual(t, low(x, y, 0.002), need, "seed %d", seed)
				}
			}
			assert.GreaterOrEqual(t, math.Min(o[1].X-o[0].X, o[2].Y-o[1].Y), 0.8-0.002)
			continue
		}
		no++
		for x := 0.0; x+0.8 <= w; x += 0.05 {
			for y := -d; y+0.8 <= 0; y += 0.05 {
				all := true
				for i := 0.0; i <= 0.8 && all; i += 0.04 {
					for j := 0.0; j <= 0.8 && all; j += 0.04 {
						all = low(x+i, y+j, -0.04) >= need
					}
				}
				assert.False(t, all, "seed %d: the grid has a place at %v, %v", seed, x, y)
			}
		}
	}
	assert.Greater(t, yes, 15)
	assert.Greater(t, no, 10)
}

// What a tape may be off leaves it open; a measured reach stands in for the estimate, soles
// are added, and of two rooms the better counts.
func TestTapesReachesSolesAndRooms(t *testing.T) {
	room := space.Rectangle(4, 3, 2.30) // 1.5 cm above what 1.78 m barefoot press: 2.293 m
	head := func(b space.Body, rooms ...space.Room) space.Headroom {
		return space.Work(rooms, b).Head(space.OverheadUse)
	}
	b := space.Body{Stature: 1.78}
	assert.Equal(t, space.Everywhere, head(b, room).Verdict)
	room.CeilingHalf = 0.02
	unsure := head(b, room)
	assert.Equal(t, space.Unsure, unsure.Verdict)
	assert.False(t, unsure.Fits, "what is uncertain counts at its low end")
	assert.Contains(t, metric(unsure.Lack()), "measure again")
	room.CeilingHalf = 0.005
	assert.Equal(t, space.Everywhere, head(b, room).Verdict)
	b.Shoe = 0.03
	soled := head(b, room)
	assert.Equal(t, space.Nowhere, soled.Verdict)
	assert.InDelta(t, 2.293+0.03, soled.Needed.Value, 0.001)
	b.Press = 2.10
	measured := head(b, room)
	assert.InDelta(t, 2.10+0.15+0.03, measured.Needed.Value, 1e-9)
	assert.Contains(t, measured.Needed.Formula, "pressed grip")
	assert.True(t, measured.Fits)
	b.Reach = 2.05
	assert.InDelta(t, 2.05-0.2*1.78+0.30, space.UsualNeed(b, space.BentHang).Value, 1e-9)

	hall := space.Rectangle(3, 3, 3)
	two := head(space.Body{Stature: 1.9}, room, hall)
	assert.True(t, two.Fits)
	assert.Equal(t, 1, two.Room)
	hall.Trains = false
	assert.False(t, head(space.Body{Stature: 1.9}, room, hall).Fits, "nobody trains in there")
	hall.Trains, hall.Outdoor = true, true
	a := space.Work([]space.Room{room, hall}, space.Body{Stature: 1.9})
	assert.Contains(t, a.Outside, space.OverheadUse)
	assert.NotContains(t, a.Outside, space.LyingPress)
}

// A walk that starts at 30° to the longest wall gives the same answers: places lie along
// the longest wall, however the room is turned.
func TestATurnedRoomIsTheSameRoom(t *testing.T) {
	r := garage(2.1)
	r.Things = []space.Thing{{ID: "t", Name: "bench", X: 4.5, Y: -0.4, Width: 1.2, Depth: 0.5}}
	turned := r
	angle := 33.0
	turned.Outline = r.Outline.Turned(angle * math.Pi / 180)
	at := plane.Ring{{X: 4.5, Y: -0.4}}.Turned(angle * math.Pi / 180)[0]
	turned.Things = []space.Thing{{ID: "t", Name: "bench", X: at.X, Y: at.Y, Width: 1.2, Depth: 0.5, Turned: angle}}
	a, b := space.Work([]space.Room{r}, space.Body{Stature: 1.8}), space.Work([]space.Room{turned}, space.Body{Stature: 1.8})
	assert.InDelta(t, a.Free, b.Free, 1e-6)
	assert.InDelta(t, float64(a.Lane), float64(b.Lane), 0.011)
	assert.InDelta(t, a.Rooms[0].Largest.Area(), b.Rooms[0].Largest.Area(), 0.06)
	for i, h := range a.Heads {
		assert.Equal(t, h.Verdict, b.Heads[i].Verdict, h.Use)
		assert.InDelta(t, float64(h.Margin), float64(b.Heads[i].Margin), 0.002, h.Use)
		assert.InDelta(t, h.Where.Area(), b.Heads[i].Where.Area(), 0.06, h.Use)
	}
}
