package coverage

import (
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/client"
	"scrappyrack/core/movement"
)

// House values of a cautious start, until a test: from 60 on 1 % less a year, from 70 half of
// that; half after an operation of the region or a lay-off of three months and more, and for
// whoever comes back to training; loads light for an older adult who carries.
const (
	ageFrom   = 60
	ageYear   = 0.01
	halfFrom  = 70
	half      = 0.5
	longOff   = 3 // months
	lightCare = 0.75
)

// start is the share of what is presumed with which a need is begun, and why. A test answers
// for age; it says nothing of an operation or a lay-off that
// came after it: newest is how many months ago the last was, +Inf where nobody dated it.
func start(p client.Person, n need, tested bool, newest float64) (share float64, why string) {
	share = 1
	say := func(by float64, words string) {
		share *= by
		if why != "" {
			why += ", "
		}
		why += words
	}
	if p.Age > ageFrom && !tested {
		say(math.Max(0.4, 1-ageYear*float64(p.Age-ageFrom)), fmt.Sprintf("age %d", p.Age))
	}
	switch {
	case p.Age >= halfFrom && !tested:
		say(half, fmt.Sprintf("half from %d on", halfFrom))
	case operated(p, n, tested, newest):
		say(half, "half after the operation")
	case p.LayOff >= longOff && !(tested && newest < float64(p.LayOff)):
		say(half, fmt.Sprintf("half after %d months without training", p.LayOff))
	case p.Goal == client.BackTo && !tested:
		say(half, "half, coming back to training")
	}
	if p.Goal == client.Older && !tested && n.pattern == movement.Carry {
		say(lightCare, "carries light")
	}
	return share, why
}

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
func (n need) regions() []movement.Limit {
	switch n.family {
	case legs:
		return []movement.Limit{movement.Knee, movement.LowBack}
	case push:
		return []movement.Limit{movement.ShoulderOf, movement.WristGrip}
	case pull:
		return []movement.Limit{movement.ShoulderOf, movement.WristGrip, movement.LowBack}
	}
	return []movement.Limit{movement.LowBack}
}
