package demo

import "scrappyrack/internal/store"

// walls are those of a walk to the right: lengths with the turn before each, in degrees; an
// L is a turn of −90.
func walls(kind string, walk ...float64) (out []store.RoomWall) {
	for i := 0; i+1 < len(walk); i += 2 {
		out = append(out, store.RoomWall{TurnDeg: walk[i], LengthM: walk[i+1], Kind: kind})
	}
	return out
}

// loftRooms are an attic under two slopes with a collar beam, a chimney and a bed that is
// pushed aside.
func loftRooms(f *store.File) {
	r := store.Room{
		ID: "loft", Name: "Loft", Trains: true, Walls: walls("timber-stud", 0, 5.2, 90, 3.6, 90, 5.2, 90, 3.6),
		CeilingM: 2.36, CeilingHalfM: 0.01, WallsHalfM: 0.01, Roof: "joists", Floor: "timber", Surface: "wood", Level: "level",
		Holes: "drill", Below: true, Sleeps: true,
		Shared: store.Words{"guests"}, StorageL: 400, QuietFrom: 20, QuietTo: 7,
	}
	r.Walls[1].Kind, r.Walls[3].Kind = "brick", "brick"
	r.Walls[0].SpacingM, r.Walls[0].OffsetM, r.Walls[0].LiningM = 0.4, 0.22, 0.0125
	f.Rooms = []store.Room{r}
	f.Openings = []store.Opening{
		{ID: "stair-door", Room: "loft", Name: "stair door", Kind: "door", Wall: 3, AtM: 0.4, WidthM: 0.72, HeightM: 1.96, Leaf: "solid",
			Hinge: "start", Swings: "out"},
		{ID: "gable", Room: "loft", Name: "gable window", Kind: "window", Wall: 1, AtM: 1.3, WidthM: 0.9, HeightM: 1.1, SillM: 0.9},
	}
	f.Overheads = []store.Overhead{
		{ID: "slope-c", Room: "loft", Name: "street slope", Kind: "slope", Wall: 2, UnderM: 1.25, RunM: 1.3},
		{ID: "slope-a", Room: "loft", Name: "yard slope", Kind: "slope", Wall: 0, UnderM: 1.7, RunM: 0.6},
		{ID: "collar", Room: "loft", Name: "collar beam", Kind: "beam", XM: 3.3, YM: 1.8, WidthM: 0.16, DepthM: 3.6, UnderM: 1.98},
	}
	f.Fixtures = []store.Fixture{
		{ID: "chimney", Room: "loft", Name: "chimney", Kind: "fixed", XM: 4.95, YM: 0.35, WidthM: 0.5, DepthM: 0.7, HeightM: 2.1},
		{ID: "day-bed", Room: "loft", Name: "day bed", Kind: "furniture", XM: 4.25, YM: 3.1, WidthM: 1.9, DepthM: 0.9, HeightM: 0.45,
			MassKg: 38},
		{ID: "stool", Room: "loft", Name: "milking stool", Kind: "seat", XM: 0.4, YM: 1.6, WidthM: 0.4, DepthM: 0.35, HeightM: 0.44,
			MassKg: 6, Rock: "passed", Sit: "passed"},
	}
}

