package cut_test

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/bench/outside"
	"scrappyrack/core/cut"
	"scrappyrack/core/quantity"
)

// sound checks an answer by itself: every piece is cut once, every bar fits, the price adds up
// and no more bars are used than there are.
func sound(t *testing.T, stock []cut.Stock, pieces []cut.Piece, kerf quantity.Length, a cut.Answer) {
	t.Helper()
	got := make([]int, len(pieces))
	used := make([]int, len(stock))
	cost := int64(0)
	for _, b := range a.Bars {
		used[b.Stock]++
		cost += stock[b.Stock].Price
		sum := 0.0
		for _, i := range b.Pieces {
			got[i]++
			sum += float64(pieces[i].Length + kerf)
		}
		assert.NotEmpty(t, b.Pieces, "an empty bar")
		assert.LessOrEqual(t, sum, float64(stock[b.Stock].Length+kerf)+1e-6)
		assert.InDelta(t, math.Max(0, float64(stock[b.Stock].Length)-sum), float64(b.Offcut), 2e-6)
	}
	for i, p := range pieces {
		assert.Equal(t, p.Count, got[i], "piece %d", i)
	}
	for k, s := range stock {
		if s.Count != cut.Any {
			assert.LessOrEqual(t, used[k], s.Count)
		}
	}
	assert.Equal(t, a.Cost, cost)
	assert.LessOrEqual(t, a.Bound, a.Cost)
	if a.Proven {
		assert.Equal(t, a.Cost, a.Bound)
	}
}

func solve(t *testing.T, stock []cut.Stock, pieces []cut.Piece, kerf quantity.Length) cut.Answer {
	t.Helper()
	ctx, stop := context.WithTimeout(t.Context(), 20*time.Second)
	defer stop()
	a, err := cut.Solve(ctx, stock, pieces, kerf)
	require.NoError(t, err)
	sound(t, stock, pieces, kerf, a)
	return a
}

// By hand: of 2.4 m, three of 0.797 with two cuts of 3 mm are exactly a bar; a fourth opens
// another. Where 3.0 m costs less than two of 2.4, all four come from it when they fit.
func TestCutsByHand(t *testing.T) {
	any := func(l quantity.Length, price int64) cut.Stock {
		return cut.Stock{Length: l, Price: price, Count: cut.Any}
	}
	a := solve(t, []cut.Stock{any(2.4, 500)}, []cut.Piece{{0.798, 3}}, 0.003)
	assert.Equal(t, int64(500), a.Cost)
	assert.True(t, a.Proven)
	assert.Zero(t, a.Bars[0].Offcut, "the last piece needs no cut after it")
	a = solve(t, []cut.Stock{any(2.4, 500)}, []cut.Piece{{0.7981, 3}}, 0.003)
	assert.Equal(t, int64(1000), a.Cost)
	a = solve(t, []cut.Stock{any(2.4, 500), any(3.3, 700)}, []cut.Piece{{0.8, 4}}, 0.003)
	assert.Equal(t, int64(700), a.Cost)
	// An owned offcut is used first, and no more of them than there are.
	a = solve(t, []cut.Stock{any(2.4, 500), {Length: 0.9, Price: 0, Count: 1}}, []cut.Piece{{0.8, 3}}, 0.003)
	assert.Equal(t, int64(500), a.Cost)
	a = solve(t, []cut.Stock{{Length: 2.4, Price: 0, Count: cut.Any}}, []cut.Piece{{1, 5}}, 0)
	assert.Zero(t, a.Cost)
	assert.True(t, a.Proven)
	assert.Empty(t, solve(t, []cut.Stock{any(2.4, 500)}, []cut.Piece{{1, 0}}, 0).Bars)
}

func TestWhatCannotBeCut(t *testing.T) {
	good := []cut.Stock{{2.4, 500, cut.Any}}
	for field, ask := range map[string]func() ([]cut.Stock, []cut.Piece, quantity.Length){
		"pieces[1].length_m": func() ([]cut.Stock, []cut.Piece, quantity.Length) { return good, []cut.Piece{{1, 1}, {2.5, 1}}, 0 },
		"pieces[0].length_m": func() ([]cut.Stock, []cut.Piece, quantity.Length) { return good, []cut.Piece{{0, 1}}, 0 },
		"pieces[0].count":    func() ([]cut.Stock, []cut.Piece, quantity.Length) { return good, []cut.Piece{{1, -1}}, 0 },
		"kerf_m":             func() ([]cut.Stock, []cut.Piece, quantity.Length) { return good, []cut.Piece{{1, 1}}, -0.1 },
		"stock":              func() ([]cut.Stock, []cut.Piece, quantity.Length) { return nil, []cut.Piece{{1, 1}}, 0 },
		"stock[0].price": func() ([]cut.Stock, []cut.Piece, quantity.Length) {
			return []cut.Stock{{1, -1, 1}}, []cut.Piece{{1, 1}}, 0
		},
		"stock[0].length_m": func() ([]cut.Stock, []cut.Piece, quantity.Length) {
			return []cut.Stock{{0, 1, 1}}, []cut.Piece{{1, 1}}, 0
		},
	} {
		stock, pieces, kerf := ask()
		_, err := cut.Solve(t.Context(), stock, pieces, kerf)
		var at *quantity.FieldError
		require.ErrorAs(t, err, &at, field)
		assert.Equal(t, field, at.Field)
	}
	_, err := cut.Solve(t.Context(), []cut.Stock{{2.4, 500, 1}}, []cut.Piece{{1.5, 2}}, 0)
	var few *cut.NotEnough
	require.ErrorAs(t, err, &few)
}

