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

// stock is what the things of a file come to: batches re-estimated, containers
// with what is in them, weighings read.
type stock struct {
	file       store.File
	fillings   map[string]material.Filling
	batches    []BatchOf
	containers []load.Container // as in the file; an unusable one is left zero
	problems   []error          // why one is unusable
	tares      map[string]*WeighingOf
	latest     map[string]*WeighingOf // by container, of it as it is filled now
	weighings  []WeighingOf           // as in the file
	handles    []load.Handle
	sticks     []store.Handle
}

// WeighingOf is a weighing with what it comes to. Implied is the density that
// it says its batch has, where it says one; Counts that the batch listens to it.
// Problem says why it can not be read.
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

func stockOf(f store.File) *stock {
	s := &stock{
		file: f, fillings: map[string]material.Filling{}, tares: map[string]*WeighingOf{}, latest: map[string]*WeighingOf{},
		containers: make([]load.Container, len(f.Containers)), problems: make([]error, len(f.Containers)), weighings: make([]WeighingOf, len(f.Weighings)),
	}
	for _, t := range material.Fillings() {
		s.fillings[t.Key] = t
	}
	for _, b := range f.Batches {
		if prior, err := priorOf(b); err == nil {
			s.batches = append(s.batches, BatchOf{Batch: b, Prior: prior})
			s.fillings[b.ID] = prior
		}
	}
	s.read()
	at := map[string]int{}
	for i, k := range f.Containers {
		at[k.ID] = i
		s.containers[i], s.problems[i] = s.container(k)
	}
	s.estimate(at)
	s.pack(at)
	s.hold(at)
	s.barsAndHandles()
	return s
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
			return prior, &FieldError{"filling", err.Error()}
		}
		if b.Celsius > 0 {
			if b.Filling != "fresh-water" {
				return prior, &FieldError{"celsius", "only of fresh water is it known what its temperature does"}
			}
			if prior, err = material.WaterAt(b.Celsius); err != nil {
				return prior, &FieldError{"celsius", err.Error()}
			}
		}
	} else if !(prior.Low > 0 && prior.Low <= prior.Typical && prior.Typical <= prior.High && prior.Low < prior.High) {
		return prior, &FieldError{"typical_kg_l", "a filling of your own needs a lowest, a typical and a highest density, in that order and not all the same"}
	}
	prior.Key, prior.Name = b.ID, b.Name
	return prior, nil
}

