package statics

import (
	"math"

	"scrappyrack/core/builds"
)

// landing is what lands on a top: one foot, all that lands, and how far inside of an edge, in mm.
func (b build) landing(deepTop bool) (one, all, inside float64) {
	w := b.weight()
	one, all, inside = 2.5*w, 2.5*w, 50
	if b.is("use", "jump") {
		all, inside = math.Max(one, 4*w), 100
	}
	if deepTop {
		inside = 100
	}
	return one, all, inside
}

// stands is how far a thing is used in tipping and sliding: F on it so far inside of its edge, its weight in
// its middle, a tenth and three twentieths of F sideways.
func (b build) stands(f, own, inside, base, high float64, overBase float64) []Link {
	half := base / 2
	tip := Frame{
		Bodies: 1, Joints: []Joint{{A: ground, B: 0, X: -half, NY: 1, Mu: 50}, {A: ground, B: 0, X: half, NY: 1, Mu: 50}},
		Level: []Force{{0, half - overBase - inside, high, 0, -f}, {0, 0, high / 2, 0, -own}},
		Loads: []Force{{0, 0, high, 0.1 * f, 0}},
	}
	return []Link{{"tipping", 1.5 / factor(tip)}, {"sliding", 0.15 * f / (b.num("mu") * (f + own))}}
}

func (b build) box() (out []Link) {
	t := b.mm("thickness_m")
	along, across, ex, ey := panels[b.word("panel")][0]*tenMinutes, panels[b.word("panel")][1]*tenMinutes,
		panels[b.word("panel")][2], panels[b.word("panel")][3]
	if b.wet() {
		along, across = along*0.85, across*0.85
	}
	// Panels on edge below each top, as they are drawn: from, to, along the figure.
	edges := func(figure string) (wide, high float64, at [][2]float64) {
		for _, m := range b.marks(figure) {
			switch {
			case m.Shape != builds.MarkRect:
			case m.W*1000 > 250:
				wide = math.Max(wide, m.W*1000)
				high = math.Max(high, (m.Y+m.H)*1000)
			default:
				at = append(at, [2]float64{m.X * 1000, (m.X + m.W) * 1000})
			}
		}
		return wide, high, at
	}
	x, z, _ := edges("standing")
	_, y, _ := edges("on its long side")
	own := 0.0
	for _, p := range b.w.Built.Parts {
		if p.Width > 0 {
			own += float64(p.Length*p.Width) * float64(p.Count) * t / 1000 * 500 * g
		}
	}
	_, _, cross := edges("lying")
	for _, way := range []struct {
		figure           string
		span, deep, high float64
		inset            bool         // between the faces at its ends: carried by what stands inside them
		free             bool         // its other two edges are on screws
		lines            [][2]float64 // panels the other way
	}{{"standing", x, y, z, true, true, cross}, {"on its long side", x, z, y, true, false, nil},
		{"lying", y, z, x, false, false, nil}} {
		_, _, under := edges(way.figure)
		from, long := 0.0, way.span
		if way.inset {
			from, long = t, way.span-2*t
		}
		wide, off := way.deep, 0.0
		if way.figure == "standing" {
			wide, off = way.deep-2*t, t
		}
		held := func(px, py float64) bool {
			for _, e := range under {
				outer := e[0] < t-1 || e[1] > way.span-t+1
				if way.inset && outer {
					continue // its edge is on screws
				}
				if px+from >= e[0]-mesh/2 && px+from <= e[1]+mesh/2 {
					return true
				}
			}
			if !way.free && (py < t || py > wide-t) {
				return true
			}
			for _, e := range way.lines {
				if e[0] > t+1 && e[1] < way.deep-t-1 && py+off >= e[0]-mesh/2 && py+off <= e[1]+mesh/2 && px > t && px < long-t {
					return true
				}
			}
			return false
		}
		one, all, inside := b.landing(math.Min(way.span, way.deep) >= 400)
		p := newPlate(long, wide, t, ex, ey, held)
		worst := 0.0
		try := func(feet ...foot) {
			a, c := p.stress(feet)
			worst = math.Max(worst, math.Max(a/along, c/across))
		}
		for _, turned := range []bool{false, true} {
			fw, fd := 100.0, 250.0
			if turned {
				fw, fd = fd, fw
			}
			for px := inside + fw/2; px <= way.span-inside-fw/2; px += 2 * mesh {
				for py := inside + fd/2; py <= way.deep-inside-fd/2; py += 2 * mesh {
					try(foot{px - from, py - off, fw, fd, one})
					if all > one && px+fw+60 <= way.span-inside-fw/2 {
						try(foot{px - from, py - off, fw, fd, all / 2}, foot{px - from + fw + 50, py - off, fw, fd, all / 2})
					}
				}
			}
		}
		out = append(out, Link{"top, " + way.figure, worst})
		base := math.Min(way.span, way.deep)
		for _, l := range b.stands(all, own, inside, base, way.high, 0) {
			out = append(out, Link{l.Name + ", " + way.figure, l.Use})
		}
	}
	return out
}

