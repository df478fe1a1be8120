package space

import (
	"fmt"
	"math"

	"scrappyrack/core/derivation"
	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// Verdict is whether a use of height is to be had in a room.
type Verdict string

// The verdicts: all over the free floor; in a place of it; only if the tape read low; once
// something is changed; not at all; nobody has measured.
const (
	Everywhere Verdict = "yes"
	InAPlace   Verdict = "here"
	Unsure     Verdict = "unsure"
	IfChanged  Verdict = "change"
	Nowhere    Verdict = "no"
	Unmeasured Verdict = "unmeasured"
)

// Headroom is one use of height for a body in a room. Width and Depth are of the place that
// it wants, either way round, in m. Best is the highest that such a place has, 0 where the
// floor has none, and Margin = Best − needed. Where is the place that does, in a room by
// its number; Change says what would make it possible, and Instead what is possible as it
// is. Fits is what plans go by: a use that is unsure or wants a change does not fit, one
// that nobody can judge does.
type Headroom struct {
	Use          Use
	Name         string
	Needed       derivation.Derivation
	Width, Depth quantity.Length
	Verdict      Verdict
	Best, Margin quantity.Length
	Fits, Known  bool
	Room         int
	Where        Spot
	Near         quantity.Phrase
	Change       quantity.Phrase
	Instead      quantity.Phrase
}

// Two heights that are nearer to each other can be written alike: a metric one is shown
// in millimetres, a US one in eighths of an inch.
const hardly = quantity.Length(0.005)

// Lack says what is lacking of a use that does not fit, and what would do.
func (h Headroom) Lack() quantity.Phrase {
	length := func(l quantity.Length) quantity.Piece { return quantity.Amount(quantity.KindLength, float64(l)) }
	needed := quantity.Length(h.Needed.Value)
	var out quantity.Phrase
	switch {
	case h.Best <= 0:
		out = quantity.Say("needs a free place of ", length(h.Width), " × ", length(h.Depth))
	case h.Verdict == Unsure:
		out = quantity.Say("needs ", length(needed), " of height, which the tape's ± leaves open: measure again")
	case needed-h.Best <= 0: // there, but not with the ± of the tape
		out = quantity.Say("needs ", length(needed), " of height with the tape's ± to spare")
	case needed-h.Best < hardly:
		out = quantity.Say("needs ", length(needed), " of height, and the room is less than ", length(hardly), " short of it")
	default:
		out = quantity.Say("needs ", length(needed), " of height, the room has ", length(h.Best))
	}
	if !h.Change.Empty() {
		out = append(out, quantity.Say(": ", h.Change, " it fits")...)
	}
	return out
}

// Spot is a free rectangle along the room's longest wall, or square to it; Width is its side
// along that, in m. Without corners there is none.
type Spot struct {
	Outline      plane.Ring
	Width, Depth quantity.Length
}

// Area is the spot's, in m².
func (s Spot) Area() float64 { return float64(s.Width * s.Depth) }

// Size is the place that a use wants for a body, in m: a press 1.2 × 0.9, a hang 0.8 × 0.8,
// a jump 1.0 × 1.0, floor work H + 0.3 × 0.9, a bar overhead its 2.2 × 0.9 (IWF Technical
// and Competition Rules: a bar is 2.2 m long), all else 0.9 × 0.6 (house values).
func (u Use) Size(b Body) (width, depth quantity.Length) {
	switch u {
	case OverheadUse, FloorPress, KneelPress, ChairPress:
		return 1.2, 0.9
	case FullHang, BentHang, ChinOverBar, FullPullUp:
		return 0.8, 0.8
	case Jump, JumpReach, Rope:
		return 1.0, 1.0
	case LyingOnFloor, LyingPress:
		return b.Stature + floorWork, 0.9
	case OnTheFloor, StepUp:
		return 1.2, 0.6
	case BarOverhead:
		return barLength, 0.9
	}
	return 0.9, 0.6
}

const barLength = quantity.Length(2.2)

// seeker asks one room for spots, each once. Floor and ceiling are turned so that the
// room's longest wall runs along x.
type seeker struct {
	r       Room
	turn    float64
	floor   plane.Floor
	ceiling Ceiling
	highest map[[2]quantity.Length]quantity.Length
	spots   map[[3]quantity.Length]Spot
}

func seek(r Room) *seeker {
	s := &seeker{r: r, turn: r.leaning(), ceiling: r.hung(), highest: map[[2]quantity.Length]quantity.Length{},
		spots: map[[3]quantity.Length]Spot{}}
	s.floor = r.Free()
	if s.turn != 0 {
		s.floor.Outline = s.floor.Outline.Turned(-s.turn)
		for i, b := range s.floor.Blocked {
			s.floor.Blocked[i] = b.Turned(-s.turn)
		}
		s.ceiling = s.ceiling.turned(-s.turn)
	}
	return s
}

// leaning is the angle of the room's longest wall to the nearest axis, in radians.
func (r Room) leaning() float64 {
	best, turn := quantity.Length(0), 0.0
	for i := range r.Outline {
		if a, b, l := r.Wall(i); l > best+touch {
			turn = math.Atan2(b.Y-a.Y, b.X-a.X)
			best = l
		}
	}
	turn -= math.Round(turn/(math.Pi/2)) * math.Pi / 2
	if math.Abs(turn) < 1e-9 {
		return 0
	}
	return turn
}

// spot is the largest place of a size with a height; without corners there is none.
func (s *seeker) spot(height, width, depth quantity.Length) Spot {
	key := [3]quantity.Length{height, width, depth}
	out, ok := s.spots[key]
	if !ok {
		if p := s.ceiling.Place(s.floor, height, width, depth); p.Area() > 0 {
			out = s.of(p)
		}
		s.spots[key] = out
	}
	return out
}

// of is a rectangle of the turned floor as it lies in the room.
func (s *seeker) of(p plane.Rectangle) Spot {
	return Spot{p.Outline().Turned(s.turn), quantity.Length(p.Width), quantity.Length(p.Depth)}
}

func (s *seeker) best(width, depth quantity.Length) quantity.Length {
	key := [2]quantity.Length{width, depth}
	h, ok := s.highest[key]
	if !ok {
		h = s.ceiling.HighestFor(s.floor, width, depth)
		s.highest[key] = h
	}
	return h
}

// head holds one use against the room. A room without walls has its ceiling everywhere.
func (s *seeker) head(b Body, use Use) Headroom {
	need := UsualNeed(b, use)
	h := Headroom{Use: use, Name: useNames[use], Needed: need, Verdict: Unmeasured, Known: s.r.Measured(), Fits: true}
	h.Width, h.Depth = use.Size(b)
	high, half := quantity.Length(need.Value), s.r.CeilingHalf
	if len(s.r.Outline) == 0 {
		if !h.Known {
			return h
		}
		h.Best = s.ceiling.Height
		h.Margin = h.Best - high
		h.Verdict = cut(h.Margin, half, Everywhere)
		h.Fits = h.Verdict == Everywhere
		return h
	}
	h.Where = s.spot(high+half, h.Width, h.Depth)
	h.Fits = h.Where.Area() > 0
	if low, all := s.ceiling.Below(high + half); h.Fits && (all || s.over(low)) {
		h.Verdict = InAPlace
	} else if h.Fits {
		h.Verdict = Everywhere
	}
	h.Best = s.best(h.Width, h.Depth)
	h.Margin = h.Best - high
	switch {
	case h.Fits && h.Best >= unmeasured && !h.Known:
		// What hangs below a ceiling that nobody has measured leaves a place that may be high enough.
		h.Verdict, h.Margin = Unmeasured, 0
	case h.Fits:
		h.Known = true
		h.Near = s.near(h.Where)
	case s.spot(high-half, h.Width, h.Depth).Area() > 0:
		h.Known, h.Verdict, h.Where = true, Unsure, s.spot(high-half, h.Width, h.Depth)
	default:
		h.Known, h.Verdict = true, Nowhere
		if h.Change, h.Where = s.change(h, high+half); !h.Change.Empty() {
			h.Verdict = IfChanged
		}
	}
	return h
}

// cut is the verdict on a margin that is known within ±half.
func cut(margin, half quantity.Length, good Verdict) Verdict {
	switch {
	case margin-half >= 0:
		return good
	case margin+half >= 0:
		return Unsure
	}
	return Nowhere
}

// over says that any of some outlines takes of the free floor.
func (s *seeker) over(low []plane.Ring) bool {
	f := s.floor
	free := f.FreeArea()
	f.Blocked = append(f.Blocked[:len(f.Blocked):len(f.Blocked)], low...)
	return f.FreeArea() < free-1e-6
}

// near says where a place is: by the wall that is nearest to its middle.
func (s *seeker) near(p Spot) quantity.Phrase {
	m := plane.Point{X: (p.Outline[0].X + p.Outline[2].X) / 2, Y: (p.Outline[0].Y + p.Outline[2].Y) / 2}
	wall, best := 0, math.Inf(1)
	for i := range s.r.Outline {
		a, b, l := s.r.Wall(i)
		in := s.r.inward(i)
		along := ((m.X-a.X)*(b.X-a.X) + (m.Y-a.Y)*(b.Y-a.Y)) / float64(l)
		off := (m.X-a.X)*in.X + (m.Y-a.Y)*in.Y
		if off > 0 && along > 0 && along < float64(l) && off < best {
			wall, best = i, off
		}
	}
	length := func(v quantity.Length) quantity.Piece { return quantity.Amount(quantity.KindLength, float64(v)) }
	words := "in the middle, "
	if best < float64(max(p.Width, p.Depth)) {
		words = fmt.Sprintf("by wall %s, ", WallName(wall))
	}
	return quantity.Say(words, length(p.Width), " × ", length(p.Depth))
}

// change is the least thing that can be done so that a use fits: one thing that is moved
// away, one lamp that is taken down. Each is tried.
func (s *seeker) change(h Headroom, high quantity.Length) (quantity.Phrase, Spot) {
	for i, t := range s.r.Things {
		if t.Away || t.Kind == BuiltIn {
			continue
		}
		r := s.r
		r.Things = append([]Thing(nil), r.Things...)
		r.Things[i].Away = true
		if p := seek(r).spot(high, h.Width, h.Depth); p.Area() > 0 {
			return quantity.Say("with ", t.Name, " moved away"), p
		}
	}
	for i, d := range s.r.Ceiling.Drops {
		if !d.Loose {
			continue
		}
		r := s.r
		r.Ceiling.Drops = append(append([]Drop(nil), r.Ceiling.Drops[:i]...), r.Ceiling.Drops[i+1:]...)
		if p := seek(r).spot(high, h.Width, h.Depth); p.Area() > 0 {
			return quantity.Say("with ", d.Name, " taken down"), p
		}
	}
	for i, o := range s.r.Openings {
		if s.r.Swing(i) == nil {
			continue
		}
		r := s.r
		r.Openings = append([]Opening(nil), r.Openings...)
		r.Openings[i].Swings = ""
		if p := seek(r).spot(high, h.Width, h.Depth); p.Area() > 0 {
			return quantity.Say("with ", o.Name, " kept shut"), p
		}
	}
	return nil, Spot{}
}
