package document

import (
	"fmt"
	"math"
	"strings"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/workbench"
)

// bill is what all planned builds take together.
func (b buildSheets) bill(x workbench.Bill) {
	b.heading("Cuts and shopping")
	var names []string
	for _, one := range x.Builds {
		names = append(names, one.Build.Name)
	}
	proof := "no way to cut costs less"
	if !x.Bill.Proven {
		proof = "no way to cut costs less than " + b.money(x.Bill.Bound)
	}
	b.text(fmt.Sprintf("For %s: %s together; %s. %s", strings.Join(names, ", "), b.money(x.Bill.Cost), proof,
		b.say("A saw takes {3 mm} a cut, {10 mm} come off each bar first.")), ink)
	name := func(i int) string { return b.say(x.Bill.Wanted[i].Name) }
	whose := func(i int) string { // where there is more than one
		if at := x.Bill.Wanted[i].Build; len(names) > 1 && at < len(names) {
			return " (" + names[at] + ")"
		}
		return ""
	}
	longest := 0.1
	for _, bar := range x.Bill.Bars {
		longest = math.Max(longest, float64(bar.Length))
	}
	for _, bar := range x.Bill.Bars {
		b.room(14)
		owned := ""
		if bar.Owned {
			owned = ", owned"
		}
		b.text(fmt.Sprintf("%s, %s%s; left %s", b.say(bar.Good.Name), b.show(quantity.KindLevel, float64(bar.Length)), owned,
			b.show(quantity.KindLevel, float64(bar.Offcut))), ink)
		k := b.width / longest
		at, y := margin, b.GetY()
		b.SetDrawColor(ink[0], ink[1], ink[2])
		b.SetLineWidth(0.3)
		b.Rect(margin, y, float64(bar.Length)*k, 6, "D")
		for _, p := range bar.Parts {
			w := float64(x.Bill.Wanted[p].Length) * k
			b.Rect(at, y, w, 6, "D")
			b.SetFont("Barlow", "", 8)
			b.Text(at+1, y+4, b.short(name(p)+" "+x.Bill.Wanted[p].Size(b.units), w-2))
			at += w + float64(builds.Kerf)*k
		}
		b.SetXY(margin, y+7)
		var cuts []string
		for i := 0; i < len(bar.Parts); {
			one, n := x.Bill.Wanted[bar.Parts[i]], 0
			at := bar.Parts[i]
			for ; i < len(bar.Parts) && x.Bill.Wanted[bar.Parts[i]] == one; i++ {
				n++
			}
			cuts = append(cuts, fmt.Sprintf("%d × %s, %s%s", n, name(at), one.Size(b.units), whose(at)))
		}
		b.text("Cut "+strings.Join(cuts, "; ")+".", soft)
		b.Ln(1.5)
	}
	for _, s := range x.Bill.Sheets {
		k := math.Min((b.width)/float64(s.Length), 70/float64(s.Width))
		b.room(float64(s.Width)*k + 12)
		b.text(fmt.Sprintf("%s, %s × %s, face grain along the longer side; cut from edge to edge in the order of the figures",
			b.say(s.Good.Name), b.show(quantity.KindLevel, float64(s.Length)), b.show(quantity.KindLevel, float64(s.Width))), ink)
		y := b.GetY() + 1
		b.SetDrawColor(ink[0], ink[1], ink[2])
		b.SetLineWidth(0.4)
		b.Rect(margin, y, float64(s.Length)*k, float64(s.Width)*k, "D")
		at := func(x, v quantity.Length) (float64, float64) { return margin + float64(x)*k, y + float64(s.Width-v)*k }
		for _, p := range s.Placed {
			px, py := at(p.X, p.Y+p.Width)
			b.SetLineWidth(0.25)
			b.Rect(px, py, float64(p.Length)*k, float64(p.Width)*k, "D")
			b.SetFont("Barlow", "", 7)
			b.Text(px+4, py+3.2, b.short(name(p.Rect)+whose(p.Rect), float64(p.Length)*k-9))
			b.Text(px+4, py+6.4, b.short(b.show(quantity.KindLevel, float64(p.Length))+" × "+b.show(quantity.KindLevel,
				float64(p.Width)), float64(p.Length)*k-9))
		}
		for i, c := range s.Cuts {
			px, py := at(c.At, c.To)
			if c.Along {
				px, py = at(c.To, c.At)
				px -= 4
			}
			b.SetFont("Barlow", "B", 7)
			b.SetTextColor(action[0], action[1], action[2])
			b.Text(px+0.6, py-0.4+3.6, fmt.Sprint(i+1))
			b.colour(ink)
		}
		b.SetXY(margin, y+float64(s.Width)*k+3)
	}
	var rows [][]string
	for _, l := range x.Bill.Lines {
		price := "sample"
		if l.Own {
			price = ""
		}
		rows = append(rows, []string{string(l.Good.Shop), fmt.Sprint(l.Count),
			b.say(l.Good.Name + ", " + l.Good.Sizes[l.Size].Sold()), b.money(l.Cost), price})
	}
	b.Ln(2)
	b.table(Table{Rows: rows, Columns: []Column{{"at a", 0.22, "L", false}, {"", 0.06, "R", true}, {"  what", 0.46, "L", true},
		{"together", 0.14, "R", false}, {"  price", 0.12, "L", false}}})
	b.text("Sample prices are invented.", soft)
}
