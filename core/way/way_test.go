package way_test

import (
	"fmt"
	"maps"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/derivation"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/way"
)

// What follows says in plain words, apart from the code it checks, when a movement can be
// done: it shares the records of the movements with it and nothing else. With some of the
// options taken, everything else is simply there.

// standsIn is the ceiling that a use wants of a stature h (Drillis & Contini; house
// allowances; a load stands 0.10 m above the grip, a step is 0.48 m).
func standsIn(u space.Use, h float64) float64 {
	return map[space.Use]float64{
		space.StandingUse: h + 0.05, space.OverheadUse: 1.204*h + 0.10 + 0.05, space.BarOverhead: 1.204*h + 0.225 + 0.05,
		space.FloorPress: 0.724*h + 0.10 + 0.05, space.KneelPress: 0.919*h + 0.10 + 0.05, space.LyingPress: 0.9,
		space.StepUp: h + 0.48 + 0.05, space.FullPullUp: 1.184*h + 0.05 + math.Max(0.30, 0.13*h+0.10),
	}[u]
}

// heightsSpelledOut are the uses whose ceiling standsIn knows.
var heightsSpelledOut = []space.Use{space.StandingUse, space.OverheadUse, space.BarOverhead, space.FloorPress, space.KneelPress,
	space.LyingPress, space.StepUp, space.FullPullUp}

// usable is the part of a load between low and high that a use allows; none is ok false.
func usable(r load.Rung, u load.Use) (low, high float64, ok bool) {
	c := r.Conditions
	low, high = float64(r.Low), float64(r.High)
	stretch := high > low
	fraction := map[load.Use]float64{load.HeldOverhead: 1. / 2, load.OverFace: 1. / 2, load.Swung: 1. / 3, load.Thrown: 1. / 3}[u]
	switch {
	case u == load.HungFrom && c.Household:
		return 0, 0, false
	case fraction == 0:
		return low, high, true
	case fraction == 0.5 && c.Open, c.Shifts, high < float64(c.SteadyFrom):
		return 0, 0, false
	}
	if stretch {
		low = math.Max(low, float64(c.SteadyFrom))
	}
	if c.Rated > 0 {
		most := float64(c.Rated) * fraction
		if fraction == 0.5 && c.Above > 0 {
			most = float64(c.Above)
		}
		if stretch {
			high = math.Min(high, most-float64(r.U))
		} else if high+float64(r.U) > most {
			return 0, 0, false
		}
	}
	return low, high, high >= low
}

// thing is one load with the option that brings it, way.Today for none.
type thing struct {
	load.Rung
	option int
}

type supply struct {
	capability.Supply
	option int
}

type counts struct{ low, high, quality float64 }

// reachable is every load that a movement can be done with by a person in a room with
// what is there, by label.
func reachable(m movement.Movement, stature, ceiling float64, limits []movement.Limit, things []thing, supplies []supply,
	group map[int]string) map[string]counts {
	out := map[string]counts{}
	for _, l := range limits {
		if slices.Contains(m.Spares, l) {
			return out
		}
	}
	if ceiling > 0 && m.Height != "" && ceiling < standsIn(m.Height, stature) {
		return out
	}
	quality := float64(m.Quality) / 100
	for _, need := range m.Needs {
		best := 0.0
		for _, s := range supplies {
			apart := need.At != (capability.Span{}) && s.At != (capability.Span{}) && (s.At.To < need.At.From || s.At.From > need.At.To)
			if s.Kind == need.Kind && !apart {
				best = math.Max(best, s.Quality)
			}
		}
		quality *= best
	}
	if quality == 0 {
		return out
	}
	put := func(label string, low, high, u float64) {
		k := m.CountsAs
		c := counts{low * k, (high - u) * k, quality}
		if low == high {
			c.low = (low - u) * k
		}
		c.high = math.Max(c.low, c.high)
		out[label] = c
	}
	inPairs := map[string]bool{}
	for _, t := range things {
		if t.Hold == load.Pair {
			inPairs[t.Things[0]] = true
		}
	}
	for i, a := range things {
		whole := a.Hold == m.Hold && (a.Hold != load.Overhead || !a.Conditions.Household)
		if whole || m.Hold == load.Overhead && a.Hold == load.OneHand {
			if low, high, ok := usable(a.Rung, m.Use); ok {
				put(a.Label, low, high, float64(a.U))
			}
		}
		if m.Hold != load.Pair || a.Hold != load.OneHand || inPairs[a.Things[0]] {
			continue
		}
		for _, b := range things[i+1:] {
			oneOf := a.option >= 0 && b.option >= 0 && (a.option == b.option || group[a.option] != "" && group[a.option] == group[b.option])
			if b.Hold != load.OneHand || inPairs[b.Things[0]] || a.Things[0] == b.Things[0] || oneOf {
				continue
			}
			al, ah, aok := usable(a.Rung, m.Use)
			bl, bh, bok := usable(b.Rung, m.Use)
			if !aok || !bok {
				continue
			}
			low, high := math.Max(al, bl), math.Min(ah, bh)
			if low > high { // alike, though not the same: half of the difference in each
				if low-high > math.Max(0.25, 0.03*low) {
					continue
				}
				low = (low + high) / 2
				high = low
			}
			put(a.Label+" + "+b.Label, low, high, math.Max(float64(a.U), float64(b.U)))
		}
	}
	return out
}

