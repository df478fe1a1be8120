package builds

import (
	"cmp"
	"math"
	"slices"
)

// solid is a straight piece of an assembled view: along its middle from one end to the other, so wide the
// way that Side points and so thick across both, in m; x to the right, y away from who looks, z up.
type solid struct {
	From, To    point3
	Wide, Thick float64
	Side        point3
	Of          StrokeOf
}

type point3 [3]float64

func (a point3) plus(b point3, times float64) point3 {
	return point3{a[0] + b[0]*times, a[1] + b[1]*times, a[2] + b[2]*times}
}

func (a point3) dot(b point3) float64 { return a[0]*b[0] + a[1]*b[1] + a[2]*b[2] }

func (a point3) cross(b point3) point3 {
	return point3{a[1]*b[2] - a[2]*b[1], a[2]*b[0] - a[0]*b[2], a[0]*b[1] - a[1]*b[0]}
}

func (a point3) unit() point3 {
	if l := math.Sqrt(a.dot(a)); l > 0 {
		return point3{}.plus(a, 1/l)
	}
	return point3{1, 0, 0}
}

// board is a solid between two points whose Wide side points some way.
func board(from, to point3, wide, thick float64, side point3) solid {
	return solid{from, to, wide, thick, side, OfWood}
}

// block is a solid with its sides along the axes: its corner and its sides.
func block(of StrokeOf, x, y, z, w, d, h float64) solid {
	return solid{point3{x, y + d/2, z + h/2}, point3{x + w, y + d/2, z + h/2}, d, h, point3{0, 1, 0}, of}
}

// rod is a bar, drawn as square as it is thick.
func rod(from, to point3, thick float64) solid {
	side := point3{0, 1, 0}
	if math.Abs(to[1]-from[1]) > math.Hypot(to[0]-from[0], to[2]-from[2]) {
		side = point3{1, 0, 0}
	}
	return solid{from, to, thick, thick, side, OfSteel}
}

// faces are the six sides of a solid, each with its corners.
func (s solid) faces() (out [][]point3) {
	axis := s.To.plus(s.From, -1).unit()
	wide := s.Side.plus(axis, -s.Side.dot(axis)).unit()
	thick := axis.cross(wide)
	corner := func(end point3, a, b float64) point3 {
		return end.plus(wide, a*s.Wide/2).plus(thick, b*s.Thick/2)
	}
	ring := func(end point3) []point3 {
		return []point3{corner(end, -1, -1), corner(end, 1, -1), corner(end, 1, 1), corner(end, -1, 1)}
	}
	a, b := ring(s.From), ring(s.To)
	out = append(out, a, b)
	for i := range 4 {
		j := (i + 1) % 4
		out = append(out, []point3{a[i], a[j], b[j], b[i]})
	}
	return out
}

// The eye looks from the right, in front and above: 30° round, 25° down.
var (
	eyeSin, eyeCos   = math.Sincos(30 * math.Pi / 180)
	downSin, downCos = math.Sincos(25 * math.Pi / 180)
)

// seen is where a point is on the sheet, and how far away.
func (a point3) seen() (x, y, far float64) {
	x = a[0]*eyeCos + a[1]*eyeSin
	back := a[1]*eyeCos - a[0]*eyeSin
	return x, a[2]*downCos + back*downSin, back*downCos - a[2]*downSin
}

// toEye is the way to the eye.
var toEye = point3{eyeSin * downCos, -eyeCos * downCos, downSin}

// drawn is a solid as it is seen: its faces with the ways out of them, and what it covers of the sheet.
type drawn struct {
	id             int
	of             StrokeOf
	faces          [][]point3
	out            []point3
	x0, x1, y0, y1 float64
	far            float64
}

