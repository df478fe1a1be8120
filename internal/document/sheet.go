package document

import (
	"time"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Sheet is what leaves the building, as a value: made once, and set on paper, on a screen or in a table by
// whatever shows it. Made is the day that it was made of, Units those that drawings are labelled in.
type Sheet struct {
	Title  string
	Made   time.Time
	Units  quantity.System
	Blocks []Block
}

// Role is what a block is, which decides how it looks.
type Role string

// The roles: of words, of tables (Text is their heading) and of drawings.
const (
	Named   Role = "name"    // whose sheet it is
	Pages   Role = "pages"   // whose own pages begin here, on a new one
	Lead    Role = "lead"    // what it comes to
	Heading Role = "heading" //
	Plain   Role = "text"
	Quiet   Role = "quiet"   // how something is to be read
	Wrong   Role = "wrong"   // what stands against it
	Hold    Role = "hold"    // an open hold point
	Warning Role = "caution" //
	Rows    Role = "table"
	Figure  Role = "room" // the plan of a room, to scale
)

// Roles lists them all.
func Roles() []Role {
	return []Role{Named, Pages, Lead, Heading, Plain, Quiet, Wrong, Hold, Warning, Rows, Figure}
}

// Block is a paragraph, a table or the plan of a room.
type Block struct {
	Role  Role
	Text  string
	Table Table
	Room  *space.Room
}

// Table is rows of cells under heads.
type Table struct {
	Columns []Column
	Rows    [][]string
	Tick    bool // each row is done one by one
}

// Column is one of a table: its share of the width, where it stands (L or R), and whether it names or
// sums up the row.
type Column struct {
	Head  string
	Share float64
	Align string
	Bold  bool
}

func (s *Sheet) say(role Role, text string) {
	s.Blocks = append(s.Blocks, Block{Role: role, Text: text})
}

func (s *Sheet) rows(heading string, t Table) {
	s.Blocks = append(s.Blocks, Block{Role: Rows, Text: heading, Table: t})
}

// PDF sets a sheet on paper, a4 or letter: the same sheet gives the same bytes.
func (s Sheet) PDF(size string) ([]byte, error) {
	p, err := newPaper(size, s.Title, s.Made)
	if err != nil {
		return nil, err
	}
	p.set(s)
	return p.bytes()
}

// set writes the blocks of a sheet, one below the other.
func (p *paper) set(s Sheet) {
	for _, b := range s.Blocks {
		switch b.Role {
		case Named, Pages:
			if b.Role == Pages {
				p.AddPage()
			}
			p.SetFont("Barlow", "B", 24)
			p.colour(ink)
			p.CellFormat(0, 11, b.Text, "", 1, "L", false, 0, "")
		case Lead:
			p.SetFont("Barlow", "B", 12)
			p.colour(covered)
			p.MultiCell(0, 6, b.Text, "", "L", false)
		case Heading:
			p.heading(b.Text)
		case Plain:
			p.text(b.Text, ink)
		case Quiet:
			p.text(b.Text, soft)
		case Wrong:
			p.text(b.Text, action)
		case Hold, Warning:
			p.warning(b.Text)
		case Rows:
			if b.Text != "" {
				p.heading(b.Text)
			}
			p.table(b.Table)
		case Figure:
			roomPlan{p, reader{units: s.Units}}.draw(*b.Room)
		}
	}
}
