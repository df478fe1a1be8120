package builds_test

import (
	"math/bits"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

// Against every set of them: a proof load is reached with the fewest loads that do, or by none.
func TestAProofLoadIsTheFewestThatReach(t *testing.T) {
	r := rand.New(rand.NewPCG(24, 8))
	for range 500 {
		loads := make([]builds.ProofLoad, 1+r.IntN(8))
		for i := range loads {
			loads[i].Mass = quantity.Mass(1 + r.IntN(20))
		}
		asked := float64(1 + r.IntN(90))
		fewest := 0
		for set := uint(1); set < 1<<len(loads); set++ {
			sum := 0.0
			for i, l := range loads {
				if set>>i&1 == 1 {
					sum += float64(l.Mass)
				}
			}
			if n := bits.OnesCount(set); sum >= asked && (fewest == 0 || n < fewest) {
				fewest = n
			}
		}
		got, sum := builds.ProofWith(asked, loads), 0.0
		for _, l := range got {
			sum += float64(l.Mass)
		}
		assert.Len(t, got, fewest)
		assert.True(t, fewest == 0 || sum >= asked)
	}
}
