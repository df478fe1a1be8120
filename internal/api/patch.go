package api

import (
	"reflect"
	"strconv"
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
	p.walk(reflect.ValueOf(before), reflect.ValueOf(after))
	return p.ops, len(p.ops) <= mostOps
}

// patch walks two values side by side; path is where it is.
type patch struct {
	ops  []PatchOp
	path []byte
}

func (p *patch) say(op string, v reflect.Value) {
	one := PatchOp{Op: op, Path: string(p.path)}
	if op != "remove" {
		one.Value = v.Interface()
	}
	p.ops = append(p.ops, one)
}

// at does something one step further down.
func (p *patch) at(step string, do func()) {
	n := len(p.path)
	p.path = append(append(p.path, '/'), step...)
	do()
	p.path = p.path[:n]
}

func (p *patch) walk(a, b reflect.Value) {
	if len(p.ops) > mostOps {
		return
	}
	same := true
	switch a.Kind() {
	case reflect.Pointer, reflect.Interface:
		switch {
		case a.IsNil() && b.IsNil() || a.Kind() == reflect.Pointer && a.Pointer() == b.Pointer():
		case a.IsNil() || b.IsNil() || a.Elem().Type() != b.Elem().Type():
			same = false
		default:
			p.walk(a.Elem(), b.Elem())
		}
	case reflect.Struct:
		p.fields(a, b)
	case reflect.Slice:
		p.list(a, b)
	case reflect.String:
		same = a.String() == b.String()
	case reflect.Bool:
		same = a.Bool() == b.Bool()
	case reflect.Int, reflect.Int8, reflect.Int16, reflect.Int32, reflect.Int64:
		same = a.Int() == b.Int()
	case reflect.Float32, reflect.Float64:
		same = a.Float() == b.Float()
	default:
		same = reflect.DeepEqual(a.Interface(), b.Interface())
	}
	if !same {
		p.say("replace", b)
	}
}

// wired is a struct's field as encoding/json writes it.
type wired struct {
	at    int
	step  string // empty for an embedded struct, whose fields are the outer one's
	omits bool   // where it is empty
}

var wiring sync.Map // reflect.Type → []wired

func wiringOf(t reflect.Type) []wired {
	if known, ok := wiring.Load(t); ok {
		return known.([]wired) //nolint:errcheck // nothing else is kept there
	}
	var out []wired
	for i := range t.NumField() {
		f := t.Field(i)
		name, options, _ := strings.Cut(f.Tag.Get("json"), ",")
		switch {
		case f.Anonymous && name == "":
			out = append(out, wired{at: i})
		case f.IsExported() && name != "-":
			out = append(out, wired{i, strings.NewReplacer("~", "~0", "/", "~1").Replace(name), strings.Contains(options, "omitempty")})
		}
	}
	wiring.Store(t, out)
	return out
}

func (p *patch) fields(a, b reflect.Value) {
	for _, f := range wiringOf(a.Type()) {
		was, is := a.Field(f.at), b.Field(f.at)
		if f.step == "" {
			p.walk(was, is)
			continue
		}
		p.at(f.step, func() {
			switch gone, still := f.omits && empty(was), f.omits && empty(is); {
			case gone && still:
			case still:
				p.say("remove", is)
			case gone:
				p.say("add", is)
			default:
				p.walk(was, is)
			}
		})
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

// list walks a list: the same things at its beginning and its end are walked, and those between
// give way to those that are there now.
func (p *patch) list(a, b reflect.Value) {
	if a.Len() > 0 && a.Len() == b.Len() && a.Pointer() == b.Pointer() {
		return
	}
	if a.IsNil() != b.IsNil() {
		p.say("replace", b)
		return
	}
	from, end := 0, 0
	for least := min(a.Len(), b.Len()); from < least && sameThing(a.Index(from), b.Index(from)); {
		from++
	}
	for least := min(a.Len(), b.Len()) - from; end < least && sameThing(a.Index(a.Len()-1-end), b.Index(b.Len()-1-end)); {
		end++
	}
	each := func(from, to int, do func(i int)) {
		for i := from; i < to; i++ {
			p.at(strconv.Itoa(i), func() { do(i) })
		}
	}
	each(0, from, func(i int) { p.walk(a.Index(i), b.Index(i)) })
	for i := a.Len() - end - 1; i >= from; i-- {
		each(i, i+1, func(int) { p.say("remove", b) })
	}
	each(from, b.Len()-end, func(i int) { p.say("add", b.Index(i)) })
	each(b.Len()-end, b.Len(), func(i int) { p.walk(a.Index(i-b.Len()+a.Len()), b.Index(i)) })
}

// sameThing says that two of a list are one thing, perhaps changed.
func sameThing(a, b reflect.Value) bool {
	switch a.Kind() {
	case reflect.Struct:
		for _, name := range []string{"ID", "Key"} {
			if f := a.FieldByName(name); f.IsValid() && f.Kind() == reflect.String {
				return f.String() == b.FieldByName(name).String()
			}
		}
		return true
	case reflect.String:
		return a.String() == b.String()
	}
	return true
}

// shown is what stations have shown last, for the answers to edits that tell only what differs.
type shown struct {
	mu    sync.Mutex
	views map[shownOf]*Results
	order []shownOf // oldest first
}

type shownOf struct{ practice, client, station, person string }

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
