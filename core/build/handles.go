package build

import (
	"fmt"

	"scrappyrack/core/quantity"
)

// FarmerHandle is one of a pair of handles of pipe: Arm how far from the hand the load hangs to
// each side, in m; Mass what one handle carries, both ends together, with its ±.
type FarmerHandle struct {
	Pipe string // of Schedule40
	Arm  quantity.Length
	Mass quantity.Estimate
}

// pipesUp are the nominal sizes from the thinnest up.
var pipesUp = []string{"3/4", "1", "1-1/4", "1-1/2", "2"}

// Build works a handle out: held at its middle, half of the load × 2 at each arm. Errors are
// *quantity.FieldError of pipe, arm_m and mass_kg. Source: statics; Schedule40; × 2 for what is
// carried.
func (h FarmerHandle) Build() (Built, error) {
	section, known := Schedule40[h.Pipe]
	switch {
	case !known:
		return Built{}, quantity.At("pipe", "a pipe is of 3/4, 1, 1-1/4, 1-1/2 or 2 in")
	case !(h.Arm > 0.05) || h.Arm > 1:
		return Built{}, quantity.At("arm_m", "the load hangs from 0.05 to 1 m beside the hand")
	case !(h.Mass.Value > 0) || h.Mass.Value > 300:
		return Built{}, quantity.At("mass_kg", "a handle carries from above 0 to 300 kg")
	}
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return Built{}, err
	}
	section = section.Of(steel)
	load := float64(Weight(h.Mass)) * CarryFactor / 2
	out := Built{
		Title: "Farmer handle, " + pipeName(h.Pipe) + " pipe", Hours: [2]float64{1.5, 1.5},
		Checks: []Check{
			{Link: "pipe in bending at the hand", Demand: load * float64(h.Arm) / section.Modulus(), Capacity: steel.Bending, Unit: "Pa", Formula: "m/2 · g · arm · 2 over S", Source: "statics; 205 MPa / 1.67, wall × 0.875"},
		},
		Parts: []Part{{Name: "handle", Stock: "pipe-" + h.Pipe, Length: 2*h.Arm + 0.2, Count: 2}, {Name: "collar", Stock: "collar", Count: 8}},
		Tools: []string{"pipe cutter", "file", "tape"},
		Steps: []Step{
			{"Cut both of one length, file the ends.", false},
			{"Weigh both as they are loaded: within 0.2 kg of each other.", true},
			{"Collars lock at both ends; loads hang 50 mm off the ground when it is picked up.", true},
			{"Hang the proof load from the middle, nobody beneath.", true},
		},
		Proof:    fmt.Sprintf("%.0f kg hung as it is carried, 5 minutes, nobody beneath. Passing raises nothing.", 1.25*float64(h.Mass.Value+h.Mass.Expanded())),
		ProofOf:  proofMass(h.Mass),
		Inspect:  "Every 3 months: bends, cracks, rust, collars. Written down with the date.",
		Cautions: []string{"Not made to be dropped.", "Buckets by their bail only up to 15 kg; above, a strap under the base.", "Guidance for a competent person."},
	}
	return out, nil
}
