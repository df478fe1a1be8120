package store_test

import (
	"cmp"
	"context"
	"fmt"
	"math/rand/v2"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
)

// edit makes a change of one part by somebody.
func edited(s *store.Store, who string, base int64, part, id string, do func(*store.File)) (store.Changed, error) {
	scope := part
	if id != "" {
		scope += "/" + id
	}
	return s.Change(ctx, store.Edit{
		Practice: "p1", Client: "a", Base: base, By: store.By{Consultant: who, Session: who},
		Label: store.Label{Do: "write", Part: part, ID: id}, Scopes: []string{scope}, Do: func(f *store.File) error { do(f); return nil },
	})
}

func loft(t *testing.T, s *store.Store) store.File {
	t.Helper()
	practices(t, s)
	f := store.NewFile("a", "Loft")
	f.Containers = []store.Container{jug("j1"), jug("j2"), jug("j3")}
	made, err := s.Create(ctx, "p1", f)
	require.NoError(t, err)
	return made
}

// A change is stale only when its own part has changed since; one that went through
// beside another's keeps both.
func TestOnlyTheSamePartMakesStale(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	_, err := edited(s, "ana", 1, "profile", "", func(f *store.File) { f.Persons[0].Days = 5 })
	require.NoError(t, err)
	got, err := edited(s, "ben", 1, "space", "", func(f *store.File) { f.Space.WayHeightM = 2.2 })
	require.NoError(t, err, "another part")
	assert.EqualValues(t, 3, got.File.Revision)
	assert.Equal(t, 5, got.File.Persons[0].Days)
	got, err = edited(s, "ben", 1, "containers", "j1", func(f *store.File) { f.Containers[0].VolumeL = 1 })
	require.NoError(t, err)
	_, err = edited(s, "ana", 1, "containers", "j2", func(f *store.File) { f.Containers[1].VolumeL = 1 })
	require.NoError(t, err, "another thing of the same list")
	stands, err := edited(s, "ana", 1, "containers", "j1", func(f *store.File) { f.Containers[0].VolumeL = 2 })
	require.ErrorIs(t, err, store.ErrStale)
	assert.InDelta(t, 1, stands.File.Containers[0].VolumeL, 0)
	assert.NotNil(t, got.Changes.Lists["containers"])
	_, err = edited(s, "ana", 99, "profile", "", func(f *store.File) { f.Persons[0].Days = 1 })
	require.ErrorIs(t, err, store.ErrStale, "a revision that is not there yet")
	// What was removed has changed too.
	_, err = edited(s, "ana", 5, "containers", "j3", func(f *store.File) { f.Containers = f.Containers[:2] })
	require.NoError(t, err)
	_, err = edited(s, "ben", 1, "containers", "j3", func(f *store.File) { f.Containers = append(f.Containers, jug("j3")) })
	require.ErrorIs(t, err, store.ErrStale)
}

// Undo takes back one's own last change and leaves what others have done; where they
// have changed the same it says whose, and anyone's can be taken back when asked.
func TestUndoIsByAuthor(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	undo := func(who string, base int64, anyones bool) (store.Changed, error) {
		out, _, err := s.Undo(ctx, store.Step{Practice: "p1", Client: "a", Base: base, By: store.By{Consultant: who, Session: who},
			Anyones: anyones})
		return out, err
	}
	_, err := edited(s, "ana", 1, "profile", "", func(f *store.File) { f.Persons[0].Days = 5 })
	require.NoError(t, err)
	_, err = edited(s, "ben", 2, "space", "", func(f *store.File) { f.Space.WayHeightM = 2.2 })
	require.NoError(t, err)
	got, err := undo("ana", 3, false)
	require.NoError(t, err)
	assert.Equal(t, 3, got.File.Persons[0].Days, "her own")
	assert.InDelta(t, 2.2, got.File.Space.WayHeightM, 0, "his stays")

	steps, err := s.StepsOf(ctx, "p1", "a", "ana")
	require.NoError(t, err)
	assert.Nil(t, steps.Undo)
	require.NotNil(t, steps.UndoOther)
	assert.Equal(t, "ben", steps.UndoOther.By)
	require.NotNil(t, steps.Redo)

	_, err = edited(s, "ana", 4, "containers", "j1", func(f *store.File) { f.Containers[0].VolumeL = 1 })
	require.NoError(t, err)
	_, err = edited(s, "ben", 5, "containers", "j1", func(f *store.File) { f.Containers[0].VolumeL = 2 })
	require.NoError(t, err)
	_, err = undo("ana", 6, false)
	var overlap *store.OverlapError
	require.ErrorAs(t, err, &overlap)
	assert.Equal(t, "ben", overlap.Author)
	assert.Equal(t, "j1", overlap.Label.ID)
	got, err = undo("ana", 6, true)
	require.NoError(t, err)
	assert.InDelta(t, 1, got.File.Containers[0].VolumeL, 0, "the newest of all was his")
	got, err = undo("ana", 7, false)
	require.NoError(t, err, "now hers is free")
	assert.InDelta(t, 3, got.File.Containers[0].VolumeL, 0)

	all, err := s.History(ctx, "p1", "a")
	require.NoError(t, err)
	assert.Len(t, all, 3, "her new change ended what she had undone")
	assert.Equal(t, "jug j1", all[0].Label.Name)
	assert.Equal(t, []string{"volume_l"}, all[0].Label.Fields)
}

