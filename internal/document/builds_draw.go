package document

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"github.com/go-pdf/fpdf"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/workbench"
)

// Room around a figure on paper, in mm: for measures, and to its right for how far its links are used.
const measures, callouts, mostHigh = 16.0, 66.0, 84.0

// figure draws one view of a design as large as its room lets: its shapes, then its measures clear of each
// other, then beside it how far each link is used, with a line to the part that it is about.
func (b buildSheets) figure(f builds.Figure, checks []builds.Check) {
	x0, x1, y0, y1 := math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
	reach := func(x, y float64) {
		x0, x1, y0, y1 = math.Min(x0, x), math.Max(x1, x), math.Min(y0, y), math.Max(y1, y)
	}
	about := false
	for _, m := range f.Strokes {
		half := 0.0
		if m.Shape == builds.MarkRound {
			half = m.W / 2
		}
		reach(m.X-half, m.Y-half)
		reach(m.X+cmp.Or(half, m.W), m.Y+cmp.Or(half, m.H))
		for _, p := range m.Points {
			reach(p[0], p[1])
		}
		about = about || m.About(checks) >= 0
	}
	right := measures
	if about {
		right = callouts
	}
	k := math.Min((b.width-measures-right)/math.Max(0.01, x1-x0), mostHigh/math.Max(0.01, y1-y0)) // mm per m
	high := (y1 - y0) * k
	b.room(high + 22)
	b.Ln(2)
	b.SetFont("Barlow", "B", 10)
	b.colour(ink)
	b.CellFormat(0, 5, strings.ToUpper(f.Name[:1])+f.Name[1:]+scale(k), "", 1, "L", false, 0, "")
	top := b.GetY() + 5
	left := margin + measures
	at := func(x, y float64) (float64, float64) { return left + (x-x0)*k, top + (y1-y)*k }
	b.on(f, at, k, checks, left+(x1-x0)*k+measures)
	b.SetXY(margin, top+high+6)
	b.SetDrawColor(line[0], line[1], line[2])
}

// scale is a scale as it is written: rounded where it is a small one.
func scale(k float64) string { return fmt.Sprintf(", 1:%.0f", 1000/k) }

// on draws a figure by a map from its metres to the paper's millimetres; callouts stand from a place on, none
// where that is 0.
func (b buildSheets) on(f builds.Figure, at func(x, y float64) (float64, float64), k float64, checks []builds.Check,
	beside float64) {
	for _, m := range f.Strokes {
		if m.Shape != builds.MarkDim {
			b.shape(m, at, k, checks)
		}
	}
	if beside > 0 {
		b.uses(f, at, checks, beside)
	}
	var taken []box
	for _, m := range f.Strokes {
		if m.Shape != builds.MarkDim && m.Text != "" {
			taken = append(taken, b.label(m, at, k))
		}
	}
	for _, m := range f.Strokes {
		if m.Shape == builds.MarkDim {
			taken = append(taken, b.dim(m, at, taken))
		}
	}
}

// box is a part of the paper that is written on.
type box struct{ x, y, w, h float64 }

func (a box) meets(b box) bool {
	return a.x < b.x+b.w && b.x < a.x+a.w && a.y < b.y+b.h && b.y < a.y+a.h
}

// write writes a text on a white ground; x and y are its lower left corner.
func (b buildSheets) write(x, y float64, text string) box {
	w := b.GetStringWidth(text)
	at := box{x - 0.5, y - 2.9, w + 1, 3.8}
	b.SetFillColor(255, 255, 255)
	b.Rect(at.x, at.y, at.w, at.h, "F")
	b.Text(x, y, text)
	return at
}

