package bench

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"os/exec"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// process is the real binary (make build makes it).
type process struct {
	*exec.Cmd
	url   string
	ready time.Duration // from its start until it said where it is
}

var saidWhere = regexp.MustCompile(`http://\S+`)

func launch(b *testing.B, args ...string) *process {
	b.Helper()
	cmd := exec.Command("../bin/scrappyrack", args...)
	out, err := cmd.StdoutPipe()
	if err != nil {
		b.Fatal(err)
	}
	start := time.Now()
	if err := cmd.Start(); err != nil {
		b.Skip("bin/scrappyrack has not been built: ", err)
	}
	b.Cleanup(func() { _ = cmd.Process.Kill(); _ = cmd.Wait() })
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if url := saidWhere.FindString(lines.Text()); url != "" {
			p := &process{cmd, url, time.Since(start)}
			go func() { _, _ = io.Copy(io.Discard, out) }()
			return p
		}
	}
	b.Fatal("it said no address")
	return nil
}

// BenchmarkMemory is what the process keeps in memory: at rest, with 50 connections on the
// start page of a practice of 3,000, and after 30 sign-ins at once, each with another
// account from another address, so that none is turned away.
func BenchmarkMemory(b *testing.B) {
	ctx := context.Background()
	dir := b.TempDir()
	s, err := store.Open(ctx, dir, store.Real)
	if err != nil {
		b.Fatal(err)
	}
	owner := store.Consultant{ID: "c", Email: "owner@example.test", Name: "Owner", Password: workbench.HashPassword("long enough it is")}
	if err := s.AddPractice(ctx, store.Practice{ID: "p", Name: "P"}, owner, true); err != nil {
		b.Fatal(err)
	}
	h := &house{b: b, store: s, practice: "p"}
	h.fill(3000)
	if err := s.Close(); err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		p := launch(b, "serve", "--addr", "127.0.0.1:0", "--data", dir, "--trust-proxy", "127.0.0.0/8")
		b.ReportMetric(float64(p.ready.Milliseconds()), "ms-to-ready")
		time.Sleep(300 * time.Millisecond)
		b.ReportMetric(resident(b, p.Process.Pid), "MiB-at-rest")

		jar, err := cookiejar.New(nil)
		if err != nil {
			b.Fatal(err)
		}
		browser := http.Client{Jar: jar, Transport: &http.Transport{MaxIdleConnsPerHost: 60}}
		sign := func(c *http.Client, email, from string) int {
			req, err := http.NewRequest("POST", p.url+"/api/v1/session", strings.NewReader(fmt.Sprintf(`{"email":%q,"password":"long enough it is"}`, email)))
			if err != nil {
				b.Error(err)
				return 0
			}
			req.Header.Set("Content-Type", "application/json")
			req.Header.Set("X-Forwarded-For", from)
			res, err := c.Do(req)
			if err != nil {
				b.Error(err)
				return 0
			}
			defer func() { _ = res.Body.Close() }()
			_, _ = io.Copy(io.Discard, res.Body)
			return res.StatusCode
		}
		if got := sign(&browser, "owner@example.test", "10.0.0.1"); got != http.StatusOK {
			b.Fatal("sign in: ", got)
		}
		most := 0.0
		var mu sync.Mutex
		var all sync.WaitGroup
		for range 50 {
			all.Go(func() {
				for range 20 {
					res, err := browser.Get(p.url + "/api/v1/clients?limit=24")
					if err != nil {
						b.Error(err)
						return
					}
					var page struct{ Total int }
					err = json.NewDecoder(res.Body).Decode(&page)
					_ = res.Body.Close()
					if err != nil || page.Total != 3000 {
						b.Error(err, page.Total)
					}
					mu.Lock()
					most = max(most, resident(b, p.Process.Pid))
					mu.Unlock()
				}
			})
		}
		all.Wait()
		b.ReportMetric(most, "MiB-50-connections")

		most = 0
		stop := make(chan struct{})
		var watching sync.WaitGroup
		watching.Go(func() {
			for {
				select {
				case <-stop:
					return
				case <-time.After(20 * time.Millisecond):
					most = max(most, resident(b, p.Process.Pid))
				}
			}
		})
		for i := range 30 {
			all.Go(func() {
				c := http.Client{}
				if got := sign(&c, fmt.Sprintf("somebody-%d@example.test", i), fmt.Sprintf("10.0.1.%d", i)); got != http.StatusForbidden {
					b.Error("sign in: ", got)
				}
			})
		}
		all.Wait()
		close(stop)
		watching.Wait()
		b.ReportMetric(most, "MiB-30-sign-ins")
		time.Sleep(20 * time.Second) // what it falls to when nobody asks for anything
		b.ReportMetric(resident(b, p.Process.Pid), "MiB-20s-after")
		_ = p.Process.Kill()
		_ = p.Wait()
	}
}
