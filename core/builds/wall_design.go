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

// wallAsks are what is asked of a wall, by what it is built of: of one that a body hangs from whether its
// studs are whole.
func wallAsks(v Values, s Situation) []Ask {
	base, _ := s.wallOf(v)
	var asks []Ask
	switch base.Kind {
	case WoodStuds:
		asks = []Ask{
			{Key: "stud", Label: "Studs", Words: words("89", "{38 × 89 mm|2 × 4}", "63", "{38 × 63 mm|2 × 3}, or not known")},
			yesNo("plate_held", "Top plate nailed to the floor above",
				"Look from the loft or behind the lining. A partition that is held by nothing takes bands to {250 N} only."),
			{Key: "ends", Label: "Studs held by their plates with", Words: endWords,
				Help: "What is pulled off the studs goes on into both plates."},
		}
		if base.Ends == RatedAngles {
			asks = append(asks, marked("angle_n", "Each angle is marked with"))
		}
		asks = append(asks, Ask{Key: "screw", Label: "Lag screws", Words: lagWords},
			yesNo("cut", "Lining cut out behind the board",
				"Board straight on the studs: screws then hold sideways twice as much."), damp, wholeHold)
	case MasonryWall:
		asks = masonryAsks()
	default:
		return nil
	}
	return append(asks, wallHolds...)
}

// wallChanges are changes of what is held with screws in a wall, the cheapest first, each of more by
// itself and with all that can be done about the screws.
func wallChanges(more ...change) []change {
	cut, long := sized("the lining cut out behind it", "cut", "yes"),
		sized("lag screws of {8 × 150 mm|5⁄16 × 6 in}", "screw", "8x150")
	all := []change{cut, long, cut.and(long)}
	for _, m := range more {
		all = append(all, m, m.and(cut).and(long))
	}
	return all
}

// lighter are bands that pull less than they do.
func lighter(v Values) (out []change) {
	for _, most := range []float64{300, 250, 200, 150, 100} {
		if most < v.Num["pull_n"] {
			out = append(out, sized(tell("lighter bands: %s at the most", newton(most)), "pull_n", most))
		}
	}
	return out
}

// wallFit are the answers that what is fixed to a wall starts from: what the survey says, the weak end of
// what nobody has said, and no hold answered.
func wallFit(s Situation, v Values) Values {
	ends := GunNails
	if s.Inches { // usual there
		ends = CommonNails
	}
	return masonryStarts(s).Over(Values{
		Num: map[string]float64{"angle_n": 0},
		Word: map[string]string{"stud": "63", "plate_held": "no", "ends": string(ends), "screw": "6.5x115", "cut": "no",
			"wet": "no"},
	}).Over(unanswered(append([]Ask{wholeHold}, wallHolds...)...)).Over(v)
}

// Heights of rings as shares of stature (common practice).
const ringHigh, ringHighOff, ringChest, ringLow = 1.20, 0.10, 0.72, 0.15

func ringHeights(v Values, s Situation) (out []quantity.Length) {
	h := float64(s.Stature)
	for _, r := range []struct {
		in string
		at float64
	}{{"low", ringLow}, {"chest", ringChest * h}, {"high", ringHigh*h - ringHighOff}} {
		if v.Word["rings"] == "all" || v.Word["rings"] == r.in || v.Word["rings"] == "two" && r.in != "high" {
			out = append(out, quantity.Length(r.at))
		}
	}
	return out
}

