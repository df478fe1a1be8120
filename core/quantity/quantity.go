// Package quantity gives every number of the job its unit: types for the
// dimensions we work in, the exact factors between units, reading what people
// type, writing what they can measure, and standard uncertainty.
//
// Everything is SI inside (kg, m, N) with litres for volume; other units exist
// only at the edge. Exact factors are those of NIST SP 811 (2008), Appendix B,
// and NIST Handbook 44, Appendix C.
package quantity

type (
	// Mass is in kilograms.
	Mass float64
	// Length is in metres.
	Length float64
	// Force is in newtons.
	Force float64
	// Volume is in litres (cubic decimetres).
	Volume float64
	// Density is in kilograms per litre.
	Density float64
)

// StandardGravity is g₀ in m/s², exact by definition (NIST SP 811, B.8).
const StandardGravity = 9.80665

// Dim names a dimension that can be typed and shown.
type Dim string

// The dimensions of the job. Ratio is a plain number, Count a whole one.
const (
	DimMass    Dim = "mass"
	DimLength  Dim = "length"
	DimForce   Dim = "force"
	DimVolume  Dim = "volume"
	DimDensity Dim = "density"
	DimTime    Dim = "time"
	DimArea    Dim = "area"
	DimRatio   Dim = "ratio"
	DimCount   Dim = "count"
	// DimTemperature is read by ParseTemperature: its scales differ in their zero, too.
	DimTemperature Dim = "temperature"
)

// System is the set of units in which a client's numbers are shown.
type System string

// The two systems of units.
const (
	Metric System = "metric"
	US     System = "us"
)

// Unit is one unit of a dimension. Factor is the SI (or litre) value of one.
type Unit struct {
	Symbol string  `json:"symbol"`
	Dim    Dim     `json:"dim"`
	Factor float64 `json:"factor"`
	// Names are the other spellings that are understood, in lower case.
	Names []string `json:"names"`
	// Then is the unit of a bare number that follows, as inches follow feet.
	Then string `json:"then"`
}

// Exact factors (NIST SP 811 App. B; NIST Handbook 44 App. C).
const (
	PoundKg       = 0.45359237
	InchM         = 0.0254
	USGallonL     = 3.785411784 // 231 cubic inches
	ImpGallonL    = 4.54609
	PoundForceN   = 4.4482216152605
	FootM         = 12 * InchM
	CubicFootL    = FootM * FootM * FootM * 1000
	KilogramForce = StandardGravity
)

