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
	{"fresh-water", "fresh water", 0.992, 0.998, 1.000, true, true, "0.99821 at 20 °C", "CRC Handbook, density of water", 0},
	{"sea-water", "sea water", 1.020, 1.025, 1.030, true, true, "", fromMemory, 0},
	{"dry-sand", "dry sand, loose", 1.44, 1.50, 1.65, false, true, "a US gallon is about 12.5 lb", "common practice", 0},
	{"wet-sand", "wet sand, packed", 1.90, 2.08, 2.16, true, true, "a US gallon is about 17 to 18 lb", "common practice", 0},
	{"gravel", "gravel, dry", 1.45, 1.55, 1.70, false, true, "", fromMemory, 0},
	{"garden-soil", "garden soil, dry", 1.0, 1.2, 1.4, false, true, "", fromMemory, 0},
	{"concrete", "concrete, set", 2.3, 2.4, 2.45, false, false, "cannot be poured out again", fromMemory, 0},
	{"salt", "salt, granular", 1.15, 1.22, 1.30, false, true, "", fromMemory, 0},
	{"rice", "rice, dry", 0.75, 0.80, 0.87, false, true, "", fromMemory, 0},
	{"beans", "dried beans", 0.72, 0.77, 0.85, false, true, "", fromMemory, 0},
	{"cat-litter", "clay cat litter", 0.65, 0.85, 1.05, false, true, "", fromMemory, 0},
	{"steel-shot", "steel shot or washers, loose", 4.2, 4.6, 5.0, false, true, "", fromMemory, 0},
	{"books", "books, paper", 0.65, 0.80, 0.95, false, false, "as packed", fromMemory, 0},
	{"stuffing", "towels, clothes", 0.10, 0.20, 0.30, false, false, "as packed", fromMemory, 0},
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
