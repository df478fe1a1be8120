package optimise_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/optimise"
)

// bruteForce tries every set: highest value, then lowest cost, then fewest.
func bruteForce(m optimise.Model) (value, cost int64, items int, ok bool) {
	for bits := range 1 << len(m.Options) {
		chosen := map[int]bool{}
		var c int64
		count := 0
		for i := range m.Options {
			if bits>>i&1 == 1 {
				chosen[i] = true
				c += m.Options[i].Cost
				if !m.Options[i].Idle {
					count++
				}
			}
		}
		if m.Feasible(chosen) != "" {
			continue
		}
		v, n := m.Value(chosen), count
		if !ok || v > value || v == value && (c < cost || c == cost && n < items) {
			value, cost, items, ok = v, c, n, true
		}
	}
	return
}

func drawModel(t *rapid.T) optimise.Model {
	n := rapid.IntRange(1, 10).Draw(t, "options")
	subset := func(name string, most int) []int {
		return rapid.SliceOfNDistinct(rapid.IntRange(0, n-1), 1, min(n, most), rapid.ID[int]).Draw(t, name)
	}
	m := optimise.Model{Budget: rapid.Int64Range(0, 60).Draw(t, "budget"), Limits: []int64{rapid.Int64Range(0, 20).Draw(t, "floor")}}
	for range n {
		o := optimise.Option{Cost: rapid.Int64Range(0, 25).Draw(t, "cost"), Use: []int64{rapid.Int64Range(0, 8).Draw(t, "use")}}
		if rapid.IntRange(0, 4).Draw(t, "requires") == 0 {
			o.Requires = [][]int{subset("any", 3)}
		}
		switch rapid.IntRange(0, 14).Draw(t, "pin") {
		case 0:
			o.Must = true
		case 1:
			o.Never = true
		case 2, 3:
			o.Idle = true
		}
		m.Options = append(m.Options, o)
	}
	for range rapid.IntRange(0, 2).Draw(t, "groups") {
		m.Groups = append(m.Groups, subset("group", 4))
	}
	for range rapid.IntRange(1, 8).Draw(t, "demands") {
		var s optimise.Demand
		for range rapid.IntRange(1, 4).Draw(t, "offers") {
			w := optimise.Offer{Value: rapid.Int64Range(1, 40).Draw(t, "value")}
			for range rapid.IntRange(0, 2).Draw(t, "needs") {
				w.Needs = append(w.Needs, subset("need", 4))
			}
			s.Offers = append(s.Offers, w)
		}
		m.Demands = append(m.Demands, s)
	}
	if rapid.Bool().Draw(t, "grouped") {
		m.Groups = [][]int{subset("group", 4)}
	}
	return m
}

func TestSolveAgainstEverySet(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m := drawModel(t)
		value, cost, items, ok := bruteForce(m)
		got, err := optimise.Solve(context.Background(), m)
		if !ok {
			if err == nil {
				t.Fatalf("found %v where nothing fits", got)
			}
			return
		}
		if err != nil {
			t.Fatal(err)
		}
		chosen := map[int]bool{}
		for _, i := range got.Chosen {
			chosen[i] = true
		}
		if why := m.Feasible(chosen); why != "" {
			t.Fatalf("not feasible: %s", why)
		}
		if !got.Proven || !got.Fewest || got.Value != value || got.Cost != cost || items != countItems(m, got.Chosen) {
			t.Fatalf("got %+v, want value %d at %d with %d items", got, value, cost, items)
		}
	})
}

func countItems(m optimise.Model, chosen []int) (n int) {
	for _, i := range chosen {
		if !m.Options[i].Idle {
			n++
		}
	}
	return n
}

func TestSolveIsDeterministic(t *testing.T) {
	m := hard(16)
	first, err := optimise.Solve(context.Background(), m)
	require.NoError(t, err)
	for range 3 {
		again, err := optimise.Solve(context.Background(), m)
		require.NoError(t, err)
		assert.Equal(t, first, again)
	}
}

// hard is a knapsack-like model without the job's structure.
func hard(n int) optimise.Model {
	m := optimise.Model{Budget: int64(n) * 40}
	for i := range n {
		m.Options = append(m.Options, optimise.Option{Cost: int64(101 + i*37%97)})
		m.Demands = append(m.Demands, optimise.Demand{Offers: []optimise.Offer{{Value: int64(200 + i*53%89),
			Needs: [][]int{{i}, {(i + 3) % n, (i + 7) % n}}}}})
	}
	return m
}

func TestStoppedSearchGivesAnHonestBound(t *testing.T) {
	ctx, cancel := context.WithDeadline(context.Background(), time.Now().Add(-time.Second))
	defer cancel()
	_, err := optimise.Solve(ctx, hard(20))
	assert.ErrorIs(t, err, context.DeadlineExceeded, "nothing was found before the start")

	full, err := optimise.Solve(context.Background(), hard(16))
	require.NoError(t, err)
	stopped := 0
	for looks := range 200 { // wherever it is told to stop
		part, err := optimise.Solve(&stopAfter{Context: context.Background(), calls: looks}, hard(16))
		if err != nil {
			assert.ErrorIs(t, err, context.DeadlineExceeded, "nothing was found yet")
			continue
		}
		if !part.Proven {
			stopped++
		}
		assert.LessOrEqual(t, part.Value, full.Value)
		assert.GreaterOrEqual(t, part.Bound, full.Value, "the bound holds for the true best")
	}
	assert.Positive(t, stopped)
}

// stopAfter ends after a number of looks, so that no clock is needed.
type stopAfter struct {
	context.Context
	calls int
}

func (s *stopAfter) Err() error {
	if s.calls--; s.calls < 0 {
		return context.DeadlineExceeded
	}
	return nil
}

func TestPinsThatCannotBeAreRefused(t *testing.T) {
	_, err := optimise.Solve(context.Background(), optimise.Model{Budget: 5, Options: []optimise.Option{{Cost: 9, Must: true}}})
	assert.ErrorIs(t, err, optimise.ErrImpossible)
	_, err = optimise.Solve(context.Background(), optimise.Model{Budget: -1})
	assert.ErrorContains(t, err, "negative")
	_, err = optimise.Solve(context.Background(), optimise.Model{Demands: []optimise.Demand{{Offers: []optimise.Offer{{Value: 1,
		Needs: [][]int{{3}}}}}}})
	assert.ErrorContains(t, err, "option 3")
}
