package document_test

import (
	"bytes"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/document"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// The sheet of every design there is can be drawn, on both papers, the same each time.
func TestBuildSheets(t *testing.T) {
	f := demo.Files()[0]
	all := workbench.WorkAt(f, time.Now())
	require.NotEmpty(t, all.Builds)
	bill, err := workbench.BillOf(t.Context(), f)
	require.NoError(t, err)
	require.NotEmpty(t, bill.Builds)
	for _, size := range []string{"a4", "letter"} {
		a, err := document.Builds(f, all, bill, "", size)
		require.NoError(t, err)
		b, err := document.Builds(f, all, bill, "", size)
		require.NoError(t, err)
		assert.Equal(t, a, b)
		assert.True(t, bytes.HasPrefix(a, []byte("%PDF")))
		one, err := document.Builds(f, all, bill, "board", size)
		require.NoError(t, err)
		assert.Less(t, len(one), len(a))
	}
	none, err := document.Builds(store.NewFile("x", "x"), workbench.Results{}, workbench.Bill{}, "", "a4")
	require.NoError(t, err)
	assert.True(t, bytes.HasPrefix(none, []byte("%PDF")))
	// Every design, as somebody might plan it who has said nothing.
	f.Builds = nil
	for _, one := range builds.Designs() {
		d := one.Key
		f.Builds = append(f.Builds, store.Build{ID: d, Design: d, Name: d, State: "planned", Room: "loft", Wall: 0, AtM: 2.62})
	}
	all = workbench.WorkAt(f, time.Now())
	require.Len(t, all.Builds, len(f.Builds))
	_, err = document.Builds(f, all, workbench.Bill{}, "", "a4")
	require.NoError(t, err)
}
