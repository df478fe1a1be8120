package workbench

import (
	"context"
	"runtime"
	"sync"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
)

// What many ask for at once is worked out once, and kept; who leaves gets their own end,
// and when all have left the work is told to stop and is begun anew by the next.
func TestSharedIsWorkedOutOnce(t *testing.T) {
	s := newShared[string, int](newGate(2, 8), 2)
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
			v, err := s.get(context.Background(), "a", slow)
			assert.NoError(t, err)
			assert.Equal(t, 42, v)
		})
	}
	<-begun
	impatient, leave := context.WithCancel(context.Background())
	leave()
	_, err := s.get(impatient, "a", slow)
	require.ErrorIs(t, err, context.Canceled)
	close(goOn)
	all.Wait()
	assert.EqualValues(t, 1, times.Load())
	v, err := s.get(context.Background(), "a", slow)
	require.NoError(t, err)
	assert.Equal(t, 42, v)
	assert.EqualValues(t, 1, times.Load(), "it was kept")

	// All leave: the work hears of it.
	stopped := make(chan struct{})
	alone, leave := context.WithCancel(context.Background())
	gone := make(chan error)
	go func() {
		_, err := s.get(alone, "b", func(ctx context.Context) (int, error) {
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
	v, err = s.get(context.Background(), "b", func(context.Context) (int, error) { return 7, nil })
	require.NoError(t, err)
	assert.Equal(t, 7, v, "the next one does not get what was stopped")

	// Few are kept, and what is forgotten is worked out anew.
	_, err = s.get(context.Background(), "c", func(context.Context) (int, error) { return 1, nil })
	require.NoError(t, err)
	assert.LessOrEqual(t, len(s.answers), 2)
	s.forget(func(k string) bool { return k == "c" })
	v, err = s.get(context.Background(), "c", func(context.Context) (int, error) { return 2, nil })
	require.NoError(t, err)
	assert.Equal(t, 2, v)
}

// A panic is that of who asked, whoever else waits; nothing hangs after it.
func TestSharedPanicsWhereItIsAnsweredFor(t *testing.T) {
	s := newShared[string, int](newGate(1, 4), 2)
	assert.Panics(t, func() { _, _ = s.get(context.Background(), "a", func(context.Context) (int, error) { panic("no") }) })
	v, err := s.get(context.Background(), "a", func(context.Context) (int, error) { return 3, nil })
	require.NoError(t, err)
	assert.Equal(t, 3, v)
	assert.Panics(t, func() { worked{panic: "aside"}.results() })
}

// A gate lets two in, keeps so many waiting, and tells the rest to come again.
func TestGates(t *testing.T) {
	g := newGate(2, 1)
	first, err := g.enter(context.Background())
	require.NoError(t, err)
	second, err := g.enter(context.Background())
	require.NoError(t, err)
	waits, leave := context.WithCancel(context.Background())
	third := make(chan error)
	go func() {
		_, err := g.enter(waits)
		third <- err
	}()
	for len(g.waiting) == 0 { // until the third waits
		runtime.Gosched()
	}
	_, err = g.enter(context.Background())
	require.ErrorIs(t, err, store.ErrBusy)
	leave()
	require.ErrorIs(t, <-third, context.Canceled)
	first()
	again, err := g.enter(context.Background())
	require.NoError(t, err)
	second()
	again()
}

// What is remembered of a thing is what it gave, and it never grows beyond its bound.
func TestKeptIsBounded(t *testing.T) {
	k := keeping[int](3)
	n := 0
	for round := range 2 {
		for i := range 3 {
			assert.Equal(t, i*10, k.of(i, func() int { n++; return i * 10 }))
		}
		assert.Equal(t, 3, n, round)
	}
	k.of(99, func() int { return 0 })
	assert.LessOrEqual(t, len(k.all), 3)
	assert.Equal(t, 5, (*kept[int])(nil).of(1, func() int { return 5 }))
}
