package store

import (
	"encoding/json"
	"fmt"
	"reflect"
)

// delta is what it takes to turn one file into another: the client's own fields
// where any differ, and of each list the things that differ, and all ids in
// their order where that differs. It is how a change is remembered: small, also
// for a client with hundreds of things.
type delta struct {
	Own   *ownFields                 `json:"own,omitempty"`
	Lists map[string]json.RawMessage `json:"lists,omitempty"`
}

type ownFields struct {
	Profile Profile `json:"profile"`
	Space   Space   `json:"space"`
	AtHand  Words   `json:"at_hand"`
}

func ownOf(f *File) ownFields { return ownFields{f.Profile, f.Space, f.AtHand} }

// listDelta is the delta of one list.
type listDelta[T any] struct {
	Items []T      `json:"items,omitempty"`
	Order []string `json:"order,omitempty"`
}

// deltaTo is what turns one file into another.
func deltaTo(from, to *File) (delta, error) {
	var d delta
	if own := ownOf(to); !reflect.DeepEqual(ownOf(from), own) {
		d.Own = &own
	}
	for _, p := range parts {
		raw, err := p.diff(from, to)
		if err != nil {
			return d, err
		}
		if raw != nil {
			if d.Lists == nil {
				d.Lists = map[string]json.RawMessage{}
			}
			d.Lists[p.table] = raw
		}
	}
	return d, nil
}

// apply turns a file into the one that the delta was made for.
func (d delta) apply(f *File) error {
	if d.Own != nil {
		f.Profile, f.Space, f.AtHand = d.Own.Profile, d.Own.Space, d.Own.AtHand
	}
	for _, p := range parts {
		if raw, ok := d.Lists[p.table]; ok {
			if err := p.apply(f, raw); err != nil {
				return fmt.Errorf("read history of %s: %w", p.table, err)
			}
		}
	}
	return nil
}

func diffList[T any](from, to []T, id func(*T) string) (json.RawMessage, error) {
	at := make(map[string]int, len(from))
	for i := range from {
		at[id(&from[i])] = i
	}
	var d listDelta[T]
	moved := len(from) != len(to)
	for i := range to {
		was, there := at[id(&to[i])]
		moved = moved || was != i || !there
		if !there || !reflect.DeepEqual(from[was], to[i]) {
			d.Items = append(d.Items, to[i])
		}
	}
	if moved {
		d.Order = make([]string, len(to))
		for i := range to {
			d.Order[i] = id(&to[i])
		}
		if len(to) == 0 {
			return json.RawMessage(`{"order":[]}`), nil
		}
	}
	if len(d.Items) == 0 && !moved {
		return nil, nil
	}
	return json.Marshal(d)
}

func applyList[T any](list *[]T, raw json.RawMessage, id func(*T) string) error {
	var d listDelta[T]
	if err := json.Unmarshal(raw, &d); err != nil {
		return err
	}
	have := map[string]T{}
	for i := range *list {
		have[id(&(*list)[i])] = (*list)[i]
	}
	for i := range d.Items {
		have[id(&d.Items[i])] = d.Items[i]
	}
	order := d.Order
	if order == nil {
		for i := range *list {
			order = append(order, id(&(*list)[i]))
		}
	}
	out := make([]T, 0, len(order))
	for _, key := range order {
		thing, ok := have[key]
		if !ok {
			return fmt.Errorf("%s is not there", key)
		}
		out = append(out, thing)
	}
	*list = out
	return nil
}
