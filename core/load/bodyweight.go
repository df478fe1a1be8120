package load

import (
	"fmt"
	"math"

	"scrappyrack/core/body"
	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
)

// Share is a share of body weight with what is known of its spread. Outside says
// that it lies beyond the measured tables.
type Share struct {
	Low, Typical, High float64
	Outside            bool
}

// Of is the share of a body mass in kg.
func (s Share) Of(m quantity.Mass) (low, typical, high quantity.Mass) {
	return m * quantity.Mass(s.Low), m * quantity.Mass(s.Typical), m * quantity.Mass(s.High)
}

// Shares of body weight on the hands in a push-up by how far the hands are above
// the feet in m (Ebben et al. 2011, J Strength Cond Res 25(10):2891–2894, from
// memory).
var pushUps = []struct{ rise, share float64 }{
	{-0.610, 0.74}, {-0.305, 0.70}, {0, 0.64}, {0.305, 0.55}, {0.610, 0.41},
}

// Shares of a second source at top and bottom (Suprak, Dawes & Stephenson 2011,
// J Strength Cond Res 25(2):497–503, from memory), and the first one's on knees.
const (
	kneesShare     = 0.49
	standardBottom = 0.75
	kneesBottom    = 0.62
)

// MaxHandRise is the highest hands, above the feet, of a push-up that is
// offered, in m: beyond it is a push against a wall.
const MaxHandRise = quantity.Length(1.2)

// outsideSpread widens a share that is beyond the tables (house value).
const outsideSpread = 0.15

// PushUp is the share of body weight on the hands with straight arms, by how far
// the hands are above the feet (m; negative with the feet raised, −0.61 to
// MaxHandRise). Inside the table it is interpolated; its range runs up to the
// second source's bottom position. Above it the straight-body lever goes on from
// the table's end: hands carry F = k·cos φ across a body inclined by φ, with
// R·sin(φ − α) = rise, R² = shoulder² + arm², α = atan(arm/shoulder), shoulder
// 0.818 H and arm 0.387 H of a stature H (Drillis & Contini 1966); the range then
// takes in the straight line of the table's last two points. Hands at the height of
// the shoulders bear nothing: the errors name the range up to there, or to MaxHandRise.
func PushUp(rise, stature quantity.Length) (Share, error) {
	first, last := pushUps[0], pushUps[len(pushUps)-1]
	h := float64(rise)
	upright := quantity.Length(body.Shoulder) * stature
	if most := min(MaxHandRise, upright); math.IsNaN(h) || h < first.rise-1e-9 || rise > most {
		return Share{}, fmt.Errorf("hands %.2f m above the feet are outside of %.2f to %.2f m", h, first.rise, float64(most))
	}
	spread := standardBottom / pushUps[2].share
	if h <= last.rise {
		share := between(h)
		return Share{Low: share, Typical: share, High: share * spread}, nil
	}
	before := pushUps[len(pushUps)-2]
	lever := math.Max(0, last.share*math.Cos(inclination(h, float64(stature)))/math.Cos(inclination(last.rise, float64(stature))))
	straight := math.Max(0, last.share+(last.share-before.share)/(last.rise-before.rise)*(h-last.rise))
	return Share{
		Low: math.Min(lever, straight) * (1 - outsideSpread), Typical: lever,
		High: math.Max(lever, straight) * spread * (1 + outsideSpread), Outside: true,
	}, nil
}

func between(h float64) float64 {
	for i, p := range pushUps[1:] {
		if h <= p.rise {
			q := pushUps[i]
			return q.share + (p.share-q.share)*math.Max(0, h-q.rise)/(p.rise-q.rise)
		}
	}
	return pushUps[len(pushUps)-1].share
}

// inclination is the angle of a straight body with its hands at a rise, in rad.
func inclination(rise, stature float64) float64 {
	shoulder, arm := body.Shoulder*stature, (body.Shoulder-body.Grip)*stature
	reach := math.Hypot(shoulder, arm)
	return math.Atan2(arm, shoulder) + math.Asin(math.Min(1, rise/reach))
}

// KneePushUp is the share on the hands on the knees: from one source's figure to
// the other's bottom position.
func KneePushUp() Share { return Share{Low: kneesShare, Typical: kneesShare, High: kneesBottom} }

// Shares of body weight pulled in straps or under a low bar by the body's angle
// from the vertical, in degrees (Melrose & Dawes 2015, J Athl Enhanc 4:1, from
// memory).
var strapPulls = []struct{ angle, share float64 }{{30, 0.374}, {45, 0.529}, {60, 0.681}, {75, 0.794}}

// StrapPull is the share of body weight in the hands at an angle of the body
// from the vertical (degrees, 0 to 90). Outside of 30 to 75 it goes on from the
// table's end in proportion to the sine, the straight-body lever, with a range.
func StrapPull(angle float64) (Share, error) {
	if !(angle >= 0 && angle <= 90) {
		return Share{}, fmt.Errorf("an angle of %g° from the vertical is outside of 0 to 90°", angle)
	}
	ends := []int{0, len(strapPulls) - 1}
	for i, end := range ends {
		e := strapPulls[end]
		if (i == 0 && angle < e.angle) || (i == 1 && angle > e.angle) {
			share := e.share * math.Sin(angle*math.Pi/180) / math.Sin(e.angle*math.Pi/180)
			return Share{Low: share * (1 - outsideSpread), Typical: share, High: math.Min(1, share*(1+outsideSpread)), Outside: true}, nil
		}
	}
	var share float64
	for i, p := range strapPulls[1:] {
		if q := strapPulls[i]; angle <= p.angle {
			share = q.share + (p.share-q.share)*math.Max(0, angle-q.angle)/(p.angle-q.angle)
			break
		}
	}
	return Share{Low: share * 0.95, Typical: share, High: share * 1.05}, nil
}

