package api

import (
	"context"
	"fmt"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/coverage"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// MovementForm is a body-weight form of a movement.
type MovementForm struct {
	Name  string  `json:"name"`
	Share float64 `json:"share" doc:"Of the body's mass"`
}

// MovementTactic makes a load that is too light count for more.
type MovementTactic struct {
	Key    string  `json:"key"`
	Name   string  `json:"name"`
	Factor float64 `json:"factor" doc:"How much more it feels like; house value"`
}

// MovementSets are usual sets.
type MovementSets struct {
	Low  int    `json:"low"`
	High int    `json:"high"`
	Of   string `json:"of" enum:"reps,s,m"`
}

// MovementRecord is a movement with all that is known of it.
type MovementRecord struct {
	Key           string           `json:"key"`
	Name          string           `json:"name"`
	Family        string           `json:"family"`
	Pattern       string           `json:"pattern"`
	Muscles       []string         `json:"muscles"`
	Sides         string           `json:"sides" enum:"both,each,alternating"`
	Hold          string           `json:"hold" doc:"How it is loaded; empty for the body alone"`
	Use           string           `json:"use" doc:"What is done with the load"`
	Forms         []MovementForm   `json:"forms"`
	Timed         bool             `json:"timed"`
	CountsAs      float64          `json:"counts_as"`
	Along         float64          `json:"along" doc:"Share of the body's mass that is lifted with the load"`
	Quality       float64          `json:"quality" doc:"How well it answers its pattern, 0 to 1"`
	Needs         []string         `json:"needs"`
	Height        string           `json:"height" doc:"What it asks of the room's height"`
	RuledOutBy    []string         `json:"ruled_out_by" doc:"Limits that leave it out"`
	Facets        MovementFacets   `json:"facets" doc:"What it is to a body"`
	Easier        string           `json:"easier"`
	EasierThan    []string         `json:"harder_movements" doc:"Keys of those that are a step harder"`
	Down          []string         `json:"easier_movements" doc:"Keys, the nearest first"`
	After         []string         `json:"after" doc:"Keys of what should be mastered before it"`
	Standard      string           `json:"standard" doc:"What makes a rep count"`
	Dose          string           `json:"dose" doc:"What it is worth next to its relatives"`
	Tactics       []MovementTactic `json:"tactics"`
	Sets          MovementSets     `json:"sets"`
	SecondsPerRep float64          `json:"seconds_per_rep"`
	Words         []string         `json:"words" doc:"By which it is looked for"`
	Caution       string           `json:"caution"`
}

// MovementFacets are what a movement is to a body of usual build.
type MovementFacets struct {
	Position   string   `json:"position"`
	HipDeg     int      `json:"hip_deg" doc:"The most that the hip is bent"`
	KneeDeg    int      `json:"knee_deg"`
	LeanDeg    int      `json:"lean_deg" doc:"Of the trunk from upright"`
	StepM      float64  `json:"step_m"`
	StartM     float64  `json:"start_m" doc:"Height from which a load comes up; 0 where it is none below the hips"`
	HoldS      int      `json:"hold_s" doc:"The longest still hold"`
	InclineDeg int      `json:"incline_deg" doc:"Of a trunk on its back"`
	Impact     int      `json:"impact" doc:"0 none, 1 a small drop, 2 a jump"`
	Grip       string   `json:"grip" enum:"none,cuff,light,heavy"`
	Marks      []string `json:"marks"`
	Loads      []string `json:"loads" doc:"Joints under load, as the limits that spare them"`
	OnFloor    bool     `json:"on_floor"`
}

func facetsOf(m movement.Movement) MovementFacets {
	return MovementFacets{
		string(m.At), m.Hip, m.Knee, m.Lean, m.Step, m.Start, m.Held, m.Incline, m.Impact, string(m.Grip()), texts(m.AllMarks()),
		texts(m.Loads), m.At.OnFloor(),
	}
}

// Movements is the library, or what limits leave of it.
type Movements struct {
	Movements []MovementRecord `json:"movements"`
}

func texts[T ~string](all []T) []string {
	out := []string{}
	for _, one := range all {
		out = append(out, string(one))
	}
	return out
}

func theMovements() Movements {
	out := Movements{Movements: []MovementRecord{}}
	harder := map[string][]string{}
	for _, m := range movement.All() {
		for _, k := range m.Down {
			harder[k] = append(harder[k], m.Key)
		}
	}
	for _, m := range movement.All() {
		out.Movements = append(out.Movements, recordOf(m, harder[m.Key]))
	}
	return out
}

func recordOf(m movement.Movement, harder []string) MovementRecord {
	one := MovementRecord{
		Key: m.Key, Name: m.Name, Family: string(m.Family), Pattern: string(m.Pattern), Muscles: texts(m.Muscles), Sides: string(m.Sides),
		Hold: string(m.Hold), Use: string(m.Use),
		Forms: []MovementForm{}, Timed: m.Timed, CountsAs: m.CountsAs, Along: m.Along, Quality: float64(m.Quality) / 100, Needs: []string{},
		Height: string(m.Height), RuledOutBy: texts(m.Spares), Facets: facetsOf(m),
		Easier: m.Easier, EasierThan: texts(harder), Down: texts(m.Down), After: texts(m.After), Standard: m.Standard, Dose: m.Dose,
		Tactics: []MovementTactic{},
		Sets:    MovementSets{m.Format.Low, m.Format.High, string(m.Format.Of)}, SecondsPerRep: m.Seconds, Words: texts(m.Words),
		Caution: m.Caution,
	}
	for _, b := range m.Body {
		one.Forms = append(one.Forms, MovementForm{b.Name, b.Share})
	}
	for _, r := range m.Needs {
		one.Needs = append(one.Needs, r.String())
	}
	for _, tac := range m.Tactics {
		one.Tactics = append(one.Tactics, MovementTactic{tac.Key, tac.Name, tac.Factor})
	}
	return one
}

// PracticeMovements are what a practice adds to the library, and hides of it.
type PracticeMovements struct {
	Own     []store.OwnMovement `json:"own" doc:"As they are written"`
	Records []MovementRecord    `json:"records" doc:"As they are made of those they are like"`
	Names   []MovementName      `json:"names" doc:"Those of them that can be tested"`
	Hidden  []string            `json:"hidden" doc:"Keys"`
}

// practiceMovements registers what a practice adds to the library and hides of it.
func (a *API) practiceMovements(r huma.API) {
	type out struct{ Body PracticeMovements }
	read := func(ctx context.Context) (*out, error) {
		h, own, err := a.Bench.Handbook(ctx, who(ctx).Practice)
		if err != nil {
			return nil, err
		}
		body := PracticeMovements{Own: append([]store.OwnMovement{}, h.Own...), Records: []MovementRecord{}, Names: []MovementName{},
			Hidden: append([]string{}, h.Hidden...)}
		for _, m := range own {
			body.Records = append(body.Records, recordOf(m, nil))
			if name, ok := nameOf(m); ok {
				body.Names = append(body.Names, name)
			}
		}
		return &out{body}, nil
	}
	handle(a, r, operation(Signed, http.MethodGet, "/practice/movements", "read-practice-movements",
		"The practice's own movements, and those that it hides", "practice"),
		func(ctx context.Context, _ *struct{}) (*out, error) { return read(ctx) })
	type put struct {
		Movement string `path:"movement" maxLength:"60"`
		Body     store.OwnMovement
	}
	handle(a, r, operation(Signed, http.MethodPut, "/practice/movements/{movement}", "write-practice-movement",
		"Keep a movement of the practice's own", "practice"),
		func(ctx context.Context, in *put) (*out, error) {
			if in.Body.ID != in.Movement {
				return nil, quantity.At("id", "the id is that of the address")
			}
			if err := a.Bench.PutOwn(ctx, who(ctx).Who, in.Body); err != nil {
				return nil, err
			}
			return read(ctx)
		})
	type drop struct {
		Movement string `path:"movement" maxLength:"60"`
	}
	handle(a, r, operation(Signed, http.MethodDelete, "/practice/movements/{movement}", "remove-practice-movement",
		"Take a movement of the practice's own away; one that clients have sets of stays", "practice"),
		func(ctx context.Context, in *drop) (*out, error) {
			if err := a.Bench.DropOwn(ctx, who(ctx).Who, in.Movement); err != nil {
				return nil, err
			}
			return read(ctx)
		})
	type hide struct {
		Movement string `path:"movement" maxLength:"60"`
		Body     struct {
			Hidden bool `json:"hidden"`
		}
	}
	handle(a, r, operation(Signed, http.MethodPut, "/practice/hidden/{movement}", "hide-movement",
		"Hide a movement from the practice, or show it again", "practice"),
		func(ctx context.Context, in *hide) (*out, error) {
			if err := a.Bench.Hide(ctx, who(ctx).Who, in.Movement, in.Body.Hidden); err != nil {
				return nil, err
			}
			return read(ctx)
		})
}

// Doable is a movement held against what a client has.
type Doable struct {
	Key     string  `json:"key"`
	Can     bool    `json:"can"`
	Quality float64 `json:"quality" doc:"Of the best way, 0 to 1"`
	LowKg   float64 `json:"low_kg" doc:"Of the loads, as they are held; 0 for the body alone"`
	HighKg  float64 `json:"high_kg"`
	Loads   int     `json:"loads" doc:"How many loads it can be done with"`
	Why     string  `json:"why" doc:"What stands against it; empty when it can be done"`
	Where   string  `json:"where" doc:"In which place of which room, where not everywhere"`
}

// Doables are all movements held against what a client has.
type Doables struct {
	Revision  int64    `json:"revision"`
	Movements []Doable `json:"movements"`
}

// MovementOpening is the cheapest way to open a movement.
type MovementOpening struct {
	Revision int64  `json:"revision"`
	Do       string `json:"do" doc:"Empty where nothing opens it, or it can be done"`
	Sample   int64  `json:"sample_minor" doc:"Sample price in pence; 0 for what a household has"`
}

type limited struct {
	Limits []string `query:"limit,explode" maxItems:"24" doc:"Limits by key; what remains with all of them is listed"`
}

type movementsOut struct {
	CacheControl string `header:"Cache-Control"`
	Body         Movements
}

func (a *API) movements(r huma.API) {
	a.practiceMovements(r)
	all := theMovements()
	handle(a, r, operation(Calc, http.MethodGet, "/movements", "read-movements", "The library of movements, or what limits leave of it",
		"library"),
		func(_ context.Context, in *limited) (*movementsOut, error) {
			out := &movementsOut{CacheControl: "private, max-age=300", Body: all}
			if len(in.Limits) == 0 {
				return out, nil
			}
			for i, l := range in.Limits {
				if !slices.Contains(movement.Limits(), movement.Limit(l)) {
					return nil, refuse(fmt.Sprintf("limit[%d]", i), "that is no limit: "+strings.Join(texts(movement.Limits()), ", "))
				}
			}
			out.Body.Movements = slices.DeleteFunc(slices.Clone(all.Movements), func(m MovementRecord) bool {
				return slices.ContainsFunc(in.Limits, func(l string) bool { return slices.Contains(m.RuledOutBy, l) })
			})
			return out, nil
		})
	type doables struct{ Body Doables }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/movements", "read-doables",
		"Which movements can be done today, with what, and what stands against the others", "needs"),
		func(ctx context.Context, in *Client) (*doables, error) {
			got, err := a.Bench.Movements(ctx, who(ctx).Practice, in.ID)
			if err != nil {
				return nil, err
			}
			units := quantity.System(got.File.Profile.Units)
			out := &doables{Doables{Revision: got.File.Revision, Movements: []Doable{}}}
			for _, d := range got.All {
				one := Doable{Key: d.Way.Movement.Key, Can: d.Way.Can(), Quality: d.Quality, LowKg: float64(d.Low), HighKg: float64(d.High),
					Loads: len(d.Way.Loads), Why: coverage.Way{Lacks: d.Way.Lacks}.Why().In(units)}
				if one.Can {
					one.Where = got.Client.Where(d.Way.Movement).In(units)
				}
				out.Body.Movements = append(out.Body.Movements, one)
			}
			return out, nil
		})
	type in struct {
		Client
		Movement string `path:"movement" maxLength:"60"`
	}
	type opening struct{ Body MovementOpening }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/movements/{movement}/opening", "read-movement-opening",
		"The cheapest that opens a movement which cannot be done today", "needs"),
		func(ctx context.Context, in *in) (*opening, error) {
			f, o, err := a.Bench.Opening(ctx, who(ctx).Practice, in.ID, in.Movement)
			if err != nil {
				return nil, err
			}
			out := &opening{MovementOpening{Revision: f.Revision}}
			if o != nil {
				out.Body.Do, out.Body.Sample = o.Do.In(quantity.System(f.Profile.Units)), o.Price
			}
			return out, nil
		})
}

