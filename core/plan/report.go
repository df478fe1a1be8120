package plan

import (
	"context"
	"strings"

	"scrappyrack/core/coverage"
	"scrappyrack/core/quantity"
)

// Change is a slot whose coverage a choice moves, both 0 to 1.
type Change struct {
	Slot          coverage.Slot
	Before, After float64
}

// Choice is a candidate in the plan. Loses says which slots would fall, and how
// far, if it alone were taken out: its marginal value.
type Choice struct {
	Candidate Candidate
	Loses     []Change
	Pinned    bool
}

// RefusalKind groups the reasons for leaving something out.
type RefusalKind string

// The kinds of refusal.
const (
	RefusedPlace    RefusalKind = "place"   // wall or headroom
	RefusedPin      RefusalKind = "pin"     // the consultant said never
	RefusedNothing  RefusalKind = "nothing" // adds nothing to this plan
	RefusedMoney    RefusalKind = "money"   // costs more than is left
	RefusedRoom     RefusalKind = "room"    // takes more floor than is left
	RefusedNeeds    RefusalKind = "needs"   // useless without something that is not in
	RefusedInFavour RefusalKind = "favour"  // fits, but only in place of something better
)

// Refusal is a purchase left out, with what it would have added to this plan
// and what would have to change.
type Refusal struct {
	Candidate Candidate
	Kind      RefusalKind
	Why       quantity.Phrase
	Would     quantity.Phrase
	Gains     []Change
}

// Plan is the answer in the words of the job. Before holds the board of today,
// After the board with the plan. FloorFree is what is left after it, in m².
type Plan struct {
	Answer    Answer
	Whole     int64
	Chosen    []Choice
	Kept      []Candidate // containers left as they are that the plan counts on
	Refused   []Refusal
	Before    coverage.Board
	After     coverage.Board
	Means     coverage.Means
	Cost      quantity.Money
	Left      quantity.Money
	FloorFree float64
	Minutes   int
}

// Make solves the problem and explains the answer. When ctx ends before the
// proof, the best plan found is explained and Answer.Proven is false.
func (p *Problem) Make(ctx context.Context) (Plan, error) {
	answer, err := Solve(ctx, p.Model)
	if err != nil {
		return Plan{}, err
	}
	return p.Explain(answer), nil
}

// Explain puts an answer to the model into words.
func (p *Problem) Explain(a Answer) Plan {
	c := p.Case
	means := c.with(p.Candidates, a.Chosen)
	out := Plan{
		Answer: a, Whole: p.Whole, Means: means,
		Before: coverage.Hold(p.Slots, c.Person, c.Today()), After: coverage.Hold(p.Slots, c.Person, means),
		Cost: quantity.Money{Minor: a.Cost, Currency: c.Currency}, Left: quantity.Money{Minor: c.Budget - a.Cost, Currency: c.Currency},
		FloorFree: c.Room.FreeFloor().Value,
	}
	chosen := map[int]bool{}
	for n, i := range a.Chosen {
		chosen[i] = true
		k := p.Candidates[i]
		if k.Keep {
			out.Kept = append(out.Kept, k)
			continue
		}
		out.FloorFree -= k.Floor
		out.Minutes += k.Minutes
		without := append(append([]int{}, a.Chosen[:n]...), a.Chosen[n+1:]...)
		out.Chosen = append(out.Chosen, Choice{Candidate: k, Pinned: c.Pins[k.Key] == Must, Loses: p.changes(p.usable(without), out.After)})
	}
	for i, k := range p.Candidates {
		if !chosen[i] && k.Group == "" {
			out.Refused = append(out.Refused, p.refuse(i, a, out))
		}
	}
	return out
}

// usable drops what lacks a prerequisite, again and again.
func (p *Problem) usable(set []int) []int {
	for {
		in := map[int]bool{}
		for _, i := range set {
			in[i] = true
		}
		var out []int
		for _, i := range set {
			if met(p.needs[i], in) {
				out = append(out, i)
			}
		}
		if len(out) == len(set) {
			return out
		}
		set = out
	}
}

