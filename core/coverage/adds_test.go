package coverage_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
)

// What each thing of the catalogue adds is what a stock made anew with it comes to; nothing
// that is added takes anything away.
func TestWhatIsAddedIsWhatAStockMadeAnewHas(t *testing.T) {
	c := room(person)
	slots, err := coverage.Slots(person)
	require.NoError(t, err)
	own := []load.Rung{rung(load.OneHand, 3, 9), rung(load.TwoHand, 12, 12), rung(load.Worn, 8, 8)}
	now := stock(c, own...)
	before := coverage.Values(slots, now)
	var things []way.Item
	for _, it := range gear.All() {
		things = append(things, way.Item{Option: way.Today, Rungs: c.ItemRungs(it, load.Bought, it.Key), Supplies: c.ItemSupplies(it)})
	}
	opens, turns := 0, 0
	for i, a := range coverage.Adds(slots, now, things) {
		name := gear.All()[i].Key
		then := way.New(c, []way.Item{{Option: way.Today, Rungs: own}, way.Present(c), things[i]})
		for n, v := range coverage.Values(slots, then) {
			assert.InDelta(t, v, a.Values[n], 1e-12, "%s: %s", name, slots[n].Key)
			assert.GreaterOrEqual(t, a.Values[n], before[n]-1e-12, "%s takes nothing from %s", name, slots[n].Key)
			if v > before[n]+1e-9 {
				turns++
			}
		}
		var want []string
		for _, m := range movement.All() {
			if then.Of(m).Can() && !now.Of(m).Can() {
				want = append(want, m.Key)
			}
		}
		var got []string
		for _, m := range a.Opens {
			got = append(got, m.Key)
		}
		assert.Equal(t, want, got, name)
		opens += len(got)
	}
	assert.Greater(t, opens, 50)
	assert.Greater(t, turns, 50)
}

// Boards of small households against a plain enumeration: at each of many targets the best
// of every load of every movement of the pattern, as it is or made harder, averaged; then
// weighed.
func TestSmallBoardsAreTheBestOfEveryWay(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 8))
	holds := []load.Hold{load.OneHand, load.OneHand, load.TwoHand, load.Worn, load.Hug, load.Pair, load.Bar}
	boards, slotsSeen := 0, 0
	for _, g := range client.Goals() {
		for range 3 {
			p := person
			p.Goal, p.BodyMass = g, quantity.Mass(50+50*r.Float64())
			if r.IntN(3) == 0 {
				p.Limits = []movement.Limit{movement.Limits()[r.IntN(len(movement.Limits()))]}
			}
			var own []load.Rung
			for n := range 1 + r.IntN(4) {
				low := quantity.Mass(2 + 28*r.Float64())
				one := rung(holds[r.IntN(len(holds))], low, low*quantity.Mass([]float64{1, 1, 1.4}[r.IntN(3)]))
				one.Things = []string{fmt.Sprint("thing ", n)}
				own = append(own, one)
			}
			slots, err := coverage.Slots(p)
			require.NoError(t, err)
			s := stock(room(p), own...)
			board := coverage.Hold(slots, s)
			whole, weights, covered := 0.0, 0.0, 0
			for i, slot := range slots {
				loads := map[string][]way.Load{}
				for _, m := range movement.All() {
					if m.Pattern == slot.Pattern && m.CountsAs > 0 {
						loads[m.Key] = s.Of(m).Loads
					}
				}
				at := func(target float64) (best float64) {
					for key, all := range loads {
						m, err := movement.ByKey(key)
						require.NoError(t, err)
						for _, l := range all {
							best = max(best, coverage.Fit(l.Low, l.High, quantity.Mass(target))*l.Quality)
							if !m.Timed && slices.ContainsFunc(m.Tactics, func(x movement.Tactic) bool { return x.Key == "slow" }) {
								low, high := max(l.Low, l.Along+(l.Low-l.Along)*1.1), max(l.High, l.Along+(l.High-l.Along)*1.1)
								best = max(best, coverage.Fit(low, high, quantity.Mass(target))*l.Quality*0.95)
							} else if slices.ContainsFunc(m.Tactics, func(x movement.Tactic) bool { return x.Key == "longer-carry" }) {
								low, high := max(l.Low, l.Along+(l.Low-l.Along)*1.15), max(l.High, l.Along+(l.High-l.Along)*1.15)
								best = max(best, coverage.Fit(low, high, quantity.Mass(target))*l.Quality*0.85)
							}
						}
					}
					return best
				}
				const n = 300
				lo, hi := float64(slot.Lo+slot.Along), float64(slot.Hi+slot.Along)
				sum := 0.0
				for k := range n {
					sum += at(lo*math.Pow(hi/lo, (float64(k)+0.5)/n)) / n
				}
				require.InDelta(t, sum, board.Slots[i].Value, 2e-3, "%s: %s with %v", g, slot.Name, own)
				whole, weights = whole+board.Slots[i].Value*float64(slot.Weight), weights+float64(slot.Weight)
				if board.Slots[i].Value >= 0.7 && !board.Slots[i].Guessed {
					covered++
				}
				slotsSeen++
			}
			assert.InDelta(t, whole/weights, board.Value, 1e-9)
			assert.Equal(t, covered, board.Covered)
			boards++
		}
	}
	assert.Equal(t, 24, boards)
	assert.Greater(t, slotsSeen, 200)
}

// What the limits leave nothing of stands beside the board, not on it, and is said.
func TestALimitThatLeavesNothingTakesTheNeedOff(t *testing.T) {
	p := person
	p.Limits = []movement.Limit{movement.NoOverhead}
	slots, err := coverage.Slots(p)
	require.NoError(t, err)
	for _, s := range slots {
		can := slices.ContainsFunc(movement.Of(s.Pattern), func(m movement.Movement) bool {
			return !slices.Contains(m.Spares,
				movement.NoOverhead)
		})
		assert.True(t, can, s.Name)
	}
	for _, l := range coverage.LeftOut(p) {
		assert.True(t, l.Limits, l.Name)
	}
	p.Limits = movement.Limits()
	left := coverage.LeftOut(p)
	require.NotEmpty(t, left)
	overhead := func(all []coverage.Left) bool {
		return slices.ContainsFunc(all, func(l coverage.Left) bool { return l.Pattern == movement.PushUp && l.Limits })
	}
	assert.True(t, overhead(left))
	p.Wishes = []client.Wish{{Need: "push-overhead", Weight: 2}}
	assert.False(t, overhead(coverage.LeftOut(p)), "who wishes for it has it")
}
