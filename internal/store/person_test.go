package store_test

import (
	"context"
	"database/sql"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
)

// What was ticked as operated on, with the one word that cleared it, becomes an operation
// each with that word: nobody is held again, and nothing that held is let go.
func TestOperationsOfTheReleaseBeforeStay(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	db, err := sql.Open("sqlite", "file:"+filepath.Join(dir, store.FileName))
	require.NoError(t, err)
	all, err := filepath.Glob("migrations/*.sql")
	require.NoError(t, err)
	slices.Sort(all)
	run := func(q string) {
		_, err := db.Exec(q)
		require.NoError(t, err, q)
	}
	run(`CREATE TABLE goose_db_version (id INTEGER PRIMARY KEY AUTOINCREMENT, version_id INTEGER NOT NULL, is_applied INTEGER NOT NULL, tstamp TIMESTAMP DEFAULT (datetime('now')))`)
	run(`INSERT INTO goose_db_version (version_id, is_applied) VALUES (0, 1)`)
	for i, file := range all[:10] {
		text, err := os.ReadFile(file)
		require.NoError(t, err)
		run(strings.ReplaceAll(string(text), "-- +goose NO TRANSACTION", ""))
		_, err = db.Exec(`INSERT INTO goose_db_version (version_id, is_applied) VALUES (?, 1)`, i+1)
		require.NoError(t, err)
		if i == 3 {
			run(`INSERT INTO practice VALUES ('p', 'P')`)
			run(`INSERT INTO consultant VALUES ('c', 'p', 'n@example.test', 'N', 'x')`)
			for _, id := range []string{"held", "cleared", "none"} {
				run(`INSERT INTO client (id, practice_id, revision, updated_at, name, stature_m, body_mass_kg, sex, experience, goal, limits, days, minutes, budget_minor, currency, units, note,
					length_m, width_m, ceiling_m, taken_m2, floor, surface, walls, neighbours_below, at_hand, door)
					VALUES ('` + id + `', 'p', 7, 5, 'C', 1.7, 70, '', 'novice', 'general', '[]', 3, 35, 100, 'EUR', 'metric', '', 4, 3, 2.4, 0, 'slab', 'wood', 'drill', 0, '[]', 'solid')`)
			}
		}
	}
	run(`UPDATE client SET operated = '["knee","low-back"]' WHERE id = 'held'`)
	run(`UPDATE client SET operated = '["shoulder"]', cleared = 'Dr. M, 3 May' WHERE id = 'cleared'`)
	require.NoError(t, db.Close())
	s, err := store.Open(ctx, dir, store.Real)
	require.NoError(t, err)
	defer func() { _ = s.Close() }()
	parts := func(id string) (out []string) {
		f, err := s.Load(ctx, "p", id)
		require.NoError(t, err)
		for _, o := range f.Operations {
			out = append(out, o.Part)
		}
		assert.NotNil(t, f.Profile.Likes)
		assert.Empty(t, f.Releases, "a text is no release")
		return append(out, f.Profile.HealthNote)
	}
	assert.Equal(t, []string{"knee", "back", ""}, parts("held"))
	assert.Equal(t, []string{"shoulder", "Written before: Dr. M, 3 May\nWritten before of shoulder: Dr. M, 3 May"}, parts("cleared"))
	assert.Equal(t, []string{""}, parts("none"))
}
