package workbench

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"scrappyrack/core/builds"
	"scrappyrack/core/load"
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
	ProofWith []ProofLoad
}

// ProofLoad is a load that is hung or laid on for proof.
type ProofLoad struct {
	Name string
	Mass quantity.Mass
}

// ProofWords says what a proof load is made up of, in a reader's units.
func (b BuildOf) ProofWords(units quantity.System) string {
	var parts []string
	sum := quantity.Mass(0)
	show := func(m quantity.Mass) string { return quantity.Format(units, quantity.KindMass, float64(m)) }
	for _, p := range b.ProofWith {
		parts = append(parts, p.Name+" "+show(p.Mass))
		sum += p.Mass
	}
	return strings.Join(parts, ", ") + ": " + show(sum) + " of " + show(quantity.Mass(b.Worked.Built.ProofOf)) + " asked."
}

// proofWith makes a proof load up of loads, the fewest of them that reach it: the heaviest first,
// the last the lightest that does; nil where all together do not.
func proofWith(kg float64, loads []ProofLoad) (out []ProofLoad) {
	if kg <= 0 {
		return nil
	}
	all := slices.Clone(loads)
	slices.SortStableFunc(all, func(a, b ProofLoad) int { return cmp.Compare(b.Mass, a.Mass) })
	left := quantity.Mass(kg)
	for i, one := range all {
		last := -1
		for j := i; j < len(all) && all[j].Mass >= left; j++ {
			last = j
		}
		if last >= 0 {
			return append(out, all[last])
		}
		out, left = append(out, one), left-one.Mass
	}
	return nil
}

// bodyU is how far a body mass may be off, as a standard uncertainty in kg, where it was said;
// guessedShare of it where it is a guess from the stature (house values).
const bodyU, guessedShare = 0.5, 0.06

// pulledBy is how hard bands by themselves may pull, and how sure that is.
func pulledBy(s *builds.Situation, bands []BandOf) {
	for _, b := range bands {
		if b.Usable() {
			s.Read = s.Read && len(b.Band.Points) > 0
			pulled := b.Elastic.Curve.Rest * farthest
			s.Pull = max(s.Pull, b.Elastic.Curve.Force(pulled)+b.Elastic.Curve.U95(pulled))
			s.Stretch = max(s.Stretch, pulled-b.Elastic.Curve.Rest)
		}
	}
}

// householdOf is what loads come to, those of one thing together.
func householdOf(all [][]load.Rung) (out builds.Loads) {
	for _, rungs := range all {
		most := quantity.Mass(0)
		for _, r := range rungs {
			switch r.Hold {
			case load.Band, load.Body:
				continue
			case load.Dragged:
			case load.Worn:
				out.Worn, out.Heaviest = max(out.Worn, r.High), max(out.Heaviest, r.High)
			default:
				out.Heaviest = max(out.Heaviest, r.High)
			}
			most = max(most, r.High)
		}
		out.All += most
	}
	return out
}

// heaviest is the heaviest who trains there: the client, or somebody else with their stature said;
// what nobody has said is guessed from it, with the more ±.
func heaviest(f store.File, mass quantity.Mass) (body quantity.Estimate, who string) {
	of := func(said float64, guess quantity.Mass) quantity.Estimate {
		if said > 0 {
			return quantity.Estimate{Value: quantity.Mass(said), U1: bodyU}
		}
		return quantity.Estimate{Value: guess, U1: guess * guessedShare}
	}
	own := of(f.Profile.BodyMassKg, mass)
	if f.Space.OtherM == 0 && f.Space.OtherKg == 0 {
		return own, ""
	}
	other := of(f.Space.OtherKg, guessedMass(quantity.Length(f.Space.OtherM)))
	if other.Value+other.Expanded() > own.Value+own.Expanded() {
		return other, cmp.Or(f.Space.OtherName, "who else trains here")
	}
	return own, ""
}

// farthest is how far a band by itself is taken to be pulled, over its rest (house value).
const farthest = 2.5

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

// buildOf is a build with what it was worked out as, and the loads that may prove it.
func buildOf(b store.Build, was asBuilt, loads []ProofLoad) BuildOf {
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
	out.ProofWith = proofWith(out.Worked.Built.ProofOf, loads)
	return out
}

// proofLoads are the containers as they may be hung or laid on for proof.
func proofLoads(s *things, of func(id string) *stock.Filled) (out []ProofLoad) {
	for _, k := range s.Usable() {
		if f := of(k.ID); f.Err == nil {
			out = append(out, ProofLoad{k.Name, k.Mass(f.Fill).Value})
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
