package statics

import (
	"math"
	"strings"

	"scrappyrack/core/builds"
)

// stud is a wall's: its width and depth, height, spacing and what lies before it, in mm.
func (b build) stud() (wide, deep, high, apart, lining float64) {
	wide, deep, high, apart, lining = 38, 89, 2400, 600, 25
	if b.is("stud", "63") {
		deep = 63
	}
	r := b.s.Room
	high = float64(r.Over(r.At(b.s.Wall, b.s.At))) * 1000
	if w := r.Walls[b.s.Wall]; w.Spacing > 0 {
		apart = float64(w.Spacing) * 1000
	}
	if l := float64(r.Walls[b.s.Wall].Lining) * 1000; l > 0 {
		lining = l
	}
	return wide, deep, high, apart, lining
}

// ofStud is what a pull off a stud asks of it and its ends.
func (b build) ofStud(n, at, screw float64) []Link {
	wide, deep, high, _, lining := b.stud()
	a := simply(high, 7000*wide*deep*deep*deep/12).Solve([]Point{{at, n}})
	out := []Link{{"stud", a.Peak() / ((wide - screw) * deep * deep / 6) / (bends("", deep, b.wet()) * tenMinutes)}}
	holds := 0.0
	switch b.word("ends") {
	case "upright":
		s := lag("8x125", 38, lining, 0.36, 0.36, deep, false, b.wet())
		holds = 2 * s.Pulled(0)
	case "angle":
		holds = b.num("angle_n")
	default:
		nail := Screw{Nail: true, Thick: 3.1, Root: 3.1, Side: 38, Deep: 52, SideG: 0.36, MainG: 0.36, Wet: b.wet()}
		if b.is("ends", "16d") {
			nail.Thick, nail.Root, nail.Deep = 4.1148, 4.1148, 88.9-38
		}
		holds = 2 * 0.67 * tenMinutes * nail.Sideways()
	}
	return append(out, Link{"stud's ends", math.Max(a.Reaction[0], a.Reaction[1]) / holds})
}

func (b build) bodyBoard() (out []Link) {
	if b.w.Built.Parts == nil || b.s.Room == nil {
		return nil
	}
	w := b.weight()
	f := 2.5 * w
	least := b.num("steep_deg") * math.Pi / 180
	group, left := b.timber(strings.TrimPrefix(b.word("board"), "timber-graded:"))
	out = append(out, Link{"ring", f / (0.7 * b.num("ring_n"))})
	legs := b.is("legs", "yes")
	at := b.mm("ring_m")
	if kind := b.s.Room.Walls[b.s.Wall].Kind; kind == "timber-stud" {
		out = append(out, b.onStuds(f, least, group, left, at, legs)...)
	} else {
		leaf := b.mm("leaf_m")
		high := float64(b.s.Room.Over(b.s.Room.At(b.s.Wall, b.s.At))) * 1000
		if !b.is("units", "concrete") {
			n := f * math.Cos(least)
			a := simply(high, 1e12).Solve([]Point{{at, n}})
			m := a.Peak()
			if !b.is("top_held", "yes") {
				m = n * at
			}
			out = append(out, Link{"leaf", m / (1500 * leaf * leaf / 6) / 0.10})
		}
	}
	if legs {
		apart, long := 300.0, at-70
		v := f // straight down
		upright := simply(apart, 1e11).Solve([]Point{{apart / 2, v}})
		out = append(out, Link{"board over its legs",
			upright.Peak() / (38 * 140 * 140 / 6.0) / (bends(group, 140, b.wet()) * left)},
			Link{"a leg", 0.65 * v / (math.Pi * math.Pi * 7000 * 89 * 38 * 38 * 38 / 12 / (long * long) / 3)},
			Link{"board on a leg", 0.65 * v / (89 * 38) / bears(b.wet())})
	}
	return out
}

