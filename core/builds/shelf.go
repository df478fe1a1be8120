package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// Shelf is a shelf for loads on two brackets on a wall: Span between its brackets, Over how far it goes
// on beyond each, and Deep, in m; PerMetre what stands on it, in kg/m with its ±, and One the heaviest
// single thing among it; High its top above the floor. Bracket is what each is marked with, in N.
type Shelf struct {
	Span, Over, Deep, High quantity.Length
	PerMetre               quantity.Estimate
	One                    quantity.Mass
	Bracket                quantity.Force
	Panel                  string
	Thickness              quantity.Length
}

// House values of storage: nothing heavy above the breast, a lip that keeps things on it, a panel that
// carries for years bears less than for ten minutes, a shelf goes on beyond its brackets by a third of
// their distance at the most, and what stands on it is deepest at 0.6 of its depth.
const (
	highest, lipHigh, creeps = 1.5, 0.010, 200.0
	mostOver                 = 1.0 / 3
	shelfLever               = quantity.Length(0.6)
)

// long is the whole shelf, in m, and Carries what stands on all of it, in kg with its ±.
func (s Shelf) long() quantity.Length { return s.Span + 2*s.Over }

// Carries is what stands on the whole shelf, in kg with its ±.
func (s Shelf) Carries() quantity.Estimate {
	l := quantity.Mass(s.long())
	return quantity.Estimate{Value: s.PerMetre.Value * l, U1: s.PerMetre.U1 * l}
}

// onBracket is the most that a bracket gets, in N: loaded all over but beyond the other one; or the
// heaviest thing at the shelf's end.
func (s Shelf) onBracket() float64 {
	w, l, a := float64(Weight(s.PerMetre))*CarryFactor, float64(s.Span), float64(s.Over)
	one := float64(s.One) * quantity.StandardGravity * CarryFactor
	return math.Max(w*(l+a)*(l+a)/(2*l), one*(l+a)/l)
}

// bends is the largest moment in it, in N·m: between its brackets, loaded there alone; over a bracket by
// what stands beyond; under the heaviest thing in the middle or at its end, on a strip of it.
func (s Shelf) bends() (all, one float64) {
	w, l, a := float64(Weight(s.PerMetre))*CarryFactor, float64(s.Span), float64(s.Over)
	thing := float64(s.One) * quantity.StandardGravity * CarryFactor
	return math.Max(w*l*l/8, w*a*a/2), math.Max(thing*math.Max(0, l-footShort)/4, thing*a)
}

