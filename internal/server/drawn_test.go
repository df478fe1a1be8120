package server_test

import (
	"encoding/json"
	"flag"
	"fmt"
	"maps"
	"math/rand/v2"
	"net/url"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var (
	drawnSeed   = flag.Uint64("seed", 24, "what drawn requests are drawn from")
	drawnRounds = flag.Int("rounds", 12, "how often each operation is called with drawn requests")
)

// drawer draws requests from the description: mostly what it allows, its edges foremost, now
// and then what it does not.
type drawer struct {
	*rand.Rand
	schemas huma.Registry
	words   []string // that mean something here: ids and keys
	wrong   float64  // how often a value is not what its schema asks for
}

// seek collects all texts of an answer that may be an id or a key.
func (d *drawer) seek(v any) {
	switch v := v.(type) {
	case string:
		if len(v) <= 40 && !strings.ContainsAny(v, " \n") {
			d.words = append(d.words, v)
		}
	case []any:
		for _, x := range v {
			d.seek(x)
		}
	case map[string]any:
		for _, x := range v {
			d.seek(x)
		}
	}
}

func pick[T any](d *drawer, all ...T) T { return all[d.IntN(len(all))] }

// value draws a value for a schema.
func (d *drawer) value(s *huma.Schema, depth int) any {
	if s.Ref != "" {
		s = d.schemas.SchemaFromRef(s.Ref)
	}
	if d.Float64() < d.wrong {
		return pick[any](d, nil, -1, 0, 1e300, -1e300, 1e-300, 1.5, 4e18, "", "x", strings.Repeat("9", 500), true, []any{},
			map[string]any{}, []any{nil}, map[string]any{"id": 1}, "\u202e\x00", "1e999")
	}
	if len(s.Enum) > 0 {
		return s.Enum[d.IntN(len(s.Enum))]
	}
	switch s.Type {
	case huma.TypeBoolean:
		return d.IntN(2) == 0
	case huma.TypeInteger, huma.TypeNumber:
		return d.number(s)
	case huma.TypeString:
		return d.text(s)
	case huma.TypeArray:
		out := []any{}
		least, most := 0, 3
		if s.MinItems != nil {
			least = *s.MinItems
		}
		for range least + d.IntN(most+1) {
			if depth < 6 {
				out = append(out, d.value(s.Items, depth+1))
			}
		}
		return out
	case huma.TypeObject:
		out := map[string]any{}
		for _, name := range slices.Sorted(maps.Keys(s.Properties)) { // in one order: a seed is a request
			if slices.Contains(s.Required, name) || d.IntN(3) > 0 {
				out[name] = d.value(s.Properties[name], depth+1)
			}
		}
		if extra, ok := s.AdditionalProperties.(*huma.Schema); ok {
			for range d.IntN(4) {
				out[pick(d, d.words...)] = d.value(extra, depth+1)
			}
		}
		return out
	}
	return pick[any](d, 1, "x", true)
}

func (d *drawer) number(s *huma.Schema) any {
	least, most := -1e9, 1e9
	if s.Minimum != nil {
		least = *s.Minimum
	}
	if s.ExclusiveMinimum != nil {
		least = *s.ExclusiveMinimum + 1e-9
	}
	if s.Maximum != nil {
		most = *s.Maximum
	}
	if s.ExclusiveMaximum != nil {
		most = *s.ExclusiveMaximum - 1e-9
	}
	v := least + d.Float64()*(most-least)
	switch d.IntN(8) {
	case 0:
		v = least
	case 1:
		v = most
	case 5:
		v = min(most, max(least, 0))
	case 2, 3: // as numbers of the job are: small
		v = min(most, max(least, d.Float64()*3))
	case 4:
		v = min(most, max(least, float64(d.IntN(100))))
	}
	if s.Type == huma.TypeInteger {
		return int64(v)
	}
	return v
}

func (d *drawer) text(s *huma.Schema) string {
	text := pick(d, d.words...)
	switch d.IntN(8) {
	case 0:
		text = pick(d, "", " ", "2026-12-01", "0000-00-00", "4.6 R 2.9 R 4.6 R 2.9 R", "4.6 x 2.9 - 1.2 x 0.8 C", "0", "1e999",
			"name,kind,count\njug,jug,3", "heart:no", "heart:yes:2026-13-41", "00e803", "Ǆ\u202ex", "=1+1")
	case 1:
		text = "d" + fmt.Sprint(d.IntN(5))
	}
	if s.MinLength != nil {
		for len(text) < *s.MinLength {
			text += "x"
		}
	}
	if s.MaxLength != nil && len([]rune(text)) > *s.MaxLength {
		text = string([]rune(text)[:*s.MaxLength])
	}
	return text
}

// exampleOf is the example that the description has of an operation's body.
func exampleOf(op *huma.Operation) (json.RawMessage, bool) {
	if op.RequestBody == nil {
		return nil, false
	}
	text, ok := op.RequestBody.Content["application/json"].Example.(json.RawMessage)
	return text, ok
}

// Every operation is called with drawn requests, mostly such as its description allows: what
// comes is an answer or a refusal, never a failure of ours; and what was taken in is shown by
// every station and printed.
func TestDrawnRequestsNeverFail(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	demoDesk(t, b)
	d := &drawer{Rand: rand.New(rand.NewPCG(*drawnSeed, 1)), schemas: h.api.OpenAPI().Components.Schemas}
	for _, path := range []string{"/clients/demo-loft", "/clients/demo-garage", "/library", "/clients/demo-loft/stations/needs",
		"/clients/demo-loft/plan", "/practice/prices?currency=EUR"} {
		var v any
		b.do("GET", "/api/v1"+path, "").into(t, &v)
		d.seek(v)
	}
	slices.Sort(d.words)
	d.words = slices.Compact(d.words)
	clients := []string{"demo-loft", "demo-garage"}
	statuses, failed, answered := map[int]int{}, map[string]bool{}, map[string]int{}
	file := func(client string) map[string]any {
		var now struct{ File map[string]any }
		b.do("GET", "/api/v1/clients/"+client, "").into(t, &now)
		return now.File
	}
	call := func(method, path string, op *huma.Operation) {
		client := pick(d, clients...)
		real, query, now := path, url.Values{}, file(client)
		// The list, the part or the thing that is written, as it stands.
		words := strings.Split(path, "/")
		last := words[len(words)-1]
		if last == "{item}" {
			last = words[len(words)-2]
		}
		stands := now[strings.ReplaceAll(last, "-", "_")]
		if text, ok := exampleOf(op); ok {
			require.NoError(t, json.Unmarshal(text, &stands))
		}
		item := pick(d, "d"+fmt.Sprint(d.IntN(5)), pick(d, d.words...))
		if list, ok := stands.([]any); ok && len(list) > 0 {
			stands = pick(d, list...)
			if is, ok := stands.(map[string]any); ok && d.IntN(3) > 0 {
				item, _ = is["id"].(string)
			}
		}
		for _, p := range op.Parameters {
			switch p.In {
			case "path":
				v := fmt.Sprint(d.value(p.Schema, 0))
				if p.Name == "client" {
					v = client
				} else if p.Name == "item" {
					v = item
				} else if list, ok := now[p.Name+"s"].([]any); ok && len(list) > 0 && d.IntN(4) > 0 {
					v = pick(d, list...).(map[string]any)["id"].(string)
				}
				real = strings.ReplaceAll(real, "{"+p.Name+"}", url.PathEscape(v))
			case "query":
				if p.Required || d.IntN(2) == 0 {
					query.Set(p.Name, fmt.Sprint(d.value(p.Schema, 0)))
				}
			}
		}
		body := ""
		if op.RequestBody != nil {
			drawn := d.value(op.RequestBody.Content["application/json"].Schema, 0)
			m, ok := drawn.(map[string]any)
			if was, is := stands.(map[string]any); is && len(m) > 0 && d.IntN(4) > 0 { // it with a change or two
				changed := maps.Clone(was)
				for range 1 + d.IntN(3) {
					if name := pick(d, slices.Sorted(maps.Keys(m))...); true {
						changed[name] = m[name]
					}
				}
				m, drawn = changed, changed
			}
			if ok && strings.Contains(path, "{item}") && d.IntN(8) > 0 {
				m["id"] = item // as it has to be
			}
			text, err := json.Marshal(drawn)
			require.NoError(t, err)
			body = string(text)
		}
		if len(query) > 0 {
			real += "?" + query.Encode()
		}
		began := time.Now()
		got := b.do(method, real, body, "If-Match", fmt.Sprintf("\"%.0f\"", now["revision"]))
		statuses[got.status]++
		if got.status < 300 {
			answered[method+" "+path]++
		}
		if got.status == 401 {
			require.Equal(t, 200, b.do("POST", "/api/v1/session/demo", "").status)
		}
		if slow := time.Since(began); slow > time.Second {
			t.Logf("%v: %s %s %s", slow, method, real, body)
		}
		if failed[method+path] {
			return
		}
		if got.status >= 500 || got.status == 200 && !json.Valid(got.body) && strings.Contains(got.header.Get("Content-Type"), "json") {
			failed[method+path] = true
			tail := h.log.String()
			t.Errorf("%s %s\n%s\n%d %s\n%s", method, real, body, got.status, got.body, tail[max(0, len(tail)-1800):])
		}
	}
	type one struct {
		method, path string
		op           *huma.Operation
	}
	var all []one
	for path, item := range h.api.OpenAPI().Paths {
		for method, op := range map[string]*huma.Operation{"GET": item.Get, "PUT": item.Put, "POST": item.Post, "PATCH": item.Patch,
			"DELETE": item.Delete} {
			// What waits for somebody, or would take the client away.
			if op == nil || path == "/api/v1/clients/{client}" && method == "DELETE" || strings.HasSuffix(path, "/readings") {
				continue
			}
			all = append(all, one{method, path, op})
		}
	}
	slices.SortFunc(all, func(a, b one) int { return strings.Compare(a.path+a.method, b.path+b.method) })
	for _, o := range all {
		if text, ok := exampleOf(o.op); ok {
			assert.Equal(t, 200, b.do(o.method, o.path, string(text)).status, "the example of %s", o.path)
		}
	}
	for round := range *drawnRounds {
		d.wrong = pick(d, 0, 0, 0.02, 0.1)
		for _, o := range all {
			if strings.HasSuffix(o.op.Path, "/session") && o.method == "POST" && round > 0 {
				continue // a password takes its time
			}
			call(o.method, o.path, o.op)
		}
	}
	for _, o := range all {
		if answered[o.method+" "+o.path] == 0 {
			t.Log("never answered:", o.method, o.path)
		}
	}
	t.Log(statuses)
}
