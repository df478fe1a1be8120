package store_test

import (
	"context"
	"fmt"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/internal/store"
	"scrappyrack/internal/store/storetest"
)

func openStore(t *testing.T) (*store.Store, context.Context) {
	t.Helper()
	ctx := context.Background()
	s, err := store.Open(ctx, storetest.In(t, t.TempDir(), store.Real), store.Real)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	require.NoError(t, s.AddPractice(ctx, store.Practice{ID: "p", Name: "P"},
		store.Consultant{ID: "c", Email: "c@example.test", Name: "C", Password: "x"}, false))
	return s, ctx
}

// Any row of changes undone to its beginning and done again to its end gives
// the files that were there, and what is kept at hand is what is on disk.
func TestAnyChangesUndoneAndDoneAgain(t *testing.T) {
	s, ctx := openStore(t)
	now := time.Unix(1_000_000, 0)
	s.SetClock(func() time.Time { return now })
	run := 0
	rapid.Check(t, func(t *rapid.T) {
		run++
		f, err := s.Create(ctx, "p", store.NewFile(fmt.Sprintf("f%d", run), "x"))
		require.NoError(t, err)
		states := []store.File{f}
		for range rapid.IntRange(1, 8).Draw(t, "changes") {
			now = now.Add(time.Minute) // each a step of its own
			f, _, err = change(s, "p", f.ID, f.Revision, "x", func(f *store.File) error {
				edit(t, f)
				return nil
			})
			require.NoError(t, err)
			if f.Revision != states[len(states)-1].Revision {
				states = append(states, f)
			}
		}
		alike := func(want, got store.File) {
			want.Revision, want.UpdatedAt = got.Revision, got.UpdatedAt
			assert.Equal(t, want, got)
		}
		for i := len(states) - 2; i >= 0; i-- {
			f, _, err = undo(s, "p", f.ID, f.Revision)
			require.NoError(t, err)
			alike(states[i], f)
		}
		_, _, err = undo(s, "p", f.ID, f.Revision)
		require.ErrorIs(t, err, store.ErrNothing)
		for _, want := range states[1:] {
			f, _, err = redo(s, "p", f.ID, f.Revision)
			require.NoError(t, err)
			alike(want, f)
		}
		kept, err := s.Load(ctx, "p", f.ID)
		require.NoError(t, err)
		assert.Equal(t, f, kept)
	})
}

// edit makes a change or two of any kind.
func edit(t *rapid.T, f *store.File) {
	id := fmt.Sprintf("i%d", rapid.IntRange(0, 5).Draw(t, "id"))
	at := func(n int) int { return rapid.IntRange(0, n-1).Draw(t, "at") }
	switch rapid.IntRange(0, 6).Draw(t, "kind") {
	case 0:
		f.Persons[0].Minutes = rapid.IntRange(10, 180).Draw(t, "minutes")
	case 1:
		for _, c := range f.Containers {
			if c.ID == id {
				return
			}
		}
		f.Containers = append(f.Containers, store.Container{ID: id, Name: "jug", Kind: "jug", CapacityL: 4, Shape: "prism", HeightM: 0.2,
			Closure: "sealed", Filling: "rice", Marks: store.List[store.Mark]{{LevelM: 0.1, VolumeL: 1}}})
	case 2:
		if n := len(f.Containers); n > 0 {
			i := at(n)
			f.Containers = append(append([]store.Container{}, f.Containers[:i]...), f.Containers[i+1:]...)
		}
	case 3:
		if n := len(f.Containers); n > 0 {
			f.Containers[at(n)].VolumeL = rapid.Float64Range(0, 4).Draw(t, "volume")
		}
	case 4:
		if n := len(f.Containers); n > 1 { // moved to the front
			i := at(n)
			moved := append([]store.Container{f.Containers[i]}, f.Containers[:i]...)
			f.Containers = append(moved, f.Containers[i+1:]...)
		}
	case 5:
		f.Things = append([]store.Thing{}, store.Thing{ID: "t" + id, Name: "tin", MassKg: 1, Count: at(9), Spare: true})
	case 6:
		f.Weighings = append([]store.Weighing{}, store.Weighing{ID: "w" + id, Container: "i0", Filling: "rice", Scale: "s",
			ResolutionKg: 0.1, Readings: store.List[float64]{rapid.Float64Range(0.1, 9).Draw(t, "kg")}})
	}
}

