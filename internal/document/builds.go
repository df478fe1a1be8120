package document

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"github.com/go-pdf/fpdf"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// wrong is the colour of what does not hold, due of what holds just so.
var (
	wrong = [3]int{160, 28, 52}
	due   = [3]int{122, 78, 8}
)

// Builds is what a client's builds are made from: for each its drawing, its checks, parts, steps
// and tests, and what all that are planned take together. Given-up ones are left out. only is the
// id of one of them, or empty for all.
func Builds(f store.File, all []workbench.BuildOf, bill workbench.Bill, only, size string) ([]byte, error) {
	made := time.Unix(f.UpdatedAt, 0).UTC()
	w, err := newPaper(size, f.Profile.Name+" · builds", made)
	if err != nil {
		return nil, err
	}
	b := buildSheets{book{paper: w, file: f, units: quantity.System(f.Profile.Units)}}
	first := true
	for _, one := range all {
		if one.Build.State == "retired" || only != "" && one.Build.ID != only {
			continue
		}
		if !first {
			b.AddPage()
		}
		first = false
		cost := ""
		for i, on := range bill.Builds {
			if on.Build.ID == one.Build.ID {
				cost = "Material by itself: " + b.money(bill.Alone[i]) + ", at the prices of the practice; samples, where it has none, are invented."
			}
		}
		b.one(one, cost)
	}
	if first {
		b.text("No build is planned or made.", ink)
	}
	if only == "" && len(bill.Builds) > 0 {
		b.AddPage()
		b.bill(bill)
	}
	return w.bytes()
}

type buildSheets struct{ book }

// say is a text of a design in the client's units.
func (b buildSheets) say(text builds.Text) string { return text.In(b.units) }

func (b buildSheets) all(texts []builds.Text) (out []string) {
	for _, t := range texts {
		out = append(out, b.say(t))
	}
	return out
}

// one is the sheet of one build; cost says what it takes by itself, empty where nothing is to be bought.
func (b buildSheets) one(x workbench.BuildOf, cost string) {
	built := x.Worked.Built
	b.SetFont("Barlow", "B", 20)
	b.colour(ink)
	b.MultiCell(0, 9, x.Build.Name, "", "L", false)
	b.text(b.say(built.Title)+".", soft)
	if x.Problem != nil {
		b.text(x.Problem.Detail.In(b.units)+".", wrong)
		return
	}
	weakest := built.Weakest()
	b.SetFont("Barlow", "B", 11)
	if built.OK() {
		b.colour(covered)
		passes := "Every check passes."
		if weakest.Use() > 0 {
			passes = fmt.Sprintf("Every check passes; the weakest is %s, used %s.", b.say(weakest.Link), used(weakest))
		}
		b.MultiCell(0, 5.5, passes, "", "L", false)
	} else {
		b.colour(wrong)
		b.MultiCell(0, 5.5, "Do not build it as it stands: "+strings.TrimSuffix(b.reason(weakest), ".")+".", "", "L", false)
		if built.Remedy != nil {
			b.text("The least that makes all checks pass: "+b.say(built.Remedy.Change)+".", ink)
		}
		if built.Instead != "" {
			b.text("Safe instead: "+b.say(built.Instead)+".", ink)
		}
	}
	if who := x.Worked.For(x.At); who != "" {
		b.text(b.say(who)+".", soft)
	}
	for _, fig := range x.Worked.Figures(x.At) {
		b.figure(fig, built.Checks)
	}
	b.onWall(x)
	b.heading("Parts")
	var rows [][]string
	grain := false
	for _, p := range built.Parts {
		grain = grain || p.Grain
		of := p.Stock
		if g, err := builds.GoodByKey(p.Stock); err == nil {
			of = b.say(g.Name)
		}
		rows = append(rows, []string{fmt.Sprint(p.Count), b.say(p.Name), p.Size(b.units), of})
	}
	b.table([]column{{"", 0.07, "R", true}, {"  part", 0.30, "L", true}, {"size", 0.21, "L", false}, {"of", 0.42, "L", false}}, rows)
	if grain {
		b.text("* The face grain runs along the first measure; the cut list keeps it.", soft)
	}
	hours := fmt.Sprintf("%g hours", built.Hours[0])
	switch {
	case built.Hours[1] > built.Hours[0]:
		hours = fmt.Sprintf("%g to %g hours", built.Hours[0], built.Hours[1])
	case built.Hours[0] == 1:
		hours = "an hour"
	case built.Hours[0] < 1:
		hours = fmt.Sprintf("%.0f minutes", built.Hours[0]*60)
	}
	b.text(fmt.Sprintf("Tools: %s. About %s for a joiner, %g for who builds for the first time.", strings.Join(b.all(built.Tools), ", "), hours, built.FirstTime()), soft)
	if cost != "" {
		b.text(cost, ink)
	}
	b.heading("Mind")
	for _, c := range built.Cautions {
		b.warning(b.say(c))
	}
	b.steps(built)
	b.checks(built)
	b.tests(x)
}

