// Package caution gathers what can hurt: cautions to read and hold points to
// answer before going on. None of it is medical or structural approval.
package caution

import (
	"errors"

	"scrappyrack/core/band"
	"scrappyrack/core/client"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// Caution is a warning, shown where the work happens. A hold point must be
// answered before going on.
type Caution struct {
	Station string
	Hold    bool
	Text    quantity.Phrase
	Yours   quantity.Phrase // the same as its client reads it, where that is another sentence
	Own     bool            // it is of the person, and of nobody else in the household
}

// Apart parts what is of the whole household from what is of the person.
func Apart(all []Caution) (shared, own []Caution) {
	for _, c := range all {
		if c.Own {
			own = append(own, c)
		} else {
			shared = append(shared, c)
		}
	}
	return shared, own
}

// ForClient is a caution as its client reads it.
func (c Caution) ForClient() quantity.Phrase {
	if len(c.Yours) > 0 {
		return c.Yours
	}
	return c.Text
}

// Always are the cautions that every hand-over carries.
func Always() []Caution {
	return []Caution{
		{Station: "client",
			Text: quantity.Say("Before the first session: heart, dizziness, joints, pregnancy, recent operation, medicines, balance. Any yes goes to a physician first. Pain stops the set.")},
		{Station: "loads",
			Text: quantity.Say("Filled things are rated for carrying, not for training: look at handle, seam and cap before every session, and never stand under one.")},
		{Station: "bands",
			Text: quantity.Say("Bands snap: looked over before every use, retired at any nick, whitening or sticky patch, or after two years. An anchored end gets a slow pull first; nothing is stretched toward the face without a second look at the anchor. Natural rubber: ask about latex allergy.")},
		{Station: "plan",
			Text: quantity.Say("Fixings that a person depends on need rated hardware and a competent person; local codes and a licensed trade decide, a rented wall needs the owner's word.")},
	}
}

// For lists what this case calls for, hold points first.
func For(c client.Client) []Caution {
	var out []Caution
	hold := func(yours quantity.Phrase, words ...any) {
		out = append(out, Caution{Station: "loads", Hold: true, Text: quantity.Say(words...), Yours: yours})
	}
	notUsed := func(name string, why ...any) quantity.Phrase {
		return quantity.Say(append([]any{"Do not use ", name, ": "}, why...)...)
	}
	for _, k := range c.Containers {
		switch k.Condition {
		case load.Retired:
			hold(notUsed(k.Name, "it is worn out"), k.Name, " is retired: empty it and take it away, or say that it is sound again")
			continue
		case load.Tired:
			hold(notUsed(k.Name, "it is worn, and somebody has to look at it first"), k.Name,
				" is worn: it is trusted with 0.7 of its rating; look at handle, seam and cap, then say that it is sound, or retire it")
		}
		fill, err := k.Fill()
		var beyond *load.OutOfReach
		if errors.As(err, &beyond) {
			hold(notUsed(k.Name, "its filling has to be looked at first"), k.Name, ": ", beyond.Reason)
		} else if mass := k.Mass(fill); overloaded(k, mass) {
			most, _ := k.Limit(k.Kind.Holds[0])
			hold(notUsed(k.Name, "it may weigh more than its handle bears"), k.Name, " may weigh up to ",
				quantity.Amount(quantity.KindMass, float64(mass.Highest())),
				", its handle is taken to be good for ", quantity.Amount(quantity.KindMass, float64(most)),
				": pour some out, or find its rating")
		}
	}
	out = append(out, health(c.Person)...)
	out = append(out, rooms(c)...)
	soft := func(station string, words ...any) {
		out = append(out, Caution{Station: station, Text: quantity.Say(words...)})
	}
	for _, b := range c.Bands {
		if b.Curve.Basis == band.Estimated {
			soft("bands", b.Name, " is estimated from its size alone, ± 35 %: three pulls on a hanging scale tell what it does")
		}
	}
	for _, k := range c.Containers {
		if k.Filling.Wet && k.Volume > 0 && k.Closure == load.Open {
			soft("loads", k.Name, " stands open with ", k.Filling.Name, ": weigh again every 14 days (house value)")
		}
	}
	return out
}

// overloaded says that a container may weigh more than the first of its holds is trusted
// with.
func overloaded(k load.Container, mass quantity.Estimate) bool {
	most, _ := k.Limit(k.Kind.Holds[0])
	return most > 0 && mass.Highest() > most
}

func ownsDoorAnchor(c client.Client) bool {
	for _, o := range c.Owned {
		if o.Item.OnDoor {
			return true
		}
	}
	return false
}
