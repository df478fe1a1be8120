package plan

import (
	"fmt"
	"sort"
	"strings"

	"scrappyrack/core/band"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Pin is a consultant's word on a candidate.
type Pin string

// The pins.
const (
	Must  Pin = "must"
	Never Pin = "never"
)

// Owned is a piece of gear that is there already.
type Owned struct {
	ID   string
	Item gear.Item
}

// Case is everything a plan is made from. AtHand names the fillings that the
// household has enough of; Own are its batches, known by weighing. Handles are
// the loads of bars and handles with the plates there are; Bands are those that are
// fit for use, weakest first. Budget and prices are in minor units of Currency.
type Case struct {
	Person     coverage.Person
	Room       space.Room
	Containers []load.Container
	Owned      []Owned
	AtHand     []string
	Own        []material.Filling
	Handles    []load.Rung
	Bands      []band.Band
	Currency   string
	Budget     int64
	Pins       map[string]Pin
}

// laneFrom is the shortest lane that counts as one; below, loads are held
// standing (house value, as in space.Lengths).
const laneFrom = quantity.Length(2)

// Heads are the headrooms of this person in this room.
func (c Case) Heads() []space.Headroom { return space.Heads(c.Person.Stature, c.Room.Ceiling) }

// Today is what the client can reach without any plan: containers as they are
// filled now, gear owned, and the room.
func (c Case) Today() coverage.Means {
	var rungs []load.Rung
	for _, k := range c.Containers {
		rungs = append(rungs, k.Rungs()...)
	}
	return c.Reach(rungs)
}

// Reach is the same with the rungs of the containers as they have been worked
// out already.
func (c Case) Reach(containers []load.Rung) coverage.Means {
	rungs := append(append([]load.Rung(nil), containers...), c.ownedRungs()...)
	return coverage.Means{Ladder: load.NewLadder(rungs), Has: c.has(), Heads: c.Heads()}
}

func (c Case) ownedRungs() []load.Rung {
	out := append([]load.Rung(nil), c.Handles...)
	out = append(out, c.bandRungs(c.Bands)...)
	for _, o := range c.Owned {
		out = append(out, c.ItemRungs(o.Item, load.Owned, o.ID)...)
	}
	return out
}

// bandRungs are what bands give to this person in this room.
func (c Case) bandRungs(bands []band.Band) []load.Rung {
	if c.Person.Stature == 0 || len(bands) == 0 {
		return nil
	}
	return band.Rungs(bands, movement.Banded(), c.Person.Stature, band.BoundsIn(c.Room, c.Person.Stature))
}

// ItemRungs are the loads of a piece of the catalogue to this person in this room.
func (c Case) ItemRungs(it gear.Item, origin load.Origin, id string) []load.Rung {
	return append(it.Rungs(origin, id), c.bandRungs(it.Elastics(id))...)
}

func (c Case) has() map[movement.Capability]bool {
	has := map[movement.Capability]bool{movement.Lane: c.Room.Lane() >= laneFrom}
	for _, o := range c.Owned {
		for _, s := range o.Item.Supplies {
			has[s] = true
		}
	}
	return has
}

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
	Supplies  []movement.Capability
	Requires  [][]string
	Filling   string
	Takes     quantity.Mass
	Note      string
	Caution   string
	Excluded  quantity.Phrase
	Fill      *load.Fill // how far it is filled, for a fixed fill
	Container string     // name of the container it fills

	twin string // equal for equal states of equal containers
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
	fillMinutes = 4
	packMinutes = 6
)

// boughtFilling is how much of a filling one purchase gives, in kg, by key of
// the item (sample data, as the catalogue).
const boughtFilling = quantity.Mass(50)

