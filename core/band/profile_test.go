package band_test

import (
	"errors"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/band"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

// energy is what one strand of a Mooney–Rivlin band of length 1 m at rest holds at a
// stretch: A₀[C₁(λ² + 2/λ − 3) + C₂(2λ + λ⁻² − 3)], the strain-energy function of
// which the force is the derivative (Treloar, The Physics of Rubber Elasticity).
func energy(c band.Curve, l float64) float64 {
	if l <= 1 {
		return 0
	}
	return float64(c.A0C1)*(l*l+2/l-3) + float64(c.A0C2)*(2*l+1/(l*l)-3)
}

// Work is what the band holds more at the finish than at the start: independent of
// how the profile adds it up.
func TestWorkIsTheEnergyThatTheBandTakesUp(t *testing.T) {
	b := loop(t, "a", 1)
	for _, m := range movement.Elastic() {
		if !m.Takes(b.Kind) {
			continue
		}
		r := band.Usual(m, b, 1.75)
		if m.Anchored() {
			r.Distance += 0.3
		}
		p := band.Of(m, []band.Band{b}, 1.75, r)
		rest := float64(b.Curve.Rest) / float64(r.Fold)
		holds := func(i int) float64 {
			return float64(2*r.Fold) * rest * energy(b.Curve, float64(p.Samples[i].Run)/rest)
		}
		want := holds(len(p.Samples)-1) - holds(0) // the curve is an exact one: nothing is corrected
		assert.InDelta(t, want, p.Work, 0.01*math.Abs(want)+0.05, m.Key)
		if !m.Held {
			assert.InDelta(t, p.Work/float64(p.Way), float64(p.Mean), 1e-9, m.Key)
		}
		assert.LessOrEqual(t, float64(p.Mean), float64(p.Peak), m.Key)
	}
}

// A band folded is one of twice the strands and half the length; two bands together
// add at equal length; a strap only adds length.
func TestFoldsBandsAndStraps(t *testing.T) {
	m := movementOf(t, "band-row")
	tube := loop(t, "t", 1)
	tube.Kind = band.Tube
	r := band.Rig{Fold: 2, Distance: 1.6, Height: 1.3}
	folded := band.Of(m, []band.Band{tube}, 1.7, r)
	half := tube
	half.Curve.Rest, half.Curve.Strands = tube.Curve.Rest/2, 2*tube.Curve.Strands
	r.Fold = 1
	plain := band.Of(m, []band.Band{half}, 1.7, r)
	assert.InDelta(t, float64(plain.Mean), float64(folded.Mean), 1e-9)
	two := band.Of(m, []band.Band{half, half}, 1.7, r)
	assert.InDelta(t, 2*float64(plain.Finish), float64(two.Finish), 1e-9)
	strapped := r
	strapped.Strap, strapped.Distance = 0.4, r.Distance
	shorter := half
	shorter.Curve.Rest = half.Curve.Rest
	atStrap := band.Of(m, []band.Band{shorter}, 1.7, strapped)
	for i, s := range atStrap.Samples {
		stretch := (float64(plain.Samples[i].Run) - 0.4) / float64(half.Curve.Rest)
		assert.InDelta(t, float64(half.Curve.Force(quantity.Length(stretch)*half.Curve.Rest)), float64(s.Pull), 1e-9)
	}
	taken := r
	taken.Grip = 0.1
	assert.Greater(t, float64(band.Of(m, []band.Band{half}, 1.7, taken).Mean), float64(plain.Mean))
}

// The slack share is that of the way on which the run is shorter than the rest
// length: on a straight way up from the foot it is found by hand.
func TestSlackShareByHand(t *testing.T) {
	m := movementOf(t, "band-one-hand-press") // 1.5684 m to 2.1672 m at 1.80 m
	b := loop(t, "a", 1)
	b.Kind = band.Tube
	b.Curve.Rest = 1.80
	p := band.Of(m, []band.Band{b}, 1.80, band.Rig{Fold: 1})
	// The hand rises from (0.3152, 1.5364) to (0, 2.1672) on a line: at a share s it is
	// √((0.3152(1−s))² + (1.5364 + 0.6308 s)²) from the foot; that is 1.80 m at s = 0.4021.
	s := 0.4021
	require.InDelta(t, 1.80, math.Hypot(0.3152*(1-s), 1.5364+0.6308*s), 2e-4)
	assert.InDelta(t, s, p.Slack, 0.003)
	assert.Zero(t, p.Start)
	assert.Equal(t, band.Slack, p.Samples[0].Reach)
	assert.Positive(t, p.Finish)
}

// What the inverse gives, put in again, gives what was wanted; and the set-up that
// gave a pull is found again to 1 mm, where the band is loaded all the way.
func TestInverseOfForward(t *testing.T) {
	b := loop(t, "a", 1)
	bounds := band.BoundsIn(5, 1.75)
	tried, exact := 0, 0
	for _, m := range movement.Elastic() {
		if !m.Takes(b.Kind) {
			continue
		}
		for _, a := range m.Adjusters() {
			for _, x := range []float64{0.04, 0.2, 0.37, 0.51, 0.68, 0.83, 0.96} {
				for _, goal := range []band.Goal{band.AtFinish, band.OnMean} {
					s := band.Set{Movement: m, Bands: []band.Band{b}, Stature: 1.75, Rig: band.Usual(m, b, 1.75), Bounds: bounds}
					switch a {
					case band.ByDistance:
						s.Rig.Distance += quantity.Length(x)
					case band.ByStance:
						s.Rig.Stance = bounds.Stance * quantity.Length(x)
					case band.ByGrip:
						s.Rig.Grip = quantity.Length(x * 0.35 * 1.04 / float64(s.Rig.Fold))
					default:
						continue
					}
					p := s.Profile()
					want := p.Finish
					if goal == band.OnMean {
						want = p.Mean
					}
					if want < 1 || p.Stretch > band.MaxStretch || s.Rig.Distance > bounds.Distance {
						continue // out of its limits: nothing to find again
					}
					tried++
					got, err := s.Solve(a, goal, want, nil)
					require.NoError(t, err, m.Key)
					again := got.Profile().Finish
					if goal == band.OnMean {
						again = got.Profile().Mean
					}
					require.InDelta(t, float64(want), float64(again), 0.01, "%s by %s on %s", m.Key, a, goal)
					if p.Slack > 0 || goal == band.OnMean && a == band.ByDistance {
						continue // can be had in two places: from further off more of the pull goes across the way
					}
					exact++
					for _, pair := range [][2]quantity.Length{{s.Rig.Distance, got.Rig.Distance}, {s.Rig.Stance, got.Rig.Stance},
						{s.Rig.Grip, got.Rig.Grip}} {
						require.InDelta(t, float64(pair[0]), float64(pair[1]), 0.001, "%s by %s on %s", m.Key, a, goal)
					}
				}
			}
		}
	}
	assert.Greater(t, tried, 300)
	assert.Greater(t, exact, 180)
}

func TestRefusalsSayWhatWouldDo(t *testing.T) {
	b, strong := loop(t, "light", 1), loop(t, "strong", 3)
	m := movementOf(t, "band-row")
	s := band.Set{Movement: m, Bands: []band.Band{b}, Stature: 1.75, Rig: band.Usual(m, b, 1.75), Bounds: band.BoundsIn(2.6, 1.75)}
	_, err := s.Solve(band.ByDistance, band.AtFinish, 400, []band.Band{strong})
	var beyond *band.OutOfReach
	require.True(t, errors.As(err, &beyond))
	assert.Contains(t, err.Error(), "more distance than 2.000 m")
	require.NotEmpty(t, beyond.Would)
	assert.Positive(t, beyond.Nearest)

	assert.Contains(t, beyond.Would[0].In(quantity.Metric), "together")

	long := s
	long.Bounds = band.BoundsIn(9, 1.75)
	_, err = long.Solve(band.ByDistance, band.AtFinish, 4000, nil)
	require.True(t, errors.As(err, &beyond))
	assert.Contains(t, err.Error(), "2.75 times its length", "the stretch limit, not the room, is in the way")
	assert.Contains(t, beyond.Would[0].In(quantity.Metric), "all of those at hand together get to")

	// By bands alone, standing where they hardly pull: nearer the mark by stepping back.
	_, err = s.Solve(band.ByBands, band.AtFinish, 120, nil)
	require.True(t, errors.As(err, &beyond))
	assert.Contains(t, beyond.Would[0].In(quantity.Metric), "stand ")

	_, err = s.Solve(band.ByGrip, band.OnMean, 1e-3, nil)
	require.True(t, errors.As(err, &beyond))
	assert.Contains(t, err.Error(), "at least")
}

// The best set against every subset, one by one.
func TestBestSetAgainstBruteForce(t *testing.T) {
	m := movementOf(t, "band-row")
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 6).Draw(t, "n")
		var all []band.Band
		for i := range n {
			b := band.Band{ID: string(rune('a' + i)), Name: string(rune('a' + i)), Kind: band.LongLoop}
			points := []band.Point{{Length: 2, Force: quantity.Force(rapid.Float64Range(20, 300).Draw(t, "force"))}}
			b.Curve, _ = band.Fit(quantity.Length(rapid.Float64Range(0.95, 1.1).Draw(t, "rest")), 2, points)
			all = append(all, b)
		}
		s := band.Set{Movement: m, Stature: 1.75, Rig: band.Rig{Fold: 1, Distance: 1.9, Height: 1.3},
			Bounds: band.Bounds{Distance: 4, Stance: 1, Grip: 0.3}}
		goal := rapid.SampledFrom([]band.Goal{band.AtFinish, band.OnMean}).Draw(t, "goal")
		want := rapid.Float64Range(20, 800).Draw(t, "want")
		best := math.Inf(1)
		for set := 1; set < 1<<n; set++ {
			u := s
			for i := range all {
				if set&(1<<i) != 0 {
					u.Bands = append(u.Bands, all[i])
				}
			}
			p := u.Profile()
			got := p.Finish
			if goal == band.OnMean {
				got = p.Mean
			}
			best = math.Min(best, math.Abs(float64(got)-want))
		}
		got, err := s.Solve(band.ByBands, goal, quantity.Force(want), all)
		value := got.Profile().Finish
		if goal == band.OnMean {
			value = got.Profile().Mean
		}
		require.InDelta(t, best, math.Abs(float64(value)-want), 1e-6)
		require.Equal(t, best > 0.1*want, err != nil)
	})
}

func TestRangeStaysWithinItsLimits(t *testing.T) {
	b := loop(t, "a", 1)
	for _, m := range movement.Elastic() {
		if !m.Takes(b.Kind) {
			continue
		}
		s := band.Set{Movement: m, Bands: []band.Band{b}, Stature: 1.75, Rig: band.Usual(m, b, 1.75), Bounds: band.BoundsIn(4, 1.75)}
		light, heavy, ok := s.Range()
		if !ok {
			continue
		}
		l, h := light.Profile(), heavy.Profile()
		assert.LessOrEqual(t, float64(l.Mean), float64(h.Mean)+1e-9, m.Key)
		assert.LessOrEqual(t, h.Stretch, band.MaxStretch+1e-6, m.Key)
		assert.LessOrEqual(t, l.Slack, 0.5+1e-3, m.Key)
		assert.LessOrEqual(t, float64(heavy.Rig.Distance), 3.4+1e-9, m.Key)
	}
}
