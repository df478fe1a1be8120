package builds

import (
	"fmt"
	"math"
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
			switch {
			case m[4] == "m":
				return Shown("m", v, units)
			case m[4] == "mm":
				return inches(v * k.factor)
			}
			return quantity.Format(units, k.kind, v*k.factor)
		}
		if m[3] == "" {
			return in(m[2])
		}
		from := in(m[2])
		return from[:strings.LastIndex(from, " ")] + " to " + in(m[3])
	})
}

// inches is a length in m to the next sixteenth of an inch, as a tape has it; below 10 mm to the next 64th,
// as drills are sold.
func inches(metres float64) string {
	of := 16
	if metres < small {
		of = 64
	}
	n := int(math.Round(metres / inch * float64(of)))
	whole, part := n/of, n%of
	if part*8%of == 0 {
		return quantity.InEighths(whole*8+part*8/of) + " in"
	}
	for part%2 == 0 {
		part, of = part/2, of/2
	}
	if whole == 0 {
		return fmt.Sprintf("%d/%d in", part, of)
	}
	return fmt.Sprintf("%d %d/%d in", whole, part, of)
}

// small is from where on a length is read from a tape, in m.
const small = 0.010

// Size is what a part measures as it is cut, in a reader's units: to a millimetre, or a sixteenth of an
// inch. A star says that its first measure runs along the face grain. Empty of what is not cut.
func (p Part) Size(units quantity.System) string {
	if p.Length <= 0 {
		return ""
	}
	out := cutTo(p.Length, units)
	if p.Width > 0 {
		out += " × " + cutTo(p.Width, units)
	}
	if p.Grain {
		out += " *"
	}
	return out
}

func cutTo(l quantity.Length, units quantity.System) string {
	if units == quantity.US {
		return inches(float64(l))
	}
	return fmt.Sprintf("%.1f cm", float64(l)*100)
}

// Lengths are shown in whole inches and their parts below far, in feet from there on, and by
// thousandths below fine, all in m.
const far, fine = 3.0, 0.1

var unitKinds = map[string]quantity.Kind{"N": quantity.KindForce, "kg": quantity.KindMass, "L": quantity.KindVolume}

// psi is a pound to a square inch, in Pa; stresses is from where on a pressure is one.
const psi, stresses = poundForce / (inch * inch), 1e5

// LengthKind is how a length in m is shown in a design.
func LengthKind(metres float64) quantity.Kind {
	switch m := math.Abs(metres); {
	case m >= far:
		return quantity.KindLength
	case m < fine:
		return quantity.KindThin
	}
	return quantity.KindLevel
}

// Shown is a demand or a capacity of a check in a reader's units: of N, Pa, m, kg or L, a ratio
// without one.
func Shown(unit string, v float64, units quantity.System) string {
	kind, known := unitKinds[unit]
	switch {
	case unit == "Pa" && v < stresses:
		return quantity.Format(units, quantity.KindPressure, v)
	case unit == "Pa" && units == quantity.US:
		return fmt.Sprintf("%.0f psi", v/psi)
	case unit == "Pa":
		return fmt.Sprintf("%.2f MPa", v/1e6)
	case unit == "N·m" && units == quantity.US:
		return fmt.Sprintf("%.0f lbf·ft", v/poundForce/(12*inch))
	case unit == "N·m":
		return fmt.Sprintf("%.0f N·m", v)
	case unit == "m":
		return quantity.Format(units, LengthKind(v), v)
	case known:
		return quantity.Format(units, kind, v)
	}
	return fmt.Sprintf("%.2f", v)
}
