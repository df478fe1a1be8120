package client

import (
	"slices"

	"scrappyrack/core/movement"
)

// Role is who may release somebody for training.
type Role string

// The roles.
const (
	Physician       Role = "physician"
	Surgeon         Role = "surgeon"
	Physiotherapist Role = "physiotherapist"
	Midwife         Role = "midwife"
	Guardian        Role = "guardian"
)

// Verdict is what somebody said of training; empty where nobody has written it down.
type Verdict string

// The verdicts.
const (
	MayTrain Verdict = "may"
	Within   Verdict = "within" // limits
	NotYet   Verdict = "not-yet"
)

// Release is somebody's word on one question that was answered with yes, or on one operation: it covers
// nothing else. On is its day and Until the last one that it is good for, as Unix times in s; Until 0 is
// as long as a release may be.
type Release struct {
	About     string
	Role      Role
	Name      string
	On, Until int64
	Verdict   Verdict
	Limits    []movement.Limit // what it says to spare
}

// AboutOperation is what a release of an operation is about.
func AboutOperation(id string) string { return "operation/" + id }

// longest is how long a release is good for, in s, at the most: twelve months (house value).
const longest = 366 * 86400

// Ends is the last moment that it is good for: what was said, at most twelve months.
func (r Release) Ends() int64 {
	if r.Until == 0 {
		return r.On + longest
	}
	return min(r.Until, r.On+longest)
}

// Open is why a release does not release on a day (Unix time in s; 0 where days do not matter): what it
// lacks, or what it says. Empty
// where it does. Source: house rules.
func (r Release) Open(now int64) string {
	switch {
	case len([]rune(r.Name)) < 2 || r.Role == "":
		return "write down whose word it is"
	case r.On == 0:
		return "write down its day"
	case now > 0 && r.On > now+86400:
		return "its day is still to come"
	case r.Verdict == "":
		return "write down what was said"
	case r.Verdict == NotYet:
		return r.Name + " said: not yet"
	case r.Verdict == Within && len(r.Limits) == 0:
		return "say within which limits"
	case now > r.Ends():
		return "its time is over: ask again"
	}
	return ""
}

// word is the latest word on something, nil where there is none: one without a day is as late as any, and of
// two on a day the one that holds.
func (p Person) word(about string) (last *Release) {
	for i := range p.Releases {
		r := &p.Releases[i]
		switch {
		case r.About != about:
		case last == nil, r.On == 0, last.On != 0 && r.On > last.On, r.On == last.On && r.Open(p.Now) != "":
			last = r
		}
	}
	return last
}

// released says whether the latest word on something lets training go on, and else why not.
func (p Person) released(about string) (ok bool, why string) {
	r := p.word(about)
	if r == nil {
		return false, ""
	}
	if why = r.Open(p.Now); why == "" && (about == GuardianHold) != (r.Role == Guardian) {
		why = "a guardian's word is on training under age, and no other's is"
	}
	if why == "" && p.Health.On[about] > r.On+86399 {
		why = "said before that answer: ask again"
	}
	return why == "", why
}

// Bound are the limits that releases train within, on the day that they are asked.
func (p Person) Bound() (out []movement.Limit) {
	for i := range p.Releases {
		r := &p.Releases[i]
		if ok, _ := p.released(r.About); !ok || r.Verdict != Within || p.word(r.About) != r {
			continue
		}
		for _, l := range r.Limits {
			if !slices.Contains(out, l) {
				out = append(out, l)
			}
		}
	}
	return out
}
