package api

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

// NeedsOperation is an operation that somebody has had.
type NeedsOperation struct {
	Part      string  `json:"part" enum:"knee,hip,foot,ankle,back,low-back,spine,neck,shoulder,elbow,hand,wrist,wrist-grip,abdomen,chest,heart,other"`
	MonthsAgo float64 `json:"months_ago" minimum:"0" maximum:"1200"`
	Cleared   bool    `json:"cleared" doc:"A surgeon or physician has said that training may go on"`
}

// NeedsPerson is who is asked about.
type NeedsPerson struct {
	Born       int              `json:"born,omitempty" minimum:"0" maximum:"2100" doc:"Year of birth; left out where nobody has asked, which holds"`
	Sex        string           `json:"sex,omitempty" enum:",female,male"`
	StatureM   float64          `json:"stature_m" minimum:"1" maximum:"2.5"`
	MassKg     float64          `json:"mass_kg" minimum:"25" maximum:"300"`
	Experience string           `json:"experience" enum:"new,novice,intermediate,advanced"`
	Goal       string           `json:"goal" enum:"general,muscle,strength,weightlifting,conditioning,running,back-to-training,older-adult"`
	Days       int              `json:"days,omitempty" minimum:"0" maximum:"7"`
	Minutes    int              `json:"minutes,omitempty" minimum:"0" maximum:"600"`
	Legs       string           `json:"legs,omitempty" enum:",both,one,none"`
	Weeks      int              `json:"weeks_pregnant,omitempty" minimum:"0" maximum:"45"`
	Limits     []string         `json:"limits,omitempty" maxItems:"24" doc:"By key"`
	Operations []NeedsOperation `json:"operations,omitempty" maxItems:"20"`
	MonthsOff  float64          `json:"months_off,omitempty" minimum:"0" maximum:"600" doc:"Since training was last regular"`
}

// NeedsTest is a set that was done.
type NeedsTest struct {
	Movement string  `json:"movement" maxLength:"60" doc:"By key"`
	LoadKg   float64 `json:"load_kg" minimum:"0" maximum:"1000" doc:"As held: of a pair, what is in one hand; of the body's weight, what is added"`
	Reps     int     `json:"reps" minimum:"1" maximum:"200"`
	Reserve  int     `json:"reserve,omitempty" minimum:"0" maximum:"50" doc:"Left in reserve"`
	EndedBy  string  `json:"ended_by,omitempty" enum:",body,load,grip" doc:"load or grip, with nothing in reserve: it says at least"`
}

// NeedsQuestion asks what somebody needs.
type NeedsQuestion struct {
	Person NeedsPerson `json:"person"`
	Tests  []NeedsTest `json:"tests,omitempty" maxItems:"200"`
}

// NeedsSlot is one need: what it is measured in, for now and half a year on.
type NeedsSlot struct {
	Need    string     `json:"need" doc:"Key of the need"`
	Pattern string     `json:"pattern"`
	PerHand bool       `json:"per_hand"`
	Unit    string     `json:"unit" enum:"kg,s,reps,m" doc:"Of now and horizon: kg, or what is counted where no load is asked for"`
	Now     [2]float64 `json:"now"`
	Horizon [2]float64 `json:"horizon"`
	Basis   string     `json:"basis" enum:"test,relative,guess,means,hand"`
	Zone    string     `json:"zone" doc:"A set: 8–15 reps, 20–40 m"`
	As      string     `json:"as,omitempty" doc:"The movement that an agreed change measures it in"`
}

// NeedsLeft is a need of the goal that is left out, and why.
type NeedsLeft struct {
	Pattern string `json:"pattern"`
	Why     string `json:"why"`
}

// NeedsHold is what holds a session until somebody's word is written down.
type NeedsHold struct {
	Key string `json:"key" doc:"Of its group of questions; guardian under 18"`
	Why string `json:"why"`
}

// NeedsAnswer is what somebody needs, what is left out, and what holds.
type NeedsAnswer struct {
	Slots   []NeedsSlot `json:"slots"`
	LeftOut []NeedsLeft `json:"left_out"`
	Holds   []NeedsHold `json:"holds"`
}

// parts are the parts of the body by the names that are taken here.
var parts = map[string]client.Part{
	"ankle": client.FootPart, "low-back": client.BackPart, "spine": client.BackPart, "wrist": client.HandPart,
	"wrist-grip": client.HandPart,
}

