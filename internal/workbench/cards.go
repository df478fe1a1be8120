package workbench

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"maps"
	"slices"
	"sync"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// NeedInShort is a need in short: its working range, and how it is covered.
type NeedInShort struct {
	Key   string        `json:"key"`
	Lo    quantity.Mass `json:"lo"`
	Hi    quantity.Mass `json:"hi"`
	State string        `json:"state"`
	Timed bool          `json:"timed,omitempty"`
}

// Brief is what a list shows of a client, worked out. It holds until the client
// changes: what is due by a date is kept as that date.
type Brief struct {
	Units    string          `json:"units"`
	Lacks    string          `json:"lacks"`
	Covered  int             `json:"covered"`
	Marks    []NeedInShort   `json:"marks"`
	Holds    int             `json:"holds"`
	Free     float64         `json:"free_m2"`
	Ceiling  quantity.Length `json:"ceiling_m"`
	WeighAt  []int64         `json:"weigh_at"`   // when things are to be weighed again
	BandsDue []int64         `json:"bands_due"`  // when bands ask for something first
	Builds   []int64         `json:"builds_due"` // when builds ask for a test
}

// briefOf is what a file comes to in short, of what it comes to for each whom something is planned for.
func briefOf(f store.File, all []Results) Brief {
	r := all[0]
	b := Brief{
		Units: f.Profile.Units, Lacks: r.Lacks, Marks: []NeedInShort{}, Free: r.Client.Space.Free, Ceiling: ceilingOf(r),
		WeighAt: []int64{}, BandsDue: []int64{}, Builds: []int64{},
	}
	for _, r := range all {
		b.Covered += r.Board.Covered
		for _, c := range r.Board.Slots {
			key := c.Slot.Key
			if len(all) > 1 { // whose it is, before it
				key = r.Who + "." + key
			}
			b.Marks = append(b.Marks, NeedInShort{key, c.Slot.Lo, c.Slot.Hi, string(c.State), c.Slot.Timed})
		}
	}
	b.Holds = len(holdsOf(all))
	for _, l := range r.Loads {
		if l.AgainAt > 0 {
			b.WeighAt = append(b.WeighAt, l.AgainAt)
		}
	}
	for _, k := range r.Bands {
		if k.Band.Condition != "retired" && len(k.Dues) > 0 {
			b.BandsDue = append(b.BandsDue, slices.MinFunc(k.Dues, func(a, b band.Due) int { return int(a.At - b.At) }).At)
		}
	}
	for _, x := range r.Builds {
		if at := x.DueAt(); at > 0 {
			b.Builds = append(b.Builds, at)
		}
	}
	return b
}

// ceilingOf is the ceiling of the room that is trained in first, 0 when not measured.
func ceilingOf(r Results) quantity.Length {
	for _, room := range r.Client.Trained() {
		return room.Ceiling.Height
	}
	return 0
}

// due counts the times that have passed.
func due(times []int64, now int64) (n int) {
	for _, t := range times {
		if t < now {
			n++
		}
	}
	return n
}

// dueAt is when something of a client is due first; 0 for nothing.
func (b Brief) dueAt() int64 {
	all := slices.Concat(b.WeighAt, b.BandsDue, b.Builds)
	if len(all) == 0 {
		return 0
	}
	return max(1, slices.Min(all)) // what was due from the beginning of time is due
}

// gaps counts the needs that are not covered.
func (b Brief) gaps() (n int) {
	for _, m := range b.Marks {
		if m.State != "covered" {
			n++
		}
	}
	return n
}

// CardOf is a client in the list with its board in short, as it is today.
type CardOf struct {
	store.Listed
	Brief
	Due     int // things that were to be weighed again by now
	BandDue int // bands that asked for something by now
	Testing int // builds that asked for a test by now
}

// fresh are briefs that were worked out and are not kept yet.
type fresh struct {
	mu  sync.Mutex
	all map[[2]string]store.Derived
}

// mostFresh is how many wait before they are kept.
const mostFresh = 64

func (f *fresh) add(d store.Derived) (full bool) {
	f.mu.Lock()
	defer f.mu.Unlock()
	if f.all == nil {
		f.all = map[[2]string]store.Derived{}
	}
	key := [2]string{d.Practice, d.Client}
	if had, ok := f.all[key]; !ok || had.Revision <= d.Revision {
		f.all[key] = d
	}
	return len(f.all) >= mostFresh
}

// of are those of a practice, by client.
func (f *fresh) of(practice string) map[string]store.Derived {
	f.mu.Lock()
	defer f.mu.Unlock()
	out := map[string]store.Derived{}
	for k, d := range f.all {
		if k[0] == practice {
			out[k[1]] = d
		}
	}
	return out
}

func (f *fresh) drop(practice, client string) {
	f.mu.Lock()
	defer f.mu.Unlock()
	delete(f.all, [2]string{practice, client})
}

func (f *fresh) dropAll(practice string) {
	f.mu.Lock()
	defer f.mu.Unlock()
	maps.DeleteFunc(f.all, func(k [2]string, _ store.Derived) bool { return k[0] == practice })
}

func (f *fresh) take() (out []store.Derived) {
	f.mu.Lock()
	defer f.mu.Unlock()
	for _, d := range f.all {
		out = append(out, d)
	}
	f.all = nil
	return out
}

