package server_test

import (
	"bytes"
	"context"
	"encoding/base64"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/crypto/argon2"

	"scrappyrack/internal/api"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/server"
	"scrappyrack/internal/store"
	"scrappyrack/internal/store/storetest"
	"scrappyrack/internal/workbench"
)

type house struct {
	url   string
	api   huma.API
	store *store.Store
	log   *bytes.Buffer
}

// locked is a writer for many at once.
type locked struct {
	mu sync.Mutex
	w  io.Writer
}

func (l *locked) Write(p []byte) (int, error) {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.w.Write(p)
}

func start(t *testing.T, isDemo bool) house { return startAt(t, isDemo, time.Now) }

// startAt starts a server whose clock is now.
func startAt(t *testing.T, isDemo bool, now func() time.Time) house {
	t.Helper()
	kind := store.Real
	if isDemo {
		kind = store.Demo
	}
	s, err := store.Open(context.Background(), storetest.In(t, t.TempDir(), kind), kind)
	require.NoError(t, err)
	if isDemo {
		require.NoError(t, demo.Fill(context.Background(), s))
	}
	var log bytes.Buffer
	s.SetClock(now)
	h := server.New(server.Options{Store: s, Demo: isDemo, Version: "test", Rules: "test", Now: now,
		Log: slog.New(slog.NewTextHandler(&locked{w: &log}, nil))})
	listening := httptest.NewServer(h)
	t.Cleanup(func() {
		listening.Close()
		h.Close()
		_ = s.Close()
	})
	return house{listening.URL, h.API, s, &log}
}

type browser struct {
	t    *testing.T
	base string
	http.Client
}

func (h house) browser(t *testing.T) *browser {
	t.Helper()
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	return &browser{t, h.url, http.Client{Jar: jar}}
}

type answer struct {
	status int
	header http.Header
	body   []byte
}

func (a answer) into(t *testing.T, v any) {
	t.Helper()
	require.NoError(t, json.Unmarshal(a.body, v), string(a.body))
}

// fields are the paths that a 422 names.
func (a answer) fields(t *testing.T) (out []string) {
	t.Helper()
	var p struct{ Errors []struct{ Location string } }
	a.into(t, &p)
	for _, e := range p.Errors {
		out = append(out, e.Location)
	}
	return out
}

func (b *browser) do(method, path, body string, headers ...string) answer {
	b.t.Helper()
	req, err := http.NewRequest(method, b.base+path, strings.NewReader(body))
	require.NoError(b.t, err)
	if body != "" {
		req.Header.Set("Content-Type", "application/json")
	}
	for i := 0; i+1 < len(headers); i += 2 {
		req.Header.Set(headers[i], headers[i+1])
	}
	res, err := b.Do(req)
	require.NoError(b.t, err)
	defer func() { _ = res.Body.Close() }()
	data, err := io.ReadAll(res.Body)
	require.NoError(b.t, err)
	return answer{res.StatusCode, res.Header, data}
}

func (b *browser) signIn(email, password string) answer {
	body, _ := json.Marshal(map[string]string{"email": email, "password": password})
	return b.do("POST", "/api/v1/session", string(body))
}

// cheapHash is a hash of a password that is quick to check: its parameters stand in it.
func cheapHash(password string) string {
	salt := []byte("salt for tests..")
	enc := base64.RawStdEncoding.EncodeToString
	return fmt.Sprintf("$argon2id$v=%d$m=64,t=1,p=1$%s$%s", argon2.Version, enc(salt),
		enc(argon2.IDKey([]byte(password), salt, 1, 64, 1, 32)))
}

// other makes a second practice with an account and signs in.
func (h house) other(t *testing.T) *browser {
	t.Helper()
	err := h.store.AddPractice(context.Background(), store.Practice{ID: "other", Name: "Other"},
		store.Consultant{ID: "other", Email: "other@example.test", Name: "Other", Password: cheapHash("a long password")}, false)
	require.NoError(t, err)
	b := h.browser(t)
	require.Equal(t, 200, b.signIn("other@example.test", "a long password").status)
	return b
}