func (b buildSheets) reason(c builds.Check) string {
	if c.Refused != "" {
		return b.say(c.Refused)
	}
	return fmt.Sprintf("%s is used %s", b.say(c.Link), used(c))
}

// used is how far a check is used, rounded up.
func used(c builds.Check) string {
	u := c.Use()
	if math.IsInf(u, 0) {
		return "fails"
	}
	return fmt.Sprintf("%.2f", math.Max(0, math.Ceil(u*100-1e-9)/100))
}

func (b buildSheets) steps(built builds.Built) {
	b.heading("Steps")
	for i, s := range built.Steps {
		if s.Hold {
			b.warning(fmt.Sprintf("%d. Hold: %s", i+1, b.say(s.Text)))
			y := b.GetY() - rowLine - 1.6
			b.SetDrawColor(ink[0], ink[1], ink[2])
			b.SetLineWidth(0.3)
			b.Rect(margin+b.width-5, y, 4, 4, "D") // to be ticked
			continue
		}
		b.text(fmt.Sprintf("%d. %s", i+1, b.say(s.Text)), ink)
		b.Ln(1)
	}
}

// checks are the load path with a bar for how far each link is used.
func (b buildSheets) checks(built builds.Built) {
	b.heading("From the hand to the building")
	var rows [][]string
	sorted := slices.SortedStableFunc(slices.Values(built.Checks), func(a, b builds.Check) int { return cmp.Compare(b.Use(), a.Use()) })
	for _, c := range sorted {
		demand, holds := "", ""
		if c.Demand > 0 {
			demand, holds = builds.Shown(c.Unit, c.Demand, b.units), builds.Shown(c.Unit, c.Capacity, b.units)
		}
		if c.Refused != "" {
			holds = "nothing: " + b.say(c.Refused)
		}
		rows = append(rows, []string{b.say(c.Link), demand, holds, used(c), b.say(c.Formula) + "; " + c.Source})
	}
	b.table([]column{{"link", 0.22, "L", true}, {"asked", 0.11, "R", false}, {"holds", 0.17, "R", false}, {"used", 0.09, "R", true}, {"  rule and source", 0.41, "L", false}}, rows)
	b.text("Asked is with its factor. A link passes up to 1.00 before any rounding, and is shown rounded up. One without a mark counts as nothing.", soft)
}

// tests are the proof and the inspections: what was done, and room for what will be.
func (b buildSheets) tests(x workbench.BuildOf) {
	built := x.Worked.Built
	b.heading("Proof and inspections")
	b.text("Proof: "+b.say(built.Proof), ink)
	if len(x.ProofWith) > 0 {
		b.text("With what is here: "+x.ProofWords(b.units), ink)
	}
	b.text("Inspection: "+b.say(built.Inspect), ink)
	b.Ln(1)
	var rows [][]string
	for _, t := range x.Build.Tests {
		verdict := "failed"
		if t.Passed {
			verdict = "passed"
		}
		what := t.Kind
		if t.Of > 0 {
			what += ", " + builds.Shown(built.ProofUnit(), t.Of, b.units)
		}
		rows = append(rows, []string{time.Unix(t.At, 0).UTC().Format("2 January 2006"), what, verdict, t.Note})
	}
	for range 3 {
		rows = append(rows, []string{" ", "", "", ""})
	}
	b.table([]column{{"date", 0.22, "L", true}, {"what", 0.22, "L", false}, {"found", 0.12, "L", false}, {"seen", 0.44, "L", false}}, rows)
}

