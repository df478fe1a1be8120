package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
)

// AskAnswer is an answer that a question may have, and what the client comes to with it.
type AskAnswer struct {
	Said      string  `json:"said" doc:"A word of a choice; empty where a number is asked"`
	Number    float64 `json:"number" doc:"One end of what a number may be, in the field's unit"`
	Covered   int     `json:"covered"`
	Needs     int     `json:"needs"`
	Holds     int     `json:"holds"`
	Planned   bool    `json:"planned" doc:"A plan was made with it"`
	CostMinor int64   `json:"cost_minor"`
}

// Ask is something that nobody has said, with what each answer would come to.
type Ask struct {
	Scope   string      `json:"scope" doc:"A part of the file, or one thing of a list"`
	Field   string      `json:"field"`
	About   string      `json:"about" doc:"What the thing is called"`
	First   bool        `json:"first" doc:"Nothing can be worked out before it"`
	Moves   bool        `json:"moves" doc:"The answer is another board, another hold point or another plan"`
	Answers []AskAnswer `json:"answers"`
}

// Asks are what is worth asking next.
type Asks struct {
	Revision int64 `json:"revision"`
	Asks     []Ask `json:"asks" doc:"What moves most first"`
}

// asks registers what is worth asking next.
func (a *API) asks(r huma.API) {
	type in struct {
		Client
		Plans bool `query:"plans" doc:"With plans made of the first of them"`
	}
	type out struct{ Body Asks }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/asks", "read-asks",
		"What is worth asking next: what nobody has said, tried with each answer", "needs"),
		func(ctx context.Context, in *in) (*out, error) {
			f, all, err := a.Bench.Asks(ctx, who(ctx).Practice, in.ID, in.Plans)
			if err != nil {
				return nil, err
			}
			answer := &out{Asks{Revision: f.Revision, Asks: []Ask{}}}
			for _, q := range all {
				one := Ask{Scope: q.Scope, Field: q.Field, About: q.About, First: q.First, Moves: q.Moves(), Answers: []AskAnswer{}}
				for _, x := range q.Answers {
					one.Answers = append(one.Answers, AskAnswer{x.Said, x.Number, x.Covered, x.Needs, x.Holds, x.Planned, x.Cost})
				}
				answer.Body.Asks = append(answer.Body.Asks, one)
			}
			return answer, nil
		})
}
