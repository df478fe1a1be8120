// Command storm has a server written to and read from by many while it is killed, backed
// up, restored and has no room on its disk, and holds what it then keeps against a model
// of what it has acknowledged. What it does is drawn from a seed.
package main

import (
	"context"
	"flag"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"sync"
	"time"
)

func main() {
	seed := flag.Uint64("seed", 1, "what it does is drawn from this")
	lasts := flag.Duration("for", time.Minute, "how long")
	binary := flag.String("binary", "bin/scrappyrack", "the server")
	writers := flag.Int("writers", 8, "how many write, each a client of their own")
	flag.Parse()
	if err := run(*binary, *seed, *lasts, *writers); err != nil {
		fmt.Fprintln(os.Stderr, "storm:", err)
		os.Exit(1)
	}
}

// storm is the weather: a server that comes and goes, and what it has acknowledged.
type storm struct {
	at      *house
	draw    *rand.Rand
	models  []*model
	tally   tally
	backups int
}

func run(binary string, seed uint64, lasts time.Duration, writers int) error {
	dir, err := os.MkdirTemp("", "scrappyrack-storm-")
	if err != nil {
		return err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	path, err := filepath.Abs(binary)
	if err != nil {
		return err
	}
	s := &storm{at: &house{binary: path, data: filepath.Join(dir, "data"), dir: dir}, draw: rand.New(rand.NewPCG(seed, 1))}
	if err := s.at.start(0); err != nil {
		return err
	}
	defer s.at.kill()
	for i := range writers {
		m := &model{house: s.at, tally: &s.tally, draw: rand.New(rand.NewPCG(seed, uint64(i+2)))}
		if err := m.begin(fmt.Sprint("Writer ", i)); err != nil {
			return err
		}
		s.models = append(s.models, m)
	}
	ends := time.Now().Add(lasts)
	for round := 0; time.Now().Before(ends); round++ {
		if err := s.round(round); err != nil {
			return fmt.Errorf("seed %d, round %d: %w", seed, round, err)
		}
	}
	fmt.Printf("seed %d: %s; %d backups\n", seed, &s.tally, s.backups)
	return s.tally.verdict()
}

// round has everybody at work for a while, does one of what is done to servers, and looks
// over what is left.
func (s *storm) round(n int) error {
	ctx, stop := context.WithCancel(context.Background())
	var all sync.WaitGroup
	for _, m := range s.models {
		all.Go(func() { m.write(ctx) })
	}
	for range 4 {
		all.Go(func() { s.read(ctx) })
	}
	end := func() {
		stop()
		all.Wait()
	}
	time.Sleep(time.Duration(300+s.draw.IntN(1200)) * time.Millisecond)
	var err error
	switch what := n % 4; what {
	case 0, 2:
		s.tally.kills.Add(1)
		s.at.kill()
		end()
	case 1:
		err = s.backup(end)
	case 3:
		err = s.full(end)
	}
	if err != nil {
		return err
	}
	if err := s.at.command("check", "--data", s.at.data); err != nil {
		return err
	}
	return s.back((*model).verify)
}

// back has the server start again, and each look at what it then has.
func (s *storm) back(look func(*model) error) error {
	if err := s.at.start(0); err != nil {
		return err
	}
	for _, m := range s.models {
		if err := look(m); err != nil {
			return err
		}
	}
	return nil
}

// backup makes a copy while all are at work, and half of the time puts it in place of what
// came to be since: what was acknowledged before the copy was begun is in it.
func (s *storm) backup(end func()) error {
	s.backups++
	copied := filepath.Join(s.at.dir, fmt.Sprintf("copy-%d.db", s.backups))
	for _, m := range s.models {
		m.mark()
	}
	if err := s.at.command("backup", copied, "--data", s.at.data); err != nil {
		return err
	}
	if err := s.at.command("check", copied); err != nil {
		return err
	}
	if err := s.at.command("restore", copied, "--data", s.at.data); err == nil {
		return fmt.Errorf("a restore under a running server was not refused")
	}
	s.at.kill()
	end()
	if s.draw.IntN(2) == 0 {
		return nil
	}
	s.tally.restores.Add(1)
	if err := s.at.command("restore", copied, "--data", s.at.data); err != nil {
		return err
	}
	if err := s.back((*model).adopt); err != nil {
		return err
	}
	s.at.kill()
	return nil
}

// full has the server start with no room to grow: reads go on, and every change is either
// kept or refused.
func (s *storm) full(end func()) error {
	s.at.kill()
	end()
	at, err := os.Stat(filepath.Join(s.at.data, "scrappyrack.db"))
	if err != nil {
		return err
	}
	if err := s.back((*model).verify); err != nil {
		return err
	}
	s.at.kill()
	if err := s.at.start(int(at.Size()>>20) + 1); err != nil {
		return err
	}
	ctx, stop := context.WithTimeout(context.Background(), 2*time.Second)
	defer stop()
	var all sync.WaitGroup
	for _, m := range s.models {
		all.Go(func() { m.fill(ctx) })
	}
	all.Go(func() { s.read(ctx) })
	all.Wait()
	s.at.kill()
	return nil
}

// read looks at what everybody looks at.
func (s *storm) read(ctx context.Context) {
	c, err := s.at.signedIn()
	if err != nil {
		return // the server is down: others say so
	}
	for i := 0; ctx.Err() == nil; i++ {
		m := s.models[i%len(s.models)]
		for _, path := range []string{"/clients", "/clients/" + m.id + "?station=needs", "/clients/demo-garage/plan",
			"/clients/" + m.id + "/log?limit=20"} {
			status, _, err := c.ask(ctx, "GET", path, nil, 0)
			if err != nil {
				return
			}
			s.tally.read(status, path)
		}
	}
}
