package store_test

import (
	"bufio"
	"context"
	"database/sql"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
)

// opens is the folder that a child of a test opens, to be killed over it.
const opens = "SCRAPPYRACK_TEST_OPENS"

func TestMain(m *testing.M) {
	if dir := os.Getenv(opens); dir != "" {
		fmt.Println("begins")
		s, err := store.Open(context.Background(), dir, store.Real)
		if err == nil {
			err = s.Close()
		}
		if err != nil {
			fmt.Println(err)
			os.Exit(1)
		}
		os.Exit(0)
	}
	os.Exit(m.Run())
}

// schemaOf is how a database came to a schema, by its migrations alone.
func schemaOf(t *testing.T, version int) (queries []string) {
	t.Helper()
	all, err := filepath.Glob("migrations/*.sql")
	require.NoError(t, err)
	for _, name := range all {
		if number, err := strconv.Atoi(filepath.Base(name)[:3]); err != nil || number > version {
			continue
		}
		text, err := os.ReadFile(name)
		require.NoError(t, err)
		queries = append(queries, string(text))
	}
	queries = append(queries, `CREATE TABLE goose_db_version (id INTEGER PRIMARY KEY AUTOINCREMENT, version_id INTEGER NOT NULL, is_applied INTEGER NOT NULL, tstamp TIMESTAMP DEFAULT (datetime('now')))`)
	for v := range version + 1 {
		queries = append(queries, fmt.Sprintf(`INSERT INTO goose_db_version (version_id, is_applied) VALUES (%d, 1)`, v))
	}
	return queries
}

// madeBy puts a database into a folder that queries make.
func madeBy(t *testing.T, dir string, queries []string) {
	t.Helper()
	db, err := sql.Open("sqlite", "file:"+filepath.Join(dir, store.FileName)+"?_pragma=synchronous(OFF)")
	require.NoError(t, err)
	for _, q := range queries {
		_, err := db.Exec(q)
		require.NoError(t, err, q)
	}
	require.NoError(t, db.Close())
}

// killed opens a folder in a process of its own that is killed after a while, and says
// whether it had come to its end before, and how.
func killed(t *testing.T, dir string, after time.Duration) (ended bool, said string) {
	t.Helper()
	cmd := exec.Command(os.Args[0])
	cmd.Env = append(os.Environ(), opens+"="+dir)
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, cmd.Start())
	lines := bufio.NewScanner(out)
	require.True(t, lines.Scan())
	kill := time.AfterFunc(after, func() { _ = cmd.Process.Kill() })
	var rest []string
	for lines.Scan() {
		rest = append(rest, lines.Text())
	}
	err = cmd.Wait()
	kill.Stop()
	return err == nil || len(rest) > 0, strings.Join(rest, "\n")
}

// An upgrade that is killed a hundred times, at any moment of it, starts again each time; in
// the end nothing is lost, every client is found, and the copy is of how it was before.
func TestAnUpgradeMayBeKilled(t *testing.T) {
	const clients = 12
	queries := append(schemaOf(t, 4), `INSERT INTO practice VALUES ('p', 'P')`, `INSERT INTO consultant VALUES ('c', 'p', 'n@example.test', 'N', 'x')`)
	for i := range clients {
		queries = append(queries, fmt.Sprintf(`INSERT INTO client (id, practice_id, revision, updated_at, name, stature_m, body_mass_kg, sex, experience, goal, limits, days, minutes, budget_minor, currency, units, note,
			length_m, width_m, ceiling_m, taken_m2, floor, surface, walls, neighbours_below, at_hand, door)
			VALUES ('a%d', 'p', 7, 5, 'Åttic %d', 1.7, 70, '', 'novice', 'general', '[]', 3, 35, 100, 'EUR', 'metric', '', 4, 3, 2.4, 0, 'slab', 'wood', 'drill', 0, '["rice"]', 'solid')`, i, i),
			fmt.Sprintf(`INSERT INTO thing VALUES ('p', 'a%d', 'z', 0, 'first', 1, 0, 1, 1, 0, 0, 1), ('p', 'a%d', 'm', 1, 'second', 1, 0, 1, 1, 0, 0, 1)`, i, i))
	}
	at := t.TempDir()
	madeBy(t, at, queries)
	old, err := os.ReadFile(filepath.Join(at, store.FileName))
	require.NoError(t, err)
	again := func() string {
		dir := t.TempDir()
		require.NoError(t, os.WriteFile(filepath.Join(dir, store.FileName), old, 0o600))
		return dir
	}
	start := time.Now()
	ended, said := killed(t, again(), time.Minute)
	require.True(t, ended)
	require.Empty(t, said)
	whole := time.Since(start)

	ctx, draw := context.Background(), rand.New(rand.NewPCG(24, 1))
	for kills := 0; kills < 100; {
		dir := again()
		for over := false; !over && kills < 100; {
			// Now and then late in the upgrade, where little is left to be done.
			over, said = killed(t, dir, time.Duration(draw.Float64()*float64(whole)))
			require.Empty(t, said, "after %d kills", kills)
			if !over {
				kills++
			}
		}
		s, err := store.Open(ctx, dir, store.Real)
		require.NoError(t, err, "after %d kills", kills)
		for i := range clients {
			f, err := s.Load(ctx, "p", fmt.Sprint("a", i))
			require.NoError(t, err)
			assert.Len(t, f.Things, 2)
			assert.Len(t, f.Rooms, 1)
		}
		listed, err := s.List(ctx, "p", store.Seek{Contains: "attic"}, nil)
		require.NoError(t, err)
		assert.Len(t, listed.Clients, clients, "found by its folded name")
		require.NoError(t, s.Close())
		copies, err := filepath.Glob(filepath.Join(dir, "*.before-*"))
		require.NoError(t, err)
		require.NotEmpty(t, copies)
		for _, c := range copies {
			assert.NotContains(t, c, ".partial")
			db, err := sql.Open("sqlite", "file:"+c+"?mode=ro")
			require.NoError(t, err)
			var n int
			require.NoError(t, db.QueryRow("SELECT count(length_m) FROM client").Scan(&n), "it is of before the rooms")
			assert.Equal(t, clients, n)
			require.NoError(t, db.Close())
		}
	}
}

