package movement

import (
	"scrappyrack/core/space"
)

var allCrawls = []Movement{
	{
		Key:      "opposite-limbs",
		Name:     "Opposite arm and leg, on hands and knees",
		Family:   Crawls,
		Pattern:  Brace,
		Muscles:  []Muscle{Back, Belly, Glutes},
		Sides:    Alternating,
		Timed:    true,
		CountsAs: 1,
		Quality:  70,
		Height:   space.Kneeling,
		Facets:   Facets{At: HandsKnees, Hip: 90, Knee: 90, Loads: []Limit{Neck, ShoulderOf}},
		Easier:   "leg alone",
		Standard: "back level, reach long",
		Dose:     "the start of every crawl",
		Tactics:  timedTactics,
		Format:   Format{6, 10, Reps},
		Seconds:  5,
		Words:    []string{"bird dog", "back"},
		Caution:  "Something soft under the knees.",
	},
	{
		Key:      "bear-crawl",
		Name:     "Bear crawl",
		Family:   Crawls,
		Pattern:  Crawl,
		Muscles:  []Muscle{Shoulders, Belly, Quads},
		Sides:    Alternating,
		Timed:    true,
		CountsAs: 1,
		Quality:  100,
		Height:   space.Kneeling,
		Facets:   Facets{At: HandsKnees, Hip: 100, Knee: 90, Marks: []Trait{Hands, Walks}, Loads: []Limit{Hip, ShoulderOf, Elbow}},
		Easier:   "in place",
		Standard: "knees a hand above the floor, back level",
		Down:     []string{"opposite-limbs"},
		Dose:     "shoulder and trunk together",
		Tactics:  timedTactics,
		Format:   Format{10, 20, Metres},
		Seconds:  2,
		Words:    []string{"animal", "locomotion"},
		Caution:  "Clear floor.",
	},
}
