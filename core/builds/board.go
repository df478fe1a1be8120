package builds

import (
	"fmt"
	"math"
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
			[]Step{
				{"It has no play under a hand.", true},
				{"A slow pull with the hanging scale, standing aside: nothing moves.", true},
			}),
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
		if out.OnFloor = w.Legs; !w.Legs {
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

// onMasonry is what a board asks of a masonry wall: of what it is laid of and lined with, of its leaf,
// and of the maker's working loads, N/N_a + V/V_a at most 1, each anchor taken to bear all of it and what
// its row gets of the board's turning. Legs take what pulls down.
func (w WallBoard) onMasonry() ([]Check, error) {
	out := []Check{w.Base.units(w.Use), w.Base.lining(w.Use == ForBody && w.Legs)}
	for _, r := range w.Rings {
		c := Check{Link: tell("anchors at %s", metre(r.Height, 2)), Capacity: 1, Formula: "N/N_a + V/V_a",
			Source: "the anchor's maker, for this base"}
		_, ys := w.near(r)
		e, off, top := UnknownOffset, 0.0, r.Height+besideRing
		if w.Use == ForBody {
			ys, top = bodyRows, r.Height+bodyBoardWidth/2
			if w.Legs {
				e -= boardThick / 2
			}
		}
		for _, p := range w.pulls(r) {
			off = math.Max(off, p.Off)
			n, v := p.Off+slices.Max(Offset(p.Along, e, ys)), p.Along
			if w.Use == ForBody && w.Legs {
				v = 0
			}
			c.Demand = math.Max(c.Demand, n/float64(w.Base.AnchorOff)+v/float64(w.Base.AnchorAlong))
		}
		if w.Base.AnchorOff <= 0 || w.Base.AnchorAlong <= 0 {
			c.Demand, c.Refused = 0, "type the working loads that the plug's maker gives for this base: nothing is guessed here"
		}
		out = append(append(out, c, w.ring(r)), w.Base.leaf(off, r.Height, top)...)
		if w.Use == ForBody && w.Legs {
			m, err := w.Timber.material(w.wood(), w.Base.Wet)
			if err != nil {
				return nil, err
			}
			down := 0.0
			for _, p := range w.pulls(r) {
				down = math.Max(down, p.Along)
			}
			out = append(out, w.onLegs(down, m)...)
		}
	}
	return out, nil
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

// screwed are the screws of a board in wood studs: one of them, what it bears off the wall and along
// it, in N; why says that they bear nothing.
func (w WallBoard) screwed() (f Fixing, off, along float64, why Text, _ error) {
	gap := w.Base.Lining
	if w.Cut {
		gap = 0
	}
	seat, board := boardThick, Gravities[""]
	if w.Use == ForBody { // the board is stamped
		board = gravityOf(w.wood())
	}
	over := gap
	if w.Base.Ends == Uprights {
		over += boardThick
	}
	// Thread in the stud: not in the board, nor in an upright or the lining, without the tip of two diameters.
	inside := min(w.Thread, w.Length-seat-over) - 2*w.Diameter
	inside = min(inside, w.Base.H)
	if inside <= 0 {
		return f, 0, 0, "the screws do not reach into the stud", nil
	}
	f = Fixing{Kind: LagScrew, Diameter: w.Diameter, Penetration: inside, Gravity: w.Base.wood(), Wet: w.Base.Wet}
	hold, err := f.Withdrawal()
	if err != nil {
		return f, 0, 0, "", err
	}
	head, err := PullThrough(headOfLag, seat, board)
	if err != nil {
		return f, 0, 0, "", err
	}
	side := Lateral{Side: seat, Gap: gap, SideGravity: board}
	if w.Use == ForBody {
		side.SideAngle = 90 // the board lies across
	}
	sideways := f
	if w.Base.Ends == Uprights { // the board lies on them
		sideways.Penetration, side.Gap = boardThick, 0
	}
	along, _, err = sideways.Sideways(side)
	return f, min(hold.Thread, hold.Steel, head), along, "", err
}

// onStuds are the checks of a board on wood studs.
func (w WallBoard) onStuds() ([]Check, error) {
	fixing, off, along, why, err := w.screwed()
	if err != nil {
		return nil, err
	}
	if why != "" {
		return []Check{{Link: "screws in the stud", Capacity: 1, Unit: "N", Formula: "thread within the stud", Source: "geometry",
			Refused: why}}, nil
	}
	var out []Check
	for _, r := range w.Rings {
		worst, studPull, pulled := 0.0, 0.0, 0.0
		for _, p := range w.pulls(r) {
			pulled = max(pulled, p.Off)
			if w.Use == ForBands {
				worst = max(worst, w.bandScrews(fixing, r, p, off, along))
			} else {
				worst = max(worst, w.bodyScrews(fixing, p, off, along))
			}
		}
		studPull = pulled
		if w.Use == ForBody {
			studPull *= w.middle(fixing)
		}
		out = append(out, w.ring(r), Check{Link: tell("screws at %s", metre(r.Height, 2)), Demand: worst, Capacity: 1,
			Formula: "combined pull and shear, the hardest screw",
			Source:  "NDS 2018 chapter 12, general dowel equations with the lining as a gap, board on springs"})
		checks, err := w.ofStud(r, studPull)
		if err != nil {
			return nil, err
		}
		for _, c := range checks { // one stud for all rings: what asks the most of it
			if at := slices.IndexFunc(out, func(o Check) bool { return o.Link == c.Link }); at < 0 {
				out = append(out, c)
			} else if c.Use() > out[at].Use() {
				out[at] = c
			}
		}
		if w.Use == ForBody {
			checks, err := w.ofBoard(fixing, r, pulled)
			if err != nil {
				return nil, err
			}
			out = append(out, checks...)
		}
	}
	return out, nil
}

// ofStud is what a pull of n newtons off the wall at a ring asks of the stud behind it: of its section
// less a screw, of its ends and of the top plate.
func (w WallBoard) ofStud(r Ring, n float64) ([]Check, error) {
	if n <= 0 {
		return nil, nil
	}
	timber, err := MaterialByKey(unknownTimber)
	if err != nil {
		return nil, err
	}
	s, err := Stud{B: w.Base.B - w.Diameter, H: w.Base.H, Length: w.Base.High, At: r.Height, Load: quantity.Force(n),
		Material: timber.Damp(w.Base.Wet)}.Check()
	if err != nil {
		return nil, err
	}
	plate := Check{Link: "top plate", Demand: s.TopPlate, Capacity: math.Max(s.TopPlate, 1), Unit: "N", Formula: "F x/L",
		Source: "house rule"}
	switch {
	case w.Base.PlateHeld:
		plate.Demand = 0 // nailed to the floor above
	case w.Use == ForBody:
		plate.Refused = "nobody knows that the top plate is nailed to anything: such a partition bears no body"
	default:
		plate.Demand, plate.Capacity, plate.Formula = float64(r.Pull), NailedToNothing,
			"a plate that nobody knows: bands to {250 N}"
	}
	ends, err := w.Base.ends(n, r.Height)
	bends := Check{Link: tell("stud at %s", metre(r.Height, 2)), Demand: s.Stress, Capacity: s.Allowable, Unit: "Pa",
		Formula: "F x (L − x)/L over S, less a screw", Source: "statics; × 1.6 for ten minutes"}
	return append([]Check{bends, plate}, ends...), err
}

// lambda is the ratio of stiffnesses of a board for a body on its studs: k s³/(E I), studs and screws one
// behind the other.
func (w WallBoard) lambda(f Fixing, elastic float64) float64 {
	k := inSeries(StudStiffness(w.Base.B, w.Base.H, w.Base.High, w.Rings[0].Height), screwsOfStud*axial(f.Diameter, f.Penetration))
	s := float64(w.Base.Spacing)
	return k * s * s * s / (elastic * Section{Shape: Rect, B: bodyBoardWidth, H: boardThick}.Inertia())
}

// middle is the share of a pull that the stud behind the ring gets.
func (w WallBoard) middle(f Fixing) float64 {
	m, err := MaterialByKey(w.wood())
	if err != nil {
		return 1
	}
	share, _ := Middle(studStiffer * w.lambda(f, m.Elastic))
	return share
}

// ofBoard is what a pull of n newtons off the wall asks of a board for a body between its studs: of its
// section less what is bored there.
func (w WallBoard) ofBoard(f Fixing, r Ring, n float64) ([]Check, error) {
	m, err := w.Timber.material(w.wood(), w.Base.Wet)
	if err != nil {
		return nil, err
	}
	_, moment := Middle(boardSofter * w.lambda(f, m.Elastic))
	wide, thick := float64(bodyBoardWidth), float64(boardThick)
	screws := NetModulus(wide, thick, screwsOfStud*float64(w.Diameter+clearance), 0, 0)
	bolts := NetModulus(wide, thick, ringBolt+float64(clearance), carriageBore, float64(sunk))
	out := []Check{{Link: "board between the studs", Demand: moment * n * float64(w.Base.Spacing) / math.Min(screws, bolts),
		Capacity: m.Allowable(boardThick), Unit: "Pa",
		Formula: "{3 N} s/(9 + k) over S, k = 0.6 of the ratio of stiffnesses; less what is bored",
		Source:  "a beam on springs; strength of " + m.Name}}
	if w.Legs {
		down := 0.0
		for _, p := range w.pulls(r) {
			down = max(down, p.Along)
		}
		out = append(out, w.onLegs(down, m)...)
	}
	return out, nil
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

// near are the screws within 150 mm of a ring, among all heights, and how high each is.
func (w WallBoard) near(r Ring) (at []int, heights []quantity.Length) {
	for i, h := range w.heights() {
		if h > r.Height-nearRing && h < r.Height+nearRing {
			at, heights = append(at, i), append(heights, h)
		}
	}
	return at, heights
}

// bandScrews is how far the hardest screw of a board on one stud is used.
func (w WallBoard) bandScrews(f Fixing, r Ring, p Pull, holds, sideways float64) (most float64) {
	pulls := Batten(w.heights(), r.Height, p.Off)
	near, ys := w.near(r)
	turned := Offset(p.Along, UnknownOffset, ys)
	for n, i := range near {
		pulls[i] += turned[n]
	}
	for i, t := range pulls {
		v := 0.0
		if slices.Contains(near, i) {
			v = p.Along / float64(len(near))
		}
		most = max(most, f.Both(t, v, holds, sideways))
	}
	return most
}
