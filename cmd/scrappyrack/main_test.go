package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/scale"
	"scrappyrack/internal/store"
)

// binary is the real thing, built once for these tests.
var binary string

func TestMain(m *testing.M) {
	dir, err := os.MkdirTemp("", "scrappyrack-cmd-")
	if err != nil {
		panic(err)
	}
	binary = filepath.Join(dir, "scrappyrack")
	if out, err := exec.Command("go", "build", "-o", binary, ".").CombinedOutput(); err != nil {
		panic(string(out))
	}
	code := m.Run()
	_ = os.RemoveAll(dir)
	os.Exit(code)
}

func run(args ...string) (string, error) {
	out, err := exec.Command(binary, args...).CombinedOutput()
	return string(out), err
}

type running struct {
	*exec.Cmd
	url string
}

var said = regexp.MustCompile(`http://\S+`)

func launch(t *testing.T, args ...string) running {
	t.Helper()
	cmd := exec.Command(binary, args...)
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, cmd.Start())
	t.Cleanup(func() { _ = cmd.Process.Kill(); _ = cmd.Wait() })
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if url := said.FindString(lines.Text()); url != "" {
			go func() { _, _ = io.Copy(io.Discard, out) }()
			return running{cmd, url}
		}
	}
	t.Fatal("the server said no address")
	return running{}
}

func TestHelpTeachesAndErrorsAreSaid(t *testing.T) {
	out, err := run("--help")
	require.NoError(t, err)
	for _, want := range []string{"serve", "demo", "openapi", "backup", "restore", "check", "passwd", "version",
		"Start with: scrappyrack demo"} {
		assert.Contains(t, out, want)
	}
	out, err = run("demo", "--addr", "0.0.0.0:0", "--data", t.TempDir())
	assert.Error(t, err)
	assert.Contains(t, out, "loopback")

	taken, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	defer func() { _ = taken.Close() }()
	out, err = run("serve", "--addr", taken.Addr().String(), "--data", t.TempDir())
	assert.Error(t, err)
	assert.Contains(t, out, "is taken by another program")

	file := filepath.Join(t.TempDir(), "file")
	require.NoError(t, os.WriteFile(file, nil, 0o600))
	out, err = run("serve", "--addr", "127.0.0.1:0", "--data", filepath.Join(file, "data"))
	assert.Error(t, err)
	assert.Contains(t, out, "cannot be made")
	out, err = run("backup", filepath.Join(t.TempDir(), "copy.db"), "--data", t.TempDir())
	assert.Error(t, err)
	assert.Contains(t, out, "there is no database")
}

// A simulated scale prints packets that the decoder reads, until it is stopped.
func TestStandInScalePrintsPackets(t *testing.T) {
	cmd := exec.Command(binary, "standin", "scale", "--kind", "bathroom", "--mass", "72.4", "--pounds", "--lose", "0")
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, cmd.Start())
	lines := bufio.NewScanner(out)
	read, last := 0, scale.Measurement{}
	for read < 12 && lines.Scan() {
		if m, err := scale.DecodeHex(lines.Text()); err == nil {
			read, last = read+1, m
		}
	}
	require.NoError(t, cmd.Process.Signal(os.Interrupt))
	assert.NoError(t, cmd.Wait())
	assert.Equal(t, 12, read)
	assert.Equal(t, scale.Pounds, last.Unit)
	assert.InDelta(t, 72.4, float64(last.Mass), 1)

	text, err := run("standin", "scale", "--to", "http://127.0.0.1:1")
	assert.Error(t, err)
	assert.Contains(t, text, "does not answer")
}

func TestDescriptionIsPrinted(t *testing.T) {
	out, err := run("openapi")
	require.NoError(t, err)
	var described struct {
		Openapi string
		Paths   map[string]any
	}
	require.NoError(t, json.Unmarshal([]byte(out), &described))
	assert.Equal(t, "3.1.0", described.Openapi)
	assert.Contains(t, described.Paths, "/api/v1/calc/fill")
	assert.Contains(t, described.Paths, "/api/v1/calc/rep-max")
}

func client(t *testing.T, url string) *http.Client {
	t.Helper()
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	c := &http.Client{Jar: jar, Timeout: 20 * time.Second}
	res, err := c.Post(url+"/api/v1/session/demo", "application/json", nil)
	require.NoError(t, err)
	require.NoError(t, res.Body.Close())
	require.Equal(t, 200, res.StatusCode)
	return c
}

