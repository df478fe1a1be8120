package band

import "strings"

// Place is where the end of a band that stays is.
type Place string

// The places.
const (
	Feet   Place = "under the feet"
	Foot   Place = "under one foot"
	Soles  Place = "round the soles"
	Anchor Place = "at an anchor"
	Back   Place = "round the back"
	Palms  Place = "under the hands"
	Grip   Place = "held in the hands"
	Hands  Place = "between the hands"
	Knees  Place = "round the knees"
	Ankles Place = "round the ankles"
	Wrists Place = "round the wrists"
)

// Side is where an anchor is, seen from the body.
type Side string

// The sides.
const (
	Ahead  Side = "ahead"
	Behind Side = "behind"
	Aside  Side = "to the side"
)

// End is the part of the body that the band's other end pulls on.
type End string

// The ends.
const (
	BothHands End = "both hands"
	OneHand   End = "one hand"
	Shoulders End = "shoulders"
	Waist     End = "waist"
	AnkleEnd  End = "ankle"
	FootEnd   End = "foot"
	KneesEnd  End = "knees"
)

// View is the side from which a movement is seen best.
type View string

// The views.
const (
	FromSide  View = "side"
	FromFront View = "front"
	FromAbove View = "above"
)

// Kind is a kind of band.
type Kind string

// The kinds.
const (
	LongLoop Kind = "long-loop"
	MiniLoop Kind = "mini-loop"
	Strip    Kind = "strip"
	Tube     Kind = "tube"
)

// Kinds lists them all.
func Kinds() []Kind { return []Kind{LongLoop, MiniLoop, Strip, Tube} }

// Closed says that the band is a loop: laid flat, two strands pull.
func (k Kind) Closed() bool { return k == LongLoop || k == MiniLoop }

// Strands is how many strands pull when it is laid flat.
func (k Kind) Strands() int {
	if k.Closed() {
		return 2
	}
	return 1
}

// Movement is a movement against a band: where its ends are, and the poses
// between which the free end goes, on a straight line or, for Arc, as the joints
// turn. Height is that of the anchor as a share of stature, unless the set-up
// says another. Fold is how often the band is folded as a matter of course.
// Held says that the band pulls across the movement and is held against. It is of use
// once it is Ready.
type Movement struct {
	Key, Name     string
	Place         Place
	Side          Side
	Height        float64
	End           End
	Start, Finish Pose
	Arc           bool
	View          View
	Fold          int
	Held          bool
	Caution       string

	way *track
}

// Anchored says that one end is at an anchor.
func (m Movement) Anchored() bool { return m.Place == Anchor }

// Takes says whether the movement can be done with a kind of band.
func (m Movement) Takes(k Kind) bool {
	mini := m.Place == Knees || m.Place == Ankles || m.Place == Wrists
	return mini == (k == MiniLoop)
}

// Wants says which kind of band the movement asks for.
func (m Movement) Wants() string {
	if m.Takes(MiniLoop) {
		return "a mini loop goes round " + strings.TrimPrefix(string(m.Place), "round ")
	}
	return "a long loop, a strip or a tube"
}

// Level is the level of anchor that the movement asks for, empty without one.
func (m Movement) Level() string {
	switch {
	case !m.Anchored():
		return ""
	case m.Height > 0.95:
		return "high"
	case m.Height < 0.3:
		return "low"
	case m.Height < 0.65:
		return "waist"
	}
	return "chest"
}

// Ready is the movement with its names and caution, and with the way of its ends worked
// out: what CourseOf and everything above it needs.
func (m Movement) Ready(key, name, caution string) Movement {
	m.Key, m.Name, m.Caution = key, name, caution
	way := m.track()
	m.way = &way
	return m
}
