package api

import (
	"slices"

	"scrappyrack/core/body"
	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// HeadsOfPerson are the heights for one of the people.
type HeadsOfPerson struct {
	Person string     `json:"person"`
	Heads  []Headroom `json:"heads"`
}

// Home is what all rooms come to.
type Home struct {
	Rooms   []RoomState     `json:"rooms" doc:"As in the file"`
	Heads   []Headroom      `json:"heads" doc:"Every use of height, where it is best to be had; none without a stature"`
	Others  []HeadsOfPerson `json:"others" doc:"The same for each of the other people who were measured"`
	LaneM   float64         `json:"lane_m" doc:"The longest lane of all rooms that are trained in"`
	Lengths int             `json:"lengths_50ft" doc:"How often it is walked for 50 ft (15.24 m); 0 when loads are held standing"`
	Twenty  int             `json:"lengths_20m" doc:"The same for 20 m"`
	MostM   float64         `json:"most_m" doc:"The most room before a wall or a door, for bands"`
	Outside []string        `json:"outside" doc:"Uses that are to be had outdoors only"`
}

// RoomState is what one room comes to. Places are in m on its drawing: the first corner at
// 0, 0, the first wall along x, y down.
type RoomState struct {
	ID        string         `json:"id"`
	Problem   string         `json:"problem" doc:"Why its walls do not close, when they do not"`
	Outline   []Corner       `json:"outline" doc:"Corner i is where wall i begins; none where nobody has measured"`
	GapM      float64        `json:"gap_m" doc:"By how much the walls missed the start as measured"`
	Gap       Corner         `json:"gap" doc:"In which direction: from the start to where they ended"`
	Again     string         `json:"again" doc:"The walls to measure again, by their letters; empty where the walk closed"`
	Walls     []WallState    `json:"walls"`
	Openings  []OpeningState `json:"openings"`
	Things    []ThingState   `json:"things"`
	Low       []LowState     `json:"low" doc:"What hangs below the ceiling or slopes"`
	Roof      Takes          `json:"roof"`
	FreeM2    float64        `json:"free_m2"`
	FreeHalf  float64        `json:"free_half_m2" doc:"How far that may be off, ±"`
	FreeWhy   Derivation     `json:"free_why"`
	Largest   FreeSpot       `json:"largest" doc:"The largest free rectangle along the longest wall"`
	Lane      *FreeLane      `json:"lane,omitempty" doc:"The longest lane 0.9 m wide in which the client walks upright"`
	LaneM     float64        `json:"lane_m"`
	LaneWhy   Derivation     `json:"lane_why"`
	LaneHalf  float64        `json:"lane_half_m" doc:"How far that may be off, ±"`
	Heads     []Headroom     `json:"heads"`
	Conflicts []RoomConflict `json:"conflicts" doc:"What stands wrong"`
	Lost      []LostThing    `json:"lost" doc:"What has no place any more, its wall being gone"`
	Dropping  string         `json:"dropping" doc:"What its floor bears of what falls"`
	Sliders   string         `json:"sliders" doc:"What slides on its floor; empty for nothing"`
	LiveLoad  float64        `json:"live_load_pa" doc:"What such a floor is built for"`
}

// LostThing is something that has no place in its room.
type LostThing struct {
	List string `json:"list" enum:"openings,overheads"`
	ID   string `json:"id"`
	Why  string `json:"why"`
}

// FreeSpot is a free rectangle.
type FreeSpot struct {
	Outline []Corner `json:"outline" doc:"None where there is none"`
	WidthM  float64  `json:"width_m"`
	DepthM  float64  `json:"depth_m"`
}

// Takes is what something in a room may be asked to hold, in principle.
type Takes struct {
	What  string  `json:"what" enum:"nothing,bands,body"`
	MostN float64 `json:"most_n" doc:"What bands may come to; 0 where the fixing decides"`
	Look  bool    `json:"look" doc:"Somebody has to look first"`
	Why   string  `json:"why"`
}

// WallState is what is known of a wall.
type WallState struct {
	Name    string    `json:"name"`
	LengthM float64   `json:"length_m" doc:"As it is drawn"`
	MovedM  float64   `json:"moved_m" doc:"What closing the walk added to it"`
	Takes   Takes     `json:"takes"`
	StudsM  []float64 `json:"studs_m" doc:"From its start"`
	RunM    float64   `json:"run_m" doc:"The most room before it, 0.9 m wide"`
	RunAtM  float64   `json:"run_at_m" doc:"Where on it that is"`
	Skyline []Corner  `json:"skyline" doc:"The ceiling along it: how far along, how high; none where not measured"`
}

// OpeningState is what is known of an opening.
type OpeningState struct {
	ID    string   `json:"id"`
	Takes Takes    `json:"takes" doc:"By an anchor for bands, from this room"`
	Swing []Corner `json:"swing" doc:"What it sweeps of the room"`
	RunM  float64  `json:"run_m" doc:"The room before it, 0.9 m wide"`
	Wrong string   `json:"wrong" doc:"Why it cannot be where it is; empty when it can"`
}

// ThingState is what is known of what stands in a room.
type ThingState struct {
	ID       string     `json:"id"`
	Outline  []Corner   `json:"outline"`
	Around   []Corner   `json:"around" doc:"With what is worked on around it"`
	Support  bool       `json:"support" doc:"It may be stood or sat on"`
	Unfit    string     `json:"unfit" doc:"Why not"`
	LoadPa   float64    `json:"load_pa" doc:"Its mass over its foot and working zone; 0 when its mass is not known"`
	LoadWhy  Derivation `json:"load_why"`
	AskFirst bool       `json:"ask_first" doc:"That is above what such a floor is built for: a structural engineer decides"`
}

// LowState is what hangs below a ceiling, or slopes.
type LowState struct {
	Name    string    `json:"name"`
	Outline []Corner  `json:"outline"`
	LowM    float64   `json:"low_m"`
	HighM   float64   `json:"high_m" doc:"The same as low_m but of a slope"`
	FootM   [2]Corner `json:"foot" doc:"Of a slope: where it is lowest"`
}

// RoomConflict is one thing that stands wrong.
type RoomConflict struct {
	Kind     string  `json:"kind" enum:"outside,overlap,swing,zone,way-out"`
	Thing    string  `json:"thing"`
	Other    string  `json:"other"`
	MissingM float64 `json:"missing_m"`
	Guidance bool    `json:"guidance" doc:"Advice, and not a thing that cannot be"`
	Why      string  `json:"why"`
}

// Headroom is one use of height held against the rooms.
type Headroom struct {
	Use     string     `json:"use"`
	Name    string     `json:"name"`
	NeedsM  float64    `json:"needs_m"`
	WidthM  float64    `json:"width_m" doc:"Of the place it wants"`
	DepthM  float64    `json:"depth_m"`
	Verdict string     `json:"verdict" enum:"yes,here,unsure,change,no,unmeasured"`
	BestM   float64    `json:"best_m" doc:"The highest that such a place has; 0 where the floor has none"`
	MarginM float64    `json:"margin_m"`
	Fits    bool       `json:"fits"`
	Known   bool       `json:"known" doc:"False when the ceiling has not been measured"`
	Room    string     `json:"room" doc:"Id of the room in which it is best to be had"`
	Where   []Corner   `json:"where" doc:"The place"`
	Near    string     `json:"near"`
	Lacks   string     `json:"lacks"`
	Change  string     `json:"change" doc:"What would make it possible"`
	Instead string     `json:"instead"`
	Why     Derivation `json:"why"`
}

// drawn is a place of a room on its drawing, whose y runs down from the first wall.
func drawn(p plane.Point) Corner { return Corner{p.X, -p.Y} }

func cornersOf(r []plane.Point) []Corner {
	out := make([]Corner, 0, len(r))
	for _, p := range r {
		out = append(out, drawn(p))
	}
	return out
}

func freeSpotOf(s space.Spot) FreeSpot {
	return FreeSpot{cornersOf(s.Outline), float64(s.Width), float64(s.Depth)}
}

func takesOf(t space.Takes, units quantity.System) Takes {
	return Takes{string(t.What), float64(t.Most), t.Look, t.Why.In(units)}
}

func headsOf(all []space.Headroom, rooms []space.Room, units quantity.System) []Headroom {
	out := []Headroom{}
	for _, h := range all {
		one := Headroom{
			Use: string(h.Use), Name: h.Name, NeedsM: h.Needed.Value, WidthM: float64(h.Width), DepthM: float64(h.Depth),
			Verdict: string(h.Verdict),
			BestM:   float64(h.Best), MarginM: float64(h.Margin), Fits: h.Fits, Known: h.Known, Where: cornersOf(h.Where.Outline),
			Near:   h.Near.In(units),
			Change: h.Change.In(units), Instead: h.Instead.In(units), Why: derivationOf(h.Needed),
		}
		if h.Room >= 0 && h.Room < len(rooms) {
			one.Room = rooms[h.Room].ID
		}
		if !h.Fits {
			one.Lacks = h.Lack().In(units)
		}
		out = append(out, one)
	}
	return out
}

// whatIsAsked are the uses that a consultant asks for, of all.
func whatIsAsked(all []space.Headroom) []space.Headroom {
	var out []space.Headroom
	for _, u := range space.Asked() {
		if i := slices.IndexFunc(all, func(h space.Headroom) bool { return h.Use == u }); i >= 0 {
			out = append(out, all[i])
		}
	}
	return out
}

func homeOf(f store.File, r workbench.Results) Home {
	units := quantity.System(f.Profile.Units)
	a := r.Client.Space
	out := Home{
		Rooms: []RoomState{}, Heads: headsOf(whatIsAsked(a.Heads), r.Client.Rooms, units),
		Others: []HeadsOfPerson{},
		LaneM:  float64(a.Lane), Lengths: space.Lengths(a.Lane, carryDistance), Twenty: space.Lengths(a.Lane, 20),
		MostM: float64(a.Farthest), Outside: []string{},
	}
	for _, u := range a.Outside {
		out.Outside = append(out.Outside, a.Head(u).Name)
	}
	for _, o := range r.Others {
		out.Others = append(out.Others, HeadsOfPerson{o.Person, headsOf(whatIsAsked(o.Heads), r.Client.Rooms, units)})
	}
	hip := body.At(r.Client.Person.Stature, body.Hip)
	for i, room := range r.Rooms {
		s := roomStateOf(room, a.Rooms[i], r.Client.Rooms, units)
		s.Dropping = room.Room.Dropping(hip).In(units)
		s.LaneWhy = derivationOf(room.Room.ExplainLane(a.Rooms[i], r.Client.Person.Body()))
		out.Rooms = append(out.Rooms, s)
	}
	return out
}

func roomStateOf(of workbench.RoomOf, a space.Answer, rooms []space.Room, units quantity.System) RoomState {
	r := of.Room
	out := RoomState{
		ID: r.ID, Outline: cornersOf(r.Outline), Walls: []WallState{}, Openings: []OpeningState{}, Things: []ThingState{},
		Low: []LowState{}, Roof: takesOf(r.RoofTakes(), units),
		FreeM2: a.Free, FreeHalf: a.FreeHalf, FreeWhy: derivationOf(r.FreeFloor()), Largest: freeSpotOf(a.Largest), LaneM: a.Lane.Length(),
		LaneHalf: float64(a.LaneHalf),
		Heads:    headsOf(whatIsAsked(a.Heads), rooms, units), Conflicts: []RoomConflict{}, Lost: []LostThing{}, LiveLoad: r.LiveLoad(),
	}
	out.Sliders, _ = r.Surface.Sliders()
	if of.Problem != nil {
		out.Problem = of.Said(units)
	}
	if a.Lane.Length() > 0 {
		out.Lane = &FreeLane{drawn(a.Lane.From), drawn(a.Lane.To)}
	}
	if of.Walked {
		out.GapM, out.Gap, out.Again = of.Survey.Missed(), drawn(of.Survey.Gap), of.Survey.AgainNames()
	}
	for _, l := range of.Lost {
		out.Lost = append(out.Lost, LostThing{l.List, l.ID, quantity.In(l.Why, units).Error()})
	}
	look := of.Look()
	for i := range r.Walls {
		_, _, l := r.Wall(i)
		w := WallState{Name: space.WallName(i), LengthM: float64(l), MovedM: float64(of.Survey.Moved[i]),
			Takes: takesOf(r.WallTakes(i), units), StudsM: []float64{}, Skyline: []Corner{}}
		for _, s := range r.Studs(i) {
			w.StudsM = append(w.StudsM, float64(s))
		}
		if far := look.Farthest[i]; far.Run > 0 {
			w.RunM, w.RunAtM = float64(far.Run), float64(far.Along)
		}
		for _, s := range look.Skylines[i] {
			w.Skyline = append(w.Skyline, Corner{float64(s.Along), float64(s.Height)})
		}
		out.Walls = append(out.Walls, w)
	}
	for i, o := range r.Openings {
		s := OpeningState{ID: o.ID, Takes: takesOf(r.DoorTakes(i), units), Swing: cornersOf(r.Swing(i)), RunM: float64(r.AtDoor(i).Run)}
		if err := r.CheckOpening(i); err != nil {
			s.Wrong = quantity.In(err, units).Error()
		}
		out.Openings = append(out.Openings, s)
	}
	for _, t := range r.Things {
		ok, why := t.Support()
		s := ThingState{ID: t.ID, Outline: cornersOf(t.Outline()), Around: cornersOf(t.Around()), Support: ok, Unfit: why.In(units)}
		if t.Mass > 0 {
			b := r.BurdenOf(t, t.Mass)
			s.LoadPa, s.AskFirst = b.Around, b.Ask
		}
		s.LoadWhy = derivationOf(r.ExplainBurden(t, t.Mass))
		out.Things = append(out.Things, s)
	}
	for _, d := range r.Hangs() {
		out.Low = append(out.Low, LowState{Name: d.Name, Outline: cornersOf(d.Outline), LowM: float64(d.Under), HighM: float64(d.Under)})
	}
	for _, s := range r.Ceiling.Slopes {
		out.Low = append(out.Low, LowState{
			Name: s.Name, Outline: cornersOf(s.Outline), LowM: float64(s.Low), HighM: float64(s.High),
			FootM: [2]Corner{drawn(s.Outline[s.From]), drawn(s.Outline[(s.From+1)%len(s.Outline)])},
		})
	}
	for _, c := range look.Conflicts {
		out.Conflicts = append(out.Conflicts, RoomConflict{string(c.Kind), c.Thing, c.Other, float64(c.Missing), c.Guidance,
			c.Why.In(units)})
	}
	return out
}