// Build works a shelf out, × 2 for what is stored: the panel for years, its sag, its brackets, its
// height. Errors are *quantity.FieldError of panel, span_m, over_m, deep_m, high_m, per_metre_kg, one_kg
// and thickness_m. Source: statics; house values.
func (s Shelf) Build() (Built, error) {
	panel, err := PanelByKey(s.Panel)
	if err != nil {
		return Built{}, err
	}
	if err := fits(&s); err != nil {
		return Built{}, err
	}
	w, l := float64(Weight(s.PerMetre)), float64(s.Span)
	section := Section{Shape: Rect, B: s.Deep, H: s.Thickness}
	strip := Section{Shape: Rect, B: min(s.Deep, footWidth+quantity.Length(footSpread)*s.Span), H: s.Thickness}
	all, one := s.bends()
	bracket := Check{Link: "each bracket", Demand: s.onBracket(), Capacity: float64(s.Bracket), Unit: "N",
		Formula: "2 w (L + a)²/({2 L}), or the heaviest thing at the end, × 2 (L + a)/L, against its mark",
		Source:  "statics; its maker"}
	if s.Bracket <= 0 {
		bracket.Refused = "no mark: it counts as nothing"
	}
	years := panel.Along / WallDuration
	kg := s.Carries()
	out := Built{
		Title: "Shelf for loads", Hours: [2]float64{2, 2},
		Checks: []Check{
			{Link: "shelf in bending", Demand: all / section.Modulus(), Capacity: years, Unit: "Pa",
				Formula: "2 w L²/8 between the brackets, 2 w a²/2 over one, over S",
				Source:  "statics; " + panel.Name + ", for years"},
			{Link: "shelf under the heaviest thing", Demand: one / strip.Modulus(), Capacity: years, Unit: "Pa",
				Formula: "{2 m} g (L − 0.05)/4 in the middle, {2 m} g a at the end, on a strip",
				Source:  "statics; " + panel.Name + ", for years"},
			{Link: "shelf's sag", Demand: 5 * w * math.Pow(l, 4) / (384 * panel.ElasticAlong * section.Inertia()),
				Capacity: l / creeps, Unit: "m", Formula: "5 w L⁴/384 EI, at most L/200", Source: "house value"},
			bracket,
			{Link: "beyond its brackets", Fits: true, Demand: float64(s.Over), Capacity: l * mostOver, Unit: "m",
				Formula: "at most a third of what is between them", Source: "house rule"},
			{Link: "height", Fits: true, Demand: float64(s.High), Capacity: highest, Unit: "m",
				Formula: "{1.5 m} at most, the heaviest lowest", Source: "house rule"},
		},
		Parts: []Part{
			{Name: "shelf", Stock: sheetOf(panel.Key, s.Thickness), Length: s.long(), Width: s.Deep, Count: 1, Grain: true},
			{Name: "lip, {10 mm}", Stock: "batten-10x20", Length: s.long(), Count: 1},
			{Name: "bracket, marked", Stock: "bracket", Count: 2},
			{Name: "wood screw for a bracket", Stock: "screw-4x16", Count: 6},
			{Name: "wood screw for the lip", Stock: "screw-4x35", Count: 2 + int(float64(s.long())/0.15)},
		},
		Tools:   []Text{"panel saw, or the shop's", "drill", "spirit level", "stud finder", "detector for cables and pipes", "spanner"},
		Proof:   tell("%s spread on all of it for 5 minutes. Passing raises nothing.", kilo(proofMass(kg))),
		Inspect: looked("brackets, screws, sag"), ProofOf: proofMass(kg),
		Cautions: []Text{guidance, "Nothing that rolls without its lip.",
			tell("No more than %s on the whole shelf, no single thing over %s: written on its edge.", kilo(kg.Value), kilo(s.One))},
	}
	return out, nil
}

func (s hungShelf) draw(Situation) []Figure {
	span, over, deep, high, t := float64(s.Span), float64(s.Over), float64(s.Deep), float64(s.High), float64(s.Thickness)
	return []Figure{{Name: "front", Strokes: []Stroke{
		rect(OfWood, -over, high-t, span+2*over, t, "shelf"), rect(OfWood, -over, high, span+2*over, lipHigh, ""),
		line(OfSteel, 0, high-t, 0, -deep*2/3, "each bracket"), line(OfSteel, span, high-t, 0, -deep*2/3, "each bracket"),
		across(0, high+0.15, span), upward(span+0.25, 0, high),
	}}, {Name: "side", Strokes: []Stroke{
		rect(OfBuilding, -0.08, 0, 0.08, high+0.2, "fixings"), rect(OfWood, 0, high-t, deep, t, "shelf"),
		line(OfSteel, 0, high-t-deep*2/3, deep*0.9, deep*2/3, "each bracket"), across(0, high+0.1, deep),
	}}, assembled(s.solids()...), s.fixingDetail(float64(bracketFoot)*4, boardThick)}
}

// bracketFoot is how far above its end a bracket's lower screw is, in m.
const bracketFoot quantity.Length = 0.02

// hungShelf is a shelf on its wall.
type hungShelf struct {
	Shelf
	Wall
}

