package load_test

import (
	"context"
	"fmt"
	"sort"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

var filling2 = material.OfDensity(1.5)

func rungs(t *rapid.T, stretches bool) []load.Rung {
	var out []load.Rung
	for i := range rapid.IntRange(2, 9).Draw(t, "n") {
		low := quantity.Mass(rapid.Float64Range(1, 20).Draw(t, "low"))
		high := low
		if stretches {
			high += quantity.Mass(rapid.Float64Range(0.5, 10).Draw(t, "more"))
		}
		out = append(out, load.Rung{Hold: load.OneHand, Low: low, High: high, Things: []string{fmt.Sprint(i)}})
	}
	return out
}

// The ladder's few pairs reach everything that all pairs reach: of stretches the
// very same loads, of single loads every thing that can be paired at all.
func TestFewPairsReachWhatAllDo(t *testing.T) {
	within := func(m quantity.Mass, all []load.Rung) bool {
		for _, r := range all {
			if r.Low-1e-9 <= m && m <= r.High+1e-9 {
				return true
			}
		}
		return false
	}
	rapid.Check(t, func(t *rapid.T) {
		in := rungs(t, true)
		few, all := laddered(in)[load.Pair], allPairs(in)
		assert.LessOrEqual(t, len(few), len(in))
		for i, a := range in {
			for _, b := range in[i+1:] {
				low, high := max(a.Low, b.Low), min(a.High, b.High)
				for n := range 11 {
					if m := low + (high-low)*quantity.Mass(n)/10; low <= high {
						assert.True(t, within(m, few), "%v", m)
					}
				}
			}
		}
		for _, p := range few {
			assert.True(t, within((p.Low+p.High)/2, all))
		}
	})
	rapid.Check(t, func(t *rapid.T) {
		in := rungs(t, false)
		paired := func(all []load.Rung) map[string]bool {
			out := map[string]bool{}
			for _, p := range all {
				for _, thing := range p.Things {
					out[thing] = true
				}
			}
			return out
		}
		assert.Equal(t, paired(allPairs(in)), paired(laddered(in)[load.Pair]))
	})
}

func TestThingsThatShareAPartAreNoPair(t *testing.T) {
	bag := load.Rung{Hold: load.OneHand, Low: 8, High: 8, Things: []string{"bag", "jug"}}
	jug := load.Rung{Hold: load.OneHand, Low: 8, High: 8, Things: []string{"jug"}}
	assert.Empty(t, allPairs([]load.Rung{bag, jug}))
	assert.Empty(t, laddered([]load.Rung{bag, jug})[load.Pair])
}

func TestClosingTakesTheCheapestThatCloses(t *testing.T) {
	step := load.Step{From: 8, To: 9.5, Ratio: 0.1875}
	at := func(m quantity.Mass) []load.Rung { return []load.Rung{{Hold: load.OneHand, Low: m, High: m}} }
	offers := []load.Closer{
		{Name: "dear", Rungs: at(8.7), Cost: 900},
		{Name: "free but off", Rungs: at(8.1), Minutes: 1},
		{Name: "slow", Rungs: at(8.75), Minutes: 9},
		{Name: "quick", Rungs: at(8.7), Minutes: 5},
		{Name: "other hand", Rungs: []load.Rung{{Hold: load.Hug, Low: 8.7, High: 8.7}}},
	}
	best, ok := step.Close(load.OneHand, offers)
	require.True(t, ok)
	assert.Equal(t, "quick", best.Name)
	assert.InDelta(t, 9.5/8.7-1, best.Left, 1e-9)
	best, ok = step.Close(load.OneHand, offers[1:2])
	require.True(t, ok)
	assert.InDelta(t, 9.5/8.1-1, best.Left, 1e-9, "does not close it, but is the best there is")
	_, ok = step.Close(load.Bar, offers)
	assert.False(t, ok)

	pail := []load.Rung{{Hold: load.OneHand, Low: 0.5, High: 12}}
	poured, _ := step.Close(load.OneHand, []load.Closer{{Name: "pail", Rungs: pail}})
	assert.Zero(t, poured.Left, "any level")
	once, _ := step.Close(load.OneHand, []load.Closer{{Name: "jug", Rungs: pail, Single: true}})
	assert.InDelta(t, 8.7178, float64(once.Rung.Low), 1e-4, "√(8 · 9.5)")
	assert.InDelta(t, 9.5/8.7178-1, once.Left, 1e-4)
}

// Sums of plates on a short sleeve against every choice.
func TestSleeveAgainstEveryChoice(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		bar := load.PlateBar{Mass: 2, Sleeve: quantity.Length(rapid.Float64Range(0.02, 0.15).Draw(t, "sleeve"))}
		for range rapid.IntRange(1, 4).Draw(t, "kinds") {
			bar.Plates = append(bar.Plates, load.Plate{
				Mass:      quantity.Mass(rapid.SampledFrom([]float64{0.5, 1, 1.25, 2, 2.5, 5}).Draw(t, "mass")),
				Count:     rapid.IntRange(0, 7).Draw(t, "count"),
				Thickness: quantity.Length(rapid.SampledFrom([]float64{0.01, 0.015, 0.02, 0.03}).Draw(t, "thick")),
			})
		}
		want := map[string]bool{}
		var walk func(i int, mass quantity.Mass, thick quantity.Length)
		walk = func(i int, mass quantity.Mass, thick quantity.Length) {
			if thick > bar.Sleeve+1e-9 {
				return
			}
			if i == len(bar.Plates) {
				want[fmt.Sprintf("%.3f", 2+2*float64(mass))] = true
				return
			}
			for n := range bar.Plates[i].Count/2 + 1 {
				walk(i+1, mass+quantity.Mass(n)*bar.Plates[i].Mass, thick+quantity.Length(n)*bar.Plates[i].Thickness)
			}
		}
		walk(0, 0, 0)
		got, err := bar.Load(context.Background(), rapidTarget(t))
		require.NoError(t, err)
		var have, all []string
		for _, m := range got.Loads {
			have = append(have, fmt.Sprintf("%.3f", float64(m)))
		}
		for w := range want {
			all = append(all, w)
		}
		sort.Strings(have)
		sort.Strings(all)
		assert.Equal(t, all, have)
		sum := quantity.Mass(2)
		for _, m := range got.PerSide {
			sum += 2 * m
		}
		assert.InDelta(t, float64(got.Nearest), float64(sum), 1e-9)
	})
}

