package server_test

import (
	"context"
	"database/sql"
	"fmt"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/api"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/server"
	"scrappyrack/internal/store"
	"scrappyrack/internal/store/storetest"
	"scrappyrack/internal/workbench"
)

const longPassword = "long enough it is"

// clock is a time that is moved by hand.
type clock struct{ at atomic.Int64 }

func newClock() *clock {
	c := &clock{}
	c.at.Store(time.Now().Unix()) // scs itself goes by the machine's
	return c
}

func (c *clock) now() time.Time       { return time.Unix(c.at.Load(), 0) }
func (c *clock) pass(d time.Duration) { c.at.Add(int64(d.Seconds())) }

// practice makes a practice with its owner, who is signed in.
func (h house) practice(t *testing.T) *browser {
	t.Helper()
	owner := store.Consultant{ID: "owner", Email: "owner@example.test", Name: "Owner", Password: cheapHash(longPassword)}
	require.NoError(t, h.store.AddPractice(context.Background(), store.Practice{ID: "practice", Name: "Two Sheds"}, owner, true))
	b := h.browser(t)
	require.Equal(t, 200, b.signIn("owner@example.test", longPassword).status)
	return b
}

// consultant is one more of the practice, who is signed in.
func (h house) consultant(t *testing.T, email string) *browser {
	t.Helper()
	ctx := context.Background()
	require.NoError(t, h.store.Invite(ctx, store.Invitation{Code: email, ID: email, PracticeID: "practice", Role: store.ConsultantRole,
		ExpiresAt: 1 << 40}))
	_, err := h.store.Join(ctx, email, store.Consultant{ID: workbench.NewID(), Email: email, Name: "Second",
		Password: cheapHash(longPassword)})
	require.NoError(t, err)
	b := h.browser(t)
	require.Equal(t, 200, b.signIn(email, longPassword).status)
	return b
}

// join invites a consultant and has them join.
func (h house) join(t *testing.T, owner *browser, email string) *browser {
	t.Helper()
	var invited struct{ Code string }
	got := owner.do("POST", "/api/v1/practice/invitations", `{"role":"consultant","note":"for the walk"}`)
	require.Equal(t, 201, got.status, string(got.body))
	got.into(t, &invited)
	b := h.browser(t)
	joined := b.do("POST", "/api/v1/join", fmt.Sprintf(`{"code":%q,"name":"Second","email":%q,"password":%q}`, strings.ToLower(invited.Code[:6])+"-"+invited.Code[6:], email, longPassword))
	require.Equal(t, 200, joined.status, string(joined.body))
	again := h.browser(t).do("POST", "/api/v1/join", fmt.Sprintf(`{"code":%q,"name":"Third","email":"third@example.test","password":%q}`, invited.Code, longPassword))
	assert.Equal(t, 422, again.status, "a code serves once")
	assert.Equal(t, []string{"body.code"}, again.fields(t))
	return b
}

// Reading writes nothing: a session is touched after five minutes, by an act and not by
// a poll, and its token is nowhere in the database.
func TestReadingWritesNothing(t *testing.T) {
	c := newClock()
	h := startAt(t, true, c.now)
	b := h.browser(t)
	demoDesk(t, b)
	kept := func() string {
		var token, data string
		require.NoError(t, h.store.Reader().QueryRow("SELECT token, hex(data) FROM session").Scan(&token, &data))
		cookie := b.Jar.Cookies(mustURL(t, h.url))[0].Value
		assert.NotEqual(t, cookie, token)
		return data
	}
	first := kept()
	c.pass(4 * time.Minute)
	b.do("GET", "/api/v1/clients", "")
	assert.Equal(t, first, kept())
	c.pass(2 * time.Minute)
	b.do("GET", "/api/v1/scales/hanging/readings", "")
	assert.Equal(t, first, kept(), "a poll is no sign of life")
	got := b.do("GET", "/api/v1/clients", "")
	assert.Equal(t, 200, got.status)
	assert.NotEqual(t, first, kept())
}

