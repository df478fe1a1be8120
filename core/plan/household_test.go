package plan_test

import (
	"context"
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/movement"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/way"
)

// sixJugs is a client who owns six jugs of water, a pack of books and a long loop.
func sixJugs(t *testing.T, ceiling quantity.Length, limits ...movement.Limit) client.Client {
	t.Helper()
	kind := func(key, filling string, id string) load.Container {
		k, err := load.KindByKey(key)
		require.NoError(t, err)
		f, err := material.FillingByKey(filling)
		require.NoError(t, err)
		return k.Usual(id, f)
	}
	c := client.Client{
		Person: client.Person{Stature: 1.72, BodyMass: 72, Experience: client.Novice, Goal: client.General, Sex: client.Female, Days: 3,
			Minutes: 40, Limits: limits},
		Currency: "EUR", Budget: 6000, AtHand: []string{"fresh-water", "books"},
	}
	for i := range 6 {
		c.Containers = append(c.Containers, kind("jug", "fresh-water", fmt.Sprint("jug ", i)))
	}
	c.Containers = append(c.Containers, kind("backpack", "books", "pack"))
	loop, err := gear.ByKey("loop-medium")
	require.NoError(t, err)
	c.Owned = append(c.Owned, client.Owned{ID: "loop", Item: loop})
	r := space.Rectangle(5, 4, ceiling)
	r.Holes = space.Drillable
	return c.In(r)
}

// What a practitioner would say of such a household (common practice): rows, lunges, hinges, raises
// and the trunk are well served; carry and pull-down are not, and what is proposed
// first for the worst is an anchor, not a rack.
func TestSixJugsAPackAndALongLoop(t *testing.T) {
	c := sixJugs(t, 2.4)
	before, slot, closings, err := plan.Closings(context.Background(), c, plan.Worst)
	require.NoError(t, err)
	state := map[string]coverage.State{}
	for _, s := range before.Slots {
		state[s.Slot.Key] = s.State
		if s.State == coverage.Covered {
			assert.Empty(t, s.Reason())
		} else {
			assert.NotEmpty(t, s.Reason().In(quantity.Metric), "%s is explained", s.Slot.Name)
		}
	}
	for _, key := range []string{"one-leg", "hinge", "pull-level", "core-turn", "shoulder-side", "brace"} {
		assert.Equal(t, coverage.Covered, state[key], key)
	}
	for _, key := range []string{"carry", "pull-down"} {
		assert.NotEqual(t, coverage.Covered, state[key], key)
	}
	assert.Equal(t, "pull-down", slot)
	require.NotEmpty(t, closings)
	assert.NotContains(t, closings[0].Candidate.Key, "rack")
	assert.LessOrEqual(t, closings[0].Cost, c.Budget)
	assert.Greater(t, closings[0].Own.After, 0.5)
}

// The same with a sore shoulder under 2.05 m: nothing that loads the shoulder or stands under
// the ceiling with the arms up is a way, and what stays is said.
func TestASoreShoulderUnderALowCeiling(t *testing.T) {
	c := sixJugs(t, 2.05, movement.ShoulderOf)
	slots, err := coverage.Slots(c.Person)
	require.NoError(t, err)
	stock := way.Reach(c)
	instead := 0
	for _, s := range coverage.Hold(slots, stock).Slots {
		for _, w := range s.Ways {
			m := w.Movement
			if len(w.Lacks) > 0 {
				continue
			}
			for _, l := range m.Spares {
				assert.NotEqual(t, movement.ShoulderOf, l, m.Key)
			}
			h := c.Space.Head(m.Height)
			assert.True(t, h.Fits, m.Key)
		}
		for _, ch := range s.Changes {
			assert.Equal(t, movement.ShoulderOf, ch.Limit)
			assert.Positive(t, ch.Gone)
			instead += len(ch.Stays)
		}
	}
	assert.Positive(t, instead)
	assert.Contains(t, coverage.LeftOut(c.Person), coverage.Left{
		Name: "Push overhead", Pattern: movement.PushUp, Limits: true, Why: "nothing is left of it: Shoulder",
	})
	// Whatever is bought or filled, none of it comes back.
	_, all, err := plan.Additions(context.Background(), c)
	require.NoError(t, err)
	require.NotEmpty(t, all)
	for _, a := range all {
		for _, m := range a.Opens {
			assert.NotContains(t, m.Spares, movement.ShoulderOf, "%s opens %s", a.Name, m.Name)
			assert.True(t, c.Space.Head(m.Height).Fits, "%s opens %s", a.Name, m.Name)
		}
	}
}

