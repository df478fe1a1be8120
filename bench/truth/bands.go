package main

import (
	"fmt"
	"math/rand/v2"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
)

// bands simulates curves: asked inside of their readings, and beyond as far as they are
// offered.
func bands(runs int) (out []row) {
	r := rand.New(rand.NewPCG(8, 1))
	for _, m := range rubbers {
		for _, n := range []int{1, 2, 3, 5, 8} {
			inside, beyond := &tally{}, &tally{}
			for range runs {
				p := m.pull(r, n, 1)
				c, err := band.FitWith(quantity.Length(p.rest), 2, p.points, p.doubts)
				if err != nil {
					continue
				}
				for range 3 {
					ask := func(t *tally, stretch float64) {
						length := stretch * p.rest
						force, u := c.Force(quantity.Length(length)), c.U95(quantity.Length(length))
						truth := p.truth(length)
						t.add(float64(force), float64(u), truth, truth/100)
					}
					ask(inside, 1.2+(p.longest-1.2)*r.Float64())
					ask(beyond, 1+(p.longest-1)*(1+(m.reach-1)*r.Float64()))
				}
			}
			want, wide := 0.93, 0.0
			if n < 2 {
				want = 0.90
			}
			what := fmt.Sprintf("%d readings", n)
			out = append(out, row{"band, " + m.name, what + ", inside", inside, want, wide, "%"},
				row{"band, " + m.name, fmt.Sprintf("%s, to %.2f of their reach", what, m.reach), beyond, want, wide, "%"})
		}
	}
	return out
}
