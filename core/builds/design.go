package builds

import (
	"errors"
	"fmt"
	"maps"
	"math"
	"slices"

	"scrappyrack/core/capability"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Word is one of the answers to a question, by what it is kept as.
type Word struct {
	Key  string
	Name Text
}

// Ask is one size or answer that a design is made from. With Words it is one of these, else a
// number from Low to High in the base unit of Kind. Key is what errors call it.
type Ask struct {
	Key       string
	Label     Text
	Kind      quantity.Kind
	Low, High float64
	Words     []Word
	Help      Text
	Mark      bool    // what a link is marked with
	Hold      string  // the one answer with which anybody goes on, of a hold with words
	Least     float64 // from where on anybody goes on, of a hold with a number; 0 is not known
	Text      bool    // it is answered in words of one's own
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
// Pull is the most that bands there may pull at any set-up, its ± in it, Stretch by how much they are
// longer then than at rest, 0 where nobody knows, and Read that every one of them was read by a scale;
// Heaviest is the heaviest load of the house, All what all loads come to, Worn the heaviest that is
// worn. Body is the heaviest who trains there. Inches says that things are bought as North America
// sells them. Room is nil where none is said; Wall is one of its walls, or -1, and At where along it,
// in m.
type Situation struct {
	Stature  quantity.Length
	Body     quantity.Estimate
	Who      string // whose body it is; empty for the client's
	Worn     quantity.Mass
	Pull     quantity.Force
	Stretch  quantity.Length
	Read     bool
	Inches   bool
	Heaviest quantity.Mass
	All      quantity.Mass
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
// Makes the containers that come of it and Loads the loads that are none. Of one on a wall, Wide is how
// much of the wall it takes and Studs where its fixings have to meet a stud, from its middle. Changes are what can be done about
// checks that fail, the cheapest first; which of them does is tried.
type Design struct {
	Key, Name, Does string
	On              On
	Asks            func(Values, Situation) []Ask
	Starts          func(Situation) Values
	Build           func(Values, Situation) (Built, error)
	Gives           func(Values, Situation) []capability.Supply
	Makes           func(Values) []load.Container
	Loads           func(Values) []load.Rung
	Wide            func(Values, Situation) quantity.Length
	Studs           func(Values, Situation) []quantity.Length
	Changes         func(Values, Situation) []change
	Instead         func(Values) Text // what does without it
	Draw            func(Values, Situation) []Figure
	Unproven        bool // it has no proof test: nobody's weight is on it
}

// designs are all of them, each with its place: every one says it of itself, in its own file.
var designs = map[int]Design{}

// known puts a design among all, at a place that is its own.
func known(place int, d Design) Design {
	if _, taken := designs[place]; taken {
		panic("two designs at one place: " + d.Key)
	}
	designs[place] = d
	return d
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
func Designs() (out []Design) {
	for _, place := range slices.Sorted(maps.Keys(designs)) {
		out = append(out, designs[place])
	}
	return out
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
		// What has to be looked at on the spot is another matter than what has to be changed.
		w.Built.Remedy = d.mended(d.Answered(v, s), s)
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
	base, _ := s.wallOf(v)
	out.Opened = out.Opened || d.On == OnCeiling || d.On == OnWall && base.Kind == MasonryWall
	out.Checks = append(out.Checks, open(d.Asks(v, s), v)...)
	if d.On != OnWall {
		return out, nil
	}
	out.Checks = append(out.Checks, s.standing(d.width(v, s), out.Bottom, d.studs(v, s)))
	if over := s.over(); over > 0 {
		out.Checks = append(out.Checks, Check{Link: "under the ceiling", Fits: true, Demand: float64(out.Top),
			Capacity: float64(over), Unit: "m", Formula: "its top against the ceiling there", Source: "survey"})
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
func (w Worked) For(s Situation) Text {
	worn, on := w.Values.Num[worn.Key]
	if !on {
		return ""
	}
	who := s.Who
	if who == "" {
		who = "the client"
	}
	return tell("Worked out for %s: %s with its ±, and %s worn or held; no more than that on it", who,
		kilo(s.Body.Value+s.Body.Expanded(), 1), kilo(worn, 1))
}

func (a Ask) takes(v Values) error {
	if a.Text {
		return nil
	}
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
func yesNo(key string, label, help Text) Ask { return yesNoOf(key, label, "No, or not known", help) }

func yesNoOf(key string, label, no, help Text) Ask {
	return Ask{Key: key, Label: label, Words: []Word{{"yes", "Yes"}, {"no", no}}, Help: help}
}

func metres(key string, label Text, low, high float64) Ask {
	return Ask{Key: key, Label: label, Kind: quantity.KindLevel, Low: low, High: high}
}

// marked asks what a link is marked with.
func marked(key string, label Text) Ask {
	return Ask{Key: key, Label: label, Kind: quantity.KindForce, Low: 0, High: 100000, Mark: true,
		Help: "Its working load as the maker marks it; 0 where there is no mark: then it counts as nothing."}
}

// always says the same, whatever the answers.
func always(text Text) func(Values) Text { return func(Values) Text { return text } }

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

var worn = Ask{Key: "worn_kg", Label: "Worn with it", Kind: quantity.KindMass, Low: 0, High: 60,
	Help: "A vest or a pack that is worn on it."}

// damp asks whether its wood gets wet.
var damp = yesNoOf("wet", "Gets wet or stays damp", "No",
	"Outdoors, a damp cellar: wood bends and holds screws the less, and nothing is glued.")

// outside is the answer to it in a room that is outdoors.
func (s Situation) outside() string {
	if s.Room != nil && s.Room.Outdoor {
		return "yes"
	}
	return "no"
}

// friction asks how rough the floor is.
var friction = Ask{Key: "mu", Label: "Friction of its feet", Kind: quantity.KindRatio, Low: 0.05, High: 1.5,
	Help: "0.2 where nobody has tried; rubber feet on a dry floor 0.5. Pull it with the hanging scale: pull over weight."}

func words(pairs ...string) (out []Word) {
	for i := 0; i+1 < len(pairs); i += 2 {
		out = append(out, Word{pairs[i], Text(pairs[i+1])})
	}
	return out
}
