package document_test

import (
	"bytes"
	"context"
	"encoding/csv"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/document"
	"scrappyrack/internal/store"
)

func clientFile() store.File {
	f := store.NewFile("x", "Shed")
	f.Batches = []store.Batch{{ID: "b1", Name: "Beach sand", Filling: "dry-sand"}}
	f.Complete()
	return f
}

// What goes out as a table comes back in as it was.
func TestStockComesBackFromItsTable(t *testing.T) {
	for _, f := range demo.Files() {
		text, err := document.StockCSV(f)
		require.NoError(t, err)
		into := f
		into.Containers, into.Things, into.Weighings = []store.Container{}, []store.Thing{}, []store.Weighing{}
		got := document.ReadStock(context.Background(), string(text), quantity.US, into)
		require.Empty(t, got.Errors, "%s", text)
		assert.Empty(t, got.Ignored)
		require.Len(t, got.Containers, len(f.Containers))
		require.Len(t, got.Things, len(f.Things))
		for i, c := range got.Containers {
			want := f.Containers[i]
			c.ID, c.Packed = want.ID, want.Packed // of no column
			assert.Equal(t, want, c)
		}
		for i, g := range got.Things {
			g.ID = f.Things[i].ID
			assert.Equal(t, f.Things[i], g)
		}
	}
}

func TestTablesAsPeopleMakeThem(t *testing.T) {
	f := clientFile()
	for name, c := range map[string]struct {
		text   string
		system quantity.System
		kg, l  float64 // of the last container: tare, capacity
		n      int
	}{
		"tabs, no head":             {"milk jug\tjug\t1 gal\t60 g\twater\t3.5 L\t2", quantity.Metric, 0.06, 3.785411784, 2},
		"semicolons, decimal comma": {"Name;Kind;Capacity (L);Empty (kg)\nEimer;bucket;10,5;0,45", quantity.Metric, 0.45, 10.5, 1},
		"units in the head":         {"name,kind,size (gal),tare (oz)\npail,bucket,5,16", quantity.Metric, 0.45359237, 18.92705892, 1},
		"bare numbers of the US":    {"name,kind,capacity,mass\npail,bucket,5,2", quantity.US, 0.90718474, 18.92705892, 1},
		"a mark before the text":    {"\ufeffname,kind,capacity,mass\njug,jug,4,0.1\n\n", quantity.Metric, 0.1, 4, 1},
		"quoted, with the unit":     {"name,capacity,mass\n\"jug, blue\",\"4 L\",\"100 g\"", quantity.Metric, 0.1, 4, 1},
	} {
		t.Run(name, func(t *testing.T) {
			got := document.ReadStock(context.Background(), c.text, c.system, f)
			require.Empty(t, got.Errors)
			require.Len(t, got.Containers, c.n)
			last := got.Containers[c.n-1]
			assert.InDelta(t, c.kg, last.TareKg, 1e-9)
			assert.InDelta(t, c.l, last.CapacityL, 1e-9)
			assert.Regexp(t, "^[a-z0-9]{1,40}$", last.ID)
		})
	}
}

func TestWhatIsWrongIsToldByLine(t *testing.T) {
	got := document.ReadStock(context.Background(), strings.Join([]string{
		"name\tkind\tcapacity\tmass\tfilling\tfill\tcolour",
		"good\tjug\t4 L\t0.1\tBeach sand\t2 L\tred",
		"bad kind\tkettle\t4 L\t0.1",
		"bad size\tjug\tbig\t0.1",
		"too full\tjug\t4 L\t0.1\twater\t9 L",
		"odd filling\tjug\t4 L\t0.1\tfeathers",
		"\tjug\t4 L\t0.1",
		"tin\tthing\t0.45\t0",
	}, "\n"), quantity.Metric, clientFile())
	require.Len(t, got.Containers, 1)
	assert.Equal(t, "b1", got.Containers[0].Filling)
	assert.Equal(t, []string{"colour"}, got.Ignored)
	type at struct {
		line   int
		column string
	}
	var where []at
	for _, e := range got.Errors {
		where = append(where, at{e.Line, e.Column})
		assert.NotEmpty(t, e.Detail)
	}
	assert.Equal(t, []at{{3, "kind"}, {4, "capacity"}, {5, "fill"}, {6, "filling"}, {7, "name"}, {8, "mass"}}, where)
}