// A copy that a release before left half written is replaced; a whole one of another upgrade
// stays beside the new one; and a client without a folded name is found all the same.
func TestWhatAnUpgradeFinds(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	queries := append(schemaOf(t, 4), `INSERT INTO practice VALUES ('p', 'P')`)
	madeBy(t, dir, queries)
	before := filepath.Join(dir, fmt.Sprintf("%s.before-%d", store.FileName, store.SchemaVersion()))
	require.NoError(t, os.WriteFile(before, []byte("half of it"), 0o600))
	s, err := store.Open(ctx, dir, store.Real)
	require.NoError(t, err)
	_, err = s.Create(ctx, "p", store.NewFile("a", "Ånn"))
	require.NoError(t, err)
	_, err = s.Writer().Exec("UPDATE client SET folded = ''") // as a kill before it was written left it
	require.NoError(t, err)
	require.NoError(t, s.Close())
	found, err := store.CheckFile(ctx, before)
	require.NoError(t, err)
	assert.Empty(t, found)
	s, err = store.Open(ctx, dir, store.Real)
	require.NoError(t, err)
	listed, err := s.List(ctx, "p", store.Seek{Contains: "ann"}, nil)
	require.NoError(t, err)
	assert.Len(t, listed.Clients, 1)
	require.NoError(t, s.Close())

	require.NoError(t, os.Remove(filepath.Join(dir, store.FileName)))
	madeBy(t, dir, queries)
	s, err = store.Open(ctx, dir, store.Real)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	assert.FileExists(t, before)
	assert.FileExists(t, before+"-2")
}

// The tables of clients keep keys, references, types and JSON, and no bound; those of accounts and of
// the history are as they were.
func TestTheDatabaseKeepsNoBounds(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	require.NoError(t, s.Close())
	db, err := sql.Open("sqlite", "file:"+filepath.Join(dir, store.FileName))
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	rows, err := db.Query("SELECT name, sql FROM sqlite_schema WHERE type = 'table'")
	require.NoError(t, err)
	checks := map[string]int{}
	for rows.Next() {
		var name, text string
		require.NoError(t, rows.Scan(&name, &text))
		checks[name] = strings.Count(text, "CHECK") - strings.Count(text, "CHECK (json_valid(")
	}
	require.NoError(t, rows.Err())
	assert.Zero(t, checks["client"])
	for name := range store.EachList() {
		assert.Zero(t, checks[strings.TrimSuffix(name, "s")], name)
	}
	assert.NotZero(t, checks["consultant"])
	for _, refused := range []string{
		"INSERT INTO pin (practice_id, client_id, id, pin, position) VALUES ('p', 'nobody', 'x', 'must', 0)",
		"INSERT INTO gear (practice_id, client_id, id, item, position) VALUES ('p', 'a', 'x', NULL, 0)",
	} {
		_, err := db.Exec("PRAGMA foreign_keys = ON; " + refused)
		assert.Error(t, err, refused)
	}
	var word string
	require.NoError(t, db.QueryRow("PRAGMA integrity_check").Scan(&word))
	assert.Equal(t, "ok", word)
}
