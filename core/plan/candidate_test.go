package plan_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

func candidates(t *testing.T, c client.Client) map[string]plan.Candidate {
	t.Helper()
	slots, err := coverage.Slots(c.Person)
	require.NoError(t, err)
	all, err := plan.Candidates(c, slots)
	require.NoError(t, err)
	out := map[string]plan.Candidate{}
	for _, k := range all {
		require.NotContains(t, out, k.Key, "a key stands once")
		out[k.Key] = k
	}
	return out
}

func TestFillsAskForWhatHasToBeBought(t *testing.T) {
	c := household(t)
	all := candidates(t, c)
	wet, ok := all["fill:jug C:wet-sand:1"]
	require.True(t, ok, "wet sand is bought dry sand and water")
	assert.Equal(t, [][]string{{"sand-50"}}, wet.Requires)
	// By hand: u_ρ² = 0.26²/12 + (2.03 − 2.08)², u_ρ = 0.0902. V = 4.392 L is 9.135 kg,
	// with 2·√((4.392·0.0902)² + (2.08·20·0.00173)²) = 0.804 and the jug's own 0.06 the
	// handle's 10 kg.
	assert.InDelta(t, 2.08*4.392, float64(wet.Takes), 0.005)
	assert.LessOrEqual(t, float64(wet.Fill.Mass.Highest()), 10.0001)
	water := all["fill:jug C:fresh-water:1"]
	assert.Empty(t, water.Requires, "water is always there")
	assert.Zero(t, water.Takes)

	c.AtHand = append(c.AtHand, "dry-sand")
	assert.Empty(t, candidates(t, c)["fill:jug C:wet-sand:1"].Requires, "sand that is there makes wet sand")
}

func TestSolidThingsGoIntoBagsAndLooseOnesIntoHardContainers(t *testing.T) {
	for key, k := range candidates(t, household(t)) {
		if !strings.HasPrefix(key, "fill:") {
			continue
		}
		assert.NotContains(t, key, "concrete", "what sets cannot be poured out again")
		if strings.HasPrefix(key, "fill:backpack") {
			assert.Contains(t, key, "books")
			assert.Contains(t, k.Name, "Pack backpack")
			assert.Contains(t, k.Caution, "stuff the rest")
		}
		if strings.HasPrefix(key, "fill:jug") {
			assert.NotContains(t, key, "books")
			assert.Contains(t, k.Caution, "Tape the cap")
		}
	}
}

// Of the ways to fill a bucket from what is at hand only the one that reaches
// furthest is a choice; those for money stay.
func TestLesserStatesAreDropped(t *testing.T) {
	c := household(t)
	c.AtHand = []string{"gravel", "rice"}
	var free, bought []string
	for key, k := range candidates(t, c) {
		if !strings.HasPrefix(key, "fill:bucket") {
			continue
		}
		if len(k.Requires) == 0 {
			free = append(free, key)
		} else {
			bought = append(bought, key)
		}
	}
	assert.Equal(t, []string{"fill:bucket:gravel:any"}, free)
	assert.NotEmpty(t, bought)
}

func TestWhatIsThereIsNotOffered(t *testing.T) {
	c := household(t)
	bar, err := gear.ByKey("door-bar-screwed")
	require.NoError(t, err)
	assert.NotEmpty(t, candidates(t, c)["straps"].Requires)
	c.Owned = []client.Owned{{ID: "mine", Item: bar}}
	all := candidates(t, c)
	assert.NotContains(t, all, "door-bar-screwed")
	assert.Empty(t, all["straps"].Requires, "the bar that is there carries them")
	quality, _ := capability.Requirement{Kind: capability.HangBar}.Best(c.Supplies())
	assert.InDelta(t, 1, quality, 0)
}

func TestEmptyJugsComeWithTheirPurchase(t *testing.T) {
	all := candidates(t, household(t))
	k := all["fill:jugs-two-1:fresh-water:1"]
	assert.Equal(t, [][]string{{"jugs-two"}}, k.Requires)
	assert.InDelta(t, 0.15+0.998*5, float64(k.Fill.Mass.Value), 1e-9)
	low, high, _ := k.Reach()
	assert.Equal(t, low, high)
	assert.InDelta(t, 5.14, float64(high), 1e-9)
}

func TestReachLeavesDraggingOut(t *testing.T) {
	c := plan.Candidate{Rungs: []load.Rung{{Hold: load.OneHand, Low: 3, High: 8, U: 1}, {Hold: load.Dragged, Low: 3, High: 40, U: 3},
		{Hold: load.TwoHand, Low: 2, High: 9, U: 2}}}
	low, high, u := c.Reach()
	assert.Equal(t, []quantity.Mass{2, 9, 2}, []quantity.Mass{low, high, u})
}

func TestUnknownWallsAreAskedAbout(t *testing.T) {
	c := household(t)
	unknown := fourByThree()
	unknown.Holes = space.UnknownWall
	c = c.In(unknown)
	assert.Contains(t, candidates(t, c)["wall-bar"].Excluded.In(quantity.Metric), "nobody has said yet")
	_, err := plan.Candidates(client.Client{Currency: "QQQ"}, nil)
	assert.ErrorContains(t, err, "QQQ")
}
