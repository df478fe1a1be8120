package body_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"scrappyrack/core/body"
	"scrappyrack/core/quantity"
)

// Winter, Biomechanics and Motor Control of Human Movement, fig. 4.1 after
// Drillis & Contini (from memory): the chain of segments adds up.
func TestSegmentsAddUp(t *testing.T) {
	assert.InDelta(t, body.Shoulder-body.UpperArm, body.Elbow, 0.003, "elbow hangs one upper arm below the shoulder")
	assert.InDelta(t, body.Elbow-body.Forearm, body.Wrist, 0.002, "wrist one forearm below the elbow")
	assert.InDelta(t, body.Wrist-body.Hand, body.Fingertip, 0.002, "fingertip one hand below the wrist")
	assert.InDelta(t, body.Wrist-body.Hand/2, body.Grip, 0.001, "grip half a hand below the wrist")
	for _, rising := range [][2]float64{{body.Ankle, body.Knee}, {body.Knee, body.Hip}, {body.Hip, body.Shoulder},
		{body.Shoulder, body.Chin}, {body.Chin, body.Eye}, {body.Eye, 1}, {1, body.GripReach}} {
		assert.Less(t, rising[0], rising[1])
	}
	assert.InDelta(t, 1.204, body.PressReach, 1e-12)
}

func TestAtScalesStature(t *testing.T) {
	assert.InDelta(t, 1.184*1.75, float64(body.At(1.75, body.GripReach)), 1e-12)
}

// Of somebody of 1.80 m: a shoulder at 1.472 m, a hip at 0.954 m, a knee at 0.513 m
// (Drillis & Contini's shares), highest first; of nobody measured, none.
func TestHeights(t *testing.T) {
	all := body.Heights(1.8)
	want := map[string]float64{"shoulder": 1.4724, "hip": 0.954, "knee": 0.513, "grip, arms down": 0.7758, "overhead grip": 2.1312}
	assert.Len(t, all, len(want))
	for i, h := range all {
		assert.InDelta(t, want[h.Name], float64(h.At), 1e-9, h.Name)
		assert.NotEmpty(t, h.Source)
		assert.True(t, i == 0 || h.At < all[i-1].At, h.Name)
	}
	assert.Empty(t, body.Heights(0))
}

// Widths against girths that were measured, of people half of the others are larger than:
// ANSUR II 2012, soldiers, medians (from memory), at the places that the drawn limb has
// them. A drawing is right to a fifth.
func TestWidthsAgainstMeasuredGirths(t *testing.T) {
	people := []struct {
		stature, mass                      float64
		thigh, calf, upperArm, wrist       float64 // girths in m
		hipBreadth, waistDepth, chestDepth float64
	}{
		{1.756, 84, 0.62, 0.39, 0.34, 0.175, 0.35, 0.235, 0.25},
		{1.629, 66, 0.60, 0.37, 0.30, 0.152, 0.35, 0.22, 0.24},
	}
	for _, p := range people {
		got := body.PhysiqueOf(quantity.Length(p.stature), quantity.Mass(p.mass))
		limbs := map[string]body.Limb{}
		for _, l := range got.Limbs {
			limbs[l.Name] = l
		}
		girth := func(l quantity.Length) float64 { return 2 * math.Pi * float64(l) }
		assert.InEpsilon(t, p.thigh, girth(limbs["thigh"].Near), 0.2)
		assert.InEpsilon(t, p.calf, girth(limbs["shank"].Near), 0.2)
		assert.InEpsilon(t, p.upperArm, girth(limbs["upper arm"].Near), 0.2)
		assert.InEpsilon(t, p.hipBreadth, 2*float64(got.Seat.Breadth), 0.2)
		assert.InEpsilon(t, p.waistDepth, 2*float64(got.Waist.Depth), 0.2)
		assert.InEpsilon(t, p.chestDepth, 2*float64(got.Chest.Depth), 0.2)
	}
}

// What is drawn holds the person: the bodies' volumes, added up by slices, weigh what the
// person does, but for the air in the chest and what lies between the parts.
func TestTheDrawnBodyHoldsThePerson(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h := rapid.Float64Range(1.3, 2.1).Draw(t, "stature")
		bmi := rapid.Float64Range(17, 38).Draw(t, "kg/m²")
		m := bmi * h * h
		p := body.PhysiqueOf(quantity.Length(h), quantity.Mass(m))
		lengths := map[string]float64{"upper arm": body.UpperArm, "forearm and hand": body.Forearm + body.Hand,
			"thigh": body.Hip - body.Knee, "shank": body.Knee - body.Ankle, "foot": body.FootLength}
		slices := func(area func(at float64) float64, length float64) (v float64) {
			const n = 400
			for i := range n {
				v += area((float64(i)+0.5)/n) * length / n
			}
			return v
		}
		volume := 0.0
		for _, l := range p.Limbs {
			r := func(at float64) float64 { return float64(l.Near) + at*float64(l.Far-l.Near) }
			volume += 2 * slices(func(at float64) float64 { return math.Pi * r(at) * r(at) }, lengths[l.Name]*h)
		}
		oval := func(s body.Section) float64 { return math.Pi * float64(s.Breadth) * float64(s.Depth) }
		volume += slices(func(at float64) float64 {
			if at < 0.5 {
				return oval(p.Chest) + 2*at*(oval(p.Waist)-oval(p.Chest))
			}
			return oval(p.Waist) + (2*at-1)*(oval(p.Seat)-oval(p.Waist))
		}, (body.Shoulder-body.Hip)*h)
		volume += 4. / 3 * math.Pi * float64(p.HeadHalf*p.Head.Breadth*p.Head.Depth)
		density := m / (volume * 1000)
		if density < 0.9 || density > 1.25 {
			t.Fatalf("%.2f m, %.0f kg: drawn with %.2f kg/L", h, m, density)
		}
	})
}

func TestNothingIsDrawnOfNobody(t *testing.T) {
	assert.Empty(t, body.PhysiqueOf(0, 70).Limbs)
	assert.Empty(t, body.PhysiqueOf(1.7, 0).Limbs)
}