func (s solid) drawn() drawn {
	d := drawn{of: s.Of, faces: s.faces(), x0: math.Inf(1), x1: math.Inf(-1), y0: math.Inf(1), y1: math.Inf(-1)}
	middle := point3{}.plus(s.From, 0.5).plus(s.To, 0.5)
	for _, f := range d.faces {
		n := f[1].plus(f[0], -1).cross(f[3].plus(f[0], -1)).unit()
		if n.dot(f[0].plus(middle, -1)) < 0 {
			n = point3{}.plus(n, -1)
		}
		d.out = append(d.out, n)
		for _, c := range f {
			x, y, _ := c.seen()
			d.x0, d.x1, d.y0, d.y1 = math.Min(d.x0, x), math.Max(d.x1, x), math.Min(d.y0, y), math.Max(d.y1, y)
		}
	}
	_, _, d.far = middle.seen()
	return d
}

// beyond says that a face of one has all of another on its outer side, and whether that side is the eye's.
func (d drawn) beyond(b drawn) (apart, nearer bool) {
	const touch = 0.004 // a peg that tilts reaches so far into its board, in m
	for i, n := range d.out {
		all := true
		for _, f := range b.faces[:2] { // both ends have all corners
			for _, c := range f {
				all = all && n.dot(c.plus(d.faces[i][0], -1)) >= -touch
			}
		}
		if side := n.dot(toEye); all && math.Abs(side) > 1e-9 {
			return true, side > 0
		}
	}
	return false, false
}

// behind says that one has to be drawn before another: where both meet on the sheet, a face that parts them
// tells; of what runs into each other, the middle.
func (d drawn) behind(b drawn) bool {
	if d.x0 >= b.x1 || b.x0 >= d.x1 || d.y0 >= b.y1 || b.y0 >= d.y1 {
		return false
	}
	if apart, nearer := d.beyond(b); apart {
		return nearer
	}
	if apart, nearer := b.beyond(d); apart {
		return !nearer
	}
	return d.far > b.far
}

// assembled draws solids as they are put together, each before what hides it and of each the faces that are
// seen; where that goes round in a ring, the farthest first.
func assembled(all ...solid) Figure {
	var left []drawn
	for i, s := range all {
		d := s.drawn()
		d.id = i
		left = append(left, d)
	}
	slices.SortStableFunc(left, func(a, b drawn) int { return cmp.Compare(b.far, a.far) })
	f := Figure{Name: "assembled"}
	for len(left) > 0 {
		next := 0
		for i, d := range left {
			hides := func(b drawn) bool { return b.id != d.id && b.behind(d) }
			if !slices.ContainsFunc(left, hides) {
				next = i
				break
			}
		}
		d := left[next]
		left = slices.Delete(left, next, next+1)
		for i, corners := range d.faces {
			if d.out[i].dot(toEye) <= 1e-9 {
				continue
			}
			m := Stroke{Shape: MarkFace, Of: d.of}
			for _, c := range corners {
				x, y, _ := c.seen()
				m.Points = append(m.Points, [2]float64{x, y})
			}
			f.Strokes = append(f.Strokes, m)
		}
	}
	return f
}

// solids are the assembled views of designs.
func (s StepBox) solids() []solid {
	t := s.tread()
	long, wide, flare := float64(s.long()), float64(t.Width), float64(s.Flare)
	high, _ := s.legs(t)
	thick := float64(boardThick)
	var out []solid
	for i := range max(1, t.Boards) {
		each := wide / float64(max(1, t.Boards))
		y := each * (float64(i) + 0.5)
		out = append(out, board(point3{0, y, high + float64(t.Thickness)/2}, point3{long, y, high + float64(t.Thickness)/2},
			each-0.002, float64(t.Thickness), point3{0, 1, 0}))
	}
	w := float64(boardWide)
	frames, beside := []float64{0, 1}, []float64{-thick / 2, long + thick/2} // where a frame's brace is
	if s.Middle {
		frames, beside = append(frames, 0.5), append(beside, long/2-thick)
	}
	for _, x := range frames {
		for _, y := range []float64{0, 1} {
			tx, ty := x*long+(0.5-x)*thick, y*wide+(0.5-y)*w
			out = append(out, board(point3{tx, ty, high}, point3{tx + (x*2-1)*flare, ty + (y*2-1)*flare, 0}, w, thick,
				point3{0, 1, 0}))
		}
		rx := x*long + (0.5-x)*3*thick
		if x == 0.5 {
			rx += thick
		}
		out = append(out, board(point3{rx, 0, high - w/2}, point3{rx, wide, high - w/2}, w, thick, point3{0, 0, 1}))
	}
	along, across := s.braces(t)
	for _, y := range []float64{-thick / 2, wide + thick/2} {
		for i := range int(s.spans()) {
			from := float64(i) * along.Wide
			out = append(out, board(point3{from - flare/2, y, along.Low}, point3{from + along.Wide + thick, y, along.Upper},
				float64(braceAlongWide), thick, point3{0, 0, 1}))
		}
	}
	for _, x := range beside {
		out = append(out, board(point3{x, w / 2, across.Low}, point3{x, wide - w/2, across.Upper}, w, thick, point3{0, 0, 1}))
	}
	return out
}

