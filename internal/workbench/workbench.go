// Package workbench holds the use cases: load a client's file, run the core on
// it, keep the result.
package workbench

import (
	"cmp"
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base32"
	"encoding/hex"
	"errors"
	"fmt"
	"runtime"
	"strings"
	"time"

	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/share"
	"scrappyrack/internal/store"
)

// Bench runs the use cases on a store.
type Bench struct {
	store  *store.Store
	rules  string
	long   *share.Gate
	edits  *share.Gate
	plans  *share.Work[inputs, *plan.Plan]
	offers *share.Work[atRevision, []Offered]
	kept   records
	now    func() time.Time
	fresh  fresh
	behind behind
}

// Options are what a bench is made with.
type Options struct {
	Store *store.Store
	Now   func() time.Time
	// Rules names the rules of this build: what was worked out by others is worked out
	// anew.
	Rules string
}

const (
	// longAtOnce is how many things that take long are worked out at once.
	longAtOnce = 2
	// longWaiting is how many may wait for that.
	longWaiting = 64
	// mostEdits is how many edits may wait to be worked on.
	mostEdits = 512
	// mostPlans and mostOffers are how many plans are remembered, and of how many clients what may
	// be built for them.
	mostPlans, mostOffers = 32, 32
)

// New makes a bench.
func New(o Options) *Bench {
	long := share.NewGate(longAtOnce, longWaiting)
	return &Bench{
		store: o.Store, now: o.Now, rules: o.Rules, long: long, edits: share.NewGate(2*runtime.NumCPU(), mostEdits),
		plans: share.NewWork[inputs, *plan.Plan](long, mostPlans),
		// Who asks for offers waits for their turn already.
		offers: share.NewWork[atRevision, []Offered](share.NewGate(256, 1024), mostOffers),
	}
}

// Now is the bench's time.
func (b *Bench) Now() time.Time { return b.now() }

// today is the day, since 1970.
func (b *Bench) today() int64 { return b.now().Unix() / day }

// atRevision is a file as it stood, on a day.
type atRevision struct {
	practice, client string
	revision, day    int64
	handbook         int64
}

func (b *Bench) key(practice string, f store.File) atRevision {
	return atRevision{practice, f.ID, f.Revision, b.today(), revOf(f)}
}

// follow has a function read what follows from a client's file, whose record is kept.
func (b *Bench) follow(practice string, f *store.File, read func(r *derive.Record)) {
	r := b.kept.of(practice, f.ID)
	r.With(derive.Input{File: f, Day: b.today()}, func() { read(r) })
}

// Work works out a file.
func (b *Bench) Work(practice string, f store.File) (out Results) {
	b.follow(practice, &f, func(r *derive.Record) { out = results.Of(r, seen(r)) })
	return out
}

// Desk is a client's file with everything worked out from it.
type Desk struct {
	File    store.File
	Changes store.Changes // how it became so, after a change
	Steps   store.Steps
	Results Results
}

// NewID makes an unguessable id of small letters and digits.
func NewID() string {
	b := make([]byte, 15)
	_, _ = rand.Read(b) // never fails (crypto/rand)
	return strings.ToLower(base32.StdEncoding.WithPadding(base32.NoPadding).EncodeToString(b))
}

// Who asks: a consultant of a practice, in a session.
type Who struct {
	Practice, Consultant, Session string
}

func (w Who) by() store.By { return store.By{Consultant: w.Consultant, Session: w.Session} }

type asKey struct{}

// As has all that is asked of a client be as one of the household has it, by their id.
func As(ctx context.Context, person string) context.Context {
	if person == "" {
		return ctx
	}
	return context.WithValue(ctx, asKey{}, person)
}

func as(ctx context.Context) string {
	person, _ := ctx.Value(asKey{}).(string)
	return person
}

// seenIn is as whom a file is to be looked at, "" where there is nobody such in it.
func seenIn(ctx context.Context, f store.File) string {
	if p, ok := f.Person(as(ctx)); ok && as(ctx) != "" {
		return p.ID
	}
	return ""
}

// Load reads a client's file, looked at as the context says, and works nothing out. Where there is no such
// person it is store.ErrNotFound.
func (b *Bench) Load(ctx context.Context, practice, id string) (store.File, error) {
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return f, err
	}
	if f.Seen = as(ctx); f.Seen != "" {
		if _, ok := f.Person(f.Seen); !ok {
			return store.File{}, store.ErrNotFound
		}
	}
	return f, nil
}

// Open loads a client and works everything out.
func (b *Bench) Open(ctx context.Context, w Who, id string) (Desk, error) {
	f, err := b.Load(ctx, w.Practice, id)
	if err != nil {
		return Desk{}, err
	}
	return b.desk(ctx, w, f)
}

func (b *Bench) desk(ctx context.Context, w Who, f store.File) (Desk, error) {
	steps, err := b.store.StepsOf(ctx, w.Practice, f.ID, w.Consultant)
	if err != nil {
		return Desk{}, err
	}
	return Desk{File: f, Steps: steps, Results: b.Work(w.Practice, f)}, nil
}

// Create adds a client with a name.
func (b *Bench) Create(ctx context.Context, w Who, name, currency, units string) (Desk, error) {
	f := store.NewFile(NewID(), tidy(name))
	if currency != "" {
		f.Profile.Currency = currency
	}
	if units != "" {
		f.Profile.Units = units
	}
	if err := Check(f); err != nil {
		return Desk{}, err
	}
	f, err := b.store.Create(ctx, w.Practice, f)
	if err != nil {
		return Desk{}, err
	}
	return b.desk(ctx, w, f)
}

