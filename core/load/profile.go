// Package load turns improvised things into masses that can be trained with:
// containers and what they weigh at which level, the holds they allow, and the
// ladder of all loads that can be reached.
package load

import (
	"fmt"
	"math"

	"gonum.org/v1/gonum/interp"

	"scrappyrack/core/quantity"
)

// A Profile goes from the level in a container to the volume below it, and
// back. Levels are in m from the inside bottom, volumes in L. Both directions
// are monotone and inverse to each other to better than 0.1 mm.
type Profile interface {
	// Volume is the volume below a level; a level below 0 counts as 0.
	Volume(level quantity.Length) quantity.Volume
	// Level is the level at which a volume stands; a volume below 0 counts as 0.
	Level(v quantity.Volume) quantity.Length
	// Slope is dV/dh at a level, in L/m.
	Slope(level quantity.Length) float64
	// Full is the volume at which the geometry ends, +Inf when it does not.
	Full() quantity.Volume
}

// Prism has the same cross-section at every level: nominal capacity over the
// height at which it is reached. Capacity > 0 (L), Height > 0 (m).
type Prism struct {
	Capacity quantity.Volume
	Height   quantity.Length
}

// Volume implements Profile.
func (p Prism) Volume(level quantity.Length) quantity.Volume {
	return quantity.Volume(p.Slope(level) * math.Max(0, float64(level)))
}

// Level implements Profile.
func (p Prism) Level(v quantity.Volume) quantity.Length {
	return quantity.Length(math.Max(0, float64(v)) / p.Slope(0))
}

// Slope implements Profile.
func (p Prism) Slope(quantity.Length) float64 { return float64(p.Capacity) / float64(p.Height) }

// Full implements Profile: a prism is bounded by its brim capacity only.
func (p Prism) Full() quantity.Volume { return quantity.Volume(math.Inf(1)) }

// Frustum is a straight-sided bucket: round, of inside diameter Bottom at the
// base and Top at Height. All in m, all > 0.
type Frustum struct {
	Bottom, Top, Height quantity.Length
}

const litresPerCubicMetre = 1000

// Volume implements Profile: V(h) = π/12 · h · (d₀² + d₀·d + d²) with
// d = d₀ + (d₁ − d₀)h/H, the exact integral of the circular sections.
func (f Frustum) Volume(level quantity.Length) quantity.Volume {
	h := math.Max(0, math.Min(float64(level), float64(f.Height)))
	d0, d := float64(f.Bottom), f.diameter(h)
	return quantity.Volume(math.Pi / 12 * h * (d0*d0 + d0*d + d*d) * litresPerCubicMetre)
}

func (f Frustum) diameter(h float64) float64 {
	return float64(f.Bottom) + f.taper()*h
}

func (f Frustum) taper() float64 { return float64(f.Top-f.Bottom) / float64(f.Height) }

// Level implements Profile: d³ = d₀³ + 12kV/π with taper k, hence h; one
// Newton step mends the cancellation of slight tapers.
func (f Frustum) Level(v quantity.Volume) quantity.Length {
	if v <= 0 {
		return 0
	}
	if v >= f.Full() {
		return f.Height
	}
	d0, k, vol := float64(f.Bottom), f.taper(), float64(v)/litresPerCubicMetre
	h := 4 * vol / (math.Pi * d0 * d0)
	if math.Abs(k) > 1e-4 {
		h = (math.Cbrt(d0*d0*d0+12*k*vol/math.Pi) - d0) / k
	}
	for range 3 {
		h -= float64(f.Volume(quantity.Length(h))-v) / f.Slope(quantity.Length(h))
	}
	return quantity.Length(math.Max(0, math.Min(h, float64(f.Height))))
}

// Slope implements Profile: the area of the section, in L/m.
func (f Frustum) Slope(level quantity.Length) float64 {
	d := f.diameter(math.Max(0, math.Min(float64(level), float64(f.Height))))
	return math.Pi / 4 * d * d * litresPerCubicMetre
}

