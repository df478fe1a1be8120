package cut

import (
	"cmp"
	"context"
	"math"
	"slices"
)

// column is a way to cut a bar with how many bars of it the linear programme takes.
type column struct {
	cutting
	amount float64
}

// dual is what each kind of piece is worth, in money, so that no bar of any stock gives more
// than it costs, but for Over of those there are few of.
type dual struct {
	worth []float64
	over  []float64 // of a stock, what a bar of it may give more than it costs
}

// bound is what the pieces that are left cost at least, with so many bars left.
func (d dual) bound(want, left []int) (sum float64) {
	for i, n := range want {
		sum += float64(n) * d.worth[i]
	}
	for k, n := range left {
		if n > 0 {
			sum -= float64(n) * d.over[k]
		}
	}
	return sum
}

// relax solves the linear programme over all ways to cut a bar by column generation, and
// answers with a bound that holds whatever rounding did (Farley 1990): the duals are shrunk
// until no bar gives more than it costs. seen is told the columns of the last solution.
func (p *model) relax(ctx context.Context, want, left []int, seen func([]column)) (float64, dual) {
	m := len(want)
	var few []int // the stocks there are few of, each a row
	for k, n := range left {
		if n > 0 {
			few = append(few, k)
		}
	}
	rows := m + len(few)
	dear := 1.0
	for _, s := range p.stocks {
		dear = math.Max(dear, float64(s.Price))
	}
	// The basis: columns with their cost, the inverse of their matrix, and how much of each.
	type basic struct {
		cutting
		cost float64
		kind int // 0 a cutting, 1 not there (artificial), 2 a surplus or a slack
	}
	basis := make([]basic, rows)
	inverse := make([][]float64, rows)
	amount := make([]float64, rows)
	for r := range rows {
		inverse[r] = make([]float64, rows)
		inverse[r][r] = 1
		if r < m {
			basis[r], amount[r] = basic{cost: 1000 * dear * float64(m+1), kind: 1}, float64(want[r])
		} else {
			basis[r], amount[r] = basic{kind: 2}, float64(left[few[r-m]])
		}
	}
	price := make([]float64, rows)
	best, bestDual := 0.0, dual{worth: make([]float64, m), over: make([]float64, len(p.stocks))}
	const hair = 1e-9
	for range 60 * rows {
		if ctx.Err() != nil {
			break
		}
		for c := range rows {
			price[c] = 0
			for r := range rows {
				price[c] += basis[r].cost * inverse[r][c]
			}
		}
		entering := basic{kind: -1}
		gain := hair * dear
		var into []float64
		for r := range m { // a surplus
			if -price[r] > gain {
				gain, entering, into = -price[r], basic{kind: 2}, unit(rows, r, -1)
			}
		}
		for i := range few { // a bar that is left
			if price[m+i] > gain {
				gain, entering, into = price[m+i], basic{kind: 2}, unit(rows, m+i, 1)
			}
		}
		worth := make([]float64, m)
		for i := range worth {
			worth[i] = math.Max(0, price[i])
		}
		gives := make([]float64, len(p.stocks))
		for k, s := range p.stocks {
			if left[k] == 0 {
				continue
			}
			take, value, most := p.fullest(worth, p.cap[k], want, mostLooks)
			gives[k] = most
			reduced := value - float64(s.Price)
			row := slices.Index(few, k)
			if row >= 0 {
				reduced += price[m+row]
			}
			if reduced > gain {
				column := make([]float64, rows)
				for i, n := range take {
					column[i] = float64(n)
				}
				if row >= 0 {
					column[m+row] = 1
				}
				gain, entering, into = reduced, basic{cutting{k, take}, float64(s.Price), 0}, column
			}
		}
		if d := p.shrunk(worth, gives, left); d.bound(want, left) > best {
			best, bestDual = d.bound(want, left), d
		}
		if entering.kind < 0 {
			break
		}
		// The direction, and the row that leaves.
		dir := make([]float64, rows)
		for r := range rows {
			for c := range rows {
				dir[r] += inverse[r][c] * into[c]
			}
		}
		leave, step := -1, math.Inf(1)
		for r := range rows {
			if dir[r] > 1e-9 && amount[r]/dir[r] < step-1e-12 {
				leave, step = r, amount[r]/dir[r]
			}
		}
		if leave < 0 {
			break
		}
		for r := range rows {
			if r != leave {
				amount[r] = math.Max(0, amount[r]-step*dir[r])
			}
		}
		amount[leave], basis[leave] = step, entering
		pivot := dir[leave]
		for c := range rows {
			inverse[leave][c] /= pivot
		}
		for r := range rows {
			if r != leave && dir[r] != 0 {
				for c := range rows {
					inverse[r][c] -= dir[r] * inverse[leave][c]
				}
			}
		}
	}
	var out []column
	for r, b := range basis {
		if b.kind == 0 && amount[r] > 1e-9 {
			out = append(out, column{b.cutting, amount[r]})
		}
	}
	seen(out)
	return best, bestDual
}