type world struct {
	ceiling  quantity.Length
	who      client.Client
	items    []way.Item
	things   []thing
	supplies []supply
	group    map[int]string
	options  int
}

// under is a room of which only the ceiling is known, in m.
func under(ceiling quantity.Length) space.Room {
	return space.Room{Trains: true, Ceiling: space.Ceiling{Height: ceiling}}
}

// invent makes up a client with things, some of them options.
func invent(r *rand.Rand) world {
	w := world{group: map[int]string{}, options: 3}
	w.who.Person = client.Person{Stature: quantity.Length(1.5 + 0.6*r.Float64()), BodyMass: 80}
	for _, l := range movement.Limits() {
		if r.IntN(6) == 0 {
			w.who.Person.Limits = append(w.who.Person.Limits, l)
		}
	}
	w.ceiling = []quantity.Length{0, 0.8, 1.2, 1.75, 2.1, 2.4, 3}[r.IntN(7)]
	w.who = w.who.In(under(w.ceiling))
	items := map[int]*way.Item{}
	for o := way.Today; o < w.options; o++ {
		items[o] = &way.Item{Option: o}
	}
	if r.IntN(2) == 0 {
		items[0].Group, items[1].Group = "a jug", "a jug"
		w.group[0], w.group[1] = "a jug", "a jug"
	}
	holds := []load.Hold{load.OneHand, load.OneHand, load.OneHand, load.Pair, load.TwoHand, load.Hug, load.Worn, load.Overhead,
		load.Dragged, load.Bar}
	for n := range 7 {
		o := max(r.IntN(w.options+2)-2, way.Today)
		c := load.Conditions{}
		if r.IntN(3) > 0 {
			c = load.Conditions{Household: true, Open: r.IntN(2) == 0, Shifts: r.IntN(3) == 0}
			if r.IntN(2) == 0 {
				c.Rated = quantity.Mass(4 + 20*r.Float64())
			}
			if r.IntN(4) == 0 {
				c.Above = quantity.Mass(1 + 8*r.Float64())
			}
			if r.IntN(3) == 0 {
				c.SteadyFrom = quantity.Mass(6 * r.Float64())
			}
		}
		low := quantity.Mass(1 + 8*r.Float64())
		rung := load.Rung{Hold: holds[r.IntN(len(holds))], Low: low, High: low, U: quantity.Mass(0.4 * r.Float64()), Conditions: c,
			Things: []string{fmt.Sprint("thing ", n-n%2*r.IntN(2), " of ", o)}, Label: fmt.Sprint("load ", n)}
		if r.IntN(3) == 0 {
			rung.High += quantity.Mass(6 * r.Float64())
		}
		items[o].Rungs = append(items[o].Rungs, rung)
		w.things = append(w.things, thing{rung, o})
	}
	for range 5 {
		s := capability.Supply{Kind: capability.Kinds()[r.IntN(len(capability.Kinds()))], Quality: []float64{0.5, 0.8, 1}[r.IntN(3)]}
		if s.Kind == capability.Lane {
			s.At = capability.Span{From: 12 * r.Float64()}
			s.At.To = s.At.From
		}
		o := max(r.IntN(w.options+1)-1, way.Today)
		items[o].Supplies = append(items[o].Supplies, s)
		w.supplies = append(w.supplies, supply{s, o})
	}
	slices.SortStableFunc(w.things, func(a, b thing) int { return a.option - b.option })
	for _, o := range slices.Sorted(maps.Keys(items)) {
		w.items = append(w.items, *items[o])
	}
	return w
}

// taken are the things and supplies that are there when a set of options is taken.
func (w world) taken(set int) (things []thing, supplies []supply) {
	in := func(option int) bool { return option == way.Today || set>>option&1 == 1 }
	for _, t := range w.things {
		if in(t.option) {
			things = append(things, t)
		}
	}
	for _, s := range w.supplies {
		if in(s.option) {
			supplies = append(supplies, s)
		}
	}
	return things, supplies
}

