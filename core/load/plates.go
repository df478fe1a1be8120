package load

import (
	"context"
	"fmt"
	"math"
	"sort"

	"scrappyrack/core/quantity"
)

// Plate is a kind of plate: its mass in kg (> 0), how many single ones there are
// (≥ 0) and how thick one is in m (0 when it does not matter). They go on in
// pairs, one a side; an odd one stays off.
type Plate struct {
	Mass      quantity.Mass
	Count     int
	Thickness quantity.Length
}

// PlateBar is a bar or a handle with what can be put on it. Collar is one collar;
// two are always on, with the empty bar too. Masses in kg, ≥ 0. Sleeve is the
// length of one side that plates go on, in m, 0 when it is not known.
type PlateBar struct {
	Mass, Collar quantity.Mass
	Sleeve       quantity.Length
	Plates       []Plate
}

// Limits of what is believed of a set of plates.
const (
	MaxPlateKinds = 40
	MaxPlateCount = 200
	maxSideSums   = 400_000
)

// sides are all sums of plates that one side can carry, lightest first. Of the sums of
// the first n kinds, lightest kind first, only how each was made is kept. Sums are in
// milligrams, so that equal ones are equal.
type sides struct {
	kinds []Plate // lightest first
	last  []side  // with all kinds
	made  [][]step
}

type side struct {
	sum    int64 // mg
	thick  int64 // of all on the side, in µm
	plates int32 // fewest that give the sum at no more than this thickness
	step
}

// step is how a sum was made: the sum of the kinds before by its index, and how many of
// this kind.
type step struct{ from, used int32 }

const (
	milligrams  = 1e6
	micrometres = 1e6
)

func (b PlateBar) sides(ctx context.Context) (*sides, error) {
	kinds := append([]Plate(nil), b.Plates...)
	sort.SliceStable(kinds, func(i, j int) bool { return kinds[i].Mass < kinds[j].Mass })
	s := &sides{kinds: kinds, last: []side{{}}}
	sleeve := int64(math.MaxInt64)
	if b.Sleeve > 0 {
		sleeve = int64(math.Round(float64(b.Sleeve) * micrometres))
	}
	for _, k := range kinds {
		next, err := withKind(ctx, s.last, k, sleeve)
		if err != nil {
			return nil, err
		}
		steps := make([]step, len(next))
		for i, one := range next {
			steps[i] = one.step
		}
		s.last, s.made = next, append(s.made, steps)
	}
	return s, nil
}

// withKind adds up to half the count of a kind to every sum, as far as the
// sleeve goes. Of equal sums those stay that are thinner than all with fewer
// plates; of those alike the one with the most of this kind, the heaviest so
// far: so the heaviest go inside. The count is added in powers of two, and what another
// sum beats is dropped after each: so there are never more than twice the sums that stay.
// The error is of ctx, or that there are too many sums.
func withKind(ctx context.Context, layer []side, k Plate, sleeve int64) ([]side, error) {
	mass := int64(math.Round(float64(k.Mass) * milligrams))
	thick := int64(math.Round(float64(k.Thickness) * micrometres))
	now := make([]side, len(layer))
	for i, s := range layer {
		s.step = step{int32(i), 0}
		now[i] = s
	}
	for left, size := int32(k.Count/2), int32(1); left > 0; size *= 2 {
		n := min(size, left)
		left -= n
		now = joined(now, n, int64(n)*mass, int64(n)*thick, sleeve)
		if len(now) > maxSideSums {
			return nil, quantity.At("plates", fmt.Sprintf("these plates make more than %d different sums: leave some out", maxSideSums))
		}
		if err := ctx.Err(); err != nil {
			return nil, err
		}
	}
	return now, nil
}

