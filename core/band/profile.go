package band

import (
	"math"

	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
)

// Band is a band with its curve.
type Band struct {
	ID, Name string
	Kind     Kind
	Curve    Curve
}

// Sample is a band set at one point of a movement: the share of the way that is
// done, the length of the run, the pull of all strands of all bands with how far
// it may be off at 95 %, its part along the way, and how far the length may be
// asked for.
type Sample struct {
	Way       float64
	Run       quantity.Length
	Pull, U95 quantity.Force
	Along     quantity.Force
	Reach     Reach
	Stretch   float64 // the largest of the bands'
}

// Profile is the tension through a movement. Mean is that over the part of the way
// on which the band pulls at all, by length of way; MeanAlong is work ÷ way, over
// the whole way; Work in J. Slack is the share of the way that is slack.
type Profile struct {
	Samples                     []Sample
	Start, Middle, Finish, Peak quantity.Force
	Mean, MeanU95, MeanAlong    quantity.Force
	Work                        float64
	Way                         quantity.Length
	Slack                       float64
	Stretch                     float64
	Worst                       Reach
}

// restOf is the length of a run at rest: folded, and less what the grip takes.
func restOf(b Band, r Rig) float64 {
	return float64(b.Curve.Rest)/float64(max(1, r.Fold)) - float64(r.Grip)
}

// pull is a band's force at a length of the run without the strap.
func (b Band) pull(length float64, r Rig) (force, stretch float64) {
	rest := restOf(b, r)
	if rest <= 0 {
		return math.Inf(1), math.Inf(1)
	}
	stretch = length / rest
	return float64(max(1, r.Fold)*b.Curve.Strands) * b.Curve.strand(stretch), stretch
}

// grade orders the grades of a length by how grave they are.
func (r Reach) grade() int {
	switch r {
	case Slack:
		return 0
	case Within:
		return 1
	case BeyondMeasured:
		return 2
	case BeyondStretch:
		return 3
	}
	return 4
}

func worse(a, b Reach) Reach {
	if b.grade() > a.grade() {
		return b
	}
	return a
}

// Through is the tension of bands together on one course: all are stretched to the
// same length and their forces add. Their uncertainties add in quadrature, except
// that estimates rest on the same material and add straight. A run shorter than
// the rest length is slack.
func Through(c *Course, bands []Band, r Rig) Profile {
	p := Profile{Samples: make([]Sample, samples), Worst: Slack}
	var pull, u95 [samples]float64
	for i := range samples {
		s := &p.Samples[i]
		s.Run, s.Reach = quantity.Length(c.Run[i]), Slack
		var squares, straight float64
		for _, b := range bands {
			force, stretch := b.pull(c.Run[i]-float64(r.Strap), r)
			u := float64(max(1, r.Fold)) * float64(b.Curve.U95(quantity.Length(stretch)*b.Curve.Rest))
			pull[i] += force
			if b.Curve.Basis == Estimated {
				straight += u
			} else {
				squares += u * u
			}
			s.Stretch = math.Max(s.Stretch, stretch)
			s.Reach = worse(s.Reach, b.Curve.ReachOf(quantity.Length(stretch)*b.Curve.Rest))
		}
		u95[i] = math.Sqrt(squares + straight*straight)
		s.Pull, s.U95 = quantity.Force(pull[i]), quantity.Force(u95[i])
		p.Peak, p.Stretch, p.Worst = max(p.Peak, s.Pull), math.Max(p.Stretch, s.Stretch), worse(p.Worst, s.Reach)
		if i > 0 {
			s.Way = p.Samples[i-1].Way + c.Step[i]
			s.Along = quantity.Force(pull[i] * c.Along[i])
			p.Work += (pull[i] + pull[i-1]) / 2 * c.Along[i] * c.Step[i]
		}
	}
	p.Samples[0].Along = quantity.Force(pull[0] * c.Along[1])
	p.Start, p.Middle, p.Finish = p.Samples[0].Pull, p.Samples[samples/2].Pull, p.Samples[samples-1].Pull
	way := p.Samples[samples-1].Way
	p.Way = quantity.Length(way)
	if way == 0 {
		return p
	}
	for i := range p.Samples {
		p.Samples[i].Way /= way
	}
	parts, loaded := c.loaded(&pull, shortest(bands, r)+float64(r.Strap))
	p.Slack, p.MeanAlong = 1-loaded/way, quantity.Force(p.Work/way)
	p.Mean, p.MeanU95 = quantity.Force(mean(&parts, &pull, loaded)), quantity.Force(mean(&parts, &u95, loaded))
	return p
}

// glance is a profile in short, for looking at many set-ups.
type glance struct {
	finish, mean, peak, slack, stretch float64
	pull                               [samples]float64
}

