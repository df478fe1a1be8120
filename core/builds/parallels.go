package builds

import (
	"math"
	"slices"

	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

// Parallels are a pair of bars of pipe, low for push-ups or high for dips: Length of each bar from
// the middle of one upright to that of the other, Height of the top of the grip, Wide how long the
// feet across are, of 38 × 140, in m. Uprights are posts of 38 × 89 with the bar through them, braced both
// ways; or, where Screwed, of pipe in flanges; Wet that they get wet. Mu is the friction with the floor;
// Body with what is worn; Joint each joint of the pipes as it is marked: one of unknown make is never in a
// body's load path.
type Parallels struct {
	Pipe                 string
	Length, Height, Wide quantity.Length
	Screwed, Wet         bool
	Stamped              bool // its feet are stamped No. 2
	Mu                   float64
	Body                 quantity.Estimate
	Joint                Hardware
	Timber               Timber
}

// House values of parallels: from dips on a bar is high, a base is at least half as wide as high
// and half a metre deep, and no thread sees more than 30 MPa of a load that comes and goes. Posts are
// propped at 0.7 of the height, by a strut that begins 100 mm inside of the end of its foot and ends 50 mm
// beyond the middle of its post; wood stands 40 mm above a bar and a bar 30 mm beyond its posts. The rubber
// under a foot is 30 mm inside of its ends. A flange's screws stand 45 mm apart, 18 mm inside of its edge.
const (
	dipHeight, leastBase                 = 0.6, 0.5
	leastDeep, lowDeep                   = 0.5, 0.2
	threadFatigue                        = 30e6
	propped, leftToStrut                 = 0.7, 0.2
	overBar, beyondPost                  = 0.040, 0.030
	strutEnd, rubberEnds, strutBeyond    = 0.100, 0.060, 0.050
	flangeApart, flangeEdge, flangeThick = 0.045, 0.018, 0.008
	usualGrip, lowestPost                = 0.47, 0.30
)

// footWide is how wide the boards of the feet are, in m.
const footWide quantity.Length = 0.140

// outside is how thick its pipe is, in m.
func (p Parallels) outside() float64 { return float64(Schedule40[p.Pipe].D) }

// Depth is how far one reaches along its bar, over its feet.
func (p Parallels) Depth() quantity.Length {
	if p.Screwed {
		return p.Length + footWide // they lie flat
	}
	return p.Length + boardThick
}

// post is how long a post is, from the foot that it stands on to its head.
func (p Parallels) post() float64 {
	return float64(p.Height) + overBar - float64(footWide)
}

// prop is how high on its post a strut ends above the floor, and how far beside the post it begins.
func (p Parallels) prop() (high, beside float64) {
	return propped * float64(p.Height), float64(p.Wide)/2 - strutEnd
}

// force is what is on one bar, factored, in N.
func (p Parallels) force() float64 { return float64(Weight(p.Body)) * PersonFactor / 2 }

// strutPull is what runs along a strut, in N: what pushes at the grip asks, and what a foot that sags under
// its post leaves to the strut beside it.
func (p Parallels) strutPull() float64 {
	high, beside := p.prop()
	h, foot := float64(p.Height), float64(footWide)
	return slideSway*p.force()*(h-foot)/(high-foot)*math.Hypot(high, beside)/beside + leftToStrut*p.force()
}

// strutOn is how a strut lies on its foot and on its post.
func (p Parallels) strutOn() (foot, post Lap) {
	high, beside := p.prop()
	lean := math.Atan2(beside, high-float64(footWide)/2) * 180 / math.Pi
	each, _ := Joined(p.Wet)
	pull := p.strutPull()
	holds := func(at []Spot) bool { return pull <= lapShare*float64(len(at))*each }
	foot = Lap{Wide: boardWide, Other: footWide, Angle: 90 - lean, Flush: true, Ends: [2]quantity.Length{strutEnd, 0}}
	post = Lap{Wide: boardWide, Other: boardWide, Angle: lean, Out: strutBeyond}
	return foot.enough(holds), post.enough(holds)
}

// brace is that along the bar, on the narrow sides of the posts: of a wider board where a usual one does not
// hold.
func (p Parallels) brace() Brace {
	b := p.braceOf(boardWide)
	if screws, _, _, err := b.Checks(1, 1); err != nil || !screws.OK() {
		return p.braceOf(footWide)
	}
	return b
}

func (p Parallels) braceOf(wide quantity.Length) Brace {
	push := slideSway * p.force()
	h := float64(p.Height)
	below := laidOff(p.post())
	return Brace{
		Name: "brace along the bar", Push: push, High: h, Low: float64(footWide) + below,
		Upper: h - p.outside()/2 - overBar - below/2, Wide: float64(p.Length), Wet: p.Wet,
		Lap: Lap{Wide: wide, Other: boardThick, Flush: true, Out: standsOut,
			Ends: [2]quantity.Length{quantity.Length(below), 0}},
	}
}

// Mass is what one weighs, in kg: no more than it does.
func (p Parallels) Mass() quantity.Mass {
	steel := Schedule40[p.Pipe]
	pipe, wood := float64(p.Length), 2*float64(p.Wide*footWide/boardWide)
	if p.Screwed {
		pipe += 2 * float64(p.Height-boardThick)
	} else {
		high, beside := p.prop()
		wood += 2*p.post() + 2*math.Hypot(high, beside) + 2*float64(p.Depth()) + float64(p.brace().long())
	}
	inside := float64(steel.D - 2*steel.Wall)
	ring := math.Pi / 4 * (p.outside()*p.outside() - inside*inside)
	return quantity.Mass(7850*ring*pipe*thinWall + lightTimber*float64(boardThick*boardWide)*wood)
}

// Build works one bar out under half of the body × 2.5 and 0.15 of it sideways, a hand anywhere on it:
// the bar, its uprights and how they are held, its feet, tipping and sliding. Errors are
// *quantity.FieldError of pipe, length_m, height_m, wide_m, mu and body_kg. Source: Span,
// ThreadModulus, Standing, Joined; house values.
func (p Parallels) Build() (Built, error) {
	section, pipe := PipeBySize(p.Pipe)
	if err := first(pipe, fits(&p)); err != nil {
		return Built{}, err
	}
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return Built{}, err
	}
	f := Weight(p.Body) * PersonFactor / 2
	a, err := Span{Section: section, Material: steel, Length: p.Length, Hands: []quantity.Length{p.Length / 2}, Load: f}.Check()
	if err != nil {
		return Built{}, err
	}
	deep, mass := p.Depth(), p.Mass()
	s := Standing{Height: p.Height, Width: p.Wide, Inside: p.Wide / 2, Mass: mass, Mu: p.Mu}
	along := Standing{Height: p.Height, Width: deep, Inside: deep/2 - p.Length/6, Mass: mass, Mu: p.Mu}
	base := Check{Link: "base against its height", Fits: true, Demand: leastBase * float64(p.Height), Capacity: float64(p.Wide),
		Unit: "m", Formula: "at least half as wide as high", Source: "house rule"}
	depth := Check{Link: "base, its depth", Fits: true, Demand: leastDeep, Capacity: float64(deep), Unit: "m",
		Formula: "at least {0.5 m} along the bar where dips are done", Source: "house rule"}
	if p.Height < dipHeight {
		depth.Demand, depth.Formula = lowDeep, "at least {0.2 m} along the bar"
	}
	out := Built{
		Floor: 2 * float64(p.Wide*deep), OnFloor: p.Body,
		Title: "Parallels", Hours: [2]float64{1, 2}, Mass: 2 * mass,
		Checks: []Check{
			{Link: "bar in bending", Demand: a.Stress, Capacity: a.Allowable, Unit: "Pa", Formula: "F/2 · length/4 over S",
				Source: "statics; strength of " + steel.Name},
			{Link: "bar's sag", Demand: a.Deflection, Capacity: float64(p.Length) / sag, Unit: "m", Formula: "at most length/60",
				Source: "house value"},
			base, depth,
			{Link: "tipping", Demand: s.Tips(f), Capacity: 1, Formula: "1.5 · 0.1 F h over F B/2 + W B/2",
				Source: "statics; house factors"},
			{Link: "tipping along the bar", Demand: along.Tips(f), Capacity: 1, Formula: "the same, a hand at a third of the bar",
				Source: "statics; house factors"},
			{Link: "sliding", Demand: s.Slides(f), Capacity: 1, Formula: "0.15 F over μ (F + W)", Source: "statics; house factors"},
		},
		Tools: []Text{"hand saw", "pipe cutter", "file", "drill", "square"},
		Proof: tell("%s shared by both bars, then %s on one, 5 minutes each, nobody beneath. Never a person. Passing "+
			"raises nothing.", kilo(proofMass(p.Body)), kilo(0.75*float64(p.Body.Value+p.Body.Expanded()))),
		ProofOf: proofMass(p.Body),
		Inspect: looked("play, cracks, screws, threads, worn feet"),
		Cautions: []Text{guidance, "Both stand apart by the width of the shoulders and a hand; no swinging.",
			"Hands in the middle third of a bar, never at its ends."},
	}
	var own []Check
	if p.Screwed {
		own, err = p.inFlanges(float64(f), &out)
	} else {
		out.Checks = append(out.Checks, p.Timber.gate(boardWide))
		own, err = p.onPosts(float64(f), &out)
	}
	out.Checks = append(out.Checks, own...)
	out.Steps = append(out.Steps,
		parallelsInUse.with(nil)...)
	return out, err
}

