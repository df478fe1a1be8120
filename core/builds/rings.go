package builds

import (
	"math"
	"slices"
	"strings"

	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

// gravityOf is the specific gravity by which fixings hold in a material: of stamped timber its
// group's, of any other that of wood that nobody knows.
func gravityOf(material string) float64 {
	if kind, species, _ := strings.Cut(material, ":"); kind == "timber-graded" {
		if g, ok := Gravities[species]; ok {
			return g
		}
	}
	return Gravities[""]
}

// boltOf is the bolt of a diameter as it is sold: the next larger.
func boltOf(d quantity.Length) string {
	switch {
	case d <= 0.0085:
		return "bolt-m8"
	case d <= 0.0105:
		return "bolt-m10"
	case d <= 0.0125:
		return "bolt-m12"
	}
	return "bolt-m16"
}

// Bolt is a bolt through a timber, held by a steel plate on both faces: Diameter, Thick the timber
// and Plate each plate, in m; Gravity of the wood; the load across its grain.
type Bolt struct {
	Diameter, Thick, Plate quantity.Length
	Gravity                float64
}

// Strengths of what a bolt bends and bears on, in psi (NDS 2018 table 12G, its notes).
const boltYield, plateBearing = 45e3, 87e3

// Across is what a bolt bears across the grain in double shear between steel plates, in N: the
// least of the yield-limit modes I_m, III_s and IV with R_d of 4, 3.2 and 3.2 × 1.25; duration
// factor 1.0. Errors are *quantity.FieldError of diameter_m, thick_m, plate_m and gravity.
// Source: NDS 2018 table 12.3.1A and B.
func (b Bolt) Across() (newtons float64, mode Mode, _ error) {
	if err := first(within("diameter_m", float64(b.Diameter), 0.00635, 0.0255, "m"),
		within("thick_m", float64(b.Thick), 0.03, 0.3, "m"), within("plate_m", float64(b.Plate), 0.003, 0.03, "m"),
		gravity("gravity", b.Gravity)); err != nil {
		return 0, "", err
	}
	d, lm, ls := float64(b.Diameter)/inch, float64(b.Thick)/inch, float64(b.Plate)/inch
	fem, fes := bearing(b.Gravity, d, 90), float64(plateBearing)
	re := fem / fes
	const kTheta = 1.25
	k3 := -1 + math.Sqrt(2*(1+re)/re+2*boltYield*(2+re)*d*d/(3*fem*ls*ls))
	best := math.Inf(1)
	for _, m := range []struct {
		Mode
		z float64
	}{
		{ModeIm, d * lm * fem / (4 * kTheta)},
		{ModeIIIs, 2 * k3 * d * ls * fem / ((2 + re) * 3.2 * kTheta)},
		{ModeIV, 2 * d * d / (3.2 * kTheta) * math.Sqrt(2*fem*boltYield/(3*(1+re)))},
	} {
		if m.z < best {
			best, mode = m.z, m.Mode
		}
	}
	return best * poundForce, mode, nil
}

// Beside is what a bolt bears across the grain in single shear between the wood and one steel plate on
// it, in N: the least of the six modes; duration factor 1.0. Errors are *quantity.FieldError of
// diameter_m, thick_m, plate_m and gravity. Source: NDS 2018 table 12.3.1A and B, general dowel
// equations.
func (b Bolt) Beside() (newtons float64, mode Mode, _ error) {
	if err := first(within("diameter_m", float64(b.Diameter), 0.00635, 0.0255, "m"),
		within("thick_m", float64(b.Thick), 0.02, 0.3, "m"), within("plate_m", float64(b.Plate), 0.003, 0.03, "m"),
		gravity("gravity", b.Gravity)); err != nil {
		return 0, "", err
	}
	d := float64(b.Diameter) / inch
	j := joint{qm: bearing(b.Gravity, d, 90) * d, qs: plateBearing * d, lm: float64(b.Thick) / inch, ls: float64(b.Plate) / inch,
		moment: boltYield * d * d * d / 6}
	const kTheta = 1.25
	best := math.Inf(1)
	for _, m := range []Mode{ModeIm, ModeIs, ModeII, ModeIIIm, ModeIIIs, ModeIV} {
		if z := j.yields(m) / reduction(m, d, d, kTheta); z < best {
			best, mode = z, m
		}
	}
	return best * poundForce, mode, nil
}

// Rings hang from two joists, a strap each: Overhead what carries them, Apart from one strap to the
// other, in m; Aside how far a strap is pulled aside at the most, across the joists, in degrees, and
// Blocked that blocking keeps the joists upright beside them; Swings says that the movement swings. Each
// link of a strap as it is marked.
type Rings struct {
	Overhead
	Apart        quantity.Length
	Aside        float64
	Blocked      bool
	Swings       bool
	Strap, Plate Hardware
	Body         quantity.Estimate
}

// sharedByRings is what one of two rings takes of a body (house value: nobody hangs evenly).
const sharedByRings = 0.65

// A strap pulls half of its load aside (house value); from asideFree degrees on joists need blocking.
// Each plate is plateWide wide, in m.
const (
	asideShare, asideFree = 0.5, 10.0
	plateWide             = 0.040
)

// aside is what a pull aside asks of the joists and of the plates of one ring under f newtons.
// Source: statics; house values.
func (r Rings) aside(f float64, steel Material) []Check {
	turned := Check{Link: "joists kept upright", Fits: true, Demand: r.Aside, Capacity: asideFree,
		Formula: "pulled aside by 10° at the most without blocking", Source: "house rule"}
	if r.Blocked {
		turned.Demand, turned.Formula = 0, "blocking between the joists within {0.3 m}, both sides"
	} else if r.Aside > asideFree {
		turned.Refused = "pulled aside by more than 10°, a joist turns over: blocking between the joists within {0.3 m}, both sides"
	}
	section := 2 * plateWide * float64(plateThick*plateThick) / 6
	return []Check{turned, {Link: "plates and shackle, pulled aside", Demand: asideShare * f * plateDrop / section,
		Capacity: steel.Bending, Unit: "Pa", Formula: "0.5 F below the joist, by both plates", Source: "statics; 205 MPa / 1.67"}}
}

// Build works one ring out along its load path: strap, plate, bolt, joist; on one joist, no
// neighbour helps. Errors are *quantity.FieldError of b_m, h_m, span_m, at_m, wood, bolt_m,
// above_m, apart_m and body_kg. Source: Overhead, Hardware; house values.
func (r Rings) Build() (Built, error) {
	if err := fits(&r); err != nil {
		return Built{}, err
	}
	factor := PersonFactor
	if r.Swings {
		factor = SwingFactor
	}
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return Built{}, err
	}
	f := float64(Weight(r.Body)) * factor * sharedByRings
	joists, err := r.Checks(f, "0.65 of the factored body, on one joist")
	if err != nil {
		return Built{}, err
	}
	link := func(name Text, h Hardware) Check {
		capacity, why := h.Capacity(true)
		return Check{Link: name, Demand: f, Capacity: capacity, Unit: "N", Formula: "0.65 of the factored body against its mark",
			Source: "its maker", Refused: why}
	}
	return Built{
		Title: "Rings from two joists", Hours: [2]float64{3, 4},
		Checks: slices.Concat([]Check{link("strap", r.Strap), link("plates and shackle", r.Plate)}, joists, r.aside(f, steel),
			[]Check{
				{Link: "straps apart", Fits: true, Demand: 0.45, Capacity: float64(r.Apart), Unit: "m",
					Formula: "{0.45 m} at least, on different joists", Source: "house rule"},
			}),
		Parts: append(r.parts(), Part{Name: "bow shackle, marked", Stock: "shackle", Count: 2},
			Part{Name: "strap, marked", Stock: "strap-sewn", Count: 2}, Part{Name: "ring", Stock: "gym-ring", Count: 2}),
		Tools: []Text{"drill", "spanner", "tape", "detector for cables and pipes"},
		Steps: append(r.steps(),
			ringsHung.with(facts{"bow": mm(r.B + 2*plateThick + 0.004), "apart": metre(r.Apart, 2)})...),
		Proof: tell("%s hung from each ring no more than {100 mm} above the floor for 5 minutes, nobody beneath; it goes back to "+
			"within {2 mm}. Never a person. Passing raises nothing.", kilo(proofMass(r.Body))),

		ProofOf: proofMass(r.Body),
		Inspect: looked("play, cracks, rust, straps at their stitches"),
		Cautions: []Text{guidance, "Both hands, one in each ring: all of a body on one is more than was worked out.",
			"No kipping, no giant swings, no drops into slack."},
	}, nil
}

