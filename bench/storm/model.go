package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"math/rand/v2"
	"net/http"
	"strings"
	"sync"
)

// kept is what a client is known to be: the minutes of its profile, the count of each of
// its things, and the repetitions of each set of its log.
type kept struct {
	Minutes int
	Things  map[string]int
	Log     map[string]int
}

func (k kept) copy() kept { return kept{k.Minutes, maps.Clone(k.Things), maps.Clone(k.Log)} }

func (k kept) same(o kept) bool {
	return k.Minutes == o.Minutes && maps.Equal(k.Things, o.Things) && maps.Equal(k.Log, o.Log)
}

// differs says what is acknowledged and not there, and the other way round.
func (k kept) differs(now kept) string {
	var out []string
	if k.Minutes != now.Minutes {
		out = append(out, fmt.Sprintf("minutes %d, there are %d", k.Minutes, now.Minutes))
	}
	for what, pair := range map[string][2]map[string]int{"thing": {k.Things, now.Things}, "set": {k.Log, now.Log}} {
		for id, n := range pair[0] {
			if got, ok := pair[1][id]; !ok || got != n {
				out = append(out, fmt.Sprintf("%s %s of %d, there is %d", what, id, n, got))
			}
		}
		for id := range pair[1] {
			if _, ok := pair[0][id]; !ok {
				out = append(out, fmt.Sprintf("%s %s is there and was not acknowledged", what, id))
			}
		}
	}
	return strings.Join(out[:min(len(out), 5)], ", ")
}

// model is one writer, and what has been acknowledged to it. When a change was cut off it
// may have been kept or not: then there are two that may be.
type model struct {
	house    *house
	tally    *tally
	draw     *rand.Rand
	caller   *caller
	id       string
	revision int64
	may      []kept
	next     int
	// sure are the sets of the log that were acknowledged when a copy was begun, and have
	// not been taken out since it was.
	sure map[string]int
	mu   sync.Mutex // of may and sure, while a copy is begun
}

type file struct {
	Revision int64
	Profile  map[string]any
	Things   []struct {
		ID    string
		Count int
	}
}

func (m *model) begin(name string) error {
	c, err := m.house.signedIn()
	if err != nil {
		return err
	}
	m.caller = c
	status, got, err := c.ask(context.Background(), "POST", "/clients", map[string]string{"name": name}, 0)
	if err != nil || status != http.StatusCreated {
		return fmt.Errorf("add a client: %d %w", status, err)
	}
	var d struct{ File struct{ ID string } }
	if err := json.Unmarshal(got, &d); err != nil {
		return err
	}
	m.id = d.File.ID
	_, now, err := m.read()
	m.may = []kept{now}
	return err
}

// read is the client as the server has it.
func (m *model) read() (file, kept, error) {
	var d struct{ File file }
	out := kept{Things: map[string]int{}, Log: map[string]int{}}
	status, got, err := m.caller.ask(context.Background(), "GET", "/clients/"+m.id, nil, 0)
	if err == nil && status != http.StatusOK {
		err = fmt.Errorf("read %s: %d %s", m.id, status, got)
	}
	if err == nil {
		err = json.Unmarshal(got, &d)
	}
	if err != nil {
		return d.File, out, err
	}
	m.revision = d.File.Revision
	minutes, _ := d.File.Profile["minutes"].(float64)
	out.Minutes = int(minutes)
	for _, t := range d.File.Things {
		out.Things[t.ID] = t.Count
	}
	sums := map[string][3]int64{}
	for next := ""; ; {
		var page struct {
			Sets []struct {
				ID, Movement string
				Reps         int64
				LoadG        int64 `json:"load_g"`
			}
			Next string
		}
		status, got, err := m.caller.ask(context.Background(), "GET", "/clients/"+m.id+"/log?limit=200&after="+next, nil, 0)
		if err != nil || status != http.StatusOK {
			return d.File, out, errors.Join(err, fmt.Errorf("read log: %d", status))
		}
		if err := json.Unmarshal(got, &page); err != nil {
			return d.File, out, err
		}
		for _, s := range page.Sets {
			out.Log[s.ID] = int(s.Reps)
			was := sums[s.Movement]
			sums[s.Movement] = [3]int64{was[0] + 1, was[1] + s.Reps, was[2] + s.Reps*s.LoadG}
		}
		if next = page.Next; next == "" {
			break
		}
	}
	return d.File, out, m.sums(sums)
}

// sums holds the kept sums of the log against those of its sets.
func (m *model) sums(want map[string][3]int64) error {
	var have []struct {
		Movement   string
		Sets, Reps int64
		MovedG     int64 `json:"moved_g"`
	}
	status, got, err := m.caller.ask(context.Background(), "GET", "/clients/"+m.id+"/log/sums", nil, 0)
	if err != nil || status != http.StatusOK {
		return errors.Join(err, fmt.Errorf("read sums: %d", status))
	}
	if err := json.Unmarshal(got, &have); err != nil {
		return err
	}
	got2 := map[string][3]int64{}
	for _, h := range have {
		got2[h.Movement] = [3]int64{h.Sets, h.Reps, h.MovedG}
	}
	if !maps.Equal(want, got2) {
		return fmt.Errorf("the sums of %s are %v, of its sets %v", m.id, got2, want)
	}
	return nil
}

