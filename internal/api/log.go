package api

import (
	"context"
	"encoding/base64"
	"errors"
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
)

// LogPage is a page of a client's log, newest first.
type LogPage struct {
	Sets []store.LogSet `json:"sets"`
	Next string         `json:"next" doc:"Where the next page begins; empty at the end"`
}

// log registers the client's training log: added to, read by date, summed by movement.
// It is no part of the file: it makes no change of that stale.
func (a *API) log(r huma.API) {
	type appendIn struct {
		Client
		Body struct {
			Sets []store.LogSet `json:"sets" minItems:"1" maxItems:"200"`
		}
	}
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/log", "append-log",
		"Add sets to the training log; sent twice they are there once", "log"),
		func(ctx context.Context, in *appendIn) (*struct{}, error) {
			err := a.Bench.AppendLog(ctx, who(ctx).Practice, in.ID, in.Body.Sets)
			if errors.Is(err, store.ErrTaken) {
				err = huma.Error409Conflict("one of these ids is of another set already: nothing was added")
			}
			return nil, err
		})

	type removeIn struct {
		Client
		Set string `path:"set" maxLength:"40"`
	}
	handle(a, r, operation(Signed, http.MethodDelete, "/clients/{client}/log/{set}", "remove-log", "Take a set out of the training log",
		"log"),
		func(ctx context.Context, in *removeIn) (*struct{}, error) {
			return nil, a.Bench.RemoveLog(ctx, who(ctx).Practice, in.ID, in.Set)
		})
	a.logRead(r)
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
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/log", "read-log", "The training log by date, newest first", "log"),
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
			out := &pageOut{LogPage{Sets: sets}}
			if n := len(sets); more {
				out.Body.Next = place(sets[n-1])
			}
			return out, err
		})

	type sumsOut struct{ Body []store.LogSum }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/log/sums", "read-log-sums",
		"What the training log comes to, by movement", "log"),
		func(ctx context.Context, in *Client) (*sumsOut, error) {
			sums, err := a.Bench.LogSums(ctx, who(ctx).Practice, in.ID)
			return &sumsOut{sums}, err
		})
}

func place(s store.LogSet) string {
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
