package api

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/quantity"
)

func contract[A any, Q asked[A]](t *testing.T, body string) (A, error) {
	t.Helper()
	var q Q
	require.NoError(t, json.Unmarshal([]byte(body), &q))
	return q.answer(t.Context())
}

// The check values of the specification, as they are asked over the wire.
func TestBuildContracts(t *testing.T) {
	span, err := contract[SpanAnswer, SpanQuestion](t, `{"section":{"kind":"pipe","od_m":0.042164,"wall_m":0.003556},"material":"steel-pipe","span_m":0.813,"hands_m":[0.15,0.663],"load_n":2451.7}`)
	require.NoError(t, err)
	assert.InDelta(t, 0.431, span.Utilisation, 0.001)
	assert.InDelta(t, 1225.85, span.ReactionsN[0], 0.01)
	assert.True(t, span.OK)
	fixing, err := contract[FixingAnswer, FixingQuestion](t, `{"kind":"wood-screw","diameter_m":0.004826,"penetration_m":0.04826,"specific_gravity":0.5,"lateral":{"side_m":0.0127,"side_specific_gravity":0.5,"gap_m":0,"root_diameter_m":0.0038608,"side_angle_deg":0,"main_angle_deg":0}}`)
	require.NoError(t, err)
	assert.InDelta(t, 399, fixing.LateralN, 1)
	assert.Equal(t, "III_s", fixing.Mode)
	plain, err := contract[FixingAnswer, FixingQuestion](t, `{"kind":"wood-screw","diameter_m":0.004826,"penetration_m":0.0254,"specific_gravity":0.5}`)
	require.NoError(t, err)
	assert.InDelta(t, 602, plain.WithdrawalN, 0.5)
	assert.Zero(t, plain.LateralN)
	furniture, err := contract[FurnitureAnswer, FurnitureQuestion](t, `{"mass_kg":25,"mu":0.2,"height_m":0.7,"edge_to_pull_m":0,"edge_to_centre_m":0.35,"angle_deg":0}`)
	require.NoError(t, err)
	assert.InDelta(t, 32.7, *furniture.SlidesN, 0.05)
	assert.InDelta(t, 81.7, *furniture.TipsN, 0.05)
	assert.Nil(t, furniture.LiftsN, "a level pull never lifts it")
	_, err = json.Marshal(furniture)
	require.NoError(t, err)
	joist, err := contract[JoistAnswer, JoistQuestion](t, `{"b_m":0.038,"h_m":0.184,"span_m":3.6,"at_m":0.6,"load_n":500,"material":"timber-graded:lodgepole-pine","bolt_above_edge_m":0.092}`)
	require.NoError(t, err)
	assert.InDelta(t, 7216, *joist.SplitN, 1)

	cuts, err := contract[CutsAnswer, CutsQuestion](t, `{"stock":[{"length_m":2.4,"price":5.49},{"length_m":0.9,"price":0,"count":1}],"pieces":[{"length_m":0.8,"count":3},{"length_m":0.3,"count":1}],"kerf_m":0.003}`)
	require.NoError(t, err)
	assert.InDelta(t, 5.49, cuts.Cost, 1e-12)
	assert.InDelta(t, cuts.Cost, cuts.Bound, 1e-12)
	assert.True(t, cuts.Proven)
	require.Len(t, cuts.Bars, 2)
	assert.Equal(t, []float64{0.8, 0.8, 0.3}, cuts.Bars[0].CutsM)
	assert.InDelta(t, 2.4-1.9-3*0.003, cuts.Bars[0].OffcutM, 1e-9)
	_, err = contract[CutsAnswer, CutsQuestion](t, `{"stock":[{"length_m":2.4,"price":5.49,"count":1}],"pieces":[{"length_m":1.5,"count":2}],"kerf_m":0}`)
	require.ErrorContains(t, err, "do not give all pieces")

	var at *quantity.FieldError
	_, err = contract[SpanAnswer, SpanQuestion](t, `{"section":{"kind":"round"},"material":"stick-clear:white-ash","span_m":1,"hands_m":[0.5],"load_n":100}`)
	require.ErrorAs(t, err, &at)
	assert.Equal(t, "section.d_m", at.Field)
	_, err = contract[SpanAnswer, SpanQuestion](t, `{"section":{"kind":"round","d_m":0.03},"material":"stick-clear:balsa","span_m":1,"hands_m":[0.5],"load_n":100}`)
	require.ErrorAs(t, err, &at)
	assert.Equal(t, "material", at.Field)
}
