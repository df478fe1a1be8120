package builds_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/mat"
	"pgregory.net/rapid"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

func material(t *testing.T, key string) builds.Material {
	t.Helper()
	m, err := builds.MaterialByKey(key)
	require.NoError(t, err)
	return m
}

// Worked by hand from the rules (check values of the specification).
func TestSpansByHand(t *testing.T) {
	pipe := builds.Schedule40["1-1/4"]
	steel := material(t, "steel-pipe")
	assert.InEpsilon(t, 73_200e-12, pipe.Of(steel).Inertia(), 0.002)
	assert.InEpsilon(t, 3470e-9, pipe.Of(steel).Modulus(), 0.003)
	two := func(s builds.Section, m builds.Material, span, in, load float64) builds.SpanAnswer {
		a, err := builds.Span{Section: s, Material: m, Length: quantity.Length(span),
			Hands: []quantity.Length{quantity.Length(in), quantity.Length(span - in)}, Load: quantity.Force(load)}.Check()
		require.NoError(t, err)
		return a
	}
	got := two(pipe, steel, 0.813, 0.15, 2451.7)
	assert.InEpsilon(t, 184, got.Moment, 0.002)
	assert.InEpsilon(t, 52.9e6, got.Stress, 0.002)
	assert.InEpsilon(t, 0.99e-3, got.Deflection, 0.005)
	assert.InDelta(t, 0.431, got.Utilisation, 0.001)
	assert.True(t, got.OK)

	unknown := material(t, "timber-unknown")
	edge := two(builds.Section{Shape: builds.Rect, B: 0.038, H: 0.089}, unknown, 0.8, 0.15, 2451.7)
	assert.InDelta(t, 0.940, edge.Utilisation, 0.001)
	assert.True(t, edge.OK)
	flat := two(builds.Section{Shape: builds.Rect, B: 0.089, H: 0.038}, unknown, 0.8, 0.15, 2451.7)
	assert.InDelta(t, 2.20, flat.Utilisation, 0.01)
	assert.False(t, flat.OK)
	ash := two(builds.Section{Shape: builds.Round, D: 0.025}, material(t, "stick-clear:white-ash"), 0.6, 0.15, 1961)
	assert.InDelta(t, 3.72, ash.Utilisation, 0.01)
	assert.Contains(t, ash.Why, "bending")

	one, err := builds.Span{Section: builds.Section{Shape: builds.Rect, B: 0.038, H: 0.089}, Material: unknown, Length: 0.8,
		Hands: []quantity.Length{-0.1}, Load: 500}.Check()
	require.NoError(t, err)
	assert.InDelta(t, 562.5, one.Reactions[0], 1e-9)
	assert.InDelta(t, -62.5, one.Reactions[1], 1e-9)
	assert.False(t, one.OK)
	assert.Contains(t, one.Why, "lifts the other end")

	pvc := two(builds.Schedule40["1"], material(t, "pvc-pipe"), 0.3, 0.1, 50)
	assert.Less(t, pvc.Utilisation, 1.0)
	assert.False(t, pvc.OK, "numbers, and never a body")
}

// Pipes have the sizes of ASME B36.10M: second moment and modulus of the full wall as tables
// of it list them (in⁴ and in³, from memory).
func TestPipesAreThoseOfTheTables(t *testing.T) {
	for size, want := range map[string][2]float64{"3/4": {0.0370, 0.0705}, "1": {0.0873, 0.1328}, "1-1/4": {0.1947, 0.2346},
		"1-1/2": {0.3099, 0.3262}, "2": {0.6657, 0.5606}} {
		s := builds.Schedule40[size]
		assert.InEpsilon(t, want[0], s.Inertia()/math.Pow(0.0254, 4), 0.002, size)
		assert.InEpsilon(t, want[1], s.Modulus()/math.Pow(0.0254, 3), 0.002, size)
		full := s.Of(material(t, "steel-pipe")).Modulus()
		left := builds.ThreadModulus[size] / full
		assert.True(t, left > 0.33 && left < 0.95, "%s: a thread leaves %.2f", size, left)
	}
}

