package document

import (
	"context"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strings"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

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
	room       int      // for so many containers more
}

// usual is the order of columns where a table has no head.
var usual = []string{"name", "kind", "capacity", "mass", "filling", "fill", "count"}

// ReadStock reads a table of containers and things, separated by tabs, semicolons
// or commas, with a head that names the columns or in the usual order. Bare
// numbers are in the units of the system, or in what the head says in brackets.
// Fillings are those of the table and the file's batches. Rows that cannot be
// read are told by line; the others are made.
func ReadStock(ctx context.Context, text string, system quantity.System, f store.File) StockTable {
	out := StockTable{room: store.MostOf[store.Container]() - len(f.Containers)}
	// What a row is held against: the household's fillings, not all its things each time.
	f = store.File{Profile: f.Profile, Space: f.Space, Batches: f.Batches}
	text = strings.TrimPrefix(text, "\ufeff")
	r := csv.NewReader(strings.NewReader(text))
	r.Comma, r.FieldsPerRecord, r.LazyQuotes = separator(text), -1, true
	r.TrimLeadingSpace = r.Comma != '\t' // an empty first cell is a cell
	var columns []*readColumn
	for n := 0; ; n++ {
		if ctx.Err() != nil {
			return out
		}
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
	k := &c.container
	switch {
	case k.Shape != "":
	case k.NetKg > 0:
		k.Shape = "as-sold"
	case len(k.Marks) > 0:
		k.Shape = "marks"
	case k.BottomM > 0 && k.TopM > 0:
		k.Shape = "frustum"
	default:
		k.Shape = "prism"
	}
	if len(t.Containers)+c.count > t.room {
		say("count", "", fmt.Sprintf("a household has %d containers at most", store.MostOf[store.Container]()))
		return
	}
	alone := *f
	k.ID = "x"
	alone.Containers = []store.Container{*k}
	var bad *quantity.FieldError
	if err := workbench.Check(alone); errors.As(err, &bad) { // once: as many as there are, they are alike
		say(columnOf(bad.Field), "", bad.Error())
		return
	}
	for i := range c.count {
		one := *k
		one.ID = workbench.NewID()
		if c.count > 1 {
			one.Name = fmt.Sprintf("%s %d", one.Name, i+1)
		}
		t.Containers = append(t.Containers, one)
	}
}

// columnOf is the column that a refused field of a container came from.
func columnOf(path string) string {
	columns := map[string]string{"volume_l": "fill", "capacity_l": "capacity", "tare_kg": "mass", "bottom_m": "bottom", "top_m": "top",
		"height_m": "height", "net_kg": "net", "brim_l": "brim"}
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
		Kind: k.Key, TareKg: float64(k.Tare), CapacityL: float64(k.Capacity), HeightM: float64(k.Height),
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
	if c.above && v == 0 && !to.isThing() {
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