// with are the loads of a way that a set of options gives, each as well as it gives it.
func with(w way.Way, set int) map[string]counts {
	out := map[string]counts{}
	in := func(o int) bool { return set>>o&1 == 1 }
	for _, l := range w.Loads {
		all := true
		for _, o := range l.Options {
			all = all && in(o)
		}
		for _, oneOf := range l.Needs {
			all = all && slices.ContainsFunc(oneOf, in)
		}
		if all && l.Quality > out[l.Rung.Label].quality {
			out[l.Rung.Label] = counts{float64(l.Low), float64(l.High), l.Quality}
		}
	}
	return out
}

// Every movement, load, room and choice of options against the rule written out above.
// Things that two rungs share a name for come up too: they are one thing in two states.
func TestWaysAgainstThePlainRule(t *testing.T) {
	r := rand.New(rand.NewPCG(8, 26))
	can, cannot := 0, 0
	for range 300 {
		w := invent(r)
		stock := way.New(w.who, w.items)
		for _, m := range movement.All() {
			if m.Band != nil || len(m.Body) > 0 || m.Timed || m.Height != "" && !slices.Contains(heightsSpelledOut, m.Height) {
				continue
			}
			all := stock.Of(m)
			if all.Can() == (len(all.Lacks) > 0) {
				t.Fatalf("%s: can be done %v, lacks %v", m.Key, all.Can(), all.Lacks)
			}
			for set := range 1 << w.options {
				things, supplies := w.taken(set)
				want := reachable(m, float64(w.who.Person.Stature), float64(w.ceiling), w.who.Person.Limits, things, supplies, w.group)
				got := with(all, set)
				require.ElementsMatch(t, slices.Collect(maps.Keys(want)), slices.Collect(maps.Keys(got)), "%s, options %03b", m.Key, set)
				for label, c := range want {
					body := float64(w.who.Person.BodyMass) * m.Along // what of it is lifted along
					require.InDelta(t, c.low+body, got[label].low, 1e-9, "%s %s", m.Key, label)
					require.InDelta(t, c.high+body, got[label].high, 1e-9, "%s %s", m.Key, label)
					require.InDelta(t, c.quality, got[label].quality, 1e-9, "%s %s", m.Key, label)
				}
				if len(want) > 0 {
					can++
				} else {
					cannot++
				}
			}
		}
	}
	assert.Greater(t, can, 5000)
	assert.Greater(t, cannot, 5000)
}

// Where no option is in question a stock makes only enough pairs: every load that any
// pair of things reaches, some pair that is made reaches as well or nearly so.
func TestEnoughPairsReachWhatAllPairsDo(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 26))
	press, err := movement.ByKey("floor-press")
	require.NoError(t, err)
	require.Equal(t, load.Pair, press.Hold)
	pairs := 0
	for range 2000 {
		w := invent(r)
		w.who.Person.Limits = nil
		w.who = w.who.In(under(0))
		for i := range w.things {
			w.things[i].Hold, w.things[i].option = load.OneHand, way.Today
		}
		var rungs []load.Rung
		for _, th := range w.things {
			rungs = append(rungs, th.Rung)
		}
		got := way.New(w.who, []way.Item{{Option: way.Today, Rungs: rungs}}).Of(press)
		want := reachable(press, 1.7, 0, nil, w.things, []supply{{Supply: capability.Of(capability.Bench)}}, nil)
		single := map[string]bool{}
		for _, th := range w.things {
			single[th.Label] = th.Low == th.High
		}
		for label, c := range want {
			pairs++
			halves := strings.Split(label, " + ")
			// A thing of one load that can be one of a pair is one of a pair that is made.
			takesPart := func(l way.Load) bool {
				return !slices.ContainsFunc(halves, func(h string) bool { return single[h] }) ||
					slices.ContainsFunc(halves, func(h string) bool { return slices.Contains(strings.Split(l.Rung.Label, " + "), h) })
			}
			// All along what the pair gives, something that is made gives as much.
			low, high := c.low/press.CountsAs, c.high/press.CountsAs
			for _, at := range []float64{low, (low + high) / 2, high} {
				reached := slices.ContainsFunc(got.Loads, func(l way.Load) bool {
					return takesPart(l) && float64(l.Rung.Low) <= at+0.6 && float64(l.Rung.High) >= at-0.6
				})
				require.True(t, reached, "%s at %v, of %v: made are %v", label, at, c, got.Loads)
			}
		}
	}
	assert.Greater(t, pairs, 2000)
}

