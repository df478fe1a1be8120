package build

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Word is one of the answers to a question, by what it is kept as.
type Word struct{ Key, Name string }

// Ask is one size or answer that a design is made from. With Words it is one of these, else a
// number from Low to High in the base unit of Kind. Key is what errors call it.
type Ask struct {
	Key, Label string
	Kind       quantity.Kind
	Low, High  float64
	Words      []Word
	Help       string
	Mark       bool // what a link is marked with
}

// Values are the sizes and answers of one build, by the keys of its design's Asks.
type Values struct {
	Num  map[string]float64
	Word map[string]string
}

func (v Values) length(key string) quantity.Length { return quantity.Length(v.Num[key]) }
func (v Values) force(key string) quantity.Force   { return quantity.Force(v.Num[key]) }
func (v Values) mass(key string) quantity.Mass     { return quantity.Mass(v.Num[key]) }
func (v Values) yes(key string) bool               { return v.Word[key] == "yes" }

// Over are values with others in their place where those have any.
func (v Values) Over(with Values) Values {
	out := Values{map[string]float64{}, map[string]string{}}
	for _, from := range []Values{v, with} {
		for k, n := range from.Num {
			out.Num[k] = n
		}
		for k, w := range from.Word {
			out.Word[k] = w
		}
	}
	return out
}

// Situation is what a build stands in: who it is for, what hangs or stands on it, and where.
// Pull is the most that bands there may pull at any set-up, its ± in it, and Read that every one
// of them was read by a scale; Heaviest the heaviest load of the house, Worn the heaviest that is
// worn. Body is the heaviest who trains there. Room is nil where none is said; Wall is one of its
// walls, or -1, and At where along it, in m.
type Situation struct {
	Stature  quantity.Length
	Body     quantity.Estimate
	Who      string // whose body it is; empty for the client's
	Worn     quantity.Mass
	Pull     quantity.Force
	Read     bool
	Heaviest quantity.Mass
	Room     *space.Room
	Wall     int
	At       quantity.Length
	Lane     quantity.Length
	Taken    []Taken
}

// Taken is a part of a wall of a room where something is built already, in m along it.
type Taken struct {
	Name, Room string
	Wall       int
	From, To   quantity.Length
}

// On is what a design stands on or hangs from.
type On string

// The places.
const (
	OnWall    On = "wall"
	OnCeiling On = "ceiling"
	OnDoor    On = "door"
	OnFloor   On = "floor"
	Nowhere   On = "" // it is carried
)

// Design is a parametric design. Asks are its questions as they stand with some answers, Starts its
// sizes for a situation, Build works it out, Gives is what it lets one do where all checks pass,
// Makes the loads that come of it. Of one on a wall, Wide is how much of the wall it takes and
// Studs where its fixings have to meet a stud, from its middle. Changes are what can be done about
// checks that fail, the cheapest first; which of them does is tried.
type Design struct {
	Key, Name, Does string
	On              On
	Asks            func(Values, Situation) []Ask
	Starts          func(Situation) Values
	Build           func(Values, Situation) (Built, error)
	Gives           func(Values, Situation) []capability.Supply
	Makes           func(Values) []load.Container
	Wide            func(Values, Situation) quantity.Length
	Studs           func(Values, Situation) []quantity.Length
	Changes         func(Values, Situation) []change
	Instead         func(Values) string // what does without it
}

// Fit are a design's sizes for a situation: with what is worn there.
func (d Design) Fit(s Situation) Values {
	v := d.Starts(s)
	if _, ok := v.Num[worn.Key]; ok {
		v.Num[worn.Key] = math.Min(worn.High, math.Max(0, float64(s.Worn)))
	}
	return v
}

// Designs are all designs, those for bands and bodies first.
func Designs() []Design {
	return slices.Concat(hangDesigns(), standDesigns(), carryDesigns())
}

// DesignByKey finds one. Errors are *quantity.FieldError of design.
func DesignByKey(key string) (Design, error) {
	for _, d := range Designs() {
		if d.Key == key {
			return d, nil
		}
	}
	return Design{}, quantity.At("design", fmt.Sprintf("%q is no design that is known", key))
}

