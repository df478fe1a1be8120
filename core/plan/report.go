package plan

import (
	"context"
	"slices"
	"strings"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/optimise"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
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
	RefusedFilling  RefusalKind = "filling" // what fills it would take more than there is
	RefusedInFavour RefusalKind = "favour"  // adds too little to count at the targets planned for
)

// Refusal is a purchase left out: why, which is a fact of this plan and no guess at
// another one (see Instead for that), what the consultant could do at once, and what it
// would add to this plan if it came for nothing.
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
	Answer    optimise.Answer
	Whole     int64
	Chosen    []Choice
	Kept      []Candidate // containers left as they are that the plan counts on
	Refused   []Refusal
	Before    coverage.Board
	After     coverage.Board
	Cost      quantity.Money
	Left      quantity.Money
	FloorFree float64
	Minutes   int
}

// Make solves the problem and explains the answer. When search, a context of ctx, ends
// before the proof, the best plan found is explained and Answer.Proven is false. Errors
// are those of optimise.Solve, and of ctx, which ends the explaining too.
func (p *Problem) Make(ctx, search context.Context) (Plan, error) {
	answer, err := optimise.Solve(search, p.Model)
	if err != nil {
		return Plan{}, err
	}
	return p.Explain(ctx, answer)
}

// Explain puts an answer to the model into words. The error is of ctx.
func (p *Problem) Explain(ctx context.Context, a optimise.Answer) (Plan, error) {
	whole := *p
	whole.Candidates = p.named(a)
	return whole.explain(ctx, a)
}

func (p *Problem) explain(ctx context.Context, a optimise.Answer) (Plan, error) {
	c := p.Client
	var before, after []coverage.Board
	for _, who := range p.people {
		today := way.Item{Option: way.Today, Rungs: c.ContainerRungs()}
		before = append(before, coverage.Hold(who.slots, way.New(who.Client, []way.Item{who.present, today})))
		after = append(after, coverage.Hold(who.slots, p.with(who, a.Chosen)))
	}
	out := Plan{
		Answer: a, Whole: p.Whole, Before: coverage.Together(before...), After: coverage.Together(after...),
		Cost: quantity.Money{Minor: a.Cost, Currency: c.Currency}, Left: quantity.Money{Minor: c.Budget - a.Cost, Currency: c.Currency},
		FloorFree: c.Space.Free,
	}
	chosen := map[int]bool{}
	for n, i := range a.Chosen {
		chosen[i] = true
		k := p.Candidates[i]
		if k.Keep {
			out.Kept = append(out.Kept, k)
			continue
		}
		if err := ctx.Err(); err != nil {
			return Plan{}, err
		}
		out.FloorFree -= k.Floor
		out.Minutes += k.Minutes
		without := append(append([]int{}, a.Chosen[:n]...), a.Chosen[n+1:]...)
		out.Chosen = append(out.Chosen, Choice{Candidate: k, Pinned: c.Pins[k.Key] == client.Must,
			Loses: p.changes(p.usable(without), out.After)})
	}
	for i, k := range p.Candidates {
		if err := ctx.Err(); err != nil {
			return Plan{}, err
		}
		if !chosen[i] && k.Group == "" {
			out.Refused = append(out.Refused, p.refuse(i, a, out))
		}
	}
	return out, nil
}

// with is somebody's stock with a set of candidates in place of today's containers.
func (p *Problem) with(who trainee, chosen []int) *way.Stock {
	with := way.Item{Option: way.Today}
	for _, i := range chosen {
		rungs, supplies := p.as(who, p.Candidates[i])
		with.Rungs, with.Supplies = append(with.Rungs, rungs...), append(with.Supplies, supplies...)
	}
	return way.New(who.Client, []way.Item{who.present, with})
}

