package builds_test

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// worked is a design that passes in the room of these tests, with other answers.
func worked(t *testing.T, key string, with builds.Values, s builds.Situation) builds.Worked {
	d, err := builds.DesignByKey(key)
	require.NoError(t, err)
	w, err := d.Work(good[key].Over(with), s)
	require.NoError(t, err)
	return w
}

func partOf(t *testing.T, b builds.Built, name string) builds.Part {
	for _, p := range b.Parts {
		if string(p.Name) == name {
			return p
		}
	}
	require.Fail(t, "no such part", "%s in %+v", name, b.Parts)
	return builds.Part{}
}

// Links of what is carried, by hand: a pin with 100 kg, an end of a handle, a sandbag's stitches.
func TestWhatIsCarriedByHand(t *testing.T) {
	pin := builds.LoadingPin{Mass: quantity.Estimate{Value: 100}, Stack: 0.2, Bore: 0.05,
		Eye: builds.Hardware{Kind: builds.MetalLink, Working: 2000}}
	got, err := pin.Build()
	require.NoError(t, err)
	f := 100 * 9.80665 * 2
	assert.InEpsilon(t, f, linkOf(t, got, "eye").Demand, 1e-6)
	assert.InEpsilon(t, f/215e-6, linkOf(t, got, "rod").Demand, 1e-6)
	// Half way between 25 and 50 mm the plates bear, 23.2 mm beyond the nut: 1961.3 · 0.0232/(2π 0.0143)/6e-6.
	assert.InEpsilon(t, 84.4e6, linkOf(t, got, "foot in bending").Demand, 0.002)
	assert.True(t, got.OK())
	pin.Eye = builds.Hardware{Kind: builds.MetalLink}
	got, err = pin.Build()
	require.NoError(t, err)
	assert.EqualValues(t, "eye", got.Weakest().Link.In(quantity.Metric), "an eye without a mark is the weakest, by name")
	pin.Bore = 0.09
	got, err = pin.Build()
	require.NoError(t, err)
	assert.False(t, linkOf(t, got, "foot under the bore").OK(), "plates slip over their foot")
	for field, change := range map[string]func(*builds.LoadingPin){"mass_kg": func(p *builds.LoadingPin) { p.Mass.Value = 0 },
		"stack_m": func(p *builds.LoadingPin) { p.Stack = 2 }, "bore_m": func(p *builds.LoadingPin) { p.Bore = 0.01 }} {
		bad := pin
		change(&bad)
		_, err := bad.Build()
		var at *quantity.FieldError
		require.ErrorAs(t, err, &at)
		assert.Equal(t, field, at.Field)
	}

	handle := builds.FarmerHandle{Pipe: "1-1/4", Arm: 0.5, Mass: quantity.Estimate{Value: 40}, ByBail: true}
	got, err = handle.Build()
	require.NoError(t, err)
	assert.InDelta(t, 20.0/15, linkOf(t, got, "each bail").Use(), 1e-9, "20 kg on a bail that nobody marked")
	handle.ByBail, handle.Strap = false, builds.Hardware{Kind: builds.SewnStrap, Working: 400}
	got, err = handle.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 392.3, linkOf(t, got, "each strap").Demand, 0.001)
	assert.True(t, got.OK())

	// 20 kg cast 25 cm wide: 392.3 N; 196.1 N on each arm at 60 mm, 11.77 N·m over 411 mm³; the pin's ends stand
	// out 21.7 mm: 196.1 · 10.8 over 53.3 mm³; 392.3 N over 2 · 21.7 · 10 mm²; 173 mm high.
	cast, err := builds.CastBlock{Mass: quantity.Estimate{Value: 20}, Wide: 0.25,
		Joint: builds.Hardware{Kind: builds.MetalLink, Working: 1000}}.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 28.6e6, linkOf(t, cast, "arms at their threads").Demand, 0.002)
	assert.InEpsilon(t, 39.8e6, linkOf(t, cast, "pin in bending").Demand, 0.005)
	assert.InEpsilon(t, 0.906e6, linkOf(t, cast, "concrete over the pin").Demand, 0.005)
	assert.InDelta(t, 0.1734, linkOf(t, cast, "cover below the handle").Capacity, 0.0002)
	assert.True(t, cast.OK())

	bag, err := builds.Sandbag{Mass: quantity.Estimate{Value: 90}, Bags: 9, Density: 1.5, Outer: 90,
		Handle: builds.Hardware{Kind: builds.SewnStrap, Working: 3000}}.Build()
	require.NoError(t, err)
	assert.InEpsilon(t, 2*882.6, linkOf(t, bag, "a handle's stitches").Demand, 0.001)
	assert.InDelta(t, 1800, linkOf(t, bag, "a handle's stitches").Capacity, 1e-9)
}