// Work works a design out in a situation with some sizes; what is not said is as it fits. It
// supplies nothing unless every check passes. Errors are *quantity.FieldError of the asks' keys.
func (d Design) Work(v Values, s Situation) (Worked, error) {
	v = d.Fit(s).Over(v)
	w := Worked{Design: d, Values: v, Asks: d.Asks(v, s)}
	for _, a := range w.Asks {
		if err := a.takes(v); err != nil {
			return w, err
		}
	}
	var err error
	if w.Built, err = d.stands(v, s); err != nil {
		return w, err
	}
	if !w.Built.OK() {
		w.Built.Remedy = d.mended(v, s)
		w.Built.Instead = d.Instead(v)
	}
	if w.Built.OK() && d.Gives != nil {
		w.Gives = d.Gives(v, s)
	}
	return w, nil
}

// stands is a design with its place.
func (d Design) stands(v Values, s Situation) (Built, error) {
	out, err := d.Build(v, s)
	if err != nil {
		return out, err
	}
	if out.OnFloor {
		out.Checks = append(out.Checks, s.floor(v, out))
	}
	if d.On != OnWall {
		return out, nil
	}
	out.Checks = append(out.Checks, s.standing(d.width(v, s), out.Bottom, d.studs(v, s)))
	if over := s.over(); over > 0 {
		out.Checks = append(out.Checks, Check{Link: "under the ceiling", Fits: true, Demand: float64(out.Top), Capacity: float64(over), Unit: "m", Formula: "its top against the ceiling there", Source: "survey"})
	}
	return out, nil
}

// Worked is a design as it was worked out: with all of its sizes, its questions, and what it
// gives.
type Worked struct {
	Design Design
	Values Values
	Asks   []Ask
	Built  Built
	Gives  []capability.Supply
}

// For says whose body a design was worked out for in a situation, and with what is worn; empty where
// no body is on it.
func (w Worked) For(s Situation) string {
	worn, on := w.Values.Num[worn.Key]
	if !on {
		return ""
	}
	who := s.Who
	if who == "" {
		who = "the client"
	}
	return fmt.Sprintf("Worked out for %s: %.1f kg with its ±, and %.1f kg worn or held; no more than that on it", who, float64(s.Body.Value+s.Body.Expanded()), worn)
}

func (a Ask) takes(v Values) error {
	if len(a.Words) > 0 {
		if !slices.ContainsFunc(a.Words, func(w Word) bool { return w.Key == v.Word[a.Key] }) {
			return quantity.At(a.Key, fmt.Sprintf("%q is none of the answers to this", v.Word[a.Key]))
		}
		return nil
	}
	n, ok := v.Num[a.Key]
	if !ok || math.IsNaN(n) || n < a.Low || n > a.High {
		return quantity.At(a.Key, "from ", quantity.Amount(a.Kind, a.Low), " to ", quantity.Amount(a.Kind, a.High))
	}
	return nil
}

// yesNo asks something that is not known until it is said.
func yesNo(key, label, help string) Ask { return yesNoOf(key, label, "No, or not known", help) }

func yesNoOf(key, label, no, help string) Ask {
	return Ask{Key: key, Label: label, Words: []Word{{"yes", "Yes"}, {"no", no}}, Help: help}
}

func metres(key, label string, low, high float64) Ask {
	return Ask{Key: key, Label: label, Kind: quantity.KindLevel, Low: low, High: high}
}

// marked asks what a link is marked with.
func marked(key, label string) Ask {
	return Ask{Key: key, Label: label, Kind: quantity.KindForce, Low: 0, High: 100000, Mark: true, Help: "Its working load as the maker marks it; 0 where there is no mark: then it counts as nothing."}
}

// always says the same, whatever the answers.
func always(text string) func(Values) string { return func(Values) string { return text } }

// extra bounds a supply by what its build was worked out with besides the body.
func extra(v Values, s capability.Supply) capability.Supply {
	s.Limited, s.Extra = true, v.mass(worn.Key)
	return s
}

