package coverage_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/strength"
	"scrappyrack/core/way"
)

var person = client.Person{Stature: 1.8, BodyMass: 80, Experience: client.Novice, Goal: client.General}

func slot(t *testing.T, p client.Person, key string) coverage.Slot {
	t.Helper()
	slots, err := coverage.Slots(p)
	require.NoError(t, err)
	for _, s := range slots {
		if s.Key == key {
			return s
		}
	}
	t.Fatalf("no slot %s", key)
	return coverage.Slot{}
}

// By hand: d = 0.05 is still whole, d = 0.20 nothing, half way between, half.
func TestCloseness(t *testing.T) {
	for d, want := range map[float64]float64{0: 1, 0.05: 1, 0.125: 0.5, 0.2: 0, 0.5: 0} {
		assert.InDelta(t, want, coverage.Closeness(d), 1e-12)
	}
}

// hall is a room of 5 × 4 m.
func hall(ceiling quantity.Length) space.Room {
	r := space.Rectangle(5, 4, ceiling)
	r.Holes = space.Drillable
	return r
}

// room is the client of a person in a room that stops nothing.
func room(p client.Person) client.Client {
	return client.Client{Person: p}.In(hall(2.6))
}

func stock(c client.Client, rungs ...load.Rung) *way.Stock {
	return way.New(c, []way.Item{{Option: way.Today, Rungs: rungs}, way.Present(c)})
}

func rung(h load.Hold, low, high quantity.Mass) load.Rung {
	return load.Rung{Hold: h, Low: low, High: high, Things: []string{"x"}}
}

func TestAStretchOverTheRangeCoversAtTheMovementsQuality(t *testing.T) {
	s := slot(t, person, "squat")
	c := coverage.Cover(s, stock(room(person), rung(load.TwoHand, 1, 200)))
	assert.InDelta(t, 0.95, c.Value, 1e-12, "goblet squat")
	assert.InDelta(t, 0.95, c.Today, 1e-12)
	assert.InDelta(t, 0.95, c.Horizon, 1e-12)
	assert.Equal(t, coverage.Covered, c.State)
	assert.Empty(t, c.Gaps)

	none := coverage.Cover(s, stock(room(person)))
	assert.Equal(t, coverage.Missing, none.State)
	require.Len(t, none.Gaps, 1)
	assert.InDelta(t, float64(s.Lo), float64(none.Gaps[0].Lo), 1e-9)
	assert.InDelta(t, float64(s.Hi), float64(none.Gaps[0].Hi), 1e-9)
}

// A single rung m serves targets from m/1.05 to m/0.95 (d is taken from the target), and
// counts at its low end.
func TestGapsByHand(t *testing.T) {
	s := slot(t, person, "squat")
	assert.InDelta(t, 0.88*80, float64(s.Along), 1e-9)
	mid := (s.Lo + s.Hi) / 2
	r := rung(load.TwoHand, mid+1, mid+1)
	r.U = 1
	c := coverage.Cover(s, stock(room(person), r))
	require.Len(t, c.Gaps, 2)
	assert.InDelta(t, float64(mid+s.Along)/1.05-float64(s.Along), float64(c.Gaps[0].Hi), 1e-9)
	assert.InDelta(t, float64(mid+s.Along)/0.95-float64(s.Along), float64(c.Gaps[1].Lo), 1e-9)
	light := rung(load.TwoHand, s.Lo-5, s.Lo-5)
	c = coverage.Cover(s, stock(room(person), r, light))
	assert.InDelta(t, float64(s.Lo-5), float64(c.Ticks[len(c.Ticks)-2].At), 1e-9)
	c = coverage.Cover(s, stock(room(person), light))
	assert.Equal(t, coverage.Thin, c.State)
	assert.Contains(t, c.Reason().In(quantity.Metric), "nothing here weighs")
}

