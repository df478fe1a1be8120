package workbench

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// Check refuses a file as a change of it would be refused.
func Check(f store.File) (err error) {
	r := derive.New()
	r.With(derive.Input{File: &f}, func() { err = check(r, f, inRooms{}) })
	return err
}

// check refuses what the shapes alone cannot: unknown keys, and values that
// contradict each other. Paths are those of the part that is being written; what was in
// rooms before is not held against them. What follows from the file is the record's.
func check(r *derive.Record, f store.File, before inRooms) error {
	return quantity.In(checked(r, f, before), unitsOf(f))
}

func checked(r *derive.Record, f store.File, before inRooms) error {
	if err := named(f); err != nil {
		return err
	}
	p := f.Profile
	if err := within(p, unitsOf(f)); err != nil {
		return err
	}
	if err := within(f.Space, unitsOf(f)); err != nil {
		return err
	}
	if !slices.Contains(quantity.Currencies(), p.Currency) {
		return quantity.At("currency", fmt.Sprintf("%q is not a currency that is offered", p.Currency))
	}
	for i, l := range p.Limits {
		if !slices.Contains(movement.Limits(), movement.Limit(l)) {
			return quantity.At(fmt.Sprintf("limits[%d]", i), fmt.Sprintf("%q is not a limit that is known", l))
		}
	}
	if err := checkPerson(f); err != nil {
		return err
	}
	if err := checkReach(p); err != nil {
		return err
	}
	if err := checkRooms(r, f, before); err != nil {
		return err
	}
	for i, key := range f.AtHand {
		if _, err := material.FillingByKey(key); err != nil {
			return quantity.At(fmt.Sprintf("at_hand[%d]", i), err.Error())
		}
	}
	if err := checkStock(r, f); err != nil {
		return err
	}
	if err := checkBands(f, allBands.Of(r, the)); err != nil {
		return err
	}
	for _, g := range f.Gear {
		if _, err := gear.ByKey(g.Item); err != nil {
			return quantity.At("item", err.Error())
		}
	}
	if err := checkBuilds(f); err != nil {
		return err
	}
	return checkTests(f)
}

// Shares of stature between which a measured reach is believed (house values).
const (
	leastReach = 1.0
	mostReach  = 1.45
)

// checkReach refuses a reach that no body of the stature has.
func checkReach(p store.Profile) error {
	for field, v := range map[string]float64{"reach_m": p.ReachM, "press_m": p.PressM} {
		if v != 0 && p.StatureM != 0 && (v < leastReach*p.StatureM || v > mostReach*p.StatureM) {
			return quantity.At(field, "of a stature of ", quantity.Amount(quantity.KindLength, p.StatureM), " it lies between ",
				quantity.Amount(quantity.KindLength, leastReach*p.StatureM), " and ",
				quantity.Amount(quantity.KindLength, mostReach*p.StatureM), "; leave it empty for the estimate")
		}
	}
	return nil
}

// checkStock refuses what contradicts itself among the things of a file.
func checkStock(r *derive.Record, f store.File) error {
	for _, b := range f.Batches {
		if _, err := priorOf(b); err != nil {
			return err
		}
		if _, err := material.FillingByKey(b.ID); err == nil {
			return quantity.At("id", fmt.Sprintf("%q is the key of a filling in the table", b.ID))
		}
	}
	if err := checkPacked(f); err != nil {
		return err
	}
	s := theStock.Of(r, the)
	for i, k := range f.Containers {
		if s.problems[i] != nil {
			return s.problems[i]
		}
		if err := s.checkContainer(k, s.containers[i], asFilled.Of(r, k.ID)); err != nil {
			return err
		}
	}
	for _, w := range f.Weighings {
		if err := s.checkWeighing(w); err != nil {
			return err
		}
	}
	for _, h := range s.handles {
		var bad *quantity.FieldError
		if errors.As(asLoaded.Of(r, h.ID).err, &bad) {
			return quantity.At("count", h.Name, ": ", bad.Detail)
		}
	}
	return nil
}

func (s *stock) checkContainer(k store.Container, c load.Container, known *filled) error {
	if k.BrimL > 0 && k.BrimL < k.CapacityL {
		return quantity.At("brim_l", "the brim cannot hold less than the capacity, ", quantity.Amount(quantity.KindVolume, k.CapacityL))
	}
	if k.Shape == "as-sold" && k.NetKg <= 0 {
		return quantity.At("net_kg", "what was sold has a net mass printed on it")
	}
	if frustum, ok := c.Vessel.Profile.(load.Frustum); ok {
		if full := float64(frustum.Full()); full < k.CapacityL*0.8 || full > k.CapacityL*1.5 {
			return quantity.At("capacity_l", "these diameters and this height hold ", quantity.Amount(quantity.KindVolume, full), ", not ",
				quantity.Amount(quantity.KindVolume, k.CapacityL), ": measure again, inside")
		}
	}
	seen := map[string]bool{}
	for i, l := range k.Limits {
		if seen[l.Hold] {
			return quantity.At(fmt.Sprintf("limits[%d].hold", i), fmt.Sprintf("%s has a limit already", l.Hold))
		}
		seen[l.Hold] = true
	}
	var beyond *load.OutOfReach
	if errors.As(known.err, &beyond) {
		return quantity.At("volume_l", k.Name, ": ", beyond.Reason)
	}
	return known.err
}

