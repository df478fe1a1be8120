package store_test

import (
	"fmt"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/internal/store"
)

// One who fails does not take along those who are written with it.
func TestAFailureLeavesTheOthers(t *testing.T) {
	s := open(t, t.TempDir())
	loft(t, s)
	var all sync.WaitGroup
	errs := make([]error, 40)
	for i := range errs {
		all.Go(func() {
			at := store.LogSet{ID: fmt.Sprint("s", i), Movement: "one-hand-row", Reps: 5, LoadG: int64(i)}
			if i%4 == 0 {
				at.Reps = 0 // the database refuses it
			}
			errs[i] = s.AppendLog(ctx, "p1", "a", []store.LogSet{at})
		})
	}
	all.Wait()
	for i, err := range errs {
		assert.Equal(t, i%4 == 0, err != nil, "%d: %v", i, err)
	}
	page, more, err := s.Log(ctx, "p1", "a", 0, 10, nil, 100)
	require.NoError(t, err)
	assert.False(t, more)
	assert.Len(t, page, 30)
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
		have := map[string]store.LogSet{}
		for i := range rapid.IntRange(1, 25).Draw(t, "steps") {
			if id := fmt.Sprint("s", rapid.IntRange(0, i).Draw(t, "which")); rapid.IntRange(0, 2).Draw(t, "remove") == 0 {
				_, there := have[id]
				err := s.RemoveLog(ctx, "p1", client, id)
				assert.Equal(t, there, err == nil)
				delete(have, id)
				continue
			}
			set := store.LogSet{
				ID: fmt.Sprint("s", i), DoneAt: int64(rapid.IntRange(0, 5).Draw(t, "at")),
				Movement: rapid.SampledFrom([]string{"row", "squat"}).Draw(t, "movement"),
				LoadG:    int64(rapid.IntRange(0, 3).Draw(t, "load")), Reps: rapid.IntRange(1, 9).Draw(t, "reps"),
			}
			require.NoError(t, s.AppendLog(ctx, "p1", client, []store.LogSet{set}))
			require.NoError(t, s.AppendLog(ctx, "p1", client, []store.LogSet{set}), "sent twice it is there once")
			have[set.ID] = set
		}
		kept, err := s.LogSums(ctx, "p1", client)
		require.NoError(t, err)
		want := map[string]store.LogSum{}
		for _, l := range have {
			w, there := want[l.Movement]
			if !there {
				w = store.LogSum{Movement: l.Movement, FirstAt: l.DoneAt, LastAt: l.DoneAt}
			}
			w.Sets, w.Reps, w.MovedG = w.Sets+1, w.Reps+int64(l.Reps), w.MovedG+l.LoadG*int64(l.Reps)
			w.HeaviestG, w.FirstAt, w.LastAt = max(w.HeaviestG, l.LoadG), min(w.FirstAt, l.DoneAt), max(w.LastAt, l.DoneAt)
			want[l.Movement] = w
		}
		got := map[string]store.LogSum{}
		for _, k := range kept {
			got[k.Movement] = k
		}
		assert.Equal(t, want, got)
		seen := map[string]store.LogSet{}
		var last *store.LogCursor
		for more := true; more; {
			var page []store.LogSet
			page, more, err = s.Log(ctx, "p1", client, 0, 100, last, 3)
			require.NoError(t, err)
			for _, l := range page {
				assert.True(t, last == nil || l.DoneAt < last.DoneAt || l.DoneAt == last.DoneAt && l.ID < last.ID)
				seen[l.ID] = l
				last = &store.LogCursor{DoneAt: l.DoneAt, ID: l.ID}
			}
		}
		assert.Equal(t, have, seen)
	})
	taken := s.AppendLog(ctx, "p1", "a", []store.LogSet{{ID: "x", Movement: "row", Reps: 1}, {ID: "x", Movement: "row", Reps: 2}})
	require.ErrorIs(t, taken, store.ErrTaken)
	page, _, err := s.Log(ctx, "p1", "a", 0, 10, nil, 5)
	require.NoError(t, err)
	assert.Empty(t, page, "nothing of it was added")
	f, err := s.Load(ctx, "p1", "a")
	require.NoError(t, err)
	assert.EqualValues(t, 1, f.Revision, "the log makes nothing stale")
}