// space writes the demo client's way in and returns its revision as acknowledged.
func space(t *testing.T, c *http.Client, url string, revision int64, length float64) int64 {
	t.Helper()
	body, err := json.Marshal(store.Space{WayWidthM: length, WayHeightM: 2.4, Access: "stairs"})
	require.NoError(t, err)
	req, err := http.NewRequest("PUT", url+"/api/v1/clients/demo-loft/space", bytes.NewReader(body))
	require.NoError(t, err)
	req.Header.Set("If-Match", fmt.Sprintf("%q", fmt.Sprint(revision)))
	req.Header.Set("Content-Type", "application/json")
	res, err := c.Do(req)
	require.NoError(t, err)
	defer func() { _ = res.Body.Close() }()
	var w struct{ Changes store.Changes }
	require.NoError(t, json.NewDecoder(res.Body).Decode(&w))
	require.Equal(t, 200, res.StatusCode)
	return w.Changes.Revision
}

// A server that is killed outright loses no change that it has acknowledged.
func TestKilledServerKeepsWhatItAcknowledged(t *testing.T) {
	data := t.TempDir()
	revision, length := int64(1), 4.0
	for range 3 {
		s := launch(t, "demo", "--addr", "127.0.0.1:0", "--data", data)
		c := client(t, s.url)
		for range 5 {
			length += 0.01
			revision = space(t, c, s.url, revision, length)
		}
		require.NoError(t, s.Process.Kill())
		_ = s.Wait()
	}
	s, err := store.Open(context.Background(), data, store.Demo)
	require.NoError(t, err)
	defer func() { _ = s.Close() }()
	owner, err := s.ConsultantByEmail(context.Background(), "demo@scrappyrack.test")
	require.NoError(t, err)
	f, err := s.Load(context.Background(), owner.PracticeID, "demo-loft")
	require.NoError(t, err)
	assert.Equal(t, revision, f.Revision)
	assert.InDelta(t, length, f.Space.WayWidthM, 1e-12)
}

func TestBackupAndRestore(t *testing.T) {
	data, copied := t.TempDir(), filepath.Join(t.TempDir(), "copy.db")
	s := launch(t, "demo", "--addr", "127.0.0.1:0", "--data", data)
	c := client(t, s.url)
	space(t, c, s.url, 1, 7)
	out, err := run("backup", copied, "--data", data) // while it is in use
	require.NoError(t, err, out)
	space(t, c, s.url, 2, 8)
	require.NoError(t, s.Process.Signal(os.Interrupt))
	require.NoError(t, s.Wait(), "it stops cleanly when asked")

	out, err = run("restore", copied, "--data", data)
	require.NoError(t, err, out)
	assert.Contains(t, out, "is kept as")
	again := launch(t, "demo", "--addr", "127.0.0.1:0", "--data", data)
	res, err := client(t, again.url).Get(again.url + "/api/v1/clients/demo-loft")
	require.NoError(t, err)
	defer func() { _ = res.Body.Close() }()
	var d struct{ File store.File }
	require.NoError(t, json.NewDecoder(res.Body).Decode(&d))
	assert.InDelta(t, 7, d.File.Space.WayWidthM, 0)

	junk := filepath.Join(t.TempDir(), "junk.db")
	require.NoError(t, os.WriteFile(junk, []byte(strings.Repeat("no database ", 100)), 0o600))
	out, err = run("restore", junk, "--data", t.TempDir())
	assert.Error(t, err)
	assert.Contains(t, out, "cannot be restored")
}

