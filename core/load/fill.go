package load

import (
	"math"

	"scrappyrack/core/derivation"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// House values of filling.
const (
	// LevelHalfWidth is how far a level can be misread, ± (rectangular).
	LevelHalfWidth = quantity.Length(0.003)
	// BrimFactor is brim capacity over nominal when only the latter is known.
	BrimFactor = 1.04
	// MaxCapacity and MaxMass bound what is believed at all.
	MaxCapacity = quantity.Volume(2000)
	MaxMass     = quantity.Mass(1000)
)

// Vessel is what a fill needs to know of a container.
// Tare ≥ 0 with standard uncertainty TareU1 ≥ 0; Capacity > 0 nominal; Brim ≥
// Capacity, or 0 for Capacity × 1.04. Rating 0 means none is to be kept.
type Vessel struct {
	Tare, TareU1   quantity.Mass
	Capacity, Brim quantity.Volume
	Profile        Profile
	Rating         quantity.Mass
}

// BrimVolume is the most the vessel can hold: its brim capacity, or the end of
// its geometry when that comes first.
func (v Vessel) BrimVolume() quantity.Volume {
	brim := v.Brim
	if brim <= 0 {
		brim = v.Capacity * BrimFactor
	}
	return min(brim, v.Profile.Full())
}

// Contribution is one line of an uncertainty budget: the standard uncertainty
// it adds to the mass (kg) and its share of the variance.
type Contribution struct {
	Name  string
	U1    quantity.Mass
	Share float64
}

// Fill is a vessel filled to some level.
type Fill struct {
	Mass    quantity.Estimate
	Volume  quantity.Volume
	Level   quantity.Length
	Density quantity.Density
	Budget  []Contribution
}

// At computes the mass of the vessel with a volume of the filling in it:
// m = tare + ρV, u² = u_tare² + (V·u_ρ)² + (ρ·u_V)², u_V = (dV/dh)·3 mm/√3
// (JCGM 100:2008, 5.1.2; ρ is the typical density, u_ρ from its range).
// volume must lie between 0 and BrimVolume: outside, the error is a
// *OutOfReach carrying the nearest fill.
func (v Vessel) At(f material.Filling, volume quantity.Volume) (Fill, error) {
	if brim := v.BrimVolume(); volume > brim {
		return Fill{}, &OutOfReach{
			Reason:  quantity.Say("holds ", quantity.Amount(quantity.KindVolume, float64(brim)), " at the brim, ", quantity.Amount(quantity.KindVolume, float64(volume)), " were asked for"),
			Nearest: v.fill(f, brim),
		}
	}
	if volume < 0 {
		return Fill{}, &OutOfReach{Reason: quantity.Say("a volume cannot be negative"), Nearest: v.fill(f, 0)}
	}
	return v.fill(f, volume), nil
}

func (v Vessel) fill(f material.Filling, volume quantity.Volume) Fill {
	level := v.Profile.Level(volume)
	u1V := v.Profile.Slope(level) * quantity.Rectangular(float64(LevelHalfWidth))
	parts := []Contribution{
		{Name: "empty container", U1: v.TareU1},
		{Name: "density of the filling", U1: quantity.Mass(float64(volume) * float64(f.U1()))},
		{Name: "reading the level, ±3 mm", U1: quantity.Mass(float64(f.Typical) * u1V)},
	}
	u1 := quantity.RootSumSquares(float64(parts[0].U1), float64(parts[1].U1), float64(parts[2].U1))
	for i := range parts {
		if u1 > 0 {
			parts[i].Share = math.Pow(float64(parts[i].U1)/u1, 2)
		}
	}
	return Fill{
		Mass: quantity.Estimate{
			Value: v.Tare + quantity.Mass(float64(f.Typical)*float64(volume)),
			U1:    quantity.Mass(u1), How: quantity.Computed,
		},
		Volume: volume, Level: level, Density: f.Typical, Budget: parts,
	}
}

// OutOfReach says why a wanted fill cannot be, and the nearest that can.
type OutOfReach struct {
	Reason  quantity.Phrase
	Nearest Fill
}

func (e *OutOfReach) Error() string { return e.Reason.In(quantity.Metric) }

// For inverts At: the fill at which the vessel weighs target. A target below
// the tare, above what the brim holds, or with m + U above the rating is
// refused with *OutOfReach and the nearest fill that is allowed.
func (v Vessel) For(f material.Filling, target quantity.Mass) (Fill, error) {
	if target < v.Tare {
		return Fill{}, &OutOfReach{
			Reason:  quantity.Say("empty it already weighs ", quantity.Amount(quantity.KindFine, float64(v.Tare))),
			Nearest: v.fill(f, 0),
		}
	}
	volume := quantity.Volume(float64(target-v.Tare) / float64(f.Typical))
	most, bound := v.Most(f)
	if volume > most.Volume+1e-9 {
		return Fill{}, &OutOfReach{
			Reason:  quantity.Say(bound, ": ", quantity.Amount(quantity.KindMass, float64(most.Mass.Value)), " at most with ", f.Name),
			Nearest: most,
		}
	}
	return v.fill(f, volume), nil
}

// Most is the fullest allowed fill and what bounds it: the brim, or the rating
// (m + U ≤ rating; m + U rises with the volume, so bisection finds it to 1 µL).
func (v Vessel) Most(f material.Filling) (Fill, quantity.Phrase) {
	brim := v.BrimVolume()
	full := v.fill(f, brim)
	if v.Rating <= 0 || full.Mass.Highest() <= v.Rating {
		return full, quantity.Say("full to the brim at ", quantity.Amount(quantity.KindVolume, float64(brim)))
	}
	lo, hi := 0.0, float64(brim)
	for hi-lo > 1e-9 {
		mid := (lo + hi) / 2
		if v.fill(f, quantity.Volume(mid)).Mass.Highest() <= v.Rating {
			lo = mid
		} else {
			hi = mid
		}
	}
	return v.fill(f, quantity.Volume(lo)), quantity.Say("rated for ", quantity.Amount(quantity.KindMass, float64(v.Rating)), ", and the weight with its ± must stay below that")
}

// ExplainMost derives the heaviest allowed fill.
func (v Vessel) ExplainMost(f material.Filling) derivation.Derivation {
	most, _ := v.Most(f)
	d := derivation.Derivation{
		Title: "Heaviest with " + f.Name, Value: float64(most.Mass.Value), Kind: quantity.KindMass, U: float64(most.Mass.Expanded()),
		Inputs: []derivation.Input{
			derivation.Number("brim", quantity.KindVolume, float64(v.BrimVolume()), "stock"),
			derivation.Number("bulk density", quantity.KindDensity, float64(f.Typical), "stock"),
		},
		Formula: "the fullest fill with m + U ≤ rating and V ≤ brim (1.04 × capacity when it is not known)",
		Range:   "held at rest or lifted; half of the rating overhead, twice when dragged",
		Source:  "house values; density: " + f.Source,
	}
	if v.Rating > 0 {
		d = d.With(derivation.Number("rating of handle or straps", quantity.KindMass, float64(v.Rating), "stock"))
	}
	return d
}

// Explain derives a fill's mass.
func (v Vessel) Explain(f material.Filling, fill Fill) derivation.Derivation {
	return derivation.Derivation{
		Title: "Mass by filling", Value: float64(fill.Mass.Value), Kind: quantity.KindMass, U: float64(fill.Mass.Expanded()),
		Inputs: []derivation.Input{
			{Name: "empty (tare)", Kind: quantity.KindFine, Value: float64(v.Tare), U: 2 * float64(v.TareU1), From: "stock"},
			{Name: "volume of " + f.Name, Kind: quantity.KindVolume, Value: float64(fill.Volume), From: "loads"},
			{Name: "bulk density", Kind: quantity.KindDensity, Value: float64(f.Typical), U: 2 * float64(f.U1()), From: "stock"},
			{Name: "level", Kind: quantity.KindLevel, Value: float64(fill.Level), U: 2 * quantity.Rectangular(float64(LevelHalfWidth)), From: "loads"},
		},
		Formula: "m = tare + ρ·V;  U = 2·√(u_tare² + (V·u_ρ)² + (ρ·dV/dh·3 mm/√3)²)",
		Range:   "from empty to the brim, filling at one density throughout",
		Source:  "JCGM 100:2008 (GUM) 5.1.2, 4.3.7; density: " + f.Source,
	}
}
