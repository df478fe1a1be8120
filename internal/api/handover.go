package api

import (
	"context"
	"errors"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/builds"
	"scrappyrack/internal/document"
	"scrappyrack/internal/workbench"
)

// Sheet is what leaves the building, as it is set on paper: blocks, one below the other.
type Sheet struct {
	Title  string       `json:"title"`
	Blocks []SheetBlock `json:"blocks"`
}

// SheetBlock is a paragraph, a table or the plan of a room.
type SheetBlock struct {
	Role    SheetRole     `json:"role"`
	Text    string        `json:"text" doc:"Of a table its heading"`
	Columns []SheetColumn `json:"columns" doc:"Of a table"`
	Rows    [][]string    `json:"rows"`
	Tick    bool          `json:"tick" doc:"Each row is done one by one"`
	Room    string        `json:"room" doc:"The id of the room that is drawn"`
}

// SheetRole is what a block is, which decides how it looks.
type SheetRole document.Role

// Schema implements huma.SchemaProvider: the roles are those of the sheet.
func (SheetRole) Schema(huma.Registry) *huma.Schema { return oneOf(document.Roles()) }

// SheetColumn is one of a table.
type SheetColumn struct {
	Head   string `json:"head"`
	Figure bool   `json:"figure"`
	Bold   bool   `json:"bold"`
}

func sheetOf(s document.Sheet) Sheet {
	out := Sheet{Title: s.Title, Blocks: []SheetBlock{}}
	for _, b := range s.Blocks {
		one := SheetBlock{Role: SheetRole(b.Role), Text: b.Text, Columns: []SheetColumn{}, Rows: append([][]string{}, b.Table.Rows...),
			Tick: b.Table.Tick}
		for _, c := range b.Table.Columns {
			one.Columns = append(one.Columns, SheetColumn{strings.TrimSpace(c.Head), c.Align == "R", c.Bold})
		}
		if b.Room != nil {
			one.Room = b.Room.ID
		}
		out.Blocks = append(out.Blocks, one)
	}
	return out
}

// BookOf says whose book it is.
type BookOf struct {
	Client
	All bool `query:"all" doc:"The book of all for whom something is planned: each has pages of their own"`
}

// book is what a client takes home, and whose it is.
func (a *API) book(ctx context.Context, of BookOf) (string, document.Sheet, error) {
	practice := who(ctx).Practice
	f, made, err := a.Bench.Plan(ctx, practice, of.ID)
	if err != nil {
		return "", document.Sheet{}, err
	}
	const not = "the client's stature is not known"
	if of.All {
		return f.Profile.Name, document.Household(f, a.Bench.WorkAll(practice, f), made, not), nil
	}
	return f.Profile.Name, document.Book(f, a.Bench.Work(practice, f), made, not), nil
}

// handover registers the documents that the client takes home.
func (a *API) handover(r huma.API) {
	type bookIn struct {
		BookOf
		Paper string `query:"paper" enum:"a4,letter" default:"a4"`
	}
	op := download(Signed, http.MethodGet, "/clients/{client}/book.pdf", "read-book", "The plan, load card, fill lines and cautions as PDF",
		"hand-over", "application/pdf")
	handle(a, r, op, func(ctx context.Context, in *bookIn) (*fileOut, error) {
		name, sheet, err := a.book(ctx, in.BookOf)
		if err != nil {
			return nil, err
		}
		pdf, err := workbench.Long(ctx, a.Bench, who(ctx).Practice, func(context.Context) ([]byte, error) { return sheet.PDF(in.Paper) })
		return &fileOut{"application/pdf", `inline; filename="` + document.FileName(name) + `.pdf"`, pdf}, err
	})

	type sheetOut struct{ Body Sheet }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/book", "read-book-sheet",
		"The same, block by block, for a screen", "hand-over"),
		func(ctx context.Context, in *BookOf) (*sheetOut, error) {
			_, sheet, err := a.book(ctx, *in)
			return &sheetOut{sheetOf(sheet)}, err
		})

	type buildsIn struct {
		Client
		Paper string `query:"paper" enum:"a4,letter" default:"a4"`
		Of    string `query:"of" maxLength:"40" doc:"One of them alone"`
	}
	op = download(Signed, http.MethodGet, "/clients/{client}/builds.pdf", "read-build-sheets",
		"What the builds are made from: drawings, checks, parts, steps, tests and cuts, as PDF", "builds", "application/pdf")
	handle(a, r, op, func(ctx context.Context, in *buildsIn) (*fileOut, error) {
		bill, err := a.Bench.Bill(ctx, who(ctx).Practice, in.ID)
		var short *builds.Short
		if err != nil && !errors.As(err, &short) {
			return nil, err
		}
		worked := a.Bench.Work(who(ctx).Practice, bill.File)
		pdf, err := workbench.Long(ctx, a.Bench, who(ctx).Practice, func(context.Context) ([]byte, error) {
			return document.Builds(bill.File, worked, bill, in.Of, in.Paper)
		})
		return &fileOut{"application/pdf", `inline; filename="` + document.FileName(bill.File.Profile.Name) + `-builds.pdf"`, pdf}, err
	})

	type listIn struct {
		Client
		Paper string `query:"paper" enum:"a4,letter" default:"a4"`
	}
	op = download(Signed, http.MethodGet, "/clients/{client}/survey.pdf", "read-checklist", "A checklist to fill in on a visit, as PDF",
		"space", "application/pdf")
	handle(a, r, op, func(ctx context.Context, in *listIn) (*fileOut, error) {
		f, err := a.Bench.Load(ctx, who(ctx).Practice, in.ID)
		if err != nil {
			return nil, err
		}
		pdf, err := document.Checklist(f, in.Paper)
		return &fileOut{"application/pdf", `inline; filename="` + document.FileName(f.Profile.Name) + `-survey.pdf"`, pdf}, err
	})
}
