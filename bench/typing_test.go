package bench

import (
	"fmt"
	"testing"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// crowded is a client with 300 containers, three batches of them weighed, and
// 200 things to pack with: the most that one client can have.
func crowded() store.File {
	f := demo.Files()[1]
	f.ID = "crowded"
	f.Batches = append(f.Batches, store.Batch{ID: "b2", Name: "second sack", Filling: "dry-sand"},
		store.Batch{ID: "b3", Name: "wet heap", Filling: "wet-sand"})
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
		f.Things = append(f.Things, store.Thing{ID: fmt.Sprintf("thing-%d", i), Name: fmt.Sprintf("thing %d", i),
			MassKg: 0.1 + float64(i)/100, VolumeL: 0.5, Count: 3, Spare: true})
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
func BenchmarkTyping(b *testing.B) {
	h := open(b)
	f := h.add(crowded())
	revision := f.Revision
	h.spread(b, func() []byte {
		c := f.Containers[250]
		c.VolumeL = 0.5 + float64(revision%200)/100
		got := h.ask("PUT", "/api/v1/clients/crowded/containers/"+c.ID+"?station=stock", c, revision)
		revision++
		return got
	})
}
