package document_test

import (
	"bytes"
	"context"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
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
			first, err := document.Book(f, workbench.Work(f), p, "").PDF(size)
			require.NoError(t, err)
			again, err := document.Book(f, workbench.Work(f), p, "").PDF(size)
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
	pdf, err := document.Book(f, workbench.Work(f), p, "").PDF("a4")
	require.NoError(t, err)
	path := filepath.Join(t.TempDir(), "book.pdf")
	require.NoError(t, os.WriteFile(path, pdf, 0o600))
	text, err := exec.Command(reader, "-layout", path, "-").Output()
	require.NoError(t, err)
	for _, want := range []string{f.Profile.Name, "Load card", "Band card", "0.900 m from the", f.Containers[0].Name, "page 1 of",
		"a physician first"} {
		assert.Contains(t, string(text), want)
	}
}

func TestBookWithoutAPlanSaysWhy(t *testing.T) {
	f := demo.Files()[0]
	f.Persons[0].StatureM = 0
	pdf, err := document.Book(f, workbench.Work(f), nil, "").PDF("a4")
	require.NoError(t, err)
	assert.NotEmpty(t, pdf)
}

func TestFileName(t *testing.T) {
	for in, want := range map[string]string{"Loft by the Canal": "loft-by-the-canal", "Ünï/..": "n", "…": "client"} {
		assert.Equal(t, want, document.FileName(in))
	}
}

// The plan of a room is to scale: in the PDF, as an outside program draws it (poppler's
// pdftocairo, 72 points to the inch), the walls are as far apart as in the room, divided by
// the scale that is written over it.
func TestPlansAreToScale(t *testing.T) {
	drawer, err := exec.LookPath("pdftocairo")
	require.NoError(t, err, "make test installs poppler-utils")
	for i, room := range []struct {
		wide, deep, scale float64 // m, m, 1:scale
	}{{5.2, 3.6, 50}, {6.096, 5.486, 50}, {4.2, 3.4, 50}} {
		f := demo.Files()[i]
		pdf, err := document.Book(f, workbench.Work(f), nil, "").PDF("a4")
		require.NoError(t, err)
		path := filepath.Join(t.TempDir(), "book.pdf")
		require.NoError(t, os.WriteFile(path, pdf, 0o600))
		found := false
		for page := 1; page <= 8 && !found; page++ {
			svg, err := exec.Command(drawer, "-svg", "-f", strconv.Itoa(page), "-l", strconv.Itoa(page), path, "-").Output()
			if err != nil {
				break
			}
			found = hasOutline(string(svg), room.wide*1000/room.scale*72/25.4, room.deep*1000/room.scale*72/25.4)
		}
		assert.True(t, found, "%s: no outline of %v × %v m at 1:%v", f.Profile.Name, room.wide, room.deep, room.scale)
	}
}

var numbers = regexp.MustCompile(`-?\d+(?:\.\d+)?`)

// hasOutline reports whether a path of an SVG is so wide and high, in points.
func hasOutline(svg string, wide, high float64) bool {
	for _, d := range regexp.MustCompile(` d="(M [^"]*)"`).FindAllStringSubmatch(svg, -1) {
		var lo, hi [2]float64
		all := numbers.FindAllString(d[1], -1)
		for i, text := range all {
			v, _ := strconv.ParseFloat(text, 64)
			if i < 2 {
				lo[i%2], hi[i%2] = v, v
			}
			lo[i%2], hi[i%2] = min(lo[i%2], v), max(hi[i%2], v)
		}
		if math.Abs(hi[0]-lo[0]-wide) < 0.3 && math.Abs(hi[1]-lo[1]-high) < 0.3 {
			return true
		}
	}
	return false
}

// What the plan says of the rooms stands in the book, and the checklist has a line for each
// thing that a survey reads.
func TestRoomsAndChecklistReadAsText(t *testing.T) {
	reader, err := exec.LookPath("pdftotext")
	require.NoError(t, err)
	read := func(pdf []byte, err error) string {
		require.NoError(t, err)
		path := filepath.Join(t.TempDir(), "a.pdf")
		require.NoError(t, os.WriteFile(path, pdf, 0o600))
		text, err := exec.Command(reader, "-layout", path, "-").Output()
		require.NoError(t, err)
		return string(text)
	}
	flat := demo.Files()[2]
	text := read(document.Book(flat, workbench.Work(flat), nil, "").PDF("a4"))
	for _, want := range []string{"Living room, 1:50", "A 4.200 m", "radiator", "no holes: the tenancy", "Headroom for this body",
		"Press overhead", "opens into this room"} {
		assert.Contains(t, text, want)
	}
	list := read(document.Checklist(flat, "letter"))
	for _, want := range []string{"walk", "door", "window", "garage door", "slope", "beam", "rock", "ceiling"} {
		assert.Contains(t, list, want)
	}
}
