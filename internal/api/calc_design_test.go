package api

import (
	"context"
	"encoding/json"
	"fmt"
	"testing"

	"github.com/danielgtaylor/huma/v2"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
)

// What the second reading accepts and refuses, asked as a caller would.
func TestDesignsAsked(t *testing.T) {
	const wall = `"socket_m":0.5,"skirting":"yes","coating":"yes","whole":"yes","plate_held":"yes","stud":"89"`
	for _, want := range []struct {
		design, place string
		kg            float64
		answers       string
		ok            bool
		link          string
		use           float64
	}{
		{"bar", `{"on":"floor"}`, 80, `"stock":"graded-edge","rated_n":5000,"support_kg":8,"mu":0.5`,
			true, "bar in bending, all on one point", 0.954},
		{"bar", `{"on":"floor"}`, 80, `"stock":"board-edge","rated_n":5000,"support_kg":8,"mu":0.5`,
			false, "bar in bending, all on one point", 1.203},
		{"bar", `{"on":"chairs"}`, 80, `"use":"hang","stock":"pipe-1-1/4","rated_n":5000`,
			false, "each support", 0},
		{"bar", `{"on":"joists","owner":"yes"}`, 100, `"use":"hang","stock":"pipe-1-1/4","rated_n":5000,"overhead":"sawn","above":"room","joists_m":0.4` +
			`,"joist_h_m":0.235,"wood":"timber-graded:douglas-fir-larch","bolt_m":0.016,"above_m":0.16` +
			`,"coating":"yes"`,
			true, "bar in bending, all on one point", 0.84},
		{"board-bands", `{"on":"studs","owner":"yes"}`, 80, `"pull_n":250,"rings":"chest","ring_n":3000,` + wall,
			true, "stud at 1.26 m", 0.867},
		{"board-bands", `{"on":"studs","owner":"yes"}`, 80, `"pull_n":250,"rings":"chest","ring_n":3000,"plate_held":"yes","stud":"89"`,
			false, "hold: studs whole where the board is", 0},
		{"board-body", `{"on":"hollow-block","owner":"yes"}`, 80, `"ring_n":6000,"anchor_off_n":9000,"anchor_along_n":9000,"socket_m":0.5,"skirting":"yes"` +
			`,"coating":"yes","under":"yes"`,
			false, "what the wall takes", 0},
		{"board-body", `{"on":"solid-masonry","owner":"yes"}`, 80, `"ring_n":6000,"anchor_off_n":9000,"anchor_along_n":9000,"leaf_m":0.215,"top_held":"yes"` +
			`,"socket_m":0.5,"skirting":"yes","coating":"yes","under":"yes"`,
			true, "leaf of the wall at 2.15 m", 0.22},
		{"board-bands", `{"on":"studs"}`, 80, `"pull_n":250,"rings":"chest","ring_n":3000,` + wall,
			false, "the owner's word", 0},
	} {
		question := fmt.Sprintf(`{"design":%q,"place":%s,"heaviest_kg":%g,"answers":{%s}}`, want.design, want.place, want.kg, want.answers)
		var q DesignQuestion
		require.NoError(t, json.Unmarshal([]byte(question), &q), question)
		got, err := q.answer(context.Background())
		require.NoError(t, err, question)
		assert.Equal(t, want.ok, got.OK, "%s: %s", question, got.Refused)
		found := false
		for _, c := range got.Checks {
			if c.Name == want.link {
				found = true
				if want.use > 0 {
					assert.InDelta(t, want.use, *c.Utilisation, 0.02, question)
				} else {
					assert.NotEmpty(t, c.Refused, question)
				}
			}
		}
		assert.True(t, found, "%s: %s", question, want.link)
		assert.Equal(t, want.ok, len(got.Gives) > 0)
	}
	for _, d := range builds.Designs() {
		for _, kg := range []float64{20, 300} {
			_, err := DesignQuestion{Design: d.Key, HeaviestKg: kg, Place: DesignPlace{On: "studs"}}.answer(t.Context())
			assert.NoError(t, err, "%s is asked for the least and the most body that a question may have: %g", d.Key, kg)
		}
	}
	for question, field := range map[string]string{
		`{"design":"gallows","heaviest_kg":80}`:                             "design",
		`{"design":"bar","heaviest_kg":80,"answers":{"length":1}}`:          "answers.length",
		`{"design":"bar","heaviest_kg":80,"answers":{"stock":3}}`:           "answers.stock",
		`{"design":"bar","heaviest_kg":80,"answers":{"span_m":"wide"}}`:     "answers.span_m",
		`{"design":"bar","heaviest_kg":80,"answers":{"span_m":9}}`:          "answers.span_m",
		`{"design":"bar","heaviest_kg":80,"answers":{"stock":"spaghetti"}}`: "answers.stock",
	} {
		var q DesignQuestion
		require.NoError(t, json.Unmarshal([]byte(question), &q))
		_, err := q.answer(context.Background())
		var refused *huma.ErrorModel
		require.ErrorAs(t, (&API{}).problem(context.Background(), err), &refused, question)
		assert.Equal(t, "body."+field, refused.Errors[0].Location, question)
	}
}
