// Package share is for work that is long: a few at once, in turn by who asks, once per input
// for all who want the same, with a last value while it goes on, and an end when all have left.
package share

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"sync"
)

// ErrBusy says that too many wait already: nothing was done.
var ErrBusy = errors.New("too much is being worked out at once")

// Gate lets a few in at once; the rest wait, and there is a bound to how many. Next in is one
// of whom fewest are in, and who was let in longest ago: nobody waits behind all of another's.
type Gate struct {
	atOnce, most int

	mu      sync.Mutex
	inside  int
	in      map[string]int   // by who
	last    map[string]int64 // when one of them was let in last, in turns
	turn    int64
	waiting []*ticket // oldest first
}

type ticket struct {
	who    string
	called chan error // nil: come in
}

// NewGate makes a gate that lets so many in at once, and has so many wait.
func NewGate(atOnce, mostWaiting int) *Gate {
	return &Gate{atOnce: atOnce, most: mostWaiting, in: map[string]int{}, last: map[string]int64{}}
}

// Enter waits for a turn; leave ends it. The error is the context's, or ErrBusy when too many
// wait: where all places are taken, those go first who have most of them.
func (g *Gate) Enter(ctx context.Context, who string) (leave func(), err error) {
	t := &ticket{who, make(chan error, 1)}
	g.mu.Lock()
	switch {
	case g.inside < g.atOnce:
		g.admit(who)
		t.called <- nil
	case len(g.waiting) >= g.most && !g.makeRoom(who):
		t.called <- fmt.Errorf("%w: %d wait", ErrBusy, g.most)
	default:
		g.waiting = append(g.waiting, t)
	}
	g.mu.Unlock()
	select {
	case err = <-t.called:
	case <-ctx.Done():
		if g.gone(t) {
			return nil, ctx.Err()
		}
		err = <-t.called // it was being called just then
	}
	if err != nil {
		return nil, err
	}
	return sync.OnceFunc(func() { g.leave(who) }), nil
}

// admit lets one in; the lock is held.
func (g *Gate) admit(who string) {
	g.turn++
	g.inside++
	g.in[who]++
	g.last[who] = g.turn
}

// makeRoom sends away the newest of who has most waiting, where that is more than who asks
// would have; the lock is held.
func (g *Gate) makeRoom(who string) bool {
	count := map[string]int{}
	for _, t := range g.waiting {
		count[t.who]++
	}
	most := slices.MaxFunc(g.waiting, func(a, b *ticket) int { return count[a.who] - count[b.who] }).who
	if count[most] <= count[who]+1 {
		return false
	}
	for i := len(g.waiting) - 1; i >= 0; i-- {
		if t := g.waiting[i]; t.who == most {
			g.waiting = slices.Delete(g.waiting, i, i+1)
			t.called <- fmt.Errorf("%w: %d wait", ErrBusy, g.most)
			return true
		}
	}
	return false
}

// gone takes a ticket back; false where it has been called.
func (g *Gate) gone(t *ticket) bool {
	g.mu.Lock()
	defer g.mu.Unlock()
	i := slices.Index(g.waiting, t)
	if i >= 0 {
		g.waiting = slices.Delete(g.waiting, i, i+1)
	}
	return i >= 0
}

func (g *Gate) leave(who string) {
	g.mu.Lock()
	defer g.mu.Unlock()
	g.inside--
	if g.in[who]--; g.in[who] == 0 {
		delete(g.in, who)
	}
	if len(g.waiting) == 0 {
		if g.inside == 0 {
			clear(g.last)
		}
		return
	}
	next := slices.MinFunc(g.waiting, func(a, b *ticket) int { // the first of equals: the oldest
		if n := g.in[a.who] - g.in[b.who]; n != 0 {
			return n
		}
		return int(g.last[a.who] - g.last[b.who])
	})
	g.waiting = slices.DeleteFunc(g.waiting, func(t *ticket) bool { return t == next })
	g.admit(next.who)
	next.called <- nil
}

// Waiting is how many wait.
func (g *Gate) Waiting() int {
	g.mu.Lock()
	defer g.mu.Unlock()
	return len(g.waiting)
}

// Do does something that takes long when it is its turn.
func Do[V any](ctx context.Context, g *Gate, who string, do func(context.Context) (V, error)) (V, error) {
	leave, err := g.Enter(ctx, who)
	if err != nil {
		var none V
		return none, err
	}
	defer leave()
	return do(ctx)
}