// Numbers typed one after the other are one step back, however far they went.
func TestTypingIsOneStepBack(t *testing.T) {
	s, ctx := openStore(t)
	now := time.Unix(2_000_000, 0)
	s.SetClock(func() time.Time { return now })
	start := store.NewFile("a", "x")
	start.Things = []store.Thing{{ID: "tin", Name: "tin", MassKg: 1, Count: 1}}
	f, err := s.Create(ctx, "p", start)
	require.NoError(t, err)
	for _, kg := range []float64{4, 42, 42.5} {
		now = now.Add(time.Second)
		f, _, err = change(s, "p", "a", f.Revision, "things/tin", func(f *store.File) error { f.Things[0].MassKg = kg; return nil })
		require.NoError(t, err)
	}
	f, _, err = undo(s, "p", "a", f.Revision)
	require.NoError(t, err)
	assert.InDelta(t, 1, f.Things[0].MassKg, 0)
	f, _, err = redo(s, "p", "a", f.Revision)
	require.NoError(t, err)
	assert.InDelta(t, 42.5, f.Things[0].MassKg, 0)
}

// A database of the first release comes up with its containers, and a copy of
// how it was stands beside it.
func TestTheFirstReleaseComesUpToDate(t *testing.T) {
	dir := t.TempDir()
	madeBy(t, dir, append(schemaOf(t, 1),
		`INSERT INTO practice VALUES ('p', 'P')`,
		`INSERT INTO client VALUES ('a', 'p', 7, 5, 'Attic', 1.7, 70, '', 'novice', 'general', '[]', 3, 35, 100, 'EUR', 'metric', '', 4, 3, 2.4, 0, 'slab', 'wood', 'drill', 0, '["rice"]')`,
		`INSERT INTO container VALUES ('p', 'a', 'jug', 0, 'jug A', 'jug', 0.06, 0.01, 3.785, 'prism', 0.25, 0, 0, 0, 'sealed', 'rice', 3.1, 0)`,
		`INSERT INTO history (practice_id, client_id, what, at, before, after) VALUES ('p', 'a', 'x', 1, '{}', '{}')`))

	ctx := context.Background()
	s, err := store.Open(ctx, dir, store.Real)
	require.NoError(t, err)
	defer func() { _ = s.Close() }()
	f, err := s.Load(ctx, "p", "a")
	require.NoError(t, err)
	require.Len(t, f.Containers, 1)
	c := f.Containers[0]
	assert.Equal(t, "jug A", c.Name)
	assert.InDelta(t, 3.1, c.VolumeL, 0)
	assert.Equal(t, "sound", c.Condition)
	assert.Empty(t, f.Weighings)
	_, _, err = undo(s, "p", "a", 7)
	require.ErrorIs(t, err, store.ErrNothing, "what was remembered as whole files is gone")
	listed, err := s.List(ctx, "p", store.Seek{Contains: "ATTÍC"}, nil)
	require.NoError(t, err)
	assert.Len(t, listed.Clients, 1, "found by its folded name")
	copies, err := filepath.Glob(filepath.Join(dir, "*.before-*"))
	require.NoError(t, err)
	assert.Len(t, copies, 1)
}

