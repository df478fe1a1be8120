package store

import (
	"cmp"
	"encoding/json"
	"fmt"
	"iter"
	"maps"
	"reflect"
	"slices"
)

// Place is where a new or moved thing of a list stands: after which other, or first.
type Place struct {
	ID    string `json:"id"`
	After string `json:"after" doc:"Id of the thing before it; empty when it is the first"`
}

// ListChange is how a list of a file changed: the things that are new or differ (pointers to them),
// the ids of those that went, and where new and moved ones stand, in this order.
type ListChange struct {
	Items  []any    `json:"items"`
	Gone   []string `json:"gone,omitempty"`
	Places []Place  `json:"places,omitempty"`
}

// Changes is how a file changed; what is not named is as it was. A change is
// remembered and told as this: small, also for a client with hundreds of
// things. In JSON each list stands under its name.
type Changes struct {
	Revision  int64                  `json:"revision"`
	UpdatedAt int64                  `json:"updated_at"`
	Profile   *Customer              `json:"profile,omitempty"`
	Space     *Space                 `json:"space,omitempty"`
	AtHand    *Words                 `json:"at_hand,omitempty"`
	Lists     map[string]*ListChange `json:"-"`
}

// EachList are the lists of a file, by name, with the type of their things.
func EachList() iter.Seq2[string, reflect.Type] {
	return func(yield func(string, reflect.Type) bool) {
		for _, l := range lists {
			if !yield(l.name, l.thing) {
				return
			}
		}
	}
}

// MarshalJSON implements json.Marshaler.
func (c Changes) MarshalJSON() ([]byte, error) {
	type parts Changes
	text, err := json.Marshal(parts(c))
	for _, l := range lists {
		if change := c.Lists[l.name]; change != nil && err == nil {
			var one []byte
			one, err = json.Marshal(change)
			text = fmt.Appendf(text[:len(text)-1], ",%q:%s}", l.name, one)
		}
	}
	return text, err
}

// UnmarshalJSON implements json.Unmarshaler.
func (c *Changes) UnmarshalJSON(text []byte) error {
	type parts Changes
	var all map[string]json.RawMessage
	if err := cmp.Or(json.Unmarshal(text, (*parts)(c)), json.Unmarshal(text, &all)); err != nil {
		return err
	}
	c.Lists = map[string]*ListChange{}
	for _, l := range lists {
		if all[l.name] == nil {
			continue
		}
		var change struct {
			ListChange
			Items []json.RawMessage `json:"items"`
		}
		if err := json.Unmarshal(all[l.name], &change); err != nil {
			return err
		}
		for _, item := range change.Items {
			thing := reflect.New(l.thing).Interface()
			if err := json.Unmarshal(item, thing); err != nil {
				return err
			}
			change.ListChange.Items = append(change.ListChange.Items, thing)
		}
		c.Lists[l.name] = &change.ListChange
	}
	return nil
}

// The parts of a file that are no list, as they are called in addresses and labels.
const (
	PartProfile = "profile"
	PartSpace   = "space"
	PartAtHand  = "at-hand"
)

// changesOf is how one file became another. With like it looks only at what that
// names.
func changesOf(from, to *File, like *Changes) Changes {
	c := Changes{Revision: to.Revision, UpdatedAt: to.UpdatedAt, Lists: map[string]*ListChange{}}
	if !reflect.DeepEqual(from.Profile, to.Profile) {
		c.Profile = &to.Profile
	}
	if from.Space != to.Space {
		c.Space = &to.Space
	}
	if !reflect.DeepEqual(from.AtHand, to.AtHand) {
		c.AtHand = &to.AtHand
	}
	for _, l := range lists {
		if like == nil || like.Lists[l.name] != nil {
			if change := l.changeOf(l.all(from), l.all(to)); change != nil {
				c.Lists[l.name] = change
			}
		}
	}
	return c
}

// both names what either of two changes names.
func both(a, b Changes) Changes {
	maps.Copy(a.Lists, b.Lists)
	return a
}

// Some says that anything changed.
func (c *Changes) Some() bool { return !c.none() }

// none says that nothing changed.
func (c *Changes) none() bool {
	return c.Profile == nil && c.Space == nil && c.AtHand == nil && len(c.Lists) == 0
}

// apply makes the changes to a file, but for its revision and time. What they take
// away may be gone already, and what they stand beside too: then they stand last.
func (c *Changes) apply(f *File) {
	if c.Profile != nil {
		f.Profile = *c.Profile
	}
	if c.Space != nil {
		f.Space = *c.Space
	}
	if c.AtHand != nil {
		f.AtHand = *c.AtHand
	}
	for _, l := range lists {
		if change := c.Lists[l.name]; change != nil {
			l.all(f).Set(change.to(l, l.all(f)))
		}
	}
}

