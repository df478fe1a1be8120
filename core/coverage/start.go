package coverage

import (
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/client"
	"scrappyrack/core/movement"
)

// House values of a cautious start (general professional knowledge, from memory).
const (
	ageFrom    = 60
	ageYear    = 0.025
	ageLeast   = 0.5
	half       = 0.5
	startLeast = 0.35
	trained    = 0.7 // of a guess in pregnancy, for who has trained before; half for who is new
	young      = 0.7 // of a grown-up's of the same mass, for who is new and under 18
	sitting    = 0.7 // without the legs and often the trunk
	lightCare  = 0.75
	lightFrom  = 70
)

// laidOff is what is left of a load after weeks without training (house values).
func laidOff(weeks float64) float64 {
	switch {
	case weeks < 2:
		return 1
	case weeks < 4:
		return 0.9
	case weeks < 8:
		return 0.75
	case weeks <= 12:
		return 0.6
	}
	return half
}

// weeksAMonth are those of a mean month.
const weeksAMonth = 365.25 / 12 / 7

// LaidOff is what is left of a load after months without training, as a share: 1 below two weeks, 0.9 below
// four, 0.75 below eight, 0.6 up to twelve, then a half (house values).
func LaidOff(months float64) float64 { return laidOff(months * weeksAMonth) }

// start is the share of what is known or presumed with which a need is begun, and why: age times the least of
// lay-off, operation and pregnancy, at least 0.35; less again for who is young and new, sits, or carries when
// old. A test answers for age; it says nothing of what came after it: newest is how many months ago the last
// was, +Inf where nobody dated it.
func start(p client.Person, n need, tested bool, newest float64) (share float64, why string) {
	age, least := 1.0, 1.0
	words := ""
	say := func(text string, of ...any) {
		if words != "" {
			words += ", "
		}
		words += fmt.Sprintf(text, of...)
	}
	if p.Age > ageFrom && !tested {
		age = math.Max(ageLeast, 1-ageYear*float64(p.Age-ageFrom))
		say("age %d", p.Age)
	}
	lesser := func(by float64, text string, of ...any) {
		if by < 1 {
			say(text, of...)
		}
		least = math.Min(least, by)
	}
	if operated(p, n, tested, newest) {
		lesser(half, "half after the operation")
	}
	if !(tested && newest < p.LayOff) {
		lesser(LaidOff(p.LayOff), "%.0f %% after %.2g months without training", 100*LaidOff(p.LayOff), p.LayOff)
	}
	if weeks, born := p.SinceBirth(); born && weeks < postnatal && !(tested && newest < float64(weeks)/weeksAMonth) {
		lesser(half, "half after birth")
	}
	switch {
	case tested:
	case p.Expecting() > 0 && p.Experience == client.New:
		lesser(half, "half in pregnancy")
	case p.Expecting() > 0:
		lesser(trained, "70 %% in pregnancy")
	case p.Goal == client.BackTo:
		lesser(half, "half, coming back to training")
	}
	share = math.Max(startLeast, age*least)
	if tested {
		return share, words
	}
	if p.Age > 0 && p.Age < client.GrownUp && p.Experience == client.New {
		share *= young
		say("70 %% under 18")
	}
	if p.Spares(movement.Seated) {
		share *= sitting
		say("70 %% sitting")
	}
	if (p.Goal == client.Older || p.Age >= lightFrom) && n.pattern == movement.Carry {
		share *= lightCare
		say("carries light")
	}
	return share, words
}

const postnatal = 12 // weeks

// operated says that a part which the need asks of was operated on within a year, and that no
// test has been done since.
func operated(p client.Person, n need, tested bool, newest float64) bool {
	for _, o := range p.Recent() {
		if slices.Contains(n.regions(), o.Part) && !(tested && o.At > 0 && newest < o.Ago(p.Now)) {
			return true
		}
	}
	return false
}

// regions are the parts of the body whose operation makes a need be begun with half.
func (n need) regions() []client.Part {
	legParts := []client.Part{client.KneePart, client.HipPart, client.FootPart}
	arms := []client.Part{client.ShoulderPart, client.ElbowPart, client.HandPart, client.NeckPart, client.ChestPart}
	trunk := []client.Part{client.BackPart, client.AbdomenPart}
	switch {
	case n.family == legs:
		return slices.Concat(legParts, trunk)
	case n.pattern == movement.Carry:
		return slices.Concat(trunk, []client.Part{client.HandPart, client.ShoulderPart})
	case n.family == push:
		return arms
	case n.family == pull:
		return slices.Concat(arms, trunk)
	}
	return trunk
}
