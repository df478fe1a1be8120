package document

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
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
	above  bool    // it must be above 0
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
	{name: "count", also: []string{"how many", "number", "qty"}, get: func(c *cell) string { return strconv.Itoa(c.count) }, set: func(c *cell, text string) error {
		n, err := strconv.Atoi(strings.TrimSpace(text))
		if err != nil || n < 1 || n > 200 {
			return fmt.Errorf("a whole number from 1 to 200")
		}
		c.count, c.thing.Count = n, n
		return nil
	}},
	number("capacity", quantity.DimVolume, true, 2000, both(func(c *cell) *float64 { return &c.container.CapacityL }, func(c *cell) *float64 { return &c.thing.VolumeL }), "size"),
	number("mass", quantity.DimMass, false, 100, both(func(c *cell) *float64 { return &c.container.TareKg }, func(c *cell) *float64 { return &c.thing.MassKg }), "empty", "empty mass", "tare", "weight"),
	number("mass off by", quantity.DimMass, false, 10, both(func(c *cell) *float64 { return &c.container.TareHalfKg }, func(c *cell) *float64 { return &c.thing.HalfKg }), "±", "plus or minus"),
	number("brim", quantity.DimVolume, false, 2500, onlyContainer(func(c *store.Container) *float64 { return &c.BrimL })),
	number("height", quantity.DimLength, true, 5, onlyContainer(func(c *store.Container) *float64 { return &c.HeightM })),
	number("bottom", quantity.DimLength, false, 5, onlyContainer(func(c *store.Container) *float64 { return &c.BottomM }), "bottom diameter"),
	number("top", quantity.DimLength, false, 5, onlyContainer(func(c *store.Container) *float64 { return &c.TopM }), "top diameter"),
	number("net", quantity.DimMass, false, 1000, onlyContainer(func(c *store.Container) *float64 { return &c.NetKg }), "net mass", "as sold"),
	number("rating", quantity.DimMass, false, 1000, onlyContainer(func(c *store.Container) *float64 { return &c.RatingKg }), "handle good for"),
	{name: "closed by", also: []string{"closure"}, get: func(c *cell) string { return c.container.Closure }, set: func(c *cell, text string) error {
		return among(&c.container.Closure, text, "sealed", "zipped", "open")
	}},
	{name: "filling", also: []string{"filled with"}, get: func(c *cell) string { return c.container.Filling }, set: nil}, // set with the file's fillings
	number("fill", quantity.DimVolume, false, 2500, onlyContainer(func(c *store.Container) *float64 { return &c.VolumeL }), "volume", "filled"),
	{name: "refilled", also: []string{"adjustable"}, get: func(c *cell) string { return yesNo(c.container.Adjustable) }, set: func(c *cell, text string) error { return yes(&c.container.Adjustable, text) }},
	{name: "hard", get: func(c *cell) string { return yesNo(c.thing.Hard) }, set: func(c *cell, text string) error { return yes(&c.thing.Hard, text) }},
	{name: "sharp", get: func(c *cell) string { return yesNo(c.thing.Sharp) }, set: func(c *cell, text string) error { return yes(&c.thing.Sharp, text) }},
	{name: "spare", get: func(c *cell) string { return yesNo(c.thing.Spare) }, set: func(c *cell, text string) error { return yes(&c.thing.Spare, text) }},
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
// reads back.
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
				line[i] = strconv.FormatFloat(*fd.number(c), 'g', -1, 64)
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

// harmless keeps a spreadsheet from taking a text for a formula.
func harmless(text string) string {
	if text != "" && strings.ContainsAny(text[:1], "=+-@\t\r") {
		if _, err := strconv.ParseFloat(text, 64); err != nil {
			return "'" + text
		}
	}
	return text
}

// RowError is what is wrong in a line of a table, lines counted from 1.
type RowError struct {
	Line   int
	Column string
	Text   string
	Detail string
}

// StockTable is what was read of a table: what can be added, and what is wrong.
type StockTable struct {
	Containers []store.Container
	Things     []store.Thing
	Errors     []RowError
	Ignored    []string // columns that mean nothing here
	Headless   bool     // there was no head; the usual order was taken
}

// usual is the order of columns where a table has no head.
var usual = []string{"name", "kind", "capacity", "mass", "filling", "fill", "count"}

