package band

import (
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// Keeping is what is known of a band's life, as Unix times in seconds, 0 for never
// or not known. Damaged says that a nick, whitening or a sticky patch was seen.
type Keeping struct {
	FirstUsed, Inspected, Measured int64
	Damaged                        bool
}

// Due is something that a band asks for. Retire means that it is not used any more.
type Due struct {
	What   Asks
	At     int64 // since when, 0 for at once
	Retire bool
}

// Asks is what a band asks for.
type Asks string

// What a band can ask for.
const (
	RetireDamaged Asks = "retire it: a nick, whitening or a sticky patch only grows"
	RetireOld     Asks = "retire it: in use for two years"
	Inspect       Asks = "look it over along its whole length: nicks, whitening, sticky patches"
	ControlPull   Asks = "one control pull: the readings are older than six months"
)

// Intervals in days (house values): two years of use, a recorded inspection each
// month, readings good for half a year.
const (
	lifeDays    = 730
	inspectDays = 30
	readingDays = 182
	daySeconds  = 24 * 60 * 60
)

// Dues are what a band asks for and from when on, the gravest first; a band that
// has never been inspected on record asks for it at once.
func (k Keeping) Dues() []Due {
	var out []Due
	if k.Damaged {
		out = append(out, Due{RetireDamaged, 0, true})
	}
	if k.FirstUsed > 0 {
		out = append(out, Due{RetireOld, k.FirstUsed + lifeDays*daySeconds, true})
	}
	inspect := Due{What: Inspect}
	if k.Inspected > 0 {
		inspect.At = k.Inspected + inspectDays*daySeconds
	}
	out = append(out, inspect)
	if k.Measured > 0 {
		out = append(out, Due{ControlPull, k.Measured + readingDays*daySeconds, false})
	}
	return out
}

// departs is from which share a control pull no longer fits the curve.
const departs = 0.10

// Control holds a control pull against a curve: the share by which it departs, and
// whether that is more than a tenth, so that the curve is fitted anew. The curve
// that comes back then is the old one scaled to the pull: the shape of a band
// outlasts its strength. A pull at rest length or below tells nothing.
func (c Curve) Control(p Point) (again Curve, departure float64, refit bool) {
	there := c.Force(p.Length)
	if there <= 0 {
		return c, 0, false
	}
	departure = float64(p.Force/there) - 1
	if math.Abs(departure) <= departs {
		return c, departure, false
	}
	return c.scaled(1 + departure), departure, true
}

func (c Curve) scaled(k float64) Curve {
	c.A0C1, c.A0C2 = c.A0C1*quantity.Force(k), c.A0C2*quantity.Force(k)
	c.print ^= math.Float64bits(k)
	if c.known != nil { // the one pull is no surer than the curve, and the shape as sure as it was
		wider := *c.known
		for i, u := range wider.share {
			wider.share[i] = math.Hypot(u, departs)
		}
		c.known = &wider
	}
	c.Basis = Scaled
	return c
}

// FitRounds fits the points of several rounds of measuring, the oldest first. A later
// round that departs by more than a tenth from what was known replaces it: by a fit
// of its own where it has three points or more, else by scaling what was known to
// its points. Otherwise all points count together. departure is that of the last
// round, 0 when there is only one. Errors are those of Fit, with the index of the
// point among all.
func FitRounds(rest quantity.Length, strands int, rounds [][]Point, d Doubts) (c Curve, departure float64, refit bool, err error) {
	var all []Point
	for _, r := range rounds {
		all = append(all, r...)
	}
	if len(rounds) < 2 {
		c, err = FitWith(rest, strands, all, d)
		return c, 0, false, err
	}
	if c, _, err = fit(rest, strands, all, d); err != nil {
		return c, 0, false, err
	}
	known, err := FitWith(rest, strands, rounds[0], d)
	if err != nil {
		return c, 0, false, nil // a first round of releasing points only
	}
	counted := rounds[0]
	c = known
	for _, round := range rounds[1:] {
		departure, refit = 0, false
		pulling := 0
		for _, p := range round {
			if !p.Releasing {
				_, off, _ := c.Control(p)
				departure += off
				pulling++
			}
		}
		if pulling == 0 {
			continue
		}
		departure /= float64(pulling)
		if refit = math.Abs(departure) > departs; !refit {
			counted = append(slices.Clone(counted), round...)
			if c, err = FitWith(rest, strands, counted, d); err != nil {
				return c, departure, false, err
			}
			continue
		}
		if counted = round; pulling >= 3 {
			c, err = FitWith(rest, strands, round, d)
			if err != nil {
				return c, departure, true, err
			}
			continue
		}
		c = c.scaled(1 + departure)
	}
	return c, departure, refit, nil
}
