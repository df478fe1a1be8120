package workbench

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"scrappyrack/core/builds"
	"scrappyrack/core/client"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
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

// situation is what builds of a client stand in, without a place.
func situation(f store.File, c client.Client, bands []BandOf, at around) builds.Situation {
	s := builds.Situation{Stature: c.Person.Stature, Wall: -1, Lane: c.Space.Lane, Read: true,
		Inches: quantity.System(f.Profile.Units) == quantity.US}
	s.Body, s.Who = heaviest(f, c.Person.BodyMass)
	for _, b := range bands {
		if b.Usable() {
			s.Read = s.Read && len(b.Band.Points) > 0
			pulled := b.Elastic.Curve.Rest * farthest
			s.Pull = max(s.Pull, b.Elastic.Curve.Force(pulled)+b.Elastic.Curve.U95(pulled))
			s.Stretch = max(s.Stretch, pulled-b.Elastic.Curve.Rest)
		}
	}
	if len(f.Rigs) > 0 {
		hardest := at.pulls.of([]any{f.Profile.StatureM, f.Bands, f.Rigs, f.Rooms, f.Fixtures, f.Openings, f.Overheads, f.Space},
			func() (most quantity.Force) {
				for _, p := range PullsOf(f) {
					most = max(most, p.Anchor.Force)
				}
				return most
			})
		if hardest > 0 {
			s.Pull = hardest
		}
	}
	s.Read = s.Read && s.Pull > 0
	weigh := func(rungs []load.Rung) {
		most := quantity.Mass(0)
		defer func() { s.All += most }()
		for _, r := range rungs {
			if r.Hold != load.Band && r.Hold != load.Body {
				most = max(most, r.High)
			}
			switch r.Hold {
			case load.Dragged, load.Band, load.Body:
			case load.Worn:
				s.Worn, s.Heaviest = max(s.Worn, r.High), max(s.Heaviest, r.High)
			default:
				s.Heaviest = max(s.Heaviest, r.High)
			}
		}
	}
	for _, k := range c.Containers {
		weigh(k.Rungs())
	}
	for _, o := range c.Owned {
		weigh(o.Item.Rungs(load.Bought, o.ID))
	}
	weigh(c.Handles)
	return s
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

// builtAs is a build as it was worked out.
type builtAs struct {
	worked builds.Worked
	err    error
}

// buildOf works one out where it stands.
func buildOf(b store.Build, rooms []space.Room, s builds.Situation, at around) (out BuildOf) {
	out.Build, s = b, placed(b, rooms, s)
	out.At = s
	d, err := builds.DesignByKey(b.Design)
	if err == nil {
		got := at.built.of([]any{b.Design, b.Sizes, s}, func() builtAs {
			w, err := d.Work(valuesOf(b), s)
			return builtAs{w, err}
		})
		out.Worked, err = got.worked, got.err
	}
	if err != nil && !errors.As(err, &out.Problem) {
		out.Problem = quantity.At("", err.Error())
	}
	var tests []builds.Tested
	for _, t := range b.Tests {
		tests = append(tests, builds.Tested{Proof: t.Kind == "proof", Passed: t.Passed, At: t.At, Of: t.Of})
	}
	out.Kept = builds.Keep(tests, d.NoProof(), out.Worked.Built.Asks())
	out.Counts = b.State == "made" && out.Problem == nil && out.Worked.Built.OK() && out.Kept.Proven
	return out
}

// takenBut are the parts of walls that builds take, but for one of them and those given up.
func takenBut(f store.File, rooms []space.Room, but int) (out []builds.Taken) {
	for i, b := range f.Builds {
		d, err := builds.DesignByKey(b.Design)
		if i == but || b.State == "retired" || err != nil {
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

// buildsOf are those of a file, with what counts of them for the client.
func buildsOf(f store.File, c client.Client, bands []BandOf, at around) (out []BuildOf, made []client.Made) {
	if len(f.Builds) == 0 {
		return nil, nil
	}
	s := situation(f, c, bands, at)
	var loads []ProofLoad
	for _, k := range c.Containers {
		if fill, err := k.Fill(); err == nil {
			loads = append(loads, ProofLoad{k.Name, k.Mass(fill).Value})
		}
	}
	for i, b := range f.Builds {
		s.Taken = takenBut(f, c.Rooms, i)
		one := buildOf(b, c.Rooms, s, at)
		one.ProofWith = proofWith(one.Worked.Built.ProofOf, loads)
		if one.Counts {
			made = append(made, client.Made{ID: b.ID, Name: b.Name, Supplies: one.Worked.Gives,
				Rungs: one.Worked.Rungs(b.ID)})
		}
		out = append(out, one)
	}
	return out, made
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