// ReadStock reads a table of containers and things, separated by tabs, semicolons
// or commas, with a head that names the columns or in the usual order. Bare
// numbers are in the units of the system, or in what the head says in brackets.
// Fillings are those of the table and the file's batches. Rows that cannot be
// read are told by line; the others are made.
func ReadStock(text string, system quantity.System, f store.File) StockTable {
	var out StockTable
	text = strings.TrimPrefix(text, "\ufeff")
	r := csv.NewReader(strings.NewReader(text))
	r.Comma, r.FieldsPerRecord, r.LazyQuotes = separator(text), -1, true
	r.TrimLeadingSpace = r.Comma != '\t' // an empty first cell is a cell
	var columns []*readColumn
	for n := 0; ; n++ {
		record, err := r.Read()
		if errors.Is(err, io.EOF) {
			return out
		}
		line, _ := r.FieldPos(0)
		if err != nil {
			out.Errors = append(out.Errors, RowError{Line: n + 1, Detail: "cannot be read as a row: " + err.Error()})
			return out
		}
		if n > MaxRows {
			out.Errors = append(out.Errors, RowError{Line: line, Detail: fmt.Sprintf("only the first %d rows are read", MaxRows)})
			return out
		}
		if columns == nil {
			if columns = headOf(record, system, &out); columns != nil {
				continue
			}
			out.Headless = true
			columns = headOf(usual, system, &out)
		}
		if strings.TrimSpace(strings.Join(record, "")) != "" {
			out.row(record, line, columns, &f)
		}
	}
}

// separator is what stands most often in the first line.
func separator(text string) rune {
	first, _, _ := strings.Cut(text, "\n")
	best, most := ',', 0
	for _, c := range []rune{'\t', ';', ','} {
		if n := strings.Count(first, string(c)); n > most {
			best, most = c, n
		}
	}
	return best
}

// readColumn is a column of a table that was read.
type readColumn struct {
	*field
	unit string
}

// headOf reads a head; nil when it is none, which is when no column is the name
// or the kind.
func headOf(record []string, system quantity.System, out *StockTable) []*readColumn {
	columns := make([]*readColumn, len(record))
	found := false
	var ignored []string
	for i, head := range record {
		name, unit, _ := strings.Cut(strings.ToLower(strings.TrimSpace(head)), "(")
		name = strings.TrimSpace(name)
		for j := range fields {
			if fd := &fields[j]; name == fd.name || contains(fd.also, name) {
				columns[i] = &readColumn{fd, usualUnit(fd.dim, system)}
				if u := strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(unit), ")")); u != "" {
					columns[i].unit = unitNamed(fd.dim, u, columns[i].unit)
				}
				found = found || fd.name == "name" || fd.name == "kind"
			}
		}
		if columns[i] == nil && name != "" {
			ignored = append(ignored, head)
		}
	}
	if !found {
		return nil
	}
	out.Ignored = append(out.Ignored, ignored...)
	return columns
}

func contains(words []string, w string) bool {
	for _, x := range words {
		if x == w {
			return true
		}
	}
	return false
}

func unitNamed(dim quantity.Dim, name, otherwise string) string {
	for _, u := range quantity.UnitsOf(dim) {
		if strings.EqualFold(u.Symbol, name) || contains(u.Names, name) {
			return u.Symbol
		}
	}
	return otherwise
}

// usualUnit is the unit of a bare number.
func usualUnit(dim quantity.Dim, system quantity.System) string {
	kind := quantity.Kind(dim)
	if dim == quantity.DimLength {
		kind = quantity.KindLevel
	}
	return quantity.DisplayOf(system, kind).Symbol
}

func (t *StockTable) row(record []string, line int, columns []*readColumn, f *store.File) {
	wrong := len(t.Errors)
	c := &cell{kind: "jug", count: 1, thing: store.Thing{Count: 1, Spare: true}}
	say := func(column, text, detail string) { t.Errors = append(t.Errors, RowError{line, column, text, detail}) }
	at := func(i int) (string, bool) {
		if i >= len(record) || columns[i] == nil {
			return "", false
		}
		text := strings.TrimPrefix(strings.TrimSpace(record[i]), "'")
		return text, text != ""
	}
	for i := range columns { // the kind first: it decides what the others mean
		if text, ok := at(i); ok && columns[i].name == "kind" {
			if err := setKind(c, text); err != nil {
				say("kind", text, err.Error())
				return
			}
		}
	}
	if !c.isThing() {
		c.container = newContainer(c.kind)
	}
	for i := range columns {
		text, ok := at(i)
		if !ok || columns[i].name == "kind" {
			continue
		}
		if err := columns[i].take(c, text, f); err != nil {
			say(columns[i].name, text, err.Error())
		}
	}
	if c.thing.Name == "" && c.container.Name == "" {
		say("name", "", "every row needs a name")
	}
	if len(t.Errors) > wrong {
		return
	}
	t.add(c, say, f)
}