// Every addition is what it says: a stock with it and what it takes opens what is listed,
// what costs more than it weighs is not first, and no kind of container stands twice.
func TestAdditionsAreWhatTheySay(t *testing.T) {
	c := sixJugs(t, 2.4)
	before, all, err := plan.Additions(context.Background(), c)
	require.NoError(t, err)
	now := way.Reach(c)
	seen := map[string]bool{}
	households := 0
	for i, a := range all {
		assert.False(t, seen[a.Key], a.Key)
		seen[a.Key] = true
		assert.True(t, len(a.Opens) > 0 || len(a.Turns) > 0, a.Key)
		if i > 0 {
			assert.LessOrEqual(t, a.Value, all[i-1].Value)
		}
		assert.GreaterOrEqual(t, a.Value, before.Value-1e-12, a.Key)
		for _, m := range a.Opens {
			assert.False(t, now.Of(m).Can(), m.Key)
		}
		if a.Household {
			households++
			assert.Zero(t, a.Cost)
		}
	}
	assert.Positive(t, households)
	// A pin against a thing takes it off the list.
	c.Pins = map[string]client.Pin{"kettlebell-16": client.Never}
	_, without, err := plan.Additions(context.Background(), c)
	require.NoError(t, err)
	assert.Less(t, len(without), len(all))
}

// What may be built is weighed beside what can be bought: a bar that is built for less closes the
// rows first, is chosen by the plan, and gives way to a pin against it or to a budget below it.
func TestABuildIsAnOptionLikeAnyOther(t *testing.T) {
	c := nothingButARoom(800)
	c.Person.Experience, c.Person.Sex = client.Intermediate, client.Male
	c.Buildables = []client.Buildable{{Key: "bar", Name: "Bar for rows", Cost: 700, Minutes: 120, Floor: 0.4,
		Supplies: []capability.Supply{capability.Of(capability.LowBar)}}}
	_, _, closings, err := plan.Closings(context.Background(), c, "pull-level")
	require.NoError(t, err)
	require.NotEmpty(t, closings)
	built := slices.IndexFunc(closings, func(x plan.Closing) bool { return x.Kind == plan.ByBuild })
	require.GreaterOrEqual(t, built, 0)
	assert.Equal(t, plan.BuildKey+"bar", closings[built].Candidate.Key)
	assert.Equal(t, int64(700), closings[built].Cost)
	// Built for more than it is bought for, it comes after that.
	dear := nothingButARoom(9000)
	dear.Buildables = slices.Clone(c.Buildables)
	dear.Buildables[0].Cost = 8000
	_, _, closings, err = plan.Closings(context.Background(), dear, "pull-level")
	require.NoError(t, err)
	kinds := func(k plan.ClosingKind) int {
		return slices.IndexFunc(closings, func(x plan.Closing) bool { return x.Kind == k })
	}
	require.GreaterOrEqual(t, kinds(plan.ByBuild), 0)
	require.GreaterOrEqual(t, kinds(plan.ByBuy), 0)
	assert.Greater(t, kinds(plan.ByBuild), kinds(plan.ByBuy))
	chosen := func(c client.Client) bool {
		p, err := plan.NewProblem(context.Background(), c)
		require.NoError(t, err)
		made, err := p.Make(context.Background(), context.Background())
		require.NoError(t, err)
		require.True(t, made.Answer.Proven)
		return slices.ContainsFunc(made.Chosen, func(x plan.Choice) bool { return x.Candidate.Key == plan.BuildKey+"bar" })
	}
	assert.True(t, chosen(c))
	never := c
	never.Pins = map[string]client.Pin{plan.BuildKey + "bar": client.Never}
	assert.False(t, chosen(never))
	poor := c
	poor.Budget = 699
	assert.False(t, chosen(poor))
}

// nothingButARoom is somebody who owns nothing.
func nothingButARoom(budget int64) client.Client {
	c := client.Client{
		Person: client.Person{Stature: 1.70, BodyMass: 68, Experience: client.Novice, Goal: client.General, Sex: client.Female, Days: 3,
			Minutes: 45},
		Currency: "EUR", Budget: budget,
	}
	return c.In(space.Rectangle(4, 4, 2.5))
}
