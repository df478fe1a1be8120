package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/builds"
	"scrappyrack/internal/document"
	"scrappyrack/internal/workbench"
)

// handover registers the documents that the client takes home.
func (a *API) handover(r huma.API) {
	type bookIn struct {
		Client
		Paper string `query:"paper" enum:"a4,letter" default:"a4"`
	}
	op := download(Signed, http.MethodGet, "/clients/{client}/book.pdf", "read-book", "The plan, load card, fill lines and cautions as PDF",
		"hand-over", "application/pdf")
	handle(a, r, op, func(ctx context.Context, in *bookIn) (*fileOut, error) {
		f, made, err := a.Bench.Plan(ctx, who(ctx).Practice, in.ID)
		if err != nil {
			return nil, err
		}
		worked := a.Bench.Work(who(ctx).Practice, f)
		pdf, err := workbench.Long(ctx, a.Bench, who(ctx).Practice, func(context.Context) ([]byte,
			error) {
			return document.Book(f, worked, made, in.Paper)
		})
		return &fileOut{"application/pdf", `inline; filename="` + document.FileName(f.Profile.Name) + `.pdf"`, pdf}, err
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
