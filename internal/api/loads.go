package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// loads registers what the load bench asks while a level is dragged.
func (a *API) loads(r huma.API) {
	type fillIn struct {
		OfContainer
		Body struct {
			TargetKg *float64 `json:"target_kg,omitempty" minimum:"0" maximum:"1000"`
			LevelM   *float64 `json:"level_m,omitempty" minimum:"0" maximum:"5"`
			VolumeL  *float64 `json:"volume_l,omitempty" minimum:"0" maximum:"2000"`
			Filling  string   `json:"filling,omitempty" maxLength:"40" doc:"Another filling than it has"`
		}
	}
	type fillOut struct{ Body FillAnswer }
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/containers/{container}/fill", "try-fill",
		"What a container would weigh, or how far to fill it; nothing is kept", "loads"),
		func(ctx context.Context, in *fillIn) (*fillOut, error) {
			got, err := a.Bench.TryFill(ctx, who(ctx).Practice, in.ID, in.Container, workbench.FillWish{
				Mass: massOf(in.Body.TargetKg), Level: lengthOf(in.Body.LevelM), Volume: volumeOf(in.Body.VolumeL),
				Filling: in.Body.Filling,
			})
			if err != nil && got == nil {
				return nil, err
			}
			out, err := fillAnswer(got.Container.Vessel, got.Container.Filling, got.Fill, err, got.Units)
			return &fillOut{out}, err
		})
}

// OfContainer is the address of one container of a client.
type OfContainer struct {
	Client
	Container string `path:"container" maxLength:"40"`
}

// benches registers what the load bench asks about one thing; nothing of it is
// kept.
func (a *API) benches(r huma.API) {
	type benchOut struct{ Body OnBench }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/containers/{container}", "read-container",
		"Everything about one container: its uncertainty, its weighings, how it moves", "loads"),
		func(ctx context.Context, in *OfContainer) (*benchOut, error) {
			got, err := a.Bench.Examine(ctx, who(ctx).Practice, in.ID, in.Container)
			if err != nil {
				return nil, err
			}
			return &benchOut{onBenchOf(got)}, nil
		})

	type weighIn struct {
		Client
		Body store.Weighing
	}
	type weighOut struct{ Body WeighedTry }
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/weighings", "try-weighing",
		"What a weighing would say, and do to its batch; nothing is kept", "loads"),
		func(ctx context.Context, in *weighIn) (*weighOut, error) {
			got, err := a.Bench.TryWeighing(ctx, who(ctx).Practice, in.ID, in.Body)
			if err != nil {
				return nil, err
			}
			out := WeighedTry{
				Weighed: weighedOf(got.Weighed, nil), ComputedKg: float64(got.Computed.Value),
				ComputedU: float64(got.Computed.Expanded()),
				Batch:     got.Batch, Sisters: got.Sisters,
			}
			if got.Batch {
				out.Before, out.BeforeU = float64(got.Before.Typical), 2*float64(got.Before.U1())
				out.After, out.AfterU = float64(got.After.Typical), 2*float64(got.After.U1())
			}
			return &weighOut{out}, nil
		})

	type dropsIn struct {
		OfContainer
		Body DropsQuestion
	}
	type dropsOut struct{ Body DropsAnswer }
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/containers/{container}/drops", "plan-drops",
		"What to pour out between the stages of a drop set", "loads"),
		func(ctx context.Context, in *dropsIn) (*dropsOut, error) {
			q := in.Body
			drops, units, err := a.Bench.Drops(ctx, who(ctx).Practice, in.ID, in.Container, quantity.Mass(q.StartKg), q.Reps, q.Fall,
				q.Drops)
			var beyond *load.OutOfReach
			if errors.As(err, &beyond) {
				return nil, refuse("start_kg", beyond.Reason.In(units))
			}
			if err != nil {
				return nil, err
			}
			out := &dropsOut{DropsAnswer{Drops: []Drop{}, Short: len(drops) < q.Drops+1}}
			for _, d := range drops {
				out.Body.Drops = append(out.Body.Drops, Drop{Reps: d.Reps, MassKg: float64(d.Fill.Mass.Value),
					U95Kg: float64(d.Fill.Mass.Expanded()), PourL: float64(d.Pour), LevelM: float64(d.Fill.Level),
					VolumeL: float64(d.Fill.Volume)})
			}
			return out, nil
		})

	type scoopsIn struct {
		OfContainer
		SizeL float64 `query:"size_l" exclusiveMinimum:"0" maximum:"100"`
	}
	type scoopsOut struct{ Body Scoops }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/containers/{container}/scoops", "count-scoops",
		"How many scoops of a size make its fill", "loads"),
		func(ctx context.Context, in *scoopsIn) (*scoopsOut, error) {
			got, err := a.Bench.Scoops(ctx, who(ctx).Practice, in.ID, in.Container, quantity.Volume(in.SizeL))
			if err != nil {
				return nil, err
			}
			return &scoopsOut{Scoops{got.Whole, float64(got.Rest), float64(got.Fill.Mass.Value), float64(got.Fill.Mass.Expanded())}}, nil
		})

	a.packs(r)
}

