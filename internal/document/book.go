package document

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"scrappyrack/core/band"
	"scrappyrack/core/caution"
	"scrappyrack/core/coverage"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Book is what the client takes home: what to buy and fill, the load card with
// fill lines, the needs, and the cautions. p is nil where there is no plan, since not says why.
func Book(f store.File, r workbench.Results, p *plan.Plan, not string) Sheet {
	b := begun(f, whose(f), r, p)
	b.say(Named, whose(f))
	b.say(Quiet, fmt.Sprintf("Home-gym plan, %s. %s", b.Made.Format("2 January 2006"), b.aims()))
	b.Blocks = append(b.Blocks, openHolds(r.Cautions, b.units)...)
	b.lead(not, b.own)
	b.toDo()
	b.loadCard()
	b.bandCard()
	b.rooms(true)
	b.needs()
	b.cautions(r.Cautions, caution.Always())
	return *b.Sheet
}

// Household is the book of all: what is bought, made and filled, the loads and the rooms once; then the pages of
// each, with what is open of theirs, which stands nowhere else. all are what was worked out for each, one at least.
func Household(f store.File, all []workbench.Results, p *plan.Plan, not string) Sheet {
	b := begun(f, f.Profile.Name, all[0], p)
	var names []string
	shared, _ := caution.Apart(all[0].Cautions)
	holds := openHolds(shared, b.units)
	for _, r := range all {
		name := workbench.Called(f, r.Who)
		names = append(names, name)
		if _, own := caution.Apart(r.Cautions); len(openHolds(own, b.units)) > 0 {
			holds = append(holds, Block{Role: Hold, Text: fmt.Sprintf(
				"Something is still open for %s: it stands first on the pages of %[1]s, who trains only after it.", name)})
		}
	}
	b.say(Named, f.Profile.Name)
	b.say(Quiet, fmt.Sprintf("Home-gym plan, %s, for %s.", b.Made.Format("2 January 2006"), strings.Join(names, ", ")))
	if len(holds) > 0 && holds[0].Role != Heading {
		b.say(Heading, firstOfAll)
	}
	b.Blocks = append(b.Blocks, holds...)
	b.lead(not, func(board coverage.Board) []coverage.Coverage { return board.Slots })
	b.toDo()
	b.loadCard()
	b.rooms(false)
	b.cautions(shared, caution.Always())
	for i, r := range all {
		_, own := caution.Apart(r.Cautions)
		b.file.Seen, b.results = r.Who, r
		b.say(Pages, names[i])
		b.say(Quiet, b.aims())
		b.Blocks = append(b.Blocks, openHolds(own, b.units)...)
		b.bandCard()
		b.headroom(r.Client.Space.Heads)
		b.needs()
		b.cautions(own, nil)
	}
	return *b.Sheet
}

// begun is a book of which nothing is written yet.
func begun(f store.File, name string, r workbench.Results, p *plan.Plan) book {
	units := quantity.System(f.Profile.Units)
	s := Sheet{Title: name + " · home-gym plan", Made: time.Unix(f.UpdatedAt, 0).UTC(), Units: units}
	return book{reader{units, f.Profile.Currency}, &s, f, r, p}
}

// aims is for what the person trains, and how often.
func (b book) aims() string {
	p := b.file.Looked()
	return fmt.Sprintf("%d days a week of %d minutes, goal: %s.", p.Days, p.Minutes, strings.ReplaceAll(p.Goal, "-", " "))
}

// whose is what a sheet of one of the people is called: by the client, and by the person where there are others.
func whose(f store.File) string {
	if name := f.Looked().Name; len(f.Persons) > 1 && name != "" {
		return f.Profile.Name + " · " + name
	}
	return f.Profile.Name
}

// own are the needs of a board that are of the person whose book it is.
func (b book) own(board coverage.Board) (out []coverage.Coverage) {
	for _, c := range board.Slots {
		if c.Slot.Whose.ID == "" || c.Slot.Whose.ID == b.file.Looked().ID {
			c.Slot.Whose = coverage.Whose{}
			out = append(out, c)
		}
	}
	return out
}

func coveredOf(all []coverage.Coverage) (n int) {
	for _, c := range all {
		if c.State == coverage.Covered {
			n++
		}
	}
	return n
}

type book struct {
	reader
	*Sheet
	file    store.File
	results workbench.Results
	plan    *plan.Plan
}

// reader is in whose units and money a sheet is written.
type reader struct {
	units    quantity.System
	currency string
}

func (b reader) show(kind quantity.Kind, v float64) string { return quantity.Format(b.units, kind, v) }
func (b reader) mass(v quantity.Mass) string               { return b.show(quantity.KindMass, float64(v)) }

func (b reader) pm(u quantity.Mass) string {
	return quantity.FormatU(b.units, quantity.KindMass, float64(u))
}

