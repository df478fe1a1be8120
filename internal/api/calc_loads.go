package api

import (
	"context"
	"strings"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// PlateKind is a kind of plate and how many single ones there are.
type PlateKind struct {
	MassKg float64 `json:"mass_kg" exclusiveMinimum:"0" maximum:"100"`
	Count  int     `json:"count" minimum:"0" maximum:"200" doc:"Single plates; an odd one stays off"`
}

// PlatesQuestion asks what a bar can be loaded to.
type PlatesQuestion struct {
	BarKg    float64     `json:"bar_kg" minimum:"0" maximum:"100"`
	CollarKg float64     `json:"collar_kg,omitempty" minimum:"0" maximum:"20" doc:"One collar; two are always on, with the empty bar too"`
	Plates   []PlateKind `json:"plates" maxItems:"40"`
	TargetKg float64     `json:"target_kg" minimum:"0" maximum:"1000"`
}

// PlatesAnswer is every load with equal sides, and the plates for the target.
type PlatesAnswer struct {
	LoadsKg   []float64 `json:"loads_kg" doc:"Lightest first"`
	BelowKg   *float64  `json:"below_kg" nullable:"true" doc:"Heaviest load not above the target; null when there is none"`
	AboveKg   *float64  `json:"above_kg" nullable:"true" doc:"Lightest load not below the target; null when there is none"`
	NearestKg float64   `json:"nearest_kg" doc:"The lighter of two equally near"`
	PerSideKg []float64 `json:"per_side_kg" doc:"For the nearest load, heaviest (inside) first, with the fewest plates"`
}

func (q PlatesQuestion) answer(ctx context.Context) (PlatesAnswer, error) {
	bar := load.PlateBar{Mass: quantity.Mass(q.BarKg), Collar: quantity.Mass(q.CollarKg)}
	for _, p := range q.Plates {
		bar.Plates = append(bar.Plates, load.Plate{Mass: quantity.Mass(p.MassKg), Count: p.Count})
	}
	got, err := bar.Load(ctx, quantity.Mass(q.TargetKg))
	return PlatesAnswer{
		LoadsKg: kilograms(got.Loads), BelowKg: (*float64)(got.Below), AboveKg: (*float64)(got.Above),
		NearestKg: float64(got.Nearest), PerSideKg: kilograms(got.PerSide),
	}, err
}

func kilograms(ms []quantity.Mass) []float64 {
	out := make([]float64, len(ms))
	for i, m := range ms {
		out[i] = float64(m)
	}
	return out
}

// WeighingQuestion asks what readings of a scale say.
type WeighingQuestion struct {
	Scale        string    `json:"scale" enum:"kitchen,bathroom,hanging,other"`
	ReadingsKg   []float64 `json:"readings_kg" minItems:"1" maxItems:"50"`
	ResolutionKg float64   `json:"resolution_kg,omitempty" minimum:"0" maximum:"10" doc:"Step of the display; 0 takes the kind's"`
	AccuracyKg   float64   `json:"accuracy_kg,omitempty" minimum:"0" maximum:"50" doc:"How far it may be off, ±; 0 takes the kind's"`
}

// WeighingAnswer is the mass with its uncertainty.
type WeighingAnswer struct {
	MassKg float64    `json:"mass_kg"`
	UKg    float64    `json:"u_kg" doc:"Standard uncertainty, k = 1"`
	DoF    float64    `json:"dof" doc:"Effective degrees of freedom of it"`
	U95Kg  float64    `json:"u95_kg" doc:"t(97.5 %, dof) · u"`
	Odd    []int      `json:"odd" doc:"Readings that the others contradict, by index"`
	Why    Derivation `json:"why"`
}

func (q WeighingQuestion) answer(_ context.Context) (out WeighingAnswer, err error) {
	s := load.Scale{Key: q.Scale, Resolution: quantity.Mass(q.ResolutionKg), Accuracy: quantity.Mass(q.AccuracyKg)}
	var readings []quantity.Mass
	for _, r := range q.ReadingsKg {
		readings = append(readings, quantity.Mass(r))
	}
	got, err := s.Read(readings, nil)
	if err != nil {
		return out, quantity.Moved(err, func(field string) string { return strings.Replace(field, "readings", "readings_kg", 1) })
	}
	m := got.Mass
	if m.U1 == 0 {
		return out,
			quantity.At("accuracy_kg", "nothing says how far such a scale may be off: give its accuracy, or the step of its display")
	}
	return WeighingAnswer{
		MassKg: float64(m.Value), UKg: float64(m.U1), DoF: m.DoF, U95Kg: float64(m.Expanded()), Odd: append([]int{}, got.Odd...),
		Why: derivationOf(got.Explain(s, readings, nil)),
	}, err
}

// WeighingInput is one container of a batch on a scale.
type WeighingInput struct {
	GrossKg   float64 `json:"gross_kg" exclusiveMinimum:"0" maximum:"1000"`
	GrossUKg  float64 `json:"gross_u_kg,omitempty" minimum:"0" maximum:"100" doc:"Standard uncertainty, k = 1; without the scale's offset where that is given"`
	Scale     string  `json:"scale,omitempty" maxLength:"80" doc:"A name: weighings that give the same were made on one scale"`
	ScaleUKg  float64 `json:"scale_u_kg,omitempty" minimum:"0" maximum:"100" doc:"Standard uncertainty of that scale's offset, shared by all its weighings"`
	TareKg    float64 `json:"tare_kg,omitempty" minimum:"0" maximum:"1000"`
	TareUKg   float64 `json:"tare_u_kg,omitempty" minimum:"0" maximum:"100"`
	TareID    string  `json:"tare_id,omitempty" maxLength:"80" doc:"Weighings that give the same share one tare's error"`
	TareScale string  `json:"tare_scale,omitempty" maxLength:"80" doc:"The scale that the tare was weighed on: the same offset cancels"`
	VolumeL   float64 `json:"volume_l" exclusiveMinimum:"0" maximum:"2000"`
	VolumeUL  float64 `json:"volume_u_l,omitempty" minimum:"0" maximum:"200"`
}

// weighing is the input in the core's terms; offsets are what each scale's is said to be.
func (w WeighingInput) weighing(offsets map[string]float64) load.Weighing {
	out := load.Weighing{
		Gross: quantity.Mass(w.GrossKg), GrossU1: quantity.Mass(w.GrossUKg), Tare: quantity.Mass(w.TareKg),
		TareU1: quantity.Mass(w.TareUKg),
		Volume: quantity.Volume(w.VolumeL), VolumeU1: quantity.Volume(w.VolumeUL),
	}
	if w.Scale != "" {
		out.Shared = append(out.Shared, load.Shared{Of: "scale " + w.Scale, U1: quantity.Mass(offsets[w.Scale])})
	}
	if w.TareScale != "" {
		out.Shared = append(out.Shared, load.Shared{Of: "scale " + w.TareScale, U1: quantity.Mass(offsets[w.TareScale]), Minus: true})
	}
	if w.TareID != "" {
		out.Shared = append(out.Shared, load.Shared{Of: "tare " + w.TareID, U1: out.TareU1, Minus: true})
		out.TareU1 = 0
	}
	return out
}

// DensityRange is what is known of a filling before weighing, in kg/L.
type DensityRange struct {
	Low     float64 `json:"low" exclusiveMinimum:"0" maximum:"25"`
	Typical float64 `json:"typical" exclusiveMinimum:"0" maximum:"25"`
	High    float64 `json:"high" exclusiveMinimum:"0" maximum:"25"`
}

// BatchQuestion asks for the density of a client's own filling.
type BatchQuestion struct {
	Density   DensityRange    `json:"density" doc:"What is known before weighing, in kg/L"`
	Weighings []WeighingInput `json:"weighings" maxItems:"500"`
}

// BatchAnswer is the density after the weighings.
type BatchAnswer struct {
	DensityKgL float64          `json:"density_kg_l"`
	UKgL       float64          `json:"u_kg_l" doc:"Standard uncertainty, k = 1"`
	Chi2       float64          `json:"chi2" doc:"Over the prior and the weighings; about their number of weighings is expected"`
	Each       []ImpliedDensity `json:"each"`
	Why        Derivation       `json:"why"`
}

// ImpliedDensity is what one weighing says of the filling.
type ImpliedDensity struct {
	DensityKgL  float64 `json:"density_kg_l"`
	UKgL        float64 `json:"u_kg_l"`
	Contradicts bool    `json:"contradicts" doc:"More than 3 u from what the rest says"`
}

func (q BatchQuestion) answer(_ context.Context) (out BatchAnswer, err error) {
	d := q.Density
	if d.Typical < d.Low || d.Typical > d.High || d.Low >= d.High {
		return out, refuse("density.typical", "the range must rise from low over typical to high")
	}
	prior := material.Filling{Name: "given range", Low: quantity.Density(d.Low), Typical: quantity.Density(d.Typical),
		High: quantity.Density(d.High)}
	var all []load.Weighing
	offsets := map[string]float64{}
	for _, w := range q.Weighings {
		offsets[w.Scale] = max(offsets[w.Scale], w.ScaleUKg)
	}
	for _, w := range q.Weighings {
		all = append(all, w.weighing(offsets))
	}
	b, err := load.Reestimate(prior, all)
	if err != nil {
		return out, err
	}
	out = BatchAnswer{DensityKgL: float64(b.Density), UKgL: float64(b.U1), Chi2: b.Chi2, Each: []ImpliedDensity{},
		Why: derivationOf(b.Explain(prior))}
	for _, e := range b.Each {
		out.Each = append(out.Each, ImpliedDensity{float64(e.Density), float64(e.U1), e.Contradicts})
	}
	return out, nil
}

// PackThing is a kind of household thing.
type PackThing struct {
	Name    string  `json:"name" minLength:"1" maxLength:"80"`
	MassKg  float64 `json:"mass_kg" exclusiveMinimum:"0" maximum:"1000"`
	VolumeL float64 `json:"volume_l" minimum:"0" maximum:"2000"`
	Count   int     `json:"count" minimum:"0" maximum:"200" doc:"How many can be spared"`
}

// PackQuestion asks which things make a bag weigh a target.
type PackQuestion struct {
	CapacityL   float64     `json:"capacity_l" exclusiveMinimum:"0" maximum:"2000"`
	TareKg      float64     `json:"tare_kg,omitempty" minimum:"0" maximum:"1000"`
	TargetKg    float64     `json:"target_kg" minimum:"0" maximum:"1000"`
	ToleranceKg float64     `json:"tolerance_kg,omitempty" minimum:"0" maximum:"100"`
	Stuffing    float64     `json:"stuffing_density_kg_l,omitempty" minimum:"0" maximum:"25" doc:"Of what fills the free volume; above 0 its mass counts in what is aimed at"`
	Items       []PackThing `json:"items" maxItems:"200"`
}

// PackedItem is how many of a thing go in.
type PackedItem struct {
	Name  string `json:"name"`
	Count int    `json:"count"`
}

// PackAnswer is the best packing: nearest to the target, then fewest pieces.
type PackAnswer struct {
	MassKg         float64      `json:"mass_kg" doc:"Tare and things, without the stuffing"`
	TotalKg        float64      `json:"total_kg" doc:"With the stuffing: what is held against the target"`
	Chosen         []PackedItem `json:"chosen"`
	StuffingL      float64      `json:"stuffing_l"`
	StuffingMassKg float64      `json:"stuffing_mass_kg"`
	Proven         bool         `json:"proven" doc:"No choice that fits is nearer at this resolution, and none as near has fewer pieces"`
	ResolutionKg   float64      `json:"resolution_kg"`
	Within         bool         `json:"within_tolerance"`
	TooBig         []string     `json:"too_big" doc:"Things that do not go in at all"`
}

func (q PackQuestion) answer(ctx context.Context) (out PackAnswer, err error) {
	ask := load.PackQuestion{
		Capacity: quantity.Volume(q.CapacityL), Tare: quantity.Mass(q.TareKg), Target: quantity.Mass(q.TargetKg),
		Tolerance: quantity.Mass(q.ToleranceKg), Stuffing: quantity.Density(q.Stuffing),
	}
	for _, i := range q.Items {
		ask.Items = append(ask.Items, load.PackItem{Name: i.Name, Mass: quantity.Mass(i.MassKg), Volume: quantity.Volume(i.VolumeL),
			Count: i.Count})
	}
	got, err := load.Pack(ctx, ask)
	if err != nil {
		return out, err
	}
	out = PackAnswer{
		MassKg: float64(got.Mass), TotalKg: float64(got.Total), Chosen: []PackedItem{}, StuffingL: float64(got.Stuffing),
		StuffingMassKg: float64(got.StuffingMass), Proven: true, ResolutionKg: float64(got.Resolution), Within: got.Within,
		TooBig: append([]string{}, got.TooBig...),
	}
	for i, n := range got.Counts {
		if n > 0 {
			out.Chosen = append(out.Chosen, PackedItem{q.Items[i].Name, n})
		}
	}
	return out, nil
}
