package client

import (
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
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

// Goal is what the training is for.
type Goal string

// The goals.
const (
	General      Goal = "general"
	Muscle       Goal = "muscle"
	Strength     Goal = "strength"
	Lifting      Goal = "weightlifting"
	Conditioning Goal = "conditioning"
	Running      Goal = "running"
	BackTo       Goal = "back-to-training"
	Older        Goal = "older-adult"
)

// Goals lists them all.
func Goals() []Goal {
	return []Goal{General, Muscle, Strength, Lifting, Conditioning, Running, BackTo, Older}
}

// Sex is optional and only sharpens a guess.
type Sex string

// The values of Sex; the empty one is "not said".
const (
	Female Sex = "female"
	Male   Sex = "male"
)

// Person is what needs are worked out from. BodyMass in kg, Stature in m, both
// > 0; Reach, Press and Shoe as space.Body has them. Age is in years, LayOff the months
// since training was last regular, Days those of a week and Minutes those of one session, 0
// where nobody has said. Weeks of pregnancy were counted on WeeksOn, Birth is the day of one (Unix times in s).
// Limits are those that act (see Acting). Tests are sets actually done.
type Person struct {
	Stature    quantity.Length
	Reach      quantity.Length
	Press      quantity.Length
	Shoe       quantity.Length
	BodyMass   quantity.Mass
	Sex        Sex
	Experience Experience
	Goal       Goal
	Age        int
	LayOff     float64
	Weeks      int
	WeeksOn    int64
	Birth      int64
	Days       int
	Minutes    int
	Operations []Operation
	Releases   []Release
	Occupation Occupation
	Likes      []Kit
	Avoids     []Kit
	Health     Health
	Limits     []movement.Limit
	Tests      []Test
	Wishes     []Wish
	Agreed     []Agreement
	// Moves are the movements to choose from, nil for the standard library.
	Moves *movement.Library
	// Now is when this is asked (Unix time in s), 0 where dates do not matter.
	Now int64
}

// Test is one set: a movement done with a load (kg, as held: a pair's is the mass in
// one hand; of a body-weight movement what was added, 0 for nothing), reps and reps in
// reserve. At is when (Unix time in s, 0 when nobody said); AtLeast says that the load or
// the grip ended it.
type Test struct {
	Movement      string
	Load          quantity.Mass
	Reps, Reserve int
	At            int64
	AtLeast       bool
}

// Agreement is that the person has agreed to what a limit makes of a need.
type Agreement struct {
	Limit movement.Limit
	Need  string
}

// Wish is what a consultant says of a need, by its key, for this person. Weight 0 drops it;
// Low and High are its sets, Lo and Hi its working range in kg, as the goal has them where 0.
type Wish struct {
	Need      string
	Weight    int
	Low, High int
	Lo, Hi    quantity.Mass
}

// Body is what of the person a room is measured against.
func (p Person) Body() space.Body {
	return space.Body{Stature: p.Stature, Reach: p.Reach, Press: p.Press, Shoe: p.Shoe}
}

// Spares says that a part or a kind of work is to be spared.
func (p Person) Spares(l movement.Limit) bool {
	for _, have := range p.Limits {
		if have == l {
			return true
		}
	}
	return false
}

// Few days or minutes leave no time for what weighs least (house values).
const (
	fewDays    = 2
	fewMinutes = 15
)

// Short says that there is no time for everything.
func (p Person) Short() bool {
	return p.Days > 0 && p.Days <= fewDays || p.Minutes > 0 && p.Minutes <= fewMinutes
}
