package builds_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// The second reading of builds: what it accepts, what it refuses, and its check values, rule by rule.

func kg(m float64) quantity.Estimate { return quantity.Estimate{Value: quantity.Mass(m)} }

// body80 is a situation with a body of a mass, no ± to it.
func bodyOf(mass float64) builds.Situation {
	s := here()
	s.Body = kg(mass)
	return s
}

func num(pairs ...any) builds.Values {
	v := builds.Values{Num: map[string]float64{}, Word: map[string]string{}}
	for i := 0; i < len(pairs); i += 2 {
		switch x := pairs[i+1].(type) {
		case float64:
			v.Num[pairs[i].(string)] = x
		case string:
			v.Word[pairs[i].(string)] = x
		}
	}
	return v
}

// 1. What a wall takes: the survey, what it is laid of, its leaf, its lining.
func TestWhatAWallTakes(t *testing.T) {
	on := func(kind space.WallKind) builds.Situation {
		s := bodyOf(80)
		s.Room.Walls[0] = space.Side{Kind: kind}
		s.At = 2.5
		return s
	}
	body := good["board-body"].Over(brick).Over(num("steep_deg", 45.0, "board", "timber-graded:douglas-fir-larch"))
	assert.True(t, worked(t, "board-body", body, on(space.Brick)).Built.OK(), "80 kg on 215 mm of solid brick: %+v",
		worked(t, "board-body", body, on(space.Brick)).Built.Weakest())
	band := good["board-bands"].Over(brick).Over(num("leaf_m", 0.102, "pull_n", 250.0, "rings", "chest"))
	assert.True(t, worked(t, "board-bands", band, on(space.Brick)).Built.OK(), "250 N of band on a held leaf of 102 mm")
	for words, c := range map[string]struct {
		design string
		v      builds.Values
		kind   space.WallKind
		link   string
	}{
		"a body on aerated block":     {"board-body", body.Over(num("units", "hollow")), space.Brick, "bricks, blocks or stones"},
		"a body on hollow block":      {"board-body", body, space.HollowBlock, "what the wall takes"},
		"a body on stone":             {"board-body", body, space.Stone, "what the wall takes"},
		"an anchor in a lintel":       {"board-bands", band.Over(num("units", "veneer")), space.Brick, "bricks, blocks or stones"},
		"nobody has seen the bricks":  {"board-bands", band.Over(num("units", "unknown")), space.Brick, "bricks, blocks or stones"},
		"an insulated lining":         {"board-bands", band.Over(num("lined", "thick")), space.Brick, "lining before the masonry"},
		"a lining left, without legs": {"board-bands", band.Over(num("lined", "tight")), space.Brick, "lining before the masonry"},
		"a body on half a brick":      {"board-body", body.Over(num("leaf_m", 0.1025)), space.Brick, "leaf of the wall at 2.15 m"},
		"a pull on a wall that ends":  {"board-bands", band.Over(num("top_held", "no")), space.Brick, "leaf of the wall at 1.26 m"},
	} {
		w := worked(t, c.design, c.v, on(c.kind))
		assert.False(t, w.Built.OK(), words)
		assert.False(t, linkOf(t, w.Built, c.link).OK(), words)
	}
	// On legs a tight lining may stay; hollow block takes bands.
	assert.True(t, worked(t, "board-body", body.Over(num("lined", "tight")), on(space.Brick)).Built.OK())
	hollow := worked(t, "board-bands", band.Over(num("units", "hollow")), on(space.HollowBlock))
	assert.True(t, hollow.Built.OK(), "%+v", hollow.Built.Weakest())
	// Within 200 mm of an opening or of the wall's end, or 300 mm of a top that nothing holds.
	near := on(space.Brick)
	near.Room.Openings = []space.Opening{{ID: "w", Name: "the window", Kind: space.Window, Wall: 0, At: 2.7, Width: 1, Height: 1,
		Sill: 1}}
	assert.Contains(t, linkOf(t, worked(t, "board-bands", band, near).Built, "place on the wall").Refused.In(quantity.Metric),
		"the window is there")
	near.Room.Openings[0].At = 2.76
	assert.True(t, linkOf(t, worked(t, "board-bands", band, near).Built, "place on the wall").OK())
	near.Room.Openings, near.At = nil, 0.15
	assert.Contains(t, linkOf(t, worked(t, "board-bands", band, near).Built, "place on the wall").Refused.In(quantity.Metric),
		"200 mm from the end")
	high := worked(t, "board-bands", band.Over(num("rings", "high", "top_held", "no", "leaf_m", 0.5, "pull_n", 50.0)),
		on(space.Brick))
	assert.True(t, linkOf(t, high.Built, "below a top that nothing holds").OK())
	low := on(space.Brick)
	low.Room.Ceiling.Height = 2.2
	assert.False(t, linkOf(t, worked(t, "board-bands", band.Over(num("rings", "high", "top_held", "no", "leaf_m", 0.5)),
		low).Built, "below a top that nothing holds").OK())

	// A leaf of 102.5 mm, 2.44 m high: 1387 N at 2.15 m, 375 N at 1.2 m.
	for n, c := range map[float64][2]float64{1387: {2.15, 0.135e6}, 375: {1.2, 0.087e6}} {
		base := builds.Base{Kind: builds.MasonryWall, High: 2.44, Leaf: 0.1025, TopHeld: true, Units: builds.SolidUnits,
			Lined: builds.Bare, AnchorOff: 9000, AnchorAlong: 9000}
		w := chest(quantity.Force(n / builds.BandFactor))
		w.Base, w.Rings[0].Height = base, quantity.Length(c[0])
		b, err := w.Build()
		require.NoError(t, err)
		for _, one := range b.Checks {
			if one.Unit == "Pa" && one.Capacity == 0.10e6 {
				assert.InEpsilon(t, c[1], one.Demand, 0.005)
			}
		}
	}
}

