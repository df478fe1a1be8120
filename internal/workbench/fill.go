package workbench

import (
	"context"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// opened is a client's file with its stock.
func (b *Bench) opened(ctx context.Context, practice, id string) (store.File, *stock, error) {
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return f, nil, err
	}
	return f, stockOf(f), nil
}

// Units is the system of a file.
func unitsOf(f store.File) quantity.System { return quantity.System(f.Profile.Units) }

// container finds a container of the stock that can be worked with.
func (s *stock) find(id string) (int, error) {
	at := slices.IndexFunc(s.file.Containers, func(k store.Container) bool { return k.ID == id })
	if at < 0 {
		return 0, store.ErrNotFound
	}
	return at, s.problems[at]
}

// FillWish asks for a container's fill by exactly one of mass, level and volume,
// with another filling when Filling is not empty.
type FillWish struct {
	Mass    *quantity.Mass
	Level   *quantity.Length
	Volume  *quantity.Volume
	Filling string
}

// Tried is a container and how it would be filled.
type Tried struct {
	Container load.Container
	Fill      load.Fill
	Units     quantity.System
}

// TryFill works out a fill and keeps nothing. When it is out of reach the error
// is *load.OutOfReach and the container is returned with it.
func (b *Bench) TryFill(ctx context.Context, practice, id, container string, wish FillWish) (*Tried, error) {
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	at, err := s.find(container)
	if err != nil {
		return nil, err
	}
	c := s.containers[at]
	if c.Sold > 0 {
		return nil, &FieldError{"volume_l", "it is taken as it was sold: change its shape at Stock to fill it"}
	}
	if wish.Filling != "" {
		filling, ok := s.fillings[wish.Filling]
		if !ok {
			return nil, &FieldError{"filling", fmt.Sprintf("no filling or batch is called %q", wish.Filling)}
		}
		c.Filling = filling
	}
	t := &Tried{Container: c, Units: unitsOf(f)}
	switch {
	case wish.Mass != nil && wish.Level == nil && wish.Volume == nil:
		t.Fill, err = c.Vessel.For(c.Filling, *wish.Mass)
	case wish.Level != nil && wish.Mass == nil && wish.Volume == nil:
		t.Fill, err = c.Vessel.AtLevel(c.Filling, *wish.Level)
	case wish.Volume != nil && wish.Mass == nil && wish.Level == nil:
		t.Fill, err = c.Vessel.At(c.Filling, *wish.Volume)
	default:
		return nil, &FieldError{"target_kg", "give one of target_kg, level_m and volume_l"}
	}
	return t, err
}

// OnBench is all there is to say of one container: its weighings, how it moves,
// and what its quoted weight would be.
type OnBench struct {
	Loaded
	Units     quantity.System
	RatingHow string // maker, judged or default
	Weighings []WeighingOf
	Sisters   []string // ids of what is filled from the same batch
	Curl      *load.Curl
	Swing     *load.Swing
	Rule      *RuleOfThumb
}

// RuleOfThumb is what people say such a fill weighs (common practice), beside
// what it comes to.
type RuleOfThumb struct {
	Words  string
	Quoted quantity.Mass
}

// ruleOf is the quoted weight of a gallon, scaled to a volume.
func ruleOf(key string, volume quantity.Volume) *RuleOfThumb {
	quoted := map[string]struct {
		pounds float64
		words  string
	}{
		"fresh-water": {8.8, "a US gallon of water is quoted as 8.8 lb, a little high: it is 8.33 lb and the jug"},
		"dry-sand":    {12.5, "a US gallon of dry sand is quoted as 12.5 lb"},
		"wet-sand":    {17.5, "a US gallon of wet sand is quoted as 17 to 18 lb"},
	}
	q, ok := quoted[key]
	if !ok || volume <= 0 {
		return nil
	}
	return &RuleOfThumb{Words: q.words, Quoted: quantity.Mass(q.pounds * quantity.PoundKg / quantity.USGallonL * float64(volume))}
}

// bails are the kinds that hang from a handle above their rim.
var bails = []string{"bucket"}

