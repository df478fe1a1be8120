package load

import (
	"fmt"
	"math"

	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
)

// Scale is what is stated of a scale: Resolution is the step of its display,
// Accuracy how far it may be off (±), Max what it takes at most, 0 when nobody
// knows; all in kg.
type Scale struct {
	Key, Name            string
	Resolution, Accuracy quantity.Mass
	Max                  quantity.Mass
}

// Scales lists kinds of scale with what is usual of them (common practice; a
// scale's own plate says better).
func Scales() []Scale {
	return []Scale{
		{"kitchen", "kitchen scale", 0.001, 0.003, 5},
		{"hanging", "hanging scale", 0.01, 0.05, 50},
		{"bathroom", "bathroom scale", 0.1, 0.3, 180},
	}
}

// Reading is what a scale says of a thing, with the budget of its uncertainty.
// Odd is the index of a reading (Without's follow With's) that lies more than 3
// standard uncertainties from the others of its kind, -1 when none does.
type Reading struct {
	Mass   quantity.Estimate
	Budget []Contribution
	Odd    int
}

// ReadingError names the field of a weighing that cannot be, as a path.
type ReadingError struct {
	Field  string
	Detail quantity.Phrase
}

func (e *ReadingError) Error() string { return e.Detail.In(quantity.Metric) }

// MaxReadings is how many readings of one weighing are taken.
const MaxReadings = 50

// Read evaluates a weighing: with are the readings of the thing, or of a person
// holding it, without those of the person alone (none when the thing stood on
// the scale by itself), in kg. Readings are averaged (type A, s/√n, JCGM
// 100:2008, 4.2.3); resolution counts d/(2√3) and accuracy a/√3 for each of the
// two weighings (4.3.7). Errors are *ReadingError.
func (s Scale) Read(with, without []quantity.Mass) (Reading, error) {
	if len(with) == 0 {
		return Reading{}, &ReadingError{"readings", quantity.Say("a weighing needs at least one reading")}
	}
	if s.Resolution <= 0 && s.Accuracy <= 0 {
		return Reading{}, &ReadingError{"resolution_kg", quantity.Say("no scale is exact: give the step of its display")}
	}
	if err := s.believes("readings", with); err != nil {
		return Reading{}, err
	}
	if err := s.believes("without", without); err != nil {
		return Reading{}, err
	}
	mean, parts := s.series("", with)
	out := Reading{Odd: s.odd(with)}
	if len(without) > 0 {
		alone, more := s.series(" without it", without)
		if mean <= alone {
			return Reading{}, &ReadingError{"without", quantity.Say("without it the scale says ", quantity.Amount(quantity.KindMass, float64(alone)),
				", with it only ", quantity.Amount(quantity.KindMass, float64(mean)))}
		}
		mean -= alone
		parts = append(parts, more...)
		if odd := s.odd(without); out.Odd < 0 && odd >= 0 {
			out.Odd = len(with) + odd
		}
	}
	var u1 quantity.Mass
	out.Budget, u1 = budget(parts)
	out.Mass = quantity.Estimate{Value: mean, U1: u1, How: quantity.Weighed}
	return out, nil
}

func (s Scale) believes(field string, readings []quantity.Mass) error {
	if len(readings) > MaxReadings {
		return &ReadingError{field, quantity.Say(fmt.Sprintf("%d readings are more than %d", len(readings), MaxReadings))}
	}
	for i, r := range readings {
		at := fmt.Sprintf("%s[%d]", field, i)
		if !(r >= 0) || r > MaxMass {
			return &ReadingError{at, quantity.Say(quantity.Amount(quantity.KindMass, float64(r)), " is not a mass that a scale shows")}
		}
		if s.Max > 0 && r > s.Max {
			return &ReadingError{at, quantity.Say(quantity.Amount(quantity.KindMass, float64(r)), " is more than this scale takes, ", quantity.Amount(quantity.KindMass, float64(s.Max)))}
		}
	}
	return nil
}