// marksOf makes a profile of marks; what is wrong is said at the mark.
func marksOf(marks []store.Mark) (load.Profile, error) {
	var out []load.Mark
	for _, m := range marks {
		out = append(out, load.Mark{Level: quantity.Length(m.LevelM), Volume: quantity.Volume(m.VolumeL)})
	}
	return load.NewMarks(out)
}

// checkPacked refuses a thing that lies in two places at once, more of one than
// there are, and a container that lies in itself.
func checkPacked(f store.File) error {
	things, containers := map[string]store.Thing{}, map[string]store.Container{}
	for _, t := range f.Things {
		things[t.ID] = t
	}
	for _, c := range f.Containers {
		if _, twice := things[c.ID]; twice {
			return quantity.At("id", "a thing and a container cannot have the same id")
		}
		containers[c.ID] = c
	}
	used, where := map[string]int{}, map[string]string{}
	for _, c := range f.Containers {
		for i, p := range c.Packed {
			at := fmt.Sprintf("packed[%d]", i)
			t, isThing := things[p.Thing]
			inner, isContainer := containers[p.Thing]
			have := t.Count
			name := t.Name
			if isContainer {
				have, name = 1, inner.Name
			}
			if !isThing && !isContainer {
				return quantity.At(at, fmt.Sprintf("nothing is called %q", p.Thing))
			}
			if isContainer && lies(c.ID, inner, containers, 0) {
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
func lies(id string, in store.Container, all map[string]store.Container, depth int) bool {
	if in.ID == id || depth > len(all) {
		return true
	}
	for _, p := range in.Packed {
		if next, ok := all[p.Thing]; ok && lies(id, next, all, depth+1) {
			return true
		}
	}
	return false
}

func (s *stock) checkWeighing(w store.Weighing) error {
	at := slices.IndexFunc(s.file.Containers, func(k store.Container) bool { return k.ID == w.Container })
	if at < 0 {
		return quantity.At("container", "what was weighed is not there any more")
	}
	if _, ok := s.fillings[w.Filling]; !ok {
		return quantity.At("filling", fmt.Sprintf("no filling or batch is called %q", w.Filling))
	}
	reading, err := scaleOf(w).Read(masses(w.Readings), masses(w.Without))
	if err != nil {
		return err
	}
	c := s.containers[at]
	empty := c.Vessel.Tare + quantity.Mass(w.PackedKg)
	if (w.VolumeL > 0 || w.PackedKg > 0) && reading.Mass.Value <= empty {
		return quantity.At("readings", "full it would weigh ", quantity.Amount(quantity.KindFine, float64(reading.Mass.Value)), ", but ",
			c.Name, " weighs ",
			quantity.Amount(quantity.KindFine, float64(empty)), " without its filling: one of the two is wrong")
	}
	if room := c.Vessel.BrimVolume(); quantity.Volume(w.VolumeL) > room+1e-9 {
		return quantity.At("volume_l", c.Name, " holds ", quantity.Amount(quantity.KindVolume, float64(room)), " at the brim")
	}
	return nil
}

func checkTests(f store.File) error {
	for _, t := range f.Tests {
		m, err := movesOf(f).ByKey(t.Movement)
		if err != nil {
			return quantity.At("movement", err.Error())
		}
		if _, body := m.Usual(); t.LoadKg == 0 && !body && m.Hold != "" {
			return quantity.At("load_kg", "nothing was lifted: say what was held")
		}
	}
	return nil
}

// within refuses what the tags of a part or a thing do not allow, at its field.
func within(part any, units quantity.System) error {
	var bad *store.MisfitError
	if !errors.As(store.Fits(part), &bad) {
		return nil
	}
	if bad.Tag != "least" {
		return quantity.At(bad.Field, bad.Error())
	}
	return quantity.In(quantity.At(bad.Field, inKind(bad.Field, bad.Value), " is below ", inKind(bad.Field, bad.Bound),
		"; leave it empty when it is not known"), units)
}

// inKind is a number of a field as it is shown, its kind told by the end of the field's name.
func inKind(field string, value any) any {
	v, ok := value.(float64)
	for end, kind := range map[string]quantity.Kind{"_m": quantity.KindLength, "_kg": quantity.KindMass, "_l": quantity.KindVolume} {
		if ok && strings.HasSuffix(field, end) && !strings.HasSuffix(field, "_kg_l") {
			return quantity.Amount(kind, v)
		}
	}
	return fmt.Sprint(value)
}
