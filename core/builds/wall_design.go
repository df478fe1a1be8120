package builds

import (
	"slices"

	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

// Screws that boards are held with, as shops sell them: in metric lengths and in inches, and worked out as
// the smaller of both. Keys are of old and stand in files.
var (
	lagWords = words("6.5x115", "{6 × 120 mm|¼ × 4½ in}", "8x125", "{8 × 130 mm|5⁄16 × 5 in}", "6.5x150", "{6 × 150 mm|¼ × 6 in}",
		"8x150", "{8 × 150 mm|5⁄16 × 6 in}")
	lags = map[string][3]quantity.Length{"6.5x115": {0.0060, 0.1143, 0.068}, "8x125": {0.008, 0.125, 0.078},
		"6.5x150": {0.0060, 0.150, 0.090}, "8x150": {0.008, 0.150, 0.094}}
)

// Wall is a wall that something is fixed to, with the word of its owner: the Screw is one of lags, Cut that
// the lining is cut out behind what is fixed.
type Wall struct {
	Base  Base
	Owner string
	Stud  string
	Screw string
	Cut   bool
}

// walled is what is fixed to a wall.
type walled interface{ wall() *Wall }

func (w *Wall) wall() *Wall { return w }

// form asks of a wall by what it is built of, from the weak end of what nobody has said; screw is what it
// starts with.
func (w *Wall) form(f *form, screw string) {
	b := &w.Base
	if f.said != nil {
		*b, w.Owner = f.s.wall()
	}
	ends := GunNails
	if f.s.Inches { // usual there
		ends = CommonNails
	}
	f.only(b.Kind == WoodStuds, func() {
		word(f, &w.Stud, "63", Ask{Key: "stud", Label: "Studs", Words: studWords})
		f.yes(&b.PlateHeld, false, yesNo("plate_held", "Top plate nailed to the floor above",
			"Look from the loft or behind the lining. A partition that is held by nothing takes bands to {250 N} only."))
		word(f, &b.Ends, ends, Ask{Key: "ends", Label: "Studs held by their plates with", Words: endWords,
			Help: "What is pulled off the studs goes on into both plates."})
		f.only(b.Ends == RatedAngles, func() { number(f, &b.Angle, 0, marked("angle_n", "Each angle is marked with")) })
		word(f, &w.Screw, screw, Ask{Key: "screw", Label: "Lag screws", Words: lagWords})
		f.yes(&w.Cut, false, yesNo("cut", "Lining cut out behind the board",
			"Board straight on the studs: screws then hold sideways twice as much."))
		f.yes(&b.Wet, false, damp)
		f.hold(wholeHold)
	})
	if b.H = 0.063; w.Stud == "89" {
		b.H = 0.089
	}
	f.only(b.Kind == MasonryWall, func() { b.masonry(f) })
	f.only(b.Kind != OtherWall, func() { f.hold(wallHolds...) })
}

// lag is its screw: how thick, how long, and how long its thread is.
func (w Wall) lag() (diameter, length, thread quantity.Length) {
	l := lags[w.Screw]
	return l[0], l[1], l[2]
}

// sold is its screw as shops have it.
func (w Wall) sold() Text {
	for _, l := range lagWords {
		if l.Key == w.Screw {
			return l.Name
		}
	}
	return ""
}

var studWords = words("89", "{38 × 89 mm|2 × 4}", "63", "{38 × 63 mm|2 × 3}, or not known")

// wallChanges are changes of what is held with screws in a wall, the cheapest first, each of more by
// itself and with all that can be done about the screws.
func wallChanges(more ...change) []change {
	cut := so("the lining cut out behind it", func(w walled) { w.wall().Cut = true })
	long := so("lag screws of {8 × 150 mm|5⁄16 × 6 in}", func(w walled) { w.wall().Screw = "8x150" })
	short := so("lag screws of {8 × 130 mm|5⁄16 × 5 in}", func(w walled) { w.wall().Screw = "8x125" })
	all := []change{cut, short, long, cut.and(short), cut.and(long)}
	for _, m := range more {
		all = append(all, m, m.and(cut).and(short), m.and(cut).and(long))
	}
	return all
}

// Heights of rings as shares of stature (common practice).
const ringHigh, ringHighOff, ringChest, ringLow = 1.20, 0.10, 0.72, 0.15

// bandBoard is a board for bands on a wall: which rings it has, and what each is marked with.
type bandBoard struct {
	Wall
	Pull    quantity.Force
	Rings   string
	Mark    Hardware
	Stature quantity.Length
}

func (b *bandBoard) form(f *form) {
	if f.said != nil {
		b.Stature = f.s.Stature
	}
	rings := "all"
	if over := f.s.over(); over > 0 && over < ringHigh*f.s.Stature-ringHighOff+0.1 {
		rings = "two" // the high one has no room
	}
	number(f, &b.Pull, max(quantity.Force(hardestPull.Low), min(quantity.Force(hardestPull.High), f.s.Pull)), hardestPull)
	word(f, &b.Rings, rings, Ask{Key: "rings", Label: "Rings", Words: ringWords})
	b.Mark.asked(f, MetalLink, marked("ring_n", "Each ring is marked with"))
	b.Wall.form(f, "6.5x115")
}

var ringWords = words("all", "High, chest and low", "two", "Chest and low", "high", "High", "chest", "Chest", "low", "Low")

func (b bandBoard) heights() (out []quantity.Length) {
	h := b.Stature
	for _, r := range []struct {
		in string
		at quantity.Length
	}{{"low", ringLow}, {"chest", ringChest * h}, {"high", ringHigh*h - ringHighOff}} {
		if b.Rings == "all" || b.Rings == r.in || b.Rings == "two" && r.in != "high" {
			out = append(out, r.at)
		}
	}
	return out
}

func (b bandBoard) board() WallBoard {
	w := WallBoard{Use: ForBands, Owner: b.Owner, Base: b.Base, Cut: b.Cut}
	w.Diameter, w.Length, w.Thread = b.lag()
	for _, h := range b.heights() {
		w.Base.High = max(w.Base.High, h+0.05) // what is above the ceiling is refused by its place
		w.Rings = append(w.Rings, Ring{Height: h, Pull: b.Pull, Mark: b.Mark})
	}
	return w
}

var _ = known(10, of[bandBoard]{
	Key: "board-bands", Name: "Wall board for bands", Does: "anchors for bands, high, at the chest and low", On: OnWall,
	Build: func(b bandBoard, s Situation) (Built, error) {
		out, err := b.board().Build()
		out.Cautions = append(out.Cautions, s.recoils(b.Pull)...)
		return out, err
	},
	Changes: func(b bandBoard, _ Situation) []change {
		var lighter []change
		for _, most := range []quantity.Force{300, 250, 200, 150, 100} {
			if most < b.Pull {
				lighter = append(lighter, so(tell("lighter bands: %s at the most", newton(most)), func(b *bandBoard) { b.Pull = most }))
			}
		}
		return wallChanges(lighter...)
	},
	Instead: always[bandBoard](boardInstead),
	Wide:    func(bandBoard) quantity.Length { return boardWide },
	Gives: func(b bandBoard, s Situation) (out []capability.Supply) {
		for _, h := range b.heights() {
			at := float64(h / max(s.Stature, 0.5))
			out = append(out, capability.Supply{Kind: capability.Anchor, At: capability.Span{From: at, To: at},
				Strength: b.Pull, Quality: 1})
		}
		return out
	},
	Draw: bandBoard.draw,
})

// bodyBoard is a board for a body on a wall, its ring at a height.
type bodyBoard struct {
	Wall
	High   quantity.Length
	Mark   Hardware
	Steep  float64
	Wood   string
	Legs   bool
	Body   quantity.Estimate
	Timber Timber
}

func (b *bodyBoard) form(f *form) {
	number(f, &b.High, 2.15, metres("ring_m", "Ring above the floor", 1.0, 2.6))
	b.Mark.asked(f, MetalLink, marked("ring_n", "Ring on its through-bolts, marked"))
	number(f, &b.Steep, 60, Ask{Key: "steep_deg", Label: "Least angle of the strap to the wall's normal, degrees",
		Kind: quantity.KindCount, Low: 0, High: 85, Help: "45 or steeper: feet towards the wall."})
	word(f, &b.Wood, boardWoods[0].Key, Ask{Key: "board", Label: "Board's stamp, No. 2", Words: boardWoods})
	f.yes(&b.Legs, true, yesNo("legs", "On two legs to the floor", "Screws then carry only what pulls off the wall."))
	f.body(&b.Body)
	f.only(b.Legs, func() { f.hold(underHold) })
	b.Timber.form(f)
	b.Wall.form(f, "8x125")
}

func (b bodyBoard) board() WallBoard {
	w := WallBoard{Use: ForBody, Owner: b.Owner, Base: b.Base, Wood: b.Wood, Timber: b.Timber, Cut: b.Cut, Legs: b.Legs,
		Body: b.Body, Steep: b.Steep, Rings: []Ring{{Height: b.High, Mark: b.Mark}}}
	w.Diameter, w.Length, w.Thread = b.lag()
	w.Base.High = max(w.Base.High, b.High+0.05)
	return w
}

// boardWoods are the groups that a board for a body may be stamped with, the weakest first.
var boardWoods = words("timber-graded:spruce-pine-fir", "Spruce-pine-fir", "timber-graded:hem-fir", "Hem-fir",
	"timber-graded:douglas-fir-larch", "Douglas fir-larch", "timber-graded:southern-pine", "Southern pine")

func (b bodyBoard) changes(Situation) []change {
	legs := so("it stands on two legs to the floor", func(b *bodyBoard) { b.Legs = true })
	more := []change{legs}
	for _, steep := range []float64{45, 60, 75} {
		if steep > b.Steep {
			nearer := so(tell("a strap at %.0f° or steeper, the feet nearer to the wall", steep), func(b *bodyBoard) { b.Steep = steep })
			more = append(more, nearer, legs.and(nearer))
		}
	}
	larch := so("a board stamped Douglas fir-larch", func(b *bodyBoard) { b.Wood = "timber-graded:douglas-fir-larch" })
	upright := so("an upright over each stud, plate to plate", func(b *bodyBoard) { b.Base.Ends = Uprights })
	for _, c := range slices.Clone(more) {
		more = append(more, c.and(larch), c.and(upright), c.and(larch).and(upright))
	}
	return wallChanges(append(more, larch, upright, larch.and(upright))...)
}

var _ = known(20, of[bodyBoard]{
	Key: "board-body", Name: "Wall board for a body", Does: "straps for rows and a high anchor", On: OnWall,
	Build:   func(b bodyBoard, _ Situation) (Built, error) { return b.board().Build() },
	Changes: bodyBoard.changes,
	Instead: always[bodyBoard](boardInstead),
	Wide:    func(b bodyBoard) quantity.Length { return b.Base.bodyBoardLong() },
	Studs: func(b bodyBoard) []quantity.Length {
		at := b.Base.bodyPlaces()
		return at[:]
	},
	Gives: func(b bodyBoard, s Situation) []capability.Supply {
		at := float64(b.High / max(s.Stature, 0.5))
		return []capability.Supply{
			limited(capability.Supply{Kind: capability.LowBar, Quality: 1, Caution: "straps as steep as they were worked out"}),
			{Kind: capability.Anchor, At: capability.Span{From: at, To: at}, Strength: b.board().Bands(), Quality: 1},
		}
	},
	Draw: bodyBoard.draw,
})

// fixingDetail is how boards are held that are thick together: a section through stud, lining, board
// and screw.
func (w Wall) fixingDetail(board float64, through quantity.Length) Figure {
	base := w.Base
	lining := float64(base.Lining)
	if w.Cut {
		lining = 0
	}
	deep, length, name := float64(base.H), 0.115, Text("stud")
	if lag, ok := lags[w.Screw]; ok {
		length = float64(lag[1])
	}
	if base.Kind != WoodStuds {
		deep, name = 0.10, "wall"
	}
	thick := float64(through)
	f := Figure{Name: "fixing", Strokes: []Stroke{
		rect(OfBuilding, 0, 0, deep, board, name), rect(OfWood, deep+lining, 0, thick, board, "board"),
		line(OfSteel, deep+lining+thick, board/2, -length, 0, "screws"), across(deep+lining, -0.03, thick).saying("board"),
		across(0, -0.06, deep).saying(name),
	}}
	if base.Kind == WoodStuds { // how far an anchor goes in its maker says
		f.Strokes = append(f.Strokes, across(deep+lining+thick-length, board+0.025, length).called("screw "+w.sold()))
	}
	if lining > 0 {
		f.Strokes = append(f.Strokes, rect(OfBuilding, deep, 0, lining, board, ""), across(deep, -0.09, lining).saying("lining"))
	}
	return f
}

func (b bandBoard) draw(Situation) []Figure {
	const wide = 0.089
	heights := b.heights()
	if len(heights) == 0 {
		return nil
	}
	high := float64(slices.Max(heights) + boardEnd + 0.04)
	f := Figure{Name: "front", Strokes: []Stroke{rect(OfWood, -wide/2, 0, wide, high, "board"),
		upward(-0.55-0.45*float64(len(heights)), 0, high).saying("board"), across(-wide/2, high+0.1, wide)}}
	for i, h := range heights {
		at := float64(h)
		f.Strokes = append(f.Strokes,
			round(OfSteel, 0, at, 0.05, tell("ring at %s", metre(at, 2))),
			round(OfSteel, 0, at-float64(besideRing), 0.014, tell("screws at %s", metre(at, 2))),
			round(OfSteel, 0, at+float64(besideRing), 0.014, tell("screws at %s", metre(at, 2))),
			upward(-0.3-0.45*float64(i), 0, at))
	}
	f.Strokes = append(f.Strokes, round(OfSteel, 0, float64(boardEnd), 0.014, "screws"))
	return []Figure{f, assembled(b.board().solids()...), b.fixingDetail(wide, boardThick)}
}

func (b bodyBoard) draw(Situation) []Figure {
	wide, at, base := float64(bodyBoardWidth), float64(b.High), b.Base
	long := float64(base.bodyBoardLong())
	f := Figure{Name: "front", Strokes: []Stroke{
		rect(OfWood, -long/2, at-wide/2, long, wide, "board"), round(OfSteel, 0, at, 0.06, "ring"),
		across(-long/2, at+wide/2+0.12, long), upward(long/2+0.2, 0, at),
	}}
	places := base.bodyPlaces()
	if base.Kind == WoodStuds {
		for _, x := range places {
			f.Strokes = append(f.Strokes, rect(OfBuilding, float64(x)-0.019, 0, 0.038, float64(base.High), "stud"))
		}
	}
	f.Strokes = append(f.Strokes, across(0, at+wide/2+0.3, float64(places[2])))
	for _, p := range places {
		x := float64(p)
		for _, row := range bodyRows {
			f.Strokes = append(f.Strokes, round(OfSteel, x, at-wide/2+float64(row), 0.016, "screws"))
		}
	}
	for i := range 4 {
		f.Strokes = append(f.Strokes, round(OfSteel, ringBoltApart*(float64(i)-1.5), at, ringBolt, "ring's bolts"))
	}
	if b.Legs {
		apart := float64(legsApart)
		f.Strokes = append(f.Strokes, rect(OfWood, -apart/2-0.0445, 0, 0.089, at-wide/2, "each leg"),
			rect(OfWood, apart/2-0.0445, 0, 0.089, at-wide/2, "each leg"),
			rect(OfWood, -apart/2-0.0445, 0.1, apart+0.089, 0.089, ""), across(-apart/2, -0.22, apart))
	}
	return []Figure{f, bodyBoardClose(long, places), assembled(b.board().solids()...), b.fixingDetail(wide, boardThick)}
}

// bodyBoardClose is the board by itself, as it is marked and bored.
func bodyBoardClose(long float64, places [3]quantity.Length) Figure {
	wide := float64(bodyBoardWidth)
	low, up := float64(bodyRows[0]), float64(bodyRows[1])
	f := Figure{Name: "the board, as it is bored", Strokes: []Stroke{rect(OfWood, -long/2, 0, long, wide, "")}}
	for _, p := range places {
		for _, row := range bodyRows {
			f.Strokes = append(f.Strokes, round(OfSteel, float64(p), float64(row), 0.009, ""))
		}
	}
	for i := range 4 {
		f.Strokes = append(f.Strokes, round(OfSteel, ringBoltApart*(float64(i)-1.5), wide/2, 0.011, ""))
	}
	f.Strokes = append(f.Strokes, rect(OfSteel, -0.08, wide/2-0.024, 0.16, 0.048, ""),
		across(-long/2, wide+0.16, long), across(-long/2, wide+0.09, long/2+float64(places[0])),
		across(float64(places[0]), wide+0.09, float64(places[1]-places[0])),
		across(-1.5*ringBoltApart, -0.05, ringBoltApart), upward(long/2+0.04, 0, low), upward(long/2+0.14, low, up-low),
		upward(long/2+0.24, 0, wide))
	return f
}
