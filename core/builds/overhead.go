package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// JoistKnown is what is known of what carries a ceiling: what it is of, and whether it was seen.
type JoistKnown string

// What there may be overhead.
const (
	SawnJoist  JoistKnown = "sawn"
	OtherJoist JoistKnown = "other" // a truss, an I-joist, or nobody has looked
)

// Overhead is what something hangs from: two joists, a through-bolt with a plate on both faces in
// each. Known is what is known of them and Owner the word of who owns the house; B and H the section
// of one, Span between its bearings and At from one of them, all in m; Wood its strength; Bolt the
// diameter of the bolts and Above how far they go through above the lower edge, in m.
//
// Above is what they carry besides, and Spaced how far it is from one joist to the next, in m.
type Overhead struct {
	Known       JoistKnown
	Owner       string
	B, H        quantity.Length
	Span, At    quantity.Length
	Wood        string
	Bolt, Above quantity.Length
	Carries     Upstairs
	Spaced      quantity.Length
	Timber      Timber
	prefix      string // before the keys of a joist where its design has sizes of its own
}

// Upstairs is what joists carry besides.
type Upstairs string

// What may be above.
const (
	EmptyLoft     Upstairs = "loft"
	FurnishedRoom Upstairs = "room"
	StoredLoft    Upstairs = "stored" // or nobody knows
	HeavyAbove    Upstairs = "heavy"  // a bath, a tank, a wall, a tiled floor, a flat roof, snow
)

// kept is what lies on a floor for years, in Pa, with its own weight (house values; nothing for what an
// engineer is asked about).
var kept = map[Upstairs]float64{EmptyLoft: 500, FurnishedRoom: 1000, StoredLoft: 1750}

// floorBending is what a joist may bear of its floor, in Pa, by its wood: F_b of No. 2 (NDS supplement,
// from memory); of no known grade a house value. Deep sections bear less: C_F of dimension lumber.
var floorBending = map[string]float64{"timber-graded:spruce-pine-fir": 6.03e6, "timber-graded:douglas-fir-larch": 6.21e6,
	"timber-graded:southern-pine": 5.52e6}

const floorUnknown = 3.45e6

func floorAllowed(wood string, h quantity.Length) float64 {
	of, graded := floorBending[wood]
	switch {
	case !graded:
		return floorUnknown
	case h <= 0.1845:
		return of * 1.2
	case h <= 0.2355:
		return of * 1.1
	}
	return of
}

// shared is how far a joist is used in bending at its worst place, by its floor and by a body that hangs
// from it: what each asks over what it may have, added up.
// Source: statics; NDS supplement, from memory; strength of timber.
func (o Overhead) shared(newtons float64, wood Material) (most float64) {
	s := Section{Shape: Rect, B: o.B, H: o.H}.Modulus()
	l, at, q := float64(o.Span), float64(o.At), kept[o.Carries]*float64(o.Spaced)
	const steps = 400
	for i := 1; i < steps; i++ {
		x := l * float64(i) / steps
		body := newtons * math.Min(x*(l-at), at*(l-x)) / l
		floor := q * x * (l - x) / 2
		most = math.Max(most, body/s/wood.Allowable(o.H)+floor/s/floorAllowed(o.Wood, o.H))
	}
	return most
}

// plateThick is each of the plates on both faces of a joist, in m.
const plateThick quantity.Length = 0.006

