// Package plan chooses what to buy, build or fill for one client: it turns needs and
// options into a model, and the answer back into reasons.
package plan

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// Candidate is one thing the plan can choose: a purchase, or a container filled
// in some way. Group is the container, of which only one state can be at a
// time; Keep is its state today. Floor in m². Takes is what it uses of a
// filling that has to be bought, in kg. Requires is an AND of ORs of candidate
// keys. Excluded says what rules it out here; it is then never chosen.
type Candidate struct {
	Key, Name string
	Origin    load.Origin
	Cost      int64
	Floor     float64
	Minutes   int
	Group     string
	Keep      bool
	Rungs     []load.Rung
	Supplies  []capability.Supply
	Requires  [][]string
	Filling   string
	Takes     quantity.Mass
	Note      string
	Caution   string
	Excluded  quantity.Phrase
	Fill      *load.Fill // how far it is filled, for a fixed fill
	Container string     // name of the container it fills
	Into      string     // key of the filling that is put into it; empty for one that stays as it is

	twin  string // equal for equal states of equal containers
	class int    // of the alike containers that it is a state of; -1 for none
	again bool   // a second one in the same state
	item  *gear.Item
	// as is the same state of another container of the class.
	as func(load.Container) Candidate
}

// Reach is the lightest and the heaviest load the candidate gives, with the
// widest ± of them; dragging, which carries more, is left out. All 0 when it
// gives none.
func (c Candidate) Reach() (low, high, u quantity.Mass) {
	for _, r := range c.Rungs {
		if r.Hold == load.Dragged {
			continue
		}
		if high == 0 || r.Low < low {
			low = r.Low
		}
		high, u = max(high, r.High), max(u, r.U)
	}
	return low, high, u
}

// Minutes of work (house values).
const (
	FillMinutes = 5
	PackMinutes = 6
)

// BuildKey begins the keys of candidates that are built; the design's key follows.
const BuildKey = "build:"

// boughtFilling is how much of a filling one purchase gives, in kg, by key of
// the item (sample data, as the catalogue).
const boughtFilling = quantity.Mass(50)

// Candidates lists what a plan can choose from, in an order that does not depend on
// ids: purchases as in the catalogue, then what may be built, then each container's states, containers by what
// they are. The levels of a container that is filled once are its quarters and those at
// which it serves targets of the needs. Of containers that are alike but for what is in
// them, a state stands there twice at most, for any two of them: no movement takes more
// alike. An unknown currency is an error.
func Candidates(c client.Client, slots []coverage.Slot) ([]Candidate, error) {
	all, _, err := candidates(context.Background(), c, levelsOf(c, slots), fewestAlike)
	return all, err
}

// candidates lists them with the classes of alike containers, those of fewer than a
// number left out. The error may be of ctx.
func candidates(ctx context.Context, c client.Client, levels []wanted, atLeast int) ([]Candidate, []class, error) {
	owned := map[string]bool{}
	for _, o := range c.Owned {
		owned[o.Item.Key] = true
	}
	b := lister{c, levels}
	sources := b.fillingSources()
	var out, fills []Candidate
	for _, it := range gear.All() {
		if owned[it.Key] {
			continue
		}
		price, err := it.SamplePrice(c.Currency)
		if err != nil {
			return nil, nil, err
		}
		out = append(out, Candidate{
			Key: it.Key, Name: it.Name, Origin: load.Bought, Cost: price.Minor, Floor: it.Floor,
			Rungs: c.ItemRungs(it, load.Bought, it.Key), Supplies: c.ItemSupplies(it), Requires: unowned(it.Needs, owned),
			Filling: it.Filling, Note: it.Note, Caution: it.Caution, Excluded: excluded(c, it), item: &it,
		})
		for _, k := range vesselsOf(it) {
			for _, f := range b.states(k, sources) {
				f.Requires = append(f.Requires, []string{it.Key})
				fills = append(fills, f)
			}
		}
	}
	for _, o := range c.Buildables {
		out = append(out, Candidate{
			Key: BuildKey + o.Key, Name: o.Name, Origin: load.Built, Cost: o.Cost, Floor: o.Floor, Minutes: o.Minutes, Rungs: o.Rungs,
			Supplies: o.Supplies, Note: o.Note, Caution: o.Caution,
		})
	}
	alone, classes := b.classes(atLeast)
	for _, k := range alone {
		if err := ctx.Err(); err != nil {
			return nil, nil, err
		}
		fills = append(fills, b.states(k, sources)...)
	}
	out = append(out, fills...)
	for i := range out {
		out[i].class = -1
	}
	for n, one := range classes {
		if err := ctx.Err(); err != nil {
			return nil, nil, err
		}
		out = append(out, b.alike(one, n, sources)...)
	}
	return out, classes, nil
}