// packs registers what is put together: packs, bars, and the ladder of all.
func (a *API) packs(r huma.API) {
	type packIn struct {
		OfContainer
		Body PackWish
	}
	type packOut struct{ Body Packing }
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/containers/{container}/pack", "pack-container",
		"Which of the household's things make a bag weigh a mass", "loads"),
		func(ctx context.Context, in *packIn) (*packOut, error) {
			got, err := a.Bench.Pack(ctx, who(ctx).Practice, in.ID, in.Container, quantity.Mass(in.Body.TargetKg),
				quantity.Mass(in.Body.ToleranceKg))
			if err != nil {
				return nil, err
			}
			return &packOut{packingOf(got)}, nil
		})

	type barIn struct {
		Client
		Handle   string  `path:"handle" maxLength:"40"`
		TargetKg float64 `query:"target_kg" minimum:"0" maximum:"1000"`
	}
	type barOut struct{ Body BarLoading }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/handles/{handle}/loads", "load-handle",
		"Every load of a bar or handle with the plates there are, and the plates for one", "loads"),
		func(ctx context.Context, in *barIn) (*barOut, error) {
			got, err := a.Bench.LoadBar(ctx, who(ctx).Practice, in.ID, in.Handle, quantity.Mass(in.TargetKg))
			if err != nil {
				return nil, err
			}
			return &barOut{barLoadingOf(got)}, nil
		})

	type ladderIn struct {
		Client
		CounterM float64 `query:"counter_m" minimum:"0" maximum:"1.2" doc:"Height of a counter or sill to push from; 0 for none"`
	}
	type ladderOut struct{ Body Ladders }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/ladder", "read-ladder",
		"Every load that can be made, by hold, with the gaps and what would close them", "loads"),
		func(ctx context.Context, in *ladderIn) (*ladderOut, error) {
			got, err := a.Bench.Ladders(ctx, who(ctx).Practice, in.ID, quantity.Length(in.CounterM))
			if err != nil {
				return nil, err
			}
			return &ladderOut{laddersOf(*got)}, nil
		})
}

// WeighedTry is what a weighing would say.
type WeighedTry struct {
	Weighed    Weighed `json:"weighed"`
	ComputedKg float64 `json:"computed_kg"`
	ComputedU  float64 `json:"computed_u95_kg"`
	Batch      bool    `json:"batch" doc:"It is of something filled from a batch"`
	Before     float64 `json:"before_kg_l" doc:"The batch's density without it"`
	BeforeU    float64 `json:"before_u95_kg_l"`
	After      float64 `json:"after_kg_l" doc:"The batch's density with it"`
	AfterU     float64 `json:"after_u95_kg_l"`
	Sisters    int     `json:"sisters" doc:"How many other containers that changes"`
}

// DropsQuestion asks for the stages of a drop set.
type DropsQuestion struct {
	StartKg float64 `json:"start_kg" exclusiveMinimum:"0" maximum:"1000"`
	Reps    int     `json:"reps" minimum:"1" maximum:"100" doc:"At each stage"`
	Fall    float64 `json:"fall" exclusiveMinimum:"0" exclusiveMaximum:"1" doc:"Share by which each stage is lighter than the one before"`
	Drops   int     `json:"drops" minimum:"1" maximum:"12"`
}

// Drop is one stage of a drop set.
type Drop struct {
	Reps    int     `json:"reps"`
	MassKg  float64 `json:"mass_kg"`
	U95Kg   float64 `json:"u95_kg"`
	PourL   float64 `json:"pour_l" doc:"To pour out before it"`
	LevelM  float64 `json:"level_m" doc:"Then"`
	VolumeL float64 `json:"volume_l" doc:"Then"`
}

