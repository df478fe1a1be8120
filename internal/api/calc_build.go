package api

import (
	"context"
	"errors"
	"math"
	"time"

	"scrappyrack/core/builds"
	"scrappyrack/core/cut"
	"scrappyrack/core/quantity"
)

// BuildSection is the section of a bar.
type BuildSection struct {
	Kind  string  `json:"kind" enum:"round,rect,pipe"`
	DM    float64 `json:"d_m,omitempty" minimum:"0" maximum:"1" doc:"Of a round one"`
	BM    float64 `json:"b_m,omitempty" minimum:"0" maximum:"1" doc:"Of a rectangle: across the load"`
	HM    float64 `json:"h_m,omitempty" minimum:"0" maximum:"1" doc:"Of a rectangle: as the load is"`
	ODM   float64 `json:"od_m,omitempty" minimum:"0" maximum:"1" doc:"Of a pipe"`
	WallM float64 `json:"wall_m,omitempty" minimum:"0" maximum:"0.5" doc:"Of a pipe, as listed"`
}

func (s BuildSection) core() builds.Section {
	d := s.DM
	if s.Kind == "pipe" {
		d = s.ODM
	}
	return builds.Section{Shape: builds.Shape(s.Kind), D: quantity.Length(d), B: quantity.Length(s.BM), H: quantity.Length(s.HM),
		Wall: quantity.Length(s.WallM)}
}

// SpanQuestion asks what a bar on two supports bears.
type SpanQuestion struct {
	Section  BuildSection `json:"section"`
	Material string       `json:"material" maxLength:"60" doc:"timber-unknown, timber-graded:<species>, stick-clear:<species>, steel-pipe, pvc-pipe"`
	SpanM    float64      `json:"span_m" exclusiveMinimum:"0" maximum:"20"`
	HandsM   []float64    `json:"hands_m" minItems:"1" maxItems:"4" doc:"From the left support"`
	LoadN    float64      `json:"load_n" exclusiveMinimum:"0" maximum:"1000000" doc:"Factored, shared equally by the hands; the bar's own weight is left out"`
}

// SpanAnswer is what it comes to.
type SpanAnswer struct {
	MomentNm    float64    `json:"moment_nm"`
	StressPa    float64    `json:"stress_pa"`
	ShearPa     float64    `json:"shear_pa"`
	DeflectionM float64    `json:"deflection_m" doc:"The largest over supports, span and hands"`
	ReactionsN  [2]float64 `json:"reactions_n" doc:"Left and right; a negative one lifts"`
	AllowablePa float64    `json:"allowable_pa" doc:"Of bending"`
	Utilisation float64    `json:"utilisation" doc:"The largest of bending, shear of timber, and sag over span/60; not rounded"`
	OK          bool       `json:"ok"`
	Why         string     `json:"why" doc:"What stands against it; empty when nothing does"`
}

func (q SpanQuestion) answer(context.Context) (out SpanAnswer, _ error) {
	m, err := builds.MaterialByKey(q.Material)
	if err != nil {
		return out, err
	}
	s := builds.Span{Section: q.Section.core(), Material: m, Length: quantity.Length(q.SpanM), Load: quantity.Force(q.LoadN)}
	for _, h := range q.HandsM {
		s.Hands = append(s.Hands, quantity.Length(h))
	}
	got, err := s.Check()
	if err != nil {
		return out, err
	}
	return SpanAnswer{got.Moment, got.Stress, got.Shear, got.Deflection, got.Reactions, got.Allowable, got.Utilisation, got.OK, got.Why},
		nil
}

// LateralQuestion is a side member that a fixing holds.
type LateralQuestion struct {
	SideM       float64 `json:"side_m" exclusiveMinimum:"0" maximum:"0.5"`
	SideGravity float64 `json:"side_specific_gravity" minimum:"0" maximum:"2"`
	GapM        float64 `json:"gap_m" minimum:"0" maximum:"0.1" doc:"Lining, tile, air between the members"`
	RootM       float64 `json:"root_diameter_m,omitempty" minimum:"0" maximum:"0.03" doc:"0.65 of the diameter when it is not known; all of a nail's"`
	SideAngle   float64 `json:"side_angle_deg" minimum:"0" maximum:"90" doc:"Of the load to the grain"`
	MainAngle   float64 `json:"main_angle_deg" minimum:"0" maximum:"90"`
}

// FixingQuestion asks what a screw or nail in side grain holds.
type FixingQuestion struct {
	Kind         string           `json:"kind" enum:"wood-screw,lag-screw,nail"`
	DiameterM    float64          `json:"diameter_m" exclusiveMinimum:"0" maximum:"0.03"`
	PenetrationM float64          `json:"penetration_m" exclusiveMinimum:"0" maximum:"0.5" doc:"Effective thread in the wood, tip excluded"`
	Gravity      float64          `json:"specific_gravity" minimum:"0" maximum:"2" doc:"From 0.31 to 0.73; 0.36 for wood that nobody knows"`
	Wet          bool             `json:"wet,omitempty"`
	Lateral      *LateralQuestion `json:"lateral,omitempty"`
}