// Whatever a name is, a spreadsheet takes it for no formula, and it is read back as it was; and
// so are things that nobody has measured, and none of.
func TestTablesComeBackWhateverIsInThem(t *testing.T) {
	f := clientFile()
	rapid.Check(t, func(t *rapid.T) {
		name := rapid.SampledFrom([]string{"", "=", "+", "-", "@", "'", "''", "＝", "＋", "－", "＠", "\"", ";", "日"}).Draw(t, "first") +
			rapid.StringOfN(rapid.RuneFrom([]rune("ab1 ,;'\"=日")), 1, 12, -1).Draw(t, "rest") + "z"
		small := func(of string, least, most float64) float64 {
			return math.Round(rapid.Float64Range(least, most).Draw(t, of)*1e5) / 1e5
		}
		f.Things = []store.Thing{{
			ID: "a", Name: name, MassKg: small("mass", 0.001, 90), VolumeL: rapid.SampledFrom([]float64{0, 0.00002, 3}).Draw(t, "volume"),
			Count: rapid.IntRange(0, 200).Draw(t, "count"), Spare: rapid.Bool().Draw(t, "spare"), Hard: rapid.Bool().Draw(t, "hard"),
		}}
		height := small("height", 0.1, 1)
		c := store.Container{
			ID: "b", Name: strings.TrimSpace(name), Kind: "jug", TareKg: small("tare", 0, 2), TareHalfKg: small("half", 0, 0.2),
			CapacityL: 4, HeightM: height,
			Shape: rapid.SampledFrom([]string{"prism", "marks", "as-sold"}).Draw(t, "shape"), BottomM: 0.2, TopM: 0.2,
			NetKg:    small("net", 0.1, 20),
			RatingKg: small("rating", 0, 40), RatingHow: rapid.SampledFrom([]string{"maker", "judged"}).Draw(t, "by"), Closure: "open",
			Condition: "worn",
			Freezes:   rapid.Bool().Draw(t, "freezes"), WidthM: small("width", 0, 1), HangM: small("hang", 0, 1), Filling: "b1",
			Adjustable: rapid.Bool().Draw(t, "refilled"),
			Marks:      store.List[store.Mark]{{LevelM: height / 2, VolumeL: 1.5}, {LevelM: height, VolumeL: 4}},
			Limits:     store.List[store.HoldLimit]{{Hold: "hug", Kg: small("limit", 1, 30)}}, Packed: store.List[store.Packed]{},
		}
		f.Containers = []store.Container{c}
		text, err := document.StockCSV(f)
		require.NoError(t, err)
		cells, err := csv.NewReader(bytes.NewReader(text)).ReadAll()
		require.NoError(t, err)
		for _, text := range slices.Concat(cells...) {
			assert.NotRegexp(t, "^[=+@＝＋－＠]", text)
		}
		into := f
		into.Containers, into.Things = nil, nil
		back := document.ReadStock(context.Background(), string(text), quantity.US, into)
		require.Empty(t, back.Errors)
		require.Len(t, back.Things, 1)
		require.Len(t, back.Containers, 1)
		want := f.Things[0]
		want.ID, want.Name, c.ID = back.Things[0].ID, strings.TrimSpace(name), back.Containers[0].ID
		assert.Equal(t, want, back.Things[0])
		assert.Equal(t, c, back.Containers[0])
	})
}

// A table of 200 bytes that asks for a hundred thousand jugs is held against the bound before
// any is made; each row is checked once, however many it is of.
func TestATableThatMeansMany(t *testing.T) {
	got := document.ReadStock(context.Background(), "name,kind,count\n"+strings.Repeat("jug,jug,200\n", 500), quantity.Metric, clientFile())
	assert.Len(t, got.Containers, 200)
	assert.Len(t, got.Errors, 499)
	assert.Equal(t, "count", got.Errors[0].Column)
	gone, leave := context.WithCancel(context.Background())
	leave()
	assert.Empty(t, document.ReadStock(gone, "name,kind\njug,jug", quantity.Metric, clientFile()).Containers, "nobody waits for it")
}

func FuzzReadStock(f *testing.F) {
	f.Add("name,kind,capacity\njug,jug,4 L", true)
	f.Add("a\tjug\t1 gal\t\"60 g\n", false)
	f.Add("\"", false)
	file := clientFile()
	f.Fuzz(func(t *testing.T, text string, us bool) {
		system := quantity.Metric
		if us {
			system = quantity.US
		}
		got := document.ReadStock(context.Background(), text, system, file)
		for _, c := range got.Containers {
			if c.CapacityL <= 0 || c.Name == "" || c.ID == "" {
				t.Fatalf("%+v", c)
			}
		}
		for _, e := range got.Errors {
			if e.Line < 1 || e.Detail == "" {
				t.Fatalf("%+v", e)
			}
		}
	})
}