// hangers are the kinds that are swung by a handle or strap above them.
var hangers = []string{"bag", "backpack", "duffel", "bucket", "jug"}

// Put works out everything about one container.
func (b *Bench) Put(ctx context.Context, practice, id, container string) (*OnBench, error) {
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	at, err := s.find(container)
	if err != nil {
		return nil, err
	}
	k, c := f.Containers[at], s.containers[at]
	out := &OnBench{Loaded: s.loaded(c, s.lastWeighed()[c.ID]), Units: unitsOf(f), RatingHow: k.RatingHow, Weighings: s.ofContainer(c.ID)}
	if k.RatingKg == 0 {
		out.RatingHow = "default"
	}
	key := k.Filling
	for _, batch := range f.Batches {
		if batch.ID == k.Filling {
			key = batch.Filling
			for _, other := range f.Containers {
				if other.Filling == k.Filling && other.ID != k.ID {
					out.Sisters = append(out.Sisters, other.ID)
				}
			}
		}
	}
	out.Rule = ruleOf(key, out.Fill.Volume)
	stature := quantity.Length(f.Profile.StatureM)
	if stature <= 0 {
		return out, nil
	}
	if k.WidthM > 0 && slices.Contains(bails, k.Kind) {
		drop := quantity.Length(math.Max(0, k.HangM-k.HeightM))
		curl := load.CurlRange(quantity.Length(k.WidthM), drop, stature)
		out.Curl = &curl
	}
	if k.HangM > 0 && slices.Contains(hangers, k.Kind) {
		swing := load.SwingClearance(quantity.Length(k.HangM), stature)
		out.Swing = &swing
	}
	return out, nil
}

// Weighed is what a weighing would come to, with its batch before and after and
// how many other containers that would change; nothing is kept.
type Weighed struct {
	WeighingOf
	Units         quantity.System
	Before, After material.Filling
	Batch         bool
	Sisters       int
}

// TryWeighing works out what a weighing would say, after the checks that keeping
// it would make.
func (b *Bench) TryWeighing(ctx context.Context, practice, id string, w store.Weighing) (*Weighed, error) {
	f, before, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	f.Weighings = append(slices.DeleteFunc(slices.Clone(f.Weighings), func(o store.Weighing) bool { return o.ID == w.ID }), w)
	after, err := check(f)
	if err != nil {
		return nil, err
	}
	out := &Weighed{WeighingOf: after.weighings[len(after.weighings)-1], Units: unitsOf(f)}
	out.Batch = slices.ContainsFunc(f.Batches, func(o store.Batch) bool { return o.ID == w.Filling })
	out.Before, out.After = before.fillings[w.Filling], after.fillings[w.Filling]
	for _, k := range f.Containers {
		if out.Batch && k.Filling == w.Filling && k.ID != w.Container {
			out.Sisters++
		}
	}
	return out, nil
}

// Drops is the pour-off schedule of a drop set with a container.
func (b *Bench) Drops(ctx context.Context, practice, id, container string, start quantity.Mass, reps int, fall float64, drops int) ([]load.Drop, quantity.System, error) {
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, "", err
	}
	at, err := s.find(container)
	if err != nil {
		return nil, "", err
	}
	c := s.containers[at]
	if c.Sold > 0 || !c.Filling.Loose {
		return nil, "", &FieldError{"start_kg", "only what pours can be poured off"}
	}
	out, err := c.Vessel.PourOff(c.Filling, start, reps, fall, drops)
	return out, unitsOf(f), err
}

// Scoops counts scoops of a size into a container's fill.
func (b *Bench) Scoops(ctx context.Context, practice, id, container string, size quantity.Volume) (load.Scooped, error) {
	_, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return load.Scooped{}, err
	}
	at, err := s.find(container)
	if err != nil {
		return load.Scooped{}, err
	}
	c := s.containers[at]
	got, err := c.Vessel.Scoops(c.Filling, c.Volume, size)
	if err != nil {
		return got, &FieldError{"size_l", err.Error()}
	}
	return got, nil
}

