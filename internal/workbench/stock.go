package workbench

import (
	"context"
	"fmt"
	"math"

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
	at         map[string]int // where a container is, by its id
}

func stockOf(f store.File) *stock {
	s := &stock{
		file: f, at: map[string]int{}, fillings: map[string]material.Filling{}, tares: map[string]*WeighingOf{},
		latest:     map[string]*WeighingOf{},
		containers: make([]load.Container, len(f.Containers)), problems: make([]error, len(f.Containers)),
		weighings: make([]WeighingOf, len(f.Weighings)),
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
	for i, k := range f.Containers {
		s.at[k.ID] = i
		s.containers[i], s.problems[i] = s.container(k)
	}
	s.estimate(s.at)
	s.pack(s.at)
	s.hold(s.at)
	s.barsAndHandles()
	return s
}

// container turns a kept container into one that can be worked with, but for
// what is packed in it and weighed of it.
func (s *stock) container(k store.Container) (load.Container, error) {
	kind, err := load.KindByKey(k.Kind)
	if err != nil {
		return load.Container{}, quantity.At("kind", err.Error())
	}
	filling, ok := s.fillings[k.Filling]
	if !ok {
		return load.Container{}, quantity.At("filling", fmt.Sprintf("no filling or batch is called %q", k.Filling))
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
		out.Vessel.Tare, out.Vessel.TareU1 = tare.Reading.Mass.Value, tare.Reading.Mass.AsTwo()
	}
	if k.Shape == "prism" {
		out.Vessel.Assumed = s.assumed(k, out.Vessel)
	}
	if len(k.Limits) > 0 {
		out.Limits = map[load.Hold]quantity.Mass{}
		for _, l := range k.Limits {
			out.Limits[load.Hold(l.Hold)] = quantity.Mass(l.Kg)
		}
	}
	return out, nil
}

// assumed is how far a shape that is only assumed straight may be off, near the levels
// at which it was weighed with water as far as that says.
func (s *stock) assumed(k store.Container, v load.Vessel) load.Shape {
	shape, ok := map[string]load.Shape{"jug": load.StraightJug, "bottle": load.StraightJug, "bucket": load.StraightBucket}[k.Kind]
	if !ok {
		return load.Shape{}
	}
	for i := range s.weighings {
		w := &s.weighings[i]
		water, err := material.FillingByKey("fresh-water")
		if w.Weighing.Container != k.ID || w.Problem != "" || w.Weighing.Verdict == "aside" || w.Weighing.VolumeL == 0 ||
			w.Weighing.PackedKg > 0 ||
			w.Weighing.Filling != water.Key || err != nil {
			continue
		}
		net := w.Reading.Mass.Value - v.Tare
		held := float64(net) / float64(water.Typical)
		u := 2 * quantity.RootSumSquares(float64(w.Reading.Mass.AsTwo()), float64(v.TareU1)) / float64(water.Typical)
		shape.Known = append(shape.Known, v.Profile.Level(quantity.Volume(w.Weighing.VolumeL)))
		shape.Sure = max(shape.Sure, (math.Abs(held-w.Weighing.VolumeL)+u)/w.Weighing.VolumeL)
	}
	return shape
}

func profileOf(k store.Container) (load.Profile, error) {
	switch k.Shape {
	case "frustum":
		if k.BottomM <= 0 || k.TopM <= 0 {
			return nil, quantity.At("bottom_m", "a bucket shape needs both inside diameters")
		}
		return load.Frustum{Bottom: quantity.Length(k.BottomM), Top: quantity.Length(k.TopM), Height: quantity.Length(k.HeightM)}, nil
	case "marks":
		return marksOf(k.Marks)
	}
	return load.Prism{Capacity: quantity.Volume(k.CapacityL), Height: quantity.Length(k.HeightM)}, nil
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
					mass, u1 = now.Value, now.AsTwo()
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
			bar.Plates = append(bar.Plates, load.Plate{Mass: quantity.Mass(p.MassKg), Count: p.Count,
				Thickness: quantity.Length(p.ThicknessM)})
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

// barRungs are the loads of a bar or handle, or why there are none.
type barRungs struct {
	rungs []load.Rung
	err   error
}

func rungsOf(h load.Handle) barRungs {
	// Bounded in what it enumerates, and remembered: nobody's leaving ends it.
	rungs, err := h.Rungs(context.Background())
	return barRungs{rungs, err}
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
