package band

import (
	"fmt"
	"math"
	"math/bits"

	"scrappyrack/core/quantity"
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
	// Anchor is the most that the anchor takes, in N, 0 where nothing says.
	Anchor quantity.Force
}

// House values of the bounds: room behind or before the body, the widest stance as
// a share of stature, the most taken up at the grip as a share of the run's rest
// length; how much of the way must be loaded; the room of somebody who has not
// been measured, in m.
const (
	clearBehind = quantity.Length(0.6)
	widest      = 1.5 * 0.259 // times the shoulders' width (Drillis and Contini 1966)
	mostGrip    = 0.35
	leastLoaded = 0.5
	unknownRoom = quantity.Length(3)
)

// BoundsIn are the bounds that a room sets for a stature with so much room before a wall or
// a door, in m (0 when nobody has measured): an anchor there, with 0.6 m clear behind the
// body. The room counts in whole centimetres: no band is set up finer.
func BoundsIn(run, stature quantity.Length) Bounds {
	if run <= 0 {
		run = unknownRoom
	}
	run = quantity.Length(math.Floor(float64(run)*100+1e-6) / 100)
	return Bounds{Distance: max(0.3, run-clearBehind), Stance: quantity.Length(widest) * stature, Grip: mostGrip}
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

// Limit is the stretch ratio up to which the band that is offered least far is offered.
func (s Set) Limit() float64 {
	limit := MaxStretch
	for _, b := range s.Bands {
		limit = math.Min(limit, b.Curve.Limit())
	}
	return limit
}

// leastRun is the least share of a run that the grip must leave (house value).
const leastRun = 0.2

// Check refuses a set-up that leaves nothing to pull on: the error is an *quantity.FieldError that
// names the field.
func (s Set) Check() error {
	for i := range s.Bands {
		b := &s.Bands[i]
		run := float64(b.Curve.Rest) / float64(max(1, s.Rig.Fold))
		if restOf(b, s.Rig) < leastRun*run {
			length := func(v float64) quantity.Piece { return quantity.Amount(quantity.KindLevel, v) }
			return quantity.At("grip_m", "the grip cannot take up ", length(float64(s.Rig.Grip)), " of a run of ", length(run),
				": at most ", length((1-leastRun)*run))
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
	look := func(x float64) glance {
		t := s.at(by, x)
		return t.glance()
	}
	gentle := func(x float64) bool { return !look(x).over }
	if !gentle(low) {
		seen := look(low)
		return s, &OutOfReach{
			Reason: quantity.Say("even so the band is stretched to ", fmt.Sprintf("%.2f", seen.tightest), " times its length, beyond ",
				seen.bound()),
			Rig: s.at(by, low).Rig,
		}
	}
	top := last(low, high, gentle, halvings)
	pull := func(x float64) float64 {
		seen := look(x)
		return float64(seen.of(g))
	}
	// The pull need not rise throughout: a band may be slack for a part of the way, or
	// pull across it. From the far end back to where it passes what is wanted.
	step := (top - low) / scanned
	after := pull(top)
	peak, least := place{top, after}, place{top, after}
	for i := scanned - 1; i >= 0; i-- {
		x := low + step*float64(i)
		f := pull(x)
		if (f-float64(want))*(after-float64(want)) <= 0 {
			return s.at(by, crossing(pull, float64(want), x, x+step)), nil
		}
		if f > peak.f {
			peak = place{x, f}
		}
		if f < least.f {
			least = place{x, f}
		}
		after = f
	}
	nearest, words := least, "at least "
	sign := -1.0
	if float64(want) > peak.f {
		nearest, words, sign = peak, "at most ", 1
	}
	// The extreme may lie between two places.
	best := extreme(func(x float64) float64 { return sign * pull(x) }, math.Max(low, nearest.x-step), math.Min(top, nearest.x+step))
	if f := pull(best); sign*f > sign*nearest.f {
		if sign*f >= sign*float64(want) {
			return s.at(by, crossing(pull, float64(want), nearest.x, best)), nil
		}
		nearest = place{best, f}
	}
	at := s.at(by, nearest.x)
	refusal := &OutOfReach{Nearest: quantity.Force(nearest.f), Rig: at.Rig}
	amount := quantity.Amount(quantity.KindForce, nearest.f)
	switch {
	case sign > 0 && nearest.x >= top-1e-9 && top < high:
		seen := look(top)
		refusal.Reason = quantity.Say("that takes more stretch than ", seen.bound(), ": at most ", amount, " here")
	case sign > 0 && nearest.x >= top-1e-9:
		refusal.Reason = quantity.Say("that takes more ", string(by), " than ", quantity.Amount(quantity.KindLength, high), ": at most ",
			amount, " here")
	default:
		refusal.Reason = quantity.Say(words, amount, " with the ", string(by), " at ", quantity.Amount(quantity.KindLength, nearest.x))
	}
	return at, refusal
}

// bound is how far the band that is nearest its limit may be stretched, in words.
func (g *glance) bound() string {
	if g.limit < MaxStretch {
		return fmt.Sprintf("%.2f times its length, as far as its readings tell: read it further out", g.limit)
	}
	return fmt.Sprintf("%.2f times its length", g.limit)
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
		if g := alone.glance(); !g.over && g.peak > 0 {
			usable, pulls = append(usable, b), append(pulls, g.pull)
		}
	}
	if len(usable) == 0 {
		return s, &OutOfReach{Reason: quantity.Say("none of the bands at hand pulls within its limits in this set-up"), Rig: s.Rig,
			Would: []quantity.Phrase{quantity.Say("move the anchor, the feet or the grip first")}}
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
			sum = dot(&course.Count, &rest)
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
			Reason: quantity.Say("no set of the bands at hand comes nearer than ", quantity.Amount(quantity.KindForce, bestSum), " (",
				namesOf(out.Bands), ") in this set-up"),
			Nearest: quantity.Force(bestSum), Rig: s.Rig, Would: would,
		}
	}
	return out, nil
}

// over says that a band is stretched further than it is offered, or that the anchor may
// have to take more than it does.
func (s *Set) over(g *glance) bool {
	return g.over || s.Bounds.Anchor > 0 && s.Movement.Anchored() && g.peak+g.peakU95 > float64(s.Bounds.Anchor)
}

// excess is by how much a set-up is over, as a share; not above 0 where it is not.
func (s *Set) excess(g *glance) float64 {
	out := g.tightest/g.limit - 1 - 1e-9
	if s.Bounds.Anchor > 0 && s.Movement.Anchored() {
		out = math.Max(out, (g.peak+g.peakU95)/float64(s.Bounds.Anchor)-1)
	}
	return out
}

// Range is from the lightest to the heaviest mean pull that a set-up can be
// adjusted to: by its usual adjuster, then by what is taken up at the grip; the
// lightest with at least half of the way loaded, the heaviest at the stretch limit
// or at the end of the room. ok is false when there is none.
func (s Set) Range() (light, heavy Set, ok bool) {
	first := s.Movement.Adjusters()[0]
	s.Rig.Grip = 0
	loaded := func(g *glance) bool { return g.slack <= 1-leastLoaded }
	if first == ByBands {
		g := s.glance()
		return s, s, !s.over(&g) && loaded(&g)
	}
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
	look := func(u float64) glance {
		t := along(u)
		return t.glance()
	}
	from := 0.0
	if first == ByGrip {
		from = 1
	}
	near, far := look(from), look(2)
	if s.over(&near) || !loaded(&far) {
		return s, s, false
	}
	if !loaded(&near) {
		_, from = straddle(from, 2, near.slack-(1-leastLoaded), far.slack-(1-leastLoaded),
			func(u float64) float64 { g := look(u); return g.slack - (1 - leastLoaded) })
		if near = look(from); s.over(&near) {
			return s, s, false
		}
	}
	to := 2.0
	if s.over(&far) {
		to, _ = straddle(from, 2, s.excess(&near), s.excess(&far), func(u float64) float64 { g := look(u); return s.excess(&g) })
		far = look(to)
	}
	// What is in between pulls in between, though not always more the further it is.
	least, most := from, to
	lightest, heaviest := near.mean, far.mean
	if lightest > heaviest {
		least, most, lightest, heaviest = to, from, far.mean, near.mean
	}
	for i := 1; i < looks; i++ {
		u := from + (to-from)*float64(i)/looks
		switch g := look(u); {
		case s.over(&g) || !loaded(&g):
		case g.mean < lightest:
			least, lightest = u, g.mean
		case g.mean > heaviest:
			most, heaviest = u, g.mean
		}
	}
	return along(least), along(most), lightest > 0
}

// looks is at how many places, less one, a range is looked at between its ends.
const looks = 5
