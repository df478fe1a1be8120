package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"slices"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Card is a client in the list with its board in short.
type Card struct {
	store.Card
	Units    string  `json:"units"`
	Lacks    string  `json:"lacks"`
	Covered  int     `json:"covered"`
	Holds    int     `json:"holds" doc:"Open hold points"`
	Due      int     `json:"due" doc:"Things that were to be weighed again by now"`
	BandsDue int     `json:"bands_due" doc:"Bands that were to be looked over, pulled or retired by now"`
	Slots    []Slot  `json:"slots"`
	FreeM2   float64 `json:"free_m2"`
	CeilingM float64 `json:"ceiling_m"`
}

type deskOut struct {
	ETag string `header:"ETag"`
	Body Desk
}

func deskAnswer(d workbench.Desk) *deskOut {
	return &deskOut{ETag: etag(d.File), Body: deskOf(d)}
}

// Written is the answer to a change: what of the file differs, and everything
// worked out anew. The rest of the file stands as it was at the revision that
// the change was based on.
type Written struct {
	Changes store.Changes `json:"changes"`
	Steps   store.Steps   `json:"steps"`
	Results Results       `json:"results"`
}

type writtenOut struct {
	ETag string `header:"ETag"`
	Body Written
}

// Client names a client in a path.
type Client struct {
	ID string `path:"client" maxLength:"40"`
}

// change runs one change of a client and answers with what differs then, or with
// both versions when it was based on an old one.
func (a *API) change(ctx context.Context, c Client, m Match, what string, yours any, do func(*store.File) error) (*writtenOut, error) {
	revision, err := m.revision()
	if err != nil {
		return nil, err
	}
	d, err := a.Bench.Change(ctx, who(ctx).PracticeID, c.ID, revision, what, do)
	if err != nil {
		_, err = answer(d, err, yours)
		return nil, err
	}
	return &writtenOut{
		ETag: etag(d.File),
		Body: Written{Changes: d.Changes, Steps: d.Steps, Results: resultsOf(d.File, d.Results)},
	}, nil
}

func etag(f store.File) string { return fmt.Sprintf("%q", fmt.Sprint(f.Revision)) }

func answer(d workbench.Desk, err error, yours any) (*deskOut, error) {
	if errors.Is(err, store.ErrStale) {
		return nil, &Stale{
			ErrorModel: huma.ErrorModel{
				Status: http.StatusPreconditionFailed, Title: http.StatusText(http.StatusPreconditionFailed),
				Detail: "this client was changed elsewhere since you opened it: choose which version to keep",
			},
			Yours: yours, Theirs: deskOf(d),
		}
	}
	if err != nil {
		return nil, problem(err)
	}
	return deskAnswer(d), nil
}

func (a *API) clients(r huma.API) {
	type list struct {
		Contains string `query:"q" maxLength:"80"`
		Limit    int    `query:"limit" default:"24" minimum:"1" maximum:"100"`
	}
	type listOut struct {
		Body struct {
			Total   int    `json:"total"`
			Clients []Card `json:"clients"`
		}
	}
	huma.Register(r, operation(http.MethodGet, "/clients", "list-clients", "Clients, newest change first", "client"),
		func(ctx context.Context, in *list) (*listOut, error) {
			cards, total, err := a.Bench.Cards(ctx, who(ctx).PracticeID, in.Contains, in.Limit)
			if err != nil {
				return nil, err
			}
			out := &listOut{}
			out.Body.Total, out.Body.Clients = total, []Card{}
			for _, c := range cards {
				out.Body.Clients = append(out.Body.Clients, cardOf(c, time.Now()))
			}
			return out, nil
		})

	type create struct {
		Body struct {
			Name     string `json:"name" minLength:"1" maxLength:"80"`
			Currency string `json:"currency,omitempty" maxLength:"3"`
			Units    string `json:"units,omitempty" enum:",metric,us"`
		}
	}
	op := operation(http.MethodPost, "/clients", "create-client", "Add a client", "client")
	op.DefaultStatus = http.StatusCreated
	huma.Register(r, op, func(ctx context.Context, in *create) (*deskOut, error) {
		d, err := a.Bench.Create(ctx, who(ctx).PracticeID, in.Body.Name, in.Body.Currency, in.Body.Units)
		return answer(d, err, nil)
	})

	huma.Register(r, operation(http.MethodGet, "/clients/{client}", "read-client", "A client's file with everything worked out", "client"),
		func(ctx context.Context, in *Client) (*deskOut, error) {
			d, err := a.Bench.Open(ctx, who(ctx).PracticeID, in.ID)
			return answer(d, err, nil)
		})

	huma.Register(r, operation(http.MethodDelete, "/clients/{client}", "erase-client", "Erase a client and all that is kept of it", "client"),
		func(ctx context.Context, in *Client) (*struct{}, error) {
			return nil, problem(a.Bench.Delete(ctx, who(ctx).PracticeID, in.ID))
		})

	type step struct {
		Client
		Match
	}
	for _, redo := range []bool{false, true} {
		path, summary := "undo", "Take back the last change"
		if redo {
			path, summary = "redo", "Do the last undone change again"
		}
		huma.Register(r, operation(http.MethodPost, "/clients/{client}/"+path, path, summary, "client"),
			func(ctx context.Context, in *step) (*deskOut, error) {
				revision, err := in.revision()
				if err != nil {
					return nil, err
				}
				d, err := a.Bench.Undo(ctx, who(ctx).PracticeID, in.ID, revision, redo)
				return answer(d, err, nil)
			})
	}
}

func cardOf(c workbench.CardOf, now time.Time) Card {
	out := Card{Card: c.Card, Units: c.Units, Lacks: c.Results.Lacks, Covered: c.Results.Board.Covered, Slots: []Slot{},
		FreeM2: c.Results.Client.Room.FreeFloor().Value, CeilingM: float64(c.Results.Client.Room.Ceiling)}
	for _, s := range boardOf(c.Results.Board, quantity.System(c.Units)).Slots {
		s.Ways, s.Why.Inputs, s.ValueWhy.Inputs = []Way{}, []Input{}, []Input{}
		out.Slots = append(out.Slots, s)
	}
	for _, l := range c.Results.Loads {
		if l.AgainAt > 0 && l.AgainAt < now.Unix() {
			out.Due++
		}
	}
	for _, b := range c.Results.Bands {
		if b.Band.Condition != "retired" && slices.ContainsFunc(b.Dues, func(d band.Due) bool { return d.At < now.Unix() }) {
			out.BandsDue++
		}
	}
	for _, k := range c.Results.Cautions {
		if k.Hold {
			out.Holds++
		}
	}
	return out
}
