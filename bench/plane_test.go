package bench

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// litteredRoom is a room of 20 corners with 30 things in it.
func litteredRoom(seed uint64) plane.Floor {
	rng := rand.New(rand.NewPCG(seed, 20))
	f := plane.Floor{}
	for i := range 20 {
		a, d := 2*math.Pi*(float64(i)+0.7*rng.Float64())/20, 2+2*rng.Float64()
		f.Outline = append(f.Outline, plane.Point{X: d * math.Cos(a), Y: d * math.Sin(a)})
	}
	for range 30 {
		x, y, w, d, a := 6*rng.Float64()-3, 6*rng.Float64()-3, 0.1+0.4*rng.Float64(), 0.1+0.4*rng.Float64(), math.Pi*rng.Float64()
		ring := plane.Ring{}
		for _, p := range [][2]float64{{0, 0}, {w, 0}, {w, d}, {0, d}} {
			ring = append(ring, plane.Point{X: x + p[0]*math.Cos(a) - p[1]*math.Sin(a), Y: y + p[0]*math.Sin(a) + p[1]*math.Cos(a)})
		}
		f.Blocked = append(f.Blocked, ring)
	}
	return f
}

// What a room is asked while it is drawn: goal 20 ms for all three.
func BenchmarkFloor(b *testing.B) {
	for name, ask := range map[string]func(plane.Floor){
		"area":      func(f plane.Floor) { f.FreeArea() },
		"rectangle": func(f plane.Floor) { f.LargestRectangle() },
		"lane":      func(f plane.Floor) { f.LongestLane(0.9) },
	} {
		b.Run(name, func(b *testing.B) {
			n := 0
			for b.Loop() {
				ask(litteredRoom(uint64(n % 20)))
				n++
			}
		})
	}
}

// littered is the same as a room with a beam and a slope.
func littered(seed uint64) space.Room {
	f := litteredRoom(seed)
	r := space.Room{Trains: true, Outline: f.Outline, Walls: make([]space.Side, len(f.Outline)), Ceiling: space.Ceiling{Height: 2.4}}
	rng := rand.New(rand.NewPCG(seed, 21))
	for range 30 {
		r.Things = append(r.Things, space.Thing{X: 6*rng.Float64() - 3, Y: 6*rng.Float64() - 3,
			Width: quantity.Length(0.1 + 0.4*rng.Float64()), Depth: quantity.Length(0.1 + 0.4*rng.Float64()), Turned: 360 * rng.Float64()})
	}
	r.Ceiling.Drops = []space.Drop{{Outline: plane.Box(0, 0, 0.2, 6, 20), Under: 2.05}}
	if s, ok := r.SlopeAt(0, 1.4, 2.4, 1.5); ok {
		r.Ceiling.Slopes = []space.Slope{s}
	}
	return r
}

// Everything that is asked of a room at once, as an edit at Space does: every use of height
// with the highest place for each, the lane, the largest rectangle, the runs before walls.
func BenchmarkRoom(b *testing.B) {
	who := space.Body{Stature: 1.75, Shoe: 0.03}
	b.Run("20 corners, 30 things, beam and slope", func(b *testing.B) {
		n := 0
		for b.Loop() {
			space.Work([]space.Room{littered(uint64(n % 20))}, who)
			n++
		}
	})
	b.Run("the same, its walls as the tape left them", func(b *testing.B) {
		n := 0
		for b.Loop() {
			r := littered(uint64(n % 20))
			for i := range r.Outline {
				v := slices.Clone(r.Outline)
				v[i].X += 0.01
				r.Variants = append(r.Variants, v)
			}
			space.Work([]space.Room{r}, who)
			n++
		}
	})
	b.Run("one place for a height", func(b *testing.B) {
		n := 0
		for b.Loop() {
			r := littered(uint64(n % 20))
			r.Ceiling.Place(r.Free(), 2.2, 1.2, 0.9)
			n++
		}
	})
}