// mounting is what one post gets of a body that leans on one end of one bar as it gets on, of what a hand
// gets: all of it (house value).
const mounting = 2.0

// onPosts are the links of posts of timber under F newtons on one of them and 0.15 of it sideways at
// the grip, and under a body that gets on at one end, with their parts and steps.
func (p Parallels) onPosts(f float64, out *Built) ([]Check, error) {
	if low := p.Height < lowestPost; low {
		p.Height = lowestPost
		checks, err := p.onPosts(f, out)
		return append(checks, Check{Link: "posts under the bar, their height", Capacity: 1,
			Formula: tell("%s at least", metre(lowestPost, 1)), Source: "geometry",
			Refused: "no post fits under a bar this low: pipe in flanges"}), err
	}
	h, wide, foot := float64(p.Height), float64(p.Wide), float64(footWide)
	onEdge := Section{Shape: Rect, B: boardThick, H: footWide}
	high, beside := p.prop()
	each, err := Joined(p.Wet)
	if err != nil {
		return nil, err
	}
	wood, err := MaterialByKey("timber-unknown")
	if err != nil {
		return nil, err
	}
	wood = wood.Damp(p.Wet)
	if p.Timber.Incised {
		wood.Bending *= incised
	}
	feet, stock := wood, "timber-38x140"
	if p.Stamped {
		stock += "-graded"
		if feet, err = p.Timber.material("timber-graded:spruce-pine-fir", p.Wet); err != nil {
			return nil, err
		}
	}
	push, allowed, mounts := slideSway*f, wood.Allowable(boardWide), mounting*f
	long, strut := math.Hypot(high, beside), p.strutPull()
	onFoot, onPost := p.strutOn()
	struts := min(len(onFoot.spots()), len(onPost.spots()))
	slim := Section{Shape: Rect, B: boardWide, H: boardThick}
	brace, bends, spots, err := p.brace().Checks(slim.Modulus(), wood.Allowable(boardWide))
	if err != nil {
		return nil, err
	}
	bends.Link = "posts along the bar"
	over := wide - rubberEnds // between the rubber under a foot's ends
	checks := []Check{
		{Link: "posts under the bar", Demand: mounts / (float64(boardThick) * p.outside()),
			Capacity: timberBearing * wetBearing(p.Wet), Unit: "Pa", Formula: "all of F at one end over the hole's width",
			Source: "house value"},
		{Link: "posts as columns", Demand: mounts, Capacity: Slim(p.post()), Unit: "N",
			Formula: "all of F on one against π² E I/L² over 3", Source: "Euler; house factor"},
		{Link: "posts in bending", Demand: push * (h - high) / board2x4.Modulus(), Capacity: allowed, Unit: "Pa",
			Formula: "0.15 F above the strut, over S", Source: "statics; strength of " + wood.Name},
		{Link: "strut at its screws", Demand: strut, Capacity: lapShare * float64(struts) * each, Unit: "N",
			Formula: tell("what 0.15 F at the grip asks and a fifth of F, along it, against 0.95 of %d screws at an end", struts),
			Source:  "statics; general dowel equations, NDS 2018 chapter 12"},
		{Link: "strut as a column", Demand: strut, Capacity: Slim(long), Unit: "N", Formula: "the same against π² E I/L² over 3",
			Source: "Euler; house factor"},
		brace, bends,
		{Link: "feet in bending", Demand: math.Max(f/2+push*h/over, mounts/2) * over / 2 / onEdge.Modulus(),
			Capacity: feet.Allowable(footWide), Unit: "Pa",
			Formula: "half of F/2 and what tips it, or half of F, at one end, over S on edge",
			Source:  "statics; strength of " + feet.Name},
		{Link: "feet under the posts", Demand: mounts / float64(boardThick*boardWide),
			Capacity: timberBearing * wetBearing(p.Wet), Unit: "Pa", Formula: "all of F on one over its end",
			Source: "house value, across the grain"},
	}
	bore := p.outside()/2 + overBar
	timber := func(name Text, long float64, count int) Part {
		return Part{Name: name, Stock: "timber-38x89", Length: sawn(long), Count: count}
	}
	block := math.Min(0.25, p.post()+foot-2*bore)
	out.Hours = [2]float64{3, 5}
	out.Parts = []Part{
		{Name: "bar", Stock: "pipe-" + p.Pipe, Length: sawn(float64(p.Length+boardThick) + 2*beyondPost), Count: 2},
		{Name: "post", Stock: "timber-38x89", Length: quantity.Length(p.post()), Count: 4},
		{Name: "foot", Stock: stock, Length: p.Wide, Count: 4},
		timber("strut", long+float64(footWide)+strutBeyond, 4), timber("rail between the feet", float64(p.Depth()), 4),
		{Name: "brace along the bar", Stock: map[bool]string{true: "timber-38x140", false: "timber-38x89"}[p.brace().Lap.Wide > boardWide],
			Length: p.brace().long(), Count: 2},
		timber("block over post and foot", block, 4),
	}
	screws := 4*2*struts + 2*2*len(spots) + 4*4 + 4*2*2
	out.Parts = append(out.Parts, Part{Name: "wood screw", Stock: joinScrew, Count: screws},
		Part{Name: "wood screw through the head of a post", Stock: "screw-4.5x50", Count: 4},
		Part{Name: "rubber foot", Stock: "rubber-foot", Count: 8})
	out.Steps = slices.Concat(parallelsFrames.with(facts{"below": mm(bore), "bore": hole(p.outside() + 0.0005),
		"inside": mm(strutEnd), "high": cm(high), "beyond": mm(strutBeyond), "screws": struts}),
		[]Step{onFoot.told("strut on its foot"), onPost.told("strut on its post")},
		parallelsJoined.with(facts{"length": mm(p.Length), "low": cm(p.brace().Low),
			"upper": cm(p.brace().Upper), "screws": len(spots)}),
		[]Step{p.brace().lap().told("brace on a post")},
		parallelsBars.with(facts{"out": mm(beyondPost)}))
	return checks, nil
}