// walk calls every operation of the description with the demo client's id.
func (h house) walk(t *testing.T, visit func(method, path, body string, access api.Access)) int {
	t.Helper()
	n := 0
	for path, item := range h.api.OpenAPI().Paths {
		real := strings.NewReplacer("{client}", "demo-loft", "{item}", "jug-a", "{container}", "bucket", "{handle}", "spin", "{scale}",
			"hanging", "{candidate}", "flat-bench", "{station}", "needs", "{set}", "s1", "{slot}", "squat", "{movement}", "pull-up",
			"{room}", "loft", "{invitation}", "none", "{account}", "none", "{change}", "1").Replace(path)
		if strings.HasSuffix(path, "/scoops") {
			real += "?size_l=1"
		}
		require.NotContains(t, real, "{", "the walk does not know a parameter of %s", path)
		for method, op := range map[string]*huma.Operation{"GET": item.Get, "PUT": item.Put, "POST": item.Post, "PATCH": item.Patch,
			"DELETE": item.Delete} {
			if op != nil {
				visit(method, real, h.bodyOf(t, op, path), api.AccessOf(op))
				n++
			}
		}
	}
	return n
}

// bodyOf is a body of the shape that an operation asks for, so that it is the scope that refuses; empty for one
// without.
func (h house) bodyOf(t *testing.T, op *huma.Operation, path string) string {
	t.Helper()
	if op.RequestBody == nil {
		return ""
	}
	d := &drawer{Rand: rand.New(rand.NewPCG(24, 25)), schemas: h.api.OpenAPI().Components.Schemas, words: []string{"pull-up"}}
	drawn := d.value(op.RequestBody.Content["application/json"].Schema, 0)
	if m, ok := drawn.(map[string]any); ok && strings.Contains(path, "{item}") {
		m["id"] = "jug-a"
	}
	text, err := json.Marshal(drawn)
	require.NoError(t, err)
	return string(text)
}

func TestEveryRouteIsBehindSignIn(t *testing.T) {
	h := start(t, false)
	nobody := h.browser(t)
	n := h.walk(t, func(method, path, body string, access api.Access) {
		got := nobody.do(method, path, body, "If-Match", `"1"`)
		require.NotEmpty(t, access, "%s %s declares who may call it", method, path)
		if access == api.Public {
			assert.NotEqual(t, 401, got.status, "%s %s", method, path)
			return
		}
		assert.Equal(t, 401, got.status, "%s %s", method, path)
		assert.Equal(t, "application/problem+json", got.header.Get("Content-Type"), path)
	})
	assert.Greater(t, n, 20)
}

func TestEveryRouteKeepsOtherPracticesOut(t *testing.T) {
	h := start(t, true)
	other := h.other(t)
	before, err := h.store.Load(context.Background(), demoPractice(t, h), "demo-loft")
	require.NoError(t, err)
	h.walk(t, func(method, path, body string, _ api.Access) {
		if !strings.Contains(path, "demo-loft") {
			return
		}
		got := other.do(method, path, body, "If-Match", `"1"`)
		assert.Equal(t, 404, got.status, "%s %s: %s", method, path, got.body)
	})
	after, err := h.store.Load(context.Background(), demoPractice(t, h), "demo-loft")
	require.NoError(t, err)
	assert.Equal(t, before, after)
	var list struct{ Total int }
	other.do("GET", "/api/v1/clients", "").into(t, &list)
	assert.Zero(t, list.Total)
}

func demoPractice(t *testing.T, h house) string {
	t.Helper()
	c, err := h.store.ConsultantByEmail(context.Background(), workbench.DemoEmail)
	require.NoError(t, err)
	return c.PracticeID
}

func TestFirstStartAsksForTheFirstAccountAndOnlyForThat(t *testing.T) {
	h := start(t, false)
	b := h.browser(t)
	var s api.Session
	b.do("GET", "/api/v1/session", "").into(t, &s)
	assert.True(t, s.Setup)
	assert.Equal(t, 404, b.do("POST", "/api/v1/session/demo", "").status, "no one-click sign-in outside of the demo")

	short := b.do("POST", "/api/v1/setup", `{"practice":"P","name":"N","email":"n@example.test","password":"short"}`)
	assert.Equal(t, 422, short.status)
	assert.Equal(t, []string{"body.password"}, short.fields(t))
	made := b.do("POST", "/api/v1/setup", `{"practice":"P","name":"N","email":"n@example.test","password":"long enough it is"}`)
	require.Equal(t, 200, made.status, string(made.body))
	cookie := made.header.Get("Set-Cookie")
	for _, want := range []string{"HttpOnly", "SameSite=Strict"} {
		assert.Contains(t, cookie, want)
	}
	assert.Equal(t, 403, h.browser(t).do("POST", "/api/v1/setup", `{"practice":"P","name":"N","email":"m@example.test","password":"long enough it is"}`).status)

	again := h.browser(t)
	assert.Equal(t, 403, again.signIn("n@example.test", "wrong").status)
	assert.Equal(t, 403, again.signIn("nobody@example.test", "wrong").status)
	assert.Equal(t, 200, again.signIn("N@example.test", "long enough it is").status)
	assert.Equal(t, 204, again.do("DELETE", "/api/v1/session", "").status)
	assert.Equal(t, 401, again.do("GET", "/api/v1/clients", "").status)
}