func (b reader) money(minor int64) string {
	return quantity.Money{Minor: minor, Currency: b.currency}.String()
}

// lead is what the plan comes to for those needs of a board that are told of.
func (b book) lead(not string, of func(coverage.Board) []coverage.Coverage) {
	if b.plan == nil {
		b.say(Wrong, "There is no plan yet: "+not+".")
		return
	}
	p := b.plan
	state := "proven: no other set of these things covers more for this money and room"
	if !p.Answer.Proven {
		state = "the best found; a better one has not been ruled out"
	}
	after := of(p.After)
	b.say(Lead, fmt.Sprintf("%d of %d needs covered with this plan (%d today), for %s of %s.",
		coveredOf(after), len(after), coveredOf(of(p.Before)), b.money(p.Cost.Minor), b.money(b.file.Profile.BudgetMinor)))
	b.say(Quiet, fmt.Sprintf("This plan is %s. Prices are invented samples until your practice enters its own. %s of floor stay free.",
		state, b.show(quantity.KindArea, p.FloorFree)))
}

func (b book) toDo() {
	if b.plan == nil {
		return
	}
	var buy, built, fill [][]string
	for _, c := range b.plan.Chosen {
		k := c.Candidate
		if k.Origin == load.Built {
			built = append(built, []string{k.Name, b.money(k.Cost), fmt.Sprintf("%.0f h", float64(k.Minutes)/60),
				sentence(losses(c.Loses), k.Note)})
			continue
		}
		if k.Origin == load.Bought {
			buy = append(buy, []string{k.Name, b.money(k.Cost), sentence(k.Note, losses(c.Loses)), k.Caution})
			continue
		}
		line, weighs := "any level", b.reach(k)
		if k.Fill != nil {
			line = b.show(quantity.KindLevel, float64(k.Fill.Level)) + " (" + b.show(quantity.KindVolume, float64(k.Fill.Volume)) + ")"
			weighs = b.mass(k.Fill.Mass.Value) + " ± " + b.pm(k.Fill.Mass.Expanded())
		}
		fill = append(fill, []string{k.Name, line, weighs, k.Caution})
	}
	if len(buy) > 0 {
		b.rows("Buy", Table{Rows: buy, Tick: true, Columns: []Column{
			{"what", 0.30, "L", true}, {"price", 0.12, "R", false}, {"  why", 0.33, "L", false}, {"safety", 0.25, "L", false}}})
	}
	if len(built) > 0 {
		b.rows("Build", Table{Rows: built, Tick: true, Columns: []Column{
			{"what", 0.30, "L", true}, {"material", 0.12, "R", false}, {"  takes", 0.12, "L", false}, {"why", 0.46, "L", false}}})
		b.say(Quiet, "How each is made, and what holds it, stands on its own sheet; it counts once its proof test has passed.")
	}
	if len(fill) > 0 {
		b.rows("Fill and pack", Table{Rows: fill, Tick: true, Columns: []Column{
			{"what", 0.32, "L", true}, {"fill to", 0.2, "L", false}, {"then it weighs", 0.2, "L", false}, {"safety", 0.28, "L", false}}})
	}
	if len(buy)+len(built)+len(fill) == 0 {
		b.say(Heading, "Nothing to buy or fill")
		b.say(Plain, "What is there already reaches as far as anything for this money would.")
	}
}

func (b book) reach(k plan.Candidate) string {
	low, high, _ := k.Reach()
	return b.mass(low) + " to " + b.mass(high)
}

func losses(all []plan.Change) string {
	if len(all) == 0 {
		return "Not worth its money: under 2 % of any one need"
	}
	names := make([]string, len(all))
	for i, c := range all {
		names[i] = strings.ToLower(c.Slot.Title()[:1]) + c.Slot.Title()[1:]
	}
	return "For " + strings.Join(names, "; ")
}

func sentence(parts ...string) string {
	var out []string
	for _, p := range parts {
		if p != "" {
			out = append(out, strings.ToUpper(p[:1])+p[1:]+".")
		}
	}
	return strings.Join(out, " ")
}

func (b book) loadCard() {
	if len(b.results.Loads) == 0 {
		return
	}
	var rows [][]string
	for _, l := range b.results.Loads {
		c := l.Container
		most, _ := l.Most()
		rows = append(rows, []string{
			c.Name, c.Filling.Name, b.show(quantity.KindLevel, float64(l.Fill.Level)), b.show(quantity.KindVolume, float64(l.Fill.Volume)),
			b.mass(l.Mass.Value), "± " + b.pm(l.Mass.Expanded()), string(l.Mass.How), b.mass(most.Mass.Value), string(c.Steadiness(l.Fill)),
		})
	}
	b.rows("Load card: what everything weighs as it stands", Table{Rows: rows, Columns: []Column{
		{"what", 0.14, "L", true}, {"filled with", 0.14, "L", false}, {"line at", 0.09, "R", false}, {"volume", 0.10, "R", false},
		{"weighs", 0.10, "R", true}, {"give or take", 0.10, "R", false}, {"  known as", 0.13, "L", false}, {"at most", 0.10, "R", false},
		{"  moving", 0.10, "L", false},
	}})
	b.say(Quiet, "The line is measured from the inside bottom. ± is the expanded uncertainty (k = 2). At most: to the brim, or what the handle is taken to be good for.")
}