// figure draws one view as large as half a page takes, with what each part is used.
func (b buildSheets) figure(f builds.Figure, checks []builds.Check) {
	x0, x1, y0, y1 := math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
	for _, m := range f.Marks {
		half := 0.0
		if m.Shape == builds.MarkRound {
			half = m.W / 2
		}
		x0, x1 = math.Min(x0, math.Min(m.X-half, m.X+m.W)), math.Max(x1, math.Max(m.X+half, m.X+m.W))
		y0, y1 = math.Min(y0, math.Min(m.Y-half, m.Y+m.H)), math.Max(y1, math.Max(m.Y+half, m.Y+m.H))
	}
	const beside, most = 22.0, 82.0
	k := math.Min((b.width-2*beside)/(x1-x0), most/math.Max(0.01, y1-y0)) // mm per m
	high := (y1 - y0) * k
	b.room(high + 26)
	b.Ln(2)
	b.SetFont("Barlow", "B", 10)
	b.colour(ink)
	b.CellFormat(0, 5, strings.ToUpper(f.Name[:1])+f.Name[1:]+fmt.Sprintf(", 1:%.0f", 1000/k), "", 1, "L", false, 0, "")
	top := b.GetY() + 6
	left := margin + (b.width-(x1-x0)*k)/2
	at := func(x, y float64) (float64, float64) { return left + (x-x0)*k, top + (y1-y)*k }
	uses := &uses{seen: map[builds.Text]bool{}}
	for _, m := range f.Marks {
		b.mark(m, at, k, checks, uses)
	}
	b.SetXY(margin, top+high+7)
	b.SetDrawColor(line[0], line[1], line[2])
}

// uses are the bars of a figure: the links that have theirs, and where they stand.
type uses struct {
	seen map[builds.Text]bool
	at   [][2]float64
}

// free is a place for a bar at a place or below it.
func (u *uses) free(x, y float64) float64 {
	for slices.ContainsFunc(u.at, func(o [2]float64) bool { return math.Abs(o[0]-x) < 18 && math.Abs(o[1]-y) < 3.6 }) {
		y += 3.8
	}
	u.at = append(u.at, [2]float64{x, y})
	return y
}

func (b buildSheets) mark(m builds.Mark, at func(x, y float64) (float64, float64), k float64, checks []builds.Check, put *uses) {
	x, y := at(m.X, m.Y)
	b.SetFont("Barlow", "", 8)
	if m.Shape == builds.MarkDim {
		ex, ey := at(m.X+m.W, m.Y+m.H)
		b.SetDrawColor(soft[0], soft[1], soft[2])
		b.SetLineWidth(0.2)
		b.Line(x, y, ex, ey)
		text := strings.TrimSpace(b.say(m.Text) + " " + m.Measure(b.units))
		b.colour(ink)
		if m.W != 0 {
			b.Line(x, y-1.2, x, y+1.2)
			b.Line(ex, y-1.2, ex, y+1.2)
			b.Text((x+ex-b.GetStringWidth(text))/2, y-1.2, text)
		} else {
			b.Line(x-1.2, y, x+1.2, y)
			b.Line(x-1.2, ey, x+1.2, ey)
			b.Text(x+1, (y+ey)/2+1, text)
		}
		return
	}
	tone := ink
	about := m.About(checks)
	if about >= 0 {
		tone = toneOf(checks[about])
	}
	b.SetDrawColor(tone[0], tone[1], tone[2])
	b.SetLineWidth(0.35)
	if m.Of == builds.OfHouse {
		b.SetDashPattern([]float64{1.4, 1}, 0)
	}
	switch m.Shape {
	case builds.MarkRound:
		b.Circle(x, y, math.Max(0.7, m.W*k/2), "D")
	case builds.MarkLine:
		ex, ey := at(m.X+m.W, m.Y+m.H)
		b.SetLineWidth(0.8)
		b.Line(x, y, ex, ey)
	default:
		b.Rect(x, y-m.H*k, math.Max(0.3, m.W*k), math.Max(0.3, m.H*k), "D")
	}
	b.SetDashPattern(nil, 0)
	if m.Text != "" {
		b.colour(ink)
		along, up, below := m.W/2, m.H/2, 1.0
		if m.Shape == builds.MarkLine { // at its end
			along, up, below = m.W, m.H, 4
		}
		b.Text(x+along*k-b.GetStringWidth(b.say(m.Text))/2, y-up*k+below, b.say(m.Text))
	}
	if about < 0 || put.seen[m.Link] {
		return
	}
	put.seen[m.Link] = true
	bx, by := x+math.Max(0, m.W*k)+1.5, y-m.H*k/2
	if m.Shape == builds.MarkRound {
		bx, by = x+m.W*k/2+1.5, y
	}
	by = put.free(bx, by)
	b.SetFillColor(tone[0], tone[1], tone[2])
	b.SetLineWidth(0.15)
	b.Rect(bx, by-1, 8, 2, "D")
	b.Rect(bx, by-1, 8*math.Min(1, checks[about].Use()), 2, "F")
	b.SetFillColor(255, 255, 255)
	b.SetTextColor(tone[0], tone[1], tone[2])
	b.Text(bx+9, by+1, used(checks[about]))
}