// write makes one change after the other until it is told to stop or the server is gone.
func (m *model) write(ctx context.Context) {
	for ctx.Err() == nil {
		if !m.change(false) {
			return
		}
	}
}

// fill writes what needs room.
func (m *model) fill(ctx context.Context) {
	c, err := m.house.signedIn()
	if err != nil {
		return // there is no room for a session
	}
	m.caller = c
	for ctx.Err() == nil {
		if !m.change(true) {
			return
		}
	}
}

// change makes one change; false when the server did not answer.
func (m *model) change(grows bool) bool {
	last := m.may[len(m.may)-1]
	then := last.copy()
	method, path, body := "PUT", "", any(nil)
	what := m.draw.IntN(6)
	if grows {
		what = 2
	}
	switch what {
	case 0:
		f, _, err := m.read()
		if err != nil {
			return false
		}
		then.Minutes = 10 + m.draw.IntN(100)
		f.Profile["minutes"] = then.Minutes
		path, body = "/profile", f.Profile
	case 1, 2, 3:
		m.next++
		id := fmt.Sprintf("s%d", m.next)
		sets := []map[string]any{}
		for i := range 1 + m.draw.IntN(20) {
			one := fmt.Sprintf("%s-%d", id, i)
			then.Log[one] = 1 + m.draw.IntN(20)
			sets = append(sets, map[string]any{"id": one, "done_at": m.next, "movement": []string{"one-hand-row", "goblet-squat"}[i%2],
				"load_g": 1000 * i, "reps": then.Log[one], "reserve": 2})
		}
		method, path, body = "POST", "/log", map[string]any{"sets": sets}
	case 4:
		for id := range then.Log {
			delete(then.Log, id)
			method, path = "DELETE", "/log/"+id
			break
		}
	case 5:
		id := fmt.Sprintf("t%d", m.draw.IntN(12))
		if _, there := then.Things[id]; there && m.draw.IntN(2) == 0 {
			delete(then.Things, id)
			method, path = "DELETE", "/things/"+id
		} else {
			then.Things[id] = 1 + m.draw.IntN(99)
			path, body = "/things/"+id, map[string]any{"id": id, "name": "thing " + id, "mass_kg": 1, "half_kg": 0, "volume_l": 1,
				"count": then.Things[id], "hard": false, "sharp": false, "spare": true}
		}
	}
	if path == "" {
		return true
	}
	status, got, err := m.caller.ask(context.Background(), method, "/clients/"+m.id+path, body, m.revision)
	switch {
	case err != nil:
		m.tally.unknown.Add(1)
		m.settle(last, then)
		return false
	case status == http.StatusOK || status == http.StatusNoContent:
		m.tally.written.Add(1)
		m.settle(then)
		if status == http.StatusOK {
			var w struct{ Changes struct{ Revision int64 } }
			if json.Unmarshal(got, &w) == nil {
				m.revision = w.Changes.Revision
			}
		}
	case status == http.StatusServiceUnavailable:
		m.tally.waited.Add(1)
	case status == http.StatusInsufficientStorage:
		m.tally.noRoom.Add(1)
	default:
		m.tally.say("%s %s: %d %s", method, path, status, strings.TrimSpace(string(got)))
	}
	return true
}

// look signs in again, since the server was away, and reads the client.
func (m *model) look() (now kept, err error) {
	if m.caller, err = m.house.signedIn(); err != nil {
		return now, err
	}
	_, now, err = m.read()
	return now, err
}

// verify holds what the server has against what may be.
func (m *model) verify() error {
	now, err := m.look()
	if err != nil {
		return err
	}
	for _, may := range m.may {
		if now.same(may) {
			m.may = []kept{now}
			return nil
		}
	}
	var apart []string
	for _, may := range m.may {
		apart = append(apart, may.differs(now))
	}
	return fmt.Errorf("%s is not what was acknowledged: %s", m.id, strings.Join(apart, "; or "))
}

// mark notes what a copy that is begun now has to hold.
func (m *model) mark() {
	m.mu.Lock()
	defer m.mu.Unlock()
	m.sure = maps.Clone(m.may[len(m.may)-1].Log)
}

// adopt goes on from what a restored copy has, which holds what it has to.
func (m *model) adopt() error {
	now, err := m.look()
	if err != nil {
		return err
	}
	for id, n := range m.sure {
		if now.Log[id] != n {
			return fmt.Errorf("%s: the copy lacks %s, which was acknowledged before it was begun", m.id, id)
		}
	}
	m.may = []kept{now}
	return nil
}

// settle notes what may be now.
func (m *model) settle(may ...kept) {
	m.mu.Lock()
	defer m.mu.Unlock()
	m.may = may
	for _, one := range may { // what may have been taken out need not be in a copy
		maps.DeleteFunc(m.sure, func(id string, _ int) bool { _, there := one.Log[id]; return !there })
	}
}