// noteCard notes what a list shows of a file that was worked out. It is written
// later, with others; what is lost is worked out anew.
func (b *Bench) noteCard(ctx context.Context, practice string, f store.File, all []Results) {
	brief := briefOf(f, all)
	text, err := json.Marshal(brief)
	if err == nil && b.fresh.add(store.Derived{Practice: practice, Client: f.ID, Revision: f.Revision, Card: string(text),
		DueAt: brief.dueAt(), Gaps: brief.gaps(), Moves: movesRev(f)}) {
		b.keepCards(ctx)
	}
}

func (b *Bench) keepCards(ctx context.Context) {
	if all := b.fresh.take(); len(all) > 0 {
		_ = b.store.Keep(context.WithoutCancel(ctx), b.rules, all) // a full disk keeps nothing: it is worked out again
	}
}

// Close ends what is done behind the answers, and keeps what is not kept yet.
func (b *Bench) Close() {
	b.behind.close()
	b.keepCards(context.Background())
}

// Find says which clients are looked for: those whose name contains a text, and of those
// all, what has something due, or what has needs that are not covered.
type Find struct {
	Contains string
	Show     string // "", "due" or "gaps"
	Limit    int
}

// Found are clients that were looked for: the first of them, and how many there are, of
// all with such a name.
type Found struct {
	Cards          []CardOf
	All, Due, Gaps int
	Matching       int // as many as are shown without a limit
	Waiting        int // of all, those not worked out yet: they count as nothing due and no gap
}

// Cards lists a practice's clients: those with something due first, then the newest change. A
// list works nobody out: who has changed in a way that was not worked out with it, as all have
// after a new build, is shown as before until the work behind the answer has come to them.
func (b *Bench) Cards(ctx context.Context, practice string, find Find) (out Found, err error) {
	noted := b.fresh.of(practice)
	seek := store.Seek{Contains: find.Contains, Show: find.Show, Limit: find.Limit, Rules: b.rules, Now: b.now().Unix()}
	all, err := b.store.List(ctx, practice, seek, slices.Collect(maps.Values(noted)))
	if err != nil {
		return out, err
	}
	if all.Waiting > 0 {
		b.behind.start(practice, b.workOut)
	}
	out = Found{All: all.All, Due: all.Due, Gaps: all.Gaps, Matching: all.Matching, Waiting: all.Waiting}
	ids := make([]string, len(all.Clients))
	for i, l := range all.Clients {
		ids[i] = l.ID
	}
	kept, err := b.store.Cards(ctx, practice, ids)
	if err != nil {
		return out, err
	}
	for _, l := range all.Clients {
		one := CardOf{Listed: l}
		text := kept[l.ID]
		if d := noted[l.ID]; d.Revision == l.Revision {
			text = cmp.Or(d.Card, text)
		}
		// One that no longer can be read is worked out again like one that there never was.
		if text == "" || json.Unmarshal([]byte(text), &one.Brief) != nil {
			one.Brief, one.Known = Brief{}, false
		}
		one.Due, one.BandDue, one.Testing = due(one.WeighAt, seek.Now), due(one.BandsDue, seek.Now), due(one.Builds, seek.Now)
		out.Cards = append(out.Cards, one)
	}
	return out, nil
}

// someTogether is how many clients are worked out before what came of it is kept.
const someTogether = 32

// workOut works out a practice's clients that are not known, one after the other, till all
// are or the bench is closed.
func (b *Bench) workOut(ctx context.Context, practice string) {
	for last := ""; ctx.Err() == nil; {
		ids, err := b.store.Unknown(ctx, practice, b.rules, last, someTogether)
		if err != nil || len(ids) == 0 {
			return // the next who asks for the list begins anew
		}
		for _, id := range ids {
			f, err := b.Load(ctx, practice, id)
			if errors.Is(err, store.ErrNotFound) {
				continue // erased meanwhile
			}
			if err != nil || ctx.Err() != nil {
				break
			}
			b.noteCard(ctx, practice, f, WorkAllAt(f, b.now())) // of no record: nobody works on them
		}
		b.keepCards(ctx)
		last = ids[len(ids)-1]
	}
}

// behind is work behind the answers, one practice after the other: it leaves the rest of
// the machine to who waits for an answer.
type behind struct {
	mu      sync.Mutex
	waiting []string
	runs    bool
	closed  bool
	stop    context.CancelFunc
	done    sync.WaitGroup
}

// start has something done for a practice, unless it waits to be or is being done.
func (w *behind) start(practice string, do func(context.Context, string)) {
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.closed || slices.Contains(w.waiting, practice) {
		return
	}
	w.waiting = append(w.waiting, practice)
	if w.runs {
		return
	}
	ctx, stop := context.WithCancel(context.Background())
	w.runs, w.stop = true, stop
	w.done.Go(func() {
		defer stop()
		for practice, more := w.first(); more; practice, more = w.next() {
			do(ctx, practice)
		}
	})
}

func (w *behind) first() (string, bool) {
	w.mu.Lock()
	defer w.mu.Unlock()
	w.runs = len(w.waiting) > 0 && !w.closed
	if !w.runs {
		return "", false
	}
	return w.waiting[0], true
}

// next forgets the practice that is done; it stands first till then.
func (w *behind) next() (string, bool) {
	w.mu.Lock()
	w.waiting = w.waiting[1:]
	w.mu.Unlock()
	return w.first()
}

// close ends what is being done and waits for it.
func (w *behind) close() {
	w.mu.Lock()
	w.closed = true
	if w.stop != nil {
		w.stop()
	}
	w.mu.Unlock()
	w.done.Wait()
}
