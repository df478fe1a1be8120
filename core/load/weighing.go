package load

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
)

// Scale is what is stated of a scale: Key its kind, Resolution the step of its
// display and Accuracy how far it may be off (±), where 0 takes what is usual of the
// kind, Max what it takes at most, 0 when nobody knows; all in kg.
type Scale struct {
	Key, Name            string
	Resolution, Accuracy quantity.Mass
	Max                  quantity.Mass
}

// The kinds of scale.
const (
	Kitchen  = "kitchen"
	Hanging  = "hanging"
	Bathroom = "bathroom"
	AnyScale = "other"
)

// Scales lists kinds of scale with what is usual of them (common practice; a
// scale's own plate says better).
func Scales() []Scale {
	return []Scale{
		{Key: Kitchen, Name: "kitchen scale", Resolution: 0.001, Accuracy: 0.003, Max: 5},
		{Key: Hanging, Name: "hanging scale", Resolution: 0.01, Accuracy: 0.05, Max: 50},
		{Key: Bathroom, Name: "bathroom scale", Resolution: 0.1, Accuracy: 0.3, Max: 180},
	}
}

// What is taken of a scale before it has been read (house values): how much two
// readings of one thing differ by chance, and what that knowledge is worth, in
// degrees of freedom; of any other scale, as a share of what it shows.
const (
	kitchenScatter  = 0.002
	hangingScatter  = 0.15 // the load swings
	bathroomScatter = 0.10
	otherShare      = 0.005
	scatterDegrees  = 4
)

// Scatter is the standard deviation in kg that readings of a mass on the scale are
// taken to have before there are any (house values).
func (s Scale) Scatter(mass quantity.Mass) quantity.Mass {
	switch s.Key {
	case Kitchen:
		return max(kitchenScatter, s.step()/2)
	case Hanging:
		return hangingScatter
	case Bathroom:
		return bathroomScatter
	}
	return max(s.Resolution, otherShare*mass)
}

// usual is what is usual of its kind, the zero Scale of another.
func (s Scale) usual() Scale {
	for _, k := range Scales() {
		if k.Key == s.Key {
			return k
		}
	}
	return Scale{}
}

// step is the step of its display as stated, or what is usual of its kind.
func (s Scale) step() quantity.Mass { return cmp.Or(s.Resolution, s.usual().Resolution) }

// Within is how far the scale may be off, ±, never 0: as stated, or what is usual of
// its kind (of another, what its readings scatter by).
func (s Scale) Within(mass quantity.Mass) quantity.Mass {
	return cmp.Or(s.Accuracy, s.usual().Accuracy, s.Scatter(mass))
}

// Offset is the standard uncertainty in kg of what one scale is off by in all its
// weighings: a/√3 (JCGM 100:2008, 4.3.7).
func (s Scale) Offset(mass quantity.Mass) quantity.Mass {
	return quantity.Mass(quantity.Rectangular(float64(s.Within(mass))))
}

// linearShare is how much of a scale's accuracy does not cancel between two loads on
// the same scale (house value).
const linearShare = 0.25

// Reading is what a scale says of a thing, with the budget of its uncertainty. Own
// is the standard uncertainty without what all weighings on this scale share (0 is
// shared in a weighing by difference, where it cancels), in kg, doubled to 95 % as
// all k = 2 sums are. Odd are the indices of readings (Without's follow With's) that
// the others contradict.
type Reading struct {
	Mass   quantity.Estimate
	Own    quantity.Mass
	Shared quantity.Mass
	Budget []Contribution
	Odd    []int
}

// MaxReadings is how many readings of one weighing are taken.
const MaxReadings = 50