// The exact integral against Simpson's rule on a fine grid over the definition.
func TestCoverageIsTheIntegral(t *testing.T) {
	s := slot(t, person, "squat")
	quality := map[load.Hold]float64{load.TwoHand: 0.95, load.Hug: 0.90, load.Worn: 0.80}
	rapid.Check(t, func(t *rapid.T) {
		var rungs []load.Rung
		for range rapid.IntRange(0, 6).Draw(t, "n") {
			h := rapid.SampledFrom([]load.Hold{load.TwoHand, load.Hug, load.Worn}).Draw(t, "hold")
			low := quantity.Mass(rapid.Float64Range(0.6, 1.4).Draw(t, "low")) * s.Lo
			r := rung(h, low, low*quantity.Mass(rapid.SampledFrom([]float64{1, 1, 1.02, 1.3}).Draw(t, "stretch")))
			r.U = quantity.Mass(rapid.Float64Range(0, 0.04).Draw(t, "u")) * low
			rungs = append(rungs, r)
		}
		body, along := float64(person.BodyMass), float64(s.Along)
		best := func(target float64) (v float64) {
			// The body alone, as its own movements lift it: share, quality.
			for _, b := range [][2]float64{{0.88, 0.80}, {0.88, 0.60}, {0.55, 0.55}, {0.80, 0.50}} {
				at := b[0]*body - 0.1*math.Abs(b[0]-0.88)*body
				v = math.Max(v, coverage.Closeness(math.Abs(at-target)/target)*b[1])
				if b[1] != 0.50 { // a wall sit is held: lowering it slowly is nothing
					v = math.Max(v, coverage.Closeness(math.Abs(at*1.1-target)/target)*b[1]*0.95)
				}
			}
			for _, r := range rungs {
				low, high := float64(r.Low), math.Max(float64(r.Low), float64(r.High-r.U))
				if r.Low == r.High {
					low, high = low-float64(r.U), low-float64(r.U)
				}
				// As it is; and lowered in 4 s, what is held counts a tenth more, at 95 %.
				for _, slow := range []bool{false, true} {
					more, worth := 1.0, 1.0
					if slow {
						more, worth = 1.1, 0.95
					}
					d := math.Max(0, math.Max(low*more+along-target, target-high*more-along)) / target
					v = math.Max(v, coverage.Closeness(d)*quality[r.Hold]*worth)
				}
			}
			return v
		}
		const n = 4000
		sum, step := 0.0, math.Log((float64(s.Hi)+along)/(float64(s.Lo)+along))/n
		for i := range n {
			at := func(k float64) float64 { return best((float64(s.Lo) + along) * math.Exp((float64(i)+k)*step)) }
			sum += (at(0) + 4*at(0.5) + at(1)) / 6 / n
		}
		got := coverage.Cover(s, stock(room(person), rungs...))
		assert.InDelta(t, sum, got.Value, 2e-4)
	})
}

func TestLimitsAndHeadroomRuleMovementsOut(t *testing.T) {
	c := room(person)
	s := slot(t, person, "push-overhead")
	press := rung(load.OneHand, 1, 100)
	assert.Equal(t, "one-hand-press", coverage.Cover(s, stock(c, press)).Ways[0].Movement.Key)

	c = c.In(hall(2.1))
	low := coverage.Cover(s, stock(c, press))
	assert.Equal(t, "floor-seated-press", low.Ways[0].Movement.Key, "under a low ceiling one sits down")

	c = room(person)
	c.Person.Limits = []movement.Limit{movement.NoOverhead}
	none := coverage.Cover(s, stock(c, press))
	assert.Zero(t, none.Value)
	assert.Contains(t, none.Reason().In(quantity.Metric), "left out: nothing overhead for this client")
}

// A ceiling lower than the client stops a row, and says by how much.
func TestNobodyRowsUnderACeilingLowerThanThey(t *testing.T) {
	tall := person
	tall.Stature = 1.90
	c := room(tall)
	c = c.In(hall(1.75))
	s := slot(t, tall, "pull-level")
	got := coverage.Cover(s, stock(c, rung(load.OneHand, 1, 200)))
	assert.Zero(t, got.Value)
	assert.Equal(t, coverage.Missing, got.State)
	lacks := ""
	for _, w := range got.Ways {
		if w.Movement.Key == "one-hand-row" {
			lacks = w.Why().In(quantity.Metric)
		}
	}
	assert.Equal(t, "needs 1.950 m of height, the room has 1.750 m", lacks)
	press := coverage.Cover(slot(t, tall, "push-level"), stock(c, load.Rung{Hold: load.Pair, Low: 1, High: 100, Things: []string{"y"}}))
	assert.Positive(t, press.Value, "but lies down to press")
}

// What nobody has read covers in part at best, and says so.
func TestAGuessCoversInPartAtBest(t *testing.T) {
	s := slot(t, person, "hip-side")
	c := room(person)
	r := load.Rung{Hold: load.Band, Low: 0.1, High: 400, For: "band-side-step", Things: []string{"b"}}
	assert.Equal(t, coverage.Covered, coverage.Cover(s, stock(c, r)).State)
	r.Unread = true
	got := coverage.Cover(s, stock(c, r))
	assert.Equal(t, coverage.Thin, got.State)
	assert.True(t, got.Guessed)
	assert.Contains(t, got.Reason().In(quantity.Metric), "nobody has pulled on a scale")
}

