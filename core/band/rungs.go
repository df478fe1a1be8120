package band

import (
	"sync"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// changeSeconds is how long it takes to hang another band (house value).
const changeSeconds = 30

// Reached is a range of mean pulls with the set-ups at both ends; where there is none,
// Miss says by how much.
type Reached struct {
	OK           bool
	Light, Heavy RangeEnd
	Miss         Miss
}

// RangeEnd is one end of a range: its set-up, what it pulls, and the most that an anchor
// may have to take.
type RangeEnd struct {
	Rig                 Rig
	Mean, MeanU95       quantity.Force
	Start, Finish, Peak quantity.Force
	Anchor              quantity.Force
	Worst               Reach
}

// Miss is why a band does not serve a movement: even in the gentlest set-up it is
// stretched to Stretch beyond its Limit, or where it loads most of the way it is still
// slack for Slack of it.
type Miss struct {
	Name           string
	Stretch, Limit float64
	Slack          float64
}

// Phrase says it.
func (m Miss) Phrase() quantity.Phrase {
	if m.Stretch > m.Limit {
		return quantity.Say(m.Name, " would be stretched to ", quantity.Number(m.Stretch, 2), " times its length, at most ",
			quantity.Number(m.Limit, 2))
	}
	return quantity.Say(m.Name, " is slack for ", quantity.Amount(quantity.KindRatio, m.Slack), " of the way, however it is set up")
}

type rangeKey struct {
	movement string
	one, two uint64
	kind     Kind
	stature  quantity.Length
	fold     int
	bounds   Bounds
}

// Memo remembers ranges that were worked out before, a bounded number of them: a client's
// bands stay the same while everything else is typed. It may be used from several
// goroutines; the nil one remembers nothing.
type Memo struct {
	mu    sync.Mutex
	most  int
	known map[rangeKey]Reached
}

// NewMemo makes one for up to so many ranges (> 0).
func NewMemo(most int) *Memo { return &Memo{most: most, known: map[rangeKey]Reached{}} }

func (m *Memo) recall(key rangeKey, work func() Reached) Reached {
	if m == nil {
		return work()
	}
	m.mu.Lock()
	r, ok := m.known[key]
	m.mu.Unlock()
	if ok {
		return r
	}
	r = work()
	m.mu.Lock()
	if len(m.known) >= m.most {
		clear(m.known)
	}
	m.known[key] = r
	m.mu.Unlock()
	return r
}

// RangeOf is the usable range of one band, or of two together, in a movement at a
// fold, with its anchor and feet where they usually are to begin with.
func (m *Memo) RangeOf(move Movement, bands []Band, stature quantity.Length, fold int, bounds Bounds) Reached {
	key := rangeKey{movement: move.Key, one: bands[0].Curve.print, kind: bands[0].Kind, stature: stature, fold: fold, bounds: bounds}
	if len(bands) > 1 {
		key.two = bands[1].Curve.print
	}
	r := m.recall(key, func() Reached {
		s := Set{Movement: move, Bands: bands, Stature: stature, Rig: usualAt(move, bands[0], stature, fold), Bounds: bounds}
		light, heavy, ok := s.Range()
		if !ok {
			return Reached{Miss: s.miss()}
		}
		return Reached{OK: true, Light: EndOf(light), Heavy: EndOf(heavy)}
	})
	r.Miss.Name = namesOf(bands)
	return r
}

// miss is by how much a set-up without a range misses one.
func (s Set) miss() Miss {
	gentle := s.glance()
	out := Miss{Stretch: gentle.tightest, Limit: gentle.limit}
	s.Rig.Grip = quantity.Length(s.Bounds.Grip) * s.Bands[0].Curve.Rest / quantity.Length(max(1, s.Rig.Fold))
	if first := s.Movement.Adjusters()[0]; first != ByGrip && first != ByBands {
		_, far := s.Span(first)
		s = s.at(first, far)
	}
	far := s.glance()
	out.Slack = far.slack
	return out
}

// EndOf is what a set-up comes to, as one end of a range.
func EndOf(s Set) RangeEnd {
	c := CourseOf(s.Movement, s.Bands[0].Kind, s.Stature, s.Rig)
	p := Through(&c, s.Bands, s.Rig)
	end := RangeEnd{Rig: s.Rig, Mean: p.Mean, MeanU95: p.MeanU95, Start: p.Start, Finish: p.Finish, Peak: p.Peak, Worst: p.Worst}
	if s.Movement.Anchored() {
		end.Anchor = p.Peak + p.PeakU95
	}
	return end
}

// Kgf is a force in kilograms-force, as ladders have it.
func Kgf(f quantity.Force) quantity.Mass { return quantity.Mass(f / quantity.StandardGravity) }

// Rungs are what bands give to movements: for each that a band can be used in, its range
// of mean pulls in kgf, not folded and folded once; and that of each band together with
// the next stronger one of its kind. Where an anchor has to take more than a light door
// does, the part of the range that such a door takes stands beside the whole.
func (m *Memo) Rungs(bands []Band, moves []Movement, stature quantity.Length, bounds Bounds) []load.Rung {
	var out []load.Rung
	for _, set := range Sets(bands) {
		out = append(out, m.RungsOf(set, moves, stature, bounds)...)
	}
	return out
}

// Sets are the bands that are used together, of some in the order of their strength: each by
// itself, and with the next stronger one of its kind.
func Sets(bands []Band) (out [][]Band) {
	weaker := map[Kind]int{}
	for n, b := range bands {
		out = append(out, bands[n:n+1])
		if before, ok := weaker[b.Kind]; ok {
			out = append(out, []Band{bands[before], b})
		}
		weaker[b.Kind] = n
	}
	return out
}

// RungsOf are those of Rungs that one set gives.
func (m *Memo) RungsOf(set []Band, moves []Movement, stature quantity.Length, bounds Bounds) (out []load.Rung) {
	for i := range moves {
		if moves[i].Takes(set[0].Kind) {
			out = append(out, m.rungsOf(moves[i], set, stature, bounds)...)
		}
	}
	return out
}

// Nearest is the miss of the band that comes nearest to serving a movement; ok is false
// where none of the kind is there, or one serves.
func (m *Memo) Nearest(bands []Band, move Movement, stature quantity.Length, bounds Bounds) (near Miss, ok bool) {
	for n, b := range bands {
		if !move.Takes(b.Kind) {
			continue
		}
		for _, fold := range foldsOf(b.Kind) {
			r := m.RangeOf(move, bands[n:n+1], stature, fold, bounds)
			if r.OK {
				return Miss{}, false
			}
			if !ok || r.Miss.by() < near.by() {
				near, ok = r.Miss, true
			}
		}
	}
	return near, ok
}

// by is how grave a miss is: how far beyond its limit, or how much more is slack than may be.
func (m Miss) by() float64 {
	if m.Stretch > m.Limit {
		return m.Stretch/m.Limit - 1
	}
	return m.Slack - (1 - leastLoaded)
}

func foldsOf(k Kind) []int {
	if k == MiniLoop {
		return []int{1}
	}
	return []int{1, 2}
}

func (m *Memo) rungsOf(move Movement, bands []Band, stature quantity.Length, bounds Bounds) []load.Rung {
	var out []load.Rung
	for _, fold := range foldsOf(bands[0].Kind) {
		whole := m.RangeOf(move, bands, stature, fold, bounds)
		if !whole.OK {
			continue
		}
		out = append(out, rungOf(move, bands, fold, whole))
		if whole.Heavy.Anchor > LightDoor {
			light := bounds
			light.Anchor = LightDoor
			if part := m.RangeOf(move, bands, stature, fold, light); part.OK {
				out = append(out, rungOf(move, bands, fold, part))
			}
		}
	}
	return out
}

func rungOf(move Movement, bands []Band, fold int, r Reached) load.Rung {
	name, things, unread := namesOf(bands), []string{}, false
	for _, b := range bands {
		things = append(things, b.ID)
		unread = unread || b.Curve.Basis == Estimated
	}
	if fold > 1 {
		name += ", " + foldWords[fold]
	}
	force := func(f quantity.Force) quantity.Piece { return quantity.Amount(quantity.KindForce, float64(f)) }
	return load.Rung{
		Hold: load.Band, Low: Kgf(r.Light.Mean), High: Kgf(r.Heavy.Mean), U: Kgf(r.Heavy.MeanU95), Origin: load.Elastic, Things: things,
		Label: name, For: move.Key, Seconds: changeSeconds, Pull: r.Heavy.Anchor, Unread: unread,
		Note: quantity.Say("along the whole way; ", force(r.Light.Start), " at the start and ", force(r.Light.Finish),
			" at the finish set lightest, ",
			force(r.Heavy.Start), " and ", force(r.Heavy.Finish), " set heaviest"),
	}
}
