package workbench

import (
	"encoding/json"
	"reflect"
	"slices"
	"sync"

	"scrappyrack/core/load"
)

// kept remembers what was worked out of single things, by all that is known of them:
// a thing that is as it was gives what it gave. When it is full it starts over. A nil
// one remembers nothing.
type kept[V any] struct {
	most int
	mu   sync.Mutex
	all  map[string]V
}

func keeping[V any](most int) *kept[V] { return &kept[V]{most: most} }

// of is what a thing gives, worked out when it is not remembered. What comes back is
// shared: it is read only.
func (k *kept[V]) of(thing any, work func() V) V {
	if k == nil {
		return work()
	}
	text, err := json.Marshal(thing)
	if err != nil {
		return work()
	}
	key := string(text)
	k.mu.Lock()
	v, ok := k.all[key]
	k.mu.Unlock()
	if ok {
		return v
	}
	v = work()
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.all == nil || len(k.all) >= k.most {
		k.all = make(map[string]V, 64)
	}
	k.all[key] = v
	return v
}

// lately remembers what was worked out of containers that are as they were last time they
// were looked at, by their ids: whose they are does not matter, since all of them is
// compared. When it is full it starts over. A nil one remembers nothing.
type lately struct {
	most int
	mu   sync.Mutex
	all  map[string]*filled
}

// filled is a container with what it comes to.
type filled struct {
	container load.Container
	fill      load.Fill
	err       error
	rungs     []load.Rung
}

// of is what a container comes to. Its rungs are shared: they are read only.
func (l *lately) of(c *load.Container) *filled {
	if l == nil {
		return fillOf(c)
	}
	l.mu.Lock()
	was, ok := l.all[c.ID]
	l.mu.Unlock()
	if ok && reflect.DeepEqual(&was.container, c) {
		return was
	}
	now := fillOf(c)
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.all == nil || len(l.all) >= l.most {
		l.all = make(map[string]*filled, 64)
	}
	l.all[c.ID] = now
	return now
}

func fillOf(c *load.Container) *filled {
	out := &filled{container: *c}
	out.fill, out.err = c.Fill()
	out.rungs = slices.Clip(c.Rungs())
	return out
}
