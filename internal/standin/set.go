package standin

import (
	"context"
	"hash/fnv"
	"sync"
	"time"
)

// Set is the simulated scales of all practices of a demo. One runs while somebody
// listens to it.
type Set struct {
	hear func(practice, scale string, packet []byte)
	now  func() time.Time
	ctx  context.Context
	stop context.CancelFunc
	done sync.WaitGroup

	mu      sync.Mutex
	running map[[2]string]*running
}

type running struct {
	scale *Scale
	used  time.Time
	stop  context.CancelFunc
}

// idle is how long a scale goes on without anybody listening.
const idle = 15 * time.Second

// Kinds lists the simulated scales by key, with their names.
func Kinds() []struct {
	Kind Kind
	Name string
} {
	return []struct {
		Kind Kind
		Name string
	}{{Hanging, "hanging scale (simulated)"}, {Bathroom, "bathroom scale (simulated)"}}
}

// NewSet makes a set that hands packets to a function; now is the clock.
func NewSet(now func() time.Time, hear func(practice, scale string, packet []byte)) *Set {
	s := &Set{hear: hear, now: now, running: map[[2]string]*running{}}
	s.ctx, s.stop = context.WithCancel(context.Background())
	return s
}

// Use is a practice's scale of a kind, running from now on; nil when there is no
// such kind or the set is closed.
func (s *Set) Use(practice string, kind Kind) *Scale {
	if _, ok := traits[kind]; !ok || s.ctx.Err() != nil {
		return nil
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	key := [2]string{practice, string(kind)}
	r, ok := s.running[key]
	if !ok {
		h := fnv.New64a()
		_, _ = h.Write([]byte(practice + string(kind)))
		ctx, stop := context.WithCancel(s.ctx)
		r = &running{scale: NewScale(kind, h.Sum64()), stop: stop}
		s.running[key] = r
		s.done.Go(func() {
			defer stop()
			r.scale.Run(ctx, func(packet []byte) {
				s.hear(practice, string(kind), packet)
				s.mu.Lock()
				defer s.mu.Unlock()
				if s.now().Sub(r.used) > idle {
					delete(s.running, key)
					stop()
				}
			})
		})
	}
	r.used = s.now()
	return r.scale
}

// Close ends them all.
func (s *Set) Close() {
	s.stop()
	s.done.Wait()
}
