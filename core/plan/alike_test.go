package plan

import (
	"context"
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/client"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/optimise"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// jugs are alike jugs, filled as they may be.
func jugs(t require.TestingT, volumes []quantity.Volume, adjustable bool) (out []load.Container) {
	kind, err := load.KindByKey("jug")
	require.NoError(t, err)
	for i, v := range volumes {
		f, err := material.FillingByKey([]string{"fresh-water", "dry-sand"}[i%2])
		require.NoError(t, err)
		out = append(out, load.Container{
			ID: fmt.Sprint("jug-", i), Name: fmt.Sprint("jug ", i), Kind: kind, Closure: kind.Closure, Filling: f, Volume: v,
			Adjustable: adjustable,
			Vessel: load.Vessel{
				Tare: kind.Tare, Capacity: 5, Rating: kind.Limit, Profile: load.Prism{Capacity: 5, Height: kind.Height},
			},
		})
	}
	return out
}

// Alike containers taken together give what they give told apart: as much value for as
// little money, by two models of the same clients that share no more than their states.
// The plan then says what becomes of which, each once.
func TestAlikeContainersTogetherGiveWhatTheyGiveApart(t *testing.T) {
	for _, drawn := range []struct {
		volumes  []quantity.Volume
		refilled bool
		budget   int64
		pin      string
	}{
		{[]quantity.Volume{5, 5, 3}, true, 300, ""}, {[]quantity.Volume{3, 3, 0, 1}, true, 0, "keep:jug-1"},
		{[]quantity.Volume{0, 5, 1.5}, false, 0, ""}, {[]quantity.Volume{3, 3, 3}, false, 0, ""},
	} {
		c := client.Client{
			Person:     client.Person{Stature: 1.7, BodyMass: 64, Experience: client.Novice, Goal: client.General},
			Containers: jugs(t, drawn.volumes, drawn.refilled), AtHand: []string{"dry-sand"}, Currency: "GBP",
			Budget: drawn.budget, Pins: map[string]client.Pin{},
		}.In(fourByThree())
		if drawn.pin != "" {
			c.Pins[drawn.pin] = client.Never
		}
		ctx := context.Background()
		together, err := newProblem(ctx, c, fewestAlike)
		require.NoError(t, err)
		apart, err := newProblem(ctx, c, math.MaxInt)
		require.NoError(t, err)
		require.Empty(t, apart.classes)
		a, err := optimise.Solve(ctx, together.Model)
		require.NoError(t, err)
		b, err := optimise.Solve(ctx, apart.Model)
		require.NoError(t, err)
		require.True(t, a.Proven && b.Proven)
		assert.Equal(t, b.Value, a.Value)
		assert.Equal(t, b.Cost, a.Cost)
		assert.Equal(t, apart.Whole, together.Whole)

		seen, names := map[string]bool{}, together.named(a)
		for _, i := range a.Chosen {
			if g := names[i].Group; g != "" {
				assert.False(t, seen[g], "%s is in two states", g)
				seen[g] = true
			}
		}
	}
}

// fourByThree is a room that stops nothing, with 2 m² taken.
func fourByThree() space.Room {
	r := space.Rectangle(4, 3, 2.5)
	r.Taken, r.Holes, r.Door = 2, space.Drillable, space.UnknownDoor
	return r
}

// A second one in the same state, and no third: of five alike jugs a pair of the same is
// to be had, and there are no more options than for two.
func TestAlikeContainersAreFewOptions(t *testing.T) {
	options := func(n int) int {
		c := client.Client{
			Person:     client.Person{Stature: 1.7, BodyMass: 64, Experience: client.Novice, Goal: client.General},
			Containers: jugs(t, make([]quantity.Volume, n), false), Currency: "GBP", Budget: 1000,
		}.In(space.Rectangle(4, 3, 2.5))
		p, err := NewProblem(context.Background(), c)
		require.NoError(t, err)
		return len(p.Candidates)
	}
	assert.Equal(t, options(3), options(300))
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	_, err := NewProblem(ctx, client.Client{Person: client.Person{Stature: 1.7, BodyMass: 64, Experience: client.Novice,
		Goal: client.General}, Currency: "GBP"})
	require.ErrorIs(t, err, context.Canceled)
}

// Nobody's plan is explained any longer either.
func TestExplainingStopsWhenToldTo(t *testing.T) {
	c := client.Client{
		Person:     client.Person{Stature: 1.7, BodyMass: 64, Experience: client.Novice, Goal: client.General},
		Containers: jugs(t, []quantity.Volume{5, 5, 3}, true), Currency: "GBP", Budget: 600,
	}.In(space.Rectangle(4, 3, 2.5))
	p, err := NewProblem(context.Background(), c)
	require.NoError(t, err)
	gone, leave := context.WithCancel(context.Background())
	leave()
	_, err = p.Make(gone, context.Background())
	require.ErrorIs(t, err, context.Canceled)
}
