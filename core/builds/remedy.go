package builds

import (
	"cmp"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// change is a change of a design's struct, in words, with a note after all of them. Of the world it is one
// that no answer makes so: a door, a latch, joists that somebody has to see.
type change struct {
	words, note Text
	set         []func(formed)
	world       bool
}

// so is a change of a struct, by its own type or by what it can do.
func so[T any](words Text, set func(T)) change {
	return change{words: words, set: []func(formed){func(m formed) { set(m.(T)) }}}
}

// outside is a change of the world.
func outside[T any](words Text, set func(T)) change {
	c := so(words, set)
	c.world = true
	return c
}

// and is a change with another one after it.
func (c change) and(more change) change {
	words := c.words
	if words != "" && more.words != "" {
		words += ", and "
	}
	return change{words + more.words, c.note + more.note, slices.Concat(c.set, more.set), c.world || more.world}
}

// of is a struct with a change.
func (c change) of(m formed) formed {
	for _, set := range c.set {
		set(m)
	}
	return m
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

// changed are the answers of a struct that are others in another one.
func changed(from, to formed, s Situation) Values {
	before, after := told(from, s).all, told(to, s).all
	maps.DeleteFunc(after.Num, func(k string, n float64) bool { return before.Num[k] == n })
	maps.DeleteFunc(after.Word, func(k, w string) bool { return before.Word[k] == w })
	return after
}

// mended is the first change that makes all checks of a design pass, its place among them and its holds
// aside: of its answers; of what its links are marked with; of its place on the wall, the nearest first; of
// all of these. Nil where none does.
func (d Design) mended(m formed, v Values, s Situation) *Remedy {
	if b, err := d.stands(m, s, nil); err == nil && b.OK() {
		return nil // it waits for answers alone
	}
	changes := append([]change{{}}, d.changes(m, s)...)
	if d.mayHold(m, s) {
		if r := d.firstOf(changes, m, s, nil); r != nil {
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
	for _, p := range d.freePlaces(v, change{}, s, places, false) {
		there, _ := d.read(v, p)
		if r := d.firstOf(changes[:1], there, p, &p); r != nil {
			return r
		}
	}
	type shape struct {
		wide, low quantity.Length
		studs     string
	}
	known := map[shape][]Situation{}
	for _, c := range changes {
		to := c.of(d.copied(m))
		b, err := d.build(to, s)
		if err != nil {
			continue
		}
		of := shape{d.wide(to), b.Bottom, fmt.Sprint(d.studs(to))}
		if _, done := known[of]; !done {
			known[of] = d.freePlaces(v, c, s, places, true)
		}
		for _, p := range known[of] {
			there, _ := d.read(v, p)
			if r := d.firstOf([]change{c}, there, p, &p); r != nil {
				return r
			}
		}
	}
	return nil
}

// mayHold says that the owner's word is there and that the survey lets a wall take it, which no answer
// changes.
func (d Design) mayHold(m formed, s Situation) bool {
	b, err := d.build(m, s)
	return err == nil && !slices.ContainsFunc(b.Checks,
		func(c Check) bool { return (c.Link == ownersWord || c.Link == wallTakes) && !c.OK() })
}

// freePlaces are those of some places where a design may stand with what was said and a change, or the first
// on each wall.
func (d Design) freePlaces(v Values, c change, s Situation, places []Situation, each bool) (out []Situation) {
	m, _ := d.read(v, s)
	b, err := d.build(c.of(m), s)
	if err != nil {
		return nil
	}
	for _, p := range places {
		if each && len(out) > 0 && slices.ContainsFunc(out, func(o Situation) bool { return o.Wall == p.Wall }) {
			continue
		}
		there, _ := d.read(v, p)
		c.of(there)
		if p.standing(d.wide(there), b.Bottom, d.studs(there)).OK() && d.mayHold(there, p) {
			out = append(out, p)
		}
	}
	return out
}

// firstOf is the first of some changes with which a design passes in a place, with its links as they
// are marked, else with what they would have to be marked with.
func (d Design) firstOf(changes []change, m formed, s Situation, moved *Situation) *Remedy {
	asked := slices.ContainsFunc(told(m, s).asks, func(a Ask) bool { return a.Mark })
	for _, marks := range []bool{false, true} {
		if marks && !asked {
			break
		}
		for _, c := range changes {
			to := c.of(d.copied(m))
			if marks {
				need := d.marksAbove(to, s)
				if len(need.set) == 0 {
					continue
				}
				c = c.and(need)
				need.of(to)
			}
			if moved == nil && len(c.set) == 0 {
				continue
			}
			f := &form{s: s}
			if f.of(to); f.err != nil {
				continue
			}
			b, err := d.stands(to, s, nil)
			if err != nil || !b.OK() {
				continue
			}
			words := c.words
			if moved != nil {
				words = change{words: tell("move it to %s along wall %s", metre(s.At, 2), space.WallName(s.Wall))}.and(c).words
			}
			return &Remedy{words + c.note, b.Weakest().Use(), !c.world, changed(m, to, s), moved}
		}
	}
	return nil
}

// marksAbove are the links that would have to be marked with more than they are, where everything else
// passes.
func (d Design) marksAbove(m formed, s Situation) (out change) {
	need := d.marks(m, s)
	if len(need) == 0 {
		return out
	}
	now := told(m, s)
	var parts []string
	for _, a := range now.asks {
		if n, ok := need[a.Key]; ok && n > now.all.Num[a.Key] {
			parts = append(parts, fmt.Sprintf("%s %s at least", lower(a.Label), newton(n)))
		} else {
			delete(need, a.Key)
		}
	}
	if len(need) > 0 {
		out = change{words: Text(strings.Join(parts, ", ")), set: []func(formed){func(m formed) { marking(need).of(m) }}}
	}
	return out
}
