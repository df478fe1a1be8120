package store

import (
	"iter"
	"reflect"
	"strconv"
)

// Bound is what a number of a thing may be besides what the wire's description says of its type: 0
// where nobody has said, otherwise at least Least. It is the tag `least` of the thing's field.
type Bound struct {
	Field string // by its name in JSON
	Least float64
	at    []int
}

// BoundsOf are the bounds of a kind of thing, or of a part of the file.
func BoundsOf(t reflect.Type) (out []Bound) {
	for _, f := range reflect.VisibleFields(t) {
		text, ok := f.Tag.Lookup("least")
		if !ok {
			continue
		}
		least, err := strconv.ParseFloat(text, 64)
		if err != nil {
			panic("store: " + t.Name() + "." + f.Name + " has no number as its least") // found by any test
		}
		out = append(out, Bound{jsonName(f), least, f.Index})
	}
	return out
}

// Breaks says that a thing breaks a bound, and with what.
func (b Bound) Breaks(thing reflect.Value) (value float64, breaks bool) {
	v := thing.FieldByIndex(b.at)
	if v.CanInt() {
		value = float64(v.Int())
	} else {
		value = v.Float()
	}
	return value, value != 0 && value < b.Least
}

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