// FixingAnswer is what it holds.
type FixingAnswer struct {
	WithdrawalN float64 `json:"withdrawal_n" doc:"Of the thread in the wood"`
	SteelN      float64 `json:"steel_n" doc:"Of the screw itself, 138 MPa over its root"`
	OK          bool    `json:"ok" doc:"A nail gives its number and is never an anchor"`
	Why         string  `json:"why,omitempty"`
	LateralN    float64 `json:"lateral_n,omitempty"`
	Mode        string  `json:"mode,omitempty" doc:"How it yields: I_m, I_s, II, III_m, III_s, IV"`
}

func (q FixingQuestion) answer(context.Context) (out FixingAnswer, _ error) {
	f := builds.Fixing{Kind: builds.FixingKind(q.Kind), Diameter: quantity.Length(q.DiameterM),
		Penetration: quantity.Length(q.PenetrationM), Gravity: q.Gravity, Wet: q.Wet}
	if q.Lateral != nil {
		f.Root = quantity.Length(q.Lateral.RootM)
	}
	w, err := f.Withdrawal()
	if err != nil {
		return out, quantity.Moved(err, func(field string) string {
			if field == "root_diameter_m" {
				return "lateral." + field
			}
			return field
		})
	}
	out = FixingAnswer{WithdrawalN: w.Thread, SteelN: w.Steel, OK: w.OK, Why: w.Why}
	if l := q.Lateral; l != nil {
		n, mode, err := f.Sideways(builds.Lateral{Side: quantity.Length(l.SideM), Gap: quantity.Length(l.GapM), SideGravity: l.SideGravity,
			SideAngle: l.SideAngle, MainAngle: l.MainAngle})
		if err != nil {
			return out, err
		}
		out.LateralN, out.Mode = n, string(mode)
	}
	return out, nil
}

// FurnitureQuestion asks what a piece of furniture holds that a band is tied to.
type FurnitureQuestion struct {
	MassKg   float64 `json:"mass_kg" exclusiveMinimum:"0" maximum:"2000"`
	Mu       float64 `json:"mu" minimum:"0" maximum:"2" doc:"Friction with the floor: 0.2 when nobody knows"`
	HeightM  float64 `json:"height_m" minimum:"0" maximum:"5" doc:"Of the pull"`
	ToPullM  float64 `json:"edge_to_pull_m" minimum:"0" maximum:"10" doc:"From the edge that it tips over"`
	ToMidM   float64 `json:"edge_to_centre_m" minimum:"0" maximum:"10"`
	AngleDeg float64 `json:"angle_deg" minimum:"0" maximum:"90" doc:"Upward"`
}

// FurnitureAnswer are pulls that are not factored; the 1.5 is inside.
type FurnitureAnswer struct {
	SlidesN *float64 `json:"slides_at_n" doc:"Null where it never does"`
	TipsN   *float64 `json:"tips_at_n" doc:"Null where it never does"`
	LiftsN  *float64 `json:"lifts_at_n" doc:"Null where it never does"`
	HoldsN  float64  `json:"holds_n" doc:"The least of them"`
}

func (q FurnitureQuestion) answer(context.Context) (out FurnitureAnswer, _ error) {
	got, err := builds.Furniture{Mass: quantity.Mass(q.MassKg), Mu: q.Mu, Height: quantity.Length(q.HeightM),
		ToPull: quantity.Length(q.ToPullM), ToCentre: quantity.Length(q.ToMidM), Angle: q.AngleDeg}.Check()
	if err != nil {
		return out, err
	}
	some := func(v float64) *float64 {
		if math.IsInf(v, 1) {
			return nil
		}
		return &v
	}
	return FurnitureAnswer{some(got.Slides), some(got.Tips), some(got.Lifts), got.Holds}, nil
}

// JoistQuestion asks what hangs from one joist.
type JoistQuestion struct {
	BM       float64 `json:"b_m" exclusiveMinimum:"0" maximum:"1"`
	HM       float64 `json:"h_m" exclusiveMinimum:"0" maximum:"1"`
	SpanM    float64 `json:"span_m" exclusiveMinimum:"0" maximum:"20"`
	AtM      float64 `json:"at_m" exclusiveMinimum:"0" maximum:"20" doc:"From a bearing"`
	LoadN    float64 `json:"load_n" exclusiveMinimum:"0" maximum:"1000000" doc:"Factored; all of it on this joist"`
	Material string  `json:"material" maxLength:"60"`
	BoltM    float64 `json:"bolt_above_edge_m,omitempty" minimum:"0" maximum:"1" doc:"Of a bolt that goes through, above the lower edge"`
}

