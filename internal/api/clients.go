package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// NeedInShort is a need in short: its working range, and how it is covered.
type NeedInShort struct {
	Key   string  `json:"key"`
	LoKg  float64 `json:"lo_kg"`
	HiKg  float64 `json:"hi_kg"`
	State string  `json:"state" enum:"covered,thin,missing"`
	Timed bool    `json:"timed" doc:"It asks for the means alone: no kilograms"`
}

// Card is a client in the list with its board in short.
type Card struct {
	ID        string        `json:"id"`
	Name      string        `json:"name"`
	UpdatedAt int64         `json:"updated_at"`
	Units     string        `json:"units"`
	Lacks     string        `json:"lacks"`
	Covered   int           `json:"covered"`
	Holds     int           `json:"holds" doc:"Open hold points"`
	Due       int           `json:"due" doc:"Things that were to be weighed again by now"`
	BandsDue  int           `json:"bands_due" doc:"Bands that were to be looked over, pulled or retired by now"`
	BuildsDue int           `json:"builds_due" doc:"Builds that were to be tested or looked over by now"`
	Slots     []NeedInShort `json:"slots"`
	FreeM2    float64       `json:"free_m2"`
	CeilingM  float64       `json:"ceiling_m"`
	Waiting   bool          `json:"waiting,omitempty" doc:"Not worked out yet: name and date alone are known"`
}

func cardOf(c workbench.CardOf) Card {
	out := Card{
		ID: c.ID, Name: c.Name, UpdatedAt: c.UpdatedAt, Units: c.Units, Lacks: c.Lacks, Covered: c.Covered, Holds: c.Holds,
		Due: c.Due, BandsDue: c.BandDue, BuildsDue: c.Testing, Slots: []NeedInShort{}, FreeM2: c.Free, CeilingM: float64(c.Ceiling),
		Waiting: !c.Known,
	}
	for _, m := range c.Marks {
		out.Slots = append(out.Slots, NeedInShort{Key: m.Key, LoKg: float64(m.Lo), HiKg: float64(m.Hi), State: m.State, Timed: m.Timed})
	}
	return out
}

// Label is what a change was; words are made of it where it is read.
type Label = store.Label

// Next is a change that can be taken back or done again.
type Next struct {
	Label Label  `json:"label"`
	At    int64  `json:"at"`
	By    string `json:"by" doc:"Whose it was: the consultant's name"`
}

// Steps are the next steps back and forth.
type Steps struct {
	Undo      *Next `json:"undo,omitempty" doc:"Your own last change"`
	Redo      *Next `json:"redo,omitempty" doc:"Your own change that was taken back first"`
	UndoOther *Next `json:"undo_other,omitempty" doc:"The last change of somebody else, when none of your own is left"`
}

func stepsOf(s store.Steps) Steps {
	next := func(e *store.Entry) *Next {
		if e == nil {
			return nil
		}
		return &Next{Label: e.Label, At: e.At, By: e.Name}
	}
	return Steps{next(s.Undo), next(s.Redo), next(s.UndoOther)}
}

// Profile is the customer and, as before there were others, the first person: written without, they stay.
type Profile struct {
	store.Customer
	*store.Trainee
}

// Schema implements huma.SchemaProvider: all of it, what is a person's not required.
func (Profile) Schema(r huma.Registry) *huma.Schema {
	out := huma.SchemaFromType(r, reflect.TypeFor[struct {
		store.Customer
		store.Trainee
	}]())
	r.Schema(reflect.TypeFor[store.Customer](), true, "Customer")
	out.Required = r.Map()["Customer"].Required
	out.PrecomputeMessages()
	r.Map()["Profile"] = out
	return &huma.Schema{Ref: "#/components/schemas/Profile"}
}

// File is a client's file as it is told.
type File struct {
	store.File
	Profile Profile `json:"profile"`
}

func fileOf(f store.File) File { return File{f, profileOf(f)} }

func profileOf(f store.File) Profile {
	first, _ := f.Person("")
	return Profile{f.Profile, &first.Trainee}
}

// Desk is a client's file with what the frame shows of it.
type Desk struct {
	File  File  `json:"file"`
	Steps Steps `json:"steps"`
	Frame Frame `json:"frame"`
	// Station is what was asked for of what is worked out.
	Station *Results `json:"station,omitempty" doc:"What the station that was asked for shows"`
}

type deskOut struct {
	ETag string `header:"ETag"`
	Body Desk
}

func (a *API) deskOf(ctx context.Context, d workbench.Desk, l Looking) Desk {
	return Desk{File: fileOf(d.File), Steps: stepsOf(d.Steps), Frame: frameOf(d.File, d.Results),
		Station: a.look(ctx, l, d.File, d.Results)}
}

func (a *API) deskAnswer(ctx context.Context, d workbench.Desk, l Looking) *deskOut {
	return &deskOut{ETag: etag(d.File), Body: a.deskOf(ctx, d, l)}
}