func (r *Rings) form(f *form) {
	r.Overhead.form(f)
	number(f, &r.Apart, 0.5, metres("apart_m", "Straps apart", 0.2, 1.5))
	number(f, &r.Aside, 10, Ask{Key: "aside_deg", Label: "Pulled aside by at most, degrees", Kind: quantity.KindCount, Low: 0,
		High: 45, Help: "Straps hang straight in hangs and chin-ups, along the joists in rows; flies and presses pull them aside."})
	f.yes(&r.Blocked, false, yesNo("blocked", "Blocking between the joists beside them, both sides",
		"A piece of the joists' size, tight between them, within {0.3 m} of the bolt: joists turn over without it."))
	f.yes(&r.Swings, false, yesNo("swings", "The movement swings", "Then × 3.5 instead of 2.5."))
	r.Strap.asked(f, SewnStrap, marked("strap_n", "Each strap is marked with"))
	r.Plate.asked(f, MetalLink, marked("plate_n", "Each plate, and the shackle in it, marked with"))
	f.body(&r.Body)
}

func (r *Rings) joists() *Overhead { return &r.Overhead }

var _ = known(50, of[Rings]{
	Key: "rings", Name: "Rings from two joists", Does: "hanging, rows, chin-ups on straps", On: OnCeiling,
	Build: func(r Rings, _ Situation) (Built, error) { return r.Build() },
	Changes: func(r Rings, _ Situation) []change {
		apart := so("straps {0.5 m} apart, on different joists", func(r *Rings) { r.Apart = max(r.Apart, 0.5) })
		blocked := so("blocking between the joists, both sides", func(r *Rings) { r.Blocked = true })
		bolted := r.Overhead.changes()
		out := append([]change{apart, blocked, apart.and(blocked)}, bolted...)
		for _, c := range bolted {
			out = append(out, apart.and(c))
		}
		return out
	},
	Instead: always[Rings]("rows under a bar on sawhorses, or pull-downs on a band at an anchor that holds"),
	Gives: func(Rings, Situation) []capability.Supply {
		return []capability.Supply{
			limited(capability.Supply{Kind: capability.LowBar, Quality: 1, Caution: "both hands, one in each ring"}),
			limited(capability.Supply{Kind: capability.HangBar, Quality: 0.9,
				Caution: "both hands, one in each ring; they turn: harder than a bar"}),
		}
	},
	Draw: Rings.draw,
})