// series is the mean of a series of readings and the lines of its budget.
func (s Scale) series(of string, readings []quantity.Mass) (quantity.Mass, []Contribution) {
	mean, spread := meanOf(readings)
	kind := quantity.KindFine
	parts := []Contribution{
		{Name: "step of the display" + of, Kind: kind, InputU1: quantity.Rectangular(float64(s.Resolution) / 2), Sensitivity: 1, Shape: Rectangular},
		{Name: "accuracy of the scale" + of, Kind: kind, InputU1: quantity.Rectangular(float64(s.Accuracy)), Sensitivity: 1, Shape: Rectangular},
	}
	if n := len(readings); n > 1 {
		parts = append(parts, Contribution{
			Name: fmt.Sprintf("%d readings%s, as they scatter", n, of), Kind: kind, InputU1: spread / math.Sqrt(float64(n)), Sensitivity: 1, Shape: Normal,
		})
	}
	return mean, parts
}

// meanOf is the mean and the experimental standard deviation (JCGM 100:2008,
// 4.2.1 and 4.2.2).
func meanOf(readings []quantity.Mass) (quantity.Mass, float64) {
	var sum float64
	for _, r := range readings {
		sum += float64(r)
	}
	mean := sum / float64(len(readings))
	var squares float64
	for _, r := range readings {
		squares += (float64(r) - mean) * (float64(r) - mean)
	}
	if len(readings) < 2 {
		return quantity.Mass(mean), 0
	}
	return quantity.Mass(mean), math.Sqrt(squares / float64(len(readings)-1))
}

// odd is the index of the reading that lies furthest from the others, when that
// is more than 3 standard uncertainties of the difference; accuracy does not
// count, since all readings share it. Of fewer than three none is odd.
func (s Scale) odd(readings []quantity.Mass) int {
	if len(readings) < 3 {
		return -1
	}
	worst, at := float64(contradiction), -1
	for i, r := range readings {
		others := append(append([]quantity.Mass{}, readings[:i]...), readings[i+1:]...)
		mean, spread := meanOf(others)
		one := math.Max(spread, quantity.Rectangular(float64(s.Resolution)/2))
		u := one * math.Sqrt(1+1/float64(len(others)))
		if apart := math.Abs(float64(r-mean)) / u; apart > worst {
			worst, at = apart, i
		}
	}
	return at
}

// Agreement holds a computed mass against a weighed one: Difference is weighed
// − computed (kg) with expanded uncertainty U (kg, k = 2). Within says that the
// difference is not larger than U; Contradicts that it is more than 3 standard
// uncertainties.
type Agreement struct {
	Difference, U       quantity.Mass
	Within, Contradicts bool
}

// Agree compares two independent estimates of one mass.
func Agree(computed, weighed quantity.Estimate) Agreement {
	u1 := quantity.RootSumSquares(float64(computed.U1), float64(weighed.U1))
	d := weighed.Value - computed.Value
	off := math.Abs(float64(d))
	return Agreement{Difference: d, U: quantity.Mass(2 * u1), Within: off <= 2*u1, Contradicts: off > contradiction*u1}
}

// Explain derives the weighed mass.
func (r Reading) Explain(s Scale, with, without []quantity.Mass) derivation.Derivation {
	d := derivation.Derivation{
		Title: "Mass by weighing", Value: float64(r.Mass.Value), Kind: quantity.KindFine, U: float64(r.Mass.Expanded()),
		Formula: "m = mean of the readings;  U = 2·√(s²/n + d²/12 + a²/3)",
		Range:   "readings independent of each other, the thing at rest",
		Source:  "JCGM 100:2008 (GUM) 4.2.3, 4.3.7",
	}
	if len(with) == 0 {
		return d
	}
	mean, _ := meanOf(with)
	d.Inputs = []derivation.Input{
		{Name: fmt.Sprintf("mean of %d readings", len(with)), Kind: quantity.KindFine, Value: float64(mean), From: "loads"},
		{Name: "step of the display", Kind: quantity.KindFine, Value: float64(s.Resolution), From: "loads"},
		{Name: "accuracy, ±", Kind: quantity.KindFine, Value: float64(s.Accuracy), From: "loads"},
	}
	if len(without) > 0 {
		alone, _ := meanOf(without)
		d.Inputs = append(d.Inputs, derivation.Input{Name: fmt.Sprintf("mean of %d readings without it", len(without)), Kind: quantity.KindFine, Value: float64(alone), From: "loads"})
		d.Formula = "m = mean with it − mean without it;  U = 2·√(s₁²/n₁ + s₂²/n₂ + 2·d²/12 + 2·a²/3)"
	}
	return d
}
