package builds

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
		fit, _ := d.read(Values{}, s)
		first := d.studs(fit)[0]
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

// Stand is where a design stands in a room with some answers: the first place that is one, on a wall whose
// fixings meet what they have to; the first that is looked at where none is.
func (d Design) Stand(r *space.Room, s Situation, v Values) Situation {
	places := d.places(r, s)
	for _, p := range d.freePlaces(v, change{}, places[0], places, false) {
		return p
	}
	return places[0]
}

// Questions are all that a design may ask, whatever was answered and wherever it stands: what each word by
// itself brings up among them, in their order.
func (d Design) Questions() (out []Ask) {
	add := func(asks []Ask) {
		for _, a := range asks {
			if !slices.ContainsFunc(out, func(o Ask) bool { return o.Key == a.Key }) {
				out = append(out, a)
			}
		}
	}
	for _, kind := range []space.WallKind{space.TimberStud, space.Brick} {
		r := space.Rectangle(5, 4, 2.44)
		r.Floor = space.TimberJoists
		for i := range r.Walls {
			r.Walls[i].Kind = kind
		}
		s := Situation{Stature: 1.75, Room: &r}
		if d.On != OnWall {
			s.Wall = -1
		}
		asks := d.Asks(Values{}, s)
		add(asks)
		for _, a := range asks {
			for _, w := range a.Words {
				add(d.Asks(Values{Word: map[string]string{a.Key: w.Key}}, s))
			}
		}
	}
	return out
}

// Offered is a design as it could be made: where it stands, Room among the rooms that there are, -1
// without one; and what has to be said for it beside what fits, the marks that its links need among it,
// With the words of what was changed for its checks.
type Offered struct {
	Worked Worked
	At     Situation
	Room   int
	Say    Values
	With   Text
}

// Offer is where a design stands best in some rooms with what is said: the first place where every
// check passes, else the first of those with the fewest that do not, there with what would mend it
// where that can simply be made so. Its links are marked with no more than they need. Holds are taken as
// they have to be answered: Worked is how it stands once somebody has looked, Say answers none of them.
func (d Design) Offer(rooms []space.Room, s Situation, v Values) (best Offered) {
	s.Room, s.Wall = nil, -1
	best.At, best.Room = s, -1
	fewest := math.MaxInt
	for i := range rooms {
		if !rooms[i].Trains || fewest == 0 {
			continue
		}
		for _, place := range d.places(&rooms[i], s) {
			m, _ := d.read(v, place)
			b, err := d.stands(markedWell().of(m), place, nil)
			if err != nil {
				continue
			}
			if n := b.fails(); n < fewest {
				best.At, best.Room, fewest = place, i, n
			}
			if fewest == 0 {
				break
			}
		}
	}
	w, _ := d.Work(v.Over(d.MarkedWell(s)), best.At)
	best.Say = v
	if m := w.Built.Remedy(); m != nil && m.Does {
		if best.Say, best.With = v.Over(m.To), m.Change; m.Moved != nil {
			best.At = *m.Moved
		}
	}
	m, _ := d.read(best.Say, best.At)
	best.Say = best.Say.Over(Values{Num: d.leastMarks(m, best.At)})
	best.Worked, _ = d.Work(d.Answered(best.Say, best.At), best.At)
	return best
}

// fails is how many checks do not pass.
func (b Built) fails() (n int) {
	for _, c := range b.Checks {
		if !c.OK() {
			n++
		}
	}
	return n
}

// markedWell is a form that marks every link with as much as may be asked, marking one with some marks.
func markedWell() *form {
	return &form{mark: func(a Ask) (float64, bool) { return a.High, true }}
}

func marking(marks map[string]float64) *form {
	return &form{mark: func(a Ask) (n float64, set bool) {
		n, set = marks[a.Key]
		return n, set
	}}
}

// MarkedWell are the marks of hardware that is bought for a design: each as large as may be asked.
func (d Design) MarkedWell(s Situation) Values {
	v := Values{Num: map[string]float64{}, Word: map[string]string{}}
	for _, a := range d.Asks(Values{}, s) {
		if a.Mark {
			v.Num[a.Key] = a.High
		}
	}
	return v
}

