package document

import (
	"time"

	"scrappyrack/internal/store"
)

// Checklist is what a consultant takes along to a visit and fills in with a tape in the other
// hand: squared paper for the walk, and lines as the survey reads them. Paper is a4 or
// letter.
func Checklist(f store.File, size string) ([]byte, error) {
	made := time.Unix(f.UpdatedAt, 0).UTC()
	p, err := newPaper(size, f.Profile.Name+" · survey", made)
	if err != nil {
		return nil, err
	}
	c := checklist{p}
	c.SetFont("Barlow", "B", 20)
	c.colour(ink)
	c.CellFormat(0, 10, f.Profile.Name+": survey", "", 1, "L", false, 0, "")
	c.text("One page a room. What nobody can measure stays empty; write ± beside what was hard to reach. Every line can be typed as it stands here.", soft)
	c.blanks("Room", "name", "ceiling ____ ± ____", "shared with", "must be clear within ____ min", "quiet from ____ to ____")
	c.heading("The walk, clockwise from a corner: length, turn (R or L), length …")
	c.squares(70)
	c.lines("walk", 2)
	c.heading("Walls: built of what, first stud, stud to stud, drilled or not")
	c.lines("wall", 4)
	c.heading("Openings: wall, from its start, width x height")
	c.lines("door   wall ___  from ____  ____ x ____   solid / light   in / out / slides   start / end", 2)
	c.lines("window wall ___  from ____  ____ x ____   sill ____", 2)
	c.lines("garage door wall ___  from ____  ____ x ____   track ____  depth ____", 1)
	c.heading("Ceiling: what hangs from it, and where it slopes")
	c.lines("beam / duct / lamp   along A ____  down ____   ____ x ____   at ____", 2)
	c.lines("slope  wall ___  ____  run ____  to ____", 2)
	c.heading("What stands there, with the rock test and the slow sit test of seats")
	c.lines("____________________  along A ____  down ____   ____ x ____   high ____   rock / sit", 5)
	c.heading("Floor and way in")
	c.blanks("slab / timber", "surface", "level / slopes", "neighbours below", "bedroom or attic", "dirty / cold / damp",
		"narrowest way in ____ x ____", "stairs / lift")
	c.heading("The client, barefoot")
	c.blanks("reach to a bar ____", "grip pressed up ____", "who else trains, how tall")
	return p.bytes()
}

type checklist struct{ *paper }

// squares is squared paper of a height in mm.
func (c checklist) squares(height float64) {
	c.room(height + 4)
	x, y := margin, c.GetY()
	c.SetDrawColor(line[0], line[1], line[2])
	c.SetLineWidth(0.1)
	const step = 5.0
	for at := 0.0; at <= height+1e-9; at += step {
		c.Line(x, y+at, x+c.width-float64(int(c.width)%int(step)), y+at)
	}
	for at := 0.0; at <= c.width; at += step {
		c.Line(x+at, y, x+at, y+height)
	}
	c.SetXY(margin, y+height+2)
}

// lines are so many lines to write on, each beginning as the survey reads it.
func (c checklist) lines(words string, n int) {
	for range n {
		c.room(9)
		c.SetFont("Barlow", "", bodySize)
		c.colour(soft)
		c.CellFormat(0, 8, words, "", 1, "L", false, 0, "")
		c.rule(0.2)
	}
}

// blanks are boxes to tick or fill in.
func (c checklist) blanks(all ...string) {
	c.SetFont("Barlow", "", bodySize)
	c.colour(ink)
	x := margin
	c.room(9)
	for _, words := range all {
		w := c.GetStringWidth(words) + 22
		if x+w > margin+c.width {
			c.Ln(8)
			c.room(9)
			x = margin
		}
		c.SetDrawColor(ink[0], ink[1], ink[2])
		c.SetLineWidth(0.2)
		c.Rect(x, c.GetY()+2, 3.5, 3.5, "D")
		c.Text(x+5, c.GetY()+5, words)
		x += w
	}
	c.Ln(9)
}
