package builds

import (
	"fmt"
	"slices"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
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

// Base is a wall as an anchor is asked. Of wood studs: B wide and H deep, High from plate to plate,
// Spacing from one to the next, Gravity of their wood, Lining what lies before them, all in m; PlateHeld
// that the top plate is known to be nailed to something, Ends how its studs are held by their plates,
// Angle what rated angles are marked with; Wet that it gets damp. Of masonry: its Units, how thick the
// Leaf is, whether its top is held, what is before it (Lined), and the working loads of the maker's
// anchor for this base, off the wall and along it, in N: 0 where nobody has looked them up. Takes is what
// the survey says of it.
type Base struct {
	Kind                   BaseKind
	B, H, High, Spacing    quantity.Length
	Gravity                float64
	Lining                 quantity.Length
	PlateHeld, Wet         bool
	Ends                   StudEnds
	Angle                  quantity.Force
	Units                  Units
	Leaf                   quantity.Length
	TopHeld                bool
	Lined                  Lined
	AnchorOff, AnchorAlong quantity.Force
	Takes                  space.Takes
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
// 38 × 140 and stamped No. 2 of the group Wood. Screws hold it: Diameter, Length and the Thread's length
// in m. Cut says that the lining is cut out behind it, Legs that it stands on two legs to the floor.
// Body with what is worn, and Steep the least angle of the strap to the wall's normal, in degrees.
type WallBoard struct {
	Use                      BoardUse
	Owner                    string
	Base                     Base
	Rings                    []Ring
	Diameter, Length, Thread quantity.Length
	Cut, Legs                bool
	Body                     quantity.Estimate
	Steep                    float64
	Wood                     string
	Timber                   Timber
}

// Sizes of the boards and of what holds them.
const (
	boardThick          quantity.Length = 0.038
	besideRing          quantity.Length = 0.060 // 40 to 75 mm either side
	boardEnd            quantity.Length = 0.060
	headOfLag, nearRing quantity.Length = 0.013, 0.150
	bodyBoardWidth      quantity.Length = 0.140
	screwsOfStud                        = 2
	legsApart           quantity.Length = 0.30 // under the board, on either side of the ring
	columnSafety                        = 3.0  // house value
	screwsEdge          quantity.Length = 0.060
)

// wood is the group of a board for a body: the weakest where none is said.
func (w WallBoard) wood() string {
	if w.Wood == "" {
		return "timber-graded:spruce-pine-fir"
	}
	return w.Wood
}

// boardInstead is what does without a board on the wall.
const boardInstead = "a strap in a door that opens away, for bands within what the door takes; or a post or tree outdoors"

// bodyBoardLong is how long a board for a body is: over three studs and what lies beyond the last.
func (b Base) bodyBoardLong() quantity.Length {
	if b.Kind != WoodStuds {
		return 1.0
	}
	return max(1.0, 2*b.Spacing+2*screwsEdge)
}

// bodyPlaces are where a board for a body is fixed, from its middle: on three studs, or where the maker's
// anchors go.
func (b Base) bodyPlaces() [3]quantity.Length {
	if b.Kind != WoodStuds {
		return [3]quantity.Length{-0.35, 0, 0.35}
	}
	return [3]quantity.Length{-b.Spacing, 0, b.Spacing}
}

// Build works a board out along its whole load path: owner, ring, screws, board, stud, top
// plate. For masonry it asks for the maker's working loads and refuses to guess. Errors are
// *quantity.FieldError of use, base, rings, diameter_m, length_m, thread_m and body_kg.
// Source: Batten, Offset, Fixing, Stud; house factors.
func (w WallBoard) Build() (Built, error) {
	if err := w.check(); err != nil {
		return Built{}, err
	}
	out := Built{
		Title: map[BoardUse]Text{ForBands: "Wall board for bands", ForBody: "Wall board for a body"}[w.Use],
		Hours: [2]float64{2, 3},
		Tools: []Text{"stud finder or a fine drill", "detector for cables and pipes", "drill", "spirit level", "spanner",
			"hanging scale"},
		Inspect: looked("play, cracks, rust, wear of the rings, an opening of 5 %"),
		Cautions: []Text{
			"Cables run above and beside sockets and switches, pipes where taps are: none there.",
			guidance,
		},
		Steps: slices.Concat(w.Base.found(map[BoardUse]Text{ForBands: "the stud", ForBody: "the three studs"}[w.Use]), w.fixed(),
			boardTried.with(nil)),
	}
	if w.Base.Kind == WoodStuds {
		out.Cautions = append(out.Cautions, "Pulled from in front of it: sideways along the wall no more than a fifth of a pull, "+
			"since the screws stand in the narrow edge of a stud.")
	}
	face := boardWide
	if w.Use == ForBody {
		face = bodyBoardWidth
	}
	out.Checks = append(out.Checks, owned(w.Owner, noScrew), w.Base.surveyed(w.Use), w.Timber.gate(face))
	for _, r := range w.Rings {
		bolts, err := w.onBolts(r)
		if err != nil {
			return Built{}, err
		}
		out.Checks = append(out.Checks, bolts...)
	}
	var checks []Check
	var err error
	switch w.Base.Kind {
	case WoodStuds:
		checks, err = w.onStuds()
	case MasonryWall:
		checks, err = w.onMasonry()
	}
	if err != nil {
		return Built{}, err
	}
	out.Checks = append(out.Checks, checks...)
	for _, r := range w.Rings {
		out.Top = max(out.Top, r.Height+boardEnd+0.04)
	}
	fixing := Part{Name: w.fixing(), Stock: w.screw(), Count: 3 * screwsOfStud}
	if w.Use == ForBands {
		fixing.Count = len(w.heights())
		out.Parts = []Part{{Name: "board", Stock: "timber-38x89", Length: out.Top, Count: 1}, fixing,
			{Name: "ring on its plate", Stock: "ring", Count: len(w.Rings)},
			{Name: "{M8 × 60|5⁄16 × 2½ in} carriage bolt, two to a ring", Stock: "carriage-m8",
				Count: w.ringBolts() * len(w.Rings)}}
		most := quantity.Force(0)
		for _, r := range w.Rings {
			most = max(most, r.Pull)
		}
		out.ProofPull = float64(most) * BandFactor
		out.Proof = tell("At each ring 1.5 times its pull, %s at the most, by the hanging scale, slowly, standing aside. Passing "+
			"raises nothing.", newton(float64(most)*BandFactor))
	} else {
		if w.Legs {
			out.OnFloor = w.Body
		} else {
			out.Bottom = w.leg()
		}
		out.Parts = []Part{{Name: "board", Stock: "timber-38x140-graded", Length: w.Base.bodyBoardLong(), Count: 1}, fixing,
			{Name: "ring on its plate", Stock: "ring", Count: 1},
			{Name: "{M10 × 60|⅜ × 2½ in} carriage bolt for the ring", Stock: "carriage-m10", Count: w.ringBolts()}}
		if w.Legs {
			out.Parts[1].Count++
			out.Parts = append(out.Parts, Part{Name: "leg", Stock: "timber-38x89", Length: w.leg(), Count: 2},
				Part{Name: "cross board over the legs", Stock: "timber-38x89", Length: legsApart + boardWide, Count: 1},
				Part{Name: "block behind it", Stock: "timber-38x89", Length: 0.1, Count: 1},
				Part{Name: "wood screw", Stock: joinScrew, Count: 8})
		}
		kg := float64(w.Body.Value + w.Body.Expanded())
		out.ProofOf = proofMass(w.Body)
		out.Proof = tell("%s hung from it no more than {100 mm} above the floor for 5 minutes, and a level pull of %s by the "+
			"scale, nobody beneath; it goes back to within {2 mm}. Never a person. Passing raises nothing.", kilo(out.ProofOf),
			newton(kg/2*quantity.StandardGravity))
	}
	if n := w.uprights(); n > 0 {
		out.Parts = append(out.Parts, Part{Name: "upright over a stud, plate to plate", Stock: "timber-38x89",
			Length: w.Base.High, Count: n}, Part{Name: "lag screw of an upright", Stock: "lag-8x125",
			Count: n * (4 + w.alongUpright())})
	}
	return out, nil
}

// uprights is how many stand over studs, and alongUpright how many lags hold each to its stud between the
// plates.
func (w WallBoard) uprights() int {
	switch {
	case w.Base.Kind != WoodStuds || w.Base.Ends != Uprights:
		return 0
	case w.Use == ForBody:
		return 3
	}
	return 1
}

func (w WallBoard) alongUpright() int { return int(w.Base.High / uprightEvery) }

// uprightEvery is from one lag of an upright into its stud to the next, in m.
const uprightEvery quantity.Length = 0.4

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
	case w.Use == ForBody && (!(w.Body.Value >= 20) || w.Body.Value > 300):
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

// ownersWord is the link that no wall and no ceiling is without.
const ownersWord = "the owner's word"

// noScrew is what follows where the owner of a wall has not said yes.
const noScrew = "no screw goes into this wall"

// owned is the word of who owns a wall or a house: yes, no, or nothing; then is what follows of it.
func owned(word string, then Text) Check {
	c := Check{Link: ownersWord, Capacity: 1, Formula: "yes, in writing", Source: "house rule"}
	switch word {
	case "yes":
	case "no":
		c.Refused = "the owner says no: " + then
	default:
		c.Refused = "nobody has asked the owner: until then " + then
	}
	return c
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
	return Check{Link: tell("ring at %s", metre(r.Height, 2)), Demand: f, Capacity: capacity, Unit: "N",
		Formula: "factored pull against its mark", Source: "its maker", Refused: why}
}

var boardTried = recipeOf(`
? It has no play under a hand.
? A slow pull with the hanging scale, standing aside: nothing moves.
`)