// bandCard is how each band movement is set up, as it was kept at the band bench.
func (b book) bandCard() {
	pulls := workbench.PullsOf(b.file)
	if len(pulls) == 0 {
		return
	}
	force := func(p band.Profile, f quantity.Force) string {
		if p.Worst == band.BeyondMeasured {
			return "–" // nothing is known so far out
		}
		return b.show(quantity.KindForce, float64(f))
	}
	var rows [][]string
	for _, p := range pulls {
		var names []string
		for _, e := range p.Set.Bands {
			names = append(names, e.Name)
		}
		rows = append(rows, []string{
			p.Movement.Name, strings.Join(names, " + "), p.Set.Words().In(b.units), force(p.Profile, p.Profile.Start),
			force(p.Profile, p.Profile.Mean), force(p.Profile, p.Profile.Finish), p.Movement.Caution,
		})
	}
	b.rows("Band card: how to stand, and what it pulls then", Table{Rows: rows, Columns: []Column{
		{"movement", 0.19, "L", true}, {"bands", 0.13, "L", false}, {"set up", 0.21, "L", false}, {"start", 0.08, "R", false},
		{"mean", 0.08, "R", true},
		{"finish", 0.08, "R", false}, {"  safety", 0.23, "L", false},
	}})
	b.say(Quiet, "Mean is the pull along the whole way, slack counted as nothing. Slow first pull, then look at the anchor and the band again.")
}

func (b book) needs() {
	if b.plan == nil {
		return
	}
	var rows [][]string
	for _, c := range b.own(b.plan.After) {
		way := ""
		if len(c.Ways) > 0 && c.Ways[0].Why().Empty() {
			way = c.Ways[0].Movement.Name
		}
		reason := c.Reason().In(b.units)
		if reason == "" {
			reason = "–"
		}
		per := ""
		if c.Slot.PerHand {
			per = " a hand"
		}
		sets, asks := fmt.Sprintf("%d–%d", c.Slot.RepsLow, c.Slot.RepsHigh),
			b.mass(c.Slot.Lo)+" – "+b.mass(c.Slot.Hi)+per+basis(c.Slot.Basis)
		if c.Slot.Of != movement.Reps {
			sets += " " + string(c.Slot.Of)
		}
		switch {
		case c.Slot.Timed:
			asks = "done or not, no kilograms"
			if c.Slot.As != "" {
				asks = c.Slot.As
			}
		case c.Slot.Lo == 0:
			asks = "the body alone, to + " + b.mass(c.Slot.Hi) + per + basis(c.Slot.Basis)
		}
		rows = append(rows, []string{c.Slot.Title(), sets, asks, c.State.Words(), way, reason})
	}
	b.rows("What each movement needs, and what reaches it with this plan", Table{Rows: rows, Columns: []Column{
		{"movement", 0.15, "L", true}, {"reps", 0.08, "L", false}, {"working range", 0.25, "L", false},
		{"state", 0.1, "L", false}, {"best done as", 0.2, "L", false}, {"what is missing", 0.22, "L", false}}})
}

func basis(b coverage.Basis) string {
	switch b {
	case coverage.GuessOf:
		return " (guess)"
	case coverage.Relative:
		return " (from a relative)"
	}
	return ""
}

// cautions are those that hold nothing: what does is the first of the first page.
func (b book) cautions(some, more []caution.Caution) {
	first := true
	for _, c := range slices.Concat(some, more) {
		if c.Hold {
			continue
		}
		if first {
			b.say(Heading, "Safety")
		}
		first = false
		b.say(Warning, strings.TrimSuffix(c.ForClient().In(b.units), ".")+".")
	}
}

// firstOfAll heads what is open.
const firstOfAll = "Before anything else"

// openHolds are the open hold points, as the client reads them: the first block of the first page of whatever
// leaves the building.
func openHolds(all []caution.Caution, units quantity.System) (out []Block) {
	for _, c := range all {
		if !c.Hold {
			continue
		}
		if len(out) == 0 {
			out = append(out, Block{Role: Heading, Text: firstOfAll})
		}
		out = append(out, Block{Role: Hold, Text: strings.TrimSuffix(c.ForClient().In(units), ".") + "."})
	}
	return out
}
