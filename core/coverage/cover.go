package coverage

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"sort"
	"strings"
	"sync"

	"scrappyrack/core/derivation"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Means is everything a client can reach: loads, capabilities, and the room
// they are used in.
type Means struct {
	Ladder load.Ladder
	Has    map[movement.Capability]bool
	Heads  []space.Headroom
}

// House values of closeness: within near the nearest rung is as good as the
// target, beyond far it is of no use; between, the use falls linearly.
const (
	near = 0.05
	far  = 0.20
)

// Closeness is g(d): what a rung at relative distance d ≥ 0 from a target is
// worth, 1 for d ≤ 0.05, falling linearly to 0 at d = 0.20.
func Closeness(d float64) float64 {
	return math.Max(0, math.Min(1, (far-d)/(far-near)))
}

// targetCount is how many targets stand for a working range.
const targetCount = 5

// Targets are the loads that a slot is judged at: evenly spaced ratios from lo
// to hi, both included. 0 < lo ≤ hi.
func Targets(lo, hi quantity.Mass) []quantity.Mass {
	out := make([]quantity.Mass, targetCount)
	for i := range out {
		out[i] = lo * quantity.Mass(math.Pow(float64(hi/lo), float64(i)/(targetCount-1)))
	}
	return out
}

// Fit is how close a rung counts at a target of a slot, for a movement that
// counts k of the slot's kg for each of the rung's.
func Fit(r load.Rung, countsAs float64, target quantity.Mass) float64 {
	held := target / quantity.Mass(countsAs)
	return Closeness(float64(r.Distance(held) / held))
}

// Blocked says why a movement cannot be done: a limit of the client or the
// height of the room. It is empty when nothing stands against it.
func Blocked(m movement.Movement, p Person, heads []space.Headroom) quantity.Phrase {
	for _, l := range m.Spares {
		if p.spares(l) {
			return quantity.Say(spared(l))
		}
	}
	if m.Head != "" {
		if h, ok := space.HeadroomFor(heads, m.Head); ok && !h.Fits {
			return quantity.Say("needs ", quantity.Amount(quantity.KindLength, h.Needed.Value), " of height, the room has ", quantity.Amount(quantity.KindLength, h.Needed.Value+float64(h.Margin)))
		}
	}
	return nil
}

func spared(l movement.Limit) string {
	switch l {
	case movement.NoOverhead:
		return "nothing overhead for this client"
	case movement.NoFloor:
		return "nothing on the floor for this client"
	}
	return "spares the " + strings.ReplaceAll(string(l), "-", " ")
}

// Lacking are the capabilities that a movement needs and the means do not have.
func Lacking(m movement.Movement, has map[movement.Capability]bool) []movement.Capability {
	var out []movement.Capability
	for _, c := range m.Needs {
		if !has[c] {
			out = append(out, c)
		}
	}
	return out
}

// State grades a slot.
type State string

// The states of a slot.
const (
	Covered State = "covered"
	Thin    State = "thin"
	Missing State = "missing"
)

// Thresholds of the states (house values).
const (
	coveredFrom = 0.70
	missingTo   = 0.10
)

// StateOf grades a coverage value of 0 to 1.
func StateOf(v float64) State {
	switch {
	case v >= coveredFrom:
		return Covered
	case v <= missingTo:
		return Missing
	}
	return Thin
}

// Tick is a rung on a slot's scale: from At to To in the slot's kg (equal for a
// single load).
type Tick struct {
	At, To   quantity.Mass
	Rung     load.Rung
	Movement movement.Movement
}

// Gap is a part of the range that no rung is within 5 % of.
type Gap struct{ Lo, Hi quantity.Mass }

// Way is one movement of the slot's pattern with whether and why (not) it can
// be done now. Value is the coverage it would give alone.
type Way struct {
	Movement movement.Movement
	Value    float64
	Why      quantity.Phrase
}

