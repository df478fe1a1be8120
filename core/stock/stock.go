// Package stock works out what the containers of a household come to together: what is in each, by the
// batch that it was filled from and by what lies in it, and what every weighing says of all of them.
package stock

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// Said is a household's stock as it was said to be, in its order. What is filled names its filling by
// its key in the table, or by that of a batch; what is packed names a thing or another container.
type Said struct {
	Batches    []material.Filling // before anything was weighed
	Containers []Container
	Things     []Thing
	Weighings  []Weighing
}

// Thing is a kind of household thing that bags are packed with: mass (kg, ± Half) and volume (L) of one.
type Thing struct {
	ID, Name           string
	Mass, Half         quantity.Mass
	Volume             quantity.Volume
	Count              int
	Hard, Sharp, Spare bool
}

// Packed is so many of a thing, or one container, in another.
type Packed struct {
	Thing string
	Count int
}

// Container is one as it was said to be: all but its filling, what it holds and what it weighs.
// Straight says that its sides are only assumed to be so. Problem is why nothing can be worked out.
type Container struct {
	load.Container
	Filling  string
	Packed   []Packed
	Straight bool
	Problem  error
}

// Stock is what it comes to. A container with a problem is a zero one.
type Stock struct {
	Said       Said
	Fillings   map[string]material.Filling // of the table and the batches, by key
	Batches    []Batch
	Containers []load.Container
	Problems   []error
	Weighings  []Weighed
	at         map[string]int
	tares      map[string]*Weighed
	latest     map[string]*Weighed // of a container as it is filled now
}

// Take works out a household's stock. It never fails: what cannot be worked with is among its problems.
func Take(said Said) *Stock {
	s := &Stock{
		Said: said, Fillings: map[string]material.Filling{}, at: map[string]int{}, tares: map[string]*Weighed{},
		latest: map[string]*Weighed{}, Containers: make([]load.Container, len(said.Containers)),
		Problems: make([]error, len(said.Containers)), Weighings: make([]Weighed, len(said.Weighings)),
	}
	for _, t := range material.Fillings() {
		s.Fillings[t.Key] = t
	}
	for _, prior := range said.Batches {
		s.Batches = append(s.Batches, Batch{Prior: prior})
		s.Fillings[prior.Key] = prior
	}
	s.read()
	for i, k := range said.Containers {
		s.at[k.ID] = i
		s.Containers[i], s.Problems[i] = s.container(k)
	}
	s.estimate()
	s.pack()
	s.hold()
	return s
}

// container is one that can be worked with, but for what is packed in it and weighed of it.
func (s *Stock) container(k Container) (load.Container, error) {
	if k.Problem != nil {
		return load.Container{}, k.Problem
	}
	filling, ok := s.Fillings[k.Filling]
	if !ok {
		return load.Container{}, quantity.At("filling", fmt.Sprintf("no filling or batch is called %q", k.Filling))
	}
	out := k.Container
	out.Filling = filling
	if tare := s.tares[k.ID]; tare != nil {
		out.Vessel.Tare, out.Vessel.TareU1 = tare.Reading.Mass.Value, tare.Reading.Mass.AsTwo()
	}
	if k.Straight {
		out.Vessel.Assumed = s.assumed(out)
	}
	return out, nil
}

// assumed is how far a shape that is only assumed straight may be off, near the levels
// at which it was weighed with water as far as that says.
func (s *Stock) assumed(c load.Container) load.Shape {
	shape, ok := map[string]load.Shape{"jug": load.StraightJug, "bottle": load.StraightJug, "bucket": load.StraightBucket}[c.Kind.Key]
	if !ok {
		return load.Shape{}
	}
	for i := range s.Weighings {
		w := &s.Weighings[i]
		water, err := material.FillingByKey("fresh-water")
		readable := w.Problem == "" && w.Verdict != Aside && err == nil
		if !readable || w.Container != c.ID || w.Volume == 0 || w.Packed > 0 || w.Filling != water.Key {
			continue
		}
		net := w.Reading.Mass.Value - c.Vessel.Tare
		held := float64(net) / float64(water.Typical)
		u := 2 * quantity.RootSumSquares(float64(w.Reading.Mass.AsTwo()), float64(c.Vessel.TareU1)) / float64(water.Typical)
		shape.Known = append(shape.Known, c.Vessel.Profile.Level(w.Volume))
		shape.Sure = max(shape.Sure, (math.Abs(held-float64(w.Volume))+u)/float64(w.Volume))
	}
	return shape
}

// Find is where a container is, and whether it is there.
func (s *Stock) Find(id string) (at int, ok bool) {
	at, ok = s.at[id]
	return at, ok
}

// Usable are the containers that can be worked with.
func (s *Stock) Usable() []load.Container {
	out := make([]load.Container, 0, len(s.Containers))
	for i := range s.Containers {
		if s.Problems[i] == nil {
			out = append(out, s.Containers[i])
		}
	}
	return out
}

// Own are the batches as fillings, for what else could be filled from them.
func (s *Stock) Own() (out []material.Filling) {
	for _, b := range s.Batches {
		out = append(out, b.Filling)
	}
	return out
}

// Filled is what a container comes to as it is filled, with its loads, or why it cannot be so filled.
type Filled struct {
	Fill  load.Fill
	Err   error
	Rungs []load.Rung
}

// Fill works it out.
func Fill(c load.Container) *Filled {
	out := &Filled{Rungs: slices.Clip(c.Rungs())}
	out.Fill, out.Err = c.Fill()
	return out
}

// Loaded is a container as it is filled. Problem says why it cannot be so
// filled; Fill is then the nearest that can. Mass is as weighed where it has
// been weighed as it is now; Agreement then holds that against the computed.
type Loaded struct {
	Container   load.Container
	Fill        load.Fill
	Mass        quantity.Estimate
	Weighing    *Weighed
	TareWeighed bool
	WeighedAt   int64 // Unix time of the last weighing, 0 for never
	AgainAt     int64 // when to weigh it again, 0 when it never was
	Rungs       []load.Rung
	Problem     quantity.Phrase
}

const day = 24 * 60 * 60

// Loaded is a container of the stock, as it was worked out to be filled; lastly is when each was last
// weighed (LastWeighed).
func (s *Stock) Loaded(c load.Container, lastly map[string]int64, is *Filled) Loaded {
	at := lastly[c.ID]
	l := Loaded{Container: c, Fill: is.Fill, Weighing: s.latest[c.ID], TareWeighed: s.tares[c.ID] != nil, WeighedAt: at, Rungs: is.Rungs}
	var beyond *load.OutOfReach
	if errors.As(is.Err, &beyond) {
		l.Problem, l.Fill = beyond.Reason, beyond.Nearest
	}
	l.Mass = c.Mass(l.Fill)
	if at > 0 {
		l.AgainAt = at + int64(load.WeighAgain(c.Closure, c.Filling))*day
	}
	return l
}

// Most is the heaviest that the container may be filled to, and what bounds it.
func (l Loaded) Most() (load.Fill, quantity.Phrase) {
	if l.Container.Sold > 0 {
		return l.Fill, quantity.Say("as it was sold")
	}
	return l.Container.Vessel.Most(l.Container.Filling)
}
