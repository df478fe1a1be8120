package plan_test

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/bench/outside"
	"scrappyrack/core/client"
	"scrappyrack/core/load"
	"scrappyrack/core/optimise"
	"scrappyrack/core/plan"
)

// An outside solver on the exported model finds the same optimum. What it chooses is
// evaluated again here in whole numbers: its tolerances may let it overspend by a unit.
func TestAnOutsideSolverAgrees(t *testing.T) {
	for _, budget := range []int64{0, 4500, 9000, 20000} {
		c := household(t)
		c.Budget = budget
		p, err := plan.NewProblem(context.Background(), c)
		require.NoError(t, err)
		ours, err := optimise.Solve(context.Background(), p.Model)
		require.NoError(t, err)
		require.True(t, ours.Proven)
		chosen, _, infeasible, err := outside.Solve(t.TempDir(), p.Model)
		require.NoError(t, err, "make test installs coinor-cbc")
		require.False(t, infeasible)
		require.Empty(t, p.Model.Feasible(chosen), "budget %d", budget)
		var cost int64
		for i := range chosen {
			cost += p.Model.Options[i].Cost
		}
		assert.Equal(t, p.Model.Value(chosen), ours.Value, "budget %d", budget)
		assert.Equal(t, cost, ours.Cost, "budget %d", budget)
	}
}

// What the things of a household are called, and in which order they were written down,
// changes neither value nor cost nor what is bought and filled; an outside solver finds
// that value too.
func TestRenamingChangesNothing(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 9))
	c := household(t)
	c.Containers = append(c.Containers, container(t, "bottle", "bottle", 2, "fresh-water", 2),
		container(t, "jug D", "jug", 3.785, "fresh-water", 0))
	c.Budget = 9000
	what := func(c client.Client, got plan.Plan) (out []string) {
		for _, k := range got.Chosen {
			name := k.Candidate.Key
			for _, own := range c.Containers {
				if own.ID == k.Candidate.Group {
					low, high, _ := k.Candidate.Reach()
					name = fmt.Sprintf("%s: %s to %.3f kg", own.Kind.Key, strings.ReplaceAll(name, own.ID, "it"), float64(low+high))
				}
			}
			out = append(out, name)
		}
		slices.Sort(out)
		return out
	}
	first, got := solve(t, c)
	require.True(t, got.Answer.Proven)
	chosen, _, _, err := outside.Solve(t.TempDir(), first.Model)
	require.NoError(t, err)
	assert.Equal(t, first.Model.Value(chosen), got.Answer.Value)
	for range 3 {
		renamed := c
		renamed.Containers = slices.Clone(c.Containers)
		r.Shuffle(len(renamed.Containers), func(i, j int) {
			renamed.Containers[i], renamed.Containers[j] = renamed.Containers[j], renamed.Containers[i]
		})
		for i := range renamed.Containers {
			renamed.Containers[i].ID = fmt.Sprintf("%08x", r.Uint32())
		}
		_, again := solve(t, renamed)
		assert.Equal(t, got.Answer.Value, again.Answer.Value)
		assert.Equal(t, got.Answer.Cost, again.Answer.Cost)
		assert.Equal(t, what(c, got), what(renamed, again))
	}
}

// Doing what "what if it were in?" says gives what it says, by the way that a consultant
// would: pin it, or have as much money, and plan again.
func TestWhatIfComesTrue(t *testing.T) {
	c := household(t)
	c.Containers, c.AtHand, c.Budget = c.Containers[:2], nil, 6000
	p, got := solve(t, c)
	asked, withMoney := 0, 0
	for _, r := range got.Refused {
		if r.Candidate.Cost == 0 || r.Candidate.Excluded != nil || asked == 3 {
			continue
		}
		asked++
		key := r.Candidate.Key
		says, err := p.InsteadOf(context.Background(), got.Answer, key)
		require.NoError(t, err)
		pinned := c
		pinned.Pins = map[string]client.Pin{key: client.Must}
		forced, err := plan.NewProblem(context.Background(), pinned)
		require.NoError(t, err)
		made, err := forced.Make(context.Background(), context.Background())
		if says.With == nil {
			assert.ErrorIs(t, err, optimise.ErrImpossible, key)
		} else {
			require.NoError(t, err, key)
			assert.Equal(t, made.Answer.Value, says.With.Answer.Value, key)
			assert.Equal(t, made.Answer.Cost, says.With.Answer.Cost, key)
			assert.LessOrEqual(t, made.Answer.Value, got.Answer.Value, "%s would have been better in", key)
		}
		if says.From < 0 {
			continue
		}
		withMoney++
		rich := c
		rich.Budget = says.From
		_, richer := solve(t, rich)
		assert.Contains(t, keys(richer), key, "with %d", says.From)
	}
	assert.Equal(t, 3, asked)
	assert.Positive(t, withMoney)
}

// Every level that the spec asks for is there: the quarters of an empty jug and bottle,
// and masses at which a need has a target, each within half a percent of the jug's most.
func TestQuartersAndTargetsAreThere(t *testing.T) {
	c := household(t)
	c.Containers = []load.Container{container(t, "jug", "jug", 4, "fresh-water", 0)}
	p, err := plan.NewProblem(context.Background(), c)
	require.NoError(t, err)
	var levels []float64
	for _, k := range p.Candidates {
		if k.Group == "jug" && k.Filling == "fresh-water" || k.Group == "jug" && k.Fill != nil && k.Fill.Volume > 0 &&
			strings.Contains(k.Name, "water") {
			levels = append(levels, float64(k.Fill.Volume))
		}
	}
	for _, quarter := range []float64{1, 2, 3} {
		assert.True(t, slices.ContainsFunc(levels, func(v float64) bool { return math.Abs(v-quarter) < 0.05 }), "%g L is not among %v",
			quarter, levels)
	}
	assert.Greater(t, len(levels), 4, "targets beside the quarters")
}