// joined are sums as they are and with n plates more, lightest first, without those that
// another beats.
func joined(all []side, n int32, mass, thick, sleeve int64) []side {
	out := make([]side, 0, len(all)+len(all)/2)
	add := func(s side) {
		// Of one sum they come by plates, then the most of this kind first.
		if last := len(out) - 1; last < 0 || out[last].sum != s.sum || out[last].thick > s.thick {
			out = append(out, s)
		}
	}
	before := func(a, b side) bool {
		if a.sum != b.sum {
			return a.sum < b.sum
		}
		if a.plates != b.plates {
			return a.plates < b.plates
		}
		if a.used != b.used {
			return a.used > b.used
		}
		return a.from < b.from
	}
	more := func(i int) (side, bool) {
		for ; i < len(all); i++ {
			s := all[i]
			if s.thick+thick <= sleeve {
				s.sum, s.thick, s.plates, s.used = s.sum+mass, s.thick+thick, s.plates+n, s.used+n
				return s, true
			}
		}
		return side{}, false
	}
	at, j := 0, 0
	for at < len(all) || j < len(all) {
		for j < len(all) && all[j].thick+thick > sleeve {
			j++
		}
		next, ok := more(j)
		switch {
		case !ok && at >= len(all):
			return out
		case !ok || at < len(all) && before(all[at], next):
			add(all[at])
			at++
		default:
			add(next)
			j++
		}
	}
	return out
}

// plates lists the plates of one sum of the last layer, heaviest first.
func (s *sides) plates(at int) []quantity.Mass {
	out := []quantity.Mass{}
	for n := len(s.kinds); n > 0; n-- {
		p := s.made[n-1][at]
		for range p.used {
			out = append(out, s.kinds[n-1].Mass)
		}
		at = int(p.from)
	}
	return out
}

// Loading is what a bar can be loaded to. Loads are all of them, lightest
// first, in kg. Below and Above are the nearest to the target from either side,
// equal when it is met exactly, nil when there is none. PerSide are the plates
// of one side, heaviest (inside) first, for the load nearest the target (the
// lighter of two equally near), with the fewest plates.
type Loading struct {
	Loads        []quantity.Mass
	Below, Above *quantity.Mass
	Nearest      quantity.Mass
	PerSide      []quantity.Mass
}

// Load works out every load of the bar with equal sides, and the plates for a
// target in kg (≥ 0). Masses are told apart to 1 mg. Errors are *quantity.FieldError, or
// of ctx; it stops soon after that ends.
func (b PlateBar) Load(ctx context.Context, target quantity.Mass) (Loading, error) {
	if err := b.check(); err != nil {
		return Loading{}, err
	}
	s, err := b.sides(ctx)
	if err != nil {
		return Loading{}, err
	}
	last := s.last
	empty := float64(b.Mass) + 2*float64(b.Collar)
	out := Loading{Loads: make([]quantity.Mass, 0, len(last))}
	best, nearest := 0, math.Inf(1)
	for i, p := range last {
		if i > 0 && last[i-1].sum == p.sum {
			continue // thinner, of more plates
		}
		m := quantity.Mass(empty + 2*float64(p.sum)/milligrams)
		out.Loads = append(out.Loads, m)
		off := float64(m - target)
		if off < 0.5/milligrams {
			out.Below = &m
		}
		if off > -0.5/milligrams && out.Above == nil {
			out.Above = &m
		}
		if math.Abs(off) < nearest-0.5/milligrams {
			best, nearest, out.Nearest = i, math.Abs(off), m
		}
	}
	out.PerSide = s.plates(best)
	return out, nil
}

