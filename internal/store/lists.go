package store

import (
	"context"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"
)

// part is one of the lists of a file, kept in a table of its own.
type part interface {
	// name is what addresses, labels and JSON call it.
	name() string
	// keyed says that its ids are keys of the library and not of this client's things.
	keyed() bool
	// most is how many a client can have.
	most() int

	// read fills the file's list, save writes what of it changed.
	read(ctx context.Context, tx *sqlx.Tx, practice string, f *File) error
	save(tx *sqlx.Tx, practice, client string, c *Changes) error

	// copy gives the file a list of its own.
	copy(f *File)
	ids(f *File) []string
	nameOf(f *File, id string) string
	// fields are what of a thing differs between two files that both have it.
	fields(from, to *File, id string) []string
	eachName(f *File, do func(name *string))
	complete(f *File)

	// changed says that changes name it; also has changes name it as others do;
	// touched are the things that they name.
	changed(c *Changes) bool
	also(to, from *Changes)
	touched(c *Changes) []string
	diff(from, to *File, c *Changes)
	apply(c *Changes, f *File)
}

// parts are all lists. A room, a batch, a container and what is weighed come before what
// refers to them.
var parts []part

func init() {
	parts = []part{
		listIn[Room]("rooms", "room", 20, false),
		listIn[Opening]("openings", "opening", 120, false),
		listIn[Fixture]("fixtures", "fixture", 200, false),
		listIn[Overhead]("overheads", "overhead", 80, false),
		listIn[Batch]("batches", "batch", 60, false),
		listIn[Container]("containers", "container", 300, false),
		listIn[Weighing]("weighings", "weighing", 1000, false),
		listIn[Thing]("things", "thing", 200, false),
		listIn[Handle]("handles", "handle", 40, false),
		listIn[Plate]("plates", "plate", 40, false),
		listIn[Band]("bands", "band", 60, false),
		listIn[Rig]("rigs", "rig", 100, true),
		listIn[Gear]("gear", "gear", 200, false),
		listIn[TestSet]("tests", "test_set", 200, false),
		listIn[Pin]("pins", "pin", 400, true),
		listIn[Wished]("slots", "slot", 60, true),
		listIn[Operation]("operations", "operation", 20, false),
		listIn[Release]("releases", "release", 60, false),
		listIn[Build]("builds", "build", 60, false),
		listIn[Offcut]("offcuts", "offcut", 100, false),
	}
}

// MostOf is how many things a client can have in a list, by its name.
func MostOf(list string) int {
	for _, p := range parts {
		if p.name() == list {
			return p.most()
		}
	}
	panic("store: there is no list " + list)
}

// fieldOf finds the field of a struct with a name in JSON.
func fieldOf(t reflect.Type, name string) []int {
	for i := range t.NumField() {
		if tag, _, _ := strings.Cut(t.Field(i).Tag.Get("json"), ","); tag == name {
			return t.Field(i).Index
		}
	}
	panic(fmt.Sprintf("store: %s has no %s", t, name)) // a list without its field: found by any test
}

// list is the list of a file and of its changes that JSON calls by name, kept in a table.
// Its things have an ID.
type list[T any] struct {
	Things[T]
	rows
	bound     int
	ofLibrary bool
	names     string // its columns
	inChanges []int
	called    []int // the things' Name, nil without one
	copied    func([]T) []T
}

func listIn[T any](name, table string, most int, ofLibrary bool) *list[T] {
	var none T
	columns := columnsOf(none)
	l := &list[T]{
		Things: ListOf[T](name), rows: newRows(table, columns), bound: most, ofLibrary: ofLibrary, names: strings.Join(columns, ", "),
		inChanges: fieldOf(reflect.TypeFor[Changes](), name), copied: copier[T](),
	}
	if f, ok := reflect.TypeFor[T]().FieldByName("Name"); ok {
		l.called = f.Index
	}
	return l
}

func (l *list[T]) name() string   { return l.Name }
func (l *list[T]) keyed() bool    { return l.ofLibrary }
func (l *list[T]) most() int      { return l.bound }
func (l *list[T]) id(t *T) string { return *l.ID(t) }

// change is the place of the list among changes.
func (l *list[T]) change(c *Changes) **ListChange[T] {
	return reflect.ValueOf(c).Elem().FieldByIndex(l.inChanges).Addr().Interface().(**ListChange[T])
}

func (l *list[T]) read(ctx context.Context, tx *sqlx.Tx, practice string, f *File) error {
	out := []T{}
	err := tx.SelectContext(ctx, &out, "SELECT "+l.names+" FROM "+l.table+" WHERE practice_id = ? AND client_id = ? ORDER BY position",
		practice, f.ID)
	if err != nil {
		return fmt.Errorf("read %s: %w", l.table, err)
	}
	*l.All(f) = out
	return nil
}

func (l *list[T]) save(tx *sqlx.Tx, practice, client string, c *Changes) error {
	if how := *l.change(c); how != nil {
		return saveRows(tx, l.rows, practice, client, how, l.id)
	}
	return nil
}

func (l *list[T]) copy(f *File) { *l.All(f) = l.copied(*l.All(f)) }

func (l *list[T]) ids(f *File) []string {
	all := *l.All(f)
	out := make([]string, len(all))
	for i := range all {
		out[i] = l.id(&all[i])
	}
	return out
}

func (l *list[T]) nameOf(f *File, id string) string {
	at := l.Find(f, id)
	if at < 0 {
		return ""
	}
	v := reflect.ValueOf(&(*l.All(f))[at]).Elem()
	for _, word := range []string{"Name", "Item", "Movement"} {
		if n := v.FieldByName(word); n.IsValid() && n.String() != "" {
			return n.String()
		}
	}
	return ""
}

