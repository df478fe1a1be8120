// Package house holds the test of the house's arrows: imports only point down.
package house_test

import (
	"encoding/json"
	"go/parser"
	"go/scanner"
	"go/token"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"scrappyrack/core/builds"
	"scrappyrack/core/movement"
	"strconv"
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// floors lists the rooms from the top down; a room may import those below it.
var floors = [][]string{
	{"cmd"},
	{"internal/server"},
	{"internal/api"},
	{"internal/document", "internal/demo", "internal/standin"},
	{"internal/workbench", "internal/store/storetest"}, // the latter for tests alone
	{"internal/derive"},
	{"internal/store", "internal/share"},
	{"core", "web"},
}

func floorOf(path string) int {
	for i, rooms := range floors {
		for _, r := range rooms {
			if path == r || strings.HasPrefix(path, r+"/") {
				return i
			}
		}
	}
	return -1
}

func imports(t *testing.T, includeTests bool, visit func(dir, imported string)) {
	t.Helper()
	for _, root := range []string{"cmd", "internal", "core", "web"} {
		err := filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
			if err != nil {
				return err
			}
			if d.IsDir() && d.Name() == "node_modules" {
				return filepath.SkipDir
			}
			if !strings.HasSuffix(path, ".go") || !includeTests && strings.HasSuffix(path, "_test.go") {
				return nil
			}
			f, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
			if err != nil {
				return err
			}
			for _, i := range f.Imports {
				name, err := strconv.Unquote(i.Path.Value)
				if err != nil {
					return err
				}
				visit(filepath.ToSlash(filepath.Dir(path)), name)
			}
			return nil
		})
		require.NoError(t, err)
	}
}

func TestImportsPointDown(t *testing.T) {
	seen := 0
	imports(t, false, func(dir, imported string) {
		to, ours := strings.CutPrefix(imported, "scrappyrack/")
		if !ours {
			return
		}
		seen++
		from, below := floorOf(dir), floorOf(to)
		require.GreaterOrEqual(t, from, 0, "%s is in no room of the house", dir)
		require.GreaterOrEqual(t, below, 0, "%s is in no room of the house", to)
		if strings.HasPrefix(dir, "core/") {
			assert.True(t, strings.HasPrefix(to, "core/"), "%s imports %s", dir, to)
			return
		}
		assert.Less(t, from, below, "%s imports %s, which is not below it", dir, to)
	})
	assert.Greater(t, seen, 30)
}

// No built thing is kept among the sources: nothing that git tracks is over 1 MB.
func TestNothingLargeIsTracked(t *testing.T) {
	out, err := exec.Command("git", "ls-files", "-z").Output()
	if err != nil {
		t.Skip("not a checkout of git: there is no list of what is tracked")
	}
	files := strings.Split(strings.TrimSuffix(string(out), "\x00"), "\x00")
	require.Greater(t, len(files), 300)
	for _, path := range files {
		if at, err := os.Stat(path); err == nil {
			assert.LessOrEqual(t, at.Size(), int64(1_000_000), path)
		}
	}
}

// Lines fit a page, the texts in them left out: a sentence, or what is said of a field, is not
// broken.
func TestLinesFitAPage(t *testing.T) {
	for _, root := range []string{"cmd", "core", "internal", "bench"} {
		err := filepath.WalkDir(root, func(path string, _ fs.DirEntry, err error) error {
			if err != nil || !strings.HasSuffix(path, ".go") {
				return err
			}
			text, err := os.ReadFile(path)
			code := []byte(strings.Clone(string(text)))
			files := token.NewFileSet()
			file := files.AddFile(path, -1, len(text))
			var s scanner.Scanner
			s.Init(file, text, nil, scanner.ScanComments)
			for at, kind, said := s.Scan(); kind != token.EOF; at, kind, said = s.Scan() {
				for i := range said {
					if from := file.Offset(at); kind == token.STRING && text[from+i] != '\n' {
						code[from+i] = 0
					}
				}
			}
			for i, line := range strings.Split(strings.ReplaceAll(string(code), "\x00", ""), "\n") {
				assert.LessOrEqual(t, utf8.RuneCountInString(strings.ReplaceAll(line, "\t", "    ")), 140, "%s:%d", path, i+1)
			}
			return err
		})
		require.NoError(t, err)
	}
}

// The core knows the standard library, gonum and itself; nothing that reads,
// stores, listens or tells the time.
func TestCoreStandsAlone(t *testing.T) {
	forbidden := []string{"net", "os", "database", "encoding/json", "time", "io/fs", "log", "math/rand"}
	imports(t, false, func(dir, imported string) {
		if dir != "core" && !strings.HasPrefix(dir, "core/") {
			return
		}
		first, _, _ := strings.Cut(imported, "/")
		own := strings.HasPrefix(imported, "scrappyrack/core/")
		gonum := strings.HasPrefix(imported, "gonum.org/v1/gonum/")
		assert.True(t, own || gonum || !strings.Contains(first, ".") && first != "scrappyrack", "%s imports %s", dir, imported)
		for _, f := range forbidden {
			assert.False(t, imported == f || strings.HasPrefix(imported, f+"/"), "%s imports %s", dir, imported)
		}
	})
}

// What the README and the decisions count is what there is.
func TestClaimsHold(t *testing.T) {
	text := func(path string) string {
		said, err := os.ReadFile(path)
		require.NoError(t, err)
		return string(said)
	}
	readme := text("README.md")
	var described struct{ Paths map[string]any }
	require.NoError(t, json.Unmarshal([]byte(text("docs/openapi.json")), &described))
	list := regexp.MustCompile(`The calculators \(([^)]*)\)`).FindStringSubmatch(readme)
	require.NotNil(t, list)
	var said, there []string
	for _, one := range strings.Split(strings.ReplaceAll(list[1], "`", ""), ", ") {
		said = append(said, strings.TrimPrefix(one, "calc/"))
	}
	for path := range described.Paths {
		if _, name, is := strings.Cut(path, "/calc/"); is {
			there = append(there, name)
		}
	}
	assert.ElementsMatch(t, there, said, "the calculators")
	numbers := map[int]string{17: "seventeen", 18: "eighteen", 19: "nineteen", 20: "twenty"}
	assert.Contains(t, readme, numbers[len(builds.Designs())]+" designs")
	assert.Contains(t, text("docs/decisions/010-needs.md"), strconv.Itoa(len(movement.All()))+" movements")
	pictures, err := filepath.Glob("docs/screenshots/*.png")
	require.NoError(t, err)
	assert.Less(t, len(pictures), 20)
	for _, p := range pictures {
		assert.Contains(t, readme, p, "a picture that nobody is shown")
	}
}
