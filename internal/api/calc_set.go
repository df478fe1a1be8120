package api

import (
	"context"

	"scrappyrack/core/programme"
	"scrappyrack/core/quantity"
)

// SetQuestion asks what somebody wrote down of a set.
type SetQuestion struct {
	Text  string `json:"text" maxLength:"80"`
	Units string `json:"units" enum:"kg,lb" doc:"Of a bare load"`
}

// SetAnswer is the set that was understood.
type SetAnswer struct {
	LoadKg     float64 `json:"load_kg" doc:"As held; 0 for none"`
	Reps       int     `json:"reps"`
	Seconds    float64 `json:"seconds"`
	Metres     float64 `json:"metres"`
	Reserve    int     `json:"reserve" doc:"Left in reserve; -1 where nobody said"`
	Understood string  `json:"understood" doc:"As it was understood, for the reader"`
}

func (q SetQuestion) answer(context.Context) (SetAnswer, error) {
	e, err := programme.ReadEntry(q.Text, q.Units)
	if err != nil {
		return SetAnswer{}, err
	}
	units := quantity.Metric
	if q.Units == "lb" {
		units = quantity.US
	}
	return SetAnswer{LoadKg: float64(e.Load), Reps: e.Reps, Seconds: e.Seconds, Metres: float64(e.Metres), Reserve: e.Reserve,
		Understood: e.Phrase().In(units)}, nil
}
