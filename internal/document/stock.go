package document

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"strconv"
	"strings"
	"unicode/utf8"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// MaxRows is how many rows of a table are read.
const MaxRows = 500

// thingKind marks a row that is a thing to pack with, not a container.
const thingKind = "thing"

// cell is one row being written or read.
type cell struct {
	kind      string
	count     int
	container store.Container
	thing     store.Thing
}

func (c *cell) isThing() bool { return c.kind == thingKind }

// field is a column: its name in the head, other names that are understood, and
// either a quantity or words. Quantities are written in SI (litres for volume).
type field struct {
	name   string
	also   []string
	dim    quantity.Dim // "" for words
	number func(*cell) *float64
	above  bool    // of a container it must be above 0
	most   float64 // and at most this, in SI (litres for volume)
	get    func(*cell) string
	set    func(*cell, string) error
}

func number(name string, dim quantity.Dim, above bool, most float64, of func(*cell) *float64, also ...string) field {
	return field{name: name, also: also, dim: dim, number: of, above: above, most: most}
}

// both points at the container's or the thing's own field of one meaning.
func both(container, thing func(*cell) *float64) func(*cell) *float64 {
	return func(c *cell) *float64 {
		if c.isThing() {
			return thing(c)
		}
		return container(c)
	}
}

func onlyContainer(of func(*store.Container) *float64) func(*cell) *float64 {
	return func(c *cell) *float64 {
		if c.isThing() {
			return nil
		}
		return of(&c.container)
	}
}

var fields = []field{
	{name: "kind", also: []string{"what", "type"}, get: func(c *cell) string { return c.kind }, set: setKind},
	{
		name: "name", also: []string{"label"},
		get: func(c *cell) string {
			if c.isThing() {
				return c.thing.Name
			}
			return c.container.Name
		},
		set: func(c *cell, text string) error {
			if len([]rune(text)) > 60 {
				return fmt.Errorf("a name has at most 60 letters")
			}
			c.container.Name, c.thing.Name = text, text
			return nil
		},
	},
	{name: "count", also: []string{"how many", "number", "qty"}, get: func(c *cell) string { return strconv.Itoa(c.count) },
		set: func(c *cell, text string) error {
			n, err := strconv.Atoi(strings.TrimSpace(text))
			if err != nil || n > 200 || n < 1 && (n < 0 || !c.isThing()) {
				return fmt.Errorf("a whole number from 1 to 200")
			}
			c.count, c.thing.Count = n, n
			return nil
		}},
	number("capacity", quantity.DimVolume, true, 2000, both(func(c *cell) *float64 { return &c.container.CapacityL },
		func(c *cell) *float64 { return &c.thing.VolumeL }), "size"),
	number("mass", quantity.DimMass, false, 100, both(func(c *cell) *float64 { return &c.container.TareKg },
		func(c *cell) *float64 { return &c.thing.MassKg }), "empty", "empty mass", "tare", "weight"),
	number("mass off by", quantity.DimMass, false, 10, both(func(c *cell) *float64 { return &c.container.TareHalfKg },
		func(c *cell) *float64 { return &c.thing.HalfKg }), "±", "plus or minus"),
	number("brim", quantity.DimVolume, false, 2500, onlyContainer(func(c *store.Container) *float64 { return &c.BrimL })),
	{name: "shape", get: func(c *cell) string { return c.container.Shape }, set: func(c *cell, text string) error {
		return among(&c.container.Shape, text, "prism", "frustum", "marks", "as-sold")
	}},
	number("height", quantity.DimLength, true, 5, onlyContainer(func(c *store.Container) *float64 { return &c.HeightM })),
	number("bottom", quantity.DimLength, false, 5, onlyContainer(func(c *store.Container) *float64 { return &c.BottomM }),
		"bottom diameter"),
	number("top", quantity.DimLength, false, 5, onlyContainer(func(c *store.Container) *float64 { return &c.TopM }), "top diameter"),
	{name: "marks", also: []string{"fill lines"}, get: marksText, set: setMarks},
	number("net", quantity.DimMass, false, 1000, onlyContainer(func(c *store.Container) *float64 { return &c.NetKg }), "net mass",
		"as sold"),
	number("rating", quantity.DimMass, false, 1000, onlyContainer(func(c *store.Container) *float64 { return &c.RatingKg }),
		"handle good for"),
	{name: "rated by", get: func(c *cell) string { return c.container.RatingHow }, set: func(c *cell, text string) error {
		return among(&c.container.RatingHow, text, "maker", "judged")
	}},
	{name: "limits", get: limitsText, set: setLimits},
	number("width", quantity.DimLength, false, 3, onlyContainer(func(c *store.Container) *float64 { return &c.WidthM }), "outer width"),
	number("hang", quantity.DimLength, false, 3, onlyContainer(func(c *store.Container) *float64 { return &c.HangM })),
	{name: "condition", get: func(c *cell) string { return c.container.Condition }, set: func(c *cell, text string) error {
		return among(&c.container.Condition, text, "sound", "worn", "retired")
	}},
	{name: "freezes", get: func(c *cell) string { return yesNo(c.container.Freezes) },
		set: func(c *cell, text string) error { return yes(&c.container.Freezes, text) }},
	{name: "closed by", also: []string{"closure"}, get: func(c *cell) string { return c.container.Closure },
		set: func(c *cell, text string) error {
			return among(&c.container.Closure, text, "sealed", "zipped", "open")
		}},
	{name: "filling", also: []string{"filled with"}, get: func(c *cell) string { return c.container.Filling }, set: nil},
	// set with the file's fillings
	number("fill", quantity.DimVolume, false, 2500, onlyContainer(func(c *store.Container) *float64 { return &c.VolumeL }), "volume",
		"filled"),
	{name: "refilled", also: []string{"adjustable"}, get: func(c *cell) string { return yesNo(c.container.Adjustable) },
		set: func(c *cell, text string) error { return yes(&c.container.Adjustable, text) }},
	{name: "hard", get: func(c *cell) string { return yesNo(c.thing.Hard) }, set: func(c *cell,
		text string) error {
		return yes(&c.thing.Hard, text)
	}},
	{name: "sharp", get: func(c *cell) string { return yesNo(c.thing.Sharp) },
		set: func(c *cell, text string) error { return yes(&c.thing.Sharp, text) }},
	{name: "spare", get: func(c *cell) string { return yesNo(c.thing.Spare) },
		set: func(c *cell, text string) error { return yes(&c.thing.Spare, text) }},
}

