package client_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/space"
)

// What hangs in a door is as good as the door: nothing where there is none, little where
// nobody knows it.
func TestAnAnchorIsAsGoodAsItsDoor(t *testing.T) {
	anchor, err := gear.ByKey("door-anchor")
	require.NoError(t, err)
	takes := func(d space.Door) float64 {
		c := client.Client{Room: space.Room{Door: d}, Owned: []client.Owned{{ID: "a", Item: anchor}}}
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
	all := client.Client{Room: space.Room{Length: 4, Width: 3}}.Supplies()
	require.Len(t, all, 1)
	assert.Equal(t, capability.Lane, all[0].Kind)
	assert.True(t, all[0].At.From >= 4 && all[0].At.To < 5, "%v", all[0].At)
	assert.Empty(t, client.Client{}.Supplies(), "nobody has measured it")
}
