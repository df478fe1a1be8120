package workbench

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"scrappyrack/core/gear"
	"scrappyrack/core/plane"
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
}

// Lost is a thing of a list that has no place in its room, and why.
type Lost struct {
	List, ID string
	Why      error
}

// Said is the problem in a reader's units.
func (r RoomOf) Said(units quantity.System) string { return Say(r.Problem, units) }

// Say writes an error of the core in a reader's units.
func Say(err error, units quantity.System) string {
	var bad *quantity.FieldError
	if errors.As(err, &bad) {
		return bad.Detail.In(units)
	}
	return err.Error()
}

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

// roomsOf are the rooms of a file with what stands in them.
func roomsOf(f store.File) []RoomOf {
	out := make([]RoomOf, 0, len(f.Rooms))
	for _, r := range f.Rooms {
		out = append(out, roomOf(f, r))
	}
	return out
}

func roomOf(f store.File, r store.Room) RoomOf {
	out := RoomOf{Room: space.Room{
		ID: r.ID, Name: r.Name, Trains: r.Trains, Outdoor: r.Outdoor,
		Ceiling: space.Ceiling{Height: quantity.Length(r.CeilingM)}, CeilingHalf: quantity.Length(r.CeilingHalfM), Roof: space.RoofKind(r.Roof),
		Taken: r.TakenM2, Floor: space.FloorKind(r.Floor), Surface: space.Surface(r.Surface), Holes: space.Walls(r.Holes), Door: space.Door(r.Door),
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
				Kind: space.WallKind(w.Kind), Spacing: quantity.Length(w.SpacingM), Offset: quantity.Length(w.OffsetM), Lining: quantity.Length(w.LiningM), NoHoles: w.NoHoles,
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
		switch {
		case o.Room != r.ID || !out.Walked:
		case o.Kind == "slope" && o.Wall >= len(out.Room.Walls):
			out.Lost = append(out.Lost, Lost{"overheads", o.ID, noWall(o.Wall, len(out.Room.Walls))})
		case o.Kind == "slope" && o.HighM == 0 && r.CeilingM == 0:
			out.Lost = append(out.Lost, Lost{"overheads", o.ID, quantity.At("high_m", noHeight)})
		default:
			hang(&out.Room, o)
		}
	}
	return out
}

// noHeight is said of a slope up to a ceiling that nobody has measured.
const noHeight = "say how high it gets, or measure the ceiling"

// noWall is a slope that starts at a wall that there is not.
func noWall(wall, walls int) error {
	return quantity.At("wall", fmt.Sprintf("it starts at wall %s, and the room has %d walls", space.WallName(wall), walls))
}

func openingOf(o store.Opening) space.Opening {
	return space.Opening{
		ID: o.ID, Name: o.Name, Kind: space.OpeningKind(o.Kind), Wall: o.Wall, At: quantity.Length(o.AtM), Width: quantity.Length(o.WidthM),
		Height: quantity.Length(o.HeightM), Sill: quantity.Length(o.SillM), Leaf: space.Door(o.Leaf), Hinge: space.Hinge(o.Hinge), Swings: space.Swings(o.Swings),
		Track: quantity.Length(o.TrackM), TrackDepth: quantity.Length(o.TrackDepthM),
	}
}

func thingOf(f store.File, x store.Fixture) space.Thing {
	t := space.Thing{
		ID: x.ID, Name: x.Name, Kind: space.ThingKind(x.Kind), X: x.XM, Y: -x.YM, Width: quantity.Length(x.WidthM), Depth: quantity.Length(x.DepthM),
		Height: quantity.Length(x.HeightM), Turned: -x.TurnDeg, Mass: quantity.Mass(x.MassKg), Away: x.Away, Rock: space.Test(x.Rock), Sit: space.Test(x.Sit),
	}
	if at := slices.IndexFunc(f.Gear, func(g store.Gear) bool { return g.ID == x.Gear }); x.Gear != "" && at >= 0 {
		if it, err := gear.ByKey(f.Gear[at].Item); err == nil {
			t.Zone = it.Stand.Zone
		}
	}
	return t
}

// hang puts a drop or a slope under a room's ceiling; what lies above that hangs nowhere.
func hang(r *space.Room, o store.Overhead) {
	under, top := quantity.Length(o.UnderM), r.Ceiling.Height
	if o.Kind != "slope" {
		if under > 0 && (top == 0 || under <= top) && o.WidthM > 0 && o.DepthM > 0 {
			r.Ceiling.Drops = append(r.Ceiling.Drops, space.Drop{Name: o.Name, Outline: plane.Box(o.XM, -o.YM, o.WidthM, o.DepthM, -o.TurnDeg), Under: under, Loose: o.Kind == "lamp"})
		}
		return
	}
	s, ok := r.SlopeAt(o.Wall, under, cmp.Or(quantity.Length(o.HighM), top), quantity.Length(o.RunM))
	if ok {
		s.Name = o.Name
		r.Ceiling.Slopes = append(r.Ceiling.Slopes, s)
	}
}

// answersOf are the rooms of a file with what they come to for a body; each room is asked
// anew only when something of it, or the body, has changed.
func answersOf(f store.File, b space.Body, at around) ([]RoomOf, space.Answers) {
	rooms := roomsOf(f)
	all := coreRooms(rooms)
	answers := make([]space.Answer, 0, len(all))
	for _, r := range all {
		key := struct {
			Room space.Room
			Body space.Body
		}{r, b}
		key.Room.Name, key.Room.ID = "", ""
		answers = append(answers, at.rooms.of(key, func() space.Answer { return space.Ask(r, b) }))
	}
	return rooms, space.Gather(all, answers, b)
}

func coreRooms(rooms []RoomOf) []space.Room {
	out := make([]space.Room, 0, len(rooms))
	for _, r := range rooms {
		out = append(out, r.Room)
	}
	return out
}

// bodyOf is what of a client a room is measured against.
func bodyOf(f store.File) space.Body {
	return space.Body{
		Stature: quantity.Length(f.Profile.StatureM), Reach: quantity.Length(f.Profile.ReachM), Press: quantity.Length(f.Profile.PressM), Shoe: quantity.Length(f.Space.ShoeM),
	}
}

// otherOf is the second person's body, without a stature when nobody else trains here.
func otherOf(f store.File) space.Body {
	return space.Body{Stature: quantity.Length(f.Space.OtherM), Reach: quantity.Length(f.Space.OtherReachM), Shoe: quantity.Length(f.Space.ShoeM)}
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

// checkRooms refuses rooms that cannot be, and of what is in them that which is being
// written: a walk that is corrected takes nothing away that stood there before; it then
// stands wrong, which is said.
func checkRooms(f store.File, about func(list, id string) bool, say func(...any) string) error {
	length := func(v float64) quantity.Piece { return quantity.Amount(quantity.KindLength, v) }
	if o := f.Space.OtherM; o != 0 && o < 1 {
		return &FieldError{"other_m", say("a stature of ", length(o), " is below ", length(1), "; leave it empty when nobody else trains here")}
	}
	for _, r := range f.Rooms {
		if c := r.CeilingM; c != 0 && c < 1 {
			return &FieldError{"ceiling_m", say("a ceiling of ", length(c), " is below ", length(1), "; leave it empty when it is not measured")}
		}
		got := roomOf(f, r)
		if err := fieldOf(got.Problem, "", say); err != nil {
			return err
		}
		if got.Walked {
			if area := got.Room.Outline.Area(); r.TakenM2 > area+1e-9 {
				return &FieldError{"taken_m2", say(quantity.Amount(quantity.KindArea, r.TakenM2), " are taken of a room of ", quantity.Amount(quantity.KindArea, area))}
			}
		}
	}
	return checkInRooms(f, about, say)
}

// fieldOf is a core's error of a field in the words and paths of a part; nil of none.
func fieldOf(err error, path string, say func(...any) string) error {
	var bad *quantity.FieldError
	if !errors.As(err, &bad) {
		return err
	}
	return &FieldError{cmp.Or(path, bad.Field), say(bad.Detail)}
}

func checkInRooms(f store.File, about func(list, id string) bool, say func(...any) string) error {
	known := map[string]RoomOf{}
	room := func(id string, wanted bool) (RoomOf, error) {
		at := slices.IndexFunc(f.Rooms, func(r store.Room) bool { return r.ID == id })
		if at < 0 {
			return RoomOf{}, &FieldError{"room", fmt.Sprintf("there is no room %q", id)}
		}
		r, ok := known[id]
		if !ok && wanted {
			r = roomOf(f, f.Rooms[at])
			known[id] = r
		}
		return r, nil
	}
	for _, o := range f.Openings {
		wanted := about("openings", o.ID)
		r, err := room(o.Room, wanted)
		if err != nil {
			return err
		}
		if !wanted {
			continue
		}
		at := slices.IndexFunc(r.Room.Openings, func(x space.Opening) bool { return x.ID == o.ID })
		if at < 0 { // its wall is not there: alone it is refused for that
			r.Room.Openings, at = append(slices.Clone(r.Room.Openings), openingOf(o)), len(r.Room.Openings)
		}
		if err := fieldOf(r.Room.CheckOpening(at), "", say); err != nil {
			return err
		}
	}
	for _, x := range f.Fixtures {
		wanted := about("fixtures", x.ID)
		r, err := room(x.Room, wanted)
		if err != nil {
			return err
		}
		if !wanted {
			continue
		}
		if x.Kind == "gear" && !slices.ContainsFunc(f.Gear, func(g store.Gear) bool { return g.ID == x.Gear }) {
			return &FieldError{"gear", "it stands for a piece of gear that is not there"}
		}
		if r.Walked && !x.Away {
			at := slices.IndexFunc(r.Room.Things, func(t space.Thing) bool { return t.ID == x.ID })
			if err := fieldOf(r.Room.CheckThing(at), "", say); err != nil {
				return err
			}
		}
	}
	for _, o := range f.Overheads {
		wanted := about("overheads", o.ID)
		r, err := room(o.Room, wanted)
		if err != nil {
			return err
		}
		if wanted {
			if err := checkOverhead(r.Room, o, say); err != nil {
				return err
			}
		}
	}
	return nil
}

// checkOverhead refuses what cannot hang or slope where it is said to.
func checkOverhead(r space.Room, o store.Overhead, say func(...any) string) error {
	length := func(v float64) quantity.Piece { return quantity.Amount(quantity.KindLength, v) }
	top := cmp.Or(float64(r.Ceiling.Height), math.Inf(1))
	switch {
	case o.UnderM <= 0 && o.Kind != "slope":
		return &FieldError{"under_m", "its underside is above the floor"}
	case o.UnderM < 0:
		return &FieldError{"under_m", "it starts at the floor or above"}
	case o.UnderM > top:
		return &FieldError{"under_m", say("the ceiling is at ", length(top), ": it hangs below that")}
	}
	if o.Kind != "slope" {
		if o.WidthM <= 0 {
			return &FieldError{"width_m", "it has a width"}
		}
		if o.DepthM <= 0 {
			return &FieldError{"depth_m", "it has a depth"}
		}
		if len(r.Outline) > 0 && plane.Overlap(plane.Box(o.XM, -o.YM, o.WidthM, o.DepthM, -o.TurnDeg), hull(r.Outline)) == 0 {
			return &FieldError{"x_m", "it hangs outside the room"}
		}
		return nil
	}
	switch high := cmp.Or(o.HighM, float64(r.Ceiling.Height)); {
	case len(r.Walls) > 0 && o.Wall >= len(r.Walls):
		return fieldOf(noWall(o.Wall, len(r.Walls)), "", say)
	case high == 0:
		return &FieldError{"high_m", noHeight}
	case high > top:
		return &FieldError{"high_m", say("the ceiling is at ", length(top), ": it gets no higher")}
	case high <= o.UnderM:
		return &FieldError{"under_m", say("it rises from its wall, to ", length(high))}
	case o.RunM <= 0:
		return &FieldError{"run_m", "it gets to its height some way from its wall"}
	}
	return nil
}

// hull is the box around an outline.
func hull(r plane.Ring) plane.Ring {
	lo, hi := r[0], r[0]
	for _, p := range r {
		lo, hi = plane.Point{X: min(lo.X, p.X), Y: min(lo.Y, p.Y)}, plane.Point{X: max(hi.X, p.X), Y: max(hi.Y, p.Y)}
	}
	return plane.Box((lo.X+hi.X)/2, (lo.Y+hi.Y)/2, hi.X-lo.X, hi.Y-lo.Y, 0)
}

// everything is a check of all there is.
func everything(string, string) bool { return true }

// nothing is a check of none of what is in rooms.
func nothing(string, string) bool { return false }

// ofScopes is a check of what an edit is about.
func ofScopes(scopes []string) func(list, id string) bool {
	return func(list, id string) bool {
		return slices.ContainsFunc(scopes, func(s string) bool { return strings.HasPrefix(s, list+"/") && s[len(list)+1:] == id })
	}
}
