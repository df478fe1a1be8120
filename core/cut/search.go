package cut

import (
	"cmp"
	"context"
	"encoding/binary"
	"math"
	"slices"
)

// search looks for the cheapest way to cut: best is the cheapest that was found. It buys bars
// for ever more money and tries to cut everything from them, bar by bar: the next bar has the
// longest piece that is left, and is as full as it can be.
type search struct {
	p      *model
	ctx    context.Context
	dual   dual
	best   int64
	found  []cutting
	failed map[string]bool // what does not go into the bars that are left, whatever was paid
	nodes  int
	gaveUp bool
}

// mostSeen bounds what is remembered of what does not go.
const mostSeen = 400_000

// offer keeps a way to cut when it is cheaper; nil is none.
func (s *search) offer(all []cutting) {
	if all == nil {
		return
	}
	cost := int64(0)
	for _, c := range all {
		cost += s.p.stocks[c.stock].Price
	}
	if cost < s.best {
		s.best, s.found = cost, slices.Clone(all)
	}
}

// rounded is a way to cut made of a solution of the linear programme: whole bars of it, and
// the rest greedily.
func (p *model) rounded(x []column) []cutting {
	want, left := slices.Clone(p.want), p.counts()
	var out []cutting
	for _, c := range x {
		for range int(c.amount + 1e-6) {
			if !fits(c.take, want) || left[c.stock] == 0 {
				break
			}
			out = append(out, cutting{c.stock, c.take})
			spend(want, left, c.cutting)
		}
	}
	return p.greedy(want, left, out)
}

func fits(take, want []int) bool {
	for i, n := range take {
		if n > want[i] {
			return false
		}
	}
	return true
}

func spend(want, left []int, c cutting) {
	for i, n := range c.take {
		want[i] -= n
	}
	if left[c.stock] > 0 {
		left[c.stock]--
	}
}

// greedy cuts what is left bar by bar, each as the stock that gives most length for its money;
// nil where the bars run out. out are those that were cut before.
func (p *model) greedy(want, left []int, out []cutting) []cutting {
	want, left = slices.Clone(want), slices.Clone(left)
	length := make([]float64, len(want))
	for i := range length {
		length[i] = float64(p.size[i])
	}
	for {
		first := slices.IndexFunc(want, func(n int) bool { return n > 0 })
		if first < 0 {
			return out
		}
		var best cutting
		rate := math.Inf(1)
		for k, s := range p.stocks {
			if left[k] == 0 || p.size[first] > p.cap[k] {
				continue
			}
			// The longest goes in; the rest as full as can be.
			want[first]--
			take, used, _ := p.fullest(length, p.cap[k]-p.size[first], want, p.someLooks())
			want[first]++
			take[first]++
			if r := (float64(s.Price) + 1e-9*float64(p.cap[k])) / (used + length[first]); r < rate {
				best, rate = cutting{k, take}, r
			}
		}
		if math.IsInf(rate, 1) {
			return nil
		}
		out = append(out, best)
		spend(want, left, best)
	}
}

// dive rounds the linear programme up bar by bar, solving it anew for what is left.
func (s *search) dive() {
	want, left := slices.Clone(s.p.want), s.p.counts()
	var out []cutting
	for slices.ContainsFunc(want, func(n int) bool { return n > 0 }) && s.ctx.Err() == nil {
		var most column
		s.p.relax(s.ctx, want, left, func(x []column) {
			for _, c := range x {
				if c.amount > most.amount {
					most = c
				}
			}
		})
		if most.take == nil || !fits(most.take, want) || left[most.stock] == 0 {
			break
		}
		for range max(1, int(most.amount+1e-6)) {
			if !fits(most.take, want) || left[most.stock] == 0 {
				break
			}
			out = append(out, most.cutting)
			spend(want, left, most.cutting)
		}
	}
	s.offer(s.p.greedy(want, left, out))
}

// combo is how many bars of each stock are bought, and what they cost.
type combo struct {
	bars []int
	cost int64
}

