package workbench

import (
	"context"
	"errors"
	"sync"
	"time"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/scale"
)

// ScaleReading is one reading of a scale as it came.
type ScaleReading struct {
	Seq  int64
	At   int64 // ms, Unix
	Mass quantity.Mass
	Unit scale.Unit
	Seen scale.Seen
}

// line is what one scale of one practice has said lately.
type line struct {
	judge    scale.Judge
	readings []ScaleReading
	failed   int64 // measurements that did not succeed
	more     chan struct{}
	heard    int64
}

// Scales are the scales that practices listen to. What a scale says reaches only the
// practice that it was told to.
type Scales struct {
	mu    sync.Mutex
	lines map[scaleKey]*line
	now   func() time.Time
}

type scaleKey struct{ practice, scale string }

// NewScales makes them; now is the clock.
func NewScales(now func() time.Time) *Scales {
	return &Scales{lines: map[scaleKey]*line{}, now: now}
}

// Bounds of what is remembered: readings of a scale, scales of a practice.
const (
	keptReadings = 32
	mostScales   = 16
)

func (s *Scales) line(practice, key string) *line {
	k := scaleKey{practice, key}
	l, ok := s.lines[k]
	if ok {
		return l
	}
	var oldest scaleKey
	n := 0
	for other, l := range s.lines {
		if other.practice == practice {
			if n++; n == 1 || l.heard < s.lines[oldest].heard {
				oldest = other
			}
		}
	}
	if n >= mostScales {
		delete(s.lines, oldest)
	}
	l = &line{more: make(chan struct{}), judge: scale.Judge{Scatter: load.Scale{Key: key}.Scatter(0)}}
	s.lines[k] = l
	return l
}

// Hear takes one packet of a scale. The error is a *scale.PacketError when it says
// nothing; the scale has been heard all the same when its measurement did not
// succeed.
func (s *Scales) Hear(practice, key string, packet []byte) (ScaleReading, error) {
	m, err := scale.Decode(packet)
	var bad *scale.PacketError
	if errors.As(err, &bad) && !bad.Unsuccessful {
		return ScaleReading{}, err
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	l := s.line(practice, key)
	l.heard = s.now().UnixMilli()
	if err != nil {
		l.failed++
	} else {
		r := ScaleReading{At: l.heard, Mass: m.Mass, Unit: m.Unit, Seen: l.judge.Add(l.heard, m.Mass), Seq: 1}
		if n := len(l.readings); n > 0 {
			r.Seq = l.readings[n-1].Seq + 1
		}
		if l.readings = append(l.readings, r); len(l.readings) > keptReadings {
			l.readings = l.readings[1:]
		}
	}
	close(l.more)
	l.more = make(chan struct{})
	if err != nil {
		return ScaleReading{}, err
	}
	return l.readings[len(l.readings)-1], nil
}

// Since are the readings after one, oldest first; it waits for the next when there
// is none yet, at most so long. heard is when the scale was last heard of, in ms, 0
// for never; failed counts the measurements that did not succeed.
func (s *Scales) Since(ctx context.Context, practice, key string, after int64, wait time.Duration) (readings []ScaleReading, heard,
	failed int64) {
	deadline := time.NewTimer(wait)
	defer deadline.Stop()
	for {
		s.mu.Lock()
		l := s.line(practice, key)
		for _, r := range l.readings {
			if r.Seq > after {
				readings = append(readings, r)
			}
		}
		heard, failed = l.heard, l.failed
		more := l.more
		s.mu.Unlock()
		if len(readings) > 0 || wait <= 0 {
			return readings, heard, failed
		}
		select {
		case <-more:
		case <-deadline.C:
			return nil, heard, failed
		case <-ctx.Done():
			return nil, heard, failed
		}
	}
}

// Last is the number of the last reading of a scale, 0 before the first.
func (s *Scales) Last(practice, key string) int64 {
	s.mu.Lock()
	defer s.mu.Unlock()
	if l, ok := s.lines[scaleKey{practice, key}]; ok && len(l.readings) > 0 {
		return l.readings[len(l.readings)-1].Seq
	}
	return 0
}

// Heard lists the scales that a practice has heard from in the last so long.
func (s *Scales) Heard(practice string, within time.Duration) []string {
	s.mu.Lock()
	defer s.mu.Unlock()
	var out []string
	for k, l := range s.lines {
		if k.practice == practice && l.heard > 0 && s.now().UnixMilli()-l.heard <= within.Milliseconds() {
			out = append(out, k.scale)
		}
	}
	return out
}
