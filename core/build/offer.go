package build

import (
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/capability"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// steps is how many places along a wall without known studs are tried.
const steps = 8

// places are where a design may stand in a room: for one on a wall each place where its first fixing
// meets a stud, or some places along a wall without known studs, middle first.
func (d Design) places(r *space.Room, s Situation) (out []Situation) {
	s.Room, s.Wall = r, -1
	if d.On != OnWall {
		return []Situation{s}
	}
	for i := range r.Walls {
		_, _, long := r.Wall(i)
		s.Wall = i
		var at []quantity.Length
		first := d.studs(d.Fit(s), s)[0]
		for _, x := range r.Studs(i) {
			at = append(at, x-first)
		}
		if len(at) == 0 {
			for n := 1; n < steps; n++ {
				at = append(at, long*quantity.Length(n)/steps)
			}
		}
		slices.SortStableFunc(at, func(a, b quantity.Length) int {
			return int(math.Copysign(1, math.Abs(float64(a-long/2))-math.Abs(float64(b-long/2))))
		})
		for _, x := range at {
			s.At = x
			out = append(out, s)
		}
	}
	return out
}

// Offer is where a design stands best in some rooms, as it fits: the first place where every check
// passes, else the first of those with the fewest that do not. room is the place of its room among
// them, -1 without one.
func (d Design) Offer(rooms []space.Room, s Situation, v Values) (best Worked, at Situation, room int) {
	s.Room, s.Wall = nil, -1
	room = -1
	at = s
	fails := func(b Built) int {
		n := 0
		for _, c := range b.Checks {
			if !c.OK() {
				n++
			}
		}
		return n
	}
	fewest := math.MaxInt
	for i := range rooms {
		if !rooms[i].Trains || fewest == 0 {
			continue
		}
		for _, place := range d.places(&rooms[i], s) {
			b, err := d.stands(d.Fit(place).Over(v), place)
			if err != nil {
				continue
			}
			if n := fails(b); n < fewest {
				at, room, fewest = place, i, n
			}
			if fewest == 0 {
				break
			}
		}
	}
	best, _ = d.Work(v, at)
	return best, at, room
}

// MarkedWell are the marks of hardware that is bought for a design: each as large as may be asked.
func (d Design) MarkedWell(s Situation) Values {
	v := Values{Num: map[string]float64{}, Word: map[string]string{}}
	for _, a := range d.Asks(d.Fit(s), s) {
		if a.Mark {
			v.Num[a.Key] = a.High
		}
	}
	return v
}

// Marks are what each marked link of a design has to be marked with, by its question: what its
// checks ask, where the rest passes, rounded up to 100 N.
func (d Design) Marks(s Situation, v Values) map[string]float64 {
	out := map[string]float64{}
	with := d.Fit(s).Over(v).Over(d.MarkedWell(s))
	if b, err := d.stands(with, s); err != nil || !b.OK() {
		return out
	}
	for key := range d.MarkedWell(s).Num {
		lo, hi := 0.0, with.Num[key]
		for hi-lo > 1 {
			try := with.Over(Values{Num: map[string]float64{key: (lo + hi) / 2}})
			if b, err := d.stands(try, s); err == nil && b.OK() {
				hi = (lo + hi) / 2
			} else {
				lo = (lo + hi) / 2
			}
		}
		out[key] = math.Ceil(hi/100) * 100
	}
	return out
}

// Rungs are the loads that come of a build that is called by an id.
func (d Design) Rungs(v Values, id string) (out []load.Rung) {
	if d.Makes == nil {
		return nil
	}
	for i, c := range d.Makes(v) {
		c.ID = fmt.Sprintf("%s %d", id, i+1)
		out = append(out, c.Rungs()...)
	}
	for i := range out {
		out[i].Origin = load.Built
	}
	return out
}

// alike are heights that may stand for each other: in m, or of an anchor as a share of stature
// (house value).
const alike = 0.1

// Buys is what one could buy in its place: the cheapest thing of the catalogue that gives what a
// build is made for, or a load as heavy; ok is false where there is none.
// Source: the catalogue.
func (w Worked) Buys() (item gear.Item, ok bool) {
	rungs := w.Design.Rungs(w.Values, "x")
	if len(w.Gives)+len(rungs) == 0 {
		return item, false
	}
	for _, it := range gear.All() {
		does := len(w.Gives) == 0 || slices.ContainsFunc(w.Gives, func(g capability.Supply) bool {
			return g.Kind == w.Gives[0].Kind && slices.ContainsFunc(it.Supplies, func(s capability.Supply) bool {
				return g.Kind == s.Kind && (s.At == (capability.Span{}) || g.At == (capability.Span{}) || s.At.From <= g.At.To+alike && g.At.From <= s.At.To+alike)
			})
		})
		for _, r := range rungs {
			does = does && slices.ContainsFunc(it.Rungs(load.Bought, it.Key), func(o load.Rung) bool { return o.Hold == r.Hold && o.High >= r.High*0.95 })
		}
		if does && (!ok || it.Price < item.Price) {
			item, ok = it, true
		}
	}
	return item, ok
}
