package api

import (
	"fmt"
	"reflect"
	"strings"
	"sync"
)

// PatchOp is one operation of a JSON Patch (RFC 6902).
type PatchOp struct {
	Op    string `json:"op" enum:"add,remove,replace"`
	Path  string `json:"path" doc:"JSON Pointer (RFC 6901)"`
	Value any    `json:"value,omitempty"`
}

// mostOps is beyond how many operations the whole is sent instead.
const mostOps = 200

// patchOf are the operations that make of what a value is as JSON what another of its type is; ok
// is false where they would be so many that the whole is the better answer. Things of a list are
// told apart by their id, or key.
func patchOf(before, after any) (ops []PatchOp, ok bool) {
	p := patch{ops: []PatchOp{}}
	p.walk("", reflect.ValueOf(before), reflect.ValueOf(after))
	return p.ops, len(p.ops) <= mostOps
}

type patch struct{ ops []PatchOp }

func (p *patch) say(op, path string, v reflect.Value) {
	one := PatchOp{Op: op, Path: path}
	if op != "remove" {
		one.Value = v.Interface()
	}
	p.ops = append(p.ops, one)
}

func (p *patch) walk(path string, a, b reflect.Value) {
	if len(p.ops) > mostOps {
		return
	}
	switch a.Kind() {
	case reflect.Pointer, reflect.Interface:
		switch {
		case a.IsNil() && b.IsNil() || a.Kind() == reflect.Pointer && a.Pointer() == b.Pointer():
		case a.IsNil() || b.IsNil() || a.Elem().Type() != b.Elem().Type():
			p.say("replace", path, b)
		default:
			p.walk(path, a.Elem(), b.Elem())
		}
	case reflect.Struct:
		p.fields(path, a, b)
	case reflect.Slice:
		p.list(path, a, b)
	default:
		if !reflect.DeepEqual(a.Interface(), b.Interface()) {
			p.say("replace", path, b)
		}
	}
}

// fields walks a struct as encoding/json writes it.
func (p *patch) fields(path string, a, b reflect.Value) {
	for i := range a.NumField() {
		f := a.Type().Field(i)
		name, options, _ := strings.Cut(f.Tag.Get("json"), ",")
		switch {
		case f.Anonymous && name == "":
			p.walk(path, a.Field(i), b.Field(i))
			continue
		case !f.IsExported() || name == "-":
			continue
		}
		at := path + "/" + pointer(name)
		was, is := !strings.Contains(options, "omitempty") || !empty(a.Field(i)), !strings.Contains(options, "omitempty") || !empty(b.Field(i))
		switch {
		case was && is:
			p.walk(at, a.Field(i), b.Field(i))
		case was:
			p.say("remove", at, reflect.Value{})
		case is:
			p.say("add", at, b.Field(i))
		}
	}
}

// empty is what omitempty leaves out.
func empty(v reflect.Value) bool {
	switch v.Kind() {
	case reflect.Array, reflect.Map, reflect.Slice, reflect.String:
		return v.Len() == 0
	case reflect.Struct:
		return false
	}
	return v.IsZero()
}

func pointer(name string) string {
	return strings.NewReplacer("~", "~0", "/", "~1").Replace(name)
}

// list walks a list: what is alike at its beginning and its end stands, and of what lies between
// the same things are walked.
func (p *patch) list(path string, a, b reflect.Value) {
	if a.Len() == b.Len() && (a.Len() == 0 && a.IsNil() == b.IsNil() || a.Len() > 0 && a.Pointer() == b.Pointer()) {
		return
	}
	if a.IsNil() != b.IsNil() {
		p.say("replace", path, b)
		return
	}
	from, end := 0, 0
	least := min(a.Len(), b.Len())
	if a.Len() != b.Len() {
		for from < least && sameThing(a.Index(from), b.Index(from)) {
			from++
		}
		for end < least-from && sameThing(a.Index(a.Len()-1-end), b.Index(b.Len()-1-end)) {
			end++
		}
	} else {
		from = a.Len()
	}
	at := func(i int) string { return fmt.Sprint(path, "/", i) }
	for i := range from {
		if sameThing(a.Index(i), b.Index(i)) {
			p.walk(at(i), a.Index(i), b.Index(i))
		} else {
			p.say("replace", at(i), b.Index(i))
		}
	}
	for i := a.Len() - end - 1; i >= from; i-- {
		p.say("remove", at(i), reflect.Value{})
	}
	for i := from; i < b.Len()-end; i++ {
		p.say("add", at(i), b.Index(i))
	}
	for i := range end {
		p.walk(at(b.Len()-end+i), a.Index(a.Len()-end+i), b.Index(b.Len()-end+i))
	}
}

// sameThing says that two of a list are one thing, perhaps changed.
func sameThing(a, b reflect.Value) bool {
	if a.Kind() == reflect.Struct {
		for _, name := range []string{"ID", "Key"} {
			if f := a.FieldByName(name); f.IsValid() {
				return f.Interface() == b.FieldByName(name).Interface()
			}
		}
		return true
	}
	return reflect.DeepEqual(a.Interface(), b.Interface()) || a.Kind() == reflect.Slice
}

// shown is what stations have shown last, for the answers to edits that tell only what differs.
type shown struct {
	mu    sync.Mutex
	views map[shownOf]*Results
	order []shownOf // oldest first
}

type shownOf struct{ practice, client, station string }

// mostShown is how many stations' views are kept.
const mostShown = 24

// keep keeps what a station shows, and gives what it showed last, nil where nothing is kept.
func (s *shown) keep(of shownOf, view *Results) (before *Results) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.views == nil {
		s.views = map[shownOf]*Results{}
	}
	before = s.views[of]
	if before == nil {
		if s.order = append(s.order, of); len(s.order) > mostShown {
			delete(s.views, s.order[0])
			s.order = s.order[1:]
		}
	}
	s.views[of] = view
	return before
}
