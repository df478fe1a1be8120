package workbench_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// What a consultant says of a need is refused where it cannot be, at its field; a range is
// typed end by end.
func TestWishesThatCannotBe(t *testing.T) {
	for path, w := range map[string]store.Wished{
		"id":    {ID: "levitation", Weight: 3},
		"high":  {ID: "squat", Weight: 3, Low: 8, High: 5},
		"hi_kg": {ID: "squat", Weight: 3, LoKg: 20, HiKg: 10},
		"lo_kg": {ID: "pull-down", Weight: 3, HiKg: 10},
	} {
		f := demo.Files()[0]
		f.Slots = []store.Wished{w}
		var bad *quantity.FieldError
		require.ErrorAs(t, workbench.Check(f), &bad, path)
		assert.Equal(t, path, bad.Field)
	}
	for _, w := range []store.Wished{{ID: "pull-down", Weight: 3, LoKg: 10}, {ID: "squat", Weight: 3, HiKg: 20}, {ID: "carry"},
		{ID: "pull-down", Weight: 5, LoKg: 10, HiKg: 12}} {
		f := demo.Files()[0]
		f.Slots = []store.Wished{w}
		require.NoError(t, workbench.Check(f), "%v", w)
		board := workbench.Work(f).Board
		assert.InDelta(t, 0.5, board.Value, 0.5)
		for _, c := range board.Slots {
			if c.Slot.Key == "carry" {
				assert.NotEqual(t, "carry", w.ID, "dropped")
			}
			if c.Slot.Key == "pull-down" && w.HiKg > 0 && w.ID == "pull-down" {
				assert.EqualValues(t, 12, c.Slot.Hi)
			}
		}
	}
}
