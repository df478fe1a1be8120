package standin_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/internal/standin"
)

func TestEveryThingIsOffInItsOwnWay(t *testing.T) {
	seen := map[float64]bool{}
	lightest, heaviest := 1e9, 0.0
	for i := range 500 {
		id := fmt.Sprint("jug ", i)
		kg := standin.Found(id, 10, standin.Nobody)
		assert.InDelta(t, 10, kg, 0.15+1e-12)
		assert.Equal(t, kg, standin.Found(id, 10, standin.Nobody), "the same each time")
		// By difference, the thing alone is what is left.
		assert.InDelta(t, kg, standin.Found(id, 10, standin.With)-standin.Found(id, 10, standin.Alone), 1e-9)
		seen[kg] = true
		lightest, heaviest = min(lightest, kg), max(heaviest, kg)
	}
	assert.Greater(t, len(seen), 300)
	assert.Less(t, lightest, 9.9)
	assert.Greater(t, heaviest, 10.1)
	assert.Zero(t, standin.Found("x", 0, standin.Nobody))
}