func (s *Shelf) form(f *form) {
	span := quantity.Length(0.6)
	if base, _ := f.s.wall(); base.Kind == WoodStuds {
		span = base.Spacing // a bracket stands on a stud
	}
	number(f, &s.PerMetre.Value, 60, Ask{Key: "per_metre_kg", Label: "Stands on a metre of it", Kind: quantity.KindMass, Low: 1,
		High: 300})
	number(f, &s.One, max(5, min(300, quantity.Mass(math.Ceil(float64(f.s.loads().Heaviest))))), Ask{Key: "one_kg",
		Label: "Heaviest single thing", Kind: quantity.KindMass, Low: 0, High: 300})
	number(f, &s.Span, span, metres("span_m", "Between its brackets", 0.2, 1.5))
	number(f, &s.Over, 0.1, metres("over_m", "Beyond each bracket", 0, 0.5))
	number(f, &s.Deep, 0.3, metres("deep_m", "Deep", 0.1, 0.6))
	number(f, &s.High, 0.9, metres("high_m", "Top above the floor", 0.05, 2.2))
	word(f, &s.Panel, "softwood-plywood", Ask{Key: "panel", Label: "Panel", Words: panelWords})
	number(f, &s.Thickness, 0.018, metres("thickness_m", "Thickness", 0.012, 0.04))
	number(f, &s.Bracket, 0, marked("bracket_n", "Each bracket is marked with"))
}

func (s *hungShelf) form(f *form) {
	s.Shelf.form(f)
	s.Wall.form(f, "6.5x115")
}

// Build is a shelf with what holds it.
func (s hungShelf) Build() (Built, error) {
	out, err := s.Shelf.Build()
	if err != nil {
		return out, err
	}
	upper := s.Deep * 2 / 3
	more, err := s.carries(s.onBracket(), s.Deep*shelfLever, boardThick, s.High, bracketFoot, upper)
	out.Parts, out.Checks = append(out.Parts, s.screws(4)), append(out.Checks, more...)
	out.Steps = append(s.Base.found("both studs"),
		shelfSteps.with(facts{"span": mm(s.Span), "tops": cm(s.High - s.Thickness),
			"foot": mm(bracketFoot), "upper": mm(upper)})...)
	out.Bottom, out.Top = max(0, s.High-upper), s.High+0.3
	return out, err
}

func (s hungShelf) changes(Situation) []change {
	low := so("at most {1.4 m} high", func(s *hungShelf) { s.High = min(s.High, 1.4) })
	thick := so("a panel of {24 mm}", func(s *hungShelf) { s.Thickness = max(s.Thickness, 0.024) })
	near := so("brackets {0.4 m} apart", func(s *hungShelf) { s.Span, s.Over = min(s.Span, 0.4), min(s.Over, 0.1) })
	if s.Base.Kind == WoodStuds { // a bracket stands on a stud
		near = so("a bracket on each stud", func(s *hungShelf) { s.Span, s.Over = s.Base.Spacing, min(s.Over, 0.1) })
	}
	short := so("{10 cm} beyond its brackets", func(s *hungShelf) { s.Over = min(s.Over, 0.1, s.Span/3) })
	light := so("nothing over {20 kg} on it", func(s *hungShelf) { s.One = min(s.One, 20) })
	out := append(together(near, thick, low, short, light), near.and(thick).and(low), near.and(thick).and(light),
		near.and(thick).and(light).and(low))
	return wallChanges(out...)
}

var _ = known(180, of[hungShelf]{
	Key: "shelf", Name: "Shelf for loads", Does: "jugs and bells off the floor", On: OnWall,
	Build:   func(s hungShelf, _ Situation) (Built, error) { return s.Build() },
	Changes: hungShelf.changes,
	Instead: always[hungShelf]("loads on the floor, against a wall"),
	Wide:    func(s hungShelf) quantity.Length { return s.long() },
	Studs:   func(s hungShelf) []quantity.Length { return []quantity.Length{-s.Span / 2, s.Span / 2} },
	Draw:    hungShelf.draw,
})

var shelfSteps = recipeOf(`
- Fix both brackets to the wall, level, [span] apart, their tops [tops] above the floor, two fixings each: one
  [foot] above its lower end and one [upper] above that end.
- Cut the shelf, its face grain from bracket to bracket. Screw the lip on its front edge, standing {10 mm} above it,
  a {4 × 35 mm|no. 8 × 1½ in} screw every {15 cm}, prebored by {2.5 mm hole}.
- Lay the shelf on the brackets, as far beyond both; three {4 × 16 mm|no. 8 × 5/8 in} screws from below through each
  bracket.
? Load it from the lowest up, the heaviest lowest; nothing moves.
`)
