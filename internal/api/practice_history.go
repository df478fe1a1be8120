package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// PracticeChange is a remembered change of what the practice keeps for all of its clients.
type PracticeChange struct {
	Seq   int64  `json:"seq"`
	By    string `json:"by" doc:"The consultant's name; empty where there is no such account any more"`
	Yours bool   `json:"yours"`
	At    int64  `json:"at"`
	Kind  string `json:"kind" enum:"movement,hidden,price"`
	Key   string `json:"key" doc:"Of a movement, or of a material with the currency"`
	Name  string `json:"name"`
	Was   string `json:"was" doc:"In words; empty for nothing"`
	Is    string `json:"is" doc:"In words; empty for nothing"`
}

// PracticeHistory is what was changed, newest first.
type PracticeHistory struct {
	Changes []PracticeChange `json:"changes"`
}

func practiceChangeOf(c store.HandbookChange, h *store.Handbook, you string) PracticeChange {
	out := PracticeChange{Seq: c.Seq, By: c.Name, Yours: c.By == you, At: c.At, Kind: string(c.Kind), Key: c.Key}
	out.Name, out.Was, out.Is = workbench.HandbookChangeInWords(c, h)
	return out
}

// practiceHistory registers what was changed of what the practice keeps, and the taking back of it.
func (a *API) practiceHistory(r huma.API) {
	type out struct{ Body PracticeHistory }
	read := func(ctx context.Context) (*out, error) {
		w := who(ctx)
		h, _, err := a.Bench.Handbook(ctx, w.Practice)
		if err != nil {
			return nil, err
		}
		all, err := a.Bench.HandbookHistory(ctx, w.Practice)
		body := PracticeHistory{Changes: []PracticeChange{}}
		for _, c := range all {
			body.Changes = append(body.Changes, practiceChangeOf(c, h, w.Consultant))
		}
		return &out{body}, err
	}
	handle(a, r, operation(Signed, http.MethodGet, "/practice/history", "read-practice-history",
		"What was changed of the practice's movements and prices, by whom", "practice"),
		func(ctx context.Context, _ *struct{}) (*out, error) { return read(ctx) })
	type in struct {
		Seq int64 `path:"change"`
	}
	handle(a, r, operation(Signed, http.MethodPost, "/practice/history/{change}/back", "take-back-practice-change",
		"Make something again what it was before a change; refused where it has been changed since", "practice"),
		func(ctx context.Context, in *in) (*out, error) {
			if err := a.Bench.TakeBack(ctx, who(ctx).Who, in.Seq); err != nil {
				return nil, err
			}
			return read(ctx)
		})
}