func TestSignInIsLimited(t *testing.T) {
	h := start(t, false)
	b := h.browser(t)
	last := 0
	for range 12 {
		last = b.do("POST", "/api/v1/session", `{"email":"x@y","password":""}`).status
	}
	assert.Equal(t, 429, last)
}

func TestOtherSitesAreRefused(t *testing.T) {
	h := start(t, true)
	got := h.browser(t).do("POST", "/api/v1/session/demo", "", "Origin", "http://elsewhere.test", "Sec-Fetch-Site", "cross-site")
	assert.Equal(t, 403, got.status)
	assert.Equal(t, "application/problem+json", got.header.Get("Content-Type"))
	policy := h.browser(t).do("GET", "/healthz", "").header.Get("Content-Security-Policy")
	assert.Contains(t, policy, "script-src 'self'")
	assert.NotContains(t, policy, "unsafe")
}

func demoDesk(t *testing.T, b *browser) api.Desk {
	t.Helper()
	require.Equal(t, 200, b.do("POST", "/api/v1/session/demo", "").status)
	var d api.Desk
	b.do("GET", "/api/v1/clients/demo-loft", "").into(t, &d)
	require.NotEmpty(t, d.File.ID)
	return d
}

func TestStaleWriteGetsBothVersions(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	d := demoDesk(t, b)
	d.File.Space.WayHeightM = 2.2
	body, _ := json.Marshal(d.File.Space)
	assert.Equal(t, 428, b.do("PUT", "/api/v1/clients/demo-loft/space", string(body)).status)
	first := b.do("PUT", "/api/v1/clients/demo-loft/space", string(body), "If-Match", `"1"`)
	require.Equal(t, 200, first.status, string(first.body))
	assert.Equal(t, `"2"`, first.header.Get("ETag"))

	d.File.Space.WayHeightM = 2.4
	body, _ = json.Marshal(d.File.Space)
	stale := b.do("PUT", "/api/v1/clients/demo-loft/space", string(body), "If-Match", `"1"`)
	require.Equal(t, 412, stale.status)
	var both struct {
		Yours  store.Space
		Theirs api.Desk
	}
	stale.into(t, &both)
	assert.InDelta(t, 2.4, both.Yours.WayHeightM, 0)
	assert.InDelta(t, 2.2, both.Theirs.File.Space.WayHeightM, 0)
}

func TestUndoOverTheWire(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	demoDesk(t, b)
	assert.Equal(t, 409, b.do("POST", "/api/v1/clients/demo-loft/undo", "", "If-Match", "1").status)
	gone := b.do("DELETE", "/api/v1/clients/demo-loft/containers/jug-a", "", "If-Match", `"1"`)
	var w api.Written
	gone.into(t, &w)
	assert.Equal(t, []string{"jug-a"}, w.Changes.Lists["containers"].Gone)
	assert.Equal(t, int64(2), w.Changes.Revision)
	assert.Nil(t, w.Changes.Profile, "what did not change is not told")
	assert.Equal(t, store.Label{Do: "remove", Part: "containers", ID: "jug-a", Name: "jug A"}, w.Steps.Undo.Label)
	assert.Equal(t, "Demo consultant", w.Steps.Undo.By)
	var d api.Desk
	b.do("POST", "/api/v1/clients/demo-loft/undo", "", "If-Match", `"2"`).into(t, &d)
	assert.Len(t, d.File.Containers, 4)
	assert.Equal(t, "jug-a", d.File.Containers[0].ID)
}

// profileOf is a client's profile with the first person, to be written changed.
func profileOf(d api.Desk) api.Profile {
	p, first := d.File.Profile, *d.File.Profile.Trainee
	p.Trainee = &first
	return p
}

