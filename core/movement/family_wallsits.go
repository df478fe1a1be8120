package movement

import (
	"scrappyrack/core/load"
	"scrappyrack/core/space"
)

var allWallSits = []Movement{
	{
		Key:      "wall-sit",
		Name:     "Wall sit",
		Family:   WallSits,
		Pattern:  Squat,
		Muscles:  []Muscle{Quads},
		Sides:    BothSides,
		Body:     []BodyShare{{Name: "wall sit", Share: 0.80, Usual: true}},
		CountsAs: 1,
		Quality:  50,
		Height:   space.StandingUse,
		Facets:   Facets{At: Standing, Hip: 60, Knee: 60, Held: 60, Marks: []Trait{TrunkHeld}},
		Easier:   "sit higher",
		Standard: "thighs level, back on the wall",
		Down:     []string{"chair-squat"},
		Dose:     "a hold: no movement trained",
		Tactics:  timedTactics,
		Format:   Format{20, 60, Seconds},
		Seconds:  1,
		Words:    []string{"hold", "isometric", "skiing"},
		Caution:  "Shoes that grip; stand up before the legs shake.",
	},
	{
		Key:      "loaded-wall-sit",
		Name:     "Wall sit with a load",
		Family:   WallSits,
		Pattern:  Squat,
		Muscles:  []Muscle{Quads},
		Sides:    BothSides,
		Hold:     load.Hug,
		Use:      load.Hugged,
		CountsAs: 1,
		Along:    0.88,
		Ratio:    Ratio{0.6, 0.4, 0.8},
		Quality:  50,
		Height:   space.StandingUse,
		Facets: Facets{
			At: Standing, Hip: 90, Knee: 90, Held: 60,
			Marks: []Trait{TrunkHeld, Strain},
			Loads: []Limit{Knee, Hip, Ankle, LowBack},
		},
		Easier:   "wall sit without load",
		Standard: "thighs level, load in the lap",
		Down:     []string{"wall-sit"},
		After:    []string{"wall-sit"},
		Dose:     "a hold: no movement trained",
		Tactics:  timedTactics,
		Format:   Format{20, 60, Seconds},
		Seconds:  1,
		Words:    []string{"hold", "isometric"},
		Caution:  "The load is put down before standing up.",
	},
}
