// Package document makes what leaves the building.
package document

import (
	"bytes"
	"embed"
	"fmt"
	"strings"
	"time"

	"github.com/go-pdf/fpdf"
)

//go:embed fonts/*.ttf
var fonts embed.FS

// Colours of the paper, from the design tokens.
var (
	ink     = [3]int{28, 34, 30}
	soft    = [3]int{91, 97, 89}
	line    = [3]int{213, 205, 188}
	action  = [3]int{168, 67, 13}
	covered = [3]int{68, 105, 31}
	tape    = [3]int{227, 165, 10}
)

const (
	margin   = 16.0
	rowLine  = 4.6 // mm of a text line at 9.5 pt
	bodySize = 9.5
)

// paper is a PDF being written from top to bottom.
type paper struct {
	*fpdf.Fpdf
	width float64 // of the text
}

// newPage begins a PDF without margins or foot on one empty page.
func newPage(size, title string, made time.Time) (*paper, error) {
	name := "A4"
	if size == "letter" {
		name = "Letter"
	}
	f := fpdf.New("P", "mm", name, "")
	for style, file := range map[string]string{"": "Barlow-Regular.ttf", "B": "Barlow-SemiBold.ttf"} {
		data, err := fonts.ReadFile("fonts/" + file)
		if err != nil {
			return nil, err
		}
		f.AddUTF8FontFromBytes("Barlow", style, data)
	}
	f.SetCatalogSort(true)
	f.SetCreationDate(made)
	f.SetModificationDate(made)
	f.SetTitle(title, true)
	f.SetMargins(0, 0, 0)
	f.SetAutoPageBreak(false, 0)
	f.AddPage()
	w, _ := f.GetPageSize()
	return &paper{f, w}, nil
}

// newPaper begins a PDF to be written from top to bottom, its title and page at
// the foot.
func newPaper(size, title string, made time.Time) (*paper, error) {
	p, err := newPage(size, title, made)
	if err != nil {
		return nil, err
	}
	p.width -= 2 * margin
	p.SetMargins(margin, margin, margin)
	p.SetXY(margin, margin)
	p.SetAutoPageBreak(true, 18)
	p.AliasNbPages("")
	p.SetFooterFunc(func() {
		p.SetY(-13)
		p.SetFont("Barlow", "", 8)
		p.SetTextColor(soft[0], soft[1], soft[2])
		p.CellFormat(0, 5, title, "", 0, "L", false, 0, "")
		p.CellFormat(0, 5, fmt.Sprintf("page %d of {nb}", p.PageNo()), "", 0, "R", false, 0, "")
	})
	return p, nil
}

func (p *paper) colour(c [3]int) { p.SetTextColor(c[0], c[1], c[2]) }

func (p *paper) heading(text string) {
	p.room(22)
	p.Ln(4)
	p.SetFont("Barlow", "B", 13)
	p.colour(ink)
	p.CellFormat(0, 7, text, "", 1, "L", false, 0, "")
}

func (p *paper) text(words string, c [3]int) {
	p.SetFont("Barlow", "", bodySize)
	p.colour(c)
	p.MultiCell(0, rowLine, words, "", "L", false)
}

// room starts a new page when less than a height is left on this one.
func (p *paper) room(height float64) {
	_, page := p.GetPageSize()
	if p.GetY()+height > page-18 {
		p.AddPage()
	}
}

// tickBox is the side of the box that a row is ticked in, in mm.
const tickBox = 3.0

