package band

import (
	"math"

	"scrappyrack/core/body"
	"scrappyrack/core/quantity"
)

// Rig is how a movement is set up: the distance of the anchor from the body's
// origin (see Base) and its height, the distance between the feet, how much of each
// run is taken up at the grip, how often the band is folded, and a strap or ring
// between band and anchor that does not stretch. Lengths in m, ≥ 0; Fold 1, 2 or 4.
type Rig struct {
	Distance, Height quantity.Length
	Stance, Grip     quantity.Length
	Strap            quantity.Length
	Fold             int
}

// Girth half widths as shares of stature, for loops round legs and arms: r of a leg
// above the knee, an ankle, a wrist; and how far a band lies behind the shoulder
// joint (house values).
const (
	kneeRadius  = 0.035
	ankleRadius = 0.020
	wristRadius = 0.016
	chestDeep   = 0.06
	soleUp      = 0.05
)

// samples is at how many points of a movement the band is looked at.
const samples = 33

// Course is the run of a band through a movement: at each of its points how long
// the run is, how far the end has come from the point before, and which share of
// the pull lies along its way. In m. Count is what the pull at each point counts for in
// the mean. Where the ends are is kept for drawing.
type Course struct {
	Run   [samples]float64
	Step  [samples]float64
	Along [samples]float64
	Count [samples]float64
	From  [2]Point3 // at start and finish
	To    [2]Point3
}

// track is where the ends are through a movement, as shares of stature, apart from
// what the rig decides.
type track [samples]struct{ from, to Point3 }

func (m Movement) track() (t track) {
	f0, t0 := m.ends(m.Start.Figure())
	f1, t1 := m.ends(m.Finish.Figure())
	for i := range samples {
		s := float64(i) / (samples - 1)
		t[i].from, t[i].to = between(f0, f1, s), between(t0, t1, s)
		if m.Arc && i > 0 && i < samples-1 {
			t[i].from, t[i].to = m.ends(mixed(m.Start, m.Finish, s).Figure())
		}
	}
	return t
}

// CourseOf is the run of a band of a kind through a movement of the library for a
// stature in m. Feet are on one floor, and the band slides freely under them.
func CourseOf(m Movement, kind Kind, stature quantity.Length, r Rig) Course {
	h := float64(stature)
	t := m.way
	var c Course
	fixed, spread := m.extra(kind, h, r)
	stays, rigged := m.rigged(h, r)
	var last Point3
	for i := range samples {
		from, to := t[i].from.times(h), t[i].to.times(h)
		if rigged {
			from = stays
		}
		apart := to.minus(from)
		c.Run[i] = apart.length() + fixed
		if spread {
			c.Run[i] += math.Abs(to.Z)
		}
		if i > 0 {
			step := apart.minus(last)
			c.Step[i] = step.length()
			if c.Step[i] > 0 {
				c.Along[i] = (c.Run[i] - c.Run[i-1]) / c.Step[i]
			}
		}
		last = apart
		if i == 0 {
			c.From[0], c.To[0] = from, to
		}
		c.From[1], c.To[1] = from, to
	}
	c.count(m.Held)
	return c
}

// firstRun is the run at the start alone.
func (m Movement) firstRun(kind Kind, h float64, r Rig) float64 {
	from, to := m.way[0].from.times(h), m.way[0].to.times(h)
	if stays, rigged := m.rigged(h, r); rigged {
		from = stays
	}
	run, spread := m.extra(kind, h, r)
	if spread {
		run += math.Abs(to.Z)
	}
	return run + to.minus(from).length()
}

// count weighs each point by its part of the way and of the pull that lies along it,
// so that the sum over the pulls is work ÷ way (trapezoids); held counts the whole pull.
func (c *Course) count(held bool) {
	way := 0.0
	for _, step := range c.Step {
		way += step
	}
	if way == 0 {
		return
	}
	for i := 1; i < samples; i++ {
		half := c.Step[i] / (2 * way)
		if !held {
			half *= c.Along[i]
		}
		c.Count[i-1] += half
		c.Count[i] += half
	}
}

// Figures are the body at the start and at the finish for a stature in m, as it is
// drawn: hands that hold one end together meet in the middle.
func (m Movement) Figures(stature quantity.Length) (start, finish Figure) {
	drawn := func(p Pose) Figure {
		f := p.Figure()
		if m.End == BothHands && m.Side == Aside {
			f.Hand.Z, f.Elbow.Z = 0, f.Elbow.Z*0.75
		}
		return f.At(stature)
	}
	return drawn(m.Start), drawn(m.Finish)
}

// rigged is where the staying end is when the rig says so, in m.
func (m Movement) rigged(h float64, r Rig) (Point3, bool) {
	switch m.Place {
	case Feet:
		return Point3{0, 0, float64(r.Stance) / 2}, true
	case Foot:
		if m.End == OneHand {
			return Point3{0, 0, halfShoulder * h}, true // the foot under its own shoulder
		}
		return Point3{}, true
	case Anchor:
		d, y := float64(r.Distance), float64(r.Height)
		switch m.Side {
		case Ahead:
			return Point3{d, y, 0}, true
		case Behind:
			return Point3{-d, y, 0}, true
		}
		return Point3{0, y, -d}, true
	}
	return Point3{}, false
}