// noticed is the least change of a slot's coverage that is worth a word.
const noticed = 0.02

// changes are the slots whose coverage with a set differs from a board's; the
// board is Before or After according to which is lower.
func (p *Problem) changes(set []int, board coverage.Board) []Change {
	var out []Change
	other := coverage.Hold(p.Slots, p.Case.Person, p.Case.with(p.Candidates, set))
	for i, s := range board.Slots {
		low, high := min(s.Value, other.Slots[i].Value), max(s.Value, other.Slots[i].Value)
		if high-low >= noticed {
			out = append(out, Change{Slot: s.Slot, Before: low, After: high})
		}
	}
	return out
}

func (p *Problem) refuse(i int, a Answer, plan Plan) Refusal {
	k := p.Candidates[i]
	r := Refusal{Candidate: k}
	if !k.Excluded.Empty() {
		r.Kind, r.Why = RefusedPlace, k.Excluded
		return r
	}
	if p.Case.Pins[k.Key] == Never {
		r.Kind, r.Why, r.Would = RefusedPin, quantity.Say("you ruled it out"), quantity.Say("lift the ban")
		return r
	}
	if missing := p.missing(i, a); missing != "" {
		r.Kind, r.Why = RefusedNeeds, quantity.Say("needs "+missing)
		return r
	}
	r.Gains = p.changes(p.added(i, a), plan.After)
	switch {
	case len(r.Gains) == 0:
		r.Kind, r.Why = RefusedNothing, quantity.Say("adds nothing that this plan does not reach already")
	case k.Cost > plan.Left.Minor:
		short := quantity.Money{Minor: k.Cost - plan.Left.Minor, Currency: p.Case.Currency}
		r.Kind, r.Why, r.Would = RefusedMoney, quantity.Say("costs "+short.String()+" more than is left"), quantity.Say(short.String()+" more would let it in")
	case k.Floor > plan.FloorFree:
		r.Kind = RefusedRoom
		r.Why = quantity.Say("stands on ", quantity.Amount(quantity.KindArea, k.Floor), ", ", quantity.Amount(quantity.KindArea, plan.FloorFree), " are left")
		r.Would = quantity.Say(quantity.Amount(quantity.KindArea, k.Floor-plan.FloorFree), " more of free floor")
	default:
		r.Kind, r.Why = RefusedInFavour, quantity.Say("fits only in place of something that does more")
	}
	return r
}

// missing names the prerequisites that are not in the plan.
func (p *Problem) missing(i int, a Answer) string {
	in := map[int]bool{}
	for _, j := range a.Chosen {
		in[j] = true
	}
	var parts []string
	for _, any := range p.needs[i] {
		if met([][]int{any}, in) {
			continue
		}
		names := make([]string, len(any))
		for n, j := range any {
			names[n] = strings.ToLower(p.Candidates[j].Name[:1]) + p.Candidates[j].Name[1:]
		}
		parts = append(parts, strings.Join(names, ", or "))
	}
	return strings.Join(parts, "; and ")
}

// added is the plan with a candidate put in, and with the containers that only
// it makes possible, each in its first state.
func (p *Problem) added(i int, a Answer) []int {
	set := append(append([]int{}, a.Chosen...), i)
	used := map[string]bool{}
	in := map[int]bool{i: true}
	for _, j := range a.Chosen {
		in[j] = true
		used[p.Candidates[j].Group] = true
	}
	for j, k := range p.Candidates {
		o := p.Model.Options[j]
		if in[j] || k.Group == "" || used[k.Group] || o.Never || len(p.needs[j]) == 0 || !met(p.needs[j], in) {
			continue
		}
		used[k.Group] = true
		set = append(set, j)
	}
	return set
}
