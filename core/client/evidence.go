package client

import "slices"

// Logged is a set that was done, as far as needs read it: a test where it is Marked, or trained, with the
// movement's standard met and pain of 0 to 10.
type Logged struct {
	Test
	Marked, Met bool
	Pain        int
}

// Of what was trained counts what was done with the standard met and little pain, from the second session
// on (people.md, "Evidence"): the sets of the last of them.
const (
	mostPain    = 2
	fewSessions = 2
	daySeconds  = 24 * 60 * 60
)

// counts says that a trained set says something of a need: dated, done as it should be, and with what was left.
func (l Logged) counts() bool {
	return l.Met && l.Pain <= mostPain && l.Reserve >= 0 && l.Reps > 0 && l.At > 0
}

// Evidence are the sets of a person that needs rest on, in their order: all tests, and of each movement that
// was trained on two days or more what counts of the last of them.
func Evidence(all []Logged) (out []Test) {
	days := map[string][]int64{}
	for _, l := range all {
		if day := l.At / daySeconds; !l.Marked && l.counts() && !slices.Contains(days[l.Movement], day) {
			days[l.Movement] = append(days[l.Movement], day)
		}
	}
	for _, l := range all {
		of := days[l.Movement]
		switch day := l.At / daySeconds; {
		case l.Marked:
			out = append(out, l.Test)
		case l.counts() && len(of) >= fewSessions && day == slices.Max(of):
			l.At = day * daySeconds // of one session the best counts, not the last: that may be a lighter one
			out = append(out, l.Test)
		}
	}
	return out
}
