package server_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/api"
	"scrappyrack/internal/store"
)

func TestLibraryHasWhatScreensChooseFrom(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	var l api.Library
	b.do("GET", "/api/v1/library", "").into(t, &l)
	assert.Len(t, l.Fillings, 14)
	assert.Len(t, l.Kinds, 9)
	assert.GreaterOrEqual(t, len(l.Gear), 25)
	assert.Len(t, l.Displays, 2*len(quantity.Kinds()))
	assert.NotEmpty(t, l.Cautions)
	for _, m := range l.Movements {
		assert.NotEmpty(t, m.Hold, m.Key)
	}
}

func TestTryingAFillKeepsNothing(t *testing.T) {
	b := start(t, true).browser(t)
	before := demoDesk(t, b)
	try := func(body string) api.FillAnswer {
		t.Helper()
		got := b.do("POST", "/api/v1/clients/demo-loft/containers/bucket/fill", body)
		require.Equal(t, 200, got.status, string(got.body))
		var a api.FillAnswer
		got.into(t, &a)
		return a
	}
	byMass := try(`{"target_kg":7}`)
	assert.True(t, byMass.Reachable)
	assert.InDelta(t, (7-0.634)/0.998, byMass.VolumeL, 1e-9)
	byLevel := try(fmt.Sprintf(`{"level_m":%.12f}`, byMass.LevelM))
	assert.InDelta(t, 7, byLevel.MassKg, 1e-6, "forward of inverse")
	sand := try(`{"volume_l":5,"filling":"dry-sand"}`)
	assert.InDelta(t, 0.634+7.5, sand.MassKg, 1e-9)

	beyond := try(`{"target_kg":60}`)
	assert.False(t, beyond.Reachable)
	assert.Less(t, *beyond.NearestKg, 13.0)
	for _, bad := range []string{`{}`, `{"target_kg":5,"level_m":0.1}`, `{"target_kg":5,"filling":"feathers"}`} {
		assert.Equal(t, 422, b.do("POST", "/api/v1/clients/demo-loft/containers/bucket/fill", bad).status, bad)
	}
	assert.Equal(t, 404, b.do("POST", "/api/v1/clients/demo-loft/containers/none/fill", `{"target_kg":5}`).status)
	var after api.Desk
	b.do("GET", "/api/v1/clients/demo-loft", "").into(t, &after)
	assert.Equal(t, before.File, after.File)
}

// A client's sentences come in the client's units.
func TestReasonsSpeakTheClientsUnits(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	find := func() string {
		var looked api.Looked
		b.do("GET", "/api/v1/clients/demo-loft/needs/pull-down", "").into(t, &looked)
		for _, w := range looked.Ways {
			if w.Movement == "Pull-up, full hang" {
				return w.Why
			}
		}
		return ""
	}
	var metric api.Desk
	b.do("GET", "/api/v1/clients/demo-loft", "").into(t, &metric)
	assert.Contains(t, find(), "needs 2.401 m of height, the room has 2.360 m")
	p := metric.File.Profile
	p.Units = "us"
	body := mustJSON(t, p)
	b.do("PUT", "/api/v1/clients/demo-loft/profile", body, "If-Match", `"1"`)
	assert.Contains(t, find(), `needs 7' 10½" of height`)
}

