package builds_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

// A dim is read from a tape: to a millimetre, or a sixteenth of an inch.
func TestADimIsReadFromATape(t *testing.T) {
	for long, want := range map[float64][2]string{0.0611: {"61.1 mm", "2⅜ in"}, 0.47: {"47.0 cm", "18½ in"},
		3.6: {"3.600 m", "11' 9¾\""}, 0.038: {"38.0 mm", "1½ in"}} {
		m := builds.Stroke{Shape: builds.MarkDim, W: long}
		assert.Equal(t, want[0], m.Measure(quantity.Metric))
		assert.Equal(t, want[1], m.Measure(quantity.US))
		assert.Equal(t, want[1], builds.Stroke{Shape: builds.MarkDim, H: -long}.Measure(quantity.US))
	}
}

// What stands on a part is the hardest of the links that begin with its words, one without a rating
// before all; a word that only begins alike is another.
func TestAMarkIsAboutItsHardestLink(t *testing.T) {
	link := func(name builds.Text, use float64, refused builds.Text) builds.Check {
		return builds.Check{Link: name, Demand: use, Capacity: 1, Refused: refused}
	}
	all := []builds.Check{link("screws at 1.22 m", 0.4, ""), link("screws at 0.15 m", 0.7, ""), link("straps apart", 0.9, ""),
		link("strap", 0.2, ""), link("bar's sag", 0.3, "")}
	assert.Equal(t, 1, builds.Stroke{Link: "screws"}.About(all))
	assert.Equal(t, 0, builds.Stroke{Link: "screws at 1.22 m"}.About(all))
	assert.Equal(t, 5, builds.Stroke{Link: "screws"}.About(append(all, link("screws at 2 m", 0.1, "they do not reach"))))
	assert.Equal(t, 3, builds.Stroke{Link: "strap"}.About(all))
	assert.Equal(t, 4, builds.Stroke{Link: "bar"}.About(all))
	assert.Equal(t, -1, builds.Stroke{Link: "ring"}.About(all))
	assert.Equal(t, -1, builds.Stroke{}.About(all))
}