// DropsAnswer is the stages, the start first.
type DropsAnswer struct {
	Drops []Drop `json:"drops"`
	Short bool   `json:"short" doc:"Fewer than were asked for: the next would be below the empty container"`
}

// Scoops is a fill counted in scoops.
type Scoops struct {
	Whole  int     `json:"whole"`
	RestL  float64 `json:"rest_l"`
	MassKg float64 `json:"mass_kg" doc:"With the whole ones alone"`
	U95Kg  float64 `json:"u95_kg"`
}

// PackWish asks for a bag of a mass.
type PackWish struct {
	TargetKg    float64 `json:"target_kg" exclusiveMinimum:"0" maximum:"1000"`
	ToleranceKg float64 `json:"tolerance_kg" minimum:"0" maximum:"10"`
}

// PackLine is how many of one thing go in.
type PackLine struct {
	Thing  string  `json:"thing"`
	Name   string  `json:"name"`
	Count  int     `json:"count"`
	MassKg float64 `json:"mass_kg" doc:"Of all of them"`
}

// Packing is how a bag is packed.
type Packing struct {
	TotalKg    float64    `json:"total_kg" doc:"Bag, things and stuffing"`
	Chosen     []PackLine `json:"chosen"`
	StuffingL  float64    `json:"stuffing_l"`
	StuffingKg float64    `json:"stuffing_kg"`
	Within     bool       `json:"within_tolerance"`
	StepKg     float64    `json:"resolution_kg" doc:"No choice is nearer at this resolution, and none as near has fewer pieces"`
	Wrap       []string   `json:"wrap" doc:"What is hard or edged"`
	Left       []string   `json:"left" doc:"What was left out, and why"`
	TooBig     []string   `json:"too_big"`
}

func packingOf(p *workbench.Packing) Packing {
	out := Packing{
		TotalKg: float64(p.Best.Total), Chosen: []PackLine{}, StuffingL: float64(p.Best.Stuffing), StuffingKg: float64(p.Best.StuffingMass),
		Within: p.Best.Within, StepKg: float64(p.Best.Resolution), Wrap: append([]string{}, p.Wrap()...),
		Left:   append([]string{}, p.Left...),
		TooBig: append([]string{}, p.Best.TooBig...),
	}
	for i, n := range p.Best.Counts {
		if t := p.Things[i]; n > 0 {
			out.Chosen = append(out.Chosen, PackLine{t.ID, t.Name, n, float64(n) * float64(t.Mass)})
		}
	}
	return out
}

// BarLoading is what a bar or handle can be loaded to.
type BarLoading struct {
	LoadsKg   []float64 `json:"loads_kg"`
	BelowKg   *float64  `json:"below_kg" nullable:"true" doc:"The nearest at or below the target; null for none"`
	AboveKg   *float64  `json:"above_kg" nullable:"true" doc:"The nearest at or above the target; null for none"`
	NearestKg float64   `json:"nearest_kg"`
	PerSideKg []float64 `json:"per_side_kg" doc:"For the nearest, inside first"`
	Gaps      int       `json:"gaps" doc:"Steps above 10 %"`
	Largest   float64   `json:"largest" doc:"The largest step"`
	ExtraKg   float64   `json:"extra_kg" doc:"The one pair of plates of this mass each that closes the most gaps; 0 when none helps"`
	Closed    int       `json:"extra_closes" doc:"How many gaps it closes"`
	Then      float64   `json:"extra_largest" doc:"The largest step with it"`
	Sharing   bool      `json:"sharing" doc:"Each of a pair that shares the plates"`
}

func barLoadingOf(l *workbench.Loading) BarLoading {
	out := BarLoading{
		LoadsKg: kilograms(l.Loads), BelowKg: (*float64)(l.Below), AboveKg: (*float64)(l.Above), NearestKg: float64(l.Nearest),
		PerSideKg: kilograms(l.PerSide), Gaps: l.Extra.Gaps, Largest: l.Extra.LargestNow, Closed: l.Extra.Closed, Then: l.Extra.LargestThen,
		Sharing: l.Sharing,
	}
	if l.Helps {
		out.ExtraKg = float64(l.Extra.Mass)
	}
	return out
}

func massOf(v *float64) *quantity.Mass     { return (*quantity.Mass)(v) }
func lengthOf(v *float64) *quantity.Length { return (*quantity.Length)(v) }
func volumeOf(v *float64) *quantity.Volume { return (*quantity.Volume)(v) }
