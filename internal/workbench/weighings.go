package workbench

import (
	"fmt"
	"math"
	"sort"

	"scrappyrack/core/derivation"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// WeighingOf is a weighing with what it comes to. Implied is the density that
// it says its batch has, where it says one; Counts that the batch listens to it.
// Computed leaves the weighing itself out. Problem says why it can not be read.
type WeighingOf struct {
	Weighing  store.Weighing
	Reading   load.Reading
	Computed  quantity.Estimate
	Agreement load.Agreement
	Implied   *load.Implied
	Counts    bool
	Problem   string
}

// Empty says that the empty container was weighed.
func (w WeighingOf) Empty() bool { return w.Weighing.VolumeL == 0 && w.Weighing.PackedKg == 0 }

// Explain derives what the scale says.
func (w WeighingOf) Explain() derivation.Derivation {
	return w.Reading.Explain(scaleOf(w.Weighing), masses(w.Weighing.Readings), masses(w.Weighing.Without))
}

// BatchOf is a batch as its table and weighings know it.
type BatchOf struct {
	Batch   store.Batch
	Prior   material.Filling
	Result  load.Batch
	Filling material.Filling
}

// priorOf is a batch's filling before anything is weighed.
func priorOf(b store.Batch) (material.Filling, error) {
	prior := material.Filling{
		Low: quantity.Density(b.LowKgL), Typical: quantity.Density(b.TypicalKgL), High: quantity.Density(b.HighKgL),
		Wet: b.Wet, Loose: b.Loose, Source: "entered",
	}
	if b.Filling != "" {
		var err error
		if prior, err = material.FillingByKey(b.Filling); err != nil {
			return prior, quantity.At("filling", err.Error())
		}
		if b.Celsius > 0 {
			if b.Filling != "fresh-water" {
				return prior, quantity.At("celsius", "only of fresh water is it known what its temperature does")
			}
			if prior, err = material.WaterAt(b.Celsius); err != nil {
				return prior, quantity.At("celsius", err.Error())
			}
		}
	} else if !(prior.Low > 0 && prior.Low <= prior.Typical && prior.Typical <= prior.High && prior.Low < prior.High) {
		return prior,
			quantity.At("typical_kg_l",
				"a filling of your own needs a lowest, a typical and a highest density, in that order and not all the same")
	}
	prior.Key, prior.Name = b.ID, b.Name
	return prior, nil
}

func scaleOf(w store.Weighing) load.Scale {
	out := load.Scale{Key: load.AnyScale, Name: w.Scale, Resolution: quantity.Mass(w.ResolutionKg), Accuracy: quantity.Mass(w.AccuracyKg)}
	for _, k := range load.Scales() {
		if k.Name == w.Scale {
			out.Key = k.Key
		}
	}
	return out
}

func masses(kg []float64) []quantity.Mass {
	out := make([]quantity.Mass, len(kg))
	for i, v := range kg {
		out[i] = quantity.Mass(v)
	}
	return out
}

// read reads every weighing and finds the tares that were weighed: the latest
// of each container that is not set aside.
func (s *stock) read() {
	for i, w := range s.file.Weighings {
		one := &s.weighings[i]
		one.Weighing = w
		reading, err := scaleOf(w).Read(masses(w.Readings), masses(w.Without))
		if err != nil {
			one.Problem = err.Error()
			continue
		}
		one.Reading = reading
		if before := s.tares[w.Container]; one.Empty() && w.Verdict != "aside" && (before == nil || before.Weighing.At <= w.At) {
			s.tares[w.Container] = one
		}
	}
}

// estimate weighs every batch's table against the weighings of what is filled
// from it, leaving out those that contradict the rest unless they are said to
// count.
func (s *stock) estimate(at map[string]int) {
	of := map[string][]*WeighingOf{}
	said := map[*WeighingOf]load.Weighing{}
	for i := range s.weighings {
		w := &s.weighings[i]
		c, ok := at[w.Weighing.Container]
		if w.Problem != "" || w.Empty() || !ok || s.problems[c] != nil || w.Weighing.VolumeL == 0 {
			continue
		}
		said[w] = s.said(w, c)
		of[w.Weighing.Filling] = append(of[w.Weighing.Filling], w)
	}
	for i := range s.batches {
		b := &s.batches[i]
		b.weigh(of[b.Batch.ID], said)
		s.fillings[b.Batch.ID] = b.Filling
	}
	for i := range s.containers {
		if s.problems[i] == nil {
			s.containers[i].Filling = s.fillings[s.file.Containers[i].Filling]
		}
	}
}

// said is what a weighing of a container says of what is in it, with the errors that it
// shares: the offset of its scale, the tare, and how far the container's shape and the
// level of that one filling are off.
func (s *stock) said(w *WeighingOf, c int) load.Weighing {
	k, v := s.file.Containers[c], s.containers[c].Vessel
	volume := quantity.Volume(w.Weighing.VolumeL)
	out := load.Weighing{Gross: w.Reading.Mass.Value, GrossU1: w.Reading.Own, Tare: v.Tare + quantity.Mass(w.Weighing.PackedKg),
		Volume: volume}
	out.Shared = append(out.Shared, load.Shared{Of: "scale " + w.Weighing.Scale, U1: w.Reading.Shared})
	if tare := s.tares[k.ID]; tare != nil {
		out.Shared = append(out.Shared,
			load.Shared{Of: "tare of " + k.ID, U1: tare.Reading.Own, Minus: true},
			load.Shared{Of: "scale " + tare.Weighing.Scale, U1: tare.Reading.Shared, Minus: true})
	} else { // equal ones that were taken for equal containers are one
		out.Shared = append(out.Shared, load.Shared{Of: fmt.Sprint("tare ", k.Kind, k.CapacityL, k.TareKg, k.TareHalfKg), U1: v.TareU1,
			Minus: true})
	}
	density := quantity.Mass(float64(out.Gross-out.Tare) / float64(volume))
	out.Shared = append(out.Shared, load.Shared{Of: fmt.Sprint("level in ", k.ID, volume), U1: density * quantity.Mass(v.VolumeU1(volume))})
	return out
}

func (b *BatchOf) weigh(all []*WeighingOf, said map[*WeighingOf]load.Weighing) {
	var asked []*WeighingOf
	var question []load.Weighing
	for _, w := range all {
		if w.Weighing.Verdict == "aside" {
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
		w.Counts = !w.Implied.Contradicts || w.Weighing.Verdict == "counts"
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

// sameAsWeighed are how far volume (L) and packed mass (kg) may be from those at
// the weighing for it still to be said of the container as it is.
const (
	sameVolume = 0.005
	sameMass   = 0.001
)

// hold gives each container the latest weighing of it as it is filled now.
func (s *stock) hold(at map[string]int) {
	for i := range s.weighings {
		w := &s.weighings[i]
		c, ok := at[w.Weighing.Container]
		if w.Problem != "" || !ok || s.problems[c] != nil {
			continue
		}
		k := &s.containers[c]
		if f, err := s.asWeighed(*k, w.Weighing); err == nil {
			w.Computed = s.withoutIt(*k, w, f.Mass)
			w.Agreement = load.Agree(w.Computed, w.Reading.Mass)
		}
		if before := s.latest[k.ID]; w.Weighing.Verdict != "aside" && s.isNow(c, w.Weighing) &&
			(before == nil || before.Weighing.At <= w.Weighing.At) {
			s.latest[k.ID] = w
		}
	}
	for i := range s.containers {
		if w := s.latest[s.containers[i].ID]; w != nil && s.problems[i] == nil {
			s.containers[i].Weighed = w.Reading.Mass
		}
	}
}

// asWeighed computes a container as it was filled when it was weighed.
func (s *stock) asWeighed(k load.Container, w store.Weighing) (load.Fill, error) {
	if k.Sold > 0 {
		return k.Fill()
	}
	filling, ok := s.fillings[w.Filling]
	if !ok {
		return load.Fill{}, fmt.Errorf("its filling is gone")
	}
	return s.filledAs(k, w, filling)
}

func (s *stock) filledAs(k load.Container, w store.Weighing, filling material.Filling) (load.Fill, error) {
	v := k.Vessel
	v.Inside, v.Taken = quantity.Estimate{Value: quantity.Mass(w.PackedKg), U1: v.Inside.U1}, 0
	return v.At(filling, quantity.Volume(w.VolumeL))
}

// withoutIt is what a container is computed to weigh when the batch does not listen to
// the weighing that this is held against.
func (s *stock) withoutIt(k load.Container, w *WeighingOf, computed quantity.Estimate) quantity.Estimate {
	if w.Implied == nil || !w.Counts || k.Sold > 0 {
		return computed
	}
	filling := s.fillings[w.Weighing.Filling]
	filling.Typical, filling.Std = w.Implied.Rest, w.Implied.RestU1
	if f, err := s.filledAs(k, w.Weighing, filling); err == nil {
		return f.Mass
	}
	return computed
}

func (s *stock) isNow(c int, w store.Weighing) bool {
	k := s.file.Containers[c]
	if w.VolumeL == 0 && w.PackedKg == 0 && k.Shape != "as-sold" {
		return false // the empty container's
	}
	sameFilling := w.Filling == k.Filling || w.VolumeL == 0 || k.Shape == "as-sold"
	near := math.Abs(w.VolumeL-k.VolumeL) <= sameVolume && math.Abs(w.PackedKg-float64(s.containers[c].Vessel.Inside.Value)) <= sameMass
	return sameFilling && (near || k.Shape == "as-sold")
}

// lastWeighed is when a container was last weighed in any state but empty, 0
// when never.
func (s *stock) lastWeighed() map[string]int64 {
	out := map[string]int64{}
	for _, w := range s.weighings {
		if !w.Empty() && w.Problem == "" {
			out[w.Weighing.Container] = max(out[w.Weighing.Container], w.Weighing.At)
		}
	}
	return out
}

// ofContainer are the weighings of a container, newest first.
func (s *stock) ofContainer(id string) []WeighingOf {
	var out []WeighingOf
	for _, w := range s.weighings {
		if w.Weighing.Container == id {
			out = append(out, w)
		}
	}
	sort.SliceStable(out, func(i, j int) bool { return out[i].Weighing.At > out[j].Weighing.At })
	return out
}
