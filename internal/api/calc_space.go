package api

import (
	"context"
	"errors"
	"fmt"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// HeadroomQuestion asks what a ceiling allows a person of a stature.
type HeadroomQuestion struct {
	StatureM    float64 `json:"stature_m" minimum:"1" maximum:"2.5"`
	CeilingM    float64 `json:"ceiling_m" exclusiveMinimum:"0" maximum:"20"`
	StepM       float64 `json:"step_m,omitempty" minimum:"0" maximum:"2" doc:"Height of the step; counts in step_up only. 0 when not given"`
	LoadHeightM float64 `json:"load_height_m,omitempty" minimum:"0" maximum:"1" doc:"How far the load stands above the grip; counts in overhead_press only. 0 when not given"`
}

// HeadroomAnswer is one answer per use of height.
type HeadroomAnswer struct {
	OverheadPress HeadroomVerdict `json:"overhead_press"`
	FullHang      HeadroomVerdict `json:"full_hang"`
	BentKneeHang  HeadroomVerdict `json:"bent_knee_hang"`
	ChinOverBar   HeadroomVerdict `json:"chin_over_bar"`
	Rope          HeadroomVerdict `json:"rope"`
	Jump          HeadroomVerdict `json:"jump"`
	StepUp        HeadroomVerdict `json:"step_up"`
}

// HeadroomVerdict is one use under the ceiling.
type HeadroomVerdict struct {
	OK     bool       `json:"ok"`
	NeedsM float64    `json:"needs_m" doc:"The ceiling that it takes"`
	SpareM float64    `json:"spare_m" doc:"Ceiling less needs_m; below 0 it is what is missing"`
	Why    Derivation `json:"why"`
}

func (q HeadroomQuestion) answer(_ context.Context) (out HeadroomAnswer, _ error) {
	a := space.Allowance{LoadAbove: quantity.Length(q.LoadHeightM), Step: quantity.Length(q.StepM)}
	for use, to := range map[space.Use]*HeadroomVerdict{
		space.OverheadUse: &out.OverheadPress, space.FullHang: &out.FullHang, space.BentHang: &out.BentKneeHang,
		space.ChinOverBar: &out.ChinOverBar,
		space.Rope:        &out.Rope, space.Jump: &out.Jump, space.StepUp: &out.StepUp,
	} {
		need := space.Needs(space.Body{Stature: quantity.Length(q.StatureM)}, use, a)
		*to = HeadroomVerdict{OK: q.CeilingM >= need.Value, NeedsM: need.Value, SpareM: q.CeilingM - need.Value, Why: derivationOf(need)}
	}
	return out, nil
}

// Corner is a place on the floor: x, y in m.
type Corner [2]float64

// FreeSpaceQuestion asks what of a floor is free.
type FreeSpaceQuestion struct {
	Outline    []Corner   `json:"outline" maxItems:"200" doc:"The corners of the room in their order, in m"`
	Blocked    [][]Corner `json:"blocked,omitempty" maxItems:"100" doc:"The corners of what is not free; these may overlap and reach out of the room"`
	LaneWidthM float64    `json:"lane_width_m" minimum:"0.05" maximum:"50"`
}

// FreeSpaceAnswer is what is free.
type FreeSpaceAnswer struct {
	AreaM2           float64       `json:"area_m2"`
	LargestRectangle FreeRectangle `json:"largest_rectangle"`
	LongestLaneM     float64       `json:"longest_lane_m" doc:"The longest free rectangle of the lane's width, at any angle; within 1 cm where longest_lane_at_most_m says no more"`
	AtMostM          float64       `json:"longest_lane_at_most_m" doc:"No free lane is longer: 1 cm more, and further off on a floor too full to be searched to the end"`
	Lane             *FreeLane     `json:"lane,omitempty" doc:"Where it lies; absent when there is none"`
}

// FreeRectangle lies along the axes; without width and depth there is none.
type FreeRectangle struct {
	XM     float64 `json:"x_m" doc:"Of its lower left corner"`
	YM     float64 `json:"y_m"`
	WidthM float64 `json:"width_m" doc:"Along x"`
	DepthM float64 `json:"depth_m" doc:"Along y"`
	AreaM2 float64 `json:"area_m2" doc:"At most 1 cm along its longer side below the largest there is; exact where every side runs along an axis"`
}

// FreeLane is a lane by the ends of its middle line.
type FreeLane struct {
	From Corner `json:"from"`
	To   Corner `json:"to"`
}

// Beyond these a floor is no room: corners in all, and the farthest place in m.
const (
	mostCorners = 400
	farthest    = 100
)

// ring is an outline that can be measured.
func ring(path string, corners []Corner) (plane.Ring, error) {
	r := make(plane.Ring, len(corners))
	for i, c := range corners {
		if max(c[0], -c[0], c[1], -c[1]) > farthest {
			return nil, refuse(fmt.Sprintf("%s[%d]", path, i), fmt.Sprintf("a corner lies within %d m of the origin", farthest))
		}
		r[i] = plane.Point{X: c[0], Y: c[1]}
	}
	var fault *plane.Fault
	if err := r.Check(); errors.As(err, &fault) {
		at := path
		if fault.Kind != plane.TooFew {
			at = fmt.Sprintf("%s[%d]", path, fault.A)
		}
		return nil, refuse(at, fault.Error())
	}
	return r, nil
}

func (q FreeSpaceQuestion) answer(_ context.Context) (out FreeSpaceAnswer, err error) {
	corners := len(q.Outline)
	for _, b := range q.Blocked {
		corners += len(b)
	}
	if corners > mostCorners {
		return out, refuse("blocked", fmt.Sprintf("%d corners in all; %d can be measured", corners, mostCorners))
	}
	var f plane.Floor
	if f.Outline, err = ring("outline", q.Outline); err != nil {
		return out, err
	}
	for i, b := range q.Blocked {
		r, err := ring(fmt.Sprintf("blocked[%d]", i), b)
		if err != nil {
			return out, err
		}
		f.Blocked = append(f.Blocked, r)
	}
	out.AreaM2 = f.FreeArea()
	r := f.LargestRectangle()
	out.LargestRectangle = FreeRectangle{r.X, r.Y, r.Width, r.Depth, r.Area()}
	lane := f.LongestLane(q.LaneWidthM)
	out.AtMostM = lane.Most
	if lane.Length() > 0 {
		out.LongestLaneM = lane.Length()
		out.Lane = &FreeLane{Corner{lane.From.X, lane.From.Y}, Corner{lane.To.X, lane.To.Y}}
	}
	return out, nil
}