// onStuds is a board across three studs as a beam on springs, at both bounds of its stiffness.
func (b build) onStuds(f, least float64, group string, left, at float64, legs bool) (out []Link) {
	wide, deep, high, apart, lining := b.stud()
	if b.is("cut", "yes") {
		lining = 0
	}
	over := lining
	if b.is("ends", "upright") {
		over += 38
	}
	screw := lag(b.word("screw"), 38, over, heldBy[strings.TrimPrefix(b.word("board"), "timber-graded:")], 0.36, deep, true,
		b.wet())
	if b.is("ends", "upright") {
		screw.Gap = 0
	}
	rows := map[float64][]float64{}
	for _, r := range b.rounds("front", "screws") {
		rows[math.Round(r[0])] = append(rows[math.Round(r[0])], r[1]-(at-70))
	}
	if len(rows) != 3 {
		return []Link{{"no three studs are drawn", math.Inf(1)}}
	}
	each := len(rows[0])
	// A stud at its height, and its screws behind one another.
	i := wide * deep * deep * deep / 12
	stud := 3 * 7000 * i * high / (at * at * (high - at) * (high - at))
	hold := 780 * math.Pow(screw.Thick, 0.2) * math.Pow(screw.Deep, 0.4) * float64(each)
	k := 1 / (1/stud + 1/hold)
	ei := elastic[group] * 140 * 38 * 38 * 38 / 12
	for _, pull := range []struct{ n, v float64 }{{f * math.Cos(least), f}, {f * math.Cos(least), f * math.Sin(least)}} {
		beam := func(times float64) Answer {
			s := []Spring{{60, k * times, false}, {60 + apart, k * times, false}, {60 + 2*apart, k * times, false}}
			return Beam{2*apart + 120, ei, s}.Solve([]Point{{60 + apart, pull.n}})
		}
		stiff, soft := beam(2), beam(0.6)
		mid := stiff.Reaction[1]
		out = append(out, b.ofStud(mid, at, screw.Thick)...)
		// Net of what is bored there, as drawn.
		holes := float64(each) * (screw.Thick + 1)
		s1 := (140 - holes) * 38 * 38 / 6
		s2 := net(140, 38, 11, 26, 6)
		out = append(out, Link{"board", soft.Peak() / math.Min(s1, s2) / (bends(group, 38, b.wet()) * left)})
		// The screws of the middle stud: a rigid board that leans on its lower edge.
		e, shear := 68.0, pull.v
		if legs {
			e, shear = 68-19, 0
		}
		share := mid / math.Max(pull.n, 1e-9)
		out = append(out, Link{"screws", leaning(rows[0], pull.n*share, pull.v*share, e, 70, shear*share/float64(each), screw)})
	}
	return out
}

// leaning is how far the hardest of some screws is used that hold a board, heights above its lower edge:
// pulled off by n at a height and turned by v at e off the wall, with a shear on each. The board may lean on
// its lower edge or its upper one; the static theorem lets the screws share as suits best.
func leaning(heights []float64, n, v, e, at, shear float64, s Screw) float64 {
	// The load factor by halves: for a factor, is there a set of pulls within what each may have?
	w, z := s.Pulled(0), s.Sideways()
	feasible := func(f float64) bool {
		if shear*f > z {
			return false
		}
		// The most that a pull may be beside that shear, on the curve.
		most := 0.0
		for t := w; t > 0; t -= w / 400 {
			if s.Used(t, shear*f, 0) <= 1 {
				most = t
				break
			}
		}
		// Pulls T_i in [0, most], contact C ≥ 0 at the lower edge: Σ T = N f + C, Σ T y = N f at + V f e.
		need, moment := n*f, n*f*at+v*f*e
		sumT, sumM := 0.0, 0.0
		for _, y := range heights {
			sumT += most
			sumM += most * y
		}
		if sumT < need || sumM < moment {
			return false
		}
		// Contact at the lower edge takes what is too much; at the upper one it would be turned the other way.
		return true
	}
	lo, hi := 0.0, 50.0
	for range 50 {
		if mid := (lo + hi) / 2; feasible(mid) {
			lo = mid
		} else {
			hi = mid
		}
	}
	return 1 / math.Max(lo, 1e-9)
}