// add makes the thing or containers of a row, after the checks that a change of
// the file would make.
func (t *StockTable) add(c *cell, say func(column, text, detail string), f *store.File) {
	tried := *f
	if c.isThing() {
		c.thing.ID = workbench.NewID()
		if c.thing.MassKg <= 0 {
			say("mass", "", "a thing to pack with needs its mass")
			return
		}
		if c.thing.VolumeL > 500 {
			say("capacity", "", "a thing to pack with takes 500 L at most")
			return
		}
		t.Things = append(t.Things, c.thing)
		return
	}
	if c.container.BottomM > 0 && c.container.TopM > 0 {
		c.container.Shape = "frustum"
	}
	if c.container.NetKg > 0 {
		c.container.Shape = "as-sold"
	}
	for i := range c.count {
		k := c.container
		k.ID = workbench.NewID()
		if c.count > 1 {
			k.Name = fmt.Sprintf("%s %d", k.Name, i+1)
		}
		tried.Containers = append(append([]store.Container{}, f.Containers...), k)
		var bad *workbench.FieldError
		if err := workbench.Check(tried); errors.As(err, &bad) {
			say(columnOf(bad.Path), "", bad.Detail)
			return
		}
		t.Containers = append(t.Containers, k)
	}
}

// columnOf is the column that a refused field of a container came from.
func columnOf(path string) string {
	columns := map[string]string{"volume_l": "fill", "capacity_l": "capacity", "tare_kg": "mass", "bottom_m": "bottom", "top_m": "top", "height_m": "height", "net_kg": "net", "brim_l": "brim"}
	if name, ok := columns[path]; ok {
		return name
	}
	return path
}

func newContainer(kind string) store.Container {
	k, err := load.KindByKey(kind)
	if err != nil {
		return store.Container{}
	}
	out := store.Container{
		Kind: k.Key, TareKg: float64(k.Tare), CapacityL: float64(k.Capacity), HeightM: float64(k.Height), Shape: "prism",
		Closure: string(k.Closure), Condition: "sound", RatingHow: "judged", Filling: "fresh-water", Adjustable: k.Adjustable,
		Marks: store.List[store.Mark]{}, Limits: store.List[store.HoldLimit]{}, Packed: store.List[store.Packed]{},
	}
	if k.Soft {
		out.Filling = "books"
	}
	return out
}

func (c *readColumn) take(to *cell, text string, f *store.File) error {
	if c.name == "filling" {
		return setFilling(to, text, f)
	}
	if c.dim == "" {
		return c.set(to, text)
	}
	target := c.number(to)
	if target == nil {
		return nil // means nothing for a thing
	}
	v, err := quantity.Parse(c.dim, text, c.unit)
	if err != nil {
		return err
	}
	if c.above && v == 0 {
		return fmt.Errorf("must be above 0")
	}
	if v > c.most {
		return fmt.Errorf("at most %g %s", c.most, written[c.dim])
	}
	*target = v
	return nil
}

func setFilling(to *cell, text string, f *store.File) error {
	for _, b := range f.Batches {
		if strings.EqualFold(b.Name, text) || b.ID == text {
			to.container.Filling = b.ID
			return nil
		}
	}
	for _, known := range material.Fillings() {
		if strings.EqualFold(known.Key, text) || strings.EqualFold(known.Name, text) {
			to.container.Filling = known.Key
			return nil
		}
	}
	for _, known := range material.Fillings() { // "water", "sand": the first that is called so
		for _, word := range strings.FieldsFunc(known.Name, func(r rune) bool { return r == ' ' || r == ',' }) {
			if strings.EqualFold(word, text) {
				to.container.Filling = known.Key
				return nil
			}
		}
	}
	return fmt.Errorf("not a filling that is known, nor a batch of this client")
}
