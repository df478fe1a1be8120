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
			out = append(out, row{origin: "band, " + m.name, what: what + ", inside", tally: inside, want: want, wide: wide, unit: "%"},
				row{origin: "band, " + m.name, what: fmt.Sprintf("%s, to %.2f of their reach", what, m.reach), tally: beyond, want: want,
					wide: wide, unit: "%"})
		}
	}
	return out
}

// guesses simulates bands that nobody has pulled, known by width and thickness alone: any
// rubber of the family, its stiffness at twice the rest length within a quarter of what is
// usual, the section measured to 5 %.
func guesses(runs int) []row {
	r := rand.New(rand.NewPCG(8, 5))
	t := &tally{}
	for range runs {
		m := rubbers[r.IntN(len(rubbers))]
		stress := m.draw(r)
		rest := 0.9 + 0.25*r.Float64()
		section := 1 + 0.05*(2*r.Float64()-1)
		width, thickness := 0.01+0.03*r.Float64(), 0.0045
		c, err := band.EstimateWith(quantity.Length(rest+restHalf*(2*r.Float64()-1)), 2, quantity.Length(width*section),
			quantity.Length(thickness), band.UsualDoubts())
		if err != nil {
			continue
		}
		usual := 2 * (0.16 + 0.03/2) * (2 - 0.25)
		stiff := usual * (0.75 + 0.5*r.Float64()) / stress(2)
		stretch := 1.2 + 1.55*r.Float64()
		truth := 2 * width * thickness * 1e6 * stiff * stress(stretch)
		length := quantity.Length(stretch * rest)
		t.add(float64(c.Force(length)), float64(c.U95(length)), truth, truth/100)
	}
	return []row{{origin: "band, any of the family", what: "by width and thickness alone", tally: t, want: 0.90, unit: "%"}}
}
