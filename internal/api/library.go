package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/caution"
	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/document"
)

// Filling is a row of the starting table.
type Filling struct {
	Key     string  `json:"key"`
	Name    string  `json:"name"`
	Low     float64 `json:"low_kg_l"`
	Typical float64 `json:"typical_kg_l"`
	High    float64 `json:"high_kg_l"`
	Wet     bool    `json:"wet"`
	Loose   bool    `json:"loose"`
	Note    string  `json:"note"`
	Source  string  `json:"source"`
}

// ScaleKind is a kind of scale with what is usual of one.
type ScaleKind struct {
	Key          string  `json:"key"`
	Name         string  `json:"name"`
	ResolutionKg float64 `json:"resolution_kg"`
	AccuracyKg   float64 `json:"accuracy_kg"`
	MaxKg        float64 `json:"max_kg"`
}

// ContainerKind is a kind of container with what is assumed of a new one.
type ContainerKind struct {
	Key        string   `json:"key"`
	Name       string   `json:"name"`
	LimitKg    float64  `json:"limit_kg"`
	Closure    string   `json:"closure"`
	Adjustable bool     `json:"adjustable"`
	Soft       bool     `json:"soft"`
	CapacityL  float64  `json:"capacity_l"`
	TareKg     float64  `json:"tare_kg"`
	HeightM    float64  `json:"height_m"`
	Holds      []string `json:"holds"`
}

// GearItem is a thing of the catalogue.
type GearItem struct {
	Key        string  `json:"key"`
	Name       string  `json:"name"`
	PriceMinor int64   `json:"price_minor" doc:"Invented sample price in pence"`
	FloorM2    float64 `json:"floor_m2"`
	WidthM     float64 `json:"width_m" doc:"Of the floor it stands on; 0 of what is hung up or put away"`
	DepthM     float64 `json:"depth_m"`
	Note       string  `json:"note"`
}

// MovementName is a movement that can be tested, with how it is held.
type MovementName struct {
	Key     string `json:"key"`
	Name    string `json:"name"`
	Pattern string `json:"pattern"`
	Hold    string `json:"hold"`
}

// Display is how a kind of value is shown in a system of units.
type Display struct {
	System   string  `json:"system" enum:"metric,us"`
	Kind     string  `json:"kind"`
	Dim      string  `json:"dim" doc:"In which it is typed"`
	Symbol   string  `json:"symbol"`
	Factor   float64 `json:"factor" doc:"SI value of one"`
	Offset   float64 `json:"offset" doc:"SI value of the shown zero: 0 but for °F"`
	Step     float64 `json:"step" doc:"Shown values are multiples of it, in the shown unit"`
	Decimals int     `json:"decimals"`
	Style    string  `json:"style" enum:"decimal,eighths,feet-inches"`
}

// TypedUnit is a unit by all of its names.
type TypedUnit struct {
	Symbol string   `json:"symbol"`
	Dim    string   `json:"dim"`
	Factor float64  `json:"factor" doc:"SI value of one; litres of a volume"`
	Names  []string `json:"names" doc:"Besides the symbol, in lower case"`
	Then   string   `json:"then" doc:"The unit of a bare number that follows"`
}

// Currency is how amounts of one are written and typed.
type Currency struct {
	Code     string   `json:"code"`
	Sign     string   `json:"sign" doc:"Empty where amounts have the code before them"`
	PerMajor int64    `json:"per_major" doc:"How many of the smallest coin make one"`
	Marks    []string `json:"marks" doc:"What may be typed beside an amount"`
}

// Starter is a thing that households have, to tick off instead of typing.
type Starter struct {
	Key       string   `json:"key"`
	Name      string   `json:"name"`
	Kind      string   `json:"kind" doc:"Of a container; empty for a thing to pack with"`
	CapacityL float64  `json:"capacity_l"`
	MassKg    float64  `json:"mass_kg"`
	HalfKg    float64  `json:"half_kg"`
	HeightM   float64  `json:"height_m"`
	NetKg     float64  `json:"net_kg"`
	Filling   string   `json:"filling"`
	Hard      bool     `json:"hard"`
	Systems   []string `json:"systems" doc:"Where it is sold"`
}

// TagSheet is a sheet that load tags are printed on.
type TagSheet struct {
	Key    string `json:"key"`
	Name   string `json:"name"`
	Labels int    `json:"labels"`
}

// Library is what never changes while the application runs.
type Library struct {
	Fillings   []Filling       `json:"fillings"`
	Scales     []ScaleKind     `json:"scales"`
	Starters   []Starter       `json:"starters"`
	TagSheets  []TagSheet      `json:"tag_sheets"`
	Kinds      []ContainerKind `json:"kinds"`
	Gear       []GearItem      `json:"gear"`
	Movements  []MovementName  `json:"movements"`
	Needs      []NeedName      `json:"needs" doc:"Every need that a board can have"`
	BandMoves  []BandMovement  `json:"band_movements"`
	Displays   []Display       `json:"displays"`
	Units      []TypedUnit     `json:"units" doc:"That can be typed"`
	Currencies []Currency      `json:"currencies"`
	Limits     []Keyed         `json:"limits" doc:"What a client can spare"`
	Groups     []Keyed         `json:"question_groups"`
	GrownUp    int             `json:"grown_up" doc:"The age below which a guardian's word is asked for"`
	Questions  []Question      `json:"questions" doc:"Asked before training, the groups' order kept"`
	Cautions   []Caution       `json:"cautions" doc:"What every hand-over carries"`
}

