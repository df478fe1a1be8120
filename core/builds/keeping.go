package builds

// Inspection is every so often, in seconds: 3 months (house value). It is kept as 91 days.
const Inspection = 91 * 24 * 60 * 60

// Tested is a proof test or an inspection that was made, at a Unix time in s; Of is what it was
// tested with, in kg or, of bands, in N: 0 where nobody has said.
type Tested struct {
	Proof, Passed bool
	At            int64
	Of            float64
}

// Kept is how a build that was made is looked after: Proven says that its last proof test passed
// and nothing failed since, Failed that something did, Less what its proof was made with where more
// is asked now, Due when it is to be looked at next, 0 for at once. What has not been proven counts
// for nothing.
type Kept struct {
	Proven, Failed bool
	Less           float64
	Due            int64
}

// proofSlack is how much more may be asked than a proof was made with before it is made again
// (house value): a body that gains a little is not a new one.
const proofSlack = 1.05

// Asks is what a proof test is made with, in kg or, of bands, in N; 0 without one.
func (b Built) Asks() float64 { return max(b.ProofOf, b.ProofPull) }

// ProofUnit is of what a proof test is made with.
func (b Built) ProofUnit() string {
	if b.ProofPull > 0 {
		return "N"
	}
	return "kg"
}

// Keep says how a build stands after some tests, in any order, where asked is what a proof has to be
// made with now; without is of designs that have no proof test, which count until something fails. A
// failed test holds until a later proof test passes.
func Keep(tests []Tested, without bool, asked float64) (k Kept) {
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
	enough := without
	for _, t := range tests {
		if t.Proof && t.Passed && t.At > failed {
			enough = enough || t.Of == 0 || t.Of*proofSlack >= asked
			k.Less = max(k.Less, t.Of)
		}
	}
	if k.Proven = !k.Failed && (proof >= 0 || without) && enough; k.Proven || k.Failed {
		k.Less = 0
	}
	switch {
	case k.Failed || !k.Proven:
		return k
	case passed >= 0:
		k.Due = passed + Inspection
	}
	return k
}

// NoProof says that a design has no proof test: nobody's weight is on it.
func (d Design) NoProof() bool { return d.Unproven }
