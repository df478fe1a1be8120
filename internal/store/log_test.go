package store_test

import (
	"fmt"
	"slices"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/internal/store"
)

// logSets adds sets to a client's log, or takes out those with gone.
func logSets(s *store.Store, client string, sets []store.LoggedSet, gone ...string) error {
	e := store.Edit{Practice: "p1", Client: client, Base: store.Any, Label: store.Label{Do: "add", Part: "sets"}}
	for _, l := range sets {
		e.Scopes = append(e.Scopes, "sets/"+l.ID)
	}
	for _, id := range gone {
		e.Scopes = append(e.Scopes, "sets/"+id)
	}
	e.Do = func(f *store.File) error {
		f.Sets = append(f.Sets, sets...)
		n := len(f.Sets)
		f.Sets = slices.DeleteFunc(f.Sets, func(l store.LoggedSet) bool { return slices.Contains(gone, l.ID) })
		if len(gone) > n-len(f.Sets) {
			return store.ErrNotFound
		}
		return nil
	}
	_, err := s.Change(ctx, e)
	return err
}

// One who fails does not take along those who are written with it.
func TestAFailureLeavesTheOthers(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	var all sync.WaitGroup
	errs := make([]error, 16) // each change of one client is tried again while others come first, twenty times
	for i := range errs {
		all.Go(func() {
			at := store.LoggedSet{ID: fmt.Sprint("s", i), Movement: "one-hand-row", Reps: 5, LoadKg: float64(1 + i)}
			if i%4 == 0 {
				at.Reserve = -2 // it is refused before it is kept
			}
			errs[i] = logSets(s, "a", []store.LoggedSet{at})
		})
	}
	all.Wait()
	for i, err := range errs {
		assert.Equal(t, i%4 == 0, err != nil, "%d: %v", i, err)
	}
	page, more, err := s.Log(ctx, "p1", "a", "first", 0, 10, nil, 100)
	require.NoError(t, err)
	assert.False(t, more)
	assert.Len(t, page, 12)
}

// The kept sums of a log are those of its sets, whatever is added and taken out; a page
// after another gives every set once, newest first.
func TestLogSumsAreThoseOfItsSets(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	n := 0
	rapid.Check(t, func(t *rapid.T) {
		n++
		client := fmt.Sprint("c", n)
		_, err := s.Create(ctx, "p1", store.NewFile(client, "x"))
		require.NoError(t, err)
		have := map[string]store.LoggedSet{}
		for i := range rapid.IntRange(1, 25).Draw(t, "steps") {
			if id := fmt.Sprint("s", rapid.IntRange(0, i).Draw(t, "which")); rapid.IntRange(0, 2).Draw(t, "remove") == 0 {
				_, there := have[id]
				err := logSets(s, client, nil, id)
				assert.Equal(t, there, err == nil)
				delete(have, id)
				continue
			}
			set := store.LoggedSet{
				ID: fmt.Sprint("s", i), Person: "first", DoneAt: int64(rapid.IntRange(0, 5).Draw(t, "at")),
				Movement: rapid.SampledFrom([]string{"row", "squat"}).Draw(t, "movement"),
				LoadKg:   float64(rapid.IntRange(0, 3).Draw(t, "load")) / 2, Reps: rapid.IntRange(1, 9).Draw(t, "reps"),
			}
			require.NoError(t, logSets(s, client, []store.LoggedSet{set}))
			have[set.ID] = set
		}
		kept, err := s.LogSums(ctx, "p1", client)
		require.NoError(t, err)
		want := map[string]store.LogSum{}
		for _, l := range have {
			w, there := want[l.Movement]
			if !there {
				w = store.LogSum{Person: "first", Movement: l.Movement, LastAt: l.DoneAt}
			}
			if w.FirstAt == 0 || l.DoneAt > 0 && l.DoneAt < w.FirstAt { // what nobody dated was not the first
				w.FirstAt = l.DoneAt
			}
			w.Sets, w.Reps, w.MovedG = w.Sets+1, w.Reps+int64(l.Reps), w.MovedG+int64(l.LoadKg*1000)*int64(l.Reps)
			w.HeaviestG, w.LastAt = max(w.HeaviestG, int64(l.LoadKg*1000)), max(w.LastAt, l.DoneAt)
			want[l.Movement] = w
		}
		got := map[string]store.LogSum{}
		for _, k := range kept {
			got[k.Movement] = k
		}
		assert.Equal(t, want, got)
		seen := map[string]store.LoggedSet{}
		var last *store.LogCursor
		for more := true; more; {
			var page []store.LoggedSet
			page, more, err = s.Log(ctx, "p1", client, "first", 0, 100, last, 3)
			require.NoError(t, err)
			for _, l := range page {
				assert.True(t, last == nil || l.DoneAt < last.DoneAt || l.DoneAt == last.DoneAt && l.ID < last.ID)
				seen[l.ID] = l
				last = &store.LogCursor{DoneAt: l.DoneAt, ID: l.ID}
			}
		}
		assert.Equal(t, have, seen)
	})
}