// Best is what a target gets at most, 0 to 1, and the label of the load that
// gives it; empty when nothing is near.
type Best struct {
	Target quantity.Mass
	Value  float64
	By     string
}

// Coverage is a slot held against the client's means. Value, 0 to 1, is the
// mean over the targets of the best (quality × closeness) of any movement that
// can be done; Bests are those. Ticks are for the eye: of marks of one origin
// that lie closer than one can tell apart on a rule the first stands for all.
type Coverage struct {
	Slot  Slot
	Value float64
	State State
	Bests []Best
	Ticks []Tick
	Gaps  []Gap
	Ways  []Way
	// Reason says in a line what is wrong; empty when covered.
	Reason quantity.Phrase
}

// Cover holds one slot against the means.
func Cover(s Slot, p Person, m Means) Coverage {
	c := Coverage{Slot: s}
	for _, t := range Targets(s.Lo, s.Hi) {
		c.Bests = append(c.Bests, Best{Target: t})
	}
	var marks []mark
	for _, mv := range movement.Of(s.Pattern) {
		why := Blocked(mv, p, m.Heads)
		if lacks := Lacking(mv, m.Has); why.Empty() && len(lacks) > 0 {
			why = quantity.Say("needs a " + strings.ReplaceAll(joined(lacks), "a low bar or straps", "low bar or straps"))
		}
		rungs := mv.Rungs(m.Ladder, p.BodyMass)
		if why.Empty() && len(rungs) == 0 {
			why = quantity.Say("nothing to hold: " + string(mv.Hold))
		}
		way := Way{Movement: mv, Why: why}
		if why.Empty() {
			for i, b := range c.Bests {
				fit, by := bestFit(rungs, mv.CountsAs, b.Target)
				fit *= float64(mv.Quality) / 100
				way.Value += fit / float64(len(c.Bests))
				if fit > b.Value {
					c.Bests[i].Value, c.Bests[i].By = fit, by
				}
			}
			marks = append(marks, marksOf(rungs, mv)...)
		}
		c.Ways = append(c.Ways, way)
	}
	for _, b := range c.Bests {
		c.Value += b.Value / float64(len(c.Bests))
	}
	c.State = StateOf(c.Value)
	slices.SortStableFunc(marks, func(a, b mark) int { return cmp.Compare(a.at, b.at) })
	c.Ticks = ticks(marks)
	sort.SliceStable(c.Ways, func(i, j int) bool { return c.Ways[i].Value > c.Ways[j].Value })
	c.Gaps = gaps(s, marks)
	c.Reason = reason(c)
	return c
}

// Explain derives the coverage of the slot: what each target gets and from what.
func (c Coverage) Explain() derivation.Derivation {
	d := derivation.Derivation{
		Title: c.Slot.Name + ": coverage", Value: c.Value, Kind: quantity.KindRatio,
		Formula: "mean over the targets of the best closeness × quality; closeness is 1 within 5 % of a load, 0 from 20 %",
		Range:   "covered from 70 %, missing to 10 %; loads of different movements of the pattern count together",
		Source:  "house rule; targets evenly spaced in ratio over the working range",
	}
	for n, b := range c.Bests {
		words := "nothing near"
		if b.Value > 0 {
			words = fmt.Sprintf("%.0f %%, %s", b.Value*100, b.By)
		}
		d.Inputs = append(d.Inputs, derivation.Number(fmt.Sprintf("target %d", n+1), quantity.KindMass, float64(b.Target), ""),
			derivation.Word(fmt.Sprintf("what target %d gets", n+1), words, ""))
	}
	return d
}

func joined(cs []movement.Capability) string {
	names := make([]string, len(cs))
	for i, c := range cs {
		names[i] = string(c)
	}
	return strings.Join(names, " and a ")
}

func bestFit(rungs []load.Rung, countsAs float64, target quantity.Mass) (best float64, by string) {
	held := target / quantity.Mass(countsAs)
	for i := range rungs {
		r := &rungs[i]
		if r.Low > held*(1+far) || r.High < held*(1-far) {
			continue
		}
		if v := Fit(*r, countsAs, target); v > best {
			best, by = v, r.Label
		}
	}
	return best, by
}

