package build

import (
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// Parallels are a pair of bars on feet, low for push-ups or high for dips: of a pipe, Length of
// each bar between its uprights, Height of the grip, Wide and Deep of the base of one bar, in m;
// Screwed says that uprights stand in flanges by their thread. Mass is of one, with its feet;
// Mu the friction with the floor; Body with what is worn; Joint each joint of the pipes as it is marked:
// one of unknown make is never in a body's load path.
type Parallels struct {
	Pipe                       string
	Length, Height, Wide, Deep quantity.Length
	Screwed                    bool
	Mass                       quantity.Mass
	Mu                         float64
	Body                       quantity.Estimate
	Joint                      Hardware
}

// House values of parallels: from dips on a bar is high, a base is at least half as wide as high
// and half a metre deep, and no thread sees more than 30 MPa of a load that comes and goes.
const (
	dipHeight, leastBase = 0.6, 0.5
	leastDeep            = 0.5
	threadFatigue        = 30e6
)

// Build works one bar out under half of the body × 2.5 and 0.15 of it sideways: in bending, at
// the threads of its uprights, tipping and sliding. Errors are *quantity.FieldError of pipe,
// length_m, height_m, wide_m, deep_m, mass_kg, mu and body_kg. Source: Span, ThreadModulus,
// Standing; house values.
func (p Parallels) Build() (Built, error) {
	section, known := Schedule40[p.Pipe]
	pipe := error(nil)
	if !known {
		pipe = quantity.At("pipe", "a pipe is of 3/4, 1, 1-1/4, 1-1/2 or 2 in")
	}
	if err := first(pipe, within("length_m", float64(p.Length), 0.2, 1.2, "m"), within("height_m", float64(p.Height), 0.08, 1.3, "m"), within("wide_m", float64(p.Wide), 0.05, 1.5, "m"),
		within("deep_m", float64(p.Deep), 0.1, 1.5, "m"), within("mass_kg", float64(p.Mass), 0.2, 60, "kg"), within("mu", p.Mu, 0.05, 1.5, ""), bodyWithin(p.Body)); err != nil {
		return Built{}, err
	}
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return Built{}, err
	}
	f := Weight(p.Body) * PersonFactor / 2
	a, err := Span{Section: section, Material: steel, Length: p.Length, Hands: []quantity.Length{p.Length / 2}, Load: f}.Check()
	if err != nil {
		return Built{}, err
	}
	s := Standing{Height: p.Height, Width: p.Wide, Inside: p.Wide / 2, Mass: p.Mass, Mu: p.Mu}
	base := Check{Link: "base against its height", Fits: true, Demand: leastBase * float64(p.Height), Capacity: float64(p.Wide), Unit: "m", Formula: "at least half as wide as high", Source: "house rule"}
	deep := Check{Link: "base, its depth", Fits: true, Demand: leastDeep, Capacity: float64(p.Deep), Unit: "m", Formula: "at least 0.5 m deep where dips are done", Source: "house rule"}
	if p.Height < dipHeight {
		deep.Demand = 0.2
	}
	joint, why := p.Joint.Capacity(true)
	out := Built{
		Floor: 2 * float64(p.Wide*max(p.Deep, p.Length)), OnFloor: true,
		Title: "Parallels", Hours: [2]float64{1, 3}, Mass: 2 * p.Mass,
		Checks: []Check{
			{Link: "bar in bending", Demand: a.Stress, Capacity: a.Allowable, Unit: "Pa", Formula: "F/2 · length/4 over S", Source: "statics; strength of " + steel.Name},
			{Link: "bar's sag", Demand: a.Deflection, Capacity: float64(p.Length) / sag, Unit: "m", Formula: "at most length/60", Source: "house value"},
			{Link: "each joint of the pipes", Demand: float64(f), Capacity: joint, Unit: "N", Formula: "F/2 at one end of a bar against its mark", Source: "its maker", Refused: why},
			base, deep,
			{Link: "tipping", Demand: s.Tips(f), Capacity: 1, Formula: "1.5 · 0.1 F h over F B/2 + W B/2", Source: "statics; house factors"},
			{Link: "sliding", Demand: s.Slides(f), Capacity: 1, Formula: "0.15 F over μ (F + W)", Source: "statics; house factors"},
		},
		Parts: []Part{
			{Name: "bar", Stock: "pipe-" + p.Pipe, Length: p.Length, Count: 2}, {Name: "upright", Stock: "pipe-" + p.Pipe, Length: p.Height, Count: 4},
			{Name: "foot", Stock: "timber-38x89", Length: max(p.Wide, p.Deep), Count: 4}, {Name: "rubber foot", Stock: "rubber-foot", Count: 8},
			{Name: "joint of bar and upright, marked", Stock: "pipe-joint", Count: 4}, {Name: "floor flange, marked", Stock: "pipe-joint", Count: 4}, {Name: "wood screw, four to a flange", Stock: "screw-4.5x50", Count: 16},
		},
		Tools: []string{"pipe cutter", "file", "drill", "square"},
		Steps: []Step{
			{"Cut uprights of one length, to 1 mm; file every edge that a hand may touch.", false},
			{"Lay two feet of each bar in the shape of a T or a frame as drawn: as wide and as deep as its base; join them where they cross.", false},
			{"Join each bar to its two uprights with marked joints, each upright to its foot with a marked flange and four screws, prebored.", false},
			{"Put each together flat on the floor: four feet down, nothing rocks.", true},
			{"Push at the grip with a hand: it sways 10 mm at most.", true},
			{"Lay the proof load on both, then 0.75 of the body on one; look again.", true},
		},
		Proof:    fmt.Sprintf("%.0f kg shared by both bars, then %.0f kg on one, 5 minutes each, nobody beneath. Never a person. Passing raises nothing.", proofMass(p.Body), 0.75*float64(p.Body.Value+p.Body.Expanded())),
		ProofOf:  proofMass(p.Body),
		Inspect:  looked("play, cracks, threads, worn feet"),
		Cautions: []string{guidance, "Both stand apart by the width of the shoulders and a hand; no swinging."},
	}
	if !p.Screwed && p.Height >= dipHeight {
		brace := quantity.Length(math.Hypot(float64(p.Height), float64(p.Length)))
		out.Parts = append(out.Parts, Part{Name: "brace", Stock: "timber-38x89", Length: brace, Count: 2}, Part{Name: "M8 bolt for a brace", Stock: "bolt-m8", Count: 4})
		out.Steps = slices.Insert(out.Steps, 3, Step{"Bolt a brace between the two uprights of each bar, from the foot of one to the head of the other.", false})
	}
	if p.Screwed {
		// Sideways at the grip, the two uprights of a bar share it at their threads.
		moment := slideSway * float64(f) / PersonFactor * float64(p.Height) / 2
		stress := moment / ThreadModulus[p.Pipe]
		out.Checks = append(out.Checks,
			Check{Link: "threads of the uprights", Demand: stress * PersonFactor, Capacity: steel.Bending, Unit: "Pa", Formula: "0.15 F h/2 over S at the thread's root", Source: "statics; section at the root of the thread"},
			Check{Link: "threads, coming and going", Demand: stress, Capacity: threadFatigue, Unit: "Pa", Formula: "the same, not factored", Source: "house value"})
	}
	return out, nil
}

