package workbench_test

import (
	"context"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// What a practice adds and hides counts for all of its clients at once, in what is kept too,
// and for nobody else's.
func TestAPracticesMovementsCountForItsClientsAlone(t *testing.T) {
	ctx := context.Background()
	s, practice := demoStore(t)
	require.NoError(t, s.AddPractice(ctx, store.Practice{ID: "other", Name: "Other"},
		store.Consultant{ID: "c2", Email: "c2@example.test", Name: "C", Password: "x"}, false))
	b := workbench.New(workbench.Options{Store: s, Now: time.Now})
	other, err := b.Create(ctx, workbench.Who{Practice: "other", Consultant: "c2"}, "theirs", "", "")
	require.NoError(t, err)
	_, err = b.Change(ctx, workbench.Who{Practice: "other", Consultant: "c2"},
		workbench.Edit{Client: other.File.ID, Base: 1, Label: store.Label{Do: "write", Part: "profile"}, Scopes: []string{"profile"},
			Do: func(f *store.File) error {
				f.Persons[0].StatureM = 1.7
				return nil
			}})
	require.NoError(t, err)
	keys := func(practice, client string) (out []string) {
		got, err := b.Movements(ctx, practice, client)
		require.NoError(t, err)
		for _, d := range got.All {
			out = append(out, d.Way.Movement.Key)
		}
		return out
	}
	value := func() float64 {
		d, err := b.Open(ctx, workbench.Who{Practice: practice}, "demo-loft")
		require.NoError(t, err)
		return d.Results.Board.Value
	}
	tag := func() string {
		tag, err := b.TagOf(ctx, practice, "demo-loft", "needs")
		require.NoError(t, err)
		return tag
	}
	cards := func() workbench.Found {
		found, err := b.Cards(ctx, practice, workbench.Find{Limit: 10})
		require.NoError(t, err)
		return found
	}
	settled := func() (found workbench.Found) { // what was known stands till then
		require.Eventually(t, func() bool { found = cards(); return found.Waiting == 0 }, time.Minute, time.Millisecond)
		return found
	}
	settled()
	before, tagged, listed := value(), tag(), cards()
	theirs := keys("other", other.File.ID)

	who := workbench.Who{Practice: practice}
	row := store.OwnMovement{ID: "own-1", Name: "Row at the table", Alike: "one-hand-row", Quality: 100}
	require.NoError(t, b.PutOwn(ctx, who, row))
	assert.Contains(t, keys(practice, "demo-loft"), "own-1")
	assert.GreaterOrEqual(t, value(), before)
	assert.NotEqual(t, tagged, tag(), "what a page has kept holds no more")
	assert.Equal(t, theirs, keys("other", other.File.ID))
	settled()

	for _, key := range keys(practice, "demo-loft") {
		if key != "own-1" && !slices.Contains([]string{"squat"}, key) {
			require.NoError(t, b.Hide(ctx, who, key, true))
		}
	}
	assert.Less(t, value(), before/2, "little is left")
	assert.Less(t, settled().Cards[0].Covered, listed.Cards[0].Covered+1)
	assert.Equal(t, theirs, keys("other", other.File.ID))
	require.NoError(t, b.Hide(ctx, who, "own-1", true))
	assert.NotContains(t, keys(practice, "demo-loft"), "own-1")

	// A test of a movement that is hidden stays what it is.
	_, err = b.Change(ctx, workbench.Who{Practice: practice}, workbench.Edit{Client: "demo-loft", Base: 1,
		Label: store.Label{Do: "write", Part: "tests"}, Scopes: []string{"tests/t1"}, Do: func(f *store.File) error {
			f.Sets = append(f.Sets, store.LoggedSet{ID: "t1", Test: true, Movement: "own-1", LoadKg: 12, Reps: 8, Reserve: 1})
			return nil
		}})
	require.NoError(t, err)

	var at *quantity.FieldError
	require.ErrorAs(t, b.PutOwn(ctx, who, store.OwnMovement{ID: "own-2", Name: "row at the TABLE", Alike: "one-hand-row", Quality: 50}),
		&at)
	assert.Equal(t, "name", at.Field)
	require.ErrorAs(t, b.PutOwn(ctx, who, store.OwnMovement{ID: "own-2", Name: "x", Alike: "nothing", Quality: 50}), &at)
	assert.Equal(t, "alike", at.Field)
	require.ErrorIs(t, b.Hide(ctx, who, "nothing", true), store.ErrNotFound)
	require.ErrorIs(t, b.Hide(ctx, workbench.Who{Practice: "other"}, "own-1", true), store.ErrNotFound, "it is nobody else's")
	require.NoError(t, b.PutOwn(ctx, workbench.Who{Practice: "other"}, store.OwnMovement{ID: "own-1", Name: "Row at the table",
		Alike: "pull-up", Quality: 50}), "the same id in another practice is another movement")

	// One that a client has sets of stays; what was changed is taken back, once.
	var used *workbench.InUseError
	require.ErrorAs(t, b.DropOwn(ctx, who, "own-1"), &used)
	assert.Equal(t, 1, used.Clients)
	require.NoError(t, b.PutOwn(ctx, who, store.OwnMovement{ID: "own-3", Name: "Sw\u202eap\x07 \u2066it", Alike: "pull-up", Quality: 50}))
	require.NoError(t, b.DropOwn(ctx, who, "own-3"))
	assert.NotContains(t, keys(practice, "demo-loft"), "own-3")
	require.ErrorIs(t, b.DropOwn(ctx, who, "own-3"), store.ErrNotFound)
	past, err := b.HandbookHistory(ctx, practice)
	require.NoError(t, err)
	name, was, is := workbench.HandbookChangeInWords(past[0], nil)
	assert.Equal(t, []string{"Swap it", "Swap it", ""}, []string{name, was, is}, "without marks that turn the words of others round")
	require.NoError(t, b.TakeBack(ctx, who, past[0].Seq))
	assert.Contains(t, keys(practice, "demo-loft"), "own-3")
	require.ErrorIs(t, b.TakeBack(ctx, who, past[0].Seq), store.ErrOverlaps, "it has been changed since: it came back")
	settled()
	price := int64(1234)
	require.NoError(t, b.SetPrice(ctx, who, "ring each", "GBP", &price))
	past, err = b.HandbookHistory(ctx, practice)
	require.NoError(t, err)
	require.NoError(t, b.TakeBack(ctx, who, past[0].Seq))
	h, _, err := b.Handbook(ctx, practice)
	require.NoError(t, err)
	assert.Empty(t, h.Prices)
	require.ErrorIs(t, b.TakeBack(ctx, workbench.Who{Practice: "other"}, past[0].Seq), store.ErrNotFound)
	assert.Zero(t, cards().Waiting, "a price works nobody out again")
}
