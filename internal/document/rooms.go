package document

import (
	"fmt"
	"math"
	"strings"

	"github.com/go-pdf/fpdf"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Scales that plans are drawn to, the largest that fits; and how high one may be, in mm.
var scales = []float64{20, 25, 50, 100, 200}

const planHeight = 150

// rooms are the plans of the rooms that are trained in, to scale, with what each allows: with headroom, this body too.
func (b book) rooms(headroom bool) {
	for i, r := range b.results.Client.Rooms {
		if !r.Trains || len(r.Outline) == 0 {
			continue
		}
		b.Blocks = append(b.Blocks, Block{Role: Figure, Text: r.Name, Room: &r})
		b.walls(r)
		for _, c := range r.Conflicts() {
			b.say(Wrong, sentence(c.Why.In(b.units)))
		}
		answer := b.results.Client.Space.Rooms[i]
		b.say(Quiet, fmt.Sprintf("Free: %s; longest lane %s.", b.show(quantity.KindArea, answer.Free),
			b.show(quantity.KindLength, answer.Lane.Length())))
		if headroom {
			b.headroom(answer.Heads)
		}
	}
}

// drawing is a plan on the page: from m in the room to mm on the paper.
type drawing struct {
	left, top float64 // of the page, in mm
	x0, y1    float64 // of the room, in m
	scale     float64
}

func (d drawing) at(p plane.Point) fpdf.PointType {
	return fpdf.PointType{X: d.left + (p.X-d.x0)*1000/d.scale, Y: d.top + (d.y1-p.Y)*1000/d.scale}
}

// roomPlan draws rooms on a page, to scale.
type roomPlan struct {
	*paper
	reader
}

// draw draws a room to the largest scale that fits the page.
func (b roomPlan) draw(r space.Room) {
	lo, hi := plane.Point{X: math.Inf(1), Y: math.Inf(1)}, plane.Point{X: math.Inf(-1), Y: math.Inf(-1)}
	for _, p := range r.Outline {
		lo = plane.Point{X: math.Min(lo.X, p.X), Y: math.Min(lo.Y, p.Y)}
		hi = plane.Point{X: math.Max(hi.X, p.X), Y: math.Max(hi.Y, p.Y)}
	}
	const beside = 24 // mm for the names of walls
	d := drawing{x0: lo.X, y1: hi.Y, scale: scales[len(scales)-1]}
	for _, s := range scales {
		if (hi.X-lo.X)*1000/s <= b.width-2*beside && (hi.Y-lo.Y)*1000/s <= planHeight {
			d.scale = s
			break
		}
	}
	high := (hi.Y - lo.Y) * 1000 / d.scale
	b.Ln(4)
	b.room(high + 34)
	b.SetFont("Barlow", "B", 13)
	b.colour(ink)
	b.CellFormat(0, 7, fmt.Sprintf("%s, 1:%.0f", r.Name, d.scale), "", 1, "L", false, 0, "")
	d.left, d.top = margin+beside+(b.width-2*beside-(hi.X-lo.X)*1000/d.scale)/2, b.GetY()+8
	b.SetDrawColor(ink[0], ink[1], ink[2])
	b.low(r, d)
	b.things(r, d)
	b.outline(r, d)
	b.doors(r, d)
	b.SetXY(margin, d.top+high+9)
	b.SetFont("Barlow", "", 8)
	b.colour(soft)
	b.CellFormat(0, 4, fmt.Sprintf("To scale when it is printed at 100 %%: the line is %s long.",
		b.show(quantity.KindLength, d.scale*0.02)), "", 1, "L", false, 0, "")
	b.SetLineWidth(0.5)
	b.SetDrawColor(ink[0], ink[1], ink[2])
	b.Line(margin, b.GetY()+1, margin+20, b.GetY()+1) // 20 mm
	b.Ln(4)
}

func (b roomPlan) ring(d drawing, r plane.Ring, style string) {
	var points []fpdf.PointType
	for _, p := range r {
		points = append(points, d.at(p))
	}
	b.Polygon(points, style)
}

func (b roomPlan) outline(r space.Room, d drawing) {
	b.SetLineWidth(0.7)
	b.SetDrawColor(ink[0], ink[1], ink[2])
	b.ring(d, r.Outline, "D")
	middle := centre(r.Outline)
	for i := range r.Walls {
		from, to, l := r.Wall(i)
		a, e := d.at(from), d.at(to)
		text := space.WallName(i) + " " + b.show(quantity.KindLength, float64(l))
		m, c := fpdf.PointType{X: (a.X + e.X) / 2, Y: (a.Y + e.Y) / 2}, d.at(middle)
		b.SetFont("Barlow", "B", 9)
		b.colour(ink)
		w := b.GetStringWidth(text)
		switch {
		case math.Abs(a.X-e.X) < math.Abs(a.Y-e.Y) && m.X < c.X:
			b.Text(m.X-w-2, m.Y+1, text)
		case math.Abs(a.X-e.X) < math.Abs(a.Y-e.Y):
			b.Text(m.X+2, m.Y+1, text)
		case m.Y < c.Y:
			b.Text(m.X-w/2, m.Y-2, text)
		default:
			b.Text(m.X-w/2, m.Y+5, text)
		}
	}
}

// centre is the mean of a ring's corners.
func centre(r plane.Ring) plane.Point {
	var c plane.Point
	for _, p := range r {
		c = plane.Point{X: c.X + p.X/float64(len(r)), Y: c.Y + p.Y/float64(len(r))}
	}
	return c
}

func (b roomPlan) low(r space.Room, d drawing) {
	b.SetLineWidth(0.15)
	b.SetDashPattern([]float64{1.5, 1}, 0)
	b.SetDrawColor(soft[0], soft[1], soft[2])
	zone := func(outline plane.Ring, words string) {
		b.ring(d, outline, "D")
		c := d.at(centre(outline))
		b.SetFont("Barlow", "", 8)
		b.colour(soft)
		b.Text(c.X-b.GetStringWidth(words)/2, c.Y+1, words)
	}
	for _, h := range r.Hangs() {
		zone(h.Outline, b.show(quantity.KindLength, float64(h.Under)))
	}
	for _, s := range r.Ceiling.Slopes {
		zone(s.Outline, b.show(quantity.KindLength, float64(s.Low))+" to "+b.show(quantity.KindLength, float64(s.High)))
	}
	b.SetDashPattern(nil, 0)
}

func (b roomPlan) things(r space.Room, d drawing) {
	for _, t := range r.Things {
		if t.Away {
			continue
		}
		b.SetLineWidth(0.3)
		b.SetDrawColor(ink[0], ink[1], ink[2])
		b.SetFillColor(line[0], line[1], line[2])
		b.ring(d, t.Outline(), "FD")
		b.SetFillColor(255, 255, 255)
		b.SetFont("Barlow", "", 8)
		b.colour(ink)
		c, w := d.at(plane.Point{X: t.X, Y: t.Y}), b.GetStringWidth(t.Name)
		b.Text(c.X-w/2, c.Y+1, t.Name)
	}
}

func (b roomPlan) doors(r space.Room, d drawing) {
	for i, o := range r.Openings {
		from, to := d.at(r.At(o.Wall, o.At)), d.at(r.At(o.Wall, o.At+o.Width))
		b.SetLineWidth(1.1)
		b.SetDrawColor(255, 255, 255)
		b.Line(from.X, from.Y, to.X, to.Y)
		b.SetLineWidth(0.25)
		b.SetDrawColor(ink[0], ink[1], ink[2])
		b.Line(from.X, from.Y, to.X, to.Y)
		if s := r.Swing(i); s != nil {
			b.SetDashPattern([]float64{0.8, 0.8}, 0)
			b.ring(d, s, "D")
			b.SetDashPattern(nil, 0)
		}
	}
}

// walls is what may be fixed to what, in principle.
func (b book) walls(r space.Room) {
	var rows [][]string
	add := func(name string, t space.Takes) {
		what := map[space.What]string{space.TakesNothing: "nothing", space.TakesBands: "bands",
			space.TakesBody: "a body, once checked"}[t.What]
		if t.Look {
			what = "look first"
		}
		rows = append(rows, []string{name, what, t.Why.In(b.units)})
	}
	for i := range r.Walls {
		add("wall "+space.WallName(i), r.WallTakes(i))
	}
	add("ceiling", r.RoofTakes())
	for i, o := range r.Openings {
		if o.Kind == space.DoorWay {
			add(o.Name, r.DoorTakes(i))
		}
	}
	for _, t := range r.Things {
		if ok, why := t.Support(); (t.Kind == space.Seat || t.Kind == space.Rolls) && !t.Away {
			what := "to stand and sit on"
			if !ok {
				what = "not to stand or sit on"
			}
			rows = append(rows, []string{t.Name, what, why.In(b.units)})
		}
	}
	b.rows("", Table{Rows: rows, Columns: []Column{{"in " + r.Name, 0.2, "L", true}, {"takes", 0.22, "L", false}, {"since", 0.58, "L", false}}})
}

var verdicts = map[space.Verdict]string{
	space.Everywhere: "yes", space.InAPlace: "here", space.Unsure: "measure again", space.IfChanged: "with a change", space.Nowhere: "no",
	space.Unmeasured: "not measured",
}

// headroom is every use of height that is asked for.
func (b book) headroom(heads []space.Headroom) {
	var rows [][]string
	for _, u := range space.Asked() {
		for _, h := range heads {
			if h.Use != u {
				continue
			}
			where := h.Near.In(b.units)
			if !h.Fits {
				where = strings.Trim(h.Change.In(b.units)+"; "+h.Instead.In(b.units), "; ")
			} else if h.Verdict != space.InAPlace {
				where = "–"
			}
			spare := "–"
			if h.Known && h.Best > 0 {
				spare = b.show(quantity.KindHeight, float64(h.Margin))
			}
			rows = append(rows, []string{h.Name, verdicts[h.Verdict], b.show(quantity.KindHeight, h.Needed.Value), spare, where})
		}
	}
	if len(rows) == 0 {
		return
	}
	b.rows("Headroom for this body", Table{Rows: rows, Columns: []Column{{"use", 0.25, "L", true}, {"answer", 0.14, "L", false}, {"needs", 0.1, "R", false}, {"to spare", 0.11, "R", false},
		{"  where, or what would do", 0.4, "L", false}}})
}
