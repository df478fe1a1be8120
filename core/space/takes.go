package space

import (
	"fmt"

	"scrappyrack/core/quantity"
)

// What is what something in a room may be asked to hold, in principle: a build's own
// numbers decide.
type What string

// Nothing; the pull of bands; a body, once a build has been checked and proved.
const (
	TakesNothing What = "nothing"
	TakesBands   What = "bands"
	TakesBody    What = "body"
)

// Takes says what something may hold and why; Most is the pull that bands may come to, in
// N, 0 where its fixing decides. Look says that somebody has to look first: a hold point.
type Takes struct {
	What What
	Most quantity.Force
	Look bool
	Why  quantity.Phrase
}

func takes(what What, why ...any) Takes { return Takes{What: what, Why: quantity.Say(why...)} }

// WallTakes is what the i-th wall may take in principle (common practice; local codes and
// licensed trades decide). A rented wall that may not be drilled takes nothing; one that
// nobody has looked at takes nothing until somebody has.
func (r Room) WallTakes(i int) Takes {
	w := r.Walls[i]
	switch {
	case w.NoHoles || r.Holes == NoHoles:
		return takes(TakesNothing, "no holes: the tenancy rules out everything that is fixed to it")
	case r.Holes == UnknownWall || r.Holes == "":
		return Takes{What: TakesNothing, Look: true, Why: quantity.Say("nobody has said yet whether it may be drilled")}
	}
	switch w.Kind {
	case TimberStud:
		if w.Offset <= 0 {
			return Takes{What: TakesBody, Look: true,
				Why: quantity.Say("a body across two studs or more, once checked: find the studs with small pilot holes first")}
		}
		return takes(TakesBody, "a body across two studs or more, once checked; never into the board alone")
	case MetalStud:
		return takes(TakesBands, "bands into the studs: thin sheet does not hold a body's screws")
	case Brick, ConcreteOf:
		return takes(TakesBody, "a body on anchors made for it, once checked; never into the joints")
	case Stone:
		return Takes{What: TakesBands, Look: true,
			Why: quantity.Say("bands; a body only into single sound stones, which a mason has to judge")}
	case HollowBlock:
		return takes(TakesBands, "bands on anchors for hollow blocks: their webs break out under a body")
	case PlasterLath:
		return Takes{What: TakesBands, Look: true,
			Why: quantity.Say("bands into the studs behind it, once they are found: lath and plaster hold nothing")}
	}
	return Takes{What: TakesNothing, Look: true,
		Why: quantity.Say("nobody has looked yet what it is built of: knock, then a small pilot hole")}
}

// RoofTakes is what the ceiling may take in principle.
func (r Room) RoofTakes() Takes {
	switch {
	case r.Outdoor:
		return takes(TakesNothing, "there is none")
	case r.Holes == NoHoles:
		return takes(TakesNothing, "no holes: the tenancy rules out everything that is fixed to it")
	case r.Holes == UnknownWall || r.Holes == "":
		return Takes{What: TakesNothing, Look: true, Why: quantity.Say("nobody has said yet whether it may be drilled")}
	}
	switch r.Roof {
	case Joists:
		return Takes{What: TakesBody, Look: true,
			Why: quantity.Say("a body across two joists or more, once checked: find the joists, and what they carry above")}
	case ConcreteTop:
		return takes(TakesBody, "a body on anchors made for pull in cracked concrete, once checked by somebody licensed")
	case Suspended:
		return takes(TakesNothing, "it hangs itself: nothing hangs from it")
	}
	return Takes{What: TakesNothing, Look: true, Why: quantity.Say("nobody has looked yet what carries it")}
}