// Marks are what each marked link of a design has to be marked with, by its question: what its
// checks ask, where the rest passes and its holds are answered, rounded up to 100 N.
func (d Design) Marks(s Situation, v Values) map[string]float64 {
	m, _ := d.read(v, s)
	return d.marks(m, s)
}

// marks are the same for a struct.
func (d Design) marks(m formed, s Situation) map[string]float64 {
	if b, err := d.stands(markedWell().of(d.copied(m)), s, nil); err != nil || !b.OK() {
		return nil
	}
	return d.leastMarks(m, s)
}

// leastMarks are the least marks with which no more fails than with the best.
func (d Design) leastMarks(m formed, s Situation) map[string]float64 {
	out := map[string]float64{}
	with := markedWell().of(d.copied(m))
	best, err := d.stands(with, s, nil)
	if err != nil {
		return out
	}
	for _, a := range told(m, s).asks {
		if !a.Mark {
			continue
		}
		marked := func(n float64) (Built, error) {
			return d.stands(marking(map[string]float64{a.Key: n}).of(with), s, nil)
		}
		does := func(n float64) bool {
			b, err := marked(n)
			return err == nil && b.fails() == best.fails()
		}
		// What a link may bear goes with its mark: that tells where to look.
		guess := 0.0
		if half, err := marked(a.High / 2); err == nil && len(half.Checks) == len(best.Checks) {
			for i, c := range best.Checks {
				if u := c.Use(); u < half.Checks[i].Use() {
					guess = math.Max(guess, a.High*u)
				}
			}
		}
		lo, hi := 0.0, a.High
		if n := math.Ceil(guess/100) * 100; n > 0 && n < a.High && does(n) {
			if hi = n; !does(n - 100) {
				lo = n - 1
			}
		}
		for hi-lo > 1 {
			if middle := (lo + hi) / 2; does(middle) {
				hi = middle
			} else {
				lo = middle
			}
		}
		_, _ = marked(a.High)
		out[a.Key] = math.Ceil(hi/100) * 100
	}
	return out
}

// Rungs are the loads that come of a build that is called by an id.
func (w Worked) Rungs(id string) []load.Rung {
	if w.made == nil {
		return nil
	}
	return w.Design.rungs(w.made, id)
}

func rungsOf[T any](k of[T], made T, id string) (out []load.Rung) {
	if k.Makes != nil {
		for i, c := range k.Makes(made) {
			c.ID = fmt.Sprintf("%s %d", id, i+1)
			out = append(out, c.Rungs()...)
		}
	}
	if k.Loads != nil {
		for _, r := range k.Loads(made) {
			r.Things = []string{id}
			out = append(out, r)
		}
	}
	for i := range out {
		out[i].Origin = load.Built
	}
	return out
}

// alike are heights that may stand for each other: in m, or of an anchor as a share of stature
// (house value).
const alike = 0.1

// Buys is what one could buy in its place: of the things of the catalogue that give what a build is made
// for, or a load as heavy, those that do most of what it does, the cheapest of them; does says how many of
// the things that it lets one do, of all. ok is false where there is none. Source: the catalogue.
func (w Worked) Buys() (item gear.Item, does, all int, ok bool) {
	rungs := w.Rungs("x")
	all = len(w.Gives) + len(rungs)
	for _, it := range gear.All() {
		n, first := 0, false
		for i, g := range w.Gives {
			if slices.ContainsFunc(it.Supplies, func(s capability.Supply) bool {
				return g.Kind == s.Kind && (s.At == (capability.Span{}) || g.At == (capability.Span{}) ||
					s.At.From <= g.At.To+alike && g.At.From <= s.At.To+alike)
			}) {
				n++
				first = first || w.Gives[i].Kind == w.Gives[0].Kind
			}
		}
		loads := it.Rungs(load.Bought, it.Key)
		for _, r := range rungs {
			if slices.ContainsFunc(loads, func(o load.Rung) bool { return o.Hold == r.Hold && o.High >= r.High*0.95 }) {
				n++
			}
		}
		if len(w.Gives) > 0 && !first || len(w.Gives) == 0 && n < all || n == 0 {
			continue
		}
		if !ok || n > does || n == does && it.Price < item.Price {
			item, does, ok = it, n, true
		}
	}
	return item, does, all, ok
}
