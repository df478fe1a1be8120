package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// Peg is a plate peg of pipe on a wall: how far it stands out and how wide its boards are, on whose middle
// line it is, in m; what it carries with its ±.
// Plain, it goes through two boards of 38 mm on each other; Threaded, it is screwed into a flange that is
// bolted to one board. Wet that they get wet.
type Peg struct {
	Pipe          string
	Out, Wide     quantity.Length
	Mass          quantity.Estimate
	Threaded, Wet bool
}

// Around each plain peg eight screws hold the two boards together; a flange's bolts have washers of
// 30 mm behind the board; a peg that bends presses a tenth harder than a stiff one (house values).
const (
	screwsAtPeg             = 8
	bendy                   = 1.1
	fixingHead              = 0.010 // half of the head of a fixing, in m
	besideStud              = 0.080 // of a flange, beside the fixings in the stud, in m
	washerOver, washerInner = 0.030, 0.009
)

// thick is how thick the wood is that a peg is held in.
func (p Peg) thick() quantity.Length {
	if p.Threaded {
		return boardThick
	}
	return 2 * boardThick
}

// Build works a peg out in bending at its root, with all of the load at its end and × 2, at a thread by
// what the thread leaves; and how it is held: a plain one presses on the boards below it in front and
// above it behind, more the further from the middle of both, and tries to part them; a flange draws at
// its bolts. Errors are *quantity.FieldError of pipe, out_m, mass_kg and board. Source: statics;
// ThreadModulus; Joined; EC5 8.1.4; house values.
func (p Peg) Build() (Built, error) {
	pipe, err := PipeBySize(p.Pipe)
	switch {
	case err != nil:
		return Built{}, err
	case !(p.Out > 0.03) || p.Out > 0.4:
		return Built{}, quantity.At("out_m", "a peg stands out from 0.03 to 0.4 m")
	case !(p.Mass.Value > 0) || p.Mass.Value > 200:
		return Built{}, quantity.At("mass_kg", "a peg carries from above 0 to 200 kg")
	case !(p.Wide > pipe.D) || p.Wide > 0.3:
		return Built{}, quantity.At("board", "a board is wider than its peg is thick, and at most 0.3 m")
	}
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return Built{}, err
	}
	load := float64(Weight(p.Mass)) * CarryFactor
	moment, bears := load*float64(p.Out), timberBearing*wetBearing(p.Wet)
	bending := Check{Link: "peg in bending", Demand: moment / pipe.Of(steel).Modulus(), Capacity: steel.Bending, Unit: "Pa",
		Formula: "{2 m} g · out over S", Source: "statics; wall × 0.875"}
	out := Built{
		Title: "Plate peg, " + pipeName(p.Pipe) + " pipe", Hours: [2]float64{2, 3},
		Tools: []Text{"hand saw", "pipe cutter", "file", "drill", "spirit level",
			"stud finder", "detector for cables and pipes", "spanner"},
		Proof: tell("%s hung from each peg in turn for 5 minutes, nobody beneath. Passing raises nothing.",
			kilo(proofMass(p.Mass))),
		ProofOf:  proofMass(p.Mass),
		Inspect:  looked("play, bends, the boards' screws"),
		Cautions: []Text{guidance, "No more on a peg than is written on the board beside it."},
	}
	if p.Threaded {
		bending.Link, bending.Demand, bending.Source = "peg in bending at its thread", moment/ThreadModulus[p.Pipe],
			"statics; section at the root of the thread"
		washer := math.Pi / 4 * (washerOver*washerOver - washerInner*washerInner)
		out.Checks = []Check{bending, {Link: "flange at its bolts", Demand: moment / (2 * (flangeApart + flangeEdge)) / washer,
			Capacity: bears, Unit: "Pa", Formula: "{2 m} g · out, by two bolts about the flange's edge, over a washer of {30 mm}",
			Source: "statics; house value; sizes of flanges from memory"}}
		return out, nil
	}
	t, d := float64(p.thick()), float64(pipe.D)
	middle := load * (float64(p.Out) + t/2)
	each, err := Joined(p.Wet)
	if err != nil {
		return Built{}, err
	}
	front := load/2 + 1.5*middle/t
	_, splitting := splits(boardThick, p.Wide, (p.Wide-pipe.D)/2)
	out.Checks = []Check{
		bending,
		{Link: "boards splitting at a peg", Demand: front, Capacity: splitting, Unit: "N",
			Formula: "what the front board gets against 14 b √(h_e/(1 − h_e/h)) · 0.9/1.3, below the hole",
			Source:  "EC5 8.1.4, from memory"},
		{Link: "boards under a peg", Demand: bendy * (load/(d*t) + 6*middle/(d*t*t)), Capacity: bears, Unit: "Pa",
			Formula: "1.1 (V/(d t) + 6 V (out + t/2)/(d t²))", Source: "statics: a peg in wood that gives evenly; house value"},
		{Link: "boards held together at a peg", Demand: front, Capacity: screwsAtPeg * each, Unit: "N",
			Formula: "V/2 + 1.5 V (out + t/2)/t against eight screws",
			Source:  "statics; general dowel equations, NDS 2018 chapter 12"},
	}
	return out, nil
}

