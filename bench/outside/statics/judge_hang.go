package statics

import (
	"math"
	"strings"
)

func (b build) bar() (out []Link) {
	l, w := b.mm("span_m"), b.weight()
	group, wide, deep := "", 38.0, 89.0
	stock := b.word("stock")
	switch {
	case stock == "board-flat":
		wide, deep = 89, 38
	case strings.HasPrefix(stock, "two"):
		wide = 76
	}
	switch {
	case strings.Contains(stock, "graded"):
		group = "spruce-pine-fir"
	case strings.Contains(stock, "larch"):
		group = "douglas-fir-larch"
	}
	group, left := b.timber(group)
	modulus, allowed, stiff, shearArea := wide*deep*deep/6, bends(group, deep, b.wet())*left,
		elastic[group]*wide*deep*deep*deep/12, wide*deep/1.5
	size, piped := strings.CutPrefix(stock, "pipe-")
	if piped {
		o, i := ring(size)
		modulus, allowed, stiff, shearArea = (o*o*o-i*i*i)/6, steelAllowed, 200e3*ringInertia(o, i), 1e9
	}
	if stock == "broomstick" {
		modulus, stiff, shearArea = math.Pi*25*25*25/32, 7000*math.Pi*math.Pow(25, 4)/64, math.Pi*25*25/4*0.75
	}
	hang := b.is("use", "hang")
	point := 1.5 * w
	if hang {
		point = 2.5 * w
	}
	worst, sag, most := 0.0, 0.0, 0.0
	try := func(loads ...Point) {
		a := simply(l, stiff).Solve(loads)
		worst = math.Max(worst, a.Peak())
		for _, v := range a.Sag {
			sag = math.Max(sag, math.Abs(v))
		}
		most = math.Max(most, math.Max(a.Reaction[0], a.Reaction[1]))
	}
	for x := 50.0; x <= l-50; x += 25 {
		try(Point{x, point})
	}
	in := math.Max(b.mm("inside_m"), (l-900)/2)
	try(Point{in, 1.25 * w}, Point{l - in, 1.25 * w})
	out = []Link{{"bar", worst / modulus / allowed}, {"sag", sag / (l / 60)}, {"supports", most / b.num("rated_n")}}
	if !piped {
		out = append(out, Link{"shear", most / shearArea / (shearAlong * left)})
	}
	if b.is("support", "brackets") {
		return append(out, b.joist("joist_", most)...)
	}
	// The body leans: shoulders 0.6 m above the heels, arms and body 1.45 m long; two supports as one.
	h := b.mm("high_m")
	lean := math.Asin(math.Min(0.99, math.Max(0, (h-600)/1450)))
	push, own, half := 1.5*w*math.Tan(lean), 2*b.num("support_kg")*g, b.mm("spread_m")/2
	if push > 0 {
		f := Frame{Bodies: 1, Joints: []Joint{{A: ground, B: 0, X: -half, NY: 1, Mu: b.num("mu")},
			{A: ground, B: 0, X: half, NY: 1, Mu: b.num("mu")}},
			Level: []Force{{0, 0, h, 0, -1.5 * w}, {0, 0, h / 2, 0, -own}}, Loads: []Force{{0, 0, h, push, 0}}}
		out = append(out, Link{"supports stand", 1.5 / factor(f)})
	}
	return out
}

func factor(f Frame) float64 {
	got, err := f.Factor()
	if err != nil {
		panic(err)
	}
	return math.Max(got, 1e-6)
}

// joist is one under a load in N that hangs from a bolt.
func (b build) joist(prefix string, load float64) []Link {
	wide, deep, span, at := b.mm(prefix+"b_m"), b.mm(prefix+"h_m"), b.mm(prefix+"span_m"), b.mm(prefix+"at_m")
	group := strings.TrimPrefix(b.word("wood"), "timber-graded:")
	if b.is("wood", "timber-unknown") {
		group = ""
	}
	floor := map[string]float64{"spruce-pine-fir": 6.03, "douglas-fir-larch": 6.21, "southern-pine": 5.52}[group]
	switch {
	case group == "":
		floor = 3.45
	case deep <= 184.5:
		floor *= 1.2
	case deep <= 235.5:
		floor *= 1.1
	}
	kPa := map[string]float64{"loft": 0.5, "room": 1.0, "stored": 1.75}[b.word("above")]
	modulus := wide * deep * deep / 6
	var all []Point
	for x := 50.0; x < span; x += 100 {
		all = append(all, Point{x, kPa / 1000 * b.mm("joists_m") * math.Min(100, span-x+50)})
	}
	body, years := simply(span, 1e11).Solve([]Point{{at, load}}), simply(span, 1e11).Solve(all)
	worst := 0.0
	for i, x := range body.Nodes {
		worst = math.Max(worst, math.Abs(body.Moment[i])/modulus/bends(group, deep, false)+math.Abs(years.At(x))/modulus/floor)
	}
	shear := math.Max(body.Reaction[0], body.Reaction[1])
	bolt := b.mm("bolt_m")
	he := b.mm("above_m")
	split := 14 * wide * math.Sqrt(he/(1-he/deep)) * 0.9 / 1.3
	return []Link{{"joist", worst}, {"joist's shear", 1.5 * shear / (wide * deep) / shearAlong},
		{"bolt", load / doubleShear(bolt, wide, heldBy[group])}, {"splitting", shear / split}}
}

// doubleShear is a bolt across the grain of a timber between two steel plates of 6 mm, in N.
func doubleShear(d, thick, gravity float64) float64 {
	const inch, lb = 25.4, 4.4482216152605
	psi := lb / (inch * inch)
	fe := 6100 * math.Pow(gravity, 1.45) / math.Sqrt(d/inch) * psi
	half := Dowel{Side: 87e3 * psi * d, Main: fe * d, SideLong: 6, MainLong: thick / 2, Yield: 45e3 * psi * d * d * d / 6,
		Even: true}
	z, err := half.Load(coarse)
	if err != nil {
		panic(err)
	}
	return math.Min(2*z/(3.2*1.25), fe*d*thick/(4*1.25))
}

func (b build) rings() []Link {
	f := 2.5
	if b.is("swings", "yes") {
		f = 3.5
	}
	load := 0.65 * f * b.weight()
	out := []Link{{"strap", load / (0.7 * b.num("strap_n"))}, {"plate", load / (0.7 * b.num("plate_n"))},
		{"plates aside", load / 2 * 50 / (2 * 40 * 36 / 6.0) / steelAllowed}}
	return append(out, b.joist("", load)...)
}
