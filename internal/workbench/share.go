package workbench

import (
	"context"
	"fmt"
	"runtime/debug"
	"sync"

	"scrappyrack/internal/store"
)

// gate lets a few in at once; the rest wait, and there is a bound to how many.
type gate struct {
	in      chan struct{}
	waiting chan struct{}
}

func newGate(atOnce, mostWaiting int) *gate {
	return &gate{make(chan struct{}, atOnce), make(chan struct{}, mostWaiting)}
}

// enter waits for a turn; leave ends it. The error is the context's, or store.ErrBusy
// when too many wait already.
func (g *gate) enter(ctx context.Context) (leave func(), err error) {
	select {
	case g.waiting <- struct{}{}:
		defer func() { <-g.waiting }()
	default:
		return nil, fmt.Errorf("%w: %d wait for something that takes long", store.ErrBusy, cap(g.waiting))
	}
	select {
	case g.in <- struct{}{}:
		return func() { <-g.in }, nil
	case <-ctx.Done():
		return nil, ctx.Err()
	}
}

const (
	// longAtOnce is how many things that take long are worked out at once.
	longAtOnce = 2
	// longWaiting is how many may wait for that.
	longWaiting = 64
)

// shared works something out once per key, for all who ask for it meanwhile, and
// keeps the last few answers. When everybody who asked has left, the work is told to
// stop.
type shared[K comparable, V any] struct {
	gate *gate
	kept int

	mu      sync.Mutex
	running map[K]*asked[V]
	answers map[K]V
	order   []K // oldest first
}

type asked[V any] struct {
	done    chan struct{}
	stop    context.CancelFunc
	waiting int
	value   V
	err     error
	panic   any
}

func newShared[K comparable, V any](g *gate, kept int) *shared[K, V] {
	return &shared[K, V]{gate: g, kept: kept, running: map[K]*asked[V]{}, answers: map[K]V{}}
}

// get is the answer for a key, worked out by do when there is none yet. Its own
// context ends only what this caller waits for.
func (s *shared[K, V]) get(ctx context.Context, key K, do func(context.Context) (V, error)) (V, error) {
	var none V
	s.mu.Lock()
	if v, ok := s.answers[key]; ok {
		s.mu.Unlock()
		return v, nil
	}
	w := s.running[key]
	if w == nil {
		workCtx, stop := context.WithCancel(context.WithoutCancel(ctx))
		w = &asked[V]{done: make(chan struct{}), stop: stop}
		s.running[key] = w
		go s.run(workCtx, key, w, do)
	}
	w.waiting++
	s.mu.Unlock()
	select {
	case <-w.done:
		if w.panic != nil {
			panic(w.panic)
		}
		return w.value, w.err
	case <-ctx.Done():
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	if w.waiting--; w.waiting == 0 {
		w.stop()
		if s.running[key] == w {
			delete(s.running, key)
		}
	}
	return none, ctx.Err()
}

func (s *shared[K, V]) run(ctx context.Context, key K, w *asked[V], do func(context.Context) (V, error)) {
	defer w.stop()
	defer close(w.done)
	defer func() {
		if r := recover(); r != nil {
			w.panic = fmt.Sprintf("%v\n%s", r, debug.Stack())
		}
		s.mu.Lock()
		defer s.mu.Unlock()
		if s.running[key] == w {
			delete(s.running, key)
		}
		if w.err == nil && w.panic == nil && ctx.Err() == nil {
			s.keep(key, w.value)
		}
	}()
	leave, err := s.gate.enter(ctx)
	if err != nil {
		w.err = err
		return
	}
	defer leave()
	w.value, w.err = do(ctx)
}

// keep remembers an answer; the lock is held.
func (s *shared[K, V]) keep(key K, v V) {
	if _, ok := s.answers[key]; !ok {
		s.order = append(s.order, key)
	}
	s.answers[key] = v
	for len(s.order) > s.kept {
		delete(s.answers, s.order[0])
		s.order = s.order[1:]
	}
}

// put remembers an answer that was worked out elsewhere.
func (s *shared[K, V]) put(key K, v V) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.keep(key, v)
}

// forget drops the answers of keys that a function names.
func (s *shared[K, V]) forget(of func(K) bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	left := s.order[:0]
	for _, k := range s.order {
		if of(k) {
			delete(s.answers, k)
		} else {
			left = append(left, k)
		}
	}
	s.order = left
}

// Long works out something that takes long and belongs to no client, when it is its
// turn.
func Long[V any](ctx context.Context, b *Bench, do func(context.Context) (V, error)) (V, error) {
	leave, err := b.long.enter(ctx)
	if err != nil {
		var none V
		return none, err
	}
	defer leave()
	return do(ctx)
}