// Packing is how a bag is packed for a mass: the best choice of what the
// household can spare and no other bag holds, its stuffing, and what to mind.
type Packing struct {
	Question load.PackQuestion
	Things   []store.Thing // of Question.Items, in its order
	Best     load.Packed
	Units    quantity.System
	Wrap     []string // names of what is to be wrapped
	Left     []string // names of what was left out, and why
}

// wrapShare is the volume that wrapping adds to a hard thing (house value).
const wrapShare = 1.15

// Pack chooses what to put into a bag so that it weighs a mass with its
// stuffing. Other containers that lie in it stay.
func (b *Bench) Pack(ctx context.Context, practice, id, container string, target, tolerance quantity.Mass) (*Packing, error) {
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	at, err := s.find(container)
	if err != nil {
		return nil, err
	}
	c := s.containers[at]
	taken := map[string]int{}
	kept := quantity.Mass(0)
	room := c.Vessel.Capacity
	for i, k := range f.Containers {
		for _, p := range k.Packed {
			isThing := slices.ContainsFunc(f.Things, func(t store.Thing) bool { return t.ID == p.Thing })
			switch {
			case isThing && i != at:
				taken[p.Thing] += p.Count
			case !isThing && i == at:
				inner, err := s.find(p.Thing)
				if err != nil {
					continue
				}
				if fill, err := s.containers[inner].Fill(); err == nil {
					kept += s.containers[inner].Mass(fill).Value
				}
				room -= s.containers[inner].Vessel.Capacity
			}
		}
	}
	stuffing, err := material.FillingByKey("stuffing")
	if err != nil {
		return nil, err
	}
	out := &Packing{Units: unitsOf(f), Question: load.PackQuestion{
		Capacity: room, Tare: c.Vessel.Tare + kept, Target: target, Tolerance: tolerance, Stuffing: stuffing.Typical,
	}}
	if room <= 0 {
		return nil, &FieldError{"target_kg", "what lies in it already leaves no room"}
	}
	if most, ok := c.Limit(c.Kind.Holds[0], c.Volume); ok && most > 0 && target > most {
		return nil, &FieldError{"target_kg", quantity.Say("its handle or straps are taken to be good for ", quantity.Amount(quantity.KindMass, float64(most))).In(out.Units)}
	}
	for _, t := range f.Things {
		left := t.Count - taken[t.ID]
		switch {
		case t.Sharp:
			out.Left = append(out.Left, t.Name+": too sharp")
			continue
		case !t.Spare:
			out.Left = append(out.Left, t.Name+": cannot be spared")
			continue
		case left <= 0:
			if t.Count > 0 {
				out.Left = append(out.Left, t.Name+": lies in another bag")
			}
			continue
		}
		volume := quantity.Volume(t.VolumeL)
		if t.Hard {
			volume *= wrapShare
		}
		out.Things = append(out.Things, t)
		out.Question.Items = append(out.Question.Items, load.PackItem{Name: t.Name, Mass: quantity.Mass(t.MassKg), Volume: volume, Count: left})
	}
	if len(out.Question.Items) == 0 {
		return nil, &FieldError{"target_kg", "there is nothing to pack: list things that the household can spare at Stock"}
	}
	if out.Best, err = load.Pack(out.Question); err != nil {
		return nil, &FieldError{"target_kg", err.Error()}
	}
	for i, n := range out.Best.Counts {
		if n > 0 && out.Things[i].Hard {
			out.Wrap = append(out.Wrap, out.Things[i].Name)
		}
	}
	return out, nil
}

// Loading is what a bar or handle can be loaded to, and the one pair of plates
// that would close the most gaps.
type Loading struct {
	load.Loading
	Extra   load.ExtraPair
	Helps   bool
	Plates  []load.Plate
	Sharing bool // one of a pair that shares the plates
}

