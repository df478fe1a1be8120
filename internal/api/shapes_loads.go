package api

import (
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/stock"
	"scrappyrack/core/way"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Contribution is one line of an uncertainty budget.
type Contribution struct {
	Name         string  `json:"name"`
	Kind         string  `json:"kind" doc:"What the input is, for showing it"`
	InputU       float64 `json:"input_u" doc:"Standard uncertainty of the input in its own unit, k = 1"`
	Sensitivity  float64 `json:"sensitivity" doc:"kg of mass per unit of the input"`
	Distribution string  `json:"distribution" enum:"rectangular,normal"`
	UKg          float64 `json:"u_kg" doc:"What it adds to the mass: standard uncertainty, k = 1"`
	Share        float64 `json:"share" doc:"Share of the variance, 0 to 1"`
}

func budgetOf(parts []load.Contribution) []Contribution {
	out := []Contribution{}
	for _, b := range parts {
		out = append(out, Contribution{Name: b.Name, Kind: string(b.Kind), InputU: b.InputU1, Sensitivity: b.Sensitivity,
			Distribution: string(b.Shape), UKg: float64(b.U1), Share: b.Share})
	}
	return out
}

// Agreement holds a weighed mass against the computed one.
type Agreement struct {
	DifferenceKg float64 `json:"difference_kg" doc:"Weighed less computed"`
	UKg          float64 `json:"u95_kg" doc:"Expanded uncertainty of the difference, k = 2"`
	Within       bool    `json:"within" doc:"The difference is not larger than that"`
	Contradicts  bool    `json:"contradicts" doc:"It is more than 3 standard uncertainties"`
}

func agreementOf(a load.Agreement) Agreement {
	return Agreement{float64(a.Difference), float64(a.U), a.Within, a.Contradicts}
}

// Load is a container as it is filled, in short: what lists and drawings show.
type Load struct {
	ID         string   `json:"id"`
	MassKg     float64  `json:"mass_kg" doc:"As weighed, where it has been weighed as it is now; else as computed"`
	U95Kg      float64  `json:"u95_kg"`
	How        string   `json:"how" enum:"computed,weighed,marked"`
	ComputedKg float64  `json:"computed_kg"`
	ComputedU  float64  `json:"computed_u95_kg"`
	TareKg     float64  `json:"tare_kg"`
	TareHow    string   `json:"tare_how" enum:"entered,weighed"`
	PackedKg   float64  `json:"packed_kg" doc:"What lies in it beside the filling"`
	PackedL    float64  `json:"packed_l"`
	VolumeL    float64  `json:"volume_l"`
	LevelM     float64  `json:"level_m"`
	BrimLevelM float64  `json:"brim_level_m"`
	BrimL      float64  `json:"brim_l" doc:"What it holds to the brim, measured or taken"`
	Steadiness string   `json:"steadiness"`
	Holds      []string `json:"holds"`
	Problem    string   `json:"problem"`
	WeighedAt  int64    `json:"weighed_at" doc:"Unix time of the last weighing that was not of the empty thing; 0 for never"`
	WeighAgain int64    `json:"weigh_again_at" doc:"Unix time; 0 when it never was weighed"`
}

func loadOf(k store.Container, l stock.Loaded, units quantity.System) Load {
	c := l.Container
	out := Load{
		ID: k.ID, MassKg: float64(l.Mass.Value), U95Kg: float64(l.Mass.Expanded()), How: string(l.Mass.How),
		ComputedKg: float64(l.Fill.Mass.Value), ComputedU: float64(l.Fill.Mass.Expanded()), TareKg: float64(c.Vessel.Tare),
		TareHow:  "entered",
		PackedKg: float64(c.Vessel.Inside.Value), PackedL: float64(c.Vessel.Taken), VolumeL: float64(l.Fill.Volume),
		LevelM: float64(l.Fill.Level),
		Holds:  []string{}, Problem: l.Problem.In(units), WeighedAt: l.WeighedAt, WeighAgain: l.AgainAt,
	}
	if c.Vessel.Profile == nil {
		return out
	}
	out.BrimL = float64(c.Vessel.BrimVolume())
	out.BrimLevelM = float64(c.Vessel.Profile.Level(c.Vessel.BrimVolume()))
	out.Steadiness = string(c.Steadiness(l.Fill))
	if l.TareWeighed {
		out.TareHow = "weighed"
	}
	for _, r := range l.Rungs {
		out.Holds = append(out.Holds, string(r.Hold))
	}
	return out
}

// BatchState is a client's filling as its table and weighings know it.
type BatchState struct {
	ID        string  `json:"id"`
	Density   float64 `json:"density_kg_l"`
	U95       float64 `json:"u95_kg_l"`
	Prior     float64 `json:"prior_kg_l" doc:"What the table says"`
	PriorU95  float64 `json:"prior_u95_kg_l"`
	Chi2      float64 `json:"chi2" doc:"About as large as the number of weighings, when they agree"`
	Weighings int     `json:"weighings" doc:"How many count"`
	Wet       bool    `json:"wet"`
	Loose     bool    `json:"loose"`
}

func batchesOf(all []stock.Batch) []BatchState {
	out := []BatchState{}
	for _, b := range all {
		out = append(out, BatchState{
			ID: b.Prior.Key, Density: float64(b.Filling.Typical), U95: 2 * float64(b.Filling.U1()), Prior: float64(b.Prior.Typical),
			PriorU95: 2 * float64(b.Prior.U1()),
			Chi2:     b.Result.Chi2, Weighings: len(b.Result.Each), Wet: b.Prior.Wet, Loose: b.Prior.Loose,
		})
	}
	return out
}

// Reach is the lightest and heaviest of a hold.
type Reach struct {
	Hold   string  `json:"hold"`
	LowKg  float64 `json:"low_kg"`
	HighKg float64 `json:"high_kg"`
}

func reachOf(all map[load.Hold]way.Extent) []Reach {
	out := []Reach{}
	for _, h := range load.Holds() {
		if e, ok := all[h]; ok {
			out = append(out, Reach{string(h), float64(e.Low), float64(e.High)})
		}
	}
	return out
}

// Rung is one reachable load, or every load from Low to High.
type Rung struct {
	LowKg   float64  `json:"low_kg"`
	HighKg  float64  `json:"high_kg"`
	UKg     float64  `json:"u95_kg"`
	Origin  string   `json:"origin" enum:"scrap,owned,build,buy,band,body"`
	Label   string   `json:"label"`
	Things  []string `json:"things" doc:"Ids of what it occupies: two rungs that share one cannot stand ready at once"`
	Seconds int      `json:"seconds" doc:"To have it in hand from another load"`
	Check   string   `json:"check" doc:"What has to be checked before it is used; it counts for nothing until then"`
	For     string   `json:"for" doc:"Key of the only movement that it is for; empty for all of its hold"`
	Note    string   `json:"note"`
}

// Closing is the cheapest way to close a step.
type Closing struct {
	Name      string  `json:"name"`
	LowKg     float64 `json:"low_kg"`
	HighKg    float64 `json:"high_kg"`
	Left      float64 `json:"left" doc:"The largest rise that is left"`
	CostMinor int64   `json:"cost_minor"`
	Minutes   int     `json:"minutes"`
}

// Step is a rise between neighbouring rungs that is too large to train by.
type Step struct {
	FromKg  float64  `json:"from_kg"`
	ToKg    float64  `json:"to_kg"`
	Ratio   float64  `json:"ratio"`
	Closing *Closing `json:"closing,omitempty"`
}

// Ladder is every rung of one hold; of bands, in one movement.
type Ladder struct {
	Hold     string `json:"hold"`
	Movement string `json:"movement" doc:"Of bands: the movement in which they give this; empty otherwise"`
	Rungs    []Rung `json:"rungs"`
	Steps    []Step `json:"steps"`
}

// BodyLoad is a movement with the body's own weight as the load.
type BodyLoad struct {
	Name      string     `json:"name"`
	LowKg     float64    `json:"low_kg"`
	TypicalKg float64    `json:"typical_kg"`
	HighKg    float64    `json:"high_kg"`
	Outside   bool       `json:"outside" doc:"Beyond the measured tables"`
	Meaning   string     `json:"meaning"`
	Why       Derivation `json:"why"`
}

// Ladders is every load that can be made, by hold.
type Ladders struct {
	Ladders     []Ladder   `json:"ladders"`
	Body        []BodyLoad `json:"body"`
	MassGuessed bool       `json:"mass_guessed"`
	Names       []Named    `json:"names" doc:"Of the things that rungs occupy"`
}

// Named is a thing's id with its name.
type Named struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

func laddersOf(l workbench.Ladders) Ladders {
	out := Ladders{Ladders: []Ladder{}, Body: []BodyLoad{}, MassGuessed: l.Guessed, Names: []Named{}}
	for _, p := range l.Parts {
		one := Ladder{Hold: string(p.Hold), Movement: p.Movement.Name, Rungs: []Rung{}, Steps: []Step{}}
		for _, r := range p.Rungs {
			one.Rungs = append(one.Rungs, Rung{
				LowKg: float64(r.Low), HighKg: float64(r.High), UKg: float64(r.U), Origin: string(r.Origin), Label: r.Label,
				Things: append([]string{}, r.Things...), Seconds: r.Seconds, Check: r.Check, For: r.For, Note: r.Note.In(l.Units),
			})
		}
		for _, s := range p.Steps {
			step := Step{FromKg: float64(s.From), ToKg: float64(s.To), Ratio: s.Ratio}
			if c := s.Closing; c != nil {
				step.Closing = &Closing{Name: c.Name, LowKg: float64(c.Rung.Low), HighKg: float64(c.Rung.High), Left: c.Left,
					CostMinor: c.Cost, Minutes: c.Minutes}
			}
			one.Steps = append(one.Steps, step)
		}
		out.Ladders = append(out.Ladders, one)
	}
	for _, b := range l.Body {
		out.Body = append(out.Body, BodyLoad{Name: b.Name.In(l.Units), LowKg: float64(b.Low), TypicalKg: float64(b.Typical),
			HighKg: float64(b.High), Outside: b.Outside, Meaning: b.Meaning, Why: derivationOf(b.Why)})
	}
	for id, name := range l.Names {
		out.Names = append(out.Names, Named{id, name})
	}
	return out
}

// Weighed is a weighing with what it comes to.
type Weighed struct {
	ID        string         `json:"id"`
	At        int64          `json:"at"`
	MassKg    float64        `json:"mass_kg"`
	U95Kg     float64        `json:"u95_kg"`
	Empty     bool           `json:"empty" doc:"Of the empty container"`
	Now       bool           `json:"now" doc:"Of the container as it is filled now"`
	Scale     string         `json:"scale"`
	Readings  int            `json:"readings"`
	Odd       []int          `json:"odd" doc:"Readings that the others contradict, by index, those without it after those with it"`
	Density   float64        `json:"density_kg_l" doc:"What it says of its batch; 0 for nothing"`
	DensityU  float64        `json:"density_u95_kg_l"`
	Against   bool           `json:"contradicts" doc:"It lies more than 3 u from what the rest of its batch says"`
	Counts    bool           `json:"counts" doc:"Its batch listens to it"`
	Verdict   string         `json:"verdict" enum:"auto,counts,aside"`
	Agreement Agreement      `json:"agreement"`
	Budget    []Contribution `json:"budget"`
	Problem   string         `json:"problem"`
	Why       Derivation     `json:"why"`
}

func weighedOf(w stock.Weighed, now *stock.Weighed) Weighed {
	out := Weighed{
		ID: w.ID, At: w.At, MassKg: float64(w.Reading.Mass.Value), U95Kg: float64(w.Reading.Mass.Expanded()),
		Empty: w.Empty(),
		Now:   now != nil && now.ID == w.ID, Scale: w.Scale.Name,
		Readings: len(w.Readings) + len(w.Without),
		Odd:      append([]int{}, w.Reading.Odd...), Counts: w.Counts, Verdict: string(w.Verdict), Agreement: agreementOf(w.Agreement),
		Budget:  budgetOf(w.Reading.Budget),
		Problem: w.Problem, Why: derivationOf(w.Explain()),
	}
	if w.Implied != nil {
		out.Density, out.DensityU, out.Against = float64(w.Implied.Density), 2*float64(w.Implied.U1), w.Implied.Contradicts
	}
	return out
}

// Curl is how far a hanging container lets a curl go.
type Curl struct {
	MeetsAt float64 `json:"meets_at_deg" doc:"Angle of the forearm above the horizontal"`
	Lost    float64 `json:"lost" doc:"Share of the arc that is lost, 0 for none"`
}

// Swing is what stays free under a hanging load.
type Swing struct {
	StandingM float64 `json:"standing_m" doc:"Arms down; negative where it drags"`
	HingedM   float64 `json:"hinged_m" doc:"Back level, arms straight down"`
	Clear     bool    `json:"clear"`
	LimitKg   float64 `json:"limit_kg" doc:"What may be swung"`
}

// Rule is what people say that such a fill weighs.
type Rule struct {
	Words string  `json:"words"`
	Kg    float64 `json:"kg"`
}

// OnBench is all there is to say of one container.
type OnBench struct {
	Budget    []Contribution `json:"budget"`
	Why       Derivation     `json:"why"`
	MostKg    float64        `json:"most_kg" doc:"Heaviest allowed with this filling"`
	MostBound string         `json:"most_bound" doc:"What stops it there"`
	MostWhy   Derivation     `json:"most_why"`
	RatingKg  float64        `json:"rating_kg"`
	RatingHow string         `json:"rating_how" enum:"maker,judged,default"`
	Agreement *Agreement     `json:"agreement,omitempty" doc:"Where it has been weighed as it is now"`
	Weighings []Weighed      `json:"weighings" doc:"Newest first"`
	Sisters   []string       `json:"sisters" doc:"Ids of what is filled from the same batch"`
	Rule      *Rule          `json:"rule,omitempty"`
	Curl      *Curl          `json:"curl,omitempty"`
	Swing     *Swing         `json:"swing,omitempty"`
	AgainDays int            `json:"again_days" doc:"After how many days it is weighed again"`
}

func onBenchOf(b *workbench.OnBench) OnBench {
	c := b.Container
	most, bound := b.Most()
	out := OnBench{
		MostKg: float64(most.Mass.Value), MostBound: bound.In(b.Units), RatingKg: float64(c.Vessel.Rating), RatingHow: b.RatingHow,
		Budget: budgetOf(b.Fill.Budget), Why: derivationOf(c.Explain(b.Fill)), MostWhy: derivationOf(c.Vessel.ExplainMost(c.Filling)),
		Weighings: []Weighed{}, Sisters: append([]string{}, b.Sisters...), AgainDays: load.WeighAgain(c.Closure, c.Filling),
	}
	for _, w := range b.Weighings {
		out.Weighings = append(out.Weighings, weighedOf(w, b.Weighing))
	}
	if b.Weighing != nil {
		a := agreementOf(b.Weighing.Agreement)
		out.Agreement = &a
	}
	if b.Rule != nil {
		out.Rule = &Rule{b.Rule.Words, float64(b.Rule.Quoted)}
	}
	if b.Curl != nil {
		out.Curl = &Curl{b.Curl.MeetsAt, b.Curl.Lost}
	}
	if b.Swing != nil {
		out.Swing = &Swing{float64(b.Swing.Standing), float64(b.Swing.Hinged), b.Swing.Clear(), float64(c.SwungLimit(load.TwoHand))}
	}
	return out
}