// Every number of the desk is finite, and each that can be opened says how.
func TestDeskExplainsItself(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	for _, id := range []string{"demo-loft", "demo-garage", "demo-flat"} {
		station := func(name string) (r api.Results) {
			b.do("GET", "/api/v1/clients/"+id+"/stations/"+name, "").into(t, &r)
			return r
		}
		home := station("space").Home
		var all []api.Derivation
		for _, room := range home.Rooms {
			all = append(all, room.FreeWhy, room.LaneWhy)
			for _, th := range room.Things {
				all = append(all, th.LoadWhy)
			}
		}
		for _, o := range home.Others {
			home.Heads = append(home.Heads, o.Heads...)
		}
		for _, h := range home.Heads {
			all = append(all, h.Why)
		}
		for _, l := range station("loads").Stock.Loads {
			var on api.OnBench
			b.do("GET", "/api/v1/clients/"+id+"/containers/"+l.ID, "").into(t, &on)
			all = append(all, on.Why, on.MostWhy)
			assert.LessOrEqual(t, l.MassKg, on.MostKg+1e-9, "%s %s", id, l.ID)
			assert.InDelta(t, l.ComputedKg, on.Why.Value, 1e-12, l.ID)
			var squares float64
			for _, part := range on.Budget {
				assert.InDelta(t, part.UKg, part.Sensitivity*part.InputU, 1e-12, part.Name)
				squares += part.UKg * part.UKg
			}
			assert.InDelta(t, l.ComputedU, 2*math.Sqrt(squares), 1e-12, l.ID)
		}
		var ladders api.Ladders
		b.do("GET", "/api/v1/clients/"+id+"/ladder?counter_m=1", "").into(t, &ladders)
		assert.NotEmpty(t, ladders.Body)
		for _, l := range ladders.Body {
			all = append(all, l.Why)
			assert.True(t, l.LowKg <= l.TypicalKg && l.TypicalKg <= l.HighKg, l.Name)
		}
		for _, s := range station("needs").Board.Slots {
			var looked api.Looked
			b.do("GET", "/api/v1/clients/"+id+"/needs/"+s.Key, "").into(t, &looked)
			all = append(all, looked.Why, looked.ValueWhy)
			assert.Equal(t, s.Key, looked.Key)
			if len(looked.Ways) > 0 && looked.Ways[0].Why == "" {
				assert.Equal(t, looked.Ways[0].Movement, s.Best, s.Name)
			} else {
				assert.Empty(t, s.Best, s.Name)
			}
			if s.Timed {
				assert.Equal(t, 1.0, s.LoKg, s.Name)
				assert.Equal(t, 1.0, s.HiKg, s.Name)
			} else {
				assert.Less(t, s.LoKg, s.HiKg, s.Name)
			}
			assert.InDelta(t, s.Value, looked.ValueWhy.Value, 0, s.Name)
		}
		for _, why := range all {
			assert.NotEmpty(t, why.Title)
			assert.NotEmpty(t, why.Formula, why.Title)
			assert.NotEmpty(t, why.Source, why.Title)
			assert.NotEmpty(t, why.Range, why.Title)
			assert.False(t, math.IsNaN(why.Value) || math.IsInf(why.Value, 0), why.Title)
		}
	}
}

func TestClientsAreFoundAndErased(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	made := b.do("POST", "/api/v1/clients", `{"name":"  Under the 100 % stairs ","currency":"NOK","units":"us"}`)
	require.Equal(t, 201, made.status, string(made.body))
	var d api.Desk
	made.into(t, &d)
	assert.Equal(t, "Under the 100 % stairs", d.File.Profile.Name)
	assert.Equal(t, "stature", d.Frame.Lacks)
	var list struct {
		Total   int
		Clients []api.Card
	}
	b.do("GET", "/api/v1/clients?q=100+%25", "").into(t, &list)
	assert.Equal(t, 1, list.Total, "a percent sign is a percent sign")
	b.do("GET", "/api/v1/clients?limit=2", "").into(t, &list)
	assert.Equal(t, 4, list.Total)
	assert.Len(t, list.Clients, 2)

	assert.Equal(t, 422, b.do("POST", "/api/v1/clients", `{"name":"   "}`).status)
	assert.Equal(t, 422, b.do("POST", "/api/v1/clients", `{"name":"x","currency":"QQQ"}`).status)
	assert.Equal(t, 428, b.do("DELETE", "/api/v1/clients/"+d.File.ID, "").status)
	assert.Equal(t, 412, b.do("DELETE", "/api/v1/clients/"+d.File.ID, "", "If-Match", `"9"`).status)
	assert.Equal(t, 200, b.do("DELETE", "/api/v1/clients/"+d.File.ID, "", "If-Match", `"1"`).status)
	assert.Equal(t, 404, b.do("GET", "/api/v1/clients/"+d.File.ID, "").status)
}

