package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"regexp"
	"strconv"
	"sync"
	"sync/atomic"
	"time"
)

// house is the server and where it keeps its data.
type house struct {
	binary, data, dir string
	mu                sync.Mutex
	running           *exec.Cmd
	url               string
}

var address = regexp.MustCompile(`http://\S+`)

// start starts the demo server, with a limit to its database in MiB (0 for none), and
// waits until it answers. It does nothing while one runs.
func (h *house) start(mib int) error {
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.running != nil {
		return nil
	}
	cmd := exec.Command(h.binary, "demo", "--addr", "127.0.0.1:0", "--data", h.data, "--max-size", strconv.Itoa(mib))
	cmd.Stderr = nil
	out, err := cmd.StdoutPipe()
	if err != nil {
		return err
	}
	if err := cmd.Start(); err != nil {
		return err
	}
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if url := address.FindString(lines.Text()); url != "" {
			h.running, h.url = cmd, url
			go func() { _, _ = io.Copy(io.Discard, out) }()
			return nil
		}
	}
	return fmt.Errorf("the server did not start: %w", cmd.Wait())
}

// kill ends the server at once, as a power cut does.
func (h *house) kill() {
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.running != nil {
		_ = h.running.Process.Signal(os.Kill)
		_ = h.running.Wait()
		h.running = nil
	}
}

func (h *house) at() string {
	h.mu.Lock()
	defer h.mu.Unlock()
	return h.url
}

// command runs one of the binary's commands.
func (h *house) command(args ...string) error {
	out, err := exec.Command(h.binary, args...).CombinedOutput()
	if err != nil {
		return fmt.Errorf("%v: %w: %s", args, err, out)
	}
	return nil
}

// caller is somebody who is signed in.
type caller struct {
	http.Client
	url string
}

func (h *house) signedIn() (*caller, error) {
	jar, err := cookiejar.New(nil)
	if err != nil {
		return nil, err
	}
	c := &caller{http.Client{Jar: jar, Timeout: 20 * time.Second}, h.at()}
	status, _, err := c.ask(context.Background(), "POST", "/session/demo", struct{}{}, 0)
	if err == nil && status != http.StatusOK {
		err = fmt.Errorf("sign in: %d", status)
	}
	return c, err
}

// ask gives the status and the answer; an error is that there was none.
func (c *caller) ask(ctx context.Context, method, path string, body any, match int64) (int, []byte, error) {
	text, err := json.Marshal(body)
	if err != nil {
		return 0, nil, err
	}
	req, err := http.NewRequestWithContext(ctx, method, c.url+"/api/v1"+path, bytes.NewReader(text))
	if err != nil {
		return 0, nil, err
	}
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set("If-Match", fmt.Sprintf(`"%d"`, match))
	res, err := c.Do(req)
	if err != nil {
		return 0, nil, err
	}
	defer func() { _ = res.Body.Close() }()
	got, err := io.ReadAll(res.Body)
	return res.StatusCode, got, err
}

// tally counts what came of it all.
type tally struct {
	written, reads, waited, noRoom, unknown, kills, restores atomic.Int64
	mu                                                       sync.Mutex
	wrong                                                    []string
}

func (t *tally) String() string {
	return fmt.Sprintf("%d changes acknowledged and all there, %d told that there is no room, %d told to wait, %d cut off; %d reads; %d kills, %d restores",
		t.written.Load(), t.noRoom.Load(), t.waited.Load(), t.unknown.Load(), t.reads.Load(), t.kills.Load(), t.restores.Load())
}

func (t *tally) say(format string, args ...any) {
	t.mu.Lock()
	defer t.mu.Unlock()
	t.wrong = append(t.wrong, fmt.Sprintf(format, args...))
}

func (t *tally) read(status int, path string) {
	t.reads.Add(1)
	if status != http.StatusOK && status != http.StatusServiceUnavailable {
		t.say("GET %s: %d", path, status)
	}
}

func (t *tally) verdict() error {
	t.mu.Lock()
	defer t.mu.Unlock()
	if len(t.wrong) > 0 {
		return fmt.Errorf("%d answers were wrong, the first: %s", len(t.wrong), t.wrong[0])
	}
	if t.written.Load() == 0 || t.reads.Load() == 0 {
		return fmt.Errorf("nothing was done: %s", t)
	}
	return nil
}
