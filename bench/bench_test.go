// Package bench measures speed, as ratios within one run where there is
// something to compare against.
package bench

import (
	"context"
	"errors"
	"fmt"
	"os/exec"
	"testing"
	"time"

	"scrappyrack/bench/outside"
	"scrappyrack/core/band"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/optimise"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/document"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

func problem(b *testing.B, f store.File) *plan.Problem {
	b.Helper()
	p, err := plan.NewProblem(context.Background(), workbench.Work(f).Client)
	if err != nil {
		b.Fatal(err)
	}
	return p
}

// BenchmarkPlan proves the best plan of each demo client, and reports how many
// times as long an outside solver (cbc, Debian's coinor-cbc, process start
// included) takes on the exported model, where that solver is installed.
func BenchmarkPlan(b *testing.B) {
	for _, f := range demo.Files() {
		b.Run(document.FileName(f.Profile.Name), func(b *testing.B) {
			p := problem(b, f)
			b.ResetTimer()
			for b.Loop() {
				if a, err := optimise.Solve(context.Background(), p.Model); err != nil || !a.Proven {
					b.Fatal(a, err)
				}
			}
			b.StopTimer()
			ours := b.Elapsed() / time.Duration(b.N)
			if _, took, _, err := outside.Solve(b.TempDir(), p.Model); err == nil {
				b.ReportMetric(float64(took)/float64(ours), "cbc/ours")
			} else if !errors.Is(err, exec.ErrNotFound) {
				b.Fatal(err)
			}
		})
	}
}

// BenchmarkAdds is what opens if one thing is added, for a hundred things, all movements and
// forty needs; and how many times as long a stock made anew for each thing takes.
func BenchmarkAdds(b *testing.B) {
	for _, f := range demo.Files() {
		b.Run(document.FileName(f.Profile.Name), func(b *testing.B) {
			c := workbench.Work(f).Client
			slots, err := coverage.Slots(c.Person)
			if err != nil {
				b.Fatal(err)
			}
			for i := 0; len(slots) < 40; i++ {
				slots = append(slots, slots[i])
			}
			var things []way.Item
			for len(things) < 100 {
				for _, it := range gear.All() {
					things = append(things, way.Item{Option: way.Today, Rungs: c.ItemRungs(it, load.Bought, it.Key),
						Supplies: c.ItemSupplies(it)})
				}
			}
			things, stock := things[:100], way.Reach(c)
			b.ResetTimer()
			for b.Loop() {
				coverage.Adds(slots, stock, things)
			}
			b.StopTimer()
			ours := b.Elapsed() / time.Duration(b.N)
			start := time.Now()
			for _, it := range things[:10] {
				then := way.New(c, []way.Item{{Option: way.Today, Rungs: c.ContainerRungs()}, way.Present(c), it})
				coverage.Values(slots, then)
				for _, m := range movement.All() {
					then.Of(m)
				}
			}
			b.ReportMetric(10*float64(time.Since(start))/float64(ours), "anew/ours")
		})
	}
}

// BenchmarkWork is everything that one edit works out, on a file of a growing
// number of containers: time should grow no faster than pairs do.
func BenchmarkWork(b *testing.B) {
	for _, n := range []int{4, 30, 120} {
		b.Run(fmt.Sprintf("%d containers", n), func(b *testing.B) {
			f := demo.Files()[0]
			for i := len(f.Containers); i < n; i++ {
				c := f.Containers[i%2]
				c.ID, c.VolumeL = fmt.Sprintf("more-%d", i), 0.5+3*float64(i)/float64(n)
				f.Containers = append(f.Containers, c)
			}
			for b.Loop() {
				workbench.Work(f)
			}
		})
	}
}

// BenchmarkEdit is one acknowledged change: load, check, save with history,
// work out. The disk decides (synchronous=FULL).
func BenchmarkEdit(b *testing.B) {
	ctx := context.Background()
	s, err := store.Open(ctx, b.TempDir(), store.Demo)
	if err != nil {
		b.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	if err := demo.Fill(ctx, s); err != nil {
		b.Fatal(err)
	}
	c, err := s.ConsultantByEmail(ctx, workbench.DemoEmail)
	if err != nil {
		b.Fatal(err)
	}
	bench, revision := workbench.New(workbench.Options{Store: s, Now: time.Now}), int64(1)
	edit := func(section string, change func(*store.File)) func(*testing.B) {
		return func(b *testing.B) {
			for b.Loop() {
				d, err := bench.Change(ctx, workbench.Who{Practice: c.PracticeID}, workbench.Write("demo-loft", revision, section, change))
				if err != nil {
					b.Fatal(err)
				}
				revision = d.File.Revision
			}
		}
	}
	b.Run("the room, so that bands are worked out afresh", edit("rooms/loft", func(f *store.File) {
		long := 5 + float64(revision%100)/100
		f.Rooms[0].Walls[0].LengthM, f.Rooms[0].Walls[2].LengthM = long, long
	}))
	b.Run("the minutes of a day", edit("profile", func(f *store.File) { f.Persons[0].Minutes = 20 + int(revision%40) }))
}

// BenchmarkBook is the whole PDF without the planning.
func BenchmarkBook(b *testing.B) {
	f := demo.Files()[0]
	p, err := workbench.PlanOf(context.Background(), f)
	if err != nil {
		b.Fatal(err)
	}
	r := workbench.Work(f)
	for b.Loop() {
		if _, err := document.Book(f, r, p, "").PDF("a4"); err != nil {
			b.Fatal(err)
		}
	}
}

// BenchmarkPack is a pack of 60 kinds of thing for 40 kg, proven best.
func BenchmarkPack(b *testing.B) {
	q := load.PackQuestion{Capacity: 60, Tare: 1.2, Target: 40, Stuffing: 0.2}
	for i := range 60 {
		q.Items = append(q.Items, load.PackItem{
			Name: fmt.Sprint(i), Mass: quantity.Mass(0.15 + float64(i*37%97)/60), Volume: quantity.Volume(0.2 + float64(i*53%89)/50),
			Count: 1 + i%4,
		})
	}
	for b.Loop() {
		if _, err := load.Pack(context.Background(), q); err != nil {
			b.Fatal(err)
		}
	}
}

// BenchmarkPlates is every load of 12 kinds of plate.
func BenchmarkPlates(b *testing.B) {
	bar := load.PlateBar{Mass: 20, Collar: 0.25}
	for _, m := range []quantity.Mass{0.25, 0.5, 0.75, 1, 1.25, 1.5, 2, 2.5, 5, 10, 15, 20} {
		bar.Plates = append(bar.Plates, load.Plate{Mass: m, Count: 4})
	}
	for b.Loop() {
		if _, err := bar.Load(context.Background(), 77); err != nil {
			b.Fatal(err)
		}
	}
}

// BenchmarkWays is every way of doing 120 movements (the library, some of it twice) with
// 300 loads, everything of a stock included. The spec allows it 20 ms.
func BenchmarkWays(b *testing.B) {
	c := workbench.Work(demo.Files()[0]).Client
	c.Memo = band.NewMemo(1)
	rungs := c.OwnRungs()
	for i := len(rungs); i < 300; i++ {
		hold := load.Holds()[i%len(load.Holds())]
		low := quantity.Mass(1 + float64(i%50)/2)
		rungs = append(rungs, load.Rung{
			Hold: hold, Low: low, High: low + quantity.Mass(i%3), U: 0.1, Things: []string{fmt.Sprint(i)}, Label: fmt.Sprint(i),
			Conditions: load.Conditions{Household: true, Open: i%2 == 0, Rated: 30},
		})
	}
	moves := movement.All()
	for len(moves) < 120 {
		moves = append(moves, moves[:min(len(moves), 120-len(moves))]...)
	}
	for b.Loop() {
		s := way.New(c, []way.Item{{Option: way.Today, Rungs: rungs, Supplies: c.Supplies()}})
		for _, m := range moves {
			s.Of(m)
		}
	}
}
