package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/workbench"
)

// BoardOf is the board of one of the people, in short.
type BoardOf struct {
	Person  string     `json:"person"`
	Called  string     `json:"called"`
	Lacks   string     `json:"lacks" doc:"What has to be said before needs can be worked out"`
	Covered int        `json:"covered"`
	Needs   []SideNeed `json:"needs"`
}

// SideNeed is a need in short that stands beside those of others.
type SideNeed struct {
	NeedInShort
	Name    string `json:"name"`
	PerHand bool   `json:"per_hand"`
	Reason  string `json:"reason" doc:"Why it is as it is; empty for one that is covered"`
}

// household registers what is looked at of all the people at once.
func (a *API) household(r huma.API) {
	type out struct{ Body []BoardOf }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/boards", "read-boards",
		"The needs of everybody for whom something is planned, side by side", "needs"),
		func(ctx context.Context, in *Client) (*out, error) {
			practice := who(ctx).Practice
			f, err := a.Bench.Load(ctx, practice, in.ID)
			if err != nil {
				return nil, err
			}
			answer := &out{Body: []BoardOf{}}
			for _, w := range a.Bench.WorkAll(practice, f) {
				one := BoardOf{Person: w.Who, Called: workbench.Called(f, w.Who), Lacks: w.Lacks, Covered: w.Board.Covered,
					Needs: []SideNeed{}}
				for _, c := range w.Board.Slots {
					s := c.Slot
					one.Needs = append(one.Needs, SideNeed{NeedInShort{s.Key, float64(s.Lo), float64(s.Hi), string(c.State), s.Timed},
						s.Name, s.PerHand, c.Reason().In(quantity.System(f.Profile.Units))})
				}
				answer.Body = append(answer.Body, one)
			}
			return answer, nil
		})
}
