package statics

import (
	"strings"

	"scrappyrack/core/builds"
)

// build is one as it is drawn, cut and answered: lengths in mm, forces in N.
type build struct {
	w builds.Worked
	s builds.Situation
}

func (b build) mm(key string) float64    { return b.w.Values.Num[key] * 1000 }
func (b build) num(key string) float64   { return b.w.Values.Num[key] }
func (b build) word(key string) string   { return b.w.Values.Word[key] }
func (b build) is(key, word string) bool { return b.w.Values.Word[key] == word }
func (b build) wet() bool                { return b.is("wet", "yes") }

// weight is that of the body with its ± and what is worn, in N.
func (b build) weight() float64 {
	return (float64(b.s.Body.Value+b.s.Body.Expanded()) + b.num("worn_kg")) * g
}

// timber is the group that a member may be taken for, and what treatment leaves of it.
func (b build) timber(group string) (string, float64) {
	left := 1.0
	if b.is("timber", "seen") {
		if b.is("ripped", "yes") {
			group = ""
		}
		if b.is("incised", "yes") {
			left = 0.8
		}
	}
	return group, left
}

// marks are those of a figure whose name begins so.
func (b build) marks(figure string) []builds.Stroke {
	for _, f := range b.w.Figures(b.s) {
		if strings.HasPrefix(f.Name, figure) {
			return f.Strokes
		}
	}
	return nil
}

// rounds are the middles of what is round in a figure about a link, in mm.
func (b build) rounds(figure, link string) (out [][2]float64) {
	for _, m := range b.marks(figure) {
		if m.Shape == builds.MarkRound && m.Link == builds.Text(link) {
			out = append(out, [2]float64{m.X * 1000, m.Y * 1000})
		}
	}
	return out
}

// screwsOf are the screws of a lap as it is drawn: small circles of steel.
func (b build) screwsOf(figure string) (out [][2]float64) {
	for _, m := range b.marks(figure) {
		if m.Shape == builds.MarkRound && m.Of == builds.OfSteel && m.W == 0.006 {
			out = append(out, [2]float64{m.X * 1000, m.Y * 1000})
		}
	}
	return out
}

func (b build) part(name string) (builds.Part, bool) {
	for _, p := range b.w.Built.Parts {
		if p.Name == builds.Text(name) {
			return p, true
		}
	}
	return builds.Part{}, false
}

// Judge works a build out by other means: its links with how far they are used, nil for a design that
// there is nothing to work out of.
func Judge(w builds.Worked, s builds.Situation) []Link {
	b := build{w, s}
	switch w.Design.Key {
	case "bar":
		return b.bar()
	case "rings":
		return b.rings()
	case "board-body":
		return b.bodyBoard()
	case "board-bands":
		return b.bandBoard()
	case "box":
		return b.box()
	case "step":
		return b.step()
	case "parallels":
		return b.parallels()
	case "shelf":
		return b.shelf()
	case "pegs":
		return b.pegs()
	case "farmer":
		return b.farmer()
	}
	return nil
}

// simply is a beam on two supports.
func simply(long, stiff float64) Beam {
	return Beam{long, stiff, []Spring{{0, stiffest, false}, {long, stiffest, false}}}
}

func (b build) farmer() []Link {
	m := b.num("mass_kg") * g
	o, i := ring(b.word("pipe"))
	// Held in the middle, both ends loaded; and one end set down while the other hangs.
	arm := b.mm("arm_m")
	a := Beam{2*arm + 200, 200e3 * ringInertia(o, i),
		[]Spring{{arm + 100, stiffest, false}, {arm + 101, stiffest, false}}}.Solve([]Point{{100, m}, {2*arm + 100, m}})
	out := []Link{{"pipe", a.Peak() / ringElastic(o, i) / steelAllowed}}
	if b.is("bail", "yes") {
		return append(out, Link{"bails", b.num("mass_kg") / 2 / 15})
	}
	return append(out, Link{"straps", m / b.num("strap_n")})
}
