package way

import (
	"reflect"
	"slices"
	"sync"

	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/space"
)

// Since is how a stock differs from another, found out as it is asked. Not for two goroutines at
// once.
type Since struct {
	now, before *Stock
	who         bool // it is the same person
	rest        func() bool
	heads       map[space.Use]bool
	things      map[capability.Kind]bool
	holds       map[load.Hold]bool
	bands       map[string]bool
}

// Since holds a stock against another.
func (s *Stock) Since(before *Stock) *Since {
	return &Since{
		now: s, before: before, who: s == before || s.whole == before.whole && reflect.DeepEqual(s.person, before.person),
		rest:  sync.OnceValue(func() bool { return s == before || s.restAs(before) }),
		heads: map[space.Use]bool{}, things: map[capability.Kind]bool{}, holds: map[load.Hold]bool{}, bands: map[string]bool{},
	}
}

// SameFor says that two stocks are the same as far as some movements go: every way of doing one of
// them, and what stands against it, comes out alike. It is sure where it says so, and may say no
// where they are.
func (d *Since) SameFor(moves []movement.Movement) bool {
	if !d.who { // whose movements these are, too
		return false
	}
	for i := range moves {
		if !d.placeFor(&moves[i]) || !d.loadsFor(&moves[i]) {
			return false
		}
	}
	return true
}

// SameRest says that all that is asked of the stocks' client besides comes out alike: what might be
// bought or filled, and whether there is room and money for it.
func (d *Since) SameRest() bool { return d.rest() }

// placeFor says that the height and the things a movement needs are the same.
func (d *Since) placeFor(m *movement.Movement) bool {
	fits := func() bool {
		now, before := d.now.space.Head(m.Height), d.before.space.Head(m.Height)
		return now.Fits == before.Fits && (now.Fits || reflect.DeepEqual(now, before)) // what fits is said nowhere
	}
	if !asked(d.heads, m.Height, fits) {
		return false
	}
	for _, r := range m.Needs {
		if !asked(d.things, r.Kind, func() bool { return reflect.DeepEqual(d.now.supplied(r.Kind), d.before.supplied(r.Kind)) }) {
			return false
		}
	}
	return true
}

// supplied are the supplies of a kind.
func (s *Stock) supplied(k capability.Kind) (out []supplied) {
	for _, sup := range s.supplies {
		if sup.Kind == k {
			out = append(out, sup)
		}
	}
	return out
}

func (s *Stock) restAs(other *Stock) bool {
	a, b := s.client, other.client
	a.Containers, a.Handles, a.Memo = nil, nil, nil
	b.Containers, b.Handles, b.Memo = nil, nil, nil
	return reflect.DeepEqual(a, b)
}

// loadsFor says that the loads a movement may take are the same.
func (d *Since) loadsFor(m *movement.Movement) bool {
	if m.Hold == load.Band {
		key := m.Pulled()
		return asked(d.bands, key, func() bool {
			now, before := d.now.byBand[key], d.before.byBand[key]
			return alike(now, before) && (len(now) > 0 || d.now.bounds == d.before.bounds &&
				reflect.DeepEqual(d.now.bands, d.before.bands)) // without one, the nearest
		})
	}
	of := func(h load.Hold) bool {
		return asked(d.holds, h, func() bool { return alike(d.now.byHold[h], d.before.byHold[h]) })
	}
	switch m.Hold {
	case load.Pair, load.Overhead: // halves of what one hand holds
		return of(load.OneHand) && of(load.Pair) && of(load.Overhead)
	}
	return of(m.Hold)
}

func asked[K comparable](known map[K]bool, key K, is func() bool) bool {
	v, ok := known[key]
	if !ok {
		v = is()
		known[key] = v
	}
	return v
}

func alike(a, b []held) bool {
	return slices.EqualFunc(a, b, func(x, y held) bool {
		return slices.Equal(x.options, y.options) && (x.Rung == y.Rung || reflect.DeepEqual(x.Rung, y.Rung))
	})
}