// A band of ± 35 % counts at its low end: at exactly what is asked it covers nothing.
func TestTheLowEndCounts(t *testing.T) {
	s := slot(t, person, "pull-level")
	r := load.Rung{Hold: load.Band, Low: 2 * s.Lo, High: 2 * s.Lo, U: 0.7 * s.Lo, For: "band-bent-row", Things: []string{"b"}}
	assert.Zero(t, coverage.Cover(s, stock(room(person), r)).Value)
	r.U = 0
	assert.Positive(t, coverage.Cover(s, stock(room(person), r)).Value)
}

// A door that nobody has looked at takes 150 N; what pulls harder is not covered.
func TestAnUnknownDoorTakesLittle(t *testing.T) {
	c := room(person)
	s := slot(t, person, "pull-level")
	pulls := func(n quantity.Force) load.Rung {
		return load.Rung{Hold: load.Band, Low: s.Lo, High: 4 * s.Hi, For: "band-row", Things: []string{"b"}, Pull: n}
	}
	anchor := capability.Supply{Kind: capability.Anchor, Quality: 1, Strength: space.UnknownDoor.Takes()}
	on := func(a capability.Supply, r load.Rung) coverage.Coverage {
		return coverage.Cover(s, way.New(c, []way.Item{{Option: way.Today, Rungs: []load.Rung{r}, Supplies: []capability.Supply{a}}}))
	}
	assert.Positive(t, on(anchor, pulls(150)).Value)
	weak := on(anchor, pulls(151))
	assert.Zero(t, weak.Value)
	anchor.Strength = space.SolidDoor.Takes()
	assert.Positive(t, on(anchor, pulls(151)).Value)
	found := false
	for _, w := range weak.Ways {
		found = found || w.Movement.Key == "band-row" && assert.Contains(t, w.Why().In(quantity.Metric),
			"pulls 151 N at its anchor, what is there takes 150 N")
	}
	assert.True(t, found)
}

// A missing need names what is cheapest to open it with: for an 80 kg novice's row a bucket
// of sand at nine before any gear, for the carry of an intermediate one a dumbbell at 48, since
// no bucket's handle takes what it asks, and for the hip of whoever begins again mini loops at ten.
func TestMissingNamesTheCheapestOpening(t *testing.T) {
	again := person
	again.Goal, again.Limits = client.BackTo, []movement.Limit{movement.NoFloor}
	heavy := person
	heavy.Experience, heavy.Sex = client.Intermediate, client.Male
	for _, c := range []struct {
		who   client.Person
		slot  string
		price int64
		words string
	}{{person, "pull-level", 900, "Dry sand"}, {heavy, "carry", 4800, "dumbbell"}, {again, "hip-side", 1000, "Mini loops"}} {
		got := coverage.Cover(slot(t, c.who, c.slot), stock(room(c.who)))
		require.Equal(t, coverage.Missing, got.State, c.slot)
		require.NotNil(t, got.Open(), c.slot)
		assert.Equal(t, c.price, got.Open().Price, c.slot)
		assert.Contains(t, got.Reason().In(quantity.Metric), c.words)
	}
}

// Whatever a missing need names opens it: with that there, and nothing else, the board no
// longer calls it missing. Bodies, rooms, doors, walls and limits of many kinds.
func TestOpeningsOpen(t *testing.T) {
	memo, done := band.NewMemo(5000), 0
	for i := range 40 {
		r := rand.New(rand.NewPCG(uint64(i), 1))
		who := client.Person{
			Stature: quantity.Length(1.5 + 0.5*r.Float64()), BodyMass: quantity.Mass(50 + 60*r.Float64()),
			Experience: client.Experiences()[r.IntN(4)], Goal: client.General, Limits: movement.Limits()[:r.IntN(2)],
		}
		where := hall(quantity.Length(1.7 + r.Float64()))
		where.Door = []space.Door{space.SolidDoor, space.LightDoor, space.NoDoor, space.UnknownDoor}[i%4]
		where.Holes = []space.Walls{space.Drillable, space.NoHoles}[i%2]
		c := client.Client{Person: who, Memo: memo}.In(where)
		slots, err := coverage.Slots(who)
		require.NoError(t, err)
		own := []way.Item{way.Present(c)}
		if i%3 == 0 { // a dumbbell of 12 kg is there
			own = append(own, way.Item{Option: way.Today, Rungs: []load.Rung{rung(load.OneHand, 12, 12)}})
		}
		for _, s := range slots {
			before := coverage.Cover(s, way.New(c, own))
			if before.Open() == nil || len(before.Open().Things) == 0 {
				continue
			}
			done++
			after := coverage.Cover(s, way.New(c, append(own[:len(own):len(own)], before.Open().Things...)))
			assert.NotEqual(t, coverage.Missing, after.State, "%s of %v: %s", s.Name, who, before.Open().Do.In(quantity.Metric))
		}
	}
	assert.Greater(t, done, 100)
}

