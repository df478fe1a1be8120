// Package gear is the catalogue of generic things to buy. Every price in it is
// invented sample data; a practice works with its own.
package gear

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Loads are masses a thing gives in some holds: From to To in steps of Step
// (kg), or every mass between when Step is 0.
type Loads struct {
	Holds          []load.Hold
	From, To, Step quantity.Mass
}

// Item is one thing to buy. Price is in the minor unit of the sample currency
// (GBP). Floor is the room it takes when it stands, in m², Stand where and how. Drilled says that it
// is fixed to a wall. Head is the height of room it needs to be of use.
// Needs lists, as an AND of ORs, the keys it is useless without. Filling names
// what it lets containers be filled with; Bands are elastic; Vessels are empty containers that
// come with it.
type Item struct {
	Key, Name string
	Price     int64
	Floor     float64
	Drilled   bool
	Bears     quantity.Mass // of a body that hangs from it at the most, 0 where that is no matter
	Head      space.Use
	Needs     [][]string
	Supplies  []capability.Supply
	OnDoor    bool // what it bears is what the door bears
	Loads     []Loads
	Bands     []Elastic
	Filling   string
	Vessels   []Vessel
	Stand     Stand
	Note      string
	Caution   string
}

// Stand is the floor that an item stands on, in m, and what is worked on around it; the zero
// one of what is hung up or put away.
//
// Through is the narrowest way in that it passes, in m: it comes in parts where it can.
type Stand struct {
	Width, Depth quantity.Length
	Zone         space.Zone
	Through      quantity.Length
}

// Elastic is a band as it is sold: a loop's rest length is that laid flat; width
// and thickness are of one strand, all in m.
type Elastic struct {
	Kind             band.Kind
	Rest             quantity.Length
	Width, Thickness quantity.Length
}

// Elastics are the item's bands with the curves that their sizes let one expect;
// id names the thing.
func (it Item) Elastics(id string) []band.Band {
	var out []band.Band
	for i, e := range it.Bands {
		c, err := band.Estimate(e.Rest, e.Kind.Strands(), e.Width, e.Thickness)
		if err != nil {
			continue // no such item is in the catalogue: a test sees to it
		}
		b := band.Band{ID: id, Name: it.Name, Kind: e.Kind, Curve: c}
		if len(it.Bands) > 1 {
			b.Name = fmt.Sprintf("%s, no. %d", it.Name, i+1)
		}
		out = append(out, b)
	}
	return out
}

// Vessel is a number of equal empty containers of a kind and capacity.
type Vessel struct {
	Kind     string
	Count    int
	Capacity quantity.Volume
	Tare     quantity.Mass
	Height   quantity.Length
}

// Rungs are the loads of the item, but for its bands, as rungs of an origin; id
// names the thing.
func (it Item) Rungs(origin load.Origin, id string) []load.Rung {
	var out []load.Rung
	for _, l := range it.Loads {
		for _, h := range l.Holds {
			out = append(out, l.rungs(h, origin, id, it.Name)...)
		}
	}
	return out
}

func (l Loads) rungs(h load.Hold, origin load.Origin, id, name string) []load.Rung {
	rung := func(low, high quantity.Mass) load.Rung {
		label := name
		if l.From != l.To {
			label = fmt.Sprintf("%s at %g kg", name, float64(low))
		}
		if low != high {
			label = name
		}
		u := quantity.Mass(0.02) * high // common practice: marked masses are good to about 2 %
		return load.Rung{Hold: h, Low: low, High: high, U: u, Origin: origin, Things: []string{id}, Label: label}
	}
	if l.Step <= 0 {
		return []load.Rung{rung(l.From, l.To)}
	}
	var out []load.Rung
	for i := 0; ; i++ {
		m := l.From + quantity.Mass(i)*l.Step
		if m > l.To+1e-9 {
			return out
		}
		out = append(out, rung(m, m))
	}
}

// ByKey finds an item.
func ByKey(key string) (Item, error) {
	for _, it := range catalogue {
		if it.Key == key {
			return it, nil
		}
	}
	return Item{}, fmt.Errorf("the catalogue has nothing called %q", key)
}

// Cheapest are the items that supply what meets a requirement, the cheapest first (by
// sample price, with what each is useless without at its cheapest).
func Cheapest(r capability.Requirement) []Item {
	var out []Item
	for _, it := range catalogue {
		if quality, _ := r.Best(it.Supplies); quality > 0 {
			out = append(out, it)
		}
	}
	slices.SortStableFunc(out, func(a, b Item) int { return cmp.Compare(a.whole(), b.whole()) })
	return out
}

// whole is the price of an item with what it is useless without, at its cheapest.
func (it Item) whole() int64 {
	sum := it.Price
	for _, any := range it.Needs {
		least := int64(math.MaxInt64)
		for _, key := range any {
			if other, err := ByKey(key); err == nil {
				least = min(least, other.Price)
			}
		}
		if least < math.MaxInt64 {
			sum += least
		}
	}
	return sum
}

// All lists the catalogue.
func All() []Item { return append([]Item(nil), catalogue...) }

// sampleRates turn the invented sample prices into other currencies; they are
// as invented as the prices.
var sampleRates = map[string]float64{
	"GBP": 1, "EUR": 1.2, "USD": 1.3, "CAD": 1.8, "AUD": 2, "NZD": 2.2, "CHF": 1.15, "SEK": 13.5, "NOK": 13.5, "DKK": 9,
	"ISK": 175, "PLN": 5, "CZK": 29, "JPY": 190, "KRW": 1750, "INR": 108, "BRL": 7, "ZAR": 23,
}

// SamplePrice is the invented price in a currency, rounded to its main unit.
// An unknown currency is an error.
func (it Item) SamplePrice(currency string) (quantity.Money, error) {
	return Sample(it.Price, currency)
}

// Sample is an invented price of so many pence in a currency, rounded to its main unit. An
// unknown currency is an error.
func Sample(pence int64, currency string) (quantity.Money, error) {
	rate, ok := sampleRates[currency]
	if !ok {
		return quantity.Money{}, fmt.Errorf("no sample prices in %q", currency)
	}
	major := math.Round(float64(pence) / 100 * rate)
	return quantity.Money{Minor: int64(major) * quantity.MinorPerMajor(currency), Currency: currency}, nil
}

// SampleExact is Sample to the smallest unit of the currency, for what costs little.
func SampleExact(pence int64, currency string) (quantity.Money, error) {
	rate, ok := sampleRates[currency]
	if !ok {
		return quantity.Money{}, fmt.Errorf("no sample prices in %q", currency)
	}
	minor := math.Round(float64(pence) / 100 * rate * float64(quantity.MinorPerMajor(currency)))
	return quantity.Money{Minor: int64(minor), Currency: currency}, nil
}
