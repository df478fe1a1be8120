package builds_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// 8. Joists carry their floor: the longest spans of the table for rings of 80 kg, a furnished room above,
// 0.4 m apart, in bending alone.
func TestJoistsCarryTheirFloor(t *testing.T) {
	rings := func(wood string, h, span, at float64) builds.Check {
		b := worked(t, "rings", good["rings"].Over(num("wood", wood, "h_m", h, "span_m", span, "at_m", at, "above_m", h/2,
			"joists_m", 0.4, "above", "room")), bodyOf(80)).Built
		return linkOf(t, b, "joist in bending")
	}
	const spf, larch, unknown = "timber-graded:spruce-pine-fir", "timber-graded:douglas-fir-larch", "timber-unknown"
	for _, c := range []struct {
		wood      string
		h         float64
		near, mid float64
	}{{unknown, 0.184, 1.85, 1.65}, {unknown, 0.235, 3.55, 2.30}, {spf, 0.184, 3.45, 2.15}, {spf, 0.235, 5.45, 3.05},
		{larch, 0.184, 4.40, 2.70}, {larch, 0.235, 6.0, 3.75}} {
		assert.True(t, rings(c.wood, c.h, c.near, 0.6).OK(), "%+v", c)
		assert.True(t, rings(c.wood, c.h, c.mid, c.mid/2).OK(), "%+v", c)
		if c.near < 6 {
			assert.False(t, rings(c.wood, c.h, c.near+0.06, 0.6).OK(), "%+v", c)
		}
		assert.False(t, rings(c.wood, c.h, c.mid+0.06, c.mid/2+0.03).OK(), "%+v", c)
	}
	assert.InDelta(t, 0.679, rings(spf, 0.235, 3.6, 0.6).Use(), 0.001)
	assert.InDelta(t, 1.217, rings(spf, 0.235, 3.6, 1.8).Use(), 0.001)
	assert.InDelta(t, 0.94, rings(spf, 0.184, 3.0, 0.6).Use(), 0.01)
	assert.InDelta(t, 1.02, rings(spf, 0.184, 3.6, 0.6).Use(), 0.005)
	heavy := worked(t, "rings", good["rings"].Over(num("above", "heavy")), bodyOf(80)).Built
	assert.Contains(t, heavy.Weakest().Refused.In(quantity.Metric), "an engineer is asked")
	_, err := builds.Joist{B: 0.038, H: 0.184, Span: 3, At: 0.6, Load: 500, Material: material(t, spf), Bolt: 0.050}.Check()
	var at *quantity.FieldError
	require.ErrorAs(t, err, &at)
	assert.Equal(t, "bolt_above_edge_m", at.Field)
}

// 9. A platform off the ground.
func TestAPlatformOffTheGround(t *testing.T) {
	platform := func(floor space.FloorKind, load, body float64, more builds.Values) builds.Built {
		s := bodyOf(body)
		s.Room.Floor = floor
		return worked(t, "platform", good["platform"].Over(num("load_kg", load, "long_m", 2.6, "wide_m", 1.22)).Over(more), s).Built
	}
	up := platform(space.TimberJoists, 100, 80, num())
	assert.True(t, linkOf(t, up, "floor below a foot").OK(), "80 + 100 kg upstairs")
	assert.True(t, up.OK(), "%+v", up.Weakest())
	assert.True(t, platform(space.Slab, 250, 80, num()).OK())
	for words, b := range map[string]builds.Built{"80 + 150 kg": platform(space.TimberJoists, 150, 80, num()),
		"a bar of 280 kg": platform(space.TimberJoists, 280, 60, num())} {
		assert.False(t, b.OK(), words)
		assert.Contains(t, b.Weakest().Refused.In(quantity.Metric), "until an engineer", words)
	}
	assert.True(t, platform(space.TimberJoists, 150, 80, num("engineer", "R. Example, 3 May")).OK())
	assert.False(t, platform(space.TimberJoists, 150, 80, num("engineer", "  ")).OK(), "a blank is no name")
	small := platform(space.TimberJoists, 100, 80, num("long_m", 2.2, "wide_m", 1.22))
	assert.Contains(t, small.Weakest().Refused.In(quantity.Metric), "until an engineer", "over 200 kg on under 3 m²")
	assert.InDelta(t, 209, 2000/(1.5*9.80665*0.65), 0.5)
	bar := linkOf(t, platform(space.TimberJoists, 272, 40, num()), "floor below an end of the bar")
	assert.InEpsilon(t, 2000, bar.Demand, 0.001)
}

// 10. The visual gate stands before any number.
func TestTheVisualGate(t *testing.T) {
	step := func(v builds.Values) builds.Built {
		return worked(t, "bar", good["bar"].Over(num("timber", "seen")).Over(v), bodyOf(70)).Built
	}
	for knot, ok := range map[float64]bool{0.020: true, 0.022: true, 0.023: false, 0.025: false} {
		assert.Equal(t, ok, step(num("knot_m", knot)).OK(), "a knot of %v on 89: %+v", knot, step(num("knot_m", knot)).Weakest())
	}
	whole, ripped := linkOf(t, step(num()), "bar in bending, all on one point"),
		linkOf(t, step(num("ripped", "yes")), "bar in bending, all on one point")
	assert.InEpsilon(t, 3.9e6, ripped.Capacity, 1e-9, "its stamp is void")
	assert.Greater(t, whole.Capacity, ripped.Capacity)
	assert.InEpsilon(t, 0.8*whole.Capacity, linkOf(t, step(num("incised", "yes")), "bar in bending, all on one point").Capacity,
		1e-9)
	for _, word := range []string{"unfit", "unknown"} {
		assert.False(t, step(num("timber", word)).OK())
	}
}

