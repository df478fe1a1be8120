package statics

import (
	"flag"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

var (
	count = flag.Int("builds", 200, "how many random builds are worked out both ways")
	seed  = flag.Uint64("seed", 22, "of the random builds")
)

// drawn is a random build of a design: a wall, a body and answers, most of them near what fits.
func drawn(r *rand.Rand, d builds.Design) (builds.Values, builds.Situation) {
	pick := func(some ...float64) quantity.Length { return quantity.Length(some[r.IntN(len(some))]) }
	room := space.Rectangle(6, 4, pick(2.3, 2.44, 2.6, 3))
	room.Holes, room.Roof, room.Floor = space.Drillable, space.Joists, space.Slab
	kind := []space.WallKind{space.TimberStud, space.TimberStud, space.TimberStud, space.Brick, space.HollowBlock,
		space.ConcreteOf}[r.IntN(6)]
	for i := range room.Walls {
		room.Walls[i] = space.Side{Kind: kind}
		if kind == space.TimberStud {
			room.Walls[i] = space.Side{Kind: kind, Spacing: pick(0.406, 0.4, 0.6), Offset: 0.3, Lining: pick(0.0127, 0.025)}
		}
	}
	s := builds.Situation{
		Stature: quantity.Length(1.45 + 0.6*r.Float64()), Body: quantity.Estimate{Value: quantity.Mass(45 + 75*r.Float64())},
		Pull: quantity.Force(60 + 250*r.Float64()), Read: true, Lane: 12, Room: &room, Wall: -1,
	}
	heaviest := quantity.Mass(5 + 40*r.Float64())
	s.Loads = func() builds.Loads { return builds.Loads{Heaviest: heaviest, All: 300} }
	s = d.Stand(&room, s, d.MarkedWell(s))
	v := d.Answered(d.MarkedWell(s), s)
	for _, a := range d.Questions() {
		if a.Hold != "" || a.Least > 0 || a.Text || r.IntN(4) > 0 {
			continue
		}
		switch now := v.Num[a.Key]; {
		case len(a.Words) > 0:
			v.Word[a.Key] = a.Words[r.IntN(len(a.Words))].Key
		case a.Mark: // some too little
			v.Num[a.Key] = math.Round(500 * math.Pow(20, r.Float64()))
		case a.Kind == quantity.KindCount:
			v.Num[a.Key] = math.Round(a.Low + (a.High-a.Low)*r.Float64())
		case now > 0:
			v.Num[a.Key] = math.Max(a.Low, math.Min(a.High, math.Round(now*(0.6+0.9*r.Float64())*1000)/1000))
		default:
			v.Num[a.Key] = math.Round((a.Low+(a.High-a.Low)*r.Float64())*1000) / 1000
		}
	}
	// What would refuse every other one whatever its numbers.
	for _, kept := range [][2]string{{"plate_held", "yes"}, {"overhead", "sawn"}, {"held", "yes"}, {"at_wall", "yes"},
		{"top_held", "yes"}, {"lined", "bare"}, {"blocked", "yes"}, {"cut", "yes"}, {"stud", "89"}} {
		key, word := kept[0], kept[1]
		if _, asked := v.Word[key]; asked && r.IntN(5) > 0 {
			v.Word[key] = word
		}
	}
	if _, hangs := v.Word["overhead"]; hangs {
		for _, at := range []string{"", "joist_"} {
			if _, asked := v.Num[at+"h_m"]; asked {
				v.Num[at+"h_m"], v.Num[at+"span_m"] = float64(pick(0.184, 0.235, 0.286)), 2+2.5*r.Float64()
				v.Num[at+"at_m"], v.Num["above_m"] = 0.3+0.6*r.Float64(), v.Num[at+"h_m"]*(0.5+0.2*r.Float64())
			}
		}
		v.Word["above"], v.Num["joists_m"] = []string{"loft", "room", "stored"}[r.IntN(3)], float64(pick(0.4, 0.406, 0.6))
		v.Num["bolt_m"] = float64(pick(0.010, 0.012, 0.016))
	}
	if v.Word["timber"] == "unfit" || v.Word["timber"] == "unknown" {
		v.Word["timber"] = "bought"
	}
	if kind == space.Brick {
		v.Word["units"] = "solid"
	}
	s = d.Stand(&room, s, v)
	return d.Answered(v, s), s
}

// shrunk is what is left of a failure when as many answers as can be stand as they fit.
func shrunk(d builds.Design, v builds.Values, s builds.Situation, fails func(builds.Values) bool) (out []string) {
	fit := d.Answered(builds.Values{}, s)
	for key := range v.Num {
		less := v.Over(builds.Values{})
		if less.Num[key] = fit.Num[key]; fails(less) {
			v = less
		}
	}
	for key := range v.Word {
		less := v.Over(builds.Values{})
		if less.Word[key] = fit.Word[key]; fails(less) {
			v = less
		}
	}
	for key, n := range v.Num {
		if n != fit.Num[key] {
			out = append(out, fmt.Sprintf("%s %.4g", key, n))
		}
	}
	for key, w := range v.Word {
		if w != fit.Word[key] {
			out = append(out, key+" "+w)
		}
	}
	slices.Sort(out)
	return out
}

// No random build passes that another way of working it out calls short by three parts in a hundred, and
// few are refused that have two fifths to spare.
func TestNoBuildPassesThatIsShort(t *testing.T) {
	r := rand.New(rand.NewPCG(*seed, 1))
	var designs []builds.Design
	for _, d := range builds.Designs() {
		if slices.Contains([]string{"bar", "rings", "board-body", "board-bands", "box", "step", "parallels", "shelf", "pegs",
			"farmer"}, d.Key) {
			designs = append(designs, d)
		}
	}
	require.Len(t, designs, 10)
	passed, short, refused, spare := map[string]int{}, map[string]int{}, map[string]int{}, map[string]int{}
	spared := map[string]int{}
	// Every design its share, and more of one that seldom passes until one does: a pass is what is judged.
	for i, drawnOf := 0, map[string]int{}; i < *count*len(designs); i++ {
		d := designs[i%len(designs)]
		if drawnOf[d.Key] >= *count/len(designs) && passed[d.Key] > 0 {
			continue
		}
		drawnOf[d.Key]++
		v, s := drawn(r, d)
		w, err := d.Work(v, s)
		if err != nil {
			continue
		}
		if w.Built.OK() {
			passed[d.Key]++
			worst := Worst(Judge(w, s))
			if worst.Use > 1.03 || math.IsNaN(worst.Use) {
				short[d.Key]++
				if short[d.Key] <= 3 {
					left := shrunk(d, v, s, func(v builds.Values) bool {
						w, err := d.Work(v, s)
						return err == nil && w.Built.OK() && Worst(Judge(w, s)).Use > 1.03
					})
					t.Errorf("%s passes at %.2f (%s) and is short: %s is used %.2f; %.0f kg, wall %v; %s", d.Key,
						w.Built.Weakest().Use(), w.Built.Weakest().Link, worst.Name, worst.Use, s.Body.Value, s.Room.Walls[0],
						strings.Join(left, ", "))
				}
			}
			continue
		}
		// Refused for its strength alone: nothing of it waits, is said no to or does not fit.
		if slices.ContainsFunc(w.Built.Checks, func(c builds.Check) bool { return c.Refused != "" || c.Fits && !c.OK() }) {
			continue
		}
		refused[d.Key]++
		if links := Judge(w, s); len(links) > 0 && Worst(links).Use < 0.6 {
			spare[d.Key]++
			spared[d.Key+": "+string(w.Built.Weakest().Link)]++
		}
	}
	t.Logf("passed %v, short %v, refused for strength %v, with two fifths to spare %v: %v", passed, short, refused, spare, spared)
	for _, d := range designs {
		assert.Positive(t, passed[d.Key], d.Key)
	}
	all, many := 0, 0
	for _, n := range refused {
		all += n
	}
	for _, n := range spare {
		many += n
	}
	assert.LessOrEqual(t, many, all/20+1, "%v", spared)
}
