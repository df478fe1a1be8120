package workbench_test

import (
	"context"
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

func stepOf(state string, tests ...store.BuildProof) store.Build {
	return store.Build{ID: "s", Design: "step", Name: "Step", State: state, Wall: -1, Tests: tests}
}

func gives(f store.File, kind capability.Kind) bool {
	for _, s := range workbench.WorkAt(f, time.Now()).Client.Supplies() {
		if s.Kind == kind {
			return true
		}
	}
	return false
}

// A build counts at Needs once it is made, every check passes and its proof test has passed;
// never otherwise.
func TestOnlyWhatIsMadeHoldsAndIsProvenCounts(t *testing.T) {
	f := demo.Files()[2]
	require.False(t, gives(f, capability.Step))
	passed := store.BuildProof{ID: "p", Kind: "proof", At: 1000, Passed: true}
	with := func(b store.Build) store.File {
		g := f
		g.Builds = []store.Build{b}
		g.Complete()
		return g
	}
	assert.True(t, gives(with(stepOf("made", passed)), capability.Step))
	assert.False(t, gives(with(stepOf("planned", passed)), capability.Step), "planned")
	assert.False(t, gives(with(stepOf("retired", passed)), capability.Step), "given up")
	assert.False(t, gives(with(stepOf("made")), capability.Step), "not proven")
	assert.False(t, gives(with(stepOf("made", passed, store.BuildProof{ID: "i", Kind: "inspection", At: 2000})), capability.Step),
		"found unsound since")
	weak := stepOf("made", passed)
	weak.Sizes = store.List[store.BuildSize]{{ID: "span_m", Num: 0.8}}
	assert.False(t, gives(with(weak), capability.Step), "a check does not pass")
	absurd := stepOf("made", passed)
	absurd.Sizes = store.List[store.BuildSize]{{ID: "span_m", Num: 50}}
	got := workbench.WorkAt(with(absurd), time.Now()).Builds[0]
	require.NotNil(t, got.Problem)
	assert.Equal(t, "span_m", got.Problem.Field)
	assert.False(t, gives(with(absurd), capability.Step), "a size that cannot be")
	// What is due: at once without a proof, three months after the last that passed, never planned.
	due := func(b store.Build) int64 { return workbench.WorkAt(with(b), time.Now()).Builds[0].DueAt() }
	assert.Equal(t, int64(1), due(stepOf("made")))
	assert.Equal(t, int64(1000+91*24*3600), due(stepOf("made", passed)))
	assert.Zero(t, due(stepOf("planned")))
}

// A body that grows too heavy for a build takes its word back.
func TestABuildIsWorkedOutAnewForTheBodyThatIsThere(t *testing.T) {
	f := demo.Files()[2]
	f.Builds = []store.Build{stepOf("made", store.BuildProof{ID: "p", Kind: "proof", At: 1000, Passed: true})}
	f.Complete()
	require.True(t, gives(f, capability.Step))
	f.Persons[0].BodyMassKg = 190
	assert.False(t, gives(f, capability.Step))
}

// Parallels are dipped between; nobody leans on them as on a counter that is screwed to something.
func TestParallelsAreNoCounter(t *testing.T) {
	f := demo.Files()[2]
	f.Fixtures = nil
	f.Builds = []store.Build{{ID: "p", Design: "parallels", Name: "Parallels", State: "made", Wall: -1,
		Tests: store.List[store.BuildProof]{{ID: "p", Kind: "proof", At: 1000, Passed: true}}}}
	f.Complete()
	assert.True(t, gives(f, capability.DipEdge))
	assert.False(t, gives(f, capability.Counter))
}

// Builds are worked out for the heaviest who trains there, a guess from the stature with its ± where
// nobody has said, and for the heaviest that is worn: what held for one alone may hold no longer.
func TestBuildsAreForTheHeaviestThereAndWhatIsWorn(t *testing.T) {
	f := demo.Files()[2]
	f.Persons[0].BodyMassKg, f.Persons[1].StatureM, f.Containers, f.Gear = 62, 0, nil, nil
	f.Builds = []store.Build{stepOf("made", store.BuildProof{ID: "p", Kind: "proof", At: 1000, Passed: true})}
	f.Complete()
	body := func() (kg float64, worn float64) {
		b := workbench.WorkAt(f, time.Now()).Builds[0]
		return float64(b.At.Body.Value + b.At.Body.Expanded()), b.Worked.Values.Num["worn_kg"]
	}
	kg, worn := body()
	assert.InDelta(t, 63, kg, 1e-9)
	assert.Zero(t, worn)
	require.True(t, gives(f, capability.Step))
	f.Persons[1].StatureM = 1.90 // 24 kg/m² by guess, 6 % of it as a standard uncertainty
	kg, _ = body()
	assert.Greater(t, kg, 24*1.90*1.90*1.1)
	f.Persons[1].BodyMassKg = 55 // lighter: the client counts
	kg, _ = body()
	assert.InDelta(t, 63, kg, 1e-9)
	f.Persons[1].BodyMassKg = 150
	kg, _ = body()
	assert.InDelta(t, 151, kg, 1e-9)
	assert.False(t, gives(f, capability.Step), "the step was made for 62 kg")
	f.Persons[1].StatureM, f.Persons[1].BodyMassKg = 0, 0
	f.Containers = []store.Container{demo.Files()[0].Containers[0]}
	for i, c := range demo.Files()[0].Containers {
		if c.Kind == "backpack" {
			f.Containers[0] = demo.Files()[0].Containers[i]
		}
	}
	require.Equal(t, "backpack", f.Containers[0].Kind)
	_, worn = body()
	assert.Greater(t, worn, 5.0, "the pack, as full as it goes")
}

// A proof holds for what it was made with: a body that has grown by more than a little asks for another,
// a larger pack does not where what is worn was said.
func TestAProofHoldsForWhatItWasMadeWith(t *testing.T) {
	f := demo.Files()[2]
	f.Persons[0].BodyMassKg, f.Persons[1].StatureM, f.Containers, f.Gear = 62, 0, nil, nil
	f.Builds = []store.Build{stepOf("made", store.BuildProof{ID: "p", Kind: "proof", At: 1000, Passed: true, Of: 79})}
	f.Complete()
	asks := workbench.WorkAt(f, time.Now()).Builds[0].Worked.Built.Asks()
	assert.InDelta(t, 1.25*63, asks, 1, "the body with its ±, and a quarter")
	require.True(t, gives(f, capability.Step))
	f.Persons[0].BodyMassKg = 64
	assert.True(t, gives(f, capability.Step), "a little more")
	f.Persons[0].BodyMassKg = 70
	require.True(t, workbench.WorkAt(f, time.Now()).Builds[0].Worked.Built.OK(), "it would still hold")
	assert.False(t, gives(f, capability.Step))
	got := workbench.WorkAt(f, time.Now()).Builds[0]
	assert.InDelta(t, 79, got.Kept.Less, 1e-9)
	assert.Equal(t, int64(1), got.DueAt(), "at once")
	f.Builds[0].Tests = append(f.Builds[0].Tests, store.BuildProof{ID: "q", Kind: "proof", At: 2000, Passed: true, Of: 89})
	assert.True(t, gives(f, capability.Step))
}

// What is refused: a design or a room that is not there, a size twice, a sheet without a width.
func TestBuildsThatCannotBeKept(t *testing.T) {
	for field, change := range map[string]func(*store.File){
		"design":   func(f *store.File) { f.Builds[0].Design = "gallows" },
		"room":     func(f *store.File) { f.Builds[0].Room = "attic" },
		"sizes[1]": func(f *store.File) { f.Builds[0].Sizes = store.List[store.BuildSize]{{ID: "a"}, {ID: "a"}} },
		"tests[1]": func(f *store.File) { f.Builds[0].Tests = store.List[store.BuildProof]{{ID: "a"}, {ID: "a"}} },
		"good":     func(f *store.File) { f.Offcuts = []store.Offcut{{ID: "o", Good: "gold"}} },
		"length_m": func(f *store.File) { f.Offcuts = []store.Offcut{{ID: "o", Good: "timber-38x89", Count: 1}} },
		"width_m":  func(f *store.File) { f.Offcuts = []store.Offcut{{ID: "o", Good: "osb-18", LengthM: 1, Count: 1}} },
	} {
		f := demo.Files()[2]
		f.Builds = []store.Build{stepOf("planned")}
		f.Complete()
		require.NoError(t, workbench.Check(f))
		change(&f)
		var bad *quantity.FieldError
		require.ErrorAs(t, workbench.Check(f), &bad, field)
		assert.Equal(t, field, bad.Field)
	}
}

// A board that was raised is an anchor at the band bench: for what it was worked out for, near its
// rings, once it is proven.
func TestABoardIsAnAnchorAtTheBandBench(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	who := workbench.Who{Practice: practice}
	d, err := b.Open(ctx, who, "demo-loft")
	require.NoError(t, err)
	rig := d.File.Rigs[0]
	boards := func() []builds.BuiltAnchor {
		p, err := b.Pull(ctx, practice, "demo-loft", rig, false, nil)
		require.NoError(t, err)
		require.Positive(t, p.Anchor.Force)
		return p.Boards
	}
	assert.Empty(t, boards(), "what is planned is no anchor")
	put := func(change func(*store.Build)) {
		x := d.File.Builds[0]
		change(&x)
		d, err = b.Change(ctx, who, workbench.Put(store.ListOf[store.Build](), "demo-loft", d.File.Revision, x))
		require.NoError(t, err)
	}
	put(func(x *store.Build) { x.State = "made" })
	require.Len(t, boards(), 1)
	assert.Contains(t, boards()[0].Why, "proof test")
	put(func(x *store.Build) {
		x.Tests = store.List[store.BuildProof]{{ID: "p", Kind: "proof", At: 1, Passed: true}}
	})
	rig.HeightM = float64(boards()[0].Height)
	got := boards()[0]
	assert.True(t, got.Holds, "%+v", got)
	rig.HeightM += 0.3
	assert.False(t, boards()[0].Holds, "no ring is there")
	rig.HeightM -= 0.3
	put(func(x *store.Build) {
		x.Sizes = append(store.List[store.BuildSize]{{ID: "pull_n", Num: 12}}, x.Sizes...)
	})
	assert.False(t, boards()[0].Holds, "made for less")
}

// What proves a build is made up of the fewest of the client's own loads, never less than asked.
func TestAProofIsMadeUpOfWhatIsThere(t *testing.T) {
	f := demo.Files()[1]
	for _, x := range workbench.WorkAt(f, time.Now()).Builds {
		sum := 0.0
		for _, l := range x.ProofWith {
			sum += float64(l.Mass)
		}
		if len(x.ProofWith) > 0 {
			assert.GreaterOrEqual(t, sum, x.Worked.Built.ProofOf)
			for _, l := range x.ProofWith {
				assert.Less(t, sum-float64(l.Mass), x.Worked.Built.ProofOf, "none of them is spare")
			}
		}
	}
}

// A room that is removed leaves its builds without a place.
func TestABuildWhoseRoomWent(t *testing.T) {
	f := demo.Files()[0]
	require.NoError(t, workbench.Remove(store.ListOf[store.Room](), f.ID, 1, "loft").Do(&f))
	for _, b := range f.Builds {
		assert.Empty(t, b.Room)
	}
	require.NoError(t, workbench.Check(f))
	for _, b := range workbench.WorkAt(f, time.Now()).Builds {
		if b.Build.Design == "board-bands" {
			assert.False(t, b.Worked.Built.OK())
		}
	}
}

// A practice's price holds for its clients in that currency, and for nobody else's.
func TestAPracticeHasItsOwnPrices(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	cost := func() int64 {
		got, err := b.Bill(ctx, practice, "demo-loft")
		require.NoError(t, err)
		return got.Bill.Cost
	}
	before := cost()
	nine := int64(900)
	require.NoError(t, b.SetPrice(ctx, workbench.Who{Practice: practice}, "glue each", "GBP", &nine))
	assert.Equal(t, before-590+900, cost())
	require.NoError(t, b.SetPrice(ctx, workbench.Who{Practice: practice}, "glue each", "USD", &nine))
	assert.Equal(t, before-590+900, cost())
	all, err := b.Prices(ctx, "somebody-else", "GBP")
	require.NoError(t, err)
	for _, p := range all {
		assert.False(t, p.Own)
	}
	require.NoError(t, b.SetPrice(ctx, workbench.Who{Practice: practice}, "glue each", "GBP", nil))
	assert.Equal(t, before, cost())
	var bad *quantity.FieldError
	require.ErrorAs(t, b.SetPrice(ctx, workbench.Who{Practice: practice}, "gold", "GBP", &nine), &bad)
	require.ErrorAs(t, b.SetPrice(ctx, workbench.Who{Practice: practice}, "glue each", "XXX", &nine), &bad)
}

// Offers on walls stand beside each other and beside what is there: all of them together find
// their places.
func TestOffersGoTogether(t *testing.T) {
	b, practice := bench(t)
	walls := 0
	for _, id := range []string{"demo-loft", "demo-garage", "demo-flat"} {
		f, offers, rooms, err := b.Offers(context.Background(), practice, id)
		require.NoError(t, err)
		for _, o := range offers {
			if !o.Worked.Built.OK() {
				continue
			}
			x := o.Build(rooms)
			x.ID += "-offer"
			f.Builds = append(f.Builds, x)
		}
		require.NoError(t, workbench.Check(f))
		for _, x := range workbench.WorkAt(f, time.Now()).Builds {
			for _, c := range x.Worked.Built.Checks {
				if c.Link == "place on the wall" {
					walls++
					assert.True(t, c.OK(), "%s, %s: %s", id, x.Build.Name, c.Refused)
				}
			}
		}
	}
	assert.Greater(t, walls, 1)
}

// What is remembered of offers and builds is forgotten when the room changes: a cupboard before the
// wall moves the board elsewhere, and what is built behind it says so.
func TestARoomThatChangesIsLookedAtAnew(t *testing.T) {
	b, practice := bench(t)
	ctx, who := context.Background(), workbench.Who{Practice: practice, Consultant: "c"}
	board := func() workbench.Offered {
		_, offers, _, err := b.Offers(ctx, practice, "demo-loft")
		require.NoError(t, err)
		i := slices.IndexFunc(offers, func(o workbench.Offered) bool { return o.Worked.Design.Key == "board-bands" })
		return offers[i]
	}
	place := func(d workbench.Desk) string {
		for _, c := range d.Results.Builds[0].Worked.Built.Checks {
			if c.Link == "place on the wall" {
				return string(c.Refused)
			}
		}
		return "no such check"
	}
	first := board()
	require.True(t, first.Worked.Built.OK(), "%+v", first.Worked.Built.Weakest())
	d, err := b.Open(ctx, who, "demo-loft")
	require.NoError(t, err)
	require.Equal(t, "board-bands", d.File.Builds[0].Design)
	require.Empty(t, place(d))
	for i, at := range []quantity.Length{first.At.At, quantity.Length(d.File.Builds[0].AtM)} {
		p := first.At.Room.At(0, at)
		d, err = b.Change(ctx, who, workbench.Put(store.ListOf[store.Fixture](), "demo-loft", d.File.Revision, store.Fixture{
			ID: fmt.Sprintf("cupboard-%d", i), Room: first.At.Room.ID, Name: "Cupboard", Kind: "furniture", XM: p.X, YM: -p.Y + 0.26,
			WidthM: 0.4, DepthM: 0.5, HeightM: 1.2, Rock: "not-made", Sit: "not-made",
		}))
		require.NoError(t, err)
	}
	assert.Contains(t, place(d), "Cupboard stands there")
	then := board()
	if first.At.Wall == 0 {
		assert.NotEqual(t, first.At.At, then.At.At, "it is offered elsewhere")
	}
	assert.True(t, then.Worked.Built.OK())
}
