package builds

import (
	"math"
	"slices"

	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
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

var bandBoard = known(10, Design{
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

var bodyBoard = known(20, Design{
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

// doorChanges are what can be done about a strap in a door: on the other side of it, by its latch, by
// another door, by what is behind the leaf, by the bands.
func doorChanges(v Values, _ Situation) (out []change) {
	all := change{}
	with := func(c change) { // every one that is needed, and all of them so far
		if all = all.and(c); len(out) > 0 {
			out = append(out, c)
		}
		out = append(out, all)
	}
	if !v.yes("away") {
		c := sized("pull from the other side of the door", "away", "yes")
		c.world = true
		with(c)
	}
	if !v.yes("latched") {
		c := sized("mend the latch", "latched", "yes")
		c.world = true
		with(c)
	}
	if !v.yes("read") {
		c := sized("pull the bands on a scale first: three pulls each tell what the door would have to take", "read", "yes")
		c.world = true
		with(c)
	}
	if need := 2 * max(v.length("gap_m"), usualGap); v.length("knot_m") < need {
		knot := max(0.04, need)
		with(sized(tell("a thicker tube behind the leaf, %s", mm(knot)), "knot_m", knot))
	}
	solid := sized("a door that is solid, on three hinges", "door", "solid")
	solid.world = true
	less := func(most float64) change {
		return sized(tell("lighter bands: at most %s together", newton(most)), "pull_n", most)
	}
	pull, light := v.Num["pull_n"], v.Word["door"] == string(LighterDoor)
	switch {
	case light && pull > LightDoor && pull <= SolidDoor:
		out = append(out, all.and(solid), all.and(less(LightDoor)))
	case light && pull > LightDoor:
		out = append(out, all.and(less(LightDoor)))
	case pull > SolidDoor:
		out = append(out, all.and(less(SolidDoor)))
	}
	return out
}

var doorStrap = known(30, Design{
	Changes: doorChanges,
	Instead: always("the band under the foot, or round a post that stands by itself"),
	Key:     "door-strap", Name: "Door strap", Does: "an anchor for bands at any height, without a screw", On: OnDoor,
	Asks: asked(
		Ask{Key: "pull_n", Label: "Hardest pull of the bands", Kind: quantity.KindForce, Low: 10, High: 1500,
			Help: "All strands together, at the most that a set-up can be pulled to, with its ±."},
		yesNo("read", "All of these bands were pulled on a scale", ""),
		Ask{Key: "door", Label: "Door", Words: words("solid", "Solid or framed, three hinges", "light",
			"Hollow, glazed, sliding or folding, or not known")},
		yesNo("away", "Opens away from who pulls", ""), yesNo("latched", "Its latch holds", ""),
		Ask{Key: "gap_m", Label: "Gap between leaf and frame", Kind: quantity.KindThin, Low: 0, High: 0.05},
		Ask{Key: "knot_m", Label: "Knot or tube behind the leaf", Kind: quantity.KindThin, Low: 0.005, High: 0.2},
		marked("strap_n", "Strap is marked with"),
	),
	Starts: func(s Situation) Values {
		v := Values{
			Num: map[string]float64{"pull_n": max(10, min(1500, float64(s.Pull))), "gap_m": float64(usualGap), "knot_m": 0.04,
				"strap_n": 0},
			Word: map[string]string{"read": "no", "door": "light", "away": "no", "latched": "no"},
		}
		if s.Read {
			v.Word["read"] = "yes"
		}
		if s.Room != nil {
			for _, i := range s.Room.Leaves() { // the best leaf of the survey
				t, o := s.Room.DoorTakes(i), s.Room.Openings[i]
				if t.What != space.TakesBands {
					continue
				}
				if o.Swings == space.Outwards {
					v.Word["away"] = "yes"
				}
				if o.Leaf == space.SolidDoor {
					v.Word["door"] = "solid"
				}
			}
		}
		return v
	},
	Build: func(v Values, s Situation) (Built, error) {
		out, err := DoorStrap{
			Door: DoorBuild(v.Word["door"]), Away: v.yes("away"), Latched: v.yes("latched"), Gap: v.length("gap_m"),
			Knot: v.length("knot_m"), Pull: v.force("pull_n"), Read: v.yes("read"),
			Strap: Hardware{Kind: SewnStrap, Working: v.force("strap_n")},
		}.Build()
		out.Cautions = append(out.Cautions, s.recoils(v.force("pull_n"))...)
		return out, err
	},
	Gives: func(v Values, _ Situation) []capability.Supply {
		return []capability.Supply{{Kind: capability.Anchor, Strength: v.force("pull_n"), Quality: 1,
			Caution: "sign on the other side, latch looked at before each set"}}
	},
	Draw: drawDoorStrap,
})

func barWords() (out []Word) {
	for _, s := range BarStocks() {
		out = append(out, Word{s.Key, s.Name})
	}
	return out
}

func barOf(v Values, s Situation) Bar {
	return Bar{
		Use: BarUse(v.Word["use"]), Stock: v.Word["stock"], Span: v.length("span_m"), Inside: v.length("inside_m"),
		Body: s.body(v), Support: BarSupport(v.Word["support"]),
		Rated: v.force("rated_n"), Held: v.yes("held"), AtWall: v.yes("at_wall"), Wet: v.yes("wet"),
		Joists: overheadOf(joistPrefix, v, s),
		High:   v.length("high_m"), Spread: v.length("spread_m"), Weighs: v.mass("support_kg"), Mu: v.Num["mu"],
		Timber: timberOf(v),
	}
}

// joistPrefix is before the keys of a joist where its design has sizes of its own.
const joistPrefix = "joist_"

// barChanges are what can be done about a bar: held, on other supports, the hands nearer to them,
// another bar, a shorter one.
func barChanges(v Values, s Situation) (out []change) {
	hold := change{}
	if !v.yes("held") {
		hold = sized("hold it at both ends so that it neither rolls nor slides", "held", "yes")
	}
	holds := []change{hold}
	if !hangs(v) {
		for _, c := range barSideways(v) {
			holds = append(holds, hold.and(c))
		}
	}
	hang, chairs, hung := v.Word["use"] == string(HangFrom), v.Word["support"] == string(Chairs),
		v.Word["support"] == string(Brackets)
	switch {
	case hang && !hung:
		holds = nil
		for _, j := range []struct {
			words Text
			wide  float64
		}{{"two sawn joists that were seen", 0.038}, {"two pairs of sawn joists that were seen, each bolted together", 0.076}} {
			to := sized("on brackets bolted through "+j.words+", {38 × 235 mm|2 × 10} of stamped Douglas fir-larch, "+
				"{0.4 m} apart, "+
				"{3.6 m} from bearing to bearing, {0.6 m} from one of them, below a furnished "+
				"room, instead of "+Text(v.Word["support"]),
				"support", string(Brackets), "overhead", "sawn", "above", string(FurnishedRoom), "joists_m", 0.4, "wood",
				"timber-graded:douglas-fir-larch", joistPrefix+"b_m", j.wide, joistPrefix+"h_m", 0.235, joistPrefix+"span_m",
				3.6, joistPrefix+"at_m", 0.6, "bolt_m", 0.016, "above_m", 0.16)
			to.world = true
			holds = append(holds, hold.and(to))
		}
	case chairs && !v.yes("at_wall"):
		to := sized("the chairs against a wall, on no castors, nothing that folds", "at_wall", "yes")
		to.world = true
		out = append(out, hold.and(to))
		for i := range holds {
			holds[i] = holds[i].and(sized("on sawhorses instead of chairs", "support", string(Sawhorses)))
		}
	}
	for _, hold := range holds {
		out = append(out, barsWith(hold, hung, v, s)...)
	}
	return out
}

func hangs(v Values) bool { return v.Word["use"] == string(HangFrom) }

// barSideways are what can be done about rows that pull supports over or along.
func barSideways(v Values) []change {
	low := sized("the bar {0.8 m} above the floor", "high_m", math.Min(v.Num["high_m"], 0.8))
	wide := sized("supports whose feet stand {0.76 m} apart", "spread_m", math.Max(v.Num["spread_m"], 0.76))
	feet := rubberFeet(v)
	return []change{feet, low, low.and(feet), wide, wide.and(feet), wide.and(low).and(feet)}
}

// barsWith are the changes of a bar itself, after one of how it is held.
func barsWith(hold change, hung bool, v Values, s Situation) (out []change) {
	out = append(out, hold)
	if hung {
		for _, c := range overheadChanges(joistPrefix, v) {
			out = append(out, hold.and(c))
		}
	}
	for _, in := range []float64{0.15, 0.10} {
		if in < v.Num["inside_m"] {
			out = append(out, hold.and(sized(tell("hands %s from the supports", cm(in)), "inside_m", in)))
		}
	}
	spans := []float64{v.Num["span_m"]}
	for _, span := range []float64{0.8, 0.6} {
		if span < v.Num["span_m"] {
			spans = append(spans, span)
		}
	}
	for i, span := range spans {
		for _, b := range BarStocks() {
			if b.Key == "broomstick" || b.Key == "pvc" || i == 0 && b.Key == v.Word["stock"] {
				continue
			}
			c := hold.and(sized(b.Name, "stock", b.Key))
			if i > 0 {
				c = c.and(sized(tell("%s between the supports", metre(span, 1)), "span_m", span, "inside_m",
					math.Min(v.Num["inside_m"], span/2)))
			}
			if b.Rolls {
				c.note = better(v.Over(c.to), s)
			}
			out = append(out, c)
		}
	}
	return out
}

// better names the bar with the better grip where a thick board would do.
func better(v Values, s Situation) Text {
	grip := barOf(v, s)
	grip.Stock, grip.Rated = "pipe-1-1/4", max(grip.Rated, 1e6)
	if got, err := grip.Build(); err == nil && got.OK() {
		return tell("; 1¼ in steel pipe is the better grip, used %.2f", math.Ceil(got.Weakest().Use()*100)/100)
	}
	return ""
}

var barDesign = known(40, Design{
	Key: "bar", Name: "Bar for rows, or to hang from", Does: "rows under it, or hanging", On: OnFloor,
	Asks: func(v Values, _ Situation) []Ask {
		asks := []Ask{
			{Key: "use", Label: "For", Words: words("row", "Rows, feet on the floor", "hang", "Hanging, pull-ups")},
			{Key: "stock", Label: "Bar", Words: barWords()},
			metres("span_m", "Between the supports", 0.3, 2.5), metres("inside_m", "Each hand from its support", 0, 1.2),
			{Key: "support", Label: "On", Words: words("sawhorses", "Sawhorses", "chairs", "Chairs", "brackets",
				"Brackets bolted through two joists")},
			marked("rated_n", "Each support is marked with"),
			yesNo("held", "Held at both ends",
				"A board in cradles of {39 mm} with cheeks of {60 mm} and stops; a pipe with pins or collars."),
		}
		if v.Word["support"] == string(Chairs) {
			asks = append(asks, yesNo("at_wall", "Chairs against a wall, no castors, nothing folds", ""))
		}
		if v.Word["support"] == string(Brackets) {
			asks = append(asks, overheadAsks(joistPrefix)...)
		} else {
			asks = append(asks, metres("high_m", "Bar above the floor", 0.5, 1.2),
				metres("spread_m", "Feet of a support apart, across the bar", 0.2, 1.5),
				Ask{Key: "support_kg", Label: "Each support weighs", Kind: quantity.KindMass, Low: 0.5, High: 60}, friction)
		}
		return append(append(asks, timberAsks(v)...), damp, worn)
	},
	Starts: func(s Situation) Values {
		return overheadStarts(joistPrefix).Over(Values{
			Num: map[string]float64{"span_m": 0.8, "inside_m": 0.15, "high_m": 0.8, "spread_m": 0.45, "support_kg": 5, "mu": 0.2,
				"rated_n": 0, "worn_kg": 0},
			Word: map[string]string{"use": "row", "stock": "graded-edge", "support": "sawhorses", "held": "yes", "at_wall": "no",
				"wet": s.outside()},
		}).Over(timberStarts())
	},
	Build: func(v Values, s Situation) (Built, error) {
		out, err := barOf(v, s).Build()
		return out, named(err, joistPrefix)
	},
	Changes: barChanges,
	Instead: func(v Values) Text {
		if v.Word["use"] == string(HangFrom) {
			return "rows under a bar at the hip, feet on the floor, or a pull-down on a band at an anchor that holds"
		}
		return "a row with a load in one hand, or on a band under the foot"
	},
	Gives: func(v Values, _ Situation) []capability.Supply {
		if v.Word["use"] == string(HangFrom) {
			return []capability.Supply{extra(v, capability.Of(capability.HangBar))}
		}
		return []capability.Supply{extra(v, capability.Supply{Kind: capability.LowBar, Quality: 1,
			Caution: "held at both ends, looked at before each set"})}
	},
	Draw: drawBar,
})

func ringsOf(v Values, s Situation) Rings {
	return Rings{
		Overhead: overheadOf("", v, s), Apart: v.length("apart_m"), Aside: v.Num["aside_deg"], Blocked: v.yes("blocked"),
		Swings: v.yes("swings"), Body: s.body(v),
		Strap: Hardware{Kind: SewnStrap, Working: v.force("strap_n")},
		Plate: Hardware{Kind: MetalLink, Working: v.force("plate_n")},
	}
}

var ringsDesign = known(50, Design{
	Key: "rings", Name: "Rings from two joists", Does: "hanging, rows, chin-ups on straps", On: OnCeiling,
	Asks: func(Values, Situation) []Ask {
		return append(overheadAsks(""), metres("apart_m", "Straps apart", 0.2, 1.5),
			Ask{Key: "aside_deg", Label: "Pulled aside by at most, degrees", Kind: quantity.KindCount, Low: 0, High: 45,
				Help: "Straps hang straight in hangs and chin-ups, along the joists in rows; flies and presses pull them aside."},
			yesNo("blocked", "Blocking between the joists beside them, both sides",
				"A piece of the joists' size, tight between them, within {0.3 m} of the bolt: joists turn over without it."),
			yesNo("swings", "The movement swings", "Then × 3.5 instead of 2.5."), marked("strap_n", "Each strap is marked with"),
			marked("plate_n", "Each plate, and the shackle in it, marked with"), worn)
	},
	Starts: func(Situation) Values {
		return overheadStarts("").Over(Values{Num: map[string]float64{"apart_m": 0.5, "aside_deg": 10, "strap_n": 0, "plate_n": 0,
			"worn_kg": 0}, Word: map[string]string{"swings": "no", "blocked": "no"}})
	},
	Build: func(v Values, s Situation) (Built, error) { return ringsOf(v, s).Build() },
	Changes: func(v Values, _ Situation) []change {
		apart := sized("straps {0.5 m} apart, on different joists", "apart_m", math.Max(v.Num["apart_m"], 0.5))
		blocked := sized("blocking between the joists, both sides", "blocked", "yes")
		out := append([]change{apart, blocked, apart.and(blocked)}, overheadChanges("", v)...)
		for _, c := range overheadChanges("", v) {
			out = append(out, apart.and(c))
		}
		return out
	},
	Instead: always("rows under a bar on sawhorses, or pull-downs on a band at an anchor that holds"),
	Gives: func(v Values, _ Situation) []capability.Supply {
		return []capability.Supply{
			extra(v, capability.Supply{Kind: capability.LowBar, Quality: 1, Caution: "both hands, one in each ring"}),
			extra(v, capability.Supply{Kind: capability.HangBar, Quality: 0.9,
				Caution: "both hands, one in each ring; they turn: harder than a bar"}),
		}
	},
	Draw: drawRings,
})
