package entry_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/entry"
	"scrappyrack/core/quantity"
)

// said is a line of one thing, told shortly: kind, count, name, and the fields that were said, in their order.
func said(t *testing.T, text string, system quantity.System) string {
	t.Helper()
	items, missed := entry.Line(text, system)
	var out []string
	for _, it := range items {
		one := fmt.Sprintf("%s %d %s", it.Kind, it.Count, it.Name)
		for _, f := range []string{"kind", "item", "capacity_l", "filling", "net_kg", "load_kg", "mass_kg", "rest_m", "width_m", "height_m", "leaf"} {
			v, has := it.Fields[f]
			guessed := false
			for _, g := range it.Guesses {
				guessed = guessed || g == f
			}
			switch n := v.(type) {
			case float64:
				v = fmt.Sprintf("%.4g", n)
			}
			if has && !guessed {
				one += fmt.Sprintf(" %v", v)
			}
		}
		if it.Unsure {
			one += " ?"
		}
		out = append(out, one)
	}
	for _, m := range missed {
		out = append(out, "! "+m.Text)
	}
	return strings.Join(out, "; ")
}

// Lines as they are said at a kitchen table, in both systems of units.
func TestLines(t *testing.T) {
	for text, want := range map[string]string{
		"6 x 1 L bottle":                     "container 6 1 L bottle bottle 1",
		"six 1 L bottles":                    "container 6 1 L bottle bottle 1",
		"6x1L bottle":                        "container 6 1L bottle bottle 1",
		"6 × 1,5 L bottles":                  "container 6 1.5 L bottle bottle 1.5",
		"2 x 5 L can":                        "container 2 5 L can jug 5",
		"2 cans 5 L":                         "container 2 5 L can jug 5",
		"a jerry can 20 litres":              "container 1 20 litres jerry can jug 20",
		"1 gal milk jug":                     "container 1 1 gal milk jug jug 3.785",
		"1/2 gal jug":                        "container 1 1/2 gal jug jug 1.893",
		"rucksack 30 L":                      "container 1 30 L rucksack backpack 30",
		"30 l blue rucksack":                 "container 1 30 l blue rucksack backpack 30",
		"day pack":                           "container 1 day pack backpack",
		"5 gal bucket wet sand":              "container 1 5 gal bucket bucket 18.93 wet-sand",
		"two 10 L buckets of dry sand":       "container 2 10 L bucket bucket 10 dry-sand",
		"10 L pail filled with gravel":       "container 1 10 L pail bucket 10 gravel",
		"12 kg in a 1 gal jug":               "container 1 1 gal jug jug 3.785 12",
		"5 kg sack of rice":                  "container 1 5 kg sack sack rice 5",
		"25 lb sandbag":                      "container 1 25 lb sandbag sack 11.34",
		"50 l duffel bag":                    "container 1 50 l duffel bag duffel 50",
		"old crate":                          "container 1 crate crate",
		"3 shopping bags":                    "container 3 shopping bag bag",
		"ten hardback books":                 "thing 10 hardback book",
		"a dozen bricks":                     "thing 12 brick",
		"brick 2.5 kg":                       "thing 1 2.5 kg brick 2.5",
		"4 tins of beans":                    "thing 4 tin of bean",
		"ream of paper":                      "thing 1 ream of paper",
		"chair 45 cm":                        "furniture 1 45 cm chair seat 0.45",
		"2 kitchen chairs":                   "furniture 2 kitchen chair seat",
		"chair 18 in":                        "furniture 1 18 in chair seat 0.4572",
		"stool":                              "furniture 1 stool seat",
		"office chair":                       "furniture 1 office chair rolls",
		"sofa 1.9 m":                         "furniture 1 1.9 m sofa furniture 1.9",
		"table":                              "furniture 1 table furniture",
		"long loop 20 mm":                    "band 1 20 mm long loop long-loop 0.02",
		"two long loops":                     "band 2 long loop long-loop",
		"long loop 1 m":                      "band 1 1 m long loop long-loop 1",
		"mini loop":                          "band 1 mini loop mini-loop",
		"flat strip 15 cm":                   "band 1 15 cm flat strip strip 0.15",
		"tube":                               "band 1 tube tube",
		"kettlebell 16 kg":                   "gear 1 16 kg kettlebell kettlebell-16",
		"2 x 12 kg dumbbells":                "gear 1 12 kg dumbbell dumbbells-12",
		"pair of 5 kg dumbbells":             "gear 1 5 kg dumbbell dumbbells-5",
		"squat stands":                       "gear 1 squat stand squat-stands",
		"jump rope":                          "gear 1 jump rope jump-rope",
		"flat bench":                         "gear 1 flat bench flat-bench",
		"suspension straps":                  "gear 1 suspension strap straps",
		"door anchor":                        "gear 1 door anchor door-anchor",
		"barbell":                            "bar 1 barbell bar",
		"barbell 15 kg":                      "bar 1 15 kg barbell bar 15",
		"two dumbbell handles":               "bar 2 dumbbell handle handle",
		"4 x 5 kg plates":                    "plates 4 5 kg plate 5",
		"2 plates 1.25 kg":                   "plates 2 1.25 kg plate 1.25",
		"4 plates 10 lb":                     "plates 4 10 lb plate 4.536",
		"door hollow?":                       "opening 1 door door light ?",
		"solid door 80 cm":                   "opening 1 80 cm solid door door 0.8 solid",
		"window":                             "opening 1 window window",
		"sand":                               "filling 1 sand dry-sand",
		"40 kg wet sand":                     "filling 1 40 kg wet sand wet-sand 40",
		"water":                              "filling 1 water fresh-water",
		"rice":                               "filling 1 rice rice",
		"jug and bucket":                     "container 1 jug jug; container 1 bucket bucket",
		"jug; bucket\nstool":                 "container 1 jug jug; container 1 bucket bucket; furniture 1 stool seat",
		"":                                   "",
		" , ; ":                              "",
		"spaceship":                          "! spaceship",
		"a jug, a spaceship":                 "container 1 jug jug; ! a spaceship",
		"rucksack 30":                        "! rucksack 30",
		"kettlebell 17 kg":                   "! kettlebell 17 kg",
		"kettlebell":                         "! kettlebell",
		"plates":                             "! plates",
		"99 bottles":                         "! 99 bottles",
		"0 x jug":                            "! 0 x jug",
		"chair 3 L":                          "! chair 3 L",
		"jug 20 cm":                          "! jug 20 cm",
		"jug 1 L 2 L":                        "! jug 1 L 2 L",
		"2.4 x 2.1 m":                        "! 2.4 x 2.1 m",
		"long loop 20 kg":                    "! long loop 20 kg",
		strings.Repeat("jug, ", 500) + "jug": "! " + strings.Repeat("jug, ", 12) + "…",
	} {
		assert.Equal(t, want, said(t, text, quantity.Metric), text)
		if !strings.Contains(want, "bucket") { // of which the usual size differs
			assert.Equal(t, want, said(t, text, quantity.US), "%s, in pounds", text)
		}
	}
	assert.Equal(t, "container 1 5 gal pail bucket 18.93", said(t, "5 gal pail", quantity.US))
	pail, _ := entry.Line("bucket", quantity.US)
	assert.InDelta(t, 5*quantity.USGallonL, pail[0].Fields["capacity_l"], 0.001, "a bucket there is one of five gallons")
}

