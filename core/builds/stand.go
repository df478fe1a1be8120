package builds

import (
	"math"
	"slices"
	"strings"

	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Platform is a floor to lift on: Long and Wide, in m, two layers of panel crossed, with rubber
// where the load is set down; Load the heaviest bar that is lifted on it, with Body. Limit is what the
// floor below is built for, in Pa; Ground that it lies on the ground; Engineer the name of one who has
// looked at the floor below, empty where none has.
type Platform struct {
	Long, Wide quantity.Length
	Rubber     quantity.Length
	Load, Body quantity.Estimate
	Limit      float64
	Ground     bool
	Engineer   string
}

// A floor of a dwelling bears pointLoad newtons on a small place (EN 1991-1-1 table 6.2, category A, from
// memory); a lifter stands on two feet of which one gets footShare of bar and body, × lifted.
const pointLoad, footShare, lifted = 2000.0, 0.65, 1.5

// below is what a platform asks of the floor below it: everything over its area; a lifter's foot, and an
// end of the bar. On the ground nothing; elsewhere an engineer's name goes before what is refused.
func (p Platform) below(own float64) []Check {
	area, bar := float64(p.Long*p.Wide), float64(Weight(p.Load))
	body := float64(Weight(p.Body))
	all := own + float64(p.Load.Value+p.Load.Expanded()) + float64(p.Body.Value+p.Body.Expanded())
	const source = "EN 1991-1-1 table 6.2, category A, from memory"
	checks := []Check{
		{Link: "floor below", Demand: all * quantity.StandardGravity / area, Capacity: p.Limit, Unit: "Pa",
			Formula: "everything on it over its area", Source: "live load of dwellings, IRC R301.5, from memory"},
		{Link: "floor below a foot", Demand: lifted * (bar + body) * footShare, Capacity: pointLoad, Unit: "N",
			Formula: "1.5 (bar + lifter) · 0.65", Source: source},
		{Link: "floor below an end of the bar", Demand: lifted * bar / 2, Capacity: pointLoad, Unit: "N",
			Formula: "1.5 · half of the bar", Source: source},
	}
	small := all > askMass && area < askArea
	for i := range checks {
		switch {
		case p.Ground:
			checks[i].Demand, checks[i].Formula = 0, "on the ground"
		case strings.TrimSpace(p.Engineer) != "":
			checks[i].Demand, checks[i].Formula, checks[i].Source = 0, "looked at by an engineer", strings.TrimSpace(p.Engineer)
		case !checks[i].OK() || small:
			checks[i].Refused = "this stops until an engineer has looked at the floor, and is named here"
		}
	}
	return checks
}

// House values of platforms: layers of 18 mm, the density of rubber tiles, in kg/m³, and the mass
// on a small area from which an engineer is asked upstairs.
const (
	layer, rubberDensity = 0.018, 1000.0
	rubberTile           = 0.83 // what a tile covers, in m², the smaller that is sold
	askMass, askArea     = 200.0, 3.0
)

// swells is what pieces of a layer stay apart, in m, so that they may swell.
const swells quantity.Length = 0.003

// split cuts a length into n pieces with a gap between them.
func split(long quantity.Length, n int) quantity.Length {
	return (long - quantity.Length(n-1)*swells) / quantity.Length(n)
}

// layers are the pieces of two layers, of whole sheets: below with the face grain along the
// platform, above across it. Where both have joints the same way these stand at half the pieces' width
// from each other, 0.4 m at least.
func (p Platform) layers() []Part {
	const long, wide = 2.438, 1.219 // the smaller of both that are sold
	n := func(of quantity.Length, by float64) int { return int(math.Ceil(float64(of)/by - 1e-9)) }
	rows, columns, strips, halves := n(p.Wide, wide), n(p.Long, long), n(p.Long, wide), n(p.Wide, long)
	if columns > 1 {
		strips |= 1
	}
	if halves > 1 {
		rows |= 1
	}
	stock := "softwood-plywood-18"
	return []Part{
		{Name: "layer below", Stock: stock, Length: split(p.Long, columns), Width: split(p.Wide, rows), Count: rows * columns,
			Grain: true},
		{Name: "layer above, crossed", Stock: stock, Length: split(p.Wide, halves), Width: split(p.Long, strips),
			Count: strips * halves, Grain: true},
	}
}

// screws are those that hold the layers together, every 30 cm both ways.
func (p Platform) screws() int {
	return (int(p.Long/0.3) + 2) * (int(p.Wide/0.3) + 2)
}

// Build works a platform out: what it asks of the floor with everything on it, and whether it is
// long and wide enough to stay on. No capacity for dropping is claimed. Errors are
// *quantity.FieldError of long_m, wide_m, rubber_m, load_kg and body_kg. Source: live loads of
// dwellings (space.LiveLoad); house values.
func (p Platform) Build() (Built, error) {
	if err := first(fits(&p), bodyWithin(p.Body)); err != nil {
		return Built{}, err
	}
	area := float64(p.Long * p.Wide)
	own := 2*area*layer*panelDensity + area/2*float64(p.Rubber)*rubberDensity
	out := Built{
		Floor: area,
		Title: "Platform", Hours: [2]float64{2, 3}, Mass: quantity.Mass(own),
		Checks: append(p.below(own), []Check{
			{Link: "room to stand", Fits: true, Demand: 1.2, Capacity: float64(p.Wide), Unit: "m",
				Formula: "at least {1.2 m} wide", Source: "house rule"},
			{Link: "room for the plates", Fits: true, Demand: 2.2, Capacity: float64(p.Long), Unit: "m",
				Formula: "as long as a bar, {2.2 m}", Source: "IWF Technical and Competition Rules: a men's bar is {2.2 m}"},
		}...),
		Parts: append(p.layers(), Part{Name: "rubber tile", Stock: "rubber-tile", Count: int(math.Ceil(area / 2 / rubberTile))},
			Part{Name: "wood screw", Stock: "screw-4x35", Count: p.screws()}),
		Tools:    []Text{"panel saw, or the shop's", "drill", "straightedge of {2 m}", "knife", "plane"},
		Steps:    platformSteps.with(nil),
		Proof:    "None: the heaviest load is rolled over it. It is not made to be dropped on.",
		Inspect:  looked("proud screws, loose rubber, damp below"),
		Cautions: []Text{guidance, "No load is dropped; what it takes is not known."},
	}
	if p.Ground {
		out.Parts = append(out.Parts, Part{Name: "building film below all of it", Stock: "film", Count: int(math.Ceil(area / 20))})
		out.Steps = slices.Insert(out.Steps, 1,
			Step{"Spread the film on the ground first, {10 cm} turned up at the edges: damp stays below it.", false})
	}
	return out, nil
}

// MobilityStick is a stick to move the shoulders with: of PVC or wood, its length in m for a stature.
type MobilityStick struct {
	Length  quantity.Length
	Stature quantity.Length
}

// StickLength is that of a stick for a stature, in m: 0.9 of it, from 1.2 to 1.8 (house value).
func StickLength(stature quantity.Length) quantity.Length {
	return max(1.2, min(1.8, 0.9*stature))
}

// Build works a stick out: it carries nobody. Errors are *quantity.FieldError of length_m.
func (s MobilityStick) Build() (Built, error) {
	if err := fits(&s); err != nil {
		return Built{}, err
	}
	return Built{
		Title: "Stick", Hours: [2]float64{0.2, 0.2},
		Checks: []Check{{Link: "hands apart", Fits: true, Demand: float64(0.65 * s.Stature), Capacity: float64(s.Length),
			Unit: "m", Formula: "at least 0.65 of the stature", Source: "house value"}},
		Parts:    []Part{{Name: "stick", Stock: "pvc-1", Length: s.Length, Count: 1}, {Name: "cap", Stock: "cap", Count: 2}},
		Tools:    []Text{"hacksaw", "sandpaper", "glue"},
		Steps:    stickSteps.with(nil),
		Proof:    "None: looked at by eye. Nobody hangs from it, or leans on it.",
		Inspect:  "Before each use: cracks, caps. Written down every 3 months.",
		Cautions: []Text{"Not to hang from, not to lean on.", guidance},
	}, nil
}

func (p *Platform) form(f *form) {
	if f.said != nil {
		p.Body, p.Ground, p.Limit = f.s.Body, f.s.grounded(), space.Room{Sleeps: true}.LiveLoad()
		if f.s.Room != nil {
			p.Limit = f.s.Room.LiveLoad()
		}
	}
	number(f, &p.Long, 2.438, metres("long_m", "Long", 1, 4))
	number(f, &p.Wide, 1.219, metres("wide_m", "Wide", 0.8, 4))
	number(f, &p.Rubber, 0.015, Ask{Key: "rubber_m", Label: "Rubber", Kind: quantity.KindThin, Low: 0, High: 0.06})
	number(f, &p.Load.Value, max(20, f.s.loads().Heaviest), Ask{Key: "load_kg", Label: "Heaviest bar that is lifted on it",
		Kind: quantity.KindMass, Low: 1, High: 500})
	f.only(!p.Ground, func() {
		word(f, &p.Engineer, "", Ask{Key: "engineer", Label: "Engineer who looked at the floor", Text: true,
			Help: "A name, and the day. Empty where nobody has: then what is too much stops here."})
	})
}

var _ = known(90, of[Platform]{
	Key: "platform", Name: "Platform", Does: "a flat, firm floor to lift on", On: OnFloor,
	Build: func(p Platform, _ Situation) (Built, error) { return p.Build() },
	Changes: func(Platform, Situation) []change {
		return []change{so("{2.44 × 1.22 m|8 × 4 ft}, two whole sheets",
			func(p *Platform) { p.Long, p.Wide = max(p.Long, 2.438), max(p.Wide, 1.219) })}
	},
	Instead:  always[Platform]("rubber tiles where loads are set down, on a floor at ground level"),
	Draw:     Platform.draw,
	Unproven: true,
})

func (s *MobilityStick) form(f *form) {
	if f.said != nil {
		s.Stature = f.s.Stature
	}
	number(f, &s.Length, StickLength(max(f.s.Stature, 1)), metres("length_m", "Length", 0.9, 2.2))
}

var _ = known(100, of[MobilityStick]{
	Key: "stick", Name: "Stick", Does: "shoulders moved with both hands on it", On: Nowhere,
	Build: func(s MobilityStick, _ Situation) (Built, error) { return s.Build() },
	Changes: func(MobilityStick, Situation) []change {
		return []change{so("0.9 of the stature long", func(s *MobilityStick) { s.Length = StickLength(max(s.Stature, 1)) })}
	},
	Instead: always[MobilityStick]("a towel held with both hands"),
	Gives: func(MobilityStick, Situation) []capability.Supply {
		return []capability.Supply{capability.Of(capability.Stick)}
	},
	Draw:     MobilityStick.draw,
	Unproven: true,
})

func (p Platform) draw(Situation) []Figure {
	l, w := float64(p.Long), float64(p.Wide)
	return []Figure{{Name: "from above", Strokes: []Stroke{
		rect(OfWood, 0, 0, l, w, "floor below"), rect(OfStrap, 0, 0, l/4, w, "").saying("rubber"),
		rect(OfStrap, l*3/4, 0, l/4, w, "").saying("rubber"), across(0, w+0.12, l), upward(l+0.12, 0, w),
	}}, {Name: "section", Strokes: []Stroke{rect(OfWood, 0, 0, 0.5, layer, ""), rect(OfWood, 0, layer, 0.5, layer, ""),
		rect(OfStrap, 0, 2*layer, 0.25, float64(p.Rubber), ""), upward(0.55, 0, 2*layer)}}}
}

func (s MobilityStick) draw(Situation) []Figure {
	l := float64(s.Length)
	return []Figure{{Name: "front", Strokes: []Stroke{rect(OfSteel, 0, 0, l, 0.033, "hands apart"),
		rect(OfStrap, -0.02, -0.004, 0.03, 0.041, ""), rect(OfStrap, l-0.01, -0.004, 0.03, 0.041, ""), across(0, 0.12, l)}}}
}

var platformSteps = recipeOf(`
? The floor is flat within {3 mm} under a straightedge of {2 m}.
- Lay the layer below, its face grain along the platform, {3 mm} between its pieces.
- Lay the layer above, its face grain across the platform, {3 mm} between its pieces. No joint of it lies within {300
  mm} of one below that runs the same way.
? Screw the layers together every {30 cm} both ways and along every edge, from above, prebored by {2.5 mm hole} in
  the upper one; none stands proud. Chamfer the edges.
- Cut the rubber to the quarters at both ends, where loads are set down, and lay it there, its edges to the
  platform's.
? Roll the heaviest load over it: nothing gives, nothing rocks.
`)

var stickSteps = recipeOf(`
- Cut the stick to its length, square; sand its ends round.
? No crack, no splinter along all of it.
- Glue a cap on each end; an hour later none turns.
? Write on it: not to hang from, not to lean on.
`)