func (p Parallels) solids() (out []solid) {
	l, h, wide, thick, w := float64(p.Length), float64(p.Height), float64(p.Wide), float64(boardThick), float64(boardWide)
	foot, d := float64(footWide), p.outside()
	if p.Screwed {
		for _, x := range []float64{0, l} {
			out = append(out, block(OfWood, x-foot/2, -wide/2, 0, foot, wide, thick),
				rod(point3{x, 0, thick}, point3{x, 0, h - d}, d))
		}
		return append(out, rod(point3{0, 0, h - d/2}, point3{l, 0, h - d/2}, d))
	}
	high, beside := p.prop()
	for i, x := range []float64{0, l} {
		side := float64(2*i-1) * thick
		out = append(out, block(OfWood, x-thick/2, -wide/2, 0, thick, wide, foot),
			board(point3{x, 0, foot}, point3{x, 0, foot + p.post()}, w, thick, point3{0, 1, 0}),
			board(point3{x + side, float64(1-2*i) * beside, foot / 2}, point3{x + side, 0, high}, w, thick, point3{0, 1, 0}))
	}
	for _, y := range []float64{-wide/2 + w/2, wide/2 - w/2} {
		out = append(out, board(point3{-thick / 2, y, foot + thick/2}, point3{l + thick/2, y, foot + thick/2}, w, thick,
			point3{0, 1, 0}))
	}
	b := p.brace()
	out = append(out, board(point3{0, -w/2 - thick/2, b.Low}, point3{l, -w/2 - thick/2, b.Upper}, w, thick, point3{0, 0, 1}))
	return append(out, rod(point3{-beyondPost, 0, h - d/2}, point3{l + beyondPost, 0, h - d/2}, d))
}

// solids of a box are those inside it, and its faces drawn apart.
func (b Box) solids() (out []solid) {
	x, y, z, t := float64(b.Sides[0]), float64(b.Sides[1]), float64(b.Sides[2]), float64(b.Thickness)
	short, middle := b.spans()
	const apart = 0.22
	out = append(out, block(OfWood, -apart, 0, 0, t, y, z), block(OfWood, x-t+apart, 0, 0, t, y, z), // large faces
		block(OfWood, t, -apart, 0, x-2*t, t, z), block(OfWood, t, y-t+apart, 0, x-2*t, t, z), // long faces
		block(OfWood, t, t, z-t+apart, x-2*t, y-2*t, t), block(OfWood, t, t, -apart, x-2*t, y-2*t, t), // end faces
		block(OfWood, t, t, t, t, y-2*t, z-2*t), block(OfWood, x-2*t, t, t, t, y-2*t, z-2*t)) // liners
	for i := range b.Across {
		out = append(out, block(OfWood, 2*t+float64(short)*float64(i+1)+t*float64(i), t, t, t, y-2*t, z-2*t))
	}
	for i := range b.Along {
		out = append(out, block(OfWood, 2*t, t+float64(middle)*float64(i+1)+t*float64(i), t, x-4*t, t, z-2*t))
	}
	return out
}

