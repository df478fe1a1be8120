package capability_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

// A row at chest height that pulls 180 N, and what there may be for it.
func TestAnAnchorMustBeThereAtItsHeightAndHold(t *testing.T) {
	row := capability.Requirement{Kind: capability.Anchor, At: capability.Chest, Strength: 180}
	anchor := func(from, to float64, strength quantity.Force) capability.Supply {
		return capability.Supply{Kind: capability.Anchor, At: capability.Span{From: from, To: to}, Strength: strength, Quality: 0.9}
	}
	for name, c := range map[string]struct {
		supply  capability.Supply
		quality float64
		lack    capability.LackKind
		says    string
	}{
		"a bench": {capability.Of(capability.Bench), 0, capability.Absent, "needs a chest anchor"},
		"low in the wall": {anchor(0.05, 0.2, 0), 0, capability.Placed,
			"needs a chest anchor, and the one there is elsewhere"},
		"in a light door":                {anchor(0, 1.2, 150), 0, capability.Weak, "pulls 180 N at its anchor, what is there takes 150 N"},
		"in a solid door":                {anchor(0, 1.2, 400), 0.9, "", ""},
		"with just what it takes":        {anchor(0, 1.2, 180), 0.9, "", ""},
		"touching the height at its end": {anchor(0.85, 1.2, 0), 0.9, "", ""},
		"anywhere, strength not asked":   {capability.Of(capability.Anchor), 1, "", ""},
		"better than can be":             {capability.Supply{Kind: capability.Anchor, Quality: 3}, 1, "", ""},
	} {
		quality, lack := row.Meets(c.supply)
		assert.InDelta(t, c.quality, quality, 1e-12, name)
		if c.quality == 0 {
			assert.Equal(t, c.lack, lack.Kind, name)
			assert.Contains(t, lack.Phrase().In(quantity.Metric), c.says, name)
		}
	}
}

// The best of several counts; where none does, what comes nearest is named, in whatever
// order they stand.
func TestTheNearestLackIsNamed(t *testing.T) {
	row := capability.Requirement{Kind: capability.Anchor, At: capability.Chest, Strength: 180}
	low := capability.Supply{Kind: capability.Anchor, At: capability.Low, Quality: 1}
	weak := capability.Supply{Kind: capability.Anchor, Strength: 150, Quality: 1}
	for _, all := range [][]capability.Supply{{low, weak}, {weak, low}, {capability.Of(capability.Step), weak, low}} {
		quality, lack := row.Best(all)
		assert.Zero(t, quality)
		assert.Equal(t, capability.Weak, lack.Kind)
	}
	quality, lack := row.Best([]capability.Supply{weak, {Kind: capability.Anchor, Quality: 0.5}, {Kind: capability.Anchor, Quality: 0.8},
		low})
	assert.InDelta(t, 0.8, quality, 1e-12)
	assert.Empty(t, lack)
	_, none := row.Best(nil)
	assert.Equal(t, capability.Absent, none.Kind)
}

// A lane is asked for by its length: 8 m of carry do not fit into 5 m.
func TestALaneMustBeLongEnough(t *testing.T) {
	carry := capability.Requirement{Kind: capability.Lane, At: capability.Span{From: 8, To: 100}}
	lane := func(m float64) capability.Supply {
		return capability.Supply{Kind: capability.Lane, At: capability.Span{From: m, To: m}, Quality: 1}
	}
	_, lack := carry.Meets(lane(5))
	assert.Contains(t, lack.Phrase().In(quantity.Metric), "needs a lane of 8.000 m, the longest here is 5.000 m")
	quality, _ := carry.Meets(lane(9))
	assert.InDelta(t, 1, quality, 1e-12)
}