// Two open buckets of water are two loads for the hands and nothing over a face; shut
// ones are.
func TestOpenBucketsStayOffTheFace(t *testing.T) {
	press, err := movement.ByKey("floor-press")
	require.NoError(t, err)
	row, err := movement.ByKey("romanian-pair")
	require.NoError(t, err)
	kind, err := load.KindByKey("bucket")
	require.NoError(t, err)
	bucket := func(open bool, label string) load.Rung {
		return load.Rung{Hold: load.OneHand, Low: 6, High: 6, U: 0.1, Things: []string{label}, Label: label,
			Conditions: load.Conditions{Household: true, Open: open, Rated: kind.Limit * 2}}
	}
	for _, open := range []bool{true, false} {
		s := way.New(client.Client{Person: client.Person{Stature: 1.7}}, []way.Item{{Option: way.Today,
			Rungs: []load.Rung{bucket(open, "one"), bucket(open, "other")}}})
		got := s.Of(press)
		assert.Equal(t, !open, got.Can())
		assert.True(t, s.Of(row).Can())
		if open {
			assert.Equal(t, way.ByUse, got.Lacks[0].Kind)
			assert.Equal(t, load.RefusedOpen, got.Lacks[0].Refusal.Kind)
		}
	}
}

// A ceiling that is lower than the client stops what is done standing and nothing that
// is done on the floor.
func TestACeilingLowerThanTheClient(t *testing.T) {
	who := client.Client{Person: client.Person{Stature: 1.90, BodyMass: 90}}.In(under(1.75))
	s := way.New(who, []way.Item{{Option: way.Today, Rungs: []load.Rung{
		{Hold: load.TwoHand, Low: 16, High: 16, Things: []string{"bell"}, Label: "bell"},
		{Hold: load.Pair, Low: 8, High: 8, Things: []string{"pair"}, Label: "pair"},
	}}})
	for key, can := range map[string]bool{"goblet-squat": false, "pair-squat": false, "romanian-pair": false, "floor-press": true} {
		m, err := movement.ByKey(key)
		require.NoError(t, err)
		w := s.Of(m)
		assert.Equal(t, can, w.Can(), key)
		if !can {
			require.Len(t, w.Lacks, 1)
			assert.Equal(t, way.ByHeight, w.Lacks[0].Kind)
			assert.InDelta(t, 1.95, w.Lacks[0].Head.Needed.Value, 1e-9)
		}
	}
}

// short is a room that is so much lower than the 2.62 m that are needed, in m.
func short(by float64) way.Lack {
	return way.Lack{Kind: way.ByHeight, Head: space.Headroom{Needed: derivation.Derivation{Value: 2.62}, Best: 2.62 - quantity.Length(by)}}
}

// A height that is lacking by so little that both are written alike is not said to be
// lacking by nothing.
func TestAHeightThatIsHardlyLacking(t *testing.T) {
	for mm := range 40 {
		l := short(0.0003 * float64(mm+1))
		for _, system := range []quantity.System{quantity.Metric, quantity.US} {
			said := l.Phrase().In(system)
			needed := quantity.Say(quantity.Amount(quantity.KindLength, l.Head.Needed.Value)).In(system)
			assert.Equal(t, 1, strings.Count(said, needed), said)
		}
	}
	assert.Equal(t, "needs 2.620 m of height, and the room is less than 0.005 m short of it", short(0.0003).Phrase().In(quantity.Metric))
}

// A step that was worked out for the body alone bears no pack, one for 12 kg besides it bears what
// is no heavier, and a pair counts with both of its loads; the body by itself always goes.
func TestAStepBearsWhatItWasWorkedOutFor(t *testing.T) {
	move := func(key string) movement.Movement {
		m, err := movement.ByKey(key)
		require.NoError(t, err)
		return m
	}
	packs, alone := move("pack-step-up"), move("step-up")
	both := packs
	both.Hold, both.Use = load.Pair, load.HeldLow
	for _, c := range []struct{ extra, pack, each quantity.Mass }{{0, 8, 4}, {12, 12, 6}, {12, 12.5, 6.5}, {30, 12, 15}} {
		step := capability.Supply{Kind: capability.Step, At: capability.Span{From: 0.48, To: 0.48}, Quality: 1, Limited: true,
			Extra: c.extra}
		s := way.New(client.Client{Person: client.Person{Stature: 1.7, BodyMass: 70}}.In(under(2.6)), []way.Item{
			{Option: way.Today, Supplies: []capability.Supply{step}},
			{Option: way.Today, Rungs: []load.Rung{{Hold: load.Worn, Low: c.pack, High: c.pack, Things: []string{"pack"}, Label: "pack"},
				{Hold: load.Pair, Low: c.each, High: c.each, Things: []string{"pair"}, Label: "pair"}}},
		})
		assert.True(t, s.Of(alone).Can())
		assert.Equal(t, c.pack <= c.extra, s.Of(packs).Can(), "%v kg on a step for %v", c.pack, c.extra)
		assert.Equal(t, 2*c.each <= c.extra, s.Of(both).Can(), "two of %v kg on a step for %v", c.each, c.extra)
		if c.pack > c.extra {
			why := s.Of(packs).Lacks[0].Thing
			assert.Equal(t, capability.Weak, why.Kind)
			assert.Contains(t, why.Phrase().In(quantity.Metric), "besides the body, what is there was worked out for")
		}
	}
}