// CoverageQuestion asks what loads are worth to a working range.
type CoverageQuestion struct {
	RangeKg     []float64   `json:"range_kg" minItems:"2" maxItems:"2" doc:"From, to; above 0"`
	RungsKg     []float64   `json:"rungs_kg,omitempty" maxItems:"2000" doc:"Single loads"`
	StretchesKg [][]float64 `json:"stretches_kg,omitempty" maxItems:"500" doc:"Any load from the one to the other"`
}

// CoverageAnswer is what they are worth.
type CoverageAnswer struct {
	Fit       float64      `json:"fit" doc:"Mean closeness over the range, targets evenly spread in ratio, integrated exactly"`
	ReachedKg []float64    `json:"reached_kg" doc:"The single loads within 5 % of some target of the range"`
	GapsKg    [][2]float64 `json:"gaps_kg" doc:"Where no load is within 5 %"`
}

func (q CoverageQuestion) answer(context.Context) (out CoverageAnswer, _ error) {
	if len(q.RangeKg) != 2 {
		return out, quantity.At("range_kg", "a range has two ends")
	}
	var rungs []quantity.Mass
	for _, m := range q.RungsKg {
		rungs = append(rungs, quantity.Mass(m))
	}
	var stretches []coverage.Range
	for i, s := range q.StretchesKg {
		if len(s) != 2 {
			return out, quantity.At(fmt.Sprintf("stretches_kg[%d]", i), "a stretch has two ends")
		}
		stretches = append(stretches, coverage.Range{Lo: quantity.Mass(s[0]), Hi: quantity.Mass(s[1])})
	}
	got, err := coverage.Reach(coverage.Range{Lo: quantity.Mass(q.RangeKg[0]), Hi: quantity.Mass(q.RangeKg[1])}, rungs, stretches)
	if err != nil {
		return out, err
	}
	out = CoverageAnswer{Fit: got.Fit, ReachedKg: []float64{}, GapsKg: [][2]float64{}}
	for _, m := range got.In {
		out.ReachedKg = append(out.ReachedKg, float64(m))
	}
	for _, g := range got.Gaps {
		out.GapsKg = append(out.GapsKg, [2]float64{float64(g.Lo), float64(g.Hi)})
	}
	return out, nil
}