func scaleOf(w store.Weighing) load.Scale {
	return load.Scale{Name: w.Scale, Resolution: quantity.Mass(w.ResolutionKg), Accuracy: quantity.Mass(w.AccuracyKg)}
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

// container turns a kept container into one that can be worked with, but for
// what is packed in it and weighed of it.
func (s *stock) container(k store.Container) (load.Container, error) {
	kind, err := load.KindByKey(k.Kind)
	if err != nil {
		return load.Container{}, &FieldError{"kind", err.Error()}
	}
	filling, ok := s.fillings[k.Filling]
	if !ok {
		return load.Container{}, &FieldError{"filling", fmt.Sprintf("no filling or batch is called %q", k.Filling)}
	}
	profile, err := profileOf(k)
	if err != nil {
		return load.Container{}, err
	}
	rating := quantity.Mass(k.RatingKg)
	if rating == 0 {
		rating = kind.Limit
	}
	out := load.Container{
		ID: k.ID, Name: k.Name, Kind: kind, Closure: load.Closure(k.Closure), Condition: load.Condition(k.Condition), Filling: filling,
		Volume: quantity.Volume(k.VolumeL), Adjustable: k.Adjustable,
		Vessel: load.Vessel{
			Tare: quantity.Mass(k.TareKg), TareU1: quantity.Mass(quantity.Rectangular(k.TareHalfKg)), Frost: k.Freezes,
			Capacity: quantity.Volume(k.CapacityL), Brim: quantity.Volume(k.BrimL), Profile: profile, Rating: rating,
		},
	}
	if k.Shape == "as-sold" {
		out.Sold = quantity.Mass(k.NetKg)
	}
	if tare := s.tares[k.ID]; tare != nil {
		out.Vessel.Tare, out.Vessel.TareU1 = tare.Reading.Mass.Value, tare.Reading.Mass.U1
	}
	if len(k.Limits) > 0 {
		out.Limits = map[load.Hold]quantity.Mass{}
		for _, l := range k.Limits {
			out.Limits[load.Hold(l.Hold)] = quantity.Mass(l.Kg)
		}
	}
	return out, nil
}

func profileOf(k store.Container) (load.Profile, error) {
	switch k.Shape {
	case "frustum":
		if k.BottomM <= 0 || k.TopM <= 0 {
			return nil, &FieldError{"bottom_m", "a bucket shape needs both inside diameters"}
		}
		return load.Frustum{Bottom: quantity.Length(k.BottomM), Top: quantity.Length(k.TopM), Height: quantity.Length(k.HeightM)}, nil
	case "marks":
		return marksOf(k.Marks)
	}
	return load.Prism{Capacity: quantity.Volume(k.CapacityL), Height: quantity.Length(k.HeightM)}, nil
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
		v := s.containers[c].Vessel
		volume := quantity.Volume(w.Weighing.VolumeL)
		slope := v.Profile.Slope(v.Profile.Level(volume))
		said[w] = load.Weighing{
			Gross: w.Reading.Mass.Value, GrossU1: w.Reading.Mass.U1,
			Tare: v.Tare + quantity.Mass(w.Weighing.PackedKg), TareU1: v.TareU1,
			Volume: volume, VolumeU1: quantity.Volume(slope * quantity.Rectangular(float64(load.LevelHalfWidth))),
		}
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
	b.Filling = b.Prior
	if len(counting) > 0 {
		b.Filling.Typical, b.Filling.Std = b.Result.Density, b.Result.U1
		b.Filling.Source = fmt.Sprintf("%d weighings of this batch and the table", len(counting))
		if len(counting) == 1 {
			b.Filling.Source = "a weighing of this batch and the table"
		}
	}
}

// pack works out what lies in each container, the innermost first.
func (s *stock) pack(at map[string]int) {
	things := map[string]store.Thing{}
	for _, t := range s.file.Things {
		things[t.ID] = t
	}
	const (
		untouched = iota
		opened
		done
	)
	state := make([]int, len(s.containers))
	var fill func(i int)
	fill = func(i int) {
		if state[i] != untouched {
			return
		}
		state[i] = opened
		c := &s.containers[i]
		var squares float64
		for _, p := range s.file.Containers[i].Packed {
			mass, u1, volume := quantity.Mass(0), quantity.Mass(0), quantity.Volume(0)
			if t, ok := things[p.Thing]; ok {
				n := float64(p.Count)
				mass, u1, volume = quantity.Mass(n*t.MassKg), quantity.Mass(n*quantity.Rectangular(t.HalfKg)), quantity.Volume(n*t.VolumeL)
			} else if j, ok := at[p.Thing]; ok && s.problems[j] == nil {
				fill(j)
				inner := s.containers[j]
				if f, err := inner.Fill(); err == nil {
					now := inner.Mass(f)
					mass, u1 = now.Value, now.U1
				}
				volume = inner.Vessel.Capacity
			}
			c.Vessel.Inside.Value += mass
			c.Vessel.Taken += volume
			squares += float64(u1) * float64(u1)
			c.Holding = append(c.Holding, p.Thing)
		}
		c.Vessel.Inside.U1 = quantity.Mass(math.Sqrt(squares))
		state[i] = done
	}
	for i := range s.containers {
		if s.problems[i] == nil {
			fill(i)
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
			w.Computed = f.Mass
			w.Agreement = load.Agree(f.Mass, w.Reading.Mass)
		}
		if before := s.latest[k.ID]; w.Weighing.Verdict != "aside" && s.isNow(c, w.Weighing) && (before == nil || before.Weighing.At <= w.Weighing.At) {
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
	v := k.Vessel
	v.Inside, v.Taken = quantity.Estimate{Value: quantity.Mass(w.PackedKg), U1: v.Inside.U1}, 0
	return v.At(filling, quantity.Volume(w.VolumeL))
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

func (s *stock) barsAndHandles() {
	for _, h := range s.file.Handles {
		if h.Kind == "stick" {
			s.sticks = append(s.sticks, h)
			continue
		}
		s.handles = append(s.handles, handleOf(s.file, h))
	}
}

func handleOf(f store.File, h store.Handle) load.Handle {
	bar := load.PlateBar{Mass: quantity.Mass(h.MassKg), Collar: quantity.Mass(h.CollarKg), Sleeve: quantity.Length(h.SleeveM)}
	for _, p := range f.Plates {
		if p.BoreMm == h.BoreMm {
			bar.Plates = append(bar.Plates, load.Plate{Mass: quantity.Mass(p.MassKg), Count: p.Count, Thickness: quantity.Length(p.ThicknessM)})
		}
	}
	return load.Handle{ID: h.ID, Name: h.Name, Long: h.Kind == "bar", Count: h.Count, Bar: bar}
}

// usable are the containers that can be worked with.
func (s *stock) usable() []load.Container {
	out := make([]load.Container, 0, len(s.containers))
	for i := range s.containers {
		if s.problems[i] == nil {
			out = append(out, s.containers[i])
		}
	}
	return out
}

// handleRungs are the loads of bars and handles with the plates there are. A set
// that makes too many sums gives none here; check refuses it.
func (s *stock) handleRungs() []load.Rung {
	var out []load.Rung
	for _, h := range s.handles {
		if rungs, err := h.Rungs(); err == nil {
			out = append(out, rungs...)
		}
	}
	return out
}

// stickRungs are the bars that sticks make with things hung on their ends.
func (s *stock) stickRungs() []load.Rung {
	var ends []load.Rung
	for _, c := range s.usable() {
		ends = append(ends, c.Rungs()...)
	}
	var out []load.Rung
	for _, h := range s.sticks {
		out = append(out, load.StickRungs(h.ID, h.Name, quantity.Mass(h.MassKg), ends)...)
	}
	return out
}

// own are the batches as fillings, for what else could be filled from them.
func (s *stock) own() []material.Filling {
	var out []material.Filling
	for _, b := range s.batches {
		out = append(out, b.Filling)
	}
	return out
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
