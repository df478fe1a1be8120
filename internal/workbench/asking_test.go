package workbench_test

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"scrappyrack/core/ask"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// said writes an answer into a file as a consultant would: by its scope and field, and by nothing
// that the question itself has.
func said(t *testing.T, f store.File, q ask.Question, a ask.Answer) store.File {
	t.Helper()
	f = f.Clone()
	list, id, _ := strings.Cut(q.Scope, "/")
	switch list {
	case "persons":
		p, ok := f.Person(id)
		require.True(t, ok)
		switch q.Field {
		case "stature_m":
			p.StatureM = a.Number
		case "body_mass_kg":
			p.BodyMassKg = a.Number
		case "born_year":
			p.BornYear = int(a.Number)
		case "ask_floor":
			p.Floor = a.Said
		case "legs":
			p.Legs = a.Said
		case "sex":
			p.Sex = a.Said
		case "occupation":
			p.Occupation = a.Said
		default:
			t.Fatal(q.Field)
		}
	case "rooms":
		r := &f.Rooms[slices.IndexFunc(f.Rooms, func(r store.Room) bool { return r.ID == id })]
		switch q.Field {
		case "walls":
			r.Walls = store.Square(a.Number/min(a.Number/2, 3), min(a.Number/2, 3))
		case "ceiling_m":
			r.CeilingM = a.Number
		case "door":
			r.Door = a.Said
		case "holes":
			r.Holes = a.Said
		case "floor":
			r.Floor = a.Said
		default:
			t.Fatal(q.Field)
		}
	case "openings":
		f.Openings[slices.IndexFunc(f.Openings, func(o store.Opening) bool { return o.ID == id })].Leaf = a.Said
	case "space":
		f.Space.WayWidthM = a.Number
	case "bands":
		b := &f.Bands[slices.IndexFunc(f.Bands, func(b store.Band) bool { return b.ID == id })]
		b.Points = store.List[store.BandReading]{{LengthM: 2 * b.RestM, ForceN: a.Number, At: 1}}
	default:
		t.Fatal(q.Scope)
	}
	return f
}

// What an answer would come to is what it comes to once it is given, worked out from nothing; and
// once it is given nobody asks again.
func TestAnswersComeToWhatWasSaidOfThem(t *testing.T) {
	at := time.Date(2026, 12, 2, 0, 0, 0, 0, time.UTC)
	fresh := store.NewFile("new", "A corner of a barn")
	half := store.NewFile("half", "A hall")
	half.Persons[0].StatureM, half.Bands = 1.7, store.List[store.Band]{{ID: "loop", Name: "long loop", Kind: "long-loop", RestM: 1.04,
		WidthM: 0.022, ThicknessM: 0.0045, Condition: "sound"}}
	half.Gear = []store.Gear{{ID: "anchor", Item: "door-anchor"}}
	for _, f := range append(demo.Files(), fresh, half) {
		all, err := workbench.AsksOf(context.Background(), f, at.Unix()/(24*60*60), false)
		require.NoError(t, err)
		for i, q := range all {
			name := fmt.Sprint(f.ID, " ", q.Scope, " ", q.Field)
			require.GreaterOrEqual(t, len(q.Answers), 2, name)
			for _, a := range q.Answers {
				with := said(t, f, q, a)
				require.NoError(t, workbench.Check(with), name)
				got := workbench.WorkAt(with, at)
				require.Equal(t, got.Board.Covered, a.Covered, name)
				require.InDelta(t, got.Board.Value, a.Outcome.Value, 1e-12, name)
				again, err := workbench.AsksOf(context.Background(), with, at.Unix()/(24*60*60), false)
				require.NoError(t, err)
				require.False(t, slices.ContainsFunc(again, func(o ask.Question) bool { return o.Scope == q.Scope && o.Field == q.Field }),
					"%s is asked again", name)
			}
			if i > 0 && !all[i-1].First {
				require.GreaterOrEqual(t, all[i-1].Needs(), q.Needs(), name)
			}
		}
		if f.ID == "new" {
			require.Equal(t, "stature_m", all[0].Field, "nothing can be worked out without it")
		}
	}
}

// A plan of each end says what money an answer decides.
func TestMoneyIsAskedOfThePlans(t *testing.T) {
	f := demo.Files()[2]
	all, err := workbench.AsksOf(context.Background(), f, 20000, true)
	require.NoError(t, err)
	for _, a := range all[0].Answers {
		require.True(t, a.Planned)
		p, err := workbench.PlanOf(context.Background(), said(t, f, all[0], a))
		require.NoError(t, err)
		require.Equal(t, p.Cost.Minor, a.Cost)
	}
}

// Whatever a file holds, trying its answers comes to an end: the longest lists that are kept, all of it unsaid.
func TestAsksOfAFullHouseEnd(t *testing.T) {
	f := store.NewFile("full", "A house of rooms")
	f.Persons[0].StatureM = 1.7
	f.Rooms = nil
	for i := range 20 {
		f.Rooms = append(f.Rooms, store.NewRoom(fmt.Sprint("r", i), "Room"))
	}
	for i := range 60 {
		f.Bands = append(f.Bands, store.Band{ID: fmt.Sprint("b", i), Name: "loop", Kind: "long-loop", RestM: 1.04, WidthM: 0.01 + float64(i)/2000,
			ThicknessM: 0.0045, Condition: "sound"})
	}
	require.NoError(t, workbench.Check(f))
	ctx, cancel := context.WithTimeout(context.Background(), time.Minute)
	defer cancel()
	all, err := workbench.AsksOf(ctx, f, 20000, false)
	require.NoError(t, err)
	require.NotEmpty(t, all)
	for _, q := range all {
		for _, a := range q.Answers {
			require.Positive(t, a.Needs, "what was not tried is not told")
		}
	}
}