// mostCombos bounds how many of them are looked at.
const mostCombos = 300_000

// combos are all ways to buy bars that are long enough together, cost less than the best and
// not less than a bound, the cheapest first. What costs nothing is there anyway. ok is false
// where there are too many.
func (s *search) combos(bound int64) (out []combo, ok bool) {
	p := s.p
	need := int64(0)
	pieces := 0
	for i, n := range p.want {
		need += int64(n) * p.size[i]
		pieces += n
	}
	bars := make([]int, len(p.stocks))
	var priced []int
	for k, st := range p.stocks {
		switch {
		case st.Price > 0:
			priced = append(priced, k)
		case st.Count == Any:
			bars[k] = pieces
		default:
			bars[k] = st.Count
		}
	}
	for k := range p.stocks {
		need -= int64(bars[k]) * p.cap[k]
	}
	ok = true
	visits := 0
	var pick func(at int, cost, need int64)
	pick = func(at int, cost, need int64) {
		if cost >= s.best || !ok {
			return
		}
		if visits++; visits > 10*mostCombos {
			ok = false
			return
		}
		if at == len(priced) {
			if need <= 0 && cost >= bound {
				if len(out) == mostCombos {
					ok = false
					return
				}
				out = append(out, combo{slices.Clone(bars), cost})
			}
			return
		}
		k := priced[at]
		most := pieces
		if c := p.stocks[k].Count; c != Any {
			most = min(most, c)
		}
		for n := 0; n <= most && cost+int64(n)*p.stocks[k].Price < s.best; n++ {
			bars[k] = n
			pick(at+1, cost+int64(n)*p.stocks[k].Price, need-int64(n)*p.cap[k])
		}
		bars[k] = 0
	}
	pick(0, 0, need)
	slices.SortStableFunc(out, func(a, b combo) int { return cmp.Compare(a.cost, b.cost) })
	return out, ok
}

// prove goes through the combos from the cheapest up: the first into which all pieces go is
// the best there is. It answers with what nothing can cost less than.
func (s *search) prove(bound int64) int64 {
	all, ok := s.combos(bound)
	if !ok {
		return bound
	}
	sure := true
	for _, c := range all {
		if c.cost >= s.best {
			break
		}
		if sure {
			bound = max(bound, c.cost)
		}
		// With these bars alone the linear programme may say more.
		least, own := s.p.relax(s.ctx, s.p.want, c.bars, func([]column) {})
		if least > float64(c.cost)*(1+1e-7)+1e-6 {
			continue
		}
		s.dual, s.nodes, s.gaveUp = own, 0, false
		if s.pack(slices.Clone(s.p.want), slices.Clone(c.bars), nil) {
			break
		}
		if s.ctx.Err() != nil {
			return bound
		}
		sure = sure && !s.gaveUp
	}
	if sure {
		return s.best
	}
	return bound
}

// mostNodes bounds the search within one combo; where there is a deadline it goes on to that, within what
// may be remembered.
const mostNodes, mostRemembered = 60_000, 1_000_000

// patient is by how much more is looked at where a deadline bounds it.
func (s *search) patient(most int) int {
	if _, limited := s.ctx.Deadline(); limited {
		return most * (mostRemembered / mostNodes)
	}
	return most
}

// full is a full way to cut a bar: what is wasted, in µm.
type full struct {
	cutting
	waste int64
}

