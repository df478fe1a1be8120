package caution

import (
	"fmt"
	"strings"

	"scrappyrack/core/client"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// rooms are the cautions of the rooms that are trained in, hold points first.
func rooms(c client.Client) (out []Caution) {
	trained := c.Trained()
	add := func(hold bool, r space.Room, words ...any) {
		if len(trained) > 1 {
			words = append([]any{r.Name, ": "}, words...)
		}
		out = append(out, Caution{Station: "space", Hold: hold, Text: quantity.Say(words...)})
	}
	for _, r := range trained {
		if !r.Measured() {
			add(true, r, "Measure the ceiling before anything goes overhead")
		}
		if ownsDoorAnchor(c) {
			doors(r, func(name string, words ...any) {
				add(true, r, words...)
				out[len(out)-1].Yours = quantity.Say("Hang nothing in ", name, " until somebody has looked at what it is")
			})
		}
		if r.Holes == space.UnknownWall || r.Holes == "" {
			add(true, r, "Find out whether the walls may be drilled before anything is fixed to them")
			out[len(out)-1].Yours = quantity.Say("Fix nothing to the walls of ", r.Name, " until it is known whether they may be drilled")
		} else if walls := unseen(r); walls != "" && r.Holes == space.Drillable {
			add(true, r, "Find out what "+walls+" built of before anything is fixed there")
		}
	}
	for _, r := range trained {
		if r.NeighboursBelow {
			add(false, r, "Neighbours below: nothing is dropped, jugs are set down on a mat")
		}
		if r.Floor == space.TimberJoists {
			add(false, r,
				"Timber floor: keep heavy things by the walls and across the joists; for anything heavier than a person or two ask a structural engineer")
		}
		for _, t := range r.Things {
			if b := r.BurdenOf(t, t.Mass); t.Mass > 0 && b.Ask && !t.Away {
				add(false, r, t.Name, " asks ", quantity.Amount(quantity.KindPressure, b.Around),
					" of a floor of the kind that is built for ",
					quantity.Amount(quantity.KindPressure, b.Limit), ": ask a structural engineer before it stands there")
			}
		}
	}
	if len(c.Space.Outside) > 0 {
		out = append(out,
			Caution{Station: "space", Text: quantity.Say("Dark, rain or cold end outdoor training: indoors there is no place for ",
				outside(c.Space))})
	}
	return out
}

// doors holds an anchor against the doors that nobody has looked at.
func doors(r space.Room, hold func(name string, words ...any)) {
	leaves := r.Leaves()
	if len(leaves) == 0 && r.Door == space.UnknownDoor {
		hold("the door", "Say what the door is that the anchor hangs in: until then it is asked ",
			quantity.Amount(quantity.KindForce, float64(r.Door.Takes())), " at most")
	}
	for _, i := range leaves {
		if t := r.DoorTakes(i); t.Look {
			hold(r.Openings[i].Name, "Say what ", r.Openings[i].Name, " is before the anchor hangs in it: until then it is asked ",
				quantity.Amount(quantity.KindForce, float64(t.Most)), " at most")
		}
	}
}

// unseen names the walls of which nobody has said what they are built of: "walls A and C
// are", or nothing.
func unseen(r space.Room) string {
	var names []string
	for i, w := range r.Walls {
		if (w.Kind == space.WallOfWhat || w.Kind == "") && !w.NoHoles {
			names = append(names, space.WallName(i))
		}
	}
	switch n := len(names); {
	case n == 0:
		return ""
	case n == len(r.Walls):
		return "the walls are"
	case n == 1:
		return "wall " + names[0] + " is"
	default:
		return fmt.Sprintf("walls %s and %s are", strings.Join(names[:n-1], ", "), names[n-1])
	}
}

func outside(a space.Answers) string {
	var names []string
	for _, u := range a.Outside {
		names = append(names, strings.ToLower(a.Head(u).Name))
	}
	if len(names) > 3 {
		names = append(names[:3], fmt.Sprintf("%d more", len(names)-3))
	}
	return strings.Join(names, ", ")
}
