package main

import (
	"fmt"
	"math"
	"math/rand/v2"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// instrument is a scale as it really is: off by a constant that nobody knows, within
// what its kind is taken to be, scattering as its kind does times noise, and rounding to
// its display.
type instrument struct {
	load.Scale
	offset, scatter float64
}

func newInstrument(r *rand.Rand, s load.Scale, mass quantity.Mass, noise float64) instrument {
	return instrument{s, float64(s.Within(mass)) * (2*r.Float64() - 1), noise * float64(s.Scatter(mass))}
}

// read is a reading of a mass; the scatter has a tail to one side.
func (i instrument) read(r *rand.Rand, mass float64) quantity.Mass {
	v := mass + i.offset + i.scatter*skewed(r)
	if d := float64(i.Resolution); d > 0 {
		v = math.Round(v/d) * d
	}
	return quantity.Mass(math.Max(0, v))
}

func (i instrument) readings(r *rand.Rand, mass float64, n int) (out []quantity.Mass) {
	for range n {
		out = append(out, i.read(r, mass))
	}
	return out
}

func kinds() []load.Scale {
	return append(load.Scales(), load.Scale{Key: load.AnyScale, Name: "another scale", Resolution: 0.05})
}

// weighings simulates readings of one thing, by kind of scale and number of readings.
func weighings(runs int) (out []row) {
	r := rand.New(rand.NewPCG(8, 2))
	for _, s := range kinds() {
		for _, noise := range []float64{1, 2} {
			for _, n := range []int{1, 2, 3, 10} {
				t, flagged, good := &tally{}, 0, 0
				for range runs {
					truth := 0.5 + 14.5*r.Float64()
					if s.Key == load.Kitchen {
						truth = 0.2 + 4.5*r.Float64()
					}
					i := newInstrument(r, s, quantity.Mass(truth), noise)
					got, err := s.Read(i.readings(r, truth, n), nil)
					if err != nil {
						continue
					}
					t.add(float64(got.Mass.Value), float64(got.Mass.Expanded()), truth, 1)
					flagged += len(got.Odd)
					good += n
				}
				what, want, wide := fmt.Sprintf("%d readings", n), 0.93, 0.0
				if n >= 3 {
					wide = 1.6
				}
				if noise > 1 {
					what, want, wide = what+", twice the scatter", 0.80, 0
				}
				out = append(out, row{origin: "weighing, " + s.Name, what: what, tally: t, want: want, wide: wide, unit: "kg"})
				if n >= 4 && noise == 1 {
					out = append(out, row{origin: "weighing, " + s.Name, what: fmt.Sprintf("%d good readings not called odd", n),
						tally: &tally{held: good - flagged, tried: good, off: []float64{1}}, want: 0.98, unit: "kg"})
				}
			}
		}
	}
	for _, noise := range []float64{1, 2} {
		for _, n := range []int{1, 3} {
			s := load.Scales()[2]
			t := &tally{}
			for range runs {
				person, truth := 50+45*r.Float64(), 3+20*r.Float64()
				i := newInstrument(r, s, quantity.Mass(person), noise)
				got, err := s.Read(i.readings(r, person+truth, n), i.readings(r, person, n))
				if err != nil {
					continue
				}
				t.add(float64(got.Mass.Value), float64(got.Mass.Expanded()), truth, 1)
			}
			want, what := 0.93, fmt.Sprintf("%d and %d readings", n, n)
			if noise > 1 {
				want, what = 0.80, what+", twice the scatter"
			}
			out = append(out, row{origin: "weighing by difference, bathroom scale", what: what, tally: t, want: want, unit: "kg"})
		}
	}
	return out
}
