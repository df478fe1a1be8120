package optimise_test

import (
	"bytes"
	"context"
	"math/rand/v2"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/bench/outside"
	"scrappyrack/core/optimise"
)

func total(m optimise.Model, chosen map[int]bool) (cost int64) {
	for i := range chosen {
		cost += m.Options[i].Cost
	}
	return cost
}

// Another solver reads whatever model is exported, those with nothing in them too, and
// finds the same value at the same cost.
func TestAnOutsideSolverReadsEveryModel(t *testing.T) {
	models := map[string]optimise.Model{
		"nothing":    {},
		"no options": {Demands: []optimise.Demand{{Offers: []optimise.Offer{{Value: 3}}}}},
		"no demands": {Budget: 10, Options: []optimise.Option{{Cost: 3}, {Cost: 4}}},
		"requires itself": {Budget: 10, Options: []optimise.Option{{Cost: 3, Requires: [][]int{{0}}}},
			Demands: []optimise.Demand{{Offers: []optimise.Offer{{Value: 5, Needs: [][]int{{0}}}}}}},
		"the same needs twice": {Budget: 10, Options: []optimise.Option{{Cost: 3}},
			Demands: []optimise.Demand{{Offers: []optimise.Offer{{Value: 5, Needs: [][]int{{0}, {0, 0}}}}},
				{Offers: []optimise.Offer{{Value: 2, Needs: [][]int{{0}}}}}}},
		"costs nothing": {Options: []optimise.Option{{}, {}}, Demands: []optimise.Demand{{Offers: []optimise.Offer{{Value: 5,
			Needs: [][]int{{1}}}}}}},
		"a long row": hard(40),
		"a group with itself": {Budget: 9, Groups: [][]int{{0, 0, 1}}, Options: []optimise.Option{{Cost: 2}, {Cost: 3}},
			Demands: []optimise.Demand{{Offers: []optimise.Offer{{Value: 5, Needs: [][]int{{0}}}}},
				{Offers: []optimise.Offer{{Value: 6, Needs: [][]int{{1}}}}}}},
		"nothing that is wanted": {Budget: 9, Options: []optimise.Option{{Cost: 2, Never: true}, {Cost: 3, Must: true}}},
	}
	for i := range 12 {
		models["drawn "+string(rune('a'+i))] = rapid.Custom(drawModel).Example(i + 1)
	}
	for name, m := range models {
		t.Run(name, func(t *testing.T) {
			ours, err := optimise.Solve(context.Background(), m)
			chosen, _, infeasible, outsideErr := outside.Solve(t.TempDir(), m)
			require.NoError(t, outsideErr)
			if err != nil {
				assert.True(t, infeasible, "%v", err)
				return
			}
			require.False(t, infeasible)
			require.Empty(t, m.Feasible(chosen))
			assert.Equal(t, m.Value(chosen), ours.Value)
			assert.Equal(t, total(m, chosen), ours.Cost)
		})
	}
}

var rowName = regexp.MustCompile(`(?m)^ (\w+):`)

// What the format asks of the text: short lines, no name twice.
func TestExportedTextIsLegal(t *testing.T) {
	for i := range 200 {
		var lp bytes.Buffer
		require.NoError(t, optimise.WriteLP(&lp, rapid.Custom(drawModel).Example(i)))
		seen := map[string]bool{}
		for _, m := range rowName.FindAllStringSubmatch(lp.String(), -1) {
			require.False(t, seen[m[1]], "row %s twice:\n%s", m[1], lp.String())
			seen[m[1]] = true
		}
		for _, line := range strings.Split(lp.String(), "\n") {
			require.Less(t, len(line), 256)
		}
	}
}

func TestExportedModelNamesEverything(t *testing.T) {
	m := optimise.Model{
		Budget: 100, Limits: []int64{7}, Groups: [][]int{{0, 1}},
		Options: []optimise.Option{{Cost: 40, Use: []int64{3}}, {Cost: 70, Use: []int64{2}, Requires: [][]int{{2}}},
			{Cost: 5, Use: []int64{1}, Must: true}},
		Demands: []optimise.Demand{{Offers: []optimise.Offer{{Value: 9, Needs: [][]int{{0, 1}}}, {Value: 4}}}},
	}
	var lp bytes.Buffer
	require.NoError(t, optimise.WriteLP(&lp, m))
	for _, want := range []string{"Maximize", "Subject To", "req0: + 1 x1 - 1 x2 <= 0", "must2: + 1 x2 = 1",
		"+ 40 x0 + 70 x1 + 5 x2 <= 100", "+ 3 x0 + 2 x1 + 1 x2 <= 7", "+ 1 x0 + 1 x1 <= 1", "Binary", "End"} {
		assert.Contains(t, lp.String(), want)
	}
	assert.Error(t, optimise.WriteLP(&lp, optimise.Model{Budget: -1}))
}

// Writing the options in another order changes neither the value nor the cost nor, where
// the best is one alone, what is in it.
func TestOrderChangesNothing(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	for i := range 60 {
		m := rapid.Custom(drawModel).Example(i)
		to := r.Perm(len(m.Options))
		moved := optimise.Model{Budget: m.Budget, Limits: m.Limits, Options: make([]optimise.Option, len(m.Options))}
		all := func(sets [][]int) (out [][]int) {
			for _, s := range sets {
				var one []int
				for _, i := range s {
					one = append(one, to[i])
				}
				out = append(out, one)
			}
			return out
		}
		for i, o := range m.Options {
			o.Requires = all(o.Requires)
			moved.Options[to[i]] = o
		}
		moved.Groups = all(m.Groups)
		for _, d := range m.Demands {
			var offers []optimise.Offer
			for _, o := range d.Offers {
				o.Needs = all(o.Needs)
				offers = append(offers, o)
			}
			moved.Demands = append(moved.Demands, optimise.Demand{Offers: offers})
		}
		a, err := optimise.Solve(context.Background(), m)
		b, movedErr := optimise.Solve(context.Background(), moved)
		require.Equal(t, err == nil, movedErr == nil)
		assert.Equal(t, []int64{a.Value, a.Cost}, []int64{b.Value, b.Cost})
		assert.Equal(t, countItems(m, a.Chosen), countItems(moved, b.Chosen))
	}
}
