package api

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// BuildCheck is one link of a load path.
type BuildCheck struct {
	Link     string   `json:"link"`
	Demand   float64  `json:"demand"`
	Capacity float64  `json:"capacity"`
	Asked    string   `json:"asked" doc:"The demand in the client's units; empty where nothing is asked"`
	Holds    string   `json:"holds" doc:"The capacity in the client's units"`
	Fits     bool     `json:"fits" doc:"It is about room or a place, not about strength"`
	Unit     string   `json:"unit" doc:"N, Pa, m, kg, L; empty for a ratio"`
	Use      *float64 `json:"use,omitempty" doc:"Demand over capacity, rounded up to a thousandth; without one it holds nothing"`
	OK       bool     `json:"ok"`
	Formula  string   `json:"formula"`
	Source   string   `json:"source"`
	Refused  string   `json:"refused" doc:"Why it holds nothing whatever its numbers"`
	Hold     bool     `json:"hold" doc:"It waits for an answer"`
}

// BuildWord is one of the answers to a question of a design.
type BuildWord struct {
	Key  string `json:"key"`
	Name string `json:"name"`
}

// BuildAsk is one size or answer of a build, with what stands.
type BuildAsk struct {
	Key   string      `json:"key"`
	Label string      `json:"label"`
	Kind  string      `json:"kind" doc:"Of a number: its kind of quantity"`
	Low   float64     `json:"low"`
	High  float64     `json:"high"`
	Words []BuildWord `json:"words"`
	Help  string      `json:"help"`
	Mark  bool        `json:"mark" doc:"What a link is marked with: 0 for no mark"`
	Hold  bool        `json:"hold" doc:"It is answered on the spot before anybody goes on; not known stops"`
	Text  bool        `json:"text" doc:"It is answered in words of one's own"`
	Num   float64     `json:"num"`
	Word  string      `json:"word"`
	Fits  bool        `json:"fits" doc:"As it fits; nobody has said otherwise"`
}

// BuildStroke is one shape of a drawing, in m.
type BuildStroke struct {
	Shape  string       `json:"shape" enum:"rect,round,line,dim,face"`
	X      float64      `json:"x"`
	Y      float64      `json:"y"`
	W      float64      `json:"w"`
	H      float64      `json:"h"`
	Points [][2]float64 `json:"points,omitempty" doc:"Of a face, in m; it hides what is drawn before it"`
	Of     string       `json:"of" doc:"wood, steel, strap, load or house"`
	Text   string       `json:"text"`
	Says   string       `json:"says" doc:"What a dim measures, in the client's units; empty of others"`
	Check  int          `json:"check" doc:"The check that is used furthest of those about it, by its place; -1 for none"`
}

// BuildFigure is one view of a build.
type BuildFigure struct {
	Name  string        `json:"name"`
	Marks []BuildStroke `json:"marks"`
}

// BuildPart is what is cut or bought.
type BuildPart struct {
	Name    string  `json:"name"`
	Good    string  `json:"good"`
	Of      string  `json:"of" doc:"The material's name"`
	LengthM float64 `json:"length_m"`
	WidthM  float64 `json:"width_m"`
	Count   int     `json:"count"`
	Grain   bool    `json:"grain" doc:"The length of a piece of a sheet runs along its face grain"`
	Size    string  `json:"size" doc:"As it is cut, in the client's units; empty of what is not cut"`
}

// BuildStep is one thing to do; at a hold it is asked before anybody goes on.
type BuildStep struct {
	Text string `json:"text"`
	Hold bool   `json:"hold"`
}

// BuildFault is a size that cannot be.
type BuildFault struct {
	Field  string `json:"field"`
	Detail string `json:"detail"`
}

// BuildDoing is a change of a build: answers, and where on which wall it then stands.
type BuildDoing struct {
	Sizes []store.BuildSize `json:"sizes"`
	Wall  *int              `json:"wall,omitempty"`
	AtM   *float64          `json:"at_m,omitempty"`
}

