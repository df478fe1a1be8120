package client_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/client"
)

// What was trained counts from the second day on, of the last of them, where it was done as it should be and
// hurt little; a test counts always (people.md, "Evidence").
func TestEvidence(t *testing.T) {
	const day = 24 * 60 * 60
	set := func(movement string, at int64, kg float64) client.Logged {
		return client.Logged{Test: client.Test{Movement: movement, Load: 10, Reps: int(kg), Reserve: 2, At: at}, Met: true}
	}
	marked := client.Logged{Test: client.Test{Movement: "row", Load: 9, Reps: 8}, Marked: true}
	reps := func(all ...client.Logged) (out []int) {
		for _, one := range client.Evidence(all) {
			out = append(out, one.Reps)
		}
		return out
	}
	assert.Empty(t, reps(set("row", day, 5), set("row", day+3600, 6)), "one session says nothing yet")
	assert.Equal(t, []int{6, 7}, reps(set("row", day, 5), set("row", 3*day, 6), set("row", 3*day+60, 7)), "the second does")
	assert.Equal(t, []int{6}, reps(set("row", 3*day, 6), set("row", day, 5)), "whatever their order")
	assert.Empty(t, reps(set("row", day, 5), set("squat", 3*day, 6)), "each movement by itself")
	assert.Equal(t, []int{8}, reps(marked, set("row", day, 5)))
	assert.Equal(t, []int{8, 5}, reps(marked, set("row", 9*day, 5), set("row", day, 4)))
	for _, one := range client.Evidence([]client.Logged{set("row", day, 5), set("row", 3*day+60, 6), set("row", 3*day+900, 7)}) {
		assert.EqualValues(t, 3*day, one.At, "none of a session is newer than another")
	}
	for name, spoil := range map[string]func(*client.Logged){
		"not as it should be": func(l *client.Logged) { l.Met = false }, "it hurt": func(l *client.Logged) { l.Pain = 3 },
		"nobody said how many were left": func(l *client.Logged) { l.Reserve = -1 }, "it failed": func(l *client.Logged) { l.Reps = 0 },
		"nobody dated it": func(l *client.Logged) { l.At = 0 },
	} {
		bad := set("row", 5*day, 7)
		spoil(&bad)
		assert.Equal(t, []int{6}, reps(set("row", day, 5), set("row", 3*day, 6), bad), name)
		assert.Empty(t, reps(set("row", day, 5), bad), name)
	}
}
