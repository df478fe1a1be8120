package quantity

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Style says how a shown number is written.
type Style string

// The styles: a decimal number, inches in eighths, feet and inches.
const (
	Decimal    Style = "decimal"
	Eighths    Style = "eighths"
	FeetInches Style = "feet-inches"
)

// Display is how a dimension is shown in a system of units: in Symbol, of
// Factor SI each, counted from Offset, rounded to Step (in that unit) and written
// with Decimals: shown = (SI − Offset)/Factor. Only a scale of temperature has its
// zero elsewhere. The steps are what a user can measure: mass 0.1 kg or 0.25 lb, length 1 mm
// or 1/8 in, force 1 N or 0.5 lbf.
type Display struct {
	Symbol   string
	Factor   float64
	Step     float64
	Decimals int
	Style    Style
	Offset   float64
}

// Kind is what a shown value is: mostly its dimension, with two kinds of
// length (a room's or a person's in metres or feet, a level's in cm or inches).
type Kind string

// The kinds that are shown differently from their dimension's default. A fine
// mass is one that goes on a kitchen scale: an empty container.
const (
	KindMass   = Kind(DimMass)
	KindFine   = Kind("mass-fine")
	KindSmall  = Kind("mass-small") // the step of a scale
	KindLength = Kind(DimLength)
	KindLevel  = Kind("level")
	KindThin   = Kind("thin") // the thickness or width of a band
	// KindHeight is a height of a body that was estimated: to the centimetre or the inch.
	KindHeight = Kind("height")
	KindForce  = Kind(DimForce)
	// KindPull is a force as a hanging scale shows it, in kgf or lbf.
	KindPull    = Kind("scale-force")
	KindVolume  = Kind(DimVolume)
	KindDensity = Kind(DimDensity)
	KindTime    = Kind(DimTime)
	KindArea    = Kind(DimArea)
	KindRatio   = Kind(DimRatio)
	KindCount   = Kind(DimCount)
	KindDegrees = Kind(DimTemperature)
	// KindPressure is a load on an area, in Pa; it is shown, never typed.
	KindPressure = Kind("pressure")
)

// Dim is the dimension in which values of the kind are typed.
func (k Kind) Dim() Dim {
	switch k {
	case KindLevel, KindThin, KindHeight:
		return DimLength
	case KindFine, KindSmall:
		return DimMass
	case KindPull:
		return DimForce
	}
	return Dim(k)
}

var displays = map[System]map[Kind]Display{
	Metric: {
		KindMass:    {"kg", 1, 0.1, 1, Decimal, 0},
		KindFine:    {"kg", 1, 0.001, 3, Decimal, 0},
		KindSmall:   {"g", 0.001, 0.1, 1, Decimal, 0},
		KindLength:  {"m", 1, 0.001, 3, Decimal, 0},
		KindLevel:   {"cm", 0.01, 0.1, 1, Decimal, 0},
		KindHeight:  {"cm", 0.01, 1, 0, Decimal, 0},
		KindThin:    {"mm", 0.001, 0.1, 1, Decimal, 0},
		KindForce:   {"N", 1, 1, 0, Decimal, 0},
		KindPull:    {"kgf", StandardGravity, 0.1, 1, Decimal, 0},
		KindVolume:  {"L", 1, 0.01, 2, Decimal, 0},
		KindDensity: {"kg/L", 1, 0.001, 3, Decimal, 0},
		KindTime:    {"min", 60, 1, 0, Decimal, 0},
		KindArea:    {"m²", 1, 0.1, 1, Decimal, 0},
		KindRatio:   {"%", 0.01, 1, 0, Decimal, 0},
		KindCount:   {"", 1, 1, 0, Decimal, 0},
		KindDegrees: {"°C", 1, 0.1, 1, Decimal, 0},

		KindPressure: {"kPa", 1000, 0.01, 2, Decimal, 0},
	},
	US: {
		KindMass:    {"lb", PoundKg, 0.25, 2, Decimal, 0},
		KindFine:    {"lb", PoundKg, 0.01, 2, Decimal, 0},
		KindSmall:   {"oz", PoundKg / 16, 0.01, 2, Decimal, 0},
		KindLength:  {"ft", FootM, 1. / 96, 0, FeetInches, 0},
		KindLevel:   {"in", InchM, 0.125, 3, Eighths, 0},
		KindHeight:  {"ft", FootM, 1. / 12, 0, FeetInches, 0},
		KindThin:    {"in", InchM, 0.001, 3, Decimal, 0},
		KindForce:   {"lbf", PoundForceN, 0.5, 1, Decimal, 0},
		KindPull:    {"lbf", PoundForceN, 0.5, 1, Decimal, 0},
		KindVolume:  {"gal", USGallonL, 0.01, 2, Decimal, 0},
		KindDensity: {"lb/gal", PoundKg / USGallonL, 0.01, 2, Decimal, 0},
		KindTime:    {"min", 60, 1, 0, Decimal, 0},
		KindArea:    {"ft²", FootM * FootM, 1, 0, Decimal, 0},
		KindRatio:   {"%", 0.01, 1, 0, Decimal, 0},
		KindCount:   {"", 1, 1, 0, Decimal, 0},
		KindDegrees: {"°F", fahrenheit, 0.1, 1, Decimal, fahrenheitZero},

		KindPressure: {"psf", PoundForceN / (FootM * FootM), 0.5, 1, Decimal, 0},
	},
}

