package store_test

import (
	"context"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
)

// What a release before kept of one body, of who else trained there, of tests and of a log is there as people
// and one log, and a change of before can be taken back.
func TestOneBodyBecomesAPerson(t *testing.T) {
	for _, from := range []int{18, 20} {
		oneBody(t, from)
	}
}

func oneBody(t *testing.T, from int) {
	ctx, dir := context.Background(), t.TempDir()
	const profile = `{"name":"Loft","stature_m":%v,"body_mass_kg":64,"sex":"female","experience":"novice","goal":"muscle","limits":["knee"],"days":4,"minutes":25,"budget_minor":100,"currency":"EUR","units":"metric","note":"n","likes":[],"avoids":[],"agreed":[],"answers":["heart:no"]}`
	change := func(stature float64, more string) string {
		return `{"revision":7,"updated_at":5,"profile":` + fmt.Sprintf(profile, stature) + more + `}`
	}
	queries := append(schemaOf(t, from), `INSERT INTO practice (id, name) VALUES ('p', 'P')`,
		`INSERT INTO consultant (id, practice_id, email, name, password) VALUES ('c', 'p', 'n@example.test', 'N', 'x')`,
		`INSERT INTO client (id, practice_id, revision, updated_at, name, folded, stature_m, body_mass_kg, sex, experience, goal, limits, days, minutes,
			budget_minor, currency, units, note, at_hand, answers, weeks, weeks_on, other_name, other_m, other_kg)
			VALUES ('a', 'p', 7, 5, 'Loft', 'loft', 1.7, 64, 'female', 'novice', 'muscle', '["knee"]', 4, 25, 100, 'EUR', 'metric', 'n', '["rice"]',
			'["heart:no"]', 20, '2026-11-01', 'her son', 1.84, 22)`,
		`INSERT INTO test_set (practice_id, client_id, id, position, movement, load_kg, reps, reserve, done_at, at_least)
			VALUES ('p', 'a', 't', 1048576, 'goblet-squat', 12.5, 9, 2, 100, 0), ('p', 'a', 'grip', 2097152, 'one-hand-row', 10, 12, 0, 0, 1)`,
		`INSERT INTO log_set (practice_id, client_id, id, done_at, movement, load_g, reps, reserve)
			VALUES ('p', 'a', 't', 300, 'goblet-squat', 13000, 8, -1), ('p', 'a', 'l', 200, 'goblet-squat', 12000, 10, 1)`,
		`INSERT INTO log_sum (practice_id, client_id, movement, sets, reps, moved_g, heaviest_g, first_at, last_at) VALUES ('p', 'a', 'goblet-squat', 2, 18, 224000, 13000, 200, 300)`,
		`INSERT INTO operation (practice_id, client_id, id, position, part, what, on_day, replaced, forbids) VALUES ('p', 'a', 'o', 0, 'knee', '', '2026-05', 0, '')`,
		`INSERT INTO history (practice_id, client_id, author, session, at, schema, label, parts, back, forth) VALUES
			('p', 'a', 'c', 's', 4, 18, '{"do":"write","part":"tests","id":"t"}', '["tests/t"]', '{"revision":5,"updated_at":3,"tests":{"items":[],"gone":["t"]}}',
				'{"revision":6,"updated_at":4,"tests":{"items":[{"id":"t","movement":"goblet-squat","load_kg":12.5,"reps":9,"reserve":2,"done_at":100}],"places":[{"id":"t","after":""}]}}'),
			('p', 'a', 'c', 's', 5, 18, '{"do":"write","part":"profile","fields":["stature_m"]}', '["profile"]', '`+change(1.6, "")+`', '`+change(1.7, "")+`')`)
	madeBy(t, dir, queries)
	s, err := store.Open(ctx, dir, store.Real)
	require.NoError(t, err)
	defer func() { _ = s.Close() }()
	f, err := s.Load(ctx, "p", "a")
	require.NoError(t, err)
	require.Len(t, f.Persons, 2)
	first, son := f.Persons[0], f.Persons[1]
	assert.Equal(t, []any{"first", 1.7, 64.0, "muscle", store.Words{"knee"}, 4, 25, store.Words{"heart:no"}, 20, "2026-11-01", false},
		[]any{first.ID, first.StatureM, first.BodyMassKg, first.Goal, first.Limits, first.Days, first.Minutes, first.Answers, first.Weeks,
			first.WeeksOn, first.Aside})
	assert.Equal(t, []any{"her son", 1.84, 22.0, true}, []any{son.Name, son.StatureM, son.BodyMassKg, son.Aside}, "nothing is planned for him")
	assert.Equal(t, "first", f.Operations[0].Person)
	require.Len(t, f.Sets, 4)
	by := map[string]store.LoggedSet{}
	for _, l := range f.Sets {
		by[l.ID] = l
	}
	assert.Equal(t, store.LoggedSet{ID: "t", Person: "first", DoneAt: 100, Test: true, Movement: "goblet-squat", LoadKg: 12.5, Reps: 9, Reserve: 2}, by["t"])
	assert.Equal(t, "load", by["grip"].Ended)
	assert.Equal(t, store.LoggedSet{ID: "t-done", Person: "first", DoneAt: 300, Movement: "goblet-squat", LoadKg: 13, Reps: 8, Reserve: -1}, by["t-done"])
	sums, err := s.LogSums(ctx, "p", "a")
	require.NoError(t, err)
	require.Len(t, sums, 2)
	assert.Equal(t, store.LogSum{Person: "first", Movement: "goblet-squat", Sets: 3, Reps: 27, MovedG: 112500 + 104000 + 120000, HeaviestG: 13000,
		FirstAt: 100, LastAt: 300}, sums[0])

	was, err := s.History(ctx, "p", "a")
	require.NoError(t, err)
	assert.Equal(t, []string{"persons", "sets"}, []string{was[0].Label.Part, was[1].Label.Part})
	by1 := store.By{Consultant: "c", Session: "s"}
	out, _, err := s.Undo(ctx, store.Step{Practice: "p", Client: "a", Base: 7, By: by1})
	require.NoError(t, err)
	assert.InDelta(t, 1.6, out.File.Persons[0].StatureM, 0)
	assert.Equal(t, store.Words{"knee"}, out.File.Persons[0].Limits)
	out, _, err = s.Undo(ctx, store.Step{Practice: "p", Client: "a", Base: 8, By: by1})
	require.NoError(t, err)
	out, _, err = s.Undo(ctx, store.Step{Practice: "p", Client: "a", Base: 9, By: by1, Redo: true})
	require.NoError(t, err)
	f, err = s.Load(ctx, "p", "a")
	require.NoError(t, err)
	assert.Len(t, f.Sets, 4, "taken back and done again")
	assert.EqualValues(t, 10, out.File.Revision)
}

