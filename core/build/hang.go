package build

import (
	"fmt"
	"math"

	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// hangDesigns are those that bands or bodies pull at.
func hangDesigns() []Design { return []Design{bandBoard, bodyBoard, doorStrap, barDesign, ringsDesign} }

// Screws that boards are held with.
var (
	lagWords = words("6.5x115", "6.5 × 115 mm, ¼ × 4½ in", "8x125", "8 × 125 mm, 5⁄16 × 5 in", "6.5x150", "6.5 × 150 mm, ¼ × 6 in", "8x150", "8 × 150 mm, 5⁄16 × 6 in")
	lags     = map[string][3]quantity.Length{"6.5x115": {0.0065, 0.115, 0.070}, "8x125": {0.008, 0.125, 0.080}, "6.5x150": {0.0065, 0.150, 0.090}, "8x150": {0.008, 0.150, 0.095}}
)

// wallAsks are what is asked of a wall, by what it is built of.
func wallAsks(v Values, s Situation) []Ask {
	base, _ := s.wallOf(v)
	switch base.Kind {
	case WoodStuds:
		return []Ask{
			{Key: "stud", Label: "Studs", Words: words("89", "38 × 89 mm, 2 × 4", "63", "38 × 63 mm, or not known")},
			yesNo("plate_held", "Top plate nailed to the floor above", "Look from the loft or behind the lining. A partition that is held by nothing takes bands to 250 N only."),
			{Key: "screw", Label: "Lag screws", Words: lagWords},
			yesNo("cut", "Lining cut out behind the board", "Board straight on the studs: screws then hold sideways twice as much."),
		}
	case MasonryWall:
		return []Ask{
			{Key: "anchor_off_n", Label: "Anchor's working load off the wall", Kind: quantity.KindForce, Low: 0, High: 50000, Help: "As the anchor's maker gives it for this base; nothing is guessed here."},
			{Key: "anchor_along_n", Label: "Anchor's working load along it", Kind: quantity.KindForce, Low: 0, High: 50000},
			yesNo("joints", "Only joints or a brick veneer can be reached", ""),
		}
	}
	return nil
}

// wallChanges are changes of what is held with screws in a wall, the cheapest first.
func wallChanges(more ...answerChange) []answerChange {
	say := func(pairs ...string) Values {
		v := Values{Word: map[string]string{}}
		for i := 0; i+1 < len(pairs); i += 2 {
			v.Word[pairs[i]] = pairs[i+1]
		}
		return v
	}
	all := []answerChange{
		{"the lining cut out behind it", say("cut", "yes")}, {"lag screws of 8 × 150 mm", say("screw", "8x150")},
		{"the lining cut out behind it and lag screws of 8 × 150 mm", say("cut", "yes", "screw", "8x150")},
	}
	for _, m := range more {
		all = append(all, m, answerChange{m.words + ", the lining cut out behind it and lag screws of 8 × 150 mm", m.to.Over(say("cut", "yes", "screw", "8x150"))})
	}
	return all
}

// lighter are bands that pull less.
func lighter() (out []answerChange) {
	for _, most := range []float64{300, 250, 200, 150, 100} {
		out = append(out, answerChange{fmt.Sprintf("lighter bands: %.0f N at the most", most), Values{Num: map[string]float64{"pull_n": most}}})
	}
	return out
}

func wallFit(v Values) Values {
	return Values{
		Num:  map[string]float64{"anchor_off_n": 0, "anchor_along_n": 0},
		Word: map[string]string{"stud": "63", "plate_held": "no", "screw": "6.5x115", "cut": "no", "joints": "no"},
	}.Over(v)
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

var bandBoard = Design{
	Changes: wallChanges(lighter()...),
	Wide:    func(Values) quantity.Length { return 0.089 },
	Key:     "board-bands", Name: "Wall board for bands", Does: "anchors for bands, high, at the chest and low", On: OnWall,
	Asks: func(v Values, s Situation) []Ask {
		return append([]Ask{
			{Key: "pull_n", Label: "Hardest pull of the bands", Kind: quantity.KindForce, Low: 10, High: 1500, Help: "All strands together, at the most that a set-up can be pulled to, with its ±."},
			{Key: "rings", Label: "Rings", Words: words("all", "High, chest and low", "two", "Chest and low", "high", "High", "chest", "Chest", "low", "Low")},
			marked("ring_n", "Each ring is marked with"),
		}, wallAsks(v, s)...)
	},
	Fit: func(s Situation) Values {
		rings := "all"
		if over := s.over(); over > 0 && over < ringHigh*s.Stature-ringHighOff+0.1 {
			rings = "two" // the high one has no room
		}
		return wallFit(Values{Num: map[string]float64{"pull_n": max(10, min(1500, float64(s.Pull))), "ring_n": 0}, Word: map[string]string{"rings": rings}})
	},
	Build: func(v Values, s Situation) (Built, error) {
		base, owner := s.wallOf(v)
		lag := lags[v.Word["screw"]]
		w := WallBoard{Use: ForBands, Owner: owner, Base: base, Diameter: lag[0], Length: lag[1], Thread: lag[2], Cut: v.yes("cut")}
		for _, h := range ringHeights(v, s) {
			w.Base.High = max(w.Base.High, h+0.05) // what is above the ceiling is refused by its place
			w.Rings = append(w.Rings, Ring{Height: h, Pull: v.force("pull_n"), Mark: Hardware{Kind: MetalLink, Working: v.force("ring_n")}})
		}
		out, err := w.Build()
		return out, err
	},
	Gives: func(v Values, s Situation) (out []capability.Supply) {
		for _, h := range ringHeights(v, s) {
			at := float64(h / max(s.Stature, 0.5))
			out = append(out, capability.Supply{Kind: capability.Anchor, At: capability.Span{From: at, To: at}, Strength: v.force("pull_n"), Quality: 1})
		}
		return out
	},
}

// bandsAtBody is what bands may pull a board for a body with, in any direction: no more off the wall
// than a strap that is so steep, in degrees, was checked to pull.
func bandsAtBody(body quantity.Estimate, steep float64) quantity.Force {
	return quantity.Force(float64(Weight(body)) * PersonFactor * math.Cos(steep*math.Pi/180) / BandFactor)
}

var bodyBoard = Design{
	Changes: wallChanges(
		answerChange{"it stands on two legs to the floor", Values{Word: map[string]string{"legs": "yes"}}},
		answerChange{"a strap at 45° or steeper", Values{Num: map[string]float64{"steep_deg": 45}}},
		answerChange{"on two legs to the floor, a strap at 45° or steeper", Values{Num: map[string]float64{"steep_deg": 45}, Word: map[string]string{"legs": "yes"}}},
	),
	Wide: func(Values) quantity.Length { return 1.0 },
	Key:  "board-body", Name: "Wall board for a body", Does: "straps for rows and a high anchor", On: OnWall,
	Asks: func(v Values, s Situation) []Ask {
		return append([]Ask{
			metres("ring_m", "Ring above the floor", 1.0, 2.6), marked("ring_n", "Ring on its through-bolts, marked"),
			{Key: "steep_deg", Label: "Least angle of the strap to the wall's normal, degrees", Kind: quantity.KindRatio, Low: 0, High: 85, Help: "45 or steeper: feet towards the wall."},
			yesNo("legs", "On two legs to the floor", "Screws then carry only what pulls off the wall."), worn,
		}, wallAsks(v, s)...)
	},
	Fit: func(Situation) Values {
		return wallFit(Values{Num: map[string]float64{"ring_m": 2.15, "ring_n": 0, "steep_deg": 45, "worn_kg": 0}, Word: map[string]string{"legs": "yes"}}).Over(Values{Word: map[string]string{"screw": "8x125"}})
	},
	Build: func(v Values, s Situation) (Built, error) {
		base, owner := s.wallOf(v)
		lag := lags[v.Word["screw"]]
		base.High = max(base.High, v.length("ring_m")+0.05)
		return WallBoard{
			Use: ForBody, Owner: owner, Base: base, Diameter: lag[0], Length: lag[1], Thread: lag[2], Cut: v.yes("cut"), Legs: v.yes("legs"), Body: s.body(v), Steep: v.Num["steep_deg"],
			Rings: []Ring{{Height: v.length("ring_m"), Mark: Hardware{Kind: MetalLink, Working: v.force("ring_n")}}},
		}.Build()
	},
	Gives: func(v Values, s Situation) []capability.Supply {
		at := v.Num["ring_m"] / max(float64(s.Stature), 0.5)
		return []capability.Supply{
			{Kind: capability.LowBar, Quality: 1, Caution: "straps as steep as they were worked out"},
			{Kind: capability.Anchor, At: capability.Span{From: at, To: at}, Strength: bandsAtBody(s.body(v), v.Num["steep_deg"]), Quality: 1},
		}
	},
}

var doorStrap = Design{
	Key: "door-strap", Name: "Door strap", Does: "an anchor for bands at any height, without a screw", On: OnDoor,
	Asks: asked(
		Ask{Key: "pull_n", Label: "Hardest pull of the bands", Kind: quantity.KindForce, Low: 10, High: 1500, Help: "All strands together, at the most that a set-up can be pulled to, with its ±."},
		yesNo("read", "All of these bands were pulled on a scale", ""),
		Ask{Key: "door", Label: "Door", Words: words("solid", "Solid or framed, three hinges", "light", "Hollow, glazed, sliding or folding, or not known")},
		yesNo("away", "Opens away from who pulls", ""), yesNo("latched", "Its latch holds", ""),
		Ask{Key: "gap_m", Label: "Gap between leaf and frame", Kind: quantity.KindThin, Low: 0, High: 0.05}, Ask{Key: "knot_m", Label: "Knot or tube behind the leaf", Kind: quantity.KindThin, Low: 0.005, High: 0.2},
		marked("strap_n", "Strap is marked with"),
	),
	Fit: func(s Situation) Values {
		v := Values{
			Num:  map[string]float64{"pull_n": max(10, min(1500, float64(s.Pull))), "gap_m": float64(usualGap), "knot_m": 0.04, "strap_n": 0},
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
	Build: func(v Values, _ Situation) (Built, error) {
		return DoorStrap{
			Door: DoorBuild(v.Word["door"]), Away: v.yes("away"), Latched: v.yes("latched"), Gap: v.length("gap_m"), Knot: v.length("knot_m"), Pull: v.force("pull_n"), Read: v.yes("read"),
			Strap: Hardware{Kind: SewnStrap, Working: v.force("strap_n")},
		}.Build()
	},
	Gives: func(v Values, _ Situation) []capability.Supply {
		return []capability.Supply{{Kind: capability.Anchor, Strength: v.force("pull_n"), Quality: 1, Caution: "sign on the other side, latch looked at before each set"}}
	},
}

func barWords() (out []Word) {
	for _, s := range BarStocks() {
		out = append(out, Word{s.Key, s.Name})
	}
	return out
}

var barDesign = Design{
	Key: "bar", Name: "Bar for rows, or to hang from", Does: "rows under it, or hanging", On: OnFloor,
	Asks: asked(
		Ask{Key: "use", Label: "For", Words: words("row", "Rows, feet on the floor", "hang", "Hanging, pull-ups")}, Ask{Key: "stock", Label: "Bar", Words: barWords()},
		metres("span_m", "Between the supports", 0.3, 2.5), metres("inside_m", "Each hand from its support", 0, 1.2),
		Ask{Key: "support", Label: "On", Words: words("sawhorses", "Sawhorses", "chairs", "Chairs", "brackets", "Brackets on the building")},
		marked("rated_n", "Each support is marked with"), yesNo("held", "Held at both ends", "A board in cradles of 39 mm with cheeks of 60 mm and stops; a pipe with pins or collars."),
		yesNo("at_wall", "Chairs against a wall, no castors, nothing folds", ""), worn,
	),
	Fit: func(Situation) Values {
		return Values{
			Num:  map[string]float64{"span_m": 0.8, "inside_m": 0.15, "rated_n": 0, "worn_kg": 0},
			Word: map[string]string{"use": "row", "stock": "board-edge", "support": "sawhorses", "held": "yes", "at_wall": "no"},
		}
	},
	Build: func(v Values, s Situation) (Built, error) {
		return Bar{
			Use: BarUse(v.Word["use"]), Stock: v.Word["stock"], Span: v.length("span_m"), Inside: v.length("inside_m"), Body: s.body(v), Support: BarSupport(v.Word["support"]),
			Rated: v.force("rated_n"), Held: v.yes("held"), AtWall: v.yes("at_wall"),
		}.Build()
	},
	Gives: func(v Values, _ Situation) []capability.Supply {
		low := capability.Supply{Kind: capability.LowBar, Quality: 1, Caution: "held at both ends, looked at before each set"}
		if v.Word["use"] == string(HangFrom) {
			return []capability.Supply{low, {Kind: capability.HangBar, Quality: 1}}
		}
		return []capability.Supply{low}
	},
}

var ringsDesign = Design{
	Key: "rings", Name: "Rings from two joists", Does: "hanging, rows, chin-ups on straps", On: OnCeiling,
	Asks: asked(
		Ask{Key: "overhead", Label: "Overhead", Words: words("sawn", "Sawn joists, seen", "other", "Trusses, I-joists, or not seen")},
		metres("b_m", "Joist, width", 0.03, 0.3), metres("h_m", "Joist, depth", 0.09, 0.5), metres("span_m", "Between its bearings", 0.8, 8), metres("at_m", "Rings from one bearing", 0.1, 7.9),
		Ask{Key: "wood", Label: "Its timber", Words: words("timber-unknown", "No stamp, or not known", "timber-graded:spruce-pine-fir", "Stamped No. 2, spruce-pine-fir", "timber-graded:douglas-fir-larch", "Stamped No. 2, Douglas fir-larch", "timber-graded:southern-pine", "Stamped No. 2, southern pine")},
		Ask{Key: "bolt_m", Label: "Through-bolts", Kind: quantity.KindThin, Low: 0.008, High: 0.02}, metres("above_m", "Bolts above the lower edge", 0.01, 0.47), metres("apart_m", "Straps apart", 0.2, 1.5),
		yesNo("swings", "The movement swings", "Then × 3.5 instead of 2.5."), marked("strap_n", "Each strap is marked with"), marked("plate_n", "Each plate or eye is marked with"), worn,
	),
	Fit: func(s Situation) Values {
		v := Values{
			Num:  map[string]float64{"b_m": 0.038, "h_m": 0.184, "span_m": 3.6, "at_m": 0.6, "bolt_m": 0.010, "above_m": 0.12, "apart_m": 0.5, "strap_n": 0, "plate_n": 0, "worn_kg": 0},
			Word: map[string]string{"overhead": "other", "wood": "timber-unknown", "swings": "no"},
		}
		return v
	},
	Build: func(v Values, s Situation) (Built, error) {
		_, owner := s.wallOf(v)
		if s.Room != nil {
			switch s.Room.Holes {
			case space.Drillable:
				owner = "yes"
			case space.NoHoles:
				owner = "no"
			}
		}
		return Rings{
			Overhead: JoistKnown(v.Word["overhead"]), Owner: owner, B: v.length("b_m"), H: v.length("h_m"), Span: v.length("span_m"), At: v.length("at_m"), Wood: v.Word["wood"], Bolt: v.length("bolt_m"),
			Above: v.length("above_m"), Apart: v.length("apart_m"), Swings: v.yes("swings"), Strap: Hardware{Kind: SewnStrap, Working: v.force("strap_n")}, Plate: Hardware{Kind: MetalLink, Working: v.force("plate_n")}, Body: s.body(v),
		}.Build()
	},
	Gives: func(Values, Situation) []capability.Supply {
		return []capability.Supply{{Kind: capability.LowBar, Quality: 1}, {Kind: capability.HangBar, Quality: 0.9, Caution: "they turn: harder than a bar"}}
	},
}
