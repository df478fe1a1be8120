package statics

import (
	"errors"
	"math"

	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/optimize/convex/lp"
)

// Frame is some rigid bodies in a plane. The load factor is the largest with which forces in all joints
// keep every body in balance (static theorem of plasticity): three sums a body.
type Frame struct {
	Bodies int
	Joints []Joint
	Loads  []Force
	// Level are loads that do not grow with the factor.
	Level []Force
	Cuts  []Cut
}

// ground is what stands still.
const ground = -1

// Joint is a point where one body holds another. A screw holds any way up to Most; a contact pushes B away
// from A along NX, NY, with friction Mu.
type Joint struct {
	A, B   int
	X, Y   float64
	Most   float64
	NX, NY float64
	Mu     float64
}

// Force is a load on a body.
type Force struct {
	Body         int
	X, Y, FX, FY float64
}

// Cut bounds the moment in a body at a place, of all that acts on it on the side that a direction points
// to, in N·mm.
type Cut struct {
	Body         int
	X, Y, DX, DY float64
	Most         float64
}

// sides of the polygon within the circle of a screw.
const sides = 24

// Factor is the load factor; nothing bounds it where it is above most.
func (f Frame) Factor() (float64, error) {
	const most = 50.0
	type column struct {
		joint  int
		fx, fy float64
	}
	var cols []column
	for i, j := range f.Joints {
		if j.NX != 0 || j.NY != 0 {
			tx, ty := -j.NY, j.NX
			for _, s := range []float64{1, -1} {
				cols = append(cols, column{i, j.NX + s*j.Mu*tx, j.NY + s*j.Mu*ty})
			}
			continue
		}
		for k := range sides {
			sin, cos := math.Sincos(2 * math.Pi * float64(k) / sides)
			cols = append(cols, column{i, cos, sin})
		}
	}
	screws := 0
	for _, j := range f.Joints {
		if j.NX == 0 && j.NY == 0 {
			screws++
		}
	}
	nc := len(cols)
	// Columns: joints' forces in kN, the factor, slacks of screws, of cuts (two each), of the factor's bound.
	rows, all := 3*f.Bodies+screws+2*len(f.Cuts)+1, nc+1+screws+2*len(f.Cuts)+1
	a, b := mat.NewDense(rows, all, nil), make([]float64, rows)
	const kN, m = 1000.0, 1000.0 // N and mm scaled to about 1
	put := func(body, col int, x, y, fx, fy float64) {
		if body == ground {
			return
		}
		a.Set(3*body, col, a.At(3*body, col)+fx)
		a.Set(3*body+1, col, a.At(3*body+1, col)+fy)
		a.Set(3*body+2, col, a.At(3*body+2, col)+(x*fy-y*fx)/m)
	}
	for c, col := range cols {
		j := f.Joints[col.joint]
		put(j.B, c, j.X, j.Y, col.fx, col.fy)
		put(j.A, c, j.X, j.Y, -col.fx, -col.fy)
	}
	for _, l := range f.Loads {
		put(l.Body, nc, l.X, l.Y, l.FX/kN, l.FY/kN)
	}
	for _, l := range f.Level {
		b[3*l.Body] -= l.FX / kN
		b[3*l.Body+1] -= l.FY / kN
		b[3*l.Body+2] -= (l.X*l.FY - l.Y*l.FX) / m / kN
	}
	row, slack := 3*f.Bodies, nc+1
	for i, j := range f.Joints {
		if j.NX != 0 || j.NY != 0 {
			continue
		}
		for c, col := range cols {
			if col.joint == i {
				a.Set(row, c, 1)
			}
		}
		a.Set(row, slack, 1)
		b[row] = j.Most / kN
		row, slack = row+1, slack+1
	}
	for _, cut := range f.Cuts {
		beyond := func(x, y float64) bool { return (x-cut.X)*cut.DX+(y-cut.Y)*cut.DY > 1e-9 }
		moment := make([]float64, nc+1)
		add := func(c int, x, y, fx, fy float64) {
			if beyond(x, y) {
				moment[c] += ((x-cut.X)*fy - (y-cut.Y)*fx) / m
			}
		}
		for c, col := range cols {
			j := f.Joints[col.joint]
			if j.B == cut.Body {
				add(c, j.X, j.Y, col.fx, col.fy)
			}
			if j.A == cut.Body {
				add(c, j.X, j.Y, -col.fx, -col.fy)
			}
		}
		for _, l := range f.Loads {
			if l.Body == cut.Body {
				add(nc, l.X, l.Y, l.FX/kN, l.FY/kN)
			}
		}
		for _, sign := range []float64{1, -1} {
			for c, v := range moment {
				a.Set(row, c, sign*v)
			}
			a.Set(row, slack, 1)
			b[row] = cut.Most / kN / m
			row, slack = row+1, slack+1
		}
	}
	a.Set(row, nc, 1)
	a.Set(row, slack, 1)
	b[row] = most
	a, b = independent(a, b)
	for r := range b {
		b[r] += 1e-7 * (1 + math.Mod(float64(r)*0.618034, 1)) // no two corners alike, or the search may go round
		if b[r] < 0 {
			b[r] = -b[r]
			for c := range all {
				a.Set(r, c, -a.At(r, c))
			}
		}
	}
	c := make([]float64, all)
	c[nc] = -1
	best, _, err := lp.Simplex(c, a, b, 1e-9, nil)
	if errors.Is(err, lp.ErrInfeasible) {
		return 0, nil
	}
	return -best, err
}

// independent drops rows that follow from others.
func independent(a *mat.Dense, b []float64) (*mat.Dense, []float64) {
	rows, cols := a.Dims()
	var kept []int
	var basis [][]float64
	for r := range rows {
		v := make([]float64, cols)
		mat.Row(v, r, a)
		for _, q := range basis {
			dot := 0.0
			for i := range v {
				dot += v[i] * q[i]
			}
			for i := range v {
				v[i] -= dot * q[i]
			}
		}
		norm := 0.0
		for _, x := range v {
			norm += x * x
		}
		if norm = math.Sqrt(norm); norm < 1e-9 {
			continue
		}
		for i := range v {
			v[i] /= norm
		}
		basis, kept = append(basis, v), append(kept, r)
	}
	out, right := mat.NewDense(len(kept), cols, nil), make([]float64, len(kept))
	for i, r := range kept {
		out.SetRow(i, mat.Row(nil, r, a))
		right[i] = b[r]
	}
	return out, right
}
