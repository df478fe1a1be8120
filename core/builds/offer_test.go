package builds_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/space"
)

// A board for bands is offered on a stud that holds it, away from the door, in the room where it
// may be screwed; where nothing may, at the place with the fewest links that fail.
func TestOffersStandWhereTheyHold(t *testing.T) {
	s := here()
	rented := space.Rectangle(4, 4, 2.4)
	rented.Holes = space.NoHoles
	rooms := []space.Room{rented, *s.Room}
	d, err := builds.DesignByKey("board-bands")
	require.NoError(t, err)
	o := d.Offer(rooms, s, good["board-bands"])
	assert.True(t, o.Worked.Built.OK(), "%+v", o.Worked.Built.Weakest())
	assert.Equal(t, 1, o.Room)
	assert.Contains(t, s.Room.Studs(o.At.Wall), o.At.At)
	again, err := d.Work(o.Say, o.At)
	require.NoError(t, err)
	assert.True(t, again.Built.OK(), "what is offered is what comes")
	o = d.Offer(rooms[:1], s, good["board-bands"])
	assert.False(t, o.Worked.Built.OK())
	assert.Equal(t, 0, o.Room)
	o = d.Offer(nil, s, good["board-bands"])
	assert.False(t, o.Worked.Built.OK())
	assert.Equal(t, -1, o.Room)
	assert.Nil(t, o.At.Room)
	// Pegs on a lined wall as they fit do not hold: what is offered has the lining cut out, and does.
	pegs, err := builds.DesignByKey("pegs")
	require.NoError(t, err)
	o = pegs.Offer(rooms, s, builds.Values{Word: map[string]string{"stud": "89"}})
	assert.True(t, o.Worked.Built.OK(), "%+v", o.Worked.Built.Weakest())
	assert.Equal(t, "yes", o.Say.Word["cut"])
	// A door that nobody has looked at stays one: what is not known is not made so.
	strap, err := builds.DesignByKey("door-strap")
	require.NoError(t, err)
	o = strap.Offer(rooms, s, builds.Values{})
	assert.False(t, o.Worked.Built.OK())
	assert.Empty(t, o.Say.Word)
}

// The mark that is asked of a link is the least that makes all pass, to 100 N.
func TestMarksAreTheLeastThatPass(t *testing.T) {
	for _, d := range builds.Designs() {
		v := good[d.Key]
		marks := d.Marks(at(d.Key), v)
		asks := 0
		w, err := d.Work(v, at(d.Key))
		require.NoError(t, err)
		for _, a := range w.Asks {
			if a.Mark {
				asks++
			}
		}
		require.Len(t, marks, asks, d.Key)
		with := v.Over(builds.Values{Num: marks})
		got, err := d.Work(with, at(d.Key))
		require.NoError(t, err)
		assert.True(t, got.Built.OK(), d.Key)
		for key, n := range marks {
			less := with.Over(builds.Values{Num: map[string]float64{key: n - 101}})
			if n <= 101 {
				continue
			}
			got, err := d.Work(less, at(d.Key))
			require.NoError(t, err)
			assert.False(t, got.Built.OK(), "%s: %s of %v", d.Key, key, n)
		}
	}
}

// What can be bought in place of a build gives the same.
func TestWhatCouldBeBoughtInstead(t *testing.T) {
	for key, want := range map[string]string{"box": "step-box", "door-strap": "door-anchor"} {
		d, err := builds.DesignByKey(key)
		require.NoError(t, err)
		w, err := d.Work(good[key], here())
		require.NoError(t, err)
		item, _, _, ok := w.Buys()
		require.True(t, ok, key)
		assert.Equal(t, want, item.Key)
	}
	d, err := builds.DesignByKey("platform")
	require.NoError(t, err)
	w, err := d.Work(good["platform"], here())
	require.NoError(t, err)
	_, _, _, ok := w.Buys()
	assert.False(t, ok)
}

// A build counts once its proof test passed; a failed inspection holds until a proof test passes
// after it; it is looked at again three months after the last that passed.
func TestKeepingOfBuilds(t *testing.T) {
	const day = 24 * 60 * 60
	proof := func(at int64, ok bool) builds.Tested { return builds.Tested{Proof: true, Passed: ok, At: at} }
	look := func(at int64, ok bool) builds.Tested { return builds.Tested{Passed: ok, At: at} }
	assert.Equal(t, builds.Kept{}, builds.Keep(nil, false, 100))
	assert.Equal(t, builds.Kept{Proven: true}, builds.Keep(nil, true, 0))
	assert.Equal(t, builds.Kept{Proven: true, Due: 10*day + 91*day}, builds.Keep([]builds.Tested{proof(10*day, true)}, false, 100))
	assert.Equal(t, builds.Kept{}, builds.Keep([]builds.Tested{look(10*day, true)}, false, 100), "an inspection proves nothing")
	assert.Equal(t, builds.Kept{Failed: true}, builds.Keep([]builds.Tested{proof(10*day, true), look(90*day, false)}, false, 100))
	assert.Equal(t, builds.Kept{Failed: true},
		builds.Keep([]builds.Tested{look(90*day, false), look(91*day, true), proof(10*day, true)}, false, 100),
		"another look does not mend it")
	assert.Equal(t, builds.Kept{Proven: true, Due: 95*day + 91*day},
		builds.Keep([]builds.Tested{proof(10*day, true), look(90*day, false), proof(95*day, true)}, false, 100))
	assert.Equal(t, builds.Kept{Failed: true},
		builds.Keep([]builds.Tested{proof(10*day, true), proof(10*day, false)}, false, 100),
		"of the same moment the failed one holds")
	// A proof with 100 kg proves 105, not 106; one that nobody said what it was made with stands.
	with := func(at int64, kg float64) builds.Tested {
		return builds.Tested{Proof: true, Passed: true, At: at, Of: kg}
	}
	assert.True(t, builds.Keep([]builds.Tested{with(day, 100)}, false, 105).Proven)
	assert.Equal(t, builds.Kept{Less: 100}, builds.Keep([]builds.Tested{with(day, 100), look(2*day, true)}, false, 106))
	assert.Equal(t, builds.Kept{Proven: true, Due: 3*day + 91*day},
		builds.Keep([]builds.Tested{with(day, 100), with(3*day, 120)}, false, 106))
	assert.True(t, builds.Keep([]builds.Tested{with(day, 120), with(3*day, 100)}, false, 106).Proven,
		"the larger one is not unmade by a smaller one")
	assert.Equal(t, builds.Kept{Less: 100}, builds.Keep([]builds.Tested{with(day, 120), look(2*day, false), with(3*day, 100)},
		false, 106), "one before a failure proves nothing")
	assert.True(t, builds.Keep([]builds.Tested{proof(day, true)}, false, 106).Proven)
}
