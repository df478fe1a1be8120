package store_test

import (
	"context"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
	"scrappyrack/internal/store/storetest"
)

func open(t *testing.T, dir string) *store.Store {
	t.Helper()
	if _, err := os.Stat(filepath.Join(dir, store.FileName)); err != nil {
		storetest.In(t, dir, store.Real)
	}
	s, err := store.Open(context.Background(), dir, store.Real)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s
}

var ctx = context.Background()

func practices(t *testing.T, s *store.Store) {
	t.Helper()
	for _, p := range []string{"p1", "p2"} {
		require.NoError(t, s.AddPractice(ctx, store.Practice{ID: p, Name: p},
			store.Consultant{ID: "c-" + p, Email: p + "@example.test", Name: p, Password: "x"}, false))
	}
}

var me = store.By{Consultant: "c", Session: "s"}

// change makes a change of a part as me; its label says what.
func change(s *store.Store, practice, id string, base int64, what string, do func(*store.File) error) (store.File, store.Changes, error) {
	out, err := s.Change(ctx, store.Edit{Practice: practice, Client: id, Base: base, By: me, Label: store.Label{Do: "write", Part: what},
		Scopes: []string{what}, Do: do})
	return out.File, out.Changes, err
}

func undo(s *store.Store, practice, id string, base int64) (store.File, string, error) {
	out, label, err := s.Undo(ctx, store.Step{Practice: practice, Client: id, Base: base, By: me})
	return out.File, label.Part, err
}

func redo(s *store.Store, practice, id string, base int64) (store.File, string, error) {
	out, label, err := s.Undo(ctx, store.Step{Practice: practice, Client: id, Base: base, By: me, Redo: true})
	return out.File, label.Part, err
}

func jug(id string) store.Container {
	return store.Container{ID: id, Name: "jug " + id, Kind: "jug", TareKg: 0.1, CapacityL: 4, Shape: "prism", HeightM: 0.25,
		Closure: "sealed", Filling: "fresh-water", VolumeL: 3}
}

func TestFileSurvivesTheRoundTripAndTheReopening(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	practices(t, s)
	f := store.NewFile("a", "Loft by the canal")
	f.Containers = []store.Container{jug("j1"), jug("j2")}
	f.Gear = []store.Gear{{ID: "g", Item: "loop-light"}}
	f.Bands = []store.Band{
		{ID: "b1", Name: "loop", Kind: "long-loop", RestM: 1.04, WidthM: 0.02,
			Points: store.List[store.BandReading]{{LengthM: 1.5, ForceN: 60, Releasing: true, At: 7}}, FirstUsed: 5, Inspected: 6,
			Condition: "damaged"},
		{ID: "b2", Name: "tube", Kind: "tube", RestM: 1.2, Points: store.List[store.BandReading]{}, Condition: "sound"},
	}
	f.Rigs = []store.Rig{{ID: "band-row", Bands: store.Words{"b1", "b2"}, DistanceM: 1.7, HeightM: 1.2, Fold: 2, TiedKg: 40,
		TiedDepthM: 0.5}, {ID: "band-curl", Bands: store.Words{"b1"}, Fold: 1}}
	f.Sets = []store.LoggedSet{{ID: "t", Test: true, Movement: "one-hand-row", LoadKg: 12.5, Reps: 9, Reserve: 2}}
	f.Pins = []store.Pin{{ID: "straps", Pin: "never"}}
	f.Persons[0].Limits = store.Words{"knee"}
	made, err := s.Create(ctx, "p1", f)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	got, err := open(t, dir).Load(ctx, "p1", "a")
	require.NoError(t, err)
	assert.Equal(t, made, got)
}

func TestAnotherPracticeFindsNothing(t *testing.T) {
	s := open(t, t.TempDir())
	practices(t, s)
	f, err := s.Create(ctx, "p1", store.NewFile("a", "Loft"))
	require.NoError(t, err)
	_, err = s.Load(ctx, "p2", "a")
	assert.ErrorIs(t, err, store.ErrNotFound)
	_, _, err = change(s, "p2", "a", f.Revision, "x", func(f *store.File) error { f.Profile.Name = "taken"; return nil })
	assert.ErrorIs(t, err, store.ErrNotFound)
	_, _, err = undo(s, "p2", "a", f.Revision)
	assert.ErrorIs(t, err, store.ErrNotFound)
	assert.ErrorIs(t, s.Delete(ctx, "p2", "a", 0), store.ErrNotFound)
	found, err := s.List(ctx, "p2", store.Seek{Limit: 9}, nil)
	require.NoError(t, err)
	assert.Empty(t, found.Clients)
	kept, err := s.Cards(ctx, "p2", []string{"a"})
	require.NoError(t, err)
	assert.Empty(t, kept)
	// The same id in another practice is another client.
	_, err = s.Create(ctx, "p2", store.NewFile("a", "Barn"))
	require.NoError(t, err)
	again, err := s.Load(ctx, "p1", "a")
	require.NoError(t, err)
	assert.Equal(t, "Loft", again.Profile.Name)
}

