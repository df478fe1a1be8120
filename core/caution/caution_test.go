package caution_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/caution"
	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

func texts(cs []caution.Caution, holds bool) (out []string) {
	for _, c := range cs {
		if c.Hold == holds {
			out = append(out, c.Text.In(quantity.Metric))
		}
	}
	return out
}

// healthy is somebody of 40 who answered every question with no.
func healthy() client.Person {
	p := client.Person{Age: 40, Sex: client.Male, Health: client.Health{Answers: map[string]client.Answer{}}}
	for _, q := range client.Questions() {
		p.Health.Answers[q.Key] = client.No
	}
	return p
}

// A question that nobody answered holds, and so does a yes until somebody's word is written
// down; an operation too. Whoever trains alone, or does not get up from the floor, is warned.
func TestQuestionsBeforeTraining(t *testing.T) {
	p := healthy()
	of := func() (holds, soft []string) {
		all := caution.For(client.Client{Person: p}.In(rented()))
		return texts(all, true), texts(all, false)
	}
	before, calm := of()
	assert.Empty(t, before)
	p.Health.Answers["heart"] = client.NotAsked
	holds, _ := of()
	assert.Equal(t, []string{"questions before training that nobody has answered: heart"}, holds)
	p.Health.Answers["heart"] = client.Yes
	word := func(about string) client.Release {
		return client.Release{About: about, Role: client.Physician, Name: "R. Quill", On: 1_799_000_000, Verdict: client.MayTrain}
	}
	p.Now = 1_800_000_000
	p.Operations = []client.Operation{{ID: "k", Part: client.KneePart}, {ID: "a", Part: client.AbdomenPart, What: "appendix"}}
	p.Releases = []client.Release{word("operation/a")}
	holds, _ = of()
	require.Len(t, holds, 2)
	assert.Contains(t, holds[0], "answered with yes: heart. A physician first")
	p.Releases = append(p.Releases, word("heart"))
	holds, _ = of()
	require.Len(t, holds, 1, "a heart's word is none on a knee")
	assert.Contains(t, holds[0], "operated on (knee): a physician's word")
	p.Releases = append(p.Releases, word("operation/k"))
	holds, _ = of()
	assert.Empty(t, holds)
	p.Releases = p.Releases[1:2]
	p.Operations = []client.Operation{{Part: client.KneePart, At: p.Now - 90*86400}}
	holds, soft := of()
	assert.Empty(t, holds, "longer ago than twelve weeks")
	assert.Contains(t, soft, "movements are chosen around: knee (knee, operated on)")
	p.Operations[0].At = p.Now - 80*86400
	holds, _ = of()
	assert.Len(t, holds, 1)
	p.Operations = nil
	p.Health.Floor, p.Health.Alone = client.No, client.Yes
	_, soft = of()
	assert.Len(t, soft, len(calm)+2)
}

// 3.785 L of wet sand and the jug: 7.93 kg ± 0.6 by the GUM sum, within 10 kg
// but not within 8.
func TestAnOverfullHandleIsAHoldPoint(t *testing.T) {
	jug, err := load.KindByKey("jug")
	require.NoError(t, err)
	wet, err := material.FillingByKey("wet-sand")
	require.NoError(t, err)
	k := load.Container{ID: "j", Name: "jug A", Kind: jug, Closure: load.Sealed, Filling: wet, Volume: 3.785,
		Vessel: load.Vessel{Tare: 0.06, Capacity: 3.785, Rating: 10, Profile: load.Prism{Capacity: 3.785, Height: 0.25}}}
	c := client.Client{Person: healthy(), Containers: []load.Container{k}}.In(rented())
	assert.Empty(t, texts(caution.For(c), true))
	c.Containers[0].Vessel.Rating = 8
	holds := texts(caution.For(c), true)
	require.Len(t, holds, 1)
	assert.Contains(t, holds[0], "jug A may weigh up to 8.")
}

func TestWhatIsNotKnownHolds(t *testing.T) {
	holds := texts(caution.For(client.Client{Person: healthy()}.In(space.Room{Trains: true, Holes: space.UnknownWall, NeighboursBelow: true,
		Floor: space.TimberJoists})), true)
	assert.Len(t, holds, 2, "ceiling and walls")
	assert.NotEmpty(t, caution.Always())
}

// A sound jug of 6 kg raises nothing; worn and retired ones do, and a worn one may not
// weigh what a sound one may: 7 kg of 10.
func TestWornAndRetiredThingsHold(t *testing.T) {
	jug, err := load.KindByKey("jug")
	require.NoError(t, err)
	water, err := material.FillingByKey("fresh-water")
	require.NoError(t, err)
	holds := func(condition load.Condition, volume quantity.Volume) []string {
		k := load.Container{ID: "j", Name: "jug A", Kind: jug, Closure: load.Sealed, Filling: water, Volume: volume, Condition: condition,
			Vessel: load.Vessel{Tare: 0.06, Capacity: 10, Rating: 10, Profile: load.Prism{Capacity: 10, Height: 0.25}}}
		return texts(caution.For(client.Client{Person: healthy(), Containers: []load.Container{k}}.In(rented())), true)
	}
	assert.Empty(t, holds(load.Sound, 6))
	worn := holds(load.Tired, 6)
	require.Len(t, worn, 1)
	assert.Contains(t, worn[0], "worn")
	heavy := holds(load.Tired, 8)
	require.Len(t, heavy, 2)
	assert.Contains(t, heavy[1], "good for 7.0 kg")
	retired := holds(load.Retired, 6)
	require.Len(t, retired, 1)
	assert.Contains(t, retired[0], "retired")
}

// rented is a room of 2.4 m that may not be drilled, its door unknown.
func rented() space.Room {
	r := space.Rectangle(4, 3, 2.4)
	r.Holes, r.Door = space.NoHoles, space.UnknownDoor
	return r
}

// An anchor in a door that nobody has described holds until it is.
func TestAnUnknownDoorHolds(t *testing.T) {
	anchor, err := gear.ByKey("door-anchor")
	require.NoError(t, err)
	c := client.Client{Person: healthy()}.In(rented())
	assert.Empty(t, texts(caution.For(c), true))
	c.Owned = []client.Owned{{ID: "a", Item: anchor}}
	holds := texts(caution.For(c), true)
	require.Len(t, holds, 1)
	assert.Contains(t, holds[0], "150 N")
	solid := rented()
	solid.Door = space.SolidDoor
	c = c.In(solid)
	assert.Empty(t, texts(caution.For(c), true))
}
