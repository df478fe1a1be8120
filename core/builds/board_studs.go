package builds

import (
	"math"
	"scrappyrack/core/quantity"
	"slices"
)

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

// liningBehind is how far a screw may go into what lines a stud on its other side, in m (house value).
const liningBehind quantity.Length = 0.005

// screwEnds is whether a screw that goes so far into a stud ends in it, and not behind it.
func (b Base) screwEnds(inside quantity.Length) Check {
	return Check{Link: "screws end in the stud", Fits: true, Demand: float64(inside), Capacity: float64(b.H + liningBehind),
		Unit: "m", Formula: "how far they go in against its depth and {5 mm} of what lines it behind: there may be cables and pipes",
		Source: "house rule"}
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
	over := w.Base.Lining
	if w.Cut {
		over = 0
	}
	if w.Base.Ends == Uprights {
		over += boardThick
	}
	out := []Check{w.Base.screwEnds(w.Length - boardThick - over)}
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

// near are the screws within 150 mm of a ring, among all heights, and how high each is.
func (w WallBoard) near(r Ring) (at []int, heights []quantity.Length) {
	for i, h := range w.heights() {
		if h > r.Height-nearRing && h < r.Height+nearRing {
			at, heights = append(at, i), append(heights, h)
		}
	}
	return at, heights
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
