package main

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/signal"
	"strings"
	"syscall"
	"time"

	"scrappyrack/core/scale"
	"scrappyrack/internal/standin"
)

type standinCmd struct {
	Scale scaleCmd `cmd:"" help:"A scale: a line of hexadecimal digits for each packet, in the public Weight Measurement format, until it is stopped."`
}

type scaleCmd struct {
	Kind   string  `help:"hanging or bathroom." enum:"hanging,bathroom" default:"hanging"`
	Mass   float64 `help:"What is on it, in kg." default:"12.3"`
	Pounds bool    `help:"It measures in pounds."`
	Lose   float64 `help:"Share of its packets that are lost." default:"0.05"`
	Seed   uint64  `help:"Another seed makes other noise." default:"1"`
	To     string  `help:"Post the packets to a demo at this address, as a real scale's would be." placeholder:"http://127.0.0.1:8080"`
	As     string  `help:"Name of the scale there." default:"my-scale"`
}

func (c *scaleCmd) Run() error {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	s := standin.NewScale(standin.Kind(c.Kind), c.Seed)
	s.Lose(c.Lose)
	if c.Pounds {
		s.Unit(scale.Pounds)
	}
	s.Put(c.Mass)
	if c.To == "" {
		return s.Write(ctx, os.Stdout)
	}
	post, err := poster(ctx, strings.TrimRight(c.To, "/"), c.As)
	if err != nil {
		return err
	}
	return s.Write(ctx, post)
}

// poster signs in to a demo and posts each line as a packet.
func poster(ctx context.Context, url, name string) (writer, error) {
	jar, err := cookiejar.New(nil)
	if err != nil {
		return nil, err
	}
	client := &http.Client{Jar: jar, Timeout: 5 * time.Second}
	post := func(path string, body any) error {
		text, err := json.Marshal(body)
		if err != nil {
			return err
		}
		request, err := http.NewRequestWithContext(ctx, http.MethodPost, url+path, bytes.NewReader(text))
		if err != nil {
			return err
		}
		request.Header.Set("Content-Type", "application/json")
		response, err := client.Do(request)
		if err != nil {
			return fmt.Errorf("%s does not answer: %w", url, err)
		}
		defer func() { _ = response.Body.Close() }()
		// A measurement that did not succeed is heard, and answered so.
		if response.StatusCode >= 300 && response.StatusCode != http.StatusUnprocessableEntity {
			return fmt.Errorf("%s%s: %s", url, path, response.Status)
		}
		return nil
	}
	if err := post("/api/v1/session/demo", struct{}{}); err != nil {
		return nil, err
	}
	return func(line []byte) (int, error) {
		return len(line), post("/api/v1/scales/"+name+"/packets", map[string]any{"hex": []string{strings.TrimSpace(string(line))}})
	}, nil
}

type writer func([]byte) (int, error)

func (w writer) Write(b []byte) (int, error) { return w(b) }