// Each face of a box is cut with its face grain over the dividers: its first measure is the side that its
// strip is worked out along, in any box; and a cut list never turns it.
func TestTheFaceGrainOfABox(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	for range 100 {
		sides := []float64{0.3 + 0.5*r.Float64(), 0.3 + 0.5*r.Float64(), 0.3 + 0.5*r.Float64()}
		slices.Sort(sides)
		x, y, z := sides[0], sides[1], sides[2]
		b := builds.Box{Use: builds.StepOn, Panel: "softwood-plywood",
			Sides: [3]quantity.Length{quantity.Length(x), quantity.Length(y), quantity.Length(z)}, Thickness: 0.018,
			Across: 1 + r.IntN(2), Along: 1 + r.IntN(3), Mu: 0.5, Body: quantity.Estimate{Value: 70}}
		got, err := b.Build()
		require.NoError(t, err)
		// Lying, the dividers along cut the middle side; on its long side those across the shortest.
		large, long := partOf(t, got, "large face"), partOf(t, got, "long face")
		assert.InDelta(t, y, float64(large.Length), 1e-9)
		assert.InDelta(t, z, float64(large.Width), 1e-9)
		assert.InDelta(t, x-0.036, float64(long.Length), 1e-9)
		assert.InDelta(t, x-0.036, float64(partOf(t, got, "end face").Length), 1e-9, "between the liners")
	}
	w := worked(t, "box", builds.Values{}, here())
	bill, err := builds.BillOf(context.Background(), []builds.Built{w.Built}, builds.Prices{Currency: "GBP"}, nil)
	require.NoError(t, err)
	for _, s := range bill.Sheets {
		for _, p := range s.Placed {
			if !bill.Wanted[p.Rect].Grain {
				continue
			}
			assert.InDelta(t, float64(bill.Wanted[p.Rect].Length), float64(p.Length), 1e-9, "%s is turned",
				bill.Wanted[p.Rect].Name)
		}
	}
	// A face that only fits a sheet across its grain is refused by name.
	wide := builds.Built{Parts: []builds.Part{{Name: "wide face", Stock: "softwood-plywood-18", Length: 1.0, Width: 2.0, Count: 1,
		Grain: true}}}
	_, err = builds.BillOf(context.Background(), []builds.Built{wide}, builds.Prices{Currency: "GBP"}, nil)
	var short *builds.Short
	require.ErrorAs(t, err, &short)
	assert.EqualValues(t, "wide face", short.Part.Name.In(quantity.Metric))
	wide.Parts[0].Grain = false
	_, err = builds.BillOf(context.Background(), []builds.Built{wide}, builds.Prices{Currency: "GBP"}, nil)
	assert.NoError(t, err)
}

// Two layers of a platform of any size: each piece comes out of a sheet of 2.44 × 1.22 m along its grain,
// they cover all of it but the gaps, they cross, and joints that run alike are 300 mm apart.
func TestThePlatformsLayers(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 9))
	for i := range 300 {
		long, wide := 1+3*r.Float64(), 0.8+3.2*r.Float64()
		if i == 0 {
			long, wide = 2.44, 1.22
		}
		w := worked(t, "platform", builds.Values{Num: map[string]float64{"long_m": long, "wide_m": wide}}, here())
		below, above := partOf(t, w.Built, "layer below"), partOf(t, w.Built, "layer above, crossed")
		for _, p := range []builds.Part{below, above} {
			assert.True(t, p.Grain)
			assert.LessOrEqual(t, float64(p.Length), 2.44+1e-9)
			assert.LessOrEqual(t, float64(p.Width), 1.22+1e-9)
			covers := float64(p.Length) * float64(p.Width) * float64(p.Count)
			assert.InEpsilon(t, long*wide, covers, 0.015, "%.2f × %.2f", long, wide)
		}
		joints := func(total, piece float64) (out []float64) {
			for at := piece; at < total-0.01; at += piece + 0.003 {
				out = append(out, at)
			}
			return out
		}
		// Below, the length runs along the platform; above, across it.
		apart := func(a, b []float64) {
			for _, x := range a {
				for _, y := range b {
					assert.GreaterOrEqual(t, math.Abs(x-y), 0.3, "%.2f × %.2f", long, wide)
				}
			}
		}
		apart(joints(long, float64(below.Length)), joints(long, float64(above.Width)))
		apart(joints(wide, float64(below.Width)), joints(wide, float64(above.Length)))
	}
}

