package api

import (
	"context"
	"errors"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// WalkQuestion asks what a walk round a room, or a rectangle with bites, comes to.
type WalkQuestion struct {
	Text   string `json:"text" maxLength:"600" doc:"4.6 R 2.9 R 1.2 L 0.8 R 3.4 R, or 4.6 x 2.9 - 1.2 x 0.8 C"`
	Unit   string `json:"unit" maxLength:"10" doc:"Of bare numbers: m, cm, mm, ft, in"`
	System string `json:"system,omitempty" enum:",metric,us" doc:"Of the answer's words"`
}

// WalkAnswer is what was understood so far, drawn as far as it goes.
type WalkAnswer struct {
	Walls   []WalkedWall `json:"walls" doc:"As they were understood"`
	Path    []Corner     `json:"path" doc:"The places that the walk comes by as measured, y down the drawing"`
	Closed  bool         `json:"closed" doc:"It makes a room"`
	Outline []Corner     `json:"outline" doc:"The room, when it makes one"`
	AreaM2  float64      `json:"area_m2"`
	GapM    float64      `json:"gap_m" doc:"By how much the walls miss the start"`
	Gap     Corner       `json:"gap" doc:"In which direction: from the start to where they end"`
	Again   string       `json:"again" doc:"The walls to measure again, by their letters"`
	Problem string       `json:"problem" doc:"What stands against it; empty for nothing"`
	At      string       `json:"at" doc:"Where: walls[i] or walls"`
}

// WalkedWall is one wall as it was understood, and as it is drawn.
type WalkedWall struct {
	TurnDeg float64 `json:"turn_deg"`
	LengthM float64 `json:"length_m" doc:"As measured; 0 of a last wall that closes the room"`
	Exact   bool    `json:"exact"`
	DrawnM  float64 `json:"drawn_m" doc:"As it is drawn once the walk closes; 0 while it does not"`
}

func (q WalkQuestion) answer(_ context.Context) (WalkAnswer, error) {
	out := WalkAnswer{Walls: []WalkedWall{}, Path: []Corner{}, Outline: []Corner{}}
	units := quantity.System(q.System)
	wrong := func(err error) bool {
		var bad *quantity.FieldError
		if errors.As(err, &bad) {
			out.Problem, out.At = bad.Detail.In(units), bad.Field
		}
		return bad != nil
	}
	walls, closes, err := space.ParseShape(q.Text, q.Unit)
	failed := wrong(err)
	if err != nil && !failed {
		return out, err
	}
	for _, w := range walls {
		out.Walls = append(out.Walls, WalkedWall{TurnDeg: w.Turn, LengthM: float64(w.Length), Exact: w.Exact})
	}
	out.Path = cornersOf(space.Path(walls, closes))
	if failed {
		return out, nil
	}
	s, err := space.Closed(walls, closes)
	out.GapM, out.Gap, out.Again = s.Missed(), drawn(s.Gap), s.AgainNames()
	if wrong(err) {
		return out, nil
	}
	out.Closed, out.Outline, out.AreaM2 = true, cornersOf(s.Outline), s.Outline.Area()
	for i, w := range s.Walls {
		out.Walls[i].DrawnM = float64(w.Length)
	}
	return out, err
}