// dim draws a measure, its words where they meet none that stand already.
func (b buildSheets) dim(m builds.Stroke, at func(x, y float64) (float64, float64), taken []box) box {
	x, y := at(m.X, m.Y)
	ex, ey := at(m.X+m.W, m.Y+m.H)
	b.SetDrawColor(soft[0], soft[1], soft[2])
	b.SetLineWidth(0.2)
	b.Line(x, y, ex, ey)
	b.SetFont("Barlow", "", 8)
	b.colour(ink)
	text := strings.TrimSpace(b.say(m.Text) + " " + m.Measure(b.units))
	w := b.GetStringWidth(text)
	var places [][2]float64
	if m.W != 0 {
		b.Line(x, y-1.2, x, y+1.2)
		b.Line(ex, y-1.2, ex, y+1.2)
		mid := (x + ex - w) / 2
		for _, up := range []float64{-1.3, 3.9, -5.2, 7.8, -9.1} {
			places = append(places, [2]float64{mid, y + up}, [2]float64{math.Max(x, ex) + 1.5, y + up + 2.3},
				[2]float64{math.Min(x, ex) - w - 1.5, y + up + 2.3})
		}
	} else {
		b.Line(x-1.2, y, x+1.2, y)
		b.Line(x-1.2, ey, x+1.2, ey)
		for _, down := range []float64{0, 4, -4, 8, -8, 12, -12} {
			places = append(places, [2]float64{x + 1.2, (y+ey)/2 + 1 + down}, [2]float64{x - 1.2 - w, (y+ey)/2 + 1 + down})
		}
	}
	for _, p := range places {
		here := box{p[0] - 0.5, p[1] - 2.9, w + 1, 3.8}
		if !slices.ContainsFunc(taken, here.meets) {
			return b.write(p[0], p[1], text)
		}
	}
	return b.write(places[0][0], places[0][1], text)
}

// label writes what a shape says.
func (b buildSheets) label(m builds.Stroke, at func(x, y float64) (float64, float64), k float64) box {
	x, y := at(m.X, m.Y)
	b.SetFont("Barlow", "", 8)
	b.colour(ink)
	along, up, below := m.W/2, m.H/2, 1.0
	if m.Shape == builds.MarkLine { // at its end
		along, up, below = m.W, m.H, 4
	}
	if m.Shape == builds.MarkRound {
		along, up = 0, 0
	}
	text := b.say(m.Text)
	return b.write(x+along*k-b.GetStringWidth(text)/2, y-up*k+below, text)
}

// shape draws what is wood, steel, strap, load or house; the house in dashes.
func (b buildSheets) shape(m builds.Stroke, at func(x, y float64) (float64, float64), k float64, checks []builds.Check) {
	x, y := at(m.X, m.Y)
	tone := ink
	if about := m.About(checks); about >= 0 && checks[about].Use() > 0.9 {
		tone = toneOf(checks[about])
	}
	b.SetDrawColor(tone[0], tone[1], tone[2])
	b.SetLineWidth(0.3)
	if m.Of == builds.OfBuilding {
		b.SetDrawColor(soft[0], soft[1], soft[2])
		b.SetLineWidth(0.2)
		b.SetDashPattern([]float64{1.4, 1}, 0)
	}
	switch m.Shape {
	case builds.MarkFace:
		var points []fpdf.PointType
		for _, p := range m.Points {
			px, py := at(p[0], p[1])
			points = append(points, fpdf.PointType{X: px, Y: py})
		}
		b.SetFillColor(255, 255, 255)
		b.SetLineWidth(0.2)
		b.Polygon(points, "DF")
	case builds.MarkRound:
		b.Circle(x, y, math.Max(0.6, m.W*k/2), "D")
	case builds.MarkLine:
		ex, ey := at(m.X+m.W, m.Y+m.H)
		if m.Of != builds.OfBuilding {
			b.SetLineWidth(0.7)
		}
		b.Line(x, y, ex, ey)
	default:
		b.Rect(x, y-m.H*k, math.Max(0.3, m.W*k), math.Max(0.3, m.H*k), "D")
	}
	b.SetDashPattern(nil, 0)
}

