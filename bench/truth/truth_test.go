package main

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Every origin keeps its promise, at small size; docs/truth.md has the large one.
func TestEveryStatedUncertaintyHoldsTheTruth(t *testing.T) {
	rows := all(400)
	assert.Greater(t, len(rows), 100)
	for _, r := range rows {
		assert.Greater(t, r.tried, 50, "%s, %s", r.origin, r.what)
		assert.Empty(t, r.fails(2.5), "beyond what chance does to so few")
	}
}