// A step is as high as it was asked: its legs stand below the tread, whatever it is of.
func TestAStepIsAsHighAsAsked(t *testing.T) {
	for _, stock := range builds.TreadStocks() {
		for _, flare := range []float64{0, 0.03, 0.06} {
			v := builds.Values{Num: map[string]float64{"height_m": 0.45, "flare_m": flare},
				Word: map[string]string{"stock": stock.Key}}
			w := worked(t, "step", v, here())
			leg := partOf(t, w.Built, "leg")
			high := 0.45 - float64(stock.Thickness)
			assert.GreaterOrEqual(t, float64(leg.Length), math.Sqrt(high*high+2*flare*flare), "it can be cut from what is bought")
			assert.Less(t, float64(leg.Length), high+0.05)
			edge := fmt.Sprintf("each %.0f mm along its edges", 1000*math.Sqrt(high*high+2*flare*flare))
			assert.Contains(t, w.Built.Steps[0].Text.In(quantity.Metric), edge)
		}
	}
	w := worked(t, "parallels", builds.Values{}, here())
	post := partOf(t, w.Built, "post")
	assert.InDelta(t, 0.95, float64(post.Length)+0.140-0.040, 1e-9, "grip: foot and post, less the wood above the bar")
}

// Every design says where each of its parts goes, on studs and on brick, whatever was answered. A part
// is named in the steps by its first word, or by the material that it is of.
func TestEveryPartIsNamedInTheSteps(t *testing.T) {
	plain := strings.NewReplacer("'s", "", ",", "", ":", "")
	for _, d := range builds.Designs() {
		for _, base := range []space.Side{{Kind: space.TimberStud, Spacing: 0.406, Offset: 0.3, Lining: 0.0127},
			{Kind: space.Brick}} {
			s := at(d.Key)
			s.Room.Walls[0] = base
			for _, also := range []builds.Values{{},
				{Word: map[string]string{"screwed": "yes", "threaded": "yes", "bail": "yes", "strapped": "yes",
					"support": "chairs", "stock": "pipe-1-1/4"}}, {Word: map[string]string{"support": "brackets"}}} {
				v := good[d.Key].Over(also)
				if d.Key == "step" {
					delete(v.Word, "stock")
				}
				w, err := d.Work(v, s)
				require.NoError(t, err)
				var said []string
				for _, step := range w.Built.Steps {
					said = append(said, strings.ToLower(string(step.Text)))
				}
				text := strings.Join(said, " ")
				for _, p := range w.Built.Parts {
					known := slices.ContainsFunc(strings.Fields(plain.Replace(strings.ToLower(string(p.Name)))),
						func(word string) bool {
							word = strings.TrimSuffix(word, "s")
							return len(word) >= 3 &&
								!slices.Contains([]string{"marked", "one", "two", "four", "eight", "each", "for", "the", "and",
									"with", "over", "wood", "mm"}, word) && strings.Contains(text, word)
						})
					assert.True(t, known, "%s: %s is in no step: %s", d.Key, p.Name, text)
				}
				// On brick nothing is said of studs, on studs nothing of anchors.
				if d.On == builds.OnWall && base.Kind == space.Brick {
					assert.NotRegexp(t, `\bstuds?\b|\blags?\b`, text, d.Key)
				}
				if d.On == builds.OnWall && base.Kind == space.TimberStud {
					assert.NotRegexp(t, regexp.MustCompile(`\banchors?\b`), text, d.Key)
				}
			}
		}
	}
}
