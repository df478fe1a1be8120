// Package coverage holds what each movement needs (slots, in kg) against what the client
// can reach: what is covered, partly covered or missing, and why.
package coverage

import (
	"fmt"
	"math"

	"scrappyrack/core/client"
	"scrappyrack/core/derivation"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/strength"
)

// Basis says what a slot's range rests on.
type Basis string

// The bases, best first.
const (
	Tested   Basis = "test"
	Relative Basis = "relative"
	GuessOf  Basis = "guess"
	Means    Basis = "means" // nothing to estimate
	ByHand   Basis = "hand"  // a consultant has set it
)

// Range is a working range in kg: 0 ≤ Lo ≤ Hi.
type Range struct{ Lo, Hi quantity.Mass }

// Slot is one need: a pattern in a rep zone, with the working range of today's strength
// and that of the horizon, half a year on; Lo to Hi spans both, in kg. Along is what of the
// body is lifted beside them, in kg (see Judged): 0 kg is the body alone. Of is what its
// sets are counted in. A Timed need is done or not: its range is movement.Done.
// PerHand says that its kg are those of one hand, Fast that each rep is done as fast as it will
// go. Weight, 1 to 5, is its share in the whole.
// As is the movement that an agreed change measures the need in, by its name; empty without one.
// Notes say what has to be said of the tests it rests on.
type Slot struct {
	Key, Name         string
	Whose             Whose // whose need it is, where several people's stand together
	Pattern           movement.Pattern
	RepsLow, RepsHigh int
	Of                movement.Unit
	As                string // of an agreed change: the movement that the need is measured in
	PerHand           bool
	Timed             bool
	Fast              bool
	Group             Group
	Weight            int
	Along             quantity.Mass
	Lo, Hi            quantity.Mass
	Today, Horizon    Range
	Basis             Basis
	Notes             []quantity.Phrase
	Derivation        derivation.Derivation
}

// Whose is one of several people: an id, and what they are called.
type Whose struct{ ID, Called string }

// ID tells the slot from the others that it stands together with: its key, after whose it is where several
// people's do.
func (s Slot) ID() string {
	if s.Whose.ID == "" {
		return s.Key
	}
	return s.Whose.ID + "." + s.Key
}

// Title is the slot by name, with whose it is where several people's stand together.
func (s Slot) Title() string {
	if s.Whose.Called == "" {
		return s.Name
	}
	return s.Name + " (" + s.Whose.Called + ")"
}

// Judged is a range of the slot's kg as closeness is judged on it: with the body that is
// lifted along.
func (s Slot) Judged(r Range) Range { return Range{r.Lo + s.Along, r.Hi + s.Along} }

// Whole is all of the slot's range so.
func (s Slot) Whole() Range { return s.Judged(Range{s.Lo, s.Hi}) }

// held is a mass on the scale of Judged in the slot's kg.
func (s Slot) held(m quantity.Mass) quantity.Mass { return max(0, m-s.Along) }

// growth is how much stronger someone is expected to be after the horizon of
// six months (invented defaults).
var growth = map[client.Experience]float64{client.New: 0.35, client.Novice: 0.25, client.Intermediate: 0.12, client.Advanced: 0.05}

// Slots works out the client's needs: those of the goal. Person must have body mass and
// stature. A slot's one-rep maximum rests on the tests of its movements (see evidence), else
// a test of a relative moves the guess (see presumed), else the guess stands, less for what a start asks
// care for (see start); a test that
// says "at least" raises it and never lowers it. The range of today runs from the load for repsHigh
// with three in reserve to the load for repsLow with one in reserve (see reserves), that of the horizon is
// it grown over six months; a guess is as wide as it is unsure. Where the person has agreed to what a limit
// makes of a need, it is that (see agreed). Bad tests are errors of strength.
func Slots(p client.Person) ([]Slot, error) {
	known := map[string]evidence{}
	for _, n := range needs {
		e, err := n.evidence(p)
		if err != nil {
			return nil, err
		}
		known[n.key] = e
	}
	var out []Slot
	for _, z := range ZonesOf(p) {
		s, err := needOf(z.Key).slot(p, z, known)
		if err != nil {
			return nil, err
		}
		out = append(out, s)
	}
	return out, nil
}

// wide is how far a guess reaches to either side at least, as a share (house value).
const wide = 0.3

// guessed is a range of a guess: at least as wide as it is unsure, its ends whole half-kilograms below 10 and
// whole kilograms above.
func guessed(lo, hi quantity.Mass) Range {
	mid := quantity.Mass(math.Sqrt(float64(lo * hi)))
	return Range{round(min(lo, mid*(1-wide))), round(max(hi, mid*(1+wide)))}
}

func round(m quantity.Mass) quantity.Mass {
	if m < 10 {
		return quantity.Mass(math.Round(float64(m)*2) / 2)
	}
	return quantity.Mass(math.Round(float64(m)))
}

// repsAMetre makes a carry's metres the repetitions that its load is worked out for: 20 to 40 m as 8 to 15
// (house value).
const repsAMetre = 0.375

// repetitions are those of a zone.
func (z Zone) repetitions() (low, high int) {
	if z.Of == movement.Metres {
		return max(1, int(math.Round(float64(z.Low)*repsAMetre))), max(1, int(math.Round(float64(z.High)*repsAMetre)))
	}
	return z.Low, z.High
}

