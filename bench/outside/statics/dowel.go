package statics

import (
	"fmt"
	"math"

	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/optimize/convex/lp"
)

// fine is how many slices of each member along a dowel come within half a percent, coarse within two.
const fine, coarse = 40, 28

// Dowel is a fixing across members: what each bears over a length (N/mm), their lengths and the gap between
// them, and the moment that it bends at. The load that yields it is the largest that any pressures within
// what the wood bears keep in balance with no moment above that one (static theorem of plasticity).
//
// Even says that it is half of a dowel that is the same on the other side: at the end of Main it does not
// turn.
type Dowel struct {
	Side, Main, SideLong, MainLong, Gap, Yield float64
	Even                                       bool
}

// Load is that load, in N.
func (d Dowel) Load(slices int) (float64, error) {
	// Unknown: the pressure of each slice as a share 0..2 less 1 of what it bears, and the load. Moments are
	// linear in these; each bound on a moment is a row with a slack.
	n := 2 * slices
	hs, hm := d.SideLong/float64(slices), d.MainLong/float64(slices)
	at := func(i int) (from, long, q float64) {
		if i < slices {
			return float64(i) * hs, hs, d.Side
		}
		return d.SideLong + d.Gap + float64(i-slices)*hm, hm, d.Main
	}
	// Columns: n shares, the load, then slacks: n for share ≤ 2, 2 per moment place.
	var places []float64
	for i := 1; i < slices; i++ {
		places = append(places, float64(i)*hs)
	}
	places = append(places, d.SideLong)
	if d.Gap > 0 {
		places = append(places, d.SideLong+d.Gap)
	}
	for i := 1; i < slices; i++ {
		places = append(places, d.SideLong+d.Gap+float64(i)*hm)
	}
	if d.Even { // a moment may stand there
		places = append(places, d.SideLong+d.Gap+d.MainLong)
	}
	rows := 3 + n + 2*len(places)
	cols := n + 1 + n + 2*len(places)
	if d.Even {
		cols++
	}
	scaleM := d.Yield
	scaleF := d.Side*d.SideLong + d.Main*d.MainLong
	a := mat.NewDense(rows, cols, nil)
	b := make([]float64, rows)
	end := d.SideLong + d.Gap + d.MainLong
	// Forces on the side member's part make the load; on the main one they take it; no moment at the end.
	for i := range n {
		from, long, q := at(i)
		f := q * long
		mid := from + long/2
		row := 0
		if i >= slices {
			row = 1
		}
		a.Set(row, i, f/scaleF)
		b[row] += f / scaleF
		a.Set(2, i, f*(end-mid)/scaleM)
		b[2] += f * (end - mid) / scaleM
	}
	if d.Even {
		b[2] = 0
		for c := range cols {
			a.Set(2, c, 0)
		}
		a.Set(2, 2*n+1+2*len(places), 1) // nothing is asked: a slack by itself
	}
	a.Set(0, n, -1) // load in scaleF
	a.Set(1, n, 1)
	for i := range n {
		a.Set(3+i, i, 1)
		a.Set(3+i, n+1+i, 1)
		b[3+i] = 2
	}
	for k, z := range places {
		up, down := 3+n+2*k, 3+n+2*k+1
		sum := 0.0
		for i := range n {
			from, long, q := at(i)
			if from >= z-1e-12 {
				continue
			}
			l := math.Min(long, z-from)
			m := q * l * (z - from - l/2) / scaleM
			a.Set(up, i, m)
			a.Set(down, i, -m)
			sum += m
		}
		a.Set(up, 2*n+1+2*k, 1)
		a.Set(down, 2*n+2+2*k, 1)
		b[up], b[down] = 1+sum, 1-sum
	}
	for r := range rows { // right sides are not negative, and no two corners alike
		if r > 2 {
			b[r] += 1e-8 * math.Mod(float64(r)*0.618034, 1)
		}
		if b[r] < 0 {
			b[r] = -b[r]
			for c := range cols {
				a.Set(r, c, -a.At(r, c))
			}
		}
	}
	c := make([]float64, cols)
	c[n] = -1
	best, _, err := lp.Simplex(c, a, b, 1e-10, nil)
	if err != nil {
		return 0, fmt.Errorf("dowel: %w", err)
	}
	return -best * scaleF, nil
}

