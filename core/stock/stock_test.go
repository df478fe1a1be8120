package stock_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/core/stock"
)

// shed is four jugs of 4 L with 2 L in each: three from one sack of sand, one of the table's sand.
func shed(t *testing.T) stock.Said {
	t.Helper()
	sand, err := material.FillingByKey("dry-sand")
	require.NoError(t, err)
	jug, err := load.KindByKey("jug")
	require.NoError(t, err)
	sack := sand
	sack.Key, sack.Name = "sack", "sack"
	said := stock.Said{Batches: []material.Filling{sack}}
	for i := range 4 {
		said.Containers = append(said.Containers, stock.Container{Filling: "sack", Container: load.Container{
			ID: fmt.Sprint("jug-", i), Name: fmt.Sprint("jug ", i), Kind: jug, Closure: load.Sealed, Volume: 2,
			Vessel: load.Vessel{Tare: 0.1, Capacity: 4, Rating: jug.Limit, Profile: load.Prism{Capacity: 4, Height: 0.25}}}})
	}
	said.Containers[3].Filling = "dry-sand"
	return said
}

func weighing(id, container string, volume quantity.Volume, kg quantity.Mass) stock.Weighing {
	return stock.Weighing{ID: id, Container: container, At: 1000, Filling: "sack", Volume: volume, Readings: []quantity.Mass{kg},
		Scale: load.Scale{Key: load.AnyScale, Name: "hanging scale", Resolution: 0.01, Accuracy: 0.05}}
}

// check holds what is said against itself.
func check(said stock.Said) error {
	s := stock.Take(said)
	return s.Check(func(id string) *stock.Filled {
		at, _ := s.Find(id)
		return stock.Fill(s.Containers[at])
	})
}

func massOf(t *testing.T, s *stock.Stock, id string) quantity.Estimate {
	t.Helper()
	at, ok := s.Find(id)
	require.True(t, ok, id)
	require.NoError(t, s.Problems[at])
	c := s.Containers[at]
	return s.Loaded(c, s.LastWeighed(), stock.Fill(c)).Mass
}

// One that contradicts the rest is kept and left out, until it is said to count.
func TestAContradictionIsLeftOutUntilItIsSaidToCount(t *testing.T) {
	said := shed(t)
	said.Weighings = []stock.Weighing{weighing("a", "jug-0", 2, 3.1), weighing("b", "jug-1", 2, 3.12), weighing("c", "jug-2", 2, 2.2)}
	require.NoError(t, check(said), "it is kept: who knows which is right")
	rho := func(v stock.Verdict) float64 {
		said.Weighings[2].Verdict = v
		return float64(stock.Take(said).Batches[0].Filling.Typical)
	}
	without := rho(stock.Auto)
	assert.InDelta(t, 1.505, without, 0.01)
	assert.Less(t, rho(stock.Counts), without-0.05)
	assert.InDelta(t, without, rho(stock.Aside), 1e-12)
}

func TestTheEmptyJugOnTheScaleIsTheTare(t *testing.T) {
	said := shed(t)
	empty := weighing("w", "jug-1", 0, 0.131)
	empty.Scale = load.Scale{Key: load.Kitchen, Name: "kitchen scale", Resolution: 0.001, Accuracy: 0.003}
	said.Weighings = []stock.Weighing{empty}
	s := stock.Take(said)
	assert.InDelta(t, 0.131+2*1.5, float64(massOf(t, s, "jug-1").Value), 1e-12)
	assert.InDelta(t, 0.1+2*1.5, float64(massOf(t, s, "jug-2").Value), 1e-12)
	assert.Empty(t, s.LastWeighed(), "the empty jug's weight says nothing of when to weigh it full")
}

