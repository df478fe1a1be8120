package builds_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mat"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

// frame is a plane frame, solved by displacements: points in m; members between them, stiff at their ends
// or, for a rod, hinged at both. It shares nothing with the rules that it is held against.
type frame struct {
	at      [][2]float64
	members []member
	held    map[int]bool // of 3 × point + (0 along x, 1 along y, 2 turning)
	loads   map[int]float64
}

type member struct {
	from, to  int
	area, i   float64
	rod, flex bool // hinged at both ends; hinged at its start
}

const pine = 7e9

func (f *frame) point(x, y float64) int {
	f.at = append(f.at, [2]float64{x, y})
	return len(f.at) - 1
}

// solve gives the forces at the ends of every member, in its own axes: pull along, shear and moment at its
// start, and the moment at its end.
func (f *frame) solve(t *testing.T) [][4]float64 {
	n := 3 * len(f.at)
	k := mat.NewDense(n, n, nil)
	type piece struct {
		local *mat.Dense
		turn  *mat.Dense
		dof   [6]int
		long  float64
	}
	pieces := make([]piece, len(f.members))
	for m, b := range f.members {
		dx, dy := f.at[b.to][0]-f.at[b.from][0], f.at[b.to][1]-f.at[b.from][1]
		l := math.Hypot(dx, dy)
		c, s := dx/l, dy/l
		ea, ei := pine*b.area/l, pine*b.i
		local := mat.NewDense(6, 6, nil)
		set := func(i, j int, v float64) { local.Set(i, j, v); local.Set(j, i, v) }
		set(0, 0, ea)
		set(3, 3, ea)
		set(0, 3, -ea)
		switch {
		case b.rod:
		case b.flex: // no moment at its start
			set(1, 1, 3*ei/l/l/l)
			set(4, 4, 3*ei/l/l/l)
			set(1, 4, -3*ei/l/l/l)
			set(1, 5, 3*ei/l/l)
			set(4, 5, -3*ei/l/l)
			set(5, 5, 3*ei/l)
		default:
			set(1, 1, 12*ei/l/l/l)
			set(4, 4, 12*ei/l/l/l)
			set(1, 4, -12*ei/l/l/l)
			for _, p := range [][2]int{{1, 2}, {1, 5}} {
				set(p[0], p[1], 6*ei/l/l)
			}
			for _, p := range [][2]int{{2, 4}, {4, 5}} {
				set(p[0], p[1], -6*ei/l/l)
			}
			set(2, 2, 4*ei/l)
			set(5, 5, 4*ei/l)
			set(2, 5, 2*ei/l)
		}
		turn := mat.NewDense(6, 6, nil)
		for o := 0; o < 6; o += 3 {
			turn.Set(o, o, c)
			turn.Set(o, o+1, s)
			turn.Set(o+1, o, -s)
			turn.Set(o+1, o+1, c)
			turn.Set(o+2, o+2, 1)
		}
		var half, whole mat.Dense
		half.Mul(local, turn)
		whole.Mul(turn.T(), &half)
		dof := [6]int{3 * b.from, 3*b.from + 1, 3*b.from + 2, 3 * b.to, 3*b.to + 1, 3*b.to + 2}
		for i := range 6 {
			for j := range 6 {
				k.Set(dof[i], dof[j], k.At(dof[i], dof[j])+whole.At(i, j))
			}
		}
		pieces[m] = piece{local, turn, dof, l}
	}
	load := mat.NewVecDense(n, nil)
	for i, v := range f.loads {
		load.SetVec(i, v)
	}
	for i := range n {
		if f.held[i] || k.At(i, i) == 0 {
			k.Set(i, i, k.At(i, i)+1e15)
		}
	}
	var u mat.VecDense
	require.NoError(t, u.SolveVec(k, load))
	out := make([][4]float64, len(pieces))
	for m, p := range pieces {
		mine := mat.NewVecDense(6, nil)
		for i, d := range p.dof {
			mine.SetVec(i, u.AtVec(d))
		}
		var turned, force mat.VecDense
		turned.MulVec(p.turn, mine)
		force.MulVec(p.local, &turned)
		out[m] = [4]float64{force.AtVec(3), force.AtVec(1), force.AtVec(2), force.AtVec(5)}
	}
	return out
}

