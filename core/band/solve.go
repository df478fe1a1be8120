package band

import (
	"fmt"
	"math"
	"math/bits"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Adjuster is what is changed to get a wanted pull.
type Adjuster string

// The adjusters.
const (
	ByDistance Adjuster = "distance"
	ByStance   Adjuster = "stance"
	ByGrip     Adjuster = "grip"
	ByBands    Adjuster = "bands"
)

// Goal is which pull is wanted.
type Goal string

// The goals.
const (
	AtFinish Goal = "finish"
	OnMean   Goal = "mean"
)

// Bounds of a set-up: the most distance that the room has, the stance, and the
// share of a run that may be taken up at the grip.
type Bounds struct {
	Distance quantity.Length
	Stance   quantity.Length
	Grip     float64
}

// House values of the bounds: room behind or before the body, the widest stance as
// a share of stature, the most taken up at the grip as a share of the run's rest
// length; how much of the way must be loaded; the room of somebody who has not
// been measured, in m.
const (
	clearBehind = quantity.Length(0.6)
	widest      = 0.55
	mostGrip    = 0.35
	leastLoaded = 0.5
	unknownRoom = quantity.Length(3)
)

// BoundsIn are the bounds that a room sets for a stature: an anchor on a wall, the
// body along the longer side, with 0.6 m clear behind it.
func BoundsIn(room space.Room, stature quantity.Length) Bounds {
	long := max(room.Length, room.Width)
	if long <= 0 {
		long = unknownRoom
	}
	return Bounds{Distance: max(0.3, long-clearBehind), Stance: quantity.Length(widest) * stature, Grip: mostGrip}
}

// Adjusters are those that a movement has, the first being the usual one.
func (m Movement) Adjusters() []Adjuster {
	switch m.Place {
	case Anchor:
		return []Adjuster{ByDistance, ByGrip, ByBands}
	case Feet:
		return []Adjuster{ByStance, ByGrip, ByBands}
	case Knees, Ankles, Wrists:
		return []Adjuster{ByBands}
	}
	return []Adjuster{ByGrip, ByBands}
}

// Set is a set-up: who does which movement with which bands, and how.
type Set struct {
	Movement Movement
	Bands    []Band
	Stature  quantity.Length
	Rig      Rig
	Bounds   Bounds
}

// Profile is the tension of the set-up.
func (s Set) Profile() Profile { return Of(s.Movement, s.Bands, s.Stature, s.Rig) }

// leastRun is the least share of a run that the grip must leave (house value).
const leastRun = 0.2

// Check refuses a set-up that leaves nothing to pull on: the error is an *Error that
// names the field.
func (s Set) Check() error {
	for _, b := range s.Bands {
		run := float64(b.Curve.Rest) / float64(max(1, s.Rig.Fold))
		if restOf(b, s.Rig) < leastRun*run {
			length := func(v float64) quantity.Piece { return quantity.Amount(quantity.KindLevel, v) }
			return &Error{"grip_m", quantity.Say("the grip cannot take up ", length(float64(s.Rig.Grip)), " of a run of ", length(run), ": at most ", length((1-leastRun)*run))}
		}
	}
	return nil
}

// Span is from where to where an adjuster goes, in m.
func (s Set) Span(a Adjuster) (low, high float64) {
	switch a {
	case ByDistance:
		low = float64(s.Movement.nearest(s.Stature))
		return low, math.Max(low, float64(s.Bounds.Distance))
	case ByStance:
		return 0, float64(s.Bounds.Stance)
	case ByGrip:
		least := math.Inf(1)
		for _, b := range s.Bands {
			least = math.Min(least, float64(b.Curve.Rest))
		}
		return 0, s.Bounds.Grip * least / float64(max(1, s.Rig.Fold))
	}
	return 0, 0
}

// at is the set-up with an adjuster moved.
func (s Set) at(a Adjuster, x float64) Set {
	switch a {
	case ByDistance:
		s.Rig.Distance = quantity.Length(x)
	case ByStance:
		s.Rig.Stance = quantity.Length(x)
	case ByGrip:
		s.Rig.Grip = quantity.Length(x)
	}
	return s
}

// halvings narrow an interval of some m down to less than a micrometre.
const halvings = 26

// last is the largest x of an interval for which holds is true, for something that
// holds at low and then, from some x on, not any more.
func last(low, high float64, holds func(float64) bool, steps int) float64 {
	if holds(high) {
		return high
	}
	for range steps {
		if mid := (low + high) / 2; holds(mid) {
			low = mid
		} else {
			high = mid
		}
	}
	return low
}

// Solve moves one adjuster until the set-up pulls as wanted, to 1 mm or better, and
// returns it. want in N, > 0. The others are bands that could be used too. When it
// cannot be had within the bounds and the stretch limit, the error is *OutOfReach
// with the nearest that can and what would do instead.
func (s Set) Solve(a Adjuster, g Goal, want quantity.Force, others []Band) (Set, error) {
	if a == ByBands {
		return s.subset(g, want, append(append([]Band{}, s.Bands...), others...))
	}
	got, err := s.move(a, g, want)
	if err != nil {
		err.Would = s.instead(a, g, want, others)
		return got, err
	}
	return got, nil
}

// move is Solve by a length, without advice.
func (s Set) move(by Adjuster, g Goal, want quantity.Force) (Set, *OutOfReach) {
	low, high := s.Span(by)
	gentle := func(x float64) bool { return !s.at(by, x).glance().tight() }
	if !gentle(low) {
		return s, &OutOfReach{
			Reason: quantity.Say("even so the band is stretched to ", fmt.Sprintf("%.2f", s.at(by, low).glance().stretch), fmt.Sprintf(" times its length, beyond the limit of %.2f", MaxStretch)),
			Rig:    s.at(by, low).Rig,
		}
	}
	top := last(low, high, gentle, halvings)
	pull := func(x float64) quantity.Force { return s.at(by, x).glance().of(g) }
	most := pull(top)
	if want > most {
		why := quantity.Say("more ", string(by), " than ", quantity.Amount(quantity.KindLength, high))
		if top < high {
			why = quantity.Say(fmt.Sprintf("more stretch than %.2f times its length", MaxStretch))
		}
		return s.at(by, top), &OutOfReach{Reason: quantity.Say("that takes ", why, ": at most ", quantity.Amount(quantity.KindForce, float64(most)), " here"), Nearest: most, Rig: s.at(by, top).Rig}
	}
	// Where a band is slack for a part of the way the pull need not rise throughout:
	// from the far end back to where it is first less than wanted.
	above, least, leastAt := top, most, top
	for i := scanned - 1; i >= 0; i-- {
		x := low + (top-low)*float64(i)/scanned
		f := pull(x)
		if f <= want {
			return s.at(by, last(x, above, func(x float64) bool { return pull(x) <= want }, halvings)), nil
		}
		if above = x; f < least {
			least, leastAt = f, x
		}
	}
	step := (top - low) / scanned // the least may lie between two places
	from, to := math.Max(low, leastAt-step), math.Min(top, leastAt+step)
	for end := to; to-from > 1e-4; {
		a, b := from+(to-from)/3, to-(to-from)/3
		if pull(a) < pull(b) {
			to = b
		} else {
			from = a
		}
		if f := pull(from); f < least {
			least, leastAt = f, from
		}
		if least <= want {
			return s.at(by, last(leastAt, end, func(x float64) bool { return pull(x) <= want }, halvings)), nil
		}
	}
	return s.at(by, leastAt), &OutOfReach{
		Reason:  quantity.Say("at least ", quantity.Amount(quantity.KindForce, float64(least)), " with the ", string(by), " at ", quantity.Amount(quantity.KindLength, leastAt)),
		Nearest: least, Rig: s.at(by, leastAt).Rig,
	}
}

// scanned is at how many places an adjuster is tried before it is narrowed down.
const scanned = 24

// mostBands is up to how many bands the best of all their subsets is looked for.
const mostBands = 12

// closeEnough is how near a set of bands must come, as a share (house value).
const closeEnough = 0.10

// subset is the set of bands that, in this set-up, comes nearest to a pull, with
// the fewest bands of those as near: every subset is looked at, so no other is
// nearer. Bands of the other sort, or that the set-up would stretch too far, are
// left out. The error is *OutOfReach when the nearest is more than a tenth off.
func (s Set) subset(g Goal, want quantity.Force, all []Band) (Set, error) {
	var usable []Band
	var pulls [][samples]float64
	for _, b := range all {
		if !s.Movement.Takes(b.Kind) || len(usable) == mostBands || len(usable) > 0 && b.Kind != usable[0].Kind {
			continue // bands that lie differently are not stretched alike
		}
		alone := s
		alone.Bands = []Band{b}
		if g := alone.glance(); !g.tight() && g.peak > 0 {
			usable, pulls = append(usable, b), append(pulls, g.pull)
		}
	}
	if len(usable) == 0 {
		return s, &OutOfReach{Reason: quantity.Say("none of the bands at hand pulls within its limits in this set-up"), Rig: s.Rig, Would: []quantity.Phrase{quantity.Say("move the anchor, the feet or the grip first")}}
	}
	course := CourseOf(s.Movement, usable[0].Kind, s.Stature, s.Rig)
	best, bestOff, bestSum := uint(0), math.Inf(1), 0.0
	sums := make([][samples]float64, 1<<len(usable)) // of the subset without its lowest band
	for set := uint(1); set < 1<<len(usable); set++ {
		lowest := bits.TrailingZeros(set)
		rest := sums[set&(set-1)]
		for i := range rest {
			rest[i] += pulls[lowest][i]
		}
		sums[set] = rest
		sum := rest[samples-1]
		if g == OnMean {
			taut := math.Inf(1)
			for i := range usable {
				if set&(1<<i) != 0 {
					taut = math.Min(taut, restOf(usable[i], s.Rig))
				}
			}
			parts, loaded := course.loaded(&rest, taut+float64(s.Rig.Strap))
			sum = mean(&parts, &rest, loaded)
		}
		off := math.Abs(sum - float64(want))
		if off < bestOff-1e-9 || off < bestOff+1e-9 && bits.OnesCount(set) < bits.OnesCount(best) {
			best, bestOff, bestSum = set, off, sum
		}
	}
	out := s
	out.Bands = nil
	for i, b := range usable {
		if best&(1<<i) != 0 {
			out.Bands = append(out.Bands, b)
		}
	}
	if bestOff > closeEnough*float64(want) {
		would := out.otherwise(ByBands, g, want)
		if len(would) == 0 {
			would = append(would, quantity.Say("another band: these get no nearer however they are set up"))
		}
		return out, &OutOfReach{
			Reason:  quantity.Say("no set of the bands at hand comes nearer than ", quantity.Amount(quantity.KindForce, bestSum), " (", namesOf(out.Bands), ") in this set-up"),
			Nearest: quantity.Force(bestSum), Rig: s.Rig, Would: would,
		}
	}
	return out, nil
}

// Range is from the lightest to the heaviest mean pull that a set-up can be
// adjusted to: by its usual adjuster, then by what is taken up at the grip; the
// lightest with at least half of the way loaded, the heaviest at the stretch limit
// or at the end of the room. ok is false when there is none.
func (s Set) Range() (light, heavy Set, ok bool) {
	const steps = 14
	first := s.Movement.Adjusters()[0]
	s.Rig.Grip = 0
	if first == ByBands {
		g := s.glance()
		return s, s, !g.tight() && g.slack <= 1-leastLoaded
	}
	loaded := func(t Set) bool { return t.glance().slack <= 1-leastLoaded }
	gentle := func(t Set) bool { return !t.glance().tight() }
	low, high := s.Span(first)
	gripLow, gripHigh := s.Span(ByGrip)
	// Where the way is long enough, from 0 (the adjuster's least) by 1 (its most, grip
	// untouched) to 2 (the grip too).
	along := func(u float64) Set {
		t := s
		if first != ByGrip {
			t = s.at(first, low+math.Min(u, 1)*(high-low))
		}
		if u > 1 {
			t = t.at(ByGrip, gripLow+(u-1)*(gripHigh-gripLow))
		}
		return t
	}
	from := 0.0
	if first == ByGrip {
		from = 1
	}
	if !gentle(along(from)) || !loaded(along(2)) {
		return s, s, false
	}
	if !loaded(along(from)) {
		from = last(from, 2, func(u float64) bool { return !loaded(along(u)) }, steps) + 2.0/(1<<steps)
	}
	to := last(from, 2, func(u float64) bool { return gentle(along(u)) }, steps)
	if !gentle(along(from)) {
		return s, s, false
	}
	return along(from), along(to), true
}
