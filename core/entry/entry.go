// Package entry reads a line in which somebody says what a household has: 6 x 1 L bottle, 2 x 5 L can, rucksack
// 30 L, chair 45 cm, long loop 20 mm, door hollow?
package entry

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"sort"
	"strconv"
	"strings"

	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Kind is which list a thing is of.
type Kind string

// The kinds of thing.
const (
	ContainerKind Kind = "container"
	ThingKind     Kind = "thing" // to pack bags with
	FurnitureKind Kind = "furniture"
	BandKind      Kind = "band"
	GearKind      Kind = "gear" // of the catalogue
	BarKind       Kind = "bar"
	PlatesKind    Kind = "plates"
	OpeningKind   Kind = "opening"
	FillingKind   Kind = "filling"
)

// Kinds lists them all.
func Kinds() []Kind {
	return []Kind{ContainerKind, ThingKind, FurnitureKind, BandKind, GearKind, BarKind, PlatesKind, OpeningKind, FillingKind}
}

// Item is one thing of a line, so many of it. Fields are as the list has them, in L, m and kg; Guesses are those of
// them that nobody said. Unsure says that there was a question mark. Text is that part of the line.
type Item struct {
	Kind    Kind
	Name    string
	Count   int
	Fields  map[string]any
	Guesses []string
	Unsure  bool
	Text    string
}

// Missed is a part of a line that was not understood, and why not.
type Missed struct{ Text, Why string }

// MaxCount is how many of a thing may be said at once.
const MaxCount = 48

var (
	parting = regexp.MustCompile(`[,;\n]+|\s+(?:and|plus|\+|&)\s+`)
	// A comma within a number is none between things: 1,5 L.
	decimal = regexp.MustCompile(`(\d),(\d)`)
	times   = regexp.MustCompile(`^(\d{1,3})\s*[x×*]\s*`)
	number  = regexp.MustCompile(`^(\d{1,3})\s+(\D.*)$`)
	sized   = measures()
)

var counts = map[string]int{"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9,
	"ten": 10, "twelve": 12, "pair of": 2, "a pair of": 2, "a dozen": 12, "dozen": 12}

// measures finds a number with a unit of volume, mass or length.
func measures() *regexp.Regexp {
	var names []string
	for _, d := range []quantity.Dim{quantity.DimVolume, quantity.DimMass, quantity.DimLength} {
		for _, u := range quantity.UnitsOf(d) {
			names = append(names, append([]string{u.Symbol}, u.Names...)...)
		}
	}
	sort.Slice(names, func(i, j int) bool { return len(names[i]) > len(names[j]) })
	for i, n := range names {
		names[i] = regexp.QuoteMeta(n)
		if last := n[len(n)-1]; last >= 'a' && last <= 'z' || last >= 'A' && last <= 'Z' {
			names[i] += `\b`
		}
	}
	return regexp.MustCompile(`(?i)(\d+(?:\s+\d+/\d+|[½¼¾⅛⅜⅝⅞]|/\d+|\.\d+)?)\s*-?\s*(` + strings.Join(names, "|") + `)\.?`)
}

// Line reads a line of what is there. What is not understood is told apart, and never made into something else.
// text is at most 2,000 characters; longer ones are not understood.
func Line(text string, system quantity.System) (items []Item, missed []Missed) {
	if len(text) > 2000 {
		return nil, []Missed{{text[:60] + "…", "that is too long for one line"}}
	}
	text = decimal.ReplaceAllString(text, "$1.$2")
	for _, part := range parting.Split(text, -1) {
		part = strings.TrimSpace(part)
		if part == "" {
			continue
		}
		one, why := item(part, system)
		if why != "" {
			missed = append(missed, Missed{part, why})
			continue
		}
		one.Text = part
		items = append(items, one)
	}
	return items, missed
}

