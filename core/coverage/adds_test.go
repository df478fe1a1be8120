package coverage_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
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
