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

// Heaviest is the body of the heaviest who trains there (kg), and who that is where it is not the client:
// what nobody has said is guessed from the stature, with the more ±.
func Heaviest(client, other Trainee) (body quantity.Estimate, who string) {
	own := client.body()
	if other.Stature == 0 && other.Mass == 0 {
		return own, ""
	}
	if its := other.body(); its.Value+its.Expanded() > own.Value+own.Expanded() {
		return its, cmp.Or(other.Name, "who else trains here")
	}
	return own, ""
}
