package build

import (
	"regexp"
	"strconv"
	"strings"

	"scrappyrack/core/quantity"
)

// amounts are quantities in the texts of designs, which are written in SI: a number, or two with
// "to" between them, and its unit.
var amounts = regexp.MustCompile(`(× )?(\d+(?:\.\d+)?)(?: to (\d+(?:\.\d+)?))? (mm|cm|m²|m|kg|N|L)\b`)

var sayKinds = map[string]struct {
	kind   quantity.Kind
	factor float64
}{
	"mm": {quantity.KindThin, 0.001}, "cm": {quantity.KindLevel, 0.01}, "m": {quantity.KindLevel, 1}, "m²": {quantity.KindArea, 1},
	"kg": {quantity.KindMass, 1}, "N": {quantity.KindForce, 1}, "L": {quantity.KindVolume, 1},
}

// Say is a text of a design in a reader's units: every quantity in it but the sizes by which
// things are sold (38 × 89 mm).
func Say(text string, units quantity.System) string {
	if units != quantity.US {
		return text
	}
	return amounts.ReplaceAllStringFunc(text, func(found string) string {
		m := amounts.FindStringSubmatch(found)
		if m[1] != "" {
			return found
		}
		k := sayKinds[m[4]]
		in := func(number string) string {
			v, err := strconv.ParseFloat(number, 64)
			if err != nil {
				return found
			}
			return quantity.Format(units, k.kind, v*k.factor)
		}
		if m[3] == "" {
			return in(m[2])
		}
		from := strings.Fields(in(m[2]))
		return from[0] + " to " + in(m[3])
	})
}
