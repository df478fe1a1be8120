package movement

import (
	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/space"
)

var armWork = []Movement{
	{
		Key:      "band-curl",
		Name:     "Curl, band under the feet",
		Pattern:  ArmBend,
		Hold:     load.Band,
		Height:   space.StandingUse,
		Easier:   "the same with a lighter band",
		Standard: "slow out and back, no jerk",
		Caution:  underFoot,
		Band: &band.Movement{
			Place:  band.Feet,
			End:    band.BothHands,
			Start:  arms(stand, 0, 10, 0),
			Finish: arms(stand, 0, 140, 0),
			Arc:    true,
			Fold:   2,
		},
	},
	{
		Key:      "band-overhead-extension",
		Name:     "Elbow extension overhead, band under the rear foot",
		Pattern:  ArmStraighten,
		Hold:     load.Band,
		Height:   space.OverheadUse,
		Easier:   "the same with a lighter band",
		Standard: "slow out and back, no jerk",
		Caution:  underFoot,
		Band: &band.Movement{
			Place:  band.Foot,
			End:    band.BothHands,
			Start:  arms(stand, 175, 320, 0),
			Finish: overhead,
			Arc:    true,
			Fold:   1,
		},
	},
	{
		Key:      "band-push-down",
		Name:     "Elbow extension, high anchor",
		Pattern:  ArmStraighten,
		Hold:     load.Band,
		Needs:    []capability.Requirement{anchorHigh},
		Height:   space.StandingUse,
		Easier:   "the same with a lighter band",
		Standard: "slow out and back, no jerk",
		Caution:  atAnchor,
		Band: &band.Movement{
			Place:  band.Anchor,
			Side:   band.Ahead,
			Height: highAnchor,
			End:    band.BothHands,
			Start:  arms(stand, 0, 120, 0),
			Finish: arms(stand, 0, 5, 0),
			Arc:    true,
			Fold:   1,
		},
	},
	{
		Key:      "band-anchored-curl",
		Name:     "Curl, low anchor",
		Pattern:  ArmBend,
		Hold:     load.Band,
		Needs:    []capability.Requirement{anchorLow},
		Height:   space.StandingUse,
		Easier:   "the same with a lighter band",
		Standard: "slow out and back, no jerk",
		Caution:  atAnchor,
		Band: &band.Movement{
			Place:  band.Anchor,
			Side:   band.Ahead,
			Height: lowAnchor,
			End:    band.BothHands,
			Start:  arms(stand, 0, 15, 0),
			Finish: arms(stand, 0, 135, 0),
			Arc:    true,
			Fold:   1,
		},
	},
}
