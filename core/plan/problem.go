package plan

import (
	"math"
	"sort"
	"strconv"

	"scrappyrack/core/coverage"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

// Problem is a case turned into a model: one model slot for each target of each
// of the client's slots, worth weight × quality × closeness.
type Problem struct {
	Case       Case
	Slots      []coverage.Slot
	Candidates []Candidate
	Model      Model
	// Whole is the model value of a perfect board: what Value is out of.
	Whole int64
	// needs are the prerequisites proper of each candidate, by index.
	needs [][][]int
}

// fitSteps is how finely quality × closeness enters the whole-number model.
const fitSteps = 50

// squareDecimetres turns floor into whole numbers.
const squareDecimetres = 100

// NewProblem builds the model. Errors are those of coverage.Slots and
// Candidates.
func NewProblem(c Case) (*Problem, error) {
	slots, err := coverage.Slots(c.Person)
	if err != nil {
		return nil, err
	}
	all, err := Candidates(c)
	if err != nil {
		return nil, err
	}
	p := &Problem{Case: c, Slots: slots, Candidates: all}
	index := map[string]int{}
	for i, k := range all {
		index[k.Key] = i
	}
	p.Model = Model{Budget: c.Budget}
	p.options(index)
	p.limits()
	p.groups()
	p.order()
	rungs := p.rungs()
	for _, s := range slots {
		p.slot(s, rungs)
	}
	return p, nil
}

func (p *Problem) options(index map[string]int) {
	for _, k := range p.Candidates {
		o := Option{Cost: k.Cost, Idle: k.Keep, Never: !k.Excluded.Empty() || p.Case.Pins[k.Key] == Never}
		o.Must = p.Case.Pins[k.Key] == Must && k.Excluded.Empty()
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
			if p.Case.Pins[k.Key] != "" {
				kind = ""
				break
			}
			kind += k.twin + "|"
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
	p.Model.Limits = []int64{int64(math.Floor(p.Case.Room.FreeFloor().Value * squareDecimetres))}
	var fillings []string
	for _, k := range p.Candidates {
		if k.Filling != "" {
			fillings = append(fillings, k.Key)
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
	groups := map[string][]int{}
	for i, k := range p.Candidates {
		if k.Group != "" {
			groups[k.Group] = append(groups[k.Group], i)
		}
	}
	for _, key := range sortedKeys(groups) {
		p.Model.Groups = append(p.Model.Groups, groups[key])
	}
}

// rungOf is a rung with the candidates it takes: none when all is owned.
type rungOf struct {
	load.Rung
	by []int
}

// rungs are all that any candidate or owned thing can give, pairs included.
func (p *Problem) rungs() map[load.Hold][]rungOf {
	out := map[load.Hold][]rungOf{}
	var singles []load.Rung
	by := map[string]int{}
	for _, r := range p.Case.ownedRungs() {
		out[r.Hold] = append(out[r.Hold], rungOf{r, nil})
		singles = append(singles, r)
	}
	for i, k := range p.Candidates {
		if p.Model.Options[i].Never {
			continue
		}
		by[k.Key] = i
		for _, r := range k.Rungs {
			out[r.Hold] = append(out[r.Hold], rungOf{r, []int{i}})
			r.Things = []string{k.Key} // states of one container are told apart
			singles = append(singles, r)
		}
	}
	for _, r := range load.Pairs(singles) {
		var set []int
		for _, key := range r.Things {
			if i, ok := by[key]; ok {
				set = append(set, i)
			}
		}
		if len(set) == 2 && p.sameGroup(set[0], set[1]) {
			continue
		}
		out[load.Pair] = append(out[load.Pair], rungOf{r, set})
	}
	return out
}

func (p *Problem) sameGroup(a, b int) bool {
	return p.Candidates[a].Group != "" && p.Candidates[a].Group == p.Candidates[b].Group
}

func (p *Problem) slot(s coverage.Slot, rungs map[load.Hold][]rungOf) {
	heads, has := p.Case.Heads(), p.Case.has()
	for _, target := range coverage.Targets(s.Lo, s.Hi) {
		var ways []Way
		for _, m := range movement.Of(s.Pattern) {
			if !coverage.Blocked(m, p.Case.Person, heads).Empty() {
				continue
			}
			capabilities, ok := p.capabilities(m, has)
			if !ok {
				continue
			}
			var loads []rungOf
			if len(m.Body) == 0 {
				for _, r := range rungs[m.Hold] {
					if m.Takes(r.Rung) {
						loads = append(loads, r)
					}
				}
			} else {
				for _, r := range m.Rungs(nil, p.Case.Person.BodyMass) {
					loads = append(loads, rungOf{r, nil})
				}
			}
			ways = append(ways, waysAt(loads, m, target, int64(s.Weight), capabilities)...)
		}
		p.Model.Slots = append(p.Model.Slots, Slot{Ways: ways})
		p.Whole += int64(s.Weight) * fitSteps
	}
}

// capabilities are the needs of a movement that are not had, each as the
// candidates that supply it; ok is false when none does.
func (p *Problem) capabilities(m movement.Movement, has map[movement.Capability]bool) (needs [][]int, ok bool) {
	for _, c := range coverage.Lacking(m, has) {
		var any []int
		for i, k := range p.Candidates {
			for _, s := range k.Supplies {
				if s == c && !p.Model.Options[i].Never {
					any = append(any, i)
				}
			}
		}
		if len(any) == 0 {
			return nil, false
		}
		needs = append(needs, any)
	}
	return needs, true
}

// waysAt are the ways of doing one movement at one target: for each closeness
// that some rung gives, the rungs that are at least as close, gathered in one
// OR where a single candidate gives them.
func waysAt(loads []rungOf, m movement.Movement, target quantity.Mass, weight int64, capabilities [][]int) []Way {
	type close struct {
		fit int64
		by  []int
	}
	var all []close
	for _, r := range loads {
		fit := int64(math.Round(coverage.Fit(r.Rung, m.CountsAs, target) * float64(m.Quality) / 100 * fitSteps))
		if fit > 0 {
			all = append(all, close{fit, r.by})
		}
	}
	sort.SliceStable(all, func(i, j int) bool { return all[i].fit > all[j].fit })
	var out []Way
	var singles []int
	seen := map[string]bool{}
	for i, c := range all {
		needs := append([][]int{}, capabilities...)
		switch len(c.by) {
		case 0:
			return append(out, Way{Value: weight * c.fit, Needs: needs}) // nothing closer is worth choosing for
		case 1:
			if !contains(singles, c.by[0]) {
				singles = append(singles, c.by[0])
			}
			if i+1 < len(all) && all[i+1].fit == c.fit && len(all[i+1].by) == 1 {
				continue
			}
			needs = append(needs, append([]int{}, singles...))
		default:
			key := strconv.Itoa(c.by[0]) + "+" + strconv.Itoa(c.by[1])
			if seen[key] {
				continue
			}
			seen[key] = true
			needs = append(needs, []int{c.by[0]}, []int{c.by[1]})
		}
		out = append(out, Way{Value: weight * c.fit, Needs: needs})
	}
	return out
}

func contains(list []int, i int) bool {
	for _, v := range list {
		if v == i {
			return true
		}
	}
	return false
}