// Written is the answer to a change: what of the file differs, the frame, and what the
// station shows that is looked at. The rest of the file stands as it was at the revision
// that the change was based on, but for what others have changed since.
type Written struct {
	Changes       Changes         `json:"changes"`
	Base          int64           `json:"base" doc:"The revision that the changes were made to: when it is another than the change was based on, others have changed the client too"`
	Steps         Steps           `json:"steps"`
	Frame         Frame           `json:"frame"`
	Station       *Results        `json:"station,omitempty" doc:"What the station that was asked for shows"`
	NotUnderstood []NotUnderstood `json:"not_understood,omitempty" doc:"Of a line that was entered: what nothing was made of"`
	// Changed is there in place of Station where the caller has what was shown before.
	Changed []PatchOp `json:"station_changes,omitzero" required:"false" doc:"Of a caller who has what the station showed before: what differs of it, as JSON Patch (RFC 6902)"`
}

// Changes are those of a file, each list under its name.
type Changes struct {
	store.Changes
	profile *Profile // where it, or the first person, has changed
}

func toldChanges(d workbench.Desk) Changes {
	out := Changes{Changes: d.Changes}
	if d.Changes.Profile != nil || d.Changes.Lists["persons"] != nil {
		p := profileOf(d.File)
		out.profile = &p
	}
	return out
}

// MarshalJSON implements json.Marshaler.
func (c Changes) MarshalJSON() ([]byte, error) {
	c.Changes.Profile = nil
	text, err := json.Marshal(c.Changes)
	if err != nil || c.profile == nil {
		return text, err
	}
	profile, err := json.Marshal(c.profile)
	return fmt.Appendf(text[:len(text)-1], `,"profile":%s}`, profile), err
}

// Schema implements huma.SchemaProvider: what each list holds is said by the list.
func (Changes) Schema(r huma.Registry) *huma.Schema {
	out := huma.SchemaFromType(r, reflect.TypeFor[store.Changes]())
	out.Properties["profile"] = r.Schema(reflect.TypeFor[Profile](), true, "Profile")
	for name, thing := range store.EachList() {
		one := huma.SchemaFromType(r, reflect.TypeFor[store.ListChange]())
		one.Properties["items"] = &huma.Schema{Type: huma.TypeArray, Items: r.Schema(thing, true, thing.Name())}
		out.Properties[name] = one
	}
	r.Map()["Changes"] = out
	return &huma.Schema{Ref: "#/components/schemas/Changes"}
}

type writtenOut struct {
	ETag string `header:"ETag"`
	Body Written
}

// Client names a client in a path, and as which of its people it is looked at.
type Client struct {
	ID     string `path:"client" maxLength:"40"`
	Person string `query:"person" maxLength:"40" doc:"Whose needs, limits and log: a person's id; without one the first person's"`
}

func (c Client) seenAs() string { return c.Person }

// change makes an edit and answers with what differs then, or with both versions when
// it was based on an old one.
func (a *API) change(ctx context.Context, l Looking, yours any, e workbench.Edit) (*writtenOut, error) {
	d, err := a.Bench.Change(ctx, who(ctx).Who, e)
	if err != nil {
		return nil, a.stale(ctx, d, l, yours, err)
	}
	base := d.File.Revision
	if d.Changes.Some() {
		base--
	}
	out := &writtenOut{ETag: etag(d.File), Body: Written{Changes: toldChanges(d), Base: base, Steps: stepsOf(d.Steps),
		Frame: frameOf(d.File, d.Results)}}
	out.Body.Station, out.Body.Changed = a.lookAgain(ctx, l, d)
	return out, nil
}

func etag(f store.File) string { return fmt.Sprintf("%q", fmt.Sprint(f.Revision)) }

// stale answers with both versions; any other error is itself.
func (a *API) stale(ctx context.Context, d workbench.Desk, l Looking, yours any, err error) error {
	if !errors.Is(err, store.ErrStale) || d.File.ID == "" {
		return err
	}
	return huma.ErrorWithHeaders(&Stale{
		ErrorModel: huma.ErrorModel{
			Status: http.StatusPreconditionFailed, Title: http.StatusText(http.StatusPreconditionFailed),
			Detail: "this was changed elsewhere since you opened it: choose which version to keep",
		},
		Yours: yours, Theirs: a.deskOf(ctx, d, l),
	}, http.Header{"ETag": {etag(d.File)}})
}

// Listing are clients that were looked for.
type Listing struct {
	Total    int    `json:"total" doc:"Of all with such a name"`
	Due      int    `json:"due"`
	Gaps     int    `json:"gaps"`
	Matching int    `json:"matching" doc:"Of those that are asked for"`
	Waiting  int    `json:"waiting" doc:"Of all, those not worked out yet, as after a new build: they count as nothing due and no gap till then"`
	Clients  []Card `json:"clients"`
}