// LoadBar works out every load of a bar or handle, the plates for a target, and
// the best extra pair. A pair of handles is loaded alike.
func (b *Bench) LoadBar(ctx context.Context, practice, id, handle string, target quantity.Mass) (*Loading, error) {
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	at := slices.IndexFunc(f.Handles, func(h store.Handle) bool { return h.ID == handle })
	if at < 0 {
		return nil, store.ErrNotFound
	}
	if f.Handles[at].Kind == "stick" {
		return nil, &FieldError{"target_kg", "a stick takes no plates: it is loaded by what hangs from its ends"}
	}
	h := handleOf(f, f.Handles[at])
	bar := h.Bar
	if h.Count == 2 {
		bar = h.Shared()
	}
	out := &Loading{Plates: bar.Plates, Sharing: h.Count == 2}
	if out.Loading, err = bar.Load(target); err != nil {
		return nil, &FieldError{"target_kg", err.Error()}
	}
	out.Extra, out.Helps, err = bar.BestExtraPair(load.PlateSizes(unitsOf(f)))
	return out, err
}

// Ladders is every load that can be made now, with sticks that still need their
// check, the body's own, and what would close the gaps.
type Ladders struct {
	Units    quantity.System
	Currency string
	Ladder   load.Ladder
	Closings map[load.Hold][]Closed
	Body     []load.BodyLoad
	Guessed  bool // the body mass is a guess
	Names    map[string]string
}

// Closed is a step with the best way to close it, if there is one.
type Closed struct {
	load.Step
	Closing *load.Closing
}

// fillMinutes is how long filling one thing takes (house value).
const fillMinutes = 5

// Ladders works out the ladder of every hold. counter is the height of a place
// to push from, in m, 0 for none.
func (b *Bench) Ladders(ctx context.Context, practice, id string, counter quantity.Length) (*Ladders, error) {
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	c := caseOf(f, s)
	rungs := c.Today().Ladder
	out := &Ladders{Units: unitsOf(f), Currency: f.Profile.Currency, Ladder: rungs, Closings: map[load.Hold][]Closed{}, Names: map[string]string{}}
	offers := s.offers(f)
	for _, h := range load.Holds() {
		for _, step := range rungs.Steps(h) {
			one := Closed{Step: step}
			if best, ok := step.Close(h, offers); ok {
				one.Closing = &best
			}
			out.Closings[h] = append(out.Closings[h], one)
		}
	}
	rungs.Add(s.stickRungs())
	for _, k := range f.Containers {
		out.Names[k.ID] = k.Name
	}
	for _, t := range f.Things {
		out.Names[t.ID] = t.Name
	}
	for _, h := range f.Handles {
		out.Names[h.ID] = h.Name
	}
	for _, g := range f.Gear {
		if item, err := gear.ByKey(g.Item); err == nil {
			out.Names[g.ID] = item.Name
		}
	}
	if f.Profile.StatureM > 0 {
		out.Guessed = f.Profile.BodyMassKg == 0
		out.Body = load.BodyLoads(c.Person.BodyMass, c.Person.Stature, counter)
	}
	return out, nil
}

// offers are the ways to close a gap: every empty container, and every thing
// that is refilled, with each filling at hand; and every piece of the catalogue.
func (s *stock) offers(f store.File) []load.Offer {
	var fillings []material.Filling
	for _, key := range f.AtHand {
		if filling, ok := s.fillings[key]; ok && filling.Key != "stuffing" && filling.Key != "concrete" {
			fillings = append(fillings, filling)
		}
	}
	fillings = append(fillings, s.own()...)
	var out []load.Offer
	for _, c := range s.usable() {
		if c.Sold > 0 || c.Volume > 0 || len(c.Holding) > 0 {
			continue
		}
		for _, filling := range fillings {
			if c.Kind.Soft != !filling.Loose {
				continue
			}
			k := c
			k.Filling, k.Adjustable, k.Weighed = filling, true, quantity.Estimate{}
			out = append(out, load.Offer{
				Name: "fill " + c.Name + " with " + filling.Name, Rungs: k.Rungs(), Minutes: fillMinutes, Single: !c.Adjustable,
			})
		}
	}
	for _, it := range gear.All() {
		if price, err := it.SamplePrice(f.Profile.Currency); err == nil {
			out = append(out, load.Offer{Name: "buy: " + it.Name, Rungs: it.Rungs(load.Bought, it.Key), Cost: price.Minor})
		}
	}
	return out
}