func TestPinsBindThePlan(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	require.Equal(t, 200, b.do("PUT", "/api/v1/clients/demo-flat/pins/step-box", `{"id":"step-box","pin":"must"}`, "If-Match", `"1"`).status)
	var p api.Plan
	b.do("GET", "/api/v1/clients/demo-flat/plan", "").into(t, &p)
	pinned := false
	for _, c := range p.Chosen {
		pinned = pinned || c.Key == "step-box" && c.Pinned
	}
	assert.True(t, pinned)
	require.Equal(t, 200, b.do("PUT", "/api/v1/clients/demo-flat/pins/half-rack", `{"id":"half-rack","pin":"must"}`, "If-Match", `"2"`).status)
	impossible := b.do("GET", "/api/v1/clients/demo-flat/plan", "")
	assert.Equal(t, 409, impossible.status)
	assert.Contains(t, string(impossible.body), "unpin something")
}

// The calculators answer without a client, and without sign-in in the demo only.
func TestCalculatorsOverTheWire(t *testing.T) {
	questions := map[string]string{
		"fill":       `{"capacity_l":3.785,"tare_kg":0.06,"profile":{"kind":"prism","height_m":0.25},"filling":"fresh-water","volume_l":3}`,
		"rep-max":    `{"load_kg":100,"reps":5,"reserve":0,"target_reps":10}`,
		"plates":     `{"bar_kg":20,"collar_kg":2.5,"plates":[{"mass_kg":25,"count":2}],"target_kg":75}`,
		"batch":      `{"density":{"low":1.44,"typical":1.5,"high":1.65},"weighings":[{"gross_kg":5.9,"gross_u_kg":0.02,"volume_l":3.785}]}`,
		"headroom":   `{"stature_m":1.8,"ceiling_m":2.4,"step_m":0.4}`,
		"free-space": `{"outline":[[0,0],[4,0],[4,3],[0,3]],"blocked":[[[0,0],[1,0],[1,1],[0,1]]],"lane_width_m":0.9}`,
		"coverage":   `{"range_kg":[10,20],"rungs_kg":[10,12.5],"stretches_kg":[[14,15]]}`,
		"span":       `{"section":{"kind":"pipe","od_m":0.042164,"wall_m":0.003556},"material":"steel-pipe","span_m":0.813,"hands_m":[0.15,0.663],"load_n":2451.7}`,
		"fixing":     `{"kind":"wood-screw","diameter_m":0.004826,"penetration_m":0.0254,"specific_gravity":0.5,"wet":false}`,
		"furniture":  `{"mass_kg":25,"mu":0.2,"height_m":0.7,"edge_to_pull_m":0,"edge_to_centre_m":0.35,"angle_deg":0}`,
		"joist":      `{"b_m":0.038,"h_m":0.235,"span_m":3.6,"at_m":0.6,"load_n":2451.7,"material":"timber-graded:lodgepole-pine"}`,
		"cuts":       `{"stock":[{"length_m":2.4,"price":5.49},{"length_m":0.9,"price":0,"count":1}],"pieces":[{"length_m":0.8,"count":3}],"kerf_m":0.003}`,
		"walk":       `{"text":"4 R 3 R 4 R 3","unit":"m"}`,
		"pack":       `{"capacity_l":10,"tare_kg":0.7,"target_kg":6,"tolerance_kg":0.1,"items":[{"name":"can","mass_kg":0.4,"volume_l":0.6,"count":4}]}`,
	}
	open, shut := start(t, true).browser(t), start(t, false).browser(t)
	for name, q := range questions {
		got := open.do("POST", "/api/v1/calc/"+name, q)
		assert.Equal(t, 200, got.status, "%s: %s", name, got.body)
		assert.Equal(t, 401, shut.do("POST", "/api/v1/calc/"+name, q).status, name)
		for _, bad := range []string{
			`{"unknown":1,` + q[1:],
			strings.Replace(q, `"target_kg":75`, `"target_kg":NaN`, 1),
			strings.Replace(q, `_kg":`, `_kg":-`, 1),
		} {
			if bad == q || strings.Contains(bad, "-[") { // not JSON, which is another refusal
				continue
			}
			refused := open.do("POST", "/api/v1/calc/"+name, bad)
			assert.Equal(t, 422, refused.status, "%s: %s", name, bad)
			assert.NotEmpty(t, refused.fields(t), name)
		}
	}
}

