package way

import (
	"slices"

	"scrappyrack/core/capability"
	"scrappyrack/core/client"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Client is whose stock it is.
func (s *Stock) Client() client.Client { return s.client }

// Would is the way of doing a movement if more were there.
func (s *Stock) Would(m movement.Movement, more ...Item) Way {
	var items []Item
	for _, it := range append(slices.Clip(s.items), more...) {
		all := it.Rungs
		it.Rungs = nil
		for _, r := range all {
			if holds(m, r) {
				it.Rungs = append(it.Rungs, r)
			}
		}
		items = append(items, it)
	}
	return New(s.client, items).Of(m)
}

// holds says that a load may be held as a movement holds one, by itself or as half of a pair.
func holds(m movement.Movement, r load.Rung) bool {
	half := r.Hold == load.OneHand && (m.Hold == load.Pair || m.Hold == load.Overhead)
	return (r.Hold == m.Hold || half) && m.Takes(r)
}

// Touches says that a thing may change the ways of doing a movement: it gives a load that is
// held so, or something that the movement needs.
func (it Item) Touches(m movement.Movement) bool {
	for i := range it.Rungs {
		if holds(m, it.Rungs[i]) {
			return true
		}
	}
	for _, r := range m.Needs {
		for _, sup := range it.Supplies {
			if sup.Kind == r.Kind {
				return true
			}
		}
	}
	return false
}

// Of enumerates every way of doing a movement.
func (s *Stock) Of(m movement.Movement) Way {
	w := Way{Movement: m}
	if lack, ok := Bars(s.person, s.space, m); ok {
		w.Lacks = []Lack{lack}
		return w
	}
	candidates, lack := s.loads(m)
	if len(candidates) == 0 {
		w.Lacks = append(w.Lacks, lack)
	}
	var missing []Lack
	w.Loads = make([]Load, 0, len(candidates))
	if len(m.Needs) == 0 {
		for _, h := range candidates {
			w.Loads = append(w.Loads, counted(m, h, s.person))
		}
		return w
	}
	for _, h := range candidates {
		w.Loads = s.equipped(w.Loads, m, h, &missing)
	}
	if len(w.Loads) == 0 {
		if len(candidates) == 0 { // what else it would need
			s.equipped(nil, m, held{Rung: &load.Rung{}}, &missing)
		}
		w.Lacks = append(w.Lacks, missing...)
	}
	return w
}

// Bars is what no thing can help: a limit of the person, the height of the rooms.
func Bars(person client.Person, rooms space.Answers, m movement.Movement) (Lack, bool) {
	for _, l := range m.Spares {
		if person.Spares(l) {
			return Lack{Kind: ByLimit, Limit: l}, true
		}
	}
	if key, first := person.First(m); first {
		if before, err := person.Moves.ByKey(key); err == nil {
			return Lack{Kind: ByOrder, First: before}, true
		}
	}
	if h := rooms.Head(m.Height); !h.Fits {
		return Lack{Kind: ByHeight, Head: h}, true
	}
	return Lack{}, false
}

// loads are those of the movement's hold that its use admits; where there are none, lack
// says why.
func (s *Stock) loads(m movement.Movement) (out []held, lack Lack) {
	lack = Lack{Kind: ByHold, Hold: m.Hold}
	switch {
	case m.Timed && m.Hold == "":
		return []held{{&done, nil}}, lack
	case len(m.Body) > 0:
		forms := m.Forms(s.person.BodyMass)
		for i := range forms {
			out = append(out, held{&forms[i], nil})
		}
		return out, lack
	case m.Hold == load.Band:
		if out = s.byBand[m.Pulled()]; len(out) == 0 && m.Band != nil && s.person.Stature > 0 {
			if miss, ok := s.memo.Nearest(s.bands, *m.Band, s.person.Stature, s.bounds); ok {
				lack = Lack{Kind: ByBand, Miss: miss}
			}
		}
		return out, lack
	}
	admit := func(all []held) {
		if m.Use.Free() {
			out = append(out, all...)
			return
		}
		for _, h := range all {
			r, refusal, ok := h.Admit(m.Use)
			if ok {
				out = append(out, held{&r, h.options})
			} else if lack.Kind == ByHold {
				lack = Lack{Kind: ByUse, Hold: m.Hold, Label: h.Label, Refusal: refusal}
			}
		}
	}
	admit(s.byHold[m.Hold])
	switch m.Hold {
	case load.Overhead:
		admit(s.byHold[load.OneHand])
	case load.Pair:
		if m.Use == load.OverFace || m.Use == load.HeldOverhead {
			out = append(out, s.pairs[load.OverFace]...)
			if len(out) == 0 {
				admit(s.pairs[load.HeldLow]) // none is admitted: says why
			}
			break
		}
		admit(s.pairs[load.HeldLow])
	}
	return out, lack
}

// done is the mark of a movement that takes no load: what a timed need asks for.
var done = load.Rung{Low: movement.Done, High: movement.Done, Hold: load.Body, Origin: load.OwnBody, Label: "the body alone"}

// counted is the load on the scale of the need, its uncertainty taken off: what of the body
// is lifted with it is on that scale too. A timed movement is done or not, whatever the load.
func counted(m movement.Movement, h held, p client.Person) Load {
	quality := min(1, float64(m.Quality)/100*p.Taste(m))
	if m.Timed {
		return Load{Rung: h.Rung, Low: movement.Done, High: movement.Done, Options: h.options, Quality: quality, Unread: h.Unread}
	}
	k, along := quantity.Mass(m.CountsAs), p.BodyMass*quantity.Mass(m.Along)
	out := Load{Rung: h.Rung, Low: h.Low*k + along, High: h.High*k + along, Along: along, Options: h.options, Quality: quality,
		Unread: h.Unread}
	u := h.U * k
	if h.Low == h.High {
		out.Low -= u
	}
	out.High = max(out.Low, out.High-u)
	out.Harder, _ = m.Harder()
	return out
}

// equipped adds the load in a movement with what the movement requires: one for each
// degree of how well that is met. What is not met at all is added to missing, once.
func (s *Stock) equipped(to []Load, m movement.Movement, h held, missing *[]Lack) []Load {
	first, unmet := len(to), false
	to = append(to, counted(m, h, s.person))
	for _, r := range m.Needs {
		if r.Kind == capability.Anchor {
			r.Strength = h.Pull
		} else {
			r.Extra = besides(m, h.Rung)
		}
		ways := s.meets(r)
		if len(ways) == 0 {
			unmet = true
			if !slices.ContainsFunc(*missing, func(l Lack) bool { return l.Kind == ByThing && l.Thing.Requirement.Kind == r.Kind }) {
				var all []capability.Supply
				for _, sup := range s.supplies {
					all = append(all, sup.Supply)
				}
				_, why := r.Best(all)
				*missing = append(*missing, Lack{Kind: ByThing, Thing: why})
			}
			continue
		}
		for i, last := first, len(to); i < last; i++ {
			one := to[i]
			for n, w := range ways {
				with := one
				with.Quality *= w.quality
				if len(w.options) > 0 {
					with.Needs = append(slices.Clone(one.Needs), w.options)
				}
				if n == 0 {
					to[i] = with
				} else {
					to = append(to, with)
				}
			}
		}
	}
	if unmet {
		return to[:first]
	}
	return to
}

// besides is what a movement puts on a thing besides the body, in kg: both loads of a pair, and
// nothing where a band pulls or the body is the load.
func besides(m movement.Movement, r *load.Rung) quantity.Mass {
	switch {
	case m.Hold == load.Body || m.Hold == load.Band || m.Hold == "" || len(m.Body) > 0:
		return 0
	case m.Hold == load.Pair:
		return 2 * r.High
	}
	return r.High
}

// met is one degree in which a requirement is met: by any of the options, or by what is
// there where there are none.
type met struct {
	quality float64
	options []int
}

// meets are the degrees in which a requirement is met, the best first; each lists all
// that do at least as well. What is there already ends the list.
func (s *Stock) meets(r capability.Requirement) []met {
	type one struct {
		quality float64
		option  int
	}
	var all []one
	today := 0.0
	for _, sup := range s.supplies {
		q, _ := r.Meets(sup.Supply)
		if q <= 0 {
			continue
		}
		if sup.option == Today {
			today = max(today, q)
			continue
		}
		all = append(all, one{q, sup.option})
	}
	slices.SortStableFunc(all, func(a, b one) int {
		switch {
		case a.quality > b.quality:
			return -1
		case a.quality < b.quality:
			return 1
		}
		return a.option - b.option
	})
	var out []met
	var options []int
	for i, o := range all {
		if o.quality <= today {
			break
		}
		if !slices.Contains(options, o.option) {
			options = append(options, o.option)
		}
		if i+1 == len(all) || all[i+1].quality < o.quality {
			out = append(out, met{o.quality, slices.Clone(options)})
		}
	}
	if today > 0 {
		out = append(out, met{today, nil})
	}
	return out
}
