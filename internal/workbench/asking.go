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
	number := func(scope, field, about string, ends ask.Ends, at func(f *store.File) *float64) {
		if *at(&f) != 0 {
			return
		}
		q := add(scope, field, about)
		for _, v := range ends {
			q.may(ask.Answer{Number: v}, func(f *store.File) { *at(f) = v })
		}
	}
	choice := func(scope, field, about string, words []string, at func(f *store.File) *string) {
		if !store.Unsaid(*at(&f)) {
			return
		}
		q := add(scope, field, about)
		for _, w := range words {
			q.may(ask.Answer{Said: w}, func(f *store.File) { *at(f) = w })
		}
	}
	p := *f.Looked()
	who := "persons/" + p.ID
	person := func(field string, at func(p *store.Person) *string) {
		choice(who, field, "", store.WordsOf[store.Person](field), func(f *store.File) *string { return at(f.Looked()) })
	}
	if p.StatureM == 0 {
		number(who, "stature_m", "", ask.Stature, func(f *store.File) *float64 { return &f.Looked().StatureM })
		all[0].First = true
	} else {
		number(who, "body_mass_kg", "", ask.Masses(quantity.Length(p.StatureM)),
			func(f *store.File) *float64 { return &f.Looked().BodyMassKg })
	}
	if p.BornYear == 0 {
		q, year := add(who, "born_year", ""), time.Unix(day*24*60*60, 0).UTC().Year()
		for _, age := range ask.Age {
			born := year - int(age)
			q.may(ask.Answer{Number: float64(born)}, func(f *store.File) { f.Looked().BornYear = born })
		}
	}
	person("ask_floor", func(p *store.Person) *string { return &p.Floor })
	person("legs", func(p *store.Person) *string { return &p.Legs })
	person("sex", func(p *store.Person) *string { return &p.Sex })
	person("occupation", func(p *store.Person) *string { return &p.Occupation })
	for i, room := range f.Rooms {
		if room.Trains {
			asksOfRoom(i, room, len(r.Rooms[i].Room.Leaves()) > 0, add, number, choice)
		}
	}
	for i, o := range f.Openings {
		trains := slices.ContainsFunc(f.Rooms, func(r store.Room) bool { return r.ID == o.Room && r.Trains })
		if trains && space.OpeningKind(o.Kind) == space.DoorWay {
			choice("openings/"+o.ID, "leaf", o.Name, store.WordsOf[store.Opening]("leaf"),
				func(f *store.File) *string { return &f.Openings[i].Leaf })
		}
	}
	number("space", "way_width_m", "", ask.WayIn, func(f *store.File) *float64 { return &f.Space.WayWidthM })
	for i, b := range r.Bands {
		if b.Usable() && b.Elastic.Curve.Basis == band.Estimated {
			c := b.Elastic.Curve
			q := add("bands/"+b.Band.ID, "points", b.Band.Name)
			for _, v := range ask.Pulls(c) {
				q.may(ask.Answer{Number: v}, func(f *store.File) {
					f.Bands[i].Points = store.List[store.BandReading]{{LengthM: 2 * float64(c.Rest), ForceN: v, At: 1}}
				})
			}
		}
	}
	return all
}

// asksOfRoom are those of a room: its walls, its ceiling, its door where none is drawn, and what may be
// done there.
func asksOfRoom(i int, room store.Room, drawn bool, add func(scope, field, about string) *question,
	number func(scope, field, about string, ends ask.Ends, at func(f *store.File) *float64),
	choice func(scope, field, about string, words []string, at func(f *store.File) *string)) {
	of := "rooms/" + room.ID
	pick := func(field string, at func(r *store.Room) *string) {
		choice(of, field, room.Name, store.WordsOf[store.Room](field), func(f *store.File) *string { return at(&f.Rooms[i]) })
	}
	if !room.Outdoor {
		if len(room.Walls) == 0 {
			q := add(of, "walls", room.Name)
			for _, side := range [][2]float64{{2, 2}, {4, 3}} {
				q.may(ask.Answer{Number: side[0] * side[1]}, func(f *store.File) { f.Rooms[i].Walls = store.Square(side[0], side[1]) })
			}
		}
		number(of, "ceiling_m", room.Name, ask.Ceiling, func(f *store.File) *float64 { return &f.Rooms[i].CeilingM })
		if !drawn {
			pick("door", func(r *store.Room) *string { return &r.Door })
		}
		pick("holes", func(r *store.Room) *string { return &r.Holes })
	}
	pick("floor", func(r *store.Room) *string { return &r.Floor })
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