// On a full disk reads go on, also where the session was to be touched; a change says so
// and is not done; the server says that it is not ready, and is again when there is room.
func TestOnAFullDisk(t *testing.T) {
	c := newClock()
	h := startAt(t, true, c.now)
	b := h.browser(t)
	d := demoDesk(t, b)
	var pages int
	require.NoError(t, h.store.Writer().QueryRow("PRAGMA page_count").Scan(&pages))
	_, err := h.store.Writer().Exec(fmt.Sprintf("PRAGMA max_page_count = %d", pages))
	require.NoError(t, err)
	fill(t, h) // the last free pages
	more := api.StockMore{Containers: []store.Container{}, Batches: []store.Batch{}}
	for i := range 150 {
		more.Things = append(more.Things, store.Thing{ID: fmt.Sprint("t", i), Name: strings.Repeat("long ", 11), MassKg: 1, Count: 1})
	}
	refused := b.do("POST", "/api/v1/clients/demo-loft/stock", mustJSON(t, more), "If-Match",
		fmt.Sprintf("%q", fmt.Sprint(d.File.Revision)))
	assert.Equal(t, 507, refused.status, string(refused.body))
	assert.Equal(t, "application/problem+json", refused.header.Get("Content-Type"))
	assert.Contains(t, string(refused.body), "nothing was changed")
	c.pass(6 * time.Minute)
	var after api.Desk
	read := b.do("GET", "/api/v1/clients/demo-loft", "")
	require.Equal(t, 200, read.status)
	read.into(t, &after)
	assert.Equal(t, d.File, after.File)
	assert.Equal(t, 200, b.do("GET", "/healthz", "").status)
	assert.Equal(t, 503, b.do("GET", "/readyz", "").status)
	_, err = h.store.Writer().Exec("PRAGMA max_page_count = 1000000")
	require.NoError(t, err)
	assert.Equal(t, 200, b.do("GET", "/readyz", "").status)
	assert.Equal(t, 200, b.do("POST", "/api/v1/clients/demo-loft/stock", mustJSON(t, more), "If-Match",
		fmt.Sprintf("%q", fmt.Sprint(d.File.Revision))).status)
}

// fill uses up what room there is in a database that may not grow.
func fill(t *testing.T, h house) {
	t.Helper()
	for i := range 2000 {
		if _, err := h.store.Writer().Exec("INSERT INTO session VALUES (?, zeroblob(900), 1)", fmt.Sprint("filler ", i)); err != nil {
			return
		}
	}
	t.Fatal("it never got full")
}

// What cannot be read is said so, without a word of what is inside.
func TestUnknownErrorsAreLoggedAndNotTold(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	demoDesk(t, b)
	_, err := h.store.Writer().Exec("DROP TABLE pin")
	require.NoError(t, err)
	got := b.do("GET", "/api/v1/clients/demo-garage", "", "X-Request-Id", "from-a-caller")
	assert.Equal(t, 500, got.status)
	assert.NotContains(t, string(got.body), "pin")
	assert.Equal(t, "application/problem+json", got.header.Get("Content-Type"))
	assert.Equal(t, "from-a-caller", got.header.Get("X-Request-Id"))
	assert.Contains(t, h.log.String(), "no such table: pin")
	assert.Contains(t, h.log.String(), "id=from-a-caller")
	long := b.do("GET", "/healthz", "", "X-Request-Id", strings.Repeat("x", 5000))
	assert.Less(t, len(long.header.Get("X-Request-Id")), 65)
	for _, odd := range []string{"two words", "a\"quote", "é"} {
		assert.NotEqual(t, odd, b.do("GET", "/healthz", "", "X-Request-Id", odd).header.Get("X-Request-Id"))
	}
	assert.NotContains(t, h.log.String(), "demo@scrappyrack", "no personal data in the log")
}