// values are the coverages of all needs with a set of candidates.
func (p *Problem) values(chosen []int) (out []float64) {
	for _, who := range p.people {
		out = append(out, coverage.Values(who.slots, p.with(who, chosen))...)
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
			if optimise.Met(p.needs[i], in) {
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

// changes are the slots whose coverage with a set differs noticeably from a board's, or the one that differs
// most where none does; the board is Before or After according to which is lower.
func (p *Problem) changes(set []int, board coverage.Board) []Change {
	var out []Change
	var most Change
	other := p.values(set)
	for i, s := range board.Slots {
		low, high := min(s.Value, other[i]), max(s.Value, other[i])
		if high-low >= noticed {
			out = append(out, Change{Slot: s.Slot, Before: low, After: high})
		}
		if high-low > most.After-most.Before {
			most = Change{Slot: s.Slot, Before: low, After: high}
		}
	}
	if len(out) == 0 && most.After > most.Before {
		out = append(out, most)
	}
	return out
}

func (p *Problem) refuse(i int, a optimise.Answer, plan Plan) Refusal {
	k := p.Candidates[i]
	r := Refusal{Candidate: k}
	if !k.Excluded.Empty() {
		r.Kind, r.Why = RefusedPlace, k.Excluded
		return r
	}
	if p.Client.Pins[k.Key] == client.Never {
		r.Kind, r.Why, r.Would = RefusedPin, quantity.Say("you ruled it out"), quantity.Say("lift the ban")
		return r
	}
	if missing := p.missing(i, a); missing != "" {
		r.Kind, r.Why = RefusedNeeds, quantity.Say("needs "+missing)
		return r
	}
	set := p.added(i, a)
	r.Gains = p.changes(set, plan.After)
	short := quantity.Money{Minor: k.Cost - plan.Left.Minor, Currency: p.Client.Currency}
	switch over := p.over(set); {
	case len(r.Gains) == 0:
		r.Kind, r.Why = RefusedNothing, quantity.Say("adds nothing that this plan does not reach already")
	case short.Minor > 0:
		r.Kind, r.Why = RefusedMoney, quantity.Say("costs "+short.String()+" more than is left")
	case k.Floor > plan.FloorFree:
		r.Kind = RefusedRoom
		r.Why = quantity.Say("stands on ", quantity.Amount(quantity.KindArea, k.Floor), ", ",
			quantity.Amount(quantity.KindArea, plan.FloorFree), " are left")
	case over != "":
		r.Kind, r.Why = RefusedFilling, quantity.Say("what would fill it takes more "+over+" than one purchase brings")
	default:
		r.Kind, r.Why = RefusedInFavour, quantity.Say("what it adds lies between the targets that the plan is made for")
	}
	return r
}

// over names the resource of which a set takes more than there is; empty when none.
func (p *Problem) over(set []int) string {
	for r := range p.names {
		var use int64
		for _, i := range set {
			use += p.Model.Options[i].Use[r]
		}
		if use > p.Model.Limits[r] {
			return strings.ToLower(p.names[r])
		}
	}
	return ""
}

// missing names the prerequisites that are not in the plan.
func (p *Problem) missing(i int, a optimise.Answer) string {
	in := map[int]bool{}
	for _, j := range a.Chosen {
		in[j] = true
	}
	var parts []string
	for _, any := range p.needs[i] {
		if optimise.Met([][]int{any}, in) {
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
func (p *Problem) added(i int, a optimise.Answer) []int {
	set := append(append([]int{}, a.Chosen...), i)
	used, ofClass, first := map[string]bool{}, make([]int, len(p.classes)), make([]int, len(p.classes))
	in := map[int]bool{i: true}
	for _, j := range a.Chosen {
		in[j] = true
		if k := p.Candidates[j]; k.class >= 0 {
			ofClass[k.class]++
		} else {
			used[k.Group] = true
		}
	}
	for j, k := range p.Candidates {
		o := p.Model.Options[j]
		if in[j] || k.Group == "" || used[k.Group] || o.Never || len(p.needs[j]) == 0 || !optimise.Met(p.needs[j], in) {
			continue
		}
		if n := k.class; n < 0 {
			used[k.Group] = true
		} else if ofClass[n] == len(p.classes[n].members) || first[n] == 2 {
			continue // none left, or there are two in their first state
		} else {
			ofClass[n]++
			first[n]++
		}
		set = append(set, j)
	}
	return set
}

// Instead is what the plan would be with something in it that it leaves out, worked out
// by solving it so. From is the budget, in minor units, with which a solve takes it by
// itself, -1 where none tried does, twice the money being the most that is tried. With is
// the plan with it pinned at today's budget; nil where it does not fit at all. In and Out
// are what comes in and goes out beside it then.
type Instead struct {
	Candidate Candidate
	From      int64
	With      *Plan
	In, Out   []Candidate
}

// moreMoney are the budgets tried, as multiples of what is missing beside today's.
var moreMoney = []float64{1, 1.25, 1.5, 2, 3, 5}

// InsteadOf works out what the plan would be with a candidate, by its key, pinned. The
// error is of ctx, or that there is no such candidate.
func (p *Problem) InsteadOf(ctx context.Context, a optimise.Answer, key string) (Instead, error) {
	at := slices.IndexFunc(p.Candidates, func(k Candidate) bool { return k.Key == key })
	if at < 0 {
		return Instead{}, &UnknownError{key}
	}
	out := Instead{Candidate: p.Candidates[at], From: -1}
	if p.Model.Options[at].Never {
		return out, nil
	}
	model := p.Model
	model.Options = slices.Clone(p.Model.Options)
	model.Options[at].Must = true
	with, err := optimise.Solve(ctx, model)
	switch {
	case err == nil:
		made, err := p.Explain(ctx, with)
		if err != nil {
			return out, err
		}
		out.With = &made
		then, now := p.named(with), p.named(a)
		for _, i := range with.Chosen {
			if i != at && !slices.Contains(a.Chosen, i) && !then[i].Keep {
				out.In = append(out.In, then[i])
			}
		}
		for _, i := range a.Chosen {
			if !slices.Contains(with.Chosen, i) && !now[i].Keep {
				out.Out = append(out.Out, now[i])
			}
		}
	case ctx.Err() != nil:
		return out, ctx.Err()
	}
	missing := max(1, a.Cost+p.Candidates[at].Cost-p.Model.Budget)
	model = p.Model
	for _, times := range moreMoney {
		model.Budget = p.Model.Budget + int64(float64(missing)*times)
		if model.Budget > 2*p.Model.Budget+p.Candidates[at].Cost {
			break
		}
		rich, err := optimise.Solve(ctx, model)
		if ctx.Err() != nil {
			return out, ctx.Err()
		}
		if err == nil && slices.Contains(rich.Chosen, at) {
			out.From = model.Budget
			break
		}
	}
	return out, nil
}

// UnknownError says that nothing that the plan could take is called so.
type UnknownError struct{ Key string }

func (e *UnknownError) Error() string { return "nothing that a plan could take is called " + e.Key }
