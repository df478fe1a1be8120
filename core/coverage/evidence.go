package coverage

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/client"
	"scrappyrack/core/derivation"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/strength"
)

// House values of what a test is worth: for how long it counts in full, what a month
// beyond that takes off it and the least that stays, and how far two tests of one thing
// may differ by chance.
const (
	monthSeconds = 30.44 * 24 * 60 * 60
	freshMonths  = 6
	fadeMonth    = 0.02
	leastFade    = 0.7
	chance       = 1.05
)

// proof is one test with what it says of a need's one-rep maximum: low to high for the
// spread of the movement's ratio to the need's own measure.
type proof struct {
	test               client.Test
	movement           movement.Movement
	max                strength.Estimate // typical
	low, typical, high quantity.Mass
	ratio              float64
	done               quantity.Mass // what was held, in the slot's kg
	atLeast            bool
	months             float64
}

// evidence is what the tests of a need say together: a maximum where exact, and the most
// that some of them say it is at least.
type evidence struct {
	exact       bool
	heaviest    quantity.Mass // of what was done, in the slot's kg
	max         strength.Estimate
	atLeast     quantity.Mass
	least       strength.Estimate // the same by every formula
	newest      float64           // months since the last of them, +Inf where nobody dated one
	inputs      []derivation.Input
	leastInputs []derivation.Input
	notes       []quantity.Phrase
}

// mostReserve is how many in reserve are a guess of the one who lifts, so that a test says at least (house value).
const mostReserve = 5

// prove reads one test. A test of a body-weight movement is of its usual form: the
// body's share and what was added. Reps left in reserve say that the body ended it; the load did where that is
// ticked and none was left. More than 15 with what was left, or 5 and more left, say at least. What is
// held for a time has no maximum: counts is false.
func prove(p client.Person, i int, t client.Test) (out proof, counts bool, _ error) {
	m, err := p.Moves.ByKey(t.Movement)
	if err != nil {
		return proof{}, false, fmt.Errorf("test %d: %w", i+1, err)
	}
	if m.Timed || m.Format.Of == movement.Seconds {
		return proof{movement: m}, false, nil
	}
	lifted, along := t.Load, quantity.Mass(0)
	if form, ok := m.Usual(); ok {
		lifted += p.BodyMass * quantity.Mass(form.Share)
		along = p.BodyMass * quantity.Mass(m.Pattern.Along())
	}
	out = proof{test: t, movement: m, atLeast: t.AtLeast && t.Reserve == 0}
	reps, reserve := t.Reps, t.Reserve
	if reps >= 1 && reserve >= 0 && (reps+reserve > strength.MaxTestReps || reserve >= mostReserve) {
		out.atLeast = true
		reps = min(reps, strength.MaxTestReps)
		reserve = min(reserve, strength.MaxTestReps-reps)
	}
	if lifted > strength.MaxLoad { // with the body's share: so much at least
		lifted, out.atLeast = strength.MaxLoad, true
	}
	e, err := strength.FromSet(lifted, reps, reserve)
	if err != nil {
		return proof{}, false, fmt.Errorf("test %d (%s): %w", i+1, m.Name, err)
	}
	if p.Now > 0 && t.At > 0 {
		out.months = math.Max(0, float64(p.Now-t.At)/monthSeconds)
	}
	fade := 1.0
	if out.months > freshMonths {
		fade = math.Max(leastFade, 1-fadeMonth*(out.months-freshMonths))
	}
	r := m.Ratio.Or()
	out.max = e.Less(along).Scaled(m.CountsAs / r.Typical * fade)
	out.typical, out.ratio = out.max.E1RM, r.Typical
	out.low, out.high = out.typical*quantity.Mass(r.Typical/r.High), out.typical*quantity.Mass(r.Typical/r.Low)
	out.done = quantity.Mass(m.CountsAs) * t.Load
	return out, true, nil
}

// evidence gathers the tests of a need: of each movement the newest one (one within six
// months before one that nobody dated, and that before older ones).
func (n need) evidence(p client.Person) (evidence, error) {
	newest := map[string]proof{}
	var keys []string
	for i, t := range p.Tests {
		one, counts, err := prove(p, i, t)
		if err != nil {
			return evidence{}, err
		}
		if one.movement.Pattern != n.pattern || one.movement.CountsAs == 0 || !counts {
			continue
		}
		before, ok := newest[t.Movement]
		if !ok {
			keys = append(keys, t.Movement)
		}
		if !ok || newer(one, before) {
			newest[t.Movement] = one
		}
	}
	var exact, least []proof
	for _, k := range keys {
		if one := newest[k]; one.atLeast {
			least = append(least, one)
		} else {
			exact = append(exact, one)
		}
	}
	return weigh(exact, least), nil
}

