package body_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/body"
)

// Winter, Biomechanics and Motor Control of Human Movement, fig. 4.1 after
// Drillis & Contini (from memory): the chain of segments adds up.
func TestSegmentsAddUp(t *testing.T) {
	assert.InDelta(t, body.Shoulder-body.UpperArm, body.Elbow, 0.003, "elbow hangs one upper arm below the shoulder")
	assert.InDelta(t, body.Elbow-body.Forearm, body.Wrist, 0.002, "wrist one forearm below the elbow")
	assert.InDelta(t, body.Wrist-body.Hand, body.Fingertip, 0.002, "fingertip one hand below the wrist")
	assert.InDelta(t, body.Wrist-body.Hand/2, body.Grip, 0.001, "grip half a hand below the wrist")
	for _, rising := range [][2]float64{{body.Ankle, body.Knee}, {body.Knee, body.Hip}, {body.Hip, body.Shoulder}, {body.Shoulder, body.Chin}, {body.Chin, body.Eye}, {body.Eye, 1}, {1, body.GripReach}} {
		assert.Less(t, rising[0], rising[1])
	}
	assert.InDelta(t, 1.204, body.PressReach, 1e-12)
}

func TestAtScalesStature(t *testing.T) {
	assert.InDelta(t, 1.184*1.75, float64(body.At(1.75, body.GripReach)), 1e-12)
}

// Of somebody of 1.80 m: a shoulder at 1.472 m, a hip at 0.954 m, a knee at 0.513 m
// (Drillis & Contini's shares), highest first; of nobody measured, none.
func TestHeights(t *testing.T) {
	all := body.Heights(1.8)
	want := map[string]float64{"shoulder": 1.4724, "hip": 0.954, "knee": 0.513, "grip, arms down": 0.7758, "overhead grip": 2.1312}
	assert.Len(t, all, len(want))
	for i, h := range all {
		assert.InDelta(t, want[h.Name], float64(h.At), 1e-9, h.Name)
		assert.NotEmpty(t, h.Source)
		assert.True(t, i == 0 || h.At < all[i-1].At, h.Name)
	}
	assert.Empty(t, body.Heights(0))
}
