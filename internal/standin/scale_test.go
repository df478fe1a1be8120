package standin_test

import (
	"context"
	"encoding/hex"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/band"
	"scrappyrack/core/scale"
	"scrappyrack/internal/standin"
)

// settle reads a scale through the same decoder and judge as a real one's stream.
func settle(t *testing.T, s *standin.Scale) (seen scale.Seen, unsuccessful, lost int) {
	t.Helper()
	var judge scale.Judge
	for i := range 80 {
		packet, ok := s.Next()
		if !ok {
			lost++
			continue
		}
		m, err := scale.Decode(packet)
		if err != nil {
			unsuccessful++
			continue
		}
		if seen = judge.Add(int64(i)*standin.Interval.Milliseconds(), m.Mass); seen.Steady && i > 20 {
			return seen, unsuccessful, lost
		}
	}
	t.Fatal("it never settles")
	return seen, unsuccessful, lost
}

func TestHangingScaleSettles(t *testing.T) {
	s := standin.NewScale(standin.Hanging, 1)
	s.Put(12.3)
	first, ok := s.Next()
	for !ok {
		first, ok = s.Next()
	}
	m, err := scale.Decode(first)
	require.NoError(t, err)
	assert.Greater(t, 12.0, float64(m.Mass), "it swings at first")
	seen, _, _ := settle(t, s)
	assert.InDelta(t, 12.3, float64(seen.Mean), 0.05)
	s.Zero()
	s.Put(14.3)
	seen, _, _ = settle(t, s)
	assert.InDelta(t, 2, float64(seen.Mean), 0.05, "what hung there when it was zeroed is left out")
}

func TestBathroomScaleInPoundsSaysWhenItDidNotSucceed(t *testing.T) {
	s := standin.NewScale(standin.Bathroom, 2)
	s.Lose(0)
	s.Unit(scale.Pounds)
	s.Put(80)
	seen, unsuccessful, lost := settle(t, s)
	assert.Equal(t, 2, unsuccessful)
	assert.Zero(t, lost)
	assert.InDelta(t, 80, float64(seen.Mean), 0.15)
	packet, _ := s.Next()
	m, err := scale.Decode(packet)
	require.NoError(t, err)
	assert.Equal(t, scale.Pounds, m.Unit)
	s.Lose(1)
	_, ok := s.Next()
	assert.False(t, ok)
}

func TestItWritesLinesThatTheDecoderReads(t *testing.T) {
	ctx, stop := context.WithCancel(context.Background())
	var lines []string
	err := standin.NewScale(standin.Hanging, 3).Write(ctx, writer(func(b []byte) (int, error) {
		if lines = append(lines, strings.TrimSpace(string(b))); len(lines) == 3 {
			stop()
		}
		return len(b), nil
	}))
	require.NoError(t, err)
	require.Len(t, lines, 3)
	for _, l := range lines {
		raw, err := hex.DecodeString(l)
		require.NoError(t, err)
		_, err = scale.Decode(raw)
		assert.NoError(t, err)
	}
}

type writer func([]byte) (int, error)

func (w writer) Write(b []byte) (int, error) { return w(b) }

// Two bands of one size pull differently, each always the same, less on the way back.
func TestBandsThatLookAlikePullDifferently(t *testing.T) {
	pull := standin.Pulled{Band: "a", Kind: band.LongLoop, Rest: 1.04, Width: 0.022, Thickness: 0.0045, Length: 1.8}
	force := func(p standin.Pulled) float64 {
		f, err := p.Force()
		require.NoError(t, err)
		return float64(f)
	}
	a := force(pull)
	assert.Equal(t, a, force(pull))
	back := pull
	back.Releasing = true
	assert.Less(t, force(back), a)
	other := pull
	other.Band = "b"
	assert.Greater(t, math.Abs(a-force(other)), 0.03*a)
	pull.Rest = 0
	_, err := pull.Force()
	assert.Error(t, err)
}
