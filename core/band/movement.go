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
// Held says that the band pulls across the movement and is held against.
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

// Cautions of whole families.
const (
	underFoot = "A band under the foot slips on a smooth floor: mid-foot, flat shoe, slow first pull."
	atAnchor  = "Look the band over and pull slowly the first time; eyes out of its line."
	faceward  = "The band points at the face: a second look at the anchor before every set, and no nearer than the movement asks."
	legLoop   = "Look the loop over for nicks; it rolls up on bare skin."
	roundBack = "The band lies flat across the shoulder blades, clear of neck and armpits."
)

// Poses that come again and again. Angles are house values for a usual way of
// doing each movement.
var (
	stand     = Pose{Base: Standing}
	squat     = Pose{Base: Standing, Shank: 28, Thigh: 85, Trunk: 38, Upper: 40, Fore: 170}
	hinge     = Pose{Base: Standing, Shank: 5, Thigh: 22, Trunk: 70}
	bent      = Pose{Base: Standing, Shank: 12, Thigh: 30, Trunk: 60}
	atChest   = Pose{Base: Standing, Upper: -20, Fore: 95, Out: 15}
	overhead  = Pose{Base: Standing, Upper: 180, Fore: 180}
	straightF = Pose{Base: Standing, Upper: 90, Fore: 90}
	rack      = Pose{Base: Standing, Upper: 35, Fore: 160}
	ribs      = Pose{Base: Standing, Upper: -45, Fore: 60}
)

func with(p Pose, change func(*Pose)) Pose { change(&p); return p }

func armsOf(p, arms Pose) Pose {
	p.Upper, p.Fore, p.Out, p.ForeOut = arms.Upper, arms.Fore, arms.Out, arms.ForeOut
	return p
}

func arms(p Pose, upper, fore, out float64) Pose {
	p.Upper, p.Fore, p.Out = upper, fore, out
	return p
}

func leg(p Pose, flex, calf, out float64) Pose {
	p.Leg, p.Calf, p.LegOut = flex, calf, out
	return p
}

// Heights of anchors as shares of stature.
const (
	highAnchor  = 1.10
	chestAnchor = 0.75
	waistAnchor = 0.56
	lowAnchor   = 0.06
)