// mixed is the pose a share of the way from one to another.
func mixed(a, b Pose, t float64) Pose {
	mix := func(x, y float64) float64 { return x + (y-x)*t }
	return Pose{
		Base: a.Base, Shank: mix(a.Shank, b.Shank), Thigh: mix(a.Thigh, b.Thigh), Trunk: mix(a.Trunk, b.Trunk),
		Upper: mix(a.Upper, b.Upper), Fore: mix(a.Fore, b.Fore), Out: mix(a.Out, b.Out), ForeOut: mix(a.ForeOut, b.ForeOut),
		Leg: mix(a.Leg, b.Leg), Calf: mix(a.Calf, b.Calf), LegOut: mix(a.LegOut, b.LegOut), Rise: mix(a.Rise, b.Rise),
		Ahead: mix(a.Ahead, b.Ahead),
	}
}

// ends are where the staying and the moving end of one run are, as shares of
// stature; where a rig decides it, the staying end is left.
func (m Movement) ends(f Figure) (from, to Point3) {
	switch m.End {
	case BothHands:
		to = f.Hand
		if m.Side == Aside {
			to.Z = 0 // hands together
		}
	case OneHand:
		to = f.Hand
	case Shoulders:
		to = f.Shoulder
	case Waist:
		to = Point3{f.Hip.X, f.Hip.Y, 0}
	case KneesEnd:
		to = f.MovingKnee
	case FootEnd:
		to = Point3{f.MovingAnkle.X, f.MovingAnkle.Y, 0}
	case AnkleEnd:
		to = f.MovingAnkle
		if m.Anchored() && m.Side != Aside {
			to.Z = 0
		}
	}
	switch m.Place {
	case Soles:
		from = Point3{f.Ankle.X + 0.02, soleUp, halfHip}
	case Back:
		from = Point3{f.Shoulder.X, f.Shoulder.Y, halfShoulder}
	case Palms:
		from = Point3{0, 0, halfShoulder}
	case Grip:
		from = Point3{f.Hand.X, f.Hand.Y, 0}
	case Hands, Knees, Wrists:
		from = Point3{to.X, to.Y, -to.Z}
	case Ankles:
		from = Point3{f.Ankle.X, f.Ankle.Y, -halfHip}
	}
	return from, to
}

// extra is the part of a run that does not lie between its ends: along the floor,
// round the back, round the legs; with spread, also from the middle to the end,
// across the shoulders or between the hands.
func (m Movement) extra(kind Kind, h float64, r Rig) (fixed float64, spread bool) {
	switch m.Place {
	case Feet:
		if kind.Closed() || r.Fold > 1 {
			fixed = float64(r.Stance) / 2
		}
	case Soles:
		fixed = halfHip * h
	case Back, Palms:
		fixed = (halfShoulder + chestDeep) * h
	case Knees:
		fixed = math.Pi * kneeRadius * h
	case Ankles:
		fixed = math.Pi * ankleRadius * h
	case Wrists:
		fixed = math.Pi * wristRadius * h
	}
	spread = kind == LongLoop && r.Fold == 1 && (m.End == BothHands || m.End == Shoulders) && m.Place != Hands
	return fixed, spread
}

// besideAnchor is how near to an anchor a body can stand, from its origin (house value).
const besideAnchor = 0.30

// nearest is the least distance of an anchor at which no end goes past it, in m.
func (m Movement) nearest(stature quantity.Length) quantity.Length {
	most := 0.0
	for _, p := range m.way {
		switch m.Side {
		case Ahead:
			most = math.Max(most, p.to.X)
		case Behind:
			most = math.Max(most, -p.to.X)
		case Aside:
			most = math.Max(most, -p.to.Z)
		}
	}
	return max(besideAnchor, quantity.Length(most)*stature+0.05)
}

// Usual is how a movement is set up when nobody has said otherwise: the anchor at
// the movement's height and so far that the band is just taut at the start, the
// feet a foot's length apart. Where that would stretch the band too far, or leave
// half of the way slack, it is folded otherwise if that helps.
func Usual(m Movement, b Band, stature quantity.Length) Rig {
	first := usualAt(m, b, stature, m.Fold)
	if b.Kind == MiniLoop {
		return first
	}
	for _, fold := range []int{m.Fold, 1, 2, 4} {
		r := usualAt(m, b, stature, fold)
		set := Set{Movement: m, Bands: []Band{b}, Stature: stature, Rig: r}
		g := set.glance()
		if !g.over && g.slack <= 1-leastLoaded {
			return r
		}
	}
	return first
}

func usualAt(m Movement, b Band, stature quantity.Length, fold int) Rig {
	r := Rig{Fold: fold, Stance: quantity.Length(math.Round(float64(body.At(stature, body.FootLength))*100) / 100)}
	if m.Anchored() {
		r.Height = quantity.Length(math.Round(float64(body.At(stature, m.Height))*100) / 100)
		low, high := float64(m.nearest(stature)), 8.0
		rest := restOf(&b, r)
		for range 40 {
			r.Distance = quantity.Length((low + high) / 2)
			if m.firstRun(b.Kind, float64(stature), r) < rest {
				low = float64(r.Distance)
			} else {
				high = float64(r.Distance)
			}
		}
		r.Distance = quantity.Length(math.Ceil(high*100) / 100)
	}
	return r
}
