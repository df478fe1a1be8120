package api

import (
	"context"
	"fmt"
	"maps"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Need is a slot in short.
type Need struct {
	Key   string `json:"key"`
	Name  string `json:"name"`
	State string `json:"state" enum:"covered,thin,missing"`
}

// Builds is how a client's builds stand in short, those given up left out.
type Builds struct {
	Count   int      `json:"count"`
	Failing int      `json:"failing" doc:"Those of which a check does not pass"`
	Worst   *float64 `json:"worst,omitempty" doc:"How far the hardest link of those that pass is used"`
}

func buildsFrame(all []workbench.BuildOf) (out Builds) {
	for _, b := range all {
		if b.Build.State == "retired" {
			continue
		}
		out.Count++
		if b.Problem != nil || !b.Worked.Built.OK() {
			out.Failing++
		} else if u := useOf(b.Worked.Built.Weakest().Use()); u != nil && (out.Worst == nil || *u > *out.Worst) {
			out.Worst = u
		}
	}
	return out
}

// Frame is what is shown of a client whatever station is looked at.
type Frame struct {
	Lacks      string    `json:"lacks" doc:"What has to be said before needs can be worked out"`
	BodyMassKg float64   `json:"body_mass_kg"`
	MassGuess  bool      `json:"mass_guessed" doc:"The body mass is a guess from the stature"`
	FreeM2     float64   `json:"free_m2"`
	WholeM2    float64   `json:"whole_m2" doc:"Within the walls of the rooms that are trained in"`
	OverheadM  *float64  `json:"overhead_m,omitempty" doc:"What the best place leaves above a press overhead; without one not measured"`
	Reach      []Reach   `json:"reach" doc:"Lightest and heaviest per hold"`
	Covered    int       `json:"covered"`
	Needs      []Need    `json:"needs"`
	Builds     Builds    `json:"builds"`
	Cautions   []Caution `json:"cautions"`
}

func frameOf(f store.File, r workbench.Results) Frame {
	units := quantity.System(f.Profile.Units)
	out := Frame{
		Lacks: r.Lacks, BodyMassKg: float64(r.Client.Person.BodyMass), MassGuess: r.MassGuessed, FreeM2: r.Client.Space.Free,
		WholeM2: r.Client.Space.Whole,
		Reach:   reachOf(r.Reach), Covered: r.Board.Covered, Needs: []Need{}, Builds: buildsFrame(r.Builds), Cautions: []Caution{},
	}
	if h := r.Client.Space.Head(space.OverheadUse); h.Known && h.Best > 0 {
		margin := float64(h.Margin)
		out.OverheadM = &margin
	}
	for _, c := range r.Board.Slots {
		out.Needs = append(out.Needs, Need{c.Slot.Key, c.Slot.Name, string(c.State)})
	}
	for _, c := range r.Cautions {
		out.Cautions = append(out.Cautions, Caution{c.Station, c.Hold, c.Text.In(units), c.ForClient().In(units)})
	}
	return out
}

// Stock is what the things of the household come to.
type Stock struct {
	Loads   []Load       `json:"loads" doc:"As in the file"`
	Batches []BatchState `json:"batches"`
}

// Results is what a station shows of what is worked out from a file; each station has
// the parts that it shows.
type Results struct {
	Station string       `json:"station"`
	Tag     string       `json:"tag" doc:"Names this answer among those of the station"`
	Heights []Height     `json:"heights,omitempty" doc:"Of the body: client, space"`
	Stander *Stander     `json:"stander,omitempty" doc:"The client standing: client, space"`
	Home    *Home        `json:"home,omitempty" doc:"Space, hand-over"`
	Stock   *Stock       `json:"stock,omitempty" doc:"Stock, loads"`
	Bands   []BandState  `json:"bands,omitempty" doc:"As in the file: bands"`
	Board   *Board       `json:"board,omitempty" doc:"Needs"`
	Builds  []BuildState `json:"builds,omitempty" doc:"As in the file: builds"`
}

func heightsIn(out *Results, _ store.File, r workbench.Results) {
	out.Heights = heightsOf(r.Client.Person.Stature)
	out.Stander = standerOf(r.Client.Person.Stature, r.Client.Person.BodyMass)
}

func homeIn(out *Results, f store.File, r workbench.Results) {
	heightsIn(out, f, r)
	home := homeOf(f, r)
	out.Home = &home
}

func stockIn(out *Results, f store.File, r workbench.Results) {
	units := quantity.System(f.Profile.Units)
	out.Stock = &Stock{Loads: []Load{}, Batches: batchesOf(r.Batches)}
	for i, l := range r.Loads {
		out.Stock.Loads = append(out.Stock.Loads, loadOf(f.Containers[i], l, units))
	}
}

func bandsIn(out *Results, f store.File, r workbench.Results) {
	out.Bands = bandStates(r.Bands, quantity.System(f.Profile.Units))
}

func boardIn(out *Results, f store.File, r workbench.Results) {
	board := boardOf(r.Board, r.Client.Person, quantity.System(f.Profile.Units))
	out.Board = &board
}

// carryDistance is the 50 ft that are often asked for (common practice).
const carryDistance = quantity.Length(50 * quantity.FootM)

// views are what stations show of what is worked out. A station that shows nothing of it (plan)
// asks for its own.
var views = map[string]func(*Results, store.File, workbench.Results){
	"client":   heightsIn,
	"space":    homeIn,
	"stock":    stockIn,
	"loads":    stockIn,
	"bands":    bandsIn,
	"needs":    boardIn,
	"builds":   buildsIn,
	"plan":     func(*Results, store.File, workbench.Results) {},
	"log":      func(*Results, store.File, workbench.Results) {},
	"handover": homeIn,
}

// StationName is one of the stations that show something, or none.
type StationName string

// Schema implements huma.SchemaProvider: the stations are those that have a view.
func (StationName) Schema(huma.Registry) *huma.Schema {
	return oneOf(append([]string{""}, Stations()...))
}

// oneOf describes a word that is one of some.
func oneOf[T ~string](words []T) *huma.Schema {
	s := &huma.Schema{Type: huma.TypeString}
	for _, w := range words {
		s.Enum = append(s.Enum, string(w))
	}
	return s
}

// Stations are the names of those that show something.
func Stations() []string { return slices.Sorted(maps.Keys(views)) }

// Looking says which station is looked at: its results are answered too.
type Looking struct {
	Station StationName `query:"station" doc:"The station that is looked at: what it shows is answered too"`
	Have    string      `query:"have" maxLength:"60" doc:"The tag of what the caller has of that station: to an edit, what differs from it is answer enough"`
}

func (l Looking) results(f store.File, r workbench.Results) *Results {
	v, ok := views[string(l.Station)]
	if !ok || f.ID == "" {
		return nil
	}
	out := &Results{Station: string(l.Station)}
	v(out, f, r)
	return out
}

// look is what a station shows of a client now, kept for the answers to edits.
func (a *API) look(ctx context.Context, l Looking, f store.File, r workbench.Results) *Results {
	out := l.results(f, r)
	if out != nil {
		out.Tag = a.Bench.Tag(f, string(l.Station))
		a.shown.keep(shownOf{who(ctx).Practice, f.ID, string(l.Station), f.Seen}, out)
	}
	return out
}

// lookAgain is what a station shows after a change: what differs where the caller has what it
// showed before, else all of it.
func (a *API) lookAgain(ctx context.Context, l Looking, d workbench.Desk) (all *Results, changes []PatchOp) {
	out := l.results(d.File, d.Results)
	if out == nil {
		return nil, nil
	}
	out.Tag = a.Bench.Tag(d.File, string(l.Station))
	before := a.shown.keep(shownOf{who(ctx).Practice, d.File.ID, string(l.Station), d.File.Seen}, out)
	if l.Have != "" && before != nil && before.Tag == l.Have {
		if ops, few := patchOf(before, out); few {
			return nil, ops
		}
	}
	return out, nil
}

// atStation is the address of what a station shows.
type atStation struct {
	Client
	Station StationName `path:"station"`
	IfNone  string      `header:"If-None-Match" doc:"ETags of answers that are kept"`
}

// results registers what stations show, by station. The ETag names what it was worked
// out from: the file at its revision, the practice's rules, those of the program, and the day.
func (a *API) results(r huma.API) {
	type out struct {
		Status int
		ETag   string `header:"ETag"`
		Cache  string `header:"Cache-Control"`
		Body   *Results
	}
	op := operation(Signed, http.MethodGet, "/clients/{client}/stations/{station}", "read-station",
		"What a station shows of what is worked out from a client's file", "client")
	op.Responses = map[string]*huma.Response{"304": {Description: "What is kept under one of the ETags still holds"}}
	handle(a, r, op, func(ctx context.Context, in *atStation) (*out, error) {
		practice := who(ctx).Practice
		tag, err := a.Bench.TagOf(ctx, practice, in.ID, string(in.Station))
		if err != nil {
			return nil, err
		}
		answer := &out{Status: http.StatusOK, ETag: fmt.Sprintf("%q", tag), Cache: "private, no-cache"}
		if matches(in.IfNone, answer.ETag) {
			answer.Status = http.StatusNotModified
			return answer, nil
		}
		f, err := a.Bench.Load(ctx, practice, in.ID)
		if err != nil {
			return nil, err
		}
		worked := a.Bench.Work(practice, f)
		answer.Body = a.look(ctx, Looking{Station: in.Station}, f, worked)
		return answer, nil
	})
}

// matches is the weak comparison of If-None-Match (RFC 9110, 13.1.2 and 8.8.3.2).
func matches(header, etag string) bool {
	for _, one := range strings.Split(header, ",") {
		one = strings.TrimSpace(one)
		if one == "*" || strings.TrimPrefix(one, "W/") == etag {
			return true
		}
	}
	return false
}
