package builds

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// change is a change of answers, in words, with a note after all of them. Of the world it is one that
// no answer makes so: a door, a latch, joists that somebody has to see.
type change struct {
	words, note Text
	to          Values
	world       bool
}

// and is a change with another one after it.
func (c change) and(more change) change {
	words := c.words
	if words != "" && more.words != "" {
		words += ", and "
	}
	return change{words + more.words, c.note + more.note, c.to.Over(more.to), c.world || more.world}
}

// sized is a change of numbers, answered one of words.
func sized(words Text, pairs ...any) change {
	c := change{words: words, to: Values{Num: map[string]float64{}, Word: map[string]string{}}}
	for i := 0; i+1 < len(pairs); i += 2 {
		switch key := pairs[i].(string); to := pairs[i+1].(type) {
		case string:
			c.to.Word[key] = to
		case float64:
			c.to.Num[key] = to
		case quantity.Length:
			c.to.Num[key] = float64(to)
		}
	}
	return c
}

// together are some changes, each by itself, then with each of those after it.
func together(all ...change) (out []change) {
	out = slices.Clone(all)
	for i, a := range all {
		for _, b := range all[i+1:] {
			out = append(out, a.and(b))
		}
	}
	return out
}

// mended is the first change that makes all checks of a design pass, its place among them and its holds
// answered as they have to be: of its answers; of what its links are marked with; of its place on the wall,
// the nearest first; of all of
// these. Nil where none does.
func (d Design) mended(v Values, s Situation) *Remedy {
	if b, err := d.stands(v, s); err == nil && b.OK() {
		return nil // it waits for answers alone
	}
	changes := []change{{}}
	if d.Changes != nil {
		changes = append(changes, d.Changes(v, s)...)
	}
	if d.mayHold(v, s) {
		if r := d.firstOf(changes, v, s, nil); r != nil {
			return r
		}
	}
	if d.On != OnWall || s.Room == nil {
		return nil
	}
	places := d.places(s.Room, s)
	far := func(p Situation) float64 {
		off := math.Abs(float64(p.At - s.At))
		if p.Wall != s.Wall {
			off += 100
		}
		return off
	}
	slices.SortStableFunc(places, func(a, b Situation) int { return cmp.Compare(far(a), far(b)) })
	// As it is, every free place is tried; with changes, the nearest that is free on each wall.
	for _, p := range d.freePlaces(v, s, places, false) {
		if r := d.firstOf(changes[:1], v, p, &p); r != nil {
			return r
		}
	}
	type shape struct {
		wide, low quantity.Length
		studs     string
	}
	known := map[shape][]Situation{}
	for _, c := range changes {
		to := v.Over(c.to)
		b, err := d.Build(to, s)
		if err != nil {
			continue
		}
		of := shape{d.width(to, s), b.Bottom, fmt.Sprint(d.studs(to, s))}
		if _, done := known[of]; !done {
			known[of] = d.freePlaces(to, s, places, true)
		}
		for _, p := range known[of] {
			if r := d.firstOf([]change{c}, v, p, &p); r != nil {
				return r
			}
		}
	}
	return nil
}

// mayHold says that the owner's word is there and that the survey lets a wall take it, which no answer
// changes.
func (d Design) mayHold(v Values, s Situation) bool {
	b, err := d.Build(v, s)
	return err == nil && !slices.ContainsFunc(b.Checks,
		func(c Check) bool { return (c.Link == ownersWord || c.Link == wallTakes) && !c.OK() })
}

// freePlaces are those of some places where a design may stand with some sizes, or the first on each
// wall.
func (d Design) freePlaces(v Values, s Situation, places []Situation, each bool) (out []Situation) {
	b, err := d.Build(v, s)
	if err != nil {
		return nil
	}
	for _, p := range places {
		if each && len(out) > 0 && slices.ContainsFunc(out, func(o Situation) bool { return o.Wall == p.Wall }) {
			continue
		}
		if p.standing(d.width(v, p), b.Bottom, d.studs(v, p)).OK() && d.mayHold(v, p) {
			out = append(out, p)
		}
	}
	return out
}

// firstOf is the first of some changes with which a design passes in a place, with its links as they
// are marked, else with what they would have to be marked with.
func (d Design) firstOf(changes []change, v Values, s Situation, moved *Situation) *Remedy {
	asked := slices.ContainsFunc(d.Asks(v, s), func(a Ask) bool { return a.Mark })
	for _, marks := range []bool{false, true} {
		if marks && !asked {
			break
		}
		for _, c := range changes {
			to := d.answered(v.Over(c.to), s)
			if marks {
				need := d.marksAbove(to, s)
				if len(need.to.Num) == 0 {
					continue
				}
				c, to = c.and(need), to.Over(need.to)
			}
			if moved == nil && len(c.to.Num)+len(c.to.Word) == 0 {
				continue
			}
			b, err := d.stands(to, s)
			if err != nil || !b.OK() {
				continue
			}
			words := c.words
			if moved != nil {
				words = change{words: tell("move it to %s along wall %s", metre(s.At, 2), space.WallName(s.Wall))}.and(c).words
			}
			return &Remedy{words + c.note, b.Weakest().Use(), !c.world, c.to, moved}
		}
	}
	return nil
}

// marksAbove are the links that would have to be marked with more than they are among all answers, where
// everything else passes.
func (d Design) marksAbove(all Values, s Situation) change {
	out := change{to: Values{Num: map[string]float64{}, Word: map[string]string{}}}
	var parts []string
	asks := d.Asks(all, s)
	need := d.marks(asks, all, s)
	for _, a := range asks {
		if n, ok := need[a.Key]; ok && a.Mark && n > all.Num[a.Key] {
			parts = append(parts, fmt.Sprintf("%s %s at least", lower(a.Label), newton(n)))
			out.to.Num[a.Key] = n
		}
	}
	out.words = Text(strings.Join(parts, ", "))
	return out
}
