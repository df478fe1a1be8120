package builds_test

import (
	"math"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// here is a room with timber studs that may be drilled, found and measured, and a solid door that
// opens away.
func here() builds.Situation {
	r := space.Rectangle(5, 4, 2.44)
	r.Holes, r.Roof, r.Floor = space.Drillable, space.Joists, space.Slab
	for i := range r.Walls {
		r.Walls[i] = space.Side{Kind: space.TimberStud, Spacing: 0.406, Offset: 0.3, Lining: 0.0127}
	}
	r.Openings = []space.Opening{{ID: "d", Name: "the door", Kind: space.DoorWay, Wall: 1, At: 1, Width: 0.8, Height: 2,
		Leaf: space.SolidDoor, Swings: space.Outwards}}
	return builds.Situation{Stature: 1.75, Body: quantity.Estimate{Value: 80, U1: 0.5}, Pull: 180, Read: true,
		Loads: func() builds.Loads { return builds.Loads{Heaviest: 40, All: 120} }, Room: &r, Wall: 0, At: 0.3 + 2*0.406, Lane: 8}
}

// at is that room, and a place on its wall where a design meets its studs.
func at(key string) builds.Situation {
	s := here()
	if key == "shelf" { // between two studs
		s.At += 0.203
	}
	return s
}

// good are answers that are needed beside what fits, for all checks to pass in that room.
var good = map[string]builds.Values{
	"board-bands": {Num: map[string]float64{"ring_n": 3000},
		Word: map[string]string{"stud": "89", "plate_held": "yes", "rings": "chest"}},
	"board-body": {Num: map[string]float64{"ring_n": 6000}, Word: map[string]string{"stud": "89", "plate_held": "yes"}},
	"door-strap": {Num: map[string]float64{"strap_n": 1000}, Word: map[string]string{"latched": "yes"}},
	"bar":        {Num: map[string]float64{"rated_n": 5000}},
	"rings": {Num: map[string]float64{"strap_n": 5000, "plate_n": 5000, "span_m": 2.4, "at_m": 0.5, "joists_m": 0.4},
		Word: map[string]string{"overhead": "sawn", "wood": "timber-graded:douglas-fir-larch", "above": "room"}},
	"parallels": {Num: map[string]float64{"joint_n": 5000}},
	"farmer":    {Num: map[string]float64{"strap_n": 2000}},
	"cast":      {Num: map[string]float64{"joint_n": 2000}},
	"pin":       {Num: map[string]float64{"eye_n": 4000}},
	"sandbag":   {Num: map[string]float64{"handle_n": 2000}},
	"sled":      {Num: map[string]float64{"strap_n": 2000}},
	"pegs":      {Word: map[string]string{"stud": "89", "cut": "yes"}},
	"shelf":     {Num: map[string]float64{"bracket_n": 1500, "one_kg": 15}, Word: map[string]string{"stud": "89", "cut": "yes"}},
}

// seen are the answers of holds as they have to be.
var seen = builds.Values{Num: map[string]float64{"socket_m": 0.5},
	Word: map[string]string{"skirting": "yes", "coating": "yes", "under": "yes", "whole": "yes"}}

func init() {
	for _, d := range builds.Designs() {
		good[d.Key] = seen.Over(good[d.Key])
	}
}

// brick are answers of a whole brick wall.
var brick = builds.Values{Num: map[string]float64{"leaf_m": 0.215, "anchor_off_n": 9000, "anchor_along_n": 9000},
	Word: map[string]string{"units": "solid", "top_held": "yes", "lined": "bare"}}

func TestEveryDesignIsWhole(t *testing.T) {
	approval := regexp.MustCompile(`(?i)approved|certified|guarantee|is safe|complies`)
	keys := map[string]bool{}
	for _, d := range builds.Designs() {
		t.Run(d.Key, func(t *testing.T) {
			assert.False(t, keys[d.Key])
			keys[d.Key] = true
			assert.NotEmpty(t, d.Name)
			assert.NotEmpty(t, d.Does)
			for _, s := range []builds.Situation{at(d.Key), {Wall: -1, Stature: 1.6, Body: quantity.Estimate{Value: 60}}} {
				w, err := d.Work(builds.Values{}, s)
				require.NoError(t, err)
				b := w.Built
				assert.NotEmpty(t, b.Title)
				require.NotEmpty(t, b.Parts)
				for _, p := range b.Parts {
					assert.Positive(t, p.Count, p.Name)
					assert.NotEmpty(t, p.Stock, p.Name)
					assert.GreaterOrEqual(t, float64(p.Length), 0.0, p.Name)
				}
				assert.NotEmpty(t, b.Tools)
				assert.Positive(t, b.Hours[0])
				assert.GreaterOrEqual(t, b.Hours[1], b.Hours[0])
				assert.True(t, slices.ContainsFunc(b.Steps, func(s builds.Step) bool { return s.Hold }), "a step to hold at")
				assert.NotEmpty(t, b.Proof)
				assert.NotEmpty(t, b.Inspect)
				assert.True(t, slices.ContainsFunc(b.Cautions,
					func(c builds.Text) bool { return strings.Contains(string(c), "Guidance for a competent person") }))
				for _, c := range b.Checks {
					assert.NotEmpty(t, c.Formula, c.Link)
					assert.NotEmpty(t, c.Source, c.Link)
					assert.False(t, math.IsNaN(c.Use()), c.Link)
				}
				if !b.OK() {
					assert.Empty(t, w.Gives, "it gives nothing while %s fails", b.Weakest().Link)
					assert.NotEmpty(t, b.Instead, "what is safe instead")
				}
				for _, text := range append(slices.Clone(b.Cautions), b.Proof, b.Title, builds.Text(d.Does)) {
					assert.NotRegexp(t, approval, text)
				}
			}
			w, err := d.Work(good[d.Key], at(d.Key))
			require.NoError(t, err)
			assert.True(t, w.Built.OK(), "%+v", w.Built.Weakest())
			if !slices.Contains([]string{"platform", "farmer", "pin", "pegs", "shelf"}, d.Key) {
				assert.Positive(t, len(w.Gives)+len(w.Rungs("x")))
			}
			// A drawing of each, with its measures, and nothing on it that has no check where it says so.
			figures := w.Figures(here())
			require.NotEmpty(t, figures)
			dims := 0
			for _, f := range figures {
				assert.NotEmpty(t, f.Name)
				for _, m := range f.Strokes {
					if m.Shape == builds.MarkDim {
						dims++
						assert.True(t, (m.W != 0) != (m.H != 0), "a measure is along or up")
					}
					for _, n := range []float64{m.X, m.Y, m.W, m.H} {
						assert.False(t, math.IsNaN(n) || math.IsInf(n, 0))
					}
				}
			}
			assert.Positive(t, dims)
			linked := 0
			for _, c := range w.Built.Checks {
				for _, f := range figures {
					if slices.ContainsFunc(f.Strokes, func(m builds.Stroke) bool { return m.About([]builds.Check{c}) == 0 }) {
						linked++
						break
					}
				}
			}
			assert.Positive(t, linked, "some part of it shows how far it is used")
			assert.Equal(t, d.Carried, len(w.Rungs("x")) > 0)
			for _, r := range w.Rungs("x") {
				assert.Positive(t, float64(r.High))
				assert.NotEmpty(t, r.Things)
			}
		})
	}
	assert.GreaterOrEqual(t, len(keys), 18)
	_, err := builds.DesignByKey("gallows")
	assert.Error(t, err)
}

// follow does what a remedy asks, and nothing else: then every check passes, as far as it said.
func follow(t *testing.T, d builds.Design, v builds.Values, s builds.Situation, m builds.Remedy) {
	if m.Moved != nil {
		s = *m.Moved
	}
	w, err := d.Work(d.Answered(v.Over(m.To), s), s)
	require.NoError(t, err)
	require.True(t, w.Built.OK(), "%s: %s: %+v", d.Key, m.Change, w.Built.Weakest())
	assert.InDelta(t, m.Use, w.Built.Weakest().Use(), 1e-9)
	assert.LessOrEqual(t, m.Use, 1.0)
}

// Any sizes within their bounds are worked out, or refused at one of the design's own questions;
// no check is without a number, and a remedy that is named passes.
func TestAnySizesAreWorkedOutOrRefusedAtTheirPlace(t *testing.T) {
	r := rand.New(rand.NewPCG(13, 1))
	for _, d := range builds.Designs() {
		worked, passed, mended := 0, 0, 0
		for range 90 {
			s := here()
			s.Body.Value = quantity.Mass(35 + 100*r.Float64())
			if r.IntN(2) == 0 {
				s.At = quantity.Length(5 * r.Float64())
			} else {
				s.At = at(d.Key).At
			}
			v := good[d.Key].Over(builds.Values{})
			first, err := d.Work(v, s)
			require.NoError(t, err)
			for _, a := range first.Asks {
				if r.IntN(3) > 0 {
					continue
				}
				if a.Text {
					v.Word[a.Key] = ""
				} else if len(a.Words) > 0 {
					v.Word[a.Key] = a.Words[r.IntN(len(a.Words))].Key
				} else {
					v.Num[a.Key] = a.Low + (a.High-a.Low)*r.Float64()
				}
			}
			w, err := d.Work(v, s)
			if err != nil {
				var at *quantity.FieldError
				require.ErrorAs(t, err, &at, d.Key)
				known := slices.ContainsFunc(w.Asks, func(a builds.Ask) bool { return a.Key == at.Field })
				assert.True(t, known, "%s: %s is none of its questions", d.Key, at.Field)
				continue
			}
			worked++
			for _, c := range w.Built.Checks {
				assert.False(t, math.IsNaN(c.Use()), "%s: %s", d.Key, c.Link)
			}
			for _, f := range w.Figures(s) {
				for _, m := range f.Strokes {
					assert.False(t, math.IsNaN(m.X+m.Y+m.W+m.H) || math.IsInf(m.X+m.Y+m.W+m.H, 0), "%s: %s", d.Key, f.Name)
				}
			}
			for _, p := range w.Built.Parts {
				assert.False(t, math.IsNaN(float64(p.Length+p.Width)) || p.Length < 0 || p.Width < 0 || p.Count <= 0, "%s: %+v",
					d.Key, p)
			}
			for _, one := range w.Built.Steps {
				assert.NotRegexp(t, `NaN|Inf|%!| -\d|[\[\]]`, one.Text, d.Key)
			}
			if w.Built.OK() {
				passed++
				assert.Nil(t, w.Built.Remedy())
			}
			if m := w.Built.Remedy(); m != nil {
				mended++
				assert.NotEmpty(t, m.Change)
				follow(t, d, v, s, *m)
			}
		}
		assert.Greater(t, worked, 25, d.Key)
		assert.Positive(t, passed, d.Key)
		assert.Positive(t, mended, d.Key)
	}
}

// Nobody gets lighter by passing: a heavier body is never easier on the weakest link.
func TestAHeavierBodyIsNeverEasier(t *testing.T) {
	for _, d := range builds.Designs() {
		before := 0.0
		for kg := 40.0; kg <= 180; kg += 20 {
			s := here()
			s.Body = quantity.Estimate{Value: quantity.Mass(kg)}
			w, err := d.Work(good[d.Key].Over(builds.Values{Num: map[string]float64{"mass_kg": 20}}), s)
			require.NoError(t, err)
			use := 0.0
			for _, c := range w.Built.Checks { // tipping and sliding are easier under a heavier body on a light box
				if !strings.HasPrefix(string(c.Link), "tipping") && !strings.HasPrefix(string(c.Link), "sliding") {
					use = math.Max(use, c.Use())
				}
			}
			assert.GreaterOrEqual(t, use, before-1e-9, "%s at %v kg", d.Key, kg)
			before = use
		}
	}
}

// A rented flat: no hole, so no board, and the strap in the door is offered; the strap asks for
// bands that were read.
func TestTheRentedFlat(t *testing.T) {
	s := here()
	s.Room.Holes = space.NoHoles
	for _, key := range []string{"board-bands", "board-body"} {
		d, err := builds.DesignByKey(key)
		require.NoError(t, err)
		w, err := d.Work(good[key], s)
		require.NoError(t, err)
		assert.EqualValues(t, "the owner's word", w.Built.Weakest().Link.In(quantity.Metric))
		assert.Contains(t, w.Built.Instead.In(quantity.Metric), "a strap in a door")
		assert.Nil(t, w.Built.Remedy())
		assert.Empty(t, w.Gives)
	}
	d, err := builds.DesignByKey("door-strap")
	require.NoError(t, err)
	w, err := d.Work(good["door-strap"], s)
	require.NoError(t, err)
	assert.True(t, w.Built.OK(), "%+v", w.Built.Weakest())
	// What is named makes it pass, done by hand: bands of 700 N are too much for the lined wall at chest height.
	s.Room.Holes = space.Drillable
	hard, err := builds.DesignByKey("board-bands")
	require.NoError(t, err)
	many, err := hard.Work(good["board-bands"].Over(builds.Values{Num: map[string]float64{"pull_n": 700},
		Word: map[string]string{"rings": "chest"}}), s)
	require.NoError(t, err)
	require.NotNil(t, many.Built.Remedy(), "%+v", many.Built.Weakest())
	assert.Contains(t, many.Built.Remedy().Change.In(quantity.Metric), "lighter bands")
	s.Read = false
	w, err = d.Work(good["door-strap"], s)
	require.NoError(t, err)
	assert.False(t, w.Built.OK())
	assert.Contains(t, w.Built.Weakest().Refused.In(quantity.Metric), "on a scale")
}

// What a board for a body is offered to bands for, pulled level off the wall with its factor, is no
// more than the strap of a body was checked to pull off it: else a level band would ask more of the
// screws than anybody has looked at.
func TestABodyBoardTakesNoHarderBandThanItWasCheckedFor(t *testing.T) {
	d, err := builds.DesignByKey("board-body")
	require.NoError(t, err)
	for _, steep := range []float64{0, 30, 45, 60, 80} {
		v := good["board-body"].Over(builds.Values{Num: map[string]float64{"steep_deg": steep}})
		w, err := d.Work(v, here())
		require.NoError(t, err)
		body := here().Body
		checked := float64(builds.Weight(body)) * 2.5 * math.Cos(steep*math.Pi/180)
		given := w.Supplies(here())[1]
		assert.LessOrEqual(t, float64(given.Strength)*1.5, checked+1e-6, "a strap at %v°", steep)
	}
}

// Where a board may stand: on a stud that was found, not across a door.
func TestAPlaceOnTheWall(t *testing.T) {
	d, err := builds.DesignByKey("board-bands")
	require.NoError(t, err)
	use := func(change func(*builds.Situation)) builds.Check {
		s := here()
		change(&s)
		w, err := d.Work(good["board-bands"], s)
		require.NoError(t, err)
		for _, c := range w.Built.Checks {
			if c.Link.In(quantity.Metric) == "place on the wall" {
				return c
			}
		}
		return builds.Check{}
	}
	assert.True(t, use(func(*builds.Situation) {}).OK())
	assert.False(t, use(func(s *builds.Situation) { s.At += 0.1 }).OK(), "between two studs")
	assert.Contains(t, use(func(s *builds.Situation) { s.Wall, s.At = 1, 1.4 }).Refused.In(quantity.Metric), "the door is there")
	assert.Contains(t, use(func(s *builds.Situation) { s.Room.Walls[0].Offset = 0 }).Refused.In(quantity.Metric), "first stud")
	assert.Contains(t, use(func(s *builds.Situation) { s.Wall = -1 }).Refused.In(quantity.Metric), "no wall is chosen")
	pegboard := builds.Taken{Name: "Pegs", Wall: 0, From: 0.6, To: 1.8}
	assert.Contains(t, use(func(s *builds.Situation) { s.Taken = []builds.Taken{pegboard} }).Refused.In(quantity.Metric),
		"Pegs is there")
	beside := builds.Taken{Name: "Pegs", Wall: 0, From: 1.2, To: 2.4}
	assert.True(t, use(func(s *builds.Situation) { s.Taken = []builds.Taken{beside} }).OK())
	elsewhere := builds.Taken{Name: "Pegs", Room: "another", Wall: 0, From: 0.6, To: 1.8}
	assert.True(t, use(func(s *builds.Situation) { s.Taken = []builds.Taken{elsewhere} }).OK())
	// What stands before the wall: by its depth, its place, its height, and whether it is moved away.
	couch := func(change func(*space.Thing)) func(*builds.Situation) {
		return func(s *builds.Situation) {
			th := space.Thing{ID: "c", Name: "Couch", Kind: space.Furnishing, X: 1.1, Y: -0.45, Width: 1.8, Depth: 0.9, Height: 0.8}
			change(&th)
			s.Room.Things = []space.Thing{th}
		}
	}
	assert.Contains(t, use(couch(func(*space.Thing) {})).Refused.In(quantity.Metric), "Couch stands there: move it")
	assert.True(t, use(couch(func(c *space.Thing) { c.Y = -1.2 })).OK(), "0.75 m before the wall")
	assert.True(t, use(couch(func(c *space.Thing) { c.X = 3 })).OK(), "beside it")
	assert.True(t, use(couch(func(c *space.Thing) { c.Away = true })).OK(), "moved for training")
	assert.Contains(t, use(couch(func(c *space.Thing) { c.Kind = space.BuiltIn })).Refused.In(quantity.Metric), "Couch is there")
	shelf, err := builds.DesignByKey("shelf")
	require.NoError(t, err)
	above := at("shelf")
	couch(func(c *space.Thing) { c.Height = 0.5 })(&above)
	high, err := shelf.Work(good["shelf"], above)
	require.NoError(t, err)
	assert.True(t, high.Built.OK(), "over a low one: %+v", high.Built.Weakest())
	// What is asked is done: moved there, it passes.
	off := here()
	off.At += 0.1
	moved, err := d.Work(good["board-bands"], off)
	require.NoError(t, err)
	require.NotNil(t, moved.Built.Remedy())
	assert.EqualValues(t, "move it to 1.11 m along wall A", moved.Built.Remedy().Change.In(quantity.Metric))
	off.At = here().At
	moved, err = d.Work(good["board-bands"], off)
	require.NoError(t, err)
	assert.True(t, moved.Built.OK())
	// Pegs on a lined wall between two studs: moved, and what their screws need besides.
	pegs, err := builds.DesignByKey("pegs")
	require.NoError(t, err)
	off.At += 0.1
	lined, err := pegs.Work(seen.Over(builds.Values{Word: map[string]string{"stud": "89"}}), off)
	require.NoError(t, err)
	require.NotNil(t, lined.Built.Remedy())
	assert.Contains(t, lined.Built.Remedy().Change.In(quantity.Metric),
		"move it to 1.11 m along wall A, and the lining cut out behind it")
	// Under a slope the top of the board counts, and what fits has no high ring there.
	s := here()
	s.Room.Ceiling.Slopes = []space.Slope{{Outline: s.Room.Outline, From: 0, Low: 1.6, High: 2.44}}
	w, err := d.Work(good["board-bands"].Over(builds.Values{Word: map[string]string{"rings": "high"}}), s)
	require.NoError(t, err)
	assert.EqualValues(t, "under the ceiling", w.Built.Weakest().Link.In(quantity.Metric), "%+v", w.Built.Checks)
	assert.Equal(t, "two", d.Fit(s).Word["rings"])
}

// A brick wall asks for the maker's figures and guesses nothing.
func TestBrickAsks(t *testing.T) {
	s := here()
	s.Room.Walls[0] = space.Side{Kind: space.Brick}
	for _, key := range []string{"board-bands", "board-body", "pegs", "shelf"} {
		d, err := builds.DesignByKey(key)
		require.NoError(t, err)
		w, err := d.Work(good[key].Over(builds.Values{Word: brick.Word}), s)
		require.NoError(t, err)
		assert.True(t, slices.ContainsFunc(w.Asks, func(a builds.Ask) bool { return a.Key == "anchor_off_n" }), key)
		assert.True(t, slices.ContainsFunc(w.Built.Checks,
			func(c builds.Check) bool { return strings.Contains(string(c.Refused), "nothing is guessed here") }), key)
		w, err = d.Work(good[key].Over(brick), s)
		require.NoError(t, err)
		assert.True(t, w.Built.OK(), "%s: %+v", key, w.Built.Weakest())
	}
}

// What is counted is whole: two and a half bags are refused at their question, not rounded in silence.
func TestWhatIsCountedIsWhole(t *testing.T) {
	d, err := builds.DesignByKey("sandbag")
	require.NoError(t, err)
	_, err = d.Work(num("bags", 2.5), here())
	var at *quantity.FieldError
	require.ErrorAs(t, err, &at)
	assert.Equal(t, "bags", at.Field)
	assert.Contains(t, err.Error(), "whole number")
	_, err = d.Work(num("bags", math.NaN()), here())
	require.ErrorAs(t, err, &at)
	assert.Equal(t, "bags", at.Field)
}
