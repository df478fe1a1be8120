package api

import (
	"cmp"
	"context"
	"encoding/base64"
	"errors"
	"fmt"
	"math"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// LogSet is a set of the log as it is told: its load in whole grams too.
type LogSet struct {
	store.LoggedSet
	LoadG int64 `json:"load_g,omitempty" minimum:"0" maximum:"1000000" doc:"The load in whole grams; written, it stands for load_kg where that is not"`
}

// LogPage is a page of a person's log, newest first.
type LogPage struct {
	Sets []LogSet `json:"sets"`
	Next string   `json:"next" doc:"Where the next page begins; empty at the end"`
}

// log registers the log of a client's people: added to, read by date, summed by movement. What is added
// makes no other change stale.
func (a *API) log(r huma.API) {
	type appendIn struct {
		Client
		Body struct {
			Sets []LogSet `json:"sets" minItems:"1" maxItems:"200"`
		}
	}
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/log", "append-log",
		"Add sets to the training log; sent twice they are there once", "log"),
		func(ctx context.Context, in *appendIn) (*struct{}, error) {
			sets := make([]store.LoggedSet, len(in.Body.Sets))
			for i, s := range in.Body.Sets {
				sets[i] = s.LoggedSet
				sets[i].Person = cmp.Or(s.Person, in.Person)
				sets[i].LoadKg = cmp.Or(s.LoadKg, float64(s.LoadG)/1000)
			}
			_, err := a.Bench.Change(ctx, who(ctx).Who, workbench.LogSets(in.ID, who(ctx).Consultant, sets))
			if errors.Is(err, store.ErrTaken) {
				err = huma.Error409Conflict("one of these ids is of another set already: nothing was added")
			}
			return nil, err
		})

	type removeIn struct {
		Client
		Set string `path:"set" maxLength:"40"`
	}
	handle(a, r, operation(Signed, http.MethodDelete, "/clients/{client}/log/{set}", "remove-log", "Take a set out of the log", "log"),
		func(ctx context.Context, in *removeIn) (*struct{}, error) {
			_, err := a.Bench.Change(ctx, who(ctx).Who, workbench.Remove(store.ListOf[store.LoggedSet](), in.ID, store.Any, in.Set))
			return nil, err
		})
	a.tests(r)
	a.logRead(r)
}

// Test is a set that was done as a test.
type Test struct {
	ID       string  `json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Movement string  `json:"movement" minLength:"1" maxLength:"60" doc:"Key of the movement"`
	LoadKg   float64 `json:"load_kg" minimum:"0" maximum:"1000"`
	Reps     int     `json:"reps" minimum:"1" maximum:"200"`
	Reserve  int     `json:"reserve" minimum:"0" maximum:"50" doc:"Repetitions left in reserve"`
	DoneAt   int64   `json:"done_at,omitempty" minimum:"0" maximum:"253402300799" doc:"Unix time; 0 when nobody said"`
	AtLeast  bool    `json:"at_least,omitempty" doc:"The load ended it, not the body"`
}

// tests registers the writing of a test by itself, as it was before it was a set of the log.
func (a *API) tests(r huma.API) {
	handle(a, r, operation(Signed, http.MethodPut, "/clients/{client}/tests/{item}", "write-tests", "Add or replace a test of a person",
		"needs"),
		func(ctx context.Context, in *item[Test]) (*writtenOut, error) {
			base, err := in.revision()
			if err != nil {
				return nil, err
			}
			t := in.Body
			set := store.LoggedSet{ID: in.Item, Person: in.Person, Author: who(ctx).Consultant, DoneAt: t.DoneAt, Test: true,
				Movement: t.Movement, LoadKg: t.LoadKg, Reps: t.Reps, Reserve: t.Reserve}
			if t.AtLeast {
				set.Ended = "load"
			}
			return a.change(ctx, in.Looking, in.Body, workbench.Put(store.ListOf[store.LoggedSet](), in.ID, base, set))
		})
	removing[store.LoggedSet](a, r, "tests", "needs")
}

// logRead registers the reading of the log.
func (a *API) logRead(r huma.API) {
	type pageIn struct {
		Client
		From  int64  `query:"from" minimum:"0" maximum:"253402300799" doc:"Unix time, inclusive"`
		Until int64  `query:"until" minimum:"0" maximum:"253402300800" doc:"Unix time, exclusive; 0 for no end"`
		After string `query:"after" maxLength:"120" doc:"The next of the page before"`
		Limit int    `query:"limit" default:"50" minimum:"1" maximum:"200"`
	}
	type pageOut struct{ Body LogPage }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/log", "read-log", "A person's log by date, newest first", "log"),
		func(ctx context.Context, in *pageIn) (*pageOut, error) {
			var after *store.LogCursor
			if in.After != "" {
				c, err := cursor(in.After)
				if err != nil {
					return nil, huma.Error422UnprocessableEntity("that is no place in a log",
						&huma.ErrorDetail{Location: "query.after", Value: in.After})
				}
				after = &c
			}
			sets, more, err := a.Bench.Log(ctx, who(ctx).Practice, in.ID, in.From, in.Until, after, in.Limit)
			out := &pageOut{LogPage{Sets: []LogSet{}}}
			for _, s := range sets {
				out.Body.Sets = append(out.Body.Sets, LogSet{s, int64(math.Round(s.LoadKg * 1000))})
			}
			if n := len(sets); more {
				out.Body.Next = place(sets[n-1])
			}
			return out, err
		})

	type sumsOut struct{ Body []store.LogSum }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/log/sums", "read-log-sums",
		"What the logs of all come to, of each by movement", "log"),
		func(ctx context.Context, in *Client) (*sumsOut, error) {
			sums, err := a.Bench.LogSums(ctx, who(ctx).Practice, in.ID)
			return &sumsOut{sums}, err
		})
}

func place(s store.LoggedSet) string {
	return base64.RawURLEncoding.EncodeToString([]byte(fmt.Sprintf("%d %s", s.DoneAt, s.ID)))
}

func cursor(text string) (c store.LogCursor, err error) {
	plain, err := base64.RawURLEncoding.DecodeString(text)
	if err != nil {
		return c, err
	}
	at, id, found := strings.Cut(string(plain), " ")
	if !found {
		return c, errors.New("no blank")
	}
	c.ID = id
	c.DoneAt, err = strconv.ParseInt(at, 10, 64)
	return c, err
}
