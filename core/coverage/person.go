// Package coverage holds what each movement needs (slots, in kg) against what
// the client can reach (rungs, in kg): what is covered, what is thin, what is
// missing, and why.
package coverage

import (
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

// Experience is how long someone has trained with loads.
type Experience string

// The grades of experience.
const (
	New          Experience = "new"
	Novice       Experience = "novice"
	Intermediate Experience = "intermediate"
	Advanced     Experience = "advanced"
)

// Experiences lists them, least first.
func Experiences() []Experience { return []Experience{New, Novice, Intermediate, Advanced} }

// growth is how much stronger someone is expected to be after the horizon of
// six months (invented defaults).
var growth = map[Experience]float64{New: 0.35, Novice: 0.25, Intermediate: 0.12, Advanced: 0.05}

// Goal is what the training is for.
type Goal string

// The goals.
const (
	General      Goal = "general"
	Muscle       Goal = "muscle"
	Strength     Goal = "strength"
	Conditioning Goal = "conditioning"
	Running      Goal = "running"
	BackTo       Goal = "back-to-training"
	Older        Goal = "older-adult"
)

// Goals lists them all.
func Goals() []Goal {
	return []Goal{General, Muscle, Strength, Conditioning, Running, BackTo, Older}
}

// Sex is optional and only sharpens a guess.
type Sex string

// The values of Sex; the empty one is "not said".
const (
	Female Sex = "female"
	Male   Sex = "male"
)

// Person is what needs are worked out from. BodyMass in kg, Stature in m, both
// > 0. Tests are sets actually done.
type Person struct {
	Stature    quantity.Length
	BodyMass   quantity.Mass
	Sex        Sex
	Experience Experience
	Goal       Goal
	Limits     []movement.Limit
	Tests      []Test
}

// Test is one set: a movement done with a load (kg, as held: a pair's is the
// mass in one hand), reps and reps in reserve.
type Test struct {
	Movement      string
	Load          quantity.Mass
	Reps, Reserve int
}

func (p Person) spares(l movement.Limit) bool {
	for _, have := range p.Limits {
		if have == l {
			return true
		}
	}
	return false
}
