package optimise

import (
	"bufio"
	"context"
	"fmt"
	"io"
)

// WriteLP writes the model in CPLEX LP format, so that any solver can confirm
// the optimum: variables x (options), y (offers of a demand), objective
// value·K − (cost·(n + 1) + items) as Solve orders it. Offers without needs are
// folded into a constant that is left out. The text is always legal: lines are short,
// no variable stands twice in a row, and there is an objective and a row even where the
// model has none.
func WriteLP(w io.Writer, m Model) error {
	if err := m.Check(); err != nil {
		return err
	}
	p, err := compile(context.Background(), m) // nobody waits: there is no end to be told of
	if err != nil {
		return err
	}
	b := &lp{Writer: bufio.NewWriter(w)}
	fmt.Fprintf(b, "\\ value had without any option: %d, times %d\nMaximize\n", p.base, p.scale)
	b.begin("obj")
	for s, offers := range p.demands {
		for e, offer := range offers {
			b.term(offer.value*p.scale, fmt.Sprintf("y%d_%d", s, e))
		}
	}
	for i, c := range p.charge {
		b.term(-c, fmt.Sprintf("x%d", i))
	}
	if b.terms == 0 {
		b.write(" 0 none")
	}
	fmt.Fprint(b, "\nSubject To\n")
	b.rows = 0
	p.writeLinks(b)
	for k, r := range p.resources {
		b.begin(fmt.Sprintf("res%d", k))
		for i, u := range r.use {
			b.term(u, fmt.Sprintf("x%d", i))
		}
		b.end("<=", r.limit)
	}
	for k, q := range p.requires {
		if q.mask.has(q.option) {
			continue // met by itself
		}
		b.begin(fmt.Sprintf("req%d", k))
		b.term(1, fmt.Sprintf("x%d", q.option))
		for _, j := range q.mask.list(p.n) {
			b.term(-1, fmt.Sprintf("x%d", j))
		}
		b.end("<=", 0)
	}
	for i := range p.n {
		if p.must.has(i) {
			b.fixed("must", i, 1)
		}
		if p.never.has(i) {
			b.fixed("never", i, 0)
		}
	}
	if b.rows == 0 {
		fmt.Fprint(b, " row: none <= 1\n")
	}
	if p.n > 0 {
		fmt.Fprint(b, "Binary\n")
	}
	for i := range p.n {
		fmt.Fprintf(b, " x%d\n", i)
	}
	fmt.Fprint(b, "End\n")
	return b.Flush()
}

// lp writes rows in lines that every reader of the format takes (255 characters).
type lp struct {
	*bufio.Writer
	name        string
	terms, line int
	rows        int
}

const lpLine = 200

func (b *lp) begin(name string) {
	b.name, b.terms, b.line = name, 0, 0
}

func (b *lp) write(text string) {
	if b.line == 0 {
		text = " " + b.name + ":" + text
	} else if b.line+len(text) > lpLine {
		fmt.Fprint(b, "\n ")
		b.line = 1
	}
	fmt.Fprint(b, text)
	b.line += len(text)
}

// term adds one term of a row; nothing where its coefficient is 0.
func (b *lp) term(k int64, variable string) {
	switch {
	case k == 0:
		return
	case k < 0:
		b.write(fmt.Sprintf(" - %d %s", -k, variable))
	default:
		b.write(fmt.Sprintf(" + %d %s", k, variable))
	}
	b.terms++
}

// end closes a row that has terms.
func (b *lp) end(relation string, limit int64) {
	if b.terms > 0 {
		b.rows++
		fmt.Fprintf(b, " %s %d\n", relation, limit)
	}
}

func (b *lp) fixed(name string, i int, value int64) {
	b.begin(fmt.Sprintf("%s%d", name, i))
	b.term(1, fmt.Sprintf("x%d", i))
	b.end("=", value)
}

func (p *compiled) writeLinks(b *lp) {
	for s, offers := range p.demands {
		uses := map[int][]int{}
		b.begin(fmt.Sprintf("one%d", s))
		for e, offer := range offers {
			b.term(1, fmt.Sprintf("y%d_%d", s, e))
			for _, r := range offer.rows {
				uses[r] = append(uses[r], e)
			}
		}
		b.end("<=", 1)
		for r := range p.rows {
			if len(uses[r]) == 0 {
				continue
			}
			b.begin(fmt.Sprintf("link%d", r))
			for _, e := range uses[r] {
				b.term(1, fmt.Sprintf("y%d_%d", s, e))
			}
			for _, i := range p.rows[r].options {
				b.term(-1, fmt.Sprintf("x%d", i))
			}
			b.end("<=", 0)
		}
	}
}
