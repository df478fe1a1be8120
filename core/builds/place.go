package builds

import (
	"cmp"
	"math"
	"slices"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// wall is a wall as it was surveyed, the weak end of what nobody has said: a lining of 25 mm, wood of no
// known species; and the word of its owner.
func (s Situation) wall() (base Base, owner string) {
	base = Base{Kind: OtherWall, B: 0.038, H: 0.089, High: 2.4, Spacing: 0.6, Lining: 0.025}
	r := s.Room
	if r == nil || s.Wall < 0 || s.Wall >= len(r.Walls) {
		return base, ""
	}
	w := r.Walls[s.Wall]
	switch w.Kind {
	case space.TimberStud:
		base.Kind = WoodStuds
	case space.Brick, space.ConcreteOf, space.Stone, space.HollowBlock:
		base.Kind, base.Lining = MasonryWall, 0
	}
	base.Takes = r.WallTakes(s.Wall)
	if over := s.over(); over > 0 {
		base.High = over
	}
	if w.Spacing > 0 {
		base.Spacing = w.Spacing
	}
	if w.Lining > 0 {
		base.Lining = w.Lining
	}
	if owner = s.owner(); w.NoHoles {
		owner = "no"
	}
	return base, owner
}

// owner is the word of who owns the room, for its walls and what is overhead: yes, no, or nothing.
func (s Situation) owner() string {
	switch {
	case s.Room == nil:
		return ""
	case s.Room.Holes == space.NoHoles:
		return "no"
	case s.Room.Holes == space.Drillable:
		return "yes"
	}
	return ""
}

// over is how high the ceiling is at the place on the wall, 0 where that is not known.
func (s Situation) over() quantity.Length {
	r := s.Room
	if r == nil || r.Ceiling.Height <= 0 || s.Wall < 0 || s.Wall >= len(r.Walls) {
		return 0
	}
	return r.Over(r.At(s.Wall, s.At))
}

// onStud is how far off the middle of a stud a screw may be, in m (house value, for screws to 8 mm
// in an edge of 38 mm).
const onStud = 0.005

// floor is what it all stands on in the end, with who is on it: on the ground anything, upstairs no
// more than 200 kg to less than 3 m², which wants an engineer.
func (s Situation) floor(b Built) Check {
	body := b.OnFloor
	c := Check{Link: "floor below", Demand: float64(body.Value+body.Expanded()) + float64(b.Mass), Capacity: askMass, Unit: "kg",
		Formula: "all of it and who is on it, upstairs on under {3 m²}", Source: "house rule"}
	switch {
	case s.grounded():
		c.Demand, c.Formula = 0, "on the ground"
	case b.Floor >= askArea:
		c.Demand, c.Formula = 0, "all of it and who is on it, over {3 m²} or more"
	case c.Demand > c.Capacity:
		c.Refused = "over {200 kg} on under {3 m²} upstairs: across three joists near a wall, and an engineer is asked"
	}
	return c
}

// grounded says that the floor lies on the ground.
func (s Situation) grounded() bool {
	return s.Room != nil && (s.Room.Floor == space.Slab || s.Room.Outdoor)
}

// OnWall is how much of a wall a design takes, and where from its middle its fixings meet studs.
func (w Worked) OnWall() (wide quantity.Length, studs []quantity.Length) {
	return w.Design.wide(w.made), w.Design.studs(w.made)
}

// Takes is the part of its wall that a design takes in a situation; ok is false of one on none.
func (d Design) Takes(name string, v Values, s Situation) (t Taken, ok bool) {
	if d.On != OnWall || s.Room == nil || s.Wall < 0 {
		return t, false
	}
	m, _ := d.read(v, s)
	half := d.wide(m) / 2
	return Taken{name, s.Room.ID, s.Wall, s.At - half, s.At + half}, true
}

// placeOnWall is the link of where a design stands on a wall.
const placeOnWall = "place on the wall"

// before is how deep the floor before something on a wall has to be free, in m (house value).
const before quantity.Length = 0.12

// standing is whether the place on the wall is one: a wall, free there over a width from low up, with
// nothing standing before it, and studs where fixings have to meet them, from the middle.
func (s Situation) standing(wide, low quantity.Length, offs []quantity.Length) Check {
	c := Check{Link: placeOnWall, Fits: true, Capacity: 1, Formula: "a free place, on a stud where there are studs",
		Source: "survey"}
	r := s.Room
	if r == nil || s.Wall < 0 || s.Wall >= len(r.Walls) {
		c.Refused = "no wall is chosen: say which, and where along it"
		return c
	}
	from, to := s.At-wide/2, s.At+wide/2
	for _, t := range s.Taken {
		if t.Room == r.ID && t.Wall == s.Wall && from < t.To && t.From < to {
			c.Refused = Text(t.Name) + " is there: choose another place along the wall"
			return c
		}
	}
	masonry, margin := false, quantity.Length(0.1)
	switch r.Walls[s.Wall].Kind {
	case space.Brick, space.ConcreteOf, space.Stone, space.HollowBlock:
		masonry, margin = true, freeEdge // and no lintel, no triangle above one
	}
	for _, o := range r.Openings {
		if o.Wall == s.Wall && to > o.At-margin && from < o.At+o.Width+margin {
			c.Refused = Text(o.Name) + " is there: choose another place along the wall"
			return c
		}
	}
	if t, there := r.Before(s.Wall, from, to, low, before); there {
		c.Refused = Text(t.Name) + " stands there: move it, or choose another place along the wall"
		if t.Kind == space.BuiltIn {
			c.Refused = Text(t.Name) + " is there: choose another place along the wall"
		}
		return c
	}
	_, _, long := r.Wall(s.Wall)
	if s.At < 0.05 || s.At > long-0.05 || from < -0.001 || to > long+0.001 {
		c.Refused = "the wall ends there"
		return c
	}
	if masonry {
		first, last := s.At+slices.Min(offs), s.At+slices.Max(offs)
		if edge := min(first, long-last); edge < freeEdge {
			c.Refused = tell("an anchor stays %s from the end of a wall", mm(freeEdge))
		}
	}
	if r.Walls[s.Wall].Kind != space.TimberStud {
		return c
	}
	studs := r.Studs(s.Wall)
	if len(studs) == 0 {
		c.Refused = "nobody has found the first stud: small pilot holes, then write it down at Space"
		return c
	}
	c.Capacity, c.Unit = onStud, "m"
	for _, off := range offs {
		at := s.At + off
		near := slices.MinFunc(studs, func(a, b quantity.Length) int {
			return cmp.Compare(math.Abs(float64(a-at)), math.Abs(float64(b-at)))
		})
		if away := math.Abs(float64(near - at)); away >= c.Demand {
			c.Demand = away
			c.Formula = tell("from the middle of a stud; the nearest is at %s", metre(near, 2))
			if len(offs) > 1 {
				c.Formula = tell("each of its %d places from the middle of a stud; for that at %s the nearest is at %s",
					len(offs), metre(at, 2), metre(near, 2))
			}
		}
	}
	return c
}
