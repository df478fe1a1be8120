package api

import (
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func ask(t *testing.T, body string) FillAnswer {
	t.Helper()
	var q FillQuestion
	require.NoError(t, json.Unmarshal([]byte(body), &q))
	got, err := q.answer(t.Context())
	require.NoError(t, err)
	return got
}

// Worked by hand: 0.06 + 0.998·3 = 3.054 kg; u_ρ = 0.008/(2√3), u_V =
// (3.785/0.25)·0.003/√3; U = 2·√((3u_ρ)² + (0.998u_V)²) = 0.054145 kg.
func TestFillContract(t *testing.T) {
	got := ask(t, `{"capacity_l":3.785,"tare_kg":0.06,"profile":{"kind":"prism","height_m":0.25},"filling":"fresh-water","volume_l":3}`)
	assert.InDelta(t, 3.054, got.MassKg, 1e-12)
	assert.InDelta(t, 0.0554585, got.U95Kg, 2e-6)
	assert.InDelta(t, 3*0.25/3.785, got.LevelM, 1e-12)
	assert.InDelta(t, 0.998, got.DensityKg, 0)
	assert.True(t, got.Reachable)
	assert.Nil(t, got.NearestKg)

	back := ask(t, `{"capacity_l":3.785,"tare_kg":0.06,"profile":{"kind":"prism","height_m":0.25},"filling":"fresh-water","target_kg":3.054}`)
	assert.InDelta(t, 3, back.VolumeL, 1e-9)
}

// A cone frustum by hand: d 0.2 to 0.3 m over 0.3 m holds 14.923 L; 5 % of a
// bare density is a rectangular half-width.
func TestFillOfAFrustumWithABareDensity(t *testing.T) {
	got := ask(t, `{"capacity_l":14.9,"tare_kg":0.5,"profile":{"kind":"frustum","bottom_d_m":0.2,"top_d_m":0.3,"height_m":0.3},"density_kg_l":2,"volume_l":14}`)
	assert.InDelta(t, 28.5, got.MassKg, 1e-12)
	d := math.Cbrt(math.Pow(0.2, 3) + 12*(1./3)*0.014/math.Pi) // d³ = d₀³ + 12kV/π
	assert.InDelta(t, (d-0.2)*3, got.LevelM, 1e-9)
	uV := math.Pi / 4 * d * d * 1000 * 0.003 / math.Sqrt(3)
	assert.InDelta(t, 2*math.Hypot(14*0.1/math.Sqrt(3), 2*uV), got.U95Kg, 1e-9)

	over := ask(t, `{"capacity_l":14.9,"tare_kg":0.5,"profile":{"kind":"frustum","bottom_d_m":0.2,"top_d_m":0.3,"height_m":0.3},"density_kg_l":2,"target_kg":40}`)
	assert.False(t, over.Reachable)
	assert.InDelta(t, 0.5+2*14.9226, *over.NearestKg, 1e-3, "the geometry ends before the brim of 1.04 × 14.9 L")
	assert.Contains(t, over.Reason, "brim")
}

func TestFillOutOfReachBelowTare(t *testing.T) {
	got := ask(t, `{"capacity_l":10,"tare_kg":0.5,"profile":{"kind":"prism","height_m":0.3},"filling":"rice","target_kg":0.2}`)
	assert.False(t, got.Reachable)
	assert.InDelta(t, 0.5, got.MassKg, 0)
	assert.Zero(t, got.VolumeL)
}

func TestFillRefusesWhatContradicts(t *testing.T) {
	for name, body := range map[string]string{
		"both":        `{"capacity_l":10,"tare_kg":0,"profile":{"kind":"prism","height_m":0.3},"filling":"rice","density_kg_l":1,"volume_l":1}`,
		"neither":     `{"capacity_l":10,"tare_kg":0,"profile":{"kind":"prism","height_m":0.3},"volume_l":1}`,
		"no wish":     `{"capacity_l":10,"tare_kg":0,"profile":{"kind":"prism","height_m":0.3},"filling":"rice"}`,
		"no diameter": `{"capacity_l":10,"tare_kg":0,"profile":{"kind":"frustum","height_m":0.3},"filling":"rice","volume_l":1}`,
		"low brim":    `{"capacity_l":10,"brim_l":9,"tare_kg":0,"profile":{"kind":"prism","height_m":0.3},"filling":"rice","volume_l":1}`,
	} {
		var q FillQuestion
		require.NoError(t, json.Unmarshal([]byte(body), &q))
		_, err := q.answer(t.Context())
		assert.Error(t, err, name)
	}
}

// Epley 1985 and Brzycki 1993 at 100 kg × 5: 116.667 and 112.5 kg.
func TestRepMaxContract(t *testing.T) {
	got, err := RepMaxQuestion{LoadKg: 100, Reps: 3, Reserve: 2, TargetReps: 5}.answer(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 116.6667, got.Estimates.Epley, 1e-4)
	assert.InDelta(t, 112.5, got.Estimates.Brzycki, 1e-12)
	assert.InDelta(t, 112.5, got.Estimates.OConner, 1e-9)
	assert.InDelta(t, 100*math.Pow(5, 0.1), got.Estimates.Lombardi, 1e-9)
	assert.InDelta(t, 100, got.TargetLoadKg, 1e-9, "five again is the load itself")
	_, err = RepMaxQuestion{LoadKg: 100, Reps: 12, Reserve: 4, TargetReps: 5}.answer(t.Context())
	assert.ErrorContains(t, err, "16")
}

func TestBareWordsBecomeWrongValues(t *testing.T) {
	for in, want := range map[string]string{
		`{"a":NaN,"b":-Infinity,"c":1e999,"d":1.5e3,"e":-2}`: `{"a":"NaN","b":"-Infinity","c":"1e999","d":1.5e3,"e":-2}`,
		`{"NaN":"NaN \" NaN","t":true,"n":null}`:             `{"NaN":"NaN \" NaN","t":true,"n":null}`,
		`[+1, 01, .5, nan]`:                                  `["+1", "01", ".5", "nan"]`,
	} {
		assert.Equal(t, want, string(quoteNonNumbers([]byte(in))))
	}
}

// What is valid JSON stays byte for byte as it is.
func FuzzJSON(f *testing.F) {
	for _, s := range []string{`{"a":[1,2.5e-3,"x\\\"",null,true]}`, `"`, `{"a":NaN}`, "\xff", `1e999`} {
		f.Add([]byte(s))
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		out := quoteNonNumbers(data)
		var v any
		if json.Unmarshal(data, &v) == nil && string(out) != string(data) {
			t.Fatalf("%q became %q", data, out)
		}
	})
}

