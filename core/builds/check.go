package builds

import (
	"maps"
	"math"
	"slices"
	"strconv"
	"strings"

	"scrappyrack/core/quantity"
)

// Check is one link of a load path, from the hand to the building: what is asked of it and what
// it has, in one unit, with the rule and where it comes from. Refused says why a link holds
// nothing whatever its numbers: a link without a rating is such.
type Check struct {
	Link             Text
	Demand, Capacity float64
	Unit             string // N, Pa, m
	Formula          Text
	Source           string
	Refused          Text
	Fits             bool // it is about room or a place, not about strength
	Hold             bool // it waits for an answer, or the answer is no
}

// Use is how far the link is used: it passes up to 1, before any rounding.
func (c Check) Use() float64 {
	switch {
	case c.Refused != "" || !(c.Capacity > 0):
		return math.Inf(1)
	case c.Demand <= 0:
		return 0
	}
	return c.Demand / c.Capacity
}

// OK says that it passes.
func (c Check) OK() bool { return c.Use() <= 1 }

// Part is what is cut or bought for a design: of a stock by its name, a length in m (0 for a
// piece), of a sheet with its width, and how many. Grain says that the length of a piece of a sheet
// runs along the face grain, so that it is not turned.
type Part struct {
	Name          Text
	Stock         string
	Length, Width quantity.Length
	Count         int
	Grain         bool
}

// Step is one thing to do. At a Hold it is asked whether something is so before anybody goes
// on.
type Step struct {
	Text Text
	Hold bool
}

// Built is a design in its sizes, with its checks; nothing of it is an approval. Weakest is the
// check that is used furthest. Instead says what is safe in its place where one does not pass.
type Built struct {
	Title     Text
	Mass      quantity.Mass   // of the thing itself, in kg; 0 where it does not matter
	Bottom    quantity.Length // of what is fixed to a wall, above the floor, and its top
	Top       quantity.Length
	Floor     float64           // what it stands on, in m²
	OnFloor   quantity.Estimate // who is on it, all of it on the floor in the end; nothing where nobody is
	Parts     []Part
	Tools     []Text
	Hours     [2]float64 // a joiner's
	Opened    bool       // masonry is drilled or a ceiling opened
	Steps     []Step
	Checks    []Check
	Proof     Text
	ProofOf   float64 // what is hung or laid on for proof, in kg; 0 where nothing is
	ProofPull float64 // what bands' anchors are pulled with for proof, in N; 0 for others
	Inspect   Text
	Cautions  []Text
	Instead   Text
	remedy    func() *Remedy // nil where there is nothing to mend
}

// Remedy is the cheapest change that makes all checks pass, nil where they do or none does. It is
// looked for when it is asked for, once.
func (b Built) Remedy() *Remedy {
	if b.remedy == nil {
		return nil
	}
	return b.remedy()
}

// Remedy is a change of a design, in words, with how far its weakest link is used then. To are the
// answers that it changes and Moved where it then stands, for one that can be done at once: Does
// says so.
type Remedy struct {
	Change Text
	Use    float64
	Does   bool
	To     Values
	Moved  *Situation
}

// tooled are the tools with every bit that the steps bore with.
func (b Built) tooled() []Text {
	bits := map[float64]Text{}
	for _, s := range b.Steps {
		for _, at := range pieces.FindAllStringSubmatch(string(s.Text), -1) {
			if number, hole := strings.CutSuffix(at[1], " mm hole"); hole {
				exact, _, _ := strings.Cut(number, "~")
				if d, err := strconv.ParseFloat(exact, 64); err == nil {
					bits[d] = Text(at[0])
				}
			}
		}
	}
	if len(bits) == 0 {
		return b.Tools
	}
	var all []string
	for _, d := range slices.Sorted(maps.Keys(bits)) {
		all = append(all, string(bits[d]))
	}
	return append(slices.Clone(b.Tools), Text("bits of "+strings.Join(all, ", ")))
}

// FirstTime is how many hours somebody takes who builds for the first time: twice a joiner's longest, two
// and a half times where masonry is drilled or a ceiling opened (house values).
func (b Built) FirstTime() float64 {
	if b.Opened {
		return 2.5 * b.Hours[1]
	}
	return 2 * b.Hours[1]
}

// OK says that every check passes: only then does a design supply anything.
func (b Built) OK() bool { return len(b.Checks) > 0 && b.Weakest().OK() }

// Weakest is the check that is used furthest; a refused one before all. Where all pass it is one
// of strength, if there is any.
func (b Built) Weakest() (out Check) {
	most := math.Inf(-1)
	for _, c := range b.Checks {
		u := c.Use()
		if c.Fits && u <= 1 {
			u -= 2 // behind all others
		}
		if u > most {
			out, most = c, u
		}
	}
	return out
}
