package statics

import (
	"math"

	"gonum.org/v1/gonum/mat"
)

// Spring holds a beam at a place, in N/mm; OneWay pushes up alone.
type Spring struct {
	At, Stiff float64
	OneWay    bool
}

// Point is a load at a place, down, in N.
type Point struct{ At, Load float64 }

// Beam is one in elements of two nodes with cubic shapes (Hermite), of one stiffness in N·mm².
type Beam struct {
	Long, Stiff float64
	Springs     []Spring
}

// stiffest is a support that gives nothing, in N/mm.
const stiffest = 1e9

// Answer is what a beam does: reactions of its springs, and its moment and sag at each node.
type Answer struct {
	Nodes, Moment, Sag []float64
	Reaction           []float64
}

// Peak is the largest moment, by size.
func (a Answer) Peak() (m float64) {
	for _, x := range a.Moment {
		m = math.Max(m, math.Abs(x))
	}
	return m
}

// At is the moment at a place.
func (a Answer) At(x float64) float64 {
	best, m := math.Inf(1), 0.0
	for i, n := range a.Nodes {
		if d := math.Abs(n - x); d < best {
			best, m = d, a.Moment[i]
		}
	}
	return m
}

// Solve solves it under point loads, springs that only push by an active set.
func (b Beam) Solve(loads []Point) Answer {
	places := map[int]bool{0: true, int(math.Round(b.Long)): true}
	mark := func(x float64) { places[int(math.Round(x))] = true }
	for _, s := range b.Springs {
		mark(s.At)
	}
	for _, l := range loads {
		mark(l.At)
	}
	var nodes []float64
	for x := 0; x <= int(math.Round(b.Long)); x++ {
		if places[x] || x%100 == 0 {
			nodes = append(nodes, float64(x))
		}
	}
	node := func(x float64) int {
		best, at := math.Inf(1), 0
		for i, n := range nodes {
			if d := math.Abs(n - x); d < best {
				best, at = d, i
			}
		}
		return at
	}
	n := 2 * len(nodes)
	active := make([]bool, len(b.Springs))
	for i := range active {
		active[i] = true
	}
	var u mat.VecDense
	for range 20 {
		k, f := mat.NewDense(n, n, nil), mat.NewVecDense(n, nil)
		for e := 0; e+1 < len(nodes); e++ {
			l := nodes[e+1] - nodes[e]
			c := b.Stiff / (l * l * l)
			ke := [4][4]float64{{12, 6 * l, -12, 6 * l}, {6 * l, 4 * l * l, -6 * l, 2 * l * l}, {-12, -6 * l, 12, -6 * l},
				{6 * l, 2 * l * l, -6 * l, 4 * l * l}}
			for i := range 4 {
				for j := range 4 {
					k.Set(2*e+i, 2*e+j, k.At(2*e+i, 2*e+j)+c*ke[i][j])
				}
			}
		}
		for i, s := range b.Springs {
			if active[i] {
				at := 2 * node(s.At)
				k.Set(at, at, k.At(at, at)+s.Stiff)
			}
		}
		for i := range n { // nothing floats
			k.Set(i, i, k.At(i, i)+1e-6)
		}
		for _, l := range loads {
			f.SetVec(2*node(l.At), f.AtVec(2*node(l.At))+l.Load)
		}
		if err := u.SolveVec(k, f); err != nil {
			if _, near := err.(mat.Condition); !near {
				panic(err)
			}
		}
		again := false
		for i, s := range b.Springs {
			down := u.AtVec(2*node(s.At)) > 0
			if s.OneWay && active[i] != down {
				active[i], again = down, true
			}
		}
		if !again {
			break
		}
	}
	out := Answer{Nodes: nodes}
	for i := range nodes {
		out.Sag = append(out.Sag, u.AtVec(2*i))
		m := 0.0
		for _, side := range []int{i, i - 1} { // from the element to the right, else to the left
			if side < 0 || side+1 >= len(nodes) {
				continue
			}
			l := nodes[side+1] - nodes[side]
			v1, t1, v2, t2 := u.AtVec(2*side), u.AtVec(2*side+1), u.AtVec(2*side+2), u.AtVec(2*side+3)
			at := 0.0
			if side == i-1 {
				at = 1
			}
			curve := ((-6+12*at)*v1 + l*(-4+6*at)*t1 + (6-12*at)*v2 + l*(-2+6*at)*t2) / (l * l)
			if c := b.Stiff * curve; math.Abs(c) > math.Abs(m) {
				m = c
			}
		}
		out.Moment = append(out.Moment, m)
	}
	for i, s := range b.Springs {
		r := 0.0
		if active[i] {
			r = s.Stiff * u.AtVec(2*node(s.At))
		}
		out.Reaction = append(out.Reaction, r)
	}
	return out
}
