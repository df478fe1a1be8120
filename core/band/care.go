package band

import (
	"math"

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

// Dues are what a band asks for at a time, the gravest first; a band that has never
// been inspected on record asks for it from the start.
func (k Keeping) Dues(now int64) []Due {
	var out []Due
	if k.Damaged {
		out = append(out, Due{RetireDamaged, 0, true})
	}
	if at := k.FirstUsed + lifeDays*daySeconds; k.FirstUsed > 0 && at <= now {
		out = append(out, Due{RetireOld, at, true})
	}
	if at := k.Inspected + inspectDays*daySeconds; k.Inspected == 0 || at <= now {
		if k.Inspected == 0 {
			at = 0
		}
		out = append(out, Due{Inspect, at, false})
	}
	if at := k.Measured + readingDays*daySeconds; k.Measured > 0 && at <= now {
		out = append(out, Due{ControlPull, at, false})
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
	k := 1 + departure
	c.A0C1, c.A0C2 = c.A0C1*quantity.Force(k), c.A0C2*quantity.Force(k)
	for i := range c.covariance {
		for j := range c.covariance[i] {
			c.covariance[i][j] *= k * k
		}
	}
	c.Basis = Scaled
	return c, departure, true
}
