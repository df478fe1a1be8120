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

// Profile is the tension through a movement. Mean is what a band counts by: its pull
// along the way, over the whole way (work ÷ way), so that slack counts as nothing and
// what pulls across the way does not count; in a movement that is held against the pull
// it is the whole pull. PeakU95 is how far Peak may be off; Work in J; Slack the share of
// the way that is slack.
type Profile struct {
	Samples                     []Sample
	Start, Middle, Finish, Peak quantity.Force
	Mean, MeanU95, PeakU95      quantity.Force
	Work                        float64
	Way                         quantity.Length
	Slack                       float64
	Stretch                     float64
	Worst                       Reach
}

// restOf is the length of a run at rest: folded, and less what the grip takes.
func restOf(b *Band, r Rig) float64 {
	return float64(b.Curve.Rest)/float64(max(1, r.Fold)) - float64(r.Grip)
}

// pull is a band's force at a length of the run without the strap.
func (b *Band) pull(length float64, r Rig) (force, stretch float64) {
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
	case BeyondStretch:
		return 2
	}
	return 3
}

func worse(a, b Reach) Reach {
	if b.grade() > a.grade() {
		return b
	}
	return a
}

// Through is the tension of bands together on one course: all are stretched to the
// same length and their forces add; so do their uncertainties, for they come from one
// scale, one tape and one kind of material. A run shorter than the rest length is slack.
func Through(c *Course, bands []Band, r Rig) Profile {
	p := Profile{Samples: make([]Sample, samples), Worst: Slack}
	var pull, u95 [samples]float64
	for i := range samples {
		s := &p.Samples[i]
		s.Run, s.Reach = quantity.Length(c.Run[i]), Slack
		for n := range bands {
			b := &bands[n]
			force, stretch := b.pull(c.Run[i]-float64(r.Strap), r)
			pull[i] += force
			u95[i] += force * b.Curve.share(stretch)
			s.Stretch = math.Max(s.Stretch, stretch)
			s.Reach = worse(s.Reach, b.Curve.ReachOf(quantity.Length(stretch)*b.Curve.Rest))
		}
		s.Pull, s.U95 = quantity.Force(pull[i]), quantity.Force(u95[i])
		if s.Pull > p.Peak {
			p.Peak, p.PeakU95 = s.Pull, s.U95
		}
		p.Stretch, p.Worst = math.Max(p.Stretch, s.Stretch), worse(p.Worst, s.Reach)
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
	p.Slack = 1 - c.loaded(&pull, shortest(bands, r)+float64(r.Strap))/way
	p.Mean, p.MeanU95 = quantity.Force(dot(&c.Count, &pull)), quantity.Force(math.Abs(dot(&c.Count, &u95)))
	return p
}

func dot(weights, values *[samples]float64) (sum float64) {
	for i := range weights {
		sum += weights[i] * values[i]
	}
	return sum
}

// glance is a profile in short, for looking at many set-ups.
type glance struct {
	finish, mean, peak, slack float64
	peakU95                   float64
	tightest                  float64 // the largest stretch of a band
	limit                     float64 // up to which that band is offered
	over                      bool    // some band is stretched further than it is offered
	pull                      [samples]float64
}

func (s *Set) glance() (g glance) {
	c := CourseOf(s.Movement, s.Bands[0].Kind, s.Stature, s.Rig)
	for n := range s.Bands {
		b := &s.Bands[n]
		most := 0.0
		for i := range samples {
			force, stretch := b.pull(c.Run[i]-float64(s.Rig.Strap), s.Rig)
			g.pull[i] += force
			most = math.Max(most, stretch)
		}
		limit := b.Curve.Limit()
		g.over = g.over || most > limit*(1+1e-9)
		if most-limit > g.tightest-g.limit || g.limit == 0 {
			g.tightest, g.limit = most, limit
		}
	}
	way, top := 0.0, 0
	for i, step := range c.Step {
		way += step
		if g.pull[i] > g.peak {
			g.peak, top = g.pull[i], i
		}
	}
	if s.Bounds.Anchor > 0 {
		for n := range s.Bands {
			b := &s.Bands[n]
			force, stretch := b.pull(c.Run[top]-float64(s.Rig.Strap), s.Rig)
			g.peakU95 += force * b.Curve.share(stretch)
		}
	}
	g.slack = 1 - c.loaded(&g.pull, shortest(s.Bands, s.Rig)+float64(s.Rig.Strap))/way
	g.finish, g.mean = g.pull[samples-1], dot(&c.Count, &g.pull)
	return g
}

func (g *glance) of(goal Goal) quantity.Force {
	if goal == AtFinish {
		return quantity.Force(g.finish)
	}
	return quantity.Force(g.mean)
}

// shortest is the least rest length of a run.
func shortest(bands []Band, r Rig) float64 {
	rest := math.Inf(1)
	for i := range bands {
		rest = math.Min(rest, restOf(&bands[i], r))
	}
	return rest
}

// loaded is how much of the way is pulled on, by bands of which the first is taut from a
// run of length taut.
func (c *Course) loaded(pull *[samples]float64, taut float64) (all float64) {
	for i := 1; i < samples; i++ {
		switch {
		case pull[i] > 0 && pull[i-1] > 0:
			all += c.Step[i]
		case pull[i] > 0 || pull[i-1] > 0:
			longer, shorter := math.Max(c.Run[i], c.Run[i-1]), math.Min(c.Run[i], c.Run[i-1])
			all += c.Step[i] * math.Min(1, math.Max(0, (longer-taut)/(longer-shorter)))
		}
	}
	return all
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
		Formula: "∫ F dL ÷ way over the whole way, F = strands · 2(A₀C₁ + A₀C₂/λ)(λ − λ⁻²)(1 + g(λ)), λ = (run − strap) ÷ (rest ÷ fold − grip), g what the readings say beside the model",
		Range:   "stretch up to 2.75, and up to 1.15 of what was read; slow, after two warm-up pulls",
		Source:  "Treloar, The Physics of Rubber Elasticity; segments by Drillis & Contini 1966; U by simulation, docs/truth.md",
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
