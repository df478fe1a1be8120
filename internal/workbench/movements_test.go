package workbench_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/movement"
	"scrappyrack/core/way"
)

// Every movement is answered for, and what is said to open one does: with it there, and
// nothing else, the movement can be done. What nothing opens is barred by a limit, the
// height, or by what no catalogue has.
func TestWhatOpensAMovementOpensIt(t *testing.T) {
	b, practice := bench(t)
	opened, none := 0, map[way.LackKind]int{}
	for _, id := range []string{"demo-loft", "demo-flat"} {
		got, err := b.Movements(t.Context(), practice, id)
		require.NoError(t, err)
		require.Len(t, got.All, len(movement.All()))
		can := 0
		for _, d := range got.All {
			if d.Way.Can() {
				can++
				assert.Positive(t, d.Quality, d.Way.Movement.Key)
				assert.LessOrEqual(t, d.Low, d.High)
				continue
			}
			require.NotEmpty(t, d.Way.Lacks, d.Way.Movement.Key)
			_, o, err := b.Opening(t.Context(), practice, id, d.Way.Movement.Key)
			require.NoError(t, err)
			if o == nil {
				none[d.Way.Lacks[0].Kind]++
				continue
			}
			opened++
			if len(o.Things) > 0 {
				items := append([]way.Item{way.Present(got.Client), {Option: way.Today, Rungs: got.Client.ContainerRungs()}}, o.Things...)
				assert.True(t, way.New(got.Client, items).Of(d.Way.Movement).Can(), "%s: %s", d.Way.Movement.Key, o.Do)
			}
		}
		t.Log(id, can, opened, none)
		assert.Greater(t, can, 40, id)
	}
	assert.Greater(t, opened, 20)
	assert.Positive(t, none[way.ByLimit])
	_, _, err := b.Opening(t.Context(), practice, "demo-loft", "levitation")
	assert.Error(t, err)
}