var _ = known(10, Design{
	Changes: func(v Values, _ Situation) []change { return wallChanges(lighter(v)...) },
	Instead: always(boardInstead),
	Wide:    func(Values, Situation) quantity.Length { return 0.089 },
	Key:     "board-bands", Name: "Wall board for bands", Does: "anchors for bands, high, at the chest and low", On: OnWall,
	Asks: func(v Values, s Situation) []Ask {
		return append([]Ask{
			{Key: "pull_n", Label: "Hardest pull of the bands", Kind: quantity.KindForce, Low: 10, High: 1500,
				Help: "All strands together, at the most that a set-up can be pulled to, with its ±."},
			{Key: "rings", Label: "Rings", Words: words("all", "High, chest and low", "two", "Chest and low", "high", "High",
				"chest", "Chest", "low", "Low")},
			marked("ring_n", "Each ring is marked with"),
		}, wallAsks(v, s)...)
	},
	Starts: func(s Situation) Values {
		rings := "all"
		if over := s.over(); over > 0 && over < ringHigh*s.Stature-ringHighOff+0.1 {
			rings = "two" // the high one has no room
		}
		return wallFit(s, Values{Num: map[string]float64{"pull_n": max(10, min(1500, float64(s.Pull))), "ring_n": 0},
			Word: map[string]string{"rings": rings}})
	},
	Build: func(v Values, s Situation) (Built, error) {
		out, err := bandBoardOf(v, s).Build()
		out.Cautions = append(out.Cautions, s.recoils(v.force("pull_n"))...)
		return out, err
	},
	Gives: func(v Values, s Situation) (out []capability.Supply) {
		for _, h := range ringHeights(v, s) {
			at := float64(h / max(s.Stature, 0.5))
			out = append(out, capability.Supply{Kind: capability.Anchor, At: capability.Span{From: at, To: at},
				Strength: v.force("pull_n"), Quality: 1})
		}
		return out
	},
	Draw: drawBandBoard,
})

func bandBoardOf(v Values, s Situation) WallBoard {
	base, owner := s.wallOf(v)
	lag := lags[v.Word["screw"]]
	w := WallBoard{Use: ForBands, Owner: owner, Base: base, Diameter: lag[0], Length: lag[1], Thread: lag[2], Cut: v.yes("cut")}
	for _, h := range ringHeights(v, s) {
		w.Base.High = max(w.Base.High, h+0.05) // what is above the ceiling is refused by its place
		w.Rings = append(w.Rings, Ring{Height: h, Pull: v.force("pull_n"),
			Mark: Hardware{Kind: MetalLink, Working: v.force("ring_n")}})
	}
	return w
}

func bodyBoardOf(v Values, s Situation) WallBoard {
	base, owner := s.wallOf(v)
	lag := lags[v.Word["screw"]]
	base.High = max(base.High, v.length("ring_m")+0.05)
	return WallBoard{
		Use: ForBody, Owner: owner, Base: base, Wood: v.Word["board"], Timber: timberOf(v), Diameter: lag[0], Length: lag[1],
		Thread: lag[2], Cut: v.yes("cut"), Legs: v.yes("legs"), Body: s.body(v), Steep: v.Num["steep_deg"],
		Rings: []Ring{{Height: v.length("ring_m"), Mark: Hardware{Kind: MetalLink, Working: v.force("ring_n")}}},
	}
}

// boardWoods are the groups that a board for a body may be stamped with, the weakest first.
var boardWoods = words("timber-graded:spruce-pine-fir", "Spruce-pine-fir", "timber-graded:hem-fir", "Hem-fir",
	"timber-graded:douglas-fir-larch", "Douglas fir-larch", "timber-graded:southern-pine", "Southern pine")

