package band

import (
	"slices"

	"scrappyrack/core/quantity"
)

// OutOfReach says that a wanted pull cannot be had by what was asked: why, the
// nearest that can, and what would do.
type OutOfReach struct {
	Reason  quantity.Phrase
	Nearest quantity.Force
	Rig     Rig
	Would   []quantity.Phrase
}

func (e *OutOfReach) Error() string { return e.Reason.In(quantity.Metric) }

// otherwise are the ways that would do with the same bands: another adjuster than
// the one that would not, and another fold.
func (s Set) otherwise(not Adjuster, g Goal, want quantity.Force) []quantity.Phrase {
	var out []quantity.Phrase
	length := func(v quantity.Length) quantity.Piece { return quantity.Amount(quantity.KindLevel, float64(v)) }
	for _, a := range s.Movement.Adjusters() {
		if a == not || a == ByBands {
			continue
		}
		if got, err := s.move(a, g, want); err == nil {
			switch a {
			case ByGrip:
				out = append(out, quantity.Say("take up ", length(got.Rig.Grip), " of each run at the grip"))
			case ByStance:
				out = append(out, quantity.Say("feet ", length(got.Rig.Stance), " apart"))
			case ByDistance:
				out = append(out, quantity.Say("stand ", length(got.Rig.Distance), " from the anchor"))
			}
		}
	}
	for _, fold := range []int{1, 2, 4} {
		t := s
		t.Rig.Fold, t.Rig.Grip = fold, 0
		if fold == s.Rig.Fold || s.Movement.Takes(MiniLoop) {
			continue
		}
		for _, a := range s.Movement.Adjusters() {
			if got, err := t.move(a, g, want); a != ByBands && err == nil {
				out = append(out, quantity.Say(foldWords[fold], ", with the ", string(a), " at ", length(got.length(a))))
				break
			}
		}
	}
	return out
}

// instead are all the ways that would do: with the same bands, with others at hand,
// or how far all of them get.
func (s Set) instead(not Adjuster, g Goal, want quantity.Force, others []Band) []quantity.Phrase {
	out := s.otherwise(not, g, want)
	length := func(v quantity.Length) quantity.Piece { return quantity.Amount(quantity.KindLevel, float64(v)) }
	all := append(append([]Band{}, s.Bands...), others...)
	if got, err := s.subset(g, want, all); err == nil {
		out = append(out, quantity.Say("as it stands, ", namesOf(got.Bands), ": ",
			quantity.Amount(quantity.KindForce, float64(got.gets(g)))))
	} else {
		for _, b := range others {
			t := s
			t.Bands = []Band{b}
			if got, err := t.move(not, g, want); err == nil {
				out = append(out, quantity.Say(b.Name, " instead, with the ", string(not), " at ", length(got.length(not))))
				break
			}
		}
	}
	if len(out) == 0 {
		out = append(out, s.together(not, g, want, others))
	}
	return out
}

// gets is what the set-up pulls, by a goal.
func (s *Set) gets(g Goal) quantity.Force { seen := s.glance(); return seen.of(g) }

// together is what bands used together would do, the asked one with ever more of
// the others, not folded and folded once; or how far all of them get.
func (s Set) together(by Adjuster, g Goal, want quantity.Force, others []Band) quantity.Phrase {
	var most quantity.Force
	others = slices.DeleteFunc(slices.Clone(others), func(b Band) bool { return b.Kind != s.Bands[0].Kind }) // others lie otherwise
	for n := 0; n <= len(others); n++ {
		for _, fold := range []int{1, 2} {
			t := s
			t.Rig.Fold, t.Rig.Grip = fold, 0
			t.Bands = append(append([]Band{}, s.Bands...), others[:n]...)
			if t.Bands[0].Kind == MiniLoop && fold > 1 {
				continue
			}
			got, err := t.move(by, g, want)
			if err == nil {
				return quantity.Say(namesOf(t.Bands), " together, ", foldWords[fold], ", with the ", string(by), " at ",
					quantity.Amount(quantity.KindLevel, float64(got.length(by))))
			}
			most = max(most, err.Nearest)
		}
	}
	return quantity.Say("another band: all of those at hand together get to ", quantity.Amount(quantity.KindForce, float64(most)), " here")
}

var foldWords = map[int]string{1: "not folded", 2: "folded once", 4: "folded twice"}

func (s Set) length(a Adjuster) quantity.Length {
	switch a {
	case ByDistance:
		return s.Rig.Distance
	case ByStance:
		return s.Rig.Stance
	}
	return s.Rig.Grip
}

func namesOf(bands []Band) string {
	out := ""
	for i, b := range bands {
		if i > 0 {
			out += " + "
		}
		out += b.Name
	}
	return out
}
