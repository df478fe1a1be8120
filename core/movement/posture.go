package movement

import (
	"slices"

	"scrappyrack/core/load"
)

// Position is how the body is held while a movement is done.
type Position string

// The positions. Propped is on hands or forearms and toes; Leaning is upright with the hands on something.
const (
	Standing     Position = "standing"
	Sitting      Position = "seated"
	FloorSitting Position = "seated on the floor"
	Kneeling     Position = "kneeling"
	OnBack       Position = "on the back"
	OnBench      Position = "on the back, on a bench"
	OnBed        Position = "on the back, on a bed"
	OnFront      Position = "on the front"
	OnSide       Position = "on the side"
	HandsKnees   Position = "hands and knees"
	Propped      Position = "hands and toes"
	Leaning      Position = "leaning"
	Hanging      Position = "hanging"
)

// OnFloor says that one has to get down to the floor for it.
func (p Position) OnFloor() bool {
	return slices.Contains([]Position{FloorSitting, Kneeling, OnBack, OnFront, OnSide, HandsKnees, Propped}, p)
}

// Trait is something that a movement asks of a body, or allows.
type Trait string

// The marks. Support says that a hand may hold on to something that stands, Sits that it may be done on a
// chair as well; Strain that the breath is easily held (a long hold, a heavy grip).
const (
	Wide        Trait = "wide stance"
	Split       Trait = "uneven stance"
	OnOneLeg    Trait = "one leg"
	Support     Trait = "hand support"
	TrunkHeld   Trait = "trunk supported"
	HeadHeld    Trait = "head supported"
	Strain      Trait = "breath strain"
	HeadLow     Trait = "head below heart"
	SpineBent   Trait = "spine bent"
	SpineTurned Trait = "spine turned"
	Crossing    Trait = "leg crosses the middle"
	Pivot       Trait = "pivot"
	Hands       Trait = "hands bear weight"
	Overhead    Trait = "overhead"
	OverTheFace Trait = "over the face"
	Above       Trait = "above the crown"
	Sits        Trait = "may be done seated"
	OneSided    Trait = "load on one side"
	Unsteady    Trait = "unsteady load"
	Walks       Trait = "walking"
	AtBelly     Trait = "against the belly"
)

// GripKind is what hands must hold.
type GripKind string

// The grips; a cuff takes the place of a hand where a band pulls.
const (
	NoGrip    GripKind = "none"
	CuffGrip  GripKind = "cuff"
	LightGrip GripKind = "light"
	HeavyGrip GripKind = "heavy"
)

// Facets are what a movement is to a body of usual build: the most that hip and knee are bent and that the
// trunk leans from upright, in degrees; Step the height stepped on to and Start that from which a load comes
// up, in m, 0 where it is none below the hips; Held the longest still hold, in s; Incline that of a trunk on
// its back, in degrees; Impact 0 without, 1 a small drop, 2 a jump; the joints that it loads beyond what a
// sore one usually bears, each as the limit that spares it. House values; joints after common practice.
type Facets struct {
	At      Position
	Hip     int
	Knee    int
	Lean    int
	Step    float64
	Start   float64
	Held    int
	Incline int
	Impact  int
	Marks   []Trait
	Loads   []Limit
}

// Has says that a movement bears a mark; what its load says already is not said again.
func (m Movement) Has(k Trait) bool {
	switch {
	case k == Overhead && m.Use == load.HeldOverhead, k == OverTheFace && m.Use == load.OverFace,
		k == Above && m.At == Hanging, k == Sits && m.At == Sitting, k == AtBelly && m.Hold == load.Hug:
		return true
	}
	return slices.Contains(m.Marks, k)
}

// AllMarks are the marks of a movement, those that its load says too.
func (m Movement) AllMarks() (out []Trait) {
	for _, k := range []Trait{
		Wide, Split, OnOneLeg, Support, TrunkHeld, HeadHeld, Strain, HeadLow, SpineBent, SpineTurned, Crossing, Pivot, Hands, Overhead,
		OverTheFace, Above, Sits, OneSided, Unsteady, Walks, AtBelly,
	} {
		if m.Has(k) {
			out = append(out, k)
		}
	}
	return out
}

// Grip is what it asks of the hands: a bar, a pair and what is hung from or swung is heavy; a load on the back,
// in a hug or in a harness asks for none, a band for a cuff.
func (m Movement) Grip() GripKind {
	switch {
	case m.At == Hanging && !m.Has(Hands), m.Use == load.Swung:
		return HeavyGrip
	case m.Use == load.OnBack, m.Hold == load.Hug, m.Hold == "", m.Hold == load.Worn, m.Hold == load.Dragged:
		return NoGrip
	case m.Hold == load.Band:
		return CuffGrip
	case m.Hold == load.Bar, m.Hold == load.Pair, m.Use == load.Carried:
		return HeavyGrip
	}
	return LightGrip
}

// loads says that a movement loads a joint.
func (m Movement) loads(l Limit) bool { return slices.Contains(m.Loads, l) }

// strains says that the breath is easily held in a movement: in a hold, and in what is pressed or heavy.
func (m Movement) strains() bool {
	return m.Has(Strain) || m.Held > 0 || m.Family == Presses || m.Format.Of == Seconds && m.Timed && m.Pattern == Brace
}
