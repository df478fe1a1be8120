package workbench_test

import (
	"context"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/stock"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/store/storetest"
	"scrappyrack/internal/workbench"
)

func shed(t *testing.T) store.File {
	t.Helper()
	f := store.NewFile("shed", "Shed")
	f.Persons[0].StatureM, f.Persons[0].BodyMassKg = 1.8, 80
	f.Batches = []store.Batch{{ID: "sack", Name: "sack", Filling: "dry-sand"}}
	for i := range 4 {
		f.Containers = append(f.Containers, store.Container{
			ID: fmt.Sprintf("jug-%d", i), Name: fmt.Sprintf("jug %d", i), Kind: "jug", TareKg: 0.1, CapacityL: 4, Shape: "prism",
			HeightM: 0.25,
			Closure: "sealed", Filling: "sack", VolumeL: 2,
		})
	}
	f.Containers[3].Filling = "dry-sand"
	f.Complete()
	require.NoError(t, workbench.Check(f))
	return f
}

func weighing(id, container, filling string, volume, kg float64) store.Weighing {
	return store.Weighing{ID: id, Container: container, At: 1000, Filling: filling, VolumeL: volume, Scale: "hanging scale",
		ResolutionKg: 0.01, AccuracyKg: 0.05, Readings: []float64{kg}}
}

func loadOf(t *testing.T, r workbench.Results, id string) stock.Loaded {
	t.Helper()
	for _, l := range r.Loads {
		if l.Container.ID == id {
			return l
		}
	}
	t.Fatal(id)
	return stock.Loaded{}
}

// One jug of the sack on a scale changes every jug that is filled from it, and
// none that is not; the weighed one keeps both masses.
func TestAWeighingMovesTheWholeBatch(t *testing.T) {
	f := shed(t)
	before := workbench.Work(f)
	f.Weighings = []store.Weighing{weighing("w", "jug-0", "sack", 2, 3.3)}
	f.Complete()
	require.NoError(t, workbench.Check(f))
	after := workbench.Work(f)

	w := loadOf(t, after, "jug-0")
	assert.InDelta(t, 3.3, float64(w.Mass.Value), 1e-12)
	assert.Equal(t, quantity.Weighed, w.Mass.How)
	require.NotNil(t, w.Weighing)
	assert.True(t, w.Weighing.Agreement.Within)
	// By hand: the table says 1.5, u = 0.0755; the scale (3.3 − 0.1)/2 = 1.6, one reading
	// 0.15 · 2.70/2 = 0.203 kg, its offset 0.029 kg, the level and an assumed shape 0.036 L:
	// √(0.101² + 0.014² + 0.029²) = 0.106; weighted by 1/u²: 1.5335.
	require.Len(t, after.Batches, 1)
	rho := float64(after.Batches[0].Filling.Typical)
	assert.InDelta(t, 1.5335, rho, 3e-4)
	for _, id := range []string{"jug-1", "jug-2"} {
		was, is := loadOf(t, before, id), loadOf(t, after, id)
		assert.InDelta(t, 0.1+2*rho, float64(is.Mass.Value), 1e-9)
		assert.Less(t, float64(is.Mass.U1), float64(was.Mass.U1)*0.9, "and is known better")
	}
	assert.Equal(t, loadOf(t, before, "jug-3").Mass, loadOf(t, after, "jug-3").Mass)
	assert.Equal(t, int64(1000+365*24*3600), w.AgainAt)

	f.Containers[0].VolumeL = 2.5
	moved := loadOf(t, workbench.Work(f), "jug-0")
	assert.Equal(t, quantity.Computed, moved.Mass.How, "filled anew it is no longer what was weighed")
	assert.InDelta(t, 0.1+2.5*rho, float64(moved.Mass.Value), 1e-9, "but the batch has learned")
}

