package api

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// If-None-Match by RFC 9110, 13.1.2: a list, compared weakly, or anything at all.
func TestMatches(t *testing.T) {
	for header, want := range map[string]bool{``: false, `"a"`: true, `W/"a"`: true, `"b", W/"a"`: true, `"b" , "c"`: false, `*`: true, `a`: false, `"A"`: false} {
		assert.Equal(t, want, matches(header, `"a"`), header)
	}
}
