package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// AtHand names the fillings that the household has enough of.
type AtHand struct {
	Fillings store.Words `json:"fillings" maxItems:"40" doc:"Keys of fillings"`
}

// whole is the replacement of one part of a file.
type whole[T any] struct {
	Client
	Match
	Looking
	Body T
}

// item is the replacement of one thing in a list of a file.
type item[T any] struct {
	Client
	Match
	Looking
	Item string `path:"item" maxLength:"160"`
	Body T
}

type itemGone struct {
	Client
	Match
	Looking
	Item string `path:"item" maxLength:"160"`
}

// parts registers the writing of every part of a file.
func (a *API) parts(r huma.API) {
	part(a, r, store.PartProfile, "client", func(f *store.File, v Profile) {
		if f.Profile = v.Customer; v.Trainee != nil {
			f.Persons[0].Trainee = *v.Trainee
		}
	})
	list[store.Person](a, r)
	part(a, r, store.PartSpace, "space", func(f *store.File, v store.Space) { f.Space = v })
	part(a, r, store.PartAtHand, "stock", func(f *store.File, v AtHand) { f.AtHand = v.Fillings })
	list[store.Room](a, r)
	list[store.Opening](a, r)
	list[store.Fixture](a, r)
	list[store.Overhead](a, r)
	list[store.Container](a, r)
	list[store.Batch](a, r)
	list[store.Weighing](a, r)
	list[store.Thing](a, r)
	list[store.Handle](a, r)
	list[store.Plate](a, r)
	list[store.Band](a, r)
	list[store.Rig](a, r)
	list[store.Gear](a, r)
	list(a, r, func(ctx context.Context, s *store.LoggedSet) { s.Author = who(ctx).Consultant })
	list[store.Pin](a, r)
	list[store.Wished](a, r)
	list[store.Operation](a, r)
	list[store.Release](a, r)
	list[store.Build](a, r)
	list[store.Offcut](a, r)
}

func part[T any](a *API, r huma.API, name, tag string, set func(*store.File, T)) {
	handle(a, r, operation(Signed, http.MethodPut, "/clients/{client}/"+name, "write-"+name, "Write the client's "+name, tag),
		func(ctx context.Context, in *whole[T]) (*writtenOut, error) {
			base, err := in.revision()
			if err != nil {
				return nil, err
			}
			return a.change(ctx, in.Looking, in.Body, workbench.Write(in.ID, base, name, func(f *store.File) { set(f, in.Body) }))
		})
}

// list registers the writing of a list; first is done to a thing before it is put there.
func list[T any](a *API, r huma.API, first ...func(context.Context, *T)) {
	things := store.ListOf[T]()
	name, tag := things.Name, things.Station
	handle(a, r, operation(Signed, http.MethodPut, "/clients/{client}/"+name+"/{item}", "write-"+name,
		"Add or replace one of the client's "+name, tag),
		func(ctx context.Context, in *item[T]) (*writtenOut, error) {
			base, err := in.revision()
			if err != nil {
				return nil, err
			}
			*things.ID(&in.Body) = in.Item
			for _, do := range first {
				do(ctx, &in.Body)
			}
			return a.change(ctx, in.Looking, in.Body, workbench.Put(things, in.ID, base, in.Body))
		})
	removing[T](a, r, name, tag)
}

// removing registers the removing of the things of a list, under a name.
func removing[T any](a *API, r huma.API, name, tag string) {
	handle(a, r, operation(Signed, http.MethodDelete, "/clients/{client}/"+name+"/{item}", "remove-"+name,
		"Remove one of the client's "+name, tag),
		func(ctx context.Context, in *itemGone) (*writtenOut, error) {
			base, err := in.revision()
			if err != nil {
				return nil, err
			}
			return a.change(ctx, in.Looking, nil, workbench.Remove(store.ListOf[T](), in.ID, base, in.Item))
		})
}
