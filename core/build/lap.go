package build

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
}

// Spot is where a screw goes in a lap, in m from the crossing: across the upper board, and along it, away
// from its end.
type Spot struct{ Across, Along float64 }

// What prebored screws below a quarter of an inch keep between them, in diameters: from an edge, from an
// end, along the grain, and from one row to the next (specification; NDS 2018 commentary, from memory).
const fromEdge, fromEnd, alongGrain, apartRows = 2.5, 10.0, 10.0, 3.0

// spotGrid is how close together places for screws are looked at, in m.
const spotGrid = 0.004

// onOther is a spot in the other board: along its grain and across it, from the crossing.
func (l Lap) onOther(p Spot) (along, across float64) {
	sin, cos := math.Sincos(l.Angle * math.Pi / 180)
	return p.Across*sin + p.Along*cos, p.Across*cos - p.Along*sin
}

// holds is whether a screw at a spot keeps its distances from the edges and ends of both boards.
func (l Lap) holds(p Spot) bool {
	const hair = 1e-9
	d := float64(joinThick)
	sin, cos := math.Sincos(l.Angle * math.Pi / 180)
	along, across := l.onOther(p)
	end := -float64(l.Out)
	if l.Flush {
		end += (p.Across*cos - float64(l.Other)/2) / sin
	}
	if math.Abs(p.Across) > float64(l.Wide)/2-fromEdge*d+hair || math.Abs(across) > float64(l.Other)/2-fromEdge*d+hair || p.Along < end+fromEnd*d-hair {
		return false
	}
	below, above := float64(l.Ends[0]), float64(l.Ends[1])
	return (below == 0 || along >= -below+fromEnd*d-hair) && (above == 0 || along <= above-fromEnd*d+hair)
}

// clear is whether two screws are far enough apart in both boards.
func (l Lap) clear(p, q Spot) bool {
	const hair = 1e-9
	d := float64(joinThick)
	apart := func(along, across float64) bool {
		return math.Abs(along) >= alongGrain*d-hair || math.Abs(across) >= apartRows*d-hair
	}
	a, b := l.onOther(p)
	c, e := l.onOther(q)
	return apart(p.Along-q.Along, p.Across-q.Across) && apart(a-c, b-e)
}

// Screws are places for screws of 5 mm in a lap, as many as are found, at most some: every one
// keeps its distances to edges, ends and the others. They are looked for on a grid, from both edges.
func (l Lap) Screws(most int) (best []Spot) {
	reach := math.Hypot(float64(l.Wide), float64(l.Other)) / math.Max(0.1, math.Sin(l.Angle*math.Pi/180))
	half := math.Floor((float64(l.Wide)/2-fromEdge*float64(joinThick))/spotGrid) * spotGrid
	for _, side := range []float64{1, -1} {
		for _, step := range []float64{spotGrid, 2 * half / 3, half, 2 * half} {
			var got []Spot
			for y := -reach; y <= reach && len(got) < most; y += spotGrid {
				for x := -half; x <= half+1e-9 && len(got) < most; x += step {
					p := Spot{side * x, y}
					if !l.holds(p) {
						continue
					}
					free := true
					for _, q := range got {
						free = free && l.clear(p, q)
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
func (l Lap) figure(name, link string) Figure {
	sin, cos := math.Sincos(l.Angle * math.Pi / 180)
	half, other, reach := float64(l.Wide)/2, float64(l.Other)/2, 0.12
	f := Figure{Name: name, Marks: []Mark{line(OfWood, -half, -reach, 0, 2*reach, ""), line(OfWood, half, reach, 0, -2*reach, link)}}
	if !l.Flush {
		f.Marks = []Mark{rect(OfWood, -half, -float64(l.Out), 2*half, reach+float64(l.Out), link)}
	}
	for _, side := range []float64{-other, other} { // its edges
		x, y := side*cos, -side*sin
		f.Marks = append(f.Marks, line(OfWood, x-reach*sin, y-reach*cos, 2*reach*sin, 2*reach*cos, ""))
	}
	f.Marks = append(f.Marks, round(OfLoad, 0, 0, 0.002, ""), across(-half, reach+0.02, 2*half))
	for i, p := range l.Screws(screwsOfLap) {
		const beside = 0.009
		f.Marks = append(f.Marks, round(OfSteel, p.Across, p.Along, 0.006, ""), round(OfSteel, p.Across+beside, p.Along, 0, "").saying(fmt.Sprint(i+1)))
	}
	return f
}

// told is where the screws of a lap go, in words.
func (l Lap) told(name string) Step {
	var at []string
	for i, p := range l.Screws(screwsOfLap) {
		way := "up"
		if p.Along < 0 {
			way = "down"
		}
		at = append(at, fmt.Sprintf("%d at %.0f mm and %.0f mm %s", i+1, (p.Across+float64(l.Wide)/2)*1000, math.Abs(p.Along)*1000, way))
	}
	return Step{fmt.Sprintf("Screws of the %s, from its left edge and along it from where the middle lines cross, seen with its end below: %s. One that leans the other way is its mirror image.", name, strings.Join(at, "; ")), false}
}
