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
	"scrappyrack/core/space"
)

// Check values of the specification, by hand.
func TestPartsByHand(t *testing.T) {
	stud, err := builds.Stud{B: 0.038, H: 0.089, Length: 2.44, At: 1.22, Load: 375, Material: material(t, "timber-unknown")}.Check()
	require.NoError(t, err)
	assert.InEpsilon(t, 4.56e6, stud.Stress, 0.001)
	assert.InDelta(t, 0.731, stud.Utilisation, 0.0005)
	assert.InDelta(t, 187.5, stud.TopPlate, 1e-9)

	step := builds.Standing{Height: 0.45, Mass: 8, Width: 0.40, Inside: 0.05, Mu: 0.4}
	assert.InDelta(t, 1.20, step.Tips(2451.7), 0.005)
	step.Flare = 0.02
	assert.InDelta(t, 0.884, step.Tips(2451.7), 0.0005)
	assert.InDelta(t, 0.15/0.4, step.Slides(1e9), 1e-4, "the heavier the foot the less the step's own weight helps")

	assert.InDelta(t, 177, float64(builds.Sled(0.5, 40, 20)), 0.5)
	assert.InEpsilon(t, 8.63e6, builds.Strip(2329, 0.25, 0.5, 0.018), 0.001)
	assert.InEpsilon(t, 3.79e6, builds.Tread(2451.7, 0.40, 0.235, 0.038), 0.001)
	assert.InDelta(t, 0.97, builds.Tread(2451.7, 0.40, 0.235, 0.038)/material(t, "timber-unknown").Allowable(0.038), 0.003)
	assert.InEpsilon(t, 8.8e6, builds.Panels()[0].Along, 1e-9)
}

// A board on screws as a beam on springs, solved by finite differences of its energy, whatever
// the stiffness of either: no screw is pulled harder than the rule says of any.
func TestTheBattenRuleIsNeverBelowABeamOnSprings(t *testing.T) {
	r := rand.New(rand.NewPCG(12, 5))
	worst := 0.0
	for range 300 {
		n := 3 + r.IntN(5)
		spacing := 0.15 + 0.3*r.Float64()
		screws := make([]quantity.Length, n)
		for i := range screws {
			screws[i] = quantity.Length(0.1 + spacing*float64(i))
		}
		length := 0.2 + spacing*float64(n-1)
		at := r.Float64() * length                 // beyond the last screw too
		stiffness := math.Pow(10, 1+3*r.Float64()) // EI of the board, N·m²
		spring := math.Pow(10, 4+6*r.Float64())    // of a screw, N/m
		reactions := onSprings(length, stiffness, spring, screws, at)
		rule := builds.Batten(screws, quantity.Length(at), 1)
		most, says := 0.0, 0.0
		for i := range screws {
			most, says = math.Max(most, reactions[i]), math.Max(says, rule[i])
		}
		worst = math.Max(worst, most/says)
		assert.LessOrEqual(t, most, says*1.001, "%d screws %.2f m apart, pull at %.2f m, EI %.0f, k %.0f", n, spacing,
			at-float64(screws[0]), stiffness, spring)
	}
	assert.Greater(t, worst, 0.6, "and it is not far above")
}

// onSprings are the pulls of springs under a beam that is pulled with 1 N at a place: Hermite
// elements of 1/120 of its length, solved densely.
func onSprings(length, stiffness, spring float64, screws []quantity.Length, at float64) []float64 {
	const elements = 120
	h := length / elements
	n := 2 * (elements + 1)
	k := mat.NewSymDense(n, nil)
	add := func(i, j int, v float64) {
		if i <= j {
			k.SetSym(i, j, k.At(i, j)+v)
		}
	}
	c := stiffness / (h * h * h)
	local := [4][4]float64{{12, 6 * h, -12, 6 * h}, {6 * h, 4 * h * h, -6 * h, 2 * h * h}, {-12, -6 * h, 12, -6 * h},
		{6 * h, 2 * h * h, -6 * h, 4 * h * h}}
	for e := range elements {
		for a := range 4 {
			for b := range 4 {
				add(2*e+a, 2*e+b, c*local[a][b])
			}
		}
	}
	// The shape of an element at a place, for loads and springs that lie within it.
	shape := func(x float64) (int, [4]float64) {
		e := min(elements-1, int(x/h))
		s := x/h - float64(e)
		return 2 * e, [4]float64{1 - 3*s*s + 2*s*s*s, h * (s - 2*s*s + s*s*s), 3*s*s - 2*s*s*s, h * (s*s*s - s*s)}
	}
	for _, s := range screws {
		first, w := shape(float64(s))
		for a := range 4 {
			for b := range 4 {
				add(first+a, first+b, spring*w[a]*w[b])
			}
		}
	}
	load := mat.NewVecDense(n, nil)
	first, w := shape(at)
	for a := range 4 {
		load.SetVec(first+a, w[a])
	}
	var cholesky mat.Cholesky
	if !cholesky.Factorize(k) {
		panic("the beam is held by its springs")
	}
	var v mat.VecDense
	if err := cholesky.SolveVecTo(&v, load); err != nil {
		panic(err)
	}
	out := make([]float64, len(screws))
	for i, s := range screws {
		first, w := shape(float64(s))
		for a := range 4 {
			out[i] += spring * w[a] * v.AtVec(first+a)
		}
	}
	return out
}

