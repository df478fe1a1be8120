package space

import (
	"errors"
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"

	"scrappyrack/core/quantity"
)

// Line is one thing of a survey that was typed in a line; Kind says which of the rest is
// meant.
type Line struct {
	Kind LineKind
	// Walls and Closes of a walk.
	Walls  []Wall
	Closes bool
	// Ceiling of a ceiling, with how far it may be off.
	Ceiling, Half quantity.Length
	Opening       Opening
	Thing         Thing
	// AtWall says that a thing stands against a wall: Along is from its start.
	AtWall bool
	Wall   int
	Along  quantity.Length
	// Down is how far a thing or a drop is from the first wall's line, in m.
	Down  quantity.Length
	Drop  string // beam, duct or lamp
	Under quantity.Length
	Run   quantity.Length
	High  quantity.Length
}

// LineKind is what a line of a survey is about.
type LineKind string

// The kinds of lines.
const (
	WalkLine    LineKind = "walk"
	CeilingLine LineKind = "ceiling"
	OpeningLine LineKind = "opening"
	ThingLine   LineKind = "thing"
	DropLine    LineKind = "drop"
	SlopeLine   LineKind = "slope"
)

var openingWords = []struct {
	word string
	kind OpeningKind
}{{"garage door", GarageDoor}, {"door", DoorWay}, {"window", Window}, {"gap", Gap}, {"hatch", Hatch}}

var thingWords = map[string]ThingKind{"fixed": BuiltIn, "seat": Seat, "furniture": Furnishing, "rolls": Rolls, "car": Car, "storage": Store}

// ParseLine reads one line of a survey, bare lengths in the unit:
//
//	4.6 R 2.9 R 1.2 L 0.8 R 3.4 R       the walk, or 4.6 x 2.9 - 1.2 x 0.8 C
//	ceiling 2.4 ± 1 cm
//	door B 0.4 0.8 x 2.0 solid out      wall, from its start, width x height, leaf, swing, hinge
//	window A 1.2 1.8 x 1.3 sill 0.85
//	garage door D 0.3 4.8 x 2.1 track 2.2 depth 2.4
//	beam 3.3 1.8 0.16 x 3.6 at 1.98     middle along wall A and down, width x depth, underside
//	slope C 1.25 run 1.3 to 2.4         wall, height there, how far it rises, how high
//	sofa 3.7 0.9 0.86 x 1.8 high 0.8    anything else: middle, width x depth; a kind before it
//	fixed radiator A 1.4 1.4 x 0.16     against a wall: from its start
//
// Errors: *quantity.FieldError of line, saying what is missing with an example.
func ParseLine(text, unit string) (Line, error) {
	text = strings.TrimSpace(text)
	low := strings.ToLower(text)
	r := reader{unit: unit}
	switch {
	case text == "":
		return Line{}, quantity.At("line", "nothing typed yet")
	case low[0] >= '0' && low[0] <= '9' || low[0] == '.':
		walls, closes, err := ParseShape(text, unit)
		return Line{Kind: WalkLine, Walls: walls, Closes: closes}, atLine(err)
	case strings.HasPrefix(low, "walk "):
		walls, closes, err := ParseShape(text[5:], unit)
		return Line{Kind: WalkLine, Walls: walls, Closes: closes}, atLine(err)
	case strings.HasPrefix(low, "ceiling"):
		return r.ceiling(text[len("ceiling"):])
	case strings.HasPrefix(low, "slope "):
		return r.slope(text[len("slope "):])
	}
	for _, o := range openingWords {
		if strings.HasPrefix(low, o.word+" ") {
			return r.opening(o.word, o.kind, text[len(o.word)+1:])
		}
	}
	for _, d := range []string{"beam", "duct", "lamp"} {
		if strings.HasPrefix(low, d+" ") {
			return r.drop(d, text[len(d)+1:])
		}
	}
	return r.thing(text)
}

func atLine(err error) error {
	var bad *quantity.FieldError
	if errors.As(err, &bad) {
		return &quantity.FieldError{Field: "line", Detail: bad.Detail}
	}
	return err
}

// reader takes words off a line.
type reader struct{ unit string }

// length reads one length; example says how the whole line is written.
func (r reader) length(text, what, example string) (quantity.Length, error) {
	v, err := quantity.Parse(quantity.DimLength, strings.TrimSpace(text), r.unit)
	var bad *quantity.ParseError
	if errors.As(err, &bad) || strings.TrimSpace(text) == "" {
		why := "it is missing"
		if bad != nil && strings.TrimSpace(text) != "" {
			why = bad.Error()
		}
		return 0, quantity.At("line", what, ": ", why, "; for example ", example)
	}
	return quantity.Length(v), err
}

// Words that name a length that follows.
var named = regexp.MustCompile(`(?i)\s+(sill|track|depth|at|run|to|high|kg|turned)\s+`)