// item reads one part of a line.
func item(part string, system quantity.System) (out Item, why string) {
	rest := strings.ToLower(part)
	if cut := strings.TrimRight(rest, "? "); cut != rest {
		out.Unsure, rest = strings.Contains(part, "?"), cut
	}
	if out.Count, rest = counted(rest); out.Count < 1 || out.Count > MaxCount {
		return out, fmt.Sprintf("from 1 to %d of a thing", MaxCount)
	}
	// The size keeps its letters: 1 L, not 1 l.
	typed := rest
	if at := strings.Index(strings.ToLower(part), rest); at >= 0 && len(strings.ToLower(part)) == len(part) {
		typed = part[at : at+len(rest)]
	}
	said := map[quantity.Dim]float64{}
	var size string
	for {
		m := sized.FindStringSubmatchIndex(rest)
		if m == nil {
			break
		}
		written := rest[m[0]:m[1]]
		dim, v, ok := measured(written)
		if _, twice := said[dim]; !ok || twice {
			return out, fmt.Sprintf("%q is not understood here", written)
		}
		said[dim], size = v, strings.TrimSpace(typed[m[0]:m[1]])
		rest, typed = rest[:m[0]]+" "+rest[m[1]:], typed[:m[0]]+" "+typed[m[1]:]
	}
	words := singular(rest)
	noun, m, left := found(words)
	if noun == "" {
		return out, "that is nothing known here: a container, a thing to pack, furniture, a band, gear, a bar, plates, a door or a filling"
	}
	if m.kind == BarKind && strings.HasPrefix(left, "of ") {
		return out, "that is nothing known here: of a bar it is said how heavy it is"
	}
	if strings.ContainsAny(left, "0123456789") {
		return out, fmt.Sprintf("%q of what? a number has a unit", strings.Trim(digits.FindString(left), " "))
	}
	out.Kind, out.Fields = m.kind, map[string]any{}
	before, _, _ := strings.Cut(" "+words+" ", " "+noun+" ")
	out.Name = strings.Join(strings.Fields(size+" "+named(before)+" "+noun), " ")
	return out.filled(m, left, said, system)
}

var digits = regexp.MustCompile(`\d\S*`)

// little are words that carry nothing.
var little = []string{"of", "with", "full", "filled", "in", "a", "the", "some", "old", "empty", "about"}

// named is what a thing is called: the words that were typed, without those that carry nothing at their ends.
func named(rest string) string {
	fields := strings.Fields(rest)
	for len(fields) > 0 && slices.Contains(little, fields[0]) {
		fields = fields[1:]
	}
	for len(fields) > 0 && slices.Contains(little, fields[len(fields)-1]) {
		fields = fields[:len(fields)-1]
	}
	return strings.Join(fields, " ")
}

// counted takes how many there are off the beginning.
func counted(text string) (int, string) {
	if m := times.FindStringSubmatch(text); m != nil {
		n, _ := strconv.Atoi(m[1])
		return n, text[len(m[0]):]
	}
	for _, w := range []string{"a pair of", "pair of", "a dozen", "dozen"} {
		if rest, ok := strings.CutPrefix(text, w+" "); ok {
			return counts[w], rest
		}
	}
	first, rest, _ := strings.Cut(text, " ")
	if n, ok := counts[first]; ok && rest != "" {
		return n, rest
	}
	if m := number.FindStringSubmatch(text); m != nil {
		if at := sized.FindStringIndex(text); at == nil || at[0] > 0 {
			n, _ := strconv.Atoi(m[1])
			return n, m[2]
		}
	}
	return 1, text
}

// measured reads a number with its unit: a volume, a mass or a length.
func measured(text string) (quantity.Dim, float64, bool) {
	for _, dim := range []quantity.Dim{quantity.DimMass, quantity.DimLength, quantity.DimVolume} {
		if v, err := quantity.Parse(dim, text, quantity.UnitsOf(dim)[0].Symbol); err == nil && v > 0 {
			return dim, v, true
		}
	}
	return "", 0, false
}

