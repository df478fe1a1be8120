package builds

import (
	"fmt"
	"math"
	"strings"

	"scrappyrack/core/quantity"
)

// Lap is where a board lies on another, its middle line crossing the other's at an angle between their
// grains, in degrees: how wide both are, in m. It ends Out beyond the crossing, sawn square; or, Flush, it
// is sawn along the far edge of the other and stands out beyond that by Out. Ends are how far from the
// crossing the other board ends, below and above; 0 for far away.
type Lap struct {
	Wide, Other quantity.Length
	Angle       float64
	Out         quantity.Length
	Flush       bool
	Ends        [2]quantity.Length
	Most        int // screws at the most; 0 for usualScrews
}

// usualScrews are the most in a lap where nothing asks for more, mostScrews where something does.
const usualScrews, mostScrews = 6, 9

// spots are where its screws go.
func (l Lap) spots() []Spot { return l.Screws(max(l.Most, usualScrews)) }

// enough is a lap with as many screws as it takes, or finds room for.
func (l Lap) enough(holds func([]Spot) bool) Lap {
	for l.Most = usualScrews; l.Most < mostScrews; l.Most++ {
		if at := l.spots(); len(at) < l.Most || holds(at) {
			break
		}
	}
	return l
}

// Spot is where a screw goes in a lap, in m from the crossing: across the upper board, and along it, away
// from its end.
type Spot struct{ Across, Along float64 }

// What prebored screws below a quarter of an inch keep between them, in diameters: from an edge, from an
// end, along the grain, and from one row to the next (specification; NDS 2018 commentary, from memory).
const fromEdge, fromEnd, alongGrain, apartRows = 2.5, 10.0, 10.0, 3.0

// spotGrid is how close together places for screws are looked at, in m.
const spotGrid = 0.004

// turned is a lap with the sine and cosine of its angle.
type turned struct {
	Lap
	sin, cos float64
}

// onOther is a spot in the other board: along its grain and across it, from the crossing.
func (l turned) onOther(p Spot) (along, across float64) {
	return p.Across*l.sin + p.Along*l.cos, p.Across*l.cos - p.Along*l.sin
}

// hair is what a distance may miss by, in m, since it is a sum of others.
const hair = 1e-9

// holds is whether a screw at a spot keeps its distances from the edges and ends of both boards.
func (l turned) holds(p Spot) bool {
	const d = float64(joinThick)
	along, across := l.onOther(p)
	if math.Abs(across) > float64(l.Other)/2-fromEdge*d+hair || math.Abs(p.Across) > float64(l.Wide)/2-fromEdge*d+hair {
		return false
	}
	end := -float64(l.Out)
	if l.Flush {
		end += (p.Across*l.cos - float64(l.Other)/2) / l.sin
	}
	below, above := float64(l.Ends[0]), float64(l.Ends[1])
	return p.Along >= end+fromEnd*d-hair && (below == 0 || along >= -below+fromEnd*d-hair) &&
		(above == 0 || along <= above-fromEnd*d+hair)
}

// clear is whether two screws are far enough apart in both boards.
func (l turned) clear(p, q Spot) bool {
	const d = float64(joinThick)
	along, across := l.onOther(Spot{p.Across - q.Across, p.Along - q.Along})
	apart := func(along, across float64) bool {
		return math.Abs(along) >= alongGrain*d-hair || math.Abs(across) >= apartRows*d-hair
	}
	return apart(p.Along-q.Along, p.Across-q.Across) && apart(along, across)
}

// Screws are places for screws of 5 mm in a lap, as many as are found, at most some: every one
// keeps its distances to edges, ends and the others. They are looked for on a grid, from both edges.
func (l Lap) Screws(most int) (best []Spot) {
	sin, cos := math.Sincos(l.Angle * math.Pi / 180)
	on := turned{l, sin, cos}
	half := math.Floor((float64(l.Wide)/2-fromEdge*float64(joinThick))/spotGrid) * spotGrid
	if sin < 0.1 || half <= 0 {
		return nil
	}
	// Along, no further than the other board's edges let: x cos − y sin within its half.
	reach := math.Ceil((half*math.Abs(cos)+float64(l.Other)/2)/sin/spotGrid) * spotGrid
	for _, side := range []float64{1, -1} {
		for _, step := range []float64{spotGrid, 2 * half / 3, half, 2 * half} {
			var got []Spot
			for y := -reach; y <= reach && len(got) < most; y += spotGrid {
				for x := -half; x <= half+hair && len(got) < most; x += step {
					p := Spot{side * x, y}
					free := on.holds(p)
					for i := 0; free && i < len(got); i++ {
						free = on.clear(p, got[i])
					}
					if free {
						got = append(got, p)
					}
				}
			}
			if len(got) > len(best) {
				best = got
			}
			if len(best) == most {
				return best
			}
		}
	}
	return best
}

// figure draws a lap: the upper board upright, its end below, the other across it, and where its screws go,
// with their numbers.
func (l Lap) figure(name string, link Text) Figure {
	sin, cos := math.Sincos(l.Angle * math.Pi / 180)
	half, other, reach := float64(l.Wide)/2, float64(l.Other)/2, 0.13
	f := Figure{Name: name, Strokes: []Stroke{line(OfWood, -half, -reach, 0, 2*reach, ""),
		line(OfWood, half, reach, 0, -2*reach, link)}}
	if !l.Flush {
		f.Strokes = []Stroke{rect(OfWood, -half, -float64(l.Out), 2*half, reach+float64(l.Out), link)}
	}
	for _, side := range []float64{-other, other} { // its edges
		x, y := side*cos, -side*sin
		f.Strokes = append(f.Strokes, line(OfWood, x-reach*sin, y-reach*cos, 2*reach*sin, 2*reach*cos, ""))
	}
	f.Strokes = append(f.Strokes, round(OfLoad, 0, 0, 0.002, ""), across(-half, reach+0.02, 2*half))
	for i, p := range l.spots() {
		const beside = 0.009
		f.Strokes = append(f.Strokes, round(OfSteel, p.Across, p.Along, 0.006, ""),
			round(OfSteel, p.Across+beside, p.Along, 0, "").saying(Text(fmt.Sprint(i+1))))
	}
	return f
}

// told is where the screws of a lap go, in words.
func (l Lap) told(name string) Step {
	var at []string
	for i, p := range l.spots() {
		way := "up"
		if p.Along < 0 {
			way = "down"
		}
		at = append(at, fmt.Sprintf("%d at %s and %s %s", i+1, mm((p.Across+float64(l.Wide)/2)), mm(math.Abs(p.Along)), way))
	}
	return Step{tell("Screws of the %s, from its left edge and along it from where the middle lines cross, seen with its end "+
		"below: %s. One that leans the other way is its mirror image.", name, strings.Join(at, "; ")), false}
}
