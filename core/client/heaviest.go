package client

import (
	"cmp"

	"scrappyrack/core/body"
	"scrappyrack/core/quantity"
)

// bodyU is how far a body mass may be off, as a standard uncertainty in kg, where it was said;
// guessedShare of it where it is a guess from the stature (house values).
const bodyU, guessedShare = 0.5, 0.06

// Trainee is somebody who trains at a place: stature (m) and body mass (kg), 0 where nobody has said.
type Trainee struct {
	Name    string
	Stature quantity.Length
	Mass    quantity.Mass
}

func (t Trainee) body() quantity.Estimate {
	if t.Mass > 0 {
		return quantity.Estimate{Value: t.Mass, U1: bodyU}
	}
	guess := body.GuessedMass(t.Stature)
	return quantity.Estimate{Value: guess, U1: guess * guessedShare}
}

// Heaviest is the body of the heaviest who trains there (kg), and who that is where it is not the first of
// them: what nobody has said is guessed from the stature, with the more ±. Of whom nothing is said but the
// first is left out. There is at least one.
func Heaviest(all ...Trainee) (body quantity.Estimate, who string) {
	body = all[0].body()
	for _, other := range all[1:] {
		if other.Stature == 0 && other.Mass == 0 {
			continue
		}
		if its := other.body(); its.Value+its.Expanded() > body.Value+body.Expanded() {
			body, who = its, cmp.Or(other.Name, "who else trains here")
		}
	}
	return body, who
}