// JoistAnswer is what it comes to.
type JoistAnswer struct {
	MomentNm     float64  `json:"moment_nm"`
	StressPa     float64  `json:"stress_pa"`
	AllowablePa  float64  `json:"allowable_pa"`
	ShearPa      float64  `json:"shear_pa"`
	SplitN       *float64 `json:"split_n,omitempty" doc:"What splits it at the bolt, characteristic: before any factor"`
	SplitDesignN *float64 `json:"split_design_n,omitempty" doc:"With × 0.9/1.3, as it is held against the load"`
	Utilisation  float64  `json:"utilisation"`
	OK           bool     `json:"ok"`
	Why          string   `json:"why"`
}

func (q JoistQuestion) answer(context.Context) (out JoistAnswer, _ error) {
	m, err := builds.MaterialByKey(q.Material)
	if err != nil {
		return out, err
	}
	got, err := builds.Joist{
		B: quantity.Length(q.BM), H: quantity.Length(q.HM), Span: quantity.Length(q.SpanM), At: quantity.Length(q.AtM),
		Load: quantity.Force(q.LoadN), Material: m, Bolt: quantity.Length(q.BoltM),
	}.Check()
	if err != nil {
		return out, err
	}
	out = JoistAnswer{MomentNm: got.Moment, StressPa: got.Stress, AllowablePa: got.Allowable, ShearPa: got.Shear,
		Utilisation: got.Utilisation, OK: got.OK, Why: got.Why}
	if q.BoltM > 0 {
		out.SplitN, out.SplitDesignN = &got.Split, &got.SplitDesign
	}
	return out, nil
}

// CutStock is a length that bars come in.
type CutStock struct {
	LengthM float64 `json:"length_m" exclusiveMinimum:"0" maximum:"100"`
	Price   float64 `json:"price" minimum:"0" maximum:"10000000" doc:"To a hundredth of a hundredth"`
	Count   *int    `json:"count,omitempty" minimum:"0" maximum:"100000" doc:"How many there are; left out for as many as are wanted"`
}

// CutPiece is a length that is wanted.
type CutPiece struct {
	LengthM float64 `json:"length_m" exclusiveMinimum:"0" maximum:"100"`
	Count   int     `json:"count" minimum:"0" maximum:"2000"`
}

// CutsQuestion asks for the cheapest way to cut pieces from bars.
type CutsQuestion struct {
	Stock  []CutStock `json:"stock" minItems:"1" maxItems:"20"`
	Pieces []CutPiece `json:"pieces" maxItems:"200"`
	KerfM  float64    `json:"kerf_m" minimum:"0" maximum:"0.05"`
}

// CutBar is one bar with its cuts.
type CutBar struct {
	StockM  float64   `json:"stock_m"`
	CutsM   []float64 `json:"cuts_m" doc:"The longest first"`
	OffcutM float64   `json:"offcut_m"`
}

// CutsAnswer is the cheapest way that was found.
type CutsAnswer struct {
	Cost   float64  `json:"cost"`
	Bars   []CutBar `json:"bars"`
	Bound  float64  `json:"bound" doc:"No way costs less"`
	Proven bool     `json:"proven" doc:"Nothing cheaper exists"`
}

// priceSteps are the steps of a price, and cutTime is how long a proof is looked for.
const (
	priceSteps = 1e4
	cutTime    = 4 * time.Second
)

func (q CutsQuestion) answer(ctx context.Context) (out CutsAnswer, _ error) {
	ctx, stop := context.WithTimeout(ctx, cutTime)
	defer stop()
	var stock []cut.Stock
	for _, s := range q.Stock {
		count := cut.Any
		if s.Count != nil {
			count = *s.Count
		}
		stock = append(stock, cut.Stock{Length: quantity.Length(s.LengthM), Price: int64(math.Round(s.Price * priceSteps)), Count: count})
	}
	var pieces []cut.Piece
	for _, p := range q.Pieces {
		pieces = append(pieces, cut.Piece{Length: quantity.Length(p.LengthM), Count: p.Count})
	}
	got, err := cut.Solve(ctx, stock, pieces, quantity.Length(q.KerfM))
	var few *cut.NotEnough
	if errors.As(err, &few) {
		return out, refuse("stock", few.Error())
	}
	if err != nil {
		return out, err
	}
	out = CutsAnswer{Cost: float64(got.Cost) / priceSteps, Bound: float64(got.Bound) / priceSteps, Proven: got.Proven, Bars: []CutBar{}}
	for _, b := range got.Bars {
		one := CutBar{StockM: q.Stock[b.Stock].LengthM, CutsM: []float64{}, OffcutM: float64(b.Offcut)}
		for _, i := range b.Pieces {
			one.CutsM = append(one.CutsM, q.Pieces[i].LengthM)
		}
		out.Bars = append(out.Bars, one)
	}
	return out, nil
}
