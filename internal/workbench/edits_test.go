package workbench_test

import (
	"context"
	"encoding/json"
	"errors"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

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
		f.Containers = []store.Container{{ID: "x", Name: "jug"}, {ID: "bag", Name: "bag", Packed: store.List[store.Packed]{{Thing: "x", Count: 1}}}}
		f.Weighings = []store.Weighing{{ID: "w", Container: "x"}}
		f.Gear = []store.Gear{{ID: "x", Item: "flat-bench"}}
		f.Bands = []store.Band{{ID: "x", Name: "loop"}}
		f.Rigs = []store.Rig{{ID: "band-row", Bands: store.Words{"x"}}}
		return f
	}
	f := file()
	require.NoError(t, workbench.Remove(store.ListOf[store.Gear]("gear"), "a", 1, "x").Do(&f))
	assert.Empty(t, f.Gear)
	assert.Len(t, f.Weighings, 1)
	assert.Len(t, f.Rigs, 1)
	assert.Len(t, f.Containers[1].Packed, 1)
	f = file()
	require.NoError(t, workbench.Remove(store.ListOf[store.Band]("bands"), "a", 1, "x").Do(&f))
	assert.Empty(t, f.Rigs)
	assert.Len(t, f.Weighings, 1)
	f = file()
	require.NoError(t, workbench.Remove(store.ListOf[store.Container]("containers"), "a", 1, "x").Do(&f))
	assert.Empty(t, f.Weighings)
	assert.Empty(t, f.Containers[0].Packed)
	assert.Len(t, f.Rigs, 1)
	require.ErrorIs(t, workbench.Remove(store.ListOf[store.Thing]("things"), "a", 1, "x").Do(&f), workbench.ErrNoThing)
}

// One thing that is added is named by itself; an id twice refuses all.
func TestAddingManyIsOneChange(t *testing.T) {
	one := workbench.Add("a", 1, workbench.More{Things: []store.Thing{{ID: "t", Name: "tin"}}})
	assert.Equal(t, store.Label{Do: "add", Part: "things", ID: "t"}, one.Label)
	two := workbench.Add("a", 1, workbench.More{Things: []store.Thing{{ID: "t"}}, Containers: []store.Container{{ID: "t"}}})
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
	pins := workbench.Add("a", 1, workbench.More{Pins: []store.Pin{{ID: "bar", Pin: "must"}, {ID: "stands", Pin: "must"}}})
	assert.Equal(t, store.Label{Do: "add", Part: "pins"}, pins.Label)
	assert.Equal(t, []string{"pins/bar", "pins/stands"}, pins.Scopes)
	require.NoError(t, pins.Do(&f))
	assert.ElementsMatch(t, []store.Pin{{ID: "bar", Pin: "must"}, {ID: "bench", Pin: "never"}, {ID: "stands", Pin: "must"}}, f.Pins)
	assert.Len(t, before, 2, "what was there before is as it was")
}

// What a bench remembers of bands, bars and containers changes no answer: after any edits
// it shows what is worked out of the same file from nothing.
func TestRememberingChangesNothing(t *testing.T) {
	b, practice := bench(t)
	who := workbench.Who{Practice: practice}
	revisions := map[string]int64{"demo-loft": 1, "demo-garage": 1}
	rapid.Check(t, func(t *rapid.T) {
		client := rapid.SampledFrom([]string{"demo-loft", "demo-garage"}).Draw(t, "client")
		part := rapid.IntRange(0, 5).Draw(t, "part")
		share := rapid.Float64Range(0.1, 0.9).Draw(t, "share")
		d, err := b.Change(context.Background(), who, workbench.Edit{Client: client, Base: revisions[client], Do: func(f *store.File) error {
			switch part {
			case 0:
				f.Rooms[0].CeilingM = 2.3 + share
			case 1:
				c := &f.Containers[rapid.IntRange(0, len(f.Containers)-1).Draw(t, "container")]
				c.VolumeL = share * c.CapacityL
			case 2:
				f.Bands[0].Points[0].ForceN *= 0.95 + share/10
			case 3:
				f.Profile.StatureM = 1.5 + share/2
			case 4:
				if len(f.Plates) > 0 {
					f.Plates[0].Count = int(share * 20)
				}
			case 5:
				w := &f.Weighings[len(f.Weighings)-1]
				w.Readings = store.List[float64]{w.Readings[0] * (0.995 + share/100)}
			}
			return nil
		}})
		var refused *quantity.FieldError
		if errors.As(err, &refused) {
			return
		}
		require.NoError(t, err)
		revisions[client] = d.File.Revision
		afresh := workbench.Work(d.File)
		assert.Equal(t, afresh.Loads, d.Results.Loads)
		assert.Equal(t, afresh.Bands, d.Results.Bands)
		assert.Equal(t, afresh.Reach, d.Results.Reach)
		assert.Equal(t, afresh.Cautions, d.Results.Cautions)
		board := asJSON(t, afresh.Board)
		require.Equal(t, board, asJSON(t, d.Results.Board))
		opened, err := b.Open(context.Background(), who, client)
		require.NoError(t, err)
		assert.Equal(t, d.File, opened.File)
		require.Equal(t, board, asJSON(t, opened.Results.Board))
	})
}

// asJSON is a value as text: a board keeps functions, which are never equal to themselves.
func asJSON(t require.TestingT, v any) string {
	text, err := json.Marshal(v)
	require.NoError(t, err)
	require.Greater(t, len(text), 100, "nothing to compare")
	return string(text)
}

// A test with nothing held, or of a movement that is no more, kept by a release that did not look, spoils nothing.
func TestAnEmptyTestSpoilsNothing(t *testing.T) {
	f := demo.Files()[0]
	before := workbench.WorkAt(f, time.Date(2026, 12, 1, 0, 0, 0, 0, time.UTC))
	f.Tests = append(f.Tests, store.TestSet{ID: "none", Movement: "goblet-squat", Reps: 5}, store.TestSet{ID: "gone", Movement: "levitation", LoadKg: 5, Reps: 5})
	after := workbench.WorkAt(f, time.Date(2026, 12, 1, 0, 0, 0, 0, time.UTC))
	assert.Equal(t, before.Board.Value, after.Board.Value)
	assert.NotEmpty(t, after.Board.Slots)
}