// Edit is one change of a client, of a part or of a thing in a list.
type Edit struct {
	Client string
	Base   int64 // the revision that it was thought out on
	Label  store.Label
	Scopes []string
	Do     func(*store.File) error
}

// Change makes an edit after checking what the file would become. With
// store.ErrStale the desk returned is what stands; with any other error nothing was
// worked out.
func (b *Bench) Change(ctx context.Context, w Who, e Edit) (Desk, error) {
	leave, err := b.edits.Enter(ctx, w.Practice)
	if err != nil {
		return Desk{}, err
	}
	defer leave()
	var worked Results
	out, err := b.store.Change(ctx, store.Edit{
		Practice: w.Practice, Client: e.Client, Base: e.Base, By: w.by(), Label: e.Label, Scopes: e.Scopes,
		Do: func(f *store.File) error {
			before, had := standing(*f), seenIn(ctx, *f)
			if err := e.Do(f); err != nil {
				return err
			}
			trim(f)
			begun(f)
			after := f.Clone()
			if after.Seen = seenIn(ctx, after); after.Seen == "" && as(ctx) != "" && had == "" {
				return store.ErrNotFound
			}
			var err error
			b.follow(w.Practice, &after, func(r *derive.Record) {
				if err = cmp.Or(inhabited(after), check(r, after, before)); err == nil {
					worked = results.Of(r, seen(r))
				}
			})
			return err
		},
	})
	if errors.Is(err, store.ErrStale) {
		d, deskErr := b.desk(ctx, w, out.File)
		return d, errors.Join(err, deskErr)
	}
	var taken *store.IDTakenError
	if errors.As(err, &taken) {
		return Desk{}, quantity.At("id", taken.Error())
	}
	if err != nil {
		return Desk{}, err
	}
	return b.changed(ctx, w, out, worked)
}

// changed is the desk after a change, with what was worked out of it kept.
func (b *Bench) changed(ctx context.Context, w Who, c store.Changed, r Results) (Desk, error) {
	steps, err := b.store.StepsOf(ctx, w.Practice, c.File.ID, w.Consultant)
	if err != nil {
		return Desk{}, err
	}
	c.File.Seen = seenIn(ctx, c.File)
	if len(c.File.Persons) == 1 { // what others come to is worked out behind the answers
		b.noteCard(ctx, w.Practice, c.File, []Results{r})
	}
	return Desk{File: c.File, Changes: c.Changes, Steps: steps, Results: r}, nil
}

// Step is a change taken back or done again. With Anyones it is the newest of all,
// otherwise the newest of who asks.
type Step struct {
	Client  string
	Base    int64
	Redo    bool
	Anyones bool
}

// Undo takes back a change or does one again, and says which.
func (b *Bench) Undo(ctx context.Context, w Who, st Step) (Desk, store.Label, error) {
	out, label, err := b.store.Undo(ctx, store.Step{
		Practice: w.Practice, Client: st.Client, Base: st.Base, By: w.by(), Redo: st.Redo, Anyones: st.Anyones,
		Check: func(f store.File) (err error) {
			b.follow(w.Practice, &f, func(r *derive.Record) { err = cmp.Or(inhabited(f), check(r, f, standing(f))) })
			return err
		},
	})
	if errors.Is(err, store.ErrStale) {
		d, deskErr := b.desk(ctx, w, out.File)
		return d, label, errors.Join(err, deskErr)
	}
	if err != nil {
		return Desk{}, label, err
	}
	out.File.Seen = seenIn(ctx, out.File)
	d, err := b.changed(ctx, w, out, b.Work(w.Practice, out.File))
	return d, label, err
}

// History lists what is remembered of a client's changes, newest first.
func (b *Bench) History(ctx context.Context, practice, id string) ([]store.Entry, error) {
	return b.store.History(ctx, practice, id)
}

// Delete erases a client that stands at a revision, with all that is remembered of
// it here, and names the copies in the data folder that still hold it.
func (b *Bench) Delete(ctx context.Context, practice, id string, revision int64) (stillIn []string, err error) {
	if err := b.store.Delete(ctx, practice, id, revision); err != nil {
		return nil, err
	}
	b.kept.drop(practice, id)
	b.offers.Forget(func(k atRevision) bool { return k.practice == practice && k.client == id })
	b.plans.Forget(func(k inputs) bool { return k.practice == practice && k.client == id })
	b.fresh.drop(practice, id)
	return b.store.StillIn(ctx, practice, id), nil
}

// TagOf names what something of a client is worked out from: its file at its revision, the rules,
// and the day. No part of the file is left out: what a station reads is nobody's list.
func (b *Bench) TagOf(ctx context.Context, practice, id, of string) (string, error) {
	changed, err := b.store.RevisionOf(ctx, practice, id)
	if err != nil {
		return "", err
	}
	handbook, err := b.store.Handbook(ctx, practice)
	if err != nil {
		return "", err
	}
	return b.tag(id, of+"@"+as(ctx), changed, handbook.Rev), nil
}

// Tag is TagOf something of a file that was read.
func (b *Bench) Tag(f store.File, of string) string {
	return b.tag(f.ID, of+"@"+f.Seen, f.Revision, revOf(f))
}

func (b *Bench) tag(id, of string, revision, handbook int64) string {
	sum := sha256.Sum256(fmt.Appendf(nil, "%s %s %d %s %d %d", id, of, revision, b.rules, b.today(), handbook))
	return hex.EncodeToString(sum[:12])
}

// Long works out something of a practice's that takes long, when it is its turn.
func Long[V any](ctx context.Context, b *Bench, practice string, do func(context.Context) (V, error)) (V, error) {
	return share.Do(ctx, b.long, practice, do)
}