// The cases of RFC 9110 and 9111 that a cache in a browser goes by: what holds is not
// sent again (304 with its ETag), weakly compared and in a list; once the file has changed, whatever of
// it, another ETag.
func TestStationsByTheRulesOfCaches(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	demoDesk(t, b)
	path := "/api/v1/clients/demo-loft/stations/space"
	first := b.do("GET", path, "")
	tag := first.header.Get("ETag")
	require.Equal(t, 200, first.status)
	require.NotEmpty(t, tag)
	assert.Equal(t, "private, no-cache", first.header.Get("Cache-Control"), "kept by this browser alone, and asked about each time")
	for header, want := range map[string]int{tag: 304, "W/" + tag: 304, `"x", ` + tag: 304, "*": 304, `"x"`: 200, "": 200} {
		got := b.do("GET", path, "", "If-None-Match", header)
		assert.Equal(t, want, got.status, header)
		assert.Equal(t, tag, got.header.Get("ETag"), header)
		if want == 304 {
			assert.Empty(t, got.body)
		}
	}
	require.Equal(t, 200, b.do("PUT", "/api/v1/clients/demo-loft/pins/straps", `{"id":"straps","pin":"never"}`, "If-Match", `"1"`).status)
	space := demo.Files()[0].Space
	space.WayHeightM = 2.2
	written := b.do("PUT", "/api/v1/clients/demo-loft/space?station=space", mustJSON(t, space), "If-Match", `"2"`)
	require.Equal(t, 200, written.status)
	fresh := b.do("GET", path, "", "If-None-Match", tag)
	require.Equal(t, 200, fresh.status)
	var w api.Written
	written.into(t, &w)
	var r api.Results
	fresh.into(t, &r)
	assert.Equal(t, *w.Station, r, "an edit answers what the station then shows")
	assert.Equal(t, 404, h.other(t).do("GET", path, "", "If-None-Match", tag).status, "no ETag opens another practice's")
	assert.Equal(t, `"cache"`, b.do("DELETE", "/api/v1/session", "").header.Get("Clear-Site-Data"), "nothing stays in the browser")
}

// Whatever of a file is changed, no station's old answer holds: eight plates more on a sled came as 304
// with the old numbers while what a station reads stood in a list.
func TestNoChangeLeavesAnOldAnswer(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	demoDesk(t, b)
	stations := api.Stations()
	assert.Equal(t, 422, b.do("GET", "/api/v1/clients/demo-loft/stations/nowhere", "").status)
	assert.Equal(t, 422, b.do("GET", "/api/v1/clients/demo-loft?station=nowhere", "").status)
	changes := map[string]string{
		"plates/more":  `{"id":"more","mass_kg":20,"count":8,"thickness_m":0.03,"bore_mm":50}`,
		"handles/long": `{"id":"long","name":"Long bar","kind":"bar","count":1,"mass_kg":20,"collar_kg":0,"sleeve_m":0.4,"bore_mm":50}`,
		"pins/straps":  `{"id":"straps","pin":"never"}`,
	}
	for path, body := range changes {
		file := b.do("GET", "/api/v1/clients/demo-loft", "")
		tags := map[string]string{}
		for _, s := range stations {
			tags[s] = b.do("GET", "/api/v1/clients/demo-loft/stations/"+s, "").header.Get("ETag")
		}
		require.Equal(t, 200, b.do("PUT", "/api/v1/clients/demo-loft/"+path, body, "If-Match", file.header.Get("ETag")).status, path)
		for _, s := range stations {
			assert.Equal(t, 200, b.do("GET", "/api/v1/clients/demo-loft/stations/"+s, "", "If-None-Match", tags[s]).status, "%s after %s",
				s, path)
		}
	}
}

// Pins that cannot be kept are the same refusal for the plan and for the book.
func TestImpossiblePinsAreOneRefusal(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	require.Equal(t, 200, b.do("PUT", "/api/v1/clients/demo-flat/pins/half-rack", `{"id":"half-rack","pin":"must"}`, "If-Match", `"1"`).status)
	for _, path := range []string{"/plan", "/book.pdf", "/plan/instead/step-box"} {
		got := b.do("GET", "/api/v1/clients/demo-flat"+path, "")
		assert.Equal(t, 409, got.status, path)
		assert.Contains(t, string(got.body), "unpin something", path)
	}
}

