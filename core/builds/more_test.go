package builds_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

// NDS 2018 table 12F, main member 1½ in, side members 1½ in or steel, G 0.50 (from memory): a bolt
// of ½ in bears 470 lb across the grain of the main member, ⅝ in 530.
func TestBoltsAcrossTheGrain(t *testing.T) {
	const inch, pound = 0.0254, 4.4482216
	for d, want := range map[float64]float64{0.5: 470, 0.625: 530, 0.75: 590} {
		got, mode, err := builds.Bolt{Diameter: quantity.Length(d * inch), Thick: 1.5 * inch, Plate: 0.25 * inch,
			Gravity: 0.5}.Across()
		require.NoError(t, err)
		assert.Equal(t, builds.ModeIm, mode)
		assert.InEpsilon(t, want*pound, got, 0.02)
	}
	// A thick timber makes the bolt bend instead, and more timber then holds no more.
	thick, mode, err := builds.Bolt{Diameter: 0.0127, Thick: 0.14, Plate: 0.00635, Gravity: 0.5}.Across()
	require.NoError(t, err)
	assert.NotEqual(t, builds.ModeIm, mode)
	thicker, _, err := builds.Bolt{Diameter: 0.0127, Thick: 0.2, Plate: 0.00635, Gravity: 0.5}.Across()
	require.NoError(t, err)
	assert.InDelta(t, thick, thicker, 1e-9)
	for field, b := range map[string]builds.Bolt{"diameter_m": {Thick: 0.04, Plate: 0.006, Gravity: 0.4},
		"thick_m": {Diameter: 0.01, Plate: 0.006, Gravity: 0.4}, "plate_m": {Diameter: 0.01, Thick: 0.04, Gravity: 0.4},
		"gravity": {Diameter: 0.01, Thick: 0.04, Plate: 0.006}} {
		_, _, err := b.Across()
		var at *quantity.FieldError
		require.ErrorAs(t, err, &at)
		assert.Equal(t, field, at.Field)
	}
}

// The box of the specification: 95 kg jump on 50 cm of 18 mm plywood only where it is divided.
func TestTheBoxNeedsItsDividers(t *testing.T) {
	box := builds.Box{Use: builds.JumpOn, Panel: "softwood-plywood", Sides: builds.UsualBox, Thickness: 0.018, Mu: 0.5,
		Body: quantity.Estimate{Value: 95}}
	got, err := box.Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
	assert.Contains(t, got.Weakest().Refused.In(quantity.Metric), "without a divider each way")
	assert.False(t, linkOf(t, got, "face, 51 cm high").OK())
	box.Across, box.Along = 1, 2
	got, err = box.Build()
	require.NoError(t, err)
	// 610 mm less four thicknesses, in three; 508 less two faces, two liners and a divider, in two: from the
	// ends of the dividers, which lie between the long faces and between the liners.
	assert.Contains(t, got.Steps[0].Text.In(quantity.Metric),
		"slots of 19 mm that go half through and hold each other: in those across with their middles at 188 mm, 386 mm from an "+
			"end, in those along at 218 mm")
	assert.True(t, got.OK(), "%+v", got.Weakest())
	assert.InDelta(t, 40, float64(got.Mass), 1, "20 to 25 kg of common practice, a third divider and two liners")
	box.Panel = "particle-board"
	_, err = box.Build()
	assert.ErrorContains(t, err, "break under feet")
}

// Jugs by hand: 3.785 L of water and 60 g are 3.84 kg, of sand of 1.6 kg/L 6.12 (13.5 lb).
func TestJugsByHand(t *testing.T) {
	water := builds.JugSet{Count: 2, Volume: 3.785, Tare: 0.06, Density: 0.998}
	assert.InDelta(t, 3.84, float64(water.Full().Value), 0.005)
	sand := builds.JugSet{Count: 2, Volume: 3.785, Tare: 0.06, Density: 1.6, DensityU: 0.1}
	assert.InDelta(t, 6.12, float64(sand.Full().Value), 0.005)
	assert.InDelta(t, 0.19, float64(sand.Full().U1), 0.005)
	frost := water
	frost.Wet, frost.Frost = true, true
	assert.InDelta(t, 0.9*3.777+0.06, float64(frost.Full().Value), 0.005)
	big := builds.JugSet{Count: 1, Volume: 10, Tare: 0.3, Density: 1.6}
	got, err := big.Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
}

// A sled by hand: 40 kg at 0.5, the strap rising 20°, is 177 N; its strap is asked for twice that.
func TestSledsByHand(t *testing.T) {
	s := builds.DragSled{Mass: quantity.Estimate{Value: 40}, Mu: 0.5, Angle: 20, Wide: 0.45, LoadHigh: 0.2, Lane: 10,
		Strap: builds.Hardware{Kind: builds.SewnStrap, Breaks: 2000}}
	assert.InDelta(t, 177, float64(s.Pull()), 0.5)
	got, err := s.Build()
	require.NoError(t, err)
	assert.InDelta(t, 354, got.Checks[0].Demand, 1)
	assert.InDelta(t, 400, got.Checks[0].Capacity, 1e-9, "a strap at a fifth of what it breaks at")
	assert.True(t, got.OK())
	s.LoadHigh = 0.3
	got, err = s.Build()
	require.NoError(t, err)
	assert.EqualValues(t, "load, how high", got.Weakest().Link.In(quantity.Metric))
}

