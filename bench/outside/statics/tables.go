// Package statics works builds out by other means than the core, to hold its verdicts against: rigid
// bodies, beams in elements, grillages and dowels in slices, from what is drawn and cut. It shares no
// formula with core/builds and has tables of its own. It is for tests alone.
package statics

import "math"

// Strengths in N and mm, typed from the sources and not read from the core: house values of the
// specification (timber, panels), ASTM A53 and AISC 360 (pipe), NDS 2018 (wet service, wall joints).
const (
	g            = 9.80665
	unknownTimb  = 3.9
	bearsAcross  = 2.5
	shearAlong   = 0.9
	steelAllowed = 205.0 / 1.67
	tenMinutes   = 1.6
	softwood     = 5.5
)

// rupture is the mean modulus of rupture of the weakest of a group, in MPa, and elastic its modulus.
var rupture = map[string]float64{"spruce-pine-fir": 59, "hem-fir": 61, "douglas-fir-larch": 82, "southern-pine": 88}
var elastic = map[string]float64{"spruce-pine-fir": 8900, "hem-fir": 10300, "douglas-fir-larch": 10300, "southern-pine": 12100,
	"": 7000}

// heldBy is the specific gravity by which fixings hold, by group.
var heldBy = map[string]float64{"spruce-pine-fir": 0.42, "hem-fir": 0.43, "douglas-fir-larch": 0.50, "southern-pine": 0.55,
	"": 0.36}

// bends is what timber of a group ("" for none known) may have in bending at a depth in mm, in MPa.
func bends(group string, deep float64, wet bool) float64 {
	of := unknownTimb
	if r, graded := rupture[group]; graded {
		of = r / 12
	}
	if deep > 89 {
		of *= math.Pow(89/deep, 0.35)
	}
	if wet {
		of *= 0.85
	}
	return of
}

func bears(wet bool) float64 {
	if wet {
		return bearsAcross * 0.67
	}
	return bearsAcross
}

// panels are what a sheet may have along and across its grain for ten minutes, in MPa, and how stiff it is.
var panels = map[string][4]float64{"softwood-plywood": {5.5, 2.7, 7000, 2500}, "birch-plywood": {10, 8, 9000, 7000},
	"osb": {4, 2, 3500, 1500}}

// pipes are outsides and walls of schedule 40, in mm.
var pipes = map[string][2]float64{"3/4": {26.67, 2.87}, "1": {33.40, 3.38}, "1-1/4": {42.16, 3.56}, "1-1/2": {48.26, 3.68},
	"2": {60.33, 3.91}}

// ring is a tube as it may be counted on: its outside and inside with an eighth off the wall.
func ring(size string) (outside, inside float64) {
	p := pipes[size]
	return p[0], p[0] - 2*0.875*p[1]
}

func ringElastic(o, i float64) float64 {
	return math.Pi / 32 * (math.Pow(o, 4) - math.Pow(i, 4)) / o
}
func ringInertia(o, i float64) float64 { return math.Pi / 64 * (math.Pow(o, 4) - math.Pow(i, 4)) }

// threads are section moduli at the root of a thread, in mm³ (specification).
var threads = map[string]float64{"3/4": 411, "1": 739, "1-1/4": 1419, "1-1/2": 2073, "2": 3841}

// lagSizes are diameter, length and thread of the lag screws, in mm.
var lagSizes = map[string][3]float64{"6.5x115": {6, 114.3, 68}, "8x125": {8, 125, 78}, "6.5x150": {6, 150, 90},
	"8x150": {8, 150, 94}}

// Link is a link of a build as it is worked out here: how far it is used.
type Link struct {
	Name string
	Use  float64
}

// Worst is the link that is used furthest.
func Worst(links []Link) (out Link) {
	for _, l := range links {
		if l.Use > out.Use || math.IsNaN(l.Use) {
			out = l
		}
	}
	return out
}
