package space

import (
	"math"

	"scrappyrack/core/quantity"
)

// other is what to do where a use is not to be had. Every use that it takes must fit.
type other struct {
	words string
	takes []Use
}

// others are the ways round a use, the nearest to it first. Rows under a low bar take the
// place and the height of a press that lies down.
var others = map[Use][]other{
	StandingUse: {
		{"kneeling and floor work only; nobody stands upright here", []Use{Kneeling, LyingOnFloor}},
		{"kneeling work only; nobody stands upright here", []Use{Kneeling}},
		{"work seated or lying on the floor only; nobody stands upright here", []Use{OnTheFloor, LyingOnFloor}},
		{"work lying on the floor only; nobody stands upright here", []Use{LyingOnFloor}},
	},
	LyingOnFloor: {onFeet, onAChair},
	LyingPress: {{"press standing", []Use{OverheadUse}}, {"press kneeling", []Use{KneelPress}},
		{"press seated on the floor", []Use{FloorPress}}, onFeet, onAChair},
	OverheadUse: pressesLower,
	BarOverhead: append([]other{{"press overhead with a load in each hand", []Use{OverheadUse}}}, pressesLower...),
	KneelPress:  pressesLower[2:],
	FloorPress:  pressesLower[3:],
	ChairPress:  pressesLower[2:],
	FullHang:    pulls,
	FullPullUp:  pulls,
	BentHang:    pulls,
	ChinOverBar: pulls,
	StepUp:      {{"split squats on the level", []Use{StandingUse}}, {"half-kneeling work", []Use{Kneeling}}},
	Rope:        {{"the same jumps without the rope, knees soft", []Use{Jump}}, {"marching on the spot", []Use{StandingUse}}},
	JumpReach:   {{"jump with the hands below the head", []Use{Jump}}, {"step instead of jumping", []Use{StandingUse}}},
	Jump:        {{"step instead of jumping", []Use{StandingUse}}},
	Kneeling:    {onTheFloor, lying},
	OnChair:     {onTheFloor, lying, onFeet},
	OnTheFloor:  {lying, onFeet},
}

var (
	onFeet       = other{"work standing", []Use{StandingUse}}
	onAChair     = other{"work on a chair", []Use{OnChair}}
	onTheFloor   = other{"work seated on the floor", []Use{OnTheFloor}}
	lying        = other{"work lying on the floor", []Use{LyingOnFloor}}
	pressesLower = []other{
		{"press kneeling, or seated on the floor", []Use{KneelPress, FloorPress}},
		{"press kneeling", []Use{KneelPress}},
		{"press seated on the floor", []Use{FloorPress}},
		{"presses lying on the floor", []Use{LyingPress}},
	}
	pulls = []other{
		{"rows under a low bar, or pull-downs with a band, kneeling", []Use{LyingPress, KneelPress}},
		{"rows under a low bar", []Use{LyingPress}},
		{"pull-downs with a band, kneeling", []Use{KneelPress}},
		{"pull-downs with a band, seated on the floor", []Use{FloorPress}},
	}
)

// leastStep is the lowest step that is worth the name, in m (house value).
const leastStep = 0.15

// instead says what is possible where a use is not; fits says of any use whether it is. The
// tape may be off by half, in m.
func instead(b Body, h Headroom, half quantity.Length, fits func(Use) bool) quantity.Phrase {
	switch h.Use {
	case FullHang, FullPullUp:
		if fits(BentHang) {
			reach, _ := b.grip()
			return quantity.Say("a bent-knee hang with the bar at ", quantity.Amount(quantity.KindLength,
				reach-bentKnee*float64(b.Stature)), " works")
		}
	case StepUp:
		if step := float64(h.Best-half-b.Stature-b.Shoe) - stepClear; step >= leastStep {
			return quantity.Say("a step of up to ", quantity.Amount(quantity.KindLevel,
				math.Floor(math.Min(step, float64(DefaultStep))*100+1e-6)/100), " works")
		}
	}
	for _, o := range others[h.Use] {
		all := true
		for _, use := range o.takes {
			all = all && fits(use)
		}
		if all {
			return quantity.Say(o.words)
		}
	}
	return quantity.Say("nothing in its place fits here either: look for another room")
}