// A sandbag of 20 kg is 13 L of sand; a bag of 25 in two is over 10 in each.
func TestSandbagsByHand(t *testing.T) {
	b := builds.Sandbag{Mass: quantity.Estimate{Value: 20}, Bags: 2, Density: 1.55, Outer: 17,
		Handle: builds.Hardware{Kind: builds.SewnStrap, Working: 500}}
	got, err := b.Build()
	require.NoError(t, err)
	assert.InDelta(t, 12.9, got.Checks[1].Demand, 0.05)
	assert.True(t, got.OK())
	b.Mass.Value = 25
	got, err = b.Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
	b.Handle = builds.Hardware{Kind: builds.SewnStrap}
	got, err = b.Build()
	require.NoError(t, err)
	assert.Contains(t, got.Weakest().Link.In(quantity.Metric), "handle")
}

// Dip bars by hand: 100 kg, 0.95 m high on feet of 0.6 m: 1226 N on one, 183.9 N across. The strut goes from
// 0.20 m beside its post up to 0.665 m: 183.9 · 0.81/0.525 = 283.7 N level, 985.1 N along it, and a fifth of the
// load. The brace crosses the posts 0.25 and 0.834 m above the floor: 299.2 N level, 477.4 N along it. The
// foot at one end, all of F getting on: 1226 · 0.27 = 331 N·m,
// on edge 2.67 MPa.
func TestParallelsByHand(t *testing.T) {
	p := builds.Parallels{Pipe: "1-1/4", Length: 0.47, Height: 0.95, Wide: 0.6, Mu: 0.5, Body: quantity.Estimate{Value: 100}}
	got, err := p.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 1226.0/2*0.47/2, got.Checks[0].Demand*builds.Schedule40["1-1/4"].Of(steel(t)).Modulus(), 0.001,
		"1226 N on each bar")
	assert.InEpsilon(t, 985.1+0.2*1226, linkOf(t, got, "strut at its screws").Demand, 0.001)
	assert.InEpsilon(t, 2.667e6, linkOf(t, got, "feet in bending").Demand, 0.002)
	assert.InEpsilon(t, 477.4, linkOf(t, got, "brace along the bar").Demand, 0.02,
		"477.4 along its middle line; from screws to screws a little more")
	assert.InEpsilon(t, 183.9*0.285/50.2e-6, linkOf(t, got, "posts in bending").Demand, 0.002)
	assert.InDelta(t, 0.508, linkOf(t, got, "base, its depth").Capacity, 1e-9)
	assert.True(t, got.OK(), "%+v", got.Weakest())
	p.Wide, p.Body.Value = 0.28, 80
	got, err = p.Build()
	require.NoError(t, err)
	assert.Greater(t, linkOf(t, got, "tipping").Use(), 0.9, "0.3 of its height is the limit of tipping")
}

// Low bars of pipe: each joint by its mark, the flange's screws, no thread under a high one.
func TestParallelsInFlanges(t *testing.T) {
	p := builds.Parallels{Pipe: "1-1/4", Length: 0.4, Height: 0.15, Wide: 0.3, Screwed: true, Mu: 0.5,
		Body: quantity.Estimate{Value: 80}, Joint: builds.Hardware{Kind: builds.MetalLink, Working: 3000}}
	got, err := p.Build()
	require.NoError(t, err)
	assert.True(t, got.OK(), "%+v", got.Weakest())
	joint := linkOf(t, got, "each joint of the pipes")
	assert.InEpsilon(t, 2*980.7, joint.Demand, 0.001, "all of a body that gets on at the end of a bar")
	assert.InEpsilon(t, 0.7*3000, joint.Capacity, 0.001)
	flange := linkOf(t, got, "flanges at their screws")
	assert.Greater(t, flange.Use(), 0.5)
	bare := p
	bare.Joint = builds.Hardware{Kind: builds.MetalLink}
	got, err = bare.Build()
	require.NoError(t, err)
	assert.EqualValues(t, "each joint of the pipes", got.Weakest().Link.In(quantity.Metric),
		"a joint without a mark is the weakest, by name")
	p.Height, p.Wide, p.Pipe = 0.95, 0.5, "3/4"
	got, err = p.Build()
	require.NoError(t, err)
	assert.Greater(t, linkOf(t, got, "threads, coming and going").Use(), 1.0)
	assert.Greater(t, linkOf(t, got, "flanges at their screws").Use(), 1.0)
}

func steel(t *testing.T) builds.Material {
	m, err := builds.MaterialByKey("steel-pipe")
	require.NoError(t, err)
	return m
}

// A shelf by hand: 60 kg/m on 0.6 m of 18 mm plywood, 0.3 deep: 3.27 MPa of 5.5, for years.
func TestShelvesByHand(t *testing.T) {
	s := builds.Shelf{Span: 0.6, Deep: 0.3, High: 0.9, PerMetre: quantity.Estimate{Value: 60}, Bracket: 500,
		Panel: "softwood-plywood", Thickness: 0.018}
	got, err := s.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 3.27e6, got.Checks[0].Demand, 0.002)
	assert.InDelta(t, 5.5e6, got.Checks[0].Capacity, 1)
	assert.True(t, got.OK(), "%+v", got.Weakest())
	s.Span = 1.2
	got, err = s.Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
	s.Span, s.High = 0.6, 1.9
	got, err = s.Build()
	require.NoError(t, err)
	assert.EqualValues(t, "height", got.Weakest().Link.In(quantity.Metric))
}
