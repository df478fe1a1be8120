package workbench

import (
	"fmt"
	"slices"

	"scrappyrack/core/client"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// What follows from who lives there: a person, and the client as each has it.

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

// Called is what one of the people is called, by their id.
func Called(f store.File, who string) string {
	return calledOf(f, max(0, slices.IndexFunc(f.Persons, func(p store.Person) bool { return p.ID == who })))
}

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