// 2. Hands are a person's: the longest spans of the table for 80 kg, hanging and in rows, to a centimetre;
// of 1½ in pipe in rows 2.73 m there, which its own first case, both hands with half of F, ends at 2.54.
func TestHandsAreAPersons(t *testing.T) {
	passes := func(stock string, use builds.BarUse, span float64) bool {
		b := bar(t, builds.Bar{Use: use, Stock: stock, Span: quantity.Length(span), High: 0.6, Body: kg(80),
			Support: builds.Brackets, Rated: 1e5, Held: true, Joists: strong})
		for _, c := range b.Checks {
			if strings.HasPrefix(string(c.Link), "bar in bending") && !c.OK() {
				return false
			}
		}
		return true
	}
	for stock, spans := range map[string][2]float64{
		"pipe-1-1/4": {1.19, 1.98}, "pipe-1-1/2": {1.64, 2.54}, "board-edge": {0.40, 0.67}, "graded-edge": {0.50, 0.84},
		"larch-edge": {0.70, 1.17}, "two-edge": {0.80, 1.33}, "two-graded": {1.01, 1.68},
	} {
		for i, use := range []builds.BarUse{builds.HangFrom, builds.RowUnder} {
			assert.True(t, passes(stock, use, spans[i]-0.011), "%s %s", stock, use)
			assert.False(t, passes(stock, use, spans[i]+0.011), "%s %s", stock, use)
		}
	}
	rows := builds.Bar{Use: builds.RowUnder, Stock: "graded-edge", Span: 0.8, Inside: 0.15, High: 0.8, Spread: 0.45, Weighs: 8,
		Mu: 0.5, Body: kg(80), Support: builds.Sawhorses, Rated: 5000, Held: true}
	got := bar(t, rows)
	assert.True(t, got.OK(), "%+v", got.Weakest())
	assert.InDelta(t, 0.954, got.Weakest().Use(), 0.001)
	rows.Stock = "board-edge"
	assert.InDelta(t, 1.20, bar(t, rows).Weakest().Use(), 0.01)
	hang := builds.Bar{Use: builds.HangFrom, Stock: "pipe-1-1/4", Span: 0.8, Inside: 0.15, Body: kg(100),
		Support: builds.Brackets, Rated: 5000, Held: true, Joists: strong}
	assert.InDelta(t, 0.84, linkOf(t, bar(t, hang), "bar in bending, all on one point").Use(), 0.005)
	for _, single := range []string{"board-edge", "graded-edge", "larch-edge"} {
		hang.Stock, hang.Body = single, kg(80)
		assert.False(t, bar(t, hang).OK(), "a single 38 × 89 to hang from at 0.8 m: %s", single)
	}
	// 583.7 N·m: the plastic modulus times 205/1.67.
	c := linkOf(t, bar(t, builds.Bar{Use: builds.HangFrom, Stock: "pipe-1-1/4", Span: 1, Body: kg(80), Support: builds.Brackets,
		Held: true, Joists: strong}), "bar in bending, all on one point")
	assert.InEpsilon(t, 583.7, 80*9.80665*2.5/4/c.Demand*c.Capacity, 0.001)
	// Each support takes the largest reaction: all of it, 50 mm inside.
	assert.InEpsilon(t, 80*9.80665*2.5*0.75/0.8, linkOf(t, bar(t, hang), "each support").Demand, 1e-6)
	// A bar of 2 m is held where arms reach, not 0.15 m from its ends.
	long := bar(t, builds.Bar{Use: builds.RowUnder, Stock: "pipe-2", Span: 2, Inside: 0.15, High: 0.6, Spread: 0.45, Weighs: 8,
		Mu: 0.5, Body: kg(80), Support: builds.Sawhorses, Held: true})
	assert.InEpsilon(t, 80*9.80665*2.5/2*0.55,
		linkOf(t, long, "bar in bending, both hands").Demand*(math.Pow(0.060325, 3)-math.Pow(0.060325-2*0.875*0.0039116, 3))/6,
		0.001)
}

