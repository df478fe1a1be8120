package load

import (
	"math"

	"scrappyrack/core/quantity"
)

// Use is what a movement does with a load.
type Use string

// The uses. OverFace is over the face or throat: lying presses and pullovers.
const (
	HeldLow      Use = "held low"
	AtChest      Use = "at the chest"
	Hugged       Use = "hugged"
	OnBack       Use = "worn"
	Carried      Use = "carried"
	HeldOverhead Use = "overhead"
	OverFace     Use = "over the face"
	Swung        Use = "swung"
	Thrown       Use = "thrown"
	Dragging     Use = "dragged"
	HungFrom     Use = "hung from"
)

// Uses lists them all.
func Uses() []Use {
	return []Use{HeldLow, AtChest, Hugged, OnBack, Carried, HeldOverhead, OverFace, Swung, Thrown, Dragging, HungFrom}
}

// Conditions are what has to be known of a load before it is used. The zero value is a
// thing made for training: closed, steady, with no rating to be kept here.
type Conditions struct {
	Household bool
	Open      bool // not sealed, or a bag
	// Shifts says that it is never steady; SteadyFrom is the mass from which on it is (a
	// jug that is nearly full), 0 for always.
	Shifts     bool
	SteadyFrom quantity.Mass
	// Rated is what it is trusted with in its hold (m + U at most), its condition
	// counted, 0 for none; Above is what it is trusted with over head and face where that
	// is known apart, 0 for half of Rated.
	Rated, Above quantity.Mass
}

// and are the conditions of two loads that are used together.
func (c Conditions) and(d Conditions) Conditions {
	lesser := func(a, b quantity.Mass) quantity.Mass {
		if a == 0 || b > 0 && b < a {
			return b
		}
		return a
	}
	return Conditions{
		Household: c.Household || d.Household, Open: c.Open || d.Open, Shifts: c.Shifts || d.Shifts,
		SteadyFrom: max(c.SteadyFrom, d.SteadyFrom),
		Rated:      lesser(c.Rated, d.Rated), Above: lesser(c.Above, d.Above),
	}
}

// RefusalKind says why a load is not for a use.
type RefusalKind string

// The kinds of refusal.
const (
	RefusedOpen      RefusalKind = "open"
	RefusedShifting  RefusalKind = "shifts"
	RefusedRating    RefusalKind = "rating"
	RefusedHousehold RefusalKind = "household"
)

// Refusal is why a load is not for a use: with its mass and ± (kg) and the most that the
// use allows, where it is a matter of that.
type Refusal struct {
	Use        Use
	Kind       RefusalKind
	Mass, U    quantity.Mass
	Most       quantity.Mass
	FullEnough quantity.Mass // from which mass on it would be steady, 0 for never
}

// Phrase says why.
func (r Refusal) Phrase() quantity.Phrase {
	where := map[Use]string{HeldOverhead: "overhead", OverFace: "over the face", Swung: "swung", Thrown: "thrown"}[r.Use]
	kg := func(m quantity.Mass) quantity.Piece { return quantity.Amount(quantity.KindMass, float64(m)) }
	switch r.Kind {
	case RefusedOpen:
		return quantity.Say("is not shut and stiff: nothing that can spill or slide out goes " + where)
	case RefusedShifting:
		if r.FullEnough > 0 {
			return quantity.Say("what is in it shifts, not to be "+use(r.Use)+": from ", kg(r.FullEnough), " on it is full enough")
		}
		return quantity.Say("what is in it shifts, not to be " + use(r.Use))
	case RefusedHousehold:
		return quantity.Say("nothing of the household is hung from")
	}
	return quantity.Say("may weigh ", kg(r.Mass+r.U), ", "+where+" it is trusted with ", kg(r.Most))
}

func use(u Use) string {
	switch u {
	case HeldOverhead:
		return "held overhead"
	case OverFace:
		return "held over the face"
	}
	return string(u)
}

// Free says that the use admits whatever is held so at all.
func (u Use) Free() bool {
	switch u {
	case HeldOverhead, OverFace, Swung, Thrown, HungFrom:
		return false
	}
	return true
}

// Shares of a rating that a use allows (house values).
const (
	aboveShare = 0.5
	swingShare = 1. / 3
)

// Admit is the part of the load that a use allows, or why none of it is. Over head and
// face it must be closed, steady, and with its ± within half of its rating; swung and
// thrown steady and within a third; nothing of the household is hung from. Whatever is
// held otherwise is within its rating already. ok is false when nothing is admitted.
func (r Rung) Admit(u Use) (admitted Rung, refusal Refusal, ok bool) {
	c := r.Conditions
	refuse := func(k RefusalKind, most quantity.Mass) (Rung, Refusal, bool) {
		return Rung{}, Refusal{Use: u, Kind: k, Mass: r.Low, U: r.U, Most: most, FullEnough: c.SteadyFrom}, false
	}
	share := 1.0
	switch u {
	case HungFrom:
		if c.Household {
			return refuse(RefusedHousehold, 0)
		}
		return r, Refusal{}, true
	case HeldOverhead, OverFace:
		share = aboveShare
		if c.Open {
			return refuse(RefusedOpen, 0)
		}
	case Swung, Thrown:
		share = swingShare
	default:
		return r, Refusal{}, true
	}
	if c.Shifts || r.High < c.SteadyFrom-1e-9 {
		return refuse(RefusedShifting, 0)
	}
	most := quantity.Mass(math.Inf(1))
	if c.Rated > 0 {
		most = c.Rated * quantity.Mass(share)
		if share == aboveShare && c.Above > 0 {
			most = c.Above
		}
	}
	out := r
	out.Low = max(r.Low, c.SteadyFrom)
	if r.Low == r.High {
		out.Low = r.Low
		if r.High+r.U > most {
			return refuse(RefusedRating, most)
		}
		return out, Refusal{}, true
	}
	if out.High+out.U > most {
		out.High = most - out.U
	}
	if out.High < out.Low {
		return refuse(RefusedRating, most)
	}
	return out, Refusal{}, true
}
