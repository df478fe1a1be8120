package workbench_test

import (
	"context"
	"encoding/json"
	"maps"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/body"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Removing a thing forgets what is of its own kind only, also where an old file has the
// same id in two lists.
func TestRemovalForgetsItsOwnKind(t *testing.T) {
	file := func() store.File {
		f := store.NewFile("a", "x")
		f.Containers = []store.Container{{ID: "x", Name: "jug"}, {ID: "bag", Name: "bag",
			Packed: store.List[store.Packed]{{Thing: "x", Count: 1}}}}
		f.Weighings = []store.Weighing{{ID: "w", Container: "x"}}
		f.Gear = []store.Gear{{ID: "x", Item: "flat-bench"}}
		f.Bands = []store.Band{{ID: "x", Name: "loop"}}
		f.Rigs = []store.Rig{{ID: "band-row", Bands: store.Words{"x"}}}
		return f
	}
	f := file()
	require.NoError(t, workbench.Remove(store.ListOf[store.Gear](), "a", 1, "x").Do(&f))
	assert.Empty(t, f.Gear)
	assert.Len(t, f.Weighings, 1)
	assert.Len(t, f.Rigs, 1)
	assert.Len(t, f.Containers[1].Packed, 1)
	f = file()
	require.NoError(t, workbench.Remove(store.ListOf[store.Band](), "a", 1, "x").Do(&f))
	assert.Empty(t, f.Rigs)
	assert.Len(t, f.Weighings, 1)
	f = file()
	require.NoError(t, workbench.Remove(store.ListOf[store.Container](), "a", 1, "x").Do(&f))
	assert.Empty(t, f.Weighings)
	assert.Empty(t, f.Containers[0].Packed)
	assert.Len(t, f.Rigs, 1)
	require.ErrorIs(t, workbench.Remove(store.ListOf[store.Thing](), "a", 1, "x").Do(&f), workbench.ErrNoThing)
}

// One thing that is added is named by itself; an id twice refuses all.
func TestAddingManyIsOneChange(t *testing.T) {
	one := workbench.Add("a", 1, store.File{Things: []store.Thing{{ID: "t", Name: "tin"}}})
	assert.Equal(t, store.Label{Do: "add", Part: "things", ID: "t"}, one.Label)
	two := workbench.Add("a", 1, store.File{Things: []store.Thing{{ID: "t"}}, Containers: []store.Container{{ID: "t"}}})
	assert.Equal(t, "stock", two.Label.Part)
	f := store.NewFile("a", "x")
	var bad *quantity.FieldError
	require.ErrorAs(t, two.Do(&f), &bad)
	assert.Empty(t, f.Things)
	require.NoError(t, one.Do(&f))
	require.ErrorAs(t, one.Do(&f), &bad, "nothing is there twice")
	// A pin takes the place of what was said of the same purchase.
	f.Pins = []store.Pin{{ID: "bar", Pin: "never"}, {ID: "bench", Pin: "never"}}
	before := f.Pins
	pins := workbench.Add("a", 1, store.File{Pins: []store.Pin{{ID: "bar", Pin: "must"}, {ID: "stands", Pin: "must"}}})
	assert.Equal(t, store.Label{Do: "add", Part: "pins"}, pins.Label)
	assert.Equal(t, []string{"pins/bar", "pins/stands"}, pins.Scopes)
	require.NoError(t, pins.Do(&f))
	assert.ElementsMatch(t, []store.Pin{{ID: "bar", Pin: "must"}, {ID: "bench", Pin: "never"}, {ID: "stands", Pin: "must"}}, f.Pins)
	assert.Len(t, before, 2, "what was there before is as it was")
}

// edited is a file with something of it changed, added or taken away: of any list, any number,
// answer or thing, as it comes.
func edited(t *testing.T, r *rand.Rand, f store.File) (out store.File, what string) {
	text, err := json.Marshal(f)
	require.NoError(t, err)
	var all map[string]any
	require.NoError(t, json.Unmarshal(text, &all))
	var lists []string
	for name, v := range all {
		if items, ok := v.([]any); name != "at_hand" && (ok && len(items) > 0 || name == "profile" || name == "space") {
			lists = append(lists, name)
		}
	}
	slices.Sort(lists)
	name := lists[r.IntN(len(lists))]
	one, alone := all[name].(map[string]any)
	if !alone {
		items := all[name].([]any)
		at := r.IntN(len(items))
		switch r.IntN(8) {
		case 0:
			all[name] = slices.Delete(items, at, at+1)
		case 1:
			more := maps.Clone(items[at].(map[string]any))
			more["id"] = "more"
			all[name] = append(items, more)
		default:
			one = items[at].(map[string]any)
		}
	}
	if one != nil {
		fields := slices.Sorted(maps.Keys(one))
		field := fields[r.IntN(len(fields))]
		switch v := one[field].(type) {
		case float64:
			one[field] = v * []float64{0, 0.5, 0.9, 0.999, 1.001, 1.1, 2}[r.IntN(7)]
			if v == math.Trunc(v) {
				one[field] = math.Trunc(one[field].(float64))
			}
		case bool:
			one[field] = !v
		}
		name += "/" + field
	}
	text, err = json.Marshal(all)
	require.NoError(t, err)
	if json.Unmarshal(text, &out) != nil {
		return f, "nothing" // a number of hundredths, say
	}
	out.Complete()
	out.Handbook = f.Handbook
	return out, name
}

// What is remembered changes no answer: after any edits all that follows from a file is what is
// worked out of the same file from nothing.
func TestRememberingChangesNothing(t *testing.T) {
	b, practice := bench(t)
	who := workbench.Who{Practice: practice}
	clients := []string{"demo-loft", "demo-garage", "demo-flat"}
	tried := map[string]int{}
	r := rand.New(rand.NewPCG(24, 3))
	for range 120 {
		client := clients[r.IntN(len(clients))]
		opened, err := b.Open(context.Background(), who, client)
		require.NoError(t, err)
		after, what := edited(t, r, opened.File)
		d, err := b.Change(context.Background(), who, workbench.Edit{Client: client, Base: opened.File.Revision,
			Do: func(f *store.File) error {
				id, revision := f.ID, f.Revision
				*f = after.Clone()
				f.ID, f.Revision = id, revision
				return nil
			}})
		if err != nil { // by what may be, or by the database for what the wire lets nobody say
			d, err = b.Open(context.Background(), who, client) // and stands as it was
			what = "refused"
		}
		require.NoError(t, err, what)
		tried[what]++
		afresh := workbench.WorkAt(d.File, b.Now())
		for of, one := range map[string][2]any{
			"loads": {afresh.Loads, d.Results.Loads}, "batches": {afresh.Batches, d.Results.Batches},
			"bands": {afresh.Bands, d.Results.Bands}, "reach": {afresh.Reach, d.Results.Reach},
			"cautions": {afresh.Cautions, d.Results.Cautions}, "others": {afresh.Others, d.Results.Others},
			"lacks": {afresh.Lacks, d.Results.Lacks},
		} {
			require.Equal(t, one[0], one[1], "%s after %s", of, what)
		}
		require.Equal(t, asJSON(t, afresh.Board), asJSON(t, d.Results.Board), what)
		for i, c := range d.Results.Board.Slots {
			want := afresh.Board.Slots[i]
			require.Equal(t, want.Reason(), c.Reason(), "%s after %s", c.Slot.Name, what)
			if require.Equal(t, want.Open() == nil, c.Open() == nil, "%s after %s", c.Slot.Name, what); c.Open() != nil {
				require.Equal(t, asJSON(t, want.Open()), asJSON(t, c.Open()), "%s after %s", c.Slot.Name, what)
			}
		}
		require.Len(t, d.Results.Builds, len(afresh.Builds))
		for i, x := range d.Results.Builds {
			want := afresh.Builds[i]
			require.Equal(t, want.Worked.Built.Checks, x.Worked.Built.Checks, what)
			if r.IntN(5) == 0 {
				require.Equal(t, want.Worked.Built.Remedy(), x.Worked.Built.Remedy(), what)
			}
			require.Equal(t, []any{want.Build, want.Kept, want.Counts, want.ProofWith}, []any{x.Build, x.Kept, x.Counts, x.ProofWith}, what)
		}
		for i, r := range d.Results.Rooms {
			require.Equal(t, afresh.Rooms[i].Room, r.Room, what)
			require.Equal(t, afresh.Rooms[i].Look(), r.Look(), what)
		}
		client1, client2 := afresh.Client, d.Results.Client
		client1.Memo, client2.Memo = nil, nil
		require.Equal(t, client1, client2, what)
	}
	if refused := tried["refused"]; refused > 60 || len(tried) < 15 {
		t.Errorf("too little was tried: %v", tried)
	}
}

// asJSON is a value as text: a board keeps functions, which are never equal to themselves.
func asJSON(t require.TestingT, v any) string {
	text, err := json.Marshal(v)
	require.NoError(t, err)
	require.Greater(t, len(text), 30, "nothing to compare")
	return string(text)
}

// A test with nothing held, or of a movement that is no more, kept by a release that did not look, spoils nothing.
func TestAnEmptyTestSpoilsNothing(t *testing.T) {
	f := demo.Files()[0]
	before := workbench.WorkAt(f, time.Date(2026, 12, 1, 0, 0, 0, 0, time.UTC))
	f.Sets = append(f.Sets, store.LoggedSet{ID: "none", Test: true, Movement: "goblet-squat", Reps: 5},
		store.LoggedSet{ID: "gone", Test: true, Movement: "levitation", LoadKg: 5, Reps: 5})
	after := workbench.WorkAt(f, time.Date(2026, 12, 1, 0, 0, 0, 0, time.UTC))
	assert.Equal(t, before.Board.Value, after.Board.Value)
	assert.NotEmpty(t, after.Board.Slots)
}

// What may be at least is written once, at the field, and agrees with what the core believes of a
// person; a thing that is written breaks none of it, whichever list it is of.
func TestLeastsAreHeld(t *testing.T) {
	of := map[string]float64{}
	for kind := range store.Kinds() {
		for field, beyond := range store.Beyond(kind) {
			if least, ok := beyond["x-least"].(float64); ok {
				of[kind.Name()+"."+field] = least
			}
		}
	}
	assert.EqualValues(t, body.MinStature, of["Person.stature_m"])
	assert.Greater(t, len(of), 25)
	f := demo.Files()[0]
	var bad *quantity.FieldError
	thing := f.Things[0]
	thing.MassKg = 0.0005
	require.ErrorAs(t, workbench.Put(store.ListOf[store.Thing](), f.ID, 1, thing).Do(&f), &bad)
	assert.Equal(t, "mass_kg", bad.Field)
	opening := f.Openings[0]
	opening.WidthM = 0.05
	f.Profile.Units = "us"
	require.ErrorAs(t, workbench.Put(store.ListOf[store.Opening](), f.ID, 1, opening).Do(&f), &bad)
	assert.Equal(t, `2" is below 3⅞"; leave it empty when it is not known`, bad.Error())
	f.Persons[0].BornYear = 1850
	require.ErrorAs(t, workbench.Check(f), &bad)
	assert.Equal(t, "1850 is below 1900; leave it empty when it is not known", bad.Error())
}
