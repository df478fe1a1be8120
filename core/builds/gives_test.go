package builds_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// A board for a body on two legs is offered to bands that pull anywhere, upwards among it, where the
// legs do nothing: nine screws then bear it, and the board turns about its edge. Written out from the
// fixings alone.
func TestABoardOnLegsHoldsBandsThatPullUp(t *testing.T) {
	d, err := builds.DesignByKey("board-body")
	require.NoError(t, err)
	for _, screw := range []struct {
		key             string
		d, long, thread quantity.Length
	}{{"8x125", 0.008, 0.125, 0.078}, {"6.5x115", 0.006, 0.1143, 0.068}} {
		for _, cut := range []string{"no", "yes"} {
			s := here()
			w, err := d.Work(good["board-body"].Over(builds.Values{Word: map[string]string{"screw": screw.key, "cut": cut,
				"legs": "yes"}}), s)
			require.NoError(t, err)
			gap := quantity.Length(0.0127)
			if cut == "yes" {
				gap = 0
			}
			in := min(screw.thread, screw.long-0.038-gap, 0.089) - 2*screw.d
			f := builds.Fixing{Kind: builds.LagScrew, Diameter: screw.d, Penetration: in, Gravity: 0.36}
			hold, err := f.Withdrawal()
			require.NoError(t, err)
			head, err := builds.PullThrough(0.013, 0.038, 0.42)
			require.NoError(t, err)
			side, _, err := f.Sideways(builds.Lateral{Side: 0.038, Gap: gap, SideGravity: 0.42, SideAngle: 90})
			require.NoError(t, err)
			take := w.Supplies(s)[1]
			require.Equal(t, capability.Anchor, take.Kind)
			require.Positive(t, float64(take.Strength))
			for deg := 0.0; deg <= 90; deg += 5 {
				n, v := math.Cos(deg*math.Pi/180)*float64(take.Strength)*1.5, math.Sin(deg*math.Pi/180)*float64(take.Strength)*1.5
				// At most 0.62 of the pull to the stud behind the ring, two screws; the turning to the upper one,
				// 108 of 140 mm up.
				turn := v * 0.068 * 0.108 / (0.032*0.032 + 0.108*0.108)
				use := f.Both(0.61*(n/2+turn), 0.61*v/2, math.Min(math.Min(hold.Thread, hold.Steel), head), side)
				if deg == 0 || deg == 45 || deg == 90 { // the three that are looked at
					assert.LessOrEqual(t, use, 1+1e-9, "%s, lining cut %s, at %v°", screw.key, cut, deg)
				}
				assert.LessOrEqual(t, use, 1.1, "%s at %v°: little is lost between them", screw.key, deg)
			}
		}
	}
}

// A body on a board that stands on legs: the numbers of the legs and of the board between them by
// hand, and that it turns its screws out although the legs carry it.
func TestLegsByHand(t *testing.T) {
	d, err := builds.DesignByKey("board-body")
	require.NoError(t, err)
	s := here()
	s.Body = quantity.Estimate{Value: 100}
	w, err := d.Work(good["board-body"], s)
	require.NoError(t, err)
	links := map[string]builds.Check{}
	for _, c := range w.Built.Checks {
		links[string(c.Link)] = c
	}
	const f = 2451.7
	assert.InEpsilon(t, f*0.30/4/(0.038*0.140*0.140/6), links["board between its legs"].Demand, 0.001)
	long := 2.15 - 0.07
	assert.InEpsilon(t, math.Pi*math.Pi*7e9*0.089*math.Pow(0.038, 3)/12/(long*long)/3, links["each leg as a column"].Capacity,
		0.001)
	assert.InEpsilon(t, f*0.65, links["each leg as a column"].Demand, 0.001)
	// The pull off and the turning of a pull that acts 49 mm before the middle of the legs.
	straight, err := d.Work(good["board-body"].Over(builds.Values{Num: map[string]float64{"steep_deg": 85}}), s)
	require.NoError(t, err)
	for _, c := range straight.Built.Checks {
		if c.Link.In(quantity.Metric) == "screws at 2.15 m" {
			assert.Greater(t, c.Use(), 0.05, "a pull straight down still turns it")
		}
	}
}

