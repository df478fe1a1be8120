package workbench

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/core/stock"
	"scrappyrack/internal/store"
)

// BuildOf is a build of a file as it was worked out. Problem says which of its sizes cannot be.
type BuildOf struct {
	Build   store.Build
	Worked  builds.Worked
	At      builds.Situation
	Kept    builds.Kept
	Counts  bool // it gives what it gives: made, proven, every check passing
	Problem *quantity.FieldError
	// ProofWith is what of the client's own loads comes to the proof load, as they are filled now;
	// empty where they do not.
	ProofWith []builds.ProofLoad
}

// valuesOf are the sizes of a build as they are kept.
func valuesOf(b store.Build) builds.Values {
	v := builds.Values{Num: map[string]float64{}, Word: map[string]string{}}
	for _, s := range b.Sizes {
		if s.Word != "" {
			v.Word[s.ID] = s.Word
		} else {
			v.Num[s.ID] = s.Num
		}
	}
	return v
}

// madeOf are the builds that were made.
func madeOf(all []BuildOf) (out []builds.Made) {
	for _, x := range all {
		if x.Build.State == "made" {
			out = append(out, builds.Made{ID: x.Build.ID, Name: x.Build.Name, Worked: x.Worked, At: x.At, Counts: x.Counts})
		}
	}
	return out
}

// buildOf is a build with what it was worked out as, and the loads that may prove it.
func buildOf(b store.Build, was asBuilt, loads []builds.ProofLoad) BuildOf {
	out := BuildOf{Build: b, Worked: was.worked, At: was.at}
	if was.err != nil && !errors.As(was.err, &out.Problem) {
		out.Problem = quantity.At("", was.err.Error())
	}
	var tests []builds.Tested
	for _, t := range b.Tests {
		tests = append(tests, builds.Tested{Proof: t.Kind == "proof", Passed: t.Passed, At: t.At, Of: t.Of})
	}
	d, _ := builds.DesignByKey(b.Design) // one that is not there is the problem
	out.Kept = builds.Keep(tests, d.NoProof(), out.Worked.Built.Asks())
	out.Counts = b.State == "made" && out.Problem == nil && out.Worked.Built.OK() && out.Kept.Proven
	out.ProofWith = builds.ProofWith(out.Worked.Built.ProofOf, loads)
	return out
}

// proofLoads are the containers as they may be hung or laid on for proof.
func proofLoads(s *things, of func(id string) *stock.Filled) (out []builds.ProofLoad) {
	for _, k := range s.Usable() {
		if f := of(k.ID); f.Err == nil {
			out = append(out, builds.ProofLoad{Name: k.Name, Mass: k.Mass(f.Fill).Value})
		}
	}
	return out
}

// takenBut are the parts of walls that builds take, but for one of them and those given up.
func takenBut(all []store.Build, rooms []space.Room, but string) (out []builds.Taken) {
	for _, b := range all {
		d, err := builds.DesignByKey(b.Design)
		if b.ID == but || b.State == "retired" || err != nil {
			continue
		}
		if t, ok := d.Takes(b.Name, valuesOf(b), placed(b, rooms, builds.Situation{})); ok {
			out = append(out, t)
		}
	}
	return out
}

// placed is a situation in the place of a build.
func placed(b store.Build, rooms []space.Room, s builds.Situation) builds.Situation {
	s.Wall, s.At = b.Wall, quantity.Length(b.AtM)
	for i := range rooms {
		if rooms[i].ID == b.Room {
			s.Room = &rooms[i]
		}
	}
	return s
}

// DueAt is when a build asks for something next, as a Unix time; 1 for at once, 0 for never.
func (b BuildOf) DueAt() int64 {
	switch {
	case b.Build.State != "made":
		return 0
	case !b.Kept.Proven:
		return 1
	}
	return b.Kept.Due
}

// checkBuilds refuses what names no design, room or material, and tests of what is not made.
func checkBuilds(f store.File) error {
	for _, b := range f.Builds {
		if _, err := builds.DesignByKey(b.Design); err != nil {
			return quantity.At("design", err.Error())
		}
		if b.Room != "" && !slices.ContainsFunc(f.Rooms, func(r store.Room) bool { return r.ID == b.Room }) {
			return quantity.At("room", "that room is not there any more")
		}
		for i, s := range b.Sizes {
			if slices.ContainsFunc(b.Sizes[:i], func(o store.BuildSize) bool { return o.ID == s.ID }) {
				return quantity.At(fmt.Sprintf("sizes[%d]", i), "it is there twice")
			}
			if math.IsNaN(s.Num) || math.IsInf(s.Num, 0) {
				return quantity.At(fmt.Sprintf("sizes[%d]", i), "that is no number")
			}
		}
		for i, t := range b.Tests {
			if slices.ContainsFunc(b.Tests[:i], func(o store.BuildProof) bool { return o.ID == t.ID }) {
				return quantity.At(fmt.Sprintf("tests[%d]", i), "it is there twice")
			}
		}
	}
	for _, o := range f.Offcuts {
		g, err := builds.GoodByKey(o.Good)
		if err != nil {
			return quantity.At("good", err.Error())
		}
		if (g.Form == builds.InBars || g.Form == builds.InSheets || g.Form == builds.ByMetre) && o.LengthM <= 0 {
			return quantity.At("length_m", "a bar, a sheet or webbing has a length")
		}
		if g.Form == builds.InSheets && o.WidthM <= 0 {
			return quantity.At("width_m", "a sheet has a width")
		}
	}
	return nil
}
