package movement_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/load"
	"scrappyrack/core/movement"
)

func TestLibraryIsWhole(t *testing.T) {
	seen := map[string]bool{}
	for _, m := range movement.All() {
		assert.False(t, seen[m.Key], "%s twice", m.Key)
		seen[m.Key] = true
		assert.NotEmpty(t, m.Name)
		assert.NotEmpty(t, m.Easier, "%s names no easier form", m.Key)
		assert.NotEmpty(t, m.Standard, "%s has no rep standard", m.Key)
		assert.NotEmpty(t, m.Caution, "%s has no caution", m.Key)
		assert.Positive(t, m.CountsAs, m.Key)
		assert.True(t, m.Quality > 0 && m.Quality <= 100, m.Key)
		assert.True(t, (m.Hold != "") != (len(m.Body) > 0), "%s is loaded by a hold or by the body", m.Key)
	}
}

// Ebben et al. 2011 (from memory): 64 % of body weight in a standard push-up,
// 49 % on the knees; Melrose & Dawes 2015 (from memory): 52.9 % at 45°.
func TestBodyWeightShares(t *testing.T) {
	push, _ := movement.ByKey("push-up")
	got := map[string]float64{}
	for _, r := range push.Rungs(load.Ladder{}, 100) {
		got[r.Label] = float64(r.Low)
	}
	assert.InDelta(t, 64, got["push-up"], 1e-9)
	assert.InDelta(t, 49, got["push-up on knees"], 1e-9)
	row, _ := movement.ByKey("strap-row")
	assert.InDelta(t, 52.9, float64(row.Rungs(load.Ladder{}, 100)[1].Low), 1e-9)
}
