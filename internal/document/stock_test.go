package document_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

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
		got := document.ReadStock(string(text), quantity.US, into)
		require.Empty(t, got.Errors, "%s", text)
		assert.Empty(t, got.Ignored)
		require.Len(t, got.Containers, len(f.Containers))
		require.Len(t, got.Things, len(f.Things))
		for i, c := range got.Containers {
			want := f.Containers[i]
			c.ID, c.HangM, c.WidthM = want.ID, want.HangM, want.WidthM // of no column
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
			got := document.ReadStock(c.text, c.system, f)
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
	got := document.ReadStock(strings.Join([]string{
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

// A name that a spreadsheet would take for a formula is written as text, and read
// back as the name.
func TestFormulasStayText(t *testing.T) {
	f := clientFile()
	f.Things = []store.Thing{{ID: "a", Name: "=1+1", MassKg: 1, VolumeL: 1, Count: 1, Spare: true}}
	text, err := document.StockCSV(f)
	require.NoError(t, err)
	assert.Contains(t, string(text), "'=1+1")
	f.Things = nil
	back := document.ReadStock(string(text), quantity.Metric, f)
	require.Len(t, back.Things, 1)
	assert.Equal(t, "=1+1", back.Things[0].Name)
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
		got := document.ReadStock(text, system, file)
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
