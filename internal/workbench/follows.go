package workbench

import (
	"slices"

	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/caution"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
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
