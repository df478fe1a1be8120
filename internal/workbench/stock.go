package workbench

import (
	"context"
	"fmt"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/core/stock"
	"scrappyrack/internal/store"
)

// things are what the things of a file come to.
type things struct {
	*stock.Stock
	handles []load.Handle
	sticks  []store.Handle
}

func thingsOf(f store.File) *things {
	said := stock.Said{}
	for _, b := range f.Batches {
		if prior, err := priorOf(b); err == nil {
			said.Batches = append(said.Batches, prior)
		}
	}
	for _, k := range f.Containers {
		said.Containers = append(said.Containers, containerOf(k))
	}
	for _, t := range f.Things {
		said.Things = append(said.Things, stock.Thing{ID: t.ID, Name: t.Name, Mass: quantity.Mass(t.MassKg), Half: quantity.Mass(t.HalfKg),
			Volume: quantity.Volume(t.VolumeL), Count: t.Count, Hard: t.Hard, Sharp: t.Sharp, Spare: t.Spare})
	}
	for _, w := range f.Weighings {
		said.Weighings = append(said.Weighings, weighingOf(w))
	}
	out := &things{Stock: stock.Take(said)}
	for _, h := range f.Handles {
		if h.Kind == "stick" {
			out.sticks = append(out.sticks, h)
			continue
		}
		out.handles = append(out.handles, handleOf(f, h))
	}
	return out
}

// containerOf is a container as it was said to be.
func containerOf(k store.Container) stock.Container {
	kind, err := load.KindByKey(k.Kind)
	out := stock.Container{Filling: k.Filling, Straight: k.Shape == "prism", Container: load.Container{
		ID: k.ID, Name: k.Name, Kind: kind, Closure: load.Closure(k.Closure), Condition: load.Condition(k.Condition),
		Volume: quantity.Volume(k.VolumeL), Adjustable: k.Adjustable,
		Vessel: load.Vessel{
			Tare: quantity.Mass(k.TareKg), TareU1: quantity.Mass(quantity.Rectangular(k.TareHalfKg)), Frost: k.Freezes,
			Capacity: quantity.Volume(k.CapacityL), Brim: quantity.Volume(k.BrimL), Rating: quantity.Mass(k.RatingKg),
		},
	}}
	if err != nil {
		out.Problem = quantity.At("kind", err.Error())
		return out
	}
	if k.RatingKg == 0 {
		out.Vessel.Rating = kind.Limit
	}
	for _, p := range k.Packed {
		out.Packed = append(out.Packed, stock.Packed(p))
	}
	if len(k.Limits) > 0 {
		out.Limits = map[load.Hold]quantity.Mass{}
	}
	for i, l := range k.Limits {
		if _, twice := out.Limits[load.Hold(l.Hold)]; twice {
			out.Problem = quantity.At(fmt.Sprintf("limits[%d].hold", i), fmt.Sprintf("%s has a limit already", l.Hold))
		}
		out.Limits[load.Hold(l.Hold)] = quantity.Mass(l.Kg)
	}
	switch k.Shape {
	case "as-sold":
		if out.Sold = quantity.Mass(k.NetKg); out.Sold <= 0 {
			out.Problem = quantity.At("net_kg", "what was sold has a net mass printed on it")
		}
	case "frustum":
		if k.BottomM <= 0 || k.TopM <= 0 {
			out.Problem = quantity.At("bottom_m", "a bucket shape needs both inside diameters")
		}
		out.Vessel.Profile = load.Frustum{Bottom: quantity.Length(k.BottomM), Top: quantity.Length(k.TopM),
			Height: quantity.Length(k.HeightM)}
		return out
	case "marks":
		var marks []load.Mark
		for _, m := range k.Marks {
			marks = append(marks, load.Mark{Level: quantity.Length(m.LevelM), Volume: quantity.Volume(m.VolumeL)})
		}
		if out.Vessel.Profile, err = load.NewMarks(marks); err != nil { // what is wrong is said at the mark
			out.Problem = err
		}
		return out
	}
	out.Vessel.Profile = load.Prism{Capacity: quantity.Volume(k.CapacityL), Height: quantity.Length(k.HeightM)}
	return out
}

func weighingOf(w store.Weighing) stock.Weighing {
	return stock.Weighing{ID: w.ID, Container: w.Container, Filling: w.Filling, At: w.At, Volume: quantity.Volume(w.VolumeL),
		Packed: quantity.Mass(w.PackedKg), Scale: scaleOf(w), Readings: masses(w.Readings), Without: masses(w.Without),
		Verdict: stock.Verdict(w.Verdict)}
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
func (s *things) stickRungs() []load.Rung {
	var ends []load.Rung
	for _, c := range s.Usable() {
		ends = append(ends, c.Rungs()...)
	}
	var out []load.Rung
	for _, h := range s.sticks {
		out = append(out, load.StickRungs(h.ID, h.Name, quantity.Mass(h.MassKg), ends)...)
	}
	return out
}
