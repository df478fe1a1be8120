package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"scrappyrack/core/load"
	"scrappyrack/core/optimise"
	"scrappyrack/core/quantity"
)

// class is containers of the client that are alike when they are empty: in whatever
// state one can be, any of them can be. The model says how many are in each state, and
// that there are not more of them than there are.
type class struct {
	members []load.Container
}

// fewestAlike is how many alike containers make a class: fewer are told apart, which
// takes no more options.
const fewestAlike = 3

// emptied is a container without what is in it.
func emptied(k load.Container) load.Container {
	k.Weighed, k.Volume, k.Holding = quantity.Estimate{}, 0, nil
	k.Filling.Low, k.Filling.Typical, k.Filling.High, k.Filling.Std, k.Filling.Wet, k.Filling.Loose = 0, 0, 0, 0, false, false
	return k
}

// classes are the client's containers in an order that does not depend on what they are
// called: those that stand alone, and those that are alike. One that a pin names stands
// alone, and so does one that has something else in it, or that was sold as it is.
func (c lister) classes(atLeast int) (alone []load.Container, out []class) {
	pinned := map[string]bool{}
	for key := range c.Pins {
		if parts := strings.SplitN(key, ":", 3); len(parts) > 1 {
			pinned[parts[1]] = true
		}
	}
	at := map[string]int{}
	var all [][]load.Container
	for _, k := range c.inOrder() {
		like := likeness(emptied(k))
		if pinned[k.ID] || k.Sold > 0 || len(k.Holding) > 0 {
			like = "alone " + k.ID
		}
		n, ok := at[like]
		if !ok {
			n = len(all)
			at[like], all = n, append(all, nil)
		}
		all[n] = append(all[n], k)
	}
	var few []load.Container
	for _, members := range all {
		if len(members) >= atLeast {
			out = append(out, class{members})
		} else {
			few = append(few, members...)
		}
	}
	if len(out) == 0 {
		return c.inOrder(), nil
	}
	return few, out
}

// alike are the states of a class: each of its containers as it is, two of a kind at
// most, and each refill twice.
func (c lister) alike(one class, n int, sources []source) (out []Candidate) {
	seen := map[string]int{}
	for _, k := range one.members {
		for _, keep := range keeps(k) {
			like := gives(keep)
			if seen[like]++; seen[like] <= 2 {
				keep.class = n
				out = append(out, keep)
			}
		}
	}
	refills := c.refills(emptied(one.members[0]), sources)
	for _, r := range undominatedStates(refills) {
		twin := r.as(emptied(one.members[1]))
		twin.as, twin.again = r.as, true
		for _, k := range []Candidate{r, twin} {
			k.class = n
			out = append(out, k)
		}
	}
	return out
}

// gives is what a state gives, without whose it is.
func gives(k Candidate) string {
	var b strings.Builder
	for _, r := range k.Rungs {
		fmt.Fprintf(&b, "%s %.9g %.9g %.6g %+v|", r.Hold, float64(r.Low), float64(r.High), float64(r.U), r.Conditions)
	}
	return b.String()
}

// atMost has each class count: as many of its containers are in some state as there are,
// and of two in the same state the second comes after the first.
func (p *Problem) atMost() {
	for n, one := range p.classes {
		p.Model.Limits = append(p.Model.Limits, int64(len(one.members)))
		for i, k := range p.Candidates {
			o := &p.Model.Options[i]
			use := int64(0)
			if k.class == n {
				use = 1
			}
			o.Use = append(o.Use, use)
			if k.class == n && k.again {
				o.Requires = append(slices.Clone(o.Requires), []int{i - 1})
			}
		}
	}
}

// named are the candidates with those of an answer that are of a class given to its
// containers: what stays as it is first, then the refills by turns.
func (p *Problem) named(a optimise.Answer) []Candidate {
	if len(p.classes) == 0 {
		return p.Candidates
	}
	out := slices.Clone(p.Candidates)
	kept := map[string]bool{}
	for _, i := range a.Chosen {
		if out[i].Keep {
			kept[out[i].Group] = true
		}
	}
	next := make([]int, len(p.classes))
	chosen := slices.SortedFunc(slices.Values(a.Chosen), cmp.Compare[int])
	for _, i := range chosen {
		k := out[i]
		if k.class < 0 || k.Keep {
			continue
		}
		members := p.classes[k.class].members
		for kept[members[next[k.class]].ID] {
			next[k.class]++
		}
		out[i] = k.as(emptied(members[next[k.class]]))
		out[i].class, out[i].as = k.class, k.as
		next[k.class]++
	}
	return out
}