// 11. Sideways, and ends.
func TestSidewaysAndEnds(t *testing.T) {
	rows := builds.Bar{Use: builds.RowUnder, Stock: "pipe-1-1/2", Span: 0.8, High: 0.8, Spread: 0.45, Weighs: 8, Mu: 0.5,
		Body: kg(80), Support: builds.Sawhorses, Rated: 5000, Held: true}
	assert.True(t, bar(t, rows).OK(), "%+v", bar(t, rows).Weakest())
	rows.High = 1.0
	tips := linkOf(t, bar(t, rows), "supports tipping")
	assert.False(t, tips.OK())
	assert.InDelta(t, 0.76, 0.45*tips.Use(), 0.005, "what they would have to stand apart")
	v := 80 * 9.80665 * 1.5
	assert.InDelta(t, 0.287, tips.Demand/1.5/1.0/v, 0.0005)
	aside := good["rings"].Over(num("aside_deg", 30.0))
	assert.Contains(t, worked(t, "rings", aside, bodyOf(80)).Built.Weakest().Refused.In(quantity.Metric),
		"blocking between the joists")
	blocked := worked(t, "rings", aside.Over(num("blocked", "yes")), bodyOf(80)).Built
	assert.True(t, blocked.OK(), "%+v", blocked.Weakest())
	bag, err := builds.Sandbag{Mass: kg(40), Bags: 4, Density: 1.5, Outer: 40,
		Handle: builds.Hardware{Kind: builds.SewnStrap, Working: 600}}.Build()
	require.NoError(t, err)
	assert.EqualValues(t, "each handle", bag.Weakest().Link.In(quantity.Metric), "all of it on one handle")
	pegs := worked(t, "pegs", good["pegs"].Over(num("plate_m", 0.45)), here()).Built
	assert.EqualValues(t, "plates beside each other", pegs.Weakest().Link.In(quantity.Metric))
	chairs := good["bar"].Over(num("support", "chairs", "at_wall", "yes", "rated_n", 0.0))
	assert.Contains(t, linkOf(t, worked(t, "bar", chairs, bodyOf(70)).Built, "each support").Refused.In(quantity.Metric),
		"nobody rates")
	assert.InDelta(t, 193, builds.Recoil(230, 1.2), 0.5)
}

// 12. Holds: yes, no or not known, and not known stops.
func TestNotKnownStops(t *testing.T) {
	for key, asks := range map[string][]string{"board-bands": {"skirting", "coating", "whole"},
		"board-body": {"skirting", "coating", "whole", "under"}, "pegs": {"skirting", "coating"}, "shelf": {"coating"},
		"rings": {"coating"}} {
		require.True(t, worked(t, key, good[key], at(key)).Built.OK(), key)
		for _, ask := range asks {
			for _, word := range []string{"no", "unknown"} {
				b := worked(t, key, good[key].Over(num(ask, word)), at(key)).Built
				assert.False(t, b.OK(), "%s: %s %s", key, ask, word)
				assert.True(t, b.Weakest().Hold)
			}
		}
	}
	for mm, ok := range map[float64]bool{0.149: false, 0.150: true, 0: false} {
		assert.Equal(t, ok, worked(t, "board-bands", good["board-bands"].Over(num("socket_m", mm)), here()).Built.OK(),
			"%v beside a socket", mm)
	}
	// Nobody has answered: nothing is given, and nothing of the design is changed for it.
	d, err := builds.DesignByKey("board-bands")
	require.NoError(t, err)
	w, err := d.Work(builds.Values{Num: map[string]float64{"ring_n": 3000},
		Word: map[string]string{"stud": "89", "plate_held": "yes", "rings": "chest", "cut": "yes"}}, here())
	require.NoError(t, err)
	assert.False(t, w.Built.OK())
	assert.Empty(t, w.Gives)
	assert.Nil(t, w.Built.Remedy())
	assert.True(t, w.Built.Weakest().Hold)
	// Hours of who builds for the first time: 2–3 are 6, in masonry 7.5.
	assert.InDelta(t, 6, w.Built.FirstTime(), 1e-9)
	s := here()
	s.Room.Walls[0] = space.Side{Kind: space.Brick}
	assert.InDelta(t, 7.5, worked(t, "board-bands", good["board-bands"].Over(brick), s).Built.FirstTime(), 1e-9)
}

// A screw that goes through a stud comes out behind it, where nobody has looked.
func TestScrewsEndInTheStud(t *testing.T) {
	long := worked(t, "board-bands", num("screw", "8x150", "cut", "yes", "stud", "89"), here())
	c := linkOf(t, long.Built, "screws end in the stud")
	assert.InDelta(t, 0.150-0.038, c.Demand, 1e-9)
	assert.False(t, c.OK())
	assert.False(t, long.Built.OK())
	short := worked(t, "board-bands", num("screw", "8x125", "cut", "yes", "stud", "89"), here())
	assert.True(t, linkOf(t, short.Built, "screws end in the stud").OK())
}
