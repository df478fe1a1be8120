package document_test

import (
	"image"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/document"
	"scrappyrack/internal/workbench"
)

func tags(t *testing.T, file int, sheet string, skip int, only ...string) []byte {
	t.Helper()
	f := demo.Files()[file]
	s, ok := document.SheetByKey(sheet)
	require.True(t, ok, sheet)
	out, err := document.Tags(f, workbench.Work(f), document.TagsWish{
		Sheet: s, Skip: skip, Only: only, Made: time.Date(2026, 11, 20, 0, 0, 0, 0, time.UTC),
		Link: func(id string) string { return "http://192.168.178.40:8080/c/" + f.ID + "/loads?of=" + id },
	})
	require.NoError(t, err)
	return out
}

// Every sheet, printed at 200 dots an inch and read by an independent reader of
// codes: the code on the first label leads to its container.
func TestTheCodeOnATagLeadsBack(t *testing.T) {
	render, err := exec.LookPath("pdftoppm")
	require.NoError(t, err, "poppler-utils is installed by make")
	for _, sheet := range document.LabelSheets() {
		t.Run(sheet.Key, func(t *testing.T) {
			dir := t.TempDir()
			path := filepath.Join(dir, "tags.pdf")
			require.NoError(t, os.WriteFile(path, tags(t, 1, sheet.Key, 0, "soap-2"), 0o600))
			require.NoError(t, exec.Command(render, "-r", "200", "-png", path, filepath.Join(dir, "page")).Run())
			pages, err := filepath.Glob(filepath.Join(dir, "page*.png"))
			require.NoError(t, err)
			require.Len(t, pages, 1)
			in, err := os.Open(pages[0])
			require.NoError(t, err)
			defer func() { _ = in.Close() }()
			picture, err := png.Decode(in)
			require.NoError(t, err)
			dots := func(mm float64) int { return int(mm / 25.4 * 200) }
			label := image.Rect(dots(sheet.Left), dots(sheet.Top), dots(sheet.Left+sheet.Width), dots(sheet.Top+sheet.Height))
			picture = picture.(interface {
				SubImage(image.Rectangle) image.Image
			}).SubImage(label)
			bits, err := gozxing.NewBinaryBitmapFromImage(picture)
			require.NoError(t, err)
			got, err := qrcode.NewQRCodeReader().Decode(bits, map[gozxing.DecodeHintType]any{gozxing.DecodeHintType_TRY_HARDER: true})
			require.NoError(t, err)
			assert.Equal(t, "http://192.168.178.40:8080/c/demo-garage/loads?of=soap-2", got.GetText())
		})
	}
}

// No label runs off its paper (A4 210 × 297 mm, ISO 216; Letter 8.5 × 11 in).
func TestSheetsFitTheirPaper(t *testing.T) {
	for _, s := range document.LabelSheets() {
		width, height := 210.0, 297.0
		if s.Paper == "letter" {
			width, height = 215.9, 279.4
		}
		assert.LessOrEqual(t, s.Left+float64(s.Columns-1)*s.Across+s.Width, width+0.5, s.Key)
		assert.LessOrEqual(t, s.Top+float64(s.Rows-1)*s.Down+s.Height, height+0.5, s.Key)
		assert.LessOrEqual(t, s.Width, s.Across, s.Key)
		assert.LessOrEqual(t, s.Height, s.Down, s.Key)
	}
}

func TestTagsSayWhatTheyMust(t *testing.T) {
	text := func(pdf []byte) string {
		reader, err := exec.LookPath("pdftotext")
		require.NoError(t, err)
		path := filepath.Join(t.TempDir(), "tags.pdf")
		require.NoError(t, os.WriteFile(path, pdf, 0o600))
		out, err := exec.Command(reader, "-layout", path, "-").Output()
		require.NoError(t, err)
		return string(out)
	}
	us := text(tags(t, 1, "plain-letter", 0))
	for _, words := range []string{"9.25 lb", "soap jug 1", "sand from the play pit", "weighed 16 Nov 2026", "weigh again by 16 Nov 2027",
		"weigh it; then every 365 days", "± 0.59"} {
		assert.Contains(t, us, words)
	}
	metric := text(tags(t, 0, "a4-21", 0))
	for _, words := range []string{"3.8 kg", "± 0.0045", "23.9 cm"} {
		assert.Contains(t, metric, words)
	}
	assert.Equal(t, 2, strings.Count(text(tags(t, 1, "plain-letter", 9)), "\f"), "eight tags from the tenth label on take a second page")
	assert.Equal(t, tags(t, 0, "a4-24", 3), tags(t, 0, "a4-24", 3), "the same bytes each time")
	f := demo.Files()[0]
	s, _ := document.SheetByKey("a4-24")
	_, err := document.Tags(f, workbench.Work(f), document.TagsWish{Sheet: s, Only: []string{"gone"},
		Link: func(string) string { return "x" }})
	assert.ErrorContains(t, err, "nothing to print")
}
