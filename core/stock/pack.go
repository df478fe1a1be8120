package stock

import (
	"math"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// pack works out what lies in each container, the innermost first.
func (s *Stock) pack() {
	const (
		untouched = iota
		opened
		done
	)
	state := make([]int, len(s.Containers))
	var fill func(i int)
	fill = func(i int) {
		if state[i] != untouched {
			return
		}
		state[i] = opened
		c := &s.Containers[i]
		var squares float64
		for _, p := range s.Said.Containers[i].Packed {
			mass, u1, volume := quantity.Mass(0), quantity.Mass(0), quantity.Volume(0)
			if t, ok := s.thing(p.Thing); ok {
				n := float64(p.Count)
				mass, u1 = quantity.Mass(n)*t.Mass, quantity.Mass(n*quantity.Rectangular(float64(t.Half)))
				volume = quantity.Volume(n) * t.Volume
			} else if j, ok := s.at[p.Thing]; ok && s.Problems[j] == nil {
				fill(j)
				inner := s.Containers[j]
				if f, err := inner.Fill(); err == nil {
					now := inner.Mass(f)
					mass, u1 = now.Value, now.AsTwo()
				}
				volume = inner.Vessel.Capacity
			}
			c.Vessel.Inside.Value += mass
			c.Vessel.Taken += volume
			squares += float64(u1) * float64(u1)
			c.Holding = append(c.Holding, p.Thing)
		}
		c.Vessel.Inside.U1 = quantity.Mass(math.Sqrt(squares))
		state[i] = done
	}
	for i := range s.Containers {
		if s.Problems[i] == nil {
			fill(i)
		}
	}
}

func (s *Stock) thing(id string) (Thing, bool) {
	at := slices.IndexFunc(s.Said.Things, func(t Thing) bool { return t.ID == id })
	if at < 0 {
		return Thing{}, false
	}
	return s.Said.Things[at], true
}

// Packing is how a bag is packed for a mass: the best choice of what the
// household can spare and no other bag holds, its stuffing, and what to mind.
type Packing struct {
	Question load.PackQuestion
	Things   []Thing // of Question.Items, in its order
	Best     load.Packed
	Left     []string // names of what was left out, and why
}

// wrapShare is the volume that wrapping adds to a hard thing (house value).
const wrapShare = 1.15

// Packing is the question of how a container of the stock is packed so that it weighs a mass with its
// stuffing, ± the tolerance (kg). Other containers that lie in it stay. Errors are
// *quantity.FieldError of target_kg.
func (s *Stock) Packing(at int, target, tolerance quantity.Mass) (*Packing, error) {
	c := s.Containers[at]
	taken, kept, room := s.lying(at)
	stuffing, err := material.FillingByKey("stuffing")
	if err != nil {
		return nil, err
	}
	out := &Packing{Question: load.PackQuestion{
		Capacity: room, Tare: c.Vessel.Tare + kept, Target: target, Tolerance: tolerance, Stuffing: stuffing.Typical,
	}}
	if room <= 0 {
		return nil, quantity.At("target_kg", "what lies in it already leaves no room")
	}
	if most, ok := c.Limit(c.Kind.Holds[0]); ok && most > 0 && target > most {
		return nil, quantity.At("target_kg", "its handle or straps are taken to be good for ",
			quantity.Amount(quantity.KindMass, float64(most)))
	}
	out.offer(s.Said.Things, taken)
	if len(out.Question.Items) == 0 {
		return nil, quantity.At("target_kg", "there is nothing to pack: list things that the household can spare at Stock")
	}
	return out, nil
}

// Wrap are the names of what is to be wrapped, as it is packed best.
func (p *Packing) Wrap() (out []string) {
	for i, n := range p.Best.Counts {
		if n > 0 && p.Things[i].Hard {
			out = append(out, p.Things[i].Name)
		}
	}
	return out
}

// lying is what of the household's things lies in other bags than one, and what the other
// containers that lie in that one weigh and leave free of it.
func (s *Stock) lying(at int) (taken map[string]int, kept quantity.Mass, room quantity.Volume) {
	taken, room = map[string]int{}, s.Containers[at].Vessel.Capacity
	for i, k := range s.Said.Containers {
		for _, p := range k.Packed {
			_, isThing := s.thing(p.Thing)
			switch {
			case isThing && i != at:
				taken[p.Thing] += p.Count
			case !isThing && i == at:
				inner, ok := s.at[p.Thing]
				if !ok || s.Problems[inner] != nil {
					continue
				}
				if fill, err := s.Containers[inner].Fill(); err == nil {
					kept += s.Containers[inner].Mass(fill).Value
				}
				room -= s.Containers[inner].Vessel.Capacity
			}
		}
	}
	return taken, kept, room
}

// offer puts to the question what can be packed, and says what cannot and why.
func (p *Packing) offer(things []Thing, taken map[string]int) {
	for _, t := range things {
		left := t.Count - taken[t.ID]
		switch {
		case t.Sharp:
			p.Left = append(p.Left, t.Name+": too sharp")
			continue
		case !t.Spare:
			p.Left = append(p.Left, t.Name+": cannot be spared")
			continue
		case left <= 0:
			if t.Count > 0 {
				p.Left = append(p.Left, t.Name+": lies in another bag")
			}
			continue
		}
		volume := t.Volume
		if t.Hard {
			volume *= wrapShare
		}
		p.Things = append(p.Things, t)
		p.Question.Items = append(p.Question.Items, load.PackItem{Name: t.Name, Mass: t.Mass, Volume: volume, Count: left})
	}
}