// Two who type into one part at once are two changes, however quickly.
func TestChangesOfTwoPeopleAreNotOne(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	now := time.Unix(1_900_000_000, 0)
	s.SetClock(func() time.Time { return now })
	for i, who := range []string{"ana", "ana", "ben", "ana"} {
		_, err := edited(s, who, int64(i+1), "profile", "", func(f *store.File) { f.Persons[0].Minutes = 20 + i })
		require.NoError(t, err)
	}
	all, err := s.History(ctx, "p1", "a")
	require.NoError(t, err)
	assert.Len(t, all, 3)
}

// Removing a row touches that row: the places of the others stay as they are written.
func TestRemovingOneRowWritesOne(t *testing.T) {
	s := open(t, t.TempDir())
	f := loft(t, s)
	places := func() map[string]int64 {
		rows, err := s.Writer().Query("SELECT id, position FROM container WHERE client_id = 'a'")
		require.NoError(t, err)
		defer func() { _ = rows.Close() }()
		out := map[string]int64{}
		for rows.Next() {
			var id string
			var at int64
			require.NoError(t, rows.Scan(&id, &at))
			out[id] = at
		}
		return out
	}
	before := places()
	first := f.Containers[0]
	_, err := edited(s, "ana", 1, "containers", "j1", func(f *store.File) { f.Containers = f.Containers[1:] })
	require.NoError(t, err)
	after := places()
	assert.Equal(t, before["j3"], after["j3"])
	assert.Equal(t, before["j2"], after["j2"])
	// The narrowest place is found again and again: keys are given anew when there is no room.
	revision := int64(2)
	for i := range 60 {
		got, err := edited(s, "ana", revision, "containers", fmt.Sprint("n", i), func(f *store.File) {
			c := first
			c.ID = fmt.Sprint("n", i)
			f.Containers = append(f.Containers[:1:1], append([]store.Container{c}, f.Containers[1:]...)...)
		})
		require.NoError(t, err)
		revision = got.File.Revision
	}
	other := open(t, copyOf(t, s))
	kept, err := other.Load(ctx, "p1", "a")
	require.NoError(t, err)
	require.Len(t, kept.Containers, 62)
	assert.Equal(t, "n59", kept.Containers[1].ID)
	assert.Equal(t, "n0", kept.Containers[60].ID)
}

func copyOf(t *testing.T, s *store.Store) string {
	t.Helper()
	dir := t.TempDir()
	require.NoError(t, s.Backup(ctx, filepath.Join(dir, store.FileName)))
	return dir
}

// Ids are a client's own across its lists, and lists end at their bounds by every road.
func TestIdsAndBounds(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	_, err := edited(s, "ana", 1, "gear", "j1", func(f *store.File) { f.Gear = append(f.Gear, store.Gear{ID: "j1", Item: "flat-bench"}) })
	var taken *store.IDTakenError
	require.ErrorAs(t, err, &taken)
	assert.Equal(t, "containers", taken.Other)
	_, err = edited(s, "ana", 1, "batches", "", func(f *store.File) {
		for i := range 61 {
			f.Batches = append(f.Batches, store.Batch{ID: fmt.Sprint("b", i), Name: "b", Filling: "rice"})
		}
	})
	var many *store.TooManyError
	require.ErrorAs(t, err, &many)
	assert.Equal(t, 60, many.Most)
}

