package bench

import (
	"context"
	"testing"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

func buildRoom() builds.Situation {
	r := space.Rectangle(5, 4, 2.44)
	r.Holes, r.Roof, r.Floor = space.Drillable, space.Joists, space.Slab
	for i := range r.Walls {
		r.Walls[i] = space.Side{Kind: space.TimberStud, Spacing: 0.406, Offset: 0.3, Lining: 0.0127}
	}
	return builds.Situation{Stature: 1.75, Body: quantity.Estimate{Value: 80, U1: 0.5}, Pull: 180, Read: true,
		Loads: func() builds.Loads { return builds.Loads{Heaviest: 40} }, Room: &r, At: 1.112, Lane: 8}
}

// BenchmarkEveryDesign works all designs out anew, remedies and drawings included: per design.
func BenchmarkEveryDesign(b *testing.B) {
	s, all := buildRoom(), builds.Designs()
	for b.Loop() {
		for _, d := range all {
			w, err := d.Work(builds.Values{}, s)
			if err != nil {
				b.Fatal(err)
			}
			w.Figures(s)
		}
	}
	b.ReportMetric(float64(b.Elapsed().Microseconds())/float64(b.N*len(all)), "µs/design")
}

// BenchmarkBillOfBuilds cuts and buys for all designs together.
func BenchmarkBillOfBuilds(b *testing.B) {
	s := buildRoom()
	var all []builds.Built
	for _, d := range builds.Designs() {
		w, err := d.Work(builds.Values{}, s)
		if err != nil {
			b.Fatal(err)
		}
		all = append(all, w.Built)
	}
	for b.Loop() {
		if _, err := builds.BillOf(context.Background(), all, builds.Prices{Currency: "GBP"}, nil); err != nil {
			b.Fatal(err)
		}
	}
}
