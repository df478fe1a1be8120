package ask_test

import (
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"scrappyrack/core/ask"
	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
)

// drawn is a question with answers of random outcomes.
func drawn(r *rand.Rand) ask.Question {
	q := ask.Question{First: r.IntN(12) == 0}
	for range 2 + r.IntN(3) {
		q.Answers = append(q.Answers, ask.Answer{Outcome: ask.Outcome{Covered: r.IntN(4), Needs: 12, Value: float64(r.IntN(3)) / 10,
			Holds: r.IntN(2), Planned: r.IntN(4) > 0, Cost: int64(r.IntN(3) * 100)}})
	}
	return q
}

// Whatever was drawn, nobody would rather ask a later one: brute force over all pairs, and the
// spreads over all pairs of answers.
func TestWhatMovesMostComesFirst(t *testing.T) {
	r := rand.New(rand.NewPCG(26, 1))
	for range 500 {
		all := make([]ask.Question, 8)
		for i := range all {
			all[i] = drawn(r)
		}
		ask.Order(all)
		for i, a := range all {
			most := 0
			for _, x := range a.Answers {
				for _, y := range a.Answers {
					most = max(most, x.Covered-y.Covered)
				}
			}
			require.Equal(t, most, a.Needs())
			for _, b := range all[i+1:] {
				if a.First != b.First {
					require.True(t, a.First)
					continue
				}
				require.GreaterOrEqual(t, a.Needs(), b.Needs())
				if a.Needs() == b.Needs() {
					require.GreaterOrEqual(t, a.Value(), b.Value())
				}
			}
			if slices.ContainsFunc(a.Answers, func(x ask.Answer) bool { return !x.Planned }) {
				require.Zero(t, a.Money(), "no money is told where a plan is missing")
			}
		}
	}
}

// The ends of a pull that nobody has read are those of the estimate, which most bands keep.
func TestEndsHoldWhatIsUsual(t *testing.T) {
	c, err := band.Estimate(1.04, 2, 0.022, 0.0045)
	require.NoError(t, err)
	ends := ask.Pulls(c)
	require.InDelta(t, float64(c.Force(2.08)), (ends[0]+ends[1])/2, 1e-9)
	require.Positive(t, ends[0])
	for _, s := range []quantity.Length{1.4, 1.7, 2.1} {
		// WHO, body mass index: 18.5 to 30 is neither underweight nor obese.
		m := ask.Masses(s)
		require.Less(t, m[0], 18.5*float64(s*s))
		require.Greater(t, m[1], 30*float64(s*s))
	}
}
