package optimise

import (
	"context"
	"sort"
	"strings"
)

// set is a bit set of options.
type set []uint64

func newSet(n int) set { return make(set, (n+63)/64) }

func (s set) add(i int)      { s[i>>6] |= 1 << (i & 63) }
func (s set) drop(i int)     { s[i>>6] &^= 1 << (i & 63) }
func (s set) has(i int) bool { return s[i>>6]>>(i&63)&1 == 1 }

func (s set) meets(t set) bool {
	for w := range s {
		if s[w]&t[w] != 0 {
			return true
		}
	}
	return false
}

func (s set) within(t set) bool {
	for w := range s {
		if s[w]&^t[w] != 0 {
			return false
		}
	}
	return true
}

func (s set) key() string {
	var b strings.Builder
	for _, w := range s {
		for k := range 8 {
			b.WriteByte(byte(w >> (8 * k)))
		}
	}
	return b.String()
}

func (s set) copy() set { return append(make(set, 0, len(s)), s...) }

func (s set) list(n int) []int {
	var out []int
	for i := range n {
		if s.has(i) {
			out = append(out, i)
		}
	}
	return out
}

// row is one linking row: at most Σ x over its options offers of its demand may be
// used among those that need it.
type row struct {
	options []int
}

// offer is a compiled offer: scaled value above what the demand has anyway, the sets
// it needs, and the rows of the relaxation it stands in.
type offer struct {
	value int64 // in value units, above the demand's base
	needs []set
	rows  []int
}

// resource is a constraint Σ use·x ≤ limit: money, floor, …, a group. A group
// whose members are in no other is kept by the relaxation's own choice and
// needs no price.
type resource struct {
	limit     int64
	use       []int64
	priceless bool
}

// requirement is x_option ≤ Σ x over any.
type requirement struct {
	option int
	any    []int
	mask   set
}

// problem is the model with everything redundant gone and scaled so that one
// integer orders value, then cost, then number of items.
type compiled struct {
	n         int
	scale     int64
	base      int64 // value had without any option, in value units
	charge    []int64
	demands   [][]offer
	rows      []row
	resources []resource
	requires  []requirement
	byOption  [][]int // requirements of each option
	must      set
	never     set
	rowsOf    [][]int // rows that each option stands in
	groups    [][]int // disjoint; every ungrouped option is a group of its own
}

// compile makes the problem of a model; the error is of ctx.
func compile(ctx context.Context, m Model) (*compiled, error) {
	n := len(m.Options)
	p := &compiled{n: n, scale: m.scale(), must: newSet(n), never: newSet(n), byOption: make([][]int, n)}
	money := resource{limit: m.Budget, use: make([]int64, n)}
	items := resource{limit: int64(n), use: make([]int64, n)}
	for i, o := range m.Options {
		charge := o.Cost * int64(n+1)
		if !o.Idle {
			charge++
			items.use[i] = 1
		}
		p.charge = append(p.charge, charge)
		money.use[i] = o.Cost
		if o.Must {
			p.must.add(i)
		}
		if o.Never {
			p.never.add(i)
		}
	}
	p.resources = append(p.resources, money, items)
	for k, limit := range m.Limits {
		r := resource{limit: limit, use: make([]int64, n)}
		for i, o := range m.Options {
			r.use[i] = o.Use[k]
		}
		p.resources = append(p.resources, r)
	}
	p.addGroups(m.Groups)
	for i, o := range m.Options {
		for _, any := range o.Requires {
			q := requirement{option: i, any: any, mask: newSet(n)}
			for _, j := range any {
				q.mask.add(j)
			}
			p.byOption[i] = append(p.byOption[i], len(p.requires))
			p.requires = append(p.requires, q)
		}
	}
	if err := p.addDemands(ctx, m.Demands); err != nil {
		return nil, err
	}
	p.rowsOf = make([][]int, n)
	for k, r := range p.rows {
		for _, i := range r.options {
			p.rowsOf[i] = append(p.rowsOf[i], k)
		}
	}
	p.banUseless()
	return p, nil
}

// addGroups takes each group that meets no earlier one as a choice of its own.
func (p *compiled) addGroups(groups [][]int) {
	taken := newSet(p.n)
	for _, g := range groups {
		mask := newSet(p.n)
		r := resource{limit: 1, use: make([]int64, p.n)}
		for _, i := range g {
			r.use[i] = 1
			mask.add(i)
		}
		if r.priceless = !mask.meets(taken); r.priceless {
			p.groups = append(p.groups, mask.list(p.n))
			for i := range taken {
				taken[i] |= mask[i]
			}
		}
		p.resources = append(p.resources, r)
	}
	for i := range p.n {
		if !taken.has(i) {
			p.groups = append(p.groups, []int{i})
		}
	}
}

// addDemands folds what is had already into the base, drops dominated offers, and
// merges demands of the same structure.
func (p *compiled) addDemands(ctx context.Context, demands []Demand) error {
	type merged struct {
		offers []offer
		values []int64
	}
	seen := map[string]int{}
	var all []merged
	for _, s := range demands {
		if err := ctx.Err(); err != nil {
			return err
		}
		offers, base := p.reduce(s)
		p.base += base
		if len(offers) == 0 {
			continue
		}
		key := structure(offers)
		at, ok := seen[key]
		if !ok {
			at = len(all)
			seen[key] = at
			all = append(all, merged{offers: offers, values: make([]int64, len(offers))})
		}
		for e, w := range offers {
			all[at].values[e] += w.value
		}
	}
	for _, s := range all {
		for e := range s.offers {
			s.offers[e].value = s.values[e]
		}
		p.demands = append(p.demands, p.link(s.offers))
	}
	return nil
}

