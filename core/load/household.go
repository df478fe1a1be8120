package load

import "scrappyrack/core/quantity"

// Starter is a thing that households have, to tick off instead of typing: a
// container of a kind, or a thing to pack with. Masses and sizes are general
// knowledge and are weighed and measured before they count for much.
type Starter struct {
	Key, Name string
	Kind      string // of a container; empty for a thing
	Capacity  quantity.Volume
	Mass      quantity.Mass // empty, or of one thing
	Half      quantity.Mass // how far that may be off, ±
	Height    quantity.Length
	Net       quantity.Mass // as sold
	Filling   string
	Hard      bool
	System    quantity.System // where it is sold; empty for both
}

const (
	usGallon = quantity.Volume(quantity.USGallonL)
	inch     = quantity.Length(quantity.InchM)
	pound    = quantity.Mass(quantity.PoundKg)
)

var starters = []Starter{
	{Key: "bottle-1.5", Name: "1.5 L drinks bottle", Kind: "bottle", Capacity: 1.5, Mass: 0.035, Half: 0.01, Height: 0.30,
		Filling: "fresh-water", System: quantity.Metric},
	{Key: "bottle-2", Name: "2 L drinks bottle", Kind: "bottle", Capacity: 2, Mass: 0.045, Half: 0.01, Height: 0.31,
		Filling: "fresh-water"},
	{Key: "jug-gallon", Name: "1 gal milk jug", Kind: "jug", Capacity: usGallon, Mass: 0.065, Half: 0.01, Height: 0.25,
		Filling: "fresh-water", System: quantity.US},
	{Key: "jug-4l", Name: "4 L jug with a handle", Kind: "jug", Capacity: 4, Mass: 0.11, Half: 0.03, Height: 0.26, Filling: "fresh-water",
		System: quantity.Metric},
	{Key: "jug-5l", Name: "5 L water canister", Kind: "jug", Capacity: 5, Mass: 0.2, Half: 0.05, Height: 0.28, Filling: "fresh-water"},
	{Key: "detergent", Name: "detergent jug, handle", Kind: "jug", Capacity: 3, Mass: 0.16, Half: 0.04, Height: 0.27, Filling: "dry-sand"},
	{Key: "bucket-10", Name: "10 L household bucket", Kind: "bucket", Capacity: 10, Mass: 0.5, Half: 0.15, Height: 0.25,
		Filling: "fresh-water", System: quantity.Metric},
	{Key: "pail-5gal", Name: "5 gal pail", Kind: "bucket", Capacity: 5 * usGallon, Mass: 1.0, Half: 0.15, Height: 14.2 * inch,
		Filling: "dry-sand", System: quantity.US},
	{Key: "pail-2gal", Name: "2 gal pail", Kind: "bucket", Capacity: 2 * usGallon, Mass: 0.5, Half: 0.1, Height: 9.5 * inch,
		Filling: "fresh-water", System: quantity.US},
	{Key: "shopping-bag", Name: "reusable shopping bag", Kind: "bag", Capacity: 15, Mass: 0.1, Half: 0.03, Height: 0.35, Filling: "books"},
	{Key: "day-pack", Name: "day pack", Kind: "backpack", Capacity: 22, Mass: 0.7, Half: 0.2, Height: 0.45, Filling: "stuffing"},
	{Key: "duffel", Name: "duffel bag", Kind: "duffel", Capacity: 50, Mass: 0.9, Half: 0.3, Height: 0.3, Filling: "stuffing"},
	{Key: "basket", Name: "laundry basket", Kind: "basket", Capacity: 40, Mass: 1.2, Half: 0.3, Height: 0.3, Filling: "books"},
	{Key: "crate", Name: "tote crate", Kind: "crate", Capacity: 45, Mass: 1.9, Half: 0.4, Height: 0.32, Filling: "books"},
	{Key: "rice-5kg", Name: "5 kg sack of rice", Kind: "sack", Capacity: 6.5, Mass: 0.02, Half: 0.01, Height: 0.1, Net: 5, Filling: "rice",
		System: quantity.Metric},
	{Key: "rice-10lb", Name: "10 lb sack of rice", Kind: "sack", Capacity: 6, Mass: 0.02, Half: 0.01, Height: 0.1, Net: 10 * pound,
		Filling: "rice", System: quantity.US},
	{Key: "potatoes-15lb", Name: "15 lb sack of potatoes", Kind: "sack", Capacity: 11, Mass: 0.02, Half: 0.01, Height: 0.15,
		Net: 15 * pound, Filling: "rice", System: quantity.US},
	{Key: "petfood-12kg", Name: "12 kg sack of pet food", Kind: "sack", Capacity: 28, Mass: 0.12, Half: 0.04, Height: 0.2, Net: 12,
		Filling: "beans", System: quantity.Metric},
	{Key: "petfood-30lb", Name: "30 lb sack of pet food", Kind: "sack", Capacity: 32, Mass: 0.13, Half: 0.04, Height: 0.2, Net: 30 * pound,
		Filling: "beans", System: quantity.US},
	{Key: "book", Name: "hardback book", Capacity: 1.2, Mass: 0.9, Half: 0.3, Hard: true},
	{Key: "paperback", Name: "paperback", Capacity: 0.45, Mass: 0.3, Half: 0.1},
	{Key: "paper", Name: "ream of paper, 500 sheets", Capacity: 3.3, Mass: 2.5, Half: 0.05, Hard: true},
	{Key: "tin", Name: "tin of beans", Capacity: 0.45, Mass: 0.48, Half: 0.02, Hard: true},
	{Key: "water-bottle", Name: "0.5 L bottle, full", Capacity: 0.55, Mass: 0.52, Half: 0.01},
	{Key: "flour", Name: "bag of flour", Capacity: 1.7, Mass: 1.01, Half: 0.02, System: quantity.Metric},
	{Key: "flour-5lb", Name: "5 lb bag of flour", Capacity: 3.8, Mass: 5 * pound, Half: 0.03, System: quantity.US},
	{Key: "brick", Name: "brick", Capacity: 1.4, Mass: 2.3, Half: 0.3, Hard: true},
	{Key: "dumbbell-disc", Name: "loose small weight", Capacity: 0.3, Mass: 1.25, Half: 0.05, Hard: true},
}

// Starters lists what households have, for a system of units.
func Starters(system quantity.System) []Starter {
	var out []Starter
	for _, s := range starters {
		if s.System == "" || s.System == system {
			out = append(out, s)
		}
	}
	return out
}
