package document_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/document"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Whatever leaves the building opens with what is open, in the client's words, on its first page: the book, the sheets
// of builds, and the tags on every kind of label. What the consultant is told to do is nowhere in it.
func TestWhatLeavesOpensWithItsHolds(t *testing.T) {
	reader, err := exec.LookPath("pdftotext")
	require.NoError(t, err, "make test installs poppler-utils")
	pages := func(pdf []byte, err error) (first, all string) {
		require.NoError(t, err)
		path := filepath.Join(t.TempDir(), "a.pdf")
		require.NoError(t, os.WriteFile(path, pdf, 0o600))
		one, err := exec.Command(reader, "-f", "1", "-l", "1", path, "-").Output()
		require.NoError(t, err)
		whole, err := exec.Command(reader, path, "-").Output()
		require.NoError(t, err)
		join := func(text []byte) string { return strings.Join(strings.Fields(string(text)), " ") }
		return join(one), join(whole)
	}
	for i, f := range demo.Files() {
		f.Persons[0].Asked.Answers, f.Persons[0].Asked.Floor = store.Words{"cancer:yes"}, "no"
		f.Persons[0].Limits = store.Words{}
		f.Operations = []store.Operation{{ID: "o", Part: "knee", What: "meniscus"}}
		f.Releases = []store.Release{{ID: "r", About: "operation/o", Role: "surgeon", By: " ", On: "2026-11-01", Verdict: "may",
			Limits: store.Words{}}}
		if len(f.Containers) > 0 {
			f.Containers[0].Condition = "retired"
		}
		r := workbench.WorkAt(f, time.Date(2026, 12, 1, 0, 0, 0, 0, time.UTC))
		open := 0
		for _, c := range r.Cautions {
			if c.Hold {
				open++
			}
		}
		require.GreaterOrEqual(t, open, 3)
		papers := map[string]func() ([]byte, error){
			"book":   func() ([]byte, error) { return document.Book(f, r, nil, "").PDF("a4") },
			"builds": func() ([]byte, error) { return document.Builds(f, r, workbench.Bill{}, "", "letter") },
		}
		for name, make := range papers {
			first, all := pages(make())
			for _, want := range []string{"Before anything else", "answer what nobody has asked you yet: heart",
				"You answered with yes: cancer", "You were operated on (meniscus)"} {
				assert.Contains(t, first, want, "%s of %s", name, f.Profile.Name)
			}
			for _, later := range []string{"There is no plan", "No build is planned", "Front, 1:", "Side, 1:"} {
				if at := strings.Index(first, later); at >= 0 {
					assert.Less(t, strings.Index(first, "Before anything else"), at)
				}
			}
			assert.NotRegexp(t, regexp.MustCompile(`write down|tick “|say that it is sound|Say what|Find out whether`), all, "%s of %s: the consultant's orders", name, f.Profile.Name)
		}
		if len(f.Containers) < 2 {
			continue
		}
		for _, sheet := range document.LabelSheets() {
			first, _ := pages(document.Tags(f, r, document.TagsWish{Sheet: sheet, Link: func(string) string { return "http://x/" }}))
			at := strings.Index(first, "Before anything else")
			require.GreaterOrEqual(t, at, 0, sheet.Key)
			assert.Contains(t, first, "answer what nobody has asked you", "%d %s", i, sheet.Key)
		}
	}
	// Nothing open: nothing of it.
	f := demo.Files()[1]
	first, _ := pages(document.Book(f, workbench.Work(f), nil, "").PDF("a4"))
	assert.NotContains(t, first, "Before anything else")
	// The book of everybody names whose something is open on its first page, and tells it on theirs alone.
	f.Persons[1].Asked.Answers = store.Words{"cancer:yes"}
	all := workbench.WorkAllAt(f, time.Date(2026, 12, 1, 0, 0, 0, 0, time.UTC))
	require.Len(t, all, 2)
	first, whole := pages(document.Household(f, all, nil, "").PDF("a4"))
	assert.Regexp(t, "Before anything else.*Something is still open for Ines: .*There is no plan", first)
	assert.NotContains(t, first, "open for Bram")
	assert.NotContains(t, first, "cancer")
	his, hers, found := strings.Cut(whole, "You answered with yes: cancer")
	require.True(t, found)
	assert.NotContains(t, hers, "You answered with yes: cancer")
	assert.Regexp(t, "Bram 4 days a week.*Ines 2 days a week", his, "pages of his, then hers")
	assert.NotContains(t, regexp.MustCompile("Bram 4 days a week.*Ines 2 days a week").FindString(his), "pregnan")
	assert.Equal(t, 1, strings.Count(whole, "Load card"))
	assert.Equal(t, 2, strings.Count(whole, "Headroom for this body"))
}