func setKind(c *cell, text string) error {
	key := strings.ToLower(text)
	if key == thingKind {
		c.kind = key
		return nil
	}
	for _, k := range load.Kinds() {
		if key == k.Key || key == k.Name {
			c.kind, c.container.Kind = k.Key, k.Key
			return nil
		}
	}
	return fmt.Errorf("not a kind that is known: jug, bottle, bucket, bag, backpack, duffel, basket, crate, sack or thing")
}

// pairs writes a list of two things each, as "a: b; c: d", and eachPair reads it.
func pairs[T any](all []T, say func(T) (string, string)) string {
	var out []string
	for _, one := range all {
		a, b := say(one)
		out = append(out, a+": "+b)
	}
	return strings.Join(out, "; ")
}

func eachPair(text string, do func(a, b string) error) error {
	for _, one := range strings.Split(text, ";") {
		a, b, ok := strings.Cut(one, ":")
		if !ok {
			return fmt.Errorf("write pairs, as 0.1 m: 1 L; 0.2 m: 2 L")
		}
		if err := do(strings.TrimSpace(a), strings.TrimSpace(b)); err != nil {
			return err
		}
	}
	return nil
}

func exactly(v float64, unit string) string { return strconv.FormatFloat(v, 'f', -1, 64) + " " + unit }

func marksText(c *cell) string {
	return pairs(c.container.Marks, func(m store.Mark) (string, string) { return exactly(m.LevelM, "m"), exactly(m.VolumeL, "L") })
}

func setMarks(c *cell, text string) error {
	return eachPair(text, func(level, volume string) error {
		l, err := quantity.Parse(quantity.DimLength, level, "m")
		if err != nil {
			return err
		}
		v, err := quantity.Parse(quantity.DimVolume, volume, "L")
		c.container.Marks = append(c.container.Marks, store.Mark{LevelM: l, VolumeL: v})
		return err
	})
}

func limitsText(c *cell) string {
	return pairs(c.container.Limits, func(l store.HoldLimit) (string, string) { return l.Hold, exactly(l.Kg, "kg") })
}

func setLimits(c *cell, text string) error {
	return eachPair(text, func(hold, mass string) error {
		l := store.HoldLimit{}
		if err := among(&l.Hold, hold, "one-hand", "two-hand", "hug", "worn", "overhead-safe", "dragged"); err != nil {
			return err
		}
		kg, err := quantity.Parse(quantity.DimMass, mass, "kg")
		l.Kg = kg
		c.container.Limits = append(c.container.Limits, l)
		return err
	})
}

func among(to *string, text string, words ...string) error {
	for _, w := range words {
		if strings.EqualFold(text, w) {
			*to = w
			return nil
		}
	}
	return fmt.Errorf("one of %s", strings.Join(words, ", "))
}

func yesNo(b bool) string {
	if b {
		return "yes"
	}
	return "no"
}

func yes(to *bool, text string) error {
	switch strings.ToLower(text) {
	case "yes", "y", "x", "true", "1":
		*to = true
	case "no", "n", "false", "0", "-":
		*to = false
	default:
		return fmt.Errorf("yes or no")
	}
	return nil
}

// units of the numbers in a written table, by dimension.
var written = map[quantity.Dim]string{quantity.DimVolume: "L", quantity.DimMass: "kg", quantity.DimLength: "m"}

// StockCSV writes a file's containers and things as a table that ReadStock
// reads back as they were, but for what lies in what.
func StockCSV(f store.File) ([]byte, error) {
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	heads := make([]string, len(fields))
	for i, fd := range fields {
		heads[i] = fd.name
		if fd.dim != "" {
			heads[i] += " (" + written[fd.dim] + ")"
		}
	}
	rows := [][]string{heads}
	row := func(c *cell) {
		line := make([]string, len(fields))
		for i, fd := range fields {
			switch {
			case fd.dim == "":
				line[i] = fd.get(c)
			case fd.number(c) != nil:
				line[i] = strconv.FormatFloat(*fd.number(c), 'f', -1, 64)
			}
		}
		rows = append(rows, line)
	}
	for _, c := range f.Containers {
		row(&cell{kind: c.Kind, count: 1, container: c})
	}
	for _, t := range f.Things {
		row(&cell{kind: thingKind, count: t.Count, thing: t})
	}
	for _, r := range rows {
		for i := range r {
			r[i] = harmless(r[i])
		}
	}
	err := w.WriteAll(rows)
	return out.Bytes(), err
}

// harmless keeps a spreadsheet from taking a text for a formula, by an apostrophe before it; what
// has one of its own gets another.
func harmless(text string) string {
	text = strings.TrimSpace(text)
	first, _ := utf8.DecodeRuneInString(text)
	if strings.ContainsRune("=+-@\t\r'＝＋－＠", first) {
		if _, err := strconv.ParseFloat(text, 64); err != nil {
			return "'" + text
		}
	}
	return text
}
