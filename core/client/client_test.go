package client_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// What hangs in a door is as good as the door: nothing where there is none, little where
// nobody knows it.
func TestAnAnchorIsAsGoodAsItsDoor(t *testing.T) {
	anchor, err := gear.ByKey("door-anchor")
	require.NoError(t, err)
	takes := func(d space.Door) float64 {
		c := client.Client{Owned: []client.Owned{{ID: "a", Item: anchor}}}.In(space.Room{Trains: true, Door: d})
		for _, s := range c.Supplies() {
			if s.Kind == capability.Anchor {
				return float64(s.Strength)
			}
		}
		return 0
	}
	assert.Zero(t, takes(space.NoDoor))
	assert.InDelta(t, 150, takes(space.UnknownDoor), 1e-9)
	assert.InDelta(t, 150, takes(space.LightDoor), 1e-9)
	assert.InDelta(t, 400, takes(space.SolidDoor), 1e-9, "house value")
	assert.Zero(t, anchor.Supplies[0].Strength, "the catalogue itself is left as it is")
}

// The lane of a room is a supply of its length: 4 by 3 m give 4 m and more, corner to
// corner less than the diagonal of 5 m.
func TestTheRoomGivesItsLane(t *testing.T) {
	all := client.Client{}.In(space.Rectangle(4, 3, 0)).Supplies()
	require.Len(t, all, 2)
	assert.Equal(t, capability.Lane, all[0].Kind)
	assert.True(t, all[0].At.From >= 4 && all[0].At.To < 5, "%v", all[0].At)
	none := client.Client{}.Supplies()
	require.Len(t, none, 1, "nobody has measured it")
	assert.Equal(t, capability.Stick, none[0].Kind, "there is a broom")
}

// What slips on a floor follows its surface; a counter that is built in is leaned on, a
// seat sat on once it passed its tests.
func TestWhatAHouseholdHas(t *testing.T) {
	r := space.Rectangle(4, 3, 2.4)
	r.Surface = space.Carpet
	r.Things = []space.Thing{
		{Name: "kitchen counter", Kind: space.BuiltIn, X: 1, Y: -0.3, Width: 1.2, Depth: 0.6, Height: 0.9},
		{Name: "stool", Kind: space.Seat, X: 3, Y: -2, Width: 0.4, Depth: 0.4, Height: 0.45},
	}
	has := func() (out []capability.Kind) {
		for _, s := range (client.Client{}).In(r).Supplies() {
			out = append(out, s.Kind)
		}
		return out
	}
	assert.ElementsMatch(t, []capability.Kind{capability.Lane, capability.Slide, capability.Stick}, has(),
		"nobody has pushed at the counter")
	r.Things[0].Rock = space.Passed
	assert.ElementsMatch(t, []capability.Kind{capability.Lane, capability.Slide, capability.Counter, capability.Stick}, has())
	r.Things[0].Depth = 0.16
	assert.NotContains(t, has(), capability.Counter, "a radiator is leaned on by nobody")
	r.Things[0].Depth = 0.6
	r.Things = append(r.Things, r.Things[0])
	r.Things[2].X = 2.6
	dip, err := movement.ByKey("counter-dip")
	require.NoError(t, err)
	between := func() float64 {
		q, _ := dip.Needs[0].Best((client.Client{}).In(r).Supplies())
		return q
	}
	assert.Positive(t, between(), "two counters are dipped between")
	r.Things[2].Rock = space.Failed
	assert.Zero(t, between(), "not one and another that gives way")
	r.Things = r.Things[:2]
	r.Things[1].Rock, r.Things[1].Sit = space.Passed, space.Passed
	assert.Subset(t, has(), []capability.Kind{capability.Seat, capability.Step})
	r.Surface = space.Rubber
	assert.NotContains(t, has(), capability.Slide)
}

