package client

import (
	"math"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/movement"
)

// Operation is one that somebody has had: of a part of the body as limits name it, empty for
// another, on a day (Unix time in s, 0 when nobody knows).
type Operation struct {
	ID   string
	Part movement.Limit
	What string
	At   int64
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

// Recent are the operations within a year of now, and those of which nobody knows when.
func (p Person) Recent() (out []Operation) {
	for _, o := range p.Operations {
		if o.Ago(p.Now) <= recent {
			out = append(out, o)
		}
	}
	return out
}

// Uncleared are those of them that nobody's word releases, each with why a word that is there does not.
func (p Person) Uncleared() (out []Operation, why []string) {
	for _, o := range p.Recent() {
		if ok, because := p.released(AboutOperation(o.ID)); !ok {
			out, why = append(out, o), append(why, because)
		}
	}
	return out, why
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
