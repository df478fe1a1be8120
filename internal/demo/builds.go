package demo

import "scrappyrack/internal/store"

// loftBuilds: a board on the stud wall and a box are planned together, an offcut is owned.
func loftBuilds(f *store.File) {
	f.Builds = []store.Build{
		{
			ID: "board", Design: "board-bands", Name: "Board by the window", State: "planned", Room: "loft", Wall: 0, AtM: 2.62,
			Sizes: store.List[store.BuildSize]{{ID: "ring_n", Num: 3000}, {ID: "stud", Word: "89"}, {ID: "plate_held", Word: "yes"},
				{ID: "socket_m", Num: 0.4}, {ID: "skirting", Word: "yes"}, {ID: "coating", Word: "yes"}, {ID: "whole", Word: "yes"}},
		},
		{ID: "box", Design: "box", Name: "Box for steps and jumps", State: "planned", Room: "loft", Wall: -1},
		{ID: "hang", Design: "bar", Name: "Broomstick between chairs", State: "planned", Room: "loft", Wall: -1,
			Sizes: store.List[store.BuildSize]{{ID: "use", Word: "hang"}, {ID: "stock", Word: "broomstick"},
				{ID: "support", Word: "chairs"}}},
	}
	f.Offcuts = []store.Offcut{{ID: "bay", Good: "timber-38x89", LengthM: 2.1, Count: 1}, {ID: "lags", Good: "lag-6.5x115", Count: 4}}
}

// garageBuilds: a pair of farmer handles is made and proven, and is to be looked at again.
func garageBuilds(f *store.File) {
	const proven = 1_751_000_000 // June 2025
	f.Builds = []store.Build{{
		ID: "handles", Design: "farmer", Name: "Farmer handles of pipe", State: "made", Wall: -1,
		Sizes: store.List[store.BuildSize]{{ID: "mass_kg", Num: 40}, {ID: "strap_n", Num: 1500}},
		Tests: store.List[store.BuildProof]{{ID: "p1", Kind: "proof", At: proven, Passed: true,
			Note: "50 kg each, five minutes from the beam"}},
	}}
}
