package workbench

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"

	"scrappyrack/core/band"
	"scrappyrack/core/body"
	"scrappyrack/core/builds"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// BandOf is a band of a file with its curve.
type BandOf struct {
	Band store.Band
	band.Measured
}

// bandOf works out a band.
func bandOf(k store.Band) BandOf {
	said := band.Said{Band: band.Band{ID: k.ID, Name: k.Name, Kind: band.Kind(k.Kind)}, Rest: quantity.Length(k.RestM),
		Width: quantity.Length(k.WidthM), Thickness: quantity.Length(k.ThicknessM), RestHalf: quantity.Length(k.RestHalfM),
		TapeHalf: quantity.Length(k.TapeHalfM), FirstUsed: k.FirstUsed, Inspected: k.Inspected, Damaged: k.Condition == "damaged"}
	for _, p := range k.Points {
		said.At = append(said.At, p.At)
		said.Points = append(said.Points, band.Point{Length: quantity.Length(p.LengthM), Force: quantity.Force(p.ForceN),
			U1: quantity.Force(p.UN), Releasing: p.Releasing})
	}
	return BandOf{k, band.Measure(said)}
}

// Usable says that it may be used: it has a curve and nothing is wrong with it.
func (b BandOf) Usable() bool { return b.Problem == nil && b.Band.Condition == "sound" }

// Said is what stands against its curve, in a client's units; empty when nothing
// does.
func (b BandOf) Said(units quantity.System) string {
	if b.Problem == nil {
		return ""
	}
	return quantity.In(b.Problem, units).Error()
}

// fit are the bands that are fit for use, the weakest first.
func fit(all []BandOf) []band.Band {
	var out []band.Band
	for _, b := range all {
		if b.Usable() {
			out = append(out, b.Elastic)
		}
	}
	return band.ByPull(out)
}

func checkBands(f store.File, all []BandOf) error {
	for _, b := range all {
		var bad *quantity.FieldError
		// A band that nobody has measured at all yet is no mistake.
		if errors.As(b.Problem, &bad) && (len(b.Points) > 0 || bad.Field != "width_m") {
			return quantity.At(cmp.Or(map[string]string{"rest_length_m": "rest_m"}[bad.Field], bad.Field), bad.Detail)
		}
	}
	for _, r := range f.Rigs {
		if _, ok := movement.ElasticByKey(r.ID); !ok {
			return quantity.At("id", fmt.Sprintf("no band movement is called %q", r.ID))
		}
		s := band.Set{Rig: rigOf(r)}
		for i, id := range r.Bands {
			at := slices.IndexFunc(all, func(b BandOf) bool { return b.Band.ID == id })
			if at < 0 {
				return quantity.At(fmt.Sprintf("bands[%d]", i), "that band is not there any more")
			}
			if all[at].Problem == nil {
				s.Bands = append(s.Bands, all[at].Elastic)
			}
		}
		if err := s.Check(); err != nil {
			return err
		}
	}
	return nil
}

func rigOf(r store.Rig) band.Rig {
	return band.Rig{
		Distance: quantity.Length(r.DistanceM), Height: quantity.Length(r.HeightM), Stance: quantity.Length(r.StanceM),
		Grip: quantity.Length(r.GripM), Strap: quantity.Length(r.StrapM), Fold: max(1, r.Fold),
	}
}

// Pulled is a band movement as it is set up for a client. Rig is how; Refusal says
// why a wanted pull could not be had, Rig is then the nearest.
type Pulled struct {
	Units      quantity.System
	Movement   band.Movement
	Set        band.Set
	Rig        store.Rig
	Start, End band.Figure
	Mass       quantity.Mass // of the client, guessed where nobody has weighed them
	Course     band.Course
	Profile    band.Profile
	Light      band.RangeEnd
	Heavy      band.RangeEnd
	Ranged     bool
	Anchor     band.Pull
	Tied       *builds.Tied
	Boards     []builds.BuiltAnchor
	Refusal    *band.OutOfReach
	Spans      map[band.Adjuster][2]float64
}

// Wish is a pull that is wanted, and what is moved to get it.
type Wish struct {
	By    band.Adjuster
	Goal  band.Goal
	Force quantity.Force
}

// assumedStature stands in where nobody has measured the client (house value).
const assumedStature = quantity.Length(1.7)

