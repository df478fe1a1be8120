package load

import (
	"context"

	"scrappyrack/core/quantity"
)

// Handle is a bar, or one or two handles that share the plates.
type Handle struct {
	ID, Name string
	Long     bool // a bar for both hands; else for one
	Count    int  // 1, or 2 for a pair of handles
	Bar      PlateBar
}

// Rungs are the loads of a handle: a bar's in the bar hold, a handle's in one
// hand and overhead, and of two handles what both can be loaded to at once as a
// pair; loads less than 2 % apart, which nobody trains by, are left out. Errors are *quantity.FieldError, or of ctx.
func (h Handle) Rungs(ctx context.Context) ([]Rung, error) {
	alone, err := h.Bar.Load(ctx, 0)
	if err != nil {
		return nil, err
	}
	var out []Rung
	add := func(hold Hold, m quantity.Mass) {
		out = append(out, Rung{
			Hold: hold, Low: m, High: m, U: m * plateTolerance, Origin: Owned, Things: []string{h.ID},
			Label: h.Name, Seconds: plateSeconds,
		})
	}
	for _, m := range thinned(alone.Loads) {
		if h.Long {
			add(Bar, m)
			continue
		}
		add(OneHand, m)
		add(Overhead, m)
		add(TwoHand, m)
	}
	if h.Long || h.Count < 2 {
		return out, nil
	}
	shared, err := h.Shared().Load(ctx, 0)
	if err != nil {
		return nil, err
	}
	for _, m := range thinned(shared.Loads) {
		add(Pair, m)
	}
	return out, nil
}

// Shared is one of a pair of handles that are loaded alike from the same plates:
// each side of each takes a quarter of a kind.
func (h Handle) Shared() PlateBar {
	one := h.Bar
	one.Plates = nil
	for _, p := range h.Bar.Plates {
		p.Count = p.Count / 4 * 2
		one.Plates = append(one.Plates, p)
	}
	return one
}

const (
	plateTolerance = 0.02 // ± of a plain plate's marked mass (common practice)
	plateSeconds   = 40   // change-over (house value)
	fineStep       = 0.02 // steps below this nobody trains by
)

// thinned drops loads that lie less than fineStep above the last kept one, but
// keeps the heaviest.
func thinned(loads []quantity.Mass) []quantity.Mass {
	var out []quantity.Mass
	for i, m := range loads {
		if m <= 0 {
			continue
		}
		if len(out) == 0 || i == len(loads)-1 || m >= out[len(out)-1]*(1+fineStep) {
			out = append(out, m)
		}
	}
	return out
}

// SpanCheck is what a stick with a container at each end needs before it is
// used.
const SpanCheck = "the stick's span and the hooks, see Builds"

// StickRungs are the bars that a stick of a mass (kg) makes with two containers
// of nearly equal mass hung on its ends; they count only once their span has
// been checked.
func StickRungs(id, name string, stick quantity.Mass, ends []Rung) []Rung {
	var out []Rung
	for _, p := range NearestPairs(pairable(ends)) {
		p.Hold, p.Low, p.High, p.U = Bar, stick+2*p.Low, stick+2*p.High, 2*p.U
		p.Things = append([]string{id}, p.Things...)
		p.Label, p.Check = name+" with "+p.Label, SpanCheck
		out = append(out, p)
	}
	return out
}
