package builds

import (
	"fmt"
	"maps"
	"slices"
	"sync"

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
// longer then than at rest, 0 where nobody knows, and Read that every one of them was read by a scale.
// Body is the heaviest who trains there. Inches says that things are bought as North America
// sells them. Room is nil where none is said; Wall is one of its walls, or -1, and At where along it,
// in m.
type Situation struct {
	Stature quantity.Length
	Body    quantity.Estimate
	Who     string // whose body it is; empty for the client's
	Pull    quantity.Force
	Stretch quantity.Length
	Read    bool
	Inches  bool
	Loads   func() Loads // asked by designs that rest on it; nil for none
	Room    *space.Room
	Wall    int
	At      quantity.Length
	Lane    quantity.Length
	Taken   []Taken
}

// Loads are what the loads of a household come to: the heaviest that is worn, the heaviest of all,
// and all that can be laid on one thing at once.
type Loads struct{ Worn, Heaviest, All quantity.Mass }

// LoadsOf is what loads come to, those of one thing together.
func LoadsOf(all [][]load.Rung) (out Loads) {
	for _, rungs := range all {
		most := quantity.Mass(0)
		for _, r := range rungs {
			switch r.Hold {
			case load.Band, load.Body:
				continue
			case load.Dragged:
			case load.Worn:
				out.Worn, out.Heaviest = max(out.Worn, r.High), max(out.Heaviest, r.High)
			default:
				out.Heaviest = max(out.Heaviest, r.High)
			}
			most = max(most, r.High)
		}
		out.All += most
	}
	return out
}

func (s Situation) loads() Loads {
	if s.Loads == nil {
		return Loads{}
	}
	return s.Loads()
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

// of says a design by its struct T, which its questions, their bounds and what they start from come from.
// Build works it out, Gives is what it lets one do where all checks pass, Makes the containers that come of
// it and Loads the loads that are none. Of one on a wall, Wide is how much of the wall it takes and Studs
// where its fixings have to meet a stud, from its middle. Changes are what can be done about checks that
// fail, the cheapest first; which of them does is tried. Instead is what does without it.
type of[T any] struct {
	Key, Name, Does string
	On              On
	Build           func(T, Situation) (Built, error)
	Gives           func(T, Situation) []capability.Supply
	Makes           func(T) []load.Container
	Loads           func(T) []load.Rung
	Wide            func(T) quantity.Length
	Studs           func(T) []quantity.Length
	Changes         func(T, Situation) []change
	Instead         func(T) Text
	Draw            func(T, Situation) []Figure
	Unproven        bool // it has no proof test: nobody's weight is on it
}

// Design is a parametric design.
type Design struct {
	Key, Name, Does string
	On              On
	Unproven        bool
	Carried         bool // loads come of it

	blank   func() formed
	copied  func(formed) formed
	build   func(formed, Situation) (Built, error)
	gives   func(formed, Situation) []capability.Supply
	rungs   func(made formed, id string) []load.Rung
	wide    func(formed) quantity.Length
	studs   func(formed) []quantity.Length
	changes func(formed, Situation) []change
	instead func(formed) Text
	draw    func(formed, Situation) []Figure
}

// known puts a design among all, at a place that is its own.
func known[T any, P interface {
	*T
	formed
}](place int, k of[T]) Design {
	if _, taken := designs[place]; taken {
		panic("two designs at one place: " + k.Key)
	}
	it := func(m formed) T { return *m.(P) }
	d := Design{
		Key: k.Key, Name: k.Name, Does: k.Does, On: k.On, Unproven: k.Unproven, Carried: k.Makes != nil || k.Loads != nil,
		blank:   func() formed { return P(new(T)) },
		copied:  func(m formed) formed { c := it(m); return P(&c) },
		build:   func(m formed, s Situation) (Built, error) { return k.Build(it(m), s) },
		gives:   func(formed, Situation) []capability.Supply { return nil },
		rungs:   func(m formed, id string) []load.Rung { return rungsOf(k, it(m), id) },
		wide:    func(formed) quantity.Length { return 0 },
		studs:   func(formed) []quantity.Length { return []quantity.Length{0} },
		changes: func(formed, Situation) []change { return nil },
		instead: func(m formed) Text { return k.Instead(it(m)) },
		draw:    func(m formed, s Situation) []Figure { return k.Draw(it(m), s) },
	}
	if k.Gives != nil {
		d.gives = func(m formed, s Situation) []capability.Supply { return k.Gives(it(m), s) }
	}
	if k.Wide != nil {
		d.wide = func(m formed) quantity.Length { return k.Wide(it(m)) }
	}
	if k.Studs != nil {
		d.studs = func(m formed) []quantity.Length { return k.Studs(it(m)) }
	}
	if k.Changes != nil {
		d.changes = func(m formed, s Situation) []change { return k.Changes(it(m), s) }
	}
	designs[place] = d
	return d
}

// designs are all of them, each with its place: every one says it of itself, in its own file.
var designs = map[int]Design{}

// Asks are a design's questions as they stand with some answers.
func (d Design) Asks(v Values, s Situation) []Ask {
	f := &form{s: s, said: &v, tells: true}
	f.of(d.blank())
	return f.asks
}

// Fit are a design's answers for a situation where nobody has said.
func (d Design) Fit(s Situation) Values {
	if d.blank == nil {
		return Values{} // of a design that nobody knows
	}
	f := &form{s: s, said: &Values{}, tells: true}
	f.of(d.blank())
	return f.all
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
	for _, d := range designs {
		if d.Key == key {
			return d, nil
		}
	}
	return Design{}, quantity.At("design", fmt.Sprintf("%q is no design that is known", key))
}

// Work works a design out in a situation with some sizes; what is not said is as it fits. It
// supplies nothing unless every check passes. Errors are *quantity.FieldError of the asks' keys.
func (d Design) Work(v Values, s Situation) (Worked, error) {
	f := &form{s: s, said: &v, tells: true}
	w := Worked{Design: d, made: f.of(d.blank())}
	w.Values, w.Asks = f.all, f.asks
	if f.err != nil {
		return w, f.err
	}
	var err error
	if w.Built, err = d.stands(w.made, s, f.holds); err != nil {
		return w, err
	}
	w.Built.Tools = w.Built.tooled()
	if !w.Built.OK() {
		// What has to be looked at on the spot is another matter than what has to be changed.
		made := w.made
		w.Built.remedy = sync.OnceValue(func() *Remedy { return d.mended(made, v, s) })
		w.Built.Instead = d.instead(w.made)
		return w, nil
	}
	w.Gives = w.Supplies(s)
	return w, nil
}

// Supplies are what a design would let one do, whether its checks pass or not.
func (w Worked) Supplies(s Situation) []capability.Supply {
	if w.made == nil {
		return nil
	}
	out := w.Design.gives(w.made, s)
	for i := range out {
		if out[i].Limited {
			out[i].Extra = quantity.Mass(w.Values.Num[worn.Key])
		}
	}
	return out
}

// stands is a design with its place, and its holds.
func (d Design) stands(m formed, s Situation, holds []Check) (Built, error) {
	out, err := d.build(m, s)
	if err != nil {
		return out, err
	}
	if out.OnFloor.Value > 0 {
		out.Checks = append(out.Checks, s.floor(out))
	}
	base, _ := s.wall()
	out.Opened = out.Opened || d.On == OnCeiling || d.On == OnWall && base.Kind == MasonryWall
	out.Checks = append(out.Checks, holds...)
	if d.On != OnWall {
		return out, nil
	}
	out.Checks = append(out.Checks, s.standing(d.wide(m), out.Bottom, d.studs(m)))
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
	made   formed // nil of a design that nobody knows
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
func always[T any](text Text) func(T) Text { return func(T) Text { return text } }

// limited bounds a supply by the body and what is worn that its build was worked out with.
func limited(s capability.Supply) capability.Supply {
	s.Limited = true
	return s
}

var worn = Ask{Key: "worn_kg", Label: "Worn with it", Kind: quantity.KindMass, Low: 0, High: 60,
	Help: "A vest or a pack that is worn on it."}

// damp asks whether its wood gets wet.
var damp = yesNoOf("wet", "Gets wet or stays damp", "No",
	"Outdoors, a damp cellar: wood bends and holds screws the less, and nothing is glued.")

// outside says that it is in a room that is outdoors.
func (s Situation) outside() bool { return s.Room != nil && s.Room.Outdoor }

// friction asks how rough the floor is.
var friction = Ask{Key: "mu", Label: "Friction of its feet", Kind: quantity.KindRatio, Low: 0.05, High: 1.5,
	Help: "0.2 where nobody has tried; rubber feet on a dry floor 0.5. Pull it with the hanging scale: pull over weight."}

func words(pairs ...string) (out []Word) {
	for i := 0; i+1 < len(pairs); i += 2 {
		out = append(out, Word{pairs[i], Text(pairs[i+1])})
	}
	return out
}
