package server_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/url"
	"testing"

	jsonpatch "github.com/evanphx/json-patch/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/api"
	"scrappyrack/internal/store"
)

// What an edit answers of a station to who has what it showed before makes of that, by another
// implementation of RFC 6902, what the station shows then; and is a small part of it.
func TestEditsAnswerWhatDiffers(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	demoDesk(t, b)
	r := rand.New(rand.NewPCG(24, 5))
	has := map[string]json.RawMessage{}
	changes, wholes, sent, whole := 0, 0, 0, 0
	for n := range 120 {
		var now struct{ File store.File }
		b.do("GET", "/api/v1/clients/demo-loft", "").into(t, &now)
		f := now.File
		c, p := f.Containers[r.IntN(len(f.Containers))], f.Persons[0]
		c.VolumeL = c.CapacityL * r.Float64()
		p.StatureM = 1.5 + 0.4*r.Float64()
		x, w := f.Fixtures[r.IntN(len(f.Fixtures))], f.Weighings[r.IntN(len(f.Weighings))]
		x.XM *= 0.98 + 0.04*r.Float64()
		w.ID = fmt.Sprint("w", n)
		edits := []struct {
			method, path string
			body         any
		}{
			{"PUT", "containers/" + c.ID, c}, {"PUT", "persons/first", p}, {"PUT", "fixtures/" + x.ID, x}, {"PUT", "weighings/" + w.ID, w},
			{"DELETE", "containers/" + c.ID, nil}, {"DELETE", "bands/" + f.Bands[0].ID, nil},
			{"PUT", "at-hand", map[string]any{"fillings": []string{"rice"}}},
		}
		e := edits[r.IntN(len(edits))]
		if e.method == "DELETE" && (n%8 > 0 || len(f.Containers) < 3 || len(f.Bands) < 3 || len(f.Weighings) < 3) {
			e = edits[r.IntN(4)]
		}
		station := api.Stations()[r.IntN(len(api.Stations()))]
		var had struct{ Tag string }
		if has[station] != nil {
			require.NoError(t, json.Unmarshal(has[station], &had))
		}
		body := ""
		if e.body != nil {
			body = mustJSON(t, e.body)
		}
		got := b.do(e.method, "/api/v1/clients/demo-loft/"+e.path+"?station="+station+"&have="+url.QueryEscape(had.Tag), body, "If-Match",
			fmt.Sprintf("\"%d\"", f.Revision))
		if got.status != 200 {
			continue // one that cannot be
		}
		var written struct {
			Station json.RawMessage `json:"station"`
			Changes json.RawMessage `json:"station_changes"`
		}
		got.into(t, &written)
		var fresh struct{ Station json.RawMessage }
		b.do("GET", "/api/v1/clients/demo-loft?station="+station, "").into(t, &fresh)
		shows := written.Station
		if written.Changes != nil {
			ops, err := jsonpatch.DecodePatch(written.Changes)
			require.NoError(t, err)
			shows, err = ops.Apply(has[station])
			require.NoError(t, err, string(written.Changes))
			changes, sent, whole = changes+1, sent+len(written.Changes), whole+len(fresh.Station)
		} else {
			wholes++
		}
		untagged := func(text json.RawMessage) string {
			var v map[string]any
			require.NoError(t, json.Unmarshal(text, &v))
			delete(v, "tag")
			return mustJSON(t, v)
		}
		require.JSONEq(t, untagged(fresh.Station), untagged(shows), "%s at %s", e.path, station)
		has[station] = fresh.Station
	}
	assert.Greater(t, changes, 40)
	assert.Positive(t, wholes)
	assert.Less(t, sent*3, whole, "of %d answers", changes)
	t.Log(changes, wholes, sent, whole)
}