// Platform is a floor to lift on: Long and Wide, in m, two layers of panel crossed, with rubber
// where the load is set down; Load the heaviest that stands on it, with Body. Limit is what the
// floor below is built for, in Pa; Ground that it lies on the ground.
type Platform struct {
	Long, Wide quantity.Length
	Rubber     quantity.Length
	Load, Body quantity.Estimate
	Limit      float64
	Ground     bool
}

// House values of platforms: layers of 18 mm, the density of rubber tiles, in kg/m³, and the mass
// on a small area from which an engineer is asked upstairs.
const (
	layer, rubberDensity = 0.018, 1000.0
	askMass, askArea     = 200.0, 2.0
)

// Build works a platform out: what it asks of the floor with everything on it, and whether it is
// long and wide enough to stay on. No capacity for dropping is claimed. Errors are
// *quantity.FieldError of long_m, wide_m, rubber_m, load_kg and body_kg. Source: live loads of
// dwellings (space.LiveLoad); house values.
func (p Platform) Build() (Built, error) {
	if err := first(within("long_m", float64(p.Long), 1, 4, "m"), within("wide_m", float64(p.Wide), 0.8, 4, "m"), within("rubber_m", float64(p.Rubber), 0, 0.06, "m"),
		within("load_kg", float64(p.Load.Value), 1, 500, "kg"), bodyWithin(p.Body)); err != nil {
		return Built{}, err
	}
	area := float64(p.Long * p.Wide)
	own := 2*area*layer*panelDensity + area/2*float64(p.Rubber)*rubberDensity
	all := own + float64(p.Load.Value+p.Load.Expanded()) + float64(p.Body.Value+p.Body.Expanded())
	floor := Check{Link: "floor below", Demand: all * quantity.StandardGravity / area, Capacity: p.Limit, Unit: "Pa", Formula: "everything on it over its area", Source: "live load of dwellings, IRC R301.5, from memory"}
	if p.Ground {
		floor.Demand, floor.Capacity, floor.Formula = 0, 1, "on the ground"
	} else if all > askMass && area < askArea {
		floor.Refused = "over 200 kg on under 2 m² upstairs: across three joists near a wall, and an engineer is asked"
	}
	out := Built{
		Floor: area,
		Title: "Platform", Hours: [2]float64{2, 3}, Mass: quantity.Mass(own),
		Checks: []Check{
			floor,
			{Link: "room to stand", Fits: true, Demand: 1.2, Capacity: float64(p.Wide), Unit: "m", Formula: "at least 1.2 m wide", Source: "house rule"},
			{Link: "room for the plates", Fits: true, Demand: 2.2, Capacity: float64(p.Long), Unit: "m", Formula: "as long as a bar, 2.2 m", Source: "IWF Technical and Competition Rules: a men's bar is 2.2 m"},
		},
		Parts: []Part{
			{Name: "layer below", Stock: "softwood-plywood-18", Length: p.Long, Width: p.Wide, Count: 1}, {Name: "layer above, crossed", Stock: "softwood-plywood-18", Length: p.Long, Width: p.Wide, Count: 1},
			{Name: "rubber, m²", Stock: "rubber-tile", Count: int(area/2 + 0.999)}, {Name: "wood screw", Stock: "screw-4x35", Count: 60},
		},
		Tools: []string{"drill", "straightedge of 2 m", "knife"},
		Steps: []Step{
			{"The floor is flat within 3 mm under a straightedge of 2 m.", true},
			{"On concrete a moisture barrier comes first.", false},
			{"Cross the second layer; its joints lie 300 mm away from those below.", false},
			{"Screws every 30 cm, none proud; edges chamfered.", true},
			{"Roll the heaviest load over it: nothing gives, nothing rocks.", true},
		},
		Proof: "None: the heaviest load is rolled over it. It is not made to be dropped on.", Inspect: looked("proud screws, loose rubber, damp below"),
		Cautions: []string{guidance, "No load is dropped; what it takes is not known."},
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
	if err := within("length_m", float64(s.Length), 0.9, 2.2, "m"); err != nil {
		return Built{}, err
	}
	return Built{
		Title: "Stick", Hours: [2]float64{0.2, 0.2},
		Checks:   []Check{{Link: "hands apart", Fits: true, Demand: float64(0.65 * s.Stature), Capacity: float64(s.Length), Unit: "m", Formula: "at least 0.65 of the stature", Source: "house value"}},
		Parts:    []Part{{Name: "stick", Stock: "pvc-1", Length: s.Length, Count: 1}, {Name: "cap", Stock: "cap", Count: 2}},
		Tools:    []string{"saw", "sandpaper", "glue"},
		Steps:    []Step{{"No crack, no splinter along all of it.", true}, {"Glue the caps on.", false}, {"Write on it: not to hang from.", true}},
		Proof:    "None: looked at by eye. Nobody hangs from it, or leans on it.",
		Inspect:  "Before each use: cracks, caps. Written down every 3 months.",
		Cautions: []string{"Not to hang from, not to lean on.", guidance},
	}, nil
}