// What the shapes let through and the core refuses comes back at its field, not as a failure.
func TestCalculatorsRefuseAtTheField(t *testing.T) {
	open := start(t, true).browser(t)
	for _, c := range [][3]string{
		{"cuts", `{"stock":[{"length_m":2.4,"price":5}],"pieces":[{"length_m":0.8,"count":1},{"length_m":2.8,"count":3}],"kerf_m":0.003}`, "body.pieces[1].length_m"},
		{"cuts", `{"stock":[{"length_m":2.4,"price":5,"count":1}],"pieces":[{"length_m":2,"count":3}],"kerf_m":0.003}`, "body.stock"},
		{"span", `{"section":{"kind":"round"},"material":"timber-unknown","span_m":1,"hands_m":[0.5],"load_n":100}`, "body.section.d_m"},
		{"span", `{"section":{"kind":"round","d_m":0.03},"material":"balsa","span_m":1,"hands_m":[0.5],"load_n":100}`, "body.material"},
		{"span", `{"section":{"kind":"round","d_m":0.03},"material":"steel-pipe","span_m":1,"hands_m":[0.5],"load_n":100}`, "body.material"},
		{"fixing", `{"kind":"nail","diameter_m":0.004,"penetration_m":0.05,"specific_gravity":0.8,"wet":false}`, "body.specific_gravity"},
		{"fixing", `{"kind":"nail","diameter_m":0.004,"penetration_m":0.05,"specific_gravity":0.5,"wet":false,"lateral":{"side_m":0.02,"side_specific_gravity":0.5,"gap_m":0,"root_diameter_m":0.005,"side_angle_deg":0,"main_angle_deg":0}}`, "body.lateral.root_diameter_m"},
		{"fixing", `{"kind":"nail","diameter_m":0.004,"penetration_m":0.05,"specific_gravity":0.5,"wet":false,"lateral":{"side_m":0.02,"side_specific_gravity":0.1,"gap_m":0,"side_angle_deg":0,"main_angle_deg":0}}`, "body.lateral.side_specific_gravity"},
		{"joist", `{"b_m":0.038,"h_m":0.235,"span_m":3.6,"at_m":4,"load_n":100,"material":"timber-unknown"}`, "body.at_m"},
		{"joist", `{"b_m":0.038,"h_m":0.235,"span_m":3.6,"at_m":1,"load_n":100,"material":"timber-unknown","bolt_above_edge_m":0.3}`, "body.bolt_above_edge_m"},
		{"coverage", `{"range_kg":[20,10]}`, "body.range_kg"},
		{"coverage", `{"range_kg":[10,20],"stretches_kg":[[12,11]]}`, "body.stretches_kg[0]"},
	} {
		got := open.do("POST", "/api/v1/calc/"+c[0], c[1])
		assert.Equal(t, 422, got.status, "%s: %s", c[1], got.body)
		assert.Contains(t, string(got.body), `"`+c[2]+`"`, c[1])
	}
}

// Many things come in as one change, after they have been read and seen.
func TestStockComesInFromATable(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	text := mustJSON(t,
		map[string]string{"text": "name\tkind\tcapacity\tmass\tcount\nvase\tjug\t2 L\t300 g\t3\nbad\tkettle\nbrick\tthing\t1.4\t2.3\t6"})
	var read api.StockRead
	b.do("POST", "/api/v1/clients/demo-loft/stock/read", text).into(t, &read)
	require.Len(t, read.Containers, 3)
	require.Len(t, read.Things, 1)
	require.Len(t, read.Problems, 1)
	assert.Equal(t, 3, read.Problems[0].Line)
	more := mustJSON(t, api.StockMore{Containers: read.Containers, Things: read.Things, Batches: []store.Batch{}})
	added := b.do("POST", "/api/v1/clients/demo-loft/stock", more, "If-Match", `"1"`)
	require.Equal(t, 200, added.status, string(added.body))
	assert.Equal(t, 422, b.do("POST", "/api/v1/clients/demo-loft/stock", more, "If-Match", `"2"`).status, "nothing is there twice")
	var d api.Desk
	b.do("POST", "/api/v1/clients/demo-loft/undo", "", "If-Match", `"2"`).into(t, &d)
	assert.Len(t, d.File.Containers, 4)
	table := b.do("GET", "/api/v1/clients/demo-loft/stock.csv", "")
	assert.Equal(t, 200, table.status)
	assert.Contains(t, table.header.Get("Content-Disposition"), "loft-above-the-bakery-stock.csv")
	assert.Contains(t, string(table.body), "tin of chickpeas")
}

