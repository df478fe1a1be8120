package api

import (
	"cmp"
	"math"
	"slices"

	"scrappyrack/core/body"
	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/derivation"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
)

// Input is one thing that went into a number.
type Input struct {
	Name  string  `json:"name"`
	Value float64 `json:"value"`
	Kind  string  `json:"kind" doc:"What the value is, for showing it; empty for a plain number"`
	U     float64 `json:"u" doc:"Expanded uncertainty, k = 2; 0 when there is none"`
	Text  string  `json:"text" doc:"Shown instead of the value when not empty"`
	From  string  `json:"from" doc:"Station and field where it is set"`
}

// Derivation is a number with all that is needed to check it by hand.
type Derivation struct {
	Title   string  `json:"title"`
	Value   float64 `json:"value"`
	Kind    string  `json:"kind"`
	U       float64 `json:"u"`
	Inputs  []Input `json:"inputs"`
	Formula string  `json:"formula"`
	Range   string  `json:"range"`
	Source  string  `json:"source"`
}

func derivationOf(d derivation.Derivation) Derivation {
	out := Derivation{Title: d.Title, Value: d.Value, Kind: string(d.Kind), U: d.U, Formula: d.Formula, Range: d.Range, Source: d.Source,
		Inputs: []Input{}}
	for _, i := range d.Inputs {
		out.Inputs = append(out.Inputs, Input{Name: i.Name, Value: i.Value, Kind: string(i.Kind), U: i.U, Text: i.Text, From: i.From})
	}
	return out
}

// Tick is a rung on a slot's scale; its masses to the gram.
type Tick struct {
	AtKg   float64 `json:"at_kg"`
	ToKg   float64 `json:"to_kg"`
	Origin string  `json:"origin" enum:"scrap,owned,build,buy,band,body"`
}

// SlotBand is a stretch that bands give to a movement of a slot.
type SlotBand struct {
	AtKg     float64 `json:"at_kg"`
	ToKg     float64 `json:"to_kg"`
	Movement string  `json:"movement"`
	Label    string  `json:"label"`
	Note     string  `json:"note" doc:"Its pull at the start and at the finish"`
}

// Gap is a part of a working range that nothing reaches.
type Gap struct {
	LoKg float64 `json:"lo_kg"`
	HiKg float64 `json:"hi_kg"`
}

// Way is one movement of a slot's pattern and whether it can be done. What is known of the
// movement itself is in the library of movements.
type Way struct {
	Key      string  `json:"key"`
	Movement string  `json:"movement"`
	Hold     string  `json:"hold"`
	Value    float64 `json:"value"`
	Why      string  `json:"why" doc:"Why it cannot be done; empty when it can"`
	Where    string  `json:"where" doc:"In which place of which room, where not everywhere; empty otherwise"`
}

// LimitChange is what a limit makes of a need.
type LimitChange struct {
	Limit  string   `json:"limit"`
	Agreed bool     `json:"agreed" doc:"The client has agreed to it"`
	Gone   int      `json:"gone" doc:"How many movements it leaves out"`
	Stays  []Stayed `json:"stays" doc:"What usually stays possible, the nearest first"`
}

// Stayed is a movement that usually stays possible with a limit.
type Stayed struct {
	Key  string `json:"key"`
	Name string `json:"name"`
	How  string `json:"how" doc:"How it is done then; empty for as ever"`
	Why  string `json:"why" doc:"What stands against it here; empty when it can be done"`
}

