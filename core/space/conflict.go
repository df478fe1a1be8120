package space

import (
	"math"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// ConflictKind is a way in which something stands wrong.
type ConflictKind string

// The kinds: out of the walls, in another thing, in what a door sweeps, without its working
// zone, without a way out.
const (
	OutOfRoom ConflictKind = "outside"
	InAnother ConflictKind = "overlap"
	InASwing  ConflictKind = "swing"
	NoZone    ConflictKind = "zone"
	NoWayOut  ConflictKind = "way-out"
)

// Conflict is one thing that stands wrong, with the distance that is missing, in m. Other
// names what it is with. Guidance says that it is advice and not a thing that cannot be.
type Conflict struct {
	Kind     ConflictKind
	Thing    string // id
	Other    string // id of a thing or an opening, empty for a wall
	Missing  quantity.Length
	Guidance bool
	Why      quantity.Phrase
}

// Conflicts names everything that stands wrong in a room, things in their order. Things
// that are moved away for training stand nowhere. Working zones may overlap each other,
// being used at different times; they may not reach into walls or into what stands there
// (ISO 20957-1, 0.6 m on the sides from which a machine is entered, from memory; guidance).
func (r Room) Conflicts() []Conflict {
	if len(r.Outline) == 0 {
		return nil
	}
	var out []Conflict
	level := func(l float64) quantity.Piece { return quantity.Amount(quantity.KindLevel, l) }
	for i, t := range r.Things {
		if t.Away {
			continue
		}
		foot := t.Outline()
		if far := plane.Beyond(r.Outline, foot); far > float64(touch) {
			out = append(out, Conflict{Kind: OutOfRoom, Thing: t.ID, Missing: quantity.Length(far),
				Why: quantity.Say(t.Name, " reaches ", level(far), " out of the room")})
		}
		for _, o := range r.Things[i+1:] {
			if o.Away {
				continue
			}
			if in := plane.Overlap(foot, o.Outline()); in > float64(touch) {
				out = append(out, Conflict{Kind: InAnother, Thing: t.ID, Other: o.ID, Missing: quantity.Length(in),
					Why: quantity.Say(t.Name, " and ", o.Name, " overlap by ", level(in))})
			}
		}
		for j, o := range r.Openings {
			if s := r.Swing(j); s != nil {
				if in := plane.Overlap(foot, s); in > float64(touch) {
					out = append(out, Conflict{Kind: InASwing, Thing: t.ID, Other: o.ID, Missing: quantity.Length(in),
						Why: quantity.Say(t.Name, " stands ", level(in), " in the swing of ", o.Name)})
				}
			}
		}
		out = append(out, r.zones(i)...)
	}
	return append(out, r.waysOut()...)
}

// Side names, with the corners of the foot that they run between.
var sides = []struct {
	name     string
	from, to int
	zone     func(Zone) quantity.Length
}{
	{"in front of", 0, 1, func(z Zone) quantity.Length { return z.Front }},
	{"right of", 1, 2, func(z Zone) quantity.Length { return z.Right }},
	{"behind", 2, 3, func(z Zone) quantity.Length { return z.Back }},
	{"left of", 3, 0, func(z Zone) quantity.Length { return z.Left }},
}

// zones are the sides of a thing on which its working zone is not free.
func (r Room) zones(i int) (out []Conflict) {
	t := r.Things[i]
	foot := t.Outline()
	floor := plane.Floor{Outline: r.Outline}
	for j, o := range r.Things {
		if j != i && !o.Away {
			floor.Blocked = append(floor.Blocked, o.Outline())
		}
	}
	for _, s := range sides {
		want := s.zone(t.Zone)
		if want <= 0 {
			continue
		}
		a, b := foot[s.from], foot[s.to]
		m := plane.Point{X: (a.X + b.X) / 2, Y: (a.Y + b.Y) / 2}
		away := plane.Point{X: m.X - t.X, Y: m.Y - t.Y}
		have := quantity.Length(floor.Clear(m, away, math.Hypot(b.X-a.X, b.Y-a.Y)))
		if missing := want - have; missing > touch {
			out = append(out, Conflict{Kind: NoZone, Thing: t.ID, Missing: missing, Guidance: true, Why: quantity.Say(
				s.name, " ", t.Name, " ", quantity.Amount(quantity.KindLevel, float64(missing)), " are missing of the ",
				quantity.Amount(quantity.KindLevel, float64(want)), " that it is worked with from")})
		}
	}
	return out
}

// Of the way from a working place to a door, in m: how wide it is (0.7 m, house value) and
// how far apart the places are that are looked at.
const (
	wayWidth = 0.7
	wayStep  = 0.05
)

// waysOut are the pieces of gear from whose working zone nobody gets to a door on a way of
// wayWidth, looked at on squares of 5 cm. A room without a drawn door is not judged.
func (r Room) waysOut() (out []Conflict) {
	var doors []plane.Point
	for _, o := range r.Openings {
		if o.Kind == DoorWay || o.Kind == Gap || o.Kind == GarageDoor {
			at, in := r.At(o.Wall, o.At+o.Width/2), r.inward(o.Wall)
			doors = append(doors, plane.Point{X: at.X + in.X*(wayWidth/2+wayStep), Y: at.Y + in.Y*(wayWidth/2+wayStep)})
		}
	}
	works := false
	for _, t := range r.Things {
		works = works || t.Zone != (Zone{}) && !t.Away
	}
	if len(doors) == 0 || !works {
		return nil
	}
	reached := r.walk(doors)
	for _, t := range r.Things {
		if t.Away || t.Zone == (Zone{}) {
			continue
		}
		if !reached.in(t.Around()) {
			out = append(out, Conflict{Kind: NoWayOut, Thing: t.ID, Guidance: true,
				Why: quantity.Say("from ", t.Name, " there is no way of ", quantity.Amount(quantity.KindLevel, wayWidth), " to a door")})
		}
	}
	return out
}

// squares are the middles of squares of a floor that have been reached.
type squares struct {
	x0, y0 float64
	w, h   int
	on     []bool
}

// walk reaches all that a body of wayWidth gets to from some places.
func (r Room) walk(from []plane.Point) squares {
	lo, hi := plane.Point{X: math.Inf(1), Y: math.Inf(1)}, plane.Point{X: math.Inf(-1), Y: math.Inf(-1)}
	for _, p := range r.Outline {
		lo = plane.Point{X: math.Min(lo.X, p.X), Y: math.Min(lo.Y, p.Y)}
		hi = plane.Point{X: math.Max(hi.X, p.X), Y: math.Max(hi.Y, p.Y)}
	}
	s := squares{x0: lo.X, y0: lo.Y, w: int((hi.X-lo.X)/wayStep) + 2, h: int((hi.Y-lo.Y)/wayStep) + 2}
	s.on = make([]bool, s.w*s.h)
	var rings []plane.Ring
	for _, t := range r.Things {
		if !t.Away {
			rings = append(rings, t.Outline())
		}
	}
	const body = wayWidth/2 - wayStep/2
	free := func(p plane.Point) bool {
		if !r.Outline.Holds(p) || r.Outline.From(p) < body {
			return false
		}
		for _, b := range rings {
			if b.From(p) < body || b.Holds(p) {
				return false
			}
		}
		return true
	}
	seen := make([]bool, len(s.on))
	var todo []int
	visit := func(i, j int) {
		if i < 0 || j < 0 || i >= s.w || j >= s.h || seen[j*s.w+i] {
			return
		}
		seen[j*s.w+i] = true
		if free(s.at(i, j)) {
			s.on[j*s.w+i] = true
			todo = append(todo, j*s.w+i)
		}
	}
	for _, p := range from {
		i, j := int((p.X-s.x0)/wayStep), int((p.Y-s.y0)/wayStep)
		for di := -1; di <= 1; di++ {
			for dj := -1; dj <= 1; dj++ {
				visit(i+di, j+dj)
			}
		}
	}
	for len(todo) > 0 {
		k := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		i, j := k%s.w, k/s.w
		visit(i+1, j)
		visit(i-1, j)
		visit(i, j+1)
		visit(i, j-1)
	}
	return s
}

func (s squares) at(i, j int) plane.Point {
	return plane.Point{X: s.x0 + (float64(i)+0.5)*wayStep, Y: s.y0 + (float64(j)+0.5)*wayStep}
}

// in says that some square within an outline, or at its edge, has been reached.
func (s squares) in(ring plane.Ring) bool {
	for k, on := range s.on {
		if p := s.at(k%s.w, k/s.w); on && (ring.Holds(p) || ring.From(p) <= wayWidth/2+wayStep) {
			return true
		}
	}
	return false
}