// excluded is what rules a piece of the catalogue out for everybody, as it does for the first.
func excluded(c client.Client, it gear.Item) quantity.Phrase {
	why := c.Excludes(it)
	for _, other := range c.Others {
		if other.Excludes(it).Empty() {
			return nil
		}
	}
	return why
}

// unowned drops the prerequisites that something owned meets.
func unowned(needs [][]string, owned map[string]bool) [][]string {
	var out [][]string
	for _, any := range needs {
		met := false
		for _, key := range any {
			met = met || owned[key]
		}
		if !met {
			out = append(out, any)
		}
	}
	return out
}

func vesselsOf(it gear.Item) []load.Container {
	var out []load.Container
	for _, v := range it.Vessels {
		kind, err := load.KindByKey(v.Kind)
		if err != nil {
			continue
		}
		for i := range v.Count {
			id := fmt.Sprintf("%s-%d", it.Key, i+1)
			out = append(out, load.Container{
				ID: id, Name: fmt.Sprintf("new %s %d", kind.Name, i+1), Kind: kind, Closure: kind.Closure,
				Vessel: load.Vessel{Tare: v.Tare, Capacity: v.Capacity, Rating: kind.Limit,
					Profile: load.Prism{Capacity: v.Capacity, Height: v.Height}},
			})
		}
	}
	return out
}

// source is a filling with the purchases that bring it: none when it is at
// hand.
type source struct {
	filling material.Filling
	buy     []string
}

// fillingSources lists what containers can be filled with. Wet sand is dry sand
// and water.
func (c lister) fillingSources() []source {
	atHand := map[string]bool{"fresh-water": true}
	for _, key := range c.AtHand {
		atHand[key] = true
	}
	buy := map[string][]string{}
	for _, it := range gear.All() {
		if it.Filling != "" {
			buy[it.Filling] = append(buy[it.Filling], it.Key)
		}
	}
	var out []source
	for _, f := range material.Fillings() {
		from := f.Key
		if f.Key == "wet-sand" && !atHand[from] {
			from = "dry-sand"
		}
		if !atHand[from] && len(buy[from]) == 0 || f.Key == "concrete" {
			continue // set concrete cannot be poured out again: a build, not a fill
		}
		s := source{filling: f}
		if !atHand[from] {
			s.buy = buy[from]
		}
		out = append(out, s)
	}
	for _, f := range c.Own {
		out = append(out, source{filling: f})
	}
	slices.SortStableFunc(out, func(a, b source) int { return cmp.Compare(min(1, len(a.buy)), min(1, len(b.buy))) })
	return out
}

// states are the ways a container can be: as it is, or filled anew. Of equal
// ways the one that is at hand and reaches further is kept.
func (c lister) states(k load.Container, sources []source) []Candidate {
	out := append(keeps(k), c.refills(k, sources)...)
	if k.Sold > 0 {
		return out // it stays as it was sold
	}
	out = undominatedStates(out)
	for i := range out {
		_, variant, _ := strings.Cut(out[i].Key, k.ID)
		out[i].twin = likeness(k) + variant
	}
	return out
}

