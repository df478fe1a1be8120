package builds_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

func studs() builds.Base {
	return builds.Base{Kind: builds.WoodStuds, B: 0.038, H: 0.089, High: 2.44, Spacing: 0.406, Gravity: 0.42, Lining: 0.0127,
		PlateHeld: true, Ends: builds.CommonNails}
}

func chest(pull quantity.Force) builds.WallBoard {
	ring := builds.Ring{Height: 1.22, Pull: pull, Mark: builds.Hardware{Kind: builds.MetalLink, Working: 3000}}
	return builds.WallBoard{Use: builds.ForBands, Owner: "yes", Base: studs(), Rings: []builds.Ring{ring}, Diameter: 0.0065,
		Length: 0.115, Thread: 0.07}
}

// Walls as a sensible person expects (specification).
func TestBoardsAsASensiblePersonExpects(t *testing.T) {
	got, err := chest(250).Build()
	require.NoError(t, err)
	assert.True(t, got.OK(), "250 N of band at chest height on one stud: %+v", got.Weakest())
	for _, c := range got.Checks {
		if c.Link.In(quantity.Metric) == "stud at 1.22 m" {
			assert.InDelta(t, 0.731*38/(38-6.5), c.Use(), 0.001, "less a screw")
		}
	}
	// A rented flat: nobody has asked, or the owner says no; a door strap is offered.
	for _, owner := range []string{"", "no"} {
		b := chest(150)
		b.Owner = owner
		got, err = b.Build()
		require.NoError(t, err)
		assert.False(t, got.OK())
		assert.EqualValues(t, "the owner's word", got.Weakest().Link.In(quantity.Metric))
	}
	// Brick asks for the maker's figure and guesses nothing.
	brick := chest(150)
	brick.Base = builds.Base{Kind: builds.MasonryWall, High: 2.44, Units: builds.SolidUnits, Leaf: 0.102, TopHeld: true,
		Lined: builds.Bare}
	got, err = brick.Build()
	require.NoError(t, err)
	assert.Contains(t, got.Weakest().Refused.In(quantity.Metric), "nothing is guessed")
	brick.Base.AnchorOff, brick.Base.AnchorAlong = 900, 1500
	got, err = brick.Build()
	require.NoError(t, err)
	assert.True(t, got.OK())
	// The pull along turns the board about its lower edge, 68 mm off the lining: the upper of two anchors
	// 60 mm on either side of the ring gets V e y/Σy².
	unknown := 225.0
	low, high := 1.22-0.06, 1.22+0.06
	turned := 0.068 * high / (low*low + high*high)
	at := func(off, along float64) float64 { return (off+turned*along)/900 + along/1500 }
	assert.InDelta(t, math.Max(math.Max(at(unknown, 0), at(0, unknown)), at(unknown/math.Sqrt2, unknown/math.Sqrt2)),
		linkOf(t, got, "anchors at 1.22 m").Use(), 1e-9)
	brick.Base.Units = builds.VeneerUnits
	got, err = brick.Build()
	require.NoError(t, err)
	assert.Contains(t, got.Weakest().Refused.In(quantity.Metric), "joints")
	// Nobody knows what the plate is nailed to: bands to 250 N.
	loose := chest(260)
	loose.Base.PlateHeld = false
	got, err = loose.Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
	other := chest(100)
	other.Base = builds.Base{Kind: builds.OtherWall}
	got, err = other.Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
	bare := chest(100)
	bare.Rings[0].Mark = builds.Hardware{Kind: builds.MetalLink}
	got, err = bare.Build()
	require.NoError(t, err)
	assert.Contains(t, got.Weakest().Link.In(quantity.Metric), "ring", "a ring without a mark is the weakest, by name")
}

// A body on one vertical board on one stud is refused: the stud alone would be used several
// times over (specification: 7.6 of a board's weakest link).
func TestABodyOnOneStudIsRefused(t *testing.T) {
	got, err := chest(quantity.Force(100 * 9.80665 * builds.PersonFactor / builds.BandFactor)).Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
	for _, c := range got.Checks {
		if c.Link.In(quantity.Metric) == "stud at 1.22 m" {
			assert.Greater(t, c.Use(), 4.0)
		}
	}
	assert.Greater(t, got.Weakest().Use(), 4.0)
}

