package store

import (
	"context"
	"fmt"
	"iter"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"github.com/jmoiron/sqlx"
)

// list is one of the lists of a file. All that is known of it stands at its field: the `table` that
// it is kept in, the `most` that a client can have, the `station` that it is edited at, and `keyed`
// where its ids are keys of the library and not of this client's things; of one with a `window` a file
// has no more than is lately worked with (see log.go). Its things have an ID.
type list struct {
	name, station string // as addresses, labels and JSON call it
	most, window  int
	keyed         bool
	at            []int // of the file's fields
	thing         reflect.Type
	id            []int
	called        []int   // the things' Name, nil where they need none
	holds         [][]int // their fields that are slices
	columns       string
	rows
}

// lists are all of them, in the order of the file: a room and a batch come before what refers to them.
var lists = listsOf(reflect.TypeFor[File]())

func listsOf(file reflect.Type) (out []*list) {
	for _, f := range reflect.VisibleFields(file) {
		table, ok := f.Tag.Lookup("table")
		if !ok {
			continue
		}
		thing := f.Type.Elem()
		columns := columnsOf(thing)
		l := &list{name: jsonName(f), station: f.Tag.Get("station"), keyed: f.Tag.Get("keyed") != "", at: f.Index, thing: thing,
			holds: holdsOf(thing), columns: strings.Join(columns, ", "), rows: newRows(table, columns)}
		l.most, _ = strconv.Atoi(f.Tag.Get("most"))
		l.window, _ = strconv.Atoi(f.Tag.Get("window"))
		id, ok := thing.FieldByName("ID")
		if !ok || l.most == 0 || l.station == "" {
			panic("store: " + l.name + " lacks an id, a most or a station") // found by any test
		}
		l.id = id.Index
		if name, ok := thing.FieldByName("Name"); ok && name.Tag.Get("minLength") != "" {
			l.called = name.Index
		}
		out = append(out, l)
	}
	return out
}

// jsonName is what JSON calls a field.
func jsonName(f reflect.StructField) string {
	name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
	return name
}

// listNamed is the list of a name, nil where there is none.
func listNamed(name string) *list {
	at := slices.IndexFunc(lists, func(l *list) bool { return l.name == name })
	if at < 0 {
		return nil
	}
	return lists[at]
}

// MostOf is how many things of a kind a client can have.
func MostOf[T any]() int { return ofThings[T]().most }

func ofThings[T any]() *list {
	at := slices.IndexFunc(lists, func(l *list) bool { return l.thing == reflect.TypeFor[T]() })
	return lists[at]
}

// all is the list of a file; it can be set.
func (l *list) all(f *File) reflect.Value { return reflect.ValueOf(f).Elem().FieldByIndex(l.at) }

// Kinds are the types of a file's parts and of the things in its lists.
func Kinds() iter.Seq[reflect.Type] {
	return func(yield func(reflect.Type) bool) {
		for _, f := range reflect.VisibleFields(reflect.TypeFor[File]()) {
			t := f.Type
			if t.Kind() == reflect.Slice {
				t = t.Elem()
			}
			if t.Kind() == reflect.Struct && !yield(t) {
				return
			}
		}
	}
}

// each are the things of a list.
func each(all reflect.Value) []reflect.Value {
	out := make([]reflect.Value, all.Len())
	for i := range out {
		out[i] = all.Index(i)
	}
	return out
}

func (l *list) idOf(thing reflect.Value) string { return thing.FieldByIndex(l.id).String() }

func (l *list) ids(f *File) []string {
	all := l.all(f)
	out := make([]string, all.Len())
	for i := range out {
		out[i] = l.idOf(all.Index(i))
	}
	return out
}

func (l *list) read(ctx context.Context, tx *sqlx.Tx, practice string, f *File) error {
	if l.window > 0 {
		return readSets(ctx, tx, practice, f, nil)
	}
	out := reflect.New(reflect.SliceOf(l.thing))
	out.Elem().Set(reflect.MakeSlice(out.Elem().Type(), 0, 0))
	err := tx.SelectContext(ctx, out.Interface(),
		"SELECT "+l.columns+" FROM "+l.table+" WHERE practice_id = ? AND client_id = ? ORDER BY position", practice, f.ID)
	if err != nil {
		return fmt.Errorf("read %s: %w", l.table, err)
	}
	l.all(f).Set(out.Elem())
	return nil
}

// find is a thing of a file, and whether it is there.
func (l *list) find(f *File, id string) (thing reflect.Value, ok bool) {
	at := slices.Index(l.ids(f), id)
	if at < 0 {
		return thing, false
	}
	return l.all(f).Index(at), true
}

