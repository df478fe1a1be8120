package store

import (
	"cmp"
	"reflect"
	"strconv"
	"sync"
)

// neutral are the fields of a struct that have a neutral value: its lists (empty, not nil), and what
// the tag `otherwise` says of a word or a number.
type neutral struct {
	at   []int
	list bool
	word string
	n    int64
}

var neutrals sync.Map // reflect.Type → []neutral

func neutralsOf(t reflect.Type) []neutral {
	if known, ok := neutrals.Load(t); ok {
		return known.([]neutral) //nolint:errcheck // nothing else is kept there
	}
	var out []neutral
	for _, f := range reflect.VisibleFields(t) {
		otherwise := f.Tag.Get("otherwise")
		n, _ := strconv.ParseInt(otherwise, 10, 64)
		switch kind := f.Type.Kind(); {
		case kind == reflect.Slice:
			out = append(out, neutral{at: f.Index, list: true})
		case otherwise != "":
			out = append(out, neutral{f.Index, false, otherwise, n})
		}
	}
	neutrals.Store(t, out)
	return out
}

// complete gives a struct its neutral values where nothing stands.
func complete(v reflect.Value) {
	for _, n := range neutralsOf(v.Type()) {
		f := v.FieldByIndex(n.at)
		switch {
		case n.list:
			if f.IsNil() {
				f.Set(reflect.MakeSlice(f.Type(), 0, 0))
			}
		case f.Kind() == reflect.String:
			f.SetString(cmp.Or(f.String(), n.word))
		default:
			f.SetInt(cmp.Or(f.Int(), n.n))
		}
	}
}
