package api

import (
	"context"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
)

// AtHand names the fillings that the household has enough of.
type AtHand struct {
	Fillings store.Words `json:"fillings" maxItems:"40" doc:"Keys of fillings"`
}

// whole is the replacement of one part of a file.
type whole[T any] struct {
	Client
	Match
	Body T
}

// item is the replacement of one thing in a list of a file.
type item[T any] struct {
	Client
	Match
	Item string `path:"item" maxLength:"160"`
	Body T
}

type itemGone struct {
	Client
	Match
	Item string `path:"item" maxLength:"160"`
}

// parts registers the writing of every part of a file.
func (a *API) parts(r huma.API) {
	register(a, r, "profile", "client", func(f *store.File, v store.Profile) { f.Profile = v })
	register(a, r, "space", "space", func(f *store.File, v store.Space) { f.Space = v })
	register(a, r, "at-hand", "stock", func(f *store.File, v AtHand) { f.AtHand = v.Fillings })
	registerList(a, r, "containers", "stock", mostContainers, func(f *store.File) *[]store.Container { return &f.Containers },
		func(c *store.Container) *string { return &c.ID })
	registerList(a, r, "batches", "stock", 60, func(f *store.File) *[]store.Batch { return &f.Batches }, func(b *store.Batch) *string { return &b.ID })
	registerList(a, r, "weighings", "loads", 1000, func(f *store.File) *[]store.Weighing { return &f.Weighings }, func(w *store.Weighing) *string { return &w.ID })
	registerList(a, r, "things", "stock", mostThings, func(f *store.File) *[]store.Thing { return &f.Things }, func(t *store.Thing) *string { return &t.ID })
	registerList(a, r, "handles", "stock", 40, func(f *store.File) *[]store.Handle { return &f.Handles }, func(h *store.Handle) *string { return &h.ID })
	registerList(a, r, "plates", "stock", 40, func(f *store.File) *[]store.Plate { return &f.Plates }, func(p *store.Plate) *string { return &p.ID })
	registerList(a, r, "bands", "bands", 60, func(f *store.File) *[]store.Band { return &f.Bands }, func(b *store.Band) *string { return &b.ID })
	registerList(a, r, "rigs", "bands", 100, func(f *store.File) *[]store.Rig { return &f.Rigs }, func(r *store.Rig) *string { return &r.ID })
	registerList(a, r, "gear", "stock", 200, func(f *store.File) *[]store.Gear { return &f.Gear }, func(g *store.Gear) *string { return &g.ID })
	registerList(a, r, "tests", "needs", 200, func(f *store.File) *[]store.TestSet { return &f.Tests }, func(t *store.TestSet) *string { return &t.ID })
	registerList(a, r, "pins", "plan", 400, func(f *store.File) *[]store.Pin { return &f.Pins }, func(p *store.Pin) *string { return &p.ID })
}

func register[T any](a *API, r huma.API, path, tag string, set func(*store.File, T)) {
	huma.Register(r, operation(http.MethodPut, "/clients/{client}/"+path, "write-"+path, "Write the client's "+path, tag),
		func(ctx context.Context, in *whole[T]) (*writtenOut, error) {
			return a.change(ctx, in.Client, in.Match, path, in.Body, func(f *store.File) error { set(f, in.Body); return nil })
		})
}

func registerList[T any](a *API, r huma.API, path, tag string, most int, list func(*store.File) *[]T, id func(*T) *string) {
	find := func(f *store.File, key string) int {
		return slices.IndexFunc(*list(f), func(t T) bool { return *id(&t) == key })
	}
	huma.Register(r, operation(http.MethodPut, "/clients/{client}/"+path+"/{item}", "write-"+path, "Add or replace one of the client's "+path, tag),
		func(ctx context.Context, in *item[T]) (*writtenOut, error) {
			*id(&in.Body) = in.Item
			return a.change(ctx, in.Client, in.Match, path+"/"+in.Item, in.Body, func(f *store.File) error {
				all := list(f)
				if at := find(f, in.Item); at >= 0 {
					(*all)[at] = in.Body
					return nil
				}
				if len(*all) >= most {
					return huma.Error422UnprocessableEntity("there are as many as one client can have")
				}
				*all = append(*all, in.Body)
				return nil
			})
		})
	huma.Register(r, operation(http.MethodDelete, "/clients/{client}/"+path+"/{item}", "remove-"+path, "Remove one of the client's "+path, tag),
		func(ctx context.Context, in *itemGone) (*writtenOut, error) {
			return a.change(ctx, in.Client, in.Match, "removal of "+path+"/"+in.Item, nil, func(f *store.File) error {
				at := find(f, in.Item)
				if at < 0 {
					return huma.Error404NotFound("there is no such thing in this client's file")
				}
				if path == "batches" && !f.Refill(in.Item) {
					return huma.Error422UnprocessableEntity("something is filled with it, and the table has nothing to put in its place: fill that with something else first")
				}
				*list(f) = slices.Delete(*list(f), at, at+1)
				f.Forget(in.Item)
				return nil
			})
		})
}
