package api

import (
	"context"
	"encoding/json"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/core/strength"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// VesselShape says how the level goes with the volume.
type VesselShape struct {
	Kind    string       `json:"kind" enum:"prism,frustum,marks"`
	HeightM float64      `json:"height_m,omitempty" minimum:"0" maximum:"5" doc:"Inside height; of a prism, where its capacity is reached"`
	BottomM float64      `json:"bottom_d_m,omitempty" minimum:"0" maximum:"5" doc:"Frustum: inside diameter at the base"`
	TopM    float64      `json:"top_d_m,omitempty" minimum:"0" maximum:"5" doc:"Frustum: inside diameter at the height"`
	Marks   []store.Mark `json:"marks,omitempty" maxItems:"200" doc:"Marks: measured levels and volumes, both rising; interpolated by a monotone cubic"`
}

// profile makes the shape one that can be computed with.
func (s VesselShape) profile(capacity float64) (load.Profile, error) {
	length := func(v float64) quantity.Length { return quantity.Length(v) }
	if s.Kind == "marks" {
		var marks []load.Mark
		for _, m := range s.Marks {
			marks = append(marks, load.Mark{Level: length(m.LevelM), Volume: quantity.Volume(m.VolumeL)})
		}
		p, err := load.NewMarks(marks)
		return p, quantity.Moved(err, func(field string) string { return "profile." + field })
	}
	if s.HeightM <= 0 {
		return nil, refuse("profile.height_m", "a "+s.Kind+" needs its height, above 0")
	}
	if s.Kind == "prism" {
		return load.Prism{Capacity: quantity.Volume(capacity), Height: length(s.HeightM)}, nil
	}
	if s.BottomM <= 0 {
		return nil, refuse("profile.bottom_d_m", "a frustum needs its bottom diameter, above 0")
	}
	if s.TopM <= 0 {
		return nil, refuse("profile.top_d_m", "a frustum needs its top diameter, above 0")
	}
	return load.Frustum{Bottom: length(s.BottomM), Top: length(s.TopM), Height: length(s.HeightM)}, nil
}

// FillQuestion asks for the mass at a volume, or for the fill of a mass.
type FillQuestion struct {
	CapacityL float64     `json:"capacity_l" exclusiveMinimum:"0" maximum:"2000" doc:"Nominal capacity; the brim is taken at 1.04 times it"`
	BrimL     float64     `json:"brim_l,omitempty" minimum:"0" maximum:"2500" doc:"Brim capacity, when it is known"`
	TareKg    float64     `json:"tare_kg" minimum:"0" maximum:"1000" doc:"Empty mass"`
	TareUKg   float64     `json:"tare_u_kg,omitempty" minimum:"0" maximum:"100" doc:"Standard uncertainty of the empty mass, k = 1"`
	RatingKg  float64     `json:"rating_kg,omitempty" minimum:"0" maximum:"1000" doc:"Mass with its ± must not pass this; 0 keeps none"`
	Profile   VesselShape `json:"profile"`
	Filling   string      `json:"filling,omitempty" enum:"fresh-water,sea-water,dry-sand,wet-sand,gravel,garden-soil,concrete,salt,rice,beans,cat-litter,steel-shot,books,stuffing"`
	Density   *float64    `json:"density_kg_l,omitempty" exclusiveMinimum:"0" maximum:"25" doc:"Instead of a filling, ±5 % rectangular"`
	Freezes   bool        `json:"freezes,omitempty" doc:"9 % stays free of a wet filling"`
	VolumeL   *float64    `json:"volume_l,omitempty" minimum:"0" maximum:"2000"`
	LevelM    *float64    `json:"level_m,omitempty" minimum:"0" maximum:"5" doc:"From the inside bottom"`
	TargetKg  *float64    `json:"target_kg,omitempty" minimum:"0" maximum:"1000"`
}

// FillAnswer is a fill. When what was asked for is out of reach the numbers are
// those of the nearest fill that is not, and Reason says why.
type FillAnswer struct {
	MassKg    float64        `json:"mass_kg"`
	U95Kg     float64        `json:"u95_kg" doc:"Expanded uncertainty, k = 2"`
	VolumeL   float64        `json:"volume_l"`
	LevelM    float64        `json:"level_m"`
	DensityKg float64        `json:"density_kg_l"`
	Reachable bool           `json:"reachable"`
	Reason    string         `json:"reason,omitempty" doc:"Why it is out of reach"`
	NearestKg *float64       `json:"nearest_kg,omitempty" doc:"The nearest mass that can be reached"`
	NearestL  *float64       `json:"nearest_l,omitempty" doc:"Its volume"`
	Budget    []Contribution `json:"budget"`
	Why       Derivation     `json:"why"`
}

func fillAnswer(v load.Vessel, f material.Filling, fill load.Fill, err error, units quantity.System) (FillAnswer, error) {
	out := FillAnswer{Reachable: true, Budget: []Contribution{}}
	var beyond *load.OutOfReach
	if errors.As(err, &beyond) {
		fill = beyond.Nearest
		kg, l := float64(fill.Mass.Value), float64(fill.Volume)
		out.Reachable, out.Reason, out.NearestKg, out.NearestL = false, beyond.Reason.In(units), &kg, &l
	} else if err != nil {
		return out, err
	}
	out.MassKg, out.U95Kg = float64(fill.Mass.Value), float64(fill.Mass.Expanded())
	out.VolumeL, out.LevelM, out.DensityKg = float64(fill.Volume), float64(fill.Level), float64(fill.Density)
	out.Budget = budgetOf(fill.Budget)
	out.Why = derivationOf(v.Explain(f, fill))
	return out, nil
}

func (q FillQuestion) answer(_ context.Context) (FillAnswer, error) {
	var none FillAnswer
	if (q.Filling == "") == (q.Density == nil) {
		return none, refuse("filling", "name a filling or give density_kg_l, one of the two")
	}
	given := 0
	for _, v := range []*float64{q.VolumeL, q.LevelM, q.TargetKg} {
		if v != nil {
			given++
		}
	}
	if given != 1 {
		return none, refuse("volume_l", "give one of volume_l, level_m and target_kg")
	}
	filling := material.Filling{}
	if q.Density != nil {
		filling = material.OfDensity(quantity.Density(*q.Density))
	} else {
		var err error
		if filling, err = material.FillingByKey(q.Filling); err != nil {
			return none, refuse("filling", err.Error())
		}
	}
	if q.BrimL > 0 && q.BrimL < q.CapacityL {
		return none, refuse("brim_l", "the brim cannot hold less than the nominal capacity")
	}
	profile, err := q.Profile.profile(q.CapacityL)
	if err != nil {
		return none, err
	}
	v := load.Vessel{
		Tare: quantity.Mass(q.TareKg), TareU1: quantity.Mass(q.TareUKg), Capacity: quantity.Volume(q.CapacityL),
		Brim:   quantity.Volume(q.BrimL),
		Rating: quantity.Mass(q.RatingKg), Profile: profile, Frost: q.Freezes,
	}
	var fill load.Fill
	switch {
	case q.TargetKg != nil:
		fill, err = v.For(filling, quantity.Mass(*q.TargetKg))
	case q.LevelM != nil:
		fill, err = v.AtLevel(filling, quantity.Length(*q.LevelM))
	default:
		fill, err = v.At(filling, quantity.Volume(*q.VolumeL))
	}
	return fillAnswer(v, filling, fill, err, quantity.Metric)
}

// RepMaxQuestion is a test set and the reps to find a load for.
type RepMaxQuestion struct {
	LoadKg     float64 `json:"load_kg" exclusiveMinimum:"0" maximum:"1000"`
	Reps       int     `json:"reps" minimum:"1" maximum:"15"`
	Reserve    int     `json:"reserve,omitempty" minimum:"0" maximum:"14" doc:"Reps left in reserve; reps + reserve at most 15"`
	TargetReps int     `json:"target_reps,omitempty" minimum:"1" maximum:"30" default:"1"`
}

// RepMaxAnswer is the estimated maximum by six formulas and their median.
type RepMaxAnswer struct {
	E1RMKg    float64 `json:"e1rm_kg"`
	Estimates struct {
		Epley    float64 `json:"epley_kg"`
		Brzycki  float64 `json:"brzycki_kg"`
		Lombardi float64 `json:"lombardi_kg"`
		OConner  float64 `json:"oconner_kg"`
		Mayhew   float64 `json:"mayhew_kg"`
		Wathan   float64 `json:"wathan_kg"`
	} `json:"estimates"`
	TargetLoadKg float64    `json:"target_load_kg"`
	Why          Derivation `json:"why"`
}

func (q RepMaxQuestion) answer(_ context.Context) (out RepMaxAnswer, err error) {
	e, err := strength.FromSet(quantity.Mass(q.LoadKg), q.Reps, q.Reserve)
	var target quantity.Mass
	if err == nil {
		target, err = e.LoadFor(q.TargetReps)
	}
	if err != nil {
		return out, err
	}
	out.E1RMKg, out.TargetLoadKg = float64(e.E1RM), float64(target)
	for i, to := range []*float64{&out.Estimates.Epley, &out.Estimates.Brzycki, &out.Estimates.Lombardi, &out.Estimates.OConner,
		&out.Estimates.Mayhew, &out.Estimates.Wathan} {
		*to = float64(e.Each[i])
	}
	out.Why = derivationOf(e.Explain(quantity.Mass(q.LoadKg), q.Reps, q.Reserve))
	return out, nil
}

// asked is what every question of the calculators can be.
type asked[A any] interface {
	answer(_ context.Context) (A, error)
}

// lengthy is a question that may take long to answer: it waits for its turn, and the others for nothing.
type lengthy interface{ takesLong() }

func (PackQuestion) takesLong()      {}
func (PlatesQuestion) takesLong()    {}
func (CutsQuestion) takesLong()      {}
func (DesignQuestion) takesLong()    {}
func (FreeSpaceQuestion) takesLong() {}

// calculator registers one calculator: a question in, its answer out, nothing kept.
func calculator[Q asked[A], A any](a *API, r huma.API, path, summary, description, example string) {
	type in struct{ Body Q }
	type out struct{ Body A }
	op := operation(Calc, http.MethodPost, "/calc/"+path, "calc-"+path, summary, "calc")
	op.Description = description + " Stable contract."
	handle(a, r, op, func(ctx context.Context, q *in) (*out, error) {
		answer := q.Body.answer
		if _, long := any(q.Body).(lengthy); long {
			answer = func(ctx context.Context) (A, error) {
				return workbench.Long(ctx, a.Bench, who(ctx).Practice, q.Body.answer)
			}
		}
		got, err := answer(ctx)
		return &out{got}, err
	})
	r.OpenAPI().Paths[op.Path].Post.RequestBody.Content["application/json"].Example = json.RawMessage(example)
}

func (a *API) calc(r huma.API) {
	calculator[FillQuestion](a, r, "fill", "Mass of a filled container, or the fill for a mass",
		"Exactly: u² = u_tare² + (V·u_ρ)² + (ρ·dV/dh·3 mm/√3)², u_ρ² = (high − low)²/12 + (middle − typical)², u95 = 2u. The geometry is taken as exact.",
		`{"capacity_l":3.785,"tare_kg":0.06,"profile":{"kind":"prism","height_m":0.25},"filling":"fresh-water","target_kg":3.054}`)
	calculator[SetQuestion](a, r, "set", "What somebody wrote down of a set",
		"A load, a cross, how many, and after an at sign how many were left; how long or how far in place of how many: 24 x 40 m, 30 s.",
		`{"text":"11.3 x 12 @2","units":"kg"}`)
	calculator[EntryQuestion](a, r, "entry", "What a line says there is: containers, furniture, bands, gear",
		"Things apart by commas: how many, a size with its unit, what it is. What is not understood is told apart; sizes that nobody said are usual ones, named among the guesses.",
		`{"text":"6 x 1 L bottle, 2 x 5 L can, rucksack 30 L, chair 45 cm, long loop 20 mm, door hollow?","units":"kg"}`)
	calculator[QuantityQuestion](a, r, "quantity", "What a person typed",
		"1m80, 5'11\", 12 lb 8 oz, 1,000, 1-1/2\", £300: in SI, litres or the currency; a text that cannot be read is refused with what was understood so far.",
		`{"text":"5'11\"","kind":"length","unit":"m"}`)
	calculator[WeighingQuestion](a, r, "weighing", "What readings of a scale say",
		"The scatter of the readings pooled with the kind's own (4 degrees of freedom), resolution d²/12, accuracy a²/3; u95 = t(97.5 %, dof)·u with dof by Welch–Satterthwaite.",
		`{"scale":"hanging","readings_kg":[12.2,12.21],"resolution_kg":0.01,"accuracy_kg":0.05}`)
	calculator[RepMaxQuestion](a, r, "rep-max", "One-rep maximum and the load for a number of reps",
		"The median of six formulas; the target load is the median over the formulas of each one's own maximum × its own share. No rounding.",
		`{"load_kg":50,"reps":8,"target_reps":5}`)
	calculator[PackQuestion](a, r, "pack", "Which things make a bag weigh a target",
		"Exact: nearest to the target first, then fewest pieces, within the volume.",
		`{"capacity_l":10,"tare_kg":0.7,"target_kg":6,"tolerance_kg":0.1,"items":[{"name":"bottle","mass_kg":1.5,"volume_l":2.4,"count":3}]}`)
	calculator[PlatesQuestion](a, r, "plates", "Every load of a bar, and the plates for one", "Equal sides only.",
		`{"bar_kg":20,"collar_kg":2.5,"plates":[{"mass_kg":25,"count":2},{"mass_kg":10,"count":3}],"target_kg":80}`)
	calculator[BandQuestion](a, r, "band", "A band's curve through its points, and its force at lengths",
		"Force of all strands together, lengths of one strand's run: F = strands·2(a0c1 + a0c2/λ)(λ − λ⁻²), fitted by least squares with both ≥ 0.",
		`{"rest_length_m":1,"strands":2,"points":[{"length_m":1.39,"force_n":64},{"length_m":1.89,"force_n":100}],"at_length_m":[1.6]}`)
	calculator[PacketQuestion](a, r, "weight-packet", "What a scale's packet says", "The public Weight Measurement format.",
		`{"hex":"00e803"}`)
	calculator[CoverageQuestion](a, r, "coverage", "What loads are worth to a working range",
		"The mean over the targets of the range, evenly spread in ratio, of g(d): d is the distance of the nearest load from the target as a share of it, g = 1 to 0.05, falling evenly to 0 at 0.20. Gaps are where d > 0.05.",
		`{"range_kg":[8,16],"rungs_kg":[10,12.5],"stretches_kg":[[13,16]]}`)
	calculator[HeadroomQuestion](a, r, "headroom", "What a ceiling allows a person",
		"Shares of stature H: press 1.204 H + load + 0.05 m; full hang 1.184 H + 0.35 m; bent-knee hang 0.984 H + 0.30 m; chin over the bar 0.984 H + max(0.30 m, 0.13 H + 0.10 m); rope H + 0.25 m; jump H + 0.40 m; step-up H + step + 0.05 m.",
		`{"stature_m":1.64,"ceiling_m":2.4}`)
	calculator[FreeSpaceQuestion](a, r, "free-space", "What of a floor is free",
		"Free area, the largest free rectangle along the axes, and the longest free rectangle of a width at any angle. An outline that crosses or touches itself is refused.",
		`{"outline":[[0,0],[4.6,0],[4.6,2.9],[0,2.9]],"blocked":[[[0,0],[2,0],[2,0.4],[0,0.4]]],"lane_width_m":0.9}`)
	calculator[WalkQuestion](a, r, "walk", "What a walk round a room comes to",
		"Lengths and turns, or a rectangle with bites. The closing error is shared out over the walls that are not exact, along them, in proportion to their lengths (least squares); up to 5 cm or 1 % of the way round. What is not understood is said beside what was.",
		`{"text":"4.6 x 2.9 - 1.2 x 0.8 C","unit":"m"}`)
	calculator[SpanQuestion](a, r, "span", "A bar on two supports under hands",
		"Moment, stress, shear, deflection and reactions of a simply supported beam with overhangs. Steel pipe with 0.875 of its wall and 205 MPa / 1.67; timber of no known grade 3.9 MPa, stamped No. 2 modulus of rupture / 12, both × (89 mm/h)^0.35 above 89 mm; inspected clear sticks modulus of rupture / 4; sag at most span/60. PVC gives its numbers and is refused. Guidance for a competent person: local codes and a licensed trade decide.",
		`{"section":{"kind":"pipe","od_m":0.042164,"wall_m":0.003556},"material":"steel-pipe","span_m":0.813,"hands_m":[0.15,0.663],"load_n":2451.7}`)
	calculator[FixingQuestion](a, r, "fixing", "What a screw or nail in side grain holds",
		"Withdrawal by NDS 2018 chapter 12, duration factor 1.0, wet × 0.7 (nails 0.25); sideways by the general dowel equations (AWC TR12) with the gap.",
		`{"kind":"wood-screw","diameter_m":0.004826,"penetration_m":0.04826,"specific_gravity":0.5}`)
	calculator[FurnitureQuestion](a, r, "furniture", "What furniture holds that a band is tied to",
		"Sliding, tipping and lifting, with 1.5 inside: 1.5 F cos θ ≤ μ (W − 1.5 F sin θ); 1.5 F (h cos θ + b sin θ) ≤ W c; 1.5 F sin θ < W.",
		`{"mass_kg":25,"mu":0.2,"height_m":0.7,"edge_to_pull_m":0,"edge_to_centre_m":0.35,"angle_deg":0}`)
	calculator[JoistQuestion](a, r, "joist", "A load that hangs from one joist",
		"Bending and shear on one joist, no sharing, duration factor 1.0; splitting at a bolt by EC5 8.1.4 × 0.9/1.3 against the larger shear beside it. A bolt below the middle is refused.",
		`{"b_m":0.038,"h_m":0.184,"span_m":3.6,"at_m":0.6,"load_n":500,"material":"timber-graded:lodgepole-pine","bolt_above_edge_m":0.092}`)
	calculator[DesignQuestion](a, r, "design", "How a design stands in a place, under a body",
		"Every link from the hand to the building, with the house factors (a body × 2.5 on straps and bars, a foot × 2.5, rows 1.5 on one point, bands × 1.5, what is carried × 2). What is not answered takes its weak end or, where it is a hold, stops. Guidance for a competent person: local codes and a licensed trade decide.",
		`{"design":"bar","place":{"on":"floor"},"heaviest_kg":80,"answers":{"stock":"graded-edge","rated_n":5000,"support_kg":8,"mu":0.5}}`)
	calculator[CutsQuestion](a, r, "cuts", "The cheapest way to cut pieces from bars",
		"A bar fits when the sum of its pieces, each with a kerf, is at most its length with one; no end trim. Exact, with a proof: the linear programme over all ways to cut a bar bounds a search bar by bar. Where four seconds do not suffice, the best found with its bound.",
		`{"stock":[{"length_m":2.4,"price":5.49},{"length_m":0.9,"price":0,"count":1}],"pieces":[{"length_m":0.8,"count":3}],"kerf_m":0.003}`)
	calculator[NeedsQuestion](a, r, "needs", "What somebody needs, what is left out, and what holds",
		"From the load for the most repetitions + 3 to that for the fewest + 1 (4 and 3 where three stay in reserve); a guess is ± 30 % at least; age, lay-off, operation and pregnancy begin with less. What nobody has answered holds. No diagnosis: a physician, physiotherapist or midwife decides.",
		`{"person":{"born":1985,"stature_m":1.75,"mass_kg":80,"experience":"novice","goal":"general"},"tests":[]}`)
	calculator[BatchQuestion](a, r, "batch", "Density of a filling from its weighings",
		"Generalised least squares of the given range and each weighing's (gross − tare)/V; a scale's offset and a tare that several share are one error. Without them: inverse-variance weighting.",
		`{"density":{"low":1.44,"typical":1.5,"high":1.65},"weighings":[{"gross_kg":5.9,"gross_u_kg":0.02,"tare_kg":0.06,"tare_u_kg":0.01,"volume_l":3.785}]}`)
}