// uses stand beside a figure, one below the other: how far each link is used that it shows, its name, and a
// thin line to the part.
func (b buildSheets) uses(f builds.Figure, at func(x, y float64) (float64, float64), checks []builds.Check, beside float64) {
	type call struct {
		check int
		x, y  float64
	}
	var calls []call
	for _, m := range f.Strokes {
		about := m.About(checks)
		if about < 0 || slices.ContainsFunc(calls, func(c call) bool { return c.check == about }) {
			continue
		}
		x, y := at(m.X+m.W/2, m.Y+m.H/2)
		if m.Shape == builds.MarkRound {
			x, y = at(m.X, m.Y)
		}
		calls = append(calls, call{about, x, y})
	}
	slices.SortStableFunc(calls, func(a, b call) int { return cmp.Compare(a.y, b.y) })
	next := math.Inf(-1)
	for _, c := range calls {
		y := math.Max(c.y, next)
		next = y + 4.4
		tone := toneOf(checks[c.check])
		b.SetDrawColor(line[0], line[1], line[2])
		b.SetLineWidth(0.12)
		b.Line(c.x, c.y, beside-1, y)
		b.SetDrawColor(tone[0], tone[1], tone[2])
		b.SetFillColor(255, 255, 255)
		b.SetLineWidth(0.15)
		b.Rect(beside, y-1, 8, 2, "DF")
		b.SetFillColor(tone[0], tone[1], tone[2])
		b.Rect(beside, y-1, 8*math.Min(1, checks[c.check].Use()), 2, "F")
		b.SetFont("Barlow", "B", 8)
		b.SetTextColor(tone[0], tone[1], tone[2])
		b.Text(beside+9, y+1, used(checks[c.check]))
		b.SetFont("Barlow", "", 7.5)
		b.colour(soft)
		room := margin + b.width - beside - 17
		for i, part := range b.SplitText(b.say(checks[c.check].Link), room) {
			b.Text(beside+17, y+1+3.2*float64(i), part)
			next = math.Max(next, y+1.2+3.2*float64(i+1))
		}
	}
}

func toneOf(c builds.Check) [3]int {
	switch u := c.Use(); {
	case u > 1:
		return wrong
	case u > 0.9:
		return due
	}
	return covered
}

// person draws somebody of a stature in m who stands with the middle at x, arms down: shares of stature from
// common practice.
func (b buildSheets) person(at func(x, y float64) (float64, float64), k, x, stature float64) {
	h := stature
	b.SetDrawColor(soft[0], soft[1], soft[2])
	b.SetLineWidth(0.25)
	px, py := at(x, 0.93*h)
	b.Circle(px, py, 0.065*h*k, "D")
	path := func(points ...[2]float64) {
		for i := 0; i+1 < len(points); i++ {
			ax, ay := at(x+points[i][0]*h, points[i][1]*h)
			bx, by := at(x+points[i+1][0]*h, points[i+1][1]*h)
			b.Line(ax, ay, bx, by)
		}
	}
	for _, side := range []float64{-1, 1} {
		path([2]float64{0, 0.86}, [2]float64{side * 0.11, 0.82}, [2]float64{side * 0.14, 0.62}, [2]float64{side * 0.15, 0.45},
			[2]float64{side * 0.12, 0.45}, [2]float64{side * 0.10, 0.70}, [2]float64{side * 0.085, 0.50},
			[2]float64{side * 0.09, 0.28}, [2]float64{side * 0.08, 0.02}, [2]float64{side * 0.11, 0},
			[2]float64{side * 0.03, 0}, [2]float64{side * 0.03, 0.28}, [2]float64{0, 0.46})
	}
}

