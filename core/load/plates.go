package load

import (
	"fmt"
	"math"
	"sort"

	"scrappyrack/core/quantity"
)

// Plate is a kind of plate: its mass in kg (> 0) and how many single ones
// there are (≥ 0). They go on in pairs, one a side; an odd one stays off.
type Plate struct {
	Mass  quantity.Mass
	Count int
}

// PlateBar is a bar or a handle with what can be put on it. Collar is one collar;
// two are always on, with the empty bar too. Masses in kg, ≥ 0.
type PlateBar struct {
	Mass, Collar quantity.Mass
	Plates       []Plate
}

// Limits of what is believed of a set of plates.
const (
	MaxPlateKinds = 40
	MaxPlateCount = 200
	maxSideSums   = 400_000
)

// PlateError names the field of a bar that cannot be, as a path.
type PlateError struct{ Field, Detail string }

func (e *PlateError) Error() string { return e.Detail }

// sides are all sums of plates that one side can carry, lightest first: layer n
// uses the first n kinds, lightest kind first. Sums are in milligrams, so that
// equal ones are equal.
type sides struct {
	kinds  []Plate // lightest first
	layers [][]side
}

type side struct {
	sum    int64 // mg
	plates int   // fewest that give the sum
	from   int   // index in the layer before
	used   int   // plates of this layer's kind
}

const milligrams = 1e6

func (b PlateBar) sides() (*sides, error) {
	kinds := append([]Plate(nil), b.Plates...)
	sort.SliceStable(kinds, func(i, j int) bool { return kinds[i].Mass < kinds[j].Mass })
	s := &sides{kinds: kinds, layers: [][]side{{{}}}}
	for _, k := range kinds {
		next := withKind(s.layers[len(s.layers)-1], int64(math.Round(float64(k.Mass)*milligrams)), k.Count/2)
		if len(next) > maxSideSums {
			return nil, &PlateError{"plates", fmt.Sprintf("these plates make more than %d different sums: leave some out", maxSideSums)}
		}
		s.layers = append(s.layers, next)
	}
	return s, nil
}

// withKind adds up to count plates of a mass to every sum. Of equal sums the
// one with the fewest plates stays, then the one with the most of this kind,
// the heaviest so far: so the heaviest go inside.
func withKind(layer []side, mass int64, count int) []side {
	all := make([]side, 0, len(layer)*(count+1))
	for used := count; used >= 0; used-- {
		for i, s := range layer {
			all = append(all, side{s.sum + int64(used)*mass, s.plates + used, i, used})
		}
	}
	sort.SliceStable(all, func(i, j int) bool {
		if all[i].sum != all[j].sum {
			return all[i].sum < all[j].sum
		}
		return all[i].plates < all[j].plates
	})
	out := all[:0]
	for _, s := range all {
		if len(out) == 0 || out[len(out)-1].sum != s.sum {
			out = append(out, s)
		}
	}
	return out
}

// plates lists the plates of one sum of the last layer, heaviest first.
func (s *sides) plates(at int) []quantity.Mass {
	out := []quantity.Mass{}
	for n := len(s.kinds); n > 0; n-- {
		p := s.layers[n][at]
		for range p.used {
			out = append(out, s.kinds[n-1].Mass)
		}
		at = p.from
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
// target in kg (≥ 0). Masses are told apart to 1 mg. Errors are *PlateError.
func (b PlateBar) Load(target quantity.Mass) (Loading, error) {
	if err := b.check(); err != nil {
		return Loading{}, err
	}
	s, err := b.sides()
	if err != nil {
		return Loading{}, err
	}
	last := s.layers[len(s.layers)-1]
	empty := float64(b.Mass) + 2*float64(b.Collar)
	out := Loading{Loads: make([]quantity.Mass, len(last))}
	best := 0
	for i, p := range last {
		m := quantity.Mass(empty + 2*float64(p.sum)/milligrams)
		out.Loads[i] = m
		off := float64(m - target)
		if off < 0.5/milligrams {
			out.Below = &out.Loads[i]
		}
		if off > -0.5/milligrams && out.Above == nil {
			out.Above = &out.Loads[i]
		}
		if math.Abs(off) < math.Abs(float64(out.Loads[best]-target))-0.5/milligrams {
			best = i
		}
	}
	out.Nearest, out.PerSide = out.Loads[best], s.plates(best)
	return out, nil
}

func (b PlateBar) check() error {
	if len(b.Plates) > MaxPlateKinds {
		return &PlateError{"plates", fmt.Sprintf("%d kinds of plate; at most %d", len(b.Plates), MaxPlateKinds)}
	}
	for i, p := range b.Plates {
		if !(p.Mass > 0) || p.Mass > 100 {
			return &PlateError{fmt.Sprintf("plates[%d].mass_kg", i), fmt.Sprintf("a plate of %g kg is not between 0 and 100 kg", float64(p.Mass))}
		}
		if p.Count < 0 || p.Count > MaxPlateCount {
			return &PlateError{fmt.Sprintf("plates[%d].count", i), fmt.Sprintf("%d plates are not between 0 and %d", p.Count, MaxPlateCount)}
		}
	}
	return nil
}
