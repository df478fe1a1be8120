package body

import "scrappyrack/core/quantity"

// guessedBMI stands in for a body mass that nobody has said (house value).
const guessedBMI = 24

// GuessedMass is a body mass (kg) that nobody has said, from a stature in m.
func GuessedMass(stature quantity.Length) quantity.Mass {
	return quantity.Mass(guessedBMI * float64(stature) * float64(stature))
}
