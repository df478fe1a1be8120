package load

import "scrappyrack/core/quantity"

// RuleOfThumb is what people say such a fill weighs (common practice), beside
// what it comes to.
type RuleOfThumb struct {
	Words  string
	Quoted quantity.Mass
}

// quoted are masses of a US gallon with its jug, in lb, by a filling's key (common practice).
var quoted = map[string]struct {
	pounds float64
	words  string
}{
	"fresh-water": {8.8, "a US gallon of water is quoted as 8.8 lb, a little high: it is 8.33 lb and the jug"},
	"dry-sand":    {12.5, "a US gallon of dry sand is quoted as 12.5 lb"},
	"wet-sand":    {17.5, "a US gallon of wet sand is quoted as 17 to 18 lb"},
}

// RuleOf is the quoted mass (kg) of a gallon of a filling, scaled to a volume (L, above 0); nil where
// none is quoted.
func RuleOf(filling string, volume quantity.Volume) *RuleOfThumb {
	q, ok := quoted[filling]
	if !ok || volume <= 0 {
		return nil
	}
	return &RuleOfThumb{Words: q.words, Quoted: quantity.Mass(q.pounds * quantity.PoundKg / quantity.USGallonL * float64(volume))}
}