func (r Rings) draw(Situation) []Figure {
	b, h, span, at, above := float64(r.B), float64(r.H), float64(r.Span), float64(r.At), float64(r.Above)
	apart := float64(r.Apart)
	const under, strap = 2.4, 0.7
	from := under - plateDrop
	cross := Figure{Name: "across", Strokes: []Stroke{
		rect(OfBuilding, -b/2, under, b, h, "joist in bending"), rect(OfBuilding, apart-b/2, under, b, h, "joist in bending"),
		line(OfStrap, 0, from, 0, -strap, "strap"), line(OfStrap, apart, from, 0, -strap, "strap"),
		round(OfStrap, 0, from-strap-0.11, 0.22, "strap"), round(OfStrap, apart, from-strap-0.11, 0.22, "strap"),
		across(0, from-strap-0.35, apart), upward(apart+0.15, under, h),
	}}
	cross.Strokes = append(append(cross.Strokes, platesOn(0, b, under, above, "plates and shackle")...),
		platesOn(apart, b, under, above, "plates and shackle")...)
	return []Figure{{Name: "along a joist", Strokes: []Stroke{
		rect(OfBuilding, 0, under, span, h, "joist in bending"),
		rect(OfSteel, at-0.03, from-0.03, 0.06, above+plateDrop+0.06, "plates and shackle"),
		round(OfSteel, at, under+above, 0.02, "bolt"), line(OfStrap, at, from, 0, -strap, "strap"),
		round(OfStrap, at, from-strap-0.11, 0.22, "strap"),
		across(0, under+h+0.15, span), across(0, under-0.2, at),
	}}, cross, joistCut(b, h, above, "plates and shackle")}
}

var ringsHung = recipeOf(`
- Pin a bow shackle through the lower holes of both plates of a joist, at least [bow] wide inside, and tie its
  pin with wire. Hang the strap in the bow, the ring in the strap's loop; the straps hang [apart] apart, as the
  joists are.
? Buckles, where there are any, are threaded back; both rings hang at one height: for rows at the hip, to hang from
  so high that the feet are clear.
? Hang the proof load from each ring, nobody beneath; look again.
`)
