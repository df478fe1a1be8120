package workbench

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"
	"unicode"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// ErrNoThing says that a client has no such thing.
var ErrNoThing = errors.New("there is no such thing in this client's file")

// trim takes out of names what nobody sees, before they are checked.
func trim(f *store.File) {
	f.EachName(func(name *string) { *name = tidy(*name) })
	for i := range f.Persons {
		f.Persons[i].Name = tidy(f.Persons[i].Name)
	}
	for i := range f.Releases {
		f.Releases[i].By = tidy(f.Releases[i].By)
	}
	f.Complete()
}

// tidy is a name without the blanks around it, and without marks that steer what is shown: they
// came with what was pasted, and turn the words of others around.
func tidy(name string) string {
	return strings.TrimSpace(strings.Map(func(r rune) rune {
		switch {
		case r == '\t' || r == '\n' || r == '\r':
			return ' '
		case unicode.Is(unicode.Cc, r) || unicode.Is(unicode.Bidi_Control, r) || r == '\ufeff' || r == '\u2028' || r == '\u2029':
			return -1
		}
		return r
	}, name))
}

// begun gives a container that was said to be of another shape what that shape needs to be
// worked with: a first guess, to be measured.
func begun(f *store.File) {
	for i := range f.Containers {
		c := &f.Containers[i]
		switch {
		case c.Shape == "frustum" && c.BottomM == 0 && c.TopM == 0 && c.HeightM > 0:
			bottom, top := load.UsualTaper(quantity.Volume(c.CapacityL), quantity.Length(c.HeightM))
			c.BottomM, c.TopM = roundMm(bottom), roundMm(top)
		case c.Shape == "as-sold" && c.NetKg == 0:
			c.NetKg, c.Adjustable = 5, false
		case c.Shape == "marks" && len(c.Marks) == 0:
			c.Marks = []store.Mark{
				{LevelM: roundMm(quantity.Length(c.HeightM / 2)), VolumeL: math.Round(c.CapacityL/2*1000) / 1000},
				{LevelM: c.HeightM, VolumeL: c.CapacityL},
			}
		}
	}
}

func roundMm(l quantity.Length) float64 { return math.Round(float64(l)*1000) / 1000 }

// named refuses names that are empty.
func named(f store.File) error {
	var bad error
	f.EachName(func(name *string) {
		if bad == nil && strings.TrimSpace(*name) == "" {
			bad = quantity.At("name", "this needs a name to be found again")
		}
	})
	return bad
}

// Write is the edit that replaces a part of a client that is no list.
func Write(client string, base int64, part string, set func(*store.File)) Edit {
	return Edit{
		Client: client, Base: base, Label: store.Label{Do: "write", Part: part}, Scopes: []string{part},
		Do: func(f *store.File) error { set(f); return nil },
	}
}

// Put is the edit that adds a thing to a list, or replaces the one with its id.
func Put[T any](l store.Things[T], client string, base int64, thing T) Edit {
	id := *l.ID(&thing)
	return Edit{
		Client: client, Base: base, Label: store.Label{Do: "write", Part: l.Name, ID: id}, Scopes: []string{l.Name + "/" + id},
		Do: func(f *store.File) error {
			if err := within(thing, unitsOf(*f)); err != nil {
				return err
			}
			if s, ok := any(&thing).(*store.LoggedSet); ok {
				if _, ok := f.Person(s.Person); !ok {
					return quantity.At("person", fmt.Sprintf("there is nobody %q in this household", s.Person))
				}
				*s = asOf(f, *s)
			}
			all := l.All(f)
			if at := l.Find(f, id); at >= 0 {
				(*all)[at] = thing
			} else {
				*all = append(*all, thing)
			}
			return nil
		},
	}
}

// Remove is the edit that removes a thing from a list, with what refers to it.
func Remove[T any](l store.Things[T], client string, base int64, id string) Edit {
	return Edit{
		Client: client, Base: base, Label: store.Label{Do: "remove", Part: l.Name, ID: id}, Scopes: []string{l.Name + "/" + id},
		Do: func(f *store.File) error {
			at := l.Find(f, id)
			if at < 0 {
				return ErrNoThing
			}
			if l.Name == "batches" && !f.Refill(id) {
				return quantity.At("",
					"something is filled with it, and the table has nothing to put in its place: fill that with something else first")
			}
			all := l.All(f)
			*all = slices.Delete(*all, at, at+1)
			switch l.Name {
			case "containers", "things":
				f.ForgetPacked(id)
			case "bands":
				f.Unrig(id)
			case "persons":
				f.Leave(id)
			case "rooms":
				f.Demolish(id)
			case "gear":
				f.Unplace(id)
			}
			return nil
		},
	}
}

// Add is the edit that adds the things of some lists to a client's. An id that is there already
// refuses all of them, but for what is said of the library (a pin, say): it takes the place of what
// was said before.
func Add(client string, base int64, more store.File) Edit {
	e := Edit{Client: client, Base: base, Label: store.Label{Do: "add", Part: "stock"}}
	var lists []string
	for list, id := range more.EachThing() {
		e.Scopes = append(e.Scopes, list+"/"+id)
		if list != "pins" && !slices.Contains(lists, list) { // what is pinned as it is added goes without saying
			lists = append(lists, list)
		}
		e.Label.ID = id
	}
	switch {
	case len(e.Scopes) == 1:
		e.Label.Part, _, _ = strings.Cut(e.Scopes[0], "/")
	case len(lists) == 0 && len(e.Scopes) > 0:
		e.Label.Part, e.Label.ID = "pins", ""
	case len(lists) == 1 && lists[0] == "builds":
		e.Label.Part, e.Label.ID = "builds", ""
	default:
		e.Label.ID = ""
	}
	e.Do = func(f *store.File) error {
		if here := f.Append(more); here != "" {
			return quantity.At("", "there is something with the id "+here+" already")
		}
		return nil
	}
	return e
}
