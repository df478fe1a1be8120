// Package optimise chooses options exactly, with proof: a 0–1 model of options, resources,
// groups and prerequisites, whose demands are each served by the best offer that is
// available; branch and bound on a Lagrangian bound; and the model as an LP text. It knows
// no word of the job.
package optimise

import (
	"fmt"
	"math"
)

// Option is one candidate. Cost ≥ 0 in minor units of money. Use holds its
// demand on each resource of the model, ≥ 0. Requires is an AND of ORs of
// indices of options without which it is useless. Must and Never are pins. Idle
// options are there already: they do not count as an item.
type Option struct {
	Cost     int64
	Use      []int64
	Requires [][]int
	Must     bool
	Never    bool
	Idle     bool
}

// Offer is one offer of serving a demand: worth Value > 0 (weight × quality, any
// integer scale) when for each entry of Needs at least one of the listed
// options is chosen. A offer without needs is had already.
type Offer struct {
	Value int64
	Needs [][]int
}

// Demand is served by the best of its offers that is available.
type Demand struct{ Offers []Offer }

// Model is the whole problem: choose options within Budget and the Limits of
// the resources, at most one of each group, so that the sum over demands of the
// best available offer is largest; of equals the cheapest, then the fewest.
type Model struct {
	Options []Option
	Demands []Demand
	Budget  int64
	Limits  []int64
	Groups  [][]int
}

// maxScaled keeps every objective well inside int64.
const maxScaled = math.MaxInt64 / 8

// Check says what is wrong with a model: indices out of range, negative
// numbers, a resource row of the wrong length, or values so large that the
// exact objective would overflow.
func (m Model) Check() error {
	n := len(m.Options)
	index := func(what string, sets [][]int) error {
		for _, set := range sets {
			for _, i := range set {
				if i < 0 || i >= n {
					return fmt.Errorf("optimise: %s names option %d of %d", what, i, n)
				}
			}
		}
		return nil
	}
	if m.Budget < 0 {
		return fmt.Errorf("optimise: budget %d is negative", m.Budget)
	}
	for i, o := range m.Options {
		if o.Cost < 0 || len(o.Use) != len(m.Limits) {
			return fmt.Errorf("optimise: option %d has cost %d and %d of %d resources", i, o.Cost, len(o.Use), len(m.Limits))
		}
		for _, u := range o.Use {
			if u < 0 {
				return fmt.Errorf("optimise: option %d uses %d of a resource", i, u)
			}
		}
		if err := index("a prerequisite", o.Requires); err != nil {
			return err
		}
	}
	var total float64
	for _, s := range m.Demands {
		best := int64(0)
		for _, w := range s.Offers {
			if err := index("a offer", w.Needs); err != nil {
				return err
			}
			best = max(best, w.Value)
		}
		total += float64(best)
	}
	if total*float64(m.scale()) > maxScaled {
		return fmt.Errorf("optimise: values up to %g are too large beside a budget of %d", total, m.Budget)
	}
	return index("a group", m.Groups)
}

// scale is K in value·K − (cost·(n + 1) + items): above any cost term.
func (m Model) scale() int64 {
	n := int64(len(m.Options))
	var total int64
	for _, o := range m.Options {
		total += o.Cost
	}
	return min(m.Budget, total)*(n+1) + n + 1
}

// Answer is a chosen set with its worth. Proven says that no other set is worth
// more, nor as much for less; otherwise Bound is the highest value that is still
// possible.
type Answer struct {
	Chosen []int
	Value  int64
	Cost   int64
	Proven bool
	Fewest bool // and none of as much value for as little has fewer items
	Bound  int64
	Nodes  int
}

// Value is the sum over demands of the best offer available with a set of options.
func (m Model) Value(chosen map[int]bool) int64 {
	var sum int64
	for _, s := range m.Demands {
		var best int64
		for _, w := range s.Offers {
			if w.Value > best && Met(w.Needs, chosen) {
				best = w.Value
			}
		}
		sum += best
	}
	return sum
}

// Met says that for each entry of needs at least one of the listed options is chosen.
func Met(needs [][]int, chosen map[int]bool) bool {
	for _, any := range needs {
		ok := false
		for _, i := range any {
			ok = ok || chosen[i]
		}
		if !ok {
			return false
		}
	}
	return true
}

// Feasible says why a set may not be chosen; empty when it may.
func (m Model) Feasible(chosen map[int]bool) string {
	var cost int64
	use := make([]int64, len(m.Limits))
	for i, o := range m.Options {
		if !chosen[i] {
			if o.Must {
				return fmt.Sprintf("option %d must be in", i)
			}
			continue
		}
		if o.Never {
			return fmt.Sprintf("option %d must stay out", i)
		}
		if !Met(o.Requires, chosen) {
			return fmt.Sprintf("option %d lacks a prerequisite", i)
		}
		cost += o.Cost
		for k, u := range o.Use {
			use[k] += u
		}
	}
	if cost > m.Budget {
		return fmt.Sprintf("costs %d of %d", cost, m.Budget)
	}
	for k, u := range use {
		if u > m.Limits[k] {
			return fmt.Sprintf("uses %d of %d of resource %d", u, m.Limits[k], k)
		}
	}
	for g, group := range m.Groups {
		count := 0
		for _, i := range group {
			if chosen[i] {
				count++
			}
		}
		if count > 1 {
			return fmt.Sprintf("takes %d of group %d", count, g)
		}
	}
	return ""
}