func doingOf(r *builds.Remedy) *BuildDoing {
	if !r.Does {
		return nil
	}
	out := &BuildDoing{Sizes: []store.BuildSize{}}
	for key, n := range r.To.Num {
		out.Sizes = append(out.Sizes, store.BuildSize{ID: key, Num: n})
	}
	for key, w := range r.To.Word {
		out.Sizes = append(out.Sizes, store.BuildSize{ID: key, Word: w})
	}
	slices.SortFunc(out.Sizes, func(a, b store.BuildSize) int { return cmp.Compare(a.ID, b.ID) })
	if r.Moved != nil {
		at := float64(r.Moved.At)
		out.Wall, out.AtM = &r.Moved.Wall, &at
	}
	return out
}

// Designed is a design as it was worked out.
type Designed struct {
	Design   string        `json:"design"`
	Title    string        `json:"title"`
	Does     string        `json:"does"`
	NoProof  bool          `json:"no_proof" doc:"It has no proof test"`
	For      string        `json:"for" doc:"Whose body it was worked out for, with what is worn; empty where none is on it"`
	On       string        `json:"on" enum:"wall,ceiling,door,floor,"`
	OK       bool          `json:"ok"`
	Weakest  string        `json:"weakest" doc:"The link that is used furthest"`
	Use      *float64      `json:"use,omitempty" doc:"How far; without one it holds nothing"`
	Why      string        `json:"why" doc:"Why it does not pass, in a line"`
	Checks   []BuildCheck  `json:"checks"`
	Asks     []BuildAsk    `json:"asks"`
	Figures  []BuildFigure `json:"figures"`
	Parts    []BuildPart   `json:"parts"`
	Tools    []string      `json:"tools"`
	Hours    []float64     `json:"hours" minItems:"2" maxItems:"2" doc:"A joiner's"`
	FirstH   float64       `json:"first_time_h" doc:"Of who builds for the first time, in hours"`
	MassKg   float64       `json:"mass_kg"`
	Steps    []BuildStep   `json:"steps"`
	Proof    string        `json:"proof"`
	Inspect  string        `json:"inspect"`
	Cautions []string      `json:"cautions"`
	Remedy   string        `json:"remedy" doc:"The cheapest change that makes all checks pass"`
	Doing    *BuildDoing   `json:"doing,omitempty" doc:"That change as it is put into the file; left out where it has to be done by hand"`
	Instead  string        `json:"instead" doc:"What is safe in its place"`
	Gives    []string      `json:"gives" doc:"What it lets one do, every check passing"`
}

// BuildState is a build of the client's as it stands.
type BuildState struct {
	ID       string      `json:"id"`
	Designed Designed    `json:"designed"`
	Fault    *BuildFault `json:"fault,omitempty"`
	Counts   bool        `json:"counts" doc:"Made, proven, and every check passes: it counts at Needs"`
	Proven   bool        `json:"proven"`
	Failed   bool        `json:"failed" doc:"A test failed, and no proof test passed since"`
	DueAt    int64       `json:"due_at" doc:"When it is to be looked at next; 1 for at once, 0 for never"`
	ProofOf  float64     `json:"proof_of" doc:"What a proof test is made with now, in kg or, of bands, in N; 0 without one"`
	Less     string      `json:"less" doc:"Where its proof was made with less than is asked now"`
	With     string      `json:"proof_with" doc:"What of the client's own loads comes to the proof load; empty where they do not"`
}

// BuildOffer is a design as it could be made for the client.
type BuildOffer struct {
	Designed   Designed      `json:"designed"`
	Build      store.Build   `json:"build" doc:"What is put into the file for it"`
	CostMinor  int64         `json:"cost_minor"`
	Lacks      string        `json:"lacks" doc:"Why its materials cannot be had"`
	Buy        string        `json:"buy" doc:"What could be bought in its place; empty for nothing"`
	BuyMinor   int64         `json:"buy_minor"`
	BuyNote    string        `json:"buy_note"`
	BuyDoes    int           `json:"buy_does" doc:"How many of the things that the build lets one do what is bought does"`
	BuyAll     int           `json:"buy_all" doc:"Of so many"`
	HoursMinor int64         `json:"hours_minor" doc:"What its hours are worth at the client's own rate, the first time; 0 where nobody has said what an hour is worth"`
	Marks      []MarkedPiece `json:"marks" doc:"What its hardware has to be marked with"`
	With       string        `json:"with" doc:"What was changed from what fits so that its checks pass; empty where nothing had to be"`
}

