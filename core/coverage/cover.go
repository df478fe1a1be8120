package coverage

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"sync"

	"scrappyrack/core/client"
	"scrappyrack/core/derivation"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
)

// targetCount is how many loads stand for a working range where one is shown, or where
// the planner samples it.
const targetCount = 5

// Targets are loads that stand for a working range: evenly spaced ratios from lo to hi,
// both included. 0 < lo ≤ hi.
func Targets(lo, hi quantity.Mass) []quantity.Mass {
	out := make([]quantity.Mass, targetCount)
	for i := range out {
		out[i] = lo * quantity.Mass(math.Pow(float64(hi/lo), float64(i)/(targetCount-1)))
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

// Words is how a state is said.
func (s State) Words() string {
	if s == Thin {
		return "partly covered"
	}
	return string(s)
}

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
// single load), as it is, its uncertainty not taken off.
type Tick struct {
	At, To   quantity.Mass
	Rung     load.Rung
	Movement movement.Movement
}

// Gap is a part of the range that no rung is within 5 % of.
type Gap struct{ Lo, Hi quantity.Mass }

// Way is one movement of the slot's pattern: what it would cover alone, and why it
// cannot be done where it cannot.
type Way struct {
	Movement movement.Movement
	Value    float64
	Lacks    []way.Lack
}

// Why says why it cannot be done; empty when it can.
func (w Way) Why() quantity.Phrase {
	var out quantity.Phrase
	for i, l := range w.Lacks {
		if i > 0 {
			out = append(out, quantity.Say("; ")...)
		}
		out = append(out, l.Phrase()...)
	}
	return out
}

// Best is what a target gets at most, 0 to 1, and the label of the load that
// gives it, with the tactic that makes it count for so much; empty when nothing is near.
type Best struct {
	Target quantity.Mass
	Value  float64
	By     string
	With   movement.Tactic
}

// Coverage is a slot held against the client's means. Value, 0 to 1, is the mean over the
// whole range, from today's to the horizon's, of the best (quality × closeness) of any
// movement that can be done, exactly; Today and Horizon are those of the two ranges.
// Guessed says that it would be covered if what nobody has read were as it is guessed.
// Bests are a few targets to show. Ticks are for the eye: of marks of one origin that lie
// closer than one can tell apart on a rule the first stands for all.
type Coverage struct {
	Slot           Slot
	Value          float64
	Today, Horizon float64
	State          State
	Guessed        bool
	Bests          []Best
	Ticks          []Tick
	Gaps           []Gap
	Ways           []Way
	// Changes are what the person's limits make of it.
	Changes []Change
	// why is worked out when it is asked for: what would open a slot takes many tries.
	why func() why
}

// why says in a line what is wrong with a slot, and the cheapest way to open one that is missing.
type why struct {
	reason quantity.Phrase
	open   *Opening
}

// Reason says in a line what is wrong; empty when covered.
func (c Coverage) Reason() quantity.Phrase { return c.why().reason }

// Open is the cheapest way to open a slot that is missing; nil where it is not, or nothing opens it.
func (c Coverage) Open() *Opening { return c.why().open }

// told is the coverage with its reason, and what opens it, told of a stock.
func (c Coverage) told(stock *way.Stock) Coverage {
	c.why = sync.OnceValue(func() (out why) {
		dear := false
		if c.State == Missing {
			out.open, dear = opening(c, stock)
		}
		out.reason = reason(c, out.open, dear)
		return out
	})
	return c
}

// Change is what a limit makes of a need: movements that it leaves out give way to those
// that usually stay possible, each said with whether it can be done here.
type Change struct {
	Limit movement.Limit
	// Agreed says that the person has agreed to it.
	Agreed bool
	Stays  []Stay
	Gone   int // how many movements of the pattern it leaves out
}

// Stay is a way that stays, and how it is done then; empty for as ever.
type Stay struct {
	Way
	How string
}

// agreed is the movement that somebody measures a need in since they agreed to what a limit makes of it: the
// first that stays of it with all their limits. Once twelve of one without a load go with four left, it is
// loaded, as the next of them that takes a load.
func agreed(p client.Person, n need) (movement.Movement, bool) {
	for _, l := range p.Limits {
		if !slices.Contains(p.Agreed, client.Agreement{Limit: l, Need: n.key}) {
			continue
		}
		stays, _ := movement.Instead(l, n.pattern)
		easy := false
		for _, s := range stays {
			if slices.ContainsFunc(s.Movement.Spares, p.Spares) {
				continue
			}
			if easy && s.Movement.Hold != "" && s.Movement.Band == nil || !easy && !ready(p, s.Movement) {
				return s.Movement, true
			}
			easy = true
		}
	}
	return movement.Movement{}, false
}

// ready says that a movement without a load was done twelve times with four left: a load may come.
func ready(p client.Person, m movement.Movement) bool {
	return m.Hold == "" && slices.ContainsFunc(p.Tests, func(t client.Test) bool {
		return t.Movement == m.Key && t.Reps >= 12 && t.Reserve >= 4
	})
}

// Settled is a person whose movements are as what they agreed to asks: where a need is one that is done or
// not, the movements that stay of it are too, the first of them wholly.
func Settled(p client.Person) client.Person {
	for _, n := range needs {
		if m, ok := agreed(p, n); ok && m.Hold == "" && !n.pattern.Timed() {
			p.Moves = p.Moves.Done(n.pattern, m.Quality)
		}
	}
	return p
}

// changes are what the limits of a person make of a need whose ways are known.
func changes(s Slot, ways []Way, who client.Person) (out []Change) {
	for _, l := range who.Limits {
		c := Change{Limit: l, Agreed: slices.Contains(who.Agreed, client.Agreement{Limit: l, Need: s.Key})}
		for _, m := range who.Moves.Of(s.Pattern) {
			if slices.Contains(m.Spares, l) {
				c.Gone++
			}
		}
		stays, known := movement.Instead(l, s.Pattern)
		if c.Gone == 0 || !known {
			continue
		}
		for _, m := range stays {
			if i := slices.IndexFunc(ways, func(w Way) bool { return w.Movement.Key == m.Movement.Key }); i >= 0 {
				c.Stays = append(c.Stays, Stay{ways[i], m.How})
			}
		}
		out = append(out, c)
	}
	return out
}

// Cover holds one slot against a stock.
func Cover(s Slot, stock *way.Stock) Coverage {
	c := Coverage{Slot: s}
	whole := s.Whole()
	for _, t := range Targets(whole.Lo, whole.Hi) {
		c.Bests = append(c.Bests, Best{Target: s.held(t)})
	}
	moves := stock.Client().Person.Moves.Of(s.Pattern)
	ways := make([]way.Way, 0, len(moves))
	unread := false
	var rows [][]mark
	var pieces, plain []served
	for _, mv := range moves {
		w := stock.Of(mv)
		one := Way{Movement: mv, Lacks: w.Lacks}
		if w.Can() {
			mine := merged(servedBy(w.Loads, everything))
			one.Value = mean(whole, mine)
			pieces = append(pieces, mine...)
			plain = append(plain, servedBy(w.Loads, asTheyAre)...)
			ways = append(ways, w)
			rows = append(rows, marksOf(s, &ways[len(ways)-1]))
			for n := range w.Loads {
				l := &w.Loads[n]
				unread = unread || l.Unread
				for i, b := range c.Bests {
					if fit, with := Worth(l, b.Target+s.Along); fit > b.Value {
						c.Bests[i].Value, c.Bests[i].By, c.Bests[i].With = fit, l.Rung.Label, with
					}
				}
			}
		}
		c.Ways = append(c.Ways, one)
	}
	pieces = merged(pieces)
	c.Value, c.Today, c.Horizon = mean(whole, pieces), mean(s.Judged(s.Today), pieces), mean(s.Judged(s.Horizon), pieces)
	c.State = StateOf(c.Value)
	if c.State == Covered && unread {
		var read []served
		for _, w := range ways {
			read = append(read, merged(servedBy(w.Loads, whatIsRead))...)
		}
		if mean(whole, merged(read)) < coveredFrom {
			c.State, c.Guessed = Thin, true
		}
	}
	c.Ticks = ticks(alongside(rows))
	c.Changes = changes(s, c.Ways, stock.Client().Person)
	slices.SortStableFunc(c.Ways, func(a, b Way) int { return cmp.Compare(b.Value, a.Value) })
	for _, g := range gaps(whole, plain) {
		c.Gaps = append(c.Gaps, Gap{s.held(g.Lo), s.held(g.Hi)})
	}
	return c.told(stock)
}

// Explain derives the coverage of the slot: what each shown target gets and from what.
func (c Coverage) Explain() derivation.Derivation {
	d := derivation.Derivation{
		Title: c.Slot.Name + ": coverage", Value: c.Value, Kind: quantity.KindRatio,
		Formula: "mean over all targets of the best closeness × quality, integrated exactly; closeness is 1 within 5 % of a load less its ±, 0 from 20 %; a load made harder counts for more, at less of its worth; what the client likes answers better (× 1.1), what is avoided less well (× 0.8)",
		Range:   "covered from 70 %, missing to 10 %; loads of different movements of the pattern count together; what nobody has read covers in part at best",
		Source:  "house rule; targets evenly spread in ratio over the working range",
	}
	d = d.With(
		derivation.Number("of today's range", quantity.KindRatio, c.Today, ""),
		derivation.Number("of the range in six months", quantity.KindRatio, c.Horizon, ""))
	for n, b := range c.Bests {
		words := "nothing near"
		if b.Value > 0 {
			words = fmt.Sprintf("%.0f %%, %s", b.Value*100, b.By)
			if b.With.Name != "" {
				words += fmt.Sprintf(", %s (counts × %.2f, at %.0f %% of its worth)", b.With.Name, b.With.Factor, b.With.Quality*100)
			}
		}
		d.Inputs = append(d.Inputs, derivation.Number(fmt.Sprintf("target %d", n+1), quantity.KindMass, float64(b.Target), ""),
			derivation.Word(fmt.Sprintf("what target %d gets", n+1), words, ""))
	}
	return d
}

// mark is a rung on a slot's scale.
type mark struct {
	at, to   quantity.Mass
	rung     *load.Rung
	movement *movement.Movement
}

// marksOf are the marks of a way's loads, the lightest first.
func marksOf(s Slot, w *way.Way) []mark {
	k := quantity.Mass(w.Movement.CountsAs)
	out := make([]mark, len(w.Loads))
	for i := range w.Loads {
		l := w.Loads[i]
		out[i] = mark{s.held(l.Rung.Low*k + l.Along), s.held(l.Rung.High*k + l.Along), l.Rung, &w.Movement}
		if w.Movement.Timed {
			out[i].at, out[i].to = movement.Done, movement.Done
		}
	}
	byPlace := func(a, b mark) int { return cmp.Compare(a.at, b.at) }
	if !slices.IsSortedFunc(out, byPlace) {
		slices.SortStableFunc(out, byPlace)
	}
	return out
}

// alongside are sorted rows of marks as one; of equal ones an earlier row's come first.
func alongside(rows [][]mark) []mark {
	if len(rows) == 1 {
		return rows[0]
	}
	n := 0
	for _, r := range rows {
		n += len(r)
	}
	out := make([]mark, 0, n)
	for len(out) < n {
		next := -1
		for i, r := range rows {
			if len(r) > 0 && (next < 0 || r[0].at < rows[next][0].at) {
				next = i
			}
		}
		out, rows[next] = append(out, rows[next][0]), rows[next][1:]
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

// gaps are the parts of a range with nothing within near: a load m serves targets from
// m/(1 + near) to m/(1 − near).
func gaps(r Range, pieces []served) []Gap {
	sorted := slices.Clone(pieces)
	slices.SortFunc(sorted, func(a, b served) int { return cmp.Compare(a.low, b.low) })
	var out []Gap
	from := r.Lo
	for _, p := range sorted {
		low, high := quantity.Mass(p.low/(1+near)), quantity.Mass(p.high/(1-near))
		if high <= from {
			continue
		}
		if low >= r.Hi {
			break
		}
		if low > from {
			out = append(out, Gap{from, low})
		}
		from = high
	}
	if from < r.Hi {
		out = append(out, Gap{from, r.Hi})
	}
	return out
}
