package bench

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"sync"
	"testing"
	"time"

	"scrappyrack/core/movement"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// fill adds clients of differing stature, with bands, as a practice of some years has.
func (h *house) fill(n int) {
	files := demo.Files()
	for i := range n {
		f := files[i%len(files)].Clone()
		f.ID, f.Profile.Name = fmt.Sprintf("client-%d", i), fmt.Sprintf("Client %d", i)
		f.Persons[0].StatureM = 1.5 + 0.5*float64(i%997)/997
		h.add(f)
	}
}

// rawRows is how long SQLite alone takes for the rows of a list of n clients.
func (h *house) rawRows(n int) time.Duration {
	return p95Of(50, func() {
		rows, err := h.store.Reader().Query("SELECT id, name, updated_at, (SELECT card FROM client_card c WHERE c.practice_id = client.practice_id AND client_id = id) FROM client WHERE practice_id = ? ORDER BY updated_at DESC LIMIT ?", h.practice, n)
		if err != nil {
			h.b.Fatal(err)
		}
		for rows.Next() {
			var id, name string
			var at int64
			var card *string
			if err := rows.Scan(&id, &name, &at, &card); err != nil {
				h.b.Fatal(err)
			}
		}
		if err := rows.Close(); err != nil {
			h.b.Fatal(err)
		}
	})
}

// BenchmarkStartPage is the list of clients in a practice of 3,000 with bands: how it
// is the first time after a new build, how long it takes behind that answer till all of
// them are worked out, and then; beside what SQLite alone takes for the rows.
func BenchmarkStartPage(b *testing.B) {
	h := open(b)
	h.fill(3000)
	for _, n := range []int{24, 100} {
		b.Run(fmt.Sprintf("%d cards", n), func(b *testing.B) {
			path := fmt.Sprintf("/api/v1/clients?limit=%d", n)
			start := time.Now()
			h.ask("GET", path, nil, 0)
			cold := time.Since(start)
			for h.waiting() > 0 {
				time.Sleep(100 * time.Millisecond)
			}
			all := time.Since(start)
			raw := h.rawRows(n)
			p95 := h.spread(b, func() []byte { return h.ask("GET", path, nil, 0) })
			b.ReportMetric(float64(cold.Milliseconds()), "ms-first")
			b.ReportMetric(all.Seconds(), "s-till-all")
			b.ReportMetric(float64(p95)/float64(raw), "p95/sql")
		})
	}
}

// waiting is how many clients are not worked out yet.
func (h *house) waiting() int {
	var page struct{ Waiting int }
	if err := json.Unmarshal(h.ask("GET", "/api/v1/clients?limit=1", nil, 0), &page); err != nil {
		h.b.Fatal(err)
	}
	return page.Waiting
}

// rawFile is how long SQLite alone takes for all rows of a client.
func (h *house) rawFile(id string) time.Duration {
	return p95Of(50, func() {
		for _, table := range []string{"client", "container", "batch", "weighing", "thing", "handle", "plate", "band", "rig", "gear",
			"person", "pin"} {
			column := "client_id"
			if table == "client" {
				column = "id"
			}
			rows, err := h.store.Reader().Query("SELECT * FROM "+table+" WHERE practice_id = ? AND "+column+" = ?", h.practice, id)
			if err != nil {
				h.b.Fatal(err)
			}
			for rows.Next() {
			}
			if err := rows.Close(); err != nil {
				h.b.Fatal(err)
			}
		}
	})
}

// BenchmarkOpenClient is a client opened at its space and at its needs, one of the demo's and
// one with 300 containers.
func BenchmarkOpenClient(b *testing.B) {
	h := open(b)
	h.add(crowded())
	for _, id := range []string{"demo-loft", "crowded"} {
		for _, station := range []string{"space", "needs"} {
			b.Run(id+" at "+station, func(b *testing.B) {
				raw := h.rawFile(id)
				p95 := h.spread(b, func() []byte { return h.ask("GET", "/api/v1/clients/"+id+"?station="+station, nil, 0) })
				b.ReportMetric(float64(p95)/float64(raw), "p95/sql")
			})
		}
	}
}

// logged puts years of training into a client's log.
func (h *house) logged(client string, n int) {
	moves := movement.All()
	for at := 0; at < n; at += 200 {
		var sets []store.LoggedSet
		for i := at; i < at+200; i++ {
			sets = append(sets, store.LoggedSet{ID: fmt.Sprintf("set-%d", i), Person: h.people[i/200%len(h.people)],
				DoneAt: 1_600_000_000 + int64(i)*7000, Movement: moves[i%30].Key, LoadKg: float64(2000+i%30_000) / 1000,
				Reps: 5 + i%10, Reserve: 2})
		}
		e := workbench.LogSets(client, "", sets)
		if _, err := h.store.Change(context.Background(), store.Edit{Practice: h.practice, Client: client, Base: e.Base, Label: e.Label,
			Scopes: e.Scopes, Do: e.Do}); err != nil {
			h.b.Fatal(err)
		}
	}
}

