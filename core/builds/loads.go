package builds

import (
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// poured are the fillings that are poured.
func poured() (out []Word) {
	for _, f := range material.Fillings() {
		if f.Loose {
			out = append(out, Word{f.Key, Text(f.Name)})
		}
	}
	return out
}

// filling is one by its key: its density and its ±, in kg/L.
func filling(key string) (material.Filling, float64, float64) {
	f, err := material.FillingByKey(key)
	if err != nil {
		return f, 1, 0.1
	}
	return f, float64(f.Typical), 2 * float64(f.U1())
}

// made is a load that is made once and stays as it is.
func made(kind, id, name string, f material.Filling, mass quantity.Mass, holds quantity.Mass) []load.Container {
	k, err := load.KindByKey(kind)
	if err != nil {
		return nil
	}
	c := k.Usual(id, f)
	c.Name, c.Sold, c.Adjustable, c.Closure = name, mass, false, load.Sealed
	c.Vessel.Rating = holds
	return []load.Container{c}
}

func sandbagOf(v Values) Sandbag {
	_, density, _ := filling(v.Word["filling"])
	m := quantity.Estimate{Value: v.mass("mass_kg"), U1: v.mass("mass_kg") * 0.01}
	return Sandbag{Mass: m, Bags: int(v.Num["bags"]), Density: density, Outer: v.Num["outer_l"],
		Handle: Hardware{Kind: SewnStrap, Working: v.force("handle_n")}}
}

func sandbagChanges(v Values, _ Situation) []change {
	bags := math.Max(v.Num["bags"], math.Ceil(v.Num["mass_kg"]/innerBag))
	outer := math.Max(v.Num["outer_l"], math.Ceil(v.Num["mass_kg"]/sandbagOf(v).Density/outerFull))
	out := together(sized(tell("%.0f inner bags", bags), "bags", bags),
		sized(tell("an outer bag of %s", litre(outer)), "outer_l", outer))
	for _, kg := range []float64{80, 60, 40} {
		if kg < v.Num["mass_kg"] { // more than its stitches bear
			out = append(out, sized(tell("%s of filling in %.0f inner bags", kilo(kg), math.Ceil(kg/innerBag)), "mass_kg", kg,
				"bags", math.Ceil(kg/innerBag)))
		}
	}
	return out
}

var sandbagDesign = known(110, Design{
	Changes: sandbagChanges,
	Instead: always("a pack of books, or two jugs"),
	Key:     "sandbag", Name: "Sandbag", Does: "one heavy load to hug, shoulder and drag", On: Nowhere,
	Asks: asked(
		Ask{Key: "mass_kg", Label: "Filling", Kind: quantity.KindMass, Low: 2, High: 120},
		Ask{Key: "filling", Label: "Of", Words: poured()},
		Ask{Key: "bags", Label: "Inner bags", Kind: quantity.KindCount, Low: 1, High: 20},
		Ask{Key: "outer_l", Label: "Outer bag holds", Kind: quantity.KindVolume, Low: 2, High: 200},
		marked("handle_n", "Each handle's webbing is marked with"),
	),
	Starts: func(Situation) Values {
		return Values{Num: map[string]float64{"mass_kg": 20, "bags": 2, "outer_l": 18, "handle_n": 0},
			Word: map[string]string{"filling": "dry-sand"}}
	},
	Build: func(v Values, _ Situation) (Built, error) { return sandbagOf(v).Build() },
	Makes: func(v Values) []load.Container {
		f, _, _ := filling(v.Word["filling"])
		return made("sack", "sandbag", "sandbag", f, v.mass("mass_kg"), v.mass("mass_kg")*1.05)
	},
	Draw: drawSandbag,
})

func jugsOf(v Values) JugSet {
	f, density, u := filling(v.Word["filling"])
	return JugSet{Count: int(v.Num["count"]), Volume: v.Num["volume_l"], Tare: v.mass("tare_kg"), Density: density, DensityU: u,
		Strapped: v.yes("strapped"), Wet: f.Wet, Frost: v.yes("frost")}
}

var jugsDesign = known(130, Design{
	Changes: func(v Values, _ Situation) []change {
		out := []change{sized("a strap under the base of each", "strapped", "yes")}
		if j := jugsOf(v); j.Density > 0 { // as large as a jug may be that an ear, or a strap, bears
			for _, c := range []struct {
				most     float64
				strapped string
			}{{bailMark, "no"}, {2 * bailMark, "yes"}} {
				litres := math.Floor((c.most*0.95-v.Num["tare_kg"])/(j.Density+j.DensityU)*10) / 10
				if litres >= 0.5 && litres < v.Num["volume_l"] {
					out = append(out, sized(tell("jugs of %s", litre(litres, 1)), "volume_l", litres, "strapped", c.strapped))
				}
			}
		}
		return out
	},
	Instead: always("the same jugs, filled less"),
	Key:     "jugs", Name: "Jugs filled to lines", Does: "pairs of light loads", On: Nowhere,
	Asks: asked(
		Ask{Key: "count", Label: "Jugs", Kind: quantity.KindCount, Low: 1, High: 24},
		Ask{Key: "volume_l", Label: "Each holds", Kind: quantity.KindVolume, Low: 0.5, High: 30},
		Ask{Key: "tare_kg", Label: "Each weighs, empty", Kind: quantity.KindFine, Low: 0, High: 5},
		Ask{Key: "filling", Label: "Filled with", Words: poured()}, yesNo("strapped", "A strap under the base of each", ""),
		yesNo("frost", "May freeze", ""),
	),
	Starts: func(s Situation) Values {
		v := Values{Num: map[string]float64{"count": 2, "volume_l": 3.785, "tare_kg": 0.06},
			Word: map[string]string{"filling": "fresh-water", "strapped": "no", "frost": "no"}}
		return v
	},
	Build: func(v Values, _ Situation) (Built, error) { return jugsOf(v).Build() },
	Makes: func(v Values) (out []load.Container) {
		f, _, _ := filling(v.Word["filling"])
		for i := range int(v.Num["count"]) {
			out = append(out, made("jug", fmt.Sprintf("made-jug-%d", i+1), "jug", f, jugsOf(v).Full().Value, bailMark)...)
		}
		return out
	},
	Draw: drawJugs,
})

// pipes are pipes of every size that is listed, the thinnest first.
func pipes() (out []change) {
	for _, size := range pipesUp {
		out = append(out, sized(pipeName(size)+" pipe", "pipe", size))
	}
	return out
}

var farmerDesign = known(140, Design{
	Changes: func(v Values, _ Situation) []change {
		out := pipes()
		for _, arm := range []float64{0.5, 0.4, 0.3} {
			if arm < v.Num["arm_m"] {
				near := sized(tell("loads %s beside the hand", cm(arm)), "arm_m", arm)
				out = append(out, near, near.and(sized("2 in pipe", "pipe", "2")))
			}
		}
		if v.yes("bail") && v.Num["mass_kg"] > 2*bailMark {
			straps := sized("straps under the loads, marked", "bail", "no")
			out = append([]change{straps, straps.and(sized("2 in pipe", "pipe", "2")),
				sized("at most {15 kg} at each end", "mass_kg", 2*bailMark)}, out...)
		}
		return out
	},
	Instead: always("two loads in straps, held close to the body"),
	Key:     "farmer", Name: "Farmer handles", Does: "a pair of handles to walk with", On: Nowhere,
	Asks: func(v Values, _ Situation) []Ask {
		asks := []Ask{
			{Key: "pipe", Label: "Pipe, schedule 40", Words: pipeWords}, metres("arm_m", "Load beside the hand", 0.05, 1),
			{Key: "mass_kg", Label: "One handle carries", Kind: quantity.KindMass, Low: 1, High: 300},
			yesNoOf("bail", "Loads hang by their own bails", "No: in straps under their bases",
				"A bail without a mark holds {15 kg}."),
		}
		if !v.yes("bail") {
			asks = append(asks, marked("strap_n", "Each strap is marked with"))
		}
		return asks
	},
	Starts: func(s Situation) Values {
		return Values{Num: map[string]float64{"arm_m": 0.5, "mass_kg": max(20, math.Round(float64(s.Body.Value)/2)),
			"strap_n": 0}, Word: map[string]string{"pipe": "1-1/4", "bail": "no"}}
	},
	Build: func(v Values, _ Situation) (Built, error) {
		return FarmerHandle{Pipe: v.Word["pipe"], Arm: v.length("arm_m"), Mass: quantity.Estimate{Value: v.mass("mass_kg")},
			ByBail: v.yes("bail"), Strap: Hardware{Kind: SewnStrap, Working: v.force("strap_n")}}.Build()
	},
	Draw: drawFarmer,
})

var sledDesign = known(160, Design{
	Changes: func(v Values, s Situation) []change {
		low := sized(tell("the load tied below %s", cm(v.Num["wide_m"]/2)), "load_high_m",
			math.Min(v.Num["load_high_m"], v.Num["wide_m"]/2))
		lane := sized("along a lane of {6.5 m} or more, outdoors or in a hall", "lane_m",
			math.Max(v.Num["lane_m"], leastLane+stopping))
		lane.world = true
		out := together(low, lane)
		if all := math.Floor(float64(s.All) + sledMass); all >= 2 && all < v.Num["mass_kg"] {
			less := sized(tell("%s on it, which is what there is", kilo(all)), "mass_kg", all)
			out = append([]change{less}, append(out, less.and(low), less.and(lane), less.and(low).and(lane))...)
		}
		return out
	},
	Instead: always("a towel under a load on a smooth floor, pushed"),
	Key:     "sled", Name: "Sled", Does: "dragging and pushing, easy on the joints", On: OnFloor,
	Asks: asked(
		Ask{Key: "mass_kg", Label: "Sled and load", Kind: quantity.KindMass, Low: 2, High: 300},
		Ask{Key: "mu", Label: "Friction, measured loaded", Kind: quantity.KindRatio, Low: 0.05, High: 1.5,
			Help: "Pull it with the hanging scale on this floor: pull over weight, three times."},
		Ask{Key: "mu_u", Label: "its ±", Kind: quantity.KindRatio, Low: 0, High: 0.5},
		Ask{Key: "angle_deg", Label: "Strap rises by, degrees", Kind: quantity.KindRatio, Low: 0, High: 60},
		metres("wide_m", "Base, wide", 0.2, 1.2), metres("load_high_m", "Middle of the load above the floor", 0, 1),
		metres("lane_m", "Lane", 0, 200), marked("strap_n", "Strap and harness, each marked with"),
	),
	Starts: func(s Situation) Values {
		mass := float64(s.All) + sledMass // what there is to load it with
		return Values{Num: map[string]float64{"mass_kg": math.Floor(math.Max(10, math.Min(40, mass))), "mu": 0.5, "mu_u": 0.1,
			"angle_deg": 20, "wide_m": 0.45, "load_high_m": 0.2, "lane_m": math.Min(200, float64(s.Lane)), "strap_n": 0}}
	},
	Loads: func(v Values) []load.Rung {
		return []load.Rung{{Hold: load.Dragged, Low: v.mass("mass_kg"), High: v.mass("mass_kg"), U: v.mass("mass_kg") * 0.05,
			Label: "sled", Conditions: load.Conditions{Household: true}}}
	},
	Build: func(v Values, s Situation) (Built, error) {
		out, err := DragSled{
			Mass: quantity.Estimate{Value: v.mass("mass_kg")}, Mu: v.Num["mu"], MuU: v.Num["mu_u"], Angle: v.Num["angle_deg"],
			Wide: v.length("wide_m"), LoadHigh: v.length("load_high_m"), Lane: v.length("lane_m"),
			Strap: Hardware{Kind: SewnStrap, Working: v.force("strap_n")},
		}.Build()
		out.Checks = append(out.Checks, Check{Link: "what loads it", Fits: true, Demand: v.Num["mass_kg"],
			Capacity: float64(s.All) + sledMass, Unit: "kg", Formula: "all loads of the house, and {5 kg} of sled",
			Source: "stock"})
		return out, err
	},
	Draw: drawSled,
})

// sledMass is what a sled weighs by itself, in kg (house value).
const sledMass = 5.0

// bracketFoot is how far above its end a bracket's lower screw is, in m.
const bracketFoot quantity.Length = 0.02

func shelfOf(v Values) Shelf {
	return Shelf{
		Span: v.length("span_m"), Over: v.length("over_m"), Deep: v.length("deep_m"), High: v.length("high_m"),
		PerMetre: quantity.Estimate{Value: v.mass("per_metre_kg")}, One: v.mass("one_kg"),
		Bracket: v.force("bracket_n"), Panel: v.Word["panel"], Thickness: v.length("thickness_m"),
	}
}

var shelfDesign = known(180, Design{
	Changes: func(v Values, s Situation) []change {
		low := sized("at most {1.4 m} high", "high_m", math.Min(v.Num["high_m"], 1.4))
		thick := sized("a panel of {24 mm}", "thickness_m", math.Max(v.Num["thickness_m"], 0.024))
		base, _ := s.wallOf(v)
		near := sized("brackets {0.4 m} apart", "span_m", math.Min(v.Num["span_m"], 0.4), "over_m", math.Min(v.Num["over_m"], 0.1))
		if base.Kind == WoodStuds { // a bracket stands on a stud
			near = sized("a bracket on each stud", "span_m", base.Spacing, "over_m", math.Min(v.Num["over_m"], 0.1))
		}
		short := sized("{10 cm} beyond its brackets", "over_m", math.Min(v.Num["over_m"], math.Min(0.1, v.Num["span_m"]/3)))
		light := sized("nothing over {20 kg} on it", "one_kg", math.Min(v.Num["one_kg"], 20))
		out := append(together(near, thick, low, short, light), near.and(thick).and(low), near.and(thick).and(light),
			near.and(thick).and(light).and(low))
		return wallChanges(out...)
	},
	Instead: always("loads on the floor, against a wall"),
	Wide:    func(v Values, _ Situation) quantity.Length { return v.length("span_m") + 2*v.length("over_m") },
	Studs: func(v Values, _ Situation) []quantity.Length {
		return []quantity.Length{-v.length("span_m") / 2, v.length("span_m") / 2}
	},
	Key: "shelf", Name: "Shelf for loads", Does: "jugs and bells off the floor", On: OnWall,
	Asks: func(v Values, s Situation) []Ask {
		return append([]Ask{
			{Key: "per_metre_kg", Label: "Stands on a metre of it", Kind: quantity.KindMass, Low: 1, High: 300},
			{Key: "one_kg", Label: "Heaviest single thing", Kind: quantity.KindMass, Low: 0, High: 300},
			metres("span_m", "Between its brackets", 0.2, 1.5), metres("over_m", "Beyond each bracket", 0, 0.5),
			metres("deep_m", "Deep", 0.1, 0.6), metres("high_m", "Top above the floor", 0.05, 2.2),
			{Key: "panel", Label: "Panel", Words: panelWords}, metres("thickness_m", "Thickness", 0.012, 0.04),
			marked("bracket_n", "Each bracket is marked with"),
		}, wallAsks(v, s)...)
	},
	Starts: func(s Situation) Values {
		span := 0.6
		if base, _ := s.wallOf(Values{}); base.Kind == WoodStuds {
			span = float64(base.Spacing) // a bracket stands on a stud
		}
		return wallFit(s, Values{Num: map[string]float64{"per_metre_kg": 60,
			"one_kg": max(5, min(300, math.Ceil(float64(s.Heaviest)))), "span_m": span, "over_m": 0.1, "deep_m": 0.3,
			"high_m": 0.9, "thickness_m": 0.018, "bracket_n": 0}, Word: map[string]string{"panel": "softwood-plywood"}})
	},
	Build: func(v Values, s Situation) (Built, error) {
		shelf := shelfOf(v)
		out, err := shelf.Build()
		if err != nil {
			return out, err
		}
		more, err := s.carries(v, shelf.onBracket(), v.length("deep_m")*shelfLever, boardThick, v.length("high_m"), bracketFoot,
			v.length("deep_m")*2/3)
		out.Parts, out.Checks = append(out.Parts, s.screws(v, 4)), append(out.Checks, more...)
		base, _ := s.wallOf(v)
		out.Steps = append(base.found("both studs"),
			Step{tell("Fix both brackets to the wall, level, %s apart, their tops %s above the floor, two fixings each: one %s "+
				"above its lower end and one %s above that end.", mm(v.Num["span_m"]),
				cm((v.Num["high_m"] - v.Num["thickness_m"])), mm(bracketFoot), mm(v.Num["deep_m"]*2/3)), false},
			Step{"Cut the shelf, its face grain from bracket to bracket. Screw the lip on its front edge, standing {10 mm} above " +
				"it, a {4 × 35 mm|no. 8 × 1½ in} screw every {15 cm}, prebored.", false},
			Step{"Lay the shelf on the brackets, as far beyond both; three {4 × 16 mm|no. 8 × 5/8 in} screws from below through " +
				"each bracket.", false},
			Step{"Load it from the lowest up, the heaviest lowest; nothing moves.", true})
		out.Bottom, out.Top = max(0, v.length("high_m")-v.length("deep_m")*2/3), v.length("high_m")+0.3
		return out, err
	},
	Draw: drawShelf,
})

// screws are what a board or bracket is held with.
func (s Situation) screws(v Values, n int) Part {
	base, _ := s.wallOf(v)
	lag := lags[v.Word["screw"]]
	w := WallBoard{Base: base, Diameter: lag[0], Length: lag[1]}
	return Part{Name: w.fixing(), Stock: w.screw(), Count: n}
}

// carries is what a load in N that stands e off the wall asks of it: of two screws in one stud, through
// wood that is thick, at heights above the lower edge of what they hold, or of the maker's anchors; High
// is where on the wall that is, in m.
func (s Situation) carries(v Values, load float64, e, thick, high quantity.Length, heights ...quantity.Length) ([]Check, error) {
	base, owner := s.wallOf(v)
	out := []Check{owned(owner, noScrew), base.surveyed(ForBands)}
	pulls := Offset(load, e, heights)
	pull := slices.Max(pulls)
	wall := Check{Link: "fixings in the wall", Capacity: 1, Formula: "what the wall is built of", Source: "house rule"}
	switch base.Kind {
	case WoodStuds:
		lag := lags[v.Word["screw"]]
		gap := base.Lining
		if v.yes("cut") {
			gap = 0
		}
		inside := min(lag[2], lag[1]-thick-gap, base.H) - 2*lag[0]
		wall.Formula, wall.Source = "W e y over the sum of y², with W/2 across, the hardest screw",
			"NDS 2018 chapter 12, general dowel equations with the lining as a gap"
		if inside <= 0 {
			wall.Refused = "the screws do not reach into the stud"
			break
		}
		f := Fixing{Kind: LagScrew, Diameter: lag[0], Penetration: inside, Gravity: Gravities[""], Wet: base.Wet}
		hold, err := f.Withdrawal()
		if err != nil {
			return nil, err
		}
		along, _, err := f.Sideways(Lateral{Side: thick, Gap: gap, SideGravity: Gravities[""], SideAngle: 90})
		if err != nil {
			return nil, err
		}
		wall.Demand = f.Both(pull, load/float64(len(heights)), math.Min(hold.Thread, hold.Steel), along)
	case MasonryWall:
		pull = 0
		for _, p := range pulls {
			pull += p
		}
		wall.Formula, wall.Source = "N/N_a + V/V_a", "the anchor's maker, for this base"
		wall.Demand = pull/float64(base.AnchorOff) + load/float64(base.AnchorAlong)
		if base.AnchorOff <= 0 || base.AnchorAlong <= 0 {
			wall.Demand, wall.Refused = 0, "type the working loads that the plug's maker gives for this base: nothing is "+
				"guessed here"
		}
		at := min(high, base.High-0.05)
		out = append(append(out, base.units(ForBands), base.lining(false)), base.leaf(pull, at, at)...)
	default:
		wall.Refused = "metal studs, lath, board alone, or a wall that nobody has looked into hold nothing here"
	}
	return append(out, wall), nil
}
