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
	"slices"
	"testing"
	"time"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/server"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// crowded is a client with 300 containers, three batches of them weighed, and
// 200 things to pack with: the most that one client can have.
func crowded() store.File {
	f := demo.Files()[1]
	f.ID = "crowded"
	f.Batches = append(f.Batches, store.Batch{ID: "b2", Name: "second sack", Filling: "dry-sand"}, store.Batch{ID: "b3", Name: "wet heap", Filling: "wet-sand"})
	jug := f.Containers[3]
	for i := len(f.Containers); i < 300; i++ {
		c := jug
		c.ID, c.Name = fmt.Sprintf("jug-%d", i), fmt.Sprintf("jug %d", i)
		c.Filling = []string{"pit-sand", "b2", "b3", "fresh-water"}[i%4]
		c.VolumeL = 0.4 + 2.2*float64(i%97)/97
		c.Adjustable = i%10 == 0
		f.Containers = append(f.Containers, c)
		if i%5 == 0 {
			f.Weighings = append(f.Weighings, store.Weighing{
				ID: fmt.Sprintf("w-%d", i), Container: c.ID, At: 1.7e9, Filling: c.Filling, VolumeL: c.VolumeL,
				Scale: "hanging scale", ResolutionKg: 0.01, AccuracyKg: 0.05, Readings: []float64{0.16 + 1.6*c.VolumeL},
			})
		}
	}
	for i := range 200 {
		f.Things = append(f.Things, store.Thing{ID: fmt.Sprintf("thing-%d", i), Name: fmt.Sprintf("thing %d", i), MassKg: 0.1 + float64(i)/100, VolumeL: 0.5, Count: 3, Spare: true})
	}
	f.Complete()
	return f
}

// BenchmarkCrowdedWork is everything that an edit of a crowded client works out.
func BenchmarkCrowdedWork(b *testing.B) {
	f := crowded()
	for b.Loop() {
		workbench.Work(f)
	}
}

// BenchmarkTyping is a volume typed at Stock for a crowded client, as the browser
// feels it: one PUT over a loopback connection until the whole answer is there.
// It reports the 50th and 95th percentile.
func BenchmarkTyping(b *testing.B) {
	server.Tune()
	ctx := context.Background()
	s, err := store.Open(ctx, b.TempDir(), store.Demo)
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
	f, err := s.Create(ctx, who.PracticeID, crowded())
	if err != nil {
		b.Fatal(err)
	}
	h := server.New(server.Options{Store: s, Demo: true, Version: "bench"})
	listening := httptest.NewServer(h)
	defer func() {
		listening.Close()
		h.Close()
		_ = s.Close()
	}()
	jar, err := cookiejar.New(nil)
	if err != nil {
		b.Fatal(err)
	}
	browser := http.Client{Jar: jar}
	ask := func(method, path string, body any, match int64) []byte {
		text, err := json.Marshal(body)
		if err != nil {
			b.Fatal(err)
		}
		req, err := http.NewRequest(method, listening.URL+path, bytes.NewReader(text))
		if err != nil {
			b.Fatal(err)
		}
		req.Header.Set("Content-Type", "application/json")
		req.Header.Set("If-Match", fmt.Sprintf(`"%d"`, match))
		res, err := browser.Do(req)
		if err != nil {
			b.Fatal(err)
		}
		defer func() { _ = res.Body.Close() }()
		got, err := io.ReadAll(res.Body)
		if err != nil || res.StatusCode >= 300 {
			b.Fatal(res.Status, err, string(got[:min(len(got), 300)]))
		}
		return got
	}
	ask("POST", "/api/v1/session/demo", map[string]any{}, 0)
	var took []time.Duration
	revision, size := f.Revision, 0
	for b.Loop() {
		c := f.Containers[250]
		c.VolumeL = 0.5 + float64(revision%200)/100
		start := time.Now()
		got := ask("PUT", "/api/v1/clients/crowded/containers/"+c.ID, c, revision)
		took = append(took, time.Since(start))
		revision++
		size = len(got)
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-p50")
	b.ReportMetric(float64(took[len(took)*95/100].Microseconds())/1000, "ms-p95")
	b.ReportMetric(float64(size)/1024, "KiB")
}
