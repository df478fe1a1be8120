package build

import (
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// BoardUse is what hangs on an anchor board.
type BoardUse string

// Bands, or a body on a strap.
const (
	ForBands BoardUse = "bands"
	ForBody  BoardUse = "body"
)

// BaseKind is what a wall is built of, as far as an anchor is asked.
type BaseKind string

// The bases.
const (
	WoodStuds   BaseKind = "studs"
	MasonryWall BaseKind = "masonry"
	OtherWall   BaseKind = "other" // metal studs, lath, board alone, or nobody knows
)

// Base is a wall: of wood studs B wide and H deep, High from plate to plate, Spacing from one
// to the next, Gravity of their wood; Lining what lies before them, all in m; PlateHeld that the
// top plate is known to be nailed to something. Of masonry the working loads of the maker's
// anchor for this base, off the wall and along it, in N: 0 where nobody has looked them up.
type Base struct {
	Kind                   BaseKind
	B, H, High, Spacing    quantity.Length
	Gravity                float64
	Lining                 quantity.Length
	PlateHeld              bool
	AnchorOff, AnchorAlong quantity.Force
	Joints                 bool // of masonry: only joints or a brick veneer can be reached
}

// Ring is a ring of a board: at a height in m, with what it is marked with, and the bands' pull
// with its ±, in N, at the most that the set-up can be pulled to; over angles to the wall's
// normal, in degrees, where they are known.
type Ring struct {
	Height   quantity.Length
	Pull     quantity.Force
	From, To float64
	Known    bool
	Mark     Hardware
}

// WallBoard is an anchor board. Owner is the word of who owns the wall: yes, no, or empty for
// nobody has asked. For bands it stands on one stud, 38 × 89; for a body it lies across three,
// 38 × 140 and stamped No. 2. Screws hold it: Diameter, Length and the Thread's length in m.
// Cut says that the lining is cut out behind it, Legs that it stands on two legs to the floor.
// Body with what is worn, and Steep the least angle of the strap to the wall's normal, in
// degrees.
type WallBoard struct {
	Use                      BoardUse
	Owner                    string
	Base                     Base
	Rings                    []Ring
	Diameter, Length, Thread quantity.Length
	Cut, Legs                bool
	Body                     quantity.Estimate
	Steep                    float64
}

// Sizes of the boards and of what holds them.
const (
	boardThick          quantity.Length = 0.038
	besideRing          quantity.Length = 0.060 // 40 to 75 mm either side
	boardEnd            quantity.Length = 0.060
	headOfLag, nearRing quantity.Length = 0.013, 0.150
	bodyBoardWidth      quantity.Length = 0.140
	screwsOfStud                        = 3
)

// Build works a board out along its whole load path: owner, ring, screws, board, stud, top
// plate. For masonry it asks for the maker's working loads and refuses to guess. Errors are
// *quantity.FieldError of use, base, rings, diameter_m, length_m, thread_m and body_kg.
// Source: Batten, Offset, Fixing, Stud; house factors.
func (w WallBoard) Build() (Built, error) {
	out, err := w.checked()
	if err != nil || out.OK() {
		return out, err
	}
	out.Instead = "a strap in a door that opens away, for bands within what the door takes; or a post or tree outdoors"
	return out, nil
}

func (w WallBoard) checked() (Built, error) {
	if err := w.check(); err != nil {
		return Built{}, err
	}
	out := Built{
		Title: map[BoardUse]string{ForBands: "Wall board for bands", ForBody: "Wall board for a body"}[w.Use], Hours: [2]float64{2, 3},
		Tools:   []string{"stud finder or a fine drill", "detector for cables and pipes", "drill", "spirit level", "spanner", "hanging scale"},
		Inspect: "Every 3 months: play, cracks, rust, wear of the rings; given up at 10 % of wear, at an opening of 5 %. Written down with the date.",
		Cautions: []string{
			"Cables run above and beside sockets and switches, pipes where taps are: none there.",
			"Guidance for a competent person; local codes and a licensed trade decide.",
		},
		Steps: []Step{
			{"Who owns the wall says yes, in writing.", true},
			{"The stud is found, and its two edges are marked.", true},
			{"The detector is clear along all of the board; no socket or switch below or above it.", true},
			{"Drill a pilot of 0.7 of the screw: its chips are wood.", true},
			{"Screw the board on, 40 to 75 mm beside every ring, the heads on washers.", false},
			{"It has no play under a hand.", true},
			{"A slow pull with the hanging scale, standing aside: nothing moves.", true},
		},
	}
	out.Checks = append(out.Checks, w.owner())
	switch w.Base.Kind {
	case WoodStuds:
		checks, err := w.onStuds()
		if err != nil {
			return Built{}, err
		}
		out.Checks = append(out.Checks, checks...)
	case MasonryWall:
		out.Checks = append(out.Checks, w.onMasonry()...)
	default:
		out.Checks = append(out.Checks, Check{Link: "wall", Capacity: 1, Unit: "N", Formula: "what it is built of", Source: "house rule", Refused: "metal studs, lath, board alone, or a wall that nobody has looked into hold no anchor here"})
	}
	for _, r := range w.Rings {
		out.Top = max(out.Top, r.Height+boardEnd+0.04)
	}
	if w.Use == ForBands {
		out.Parts = []Part{{Name: "board", Stock: "timber-38x89", Length: out.Top, Count: 1}, {Name: "lag screw with washer", Stock: w.screw(), Count: max(7, 2*len(w.Rings))}, {Name: "ring", Stock: "ring", Count: len(w.Rings)}}
		most := quantity.Force(0)
		for _, r := range w.Rings {
			most = max(most, r.Pull)
		}
		out.Proof = fmt.Sprintf("At each ring 1.5 times its pull, %.0f N at the most, by the hanging scale, slowly, standing aside. Passing raises nothing.", float64(most)*BandFactor)
	} else {
		out.Parts = []Part{{Name: "board", Stock: "timber-38x140-graded", Length: 1.0, Count: 1}, {Name: "lag screw with washer", Stock: w.screw(), Count: 9}, {Name: "M10 through-bolt with 40 mm washers", Stock: "bolt-m10", Count: 2}, {Name: "leg", Stock: "timber-38x89", Length: 2.1, Count: 2}}
		kg := float64(w.Body.Value + w.Body.Expanded())
		out.ProofOf = proofMass(w.Body)
		out.Proof = fmt.Sprintf("%.0f kg hung from it no more than 100 mm above the floor for 5 minutes, and a level pull of %.0f N by the scale, nobody beneath; it goes back to within 2 mm. Never a person. Passing raises nothing.", 1.25*kg, kg/2*quantity.StandardGravity)
	}
	return out, nil
}

func (w WallBoard) check() error {
	switch {
	case w.Use != ForBands && w.Use != ForBody:
		return quantity.At("use", "a board is for bands or for a body")
	case w.Use == ForBands && (len(w.Rings) == 0 || len(w.Rings) > 5):
		return quantity.At("rings", "a board has from one to five rings")
	case w.Use == ForBody && len(w.Rings) != 1:
		return quantity.At("rings", "a board for a body has one ring")
	case !(w.Diameter > 0) || w.Diameter > 0.02:
		return quantity.At("diameter_m", "a screw is above 0 and at most 20 mm thick")
	case !(w.Length > boardThick) || w.Length > 0.3:
		return quantity.At("length_m", "a screw is longer than the board and at most 0.3 m")
	case !(w.Thread > 0) || w.Thread > w.Length:
		return quantity.At("thread_m", "a thread is above 0 and no longer than its screw")
	case w.Use == ForBody && (!(w.Body.Value > 20) || w.Body.Value > 300):
		return quantity.At("body_kg", "a body with what it wears is from 20 to 300 kg")
	case w.Base.Kind == WoodStuds && (!(w.Base.B > 0.02) || !(w.Base.H > 0.05) || !(w.Base.High > 1) || w.Base.High > 6):
		return quantity.At("base", "studs have a width, a depth and a height")
	}
	for i, r := range w.Rings {
		switch {
		case !(r.Height > 0.05) || w.Base.Kind == WoodStuds && r.Height >= w.Base.High:
			return quantity.At(fmt.Sprintf("rings[%d].height_m", i), "a ring is between the plates of the wall")
		case w.Use == ForBands && (!(r.Pull > 0) || r.Pull > 5000):
			return quantity.At(fmt.Sprintf("rings[%d].pull_n", i), "a pull is above 0 and at most 5,000 N")
		case r.From < 0 || r.To > 90 || r.From > r.To:
			return quantity.At(fmt.Sprintf("rings[%d].angles", i), "angles to the wall's normal go from 0 to 90 degrees")
		}
	}
	return nil
}

// screw is what holds it as it is sold: the next that is no smaller, or the maker's anchors.
func (w WallBoard) screw() string {
	if w.Base.Kind == MasonryWall {
		return "anchor"
	}
	best := "lag-8x150"
	for _, key := range []string{"8x125", "6.5x150", "6.5x115"} {
		if l := lags[key]; l[0] >= w.Diameter-1e-9 && l[1] >= w.Length-1e-9 {
			best = "lag-" + key
		}
	}
	return best
}

func (w WallBoard) owner() Check {
	c := Check{Link: "the owner's word", Capacity: 1, Formula: "yes, in writing", Source: "house rule"}
	switch w.Owner {
	case "yes":
	case "no":
		c.Refused = "the owner says no: no screw goes into this wall"
	default:
		c.Refused = "nobody has asked the owner: until then no screw goes into this wall"
	}
	return c
}

// onMasonry holds the pulls against the maker's working loads: N/N_a + V/V_a at most 1, two
// anchors at least, each taken to bear all of it.
func (w WallBoard) onMasonry() (out []Check) {
	for _, r := range w.Rings {
		c := Check{Link: fmt.Sprintf("anchors at %.2f m", float64(r.Height)), Capacity: 1, Formula: "N/N_a + V/V_a", Source: "the anchor's maker, for this base"}
		switch {
		case w.Base.Joints:
			c.Refused = "joints and brick veneer hold no anchor"
		case w.Base.AnchorOff <= 0 || w.Base.AnchorAlong <= 0:
			c.Refused = "type the working loads that the plug's maker gives for this base: nothing is guessed here"
		default:
			for _, p := range w.pulls(r) {
				c.Demand = math.Max(c.Demand, p.Off/float64(w.Base.AnchorOff)+p.Along/float64(w.Base.AnchorAlong))
			}
		}
		out = append(out, c, w.ring(r))
	}
	return out
}

// pulls are what a ring is pulled with, factored.
func (w WallBoard) pulls(r Ring) []Pull {
	if w.Use == ForBody {
		f := Weight(w.Body) * PersonFactor
		// A strap hangs between the wall and straight down: as much off it as its least angle lets.
		return Pulls(f, w.Steep, 90, w.Steep > 0)
	}
	return Pulls(r.Pull*BandFactor, r.From, r.To, r.Known)
}

// ring is the ring itself: through-bolted for a body.
func (w WallBoard) ring(r Ring) Check {
	f := float64(r.Pull) * BandFactor
	if w.Use == ForBody {
		f = float64(Weight(w.Body)) * PersonFactor
	}
	capacity, why := r.Mark.Capacity(w.Use == ForBody)
	return Check{Link: fmt.Sprintf("ring at %.2f m", float64(r.Height)), Demand: f, Capacity: capacity, Unit: "N", Formula: "factored pull against its mark", Source: "its maker", Refused: why}
}

// onStuds are the checks of a board on wood studs.
func (w WallBoard) onStuds() ([]Check, error) {
	gap := w.Base.Lining
	if w.Cut {
		gap = 0
	}
	// Thread in the stud: not in the board, not in the lining, without the tip of two diameters.
	inside := min(w.Thread, w.Length-boardThick-gap) - 2*w.Diameter
	inside = min(inside, w.Base.H)
	if inside <= 0 {
		return []Check{{Link: "screws in the stud", Capacity: 1, Unit: "N", Formula: "thread within the stud", Source: "geometry", Refused: "the screws do not reach into the stud"}}, nil
	}
	fixing := Fixing{Kind: LagScrew, Diameter: w.Diameter, Penetration: inside, Gravity: w.gravity()}
	hold, err := fixing.Withdrawal()
	if err != nil {
		return nil, err
	}
	head, err := PullThrough(headOfLag, boardThick, Gravities[""])
	if err != nil {
		return nil, err
	}
	off := min(hold.Thread, hold.Steel, head)
	side := Lateral{Side: boardThick, Gap: gap, SideGravity: Gravities[""]}
	if w.Use == ForBody {
		side.SideAngle = 90 // the board lies across
	}
	along, _, err := fixing.Sideways(side)
	if err != nil {
		return nil, err
	}
	timber, err := MaterialByKey("timber-unknown")
	if err != nil {
		return nil, err
	}
	var out []Check
	for _, r := range w.Rings {
		out = append(out, w.ring(r))
		worst, studPull, plain := 0.0, 0.0, float64(r.Pull)
		for _, p := range w.pulls(r) {
			shear := p.Along
			if w.Legs {
				shear = 0
			}
			if w.Use == ForBands {
				worst = max(worst, w.bandScrews(fixing, r, p.Off, shear, off, along))
				studPull = max(studPull, p.Off)
			} else {
				worst = max(worst, w.bodyScrews(fixing, p.Off, shear, off, along))
				studPull = max(studPull, p.Off*SharedByStuds)
			}
		}
		out = append(out, Check{Link: fmt.Sprintf("screws at %.2f m", float64(r.Height)), Demand: worst, Capacity: 1, Formula: "combined pull and shear, the hardest screw", Source: "NDS 2018 chapter 12, general dowel equations with the lining as a gap, board on springs"})
		if studPull > 0 {
			s, err := Stud{B: w.Base.B, H: w.Base.H, Length: w.Base.High, At: r.Height, Load: quantity.Force(studPull), Material: timber}.Check()
			if err != nil {
				return nil, err
			}
			out = append(out, Check{Link: fmt.Sprintf("stud at %.2f m", float64(r.Height)), Demand: s.Stress, Capacity: s.Allowable, Unit: "Pa", Formula: "F x (L − x)/L over S", Source: "statics; × 1.6 for ten minutes"})
			plate := Check{Link: "top plate", Demand: s.TopPlate, Capacity: math.Max(s.TopPlate, 1), Unit: "N", Formula: "F x/L", Source: "house rule"}
			switch {
			case w.Base.PlateHeld:
				plate.Demand = 0 // nailed to the floor above
			case w.Use == ForBody:
				plate.Refused = "nobody knows that the top plate is nailed to anything: such a partition bears no body"
			default:
				plate.Demand, plate.Capacity, plate.Formula = plain, NailedToNothing, "a plate that nobody knows: bands to 250 N"
			}
			out = append(out, plate)
		}
		if w.Use == ForBody {
			n := 0.0
			for _, p := range w.pulls(r) {
				n = max(n, p.Off)
			}
			m, err := MaterialByKey("timber-graded:spruce-pine-fir")
			if err != nil {
				return nil, err
			}
			section := Section{Shape: Rect, B: bodyBoardWidth, H: boardThick}
			moment := n * (1 - SharedByStuds) / 2 * float64(w.Base.Spacing)
			out = append(out, Check{Link: "board between the studs", Demand: moment / section.Modulus(), Capacity: m.Allowable(boardThick), Unit: "Pa", Formula: "0.175 N · spacing over S", Source: "statics; strength of " + m.Name})
		}
	}
	return out, nil
}

func (w WallBoard) gravity() float64 {
	if w.Base.Gravity == 0 {
		return Gravities[""]
	}
	return w.Base.Gravity
}

// heights are those of the screws of a board for bands, above its lower edge which is at the
// floor: one each side of every ring, one at each end, rising.
func (w WallBoard) heights() (out []quantity.Length) {
	for _, r := range w.Rings {
		out = append(out, r.Height-besideRing, r.Height+besideRing)
	}
	out = append(out, boardEnd)
	slices.Sort(out)
	return slices.CompactFunc(out, func(a, b quantity.Length) bool { return max(a-b, b-a) < 0.02 })
}

// bandScrews is how far the hardest screw of a board on one stud is used.
func (w WallBoard) bandScrews(f Fixing, r Ring, off, shear, holds, sideways float64) (most float64) {
	heights := w.heights()
	pulls := Batten(heights, r.Height, off)
	var near []int
	var ys []quantity.Length
	for i, h := range heights {
		if h > r.Height-nearRing && h < r.Height+nearRing {
			near, ys = append(near, i), append(ys, h)
		}
	}
	turned := Offset(shear, UnknownOffset, ys)
	for n, i := range near {
		pulls[i] += turned[n]
	}
	for i, t := range pulls {
		v := 0.0
		if slices.Contains(near, i) {
			v = shear / float64(len(near))
		}
		most = max(most, f.Both(t, v, holds, sideways))
	}
	return most
}

// bodyScrews is the same of a board across three studs, three screws to each: the stud behind
// the ring takes 0.65 of what is pulled off, its screws in a row over the board's width; the
// shear goes to all nine.
func (w WallBoard) bodyScrews(f Fixing, off, shear, holds, sideways float64) (most float64) {
	ys := []quantity.Length{bodyBoardWidth / 4, bodyBoardWidth / 2, bodyBoardWidth * 3 / 4}
	turned := Offset(shear, UnknownOffset, ys)
	for i := range ys {
		t := prying*off*SharedByStuds/screwsOfStud + turned[i]/screwsOfStud
		most = max(most, f.Both(t, shear/(3*screwsOfStud), holds, sideways))
	}
	return most
}
