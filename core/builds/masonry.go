package builds

import (
	"math"
	"slices"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Units are what a masonry wall is laid of, as somebody has seen it.
type Units string

// What a wall may be laid of; nothing holds in joints, a veneer or a lintel.
const (
	SolidUnits   Units = "solid"    // seen, and named in the listing of the anchor's maker
	ConcreteWall Units = "concrete" // 100 mm and more
	HollowUnits  Units = "hollow"   // hollow, perforated, aerated or light, by a listing of their own
	StoneUnits   Units = "stone"    // its bond unknown
	ChimneyUnits Units = "chimney"  // a breast, clear of the flue
	VeneerUnits  Units = "veneer"   // only joints, a veneer or a lintel can be reached
	UnseenUnits  Units = "unknown"
)

var unitWords = words("solid", "Solid bricks or blocks, seen, and in the anchor maker's listing", "concrete",
	"Concrete, {100 mm} or more",
	"hollow", "Hollow, perforated, aerated or light blocks, in the maker's listing", "stone", "Stone", "chimney",
	"A chimney breast, clear of the flue",
	"veneer", "Only joints, a veneer or a lintel can be reached", "unknown", "Not seen")

// Lined is what lies before a masonry wall.
type Lined string

// What may lie there.
const (
	Bare      Lined = "bare"  // or plastered straight on
	CutOut    Lined = "cut"   // cut out, the board packed solid with wood
	LeftTight Lined = "tight" // 25 mm at the most, tight to the wall
	LeftThick Lined = "thick" // insulated, on battens, or nobody knows
)

var linedWords = words("bare", "Bare, or plastered straight on", "cut", "Lined: cut out, the board packed solid with wood",
	"tight", "Lined: left, {25 mm} at the most, tight", "thick", "On battens or insulation, or not known")

// House values of masonry. A leaf works over leafWide of its length; its joints bear leafTension in Pa
// (EC 6 3.6.4, from memory, rounded down). An anchor stays freeEdge from openings and free ends, and
// unheld from a top that nothing holds, in m. A lining of thickLining is insulated.
const (
	leafWide, leafTension = 1.5, 0.10e6
	freeEdge, unheld      = quantity.Length(0.200), quantity.Length(0.300)
	thickLining           = quantity.Length(0.040)
	tightLining           = quantity.Length(0.025)
	concreteLeaf          = quantity.Length(0.100)
)

// wallTakes is the link of what the survey says of a wall.
const wallTakes = "what the wall takes"

// surveyed is what the survey says that a wall takes, against what a design asks of it.
func (b Base) surveyed(use BoardUse) Check {
	c := Check{Link: wallTakes, Fits: true, Capacity: 1, Formula: "what it is built of, as surveyed", Source: "house rule"}
	switch {
	case b.Takes.What == space.TakesNothing || b.Takes.What == space.TakesBands && use == ForBody:
		c.Refused = Text(b.Takes.Why.In(quantity.Metric))
	case b.Kind == OtherWall:
		c.Refused = "metal studs, lath, board alone, or a wall that nobody has looked into hold no anchor here"
	}
	return c
}

// units is whether what a masonry wall is laid of takes what a design asks of it.
func (b Base) units(use BoardUse) Check {
	c := Check{Link: "bricks, blocks or stones", Fits: true, Capacity: 1,
		Formula: "a body into solid units or concrete alone, and into no joint", Source: "house rule"}
	switch b.Units {
	case SolidUnits, ConcreteWall:
	case HollowUnits, StoneUnits, ChimneyUnits:
		if use == ForBody {
			c.Refused = "bands only: hollow, perforated, aerated and light units, stone and chimney breasts bear no body"
		}
	case VeneerUnits:
		c.Refused = "joints, veneer and lintels hold no anchor"
	default:
		c.Refused = "nobody has seen what it is laid of: a small hole where nothing else will go"
	}
	return c
}

// lining is whether what lies before a masonry wall may stay; onLegs that legs take all that pulls down.
func (b Base) lining(onLegs bool) Check {
	c := Check{Link: "lining before the masonry", Fits: true, Capacity: 1,
		Formula: "bare, or cut out and packed solid; left only where legs carry", Source: "house rule"}
	switch {
	case b.Lined == LeftThick || b.Lined == "" || b.Lining >= thickLining:
		c.Refused = "an insulated lining, or one that nobody knows, holds nothing: another place, or what stands by itself"
	case b.Lined == LeftTight && (!onLegs || b.Lining > tightLining):
		c.Refused = "a lining stays only where it is tight, {25 mm} at the most, and legs carry all that pulls down: cut it out, " +
			"pack the board solid with wood"
	}
	return c
}

// leaf is a pull off a masonry wall at a height, on the leaf as a beam between its held edges: N in
// newtons, factored; top how high the highest anchor is.
// Source: statics; EC 6 3.6.4, from memory.
func (b Base) leaf(n float64, at, top quantity.Length) (out []Check) {
	if b.Units == ConcreteWall {
		return []Check{{Link: "concrete, how thick", Fits: true, Demand: float64(concreteLeaf), Capacity: float64(b.Leaf),
			Unit: "m", Formula: "{100 mm} at least", Source: "house rule"}}
	}
	x, l := float64(at), float64(b.High)
	moment, formula := n*x*(l-x)/l, Text("N x (L − x)/L over {1.5 m} of wall")
	if !b.TopHeld {
		moment, formula = n*x, "N x over {1.5 m} of wall, its top held by nothing"
		edge := Check{Link: "below a top that nothing holds", Fits: true, Demand: float64(unheld),
			Capacity: math.Max(0, l-float64(top)), Unit: "m", Formula: "{300 mm} at least", Source: "house rule"}
		out = append(out, edge)
	}
	leaf := float64(b.Leaf)
	return append(out, Check{Link: tell("leaf of the wall at %s", metre(x, 2)), Demand: moment / (leafWide * leaf * leaf / 6),
		Capacity: leafTension, Unit: "Pa", Formula: formula, Source: "statics; EC 6 3.6.4, from memory"})
}

// masonry asks of a masonry wall; it starts from what the survey says, else the weak end.
func (b *Base) masonry(f *form) {
	units := UnseenUnits
	if r := f.s.Room; r != nil && f.s.Wall >= 0 && f.s.Wall < len(r.Walls) {
		switch r.Walls[f.s.Wall].Kind {
		case space.ConcreteOf:
			units = ConcreteWall
		case space.HollowBlock:
			units = HollowUnits
		case space.Stone:
			units = StoneUnits
		}
	}
	word(f, &b.Units, units, Ask{Key: "units", Label: "Laid of", Words: unitWords, Help: "Bands hold in more than a body does."})
	number(f, &b.Leaf, 0.102, Ask{Key: "leaf_m", Label: "Its leaf, thick", Kind: quantity.KindLevel, Low: 0.05, High: 0.6,
		Help: "The leaf that the anchors are in: {10 cm} of a half-brick wall, {21.5 cm} of a whole one; of a cavity wall the " +
			"inner leaf alone."})
	f.yes(&b.TopHeld, false, yesNo("top_held", "Its top is held by a floor or a roof", "A wall that ends free bends over like a post."))
	word(f, &b.Lined, LeftThick, Ask{Key: "lined", Label: "Before it", Words: linedWords})
	number(f, &b.AnchorOff, 0, Ask{Key: "anchor_off_n", Label: "Anchor's working load off the wall", Kind: quantity.KindForce,
		Low: 0, High: 50000, Help: "As the anchor's maker gives it for this base; nothing is guessed here. One anchor a course, " +
			"never two in a brick or block."})
	number(f, &b.AnchorAlong, 0, Ask{Key: "anchor_along_n", Label: "Anchor's working load along it", Kind: quantity.KindForce,
		Low: 0, High: 50000})
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
