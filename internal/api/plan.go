package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/client"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// Change is a slot whose coverage something moves, both 0 to 1.
type Change struct {
	Slot   string  `json:"slot"`
	Before float64 `json:"before"`
	After  float64 `json:"after"`
}

// Choice is something that the plan takes.
type Choice struct {
	Key       string   `json:"key"`
	Name      string   `json:"name"`
	Origin    string   `json:"origin" enum:"scrap,build,buy"`
	CostMinor int64    `json:"cost_minor"`
	FloorM2   float64  `json:"floor_m2"`
	Minutes   int      `json:"minutes"`
	Pinned    bool     `json:"pinned"`
	Loses     []Change `json:"loses" doc:"What would fall without it"`
	LowKg     float64  `json:"low_kg" doc:"Lightest load it gives, 0 when it gives none"`
	HighKg    float64  `json:"high_kg"`
	LevelM    float64  `json:"level_m" doc:"How high it is filled; 0 when to any level"`
	VolumeL   float64  `json:"volume_l"`
	U95Kg     float64  `json:"u95_kg"`
	Note      string   `json:"note"`
	Caution   string   `json:"caution"`
}

// Refusal is something that the plan leaves out.
type Refusal struct {
	Key       string   `json:"key"`
	Name      string   `json:"name"`
	CostMinor int64    `json:"cost_minor"`
	Kind      string   `json:"kind" enum:"place,pin,nothing,money,room,needs,filling,favour"`
	Why       string   `json:"why"`
	Would     string   `json:"would" doc:"What the consultant can do at once; what the plan would be with it is at plan/instead"`
	Gains     []Change `json:"gains"`
}

// Plan is the best set to buy and fill.
type Plan struct {
	Revision   int64     `json:"revision"`
	Lacks      string    `json:"lacks" doc:"What has to be said before there can be a plan"`
	Proven     bool      `json:"proven" doc:"No other set is worth more, nor as much for less"`
	Bound      float64   `json:"bound" doc:"Highest board value still possible, 0 to 1"`
	Value      float64   `json:"value"`
	CostMinor  int64     `json:"cost_minor"`
	LeftMinor  int64     `json:"left_minor"`
	FloorFree  float64   `json:"floor_free_m2"`
	Minutes    int       `json:"minutes"`
	Chosen     []Choice  `json:"chosen"`
	Kept       []string  `json:"kept" doc:"Containers that stay as they are and that the plan counts on"`
	Refused    []Refusal `json:"refused"`
	After      Board     `json:"after"`
	BeforeDone int       `json:"covered_before"`
}

func changesOf(all []plan.Change) []Change {
	out := []Change{}
	for _, c := range all {
		out = append(out, Change{c.Slot.Title(), c.Before, c.After})
	}
	return out
}

func planOf(f store.File, p *plan.Plan) Plan {
	units := quantity.System(f.Profile.Units)
	out := Plan{Revision: f.Revision, Chosen: []Choice{}, Kept: []string{}, Refused: []Refusal{}, After: Board{Slots: []Slot{}}}
	if p == nil {
		out.Lacks = "stature"
		return out
	}
	out.Proven, out.Value = p.Answer.Proven, p.After.Value
	out.Bound = float64(p.Answer.Bound) / float64(p.Whole)
	out.CostMinor, out.LeftMinor, out.FloorFree, out.Minutes = p.Cost.Minor, p.Left.Minor, p.FloorFree, p.Minutes
	out.After, out.BeforeDone = boardOf(p.After, client.Person{}, units), p.Before.Covered
	for _, c := range p.Chosen {
		out.Chosen = append(out.Chosen, choiceOf(c))
	}
	for _, k := range p.Kept {
		out.Kept = append(out.Kept, k.Container)
	}
	for _, r := range p.Refused {
		k := r.Candidate
		out.Refused = append(out.Refused, Refusal{Key: k.Key, Name: k.Name, CostMinor: k.Cost, Kind: string(r.Kind), Why: r.Why.In(units),
			Would: r.Would.In(units), Gains: changesOf(r.Gains)})
	}
	return out
}

func choiceOf(c plan.Choice) Choice {
	k := c.Candidate
	out := Choice{
		Key: k.Key, Name: k.Name, Origin: string(k.Origin), CostMinor: k.Cost, FloorM2: k.Floor, Minutes: k.Minutes,
		Pinned: c.Pinned, Loses: changesOf(c.Loses), Note: k.Note, Caution: k.Caution,
	}
	low, high, u := k.Reach()
	out.LowKg, out.HighKg, out.U95Kg = float64(low), float64(high), float64(u)
	if k.Fill != nil {
		out.LevelM, out.VolumeL = float64(k.Fill.Level), float64(k.Fill.Volume)
	}
	return out
}

func (a *API) plan(r huma.API) {
	type out struct{ Body Plan }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/plan", "read-plan", "The best set to buy and fill, with reasons",
		"plan"),
		func(ctx context.Context, in *Client) (*out, error) {
			f, made, err := a.Bench.Plan(ctx, who(ctx).Practice, in.ID)
			if err != nil {
				return nil, err
			}
			return &out{planOf(f, made)}, nil
		})

	type insteadIn struct {
		Client
		Candidate string `path:"candidate" maxLength:"160"`
	}
	type insteadOut struct{ Body Instead }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/plan/instead/{candidate}", "read-plan-instead",
		"What the plan would be with something in it that it leaves out", "plan"),
		func(ctx context.Context, in *insteadIn) (*insteadOut, error) {
			_, got, err := a.Bench.Instead(ctx, who(ctx).Practice, in.ID, in.Candidate)
			if err != nil {
				return nil, err
			}
			return &insteadOut{insteadOf(got)}, nil
		})
}

// Instead is what the plan would be with something in it that it leaves out, worked out by
// solving it so.
type Instead struct {
	Key       string   `json:"key"`
	FromMinor int64    `json:"from_minor" doc:"A budget with which it is taken by itself, the least of those tried; -1 where it is with none"`
	Fits      bool     `json:"fits" doc:"It can be had with today's money at all"`
	Value     float64  `json:"value" doc:"The board's value with it pinned at today's money, 0 to 1"`
	Covered   int      `json:"covered"`
	CostMinor int64    `json:"cost_minor"`
	In        []string `json:"in" doc:"What comes in beside it"`
	Out       []string `json:"out" doc:"What goes out for it"`
}

func insteadOf(got plan.Instead) Instead {
	out := Instead{Key: got.Candidate.Key, FromMinor: got.From, In: []string{}, Out: []string{}}
	if got.With != nil {
		out.Fits, out.Value, out.Covered, out.CostMinor = true, got.With.After.Value, got.With.After.Covered, got.With.Cost.Minor
	}
	for _, k := range got.In {
		out.In = append(out.In, k.Name)
	}
	for _, k := range got.Out {
		out.Out = append(out.Out, k.Name)
	}
	return out
}
