package api

import (
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// IWF: 20 kg bar, 2.5 kg collars, a pair of 25 kg discs: 75 kg.
func TestPlatesContract(t *testing.T) {
	var q PlatesQuestion
	require.NoError(t, json.Unmarshal([]byte(`{"bar_kg":20,"collar_kg":2.5,"plates":[{"mass_kg":25,"count":2},{"mass_kg":10,"count":3}],"target_kg":80}`), &q))
	got, err := q.answer(t.Context())
	require.NoError(t, err)
	assert.Equal(t, []float64{25, 45, 75, 95}, got.LoadsKg)
	assert.InDelta(t, 75, *got.BelowKg, 0)
	assert.InDelta(t, 95, *got.AboveKg, 0)
	assert.Equal(t, []float64{25}, got.PerSideKg)
	q.TargetKg = 500
	got, err = q.answer(t.Context())
	require.NoError(t, err)
	assert.Nil(t, got.AboveKg)
	out, err := json.Marshal(got)
	require.NoError(t, err)
	assert.Contains(t, string(out), `"above_kg":null`)
}

func TestBatchContract(t *testing.T) {
	var q BatchQuestion
	require.NoError(t, json.Unmarshal([]byte(`{"density":{"low":1.44,"typical":1.5,"high":1.65},"weighings":[{"gross_kg":5.9,"gross_u_kg":0.02,"tare_kg":0.06,"tare_u_kg":0.01,"volume_l":3.785,"volume_u_l":0.026}]}`), &q))
	got, err := q.answer(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 1.54185, got.DensityKgL, 2e-5)
	assert.InDelta(t, 0.011980, got.UKgL, 2e-6)
	require.Len(t, got.Each, 1)
	q.Density.Typical = 2
	_, err = q.answer(t.Context())
	assert.ErrorContains(t, err, "range")
	q.Density.Typical, q.Weighings[0].TareKg = 1.5, 6
	_, err = q.answer(t.Context())
	assert.ErrorContains(t, err, "not above the empty")
}

// By hand: 0.7 + 3 × 1.5 + 2 × 0.4 = 6.0 kg in 8.4 of 10 L; 1.6 L are left.
func TestPackContract(t *testing.T) {
	var q PackQuestion
	require.NoError(t, json.Unmarshal([]byte(`{"capacity_l":10,"tare_kg":0.7,"target_kg":6,"tolerance_kg":0.1,"items":[{"name":"bottle","mass_kg":1.5,"volume_l":2.4,"count":3},{"name":"can","mass_kg":0.4,"volume_l":0.6,"count":4},{"name":"chest","mass_kg":6,"volume_l":60,"count":1}]}`), &q))
	got, err := q.answer(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 6, got.MassKg, 1e-9)
	assert.Equal(t, []PackedItem{{"bottle", 3}, {"can", 2}}, got.Chosen)
	assert.InDelta(t, 1.6, got.StuffingL, 1e-9)
	assert.Zero(t, got.StuffingMassKg)
	assert.True(t, got.Proven && got.Within)
	assert.Equal(t, []string{"chest"}, got.TooBig)
	q.Stuffing = 0.2
	got, err = q.answer(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, got.MassKg+0.2*got.StuffingL, got.TotalKg, 1e-9, "the towels count")
}

// By hand in core/load: one reading of 12.2 kg on a hanging scale is ± 0.41 kg.
func TestWeighingContract(t *testing.T) {
	var q WeighingQuestion
	require.NoError(t, json.Unmarshal([]byte(`{"scale":"hanging","readings_kg":[12.2],"resolution_kg":0.01,"accuracy_kg":0.05}`), &q))
	one, err := q.answer(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 0.152779, one.UKg, 1e-6)
	assert.InDelta(t, 4.3047, one.DoF, 1e-3)
	assert.InDelta(t, 0.4126, one.U95Kg, 2e-3)
	assert.Empty(t, one.Odd)
	q.ReadingsKg = []float64{12.2, 12.3, 12.1, 12.2, 14}
	odd, err := q.answer(t.Context())
	require.NoError(t, err)
	assert.Equal(t, []int{4}, odd.Odd)
	q.ReadingsKg = []float64{2000}
	_, err = q.answer(t.Context())
	assert.ErrorContains(t, err, "not a mass")
}

// Two jugs on one scale: what they share stays, what each has of its own is halved.
func TestBatchWithAScaleInCommon(t *testing.T) {
	ask := func(more string) BatchAnswer {
		var q BatchQuestion
		w := `{"gross_kg":6,"gross_u_kg":0.02,"tare_kg":0.1,"volume_l":4` + more + `}`
		require.NoError(t, json.Unmarshal([]byte(`{"density":{"low":0.1,"typical":5,"high":10},"weighings":[`+w+`,`+w+`]}`), &q))
		got, err := q.answer(t.Context())
		require.NoError(t, err)
		return got
	}
	assert.InDelta(t, 0.02/4/math.Sqrt2, ask("").UKgL, 1e-5)
	assert.InDelta(t, math.Hypot(0.02/4/math.Sqrt2, 0.3/4), ask(`,"scale":"bath","scale_u_kg":0.3`).UKgL, 1e-4)
	assert.InDelta(t, 0.02/4/math.Sqrt2, ask(`,"scale":"bath","scale_u_kg":0.3,"tare_scale":"bath"`).UKgL, 1e-5)
	assert.InDelta(t, math.Hypot(0.02/4/math.Sqrt2, 0.05/4), ask(`,"tare_u_kg":0.05,"tare_id":"the jugs"`).UKgL, 1e-4)
}
