package workbench

import (
	"encoding/json"
	"sync"
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
