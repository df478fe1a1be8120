package caution_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/caution"
	"scrappyrack/core/client"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

func texts(cs []caution.Caution, holds bool) (out []string) {
	for _, c := range cs {
		if c.Hold == holds {
			out = append(out, c.Text.In(quantity.Metric))
		}
	}
	return out
}

// 3.785 L of wet sand and the jug: 7.93 kg ± 0.6 by the GUM sum, within 10 kg
// but not within 8.
func TestAnOverfullHandleIsAHoldPoint(t *testing.T) {
	jug, err := load.KindByKey("jug")
	require.NoError(t, err)
	wet, err := material.FillingByKey("wet-sand")
	require.NoError(t, err)
	k := load.Container{ID: "j", Name: "jug A", Kind: jug, Closure: load.Sealed, Filling: wet, Volume: 3.785,
		Vessel: load.Vessel{Tare: 0.06, Capacity: 3.785, Rating: 10, Profile: load.Prism{Capacity: 3.785, Height: 0.25}}}
	c := client.Client{Room: space.Room{Ceiling: 2.4, Walls: space.NoHoles}, Containers: []load.Container{k}}
	assert.Empty(t, texts(caution.For(c), true))
	c.Containers[0].Vessel.Rating = 8
	holds := texts(caution.For(c), true)
	require.Len(t, holds, 1)
	assert.Contains(t, holds[0], "jug A may weigh up to 8.")
}

func TestWhatIsNotKnownHolds(t *testing.T) {
	holds := texts(caution.For(client.Client{Room: space.Room{Walls: space.UnknownWall, NeighboursBelow: true, Floor: space.TimberJoists}}), true)
	assert.Len(t, holds, 2, "ceiling and walls")
	assert.NotEmpty(t, caution.Always())
}
