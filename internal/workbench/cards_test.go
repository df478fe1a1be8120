package workbench_test

import (
	"context"
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// A list is held against what each client's file says when it is worked out by itself.
func TestListsShowWhatIsDueFirst(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	who := workbench.Who{Practice: practice}
	now := time.Now().Unix()
	dueBand := func(f *store.File, at int64) {
		f.Bands = append(f.Bands, store.Band{ID: "b", Name: "loop", Kind: "long-loop", RestM: 1.04, WidthM: 0.02, ThicknessM: 0.0045,
			Points: []store.BandReading{}, Inspected: at, FirstUsed: at, Condition: "sound"})
	}
	wantDue, wantGaps := []string{}, []string{}
	for i := range 30 {
		d, err := b.Create(ctx, who, fmt.Sprintf("client %02d", i), "", "")
		require.NoError(t, err)
		id := d.File.ID
		_, err = b.Change(ctx, who, workbench.Edit{Client: id, Base: d.File.Revision, Label: store.Label{Do: "write", Part: "profile"},
			Scopes: []string{"profile", "bands/b"}, Do: func(f *store.File) error {
				if i%3 == 0 {
					f.Persons[0].StatureM = 1.75
				}
				if i%5 == 0 {
					dueBand(f, 1) // looked over long ago
				} else if i%5 == 1 {
					dueBand(f, now)
				}
				return nil
			}})
		require.NoError(t, err)
		if i%5 == 0 {
			wantDue = append(wantDue, id)
		}
		if i%3 == 0 {
			wantGaps = append(wantGaps, id)
		}
	}
	ids := func(f workbench.Found) (out []string) {
		for _, c := range f.Cards {
			out = append(out, c.ID)
		}
		return out
	}
	for range 2 { // as worked out just now, and as kept
		all, err := b.Cards(ctx, who.Practice, workbench.Find{Contains: "client", Limit: 24})
		require.NoError(t, err)
		assert.Equal(t, []int{30, len(wantDue), len(wantGaps), 30, 24}, []int{all.All, all.Due, all.Gaps, all.Matching, len(all.Cards)})
		assert.ElementsMatch(t, wantDue, ids(all)[:len(wantDue)], "what is due comes first")
		for i, c := range all.Cards {
			assert.Equal(t, i < len(wantDue), c.Due+c.BandDue > 0, c.Name)
		}
		rest := all.Cards[len(wantDue):]
		assert.True(t, slices.IsSortedFunc(rest, func(a, b workbench.CardOf) int { return int(b.UpdatedAt - a.UpdatedAt) }))
		due, err := b.Cards(ctx, who.Practice, workbench.Find{Contains: "client", Show: "due", Limit: 100})
		require.NoError(t, err)
		assert.ElementsMatch(t, wantDue, ids(due))
		gaps, err := b.Cards(ctx, who.Practice, workbench.Find{Contains: "client", Show: "gaps", Limit: 100})
		require.NoError(t, err)
		assert.ElementsMatch(t, wantGaps, ids(gaps))
		some, err := b.Cards(ctx, who.Practice, workbench.Find{Contains: "CLIENT 0", Show: "due", Limit: 1})
		require.NoError(t, err)
		assert.Equal(t, []int{10, 2, 2, 1}, []int{some.All, some.Due, some.Matching, len(some.Cards)})
		b.Close() // keeps what is not kept
	}
}

// A new build's lists work nobody out: all is shown as it was known, marked, and worked out
// behind the answer; in the end the list is what it was.
func TestANewBuildWorksItsClientsOutBehindTheAnswer(t *testing.T) {
	ctx := context.Background()
	s, practice := demoStore(t)
	of := func(rules string) *workbench.Bench {
		return workbench.New(workbench.Options{Store: s, Now: time.Now, Rules: rules})
	}
	who := workbench.Who{Practice: practice}
	old := of("old")
	for i := range 20 {
		d, err := old.Create(ctx, who, fmt.Sprintf("client %02d", i), "", "")
		require.NoError(t, err)
		_, err = old.Change(ctx, who, workbench.Edit{Client: d.File.ID, Base: d.File.Revision,
			Label: store.Label{Do: "write", Part: "profile"}, Scopes: []string{"profile"}, Do: func(f *store.File) error {
				f.Persons[0].StatureM = 1.75
				return nil
			}})
		require.NoError(t, err)
	}
	want, err := old.Cards(ctx, practice, workbench.Find{Contains: "client", Limit: 100})
	require.NoError(t, err)
	require.Zero(t, want.Waiting)
	require.Equal(t, 20, want.Gaps)
	old.Close()

	now := of("new")
	first, err := now.Cards(ctx, practice, workbench.Find{Contains: "client", Limit: 100})
	require.NoError(t, err)
	assert.Equal(t, 20, first.All, "all are listed")
	assert.Equal(t, first.All, first.Waiting)
	assert.Equal(t, want.Gaps, first.Gaps, "what was known stands till then")
	for i, c := range first.Cards {
		assert.False(t, c.Known)
		assert.Equal(t, want.Cards[i].Marks, c.Marks, "%s is shown as it was known", c.Name)
	}
	require.Eventually(t, func() bool {
		got, err := now.Cards(ctx, practice, workbench.Find{Contains: "client", Limit: 100})
		return err == nil && got.Waiting == 0
	}, time.Minute, 5*time.Millisecond)
	got, err := now.Cards(ctx, practice, workbench.Find{Contains: "client", Limit: 100})
	require.NoError(t, err)
	assert.Equal(t, want, got)
	now.Close()

	// Closing ends what is under way, and what was worked out till then is kept.
	third := of("third")
	_, err = third.Cards(ctx, practice, workbench.Find{Contains: "client", Limit: 1})
	require.NoError(t, err)
	third.Close()
	_, err = third.Cards(ctx, practice, workbench.Find{Contains: "client", Limit: 1}) // nothing begins after the end
	require.NoError(t, err)
}