// Marks are met exactly, between them the volume only rises; a level and the
// volume at it give the same answer, and each line of the budget is its
// sensitivity times its input.
func TestFillByMarksAndLevel(t *testing.T) {
	const shape = `"capacity_l":6,"tare_kg":0.2,"tare_u_kg":0.01,"profile":{"kind":"marks","marks":[{"level_m":0.05,"volume_l":1},{"level_m":0.12,"volume_l":3},{"level_m":0.2,"volume_l":6}]},"filling":"fresh-water"`
	at := ask(t, `{`+shape+`,"level_m":0.12}`)
	assert.InDelta(t, 3, at.VolumeL, 1e-9)
	assert.InDelta(t, 0.2+3*0.998, at.MassKg, 1e-9)
	same := ask(t, `{`+shape+`,"volume_l":3}`)
	assert.InDelta(t, 0.12, same.LevelM, 1e-4)
	assert.InDelta(t, at.U95Kg, same.U95Kg, 1e-9)
	last := 0.0
	for level := 0.005; level <= 0.2; level += 0.005 {
		body, err := json.Marshal(level)
		require.NoError(t, err)
		v := ask(t, `{`+shape+`,"level_m":`+string(body)+`}`).VolumeL
		assert.Greater(t, v, last)
		last = v
	}
	var squares, shares float64
	for _, b := range at.Budget {
		assert.InDelta(t, b.UKg, b.Sensitivity*b.InputU, 1e-12, b.Name)
		squares, shares = squares+b.UKg*b.UKg, shares+b.Share
	}
	assert.InDelta(t, at.U95Kg, 2*math.Sqrt(squares), 1e-12)
	assert.InDelta(t, 1, shares, 1e-12)
	assert.InDelta(t, 0.01, at.Budget[0].InputU, 0)

	over := ask(t, `{`+shape+`,"level_m":0.3}`)
	assert.False(t, over.Reachable)
	assert.InDelta(t, 6, *over.NearestL, 1e-9)
	frozen := ask(t, `{"capacity_l":10,"tare_kg":0,"freezes":true,"profile":{"kind":"prism","height_m":0.3},"filling":"fresh-water","volume_l":10}`)
	assert.False(t, frozen.Reachable)
	assert.InDelta(t, 10.4*0.91, *frozen.NearestL, 1e-9)

	var q FillQuestion
	require.NoError(t, json.Unmarshal([]byte(`{"capacity_l":6,"tare_kg":0,"profile":{"kind":"marks","marks":[{"level_m":0.1,"volume_l":2},{"level_m":0.2,"volume_l":1}]},"filling":"rice","volume_l":1}`), &q))
	_, err := q.answer(t.Context())
	assert.ErrorContains(t, err, "mark 2 does not rise: its volume")
}