// named is an error of one of the sizes of a joist, by the key that it is asked with.
func named(err error, prefix string) error {
	var at *quantity.FieldError
	if errors.As(err, &at) && slices.ContainsFunc(overheadAsks(prefix), func(a Ask) bool { return a.Key == prefix+at.Field }) {
		return &quantity.FieldError{Field: prefix + at.Field, Detail: at.Detail}
	}
	return err
}

func asked(all ...Ask) func(Values, Situation) []Ask {
	return func(Values, Situation) []Ask { return all }
}

// body is who is on it, with what is worn.
func (s Situation) body(v Values) quantity.Estimate {
	b := s.Body
	b.Value += v.mass("worn_kg")
	return b
}

var worn = Ask{Key: "worn_kg", Label: "Worn with it", Kind: quantity.KindMass, Low: 0, High: 60, Help: "A vest or a pack that is worn on it."}

// damp asks whether its wood gets wet.
var damp = yesNoOf("wet", "Gets wet or stays damp", "No", "Outdoors, a damp cellar: wood bends and holds screws the less, and nothing is glued.")

// outside is the answer to it in a room that is outdoors.
func (s Situation) outside() string {
	if s.Room != nil && s.Room.Outdoor {
		return "yes"
	}
	return "no"
}

// friction asks how rough the floor is.
var friction = Ask{Key: "mu", Label: "Friction of its feet", Kind: quantity.KindRatio, Low: 0.05, High: 1.5, Help: "0.2 where nobody has tried; rubber feet on a dry floor 0.5. Pull it with the hanging scale: pull over weight."}

func words(pairs ...string) (out []Word) {
	for i := 0; i+1 < len(pairs); i += 2 {
		out = append(out, Word{pairs[i], pairs[i+1]})
	}
	return out
}

// wallOf is a wall as an anchor is asked, the weak end of what nobody has said: a lining of 25 mm,
// wood of no known species.
func (s Situation) wallOf(v Values) (base Base, owner string) {
	base = Base{Kind: OtherWall, B: 0.038, H: 0.089, High: 2.4, Spacing: 0.6, Lining: 0.025}
	if v.Word["stud"] == "63" {
		base.H = 0.063
	}
	base.PlateHeld, base.Wet = v.yes("plate_held"), v.yes("wet")
	base.AnchorOff, base.AnchorAlong = v.force("anchor_off_n"), v.force("anchor_along_n")
	base.Joints = v.yes("joints")
	r := s.Room
	if r == nil || s.Wall < 0 || s.Wall >= len(r.Walls) {
		return base, ""
	}
	w := r.Walls[s.Wall]
	switch w.Kind {
	case space.TimberStud:
		base.Kind = WoodStuds
	case space.Brick, space.ConcreteOf, space.Stone, space.HollowBlock:
		base.Kind = MasonryWall
	}
	if over := s.over(); over > 0 {
		base.High = over
	}
	if w.Spacing > 0 {
		base.Spacing = w.Spacing
	}
	if w.Lining > 0 {
		base.Lining = w.Lining
	}
	if owner = s.owner(); w.NoHoles {
		owner = "no"
	}
	return base, owner
}

// owner is the word of who owns the room, for its walls and what is overhead: yes, no, or nothing.
func (s Situation) owner() string {
	switch {
	case s.Room == nil:
		return ""
	case s.Room.Holes == space.NoHoles:
		return "no"
	case s.Room.Holes == space.Drillable:
		return "yes"
	}
	return ""
}

// over is how high the ceiling is at the place on the wall, 0 where that is not known.
func (s Situation) over() quantity.Length {
	r := s.Room
	if r == nil || r.Ceiling.Height <= 0 || s.Wall < 0 || s.Wall >= len(r.Walls) {
		return 0
	}
	return r.Over(r.At(s.Wall, s.At))
}

// onStud is how far off the middle of a stud a screw may be, in m (house value, for screws to 8 mm
// in an edge of 38 mm).
const onStud = 0.005

// width is how much of a wall a design takes.
func (d Design) width(v Values, s Situation) quantity.Length {
	if d.Wide == nil {
		return 0
	}
	return d.Wide(v, s)
}

