package builds_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

func bar(t require.TestingT, b builds.Bar) builds.Built {
	got, err := b.Build()
	require.NoError(t, err)
	return got
}

// strong are two joists that bear a body: 38 × 235 of Douglas fir, 3.6 m, bolts near a bearing.
var strong = builds.Overhead{Known: builds.SawnJoist, Owner: "yes", B: 0.038, H: 0.235, Span: 3.6, At: 0.6,
	Wood: "timber-graded:douglas-fir-larch", Bolt: 0.016, Above: 0.16, Carries: builds.FurnishedRoom, Spaced: 0.4}

// What a sensible person expects of bars (specification).
func TestBarsAsASensiblePersonExpects(t *testing.T) {
	body := quantity.Estimate{Value: 100}
	rows := builds.Bar{Use: builds.RowUnder, Stock: "larch-edge", Span: 0.8, Inside: 0.15, High: 0.8, Spread: 0.45, Weighs: 8,
		Mu: 0.5, Body: body, Support: builds.Sawhorses, Rated: 5000, Held: true}
	got := bar(t, rows)
	assert.True(t, got.OK(), "rows under 38 × 89 on edge between sawhorses 0.8 m apart, stamped Douglas fir-larch")

	flat := rows
	flat.Stock = "board-flat"
	got = bar(t, flat)
	assert.False(t, got.OK())
	assert.InDelta(t, 2.20*100*9.80665*1.5*0.2/(2451.7/2*0.15), linkOf(t, got, "bar in bending, all on one point").Use(), 0.01)

	wide := rows
	wide.Stock, wide.Span, wide.Inside = "graded-edge", 1.0, 0.5
	got = bar(t, wide)
	assert.False(t, got.OK(), "1.0 m with the hands at the middle")

	loose := rows
	loose.Held = false
	got = bar(t, loose)
	assert.True(t, math.IsInf(got.Weakest().Use(), 1))
	assert.Contains(t, got.Weakest().Refused.In(quantity.Metric), "a board on edge rolls: it stands in cradles")

	pipe := builds.Bar{Use: builds.HangFrom, Stock: "pipe-1-1/4", Span: 0.8, Inside: 0.15, Body: body, Support: builds.Brackets,
		Rated: 5000, Held: true, Joists: strong, High: 0.8, Spread: 0.45, Weighs: 8, Mu: 0.5}
	got = bar(t, pipe)
	assert.True(t, got.OK(), "1¼ in pipe of 0.8 m to hang from")
	assert.Len(t, got.Checks, 14, "down to the joist: owner, joist, bolt, hole, split, bending, shear")
	for link, spoil := range map[string]func(*builds.Overhead){
		"the owner's word":            func(o *builds.Overhead) { o.Owner = "" },
		"joist":                       func(o *builds.Overhead) { o.Known = builds.OtherJoist },
		"joist in bending":            func(o *builds.Overhead) { o.H, o.Above, o.At = 0.184, 0.12, 1.8 },
		"joist splitting at the bolt": func(o *builds.Overhead) { o.Above = 0.06 },
	} {
		x := pipe
		spoil(&x.Joists)
		assert.EqualValues(t, link, bar(t, x).Weakest().Link.In(quantity.Metric))
	}
	horses := pipe
	horses.Support = builds.Sawhorses
	assert.Contains(t, bar(t, horses).Weakest().Refused.In(quantity.Metric), "nobody hangs between sawhorses")
	unmarked := pipe
	unmarked.Rated = 0
	got = bar(t, unmarked)
	assert.EqualValues(t, "each support", got.Weakest().Link.In(quantity.Metric), "a link without a mark is the weakest, by name")
	assert.Contains(t, got.Weakest().Refused.In(quantity.Metric), "no mark")

	broom := pipe
	broom.Stock, broom.Support, broom.Rated = "broomstick", builds.Chairs, 0
	got = bar(t, broom)
	assert.False(t, got.OK())
	for _, c := range got.Checks {
		if c.Link.In(quantity.Metric) == "bar in bending, all on one point" {
			assert.Greater(t, c.Use(), 10.0, "with numbers")
		}
	}
	pvc := pipe
	pvc.Stock = "pvc"
	assert.Contains(t, bar(t, pvc).Weakest().Refused.In(quantity.Metric), "breaks without warning")
}

// More body is never easier, and what cannot be is refused at its field.
func TestBarsHoldTheirWord(t *testing.T) {
	stocks := builds.BarStocks()
	rapid.Check(t, func(t *rapid.T) {
		b := builds.Bar{
			Use:     rapid.SampledFrom([]builds.BarUse{builds.RowUnder, builds.HangFrom}).Draw(t, "use"),
			Stock:   stocks[rapid.IntRange(0, len(stocks)-1).Draw(t, "stock")].Key,
			Span:    quantity.Length(rapid.Float64Range(0.4, 1.6).Draw(t, "span")),
			Body:    quantity.Estimate{Value: quantity.Mass(rapid.Float64Range(45, 140).Draw(t, "body")), U1: 1},
			Support: rapid.SampledFrom([]builds.BarSupport{builds.Sawhorses, builds.Brackets, builds.Chairs}).Draw(t, "support"),
			Rated:   quantity.Force(rapid.SampledFrom([]float64{0, 1500, 6000}).Draw(t, "rated")),
			Held:    rapid.Bool().Draw(t, "held"), AtWall: rapid.Bool().Draw(t, "wall"), Joists: strong,
			High: quantity.Length(rapid.Float64Range(0.5, 1.2).Draw(t, "high")), Spread: 0.5, Weighs: 6, Mu: 0.4,
		}
		b.Inside = min(0.15, b.Span/2)
		now := bar(t, b)
		heavier := b
		heavier.Body.Value += 10
		for i, c := range bar(t, heavier).Checks { // a heavier body holds the supports down the more
			if !strings.HasPrefix(string(c.Link), "supports") {
				assert.GreaterOrEqual(t, c.Use(), now.Checks[i].Use()-1e-12, c.Link)
			}
		}
		if b.Support != builds.Brackets && b.Use == builds.HangFrom || b.Stock == "pvc" {
			assert.False(t, now.OK())
		}
		for _, c := range now.Checks {
			assert.NotEmpty(t, c.Link)
			assert.NotEmpty(t, c.Source)
		}
		assert.NotEmpty(t, now.Proof)
	})
	good := builds.Bar{Use: builds.RowUnder, Stock: "pipe-1", Span: 0.8, Inside: 0.1, Body: quantity.Estimate{Value: 80},
		Support: builds.Sawhorses, High: 0.8, Spread: 0.5, Weighs: 6, Mu: 0.4}
	for field, change := range map[string]func(*builds.Bar){
		"use": func(b *builds.Bar) { b.Use = "swing" }, "stock": func(b *builds.Bar) { b.Stock = "branch" },
		"span_m":   func(b *builds.Bar) { b.Span = 0 },
		"inside_m": func(b *builds.Bar) { b.Inside = 0.5 }, "body_kg": func(b *builds.Bar) { b.Body.Value = 0 },
		"support": func(b *builds.Bar) { b.Support = "friends" }, "rated_n": func(b *builds.Bar) { b.Rated = -1 },
	} {
		bad := good
		change(&bad)
		_, err := bad.Build()
		var at *quantity.FieldError
		require.ErrorAs(t, err, &at, field)
		assert.Equal(t, field, at.Field)
	}
}
