package plan_test

import (
	"context"
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/way"
)

// barbellRoom is somebody strong with a room of her own, a pair of light dumbbells and money
// for one large thing and a small one.
func barbellRoom(budget int64) client.Client {
	c := client.Client{
		Person: client.Person{Stature: 1.76, BodyMass: 80, Experience: client.Intermediate, Goal: client.Strength, Sex: client.Male,
			Days: 3, Minutes: 60},
		Currency: "USD", Budget: budget,
	}
	it, err := gear.ByKey("dumbbells-5")
	if err != nil {
		panic(err)
	}
	c.Owned = []client.Owned{{ID: "light", Item: it}}
	r := space.Rectangle(6, 5, 2.6)
	r.Holes = space.Drillable
	return c.In(r)
}

// someOwner is somebody who owns two things of the catalogue.
func someOwner(r *rand.Rand) client.Client {
	goals, experiences := client.Goals(), client.Experiences()
	c := client.Client{
		Person: client.Person{
			Stature: quantity.Length(1.55 + 0.35*r.Float64()), BodyMass: quantity.Mass(50 + 50*r.Float64()), Sex: client.Female, Days: 3,
			Minutes:    45,
			Experience: experiences[r.IntN(len(experiences))], Goal: goals[r.IntN(len(goals))],
		},
		Currency: "EUR", Budget: int64(4000 + r.IntN(50000)),
	}
	all := gear.All()
	for i := range 2 {
		c.Owned = append(c.Owned, client.Owned{ID: fmt.Sprint("own ", i), Item: all[r.IntN(len(all))]})
	}
	room := space.Rectangle(5, 4, 2.5)
	room.Holes = space.Drillable
	return c.In(room)
}

// owning is the client with things bought.
func owning(c client.Client, all []gear.Item) client.Client {
	c.Owned = slices.Clone(c.Owned)
	for i, it := range all {
		c.Owned = append(c.Owned, client.Owned{ID: fmt.Sprint("bought ", i), Item: it})
	}
	return c
}

// bought are all ways of having some things with what they need, by what is bought.
func bought(c client.Client, want []gear.Item) [][]gear.Item {
	has := func(key string) bool {
		mine := slices.ContainsFunc(c.Owned, func(o client.Owned) bool { return o.Item.Key == key })
		return mine || slices.ContainsFunc(want, func(it gear.Item) bool { return it.Key == key })
	}
	for _, it := range want {
		for _, any := range it.Needs {
			if slices.ContainsFunc(any, has) {
				continue
			}
			var out [][]gear.Item
			for _, key := range any {
				more, err := gear.ByKey(key)
				if err == nil && c.Excludes(more).Empty() {
					out = append(out, bought(c, append(slices.Clone(want), more))...)
				}
			}
			return out
		}
	}
	return [][]gear.Item{want}
}

func named(all []gear.Item) (out string) {
	for _, it := range all {
		out += it.Key + " "
	}
	return out
}

// Every pair of the catalogue is really bought, with every way of having what they need: where
// no one thing leaves a need in as good a state, the cheapest pair that leaves the best is
// offered, and where one does, no pair is.
func TestTwoThingsTogetherAgainstAllPairs(t *testing.T) {
	rank := map[coverage.State]int{coverage.Covered: 0, coverage.Thin: 1, coverage.Missing: 2}
	offered := 0
	clients := map[string]client.Client{"a room for a barbell": barbellRoom(50000), "six jugs": sixJugs(t, 2.4)}
	r := rand.New(rand.NewPCG(12, 3))
	for i := range 3 {
		clients[fmt.Sprint("invented ", i)] = someOwner(r)
	}
	for name, c := range clients {
		slots, err := coverage.Slots(c.Person)
		require.NoError(t, err)
		type found struct {
			value float64
			cost  int64
			ok    bool
			by    string
		}
		best := func(s coverage.Slot, want ...gear.Item) (out found) {
			for _, all := range bought(c, want) {
				cost := int64(0)
				for _, it := range all {
					p, err := it.SamplePrice(c.Currency)
					require.NoError(t, err)
					cost += p.Minor
				}
				if cost > c.Budget || out.ok && out.cost <= cost {
					continue
				}
				out = found{coverage.Values([]coverage.Slot{s}, way.Reach(owning(c, all)))[0], cost, true, named(all)}
			}
			return out
		}
		var can []gear.Item
		for _, it := range gear.All() {
			mine := slices.ContainsFunc(c.Owned, func(o client.Owned) bool { return o.Item.Key == it.Key })
			if !mine && c.Excludes(it).Empty() {
				can = append(can, it)
			}
		}
		for _, s := range slots {
			before, _, closings, err := plan.Closings(context.Background(), c, s.Key)
			require.NoError(t, err)
			own := slices.IndexFunc(before.Slots, func(x coverage.Coverage) bool { return x.Slot.Key == s.Key })
			single := coverage.StateOf(before.Slots[own].Value)
			var pair *plan.Closing
			for i, cl := range closings {
				if is := coverage.StateOf(cl.Own.After); !cl.Together && rank[is] < rank[single] {
					single = is
				}
				if cl.Together && pair == nil {
					pair = &closings[i]
				}
			}
			if single == coverage.Covered {
				assert.Nil(t, pair, "%s, %s", name, s.Key)
				continue
			}
			want := found{}
			state := single
			for i, a := range can {
				for _, b := range can[:i] {
					got := best(s, a, b)
					is := coverage.StateOf(got.value)
					if !got.ok || rank[is] > rank[state] || rank[is] == rank[state] && (!want.ok || want.cost <= got.cost) {
						continue
					}
					want, state = got, is
				}
			}
			if !want.ok {
				assert.Nil(t, pair, "%s, %s", name, s.Key)
				continue
			}
			if assert.NotNil(t, pair, "%s, %s: %v", name, s.Key, want) {
				offered++
				assert.Equal(t, state, coverage.StateOf(pair.Own.After), "%s, %s: %v", name, s.Key, want)
				assert.Equal(t, want.cost, pair.Cost, "%s, %s: %v", name, s.Key, want)
			}
		}
	}
	assert.Greater(t, offered, 3)
}

// The one that a practitioner would name for the squat of somebody strong (common practice).
func TestABarbellAndStandsForAStrongSquat(t *testing.T) {
	c := barbellRoom(60000)
	c.Person.Tests = []client.Test{{Movement: "back-squat", Load: 100, Reps: 5}}
	_, _, closings, err := plan.Closings(context.Background(), c, "squat")
	require.NoError(t, err)
	require.NotEmpty(t, closings)
	first := closings[0]
	require.True(t, first.Together)
	assert.Equal(t, "barbell-60", first.Candidate.Key)
	assert.Equal(t, "squat-stands", first.With[0].Key)
	// Whoever never wants the stands is not offered them.
	c.Pins = map[string]client.Pin{"squat-stands": client.Never}
	_, _, closings, err = plan.Closings(context.Background(), c, "squat")
	require.NoError(t, err)
	for _, cl := range closings {
		assert.NotContains(t, cl.With, first.With[0])
	}
}