// A copied file shares nothing with the one it was copied from.
func TestACopySharesNothing(t *testing.T) {
	f := store.NewFile("a", "x")
	f.Persons[0].Limits = store.Words{"knee"}
	f.Containers = []store.Container{{ID: "j", Marks: store.List[store.Mark]{{LevelM: 1}},
		Packed: store.List[store.Packed]{{Thing: "t", Count: 1}}, Limits: store.List[store.HoldLimit]{{Hold: "hug", Kg: 1}}}}
	f.Bands = []store.Band{{ID: "b", Points: store.List[store.BandReading]{{LengthM: 1}}}}
	f.Rigs = []store.Rig{{ID: "r", Bands: store.Words{"b"}}}
	f.Weighings = []store.Weighing{{ID: "w", Readings: store.List[float64]{1}, Without: store.List[float64]{2}}}
	c := f.Clone()
	assert.Equal(t, f, c)
	c.Persons[0].Limits[0], c.AtHand[0] = "hip", "sand"
	c.Containers[0].Marks[0].LevelM, c.Containers[0].Packed[0].Count, c.Containers[0].Limits[0].Kg = 9, 9, 9
	c.Bands[0].Points[0].LengthM, c.Rigs[0].Bands[0], c.Weighings[0].Readings[0], c.Weighings[0].Without[0] = 9, "z", 9, 9
	want := store.NewFile("a", "x")
	assert.Equal(t, want.AtHand, f.AtHand)
	assert.Equal(t, store.Words{"knee"}, f.Persons[0].Limits)
	assert.InDelta(t, 1, f.Containers[0].Marks[0].LevelM, 0)
	assert.Equal(t, 1, f.Containers[0].Packed[0].Count)
	assert.InDelta(t, 1, f.Bands[0].Points[0].LengthM, 0)
	assert.Equal(t, "b", f.Rigs[0].Bands[0])
	assert.InDelta(t, 3, f.Weighings[0].Readings[0]+f.Weighings[0].Without[0], 0)
}

// Many at once who change the same client each get their change or are told; the file
// holds each that was acknowledged.
func TestManyAtOnceLoseNothing(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	var mu sync.Mutex
	kept := map[string]bool{}
	var all sync.WaitGroup
	for w := range 30 {
		all.Go(func() {
			id := fmt.Sprint("w", w)
			_, err := edited(s, id, 1, "things", id, func(f *store.File) {
				f.Things = append(f.Things, store.Thing{ID: id, Name: id, MassKg: 1, Count: 1})
			})
			mu.Lock()
			defer mu.Unlock()
			if err == nil {
				kept[id] = true
			} else {
				assert.ErrorIs(t, err, store.ErrBusy)
			}
		})
	}
	all.Wait()
	f, err := s.Load(ctx, "p1", "a")
	require.NoError(t, err)
	got := map[string]bool{}
	for _, c := range f.Things {
		got[c.ID] = true
	}
	assert.Equal(t, kept, got)
	assert.Greater(t, len(kept), 15)
	assert.EqualValues(t, 1+len(kept), f.Revision)
}

// A full disk: what does not fit is refused as that, what was there is read, and when
// there is room again it goes on.
func TestAFullDiskIsSaidAndReadsGoOn(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	var pages int
	require.NoError(t, s.Writer().QueryRow("PRAGMA page_count").Scan(&pages))
	_, err := s.Writer().Exec(fmt.Sprintf("PRAGMA max_page_count = %d", pages)) // what SQLite makes of it is what it makes of a full disk
	require.NoError(t, err)
	big := func(base int64) error {
		_, err := edited(s, "ana", base, "things", "", func(f *store.File) {
			for i := range 150 {
				f.Things = append(f.Things, store.Thing{ID: fmt.Sprint("t", i), Name: "a thing of the household with a long name indeed",
					MassKg: 1, Count: 1})
			}
		})
		return err
	}
	require.ErrorIs(t, big(1), store.ErrFull)
	require.ErrorIs(t, big(1), store.ErrFull, "and again")
	f, err := s.Load(ctx, "p1", "a")
	require.NoError(t, err)
	assert.Empty(t, f.Things)
	_, err = s.Writer().Exec("PRAGMA max_page_count = 1000000")
	require.NoError(t, err)
	require.NoError(t, big(1))
	require.NoError(t, s.Ready(ctx))
}

