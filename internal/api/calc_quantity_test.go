package api

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestQuantityContract(t *testing.T) {
	for _, c := range []struct {
		q    QuantityQuestion
		want float64
		unit string
		said string
	}{
		{QuantityQuestion{"1m80", "length", "cm"}, 1.8, "m", "180 cm"},
		{QuantityQuestion{"2 400 mm", "length", "m"}, 2.4, "m", "2.4 m"},
		{QuantityQuestion{"28 pounds", "mass", "kg"}, 12.70058636, "kg", "12.7006 kg"},
		{QuantityQuestion{"1:30", "time", "min"}, 90, "s", "1.5 min"},
		{QuantityQuestion{"£300", "money", "GBP"}, 300, "GBP", "£300"},
		{QuantityQuestion{"300.50", "money", "GBP"}, 300.5, "GBP", "£300.50"},
	} {
		got, err := c.q.answer(t.Context())
		require.NoError(t, err, c.q.Text)
		assert.InDelta(t, c.want, got.Value, 1e-9, c.q.Text)
		assert.Equal(t, c.unit, got.SIUnit, c.q.Text)
		assert.Equal(t, c.said, got.Understood, c.q.Text)
	}
	_, err := QuantityQuestion{`5'13"`, "length", "m"}.answer(t.Context())
	assert.ErrorContains(t, err, "did you mean 6 ft 1 in")
	_, err = QuantityQuestion{"12", "mass", "N"}.answer(t.Context())
	assert.ErrorContains(t, err, "not a unit of mass")
	_, err = QuantityQuestion{"12", "money", "XXX"}.answer(t.Context())
	assert.ErrorContains(t, err, "not a currency")
}
