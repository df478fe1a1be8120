package gear

import (
	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

var (
	inHands  = []load.Hold{load.OneHand, load.Pair, load.Overhead}
	byHandle = []load.Hold{load.OneHand, load.TwoHand, load.Overhead}
	oneOf    = []load.Hold{load.OneHand, load.TwoHand, load.Overhead}
	onBar    = []load.Hold{load.Bar}
)

// What things let one do. A door anchor's strength is that of the door.
var (
	bench      = capability.Of(capability.Bench)
	seat       = capability.Of(capability.Seat)
	step       = capability.Supply{Kind: capability.Step, At: capability.Span{From: 0.40, To: 0.50}, Quality: 1}
	rack       = capability.Of(capability.Rack)
	hangBar    = capability.Of(capability.HangBar)
	lowBar     = capability.Of(capability.LowBar)
	anchors    = capability.Of(capability.Anchor)
	highAnchor = capability.Supply{Kind: capability.Anchor, At: capability.High, Quality: 1}
)

// longLoop and miniLoop are loops of the sizes that are common practice: 41 in laid
// flat and 4.5 mm thick, 12 in and 50 mm wide.
func longLoop(width quantity.Length) Elastic {
	return Elastic{band.LongLoop, 1.04, width, 0.0045}
}

func miniLoop(thickness quantity.Length) Elastic {
	return Elastic{band.MiniLoop, 0.305, 0.050, thickness}
}

// entered is what stays free on the sides from which a thing is entered or left, in m
// (ISO 20957-1, from memory; guidance). A bar of 2.2 m in a rack of 1.3 m sticks out by 0.45
// on each side, and is loaded from 0.6 beyond its ends.
const entered = quantity.Length(0.6)

// The sample catalogue: invented prices, generic things, general knowledge.
var catalogue = []Item{
	{
		Key:     "dumbbells-spin",
		Name:    "Adjustable dumbbells, spin-lock, 2 × 2–10 kg",
		Price:   4500,
		Floor:   0.15,
		Stand:   Stand{Width: 0.50, Depth: 0.30},
		Loads:   []Loads{{inHands, 2, 10, 1}},
		Note:    "protruding ends hurt on the thighs",
		Caution: "Collars checked before every set.",
	},
	{
		Key:   "dumbbells-dial",
		Name:  "Adjustable dumbbells, dial, 2 × 2.5–24 kg",
		Price: 21000,
		Floor: 0.3,
		Stand: Stand{Width: 0.60, Depth: 0.50, Through: 0.30},
		Loads: []Loads{{inHands, 2.5, 24, 2.15}},
		Note:  "quick to change; not to be dropped",
	},
	{
		Key:   "dumbbell-one",
		Name:  "One adjustable dumbbell, 2–20 kg",
		Price: 4800,
		Floor: 0.12,
		Stand: Stand{Width: 0.40, Depth: 0.30},
		Loads: []Loads{{oneOf, 2, 20, 1.5}},
		Note:  "half the money of a pair, one side at a time",
	},
	{Key: "dumbbells-3", Name: "Fixed dumbbells, 2 × 3 kg", Price: 1400, Floor: 0.05, Loads: []Loads{{inHands, 3, 3, 0}}},
	{Key: "dumbbells-5", Name: "Fixed dumbbells, 2 × 5 kg", Price: 2200, Floor: 0.05, Loads: []Loads{{inHands, 5, 5, 0}}},
	{Key: "dumbbells-8", Name: "Fixed dumbbells, 2 × 8 kg", Price: 3400, Floor: 0.06, Loads: []Loads{{inHands, 8, 8, 0}}},
	{Key: "dumbbells-12", Name: "Fixed dumbbells, 2 × 12 kg", Price: 5200, Floor: 0.08, Loads: []Loads{{inHands, 12, 12, 0}}},
	{
		Key:   "kettlebell-8",
		Name:  "Kettlebell, 8 kg",
		Price: 1900,
		Floor: 0.04,
		Loads: []Loads{{byHandle, 8, 8, 0}},
		Note:  "a dumbbell held by one end does the same",
	},
	{Key: "kettlebell-12", Name: "Kettlebell, 12 kg", Price: 2700, Floor: 0.05, Loads: []Loads{{byHandle, 12, 12, 0}}},
	{Key: "kettlebell-16", Name: "Kettlebell, 16 kg", Price: 3500, Floor: 0.06, Loads: []Loads{{byHandle, 16, 16, 0}}},
	{Key: "kettlebell-24", Name: "Kettlebell, 24 kg", Price: 5000, Floor: 0.07, Loads: []Loads{{byHandle, 24, 24, 0}}},
	{
		Key:   "barbell-60",
		Name:  "Barbell 20 kg with 60 kg of iron plates",
		Price: 26000,
		Floor: 0.5,
		Stand: Stand{Width: 2.20, Depth: 0.45, Through: 0.30, Zone: space.Zone{Front: 0.9, Left: entered, Right: entered}},
		Loads: []Loads{{onBar, 20, 80, 2.5}},
		Note:  "plain plates unless the bar gets dropped",
	},
	{
		Key:   "short-bar-30",
		Name:  "Short bar 8 kg with 30 kg of plates",
		Price: 9500,
		Floor: 0.3,
		Stand: Stand{Width: 1.50, Depth: 0.45, Through: 0.30, Zone: space.Zone{Front: 0.9, Left: entered, Right: entered}},
		Loads: []Loads{{onBar, 8, 38, 2.5}},
		Note:  "fits where a long bar does not",
	},
	{
		Key:      "half-rack",
		Name:     "Half rack with safeties and a bar on top",
		Price:    28000,
		Floor:    1.8,
		Stand:    Stand{Width: 1.30, Depth: 1.40, Through: 0.45, Zone: space.Zone{Front: 0.9, Left: 1.05, Right: 1.05}},
		Head:     space.BentHang,
		Supplies: []capability.Supply{anchors, rack, hangBar, lowBar},
		Note:     "safest of the racks, takes the most room",
	},
	{
		Key:      "squat-stands",
		Name:     "Squat stands",
		Price:    9000,
		Floor:    0.8,
		Stand:    Stand{Width: 1.25, Depth: 0.60, Through: 0.40, Zone: space.Zone{Front: 0.9, Left: 1.08, Right: 1.08}},
		Supplies: []capability.Supply{rack},
		Note:     "cheap and small",
		Caution:  "Stands tip: keep them loaded low and never re-rack with a lunge.",
	},
	{
		Key:      "wall-rack",
		Name:     "Fold-away wall rack",
		Price:    36000,
		Floor:    0.3,
		Stand:    Stand{Width: 1.30, Depth: 0.25, Through: 0.45, Zone: space.Zone{Front: 1.6, Left: 1.05, Right: 1.05}},
		Drilled:  true,
		Head:     space.BentHang,
		Supplies: []capability.Supply{anchors, rack, hangBar, lowBar},
		Note:     "saves room and falls safely, if the wall is right",
	},
	{
		Key:      "flat-bench",
		Name:     "Flat bench",
		Price:    8000,
		Floor:    0.45,
		Stand:    Stand{Width: 1.20, Depth: 0.35, Through: 0.40, Zone: space.Zone{Front: entered, Back: entered, Left: entered}},
		Supplies: []capability.Supply{bench, step, seat},
		Note:     "not where to save: an unsteady one is a hazard",
	},
	{Key: "adjustable-bench", Name: "Adjustable bench", Price: 14000, Floor: 0.6,
		Stand:    Stand{Width: 1.30, Depth: 0.45, Through: 0.55, Zone: space.Zone{Front: entered, Back: entered, Left: entered}},
		Supplies: []capability.Supply{bench, step, seat}},
	{
		Key:      "door-bar",
		Name:     "Pull-up bar that hangs on a door's casing",
		Price:    2800,
		Head:     space.BentHang,
		Bears:    100,
		Supplies: []capability.Supply{hangBar},
		Note:     "hangs by leverage: straight down only",
		Caution:  "Never a row or a swing from it: it comes off when it is pulled forward. Hang slowly the first time; the casing wears. One that is only pressed between the posts bears no body.",
	},
	{
		Key:      "door-bar-screwed",
		Name:     "Pull-up bar, screwed into a doorway",
		Price:    3400,
		Drilled:  true,
		Head:     space.BentHang,
		Bears:    130,
		Supplies: []capability.Supply{hangBar, lowBar},
		Note:     "its plates are screwed into the studs beside the door",
		Caution:  "Into the studs, not the casing alone; hang slowly the first time.",
	},
	{
		Key:      "wall-bar",
		Name:     "Pull-up bar for a wall",
		Price:    5500,
		Drilled:  true,
		Head:     space.FullHang,
		Supplies: []capability.Supply{hangBar, lowBar, highAnchor},
	},
	{
		Key:     "loop-light",
		Name:    "Long loop, light",
		Price:   900,
		Bands:   []Elastic{longLoop(0.013)},
		Caution: "Bands snap: inspect before use.",
	},
	{
		Key:     "loop-medium",
		Name:    "Long loop, middling",
		Price:   1400,
		Bands:   []Elastic{longLoop(0.022)},
		Caution: "Bands snap: inspect before use.",
	},
	{
		Key:     "loop-heavy",
		Name:    "Long loop, heavy",
		Price:   2300,
		Bands:   []Elastic{longLoop(0.045)},
		Caution: "Bands snap: inspect before use.",
	},
	{
		Key:     "mini-loops",
		Name:    "Mini loops, set of three",
		Price:   1000,
		Bands:   []Elastic{miniLoop(0.0005), miniLoop(0.0007), miniLoop(0.0009)},
		Caution: "Bands snap: inspect before use.",
	},
	{
		Key:      "door-anchor",
		Name:     "Door anchor for bands",
		Price:    700,
		OnDoor:   true,
		Supplies: []capability.Supply{anchors},
		Caution:  "Bands only, never a body. Pull closes the door against its stop; latch held; sign on the other side. Hollow, glazed, sliding or folding doors: light bands only, to 150 N (15 kgf, 34 lbf).",
	},
	{
		Key:      "wall-anchors",
		Name:     "Wall anchor board, three heights, hardware",
		Price:    2400,
		Drilled:  true,
		Supplies: []capability.Supply{anchors},
		Caution:  "Into studs or solid masonry; rated hardware; local codes decide.",
	},
	{
		Key:      "straps",
		Name:     "Suspension straps",
		Price:    3000,
		Needs:    [][]string{{"half-rack", "wall-rack", "wall-bar", "door-bar-screwed"}},
		Supplies: []capability.Supply{lowBar},
		Caution:  "From a rated point only.",
	},
	{Key: "step-box", Name: "Sturdy step or box, 48 cm", Price: 4500, Floor: 0.3,
		Stand: Stand{Width: 0.60, Depth: 0.50, Through: 0.50, Zone: space.Zone{Front: entered}}, Supplies: []capability.Supply{step, seat}},
	{Key: "jump-rope", Name: "Jump rope", Price: 700, Head: space.Rope, Supplies: []capability.Supply{capability.Of(capability.Rope)}},
	{
		Key:   "big-ball",
		Name:  "Ball for a person, 65 cm",
		Price: 1600,
		Floor: 0.4,
		Stand: Stand{Width: 0.65, Depth: 0.65},
		Supplies: []capability.Supply{capability.Of(capability.Ball), {Kind: capability.Bench, Quality: 0.6,
			Caution: "a ball rolls: light loads, feet wide"}},
		Caution: "Burst-proof and rated for the person; blown up as its maker says.",
	},
	{Key: "sliders", Name: "Furniture movers, 4, felt and plastic", Price: 600,
		Supplies: []capability.Supply{capability.Of(capability.Slide)}},
	{
		Key:      "low-step",
		Name:     "Low step, 20 cm",
		Price:    2200,
		Floor:    0.25,
		Stand:    Stand{Width: 0.70, Depth: 0.35},
		Supplies: []capability.Supply{{Kind: capability.Step, At: capability.Span{From: 0.20, To: 0.20}, Quality: 1}},
	},
	{
		Key:      "bike",
		Name:     "Stationary bike",
		Price:    24000,
		Floor:    0.6,
		Head:     space.OnChair,
		Stand:    Stand{Width: 1.05, Depth: 0.55, Through: 0.55, Zone: space.Zone{Left: entered, Right: entered}},
		Supplies: []capability.Supply{capability.Of(capability.Machine)},
	},
	{
		Key:     "sand-50",
		Name:    "Dry sand, 50 kg in two sacks",
		Price:   900,
		Filling: "dry-sand",
		Note:    "fills jugs and inner bags; wet it for more",
	},
	{
		Key:     "jugs-two",
		Name:    "Two empty 5 L jugs with handles",
		Price:   400,
		Vessels: []Vessel{{"jug", 2, 5, 0.15, 0.27}},
		Note:    "a pair, once filled",
		Caution: "Handle good for 10 kg until proven.",
	},
}