// brute is the cheapest by trying everything: each piece in turn into each open bar or a new
// one of each stock.
func brute(stock []cut.Stock, lengths []float64, kerf float64) int64 {
	best := int64(math.MaxInt64)
	var bars []struct {
		stock int
		left  float64
	}
	count := make([]int, len(stock))
	var place func(i int, cost int64)
	place = func(i int, cost int64) {
		if cost >= best {
			return
		}
		if i == len(lengths) {
			best = cost
			return
		}
		need := lengths[i] + kerf
		for b := range bars {
			if bars[b].left >= need-1e-9 {
				bars[b].left -= need
				place(i+1, cost)
				bars[b].left += need
			}
		}
		for k, s := range stock {
			if s.Count != cut.Any && count[k] >= s.Count || float64(s.Length)+kerf < need-1e-9 {
				continue
			}
			count[k]++
			bars = append(bars, struct {
				stock int
				left  float64
			}{k, float64(s.Length) + kerf - need})
			place(i+1, cost+s.Price)
			bars = bars[:len(bars)-1]
			count[k]--
		}
	}
	place(0, 0)
	return best
}

func TestSmallCutsAgainstEveryWay(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	infeasible := 0
	for range 250 {
		var stock []cut.Stock
		for range 1 + r.IntN(3) {
			count := cut.Any
			if r.IntN(3) == 0 {
				count = 1 + r.IntN(2)
			}
			stock = append(stock, cut.Stock{Length: quantity.Length(1+r.IntN(4)) * 0.6, Price: int64(r.IntN(9)) * 50, Count: count})
		}
		var pieces []cut.Piece
		var lengths []float64
		longest := 0.0
		for _, s := range stock {
			longest = math.Max(longest, float64(s.Length))
		}
		for range 1 + r.IntN(4) {
			l := math.Round((0.1+r.Float64()*(longest-0.1))*100) / 100
			n := 1 + r.IntN(2)
			pieces = append(pieces, cut.Piece{Length: quantity.Length(l), Count: n})
			for range n {
				lengths = append(lengths, l)
			}
		}
		kerf := []float64{0, 0.003}[r.IntN(2)]
		want := brute(stock, lengths, kerf)
		a, err := cut.Solve(t.Context(), stock, pieces, quantity.Length(kerf))
		if want == math.MaxInt64 {
			var few *cut.NotEnough
			require.ErrorAs(t, err, &few)
			infeasible++
			continue
		}
		require.NoError(t, err)
		sound(t, stock, pieces, quantity.Length(kerf), a)
		assert.True(t, a.Proven)
		require.Equal(t, want, a.Cost, "%v %v", stock, pieces)
	}
	assert.Positive(t, infeasible)
}

// Cases whose best is known as they are made: bars cut without waste cost what they cost.
func TestCutsThatAreKnownAsTheyAreMade(t *testing.T) {
	r := rand.New(rand.NewPCG(9, 1))
	for n := range 12 {
		const kerf = 3000 // µm
		counts := map[int64]int{}
		bars, total := 0, 0
		for total < 36 {
			left, parts := int64(2_400_000)+kerf, 2+r.IntN(4)
			for i := range parts {
				size := left
				if i < parts-1 {
					size = (left/int64(parts-i) + int64(r.IntN(200)-100)*1000) / 1000 * 1000
				}
				counts[size-kerf]++
				left -= size
				total++
			}
			bars++
		}
		var pieces []cut.Piece
		for l, c := range counts {
			pieces = append(pieces, cut.Piece{Length: quantity.Length(float64(l) / 1e6), Count: c})
		}
		a := solve(t, []cut.Stock{{2.4, 700, cut.Any}}, pieces, kerf/1e6)
		assert.True(t, a.Proven, "case %d", n)
		assert.Equal(t, int64(bars)*700, a.Cost, "case %d: %d pieces", n, total)
	}
}

