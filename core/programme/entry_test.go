package programme_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/programme"
	"scrappyrack/core/quantity"
)

func TestReadEntry(t *testing.T) {
	const unsaid = programme.Unsaid
	for text, want := range map[string]programme.Entry{
		"11.3 x 12 @2":      {Load: 11.3, Reps: 12, Reserve: 2},
		"11,3x12@2":         {Load: 11.3, Reps: 12, Reserve: 2},
		" 20 × 8 ":          {Load: 20, Reps: 8, Reserve: unsaid},
		"20*8 @ 0":          {Load: 20, Reps: 8, Reserve: 0},
		"12 lb 8 oz x 10":   {Load: 5.669904625, Reps: 10, Reserve: unsaid},
		"x 12 @3":           {Reps: 12, Reserve: 3},
		"12":                {Reps: 12, Reserve: unsaid},
		"60 x 0":            {Load: 60, Reserve: unsaid},
		"30 s":              {Seconds: 30, Reserve: unsaid},
		"x 1:30":            {Seconds: 90, Reserve: unsaid},
		"24 x 40 m":         {Load: 24, Metres: 40, Reserve: unsaid},
		"50 lb x 50 ft @ 1": {Load: 22.6796185, Metres: 15.24, Reserve: 1},
		"10 X 5":            {Load: 10, Reps: 5, Reserve: unsaid},
	} {
		got, err := programme.ReadEntry(text, "kg")
		require.NoError(t, err, text)
		assert.InDelta(t, float64(want.Load), float64(got.Load), 1e-9, text)
		assert.InDelta(t, float64(want.Metres), float64(got.Metres), 1e-9, text)
		want.Load, want.Metres = got.Load, got.Metres
		assert.Equal(t, want, got, text)
	}
	pounds, err := programme.ReadEntry("25 x 10", "lb")
	require.NoError(t, err)
	assert.InDelta(t, 25*0.45359237, float64(pounds.Load), 1e-9)
	for _, text := range []string{"", "x", "12 x", "a lot", "12 x many", "12 x 5 @", "12 x 5 @ -1", "-3 x 5", "3 x -5",
		"3 x 5 x x", "1e300 x 5", "NaN x 5", "3 x 0x10", "3 x 1.5"} {
		_, err := programme.ReadEntry(text, "kg")
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad, text)
		assert.Equal(t, "text", bad.Field, text)
	}
}

func FuzzReadEntry(f *testing.F) {
	f.Add("11.3 x 12 @2", "kg")
	f.Fuzz(func(t *testing.T, text, unit string) {
		got, err := programme.ReadEntry(text, unit)
		if err != nil {
			return
		}
		assert.True(t, got.Load >= 0 && got.Reps >= 0 && got.Seconds >= 0 && got.Metres >= 0 && got.Reserve >= programme.Unsaid)
	})
}
