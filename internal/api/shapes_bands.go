package api

import (
	"scrappyrack/core/band"
	"scrappyrack/core/body"
	"scrappyrack/core/derivation"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// BandMovement is a movement against a band.
type BandMovement struct {
	Key      string   `json:"key"`
	Name     string   `json:"name"`
	Place    string   `json:"place" doc:"Where the end that stays is"`
	Side     string   `json:"side" doc:"Of the anchor; empty without one"`
	Level    string   `json:"level" doc:"Of the anchor: high, chest, waist, low; empty without one"`
	View     string   `json:"view" enum:"side,front,above"`
	Kinds    []string `json:"kinds" doc:"Of bands that it can be done with"`
	Held     bool     `json:"held" doc:"The band pulls across the movement and is held against"`
	Caution  string   `json:"caution"`
	Adjusted []string `json:"adjusted" doc:"What is changed to get a pull, the usual first"`
}

func bandMovements() []BandMovement {
	var out []BandMovement
	for _, m := range movement.Elastic() {
		one := BandMovement{Key: m.Key, Name: m.Name, Place: string(m.Place), Side: string(m.Side), Level: m.Level(), View: string(m.View),
			Kinds: []string{}, Held: m.Held, Caution: m.Caution, Adjusted: []string{}}
		if one.View == "" {
			one.View = string(band.FromSide)
		}
		for _, k := range band.Kinds() {
			if m.Takes(k) {
				one.Kinds = append(one.Kinds, string(k))
			}
		}
		for _, a := range m.Adjusters() {
			one.Adjusted = append(one.Adjusted, string(a))
		}
		out = append(out, one)
	}
	return out
}

// CurvePoint is a band's force at a length.
type CurvePoint struct {
	LengthM float64 `json:"length_m"`
	ForceN  float64 `json:"force_n"`
	U95N    float64 `json:"u95_n"`
	Reach   string  `json:"reach" doc:"within, beyond measured, or beyond the stretch limit"`
}

// BandDue is what a band asks for.
type BandDue struct {
	What   string `json:"what"`
	At     int64  `json:"at" doc:"Unix time from which on; 0 for at once"`
	Retire bool   `json:"retire"`
}

// BandState is a band with its curve.
type BandState struct {
	ID        string       `json:"id"`
	Problem   string       `json:"problem" doc:"Why it has no curve; empty when it has one"`
	Basis     string       `json:"basis" doc:"What the curve rests on"`
	Strands   int          `json:"strands"`
	A0C1      float64      `json:"a0c1_n" doc:"Per strand"`
	A0C2      float64      `json:"a0c2_n" doc:"Per strand"`
	RMS       float64      `json:"rms_n"`
	Residuals []float64    `json:"residuals_n" doc:"Of each point: measured less fitted; of a releasing point the loss"`
	Odd       int          `json:"odd" doc:"Index of the one point that lies apart from the rest; -1 for none"`
	Loss      float64      `json:"loss" doc:"Share of the pull that is gone on the way back; -1 when it was not read"`
	Departure float64      `json:"departure" doc:"Of the last round of readings from what was known before"`
	Refit     bool         `json:"refit" doc:"It departed by more than a tenth, and the curve is a new one"`
	Curve     []CurvePoint `json:"curve"`
	Dues      []BandDue    `json:"dues"`
	Why       Derivation   `json:"why" doc:"What the curve is made of, and how far its points lie from it"`
}

// curveSteps is in how many steps a curve is drawn up to the stretch limit.
const curveSteps = 36

func bandStates(all []workbench.BandOf, units quantity.System) []BandState {
	out := []BandState{}
	for _, b := range all {
		c := b.Elastic.Curve
		one := BandState{ID: b.Band.ID, Odd: b.Odd, Loss: b.Loss, Departure: b.Departure, Refit: b.Refit, Residuals: []float64{},
			Curve: []CurvePoint{}, Dues: []BandDue{}, Why: derivationOf(derivation.Derivation{}), Strands: b.Elastic.Kind.Strands()}
		for _, d := range b.Dues {
			one.Dues = append(one.Dues, BandDue{string(d.What), d.At, d.Retire})
		}
		if b.Problem != nil {
			one.Problem = b.Said(units)
			out = append(out, one)
			continue
		}
		one.Why = derivationOf(c.Explain())
		one.Basis, one.A0C1, one.A0C2, one.RMS = string(c.Basis), float64(c.A0C1), float64(c.A0C2), float64(c.RMS)
		for _, r := range c.Residuals(b.Points) {
			one.Residuals = append(one.Residuals, float64(r.Off))
		}
		for i := range curveSteps + 1 {
			l := c.Rest * quantity.Length(1+(band.MaxStretch-1)*float64(i)/curveSteps)
			one.Curve = append(one.Curve, CurvePoint{float64(l), float64(c.Force(l)), float64(c.U95(l)), string(c.ReachOf(l))})
		}
		out = append(out, one)
	}
	return out
}

// BandTry asks what a movement is like in a set-up that need not be kept.
type BandTry struct {
	Rig   store.Rig `json:"rig"`
	Usual bool      `json:"usual" doc:"Take what is usual, whatever the set-up says"`
	Wish  *BandWish `json:"wish,omitempty"`
}

// BandWish is a pull that is wanted, and what is moved to get it.
type BandWish struct {
	By     string  `json:"by" enum:"distance,stance,grip,bands"`
	Goal   string  `json:"goal" enum:"finish,mean"`
	ForceN float64 `json:"force_n" exclusiveMinimum:"0" maximum:"5000"`
}

// Spot is a place: x forwards, y up, z to the side, in m.
type Spot struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	Z float64 `json:"z"`
}