// Screw is a screw or nail through a side member: thickness and length in mm.
type Screw struct {
	Lag, Nail       bool
	Thick, Root     float64
	Side, Gap, Deep float64 // thickness of the side member, gap, thread in the wood
	SideG, MainG    float64
	// The load is across the grain of the side member, of the main one.
	SideAcross, MainAcross bool
	Wet                    bool
}

// known are those that were worked out: one takes half a second.
var known = map[Screw]float64{}

// Sideways is what it bears across itself, in N, from slices: R_d of NDS 2018 table 12.3.1B by the largest
// diameters of the shank and the root.
func (s Screw) Sideways() float64 {
	if s.Wet {
		s.Wet = false
		return 0.7 * s.Sideways()
	}
	if z, ok := known[s]; ok {
		return z
	}
	inch, lb := 25.4, 4.4482216152605
	d, r := s.Thick/inch, s.Root/inch
	psi := lb / (inch * inch)
	fe := func(g float64, across bool) float64 {
		if d < 0.25 {
			return 16600 * math.Pow(g, 1.84) * psi
		}
		if across {
			return 6100 * math.Pow(g, 1.45) / math.Sqrt(d) * psi
		}
		return 11200 * g * psi
	}
	fy := 70e3
	switch {
	case s.Lag && d <= 0.2501:
		fy = 70e3
	case s.Lag && d <= 0.3126:
		fy = 60e3
	case s.Lag:
		fy = 45e3
	case d <= 0.1421:
		fy = 100e3
	case d <= 0.1771:
		fy = 90e3
	case d <= 0.2361:
		fy = 80e3
	}
	k := 1.0
	if s.SideAcross || s.MainAcross {
		k = 1.25
	}
	kd := 2.2
	if r > 0.17 {
		kd = 10*r + 0.5
	}
	rd := kd
	if d >= 0.25 {
		rd = kd * k
		if r >= 0.25 {
			rd = 3.2 * k // the modes of bending; the others are held apart below
		}
	}
	dowel := Dowel{Side: fe(s.SideG, s.SideAcross) * s.Root, Main: fe(s.MainG, s.MainAcross) * s.Root, SideLong: s.Side,
		MainLong: s.Deep, Gap: s.Gap, Yield: fy * psi * math.Pow(s.Root, 3) / 6}
	z, err := dowel.Load(coarse)
	if err != nil {
		panic(err)
	}
	z /= rd
	known[s] = z
	return z
}

// Pulled is what its thread holds along itself, its steel and its head, in N (NDS 2018 12.2; 138 MPa over
// the root; the head's rule).
func (s Screw) Pulled(head float64) float64 {
	per := 19.650 * s.MainG * s.MainG * s.Thick
	if s.Lag {
		per = 27.861 * math.Pow(s.MainG, 1.5) * math.Pow(s.Thick, 0.75)
	}
	out := per * s.Deep
	if s.Wet {
		out *= 0.7
	}
	out = math.Min(out, 138*math.Pi/4*s.Root*s.Root)
	if head > 0 {
		inch, lb := 25.4, 4.4482216152605
		through := 690 * math.Pi * (head / inch) * s.SideG * s.SideG * math.Min(s.Side/inch, 2.5*head/inch) * lb
		out = math.Min(out, through)
	}
	return out
}

// Used is how far it is used by a pull and a push across: outside of the curve of Hankinson, or past either
// by itself.
func (s Screw) Used(pull, across, head float64) float64 {
	w, z := s.Pulled(head), s.Sideways()
	f := math.Hypot(pull, across)
	if f == 0 {
		return 0
	}
	sin, cos := pull/f, across/f
	on := w * z / (w*cos*cos + z*sin*sin)
	return math.Max(f/on, math.Max(pull/w, across/z))
}

// lag is a lag screw through a side member into a stud that is pulled along its grain; across says that the
// side member lies across.
func lag(key string, side, gap, sideG, mainG, deepest float64, across, wet bool) Screw {
	l := lagSizes[key]
	return Screw{Lag: true, Thick: l[0], Root: 0.65 * l[0], Side: side, Gap: gap,
		Deep: math.Min(math.Min(l[2], l[1]-side-gap), deepest) - 2*l[0], SideG: sideG, MainG: mainG, SideAcross: across, Wet: wet}
}
