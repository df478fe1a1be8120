// Package movement is the library of movements: what each needs, how it is
// loaded, and what it counts as against its relatives.
package movement

import (
	"fmt"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Pattern groups movements that answer the same need.
type Pattern string

// The patterns in use.
const (
	Squat        Pattern = "squat"
	Hinge        Pattern = "hinge"
	OneLeg       Pattern = "lunge"
	PushLevel    Pattern = "push-horizontal"
	PushUp       Pattern = "push-vertical"
	PullLevel    Pattern = "pull-horizontal"
	PullDown     Pattern = "pull-vertical"
	Carry        Pattern = "carry"
	ShoulderSide Pattern = "shoulder-isolation"
	HipSide      Pattern = "hip-isolation"
	CoreTurn     Pattern = "core-anti-rotation"
)

// Capability is what a thing lets one do, other than give a load.
type Capability string

// The capabilities in use.
const (
	Bench       Capability = "bench"
	Step        Capability = "step"
	Rack        Capability = "rack"
	HangBar     Capability = "hanging bar"
	LowBar      Capability = "low bar or straps"
	AnchorHigh  Capability = "high anchor"
	AnchorChest Capability = "chest anchor"
	AnchorLow   Capability = "low anchor"
	Lane        Capability = "clear lane"
)

// Limit is a part of the body, or a kind of work, that a client must spare.
type Limit string

// The limits a client can have.
const (
	Knee       Limit = "knee"
	ShoulderOf Limit = "shoulder"
	LowBack    Limit = "low-back"
	WristGrip  Limit = "wrist-grip"
	NoOverhead Limit = "no-overhead"
	NoFloor    Limit = "no-floor"
)

// Limits lists them all.
func Limits() []Limit { return []Limit{Knee, ShoulderOf, LowBack, WristGrip, NoOverhead, NoFloor} }

// BodyShare is one form of a body-weight movement and the share of the body's
// mass that it lifts.
type BodyShare struct {
	Name  string
	Share float64
}

// Movement is one way of answering a pattern. Hold says how it is loaded;
// Body instead lists its body-weight forms. CountsAs is how many of the slot's
// kg one kg of the rung is (a pair counts double where the slot is in total
// kg). Quality in hundredths is how well it answers the pattern. Needs must all
// be met; Head is the height of room it uses ("" for lying or sitting).
type Movement struct {
	Key, Name string
	Pattern   Pattern
	Hold      load.Hold
	Body      []BodyShare
	CountsAs  float64
	Quality   int
	Needs     []Capability
	Head      space.Use
	Spares    []Limit // limits that rule it out
	Easier    string  // the unloaded or lighter alternative
	Standard  string  // what makes a rep count
	Caution   string
}

// ByKey finds a movement.
func ByKey(key string) (Movement, error) {
	for _, m := range library {
		if m.Key == key {
			return m, nil
		}
	}
	return Movement{}, fmt.Errorf("no movement is called %q", key)
}

// All lists the library.
func All() []Movement { return append([]Movement(nil), library...) }

// Of lists the movements of a pattern, best first as written.
func Of(p Pattern) []Movement {
	var out []Movement
	for _, m := range library {
		if m.Pattern == p {
			out = append(out, m)
		}
	}
	return out
}

// Takes says that a rung of the movement's hold is for this movement too.
func (m Movement) Takes(r load.Rung) bool { return r.For == "" || r.For == m.Key }

// Banded are the keys of the movements that are loaded by a band.
func Banded() []string {
	var out []string
	for _, m := range library {
		if m.Hold == load.Band {
			out = append(out, m.Key)
		}
	}
	return out
}

// Rungs are the loads the movement can be done with: those of its hold in a
// ladder, or its body-weight forms at a body mass in kg.
func (m Movement) Rungs(l load.Ladder, bodyMass quantity.Mass) []load.Rung {
	var out []load.Rung
	if len(m.Body) == 0 {
		if m.Hold != load.Band {
			return l[m.Hold]
		}
		for _, r := range l[load.Band] {
			if m.Takes(r) {
				out = append(out, r)
			}
		}
		return out
	}
	for _, b := range m.Body {
		kg := bodyMass * quantity.Mass(b.Share)
		out = append(out, load.Rung{Hold: load.Body, Low: kg, High: kg, U: kg * 0.1, Origin: load.OwnBody, Label: b.Name})
	}
	return out
}
