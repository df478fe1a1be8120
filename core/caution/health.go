package caution

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"scrappyrack/core/client"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

// words are the parts of the body that are operated on.
var words = map[movement.Limit]string{movement.Knee: "knee", movement.ShoulderOf: "shoulder", movement.LowBack: "low back", movement.WristGrip: "wrist or hand", "": "another part"}

// health are the hold points of what was asked before training, or was not. None of it is
// medical advice: any yes is a physician's to answer.
func health(p client.Person) []Caution {
	var out []Caution
	say := func(hold bool, text string) {
		out = append(out, Caution{"client", hold, quantity.Say(text)})
	}
	names := func(all []client.Question) string {
		var words []string
		for _, q := range all {
			words = append(words, q.Short)
		}
		return strings.Join(words, ", ")
	}
	if open := p.Health.Open(); len(open) > 0 {
		say(true, fmt.Sprintf("questions before training that nobody has answered: %s", names(open)))
	}
	if yes := p.Health.Deferred(); len(yes) > 0 {
		say(true, fmt.Sprintf("answered with yes: %s. A physician first; then write down who said what, and when", names(yes)))
	}
	for _, o := range p.Uncleared() {
		say(true, fmt.Sprintf("operated on within a year (%s): a physician's word on training first; then write down who said what, and when", cmp.Or(o.What, words[o.Part])))
	}
	if p.Health.Floor == client.No && !slices.Contains(p.Limits, movement.NoFloor) {
		say(false, "does not get down to the floor and up again: tick “nothing on the floor” until that is trained")
	}
	if p.Health.Alone == client.Yes {
		say(false, "trains alone: a telephone within reach, safeties at the bar, nothing over the face that cannot be let down")
	}
	return out
}
