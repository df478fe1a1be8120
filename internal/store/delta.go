package store

import (
	"reflect"
	"slices"
)

// Place is where a new or moved thing of a list stands: after which other, or first.
type Place struct {
	ID    string `json:"id"`
	After string `json:"after" doc:"Id of the thing before it; empty when it is the first"`
}

// ListChange is how a list of a file changed: the things that are new or differ, the
// ids of those that went, and where new and moved ones stand, in this order.
type ListChange[T any] struct {
	Items  []T      `json:"items"`
	Gone   []string `json:"gone,omitempty"`
	Places []Place  `json:"places,omitempty"`
}

// Changes is how a file changed; what is not named is as it was. A change is
// remembered and told as this: small, also for a client with hundreds of
// things.
type Changes struct {
	Revision   int64                  `json:"revision"`
	UpdatedAt  int64                  `json:"updated_at"`
	Profile    *Profile               `json:"profile,omitempty"`
	Space      *Space                 `json:"space,omitempty"`
	AtHand     *Words                 `json:"at_hand,omitempty"`
	Rooms      *ListChange[Room]      `json:"rooms,omitempty"`
	Openings   *ListChange[Opening]   `json:"openings,omitempty"`
	Fixtures   *ListChange[Fixture]   `json:"fixtures,omitempty"`
	Overheads  *ListChange[Overhead]  `json:"overheads,omitempty"`
	Containers *ListChange[Container] `json:"containers,omitempty"`
	Batches    *ListChange[Batch]     `json:"batches,omitempty"`
	Weighings  *ListChange[Weighing]  `json:"weighings,omitempty"`
	Things     *ListChange[Thing]     `json:"things,omitempty"`
	Handles    *ListChange[Handle]    `json:"handles,omitempty"`
	Plates     *ListChange[Plate]     `json:"plates,omitempty"`
	Bands      *ListChange[Band]      `json:"bands,omitempty"`
	Rigs       *ListChange[Rig]       `json:"rigs,omitempty"`
	Gear       *ListChange[Gear]      `json:"gear,omitempty"`
	Tests      *ListChange[TestSet]   `json:"tests,omitempty"`
	Pins       *ListChange[Pin]       `json:"pins,omitempty"`
	Slots      *ListChange[Wished]    `json:"slots,omitempty"`
	Operations *ListChange[Operation] `json:"operations,omitempty"`
	Releases   *ListChange[Release]   `json:"releases,omitempty"`
	Builds     *ListChange[Build]     `json:"builds,omitempty"`
	Offcuts    *ListChange[Offcut]    `json:"offcuts,omitempty"`
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
	c := Changes{Revision: to.Revision, UpdatedAt: to.UpdatedAt}
	if !reflect.DeepEqual(from.Profile, to.Profile) {
		c.Profile = &to.Profile
	}
	if from.Space != to.Space {
		c.Space = &to.Space
	}
	if !reflect.DeepEqual(from.AtHand, to.AtHand) {
		c.AtHand = &to.AtHand
	}
	for _, p := range parts {
		if like == nil || p.changed(like) {
			p.diff(from, to, &c)
		}
	}
	return c
}

// both names what either of two changes names.
func both(a, b Changes) Changes {
	for _, p := range parts {
		if !p.changed(&a) && p.changed(&b) {
			p.also(&a, &b)
		}
	}
	return a
}

// Some says that anything changed.
func (c *Changes) Some() bool { return !c.none() }

// none says that nothing changed.
func (c *Changes) none() bool {
	return c.Profile == nil && c.Space == nil && c.AtHand == nil && !slices.ContainsFunc(parts, func(p part) bool { return p.changed(c) })
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
	for _, p := range parts {
		p.apply(c, f)
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
	for _, p := range parts {
		for _, id := range p.touched(c) {
			out = append(out, p.name()+"/"+id)
		}
	}
	return out
}

// changeOf compares two lists; nil when they are alike.
func changeOf[T any](from, to []T, id func(*T) string) *ListChange[T] {
	at := make(map[string]int, len(from))
	for i := range from {
		at[id(&from[i])] = i
	}
	c := ListChange[T]{Items: []T{}}
	order := make([]int, len(to)) // where each was before, -1 for new
	for i := range to {
		was, there := at[id(&to[i])]
		if !there {
			was = -1
		}
		order[i] = was
		if !there || !reflect.DeepEqual(&from[was], &to[i]) {
			c.Items = append(c.Items, to[i])
		}
		delete(at, id(&to[i]))
	}
	for i := range from {
		if _, gone := at[id(&from[i])]; gone {
			c.Gone = append(c.Gone, id(&from[i]))
		}
	}
	stay := rising(order)
	for i := range to {
		if !stay[i] {
			p := Place{ID: id(&to[i])}
			if i > 0 {
				p.After = id(&to[i-1])
			}
			c.Places = append(c.Places, p)
		}
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
func (c *ListChange[T]) to(list []T, id func(*T) string) []T {
	leaves := make(map[string]bool, len(c.Gone)+len(c.Places))
	for _, key := range c.Gone {
		leaves[key] = true
	}
	have := make(map[string]T, len(c.Items)+len(c.Places))
	for _, p := range c.Places {
		leaves[p.ID] = true
	}
	for i := range list {
		if key := id(&list[i]); leaves[key] {
			have[key] = list[i]
		}
	}
	for i := range c.Items {
		have[id(&c.Items[i])] = c.Items[i]
	}
	out := make([]T, 0, len(list)+len(c.Places))
	for i := range list {
		key := id(&list[i])
		if leaves[key] {
			continue
		}
		if now, ok := have[key]; ok {
			out = append(out, now)
			delete(have, key)
		} else {
			out = append(out, list[i])
		}
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
		} else if n := len(out); n == 0 || id(&out[n-1]) != p.After {
			if i := slices.IndexFunc(out, func(t T) bool { return id(&t) == p.After }); i >= 0 {
				at = i + 1
			}
		}
		out = slices.Insert(out, at, thing)
	}
	// What differs from a thing that somebody has taken away comes back last.
	for i := range c.Items {
		if thing, ok := have[id(&c.Items[i])]; ok && !leaves[id(&c.Items[i])] {
			out = append(out, thing)
		}
	}
	return out
}