// A cantilever and a strut, by hand, tell that the frame can be trusted.
func TestTheFrameByHand(t *testing.T) {
	f := frame{held: map[int]bool{0: true, 1: true, 2: true}, loads: map[int]float64{}}
	a, b := f.point(0, 0), f.point(0, 2)
	f.members = []member{{from: a, to: b, area: 0.01, i: 1e-5}}
	f.loads[3*b] = 100
	got := f.solve(t)
	assert.InEpsilon(t, 200, math.Abs(got[0][2]), 1e-6)
	assert.InDelta(t, 0, got[0][3], 1e-6)
	f = frame{held: map[int]bool{0: true, 1: true, 3: true, 4: true}, loads: map[int]float64{}}
	a, b = f.point(0, 0), f.point(3, 0)
	c := f.point(3, 4)
	f.members = []member{{from: a, to: c, area: 0.01, rod: true}, {from: b, to: c, area: 0.01, rod: true}}
	f.loads[3*c] = 30
	got = f.solve(t)
	assert.InEpsilon(t, 50, got[0][0], 1e-6)
	assert.InEpsilon(t, -40, got[1][0], 1e-6)
}

// The end frame of parallels as a whole, post, foot and strut, pushed either way with all of a bar's load on
// it, its joints stiff or giving as EC5 7.1 has screws of 5 mm give: no part of it gets more than its
// check says.
func TestParallelsAsAFrame(t *testing.T) {
	r := rand.New(rand.NewPCG(13, 7))
	slim, edge, foot := 0.038*0.089, 0.038*0.089*0.089*0.089/12, 0.038*0.14*0.14*0.14/12
	closest := 0.0
	for n := range 200 {
		h, wide := 0.6+0.6*r.Float64(), 0.45+0.45*r.Float64()
		p := builds.Parallels{Pipe: "1-1/4", Length: 0.47, Height: quantity.Length(h), Wide: quantity.Length(wide), Mu: 0.5,
			Body: quantity.Estimate{Value: 80}}
		says, err := p.Build()
		require.NoError(t, err)
		load := 80 * 9.80665 * 2.5 / 2
		for _, push := range []float64{0.15 * load, -0.15 * load} {
			f := frame{loads: map[int]float64{}}
			const axis = 0.070
			left, right := f.point(-wide/2+0.03, axis), f.point(wide/2-0.03, axis)
			from, under := f.point(-wide/2+0.10, axis), f.point(0, axis)
			high, head := f.point(0, 0.7*h), f.point(0, h)
			strut := slim
			if n%2 == 0 { // six screws at either end: 420^1.5 · 5/23 N/mm each
				strut = 6 * 1.871e6 / 2 * math.Hypot(0.7*h-axis, wide/2-0.10) / pine
			}
			f.members = []member{
				{from: left, to: from, area: 0.038 * 0.14, i: foot}, {from: from, to: under, area: 0.038 * 0.14, i: foot},
				{from: under, to: right, area: 0.038 * 0.14, i: foot},
				{from: under, to: high, area: slim, i: edge, flex: true}, {from: high, to: head, area: slim, i: edge},
				{from: from, to: high, area: strut, rod: true},
			}
			f.held = map[int]bool{3 * left: true, 3*left + 1: true, 3*right + 1: true}
			f.loads[3*head], f.loads[3*head+1] = push, -load
			got := f.solve(t)
			bends := 0.0
			for _, m := range got[:3] {
				bends = math.Max(bends, math.Max(math.Abs(m[2]), math.Abs(m[3])))
			}
			along := math.Abs(got[5][0])
			assert.LessOrEqual(t, along, linkOf(t, says, "strut at its screws").Demand, "h %.2f wide %.2f %v", h, wide, n%2 == 0)
			assert.LessOrEqual(t, bends/(foot/0.07), linkOf(t, says, "feet in bending").Demand*1.001)
			assert.LessOrEqual(t, math.Abs(got[4][2])/(edge/0.0445), linkOf(t, says, "posts in bending").Demand*1.001)
			closest = math.Max(closest, along/linkOf(t, says, "strut at its screws").Demand)
		}
	}
	assert.Greater(t, closest, 0.6, "and it is not far above")
}