// The database of the release before comes up whole: its lists in their order, its history
// to be read and no longer taken back, its kind told by its accounts.
func TestTheReleaseBeforeComesUpToDate(t *testing.T) {
	for kind, email := range map[store.Kind]string{store.Real: "n@example.test", store.Demo: "demo@scrappyrack.test"} {
		dir := t.TempDir()
		madeBy(t, dir, append(schemaOf(t, 4),
			`INSERT INTO practice VALUES ('p', 'P')`,
			`INSERT INTO consultant VALUES ('c', 'p', '`+email+`', 'N', 'x')`,
			`INSERT INTO client (id, practice_id, revision, updated_at, name, stature_m, body_mass_kg, sex, experience, goal, limits, days, minutes, budget_minor, currency, units, note,
				length_m, width_m, ceiling_m, taken_m2, floor, surface, walls, neighbours_below, at_hand, door)
				VALUES ('a', 'p', 7, 5, 'Åttic', 1.7, 70, '', 'novice', 'general', '[]', 3, 35, 100, 'EUR', 'metric', '', 4, 3, 2.4, 0, 'slab', 'wood', 'drill', 0, '["rice"]', 'solid')`,
			`INSERT INTO thing VALUES ('p', 'a', 'z', 0, 'first', 1, 0, 1, 1, 0, 0, 1), ('p', 'a', 'm', 1, 'second', 1, 0, 1, 1, 0, 0, 1), ('p', 'a', 'b', 2, 'third', 1, 0, 1, 1, 0, 0, 1)`,
			`INSERT INTO history (practice_id, client_id, what, at, before, after) VALUES ('p', 'a', 'profile', 1, '{}', '{}'), ('p', 'a', 'removal of containers/jug-a', 2, '{}', '{}'), ('p', 'a', 'things/z', 3, '{}', '{}')`,
		))
		have, err := store.KindOf(ctx, dir)
		require.NoError(t, err)
		assert.Equal(t, kind, have, "told before it is opened")
		s, err := store.Open(ctx, dir, kind)
		require.NoError(t, err)
		f, err := s.Load(ctx, "p", "a")
		require.NoError(t, err)
		require.Len(t, f.Things, 3)
		assert.Equal(t, []string{"first", "second", "third"}, []string{f.Things[0].Name, f.Things[1].Name, f.Things[2].Name})
		assert.EqualValues(t, 7, f.Revision)
		past, err := s.History(ctx, "p", "a")
		require.NoError(t, err)
		require.Len(t, past, 3)
		assert.Equal(t, store.Label{Do: "write", Part: "things", ID: "z"}, past[0].Label)
		assert.Equal(t, store.Label{Do: "remove", Part: "containers", ID: "jug-a"}, past[1].Label)
		assert.Equal(t, store.Label{Do: "write", Part: "profile"}, past[2].Label)
		assert.False(t, past[0].Kept)
		c, err := s.ConsultantByEmail(ctx, email)
		require.NoError(t, err)
		assert.Equal(t, store.Owner, c.Role)
		assert.True(t, c.Active)
		listed, err := s.List(ctx, "p", store.Seek{Contains: "attic"}, nil)
		require.NoError(t, err)
		assert.Len(t, listed.Clients, 1)
		f, _, err = change(s, "p", "a", 7, "things", func(f *store.File) error { f.Things = f.Things[1:]; return nil })
		require.NoError(t, err)
		f, _, err = undo(s, "p", "a", f.Revision)
		require.NoError(t, err)
		assert.Equal(t, "first", f.Things[0].Name, "and goes on from there")
		require.NoError(t, s.Close())
		found, err := store.CheckFile(ctx, filepath.Join(dir, store.FileName))
		require.NoError(t, err)
		assert.Empty(t, found)
	}
}

// Two people change, take back and do again, in any order; a model that knows nothing of
// differences but keeps a stack of values per thing says what each step gives: one's own
// newest change is taken back to what was before it, whatever else the other has done, and
// not where the other has changed the same since.
func TestUndoOfTwoAgainstAModel(t *testing.T) {
	s, ctx := openStore(t)
	now := time.Unix(3_000_000, 0)
	s.SetClock(func() time.Time { return now })
	type entry struct {
		who, thing    string
		before, after int
		undone, ended bool
	}
	run := 0
	rapid.Check(t, func(t *rapid.T) {
		run++
		start := store.NewFile(fmt.Sprint("u", run), "x")
		values := map[string]int{}
		for _, id := range []string{"a", "b", "c"} {
			start.Things = append(start.Things, store.Thing{ID: id, Name: id, MassKg: 1, Count: 1})
			values[id] = 1
		}
		f, err := s.Create(ctx, "p", start)
		require.NoError(t, err)
		var log []entry
		for range rapid.IntRange(1, 25).Draw(t, "steps") {
			now = now.Add(time.Minute)
			who := rapid.SampledFrom([]string{"ana", "ben"}).Draw(t, "who")
			by := store.By{Consultant: who, Session: who}
			what := rapid.IntRange(0, 3).Draw(t, "what")
			if what < 2 {
				id := rapid.SampledFrom([]string{"a", "b", "c"}).Draw(t, "thing")
				count := rapid.IntRange(1, 200).Draw(t, "count")
				got, err := s.Change(ctx, store.Edit{Practice: "p", Client: f.ID, Base: f.Revision, By: by,
					Label: store.Label{Do: "write", Part: "things", ID: id}, Do: func(f *store.File) error {
						for i := range f.Things {
							if f.Things[i].ID == id {
								f.Things[i].Count = count
							}
						}
						return nil
					}})
				require.NoError(t, err)
				f = got.File
				if count != values[id] {
					for i := range log { // a new change ends one's own redo
						log[i].ended = log[i].ended || log[i].undone && log[i].who == who
					}
					log = append(log, entry{who: who, thing: id, before: values[id], after: count})
					values[id] = count
				}
				continue
			}
			redo, at := what == 3, -1
			for i, e := range log {
				if e.who == who && e.undone == redo && !e.ended && (!redo || at < 0) {
					at = i
				}
			}
			blocked := false
			for i := at + 1; at >= 0 && i < len(log); i++ {
				blocked = blocked || log[i].who != who && log[i].thing == log[at].thing && !log[i].undone && !log[i].ended
			}
			got, _, err := s.Undo(ctx, store.Step{Practice: "p", Client: f.ID, Base: f.Revision, By: by, Redo: redo})
			switch {
			case at < 0:
				require.ErrorIs(t, err, store.ErrNothing)
				continue
			case blocked:
				require.ErrorIs(t, err, store.ErrOverlaps)
				continue
			}
			require.NoError(t, err)
			f = got.File
			values[log[at].thing] = log[at].before
			if redo {
				values[log[at].thing] = log[at].after
			}
			log[at].undone = !redo
			kept := map[string]int{}
			for _, thing := range f.Things {
				kept[thing.ID] = thing.Count
			}
			require.Equal(t, values, kept)
		}
		again, err := s.Load(ctx, "p", f.ID)
		require.NoError(t, err)
		require.Equal(t, f, again)
	})
}