// BenchmarkBesideALog is the same client without and with a log of
// 48,000 sets, five years of four people: an
// edit, opening, a page of the log, and taking out the first of its sets.
func BenchmarkBesideALog(b *testing.B) {
	h := open(b)
	revision := int64(1)
	edit := func() []byte {
		p := demo.Files()[0].Persons[0]
		p.Minutes = 20 + int(revision%40)
		got := h.ask("PUT", "/api/v1/clients/demo-loft/persons/first?station=client", p, revision)
		revision++
		return got
	}
	read := func() []byte { return h.ask("GET", "/api/v1/clients/demo-loft?station=space", nil, 0) }
	for range 3 { // four people in all
		more := store.Person{ID: fmt.Sprintf("p%d", revision), Weight: 1, Trainee: demo.Files()[0].Persons[0].Trainee}
		h.ask("PUT", "/api/v1/clients/demo-loft/persons/"+more.ID, more, revision)
		h.people = append(h.people, more.ID)
		revision++
	}
	for range 50 {
		edit()
		read()
	}
	without := map[string]time.Duration{"edit": p95Of(200, func() { edit() }), "open": p95Of(200, func() { read() })}
	h.logged("demo-loft", 48_000)
	revision += 240 // of as many batches
	for name, do := range map[string]func() []byte{"edit": edit, "open": read} {
		b.Run(name, func(b *testing.B) {
			p95 := h.spread(b, do)
			b.ReportMetric(float64(p95)/float64(without[name]), "with/without")
		})
	}
	b.Run("page", func(b *testing.B) {
		h.spread(b, func() []byte { return h.ask("GET", "/api/v1/clients/demo-loft/log?limit=100", nil, 0) })
	})
	b.Run("sums", func(b *testing.B) {
		h.spread(b, func() []byte { return h.ask("GET", "/api/v1/clients/demo-loft/log/sums", nil, 0) })
	})
	first := 0
	b.Run("remove the first", func(b *testing.B) {
		h.spread(b, func() []byte {
			got := h.ask("DELETE", fmt.Sprintf("/api/v1/clients/demo-loft/log/set-%d", first), nil, 0)
			first++
			return got
		})
	})
}

// BenchmarkManyWriters is 100 who each write a client of their own without thinking.
func BenchmarkManyWriters(b *testing.B) {
	const writers = 100
	h := open(b)
	h.fill(writers)
	var mu sync.Mutex
	var took []time.Duration
	statuses := map[int]int{}
	revisions := make([]int64, writers)
	for b.Loop() {
		var all sync.WaitGroup
		for w := range writers {
			all.Go(func() {
				for range 10 {
					p := demo.Files()[w%3].Persons[0]
					p.Minutes = 20 + int(revisions[w]%40)
					start := time.Now()
					status, got, err := h.try("PUT", fmt.Sprintf("/api/v1/clients/client-%d/persons/first?station=client", w), p, revisions[w]+1)
					if err != nil {
						b.Error(err)
						return
					}
					mu.Lock()
					took = append(took, time.Since(start))
					statuses[status]++
					mu.Unlock()
					if status == 200 {
						revisions[w]++
					} else if status >= 500 && status != 503 {
						b.Error(status, string(got))
					}
				}
			})
		}
		all.Wait()
	}
	report(b, took)
	b.ReportMetric(float64(statuses[200]), "written")
	b.ReportMetric(float64(statuses[503]), "told-to-wait")
}

// BenchmarkCrowdedPlan is the plan of a client with 300 containers, from asking to
// the answer: most of them filled for good, or all refilled as needed.
func BenchmarkCrowdedPlan(b *testing.B) {
	b.Run("filled", func(b *testing.B) { crowdedPlan(b, false) })
	b.Run("refilled", func(b *testing.B) { crowdedPlan(b, true) })
}

func crowdedPlan(b *testing.B, refilled bool) {
	h := open(b)
	f := crowded()
	for i := range f.Containers {
		f.Containers[i].Adjustable = f.Containers[i].Adjustable || refilled
	}
	h.add(f)
	var p struct {
		Proven       bool
		Value, Bound float64
	}
	minutes := 10
	h.spread(b, func() []byte {
		minutes++ // another plan each time
		f.Persons[0].Minutes = minutes
		h.ask("PUT", "/api/v1/clients/crowded/profile", f.Profile, int64(minutes-10))
		got := h.ask("GET", "/api/v1/clients/crowded/plan", nil, 0)
		if err := json.Unmarshal(got, &p); err != nil {
			b.Fatal(err)
		}
		return got
	})
	proven := 0.0
	if p.Proven {
		proven = 1
	}
	b.ReportMetric(proven, "proven")
	b.ReportMetric(p.Bound-p.Value, "gap")
}

// BenchmarkCallerLeaves is how long two plans of crowded clients still keep the place that
// others wait for, after those who asked for them have left, somewhere in the middle.
func BenchmarkCallerLeaves(b *testing.B) {
	h := open(b)
	one, two := crowded(), crowded()
	two.ID = "crowded-too"
	h.add(one)
	h.add(two)
	small := map[string]any{"bar_kg": 10, "plates": []map[string]any{{"mass_kg": 5, "count": 2}}, "target_kg": 20}
	var took []time.Duration
	n := 0
	for b.Loop() {
		n++
		for _, f := range []store.File{one, two} { // other plans than before
			f.Persons[0].Minutes = 10 + n%170
			h.ask("PUT", "/api/v1/clients/"+f.ID+"/profile", f.Profile, int64(n))
		}
		ctx, leave := context.WithCancel(context.Background())
		var all sync.WaitGroup
		for _, id := range []string{one.ID, two.ID} {
			all.Go(func() {
				req, err := http.NewRequestWithContext(ctx, "GET", h.url+"/api/v1/clients/"+id+"/plan", nil)
				if err != nil {
					b.Error(err)
					return
				}
				if res, err := h.browser.Do(req); err == nil {
					_ = res.Body.Close()
				}
			})
		}
		time.Sleep(time.Duration(30+n*37%400) * time.Millisecond)
		leave()
		start := time.Now()
		h.ask("POST", "/api/v1/calc/plates", small, 0)
		took = append(took, time.Since(start))
		all.Wait()
	}
	report(b, took)
}