// Read evaluates a weighing: with are the readings of the thing, or of a person
// holding it, without those of the person alone (none when the thing stood on
// the scale by itself), in kg. The scatter of readings is pooled with what is taken
// of the kind of scale (quantity.Pooled, 4 degrees of freedom); resolution counts
// d/(2√3), accuracy a/√3 (JCGM 100:2008, 4.3.7); of a difference on one scale its
// offset cancels and a quarter of a stays. U is t(97.5 %, ν)·u with ν by
// Welch–Satterthwaite (G.4). Errors are *quantity.FieldError.
func (s Scale) Read(with, without []quantity.Mass) (Reading, error) {
	if len(with) == 0 {
		return Reading{}, quantity.At("readings", "a weighing needs at least one reading")
	}
	if err := s.believes("readings", with); err != nil {
		return Reading{}, err
	}
	if err := s.believes("without", without); err != nil {
		return Reading{}, err
	}
	scatter := s.scatter(with, without)
	mean, parts, one := s.series("", with, scatter)
	out := Reading{Odd: s.odd(with)}
	off := float64(s.Within(mean))
	if len(without) > 0 {
		alone, more, two := s.series(" without it", without, scatter)
		if mean <= alone {
			return Reading{}, quantity.At("without", "without it the scale says ", quantity.Amount(quantity.KindMass, float64(alone)),
				", with it only ", quantity.Amount(quantity.KindMass, float64(mean)))
		}
		mean -= alone
		parts, one.U = append(parts, more...), math.Hypot(one.U, two.U) // one scatter, seen in both
		for _, i := range s.odd(without) {
			out.Odd = append(out.Odd, len(with)+i)
		}
		parts = append(parts, Contribution{Name: "accuracy of the scale, what a difference leaves of it", Kind: quantity.KindFine,
			InputU1: quantity.Rectangular(linearShare * off), Sensitivity: 1, Shape: Rectangular})
	} else {
		out.Shared = quantity.Mass(quantity.Rectangular(off))
		parts = append(parts, Contribution{Name: "accuracy of the scale", Kind: quantity.KindFine, InputU1: float64(out.Shared),
			Sensitivity: 1, Shape: Rectangular})
	}
	var u1 quantity.Mass
	out.Budget, u1 = budget(parts)
	bounds := math.Sqrt(max(0, float64(u1*u1)-one.U*one.U))
	out.Mass = quantity.Measured(mean, u1, quantity.Effective(one, quantity.Part{U: bounds}))
	out.Own = quantity.Mass(out.Mass.K/2) * quantity.Mass(math.Sqrt(max(0, float64(u1*u1-out.Shared*out.Shared))))
	return out, nil
}

func (s Scale) believes(field string, readings []quantity.Mass) error {
	if len(readings) > MaxReadings {
		return quantity.At(field, fmt.Sprintf("%d readings are more than %d", len(readings), MaxReadings))
	}
	for i, r := range readings {
		at := fmt.Sprintf("%s[%d]", field, i)
		if !(r >= 0) || r > MaxMass {
			return quantity.At(at, quantity.Amount(quantity.KindMass, float64(r)), " is not a mass that a scale shows")
		}
		if s.Max > 0 && r > s.Max {
			return quantity.At(at, quantity.Amount(quantity.KindMass, float64(r)), " is more than this scale takes, ",
				quantity.Amount(quantity.KindMass, float64(s.Max)))
		}
	}
	return nil
}

// series is the mean of a series of readings, the lines of its budget, and how its
// scatter is known.
func (s Scale) series(of string, readings []quantity.Mass, scatter quantity.Part) (quantity.Mass, []Contribution, quantity.Part) {
	mean, _, _ := s.pooled(readings)
	u, dof := scatter.U/math.Sqrt(float64(len(readings))), scatter.DoF
	kind := quantity.KindFine
	name := "one reading" + of + ", as such a scale scatters"
	if n := len(readings); n > 1 {
		name = fmt.Sprintf("%d readings%s, as they and such a scale scatter", n, of)
	}
	return quantity.Mass(mean), []Contribution{
		{Name: "step of the display" + of, Kind: kind, InputU1: quantity.Rectangular(float64(s.step()) / 2), Sensitivity: 1,
			Shape: Rectangular},
		{Name: name, Kind: kind, InputU1: u, Sensitivity: 1, Shape: Normal, DoF: dof},
	}, quantity.Part{U: u, DoF: dof}
}

// scatter is what one reading scatters by, from all series on the scale together.
func (s Scale) scatter(series ...[]quantity.Mass) quantity.Part {
	squares, dof, s0 := 0.0, float64(scatterDegrees), 0.0
	for _, readings := range series {
		if len(readings) == 0 {
			continue
		}
		mean, u, degrees := s.pooled(readings)
		n := float64(len(readings))
		prior := float64(s.Scatter(quantity.Mass(mean)))
		s0 = max(s0, prior)
		squares += u*u*n*degrees - scatterDegrees*prior*prior
		dof += n - 1
	}
	return quantity.Part{U: math.Sqrt((scatterDegrees*s0*s0 + max(0, squares)) / dof), DoF: dof}
}

