package builds

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"

	"scrappyrack/core/quantity"
)

// Text is a sentence of a design with its quantities still in it: in braces, a number and its unit, as
// {18 mm} or {10 to 12 cm}; or what is sold by other names in North America, as {38 × 89 mm|2 × 4}. What
// stands outside of braces is words, whatever it looks like.
type Text string

// pieces are what braces hold.
var pieces = regexp.MustCompile(`\{([^{}]*)\}`)

// Phrase is a text with its quantities as values.
func (t Text) Phrase() (p quantity.Phrase) {
	last := 0
	for _, at := range pieces.FindAllStringSubmatchIndex(string(t), -1) {
		p = append(p, quantity.Piece{Text: string(t[last:at[0]])}, piece(string(t[at[2]:at[3]])))
		last = at[1]
	}
	return append(p, quantity.Piece{Text: string(t[last:])})
}

// In is a text as a reader of a system of units has it.
func (t Text) In(units quantity.System) string { return t.Phrase().In(units) }

// inUS are how a number of a metric unit is read in pounds and inches.
var inUS = map[string]func(float64) string{
	"mm": func(v float64) string { return inches(v / 1000) },
	"cm": func(v float64) string { return inches(v / 100) },
	"m":  func(v float64) string { return Shown("m", v, quantity.US) },
	"m²": func(v float64) string { return quantity.Format(quantity.US, quantity.KindArea, v) },
	"kg": func(v float64) string { return quantity.Format(quantity.US, quantity.KindMass, v) },
	"N":  func(v float64) string { return quantity.Format(quantity.US, quantity.KindForce, v) },
	"L":  func(v float64) string { return quantity.Format(quantity.US, quantity.KindVolume, v) },
	"J":  func(v float64) string { return fmt.Sprintf("%.0f ft·lbf", v/poundForce/(12*inch)) },
	// a hole is bored by the next bit that is no smaller
	"mm hole": func(v float64) string { return upInches(v/1000) + " in" },
}

// piece is what stands in braces: a number with its decimals after a ~ where it has more than it shows, two
// of them, or one name and another.
func piece(in string) quantity.Piece {
	if metric, us, two := strings.Cut(in, "|"); two {
		return quantity.Either(metric, us)
	}
	number, unit, _ := strings.Cut(in, " ")
	metric, value := shownAs(number, unit)
	if second, rest, two := strings.Cut(strings.TrimPrefix(unit, "to "), " "); two && strings.HasPrefix(unit, "to ") &&
		inUS[rest] != nil {
		from, _ := shownAs(number, rest)
		to, high := shownAs(second, rest)
		_, low := shownAs(number, rest)
		one, both := inUS[rest](low), inUS[rest](high)
		return quantity.Either(from+" to "+to+" "+rest, strings.TrimSuffix(one, one[strings.LastIndex(one, " "):])+" to "+both)
	}
	us, known := inUS[unit]
	if !known {
		return quantity.Piece{Text: in}
	}
	return quantity.Either(metric+" "+strings.TrimSuffix(unit, " hole"), us(value))
}

// shownAs is a number as it is read in its metric unit, and its value.
func shownAs(number, unit string) (string, float64) {
	exact, decimals, rounded := strings.Cut(number, "~")
	v, _ := strconv.ParseFloat(exact, 64)
	n, _ := strconv.Atoi(decimals)
	switch {
	case unit == "mm hole":
		return strconv.FormatFloat(math.Ceil(v*2-1e-6)/2, 'f', -1, 64), v
	case rounded:
		return strconv.FormatFloat(v, 'f', n, 64), v
	}
	return exact, v
}

// amount is a number of a unit in a text, shown with so many decimals.
func amount(v float64, unit string, decimals []int) string {
	n := 0
	if len(decimals) > 0 {
		n = decimals[0]
	}
	return "{" + strconv.FormatFloat(v, 'f', 4, 64) + "~" + strconv.Itoa(n) + " " + unit + "}"
}

// Quantities in texts: lengths in m, masses in kg, forces in N, volumes in L, energies in J.
func mm[T ~float64](metres T, decimals ...int) string {
	return amount(float64(metres)*1000, "mm", decimals)
}
func cm[T ~float64](metres T, decimals ...int) string {
	return amount(float64(metres)*100, "cm", decimals)
}
func metre[T ~float64](metres T, decimals ...int) string {
	return amount(float64(metres), "m", decimals)
}
func kilo[T ~float64](kg T, decimals ...int) string  { return amount(float64(kg), "kg", decimals) }
func newton[T ~float64](n T, decimals ...int) string { return amount(float64(n), "N", decimals) }
func litre[T ~float64](l T, decimals ...int) string  { return amount(float64(l), "L", decimals) }
func joule[T ~float64](j T, decimals ...int) string  { return amount(float64(j), "J", decimals) }
func hole[T ~float64](metres T) string               { return amount(float64(metres)*1000, "mm hole", nil) }

// tell is a text with what is put in.
func tell(text string, in ...any) Text { return Text(fmt.Sprintf(text, in...)) }

// upInches is a length in m up to the next 64th of an inch, as bits are sold.
func upInches(metres float64) string {
	return sixtyfourths(int(math.Ceil(metres/inch*64 - 1e-6)))
}

func sixtyfourths(n int) string {
	whole, part, of := n/64, n%64, 64
	for part > 0 && part%2 == 0 {
		part, of = part/2, of/2
	}
	switch {
	case part == 0:
		return strconv.Itoa(whole)
	case whole == 0:
		return fmt.Sprintf("%d/%d", part, of)
	}
	return fmt.Sprintf("%d %d/%d", whole, part, of)
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
