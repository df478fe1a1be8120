package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// SurveyLine is what one line of a survey comes to: what to add, or a problem.
type SurveyLine struct {
	Text     string           `json:"text"`
	Problem  string           `json:"problem" doc:"Empty where it is understood"`
	Walls    []store.RoomWall `json:"walls" doc:"Of a walk; none of anything else"`
	CeilingM float64          `json:"ceiling_m" doc:"Of a ceiling, else 0"`
	HalfM    float64          `json:"half_m"`
	Opening  *store.Opening   `json:"opening,omitempty"`
	Fixture  *store.Fixture   `json:"fixture,omitempty"`
	Overhead *store.Overhead  `json:"overhead,omitempty"`
}

// rooms registers what the space station asks beside its parts.
func (a *API) rooms(r huma.API) {
	type question struct {
		Client
		Room string `path:"room" maxLength:"40"`
		Body struct {
			Text string `json:"text" maxLength:"8000" doc:"One thing a line"`
			Unit string `json:"unit" maxLength:"10" doc:"Of bare lengths"`
		}
	}
	type out struct{ Body []SurveyLine }
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/survey/{room}", "read-survey",
		"What lines of a survey come to in a room; nothing is kept", "space"),
		func(ctx context.Context, in *question) (*out, error) {
			got, err := a.Bench.Survey(ctx, who(ctx).Practice, in.ID, in.Room, in.Body.Text, in.Body.Unit)
			if err != nil {
				return nil, err
			}
			answer := &out{Body: []SurveyLine{}}
			for _, l := range got {
				answer.Body = append(answer.Body, surveyLineOf(l))
			}
			return answer, nil
		})
}

func surveyLineOf(l workbench.SurveyLine) SurveyLine {
	walls := l.Walls
	if walls == nil {
		walls = []store.RoomWall{}
	}
	return SurveyLine{Text: l.Text, Problem: l.Problem, Walls: walls, CeilingM: l.CeilingM, HalfM: l.HalfM, Opening: l.Opening,
		Fixture: l.Fixture, Overhead: l.Overhead}
}