// DoorTakes is what an anchor for bands in the i-th opening may be pulled with from this
// room. It hangs on the far side of the closed leaf, so the pull has to hold the leaf
// against its stop: a leaf that opens into the room is pulled open by it.
func (r Room) DoorTakes(i int) Takes {
	o := r.Openings[i]
	switch {
	case o.Kind == Gap || o.Kind == Hatch || o.Kind == Window:
		return takes(TakesNothing, "there is no leaf to hang an anchor in")
	case o.Kind == GarageDoor:
		return takes(TakesNothing, "a garage door runs: nothing is anchored to it")
	case o.Leaf == NoDoor:
		return takes(TakesNothing, "there is no leaf in it")
	case o.Swings == Inwards:
		return takes(TakesNothing, "it opens into this room, and a pull from here opens it: pull from the other side, where its stop is")
	case o.Swings == Slides:
		return Takes{What: TakesBands, Most: LightDoor.Takes(), Why: quantity.Say("a sliding leaf: light bands only, to ",
			quantity.Amount(quantity.KindForce, float64(LightDoor.Takes())))}
	}
	if o.Swings != Outwards {
		light := LightDoor.Takes()
		return Takes{What: TakesBands, Most: light, Look: true, Why: quantity.Say("nobody has said which way it opens: bands to ",
			quantity.Amount(quantity.KindForce, float64(light)),
			" once somebody has seen that the pull shuts it")}
	}
	most := o.Leaf.Takes()
	t := Takes{What: TakesBands, Most: most}
	switch {
	case o.Leaf == SolidDoor:
		t.Why = quantity.Say("bands to ", quantity.Amount(quantity.KindForce, float64(most)),
			", the latch held and a sign on the other side; never a body")
	case o.Leaf == LightDoor:
		t.Why = quantity.Say("hollow or glazed: light bands only, to ", quantity.Amount(quantity.KindForce, float64(most)))
	default:
		t.Look = true
		t.Why = quantity.Say("nobody has said what the leaf is: bands to ", quantity.Amount(quantity.KindForce, float64(most)),
			" until somebody knocks on it")
	}
	return t
}

// DoorPull is the most that an anchor in a door of the room may be pulled with, in N: of
// the doors that are drawn the best, else of the one that was only named.
func (r Room) DoorPull() quantity.Force {
	leaves := r.Leaves()
	if len(leaves) == 0 {
		return r.Door.Takes()
	}
	most := quantity.Force(0)
	for _, i := range leaves {
		if t := r.DoorTakes(i); t.What == TakesBands {
			most = max(most, t.Most)
		}
	}
	return most
}

// Support says whether a thing may be stood or sat on, and why not. What rolls or turns
// never is; the rest once both its tests have passed.
func (t Thing) Support() (ok bool, why quantity.Phrase) {
	switch {
	case t.Kind == Rolls:
		return false, quantity.Say("it rolls or turns under a sideways pull")
	case t.Kind == Car:
		return false, quantity.Say("a car is not trained on")
	case t.Rock == Failed:
		return false, quantity.Say("it failed the rock test")
	case t.Sit == Failed:
		return false, quantity.Say("it failed the slow sit test")
	case t.Rock != Passed && t.Sit != Passed:
		return false, quantity.Say("the rock test and the slow sit test come first")
	case t.Rock != Passed:
		return false, quantity.Say("the rock test comes first")
	case t.Sit != Passed:
		return false, quantity.Say("the slow sit test comes first")
	}
	return true, nil
}

// Steps says whether a thing serves as a step or a box: a support at a height in m that is
// known.
func (t Thing) Steps() bool {
	ok, _ := t.Support()
	return ok && t.Height > 0
}

// Drilling says what stands against fixing something to a wall of a room: nil where some
// wall takes it in principle, or may.
func (r Room) Drilling() quantity.Phrase {
	switch {
	case r.Holes == NoHoles:
		return quantity.Say("must be fixed to a wall, and these walls may not be drilled")
	case r.Holes == UnknownWall || r.Holes == "":
		return quantity.Say("must be fixed to a wall, and nobody has said yet whether these may be drilled")
	}
	if len(r.Walls) == 0 {
		return nil
	}
	why := quantity.Phrase(nil)
	for i := range r.Walls {
		t := r.WallTakes(i)
		if t.What == TakesBody || r.Walls[i].Kind == WallOfWhat || r.Walls[i].Kind == "" {
			return nil
		}
		if why == nil {
			why = quantity.Say(fmt.Sprintf("must be fixed to a wall that holds a body, and wall %s does not: ", WallName(i)), t.Why)
		}
	}
	return why
}
