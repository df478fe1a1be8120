package share

import (
	"context"
	"fmt"
	"runtime"
	"sync"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What many ask for at once is worked out once, and kept; who leaves gets their own end,
// and when all have left the work is told to stop and is begun anew by the next.
func TestWorkedOutOnce(t *testing.T) {
	s := NewWork[string, int](NewGate(2, 8), 2)
	ask := func(ctx context.Context, key string, do func(ctx context.Context) (int, error)) (int, error) {
		return s.Get(ctx, "p", key, func(ctx context.Context, _ func(int)) (int, error) { return do(ctx) })
	}
	var times atomic.Int32
	begun, goOn := make(chan struct{}, 9), make(chan struct{})
	slow := func(ctx context.Context) (int, error) {
		times.Add(1)
		begun <- struct{}{}
		select {
		case <-goOn:
			return 42, nil
		case <-ctx.Done():
			return 0, ctx.Err()
		}
	}
	var all sync.WaitGroup
	for range 5 {
		all.Go(func() {
			v, err := ask(context.Background(), "a", slow)
			assert.NoError(t, err)
			assert.Equal(t, 42, v)
		})
	}
	<-begun
	impatient, leave := context.WithCancel(context.Background())
	leave()
	_, err := ask(impatient, "a", slow)
	require.ErrorIs(t, err, context.Canceled)
	close(goOn)
	all.Wait()
	assert.EqualValues(t, 1, times.Load())
	v, err := ask(context.Background(), "a", slow)
	require.NoError(t, err)
	assert.Equal(t, 42, v)
	assert.EqualValues(t, 1, times.Load(), "it was kept")

	// All leave: the work hears of it.
	stopped := make(chan struct{})
	alone, leave := context.WithCancel(context.Background())
	gone := make(chan error)
	go func() {
		_, err := ask(alone, "b", func(ctx context.Context) (int, error) {
			begun <- struct{}{}
			<-ctx.Done()
			close(stopped)
			return 0, ctx.Err()
		})
		gone <- err
	}()
	<-begun
	leave()
	require.ErrorIs(t, <-gone, context.Canceled)
	<-stopped
	v, err = ask(context.Background(), "b", func(context.Context) (int, error) { return 7, nil })
	require.NoError(t, err)
	assert.Equal(t, 7, v, "the next one does not get what was stopped")

	// Few are kept, and what is forgotten is worked out anew.
	_, err = ask(context.Background(), "c", func(context.Context) (int, error) { return 1, nil })
	require.NoError(t, err)
	assert.LessOrEqual(t, len(s.kept), 2)
	s.Forget(func(k string) bool { return k == "c" })
	v, err = ask(context.Background(), "c", func(context.Context) (int, error) { return 2, nil })
	require.NoError(t, err)
	assert.Equal(t, 2, v)
}

// Work that goes on tells its values: to who listens in their order, the newest never missed,
// and to who only looks.
func TestWorkTellsOnItsWay(t *testing.T) {
	s := NewWork[string, int](NewGate(1, 4), 2)
	heard := make(chan int)
	go func() {
		defer close(heard)
		v, err := s.Follow(context.Background(), "p", "k", func(_ context.Context, tell func(int)) (int, error) {
			for i := 1; i <= 3; i++ {
				tell(i)
				for last, known := s.Last("k"); !known || last != i; last, known = s.Last("k") {
					runtime.Gosched()
				}
			}
			return 4, nil
		}, func(v int) { heard <- v })
		assert.NoError(t, err)
		heard <- v
	}()
	before, last := 0, 0
	for v := range heard {
		assert.Greater(t, v, before)
		before, last = v, v
	}
	assert.Equal(t, 4, last)
	v, known := s.Last("k")
	assert.True(t, known)
	assert.Equal(t, 4, v)
	_, known = s.Last("another")
	assert.False(t, known)
}

// A panic is that of who asked, whoever else waits; nothing hangs after it.
func TestPanicsWhereItIsAnsweredFor(t *testing.T) {
	s := NewWork[string, int](NewGate(1, 4), 2)
	assert.Panics(t, func() {
		_, _ = s.Get(context.Background(), "p", "a", func(context.Context, func(int)) (int, error) { panic("no") })
	})
	v, err := s.Get(context.Background(), "p", "a", func(context.Context, func(int)) (int, error) { return 3, nil })
	require.NoError(t, err)
	assert.Equal(t, 3, v)
}

// waits has somebody wait at a gate, and returns when they do.
func waits(ctx context.Context, g *Gate, who string, then func(leave func(), err error)) {
	before := g.Waiting()
	go func() { then(g.Enter(ctx, who)) }()
	for g.Waiting() == before {
		runtime.Gosched()
	}
}

// A gate lets two in, keeps so many waiting, and tells the rest to come again.
func TestGates(t *testing.T) {
	ctx, g := context.Background(), NewGate(2, 1)
	first, err := g.Enter(ctx, "p")
	require.NoError(t, err)
	second, err := g.Enter(ctx, "p")
	require.NoError(t, err)
	left, leave := context.WithCancel(ctx)
	third := make(chan error)
	waits(left, g, "p", func(_ func(), err error) { third <- err })
	_, err = g.Enter(ctx, "p")
	require.ErrorIs(t, err, ErrBusy)
	leave()
	require.ErrorIs(t, <-third, context.Canceled)
	first()
	first() // twice is once
	again, err := g.Enter(ctx, "p")
	require.NoError(t, err)
	second()
	again()
	assert.Zero(t, g.inside)
	assert.Empty(t, g.in)
}

// One who asks for a hundred things does not keep another waiting behind them, nor out.
func TestGatesAreFair(t *testing.T) {
	ctx, g := context.Background(), NewGate(1, 8)
	inside, err := g.Enter(ctx, "greedy")
	require.NoError(t, err)
	var mu sync.Mutex
	var order []string
	var all sync.WaitGroup
	join := func(who string, name string) {
		all.Add(1)
		waits(ctx, g, who, func(leave func(), err error) {
			defer all.Done()
			mu.Lock()
			defer mu.Unlock()
			if err != nil {
				order = append(order, name+" sent away")
				return
			}
			order = append(order, name)
			leave()
		})
	}
	for i := range 8 {
		join("greedy", fmt.Sprint("g", i))
	}
	_, err = g.Enter(ctx, "greedy")
	require.ErrorIs(t, err, ErrBusy)
	// Its place is that of the greedy one's newest.
	all.Add(1)
	go func() {
		defer all.Done()
		leave, err := g.Enter(ctx, "modest")
		assert.NoError(t, err)
		mu.Lock()
		order = append(order, "modest")
		mu.Unlock()
		leave()
	}()
	for gone := false; !gone; runtime.Gosched() {
		mu.Lock()
		gone = len(order) == 1
		mu.Unlock()
	}
	inside()
	all.Wait()
	assert.Equal(t, []string{"g7 sent away", "modest", "g0"}, order[:3])
	assert.Len(t, order, 9)
}
