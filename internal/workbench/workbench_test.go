package workbench_test

import (
	"context"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

func TestPasswords(t *testing.T) {
	hash := workbench.HashPassword("correct horse")
	assert.True(t, strings.HasPrefix(hash, "$argon2id$v=19$m=65536,t=3,p=2$"))
	assert.True(t, workbench.PasswordMatches(hash, "correct horse"))
	assert.False(t, workbench.PasswordMatches(hash, "correct horsf"))
	assert.NotEqual(t, hash, workbench.HashPassword("correct horse"), "each hash has its own salt")
	for _, bad := range []string{"", "plain", "$argon2id$v=19$m=1,t=1,p=1$$", "$argon2i$v=19$m=65536,t=3,p=2$AA$AA"} {
		assert.False(t, workbench.PasswordMatches(bad, "plain"), bad)
	}
}

// The three demo clients changed by hand: a lower ceiling takes standing
// overhead work and hanging away, half the money covers no more, and a heavier
// jug is a heavier rung.
func TestDemoClientsAnswerToChanges(t *testing.T) {
	for _, f := range demo.Files() {
		before, err := workbench.PlanOf(context.Background(), f)
		require.NoError(t, err)
		require.True(t, before.Answer.Proven)

		poorer := f
		poorer.Profile.BudgetMinor /= 2
		less, err := workbench.PlanOf(context.Background(), poorer)
		require.NoError(t, err)
		assert.LessOrEqual(t, less.Cost.Minor, poorer.Profile.BudgetMinor, f.Profile.Name)
		assert.Less(t, less.Answer.Value, before.Answer.Value, f.Profile.Name)

		lower := f.Clone()
		lower.Rooms[0].CeilingM = 1.75
		low, err := workbench.PlanOf(context.Background(), lower)
		require.NoError(t, err)
		assert.LessOrEqual(t, low.Answer.Value, before.Answer.Value, f.Profile.Name)
		for _, r := range low.Refused {
			if r.Candidate.Key == "door-bar" {
				assert.Contains(t, r.Why.In(quantity.Metric), "of height, the room has 1.750 m", f.Profile.Name)
			}
		}
	}
	f := demo.Files()[0]
	water := workbench.Work(f).Loads[0].Fill.Mass.Value
	f.Containers[0].Filling = "wet-sand"
	sand := workbench.Work(f).Loads[0].Fill.Mass.Value
	assert.InDelta(t, 2.08/0.998, float64((sand-0.062)/(water-0.062)), 1e-9)
}

func TestRentedWallsTakeNothingDrilled(t *testing.T) {
	for _, f := range demo.Files() {
		f.Rooms[0].Holes = "no-holes"
		p, err := workbench.PlanOf(context.Background(), f)
		require.NoError(t, err)
		for _, c := range p.Chosen {
			assert.NotContains(t, []string{"wall-rack", "wall-bar", "wall-anchors"}, c.Candidate.Key)
		}
	}
}

func TestLittleIsEnoughToBegin(t *testing.T) {
	f := store.NewFile("x", "Corner of a barn")
	assert.Equal(t, "stature", workbench.Work(f).Lacks)
	p, err := workbench.PlanOf(context.Background(), f)
	require.NoError(t, err)
	assert.Nil(t, p)
	f.Persons[0].StatureM = 1.8
	r := workbench.Work(f)
	assert.Empty(t, r.Lacks)
	assert.True(t, r.MassGuessed)
	assert.InDelta(t, 24*1.8*1.8, float64(r.Client.Person.BodyMass), 1e-9)
	assert.NotEmpty(t, r.Board.Slots)
}
