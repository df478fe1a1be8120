package builds

import (
	"fmt"
	"slices"

	"scrappyrack/core/quantity"
)

// form is what a design's struct tells its questions to, each once, with where its answer goes and what
// it is where nobody has said. So it reads answers into a struct; looks whether one is within its bounds;
// marks its links; and tells its questions, its answers and its holds. Without said the struct stands as it
// is.
type form struct {
	s     Situation
	said  *Values
	mark  func(Ask) (float64, bool) // what links are marked with instead
	seen  bool                      // holds are taken as they have to be answered
	tells bool                      // questions and answers are kept

	beside int // within what is not asked
	asks   []Ask
	all    Values
	holds  []Check
	err    error
}

// formed is the struct of a design.
type formed interface{ form(*form) }

// read is a struct with what was said in a situation.
func (d Design) read(v Values, s Situation) (formed, *form) {
	f := &form{s: s, said: &v}
	return f.of(d.blank()), f
}

func (f *form) of(m formed) formed {
	if f.tells {
		f.all = Values{map[string]float64{}, map[string]string{}}
	}
	m.form(f)
	return m
}

// told are all questions, answers and holds of a struct as it stands.
func told(m formed, s Situation) *form {
	f := &form{s: s, tells: true}
	f.of(m)
	return f
}

// fits looks whether a struct is within the bounds of its questions, and its body one that somebody has.
// Errors are *quantity.FieldError of their keys and body_kg.
func fits(m formed) error {
	f := &form{}
	m.form(f)
	return f.err
}

// only tells what is asked where it matters; elsewhere it has its answers all the same.
func (f *form) only(asked bool, of func()) {
	if !asked {
		f.beside++
		defer func() { f.beside-- }()
	}
	of()
}

func (f *form) fault(err error) {
	if f.err == nil && f.beside == 0 && err != nil {
		f.err = err
	}
}

func (f *form) ask(a Ask) {
	if f.tells && f.beside == 0 {
		f.asks = append(f.asks, a)
	}
}

// number asks for a number.
func number[T ~float64 | ~int](f *form, to *T, start T, a Ask) {
	if f.said != nil {
		*to = start
		if n, said := f.said.Num[a.Key]; said {
			if *to = T(n); float64(*to) != n {
				f.fault(quantity.At(a.Key, "a whole number"))
			}
		}
	}
	if a.Mark && f.mark != nil {
		if n, set := f.mark(a); set {
			*to = T(n)
		}
	}
	f.hasNumber(a, float64(*to))
}

func (f *form) hasNumber(a Ask, n float64) {
	if f.tells {
		f.all.Num[a.Key] = n
	}
	f.ask(a)
	if !(n >= a.Low && n <= a.High) {
		f.fault(quantity.At(a.Key, "from ", quantity.Amount(a.Kind, a.Low), " to ", quantity.Amount(a.Kind, a.High)))
	}
}

// word asks for one of some words.
func word[T ~string](f *form, to *T, start T, a Ask) {
	if f.said != nil {
		*to = start
		if w, said := f.said.Word[a.Key]; said {
			*to = T(w)
		}
	}
	f.hasWord(a, string(*to))
}

func (f *form) hasWord(a Ask, word string) {
	if f.tells {
		f.all.Word[a.Key] = word
	}
	f.ask(a)
	if !a.Text && !slices.ContainsFunc(a.Words, func(w Word) bool { return w.Key == word }) {
		f.fault(quantity.At(a.Key, fmt.Sprintf("%q is none of the answers to this", word)))
	}
}

var yesOrNo = map[bool]string{true: "yes", false: "no"}

// yes asks whether something is so.
func (f *form) yes(to *bool, start bool, a Ask) {
	now := yesOrNo[*to]
	word(f, &now, yesOrNo[start], a)
	*to = now == "yes"
}

// hold asks what somebody has to see on the spot; nothing but its check depends on it.
func (f *form) hold(all ...Ask) {
	for _, a := range all {
		at, n := a.Hold, a.Least
		if f.said != nil && a.Hold != "" && !f.seen {
			if at = f.said.Word[a.Key]; at == "" {
				at = "unknown"
			}
		}
		if f.said != nil && a.Least > 0 {
			if n = f.said.Num[a.Key]; f.seen {
				n = max(n, a.Least)
			}
		}
		if a.Least > 0 {
			f.hasNumber(a, n)
		} else {
			f.hasWord(a, at)
		}
		if f.tells && f.beside == 0 {
			f.holds = append(f.holds, Check{Link: "hold: " + lower(a.Label), Fits: true, Hold: true, Capacity: 1,
				Formula: "yes, seen on the spot", Source: "house rule", Refused: a.stops(at, n)})
		}
	}
}

// body asks what is worn by who is on it. Errors are of worn_kg and, of a struct
// as it stands, body_kg.
func (f *form) body(to *quantity.Estimate) {
	var on quantity.Mass
	number(f, &on, max(0, min(quantity.Mass(worn.High), f.s.loads().Worn)), worn)
	if f.said == nil {
		f.fault(bodyWithin(*to))
		return
	}
	*to = f.s.Body
	to.Value += on
}
