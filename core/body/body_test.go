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
