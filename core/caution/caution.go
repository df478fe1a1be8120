// Package caution gathers what can hurt: cautions to read and hold points to
// answer before going on. None of it is medical or structural approval.
package caution

import (
	"fmt"

	"scrappyrack/core/load"
	"scrappyrack/core/plan"
	"scrappyrack/core/space"
)

// Caution is a warning, shown where the work happens. A hold point must be
// answered before going on.
type Caution struct {
	Station string
	Hold    bool
	Text    string
}

// Always are the cautions that every hand-over carries.
func Always() []Caution {
	return []Caution{
		{"client", false, "Before the first session: heart, dizziness, joints, pregnancy, recent operation, medicines, balance. Any yes goes to a physician first. Pain stops the set."},
		{"loads", false, "Filled things are rated for carrying, not for training: look at handle, seam and cap before every session, and never stand under one."},
		{"plan", false, "Fixings that a person depends on need rated hardware and a competent person; local codes and a licensed trade decide, a rented wall needs the owner's word."},
	}
}

// For lists what this case calls for, hold points first.
func For(c plan.Case) []Caution {
	var out []Caution
	hold := func(station, format string, args ...any) {
		out = append(out, Caution{station, true, fmt.Sprintf(format, args...)})
	}
	for _, k := range c.Containers {
		fill, err := k.Fill()
		if err != nil {
			hold("loads", "%s: %s", k.Name, err)
		} else if k.Vessel.Rating > 0 && fill.Mass.Highest() > k.Vessel.Rating {
			hold("loads", "%s may weigh up to %.1f kg, its handle is taken to be good for %.1f kg: pour some out, or find its rating", k.Name, float64(fill.Mass.Highest()), float64(k.Vessel.Rating))
		}
	}
	if c.Room.Ceiling <= 0 {
		hold("space", "Measure the ceiling before anything goes overhead")
	}
	if c.Room.Walls == space.UnknownWall {
		hold("space", "Find out whether the walls may be drilled before anything is fixed to them")
	}
	soft := func(station, format string, args ...any) {
		out = append(out, Caution{station, false, fmt.Sprintf(format, args...)})
	}
	if c.Room.NeighboursBelow {
		soft("space", "Neighbours below: nothing is dropped, jugs are set down on a mat")
	}
	if c.Room.Floor == space.TimberJoists {
		soft("space", "Timber floor: keep heavy things by the walls and across the joists; for anything above a few hundred kg ask a structural engineer")
	}
	for _, k := range c.Containers {
		if k.Filling.Wet && k.Volume > 0 && k.Closure == load.Open {
			soft("loads", "%s stands open with %s: weigh again every 14 days (house value)", k.Name, k.Filling.Name)
		}
	}
	return out
}
