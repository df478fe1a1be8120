package workbench

import (
	"context"
	"fmt"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// LogSets is the edit that adds sets to a client's log. Those that were sent before are there once; one whose id is
// another's is store.ErrTaken.
func LogSets(client, author string, sets []store.LoggedSet) Edit {
	e := Edit{Client: client, Base: store.Any, Label: store.Label{Do: "add", Part: "sets"}}
	if len(sets) == 1 {
		e.Label.ID = sets[0].ID
	}
	list := store.ListOf[store.LoggedSet]()
	for _, s := range sets {
		e.Scopes = append(e.Scopes, list.Name+"/"+s.ID)
	}
	e.Do = func(f *store.File) error {
		for i, s := range sets {
			who, ok := f.Person(s.Person)
			if !ok {
				return quantity.At(fmt.Sprintf("sets[%d].person", i), fmt.Sprintf("there is nobody %q in this household", s.Person))
			}
			m, err := movesOf(*f).ByKey(s.Movement)
			if err != nil {
				return quantity.At(fmt.Sprintf("sets[%d].movement", i), err.Error())
			}
			s.Person, s.Author, s.Version = who.ID, author, m.Version()
			at := list.Find(f, s.ID)
			if at < 0 {
				f.Sets = append(f.Sets, s)
				continue
			}
			had := f.Sets[at]
			if s.Author, s.Version = had.Author, had.Version; had != s {
				return store.ErrTaken
			}
		}
		return nil
	}
	return e
}

// asOf is a set that is written, with the version of its movement: that of then, where it was of it before.
func asOf(f *store.File, s store.LoggedSet) store.LoggedSet {
	s.Version = ""
	if at := store.ListOf[store.LoggedSet]().Find(f, s.ID); at >= 0 && f.Sets[at].Movement == s.Movement {
		s.Version = f.Sets[at].Version
	} else if m, err := movesOf(*f).ByKey(s.Movement); err == nil {
		s.Version = m.Version()
	}
	return s
}

// endOfTime is after every set.
const endOfTime = 253402300800

// Log is a page of the log of the person that a client is looked at as, from one time until another (0 for
// no end), newest first, after a set (nil for the newest).
func (b *Bench) Log(ctx context.Context, practice, id string, from, until int64, after *store.LogCursor, limit int) (
	page []store.LoggedSet, more bool, err error,
) {
	if until == 0 {
		until = endOfTime
	}
	f, err := b.Load(ctx, practice, id)
	if err != nil {
		return nil, false, err
	}
	return b.store.Log(ctx, practice, id, f.Looked().ID, from, until, after, limit)
}

// LogSums are what a client's log comes to, by movement.
func (b *Bench) LogSums(ctx context.Context, practice, id string) ([]store.LogSum, error) {
	return b.store.LogSums(ctx, practice, id)
}

// OwnFillings are the fillings that a practice has entered itself.
func (b *Bench) OwnFillings(ctx context.Context, practice string) ([]store.Batch, error) {
	return b.store.OwnFillings(ctx, practice)
}