var _ = known(20, Design{
	Changes: func(v Values, _ Situation) []change {
		legs := sized("it stands on two legs to the floor", "legs", "yes")
		more := []change{legs}
		for _, steep := range []float64{45, 60, 75} {
			if steep > v.Num["steep_deg"] {
				nearer := sized(tell("a strap at %.0f° or steeper, the feet nearer to the wall", steep), "steep_deg", steep)
				more = append(more, nearer, legs.and(nearer))
			}
		}
		larch, upright := sized("a board stamped Douglas fir-larch", "board", "timber-graded:douglas-fir-larch"),
			sized("an upright over each stud, plate to plate", "ends", string(Uprights))
		for _, c := range slices.Clone(more) {
			more = append(more, c.and(larch), c.and(upright), c.and(larch).and(upright))
		}
		more = append(more, larch, upright, larch.and(upright))
		return wallChanges(more...)
	},
	Instead: always(boardInstead),
	Wide: func(v Values, s Situation) quantity.Length {
		base, _ := s.wallOf(v)
		return base.bodyBoardLong()
	},
	Studs: func(v Values, s Situation) []quantity.Length {
		base, _ := s.wallOf(v)
		at := base.bodyPlaces()
		return at[:]
	},
	Key: "board-body", Name: "Wall board for a body", Does: "straps for rows and a high anchor", On: OnWall,
	Asks: func(v Values, s Situation) []Ask {
		asks := []Ask{
			metres("ring_m", "Ring above the floor", 1.0, 2.6), marked("ring_n", "Ring on its through-bolts, marked"),
			{Key: "steep_deg", Label: "Least angle of the strap to the wall's normal, degrees", Kind: quantity.KindCount, Low: 0,
				High: 85, Help: "45 or steeper: feet towards the wall."},
			{Key: "board", Label: "Board's stamp, No. 2", Words: boardWoods},
			yesNo("legs", "On two legs to the floor", "Screws then carry only what pulls off the wall."), worn,
		}
		if v.yes("legs") {
			asks = append(asks, underHold)
		}
		return append(append(asks, timberAsks(v)...), wallAsks(v, s)...)
	},
	Starts: func(s Situation) Values {
		return wallFit(s, Values{Num: map[string]float64{"ring_m": 2.15, "ring_n": 0, "steep_deg": 60, "worn_kg": 0},
			Word: map[string]string{"legs": "yes", "board": boardWoods[0].Key, "screw": "8x125"}}).
			Over(timberStarts()).Over(unanswered(underHold))
	},
	Build: func(v Values, s Situation) (Built, error) { return bodyBoardOf(v, s).Build() },
	Gives: func(v Values, s Situation) []capability.Supply {
		at := v.Num["ring_m"] / max(float64(s.Stature), 0.5)
		return []capability.Supply{
			extra(v, capability.Supply{Kind: capability.LowBar, Quality: 1, Caution: "straps as steep as they were worked out"}),
			{Kind: capability.Anchor, At: capability.Span{From: at, To: at}, Strength: bodyBoardOf(v, s).Bands(), Quality: 1},
		}
	},
	Draw: drawBodyBoard,
})

// fixingDetail is how boards are held that are thick together: a section through stud, lining, board
// and screw.
func fixingDetail(v Values, s Situation, board float64, through quantity.Length) Figure {
	base, _ := s.wallOf(v)
	lining := float64(base.Lining)
	if v.yes("cut") {
		lining = 0
	}
	deep, length, name := float64(base.H), 0.115, Text("stud")
	if lag, ok := lags[v.Word["screw"]]; ok {
		length = float64(lag[1])
	}
	if base.Kind != WoodStuds {
		deep, name = 0.10, "wall"
	}
	thick := float64(through)
	f := Figure{Name: "fixing", Marks: []Mark{
		rect(OfHouse, 0, 0, deep, board, name), rect(OfWood, deep+lining, 0, thick, board, "board"),
		line(OfSteel, deep+lining+thick, board/2, -length, 0, "screws"), across(deep+lining, -0.03, thick).saying("board"),
		across(0, -0.06, deep).saying(name),
	}}
	if base.Kind == WoodStuds { // how far an anchor goes in its maker says
		f.Marks = append(f.Marks, across(deep+lining+thick-length, board+0.025, length).saying("screw"))
	}
	if lining > 0 {
		f.Marks = append(f.Marks, rect(OfHouse, deep, 0, lining, board, ""), across(deep, -0.09, lining).saying("lining"))
	}
	return f
}