func spot(p band.Point3) Spot { return Spot{p.X, p.Y, p.Z} }

// Joints is where the joints of the near side are; the other side mirrors them.
type Joints struct {
	Head        Spot `json:"head"`
	Shoulder    Spot `json:"shoulder"`
	Elbow       Spot `json:"elbow"`
	Hand        Spot `json:"hand"`
	Hip         Spot `json:"hip"`
	Knee        Spot `json:"knee"`
	Ankle       Spot `json:"ankle"`
	Toe         Spot `json:"toe"`
	MovingKnee  Spot `json:"moving_knee"`
	MovingAnkle Spot `json:"moving_ankle"`
}

// Body is a body in a band movement: its joints, and the band's two ends.
type Body struct {
	Joints
	From Spot `json:"from" doc:"The end of the band that stays"`
	To   Spot `json:"to" doc:"The end that moves"`
}

func jointsOf(f band.Figure) Joints {
	return Joints{
		Head: spot(f.Head), Shoulder: spot(f.Shoulder), Elbow: spot(f.Elbow), Hand: spot(f.Hand), Hip: spot(f.Hip), Knee: spot(f.Knee),
		Ankle: spot(f.Ankle), Toe: spot(f.Toe),
		MovingKnee: spot(f.MovingKnee), MovingAnkle: spot(f.MovingAnkle),
	}
}

func bodyOf(f band.Figure, from, to band.Point3) Body {
	return Body{Joints: jointsOf(f), From: spot(from), To: spot(to)}
}

// PullPoint is the pull at one point of a movement.
type PullPoint struct {
	Way     float64 `json:"way" doc:"Share of the way that is done"`
	RunM    float64 `json:"run_m"`
	PullN   float64 `json:"pull_n"`
	U95N    float64 `json:"u95_n"`
	AlongN  float64 `json:"along_n" doc:"Part of the pull along the way"`
	Reach   string  `json:"reach" enum:"within,slack,beyond measured,beyond the stretch limit,beyond what can be said"`
	Stretch float64 `json:"stretch" doc:"Times the length at rest"`
}

// PullEnd is one end of what a set-up can be adjusted to.
type PullEnd struct {
	MeanN   float64 `json:"mean_n"`
	StartN  float64 `json:"start_n"`
	FinishN float64 `json:"finish_n"`
}

// PullRange is what a set-up can be adjusted to.
type PullRange struct {
	Light PullEnd `json:"light"`
	Heavy PullEnd `json:"heavy"`
}

// PullRefusal says why a wanted pull cannot be had, and what would do.
type PullRefusal struct {
	Reason   string   `json:"reason"`
	NearestN float64  `json:"nearest_n"`
	Would    []string `json:"would"`
}

// BuiltAnchor is an anchor that was built, held against a set-up.
type BuiltAnchor struct {
	ID        string  `json:"id"`
	Name      string  `json:"name"`
	HeightM   float64 `json:"height_m" doc:"Of its ring that is nearest"`
	OffM      float64 `json:"off_m" doc:"How far that is off the set-up's anchor"`
	StrengthN float64 `json:"strength_n" doc:"What bands may pull it with"`
	Holds     bool    `json:"holds"`
	Why       string  `json:"why" doc:"Why it holds nothing at all"`
}

// Tied is what furniture holds that a band is tied to.
type Tied struct {
	SlideN   float64 `json:"slide_n"`
	TipN     float64 `json:"tip_n"`
	AllowedN float64 `json:"allowed_n" doc:"Half of the lesser"`
	Slides   bool    `json:"slides" doc:"It slides before it tips"`
	Friction float64 `json:"friction"`
	Holds    bool    `json:"holds"`
}

// Span is from where to where something can be moved, in m.
type Span struct {
	By    string  `json:"by" enum:"distance,stance,grip,bands"`
	LowM  float64 `json:"low_m"`
	HighM float64 `json:"high_m"`
}

