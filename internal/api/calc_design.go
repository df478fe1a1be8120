package api

import (
	"context"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// DesignPlace is where a design stands. What it does not say takes its weak end.
type DesignPlace struct {
	On       string  `json:"on" enum:"studs,solid-masonry,hollow-block,stone,brick,lined-masonry,joists,chairs,floor"`
	HighM    float64 `json:"high_m,omitempty" minimum:"0" maximum:"6" doc:"Of the room; 2.44 where it is left out"`
	SpacingM float64 `json:"spacing_m,omitempty" minimum:"0" maximum:"1.2" doc:"From stud to stud; 0.406 where it is left out"`
	LiningM  float64 `json:"lining_m,omitempty" minimum:"0" maximum:"0.1" doc:"Board before studs or masonry; before studs 0.0127 where it is left out"`
	Ground   bool    `json:"ground,omitempty" doc:"Its floor lies on the ground"`
	Sleeps   bool    `json:"sleeps,omitempty" doc:"A bedroom or an attic, built for less"`
	Outdoor  bool    `json:"outdoor,omitempty"`
	Owner    string  `json:"owner,omitempty" enum:",yes,no,unknown" doc:"The word of who owns it, for walls and joists; not known where it is left out, and then it stops"`
}

// DesignAnswers are answers to a design's questions, by their keys: numbers in SI, words as listed. What
// is left out is as it fits; holds that nobody has answered stop.
type DesignAnswers map[string]any

// Schema lists the questions of every design.
func (DesignAnswers) Schema(huma.Registry) *huma.Schema {
	out := &huma.Schema{Type: huma.TypeObject, AdditionalProperties: true,
		Description: "By the design's questions; numbers in SI, words as listed. What is left out is as it fits. Holds that are " +
			"not answered stop."}
	for _, d := range builds.Designs() {
		one := &huma.Schema{Type: huma.TypeObject, Title: d.Key, Description: d.Name + ": " + d.Does,
			Properties: map[string]*huma.Schema{}}
		for _, a := range d.Questions() {
			one.Properties[a.Key] = askSchema(a)
		}
		out.AnyOf = append(out.AnyOf, one)
	}
	return out
}

func askSchema(a builds.Ask) *huma.Schema {
	say := func(t builds.Text) string { return t.In(quantity.Metric) }
	s := &huma.Schema{Type: huma.TypeNumber, Minimum: &a.Low, Maximum: &a.High, Description: say(a.Label)}
	if a.Help != "" {
		s.Description += ". " + say(a.Help)
	}
	if a.Least > 0 {
		s.Description += fmt.Sprintf(" A hold: %g at least, 0 stops.", a.Least)
	}
	if len(a.Words) == 0 && !a.Text {
		return s
	}
	s.Type, s.Minimum, s.Maximum = huma.TypeString, nil, nil
	if a.Hold != "" {
		s.Description += " A hold: " + a.Hold + ", anything else stops."
	}
	for _, w := range a.Words {
		s.Enum = append(s.Enum, w.Key)
		s.Description += fmt.Sprintf(" %s: %s.", w.Key, say(w.Name))
	}
	return s
}

// DesignQuestion asks how a design stands.
type DesignQuestion struct {
	Design     string        `json:"design" maxLength:"40" doc:"Its key: bar, board-bands, board-body, box, step, rings …"`
	Place      DesignPlace   `json:"place"`
	Answers    DesignAnswers `json:"answers,omitempty"`
	HeaviestKg float64       `json:"heaviest_kg" minimum:"20" maximum:"300" doc:"The body of the heaviest who trains there; no ± is added"`
	WornKg     float64       `json:"worn_kg,omitempty" minimum:"0" maximum:"60" doc:"What is worn or held with it"`
	StatureM   float64       `json:"stature_m,omitempty" minimum:"0" maximum:"2.5" doc:"1.75 where it is left out"`
}

// DesignCheck is one link of its load path.
type DesignCheck struct {
	Name        string   `json:"name"`
	Demand      float64  `json:"demand"`
	Capacity    float64  `json:"capacity"`
	Utilisation *float64 `json:"utilisation" doc:"Demand over capacity, not rounded; null where it holds nothing"`
	Unit        string   `json:"unit" doc:"N, Pa, m, kg, L, N·m; empty for a ratio"`
	Clause      string   `json:"clause" doc:"The rule and where it comes from"`
	Refused     string   `json:"refused,omitempty" doc:"Why it holds nothing, whatever its numbers"`
	Hold        bool     `json:"hold,omitempty" doc:"It waits for an answer"`
}

// DesignAnswer is how it stands.
type DesignAnswer struct {
	OK          bool          `json:"ok" doc:"Every check passes and every hold is answered"`
	Utilisation float64       `json:"utilisation" doc:"The largest of all that have a number, not rounded"`
	Checks      []DesignCheck `json:"checks"`
	Gives       []string      `json:"gives" doc:"What it lets one do, where it is ok"`
	Refused     string        `json:"refused,omitempty" doc:"The first reason that stops it whatever the numbers"`
	Remedy      string        `json:"remedy,omitempty" doc:"The cheapest change that makes all checks pass"`
	Instead     string        `json:"instead,omitempty" doc:"What is safe in its place"`
}

// room is a room of such a place.
func (p DesignPlace) room() space.Room {
	or := func(v, usual float64) quantity.Length {
		if v == 0 {
			v = usual
		}
		return quantity.Length(v)
	}
	r := space.Rectangle(5, 4, or(p.HighM, 2.44))
	r.Roof, r.Floor, r.Sleeps, r.Outdoor = space.Joists, space.TimberJoists, p.Sleeps, p.Outdoor
	if p.Ground {
		r.Floor = space.Slab
	}
	r.Holes = map[string]space.Walls{"": space.UnknownWall, "yes": space.Drillable, "no": space.NoHoles,
		"unknown": space.UnknownWall}[p.Owner]
	side := space.Side{Kind: space.WallOfWhat, Lining: quantity.Length(p.LiningM)}
	switch p.On {
	case "studs":
		side = space.Side{Kind: space.TimberStud, Spacing: or(p.SpacingM, 0.406), Offset: 0.3, Lining: or(p.LiningM, 0.0127)}
	case "solid-masonry", "brick", "lined-masonry":
		side.Kind = space.Brick
	case "hollow-block":
		side.Kind = space.HollowBlock
	case "stone":
		side.Kind = space.Stone
	}
	for i := range r.Walls {
		r.Walls[i] = side
	}
	return r
}

// implied are the answers that a place gives by itself.
func (p DesignPlace) implied() builds.Values {
	v := builds.Values{Num: map[string]float64{}, Word: map[string]string{}}
	switch p.On {
	case "solid-masonry":
		v.Word["units"], v.Word["lined"] = string(builds.SolidUnits), string(builds.Bare)
	case "hollow-block", "stone":
		v.Word["lined"] = string(builds.Bare)
	case "brick":
		v.Word["lined"] = string(builds.Bare)
	case "chairs":
		v.Word["support"] = string(builds.Chairs)
	case "joists":
		v.Word["support"] = string(builds.Brackets)
	}
	return v
}

func (q DesignQuestion) values(d builds.Design) (builds.Values, error) {
	v := q.Place.implied()
	known := map[string]builds.Ask{}
	for _, a := range d.Questions() {
		known[a.Key] = a
	}
	for _, key := range slices.Sorted(maps.Keys(q.Answers)) {
		a, ok := known[key]
		if !ok {
			return v, refuse("answers."+key, d.Name+" asks nothing of this name: "+strings.Join(slices.Sorted(maps.Keys(known)),
				", "))

		}
		words := len(a.Words) > 0 || a.Text
		switch x := q.Answers[key].(type) {
		case string:
			if !words {
				return v, refuse("answers."+key, "this is a number")
			}
			v.Word[key] = x
		case float64:
			if words {
				return v, refuse("answers."+key, "this is one of its words")
			}
			v.Num[key] = x
		default:
			return v, refuse("answers."+key, "an answer is a number or a word")
		}
	}
	if _, asked := known["worn_kg"]; asked && q.WornKg > 0 {
		v.Num["worn_kg"] = q.WornKg
	}
	return v, nil
}

func (q DesignQuestion) answer(context.Context) (out DesignAnswer, _ error) {
	d, err := builds.DesignByKey(q.Design)
	if err != nil {
		return out, err
	}
	v, err := q.values(d)
	if err != nil {
		return out, err
	}
	stature := q.StatureM
	if stature == 0 {
		stature = 1.75
	}
	room := q.Place.room()
	s := builds.Situation{
		Stature: quantity.Length(stature), Body: quantity.Estimate{Value: quantity.Mass(q.HeaviestKg)},
		Loads: func() builds.Loads { return builds.Loads{Worn: quantity.Mass(q.WornKg), All: 300} }, Pull: 150, Read: true, Lane: 10,
		Room: &room, Wall: -1,
	}
	w, err := d.Work(v, d.Stand(&room, s, v))
	if err != nil {
		return out, quantity.Moved(err, func(field string) string { return "answers." + field })
	}
	out = DesignAnswer{OK: w.Built.OK(), Checks: []DesignCheck{}, Gives: []string{}, Instead: w.Built.Instead.In(quantity.Metric)}
	say := func(t builds.Text) string { return t.In(quantity.Metric) }
	for _, c := range w.Built.Checks {
		one := DesignCheck{Name: say(c.Link), Demand: c.Demand, Capacity: c.Capacity, Unit: c.Unit,
			Clause: say(c.Formula) + "; " + c.Source, Refused: say(c.Refused), Hold: c.Hold}
		if u := c.Use(); !math.IsInf(u, 0) {
			one.Utilisation = &u
			out.Utilisation = math.Max(out.Utilisation, u)
		}
		if math.IsInf(one.Capacity, 0) {
			one.Capacity = 0
		}
		if c.Refused != "" && out.Refused == "" {
			out.Refused = say(c.Link + ": " + c.Refused)
		}
		out.Checks = append(out.Checks, one)
	}
	if w.Built.Remedy() != nil {
		out.Remedy = say(w.Built.Remedy().Change)
	}
	for _, g := range w.Gives {
		out.Gives = append(out.Gives, string(g.Kind))
	}
	return out, nil
}