// inFlanges are the links of uprights of pipe under F newtons on one of them and 0.15 of it sideways
// at the grip, with their parts and steps.
func (p Parallels) inFlanges(f float64, out *Built) ([]Check, error) {
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return nil, err
	}
	wood, err := MaterialByKey("timber-unknown")
	if err != nil {
		return nil, err
	}
	wood = wood.Damp(p.Wet)
	push, h := slideSway*f, float64(p.Height)
	// Sideways at the grip, the two uprights of a bar share it at their threads.
	stress := push / PersonFactor * h / 2 / ThreadModulus[p.Pipe]
	joint, why := p.Joint.Capacity(true)
	short := Fixing{Kind: WoodScrew, Diameter: 0.004, Penetration: 0.035 - flangeThick - 2*0.004, Gravity: Gravities[""],
		Wet: p.Wet}
	holds, err := short.Withdrawal()
	if err != nil {
		return nil, err
	}
	sideways, _, err := short.Sideways(Lateral{Side: flangeThick, SideGravity: Gravities[""]})
	if err != nil {
		return nil, err
	}
	flat := Section{Shape: Rect, B: footWide, H: boardThick}
	over := float64(p.Wide) - rubberEnds
	pulled := push * h / (2 * (flangeApart + flangeEdge)) // by the two screws on one side
	out.Parts = []Part{
		{Name: "bar", Stock: "pipe-" + p.Pipe, Length: p.Length, Count: 2},
		{Name: "upright", Stock: "pipe-" + p.Pipe, Length: p.Height - boardThick, Count: 4},
		{Name: "foot", Stock: "timber-38x140", Length: p.Wide, Count: 4},
		{Name: "rubber foot", Stock: "rubber-foot", Count: 8},
		{Name: "joint of bar and upright, marked", Stock: "pipe-joint", Count: 4},
		{Name: "floor flange, marked", Stock: "pipe-joint", Count: 4},
		{Name: "wood screw, four to a flange", Stock: "screw-4x35", Count: 16},
	}
	out.Steps = parallelsPipes.with(facts{"high": cm(h), "length": cm(p.Length)})
	return []Check{
		{Link: "each joint of the pipes", Demand: mounting * f, Capacity: joint, Unit: "N",
			Formula: "all of F at one end of a bar against its mark", Source: "its maker", Refused: why},
		{Link: "threads of the uprights", Demand: stress * PersonFactor, Capacity: steel.Bending, Unit: "Pa",
			Formula: "0.15 F h/2 over S at the thread's root", Source: "statics; section at the root of the thread"},
		{Link: "threads, coming and going", Demand: stress, Capacity: threadFatigue, Unit: "Pa",
			Formula: "the same, not factored", Source: "house value"},
		{Link: "flanges at their screws", Demand: short.Both(pulled, push/4, math.Min(holds.Thread, holds.Steel), sideways),
			Capacity: 1, Formula: "0.15 F h on one flange, by two of its screws about its edge, with 0.15 F across",
			Source: "NDS 2018 chapter 12; sizes of flanges from memory"},
		{Link: "feet in bending", Demand: math.Max(f/2+push*h/over, mounting*f/2) * over / 2 / flat.Modulus(),
			Capacity: wood.Allowable(boardThick), Unit: "Pa",
			Formula: "half of F/2 and what tips it, or half of F, at one end, over S lying flat",
			Source:  "statics; strength of " + wood.Name},
	}, nil
}

