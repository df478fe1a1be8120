package main

import (
	"math"
	"math/rand/v2"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
)

// rubber is a material that a band may really be made of: nominal stress in uniaxial
// tension by stretch ratio, in MPa, with a random stiffness and shape. None but the
// first is what the core fits.
type rubber struct {
	name string
	// reach is how far past the readings it must be held, as a multiple of the stretch
	// that was read.
	reach float64
	draw  func(r *rand.Rand) func(l float64) float64
}

// firstInvariant is λ² + 2/λ.
func firstInvariant(l float64) float64 { return l*l + 2/l }

func gent(jm float64) func(r *rand.Rand) func(l float64) float64 {
	return func(r *rand.Rand) func(l float64) float64 {
		mu := 0.4 * (0.75 + 0.5*r.Float64())
		return func(l float64) float64 { return mu * jm / (jm - firstInvariant(l) + 3) * (l - 1/(l*l)) }
	}
}

// rubbers is the family of truth.md: Mooney–Rivlin of any share of C₂; Ogden's three
// terms for Treloar's data (Ogden 1972, Proc. R. Soc. A 326:565–584, from memory); Gent
// 1996 (Rubber Chem. Technol. 69:59–61) of three lengths of chain; Yeoh 1993 (Rubber
// Chem. Technol. 66:754–771) with coefficients of filled natural rubber (from memory).
var rubbers = []rubber{
	{"Mooney–Rivlin", 1.15, func(r *rand.Rand) func(l float64) float64 {
		c1 := 0.16 * (0.75 + 0.5*r.Float64())
		c2 := c1 * r.Float64()
		return func(l float64) float64 { return 2 * (c1 + c2/l) * (l - 1/(l*l)) }
	}},
	{"Ogden, Treloar's data", 1.15, func(r *rand.Rand) func(l float64) float64 {
		k := 0.75 + 0.5*r.Float64()
		return func(l float64) float64 {
			var sum float64
			for _, t := range [][2]float64{{0.63, 1.3}, {0.0012, 5.0}, {-0.01, -2.0}} {
				sum += t[0] * (math.Pow(l, t[1]-1) - math.Pow(l, -t[1]/2-1))
			}
			return k * sum
		}
	}},
	{"Gent, J_m = 60", 1.15, gent(60)},
	{"Gent, J_m = 30", 1.15, gent(30)},
	{"Gent, J_m = 15", 1.05, gent(15)},
	{"Yeoh", 1.15, func(r *rand.Rand) func(l float64) float64 {
		k := 0.75 + 0.5*r.Float64()
		return func(l float64) float64 {
			i := firstInvariant(l) - 3
			return k * 2 * (l - 1/(l*l)) * (0.175 - 2*0.0014*i + 3*4.0e-5*i*i)
		}
	}},
}

// pulled is a band that somebody has read: the truth, and what they know.
type pulled struct {
	truth   func(length float64) float64
	rest    float64 // as measured
	points  []band.Point
	doubts  band.Doubts
	longest float64 // stretch as read
}

// House values of what a reader of a band is off by, as the core assumes them.
const (
	tapeHalf  = 0.003
	restHalf  = 0.005
	zeroHalf  = 0.05 * quantity.StandardGravity
	steadyOff = 0.067 * quantity.StandardGravity // a steady reading of a hanging scale: 0.15 kg over five
)

// pull reads a band of a rubber at n lengths, twice as noisily for noise = 2.
func (m rubber) pull(r *rand.Rand, n int, noise float64) pulled {
	stress := m.draw(r)
	area := 60 + 140*r.Float64()
	trueRest := 0.9 + 0.25*r.Float64()
	p := pulled{
		rest:   trueRest + restHalf*(2*r.Float64()-1),
		truth:  func(length float64) float64 { return 2 * area * stress(length/trueRest) },
		doubts: band.UsualDoubts(),
	}
	p.doubts.Offset = quantity.Force(quantity.Rectangular(zeroHalf))
	zero := zeroHalf * (2*r.Float64() - 1)
	farthest := 1.7 + 0.8*r.Float64()
	for i := range n {
		stretch := farthest
		if n > 1 {
			stretch = 1.25 + (farthest-1.25)*(float64(i)+0.3*(r.Float64()-0.5))/float64(n-1)
		}
		length := math.Round(stretch*p.rest*100) / 100
		really := length + tapeHalf*(2*r.Float64()-1)
		force := p.truth(really) + zero + noise*steadyOff*skewed(r)
		p.points = append(p.points, band.Point{Length: quantity.Length(length), Force: quantity.Force(force), U1: steadyOff})
		p.longest = math.Max(p.longest, length/p.rest)
	}
	return p
}

// skewed is a chance of mean 0 and standard deviation 1 with a tail to one side: a
// gamma of shape 4, moved.
func skewed(r *rand.Rand) float64 {
	sum := 0.0
	for range 4 {
		sum += r.ExpFloat64()
	}
	return (sum - 4) / 2
}