// Whatever is known is understood by its own name, in any number, and nothing else is made of it.
func TestEveryWordIsUnderstood(t *testing.T) {
	for _, w := range entry.Words() {
		text := w
		if w == "kettlebell" || strings.HasSuffix(w, "dumbbell") && !strings.Contains(w, "adjustable") {
			text = "2 x 12 kg " + w
		}
		if strings.HasSuffix(w, "plate") || w == "disc" {
			text += " 5 kg"
		}
		if strings.ContainsAny(w, "0123456789,") || strings.Contains(w, " and ") {
			continue // the catalogue's own sizes
		}
		items, missed := entry.Line(text, quantity.Metric)
		require.Empty(t, missed, text)
		require.Len(t, items, 1, text)
		for _, g := range items[0].Guesses {
			assert.Contains(t, items[0].Fields, g, text)
		}
	}
}

func FuzzLine(f *testing.F) {
	for _, s := range []string{"6 x 1 L bottle, 2 x 5 L can", "door hollow?", "½ gal jug", "a dozen", "x", "12", "1 1/2 gal jug", "\xff jug", "İ jug 3 L"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		for _, system := range []quantity.System{quantity.Metric, quantity.US} {
			items, _ := entry.Line(text, system)
			for _, it := range items {
				if it.Count < 1 || it.Count > entry.MaxCount || it.Name == "" {
					t.Fatalf("%q read as %+v", text, it)
				}
			}
		}
	})
}
