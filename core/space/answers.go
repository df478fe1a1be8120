package space

import (
	"cmp"
	"slices"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// Answers are what all rooms of somebody come to for a body: the questions that everything
// else asks of them, answered once.
type Answers struct {
	Rooms []Answer
	// Heads are of every use, each where it is best to be had among the rooms that are
	// trained in; none without a stature.
	Heads []Headroom
	// Free is the floor left in those rooms, in m², and Whole what they hold.
	Free, Whole float64
	// Lane is the longest lane in m, in the room LaneIn (-1 where there is none).
	Lane   quantity.Length
	LaneIn int
	// Farthest is the most room before a wall or a door, in m, 0 where no walls were measured.
	Farthest quantity.Length
	// Outside are the uses that are to be had outdoors only.
	Outside []Use
}

// Answer is what one room comes to.
type Answer struct {
	Free     float64 // m²
	FreeHalf float64 // by how much that may be off, ±
	LaneHalf quantity.Length
	Largest  Spot // the largest free rectangle
	Lane     plane.Lane
	Farthest quantity.Length
	Heads    []Headroom
}

// Work asks all questions of all rooms for a body; without a stature no headroom, and a
// lane without regard to height.
func Work(rooms []Room, b Body) Answers {
	answers := make([]Answer, 0, len(rooms))
	for _, r := range rooms {
		answers = append(answers, Ask(r, b))
	}
	return Gather(rooms, answers, b)
}

// Gather is what rooms come to together whose answers for a body are there already.
func Gather(rooms []Room, answers []Answer, b Body) Answers {
	out := Answers{LaneIn: -1}
	for i, r := range rooms {
		a := answers[i]
		a.Heads = slices.Clone(a.Heads)
		for j := range a.Heads {
			a.Heads[j].Room = i
		}
		out.Rooms = append(out.Rooms, a)
		if !r.Trains {
			continue
		}
		out.Free += a.Free
		if len(r.Outline) > 0 {
			out.Whole += r.Outline.Area()
		}
		if l := quantity.Length(a.Lane.Length()); l > out.Lane {
			out.Lane, out.LaneIn = l, i
		}
		out.Farthest = max(out.Farthest, a.Farthest)
	}
	if b.Stature > 0 {
		out.heads(rooms, b)
	}
	return out
}

func (a *Answers) heads(rooms []Room, b Body) {
	for _, use := range Uses() {
		best, inside := -1, false
		for i, r := range rooms {
			if !r.Trains {
				continue
			}
			h := head(a.Rooms[i].Heads, use)
			inside = inside || h.Fits && !r.Outdoor
			if best < 0 || better(h, head(a.Rooms[best].Heads, use)) {
				best = i
			}
		}
		if best < 0 { // nobody has said where
			need := UsualNeed(b, use)
			w, d := use.Size(b)
			a.Heads = append(a.Heads, Headroom{Use: use, Name: useNames[use], Needed: need, Width: w, Depth: d, Verdict: Unmeasured,
				Fits: true, Room: -1})
			continue
		}
		h := head(a.Rooms[best].Heads, use)
		if h.Fits && !inside {
			a.Outside = append(a.Outside, use)
		}
		a.Heads = append(a.Heads, h)
	}
}

var ranks = map[Verdict]int{Everywhere: 5, InAPlace: 4, Unmeasured: 3, Unsure: 2, IfChanged: 1, Nowhere: 0}

func better(a, b Headroom) bool {
	return cmp.Or(cmp.Compare(ranks[a.Verdict], ranks[b.Verdict]), cmp.Compare(a.Margin, b.Margin)) > 0
}

// Ask asks one room everything, for a body. What comes back may be shared: it is read only.
func Ask(r Room, b Body) Answer {
	out := Answer{Free: r.FreeFloor().Value}
	s := seek(r)
	if len(r.Outline) > 0 {
		if p := s.floor.LargestRectangle(); p.Area() > 0 {
			out.Largest = s.of(p)
		}
		upright := r.upright(b)
		out.Lane = r.Lane(upright)
		out.FreeHalf = r.spread(func(r Room) float64 { return r.FreeFloor().Value })
		out.LaneHalf = r.laneHalf(out.Lane, upright)
		out.Farthest = r.Farthest()
	}
	if b.Stature == 0 {
		return out
	}
	for _, use := range Uses() {
		out.Heads = append(out.Heads, s.head(b, use))
	}
	fits := func(u Use) bool { return head(out.Heads, u).Fits }
	for i := range out.Heads {
		if h := &out.Heads[i]; !h.Fits {
			h.Instead = instead(b, *h, r.CeilingHalf, fits)
		}
	}
	return out
}

func head(all []Headroom, use Use) Headroom {
	if i := slices.IndexFunc(all, func(h Headroom) bool { return h.Use == use }); i >= 0 {
		return all[i]
	}
	return Headroom{Use: use, Verdict: Unmeasured, Fits: true, Room: -1}
}

// Head is where and how a use is best to be had; of one that nobody can judge it fits.
func (a Answers) Head(use Use) Headroom { return head(a.Heads, use) }

// Asked are the uses that a consultant asks for, in the order in which they are shown.
func Asked() []Use {
	return []Use{StandingUse, OverheadUse, FloorPress, FullHang, BentHang, ChinOverBar, StepUp, Rope, JumpReach, LyingPress, BarOverhead}
}