func unit(n, at int, v float64) []float64 {
	out := make([]float64, n)
	out[at] = v
	return out
}

// shrunk are worths made so small that no bar gives more than it costs; what one of a stock
// that there are few of gives more stands in over.
func (p *model) shrunk(worth, gives []float64, left []int) dual {
	by := 1.0
	for k, s := range p.stocks {
		if left[k] == Any && gives[k] > float64(s.Price) {
			by = math.Min(by, float64(s.Price)/gives[k])
		}
	}
	out := dual{worth: make([]float64, len(worth)), over: make([]float64, len(p.stocks))}
	for i, w := range worth {
		out.worth[i] = w * by
	}
	for k, s := range p.stocks {
		if left[k] > 0 {
			out.over[k] = math.Max(0, gives[k]*by-float64(s.Price))
		}
	}
	return out
}

// mostLooks bounds the search of one knapsack.
const mostLooks = 30_000

// someLooks is how many are worth it where nothing has to be proven: fewer the more bars there
// are to be filled.
func (p *model) someLooks() int {
	pieces := 1
	for _, n := range p.want {
		pieces += n
	}
	return max(50, min(mostLooks, 400_000/(pieces*len(p.stocks))))
}

// fullest is the way to cut a bar that is worth most: a knapsack of bounded kinds, by depth
// first under the bound of a fraction of the next. atMost is what none can be worth more
// than: the same, where the search went to its end.
func (p *model) fullest(worth []float64, space int64, want []int, enough int) (_ []int, most, atMost float64) {
	order := make([]int, 0, len(worth))
	for i, w := range worth {
		if w > 0 && want[i] > 0 && p.size[i] <= space {
			order = append(order, i)
		}
	}
	slices.SortFunc(order, func(a, b int) int {
		return cmp.Compare(worth[b]/float64(p.size[b]), worth[a]/float64(p.size[a]))
	})
	take, best := make([]int, len(worth)), make([]int, len(worth))
	looks, open := 0, 0.0
	var look func(at int, space int64, value float64)
	look = func(at int, space int64, value float64) {
		if value > most+1e-12 {
			most = value
			copy(best, take)
		}
		if at == len(order) {
			return
		}
		i := order[at]
		reach := value + float64(space)*worth[i]/float64(p.size[i])
		if reach <= most*(1+1e-12) {
			return
		}
		if looks++; looks > enough {
			open = math.Max(open, reach)
			return
		}
		for n := int(min(space/p.size[i], int64(want[i]))); n >= 0; n-- {
			take[i] = n
			look(at+1, space-int64(n)*p.size[i], value+float64(n)*worth[i])
		}
		take[i] = 0
	}
	look(0, space, 0)
	return best, most, math.Max(most*(1+1e-12), open)
}