// A real practice's folder is not touched by the demo, and the other way round; the words
// say where to go.
func TestDemoAndPracticeAreNotMixedUp(t *testing.T) {
	real, shows := t.TempDir(), t.TempDir()
	s := launch(t, "serve", "--addr", "127.0.0.1:0", "--data", real)
	res, err := http.Post(s.url+"/api/v1/setup", "application/json", strings.NewReader(`{"practice":"P","name":"N","email":"n@example.test","password":"long enough it is"}`))
	require.NoError(t, err)
	require.NoError(t, res.Body.Close())
	require.Equal(t, 200, res.StatusCode)
	out, err := run("serve", "--addr", "127.0.0.1:0", "--data", real)
	assert.Error(t, err)
	assert.Contains(t, out, "in use by a running server")
	out, err = run("restore", "main.go", "--data", real)
	assert.Error(t, err, out)
	require.NoError(t, s.Process.Signal(os.Interrupt))
	require.NoError(t, s.Wait())
	before, err := os.ReadFile(filepath.Join(real, store.FileName))
	require.NoError(t, err)
	for _, args := range [][]string{{"demo", "--addr", "127.0.0.1:0", "--data", real},
		{"demo", "--fresh", "--addr", "127.0.0.1:0", "--data", real}} {
		out, err := run(args...)
		assert.Error(t, err)
		assert.Contains(t, out, "holds a practice's own clients")
		assert.Contains(t, out, "data-demo")
	}
	after, err := os.ReadFile(filepath.Join(real, store.FileName))
	require.NoError(t, err)
	assert.Equal(t, before, after)

	d := launch(t, "demo", "--addr", "127.0.0.1:0", "--data", shows)
	require.NoError(t, d.Process.Signal(os.Interrupt))
	require.NoError(t, d.Wait())
	out, err = run("serve", "--addr", "127.0.0.1:0", "--data", shows)
	assert.Error(t, err)
	assert.Contains(t, out, "name another folder")
	again := launch(t, "demo", "--fresh", "--addr", "127.0.0.1:0", "--data", shows)
	client(t, again.url)
}

// The commands at the machine: a look over, a forgotten password, a copy from a disk that
// can be read only.
func TestCommandsAtTheMachine(t *testing.T) {
	data := t.TempDir()
	s := launch(t, "serve", "--addr", "127.0.0.1:0", "--data", data, "--metrics", "127.0.0.1:0")
	post := func(path, body string) int {
		res, err := http.Post(s.url+"/api/v1"+path, "application/json", strings.NewReader(body))
		require.NoError(t, err)
		require.NoError(t, res.Body.Close())
		return res.StatusCode
	}
	require.Equal(t, 200, post("/setup", `{"practice":"P","name":"N","email":"n@example.test","password":"long enough it is"}`))
	passwd := func(password string) (string, error) {
		cmd := exec.Command(binary, "passwd", "n@example.test", "--data", data)
		cmd.Stdin = strings.NewReader(password + "\n")
		out, err := cmd.CombinedOutput()
		return string(out), err
	}
	out, err := passwd("short")
	assert.Error(t, err)
	assert.Contains(t, out, "10 to 200")
	out, err = passwd("an altogether new one")
	require.NoError(t, err, out)
	assert.Equal(t, 403, post("/session", `{"email":"n@example.test","password":"long enough it is"}`))
	assert.Equal(t, 200, post("/session", `{"email":"n@example.test","password":"an altogether new one"}`))
	out, err = run("passwd", "x@example.test", "--data", data)
	assert.Error(t, err, out)
	out, err = run("check", "--data", data)
	require.NoError(t, err, out)
	assert.Contains(t, out, "is whole")
	require.NoError(t, s.Process.Kill()) // what it wrote waits beside the file
	_ = s.Wait()

	copied := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, os.Chmod(data, 0o500)) // root writes there all the same: then this is a copy like any
	defer func() { _ = os.Chmod(data, 0o700) }()
	out, err = run("backup", copied, "--data", data)
	require.NoError(t, err, out)
	out, err = run("check", copied)
	require.NoError(t, err, out)
	out, err = run("check", "--data", t.TempDir())
	assert.Error(t, err)
	assert.Contains(t, out, "no database")
}

// A build is named by what is in it: the same under another name and time, another once
// something is changed.
func TestABuildIsNamedByWhatIsInIt(t *testing.T) {
	name := func(path string) string {
		f, err := os.Open(path)
		require.NoError(t, err)
		defer func() { _ = f.Close() }()
		head := make([]byte, 64<<10)
		_, err = io.ReadFull(f, head)
		require.NoError(t, err)
		id := buildID.FindSubmatch(head)
		require.NotNil(t, id, "the linker names it near its beginning")
		return string(id[1]) + string(id[2])
	}
	said, err := exec.Command("go", "tool", "buildid", binary).Output()
	require.NoError(t, err)
	assert.Equal(t, strings.TrimSpace(string(said)), name(binary))
	other := filepath.Join(t.TempDir(), "other")
	out, err := exec.Command("go", "build", "-ldflags", "-X main.version=other", "-o", other, ".").CombinedOutput()
	require.NoError(t, err, string(out))
	assert.NotEqual(t, name(binary), name(other))
}