func (b PlateBar) check() error {
	if len(b.Plates) > MaxPlateKinds {
		return quantity.At("plates", fmt.Sprintf("%d kinds of plate; at most %d", len(b.Plates), MaxPlateKinds))
	}
	for i, p := range b.Plates {
		if !(p.Mass > 0) || p.Mass > 100 {
			return quantity.At(fmt.Sprintf("plates[%d].mass_kg", i), fmt.Sprintf("a plate of %g kg is not between 0 and 100 kg",
				float64(p.Mass)))
		}
		if p.Thickness < 0 {
			return quantity.At(fmt.Sprintf("plates[%d].thickness_m", i), "a plate cannot be thinner than nothing")
		}
		if p.Count < 0 || p.Count > MaxPlateCount {
			return quantity.At(fmt.Sprintf("plates[%d].count", i), fmt.Sprintf("%d plates are not between 0 and %d", p.Count,
				MaxPlateCount))
		}
	}
	return nil
}

// gap is a step above LargestStep between neighbours of sorted loads.
type gap struct{ from, to quantity.Mass }

func gapsIn(loads []quantity.Mass) []gap {
	var out []gap
	for i, m := range loads[1:] {
		if loads[i] > 0 && m > loads[i]*(1+LargestStep) {
			out = append(out, gap{loads[i], m})
		}
	}
	return out
}

// excess is by how much, summed as logarithms, the gaps pass LargestStep.
func excess(gaps []gap) (sum, largest float64) {
	for _, g := range gaps {
		ratio := float64(g.to / g.from)
		sum += math.Log(ratio) - math.Log(1+LargestStep)
		largest = math.Max(largest, ratio-1)
	}
	return sum, largest
}

// ExtraPair is one more pair of plates and what it does to the steps above 10 %
// between a bar's lightest and heaviest load: how many there are, how many of
// those it closes, and the largest before and after.
type ExtraPair struct {
	Mass         quantity.Mass
	Gaps, Closed int
	LargestNow   float64
	LargestThen  float64
}

// BestExtraPair is the one pair of plates, of the sizes offered (kg), that
// closes the most gaps; of equal ones the one that leaves the least above 10 %
// (summed as logarithms, up to the load that is the heaviest now), then the
// lightest. ok is false when none makes anything better. Errors are
// *quantity.FieldError, or of ctx.
func (b PlateBar) BestExtraPair(ctx context.Context, offered []quantity.Mass) (best ExtraPair, ok bool, err error) {
	now, err := b.Load(ctx, 0)
	if err != nil {
		return best, false, err
	}
	gaps := gapsIn(now.Loads)
	top := now.Loads[len(now.Loads)-1]
	least, largest := excess(gaps)
	best = ExtraPair{Gaps: len(gaps), LargestNow: largest, LargestThen: largest}
	for _, m := range offered {
		more := b
		more.Plates = append(append([]Plate{}, b.Plates...), Plate{Mass: m, Count: 2})
		then, err := more.Load(ctx, 0)
		if err != nil {
			return best, false, err
		}
		within := then.Loads
		for len(within) > 1 && within[len(within)-1] > top*(1+1e-9) {
			within = within[:len(within)-1]
		}
		left := gapsIn(within)
		closed := 0
		for _, g := range gaps {
			if !overlaps(g, left) {
				closed++
			}
		}
		after, largest := excess(left)
		if closed > best.Closed || closed == best.Closed && after < least-1e-9 {
			best, ok = ExtraPair{m, len(gaps), closed, best.LargestNow, largest}, true
			least = after
		}
	}
	return best, ok, nil
}

func overlaps(g gap, others []gap) bool {
	for _, o := range others {
		if o.from < g.to*(1-1e-9) && o.to > g.from*(1+1e-9) {
			return true
		}
	}
	return false
}

// PlateSizes are the pairs that shops have, in kg, and in lb for the US
// (common practice).
func PlateSizes(system quantity.System) []quantity.Mass {
	if system == quantity.US {
		var out []quantity.Mass
		for _, lb := range []quantity.Mass{1.25, 2.5, 5, 10, 25, 35, 45} {
			out = append(out, lb*quantity.PoundKg)
		}
		return out
	}
	return []quantity.Mass{0.5, 1, 1.25, 2, 2.5, 5, 10, 15, 20}
}