// A board across three studs reaches all three, whatever is between them; pegs meet every stud that
// their board lies on, brackets of a shelf one each.
func TestWhatIsScrewedMeetsItsStuds(t *testing.T) {
	for _, spacing := range []quantity.Length{0.3, 0.406, 0.6, 0.61} {
		s := here()
		for i := range s.Room.Walls {
			s.Room.Walls[i].Spacing, s.Room.Walls[i].Offset = spacing, 0.3
		}
		studs := s.Room.Studs(0)
		for _, key := range []string{"board-body", "pegs", "shelf"} {
			d, err := builds.DesignByKey(key)
			require.NoError(t, err)
			o := d.Offer([]space.Room{*s.Room}, s, good[key])
			w, at := o.Worked, o.At
			require.NotNil(t, at.Room, key)
			for _, c := range w.Built.Checks {
				if c.Link.In(quantity.Metric) == "place on the wall" {
					assert.True(t, c.OK(), "%s at %v: %+v", key, spacing, c)
				}
			}
			wide, held := w.OnWall()
			if key == "board-body" {
				assert.Len(t, held, 3)
			}
			for _, off := range held {
				assert.Less(t, math.Abs(float64(off)), float64(wide)/2-0.05, "%s at %v: the board goes on beyond its last screw",
					key, spacing)
				near := math.Inf(1)
				for _, x := range studs {
					near = math.Min(near, math.Abs(float64(x-at.At-off)))
				}
				assert.Less(t, near, 0.005)
			}
		}
	}
}

// On brick, pegs and their anchors stand on the board too, clear of its ends.
func TestPegsOnBrickStandOnTheirBoard(t *testing.T) {
	d, err := builds.DesignByKey("pegs")
	require.NoError(t, err)
	s := here()
	s.Room.Walls[0] = space.Side{Kind: space.Brick}
	w, err := d.Work(good["pegs"], s)
	require.NoError(t, err)
	wide, studs := w.OnWall()
	for _, off := range studs {
		assert.LessOrEqual(t, math.Abs(float64(off)), float64(wide)/2-0.06)
	}
}

// What a design supplies bears no more besides the body than its checks were made with, and starts
// at the heaviest that is worn there.
func TestSuppliesAreBoundByWhatWasWorn(t *testing.T) {
	for _, d := range builds.Designs() {
		s := at(d.Key)
		s.Loads = func() builds.Loads { return builds.Loads{Worn: 9} }
		s.Body = quantity.Estimate{Value: 60}
		w, err := d.Work(good[d.Key], s)
		require.NoError(t, err)
		_, asks := w.Values.Num["worn_kg"]
		if !asks {
			continue
		}
		assert.InDelta(t, 9, w.Values.Num["worn_kg"], 1e-9, d.Key)
		said, err := d.Work(good[d.Key].Over(builds.Values{Num: map[string]float64{"worn_kg": 2}}), s)
		require.NoError(t, err)
		for _, g := range said.Gives {
			if g.Kind != capability.Anchor {
				assert.True(t, g.Limited, d.Key)
				assert.InDelta(t, 2, float64(g.Extra), 1e-9, d.Key)
			}
		}
	}
}

func linkOf(t *testing.T, b builds.Built, link string) builds.Check {
	for _, c := range b.Checks {
		if c.Link.In(quantity.Metric) == link {
			return c
		}
	}
	require.Failf(t, "no such link", "%s in %+v", link, b.Checks)
	return builds.Check{}
}