var units = []Unit{
	{Symbol: "kg", Dim: DimMass, Factor: 1, Names: []string{"kgs", "kilo", "kilos", "kilogram", "kilograms"}},
	{Symbol: "g", Dim: DimMass, Factor: 1e-3, Names: []string{"gr", "gram", "grams"}},
	{Symbol: "lb", Dim: DimMass, Factor: PoundKg, Names: []string{"lbs", "pound", "pounds", "#"}, Then: "oz"},
	{Symbol: "oz", Dim: DimMass, Factor: PoundKg / 16, Names: []string{"ounce", "ounces"}},
	{Symbol: "st", Dim: DimMass, Factor: 14 * PoundKg, Names: []string{"stone"}, Then: "lb"},

	{Symbol: "m", Dim: DimLength, Factor: 1, Names: []string{"metre", "metres", "meter", "meters"}, Then: "cm"},
	{Symbol: "cm", Dim: DimLength, Factor: 1e-2, Names: []string{"cms", "centimetre", "centimetres", "centimeter", "centimeters"}},
	{Symbol: "mm", Dim: DimLength, Factor: 1e-3, Names: []string{"mms", "millimetre", "millimetres", "millimeter", "millimeters"}},
	{Symbol: "in", Dim: DimLength, Factor: InchM, Names: []string{"\"", "''", "inch", "inches"}},
	{Symbol: "ft", Dim: DimLength, Factor: FootM, Names: []string{"'", "foot", "feet"}, Then: "in"},
	{Symbol: "yd", Dim: DimLength, Factor: 3 * FootM, Names: []string{"yard", "yards"}, Then: "ft"},

	{Symbol: "N", Dim: DimForce, Factor: 1, Names: []string{"n", "newton", "newtons"}},
	{Symbol: "kN", Dim: DimForce, Factor: 1000, Names: []string{"kn"}},
	{Symbol: "lbf", Dim: DimForce, Factor: PoundForceN, Names: []string{"lb", "lbs", "pound", "pounds"}},
	{Symbol: "kgf", Dim: DimForce, Factor: KilogramForce, Names: []string{"kg", "kgs", "kilo", "kilos"}},

	{Symbol: "L", Dim: DimVolume, Factor: 1, Names: []string{"l", "lt", "litre", "litres", "liter", "liters"}},
	{Symbol: "ml", Dim: DimVolume, Factor: 1e-3, Names: []string{"millilitre", "millilitres", "milliliter", "milliliters", "cc", "ccs",
		"cm3", "cm³"}},
	{Symbol: "cl", Dim: DimVolume, Factor: 1e-2},
	{Symbol: "dl", Dim: DimVolume, Factor: 1e-1},
	{Symbol: "m3", Dim: DimVolume, Factor: 1000, Names: []string{"m³"}},
	{Symbol: "gal", Dim: DimVolume, Factor: USGallonL, Names: []string{"us gal", "gallon", "gallons", "us gallon", "us gallons"},
		Then: "qt"},
	{Symbol: "imp gal", Dim: DimVolume, Factor: ImpGallonL, Names: []string{"uk gal", "uk gallon", "uk gallons", "imperial gallon",
		"imperial gallons", "imp gallon", "imp gallons"}},
	{Symbol: "qt", Dim: DimVolume, Factor: USGallonL / 4, Names: []string{"quart", "quarts"}},
	{Symbol: "pt", Dim: DimVolume, Factor: USGallonL / 8, Names: []string{"pint", "pints"}},
	{Symbol: "cup", Dim: DimVolume, Factor: USGallonL / 16, Names: []string{"cups"}},
	{Symbol: "fl oz", Dim: DimVolume, Factor: USGallonL / 128, Names: []string{"floz", "fl. oz", "fl.oz", "fluid ounce", "fluid ounces",
		"oz"}},
	{Symbol: "cu ft", Dim: DimVolume, Factor: CubicFootL, Names: []string{"ft3", "ft³"}},

	{Symbol: "kg/L", Dim: DimDensity, Factor: 1, Names: []string{"kg/l", "g/ml", "g/cm3", "g/cm³"}},
	{Symbol: "kg/m3", Dim: DimDensity, Factor: 1e-3, Names: []string{"kg/m³"}},
	{Symbol: "lb/gal", Dim: DimDensity, Factor: PoundKg / USGallonL},
	{Symbol: "lb/ft3", Dim: DimDensity, Factor: PoundKg / CubicFootL, Names: []string{"lb/ft³", "pcf"}},

	{Symbol: "s", Dim: DimTime, Factor: 1, Names: []string{"sec", "secs", "second", "seconds"}},
	{Symbol: "min", Dim: DimTime, Factor: 60, Names: []string{"mins", "minute", "minutes"}, Then: "s"},
	{Symbol: "h", Dim: DimTime, Factor: 3600, Names: []string{"hr", "hrs", "hour", "hours"}, Then: "min"},

	{Symbol: "m²", Dim: DimArea, Factor: 1, Names: []string{"m2", "sqm"}},
	{Symbol: "ft²", Dim: DimArea, Factor: FootM * FootM, Names: []string{"ft2", "sq ft", "sqft"}},

	{Symbol: "", Dim: DimRatio, Factor: 1},
	{Symbol: "%", Dim: DimRatio, Factor: 0.01},
	{Symbol: "", Dim: DimCount, Factor: 1, Names: []string{"x", "reps", "rep"}},
}

// UnitOf finds the unit of a dimension by its symbol; ok is false when the
// dimension has no such unit.
func UnitOf(dim Dim, symbol string) (u Unit, ok bool) {
	for _, u := range units {
		if u.Dim == dim && u.Symbol == symbol {
			return u, true
		}
	}
	return Unit{}, false
}

// UnitsOf lists the units of a dimension in table order.
func UnitsOf(dim Dim) []Unit {
	var out []Unit
	for _, u := range units {
		if u.Dim == dim {
			out = append(out, u)
		}
	}
	return out
}

// Provenance says how a value came to be known.
type Provenance string

// The ways in which a value is known, weakest first.
const (
	Guessed   Provenance = "guess"
	Estimated Provenance = "estimated"
	Computed  Provenance = "computed"
	Marked    Provenance = "marked" // printed on the thing by its maker
	Weighed   Provenance = "weighed"
)
