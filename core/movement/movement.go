// Package movement is the library of movements: what each needs, how it is
// loaded, and what it counts as against its relatives.
package movement

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"math"
	"slices"

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
	RearShoulder  Pattern = "rear-shoulder"
	FrontRack     Pattern = "front-rack"
	Swing         Pattern = "swing"
	CoreFlexion   Pattern = "core-flexion"
	// Of those below a movement is done or not; no kilograms are asked for.
	Brace         Pattern = "core-anti-extension"
	Balance       Pattern = "balance"
	OverheadSquat Pattern = "overhead-squat"
	Jump          Pattern = "jump"
	Rope          Pattern = "rope"
	StepOver      Pattern = "step-over"
	Crawl         Pattern = "crawl"
	Drag          Pattern = "drag"
	WholeBody     Pattern = "whole-body"
	Mobility      Pattern = "mobility"
	GetUp         Pattern = "get-up"
	// Of those below no need is asked yet.
	Shrug Pattern = "shrug"
	Cuff  Pattern = "cuff"
)

// Patterns lists them all.
func Patterns() []Pattern {
	return []Pattern{
		Squat, Hinge, OneLeg, PushLevel, PushUp, PullLevel, PullDown, Carry, ShoulderSide, HipSide, CoreTurn, ArmBend, ArmStraighten, Calf,
		RearShoulder, FrontRack, Swing, CoreFlexion, Brace, Balance, OverheadSquat, Jump, Rope, StepOver, Crawl, Drag, WholeBody, Mobility,
		GetUp, Shrug, Cuff,
	}
}

// Timed says that a need of the pattern is met by doing one of its movements at all, for a
// time or a number, and not by a load.
func (p Pattern) Timed() bool {
	switch p {
	case Brace, Balance, OverheadSquat, Jump, Rope, StepOver, Crawl, Drag, WholeBody, Mobility, GetUp:
		return true
	}
	return false
}

// Done is what counts as a timed need's load: 1, where its movement can be done at all.
const Done = quantity.Mass(1)

// Along is the share of the body's mass that is lifted along with a load in the pattern's
// usual movement: its kilograms are those of the load alone, and closeness is judged on
// both. 0.88 in a squat (all but shanks and feet), 0.80 in a lunge, 0.45 in a hinge (trunk,
// head and arms at the half of their lever), the whole in a heel raise, an arm in a raise:
// house values after the segments of Winter 2009.
func (p Pattern) Along() float64 {
	switch p {
	case Squat:
		return 0.88
	case OneLeg:
		return 0.80
	case Hinge:
		return 0.45
	case Calf:
		return 1
	case ShoulderSide, RearShoulder:
		return 0.022
	}
	return 0
}

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
// a band pulls; Timed is done for a time or a number, whatever the load, if it takes one.
// Along is the share of the body's mass that is lifted with the load. Down are its easier
// relatives, the nearest first, and After what should be mastered before it, by their keys;
// Dose says what it is worth next to its relatives. Seconds is how long a rep takes, in s.
// Words are others by which it is looked for. CountsAs is how many of the slot's kg one kg of the rung is (a pair counts
// double where the slot is in total kg); 0 stands at the band bench but answers no need
// yet. Ratio ties a test of it to the need's own measure; EndedByLoad says that the
// implement or the grip may have ended it, so that a test says "at least". Quality in
// hundredths is how well it answers the pattern. Needs must all be met; Height is what it
// asks of the room's.
type Movement struct {
	Key, Name   string
	Like        string // of a practice's own: the movement of the standard library that it is like
	Family      Family
	Pattern     Pattern
	Muscles     []Muscle
	Sides       Sides
	Hold        load.Hold
	Use         load.Use
	Body        []BodyShare
	Timed       bool
	Band        *band.Movement
	CountsAs    float64
	Along       float64
	Ratio       Ratio
	EndedByLoad bool
	Quality     int
	Needs       []capability.Requirement
	Height      space.Use
	Facets              // what it is to a body
	Spares      []Limit // limits that rule it out, as their rules say of its facets, and a practice besides
	Easier      string  // the unloaded or lighter alternative
	Standard    string  // what makes a rep count
	Down, After []string
	Skilled     bool // not for who is new, until one of what comes before it was tested
	Dose        string
	Tactics     []Tactic
	Format      Format
	Seconds     float64
	Words       []string
	Caution     string
}

// Version names what a repetition of it is and what its load means, eight hex digits: sets of one version can be
// held against each other. Its words, relatives and cautions are no part of it.
func (m Movement) Version() string {
	sum := sha256.Sum256(fmt.Appendf(nil, "%s %s %q %v %v %v %v %v %v %v", m.Key, m.Like, m.Standard, m.Hold, m.Sides, m.Body, m.Timed,
		m.CountsAs, m.Along, m.Ratio))
	return hex.EncodeToString(sum[:4])
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

// Of lists the movements that answer needs of a pattern, best first as written. It is read only.
func Of(p Pattern) []Movement { return answers[p] }

var answers = answering(library)

// answering are the movements that answer needs, by their pattern.
func answering(all []Movement) map[Pattern][]Movement {
	out := map[Pattern][]Movement{}
	for _, m := range all {
		if m.CountsAs > 0 {
			out[m.Pattern] = append(out[m.Pattern], m)
		}
	}
	for p, of := range out {
		out[p] = slices.Clip(of)
	}
	return out
}

// Takes says that a rung of the movement's hold is for this movement too.
func (m Movement) Takes(r load.Rung) bool { return r.For == "" || r.For == m.Pulled() }

// Pulled is the key of the movement whose geometry a band has in it: its own, or that of the
// one which a practice's own is like.
func (m Movement) Pulled() string {
	if m.Like != "" {
		return m.Like
	}
	return m.Key
}

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

// Forms are the body's own loads in the movement at a body mass in kg, each ± a tenth of
// what it differs from what the pattern lifts of the body anyway (house value).
func (m Movement) Forms(bodyMass quantity.Mass) []load.Rung {
	var out []load.Rung
	for _, b := range m.Body {
		kg := bodyMass * quantity.Mass(b.Share)
		off := math.Abs(b.Share - m.Pattern.Along())
		out = append(out, load.Rung{Hold: load.Body, Low: kg, High: kg, U: bodyMass * quantity.Mass(off*0.1), Origin: load.OwnBody,
			Label: b.Name})
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
