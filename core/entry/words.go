package entry

import (
	"slices"
	"sort"
	"strings"

	"scrappyrack/core/band"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/space"
)

// meaning is what a word stands for: of a kind, which of it, and what is usual of it.
type meaning struct {
	kind Kind
	of   string
	// usual are fields that nobody said: guesses.
	usual map[string]any
}

// other are the words for things beside their own names (common practice).
var other = map[string][]string{
	"jug":      {"can", "canister", "jerrycan", "jerry can", "flagon", "demijohn", "detergent", "milk jug"},
	"bottle":   {"flask", "water bottle", "drinks bottle"},
	"bucket":   {"pail"},
	"bag":      {"tote", "tote bag", "carrier bag"},
	"backpack": {"rucksack", "pack", "daypack", "day pack", "knapsack"},
	"duffel":   {"duffle", "holdall", "duffel bag", "duffle bag", "kit bag", "sports bag"},
	"basket":   {"washing basket"},
	"crate":    {"tub", "storage box", "plastic box", "moving box"},
	"sack":     {"sandbag", "grain sack"},

	"fresh-water": {"water", "tap water"},
	"dry-sand":    {"sand", "dry sand", "play sand"},
	"wet-sand":    {"wet sand"},
	"gravel":      {"pebble", "grit"},
	"garden-soil": {"soil", "earth", "compost"},
	"concrete":    {"cement"},
	"cat-litter":  {"litter", "cat litter"},
	"steel-shot":  {"shot", "washer", "steel shot"},
	"books":       {},
	"stuffing":    {"towel", "clothe", "clothes", "blanket"},

	"book": {"hardback", "hardback book"}, "paper": {"ream", "ream of paper"}, "tin": {"tin", "tin of bean", "tinned food"}, "brick": {"paver"},
	"flour": {"bag of flour"},

	"flat-bench": {"flat bench", "weight bench"}, "adjustable-bench": {"adjustable bench", "incline bench"}, "squat-stands": {"squat stand"},
	"half-rack": {"half rack", "rack"}, "wall-rack": {"wall rack"}, "door-bar": {"doorway bar"}, "wall-bar": {"wall pull-up bar"},
	"straps": {"suspension strap", "suspension trainer"}, "jump-rope": {"skipping rope", "jump rope"}, "door-anchor": {"door anchor"},
	"step-box": {"step box", "sturdy step", "plyo box"}, "low-step": {"low step", "aerobic step"}, "big-ball": {"gym ball", "exercise ball"},
	"bike": {"exercise bike", "stationary bike"}, "sliders": {"slider", "furniture mover"}, "wall-anchors": {"wall anchor"},

	string(band.LongLoop): {"long loop", "loop band", "resistance loop", "pull-up band"},
	string(band.MiniLoop): {"mini loop", "mini band", "booty band", "hip loop"},
	string(band.Strip):    {"strip", "flat strip", "therapy band", "flat band"},
	string(band.Tube):     {"tube", "tube band", "band with handle"},

	string(space.DoorWay): {"door", "doorway"}, string(space.Window): {"window"}, string(space.GarageDoor): {"garage door"},
}

// furniture is what is usual of furniture, in m: width, depth, and of a seat how high it is (common practice).
var furniture = []struct {
	words                []string
	kind                 space.ThingKind
	width, depth, height float64
}{
	{[]string{"chair", "kitchen chair", "dining chair", "wooden chair"}, space.Seat, 0.45, 0.45, 0.45},
	{[]string{"stool", "footstool"}, space.Seat, 0.35, 0.35, 0.45},
	{[]string{"armchair"}, space.Furnishing, 0.85, 0.85, 0.9},
	{[]string{"office chair", "swivel chair", "desk chair"}, space.Rolls, 0.6, 0.6, 0.5},
	{[]string{"sofa", "couch", "settee"}, space.Furnishing, 1.9, 0.9, 0.85},
	{[]string{"table", "kitchen table", "dining table"}, space.Furnishing, 1.4, 0.8, 0.75},
	{[]string{"desk"}, space.Furnishing, 1.4, 0.7, 0.74},
	{[]string{"bed"}, space.Furnishing, 2.0, 1.4, 0.5},
	{[]string{"wardrobe", "cupboard"}, space.Furnishing, 1.2, 0.6, 2.0},
	{[]string{"bookcase", "bookshelf", "shelf"}, space.Store, 0.8, 0.3, 1.8},
}

