package store

import (
	"fmt"
	"reflect"
	"strings"

	"github.com/jmoiron/sqlx"
)

// columnsOf lists the db tags of a struct, embedded ones included.
func columnsOf(t reflect.Type) (out []string) {
	for i := range t.NumField() {
		if f := t.Field(i); f.Anonymous {
			out = append(out, columnsOf(f.Type)...)
		} else {
			out = append(out, f.Tag.Get("db"))
		}
	}
	return out
}

// valuesOf are the values of a struct's fields, in the order of columnsOf.
func valuesOf(v reflect.Value) (out []any) {
	for i := range v.NumField() {
		if v.Type().Field(i).Anonymous {
			out = append(out, valuesOf(v.Field(i))...)
		} else {
			out = append(out, v.Field(i).Interface())
		}
	}
	return out
}

// rows is a table of a part with its statements.
type rows struct{ table, put, drop, move string }

func newRows(table string, columns []string) rows {
	sets := make([]string, 0, len(columns))
	for _, c := range columns {
		if c != "id" {
			sets = append(sets, c+" = excluded."+c)
		}
	}
	const of = " WHERE practice_id = ? AND client_id = ? AND id = ?"
	return rows{
		table: table,
		put: "INSERT INTO " + table + " (practice_id, client_id, position, " + strings.Join(columns,
			", ") + ") VALUES (?, ?, ?" + strings.Repeat(", ?", len(columns)) +
			") ON CONFLICT (practice_id, client_id, id) DO UPDATE SET " + strings.Join(sets, ", "),
		drop: "DELETE FROM " + table + of,
		move: "UPDATE " + table + " SET position = ?" + of,
	}
}

// save writes the rows of a list that are new, changed or moved and deletes those that
// went: nothing else.
func (l *list) save(tx *sqlx.Tx, practice, client string, all *Changes) (failed error) {
	c, r := all.Lists[l.name], l.rows
	if c == nil {
		return nil
	}
	if l.window > 0 {
		sum, err := summing(tx, practice, client, c.touched(l))
		if err != nil {
			return err
		}
		defer func() {
			if failed == nil {
				failed = sum()
			}
		}()
	}
	for _, gone := range c.Gone {
		if _, err := tx.Exec(r.drop, practice, client, gone); err != nil {
			return fmt.Errorf("delete %s %s: %w", r.table, gone, err)
		}
	}
	items := make(map[string]reflect.Value, len(c.Items))
	for _, thing := range c.Items {
		v := reflect.ValueOf(thing).Elem()
		items[l.idOf(v)] = v
	}
	put := func(key string, v reflect.Value, position int64) error {
		args := append([]any{practice, client, position}, valuesOf(v)...)
		if _, err := tx.Exec(r.put, args...); err != nil {
			return fmt.Errorf("save %s %s: %w", r.table, key, err)
		}
		return nil
	}
	var last Place
	var lastAt int64
	for _, p := range c.Places {
		position, err := int64(0), error(nil)
		if last.ID != "" && p.After == last.ID && lastAt < 0 { // the one before was put at the end
			position = -lastAt + room
			last, lastAt = p, -position
		} else {
			var atEnd bool
			if position, atEnd, err = r.between(tx, practice, client, p.After); err != nil {
				return err
			}
			if last, lastAt = p, position; atEnd {
				lastAt = -position
			}
		}
		t, isNew := items[p.ID]
		delete(items, p.ID)
		if isNew {
			err = put(p.ID, t, position)
		}
		if err == nil {
			_, err = tx.Exec(r.move, position, practice, client, p.ID)
		}
		if err != nil {
			return fmt.Errorf("place %s %s: %w", r.table, p.ID, err)
		}
	}
	for key, t := range items {
		if err := put(key, t, 0); err != nil {
			return err
		}
	}
	return nil
}

// room is how far the keys of neighbours in a list are apart, at first.
const room = 1 << 20

// between is a key for a row that is to stand after another, or first; atEnd says
// that no other follows. When there is no room left there, all rows of the list get
// new keys.
func (r rows) between(tx *sqlx.Tx, practice, client, after string) (key int64, atEnd bool, err error) {
	const of = " WHERE practice_id = ? AND client_id = ?"
	for range 2 {
		var low, high int64
		low = 0
		if after != "" {
			if err := tx.Get(&low,
				"SELECT coalesce((SELECT position FROM "+r.table+of+" AND id = ?), (SELECT max(position) FROM "+r.table+of+"), 0)",
				practice, client, after, practice, client); err != nil {
				return 0, false, fmt.Errorf("place in %s: %w", r.table, err)
			}
		}
		if err := tx.Get(&high, "SELECT coalesce((SELECT min(position) FROM "+r.table+of+" AND position > ?), -1)", practice, client,
			low); err != nil {
			return 0, false, fmt.Errorf("place in %s: %w", r.table, err)
		}
		if high < 0 {
			return low + room, true, nil
		}
		if high-low > 1 {
			return low + (high-low)/2, false, nil
		}
		_, err := tx.Exec("WITH placed AS (SELECT id, row_number() OVER (ORDER BY position) * ? AS place FROM "+r.table+of+") UPDATE "+r.table+
			" SET position = (SELECT place FROM placed WHERE placed.id = "+r.table+".id)"+of, room, practice, client, practice, client)
		if err != nil {
			return 0, false, fmt.Errorf("renumber %s: %w", r.table, err)
		}
	}
	return 0, false, fmt.Errorf("place in %s: no room after %q", r.table, after)
}
