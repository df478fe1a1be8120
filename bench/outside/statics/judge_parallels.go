package statics

import (
	"math"

	"scrappyrack/core/builds"
)

func (b build) parallels() (out []Link) {
	w := b.weight()
	f := 1.25 * w
	o, i := ring(b.word("pipe"))
	l, h, wide := b.mm("length_m"), b.mm("height_m"), b.mm("wide_m")
	bar := simply(l, 200e3*ringInertia(o, i)).Solve([]Point{{l / 2, f}})
	out = append(out, Link{"bar", bar.Peak() / ringElastic(o, i) / steelAllowed})
	depth := l + 38
	if b.is("screwed", "yes") {
		out = append(out, Link{"joints", 2 * f / (0.7 * b.num("joint_n"))})
		m := 0.15 * f / 2.5 * h / 2
		out = append(out, Link{"threads", math.Max(m/threads[b.word("pipe")]/30, 2.5*m/threads[b.word("pipe")]/steelAllowed)})
		over := wide - 60
		flat := simply(over, 1e11).Solve([]Point{{over / 2, 2 * f}})
		_, left := b.timber("")
		return append(out, Link{"feet", flat.Peak() / (140 * 38 * 38 / 6.0) / (bends("", 38, b.wet()) * left)})
	}
	_, left := b.timber("")
	allowed := bends("", 89, b.wet()) * left
	deepFoot := bends("", 140, b.wet()) * left
	if b.is("stamped", "yes") {
		group, left := b.timber("spruce-pine-fir")
		deepFoot = bends(group, 140, b.wet()) * left
	}
	// From the end: a foot, its post on it, a strut; the bar pushes the post's hole.
	x0, y0, dx, dy := b.lineOf("from the end", "strut")
	angle := math.Atan2(dy, dx)
	sin, cos := math.Sincos(angle)
	z := b.sideScrew()
	const feet, post, strut = 0, 1, 2
	frame := Frame{Bodies: 3}
	for _, x := range []float64{-wide/2 + 30, wide/2 - 30} {
		frame.Joints = append(frame.Joints, Joint{A: ground, B: feet, X: x, Y: 0, NY: 1, Mu: 5})
	}
	for _, x := range []float64{-44, 44} {
		frame.Joints = append(frame.Joints, Joint{A: feet, B: post, X: x, Y: 140, NY: 1, Mu: 0.3})
	}
	for _, end := range []struct {
		figure    string
		x, y, way float64
		to        int
	}{{"strut on its foot", x0, y0, 1, feet}, {"strut on its post", x0 + dx, y0 + dy, -1, post}} {
		for _, s := range b.screwsOf(end.figure) {
			ux, uy := end.way*cos, end.way*sin
			frame.Joints = append(frame.Joints,
				Joint{A: end.to, B: strut, X: end.x + s[1]*ux + s[0]*uy, Y: end.y + s[1]*uy - s[0]*ux, Most: z})
		}
	}
	frame.Cuts = []Cut{{Body: post, X: 0, Y: y0 + dy, DY: 1, Most: 38 * 89 * 89 / 6.0 * allowed},
		{Body: feet, X: 0, Y: 70, DX: 1, Most: 38 * 140 * 140 / 6.0 * deepFoot}}
	worst := 0.0
	for _, push := range []float64{0.15 * f, -0.15 * f} {
		frame.Loads = []Force{{post, 0, h, push, -f}}
		worst = math.Max(worst, 1/factor(frame))
	}
	out = append(out, Link{"frame", worst})
	// All of a body getting on at one end.
	over := wide - 60
	foot := simply(over, 1e11).Solve([]Point{{over / 2, 2 * f}})
	out = append(out, Link{"foot", foot.Peak() / (38 * 140 * 140 / 6.0) / deepFoot},
		Link{"post under the bar", 2 * f / (38 * pipes[b.word("pipe")][0]) / bears(b.wet())},
		Link{"foot under a post", 2 * f / (38 * 89) / bears(b.wet())})
	postLong := 0.0
	if p, ok := b.part("post"); ok {
		postLong = float64(p.Length) * 1000
	}
	out = append(out, Link{"post", 2 * f / (math.Pi * math.Pi * 7000 * 89 * 38 * 38 * 38 / 12 / (postLong * postLong) / 3)})
	_, low, _, up := b.lineOf("one from the side", "brace")
	for _, m := range b.marks("one from the side") {
		if m.Shape == builds.MarkLine {
			low, up = m.Y*1000, m.H*1000
		}
	}
	out = append(out, b.braced("brace on a post", 0.15*f, 0, h, low, low+up, l, 89*38*38/6.0))
	own := 0.0
	for _, p := range b.w.Built.Parts {
		switch {
		case p.Stock == "timber-38x89":
			own += float64(p.Length) * 0.089 * 0.038 * 400 * float64(p.Count) / 2
		case p.Stock == "timber-38x140":
			own += float64(p.Length) * 0.140 * 0.038 * 400 * float64(p.Count) / 2
		}
	}
	out = append(out, b.stands(f, own*g, wide/2, wide, h, 0)...)
	for _, x := range b.stands(f, own*g, depth/2-l/6, depth, h, 0) {
		out = append(out, Link{x.Name + " along the bar", x.Use})
	}
	return out
}