// A caller who has no time gets the best there is with its bound, or its own error.
func TestCuttingEndsWhenTheCallerLeaves(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 1))
	var pieces []cut.Piece
	for i := range 60 {
		pieces = append(pieces, cut.Piece{Length: quantity.Length(0.35 + 0.01*float64(i) + 0.005*r.Float64()), Count: 1 + r.IntN(3)})
	}
	ctx, stop := context.WithTimeout(t.Context(), 300*time.Millisecond)
	defer stop()
	start := time.Now()
	a, err := cut.Solve(ctx, []cut.Stock{{2.4, 500, cut.Any}, {3.0, 640, cut.Any}, {4.8, 990, cut.Any}}, pieces, 0.003)
	require.NoError(t, err)
	assert.Less(t, time.Since(start), 3*time.Second)
	assert.LessOrEqual(t, a.Bound, a.Cost)
	// The most that can be asked for.
	var stock []cut.Stock
	for i := range 20 {
		stock = append(stock, cut.Stock{Length: quantity.Length(1.1 + 0.17*float64(i)), Price: int64(100 + 31*i + i%3), Count: cut.Any})
	}
	pieces = nil
	for i := range 200 {
		pieces = append(pieces, cut.Piece{Length: quantity.Length(0.2 + 0.0041*float64(i)), Count: 10})
	}
	late, stop2 := context.WithTimeout(t.Context(), 500*time.Millisecond)
	defer stop2()
	start = time.Now()
	a, err = cut.Solve(late, stock, pieces, 0.003)
	require.NoError(t, err)
	sound(t, stock, pieces, 0.003, a)
	assert.Less(t, time.Since(start), 8*time.Second)
}

// An open solver on random cases of some ten pieces (of forty it proves nothing in minutes), as a model of another kind: a flow over the
// places along a bar (Valério de Carvalho 1999), in steps of 5 cm, kerf and all; nothing of it
// is a way to cut a bar.
func TestAnOutsideSolverCutsNoCheaper(t *testing.T) {
	r := rand.New(rand.NewPCG(31, 7))
	const step, kerf = 0.05, 0.003
	proven := 0
	for range 8 {
		var stock []cut.Stock
		for _, s := range []struct {
			steps int
			price int64
		}{{48, 549}, {60, 689}, {96, 1099}} {
			stock = append(stock, cut.Stock{Length: quantity.Length(float64(s.steps)*step - kerf), Price: s.price, Count: cut.Any})
		}
		want := map[int]int{}
		for n := 0; n < 12; {
			c := 1 + r.IntN(4)
			want[6+r.IntN(36)] += c
			n += c
		}
		var pieces []cut.Piece
		for size, n := range want {
			pieces = append(pieces, cut.Piece{Length: quantity.Length(float64(size)*step - kerf), Count: n})
		}
		// f_u_v is how many bars have a piece, or nothing, from u to v; e_k how many are bought.
		ends := map[int]int{48: 0, 60: 1, 96: 2}
		balance := make([][]string, 97)
		var all []string
		of := map[int][]string{}
		arc := func(size, u, v int) {
			name := fmt.Sprintf("f%d_%d_%d", size, u, v)
			balance[u], balance[v] = append(balance[u], "- "+name), append(balance[v], "+ "+name)
			all = append(all, name)
			of[size] = append(of[size], name)
		}
		for u := range 96 {
			arc(0, u, u+1)
			for size := range want {
				if u+size <= 96 {
					arc(size, u, u+size)
				}
			}
		}
		var lp strings.Builder
		lp.WriteString("Minimize\n obj: 549 e0 + 689 e1 + 1099 e2\nSubject To\n start: e0 + e1 + e2 " + strings.Join(balance[0],
			" ") + " = 0\n")
		for u := 1; u <= 96; u++ {
			out := ""
			if k, ok := ends[u]; ok {
				out = fmt.Sprintf(" - e%d", k)
			}
			fmt.Fprintf(&lp, " n%d: %s%s = 0\n", u, strings.Join(balance[u], " "), out)
		}
		for size, n := range want {
			fmt.Fprintf(&lp, " d%d: %s = %d\n", size, strings.Join(of[size], " + "), n)
		}
		fmt.Fprintf(&lp, "General\n e0 e1 e2 %s\nEnd\n", strings.Join(all, " "))
		least, ok, err := outside.Least(t.TempDir(), lp.String(), 3)
		require.NoError(t, err, "make test installs coinor-cbc")
		if !ok { // it had no more time
			continue
		}
		a := solve(t, stock, pieces, kerf)
		assert.True(t, a.Proven)
		assert.InDelta(t, least, float64(a.Cost), 0.01, "%v", want)
		proven++
	}
	assert.GreaterOrEqual(t, proven, 4)
}
