package space_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// By pencil: 4 m under 2.4 m, a slope from 1.2 m at the left to 2.4 m after 1.5 m, a beam of
// 0.3 m at 2.1 m from 3.0 m on.
func TestSkylineByPencil(t *testing.T) {
	r := space.Rectangle(4, 3, 2.4)
	s, ok := r.SlopeAt(3, 1.2, 2.4, 1.5)
	require.True(t, ok)
	r.Ceiling.Slopes = []space.Slope{s}
	r.Ceiling.Drops = []space.Drop{{Name: "beam", Outline: plane.Box(3.15, -1.5, 0.3, 3, 0), Under: 2.1}}
	got := r.Skyline(plane.Point{X: 0, Y: -1}, plane.Point{X: 4, Y: -1})
	want := []space.Step{{0, 1.2}, {1.5, 2.4}, {3, 2.4}, {3, 2.1}, {3.3, 2.1}, {3.3, 2.4}, {4, 2.4}}
	require.Len(t, got, len(want), "%v", got)
	for i, w := range want {
		assert.InDelta(t, float64(w.Along), float64(got[i].Along), 1e-9)
		assert.InDelta(t, float64(w.Height), float64(got[i].Height), 1e-9)
	}
	assert.Empty(t, space.Rectangle(4, 3, 0).Skyline(plane.Point{}, plane.Point{X: 1}))
	// A slope that would go through the ceiling ends there: half way at half the run.
	s, ok = r.SlopeAt(3, 1.2, 3.6, 3)
	require.True(t, ok)
	assert.InDelta(t, 2.4, float64(s.High), 1e-12)
	assert.InDelta(t, 1.5, math.Max(s.Outline[2].X, s.Outline[3].X), 1e-9)
}

// Between its corners a skyline is what the ceiling says at every place.
func TestSkylineAgainstEveryPlace(t *testing.T) {
	for seed := range uint64(80) {
		rng := rand.New(rand.NewPCG(seed, 3))
		r := space.Rectangle(5, 4, 2.6)
		for range rng.IntN(4) {
			r.Ceiling.Drops = append(r.Ceiling.Drops, space.Drop{Outline: plane.Box(5*rng.Float64(), -4*rng.Float64(), 0.3+rng.Float64(),
				0.3+rng.Float64(), 90*rng.Float64()), Under: quantity.Length(1.9 + 0.6*rng.Float64())})
		}
		for range rng.IntN(3) {
			if s, ok := r.SlopeAt(rng.IntN(4), quantity.Length(1+rng.Float64()), 2.6, quantity.Length(1+2*rng.Float64())); ok {
				r.Ceiling.Slopes = append(r.Ceiling.Slopes, s)
			}
		}
		from, to := plane.Point{X: 0.01, Y: -4 * rng.Float64()}, plane.Point{X: 4.99, Y: -4 * rng.Float64()}
		line := r.Skyline(from, to)
		l := math.Hypot(to.X-from.X, to.Y-from.Y)
		for i := range len(line) - 1 {
			a, b := line[i], line[i+1]
			require.GreaterOrEqual(t, float64(b.Along), float64(a.Along)-1e-9)
			for k := 1; k < 8 && b.Along-a.Along > 1e-6; k++ {
				along := float64(a.Along) + float64(b.Along-a.Along)*float64(k)/8
				want := r.Over(plane.Point{X: from.X + along/l*(to.X-from.X), Y: from.Y + along/l*(to.Y-from.Y)})
				assert.InDelta(t, float64(want), float64(a.Height)+float64(b.Height-a.Height)*float64(k)/8, 1e-6, "seed %d at %v", seed,
					along)
			}
		}
	}
}

// What the tape may be off, by pencil: of 4 × 3 m with ±1 cm a wall, each wall that is longer
// alone is shared out with its opposite, so the area is off by 0.01 · (3 + 4 + 3 + 4)/2 =
// 7 dm². Against 2,000 rooms drawn within the
// tape's ±, none is farther off; the lane neither.
func TestWhatTheTapeLeavesOpen(t *testing.T) {
	walls := []space.Wall{{Length: 4}, {Turn: 90, Length: 3}, {Turn: 90, Length: 4}, {Turn: 90, Length: 3}}
	r := space.Rectangle(4, 3, 0)
	r.Variants = space.Vary(walls, false, 0.01)
	require.Len(t, r.Variants, 4)
	a := space.Work([]space.Room{r}, space.Body{}).Rooms[0]
	assert.InDelta(t, 0.07, a.FreeHalf, 5e-4)
	assert.Greater(t, float64(a.LaneHalf), 0.0)
	whole := space.Rectangle(4, 3, 0).Lane(0).Length()
	rng := rand.New(rand.NewPCG(1, 1))
	for n := range 2000 {
		drawn := append([]space.Wall(nil), walls...)
		for i := range drawn {
			drawn[i].Length += quantity.Length(0.02*rng.Float64() - 0.01)
		}
		s, err := space.Closed(drawn, false)
		require.NoError(t, err)
		require.InDelta(t, 12, s.Outline.Area(), a.FreeHalf+2e-4)
		if n%40 == 0 {
			other := r
			other.Outline = s.Outline
			require.InDelta(t, whole, other.Lane(0).Length(), float64(a.LaneHalf))
		}
	}
	// The lane's ± by a scan over angles, in the room 1 cm smaller and larger each way.
	scan := func(w, d float64) (longest float64) {
		for angle := 0.0; angle < math.Pi/2; angle += 1e-5 {
			longest = math.Max(longest, math.Min((w-0.9*math.Sin(angle))/math.Cos(angle), (d-0.9*math.Cos(angle))/math.Sin(angle)))
		}
		return longest
	}
	assert.InDelta(t, math.Max(scan(4.01, 3.01)-scan(4, 3), scan(4, 3)-scan(3.99, 2.99))+0.01, float64(a.LaneHalf), 0.01)
	walls[0].Exact = true
	assert.Len(t, space.Vary(walls, false, 0.01), 3)
	assert.Empty(t, space.Vary(walls, false, 0))
}
