package server

import (
	"bytes"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"slices"
	"strings"
	"time"

	"scrappyrack/web"
)

// front is the built front end, nil when it has not been built.
func front() fs.FS {
	dist, err := fs.Sub(web.Dist, "dist")
	if err != nil {
		return nil
	}
	if _, err := fs.Stat(dist, "index.html"); err != nil {
		return nil
	}
	return dist
}

const notBuilt = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Scrappy Rack</title>
<h1>The front end has not been built yet</h1><p>Run <code>make build</code> (or <code>make demo</code>) in the project's folder, then start again. The API answers under <code>/api/v1</code> already.</p></html>`

// files serves the front end: files as they are, compressed where the browser
// takes it, and the first page for every address of the application.
func files(dist fs.FS) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean("/"+r.URL.Path), "/")
		if r.Method != http.MethodGet && r.Method != http.MethodHead || strings.HasPrefix(name+"/", "api/") {
			problem(w, http.StatusNotFound, "there is nothing at this address")
			return
		}
		if dist == nil {
			w.Header().Set("Content-Type", "text/html; charset=utf-8")
			w.WriteHeader(http.StatusServiceUnavailable)
			_, _ = w.Write([]byte(notBuilt))
			return
		}
		if isPage(name) {
			w.Header().Set("Cache-Control", "no-cache")
			serve(w, r, dist, "index.html")
			return
		}
		if strings.HasPrefix(name, "assets/") {
			w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
		}
		serve(w, r, dist, name)
	}
}

// pages are the addresses that the application's routes begin with (App.tsx).
var pages = []string{"", "index.html", "quick", "practice", "join", "c"}

// isPage says that an address is one of the application's, whose first page then
// shows what it names.
func isPage(name string) bool {
	first, _, _ := strings.Cut(name, "/")
	return slices.Contains(pages, first)
}

func serve(w http.ResponseWriter, r *http.Request, dist fs.FS, name string) {
	data, err := fs.ReadFile(dist, name)
	if err != nil || strings.HasSuffix(name, ".br") || strings.HasSuffix(name, ".gz") {
		w.Header().Del("Cache-Control")
		problem(w, http.StatusNotFound, "there is nothing at this address")
		return
	}
	kind := mime.TypeByExtension(path.Ext(name))
	if strings.HasSuffix(name, ".webmanifest") {
		kind = "application/manifest+json"
	}
	w.Header().Set("Content-Type", kind)
	w.Header().Set("Vary", "Accept-Encoding")
	for _, c := range []struct{ encoding, suffix string }{{"br", ".br"}, {"gzip", ".gz"}} {
		if !strings.Contains(r.Header.Get("Accept-Encoding"), c.encoding) {
			continue
		}
		if packed, err := fs.ReadFile(dist, name+c.suffix); err == nil {
			w.Header().Set("Content-Encoding", c.encoding)
			data = packed
			break
		}
	}
	http.ServeContent(w, r, "", time.Time{}, bytes.NewReader(data))
}
