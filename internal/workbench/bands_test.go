package workbench_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/band"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

func rig(movement string, bands ...string) store.Rig {
	return store.Rig{ID: movement, Bands: bands, Fold: 1}
}

// A band as it is kept: fitted from what was read while pulling, what was read on the
// way back is its loss, and a band that nobody measured waits for it.
func TestBandsOfAFile(t *testing.T) {
	f := demo.Files()[0]
	r := workbench.Work(f)
	require.Len(t, r.Bands, 4)
	one, two, tube, mini := r.Bands[0], r.Bands[1], r.Bands[2], r.Bands[3]
	assert.Equal(t, band.Fitted, one.Elastic.Curve.Basis)
	assert.InDelta(t, 0.1, one.Loss, 0.02)
	assert.Equal(t, -1, one.Odd)
	assert.Equal(t, band.TwoPoints, tube.Elastic.Curve.Basis)
	assert.Equal(t, band.Estimated, mini.Elastic.Curve.Basis)
	at := quantity.Length(2 * 1.04)
	assert.Greater(t, float64(two.Elastic.Curve.Force(at)), 1.1*float64(one.Elastic.Curve.Force(at)), "they look alike")

	f.Bands = append(f.Bands, store.Band{ID: "new", Name: "new", Kind: "tube", RestM: 1.2, Points: store.List[store.BandReading]{},
		Condition: "sound"})
	require.NoError(t, workbench.Check(f), "a band may wait for its first reading")
	last := workbench.Work(f).Bands[4]
	assert.Error(t, last.Problem)
	assert.False(t, last.Usable())
}

// Old readings and one control pull that departs by more than a tenth.
func TestControlPullFitsAnew(t *testing.T) {
	f := demo.Files()[0]
	before := workbench.Work(f).Bands[1]
	f.Bands[1].Points = append(append(store.List[store.BandReading]{}, f.Bands[1].Points...),
		store.BandReading{LengthM: 1.8, ForceN: 112 * 0.8, At: f.Bands[1].Points[0].At + 200*24*60*60})
	after := workbench.Work(f).Bands[1]
	assert.True(t, after.Refit)
	assert.InDelta(t, -0.2, after.Departure, 0.01)
	assert.InDelta(t, 0.8, float64(after.Elastic.Curve.Force(2)/before.Elastic.Curve.Force(2)), 0.01)
}

func TestWhatCannotBeOfABandIsSaidAtItsField(t *testing.T) {
	for path, change := range map[string]func(*store.File){
		"points[1].length_m": func(f *store.File) { f.Bands[1].Points[1].LengthM = 1 },
		"rest_m":             func(f *store.File) { f.Bands[0].RestM = 0 },
		"bands[0]":           func(f *store.File) { f.Rigs[0].Bands = store.Words{"gone"} },
		"grip_m":             func(f *store.File) { f.Rigs[0].GripM = 1 },
		"id":                 func(f *store.File) { f.Rigs[0].ID = "no-such-movement" },
	} {
		f := demo.Files()[0]
		change(&f)
		var bad *quantity.FieldError
		require.ErrorAs(t, workbench.Check(f), &bad, path)
		assert.Equal(t, path, bad.Field)
	}
}

// Damaged bands give nothing, sound ones a range in every movement that they fit.
func TestBandsCountForTheNeeds(t *testing.T) {
	f := demo.Files()[0]
	bands := func(f store.File) (rungs int) { return workbench.Work(f).Reach[load.Band].Loads }
	all := bands(f)
	assert.Greater(t, all, 40)
	for i := range f.Bands {
		f.Bands[i].Condition = "damaged"
	}
	assert.Zero(t, bands(f))
}

func TestPullAndWhatIsWanted(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	usual, err := b.Pull(ctx, practice, "demo-loft", rig("band-row", "loop-one"), true, nil)
	require.NoError(t, err)
	assert.Greater(t, usual.Rig.DistanceM, 1.0)
	assert.InDelta(t, 0, float64(usual.Profile.Start), 2, "just taut at the start")

	got, err := b.Pull(ctx, practice, "demo-loft", usual.Rig, false, &workbench.Wish{By: band.ByDistance, Goal: band.OnMean, Force: 90})
	require.NoError(t, err)
	require.Nil(t, got.Refusal)
	assert.InDelta(t, 90, float64(got.Profile.Mean), 1e-3)
	again, err := b.Pull(ctx, practice, "demo-loft", got.Rig, false, nil)
	require.NoError(t, err)
	assert.InDelta(t, 90, float64(again.Profile.Mean), 1e-3, "what comes back can be kept and asked again")

	far, err := b.Pull(ctx, practice, "demo-loft", usual.Rig, false, &workbench.Wish{By: band.ByDistance, Goal: band.OnMean, Force: 900})
	require.NoError(t, err)
	require.NotNil(t, far.Refusal)
	assert.NotEmpty(t, far.Refusal.Would)

	tied := usual.Rig
	tied.TiedKg, tied.TiedDepthM = 30, 0.4
	held, err := b.Pull(ctx, practice, "demo-loft", tied, false, nil)
	require.NoError(t, err)
	require.NotNil(t, held.Tied)
	assert.Less(t, float64(held.Tied.Allowed), float64(held.Anchor.Force))

	var bad *quantity.FieldError
	_, err = b.Pull(ctx, practice, "demo-loft", rig("band-row", "mini"), true, nil)
	require.ErrorAs(t, err, &bad)
	assert.Contains(t, bad.Error(), "a long loop, a strip or a tube")
	_, err = b.Pull(ctx, practice, "demo-loft", rig("band-row"), true, nil)
	require.ErrorAs(t, err, &bad)
	all := usual.Rig
	all.GripM = 2
	_, err = b.Pull(ctx, practice, "demo-loft", all, false, nil)
	require.ErrorAs(t, err, &bad)
	assert.Equal(t, "rig.grip_m", bad.Field)
	_, err = b.Pull(ctx, practice, "demo-loft", usual.Rig, false, &workbench.Wish{By: band.ByStance, Goal: band.OnMean, Force: 90})
	require.ErrorAs(t, err, &bad)
	assert.Equal(t, "wish.by", bad.Field)
	_, err = b.Pull(ctx, practice, "demo-loft", rig("band-dance", "loop-one"), true, nil)
	require.ErrorAs(t, err, &bad)
	assert.Equal(t, "rig.id", bad.Field)
}

// In a client's own units, also what is refused.
func TestRefusalsOfBandsAreInTheClientsUnits(t *testing.T) {
	f := demo.Files()[1]
	f.Bands[0].Points[0].LengthM = 1
	var bad *quantity.FieldError
	require.ErrorAs(t, workbench.Check(f), &bad)
	assert.Equal(t, `at 3' 3⅜" a band of 3' 5" at rest is not stretched: pull it further`, bad.Error())
}

func TestSetUpInWords(t *testing.T) {
	f := demo.Files()[0]
	pulls := workbench.PullsOf(f)
	require.Len(t, pulls, 2)
	f.Bands[1].Condition = "damaged"
	assert.Len(t, workbench.PullsOf(f), 1, "a damaged band is on no card")
	assert.Equal(t, "0.900 m from the anchor, which is at 1.860 m", pulls[0].Set.Words().In(quantity.Metric))
	assert.Equal(t, "feet 11¾ in apart", pulls[1].Set.Words().In(quantity.US))
}