func toneOf(c builds.Check) [3]int {
	switch u := c.Use(); {
	case u > 1:
		return wrong
	case u > 0.9:
		return due
	}
	return covered
}

// onWall draws a build on its own wall, to scale, with the studs that were found.
func (b buildSheets) onWall(x workbench.BuildOf) {
	r, s := x.At.Room, x.At
	if x.Worked.Design.On != builds.OnWall || r == nil || s.Wall < 0 || s.Wall >= len(r.Walls) {
		return
	}
	_, _, long := r.Wall(s.Wall)
	high := float64(r.Ceiling.Height)
	if high <= 0 {
		high = 2.4
	}
	k := math.Min((b.width-30)/float64(long), 60/high)
	b.room(high*k + 24)
	b.Ln(2)
	b.SetFont("Barlow", "B", 10)
	b.colour(ink)
	b.CellFormat(0, 5, fmt.Sprintf("On wall %s of %s, 1:%.0f", space.WallName(s.Wall), r.Name, 1000/k), "", 1, "L", false, 0, "")
	left, bottom := margin+(b.width-float64(long)*k)/2, b.GetY()+4+high*k
	at := func(x, y float64) (float64, float64) { return left + x*k, bottom - y*k }
	b.SetDrawColor(ink[0], ink[1], ink[2])
	b.SetLineWidth(0.5)
	var over []fpdf.PointType
	from, to, _ := r.Wall(s.Wall)
	for _, step := range r.Skyline(from, to) {
		px, py := at(float64(step.Along), float64(step.Height))
		over = append(over, fpdf.PointType{X: px, Y: py})
	}
	if len(over) == 0 {
		over = []fpdf.PointType{{X: left, Y: bottom - high*k}, {X: left + float64(long)*k, Y: bottom - high*k}}
	}
	outline := append([]fpdf.PointType{{X: left, Y: bottom}}, append(over, fpdf.PointType{X: left + float64(long)*k, Y: bottom})...)
	b.Polygon(outline, "D")
	b.SetLineWidth(0.15)
	b.SetDashPattern([]float64{1.4, 1}, 0)
	b.SetDrawColor(soft[0], soft[1], soft[2])
	for _, stud := range r.Studs(s.Wall) {
		px, py := at(float64(stud), 0)
		b.Line(px, py, px, py-float64(r.Over(r.At(s.Wall, stud)))*k)
	}
	b.SetDashPattern(nil, 0)
	for _, o := range r.Openings {
		if o.Wall == s.Wall {
			px, py := at(float64(o.At), float64(o.Sill+max(o.Height, 0.5)))
			b.Rect(px, py, float64(o.Width)*k, float64(max(o.Height, 0.5))*k, "D")
		}
	}
	for _, f := range x.Worked.Figures(s) {
		if f.Name != "front" {
			continue
		}
		shift := func(x, y float64) (float64, float64) { return at(x+float64(s.At), y) }
		quiet := &uses{seen: map[builds.Text]bool{}}
		for _, m := range f.Marks {
			quiet.seen[m.Link] = true
			if m.Shape != builds.MarkDim && m.Of != builds.OfHouse {
				m.Text = ""
				b.mark(m, shift, k, x.Worked.Built.Checks, quiet)
			}
		}
	}
	px, _ := at(float64(s.At), 0)
	text := b.show(quantity.KindLevel, float64(s.At)) + " from the wall's start"
	b.SetFont("Barlow", "", 8)
	b.colour(ink)
	b.SetDrawColor(soft[0], soft[1], soft[2])
	b.Line(left, bottom+3, px, bottom+3)
	b.Line(px, bottom+1.8, px, bottom+4.2)
	b.Text(math.Max(margin, (left+px)/2-b.GetStringWidth(text)/2), bottom+7, text)
	b.SetXY(margin, bottom+9)
}
