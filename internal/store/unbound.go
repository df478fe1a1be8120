package store

import (
	"context"
	"database/sql"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"github.com/pressly/goose/v3"
)

// unbound is the migration that takes bounds out of the tables of clients: what a field may be is
// written once, at the field, and the database keeps keys, references, types and JSON. SQLite has no
// statement for it; what its manual gives for the removal of a CHECK is to write the table's own
// text anew (Making Other Kinds Of Table Schema Changes, sqlite.org/lang_altertable.html).
var unbound = goose.NewGoMigration(19, &goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error {
	tables := []string{"client"}
	for _, l := range lists {
		tables = append(tables, l.table)
	}
	var version int64
	if err := tx.QueryRowContext(ctx, "PRAGMA schema_version").Scan(&version); err != nil {
		return err
	}
	steps := []string{"PRAGMA writable_schema = ON"}
	for _, table := range tables {
		var text string
		err := tx.QueryRowContext(ctx, "SELECT sql FROM sqlite_schema WHERE type = 'table' AND name = ?", table).Scan(&text)
		if err == sql.ErrNoRows { // it came with a later schema, without bounds
			continue
		}
		if err != nil {
			return err
		}
		quoted := "'" + strings.ReplaceAll(withoutBounds(text), "'", "''") + "'"
		steps = append(steps, fmt.Sprintf("UPDATE sqlite_schema SET sql = %s WHERE type = 'table' AND name = '%s'", quoted, table))
	}
	for _, step := range append(steps, fmt.Sprintf("PRAGMA schema_version = %d", version+1), "PRAGMA writable_schema = RESET") {
		if _, err := tx.ExecContext(ctx, step); err != nil {
			return fmt.Errorf("take bounds out: %w", err)
		}
	}
	return nil
}}, nil)

var check = regexp.MustCompile(`(,\s*)?\s*\bCHECK\s*\(`)

// withoutBounds is the text of a table without its checks, but for those of JSON.
func withoutBounds(table string) string {
	var out strings.Builder
	for {
		at := check.FindStringIndex(table)
		if at == nil {
			return out.String() + table
		}
		deep, end := 1, at[1]
		for ; deep > 0; end++ {
			deep += strings.Count(table[end:end+1], "(") - strings.Count(table[end:end+1], ")")
		}
		out.WriteString(table[:at[0]])
		if strings.Contains(table[at[0]:end], "json_valid") {
			out.WriteString(table[at[0]:end])
		}
		table = table[end:]
	}
}

var inGo = []*goose.Migration{unbound}

// SchemaVersion is the schema that this release writes.
func SchemaVersion() int64 {
	all, _ := migrations.ReadDir("migrations")
	last, _ := goose.NumericComponent(all[len(all)-1].Name())
	return slices.Max([]int64{last, inGo[len(inGo)-1].Version})
}