type libraryOut struct {
	CacheControl string `header:"Cache-Control"`
	Body         Library
}

func theLibrary() Library {
	l := Library{}
	for _, u := range quantity.Typed().Units {
		l.Units = append(l.Units, TypedUnit{u.Symbol, string(u.Dim), u.Factor, u.Names, u.Then})
	}
	for _, c := range quantity.Typed().Currencies {
		l.Currencies = append(l.Currencies, Currency(c))
	}
	for _, f := range material.Fillings() {
		l.Fillings = append(l.Fillings, Filling{Key: f.Key, Name: f.Name, Low: float64(f.Low), Typical: float64(f.Typical),
			High: float64(f.High), Wet: f.Wet, Loose: f.Loose, Note: f.Note, Source: f.Source})
	}
	for _, s := range load.Scales() {
		l.Scales = append(l.Scales, ScaleKind{s.Key, s.Name, float64(s.Resolution), float64(s.Accuracy), float64(s.Max)})
	}
	l.Starters = startersOf()
	for _, s := range document.LabelSheets() {
		l.TagSheets = append(l.TagSheets, TagSheet{s.Key, s.Name, s.Columns * s.Rows})
	}
	for _, k := range load.Kinds() {
		holds := []string{}
		for _, h := range k.Holds {
			holds = append(holds, string(h))
		}
		l.Kinds = append(l.Kinds, ContainerKind{Key: k.Key, Name: k.Name, LimitKg: float64(k.Limit), Closure: string(k.Closure),
			Adjustable: k.Adjustable, Soft: k.Soft, CapacityL: float64(k.Capacity), TareKg: float64(k.Tare), HeightM: float64(k.Height),
			Holds: holds})
	}
	for _, g := range gear.All() {
		l.Gear = append(l.Gear, GearItem{g.Key, g.Name, g.Price, g.Floor, float64(g.Stand.Width), float64(g.Stand.Depth), g.Note})
	}
	for _, m := range movement.All() {
		if name, ok := nameOf(m); ok {
			l.Movements = append(l.Movements, name)
		}
	}
	l.BandMoves, l.Needs = bandMovements(), needNames()
	for _, s := range []quantity.System{quantity.Metric, quantity.US} {
		for _, k := range quantity.Kinds() {
			d := quantity.DisplayOf(s, k)
			l.Displays = append(l.Displays, Display{System: string(s), Kind: string(k), Dim: string(k.Dim()), Symbol: d.Symbol,
				Factor: d.Factor, Offset: d.Offset, Step: d.Step, Decimals: d.Decimals, Style: string(d.Style)})
		}
	}
	for _, m := range movement.Limits() {
		l.Limits = append(l.Limits, Keyed{string(m), m.Name()})
	}
	l.GrownUp = client.GrownUp
	for _, g := range client.Groups() {
		l.Groups = append(l.Groups, Keyed{g.Key, g.Name})
	}
	for _, q := range client.Questions() {
		l.Questions = append(l.Questions, Question{q.Key, q.Group, q.If, q.Short, q.Ask, q.Word(), texts(q.Spares)})
	}
	for _, c := range caution.Always() {
		l.Cautions = append(l.Cautions, Caution{c.Station, c.Hold, c.Text.In(quantity.Metric), c.ForClient().In(quantity.Metric)})
	}
	return l
}

// Keyed is something with its key and its name.
type Keyed struct {
	Key  string `json:"key"`
	Name string `json:"name"`
}

// Question is one that is asked before the first session.
type Question struct {
	Key    string   `json:"key"`
	Group  string   `json:"group"`
	If     string   `json:"if" doc:"Asked where that one was answered with yes; empty for always"`
	Short  string   `json:"short"`
	Ask    string   `json:"ask"`
	Word   bool     `json:"word" doc:"Somebody's word can be written down on a yes"`
	Spares []string `json:"spares" doc:"Limits that a yes brings until a word says otherwise"`
}

// nameOf is a movement's name among those that can be tested; ok is false where no test of
// it says what a need asks for.
func nameOf(m movement.Movement) (name MovementName, ok bool) {
	hold := m.Hold
	if len(m.Body) > 0 {
		hold = load.Body
	}
	return MovementName{m.Key, m.Name, string(m.Pattern), string(hold)}, m.CountsAs > 0 && !m.Timed
}

func startersOf() []Starter {
	var out []Starter
	at := map[string]int{}
	for _, system := range []quantity.System{quantity.Metric, quantity.US} {
		for _, s := range load.Starters(system) {
			if i, there := at[s.Key]; there {
				out[i].Systems = append(out[i].Systems, string(system))
				continue
			}
			at[s.Key] = len(out)
			out = append(out, Starter{
				Key: s.Key, Name: s.Name, Kind: s.Kind, CapacityL: float64(s.Capacity), MassKg: float64(s.Mass), HalfKg: float64(s.Half),
				HeightM: float64(s.Height), NetKg: float64(s.Net), Filling: s.Filling, Hard: s.Hard, Systems: []string{string(system)},
			})
		}
	}
	return out
}

func (a *API) library(r huma.API) {
	all := theLibrary()
	handle(a, r, operation(Signed, http.MethodGet, "/library", "read-library", "Fillings, kinds of container, catalogue, movements, units",
		"library"),
		func(context.Context, *struct{}) (*libraryOut, error) {
			return &libraryOut{CacheControl: "private, max-age=300", Body: all}, nil
		})
}
