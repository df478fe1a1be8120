package bench

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/server"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// house is a demo that is served over loopback, and a browser that is signed in.
type house struct {
	b        *testing.B
	url      string
	dir      string
	store    *store.Store
	practice string
	browser  http.Client
	people   []string // of the client whose log is filled
}

func open(b *testing.B) *house {
	b.Helper()
	server.Tune()
	ctx := context.Background()
	dir := b.TempDir()
	s, err := store.Open(ctx, dir, store.Demo)
	if err != nil {
		b.Fatal(err)
	}
	if err := demo.Fill(ctx, s); err != nil {
		b.Fatal(err)
	}
	who, err := s.ConsultantByEmail(ctx, workbench.DemoEmail)
	if err != nil {
		b.Fatal(err)
	}
	h := server.New(server.Options{Store: s, Demo: true, Version: "bench", Rules: "bench"})
	listening := httptest.NewServer(h)
	b.Cleanup(func() {
		listening.Close()
		h.Close()
		_ = s.Close()
	})
	out := &house{b: b, url: listening.URL, dir: dir, store: s, practice: who.PracticeID, people: []string{store.FirstPerson}}
	out.signIn()
	return out
}

func (h *house) signIn() {
	jar, err := cookiejar.New(nil)
	if err != nil {
		h.b.Fatal(err)
	}
	h.browser = http.Client{Jar: jar, Transport: &http.Transport{MaxIdleConnsPerHost: 200}}
	h.ask("POST", "/api/v1/session/demo", map[string]any{}, 0)
}

func (h *house) add(f store.File) store.File {
	h.b.Helper()
	out, err := h.store.Create(context.Background(), h.practice, f)
	if err != nil {
		h.b.Fatal(err)
	}
	return out
}

// ask asks and gives the whole answer; anything but a success ends the benchmark.
func (h *house) ask(method, path string, body any, match int64) []byte {
	h.b.Helper()
	status, got, err := h.try(method, path, body, match)
	if err != nil || status >= 300 {
		h.b.Fatal(method, path, status, err, string(got[:min(len(got), 300)]))
	}
	return got
}

func (h *house) try(method, path string, body any, match int64) (status int, got []byte, err error) {
	var text []byte
	if body != nil {
		if text, err = json.Marshal(body); err != nil {
			return 0, nil, err
		}
	}
	req, err := http.NewRequest(method, h.url+path, bytes.NewReader(text))
	if err != nil {
		return 0, nil, err
	}
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set("If-Match", fmt.Sprintf(`"%d"`, match))
	res, err := h.browser.Do(req)
	if err != nil {
		return 0, nil, err
	}
	defer func() { _ = res.Body.Close() }()
	got, err = io.ReadAll(res.Body)
	return res.StatusCode, got, err
}

// spread does something until the benchmark has enough, and reports the 50th and 95th
// percentile of how long it took, and how large the last answer was.
func (h *house) spread(b *testing.B, do func() []byte) (p95 time.Duration) {
	b.Helper()
	var took []time.Duration
	size := 0
	for b.Loop() {
		start := time.Now()
		size = len(do())
		took = append(took, time.Since(start))
	}
	p95 = report(b, took)
	b.ReportMetric(float64(size)/1024, "KiB")
	return p95
}

func report(b *testing.B, took []time.Duration) (p95 time.Duration) {
	slices.Sort(took)
	p95 = took[len(took)*95/100]
	b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-p50")
	b.ReportMetric(float64(p95.Microseconds())/1000, "ms-p95")
	return p95
}

// p95Of is how long something takes 95 % of the time, of n times.
func p95Of(n int, do func()) time.Duration {
	var took []time.Duration
	for range n {
		start := time.Now()
		do()
		took = append(took, time.Since(start))
	}
	slices.Sort(took)
	return took[len(took)*95/100]
}

// resident is the memory that a process has in use, in MiB.
func resident(b *testing.B, pid int) float64 {
	b.Helper()
	text, err := os.ReadFile(filepath.Join("/proc", strconv.Itoa(pid), "status"))
	if err != nil {
		b.Skip("this system does not tell a process's memory under /proc")
	}
	for _, line := range strings.Split(string(text), "\n") {
		if kb, ok := strings.CutPrefix(line, "VmRSS:"); ok {
			n, err := strconv.ParseFloat(strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(kb), "kB")), 64)
			if err != nil {
				b.Fatal(err)
			}
			return n / 1024
		}
	}
	b.Fatal("no VmRSS")
	return 0
}
