package client

import (
	"math"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/movement"
)

// Part is a part of the body that was operated on.
type Part string

// The parts.
const (
	KneePart     Part = "knee"
	HipPart      Part = "hip"
	FootPart     Part = "foot"
	BackPart     Part = "back"
	NeckPart     Part = "neck"
	ShoulderPart Part = "shoulder"
	ElbowPart    Part = "elbow"
	HandPart     Part = "hand"
	AbdomenPart  Part = "abdomen"
	ChestPart    Part = "chest"
	HeartPart    Part = "heart"
	OtherPart    Part = "other"
)

// Parts lists them, as they are chosen from.
func Parts() []Part {
	return []Part{KneePart, HipPart, FootPart, BackPart, NeckPart, ShoulderPart, ElbowPart, HandPart, AbdomenPart, ChestPart, HeartPart,
		OtherPart}
}

// spares are the limits that a part brings while nobody's word says otherwise.
func (p Part) spares() []movement.Limit {
	if l, ok := map[Part]movement.Limit{
		KneePart: movement.Knee, HipPart: movement.Hip, FootPart: movement.Ankle, BackPart: movement.LowBack, NeckPart: movement.Neck,
		ShoulderPart: movement.ShoulderOf, ElbowPart: movement.Elbow, HandPart: movement.WristGrip, HeartPart: movement.Pressure,
	}[p]; ok {
		return []movement.Limit{l}
	}
	return nil
}

// Operation is one that somebody has had: of a part of the body, on a day (Unix time in s, 0 when nobody
// knows). Replaced says that the joint was, Forbids what the surgeon forbids, empty where nobody knows.
type Operation struct {
	ID            string
	Part          Part
	What, Forbids string
	Replaced      bool
	At            int64
}

// month is a mean month, in s, and recent how many of them an operation counts for (house
// value).
const (
	month  = 365.25 / 12 * 86400
	recent = 12
)

// Ago is how many months ago it was; 0 when nobody knows, so that it counts as new.
func (o Operation) Ago(now int64) float64 {
	if o.At == 0 || now == 0 {
		return 0
	}
	return math.Max(0, float64(now-o.At)/month)
}

// holds says that nothing is trained that it touches before somebody's word: of spine and heart whenever it
// was, of all else for 12 weeks (common practice).
func (o Operation) holds(now int64) bool {
	return o.Part == BackPart || o.Part == NeckPart || o.Part == HeartPart || o.Ago(now)*month < newOperation*week
}

// spares are the limits that it brings: of its part for a year, and of a replaced joint for good until the
// surgeon's word. A replaced hip keeps to its list while that is not known, or for half a year.
func (o Operation) spares(now int64) []movement.Limit {
	switch {
	case o.Replaced && o.Part == HipPart:
		if o.Forbids == "" || o.Ago(now) < hipUnknown {
			return []movement.Limit{movement.HipReplaced}
		}
		return []movement.Limit{movement.NoJumping}
	case o.Replaced && o.Part == ShoulderPart && o.Forbids == "":
		return []movement.Limit{movement.ShoulderOf, movement.NoOverhead}
	case o.Replaced || o.Ago(now) <= recent:
		return o.Part.spares()
	}
	return nil
}

// listed says that the surgeon's list bounds it whatever else was said: "may train" is no list.
func (o Operation) listed() bool { return o.Replaced && (o.Part == HipPart || o.Part == ShoulderPart) }

// Recent are the operations within a year of now, and those of which nobody knows when.
func (p Person) Recent() (out []Operation) {
	for _, o := range p.Operations {
		if o.Ago(p.Now) <= recent {
			out = append(out, o)
		}
	}
	return out
}

// Occupation is what the days are; the empty one when nobody has asked.
type Occupation string

// The occupations, as far as they say what training should make up for or spare.
const (
	BentForward Occupation = "forward"
	LiftsAtWork Occupation = "lifting"
	OtherWork   Occupation = "other"
)

// Kit is a kind of thing to train with, as people like or avoid it.
type Kit string

// The kinds.
const (
	InHands Kit = "hands" // bells, jugs, buckets: held in one hand or both
	WithBar Kit = "bar"
	OnBands Kit = "bands"
	Packs   Kit = "packs" // worn, hugged, dragged
	OwnBody Kit = "body"
)

// Kits lists them all.
func Kits() []Kit { return []Kit{InHands, WithBar, OnBands, Packs, OwnBody} }

// KitOf is the kind that a movement is done with.
func KitOf(m movement.Movement) Kit {
	switch m.Hold {
	case load.Bar:
		return WithBar
	case load.Band:
		return OnBands
	case load.Hug, load.Worn, load.Dragged:
		return Packs
	case "", load.Body:
		return OwnBody
	}
	return InHands
}

// House values of what is liked and avoided: training that is liked is done.
const (
	liked   = 1.1
	avoided = 0.8
)

// First is what somebody who is new has to have been tested in before a movement that asks for skill, by its
// key; ok is false where nothing stands in its way.
func (p Person) First(m movement.Movement) (key string, ok bool) {
	if !m.Skilled || p.Experience != New || len(m.After) == 0 {
		return "", false
	}
	for _, t := range p.Tests {
		if t.Movement == m.Key || slices.Contains(m.After, t.Movement) {
			return "", false
		}
	}
	return m.After[0], true
}

// Taste is what a movement's answer is worth to somebody, as a share of what it is worth to
// anybody: more where its kind is known and liked, less where it is avoided.
func (p Person) Taste(m movement.Movement) float64 {
	switch k := KitOf(m); {
	case slices.Contains(p.Likes, k):
		return liked
	case slices.Contains(p.Avoids, k):
		return avoided
	}
	return 1
}
