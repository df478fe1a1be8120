package workbench

import (
	"slices"

	"scrappyrack/core/builds"
	"scrappyrack/core/client"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/stock"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// What follows for builds: what pulls them, where they stand, what they come to.

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
