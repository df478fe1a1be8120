package stock

import (
	"errors"
	"fmt"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// Check refuses what contradicts itself: ids that are used twice, things in two places, fills that do
// not fit, weighings that cannot be. Errors are *quantity.FieldError, at the field of whichever part is
// being written. filled is what a container comes to as it is filled, by its id.
func (s *Stock) Check(filled func(id string) *Filled) error {
	for _, b := range s.Said.Batches {
		if _, err := material.FillingByKey(b.Key); err == nil {
			return quantity.At("id", fmt.Sprintf("%q is the key of a filling in the table", b.Key))
		}
	}
	if err := s.checkPacked(); err != nil {
		return err
	}
	for i, c := range s.Containers {
		if s.Problems[i] != nil {
			return s.Problems[i]
		}
		if err := checkContainer(c, filled(c.ID)); err != nil {
			return err
		}
	}
	for _, w := range s.Weighings {
		if err := s.checkWeighing(w); err != nil {
			return err
		}
	}
	return nil
}

func checkContainer(c load.Container, is *Filled) error {
	v := c.Vessel
	if v.Brim > 0 && v.Brim < v.Capacity {
		return quantity.At("brim_l", "the brim cannot hold less than the capacity, ",
			quantity.Amount(quantity.KindVolume, float64(v.Capacity)))
	}
	if frustum, ok := v.Profile.(load.Frustum); ok {
		if full := frustum.Full(); full < v.Capacity*0.8 || full > v.Capacity*1.5 {
			return quantity.At("capacity_l", "these diameters and this height hold ", quantity.Amount(quantity.KindVolume, float64(full)),
				", not ", quantity.Amount(quantity.KindVolume, float64(v.Capacity)), ": measure again, inside")
		}
	}
	var beyond *load.OutOfReach
	if errors.As(is.Err, &beyond) {
		return quantity.At("volume_l", c.Name, ": ", beyond.Reason)
	}
	return is.Err
}

// checkPacked refuses a thing that lies in two places at once, more of one than
// there are, and a container that lies in itself.
func (s *Stock) checkPacked() error {
	used, where := map[string]int{}, map[string]string{}
	for _, c := range s.Said.Containers {
		if _, twice := s.thing(c.ID); twice {
			return quantity.At("id", "a thing and a container cannot have the same id")
		}
		for i, p := range c.Packed {
			at := fmt.Sprintf("packed[%d]", i)
			t, isThing := s.thing(p.Thing)
			inner, isContainer := s.at[p.Thing]
			have, name := t.Count, t.Name
			if isContainer {
				have, name = 1, s.Said.Containers[inner].Name
			}
			if !isThing && !isContainer {
				return quantity.At(at, fmt.Sprintf("nothing is called %q", p.Thing))
			}
			if isContainer && s.lies(c.ID, inner, 0) {
				return quantity.At(at, name, " cannot lie in ", c.Name, ", which lies in it")
			}
			before := used[p.Thing]
			if used[p.Thing] += p.Count; used[p.Thing] > have {
				if before > 0 {
					return quantity.At(at, fmt.Sprintf("%d of %s are there, and %d lie in %s", have, name, before, where[p.Thing]))
				}
				return quantity.At(at, fmt.Sprintf("only %d of %s are there", have, name))
			}
			where[p.Thing] = c.Name
		}
	}
	return nil
}

// lies reports whether a container lies, at any depth, in another.
func (s *Stock) lies(id string, in, depth int) bool {
	if s.Said.Containers[in].ID == id || depth > len(s.Said.Containers) {
		return true
	}
	for _, p := range s.Said.Containers[in].Packed {
		if next, ok := s.at[p.Thing]; ok && s.lies(id, next, depth+1) {
			return true
		}
	}
	return false
}

func (s *Stock) checkWeighing(w Weighed) error {
	at, ok := s.at[w.Container]
	if !ok {
		return quantity.At("container", "what was weighed is not there any more")
	}
	if _, ok := s.Fillings[w.Filling]; !ok {
		return quantity.At("filling", fmt.Sprintf("no filling or batch is called %q", w.Filling))
	}
	reading, err := w.Scale.Read(w.Readings, w.Without)
	if err != nil {
		return err
	}
	c := s.Containers[at]
	empty := c.Vessel.Tare + w.Packed
	if !w.Empty() && reading.Mass.Value <= empty {
		return quantity.At("readings", "full it would weigh ", quantity.Amount(quantity.KindFine, float64(reading.Mass.Value)), ", but ",
			c.Name, " weighs ",
			quantity.Amount(quantity.KindFine, float64(empty)), " without its filling: one of the two is wrong")
	}
	if room := c.Vessel.BrimVolume(); w.Volume > room+1e-9 {
		return quantity.At("volume_l", c.Name, " holds ", quantity.Amount(quantity.KindVolume, float64(room)), " at the brim")
	}
	return nil
}
