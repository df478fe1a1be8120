package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/document"
	"scrappyrack/internal/workbench"
)

// handover registers the documents that the client takes home.
func (a *API) handover(r huma.API) {
	type bookIn struct {
		Client
		Paper string `query:"paper" enum:"a4,letter" default:"a4"`
	}
	type bookOut struct {
		Type        string `header:"Content-Type"`
		Disposition string `header:"Content-Disposition"`
		Body        []byte
	}
	op := operation(http.MethodGet, "/clients/{client}/book.pdf", "read-book", "The plan, load card, fill lines and cautions as PDF", "hand-over")
	op.Responses = map[string]*huma.Response{"200": {Description: "The book", Content: map[string]*huma.MediaType{"application/pdf": {Schema: &huma.Schema{Type: "string", Format: "binary"}}}}}
	huma.Register(r, op, func(ctx context.Context, in *bookIn) (*bookOut, error) {
		f, made, err := a.planned(ctx, in.ID)
		if err != nil {
			return nil, problem(err)
		}
		pdf, err := document.Book(f, workbench.Work(f), made, in.Paper)
		return &bookOut{Type: "application/pdf", Disposition: `inline; filename="` + document.FileName(f.Profile.Name) + `.pdf"`, Body: pdf}, err
	})
}
