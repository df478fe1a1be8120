package document_test

import (
	"bytes"
	"context"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/document"
	"scrappyrack/internal/workbench"
)

func TestBookIsWholeAndRepeatable(t *testing.T) {
	for _, f := range demo.Files() {
		p, err := workbench.PlanOf(context.Background(), f)
		require.NoError(t, err)
		for _, size := range []string{"a4", "letter"} {
			first, err := document.Book(f, workbench.Work(f), p, size)
			require.NoError(t, err)
			again, err := document.Book(f, workbench.Work(f), p, size)
			require.NoError(t, err)
			assert.True(t, bytes.Equal(first, again), "the same file gives the same bytes")
			assert.Less(t, len(first), 2<<20)
		}
	}
}

// The text of the PDF as an outside reader sees it (poppler's pdftotext).
func TestBookReadsAsText(t *testing.T) {
	reader, err := exec.LookPath("pdftotext")
	require.NoError(t, err, "make test installs poppler-utils")
	f := demo.Files()[0]
	p, err := workbench.PlanOf(context.Background(), f)
	require.NoError(t, err)
	pdf, err := document.Book(f, workbench.Work(f), p, "a4")
	require.NoError(t, err)
	path := filepath.Join(t.TempDir(), "book.pdf")
	require.NoError(t, os.WriteFile(path, pdf, 0o600))
	text, err := exec.Command(reader, "-layout", path, "-").Output()
	require.NoError(t, err)
	for _, want := range []string{f.Profile.Name, "Load card", "Band card", "0.900 m from the", f.Containers[0].Name, "page 1 of", "a physician first"} {
		assert.Contains(t, string(text), want)
	}
}

func TestBookWithoutAPlanSaysWhy(t *testing.T) {
	f := demo.Files()[0]
	f.Profile.StatureM = 0
	pdf, err := document.Book(f, workbench.Work(f), nil, "a4")
	require.NoError(t, err)
	assert.NotEmpty(t, pdf)
}

func TestFileName(t *testing.T) {
	for in, want := range map[string]string{"Loft by the Canal": "loft-by-the-canal", "Ünï/..": "n", "…": "client"} {
		assert.Equal(t, want, document.FileName(in))
	}
}
