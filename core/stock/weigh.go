package stock

import (
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/derivation"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// Verdict is whether a weighing counts for its batch.
type Verdict string

// The verdicts; Auto leaves out what contradicts the rest.
const (
	Auto   Verdict = "auto"
	Counts Verdict = "counts"
	Aside  Verdict = "aside"
)

// Weighing is a container on a scale, filled as it was then (L, and kg of what lay in it beside the
// filling), at a Unix time in s.
type Weighing struct {
	ID, Container, Filling string
	At                     int64
	Volume                 quantity.Volume
	Packed                 quantity.Mass
	Scale                  load.Scale
	Readings, Without      []quantity.Mass
	Verdict                Verdict
}

// Empty says that the empty container was weighed.
func (w Weighing) Empty() bool { return w.Volume == 0 && w.Packed == 0 }

// Weighed is a weighing with what it comes to. Implied is the density that
// it says its batch has, where it says one; Counts that the batch listens to it.
// Computed leaves the weighing itself out. Problem says why it can not be read.
type Weighed struct {
	Weighing
	Reading   load.Reading
	Computed  quantity.Estimate
	Agreement load.Agreement
	Implied   *load.Implied
	Counts    bool
	Problem   string
}

// Explain derives what the scale says.
func (w Weighed) Explain() derivation.Derivation {
	return w.Reading.Explain(w.Scale, w.Readings, w.Without)
}

// Batch is a batch as its table and weighings know it.
type Batch struct {
	Prior   material.Filling
	Result  load.Batch
	Filling material.Filling
}

// read reads every weighing and finds the tares that were weighed: the latest
// of each container that is not set aside.
func (s *Stock) read() {
	for i, w := range s.Said.Weighings {
		one := &s.Weighings[i]
		one.Weighing = w
		reading, err := w.Scale.Read(w.Readings, w.Without)
		if err != nil {
			one.Problem = err.Error()
			continue
		}
		one.Reading = reading
		if before := s.tares[w.Container]; w.Empty() && w.Verdict != Aside && (before == nil || before.At <= w.At) {
			s.tares[w.Container] = one
		}
	}
}

// estimate weighs every batch's table against the weighings of what is filled
// from it, leaving out those that contradict the rest unless they are said to
// count.
func (s *Stock) estimate() {
	of := map[string][]*Weighed{}
	said := map[*Weighed]load.Weighing{}
	for i := range s.Weighings {
		w := &s.Weighings[i]
		c, ok := s.at[w.Container]
		if w.Problem != "" || w.Empty() || !ok || s.Problems[c] != nil || w.Volume == 0 {
			continue
		}
		said[w] = s.said(w, c)
		of[w.Filling] = append(of[w.Filling], w)
	}
	for i := range s.Batches {
		b := &s.Batches[i]
		b.weigh(of[b.Prior.Key], said)
		s.Fillings[b.Prior.Key] = b.Filling
	}
	for i := range s.Containers {
		if s.Problems[i] == nil {
			s.Containers[i].Filling = s.Fillings[s.Said.Containers[i].Filling]
		}
	}
}

// said is what a weighing of a container says of what is in it, with the errors that it
// shares: the offset of its scale, the tare, and how far the container's shape and the
// level of that one filling are off.
func (s *Stock) said(w *Weighed, c int) load.Weighing {
	k, v := s.Said.Containers[c], s.Containers[c].Vessel
	out := load.Weighing{Gross: w.Reading.Mass.Value, GrossU1: w.Reading.Own, Tare: v.Tare + w.Packed, Volume: w.Volume}
	out.Shared = append(out.Shared, load.Shared{Of: "scale " + w.Scale.Name, U1: w.Reading.Shared})
	if tare := s.tares[k.ID]; tare != nil {
		out.Shared = append(out.Shared,
			load.Shared{Of: "tare of " + k.ID, U1: tare.Reading.Own, Minus: true},
			load.Shared{Of: "scale " + tare.Scale.Name, U1: tare.Reading.Shared, Minus: true})
	} else { // equal ones that were taken for equal containers are one
		was := k.Vessel
		out.Shared = append(out.Shared, load.Shared{Of: fmt.Sprint("tare ", k.Kind.Key, was.Capacity, was.Tare, was.TareU1), U1: v.TareU1,
			Minus: true})
	}
	density := quantity.Mass(float64(out.Gross-out.Tare) / float64(w.Volume))
	out.Shared = append(out.Shared, load.Shared{Of: fmt.Sprint("level in ", k.ID, w.Volume), U1: density * quantity.Mass(v.VolumeU1(w.Volume))})
	return out
}

func (b *Batch) weigh(all []*Weighed, said map[*Weighed]load.Weighing) {
	var asked []*Weighed
	var question []load.Weighing
	for _, w := range all {
		if w.Verdict == Aside {
			continue
		}
		if _, err := load.Reestimate(b.Prior, []load.Weighing{said[w]}); err != nil {
			w.Problem = err.Error()
			continue
		}
		asked, question = append(asked, w), append(question, said[w])
	}
	first, err := load.Reestimate(b.Prior, question)
	if err != nil {
		return
	}
	var counting []load.Weighing
	for i, w := range asked {
		w.Implied = &first.Each[i]
		w.Counts = !w.Implied.Contradicts || w.Verdict == Counts
		if w.Counts {
			counting = append(counting, question[i])
		}
	}
	if b.Result, err = load.Reestimate(b.Prior, counting); err != nil {
		return
	}
	n := 0
	for _, w := range asked {
		if w.Counts {
			w.Implied.Rest, w.Implied.RestU1 = b.Result.Each[n].Rest, b.Result.Each[n].RestU1
			n++
		}
	}
	b.Filling = b.Prior
	if len(counting) > 0 {
		b.Filling.Typical, b.Filling.Std = b.Result.Density, b.Result.U1
		b.Filling.Source = fmt.Sprintf("%d weighings of this batch and the table", len(counting))
		if len(counting) == 1 {
			b.Filling.Source = "a weighing of this batch and the table"
		}
	}
}

// How far volume (L) and packed mass (kg) may be from those at
// the weighing for it still to be said of the container as it is.
const (
	sameVolume = 0.005
	sameMass   = 0.001
)

// hold gives each container the latest weighing of it as it is filled now.
func (s *Stock) hold() {
	for i := range s.Weighings {
		w := &s.Weighings[i]
		c, ok := s.at[w.Container]
		if w.Problem != "" || !ok || s.Problems[c] != nil {
			continue
		}
		k := &s.Containers[c]
		if f, err := s.asWeighed(*k, w.Weighing); err == nil {
			w.Computed = s.withoutIt(*k, w, f.Mass)
			w.Agreement = load.Agree(w.Computed, w.Reading.Mass)
		}
		if before := s.latest[k.ID]; w.Verdict != Aside && s.isNow(c, w.Weighing) && (before == nil || before.At <= w.At) {
			s.latest[k.ID] = w
		}
	}
	for i := range s.Containers {
		if w := s.latest[s.Containers[i].ID]; w != nil && s.Problems[i] == nil {
			s.Containers[i].Weighed = w.Reading.Mass
		}
	}
}

// asWeighed computes a container as it was filled when it was weighed.
func (s *Stock) asWeighed(k load.Container, w Weighing) (load.Fill, error) {
	if k.Sold > 0 {
		return k.Fill()
	}
	filling, ok := s.Fillings[w.Filling]
	if !ok {
		return load.Fill{}, fmt.Errorf("its filling is gone")
	}
	return filledAs(k, w, filling)
}

func filledAs(k load.Container, w Weighing, filling material.Filling) (load.Fill, error) {
	v := k.Vessel
	v.Inside, v.Taken = quantity.Estimate{Value: w.Packed, U1: v.Inside.U1}, 0
	return v.At(filling, w.Volume)
}

// withoutIt is what a container is computed to weigh when the batch does not listen to
// the weighing that this is held against.
func (s *Stock) withoutIt(k load.Container, w *Weighed, computed quantity.Estimate) quantity.Estimate {
	if w.Implied == nil || !w.Counts || k.Sold > 0 {
		return computed
	}
	filling := s.Fillings[w.Filling]
	filling.Typical, filling.Std = w.Implied.Rest, w.Implied.RestU1
	if f, err := filledAs(k, w.Weighing, filling); err == nil {
		return f.Mass
	}
	return computed
}

func (s *Stock) isNow(c int, w Weighing) bool {
	k, sold := s.Said.Containers[c], s.Containers[c].Sold > 0
	if w.Empty() && !sold {
		return false // the empty container's
	}
	inside := s.Containers[c].Vessel.Inside.Value
	near := math.Abs(float64(w.Volume-k.Volume)) <= sameVolume && math.Abs(float64(w.Packed-inside)) <= sameMass
	return sold || near && (w.Filling == k.Filling || w.Volume == 0)
}

// LastWeighed is when each container was last weighed in any state but empty.
func (s *Stock) LastWeighed() map[string]int64 {
	out := map[string]int64{}
	for _, w := range s.Weighings {
		if !w.Empty() && w.Problem == "" {
			out[w.Container] = max(out[w.Container], w.At)
		}
	}
	return out
}

// Of are the weighings of a container, newest first.
func (s *Stock) Of(container string) (out []Weighed) {
	for _, w := range s.Weighings {
		if w.Container == container {
			out = append(out, w)
		}
	}
	slices.SortStableFunc(out, func(a, b Weighed) int { return int(b.At - a.At) })
	return out
}
