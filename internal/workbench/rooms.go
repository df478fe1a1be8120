package workbench

import (
	"slices"
	"sync"

	"scrappyrack/core/gear"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/store"
)

// RoomOf is a room of a file in the core's terms, with what the walk round it came to.
type RoomOf struct {
	Room   space.Room
	Survey space.Survey
	// Walked says that its walls close; Problem, when they do not, why.
	Walked  bool
	Problem error
	// Lost is what has no place any more, its wall or the ceiling's height being gone.
	Lost []Lost
	look func() RoomLook
}

// RoomLook is what is only seen of a room that is looked at.
type RoomLook struct {
	Farthest  []space.Anchor // per wall; a run of 0 where it has none
	Skylines  [][]space.Step // per wall
	Conflicts []space.Conflict
}

// Look looks at a room, once as long as it stands so.
func (r RoomOf) Look() RoomLook { return r.look() }

func looked(r space.Room) (out RoomLook) {
	for i := range r.Walls {
		from, to, _ := r.Wall(i)
		far, _ := r.FarthestOn(i)
		out.Farthest, out.Skylines = append(out.Farthest, far), append(out.Skylines, r.Skyline(from, to))
	}
	out.Conflicts = r.Conflicts()
	return out
}

// Lost is a thing of a list that has no place in its room, and why.
type Lost struct {
	List, ID string
	Why      error
}

// Said is the problem in a reader's units.
func (r RoomOf) Said(units quantity.System) string { return quantity.In(r.Problem, units).Error() }

// walkOf are the walls of a room as they were walked; closes says that the last one's
// length is to be found.
func walkOf(r store.Room) (walls []space.Wall, closes bool) {
	for i, w := range r.Walls {
		if w.LengthM == 0 && i == len(r.Walls)-1 {
			closes = true
		}
		walls = append(walls, space.Wall{Turn: w.TurnDeg, Length: quantity.Length(w.LengthM), Exact: w.Exact})
	}
	return walls, closes
}

func roomOf(f store.File, r store.Room) RoomOf {
	out := RoomOf{Room: space.Room{
		ID: r.ID, Name: r.Name, Trains: r.Trains, Outdoor: r.Outdoor,
		Ceiling: space.Ceiling{Height: quantity.Length(r.CeilingM)}, CeilingHalf: quantity.Length(r.CeilingHalfM),
		Roof:  space.RoofKind(r.Roof),
		Taken: r.TakenM2, Floor: space.FloorKind(r.Floor), Surface: space.Surface(r.Surface), Holes: space.Walls(r.Holes),
		Door:            space.Door(r.Door),
		NeighboursBelow: r.Below, Drops: r.Drops, Sleeps: r.Sleeps,
	}}
	if len(r.Walls) > 0 {
		walls, closes := walkOf(r)
		out.Survey, out.Problem = space.Closed(walls, closes)
		out.Walked = out.Problem == nil
	}
	if out.Walked {
		out.Room.Outline = out.Survey.Outline
		walls, closes := walkOf(r)
		out.Room.Variants = space.Vary(walls, closes, quantity.Length(r.WallsHalfM))
		for _, w := range r.Walls {
			out.Room.Walls = append(out.Room.Walls, space.Side{
				Kind: space.WallKind(w.Kind), Spacing: quantity.Length(w.SpacingM), Offset: quantity.Length(w.OffsetM),
				Lining: quantity.Length(w.LiningM), NoHoles: w.NoHoles,
			})
		}
	}
	for _, o := range f.Openings {
		switch {
		case o.Room != r.ID || !out.Walked:
		case o.Wall < len(out.Room.Walls):
			out.Room.Openings = append(out.Room.Openings, openingOf(o))
		default:
			lone := out.Room
			lone.Openings = []space.Opening{openingOf(o)}
			out.Lost = append(out.Lost, Lost{"openings", o.ID, lone.CheckOpening(0)})
		}
	}
	for _, x := range f.Fixtures {
		if x.Room == r.ID && out.Walked {
			out.Room.Things = append(out.Room.Things, thingOf(f, x))
		}
	}
	for _, o := range f.Overheads {
		if o.Room == r.ID && out.Walked {
			if err := out.Room.Hang(overheadOf(o)); err != nil {
				out.Lost = append(out.Lost, Lost{"overheads", o.ID, err})
			}
		}
	}
	out.look = sync.OnceValue(func() RoomLook { return looked(out.Room) })
	return out
}

func openingOf(o store.Opening) space.Opening {
	return space.Opening{
		ID: o.ID, Name: o.Name, Kind: space.OpeningKind(o.Kind), Wall: o.Wall, At: quantity.Length(o.AtM), Width: quantity.Length(o.WidthM),
		Height: quantity.Length(o.HeightM), Sill: quantity.Length(o.SillM), Leaf: space.Door(o.Leaf), Hinge: space.Hinge(o.Hinge),
		Swings: space.Swings(o.Swings),
		Track:  quantity.Length(o.TrackM), TrackDepth: quantity.Length(o.TrackDepthM),
	}
}

func thingOf(f store.File, x store.Fixture) space.Thing {
	t := space.Thing{
		ID: x.ID, Name: x.Name, Kind: space.ThingKind(x.Kind), X: x.XM, Y: -x.YM, Width: quantity.Length(x.WidthM),
		Depth:  quantity.Length(x.DepthM),
		Height: quantity.Length(x.HeightM), Turned: -x.TurnDeg, Mass: quantity.Mass(x.MassKg), Away: x.Away || x.Nowhere,
		Rock: space.Test(x.Rock), Sit: space.Test(x.Sit),
	}
	if at := slices.IndexFunc(f.Gear, func(g store.Gear) bool { return g.ID == x.Gear }); x.Gear != "" && at >= 0 {
		if it, err := gear.ByKey(f.Gear[at].Item); err == nil {
			t.Zone = it.Stand.Zone
		}
	}
	return t
}

func overheadOf(o store.Overhead) space.Overhead {
	return space.Overhead{
		Name: o.Name, Slopes: o.Kind == "slope", Loose: o.Kind == "lamp", X: o.XM, Y: -o.YM, Turned: -o.TurnDeg,
		Width: quantity.Length(o.WidthM), Depth: quantity.Length(o.DepthM),
		Under: quantity.Length(o.UnderM), Wall: o.Wall, Run: quantity.Length(o.RunM), High: quantity.Length(o.HighM),
	}
}

func coreRooms(rooms []RoomOf) []space.Room {
	out := make([]space.Room, 0, len(rooms))
	for _, r := range rooms {
		out = append(out, r.Room)
	}
	return out
}

// bodyOf is what of a person a room is measured against.
func bodyOf(p store.Person, s store.Space) space.Body {
	return space.Body{
		Stature: quantity.Length(
			p.StatureM,
		), Reach: quantity.Length(p.ReachM), Press: quantity.Length(p.PressM), Shoe: quantity.Length(s.ShoeM),
	}
}

// surfaceOf is what the floor is covered with where training happens: in the first of
// those rooms.
func surfaceOf(f store.File) space.Surface {
	for _, r := range f.Rooms {
		if r.Trains {
			return space.Surface(r.Surface)
		}
	}
	return space.Laminate
}