// found is the longest word of a text that is known, a thing before a filling, and what is left of it.
func found(text string) (noun string, m meaning, left string) {
	padded := " " + text + " "
	best := -1
	for _, w := range longestFirst {
		at := strings.Index(padded, " "+w+" ")
		if at < 0 {
			continue
		}
		// A filling is told of something: the thing goes before it.
		if best >= 0 && (m.kind != FillingKind || lexicon[w].kind == FillingKind) {
			continue
		}
		noun, m, best = w, lexicon[w], at
		left = strings.TrimSpace(padded[:at] + " " + padded[at+len(w)+1:])
	}
	return noun, m, left
}

// filled is an item with the fields that were said, and those that are usual.
func (out Item) filled(m meaning, left string, said map[quantity.Dim]float64, system quantity.System) (Item, string) {
	mass, heavy := said[quantity.DimMass]
	volume, held := said[quantity.DimVolume]
	length, long := said[quantity.DimLength]
	set := func(field string, v any, given bool) {
		out.Fields[field] = v
		if !given {
			out.Guesses = append(out.Guesses, field)
		}
	}
	no := func(is bool, what string) string {
		if is {
			return what + " says nothing of it here"
		}
		return ""
	}
	why := ""
	switch m.kind {
	case ContainerKind:
		why = out.container(m.of, left, said, system, set)
	case ThingKind:
		for _, f := range []string{"mass_kg", "half_kg", "volume_l", "hard"} {
			set(f, m.usual[f], false)
		}
		if heavy {
			out.say("mass_kg", mass)
			out.say("half_kg", 0.0)
		}
		why = no(held || long, "a volume or a length")
	case FurnitureKind:
		set("kind", m.of, true)
		for _, f := range []string{"width_m", "depth_m", "height_m"} {
			set(f, m.usual[f], false)
		}
		switch {
		case long && (m.of == string(space.Seat) || m.of == string(space.Rolls)):
			out.say("height_m", length) // of a seat it is its height that is said
		case long:
			out.say("width_m", length)
		}
		if heavy {
			set("mass_kg", mass, true)
		}
		why = no(held, "a volume")
	case BandKind:
		set("kind", m.of, true)
		set("rest_m", m.usual["rest_m"], false)
		switch {
		case long && length < 0.12: // bands are up to 10 cm wide
			set("width_m", length, true)
			if t, ok := m.usual["thickness_m"].(float64); ok && t > 0 {
				set("thickness_m", t, false)
			}
		case long:
			out.say("rest_m", length)
		}
		why = no(held || heavy, "a volume or a mass")
	case GearKind:
		set("item", m.of, true)
		if strings.HasSuffix(m.of, "-") {
			why = out.exactly(m.of, mass, heavy)
		}
		why = first(why, no(held, "a volume"))
	case BarKind:
		set("kind", m.of, true)
		set("mass_kg", map[string]float64{"bar": 20, "handle": 2}[m.of], false)
		set("bore_mm", map[string]int{"bar": 50, "handle": 25}[m.of], false)
		if heavy {
			out.say("mass_kg", mass)
		}
		why = no(held, "a volume")
	case PlatesKind:
		if !heavy {
			return out, "how heavy is one? for example 4 x 5 kg plates"
		}
		set("mass_kg", mass, true)
		set("bore_mm", 50, false)
		why = no(held, "a volume")
	case OpeningKind:
		set("kind", m.of, true)
		set("leaf", leafOf(left), leafOf(left) != "unknown")
		if long {
			set("width_m", length, true)
		}
		why = no(held || heavy, "a volume or a mass")
	case FillingKind:
		set("filling", m.of, true)
		if heavy {
			set("mass_kg", mass, true)
		}
		if held {
			set("volume_l", volume, true)
		}
		why = no(long, "a length")
	}
	return out, why
}

