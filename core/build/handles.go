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

// Peg is a plate peg of pipe in a board on the wall: how far it stands out, in m, what it
// carries with its ±, and whether it is screwed into a flange by its thread.
type Peg struct {
	Pipe     string
	Out      quantity.Length
	Mass     quantity.Estimate
	Threaded bool
}

// Build works a peg out in bending at its root, with all of the load at its end and × 2;
// at a thread by what the thread leaves. Errors are *quantity.FieldError of pipe, out_m and
// mass_kg. Source: statics; ThreadModulus.
func (p Peg) Build() (Built, error) {
	_, known := Schedule40[p.Pipe]
	switch {
	case !known:
		return Built{}, quantity.At("pipe", "a pipe is of 3/4, 1, 1-1/4, 1-1/2 or 2 in")
	case !(p.Out > 0.03) || p.Out > 0.4:
		return Built{}, quantity.At("out_m", "a peg stands out from 0.03 to 0.4 m")
	case !(p.Mass.Value > 0) || p.Mass.Value > 200:
		return Built{}, quantity.At("mass_kg", "a peg carries from above 0 to 200 kg")
	}
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return Built{}, err
	}
	moment := float64(Weight(p.Mass)) * CarryFactor * float64(p.Out)
	use := func(size string, threaded bool) (stress float64) {
		if threaded {
			return moment / ThreadModulus[size]
		}
		return moment / Schedule40[size].Of(steel).Modulus()
	}
	link, source := "peg in bending", "statics; wall × 0.875"
	if p.Threaded {
		link, source = "peg in bending at its thread", "statics; section at the root of the thread"
	}
	out := Built{
		Title: "Plate peg, " + pipeName(p.Pipe) + " pipe", Hours: [2]float64{2, 2},
		Checks: []Check{{Link: link, Demand: use(p.Pipe, p.Threaded), Capacity: steel.Bending, Unit: "Pa", Formula: "2 m g · out over S", Source: source}},
		Parts:  []Part{{Name: "peg", Stock: "pipe-" + p.Pipe, Length: p.Out + 0.05, Count: 1}, {Name: "board", Stock: "timber-38x89", Length: 1.2, Count: 1}},
		Tools:  []string{"drill", "spirit level", "stud finder"},
		Steps: []Step{
			{"Both studs are found, their edges marked; no cable or pipe behind.", true},
			{"The board is level, pegs tilt up by 5°; 1.5 m high at most, the heaviest lowest.", false},
			{"Hang the proof load for 5 minutes.", true},
		},
		Proof:    fmt.Sprintf("%.0f kg hung from it for 5 minutes, nobody beneath. Passing raises nothing.", 1.25*float64(p.Mass.Value+p.Mass.Expanded())),
		ProofOf:  proofMass(p.Mass),
		Inspect:  "Every 3 months: play, bends, the board's screws. Written down with the date.",
		Cautions: []string{"Guidance for a competent person; local codes and a licensed trade decide."},
	}
	return out, nil
}
