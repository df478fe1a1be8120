package workbench_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/scale"
	"scrappyrack/internal/workbench"
)

func TestScalesAreHeardByTheirPracticeOnly(t *testing.T) {
	now := time.UnixMilli(1_000_000)
	s := workbench.NewScales(func() time.Time { return now })
	ctx := context.Background()
	packet, err := scale.Encode(scale.Measurement{Mass: 4, Unit: scale.Kilograms})
	require.NoError(t, err)
	for range 7 {
		_, err := s.Hear("mine", "hook", packet)
		require.NoError(t, err)
		now = now.Add(200 * time.Millisecond)
	}
	got, heard, failed := s.Since(ctx, "mine", "hook", 0, 0)
	require.Len(t, got, 7)
	assert.True(t, got[6].Seen.Steady)
	assert.InDelta(t, 4, float64(got[6].Seen.Mean), 1e-9)
	assert.Equal(t, now.UnixMilli()-200, heard)
	assert.Zero(t, failed)
	got, _, _ = s.Since(ctx, "mine", "hook", 6, 0)
	assert.Len(t, got, 1)
	got, heard, _ = s.Since(ctx, "others", "hook", 0, 0)
	assert.Empty(t, got)
	assert.Zero(t, heard)
	assert.Equal(t, []string{"hook"}, s.Heard("mine", time.Minute))
	assert.Empty(t, s.Heard("others", time.Minute))

	_, err = s.Hear("mine", "hook", []byte{0, 0xFF, 0xFF})
	var bad *scale.PacketError
	require.ErrorAs(t, err, &bad)
	_, _, failed = s.Since(ctx, "mine", "hook", 7, 0)
	assert.Equal(t, int64(1), failed)
}

func TestWaitingEndsWithTheNextPacket(t *testing.T) {
	s := workbench.NewScales(time.Now)
	packet, err := scale.Encode(scale.Measurement{Mass: 2, Unit: scale.Pounds})
	require.NoError(t, err)
	got := make(chan []workbench.ScaleReading)
	go func() {
		readings, _, _ := s.Since(context.Background(), "p", "hook", 0, time.Minute)
		got <- readings
	}()
	require.Eventually(t, func() bool {
		_, err := s.Hear("p", "hook", packet)
		require.NoError(t, err)
		select {
		case readings := <-got:
			return len(readings) > 0
		default:
			return false
		}
	}, 10*time.Second, 5*time.Millisecond)
}
