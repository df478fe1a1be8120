// Package derive works out what follows from one client's file, each part once and on demand,
// and records what each part has read. When the file changes, a part is worked out again only
// where something that it has read is another: nobody keeps a list of what depends on what.
package derive

import (
	"fmt"
	"reflect"
	"sync"

	"scrappyrack/internal/store"
)

// Input is what all follows from: a file, on a day (days since 1970).
type Input struct {
	File *store.File
	Day  int64
}

// Record is what was worked out of one client's file, and from what.
type Record struct {
	mu    sync.Mutex
	in    Input
	tick  int64 // rises with each input that differs
	cells map[name]*cell
	asks  []*cell // those being worked out, the outermost first
}

// name is a part of a record: its kind, and which of that kind.
type name struct {
	kind any // *Part[K, V] or *Source[K, V]
	key  any
}

// cell is a part that was worked out.
type cell struct {
	value   any
	source  bool
	reads   []*cell
	checked int64              // the tick at which it was last found to hold; 0 for never
	changed int64              // the tick at which it became what it is
	again   func() (any, bool) // works it out; false where it is what it was
	busy    bool
}

// mostIdle is for how many ticks a part is kept that nobody asks for.
const mostIdle = 64

// New is a record of nothing yet.
func New() *Record { return &Record{cells: map[name]*cell{}} }

// With has a function read what follows from an input. What was worked out of another before
// holds as far as what it has read is the same. The file is not to be changed any more. One
// reads at a time.
func (r *Record) With(in Input, read func()) {
	r.mu.Lock()
	defer r.mu.Unlock()
	defer func() { r.asks = r.asks[:0] }() // also where a part panics
	if r.in != in {
		r.in = in
		if r.tick++; r.tick%mostIdle == 0 {
			for n, c := range r.cells {
				if c.checked < r.tick-mostIdle {
					delete(r.cells, n)
				}
			}
		}
	}
	read()
}

// None is the key of a part that there is one of.
type None struct{}

// Source is a part of the input as it is: what everything else follows from.
type Source[K comparable, V any] struct {
	read func(in Input, key K) V
}

// From makes a source. Parts read the input through sources alone, so that none reads in secret.
func From[K comparable, V any](read func(in Input, key K) V) *Source[K, V] {
	return &Source[K, V]{read}
}

// Of is the source's value for a key. It is read only.
func (s *Source[K, V]) Of(r *Record, key K) V {
	c := r.cell(name{s, key}, true, func(c *cell) (any, bool) {
		v := s.read(r.in, key)
		old, ok := c.value.(V)
		return v, !ok || !reflect.DeepEqual(old, v)
	})
	return get[V](r, c)
}

// Part is a kind of what follows: how it is worked out of others.
type Part[K comparable, V any] struct {
	what string
	work func(r *Record, key K, before V) V
	same func(a, b V) bool
}

// Made makes a kind of part. The work reads sources and parts, and nothing else that changes.
// Where what comes out is the same as before, what rests on it is not worked out again.
func Made[K comparable, V any](what string, work func(r *Record, key K) V) *Part[K, V] {
	return &Part[K, V]{what, func(r *Record, key K, _ V) V { return work(r, key) }, func(a, b V) bool { return reflect.DeepEqual(a, b) }}
}

// Again is Made of what can begin with what it was before (a zero value the first time), and comes
// to the same from there as from nothing. Its values are never taken for the same.
func Again[K comparable, V any](what string, work func(r *Record, key K, before V) V) *Part[K, V] {
	return &Part[K, V]{what, work, func(V, V) bool { return false }}
}

// Unlike makes the kind one whose values are never taken for the same: what is dear to compare,
// and rests on little that changes by itself.
func (p *Part[K, V]) Unlike() *Part[K, V] {
	p.same = func(V, V) bool { return false }
	return p
}

// Of is the part for a key. It is shared: it is read only.
func (p *Part[K, V]) Of(r *Record, key K) V {
	c := r.cell(name{p, key}, false, func(c *cell) (any, bool) {
		old, ok := c.value.(V)
		v := p.work(r, key, old)
		return v, !ok || !p.same(old, v)
	})
	if c.busy {
		panic(fmt.Sprintf("derive: %s rests on itself", p.what))
	}
	return get[V](r, c)
}

func get[V any](r *Record, c *cell) V {
	r.refresh(c)
	if n := len(r.asks); n > 0 { // what is being worked out has read it
		if by := r.asks[n-1]; len(by.reads) == 0 || by.reads[len(by.reads)-1] != c {
			by.reads = append(by.reads, c)
		}
	}
	v, _ := c.value.(V) // a nil interface is no V
	return v
}

func (r *Record) cell(n name, source bool, again func(*cell) (any, bool)) *cell {
	c := r.cells[n]
	if c == nil {
		c = &cell{source: source}
		c.again = func() (any, bool) { return again(c) }
		r.cells[n] = c
	}
	return c
}

// refresh brings a part to where the input is.
func (r *Record) refresh(c *cell) {
	switch {
	case c.checked == r.tick:
	case c.checked > 0 && !c.source && !r.stale(c):
		c.checked = r.tick
	default:
		r.work(c)
	}
}

// stale says that something a part has read is another by now, in the order in which it was read:
// what a part read last may be there only because of what it read first.
func (r *Record) stale(c *cell) bool {
	for _, read := range c.reads {
		r.refresh(read)
		if read.changed > c.checked {
			return true
		}
	}
	return false
}

func (r *Record) work(c *cell) {
	c.busy, c.reads, c.checked = true, nil, 0 // where it panics, it holds for nothing
	r.asks = append(r.asks, c)
	defer func() {
		c.busy = false
		r.asks = r.asks[:len(r.asks)-1]
	}()
	if v, changed := c.again(); changed {
		c.value, c.changed = v, r.tick
	}
	c.checked = r.tick
}
