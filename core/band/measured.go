package band

import (
	"cmp"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// Said is a band as it was said to be: its length at rest and the section of a strand (m; 0 for not
// said), how far a length at rest and a tape may be off (± m, rectangular; 0 for as usual), its readings in
// any order, and what is known of its life. Of a reading without U1 it is that of one reading of a hanging scale.
type Said struct {
	Band                   // without its curve
	Rest, Width, Thickness quantity.Length
	RestHalf, TapeHalf     quantity.Length
	Points                 []Point
	At                     []int64 // when each was read, as a Unix time in s
	FirstUsed, Inspected   int64
	Damaged                bool
}

// Measured is a band with its curve. Problem says why it has none.
type Measured struct {
	Elastic   Band
	Points    []Point
	Odd       int     // index of the point that lies apart, -1 for none
	Loss      float64 // on the way back, -1 when it was not read
	Departure float64 // of the last round of readings from what was known
	Refit     bool
	Dues      []Due
	Problem   error
}

// roundGap is how long after a reading the next counts as a new round of
// measuring, in seconds (house value).
const roundGap = 30 * daySeconds

// Measure works out a band. Its readings are taken in the order in which they were read.
func Measure(k Said) Measured {
	out := Measured{Elastic: k.Band, Odd: -1, Loss: -1, Points: slices.Clone(k.Points)}
	keeping := Keeping{FirstUsed: k.FirstUsed, Inspected: k.Inspected, Damaged: k.Damaged}
	order := make([]int, len(k.Points))
	for i := range out.Points {
		order[i] = i
		if p := &out.Points[i]; p.U1 == 0 {
			p.U1 = quantity.Force(load.Scale{Key: load.Hanging}.Scatter(0)) * quantity.StandardGravity
		}
		if !out.Points[i].Releasing {
			keeping.Measured = max(keeping.Measured, k.At[i])
		}
	}
	out.Dues = keeping.Dues()
	strands, doubts := k.Kind.Strands(), k.doubts()
	if len(k.Points) == 0 {
		out.Elastic.Curve, out.Problem = EstimateWith(k.Rest, strands, k.Width, k.Thickness, doubts)
		return out
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(k.At[a], k.At[b]) })
	var rounds [][]Point
	var last int64
	for _, i := range order {
		if at := k.At[i]; len(rounds) == 0 || at-last > roundGap {
			rounds = append(rounds, nil)
		}
		rounds[len(rounds)-1] = append(rounds[len(rounds)-1], out.Points[i])
		last = k.At[i]
	}
	out.Elastic.Curve, out.Departure, out.Refit, out.Problem = FitRounds(k.Rest, strands, rounds, doubts)
	if out.Problem != nil {
		// Said at the point as it was given.
		if _, err := FitWith(k.Rest, strands, out.Points, doubts); err != nil {
			out.Problem = err
		}
		return out
	}
	if at, ok := Odd(k.Rest, strands, out.Points, doubts); ok {
		out.Odd = at
	}
	if loss, ok := out.Elastic.Curve.Loss(out.Points); ok {
		out.Loss = loss
	}
	return out
}

// doubts is how sure its lengths are as somebody said, or as usual, read on a hanging scale.
func (k Said) doubts() Doubts {
	d := UsualDoubts()
	if k.RestHalf > 0 {
		d.Rest = quantity.Length(quantity.Rectangular(float64(k.RestHalf)))
	}
	if k.TapeHalf > 0 {
		d.Tape = quantity.Length(quantity.Rectangular(float64(k.TapeHalf)))
	}
	d.Offset = quantity.Force(load.Scale{Key: load.Hanging}.Offset(0)) * quantity.StandardGravity
	return d
}

// ByPull are bands by what they pull at twice their rest, the weakest first.
func ByPull(all []Band) []Band {
	pull := func(b Band) quantity.Force { return b.Curve.Force(2 * b.Curve.Rest) }
	slices.SortStableFunc(all, func(a, b Band) int { return cmp.Compare(pull(a), pull(b)) })
	return all
}
