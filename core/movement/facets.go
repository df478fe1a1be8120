package movement

// Family groups movements for whoever looks for one, under its plain name.
type Family string

// The families.
const (
	Squats      Family = "Squat"
	WallSits    Family = "Wall sit"
	Lunges      Family = "Lunge"
	Steps       Family = "Step"
	Hinges      Family = "Hip hinge"
	Swings      Family = "Swing"
	Bridges     Family = "Bridge"
	HipWork     Family = "Hip to the side"
	Jumps       Family = "Jump and rope"
	PushUps     Family = "Push-up"
	Dips        Family = "Dip"
	Presses     Family = "Press"
	Raises      Family = "Raise"
	Rows        Family = "Row"
	PullDowns   Family = "Pull-down"
	RearFlies   Family = "Reverse fly"
	PullUps     Family = "Pull-up"
	Curls       Family = "Curl"
	Extensions  Family = "Elbow extension"
	Carries     Family = "Carry and hold"
	Throws      Family = "Throw and drag"
	Crawls      Family = "Crawl"
	Trunk       Family = "Trunk"
	Intervals   Family = "March and intervals"
	BalanceWork Family = "Balance"
	Calves      Family = "Calf"
	GetUps      Family = "Get up and transfer"
	Mobilities  Family = "Mobility"
)

// Families lists them all, in the order in which they are shown.
func Families() []Family {
	return []Family{Squats, WallSits, Lunges, Steps, Hinges, Swings, Bridges, HipWork, Calves, Jumps, PushUps, Dips, Presses, Raises, Rows,
		PullDowns, RearFlies, PullUps, Curls, Extensions, Carries, Throws, Crawls, Trunk, Intervals, BalanceWork, GetUps, Mobilities}
}

// Muscle is a part of the body that a movement trains.
type Muscle string

// The muscles in use, in plain words.
const (
	Quads      Muscle = "front of the thigh"
	Glutes     Muscle = "buttocks"
	Hamstrings Muscle = "back of the thigh"
	Adductors  Muscle = "inner thigh"
	Abductors  Muscle = "outer hip"
	HipFlexors Muscle = "hip flexors"
	CalfMuscle Muscle = "calf"
	Back       Muscle = "back"
	LowerBack  Muscle = "low back"
	UpperBack  Muscle = "upper back"
	RearDelts  Muscle = "rear shoulder"
	Shoulders  Muscle = "shoulder"
	Chest      Muscle = "chest"
	Triceps    Muscle = "back of the arm"
	Biceps     Muscle = "front of the arm"
	Grip       Muscle = "forearm and grip"
	Belly      Muscle = "belly"
	SideTrunk  Muscle = "side of the trunk"
	HeartLungs Muscle = "heart and lungs"
)

// Muscles lists them all.
func Muscles() []Muscle {
	return []Muscle{Quads, Glutes, Hamstrings, Adductors, Abductors, HipFlexors, CalfMuscle, Back, LowerBack, UpperBack, RearDelts,
		Shoulders, Chest, Triceps, Biceps, Grip, Belly, SideTrunk, HeartLungs}
}

// Sides says how the two sides of the body share the work.
type Sides string

// Both at once, each side by itself, or turn about.
const (
	BothSides   Sides = "both"
	EachSide    Sides = "each"
	Alternating Sides = "alternating"
)

// Unit is what a set is counted in.
type Unit string

// The units of sets.
const (
	Reps    Unit = "reps"
	Seconds Unit = "s"
	Metres  Unit = "m"
)

// Format is a usual set: from Low to High of a unit.
type Format struct {
	Low, High int
	Of        Unit
}

// Tactic makes a load that is too light count for more. Factor is how much more it feels
// like, as a share of the load (house values: well below what the same share of load would
// do); Quality is what it takes off how well the movement answers its pattern.
type Tactic struct {
	Key, Name string
	Factor    float64
	Quality   float64
}

// The tactics, in the order in which they are tried, one at a time (common practice).
var (
	MoreReps     = Tactic{"more-reps", "more reps, up to 30", 1.05, 0.95}
	MoreRange    = Tactic{"more-range", "more range, where it is free of pain", 1.08, 0.95}
	HarderHold   = Tactic{"harder-hold", "a harder hold: hug it, or bear it on one shoulder", 1.15, 0.9}
	OneLimb      = Tactic{"one-limb", "one limb at a time", 1.8, 0.85}
	Pause        = Tactic{"pause", "pause of 2 to 3 s at the hardest place", 1.08, 0.95}
	Slow         = Tactic{"slow", "4 s down", 1.10, 0.95}
	QuarterReps  = Tactic{"quarter-reps", "one and a half reps", 1.12, 0.9}
	PreExhaust   = Tactic{"pre-exhaust", "an isolated set of the same muscles first", 1.15, 0.85}
	ShortRest    = Tactic{"short-rest", "half the rest", 1.05, 0.9}
	LongerCarry  = Tactic{"longer-carry", "twice the distance", 1.15, 0.85}
	Longer       = Tactic{"longer", "longer holds", 1.1, 0.9}
	legTactics   = []Tactic{MoreReps, MoreRange, OneLimb, HarderHold, Pause, Slow, QuarterReps, PreExhaust, ShortRest}
	pressTactics = []Tactic{MoreReps, MoreRange, OneLimb, Pause, Slow, QuarterReps, PreExhaust, ShortRest}
	carryTactics = []Tactic{HarderHold, LongerCarry, ShortRest}
	smallTactics = []Tactic{MoreReps, Pause, Slow, ShortRest}
	bodyTactics  = []Tactic{MoreReps, MoreRange, Pause, Slow, QuarterReps, ShortRest}
	timedTactics = []Tactic{Longer, ShortRest}
)

// Harder is the tactic that counts on a board: one that asks for no other hold and no other
// limb, since those are movements of their own, and takes least off the answer. ok is false
// for a movement that has none such.
func (m Movement) Harder() (t Tactic, ok bool) {
	if m.Timed {
		return Tactic{}, false
	}
	for _, t := range m.Tactics {
		if t == Slow || t == LongerCarry {
			return t, true
		}
	}
	return Tactic{}, false
}

// Tactics lists them all.
func Tactics() []Tactic {
	return []Tactic{MoreReps, MoreRange, OneLimb, HarderHold, Pause, Slow, QuarterReps, PreExhaust, ShortRest, LongerCarry, Longer}
}
