package api

import (
	"maps"
	"reflect"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// A station is named in one list: what may be asked for, by query and by address, is what
// there are views of.
func TestStationsAreOneList(t *testing.T) {
	field, _ := reflect.TypeFor[Looking]().FieldByName("Station")
	asked := strings.Split(strings.TrimPrefix(field.Tag.Get("enum"), ","), ",")
	assert.ElementsMatch(t, slices.Collect(maps.Keys(views)), asked)
	at, _ := reflect.TypeFor[atStation]().FieldByName("Station")
	assert.Equal(t, strings.Join(asked, ","), at.Tag.Get("enum"))
}

// If-None-Match by RFC 9110, 13.1.2: a list, compared weakly, or anything at all.
func TestMatches(t *testing.T) {
	for header, want := range map[string]bool{``: false, `"a"`: true, `W/"a"`: true, `"b", W/"a"`: true, `"b" , "c"`: false, `*`: true, `a`: false, `"A"`: false} {
		assert.Equal(t, want, matches(header, `"a"`), header)
	}
}
