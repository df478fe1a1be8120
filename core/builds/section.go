package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// Shape is the shape of a section.
type Shape string

// The shapes.
const (
	Round Shape = "round"
	Rect  Shape = "rect"
	Pipe  Shape = "pipe"
)

// Section is the section of a bar, in m: round of diameter D; rectangular, B wide and H deep
// as the load is; a pipe of outside diameter D and Wall as listed.
type Section struct {
	Shape      Shape
	D, B, H    quantity.Length
	Wall       quantity.Length
	wallFactor float64
}

// mostSize bounds what a section may measure, in m.
const mostSize = 1.0

// check refuses what is no section. Errors are *quantity.FieldError of section and its fields.
func (s Section) check() error {
	in := func(v quantity.Length) bool { return v > 0 && v <= mostSize }
	switch s.Shape {
	case Round:
		if !in(s.D) {
			return quantity.At("section.d_m", "a diameter is above 0 and at most 1 m")
		}
	case Rect:
		if !in(s.B) {
			return quantity.At("section.b_m", "a width is above 0 and at most 1 m")
		}
		if !in(s.H) {
			return quantity.At("section.h_m", "a depth is above 0 and at most 1 m")
		}
	case Pipe:
		if !in(s.D) {
			return quantity.At("section.od_m", "an outside diameter is above 0 and at most 1 m")
		}
		if s.Wall <= 0 || s.Wall > s.D/2 {
			return quantity.At("section.wall_m", "a wall is above 0 and at most half of the outside diameter")
		}
	default:
		return quantity.At("section.kind", "a section is round, rect or a pipe")
	}
	return nil
}

// Of is the section as it may be counted on in a material: the wall of steel pipe may be an
// eighth thinner than listed (ASTM A53); that of PVC is a minimum.
func (s Section) Of(m Material) Section {
	if s.Shape == Pipe && m.Kind == Steel {
		s.wallFactor = thinWall
	}
	return s
}

func (s Section) inside() float64 {
	f := s.wallFactor
	if f == 0 {
		f = 1
	}
	return float64(s.D) - 2*f*float64(s.Wall)
}

// Depth is how deep it is as the load is, in m.
func (s Section) Depth() quantity.Length {
	if s.Shape == Rect {
		return s.H
	}
	return s.D
}

// Area in m².
func (s Section) Area() float64 {
	d, i := float64(s.D), 0.0
	switch s.Shape {
	case Rect:
		return float64(s.B * s.H)
	case Pipe:
		i = s.inside()
	}
	return math.Pi / 4 * (d*d - i*i)
}

// Inertia is the second moment of area, in m⁴.
func (s Section) Inertia() float64 {
	d, i := float64(s.D), 0.0
	switch s.Shape {
	case Rect:
		return float64(s.B) * math.Pow(float64(s.H), 3) / 12
	case Pipe:
		i = s.inside()
	}
	return math.Pi / 64 * (math.Pow(d, 4) - math.Pow(i, 4))
}

// Modulus is the section modulus, in m³.
func (s Section) Modulus() float64 { return s.Inertia() / (float64(s.Depth()) / 2) }

// plastic is the plastic section modulus of a pipe, in m³: (D³ − d³)/6.
func (s Section) plastic() float64 {
	d, i := float64(s.D), s.inside()
	return (d*d*d - i*i*i) / 6
}

// shearPeak is the largest shear stress of V over the mean of V/A: 1.5 of a rectangle, 4/3 of
// a round bar, about 2 of a thin pipe (from the theory of beams).
func (s Section) shearPeak() float64 {
	switch s.Shape {
	case Rect:
		return 1.5
	case Round:
		return 4.0 / 3
	}
	return 2
}

// inch in m.
const inch = 0.0254

// Schedule40 are pipes by their nominal size in inches: outside diameter and wall (ASME
// B36.10M).
var Schedule40 = map[string]Section{
	"3/4":   {Shape: Pipe, D: 1.050 * inch, Wall: 0.113 * inch},
	"1":     {Shape: Pipe, D: 1.315 * inch, Wall: 0.133 * inch},
	"1-1/4": {Shape: Pipe, D: 1.660 * inch, Wall: 0.140 * inch},
	"1-1/2": {Shape: Pipe, D: 1.900 * inch, Wall: 0.145 * inch},
	"2":     {Shape: Pipe, D: 2.375 * inch, Wall: 0.154 * inch},
}

// PipeBySize finds one by its nominal size. Errors are *quantity.FieldError of pipe.
func PipeBySize(size string) (Section, error) {
	if s, ok := Schedule40[size]; ok {
		return s, nil
	}
	return Section{}, quantity.At("pipe", "a pipe is of 3/4, 1, 1-1/4, 1-1/2 or 2 in")
}

// ThreadModulus is what a thread leaves of the section modulus, at its root, by nominal size,
// in m³ (ASME B1.20.1 threads in B36.10M walls, from memory).
var ThreadModulus = map[string]float64{"3/4": 411e-9, "1": 739e-9, "1-1/4": 1419e-9, "1-1/2": 2073e-9, "2": 3841e-9}
