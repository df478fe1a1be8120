package api

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Treloar's 1944 data (from memory) as two strands: the parameters are per strand,
// the forces of both.
func TestBandContract(t *testing.T) {
	var q BandQuestion
	require.NoError(t, json.Unmarshal([]byte(`{"rest_length_m":1,"strands":2,"points":[{"length_m":1.12,"force_n":0.28},{"length_m":1.39,"force_n":0.64},
		{"length_m":1.89,"force_n":1.0},{"length_m":2.42,"force_n":1.34},{"length_m":3.01,"force_n":1.7}],"at_length_m":[0.5,1.6,2.9,3.4]}`), &q))
	got, err := q.answer(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 0.115, got.A0C1, 0.015)
	assert.Zero(t, *got.ForcesN[0], "below its rest length it is slack")
	assert.InDelta(t, 0.82, *got.ForcesN[1], 0.04)
	assert.Positive(t, *got.U95N[1])
	assert.Nil(t, got.ForcesN[3], "past 1.15 of the stretch that was read")
	assert.Nil(t, got.U95N[3])
	assert.Equal(t, []string{"at_length_m[0]: slack", "at_length_m[2]: beyond the stretch limit", "at_length_m[3]: beyond-measured",
		"beyond-measured"}, got.Flags)
	out, err := json.Marshal(got)
	require.NoError(t, err)
	assert.Contains(t, string(out), `,null]`)
	sure := *got.U95N[1]
	wide := 0.05
	q.RestUM, q.OffsetUN = &wide, 0.05
	got, err = q.answer(t.Context())
	require.NoError(t, err)
	assert.Greater(t, *got.U95N[1], sure)
	q.Points[1].LengthM = 0.9
	_, err = q.answer(t.Context())
	assert.ErrorContains(t, err, "not stretched")

	est, err := BandQuestion{RestM: 1, Strands: 2, WidthM: 0.02, ThickM: 0.0045, AtLengths: []float64{2}}.answer(t.Context())
	require.NoError(t, err)
	assert.Equal(t, "estimated", est.Basis)
	assert.InDelta(t, 0.35, *est.U95N[0] / *est.ForcesN[0], 0.01)
}

func TestWeightPacketContract(t *testing.T) {
	got, err := PacketQuestion{Hex: "02 90 38 ea 07 0b 19 07 08 09"}.answer(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 72.4, got.MassKg, 1e-9)
	assert.Equal(t, "kg", got.Unit)
	assert.Equal(t, "2026-11-25T07:08:09", got.Time)
	_, err = PacketQuestion{Hex: "00ffff"}.answer(t.Context())
	assert.ErrorContains(t, err, "did not succeed")
}