// Names are trimmed and not empty, by every road.
func TestNamesAreTrimmed(t *testing.T) {
	b := start(t, true).browser(t)
	d := demoDesk(t, b)
	jug := d.File.Containers[0]
	jug.Name = "  jug of mine "
	var w api.Written
	b.do("PUT", "/api/v1/clients/demo-loft/containers/jug-a", mustJSON(t, jug), "If-Match", `"1"`).into(t, &w)
	assert.Equal(t, "jug of mine", w.Changes.Lists["containers"].Items[0].(*store.Container).Name)
	jug.Name = "   "
	nameless := api.StockMore{Containers: []store.Container{}, Batches: []store.Batch{},
		Things: []store.Thing{{ID: "x", Name: "\t", MassKg: 1, Count: 1}}}
	for _, got := range []answer{
		b.do("PUT", "/api/v1/clients/demo-loft/containers/jug-a", mustJSON(t, jug), "If-Match", `"2"`),
		b.do("POST", "/api/v1/clients/demo-loft/stock", mustJSON(t, nameless), "If-Match", `"2"`),
	} {
		assert.Equal(t, 422, got.status)
		assert.Equal(t, []string{"body.name"}, got.fields(t))
	}
	var many []store.Batch
	for i := range 60 {
		many = append(many, store.Batch{ID: fmt.Sprint("b", i), Name: "b", Filling: "rice"})
	}
	require.Equal(t, 200, b.do("PUT", "/api/v1/clients/demo-loft/batches/one", mustJSON(t, store.Batch{ID: "one", Name: "one", Filling: "rice"}), "If-Match", `"2"`).status)
	bulk := b.do("POST", "/api/v1/clients/demo-loft/stock", mustJSON(t, api.StockMore{Containers: []store.Container{}, Things: []store.Thing{}, Batches: many}), "If-Match", `"3"`)
	assert.Equal(t, 422, bulk.status)
	assert.Contains(t, string(bulk.body), "60 batches")
}

// The demo answers to names of this machine only; elsewhere an unknown address is none.
func TestTheDemoIsOnThisMachine(t *testing.T) {
	h := start(t, true)
	for host, want := range map[string]int{"localhost:8080": 200, "127.0.0.1": 200, "[::1]:80": 200, "scrappy.example": 421,
		"10.0.0.7:8080": 421} {
		req, err := http.NewRequest("GET", h.url+"/healthz", nil)
		require.NoError(t, err)
		req.Host = host
		res, err := http.DefaultClient.Do(req)
		require.NoError(t, err)
		require.NoError(t, res.Body.Close())
		assert.Equal(t, want, res.StatusCode, host)
	}
	assert.Contains(t, []int{404, 503}, h.browser(t).do("GET", "/x", "").status)
}

func mustURL(t *testing.T, raw string) *url.URL {
	t.Helper()
	req, err := http.NewRequest("GET", raw, nil)
	require.NoError(t, err)
	return req.URL
}

// Of a file whose pages are damaged, what can be read is; the rest is said to be damaged,
// with what to do, and never a bare 500.
func TestOnADamagedFile(t *testing.T) {
	dir := storetest.In(t, t.TempDir(), store.Demo)
	s, err := store.Open(t.Context(), dir, store.Demo)
	require.NoError(t, err)
	require.NoError(t, demo.Fill(t.Context(), s))
	require.NoError(t, s.Close())
	path := filepath.Join(dir, store.FileName)
	data, err := os.ReadFile(path)
	require.NoError(t, err)
	root := 0
	{
		db, err := store.OpenBeside(t.Context(), dir)
		require.NoError(t, err)
		require.NoError(t, db.Reader().QueryRow("SELECT rootpage FROM sqlite_master WHERE name = 'container'").Scan(&root))
		require.NoError(t, db.Close())
	}
	for i := (root - 1) * 4096; i < root*4096; i++ {
		data[i] = 0xa5
	}
	require.NoError(t, os.WriteFile(path, data, 0o600))
	s, err = store.Open(t.Context(), dir, store.Demo)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	h := server.New(server.Options{Store: s, Demo: true, Version: "test"})
	listening := httptest.NewServer(h)
	t.Cleanup(func() { listening.Close(); h.Close() })
	b := house{url: listening.URL, api: h.API, store: s}.browser(t)
	require.Equal(t, 200, b.do("POST", "/api/v1/session/demo", "").status)
	assert.Equal(t, 200, b.do("GET", "/api/v1/practice", "").status)
	for _, got := range []answer{
		b.do("GET", "/api/v1/clients/demo-loft", ""), b.do("GET", "/api/v1/clients/demo-loft/book.pdf", ""),
		b.do("PUT", "/api/v1/clients/demo-loft/profile", mustJSON(t, demo.Files()[0].Profile), "If-Match", `"1"`),
	} {
		assert.Equal(t, 503, got.status, string(got.body))
		assert.Contains(t, string(got.body), "restore a backup")
		assert.NotEmpty(t, got.header.Get("Retry-After"))
	}
}