// Any bar against finite differences of EI v″ = M on a fine grid, and free-body sums that do
// not know the code's formulas.
func TestBeamsAgainstFiniteDifferences(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 7))
	for range 12 {
		const n = 800 // of the span
		length := 0.4 + 2*r.Float64()
		s := builds.Section{Shape: builds.Rect, B: quantity.Length(0.02 + 0.08*r.Float64()),
			H: quantity.Length(0.02 + 0.08*r.Float64())}
		m := material(t, "timber-unknown")
		hands := []quantity.Length{quantity.Length(length * math.Round(n*r.Float64()) / n),
			quantity.Length(length * math.Round(n*r.Float64()) / n)}
		load := 200 + 2000*r.Float64()
		got, err := builds.Span{Section: s, Material: m, Length: quantity.Length(length), Hands: hands,
			Load: quantity.Force(load)}.Check()
		require.NoError(t, err)
		assert.InDelta(t, load, got.Reactions[0]+got.Reactions[1], 1e-6)
		turn := got.Reactions[1] * length
		for _, h := range hands {
			turn -= load / 2 * float64(h)
		}
		assert.InDelta(t, 0, turn, 1e-6)
		// M by summing from the left on the grid; v from the tridiagonal system.
		h := length / n
		moments := make([]float64, n+1)
		most := 0.0
		for i := range moments {
			x := float64(i) * h
			moments[i] = got.Reactions[0] * x
			for _, p := range hands {
				moments[i] -= load / 2 * math.Max(0, x-float64(p))
			}
			most = math.Max(most, math.Abs(moments[i]))
		}
		assert.InEpsilon(t, most, got.Moment, 1e-6)
		band := mat.NewBandDense(n-1, n-1, 1, 1, nil)
		rhs := mat.NewVecDense(n-1, nil)
		ei := m.Elastic * s.Inertia()
		for i := range n - 1 {
			band.SetBand(i, i, -2)
			if i > 0 {
				band.SetBand(i, i-1, 1)
			}
			if i < n-2 {
				band.SetBand(i, i+1, 1)
			}
			rhs.SetVec(i, -moments[i+1]*h*h/ei)
		}
		var v mat.VecDense
		var lu mat.LU
		lu.Factorize(band)
		require.NoError(t, lu.SolveVecTo(&v, false, rhs))
		sag := 0.0
		for i := range n - 1 {
			sag = math.Max(sag, math.Abs(v.AtVec(i)))
		}
		assert.InEpsilon(t, sag, got.Deflection, 2e-3)
	}
}

// More load, a longer bar or a thinner one is never better.
func TestBarsGrowWeakerOneWay(t *testing.T) {
	m := material(t, "timber-graded:lodgepole-pine")
	rapid.Check(t, func(t *rapid.T) {
		l := rapid.Float64Range(0.3, 2).Draw(t, "length")
		h := rapid.Float64Range(0.02, 0.2).Draw(t, "depth")
		load := rapid.Float64Range(50, 4000).Draw(t, "load")
		at := func(l, h, load float64) float64 {
			a, err := builds.Span{Section: builds.Section{Shape: builds.Rect, B: 0.038, H: quantity.Length(h)}, Material: m,
				Length: quantity.Length(l), Hands: []quantity.Length{quantity.Length(l / 2)}, Load: quantity.Force(load)}.Check()
			require.NoError(t, err)
			return a.Utilisation
		}
		now := at(l, h, load)
		assert.Greater(t, at(l, h, load*1.1), now)
		assert.GreaterOrEqual(t, at(l*1.1, h, load), now-1e-12)
		assert.Greater(t, at(l, h*0.9, load), now)
	})
}

