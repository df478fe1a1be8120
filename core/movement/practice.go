package movement

import (
	"fmt"
	"slices"
	"strings"

	"scrappyrack/core/quantity"
)

// Own is a movement of a practice's own: as the one of the standard library that it is Like,
// which lends it its loads, uses, requirements, limits, chain and caution; with words of its
// own where they are not empty. Quality, 1 to 100 in hundredths, is how well it answers the
// pattern; Spares are limits that rule it out besides; Caution is said beside the other's.
type Own struct {
	Key, Name, Like                 string
	Standard, Easier, Dose, Caution string
	Quality                         int
	Spares                          []Limit
	Words                           []string
}

// Library is the movements that a practice works with: the standard ones and its own, less
// those that it hides. The nil one is the standard library.
type Library struct {
	shown   []Movement
	own     []Movement
	answers map[Pattern][]Movement // of the shown
}

// For is the library of a practice. What is hidden stays known by its key, so that a test of
// it counts. Errors are *quantity.FieldError of a field of own[i]: names are said and not
// those of others, Like is standard, and limits are known.
func For(own []Own, hidden []string) (*Library, error) {
	if len(own) == 0 && len(hidden) == 0 {
		return nil, nil
	}
	out := &Library{}
	names := map[string]bool{}
	for _, m := range library {
		names[strings.ToLower(m.Name)] = true
	}
	for i, o := range own {
		wrong := func(field, words string) error { return quantity.At(fmt.Sprintf("own[%d].%s", i, field), words) }
		like, err := ByKey(o.Like)
		name := strings.ToLower(strings.TrimSpace(o.Name))
		switch {
		case err != nil:
			return nil, wrong("alike", fmt.Sprintf("no movement of the library is called %q", o.Like))
		case name == "":
			return nil, wrong("name", "a movement needs a name to be found again")
		case names[name]:
			return nil, wrong("name", "another movement is called that already")
		case o.Quality < 1 || o.Quality > 100:
			return nil, wrong("quality", "how well it answers its need is from 1 to 100 %")
		}
		for _, l := range o.Spares {
			if !slices.Contains(Limits(), l) {
				return nil, wrong("spares", fmt.Sprintf("%q is not a limit that is known", l))
			}
		}
		names[name] = true
		out.own = append(out.own, o.of(like))
	}
	for _, m := range slices.Concat(library, out.own) {
		if !slices.Contains(hidden, m.Key) {
			out.shown = append(out.shown, m)
		}
	}
	out.answers = answering(out.shown)
	return out, nil
}

// of is the movement, made of the one that it is like.
func (o Own) of(m Movement) Movement {
	m.Key, m.Like, m.Name, m.Quality = o.Key, m.Key, strings.TrimSpace(o.Name), o.Quality
	for _, f := range []struct {
		to *string
		is string
	}{{&m.Standard, o.Standard}, {&m.Easier, o.Easier}, {&m.Dose, o.Dose}} {
		if is := strings.TrimSpace(f.is); is != "" {
			*f.to = is
		}
	}
	if c := strings.TrimSpace(o.Caution); c != "" {
		m.Caution += " " + c
	}
	for _, l := range o.Spares {
		if !slices.Contains(m.Spares, l) {
			m.Spares = append(slices.Clip(m.Spares), l)
		}
	}
	m.Words = append(slices.Clip(m.Words), o.Words...)
	m.Down = append([]string{m.Like}, m.Down...)
	return m
}

// All lists what is shown, the practice's own last.
func (l *Library) All() []Movement {
	if l == nil {
		return All()
	}
	return slices.Clone(l.shown)
}

// Own lists the practice's own, the hidden ones too.
func (l *Library) Own() []Movement {
	if l == nil {
		return nil
	}
	return slices.Clone(l.own)
}

// Of lists the shown movements that answer needs of a pattern, best first as written. It is read only.
func (l *Library) Of(p Pattern) []Movement {
	if l == nil {
		return Of(p)
	}
	return l.answers[p]
}

// Known are those that answer needs of a pattern, the hidden ones too.
func (l *Library) Known(p Pattern) []Movement {
	if l == nil {
		return Of(p)
	}
	return answering(slices.Concat(library, l.own))[p]
}

// ByKey finds a movement, hidden or not.
func (l *Library) ByKey(key string) (Movement, error) {
	if l != nil {
		for _, m := range l.own {
			if m.Key == key {
				return m, nil
			}
		}
	}
	return ByKey(key)
}

// Done is the library with the movements of a pattern as such that are done or not, whatever the load, each at
// its quality as a share of whole's (in hundredths).
func (l *Library) Done(p Pattern, whole int) *Library {
	out := &Library{shown: l.All(), own: l.Own()}
	for i := range out.shown {
		if m := &out.shown[i]; m.Pattern == p && m.CountsAs > 0 {
			m.Timed, m.Body, m.CountsAs, m.Along = true, nil, 1, 0
			m.Quality = min(100, m.Quality*100/max(1, whole))
		}
	}
	out.answers = answering(out.shown)
	return out
}