// Candidates lists what a plan can choose from, in a fixed order: purchases as
// in the catalogue, then each container's states. An unknown currency is an
// error.
func Candidates(c Case) ([]Candidate, error) {
	owned := map[string]bool{}
	for _, o := range c.Owned {
		owned[o.Item.Key] = true
	}
	sources := c.fillingSources()
	heads := c.Heads()
	var out, fills []Candidate
	for _, it := range gear.All() {
		if owned[it.Key] {
			continue
		}
		price, err := it.SamplePrice(c.Currency)
		if err != nil {
			return nil, err
		}
		out = append(out, Candidate{
			Key: it.Key, Name: it.Name, Origin: load.Bought, Cost: price.Minor, Floor: it.Floor,
			Rungs: c.ItemRungs(it, load.Bought, it.Key), Supplies: it.Supplies, Requires: unowned(it.Needs, owned),
			Filling: it.Filling, Note: it.Note, Caution: it.Caution, Excluded: c.excludes(it, heads),
		})
		for _, k := range vesselsOf(it) {
			for _, f := range c.states(k, sources) {
				f.Requires = append(f.Requires, []string{it.Key})
				fills = append(fills, f)
			}
		}
	}
	for _, k := range c.Containers {
		fills = append(fills, c.states(k, sources)...)
	}
	return append(out, fills...), nil
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

func (c Case) excludes(it gear.Item, heads []space.Headroom) quantity.Phrase {
	if it.Drilled && c.Room.Walls == space.NoHoles {
		return quantity.Say("must be fixed to a wall, and these walls may not be drilled")
	}
	if it.Drilled && c.Room.Walls == space.UnknownWall {
		return quantity.Say("must be fixed to a wall, and nobody has said yet whether these may be drilled")
	}
	if h, ok := space.HeadroomFor(heads, it.Head); ok && !h.Fits {
		return quantity.Say("needs a ceiling of ", quantity.Amount(quantity.KindLength, h.Needed.Value), " for this stature, the room has ", quantity.Amount(quantity.KindLength, float64(c.Room.Ceiling)))
	}
	return nil
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
				Vessel: load.Vessel{Tare: v.Tare, Capacity: v.Capacity, Rating: kind.Limit, Profile: load.Prism{Capacity: v.Capacity, Height: v.Height}},
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
func (c Case) fillingSources() []source {
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
	return out
}

// fixedShares are the fills offered for a container that stays as it is filled.
var fixedShares = []float64{1, 0.5}

// states are the ways a container can be: as it is, or filled anew. Of equal
// ways the one that is at hand and reaches further is kept.
func (c Case) states(k load.Container, sources []source) []Candidate {
	var out []Candidate
	whole := k
	if rungs := k.Rungs(); len(rungs) > 0 {
		keep := Candidate{Key: "keep:" + k.ID, Name: k.Name + " as it is", Origin: load.Scrap, Group: k.ID, Keep: true, Rungs: rungs, Container: k.Name}
		if fill, err := k.Fill(); err == nil {
			fill.Mass = k.Mass(fill)
			keep.Fill = &fill
		}
		out = append(out, keep)
	}
	if k.Sold > 0 {
		return out // it stays as it was sold
	}
	k.Weighed = quantity.Estimate{}
	for _, s := range sources {
		if k.Kind.Soft != !s.filling.Loose {
			continue // loose things into hard containers, solid ones into bags
		}
		k.Filling = s.filling
		if k.Adjustable {
			if s.filling.Key == "stuffing" {
				continue // it only fills up what other things leave
			}
			out = append(out, c.state(k, s, "any", fillVerb(k)+" "+k.Name+" with "+s.filling.Name+", to any level"))
			continue
		}
		most, _ := k.Vessel.Most(s.filling)
		for _, share := range fixedShares {
			k.Volume = min(k.Vessel.Capacity*quantity.Volume(share), most.Volume)
			name := fmt.Sprintf("Fill %s with %s", k.Name, s.filling.Name)
			out = append(out, c.state(k, s, fmt.Sprintf("%g", share), name))
		}
	}
	out = undominatedStates(out)
	k = whole
	k.ID, k.Name = "", ""
	for i := range out {
		_, variant, _ := strings.Cut(out[i].Key, whole.ID)
		out[i].twin = fmt.Sprintf("%v%s", k, variant)
	}
	return out
}

func fillVerb(k load.Container) string {
	if k.Kind.Soft {
		return "Pack"
	}
	return "Fill"
}

func (c Case) state(k load.Container, s source, variant, name string) Candidate {
	out := Candidate{
		Key: "fill:" + k.ID + ":" + s.filling.Key + ":" + variant, Name: name, Origin: load.Scrap, Group: k.ID, Rungs: k.Rungs(),
		Minutes: fillMinutes, Caution: fillCaution(k, s.filling), Container: k.Name, Filling: "",
	}
	if k.Kind.Soft {
		out.Minutes = packMinutes
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

// with are the means with a set of candidates in place of today's containers.
func (c Case) with(all []Candidate, chosen []int) coverage.Means {
	rungs, has := c.ownedRungs(), c.has()
	for _, i := range chosen {
		rungs = append(rungs, all[i].Rungs...)
		for _, s := range all[i].Supplies {
			has[s] = true
		}
	}
	return coverage.Means{Ladder: load.NewLadder(rungs), Has: has, Heads: c.Heads()}
}

func sortedKeys[V any](m map[string]V) []string {
	out := make([]string, 0, len(m))
	for k := range m {
		out = append(out, k)
	}
	sort.Strings(out)
	return out
}