// Slot is one need held against what is reached, as a board shows it; Looked is what is
// shown of it when it is opened.
type Slot struct {
	Key         string   `json:"key" doc:"Of the need; where several people's stand together with whose it is before it: anna.squat"`
	Name        string   `json:"name"`
	Called      string   `json:"called,omitempty" doc:"Whose it is, where several people's stand together"`
	RepsLow     int      `json:"reps_low"`
	RepsHigh    int      `json:"reps_high"`
	Of          string   `json:"of" enum:"reps,s,m" doc:"What its sets are counted in"`
	Fast        bool     `json:"fast" doc:"Each rep as fast as it will go, rested"`
	Group       string   `json:"group" enum:"legs,push,pull,trunk,whole"`
	Holds       []string `json:"holds" doc:"In which it can be done today"`
	As          string   `json:"as" doc:"The movement that an agreed change measures it in; empty without one"`
	PerHand     bool     `json:"per_hand"`
	Timed       bool     `json:"timed" doc:"Done or not: no kilograms are asked for"`
	AlongKg     float64  `json:"along_kg" doc:"Of the body, lifted beside its kilograms: closeness counts it; 0 kg is the body alone"`
	Weight      int      `json:"weight"`
	LoKg        float64  `json:"lo_kg"`
	HiKg        float64  `json:"hi_kg"`
	Basis       string   `json:"basis" enum:"test,relative,guess,means,hand"`
	Value       float64  `json:"value" doc:"Over the whole range, from today's to the horizon's"`
	TodayHiKg   float64  `json:"today_hi_kg" doc:"Where today's range ends"`
	HorizonLoKg float64  `json:"horizon_lo_kg" doc:"Where the range in six months begins"`
	Today       float64  `json:"today" doc:"Coverage of today's range"`
	Horizon     float64  `json:"horizon" doc:"Coverage of the range in six months"`
	Guessed     bool     `json:"guessed" doc:"It would be covered if bands that nobody has read were as guessed"`
	State       string   `json:"state" enum:"covered,thin,missing"`
	Reason      string   `json:"reason"`
	Ticks       []Tick   `json:"ticks"`
	Gaps        []Gap    `json:"gaps"`
	ToAgree     int      `json:"to_agree" doc:"Changes for limits that the client has not agreed to yet"`
	Best        string   `json:"best" doc:"The movement that answers it best of those that can be done; empty without one"`
}

// Looked is a need that is looked at: where its numbers come from, and its ways.
type Looked struct {
	Revision int64         `json:"revision"`
	Key      string        `json:"key"`
	Why      Derivation    `json:"why" doc:"Of its range"`
	ValueWhy Derivation    `json:"value_why" doc:"Of its coverage"`
	Notes    []string      `json:"notes" doc:"What has to be said of the tests it rests on"`
	Ways     []Way         `json:"ways"`
	Changes  []LimitChange `json:"changes" doc:"What the client's limits make of it"`
	Bands    []SlotBand    `json:"bands" doc:"What bands give to its movements"`
}

// Board is every need held against what is reached.
type Board struct {
	Covered int        `json:"covered"`
	Value   float64    `json:"value" doc:"Weighted mean of the slots' values, 0 to 1"`
	Slots   []Slot     `json:"slots"`
	LeftOut []LeftNeed `json:"left_out" doc:"Needs of the goal that are not on the board"`
}

// LeftNeed is a need of the goal that is not on the board.
type LeftNeed struct {
	Name string `json:"name"`
	Why  string `json:"why" enum:"time,limits" doc:"Two days or a quarter of an hour leave no time for it; or the limits leave none of its movements"`
}

// NeedName names a need that a board can have.
type NeedName struct {
	Key  string `json:"key"`
	Name string `json:"name"`
}

func needNames() []NeedName {
	out := []NeedName{}
	keys, names := coverage.NeedNames()
	for i, k := range keys {
		out = append(out, NeedName{k, names[i]})
	}
	return out
}

// Caution is a warning; a hold point must be answered before going on.
type Caution struct {
	Station string `json:"station"`
	Hold    bool   `json:"hold"`
	Text    string `json:"text"`
	Yours   string `json:"yours" doc:"The same as its client reads it"`
}

// Height is a height of the body, standing.
type Height struct {
	Name   string  `json:"name"`
	M      float64 `json:"m"`
	Share  float64 `json:"share" doc:"Of stature"`
	Source string  `json:"source"`
}

func heightsOf(stature quantity.Length) []Height {
	out := []Height{}
	for _, h := range body.Heights(stature) {
		out = append(out, Height{h.Name, float64(h.At), h.Share, h.Source})
	}
	return out
}