// garageRooms are a garage for two of which the car keeps its bay, under the track of its
// door.
func garageRooms(f *store.File) {
	r := store.Room{
		ID: "garage", Name: "Garage", Trains: true, Walls: walls("timber-stud", 0, 6.096, 90, 5.486, 90, 6.096, 90, 5.486),
		CeilingM: 2.62, CeilingHalfM: 0.013, Roof: "joists", Floor: "slab", Surface: "concrete", Level: "slopes", Holes: "drill",
		Drops:  true,
		Shared: store.Words{"car", "laundry"}, ClearMin: 20, StorageL: 1800, Cold: true, Dirty: true,
	}
	r.Walls[0].SpacingM, r.Walls[0].OffsetM = 0.4064, 0.4064
	r.Walls[2].Kind = "hollow-block"
	f.Rooms = []store.Room{r}
	f.Openings = []store.Opening{
		{ID: "big-door", Room: "garage", Name: "garage door", Kind: "garage-door", Wall: 3, AtM: 0.3, WidthM: 4.877, HeightM: 2.134,
			Leaf: "light", TrackM: 2.21, TrackDepthM: 2.44},
		{ID: "house-door", Room: "garage", Name: "house door", Kind: "door", Wall: 1, AtM: 0.61, WidthM: 0.813, HeightM: 2.03,
			Leaf: "light", Hinge: "end", Swings: "out"},
	}
	f.Overheads = []store.Overhead{{ID: "opener", Room: "garage", Name: "door opener", Kind: "duct", XM: 3.2, YM: 2.74, WidthM: 0.5,
		DepthM: 0.4, UnderM: 2.24}}
	f.Fixtures = []store.Fixture{
		{ID: "car", Room: "garage", Name: "the car", Kind: "car", XM: 2.5, YM: 3.9, WidthM: 4.5, DepthM: 1.85, HeightM: 1.5, MassKg: 1450},
		{ID: "washer", Room: "garage", Name: "washer and dryer", Kind: "fixed", XM: 5.44, YM: 5.1, WidthM: 1.3, DepthM: 0.7, HeightM: 0.95,
			MassKg: 150},
		{ID: "bench-there", Room: "garage", Name: "flat bench", Kind: "gear", Gear: "bench", XM: 3.9, YM: 1.2, WidthM: 1.2, DepthM: 0.35,
			HeightM: 0.45},
		{ID: "crate", Room: "garage", Name: "paint shelf", Kind: "storage", XM: 1.2, YM: 0.2, WidthM: 1.2, DepthM: 0.4, HeightM: 1.8},
	}
}

// flatRooms are the living room of a rented flat, an L with a radiator below its window and
// a door that opens into it.
func flatRooms(f *store.File) {
	f.Rooms = []store.Room{{
		ID: "living", Name: "Living room", Trains: true, Walls: walls("concrete", 0, 4.2, 90, 1.9, 90, 1.6, -90, 1.5, 90, 2.6, 90, 3.4),
		CeilingM: 2.45, Roof: "concrete", Floor: "slab", Surface: "laminate", Level: "level", Holes: "no-holes", Below: true,
		Shared: store.Words{"guests"}, ClearMin: 5, StorageL: 120, QuietFrom: 22, QuietTo: 7,
	}}
	f.Openings = []store.Opening{
		{ID: "hall-door", Room: "living", Name: "hall door", Kind: "door", Wall: 5, AtM: 0.25, WidthM: 0.83, HeightM: 2.0, Leaf: "light",
			Hinge: "start", Swings: "in"},
		{ID: "window", Room: "living", Name: "window", Kind: "window", Wall: 0, AtM: 1.2, WidthM: 1.8, HeightM: 1.3, SillM: 0.85},
	}
	f.Overheads = []store.Overhead{{ID: "lamp", Room: "living", Name: "paper lamp", Kind: "lamp", XM: 1.4, YM: 1.6, WidthM: 0.5,
		DepthM: 0.5, UnderM: 1.95}}
	f.Fixtures = []store.Fixture{
		{ID: "radiator", Room: "living", Name: "radiator", Kind: "fixed", XM: 2.1, YM: 0.08, WidthM: 1.4, DepthM: 0.16, HeightM: 0.6},
		{ID: "sofa", Room: "living", Name: "sofa", Kind: "furniture", XM: 3.72, YM: 0.95, WidthM: 0.86, DepthM: 1.8, HeightM: 0.8,
			MassKg: 52},
		{ID: "chair", Room: "living", Name: "kitchen chair", Kind: "seat", XM: 2.3, YM: 3.1, WidthM: 0.45, DepthM: 0.45, HeightM: 0.46,
			MassKg: 5, Rock: "passed"},
		{ID: "desk-chair", Room: "living", Name: "desk chair", Kind: "rolls", XM: 0.4, YM: 0.5, WidthM: 0.6, DepthM: 0.6, HeightM: 0.5,
			MassKg: 12},
	}
}