// While somebody else holds the database, a change waits its turn and then is told to come
// again, 503 and when; its cause is in the log, reads go on, and nothing was half done.
func TestOverloadIsToldToComeAgain(t *testing.T) {
	h := start(t, true)
	b := h.browser(t)
	d := demoDesk(t, b)
	var file string
	require.NoError(t, h.store.Writer().QueryRow("SELECT file FROM pragma_database_list WHERE name = 'main'").Scan(&file))
	other, err := sql.Open("sqlite", "file:"+file+"?_txlock=immediate")
	require.NoError(t, err)
	defer other.Close()
	held, err := other.Begin()
	require.NoError(t, err)
	d.File.Space.WayHeightM = 2.2
	waits := b.do("PUT", "/api/v1/clients/demo-loft/space", mustJSON(t, d.File.Space), "If-Match", `"1"`)
	assert.Equal(t, 503, waits.status, string(waits.body))
	assert.Equal(t, "1", waits.header.Get("Retry-After"))
	assert.Equal(t, "application/problem+json", waits.header.Get("Content-Type"))
	assert.Contains(t, h.log.String(), "database is locked")
	assert.Equal(t, 200, b.do("GET", "/api/v1/clients/demo-loft", "").status)
	require.NoError(t, held.Rollback())
	assert.Equal(t, 200, b.do("PUT", "/api/v1/clients/demo-loft/space", mustJSON(t, d.File.Space), "If-Match", `"1"`).status)
}

// A body of 3,000 unknown fields is answered in a few kilobytes that carry nothing of it, on every operation, by
// whoever may call it; of nobody more than 4 kB are read. (Found: 35 kB at the sign-in answered 110 MB, with the
// password 3,000 times in it.)
func TestWhatIsRefusedIsNotSaidBack(t *testing.T) {
	h := start(t, true)
	signed, nobody := h.browser(t), h.browser(t)
	require.Equal(t, 200, signed.do("POST", "/api/v1/session/demo", "").status)
	var b strings.Builder
	b.WriteString(`{"password":"the-secret-word"`)
	for i := range 3000 {
		fmt.Fprintf(&b, `,"k%d":%d`, i, i)
	}
	flood := b.String() + "}"
	tried := 0
	h.walk(t, func(method, path, _ string, access api.Access) {
		if method == "GET" || strings.HasSuffix(path, "/session") && method == "DELETE" || strings.Contains(path, "account/sessions") {
			return
		}
		tried++
		from := signed
		if access == api.Public {
			from = nobody
		}
		got := from.do(method, path, flood, "If-Match", `"1"`)
		assert.NotContains(t, string(got.body), "the-secret-word", "%s %s", method, path)
		assert.Less(t, len(got.body), 200_000, "%s %s", method, path)
		if got.status == 422 {
			assert.Less(t, len(got.body), 8_000, "%s %s", method, path)
		}
		if access == api.Public && method == "POST" && !strings.HasSuffix(path, "/demo") {
			assert.Equal(t, 413, got.status, "%s %s", method, path)
		}
	})
	assert.Greater(t, tried, 40)
}
