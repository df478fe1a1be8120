package way_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/movement"
	"scrappyrack/core/way"
)

// A stock with one more thing is the stock made anew of all, in every movement.
func TestAStockWithOneMoreIsTheStockOfAll(t *testing.T) {
	r := rand.New(rand.NewPCG(11, 12))
	moves := movement.All()
	touched, opened := 0, 0
	for range 150 {
		a, b := invent(r), invent(r)
		first, more := way.Item{Option: way.Today}, way.Item{Option: way.Today}
		for i, th := range a.things {
			th.Things = []string{fmt.Sprint("first ", i)}
			first.Rungs = append(first.Rungs, th.Rung)
		}
		for i, th := range b.things[:1+r.IntN(3)] {
			th.Things = []string{fmt.Sprint("more ", i)}
			more.Rungs = append(more.Rungs, th.Rung)
		}
		for _, s := range a.supplies {
			first.Supplies = append(first.Supplies, s.Supply)
		}
		for _, s := range b.supplies[:r.IntN(len(b.supplies)+1)] {
			more.Supplies = append(more.Supplies, s.Supply)
		}
		before := way.New(a.who, []way.Item{first})
		snapshot := before.Ladder()
		with, anew := before.With(more), way.New(a.who, []way.Item{first, more})
		for _, m := range moves {
			want := anew.Of(m)
			require.Equal(t, want.Loads, with.Of(m).Loads, m.Key)
			require.Equal(t, want.Lacks, with.Of(m).Lacks, m.Key)
			if !more.Touches(m) {
				require.Equal(t, want.Loads, before.Of(m).Loads, "%s is not touched", m.Key)
				continue
			}
			touched++
			if want.Can() && !before.Of(m).Can() {
				opened++
			}
		}
		require.Equal(t, snapshot, before.Ladder(), "the stock itself stays")
	}
	assert.Greater(t, touched, 1000)
	assert.Greater(t, opened, 100)
}