func TestBadFieldsAreNamed(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	d := demoDesk(t, b)
	for name, c := range map[string]struct {
		path  string
		field string
		body  func() any
	}{
		"giant":         {"profile", "body.stature_m", func() any { p := profileOf(d); p.StatureM = 3; return p }},
		"half a metre":  {"profile", "body.stature_m", func() any { p := profileOf(d); p.StatureM = 0.5; return p }},
		"no such limit": {"profile", "body.limits[0]", func() any { p := profileOf(d); p.Limits = store.Words{"left-ear"}; return p }},
		"no such money": {"profile", "body.currency", func() any { p := profileOf(d); p.Currency = "XYZ"; return p }},
		"overfull room": {"rooms/loft", "body.taken_m2", func() any { r := d.File.Rooms[0]; r.TakenM2 = 99; return r }},
		"wide door":     {"openings/stair-door", "body.width_m", func() any { o := d.File.Openings[0]; o.WidthM = 4; return o }},
		"sunken beam":   {"overheads/collar", "body.under_m", func() any { o := d.File.Overheads[2]; o.UnderM = -0.1; return o }},
		"thing outside": {"fixtures/stool", "body.x_m", func() any { x := d.File.Fixtures[2]; x.XM = -0.1; return x }},
		"open walls": {"rooms/loft", "body.walls", func() any {
			r := d.File.Rooms[0]
			r.Walls = append(store.List[store.RoomWall]{}, r.Walls...)
			r.Walls[1].LengthM = 3
			return r
		}},
		"no such room":  {"fixtures/stool", "body.room", func() any { x := d.File.Fixtures[2]; x.Room = "attic"; return x }},
		"over the brim": {"containers/jug-a", "body.volume_l", func() any { k := d.File.Containers[0]; k.VolumeL = 9; return k }},
		"wrong bucket":  {"containers/bucket", "body.capacity_l", func() any { k := d.File.Containers[2]; k.CapacityL = 40; return k }},
		"no filling":    {"containers/jug-a", "body.filling", func() any { k := d.File.Containers[0]; k.Filling = "feathers"; return k }},
		"long set":      {"sets/row", "body.reps", func() any { s := d.File.Sets[0]; s.Reps = 3000; return s }},
		"nothing held":  {"sets/row", "body.load_kg", func() any { s := d.File.Sets[0]; s.LoadKg = 0; return s }},
		"no such gear":  {"gear/x", "body.item", func() any { return store.Gear{ID: "x", Item: "moon"} }},
	} {
		body, err := json.Marshal(c.body())
		require.NoError(t, err)
		got := b.do("PUT", "/api/v1/clients/demo-loft/"+c.path, string(body), "If-Match", `"1"`)
		assert.Equal(t, 422, got.status, "%s: %s", name, got.body)
		assert.Equal(t, []string{c.field}, got.fields(t), name)
	}
}

func TestPlanAndBook(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	demoDesk(t, b)
	var p api.Plan
	b.do("GET", "/api/v1/clients/demo-loft/plan", "").into(t, &p)
	assert.True(t, p.Proven)
	assert.NotEmpty(t, p.Chosen)
	assert.LessOrEqual(t, p.CostMinor, int64(22000))
	book := b.do("GET", "/api/v1/clients/demo-loft/book.pdf?paper=letter", "")
	assert.Equal(t, "application/pdf", book.header.Get("Content-Type"))
	assert.True(t, bytes.HasPrefix(book.body, []byte("%PDF-")))
	assert.Contains(t, book.header.Get("Content-Disposition"), "loft-above-the-bakery.pdf")
}

func TestUnknownAddresses(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	for _, path := range []string{"/api/v1/nothing", "/api/nothing", "/assets/nothing.js", "/nothing.png"} {
		assert.Contains(t, []int{404, 503}, b.do("GET", path, "").status, path)
	}
	assert.Equal(t, 405, b.do("PATCH", "/api/v1/clients", "").status)
	assert.Equal(t, "ok\n", string(b.do("GET", "/healthz", "").body))
	var described struct{ Openapi string }
	b.do("GET", "/openapi.json", "").into(t, &described)
	assert.Equal(t, "3.1.0", described.Openapi)
}

func mustJSON(t *testing.T, v any) string {
	t.Helper()
	out, err := json.Marshal(v)
	require.NoError(t, err)
	return string(out)
}
