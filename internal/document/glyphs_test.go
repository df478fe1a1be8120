package document

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/image/font/sfnt"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Every character that a sheet of a build may print is one that the font draws, in both weights, in
// either units: the rest would be boxes on paper.
func TestEveryCharacterOfASheetIsDrawn(t *testing.T) {
	var drawn []*sfnt.Font
	for _, name := range []string{"fonts/Barlow-Regular.ttf", "fonts/Barlow-SemiBold.ttf"} {
		raw, err := fonts.ReadFile(name)
		require.NoError(t, err)
		f, err := sfnt.Parse(raw)
		require.NoError(t, err)
		drawn = append(drawn, f)
	}
	missing := map[rune]builds.Text{}
	look := func(text builds.Text) {
		for _, units := range []quantity.System{quantity.Metric, quantity.US} {
			for _, r := range text.In(units) {
				for _, f := range drawn {
					if i, err := f.GlyphIndex(&sfnt.Buffer{}, r); err != nil || i == 0 {
						missing[r] = text
					}
				}
			}
		}
	}
	for _, d := range builds.Designs() {
		r := space.Rectangle(5, 4, 2.44)
		r.Holes = space.Drillable
		for i := range r.Walls {
			r.Walls[i] = space.Side{Kind: space.TimberStud, Spacing: 0.406, Offset: 0.3, Lining: 0.0127}
		}
		s := builds.Situation{Room: &r, Wall: 0, At: 1.112, Stature: 1.7, Body: quantity.Estimate{Value: 70}, Pull: 120}
		first, err := d.Work(builds.Values{}, s)
		require.NoError(t, err)
		// Every answer in words by itself: each turns up other checks.
		tries := []builds.Values{{}}
		for _, a := range first.Asks {
			for _, w := range a.Words {
				look(w.Name)
				tries = append(tries, builds.Values{Word: map[string]string{a.Key: w.Key}})
			}
		}
		for _, v := range tries {
			w, err := d.Work(v, s)
			if err != nil {
				continue
			}
			b := w.Built
			for _, text := range slices.Concat([]builds.Text{b.Title, b.Proof, b.Inspect, b.Instead, w.For(s)}, b.Tools, b.Cautions) {
				look(text)
			}
			for _, step := range b.Steps {
				look(step.Text)
			}
			for _, c := range b.Checks {
				look(c.Link + c.Formula + c.Refused + builds.Text(c.Source+builds.Shown(c.Unit, c.Demand, quantity.US)))
			}
			for _, p := range b.Parts {
				g, err := builds.GoodByKey(p.Stock)
				require.NoError(t, err, p.Stock)
				look(p.Name + g.Name)
			}
			if m := b.Remedy(); m != nil {
				look(m.Change)
			}
		}
	}
	for r, text := range missing {
		assert.Failf(t, "no glyph", "%q in %q", r, text)
	}
}
