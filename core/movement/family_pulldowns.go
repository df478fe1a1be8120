package movement

import (
	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/space"
)

var allPullDowns = []Movement{
	{
		Key:      "band-pull-down",
		Name:     "Pull-down, band at a high anchor",
		Family:   PullDowns,
		Pattern:  PullDown,
		Muscles:  []Muscle{Back, Biceps},
		Sides:    BothSides,
		Hold:     load.Band,
		CountsAs: 1,
		Quality:  80,
		Needs:    []capability.Requirement{anchorHigh},
		Height:   space.Kneeling,
		Easier:   "kneel nearer the anchor",
		Standard: "hands to the collarbones",
		Dose:     "as a pull-up of a part of the body",
		Tactics:  smallTactics,
		Format:   Format{8, 15, Reps},
		Seconds:  3,
		Words:    []string{"lat"},
		Caution:  bandCaution + " Never toward the face without a second look at the anchor.",
		Band: &band.Movement{
			Place:  band.Anchor,
			Side:   band.Ahead,
			Height: highAnchor,
			End:    band.BothHands,
			Start:  arms(band.Pose{Base: band.Kneeling}, 155, 155, 10),
			Finish: arms(band.Pose{Base: band.Kneeling}, 10, 150, 20),
			Fold:   1,
		},
	},
	{
		Key:      "band-straight-pull-down",
		Name:     "Straight-arm pull-down, high anchor",
		Family:   PullDowns,
		Pattern:  PullDown,
		Muscles:  []Muscle{Back},
		Sides:    BothSides,
		Hold:     load.Band,
		CountsAs: 1,
		Quality:  65,
		Needs:    []capability.Requirement{anchorHigh},
		Height:   space.StandingUse,
		Spares:   []Limit{ShoulderOf},
		Easier:   "stand nearer the anchor",
		Standard: "hands to the thighs, arms straight",
		Dose:     "the arms stay straight: lighter",
		Tactics:  smallTactics,
		Format:   Format{10, 20, Reps},
		Seconds:  3,
		Words:    []string{"lat", "pullover"},
		Caution:  bandCaution,
		Band: &band.Movement{
			Place:  band.Anchor,
			Side:   band.Ahead,
			Height: highAnchor,
			End:    band.BothHands,
			Start:  arms(stand, 110, 110, 0),
			Finish: arms(stand, 5, 5, 0),
			Arc:    true,
			Fold:   1,
		},
	},
}