func TestStaleChangeIsRefusedWithWhatStands(t *testing.T) {
	s := open(t, t.TempDir())
	practices(t, s)
	_, err := s.Create(ctx, "p1", store.NewFile("a", "Loft"))
	require.NoError(t, err)
	rename := func(name string) func(*store.File) error {
		return func(f *store.File) error { f.Profile.Name = name; return nil }
	}
	second, _, err := change(s, "p1", "a", 1, "profile", rename("Attic"))
	require.NoError(t, err)
	assert.EqualValues(t, 2, second.Revision)
	stands, _, err := change(s, "p1", "a", 1, "profile", rename("Cellar"))
	assert.ErrorIs(t, err, store.ErrStale)
	assert.Equal(t, "Attic", stands.Profile.Name)
	same, _, err := change(s, "p1", "a", 2, "profile", rename("Attic"))
	require.NoError(t, err)
	assert.EqualValues(t, 2, same.Revision, "a change of nothing is no revision")
}

func TestUndoAndRedoWalkThroughChanges(t *testing.T) {
	s := open(t, t.TempDir())
	practices(t, s)
	f := store.NewFile("a", "Loft")
	f.Containers = []store.Container{jug("j1"), jug("j2"), jug("j3")}
	start, err := s.Create(ctx, "p1", f)
	require.NoError(t, err)
	one, _, err := change(s, "p1", "a", 1, "remove jug", func(f *store.File) error { f.Containers = f.Containers[1:]; return nil })
	require.NoError(t, err)
	_, _, err = change(s, "p1", "a", 2, "fill", func(f *store.File) error { f.Containers[0].VolumeL = 2; return nil })
	require.NoError(t, err)

	back, what, err := undo(s, "p1", "a", 3)
	require.NoError(t, err)
	assert.Equal(t, "fill", what)
	assert.Equal(t, one.Containers, back.Containers)
	back, _, err = undo(s, "p1", "a", back.Revision)
	require.NoError(t, err)
	assert.Equal(t, start.Containers, back.Containers, "order included")
	_, _, err = undo(s, "p1", "a", back.Revision)
	assert.ErrorIs(t, err, store.ErrNothing)
	again, what, err := redo(s, "p1", "a", back.Revision)
	require.NoError(t, err)
	assert.Equal(t, "remove jug", what)
	assert.Equal(t, one.Containers, again.Containers)
	loaded, err := s.Load(ctx, "p1", "a")
	require.NoError(t, err)
	assert.Equal(t, again, loaded)

	steps, err := s.StepsOf(ctx, "p1", "a", "c")
	require.NoError(t, err)
	assert.Equal(t, "remove jug", steps.Undo.Label.Part)
	assert.Equal(t, "fill", steps.Redo.Label.Part)
	_, _, err = change(s, "p1", "a", again.Revision, "new", func(f *store.File) error { f.Persons[0].Days = 4; return nil })
	require.NoError(t, err)
	steps, err = s.StepsOf(ctx, "p1", "a", "c")
	require.NoError(t, err)
	assert.Equal(t, "new", steps.Undo.Label.Part)
	assert.Nil(t, steps.Redo, "a new change ends redo")
}

// A number that is being typed is one change to undo, a later one is another.
func TestTypingIsOneChange(t *testing.T) {
	s := open(t, t.TempDir())
	practices(t, s)
	now := time.Unix(1_800_000_000, 0)
	s.SetClock(func() time.Time { return now })
	_, err := s.Create(ctx, "p1", store.NewFile("a", "Loft"))
	require.NoError(t, err)
	revision := int64(1)
	write := func(minutes int) {
		f, _, err := change(s, "p1", "a", revision, "profile", func(f *store.File) error { f.Persons[0].Minutes = minutes; return nil })
		require.NoError(t, err)
		revision = f.Revision
	}
	write(40)
	now = now.Add(time.Second)
	write(45)
	now = now.Add(time.Minute)
	write(60)
	for _, want := range []int{45, 35} {
		f, _, err := undo(s, "p1", "a", revision)
		require.NoError(t, err)
		assert.Equal(t, want, f.Persons[0].Minutes)
		revision = f.Revision
	}
	f, _, err := redo(s, "p1", "a", revision)
	require.NoError(t, err)
	assert.Equal(t, 45, f.Persons[0].Minutes)
}

