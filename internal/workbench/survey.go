package workbench

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/store"
)

// SurveyLine is what one line of a survey comes to: one of its parts, or a problem. What is
// added has no id yet.
type SurveyLine struct {
	Text     string
	Problem  string
	Walls    []store.RoomWall
	CeilingM float64
	HalfM    float64
	Opening  *store.Opening
	Fixture  *store.Fixture
	Overhead *store.Overhead
}

// Survey reads lines of a survey of a room: each by itself, on the walls of the last walk
// before it.
func (b *Bench) Survey(ctx context.Context, practice, client, room, text, unit string) ([]SurveyLine, error) {
	f, err := b.store.Load(ctx, practice, client)
	if err != nil {
		return nil, err
	}
	at := slices.IndexFunc(f.Rooms, func(r store.Room) bool { return r.ID == room })
	if at < 0 {
		return nil, store.ErrNotFound
	}
	return SurveyOf(f, f.Rooms[at], text, unit), nil
}

// SurveyOf reads lines of a survey of a room of a file.
func SurveyOf(f store.File, r store.Room, text, unit string) []SurveyLine {
	r.Walls = slices.Clone(r.Walls)
	var out []SurveyLine
	for _, line := range strings.Split(text, "\n") {
		if strings.TrimSpace(line) == "" {
			continue
		}
		one := SurveyLine{Text: strings.TrimSpace(line)}
		got, err := space.ParseLine(line, unit)
		if err == nil {
			err = one.take(got, &f, &r)
		}
		if err != nil {
			one = SurveyLine{Text: one.Text, Problem: quantity.In(err, unitsOf(f)).Error()}
		}
		out = append(out, one)
	}
	return out
}

// take turns a line into what is kept; the room and the file get it too, so that the next
// line is held against it.
func (l *SurveyLine) take(got space.Line, f *store.File, r *store.Room) error {
	before := standing(*f)
	switch got.Kind {
	case space.WalkLine:
		if _, err := space.Closed(got.Walls, got.Closes); err != nil {
			return err
		}
		for i, w := range got.Walls {
			wall := store.RoomWall{TurnDeg: w.Turn, LengthM: float64(w.Length), Exact: w.Exact}
			if i < len(r.Walls) {
				was := r.Walls[i]
				wall.Kind, wall.SpacingM, wall.OffsetM, wall.LiningM, wall.NoHoles = was.Kind, was.SpacingM, was.OffsetM, was.LiningM,
					was.NoHoles
			}
			l.Walls = append(l.Walls, wall)
		}
		r.Walls = l.Walls
	case space.CeilingLine:
		l.CeilingM, l.HalfM = float64(got.Ceiling), float64(got.Half)
		r.CeilingM, r.CeilingHalfM = l.CeilingM, l.HalfM
	case space.OpeningLine:
		o := got.Opening
		kept := store.Opening{
			ID: lineID, Room: r.ID, Name: o.Name, Kind: string(o.Kind), Wall: o.Wall, AtM: float64(o.At), WidthM: float64(o.Width),
			HeightM: float64(o.Height), SillM: float64(o.Sill),
			Leaf: string(o.Leaf), Hinge: string(o.Hinge), Swings: string(o.Swings), TrackM: float64(o.Track),
			TrackDepthM: float64(o.TrackDepth),
		}
		if kept.Swings == "" {
			kept.Swings = "unknown"
		}
		l.Opening = &kept
		f.Openings = append(slices.Clone(f.Openings), kept)
	case space.ThingLine:
		t := got.Thing
		kept := store.Fixture{
			ID: lineID, Room: r.ID, Name: t.Name, Kind: string(t.Kind), XM: t.X, YM: float64(got.Down), WidthM: float64(t.Width),
			DepthM:  float64(t.Depth),
			HeightM: float64(t.Height), MassKg: float64(t.Mass), Rock: string(t.Rock), Sit: string(t.Sit),
		}
		if got.AtWall {
			x, y, turned, err := roomOf(*f, *r).Room.Against(got.Wall, got.Along, t.Width, t.Depth)
			if err != nil {
				return err
			}
			kept.XM, kept.YM, kept.TurnDeg = roundMm(quantity.Length(x)), roundMm(quantity.Length(-y)), roundMm(quantity.Length(-turned))
		}
		l.Fixture = &kept
		f.Fixtures = append(slices.Clone(f.Fixtures), kept)
	case space.DropLine, space.SlopeLine:
		kept := store.Overhead{
			ID: lineID, Room: r.ID, Name: got.Drop, Kind: got.Drop, XM: got.Thing.X, YM: float64(got.Down),
			WidthM: float64(got.Thing.Width), DepthM: float64(got.Thing.Depth),
			UnderM: float64(got.Under), Wall: got.Wall, RunM: float64(got.Run), HighM: float64(got.High),
		}
		if got.Kind == space.SlopeLine {
			kept.Kind, kept.Name = "slope", "slope"
		}
		l.Overhead = &kept
		f.Overheads = append(slices.Clone(f.Overheads), kept)
	}
	if at := slices.IndexFunc(f.Rooms, func(x store.Room) bool { return x.ID == r.ID }); at >= 0 {
		f.Rooms = slices.Clone(f.Rooms)
		f.Rooms[at] = *r
	}
	if err := checkInRooms(*f, before); err != nil {
		settle(f, false)
		return err
	}
	settle(f, true)
	return nil
}

// settle keeps what a line has added under an id of its own, or takes it out again.
func settle(f *store.File, keep bool) {
	id := fmt.Sprintf("line-%d", len(f.Openings)+len(f.Fixtures)+len(f.Overheads))
	f.Openings = settled(f.Openings, func(o *store.Opening) *string { return &o.ID }, id, keep)
	f.Fixtures = settled(f.Fixtures, func(x *store.Fixture) *string { return &x.ID }, id, keep)
	f.Overheads = settled(f.Overheads, func(o *store.Overhead) *string { return &o.ID }, id, keep)
}

func settled[T any](all []T, id func(*T) *string, as string, keep bool) []T {
	if n := len(all); n > 0 && *id(&all[n-1]) == lineID {
		if !keep {
			return all[:n-1]
		}
		*id(&all[n-1]) = as
	}
	return all
}

// lineID stands for the id of what a line adds, until it has one.
const lineID = "line"