// room is whether the fixings above and below a peg, at a quarter of the boards' width from their edges, are
// four diameters from these and their heads clear of the peg's hole.
func (p Peg) room(fixing quantity.Length) Check {
	need := 4 * float64(fixing)
	if !p.Threaded {
		need = math.Max(need, float64(Schedule40[p.Pipe].D)/2+fixingHead)
	}
	return Check{Link: "room for the fixings", Fits: true, Demand: need, Capacity: float64(p.Wide) / 4, Unit: "m",
		Formula: "4 D from the edge, and clear of the hole, at a quarter of the boards' width",
		Source:  "NDS 2018, lag screws, from memory; geometry"}
}

// beside is whether plates of a diameter hang beside each other on pegs so far apart.
func (p Peg) beside(plate, apart quantity.Length) Check {
	return Check{Link: "plates beside each other", Fits: true, Demand: float64(plate), Capacity: float64(apart), Unit: "m",
		Formula: "the largest plate against what lies between two pegs", Source: "geometry"}
}

// within is whether it fits the plates' bore.
func (p Peg) within(bore quantity.Length) Check {
	return Check{Link: "bore of the plates", Fits: true, Demand: float64(Schedule40[p.Pipe].D), Capacity: float64(bore),
		Unit: "m", Formula: "the pipe's outside against it", Source: "ASME B36.10M, from memory"}
}

// pegBoards are how wide the boards of pegs are, in m.
var pegBoards = map[string]quantity.Length{"89": 0.089, "140": 0.140}

// The screws round a peg stand so far to both sides of it, and a board goes on so far beyond its last peg,
// in m: 50 mm from screw to screw along the grain, and to its end.
const besidePeg, besidePegMore, pegEdge = 0.060, 0.115, quantity.Length(0.165)

// pegRow are pegs on a board over three studs: plates' Bore, the largest Plate, and how High the pegs are, in
// m; Board how wide their boards are.
type pegRow struct {
	Peg
	Wall
	Board             string
	Bore, Plate, High quantity.Length
}

func (r *pegRow) form(f *form) {
	word(f, &r.Pipe, "1-1/4", Ask{Key: "pipe", Label: "Peg, pipe of", Words: pipeWords,
		Help: "A pipe of ¾ in is {26.7 mm} thick, 1 in {33.4 mm}, 1¼ in {42.2 mm}, 1½ in {48.3 mm}."})
	number(f, &r.Bore, 0.05, Ask{Key: "bore_m", Label: "Plates' bore", Kind: quantity.KindThin, Low: 0.02, High: 0.1,
		Help: "{25 to 28 mm}, or {50 mm}: measure it."})
	number(f, &r.Plate, 0.39, metres("plate_m", "Largest plate, across", 0.1, 0.6))
	number(f, &r.Out, 0.12, metres("out_m", "Stands out by", 0.03, 0.4))
	number(f, &r.Mass.Value, 25, Ask{Key: "mass_kg", Label: "One peg carries", Kind: quantity.KindMass, Low: 0.5, High: 200})
	word(f, &r.Board, "140", Ask{Key: "board", Label: "On boards of", Words: pegBoardWords})
	f.yes(&r.Threaded, false, yesNoOf("threaded", "Screwed into a flange", "No: through two boards",
		"A thread leaves under half of the pipe."))
	number(f, &r.High, 1.2, metres("high_m", "Pegs above the floor", 0.1, 2.2))
	r.Wall.form(f, "8x150")
}

var pegBoardWords = words("89", "{38 × 89 mm|2 × 4}", "140", "{38 × 140 mm|2 × 6}")

// peg is one of them, in its boards.
func (r pegRow) peg() Peg {
	p := r.Peg
	p.Wide, p.Wet = pegBoards[r.Board], r.Base.Wet
	return p
}

// long is how long a board of pegs is: over three studs.
func (r pegRow) long() quantity.Length {
	if r.Base.Kind != WoodStuds {
		return 1.2
	}
	return max(1.2, 2*r.Base.Spacing+2*pegEdge)
}

