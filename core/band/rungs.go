package band

import (
	"sync"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// changeSeconds is how long it takes to hang another band (house value).
const changeSeconds = 30

// Reached is a range of mean pulls with the set-ups at both ends.
type Reached struct {
	OK           bool
	Light, Heavy RangeEnd
}

// RangeEnd is one end of a range: its set-up and what it pulls.
type RangeEnd struct {
	Rig                 Rig
	Mean, MeanU95       quantity.Force
	Start, Finish, Peak quantity.Force
	Worst               Reach
}

type rangeKey struct {
	movement string
	one, two Band
	stature  quantity.Length
	fold     int
	bounds   Bounds
}

// ranges remembers ranges that were worked out before: a client's bands stay the
// same while everything else is typed.
var ranges = struct {
	sync.Mutex
	known map[rangeKey]Reached
}{known: map[rangeKey]Reached{}}

// mostRanges is how many ranges are remembered.
const mostRanges = 8192

// RangeOf is the usable range of one band, or of two together, in a movement at a
// fold, with its anchor and feet where they usually are to begin with.
func RangeOf(m Movement, bands []Band, stature quantity.Length, fold int, bounds Bounds) Reached {
	key := rangeKey{movement: m.Key, one: bands[0], stature: stature, fold: fold, bounds: bounds}
	if len(bands) > 1 {
		key.two = bands[1]
	}
	ranges.Lock()
	r, ok := ranges.known[key]
	ranges.Unlock()
	if ok {
		return r
	}
	s := Set{Movement: m, Bands: bands, Stature: stature, Rig: usualAt(m, bands[0], stature, fold), Bounds: bounds}
	light, heavy, ok := s.Range()
	if r.OK = ok; ok {
		r.Light, r.Heavy = EndOf(light), EndOf(heavy)
	}
	ranges.Lock()
	if len(ranges.known) >= mostRanges {
		clear(ranges.known)
	}
	ranges.known[key] = r
	ranges.Unlock()
	return r
}

// EndOf is what a set-up comes to, as one end of a range.
func EndOf(s Set) RangeEnd {
	p := s.Profile()
	return RangeEnd{s.Rig, p.Mean, p.MeanU95, p.Start, p.Finish, p.Peak, p.Worst}
}

// Kgf is a force in kilograms-force, as ladders have it.
func Kgf(f quantity.Force) quantity.Mass { return quantity.Mass(f / quantity.StandardGravity) }

// Rungs are what bands give to movements of the library: for each movement that a
// band can be used in, its range of mean pulls in kgf, not folded and folded once;
// and that of each band together with the next stronger one of its kind. Movements
// are named by their keys; those that are not band movements give nothing.
func Rungs(bands []Band, keys []string, stature quantity.Length, bounds Bounds) []load.Rung {
	var out []load.Rung
	for _, key := range keys {
		m, ok := MovementByKey(key)
		if !ok {
			continue
		}
		stronger := map[Kind]int{}
		for i, b := range bands {
			if !m.Takes(b.Kind) {
				continue
			}
			out = append(out, rungsOf(m, bands[i:i+1], stature, bounds)...)
			if before, ok := stronger[b.Kind]; ok {
				out = append(out, rungsOf(m, []Band{bands[before], b}, stature, bounds)...)
			}
			stronger[b.Kind] = i
		}
	}
	return out
}

func rungsOf(m Movement, bands []Band, stature quantity.Length, bounds Bounds) []load.Rung {
	folds := []int{1, 2}
	if bands[0].Kind == MiniLoop {
		folds = folds[:1]
	}
	var out []load.Rung
	for _, fold := range folds {
		r := RangeOf(m, bands, stature, fold, bounds)
		if !r.OK || r.Heavy.Mean <= 0 {
			continue
		}
		name, things := namesOf(bands), []string{}
		for _, b := range bands {
			things = append(things, b.ID)
		}
		if fold > 1 {
			name += ", " + foldWords[fold]
		}
		force := func(f quantity.Force) quantity.Piece { return quantity.Amount(quantity.KindForce, float64(f)) }
		out = append(out, load.Rung{
			Hold: load.Band, Low: Kgf(r.Light.Mean), High: Kgf(r.Heavy.Mean), U: Kgf(r.Heavy.MeanU95), Origin: load.Elastic, Things: things,
			Label: name, For: m.Key, Seconds: changeSeconds,
			Note: quantity.Say("mean pull; ", force(r.Light.Start), " at the start and ", force(r.Light.Finish), " at the finish set lightest, ",
				force(r.Heavy.Start), " and ", force(r.Heavy.Finish), " set heaviest"),
		})
	}
	return out
}