// 3. A stud has ends.
func TestAStudHasEnds(t *testing.T) {
	common, err := builds.EndNails(true, 0.36, false)
	require.NoError(t, err)
	assert.InEpsilon(t, 992, common, 0.005)
	gun, err := builds.EndNails(false, 0.36, false)
	require.NoError(t, err)
	assert.InEpsilon(t, 594, gun, 0.005)
	board := func(mass, steep float64, ends string) builds.Check {
		s := bodyOf(mass)
		for i := range s.Room.Walls {
			s.Room.Walls[i].Spacing = 0.4
		}
		s.At = 0.3 + 2*0.4
		w := worked(t, "board-body", good["board-body"].Over(num("steep_deg", steep, "ends", ends)), s)
		return linkOf(t, w.Built, "stud at its top")
	}
	for _, c := range []struct {
		mass, steep float64
		ends        string
		demand      float64
		ok          bool
	}{{80, 45, "16d", 752, true}, {80, 60, "16d", 532, true}, {80, 45, "gun", 752, false}, {120, 45, "16d", 1128, false},
		{120, 45, "upright", 1128, true}} {
		got := board(c.mass, c.steep, c.ends)
		assert.InEpsilon(t, c.demand, got.Demand, 0.01, "%+v", c) // screws in series with the stud
		assert.Equal(t, c.ok, got.OK(), "%+v: %+v", c, got)
	}
	// North America nails its studs with 16d where nobody has looked, others do not.
	s := here()
	d, err := builds.DesignByKey("board-bands")
	require.NoError(t, err)
	assert.Equal(t, "gun", d.Fit(s).Word["ends"])
	s.Inches = true
	assert.Equal(t, "16d", d.Fit(s).Word["ends"])
	// Bored or notched, or not known: it stops.
	for _, word := range []string{"no", "unknown"} {
		assert.False(t, worked(t, "board-body", good["board-body"].Over(num("whole", word)), here()).Built.OK())
	}
}

