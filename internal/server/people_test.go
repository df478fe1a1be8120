package server_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/api"
	"scrappyrack/internal/store"
)

// The log by pages and sums, and what it refuses.
func TestTheLogOverTheWire(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	at := "/api/v1/clients/demo-loft/log"
	sets := `{"sets":[{"id":"s1","done_at":100,"movement":"goblet-squat","load_g":9500,"reps":10,"reserve":2},{"id":"s2","done_at":200,"movement":"goblet-squat","load_g":10000,"reps":8,"reserve":-1}]}`
	require.Equal(t, 204, b.do("POST", at, sets).status)
	require.Equal(t, 204, b.do("POST", at, sets).status, "sent twice")
	var page api.LogPage
	b.do("GET", at+"?limit=1", "").into(t, &page)
	require.Len(t, page.Sets, 1)
	assert.Equal(t, "s2", page.Sets[0].ID)
	next := page.Next
	require.NotEmpty(t, next)
	b.do("GET", at+"?limit=1&after="+next, "").into(t, &page)
	assert.Equal(t, "s1", page.Sets[0].ID)
	b.do("GET", at+"?limit=1&after="+page.Next, "").into(t, &page)
	assert.Equal(t, "row", page.Sets[0].ID, "the test, which nobody dated")
	assert.Empty(t, page.Next)
	var sums []store.LogSum
	b.do("GET", at+"/sums", "").into(t, &sums)
	require.Len(t, sums, 2, "and the test of the demo")
	assert.Equal(t, []store.LogSum{{Person: "first", Movement: "goblet-squat", Sets: 2, Reps: 18, MovedG: 9500*10 + 10000*8, HeaviestG: 10000, FirstAt: 100,
		LastAt: 200}}, sums[:1])
	assert.Equal(t, 422, b.do("GET", at+"?after=%21%21", "").status)
	unknown := b.do("POST", at, `{"sets":[{"id":"s3","done_at":1,"movement":"moonwalk","load_g":1,"reps":1,"reserve":0}]}`)
	assert.Equal(t, []string{"body.sets[0].movement"}, unknown.fields(t))
	assert.Equal(t, 409, b.do("POST", at, `{"sets":[{"id":"s1","done_at":100,"movement":"goblet-squat","load_g":1,"reps":1,"reserve":0}]}`).status)
	require.Equal(t, 204, b.do("DELETE", at+"/s1", "").status)
	assert.Equal(t, 404, b.do("DELETE", at+"/s1", "").status)
}

// A person of another client is nobody here: not read as, not written as, not logged for.
func TestAPersonOfAnotherClientIsNobody(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	at := "/api/v1/clients/demo-loft"
	for _, of := range []string{"", "/stations/needs", "/log", "/book", "/book?all=true&", "/boards", "/ladder?counter_m=0.9&", "/additions", "/movements", "/worst-gap"} {
		sep := "?"
		if strings.Contains(of, "?") {
			sep = ""
		}
		assert.Equal(t, 404, b.do("GET", at+of+sep+"person=ines", "").status, of)
		assert.Equal(t, 200, b.do("GET", at+of+sep+"person=first", "").status, of)
	}
	set := `{"sets":[{"id":"s1","done_at":100,"movement":"one-hand-row","load_kg":9.5,"reps":10,"reserve":2%s}]}`
	assert.Equal(t, []string{"body.sets[0].person"}, b.do("POST", at+"/log?person=ines", fmt.Sprintf(set, "")).fields(t))
	assert.Equal(t, []string{"body.sets[0].person"}, b.do("POST", at+"/log", fmt.Sprintf(set, `,"person":"ines"`)).fields(t))
	assert.Equal(t, 404, b.do("DELETE", at+"/persons/ines", "", "If-Match", `"1"`).status)
	operation := `{"id":"o1","part":"knee","what":"","on":"","person":"ines"}`
	assert.Equal(t, []string{"body.person"}, b.do("PUT", at+"/operations/o1", operation, "If-Match", `"1"`).fields(t))
	assert.Equal(t, 404, b.do("PUT", at+"/at-hand?person=ines", `{"fillings":[]}`, "If-Match", `"1"`).status)
	assert.Equal(t, 200, b.do("GET", "/api/v1/clients/demo-garage/stations/needs?person=ines", "").status)
}
