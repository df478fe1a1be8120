package movement

import (
	"scrappyrack/core/capability"
	"scrappyrack/core/space"
)

var allMobilities = []Movement{
	{
		Key:      "stick-pass-through",
		Name:     "Stick over the head and behind",
		Family:   Mobilities,
		Pattern:  Mobility,
		Muscles:  []Muscle{Shoulders, Chest},
		Sides:    BothSides,
		Timed:    true,
		CountsAs: 1,
		Quality:  100,
		Needs:    []capability.Requirement{stick},
		Height:   space.OverheadUse,
		Spares:   []Limit{ShoulderOf, NoOverhead},
		Easier:   "hands wider",
		Standard: "arms straight, as wide as it needs",
		Down:     []string{"arm-circles"},
		Dose:     "shoulders before a press",
		Tactics:  timedTactics,
		Format:   Format{8, 12, Reps},
		Seconds:  4,
		Words:    []string{"broom", "dislocates", "stretch"},
		Caution:  "Nothing that pinches.",
	},
	{
		Key:      "arm-circles",
		Name:     "Arm circles",
		Family:   Mobilities,
		Pattern:  Mobility,
		Muscles:  []Muscle{Shoulders},
		Sides:    BothSides,
		Timed:    true,
		CountsAs: 1,
		Quality:  50,
		Height:   space.StandingUse,
		Easier:   "smaller",
		Standard: "large and slow, both ways",
		Dose:     "warm shoulders without anything",
		Tactics:  timedTactics,
		Format:   Format{8, 12, Reps},
		Seconds:  3,
		Words:    []string{"warm-up", "stretch"},
		Caution:  "Stop below pain.",
	},
}
