package document

import (
	"bytes"
	"fmt"
	"strings"
	"time"

	"github.com/boombuler/barcode/qr"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/stock"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// LabelSheet is a sheet of labels, in mm, or plain paper to cut.
type LabelSheet struct {
	Key, Name     string
	Paper         string // a4 or letter
	Columns, Rows int
	Left, Top     float64 // of the first label
	Across, Down  float64 // from label to label
	Width, Height float64
	Plain         bool // no labels: cut along the lines
}

// LabelSheets lists the sheets that tags are printed on. Their measures are
// those that office shops sell (general knowledge); print one on plain paper
// first and hold it against the sheet.
func LabelSheets() []LabelSheet {
	return []LabelSheet{
		{Key: "plain-a4", Name: "A4, plain paper to cut, 10 tags", Paper: "a4", Columns: 2, Rows: 5, Left: 12, Top: 14, Across: 93,
			Down: 54, Width: 93, Height: 54, Plain: true},
		{Key: "a4-14", Name: "A4, 14 labels of 99.1 × 38.1 mm", Paper: "a4", Columns: 2, Rows: 7, Left: 4.65, Top: 15.15, Across: 101.6,
			Down: 38.1, Width: 99.1, Height: 38.1},
		{Key: "a4-21", Name: "A4, 21 labels of 63.5 × 38.1 mm", Paper: "a4", Columns: 3, Rows: 7, Left: 7.25, Top: 15.15, Across: 66,
			Down: 38.1, Width: 63.5, Height: 38.1},
		{Key: "a4-24", Name: "A4, 24 labels of 70 × 37 mm", Paper: "a4", Columns: 3, Rows: 8, Top: 0.5, Across: 70, Down: 37, Width: 70,
			Height: 37},
		{Key: "plain-letter", Name: "Letter, plain paper to cut, 10 tags", Paper: "letter", Columns: 2, Rows: 5, Left: 13.7, Top: 10,
			Across: 94.25, Down: 51.8, Width: 94.25, Height: 51.8, Plain: true},
		{Key: "letter-10", Name: "Letter, 10 labels of 4 × 2 in", Paper: "letter", Columns: 2, Rows: 5, Left: 3.96, Top: 12.7,
			Across: 106.7, Down: 50.8, Width: 101.6, Height: 50.8},
		{Key: "letter-30", Name: "Letter, 30 labels of 2⅝ × 1 in", Paper: "letter", Columns: 3, Rows: 10, Left: 4.76, Top: 12.7,
			Across: 69.85, Down: 25.4, Width: 66.67, Height: 25.4},
	}
}

// SheetByKey finds a sheet.
func SheetByKey(key string) (LabelSheet, bool) {
	for _, s := range LabelSheets() {
		if s.Key == key {
			return s, true
		}
	}
	return LabelSheet{}, false
}

// TagsWish says which tags are printed, on what, from which label on (0 is the
// first), and where the code on each leads to: link gives the address of a
// container. Made is the day of printing.
type TagsWish struct {
	Sheet LabelSheet
	Only  []string // ids; empty for all
	Skip  int
	Link  func(id string) string
	Made  time.Time
}

// Tags prints a hang tag for each container: its mass and ±, how it was made,
// when to weigh it again, and a code that leads to it. The error is for a wish
// that leaves nothing to print.
func Tags(f store.File, r workbench.Results, w TagsWish) ([]byte, error) {
	p, err := newPage(w.Sheet.Paper, "Load tags for "+f.Profile.Name, w.Made)
	if err != nil {
		return nil, err
	}
	units := quantity.System(f.Profile.Units)
	names := map[string]string{}
	for _, t := range f.Things {
		names[t.ID] = t.Name
	}
	for _, c := range f.Containers {
		names[c.ID] = c.Name
	}
	at := w.Skip
	printed := 0
	place := func() tagAt {
		if perPage := w.Sheet.Columns * w.Sheet.Rows; at > w.Skip && at%perPage == 0 {
			p.AddPage()
		}
		n := at % (w.Sheet.Columns * w.Sheet.Rows)
		at++
		return tagAt{w.Sheet.Left + float64(n%w.Sheet.Columns)*w.Sheet.Across, w.Sheet.Top + float64(n/w.Sheet.Columns)*w.Sheet.Down}
	}
	t := tag{paper: p, units: units, sheet: w.Sheet, made: w.Made}
	open := holdsOf(r, units)
	for i, l := range r.Loads {
		if len(w.Only) > 0 && !contains(w.Only, l.Container.ID) || l.Container.Vessel.Profile == nil {
			continue
		}
		if printed == 0 && len(open) > 0 { // what holds is read before any of them
			t.note(place(), open)
		}
		to := place()
		if err := t.draw(to.x, to.y, l, howMade(f.Containers[i], l, units, names), w.Link(l.Container.ID)); err != nil {
			return nil, err
		}
		printed++
	}
	if printed == 0 {
		return nil, fmt.Errorf("there is nothing to print a tag for")
	}
	var out bytes.Buffer
	if err := p.Output(&out); err != nil {
		return nil, fmt.Errorf("write PDF: %w", err)
	}
	return out.Bytes(), nil
}

// tagAt is where a tag begins, in mm.
type tagAt struct{ x, y float64 }

// holdsOf are the open hold points as the client reads them.
func holdsOf(r workbench.Results, units quantity.System) (out []string) {
	for _, c := range r.Cautions {
		if c.Hold {
			out = append(out, strings.TrimSuffix(c.ForClient().In(units), ".")+".")
		}
	}
	return out
}

// note is the tag before all others: what is open, as much of it as a tag has room for, and how many more.
func (t tag) note(at tagAt, open []string) {
	s, z := t.sheet, sizesOf(t.sheet)
	if s.Plain {
		t.SetDrawColor(line[0], line[1], line[2])
		t.SetLineWidth(0.2)
		t.Rect(at.x, at.y, s.Width, s.Height, "D")
	}
	t.stripes(at.x, at.y, 3, s.Height)
	size := z.text
	t.SetFont("Barlow", "B", size)
	t.colour(ink)
	row := size * 0.45
	y := at.y + z.pad + row
	t.Text(at.x+z.pad+3, y, "Before anything else")
	t.SetFont("Barlow", "", size)
	for i, text := range open {
		lines := t.wrap(text, s.Width-2*z.pad-4)
		if y+float64(len(lines)+1)*row > at.y+s.Height-z.pad && i > 0 || y+float64(len(lines))*row > at.y+s.Height {
			t.Text(at.x+z.pad+3, y+row, fmt.Sprintf("and %d more: see the plan's first page.", len(open)-i))
			return
		}
		for _, l := range lines {
			y += row
			t.Text(at.x+z.pad+3, y, l)
		}
	}
}

// howMade says what is in a container and up to where.
func howMade(k store.Container, l stock.Loaded, units quantity.System, names map[string]string) string {
	c := l.Container
	if c.Sold > 0 {
		return "as sold, " + quantity.Format(units, quantity.KindMass, float64(c.Sold)) + " net"
	}
	var parts []string
	for _, p := range k.Packed {
		name := names[p.Thing]
		if p.Count > 1 {
			name = fmt.Sprintf("%d × %s", p.Count, name)
		}
		parts = append(parts, name)
	}
	switch {
	case c.Adjustable && len(parts) == 0:
		parts = append(parts, c.Filling.Name+" to any level, now "+quantity.Format(units, quantity.KindLevel, float64(l.Fill.Level)))
	case l.Fill.Volume > 0 && c.Kind.Soft:
		parts = append(parts, c.Filling.Name+", "+quantity.Format(units, quantity.KindVolume, float64(l.Fill.Volume)))
	case l.Fill.Volume > 0:
		parts = append(parts, c.Filling.Name+" to "+quantity.Format(units, quantity.KindLevel, float64(l.Fill.Level))+
			" ("+quantity.Format(units, quantity.KindVolume, float64(l.Fill.Volume))+")")
	case len(parts) == 0:
		parts = append(parts, "empty")
	}
	return strings.Join(parts, ", ")
}

type tag struct {
	*paper
	units quantity.System
	sheet LabelSheet
	made  time.Time
}

// draw draws one tag with its upper left corner at x, y.
func (t tag) draw(x, y float64, l stock.Loaded, made, link string) error {
	s := t.sheet
	if s.Plain {
		t.SetDrawColor(line[0], line[1], line[2])
		t.SetLineWidth(0.2)
		t.Rect(x, y, s.Width, s.Height, "D")
	}
	z := sizesOf(s)
	if err := t.code(x+s.Width-z.pad-z.code, y+(s.Height-z.code)/2, z.code, link); err != nil {
		return err
	}
	width := s.Width - z.code - 3*z.pad
	mass := quantity.Format(t.units, quantity.KindMass, float64(l.Mass.Value))
	off := "± " + quantity.FormatU(t.units, quantity.KindMass, float64(l.Mass.Expanded()))
	t.SetFont("Barlow", "", z.text*1.3)
	rest := t.GetStringWidth(off) + 1.5
	t.SetFont("Barlow", "B", z.big)
	for t.GetStringWidth(mass)+rest > width && z.big > z.text {
		z.big--
		t.SetFontSize(z.big)
	}
	top := y + z.pad + z.big*capHeight
	t.colour(ink)
	t.Text(x+z.pad, top, mass)
	used := t.GetStringWidth(mass) + 1.5
	t.SetFont("Barlow", "", z.text*1.3)
	t.colour(soft)
	t.Text(x+z.pad+used, top, off)
	other := quantity.US
	if t.units == quantity.US {
		other = quantity.Metric
	}
	top += z.text * 0.2
	for _, ln := range []struct {
		words string
		bold  bool
		c     [3]int
	}{
		{l.Container.Name, true, ink},
		{made, false, ink},
		{again(l), false, action},
		{quantity.Format(other, quantity.KindMass, float64(l.Mass.Value)) + ", " + known(l), false, soft},
		{holds(l.Rungs), false, soft},
	} {
		size, style := z.text, ""
		if ln.bold {
			size, style = z.text*1.25, "B"
		}
		t.SetFont("Barlow", style, size)
		t.colour(ln.c)
		lines := t.wrap(ln.words, width)
		if len(lines) > 2 {
			lines = []string{lines[0], t.short(strings.Join(lines[1:], " "), width)}
		}
		for _, words := range lines {
			if top += size * lineHeight; top > y+s.Height-z.pad*0.4 {
				return nil
			}
			t.Text(x+z.pad, top, words)
		}
	}
	return nil
}

// Heights in mm for each point of the size of the type.
const (
	capHeight  = 0.27
	lineHeight = 0.42
)

// sizes are how large things are on a tag: type in points, the rest in mm.
type sizes struct{ big, text, code, pad float64 }

func sizesOf(s LabelSheet) sizes {
	switch {
	case s.Height >= 48:
		return sizes{44, 10.5, 28, 5}
	case s.Height < 30:
		return sizes{18, 6.4, s.Height - 5, 2.5}
	case s.Width < 80:
		return sizes{25, 7.4, 19, 3}
	}
	return sizes{30, 8.6, 25, 3.5}
}

func known(l stock.Loaded) string {
	switch l.Mass.How {
	case quantity.Weighed:
		return "weighed " + time.Unix(l.WeighedAt, 0).UTC().Format("2 Jan 2006")
	case quantity.Marked:
		return "as marked, not weighed"
	}
	return "computed, not weighed"
}

func again(l stock.Loaded) string {
	if l.AgainAt == 0 {
		return fmt.Sprintf("weigh it; then every %d days", load.WeighAgain(l.Container.Closure, l.Container.Filling))
	}
	return "weigh again by " + time.Unix(l.AgainAt, 0).UTC().Format("2 Jan 2006")
}

func holds(rungs []load.Rung) string {
	if len(rungs) == 0 {
		return "no hold allows this"
	}
	words := make([]string, len(rungs))
	for i, r := range rungs {
		words[i] = string(r.Hold)
	}
	return strings.Join(words, ", ")
}

// short cuts words to a width in mm, in the current font.
func (p *paper) short(words string, width float64) string {
	if p.GetStringWidth(words) <= width {
		return words
	}
	runes := []rune(words)
	for len(runes) > 1 && p.GetStringWidth(string(runes)+"…") > width {
		runes = runes[:len(runes)-1]
	}
	return string(runes) + "…"
}

// quiet is the width of the empty border of a code, in modules (ISO/IEC 18004).
const quiet = 4

// code draws a QR code (ISO/IEC 18004, level M) as rectangles, its quiet border
// inside of the size.
func (t tag) code(x, y, size float64, link string) error {
	c, err := qr.Encode(link, qr.M, qr.Auto)
	if err != nil {
		return fmt.Errorf("code for %s: %w", link, err)
	}
	n := c.Bounds().Dx()
	module := size / float64(n+2*quiet)
	t.SetFillColor(0, 0, 0)
	for row := range n {
		for from := 0; from < n; from++ {
			to := from
			for to < n && dark(c.At(to, row).RGBA()) {
				to++
			}
			if to > from {
				t.Rect(x+float64(from+quiet)*module, y+float64(row+quiet)*module, float64(to-from)*module, module+0.01, "F")
				from = to
			}
		}
	}
	return nil
}

func dark(r, _, _, _ uint32) bool { return r < 0x8000 }