func rapidTarget(t *rapid.T) quantity.Mass {
	return quantity.Mass(rapid.Float64Range(0, 40).Draw(t, "target"))
}

// By hand: 2 × 1.25 and 2 × 5 on a 2 kg handle make 2, 4.5, 12 and 14.5 kg, with
// gaps of 125 %, 167 % and 21 %. A pair of 0.595 kg adds 13.19 kg, √(12 · 14.5),
// which closes the last to 9.9 and 9.9 %; 0.7 kg adds 13.4 kg, which leaves 11.7 %.
func TestBestExtraPairByHand(t *testing.T) {
	bar := load.PlateBar{Mass: 2, Plates: []load.Plate{{Mass: 1.25, Count: 2}, {Mass: 5, Count: 2}}}
	best, ok, err := bar.BestExtraPair(context.Background(), []quantity.Mass{0.7, 0.595, 10})
	require.NoError(t, err)
	require.True(t, ok)
	assert.Equal(t, 3, best.Gaps)
	assert.InDelta(t, 0.595, float64(best.Mass), 0)
	assert.Equal(t, 1, best.Closed)
	assert.InDelta(t, 12/4.5-1, best.LargestNow, 1e-9)
	assert.InDelta(t, 12/5.69-1, best.LargestThen, 1e-9)
	_, ok, err = bar.BestExtraPair(context.Background(), []quantity.Mass{40})
	require.NoError(t, err)
	assert.False(t, ok, "far above what there is")
}

func TestHandlesShareTheirPlates(t *testing.T) {
	h := load.Handle{ID: "h", Name: "handles", Count: 2, Bar: load.PlateBar{Mass: 2,
		Plates: []load.Plate{{Mass: 1.25, Count: 6}, {Mass: 2.5, Count: 4}}}}
	all, err := h.Rungs(context.Background())
	require.NoError(t, err)
	l := laddered(all)
	assert.InDelta(t, 2+6*1.25+4*2.5, float64(l.Heaviest(load.OneHand)), 1e-9, "all on one: three a side and two a side")
	assert.InDelta(t, 2+2*1.25+2*2.5, float64(l.Heaviest(load.Pair)), 1e-9, "one of each a side, on each")
	assert.Empty(t, l[load.Bar])
	for _, r := range load.StickRungs("stick", "stick", 0.5, []load.Rung{
		{Hold: load.OneHand, Low: 5, High: 5, Things: []string{"a"}}, {Hold: load.OneHand, Low: 5.1, High: 5.1, Things: []string{"b"}},
	}) {
		assert.Equal(t, load.Bar, r.Hold)
		assert.InDelta(t, 0.5+2*5.05, float64(r.Low), 1e-9)
		assert.NotEmpty(t, r.Check)
		assert.Equal(t, []string{"stick", "a", "b"}, r.Things)
	}
}

// allPairs are the pairs of every two one-hand loads that match.
func allPairs(rungs []load.Rung) (out []load.Rung) {
	paired := map[string]bool{}
	for _, r := range rungs {
		paired[r.Things[0]] = paired[r.Things[0]] || r.Hold == load.Pair
	}
	var singles []load.Rung
	for _, r := range rungs {
		if r.Hold == load.OneHand && !paired[r.Things[0]] {
			singles = append(singles, r)
		}
	}
	load.EachPair(singles, func(_, _ int, p load.Rung) { out = append(out, p) })
	return out
}
