package workbench

import (
	"errors"
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
	f.Space.OtherName = tidy(f.Space.OtherName)
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
			case "rooms":
				f.Demolish(id)
			case "gear":
				f.Unplace(id)
			}
			return nil
		},
	}
}

// More is what is added to a client's stock, or said of the plan, at once.
type More struct {
	Containers []store.Container
	Things     []store.Thing
	Batches    []store.Batch
	Builds     []store.Build
	Pins       []store.Pin
}

// Add is the edit that adds things to a client's stock and pins to the plan. An id that is
// there already refuses all of them; a pin takes the place of what was said before.
func Add(client string, base int64, m More) Edit {
	e := Edit{Client: client, Base: base, Label: store.Label{Do: "add", Part: "stock"}}
	seen := map[string]bool{}
	twice := ""
	ids := m.ids(&e.Scopes)
	if len(ids) == 1 { // by its own name
		list, id, _ := strings.Cut(e.Scopes[0], "/")
		e.Label = store.Label{Do: "add", Part: list, ID: id}
	}
	switch {
	case len(ids) == 0:
	case len(ids) == len(m.Pins):
		e.Label.Part = "pins"
	case len(ids) == len(m.Pins)+len(m.Builds):
		e.Label.Part = "builds"
	}
	for _, id := range ids {
		if seen[id] {
			twice = id
		}
		seen[id] = true
	}
	e.Do = func(f *store.File) error {
		here := twice
		var have []string
		More{f.Containers, f.Things, f.Batches, f.Builds, nil}.ids(&have)
		for _, s := range have {
			if _, id, _ := strings.Cut(s, "/"); seen[id] {
				here = id
			}
		}
		if here != "" {
			return quantity.At("", "there is something with the id "+here+" already")
		}
		f.Containers, f.Things, f.Batches = append(f.Containers, m.Containers...), append(f.Things, m.Things...),
			append(f.Batches, m.Batches...)
		f.Builds = append(slices.Clone(f.Builds), m.Builds...)
		f.Pins = slices.DeleteFunc(slices.Clone(f.Pins), func(p store.Pin) bool {
			return slices.ContainsFunc(m.Pins, func(q store.Pin) bool { return p.ID == q.ID })
		})
		f.Pins = append(f.Pins, m.Pins...)
		return nil
	}
	return e
}

// ids are the ids of all that is there; scopes gets them with their lists.
func (m More) ids(scopes *[]string) (out []string) {
	add := func(list, id string) {
		out, *scopes = append(out, id), append(*scopes, list+"/"+id)
	}
	for _, c := range m.Containers {
		add("containers", c.ID)
	}
	for _, t := range m.Things {
		add("things", t.ID)
	}
	for _, b := range m.Batches {
		add("batches", b.ID)
	}
	for _, b := range m.Builds {
		add("builds", b.ID)
	}
	for _, p := range m.Pins {
		add("pins", p.ID)
	}
	return out
}