// usualBand are the usual sizes of a band by kind, in m: at rest, and as thick.
var usualBand = map[band.Kind][2]float64{
	band.LongLoop: {1.04, 0.0045}, band.MiniLoop: {0.305, 0.0007}, band.Strip: {1.5, 0.0003}, band.Tube: {1.2, 0},
}

// lexicon is every word that is understood, the longest first.
var lexicon, longestFirst = words()

func words() (all map[string]meaning, order []string) {
	all = map[string]meaning{}
	add := func(m meaning, names ...string) {
		for _, n := range names {
			all[strings.ToLower(n)] = m
		}
	}
	for _, f := range material.Fillings() {
		name, _, _ := strings.Cut(f.Name, ",")
		add(meaning{kind: FillingKind, of: f.Key}, append(other[f.Key], singular(strings.ToLower(name)))...)
	}
	for _, s := range load.Starters("") {
		if s.Kind == "" {
			add(meaning{ThingKind, s.Key, map[string]any{"mass_kg": float64(s.Mass), "half_kg": float64(s.Half), "volume_l": float64(s.Capacity),
				"hard": s.Hard}}, append(other[s.Key], singular(strings.ToLower(s.Name)))...)
		}
	}
	for _, k := range load.Kinds() {
		add(meaning{kind: ContainerKind, of: k.Key}, append(other[k.Key], k.Name, k.Key)...)
	}
	for _, g := range gear.All() {
		add(meaning{kind: GearKind, of: g.Key}, append(other[g.Key], singular(strings.ToLower(g.Name)))...)
	}
	for _, k := range band.Kinds() {
		add(meaning{BandKind, string(k), map[string]any{"rest_m": usualBand[k][0], "thickness_m": usualBand[k][1]}}, other[string(k)]...)
	}
	add(meaning{BandKind, string(band.LongLoop), map[string]any{"rest_m": usualBand[band.LongLoop][0]}}, "loop")
	for _, f := range furniture {
		add(meaning{FurnitureKind, string(f.kind), map[string]any{"width_m": f.width, "depth_m": f.depth, "height_m": f.height}}, f.words...)
	}
	for _, k := range []space.OpeningKind{space.DoorWay, space.Window, space.GarageDoor} {
		add(meaning{kind: OpeningKind, of: string(k)}, other[string(k)]...)
	}
	add(meaning{kind: BarKind, of: "bar"}, "barbell", "bar")
	add(meaning{kind: BarKind, of: "handle"}, "dumbbell handle", "dumbbell bar")
	add(meaning{kind: PlatesKind}, "plate", "weight plate", "disc")
	add(meaning{kind: GearKind, of: "kettlebell-"}, "kettlebell")
	add(meaning{kind: GearKind, of: "dumbbells-"}, "dumbbell", "pair of dumbbell", "fixed dumbbell")
	for w := range all {
		order = append(order, w)
	}
	sort.Slice(order, func(i, j int) bool {
		if len(order[i]) != len(order[j]) {
			return len(order[i]) > len(order[j])
		}
		return order[i] < order[j]
	})
	return all, order
}

// singular is a phrase with its words' plural endings taken off.
func singular(text string) string {
	fields := strings.Fields(text)
	for i, w := range fields {
		switch {
		case slices.Contains([]string{"squat", "less", "glass", "gas", "bus"}, w):
		case strings.HasSuffix(w, "shelves"):
			w = "shelf"
		case strings.HasSuffix(w, "ties"):
			w = strings.TrimSuffix(w, "ies") + "y"
		case strings.HasSuffix(w, "boxes") || strings.HasSuffix(w, "benches") || strings.HasSuffix(w, "couches"):
			w = strings.TrimSuffix(w, "es")
		case strings.HasSuffix(w, "s") && !strings.HasSuffix(w, "ss") && len(w) > 3:
			w = strings.TrimSuffix(w, "s")
		}
		fields[i] = w
	}
	return strings.Join(fields, " ")
}

// Words are all that are understood of things.
func Words() []string { return slices.Clone(longestFirst) }