// Legs that turn at both ends are held by their brace alone, which bends them where it crosses them: it and
// they get what their checks say.
func TestBracesOfAStepAsAFrame(t *testing.T) {
	d, err := builds.DesignByKey("step")
	require.NoError(t, err)
	w, err := d.Work(builds.Values{Num: map[string]float64{"height_m": 0.5, "span_m": 0.4, "flare_m": 0.03},
		Word: map[string]string{"stock": "boards-140", "joined": "no"}},
		builds.Situation{Stature: 1.75, Body: quantity.Estimate{Value: 60}})
	require.NoError(t, err)
	says := w.Built
	// The middle of a brace's screws as it is drawn, along it and across, from where the middle lines cross.
	middle := func(figure string) (along, across float64) {
		n := 0.0
		for _, f := range w.Figures(builds.Situation{}) {
			for _, m := range f.Strokes {
				if f.Name == figure && m.Shape == builds.MarkRound && m.Of == builds.OfSteel && m.W == 0.006 {
					along, across, n = along+m.Y, across+m.X, n+1
				}
			}
		}
		require.Positive(t, n)
		return along / n, across / n
	}
	const high = 0.5 - 0.038
	for _, c := range []struct {
		link, lap              string
		wide, other, i, z, off float64
	}{{"braces along", "brace on a narrow side", 0.438, 0.28, 0.089 * 0.038 * 0.038 * 0.038 / 12, 0.019, 0.09},
		{"braces across", "brace on a wide side", 0.191, 0.476, 0.038 * 0.089 * 0.089 * 0.089 / 12, 0.0445, 0.11}} {
		f := frame{loads: map[int]float64{}}
		along, across := middle(c.lap)
		long := math.Hypot(c.wide, high-2*c.off)
		cos, sin := c.wide/long, (high-2*c.off)/long
		x, y := along*cos+across*sin, along*sin-across*cos
		a, p, top := f.point(0, 0), f.point(0, c.off+y), f.point(0, high)
		b, q, end := f.point(c.wide, 0), f.point(c.wide, high-c.off-y), f.point(c.wide, high)
		for _, m := range [][2]int{{a, p}, {p, top}, {b, q}, {q, end}} {
			f.members = append(f.members, member{from: m[0], to: m[1], area: 0.0034, i: c.i})
		}
		from, to := f.point(x, c.off+y), f.point(c.wide-x, high-c.off-y)
		f.members = append(f.members, member{from: from, to: to, area: 0.0034, rod: true},
			member{from: top, to: end, area: 0.0034, rod: true},
			member{from: p, to: from, area: 10, i: 1}, member{from: q, to: to, area: 10, i: 1}) // the screws, stiff
		f.held = map[int]bool{3 * a: true, 3*a + 1: true, 3 * b: true, 3*b + 1: true}
		f.loads[3*top] = 0.15 * 60 * 9.80665 * 2.5 * (1 - 0.05/c.other) // a foot 50 mm inside that side's edge
		got := f.solve(t)
		assert.InEpsilon(t, math.Abs(got[4][0]), linkOf(t, says, c.link).Demand, 0.001, c.link)
		bends := 0.0
		for i, m := range got[:4] {
			bends = math.Max(bends, math.Abs(m[3-i%2]))
		}
		assert.InEpsilon(t, bends*c.z/c.i, linkOf(t, says, "uprights at the "+c.link).Demand, 0.001, c.link)
	}
}

// A column as a string of stiff pieces, by the least load at which it stays bent: the least
// eigenvalue of its curvature. A third of it is what is counted on.
func TestColumnsBuckleAtThreeTimesWhatTheyBear(t *testing.T) {
	const n = 400
	for _, long := range []float64{0.4, 1.0, 2.1} {
		step := long / n
		bend := mat.NewSymDense(n-1, nil)
		for i := range n - 1 {
			bend.SetSym(i, i, 2)
			if i > 0 {
				bend.SetSym(i-1, i, -1)
			}
		}
		var eigen mat.EigenSym
		require.True(t, eigen.Factorize(bend, false))
		least := math.Inf(1)
		for _, v := range eigen.Values(nil) {
			least = math.Min(least, v)
		}
		buckles := pine * 0.089 * 0.038 * 0.038 * 0.038 / 12 * least / step / step
		assert.InEpsilon(t, buckles/3, builds.Slim(long), 0.001)
	}
}
