package builds_test

import (
	"regexp"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

func TestTextsInTheReadersUnits(t *testing.T) {
	for text, want := range map[builds.Text][2]string{
		"ring at {1.22 m}":                {"ring at 1.22 m", "ring at 48 in"},
		"marked with {700 N} at least":    {"marked with 700 N at least", "marked with 157.5 lbf at least"},
		"a {38 × 89|2 × 4} board":         {"a 38 × 89 board", "a 2 × 4 board"},
		"a {38 × 89 mm|2 × 4}":            {"a 38 × 89 mm", "a 2 × 4"},
		"{40 to 75 mm} beside every ring": {"40 to 75 mm beside every ring", "1 9/16 to 2 15/16 in beside every ring"},
		"a hole of {42.6400~0 mm hole}":   {"a hole of 43 mm", "a hole of 1 11/16 in"},
		"a hole of {42.9000~0 mm hole}":   {"a hole of 43 mm", "a hole of 1 45/64 in"},
		"{412.3800~0 mm} apart":           {"412 mm apart", "16¼ in apart"},
		"within {3 mm} of each other, 5 minutes": {"within 3 mm of each other, 5 minutes",
			"within ⅛ in of each other, 5 minutes"},
		"2 m g over S, 60 m of it, no unit {unknown}": {"2 m g over S, 60 m of it, no unit unknown",
			"2 m g over S, 60 m of it, no unit unknown"},
	} {
		assert.Equal(t, want[0], text.In(quantity.Metric))
		assert.Equal(t, want[1], text.In(quantity.US))
	}
	// Whatever a design says to somebody in pounds and inches has no other unit in it, but for sizes
	// by which things are sold.
	metric := regexp.MustCompile(`\d (kg|N|cm|mm|m)\b`)
	for _, d := range builds.Designs() {
		for _, v := range []builds.Values{good[d.Key], {}} {
			w, err := d.Work(v, here())
			require.NoError(t, err)
			texts := append(slices.Clone(w.Built.Cautions), w.Built.Title, w.Built.Proof, w.Built.Inspect, w.Built.Instead)
			if w.Built.Remedy() != nil {
				texts = append(texts, w.Built.Remedy().Change)
			}
			for _, s := range w.Built.Steps {
				texts = append(texts, s.Text)
			}
			texts = append(texts, w.Built.Tools...)
			for _, p := range w.Built.Parts {
				texts = append(texts, p.Name)
				assert.NotRegexp(t, `cm|\dm\b|\.\d`, p.Size(quantity.US), "%s: %s", d.Key, p.Name)
			}
			for _, c := range w.Built.Checks {
				texts = append(texts, c.Link, c.Refused, c.Formula)
			}
			for _, a := range w.Asks {
				texts = append(texts, a.Label, a.Help)
				for _, word := range a.Words {
					texts = append(texts, word.Name)
				}
			}
			for _, text := range texts {
				assert.NotRegexp(t, metric, text.In(quantity.US), d.Key)
				assert.NotContains(t, text.In(quantity.Metric)+text.In(quantity.US), "{", "every brace is understood")
			}
		}
	}
}