// MarkedPiece is a link that has to be marked.
type MarkedPiece struct {
	Label string  `json:"label"`
	N     float64 `json:"n"`
}

// useOf is how far something is used, rounded up, as it is shown.
func useOf(u float64) *float64 {
	if math.IsInf(u, 0) || math.IsNaN(u) {
		return nil
	}
	up := math.Max(0, math.Ceil(u*1000-1e-9)/1000)
	return &up
}

func designedOf(w builds.Worked, s builds.Situation, fits builds.Values, units quantity.System) Designed {
	b := w.Built
	say := func(text builds.Text) string { return text.In(units) }
	all := func(texts []builds.Text) []string {
		out := make([]string, len(texts))
		for i, t := range texts {
			out[i] = say(t)
		}
		return out
	}
	out := Designed{
		Design: w.Design.Key, Title: say(b.Title), Does: w.Design.Does, NoProof: w.Design.NoProof(), For: say(w.For(s)),
		On: string(w.Design.On), OK: b.OK(), Checks: []BuildCheck{}, Asks: []BuildAsk{}, Figures: []BuildFigure{},
		Parts: []BuildPart{}, Tools: all(b.Tools),
		Hours: []float64{b.Hours[0], b.Hours[1]}, FirstH: b.FirstTime(), MassKg: float64(b.Mass), Steps: []BuildStep{},
		Proof: say(b.Proof), Inspect: say(b.Inspect), Cautions: all(b.Cautions), Instead: say(b.Instead), Gives: []string{},
	}
	if len(b.Checks) > 0 {
		weakest := b.Weakest()
		out.Weakest, out.Use, out.Why = say(weakest.Link), useOf(weakest.Use()), say(weakest.Refused)
	}
	if m := b.Remedy(); m != nil {
		out.Remedy, out.Doing = say(m.Change), doingOf(m)
	}
	for _, c := range b.Checks {
		capacity := c.Capacity
		if math.IsInf(capacity, 0) {
			capacity = 0
		}
		one := BuildCheck{Link: say(c.Link), Demand: c.Demand, Capacity: capacity, Fits: c.Fits, Unit: c.Unit,
			Use: useOf(c.Use()), OK: c.OK(), Formula: say(c.Formula), Source: c.Source, Refused: say(c.Refused), Hold: c.Hold}
		if c.Demand > 0 {
			if one.Asked = builds.Shown(c.Unit, c.Demand, units); c.Refused == "" {
				one.Holds = builds.Shown(c.Unit, capacity, units)
			}
		}
		out.Checks = append(out.Checks, one)
	}
	for _, a := range w.Asks {
		one := BuildAsk{Key: a.Key, Label: say(a.Label), Kind: string(a.Kind), Low: a.Low, High: a.High, Words: []BuildWord{},
			Help: say(a.Help), Mark: a.Mark, Hold: a.Hold != "" || a.Least > 0, Text: a.Text, Num: w.Values.Num[a.Key],
			Word: w.Values.Word[a.Key]}
		for _, x := range a.Words {
			one.Words = append(one.Words, BuildWord{x.Key, say(x.Name)})
		}
		one.Fits = one.Num == fits.Num[a.Key] && one.Word == fits.Word[a.Key]
		out.Asks = append(out.Asks, one)
	}
	for _, f := range w.Figures(s) {
		one := BuildFigure{Name: f.Name, Marks: []BuildStroke{}}
		for _, m := range f.Strokes {
			says := ""
			if m.Shape == builds.MarkDim {
				says = m.Measure(units)
			}
			one.Marks = append(one.Marks, BuildStroke{string(m.Shape), m.X, m.Y, m.W, m.H, m.Points, string(m.Of), say(m.Text),
				says, m.About(b.Checks)})
		}
		out.Figures = append(out.Figures, one)
	}
	for _, p := range b.Parts {
		out.Parts = append(out.Parts, partOf(p, units))
	}
	for _, s := range b.Steps {
		out.Steps = append(out.Steps, BuildStep{say(s.Text), s.Hold})
	}
	for _, g := range w.Gives {
		out.Gives = append(out.Gives, string(g.Kind))
	}
	if w.Design.Carried && b.OK() {
		out.Gives = append(out.Gives, "load")
	}
	slices.Sort(out.Gives)
	out.Gives = slices.Compact(out.Gives)
	return out
}

