package movement

import (
	"scrappyrack/core/capability"
	"scrappyrack/core/space"
)

var allBalanceWork = []Movement{
	{
		Key:      "one-leg-stand",
		Name:     "Stand on one leg",
		Family:   BalanceWork,
		Pattern:  Balance,
		Muscles:  []Muscle{CalfMuscle, Abductors},
		Sides:    EachSide,
		Timed:    true,
		CountsAs: 1,
		Quality:  100,
		Height:   space.StandingUse,
		Easier:   "a finger on the wall",
		Standard: "hips level, eyes ahead",
		Dose:     "balance is trained by nothing else",
		Tactics:  timedTactics,
		Format:   Format{15, 45, Seconds},
		Seconds:  1,
		Words:    []string{"balance", "fall", "older"},
		Caution:  "A wall or a counter within reach.",
	},
	{
		Key:      "heel-toe-walk",
		Name:     "Walk heel to toe",
		Family:   BalanceWork,
		Pattern:  Balance,
		Muscles:  []Muscle{CalfMuscle, Abductors},
		Sides:    Alternating,
		Timed:    true,
		CountsAs: 1,
		Quality:  90,
		Needs:    []capability.Requirement{lane},
		Height:   space.StandingUse,
		Easier:   "along a wall",
		Standard: "on a line, eyes ahead",
		Down:     []string{"one-leg-stand"},
		Dose:     "balance that moves",
		Tactics:  timedTactics,
		Format:   Format{3, 6, Metres},
		Seconds:  2,
		Words:    []string{"tandem", "fall", "older"},
		Caution:  "A wall within reach.",
	},
}
