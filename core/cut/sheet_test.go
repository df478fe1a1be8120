package cut_test

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/cut"
	"scrappyrack/core/quantity"
)

// holds says that an answer is a way to cut: all rectangles, on their sheets, none over another,
// no cut through any, and each parted from the rest by cuts from edge to edge.
func holds(t *testing.T, sheets []cut.Sheet, rects []cut.Rect, a cut.SheetAnswer, kerf quantity.Length) {
	t.Helper()
	got := make([]int, len(rects))
	taken := make([]int, len(sheets))
	cost := int64(0)
	for _, u := range a.Sheets {
		s := sheets[u.Sheet]
		taken[u.Sheet]++
		cost += s.Price
		for i, p := range u.Placed {
			got[p.Rect]++
			r := rects[p.Rect]
			straight := math.Abs(float64(p.Length-r.Length)) < 1e-9 && math.Abs(float64(p.Width-r.Width)) < 1e-9
			turned := math.Abs(float64(p.Length-r.Width)) < 1e-9 && math.Abs(float64(p.Width-r.Length)) < 1e-9
			require.True(t, straight || turned && r.Turns)
			require.True(t, p.X >= 0 && p.Y >= 0 && p.X+p.Length <= s.Length+1e-9 && p.Y+p.Width <= s.Width+1e-9)
			for _, q := range u.Placed[:i] {
				apart := p.X+p.Length+kerf <= q.X+1e-9 || q.X+q.Length+kerf <= p.X+1e-9 || p.Y+p.Width+kerf <= q.Y+1e-9 ||
					q.Y+q.Width+kerf <= p.Y+1e-9
				require.True(t, apart, "two rectangles lie over each other")
			}
			for _, c := range u.Cuts {
				through := c.Along && c.At > p.Y+1e-9 && c.At < p.Y+p.Width-1e-9 && c.From < p.X+p.Length-1e-9 && c.To > p.X+1e-9 ||
					!c.Along && c.At > p.X+1e-9 && c.At < p.X+p.Length-1e-9 && c.From < p.Y+p.Width-1e-9 && c.To > p.Y+1e-9
				require.False(t, through, "a cut goes through a rectangle")
			}
		}
		require.True(t, parted(0, 0, float64(s.Length), float64(s.Width), u.Placed), "no cuts from edge to edge part it")
	}
	for i, r := range rects {
		require.Equal(t, r.Count, got[i])
	}
	for i, s := range sheets {
		require.True(t, s.Count == cut.Any || taken[i] <= s.Count)
	}
	require.Equal(t, cost, a.Cost)
	require.LessOrEqual(t, a.Bound, a.Cost)
}

// parted says that rectangles in a part can be cut out of it from edge to edge, again and again.
func parted(x, y, l, w float64, all []cut.Placed) bool {
	if len(all) <= 1 {
		return true
	}
	split := func(low func(cut.Placed) float64, high func(cut.Placed) float64) bool {
		for _, p := range all {
			at := high(p)
			var a, b []cut.Placed
			ok := true
			for _, q := range all {
				switch {
				case high(q) <= at+1e-9:
					a = append(a, q)
				case low(q) >= at-1e-9:
					b = append(b, q)
				default:
					ok = false
				}
			}
			if ok && len(a) > 0 && len(b) > 0 {
				return parted(x, y, l, w, a) && parted(x, y, l, w, b)
			}
		}
		return false
	}
	return split(func(p cut.Placed) float64 { return float64(p.X) }, func(p cut.Placed) float64 { return float64(p.X + p.Length) }) ||
		split(func(p cut.Placed) float64 { return float64(p.Y) }, func(p cut.Placed) float64 { return float64(p.Y + p.Width) })
}

// Sheets that are cut to pieces by random cuts go back onto no more sheets than a few more: the
// least is known as they are made.
func TestSheetsKnownAsTheyAreMade(t *testing.T) {
	rng := rand.New(rand.NewPCG(13, 7))
	exact, all := 0, 0
	for range 60 {
		n := 1 + rng.IntN(3)
		var rects []cut.Rect
		var divide func(l, w float64, depth int)
		divide = func(l, w float64, depth int) {
			if depth == 0 || l < 0.3 && w < 0.3 || rng.IntN(6) == 0 {
				rects = append(rects, cut.Rect{Length: quantity.Length(l), Width: quantity.Length(w), Count: 1, Turns: true})
				return
			}
			at := 0.3 + 0.4*rng.Float64()
			if l > w {
				divide(l*at, w, depth-1)
				divide(l*(1-at), w, depth-1)
			} else {
				divide(l, w*at, depth-1)
				divide(l, w*(1-at), depth-1)
			}
		}
		for range n {
			divide(2.44, 1.22, 1+rng.IntN(3))
		}
		sheets := []cut.Sheet{{Length: 2.44, Width: 1.22, Price: 100, Count: cut.Any}}
		a, err := cut.Sheets(context.Background(), sheets, rects, 0)
		require.NoError(t, err)
		holds(t, sheets, rects, a, 0)
		assert.Equal(t, int64(100*n), a.Bound, "by area all of it is used")
		assert.LessOrEqual(t, a.Cost, int64(100*(n+1)), fmt.Sprint(rects))
		all++
		if a.Cost == a.Bound {
			exact++
		}
	}
	assert.Greater(t, exact, all/2, "%d of %d with nothing wasted", exact, all)
}