func (s Scale) pooled(readings []quantity.Mass) (mean, u, dof float64) {
	values := make([]float64, len(readings))
	for i, r := range readings {
		values[i] = float64(r)
		mean += float64(r) / float64(len(readings))
	}
	return quantity.Pooled(values, float64(s.Scatter(quantity.Mass(mean))), scatterDegrees)
}

// fewestForOdd is how many readings there must be for one of them to be called odd,
// oddTail the share of good ones that lies so far out, on each side.
const (
	fewestForOdd = 4
	oddTail      = 0.005
)

// odd are the readings that the others contradict, the furthest first and the rest
// judged without it: each against the mean of the others by Student's t at 0.5 % a
// side, with their scatter pooled with the scale's. Accuracy does not count, since all
// readings share it. Of fewer than four none is odd.
func (s Scale) odd(readings []quantity.Mass) []int {
	left := make([]int, len(readings))
	for i := range left {
		left[i] = i
	}
	var out []int
	for len(left) >= fewestForOdd {
		worst, at := 0.0, -1
		for n, i := range left {
			others := make([]quantity.Mass, 0, len(left))
			for _, j := range left {
				if j != i {
					others = append(others, readings[j])
				}
			}
			mean, u, dof := s.pooled(others)
			count := float64(len(others))
			one := math.Max(u*math.Sqrt(count), quantity.Rectangular(float64(s.step())/2))
			apart := math.Abs(float64(readings[i])-mean) / (one * math.Sqrt(1+1/count)) / quantity.TQuantile(1-oddTail, dof)
			if apart > 1 && apart > worst {
				worst, at = apart, n
			}
		}
		if at < 0 {
			break
		}
		out = append(out, left[at])
		left = append(left[:at], left[at+1:]...)
	}
	slices.Sort(out)
	return out
}

// Agreement holds a computed mass against a weighed one: Difference is weighed
// − computed (kg) with expanded uncertainty U (kg). Within says that the difference
// is not larger than U; Contradicts that it is more than one and a half times U.
type Agreement struct {
	Difference, U       quantity.Mass
	Within, Contradicts bool
}

// Agree compares two independent estimates of one mass: the computed one must not
// rest on the weighing that it is held against.
func Agree(computed, weighed quantity.Estimate) Agreement {
	u := quantity.Mass(quantity.RootSumSquares(float64(computed.Expanded()), float64(weighed.Expanded())))
	d := weighed.Value - computed.Value
	off := quantity.Mass(math.Abs(float64(d)))
	return Agreement{Difference: d, U: u, Within: off <= u, Contradicts: 2*off > contradiction*u}
}

// Explain derives the weighed mass.
func (r Reading) Explain(s Scale, with, without []quantity.Mass) derivation.Derivation {
	d := derivation.Derivation{
		Title: "Mass by weighing", Value: float64(r.Mass.Value), Kind: quantity.KindFine, U: float64(r.Mass.Expanded()),
		Formula: "m = mean of the readings;  U = t(97.5 %, ν)·√(s²/n + d²/12 + a²/3),  s² = (4·s₀² + Σ(r − m)²)/(3 + n)",
		Range:   "readings independent of each other, the thing at rest; s₀ what such a scale scatters by (house value)",
		Source:  "JCGM 100:2008 (GUM) 4.2.3, 4.3.7, G.4",
	}
	if len(with) == 0 {
		return d
	}
	mean, _, _ := s.pooled(with)
	d.Inputs = []derivation.Input{
		{Name: fmt.Sprintf("mean of %d readings", len(with)), Kind: quantity.KindFine, Value: mean, From: "loads"},
		{Name: "what one reading scatters by, before any", Kind: quantity.KindFine, Value: float64(s.Scatter(quantity.Mass(mean)))},
		{Name: "step of the display", Kind: quantity.KindFine, Value: float64(s.step()), From: "loads"},
		{Name: "accuracy, ±", Kind: quantity.KindFine, Value: float64(s.Within(quantity.Mass(mean))), From: "loads"},
	}
	if len(without) > 0 {
		alone, _, _ := s.pooled(without)
		d.Inputs = append(d.Inputs, derivation.Input{Name: fmt.Sprintf("mean of %d readings without it", len(without)),
			Kind: quantity.KindFine, Value: alone, From: "loads"})
		d.Formula = "m = mean with it − mean without it;  U = t(97.5 %, ν)·√(s₁²/n₁ + s₂²/n₂ + 2·d²/12 + (a/4)²/3)"
	}
	return d
}
