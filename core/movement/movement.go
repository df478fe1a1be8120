// Package movement is the library of movements: what each needs, how it is
// loaded, and what it counts as against its relatives.
package movement

import (
	"fmt"

	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Pattern groups movements that answer the same need.
type Pattern string

// The patterns in use.
const (
	Squat         Pattern = "squat"
	Hinge         Pattern = "hinge"
	OneLeg        Pattern = "lunge"
	PushLevel     Pattern = "push-horizontal"
	PushUp        Pattern = "push-vertical"
	PullLevel     Pattern = "pull-horizontal"
	PullDown      Pattern = "pull-vertical"
	Carry         Pattern = "carry"
	ShoulderSide  Pattern = "shoulder-isolation"
	HipSide       Pattern = "hip-isolation"
	CoreTurn      Pattern = "core-anti-rotation"
	ArmBend       Pattern = "arm-bend"
	ArmStraighten Pattern = "arm-straighten"
	Calf          Pattern = "calf"
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
// mass that it lifts. Usual is the form that the movement's name means.
type BodyShare struct {
	Name  string
	Share float64
	Usual bool
}

// Ratio is what is lifted in a movement as a share of what the need it answers is
// measured in, with its spread; the zero Ratio is 1 without any.
type Ratio struct{ Typical, Low, High float64 }

// Or is the ratio, the zero one as 1.
func (r Ratio) Or() Ratio {
	if r.Typical == 0 {
		return Ratio{1, 1, 1}
	}
	return r
}

// Movement is one way of answering a pattern. Hold says how it is loaded and Use what is
// done with the load; Body instead lists its body-weight forms; Band is its geometry where
// a band pulls. CountsAs is how many of the slot's kg one kg of the rung is (a pair counts
// double where the slot is in total kg); 0 stands at the band bench but answers no need
// yet. Ratio ties a test of it to the need's own measure; EndedByLoad says that the
// implement or the grip may have ended it, so that a test says "at least". Quality in
// hundredths is how well it answers the pattern. Needs must all be met; Height is what it
// asks of the room's.
type Movement struct {
	Key, Name   string
	Pattern     Pattern
	Hold        load.Hold
	Use         load.Use
	Body        []BodyShare
	Band        *band.Movement
	CountsAs    float64
	Ratio       Ratio
	EndedByLoad bool
	Quality     int
	Needs       []capability.Requirement
	Height      space.Use
	Spares      []Limit // limits that rule it out
	Easier      string  // the unloaded or lighter alternative
	Standard    string  // what makes a rep count
	Caution     string
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

// Of lists the movements that answer needs of a pattern, best first as written.
func Of(p Pattern) []Movement {
	var out []Movement
	for _, m := range library {
		if m.Pattern == p && m.CountsAs > 0 {
			out = append(out, m)
		}
	}
	return out
}

// Takes says that a rung of the movement's hold is for this movement too.
func (m Movement) Takes(r load.Rung) bool { return r.For == "" || r.For == m.Key }

// Banded are the movements that a band pulls and that answer a need.
func Banded() []Movement {
	var out []Movement
	for _, m := range library {
		if m.Band != nil && m.CountsAs > 0 {
			out = append(out, m)
		}
	}
	return out
}

// Elastic are the geometries of all movements that a band pulls.
func Elastic() []band.Movement {
	var out []band.Movement
	for _, m := range library {
		if m.Band != nil {
			out = append(out, *m.Band)
		}
	}
	return out
}

// ElasticByKey finds one; ok is false when there is none.
func ElasticByKey(key string) (m band.Movement, ok bool) {
	for _, m := range library {
		if m.Key == key && m.Band != nil {
			return *m.Band, true
		}
	}
	return band.Movement{}, false
}

// Forms are the body's own loads in the movement at a body mass in kg, each ± a tenth
// (house value).
func (m Movement) Forms(bodyMass quantity.Mass) []load.Rung {
	var out []load.Rung
	for _, b := range m.Body {
		kg := bodyMass * quantity.Mass(b.Share)
		out = append(out, load.Rung{Hold: load.Body, Low: kg, High: kg, U: kg * 0.1, Origin: load.OwnBody, Label: b.Name})
	}
	return out
}

// Usual is the body-weight form that a test without a word is of; ok is false for a
// movement that is not done with the body's weight.
func (m Movement) Usual() (form BodyShare, ok bool) {
	for _, b := range m.Body {
		if b.Usual {
			return b, true
		}
	}
	return BodyShare{}, false
}