// scopes are the parts that the changes touch: profile, space, at-hand, and of lists
// each thing by itself, as containers/jug-a.
func (c *Changes) scopes() []string {
	var out []string
	if c.Profile != nil {
		out = append(out, PartProfile)
	}
	if c.Space != nil {
		out = append(out, PartSpace)
	}
	if c.AtHand != nil {
		out = append(out, PartAtHand)
	}
	for _, l := range lists {
		if change := c.Lists[l.name]; change != nil {
			for _, id := range change.touched(l) {
				out = append(out, l.name+"/"+id)
			}
		}
	}
	return out
}

// touched are the things that a change names.
func (c *ListChange) touched(l *list) (out []string) {
	for _, thing := range c.Items {
		out = append(out, l.idOf(reflect.ValueOf(thing).Elem()))
	}
	for _, p := range c.Places {
		if !slices.Contains(out, p.ID) {
			out = append(out, p.ID)
		}
	}
	return append(out, c.Gone...)
}

// changeOf compares two lists; nil when they are alike.
func (l *list) changeOf(was, is reflect.Value) *ListChange {
	from, to := each(was), each(is)
	at := make(map[string]int, len(from))
	for i := range from {
		at[l.idOf(from[i])] = i
	}
	c := ListChange{Items: []any{}}
	order := make([]int, len(to)) // where each was before, -1 for new
	for i, thing := range to {
		id := l.idOf(thing)
		was, there := at[id]
		if !there {
			was = -1
		}
		order[i] = was
		if !there || !reflect.DeepEqual(from[was].Addr().Interface(), thing.Addr().Interface()) {
			c.Items = append(c.Items, thing.Addr().Interface())
		}
		delete(at, id)
	}
	for _, thing := range from {
		if _, gone := at[l.idOf(thing)]; gone {
			c.Gone = append(c.Gone, l.idOf(thing))
		}
	}
	stay := rising(order)
	for i := range to {
		if !stay[i] {
			p := Place{ID: l.idOf(to[i])}
			if i > 0 {
				p.After = l.idOf(to[i-1])
			}
			c.Places = append(c.Places, p)
		}
	}
	if l.window > 0 { // what a file has of it stands in no order
		c.Places = nil
	}
	if len(c.Items)+len(c.Gone)+len(c.Places) == 0 {
		return nil
	}
	return &c
}

// rising marks a longest rising row of numbers, those below 0 left out: what stays
// where it is when the rest is moved.
func rising(order []int) []bool {
	out := make([]bool, len(order))
	var tails []int // index of the smallest last number of a row of each length
	before := make([]int, len(order))
	for i, v := range order {
		if v < 0 {
			continue
		}
		n, _ := slices.BinarySearchFunc(tails, v, func(j, v int) int { return order[j] - v })
		before[i] = -1
		if n > 0 {
			before[i] = tails[n-1]
		}
		if n == len(tails) {
			tails = append(tails, i)
		} else {
			tails[n] = i
		}
	}
	if len(tails) > 0 {
		for i := tails[len(tails)-1]; i >= 0; i = before[i] {
			out[i] = true
		}
	}
	return out
}

// to is the list after the change.
func (c *ListChange) to(l *list, all reflect.Value) reflect.Value {
	leaves := make(map[string]bool, len(c.Gone)+len(c.Places))
	for _, id := range c.Gone {
		leaves[id] = true
	}
	for _, p := range c.Places {
		leaves[p.ID] = true
	}
	have := make(map[string]reflect.Value, len(c.Items)+len(c.Places))
	stood := each(all)
	for _, thing := range stood {
		if id := l.idOf(thing); leaves[id] {
			have[id] = thing
		}
	}
	items := make([]reflect.Value, len(c.Items))
	for i := range items {
		items[i] = reflect.ValueOf(c.Items[i]).Elem()
		have[l.idOf(items[i])] = items[i]
	}
	out := make([]reflect.Value, 0, len(stood)+len(c.Places))
	for _, thing := range stood {
		id := l.idOf(thing)
		if leaves[id] {
			continue
		}
		if now, ok := have[id]; ok {
			thing = now
			delete(have, id)
		}
		out = append(out, thing)
	}
	for _, p := range c.Places {
		thing, ok := have[p.ID]
		if !ok {
			continue
		}
		delete(have, p.ID)
		at := len(out)
		if p.After == "" {
			at = 0
		} else if n := len(out); n > 0 && l.idOf(out[n-1]) == p.After {
			at = n
		} else if i := slices.IndexFunc(out, func(t reflect.Value) bool { return l.idOf(t) == p.After }); i >= 0 {
			at = i + 1
		}
		out = slices.Insert(out, at, thing)
	}
	// What differs from a thing that somebody has taken away comes back last.
	for _, thing := range items {
		if id := l.idOf(thing); have[id].IsValid() && !leaves[id] {
			out = append(out, thing)
		}
	}
	return reflect.Append(reflect.MakeSlice(all.Type(), 0, len(out)), out...)
}