func TestWrongEntriesAreRefusedAtTheirPlace(t *testing.T) {
	for path, change := range map[string]func(*store.File){
		"readings":    func(f *store.File) { f.Weighings = []store.Weighing{weighing("w", "jug-0", "sack", 2, 0.09)} },
		"readings[0]": func(f *store.File) { f.Weighings = []store.Weighing{weighing("w", "jug-0", "sack", 2, -3)} },
		"container":   func(f *store.File) { f.Weighings = []store.Weighing{weighing("w", "gone", "sack", 2, 3)} },
		"filling":     func(f *store.File) { f.Containers[0].Filling = "feathers" },
		"volume_l":    func(f *store.File) { f.Containers[0].VolumeL = 4.5 },
		"marks[1]": func(f *store.File) {
			f.Containers[0].Shape, f.Containers[0].Marks = "marks", []store.Mark{{LevelM: 0.2, VolumeL: 3}, {LevelM: 0.1, VolumeL: 4}}
		},
		"brim_l": func(f *store.File) { f.Containers[0].BrimL = 3 },
		"net_kg": func(f *store.File) { f.Containers[0].Shape = "as-sold" },
		"typical_kg_l": func(f *store.File) {
			f.Batches = append(f.Batches, store.Batch{ID: "own", Name: "own", LowKgL: 2, TypicalKgL: 1, HighKgL: 3})
		},
		"limits[1].hold": func(f *store.File) {
			f.Containers[0].Limits = []store.HoldLimit{{Hold: "one-hand", Kg: 4}, {Hold: "one-hand", Kg: 5}}
		},
		"id": func(f *store.File) {
			f.Batches = append(f.Batches, store.Batch{ID: "rice", Name: "x", Filling: "rice"})
		},
	} {
		f := shed(t)
		change(&f)
		f.Complete()
		err := workbench.Check(f)
		var bad *quantity.FieldError
		require.ErrorAs(t, err, &bad, path)
		assert.Equal(t, path, bad.Field, bad.Error())
		assert.NotEmpty(t, bad.Error())
	}
}

func TestRemovingABatchGoesBackToTheTable(t *testing.T) {
	f := shed(t)
	f.Weighings = []store.Weighing{weighing("w", "jug-0", "sack", 2, 3.3)}
	f.Complete()
	f.Refill("sack")
	f.Batches = nil
	require.NoError(t, workbench.Check(f))
	assert.Equal(t, "dry-sand", f.Containers[1].Filling)
	assert.InDelta(t, 0.1+2*1.5, float64(loadOf(t, workbench.Work(f), "jug-1").Mass.Value), 1e-12)
	f.ForgetPacked("jug-0")
	assert.Empty(t, f.Weighings)
}

// bench is a workbench with the demo clients.
func bench(t *testing.T) (*workbench.Bench, string) {
	t.Helper()
	s, practice := demoStore(t)
	return workbench.New(workbench.Options{Store: s, Now: time.Now}), practice
}

// demoStore is a store with the demo in it, and its practice.
func demoStore(t *testing.T) (*store.Store, string) {
	t.Helper()
	ctx := context.Background()
	s, err := store.Open(ctx, storetest.In(t, t.TempDir(), store.Demo), store.Demo)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	require.NoError(t, demo.Fill(ctx, s))
	c, err := s.ConsultantByEmail(ctx, workbench.DemoEmail)
	require.NoError(t, err)
	return s, c.PracticeID
}

func TestPackingTakesOnlyWhatIsFree(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	got, err := b.Pack(ctx, practice, "demo-loft", "pack", 9, 0.1)
	require.NoError(t, err)
	assert.True(t, got.Best.Within)
	assert.InDelta(t, 9, float64(got.Best.Total), 0.1)
	assert.Equal(t, []string{"flat iron: cannot be spared"}, got.Left)
	var volume quantity.Volume
	for i, n := range got.Best.Counts {
		volume += quantity.Volume(n) * got.Question.Items[i].Volume
	}
	assert.InDelta(t, 22, float64(volume+got.Best.Stuffing), 1e-9, "stuffed full")

	d, err := b.Open(ctx, workbench.Who{Practice: practice}, "demo-loft")
	require.NoError(t, err)
	_, err = b.Change(ctx, workbench.Who{Practice: practice}, workbench.Edit{Client: "demo-loft", Base: d.File.Revision,
		Do: func(f *store.File) error {
			f.Containers[2].Packed = store.List[store.Packed]{{Thing: "tin", Count: 8}}
			f.Containers[2].VolumeL = 0
			return nil
		}})
	require.NoError(t, err)
	again, err := b.Pack(ctx, practice, "demo-loft", "pack", 9, 0.1)
	require.NoError(t, err)
	assert.Contains(t, again.Left, "tin of chickpeas: lies in another bag")
	var bad *quantity.FieldError
	_, err = b.Pack(ctx, practice, "demo-loft", "pack", 25, 0.1)
	require.ErrorAs(t, err, &bad)
	assert.Contains(t, bad.Error(), "18.0 kg")
}