// Full implements Profile.
func (f Frustum) Full() quantity.Volume { return f.Volume(f.Height) }

// Mark is one measured pair of level (m) and volume below it (L).
type Mark struct {
	Level  quantity.Length
	Volume quantity.Volume
}

// Marks is a container of any shape, known by measured marks and interpolated
// between them with a monotone cubic (Fritsch and Butland 1984, gonum interp).
type Marks struct {
	marks []Mark
	curve interp.FritschButland
}

// NewMarks makes a profile of at least one mark above the bottom, of levels (m)
// and volumes (L) that both rise; an empty mark (0, 0) is added at the front
// when it is missing. Errors are *quantity.FieldError.
func NewMarks(marks []Mark) (*Marks, error) {
	all := append([]Mark(nil), marks...)
	added := 0
	if len(all) > 0 && all[0].Level > 0 && all[0].Volume > 0 {
		all, added = append([]Mark{{}}, all...), 1
	}
	if len(all) < 2 {
		return nil, quantity.At("marks[0]", "at least one mark above the bottom is needed")
	}
	xs, ys := make([]float64, len(all)), make([]float64, len(all))
	for i, m := range all {
		if i > 0 && (m.Level <= all[i-1].Level || m.Volume <= all[i-1].Volume) {
			what := "level"
			if m.Level > all[i-1].Level {
				what = "volume"
			}
			return nil,
				quantity.At(fmt.Sprintf("marks[%d]", i-added),
					fmt.Sprintf("mark %d does not rise: its %s is not above that of the mark before it", i-added+1, what))
		}
		xs[i], ys[i] = float64(m.Level), float64(m.Volume)
	}
	p := &Marks{marks: all}
	if len(all) == 2 { // a straight line; the cubic needs three points
		mid := func(v []float64) []float64 { return []float64{v[0], (v[0] + v[1]) / 2, v[1]} }
		xs, ys = mid(xs), mid(ys)
	}
	if err := p.curve.Fit(xs, ys); err != nil {
		return nil, fmt.Errorf("marks: %w", err)
	}
	return p, nil
}

func (p *Marks) top() Mark { return p.marks[len(p.marks)-1] }

func (p *Marks) clamp(level quantity.Length) float64 {
	return math.Max(float64(p.marks[0].Level), math.Min(float64(level), float64(p.top().Level)))
}

// Volume implements Profile.
func (p *Marks) Volume(level quantity.Length) quantity.Volume {
	return quantity.Volume(p.curve.Predict(p.clamp(level)))
}

// Level implements Profile, by bisection on the monotone curve.
func (p *Marks) Level(v quantity.Volume) quantity.Length {
	lo, hi := float64(p.marks[0].Level), float64(p.top().Level)
	for range 60 {
		mid := (lo + hi) / 2
		if p.curve.Predict(mid) < float64(v) {
			lo = mid
		} else {
			hi = mid
		}
	}
	return quantity.Length((lo + hi) / 2)
}

// Slope implements Profile.
func (p *Marks) Slope(level quantity.Length) float64 {
	return math.Max(0, p.curve.PredictDerivative(p.clamp(level)))
}

// Full implements Profile.
func (p *Marks) Full() quantity.Volume { return p.top().Volume }

// UsualTaper is a first guess of a bucket's inside diameters at the base and at the top, in
// m, from its capacity in L (above 0) and its inside height in m (above 0): those of the
// cylinder of that capacity, less and more 7 % (house value, as measured on mop buckets and
// pails), to be measured. Its frustum holds the capacity to within 0.2 %.
func UsualTaper(capacity quantity.Volume, height quantity.Length) (bottom, top quantity.Length) {
	mean := 2 * math.Sqrt(float64(capacity)/1000/float64(height)/math.Pi)
	return quantity.Length(mean * 0.93), quantity.Length(mean * 1.07)
}