// onWall draws a build on its own wall, to scale: floor, ceiling, the studs that were found, doors and windows,
// and who it was worked out for beside it.
func (b buildSheets) onWall(x workbench.BuildOf) {
	r, s := x.At.Room, x.At
	if x.Worked.Design.On != builds.OnWall || r == nil || s.Wall < 0 || s.Wall >= len(r.Walls) {
		return
	}
	_, _, long := r.Wall(s.Wall)
	high := float64(r.Ceiling.Height)
	if high <= 0 {
		high = 2.4
	}
	k := math.Min((b.width-24)/float64(long), 74/high)
	b.room(high*k + 26)
	b.Ln(2)
	b.SetFont("Barlow", "B", 10)
	b.colour(ink)
	b.CellFormat(0, 5, fmt.Sprintf("On wall %s of %s%s", space.WallName(s.Wall), r.Name, scale(k)), "", 1, "L", false, 0, "")
	left, bottom := margin+12, b.GetY()+4+high*k
	at := func(x, y float64) (float64, float64) { return left + x*k, bottom - y*k }
	b.house(r, s.Wall, float64(long), high, at, k)
	shift := func(x, y float64) (float64, float64) { return at(x+float64(s.At), y) }
	for _, f := range x.Worked.Figures(s) {
		if f.Name != "front" {
			continue
		}
		for _, m := range f.Strokes {
			if m.Shape != builds.MarkDim && m.Of != builds.OfBuilding {
				b.shape(m, shift, k, x.Worked.Built.Checks)
			}
		}
	}
	if s.Stature > 0 {
		beside := float64(s.At) - 0.75
		if beside < 0.4 {
			beside = float64(s.At) + 0.75
		}
		b.person(at, k, beside, float64(s.Stature))
	}
	b.SetFont("Barlow", "", 8)
	px, _ := at(float64(s.At), 0)
	b.SetDrawColor(soft[0], soft[1], soft[2])
	b.SetLineWidth(0.2)
	b.Line(left, bottom+4, px, bottom+4)
	b.Line(left, bottom+2.8, left, bottom+5.2)
	b.Line(px, bottom+2.8, px, bottom+5.2)
	text := b.show(quantity.KindLevel, float64(s.At)) + " from the wall's start to its middle"
	b.colour(ink)
	b.write(math.Max(margin, (left+px-b.GetStringWidth(text))/2), bottom+8.5, text)
	b.write(margin-2, bottom-high*k-1, "ceiling "+b.show(quantity.KindLength, high))
	b.SetXY(margin, bottom+11)
}

// house draws a wall with its floor and ceiling, its studs and what opens in it.
func (b buildSheets) house(r *space.Room, wall int, long, high float64, at func(x, y float64) (float64, float64), k float64) {
	b.SetDrawColor(ink[0], ink[1], ink[2])
	b.SetLineWidth(0.5)
	var over []fpdf.PointType
	from, to, _ := r.Wall(wall)
	for _, step := range r.Skyline(from, to) {
		px, py := at(float64(step.Along), float64(step.Height))
		over = append(over, fpdf.PointType{X: px, Y: py})
	}
	if len(over) == 0 {
		ax, ay := at(0, high)
		bx, by := at(long, high)
		over = []fpdf.PointType{{X: ax, Y: ay}, {X: bx, Y: by}}
	}
	ax, ay := at(0, 0)
	bx, by := at(long, 0)
	b.Polygon(append(append([]fpdf.PointType{{X: ax, Y: ay}}, over...), fpdf.PointType{X: bx, Y: by}), "D")
	for x := 0.0; x < long; x += 0.12 { // the ground below the floor
		gx, gy := at(x, 0)
		b.SetLineWidth(0.12)
		b.Line(gx, gy, gx-1.2, gy+1.2)
	}
	b.SetLineWidth(0.15)
	b.SetDashPattern([]float64{1.4, 1}, 0)
	b.SetDrawColor(soft[0], soft[1], soft[2])
	for _, stud := range r.Studs(wall) {
		px, py := at(float64(stud), 0)
		b.Line(px, py, px, py-float64(r.Over(r.At(wall, stud)))*k)
	}
	b.SetDashPattern(nil, 0)
	for _, o := range r.Openings {
		if o.Wall == wall {
			px, py := at(float64(o.At), float64(o.Sill+max(o.Height, 0.5)))
			b.Rect(px, py, float64(o.Width)*k, float64(max(o.Height, 0.5))*k, "D")
		}
	}
}
