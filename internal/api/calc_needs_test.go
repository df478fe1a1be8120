package api

import (
	"context"
	"slices"
	"testing"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Who is asked about by a board's terms comes out as the core's own tests have it; here it is that the shapes
// carry it: legs left out, a guardian asked for, an operation that holds, an own set that counts, seconds for
// what is held.
func TestNeedsAsked(t *testing.T) {
	year := time.Now().Year()
	ask := func(p NeedsPerson, tests ...NeedsTest) (NeedsAnswer, []string) {
		t.Helper()
		p.StatureM, p.Goal = 1.75, "general"
		if p.Experience == "" {
			p.Experience = "new"
		}
		got, err := NeedsQuestion{Person: p, Tests: tests}.answer(context.Background())
		require.NoError(t, err)
		var holds []string
		for _, h := range got.Holds {
			holds = append(holds, h.Key)
			assert.NotEmpty(t, h.Why)
		}
		return got, holds
	}
	slot := func(a NeedsAnswer, pattern string) NeedsSlot {
		i := slices.IndexFunc(a.Slots, func(s NeedsSlot) bool { return s.Pattern == pattern })
		require.GreaterOrEqual(t, i, 0, pattern)
		return a.Slots[i]
	}
	man, holds := ask(NeedsPerson{Born: year - 35, Sex: "male", MassKg: 80})
	assert.Equal(t, []string{"heart", "now"}, holds, "what nobody has answered")
	squat := slot(man, "squat")
	assert.True(t, squat.Now[0] >= 16*0.7 && squat.Now[1] <= 30*1.3, "%v", squat.Now)
	assert.Equal(t, "kg", squat.Unit)
	assert.Equal(t, "20–40 m", slot(man, "carry").Zone)
	assert.Equal(t, "s", slot(man, "core-anti-extension").Unit)

	_, holds = ask(NeedsPerson{Born: year - 16, MassKg: 50})
	assert.Equal(t, []string{"heart", "pregnancy", "now", "guardian"}, holds)
	_, holds = ask(NeedsPerson{MassKg: 50, Sex: "male"})
	assert.Equal(t, []string{"heart", "now", "age"}, holds)
	operated := func(part string, months float64, cleared bool) []string {
		_, holds := ask(NeedsPerson{Born: year - 50, Sex: "male", MassKg: 80,
			Operations: []NeedsOperation{{Part: part, MonthsAgo: months, Cleared: cleared}}})
		return holds
	}
	assert.Equal(t, []string{"heart", "operations", "now"}, operated("hip", 2, false))
	assert.Equal(t, []string{"heart", "now"}, operated("hip", 2, true))
	assert.Equal(t, []string{"heart", "now"}, operated("hip", 4, false))
	assert.Equal(t, []string{"heart", "operations", "now"}, operated("spine", 90, false))

	wheel, _ := ask(NeedsPerson{Born: year - 40, Sex: "male", MassKg: 78, Legs: "none"})
	for _, s := range wheel.Slots {
		assert.NotContains(t, []string{"squat", "hinge", "lunge", "hip-isolation", "calf", "jump"}, s.Pattern)
	}
	gone := map[string]string{}
	for _, l := range wheel.LeftOut {
		gone[l.Pattern] = l.Why
	}
	for _, p := range []string{"squat", "hinge", "lunge", "hip-isolation"} {
		assert.Contains(t, gone[p], "nothing is left", p)
	}
	tested, _ := ask(NeedsPerson{Born: year - 17, Sex: "male", MassKg: 70, Experience: "novice"},
		NeedsTest{Movement: "bench-press", LoadKg: 50, Reps: 8, Reserve: 2})
	now := slot(tested, "push-horizontal").Now
	assert.InDeltaSlice(t, []float64{42.7, 51.2}, now[:], 0.05)
	assert.Equal(t, "test", slot(tested, "push-horizontal").Basis)

	for at, q := range map[string]NeedsQuestion{
		"body.tests[1].load_kg":  {Tests: []NeedsTest{{Movement: "push-up", Reps: 5}, {Movement: "goblet-squat", Reps: 5}}},
		"body.tests[0].movement": {Tests: []NeedsTest{{Movement: "levitation", Reps: 5}}},
		"body.person.limits[0]":  {Person: NeedsPerson{Limits: []string{"knees"}}},
		"body.person.born":       {Person: NeedsPerson{Born: 1700}},
	} {
		q.Person.StatureM, q.Person.MassKg, q.Person.Experience, q.Person.Goal = 1.8, 80, "new", "general"
		_, err := q.answer(context.Background())
		require.Error(t, err, at)
		var refused *huma.ErrorModel
		require.ErrorAs(t, err, &refused)
		assert.Equal(t, at, refused.Errors[0].Location)
	}
}
