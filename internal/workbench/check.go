package workbench

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"scrappyrack/core/gear"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/core/stock"
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
	if err := checkPeople(f); err != nil {
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
	if err := stockError.Of(r, the); err != nil {
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
func checkReach(p store.Person) error {
	for field, v := range map[string]float64{"reach_m": p.ReachM, "press_m": p.PressM} {
		if v != 0 && p.StatureM != 0 && (v < leastReach*p.StatureM || v > mostReach*p.StatureM) {
			return quantity.At(field, "of a stature of ", quantity.Amount(quantity.KindLength, p.StatureM), " it lies between ",
				quantity.Amount(quantity.KindLength, leastReach*p.StatureM), " and ",
				quantity.Amount(quantity.KindLength, mostReach*p.StatureM), "; leave it empty for the estimate")
		}
	}
	return nil
}

// stockError is what contradicts itself among the things of a file.
var stockError = derive.Made("stock's error", func(r *derive.Record, _ none) error {
	for _, b := range ofThings.Of(r, the).Batches {
		if _, err := priorOf(b); err != nil {
			return err
		}
	}
	s := theStock.Of(r, the)
	if err := s.Check(func(id string) *stock.Filled { return asFilled.Of(r, id) }); err != nil {
		return err
	}
	for _, h := range s.handles {
		var bad *quantity.FieldError
		if errors.As(asLoaded.Of(r, h.ID).err, &bad) {
			return quantity.At("count", h.Name, ": ", bad.Detail)
		}
	}
	return nil
}).Unlike()

func checkTests(f store.File) error {
	for _, t := range f.Sets {
		m, err := movesOf(f).ByKey(t.Movement)
		if err != nil {
			return quantity.At("movement", err.Error())
		}
		if t.Test && t.Reserve < 0 {
			return quantity.At("reserve", "a test says how many were left")
		}
		if t.Test && t.Reps == 0 {
			return quantity.At("reps", "a test has at least one")
		}
		if _, body := m.Usual(); t.Test && t.LoadKg == 0 && !body && m.Hold != "" {
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
