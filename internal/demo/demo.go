// Package demo is the made-up practice with its three clients. Nobody in it
// exists.
package demo

import (
	"context"
	"errors"
	"fmt"
	"math"
	"slices"
	"time"

	"scrappyrack/core/client"
	"scrappyrack/core/load"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Fill puts the demo practice into an empty store; a store that has it already
// is left as it is.
func Fill(ctx context.Context, s *store.Store) error {
	if _, err := s.ConsultantByEmail(ctx, workbench.DemoEmail); !errors.Is(err, store.ErrNotFound) {
		return err
	}
	p := store.Practice{ID: workbench.NewID(), Name: "Bracken & Tarn, home gyms (demo)"}
	c := store.Consultant{ID: workbench.NewID(), Email: workbench.DemoEmail, Name: "Demo consultant",
		Password: "nobody signs in with a password"}
	if err := s.AddPractice(ctx, p, c, false); err != nil {
		return err
	}
	for _, f := range Files() {
		if _, err := s.Create(ctx, p.ID, f); err != nil {
			return err
		}
	}
	return nil
}

func jug(id, name string, capacity, tare, height float64, filling string, volume float64) store.Container {
	return store.Container{ID: id, Name: name, Kind: "jug", TareKg: tare, TareHalfKg: 0.01, CapacityL: capacity, Shape: "prism",
		HeightM: height, Closure: "sealed", Filling: filling, VolumeL: volume}
}

const day = 24 * 60 * 60

// visited is the day of the last visit in the demo.
var visited = time.Date(2026, 11, 16, 10, 30, 0, 0, time.UTC).Unix()

func weighed(id, container, filling string, volume, packed float64, scale load.Scale, readings ...float64) store.Weighing {
	return store.Weighing{
		ID: id, Container: container, At: visited, Filling: filling, VolumeL: volume, PackedKg: packed,
		Scale: scale.Name, ResolutionKg: float64(scale.Resolution), AccuracyKg: float64(scale.Accuracy), Readings: readings,
	}
}

// read are readings of a band on the hanging scale, at lengths in m and forces in N;
// a negative force was read on the way back.
func read(pairs ...[2]float64) store.List[store.BandReading] {
	var out store.List[store.BandReading]
	for _, p := range pairs {
		out = append(out, store.BandReading{LengthM: p[0], ForceN: math.Abs(p[1]), UN: 1, Releasing: p[1] < 0, At: visited})
	}
	return out
}

// Files are the demo clients: a loft under a low slope, a garage shared with a
// car, and a rented flat upstairs where nothing may be drilled.
func Files() []store.File {
	all := []store.File{loft(), garage(), flat()}
	for i := range all {
		all[i].Complete()
	}
	return all
}

func loft() store.File {
	f := store.NewFile("demo-loft", "Loft above the bakery")
	f.Persons[0].StatureM, f.Persons[0].BodyMassKg, f.Persons[0].Sex = 1.69, 64, "female"
	f.Persons[0].Experience, f.Persons[0].Goal, f.Persons[0].Days, f.Persons[0].Minutes = "novice", "general", 3, 35
	f.Profile.BudgetMinor, f.Profile.Currency = 22000, "GBP"
	f.Persons[0].BornYear, f.Persons[0].Asked = 1991, asked("yes", "yes")
	f.Profile.Note = "Hand-luggage staircase: nothing wider than 70 cm goes up."
	loftRooms(&f)
	loftBuilds(&f)
	f.Space.WayWidthM, f.Space.Access = 0.7, "stairs"
	f.AtHand = store.Words{"fresh-water", "rice", "books"}
	f.Containers = []store.Container{
		jug("jug-a", "jug A", 3.785, 0.06, 0.245, "fresh-water", 3.7),
		jug("jug-b", "jug B", 3.785, 0.06, 0.245, "rice", 3.6),
		{ID: "bucket", Name: "mop bucket", Kind: "bucket", TareKg: 0.62, TareHalfKg: 0.02, CapacityL: 11.5, Shape: "frustum", HeightM: 0.25,
			BottomM: 0.215, TopM: 0.275, Closure: "open", Filling: "fresh-water", VolumeL: 7, Adjustable: true},
		{ID: "pack", Name: "day pack", Kind: "backpack", TareKg: 0.7, TareHalfKg: 0.01, CapacityL: 22, Shape: "prism", HeightM: 0.45,
			Closure: "zipped", Filling: "books", VolumeL: 12, Adjustable: true},
	}
	scales := load.Scales()
	kitchen, hanging := scales[0], scales[1]
	f.Weighings = []store.Weighing{
		weighed("w1", "jug-a", "fresh-water", 0, 0, kitchen, 0.062),
		weighed("w2", "jug-a", "fresh-water", 3.7, 0, kitchen, 3.749, 3.751),
		weighed("w3", "bucket", "fresh-water", 0, 0, kitchen, 0.634),
		weighed("w4", "bucket", "fresh-water", 7, 0, hanging, 7.6, 7.62, 7.61),
	}
	f.Things = []store.Thing{
		{ID: "tin", Name: "tin of chickpeas", MassKg: 0.48, HalfKg: 0.02, VolumeL: 0.45, Count: 8, Hard: true, Spare: true},
		{ID: "atlas", Name: "school atlas", MassKg: 1.9, HalfKg: 0.05, VolumeL: 2.6, Count: 2, Hard: true, Spare: true},
		{ID: "flour", Name: "bag of flour", MassKg: 1.01, HalfKg: 0.02, VolumeL: 1.7, Count: 4, Spare: true},
		{ID: "iron", Name: "flat iron", MassKg: 1.3, HalfKg: 0.05, VolumeL: 2, Count: 1, Hard: true},
	}
	f.Gear = []store.Gear{{ID: "anchor", Item: "door-anchor"}, {ID: "db3", Item: "dumbbells-3"}}
	f.Bands = []store.Band{
		{ID: "loop-one", Name: "loop, one knot", Kind: "long-loop", RestM: 1.04, WidthM: 0.022, ThicknessM: 0.0045,
			FirstUsed: visited - 200*day, Inspected: visited,
			Points: read([2]float64{1.30, 44.5}, [2]float64{1.60, 78}, [2]float64{1.90, 105.5}, [2]float64{2.30, 136},
				[2]float64{1.90, -96}, [2]float64{1.60, -70})},
		{ID: "loop-two", Name: "loop, two knots", Kind: "long-loop", RestM: 1.04, WidthM: 0.022, ThicknessM: 0.0045,
			FirstUsed: visited - 200*day, Inspected: visited,
			Points: read([2]float64{1.35, 60.5}, [2]float64{1.80, 112}, [2]float64{2.30, 157})},
		{ID: "tube", Name: "old tube", Kind: "tube", RestM: 1.22, FirstUsed: visited - 700*day,
			Points: read([2]float64{1.70, 38}, [2]float64{2.40, 66})},
		{ID: "mini", Name: "hip loop", Kind: "mini-loop", RestM: 0.305, WidthM: 0.05, ThicknessM: 0.0007},
	}
	f.Rigs = []store.Rig{{ID: "band-pull-down", Bands: store.Words{"loop-one"}, DistanceM: 0.9, HeightM: 1.86, Fold: 1},
		{ID: "band-squat", Bands: store.Words{"loop-one", "loop-two"}, StanceM: 0.3, Fold: 1}}
	f.Sets = []store.LoggedSet{{ID: "row", Test: true, Movement: "one-hand-row", LoadKg: 9.5, Reps: 11, Reserve: 2}}
	return f
}

func garage() store.File {
	f := store.NewFile("demo-garage", "Half a garage, half a car")
	f.Persons[0].StatureM, f.Persons[0].BodyMassKg, f.Persons[0].Sex = 1.88, 94, "male"
	f.Persons[0].Experience, f.Persons[0].Goal, f.Persons[0].Days, f.Persons[0].Minutes = "intermediate", "strength", 4, 50
	f.Profile.BudgetMinor, f.Profile.Currency, f.Profile.Units = 65000, "USD", "us"
	f.Persons[0].BornYear, f.Persons[0].Asked = 1984, asked("yes", "no", "joints")
	f.Persons[0].HealthNote = "An old wrist fracture, no trouble now."
	f.Persons[0].Name = "Bram"
	f.Persons = append(f.Persons, expecting())
	f.Releases = []store.Release{{ID: "wrist", About: "joints", Role: "physician", By: "R. Quill", On: "2026-11-03", Verdict: "may",
		Limits: store.Words{}}}
	garageRooms(&f)
	garageBuilds(&f)
	f.AtHand = store.Words{"fresh-water", "dry-sand", "gravel"}
	f.Containers = []store.Container{
		jug("can-1", "jerry can 1", 18.9, 0.9, 0.36, "fresh-water", 8),
		{ID: "pail-1", Name: "5 gal pail", Kind: "bucket", TareKg: 1.02, TareHalfKg: 0.05, CapacityL: 18.9, Shape: "frustum", HeightM: 0.36,
			BottomM: 0.244, TopM: 0.276, RatingKg: 25, Closure: "open", Filling: "dry-sand", VolumeL: 9, Adjustable: true},
		{ID: "duffel", Name: "army duffel", Kind: "duffel", TareKg: 1.1, TareHalfKg: 0.05, CapacityL: 60, Shape: "prism", HeightM: 0.35,
			Closure: "zipped", Filling: "books", VolumeL: 20, Adjustable: true},
	}
	f.Batches = []store.Batch{{ID: "pit-sand", Name: "sand from the play pit", Filling: "dry-sand"}}
	for i, litres := range []float64{2.6, 2.6, 2.1, 2.1} {
		f.Containers = append(f.Containers, store.Container{
			ID: fmt.Sprintf("soap-%d", i+1), Name: fmt.Sprintf("soap jug %d", i+1), Kind: "jug", TareKg: 0.16, TareHalfKg: 0.02,
			CapacityL: 2.9, Shape: "prism",
			HeightM: 0.26, Closure: "sealed", Filling: "pit-sand", VolumeL: litres, HangM: 0.29, WidthM: 0.14,
		})
	}
	scales := load.Scales()
	f.Weighings = []store.Weighing{
		weighed("w1", "soap-1", "pit-sand", 2.6, 0, scales[1], 4.19, 4.2),
		weighed("w2", "soap-3", "pit-sand", 2.1, 0, scales[1], 3.43),
	}
	f.Handles = []store.Handle{{ID: "spin", Name: "spin-lock handles", Kind: "handle", Count: 2, MassKg: 2, CollarKg: 0.2, SleeveM: 0.11,
		BoreMm: 25}, {ID: "broom", Name: "ash broomstick", Kind: "stick", Count: 1, MassKg: 0.6, BoreMm: 25}}
	f.Plates = []store.Plate{{ID: "p1", MassKg: 1.134, Count: 8, ThicknessM: 0.016, BoreMm: 25},
		{ID: "p2", MassKg: 2.268, Count: 4, ThicknessM: 0.022, BoreMm: 25}}
	f.Gear = []store.Gear{{ID: "kb", Item: "kettlebell-16"}, {ID: "bench", Item: "flat-bench"}}
	f.Bands = []store.Band{{ID: "wide", Name: "wide loop", Kind: "long-loop", RestM: 1.04, WidthM: 0.045, ThicknessM: 0.0045,
		FirstUsed: visited - 90*day, Inspected: visited,
		Points: read([2]float64{1.45, 131}, [2]float64{1.95, 231}, [2]float64{2.45, 308})}}
	f.Sets = []store.LoggedSet{
		{ID: "squat", Test: true, Movement: "goblet-squat", LoadKg: 32, Reps: 12, Ended: "load"},
		{ID: "gym", Test: true, Movement: "back-squat", LoadKg: 90, Reps: 5, Reserve: 2},
		{ID: "press", Test: true, Movement: "one-hand-press", LoadKg: 16, Reps: 9, Reserve: 1},
	}
	return f
}

// expecting is a second person, whose own hold is open: nobody's word has been written down yet.
func expecting() store.Person {
	p := store.Person{ID: "ines", Name: "Ines", Weight: 1, Trainee: store.Trainee{
		StatureM: 1.66, BodyMassKg: 68, Sex: "female", Experience: "intermediate", Goal: "general", Days: 2, Minutes: 30, BornYear: 1994,
		Asked: asked("yes", "no", "pregnant"),
	}}
	p.Weeks, p.WeeksOn = 24, time.Unix(visited, 0).UTC().Format(time.DateOnly)
	return p
}

func flat() store.File {
	f := store.NewFile("demo-flat", "Third floor, rented, no drill")
	f.Persons[0].StatureM, f.Persons[0].BodyMassKg = 1.58, 0
	f.Persons[0].Experience, f.Persons[0].Goal, f.Persons[0].Days, f.Persons[0].Minutes = "new", "older-adult", 2, 25
	f.Persons[0].Limits = store.Words{"knee", "no-floor"}
	f.Persons[0].BornYear, f.Persons[0].Asked = 1955, asked("no", "yes", "joints", "medicines")
	f.Persons[0].HealthNote = "Stiff knees; tablets for blood pressure."
	f.Releases = []store.Release{
		{ID: "knees", About: "joints", Role: "physician", By: "T. Marrow", On: "2026-11-10", Verdict: "within",
			Limits: store.Words{"knee"}},
		{ID: "tablets", About: "medicines", Role: "physician", By: "T. Marrow", On: "2026-11-10", Verdict: "may", Limits: store.Words{}},
	}
	f.Profile.BudgetMinor, f.Profile.Currency = 9000, "EUR"
	flatRooms(&f)
	f.Space.Access = "stairs"
	f.Persons = append(f.Persons, store.Person{ID: "son", Name: "her son", Aside: true, Trainee: store.Trainee{StatureM: 1.84}})
	f.AtHand = store.Words{"fresh-water", "beans", "books", "stuffing"}
	f.Containers = []store.Container{
		{ID: "bottle-1", Name: "bottle 1", Kind: "bottle", TareKg: 0.04, CapacityL: 1.5, Shape: "prism", HeightM: 0.28, Closure: "sealed",
			Filling: "fresh-water", VolumeL: 1.5},
		{ID: "bottle-2", Name: "bottle 2", Kind: "bottle", TareKg: 0.04, CapacityL: 1.5, Shape: "prism", HeightM: 0.28, Closure: "sealed",
			Filling: "fresh-water", VolumeL: 1.5},
		{ID: "tote", Name: "market bag", Kind: "bag", TareKg: 0.12, TareHalfKg: 0.01, CapacityL: 14, Shape: "prism", HeightM: 0.34,
			Closure: "open", Filling: "books", VolumeL: 4, Adjustable: true},
	}
	f.Gear = []store.Gear{{ID: "mini", Item: "mini-loops"}}
	return f
}

// asked are answers to every question: no but for some.
func asked(floor, alone string, yes ...string) store.Asked {
	out := store.Asked{Floor: floor, Alone: alone, Legs: "both"}
	for _, q := range client.Questions() {
		switch {
		case slices.Contains(yes, q.Key):
			out.Answers = append(out.Answers, q.Key+":yes")
		case q.If == "" || slices.Contains(yes, q.If):
			out.Answers = append(out.Answers, q.Key+":no")
		}
	}
	return out
}