func TestJoistsByHand(t *testing.T) {
	lodgepole := material(t, "timber-graded:lodgepole-pine")
	for at, want := range map[quantity.Length]float64{0.6: 3.50e6, 1.8: 6.31e6} {
		got, err := builds.Joist{B: 0.038, H: 0.235, Span: 3.6, At: at, Load: 2451.7, Material: lodgepole}.Check()
		require.NoError(t, err)
		assert.InEpsilon(t, want, got.Stress, 0.002)
		assert.InEpsilon(t, 3.86e6, got.Allowable, 0.002)
		assert.Equal(t, want < 3.86e6, got.OK)
	}
	for bolt, want := range map[quantity.Length]float64{0.092: 7220, 0.060: 7220 * math.Sqrt(0.060/(1-60.0/184)/(0.092/0.5))} {
		got, err := builds.Joist{B: 0.038, H: 0.184, Span: 3.6, At: 0.6, Load: 500, Material: lodgepole, Bolt: bolt}.Check()
		require.NoError(t, err)
		assert.InEpsilon(t, want, got.Split, 0.002)
		assert.InEpsilon(t, want*0.9/1.3, got.SplitDesign, 0.002)
		assert.Equal(t, bolt >= 0.092, got.OK, "a bolt below the middle is refused")
	}
}

func TestFurnitureByHand(t *testing.T) {
	got, err := builds.Furniture{Mass: 25, Mu: 0.2, Height: 0.7, ToCentre: 0.35}.Check()
	require.NoError(t, err)
	assert.InDelta(t, 32.7, got.Slides, 0.05)
	assert.InDelta(t, 81.7, got.Tips, 0.05)
	assert.InDelta(t, got.Slides, got.Holds, 0)
	assert.True(t, math.IsInf(got.Lifts, 1))
	// At what it says it holds, and no further, a sum of forces and moments is in balance.
	rapid.Check(t, func(t *rapid.T) {
		f := builds.Furniture{
			Mass: quantity.Mass(rapid.Float64Range(5, 200).Draw(t, "mass")), Mu: rapid.Float64Range(0.05, 0.8).Draw(t, "mu"),
			Height:   quantity.Length(rapid.Float64Range(0.05, 1.5).Draw(t, "h")),
			ToPull:   quantity.Length(rapid.Float64Range(0, 1).Draw(t, "b")),
			ToCentre: quantity.Length(rapid.Float64Range(0.1, 0.6).Draw(t, "c")),
			Angle:    rapid.Float64Range(0, 89).Draw(t, "angle"),
		}
		got, err := f.Check()
		require.NoError(t, err)
		stands := func(pull float64) bool {
			along, up := 1.5*pull*math.Cos(f.Angle*math.Pi/180), 1.5*pull*math.Sin(f.Angle*math.Pi/180)
			weight := float64(f.Mass) * 9.80665
			normal := weight - up
			return normal > 0 && along <= f.Mu*normal && along*float64(f.Height)+up*float64(f.ToPull) <= weight*float64(f.ToCentre)
		}
		assert.True(t, stands(got.Holds*0.9999))
		assert.False(t, stands(got.Holds*1.0001))
	})
}