// 4. Boards on studs are beams on springs.
func TestBoardsAreBeamsOnSprings(t *testing.T) {
	assert.InEpsilon(t, 294e3, builds.StudStiffness(0.038, 0.089, 2.44, 2.15), 0.002)
	share, _ := builds.Middle(3.305)
	assert.InDelta(t, 0.512, share, 0.001)
	share, _ = builds.Middle(2 * 3.305)
	assert.InDelta(t, 0.616, share, 0.001)
	_, moment := builds.Middle(0.6 * 3.305)
	assert.InDelta(t, 0.273, moment, 0.001)
	outer, inner := builds.Between(3.3)
	assert.InDelta(t, 0.0618, outer, 0.0001)
	assert.InDelta(t, 0.4382, inner, 0.0001)
	for want, s := range map[float64]float64{
		33693: builds.NetModulus(0.140, 0.038, 0, 0, 0), 27195: builds.NetModulus(0.140, 0.038, 0.027, 0, 0),
		20018: builds.NetModulus(0.140, 0.038, 0.027, 0.075, 0.009),
	} {
		assert.InEpsilon(t, want, s*1e9, 0.0005)
	}
	board := func(mass, steep float64, wood string) builds.Check {
		return linkOf(t, worked(t, "board-body",
			good["board-body"].Over(num("steep_deg", steep, "board", "timber-graded:"+wood, "ends", "16d")), bodyOf(mass)).Built,
			"board between the studs")
	}
	assert.True(t, board(80, 60, "spruce-pine-fir").OK())
	assert.True(t, board(80, 45, "douglas-fir-larch").OK())
	assert.InDelta(t, 0.80, board(80, 60, "spruce-pine-fir").Use(), 0.06, "two holes where three were")
	assert.False(t, board(80, 45, "spruce-pine-fir").OK())
	assert.False(t, board(110, 45, "douglas-fir-larch").OK())
	// With heads let in where three screws are, it would not do.
	m, err := builds.MaterialByKey("timber-graded:spruce-pine-fir")
	require.NoError(t, err)
	assert.InDelta(t, 1.09, 80*9.80665*2.5*0.5*0.273*0.4/builds.NetModulus(0.140, 0.038, 0.027, 0.075, 0.009)/m.Bending, 0.01)
}

// 5. A foot stands on one board.
func TestAFootStandsOnOneBoard(t *testing.T) {
	tread := func(stock, joined string, span float64) builds.Check {
		b, err := builds.StepBox{Use: builds.StepOn, Stock: stock, Height: 0.45, Span: quantity.Length(span), Base: 0.4,
			Flare: 0.03, Mass: 10, Mu: 0.5, Body: kg(80), Joined: builds.Joining(joined)}.Build()
		require.NoError(t, err)
		return linkOf(t, b, "tread in bending")
	}
	assert.InDelta(t, 0.92, tread("graded-140", "no", 0.36).Use(), 0.005)
	assert.InDelta(t, 0.93, tread("boards-140", "no", 0.30).Use(), 0.005)
	assert.InDelta(t, 1.31, tread("boards-140", "no", 0.40).Use(), 0.005)
	assert.InEpsilon(t, 5.09e6, tread("boards-140", "no", 0.40).Demand, 0.002)
	assert.InDelta(t, 1.11, tread("boards-140", "cleat", 0.40).Use(), 0.005)
	assert.InEpsilon(t, 0.6, tread("boards-140", "panel", 0.40).Use()/tread("boards-140", "no", 0.40).Use(), 1e-9)
	assert.InEpsilon(t, 1.0, tread("boards-140", "cleat", 0.62).Use()/tread("boards-140", "no", 0.62).Use(), 1e-9,
		"a cleat does to 0.6 m")
	wet := worked(t, "step", good["step"].Over(num("joined", "panel", "wet", "yes")), bodyOf(80))
	glued := worked(t, "step", good["step"].Over(num("joined", "panel")), bodyOf(80))
	assert.InEpsilon(t, 0.85/0.6/0.85, linkOf(t, wet.Built, "tread in bending").Use()/linkOf(t, glued.Built,
		"tread in bending").Use(), 1e-9, "nothing is glued where it gets wet")
}