// A name is found whatever its case and accents.
func TestNamesAreFoundWithoutAccents(t *testing.T) {
	s := open(t, t.TempDir())
	practices(t, s)
	for id, name := range map[string]string{"a": "Ćwiczenia u Łucji", "b": "Ørsteds kælder", "c": "GARAGE ÉTROIT", "d": "İstanbul çatı",
		"e": "Straße 5 %"} {
		_, err := s.Create(ctx, "p1", store.NewFile(id, name))
		require.NoError(t, err)
	}
	for text, want := range map[string]string{"cwiczenia": "a", "LUCJI": "a", "orsteds KAELDER": "b", "étroit": "c", "etroit": "c",
		"istanbul": "d", "STRASSE": "e", "5 %": "e"} {
		found, err := s.List(ctx, "p1", store.Seek{Contains: text}, nil)
		require.NoError(t, err)
		require.Len(t, found.Clients, 1, text)
		assert.Equal(t, want, found.Clients[0].ID, text)
	}
	found, err := s.List(ctx, "p1", store.Seek{Contains: "%"}, nil)
	require.NoError(t, err)
	assert.Len(t, found.Clients, 1, "a percent sign is a percent sign")
}

// What was worked out of a client holds at its revision, by its rules and the practice's
// movements; after that it stays to be shown, as what was known before.
func TestDerivedRowsHoldAtTheirRevision(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	derived := func(rules string) (card string, known bool) {
		cards, err := s.Cards(ctx, "p1", []string{"a"})
		require.NoError(t, err)
		found, err := s.List(ctx, "p1", store.Seek{Rules: rules, Limit: 1}, nil)
		require.NoError(t, err)
		require.Len(t, found.Clients, 1)
		unknown, err := s.Unknown(ctx, "p1", rules, "", 9)
		require.NoError(t, err)
		assert.Len(t, unknown, found.Waiting)
		assert.Equal(t, found.Waiting == 0, found.Clients[0].Known)
		return cards["a"], found.Clients[0].Known
	}
	is := func(card string, known bool) func(string, bool) {
		return func(c string, k bool) {
			t.Helper()
			assert.Equal(t, card, c)
			assert.Equal(t, known, k)
		}
	}
	is("", false)(derived("r1"))
	require.NoError(t, s.Keep(ctx, "r1", []store.Derived{{Practice: "p1", Client: "a", Revision: 1, Card: `{"x":1}`, DueAt: 7, Gaps: 3},
		{Practice: "p2", Client: "a", Revision: 1, Card: `{}`}}))
	is(`{"x":1}`, true)(derived("r1"))
	found, err := s.List(ctx, "p1", store.Seek{Rules: "r1", Limit: 1}, nil)
	require.NoError(t, err)
	assert.Equal(t, []any{int64(7), 3}, []any{found.Clients[0].DueAt, found.Clients[0].Gaps})
	is(`{"x":1}`, false)(derived("r2"))
	require.NoError(t, s.SetHandbook(ctx, "p1", "", store.KeptPrice, "ring each GBP",
		store.Price{Good: "ring each", Currency: "GBP", Minor: 1}))
	is(`{"x":1}`, true)(derived("r1")) // a price changes no card
	require.NoError(t, s.SetHandbook(ctx, "p1", "", store.KeptHidden, "pull-up", true))
	is(`{"x":1}`, false)(derived("r1"))
	require.NoError(t, s.Keep(ctx, "r1", []store.Derived{{Practice: "p1", Client: "a", Revision: 1, Moves: 1, Card: `{"x":2}`}}))
	is(`{"x":2}`, true)(derived("r1"))
	_, err = edited(s, "ana", 1, "profile", "", func(f *store.File) { f.Persons[0].Days = 5 })
	require.NoError(t, err)
	is(`{"x":2}`, false)(derived("r1"))
	require.NoError(t, s.Keep(ctx, "r1", []store.Derived{{Practice: "p1", Client: "a", Revision: 1, Moves: 1, Card: `{"x":3}`}}), "too late is too late")
	is(`{"x":2}`, false)(derived("r1"))
	noted := []store.Derived{{Client: "a", Revision: 2, DueAt: 9, Gaps: 1}}
	found, err = s.List(ctx, "p1", store.Seek{Rules: "r1", Show: "due", Now: 10}, noted)
	require.NoError(t, err)
	assert.Equal(t, []int{1, 1, 1, 1, 0}, []int{found.All, found.Due, found.Gaps, found.Matching, found.Waiting}, "what is noted counts")
}

