package workbench_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Removing a thing forgets what is of its own kind only, also where an old file has the
// same id in two lists.
func TestRemovalForgetsItsOwnKind(t *testing.T) {
	file := func() store.File {
		f := store.NewFile("a", "x")
		f.Containers = []store.Container{{ID: "x", Name: "jug"}, {ID: "bag", Name: "bag", Packed: store.List[store.Packed]{{Thing: "x", Count: 1}}}}
		f.Weighings = []store.Weighing{{ID: "w", Container: "x"}}
		f.Gear = []store.Gear{{ID: "x", Item: "flat-bench"}}
		f.Bands = []store.Band{{ID: "x", Name: "loop"}}
		f.Rigs = []store.Rig{{ID: "band-row", Bands: store.Words{"x"}}}
		return f
	}
	f := file()
	require.NoError(t, workbench.Remove(store.ListOf[store.Gear]("gear"), "a", 1, "x").Do(&f))
	assert.Empty(t, f.Gear)
	assert.Len(t, f.Weighings, 1)
	assert.Len(t, f.Rigs, 1)
	assert.Len(t, f.Containers[1].Packed, 1)
	f = file()
	require.NoError(t, workbench.Remove(store.ListOf[store.Band]("bands"), "a", 1, "x").Do(&f))
	assert.Empty(t, f.Rigs)
	assert.Len(t, f.Weighings, 1)
	f = file()
	require.NoError(t, workbench.Remove(store.ListOf[store.Container]("containers"), "a", 1, "x").Do(&f))
	assert.Empty(t, f.Weighings)
	assert.Empty(t, f.Containers[0].Packed)
	assert.Len(t, f.Rigs, 1)
	require.ErrorIs(t, workbench.Remove(store.ListOf[store.Thing]("things"), "a", 1, "x").Do(&f), workbench.ErrNoThing)
}

// One thing that is added is named by itself; an id twice refuses all.
func TestAddingManyIsOneChange(t *testing.T) {
	one := workbench.Add("a", 1, workbench.More{Things: []store.Thing{{ID: "t", Name: "tin"}}})
	assert.Equal(t, store.Label{Do: "add", Part: "things", ID: "t"}, one.Label)
	two := workbench.Add("a", 1, workbench.More{Things: []store.Thing{{ID: "t"}}, Containers: []store.Container{{ID: "t"}}})
	assert.Equal(t, "stock", two.Label.Part)
	f := store.NewFile("a", "x")
	var bad *workbench.FieldError
	require.ErrorAs(t, two.Do(&f), &bad)
	assert.Empty(t, f.Things)
	require.NoError(t, one.Do(&f))
	require.ErrorAs(t, one.Do(&f), &bad, "nothing is there twice")
}
