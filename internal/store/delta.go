package store

import (
	"fmt"
	"reflect"
)

// ListChange is how a list of a file changed: the things that differ, and all
// ids in their order where the order or the number of them changed.
type ListChange[T any] struct {
	Items []T       `json:"items"`
	Order *[]string `json:"order,omitempty"`
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
}

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

// none says that nothing changed.
func (c *Changes) none() bool {
	for _, p := range parts {
		if p.changed(c) {
			return false
		}
	}
	return c.Profile == nil && c.Space == nil && c.AtHand == nil
}

// apply makes the changes to a file, but for its revision and time.
func (c *Changes) apply(f *File) error {
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
		if err := p.apply(c, f); err != nil {
			return err
		}
	}
	return nil
}

// changeOf compares two lists; nil when they are alike.
func changeOf[T any](from, to []T, id func(*T) string) *ListChange[T] {
	at := make(map[string]int, len(from))
	for i := range from {
		at[id(&from[i])] = i
	}
	c := ListChange[T]{Items: []T{}}
	moved := len(from) != len(to)
	for i := range to {
		was, there := at[id(&to[i])]
		moved = moved || was != i || !there
		if !there || !reflect.DeepEqual(&from[was], &to[i]) {
			c.Items = append(c.Items, to[i])
		}
	}
	if moved {
		order := make([]string, len(to))
		for i := range to {
			order[i] = id(&to[i])
		}
		c.Order = &order
	}
	if len(c.Items) == 0 && !moved {
		return nil
	}
	return &c
}

// to is the list after the change.
func (c *ListChange[T]) to(list []T, id func(*T) string) ([]T, error) {
	have := make(map[string]T, len(list))
	for i := range list {
		have[id(&list[i])] = list[i]
	}
	for i := range c.Items {
		have[id(&c.Items[i])] = c.Items[i]
	}
	var order []string
	if c.Order != nil {
		order = *c.Order
	} else {
		for i := range list {
			order = append(order, id(&list[i]))
		}
	}
	out := make([]T, 0, len(order))
	for _, key := range order {
		thing, ok := have[key]
		if !ok {
			return nil, fmt.Errorf("read history: %s is not there", key)
		}
		out = append(out, thing)
	}
	return out, nil
}