// A list made by the database is the one made by going through all clients by hand.
func TestListsAreThoseMadeByHand(t *testing.T) {
	s := open(t, t.TempDir())
	practices(t, s)
	rng := rand.New(rand.NewPCG(1, 2))
	var kept []store.Derived
	var all []store.Listed
	for i := range 60 {
		f, err := s.Create(ctx, "p1", store.NewFile(fmt.Sprintf("c%02d", i), fmt.Sprintf("Client %d", i%7)))
		require.NoError(t, err)
		l := store.Listed{ID: f.ID, Name: f.Profile.Name, UpdatedAt: f.UpdatedAt, Revision: f.Revision}
		if rng.IntN(4) > 0 {
			l.Known, l.DueAt, l.Gaps = true, int64(rng.IntN(12)), rng.IntN(3)
			kept = append(kept, store.Derived{Practice: "p1", Client: f.ID, Revision: f.Revision, Card: "{}", DueAt: l.DueAt, Gaps: l.Gaps})
		}
		all = append(all, l)
	}
	require.NoError(t, s.Keep(ctx, "r", kept))
	for _, seek := range []store.Seek{{Limit: 100}, {Limit: 5}, {Limit: 7, Show: "due"}, {Limit: 7, Show: "gaps"},
		{Limit: 4, Contains: "client 3"}, {Limit: 9, Contains: "CLIENT 3", Show: "due"}} {
		seek.Rules, seek.Now = "r", 6
		var want store.Listing
		dueNow := func(l store.Listed) bool { return l.DueAt > 0 && l.DueAt < 6 }
		for _, l := range all {
			if seek.Contains != "" && !strings.EqualFold(seek.Contains, l.Name) {
				continue
			}
			want.All++
			if dueNow(l) {
				want.Due++
			}
			if l.Gaps > 0 {
				want.Gaps++
			}
			if !l.Known {
				want.Waiting++
			}
			if seek.Show == "" || (seek.Show == "due" && dueNow(l)) || (seek.Show == "gaps" && l.Gaps > 0) {
				want.Matching++
				want.Clients = append(want.Clients, l)
			}
		}
		slices.SortFunc(want.Clients, func(a, b store.Listed) int {
			if dueNow(a) != dueNow(b) {
				return map[bool]int{true: -1, false: 1}[dueNow(a)]
			}
			return cmp.Or(cmp.Compare(b.UpdatedAt, a.UpdatedAt), cmp.Compare(a.ID, b.ID))
		})
		want.Clients = want.Clients[:min(seek.Limit, len(want.Clients))]
		got, err := s.List(ctx, "p1", seek, nil)
		require.NoError(t, err)
		assert.Equal(t, want, got, "%+v", seek)
	}
}

// A caller who leaves before the turn has changed nothing; the store closes after what
// waits is written.
func TestLeavingAndClosing(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	gone, leave := context.WithCancel(ctx)
	leave()
	_, err := s.Change(gone, store.Edit{Practice: "p1", Client: "a", Base: 1,
		Do: func(f *store.File) error { f.Persons[0].Days = 7; return nil }})
	require.ErrorIs(t, err, context.Canceled)
	f, err := s.Load(ctx, "p1", "a")
	require.NoError(t, err)
	assert.NotEqual(t, 7, f.Persons[0].Days)
	require.NoError(t, s.Close())
	assert.Error(t, logSets(s, "a", []store.LoggedSet{{ID: "x", Movement: "row", Reps: 1}}))
}