func first(a, b string) string {
	if a != "" {
		return a
	}
	return b
}

// say sets a field that was a guess till now.
func (out *Item) say(field string, v any) {
	out.Fields[field] = v
	out.Guesses = slices.DeleteFunc(out.Guesses, func(g string) bool { return g == field })
}

// leafOf is what a door is of, by the words beside it.
func leafOf(left string) string {
	for _, w := range strings.Fields(left) {
		switch w {
		case "solid", "oak", "massive":
			return string(space.SolidDoor)
		case "hollow", "light", "glass", "glazed":
			return string(space.LightDoor)
		}
	}
	return "unknown"
}

// exactly finds the piece of gear of just such a mass.
func (out *Item) exactly(start string, mass float64, said bool) string {
	if !said {
		return "how heavy is it? for example kettlebell 16 kg"
	}
	var others []string
	for _, g := range gear.All() {
		if !strings.HasPrefix(g.Key, start) || len(g.Loads) != 1 || g.Loads[0].From != g.Loads[0].To {
			continue
		}
		if d := float64(g.Loads[0].From) - mass; d < 0.26 && d > -0.26 {
			out.Fields["item"] = g.Key
			if start == "dumbbells-" { // they come in pairs; a line says how many there are, or names the pair
				if out.Count%2 == 1 {
					return "they are known in pairs: 2 x 12 kg dumbbells"
				}
				out.Count /= 2
			}
			return ""
		}
		others = append(others, fmt.Sprintf("%g", float64(g.Loads[0].From)))
	}
	return "of such a mass none is in the catalogue: " + strings.Join(others, ", ") + " kg are"
}

// container fills in a container: as it is sold where a household usually has one so large, else of the kind.
func (out *Item) container(kind, left string, said map[quantity.Dim]float64, system quantity.System, set func(string, any, bool)) string {
	k, err := load.KindByKey(kind)
	if err != nil {
		return err.Error()
	}
	mass, heavy := said[quantity.DimMass]
	volume, held := said[quantity.DimVolume]
	if _, long := said[quantity.DimLength]; long {
		return "a length says nothing of it here: say what it holds"
	}
	set("kind", kind, true)
	filling, told := "", false
	if noun, m, _ := found(left); noun != "" && m.kind == FillingKind {
		filling, told = m.of, true
	}
	capacity, tare, half, height := float64(k.Capacity), float64(k.Tare), 0.0, float64(k.Height)
	if !held && system == quantity.US && kind == "bucket" {
		capacity = 5 * quantity.USGallonL
	}
	if held {
		capacity = volume
		// Of one shape the height goes with the cube root of what it holds, and what it weighs with its square.
		r := math.Cbrt(volume / float64(k.Capacity))
		tare, height = tare*r*r, height*r
	}
	for _, s := range load.Starters("") {
		if s.Kind != kind || s.Net > 0 || float64(s.Capacity) < 0.97*capacity || float64(s.Capacity) > 1.03*capacity {
			continue
		}
		tare, half, height = float64(s.Mass), float64(s.Half), float64(s.Height)
		break
	}
	set("capacity_l", round(capacity, 1000), held)
	set("tare_kg", round(tare, 1000), false)
	if half == 0 {
		half = tare / 3
	}
	set("tare_half_kg", round(half, 1000), false)
	set("height_m", round(height, 1000), false)
	if filling == "" {
		filling = "fresh-water"
		if k.Soft {
			filling = "books"
		}
	}
	switch {
	case heavy && kind == "sack":
		if !told {
			filling = "rice"
			if strings.Contains(out.Name, "sand") {
				filling = "dry-sand"
			}
		}
		set("net_kg", mass, true)
	case heavy:
		set("load_kg", mass, true)
	}
	set("filling", filling, told)
	return ""
}

// round rounds to a share of one.
func round(v, per float64) float64 { return math.Round(v*per) / per }
