package build

import (
	"scrappyrack/core/quantity"
)

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