func (s Set) glance() (g glance) {
	c := CourseOf(s.Movement, s.Bands[0].Kind, s.Stature, s.Rig)
	for i := range samples {
		for _, b := range s.Bands {
			force, stretch := b.pull(c.Run[i]-float64(s.Rig.Strap), s.Rig)
			g.pull[i] += force
			g.stretch = math.Max(g.stretch, stretch)
		}
		g.peak = math.Max(g.peak, g.pull[i])
	}
	parts, loaded := c.loaded(&g.pull, shortest(s.Bands, s.Rig)+float64(s.Rig.Strap))
	way := 0.0
	for _, step := range c.Step {
		way += step
	}
	g.finish, g.mean, g.slack = g.pull[samples-1], mean(&parts, &g.pull, loaded), 1-loaded/way
	return g
}

func (g glance) of(goal Goal) quantity.Force {
	if goal == AtFinish {
		return quantity.Force(g.finish)
	}
	return quantity.Force(g.mean)
}

// tight says that some band is stretched beyond what it is used to.
func (g glance) tight() bool { return g.stretch > MaxStretch*(1+1e-9) }

// shortest is the least rest length of a run.
func shortest(bands []Band, r Rig) float64 {
	rest := math.Inf(1)
	for _, b := range bands {
		rest = math.Min(rest, restOf(b, r))
	}
	return rest
}

// loaded is how much of each step is pulled on, by bands of which the first is taut
// from a run of length taut, and how much that is in all.
func (c *Course) loaded(pull *[samples]float64, taut float64) (parts [samples]float64, all float64) {
	for i := 1; i < samples; i++ {
		switch {
		case pull[i] > 0 && pull[i-1] > 0:
			parts[i] = c.Step[i]
		case pull[i] > 0 || pull[i-1] > 0:
			longer, shorter := math.Max(c.Run[i], c.Run[i-1]), math.Min(c.Run[i], c.Run[i-1])
			parts[i] = c.Step[i] * math.Min(1, math.Max(0, (longer-taut)/(longer-shorter)))
		}
		all += parts[i]
	}
	return parts, all
}

// mean is that of the values at the ends of steps, by the loaded part of each.
func mean(parts, values *[samples]float64, loaded float64) (sum float64) {
	if loaded == 0 {
		return 0
	}
	for i := 1; i < samples; i++ {
		sum += parts[i] * (values[i] + values[i-1]) / 2
	}
	return sum / loaded
}

// Of is the tension of bands through a movement for a stature in m. Bands of one
// kind lie alike; the first's kind decides how the run lies.
func Of(m Movement, bands []Band, stature quantity.Length, r Rig) Profile {
	if len(bands) == 0 {
		return Profile{Worst: Slack}
	}
	c := CourseOf(m, bands[0].Kind, stature, r)
	return Through(&c, bands, r)
}

// Explain derives the mean of a profile.
func (p Profile) Explain(m Movement, bands []Band, r Rig) derivation.Derivation {
	d := derivation.Derivation{
		Title: m.Name + ": mean pull", Value: float64(p.Mean), Kind: quantity.KindForce, U: float64(p.MeanU95),
		Formula: "Σ F(λ) Δs ÷ Σ Δs over the loaded way, F = strands · 2(A₀C₁ + A₀C₂/λ)(λ − λ⁻²), λ = (run − strap) ÷ (rest ÷ fold − grip)",
		Range:   "stretch up to 2.75, and up to what was measured; slow, after two warm-up pulls",
		Source:  "Treloar, The Physics of Rubber Elasticity; segments by Drillis & Contini 1966",
	}
	for _, b := range bands {
		c := b.Curve
		d.Inputs = append(d.Inputs,
			derivation.Number(b.Name+": rest length", quantity.KindLength, float64(c.Rest), "bands"),
			derivation.Number(b.Name+": A₀C₁ of a strand", quantity.KindForce, float64(c.A0C1), "bands"),
			derivation.Number(b.Name+": A₀C₂ of a strand", quantity.KindForce, float64(c.A0C2), "bands"),
			derivation.Word(b.Name+": rests on", string(c.Basis), "bands"))
	}
	n := len(p.Samples)
	if n == 0 {
		return d
	}
	return d.With(
		derivation.Number("run at the start", quantity.KindLength, float64(p.Samples[0].Run), ""),
		derivation.Number("run at the finish", quantity.KindLength, float64(p.Samples[n-1].Run), ""),
		derivation.Number("folded", quantity.KindCount, float64(r.Fold), "bands"),
		derivation.Number("taken up at the grip", quantity.KindLevel, float64(r.Grip), "bands"),
		derivation.Number("strap", quantity.KindLevel, float64(r.Strap), "bands"),
		derivation.Number("way of the free end", quantity.KindLength, float64(p.Way), ""),
		derivation.Number("share that is slack", quantity.KindRatio, p.Slack, ""))
}
