package workbench

import (
	"context"
	"slices"
	"time"

	"scrappyrack/core/ask"
	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// question is something that nobody has said, and what a file is with each of its answers.
type question struct {
	ask.Question
	with []func(*store.File)
}

func (q *question) may(a ask.Answer, with func(*store.File)) {
	q.Answers, q.with = append(q.Answers, a), append(q.with, with)
}

// asks are all that nobody has said of a file, as one of the people has it.
func asks(f store.File, r Results, day int64) (all []*question) {
	add := func(scope, field, about string) *question {
		all = append(all, &question{Question: ask.Question{Scope: scope, Field: field, About: about}})
		return all[len(all)-1]
	}
	number := func(scope, field, about string, ends ask.Ends, set func(f *store.File, v float64)) *question {
		q := add(scope, field, about)
		for _, v := range ends {
			q.may(ask.Answer{Number: v}, func(f *store.File) { set(f, v) })
		}
		return q
	}
	choice := func(scope, field, about string, words []string, set func(f *store.File, word string)) {
		q := add(scope, field, about)
		for _, w := range words {
			q.may(ask.Answer{Said: w}, func(f *store.File) { set(f, w) })
		}
	}
	p := *f.Looked()
	who := "persons/" + p.ID
	one := func(set func(p *store.Person, v float64)) func(f *store.File, v float64) {
		return func(f *store.File, v float64) { set(f.Looked(), v) }
	}
	word := func(set func(p *store.Person, w string)) func(f *store.File, w string) {
		return func(f *store.File, w string) { set(f.Looked(), w) }
	}
	if p.StatureM == 0 {
		number(who, "stature_m", "", ask.Stature, one(func(p *store.Person, v float64) { p.StatureM = v })).First = true
	}
	if p.BodyMassKg == 0 && p.StatureM > 0 {
		number(who, "body_mass_kg", "", ask.Masses(quantity.Length(p.StatureM)), one(func(p *store.Person, v float64) { p.BodyMassKg = v }))
	}
	if p.BornYear == 0 {
		year := float64(time.Unix(day*24*60*60, 0).UTC().Year())
		number(who, "born_year", "", ask.Ends{year - ask.Age[0], year - ask.Age[1]},
			one(func(p *store.Person, v float64) { p.BornYear = int(v) }))
	}
	if p.Floor == "" {
		choice(who, "ask_floor", "", []string{"yes", "help", "no"}, word(func(p *store.Person, w string) { p.Floor = w }))
	}
	if p.Legs == "" {
		choice(who, "legs", "", []string{"both", "one", "none"}, word(func(p *store.Person, w string) { p.Legs = w }))
	}
	if p.Sex == "" {
		choice(who, "sex", "", []string{"female", "male"}, word(func(p *store.Person, w string) { p.Sex = w }))
	}
	if p.Occupation == "" {
		choice(who, "occupation", "", []string{"forward", "lifting", "other"}, word(func(p *store.Person, w string) { p.Occupation = w }))
	}
	for i, room := range f.Rooms {
		if !room.Trains {
			continue
		}
		of := "rooms/" + room.ID
		set := func(set func(r *store.Room, v float64)) func(f *store.File, v float64) {
			return func(f *store.File, v float64) { set(&f.Rooms[i], v) }
		}
		pick := func(set func(r *store.Room, w string)) func(f *store.File, w string) {
			return func(f *store.File, w string) { set(&f.Rooms[i], w) }
		}
		if len(room.Walls) == 0 && !room.Outdoor {
			q := add(of, "walls", room.Name)
			for _, side := range [][2]float64{{2, 2}, {4, 3}} {
				q.may(ask.Answer{Number: side[0] * side[1]}, func(f *store.File) { f.Rooms[i].Walls = store.Square(side[0], side[1]) })
			}
		}
		if room.CeilingM == 0 && !room.Outdoor {
			number(of, "ceiling_m", room.Name, ask.Ceiling, set(func(r *store.Room, v float64) { r.CeilingM = v }))
		}
		leaves := r.Rooms[i].Room.Leaves()
		if space.Door(room.Door) == space.UnknownDoor && len(leaves) == 0 && !room.Outdoor {
			choice(of, "door", room.Name, []string{"solid", "light", "none"}, pick(func(r *store.Room, w string) { r.Door = w }))
		}
		if room.Holes == "unknown" && !room.Outdoor {
			choice(of, "holes", room.Name, []string{"drill", "no-holes"}, pick(func(r *store.Room, w string) { r.Holes = w }))
		}
		if room.Floor == "unknown" {
			choice(of, "floor", room.Name, []string{"slab", "timber"}, pick(func(r *store.Room, w string) { r.Floor = w }))
		}
	}
	for i, o := range f.Openings {
		if o.Leaf == "unknown" && slices.ContainsFunc(f.Rooms, func(r store.Room) bool { return r.ID == o.Room && r.Trains }) &&
			space.OpeningKind(o.Kind) == space.DoorWay {
			choice("openings/"+o.ID, "leaf", o.Name, []string{"solid", "light"}, func(f *store.File, w string) { f.Openings[i].Leaf = w })
		}
	}
	if f.Space.WayWidthM == 0 {
		number("space", "way_width_m", "", ask.WayIn, func(f *store.File, v float64) { f.Space.WayWidthM = v })
	}
	for i, b := range r.Bands {
		if b.Usable() && b.Elastic.Curve.Basis == band.Estimated {
			c := b.Elastic.Curve
			number("bands/"+b.Band.ID, "points", b.Band.Name, ask.Pulls(c), func(f *store.File, v float64) {
				f.Bands[i].Points = store.List[store.BandReading]{{LengthM: 2 * float64(c.Rest), ForceN: v, At: 1}}
			})
		}
	}
	return all
}

const (
	// asksTime bounds how long answers are tried; of what is left by then nothing is said.
	asksTime = 4 * time.Second
	// mostPlanned is how many questions plans are made for, plannedTime for how long.
	mostPlanned = 3
	plannedTime = 12 * time.Second
)

// Asks are what is worth asking next of a client, what moves most first; with money plans are made
// of the first of them too.
func (b *Bench) Asks(ctx context.Context, practice, id string, money bool) (f store.File, out []ask.Question, err error) {
	f, err = b.Load(ctx, practice, id)
	if err != nil {
		return f, nil, err
	}
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return f, nil, err
	}
	defer leave()
	out, err = AsksOf(ctx, f, b.today(), money)
	return f, out, err
}

