package movement_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

func TestAPracticesOwnMovements(t *testing.T) {
	row, err := movement.ByKey("one-hand-row")
	require.NoError(t, err)
	own := movement.Own{Key: "own-1", Name: " Row at the kitchen table ", Like: row.Key, Standard: "elbow past the ribs",
		Caution: "The table stands against the wall.", Quality: 60, Spares: []movement.Limit{movement.ShoulderOf}, Words: []string{"table"}}
	l, err := movement.For([]movement.Own{own}, []string{"pull-up", "own-2"})
	require.NoError(t, err)
	m, err := l.ByKey("own-1")
	require.NoError(t, err)
	assert.Equal(t, "Row at the kitchen table", m.Name)
	assert.Equal(t, "elbow past the ribs", m.Standard)
	assert.Equal(t, row.Dose, m.Dose, "what is not said is as there")
	assert.Equal(t, row.Caution+" The table stands against the wall.", m.Caution, "no caution is taken away")
	assert.Equal(t, []any{row.Hold, row.Use, row.Needs, row.CountsAs, row.Along, row.Height},
		[]any{m.Hold, m.Use, m.Needs, m.CountsAs, m.Along, m.Height})
	assert.Subset(t, m.Spares, row.Spares)
	assert.Contains(t, m.Spares, movement.ShoulderOf)
	assert.Equal(t, row.Key, m.Down[0])
	assert.NotContains(t, row.Words, "table", "the library itself stays")

	keys := func(all []movement.Movement) (out []string) {
		for _, m := range all {
			out = append(out, m.Key)
		}
		return out
	}
	assert.Contains(t, keys(l.All()), "own-1")
	assert.NotContains(t, keys(l.All()), "pull-up")
	assert.Contains(t, keys(l.Of(row.Pattern)), "own-1")
	hidden, err := l.ByKey("pull-up")
	require.NoError(t, err, "a test of what is hidden still counts")
	assert.Equal(t, "pull-up", hidden.Key)
	assert.Equal(t, keys(movement.All()), keys((*movement.Library)(nil).All()))

	// A band is pulled in it as in the one that it is like.
	band, err := movement.For([]movement.Own{{Key: "own-b", Name: "Row of ours", Like: "band-row", Quality: 50}}, nil)
	require.NoError(t, err)
	m, err = band.ByKey("own-b")
	require.NoError(t, err)
	assert.True(t, m.Takes(load.Rung{For: "band-row"}))
	assert.False(t, m.Takes(load.Rung{For: "band-pull-down"}))
}

func TestWhatIsNoMovementOfAPractice(t *testing.T) {
	good := movement.Own{Key: "own-1", Name: "Ours", Like: "pull-up", Quality: 50}
	for field, change := range map[string]func(*movement.Own){
		"own[1].alike":   func(o *movement.Own) { o.Like = "own-1" },
		"own[1].name":    func(o *movement.Own) { o.Name = "  " },
		"own[1].quality": func(o *movement.Own) { o.Quality = 0 },
		"own[1].spares":  func(o *movement.Own) { o.Spares = []movement.Limit{"elbows"} },
	} {
		bad := movement.Own{Key: "own-2", Name: "Other", Like: "pull-up", Quality: 50}
		change(&bad)
		_, err := movement.For([]movement.Own{good, bad}, nil)
		var at *quantity.FieldError
		require.ErrorAs(t, err, &at, field)
		assert.Equal(t, field, at.Field)
	}
	for _, taken := range []string{"ours", "Pull-up, full hang", "PULL-UP, FULL HANG "} {
		_, err := movement.For([]movement.Own{good, {Key: "own-2", Name: taken, Like: "pull-up", Quality: 50}}, nil)
		assert.ErrorContains(t, err, "called that already", taken)
	}
}
