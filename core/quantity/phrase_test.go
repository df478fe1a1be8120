package quantity_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"scrappyrack/core/quantity"
)

// 2.413 m is exactly 95 in, 7 ft 11 in (NIST SP 811: 1 in = 25.4 mm).
func TestPhraseSpeaksBothSystems(t *testing.T) {
	p := quantity.Say("Pull-up 100 %: ", quantity.Say("needs ", quantity.Amount(quantity.KindLength, 2.413), " of height"))
	assert.Equal(t, "Pull-up 100 %: needs 2.413 m of height", p.In(quantity.Metric))
	assert.Equal(t, "Pull-up 100 %: needs 7' 11\" of height", p.In(quantity.US))
	assert.True(t, quantity.Say().Empty())
	assert.False(t, p.Empty())
}
