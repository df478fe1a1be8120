package band_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
)

// Level with a low anchor the band pulls it upwards; with a high one downwards.
func TestPullOnTheAnchor(t *testing.T) {
	b := loop(t, "a", 1)
	for key, up := range map[string]bool{"band-row": false, "band-anchored-curl": true, "band-pull-down": false} {
		m := movementOf(t, key)
		s := band.Set{Movement: m, Bands: []band.Band{b}, Stature: 1.75, Rig: band.Usual(m, b, 1.75)}
		s.Rig.Distance += 0.4
		pull := s.OnAnchor()
		p := s.Profile()
		assert.InDelta(t, float64(p.Peak+p.PeakU95), float64(pull.Force), 1e-9, key)
		assert.Greater(t, float64(pull.Force), float64(p.Peak), key)
		assert.Equal(t, up, pull.Upwards > 0, key)
	}
	m := movementOf(t, "band-squat")
	assert.Zero(t, band.Set{Movement: m, Bands: []band.Band{b}, Stature: 1.75, Rig: band.Usual(m, b, 1.75)}.OnAnchor())
}

func TestDues(t *testing.T) {
	const day = 24 * 60 * 60
	dues := band.Keeping{Inspected: 100 * day, Measured: 100 * day}.Dues()
	require.Len(t, dues, 2)
	assert.Equal(t, band.Due{What: band.Inspect, At: 130 * day}, dues[0])
	assert.Equal(t, band.Due{What: band.ControlPull, At: 282 * day}, dues[1])
	dues = band.Keeping{FirstUsed: day, Damaged: true}.Dues()
	assert.Equal(t, []band.Due{{What: band.RetireDamaged, Retire: true}, {What: band.RetireOld, At: 731 * day, Retire: true},
		{What: band.Inspect}}, dues)
}

func TestRoundsOfMeasuring(t *testing.T) {
	b := loop(t, "a", 1)
	round := func(k quantity.Force, stretches ...quantity.Length) (out []band.Point) {
		for _, s := range stretches {
			out = append(out, band.Point{Length: s * 1.04, Force: k * b.Curve.Force(s*1.04)})
		}
		return out
	}
	first := round(1, 1.3, 1.8, 2.4)
	at := quantity.Length(2 * 1.04)
	same, departure, refit, err := band.FitRounds(1.04, 2, [][]band.Point{first, round(1.06, 2)}, band.UsualDoubts())
	require.NoError(t, err)
	assert.False(t, refit)
	assert.InDelta(t, 0.06, departure, 1e-9)
	assert.Greater(t, float64(same.Force(at)), float64(b.Curve.Force(at)), "the control pull counts with the rest")
	weak, departure, refit, err := band.FitRounds(1.04, 2, [][]band.Point{first, round(0.8, 2)}, band.UsualDoubts())
	require.NoError(t, err)
	assert.True(t, refit)
	assert.InDelta(t, -0.2, departure, 1e-9)
	assert.InDelta(t, 0.8, float64(weak.Force(at)/b.Curve.Force(at)), 1e-9)
	assert.Equal(t, band.Scaled, weak.Basis)
	anew, _, _, err := band.FitRounds(1.04, 2, [][]band.Point{first, round(0.7, 1.4, 1.9, 2.3)}, band.UsualDoubts())
	require.NoError(t, err)
	assert.Equal(t, band.Fitted, anew.Basis)
	assert.InDelta(t, 0.7, float64(anew.Force(at)/b.Curve.Force(at)), 1e-6)
}

func TestControlPull(t *testing.T) {
	b := loop(t, "a", 1)
	at := b.Curve.Rest * 2
	force := b.Curve.Force(at)
	_, departure, refit := b.Curve.Control(band.Point{Length: at, Force: force * 1.08})
	assert.InDelta(t, 0.08, departure, 1e-9)
	assert.False(t, refit)
	again, departure, refit := b.Curve.Control(band.Point{Length: at, Force: force * 0.8})
	assert.InDelta(t, -0.2, departure, 1e-9)
	require.True(t, refit)
	assert.InDelta(t, 0.8*float64(b.Curve.Force(at*0.7)), float64(again.Force(at*0.7)), 1e-9)
}

func TestOddPointAndLoss(t *testing.T) {
	b := loop(t, "a", 1)
	var points []band.Point
	for i, stretch := range []quantity.Length{1.2, 1.5, 1.8, 2.1, 2.4} {
		k := quantity.Force(1 + 0.004*float64(i%2))
		points = append(points, band.Point{Length: stretch * 1.04, Force: b.Curve.Force(stretch*1.04) * k})
	}
	_, ok := band.Odd(1.04, 2, points, band.UsualDoubts())
	assert.False(t, ok)
	points[2].Force *= 1.3
	at, ok := band.Odd(1.04, 2, points, band.UsualDoubts())
	require.True(t, ok)
	assert.Equal(t, 2, at)
	_, ok = band.Odd(1.04, 2, points[:3], band.UsualDoubts())
	assert.False(t, ok, "of three points nobody can say which is odd")

	back := band.Point{Length: 1.8 * 1.04, Force: b.Curve.Force(1.8*1.04) * 0.9, Releasing: true}
	loss, ok := b.Curve.Loss([]band.Point{back})
	require.True(t, ok)
	assert.InDelta(t, 0.1, loss, 1e-9)
	assert.InDelta(t, float64(back.Force-b.Curve.Force(back.Length)), float64(b.Curve.Residuals([]band.Point{back})[0].Off), 1e-12)
}
