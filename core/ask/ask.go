// Package ask finds what is worth asking next: whatever nobody has said is tried with each answer
// it may have, and what moves most comes first.
package ask

import (
	"cmp"
	"slices"

	"scrappyrack/core/band"
	"scrappyrack/core/body"
	"scrappyrack/core/quantity"
)

// Outcome is what a client comes to with an answer: needs that are covered of all there are, the
// board's value (0 to 1), open hold points, and what the plan costs (smallest unit of the currency)
// where it was made.
type Outcome struct {
	Covered, Needs int
	Value          float64
	Holds          int
	Planned        bool
	Cost           int64
}

// Answer is one that a question may have: a word of a choice, or a number in the field's unit.
type Answer struct {
	Said   string
	Number float64
	Outcome
}

// Question is something that nobody has said: a field of a part or of one thing of a list, and what
// that is called. First says that nothing can be worked out before it.
type Question struct {
	Scope, Field, About string
	First               bool
	Answers             []Answer
}

// Needs is how many needs more are covered with the best of the answers than with the worst.
func (q Question) Needs() int {
	return int(spread(q, func(a Answer) float64 { return float64(a.Covered) }))
}

// Value is between what the board is worth with the best and with the worst of the answers, 0 to 1.
func (q Question) Value() float64 {
	return spread(q, func(a Answer) float64 { return a.Outcome.Value })
}

// Holds is how many hold points more are open with the worst of the answers.
func (q Question) Holds() int {
	return int(spread(q, func(a Answer) float64 { return float64(a.Outcome.Holds) }))
}

// Money is between the dearest and the cheapest plan, in the smallest unit of the currency; 0 where
// plans were not made of all.
func (q Question) Money() int64 {
	if slices.ContainsFunc(q.Answers, func(a Answer) bool { return !a.Planned }) {
		return 0
	}
	return int64(spread(q, func(a Answer) float64 { return float64(a.Cost) }))
}

func spread(q Question, of func(Answer) float64) float64 {
	if len(q.Answers) == 0 {
		return 0
	}
	lo, hi := of(q.Answers[0]), of(q.Answers[0])
	for _, a := range q.Answers[1:] {
		lo, hi = min(lo, of(a)), max(hi, of(a))
	}
	return hi - lo
}

// least is below what no difference of a board's value is told (house value).
const least = 0.0005

// Moves says that the answer is another board, another hold point or another plan.
func (q Question) Moves() bool {
	return q.First || q.Needs() > 0 || q.Value() >= least || q.Holds() > 0 || q.Money() > 0
}

// Order puts what moves most first: what all else waits for, then by needs, the board's value, hold
// points and money; alike they stay as they are.
func Order(all []Question) {
	slices.SortStableFunc(all, func(a, b Question) int {
		if a.First != b.First {
			if a.First {
				return -1
			}
			return 1
		}
		return -cmp.Or(cmp.Compare(a.Needs(), b.Needs()), cmp.Compare(a.Value(), b.Value()), cmp.Compare(a.Holds(), b.Holds()),
			cmp.Compare(a.Money(), b.Money()))
	})
}

// Ends are the least and the most that a number may be taken to be which nobody has said.
type Ends [2]float64

// The ends of what homes and people are (house values, in m and years).
var (
	Stature = Ends{1.5, 1.9}
	Ceiling = Ends{2.1, 2.7}
	WayIn   = Ends{0.6, 0.9}
	Age     = Ends{25, 75}
)

// Masses are the ends of a body mass (kg) for a stature in m: a body mass index of 18 to 34 (house values).
func Masses(stature quantity.Length) Ends {
	guess := float64(body.GuessedMass(stature))
	return Ends{guess * 18 / 24, guess * 34 / 24}
}

// Pulls are the ends of what a band that nobody has pulled may pull at twice its length at rest, in N at 95 %.
func Pulls(c band.Curve) Ends {
	at := 2 * c.Rest
	f, u := float64(c.Force(at)), float64(c.U95(at))
	return Ends{max(f-u, f/4), f + u}
}
