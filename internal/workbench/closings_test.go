package workbench_test

import (
	"context"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/coverage"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// What a closing promises is what comes when it is done: every one that is offered for every
// need of the demo's clients is done to the file, and the board worked out from nothing.
func TestEveryClosingKeepsItsPromise(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	done := map[plan.ClosingKind]int{}
	for _, id := range []string{"demo-loft", "demo-flat", "demo-garage"} {
		desk, err := b.Open(ctx, workbench.Who{Practice: practice}, id)
		require.NoError(t, err)
		for _, s := range desk.Results.Board.Slots {
			got, err := b.Closings(ctx, practice, id, s.Slot.Key)
			require.NoError(t, err)
			f, before, all := got.File, got.Before, got.Closings
			assert.InDelta(t, desk.Results.Board.Value, before.Value, 1e-9)
			for _, c := range all {
				after := workbench.WorkAt(did(t, f, got.Builds, c), time.Now()).Board
				own := slices.IndexFunc(after.Slots, func(x coverage.Coverage) bool { return x.Slot.Key == s.Slot.Key })
				assert.InDelta(t, c.Own.After, after.Slots[own].Value, 1e-9, "%s: %s", s.Slot.Key, c.Candidate.Key)
				assert.Equal(t, c.Own.Is, after.Slots[own].State)
				assert.InDelta(t, c.Value, after.Value, 1e-9, c.Candidate.Key)
				assert.Equal(t, c.Covered, after.Covered)
				assert.Greater(t, after.Value, before.Value, "it gives more than it takes")
				assert.LessOrEqual(t, c.Cost, f.Profile.BudgetMinor)
				turned := map[string]bool{}
				for _, turn := range c.Turns {
					turned[turn.Slot.Key] = true
				}
				for i, x := range after.Slots {
					if x.State != before.Slots[i].State {
						assert.True(t, turned[x.Slot.Key], "%s turns %s and does not say so", c.Candidate.Key, x.Slot.Key)
					}
				}
				done[c.Kind]++
			}
		}
	}
	assert.Greater(t, done[plan.ByFill], 3)
	assert.Greater(t, done[plan.ByBuy], 3)
	assert.Greater(t, done[plan.ByBuild], 1)
	t.Log(done)
}

// did is a file after what a closing asks for was done: filled so, and bought.
func did(t *testing.T, f store.File, builds map[string]store.Build, c plan.Closing) store.File {
	t.Helper()
	f.Containers = slices.Clone(f.Containers)
	f.Gear = slices.Clone(f.Gear)
	k := c.Candidate
	buy := func(id string, k plan.Candidate) {
		b, made := builds[k.Key]
		if !made {
			f.Gear = append(f.Gear, store.Gear{ID: id, Item: k.Key})
			return
		}
		b.State, b.Tests = "made", []store.BuildProof{{ID: "t", Kind: "proof", At: 1, Passed: true}}
		f.Builds = append(slices.Clone(f.Builds), b)
	}
	if at := slices.IndexFunc(f.Containers, func(x store.Container) bool { return x.ID == k.Group }); at >= 0 {
		f.Containers[at].Filling = k.Into
		if k.Fill != nil {
			f.Containers[at].VolumeL = float64(k.Fill.Volume)
		}
	} else {
		require.Empty(t, k.Group, "a container of something that is to be bought is not offered")
		buy("bought", k)
	}
	for i, w := range c.With {
		buy("with"+string(rune('a'+i)), w)
	}
	return f
}

func TestClosingsOfWhatIsNoNeed(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	_, err := b.Closings(ctx, practice, "demo-loft", "flying")
	assert.ErrorIs(t, err, store.ErrNotFound)
	d, err := b.Create(ctx, workbench.Who{Practice: practice}, "nobody yet", "", "")
	require.NoError(t, err)
	_, err = b.Closings(ctx, practice, d.File.ID, "squat")
	var wrong *quantity.FieldError
	assert.ErrorAs(t, err, &wrong)
}

// The worst gap is the one that weighs most of those that something lifts.
func TestTheWorstGapThatCanBeClosed(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	for _, id := range []string{"demo-loft", "demo-flat", "demo-garage"} {
		got, err := b.Closings(ctx, practice, id, plan.Worst)
		require.NoError(t, err)
		require.NotEmpty(t, got.Closings, id)
		worst, lack := "", 0.0
		for _, s := range got.Before.Slots {
			one, err := b.Closings(ctx, practice, id, s.Slot.Key)
			require.NoError(t, err)
			if l := (1 - s.Value) * float64(s.Slot.Weight); s.State != coverage.Covered && len(one.Closings) > 0 && l > lack {
				worst, lack = s.Slot.Key, l
			}
		}
		assert.Equal(t, worst, got.Need, id)
	}
}
