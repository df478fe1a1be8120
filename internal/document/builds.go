package document

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
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
func Builds(f store.File, worked workbench.Results, bill workbench.Bill, only, size string) ([]byte, error) {
	made := time.Unix(f.UpdatedAt, 0).UTC()
	w, err := newPaper(size, f.Profile.Name+" · builds", made)
	if err != nil {
		return nil, err
	}
	b := buildSheets{w, reader{quantity.System(f.Profile.Units), f.Profile.Currency}, f}
	w.set(Sheet{Blocks: openHolds(worked.Cautions, b.units)})
	first := true
	for _, one := range worked.Builds {
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
				cost = "Material by itself: " + b.money(bill.Alone[i]) + ", at the prices of the practice; samples, where it has " +
					"none, are invented."
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

type buildSheets struct {
	*paper
	reader
	file store.File
}

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
		if built.Remedy() != nil {
			b.text("The least that makes all checks pass: "+b.say(built.Remedy().Change)+".", ink)
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
	b.table(Table{Rows: rows, Columns: []Column{{"", 0.07, "R", true}, {"  part", 0.30, "L", true}, {"size", 0.21, "L", false}, {"of", 0.42, "L", false}}})
	if grain {
		b.text("* The face grain runs along the first measure; the cut list keeps it.", soft)
	}
	hours := takes(built.Hours[0])
	if built.Hours[1] > built.Hours[0] {
		hours = fmt.Sprintf("%g to %g hours", built.Hours[0], built.Hours[1])
	}
	b.text(fmt.Sprintf("Tools: %s. About %s for a joiner, %s for who builds for the first time.",
		strings.Join(b.all(built.Tools), ", "), hours, takes(built.FirstTime())), soft)
	if cost != "" {
		b.text(cost, ink)
	}
	b.heading("Safety")
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
	sorted := slices.SortedStableFunc(slices.Values(built.Checks),
		func(a, b builds.Check) int { return cmp.Compare(b.Use(), a.Use()) })
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
	b.table(Table{Rows: rows, Columns: []Column{{"link", 0.22, "L", true}, {"asked", 0.11, "R", false}, {"holds", 0.17, "R", false},
		{"used", 0.09, "R", true}, {"  rule and source", 0.41, "L", false}}})
	b.text("Asked is with its factor. A link passes up to 1.00 before any rounding, and is shown rounded up. One without a mark "+
		"counts as nothing.", soft)
}

// tests are the proof and the inspections: what was done, and room for what will be.
func (b buildSheets) tests(x workbench.BuildOf) {
	built := x.Worked.Built
	b.heading("Proof and inspections")
	b.text("Proof: "+b.say(built.Proof), ink)
	if len(x.ProofWith) > 0 {
		b.text("With what is here: "+builds.ProofWords(x.ProofWith, x.Worked.Built.ProofOf, b.units), ink)
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
	b.table(Table{Rows: rows, Columns: []Column{{"date", 0.22, "L", true}, {"what", 0.22, "L", false}, {"found", 0.12, "L", false},
		{"seen", 0.44, "L", false}}})
}

// takes is a time as it is said.
func takes(hours float64) string {
	switch {
	case hours < 1:
		return fmt.Sprintf("%.0f minutes", hours*60)
	case hours == 1:
		return "an hour"
	}
	return fmt.Sprintf("%g hours", hours)
}
