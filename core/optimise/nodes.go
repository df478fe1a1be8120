package optimise

// node is a part of the search: options fixed out and in, with the bound and
// the multipliers it inherits.
type node struct {
	out, in set
	bound   int64
	prices  multipliers
	depth   int
}

type nodes []*node

func (h nodes) Len() int           { return len(h) }
func (h nodes) Less(i, j int) bool { return h[i].bound > h[j].bound }
func (h nodes) Swap(i, j int)      { h[i], h[j] = h[j], h[i] }
func (h *nodes) Push(x any)        { *h = append(*h, x.(*node)) }
func (h *nodes) Pop() any {
	old := *h
	n := old[len(old)-1]
	*h = old[:len(old)-1]
	return n
}

func floorDiv(a, b int64) int64 {
	q := a / b
	if a%b < 0 {
		q--
	}
	return q
}