// places are the studs behind a board of pegs, from its middle, or the places of the anchors: a peg at each.
func (r pegRow) places() []quantity.Length {
	if r.Base.Kind != WoodStuds {
		return []quantity.Length{-0.45, 0, 0.45}
	}
	return []quantity.Length{-r.Base.Spacing, 0, r.Base.Spacing}
}

// Build is a row of pegs with what holds it.
func (r pegRow) Build() (Built, error) {
	p, places := r.peg(), r.places()
	out, err := p.Build()
	if err != nil {
		return out, err
	}
	load := float64(Weight(p.Mass)) * CarryFactor
	if p.Threaded { // beyond the last stud it turns the board over it
		load *= 1 + besideStud/float64(places[2])
	}
	more, err := r.carries(load, p.Out+p.thick(), p.thick(), r.High, p.Wide/4, p.Wide*3/4)
	r.onBoards(&out)
	out.Bottom, out.Top = max(0, r.High-r.Plate/2), r.High+0.1
	fixing, _, _ := r.lag()
	out.Checks = append(append(out.Checks, p.beside(r.Plate, places[1]-places[0]), p.within(r.Bore), p.room(fixing),
		Check{Link: "height", Fits: true, Demand: float64(r.High), Capacity: highest, Unit: "m",
			Formula: "{1.5 m} at most, the heaviest lowest", Source: "house rule"}), more...)
	return out, err
}

// onBoards adds what pegs are put together from, and how.
func (r pegRow) onBoards(out *Built) {
	p, places := r.peg(), r.places()
	stock, long, wide := "timber-38x"+r.Board, r.long(), p.Wide
	n, apart, bore := len(places), places[1]-places[0], Schedule40[p.Pipe].D+0.0005
	says := facts{"high": cm(r.High), "low": mm(wide / 4), "up": mm(wide * 3 / 4), "n": n, "apart": mm(apart),
		"near": mm(besidePeg), "far": mm(besidePegMore), "bore": hole(bore)}
	out.Steps = r.Base.found("all three studs")
	if p.Threaded {
		out.Parts = []Part{
			{Name: "peg, threaded at one end", Stock: "pipe-" + p.Pipe, Length: p.Out + flangeThick, Count: n},
			{Name: "board", Stock: stock, Length: long, Count: 1},
			{Name: "floor flange, marked", Stock: "pipe-joint", Count: n},
			{Name: "{M8 × 60|5⁄16 × 2½ in} bolt, four to a flange", Stock: "bolt-m8", Count: 4 * n}, r.screws(2 * n),
		}
		out.Steps = append(out.Steps, pegsInFlanges.with(says)...)
	} else {
		out.Parts = []Part{
			{Name: "peg", Stock: "pipe-" + p.Pipe, Length: p.Out + p.thick(), Count: n},
			{Name: "board, two on each other", Stock: stock, Length: long, Count: 2},
			{Name: "wood screw, eight round each peg and one to pin it", Stock: joinScrew, Count: (screwsAtPeg + 1) * n},
			r.screws(2 * n),
		}
		out.Steps = append(out.Steps, pegsThrough.with(says)...)
	}
	out.Steps = append(out.Steps, pegsTried.with(nil)...)
}

func (r pegRow) changes(Situation) []change {
	board := so("a board of {38 × 140 mm|2 × 6}", func(r *pegRow) { r.Board = "140" })
	plain := so("a plain peg through two boards instead of a thread", func(r *pegRow) { r.Threaded = false })
	low := so("at most {1.4 m} high", func(r *pegRow) { r.High = min(r.High, 1.4) })
	small := so("plates of {39 cm} at the most", func(r *pegRow) { r.Plate = min(r.Plate, 0.39) })
	near := so("pegs that stand out {10 cm}", func(r *pegRow) { r.Out = min(r.Out, 0.10) })
	out := together(board, plain, low, near, small)
	var large change
	for _, size := range pipesUp {
		large = so("pegs of "+pipeName(size)+" pipe", func(r *pegRow) { r.Pipe = size })
		out = append(out, large, large.and(board), large.and(near), plain.and(board).and(large))
	}
	for _, kg := range []quantity.Mass{30, 25, 20, 15, 10} {
		if kg < r.Mass.Value {
			less := so(tell("at most %s on a peg", kilo(kg)), func(r *pegRow) { r.Mass.Value = kg })
			out = append(out, less, less.and(plain).and(board), less.and(low).and(board),
				less.and(plain).and(board).and(near).and(low).and(large))
		}
	}
	return wallChanges(out...)
}