// reduce compiles one demand's offers, best first.
func (p *compiled) reduce(s Demand) (offers []offer, base int64) {
	for _, w := range s.Offers {
		if len(w.Needs) == 0 {
			base = max(base, w.Value)
		}
	}
	for _, w := range s.Offers {
		if w.Value <= base {
			continue
		}
		c := offer{value: w.Value - base}
		possible := true
		for _, any := range w.Needs {
			mask := newSet(p.n)
			count := 0
			for _, i := range any {
				if !p.never.has(i) {
					mask.add(i)
					count++
				}
			}
			possible = possible && count > 0
			c.needs = append(c.needs, mask)
		}
		if possible {
			c.needs = minimal(c.needs)
			offers = append(offers, c)
		}
	}
	sort.SliceStable(offers, func(a, b int) bool { return offers[a].value > offers[b].value })
	return undominated(offers), base
}

// minimal drops needs that another need implies.
func minimal(needs []set) []set {
	var out []set
	for a, s := range needs {
		implied := false
		for b, t := range needs {
			if a != b && t.within(s) && (!s.within(t) || b < a) {
				implied = true
			}
		}
		if !implied {
			out = append(out, s)
		}
	}
	return out
}

// undominated keeps a offer only when no better one asks for less: a better offer
// asks for less when each of its needs contains one of the lesser offer's.
func undominated(sorted []offer) []offer {
	var out []offer
	for _, w := range sorted {
		dominated := false
		for _, better := range out {
			dominated = dominated || implies(w.needs, better.needs)
		}
		if !dominated {
			out = append(out, w)
		}
	}
	return out
}

func implies(have, want []set) bool {
	for _, t := range want {
		ok := false
		for _, s := range have {
			ok = ok || s.within(t)
		}
		if !ok {
			return false
		}
	}
	return true
}

// structure keys a demand by its offers' needs in order of value. Equal keys with
// equal order may be added up value by value.
func structure(offers []offer) string {
	var b strings.Builder
	for _, w := range offers {
		keys := make([]string, len(w.needs))
		for i, s := range w.needs {
			keys[i] = s.key()
		}
		sort.Strings(keys)
		b.WriteString(strings.Join(keys, "|"))
		b.WriteByte('/')
	}
	return b.String()
}

// link gives every offer the rows it stands in: one per distinct need of the
// demand, and a offer stands in each row that contains one of its needs.
func (p *compiled) link(offers []offer) []offer {
	first := map[string]int{}
	var masks []set
	for _, w := range offers {
		for _, s := range w.needs {
			if _, ok := first[s.key()]; !ok {
				first[s.key()] = len(masks)
				masks = append(masks, s)
			}
		}
	}
	start := len(p.rows)
	for _, s := range masks {
		p.rows = append(p.rows, row{options: s.list(p.n)})
	}
	for e := range offers {
		for r, s := range masks {
			for _, need := range offers[e].needs {
				if need.within(s) {
					offers[e].rows = append(offers[e].rows, start+r)
					break
				}
			}
		}
	}
	return offers
}

// banUseless shuts out options that serve no offer and no useful prerequisite.
func (p *compiled) banUseless() {
	useful := p.must.copy()
	for _, r := range p.rows {
		for _, i := range r.options {
			useful.add(i)
		}
	}
	for changed := true; changed; {
		changed = false
		for _, q := range p.requires {
			if !useful.has(q.option) || p.never.has(q.option) {
				continue
			}
			for _, j := range q.any {
				if !useful.has(j) {
					useful.add(j)
					changed = true
				}
			}
		}
	}
	for i := range p.n {
		if !useful.has(i) {
			p.never.add(i)
		}
	}
}

// worth is the value of a set above the base, and its charges.
func (p *compiled) worth(x set) (value, charge int64) {
	for _, offers := range p.demands {
		for _, w := range offers { // best first
			ok := true
			for _, s := range w.needs {
				if !s.meets(x) {
					ok = false
					break
				}
			}
			if ok {
				value += w.value
				break
			}
		}
	}
	for i := range p.n {
		if x.has(i) {
			charge += p.charge[i]
		}
	}
	return value, charge
}

// objective is value·K − charges of a set, above the base.
func (p *compiled) objective(x set) int64 {
	value, charge := p.worth(x)
	return value*p.scale - charge
}

// cost and items of a set.
func (p *compiled) cost(x set) int64  { return p.used(p.resources[0], x) }
func (p *compiled) items(x set) int64 { return p.used(p.resources[1], x) }

func (p *compiled) used(r resource, x set) (sum int64) {
	for i, u := range r.use {
		if u != 0 && x.has(i) {
			sum += u
		}
	}
	return sum
}

// feasible reports whether a set keeps every constraint.
func (p *compiled) feasible(x set) bool {
	for _, r := range p.resources {
		if p.used(r, x) > r.limit {
			return false
		}
	}
	for _, q := range p.requires {
		if x.has(q.option) && !q.mask.meets(x) {
			return false
		}
	}
	return p.must.within(x) && !p.never.meets(x)
}

// coin is the greatest amount of which every cost is a multiple, 0 where all are free.
func (p *compiled) coin() (step int64) {
	for _, c := range p.resources[0].use {
		for a, b := step, c; ; {
			if b == 0 {
				step = a
				break
			}
			a, b = b, a%b
		}
	}
	return step
}