// BandPull is a band movement as it is set up for a client.
type BandPull struct {
	Rig       store.Rig     `json:"rig" doc:"How it is set up; where a pull was wanted, to get it"`
	Start     Body          `json:"start"`
	Finish    Body          `json:"finish"`
	Physique  Physique      `json:"physique" doc:"Of the client as drawn; without measures, of somebody of the usual size"`
	Points    []PullPoint   `json:"points"`
	StartN    float64       `json:"start_n"`
	MiddleN   float64       `json:"middle_n"`
	FinishN   float64       `json:"finish_n"`
	PeakN     float64       `json:"peak_n"`
	MeanN     float64       `json:"mean_n" doc:"Along the way, over the whole way: work by way; what it counts by"`
	MeanU95N  float64       `json:"mean_u95_n"`
	WorkJ     float64       `json:"work_j"`
	WayM      float64       `json:"way_m"`
	Slack     float64       `json:"slack" doc:"Share of the way"`
	Stretch   float64       `json:"stretch" doc:"Most, times the length at rest"`
	Limit     float64       `json:"stretch_limit"`
	Worst     string        `json:"worst"`
	Range     *PullRange    `json:"range,omitempty"`
	AnchorN   float64       `json:"anchor_n" doc:"Most that the anchor takes"`
	AnchorUp  float64       `json:"anchor_up_deg" doc:"Angle above the horizontal at which it is pulled then"`
	LightDoor float64       `json:"light_door_n" doc:"What a hollow, glazed, sliding or folding door takes at most"`
	Words     string        `json:"words" doc:"The set-up in words"`
	Tied      *Tied         `json:"tied,omitempty"`
	Boards    []BuiltAnchor `json:"boards" doc:"Anchors that were built, the nearest first"`
	Refusal   *PullRefusal  `json:"refusal,omitempty"`
	Spans     []Span        `json:"spans"`
	MostRoomM float64       `json:"most_room_m" doc:"Distance from an anchor that the room has"`
	Why       Derivation    `json:"why"`
}

func pullOf(p *workbench.Pulled) BandPull {
	f := p.Profile
	out := BandPull{
		Rig: p.Rig, Start: bodyOf(p.Start, p.Course.From[0], p.Course.To[0]), Finish: bodyOf(p.End, p.Course.From[1], p.Course.To[1]),
		Physique: physiqueOf(body.PhysiqueOf(p.Set.Stature, p.Mass)), Points: []PullPoint{}, StartN: float64(f.Start),
		MiddleN: float64(f.Middle), FinishN: float64(f.Finish), PeakN: float64(f.Peak),
		MeanN: float64(f.Mean), MeanU95N: float64(f.MeanU95), WorkJ: f.Work, WayM: float64(f.Way), Slack: f.Slack,
		Stretch: f.Stretch, Limit: p.Set.Limit(), Worst: string(f.Worst), AnchorN: float64(p.Anchor.Force), AnchorUp: p.Anchor.Upwards,
		LightDoor: float64(band.LightDoor), Words: p.Set.Words().In(p.Units), Spans: []Span{}, Boards: []BuiltAnchor{},
		MostRoomM: float64(p.Set.Bounds.Distance), Why: derivationOf(f.Explain(p.Movement, p.Set.Bands, p.Set.Rig)),
	}
	for _, s := range f.Samples {
		out.Points = append(out.Points, PullPoint{Way: s.Way, RunM: float64(s.Run), PullN: float64(s.Pull), U95N: float64(s.U95),
			AlongN: float64(s.Along), Reach: string(s.Reach), Stretch: s.Stretch})
	}
	if p.Ranged {
		end := func(e band.RangeEnd) PullEnd {
			return PullEnd{float64(e.Mean), float64(e.Start), float64(e.Finish)}
		}
		out.Range = &PullRange{end(p.Light), end(p.Heavy)}
	}
	if t := p.Tied; t != nil {
		out.Tied = &Tied{SlideN: min(1e6, float64(t.Slide)), TipN: min(1e6, float64(t.Tip)), AllowedN: min(1e6, float64(t.Allowed)),
			Slides: t.Slides, Friction: t.Friction, Holds: t.Allowed >= p.Anchor.Force}
	}
	for _, x := range p.Boards {
		out.Boards = append(out.Boards, BuiltAnchor{x.ID, x.Name, float64(x.Height), float64(x.Off), float64(x.Strength), x.Holds, x.Why})
	}
	if r := p.Refusal; r != nil {
		out.Refusal = &PullRefusal{r.Reason.In(p.Units), float64(r.Nearest), []string{}}
		for _, w := range r.Would {
			out.Refusal.Would = append(out.Refusal.Would, w.In(p.Units))
		}
	}
	for _, a := range p.Movement.Adjusters() {
		s := p.Spans[a]
		out.Spans = append(out.Spans, Span{string(a), s[0], s[1]})
	}
	return out
}