func (l *list) nameOf(f *File, id string) string {
	v, ok := l.find(f, id)
	if !ok {
		return ""
	}
	for _, word := range []string{"Name", "Item", "Movement"} {
		if n := v.FieldByName(word); n.IsValid() && n.String() != "" {
			return n.String()
		}
	}
	return ""
}

// fields are what of a thing differs between two files that both have it.
func (l *list) fields(from, to *File, id string) []string {
	x, is := l.find(from, id)
	y, was := l.find(to, id)
	if !is || !was {
		return nil
	}
	return differing(x, y)
}

func (l *list) complete(f *File) {
	all := l.all(f)
	if all.IsNil() {
		all.Set(reflect.MakeSlice(all.Type(), 0, 0))
	}
	for i := range all.Len() {
		complete(all.Index(i))
	}
}

// copy gives the file a list of its own.
func (l *list) copy(f *File) {
	if all := l.all(f); !all.IsNil() {
		all.Set(copied(all, l.holds))
	}
}

// Things is a list of a file by what is in it: where it is, and what its things' ids are.
type Things[T any] struct {
	Name, Station string
	All           func(*File) *[]T
	ID            func(*T) *string
}

// ListOf is the list of a file that has things of a type. It panics where there is none.
func ListOf[T any]() Things[T] {
	l := ofThings[T]()
	return Things[T]{
		Name: l.name, Station: l.station,
		All: func(f *File) *[]T { return l.all(f).Addr().Interface().(*[]T) },
		ID:  func(t *T) *string { return reflect.ValueOf(t).Elem().FieldByIndex(l.id).Addr().Interface().(*string) },
	}
}

// Find is where a thing is in its list, -1 when it is not there.
func (l Things[T]) Find(f *File, id string) int {
	return slices.IndexFunc(*l.All(f), func(t T) bool { return *l.ID(&t) == id })
}

// EachName visits the names of a client and of its things.
func (f *File) EachName(do func(name *string)) {
	do(&f.Profile.Name)
	for _, l := range lists {
		if l.called == nil {
			continue
		}
		for _, thing := range each(l.all(f)) {
			do(thing.FieldByIndex(l.called).Addr().Interface().(*string))
		}
	}
}

// EachThing are the lists and ids of all things of a file.
func (f *File) EachThing() iter.Seq2[string, string] {
	return func(yield func(list, id string) bool) {
		for _, l := range lists {
			for _, id := range l.ids(f) {
				if !yield(l.name, id) {
					return
				}
			}
		}
	}
}

// Append adds the things of another file's lists; what is said of the library takes the place of what
// was said before. Where an id is there already, or twice, it says which.
func (f *File) Append(more File) (twice string) {
	had := map[string]bool{}
	for _, l := range lists {
		if !l.keyed {
			for _, id := range l.ids(f) {
				had[id] = true
			}
		}
	}
	for _, l := range lists {
		for _, id := range l.ids(&more) {
			if had[id] && !l.keyed {
				return id
			}
			had[id] = had[id] || !l.keyed
		}
	}
	for _, l := range lists {
		new := l.ids(&more)
		all := slices.DeleteFunc(each(l.all(f)), func(t reflect.Value) bool { return slices.Contains(new, l.idOf(t)) })
		l.all(f).Set(reflect.Append(reflect.MakeSlice(l.all(f).Type(), 0, len(all)+len(new)), append(all, each(l.all(&more))...)...))
	}
	return ""
}

// holdsOf are the fields of a thing that are slices: with those copied, nothing done to a copy shows
// in the original. A thing that holds more than slices of plain values needs more, and says so at start.
func holdsOf(t reflect.Type) (out [][]int) {
	for _, f := range reflect.VisibleFields(t) {
		switch k := f.Type.Kind(); {
		case f.Anonymous: // its fields are visible too
		case k == reflect.Slice && plain(f.Type.Elem()):
			out = append(out, f.Index)
		case !plain(f.Type):
			panic(fmt.Sprintf("store: %s.%s cannot be copied plainly", t, f.Name))
		}
	}
	return out
}

// copied is a slice of things with what they hold.
func copied(all reflect.Value, holds [][]int) reflect.Value {
	out := reflect.MakeSlice(all.Type(), all.Len(), all.Len())
	reflect.Copy(out, all)
	for i := range out.Len() {
		for _, at := range holds {
			if f := out.Index(i).FieldByIndex(at); f.Len() > 0 {
				f.Set(reflect.AppendSlice(reflect.MakeSlice(f.Type(), 0, f.Len()), f))
			}
		}
	}
	return out
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
