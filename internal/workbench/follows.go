package workbench

import (
	"fmt"
	"slices"

	"scrappyrack/core/band"
	"scrappyrack/core/builds"
	"scrappyrack/core/capability"
	"scrappyrack/core/caution"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/stock"
	"scrappyrack/core/way"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// What follows from a file, part by part. A source gives a part what of the file it may read, and
// nothing else of it: a part that needs more does not find it, in any test.

// none is the key of a part that there is one of.
type none = derive.None

var the none

const day = 24 * 60 * 60

// mostRanges is how many ranges of bands are remembered, whosever they are.
const mostRanges = 8192

var ranges = band.NewMemo(mostRanges)

// now is the beginning of the day, as a Unix time; 0 where dates do not matter.
var now = derive.From(func(in derive.Input, _ none) int64 { return in.Day * day })

// --- things

var ofThings = derive.From(func(in derive.Input, _ none) store.File {
	f := in.File
	return store.File{Batches: f.Batches, Containers: f.Containers, Weighings: f.Weighings, Things: f.Things, Handles: f.Handles,
		Plates: f.Plates}
})

// theStock is what the things come to: batches re-estimated, containers with what is in them,
// weighings read.
var theStock = derive.Made("stock", func(r *derive.Record, _ none) *things { return thingsOf(ofThings.Of(r, the)) }).Unlike()

// aContainer is one that can be worked with, or a zero one.
var aContainer = derive.Made("container", func(r *derive.Record, id string) load.Container {
	s := theStock.Of(r, the)
	if at, ok := s.Find(id); ok && s.Problems[at] == nil {
		return s.Containers[at]
	}
	return load.Container{}
})

var asFilled = derive.Made("fill", func(r *derive.Record, id string) *stock.Filled { return stock.Fill(aContainer.Of(r, id)) }).Unlike()

// allLoads are the containers in their order, with what they weigh.
var allLoads = derive.Made("loads", func(r *derive.Record, _ none) []stock.Loaded {
	s := theStock.Of(r, the)
	lastly := s.LastWeighed()
	out := make([]stock.Loaded, len(s.Containers))
	for i, c := range s.Containers {
		if s.Problems[i] != nil {
			out[i] = stock.Loaded{Container: load.Container{ID: s.Said.Containers[i].ID}, Problem: quantity.Say(s.Problems[i].Error())}
			continue
		}
		out[i] = s.Loaded(c, lastly, asFilled.Of(r, c.ID))
	}
	return out
}).Unlike()

var aHandle = derive.Made("handle", func(r *derive.Record, id string) load.Handle {
	s := theStock.Of(r, the)
	at := slices.IndexFunc(s.handles, func(h load.Handle) bool { return h.ID == id })
	return s.handles[at]
})

var asLoaded = derive.Made("bar", func(r *derive.Record, id string) barRungs { return rungsOf(aHandle.Of(r, id)) }).Unlike()

// handleRungs are the loads of bars and handles with the plates there are. A set that makes too
// many sums gives none here; check refuses it.
var handleRungs = derive.Made("bars", func(r *derive.Record, _ none) (out []load.Rung) {
	for _, h := range theStock.Of(r, the).handles {
		if b := asLoaded.Of(r, h.ID); b.err == nil {
			out = append(out, b.rungs...)
		}
	}
	return out
})

var ofGear = derive.From(func(in derive.Input, _ none) []store.Gear { return in.File.Gear })

var owned = derive.Made("gear", func(r *derive.Record, _ none) (out []client.Owned) {
	for _, g := range ofGear.Of(r, the) {
		if item, err := gear.ByKey(g.Item); err == nil {
			out = append(out, client.Owned{ID: g.ID, Item: item})
		}
	}
	return out
})

// --- bands

var ofBands = derive.From(func(in derive.Input, _ none) (ids []string) {
	for _, b := range in.File.Bands {
		ids = append(ids, b.ID)
	}
	return ids
})

var ofBand = derive.From(func(in derive.Input, id string) store.Band {
	return one(in.File.Bands, func(b store.Band) bool { return b.ID == id })
})

var aBand = derive.Made("band", func(r *derive.Record, id string) BandOf { return bandOf(ofBand.Of(r, id)) })

var allBands = derive.Made("bands", func(r *derive.Record, _ none) []BandOf {
	ids := ofBands.Of(r, the)
	out := make([]BandOf, 0, len(ids))
	for _, id := range ids {
		out = append(out, aBand.Of(r, id))
	}
	return out
})

// --- rooms

var ofRooms = derive.From(func(in derive.Input, _ none) (ids []string) {
	for _, r := range in.File.Rooms {
		ids = append(ids, r.ID)
	}
	return ids
})

var ofRoom = derive.From(func(in derive.Input, id string) store.File {
	f := in.File
	out := store.File{Rooms: []store.Room{one(f.Rooms, func(r store.Room) bool { return r.ID == id })}}
	for _, o := range f.Openings {
		if o.Room == id {
			out.Openings = append(out.Openings, o)
		}
	}
	for _, o := range f.Overheads {
		if o.Room == id {
			out.Overheads = append(out.Overheads, o)
		}
	}
	for _, x := range f.Fixtures {
		if x.Room == id {
			out.Fixtures = append(out.Fixtures, x)
			if at := slices.IndexFunc(f.Gear, func(g store.Gear) bool { return g.ID == x.Gear }); x.Gear != "" && at >= 0 {
				out.Gear = append(out.Gear, f.Gear[at])
			}
		}
	}
	return out
})

var aRoom = derive.Made("room", func(r *derive.Record, id string) RoomOf {
	f := ofRoom.Of(r, id)
	return roomOf(f, f.Rooms[0])
})

var allRooms = derive.Made("rooms", func(r *derive.Record, _ none) []RoomOf {
	ids := ofRooms.Of(r, the)
	out := make([]RoomOf, 0, len(ids))
	for _, id := range ids {
		out = append(out, aRoom.Of(r, id))
	}
	return out
})

var bodies = derive.From(func(in derive.Input, who string) space.Body {
	p, _ := in.File.Person(who)
	return bodyOf(*p, in.File.Space)
})

type asked struct{ room, who string }

var roomAnswer = derive.Made("answer", func(r *derive.Record, q asked) space.Answer {
	return space.Ask(aRoom.Of(r, q.room).Room, bodies.Of(r, q.who))
})

// answers are what the rooms come to for somebody.
var answers = derive.Made("answers", func(r *derive.Record, who string) space.Answers {
	ids := ofRooms.Of(r, the)
	all := make([]space.Answer, 0, len(ids))
	for _, id := range ids {
		all = append(all, roomAnswer.Of(r, asked{id, who}))
	}
	return space.Gather(coreRooms(allRooms.Of(r, the)), all, bodies.Of(r, who))
})

// --- person

var ofHandbook = derive.From(func(in derive.Input, _ none) *store.Handbook { return in.File.Handbook })

var library = derive.Made("library", func(r *derive.Record, _ none) *movement.Library { return libraryOf(ofHandbook.Of(r, the)) }).
	Unlike()

// people are those of the household, in their order.
var people = derive.From(func(in derive.Input, _ none) (ids []string) {
	for _, p := range in.File.Persons {
		ids = append(ids, p.ID)
	}
	return ids
})

// first is whom the client came for.
func first(r *derive.Record) string { return ofFirst.Of(r, the) }

var ofFirst = derive.From(func(in derive.Input, _ none) string {
	p, _ := in.File.Person("")
	return p.ID
})

// seen is as whom the file is looked at.
func seen(r *derive.Record) string { return ofSeen.Of(r, the) }

var ofSeen = derive.From(func(in derive.Input, _ none) string { return in.File.Looked().ID })

// ofPerson is what is said of one of them, and nothing of the others.
var ofPerson = derive.From(func(in derive.Input, who string) store.File { return aloneOf(*in.File, who) })

var thePerson = derive.Made("person", func(r *derive.Record, who string) client.Person {
	return personOf(ofPerson.Of(r, who), library.Of(r, the), now.Of(r, the))
})

var massGuessed = derive.From(func(in derive.Input, who string) bool {
	p, _ := in.File.Person(who)
	return p.BodyMassKg == 0 && p.StatureM > 0
})

// heavy is the heaviest who trains there.
type heavy struct {
	body quantity.Estimate
	who  string
}

var trainees = derive.From(func(in derive.Input, _ none) (all []client.Trainee) {
	for i, p := range in.File.Persons {
		one := client.Trainee{Name: p.Name, Stature: quantity.Length(p.StatureM), Mass: quantity.Mass(p.BodyMassKg)}
		if i == 0 && len(in.File.Persons) == 1 {
			one.Name = ""
		}
		all = append(all, one)
	}
	return all
})

// allergic says that somebody in the household is allergic to latex, whomever it is asked for.
var allergic = derive.From(func(in derive.Input, _ none) bool {
	return slices.ContainsFunc(in.File.Persons, func(p store.Person) bool { return client.Person{Health: healthOf(p)}.Allergic() })
})

var heaviestThere = derive.Made("heaviest", func(r *derive.Record, _ none) heavy {
	body, who := client.Heaviest(trainees.Of(r, the)...)
	return heavy{body, who}
})

// --- client

type means struct {
	currency, units string
	budget          int64
	pins            []store.Pin
	atHand          []string
	wayIn           float64
}

var ofMeans = derive.From(func(in derive.Input, _ none) means {
	f := in.File
	return means{f.Profile.Currency, f.Profile.Units, f.Profile.BudgetMinor, f.Pins, f.AtHand, f.Space.WayWidthM}
})

// theClient is the client with all there is, what was built and counts too.
var theClient = derive.Made("client", func(r *derive.Record, who string) client.Client {
	s, m := theStock.Of(r, the), ofMeans.Of(r, the)
	c := client.Client{
		Person: thePerson.Of(r, who), Rooms: coreRooms(allRooms.Of(r, the)), Space: answers.Of(r, who), WayIn: quantity.Length(m.wayIn),
		AtHand: m.atHand, Own: s.Own(), Containers: s.Usable(), Owned: owned.Of(r, the), Handles: handleRungs.Of(r, the),
		Bands:    fit(allBands.Of(r, the)),
		Currency: m.currency, Lines: lineStep(m.units), Budget: m.budget, Pins: map[string]client.Pin{}, Memo: ranges,
		Heaviest: heaviestThere.Of(r, the).body.Value, Latex: allergic.Of(r, the), Made: made.Of(r, the),
	}
	for _, pin := range m.pins {
		c.Pins[pin.ID] = client.Pin(pin.Pin)
	}
	return c
}).Unlike()

// theHousehold is the client with all of the people whom something is planned for, as far as somebody has
// measured them; the first of them, where there is none.
var theHousehold = derive.Made("people planned for", func(r *derive.Record, _ none) client.Client {
	var all []client.Client
	for _, who := range plannedFor.Of(r, the) {
		c := theClient.Of(r, who.ID)
		c.ID, c.Called, c.Weight = who.ID, who.Name, who.Weight
		all = append(all, c)
	}
	if len(all) == 0 {
		return theClient.Of(r, first(r))
	}
	if len(all) == 1 {
		return theClient.Of(r, all[0].ID)
	}
	all[0].Others = all[1:]
	return all[0]
}).Unlike()

// planned is one whom something is planned for.
type planned struct {
	ID, Name string
	Weight   int
}

var plannedFor = derive.From(func(in derive.Input, _ none) (out []planned) {
	for i, p := range in.File.Persons {
		if !p.Aside && p.StatureM > 0 {
			out = append(out, planned{p.ID, calledOf(*in.File, i), p.Weight})
		}
	}
	return out
})

// calledOf is what one of the people is called, the client's name where the first has none.
func calledOf(f store.File, at int) string {
	switch p := f.Persons[at]; {
	case p.Name != "":
		return p.Name
	case at == 0:
		return f.Profile.Name
	}
	return fmt.Sprint("person ", at+1)
}

// --- builds

// household is what the loads of the household come to.
var household = derive.Made("household", func(r *derive.Record, _ none) builds.Loads {
	var all [][]load.Rung
	for _, c := range theStock.Of(r, the).Usable() {
		all = append(all, asFilled.Of(r, c.ID).Rungs)
	}
	for _, o := range owned.Of(r, the) {
		all = append(all, o.Item.Rungs(load.Bought, o.ID))
	}
	return builds.LoadsOf(append(all, handleRungs.Of(r, the)))
})

var ofRigs = derive.From(func(in derive.Input, _ none) []store.Rig { return in.File.Rigs })

// pulling is what a set-up of bands is worked out with.
type pulling struct {
	units    quantity.System
	stature  quantity.Length // 0 where nobody has measured it
	mass     quantity.Mass
	farthest quantity.Length
	surface  space.Surface
	bands    []BandOf
}

var ofPulling = derive.From(func(in derive.Input, who string) pulling {
	p, _ := in.File.Person(who)
	return pulling{units: unitsOf(*in.File), stature: quantity.Length(p.StatureM), mass: quantity.Mass(p.BodyMassKg),
		surface: surfaceOf(*in.File)}
})

var thePulling = derive.Made("pulling", func(r *derive.Record, who string) pulling {
	p := ofPulling.Of(r, who)
	p.farthest, p.bands = answers.Of(r, who).Farthest, allBands.Of(r, the)
	return p
})

// hardest is the hardest that a set-up may pull, whoever of those that were measured uses it.
var hardest = derive.Made("hardest pull", func(r *derive.Record, _ none) (most quantity.Force) {
	for _, who := range people.Of(r, the) {
		if who != first(r) && bodies.Of(r, who).Stature == 0 {
			continue
		}
		for _, p := range pullsOf(thePulling.Of(r, who), ofRigs.Of(r, the)) {
			most = max(most, p.Anchor.Force)
		}
	}
	return most
})

// theSituation is what builds stand in, without a place and without the loads of the household.
var theSituation = derive.Made("situation", func(r *derive.Record, _ none) builds.Situation {
	p, there := thePerson.Of(r, first(r)), heaviestThere.Of(r, the)
	s := builds.Situation{Stature: p.Stature, Wall: -1, Lane: answers.Of(r, first(r)).Lane, Body: there.body, Who: there.who,
		Inches: ofPulling.Of(r, first(r)).units == quantity.US}
	return s.PulledBy(fit(allBands.Of(r, the)), hardest.Of(r, the))
})

var ofBuilds = derive.From(func(in derive.Input, _ none) []store.Build { return in.File.Builds })

// ofBuild is a build without what its strength does not rest on.
var ofBuild = derive.From(func(in derive.Input, id string) store.Build {
	b := one(in.File.Builds, func(b store.Build) bool { return b.ID == id })
	b.Name, b.State, b.Tests = "", "", nil
	return b
})

// roomFor is a room, none where there is no such room.
var roomFor = derive.Made("room for", func(r *derive.Record, id string) []space.Room {
	if !slices.Contains(ofRooms.Of(r, the), id) {
		return nil
	}
	return []space.Room{aRoom.Of(r, id).Room}
})

// taken is what a build takes of a wall, if it does.
var taken = derive.Made("taken", func(r *derive.Record, id string) []builds.Taken {
	b := one(ofBuilds.Of(r, the), func(b store.Build) bool { return b.ID == id })
	return takenBut([]store.Build{b}, roomFor.Of(r, b.Room), "")
})

var takenBesides = derive.Made("taken besides", func(r *derive.Record, id string) (out []builds.Taken) {
	for _, b := range ofBuilds.Of(r, the) {
		if b.ID != id {
			out = append(out, taken.Of(r, b.ID)...)
		}
	}
	return out
})

// asBuilt is a build worked out where it stands, and that place.
type asBuilt struct {
	worked builds.Worked
	err    error
	at     builds.Situation
}

var aBuild = derive.Made("build", func(r *derive.Record, id string) asBuilt {
	b, s := ofBuild.Of(r, id), theSituation.Of(r, the)
	s.Taken = takenBesides.Of(r, id)
	s = placed(b, roomFor.Of(r, b.Room), s)
	its := household.Of(r, the)
	s.Loads = func() builds.Loads { return its }
	out := asBuilt{at: s}
	d, err := builds.DesignByKey(b.Design)
	if err == nil {
		out.worked, err = d.Work(valuesOf(b), s)
	}
	out.err = err
	return out
}).Unlike()

// allBuilds are the builds in their order.
var allBuilds = derive.Made("builds", func(r *derive.Record, _ none) (out []BuildOf) {
	all := ofBuilds.Of(r, the)
	if len(all) == 0 {
		return nil
	}
	loads := proofLoads(theStock.Of(r, the), func(id string) *stock.Filled { return asFilled.Of(r, id) })
	for _, b := range all {
		out = append(out, buildOf(b, aBuild.Of(r, b.ID), loads))
	}
	return out
}).Unlike()

// made is what was built and counts.
var made = derive.Made("made", func(r *derive.Record, _ none) (out []client.Made) {
	for _, b := range ofBuilds.Of(r, the) {
		if one := buildOf(b, aBuild.Of(r, b.ID), nil); one.Counts {
			out = append(out, client.Made{ID: b.ID, Name: b.Name, Supplies: one.Worked.Gives, Rungs: one.Worked.Rungs(b.ID)})
		}
	}
	return out
})

// --- board

// bounds are those of a set-up with a band there, and the stature.
var bounds = derive.Made("bounds", func(r *derive.Record, who string) bounded {
	stature := bodies.Of(r, who).Stature
	return bounded{stature, band.BoundsIn(answers.Of(r, who).Farthest, stature)}
})

type bounded struct {
	stature quantity.Length
	band.Bounds
}

// together are bands that are used together, by their ids, by somebody.
type together struct {
	bands [2]string
	who   string
}

// setRungs are the loads of bands that are used together.
var setRungs = derive.Made("bands' loads", func(r *derive.Record, set together) []load.Rung {
	var bands []band.Band
	for _, id := range set.bands {
		if id != "" {
			bands = append(bands, aBand.Of(r, id).Elastic)
		}
	}
	b := bounds.Of(r, set.who)
	return ranges.RungsOf(bands, client.BandMoves(), b.stature, b.Bounds)
}).Unlike()

var supplies = derive.Made("supplies", func(r *derive.Record, who string) []capability.Supply { return theClient.Of(r, who).Supplies() })

// reach is all that somebody can do today, item by item as they are kept.
var reach = derive.Made("reach", func(r *derive.Record, who string) *way.Stock {
	c := theClient.Of(r, who)
	var items []way.Item
	add := func(rungs []load.Rung) {
		if len(rungs) > 0 {
			items = append(items, way.Item{Option: way.Today, Rungs: rungs})
		}
	}
	for _, k := range c.Containers {
		add(asFilled.Of(r, k.ID).Rungs)
	}
	add(handleRungs.Of(r, the))
	if c.Person.Stature > 0 {
		for _, set := range band.Sets(c.Bands) {
			key := together{who: who}
			for i, b := range set {
				key.bands[i] = b.ID
			}
			add(setRungs.Of(r, key))
		}
	}
	for _, o := range c.Owned {
		add(c.ItemRungs(o.Item, load.Owned, o.ID))
	}
	for _, m := range c.Made {
		add(m.Rungs)
	}
	return way.New(c, append(items, way.Item{Option: way.Today, Supplies: supplies.Of(r, who)}))
}).Unlike()

// held is a board, or why there is none.
type held struct {
	lacks string
	board coverage.Board
}

// theBoard is every need held against the reach: those again that find another.
var theBoard = derive.Again("board", func(r *derive.Record, who string, before held) held {
	p := thePerson.Of(r, who)
	if p.Stature == 0 {
		return held{lacks: "stature"}
	}
	slots, err := coverage.Slots(p)
	if err != nil {
		return held{lacks: err.Error()}
	}
	return held{board: before.board.Again(slots, reach.Of(r, who))}
})

var cautions = derive.Made("cautions", func(r *derive.Record, who string) []caution.Caution { return caution.For(theClient.Of(r, who)) })

// results are all of it, as one of the people has it.
var results = derive.Made("results", func(r *derive.Record, who string) Results {
	s, b := theStock.Of(r, the), theBoard.Of(r, who)
	out := Results{
		Client: theClient.Of(
			r,
			who,
		), Who: who, Lacks: b.lacks, MassGuessed: massGuessed.Of(r, who), Rooms: allRooms.Of(r, the), Loads: allLoads.Of(r, the),
		Batches: s.Batches, Bands: allBands.Of(r, the), Builds: allBuilds.Of(r, the), Reach: reach.Of(r, who).Extents(), Board: b.board,
		Cautions: cautions.Of(r, who),
	}
	for _, other := range people.Of(r, the) {
		if other != who && bodies.Of(r, other).Stature > 0 {
			out.Others = append(out.Others, HeadroomOf{other, answers.Of(r, other)})
		}
	}
	return out
}).Unlike()
