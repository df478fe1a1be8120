package client

import (
	"scrappyrack/core/capability"
	"scrappyrack/core/space"
)

// House values of what a household's own things are worth next to what is made for the
// purpose, and the heights between which an edge is one to lean on, in m.
const (
	broomStick = 0.8
	fixedEdge  = 0.9
	gardenWall = 0.9
	fixedSeat  = 0.85

	edgeLow, edgeHigh   = 0.75, 1.10
	edgeDeep            = 0.30
	ledgeLow, ledgeHigh = 0.35, 0.60
)

// sliders are what slips on a floor that every household has, by its surface (common
// practice): towels on wood and laminate, socks on tile, paper plates on carpet. On the
// others nothing does.
var sliders = map[space.Surface]capability.Supply{
	space.Wood:     {Kind: capability.Slide, Quality: 0.8, Caution: "a folded towel: slides both ways, stops on a wet spot"},
	space.Laminate: {Kind: capability.Slide, Quality: 0.8, Caution: "a folded towel: slides both ways, stops on a wet spot"},
	space.Tile:     {Kind: capability.Slide, Quality: 0.65, Caution: "thick socks or a damp towel: the joints catch"},
	space.Carpet:   {Kind: capability.Slide, Quality: 0.7, Caution: "paper plates, a new pair each week: they wear through"},
}

// household are what the rooms and the things of any household let one do.
func (c Client) household() []capability.Supply {
	var out []capability.Supply
	rooms := c.Trained()
	for _, r := range rooms {
		if s, ok := sliders[r.Surface]; ok {
			out = append(out, s)
		}
		counters := 0
		for _, t := range r.Things {
			all := edges(r, t)
			out = append(out, all...)
			if len(all) > 0 && all[0].Kind == capability.Counter {
				counters++
			}
		}
		if counters > 1 {
			out = append(out, capability.Supply{Kind: capability.DipEdge, Quality: fixedEdge,
				Caution: "both edges pushed at first; the feet reach the floor"})
		}
	}
	return append(out, capability.Supply{Kind: capability.Stick, Quality: broomStick,
		Caution: "a broomstick guides the hands; it carries nobody"})
}

// edges are what a thing that stands in a room lets one lean, sit or step on.
func edges(r space.Room, t space.Thing) []capability.Supply {
	h := float64(t.Height)
	var out []capability.Supply
	// Shallow things that are built in are radiators; one that nobody has pushed at is not leaned on.
	firm := t.Kind == space.BuiltIn && t.Rock == space.Passed && min(t.Width, t.Depth) >= edgeDeep
	if firm && !r.Outdoor && h >= edgeLow && h <= edgeHigh {
		out = append(out, capability.Supply{Kind: capability.Counter, Quality: fixedEdge,
			Caution: t.Name + ": push at its edge first; nothing moves"})
	}
	if firm && r.Outdoor && h >= ledgeLow && h <= ledgeHigh {
		out = append(out, capability.Supply{Kind: capability.Ledge, Quality: gardenWall,
			Caution: t.Name + ": push at it first; nothing moves"})
	}
	if t.Steps() {
		out = append(out,
			capability.Supply{Kind: capability.Step, At: capability.Span{From: h, To: h}, Quality: furnitureStep,
				Caution: t.Name + ": against a wall, the whole foot on it"},
			capability.Supply{Kind: capability.Seat, Quality: fixedSeat, Caution: t.Name + ": against a wall"})
	}
	return out
}
