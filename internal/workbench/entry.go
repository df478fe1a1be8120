package workbench

import (
	"context"
	"fmt"
	"slices"

	"scrappyrack/core/entry"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// Entered is the edit that adds what a line says there is, as one change; ids of what is added begin with id, so that
// a line that is sent twice is there once. What of it is not understood is returned; of a line of which nothing is,
// the edit changes nothing.
func (b *Bench) Entered(ctx context.Context, practice, client, id, text string) (Edit, []entry.Missed, error) {
	f, err := b.Load(ctx, practice, client)
	if err != nil {
		return Edit{}, nil, err
	}
	items, missed := entry.Line(text, quantity.System(f.Profile.Units))
	more, fillings, unplaced := enteredIn(f, id, items)
	e := Add(client, store.Any, more)
	if len(fillings) > 0 {
		e.Scopes = append(e.Scopes, "at-hand")
	}
	e.Do = func(f *store.File) error {
		more, fillings, _ := enteredIn(*f, id, items) // names are told from those of then
		if here := f.Append(more); here != "" {
			return nil // it was sent before
		}
		for _, key := range fillings {
			if !slices.Contains(f.AtHand, key) {
				f.AtHand = append(slices.Clone(f.AtHand), key)
			}
		}
		return nil
	}
	return e, append(missed, unplaced...), nil
}

// Surveyed is the same of lines of a survey of a room, bare lengths in a unit.
func (b *Bench) Surveyed(ctx context.Context, practice, client, room, id, text, unit string) (Edit, []entry.Missed, error) {
	lines, err := b.Survey(ctx, practice, client, room, text, unit)
	if err != nil {
		return Edit{}, nil, err
	}
	var more store.File
	var missed []entry.Missed
	var walls []store.RoomWall
	ceiling, half := 0.0, 0.0
	for i, l := range lines {
		its := fmt.Sprintf("%s-%d", id, i)
		switch {
		case l.Problem != "":
			missed = append(missed, entry.Missed{Text: l.Text, Why: l.Problem})
		case l.Walls != nil:
			walls = l.Walls
		case l.CeilingM > 0:
			ceiling, half = l.CeilingM, l.HalfM
		case l.Opening != nil:
			l.Opening.ID = its
			more.Openings = append(more.Openings, *l.Opening)
		case l.Fixture != nil:
			l.Fixture.ID = its
			more.Fixtures = append(more.Fixtures, *l.Fixture)
		case l.Overhead != nil:
			l.Overhead.ID = its
			more.Overheads = append(more.Overheads, *l.Overhead)
		}
	}
	e := Add(client, store.Any, more)
	if walls != nil || ceiling > 0 {
		e.Scopes = append(e.Scopes, "rooms/"+room)
		if len(e.Scopes) == 1 {
			e.Label = store.Label{Do: "write", Part: "rooms", ID: room}
		}
	}
	e.Do = func(f *store.File) error {
		at := slices.IndexFunc(f.Rooms, func(r store.Room) bool { return r.ID == room })
		if at < 0 {
			return store.ErrNotFound
		}
		f.Rooms = slices.Clone(f.Rooms)
		if walls != nil {
			f.Rooms[at].Walls = walls
		}
		if ceiling > 0 {
			f.Rooms[at].CeilingM, f.Rooms[at].CeilingHalfM = ceiling, half
		}
		f.Append(more) // what is there already was sent before
		return nil
	}
	return e, missed, nil
}

// enteredIn are items as rows of a file's lists, and the fillings that are at hand. What has no place yet is told apart.
func enteredIn(f store.File, id string, items []entry.Item) (more store.File, fillings []string, unplaced []entry.Missed) {
	n := 0
	next := func() string {
		n++
		return fmt.Sprintf("%s-%d", id, n)
	}
	taken := map[string]bool{}
	f.EachName(func(name *string) { taken[*name] = true })
	called := func(name string, several bool) string {
		out := name
		for i := 1; taken[out] || several && out == name; i++ {
			out = fmt.Sprintf("%s %d", name, i)
		}
		taken[out] = true
		return out
	}
	for _, it := range items {
		number := func(field string) float64 { v, _ := it.Fields[field].(float64); return v }
		whole := func(field string) int { v, _ := it.Fields[field].(int); return v }
		word := func(field string) string { v, _ := it.Fields[field].(string); return v }
		for i := range it.Count {
			switch it.Kind {
			case entry.ContainerKind:
				more.Containers = append(more.Containers, saidContainer(it, next(), called(it.Name, it.Count > 1)))
			case entry.FurnitureKind:
				x := store.Fixture{ID: next(), Room: f.Rooms[0].ID, Name: called(it.Name, it.Count > 1), Kind: word("kind"), WidthM: number("width_m"),
					DepthM: number("depth_m"), HeightM: number("height_m"), MassKg: number("mass_kg"), Nowhere: true}
				more.Fixtures = append(more.Fixtures, x)
			case entry.BandKind:
				more.Bands = append(more.Bands, store.Band{ID: next(), Name: called(it.Name, it.Count > 1), Kind: word("kind"), RestM: number("rest_m"),
					WidthM: number("width_m"), ThicknessM: number("thickness_m")})
			case entry.GearKind:
				more.Gear = append(more.Gear, store.Gear{ID: next(), Item: word("item")})
			}
			if i > 0 {
				continue
			}
			switch it.Kind { // those that have a count themselves
			case entry.ThingKind:
				hard, _ := it.Fields["hard"].(bool)
				more.Things = append(more.Things, store.Thing{ID: next(), Name: called(it.Name, false), MassKg: number("mass_kg"),
					HalfKg: number("half_kg"), VolumeL: number("volume_l"), Count: it.Count, Hard: hard, Spare: true})
			case entry.BarKind:
				more.Handles = append(more.Handles, store.Handle{ID: next(), Name: called(it.Name, false), Kind: word("kind"),
					Count: min(2, it.Count), MassKg: number("mass_kg"), BoreMm: whole("bore_mm")})
			case entry.PlatesKind:
				more.Plates = append(more.Plates, store.Plate{ID: next(), MassKg: number("mass_kg"), Count: it.Count, BoreMm: whole("bore_mm")})
			case entry.FillingKind:
				fillings = append(fillings, word("filling"))
			case entry.OpeningKind:
				unplaced = append(unplaced, entry.Missed{Text: it.Text, Why: "it has a place in a wall: add it at Space, as door B 0.4 0.8 x 2.0"})
			}
		}
	}
	more.Complete()
	more.Persons, more.Rooms = nil, nil
	return more, fillings, unplaced
}

// saidContainer is a new container as it was said, and as its kind is.
func saidContainer(it entry.Item, id, name string) store.Container {
	number := func(field string) float64 { v, _ := it.Fields[field].(float64); return v }
	word := func(field string) string { v, _ := it.Fields[field].(string); return v }
	k, _ := load.KindByKey(word("kind")) // the line has found it there
	c := store.Container{ID: id, Name: name, Kind: k.Key, Shape: "prism", TareKg: number("tare_kg"), TareHalfKg: number("tare_half_kg"),
		CapacityL: number("capacity_l"), HeightM: number("height_m"), NetKg: number("net_kg"), Closure: string(k.Closure),
		Adjustable: k.Adjustable, Filling: word("filling")}
	if c.NetKg > 0 {
		c.Shape = "as-sold"
	}
	return c
}
