// Package material holds what things are made of and filled with.
package material

import (
	"fmt"
	"math"

	"scrappyrack/core/quantity"
)

// Filling is something a container is filled with. Bulk densities in kg/L run
// from Low to High with Typical between. Source says who gives them.
type Filling struct {
	Key                string
	Name               string
	Low, Typical, High quantity.Density
	Wet                bool // dries or evaporates when it stands open
	Loose              bool // flows or slides inside a container that is not full
	Note               string
	Source             string
	// Std is the standard uncertainty of Typical in kg/L where it comes from
	// weighings, 0 where only the range is known.
	Std quantity.Density
}

// U1 is the standard uncertainty of the density in kg/L: that of its weighings, or
// of the range as a rectangular distribution about its middle, seen from the
// typical value: u² = (High − Low)²/12 + (middle − Typical)² (JCGM 100:2008, 4.3.7
// and F.2.4.5).
func (f Filling) U1() quantity.Density {
	if f.Std > 0 {
		return f.Std
	}
	middle := float64(f.High+f.Low) / 2
	return quantity.Density(quantity.RootSumSquares(quantity.Rectangular(float64(f.High-f.Low)/2), middle-float64(f.Typical)))
}

// NumberTolerance is the half-width, as a share, given to a density that is
// entered as a bare number (house value).
const NumberTolerance = 0.05

// OfDensity makes a filling of a bare density in kg/L with ±5 % rectangular.
func OfDensity(d quantity.Density) Filling {
	return Filling{
		Key: "density", Name: "given density", Typical: d,
		Low: d * (1 - NumberTolerance), High: d * (1 + NumberTolerance), Loose: true,
		Source: "entered, ±5 % (house value)",
	}
}

const fromMemory = "handbook bulk-density tables, from memory"

var fillings = []Filling{
	{
		Key:     "fresh-water",
		Name:    "fresh water",
		Low:     0.992,
		Typical: 0.998,
		High:    1.000,
		Wet:     true,
		Loose:   true,
		Note:    "0.99821 at 20 °C",
		Source:  "CRC Handbook, density of water",
	},
	{Key: "sea-water", Name: "sea water", Low: 1.020, Typical: 1.025, High: 1.030, Wet: true, Loose: true, Source: fromMemory},
	{
		Key:     "dry-sand",
		Name:    "dry sand, loose",
		Low:     1.44,
		Typical: 1.50,
		High:    1.65,
		Loose:   true,
		Note:    "a US gallon is about 12.5 lb",
		Source:  "common practice",
	},
	{
		Key:     "wet-sand",
		Name:    "wet sand, packed",
		Low:     1.90,
		Typical: 2.08,
		High:    2.16,
		Wet:     true,
		Loose:   true,
		Note:    "a US gallon is about 17 to 18 lb",
		Source:  "common practice",
	},
	{Key: "gravel", Name: "gravel, dry", Low: 1.45, Typical: 1.55, High: 1.70, Loose: true, Source: fromMemory},
	{Key: "garden-soil", Name: "garden soil, dry", Low: 1.0, Typical: 1.2, High: 1.4, Loose: true, Source: fromMemory},
	{
		Key:     "concrete",
		Name:    "concrete, set",
		Low:     2.3,
		Typical: 2.4,
		High:    2.45,
		Note:    "cannot be poured out again",
		Source:  fromMemory,
	},
	{Key: "salt", Name: "salt, granular", Low: 1.15, Typical: 1.22, High: 1.30, Loose: true, Source: fromMemory},
	{Key: "rice", Name: "rice, dry", Low: 0.75, Typical: 0.80, High: 0.87, Loose: true, Source: fromMemory},
	{Key: "beans", Name: "dried beans", Low: 0.72, Typical: 0.77, High: 0.85, Loose: true, Source: fromMemory},
	{Key: "cat-litter", Name: "clay cat litter", Low: 0.65, Typical: 0.85, High: 1.05, Loose: true, Source: fromMemory},
	{Key: "steel-shot", Name: "steel shot or washers, loose", Low: 4.2, Typical: 4.6, High: 5.0, Loose: true, Source: fromMemory},
	{Key: "books", Name: "books, paper", Low: 0.65, Typical: 0.80, High: 0.95, Note: "as packed", Source: fromMemory},
	{Key: "stuffing", Name: "towels, clothes", Low: 0.10, Typical: 0.20, High: 0.30, Note: "as packed", Source: fromMemory},
}

// Fillings lists the starting table, in its order.
func Fillings() []Filling { return append([]Filling(nil), fillings...) }

// FillingByKey finds a filling of the starting table.
func FillingByKey(key string) (Filling, error) {
	for _, f := range fillings {
		if f.Key == key {
			return f, nil
		}
	}
	return Filling{}, fmt.Errorf("no filling is called %q; the table has fresh-water, dry-sand, wet-sand and %d more", key, len(fillings)-3)
}

// WaterDensity is the density of air-free water in kg/L at a temperature in
// °C, 0 to 100, at one atmosphere (Kell 1975, J. Chem. Eng. Data 20(1):97–105,
// eq. 16; agrees with the CRC Handbook to 0.00001 below 40 °C). Outside that
// range it returns an error.
func WaterDensity(celsius float64) (quantity.Density, error) {
	if math.IsNaN(celsius) || celsius < 0 || celsius > 100 {
		return 0, fmt.Errorf("water at %g °C is outside 0 to 100 °C", celsius)
	}
	t := celsius
	rho := (999.83952 + t*(16.945176+t*(-7.9870401e-3+t*(-46.170461e-6+t*(105.56302e-9-280.54253e-12*t))))) / (1 + 16.879850e-3*t)
	return quantity.Density(rho / 1000), nil
}

// Half-widths of water whose temperature is known (house values): the
// thermometer, and what is dissolved in tap water (kg/L).
const (
	celsiusHalf   = 3.0
	dissolvedHalf = quantity.Density(0.0005)
)

// WaterAt is fresh water at a temperature in °C, above 0 to 100 and ±3 °C: its
// density by Kell 1975, its range by the ends of the temperature's and ±0.0005
// kg/L of what tap water carries. Errors are WaterDensity's.
func WaterAt(celsius float64) (Filling, error) {
	f, err := FillingByKey("fresh-water")
	if err != nil {
		return f, err
	}
	if f.Typical, err = WaterDensity(celsius); err != nil {
		return Filling{}, err
	}
	f.Low, f.High = f.Typical, f.Typical
	for _, c := range []float64{math.Max(0, celsius-celsiusHalf), math.Min(100, celsius+celsiusHalf)} {
		end, err := WaterDensity(c)
		if err != nil {
			return Filling{}, err
		}
		f.Low, f.High = min(f.Low, end), max(f.High, end)
	}
	f.Low, f.High = f.Low-dissolvedHalf, f.High+dissolvedHalf
	f.Source = fmt.Sprintf("Kell 1975 at %g °C", celsius)
	return f, nil
}
