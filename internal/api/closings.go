package api

import (
	"context"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Turn is a need that something turns.
type Turn struct {
	Key    string  `json:"key"`
	Name   string  `json:"name"`
	Before float64 `json:"before"`
	After  float64 `json:"after"`
	Was    string  `json:"was" enum:"covered,thin,missing"`
	Is     string  `json:"is" enum:"covered,thin,missing"`
}

// Act is what has to be changed in the file for a closing: a container that is filled
// otherwise, and purchases that the plan must take.
type Act struct {
	Container string        `json:"container,omitempty"`
	Filling   string        `json:"filling,omitempty"`
	VolumeL   float64       `json:"volume_l,omitempty" doc:"Of a container that is not refilled from set to set"`
	Pins      []string      `json:"pins" doc:"Purchases, by the keys of the catalogue, and builds by those of their designs"`
	Builds    []store.Build `json:"builds" doc:"What is built for it, as it is put into the file"`
}

// NeedClosing is one thing that lifts a need, or two purchases that do so together.
type NeedClosing struct {
	Kind      string   `json:"kind" enum:"fill,pack,stretch,build,buy"`
	Key       string   `json:"key"`
	Name      string   `json:"name"`
	With      []string `json:"with" doc:"What has to be bought with it"`
	CostMinor int64    `json:"cost_minor"`
	Minutes   int      `json:"minutes"`
	LowKg     float64  `json:"low_kg"`
	HighKg    float64  `json:"high_kg"`
	U95Kg     float64  `json:"u95_kg"`
	LevelM    float64  `json:"level_m"`
	VolumeL   float64  `json:"volume_l"`
	Caution   string   `json:"caution"`
	Note      string   `json:"note"`
	Turns     []Turn   `json:"turns" doc:"Every need that it turns, the own one first"`
	Covered   int      `json:"covered" doc:"Of the whole board, with it"`
	Value     float64  `json:"value" doc:"Of the whole board, with it"`
	Act       Act      `json:"act"`
}

// Closings are the things that lift a need of today's board.
type Closings struct {
	Slot     string        `json:"slot"`
	Revision int64         `json:"revision"`
	Covered  int           `json:"covered" doc:"Today"`
	Value    float64       `json:"value" doc:"Of today's board"`
	Closings []NeedClosing `json:"closings"`
}

func turnOf(t plan.Turn) Turn {
	return Turn{t.Slot.Key, t.Slot.Name, t.Before, t.After, string(t.Was), string(t.Is)}
}

func closingOf(f store.File, c plan.Closing, builds map[string]store.Build) NeedClosing {
	k := c.Candidate
	low, high, u := k.Reach()
	out := NeedClosing{
		Kind: string(c.Kind), Key: k.Key, Name: k.Name, With: []string{}, CostMinor: c.Cost, Minutes: c.Minutes, LowKg: float64(low),
		HighKg: float64(high),
		U95Kg:  float64(u), Caution: k.Caution, Note: k.Note, Turns: []Turn{}, Covered: c.Covered, Value: c.Value,
		Act: Act{Pins: []string{}, Builds: []store.Build{}},
	}
	if k.Fill != nil {
		out.LevelM, out.VolumeL = float64(k.Fill.Level), float64(k.Fill.Volume)
	}
	for _, t := range c.Turns {
		out.Turns = append(out.Turns, turnOf(t))
	}
	if slices.ContainsFunc(f.Containers, func(x store.Container) bool { return x.ID == k.Group }) {
		out.Act.Container, out.Act.Filling, out.Act.VolumeL = k.Group, k.Into, out.VolumeL
	} else if k.Group == "" {
		out.Act.Pins = append(out.Act.Pins, k.Key)
	}
	for _, x := range append([]plan.Candidate{k}, c.With...) {
		b, ok := builds[x.Key]
		if ok && !slices.ContainsFunc(f.Builds, func(o store.Build) bool { return o.Design == b.Design }) {
			out.Act.Builds = append(out.Act.Builds, b)
		}
	}
	for i, w := range c.With {
		out.Key += "+" + w.Key
		out.Act.Pins = append(out.Act.Pins, w.Key)
		if i == 0 && c.Together {
			out.Name += " and " + w.Name
			continue
		}
		out.With = append(out.With, w.Name)
	}
	return out
}

// NeedAddition is one more thing in a home, by itself: what it opens, and the needs it turns.
type NeedAddition struct {
	Key       string     `json:"key"`
	Name      string     `json:"name"`
	Household bool       `json:"household" doc:"Most homes have it"`
	With      []string   `json:"with" doc:"What has to be bought with it"`
	CostMinor int64      `json:"cost_minor"`
	Opens     []NeedName `json:"opens" doc:"Movements that cannot be done today"`
	Turns     []Turn     `json:"turns" doc:"Needs that it turns noticeably"`
	Covered   int        `json:"covered" doc:"Of the whole board, with it"`
	Value     float64    `json:"value" doc:"Of the whole board, with it"`
	Pins      []string   `json:"pins" doc:"Purchases, by the keys of the catalogue"`
}

// Additions are what one more thing opens, those that lift the board most first.
type Additions struct {
	Revision  int64          `json:"revision"`
	Covered   int            `json:"covered" doc:"Today"`
	Value     float64        `json:"value" doc:"Of today's board"`
	Additions []NeedAddition `json:"additions"`
}

func additionOf(a plan.Addition) NeedAddition {
	out := NeedAddition{
		Key: a.Key, Name: a.Name, Household: a.Household, With: []string{}, CostMinor: a.Cost, Opens: []NeedName{}, Turns: []Turn{},
		Covered: a.Covered, Value: a.Value, Pins: []string{},
	}
	if !a.Household {
		out.Pins = append(out.Pins, a.Key)
	}
	for _, w := range a.With {
		out.With, out.Pins = append(out.With, w.Name), append(out.Pins, w.Key)
	}
	for _, m := range a.Opens {
		out.Opens = append(out.Opens, NeedName{m.Key, m.Name})
	}
	for _, t := range a.Turns {
		out.Turns = append(out.Turns, turnOf(t))
	}
	return out
}

func closingsOf(c workbench.Lifted) Closings {
	out := Closings{Slot: c.Need, Revision: c.File.Revision, Covered: c.Before.Covered, Value: c.Before.Value, Closings: []NeedClosing{}}
	for _, one := range c.Closings {
		out.Closings = append(out.Closings, closingOf(c.File, one, c.Builds))
	}
	return out
}

// closings registers what lifts a need.
func (a *API) closings(r huma.API) {
	type out struct{ Body Closings }
	answer := func(ctx context.Context, client, need string) (*out, error) {
		c, err := a.Bench.Closings(ctx, who(ctx).Practice, client, need)
		if err != nil {
			return nil, err
		}
		return &out{closingsOf(c)}, nil
	}
	type in struct {
		Client
		Slot string `path:"slot" maxLength:"60"`
	}
	type looked struct{ Body Looked }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/needs/{slot}", "read-need",
		"A need that is looked at: where its numbers come from, and its ways", "needs"),
		func(ctx context.Context, in *in) (*looked, error) {
			f, err := a.Bench.Load(ctx, who(ctx).Practice, in.ID)
			if err != nil {
				return nil, err
			}
			worked := a.Bench.Work(who(ctx).Practice, f)
			for _, c := range worked.Board.Slots {
				if c.Slot.Key == in.Slot {
					return &looked{lookedOf(f.Revision, c, worked.Client, quantity.System(f.Profile.Units))}, nil
				}
			}
			return nil, huma.Error404NotFound("this client has no need of that name")
		})
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/needs/{slot}/closings", "read-closings",
		"What lifts a need of today's board, each thing by itself, with what it turns besides", "needs"),
		func(ctx context.Context, in *in) (*out, error) { return answer(ctx, in.ID, in.Slot) })
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/worst-gap", "read-worst-gap",
		"The need that weighs most of those that something lifts, and what does", "needs"),
		func(ctx context.Context, in *Client) (*out, error) { return answer(ctx, in.ID, plan.Worst) })
	type additions struct{ Body Additions }
	handle(a, r, operation(Signed, http.MethodGet, "/clients/{client}/additions", "read-additions",
		"What one more thing opens and turns, each thing by itself", "needs"),
		func(ctx context.Context, in *Client) (*additions, error) {
			f, before, all, err := a.Bench.Additions(ctx, who(ctx).Practice, in.ID)
			if err != nil {
				return nil, err
			}
			out := &additions{Additions{Revision: f.Revision, Covered: before.Covered, Value: before.Value, Additions: []NeedAddition{}}}
			for _, one := range all {
				out.Body.Additions = append(out.Body.Additions, additionOf(one))
			}
			return out, nil
		})
}
