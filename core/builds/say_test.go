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
	for text, want := range map[string]string{
		"ring at 1.22 m":                     "ring at 48 in",
		"a strap marked with 700 N at least": "a strap marked with 157.5 lbf at least",
		"a 38 × 89 board":                    "a 38 × 89 board",
		"lag screws of 8 × 150 mm":           "lag screws of 8 × 150 mm",
		"40 to 75 mm beside every ring":      "1 9/16 to 2 15/16 in beside every ring",

		"a hole of 43 mm, a pilot of 4.5 mm":   "a hole of 1 11/16 in, a pilot of 11/64 in",
		"within 3 mm of each other, 5 minutes": "within ⅛ in of each other, 5 minutes",
	} {
		assert.Equal(t, text, builds.Say(text, quantity.Metric))
		assert.Equal(t, want, builds.Say(text, quantity.US))
	}
	// Whatever a design says to somebody in pounds and inches has no other unit in it, but for sizes
	// by which things are sold.
	metric := regexp.MustCompile(`\d (kg|N|cm|mm|m)\b`)
	sold := regexp.MustCompile(`× \d+(\.\d+)? (mm|m)|\d mm (OSB|softwood|birch|timber|dowel|webbing)`)
	for _, d := range builds.Designs() {
		for _, v := range []builds.Values{good[d.Key], {}} {
			w, err := d.Work(v, here())
			require.NoError(t, err)
			texts := append(slices.Clone(w.Built.Cautions), w.Built.Title, w.Built.Proof, w.Built.Inspect, w.Built.Instead)
			if w.Built.Remedy != nil {
				texts = append(texts, w.Built.Remedy.Change)
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
				texts = append(texts, c.Link, c.Refused)
			}
			for _, a := range w.Asks {
				texts = append(texts, a.Label, a.Help)
			}
			for _, text := range texts {
				assert.NotRegexp(t, metric, sold.ReplaceAllString(builds.Say(text, quantity.US), ""), d.Key)
			}
		}
	}
}
