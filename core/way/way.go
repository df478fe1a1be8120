// Package way answers one question in one place: can this movement be done with this,
// here, by this person, and how well? It enumerates every way of doing a movement, today
// or with options added, and says for each what admits it, what it takes and what it
// lacks, as values.
package way

import (
	"maps"
	"slices"
	"strings"

	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Load is one load that a movement can be done with. Rung is what is admitted of it; Low
// and High are what it counts for on the scale of the need, its uncertainty taken off
// (kg), with Along of the body that is lifted with it among them. Options are those that must all
// be chosen for it to be there (none today), Needs
// those of which one of each must be, to meet what the movement requires. Quality, 0 to
// 1, is how well it answers its pattern so; Unread that it rests on a guess. Harder is the
// tactic that makes it count for more, the zero one where none does.
type Load struct {
	Rung      *load.Rung
	Low, High quantity.Mass
	Along     quantity.Mass
	Options   []int
	Needs     [][]int
	Quality   float64
	Unread    bool
	Harder    movement.Tactic
}

// Hardened is the load as its tactic makes it count: more of what is held, no more of the
// body that is lifted with it, and answering less well. ok is false without a tactic.
func (l *Load) Hardened() (low, high quantity.Mass, quality float64, ok bool) {
	f := quantity.Mass(l.Harder.Factor - 1)
	if f <= 0 {
		return 0, 0, 0, false
	}
	more := func(m quantity.Mass) quantity.Mass { return m + f*max(0, m-l.Along) }
	return more(l.Low), more(l.High), l.Quality * l.Harder.Quality, true
}

// Way is a movement with all the loads it can be done with. Lacks says what stands
// against it where there are none; it is empty where it can be done.
type Way struct {
	Movement movement.Movement
	Loads    []Load
	Lacks    []Lack
}

// Can says that the movement can be done.
func (w Way) Can() bool { return len(w.Loads) > 0 }

// LackKind says what stands against a movement.
type LackKind string

// The kinds: a limit of the person, what is to be mastered first, the height of the room, something that is required,
// nothing that is held so, loads that its use does not admit, a band that misses.
const (
	ByLimit  LackKind = "limit"
	ByOrder  LackKind = "order"
	ByHeight LackKind = "height"
	ByThing  LackKind = "thing"
	ByHold   LackKind = "hold"
	ByUse    LackKind = "use"
	ByBand   LackKind = "band"
)

// Lack is one thing that stands against a movement, with its numbers.
type Lack struct {
	Kind    LackKind
	Limit   movement.Limit
	First   movement.Movement // to be mastered first
	Head    space.Headroom
	Thing   capability.Lack
	Hold    load.Hold
	Label   string // of the load that is refused
	Refusal load.Refusal
	Miss    band.Miss
}

var holdWords = map[load.Hold]string{
	load.OneHand: "nothing to hold in one hand", load.Pair: "no two things alike, one for each hand",
	load.TwoHand: "nothing to hold in both hands", load.Hug: "nothing to hug",
	load.Worn: "no pack to wear", load.Overhead: "nothing that may be held overhead", load.Dragged: "nothing to drag", load.Bar: "no bar",
	load.Band: "no band of the kind",
}

// Phrase says it.
func (l Lack) Phrase() quantity.Phrase {
	switch l.Kind {
	case ByLimit:
		return quantity.Say(l.Limit.Out())
	case ByOrder:
		return quantity.Say("not for who is new: first a test of ", strings.ToLower(l.First.Name[:1])+l.First.Name[1:])
	case ByHeight:
		return l.Head.Lack()
	case ByThing:
		return l.Thing.Phrase()
	case ByUse:
		return quantity.Say(l.Label, ": ", l.Refusal.Phrase())
	case ByBand:
		return l.Miss.Phrase()
	}
	return quantity.Say(holdWords[l.Hold])
}

// Today is the number of an item that is there already.
const Today = -1

// Item is something that gives loads and lets one do things: there today (Option Today),
// or an option that can be chosen. Items with one Group exclude each other: no pair is
// made of two.
type Item struct {
	Option   int
	Group    string
	Rungs    []load.Rung
	Supplies []capability.Supply
}

// Stock is all items of a client, in the order in which ways look them up.
type Stock struct {
	client   client.Client
	items    []Item
	person   client.Person
	space    space.Answers
	bounds   band.Bounds
	memo     *band.Memo
	bands    []band.Band
	byHold   map[load.Hold][]held
	byBand   map[string][]held
	pairs    map[load.Use][]held
	supplies []supplied
	singles  []held
	whole    bool // every pair is made, not only enough of them
}

type held struct {
	*load.Rung
	options []int
}

type supplied struct {
	capability.Supply
	option int
}

// Reach is what a client can reach today.
func Reach(c client.Client) *Stock { return ReachWith(c, c.ContainerRungs()) }

// ReachWith is Reach with the loads of the containers as they have been worked out already.
func ReachWith(c client.Client, containers []load.Rung) *Stock {
	return New(c, []Item{{Option: Today, Rungs: containers}, Present(c)})
}

// Present is everything of a client that is there but the containers.
func Present(c client.Client) Item {
	return Item{Option: Today, Rungs: c.OwnRungs(), Supplies: c.Supplies()}
}

// New is the stock of a client with items, some of them options perhaps: then all pairs
// of loads are made, each with the options it takes; else enough to reach all that any
// pair does.
func New(c client.Client, items []Item) *Stock {
	s := &Stock{
		client: c, person: c.Person, space: c.Space, bounds: c.Bounds(), memo: c.Memo, bands: c.Bands,
		byHold: map[load.Hold][]held{}, byBand: map[string][]held{},
	}
	for _, it := range items {
		s.put(it)
	}
	s.match()
	return s
}

// With is the stock with one more thing that is there: what New makes of all items, sharing
// what the thing leaves as it is.
func (s *Stock) With(more Item) *Stock {
	if s.whole || more.Option != Today {
		return New(s.client, append(slices.Clip(s.items), more))
	}
	out := *s
	out.items, out.supplies = slices.Clip(s.items), slices.Clip(s.supplies)
	out.byHold, out.byBand = maps.Clone(s.byHold), maps.Clone(s.byBand)
	halves := false
	for _, r := range more.Rungs {
		halves = halves || r.Hold == load.OneHand || r.Hold == load.Pair
		out.byHold[r.Hold] = slices.Clip(out.byHold[r.Hold])
		out.byBand[r.For] = slices.Clip(out.byBand[r.For])
	}
	out.put(more)
	if halves {
		out.match()
	}
	return &out
}

// put adds an item's loads and supplies.
func (s *Stock) put(it Item) {
	s.items = append(s.items, it)
	var options []int
	if it.Option != Today {
		options, s.whole = []int{it.Option}, true
	}
	for _, sup := range it.Supplies {
		s.supplies = append(s.supplies, supplied{sup, it.Option})
	}
	for i := range it.Rungs {
		r := &it.Rungs[i]
		h := held{r, options}
		switch {
		case r.Hold == load.Band:
			s.byBand[r.For] = append(s.byBand[r.For], h)
		case r.Hold == load.Overhead && r.Conditions.Household: // what one hand holds is admitted by its use
		default:
			s.byHold[r.Hold] = append(s.byHold[r.Hold], h)
		}
	}
}

// match makes the pairs of what one hand holds.
func (s *Stock) match() {
	groups := map[int]string{}
	for _, it := range s.items {
		if it.Option != Today {
			groups[it.Option] = it.Group
		}
	}
	s.singles, s.pairs = singles(s.byHold), map[load.Use][]held{}
	for _, u := range []load.Use{load.HeldLow, load.OverFace} {
		s.pairs[u] = s.pairsFor(u, groups)
	}
}

// singles are the one-hand loads that can be matched: not of things that come in pairs.
func singles(byHold map[load.Hold][]held) []held {
	paired := map[string]bool{}
	for _, h := range byHold[load.Pair] {
		paired[h.Things[0]] = true
	}
	var out []held
	for _, h := range byHold[load.OneHand] {
		if !paired[h.Things[0]] {
			out = append(out, h)
		}
	}
	return out
}

// pairsFor are the pairs of loads that a use admits, each half by itself.
func (s *Stock) pairsFor(u load.Use, groups map[int]string) []held {
	var out []held
	var rungs []load.Rung
	var options [][]int
	for _, h := range s.singles {
		if r, _, ok := h.Admit(u); ok {
			rungs, options = append(rungs, r), append(options, h.options)
		}
	}
	if !s.whole {
		pairs := load.NearestPairs(rungs)
		for i := range pairs {
			out = append(out, held{&pairs[i], nil})
		}
		return out
	}
	load.EachPair(rungs, func(i, j int, r load.Rung) {
		both := append(append([]int{}, options[i]...), options[j]...)
		if len(both) == 2 && (both[0] == both[1] || groups[both[0]] != "" && groups[both[0]] == groups[both[1]]) {
			return
		}
		out = append(out, held{&r, both})
	})
	return out
}

// each visits every load of the stock with the hold that it stands under in ladders.
func (s *Stock) each(do func(h load.Hold, r *load.Rung)) {
	for h, all := range s.byHold {
		if h == load.Overhead {
			continue
		}
		for _, r := range all {
			do(r.Rung.Hold, r.Rung)
		}
	}
	for _, all := range s.byBand {
		for _, r := range all {
			do(r.Rung.Hold, r.Rung)
		}
	}
	for _, p := range s.pairs[load.HeldLow] {
		do(load.Pair, p.Rung)
	}
	for _, all := range [][]held{s.byHold[load.OneHand], s.byHold[load.Overhead]} {
		for _, h := range all {
			if r, _, ok := h.Admit(load.HeldOverhead); ok {
				r.Hold = load.Overhead
				do(load.Overhead, &r)
			}
		}
	}
}

// Ladder is every load of the stock, by hold, as ladders have it.
func (s *Stock) Ladder() load.Ladder {
	l := load.Ladder{}
	s.each(func(h load.Hold, r *load.Rung) { l[h] = append(l[h], *r) })
	l.Add(nil)
	return l
}

// Extent is the lightest and the heaviest load of a hold, in kg, and how many there are.
type Extent struct {
	Low, High quantity.Mass
	Loads     int
}

// Extents are the extents of the stock's holds: of a ladder, without the making of it.
func (s *Stock) Extents() map[load.Hold]Extent {
	out := map[load.Hold]Extent{}
	s.each(func(h load.Hold, r *load.Rung) {
		e, there := out[h]
		if !there || r.Low < e.Low {
			e.Low = r.Low
		}
		e.High, e.Loads = max(e.High, r.High), e.Loads+1
		out[h] = e
	})
	return out
}
