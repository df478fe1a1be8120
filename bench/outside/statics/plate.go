package statics

import (
	"math"

	"gonum.org/v1/gonum/mat"
)

// mesh is how far apart the beams of a grillage are, in mm.
const mesh = 25.0

// plate is a panel as a grillage of beams both ways, carried along lines; its face grain runs along x.
type plate struct {
	nx, ny    int
	dx, dy, t float64
	ex, ey    float64
	chol      mat.BandCholesky
	byX       bool // nodes are numbered along x first
}

// foot is a patch with its middle, its sides and its load in N.
type foot struct{ x, y, wide, deep, load float64 }

// newPlate is a panel so long and wide and thick in mm, of two moduli, carried where held says.
func newPlate(long, wide, t, ex, ey float64, held func(x, y float64) bool) *plate {
	p := &plate{nx: int(math.Round(long/mesh)) + 1, ny: int(math.Round(wide/mesh)) + 1, t: t, ex: ex, ey: ey}
	p.dx, p.dy = long/float64(p.nx-1), wide/float64(p.ny-1)
	p.byX = p.nx < p.ny
	n := 3 * p.nx * p.ny
	band := 3*(min(p.nx, p.ny)+1) + 2
	k := mat.NewSymBandDense(n, band, nil)
	add := func(i, j int, v float64) {
		if i <= j {
			k.SetSymBand(i, j, k.At(i, j)+v)
		}
	}
	// A beam between two nodes: deflection, slope along it, twist. θ of a node is (about x, about y) as slopes
	// along y and along x.
	beam := func(a, b int, l, wide, e float64, alongX bool) {
		i, j := wide*t*t*t/12, wide*t*t*t/6 // of the plate's twist, shared by both ways
		c, tw := e*i/(l*l*l), math.Sqrt(ex*ey)/16*2*j/l/2
		s, r := 1, 2 // slope along x is dof 1, along y dof 2
		if !alongX {
			s, r = 2, 1
		}
		dof := [4]int{3 * a, 3*a + s, 3 * b, 3*b + s}
		ke := [4][4]float64{{12, 6 * l, -12, 6 * l}, {6 * l, 4 * l * l, -6 * l, 2 * l * l}, {-12, -6 * l, 12, -6 * l},
			{6 * l, 2 * l * l, -6 * l, 4 * l * l}}
		for m := range 4 {
			for o := range 4 {
				add(dof[m], dof[o], c*ke[m][o])
			}
		}
		add(3*a+r, 3*a+r, tw)
		add(3*b+r, 3*b+r, tw)
		add(min(3*a+r, 3*b+r), max(3*a+r, 3*b+r), -tw)
	}
	for ix := range p.nx {
		for iy := range p.ny {
			here := p.node(ix, iy)
			wy, wx := p.dy, p.dx
			if iy == 0 || iy == p.ny-1 {
				wy /= 2
			}
			if ix == 0 || ix == p.nx-1 {
				wx /= 2
			}
			if ix+1 < p.nx {
				beam(here, p.node(ix+1, iy), p.dx, wy, ex, true)
			}
			if iy+1 < p.ny {
				beam(here, p.node(ix, iy+1), p.dy, wx, ey, false)
			}
			if held(float64(ix)*p.dx, float64(iy)*p.dy) {
				add(3*here, 3*here, 1e7)
			}
			for d := range 3 {
				add(3*here+d, 3*here+d, 1e-6)
			}
		}
	}
	if !p.chol.Factorize(k) {
		panic("a plate that nothing carries")
	}
	return p
}

func (p *plate) node(ix, iy int) int {
	if p.byX {
		return iy*p.nx + ix
	}
	return ix*p.ny + iy
}

// stress is the largest along the face grain and across it under some feet, in MPa.
func (p *plate) stress(feet []foot) (along, across float64) {
	n := 3 * p.nx * p.ny
	f := mat.NewVecDense(n, nil)
	for _, ft := range feet {
		// What of the patch lies on each node's own field.
		over := func(at, d, mid, wide float64) float64 {
			return math.Max(0, math.Min(at+d/2, mid+wide/2)-math.Max(at-d/2, mid-wide/2)) / wide
		}
		for ix := range p.nx {
			for iy := range p.ny {
				share := over(float64(ix)*p.dx, p.dx, ft.x, ft.wide) * over(float64(iy)*p.dy, p.dy, ft.y, ft.deep)
				if share > 0 {
					at := 3 * p.node(ix, iy)
					f.SetVec(at, f.AtVec(at)+share*ft.load)
				}
			}
		}
	}
	var u mat.VecDense
	if err := p.chol.SolveVecTo(&u, f); err != nil {
		if _, near := err.(mat.Condition); !near {
			panic(err)
		}
	}
	moment := func(a, b int, l, wide, e float64, s int, end float64) float64 {
		v1, t1, v2, t2 := u.AtVec(3*a), u.AtVec(3*a+s), u.AtVec(3*b), u.AtVec(3*b+s)
		curve := ((-6+12*end)*v1 + l*(-4+6*end)*t1 + (6-12*end)*v2 + l*(-2+6*end)*t2) / (l * l)
		return math.Abs(e * p.t / 2 * curve)
	}
	// Over a strip as wide as a foot's width: what is above it at a single beam is the patch's own corner.
	smooth := func(rows [][]float64) (most float64) {
		const over = 4
		for _, r := range rows {
			for i := 0; i+over <= len(r); i++ {
				sum := 0.0
				for _, v := range r[i : i+over] {
					sum += v
				}
				most = math.Max(most, sum/over)
			}
		}
		return most
	}
	var xs, ys [][]float64
	for ix := 0; ix+1 < p.nx; ix++ {
		var row []float64
		for iy := range p.ny {
			a, b := p.node(ix, iy), p.node(ix+1, iy)
			row = append(row, (moment(a, b, p.dx, 0, p.ex, 1, 0)+moment(a, b, p.dx, 0, p.ex, 1, 1))/2)
		}
		xs = append(xs, row)
	}
	for iy := 0; iy+1 < p.ny; iy++ {
		var row []float64
		for ix := range p.nx {
			a, b := p.node(ix, iy), p.node(ix, iy+1)
			row = append(row, (moment(a, b, p.dy, 0, p.ey, 2, 0)+moment(a, b, p.dy, 0, p.ey, 2, 1))/2)
		}
		ys = append(ys, row)
	}
	return smooth(xs), smooth(ys)
}