// parted cuts a line into what comes before the named lengths, and those by their names.
func parted(text string) (head string, by map[string]string) {
	by = map[string]string{}
	at := named.FindAllStringSubmatchIndex(" "+text+" ", -1)
	full := " " + text + " "
	head = full
	for i, m := range at {
		if i == 0 {
			head = full[:m[0]]
		}
		end := len(full)
		if i+1 < len(at) {
			end = at[i+1][0]
		}
		by[strings.ToLower(full[m[2]:m[3]])] = strings.TrimSpace(full[m[1]:end])
	}
	return strings.TrimSpace(head), by
}

// wallOf reads a wall's letter off the front.
func wallOf(text string) (wall int, rest string, ok bool) {
	word, rest, _ := strings.Cut(strings.TrimSpace(text), " ")
	if len(word) == 0 || len(word) > 3 {
		return 0, text, false
	}
	c := word[0] | 0x20
	if c < 'a' || c > 'z' {
		return 0, text, false
	}
	wall = int(c - 'a')
	if len(word) > 1 {
		n, err := strconv.Atoi(word[1:])
		if err != nil {
			return 0, text, false
		}
		wall += 26 * n
	}
	return wall, rest, true
}

// spaced are the lengths of a text that stand one after the other, the last one a size
// "w x d": a length keeps its unit, and feet their inches.
func (r reader) spaced(text string, n int, what []string, example string) (at []quantity.Length, w, d quantity.Length, err error) {
	size := twoSides.FindStringSubmatch(strings.TrimSpace(text))
	if size == nil {
		return nil, 0, 0, quantity.At("line", "its size is missing, as in 0.8 x 2.0; for example ", example)
	}
	words := lengthsIn(size[1])
	if len(words) != n+1 {
		return nil, 0, 0,
			quantity.At("line", strings.Join(what, ", "), fmt.Sprintf(" and its size: %d lengths where %d belong; for example ",
				len(words)+1, n+2), example)
	}
	for i := range n {
		l, err := r.length(words[i], what[i], example)
		if err != nil {
			return nil, 0, 0, err
		}
		at = append(at, l)
	}
	if w, err = r.length(words[n], "its width", example); err != nil {
		return nil, 0, 0, err
	}
	d, err = r.length(size[2], "its depth or height", example)
	return at, w, d, err
}

// A length with its unit, feet with inches: what stands between blanks, a unit or a part of
// an inch taken to the number before it.
var oneLength = regexp.MustCompile(`(?i)-?\d+(?:[.,]\d+)?(?:\s*(?:mm|cm|m|ft|in)\b|\s*'\s*(?:\d+(?:[ -]\d+/\d+|[⅛¼⅜½⅝¾⅞])?\s*"?)?|(?:[ -]\d+/\d+)?\s*")?`)

func lengthsIn(text string) []string { return oneLength.FindAllString(text, -1) }

func (r reader) ceiling(text string) (Line, error) {
	const example = "ceiling 2.4 ± 1 cm"
	value, half, given := strings.Cut(strings.NewReplacer("+-", "±", "+/-", "±").Replace(text), "±")
	out := Line{Kind: CeilingLine}
	var err error
	if out.Ceiling, err = r.length(value, "the ceiling's height", example); err != nil {
		return out, err
	}
	if given {
		out.Half, err = r.length(half, "what it may be off", example)
	}
	return out, err
}

func (r reader) slope(text string) (Line, error) {
	const example = "slope C 1.25 run 1.3 to 2.4"
	head, by := parted(text)
	out := Line{Kind: SlopeLine}
	var ok bool
	if out.Wall, head, ok = wallOf(head); !ok {
		return out, quantity.At("line", "a slope starts at a wall, by its letter; for example ", example)
	}
	var err error
	if out.Under, err = r.length(head, "its height at the wall", example); err != nil {
		return out, err
	}
	if out.Run, err = r.length(by["run"], "run: how far from the wall it rises", example); err != nil {
		return out, err
	}
	if to, given := by["to"]; given {
		out.High, err = r.length(to, "to: how high it gets", example)
	}
	return out, err
}

func (r reader) opening(word string, kind OpeningKind, text string) (Line, error) {
	example := map[OpeningKind]string{Window: "window A 1.2 1.8 x 1.3 sill 0.85",
		GarageDoor: "garage door D 0.3 4.8 x 2.1 track 2.2 depth 2.4"}[kind]
	if example == "" {
		example = word + " B 0.4 0.8 x 2.0"
		if kind == DoorWay {
			example += " solid out"
		}
	}
	out := Line{Kind: OpeningLine, Opening: Opening{Name: word, Kind: kind, Leaf: UnknownDoor, Hinge: AtStart}}
	head, by := parted(text)
	var words []string
	head, words = optionsOf(head)
	for _, w := range words {
		switch w {
		case "solid":
			out.Opening.Leaf = SolidDoor
		case "light", "hollow", "glass":
			out.Opening.Leaf = LightDoor
		case "in":
			out.Opening.Swings = Inwards
		case "out":
			out.Opening.Swings = Outwards
		case "slides":
			out.Opening.Swings = Slides
		case "start":
			out.Opening.Hinge = AtStart
		case "end":
			out.Opening.Hinge = AtEnd
		default:
			return out,
				quantity.At("line", fmt.Sprintf("%q is not understood here: solid or light, in, out or slides, start or end; for example ",
					w), example)
		}
	}
	var ok bool
	if out.Opening.Wall, head, ok = wallOf(head); !ok {
		return out, quantity.At("line", "in which wall, by its letter; for example ", example)
	}
	at, w, h, err := r.spaced(head, 1, []string{"from the wall's start"}, example)
	if err != nil {
		return out, err
	}
	out.Opening.At, out.Opening.Width, out.Opening.Height = at[0], w, h
	for name, to := range map[string]*quantity.Length{"sill": &out.Opening.Sill, "track": &out.Opening.Track,
		"depth": &out.Opening.TrackDepth} {
		if text, given := by[name]; given {
			if *to, err = r.length(text, name, example); err != nil {
				return out, err
			}
		}
	}
	return out, nil
}

