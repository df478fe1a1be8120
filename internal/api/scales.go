package api

import (
	"context"
	"encoding/hex"
	"errors"
	"fmt"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
	"scrappyrack/core/scale"
	"scrappyrack/core/stock"
	"scrappyrack/internal/standin"
	"scrappyrack/internal/workbench"
)

// LiveScale is a scale that can be listened to.
type LiveScale struct {
	Key     string `json:"key"`
	Name    string `json:"name"`
	StandIn bool   `json:"stand_in" doc:"Simulated: it is told what hangs from it"`
}

// LiveReading is one reading as it came.
type LiveReading struct {
	Seq    int64   `json:"seq"`
	MassKg float64 `json:"mass_kg"`
	Unit   string  `json:"unit" enum:"kg,lb" doc:"In which the scale measures"`
	Steady bool    `json:"steady" doc:"It has settled"`
	MeanKg float64 `json:"mean_kg" doc:"Of the readings that agree with this one"`
	UKg    float64 `json:"u_kg" doc:"Standard uncertainty of that mean from their scatter"`
	ForceN float64 `json:"force_n" doc:"What it means when it is pulled and not weighed with, in N"`
	MeanN  float64 `json:"mean_n"`
	UN     float64 `json:"u_n"`
}

func readingOf(r workbench.ScaleReading) LiveReading {
	const g = quantity.StandardGravity
	mass, mean, u := float64(r.Mass), float64(r.Seen.Mean), float64(r.Seen.U1)
	return LiveReading{
		Seq: r.Seq, MassKg: mass, Unit: string(r.Unit), Steady: r.Seen.Steady, MeanKg: mean, UKg: u,
		ForceN: mass * g, MeanN: mean * g, UN: u * g,
	}
}

// LiveReadings is what a scale has said since.
type LiveReadings struct {
	Readings []LiveReading `json:"readings"`
	Silent   int64         `json:"silent_ms" doc:"Since it was last heard of; -1 for never"`
	Failed   int64         `json:"failed" doc:"Measurements that did not succeed, so far"`
}

// ScalePackets are packets of a real scale.
type ScalePackets struct {
	Hex []string `json:"hex" minItems:"1" maxItems:"50" doc:"Each the bytes of the Weight Measurement characteristic in hexadecimal digits"`
}

// StandInWish says what a simulated scale should weigh, or do.
type StandInWish struct {
	PutKg *float64 `json:"put_kg,omitempty" minimum:"0" maximum:"300"`
	Pull  *struct {
		Band       string  `json:"band" maxLength:"40"`
		Kind       string  `json:"kind" enum:"long-loop,mini-loop,strip,tube"`
		RestM      float64 `json:"rest_m" exclusiveMinimum:"0" maximum:"10"`
		WidthM     float64 `json:"width_m" minimum:"0" maximum:"0.5"`
		ThicknessM float64 `json:"thickness_m" minimum:"0" maximum:"0.1"`
		LengthM    float64 `json:"length_m" exclusiveMinimum:"0" maximum:"20"`
		Releasing  bool    `json:"releasing"`
	} `json:"pull,omitempty" doc:"A band pulled from it to a length"`
	Weigh *struct {
		Client    string `json:"client" maxLength:"40"`
		Container string `json:"container" maxLength:"40"`
		Empty     bool   `json:"empty"`
		Person    string `json:"person,omitempty" enum:",with,alone" doc:"Somebody stands on it: with the thing in hand, or alone"`
	} `json:"weigh,omitempty" doc:"A container of a client's: as heavy as was worked out, but for its own small deviation"`
	Unit string   `json:"unit,omitempty" enum:"kg,lb"`
	Zero bool     `json:"zero,omitempty"`
	Lose *float64 `json:"lose,omitempty" minimum:"0" maximum:"1" doc:"Share of its packets that are lost"`
}

// StandInTold says that a simulated scale does as it was told.
type StandInTold struct {
	From int64 `json:"from" doc:"The first reading that is surely of what it was told"`
}

const (
	// longestWait is how long a question for the next reading may wait.
	longestWait = 2 * time.Second
	// stillThere is how long ago a scale was heard of at most to be listed.
	stillThere = 2 * time.Minute
)

// OfScale is the address of a scale.
type OfScale struct {
	Scale string `path:"scale" maxLength:"40" pattern:"^[a-z0-9-]{1,40}$"`
}