// Shares of body weight that the legs lift: the body less shanks and feet, 0.061
// a side (Dempster; Winter, Biomechanics and Motor Control of Human Movement).
const (
	twoLegShare = 0.88
	oneLegShare = 0.94
	frontLow    = 0.75 // the front leg's part of a split stance (house values)
	frontHigh   = 0.85
)

// OneLegged is the two-legged squat load that a one-legged movement with an
// external load (kg, ≥ 0) is at most: 2(0.94 M + e) − 0.88 M for a body mass M in
// kg. An upper bound by statics; balance usually ends the set first.
func OneLegged(bodyMass, external quantity.Mass) quantity.Mass {
	return 2*(oneLegShare*bodyMass+external) - twoLegShare*bodyMass
}

// SplitStance is the same for a split stance, where the front leg carries three
// quarters to 85 % (house values).
func SplitStance(bodyMass, external quantity.Mass) (low, high quantity.Mass) {
	at := func(front quantity.Mass) quantity.Mass {
		return 2*front*(oneLegShare*bodyMass+external) - twoLegShare*bodyMass
	}
	return at(frontLow), at(frontHigh)
}

// PackedPushUp is what the hands carry in a push-up with a pack of a mass (kg, ≥
// 0) between the shoulders: the body's share, and of the pack a share between
// the body's own and 1, since it lies between the body's centre and the hands.
func PackedPushUp(s Share, bodyMass, pack quantity.Mass) (low, high quantity.Mass) {
	return bodyMass*quantity.Mass(s.Low) + pack*quantity.Mass(s.Low), bodyMass*quantity.Mass(s.High) + pack
}

// BodyLoad is a movement with the body's own weight as the load, in kg.
type BodyLoad struct {
	Name               quantity.Phrase
	Low, Typical, High quantity.Mass
	Outside            bool
	Meaning            string
	Why                derivation.Derivation
}

// BodyLoads are the body-weight loads of a person, lightest push first: body
// mass in kg and stature in m, both above 0, and the height of a counter or sill
// to push from, in m (0 for none, else up to MaxHandRise).
func BodyLoads(bodyMass quantity.Mass, stature, counter quantity.Length) []BodyLoad {
	const (
		ebben   = "Ebben et al. 2011, J Strength Cond Res 25(10):2891–2894; Suprak et al. 2011, 25(2):497–503 (both from memory)"
		straps  = "Melrose & Dawes 2015, J Athl Enhanc 4:1 (from memory)"
		statics = "statics; segment masses by Dempster, in Winter, Biomechanics and Motor Control of Human Movement"
		hands   = "on both hands together; more toward the bottom of the movement"
	)
	var out []BodyLoad
	mass := derivation.Number("body mass", quantity.KindMass, float64(bodyMass), "client.body_mass_kg")
	add := func(name quantity.Phrase, meaning, formula, source string, low, typical, high quantity.Mass, outside bool,
		more ...derivation.Input) {
		d := derivation.Derivation{
			Title: "Load by body weight", Value: float64(typical), Kind: quantity.KindMass,
			Inputs:  append([]derivation.Input{mass}, more...),
			Formula: formula, Source: source, Range: "inside the measured tables",
		}
		if outside {
			d.Range = "beyond the measured tables: the straight-body lever goes on from their end, the range says how far that may be off"
		}
		out = append(out, BodyLoad{Name: name, Low: low, Typical: typical, High: high, Outside: outside, Meaning: meaning, Why: d})
	}
	share := func(name quantity.Phrase, meaning, source string, s Share, more ...derivation.Input) {
		low, typical, high := s.Of(bodyMass)
		add(name, meaning, "m = share × body mass", source, low, typical, high, s.Outside,
			append(more, derivation.Number("share", quantity.KindRatio, s.Typical, ""))...)
	}
	rise := func(h quantity.Length, words ...any) {
		if s, err := PushUp(h, stature); err == nil {
			share(quantity.Say(words...), hands, ebben, s, derivation.Number("hands above the feet", quantity.KindLevel, float64(h), ""))
		}
	}
	level := func(v float64) quantity.Piece { return quantity.Amount(quantity.KindLevel, v) }
	if counter > 0 {
		rise(counter, "push-up, hands on the counter at ", level(float64(counter)))
	}
	rise(0.61, "push-up, hands raised ", level(0.61))
	share(quantity.Say("push-up on the knees"), hands, ebben, KneePushUp())
	rise(0.305, "push-up, hands raised ", level(0.305))
	rise(0, "push-up")
	rise(-0.305, "push-up, feet raised ", level(0.305))
	rise(-0.61, "push-up, feet raised ", level(0.61))
	for _, p := range strapPulls {
		if s, err := StrapPull(p.angle); err == nil {
			share(quantity.Say(fmt.Sprintf("row in straps, body %g° from upright", p.angle)), "in both hands together", straps, s)
		}
	}
	one := OneLegged(bodyMass, 0)
	low, high := SplitStance(bodyMass, 0)
	add(quantity.Say("split squat, as a two-legged squat with"), "a squat with this in the hands loads the leg about as much",
		"2·f·0.94 M − 0.88 M, f = 0.75 to 0.85 (house values)", statics, low, (low+high)/2, high, false)
	add(quantity.Say("step-up on one leg, as a two-legged squat with"), "at most: balance usually ends the set first",
		"2·0.94 M − 0.88 M", statics, low, one, one, false)
	return out
}