// newer says that a test counts before another of the same movement.
func newer(a, b proof) bool {
	age := func(p proof) float64 {
		if p.test.At == 0 {
			return freshMonths
		}
		return p.months
	}
	if age(a) != age(b) {
		return age(a) < age(b)
	}
	return a.max.E1RM > b.max.E1RM
}

// weigh makes one maximum of tests that say what it is, weighted by their spreads, and
// says where tests contradict each other. The need is measured in the movement among them that lifts most: where
// there is one alone, in that one, and no ratio comes in.
func weigh(exact, least []proof) (out evidence) {
	slices.SortStableFunc(exact, func(a, b proof) int { return cmp.Compare(a.high/a.low, b.high/b.low) })
	measure := func(all []proof) (most float64) {
		for _, e := range all {
			most = math.Max(most, e.ratio)
		}
		return most
	}
	if len(exact) > 0 {
		sum, weight := 0.0, 0.0
		for _, e := range exact {
			sd := math.Max(math.Log(chance), math.Log(float64(e.high/e.low))/4)
			sum += math.Log(float64(e.typical)) / (sd * sd)
			weight += 1 / (sd * sd)
		}
		out.exact = true
		first := exact[0]
		out.max = first.max.Scaled(math.Exp(sum/weight) / float64(first.typical) * math.Min(1, measure(exact)))
	}
	for _, e := range slices.Concat(exact, least) {
		out.heaviest = max(out.heaviest, e.done)
	}
	for _, e := range exact {
		out.inputs = append(out.inputs, e.explain()...)
	}
	own := measure(append(slices.Clone(exact), least...))
	for _, e := range least {
		low := e.low * quantity.Mass(math.Min(1, own))
		if e.ratio == own { // measured in itself
			low = e.typical * quantity.Mass(math.Min(1, own))
		}
		if low > out.atLeast {
			out.atLeast, out.least, out.leastInputs = low, e.max.Scaled(float64(low/e.typical)), e.explain()
		}
	}
	all := append(append([]proof{}, exact...), least...)
	out.newest = math.Inf(1)
	for _, a := range all {
		if a.test.At > 0 {
			out.newest = math.Min(out.newest, a.months)
		}
	}
	for i, a := range all {
		if a.months > freshMonths {
			out.notes = append(out.notes, quantity.Say(fmt.Sprintf("%s: that test is %.0f months old and counts for less: test again",
				a.movement.Name, a.months)))
		}
		if a.atLeast {
			out.notes = append(out.notes, quantity.Say(a.movement.Name, ": the load or the grip may have ended it: it says at least ",
				quantity.Amount(quantity.KindMass, float64(a.low))))
		}
		for _, b := range all[i+1:] {
			if q, ok := contradict(a, b); ok {
				out.notes = append(out.notes, q)
			}
		}
	}
	return out
}

// contradict says that two tests cannot both be right, and asks which stands.
func contradict(a, b proof) (quantity.Phrase, bool) {
	kg := func(m quantity.Mass) quantity.Piece { return quantity.Amount(quantity.KindMass, float64(m)) }
	apart := func(lower, higher proof) bool {
		return !lower.atLeast && higher.low > lower.high*chance
	}
	if !apart(a, b) && !apart(b, a) {
		return nil, false
	}
	return quantity.Say(a.movement.Name, " says ", kg(a.low), " to ", kg(a.high), ", ", b.movement.Name, " says ", kg(b.low), " to ",
		kg(b.high), " for one rep: which one stands?"), true
}

func (e proof) explain() []derivation.Input {
	words := fmt.Sprintf("%s, %d reps, %d in reserve", e.movement.Name, e.test.Reps, e.test.Reserve)
	if e.atLeast {
		words += ", at least"
	}
	out := []derivation.Input{
		derivation.Word("test set", words, "needs.tests"),
		derivation.Number("load of the test", quantity.KindMass, float64(e.test.Load), "needs.tests"),
	}
	if form, ok := e.movement.Usual(); ok {
		out = append(out, derivation.Number("share of body mass beside it", quantity.KindRatio, form.Share, ""))
	}
	if r := e.movement.Ratio.Or(); r.Low != r.High {
		out = append(out, derivation.Word("of this need's own measure it is", fmt.Sprintf("%.2f (%.2f to %.2f)", r.Typical, r.Low, r.High),
			""))
	}
	return append(out, derivation.Number("counts on this slot's scale", quantity.Kind(""), e.movement.CountsAs, ""))
}