// DisplayOf is how a kind is shown in a system; an unknown system counts as
// metric, an unknown kind as a plain number.
func DisplayOf(system System, kind Kind) Display {
	table, ok := displays[system]
	if !ok {
		table = displays[Metric]
	}
	if d, ok := table[kind]; ok {
		return d
	}
	return Display{"", 1, 0.01, 2, Decimal, 0}
}

// Kinds lists every kind that is shown.
func Kinds() []Kind {
	return []Kind{KindMass, KindFine, KindSmall, KindLength, KindLevel, KindThin, KindHeight, KindForce, KindPull, KindVolume, KindDensity,
		KindTime, KindArea, KindRatio, KindCount, KindDegrees, KindPressure}
}

// Format writes an SI value as a user of the system reads it, unit included,
// rounded half away from zero to what can be measured. Rounding is for the eye
// only: nothing stored passes through here.
func Format(system System, kind Kind, value float64) string {
	d := DisplayOf(system, kind)
	shown := (value - d.Offset) / d.Factor
	steps := math.Floor(math.Abs(shown)/d.Step + 0.5 + 1e-9)
	sign := ""
	if shown < 0 && steps > 0 {
		sign = "−"
	}
	switch d.Style {
	case FeetInches:
		eighths := int(steps*d.Step*96 + 0.5)
		feet, rest := eighths/96, eighths%96
		if feet == 0 && rest > 0 {
			return fmt.Sprintf("%s%s\"", sign, InEighths(rest))
		}
		if rest == 0 {
			return fmt.Sprintf("%s%d'", sign, feet)
		}
		return fmt.Sprintf("%s%d' %s\"", sign, feet, InEighths(rest))
	case Eighths:
		return sign + InEighths(int(steps)) + " in"
	}
	number := strconv.FormatFloat(steps*d.Step, 'f', d.Decimals, 64)
	if d.Step == 0.25 {
		number = strings.TrimSuffix(strings.TrimRight(number, "0"), ".")
	}
	if d.Symbol == "" {
		return sign + number
	}
	return sign + number + " " + d.Symbol
}

// FormatU writes an expanded uncertainty of a value of the kind, without its unit:
// two figures that count, rounded up, so that it is never shown as nothing nor as
// less than it is (JCGM 100:2008, 7.2.6). In eighths it is the next eighth.
func FormatU(system System, kind Kind, u float64) string {
	d := DisplayOf(system, kind)
	if d.Style != Decimal {
		u = math.Ceil(u/d.Factor/d.Step-1e-9) * d.Step * d.Factor
		return strings.TrimSuffix(strings.TrimSuffix(Format(system, kind, u), d.Symbol), " ")
	}
	shown := math.Abs(u) / d.Factor
	if shown == 0 || math.IsInf(shown, 0) || math.IsNaN(shown) {
		return strconv.FormatFloat(shown, 'f', -1, 64)
	}
	decimals := 1 - int(math.Floor(math.Log10(shown)))
	scale := math.Pow(10, float64(decimals))
	up := math.Ceil(shown*scale - 1e-9)
	if up >= 100 && decimals > 0 { // 0.0996 is 0.10
		decimals--
	}
	return strconv.FormatFloat(up/scale, 'f', max(0, decimals), 64)
}

var eighthMarks = [8]string{"", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞"}

// InEighths writes n eighths, 0 or more, as a whole number and a fraction: 19 is 2⅜.
func InEighths(n int) string {
	whole, part := n/8, n%8
	if whole == 0 && part > 0 {
		return eighthMarks[part]
	}
	return strconv.Itoa(whole) + eighthMarks[part]
}

// InUnit writes an SI value in one unit with up to six figures: 1.8 m, 71 in.
func InUnit(value float64, u Unit) string {
	return strings.TrimSpace(strconv.FormatFloat(value/u.Factor, 'g', 6, 64) + " " + u.Symbol)
}