// No jug, which holds half of 10 kg overhead, is named for a press of 15 kg a hand.
func TestNoJugIsNamedForWhatItMayNotDo(t *testing.T) {
	strong := client.Person{Stature: 1.9, BodyMass: 94, Sex: "male", Experience: client.Novice, Goal: client.General}
	press := coverage.Cover(slot(t, strong, "push-overhead"), stock(room(strong)))
	require.Equal(t, coverage.Missing, press.State)
	assert.NotContains(t, press.Reason().In(quantity.Metric), "jug")
	require.NotNil(t, press.Open())
	assert.Positive(t, press.Open().Price)
}

// More rungs and more capabilities never cover less.
func TestCoverageIsMonotone(t *testing.T) {
	slots, err := coverage.Slots(person)
	require.NoError(t, err)
	c := room(person)
	rapid.Check(t, func(t *rapid.T) {
		draw := func(name string) []load.Rung {
			var out []load.Rung
			for range rapid.IntRange(0, 5).Draw(t, name) {
				low := quantity.Mass(rapid.Float64Range(0.5, 80).Draw(t, "low"))
				out = append(out, rung(rapid.SampledFrom(load.Holds()).Draw(t, "hold"), low, low))
			}
			return out
		}
		few := draw("few")
		a := coverage.Hold(slots, stock(c, few...))
		more := append(append([]load.Rung{}, few...), draw("more")...)
		b := coverage.Hold(slots, way.New(c, []way.Item{{Option: way.Today, Rungs: more,
			Supplies: []capability.Supply{capability.Of(capability.Anchor)}}, way.Present(c)}))
		for i := range a.Slots {
			if b.Slots[i].Value < a.Slots[i].Value-1e-9 {
				t.Fatalf("%s falls from %v to %v", a.Slots[i].Slot.Name, a.Slots[i].Value, b.Slots[i].Value)
			}
		}
	})
}

func strengthShare(reps int) float64 {
	m, _ := strength.Maximum(1).LoadFor(reps)
	return float64(m)
}

// A load made harder counts for more, and for less than the same load would: a pulled band's
// or a jug's tenth, at 95 %.
func TestTacticsCountForLessThanRealLoad(t *testing.T) {
	s := slot(t, person, "pull-level")
	require.Zero(t, s.Along)
	rapid.Check(t, func(t *rapid.T) {
		m := quantity.Mass(rapid.Float64Range(0.5, 1.3).Draw(t, "share")) * s.Hi
		as, more := rung(load.OneHand, m, m), rung(load.OneHand, m, m*1.1)
		for _, target := range coverage.Targets(s.Lo, s.Hi) {
			l := way.Load{Rung: &as, Low: m, High: m, Quality: 0.9, Harder: movement.Slow}
			worth, with := coverage.Worth(&l, target)
			plain := coverage.Fit(m, m, target) * 0.9
			assert.GreaterOrEqual(t, worth, plain)
			assert.LessOrEqual(t, worth, math.Max(plain, coverage.Fit(m*1.1, m*1.1, target)*0.9*0.95)+1e-12)
			assert.Equal(t, worth > plain, with == movement.Slow)
		}
		assert.LessOrEqual(t, coverage.Cover(s, stock(room(person), as)).Value, coverage.Cover(s, stock(room(person), more)).Value+1e-12,
			"a stretch as far as the tactic is worth no less")
	})
	light := rung(load.OneHand, s.Lo*0.92, s.Lo*0.92)
	c := coverage.Cover(s, stock(room(person), light))
	assert.Contains(t, c.Explain().Inputs[3].Text, "4 s down", "the derivation says what makes it so")
}