func TestBattensByHand(t *testing.T) {
	screws := []quantity.Length{0.1, 0.5, 0.9}
	assert.InDeltaSlice(t, []float64{0, 105, 0}, builds.Batten(screws, 0.5, 100), 1e-9)
	assert.InDeltaSlice(t, []float64{75, 75, 0}, builds.Batten(screws, 0.3, 100), 1e-9)
	assert.InDeltaSlice(t, []float64{132.5, 0, 0}, builds.Batten(screws, 0, 100), 1e-9)
	assert.InDeltaSlice(t, []float64{0, 0, 165}, builds.Batten(screws, 1.1, 100), 1e-9)
	// The pulls that a pull along the wall adds turn the board as much as it does.
	along := builds.Offset(500, 0.068, []quantity.Length{0.1, 0.8, 1.5})
	turn := along[0]*0.1 + along[1]*0.8 + along[2]*1.5
	assert.InDelta(t, 500*0.068, turn, 1e-9)
}

// A force is never lost between its parts, and not knowing is never lighter than knowing.
func TestPullsKeepTheForce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := quantity.Force(rapid.Float64Range(1, 3000).Draw(t, "f"))
		from := rapid.Float64Range(0, 90).Draw(t, "from")
		to := rapid.Float64Range(from, 90).Draw(t, "to")
		known := builds.Pulls(f, from, to, true)[0]
		assert.GreaterOrEqual(t, math.Hypot(known.Off, known.Along), float64(f)*(1-1e-9))
		off, along := 0.0, 0.0
		for _, p := range builds.Pulls(f, 0, 0, false) {
			off, along = math.Max(off, p.Off), math.Max(along, p.Along)
		}
		assert.GreaterOrEqual(t, off, known.Off-1e-9)
		assert.GreaterOrEqual(t, along, known.Along-1e-9)
	})
}

func TestHardware(t *testing.T) {
	for name, c := range map[string]struct {
		h    builds.Hardware
		body bool
		want float64
		why  string
	}{
		"a marked working load as it is": {builds.Hardware{Kind: builds.MetalLink, Working: 3000}, false, 3000, ""},
		"under a body 0.7 of it":         {builds.Hardware{Kind: builds.MetalLink, Working: 3000}, true, 2100, ""},
		"metal breaks at four times":     {builds.Hardware{Kind: builds.MetalLink, Breaks: 20000}, false, 5000, ""},
		"a sewn strap at five":           {builds.Hardware{Kind: builds.SewnStrap, Breaks: 20000}, false, 4000, ""},
		"a bowline leaves 0.65 of a third": {builds.Hardware{Kind: builds.RopeLink, Breaks: 18000, Knot: builds.Bowline}, false,
			3900, ""},
		"a wet rope less": {builds.Hardware{Kind: builds.RopeLink, Breaks: 18000, Knot: builds.FigureEight,
			Wet: true}, false, 3825, ""},
		"no mark is nothing": {builds.Hardware{Kind: builds.MetalLink}, true, 0, "no mark"},
		"an eye off its axis": {builds.Hardware{Kind: builds.ShoulderedEye, Working: 4000, Angle: 45}, false, 1200,
			""},
		"a plain eye off its axis": {builds.Hardware{Kind: builds.PlainEye, Working: 4000, Angle: 20}, false, 0,
			"on its axis"},
		"a gate that is not locked": {builds.Hardware{Kind: builds.Carabiner, Breaks: 22000}, true, 0, "locking gate"},
		"a lashing strap": {builds.Hardware{Kind: builds.LashingStrap, Breaks: 20000}, true, 0,
			"never for a body"},
		"an open hook":   {builds.Hardware{Kind: builds.OpenHook, Working: 5000}, true, 0, "never for a body"},
		"a pipe fitting": {builds.Hardware{Kind: builds.Fitting, Working: 5000}, true, 0, "unknown make"},
	} {
		got, why := c.h.Capacity(c.body)
		assert.InDelta(t, c.want, got, 1e-9, name)
		if c.why == "" {
			assert.Empty(t, why, name)
		} else {
			assert.Contains(t, why, c.why, name)
		}
	}
}

// Hibbeler's kind of case, worked by hand: 60 kg on a wooden floor, 0.40 m deep, tied at 0.80 m,
// pulled level. It slides at 0.25 · 588.4 N = 147.1 N and tips at 588.4 · 0.40/(2 · 0.80) = 147.1 N;
// tied at 1.0 m it tips first, at 117.7 N; 1.5 of it is inside.
func TestFurnitureSlidesOrTips(t *testing.T) {
	f := builds.Furniture{Mass: 60, Mu: builds.Friction(space.Wood), ToCentre: 0.20, Height: 0.80}
	got, err := f.Check()
	require.NoError(t, err)
	assert.InDelta(t, 147.1, got.Slides*builds.BandFactor, 0.05)
	assert.InDelta(t, 147.1, got.Tips*builds.BandFactor, 0.05)
	assert.InDelta(t, 98.07, got.Holds, 0.05)
	f.Height = 1
	got, err = f.Check()
	require.NoError(t, err)
	assert.Less(t, got.Tips, got.Slides)
	assert.InDelta(t, 117.7, got.Tips*builds.BandFactor, 0.05)
	f.Angle = 30
	up, err := f.Check()
	require.NoError(t, err)
	assert.InDelta(t, 147.1/(0.8660+0.25*0.5), up.Slides*builds.BandFactor, 0.05)
	assert.InDelta(t, 0.2, builds.Friction(""), 1e-12, "of a floor that nobody knows")
}