func partOf(p builds.Part, units quantity.System) BuildPart {
	one := BuildPart{Name: p.Name.In(units), Size: p.Size(units), Good: p.Stock, Of: p.Stock, LengthM: float64(p.Length),
		WidthM: float64(p.Width), Count: p.Count, Grain: p.Grain}
	if g, err := builds.GoodByKey(p.Stock); err == nil {
		one.Of = g.Name.In(units)
	}
	return one
}

func buildStateOf(b workbench.BuildOf, units quantity.System) BuildState {
	d := b.Worked.Design
	out := BuildState{ID: b.Build.ID, Counts: b.Counts, Proven: b.Kept.Proven, Failed: b.Kept.Failed, DueAt: b.DueAt(),
		ProofOf: b.Worked.Built.Asks()}
	if b.Kept.Less > 0 {
		unit := b.Worked.Built.ProofUnit()
		out.Less = fmt.Sprintf("Proven with %s, and %s is asked now", builds.Shown(unit, b.Kept.Less, units),
			builds.Shown(unit, out.ProofOf, units))
	}
	if len(b.ProofWith) > 0 {
		out.With = builds.ProofWords(b.ProofWith, b.Worked.Built.ProofOf, units)
	}
	out.Designed = designedOf(b.Worked, b.At, d.Fit(b.At), units)
	if b.Problem != nil {
		out.Fault = &BuildFault{b.Problem.Field, b.Problem.Detail.In(units)}
		out.Designed.OK, out.Designed.Why = false, out.Fault.Detail
	}
	return out
}

func buildsIn(out *Results, f store.File, r workbench.Results) {
	homeIn(out, f, r)
	out.Builds = []BuildState{}
	for _, b := range r.Builds {
		out.Builds = append(out.Builds, buildStateOf(b, quantity.System(f.Profile.Units)))
	}
}

// builds registers what is asked of builds beside the station.
func (a *API) builds(r huma.API) {
	type bill struct{ Body BuildBill }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/bill", "read-bill",
		"What the planned builds take together: cuts with their bound, and what has to be bought", "builds"),
		func(ctx context.Context, in *Client) (*bill, error) {
			got, err := a.Bench.Bill(ctx, who(ctx).Practice, in.ID)
			var short *builds.Short
			if errors.As(err, &short) {
				out := billOf(workbench.Bill{File: got.File})
				out.Lacks = short.Error()
				return &bill{out}, nil
			}
			if err != nil {
				return nil, err
			}
			return &bill{billOf(got)}, nil
		})
	type offers struct {
		Body struct {
			Revision int64        `json:"revision"`
			Offers   []BuildOffer `json:"offers"`
		}
	}
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/designs", "read-designs",
		"Every design as it could be made for the client, where it stands best, beside what could be bought", "builds"),
		func(ctx context.Context, in *Client) (*offers, error) {
			f, all, rooms, err := a.Bench.Offers(ctx, who(ctx).Practice, in.ID)
			if err != nil {
				return nil, err
			}
			out := &offers{}
			out.Body.Revision, out.Body.Offers = f.Revision, []BuildOffer{}
			for _, o := range all {
				one := BuildOffer{Designed: designedOf(o.Worked, o.At, o.Worked.Design.Fit(o.At),
					quantity.System(f.Profile.Units)), Build: o.Build(rooms), CostMinor: o.Cost, BuyMinor: o.BuyCost,
					BuyDoes: o.BuyDoes, BuyAll: o.BuyAll,
					HoursMinor: int64(math.Round(o.Worked.Built.FirstTime() * float64(f.Profile.HourMinor))),
					With:       o.With.In(quantity.System(f.Profile.Units)), Marks: []MarkedPiece{}}
				if o.Problem != nil {
					one.Lacks = o.Problem.Error()
				}
				if o.Buy != nil {
					one.Buy, one.BuyNote = o.Buy.Name, o.Buy.Note
				}
				for _, ask := range o.Worked.Asks {
					if n := o.Say.Num[ask.Key]; ask.Mark && n > 0 {
						one.Marks = append(one.Marks, MarkedPiece{ask.Label.In(quantity.System(f.Profile.Units)), n})
					}
				}
				out.Body.Offers = append(out.Body.Offers, one)
			}
			return out, nil
		})
}
