package movement

import (
	"scrappyrack/core/body"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// pushUps: share of body weight on the hands (Ebben et al. 2011, J Strength
// Cond Res 25(10):2891–2894, from memory).
var pushUps = []BodyShare{
	{"push-up, hands on 61 cm", pushed(0.61)}, {"push-up on knees", load.KneePushUp().Typical}, {"push-up, hands on 30 cm", pushed(0.305)},
	{"push-up", pushed(0)}, {"push-up, feet on 30 cm", pushed(-0.305)}, {"push-up, feet on 61 cm", pushed(-0.61)},
}

// pushed is the share of a push-up inside the measured table, where the stature
// does not matter.
func pushed(rise quantity.Length) float64 {
	s, _ := load.PushUp(rise, body.MinStature)
	return s.Typical
}

// strapRows: shares by body angle from the vertical.
var strapRows = []BodyShare{
	{"row, body at 30°", strapped(30)}, {"row, body at 45°", strapped(45)}, {"row, body at 60°", strapped(60)}, {"row, body at 75°", strapped(75)},
}

func strapped(angle float64) float64 {
	s, _ := load.StrapPull(angle)
	return s.Typical
}

var wholeBody = []BodyShare{{"the whole body", 1}}

const (
	neutralBack = "Back neither rounded nor over-arched; the breath is not held."
	overheadCau = "Closed load only, taped; nobody and nothing in the arc above and in front."
	bandCaution = "Look the band over for nicks; pull slowly the first time; eyes out of its line."
	underFoot   = "A band under the foot slips on a smooth floor: mid-foot, flat shoe, slow first pull."
	hangCaution = "Rated hardware only; pull slowly before the feet leave the floor."
)

// library: the first movements of every pattern. Qualities and counts are
// house values.
var library = []Movement{
	{Key: "back-squat", Name: "Back squat, barbell", Pattern: Squat, Hold: load.Bar, CountsAs: 1, Quality: 100, Needs: []Capability{Rack}, Head: space.StandingUse, Spares: []Limit{Knee, LowBack}, Easier: "squat without load", Standard: "thighs level, heels down", Caution: "Safeties set a hand below the lowest point."},
	{Key: "goblet-squat", Name: "Goblet squat", Pattern: Squat, Hold: load.TwoHand, CountsAs: 1, Quality: 95, Head: space.StandingUse, Spares: []Limit{Knee}, Easier: "squat to a chair", Standard: "thighs level, load at the chest", Caution: neutralBack},
	{Key: "hug-squat", Name: "Hug squat", Pattern: Squat, Hold: load.Hug, CountsAs: 1, Quality: 90, Head: space.StandingUse, Spares: []Limit{Knee}, Easier: "squat to a chair", Standard: "thighs level", Caution: neutralBack},
	{Key: "pair-squat", Name: "Squat, one load in each hand", Pattern: Squat, Hold: load.Pair, CountsAs: 2, Quality: 85, Head: space.StandingUse, Spares: []Limit{Knee}, Easier: "squat to a chair", Standard: "thighs level, loads outside the feet", Caution: neutralBack},
	{Key: "pack-squat", Name: "Squat with a worn pack", Pattern: Squat, Hold: load.Worn, CountsAs: 1, Quality: 80, Head: space.StandingUse, Spares: []Limit{Knee, LowBack}, Easier: "squat to a chair", Standard: "thighs level", Caution: "Straps tight, contents wrapped: a slack pack pulls backwards."},
	{Key: "band-squat", Name: "Squat, band under the feet", Pattern: Squat, Hold: load.Band, CountsAs: 1, Quality: 70, Head: space.StandingUse, Spares: []Limit{Knee}, Easier: "squat to a chair", Standard: "thighs level", Caution: underFoot},

	{Key: "deadlift", Name: "Deadlift, barbell", Pattern: Hinge, Hold: load.Bar, CountsAs: 1, Quality: 100, Head: space.StandingUse, Spares: []Limit{LowBack}, Easier: "bridge on the floor", Standard: "stand tall, bar close", Caution: neutralBack},
	{Key: "romanian-pair", Name: "Romanian hinge, one load in each hand", Pattern: Hinge, Hold: load.Pair, CountsAs: 2, Quality: 95, Head: space.StandingUse, Spares: []Limit{LowBack}, Easier: "bridge on the floor", Standard: "hips back, shins still", Caution: neutralBack},
	{Key: "pick-up", Name: "Wide-stance pick-up of a heavy object", Pattern: Hinge, Hold: load.Hug, CountsAs: 1, Quality: 85, Head: space.StandingUse, Spares: []Limit{LowBack}, Easier: "bridge on the floor", Standard: "from floor to standing", Caution: "Wide stance when lifting from between the feet. " + neutralBack},
	{Key: "two-hand-hinge", Name: "Hinge, one load in both hands", Pattern: Hinge, Hold: load.TwoHand, CountsAs: 1, Quality: 90, Head: space.StandingUse, Spares: []Limit{LowBack}, Easier: "bridge on the floor", Standard: "hips back, load between the feet", Caution: neutralBack},
	{Key: "band-good-morning", Name: "Good morning, band under the feet", Pattern: Hinge, Hold: load.Band, CountsAs: 1, Quality: 65, Head: space.StandingUse, Spares: []Limit{LowBack}, Easier: "bridge on the floor", Standard: "hips back, back flat", Caution: underFoot},
	{Key: "band-deadlift", Name: "Deadlift, band under the feet", Pattern: Hinge, Hold: load.Band, CountsAs: 1, Quality: 70, Head: space.StandingUse, Spares: []Limit{LowBack}, Easier: "bridge on the floor", Standard: "stand tall, pause", Caution: underFoot},
	{Key: "band-pull-through", Name: "Pull through between the legs, low anchor", Pattern: Hinge, Hold: load.Band, CountsAs: 1, Quality: 70, Needs: []Capability{AnchorLow}, Head: space.StandingUse, Spares: []Limit{LowBack}, Easier: "stand nearer the anchor", Standard: "hips through, pause", Caution: bandCaution},

	{Key: "split-squat-pair", Name: "Split squat, one load in each hand", Pattern: OneLeg, Hold: load.Pair, CountsAs: 2, Quality: 100, Head: space.StandingUse, Spares: []Limit{Knee}, Easier: "split squat holding a chair", Standard: "back knee a hand above the floor", Caution: "Both sides; a wall within reach."},
	{Key: "goblet-lunge", Name: "Reverse lunge, load at the chest", Pattern: OneLeg, Hold: load.TwoHand, CountsAs: 1, Quality: 90, Head: space.StandingUse, Spares: []Limit{Knee}, Easier: "split squat holding a chair", Standard: "back knee a hand above the floor", Caution: "Both sides; a wall within reach."},
	{Key: "suitcase-lunge", Name: "Reverse lunge, load in one hand", Pattern: OneLeg, Hold: load.OneHand, CountsAs: 1, Quality: 85, Head: space.StandingUse, Spares: []Limit{Knee}, Easier: "split squat holding a chair", Standard: "shoulders level", Caution: "Both sides; a wall within reach."},
	{Key: "band-split-squat", Name: "Split squat, band under the front foot", Pattern: OneLeg, Hold: load.Band, CountsAs: 1, Quality: 70, Head: space.StandingUse, Spares: []Limit{Knee}, Easier: "split squat holding a chair", Standard: "back knee a hand above the floor", Caution: underFoot},
	{Key: "pack-step-up", Name: "Step-up with a worn pack", Pattern: OneLeg, Hold: load.Worn, CountsAs: 1, Quality: 95, Needs: []Capability{Step}, Head: space.StepUp, Spares: []Limit{Knee}, Easier: "step-up without the pack", Standard: "whole foot on the step", Caution: "Rock and sit test of the step first; step down, never jump."},

	{Key: "bench-press", Name: "Bench press, barbell", Pattern: PushLevel, Hold: load.Bar, CountsAs: 1, Quality: 100, Needs: []Capability{Bench, Rack}, Spares: []Limit{ShoulderOf}, Easier: "push-up with hands raised", Standard: "touch the chest, pause", Caution: "Never alone without safeties; no collars when there are none."},
	{Key: "dumbbell-press", Name: "Bench press, one load in each hand", Pattern: PushLevel, Hold: load.Pair, CountsAs: 2, Quality: 95, Needs: []Capability{Bench}, Spares: []Limit{ShoulderOf}, Easier: "push-up with hands raised", Standard: "elbows to bench height", Caution: "An unsteady bench is a hazard under load."},
	{Key: "floor-press", Name: "Floor press, one load in each hand", Pattern: PushLevel, Hold: load.Pair, CountsAs: 2, Quality: 85, Spares: []Limit{ShoulderOf, NoFloor}, Easier: "push-up on knees", Standard: "upper arms touch the floor", Caution: "Caps taped shut: the load passes over the face."},
	{Key: "push-up", Name: "Push-up and its relatives", Pattern: PushLevel, Body: pushUps, CountsAs: 1, Quality: 90, Spares: []Limit{ShoulderOf, WristGrip, NoFloor}, Easier: "hands on a counter", Standard: "chest a fist above the floor", Caution: "Supports that do not slide."},
	{Key: "band-press", Name: "Chest press, band at a chest anchor", Pattern: PushLevel, Hold: load.Band, CountsAs: 1, Quality: 70, Needs: []Capability{AnchorChest}, Head: space.StandingUse, Spares: []Limit{ShoulderOf}, Easier: "push-up with hands raised", Standard: "arms straight, pause", Caution: bandCaution},
	{Key: "band-back-press", Name: "Chest press, band round the back", Pattern: PushLevel, Hold: load.Band, CountsAs: 1, Quality: 70, Head: space.StandingUse, Spares: []Limit{ShoulderOf}, Easier: "push-up with hands raised", Standard: "arms straight, pause", Caution: "The band lies flat across the shoulder blades. " + bandCaution},

	{Key: "one-hand-press", Name: "One-hand press, standing", Pattern: PushUp, Hold: load.Overhead, CountsAs: 1, Quality: 100, Head: space.OverheadUse, Spares: []Limit{ShoulderOf, NoOverhead}, Easier: "the same without load", Standard: "elbow locked, held a moment", Caution: overheadCau},
	{Key: "floor-seated-press", Name: "One-hand press, seated on the floor", Pattern: PushUp, Hold: load.Overhead, CountsAs: 1, Quality: 85, Head: space.LyingOnFloor, Spares: []Limit{ShoulderOf, NoOverhead, NoFloor}, Easier: "the same without load", Standard: "elbow locked, held a moment", Caution: overheadCau},
	{Key: "bar-press", Name: "Press, barbell", Pattern: PushUp, Hold: load.Bar, CountsAs: 0.5, Quality: 100, Head: space.OverheadUse, Spares: []Limit{ShoulderOf, NoOverhead}, Easier: "the same with a stick", Standard: "elbows locked", Caution: overheadCau},
	{Key: "band-overhead-press", Name: "Press, band under the feet", Pattern: PushUp, Hold: load.Band, CountsAs: 0.5, Quality: 70, Head: space.OverheadUse, Spares: []Limit{ShoulderOf, NoOverhead}, Easier: "the same without band", Standard: "elbows locked", Caution: underFoot},
	{Key: "band-one-hand-press", Name: "One-hand press, band under the foot", Pattern: PushUp, Hold: load.Band, CountsAs: 1, Quality: 70, Head: space.OverheadUse, Spares: []Limit{ShoulderOf, NoOverhead}, Easier: "the same without band", Standard: "elbow locked", Caution: underFoot},

	{Key: "one-hand-row", Name: "One-hand row", Pattern: PullLevel, Hold: load.OneHand, CountsAs: 1, Quality: 100, Spares: []Limit{LowBack}, Easier: "row with a lighter load, hand on a chair", Standard: "load to the ribs, torso still", Caution: neutralBack},
	{Key: "two-hand-row", Name: "Bent-over row, pack or bucket", Pattern: PullLevel, Hold: load.TwoHand, CountsAs: 0.5, Quality: 85, Spares: []Limit{LowBack}, Easier: "row with a lighter load, hand on a chair", Standard: "load to the belt", Caution: neutralBack},
	{Key: "bar-row", Name: "Bent-over row, barbell", Pattern: PullLevel, Hold: load.Bar, CountsAs: 0.5, Quality: 95, Spares: []Limit{LowBack}, Easier: "row with a lighter load", Standard: "bar to the belt", Caution: neutralBack},
	{Key: "strap-row", Name: "Row under straps or a low bar", Pattern: PullLevel, Body: strapRows, CountsAs: 0.5, Quality: 90, Needs: []Capability{LowBar}, Head: space.StandingUse, Spares: []Limit{WristGrip}, Easier: "stand more upright", Standard: "chest to the hands", Caution: hangCaution},
	{Key: "band-row", Name: "Row, band at a chest anchor", Pattern: PullLevel, Hold: load.Band, CountsAs: 0.5, Quality: 75, Needs: []Capability{AnchorChest}, Easier: "stand nearer the anchor", Standard: "hands to the ribs, pause", Caution: bandCaution},
	{Key: "band-bent-row", Name: "Bent-over row, band under the feet", Pattern: PullLevel, Hold: load.Band, CountsAs: 0.5, Quality: 75, Spares: []Limit{LowBack}, Easier: "row with a lighter band", Standard: "hands to the belt, torso still", Caution: underFoot},
	{Key: "band-one-hand-row", Name: "One-hand row, band under the foot", Pattern: PullLevel, Hold: load.Band, CountsAs: 1, Quality: 75, Spares: []Limit{LowBack}, Easier: "row with a lighter band, hand on a chair", Standard: "hand to the ribs, torso still", Caution: underFoot},
	{Key: "band-seated-row", Name: "Row seated on the floor, band round the soles", Pattern: PullLevel, Hold: load.Band, CountsAs: 0.5, Quality: 70, Spares: []Limit{NoFloor}, Easier: "row with a lighter band", Standard: "hands to the ribs, pause", Caution: "The band points at the face: once more round the soles, and slowly the first time."},

	{Key: "pull-up", Name: "Pull-up, full hang", Pattern: PullDown, Body: wholeBody, CountsAs: 1, Quality: 100, Needs: []Capability{HangBar}, Head: space.FullHang, Spares: []Limit{ShoulderOf, WristGrip}, Easier: "lower slowly from the top", Standard: "chin over the bar", Caution: hangCaution},
	{Key: "bent-pull-up", Name: "Pull-up from a bent-knee hang", Pattern: PullDown, Body: wholeBody, CountsAs: 1, Quality: 90, Needs: []Capability{HangBar}, Head: space.BentHang, Spares: []Limit{ShoulderOf, WristGrip}, Easier: "toes on the floor", Standard: "chin to the bar", Caution: hangCaution},
	{Key: "band-pull-down", Name: "Pull-down, band at a high anchor", Pattern: PullDown, Hold: load.Band, CountsAs: 1, Quality: 80, Needs: []Capability{AnchorHigh}, Easier: "kneel nearer the anchor", Standard: "hands to the collarbones", Caution: bandCaution + " Never toward the face without a second look at the anchor."},
	{Key: "band-straight-pull-down", Name: "Straight-arm pull-down, high anchor", Pattern: PullDown, Hold: load.Band, CountsAs: 1, Quality: 65, Needs: []Capability{AnchorHigh}, Head: space.StandingUse, Spares: []Limit{ShoulderOf}, Easier: "stand nearer the anchor", Standard: "hands to the thighs, arms straight", Caution: bandCaution},

	{Key: "farmer-carry", Name: "Carry, one load in each hand", Pattern: Carry, Hold: load.Pair, CountsAs: 1, Quality: 100, Needs: []Capability{Lane}, Head: space.StandingUse, Easier: "lighter and longer", Standard: "tall, no swaying", Caution: "Shoes on, lane clear of rugs."},
	{Key: "suitcase-carry", Name: "Carry, load in one hand", Pattern: Carry, Hold: load.OneHand, CountsAs: 1, Quality: 95, Needs: []Capability{Lane}, Head: space.StandingUse, Spares: []Limit{WristGrip}, Easier: "lighter and longer", Standard: "shoulders level, both sides", Caution: "Shoes on, lane clear of rugs."},
	{Key: "hug-carry", Name: "Carry in a hug", Pattern: Carry, Hold: load.Hug, CountsAs: 0.5, Quality: 80, Needs: []Capability{Lane}, Head: space.StandingUse, Easier: "lighter and longer", Standard: "breathe behind the load", Caution: "See where the feet go."},
	{Key: "standing-hold", Name: "Hold standing, one load in each hand", Pattern: Carry, Hold: load.Pair, CountsAs: 1, Quality: 80, Head: space.StandingUse, Easier: "lighter and longer", Standard: "tall, no swaying", Caution: "Set the load down, do not drop it."},
	{Key: "suitcase-hold", Name: "Hold standing, load in one hand", Pattern: Carry, Hold: load.OneHand, CountsAs: 1, Quality: 75, Head: space.StandingUse, Spares: []Limit{WristGrip}, Easier: "lighter and longer", Standard: "shoulders level, both sides", Caution: "Set the load down, do not drop it."},

	{Key: "side-raise", Name: "Side raise, both arms", Pattern: ShoulderSide, Hold: load.Pair, CountsAs: 1, Quality: 100, Head: space.StandingUse, Spares: []Limit{ShoulderOf}, Easier: "bent elbows", Standard: "hands to shoulder height", Caution: "No swing from the hips."},
	{Key: "side-raise-one", Name: "Side raise, one arm", Pattern: ShoulderSide, Hold: load.OneHand, CountsAs: 1, Quality: 95, Head: space.StandingUse, Spares: []Limit{ShoulderOf}, Easier: "bent elbow", Standard: "hand to shoulder height", Caution: "No swing from the hips."},
	{Key: "band-side-raise", Name: "Side raise, band under the foot", Pattern: ShoulderSide, Hold: load.Band, CountsAs: 1, Quality: 75, Head: space.StandingUse, Spares: []Limit{ShoulderOf}, Easier: "bent elbows", Standard: "hands to shoulder height", Caution: underFoot},

	{Key: "band-abduction", Name: "Leg to the side, band at a low anchor", Pattern: HipSide, Hold: load.Band, CountsAs: 1, Quality: 100, Needs: []Capability{AnchorLow}, Head: space.StandingUse, Easier: "side-lying without band", Standard: "hips level", Caution: bandCaution},
	{Key: "band-seated-abduction", Name: "Knees apart, band round the knees, seated", Pattern: HipSide, Hold: load.Band, CountsAs: 1, Quality: 85, Easier: "side-lying without band", Standard: "pause at the widest", Caution: bandCaution},
	{Key: "band-side-step", Name: "Side step, band round the ankles", Pattern: HipSide, Hold: load.Band, CountsAs: 1, Quality: 85, Head: space.StandingUse, Spares: []Limit{Knee}, Easier: "the same without band", Standard: "toes ahead, band never slack", Caution: "Look the loop over for nicks; it rolls up on bare skin."},

	{Key: "anti-rotation-press", Name: "Press out against a sideways band", Pattern: CoreTurn, Hold: load.Band, CountsAs: 1, Quality: 100, Needs: []Capability{AnchorChest}, Head: space.StandingUse, Easier: "stand nearer the anchor", Standard: "hips and chest square", Caution: bandCaution},
	{Key: "seated-twist", Name: "Seated twist", Pattern: CoreTurn, Hold: load.TwoHand, CountsAs: 1, Quality: 80, Spares: []Limit{LowBack, NoFloor}, Easier: "feet on the floor, no load", Standard: "load beside the hip", Caution: neutralBack},
	{Key: "plank-drag", Name: "Plank, dragging a load from side to side", Pattern: CoreTurn, Hold: load.OneHand, CountsAs: 1, Quality: 75, Spares: []Limit{ShoulderOf, WristGrip, NoFloor}, Easier: "from the knees", Standard: "hips do not turn", Caution: "Smooth base under the load."},
}