// Withdrawal in pounds per inch of thread as NDS tables 12.2A and 12.2B list it at G 0.50
// (from memory), and the check values of the specification.
func TestFixingsOfTheTables(t *testing.T) {
	perInch := func(kind builds.FixingKind, d float64) float64 {
		w, err := builds.Fixing{Kind: kind, Diameter: quantity.Length(d * 0.0254), Penetration: 0.0254, Gravity: 0.5}.Withdrawal()
		require.NoError(t, err)
		return w.Thread / 4.4482216152605
	}
	for d, want := range map[float64]float64{0.164: 117, 0.190: 135, 0.216: 154} {
		assert.InDelta(t, want, perInch(builds.WoodScrew, d), 0.6)
	}
	for d, want := range map[float64]float64{0.25: 225, 0.3125: 266, 0.375: 305, 0.5: 378} {
		assert.InDelta(t, want, perInch(builds.LagScrew, d), 0.6)
	}
	w, err := builds.Fixing{Kind: builds.WoodScrew, Diameter: 0.004826, Penetration: 0.0254, Gravity: 0.5}.Withdrawal()
	require.NoError(t, err)
	assert.InDelta(t, 602, w.Thread, 0.5)
	w, err = builds.Fixing{Kind: builds.LagScrew, Diameter: 0.009525, Penetration: 0.0508, Gravity: 0.5}.Withdrawal()
	require.NoError(t, err)
	assert.InDelta(t, 2710, w.Thread, 5)
	wet, err := builds.Fixing{Kind: builds.LagScrew, Diameter: 0.009525, Penetration: 0.0508, Gravity: 0.5, Wet: true}.Withdrawal()
	require.NoError(t, err)
	assert.InDelta(t, w.Thread*0.7, wet.Thread, 1e-9)
	nail, err := builds.Fixing{Kind: builds.Nail, Diameter: 0.004, Penetration: 0.05, Gravity: 0.5, Wet: true}.Withdrawal()
	require.NoError(t, err)
	assert.InDelta(t, 0.25*9.515*math.Pow(0.5, 2.5)*4*50, nail.Thread, 1e-6)
	assert.False(t, nail.OK)
	assert.NotEmpty(t, nail.Why)
	head, err := builds.PullThrough(0.281*0.0254, 7.0/16*0.0254, 0.5)
	require.NoError(t, err)
	assert.InDelta(t, 296, head, 1)
	for field, f := range map[string]builds.Fixing{
		"kind":             {Kind: "glue", Diameter: 0.005, Penetration: 0.05, Gravity: 0.5},
		"diameter_m":       {Kind: builds.Nail, Penetration: 0.05, Gravity: 0.5},
		"penetration_m":    {Kind: builds.Nail, Diameter: 0.005, Gravity: 0.5},
		"specific_gravity": {Kind: builds.Nail, Diameter: 0.005, Penetration: 0.05, Gravity: 0.75},
	} {
		_, err := f.Withdrawal()
		var at *quantity.FieldError
		require.ErrorAs(t, err, &at)
		assert.Equal(t, field, at.Field)
	}
}

// Lateral values of the specification; the nail's is NDS table 12N (141 lb).
func TestSidewaysByHand(t *testing.T) {
	ten := builds.Fixing{Kind: builds.WoodScrew, Diameter: 0.190 * 0.0254, Root: 0.152 * 0.0254, Penetration: 1.90 * 0.0254,
		Gravity: 0.5}
	for _, c := range []struct {
		f         builds.Fixing
		side, gap float64 // in
		want      float64
		mode      builds.Mode
	}{
		{ten, 0.5, 0, 399, builds.ModeIIIs},
		{ten, 1.5, 0, 519, builds.ModeIV},
		{ten, 1.5, 0.5, 274, builds.ModeIV},
		{builds.Fixing{Kind: builds.Nail, Diameter: 0.162 * 0.0254, Penetration: 1.62 * 0.0254, Gravity: 0.5}, 1.5, 0, 627,
			builds.ModeIV},
	} {
		n, mode, err := c.f.Sideways(builds.Lateral{Side: quantity.Length(c.side * 0.0254), Gap: quantity.Length(c.gap * 0.0254),
			SideGravity: 0.5})
		require.NoError(t, err)
		assert.InDelta(t, c.want, n, 2, "%+v", c)
		assert.Equal(t, c.mode, mode)
	}
}