var _ = known(170, of[pegRow]{
	Key: "pegs", Name: "Plate pegs", Does: "plates off the floor", On: OnWall,
	Build:   func(r pegRow, _ Situation) (Built, error) { return r.Build() },
	Changes: pegRow.changes,
	Instead: always[pegRow]("plates flat on the floor, against a wall"),
	Wide:    pegRow.long,
	Studs:   pegRow.places,
	Draw:    pegRow.draw,
})

func (r pegRow) draw(Situation) []Figure {
	p := r.peg()
	out, high, t, d := float64(p.Out), float64(r.High), float64(p.thick()), float64(Schedule40[p.Pipe].D)
	wide, long := float64(p.Wide), float64(r.long())
	front := Figure{Name: "front", Strokes: []Stroke{rect(OfWood, -long/2, high-wide/2, long, wide, "fixings"),
		across(-long/2, high+0.4, long), upward(long/2+0.2, 0, high)}}
	beside := 0.0
	if p.Threaded {
		beside = besideStud
	}
	for i, off := range r.places() {
		x := float64(off)
		if r.Base.Kind == WoodStuds {
			front.Strokes = append(front.Strokes, rect(OfBuilding, x-0.019, 0, 0.038, high+0.3, "").saying([]Text{"", "stud", ""}[i]))
		}
		front.Strokes = append(front.Strokes, round(OfSteel, x+beside, high, d, "peg"),
			round(OfSteel, x, high-wide/4, 0.012, "fixings"), round(OfSteel, x, high+wide/4, 0.012, "fixings"))
		if !p.Threaded {
			for _, off := range []float64{-besidePegMore, -besidePeg, besidePeg, besidePegMore} {
				front.Strokes = append(front.Strokes, round(OfSteel, x+off, high-wide/2+0.025, 0.006, ""),
					round(OfSteel, x+off, high+wide/2-0.025, 0.006, ""))
			}
		}
	}
	front.Strokes = append(front.Strokes, across(0, high-wide/2-0.12, float64(r.places()[2])))
	const rise = 0.087
	side := Figure{Name: "side", Strokes: []Stroke{rect(OfBuilding, -0.05, high-wide, 0.05, 2*wide, "fixings")}}
	for x := 0.0; x < t-1e-6; x += float64(boardThick) {
		side.Strokes = append(side.Strokes, rect(OfWood, x, high-wide/2, float64(boardThick), wide, "boards"))
	}
	from := 0.0
	if p.Threaded {
		from = t
		side.Strokes = append(side.Strokes, rect(OfSteel, t, high-0.045, flangeThick, 0.09, "flange"))
	}
	side.Strokes = append(side.Strokes,
		line(OfSteel, from, high-d/2, t+out-from, (t+out-from)*rise, "peg"),
		line(OfSteel, from, high+d/2, t+out-from, (t+out-from)*rise, "peg"),
		across(t, high+wide+0.03, out), across(0, high-wide-0.03, t).saying("boards"), upward(t+out+0.06, high-wide/2, wide))
	var places []float64
	for _, x := range r.places() {
		places = append(places, float64(x))
	}
	return []Figure{front, side, assembled(p.solids(places, high, long)...), r.fixingDetail(wide, p.thick())}
}

var pegsTried = recipeOf(`
? The pegs tilt up, none turns or pulls out, and the board has no play under a hand. Write on it what a peg carries.
? Hang the proof load from each peg for 5 minutes; look again.
`)

var pegsInFlanges = recipeOf(`
- Bolt a flange to the board at each of [n] places, [apart] from one to the next, each {80 mm} beside where two
  fixings go, to the same side: four bolts in holes of {9 mm hole}, their heads with washers of {30 mm} sunk into the
  back by {10 mm}; a wedge of wood of 5° behind its lower half tilts it up.
- Turn the pegs in until they are tight.
- Fix it level, the pegs [high] above the floor, with two fixings at each of three places: one [low] and one [up] above
  the lower edge.
`)

var pegsThrough = recipeOf(`
- Mark [n] places for pegs on the middle line of a board, [apart] from one to the next, the middle one in its middle.
  Lay the boards on each other and join them with eight {5 × 70 mm|no. 10 × 2¾ in} screws round each place, prebored
  by {3.5 mm hole}: [near] and [far] to either side of it, {25 mm} from both edges.
- Bore a hole of [bore] through both boards at each place, so that it rises by 5° towards the front: {7 mm} over both
  boards.
- Fix it level, the pegs [high] above the floor, with two fixings at each of three places: one [low] and one [up] above
  the lower edge.
- Push each peg in until it meets the wall. From the upper edge of the front board, {10 mm} beside the peg's middle so
  that it passes the fixing, bore {4.5 mm hole} down into the upper wall of the pipe and pin it with a
  {5 × 70 mm|no. 10 × 2¾ in} screw. File the ends round.
`)
