package way

import (
	"reflect"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/movement"
)

// Since is how a stock differs from another, found out as it is asked. Not for two goroutines at
// once.
type Since struct {
	now, before *Stock
	rest        bool // all but the loads is the same
	holds       map[load.Hold]bool
	bands       map[string]bool
}

// Since holds a stock against another.
func (s *Stock) Since(before *Stock) *Since {
	return &Since{now: s, before: before, rest: s == before || s.restAs(before), holds: map[load.Hold]bool{}, bands: map[string]bool{}}
}

// SameFor says that two stocks are the same as far as some movements go: every way of doing one of
// them, and all that is asked of the stocks' client but for the loads, comes out alike. It is sure
// where it says so, and may say no where they are.
func (d *Since) SameFor(moves []movement.Movement) bool {
	if !d.rest {
		return false
	}
	for i := range moves {
		if !d.loadsFor(&moves[i]) {
			return false
		}
	}
	return true
}

// restAs says that the clients are the same but for their loads, and the supplies too.
func (s *Stock) restAs(other *Stock) bool {
	a, b := s.client, other.client
	a.Containers, a.Handles, a.Memo = nil, nil, nil
	b.Containers, b.Handles, b.Memo = nil, nil, nil
	return s.whole == other.whole && reflect.DeepEqual(s.supplies, other.supplies) && reflect.DeepEqual(a, b)
}

// loadsFor says that the loads a movement may take are the same.
func (d *Since) loadsFor(m *movement.Movement) bool {
	if m.Hold == load.Band {
		key := m.Pulled()
		return asked(d.bands, key, func() bool { return alike(d.now.byBand[key], d.before.byBand[key]) })
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
