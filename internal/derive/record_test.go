package derive

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"scrappyrack/internal/store"
)

// things of a file, each a source of its own, and a small tower of parts on them.
type tower struct {
	ids   *Source[None, []string]
	mass  *Source[string, float64]
	days  *Source[None, int64]
	gram  *Part[string, int]
	sum   *Part[None, int]
	heavy *Part[None, bool]
	says  *Part[None, string]
	times map[string]int // how often each was worked out
}

func newTower() *tower {
	t := &tower{times: map[string]int{}}
	t.ids = From(func(in Input, _ None) (out []string) {
		for _, x := range in.File.Things {
			out = append(out, x.ID)
		}
		return out
	})
	t.mass = From(func(in Input, id string) float64 {
		at := slices.IndexFunc(in.File.Things, func(x store.Thing) bool { return x.ID == id })
		return in.File.Things[at].MassKg // panics for one that is not there
	})
	t.days = From(func(in Input, _ None) int64 { return in.Day })
	t.gram = Made("gram", func(r *Record, id string) int {
		t.times["gram"]++
		return int(t.mass.Of(r, id) * 1000)
	})
	t.sum = Made("sum", func(r *Record, _ None) (sum int) {
		t.times["sum"]++
		for _, id := range t.ids.Of(r, None{}) {
			sum += t.gram.Of(r, id)
		}
		return sum
	})
	t.heavy = Made("heavy", func(r *Record, _ None) bool {
		t.times["heavy"]++
		return t.sum.Of(r, None{}) > 10_000
	})
	t.says = Made("says", func(r *Record, _ None) string {
		t.times["says"]++
		if !t.heavy.Of(r, None{}) {
			return "light"
		}
		return fmt.Sprint("heavy on day ", t.days.Of(r, None{}))
	})
	return t
}

func fileOf(kg ...float64) *store.File {
	f := &store.File{}
	for i, m := range kg {
		f.Things = append(f.Things, store.Thing{ID: fmt.Sprint("t", i), MassKg: m})
	}
	return f
}

// A part is worked out again only where what it has read is another, and what rests on one that
// comes out the same is not.
func TestOnlyWhatIsTouched(t *testing.T) {
	w, r := newTower(), New()
	ask := func(f *store.File, day int64) (says string, again map[string]int) {
		clear(w.times)
		r.With(Input{f, day}, func() { says = w.says.Of(r, None{}) })
		return says, w.times
	}
	says, times := ask(fileOf(1, 2, 3), 1)
	assert.Equal(t, "light", says)
	assert.Equal(t, map[string]int{"gram": 3, "sum": 1, "heavy": 1, "says": 1}, times)
	_, times = ask(fileOf(1, 2, 3), 1)
	assert.Empty(t, times, "another file that says the same")
	_, times = ask(fileOf(1, 2, 4), 1)
	assert.Equal(t, map[string]int{"gram": 1, "sum": 1, "heavy": 1}, times, "still light")
	_, times = ask(fileOf(1, 2, 4), 2)
	assert.Empty(t, times, "it has not read the day")
	says, times = ask(fileOf(1, 2, 40), 2)
	assert.Equal(t, "heavy on day 2", says)
	assert.Equal(t, 1, times["says"])
	says, times = ask(fileOf(1, 2, 40), 3)
	assert.Equal(t, "heavy on day 3", says)
	assert.Equal(t, map[string]int{"says": 1}, times)
	says, _ = ask(fileOf(20), 3) // what is gone is not asked for any more
	assert.Equal(t, "heavy on day 3", says)
}

// Whatever is edited, and however often it is asked between, what comes is what a fresh record
// gives.
func TestARecordIsAsGoodAsAFreshOne(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w, r := newTower(), New()
		var last *store.File
		for range rapid.IntRange(1, 200).Draw(t, "edits") {
			f := fileOf(rapid.SliceOfN(rapid.SampledFrom([]float64{1, 2, 5, 9}), 0, 4).Draw(t, "masses")...)
			if last != nil && rapid.Bool().Draw(t, "again") {
				f = last
			}
			last = f
			in := Input{f, int64(rapid.IntRange(1, 3).Draw(t, "day"))}
			var got, want string
			if rapid.Bool().Draw(t, "only the sum") {
				r.With(in, func() { got = fmt.Sprint(w.sum.Of(r, None{})) })
				fresh := New()
				fresh.With(in, func() { want = fmt.Sprint(w.sum.Of(fresh, None{})) })
			} else {
				r.With(in, func() { got = w.says.Of(r, None{}) })
				fresh := New()
				fresh.With(in, func() { want = w.says.Of(fresh, None{}) })
			}
			if got != want {
				t.Fatalf("%s, a fresh one %s", got, want)
			}
		}
	})
}

// A part that panics holds for nothing afterwards; one that rests on itself says so; what nobody
// asks for is let go.
func TestRecordsAfterAPanic(t *testing.T) {
	fails := true
	w := newTower()
	part := Made("part", func(r *Record, _ None) int {
		sum := w.sum.Of(r, None{})
		if fails {
			panic("no")
		}
		return sum
	})
	r := New()
	in := Input{fileOf(1), 1}
	assert.Panics(t, func() { r.With(in, func() { part.Of(r, None{}) }) })
	fails = false
	r.With(in, func() { assert.Equal(t, 1000, part.Of(r, None{})) })

	var self *Part[None, int]
	self = Made("self", func(r *Record, _ None) int { return self.Of(r, None{}) })
	assert.PanicsWithValue(t, "derive: self rests on itself", func() { r.With(in, func() { self.Of(r, None{}) }) })
	r.With(in, func() { assert.Equal(t, 1000, part.Of(r, None{})) })
	for i := range 3 * mostIdle {
		r.With(Input{fileOf(1), int64(i)}, func() { w.days.Of(r, None{}) })
	}
	require.Len(t, r.cells, 1)
}