// A rectangle of before becomes a room with all that was known of it: none of its numbers
// and words is lost, and its area is what it was. One that nobody measured has no walls.
func TestRectanglesBecomeRooms(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	client := func(id, room string) string {
		return `INSERT INTO client (id, practice_id, revision, updated_at, name, stature_m, body_mass_kg, sex, experience, goal, limits, days, minutes, budget_minor, currency, units, note, at_hand,
			length_m, width_m, ceiling_m, taken_m2, floor, surface, walls, door, neighbours_below)
			VALUES ('` + id + `', 'p', 7, 5, 'Client', 1.7, 70, '', 'novice', 'general', '[]', 3, 35, 100, 'EUR', 'metric', '', '[]', ` + room + `)`
	}
	madeBy(t, dir, append(schemaOf(t, 6),
		`INSERT INTO practice VALUES ('p', 'P')`, `INSERT INTO about (one, kind) VALUES (1, 'practice')`,
		client("a", `4.61, 2.93, 2.08, 3.2, 'timber', 'carpet', 'no-holes', 'light', 1`), client("b", `0, 0, 0, 0, 'unknown', 'wood', 'unknown', 'unknown', 0`),
		`INSERT INTO history (practice_id, client_id, author, session, at, schema, label, parts, back, forth)
			VALUES ('p', 'a', 'me', 's', 1, 6, '{"do":"write","part":"space"}', '["space"]', '{"space":{"length_m":4}}', '{"space":{"length_m":4.61}}'),
			('p', 'a', 'me', 's', 2, 6, '{"do":"write","part":"profile"}', '["profile"]', '{"profile":{"name":"Before"}}', '{"profile":{"name":"Client"}}')`))
	s, err := store.Open(ctx, dir, store.Real)
	require.NoError(t, err)
	defer func() { _ = s.Close() }()
	f, err := s.Load(ctx, "p", "a")
	require.NoError(t, err)
	require.Len(t, f.Rooms, 1)
	r := f.Rooms[0]
	want := store.NewRoom("room", "Room")
	want.Walls = store.Square(4, 3)
	want.CeilingM, want.TakenM2, want.Floor, want.Surface, want.Holes, want.Door, want.Below = 2.08, 3.2, "timber", "carpet", "no-holes",
		"light", true
	for i, l := range []float64{4.61, 2.93, 4.61, 2.93} {
		want.Walls[i].LengthM = l
	}
	assert.Equal(t, want, r)
	assert.InDelta(t, 0.03, f.Space.ShoeM, 0)
	past, err := s.History(ctx, "p", "a")
	require.NoError(t, err)
	require.Len(t, past, 2, "it stays to be read")
	assert.True(t, past[0].Kept)
	assert.False(t, past[1].Kept)
	empty, err := s.Load(ctx, "p", "b")
	require.NoError(t, err)
	require.Len(t, empty.Rooms, 1)
	assert.Empty(t, empty.Rooms[0].Walls)
	// And it goes on: the room is changed, removed with what is in it, and comes back.
	f, _, err = change(s, "p", "a", 7, "openings/d", func(f *store.File) error {
		f.Openings = append(f.Openings, store.Opening{ID: "d", Room: "room", Name: "door", Kind: "door", WidthM: 0.8})
		return nil
	})
	require.NoError(t, err)
	f, _, err = change(s, "p", "a", f.Revision, "rooms/room", func(f *store.File) error {
		f.Rooms = nil
		f.Demolish("room")
		return nil
	})
	require.NoError(t, err)
	assert.Empty(t, f.Openings)
	f, _, err = undo(s, "p", "a", f.Revision)
	require.NoError(t, err)
	assert.Len(t, f.Rooms, 1)
	assert.Len(t, f.Openings, 1)
	again, err := s.Load(ctx, "p", "a")
	require.NoError(t, err)
	assert.Equal(t, f.Openings, again.Openings)
}