// A body: across three studs with a steep strap, a known plate and legs to the floor it passes;
// with any of these less it does not.
func TestBoardsForABody(t *testing.T) {
	ring := builds.Ring{Height: 2.15, Mark: builds.Hardware{Kind: builds.MetalLink, Working: 6000}}
	good := builds.WallBoard{Use: builds.ForBody, Owner: "yes", Base: studs(), Rings: []builds.Ring{ring}, Diameter: 0.008,
		Length: 0.125, Thread: 0.08, Legs: true, Body: quantity.Estimate{Value: 90}, Steep: 60,
		Wood: "timber-graded:douglas-fir-larch"}
	got, err := good.Build()
	require.NoError(t, err)
	assert.True(t, got.OK(), "%+v", got.Weakest())
	for words, change := range map[string]func(*builds.WallBoard){
		"a strap that comes off level":      func(w *builds.WallBoard) { w.Steep = 0 },
		"a plate that nobody knows":         func(w *builds.WallBoard) { w.Base.PlateHeld = false },
		"no legs, through plasterboard":     func(w *builds.WallBoard) { w.Legs = false; w.Base.Lining = 0.025 },
		"a ring that is marked for a third": func(w *builds.WallBoard) { w.Rings[0].Mark.Working = 2000 },
		"screws that do not reach":          func(w *builds.WallBoard) { w.Length, w.Thread = 0.05, 0.04 },
		"nobody has asked":                  func(w *builds.WallBoard) { w.Owner = "" },
	} {
		bad := good
		bad.Rings = append([]builds.Ring(nil), good.Rings...)
		change(&bad)
		got, err := bad.Build()
		require.NoError(t, err)
		assert.False(t, got.OK(), words)
	}
}

// A harder pull, a thicker lining, thinner or shorter screws are never better.
func TestBoardsGrowWeakerOneWay(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := chest(quantity.Force(rapid.Float64Range(50, 400).Draw(t, "pull")))
		w.Rings[0].Height = quantity.Length(rapid.Float64Range(0.3, 2.1).Draw(t, "height"))
		if rapid.Bool().Draw(t, "known") {
			w.Rings[0].Known, w.Rings[0].From = true, rapid.Float64Range(0, 60).Draw(t, "from")
			w.Rings[0].To = w.Rings[0].From + 20
		}
		use := func(w builds.WallBoard) (most float64) {
			got, err := w.Build()
			require.NoError(t, err)
			for _, c := range got.Checks {
				if c.Refused == "" && !c.Fits {
					most = math.Max(most, c.Use())
				}
			}
			return most
		}
		now := use(w)
		harder := w
		harder.Rings = []builds.Ring{w.Rings[0]}
		harder.Rings[0].Pull *= 1.1
		assert.Greater(t, use(harder), now)
		lined := w
		lined.Base.Lining += 0.01
		assert.GreaterOrEqual(t, use(lined), now-1e-12)
		short := w
		short.Length, short.Thread = 0.1, 0.055
		assert.GreaterOrEqual(t, use(short), now-1e-12)
	})
	for field, change := range map[string]func(*builds.WallBoard){
		"use": func(w *builds.WallBoard) { w.Use = "" }, "rings": func(w *builds.WallBoard) { w.Rings = nil },
		"diameter_m": func(w *builds.WallBoard) { w.Diameter = 0 }, "length_m": func(w *builds.WallBoard) { w.Length = 0.03 },
		"thread_m": func(w *builds.WallBoard) { w.Thread = 1 }, "base": func(w *builds.WallBoard) { w.Base.H = 0 },
		"rings[0].height_m": func(w *builds.WallBoard) { w.Rings[0].Height = 3 },
		"rings[0].pull_n":   func(w *builds.WallBoard) { w.Rings[0].Pull = 0 },
	} {
		bad := chest(100)
		change(&bad)
		_, err := bad.Build()
		var at *quantity.FieldError
		require.ErrorAs(t, err, &at, field)
		assert.Equal(t, field, at.Field)
	}
}
