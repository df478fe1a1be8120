package plan_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

func container(t *testing.T, id, kind string, capacity quantity.Volume, filling string, volume quantity.Volume) load.Container {
	t.Helper()
	k, err := load.KindByKey(kind)
	require.NoError(t, err)
	f, err := material.FillingByKey(filling)
	require.NoError(t, err)
	return load.Container{
		ID: id, Name: id, Kind: k, Closure: k.Closure, Filling: f, Volume: volume, Adjustable: k.Adjustable,
		Vessel: load.Vessel{Tare: k.Tare, Capacity: capacity, Rating: k.Limit, Profile: load.Prism{Capacity: capacity, Height: k.Height}},
	}
}

func household(t *testing.T) client.Client {
	return client.Client{
		Person: client.Person{Stature: 1.78, BodyMass: 80, Experience: client.Novice, Goal: client.General},
		Containers: []load.Container{
			container(t, "jug A", "jug", 3.785, "fresh-water", 3.7), container(t, "jug B", "jug", 3.785, "fresh-water", 3.7),
			container(t, "jug C", "jug", 5, "fresh-water", 0),
			container(t, "bucket", "bucket", 12, "fresh-water", 6), container(t, "backpack", "backpack", 22, "books", 8),
		},
		AtHand: []string{"books"}, Currency: "GBP", Budget: 25000,
	}.In(fourByThree())
}

// fourByThree is a room that stops nothing, with 2 m² taken.
func fourByThree() space.Room {
	r := space.Rectangle(4, 3, 2.5)
	r.Taken, r.Holes, r.Door = 2, space.Drillable, space.UnknownDoor
	return r
}

func solve(t *testing.T, c client.Client) (*plan.Problem, plan.Plan) {
	t.Helper()
	ctx, cancel := context.WithTimeout(context.Background(), 30*time.Second)
	defer cancel()
	p, err := plan.NewProblem(context.Background(), c)
	require.NoError(t, err)
	got, err := p.Make(ctx, ctx)
	require.NoError(t, err)
	return p, got
}

// The whole-number model and the board are two roads to one number: the value
// of the answer must be the board's, up to the rounding of closeness to 1/100.
func TestModelAndBoardAgree(t *testing.T) {
	for _, budget := range []int64{0, 2000, 25000, 80000} {
		c := household(t)
		c.Budget = budget
		p, got := solve(t, c)
		assert.True(t, got.Answer.Proven, "budget %d: %d nodes", budget, got.Answer.Nodes)
		assert.InDelta(t, got.After.Value, float64(got.Answer.Value)/float64(p.Whole), 0.01, "budget %d", budget)
		assert.LessOrEqual(t, got.Cost.Minor, budget)
		assert.GreaterOrEqual(t, got.After.Value, got.Before.Value-1e-9)
	}
}

func keys(p plan.Plan) (out []string) {
	for _, c := range p.Chosen {
		out = append(out, c.Candidate.Key)
	}
	return out
}

func refusal(p plan.Plan, key string) plan.Refusal {
	for _, r := range p.Refused {
		if r.Candidate.Key == key {
			return r
		}
	}
	return plan.Refusal{}
}

func TestMoneyNeverBuysLess(t *testing.T) {
	last := int64(-1)
	for budget := int64(0); budget <= 24000; budget += 12000 {
		c := household(t)
		c.Budget = budget
		_, got := solve(t, c)
		assert.GreaterOrEqual(t, got.Answer.Value, last)
		last = got.Answer.Value
	}
}

func TestWallsAndCeilingExclude(t *testing.T) {
	c := household(t)
	low := fourByThree()
	low.Holes, low.Ceiling.Height = space.NoHoles, 1.95
	c = c.In(low)
	c.Budget = 90000
	_, got := solve(t, c)
	for _, k := range keys(got) {
		it, err := gear.ByKey(k)
		if err != nil {
			continue // a fill
		}
		assert.False(t, it.Drilled, k)
		assert.Empty(t, it.Head, k)
	}
	assert.Equal(t, plan.RefusedPlace, refusal(got, "wall-anchors").Kind)
	assert.Contains(t, refusal(got, "door-bar").Why.In(quantity.Metric), "needs 2.052 m of height")
}

func TestPinsAreKept(t *testing.T) {
	c := household(t)
	c.Pins = map[string]client.Pin{"flat-bench": client.Must, "door-anchor": client.Never}
	_, got := solve(t, c)
	assert.Contains(t, keys(got), "flat-bench")
	assert.NotContains(t, keys(got), "door-anchor")
	assert.Equal(t, plan.RefusedPin, refusal(got, "door-anchor").Kind)
}

// Everything taken says what would be lost without it, and everything left out
// says why.
func TestReasonsAreGiven(t *testing.T) {
	_, got := solve(t, household(t))
	require.NotEmpty(t, got.Chosen)
	for _, c := range got.Chosen {
		assert.NotEmpty(t, c.Loses, c.Candidate.Name)
	}
	for _, r := range got.Refused {
		assert.NotEmpty(t, r.Why, r.Candidate.Name)
	}
}

func TestOneStatePerContainer(t *testing.T) {
	_, got := solve(t, household(t))
	seen := map[string]bool{}
	for _, c := range got.Chosen {
		if g := c.Candidate.Group; g != "" {
			assert.False(t, seen[g], g)
			seen[g] = true
		}
	}
	for _, k := range got.Kept {
		assert.False(t, seen[k.Group], k.Group)
	}
}
