package build

// change is a change of a design, in words.
type change[D any] struct {
	words string
	do    func(*D)
}

// remedied is the first change of a list, the cheapest first, that makes all checks of a design
// pass, worked out anew; nil where none does.
func remedied[D any](d D, checked func(D) (Built, error), all []change[D]) *Remedy {
	for _, c := range all {
		try := d
		c.do(&try)
		if got, err := checked(try); err == nil && got.OK() {
			return &Remedy{Change: c.words, Use: got.Weakest().Use()}
		}
	}
	return nil
}