func (p Parallels) changes(Situation) []change {
	h := p.Height
	base := func(part quantity.Length, words Text) change {
		return so(words, func(p *Parallels) { p.Wide = max(0.25, part*h) })
	}
	longer := so(tell("bars %s long", metre(usualGrip, 2)), func(p *Parallels) { p.Length = usualGrip })
	half, more := base(leastBase, "a base half as wide as it is high"), base(0.65, "a base 0.65 as wide as it is high")
	posts := so("posts of timber instead of pipe in flanges", func(p *Parallels) { p.Screwed = false })
	out := together(rubberFeet, half)
	if h < lowestPost {
		low := so("pipe in flanges instead of posts of timber", func(p *Parallels) { p.Screwed = true })
		out = append(out, low, low.and(half), low.and(rubberFeet), low.and(half).and(rubberFeet))
	}
	for _, c := range [][]change{{more}, {longer}, {posts}, {half, posts}, {half, longer}, {posts, longer}, {half, longer, posts},
		{half, longer, posts, rubberFeet}, {more, longer, posts, rubberFeet}} {
		all := change{}
		for _, one := range c {
			all = all.and(one)
		}
		out = append(out, all)
	}
	if !p.Stamped && !p.Screwed {
		stamped := so("feet stamped No. 2", func(p *Parallels) { p.Stamped = true })
		out = append(out, stamped, stamped.and(half), stamped.and(rubberFeet), stamped.and(longer))
	}
	n := len(out)
	for _, size := range pipesUp {
		pipe := so(pipeName(size)+" pipe", func(p *Parallels) { p.Pipe = size })
		out = append(out, pipe)
		for _, c := range out[n-3 : n] {
			out = append(out, c.and(pipe))
		}
	}
	return out
}

