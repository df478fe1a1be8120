package bench

import (
	"fmt"
	"testing"
	"time"

	"scrappyrack/core/band"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

// loops are bands of one size and different rubber, each measured at three lengths.
func loops(b *testing.B, n int) []band.Band {
	b.Helper()
	var out []band.Band
	for i := range n {
		k := quantity.Force(0.6 + 0.21*float64(i))
		c, err := band.Fit(1.04, 2, []band.Point{{Length: 1.35, Force: 52 * k}, {Length: 1.8, Force: 99 * k},
			{Length: 2.4, Force: 146 * k}})
		if err != nil {
			b.Fatal(err)
		}
		name := fmt.Sprintf("loop %d", i)
		out = append(out, band.Band{ID: name, Name: name, Kind: band.LongLoop, Curve: c})
	}
	return out
}

// thirty are band movements that long loops can be used in.
func thirty(b *testing.B) []band.Movement {
	b.Helper()
	var out []band.Movement
	for _, m := range movement.Elastic() {
		if m.Takes(band.LongLoop) && len(out) < 30 {
			out = append(out, m)
		}
	}
	if len(out) < 30 {
		b.Fatal("fewer than 30 movements")
	}
	return out
}

const room = quantity.Length(4)

// BenchmarkTension works out the whole tension profile of 30 movements with 8 bands
// each.
func BenchmarkTension(b *testing.B) {
	moves, bands := thirty(b), loops(b, 8)
	for b.Loop() {
		for _, m := range moves {
			for i := range bands {
				if p := band.Of(m, bands[i:i+1], 1.75, band.Rig{Fold: m.Fold, Distance: 1.8, Height: 1.2,
					Stance: 0.3}); len(p.Samples) < 25 {
					b.Fatal(p)
				}
			}
		}
	}
}

// BenchmarkInverse finds where to stand for a wanted mean pull, and reports how many
// whole profiles take as long.
func BenchmarkInverse(b *testing.B) {
	m, _ := movement.ElasticByKey("band-row")
	bands := loops(b, 1)
	s := band.Set{Movement: m, Bands: bands, Stature: 1.75, Rig: band.Usual(m, bands[0], 1.75), Bounds: band.BoundsIn(room, 1.75)}
	for b.Loop() {
		if _, err := s.Solve(band.ByDistance, band.OnMean, 50, nil); err != nil {
			b.Fatal(err)
		}
	}
	b.StopTimer()
	ours := b.Elapsed() / time.Duration(b.N)
	start := time.Now()
	const profiles = 1000
	for range profiles {
		s.Profile()
	}
	b.ReportMetric(float64(ours)/(float64(time.Since(start))/profiles), "profiles")
}

// BenchmarkBestSet finds the best subset of 10 bands, and reports how many times as
// long it takes to work out every subset's profile.
func BenchmarkBestSet(b *testing.B) {
	m, _ := movement.ElasticByKey("band-row")
	bands := loops(b, 10)
	s := band.Set{Movement: m, Stature: 1.75, Rig: band.Usual(m, bands[0], 1.75), Bounds: band.BoundsIn(room, 1.75)}
	s.Rig.Distance += 0.3
	for b.Loop() {
		if _, err := s.Solve(band.ByBands, band.OnMean, 321, bands); err != nil {
			b.Fatal(err)
		}
	}
	b.StopTimer()
	ours := b.Elapsed() / time.Duration(b.N)
	start := time.Now()
	for set := 1; set < 1<<len(bands); set++ {
		u := s
		for i := range bands {
			if set&(1<<i) != 0 {
				u.Bands = append(u.Bands, bands[i])
			}
		}
		u.Profile()
	}
	b.ReportMetric(float64(time.Since(start))/float64(ours), "all/ours")
}

// BenchmarkBandRungs works out what 8 bands give to every movement of the needs,
// afresh: at another stature each time, so that nothing is remembered.
func BenchmarkBandRungs(b *testing.B) {
	bands := loops(b, 8)
	moves := thirty(b)[:20]
	var memo *band.Memo
	stature := quantity.Length(1.5)
	for b.Loop() {
		stature += 1e-6
		if len(memo.Rungs(bands, moves, stature, band.BoundsIn(room, stature))) == 0 {
			b.Fatal("no rungs")
		}
	}
}