func (n need) slot(p client.Person, z Zone, known map[string]evidence) (Slot, error) {
	out := Slot{Fast: z.Fast, Group: n.group(), Key: n.key, Name: n.name, Pattern: n.pattern, RepsLow: z.Low, RepsHigh: z.High, Of: z.Of,
		PerHand: n.perHand, Weight: z.Weight}
	change, changed := agreed(p, n)
	if changed {
		out.As = change.Name
	}
	if n.pattern.Timed() || changed && change.Hold == "" {
		once := Range{movement.Done, movement.Done}
		out.Timed, out.Basis, out.Lo, out.Hi, out.Today, out.Horizon = true, Means, once.Lo, once.Hi, once, once
		if changed && !n.pattern.Timed() {
			out.RepsLow, out.RepsHigh, out.Of = 8, 12, movement.Reps
			if f := change.Format; f.Of != movement.Reps {
				out.RepsLow, out.RepsHigh, out.Of = f.Low, f.High, f.Of
			}
		}
		out.Derivation = derivation.Derivation{
			Title: n.name + ": done or not", Value: 1, Kind: quantity.KindCount,
			Formula: "covered by having what one of its movements needs; no kilograms are asked for",
			Range:   fmt.Sprintf("sets of %d to %d %s", out.RepsLow, out.RepsHigh, out.Of),
			Source:  "house rule",
		}
		return out, nil
	}
	low, high := z.repetitions()
	easy, hard := reserves(p)
	var today Range
	var top strength.Estimate
	var basis Basis
	var inputs []derivation.Input
	for _, m := range n.maxima(p, known) {
		lo, err := m.top.LoadFor(min(high+easy, strength.MaxTargetReps))
		if err != nil {
			return Slot{}, err
		}
		hi, err := m.top.LoadFor(min(low+hard, strength.MaxTargetReps))
		if err != nil {
			return Slot{}, err
		}
		one := Range{lo, hi}
		if m.basis == GuessOf {
			one = guessed(lo, hi)
			if z.Body { // the body alone is where it begins
				one.Hi = round(hi)
			}
		}
		top, basis, inputs = m.top, m.basis, m.inputs
		today = Range{max(today.Lo, one.Lo), max(today.Hi, one.Hi)}
	}
	grown := quantity.Mass(1 + growth[p.Experience])
	if p.Expecting() > 0 {
		grown = 1
		if most := known[n.key].heaviest; basis == Tested && most > 0 { // never above what was done
			today = Range{min(today.Lo, most), min(today.Hi, most)}
		}
	}
	if changed { // the range that the change asks, not the one that it replaced
		share := quantity.Mass(math.Min(1, change.Ratio.Or().Typical))
		today = Range{today.Lo * share, today.Hi * share}
	}
	out.Along = n.along(p)
	if z.By != (Range{}) {
		out.Basis, out.Lo, out.Hi, out.Today, out.Horizon = ByHand, z.By.Lo, z.By.Hi, z.By, z.By
		out.Derivation = derivation.Derivation{
			Title: n.name + ": heaviest working load", Value: float64(z.By.Hi), Kind: quantity.KindMass,
			Inputs:  append(inputs, derivation.Number("as it would be worked out, today", quantity.KindMass, float64(today.Hi), "")),
			Formula: "set by hand", Range: fmt.Sprintf("working sets of %d to %d %s", z.Low, z.High, z.Of), Source: "the consultant",
		}
		return out, nil
	}
	out.Today, out.Horizon = today, Range{today.Lo * grown, today.Hi * grown}
	if basis == GuessOf {
		out.Horizon = Range{round(out.Horizon.Lo), round(out.Horizon.Hi)}
	}
	if z.Body && out.Along > 0 && basis != Tested {
		out.Today.Lo = 0
	}
	out.Lo, out.Hi, out.Basis, out.Notes = out.Today.Lo, out.Horizon.Hi, basis, known[n.key].notes
	inputs = append(inputs,
		derivation.Number("one-rep maximum", quantity.KindMass, float64(top.E1RM), ""),
		derivation.Number("lightest working load", quantity.KindMass, float64(out.Today.Lo), ""),
		derivation.Number("heaviest today", quantity.KindMass, float64(out.Today.Hi), ""),
		derivation.Number("growth over six months", quantity.KindRatio, float64(grown-1), "client.experience"))
	if out.Along > 0 {
		inputs = append(inputs, derivation.Number("of the body lifted along, which closeness counts too", quantity.KindMass,
			float64(out.Along), ""))
	}
	out.Derivation = derivation.Derivation{
		Title: n.name + ": heaviest working load", Value: float64(out.Horizon.Hi), Kind: quantity.KindMass,
		Inputs:  inputs,
		Formula: fmt.Sprintf("from the load for %d reps to the load for %d reps × (1 + growth)%s", high+easy, low+hard, rough(basis)),
		Range:   fmt.Sprintf("working sets of %d to %d %s", z.Low, z.High, z.Of),
		Source:  "zones: ACSM 2009, Med Sci Sports Exerc 41(3):687–708; rep-max: median of six formulas; guesses, ratios and growth: invented defaults",
	}
	return out, nil
}

func rough(b Basis) string {
	if b == GuessOf {
		return "; a guess, ± 30 % at least"
	}
	return ""
}