// Without a gap the general dowel equations are the yield-limit equations of NDS 2018 table
// 12.3.1A (single shear), written out here as the code has them, k₁ to k₃.
func TestDowelsWithoutAGapAreTheYieldLimitEquations(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := rapid.Float64Range(0.12, 0.24).Draw(t, "d") // below a quarter of an inch, with no angle
		root := d * rapid.Float64Range(0.6, 1).Draw(t, "root")
		gm, gs := rapid.Float64Range(0.36, 0.7).Draw(t, "gm"), rapid.Float64Range(0.36, 0.7).Draw(t, "gs")
		lm, ls := rapid.Float64Range(0.4, 4).Draw(t, "lm"), rapid.Float64Range(0.3, 2).Draw(t, "ls")
		fem, fes := 16600*math.Pow(gm, 1.84), 16600*math.Pow(gs, 1.84)
		fyb := 70e3
		switch {
		case d <= 0.142:
			fyb = 100e3
		case d <= 0.177:
			fyb = 90e3
		case d <= 0.236:
			fyb = 80e3
		}
		kD := 2.2
		if root > 0.17 {
			kD = 10*root + 0.5
		}
		re, rt := fem/fes, lm/ls
		k1 := (math.Sqrt(re+2*re*re*(1+rt+rt*rt)+rt*rt*re*re*re) - re*(1+rt)) / (1 + re)
		k2 := -1 + math.Sqrt(2*(1+re)+2*fyb*(1+2*re)*root*root/(3*fem*lm*lm))
		k3 := -1 + math.Sqrt(2*(1+re)/re+2*fyb*(2+re)*root*root/(3*fem*ls*ls))
		want := math.Min(root*lm*fem, root*ls*fes)
		want = math.Min(want, k1*root*ls*fes)
		want = math.Min(want, k2*root*lm*fem/(1+2*re))
		want = math.Min(want, k3*root*ls*fem/(2+re))
		want = math.Min(want, root*root*math.Sqrt(2*fem*fyb/(3*(1+re))))
		got, _, err := builds.Fixing{Kind: builds.WoodScrew, Diameter: quantity.Length(d * 0.0254),
			Root: quantity.Length(root * 0.0254), Penetration: quantity.Length(lm * 0.0254), Gravity: gm}.
			Sideways(builds.Lateral{Side: quantity.Length(ls * 0.0254), SideGravity: gs})
		require.NoError(t, err)
		assert.InEpsilon(t, want/kD*4.4482216152605, got, 1e-6)
	})
}

// A gap never helps, an angle never helps a thick screw, and both pulls at once are never
// better than either.
func TestFixingsGrowWeakerOneWay(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := builds.Fixing{Kind: rapid.SampledFrom([]builds.FixingKind{builds.WoodScrew, builds.LagScrew}).Draw(t, "kind"),
			Diameter:    quantity.Length(rapid.Float64Range(0.004, 0.013).Draw(t, "d")),
			Penetration: quantity.Length(rapid.Float64Range(0.03, 0.12).Draw(t, "l")),
			Gravity:     rapid.Float64Range(0.36, 0.67).Draw(t, "g")}
		l := builds.Lateral{Side: quantity.Length(rapid.Float64Range(0.012, 0.06).Draw(t, "side")),
			Gap: quantity.Length(rapid.Float64Range(0, 0.03).Draw(t, "gap")), SideGravity: 0.42}
		n, _, err := f.Sideways(l)
		require.NoError(t, err)
		wider, turned := l, l
		wider.Gap += 0.005
		turned.MainAngle = 90
		w, _, err := f.Sideways(wider)
		require.NoError(t, err)
		assert.LessOrEqual(t, w, n*(1+1e-12), "a member that is crushed knows of no gap; all else grows weaker")
		a, _, err := f.Sideways(turned)
		require.NoError(t, err)
		assert.LessOrEqual(t, a, n*(1+1e-12))
		pull, shear := rapid.Float64Range(0, 2000).Draw(t, "pull"), rapid.Float64Range(0, 2000).Draw(t, "shear")
		u := f.Both(pull, shear, 1500, 900)
		assert.GreaterOrEqual(t, u, math.Max(pull/1500, shear/900)-1e-12)
	})
	// W 600 and Z 400 N hold 480 N at 45°, by hand.
	f := builds.Fixing{Kind: builds.WoodScrew}
	side := 480 / math.Sqrt2
	assert.InDelta(t, 1, f.Both(side, side, 600, 400), 0.001)
}
