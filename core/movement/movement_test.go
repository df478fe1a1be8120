package movement_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/space"
)

// Every record says what it must: nothing is left to be known elsewhere.
func TestLibraryIsWhole(t *testing.T) {
	seen := map[string]bool{}
	for _, m := range movement.All() {
		assert.False(t, seen[m.Key], "%s twice", m.Key)
		seen[m.Key] = true
		assert.NotEmpty(t, m.Name, m.Key)
		assert.NotEmpty(t, m.Pattern, m.Key)
		assert.NotEmpty(t, m.Easier, "%s names no easier form", m.Key)
		assert.NotEmpty(t, m.Standard, "%s has no rep standard", m.Key)
		assert.NotEmpty(t, m.Caution, "%s has no caution", m.Key)
		assert.Contains(t, space.Uses(), m.Height, "%s says what height it asks for", m.Key)
		assert.True(t, (m.Hold != "") != (len(m.Body) > 0), "%s is loaded by a hold or by the body", m.Key)
		assert.Equal(t, m.Hold == load.Band, m.Band != nil, "%s has its geometry", m.Key)
		if m.Hold != "" && m.Hold != load.Band {
			assert.Contains(t, load.Uses(), m.Use, "%s says what is done with the load", m.Key)
		}
		if len(m.Body) > 0 {
			form, ok := m.Usual()
			assert.True(t, ok && form.Share > 0, m.Key)
		}
		for _, r := range m.Needs {
			assert.Contains(t, capability.Kinds(), r.Kind, m.Key)
		}
		if m.CountsAs > 0 {
			assert.True(t, m.Quality > 0 && m.Quality <= 100, m.Key)
			assert.Contains(t, movement.Of(m.Pattern), m)
		}
		if r := m.Ratio.Or(); assert.LessOrEqual(t, r.Low, r.Typical, m.Key) {
			assert.LessOrEqual(t, r.Typical, r.High, m.Key)
		}
	}
	assert.GreaterOrEqual(t, len(seen), 75)
}

// A band movement asks for an anchor where its geometry has one, at that height.
func TestBandMovementsAskForTheirAnchor(t *testing.T) {
	for _, m := range movement.All() {
		if m.Band == nil {
			continue
		}
		assert.Equal(t, m.Key, m.Band.Key)
		assert.Equal(t, m.Name, m.Band.Name)
		anchors := 0
		for _, r := range m.Needs {
			if r.Kind == capability.Anchor {
				anchors++
				assert.GreaterOrEqual(t, m.Band.Height, r.At.From, m.Key)
				assert.LessOrEqual(t, m.Band.Height, r.At.To, m.Key)
			}
		}
		assert.Equal(t, m.Band.Anchored(), anchors == 1, m.Key)
	}
	assert.GreaterOrEqual(t, len(movement.Elastic()), 45)
	assert.Len(t, movement.Banded(), 20)
}

// Lying under a load, or a load over the head: said as such, so that nothing open comes there.
func TestPressesOverTheFaceSaySo(t *testing.T) {
	for key, want := range map[string]load.Use{"floor-press": load.OverFace, "dumbbell-press": load.OverFace, "bench-press": load.OverFace, "one-hand-press": load.HeldOverhead} {
		m, err := movement.ByKey(key)
		require.NoError(t, err)
		assert.Equal(t, want, m.Use, key)
	}
	for _, m := range movement.All() {
		if m.Hold == load.Overhead {
			assert.Equal(t, load.HeldOverhead, m.Use, m.Key)
		}
	}
}

// Ebben et al. 2011 (from memory): 64 % of body weight in a standard push-up,
// 49 % on the knees; Melrose & Dawes 2015 (from memory): 52.9 % at 45°.
func TestBodyWeightShares(t *testing.T) {
	push, _ := movement.ByKey("push-up")
	got := map[string]float64{}
	for _, r := range push.Forms(100) {
		got[r.Label] = float64(r.Low)
	}
	assert.InDelta(t, 64, got["push-up"], 1e-9)
	assert.InDelta(t, 49, got["push-up on knees"], 1e-9)
	row, _ := movement.ByKey("strap-row")
	assert.InDelta(t, 52.9, float64(row.Forms(100)[1].Low), 1e-9)
}
