package workbench

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"

	"scrappyrack/core/band"
	"scrappyrack/core/load"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// BandOf is a band of a file with its curve. Problem says why it has none.
type BandOf struct {
	Band      store.Band
	Elastic   band.Band
	Points    []band.Point
	Odd       int     // index of the point that lies apart, -1 for none
	Loss      float64 // on the way back, -1 when it was not read
	Departure float64 // of the last round of readings from what was known
	Refit     bool
	Dues      []band.Due
	Problem   error
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

// roundGap is how long after a reading the next counts as a new round of
// measuring, in seconds (house value).
const roundGap = 30 * day

// bandOf works out a band. Its readings are taken in the order in which they were
// read.
func bandOf(k store.Band) BandOf {
	out := BandOf{Band: k, Odd: -1, Loss: -1, Elastic: band.Band{ID: k.ID, Name: k.Name, Kind: band.Kind(k.Kind)}}
	keeping := band.Keeping{FirstUsed: k.FirstUsed, Inspected: k.Inspected, Damaged: k.Condition == "damaged"}
	order := make([]int, len(k.Points))
	for i, p := range k.Points {
		order[i] = i
		u := quantity.Force(p.UN)
		if u == 0 { // one reading, typed from a hanging scale
			u = quantity.Force(load.Scale{Key: load.Hanging}.Scatter(0)) * quantity.StandardGravity
		}
		out.Points = append(out.Points, band.Point{Length: quantity.Length(p.LengthM), Force: quantity.Force(p.ForceN), U1: u,
			Releasing: p.Releasing})
		if !p.Releasing {
			keeping.Measured = max(keeping.Measured, p.At)
		}
	}
	out.Dues = keeping.Dues()
	rest, strands := quantity.Length(k.RestM), out.Elastic.Kind.Strands()
	doubts := doubtsOf(k)
	if len(k.Points) == 0 {
		out.Elastic.Curve, out.Problem = band.EstimateWith(rest, strands, quantity.Length(k.WidthM), quantity.Length(k.ThicknessM), doubts)
		return out
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(k.Points[a].At, k.Points[b].At) })
	var rounds [][]band.Point
	var last int64
	for _, i := range order {
		if at := k.Points[i].At; len(rounds) == 0 || at-last > roundGap {
			rounds = append(rounds, nil)
		}
		rounds[len(rounds)-1] = append(rounds[len(rounds)-1], out.Points[i])
		last = k.Points[i].At
	}
	out.Elastic.Curve, out.Departure, out.Refit, out.Problem = band.FitRounds(rest, strands, rounds, doubts)
	if out.Problem != nil {
		// Said at the point as it stands in the file.
		if _, err := band.FitWith(rest, strands, out.Points, doubts); err != nil {
			out.Problem = err
		}
		return out
	}
	if at, ok := band.Odd(rest, strands, out.Points, doubts); ok {
		out.Odd = at
	}
	if loss, ok := out.Elastic.Curve.Loss(out.Points); ok {
		out.Loss = loss
	}
	return out
}

// doubtsOf is how sure a band's lengths are as somebody said, or as usual, read on a
// hanging scale.
func doubtsOf(k store.Band) band.Doubts {
	d := band.UsualDoubts()
	if k.RestHalfM > 0 {
		d.Rest = quantity.Length(quantity.Rectangular(k.RestHalfM))
	}
	if k.TapeHalfM > 0 {
		d.Tape = quantity.Length(quantity.Rectangular(k.TapeHalfM))
	}
	d.Offset = quantity.Force(load.Scale{Key: load.Hanging}.Offset(0)) * quantity.StandardGravity
	return d
}

// fit are the bands that are fit for use, the weakest first.
func fit(all []BandOf) []band.Band {
	var out []band.Band
	for _, b := range all {
		if b.Usable() {
			out = append(out, b.Elastic)
		}
	}
	pull := func(b band.Band) quantity.Force { return b.Curve.Force(2 * b.Curve.Rest) }
	slices.SortStableFunc(out, func(a, b band.Band) int { return cmp.Compare(pull(a), pull(b)) })
	return out
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
	Tied       *Tied
	Boards     []Board
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
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	var with pulling
	var stature quantity.Length
	var all []BuildOf
	b.follow(practice, &f, func(r *derive.Record) {
		with, stature, all = thePulling.Of(r, the), thePerson.Of(r, the).Stature, allBuilds.Of(r, the)
	})
	p, err := pulled(with, rig, usual, wish)
	if err == nil && p.Movement.Anchored() {
		p.Boards = boardsOf(all, stature, p)
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
	out.Mass = cmp.Or(with.mass, guessedMass(stature))
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
	r.With(derive.Input{File: &f}, func() { out = pullsOf(thePulling.Of(r, the), ofRigs.Of(r, the)) })
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
		p.Tied = tied(rig, s.Rig.Height, p.Anchor.Upwards, floor)
	}
}

// Words is the set-up in words.
func (p *Pulled) Words() quantity.Phrase {
	r := p.Set.Rig
	var out quantity.Phrase
	say := func(words ...any) {
		if !out.Empty() {
			out = append(out, quantity.Say(", ")...)
		}
		out = append(out, quantity.Say(words...)...)
	}
	level := func(l quantity.Length) quantity.Piece { return quantity.Amount(quantity.KindLevel, float64(l)) }
	if p.Movement.Anchored() {
		say(quantity.Amount(quantity.KindLength, float64(r.Distance)), " from the anchor, which is at ",
			quantity.Amount(quantity.KindLength, float64(r.Height)))
	}
	if p.Movement.Place == band.Feet {
		say("feet ", level(r.Stance), " apart")
	}
	if r.Fold > 1 {
		say(fmt.Sprintf("folded into %d", r.Fold))
	}
	if r.Grip > 0.005 {
		say(level(r.Grip), " taken up at the grip")
	}
	if r.Strap > 0 {
		say(level(r.Strap), " of strap")
	}
	if out.Empty() {
		say("as it is")
	}
	return out
}
