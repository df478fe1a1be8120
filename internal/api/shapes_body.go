package api

import (
	"scrappyrack/core/band"
	"scrappyrack/core/body"
	"scrappyrack/core/quantity"
)

// Limb is a part of an arm or a leg: round, from joint to joint, with its half widths.
type Limb struct {
	Name  string  `json:"name"`
	From  string  `json:"from" enum:"shoulder,elbow,hip,knee,ankle"`
	To    string  `json:"to" enum:"elbow,hand,knee,ankle,toe"`
	NearM float64 `json:"near_m" doc:"Half its width where it begins"`
	FarM  float64 `json:"far_m"`
}

// Oval is a section of the trunk or the head, half of it.
type Oval struct {
	BreadthM float64 `json:"breadth_m"`
	DepthM   float64 `json:"depth_m"`
}

// Physique is how wide a body is that is drawn.
type Physique struct {
	Limbs     []Limb  `json:"limbs" doc:"Of one side"`
	Chest     Oval    `json:"chest"`
	Waist     Oval    `json:"waist"`
	Seat      Oval    `json:"seat"`
	Head      Oval    `json:"head"`
	HeadHalfM float64 `json:"head_half_m" doc:"Half of its height"`
	NeckM     float64 `json:"neck_m"`
}

// Stander is the client standing: how wide, and where the joints are with the arms down and
// reaching up.
type Stander struct {
	Physique Physique `json:"physique"`
	Upright  Joints   `json:"upright"`
	Reaching Joints   `json:"reaching"`
}

func physiqueOf(p body.Physique) Physique {
	oval := func(s body.Section) Oval { return Oval{float64(s.Breadth), float64(s.Depth)} }
	out := Physique{
		Limbs: []Limb{}, Chest: oval(p.Chest), Waist: oval(p.Waist), Seat: oval(p.Seat), Head: oval(p.Head), HeadHalfM: float64(p.HeadHalf),
		NeckM: float64(p.Neck),
	}
	for _, l := range p.Limbs {
		out.Limbs = append(out.Limbs, Limb{l.Name, string(l.From), string(l.To), float64(l.Near), float64(l.Far)})
	}
	return out
}

// standerOf is the client standing; nil while nobody knows how tall they are.
func standerOf(stature quantity.Length, mass quantity.Mass) *Stander {
	if stature <= 0 {
		return nil
	}
	return &Stander{physiqueOf(body.PhysiqueOf(stature, mass)), jointsOf(band.Upright.Figure().At(stature)),
		jointsOf(band.Reaching.Figure().At(stature))}
}
