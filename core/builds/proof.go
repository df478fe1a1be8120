package builds

import (
	"cmp"
	"slices"
	"strings"

	"scrappyrack/core/quantity"
)

// ProofLoad is a load that is hung or laid on for proof.
type ProofLoad struct {
	Name string
	Mass quantity.Mass
}

// ProofWith makes a proof load (kg) up of loads, the fewest of them that reach it: the heaviest first,
// the last the lightest that does; nil where all together do not.
func ProofWith(kg float64, loads []ProofLoad) (out []ProofLoad) {
	if kg <= 0 {
		return nil
	}
	all := slices.Clone(loads)
	slices.SortStableFunc(all, func(a, b ProofLoad) int { return cmp.Compare(b.Mass, a.Mass) })
	left := quantity.Mass(kg)
	for i, one := range all {
		last := -1
		for j := i; j < len(all) && all[j].Mass >= left; j++ {
			last = j
		}
		if last >= 0 {
			return append(out, all[last])
		}
		out, left = append(out, one), left-one.Mass
	}
	return nil
}

// ProofWords says what a proof load (kg) is made up of, in a reader's units.
func ProofWords(with []ProofLoad, asked float64, units quantity.System) string {
	var parts []string
	sum := quantity.Mass(0)
	show := func(m quantity.Mass) string { return quantity.Format(units, quantity.KindMass, float64(m)) }
	for _, p := range with {
		parts = append(parts, p.Name+" "+show(p.Mass))
		sum += p.Mass
	}
	return strings.Join(parts, ", ") + ": " + show(sum) + " of " + show(quantity.Mass(asked)) + " asked."
}
