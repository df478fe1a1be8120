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
	say := func(hold bool, text, yours string) {
		out = append(out, Caution{"client", hold, quantity.Say(text), quantity.Say(yours)})
	}
	names := func(all []client.Question) string {
		var words []string
		for _, q := range all {
			words = append(words, q.Short)
		}
		return strings.Join(words, ", ")
	}
	if unasked := p.Health.Open(); len(unasked) > 0 {
		say(true, fmt.Sprintf("questions before training that nobody has answered: %s", names(unasked)),
			fmt.Sprintf("Before you train, answer what nobody has asked you yet: %s", names(unasked)))
	}
	for _, h := range p.Deferred() {
		say(true, fmt.Sprintf("answered with yes: %s. %s", h.Name, cmp.Or(upper(h.Why), "A physician first; then write down whose word it is, of which day, and what was said")),
			fmt.Sprintf("You answered with yes: %s. Do not train until a physician has said that you may", h.Name))
	}
	open, why := p.Uncleared()
	for i, o := range open {
		say(true, fmt.Sprintf("operated on within a year (%s): %s", cmp.Or(o.What, words[o.Part]),
			cmp.Or(why[i], "a physician's word on training first; then write down whose it is, of which day, and what was said")),
			fmt.Sprintf("You were operated on within a year (%s). Do not train until your surgeon or physician has said that you may",
				cmp.Or(o.What, words[o.Part])))
	}
	if p.Health.Floor == client.No && !slices.Contains(p.Limits, movement.NoFloor) {
		say(false, "does not get down to the floor and up again: tick “nothing on the floor” until that is trained",
			"You do not get down to the floor and up again: nothing on the floor until that is trained")
	}
	if p.Health.Alone == client.Yes {
		say(false, "trains alone: a telephone within reach, safeties at the bar, nothing over the face that cannot be let down",
			"You train alone: a telephone within reach, safeties at the bar, nothing over the face that cannot be let down")
	}
	return out
}

// upper is a text as it begins a sentence.
func upper(text string) string {
	if text == "" {
		return ""
	}
	return strings.ToUpper(text[:1]) + text[1:]
}
