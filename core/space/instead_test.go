package space_test

import (
	"math"
	"math/rand/v2"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// box is a part of a rectangular room that is low, in m; under 0 stands on the floor.
type box struct{ x0, x1, y0, y1, under float64 }

// gridded is a rectangular room of boxes, looked at every 5 cm.
type gridded struct {
	w, d, ceiling float64
	boxes         []box
}

// has says that a place of a width and depth, either way round, has a height over it. Places
// are looked for from every 5 cm and along the edges of what is low.
func (g gridded) has(height, width, depth float64) bool {
	if g.ceiling < height {
		return false
	}
	xs, ys := []float64{0}, []float64{0}
	for _, b := range g.boxes {
		xs, ys = append(xs, b.x1), append(ys, b.y1)
	}
	for v := 0.05; v < math.Max(g.w, g.d); v += 0.05 {
		xs, ys = append(xs, v), append(ys, v)
	}
	for _, turned := range []bool{false, true} {
		if turned {
			width, depth = depth, width
		}
		for _, x := range xs {
			for _, y := range ys {
				if x < 0 || y < 0 || x+width > g.w+1e-9 || y+depth > g.d+1e-9 {
					continue
				}
				free := true
				for _, b := range g.boxes {
					free = free && (b.under >= height || b.x1 <= x+1e-9 || b.x0 >= x+width-1e-9 || b.y1 <= y+1e-9 || b.y0 >= y+depth-1e-9)
				}
				if free {
					return true
				}
			}
		}
	}
	return false
}

// kneels, sits and lies are what the words take of a room, by pencil, for a stature in m:
// height, and place. On the knees a crown is at 0.754 H and the hands at 0.919 H, on the
// floor at 0.54 H and 0.724 H; a load stands 10 cm over the hands, and 5 cm stay free.
type wanted struct{ height, width, depth float64 }

func pencil(said string, h, shoe float64) []wanted {
	lies := wanted{0.30, h + 0.3, 0.9}
	presses := wanted{0.90, h + 0.3, 0.9}
	kneels := wanted{0.754*h + 0.05, 0.9, 0.6}
	sits := wanted{0.54*h + 0.05, 1.2, 0.6}
	stands := wanted{h + 0.05 + shoe, 0.9, 0.6}
	chair := wanted{0.805*h + 0.05, 0.9, 0.6}
	onKnees := wanted{0.919*h + 0.15, 1.2, 0.9}
	onFloor := wanted{0.724*h + 0.15, 1.2, 0.9}
	overhead := wanted{1.204*h + 0.15 + shoe, 1.2, 0.9}
	bent := wanted{0.984*h + 0.30, 0.8, 0.8}
	jumps := wanted{h + 0.40 + shoe, 1, 1}
	all := map[string][]wanted{
		"kneeling and floor work only; nobody stands upright here":           {kneels, lies},
		"kneeling work only; nobody stands upright here":                     {kneels},
		"work seated or lying on the floor only; nobody stands upright here": {sits, lies},
		"work lying on the floor only; nobody stands upright here":           {lies},
		"work standing":                           {stands},
		"work on a chair":                         {chair},
		"work seated on the floor":                {sits},
		"work lying on the floor":                 {lies},
		"press standing":                          {overhead},
		"press overhead with a load in each hand": {overhead},
		"press kneeling, or seated on the floor":  {onKnees, onFloor},
		"press kneeling":                          {onKnees},
		"press seated on the floor":               {onFloor},
		"presses lying on the floor":              {presses},
		"rows under a low bar, or pull-downs with a band, kneeling": {presses, onKnees},
		"rows under a low bar":                        {presses},
		"pull-downs with a band, kneeling":            {onKnees},
		"pull-downs with a band, seated on the floor": {onFloor},
		"split squats on the level":                   {stands},
		"half-kneeling work":                          {kneels},
		"the same jumps without the rope, knees soft": {jumps},
		"jump with the hands below the head":          {jumps},
		"marching on the spot":                        {stands},
		"step instead of jumping":                     {stands},
	}
	if strings.HasPrefix(said, "a bent-knee hang") {
		return []wanted{bent}
	}
	if cm := regexp.MustCompile(`a step of up to ([0-9.]+) cm`).FindStringSubmatch(said); cm != nil {
		v, _ := strconv.ParseFloat(cm[1], 64)
		return []wanted{{h + v/100 + 0.05 + shoe, 1.2, 0.6}}
	}
	return all[said]
}

// What is offered instead of a use that does not fit is there, with the tape's ± off every
// height, in a room that a grid looks over; and where nothing is, no way round it fits.
func TestWhatIsOfferedInsteadFits(t *testing.T) {
	offered, nothing := map[string]int{}, 0
	round := map[space.Use][]string{
		space.OnTheFloor: {"work lying on the floor", "work standing"},
		space.Kneeling:   {"work seated on the floor", "work lying on the floor"},
		space.FloorPress: {"presses lying on the floor"},
		space.FullHang:   {"a bent-knee hang", "rows under a low bar", "press kneeling", "press seated on the floor"},
		space.StepUp:     {"split squats on the level", "a step of up to 15 cm"},
		space.Rope:       {"marching on the spot"},
	}
	for seed := range uint64(400) {
		rng := rand.New(rand.NewPCG(seed, 21))
		g := gridded{w: 0.9 + 2.4*rng.Float64(), d: 0.7 + 1.9*rng.Float64(), ceiling: 0.5 + 2*rng.Float64()}
		if seed%2 == 0 {
			g.ceiling = 1.6 + 0.9*rng.Float64()
		}
		half := 0.04 * rng.Float64()
		r := space.Rectangle(quantity.Length(g.w), quantity.Length(g.d), quantity.Length(g.ceiling))
		r.CeilingHalf = quantity.Length(half)
		for range rng.IntN(4) {
			x, y, w, d := g.w*rng.Float64(), g.d*rng.Float64(), 0.2+rng.Float64(), 0.2+0.8*rng.Float64()
			b := box{x - w/2, x + w/2, y - d/2, y + d/2, g.ceiling * (0.3 + 0.7*rng.Float64())}
			if rng.IntN(3) == 0 {
				b.under = 0
				r.Things = append(r.Things, space.Thing{ID: "t", Name: "chest", Kind: space.BuiltIn, X: x, Y: -y, Width: quantity.Length(w),
					Depth: quantity.Length(d)})
			} else {
				r.Ceiling.Drops = append(r.Ceiling.Drops, space.Drop{Name: "duct", Outline: plane.Box(x, -y, w, d, 0),
					Under: quantity.Length(b.under)})
			}
			g.boxes = append(g.boxes, b)
		}
		h, shoe := 1.45+0.55*rng.Float64(), 0.03
		a := space.Work([]space.Room{r}, space.Body{Stature: quantity.Length(h), Shoe: quantity.Length(shoe)})
		for _, head := range a.Heads {
			if head.Fits {
				continue
			}
			said := metric(head.Instead)
			if strings.HasPrefix(said, "nothing in its place") {
				nothing++
				for _, way := range round[head.Use] {
					w := pencil(way, h, shoe)[0]
					assert.False(t, g.has(w.height+half+0.002, w.width+0.002, w.depth+0.002), "seed %d: instead of %s one can %s", seed,
						head.Use, way)
				}
				continue
			}
			takes := pencil(said, h, shoe)
			require.NotEmpty(t, takes, "what %q takes is not known here", said)
			offered[regexp.MustCompile(`[0-9.]+`).ReplaceAllString(said, "n")]++
			for _, w := range takes {
				assert.True(t, g.has(w.height+half-0.003, w.width-0.06, w.depth-0.06), "seed %d: instead of %s: %s", seed, head.Use, said)
			}
		}
	}
	assert.Greater(t, len(offered), 15, "%v", offered)
	assert.Greater(t, nothing, 20)
}

// A beam that a body passes under by less than the tape may be off cuts the lane: 2.00 m
// and 1.92 m of beam across the middle of 6 × 2 m, for 1.80 m in soles of 3 cm, which need
// 1.88 m.
func TestTheLaneKeepsTheTapesPlusMinus(t *testing.T) {
	r := space.Rectangle(6, 2, 2.4)
	r.Ceiling.Drops = []space.Drop{{Name: "beam", Outline: plane.Box(3, -1, 0.2, 2, 0), Under: 1.92}}
	b := space.Body{Stature: 1.80, Shoe: 0.03}
	r.CeilingHalf = 0.03
	sure := space.Ask(r, b)
	r.CeilingHalf = 0.05
	unsure := space.Ask(r, b)
	assert.Greater(t, sure.Lane.Length(), 6.0-1e-6)
	assert.Less(t, unsure.Lane.Length(), 3.0)
	assert.Contains(t, r.ExplainLane(unsure, b).Formula, "± to spare")
}
