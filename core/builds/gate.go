package builds

import (
	"scrappyrack/core/quantity"
)

// Timber is what is known of the timber of a build before any number: that it is picked as it is bought
// (the zero value), was looked over, is not fit, or was not looked at; the largest knot in its middle
// half, in m; whether it was ripped or planed after it was stamped, and treated through small cuts.
type Timber struct {
	Looked          Looked
	Knot            quantity.Length
	Ripped, Incised bool
}

// Looked is what somebody saw who looked timber over.
type Looked string

// What they saw.
const (
	ToBePicked Looked = "bought"
	LookedOver Looked = "seen"
	NotFit     Looked = "unfit"
	NotLooked  Looked = "unknown"
)

// knotShare is the most of a face that a knot may take in the middle half of a member (house value);
// incised is what treatment through cuts leaves of its strength (NDS 2018 table 4.3.8, from memory).
const knotShare, incised = 0.25, 0.80

// gateWords are what timber is picked by.
const gateWords Text = "no knot over a quarter of its face in the middle half, grain within 1 in 10, no nail hole or " +
	"notch there, " +
	"no split, wane or rot, bent by no more than 1 in 200, dry, from no pallet"

// gate is whether timber may be counted on at all, by the face that knots are held against.
// Source: house rules; a moisture of 19 % by NDS 2018 4.1.4, from memory.
func (t Timber) gate(face quantity.Length) Check {
	c := Check{Link: "timber, looked over", Fits: true, Demand: float64(t.Knot), Capacity: knotShare * float64(face), Unit: "m",
		Formula: "its largest knot in the middle half against a quarter of its face", Source: "house rule"}
	switch t.Looked {
	case ToBePicked, "":
		c.Demand, c.Formula = 0, "picked as it is bought: "+gateWords
	case NotFit:
		c.Refused = "nail holes or notches in the middle half, a bow over 1 in 200, moisture over 19 % and pallet wood carry nobody"
	case NotLooked:
		c.Refused = "nobody has looked it over: " + gateWords
	}
	return c
}

// material is timber by its key as it may be counted on: a stamp is void once it was ripped or planed.
// Errors are those of MaterialByKey.
func (t Timber) material(key string, wet bool) (Material, error) {
	m, err := MaterialByKey(key)
	if err != nil || m.Kind != SawnTimber {
		return m, err
	}
	if t.Ripped && key != unknownTimber {
		if m, err = MaterialByKey(unknownTimber); err != nil {
			return m, err
		}
		m.Name += ", since its stamp is void where it was ripped or planed"
	}
	if t.Incised {
		m.Bending, m.Shear = m.Bending*incised, m.Shear*incised
		m.Name += ", incised"
	}
	return m.Damp(wet), nil
}

// form asks of it; of what is there already once it is.
func (t *Timber) form(f *form) {
	if f.said == nil && t.Looked == "" {
		t.Looked = ToBePicked
	}
	word(f, &t.Looked, ToBePicked, Ask{Key: "timber", Label: "Its timber", Words: lookedWords})
	f.only(t.Looked == LookedOver, func() {
		number(f, &t.Knot, 0, Ask{Key: "knot_m", Label: "Largest knot in its middle half", Kind: quantity.KindThin, Low: 0, High: 0.3})
		f.yes(&t.Ripped, false, yesNoOf("ripped", "Ripped or planed since it was stamped", "No",
			"A stamp tells of the board as it was sawn: ripped or planed it is of no known grade."))
		f.yes(&t.Incised, false, yesNoOf("incised", "Small cuts all over, for its treatment", "No", ""))
	})
}

var lookedWords = words("bought", "To be bought, picked as the sheet says", "seen", "There already, looked over", "unfit",
	"Nail holes, notches, bent, damp, or from pallets", "unknown", "There already, not looked over")