// A weighing is worked out before it is kept, and named when it contradicts.
func TestAWeighingIsSeenBeforeItIsKept(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	w := store.Weighing{
		ID: "new", Container: "soap-2", At: 1_790_000_000, Filling: "pit-sand", VolumeL: 2.6, Scale: "hanging scale", ResolutionKg: 0.01,
		AccuracyKg: 0.05,
		Readings:   store.List[float64]{4.9, 4.9, 4.9, 4.91}, Without: store.List[float64]{}, Verdict: "auto",
	}
	try := func() (out api.WeighedTry) {
		got := b.do("POST", "/api/v1/clients/demo-garage/weighings", mustJSON(t, w))
		require.Equal(t, 200, got.status, string(got.body))
		got.into(t, &out)
		return out
	}
	odd := try()
	assert.True(t, odd.Weighed.Against)
	assert.False(t, odd.Weighed.Counts)
	assert.InDelta(t, odd.Before, odd.After, 1e-12)
	w.Readings = store.List[float64]{4.2, 4.21}
	good := try()
	assert.False(t, good.Weighed.Against)
	assert.Equal(t, 3, good.Sisters)
	assert.Less(t, good.AfterU, good.BeforeU)
	w.Readings = store.List[float64]{0.1}
	light := b.do("POST", "/api/v1/clients/demo-garage/weighings", mustJSON(t, w))
	assert.Equal(t, 422, light.status)
	assert.Equal(t, []string{"body.readings"}, light.fields(t))

	for path, want := range map[string]int{
		"/tags.pdf?sheet=a4-21&at=http://desk.local:8080": 200, "/tags.pdf?sheet=napkin&at=http://desk.local": 422,
		"/tags.pdf?at=javascript:alert(1)":   422,
		"/containers/soap-2/scoops?size_l=0": 422, "/handles/spin/loads?target_kg=9": 200, "/handles/gone/loads": 404,
		"/ladder?counter_m=3": 422,
	} {
		assert.Equal(t, want, b.do("GET", "/api/v1/clients/demo-garage"+path, "").status, path)
	}
	drops := b.do("POST", "/api/v1/clients/demo-garage/containers/pail-1/drops", `{"start_kg":14,"reps":10,"fall":0.2,"drops":3}`)
	require.Equal(t, 200, drops.status)
	var plan api.DropsAnswer
	drops.into(t, &plan)
	assert.Len(t, plan.Drops, 4)
	assert.Equal(t, []string{"body.start_kg"}, b.do("POST", "/api/v1/clients/demo-garage/containers/duffel/drops", `{"start_kg":14,"reps":10,"fall":0.2,"drops":3}`).fields(t))
}

// A filling of the consultant's own is there for every client of the practice,
// and for no other practice; in use it cannot be removed.
func TestOwnFillingsAreThePractices(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	demoDesk(t, b)
	own := store.Batch{ID: "slag", Name: "slag", LowKgL: 1.1, TypicalKgL: 1.2, HighKgL: 1.4, Loose: true}
	require.Equal(t, 200, b.do("PUT", "/api/v1/clients/demo-loft/batches/slag", mustJSON(t, own), "If-Match", `"1"`).status)
	var mine, theirs []api.OwnFilling
	b.do("GET", "/api/v1/fillings", "").into(t, &mine)
	assert.Equal(t, []api.OwnFilling{{Name: "slag", LowKgL: 1.1, TypicalKgL: 1.2, HighKgL: 1.4, Loose: true}}, mine)
	h.other(t).do("GET", "/api/v1/fillings", "").into(t, &theirs)
	assert.Empty(t, theirs)

	var d api.Desk
	b.do("GET", "/api/v1/clients/demo-loft", "").into(t, &d)
	jug := d.File.Containers[0]
	jug.Filling = "slag"
	filled := b.do("PUT", "/api/v1/clients/demo-loft/containers/jug-a", mustJSON(t, jug), "If-Match", `"2"`)
	require.Equal(t, 200, filled.status, string(filled.body))
	gone := b.do("DELETE", "/api/v1/clients/demo-loft/batches/slag", "", "If-Match", `"3"`)
	assert.Equal(t, 422, gone.status)
	assert.Contains(t, string(gone.body), "something is filled with it")
}
