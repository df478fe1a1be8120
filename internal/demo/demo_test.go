package demo_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

func TestDemoIsMixedAndFilledOnce(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, t.TempDir(), store.Demo)
	require.NoError(t, err)
	defer func() { _ = s.Close() }()
	require.NoError(t, demo.Fill(ctx, s))
	c, err := s.ConsultantByEmail(ctx, workbench.DemoEmail)
	require.NoError(t, err)
	f, err := s.Load(ctx, c.PracticeID, "demo-loft")
	require.NoError(t, err)
	_, err = s.Change(ctx, store.Edit{Practice: c.PracticeID, Client: "demo-loft", Base: f.Revision,
		Do: func(f *store.File) error { f.Persons[0].Days = 6; return nil }})
	require.NoError(t, err)
	require.NoError(t, demo.Fill(ctx, s))
	f, err = s.Load(ctx, c.PracticeID, "demo-loft")
	require.NoError(t, err)
	assert.Equal(t, 6, f.Persons[0].Days, "a second start keeps what was changed")

	currencies, units, walls := map[string]bool{}, map[string]bool{}, map[string]bool{}
	for _, f := range demo.Files() {
		currencies[f.Profile.Currency], units[f.Profile.Units], walls[f.Rooms[0].Holes] = true, true, true
	}
	assert.Len(t, currencies, 3)
	assert.Len(t, units, 2)
	assert.Len(t, walls, 2)
}

// Every demo file passes the checks that a consultant's own would have to, and
// shows something of each kind: covered, thin or missing.
func TestDemoFilesAreSound(t *testing.T) {
	for _, f := range demo.Files() {
		r := workbench.Work(f)
		assert.Empty(t, r.Lacks, f.Profile.Name)
		assert.Len(t, r.Loads, len(f.Containers), f.Profile.Name)
		assert.Len(t, r.Client.Owned, len(f.Gear), f.Profile.Name)
		states := map[string]bool{}
		for _, s := range r.Board.Slots {
			states[string(s.State)] = true
		}
		assert.GreaterOrEqual(t, len(states), 2, f.Profile.Name)
		for _, l := range r.Loads {
			assert.True(t, l.Problem.Empty(), "%s %s", f.Profile.Name, l.Container.Name)
		}
		for _, c := range r.Cautions {
			assert.False(t, c.Hold, "%s: a demo starts without open hold points", f.Profile.Name)
		}
	}
}