// net is the modulus of the weaker side of a rectangle that is bored through and let in at one face, by
// sums over its layers.
func net(wide, deep, hole, bored, let float64) float64 {
	const layers = 2000
	area, first := 0.0, 0.0
	width := func(y float64) float64 {
		if y > deep-let {
			return wide - bored
		}
		return wide - hole
	}
	d := deep / layers
	for i := range layers {
		y := (float64(i) + 0.5) * d
		area += width(y) * d
		first += width(y) * d * y
	}
	mid, inertia := first/area, 0.0
	for i := range layers {
		y := (float64(i) + 0.5) * d
		inertia += width(y) * d * (y - mid) * (y - mid)
	}
	return inertia / math.Max(mid, deep-mid)
}

func (b build) bandBoard() (out []Link) {
	if b.s.Room == nil {
		return nil
	}
	pull := 1.5 * b.num("pull_n")
	out = append(out, Link{"ring", pull / b.num("ring_n")})
	front := b.marks("front")
	var rings, screws []float64
	for _, m := range front {
		if m.Shape != builds.MarkRound {
			continue
		}
		if strings.HasPrefix(string(m.Link), "ring") {
			rings = append(rings, m.Y*1000)
		} else {
			screws = append(screws, m.Y*1000)
		}
	}
	if b.s.Room.Walls[b.s.Wall].Kind != "timber-stud" {
		leaf, high := b.mm("leaf_m"), float64(b.s.Room.Over(b.s.Room.At(b.s.Wall, b.s.At)))*1000
		for _, r := range rings {
			m := simply(high, 1e12).Solve([]Point{{math.Min(r, high-10), pull}}).Peak()
			if !b.is("top_held", "yes") {
				m = pull * r
			}
			if !b.is("units", "concrete") {
				out = append(out, Link{"leaf", m / (1500 * leaf * leaf / 6) / 0.10})
			}
		}
		return out
	}
	_, deep, _, _, lining := b.stud()
	if b.is("cut", "yes") {
		lining = 0
	}
	over := lining
	if b.is("ends", "upright") {
		over += 38
	}
	s := lag(b.word("screw"), 38, over, 0.36, 0.36, deep, false, b.wet())
	if b.is("ends", "upright") {
		s.Gap = 0
	}
	hold := 780 * math.Pow(s.Thick, 0.2) * math.Pow(s.Deep, 0.4)
	long := 0.0
	for _, y := range append(append([]float64{}, rings...), screws...) {
		long = math.Max(long, y+60)
	}
	for _, r := range rings {
		for _, way := range []struct{ n, v float64 }{{pull, 0}, {0, pull}, {pull / math.Sqrt2, pull / math.Sqrt2}} {
			for _, times := range []float64{0.3, 3} {
				var springs []Spring
				for _, y := range screws {
					springs = append(springs, Spring{y, hold * times, false})
				}
				a := Beam{long, 7000 * 89 * 38 * 38 * 38 / 12, springs}.Solve([]Point{{r, way.n}})
				// Those within 150 mm share what turns and shears.
				var near []int
				sum := 0.0
				for i, y := range screws {
					if math.Abs(y-r) < 150 {
						near = append(near, i)
						sum += y * y
					}
				}
				for i := range screws {
					t, across := math.Max(0, a.Reaction[i]), 0.0
					for _, j := range near {
						if i == j {
							t += way.v * 68 * screws[i] / sum
							across = way.v / float64(len(near))
						}
					}
					out = append(out, Link{"screws", s.Used(t, across, 13)})
				}
			}
			if way.n > 0 {
				out = append(out, b.ofStud(way.n, r, s.Thick)...)
			}
		}
	}
	return out
}