func (p *Parallels) form(f *form) {
	word(f, &p.Pipe, "1-1/4", Ask{Key: "pipe", Label: "Bar, pipe of schedule 40", Words: pipeWords})
	number(f, &p.Height, 0.95, metres("height_m", "Grip above the floor", 0.08, 1.3))
	number(f, &p.Length, usualGrip, metres("length_m", "Bar, between its uprights", 0.2, 1.2))
	number(f, &p.Wide, 0.6, metres("wide_m", "Feet across, long", 0.2, 1.5))
	f.yes(&p.Screwed, false, yesNoOf("screwed", "Uprights of pipe in flanges", "No: posts of timber, braced",
		"For low bars: a thread leaves under half of the pipe."))
	f.only(p.Screwed, func() { p.Joint.asked(f, MetalLink, marked("joint_n", "Each joint of its pipes is marked with")) })
	f.only(!p.Screwed, func() {
		f.yes(&p.Stamped, false, yesNoOf("stamped", "Feet stamped No. 2", "No, or not known", "For a heavy body: feet bend the most."))
	})
	number(f, &p.Mu, 0.5, friction)
	p.Timber.form(f)
	f.yes(&p.Wet, f.s.outside(), damp)
	f.body(&p.Body)
}

func (p *Parallels) grips() *float64 { return &p.Mu }

