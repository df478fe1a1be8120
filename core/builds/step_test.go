package builds_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

// The step of the specification, with its numbers, and what mends it.
func TestStepsAsASensiblePersonExpects(t *testing.T) {
	step := builds.StepBox{Use: builds.StepOn, Stock: "board-235", Height: 0.45, Span: 0.40, Base: 0.40, Mass: 8, Mu: 0.5,
		Body: quantity.Estimate{Value: 100}}
	got, err := step.Build()
	require.NoError(t, err)
	assert.False(t, got.OK(), "without a flare it tips")
	assert.EqualValues(t, "tipping", got.Weakest().Link.In(quantity.Metric))
	assert.InDelta(t, 1.20, got.Weakest().Use(), 0.005)
	step.Flare = 0.02
	got, err = step.Build()
	require.NoError(t, err)
	assert.True(t, got.OK())
	assert.InDelta(t, 0.97, got.Checks[0].Use(), 0.003, "the tread")
	assert.InDelta(t, 0.884, linkOf(t, got, "tipping").Use(), 0.001)

	// A tread of 18 mm plywood over 0.50 m under 95 kg: refused, over 0.25 m passed.
	box := builds.StepBox{Use: builds.StepOn, Stock: "plywood-18", Height: 0.50, Span: 0.50, Base: 0.5, Flare: 0.02, Mass: 22,
		Mu: 0.5, Body: quantity.Estimate{Value: 95}}
	got, err = box.Build()
	require.NoError(t, err)
	assert.False(t, got.OK())
	assert.Greater(t, got.Checks[0].Use(), 1.2)
	box.Span = 0.25
	got, err = box.Build()
	require.NoError(t, err)
	assert.True(t, got.Checks[0].OK(), "%+v", got.Checks[0])
	assert.InEpsilon(t, 8.63e6, got.Checks[0].Demand, 0.001)

	assert.InDelta(t, 0.4788, float64(builds.StepHeight(1.68)), 1e-9)
	assert.InDelta(t, 0.45, float64(builds.StepHeight(1.4)), 1e-9)
	assert.InDelta(t, 0.51, float64(builds.StepHeight(2.0)), 1e-9)
}

func TestStepsHoldTheirWord(t *testing.T) {
	stocks := builds.TreadStocks()
	rapid.Check(t, func(t *rapid.T) {
		s := builds.StepBox{
			Use:    rapid.SampledFrom([]builds.StepUse{builds.StepOn, builds.JumpOn}).Draw(t, "use"),
			Stock:  stocks[rapid.IntRange(0, len(stocks)-1).Draw(t, "stock")].Key,
			Height: quantity.Length(rapid.Float64Range(0.2, 0.7).Draw(t, "h")),
			Span:   quantity.Length(rapid.Float64Range(0.3, 0.7).Draw(t, "span")),
			Base:   quantity.Length(rapid.Float64Range(0.25, 0.6).Draw(t, "base")),
			Mass:   9, Mu: rapid.Float64Range(0.1, 0.7).Draw(t, "mu"),
			Body: quantity.Estimate{Value: quantity.Mass(rapid.Float64Range(45, 140).Draw(t, "body")), U1: 0.5},
		}
		now, err := s.Build()
		require.NoError(t, err)
		heavier := s
		heavier.Body.Value += 15
		then, err := heavier.Build()
		require.NoError(t, err)
		assert.GreaterOrEqual(t, then.Checks[0].Use(), now.Checks[0].Use())
		higher := s
		higher.Height += 0.05
		then, err = higher.Build()
		require.NoError(t, err)
		assert.Greater(t, then.Checks[3].Use(), now.Checks[3].Use(), "tipping")
	})
	good := builds.StepBox{Use: builds.StepOn, Stock: "board-235", Height: 0.45, Span: 0.40, Base: 0.40, Mass: 8, Mu: 0.5,
		Body: quantity.Estimate{Value: 100}}
	for field, change := range map[string]func(*builds.StepBox){
		"use": func(s *builds.StepBox) { s.Use = "" }, "stock": func(s *builds.StepBox) { s.Stock = "mdf" },
		"height_m": func(s *builds.StepBox) { s.Height = 1 }, "span_m": func(s *builds.StepBox) { s.Span = 0 },
		"base_m": func(s *builds.StepBox) { s.Base = 0 }, "flare_m": func(s *builds.StepBox) { s.Flare = -1 },
		"mass_kg": func(s *builds.StepBox) { s.Mass = 0 },
		"mu":      func(s *builds.StepBox) { s.Mu = 0 }, "body_kg": func(s *builds.StepBox) { s.Body.Value = 5 },
	} {
		bad := good
		change(&bad)
		_, err := bad.Build()
		var at *quantity.FieldError
		require.ErrorAs(t, err, &at, field)
		assert.Equal(t, field, at.Field)
	}
}
