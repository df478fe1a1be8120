package store_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
)

// What was ticked as operated on, with the one word that cleared it, becomes an operation
// each with that word: nobody is held again, and nothing that held is let go.
func TestOperationsOfTheReleaseBeforeStay(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	queries := append(schemaOf(t, 10), `INSERT INTO practice VALUES ('p', 'P')`, `INSERT INTO consultant (id, practice_id, email, name, password) VALUES ('c', 'p', 'n@example.test', 'N', 'x')`,
		`INSERT INTO about (one, kind) VALUES (1, 'practice')`)
	for _, id := range []string{"held", "cleared", "none"} {
		queries = append(queries, `INSERT INTO client (id, practice_id, revision, updated_at, name, stature_m, body_mass_kg, sex, experience, goal, limits, days, minutes, budget_minor, currency, units, note, at_hand)
			VALUES ('`+id+`', 'p', 7, 5, 'C', 1.7, 70, '', 'novice', 'general', '[]', 3, 35, 100, 'EUR', 'metric', '', '[]')`)
	}
	madeBy(t, dir, append(queries, `UPDATE client SET operated = '["knee","low-back"]' WHERE id = 'held'`,
		`UPDATE client SET operated = '["shoulder"]', cleared = 'Dr. M, 3 May' WHERE id = 'cleared'`))
	s, err := store.Open(ctx, dir, store.Real)
	require.NoError(t, err)
	defer func() { _ = s.Close() }()
	parts := func(id string) (out []string) {
		f, err := s.Load(ctx, "p", id)
		require.NoError(t, err)
		for _, o := range f.Operations {
			out = append(out, o.Part)
		}
		assert.NotNil(t, f.Persons[0].Likes)
		assert.Empty(t, f.Releases, "a text is no release")
		return append(out, f.Persons[0].HealthNote)
	}
	assert.Equal(t, []string{"knee", "back", ""}, parts("held"))
	assert.Equal(t, []string{"shoulder", "Written before: Dr. M, 3 May\nWritten before of shoulder: Dr. M, 3 May"}, parts("cleared"))
	assert.Equal(t, []string{""}, parts("none"))
}