// Checks are those of one joist and its bolt under a factored load in newtons, that formula tells
// of; no neighbour helps. Errors are *quantity.FieldError of b_m, h_m, span_m, at_m, wood, bolt_m and
// above_m. Source: Joist, Bolt; house values.
func (o Overhead) Checks(newtons float64, formula Text) ([]Check, error) {
	if _, known := kept[o.Carries]; !known && o.Carries != HeavyAbove {
		return nil, quantity.At("above", "above is an empty loft, a furnished room, a stored loft, or something heavy")
	}
	if err := first(fits(&o), within(o.prefix+"at_m", float64(o.At), 0.1, float64(o.Span)-0.1, "m"),
		within("above_m", float64(o.Above), 0.01, float64(o.H)-0.03, "m")); err != nil {
		return nil, err
	}
	wood, err := o.Timber.material(o.Wood, false)
	if err != nil {
		return nil, err
	}
	edge := min(o.Above, o.H-o.Above)
	a, err := Joist{B: o.B, H: o.H, Span: o.Span, At: o.At, Load: quantity.Force(newtons), Material: wood}.Check()
	if err != nil {
		return nil, err
	}
	across, mode, err := Bolt{Diameter: o.Bolt, Thick: o.B, Plate: plateThick, Gravity: gravityOf(o.Wood)}.Across()
	if err != nil {
		return nil, err
	}
	hole := Check{Link: "bolt hole", Demand: float64(o.Bolt), Capacity: float64(o.H) / 3, Unit: "m",
		Formula: "at most a third of the depth, {51 mm} from the edges", Source: "house rule, IRC R502.8, from memory"}
	if edge < holeEdge {
		hole.Refused = "a hole is {51 mm} from the joist's edges"
	}
	shear := newtons * math.Max(float64(o.At), float64(o.Span-o.At)) / float64(o.Span)
	_, splitting := splits(o.B, o.H, o.Above)
	split := Check{Link: "joist splitting at the bolt", Demand: shear, Capacity: splitting, Unit: "N",
		Formula: "14 b √(h_e/(1 − h_e/h)) · 0.9/1.3", Source: "EC5 8.1.4, from memory"}
	if o.Above < o.H/2-1e-9 {
		split.Refused = "the bolt is below the middle of the joist: at least half of its depth above the lower edge"
	}
	joist := Check{Link: "joist", Capacity: 1, Formula: "sawn, seen and measured", Source: "house rule"}
	if o.Known != SawnJoist {
		joist.Refused = "trusses, I-joists and what nobody has seen carry no body"
	}
	above := Check{Link: "what is above", Fits: true, Capacity: 1, Formula: "a floor of 0.5, 1.0 or 1.75 kPa",
		Source: "house values"}
	if o.Carries == HeavyAbove {
		above.Refused = "under a bath, a tank, a wall, a tiled floor, a flat roof or snow an engineer is asked"
	}
	return []Check{
		owned(o.Owner, "no bolt goes through these joists"), joist, above,
		{Link: "bolt across the grain", Demand: newtons, Capacity: across, Unit: "N",
			Formula: formula + "; double shear between plates, mode " + Text(mode), Source: "NDS 2018 table 12.3.1A"},
		hole, split,
		{Link: "joist in bending", Demand: o.shared(newtons, wood), Capacity: 1,
			Formula: "floor over what it may have for years, and body over what it may have, on one joist",
			Source:  "statics; NDS supplement, from memory; strength of " + wood.Name},
		{Link: "joist in shear", Demand: a.Shear, Capacity: wood.Shear, Unit: "Pa", Formula: "1.5 V/A", Source: "house value"},
	}, nil
}

func (o Overhead) parts() []Part {
	return []Part{{Name: tell("through-bolt with nut, %s long", mm(math.Ceil((float64(o.B)+0.037)*100)/100)),
		Stock: boltOf(o.Bolt), Count: 2}, {Name: "plate, one on each face", Stock: "plate-steel", Count: 4}}
}

// plateDrop is how far plates reach below a joist, in m.
const plateDrop = 0.05

// steps are done before anything hangs: what is found, and two plates on each of two joists.
func (o Overhead) steps() []Step {
	return joistSteps.with(facts{"at": metre(o.At, 2), "bore": hole(o.Bolt + 0.001), "above": mm(o.Above),
		"drop": mm(plateDrop)})
}

// joistWoods are what joists may be stamped with.
var joistWoods = words(unknownTimber, "No stamp, or not known", "timber-graded:spruce-pine-fir", "Stamped No. 2, spruce-pine-fir",
	"timber-graded:douglas-fir-larch", "Stamped No. 2, Douglas fir-larch", "timber-graded:southern-pine",
	"Stamped No. 2, southern pine")

// form asks of it, from the weak end of what nobody has said.
func (o *Overhead) form(f *form) {
	if f.said != nil {
		o.Owner = f.s.owner()
	}
	word(f, &o.Known, OtherJoist, Ask{Key: "overhead", Label: "Overhead", Words: joistWords})
	word(f, &o.Carries, StoredLoft, Ask{Key: "above", Label: "Above them", Words: aboveWords,
		Help: "They carry their floor as well as a body."})
	number(f, &o.B, 0.038, metres(o.prefix+"b_m", "Joist, width", 0.03, 0.3))
	number(f, &o.H, 0.184, metres(o.prefix+"h_m", "Joist, depth", 0.09, 0.5))
	number(f, &o.Span, 3.6, metres(o.prefix+"span_m", "Joist, between its bearings", 0.8, 8))
	number(f, &o.At, 0.6, metres(o.prefix+"at_m", "From one of its bearings", 0.1, 7.9))
	number(f, &o.Spaced, 0.6, metres("joists_m", "From one joist to the next", 0.2, 0.8))
	word(f, &o.Wood, unknownTimber, Ask{Key: "wood", Label: "Joists' timber", Words: joistWoods})
	number(f, &o.Bolt, 0.010, Ask{Key: "bolt_m", Label: "Through-bolts", Kind: quantity.KindThin, Low: 0.008, High: 0.016})
	number(f, &o.Above, 0.12, metres("above_m", "Bolts above the lower edge", 0.01, 0.47))
	f.hold(ceilingHold)
}

