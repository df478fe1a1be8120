package server_test

import (
	"encoding/json"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/api"
	"scrappyrack/internal/store"
)

// A scale's packets reach only the practice that they were posted by.
func TestScalesAreHeardByTheirPractice(t *testing.T) {
	h := start(t, true)
	mine, others := h.browser(t), h.other(t)
	demoDesk(t, mine)
	// 0x0C1C is 3100 steps of 0.005 kg, little-endian: 15.5 kg.
	got := mine.do("POST", "/api/v1/scales/shed/packets", `{"hex":["001c0c","00 1c 0c"]}`)
	require.Equal(t, 200, got.status, string(got.body))
	var r api.LiveReading
	got.into(t, &r)
	assert.InDelta(t, 15.5, r.MassKg, 1e-9)
	assert.Equal(t, int64(2), r.Seq)

	names := func(b *browser) (out []string) {
		var all []api.LiveScale
		b.do("GET", "/api/v1/scales", "").into(t, &all)
		for _, s := range all {
			out = append(out, s.Key)
		}
		return out
	}
	assert.Contains(t, names(mine), "shed")
	assert.NotContains(t, names(others), "shed")
	var heard api.LiveReadings
	others.do("GET", "/api/v1/scales/shed/readings", "").into(t, &heard)
	assert.Empty(t, heard.Readings)
	assert.Equal(t, int64(-1), heard.Silent)
	mine.do("GET", "/api/v1/scales/shed/readings?after=1", "").into(t, &heard)
	require.Len(t, heard.Readings, 1)

	for body, field := range map[string]string{
		`{"hex":["001c0c","00ffff"]}`: "body.hex[1]", // did not succeed
		`{"hex":["zz"]}`:              "body.hex[0]",
		`{"hex":["001c"]}`:            "body.hex[0]",
	} {
		bad := mine.do("POST", "/api/v1/scales/shed/packets", body)
		assert.Equal(t, 422, bad.status, body)
		assert.Equal(t, []string{field}, bad.fields(t))
	}
	mine.do("GET", "/api/v1/scales/shed/readings", "").into(t, &heard)
	assert.Equal(t, int64(1), heard.Failed, "what did not succeed was heard all the same")
}

// The simulated scale says what hangs from it once it has settled.
func TestStandInScaleInTheDemo(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	require.Equal(t, 200, b.do("POST", "/api/v1/scales/hanging/stand-in", `{"put_kg":6.5,"lose":0,"unit":"lb"}`).status)
	after, steady := int64(0), api.LiveReading{}
	for deadline := time.Now().Add(30 * time.Second); !steady.Steady && time.Now().Before(deadline); {
		var got api.LiveReadings
		b.do("GET", fmt.Sprintf("/api/v1/scales/hanging/readings?wait_ms=1500&after=%d", after), "").into(t, &got)
		for _, r := range got.Readings {
			after = r.Seq
			if r.Steady && r.MeanKg > 6 {
				steady = r
			}
		}
	}
	assert.InDelta(t, 6.5, steady.MeanKg, 0.06)
	assert.Equal(t, "lb", steady.Unit)
	assert.Equal(t, 404, b.do("POST", "/api/v1/scales/kitchen/stand-in", `{"zero":true}`).status)
	assert.Equal(t, 422, b.do("POST", "/api/v1/scales/hanging/stand-in", `{"lose":2}`).status)
}

func TestThereAreNoStandInsOutsideOfADemo(t *testing.T) {
	b := start(t, false).other(t)
	assert.Equal(t, 404, b.do("POST", "/api/v1/scales/hanging/stand-in", `{"zero":true}`).status)
	assert.JSONEq(t, `[]`, string(b.do("GET", "/api/v1/scales", "").body))
}

// A band written, measured and set up; what comes back can be kept and undone.
func TestBandsAreKeptLikeEverything(t *testing.T) {
	b := start(t, true).browser(t)
	d := demoDesk(t, b)
	revision := d.File.Revision
	write := func(path string, v any) answer {
		body, err := json.Marshal(v)
		require.NoError(t, err)
		got := b.do("PUT", "/api/v1/clients/demo-loft/"+path+"?station=bands", string(body), "If-Match",
			fmt.Sprintf("%q", fmt.Sprint(revision)))
		if got.status == 200 {
			var w api.Written
			got.into(t, &w)
			revision = w.Changes.Revision
		}
		return got
	}
	tube := store.Band{ID: "door-tube", Name: "door tube", Kind: "tube", RestM: 1.2, Points: store.List[store.BandReading]{},
		Condition: "sound"}
	require.Equal(t, 200, write("bands/door-tube", tube).status)
	tube.Points = store.List[store.BandReading]{{LengthM: 1.1, ForceN: 20}}
	bad := write("bands/door-tube", tube)
	assert.Equal(t, 422, bad.status)
	assert.Equal(t, []string{"body.points[0].length_m"}, bad.fields(t))
	tube.Points[0].LengthM = 2
	got := write("bands/door-tube", tube)
	require.Equal(t, 200, got.status)
	var w api.Written
	got.into(t, &w)
	state := w.Station.Bands[len(w.Station.Bands)-1]
	assert.Equal(t, "one point", state.Basis)
	assert.Equal(t, 1, state.Strands)

	pull := b.do("POST", "/api/v1/clients/demo-loft/pull", `{"usual":true,"rig":{"id":"band-row","bands":["door-tube"],"distance_m":0,"height_m":0,"stance_m":0,"grip_m":0,"strap_m":0,"fold":1,"tied_kg":0,"tied_depth_m":0}}`)
	require.Equal(t, 200, pull.status, string(pull.body))
	var p api.BandPull
	pull.into(t, &p)
	assert.GreaterOrEqual(t, len(p.Points), 25)
	assert.Positive(t, p.FinishN)
	kept := write("rigs/band-row", p.Rig)
	require.Equal(t, 200, kept.status, string(kept.body))
	gone := b.do("DELETE", "/api/v1/clients/demo-loft/bands/door-tube", "", "If-Match", fmt.Sprintf("%q", fmt.Sprint(revision)))
	require.Equal(t, 200, gone.status)
	gone.into(t, &w)
	require.NotNil(t, w.Changes.Lists["rigs"], "its set-up goes with it")
	undone := b.do("POST", "/api/v1/clients/demo-loft/undo", "", "If-Match", gone.header.Get("ETag"))
	require.Equal(t, 200, undone.status)
	var desk api.Desk
	undone.into(t, &desk)
	assert.Equal(t, "door tube", desk.File.Bands[len(desk.File.Bands)-1].Name)
	assert.Equal(t, "band-row", desk.File.Rigs[len(desk.File.Rigs)-1].ID)
}
