package builds_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

// Doors as a sensible person expects: two loops nobody has read on a hollow door no, two that
// were read (230 N) on a solid one yes.
func TestDoorsAsASensiblePersonExpects(t *testing.T) {
	d := builds.DoorStrap{Door: builds.LighterDoor, Away: true, Latched: true, Knot: 0.04, Pull: 120,
		Strap: builds.Hardware{Kind: builds.SewnStrap, Breaks: 20000}}
	got, err := d.Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
	assert.Contains(t, got.Weakest().Refused.In(quantity.Metric), "nobody has pulled these bands on a scale")
	d.Read, d.Door, d.Pull = true, builds.SolidOnThree, 230
	got, err = d.Build()
	require.NoError(t, err)
	assert.True(t, got.OK())
	assert.InDelta(t, 230.0/400, got.Checks[0].Use(), 1e-9, "a door's limit is held against the pull as it is")
	assert.InDelta(t, 230*1.5/4000, got.Checks[2].Use(), 1e-9, "the strap's against 1.5 times it")
	d.Door = builds.LighterDoor
	got, err = d.Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
	for link, change := range map[string]func(*builds.DoorStrap){
		"door": func(d *builds.DoorStrap) { d.Away = false }, "door, solid": func(d *builds.DoorStrap) { d.Latched = false },
		"knot":                  func(d *builds.DoorStrap) { d.Knot = 0.015 },
		"strap":                 func(d *builds.DoorStrap) { d.Strap = builds.Hardware{Kind: builds.SewnStrap} },
		"door, solid or framed": func(d *builds.DoorStrap) { d.Pull = 600 },
	} {
		x := builds.DoorStrap{Door: builds.SolidOnThree, Away: true, Latched: true, Knot: 0.04, Pull: 230, Read: true,
			Strap: builds.Hardware{Kind: builds.SewnStrap, Breaks: 20000}}
		change(&x)
		got, err := x.Build()
		require.NoError(t, err)
		assert.Contains(t, got.Weakest().Link.In(quantity.Metric), link)
	}
}

// The numbers of the specification for handles and pegs.
func TestHandlesAndPegsByHand(t *testing.T) {
	kg := func(m quantity.Mass) quantity.Estimate { return quantity.Estimate{Value: m} }
	strap := builds.Hardware{Kind: builds.SewnStrap, Working: 1500}
	one, err := builds.FarmerHandle{Pipe: "1", Arm: 0.5, Mass: kg(40), Strap: strap}.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 99e6, one.Checks[0].Demand, 0.005)
	assert.InDelta(t, 0.81, one.Weakest().Use(), 0.005)
	heavy, err := builds.FarmerHandle{Pipe: "1", Arm: 0.5, Mass: kg(60), Strap: strap}.Build()
	require.NoError(t, err)
	assert.InDelta(t, 1.21, heavy.Weakest().Use(), 0.005)

	plain, err := builds.Peg{Pipe: "3/4", Out: 0.12, Wide: 0.14, Mass: kg(25)}.Build()
	require.NoError(t, err)
	threaded, err := builds.Peg{Pipe: "3/4", Out: 0.12, Wide: 0.14, Mass: kg(25), Threaded: true}.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 143e6, threaded.Checks[0].Demand, 0.01)
	assert.False(t, threaded.OK(), "refused at the thread")
	assert.InEpsilon(t, 55.8e6, plain.Checks[0].Demand, 0.002)
	wider, err := builds.Peg{Pipe: "1", Out: 0.12, Wide: 0.14, Mass: kg(25), Threaded: true}.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 80e6, wider.Checks[0].Demand, 0.01)
	for field, build := range map[string]func() (builds.Built, error){
		"pipe":    builds.FarmerHandle{Pipe: "3", Arm: 0.5, Mass: kg(10)}.Build,
		"arm_m":   builds.FarmerHandle{Pipe: "1", Mass: kg(10)}.Build,
		"mass_kg": builds.Peg{Pipe: "1", Out: 0.1, Wide: 0.14}.Build,
		"out_m":   builds.Peg{Pipe: "1", Out: 0.01, Mass: kg(10)}.Build,
		"pull_n":  builds.DoorStrap{Door: "solid", Knot: 0.04}.Build,
		"door":    builds.DoorStrap{Knot: 0.04, Pull: 100}.Build,
	} {
		_, err := build()
		var at *quantity.FieldError
		require.ErrorAs(t, err, &at, field)
		assert.Equal(t, field, at.Field)
	}
}