// 6. A shelf carries beyond its brackets.
func TestAShelfGoesOnBeyondItsBrackets(t *testing.T) {
	shelf := func(over, mark float64) builds.Built {
		b, err := builds.Shelf{Span: 0.6, Over: quantity.Length(over), Deep: 0.3, High: 0.9, PerMetre: kg(60), One: 15,
			Bracket: quantity.Force(mark), Panel: "softwood-plywood", Thickness: 0.018}.Build()
		require.NoError(t, err)
		return b
	}
	assert.InDelta(t, 480.5, linkOf(t, shelf(0.1, 500), "each bracket").Demand, 0.1)
	assert.InDelta(t, 627.6, linkOf(t, shelf(0.2, 500), "each bracket").Demand, 0.1)
	assert.True(t, shelf(0.1, 500).OK(), "%+v", shelf(0.1, 500).Weakest())
	assert.False(t, shelf(0.1, 360).OK())
	assert.False(t, linkOf(t, shelf(0.21, 900), "beyond its brackets").OK())
	assert.InDelta(t, 60*0.8*1.25, shelf(0.1, 500).ProofOf, 1e-9, "of the whole shelf")
	heavy, err := builds.Shelf{Span: 0.6, Over: 0.1, Deep: 0.3, High: 0.9, PerMetre: kg(20), One: 40, Bracket: 900,
		Panel: "softwood-plywood", Thickness: 0.018}.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 40*9.80665*2*0.7/0.6, linkOf(t, heavy, "each bracket").Demand, 1e-6, "one thing at its end")
}

// 7. A box is checked as it is cut.
func TestABoxIsCheckedAsItIsCut(t *testing.T) {
	box := func(use builds.StepUse, panel string, across, along int, mass float64) builds.Built {
		b, err := builds.Box{Use: use, Panel: panel, Sides: builds.UsualBox, Thickness: 0.018, Across: across, Along: along,
			Mu: 0.5, Body: kg(mass)}.Build()
		require.NoError(t, err)
		return b
	}
	for panel, most := range map[string]float64{"softwood-plywood": 65, "osb": 47, "birch-plywood": 119} {
		assert.True(t, linkOf(t, box(builds.StepOn, panel, 0, 0, most), "face, 51 cm high").OK(), panel)
		assert.False(t, linkOf(t, box(builds.StepOn, panel, 0, 0, most+1), "face, 51 cm high").OK(), panel)
	}
	assert.True(t, box(builds.StepOn, "softwood-plywood", 0, 0, 65).OK(), "%+v",
		box(builds.StepOn, "softwood-plywood", 0, 0, 65).Weakest())
	assert.False(t, box(builds.StepOn, "softwood-plywood", 0, 0, 70).OK())
	assert.Contains(t, box(builds.JumpOn, "softwood-plywood", 0, 0, 50).Weakest().Refused.In(quantity.Metric), "without a divider")
	assert.True(t, box(builds.JumpOn, "softwood-plywood", 1, 2, 95).OK(), "%+v",
		box(builds.JumpOn, "softwood-plywood", 1, 2, 95).Weakest())
	// Tipping of 95 kg on 762 × 508 mm, 22 kg: a foot 0.05 or 0.10 m inside.
	f := quantity.Force(95 * 9.80665 * 2.5)
	at := func(inside quantity.Length) float64 {
		return builds.Standing{Height: 0.762, Width: 0.508, Inside: inside, Mass: 22}.Tips(f)
	}
	assert.InDelta(t, 1.555, at(0.05), 0.002)
	assert.InDelta(t, 0.925, at(0.10), 0.002)
	assert.LessOrEqual(t, linkOf(t, box(builds.StepOn, "softwood-plywood", 1, 2, 95), "tipping, 76 cm high").Use(), 0.93)
	wet := worked(t, "box", num("wet", "yes"), here()).Built
	for _, p := range wet.Parts {
		assert.NotEqual(t, "glue", p.Stock)
	}
	for _, s := range wet.Steps {
		assert.NotContains(t, s.Text.In(quantity.Metric), "Glue")
	}
}
