package load_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/integrate/quad"
	"pgregory.net/rapid"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

func filling(t *testing.T, key string) material.Filling {
	t.Helper()
	f, err := material.FillingByKey(key)
	require.NoError(t, err)
	return f
}

// The closed form against gonum's Gauss–Legendre quadrature of the sections.
func TestFrustumAgainstQuadrature(t *testing.T) {
	for _, f := range []load.Frustum{
		{Bottom: 0.26, Top: 0.30, Height: 0.36}, {Bottom: 0.30, Top: 0.22, Height: 0.4}, {Bottom: 0.2, Top: 0.2, Height: 0.3},
	} {
		for _, level := range []float64{0.01, 0.1, 0.25, 0.3} {
			area := func(h float64) float64 {
				d := float64(f.Bottom) + float64(f.Top-f.Bottom)*h/float64(f.Height)
				return math.Pi / 4 * d * d * 1000
			}
			want := quad.Fixed(area, 0, level, 20, nil, 0)
			assert.InEpsilon(t, want, float64(f.Volume(quantity.Length(level))), 1e-12)
		}
	}
	// A cone frustum worked by hand: d 0.2 to 0.3 over 0.3 m is
	// π/12·0.3·(0.04 + 0.06 + 0.09) = 0.014923 m³.
	assert.InDelta(t, 14.923, float64(load.Frustum{Bottom: 0.2, Top: 0.3, Height: 0.3}.Full()), 5e-4)
}

func profiles(t *rapid.T) load.Profile {
	pos := func(name string, lo, hi float64) quantity.Length {
		return quantity.Length(rapid.Float64Range(lo, hi).Draw(t, name))
	}
	switch rapid.SampledFrom([]string{"prism", "frustum", "marks"}).Draw(t, "kind") {
	case "prism":
		return load.Prism{Capacity: quantity.Volume(rapid.Float64Range(0.3, 100).Draw(t, "capacity")), Height: pos("height", 0.05, 1)}
	case "frustum":
		return load.Frustum{Bottom: pos("bottom", 0.05, 0.6), Top: pos("top", 0.05, 0.6), Height: pos("height", 0.05, 1)}
	}
	var marks []load.Mark
	level, volume := 0.0, 0.0
	for range rapid.IntRange(1, 8).Draw(t, "marks") {
		level += rapid.Float64Range(0.01, 0.1).Draw(t, "rise")
		volume += rapid.Float64Range(0.1, 3).Draw(t, "more")
		marks = append(marks, load.Mark{Level: quantity.Length(level), Volume: quantity.Volume(volume)})
	}
	p, err := load.NewMarks(marks)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// h(V(h)) returns h to 0.1 mm, and V never falls.
func TestLevelInvertsVolume(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := profiles(t)
		top := float64(p.Level(min(p.Full(), 500)))
		h := rapid.Float64Range(0, top).Draw(t, "level")
		v := p.Volume(quantity.Length(h))
		if back := float64(p.Level(v)); math.Abs(back-h) > 1e-4 {
			t.Fatalf("level %v holds %v L, which stands at %v", h, v, back)
		}
		if p.Volume(quantity.Length(h*0.9)) > v {
			t.Fatalf("volume falls with the level")
		}
	})
}

func TestMarksMustRise(t *testing.T) {
	_, err := load.NewMarks([]load.Mark{{0.1, 2}, {0.2, 1.5}})
	assert.ErrorContains(t, err, "does not rise")
	_, err = load.NewMarks(nil)
	assert.Error(t, err)
}

// By hand: 3.785 L prism of 0.25 m, tare 0.06 kg, water to 3 L.
// m = 0.06 + 0.998·3 = 3.054; u_ρ² = 0.008²/12 + (0.996 − 0.998)², u_ρ = 0.0030551,
// ×3 = 0.0091652; u_V = (3.785/0.25)·0.003/√3 = 0.0262233 L, ×0.998 = 0.0261709;
// u = 0.0277293, U = 0.0554585.
func TestFillByHand(t *testing.T) {
	v := load.Vessel{Tare: 0.06, Capacity: 3.785, Profile: load.Prism{Capacity: 3.785, Height: 0.25}}
	got, err := v.At(filling(t, "fresh-water"), 3)
	require.NoError(t, err)
	assert.InDelta(t, 3.054, float64(got.Mass.Value), 1e-12)
	assert.InDelta(t, 0.0554585, float64(got.Mass.Expanded()), 2e-6)
	assert.InDelta(t, 0.19815, float64(got.Level), 1e-5)
	var shares float64
	for _, c := range got.Budget {
		shares += c.Share
	}
	assert.InDelta(t, 1, shares, 1e-12)
}

