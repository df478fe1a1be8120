package builds_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
)

// Every part of every design is of a material that is sold, in the form that it is cut from.
func TestPartsAreOfWhatIsSold(t *testing.T) {
	keys := map[string]bool{}
	for _, g := range builds.Goods() {
		assert.False(t, keys[g.Key], g.Key)
		keys[g.Key] = true
		assert.NotEmpty(t, g.Sizes)
		for i, z := range g.Sizes {
			assert.Positive(t, z.Pence)
			assert.Equal(t, g.Form == builds.InSheets, z.Width > 0, g.Key)
			assert.NotEmpty(t, builds.PriceKey(g, i))
		}
	}
	var all []builds.Built
	for _, d := range builds.Designs() {
		w, err := d.Work(good[d.Key], here())
		require.NoError(t, err)
		for _, p := range w.Built.Parts {
			g, err := builds.GoodByKey(p.Stock)
			require.NoError(t, err, "%s: %s", d.Key, p.Name)
			assert.Equal(t, g.Form == builds.InBars || g.Form == builds.ByMetre || g.Form == builds.InSheets, p.Length > 0,
				"%s: %s", d.Key, p.Name)
			assert.Equal(t, g.Form == builds.InSheets, p.Width > 0, "%s: %s", d.Key, p.Name)
		}
		bill, err := builds.BillOf(context.Background(), []builds.Built{w.Built}, builds.Prices{Currency: "GBP"}, nil)
		require.NoError(t, err, d.Key)
		assert.Positive(t, bill.Cost, d.Key)
		assert.LessOrEqual(t, bill.Bound, bill.Cost)
		all = append(all, w.Built)
	}
	// Chosen together they share bars and packs: never dearer than each by itself.
	together, err := builds.BillOf(context.Background(), all, builds.Prices{Currency: "GBP"}, nil)
	require.NoError(t, err)
	apart := int64(0)
	for _, b := range all {
		one, err := builds.BillOf(context.Background(), []builds.Built{b}, builds.Prices{Currency: "GBP"}, nil)
		require.NoError(t, err)
		apart += one.Cost
	}
	assert.Less(t, together.Cost, apart)
	sum := int64(0)
	for _, l := range together.Lines {
		sum += l.Cost
	}
	assert.Equal(t, sum, together.Cost)
	pieces := 0
	for _, b := range together.Bars {
		long := quantity.Length(0)
		for _, i := range b.Parts {
			long += together.Wanted[i].Length + builds.Kerf
			pieces++
		}
		assert.LessOrEqual(t, float64(long), float64(b.Length+builds.Kerf)+1e-6)
	}
	want := 0
	for _, w := range together.Wanted {
		if g, err := builds.GoodByKey(w.Stock); err == nil && g.Form == builds.InBars {
			want += w.Count
		}
	}
	assert.Equal(t, want, pieces)
}

// A bill by hand: two legs of 0.45 m and a rail from one bar of 2.4; an offcut that is owned is
// used first; the practice's price wins; eleven screws are two packs.
func TestABillByHand(t *testing.T) {
	b := builds.Built{Parts: []builds.Part{{Name: "leg", Stock: "timber-38x89", Length: 0.45, Count: 2},
		{Name: "rail", Stock: "timber-38x89", Length: 0.6, Count: 1}, {Name: "screw", Stock: "lag-8x125", Count: 11}}}
	prices := builds.Prices{Currency: "GBP"}
	got, err := builds.BillOf(context.Background(), []builds.Built{b}, prices, nil)
	require.NoError(t, err)
	assert.Equal(t, int64(620+2*1050), got.Cost)
	require.Len(t, got.Bars, 1)
	assert.InDelta(t, 2.39-1.5-3*0.003, float64(got.Bars[0].Offcut), 1e-6)
	assert.True(t, got.Proven)
	owned := []builds.Piece{{Good: "timber-38x89", Length: 1.6, Count: 1}, {Good: "lag-8x125", Count: 4}}
	got, err = builds.BillOf(context.Background(), []builds.Built{b}, prices, owned)
	require.NoError(t, err)
	assert.Equal(t, int64(1050), got.Cost)
	assert.True(t, got.Bars[0].Owned)
	prices.Own = map[string]int64{"lag-8x125 pack of 10": 900}
	got, err = builds.BillOf(context.Background(), []builds.Built{b}, prices, owned)
	require.NoError(t, err)
	assert.Equal(t, int64(900), got.Cost)
	assert.True(t, got.Lines[0].Own)
	b.Parts[1].Length = 4
	_, err = builds.BillOf(context.Background(), []builds.Built{b}, prices, nil)
	var short *builds.Short
	require.ErrorAs(t, err, &short)
	assert.EqualValues(t, "rail", short.Part.Name.In(quantity.Metric))
	_, err = builds.BillOf(context.Background(), []builds.Built{b}, builds.Prices{Currency: "XXX"}, nil)
	assert.Error(t, err)
}