// A file has the tests of each of its people and the newest of what they trained, however much that is; what
// an edit names is there besides, and sums are those of all.
func TestALongLogIsReadByItsEnd(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	var all []store.LoggedSet
	for i := range 150 {
		all = append(all, store.LoggedSet{ID: fmt.Sprint("s", i), Person: "first", Movement: "row", LoadKg: 10, Reps: 5, DoneAt: int64(1000 + i),
			Test: i%50 == 0})
	}
	require.NoError(t, logSets(s, "a", all))
	f, err := s.Load(ctx, "p1", "a")
	require.NoError(t, err)
	require.Len(t, f.Sets, 63, "60, and all tests")
	oldest := func() string {
		f, err := s.Load(ctx, "p1", "a")
		require.NoError(t, err)
		for _, l := range f.Sets {
			if !l.Test {
				return l.ID
			}
		}
		return ""
	}
	assert.Equal(t, "s89", oldest())
	require.NoError(t, logSets(s, "a", nil, "s149"))
	assert.Equal(t, "s88", oldest(), "another comes in its place")
	require.NoError(t, logSets(s, "a", nil, "s3"), "one that no file has any more")
	page, more, err := s.Log(ctx, "p1", "a", "first", 0, 1e9, nil, 200)
	require.NoError(t, err)
	assert.False(t, more)
	assert.Len(t, page, 148)
	sums, err := s.LogSums(ctx, "p1", "a")
	require.NoError(t, err)
	assert.EqualValues(t, 148, sums[len(sums)-1].Sets)
}
