package store_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
)

// A number that is typed is one change, however many keys it took; a test that was made is a step
// of its own, so that taking a failed one back does not take the build with it.
func TestEveryTestOfABuildIsAStepOfItsOwn(t *testing.T) {
	s, ctx := openStore(t)
	s.SetClock(func() time.Time { return time.Unix(3_000_000, 0) }) // all within a moment
	f, err := s.Create(ctx, "p", store.NewFile("b", "x"))
	require.NoError(t, err)
	write := func(change func(*store.Build)) {
		got, err := s.Change(ctx, store.Edit{
			Practice: "p", Client: "b", Base: f.Revision, By: me, Label: store.Label{Do: "write", Part: "builds", ID: "step"},
			Scopes: []string{"builds/step"},
			Do: func(f *store.File) error {
				if len(f.Builds) == 0 {
					f.Builds = []store.Build{{ID: "step", Design: "step", Name: "Step", State: "planned", Wall: -1}}
					f.Complete()
				}
				change(&f.Builds[0])
				return nil
			},
		})
		require.NoError(t, err)
		f = got.File
	}
	test := func(id string, passed bool) {
		write(func(b *store.Build) {
			b.Tests = append(b.Tests[:len(b.Tests):len(b.Tests)], store.BuildProof{ID: id, Kind: "proof", At: 1, Passed: passed})
		})
	}
	write(func(*store.Build) {})
	write(func(b *store.Build) { b.AtM = 1 })
	write(func(b *store.Build) { b.AtM = 1.2 })
	test("one", true)
	test("two", false)
	require.Len(t, f.Builds[0].Tests, 2)
	back := func() {
		f, _, err = undo(s, "p", "b", f.Revision)
		require.NoError(t, err)
	}
	back()
	require.Len(t, f.Builds[0].Tests, 1)
	assert.True(t, f.Builds[0].Tests[0].Passed)
	back()
	require.Empty(t, f.Builds[0].Tests)
	assert.InDelta(t, 1.2, f.Builds[0].AtM, 1e-12)
	back()
	assert.Empty(t, f.Builds, "made and placed in one moment")
	// What was kept is read again as it was.
	test("three", true)
	got, err := s.Load(ctx, "p", "b")
	require.NoError(t, err)
	assert.Equal(t, f.Builds, got.Builds)
}

// A practice's prices are its own, and go when they are dropped.
func TestPricesOfAPractice(t *testing.T) {
	s, ctx := openStore(t)
	put := func(currency string, minor int64) {
		p := store.Price{Good: "ring each", Currency: currency, Minor: minor}
		require.NoError(t, s.SetHandbook(ctx, "p", "c", store.KeptPrice, "ring each "+currency, p))
	}
	put("GBP", 700)
	put("GBP", 720)
	put("GBP", 720) // and once more: nothing
	put("EUR", 810)
	h, err := s.Handbook(ctx, "p")
	require.NoError(t, err)
	assert.Equal(t, []store.Price{{Good: "ring each", Currency: "EUR", Minor: 810}, {Good: "ring each", Currency: "GBP", Minor: 720}},
		h.Prices)
	require.NoError(t, s.SetHandbook(ctx, "p", "c", store.KeptPrice, "ring each EUR", nil))
	h, err = s.Handbook(ctx, "p")
	require.NoError(t, err)
	assert.Len(t, h.Prices, 1)
	other, err := s.Handbook(ctx, "q")
	require.NoError(t, err)
	assert.Empty(t, other.Prices)
	past, err := s.HandbookHistory(ctx, "p")
	require.NoError(t, err)
	require.Len(t, past, 4)
	assert.Equal(t, "C", past[0].Name)
	assert.Empty(t, past[0].Forth)
	assert.JSONEq(t, `{"good":"ring each","currency":"GBP","minor":700}`, past[2].Back)
	assert.JSONEq(t, `{"good":"ring each","currency":"GBP","minor":720}`, past[2].Forth)
	assert.EqualValues(t, 4, h.Rev)
	assert.Zero(t, h.Moves, "no card rests on a price")
}