func boardOf(b coverage.Board, p client.Person, units quantity.System) Board {
	out := Board{Covered: b.Covered, Value: b.Value, Slots: []Slot{}, LeftOut: []LeftNeed{}}
	for _, l := range coverage.LeftOut(p) {
		out.LeftOut = append(out.LeftOut, LeftNeed{l.Name, map[bool]string{true: "limits", false: "time"}[l.Limits]})
	}
	for _, c := range b.Slots {
		s := c.Slot
		one := Slot{
			Key: s.ID(), Name: s.Name, Called: s.Whose.Called, RepsLow: s.RepsLow, RepsHigh: s.RepsHigh, Of: string(s.Of), As: s.As,
			PerHand: s.PerHand, Timed: s.Timed, AlongKg: float64(s.Along), Weight: s.Weight,
			LoKg: float64(s.Lo), HiKg: float64(s.Hi), Basis: string(s.Basis), Value: c.Value, State: string(c.State),
			Reason: c.Reason().In(units), Guessed: c.Guessed,
			TodayHiKg: float64(s.Today.Hi), HorizonLoKg: float64(s.Horizon.Lo), Today: c.Today, Horizon: c.Horizon, Ticks: []Tick{},
			Gaps: []Gap{}, Fast: s.Fast, Group: string(s.Group), Holds: []string{},
		}
		for _, w := range c.Ways {
			if h := holdOf(w.Movement); len(w.Lacks) == 0 && !slices.Contains(one.Holds, h) {
				one.Holds = append(one.Holds, h)
			}
		}
		for _, t := range c.Ticks {
			one.Ticks = append(one.Ticks, Tick{AtKg: toGram(t.At), ToKg: toGram(t.To), Origin: string(t.Rung.Origin)})
		}
		for _, g := range c.Gaps {
			one.Gaps = append(one.Gaps, Gap{toGram(g.Lo), toGram(g.Hi)})
		}
		if len(c.Ways) > 0 && len(c.Ways[0].Lacks) == 0 {
			one.Best = c.Ways[0].Movement.Name
		}
		for _, ch := range c.Changes {
			if !ch.Agreed {
				one.ToAgree++
			}
		}
		out.Slots = append(out.Slots, one)
	}
	return out
}

// holdOf is how a movement is loaded, "body" where it is by nothing else.
func holdOf(m movement.Movement) string { return string(cmp.Or(m.Hold, load.Body)) }

// toGram is a mass as it is drawn.
func toGram(m quantity.Mass) float64 { return math.Round(float64(m)*1000) / 1000 }

func lookedOf(revision int64, c coverage.Coverage, rooms client.Client, units quantity.System) Looked {
	out := Looked{
		Revision: revision, Key: c.Slot.Key, Why: derivationOf(c.Slot.Derivation), ValueWhy: derivationOf(c.Explain()),
		Notes: []string{}, Ways: []Way{}, Changes: []LimitChange{}, Bands: []SlotBand{},
	}
	for _, n := range c.Slot.Notes {
		out.Notes = append(out.Notes, n.In(units))
	}
	for _, w := range c.Ways {
		m := w.Movement
		out.Ways = append(out.Ways, Way{Key: m.Key, Movement: m.Name, Hold: holdOf(m), Value: w.Value, Why: w.Why().In(units),
			Where: rooms.Where(m).In(units)})
	}
	for _, ch := range c.Changes {
		change := LimitChange{Limit: string(ch.Limit), Agreed: ch.Agreed, Gone: ch.Gone, Stays: []Stayed{}}
		for _, w := range ch.Stays {
			change.Stays = append(change.Stays, Stayed{w.Movement.Key, w.Movement.Name, w.How, w.Why().In(units)})
		}
		out.Changes = append(out.Changes, change)
	}
	for _, t := range c.Ticks {
		if t.Rung.Origin == load.Elastic {
			out.Bands = append(out.Bands, SlotBand{AtKg: toGram(t.At), ToKg: toGram(t.To), Movement: t.Movement.Key, Label: t.Rung.Label,
				Note: t.Rung.Note.In(units)})
		}
	}
	return out
}