func drawBandBoard(v Values, s Situation) []Figure {
	const wide = 0.089
	heights := ringHeights(v, s)
	if len(heights) == 0 {
		return nil
	}
	high := float64(slices.Max(heights) + boardEnd + 0.04)
	f := Figure{Name: "front", Marks: []Mark{rect(OfWood, -wide/2, 0, wide, high, "board"),
		upward(-0.3-0.45*float64(len(heights)), 0, high).saying("board"), across(-wide/2, high+0.1, wide)}}
	for i, h := range heights {
		at := float64(h)
		f.Marks = append(f.Marks,
			round(OfSteel, 0, at, 0.05, tell("ring at %s", metre(at, 2))),
			round(OfSteel, 0, at-float64(besideRing), 0.014, tell("screws at %s", metre(at, 2))),
			round(OfSteel, 0, at+float64(besideRing), 0.014, tell("screws at %s", metre(at, 2))),
			upward(-0.3-0.45*float64(i), 0, at))
	}
	f.Marks = append(f.Marks, round(OfSteel, 0, float64(boardEnd), 0.014, "screws"))
	return []Figure{f, assembled(bandBoardOf(v, s).solids()...), fixingDetail(v, s, wide, boardThick)}
}

func drawBodyBoard(v Values, s Situation) []Figure {
	wide, at := float64(bodyBoardWidth), v.Num["ring_m"]
	base, _ := s.wallOf(v)
	long := float64(base.bodyBoardLong())
	f := Figure{Name: "front", Marks: []Mark{
		rect(OfWood, -long/2, at-wide/2, long, wide, "board"), round(OfSteel, 0, at, 0.06, "ring"),
		across(-long/2, at+wide/2+0.12, long), upward(long/2+0.2, 0, at),
	}}
	places := base.bodyPlaces()
	if base.Kind == WoodStuds {
		for _, x := range places {
			f.Marks = append(f.Marks, rect(OfHouse, float64(x)-0.019, 0, 0.038, float64(base.High), "stud"))
		}
	}
	f.Marks = append(f.Marks, across(0, at+wide/2+0.3, float64(places[2])))
	for _, p := range places {
		x := float64(p)
		for _, row := range bodyRows {
			f.Marks = append(f.Marks, round(OfSteel, x, at-wide/2+float64(row), 0.016, "screws"))
		}
	}
	for i := range 4 {
		f.Marks = append(f.Marks, round(OfSteel, ringBoltApart*(float64(i)-1.5), at, ringBolt, "ring's bolts"))
	}
	if v.yes("legs") {
		apart := float64(legsApart)
		f.Marks = append(f.Marks, rect(OfWood, -apart/2-0.0445, 0, 0.089, at-wide/2, "each leg"),
			rect(OfWood, apart/2-0.0445, 0, 0.089, at-wide/2, "each leg"),
			rect(OfWood, -apart/2-0.0445, 0.1, apart+0.089, 0.089, ""), across(-apart/2, -0.08, apart))
	}
	return []Figure{f, bodyBoardClose(long, places), assembled(bodyBoardOf(v, s).solids()...), fixingDetail(v, s, wide, boardThick)}
}

// bodyBoardClose is the board by itself, as it is marked and bored.
func bodyBoardClose(long float64, places [3]quantity.Length) Figure {
	wide := float64(bodyBoardWidth)
	low, up := float64(bodyRows[0]), float64(bodyRows[1])
	f := Figure{Name: "the board, as it is bored", Marks: []Mark{rect(OfWood, -long/2, 0, long, wide, "")}}
	for _, p := range places {
		for _, row := range bodyRows {
			f.Marks = append(f.Marks, round(OfSteel, float64(p), float64(row), 0.009, ""))
		}
	}
	for i := range 4 {
		f.Marks = append(f.Marks, round(OfSteel, ringBoltApart*(float64(i)-1.5), wide/2, 0.011, ""))
	}
	f.Marks = append(f.Marks, rect(OfSteel, -0.08, wide/2-0.024, 0.16, 0.048, ""),
		across(-long/2, wide+0.16, long), across(-long/2, wide+0.09, long/2+float64(places[0])),
		across(float64(places[0]), wide+0.09, float64(places[1]-places[0])),
		across(-1.5*ringBoltApart, -0.05, ringBoltApart), upward(long/2+0.04, 0, low), upward(long/2+0.14, low, up-low),
		upward(long/2+0.24, 0, wide))
	return f
}
