package caution

import (
	"cmp"
	"fmt"
	"strings"

	"scrappyrack/core/client"
	"scrappyrack/core/quantity"
)

// health are the hold points of what was asked before training, or was not. None of it is
// medical advice: any yes is a physician's to answer.
func health(p client.Person) []Caution {
	var out []Caution
	say := func(hold bool, text, yours string) {
		out = append(out, Caution{Station: "client", Hold: hold, Text: quantity.Say(text), Yours: quantity.Say(yours), Own: true})
	}
	both := func(text string) { say(false, text, upper(text)) }
	var unasked []string
	for _, h := range p.Holds() {
		if h.Unanswered {
			unasked = append(unasked, h.Name)
		}
	}
	if len(unasked) > 0 {
		names := strings.Join(unasked, ", ")
		say(true, "questions before training that nobody has answered: "+names,
			"Before you train, answer what nobody has asked you yet: "+names)
	}
	for _, h := range p.Holds() {
		switch {
		case h.Unanswered:
		case h.Key == client.GuardianHold:
			say(true,
				"under 18: "+cmp.Or(h.Why, "a guardian's word first, and who supervises; then write down whose word it is, of which day"),
				"You are under 18: do not train until a parent or guardian has said that you may, and somebody is there")
		case h.Key == client.OperationGroup:
			say(true, fmt.Sprintf("operated on (%s): %s", h.Name,
				cmp.Or(h.Why, "a physician's word on training first; then write down whose it is, of which day, and what was said")),
				fmt.Sprintf("You were operated on (%s). Do not train what it touches until your surgeon or physician has said that you may",
					h.Name))
		case h.About == "birth":
			say(true,
				h.Name+": "+cmp.Or(h.Why, "breathing, pelvic floor and walking until a midwife's or physician's word is written down"),
				"You gave birth less than six weeks ago: breathing, pelvic floor and walking, until your midwife or physician has said more")
		case h.About == "pain":
			say(true, "pain of 6 and more, or nobody has said how much: "+cmp.Or(h.Why,
				"nothing is trained with it; a physician's or physiotherapist's word first"),
				"You have pain: do not train with it. Ask a physician or physiotherapist first")
		default:
			say(true, fmt.Sprintf("answered with yes: %s. %s", h.Name, cmp.Or(upper(h.Why),
				"A physician first; then write down whose word it is, of which day, and what was said")),
				fmt.Sprintf("You answered with yes: %s. Do not train until a physician has said that you may", h.Name))
		}
	}
	if left := p.Unasked(); len(left) > 0 {
		var names []string
		for _, g := range left {
			names = append(names, strings.ToLower(g.Name))
		}
		say(false, "not asked yet, and spared in a session until it is: "+strings.Join(names, ", "),
			"Tell your consultant, before you train: "+strings.Join(names, ", "))
	}
	for _, s := range p.Implied() {
		both(fmt.Sprintf("movements are chosen around: %s (%s)", strings.ToLower(s.Limit.Name()), s.Why))
	}
	for _, l := range p.Limits {
		if l.Mind() != "" {
			both(strings.ToLower(l.Name()) + ": " + l.Mind())
		}
	}
	for _, m := range p.Minded() {
		both(m)
	}
	if p.Health.Floor == client.WithHelp {
		both("down to the floor and up with help only: floor work with that helper there")
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