// JCGM 100:2008, 5.1.3 and H.1-style sum in quadrature: with a scale of
// ±50 g (rectangular) on the tare, the tare's part is 0.05/√3.
func TestTareUncertaintyEnters(t *testing.T) {
	v := load.Vessel{Tare: 0.5, TareU1: quantity.Mass(quantity.Rectangular(0.05)), Capacity: 10,
		Profile: load.Prism{Capacity: 10, Height: 0.3}}
	got, err := v.At(filling(t, "fresh-water"), 0)
	require.NoError(t, err)
	assert.InDelta(t, 0.028868, float64(got.Budget[0].U1), 1e-6)
}

func TestForwardOfInverse(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := profiles(t)
		full := float64(min(p.Full(), 100))
		v := load.Vessel{Tare: quantity.Mass(rapid.Float64Range(0, 3).Draw(t, "tare")), Capacity: quantity.Volume(full), Profile: p}
		f := rapid.SampledFrom(material.Fillings()).Draw(t, "filling")
		want := rapid.Float64Range(0, full).Draw(t, "volume")
		fill, err := v.At(f, quantity.Volume(want))
		if err != nil {
			t.Fatal(err)
		}
		back, err := v.For(f, fill.Mass.Value)
		if err != nil {
			t.Fatal(err)
		}
		if math.Abs(float64(back.Level-fill.Level)) > 1e-4 {
			t.Fatalf("%v kg stands at %v, not %v", fill.Mass.Value, back.Level, fill.Level)
		}
	})
}

func TestOutOfReachGivesTheNearest(t *testing.T) {
	v := load.Vessel{Tare: 0.06, Capacity: quantity.USGallonL, Profile: load.Prism{Capacity: quantity.USGallonL, Height: 0.25}, Rating: 10}
	water, wet := filling(t, "fresh-water"), filling(t, "wet-sand")

	_, err := v.For(water, 12)
	var out *load.OutOfReach
	require.ErrorAs(t, err, &out)
	assert.Contains(t, out.Error(), "brim")
	assert.InDelta(t, 0.06+0.998*quantity.USGallonL*1.04, float64(out.Nearest.Mass.Value), 1e-9)

	_, err = v.For(water, 0.01)
	require.ErrorAs(t, err, &out)
	assert.Contains(t, out.Error(), "empty")

	v.Rating = 5
	_, err = v.For(wet, 6)
	require.ErrorAs(t, err, &out)
	assert.Contains(t, out.Error(), "rated")
	assert.InDelta(t, 5, float64(out.Nearest.Mass.Highest()), 1e-6, "nearest uses the whole rating and no more")

	_, err = v.At(water, 4.2)
	require.ErrorAs(t, err, &out)
	assert.Greater(t, float64(out.Nearest.Volume), 3.78)
}

// Common practice: gallon jugs of dry sand about 12.5 lb, of wet sand 17 to 18
// lb, all within the computed ±U; the quoted 8.8 lb of water is not.
func TestQuotedJugWeights(t *testing.T) {
	v := load.Vessel{Tare: 0.06, Capacity: quantity.USGallonL, Profile: load.Prism{Capacity: quantity.USGallonL, Height: 0.25}}
	for _, c := range []struct {
		key    string
		pounds float64
		inside bool
	}{{"dry-sand", 12.5, true}, {"wet-sand", 17.5, true}, {"fresh-water", 8.8, false}} {
		got, err := v.At(filling(t, c.key), quantity.USGallonL)
		require.NoError(t, err)
		off := math.Abs(c.pounds*quantity.PoundKg - float64(got.Mass.Value))
		assert.Equal(t, c.inside, off <= float64(got.Mass.Expanded()), "%s: off by %.2f kg, U %.2f", c.key, off, got.Mass.Expanded())
	}
}

// A frustum of the usual taper holds what it was made for: its volume by the formula of
// solid geometry, πh(D²+Dd+d²)/12, which the code under test does not use.
func TestTheUsualTaperHoldsTheCapacity(t *testing.T) {
	for _, c := range [][2]float64{{0.3, 0.1}, {3.785411784, 0.25}, {18.9, 0.36}, {60, 0.5}, {2000, 1.2}} {
		b, d := load.UsualTaper(quantity.Volume(c[0]), quantity.Length(c[1]))
		holds := math.Pi * c[1] / 12 * float64(b*b+b*d+d*d) * 1000
		assert.InEpsilon(t, c[0], holds, 0.002)
		assert.Less(t, b, d)
	}
}
