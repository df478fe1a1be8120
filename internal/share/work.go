package share

import (
	"context"
	"fmt"
	"runtime/debug"
	"slices"
	"sync"
)

// Work works something out once per key, for all who ask for it meanwhile, and keeps the last
// few answers. When everybody who asked has left, the work is told to stop.
type Work[K comparable, V any] struct {
	gate *Gate
	most int

	mu      sync.Mutex
	running map[K]*task[V]
	kept    map[K]V
	order   []K // oldest first
}

// How works out the value of a key; it may tell better and better ones on its way.
type How[V any] func(ctx context.Context, tell func(V)) (V, error)

// task is something that is being worked out.
type task[V any] struct {
	stop      context.CancelFunc
	listeners int // the work's lock is held

	mu    sync.Mutex
	news  chan struct{} // closed with the next value, or the end
	value V             // the last that was told
	told  bool
	ended bool
	err   error
	panic any
}

// NewWork makes one that keeps so many answers. The gate is that of all work of its kind.
func NewWork[K comparable, V any](g *Gate, mostKept int) *Work[K, V] {
	return &Work[K, V]{gate: g, most: mostKept, running: map[K]*task[V]{}, kept: map[K]V{}}
}

// Get is the value of a key in the end. Its own context ends only what this caller waits for.
func (w *Work[K, V]) Get(ctx context.Context, who string, key K, how How[V]) (V, error) {
	return w.Follow(ctx, who, key, how, nil)
}

// Follow is Get that is told each newer value on its way, the newest where several come at once.
func (w *Work[K, V]) Follow(ctx context.Context, who string, key K, how How[V], hear func(V)) (V, error) {
	var none V
	w.mu.Lock()
	if v, ok := w.kept[key]; ok {
		w.mu.Unlock()
		return v, nil
	}
	t := w.running[key]
	if t == nil {
		inner, stop := context.WithCancel(context.WithoutCancel(ctx))
		t = &task[V]{stop: stop, news: make(chan struct{})}
		w.running[key] = t
		go w.run(inner, who, key, t, how)
	}
	t.listeners++
	w.mu.Unlock()
	for {
		value, told, news, ended := t.state()
		switch {
		case ended && t.panic != nil:
			panic(t.panic)
		case ended && t.err != nil:
			return none, t.err
		case ended:
			return value, nil
		case told && hear != nil:
			hear(value)
		}
		select {
		case <-news:
		case <-ctx.Done():
			w.leave(key, t)
			return none, ctx.Err()
		}
	}
}

// Last is the value of a key as far as it is known: kept, or told by work that goes on.
func (w *Work[K, V]) Last(key K) (value V, known bool) {
	w.mu.Lock()
	v, ok := w.kept[key]
	t := w.running[key]
	w.mu.Unlock()
	if !ok && t != nil {
		v, ok, _, _ = t.state()
	}
	return v, ok
}

func (t *task[V]) state() (value V, told bool, news chan struct{}, ended bool) {
	t.mu.Lock()
	defer t.mu.Unlock()
	return t.value, t.told, t.news, t.ended
}

// leave has one listener fewer; the last ends the work.
func (w *Work[K, V]) leave(key K, t *task[V]) {
	w.mu.Lock()
	defer w.mu.Unlock()
	if t.listeners--; t.listeners == 0 {
		t.stop()
		if w.running[key] == t {
			delete(w.running, key)
		}
	}
}

func (w *Work[K, V]) run(ctx context.Context, who string, key K, t *task[V], how How[V]) {
	defer t.stop()
	var panicked any
	value, err := func() (V, error) {
		defer func() {
			if r := recover(); r != nil {
				panicked = fmt.Sprintf("%v\n%s", r, debug.Stack())
			}
		}()
		return Do(ctx, w.gate, who, func(ctx context.Context) (V, error) { return how(ctx, t.tell) })
	}()
	w.mu.Lock()
	if w.running[key] == t {
		delete(w.running, key)
	}
	if err == nil && panicked == nil && ctx.Err() == nil {
		w.keep(key, value)
	}
	w.mu.Unlock()
	t.mu.Lock()
	defer t.mu.Unlock()
	t.value, t.err, t.panic, t.ended = value, err, panicked, true
	close(t.news)
}

func (t *task[V]) tell(v V) {
	t.mu.Lock()
	defer t.mu.Unlock()
	t.value, t.told = v, true
	close(t.news)
	t.news = make(chan struct{})
}

// keep remembers an answer; the lock is held.
func (w *Work[K, V]) keep(key K, v V) {
	if _, ok := w.kept[key]; !ok {
		w.order = append(w.order, key)
	}
	w.kept[key] = v
	for len(w.order) > w.most {
		delete(w.kept, w.order[0])
		w.order = w.order[1:]
	}
}

// Put keeps an answer that was worked out elsewhere.
func (w *Work[K, V]) Put(key K, v V) {
	w.mu.Lock()
	defer w.mu.Unlock()
	w.keep(key, v)
}

// Forget drops the answers of keys that a function names.
func (w *Work[K, V]) Forget(of func(K) bool) {
	w.mu.Lock()
	defer w.mu.Unlock()
	w.order = slices.DeleteFunc(w.order, func(k K) bool {
		if of(k) {
			delete(w.kept, k)
		}
		return of(k)
	})
}