// The store refuses by itself what the tags of the fields do not allow, wherever it comes from.
func TestTheStoreRefusesNonsense(t *testing.T) {
	s := open(t, t.TempDir())
	practices(t, s)
	_, err := s.Create(ctx, "p1", store.NewFile("a", "Loft"))
	require.NoError(t, err)
	for field, breaks := range map[string]func(*store.File){
		"stature_m":  func(f *store.File) { f.Persons[0].StatureM = 3.1 },
		"goal":       func(f *store.File) { f.Persons[0].Goal = "fame" },
		"limits":     func(f *store.File) { f.Persons[0].Limits = make(store.Words, 25) },
		"capacity_l": func(f *store.File) { c := jug("j"); c.CapacityL = 9000; f.Containers = append(f.Containers, c) },
		"height_m":   func(f *store.File) { c := jug("j"); c.HeightM = 0.001; f.Containers = append(f.Containers, c) },
		"level_m": func(f *store.File) {
			c := jug("j")
			c.Marks = store.List[store.Mark]{{LevelM: 9}}
			f.Containers = append(f.Containers, c)
		},
		"reps": func(f *store.File) {
			f.Sets = []store.LoggedSet{{ID: "t", Test: true, Movement: "m", LoadKg: 5, Reps: 1220}}
		},
		"pin": func(f *store.File) { f.Pins = []store.Pin{{ID: "x", Pin: "perhaps"}} },
	} {
		_, _, err := change(s, "p1", "a", 1, "x", func(f *store.File) error { breaks(f); return nil })
		var bad *store.MisfitError
		if assert.ErrorAs(t, err, &bad, field) {
			assert.Equal(t, field, bad.Field)
		}
	}
	f, err := s.Load(ctx, "p1", "a")
	require.NoError(t, err)
	assert.EqualValues(t, 1, f.Revision, "nothing of it was kept")
	for _, make := range []func() store.File{func() store.File { return store.NewFile("b", "") }, func() store.File {
		f := store.NewFile("b", "Loft")
		f.Space.ShoeM = -1
		return f
	}} {
		_, err := s.Create(ctx, "p1", make())
		assert.Error(t, err)
	}
}

func TestBackupOpensAndNewerIsRefused(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	practices(t, s)
	_, err := s.Create(ctx, "p1", store.NewFile("a", "Loft"))
	require.NoError(t, err)
	other := t.TempDir()
	path := filepath.Join(other, store.FileName)
	require.NoError(t, s.Backup(ctx, path))
	assert.ErrorContains(t, s.Backup(ctx, path), "exists already")
	copied := open(t, other)
	f, err := copied.Load(ctx, "p1", "a")
	require.NoError(t, err)
	assert.Equal(t, "Loft", f.Profile.Name)

	_, err = copied.Writer().Exec("INSERT INTO goose_db_version (version_id, is_applied) VALUES (999, 1)")
	require.NoError(t, err)
	require.NoError(t, copied.Close())
	_, err = store.Open(ctx, other, store.Real)
	assert.ErrorContains(t, err, "newer release")
}

func TestUnwritableFolderIsSaid(t *testing.T) {
	file := filepath.Join(t.TempDir(), "a-file")
	require.NoError(t, os.WriteFile(file, nil, 0o600))
	_, err := store.Open(ctx, filepath.Join(file, "data"), store.Real)
	assert.ErrorContains(t, err, "cannot be made")
}

func TestEmailIsTakenOnce(t *testing.T) {
	s := open(t, t.TempDir())
	practices(t, s)
	err := s.AddPractice(ctx, store.Practice{ID: "p3", Name: "x"}, store.Consultant{ID: "c", Email: "P1@example.test", Name: "x",
		Password: "x"}, false)
	assert.ErrorIs(t, err, store.ErrTaken)
	c, err := s.ConsultantByEmail(ctx, " P1@EXAMPLE.TEST ")
	require.NoError(t, err)
	assert.Equal(t, "p1", c.PracticeID)
}

// A band that goes leaves the set-ups that it was in; one that had no other goes too.
func TestForgottenBandsLeaveTheirSetUps(t *testing.T) {
	f := store.File{Rigs: []store.Rig{{ID: "a", Bands: store.Words{"x", "y"}}, {ID: "b", Bands: store.Words{"x"}},
		{ID: "c", Bands: store.Words{}}}}
	copied := f.Clone()
	copied.Unrig("x")
	require.Len(t, copied.Rigs, 2)
	assert.Equal(t, store.Words{"y"}, copied.Rigs[0].Bands)
	assert.Equal(t, "c", copied.Rigs[1].ID)
	assert.Equal(t, store.Words{"x", "y"}, f.Rigs[0].Bands, "the file that it was copied from stands as it was")
}
