package store_test

import (
	"database/sql"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
)

// Demo and practice keep out of each other's folders, and nothing is changed in finding out.
func TestDemoAndPracticeKeepApart(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	practices(t, s)
	require.NoError(t, s.Close())
	before, err := os.ReadFile(filepath.Join(dir, store.FileName))
	require.NoError(t, err)
	var kind *store.KindError
	_, err = store.Open(ctx, dir, store.Demo)
	require.ErrorAs(t, err, &kind)
	require.ErrorAs(t, store.RemoveDemo(ctx, dir), &kind)
	after, err := os.ReadFile(filepath.Join(dir, store.FileName))
	require.NoError(t, err)
	assert.Equal(t, before, after)

	shows := t.TempDir()
	d, err := store.Open(ctx, shows, store.Demo)
	require.NoError(t, err)
	require.ErrorIs(t, store.RemoveDemo(ctx, shows), store.ErrInUse)
	require.NoError(t, d.Close())
	_, err = store.Open(ctx, shows, store.Real)
	require.ErrorAs(t, err, &kind)
	assert.Contains(t, err.Error(), "--data")
	note := filepath.Join(shows, "a note.txt")
	require.NoError(t, os.WriteFile(note, []byte("mine"), 0o600))
	require.NoError(t, store.RemoveDemo(ctx, shows))
	assert.NoFileExists(t, filepath.Join(shows, store.FileName))
	assert.FileExists(t, note, "only what it made goes")

	junk := t.TempDir()
	require.NoError(t, os.WriteFile(filepath.Join(junk, store.FileName), []byte("these are somebody's letters, and no database at all"),
		0o600))
	require.Error(t, store.RemoveDemo(ctx, junk))
	_, err = store.Open(ctx, junk, store.Real)
	require.Error(t, err)
	assert.FileExists(t, filepath.Join(junk, store.FileName))
}

// A served folder takes no second server and no restore; a copy that is not whole
// replaces nothing, and a damaged database is found out.
func TestCopiesAreLookedOverBeforeTheyReplace(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	loft(t, s)
	later := time.Now().Add(time.Hour)
	require.NoError(t, s.Sessions().Commit("token", []byte("who"), later))
	require.NoError(t, s.Invite(ctx, store.Invitation{Code: "code", ID: "i", PracticeID: "p1", Role: store.Owner, ExpiresAt: later.Unix()}))
	copied := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, store.BackupOf(ctx, dir, copied), "while it is served")
	found, err := store.CheckFile(ctx, copied)
	require.NoError(t, err)
	assert.Empty(t, found)
	at, err := os.Stat(copied)
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), at.Mode().Perm())
	_, err = store.Open(ctx, dir, store.Real)
	require.ErrorIs(t, err, store.ErrInUse)
	_, err = store.Restore(ctx, dir, copied, time.Unix(0, 0))
	require.ErrorIs(t, err, store.ErrInUse)
	require.NoError(t, s.Close())
	for _, end := range []string{"", "-wal", "-shm"} {
		if at, err := os.Stat(filepath.Join(dir, store.FileName+end)); err == nil {
			assert.Equal(t, os.FileMode(0o600), at.Mode().Perm(), end)
		}
	}

	whole, err := os.ReadFile(copied)
	require.NoError(t, err)
	hurt := append([]byte{}, whole...)
	for i := 4096 * 3; i < 4096*4; i++ { // one page overwritten
		hurt[i] = 0xa5
	}
	bad := filepath.Join(t.TempDir(), "bad.db")
	require.NoError(t, os.WriteFile(bad, hurt, 0o600))
	found, err = store.CheckFile(ctx, bad)
	require.NoError(t, err)
	assert.NotEmpty(t, found)
	before, err := os.ReadFile(filepath.Join(dir, store.FileName))
	require.NoError(t, err)
	_, err = store.Restore(ctx, dir, bad, time.Unix(0, 0))
	require.ErrorContains(t, err, "cannot be restored")
	after, err := os.ReadFile(filepath.Join(dir, store.FileName))
	require.NoError(t, err)
	assert.Equal(t, before, after)

	loose := filepath.Join(t.TempDir(), "loose.db")
	require.NoError(t, os.WriteFile(loose, whole, 0o600))
	db, err := sql.Open("sqlite", "file:"+loose)
	require.NoError(t, err)
	_, err = db.Exec("DELETE FROM practice WHERE id = 'p1'") // and leaves what refers to it
	require.NoError(t, err)
	require.NoError(t, db.Close())
	found, err = store.CheckFile(ctx, loose)
	require.NoError(t, err)
	require.NotEmpty(t, found)
	assert.Equal(t, "references", found[0].What)

	done, err := store.Restore(ctx, dir, copied, time.Unix(0, 0))
	require.NoError(t, err)
	assert.FileExists(t, done.Kept)
	assert.Equal(t, []string{"p1@example.test", "p2@example.test"}, done.Active)
	again := open(t, dir)
	_, there, err := again.Sessions().Find("token")
	require.NoError(t, err)
	assert.False(t, there, "a session of the copy has ended")
	open, err := again.Invitations(ctx, "p1")
	require.NoError(t, err)
	assert.Empty(t, open)
	f, err := again.Load(ctx, "p1", "a")
	require.NoError(t, err)
	assert.Len(t, f.Containers, 3)
	assert.Equal(t, []string{filepath.Base(done.Kept)}, again.StillIn(ctx, "p1", "a"), "the replaced one is said to hold the client")
}

// After erasing, nothing of a client is left in the file or beside it.
func TestErasedIsGoneFromTheDisk(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	practices(t, s)
	f := store.NewFile("a", "Zanzibar-Quetzal")
	f.Profile.Note = "Quetzal feathers in the attic"
	_, err := s.Create(ctx, "p1", f)
	require.NoError(t, err)
	_, err = edited(s, "ana", 1, "profile", "", func(f *store.File) { f.Profile.Note = "Quetzal feathers, more" })
	require.NoError(t, err)
	require.ErrorIs(t, s.Delete(ctx, "p1", "a", 1), store.ErrStale)
	require.NoError(t, s.Delete(ctx, "p1", "a", 2))
	for _, end := range []string{"", "-wal", "-shm"} {
		data, err := os.ReadFile(filepath.Join(dir, store.FileName+end))
		if os.IsNotExist(err) {
			continue
		}
		require.NoError(t, err)
		assert.NotContains(t, string(data), "uetzal", "in the file%s", end)
	}
}