// optionsOf cuts the words after the last number off. "in" right after it is inches where
// the other lengths are in inches too.
func optionsOf(text string) (head string, words []string) {
	all := strings.Fields(text)
	last := 0
	for i, w := range all {
		if strings.ContainsAny(w, "0123456789") {
			last = i
		}
	}
	after := last + 1
	inches := 0
	for _, w := range all[:min(after, len(all))] {
		if strings.EqualFold(w, "in") {
			inches++
		}
	}
	for after < len(all) {
		w := strings.ToLower(all[after])
		unit := w == "m" || w == "cm" || w == "mm" || w == "ft" || w == "in" && inches > 0
		if after > last+1 || !unit {
			break
		}
		after++
	}
	for _, w := range all[min(after, len(all)):] {
		words = append(words, strings.ToLower(w))
	}
	return strings.Join(all[:min(after, len(all))], " "), words
}

func (r reader) drop(word, text string) (Line, error) {
	example := word + " 3.3 1.8 0.16 x 3.6 at 1.98"
	out := Line{Kind: DropLine, Drop: word}
	head, by := parted(text)
	at, w, d, err := r.spaced(head, 2, []string{"along wall A", "down from it"}, example)
	if err != nil {
		return out, err
	}
	out.Thing = Thing{X: float64(at[0]), Width: w, Depth: d}
	out.Down = at[1]
	out.Under, err = r.length(by["at"], "at: its underside above the floor", example)
	return out, err
}

func (r reader) thing(text string) (Line, error) {
	const example = "sofa 3.7 0.9 0.86 x 1.8, or fixed radiator A 1.4 1.4 x 0.16"
	out := Line{Kind: ThingLine, Thing: Thing{Kind: Furnishing, Rock: NotMade, Sit: NotMade}}
	head, by := parted(text)
	first := strings.IndexAny(head, "0123456789")
	if first <= 0 {
		return out, quantity.At("line", "it is not understood; for example ", example)
	}
	name, rest := strings.TrimSpace(head[:first]), head[first:]
	words := strings.Fields(name)
	if len(words) == 0 {
		return out, quantity.At("line", "it is not understood; for example ", example)
	}
	if kind, ok := thingWords[strings.ToLower(words[0])]; ok {
		out.Thing.Kind = kind
		if len(words) > 1 {
			words = words[1:]
		}
	}
	// A single letter before the numbers is a wall.
	if n := len(words); n > 1 && len(words[n-1]) == 1 {
		if wall, _, ok := wallOf(words[n-1]); ok {
			out.AtWall, out.Wall = true, wall
			words = words[:n-1]
		}
	}
	out.Thing.Name = strings.Join(words, " ")
	n, what := 2, []string{"along wall A", "down from it"}
	if out.AtWall {
		n, what = 1, []string{"from the wall's start"}
	}
	at, w, d, err := r.spaced(rest, n, what, example)
	if err != nil {
		return out, err
	}
	out.Thing.Width, out.Thing.Depth = w, d
	if out.AtWall {
		out.Along = at[0]
	} else {
		out.Thing.X, out.Down = float64(at[0]), at[1]
	}
	if text, given := by["high"]; given {
		if out.Thing.Height, err = r.length(text, "high: its height", example); err != nil {
			return out, err
		}
	}
	if text, given := by["kg"]; given {
		m, err := quantity.Parse(quantity.DimMass, text, "kg")
		if err != nil {
			return out, quantity.At("line", "kg: its mass; for example sofa 3.7 0.9 0.86 x 1.8 kg 52")
		}
		out.Thing.Mass = quantity.Mass(m)
	}
	return out, nil
}

// Against is where the middle of a thing is that stands with its back to a wall, from so far
// along that, and by how much it is turned (degrees, anticlockwise).
func (r Room) Against(wall int, along, width, depth quantity.Length) (x, y, turned float64, err error) {
	if wall < 0 || wall >= len(r.Outline) {
		return 0, 0, 0, quantity.At("wall", fmt.Sprintf("it stands at wall %s, and the room has %d walls", WallName(wall), len(r.Outline)))
	}
	at, in := r.At(wall, along+width/2), r.inward(wall)
	x, y = at.X+in.X*float64(depth)/2, at.Y+in.Y*float64(depth)/2
	// What is in front of a thing that is not turned looks down.
	return x, y, math.Atan2(in.X, -in.Y) * 180 / math.Pi, nil
}
