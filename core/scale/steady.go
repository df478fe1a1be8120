package scale

import (
	"math"

	"scrappyrack/core/quantity"
)

// House values of what counts as steady: so many readings over at least so long,
// that differ by no more than the larger of two display steps and a share.
const (
	steadyCount = 5
	steadyFor   = 800 // ms
	steadyShare = 0.003
	steadySteps = 2
	kept        = 12 // readings looked at, at most
	stale       = 3000
	// what knowledge of scatter before reading is worth, in degrees of freedom
	scatterDegrees = 4
)

// Judge decides from the stream alone whether a scale has settled: the format has
// no bit for it. The zero value is ready. Scatter is how much two readings of one thing
// are taken to differ by chance before any are seen, in kg, 0 when nothing is taken.
type Judge struct {
	Scatter quantity.Mass

	recent []struct {
		at   int64
		mass quantity.Mass
	}
}

// Seen is what a stream says so far: the last reading, and when it is steady the
// mean of the readings that agree, with the standard uncertainty of that mean from
// their scatter and what was taken of it before (quantity.Pooled).
type Seen struct {
	Last   quantity.Mass
	Steady bool
	Mean   quantity.Mass
	U1     quantity.Mass
	Count  int
}

// stepOf is the least step that can be told apart in the readings: the format's own,
// or the smallest difference seen.
func stepOf(recent []quantity.Mass) quantity.Mass {
	step := quantity.Mass(math.Inf(1))
	for i := 1; i < len(recent); i++ {
		if d := quantity.Mass(math.Abs(float64(recent[i] - recent[i-1]))); d > 1e-6 {
			step = min(step, d)
		}
	}
	if math.IsInf(float64(step), 1) {
		return kilogramStep
	}
	return max(step, kilogramStep)
}

// Add takes a reading in kg that arrived at a time in ms; times must not fall. A
// pause of more than 3 s starts over.
func (j *Judge) Add(at int64, mass quantity.Mass) Seen {
	if n := len(j.recent); n > 0 && at-j.recent[n-1].at > stale {
		j.recent = j.recent[:0]
	}
	j.recent = append(j.recent, struct {
		at   int64
		mass quantity.Mass
	}{at, mass})
	if len(j.recent) > kept {
		j.recent = j.recent[1:]
	}
	return j.seen()
}

func (j *Judge) seen() Seen {
	n := len(j.recent)
	s := Seen{Last: j.recent[n-1].mass}
	var masses []quantity.Mass
	for _, r := range j.recent {
		masses = append(masses, r.mass)
	}
	// The step is judged while the load hangs still: over the newest readings.
	step := stepOf(masses[max(0, n-steadyCount):])
	tolerance := max(steadySteps*min(step, 0.1), steadyShare*quantity.Mass(math.Abs(float64(s.Last))))
	low, high, sum, count := s.Last, s.Last, quantity.Mass(0), 0
	first := n - 1
	for i := n - 1; i >= 0; i-- {
		l, h := min(low, masses[i]), max(high, masses[i])
		if h-l > tolerance {
			break
		}
		low, high, first = l, h, i
		sum += masses[i]
		count++
	}
	s.Count, s.Mean = count, sum/quantity.Mass(count)
	s.Steady = count >= steadyCount && j.recent[n-1].at-j.recent[first].at >= steadyFor
	values := make([]float64, 0, count)
	for _, m := range masses[first:] {
		values = append(values, float64(m))
	}
	degrees := 0.0
	if j.Scatter > 0 {
		degrees = scatterDegrees
	}
	if count > 1 || j.Scatter > 0 {
		_, u, _ := quantity.Pooled(values, float64(j.Scatter), degrees)
		s.U1 = quantity.Mass(u)
	}
	return s
}