// table draws rows under heads; no row is cut by a page, and heads come again
// on each page.
func (p *paper) table(t Table) {
	columns := t.Columns
	in := make([]float64, len(columns)) // from a column's left to its words
	if t.Tick {
		in[0] = tickBox + 2
	}
	p.heads(columns)
	for _, row := range t.Rows {
		cells := make([][]string, len(columns))
		most := 1
		for i, c := range columns {
			p.style(c)
			cells[i] = p.wrap(row[i], p.width*c.Share-2-in[i])
			most = max(most, len(cells[i]))
		}
		height := float64(most)*rowLine + 1.8
		before := p.PageNo()
		p.room(height)
		if p.PageNo() != before {
			p.heads(columns)
		}
		y := p.GetY()
		x := margin
		for i, c := range columns {
			p.style(c)
			for n, text := range cells[i] {
				p.SetXY(x+in[i], y+0.9+float64(n)*rowLine)
				p.CellFormat(p.width*c.Share-2-in[i], rowLine, text, "", 0, c.Align, false, 0, "")
			}
			x += p.width * c.Share
		}
		if t.Tick {
			p.SetDrawColor(ink[0], ink[1], ink[2])
			p.SetLineWidth(0.2)
			p.Rect(margin+1, y+1.6, tickBox, tickBox, "D")
		}
		p.SetXY(margin, y+height)
		p.rule(0.15)
	}
	p.Ln(1)
}

func (p *paper) style(c Column) {
	weight := ""
	if c.Bold {
		weight = "B"
	}
	p.SetFont("Barlow", weight, bodySize)
	p.colour(ink)
}

func (p *paper) heads(columns []Column) {
	p.room(14)
	p.SetFont("Barlow", "", 8)
	p.colour(soft)
	for _, c := range columns {
		p.CellFormat(p.width*c.Share, 5, c.Head, "", 0, c.Align, false, 0, "")
	}
	p.Ln(5)
	p.rule(0.4)
}

func (p *paper) rule(thickness float64) {
	p.SetDrawColor(line[0], line[1], line[2])
	p.SetLineWidth(thickness)
	p.Line(margin, p.GetY(), margin+p.width, p.GetY())
}

func (p *paper) wrap(text string, width float64) []string {
	var out []string
	for _, part := range strings.Split(text, "\n") {
		lines := p.SplitText(part, width)
		if len(lines) == 0 {
			lines = []string{""}
		}
		out = append(out, lines...)
	}
	return out
}

// warning is a caution beside a strip of tape.
func (p *paper) warning(text string) {
	p.SetFont("Barlow", "", bodySize)
	lines := p.wrap(text, p.width-10)
	height := float64(len(lines))*rowLine + 2
	p.room(height + 1)
	y := p.GetY()
	p.stripes(margin, y, 4, height)
	p.colour(ink)
	for n, l := range lines {
		p.SetXY(margin+7, y+1+float64(n)*rowLine)
		p.CellFormat(p.width-8, rowLine, l, "", 0, "L", false, 0, "")
	}
	p.SetXY(margin, y+height+1.5)
}

func (p *paper) stripes(x, y, w, h float64) {
	p.SetFillColor(tape[0], tape[1], tape[2])
	p.Rect(x, y, w, h, "F")
	p.ClipRect(x, y, w, h, false)
	p.SetFillColor(ink[0], ink[1], ink[2])
	for at := y - w; at < y+h+w; at += 3.6 {
		p.Polygon([]fpdf.PointType{{X: x, Y: at + w}, {X: x + w, Y: at}, {X: x + w, Y: at + 1.8}, {X: x, Y: at + w + 1.8}}, "F")
	}
	p.ClipEnd()
	p.SetFillColor(255, 255, 255) // the clip has put back the colour before it, and text is written in it
}

func (p *paper) bytes() ([]byte, error) {
	var b bytes.Buffer
	if err := p.Output(&b); err != nil {
		return nil, fmt.Errorf("write PDF: %w", err)
	}
	return b.Bytes(), nil
}

// FileName makes a plain file name of a client's name.
func FileName(name string) string {
	out := strings.Map(func(r rune) rune {
		switch {
		case r >= 'a' && r <= 'z' || r >= '0' && r <= '9':
			return r
		case r >= 'A' && r <= 'Z':
			return r + 'a' - 'A'
		}
		return '-'
	}, name)
	for strings.Contains(out, "--") {
		out = strings.ReplaceAll(out, "--", "-")
	}
	if out = strings.Trim(out, "-"); out == "" {
		return "client"
	}
	return out
}
