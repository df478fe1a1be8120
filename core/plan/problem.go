package plan

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/load"
	"scrappyrack/core/optimise"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
)

// Problem is a case turned into a model: one model slot for each target of each
// of the needs of each of the client's people, worth weight × quality × closeness.
type Problem struct {
	Client     client.Client
	people     []trainee
	Candidates []Candidate
	Model      optimise.Model
	// Whole is the model value of a perfect board: what Value is out of.
	Whole int64
	// needs are the prerequisites proper of each candidate, by index.
	needs   [][][]int
	names   []string // of the floor and the fillings, the first of the resources, for reasons
	classes []class  // of containers that are alike
}

// trainee is one of the people: the household as they have it, their needs, and what is there for them
// but the containers.
type trainee struct {
	client.Client
	slots   []coverage.Slot
	present way.Item
}

// peopleOf are those of a client whom something is planned for. A need weighs as much as it does for its
// person, times what the person does next to the others.
func peopleOf(c client.Client) (out []trainee, err error) {
	for _, one := range append([]client.Client{c}, c.Others...) {
		slots, err := coverage.Slots(one.Person)
		if err != nil {
			return nil, err
		}
		if len(c.Others) > 0 {
			for i := range slots {
				slots[i].Weight *= max(1, one.Weight)
				slots[i].Whose = coverage.Whose{ID: one.ID, Called: one.Called}
			}
		}
		out = append(out, trainee{one, slots, way.Present(one)})
	}
	return out, nil
}

// fitSteps is how finely quality × closeness enters the whole-number model.
const fitSteps = 50

// squareDecimetres turns floor into whole numbers.
const squareDecimetres = 100

// NewProblem builds the model. Errors are those of coverage.Slots and Candidates, and
// of ctx.
func NewProblem(ctx context.Context, c client.Client) (*Problem, error) {
	return newProblem(ctx, c, fewestAlike)
}

// newProblem builds the model; fewer containers than alike are told apart even where
// they are alike.
func newProblem(ctx context.Context, c client.Client, alike int) (*Problem, error) {
	people, err := peopleOf(c)
	if err != nil {
		return nil, err
	}
	var levels []wanted
	for _, who := range people {
		levels = append(levels, levelsOf(who.Client, who.slots)...)
	}
	slices.SortStableFunc(levels, func(a, b wanted) int { return cmp.Compare(a.mass, b.mass) })
	all, classes, err := candidates(ctx, c, levels, alike)
	if err != nil {
		return nil, err
	}
	p := &Problem{Client: c, people: people, Candidates: all, classes: classes}
	index := map[string]int{}
	for i, k := range all {
		index[k.Key] = i
	}
	p.Model = optimise.Model{Budget: c.Budget}
	p.options(index)
	p.limits()
	p.groups()
	p.order()
	p.atMost()
	for _, who := range people {
		stock := p.stock(who)
		for _, s := range who.slots {
			if err := ctx.Err(); err != nil {
				return nil, err
			}
			p.slot(s, stock)
		}
	}
	return p, nil
}

func (p *Problem) options(index map[string]int) {
	for _, k := range p.Candidates {
		o := optimise.Option{Cost: k.Cost, Idle: k.Keep, Never: !k.Excluded.Empty() || p.Client.Pins[k.Key] == client.Never}
		o.Must = p.Client.Pins[k.Key] == client.Must && k.Excluded.Empty()
		for _, any := range k.Requires {
			var set []int
			for _, key := range any {
				if i, ok := index[key]; ok {
					set = append(set, i)
				}
			}
			o.Requires = append(o.Requires, set)
		}
		p.needs = append(p.needs, o.Requires)
		p.Model.Options = append(p.Model.Options, o)
	}
}

// order breaks the symmetry of equal containers: of two that can be in the same
// states, the second may be in a state only when the first is in that or an
// earlier one. No plan is lost, for the two can be swapped.
func (p *Problem) order() {
	last := map[string][]int{}
	for _, group := range p.Model.Groups {
		kind := ""
		for _, i := range group {
			k := p.Candidates[i]
			if p.Client.Pins[k.Key] != "" {
				kind = ""
				break
			}
			kind += fmt.Sprintf("%s %v %g %d|", k.twin, k.Requires, float64(k.Takes), k.Cost)
		}
		if kind == "" {
			continue
		}
		if before, ok := last[kind]; ok {
			for n, i := range group {
				o := &p.Model.Options[i]
				o.Requires = append(append([][]int{}, o.Requires...), before[:n+1])
			}
		}
		last[kind] = group
	}
}

