package server

import (
	"net/http"
	"net/http/httptest"
	"os"
	"regexp"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func get(h http.HandlerFunc, path string, headers ...string) *httptest.ResponseRecorder {
	r := httptest.NewRequest(http.MethodGet, path, nil)
	for i := 0; i+1 < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
	}
	w := httptest.NewRecorder()
	h(w, r)
	return w
}

func TestFrontEndFiles(t *testing.T) {
	h := files(fstest.MapFS{
		"index.html":          {Data: []byte("<title>first page</title>")},
		"assets/app-1.js":     {Data: []byte("plain")},
		"assets/app-1.js.br":  {Data: []byte("br")},
		"assets/app-1.js.gz":  {Data: []byte("gz")},
		"app.webmanifest":     {Data: []byte("{}")},
		"assets/type-1.woff2": {Data: []byte("font")},
	})
	for _, path := range []string{"/", "/index.html", "/c/abc/needs", "/quick"} {
		w := get(h, path)
		assert.Equal(t, 200, w.Code, path)
		assert.Contains(t, w.Body.String(), "first page", path)
		assert.Equal(t, "no-cache", w.Header().Get("Cache-Control"), path)
	}
	for accept, want := range map[string]string{"": "plain", "gzip": "gz", "gzip, deflate, br": "br"} {
		w := get(h, "/assets/app-1.js", "Accept-Encoding", accept)
		assert.Equal(t, want, w.Body.String())
		assert.Contains(t, w.Header().Get("Cache-Control"), "immutable")
		assert.Contains(t, w.Header().Get("Content-Type"), "javascript")
		assert.Equal(t, "Accept-Encoding", w.Header().Get("Vary"))
	}
	assert.Equal(t, "application/manifest+json", get(h, "/app.webmanifest").Header().Get("Content-Type"))
	for _, path := range []string{"/assets/gone.js", "/assets/app-1.js.br", "/gone.png", "/api/v1/gone", "/../secret.txt", "/assets/"} {
		w := get(h, path)
		assert.Equal(t, 404, w.Code, path)
		assert.Equal(t, "application/problem+json", w.Header().Get("Content-Type"), path)
		assert.Empty(t, w.Header().Get("Cache-Control"), path)
	}
	r := httptest.NewRequest(http.MethodPost, "/", nil)
	w := httptest.NewRecorder()
	h(w, r)
	assert.Equal(t, 404, w.Code)
}

func TestWithoutTheFrontEndThePageSaysHowToBuildIt(t *testing.T) {
	w := get(files(nil), "/")
	assert.Equal(t, 503, w.Code)
	assert.Contains(t, w.Body.String(), "make build")
	assert.Equal(t, 404, get(files(nil), "/api/v1/gone").Code)
}

// The pages that are served are those that the application has routes for.
func TestPagesAreTheApplicationsRoutes(t *testing.T) {
	text, err := os.ReadFile("../../web/src/App.tsx")
	require.NoError(t, err)
	want := map[string]bool{"": true, "index.html": true, "join": true} // signing in shows at every address, and joining at its own
	for _, m := range regexp.MustCompile(`<Route path="/([^"/]*)`).FindAllStringSubmatch(string(text), -1) {
		want[m[1]] = true
	}
	got := map[string]bool{}
	for _, p := range pages {
		got[p] = true
	}
	assert.Equal(t, want, got)
}