func (l *list[T]) fields(from, to *File, id string) []string {
	i, j := l.Find(from, id), l.Find(to, id)
	if i < 0 || j < 0 {
		return nil
	}
	return differing(&(*l.All(from))[i], &(*l.All(to))[j])
}

func (l *list[T]) eachName(f *File, do func(*string)) {
	if l.called == nil {
		return
	}
	all := *l.All(f)
	for i := range all {
		do(reflect.ValueOf(&all[i]).Elem().FieldByIndex(l.called).Addr().Interface().(*string))
	}
}

func (l *list[T]) complete(f *File) {
	all := l.All(f)
	if *all == nil {
		*all = []T{}
	}
	for i := range *all {
		complete(reflect.ValueOf(&(*all)[i]).Elem())
	}
}

func (l *list[T]) changed(c *Changes) bool { return *l.change(c) != nil }
func (l *list[T]) also(to, from *Changes)  { *l.change(to) = *l.change(from) }

func (l *list[T]) touched(c *Changes) (out []string) {
	how := *l.change(c)
	if how == nil {
		return nil
	}
	for i := range how.Items {
		out = append(out, l.id(&how.Items[i]))
	}
	for _, p := range how.Places {
		if !slices.Contains(out, p.ID) {
			out = append(out, p.ID)
		}
	}
	return append(out, how.Gone...)
}

func (l *list[T]) diff(from, to *File, c *Changes) {
	*l.change(c) = changeOf(*l.All(from), *l.All(to), l.id)
}

func (l *list[T]) apply(c *Changes, f *File) {
	if how := *l.change(c); how != nil {
		*l.All(f) = how.to(*l.All(f), l.id)
	}
}

// Things is a list of a file by its name: where it is, and what its things' ids are.
type Things[T any] struct {
	Name string
	All  func(*File) *[]T
	ID   func(*T) *string
}

// ListOf is the list of a file that addresses and JSON call by a name. It panics where
// there is no such list of such things.
func ListOf[T any](name string) Things[T] {
	at := fieldOf(reflect.TypeFor[File](), name)
	key, _ := reflect.TypeFor[T]().FieldByName("ID")
	return Things[T]{
		Name: name,
		All: func(f *File) *[]T {
			return reflect.ValueOf(f).Elem().FieldByIndex(at).Addr().Interface().(*[]T)
		},
		ID: func(t *T) *string {
			return reflect.ValueOf(t).Elem().FieldByIndex(key.Index).Addr().Interface().(*string)
		},
	}
}

// Find is where a thing is in its list, -1 when it is not there.
func (l Things[T]) Find(f *File, id string) int {
	all := *l.All(f)
	for i := range all {
		if *l.ID(&all[i]) == id {
			return i
		}
	}
	return -1
}

// EachName visits the names of a client and of its things.
func (f *File) EachName(do func(name *string)) {
	do(&f.Profile.Name)
	for _, p := range parts {
		p.eachName(f, do)
	}
}

// copier copies a list of things with what they hold: every slice in them is copied,
// so that nothing done to the copy shows in the original. A thing that holds more
// than slices of plain values needs more, and says so at start.
func copier[T any]() func([]T) []T {
	t := reflect.TypeFor[T]()
	var slicesIn [][]int
	for _, f := range reflect.VisibleFields(t) {
		switch k := f.Type.Kind(); {
		case f.Anonymous: // its fields are visible too
		case k == reflect.Slice && plain(f.Type.Elem()):
			slicesIn = append(slicesIn, f.Index)
		case !plain(f.Type):
			panic(fmt.Sprintf("store: %s.%s cannot be copied plainly", t, f.Name))
		}
	}
	return func(all []T) []T {
		if all == nil {
			return nil
		}
		out := make([]T, len(all))
		copy(out, all)
		for i := range out {
			v := reflect.ValueOf(&out[i]).Elem()
			for _, at := range slicesIn {
				if f := v.FieldByIndex(at); f.Len() > 0 {
					f.Set(reflect.AppendSlice(reflect.MakeSlice(f.Type(), 0, f.Len()), f))
				}
			}
		}
		return out
	}
}

// plain says that a value of a type is copied by assigning it.
func plain(t reflect.Type) bool {
	switch t.Kind() {
	case reflect.Struct:
		return !slices.ContainsFunc(reflect.VisibleFields(t), func(f reflect.StructField) bool { return !plain(f.Type) })
	case reflect.Slice, reflect.Map, reflect.Pointer, reflect.Interface, reflect.Chan, reflect.Func:
		return false
	}
	return true
}

// columnsOf lists the db tags of a struct, embedded ones included.
func columnsOf(v any) []string {
	var out []string
	t := reflect.TypeOf(v)
	for i := range t.NumField() {
		if f := t.Field(i); f.Anonymous {
			out = append(out, columnsOf(reflect.New(f.Type).Elem().Interface())...)
		} else {
			out = append(out, f.Tag.Get("db"))
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

// saveRows writes the rows that are new, changed or moved and deletes those that
// went: nothing else.
func saveRows[T any](tx *sqlx.Tx, r rows, practice, client string, c *ListChange[T], id func(*T) string) error {
	for _, gone := range c.Gone {
		if _, err := tx.Exec(r.drop, practice, client, gone); err != nil {
			return fmt.Errorf("delete %s %s: %w", r.table, gone, err)
		}
	}
	items := make(map[string]*T, len(c.Items))
	for i := range c.Items {
		items[id(&c.Items[i])] = &c.Items[i]
	}
	put := func(key string, t *T, position int64) error {
		args := []any{practice, client, position}
		v := reflect.ValueOf(t).Elem()
		for f := range v.NumField() {
			args = append(args, v.Field(f).Interface())
		}
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