// A backpack in a duffel, with tins: masses add up through both.
func TestBagsNest(t *testing.T) {
	said := shed(t)
	bag := func(id, kind string, tare quantity.Mass, capacity, stuffed quantity.Volume, packed ...stock.Packed) stock.Container {
		k, err := load.KindByKey(kind)
		require.NoError(t, err)
		return stock.Container{Filling: "stuffing", Packed: packed, Container: load.Container{ID: id, Name: id, Kind: k,
			Closure: load.Zipped, Volume: stuffed, Vessel: load.Vessel{Tare: tare, Capacity: capacity, Rating: k.Limit,
				Profile: load.Prism{Capacity: capacity, Height: 0.4}}}}
	}
	said.Things = []stock.Thing{{ID: "tin", Name: "tin", Mass: 0.5, Half: 0.02, Volume: 0.45, Count: 10, Spare: true}}
	said.Containers = append(said.Containers,
		bag("duffel", "duffel", 1, 60, 0, stock.Packed{Thing: "pack", Count: 1}, stock.Packed{Thing: "tin", Count: 4}),
		bag("pack", "backpack", 0.7, 22, 5, stock.Packed{Thing: "tin", Count: 6}))
	require.NoError(t, check(said))
	s := stock.Take(said)
	assert.InDelta(t, 0.7+3+5*0.2, float64(massOf(t, s, "pack").Value), 1e-9)
	assert.InDelta(t, 1+4.7+2, float64(massOf(t, s, "duffel").Value), 1e-9)
	at, _ := s.Find("duffel")
	assert.InDelta(t, 22+1.8, float64(s.Containers[at].Vessel.Taken), 1e-9)
	assert.Greater(t, float64(massOf(t, s, "duffel").U1), float64(massOf(t, s, "pack").U1))

	refused := func(in int, packed ...stock.Packed) string {
		was := said.Containers[in].Packed
		defer func() { said.Containers[in].Packed = was }()
		said.Containers[in].Packed = packed
		var bad *quantity.FieldError
		require.ErrorAs(t, check(said), &bad)
		return bad.Field + ": " + bad.Error()
	}
	assert.Equal(t, "packed[0]: 10 of tin are there, and 5 lie in duffel",
		refused(4, stock.Packed{Thing: "tin", Count: 5}, stock.Packed{Thing: "pack", Count: 1}))
	assert.Equal(t, "packed[0]: only 10 of tin are there", refused(4, stock.Packed{Thing: "tin", Count: 11}))
	assert.Contains(t, refused(5, stock.Packed{Thing: "duffel", Count: 1}), "which lies in it")
	assert.Contains(t, refused(5, stock.Packed{Thing: "ghost", Count: 1}), `nothing is called "ghost"`)
}

// Whatever bags lie in each other, in whatever order they are listed, all that was put in is weighed
// once: the outermost weighs what all the tares and tins do (an oracle that knows of no nesting).
func TestAChainOfBagsWeighsTheSumOfItsParts(t *testing.T) {
	kind, err := load.KindByKey("duffel")
	require.NoError(t, err)
	for seed := range uint64(50) {
		r := rand.New(rand.NewPCG(seed, 26))
		n := 2 + r.IntN(6)
		said := stock.Said{Things: []stock.Thing{{ID: "tin", Name: "tin", Mass: 0.5, Volume: 0.4, Count: 100, Spare: true}}}
		var sum float64
		for i := range n {
			tins, tare := 1+r.IntN(5), 0.2+r.Float64()
			sum += tare + 0.5*float64(tins)
			c := stock.Container{Filling: "stuffing", Packed: []stock.Packed{{Thing: "tin", Count: tins}}, Container: load.Container{
				ID: fmt.Sprint(i), Name: "bag", Kind: kind, Closure: load.Zipped, Vessel: load.Vessel{Tare: quantity.Mass(tare),
					Capacity: quantity.Volume(500 - i*50), Profile: load.Prism{Capacity: quantity.Volume(500 - i*50), Height: 1}}}}
			if i+1 < n {
				c.Packed = append(c.Packed, stock.Packed{Thing: fmt.Sprint(i + 1), Count: 1})
			}
			said.Containers = append(said.Containers, c)
		}
		r.Shuffle(n, func(i, j int) { said.Containers[i], said.Containers[j] = said.Containers[j], said.Containers[i] })
		require.NoError(t, check(said))
		assert.InDelta(t, sum, float64(massOf(t, stock.Take(said), "0").Value), 1e-9, "seed %d", seed)
	}
}

// Households whose sand, scale, tare and reading are drawn as they are said to be known: what a batch is
// then taken to be within holds it, however many weighings share the scale (JCGM 101:2008, 5; 95 %).
func TestABatchIsWithinWhatItIsSaidToBe(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 2026))
	sand, err := material.FillingByKey("dry-sand")
	require.NoError(t, err)
	const tries, half = 2000, 0.05
	held := 0
	for range tries {
		said := shed(t)
		truly := drawn(r, sand)
		offset := (2*r.Float64() - 1) * half
		for i := range 3 {
			reading := 0.1 + 2*truly + offset + 0.02*r.NormFloat64()
			w := weighing(fmt.Sprint(i), fmt.Sprint("jug-", i), 2, quantity.Mass(math.Round(reading*100)/100))
			said.Weighings = append(said.Weighings, w)
		}
		f := stock.Take(said).Batches[0].Filling
		if math.Abs(truly-float64(f.Typical)) <= 2*float64(f.U1()) {
			held++
		}
	}
	assert.Greater(t, held, tries*95/100)
}

// drawn is a density out of the table's range, as a triangle of its lowest, typical and highest.
func drawn(r *rand.Rand, f material.Filling) float64 {
	low, mode, high := float64(f.Low), float64(f.Typical), float64(f.High)
	u, at := r.Float64(), (mode-low)/(high-low)
	if u < at {
		return low + math.Sqrt(u*(high-low)*(mode-low))
	}
	return high - math.Sqrt((1-u)*(high-low)*(high-mode))
}