// limits are the free floor, and each filling that has to be bought.
func (p *Problem) limits() {
	p.names = []string{"floor"}
	p.Model.Limits = []int64{int64(math.Floor(p.Client.Space.Free * squareDecimetres))}
	var fillings []string
	for _, k := range p.Candidates {
		if k.Filling != "" {
			fillings = append(fillings, k.Key)
			p.names = append(p.names, k.Name)
			p.Model.Limits = append(p.Model.Limits, int64(boughtFilling*1000))
		}
	}
	for i, k := range p.Candidates {
		use := []int64{int64(math.Ceil(k.Floor * squareDecimetres))}
		for _, f := range fillings {
			grams := int64(0)
			if k.Takes > 0 && len(k.Requires) > 0 && k.Requires[0][0] == f {
				grams = int64(math.Ceil(float64(k.Takes) * 1000))
			}
			use = append(use, grams)
		}
		p.Model.Options[i].Use = use
	}
}

func (p *Problem) groups() {
	at := map[string]int{}
	for i, k := range p.Candidates {
		if k.Group == "" || k.class >= 0 {
			continue
		}
		g, ok := at[k.Group]
		if !ok {
			g = len(p.Model.Groups)
			at[k.Group] = g
			p.Model.Groups = append(p.Model.Groups, nil)
		}
		p.Model.Groups[g] = append(p.Model.Groups[g], i)
	}
}

// as is what a candidate gives to one of the people: none of it where something rules it out for them.
func (p *Problem) as(who trainee, k Candidate) ([]load.Rung, []capability.Supply) {
	if k.item == nil || len(p.people) == 1 {
		return k.Rungs, k.Supplies
	}
	if !who.Excludes(*k.item).Empty() {
		return nil, nil
	}
	return who.ItemRungs(*k.item, load.Bought, k.Key), who.ItemSupplies(*k.item)
}

// stock is everything that is there for somebody, and every candidate that may be chosen as an option.
func (p *Problem) stock(who trainee) *way.Stock {
	items := []way.Item{who.present}
	for i, k := range p.Candidates {
		if p.Model.Options[i].Never {
			continue
		}
		gives, supplies := p.as(who, k)
		rungs := make([]load.Rung, len(gives))
		for n, r := range gives {
			r.Things = []string{k.Key} // states of one container are told apart
			rungs[n] = r
		}
		group := k.Group
		if k.class >= 0 && !k.Keep { // any of its containers
			group = k.Key
		}
		items = append(items, way.Item{Option: i, Group: group, Rungs: rungs, Supplies: supplies})
	}
	return way.New(who.Client, items)
}

func (p *Problem) slot(s coverage.Slot, stock *way.Stock) {
	var all []way.Way
	for _, m := range stock.Client().Person.Moves.Of(s.Pattern) {
		if w := stock.Of(m); w.Can() {
			all = append(all, w)
		}
	}
	whole := s.Whole()
	targets := coverage.Targets(whole.Lo, whole.Hi)
	for i, target := range targets {
		weight := 2 * int64(s.Weight) // the trapezoid rule: an end stands for half of what one between does
		if i == 0 || i == len(targets)-1 {
			weight = int64(s.Weight)
		}
		var offers []optimise.Offer
		for _, w := range all {
			offers = append(offers, offersAt(w, target, weight)...)
		}
		p.Model.Demands = append(p.Model.Demands, optimise.Demand{Offers: offers})
		p.Whole += weight * fitSteps
	}
}

// offersAt are the ways of doing one movement at one target: for each worth that some
// load gives, the loads that are worth at least as much, gathered in one OR where a single
// candidate gives them and what else they need is the same.
func offersAt(w way.Way, target quantity.Mass, weight int64) []optimise.Offer {
	type close struct {
		fit  int64
		load *way.Load
		key  string
	}
	var all []close
	for i := range w.Loads {
		l := &w.Loads[i]
		worth, _ := coverage.Worth(l, target)
		fit := int64(math.Round(worth * fitSteps))
		if fit > 0 {
			all = append(all, close{fit, l, fmt.Sprint(l.Needs)})
		}
	}
	slices.SortStableFunc(all, func(a, b close) int {
		return cmp.Or(cmp.Compare(b.fit, a.fit), cmp.Compare(len(a.load.Options), len(b.load.Options)))
	})
	var out []optimise.Offer
	singles := map[string][]int{}
	done := map[string]bool{} // had without a choice of load
	seen := map[string]bool{}
	for i, c := range all {
		if done[c.key] {
			continue
		}
		needs := append([][]int{}, c.load.Needs...)
		switch len(c.load.Options) {
		case 0:
			done[c.key] = true // nothing closer is worth choosing for
		case 1:
			if !slices.Contains(singles[c.key], c.load.Options[0]) {
				singles[c.key] = append(singles[c.key], c.load.Options[0])
			}
			if i+1 < len(all) && all[i+1].fit == c.fit && all[i+1].key == c.key && len(all[i+1].load.Options) == 1 {
				continue
			}
			needs = append(needs, slices.Clone(singles[c.key]))
		default:
			pair := fmt.Sprint(c.load.Options, c.key)
			if seen[pair] {
				continue
			}
			seen[pair] = true
			for _, o := range c.load.Options {
				needs = append(needs, []int{o})
			}
		}
		out = append(out, optimise.Offer{Value: weight * c.fit, Needs: needs})
	}
	return out
}
