package build

// Inspection is every so often, in seconds: 3 months (house value). It is kept as 91 days.
const Inspection = 91 * 24 * 60 * 60

// Tested is a proof test or an inspection that was made, at a Unix time in s.
type Tested struct {
	Proof, Passed bool
	At            int64
}

// Kept is how a build that was made is looked after: Proven says that its last proof test passed
// and nothing failed since, Failed that something did, Due when it is to be looked at next, 0 for
// at once. What has not been proven counts for nothing.
type Kept struct {
	Proven, Failed bool
	Due            int64
}

// Keep says how a build stands after some tests, in any order; without is of designs that have no
// proof test, which count until something fails. A failed test holds until a later proof test passes.
func Keep(tests []Tested, without bool) (k Kept) {
	var proof, passed, failed int64 = -1, -1, -1
	for _, t := range tests {
		switch {
		case !t.Passed:
			failed = max(failed, t.At)
		case t.Proof:
			proof, passed = max(proof, t.At), max(passed, t.At)
		default:
			passed = max(passed, t.At)
		}
	}
	k.Failed = failed >= 0 && failed >= proof
	k.Proven = !k.Failed && (proof >= 0 || without)
	switch {
	case k.Failed || proof < 0 && !without:
		return k
	case passed >= 0:
		k.Due = passed + Inspection
	}
	return k
}

// NoProof says that a design has no proof test: nobody's weight is on it.
func (d Design) NoProof() bool { return d.Key == "stick" || d.Key == "platform" }