// sideScrew is one 5 × 70 screw through one board of 38 mm into another.
func (b build) sideScrew() float64 {
	return Screw{Thick: 4.8, Root: 3.12, Side: 38, Deep: 70 - 38 - 10, SideG: 0.36, MainG: 0.36, SideAcross: true,
		MainAcross: true, Wet: b.wet()}.Sideways()
}

// braced is a frame of two uprights that a brace keeps from going over: pushed at their heads, each on a
// hinge at its foot and below its head; its screws as they are drawn, the uprights no stronger than they are.
func (b build) braced(figure string, push, foot, head, low, upper, wide, modulus float64) Link {
	_, left := b.timber("")
	allowed := bends("", 89, b.wet()) * left
	const a, c, brace, top = 0, 1, 2, 3
	f := Frame{Bodies: 4, Loads: []Force{{top, 0, head, push, 0}}}
	pin := func(p, q int, x, y float64) {
		f.Joints = append(f.Joints, Joint{A: p, B: q, X: x, Y: y, Most: 1e6})
	}
	pin(ground, a, 0, foot)
	pin(ground, c, wide, foot)
	pin(a, top, 0, head)
	pin(c, top, wide, head)
	angle := math.Atan2(upper-low, wide)
	sin, cos := math.Sincos(angle)
	z := b.sideScrew()
	for _, end := range []struct {
		x, y, way float64
		to        int
	}{{0, low, 1, a}, {wide, upper, -1, c}} {
		for _, s := range b.screwsOf(figure) {
			ux, uy := end.way*cos, end.way*sin
			f.Joints = append(f.Joints, Joint{A: end.to, B: brace, X: end.x + s[1]*ux + s[0]*uy, Y: end.y + s[1]*uy - s[0]*ux,
				Most: z})
		}
	}
	for _, cut := range []struct {
		body int
		x, y float64
	}{{a, 0, low}, {c, wide, upper}} {
		f.Cuts = append(f.Cuts, Cut{Body: cut.body, X: cut.x, Y: cut.y, DY: 1, Most: modulus * allowed})
	}
	worst := 0.0
	for _, way := range []float64{1, -1} {
		f.Loads[0].FX = way * push
		worst = math.Max(worst, 1/factor(f))
	}
	return Link{figure, worst}
}

// lineOf is the line of a figure about a link: where it begins and by how much it goes on, in mm.
func (b build) lineOf(figure, link string) (x, y, w, h float64) {
	for _, m := range b.marks(figure) {
		if m.Shape == builds.MarkLine && m.Link == builds.Text(link) {
			return m.X * 1000, m.Y * 1000, m.W * 1000, m.H * 1000
		}
	}
	return 0, 0, 0, 0
}