// Pull works out a movement in a set-up that need not be kept; usual takes what is
// usual of the set-up where it leaves a length open. wish may be nil.
func (b *Bench) Pull(ctx context.Context, practice, id string, rig store.Rig, usual bool, wish *Wish) (*Pulled, error) {
	f, err := b.Load(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	var with pulling
	var stature quantity.Length
	var all []BuildOf
	b.follow(practice, &f, func(r *derive.Record) {
		with, stature, all = thePulling.Of(r, seen(r)), thePerson.Of(r, seen(r)).Stature, allBuilds.Of(r, the)
	})
	p, err := pulled(with, rig, usual, wish)
	if err == nil && p.Movement.Anchored() {
		p.Boards = builds.BuiltAnchorsFor(madeOf(all), stature, p.Set.Rig.Height, p.Anchor.Force)
	}
	return p, err
}

func pulled(with pulling, rig store.Rig, usual bool, wish *Wish) (*Pulled, error) {
	m, ok := movement.ElasticByKey(rig.ID)
	if !ok {
		return nil, quantity.At("rig.id", fmt.Sprintf("no band movement is called %q", rig.ID))
	}
	out := &Pulled{Units: with.units, Movement: m}
	stature := cmp.Or(with.stature, assumedStature)
	out.Mass = cmp.Or(with.mass, body.GuessedMass(stature))
	s := band.Set{Movement: m, Stature: stature, Bounds: band.BoundsIn(with.farthest, stature)}
	var others []band.Band
	all := with.bands
	for i, id := range rig.Bands {
		at := slices.IndexFunc(all, func(b BandOf) bool { return b.Band.ID == id })
		switch {
		case at < 0:
			return nil, quantity.At(fmt.Sprintf("rig.bands[%d]", i), "that band is not there any more")
		case all[at].Problem != nil:
			return nil, quantity.At(fmt.Sprintf("rig.bands[%d]", i), all[at].Band.Name+": "+all[at].Said(out.Units))
		case !m.Takes(all[at].Elastic.Kind):
			return nil, quantity.At(fmt.Sprintf("rig.bands[%d]", i), all[at].Band.Name+" is of the wrong kind for it: "+m.Wants())
		}
		s.Bands = append(s.Bands, all[at].Elastic)
	}
	if len(s.Bands) == 0 {
		return nil, quantity.At("rig.bands", "choose a band: "+m.Wants())
	}
	for _, e := range fit(all) {
		if !slices.Contains(rig.Bands, e.ID) && m.Takes(e.Kind) {
			others = append(others, e)
		}
	}
	if usual {
		s.Rig = band.Usual(m, s.Bands[0], stature)
	} else {
		s.Rig = rigOf(rig)
	}
	if err := s.Check(); err != nil {
		return nil, quantity.Moved(err, func(field string) string { return "rig." + field })
	}
	if wish != nil && !slices.Contains(m.Adjusters(), wish.By) {
		return nil, quantity.At("wish.by", fmt.Sprintf("%s changes nothing in this movement", wish.By))
	}
	if wish != nil {
		got, err := s.Solve(wish.By, wish.Goal, wish.Force, others)
		s = got
		if err != nil && !errors.As(err, &out.Refusal) {
			return nil, err
		}
	}
	out.finish(s, rig, with.surface)
	return out, nil
}

// PullsOf are the set-ups that are kept in a file, those left out that cannot be
// used now, a band of theirs being damaged, retired or without a curve.
func PullsOf(f store.File) (out []*Pulled) {
	r := derive.New()
	r.With(derive.Input{File: &f}, func() { out = pullsOf(thePulling.Of(r, seen(r)), ofRigs.Of(r, the)) })
	return out
}

func pullsOf(with pulling, rigs []store.Rig) (out []*Pulled) {
	for _, r := range rigs {
		if slices.ContainsFunc(with.bands, func(b BandOf) bool {
			return b.Band.Condition != "sound" &&
				slices.Contains(r.Bands, b.Band.ID)
		}) {
			continue
		}
		if p, err := pulled(with, r, false, nil); err == nil {
			out = append(out, p)
		}
	}
	return out
}

func (p *Pulled) finish(s band.Set, rig store.Rig, floor space.Surface) {
	m := s.Movement
	p.Set, p.Profile, p.Anchor = s, s.Profile(), s.OnAnchor()
	p.Course = band.CourseOf(m, s.Bands[0].Kind, s.Stature, s.Rig)
	p.Start, p.End = m.Figures(s.Stature)
	light, heavy, ok := s.Range()
	if p.Ranged = ok; ok {
		p.Light, p.Heavy = band.EndOf(light), band.EndOf(heavy)
	}
	p.Rig = store.Rig{
		ID: m.Key, Bands: store.Words{}, DistanceM: float64(s.Rig.Distance), HeightM: float64(s.Rig.Height), StanceM: float64(s.Rig.Stance),
		GripM: float64(s.Rig.Grip), StrapM: float64(s.Rig.Strap), Fold: s.Rig.Fold, TiedKg: rig.TiedKg, TiedDepthM: rig.TiedDepthM,
	}
	for _, b := range s.Bands {
		p.Rig.Bands = append(p.Rig.Bands, b.ID)
	}
	p.Spans = map[band.Adjuster][2]float64{}
	for _, a := range m.Adjusters() {
		low, high := s.Span(a)
		p.Spans[a] = [2]float64{low, high}
	}
	if rig.TiedKg > 0 && rig.TiedDepthM > 0 && m.Anchored() && s.Rig.Height > 0 {
		p.Tied = builds.TiedTo(quantity.Mass(rig.TiedKg), quantity.Length(rig.TiedDepthM), s.Rig.Height, p.Anchor.Upwards, floor)
	}
}
