// Command truth simulates what every stated ± is worth: truths are drawn from models
// that the core does not assume, readings made of them, and it is counted how often the
// stated interval holds the truth and how wide it is. It prints docs/truth.md.
package main

import (
	"fmt"
	"math"
	"sort"
)

// tally counts how often an interval held the truth.
type tally struct {
	held, tried int
	width       float64   // sum of U, in the unit of share
	off         []float64 // |stated − truth|, for the least width that would do
}

func (t *tally) add(value, u, truth, unit float64) {
	t.tried++
	if math.Abs(value-truth) <= u {
		t.held++
	}
	t.width += u / unit
	t.off = append(t.off, math.Abs(value-truth)/unit)
}

// share is how often it held.
func (t *tally) share() float64 { return float64(t.held) / float64(t.tried) }

// mean is the mean width.
func (t *tally) mean() float64 { return t.width / float64(t.tried) }

// least is the one width that would have held 95 %.
func (t *tally) least() float64 {
	sort.Float64s(t.off)
	return t.off[int(0.95*float64(len(t.off)-1))]
}

// row is a line of the report.
type row struct {
	origin, what string
	*tally
	want float64 // least share that it must hold
	// wide is how many times the least width the mean may be, 0 for any.
	wide float64
	unit string
}

func (r row) String() string {
	shown := func(v float64) string { return fmt.Sprintf("%.3g %s", v, r.unit) }
	return fmt.Sprintf("| %s | %s | %.1f %% | %.0f %% | %s | %s | %.2f |", r.origin, r.what, 100*r.share(), 100*r.want, shown(r.mean()),
		shown(r.least()), r.mean()/r.least())
}

// fails says what is not as promised, chance aside: a share that is below what it must be
// by no more than so many standard errors of a count of its size may be chance. Empty when
// all is as promised.
func (r row) fails(errors float64) string {
	chance := errors * math.Sqrt(r.want*(1-r.want)/float64(r.tried))
	switch {
	case r.share() < r.want-chance:
		return fmt.Sprintf("%s, %s: held %.1f %% of %d, promised %.0f %%", r.origin, r.what, 100*r.share(), r.tried, 100*r.want)
	case r.wide > 0 && r.mean() > (r.wide+0.05*errors)*r.least():
		return fmt.Sprintf("%s, %s: mean ± %.3g is %.2f times the least that would do, at most %.1f", r.origin, r.what, r.mean(),
			r.mean()/r.least(), r.wide)
	}
	return ""
}
