package plan

import (
	"bufio"
	"fmt"
	"io"
	"strings"
)

// WriteLP writes the model in CPLEX LP format, so that any solver can confirm
// the optimum: variables x (options), y (ways of a slot), objective
// value·K − (cost·(n + 1) + items) as Solve orders it. Ways without needs are
// folded into a constant that is left out.
func WriteLP(w io.Writer, m Model) error {
	if err := m.Check(); err != nil {
		return err
	}
	p := compile(m)
	b := bufio.NewWriter(w)
	fmt.Fprintf(b, "\\ value had without any option: %d, times %d\nMaximize\n obj:", p.base, p.scale)
	for s, ways := range p.slots {
		for e, way := range ways {
			fmt.Fprintf(b, "\n + %d y%d_%d", way.value*p.scale, s, e)
		}
	}
	for i, c := range p.charge {
		fmt.Fprintf(b, "\n - %d x%d", c, i)
	}
	fmt.Fprintln(b, "\nSubject To")
	p.writeLinks(b)
	for k, r := range p.resources {
		writeSum(b, fmt.Sprintf(" res%d:", k), r.use, fmt.Sprintf("<= %d", r.limit))
	}
	for k, q := range p.requires {
		fmt.Fprintf(b, " req%d: x%d", k, q.option)
		for _, j := range q.any {
			fmt.Fprintf(b, " - x%d", j)
		}
		fmt.Fprintln(b, " <= 0")
	}
	for i := range p.n {
		if p.must.has(i) {
			fmt.Fprintf(b, " must%d: x%d = 1\n", i, i)
		}
		if p.never.has(i) {
			fmt.Fprintf(b, " never%d: x%d = 0\n", i, i)
		}
	}
	fmt.Fprintln(b, "Binary")
	for i := range p.n {
		fmt.Fprintf(b, " x%d\n", i)
	}
	fmt.Fprintln(b, "End")
	return b.Flush()
}

func (p *compiled) writeLinks(b *bufio.Writer) {
	for s, ways := range p.slots {
		uses := map[int][]int{}
		fmt.Fprintf(b, " one%d:", s)
		for e, way := range ways {
			fmt.Fprintf(b, " + y%d_%d", s, e)
			for _, r := range way.rows {
				uses[r] = append(uses[r], e)
			}
		}
		fmt.Fprintln(b, " <= 1")
		for r := range p.rows {
			if len(uses[r]) == 0 {
				continue
			}
			fmt.Fprintf(b, " link%d:", r)
			for _, e := range uses[r] {
				fmt.Fprintf(b, " + y%d_%d", s, e)
			}
			for _, i := range p.rows[r].options {
				fmt.Fprintf(b, " - x%d", i)
			}
			fmt.Fprintln(b, " <= 0")
		}
	}
}

func writeSum(b *bufio.Writer, name string, use []int64, end string) {
	var terms strings.Builder
	for i, u := range use {
		if u != 0 {
			fmt.Fprintf(&terms, " + %d x%d", u, i)
		}
	}
	if terms.Len() > 0 {
		fmt.Fprintf(b, "%s%s %s\n", name, terms.String(), end)
	}
}