func (b build) step() (out []Link) {
	one, all, inside := b.landing(false)
	tread, ok := b.part("tread")
	if !ok {
		return nil
	}
	span, high, flare := b.mm("span_m"), b.mm("height_m"), b.mm("flare_m")
	long, wide := float64(tread.Length)*1000, float64(tread.Width)*1000
	own := 0.0
	for _, p := range b.w.Built.Parts {
		switch p.Stock {
		case "timber-38x89", "timber-38x140":
			own += float64(p.Length) * 0.038 * map[string]float64{"timber-38x89": 0.089,
				"timber-38x140": 0.140}[p.Stock] * float64(p.Count) * 410 * g
		}
	}
	switch b.word("stock") {
	case "boards-140", "graded-140", "board-235":
		group := ""
		if b.is("stock", "graded-140") {
			group = "spruce-pine-fir"
		}
		group, left := b.timber(group)
		each, boards := 140.0, 2.0
		if b.is("stock", "board-235") {
			each, boards = 235, 1
		}
		wide = each * boards
		share := 1.0
		if boards == 2 && (b.is("joined", "cleat") || b.is("joined", "panel")) && span <= 600 {
			// A stiff clamp across the middle of both, which twist: torsion by Saint-Venant.
			i, j := each*38*38*38/12, 0.333*(1-0.63*38/each)*each*38*38*38
			s := each + 5
			x := 1 / (2 + 6*s*s*elastic[group]*i/(elastic[group]/16*j*span*span))
			share = 1 - x
			if b.is("joined", "panel") && !b.wet() {
				share = math.Min(share, 0.6)
			}
		}
		a := simply(span, 1e11).Solve([]Point{{span/2 - 37.5, all * share / 4}, {span/2 - 12.5, all * share / 4},
			{span/2 + 12.5, all * share / 4}, {span/2 + 37.5, all * share / 4}})
		out = append(out, Link{"tread", a.Peak() / (each * 38 * 38 / 6) / (bends(group, 38, b.wet()) * left)})
		if b.is("stock", "graded-140") || b.is("stock", "board-235") { // the others are among the parts
			own += long * wide * 38e-9 * 410 * g
		}
	default:
		name := map[string]string{"osb-18": "osb", "plywood-18": "softwood-plywood", "birch-18": "birch-plywood"}[b.word("stock")]
		v := panels[name]
		p := newPlate(long, wide, 18, v[2], v[3], func(x, _ float64) bool {
			return x <= 38+mesh/2 || x >= long-38-mesh/2 || b.is("middle", "yes") && math.Abs(x-long/2) <= 19+mesh/2
		})
		worst := 0.0
		wetLeft := 1.0
		if b.wet() {
			wetLeft = 0.85
		}
		for _, turned := range []bool{false, true} {
			fw, fd := 100.0, 250.0
			if turned {
				fw, fd = fd, fw
			}
			for px := inside + fw/2; px <= long-inside-fw/2+1; px += mesh {
				for py := math.Min(inside+fd/2, wide/2); py <= math.Max(wide-inside-fd/2, wide/2); py += mesh {
					al, ac := p.stress([]foot{{px, py, fw, fd, one}})
					worst = math.Max(worst, math.Max(al/(v[0]*tenMinutes*wetLeft), ac/(v[1]*tenMinutes*wetLeft)))
				}
			}
		}
		out = append(out, Link{"tread", worst})
		own += long * wide * 18e-9 * 500 * g
	}
	leg, _ := b.part("leg")
	clear := float64(leg.Length) * 1000
	out = append(out, Link{"a leg", all / (math.Pi * math.Pi * 7000 * 89 * 38 * 38 * 38 / 12 / (clear * clear) / 3)},
		Link{"tread on a leg", all / (38 * 89) / bears(b.wet())})
	out = append(out, b.stands(one, own, inside, wide+2*flare, high, flare)...)
	under := high
	for _, m := range b.marks("front") {
		if m.Link == "tread in bending" {
			under = m.Y * 1000
		}
	}
	_, low, _, up := b.lineOf("front", "braces along")
	bays := 1.0
	if b.is("middle", "yes") { // a brace in each, which yield together
		bays = 2
	}
	out = append(out, b.braced("brace on a narrow side", 0.15*all*(1-inside/wide)/bays, 0, under, low, low+up, span+38,
		89*38*38/6.0))
	_, low, _, up = b.lineOf("side", "braces across")
	out = append(out, b.braced("brace on a wide side", 0.15*all*(1-inside/long), 0, under, low, low+up, wide-89, 38*89*89/6.0))
	return out
}