var movements = []Movement{
	{Key: "band-squat", Name: "Squat, band under the feet", Place: Feet, End: Shoulders, Start: squat, Finish: armsOf(stand, squat), Fold: 1, Caution: underFoot},
	{Key: "band-split-squat", Name: "Split squat, band under the front foot", Place: Foot, End: Shoulders, Start: with(squat, func(p *Pose) { p.Shank, p.Thigh, p.Trunk = 5, 75, 5 }), Finish: armsOf(stand, squat), Fold: 1, Caution: underFoot},
	{Key: "band-deadlift", Name: "Deadlift, band under the feet", Place: Feet, End: BothHands, Start: with(hinge, func(p *Pose) { p.Shank, p.Thigh = 15, 55 }), Finish: stand, Fold: 2, Caution: underFoot},
	{Key: "band-good-morning", Name: "Good morning, band under the feet", Place: Feet, End: Shoulders, Start: armsOf(hinge, squat), Finish: armsOf(stand, squat), Arc: true, Fold: 1, Caution: underFoot},
	{Key: "band-overhead-press", Name: "Press, band under the feet", Place: Feet, End: BothHands, Start: rack, Finish: overhead, Fold: 1, Caution: underFoot},
	{Key: "band-one-hand-press", Name: "One-hand press, band under the foot", Place: Foot, End: OneHand, Start: rack, Finish: overhead, Fold: 1, Caution: underFoot},
	{Key: "band-bent-row", Name: "Bent-over row, band under the feet", Place: Feet, End: BothHands, Start: bent, Finish: arms(bent, -50, 20, 0), Fold: 2, Caution: underFoot},
	{Key: "band-one-hand-row", Name: "One-hand row, band under the foot", Place: Foot, End: OneHand, Start: bent, Finish: arms(bent, -50, 20, 0), Fold: 2, Caution: underFoot},
	{Key: "band-curl", Name: "Curl, band under the feet", Place: Feet, End: BothHands, Start: arms(stand, 0, 10, 0), Finish: arms(stand, 0, 140, 0), Arc: true, Fold: 2, Caution: underFoot},
	{Key: "band-shrug", Name: "Shrug, band under the feet", Place: Feet, End: BothHands, Start: stand, Finish: with(stand, func(p *Pose) { p.Rise = 0.035 }), Fold: 2, Caution: underFoot},
	{Key: "band-side-raise", Name: "Side raise, band under the foot", Place: Foot, End: OneHand, Start: arms(stand, 0, 0, 5), Finish: arms(stand, 0, 0, 90), Arc: true, View: FromFront, Fold: 1, Caution: underFoot},
	{Key: "band-front-raise", Name: "Front raise, band under the feet", Place: Feet, End: BothHands, Start: stand, Finish: straightF, Arc: true, Fold: 2, Caution: underFoot},
	{Key: "band-heel-raise", Name: "Heel raise, band over the shoulders", Place: Feet, End: Shoulders, Start: armsOf(stand, squat), Finish: with(armsOf(stand, squat), func(p *Pose) { p.Rise = 0.05 }), Fold: 1, Caution: underFoot},
	{Key: "band-overhead-extension", Name: "Elbow extension overhead, band under the rear foot", Place: Foot, End: BothHands, Start: arms(stand, 175, 320, 0), Finish: overhead, Arc: true, Fold: 1, Caution: underFoot},
	{Key: "band-leg-press", Name: "Leg press lying, band round the foot", Place: Grip, End: FootEnd, Start: leg(Pose{Base: Lying, Upper: 88, Fore: 150}, 170, 80, 0), Finish: leg(Pose{Base: Lying, Upper: 88, Fore: 150}, 120, 110, 0), Fold: 2, Caution: faceward},
	{Key: "band-seated-row", Name: "Row seated on the floor, band round the soles", Place: Soles, End: BothHands, Start: Pose{Base: OnFloor, Upper: 60, Fore: 75}, Finish: Pose{Base: OnFloor, Upper: -35, Fore: 75}, Fold: 2, Caution: faceward},

	{Key: "band-back-press", Name: "Chest press, band round the back", Place: Back, End: BothHands, Start: atChest, Finish: straightF, Fold: 2, Caution: roundBack},
	{Key: "band-floor-press", Name: "Floor press, band round the back", Place: Back, End: BothHands, Start: Pose{Base: Lying, Upper: 90, Fore: 180, Out: 35}, Finish: Pose{Base: Lying, Upper: 180, Fore: 180}, Fold: 2, Caution: roundBack},
	{Key: "band-push-up", Name: "Push-up, band round the back", Place: Palms, End: Shoulders, Start: Pose{Base: Propped, Rise: 0.10}, Finish: Pose{Base: Propped, Rise: armLong}, Fold: 2, Caution: roundBack},
	{Key: "band-back-raise", Name: "Press overhead, band round the back", Place: Back, End: BothHands, Start: rack, Finish: overhead, Fold: 2, Caution: roundBack},

	{Key: "band-pull-apart", Name: "Pull apart, arms ahead", Place: Hands, End: BothHands, Start: arms(stand, 90, 90, 0), Finish: arms(stand, 90, 90, 85), Arc: true, View: FromAbove, Fold: 1, Caution: atAnchor},
	{Key: "band-turn-out", Name: "Forearms turned out, elbows at the sides", Place: Hands, End: BothHands, Start: Pose{Base: Standing, Fore: 90}, Finish: Pose{Base: Standing, Fore: 90, ForeOut: 50}, Arc: true, View: FromAbove, Fold: 1, Caution: atAnchor},

	{Key: "band-row", Name: "Row, band at a chest anchor", Place: Anchor, Side: Ahead, Height: chestAnchor, End: BothHands, Start: arms(stand, 85, 85, 0), Finish: ribs, Fold: 1, Caution: atAnchor},
	{Key: "band-waist-row", Name: "Row, band at a waist anchor", Place: Anchor, Side: Ahead, Height: waistAnchor, End: BothHands, Start: arms(stand, 65, 65, 0), Finish: arms(stand, -40, 65, 0), Fold: 1, Caution: atAnchor},
	{Key: "band-face-pull", Name: "Pull to the face, high anchor", Place: Anchor, Side: Ahead, Height: highAnchor, End: BothHands, Start: arms(stand, 105, 105, 0), Finish: with(arms(stand, 95, 150, 70), func(p *Pose) { p.ForeOut = -90 }), Fold: 1, Caution: faceward},
	{Key: "band-pull-down", Name: "Pull-down, band at a high anchor", Place: Anchor, Side: Ahead, Height: highAnchor, End: BothHands, Start: arms(Pose{Base: Kneeling}, 155, 155, 10), Finish: arms(Pose{Base: Kneeling}, 10, 150, 20), Fold: 1, Caution: atAnchor + " Never toward the face without a second look at the anchor."},
	{Key: "band-straight-pull-down", Name: "Straight-arm pull-down, high anchor", Place: Anchor, Side: Ahead, Height: highAnchor, End: BothHands, Start: arms(stand, 110, 110, 0), Finish: arms(stand, 5, 5, 0), Arc: true, Fold: 1, Caution: atAnchor},
	{Key: "band-press", Name: "Chest press, band at a chest anchor", Place: Anchor, Side: Behind, Height: chestAnchor, End: BothHands, Start: atChest, Finish: straightF, Fold: 1, Caution: atAnchor},
	{Key: "band-incline-press", Name: "Press upwards, band at a low anchor", Place: Anchor, Side: Behind, Height: lowAnchor, End: BothHands, Start: atChest, Finish: arms(stand, 120, 120, 0), Fold: 1, Caution: atAnchor},
	{Key: "band-fly", Name: "Fly, band at a chest anchor", Place: Anchor, Side: Behind, Height: chestAnchor, End: BothHands, Start: arms(stand, 85, 85, 80), Finish: arms(stand, 85, 85, 0), Arc: true, View: FromAbove, Fold: 2, Caution: atAnchor},
	{Key: "anti-rotation-press", Name: "Press out against a sideways band", Place: Anchor, Side: Aside, Height: chestAnchor, End: BothHands, Start: atChest, Finish: straightF, View: FromAbove, Fold: 1, Held: true, Caution: atAnchor},
	{Key: "band-chop-down", Name: "Chop from high to low", Place: Anchor, Side: Aside, Height: highAnchor, End: BothHands, Start: arms(stand, 120, 120, 0), Finish: arms(stand, 30, 30, 0), Arc: true, View: FromFront, Fold: 1, Caution: atAnchor},
	{Key: "band-chop-up", Name: "Lift from low to high", Place: Anchor, Side: Aside, Height: lowAnchor, End: BothHands, Start: arms(stand, 30, 30, 0), Finish: arms(stand, 130, 130, 0), Arc: true, View: FromFront, Fold: 1, Caution: atAnchor},
	{Key: "band-pull-through", Name: "Pull through between the legs, low anchor", Place: Anchor, Side: Behind, Height: lowAnchor, End: BothHands, Start: arms(hinge, -60, -60, 0), Finish: stand, Fold: 1, Caution: atAnchor},
	{Key: "band-push-down", Name: "Elbow extension, high anchor", Place: Anchor, Side: Ahead, Height: highAnchor, End: BothHands, Start: arms(stand, 0, 120, 0), Finish: arms(stand, 0, 5, 0), Arc: true, Fold: 1, Caution: atAnchor},
	{Key: "band-anchored-curl", Name: "Curl, low anchor", Place: Anchor, Side: Ahead, Height: lowAnchor, End: BothHands, Start: arms(stand, 0, 15, 0), Finish: arms(stand, 0, 135, 0), Arc: true, Fold: 1, Caution: atAnchor},
	{Key: "band-abduction", Name: "Leg to the side, band at a low anchor", Place: Anchor, Side: Aside, Height: lowAnchor, End: AnkleEnd, Start: leg(stand, 0, 0, -3), Finish: leg(stand, 0, 0, 35), Arc: true, View: FromFront, Fold: 1, Caution: atAnchor},
	{Key: "band-kickback", Name: "Leg back, band at a low anchor", Place: Anchor, Side: Ahead, Height: lowAnchor, End: AnkleEnd, Start: leg(stand, 15, 15, 0), Finish: leg(stand, -25, -25, 0), Arc: true, Fold: 1, Caution: atAnchor},
	{Key: "band-knee-drive", Name: "Knee drive, band at a low anchor", Place: Anchor, Side: Behind, Height: lowAnchor, End: AnkleEnd, Start: leg(stand, -5, -10, 0), Finish: leg(stand, 85, 0, 0), Arc: true, Fold: 1, Caution: atAnchor},
	{Key: "band-leg-curl", Name: "Leg curl on the front, low anchor", Place: Anchor, Side: Behind, Height: lowAnchor, End: AnkleEnd, Start: leg(Pose{Base: Prone, Upper: 90, Fore: 90}, -90, -92, 0), Finish: leg(Pose{Base: Prone, Upper: 90, Fore: 90}, -90, -190, 0), Arc: true, Fold: 1, Caution: atAnchor},
	{Key: "band-knee-extension", Name: "Knee extension seated, low anchor", Place: Anchor, Side: Behind, Height: lowAnchor, End: AnkleEnd, Start: leg(Pose{Base: Seated}, 90, 0, 0), Finish: leg(Pose{Base: Seated}, 90, 85, 0), Arc: true, Fold: 1, Caution: atAnchor},
	{Key: "band-walk-out", Name: "Walk out against a band at the waist", Place: Anchor, Side: Behind, Height: waistAnchor, End: Waist, Start: stand, Finish: with(stand, func(p *Pose) { p.Ahead = 0.6 }), Fold: 1, Caution: atAnchor},

	{Key: "band-seated-abduction", Name: "Knees apart, band round the knees, seated", Place: Knees, End: KneesEnd, Start: leg(Pose{Base: Seated}, 90, 0, 0), Finish: leg(Pose{Base: Seated}, 90, 0, 30), Arc: true, View: FromAbove, Fold: 1, Caution: legLoop},
	{Key: "band-side-step", Name: "Side step, band round the ankles", Place: Ankles, End: AnkleEnd, Start: leg(with(stand, func(p *Pose) { p.Shank, p.Thigh = 12, 20 }), -8, -12, 0), Finish: leg(with(stand, func(p *Pose) { p.Shank, p.Thigh = 12, 20 }), -8, -12, 25), Arc: true, View: FromFront, Fold: 1, Caution: legLoop},
	{Key: "band-clam", Name: "Clam, band round the knees, lying on the side", Place: Knees, End: KneesEnd, Start: leg(Pose{Base: Seated}, 45, -80, 0), Finish: leg(Pose{Base: Seated}, 45, -80, 28), Arc: true, View: FromFront, Fold: 1, Caution: legLoop},
	{Key: "band-wrist-apart", Name: "Wrists apart, arms ahead", Place: Wrists, End: BothHands, Start: arms(stand, 90, 90, 0), Finish: arms(stand, 90, 90, 30), Arc: true, View: FromAbove, Fold: 1, Caution: legLoop},
}

// Movements lists the library of band movements.
func Movements() []Movement { return append([]Movement(nil), movements...) }

// MovementByKey finds one; ok is false when there is none.
func MovementByKey(key string) (m Movement, ok bool) {
	for _, m := range movements {
		if m.Key == key {
			return m, true
		}
	}
	return Movement{}, false
}
