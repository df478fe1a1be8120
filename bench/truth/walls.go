package main

import (
	"math/rand/v2"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// shape is a room as it really is: its walls close, and what stands in it stands where the
// first wall's start and direction put it.
type shape struct {
	walls    []space.Wall
	things   []space.Thing
	openings []space.Opening
}

func walk(lengths ...float64) (out []space.Wall) {
	for _, l := range lengths {
		turn := 90.0
		if l < 0 { // after a turn to the left
			turn, l = -90, -l
		}
		out = append(out, space.Wall{Turn: turn, Length: quantity.Length(l)})
	}
	out[0].Turn = 0
	return out
}

// shapes draws rooms of one kind.
func shapes(r *rand.Rand, kind string) shape {
	between := func(lo, hi float64) float64 { return lo + (hi-lo)*r.Float64() }
	w, d := between(3, 6), between(2.4, 4.5)
	var out shape
	switch kind {
	case "a rectangle":
		out.walls = walk(w, d, w, d)
	case "an L", "an L with things":
		bw, bd := between(0.3, 0.5)*w, between(0.3, 0.5)*d
		out.walls = walk(w, d-bd, bw, -bd, w-bw, d)
	case "a T":
		foot, side := between(0.3, 0.5)*w, between(0.3, 0.5)*d
		left := between(0.2, 0.8) * (w - foot)
		out.walls = walk(w, side, w-foot-left, -(d - side), foot, d-side, -left, side)
	}
	if kind == "an L with things" {
		for i := range 1 + r.IntN(3) {
			out.things = append(out.things, space.Thing{
				ID: string(rune('a' + i)), Name: "thing", Kind: space.Furnishing, X: between(0.4, 0.6*w), Y: -between(0.3, 0.5*d),
				Width: quantity.Length(between(0.3, 1.2)), Depth: quantity.Length(between(0.2, 0.8)),
				Turned: []float64{0, 0, 30}[r.IntN(3)],
			})
		}
		out.openings = []space.Opening{{ID: "d", Name: "door", Kind: space.DoorWay, Wall: 1, At: 0.2, Width: 0.8, Height: 2,
			Hinge: space.AtStart, Swings: space.Inwards}}
	}
	return out
}

// room is a shape with other walls.
func (s shape) room(walls []space.Wall, closes bool, half float64) (space.Room, error) {
	got, err := space.Closed(walls, closes)
	if err != nil {
		return space.Room{}, err
	}
	out := space.Room{ID: "room", Name: "room", Trains: true, Outline: got.Outline,
		Variants: space.Vary(walls, closes, quantity.Length(half)), Things: s.things, Openings: s.openings}
	for range got.Outline {
		out.Walls = append(out.Walls, space.Side{})
	}
	return out, nil
}

// walls simulates rooms that are walked round with a tape: every wall off by itself, evenly
// within the tape's ±, or normally with two standard deviations as that.
func walls(runs int) (out []row) {
	r := rand.New(rand.NewPCG(11, 4))
	const half = 0.02
	errors := map[bool]func() float64{
		false: func() float64 { return half * (2*r.Float64() - 1) },
		true:  func() float64 { return half / 2 * r.NormFloat64() },
	}
	for _, kind := range []string{"a rectangle", "an L", "a T", "an L with things"} {
		for _, normal := range []bool{false, true} {
			free, lane := &tally{}, &tally{}
			for free.tried < max(60, runs/10) {
				s := shapes(r, kind)
				measured := append([]space.Wall(nil), s.walls...)
				for i := range measured {
					measured[i].Length += quantity.Length(errors[normal]())
				}
				truth, err := s.room(s.walls, false, 0)
				if err != nil {
					continue
				}
				closes := r.IntN(3) == 0
				if closes {
					measured[len(measured)-1].Length = 0
				}
				room, err := s.room(measured, closes, half)
				if err != nil {
					continue
				}
				said, is := space.Ask(room, space.Body{}), space.Ask(truth, space.Body{})
				free.add(said.Free, said.FreeHalf, is.Free, 1)
				if is.Lane.Length() > 0 {
					lane.add(said.Lane.Length(), float64(said.LaneHalf), is.Lane.Length(), 1)
				}
			}
			what, want := kind+", errors even", 1.0
			if normal {
				what, want = kind+", errors normal", 0.95
			}
			out = append(out,
				row{"walls by tape", "free floor of " + what, free, want, 0, "m²"},
				row{"walls by tape", "lane of " + what, lane, want, 0, "m"},
			)
		}
	}
	return out
}
