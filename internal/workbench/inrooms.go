package workbench

import (
	"fmt"
	"slices"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// inRooms is what is in the rooms of a file.
type inRooms struct {
	openings  []store.Opening
	fixtures  []store.Fixture
	overheads []store.Overhead
}

// standing is what is in a file's rooms, apart from the file.
func standing(f store.File) inRooms {
	return inRooms{slices.Clone(f.Openings), slices.Clone(f.Fixtures), slices.Clone(f.Overheads)}
}

// checkRooms refuses rooms that cannot be, and what is written of the things in them. What
// was there before is held to nothing: a walk that is corrected takes nothing away, and what
// then stands wrong, which is said, can still be weighed, tested and named.
func checkRooms(rec *derive.Record, f store.File, before inRooms) error {
	for _, r := range f.Rooms {
		got := aRoom.Of(rec, r.ID)
		if got.Problem != nil {
			return got.Problem
		}
		if got.Walked {
			if area := got.Room.Outline.Area(); r.TakenM2 > area+1e-9 {
				return quantity.At("taken_m2", quantity.Amount(quantity.KindArea, r.TakenM2), " are taken of a room of ",
					quantity.Amount(quantity.KindArea, area))
			}
		}
	}
	return checkInRooms(f, before)
}

func checkInRooms(f store.File, before inRooms) error {
	known := map[string]RoomOf{}
	room := func(id string) (RoomOf, error) {
		if r, ok := known[id]; ok {
			return r, nil
		}
		at := slices.IndexFunc(f.Rooms, func(r store.Room) bool { return r.ID == id })
		if at < 0 {
			return RoomOf{}, quantity.At("room", fmt.Sprintf("there is no room %q", id))
		}
		known[id] = roomOf(f, f.Rooms[at])
		return known[id], nil
	}
	for _, o := range f.Openings {
		was := one(before.openings, func(x store.Opening) bool { return x.ID == o.ID })
		if was == o {
			continue
		}
		r, err := room(o.Room)
		if err != nil {
			return err
		}
		at := slices.IndexFunc(r.Room.Openings, func(x space.Opening) bool { return x.ID == o.ID })
		if at < 0 { // its wall is not there: alone it is refused for that
			r.Room.Openings, at = append(slices.Clone(r.Room.Openings), openingOf(o)), len(r.Room.Openings)
		}
		if err := anew(r.Room.OpeningFaults(at), was.Room != o.Room, func(field string) bool {
			return openingRests(was,
				field) != openingRests(o, field)
		}); err != nil {
			return err
		}
	}
	for _, x := range f.Fixtures {
		was := one(before.fixtures, func(o store.Fixture) bool { return o.ID == x.ID })
		if was == x {
			continue
		}
		r, err := room(x.Room)
		if err != nil {
			return err
		}
		if x.Kind == "gear" && (x.Gear != was.Gear || was.Kind != "gear") && !slices.ContainsFunc(f.Gear,
			func(g store.Gear) bool { return g.ID == x.Gear }) {
			return quantity.At("gear", "it stands for a piece of gear that is not there")
		}
		if !r.Walked || x.Away || x.Nowhere {
			continue
		}
		at := slices.IndexFunc(r.Room.Things, func(t space.Thing) bool { return t.ID == x.ID })
		if err := anew(r.Room.ThingFaults(at), was.Room != x.Room || was.Away,
			func(field string) bool { return fixtureRests(was, field) != fixtureRests(x, field) }); err != nil {
			return err
		}
	}
	for _, o := range f.Overheads {
		was := one(before.overheads, func(x store.Overhead) bool { return x.ID == o.ID })
		if was == o {
			continue
		}
		r, err := room(o.Room)
		if err != nil {
			return err
		}
		if err := anew(r.Room.OverheadFaults(overheadOf(o)), was.Room != o.Room || was.Kind != o.Kind,
			func(field string) bool { return overheadRests(was, field) != overheadRests(o, field) }); err != nil {
			return err
		}
	}
	return nil
}

// one is the first of a list that is meant, or a zero one.
func one[T any](all []T, meant func(T) bool) (out T) {
	if i := slices.IndexFunc(all, meant); i >= 0 {
		return all[i]
	}
	return out
}

// anew is the first fault that an edit has made: one of a thing that is new or elsewhere, or
// of a field that rests on what has changed. Nil when every fault stood there before.
func anew(faults []*quantity.FieldError, elsewhere bool, changed func(field string) bool) error {
	for _, f := range faults {
		if elsewhere || changed(f.Field) {
			return f
		}
	}
	return nil
}

// openingRests, fixtureRests and overheadRests are what a fault of a field rests on: with
// none of that changed, it was there before.
func openingRests(o store.Opening, field string) [6]float64 {
	switch field {
	case "sill_m", "height_m":
		return [6]float64{o.SillM, o.HeightM}
	case "track_m":
		return [6]float64{o.TrackM}
	case "at_m": // it may overlap another below or above
		return [6]float64{float64(o.Wall), o.AtM, o.WidthM, o.SillM, o.HeightM}
	}
	return [6]float64{float64(o.Wall), o.WidthM}
}

func fixtureRests(x store.Fixture, field string) [6]float64 {
	if field == "height_m" {
		return [6]float64{x.HeightM}
	}
	return [6]float64{x.XM, x.YM, x.WidthM, x.DepthM, x.TurnDeg}
}

func overheadRests(o store.Overhead, field string) [6]float64 {
	if field == "x_m" {
		return [6]float64{o.XM, o.YM, o.WidthM, o.DepthM, o.TurnDeg}
	}
	return [6]float64{float64(o.Wall), o.UnderM, o.HighM, o.RunM, o.WidthM, o.DepthM}
}