// solids of a board on a wall, its fixings left out.
func (w WallBoard) solids() (out []solid) {
	thick := float64(boardThick)
	if w.Use == ForBands {
		top := 0.0
		for _, r := range w.Rings {
			top = math.Max(top, float64(r.Height+boardEnd+0.04))
			out = append(out, block(OfSteel, -0.02, -thick-0.03, float64(r.Height)-0.02, 0.04, 0.03, 0.04))
		}
		return append([]solid{block(OfWood, -float64(boardWide)/2, -thick, 0, float64(boardWide), thick, top)}, out...)
	}
	long, at, half := float64(w.Base.bodyBoardLong()), float64(w.Rings[0].Height), float64(bodyBoardWidth)/2
	if w.Base.Kind == WoodStuds {
		for _, x := range w.Base.bodyPlaces() {
			out = append(out, block(OfBuilding, float64(x)-0.019, 0, 0, 0.038, float64(w.Base.H), float64(w.Base.High)))
		}
	}
	out = append(out, block(OfWood, -long/2, -thick, at-half, long, thick, 2*half),
		block(OfSteel, -0.08, -thick-0.006, at-0.024, 0.16, 0.006, 0.048),
		block(OfSteel, -0.025, -thick-0.04, at-0.025, 0.05, 0.03, 0.05))
	if w.Legs {
		for _, x := range []float64{-1, 1} {
			out = append(out, block(OfWood, x*float64(legsApart)/2-float64(boardWide)/2, -thick, 0, float64(boardWide), thick,
				at-half))
		}
		out = append(out, block(OfWood, -float64(legsApart+boardWide)/2, -2*thick, 0.10, float64(legsApart+boardWide), thick,
			float64(boardWide)))
	}
	return out
}

func (b Bar) solids(stock BarStock) (out []solid) {
	l, d, w := float64(b.Span), float64(stock.Section.Depth()), float64(stock.Section.wide())
	of, base := OfWood, float64(b.High)
	if stock.Section.Shape == Pipe {
		of = OfSteel
	}
	if b.Support == Brackets {
		return nil
	}
	thick, cheek, long := float64(boardThick), float64(boardWide), float64(cradleLong)
	spread := float64(b.Spread)
	for _, x := range []float64{0, l} {
		out = append(out, block(OfWood, x-0.07, -w/2-thick-0.01, base-thick, 0.14, w+2*thick+0.02, thick),
			block(OfWood, x-long/2, -w/2-thick, base, long, thick, cheek), block(OfWood, x-long/2, w/2, base, long, thick, cheek))
		for _, leg := range []float64{-1, 1} {
			for _, y := range []float64{-1, 1} {
				out = append(out, solid{point3{x + leg*0.04, y * 0.03, base - thick}, point3{x + leg*0.15, y * spread / 2, 0},
					0.04, 0.04, point3{0, 1, 0}, OfBuilding})
			}
		}
	}
	return append(out, block(of, -0.1, -w/2, base, l+0.2, w, d))
}

func (s Shelf) solids() []solid {
	l, a, deep, high, t := float64(s.Span), float64(s.Over), float64(s.Deep), float64(s.High), float64(s.Thickness)
	out := []solid{block(OfBuilding, -a-0.1, 0, high-deep, l+2*a+0.2, 0.02, deep+0.25)}
	for _, x := range []float64{0, l} {
		out = append(out, rod(point3{x, -0.01, high - t - deep*2/3}, point3{x, -0.01, high - t}, 0.02),
			rod(point3{x, -0.02, high - t - deep*2/3}, point3{x, -deep * 0.9, high - t - 0.01}, 0.015))
	}
	return append(out, block(OfWood, -a, -deep, high-t, l+2*a, deep, t),
		block(OfWood, -a, -deep-0.01, high-t, l+2*a, 0.01, t+lipHigh))
}

func (p Peg) solids(places []float64, high, long float64) (out []solid) {
	wide, d := float64(p.Wide), float64(Schedule40[p.Pipe].D)
	thick, t := float64(p.thick()), float64(boardThick)
	for y := 0.0; y < thick-1e-6; y += t {
		out = append(out, block(OfWood, -long/2, -y-t, high-wide/2, long, t, wide))
	}
	for _, x := range places {
		if p.Threaded {
			x += besideStud
		}
		out = append(out, rod(point3{x, -thick, high}, point3{x, -thick - float64(p.Out), high + 0.087*float64(p.Out)}, d))
	}
	return out
}