// mark is a rung on a slot's scale.
type mark struct {
	at, to   quantity.Mass
	rung     *load.Rung
	movement *movement.Movement
}

func marksOf(rungs []load.Rung, mv movement.Movement) []mark {
	out := make([]mark, len(rungs))
	for i := range rungs {
		k := quantity.Mass(mv.CountsAs)
		out[i] = mark{rungs[i].Low * k, rungs[i].High * k, &rungs[i], &mv}
	}
	return out
}

// apart is how far marks are from each other, as a share, to be told apart; where
// there are more than crowd of them, crowded.
const (
	apart   = 0.02
	crowd   = 60
	crowded = 0.06
)

// ticks are the marks that can be told apart from the one of their origin
// before them; stretches all stand.
func ticks(sorted []mark) []Tick {
	least := quantity.Mass(apart)
	if len(sorted) > crowd {
		least = crowded
	}
	last := map[load.Origin]quantity.Mass{}
	var kept []mark
	for _, m := range sorted {
		if before, ok := last[m.rung.Origin]; ok && m.to <= m.at && m.at < before*(1+least) {
			continue
		}
		if m.to <= m.at {
			last[m.rung.Origin] = m.at
		}
		kept = append(kept, m)
	}
	out := make([]Tick, len(kept))
	for i, m := range kept {
		out[i] = Tick{At: m.at, To: m.to, Rung: *m.rung, Movement: *m.movement}
	}
	return out
}

// gaps are the parts of the range with no rung within near: a rung m serves
// targets from m/(1 + near) to m/(1 − near).
func gaps(s Slot, sorted []mark) []Gap {
	var out []Gap
	from := s.Lo
	for _, t := range sorted {
		low, high := t.at/(1+near), t.to/(1-near)
		if high <= from {
			continue
		}
		if low >= s.Hi {
			break
		}
		if low > from {
			out = append(out, Gap{from, low})
		}
		from = high
	}
	if from < s.Hi {
		out = append(out, Gap{from, s.Hi})
	}
	return out
}

func reason(c Coverage) quantity.Phrase {
	if c.State == Covered {
		return nil
	}
	if len(c.Ticks) == 0 {
		for _, w := range c.Ways {
			if strings.HasPrefix(w.Why.In(quantity.Metric), "needs") {
				return quantity.Say(w.Movement.Name, " ", w.Why)
			}
		}
		if len(c.Ways) > 0 {
			return quantity.Say(c.Ways[0].Movement.Name, ": ", c.Ways[0].Why)
		}
	}
	if len(c.Gaps) == 0 {
		return quantity.Say("only the lesser movements of this pattern can be loaded")
	}
	widest := c.Gaps[0]
	for _, g := range c.Gaps {
		if g.Hi/g.Lo > widest.Hi/widest.Lo {
			widest = g
		}
	}
	return quantity.Say("nothing from ", quantity.Amount(quantity.KindMass, float64(widest.Lo)), " to ", quantity.Amount(quantity.KindMass, float64(widest.Hi)))
}

// Board is every slot held against the means.
type Board struct {
	Slots   []Coverage
	Covered int
	Value   float64 // weighted mean of the slots' values, 0 to 1
}

// Hold makes the board.
func Hold(slots []Slot, p Person, m Means) Board {
	b := Board{Slots: make([]Coverage, len(slots))}
	var all sync.WaitGroup
	for i, s := range slots {
		all.Go(func() { b.Slots[i] = Cover(s, p, m) })
	}
	all.Wait()
	weights := 0
	for i, s := range slots {
		c := b.Slots[i]
		b.Value += c.Value * float64(s.Weight)
		weights += s.Weight
		if c.State == Covered {
			b.Covered++
		}
	}
	if weights > 0 {
		b.Value /= float64(weights)
	}
	return b
}
