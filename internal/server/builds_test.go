package server_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/api"
	"scrappyrack/internal/store"
)

type designs struct {
	Revision int64            `json:"revision"`
	Offers   []api.BuildOffer `json:"offers"`
}

// A design is looked at, planned, made and proven over the wire; what it takes is billed, and its
// sheet is a PDF.
func TestABuildOverTheWire(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	const client = "/api/v1/clients/demo-flat"
	var all designs
	b.do("GET", client+"/designs", "").into(t, &all)
	require.Len(t, all.Offers, 18)
	byKey := map[string]api.BuildOffer{}
	for _, o := range all.Offers {
		byKey[o.Designed.Design] = o
		assert.NotEmpty(t, o.Designed.Checks)
		assert.NotEmpty(t, o.Designed.Figures)
		assert.Equal(t, o.Designed.OK, o.Designed.Use != nil && *o.Designed.Use <= 1, o.Designed.Design)
	}
	board := byKey["board-bands"].Designed
	assert.False(t, board.OK)
	assert.Contains(t, board.Why, "the owner says no")
	assert.Contains(t, board.Instead, "a strap in a door")
	box := byKey["box"]
	assert.True(t, box.Designed.OK)
	assert.Positive(t, box.CostMinor)
	assert.NotEmpty(t, box.Buy)

	wrote := b.do("PUT", client+"/builds/box?station=builds", mustJSON(t, box.Build), "If-Match", `"1"`)
	require.Equal(t, 200, wrote.status, string(wrote.body))
	var bill api.BuildBill
	b.do("GET", client+"/bill", "").into(t, &bill)
	require.Len(t, bill.Builds, 1)
	assert.Equal(t, bill.CostMinor, bill.Builds[0].AloneMinor)
	assert.LessOrEqual(t, bill.BoundMinor, bill.CostMinor)
	assert.NotEmpty(t, bill.Sheets)
	sum := int64(0)
	for _, l := range bill.Lines {
		sum += l.CostMinor
		assert.False(t, l.Own)
	}
	assert.Equal(t, bill.CostMinor, sum)
	for _, paper := range []string{"a4", "letter"} {
		pdf := b.do("GET", client+"/builds.pdf?paper="+paper, "")
		require.Equal(t, 200, pdf.status)
		assert.True(t, strings.HasPrefix(string(pdf.body), "%PDF"))
		assert.Contains(t, pdf.header.Get("Content-Disposition"), "-builds.pdf")
	}

	state := func() api.BuildState {
		var got api.Results
		b.do("GET", client+"/stations/builds", "").into(t, &got)
		require.Len(t, got.Builds, 1)
		return got.Builds[0]
	}
	assert.False(t, state().Counts)
	made := box.Build
	made.State = "made"
	require.Equal(t, 200, b.do("PUT", client+"/builds/box", mustJSON(t, made), "If-Match", `"2"`).status)
	assert.Equal(t, int64(1), state().DueAt, "to be proven at once")
	made.Tests = store.List[store.BuildProof]{{ID: "p", Kind: "proof", At: 1_790_000_000, Passed: true}}
	require.Equal(t, 200, b.do("PUT", client+"/builds/box", mustJSON(t, made), "If-Match", `"3"`).status)
	assert.True(t, state().Counts)
	// A size that cannot be is kept as it was typed, said at its question, and gives nothing.
	made.Sizes = store.List[store.BuildSize]{{ID: "thickness_m", Num: 5}}
	require.Equal(t, 200, b.do("PUT", client+"/builds/box", mustJSON(t, made), "If-Match", `"4"`).status)
	bad := state()
	require.NotNil(t, bad.Fault)
	assert.Equal(t, "thickness_m", bad.Fault.Field)
	assert.False(t, bad.Counts)
	made.Design = "gallows"
	got := b.do("PUT", client+"/builds/box", mustJSON(t, made), "If-Match", `"5"`)
	assert.Equal(t, 422, got.status)
	assert.Contains(t, string(got.body), `"body.design"`)
}

// Prices are of a practice and a currency; what is no material or no currency is refused.
func TestThePriceBookOverTheWire(t *testing.T) {
	b := start(t, true).browser(t)
	demoDesk(t, b)
	book := func(currency string) (out api.PriceBook) {
		b.do("GET", "/api/v1/practice/prices?currency="+currency, "").into(t, &out)
		return out
	}
	own := func(p api.PriceBook) (n int) {
		for _, x := range p.Prices {
			if x.Own {
				n++
			}
		}
		return n
	}
	require.NotEmpty(t, book("GBP").Prices)
	assert.Zero(t, own(book("GBP")))
	nine := int64(900)
	put := func(p api.NewPrice) int { return b.do("PUT", "/api/v1/practice/prices", mustJSON(t, p)).status }
	assert.Equal(t, 200, put(api.NewPrice{Key: "glue each", Currency: "GBP", Minor: &nine}))
	assert.Equal(t, 1, own(book("GBP")))
	assert.Zero(t, own(book("EUR")))
	assert.Equal(t, 200, put(api.NewPrice{Key: "glue each", Currency: "GBP"}))
	assert.Zero(t, own(book("GBP")))
	assert.Equal(t, 422, put(api.NewPrice{Key: "gold each", Currency: "GBP", Minor: &nine}))
	assert.Equal(t, 422, put(api.NewPrice{Key: "glue each", Currency: "XXX", Minor: &nine}))
	less := int64(-1)
	assert.Equal(t, 422, put(api.NewPrice{Key: "glue each", Currency: "GBP", Minor: &less}))

	// What has been changed since stands: an older change of it is not taken back over it.
	var past api.PracticeHistory
	b.do("GET", "/api/v1/practice/history", "").into(t, &past)
	require.Len(t, past.Changes, 2)
	back := func(seq int64) int {
		return b.do("POST", fmt.Sprintf("/api/v1/practice/history/%d/back", seq), "").status
	}
	assert.Equal(t, 409, back(past.Changes[1].Seq))
	assert.Equal(t, 200, back(past.Changes[0].Seq))
	assert.Equal(t, 1, own(book("GBP")))
}