// What does not pass the narrowest way in is not offered; an unmeasured one stops nothing.
func TestTheNarrowestWayIn(t *testing.T) {
	bench, err := gear.ByKey("adjustable-bench")
	require.NoError(t, err)
	for way, fits := range map[quantity.Length]bool{0: true, 0.5: false, 0.55: true, 0.7: true} {
		why := client.Client{WayIn: way}.Excludes(bench)
		assert.Equal(t, fits, why.Empty(), "%v", way)
	}
	for _, it := range gear.All() {
		assert.Equal(t, it.Stand.Width > 0, it.Stand.Depth > 0, it.Key)
		assert.False(t, it.Stand.Width > 0 && it.Floor == 0, it.Key)
		foot := float64(it.Stand.Width * it.Stand.Depth)
		assert.True(t, foot == 0 || foot > it.Floor/3 && foot < it.Floor*3, "%s: a foot of %v m², a floor of %v m²", it.Key, foot, it.Floor)
	}
}

// Steps come from furniture that passed both its tests, at its height; anchors from a wall
// that may be drilled; of two doors the better counts.
func TestRoomsSupply(t *testing.T) {
	r := space.Rectangle(4, 3, 2.4)
	r.Holes = space.Drillable
	r.Things = []space.Thing{
		{ID: "s", Name: "stool", Kind: space.Seat, X: 1, Y: -1, Width: 0.4, Depth: 0.4, Height: 0.45, Rock: space.Passed,
			Sit: space.Passed},
		{ID: "c", Name: "chair", Kind: space.Seat, X: 2, Y: -1, Width: 0.4, Depth: 0.4, Height: 0.46, Rock: space.Passed},
	}
	r.Openings = []space.Opening{
		{ID: "a", Name: "pantry", Kind: space.DoorWay, Wall: 0, At: 0.1, Width: 0.7, Leaf: space.SolidDoor, Swings: space.Inwards},
		{ID: "b", Name: "hall", Kind: space.DoorWay, Wall: 0, At: 2, Width: 0.8, Leaf: space.LightDoor, Swings: space.Outwards},
	}
	c := client.Client{Person: client.Person{Stature: 1.7}}.In(r)
	var steps []capability.Supply
	for _, s := range c.Supplies() {
		if s.Kind == capability.Step {
			steps = append(steps, s)
		}
	}
	require.Len(t, steps, 1)
	assert.InDelta(t, 0.45, steps[0].At.From, 1e-9)
	assert.InDelta(t, 150, float64(c.DoorPull()), 0)
	bar, err := gear.ByKey("wall-anchors")
	require.NoError(t, err)
	assert.True(t, c.Excludes(bar).Empty(), "nobody has said what the walls are: a hold point, not a refusal")
	for i := range r.Walls {
		r.Walls[i].Kind = space.MetalStud
	}
	assert.Contains(t, c.In(r).Excludes(bar).In(quantity.Metric), "holds a body")
	r.Walls[2].Kind = space.Brick
	assert.True(t, c.In(r).Excludes(bar).Empty())
	anchor, err := gear.ByKey("door-anchor")
	require.NoError(t, err)
	r.Openings = r.Openings[:1]
	assert.Contains(t, c.In(r).Excludes(anchor).In(quantity.Metric), "opens into this room")
}

// Nobody who is allergic to latex is sold a band, and nobody a bar that does not bear them.
func TestWhatABodyRulesOut(t *testing.T) {
	loop, err := gear.ByKey("loop-light")
	require.NoError(t, err)
	bar, err := gear.ByKey("door-bar")
	require.NoError(t, err)
	c := client.Client{Person: client.Person{Stature: 1.8, BodyMass: 80,
		Health: client.Health{Answers: map[string]client.Answer{}}}}.In(space.Rectangle(4, 4, 2.6))
	assert.True(t, c.Excludes(loop).Empty())
	assert.True(t, c.Excludes(bar).Empty())
	c.Person.Health.Answers["latex"], c.Person.BodyMass = client.Yes, 104
	assert.Contains(t, c.Excludes(loop).In(quantity.Metric), "allergy to latex")
	assert.Contains(t, c.Excludes(bar).In(quantity.Metric), "good for 100.0 kg")
	c.Person.BodyMass, c.Heaviest = 60, 110
	assert.Contains(t, c.Excludes(bar).In(quantity.Metric), "110.0 kg hang from it", "whoever else trains here")
}