// pack says whether what is wanted goes into bars, and offers how. What is wanted together is
// no longer than the bars, and worth no more than they cost (the worths are those of the
// linear programme, of which no bar gives more than it costs): both leave little room, and
// every bar that wastes more than that is left out.
func (s *search) pack(want, left []int, done []cutting) bool {
	p := s.p
	first := slices.IndexFunc(want, func(n int) bool { return n > 0 })
	if first < 0 {
		s.offer(done)
		return true
	}
	if s.nodes++; s.nodes > s.patient(mostNodes) || s.ctx.Err() != nil {
		s.gaveUp = true
		return false
	}
	length, money := int64(0), 0.0
	for i, n := range want {
		length -= int64(n) * p.size[i]
		money -= float64(n) * s.dual.worth[i]
	}
	for k, n := range left {
		length += int64(n) * p.cap[k]
		money += float64(n) * (float64(p.stocks[k].Price) + s.dual.over[k])
	}
	const hair = 1e-6
	if length < 0 || money < -hair*(1+math.Abs(float64(s.best))) {
		return false
	}
	key := keyOf(want, left)
	if s.failed[key] {
		return false
	}
	var ways []full
	for k, n := range left {
		if n == 0 || p.size[first] > p.cap[k] || s.twin(k, left) {
			continue
		}
		take := make([]int, len(want))
		take[first] = 1
		want[first]--
		least := float64(p.stocks[k].Price) + s.dual.over[k] - money - hair*(1+math.Abs(float64(s.best)))
		f := filling{want: want, take: take, stock: k, waste: length, least: least}
		s.fill(&f, first, p.cap[k]-p.size[first], s.dual.worth[first])
		ways = append(ways, f.ways...)
		if s.gaveUp {
			want[first]++
			return false
		}
		want[first]++
	}
	slices.SortStableFunc(ways, func(a, b full) int { return cmp.Compare(a.waste, b.waste) })
	for _, w := range ways {
		for i, n := range w.take {
			want[i] -= n
		}
		left[w.stock]--
		ok := s.pack(want, left, append(slices.Clip(done), w.cutting))
		left[w.stock]++
		for i, n := range w.take {
			want[i] += n
		}
		if ok {
			return true
		}
		if s.gaveUp {
			return false
		}
	}
	if len(s.failed) < mostSeen {
		s.failed[key] = true
	}
	return false
}

// twin says that an earlier stock of the same length is there too.
func (s *search) twin(k int, left []int) bool {
	for j := range k {
		if left[j] > 0 && s.p.cap[j] == s.p.cap[k] {
			return true
		}
	}
	return false
}

// filling is a bar that is being filled: what may be wasted at most, in µm, and what it has
// to give at least.
type filling struct {
	want, take []int
	stock      int
	waste      int64
	least      float64
	ways       []full
	looks      int
}

// mostWays bounds how many ways to fill one bar are kept, mostTries how many are looked at.
const mostWays, mostTries = 20_000, 300_000

// fill goes through all full ways to fill the bar on, from kind at; gives is what it gives so
// far.
func (s *search) fill(f *filling, at int, space int64, gives float64) {
	p := s.p
	if f.looks++; f.looks > s.patient(mostTries) || s.gaveUp || f.looks%1024 == 0 && s.ctx.Err() != nil {
		s.gaveUp = true
		return
	}
	if at == len(f.want) {
		for i, n := range f.want {
			if n > 0 && p.size[i] <= space {
				return // not full
			}
		}
		if space <= f.waste && gives >= f.least {
			if len(f.ways) == mostWays {
				s.gaveUp = true
				return
			}
			f.ways = append(f.ways, full{cutting{f.stock, slices.Clone(f.take)}, space})
		}
		return
	}
	rate, any := 0.0, int64(0)
	for i := at; i < len(f.want); i++ {
		if f.want[i] > 0 && p.size[i] <= space {
			rate = math.Max(rate, s.dual.worth[i]/float64(p.size[i]))
			any += int64(f.want[i]) * p.size[i]
		}
	}
	if gives+rate*float64(space) < f.least || space-any > f.waste {
		return
	}
	for n := int(min(space/p.size[at], int64(f.want[at]))); n >= 0; n-- {
		f.take[at] += n
		f.want[at] -= n
		s.fill(f, at+1, space-int64(n)*p.size[at], gives+float64(n)*s.dual.worth[at])
		f.take[at] -= n
		f.want[at] += n
	}
}

// keyOf names what is left.
func keyOf(want, left []int) string {
	var out []byte
	for _, n := range want {
		out = binary.AppendUvarint(out, uint64(n))
	}
	for _, n := range left {
		out = binary.AppendUvarint(out, uint64(n+1))
	}
	return string(out)
}
