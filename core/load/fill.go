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

// FrostShare is the free share that a wet filling needs where it may freeze:
// water swells by 9 % on freezing (CRC Handbook: ice 0.917, water 0.9998 kg/L).
const FrostShare = 0.09

// Vessel is what a fill needs to know of a container.
// Tare ≥ 0 with standard uncertainty TareU1 ≥ 0; Capacity > 0 nominal; Brim ≥
// Capacity, or 0 for Capacity × 1.04. Rating 0 means none is to be kept. Inside
// is the mass of what is packed beside the filling and Taken the volume it
// takes (L, ≥ 0). Frost keeps FrostShare free of a wet filling. Assumed says how far
// the geometry may be off; the zero value takes it as exact.
type Vessel struct {
	Tare, TareU1   quantity.Mass
	Capacity, Brim quantity.Volume
	Profile        Profile
	Rating         quantity.Mass
	Inside         quantity.Estimate
	Taken          quantity.Volume
	Frost          bool
	Assumed        Shape
}

// Shape is how far a vessel's volume may be off where its geometry is only assumed: a
// share of the volume, ± (rectangular, house values), the same up to 80 % of the
// brim's level and rising from there to the brim.
type Shape struct {
	Body, Brim float64
	// Known are levels at which the volume has been measured, so that near them it is
	// off by no more than Sure.
	Known []quantity.Length
	Sure  float64
}

// Shapes that are only assumed straight: a jug or a bottle narrows at the top; a
// bucket widens all the way.
var (
	StraightJug    = Shape{Body: 0.02, Brim: 0.10}
	StraightBucket = Shape{Body: 0.12, Brim: 0.12}
)

// Where an assumed shape begins to be worse, as a share of the brim's level, and how far
// from a measured level it is as good as there, and as bad as assumed.
const (
	shoulder  = 0.80
	nearKnown = 0.05
	farKnown  = 0.20
)

// half is how far the volume below a level may be off, as a share of it, for a brim at a
// level of its own.
func (s Shape) half(level, brim quantity.Length) float64 {
	if s.Body == 0 && s.Brim == 0 || brim <= 0 {
		return 0
	}
	at := math.Min(1, float64(level/brim))
	half := s.Body + (s.Brim-s.Body)*math.Max(0, (at-shoulder)/(1-shoulder))
	for _, k := range s.Known {
		far := math.Abs(at - float64(k/brim))
		away := math.Max(0, math.Min(1, (far-nearKnown)/(farKnown-nearKnown)))
		half = math.Min(half, s.Sure+(half-s.Sure)*away)
	}
	return half
}

// shapeU1 is the standard uncertainty of the volume below a level from the assumed
// shape, in L.
func (v Vessel) shapeU1(volume quantity.Volume, level quantity.Length) float64 {
	if v.Assumed.Body == 0 && v.Assumed.Brim == 0 {
		return 0
	}
	return quantity.Rectangular(v.Assumed.half(level, v.Profile.Level(v.BrimVolume())) * float64(volume))
}