// AsksOf are those of a file on a day, as the person has it as whom it is looked at.
func AsksOf(ctx context.Context, f store.File, day int64, money bool) (out []ask.Question, err error) {
	rec := derive.New()
	work := func(f *store.File) (r Results) {
		rec.With(derive.Input{File: f, Day: day}, func() { r = results.Of(rec, seen(rec)) })
		return r
	}
	with := func(q *question, i int) store.File {
		f := f.Clone()
		q.with[i](&f)
		return f
	}
	named := map[[2]string]*question{}
	inTime, enough := context.WithTimeout(ctx, asksTime)
	defer enough()
	for _, q := range asks(f, work(&f), day) {
		for i := range q.Answers {
			if err := ctx.Err(); err != nil {
				return nil, err
			}
			said := with(q, i)
			r := work(&said)
			q.Answers[i].Outcome = ask.Outcome{Covered: r.Board.Covered, Needs: len(r.Board.Slots), Value: r.Board.Value,
				Holds: len(holdsOf([]Results{r}))}
		}
		named[[2]string{q.Scope, q.Field}] = q
		out = append(out, q.Question)
		if inTime.Err() != nil {
			break
		}
	}
	ask.Order(out)
	if !money {
		return out, nil
	}
	ctx, cancel := context.WithTimeout(ctx, plannedTime)
	defer cancel()
	for _, q := range out[:min(mostPlanned, len(out))] {
		for i := range q.Answers {
			made, err := PlanOf(ctx, with(named[[2]string{q.Scope, q.Field}], i))
			if err != nil || made == nil {
				break // the board's answer stands without it
			}
			q.Answers[i].Planned, q.Answers[i].Cost = true, made.Cost.Minor
		}
	}
	return out, nil
}