func TestSticksCountForNothingYet(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	l, err := b.Ladders(ctx, practice, "demo-garage", 0)
	require.NoError(t, err)
	bars, steps := 0, 0
	for _, p := range l.Parts {
		steps += len(p.Steps)
		for _, r := range p.Rungs {
			if p.Hold == load.Bar {
				assert.Equal(t, load.SpanCheck, r.Check)
				bars++
			}
		}
	}
	assert.Positive(t, bars)
	d, err := b.Open(ctx, workbench.Who{Practice: practice}, "demo-garage")
	require.NoError(t, err)
	assert.Zero(t, d.Results.Reach[load.Bar].Loads)
	assert.Positive(t, steps)
	bar, err := b.LoadBar(ctx, practice, "demo-garage", "spin", 7)
	require.NoError(t, err)
	assert.True(t, bar.Sharing)
	assert.InDelta(t, 2.4+2*(1.134+1.134), float64(bar.Nearest), 1e-9, "two of the eight small plates a side of each handle")
	_, err = b.LoadBar(ctx, practice, "demo-garage", "broom", 7)
	assert.Error(t, err)
}

// What is said of one container: how it swings and curls for this stature, what
// people quote for such a fill, who shares its batch, and how far it is trusted.
func TestEverythingAboutOneContainer(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	on, err := b.Examine(ctx, practice, "demo-garage", "soap-1")
	require.NoError(t, err)
	assert.Equal(t, []string{"soap-2", "soap-3", "soap-4"}, on.Sisters)
	require.NotNil(t, on.Swing)
	assert.InDelta(t, 0.431*1.88-0.29, float64(on.Swing.Standing), 1e-9)
	assert.Nil(t, on.Curl, "a jug has no bail above its rim")
	require.NotNil(t, on.Rule)
	assert.InDelta(t, 12.5*quantity.PoundKg*2.6/quantity.USGallonL, float64(on.Rule.Quoted), 1e-9)
	assert.Equal(t, "default", on.RatingHow)
	most, why := on.Most()
	assert.LessOrEqual(t, float64(most.Mass.Highest()), 10.0)
	assert.NotEmpty(t, why)

	d, err := b.Open(ctx, workbench.Who{Practice: practice}, "demo-garage")
	require.NoError(t, err)
	_, err = b.Change(ctx, workbench.Who{Practice: practice}, workbench.Edit{Client: "demo-garage", Base: d.File.Revision,
		Do: func(f *store.File) error {
			f.Containers[1].WidthM, f.Containers[1].HangM, f.Containers[1].Condition = 0.30, 0.48, "worn"
			return nil
		}})
	require.NoError(t, err)
	pail, err := b.Examine(ctx, practice, "demo-garage", "pail-1")
	require.NoError(t, err)
	require.NotNil(t, pail.Curl)
	assert.InDelta(t, 38.66, pail.Curl.MeetsAt, 0.01, "atan(2·0.12/0.30): it hangs 12 cm below the grip to its rim")
	assert.Positive(t, pail.Curl.Lost)
	for _, r := range pail.Rungs {
		assert.LessOrEqual(t, float64(r.High+r.U), 35.0+1e-6, "0.7 of 25 kg, dragged twice that: %s", r.Hold)
	}
	_, err = b.Examine(ctx, practice, "demo-garage", "gone")
	require.ErrorIs(t, err, store.ErrNotFound)
}

func TestMeasuringOut(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	drops, units, err := b.Drops(ctx, practice, "demo-loft", "bucket", 7, 10, 0.25, 2)
	require.NoError(t, err)
	assert.Equal(t, quantity.Metric, units)
	require.Len(t, drops, 3)
	assert.InDelta(t, 7*0.75*0.75, float64(drops[2].Fill.Mass.Value), 1e-9)
	assert.InDelta(t, (7-7*0.75)/0.998, float64(drops[1].Pour), 1e-9)
	var bad *quantity.FieldError
	_, _, err = b.Drops(ctx, practice, "demo-loft", "pack", 7, 10, 0.25, 2)
	require.ErrorAs(t, err, &bad, "books do not pour")
	scoops, err := b.Scoops(ctx, practice, "demo-loft", "bucket", 2)
	require.NoError(t, err)
	assert.Equal(t, 3, scoops.Whole)
	assert.InDelta(t, 1, float64(scoops.Rest), 1e-9)
	_, err = b.Scoops(ctx, practice, "demo-loft", "bucket", 0)
	require.ErrorAs(t, err, &bad)
}
