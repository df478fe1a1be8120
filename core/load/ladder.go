package load

import (
	"fmt"
	"math"
	"sort"

	"scrappyrack/core/quantity"
)

// Origin is where a rung comes from; screens give each its own shape.
type Origin string

// The origins.
const (
	Scrap   Origin = "scrap"
	Owned   Origin = "owned"
	Built   Origin = "build"
	Bought  Origin = "buy"
	Elastic Origin = "band"
	OwnBody Origin = "body"
)

// Rung is a load that can be reached in a hold: one mass (Low = High), or every
// mass from Low to High. U is its expanded uncertainty at High. Things are the
// ids of what it occupies.
type Rung struct {
	Hold      Hold
	Low, High quantity.Mass
	U         quantity.Mass
	Origin    Origin
	Things    []string
	Label     string
}

// Distance is how far a mass is from the rung, 0 inside a stretch, in kg.
func (r Rung) Distance(m quantity.Mass) quantity.Mass {
	return max(0, r.Low-m, m-r.High)
}

// Ladder is every reachable load, by hold, lightest first.
type Ladder map[Hold][]Rung

// PairTolerance is how far the two loads of a pair may differ: the larger of
// 0.25 kg and 3 % of the heavier (house value).
func PairTolerance(heavier quantity.Mass) quantity.Mass { return max(0.25, 0.03*heavier) }

// NewLadder orders rungs by hold and adds the pairs that two different things
// make: two single rungs within tolerance, a single inside another's stretch,
// or the part that two stretches share.
func NewLadder(rungs []Rung) Ladder {
	l := Ladder{}
	for _, r := range rungs {
		l[r.Hold] = append(l[r.Hold], r)
	}
	l[Pair] = append(l[Pair], Pairs(rungs)...)
	for h := range l {
		l[h] = sorted(l[h])
		if len(l[h]) == 0 {
			delete(l, h)
		}
	}
	return l
}

func sorted(rungs []Rung) []Rung {
	sort.SliceStable(rungs, func(i, j int) bool {
		if rungs[i].Low != rungs[j].Low {
			return rungs[i].Low < rungs[j].Low
		}
		return rungs[i].High < rungs[j].High
	})
	return rungs
}

// Pairs are the pairs that the one-hand rungs of different things make. A thing
// that gives a pair by itself is not matched with others.
func Pairs(rungs []Rung) []Rung {
	paired := map[string]bool{}
	var singles, out []Rung
	for _, r := range rungs {
		if r.Hold == Pair {
			paired[r.Things[0]] = true
		}
	}
	for _, r := range rungs {
		if r.Hold == OneHand && !paired[r.Things[0]] {
			singles = append(singles, r)
		}
	}
	for i, a := range singles {
		for _, b := range singles[i+1:] {
			if a.Things[0] == b.Things[0] {
				continue
			}
			if p, ok := pair(a, b); ok {
				out = append(out, p)
			}
		}
	}
	return out
}

func pair(a, b Rung) (Rung, bool) {
	low, high := max(a.Low, b.Low), min(a.High, b.High)
	if low > high {
		if low-high > PairTolerance(low) {
			return Rung{}, false
		}
		mid := (low + high) / 2
		low, high = mid, mid
	}
	origin := a.Origin
	if b.Origin != a.Origin {
		origin = Scrap
	}
	return Rung{
		Hold: Pair, Low: low, High: high, U: max(a.U, b.U), Origin: origin,
		Things: append(append([]string{}, a.Things...), b.Things...), Label: a.Label + " + " + b.Label,
	}, true
}

// Heaviest is the highest load of a hold, 0 when it has none.
func (l Ladder) Heaviest(h Hold) quantity.Mass {
	var most quantity.Mass
	for _, r := range l[h] {
		most = max(most, r.High)
	}
	return most
}

// Lightest is the lowest load of a hold; ok is false when it has none.
func (l Ladder) Lightest(h Hold) (m quantity.Mass, ok bool) {
	if len(l[h]) == 0 {
		return 0, false
	}
	return l[h][0].Low, true
}

// LargestStep is the step between neighbouring rungs above which progress
// stalls: the upper end of the 2 to 10 % of the ACSM position stand (2009, Med
// Sci Sports Exerc 41(3):687–708).
const LargestStep = 0.10

// Step is a gap in a ladder: nothing can be made between From and To, which is
// a rise by Ratio.
type Step struct {
	From, To quantity.Mass
	Ratio    float64
}

func (s Step) String() string {
	return fmt.Sprintf("%.1f → %.1f kg is a %.0f %% step", float64(s.From), float64(s.To), s.Ratio*100)
}

// Steps lists the rises above LargestStep between neighbouring rungs of a hold.
func (l Ladder) Steps(h Hold) []Step {
	var out []Step
	top := quantity.Mass(math.NaN())
	for _, r := range l[h] {
		if top > 0 && r.Low > top*(1+LargestStep) {
			out = append(out, Step{top, r.Low, float64(r.Low/top) - 1})
		}
		if !(top > r.High) {
			top = r.High
		}
	}
	return out
}