// floor is what it all stands on in the end, with who is on it: on the ground anything, upstairs no
// more than 200 kg to less than 2 m², which wants an engineer.
func (s Situation) floor(v Values, b Built) Check {
	body := s.body(v)
	c := Check{Link: "floor below", Demand: float64(body.Value+body.Expanded()) + float64(b.Mass), Capacity: askMass, Unit: "kg", Formula: "all of it and who is on it, upstairs on under 2 m²", Source: "house rule"}
	switch {
	case s.Room != nil && (s.Room.Floor == space.Slab || s.Room.Outdoor):
		c.Demand, c.Formula = 0, "on the ground"
	case b.Floor >= askArea:
		c.Demand, c.Formula = 0, "all of it and who is on it, over 2 m² or more"
	case c.Demand > c.Capacity:
		c.Refused = "over 200 kg on under 2 m² upstairs: across three joists near a wall, and an engineer is asked"
	}
	return c
}

// studs is where, from its middle, a design has to meet a stud.
func (d Design) studs(v Values, s Situation) []quantity.Length {
	if d.Studs == nil {
		return []quantity.Length{0}
	}
	return d.Studs(v, s)
}

// Takes is the part of its wall that a design takes in a situation; ok is false of one on none.
func (d Design) Takes(name string, v Values, s Situation) (t Taken, ok bool) {
	if d.On != OnWall || s.Room == nil || s.Wall < 0 {
		return t, false
	}
	half := d.width(d.Fit(s).Over(v), s) / 2
	return Taken{name, s.Room.ID, s.Wall, s.At - half, s.At + half}, true
}

// placeOnWall is the link of where a design stands on a wall.
const placeOnWall = "place on the wall"

// before is how deep the floor before something on a wall has to be free, in m (house value).
const before quantity.Length = 0.12

// standing is whether the place on the wall is one: a wall, free there over a width from low up, with
// nothing standing before it, and studs where fixings have to meet them, from the middle.
func (s Situation) standing(wide, low quantity.Length, offs []quantity.Length) Check {
	c := Check{Link: placeOnWall, Fits: true, Capacity: 1, Formula: "a free place, on a stud where there are studs", Source: "survey"}
	r := s.Room
	if r == nil || s.Wall < 0 || s.Wall >= len(r.Walls) {
		c.Refused = "no wall is chosen: say which, and where along it"
		return c
	}
	from, to := s.At-wide/2, s.At+wide/2
	for _, t := range s.Taken {
		if t.Room == r.ID && t.Wall == s.Wall && from < t.To && t.From < to {
			c.Refused = t.Name + " is there: choose another place along the wall"
			return c
		}
	}
	for _, o := range r.Openings {
		if o.Wall == s.Wall && to > o.At-0.1 && from < o.At+o.Width+0.1 {
			c.Refused = o.Name + " is there: choose another place along the wall"
			return c
		}
	}
	if t, there := r.Before(s.Wall, from, to, low, before); there {
		c.Refused = t.Name + " stands there: move it, or choose another place along the wall"
		if t.Kind == space.BuiltIn {
			c.Refused = t.Name + " is there: choose another place along the wall"
		}
		return c
	}
	_, _, long := r.Wall(s.Wall)
	if s.At < 0.05 || s.At > long-0.05 || from < -0.001 || to > long+0.001 {
		c.Refused = "the wall ends there"
		return c
	}
	if r.Walls[s.Wall].Kind != space.TimberStud {
		return c
	}
	studs := r.Studs(s.Wall)
	if len(studs) == 0 {
		c.Refused = "nobody has found the first stud: small pilot holes, then write it down at Space"
		return c
	}
	c.Capacity, c.Unit = onStud, "m"
	for _, off := range offs {
		at := s.At + off
		near := slices.MinFunc(studs, func(a, b quantity.Length) int {
			return cmp.Compare(math.Abs(float64(a-at)), math.Abs(float64(b-at)))
		})
		if away := math.Abs(float64(near - at)); away >= c.Demand {
			c.Demand = away
			c.Formula = fmt.Sprintf("from the middle of a stud; the nearest is at %.2f m", float64(near))
			if len(offs) > 1 {
				c.Formula = fmt.Sprintf("each of its %d places from the middle of a stud; for that at %.2f m the nearest is at %.2f m", len(offs), float64(at), float64(near))
			}
		}
	}
	return c
}