// VolumeU1 is the standard uncertainty of a volume that is read at its level, in L: ±3
// mm of level, and how far an assumed shape may be off.
func (v Vessel) VolumeU1(volume quantity.Volume) quantity.Volume {
	level := v.Profile.Level(volume)
	return quantity.Volume(quantity.RootSumSquares(v.Profile.Slope(level)*quantity.Rectangular(float64(LevelHalfWidth)),
		v.shapeU1(volume, level)))
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

// Room is how much of a filling goes in beside what is packed already, and what
// ends it.
func (v Vessel) Room(f material.Filling) (quantity.Volume, quantity.Phrase) {
	brim := v.BrimVolume()
	most, why := brim, quantity.Say("full to the brim at ", quantity.Amount(quantity.KindVolume, float64(brim)))
	if v.Frost && f.Wet {
		most = brim * (1 - FrostShare)
		why = quantity.Say("9 % stays free where it may freeze, which leaves ", quantity.Amount(quantity.KindVolume, float64(most)))
	}
	if left := max(0, brim-v.Taken); v.Taken > 0 && left < most {
		most = left
		why = quantity.Say("what is packed in it leaves ", quantity.Amount(quantity.KindVolume, float64(left)))
	}
	return most, why
}

// Distribution is what an input of a budget is taken to be like.
type Distribution string

// The distributions of inputs (JCGM 100:2008, 4.2 and 4.3).
const (
	Rectangular Distribution = "rectangular"
	Normal      Distribution = "normal"
)

// Contribution is one line of an uncertainty budget (JCGM 100:2008, table H.1):
// an input's standard uncertainty in its own unit, the sensitivity of the mass
// to it (kg per unit), what that adds to the mass (kg), its share of the variance,
// and its degrees of freedom.
type Contribution struct {
	Name        string
	Kind        quantity.Kind
	InputU1     float64
	Sensitivity float64
	Shape       Distribution
	U1          quantity.Mass
	Share       float64
	DoF         float64 // degrees of freedom; 0 for infinitely many
}

// budget fills in what each line adds and its share, and sums them up.
func budget(parts []Contribution) ([]Contribution, quantity.Mass) {
	var all []float64
	for i, p := range parts {
		parts[i].U1 = quantity.Mass(math.Abs(p.Sensitivity) * p.InputU1)
		all = append(all, float64(parts[i].U1))
	}
	u1 := quantity.RootSumSquares(all...)
	for i := range parts {
		if u1 > 0 {
			parts[i].Share = math.Pow(float64(parts[i].U1)/u1, 2)
		}
	}
	return parts, quantity.Mass(u1)
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
// m = tare + packed + ρV, u² = u_tare² + u_packed² + (V·u_ρ)² + (ρ·u_V)², u_V² =
// ((dV/dh)·3 mm/√3)² and what an assumed shape may be off by (JCGM 100:2008, 5.1.2; ρ is the typical density, u_ρ
// from its range or its batch). volume must lie between 0 and Room: outside,
// the error is a *OutOfReach carrying the nearest fill.
func (v Vessel) At(f material.Filling, volume quantity.Volume) (Fill, error) {
	if most, why := v.Room(f); volume > most+1e-9 {
		return Fill{}, &OutOfReach{
			Reason:  quantity.Say(why, "; ", quantity.Amount(quantity.KindVolume, float64(volume)), " were asked for"),
			Nearest: v.fill(f, most),
		}
	}
	if volume < 0 {
		return Fill{}, &OutOfReach{Reason: quantity.Say("a volume cannot be negative"), Nearest: v.fill(f, 0)}
	}
	return v.fill(f, volume), nil
}

// AtLevel is At by the level in m. A level above the brim is refused with
// *OutOfReach, even where the geometry ends there.
func (v Vessel) AtLevel(f material.Filling, level quantity.Length) (Fill, error) {
	brim := v.BrimVolume()
	if top := v.Profile.Level(brim); level > top+1e-6 {
		most, _ := v.Room(f)
		return Fill{}, &OutOfReach{
			Reason: quantity.Say("the brim is at ", quantity.Amount(quantity.KindLevel, float64(top)), "; a level of ",
				quantity.Amount(quantity.KindLevel, float64(level)), " is above it"),
			Nearest: v.fill(f, most),
		}
	}
	return v.At(f, v.Profile.Volume(level))
}

func (v Vessel) fill(f material.Filling, volume quantity.Volume) Fill {
	level := v.Profile.Level(volume)
	parts := []Contribution{
		{Name: "empty container", Kind: quantity.KindFine, InputU1: float64(v.TareU1), Sensitivity: 1, Shape: Rectangular},
		{Name: "density of the filling", Kind: quantity.KindDensity, InputU1: float64(f.U1()), Sensitivity: float64(volume),
			Shape: Rectangular},
		{
			Name: "reading the level, ±3 mm", Kind: quantity.KindLevel, InputU1: quantity.Rectangular(float64(LevelHalfWidth)),
			Sensitivity: float64(f.Typical) * v.Profile.Slope(level), Shape: Rectangular,
		},
	}
	if f.Std > 0 {
		parts[1].Shape = Normal
	}
	if u := v.shapeU1(volume, level); u > 0 {
		parts = append(parts, Contribution{Name: "shape, only assumed straight", Kind: quantity.KindVolume, InputU1: u,
			Sensitivity: float64(f.Typical), Shape: Rectangular})
	}
	if v.Inside.Value > 0 {
		parts = append(parts, Contribution{Name: "what is packed in it", Kind: quantity.KindFine, InputU1: float64(v.Inside.U1),
			Sensitivity: 1, Shape: Rectangular})
	}
	parts, u1 := budget(parts)
	return Fill{
		Mass: quantity.Estimate{
			Value: v.Tare + v.Inside.Value + quantity.Mass(float64(f.Typical)*float64(volume)),
			U1:    u1, How: quantity.Computed,
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
// the tare, above what there is room for, or with m + U above the rating is
// refused with *OutOfReach and the nearest fill that is allowed.
func (v Vessel) For(f material.Filling, target quantity.Mass) (Fill, error) {
	empty := v.Tare + v.Inside.Value
	if target < empty {
		words := "empty it already weighs "
		if v.Inside.Value > 0 {
			words = "with what is packed in it it already weighs "
		}
		return Fill{}, &OutOfReach{
			Reason:  quantity.Say(words, quantity.Amount(quantity.KindFine, float64(empty))),
			Nearest: v.fill(f, 0),
		}
	}
	volume := quantity.Volume(float64(target-empty) / float64(f.Typical))
	most, bound := v.Most(f)
	if volume > most.Volume+1e-9 {
		return Fill{}, &OutOfReach{
			Reason:  quantity.Say(bound, ": ", quantity.Amount(quantity.KindMass, float64(most.Mass.Value)), " at most with ", f.Name),
			Nearest: most,
		}
	}
	return v.fill(f, volume), nil
}

// Most is the fullest allowed fill and what bounds it: the room in it, or the
// rating (m + U ≤ rating; m + U rises with the volume, so bisection finds it to
// 1 µL).
func (v Vessel) Most(f material.Filling) (Fill, quantity.Phrase) {
	room, why := v.Room(f)
	full := v.fill(f, room)
	if v.Rating <= 0 || full.Mass.Highest() <= v.Rating {
		return full, why
	}
	highest := func(volume float64) quantity.Mass {
		u1 := quantity.RootSumSquares(float64(v.TareU1), float64(v.Inside.U1), volume*float64(f.U1()),
			float64(f.Typical)*float64(v.VolumeU1(quantity.Volume(volume))))
		return v.Tare + v.Inside.Value + quantity.Mass(float64(f.Typical)*volume+2*u1)
	}
	lo, hi := 0.0, float64(room)
	for hi-lo > 1e-9 {
		mid := (lo + hi) / 2
		if highest(mid) <= v.Rating {
			lo = mid
		} else {
			hi = mid
		}
	}
	return v.fill(f, quantity.Volume(lo)), quantity.Say("rated for ", quantity.Amount(quantity.KindMass, float64(v.Rating)),
		", and the weight with its ± must stay below that")
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
		Formula: "the fullest fill with m + U ≤ rating and V ≤ room (brim, or 1.04 × capacity; less what is packed; 9 % free of frost)",
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
	d := derivation.Derivation{
		Title: "Mass by filling", Value: float64(fill.Mass.Value), Kind: quantity.KindMass, U: float64(fill.Mass.Expanded()),
		Inputs: []derivation.Input{
			{Name: "empty (tare)", Kind: quantity.KindFine, Value: float64(v.Tare), U: 2 * float64(v.TareU1), From: "stock"},
			{Name: "volume of " + f.Name, Kind: quantity.KindVolume, Value: float64(fill.Volume), From: "loads"},
			{Name: "bulk density", Kind: quantity.KindDensity, Value: float64(f.Typical), U: 2 * float64(f.U1()), From: "stock"},
			{Name: "level", Kind: quantity.KindLevel, Value: float64(fill.Level), U: 2 * quantity.Rectangular(float64(LevelHalfWidth)),
				From: "loads"},
		},
		Formula: "m = tare + ρ·V;  U = 2·√(u_tare² + (V·u_ρ)² + (ρ·dV/dh·3 mm/√3)²)",
		Range:   "from empty to the brim, filling at one density throughout",
		Source:  "JCGM 100:2008 (GUM) 5.1.2, 4.3.7; density: " + f.Source,
	}
	if u := v.shapeU1(fill.Volume, fill.Level); u > 0 {
		d = d.With(derivation.Input{Name: "shape, only assumed straight: volume", Kind: quantity.KindVolume, Value: float64(fill.Volume),
			U: 2 * u, From: "stock"})
		d.Formula = "m = tare + ρ·V;  U = 2·√(u_tare² + (V·u_ρ)² + (ρ·dV/dh·3 mm/√3)² + (ρ·u_shape)²)"
		d.Source += "; shape ± 2 % up to 80 % of the height, 10 % at the brim (house values)"
	}
	if v.Inside.Value > 0 {
		d = d.With(derivation.Input{Name: "what is packed in it", Kind: quantity.KindFine, Value: float64(v.Inside.Value),
			U: 2 * float64(v.Inside.U1), From: "stock"})
		d.Formula = "m = tare + packed + ρ·V;  U = 2·√(u_tare² + u_packed² + (V·u_ρ)² + (ρ·dV/dh·3 mm/√3)²)"
	}
	return d
}