// keeps is a container as it is, where that gives anything.
func keeps(k load.Container) []Candidate {
	rungs := k.Rungs()
	if len(rungs) == 0 {
		return nil
	}
	keep := Candidate{Key: "keep:" + k.ID, Name: k.Name + " as it is", Origin: load.Scrap, Group: k.ID, Keep: true, Rungs: rungs,
		Container: k.Name}
	if fill, err := k.Fill(); err == nil {
		fill.Mass = k.Mass(fill)
		keep.Fill = &fill
	}
	return []Candidate{keep}
}

// refills are the ways a container can be filled anew, unless it was sold as it is.
func (c lister) refills(k load.Container, sources []source) (out []Candidate) {
	if k.Sold > 0 {
		return nil
	}
	k.Weighed = quantity.Estimate{}
	add := func(s source, volume quantity.Volume, variant, verb, end string) {
		as := func(k load.Container) Candidate {
			k.Weighed, k.Filling = quantity.Estimate{}, s.filling
			if !k.Adjustable {
				k.Volume = volume
			}
			return c.state(k, s, variant, verb+" "+k.Name+" with "+s.filling.Name+end)
		}
		one := as(k)
		one.as = as
		out = append(out, one)
	}
	first, served := true, make([]bool, len(c.levels))
	for _, s := range sources {
		if !k.Kind.Takes(s.filling) {
			continue
		}
		k.Filling = s.filling
		if k.Adjustable {
			if s.filling.Key == "stuffing" {
				continue // it only fills up what other things leave
			}
			add(s, 0, "any", fillVerb(k), ", to any level")
			continue
		}
		for _, l := range c.fills(k, s.filling, first, served) {
			if volume, ok := k.Lined(l.volume, c.Lines); ok {
				add(s, volume, l.name, "Fill", "")
			}
		}
		first = false
	}
	return out
}

func fillVerb(k load.Container) string {
	if k.Kind.Soft {
		return "Pack"
	}
	return "Fill"
}

func (c lister) state(k load.Container, s source, variant, name string) Candidate {
	out := Candidate{
		Key: "fill:" + k.ID + ":" + s.filling.Key + ":" + variant, Name: name, Origin: load.Scrap, Group: k.ID, Rungs: k.Rungs(),
		Minutes: FillMinutes, Caution: fillCaution(k, s.filling), Container: k.Name, Into: s.filling.Key,
	}
	if k.Kind.Soft {
		out.Minutes = PackMinutes
	}
	net := k.Volume
	if k.Adjustable {
		most, _ := k.Vessel.Most(s.filling)
		net = most.Volume
	} else if fill, err := k.Fill(); err == nil {
		out.Fill = &fill
	}
	if len(s.buy) > 0 {
		out.Requires = [][]string{s.buy}
		out.Takes = quantity.Mass(float64(net) * float64(s.filling.Typical))
	}
	return out
}

func fillCaution(k load.Container, f material.Filling) string {
	var parts []string
	if k.Closure == load.Sealed {
		parts = append(parts, "Tape the cap.")
	}
	if k.Kind.Soft {
		parts = append(parts, "Wrap hard things, stuff the rest with towels, straps tight.")
	}
	if f.Wet {
		parts = append(parts, "Weigh again in two weeks if it stands open; nothing that may freeze full.")
	}
	return strings.Join(parts, " ")
}

// undominatedStates keeps, of adjustable states of one container, only those
// that no other state that asks for no more reaches as far as.
func undominatedStates(all []Candidate) []Candidate {
	var out []Candidate
	for i, a := range all {
		dominated := len(a.Rungs) == 0
		for j, b := range all {
			if i == j || !covers(b, a) || len(b.Requires) > len(a.Requires) || b.Takes > a.Takes || b.Minutes > a.Minutes {
				continue
			}
			dominated = dominated || !covers(a, b) || j < i
		}
		if !dominated {
			out = append(out, a)
		}
	}
	return out
}

// covers reports whether every rung of b lies inside one of a's of its hold.
func covers(a, b Candidate) bool {
	for _, r := range b.Rungs {
		inside := false
		for _, s := range a.Rungs {
			inside = inside || s.Hold == r.Hold && s.Low <= r.Low && s.High >= r.High
		}
		if !inside {
			return false
		}
	}
	return true
}
