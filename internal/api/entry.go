package api

import (
	"context"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/entry"
	"scrappyrack/core/quantity"
)

// EntryQuestion is a line in which somebody says what there is.
type EntryQuestion struct {
	Text  string `json:"text" maxLength:"2000"`
	Units string `json:"units" enum:"kg,lb" doc:"Whose usual sizes are guessed"`
}

// EntryItem is one thing of a line.
type EntryItem struct {
	Kind    EntryKind      `json:"kind"`
	Name    string         `json:"name"`
	Count   int            `json:"count"`
	Fields  map[string]any `json:"fields" doc:"As the list of such things has them, in L, m and kg; load_kg is what it is to weigh"`
	Guesses []string       `json:"guesses" doc:"Fields that nobody said: usual ones"`
	Unsure  bool           `json:"unsure" doc:"It was said with a question mark"`
}

// EntryKind is which list a thing is of.
type EntryKind entry.Kind

// Schema implements huma.SchemaProvider.
func (EntryKind) Schema(huma.Registry) *huma.Schema { return oneOf(entry.Kinds()) }

// NotUnderstood is a part of a line that nothing was made of.
type NotUnderstood struct {
	Text string `json:"text"`
	Why  string `json:"why"`
}

// EntryAnswer is what a line says.
type EntryAnswer struct {
	Items         []EntryItem     `json:"items"`
	NotUnderstood []string        `json:"not_understood"`
	Why           []NotUnderstood `json:"why" doc:"The same with why not"`
}

func (q EntryQuestion) answer(context.Context) (EntryAnswer, error) {
	system := quantity.Metric
	if q.Units == "lb" {
		system = quantity.US
	}
	items, missed := entry.Line(q.Text, system)
	out := EntryAnswer{Items: []EntryItem{}, NotUnderstood: []string{}, Why: toldMissed(missed)}
	for _, it := range items {
		out.Items = append(out.Items, EntryItem{EntryKind(it.Kind), it.Name, it.Count, it.Fields, append([]string{}, it.Guesses...),
			it.Unsure})
	}
	for _, m := range missed {
		out.NotUnderstood = append(out.NotUnderstood, m.Text)
	}
	return out, nil
}

func toldMissed(missed []entry.Missed) []NotUnderstood {
	out := []NotUnderstood{}
	for _, m := range missed {
		out = append(out, NotUnderstood(m))
	}
	return out
}

// entry registers the line that takes the house in.
func (a *API) entry(r huma.API) {
	type enterIn struct {
		Client
		Looking
		Body struct {
			ID   string `json:"id" pattern:"^[a-z0-9-]{1,30}$" doc:"Of this line: sent twice it is there once"`
			Text string `json:"text" minLength:"1" maxLength:"8000"`
			Room string `json:"room,omitempty" maxLength:"40" doc:"Lines of a survey of this room: door B 0.4 0.8 x 2.0"`
			Unit string `json:"unit,omitempty" maxLength:"10" doc:"Of bare lengths of a survey"`
		}
	}
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/entry", "enter",
		"Add what a line says there is, as one change: 6 x 1 L bottle, rucksack 30 L, chair 45 cm", "stock"),
		func(ctx context.Context, in *enterIn) (*writtenOut, error) {
			practice, text := who(ctx).Practice, strings.TrimSpace(in.Body.Text)
			e, missed, err := a.Bench.Entered(ctx, practice, in.ID, in.Body.ID, text)
			if in.Body.Room != "" {
				e, missed, err = a.Bench.Surveyed(ctx, practice, in.ID, in.Body.Room, in.Body.ID, text, in.Body.Unit)
			}
			if err != nil {
				return nil, err
			}
			out, err := a.change(ctx, in.Looking, in.Body, e)
			if out != nil {
				out.Body.NotUnderstood = toldMissed(missed)
			}
			return out, err
		})
}
