package load

import (
	"cmp"
	"fmt"
	"math"
	"slices"

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
// ids of what it occupies: two rungs that share one cannot stand ready at once.
type Rung struct {
	Hold       Hold
	Low, High  quantity.Mass
	U          quantity.Mass
	Conditions Conditions
	Origin     Origin
	Things     []string
	Label      string
	// Seconds is how long it takes to have it in hand from another load.
	Seconds int
	// For, when not empty, is the key of the only movement that the rung is for: a
	// band pulls as the movement is set up. Note then says more of it.
	For  string
	Note quantity.Phrase
	// Pull is the most that an anchor may have to take with it, 0 without one; Unread says
	// that it rests on a guess that nobody has read: it covers a need in part at best.
	Pull   quantity.Force
	Unread bool
	// Check, when not empty, says what has to be checked before it is used; such
	// a rung counts for nothing until then.
	Check string
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

// Add puts more rungs into the ladder, in order.
func (l Ladder) Add(rungs []Rung) {
	for _, r := range rungs {
		l[r.Hold] = append(l[r.Hold], r)
	}
	for h := range l {
		l[h] = sorted(l[h])
	}
}

func sorted(rungs []Rung) []Rung {
	slices.SortStableFunc(rungs, func(a, b Rung) int {
		return cmp.Or(cmp.Compare(a.Low, b.Low), cmp.Compare(a.High, b.High))
	})
	return rungs
}

// pairable are the one-hand rungs that can be matched: not of things that give
// a pair by themselves.
func pairable(rungs []Rung) []Rung {
	paired := map[string]bool{}
	var singles []Rung
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
	return singles
}

// EachPair visits all pairs that rungs of different things make, by their indices: two
// single ones within tolerance, a single inside another's stretch, or the part that two
// stretches share.
func EachPair(singles []Rung, visit func(i, j int, pair Rung)) {
	for i, a := range singles {
		for j := i + 1; j < len(singles); j++ {
			if p, ok := pair(a, singles[j]); ok {
				visit(i, j, p)
			}
		}
	}
}

// NearestPairs are enough pairs to make every load of a pair that a thing can
// take part in: each single with the nearest next one, and with the stretch
// that reaches furthest past it; and of stretches, by a sweep from the lightest
// up, each with the furthest reaching of those before it, which covers all that
// two of them share. n log n instead of n².
func NearestPairs(singles []Rung) []Rung {
	var fixed, stretches []Rung
	for _, r := range singles {
		if r.High > r.Low {
			stretches = append(stretches, r)
		} else {
			fixed = append(fixed, r)
		}
	}
	fixed, stretches = sorted(fixed), sorted(stretches)
	var out []Rung
	match := func(a, b Rung) bool {
		p, ok := pair(a, b)
		if ok {
			out = append(out, p)
		}
		return ok
	}
	for i, a := range fixed {
		for _, b := range fixed[i+1:] {
			if match(a, b) || b.Low-a.Low > PairTolerance(b.Low) {
				break
			}
		}
		for _, s := range stretches {
			if match(a, s) {
				break
			}
		}
	}
	var first, second *Rung // of those before, what reaches furthest, and the next of another thing
	for i := range stretches {
		s := &stretches[i]
		switch {
		case first == nil:
			first = s
		case second != nil && s.High <= second.High: // lies in what the two share
		case share(*first, *s):
			if second != nil {
				match(*second, *s)
			}
			if s.High > first.High {
				first = s
			}
		default:
			match(*first, *s)
			if s.High > first.High {
				first, second = s, first
			} else {
				second = s
			}
		}
	}
	return out
}

func share(a, b Rung) bool {
	for _, x := range a.Things {
		for _, y := range b.Things {
			if x == y {
				return true
			}
		}
	}
	return false
}

func pair(a, b Rung) (Rung, bool) {
	if share(a, b) {
		return Rung{}, false
	}
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
		Hold: Pair, Low: low, High: high, U: max(a.U, b.U), Conditions: a.Conditions.and(b.Conditions), Origin: origin,
		Things: append(append([]string{}, a.Things...), b.Things...), Label: a.Label + " + " + b.Label,
		Seconds: max(a.Seconds, b.Seconds),
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

// Closing is one way to close a step: a rung that would lie in it, what is left
// of the step then (the largest rise between neighbours), its cost in minor
// units and the minutes to make it.
type Closing struct {
	Name    string
	Rung    Rung
	Left    float64
	Cost    int64
	Minutes int
}

// Closer is something that could be made or bought: the rungs it would give, in
// any hold. Single says that it can be any one load of its rungs' stretches but
// then stays so, as a jug that is filled once.
type Closer struct {
	Name    string
	Rungs   []Rung
	Cost    int64
	Minutes int
	Single  bool
}

// at is the offer's rung for a step: where it is single, the load nearest to
// the step's geometric middle.
func (o Closer) at(r Rung, s Step) Rung {
	if o.Single {
		middle := quantity.Mass(math.Sqrt(float64(s.From) * float64(s.To)))
		r.Low = max(r.Low, min(r.High, middle))
		r.High = r.Low
	}
	return r
}

// Close finds the best of the offers for a step of a hold: the cheapest, then
// quickest, of those that leave no rise above LargestStep; when none does, the
// one that leaves the least. ok is false when none lies in the step at all.
func (s Step) Close(h Hold, offers []Closer) (best Closing, ok bool) {
	better := func(a, b Closing) bool {
		aDoes, bDoes := a.Left <= LargestStep+1e-9, b.Left <= LargestStep+1e-9
		switch {
		case aDoes != bDoes:
			return aDoes
		case !aDoes && math.Abs(a.Left-b.Left) > 1e-9:
			return a.Left < b.Left
		case a.Cost != b.Cost:
			return a.Cost < b.Cost
		}
		return a.Minutes < b.Minutes
	}
	for _, o := range offers {
		var inside []Rung
		for _, r := range o.Rungs {
			if r = o.at(r, s); r.Hold == h && r.High > s.From && r.Low < s.To {
				inside = append(inside, r)
			}
		}
		if len(inside) == 0 {
			continue
		}
		c := Closing{Name: o.Name, Rung: sorted(inside)[0], Left: s.left(inside), Cost: o.Cost, Minutes: o.Minutes}
		if !ok || better(c, best) {
			best, ok = c, true
		}
	}
	return best, ok
}

// left is the largest rise between neighbours from the step's lower to its upper
// end with rungs in between.
func (s Step) left(inside []Rung) float64 {
	largest, top := 0.0, s.From
	for _, r := range sorted(append([]Rung{{Low: s.To, High: s.To}}, inside...)) {
		largest = math.Max(largest, float64(r.Low/top)-1)
		top = max(top, r.High)
	}
	return largest
}