func (a *API) clients(r huma.API) {
	type list struct {
		Contains string `query:"q" maxLength:"80"`
		Limit    int    `query:"limit" default:"24" minimum:"1" maximum:"500"`
		Show     string `query:"show" enum:",due,gaps" doc:"Only those with something due, or with needs that are not covered"`
	}
	type listOut struct{ Body Listing }
	handle(a, r, operation(Signed, http.MethodGet, "/clients", "list-clients", "Clients: those with something due, then the newest change",
		"client"),
		func(ctx context.Context, in *list) (*listOut, error) {
			found, err := a.Bench.Cards(ctx, who(ctx).Practice, workbench.Find{Contains: in.Contains, Show: in.Show, Limit: in.Limit})
			if err != nil {
				return nil, err
			}
			out := &listOut{Listing{Total: found.All, Due: found.Due, Gaps: found.Gaps, Matching: found.Matching, Waiting: found.Waiting,
				Clients: []Card{}}}
			for _, c := range found.Cards {
				out.Body.Clients = append(out.Body.Clients, cardOf(c))
			}
			return out, nil
		})

	a.oneClient(r)
	a.steps(r)
}

// oneClient registers the making, reading and erasing of a client.
func (a *API) oneClient(r huma.API) {
	type create struct {
		Looking
		Body struct {
			Name     string `json:"name" minLength:"1" maxLength:"80"`
			Currency string `json:"currency,omitempty" maxLength:"3"`
			Units    string `json:"units,omitempty" enum:",metric,us"`
		}
	}
	op := operation(Signed, http.MethodPost, "/clients", "create-client", "Add a client", "client")
	op.DefaultStatus = http.StatusCreated
	handle(a, r, op, func(ctx context.Context, in *create) (*deskOut, error) {
		d, err := a.Bench.Create(ctx, who(ctx).Who, in.Body.Name, in.Body.Currency, in.Body.Units)
		return a.deskAnswer(ctx, d, in.Looking), err
	})

	type read struct {
		Client
		Looking
	}
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}", "read-client",
		"A client's file with what the frame shows, and a station when it is named", "client"),
		func(ctx context.Context, in *read) (*deskOut, error) {
			d, err := a.Bench.Open(ctx, who(ctx).Who, in.ID)
			return a.deskAnswer(ctx, d, in.Looking), err
		})

	type erase struct {
		Client
		Match
	}
	type erased struct {
		Body struct {
			StillIn []string `json:"still_in" doc:"Copies in the data folder that still hold the client: remove them by hand. Backups elsewhere hold it too"`
		}
	}
	handle(a, r, operation(Signed, http.MethodDelete, "/clients/{client}", "erase-client", "Erase a client and all that is kept of it",
		"client"),
		func(ctx context.Context, in *erase) (*erased, error) {
			revision, err := in.revision()
			if err != nil {
				return nil, err
			}
			if revision <= 0 {
				return nil, store.ErrStale
			}
			left, err := a.Bench.Delete(ctx, who(ctx).Practice, in.ID, revision)
			out := &erased{}
			out.Body.StillIn = append([]string{}, left...)
			return out, err
		})
}

// PastChange is a change of a client that is remembered.
type PastChange struct {
	Seq    int64  `json:"seq"`
	At     int64  `json:"at"`
	By     string `json:"by" doc:"The consultant's name; empty from before that was kept"`
	Yours  bool   `json:"yours"`
	Label  Label  `json:"label"`
	Undone bool   `json:"undone"`
	Kept   bool   `json:"kept" doc:"It can be taken back: how is kept since release 5 of the database"`
}

// steps registers undo, redo and the history.
func (a *API) steps(r huma.API) {
	type step struct {
		Client
		Match
		Looking
		Anyones bool `query:"anyones" doc:"The newest change whoever made it, also where somebody has changed the same since"`
	}
	for _, redo := range []bool{false, true} {
		path, summary := "undo", "Take back your last change"
		if redo {
			path, summary = "redo", "Do your last undone change again"
		}
		handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/"+path, path, summary, "client"),
			func(ctx context.Context, in *step) (*deskOut, error) {
				revision, err := in.revision()
				if err != nil {
					return nil, err
				}
				d, _, err := a.Bench.Undo(ctx, who(ctx).Who, workbench.Step{Client: in.ID, Base: revision, Redo: redo, Anyones: in.Anyones})
				if err != nil {
					return nil, a.stale(ctx, d, in.Looking, nil, err)
				}
				return a.deskAnswer(ctx, d, in.Looking), nil
			})
	}
	type historyOut struct{ Body []PastChange }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/history", "read-history",
		"What was changed of a client, by whom, newest first", "client"),
		func(ctx context.Context, in *Client) (*historyOut, error) {
			w := who(ctx)
			all, err := a.Bench.History(ctx, w.Practice, in.ID)
			out := &historyOut{Body: []PastChange{}}
			for _, e := range all {
				out.Body = append(out.Body, PastChange{Seq: e.Seq, At: e.At, By: e.Name, Yours: e.By == w.Consultant, Label: e.Label,
					Undone: e.Undone, Kept: e.Kept})
			}
			return out, err
		})
}