var (
	joistWords = words("sawn", "Sawn joists, seen", "other", "Trusses, I-joists, or not seen")
	aboveWords = words("loft", "An empty loft", "room", "A furnished room", "stored", "A loft with things in it, or not known",
		"heavy", "A bath, a tank, a wall, tiles, a flat roof, snow")
)

// ceilingHold is asked before a ceiling is opened.
var ceilingHold = hold("coating", "Ceiling and its coating of before 2000 tested", "Yes, or all of it is newer",
	"No: not tested, or it holds lead or asbestos", "Cutting it open makes dust: lead in paint, asbestos in boards and coatings.")

// joisted is what hangs from joists.
type joisted interface{ joists() *Overhead }

// changes are of how something is bolted to joists that are as they are.
func (o Overhead) changes() []change {
	raised := func(words Text, to quantity.Length) change {
		return so(words, func(j joisted) { j.joists().Above = max(j.joists().Above, to) })
	}
	middle, up := raised("bolts through the middle of the joist or above it", o.H/2),
		raised("bolts at two thirds of the joist's depth", o.H*2/3)
	thick := so("bolts of {12 mm}", func(j joisted) { j.joists().Bolt = max(j.joists().Bolt, 0.012) })
	thicker := so("bolts of {16 mm}", func(j joisted) { j.joists().Bolt = 0.016 })
	near := so("no more than {0.6 m} from a bearing", func(j joisted) { j.joists().At = min(j.joists().At, 0.6) })
	out := []change{middle, up, thick, thicker, near, thick.and(near), thicker.and(near)}
	for _, c := range []change{middle, up} {
		out = append(out, c.and(thick), c.and(near), c.and(thick).and(near), c.and(thicker), c.and(thicker).and(near))
	}
	return out
}

// platesOn draws the plates on both faces of a joist that is seen along itself, b wide, its middle at x, with
// its bolt; and what is pinned between their lower ends.
func platesOn(x, b, under, above float64, link Text) []Stroke {
	const over = 0.03
	t := float64(plateThick)
	return []Stroke{
		rect(OfSteel, x-b/2-t, under-plateDrop-over, t, above+plateDrop+2*over, link),
		rect(OfSteel, x+b/2, under-plateDrop-over, t, above+plateDrop+2*over, link),
		line(OfSteel, x-b/2-2*t, under+above, b+4*t, 0, "bolt across the grain"),
		line(OfSteel, x-b/2-2*t, under-plateDrop, b+4*t, 0, link),
	}
}

// joistCut is one joist, cut across, with its plates and its bolt.
func joistCut(b, h, above float64, link Text) Figure {
	f := Figure{Name: "one joist, cut", Strokes: append([]Stroke{rect(OfBuilding, -b/2, 0, b, h, "joist in bending")},
		platesOn(0, b, 0, above, link)...)}
	f.Strokes = append(f.Strokes, upward(b/2+0.08, 0, above), upward(b/2+0.08, -plateDrop, plateDrop), upward(-b/2-0.08, 0, h),
		across(-b/2, h+0.03, b))
	return f
}

var joistSteps = recipeOf(`
? Who owns the house says yes, in writing.
? The joists were seen: sawn, no truss, no notch, their size and span measured.
? The detector is clear; what they carry above was seen. Nobody exercises above while somebody hangs here.
- Cut the ceiling open as far as it takes to reach both faces of the two joists, [at] from the same bearing. Bore
  each level and square through by [bore], [above] above its lower edge, half from each face.
- Lay a plate on each face: its upper hole over the bolt's, its lower end with the other hole [drop] below the
  joist. Push the bolt through plate, joist and plate; draw the nut up until the plates do not turn by hand, and lock
  it with a second nut or a nut that locks itself.
? Nothing has play under a hand.
`)
