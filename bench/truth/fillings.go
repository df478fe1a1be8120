package main

import (
	"fmt"
	"math"
	"math/rand/v2"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// density is what a filling may really have: anything within its range, nearer to what
// is typical than not (the sum of two throws, bent to the typical value).
func density(r *rand.Rand, f material.Filling) float64 {
	low, typical, high := float64(f.Low), float64(f.Typical), float64(f.High)
	u := r.Float64()
	if at := (typical - low) / (high - low); u < at {
		return low + math.Sqrt(u*(high-low)*(typical-low))
	}
	return high - math.Sqrt((1-u)*(high-low)*(high-typical))
}

// flat is anything within the range alike.
func flat(r *rand.Rand, f material.Filling) float64 {
	return float64(f.Low) + r.Float64()*float64(f.High-f.Low)
}

// fills simulates what a filled container is computed to weigh.
func fills(runs int) (out []row) {
	r := rand.New(rand.NewPCG(8, 3))
	for _, f := range material.Fillings() {
		t := &tally{}
		for range runs {
			v := load.Vessel{Tare: 0.1, TareU1: quantity.Mass(quantity.Rectangular(0.02)), Capacity: 4,
				Profile: load.Prism{Capacity: 4, Height: 0.25}}
			level := 0.05 + 0.19*r.Float64()
			fill, err := v.AtLevel(f, quantity.Length(level))
			if err != nil {
				continue
			}
			really := level + float64(load.LevelHalfWidth)*(2*r.Float64()-1)
			truth := 0.1 + 0.02*(2*r.Float64()-1) + flat(r, f)*4*really/0.25
			t.add(float64(fill.Mass.Value), float64(fill.Mass.Expanded()), truth, 1)
		}
		out = append(out, row{origin: "computed mass, shape known", what: f.Name, tally: t, want: 0.93, unit: "kg"})
	}
	water, err := material.FillingByKey("fresh-water")
	if err != nil {
		return nil
	}
	for _, share := range []float64{0.5, 0.8, 1} {
		t := &tally{}
		for range runs {
			// A jug that bulges below and narrows into a shoulder above: its volume at a
			// level differs from the straight one's.
			bulge, neck := 0.02*(2*r.Float64()-1), -0.10*r.Float64()
			shape := func(at float64) float64 { return 1 + bulge*math.Min(1, at/0.5) + neck*math.Max(0, (at-0.8)/0.2) }
			v := load.Vessel{Tare: 0.1, Capacity: 4, Profile: load.Prism{Capacity: 4, Height: 0.25}, Assumed: load.StraightJug}
			fill, err := v.At(water, quantity.Volume(4*share))
			if err != nil {
				continue
			}
			truth := 0.1 + flat(r, water)*4*share*shape(share/load.BrimFactor)
			t.add(float64(fill.Mass.Value), float64(fill.Mass.Expanded()), truth, 1)
		}
		out = append(out, row{origin: "computed mass, jug assumed straight", what: fmt.Sprintf("filled to %.0f %%", 100*share), tally: t,
			want: 0.93, unit: "kg"})
	}
	t := &tally{}
	for range runs {
		truth := 5 * (1 + load.SoldHalfWidth*(2*r.Float64()-1))
		fill, err := load.Container{Sold: 5}.Fill()
		if err != nil {
			continue
		}
		t.add(float64(fill.Mass.Value), float64(fill.Mass.Expanded()), truth, 1)
	}
	return append(out, row{origin: "as sold", what: "5 kg net", tally: t, want: 0.93, unit: "kg"})
}

// batches simulates densities that are learned from weighings, with a scale and a tare
// that all of them share.
func batches(runs int) (out []row) {
	r := rand.New(rand.NewPCG(8, 4))
	sand, err := material.FillingByKey("dry-sand")
	if err != nil {
		return nil
	}
	for _, draw := range []struct {
		name string
		of   func(*rand.Rand, material.Filling) float64
	}{{"", density}, {", any in its range", flat}} {
		for _, s := range load.Scales()[1:] {
			for _, n := range []int{1, 2, 3, 10} {
				t := &tally{}
				for range runs {
					truth := draw.of(r, sand)
					i := newInstrument(r, s, 6, 1)
					tareHalf := 0.05
					tareOff := tareHalf * (2*r.Float64() - 1) // one tare was taken for all the jugs
					var all []load.Weighing
					for range n {
						volume := 2.5 + 1.5*r.Float64()
						level := quantity.Rectangular(0.003) * 16
						really := volume + 0.003*16*(2*r.Float64()-1)
						got, err := s.Read(i.readings(r, 0.1+truth*really, 1), nil)
						if err != nil {
							continue
						}
						all = append(all, load.Weighing{
							Gross: got.Mass.Value, GrossU1: got.Own, Tare: quantity.Mass(0.1 + tareOff), Volume: quantity.Volume(volume),
							VolumeU1: quantity.Volume(level),
							Shared: []load.Shared{{Of: "scale", U1: got.Shared},
								{Of: "tare", U1: quantity.Mass(quantity.Rectangular(tareHalf)), Minus: true}},
						})
					}
					b, err := load.Reestimate(sand, all)
					if err != nil {
						continue
					}
					t.add(float64(b.Density), 2*float64(b.U1), truth, 1)
				}
				wide := 0.0
				out = append(out, row{origin: "density of dry sand" + draw.name,
					what: fmt.Sprintf("%d jugs on one %s, one tare", n, s.Name), tally: t, want: 0.93, wide: wide, unit: "kg/L"})
			}
		}
	}
	return out
}
