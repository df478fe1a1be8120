package builds

import (
	"fmt"
	"strings"

	"scrappyrack/core/quantity"
)

// guidance stands at every design.
const guidance Text = "Guidance for a competent person; local codes and a licensed trade decide."

// looked is what is looked at every three months; of says at what.
func looked(of Text) Text {
	return "Every 3 months: " + of + "; given up at 10 % of wear, or where anything has {2 mm} of play. All that is screwed is " +
		"drawn tight again after 4 weeks and each season. Written down with the date."
}

// proofFactor is what a proof load is of the largest static one.
const proofFactor = 1.25

// proofMass is what is hung or laid on for proof, in kg: never less than asked.
func proofMass(m quantity.Estimate) float64 {
	return proofFactor * float64(m.Value+m.Expanded())
}

// laid is a proof by a mass that lies still.
func laid(m quantity.Estimate, where Text) Text {
	return tell("%s laid %s for 5 minutes, nobody on it or beneath; it goes back to within {2 mm}. Never a person. Passing "+
		"raises nothing.", kilo(proofMass(m)), where)
}

// within refuses a number outside of its bounds at its field.
func within(field string, v, from, to float64, unit string) error {
	if !(v >= from && v <= to) {
		return quantity.At(field, fmt.Sprintf("from %g to %g %s", from, to, unit))
	}
	return nil
}

// first is the first that is wrong.
func first(faults ...error) error {
	for _, err := range faults {
		if err != nil {
			return err
		}
	}
	return nil
}

// bodyWithin refuses a body that nobody has.
func bodyWithin(body quantity.Estimate) error {
	return within("body_kg", float64(body.Value), 20, 300, "kg, with what is worn")
}

// lower is a text with its first letter small, as it goes on in a sentence.
func lower(text Text) Text {
	if text == "" {
		return text
	}
	return Text(strings.ToLower(string(text[:1]))) + text[1:]
}
