package band

import (
	"fmt"

	"scrappyrack/core/quantity"
)

// Words is the set-up in words.
func (s Set) Words() quantity.Phrase {
	r, m := s.Rig, s.Movement
	var out quantity.Phrase
	say := func(words ...any) {
		if !out.Empty() {
			out = append(out, quantity.Say(", ")...)
		}
		out = append(out, quantity.Say(words...)...)
	}
	level := func(l quantity.Length) quantity.Piece { return quantity.Amount(quantity.KindLevel, float64(l)) }
	if m.Anchored() {
		say(quantity.Amount(quantity.KindLength, float64(r.Distance)), " from the anchor, which is at ",
			quantity.Amount(quantity.KindLength, float64(r.Height)))
	}
	if m.Place == Feet {
		say("feet ", level(r.Stance), " apart")
	}
	if r.Fold > 1 {
		say(fmt.Sprintf("folded into %d", r.Fold))
	}
	if r.Grip > 0.005 {
		say(level(r.Grip), " taken up at the grip")
	}
	if r.Strap > 0 {
		say(level(r.Strap), " of strap")
	}
	if out.Empty() {
		say("as it is")
	}
	return out
}
