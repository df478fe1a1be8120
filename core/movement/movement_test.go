package movement_test

import (
	"strings"
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
	seen, families := map[string]bool{}, map[movement.Family]int{}
	for _, m := range movement.All() {
		assert.False(t, seen[m.Key], "%s twice", m.Key)
		seen[m.Key] = true
		families[m.Family]++
		for field, text := range map[string]string{
			"name": m.Name, "pattern": string(m.Pattern), "easier": m.Easier, "standard": m.Standard, "dose": m.Dose, "caution": m.Caution,
			"sides": string(m.Sides), "unit": string(m.Format.Of),
		} {
			assert.NotEmpty(t, text, "%s: %s", m.Key, field)
		}
		assert.Contains(t, movement.Families(), m.Family, m.Key)
		assert.NotEmpty(t, m.Muscles, m.Key)
		assert.Subset(t, movement.Muscles(), m.Muscles, m.Key)
		assert.NotEmpty(t, m.Tactics, m.Key)
		assert.Subset(t, movement.Tactics(), m.Tactics, m.Key)
		assert.NotEmpty(t, m.Words, m.Key)
		assert.True(t, m.Format.Low > 0 && m.Format.High >= m.Format.Low, "%s: %v", m.Key, m.Format)
		assert.True(t, m.Seconds > 0 && m.Seconds < 15, m.Key)
		assert.Contains(t, space.Uses(), m.Height, "%s says what height it asks for", m.Key)
		assert.True(t, m.Timed || (m.Hold != "") != (len(m.Body) > 0), "%s is loaded by a hold or by the body", m.Key)
		assert.False(t, m.Timed && len(m.Body) > 0, m.Key)
		assert.Equal(t, m.Pattern.Timed(), m.Timed, "%s is timed as its pattern is", m.Key)
		assert.Equal(t, m.Hold == load.Band, m.Band != nil, "%s has its geometry", m.Key)
		if m.Hold != "" && m.Hold != load.Band {
			assert.Contains(t, load.Uses(), m.Use, "%s says what is done with the load", m.Key)
		}
		if len(m.Body) > 0 {
			form, ok := m.Usual()
			assert.True(t, ok && form.Share > 0, m.Key)
			assert.Zero(t, m.Along, "%s: its forms are the body's share already", m.Key)
		}
		if m.Hold != "" && m.CountsAs > 0 && !m.Timed && m.Pattern.Along() > 0.1 {
			assert.InDelta(t, m.Pattern.Along(), m.Along, 0.15, "%s lifts the body along as its pattern does", m.Key)
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
	assert.GreaterOrEqual(t, len(seen), 110)
	for _, f := range movement.Families() {
		assert.Positive(t, families[f], "nothing is in the family %s", f)
	}
}

// Every easier relative and everything that comes before exists, and every chain of easier
// ones ends, without going round, in something that needs nothing and takes no load, or
// where there is nothing lighter of the kind than it with less in the hands.
func TestChainsEnd(t *testing.T) {
	free := 0
	for _, m := range movement.All() {
		for _, k := range m.After {
			_, err := movement.ByKey(k)
			assert.NoError(t, err, "%s comes after", m.Key)
		}
		seen := map[string]bool{m.Key: true}
		at := m
		for len(at.Down) > 0 {
			for _, k := range at.Down {
				next, err := movement.ByKey(k)
				require.NoError(t, err, "%s is easier than %s", k, at.Key)
				at = next
				break
			}
			require.False(t, seen[at.Key], "%s goes round at %s", m.Key, at.Key)
			seen[at.Key] = true
		}
		ends := at.Easier != ""
		if at.Hold == "" && len(at.Needs) == 0 {
			free++
		} else {
			ends = ends && (at.Hold != "" || at.Pattern == movement.PullLevel || at.Pattern == movement.Squat ||
				at.Pattern == movement.GetUp)
		}
		assert.True(t, ends, "%s ends in %s, which needs something", m.Key, at.Key)
	}
	assert.Greater(t, free, 80)
	assert.True(t, func() bool { // gates are not circular
		for _, m := range movement.All() {
			var walk func(k string, deep int) bool
			walk = func(k string, deep int) bool {
				if deep > 10 {
					return false
				}
				x, err := movement.ByKey(k)
				if err != nil {
					return false
				}
				for _, a := range x.After {
					if !walk(a, deep+1) {
						return false
					}
				}
				return true
			}
			if !walk(m.Key, 0) {
				t.Log(m.Key)
				return false
			}
		}
		return true
	}(), "what comes before what goes round")
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
	assert.Len(t, movement.Banded(), 35)
}

// Lying under a load, or a load over the head: said as such, so that nothing open comes there.
func TestPressesOverTheFaceSaySo(t *testing.T) {
	for key, want := range map[string]load.Use{"floor-press": load.OverFace, "dumbbell-press": load.OverFace, "bench-press": load.OverFace,
		"one-hand-press": load.HeldOverhead} {
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

// What is searched by names no person: methods that go by a name are called by what they are.
func TestSearchWordsNameNobody(t *testing.T) {
	for _, m := range movement.All() {
		for _, w := range m.Words {
			for _, name := range []string{"tabata", "pallof", "turkish", "zottman", "arnold", "jefferson", "zercher", "copenhagen"} {
				assert.NotContains(t, strings.ToLower(w), name, m.Key)
			}
		}
	}
}
