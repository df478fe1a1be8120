// Package standin simulates outside devices in this same binary: a hanging scale and
// a bathroom scale that send the packets a real one would.
package standin

import (
	"context"
	"encoding/hex"
	"fmt"
	"hash/fnv"
	"io"
	"math"
	"math/rand/v2"
	"sync"
	"time"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
	"scrappyrack/core/scale"
)

// Kind is a kind of scale.
type Kind string

// The kinds.
const (
	Hanging  Kind = "hanging"
	Bathroom Kind = "bathroom"
)

// Interval is how often a scale sends.
const Interval = 200 * time.Millisecond

// Scale is a simulated scale: what hangs from it swings and settles, its zero
// drifts, its reading is noisy and rounded to its display, and some packets are
// lost. It moves by Next alone, so that the same seed gives the same stream.
type Scale struct {
	kind Kind

	mu        sync.Mutex
	random    *rand.Rand
	now       time.Duration
	load      float64 // kg on it
	before    float64 // kg that was on it before
	changed   time.Duration
	drift     float64
	zero      float64
	unit      scale.Unit
	lost      float64 // share of packets
	unsettled int     // packets that say that measuring did not succeed
}

// traits are what a kind of scale is like (house values): display step, noise and
// drift a second in kg, and how it settles.
var traits = map[Kind]struct {
	step, noise, drift float64
	settles, swings    float64 // time constant in s, swings in rad/s
}{
	Hanging:  {0.02, 0.004, 0.0002, 0.5, 7},
	Bathroom: {0.1, 0.02, 0.0005, 0.35, 0},
}

// NewScale makes a scale of a kind that loses a twentieth of its packets.
func NewScale(kind Kind, seed uint64) *Scale {
	return &Scale{kind: kind, random: rand.New(rand.NewPCG(seed, seed^0x9e3779b9)), unit: scale.Kilograms, lost: 0.05}
}

// Put hangs or lays a mass in kg on it.
func (s *Scale) Put(kg float64) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.before, s.load, s.changed = s.shown()-s.drift+s.zero, kg, s.now
	if s.kind == Bathroom && math.Abs(kg-s.before) > 5 {
		s.unsettled = 2 // it weighs once it stands still
	}
}

// Zero takes what it shows now as nothing.
func (s *Scale) Zero() {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.zero += s.shown()
}

// Unit switches its unit.
func (s *Scale) Unit(u scale.Unit) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.unit = u
}

// Lose sets the share of packets that are lost, 0 to 1.
func (s *Scale) Lose(share float64) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.lost = math.Max(0, math.Min(1, share))
}

// shown is what is on it as it moves, without noise.
func (s *Scale) shown() float64 {
	t := traits[s.kind]
	since := (s.now - s.changed).Seconds()
	return s.load + (s.before-s.load)*math.Exp(-since/t.settles)*math.Cos(t.swings*since) + s.drift - s.zero
}

// Next is the packet of the next interval; ok is false when it is lost.
func (s *Scale) Next() (packet []byte, ok bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	t := traits[s.kind]
	s.now += Interval
	s.drift += t.drift * Interval.Seconds() * (s.random.Float64() - 0.4)
	kg := s.shown() + t.noise*s.random.NormFloat64()
	step := t.step
	if s.unit == scale.Pounds {
		step = 0.05 * quantity.PoundKg
		if s.kind == Bathroom {
			step = 0.2 * quantity.PoundKg
		}
	}
	kg = math.Max(0, math.Round(kg/step)*step)
	if s.random.Float64() < s.lost {
		return nil, false
	}
	packet, err := scale.Encode(scale.Measurement{Mass: quantity.Mass(kg), Unit: s.unit})
	if err != nil || s.unsettled > 0 {
		s.unsettled = max(0, s.unsettled-1)
		return []byte{0, 0xFF, 0xFF}, true
	}
	return packet, true
}

// Run sends packets until the context ends.
func (s *Scale) Run(ctx context.Context, send func([]byte)) {
	tick := time.NewTicker(Interval)
	defer tick.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
			if packet, ok := s.Next(); ok {
				send(packet)
			}
		}
	}
}

// Write sends packets as lines of hexadecimal digits until the context ends or the
// writer fails.
func (s *Scale) Write(ctx context.Context, w io.Writer) error {
	ctx, stop := context.WithCancel(ctx)
	defer stop()
	var failed error
	s.Run(ctx, func(packet []byte) {
		if _, err := fmt.Fprintln(w, hex.EncodeToString(packet)); err != nil {
			failed = err
			stop()
		}
	})
	return failed
}

// Pulled is a band that is pulled from the scale to a length.
type Pulled struct {
	Band             string
	Kind             band.Kind
	Rest             quantity.Length
	Width, Thickness quantity.Length
	Length           quantity.Length
	Releasing        bool
}

// Share of the pull that a simulated band loses on the way back.
const hysteresis = 0.09

// Force is what a band would pull. Bands that look alike differ: each has rubber of
// its own, by its id.
func (p Pulled) Force() (quantity.Force, error) {
	width, thickness := p.Width, p.Thickness
	if width == 0 || thickness == 0 {
		width, thickness = 0.022, 0.0045
	}
	c, err := band.Estimate(p.Rest, p.Kind.Strands(), width, thickness)
	if err != nil {
		return 0, err
	}
	h := fnv.New64a()
	_, _ = h.Write([]byte(p.Band))
	own := rand.New(rand.NewPCG(h.Sum64(), 1))
	c.A0C1 *= quantity.Force(0.75 + 0.5*own.Float64())
	c.A0C2 *= quantity.Force(0.5 + 3*own.Float64())
	force := c.Force(p.Length)
	if p.Releasing {
		force *= 1 - hysteresis
	}
	return force, nil
}

// Pull hangs on the scale what a band pulls.
func (s *Scale) Pull(p Pulled) error {
	force, err := p.Force()
	if err == nil {
		s.Put(float64(band.Kgf(force)))
	}
	return err
}
