package builds_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// What is done about a design that does not pass, for answers that spoil one that does: the words,
// whether it can be done at once, and that it passes once it is.
func TestWhatIsDoneAboutWhatFails(t *testing.T) {
	for _, c := range []struct {
		design string
		spoilt builds.Values
		words  string
		does   bool
	}{
		{"bar", num("inside_m", 0.5, "span_m", 1.0, "stock", "pipe-1"), "hands 15 cm from the supports", true},
		{"bar", num("held", "no"), "hold it at both ends", true},
		{"bar", num("stock", "board-flat"), "a 38 × 89 board on edge, stamped No. 2; 1¼ in steel pipe is the better " +
			"grip, used 0.97", true},
		{"bar", num("stock", "broomstick", "held", "no", "rated_n", 0.0),
			"hold it at both ends so that it neither rolls nor slides, and a 38 × 89 board on edge, stamped No. 2, and each " +
				"support is marked with 1200 N at least; 1¼ in steel pipe is the better grip", true},
		{"bar", num("rated_n", 0.0), "each support is marked with 1200 N at least", true},
		{"bar", num("support", "chairs"), "the chairs against a wall", false},
		{"bar", num("use", "hang", "stock", "broomstick", "support", "chairs"),
			"on brackets bolted through two sawn joists that were seen, 38 × 235 mm of stamped Douglas fir-larch", false},
		{"bar", num("use", "hang", "stock", "pipe-1-1/4", "support", "brackets", "overhead", "sawn", "joist_h_m", 0.235, "wood",
			"timber-graded:douglas-fir-larch", "joist_at_m", 1.8, "above", "room", "joists_m", 0.4, "above_m", 0.16, "bolt_m",
			0.012, "rated_n", 4000.0), "no more than 0.6 m from a bearing", true},
		{"box", num("across", 0.0, "along", 0.0), "divider", true},
		{"box", num("mu", 0.1), "feet of rubber", true},
		{"step", num("flare_m", 0.0), "legs flared 20 mm", true},
		{"door-strap", num("away", "no"), "from the other side of the door", false},
		{"door-strap", num("latched", "no"), "mend the latch", false},
		{"door-strap", num("read", "no"), "pull the bands on a scale first", false},
		{"door-strap", num("knot_m", 0.015), "a thicker tube behind the leaf, 40 mm", true},
		{"door-strap", num("strap_n", 0.0), "strap is marked with 300 N at least", true},
		{"door-strap", num("pull_n", 600.0), "lighter bands: at most 400 N together", true},
		{"door-strap", num("door", "light"), "a door that is solid", false},
		{"sandbag", num("mass_kg", 25.0, "outer_l", 40.0), "3 inner bags", true},
		{"sandbag", num("handle_n", 0.0), "each handle's webbing is marked with", true},
		{"jugs", num("volume_l", 10.0, "filling", "dry-sand"), "a strap under the base of each", true},
		{"farmer", num("pipe", "1", "mass_kg", 60.0), "1¼ in pipe", true},
		{"farmer", num("bail", "yes", "mass_kg", 40.0), "straps under the loads", true},
		{"farmer", num("strap_n", 0.0), "each strap is marked with 400 N at least", true},
		{"cast", num("wide_m", 0.35), "a mould of 25 cm inside", true},
		{"cast", num("joint_n", 0.0), "tee is marked with", true},
		{"cast", num("mass_kg", 5.0), "a block of 12 kg in a mould of 20 cm inside", true},
		{"pin", num("mass_kg", 250.0, "eye_n", 20000.0), "at most 120 kg on it", true},
		{"sled", num("load_high_m", 0.4), "the load tied below", true},
		{"sled", num("mass_kg", 200.0, "strap_n", 5000.0), "125 kg on it, which is what there is", true},
		{"parallels", num("wide_m", 0.3), "a base half as wide as it is high", true},
		{"parallels", num("screwed", "yes", "pipe", "3/4"), "posts of timber instead of pipe in flanges", true},
		{"pegs", num("pipe", "3/4", "threaded", "yes", "screw", "8x125"), "pegs that stand out 10 cm", true},
		{"pegs", num("pipe", "3/4", "threaded", "yes", "out_m", 0.1, "mass_kg", 30.0, "screw", "8x125"), "pegs of 1 in pipe", true},
		{"pegs", num("pipe", "3/4"), "pegs of 1¼ in pipe", true},
		{"pegs", num("pipe", "3/4", "bore_m", 0.028), "at most 15 kg on a peg", true},
		{"shelf", num("high_m", 1.9), "at most 1.4 m high", true},
		{"shelf", num("span_m", 1.2), "a bracket on each stud", true},
		{"stick", num("length_m", 1.0), "0.9 of the stature long", true},
		{"platform", num("wide_m", 0.9), "two whole sheets", true},
		{"rings", num("above_m", 0.06), "bolts through the middle of the joist", true},
		{"rings", num("apart_m", 0.3), "straps 0.5 m apart", true},
		{"board-body", num("steep_deg", 10.0, "plate_held", "yes"), "60° or steeper", true},
	} {
		d, err := builds.DesignByKey(c.design)
		require.NoError(t, err)
		v, s := good[c.design].Over(c.spoilt), at(c.design)
		w, err := d.Work(v, s)
		require.NoError(t, err, "%s %v", c.design, c.spoilt)
		require.False(t, w.Built.OK(), "%s %v", c.design, c.spoilt)
		if !assert.NotNil(t, w.Built.Remedy(), "%s %v: %+v", c.design, c.spoilt, w.Built.Weakest()) {
			continue
		}
		m := *w.Built.Remedy()
		assert.Contains(t, m.Change.In(quantity.Metric), c.words, c.design)
		assert.Equal(t, c.does, m.Does, "%s: what the world has to be cannot be clicked", m.Change)
		follow(t, d, v, s, m)
		assert.NotEmpty(t, w.Built.Instead)
	}
}

// A board whose plate nobody knows bears no body whatever is done, and nobody's word is no yes.
func TestWhatNothingMends(t *testing.T) {
	for key, spoilt := range map[string]builds.Values{"board-body": {Word: map[string]string{"plate_held": "no"}}} {
		d, err := builds.DesignByKey(key)
		require.NoError(t, err)
		w, err := d.Work(good[key].Over(spoilt), here())
		require.NoError(t, err)
		assert.False(t, w.Built.OK())
		assert.Nil(t, w.Built.Remedy(), key)
		assert.NotEmpty(t, w.Built.Instead)
	}
	s := here()
	s.Room.Holes = space.UnknownWall
	for _, key := range []string{"rings", "board-bands", "pegs"} {
		d, err := builds.DesignByKey(key)
		require.NoError(t, err)
		w, err := d.Work(good[key], s)
		require.NoError(t, err)
		assert.Nil(t, w.Built.Remedy(), key)
	}
}

// Who weighs 130 to 150 kg gets a step, a box, parallels and a bar for rows: what does is said.
func TestHeavyBodiesGetWhatHolds(t *testing.T) {
	for _, key := range []string{"step", "box", "parallels", "bar"} {
		d, err := builds.DesignByKey(key)
		require.NoError(t, err)
		for _, kg := range []quantity.Mass{130, 140, 150} {
			s := at(key)
			s.Body = quantity.Estimate{Value: kg, U1: 0.5}
			w, err := d.Work(good[key], s)
			require.NoError(t, err)
			if !w.Built.OK() {
				require.NotNil(t, w.Built.Remedy(), "%s for %g kg: %+v", key, float64(kg), w.Built.Weakest())
				follow(t, d, good[key], s, *w.Built.Remedy())
			}
		}
	}
}