func (b build) shelf() (out []Link) {
	l, a, deep, t := b.mm("span_m"), b.mm("over_m"), b.mm("deep_m"), b.mm("thickness_m")
	w, thing := 2*b.num("per_metre_kg")*g/1000, 2*b.num("one_kg")*g
	v := panels[b.word("panel")]
	beam := Beam{l + 2*a, v[2] * deep * t * t * t / 12, []Spring{{a, stiffest, false}, {a + l, stiffest, false}}}
	most, peak := 0.0, 0.0
	note := func(got Answer) {
		most = math.Max(most, math.Max(got.Reaction[0], got.Reaction[1]))
		peak = math.Max(peak, got.Peak())
	}
	for pattern := 1; pattern < 8; pattern++ {
		var loads []Point
		for x := 5.0; x < l+2*a; x += 10 {
			part := 1
			if x < a {
				part = 0
			} else if x > a+l {
				part = 2
			}
			if pattern>>part&1 == 1 {
				loads = append(loads, Point{x, w * 10})
			}
		}
		if len(loads) > 0 {
			note(beam.Solve(loads))
		}
	}
	out = append(out, Link{"shelf", peak / (deep * t * t / 6) / v[0]})
	// One thing anywhere, on a plate of which its brackets hold two lines.
	if thing > 0 {
		for x := 0.0; x <= l+2*a; x += mesh {
			got := beam.Solve([]Point{{math.Round(x), thing}})
			most = math.Max(most, math.Max(got.Reaction[0], got.Reaction[1]))
		}
	}
	out = append(out, Link{"bracket", most / b.num("bracket_n")})
	if b.s.Room != nil && b.s.Room.Walls[b.s.Wall].Kind == "timber-stud" {
		out = append(out, b.fixed(most, 0.6*deep, 38, []float64{20, deep * 2 / 3}))
	}
	return out
}

// fixed is a thing on two lag screws in a stud, with a load that stands e off the wall.
func (b build) fixed(load, e, thick float64, heights []float64) Link {
	_, deep, _, _, lining := b.stud()
	if b.is("cut", "yes") {
		lining = 0
	}
	s := lag(b.word("screw"), thick, lining, 0.36, 0.36, deep, true, b.wet())
	return Link{"fixings", leaning(heights, 0, load, e, 0, load/float64(len(heights)), s)}
}

func (b build) pegs() (out []Link) {
	load, reach := 2*b.num("mass_kg")*g, b.mm("out_m")
	o, i := ring(b.word("pipe"))
	wide := 140.0
	if b.is("board", "89") {
		wide = 89
	}
	thick := 76.0
	if b.is("threaded", "yes") {
		thick = 38
		out = append(out, Link{"thread", load * reach / threads[b.word("pipe")] / steelAllowed})
	} else {
		out = append(out, Link{"peg", load * reach / ringElastic(o, i) / steelAllowed})
		// In wood that gives evenly, in springs every 4 mm; how stiff nobody knows well.
		d := pipes[b.word("pipe")][0]
		worst := 0.0
		for _, k := range []float64{5, 15, 40} { // N/mm² a mm
			var springs []Spring
			for x := 2.0; x < thick; x += 4 {
				springs = append(springs, Spring{x, k * d * 4, false})
			}
			a := Beam{thick + reach, 200e3 * ringInertia(o, i), springs}.Solve([]Point{{thick + reach, load}})
			for _, r := range a.Reaction {
				worst = math.Max(worst, math.Abs(r)/(4*d)/bears(b.wet()))
			}
		}
		out = append(out, Link{"boards under a peg", worst})
	}
	if b.s.Room != nil && b.s.Room.Walls[b.s.Wall].Kind == "timber-stud" {
		if b.is("threaded", "yes") { // beside the stud
			load *= 1 + 80/b.apartStuds()
		}
		out = append(out, b.fixed(load, reach+thick, thick, []float64{wide / 4, wide * 3 / 4}))
	}
	return out
}

func (b build) apartStuds() float64 {
	_, _, _, apart, _ := b.stud()
	return apart
}
