package store

import (
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"
	"unicode/utf8"
)

// MisfitError is a number, word or list that a field cannot have, by a tag of it. Callers hear of it
// from the description first: this is the last to look before something is kept.
type MisfitError struct {
	Field string // by its name in JSON
	Value any
	Tag   string
	Bound float64
	Words []string // of an enum
}

func (e *MisfitError) Error() string {
	if e.Tag == "enum" {
		return fmt.Sprintf("%v is none of %s", e.Value, strings.Join(e.Words, ", "))
	}
	return fmt.Sprintf("%v does not fit %s %v", e.Value, e.Tag, e.Bound)
}

// Beyond is what JSON Schema has no word for, by field of a kind of thing: what a number may be at least
// where it is not 0 (x-least), and what stands where nobody has said anything (x-otherwise).
func Beyond(t reflect.Type) map[string]map[string]any {
	out := map[string]map[string]any{}
	say := func(field, key string, v any) {
		if out[field] == nil {
			out[field] = map[string]any{}
		}
		out[field][key] = v
	}
	for _, r := range rulesOf(t) {
		if r.tag == "least" {
			say(r.field, "x-least", r.bound)
		}
	}
	for _, f := range reflect.VisibleFields(t) {
		if word := f.Tag.Get("otherwise"); word == "" {
			continue
		} else if n, err := strconv.Atoi(word); err == nil {
			say(jsonName(f), "x-otherwise", n)
		} else {
			say(jsonName(f), "x-otherwise", word)
		}
	}
	return out
}

// fits refuses what a change puts into a file that the tags of its fields do not allow.
func (c *Changes) fits() error {
	all := []any{}
	if c.Profile != nil {
		all = append(all, *c.Profile)
	}
	if c.Space != nil {
		all = append(all, *c.Space)
	}
	for _, change := range c.Lists {
		for _, thing := range change.Items {
			all = append(all, reflect.ValueOf(thing).Elem().Interface())
		}
	}
	for _, part := range all {
		if err := Fits(part); err != nil {
			return err
		}
	}
	return nil
}

// Fits refuses a part of a file or a thing of a list that the tags of its fields do not allow: a
// *MisfitError.
func Fits(part any) error { return fit(reflect.ValueOf(part)) }

// rule is what a field's tag says that it may be.
type rule struct {
	field string
	at    []int
	tag   string
	bound float64
	words []string
	thing reflect.Type // of a list of structs: each fits by itself
}

var rules sync.Map // reflect.Type → []rule

func rulesOf(t reflect.Type) (out []rule) {
	if known, ok := rules.Load(t); ok {
		return known.([]rule) //nolint:errcheck // nothing else is kept there
	}
	for _, f := range reflect.VisibleFields(t) {
		for _, tag := range []string{"minimum", "exclusiveMinimum", "least", "maximum", "minLength", "maxLength", "minItems", "maxItems"} {
			if n, err := strconv.ParseFloat(f.Tag.Get(tag), 64); err == nil {
				out = append(out, rule{field: jsonName(f), at: f.Index, tag: tag, bound: n})
			}
		}
		if words := f.Tag.Get("enum"); words != "" {
			out = append(out, rule{field: jsonName(f), at: f.Index, tag: "enum", words: strings.Split(words, ",")})
		}
		if f.Type.Kind() == reflect.Slice && f.Type.Elem().Kind() == reflect.Struct {
			out = append(out, rule{at: f.Index, thing: f.Type.Elem()})
		}
	}
	rules.Store(t, out)
	return out
}

// WordsOf are the words that a field of a kind of thing may have, by its name in JSON: those that say
// something.
func WordsOf[T any](field string) (words []string) {
	for _, r := range rulesOf(reflect.TypeFor[T]()) {
		if r.field == field && r.tag == "enum" {
			words = append(words, r.words...)
		}
	}
	return slices.DeleteFunc(words, Unsaid)
}

// Unsaid says that a word of a choice stands for nobody having said.
func Unsaid(word string) bool { return word == "" || word == "unknown" }

func fit(v reflect.Value) error {
	for _, r := range rulesOf(v.Type()) {
		of := v.FieldByIndex(r.at)
		if r.thing == nil {
			if r.breaks(of) {
				return &MisfitError{r.field, of.Interface(), r.tag, r.bound, r.words}
			}
			continue
		}
		for i := range of.Len() {
			if err := fit(of.Index(i)); err != nil {
				return err
			}
		}
	}
	return nil
}

func (r rule) breaks(v reflect.Value) bool {
	if r.tag == "enum" {
		return !slices.Contains(r.words, fmt.Sprint(v.Interface()))
	}
	var is float64 // a number's value, the length of a text or a list
	switch {
	case v.CanInt():
		is = float64(v.Int())
	case v.CanFloat():
		is = v.Float()
	case v.Kind() == reflect.String:
		is = float64(utf8.RuneCountInString(v.String()))
	default:
		is = float64(v.Len())
	}
	switch r.tag {
	case "minimum", "minLength", "minItems":
		return is < r.bound
	case "exclusiveMinimum":
		return is <= r.bound
	case "least":
		return is != 0 && is < r.bound
	}
	return is > r.bound
}