// Wet wood bends by 0.85 of what dry does, holds screws by 0.7 and is borne on by 0.67 (NDS 2018, wet
// service); outdoors that is where a build starts.
func TestWetWood(t *testing.T) {
	wet := builds.Values{Word: map[string]string{"wet": "yes"}}
	for _, c := range []struct {
		design, link string
		of           float64
	}{
		{"bar", "bar in bending, both hands", 0.85}, {"step", "tread in bending", 0.85}, {"step", "tread on a leg", 0.67},
		{"box", "face, 76 cm high", 0.85}, {"box", "panels below, 76 cm high", 0.67},
		{"board-bands", "stud at 1.26 m", 0.85}, {"board-body", "board between the studs", 0.85},
	} {
		d, err := builds.DesignByKey(c.design)
		require.NoError(t, err)
		dry, err := d.Work(good[c.design], at(c.design))
		require.NoError(t, err)
		damp, err := d.Work(good[c.design].Over(wet), at(c.design))
		require.NoError(t, err)
		assert.InEpsilon(t, c.of, linkOf(t, damp.Built, c.link).Capacity/linkOf(t, dry.Built, c.link).Capacity, 1e-9, c.link)
	}
	for design, link := range map[string]string{"board-bands": "screws at 1.26 m", "pegs": "fixings in the wall",
		"shelf": "fixings in the wall"} {
		d, err := builds.DesignByKey(design)
		require.NoError(t, err)
		dry, err := d.Work(good[design], at(design))
		require.NoError(t, err)
		damp, err := d.Work(good[design].Over(wet), at(design))
		require.NoError(t, err)
		assert.InEpsilon(t, 1/0.7, linkOf(t, damp.Built, link).Use()/linkOf(t, dry.Built, link).Use(), 0.001, design)
	}
	s := here()
	s.Room.Outdoor = true
	for _, key := range []string{"bar", "step", "box"} {
		d, err := builds.DesignByKey(key)
		require.NoError(t, err)
		assert.Equal(t, "yes", d.Fit(s).Word["wet"])
		assert.Equal(t, "no", d.Fit(here()).Word["wet"])
	}
}

// Who is on it stands on the floor in the end: over 200 kg to a small place upstairs asks an engineer,
// on the ground nobody.
func TestTheFloorIsALink(t *testing.T) {
	for _, key := range []string{"box", "step", "parallels", "bar", "board-body"} {
		d, err := builds.DesignByKey(key)
		require.NoError(t, err)
		s := at(key)
		s.Room.Floor = space.TimberJoists
		w, err := d.Work(good[key], s)
		require.NoError(t, err)
		c := linkOf(t, w.Built, "floor below")
		assert.True(t, c.OK(), key)
		assert.GreaterOrEqual(t, c.Demand, 81.0, "the body with its ±")
		s.Body.Value = 205
		w, err = d.Work(good[key], s)
		require.NoError(t, err)
		assert.Contains(t, linkOf(t, w.Built, "floor below").Refused.In(quantity.Metric), "an engineer is asked", key)
		s.Room.Floor = space.Slab
		w, err = d.Work(good[key], s)
		require.NoError(t, err)
		assert.True(t, linkOf(t, w.Built, "floor below").OK(), key)
	}
}

// A tread is worked out as wide as it is cut, and a step stands on what its feet reach beyond it.
func TestATreadIsAsWideAsItIsCut(t *testing.T) {
	d, err := builds.DesignByKey("step")
	require.NoError(t, err)
	for _, tread := range builds.TreadStocks() {
		w, err := d.Work(builds.Values{Num: map[string]float64{"flare_m": 0.05}, Word: map[string]string{"stock": tread.Key}},
			here())
		require.NoError(t, err)
		part := w.Built.Parts[0]
		require.Equal(t, "tread", string(part.Name))
		if tread.Panel != "" {
			assert.Equal(t, tread.Width, part.Width, tread.Key)
			// By hand: a foot spreads to 0.10 + 0.6 L, no further than the panel goes.
			b := math.Min(float64(tread.Width), 0.10+0.6*0.36)
			f := float64(builds.Weight(here().Body)) * 2.5
			assert.InEpsilon(t, f/4*(0.36-0.05)/(b*0.018*0.018/6), linkOf(t, w.Built, "tread in bending").Demand, 0.001, tread.Key)
		}
		feet := float64((tread.Width + 0.10) * (0.36 + 2*0.038 + 0.10))
		assert.InEpsilon(t, feet, w.Built.Floor, 0.001, "%s: its feet, 5 cm to each side", tread.Key)
	}
}