// Where there is time, more orders are tried: of sheets cut into some ten pieces without waste more come
// out whole than in a hurry, and none worse.
func TestTimeFindsMoreSheetsWithoutWaste(t *testing.T) {
	rng := rand.New(rand.NewPCG(22, 1))
	hurried, patient := 0, 0
	for range 25 {
		var rects []cut.Rect
		var divide func(l, w float64, depth int)
		divide = func(l, w float64, depth int) {
			if depth == 0 {
				rects = append(rects, cut.Rect{Length: quantity.Length(l), Width: quantity.Length(w), Count: 1, Turns: rng.IntN(2) == 0})
				return
			}
			at := 0.3 + 0.4*rng.Float64()
			if l > w {
				divide(l*at, w, depth-1)
				divide(l*(1-at), w, depth-1)
			} else {
				divide(l, w*at, depth-1)
				divide(l, w*(1-at), depth-1)
			}
		}
		divide(2.44, 1.22, 3)
		divide(2.44, 1.22, 2)
		sheets := []cut.Sheet{{Length: 2.44, Width: 1.22, Price: 100, Count: cut.Any}}
		soon, err := cut.Sheets(context.Background(), sheets, rects, 0)
		require.NoError(t, err)
		ctx, stop := context.WithTimeout(context.Background(), time.Minute)
		late, err := cut.Sheets(ctx, sheets, rects, 0)
		stop()
		require.NoError(t, err)
		holds(t, sheets, rects, late, 0)
		assert.LessOrEqual(t, late.Cost, soon.Cost)
		if soon.Cost == soon.Bound {
			hurried++
		}
		if late.Cost == late.Bound {
			patient++
		}
	}
	t.Logf("without waste: %d in a hurry, %d with time, of 25", hurried, patient)
	assert.Greater(t, patient, hurried)
	assert.GreaterOrEqual(t, patient, 18)
}

// The box of three heights, with a kerf of 3 mm, a half sheet that is owned and grain that counts.
func TestSheetsWithOffcutsAndGrain(t *testing.T) {
	rng := rand.New(rand.NewPCG(13, 8))
	for range 150 {
		sheets := []cut.Sheet{{Length: 2.44, Width: 1.22, Price: 4200, Count: cut.Any},
			{Length: 1.22, Width: 1.22, Price: 2400, Count: cut.Any}, {Length: 0.8, Width: 0.7, Count: 1}}
		var rects []cut.Rect
		for range 1 + rng.IntN(8) {
			rects = append(rects, cut.Rect{Length: quantity.Length(0.1 + 1.1*rng.Float64()),
				Width: quantity.Length(0.1 + 0.7*rng.Float64()), Count: 1 + rng.IntN(3), Turns: rng.IntN(2) == 0})
		}
		a, err := cut.Sheets(context.Background(), sheets, rects, 0.003)
		require.NoError(t, err)
		holds(t, sheets, rects, a, 0.003)
	}
	one, err := cut.Sheets(context.Background(), []cut.Sheet{{Length: 2.44, Width: 1.22, Price: 4200, Count: cut.Any},
		{Length: 1.22, Width: 1.22, Price: 2400, Count: cut.Any}}, []cut.Rect{{Length: 0.6, Width: 0.5, Count: 2}}, 0.003)
	require.NoError(t, err)
	assert.Equal(t, int64(2400), one.Cost, "half a sheet does")
	for field, ask := range map[string]func() error{
		"rects[0]": func() error {
			_, err := cut.Sheets(context.Background(), []cut.Sheet{{Length: 1, Width: 1, Count: cut.Any}},
				[]cut.Rect{{Length: 2, Width: 0.5, Count: 1}}, 0)
			return err
		},
		"sheets": func() error { _, err := cut.Sheets(context.Background(), nil, nil, 0); return err },
		"kerf_m": func() error {
			_, err := cut.Sheets(context.Background(), []cut.Sheet{{Length: 1, Width: 1, Count: cut.Any}}, nil, 1)
			return err
		},
	} {
		var at *quantity.FieldError
		require.ErrorAs(t, ask(), &at)
		assert.Equal(t, field, at.Field)
	}
	var few *cut.NotEnough
	_, err = cut.Sheets(context.Background(), []cut.Sheet{{Length: 1, Width: 1, Count: 1}}, []cut.Rect{{Length: 0.9, Width: 0.9, Count: 2}},
		0)
	assert.ErrorAs(t, err, &few)
}