var _ = known(80, of[Parallels]{
	Key: "parallels", Name: "Parallels", Does: "dips, or push-ups with straight wrists", On: OnFloor,
	Build:   func(p Parallels, _ Situation) (Built, error) { return p.Build() },
	Changes: Parallels.changes,
	Instead: always[Parallels]("push-ups on the floor or on a fixed counter; dips between two fixed counters"),
	Gives: func(p Parallels, _ Situation) []capability.Supply {
		if p.Height < dipHeight {
			return nil
		}
		return []capability.Supply{limited(capability.Of(capability.DipEdge))}
	},
	Draw: Parallels.draw,
})

var parallelsInUse = recipeOf(`
- Mark the middle third of each bar: the hands go there.
? Put each on the real floor: its feet down, nothing rocks.
? Push at the grip with a hand, across and along: it sways {10 mm} at most.
? Lay the proof load on both, then 0.75 of the body on one; look again.
`)

var parallelsFrames = recipeOf(`
- Cut the posts of one length, to {1 mm}. [below] below the head of each, in the middle of its wide side, bore a hole
  of [bore].
- Lay a foot on edge and stand a post on the middle of it, wide sides flush; screw a block over both on one side, two
  screws into each. All {5 × 70 mm|no. 10 × 2¾ in} screws go through one board into the next, prebored by {3.5 mm
  hole}.
- On the other side screw on the strut: its middle crosses that of the foot [inside] inside its end and that of the
  post [high] above the floor, and it ends [beyond] beyond; [screws] screws at each end as drawn. Saw it off
  along the foot. Make another frame with its strut to the other side.
`)

var parallelsJoined = recipeOf(`
- Stand the two frames up, [length] from the middle of one post to that of the other, their struts outside. Screw a
  rail on top of both feet at each side, flush with their ends, two screws into each foot.
- Screw the brace on the narrow sides of the posts: its middle crosses one [low] above the floor, the other [upper];
  [screws] screws at each end as drawn; it stands out {25 mm}, its corners round.
`)

var parallelsBars = recipeOf(`
- Push the bar through both posts so that it stands out [out] at each side; file its ends. From the head of
  each post bore {4.5 mm hole} down into the upper wall of the pipe and pin it with a {4.5 × 50 mm|no. 9 × 2 in}
  screw.
- Press a rubber foot on under both ends of every foot. The other bar is built alike.
`)

var parallelsPipes = recipeOf(`
- Lay the joints out before anything is cut: with what they take up, the grip is [high] above the floor and the uprights
  are [length] apart. Have the pipes cut and threaded at the merchant's; file every edge that a hand may touch.
- Turn the bar into two joints, an upright into each, a flange on each, until all are tight: both uprights lie in one
  plane, both flanges in another.
- Lay the feet flat, across the bar, and screw a flange on the middle of each: four screws, prebored by {2.5 mm
  hole}.
- Press a rubber foot on under both ends of every foot. The other bar is built alike.
`)