// scales registers listening to scales. A scale belongs to the practice that its
// packets were posted by.
func (a *API) scales(r huma.API) {
	type listOut struct{ Body []LiveScale }
	handle(a, r, operation(Signed, http.MethodGet, "/scales", "list-scales", "Scales that can be listened to", "scales"),
		func(ctx context.Context, _ *struct{}) (*listOut, error) {
			out := &listOut{Body: []LiveScale{}}
			if a.StandIns != nil {
				for _, k := range standin.Kinds() {
					out.Body = append(out.Body, LiveScale{string(k.Kind), k.Name, true})
				}
			}
			heard := a.Scales.Heard(who(ctx).Practice, stillThere)
			slices.Sort(heard)
			for _, key := range heard {
				if !slices.ContainsFunc(out.Body, func(s LiveScale) bool { return s.Key == key }) {
					out.Body = append(out.Body, LiveScale{key, key, false})
				}
			}
			return out, nil
		})

	type readIn struct {
		OfScale
		After  int64 `query:"after" minimum:"0" doc:"The last reading that is known"`
		WaitMs int64 `query:"wait_ms" minimum:"0" maximum:"2000" doc:"How long to wait for the next one"`
	}
	type readOut struct{ Body LiveReadings }
	handle(a, r, polled(operation(Signed, http.MethodGet, "/scales/{scale}/readings", "read-scale",
		"What a scale says; waits for the next reading", "scales")),
		func(ctx context.Context, in *readIn) (*readOut, error) {
			practice := who(ctx).Practice
			if a.StandIns != nil {
				a.StandIns.Use(practice, standin.Kind(in.Scale))
			}
			wait := min(longestWait, time.Duration(in.WaitMs)*time.Millisecond)
			readings, heard, failed := a.Scales.Since(ctx, practice, in.Scale, in.After, wait)
			out := &readOut{LiveReadings{Readings: []LiveReading{}, Silent: -1, Failed: failed}}
			if heard > 0 {
				out.Body.Silent = max(0, a.Now().UnixMilli()-heard)
			}
			for _, r := range readings {
				out.Body.Readings = append(out.Body.Readings, readingOf(r))
			}
			return out, nil
		})

	type packetsIn struct {
		OfScale
		Body ScalePackets
	}
	type packetsOut struct{ Body LiveReading }
	handle(a, r, operation(Signed, http.MethodPost, "/scales/{scale}/packets", "hear-scale",
		"Packets of a real scale, in the public Weight Measurement format; the last is answered", "scales"),
		func(ctx context.Context, in *packetsIn) (*packetsOut, error) {
			out := &packetsOut{}
			for i, text := range in.Body.Hex {
				packet, err := hex.DecodeString(strings.Join(strings.Fields(text), ""))
				if err != nil {
					return nil, refuse(fmt.Sprintf("hex[%d]", i), "these are not bytes in hexadecimal digits")
				}
				r, err := a.Scales.Hear(who(ctx).Practice, in.Scale, packet)
				var bad *scale.PacketError
				if errors.As(err, &bad) {
					return nil, refuse(fmt.Sprintf("hex[%d]", i), bad.Detail)
				}
				if err != nil {
					return nil, err
				}
				out.Body = readingOf(r)
			}
			return out, nil
		})

	a.told(r)
}

// told registers what a simulated scale is told.
func (a *API) told(r huma.API) {
	type wishIn struct {
		OfScale
		Body StandInWish
	}
	type toldOut struct{ Body StandInTold }
	handle(a, r, operation(Signed, http.MethodPost, "/scales/{scale}/stand-in", "tell-stand-in",
		"What a simulated scale should weigh, or do", "scales"),
		func(ctx context.Context, in *wishIn) (*toldOut, error) {
			if a.StandIns == nil {
				return nil, huma.Error404NotFound("there are simulated scales in the demo only")
			}
			s := a.StandIns.Use(who(ctx).Practice, standin.Kind(in.Scale))
			if s == nil {
				return nil, huma.Error404NotFound("no simulated scale is called that")
			}
			w := in.Body
			if w.PutKg != nil {
				s.Put(*w.PutKg)
			}
			if q := w.Weigh; q != nil {
				desk, err := a.Bench.Open(ctx, who(ctx).Who, q.Client)
				if err != nil {
					return nil, err
				}
				at := slices.IndexFunc(desk.Results.Loads, func(l stock.Loaded) bool { return l.Container.ID == q.Container })
				if at < 0 {
					return nil, refuse("weigh.container", "this client has no such container")
				}
				l := desk.Results.Loads[at]
				kg := float64(l.Fill.Mass.Value)
				if q.Empty {
					kg = float64(l.Container.Vessel.Tare)
				}
				s.Put(standin.Found(q.Container, kg, standin.Person(q.Person)))
			}
			if p := w.Pull; p != nil {
				err := s.Pull(standin.Pulled{
					Band: p.Band, Kind: band.Kind(p.Kind), Rest: quantity.Length(p.RestM), Width: quantity.Length(p.WidthM),
					Thickness: quantity.Length(p.ThicknessM),
					Length:    quantity.Length(p.LengthM), Releasing: p.Releasing,
				})
				if err != nil {
					return nil, refuse("pull", err.Error())
				}
			}
			if w.Unit != "" {
				s.Unit(scale.Unit(w.Unit))
			}
			if w.Zero {
				s.Zero()
			}
			if w.Lose != nil {
				s.Lose(*w.Lose)
			}
			// One reading of before may be on its way.
			return &toldOut{StandInTold{a.Scales.Last(who(ctx).Practice, in.Scale) + 2}}, nil
		})
}