// person is who is asked about, in the core's terms.
func (q NeedsQuestion) person(now time.Time) (client.Person, error) {
	in := q.Person
	p := client.Person{
		Now: now.Unix(), Sex: client.Sex(in.Sex), Stature: quantity.Length(in.StatureM), BodyMass: quantity.Mass(in.MassKg),
		Experience: client.Experience(in.Experience), Goal: client.Goal(in.Goal), Days: in.Days, Minutes: in.Minutes, LayOff: in.MonthsOff,
		Weeks: in.Weeks, WeeksOn: now.Unix(), Health: client.Health{Legs: client.Legs(in.Legs), Answers: map[string]client.Answer{}},
	}
	if in.Born > 0 {
		if p.Age = now.Year() - in.Born; p.Age < 1 || p.Age > 120 {
			return p, refuse("person.born", "a year of birth is of somebody between 1 and 120")
		}
	}
	for i, l := range in.Limits {
		if !slices.Contains(movement.Limits(), movement.Limit(l)) {
			return p, refuse(fmt.Sprintf("person.limits[%d]", i), "that is no limit: "+strings.Join(texts(movement.Limits()), ", "))
		}
		p.Limits = append(p.Limits, movement.Limit(l))
	}
	for i, o := range in.Operations {
		one := client.Operation{ID: fmt.Sprint(i), Part: cmp.Or(parts[o.Part], client.Part(o.Part)),
			At: now.Unix() - int64(o.MonthsAgo*30.4375*86400)}
		p.Operations = append(p.Operations, one)
		if o.Cleared {
			p.Releases = append(p.Releases, client.Release{
				About: client.AboutOperation(one.ID), Role: client.Surgeon, Name: "as asked", On: now.Unix(), Verdict: client.MayTrain,
			})
		}
	}
	for i, t := range q.Tests {
		if _, err := movement.ByKey(t.Movement); err != nil {
			return p, refuse(fmt.Sprintf("tests[%d].movement", i), err.Error())
		}
		p.Tests = append(p.Tests, client.Test{
			Movement: t.Movement, Load: quantity.Mass(t.LoadKg), Reps: t.Reps, Reserve: t.Reserve, AtLeast: t.EndedBy == "load" ||
				t.EndedBy == "grip",
		})
	}
	p.Limits = p.Acting()
	return p, nil
}

// atTest is an error of a test at its place.
func (q NeedsQuestion) atTest(p client.Person, err error) error {
	var field *quantity.FieldError
	if !errors.As(err, &field) {
		return err
	}
	for i, t := range p.Tests {
		alone := p
		alone.Tests = []client.Test{t}
		if _, is := coverage.Slots(alone); is != nil && errors.As(is, &field) {
			return refuse(fmt.Sprintf("tests[%d].%s", i, field.Field), field.Error())
		}
	}
	return refuse("tests", err.Error())
}

func (q NeedsQuestion) answer(context.Context) (NeedsAnswer, error) {
	out := NeedsAnswer{Slots: []NeedsSlot{}, LeftOut: []NeedsLeft{}, Holds: []NeedsHold{}}
	p, err := q.person(time.Now().UTC())
	if err != nil {
		return out, err
	}
	slots, err := coverage.Slots(p)
	if err != nil {
		return out, q.atTest(p, err)
	}
	for _, s := range slots {
		one := NeedsSlot{
			Need: s.Key, Pattern: string(s.Pattern), PerHand: s.PerHand && !s.Timed, Unit: "kg", Basis: string(s.Basis), As: s.As,
			Zone: fmt.Sprintf("%d–%d %s", s.RepsLow, s.RepsHigh, s.Of),
			Now:  [2]float64{float64(s.Today.Lo), float64(s.Today.Hi)}, Horizon: [2]float64{float64(s.Horizon.Lo), float64(s.Horizon.Hi)},
		}
		if s.Timed {
			one.Unit, one.Now = string(s.Of), [2]float64{float64(s.RepsLow), float64(s.RepsHigh)}
			one.Horizon = one.Now
		}
		out.Slots = append(out.Slots, one)
	}
	for _, l := range coverage.LeftOut(p) {
		out.LeftOut = append(out.LeftOut, NeedsLeft{string(l.Pattern), l.Why})
	}
	for _, h := range p.Holds() {
		if why := cmp.Or(h.Why, h.Name); !slices.ContainsFunc(out.Holds, func(have NeedsHold) bool { return have.Key == h.Key }) {
			out.Holds = append(out.Holds, NeedsHold{h.Key, why})
		}
	}
	return out, nil
}
