package api

import (
	"context"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/document"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// StockMore is what is added to a client's stock, or pinned in the plan, at once.
type StockMore struct {
	Containers []store.Container `json:"containers" maxItems:"300"`
	Things     []store.Thing     `json:"things" maxItems:"200"`
	Batches    []store.Batch     `json:"batches" maxItems:"60"`
	Builds     []store.Build     `json:"builds,omitempty" maxItems:"20"`
	Pins       []store.Pin       `json:"pins,omitempty" maxItems:"60" doc:"Each takes the place of what was said of the same purchase before"`
}

// StockText is a table as it was pasted or read from a file.
type StockText struct {
	Text string `json:"text" maxLength:"200000"`
}

// RowProblem is what is wrong in a line of a table.
type RowProblem struct {
	Line   int    `json:"line" doc:"Counted from 1"`
	Column string `json:"column"`
	Text   string `json:"text"`
	Detail string `json:"detail"`
}

// StockRead is what was made of a table; nothing is kept yet.
type StockRead struct {
	Containers []store.Container `json:"containers"`
	Things     []store.Thing     `json:"things"`
	Problems   []RowProblem      `json:"problems"`
	Ignored    []string          `json:"ignored" doc:"Columns that mean nothing here"`
	Headless   bool              `json:"headless" doc:"There was no head; the usual order was taken"`
}

// OwnFilling is a filling that the practice has entered itself.
type OwnFilling struct {
	Name       string  `json:"name"`
	LowKgL     float64 `json:"low_kg_l"`
	TypicalKgL float64 `json:"typical_kg_l"`
	HighKgL    float64 `json:"high_kg_l"`
	Wet        bool    `json:"wet"`
	Loose      bool    `json:"loose"`
}

// stock registers the quick ways in and out of the stock.
func (a *API) stock(r huma.API) {
	type moreIn struct {
		Client
		Match
		Looking
		Body StockMore
	}
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/stock", "add-stock", "Add many things at once, as one change",
		"stock"),
		func(ctx context.Context, in *moreIn) (*writtenOut, error) {
			base, err := in.revision()
			if err != nil {
				return nil, err
			}
			return a.change(ctx, in.Looking, in.Body, workbench.Add(in.ID, base, store.File{
				Containers: in.Body.Containers, Things: in.Body.Things, Batches: in.Body.Batches, Builds: in.Body.Builds,
				Pins: in.Body.Pins}))
		})

	type readIn struct {
		Client
		Body StockText
	}
	type readOut struct{ Body StockRead }
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/stock/read", "read-stock-table",
		"Read a table of things, as a spreadsheet copies it or a CSV file has it; nothing is kept", "stock"),
		func(ctx context.Context, in *readIn) (*readOut, error) {
			f, err := a.Bench.Load(ctx, who(ctx).Practice, in.ID)
			if err != nil {
				return nil, err
			}
			got, err := workbench.Long(ctx, a.Bench, who(ctx).Practice, func(ctx context.Context) (document.StockTable, error) {
				return document.ReadStock(ctx, in.Body.Text, quantity.System(f.Profile.Units), f), ctx.Err()
			})
			if err != nil {
				return nil, err
			}
			out := StockRead{
				Containers: append([]store.Container{}, got.Containers...), Things: append([]store.Thing{}, got.Things...),
				Problems: []RowProblem{}, Ignored: append([]string{}, got.Ignored...), Headless: got.Headless,
			}
			for _, e := range got.Errors {
				out.Problems = append(out.Problems, RowProblem(e))
			}
			return &readOut{out}, nil
		})

	handle(a, r, download(Signed, http.MethodGet, "/clients/{client}/stock.csv", "read-stock-csv", "Containers and things as a table",
		"stock", "text/csv"),
		func(ctx context.Context, in *Client) (*fileOut, error) {
			f, err := a.Bench.Load(ctx, who(ctx).Practice, in.ID)
			if err != nil {
				return nil, err
			}
			body, err := document.StockCSV(f)
			return &fileOut{"text/csv; charset=utf-8", `attachment; filename="` + document.FileName(f.Profile.Name) + `-stock.csv"`, body}, err
		})

	type ownOut struct{ Body []OwnFilling }
	handle(a, r, operation(Signed, http.MethodGet, "/fillings", "list-own-fillings",
		"Fillings that this practice has entered itself, for any of its clients", "stock"),
		func(ctx context.Context, _ *struct{}) (*ownOut, error) {
			all, err := a.Bench.OwnFillings(ctx, who(ctx).Practice)
			if err != nil {
				return nil, err
			}
			out := &ownOut{Body: []OwnFilling{}}
			for _, b := range all {
				out.Body = append(out.Body, OwnFilling{Name: b.Name, LowKgL: b.LowKgL, TypicalKgL: b.TypicalKgL, HighKgL: b.HighKgL,
					Wet: b.Wet, Loose: b.Loose})
			}
			return out, nil
		})

	a.tags(r)
}

// tags registers the load tags to print.
func (a *API) tags(r huma.API) {
	type tagsIn struct {
		Client
		Sheet string `query:"sheet" maxLength:"20" default:"plain-a4"`
		Only  string `query:"only" maxLength:"8000" doc:"Ids of containers with commas between; empty for all"`
		Skip  int    `query:"skip" minimum:"0" maximum:"29" doc:"Labels of the first sheet that are used already"`
		At    string `query:"at" maxLength:"200" pattern:"^https?://[^/?# ]+$" doc:"Where the codes lead to: the address of this application"`
	}
	handle(a, r, download(Signed, http.MethodGet, "/clients/{client}/tags.pdf", "read-tags", "Load tags to print", "loads",
		"application/pdf"),
		func(ctx context.Context, in *tagsIn) (*fileOut, error) {
			sheet, ok := document.SheetByKey(in.Sheet)
			if !ok {
				return nil, huma.Error422UnprocessableEntity("that is not a sheet of labels that is known",
					&huma.ErrorDetail{Location: "query.sheet", Value: in.Sheet})
			}
			f, err := a.Bench.Load(ctx, who(ctx).Practice, in.ID)
			if err != nil {
				return nil, err
			}
			var only []string
			if in.Only != "" {
				only = strings.Split(in.Only, ",")
			}
			worked := a.Bench.Work(who(ctx).Practice, f)
			wish := document.TagsWish{
				Sheet: sheet, Only: only, Skip: min(in.Skip, sheet.Columns*sheet.Rows-1), Made: time.Unix(f.UpdatedAt, 0).UTC(),
				Link: func(id string) string { return in.At + "/c/" + f.ID + "/loads?of=" + id },
			}
			body, err := workbench.Long(ctx, a.Bench, who(ctx).Practice, func(context.Context) ([]byte, error) {
				body, err := document.Tags(f, worked, wish)
				if err != nil {
					err = huma.Error422UnprocessableEntity(err.Error())
				}
				return body, err
			})
			if err != nil {
				return nil, err
			}
			return &fileOut{"application/pdf", `inline; filename="` + document.FileName(f.Profile.Name) + `-tags.pdf"`, body}, nil
		})
}

// fileOut is an answer that is a file.
type fileOut struct {
	Type        string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

func download(access Access, method, path, id, summary, tag, media string) huma.Operation {
	op := operation(access, method, path, id, summary, tag)
	op.Responses = map[string]*huma.Response{"200": {Description: summary,
		Content: map[string]*huma.MediaType{media: {Schema: &huma.Schema{Type: "string", Format: "binary"}}}}}
	return op
}
