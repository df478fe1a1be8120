package bench

import (
	"context"
	"math/rand/v2"
	"testing"

	"scrappyrack/core/cut"
	"scrappyrack/core/quantity"
)

// BenchmarkCuts is the cheapest way to cut forty pieces of some sixteen lengths from bars of
// three, another case each time; and how many of a hundred are proven.
func BenchmarkCuts(b *testing.B) {
	r := rand.New(rand.NewPCG(77, 1))
	stock := []cut.Stock{{Length: 2.4, Price: 549, Count: cut.Any}, {Length: 3.0, Price: 689, Count: cut.Any},
		{Length: 4.8, Price: 1099, Count: cut.Any}}
	proven, all := 0, 0
	for b.Loop() {
		var pieces []cut.Piece
		for n := 0; n < 40; {
			c := 1 + r.IntN(4)
			pieces = append(pieces, cut.Piece{Length: quantity.Length(float64(20+r.IntN(160)) / 100), Count: c})
			n += c
		}
		a, err := cut.Solve(context.Background(), stock, pieces, 0.003)
		if err != nil {
			b.Fatal(err)
		}
		if all++; a.Proven {
			proven++
		}
	}
	b.ReportMetric(100*float64(proven)/float64(all), "%proven")
}
