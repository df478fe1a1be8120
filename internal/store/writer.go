package store

import (
	"context"
	"fmt"
	"runtime/debug"
	"sync"
	"sync/atomic"
	"time"

	"github.com/jmoiron/sqlx"
)

// Bounds of the writer.
const (
	// mostWaiting is how many changes may wait for their turn.
	mostWaiting = 512
	// longestTurn is how long one may wait for it.
	longestTurn = 5 * time.Second
	// mostTogether is how many are written in one transaction.
	mostTogether = 64
)

// writer is the one connection that writes. Changes wait in its queue; those that
// are there together are written in one transaction, each within a savepoint of
// its own, and are acknowledged when that is on the disk.
type writer struct {
	db    *sqlx.DB
	queue chan *turn
	ended chan struct{}
	once  sync.Once
	// sends are let in until the queue is closed.
	gate   sync.RWMutex
	closed bool
}

// turn is one change that waits to be written. Its state goes from waiting to
// either taken or left.
type turn struct {
	do    func(*sqlx.Tx) error
	state atomic.Int32
	done  chan struct{}
	err   error
	panic any
}

const (
	waiting = iota
	taken
	left
)

func newWriter(db *sqlx.DB) *writer {
	db.SetMaxOpenConns(1)
	w := &writer{db: db, queue: make(chan *turn, mostWaiting), ended: make(chan struct{})}
	go w.run()
	return w
}

// close writes what waits, and ends.
func (w *writer) close() {
	w.once.Do(func() {
		w.gate.Lock()
		w.closed = true
		close(w.queue)
		w.gate.Unlock()
	})
	<-w.ended
}

// do has a function run in a transaction, and returns when that is on the disk or
// has failed. It gives up (ErrBusy, or the context's error) only while its turn has
// not come: then nothing was done.
func (w *writer) do(ctx context.Context, do func(*sqlx.Tx) error) error {
	t := &turn{do: do, done: make(chan struct{})}
	if err := w.enter(t); err != nil {
		return err
	}
	patience := time.NewTimer(longestTurn)
	defer patience.Stop()
	var why error
	select {
	case <-t.done:
	case <-patience.C:
		why = fmt.Errorf("%w: waited %v for a turn to write", ErrBusy, longestTurn)
	case <-ctx.Done():
		why = ctx.Err()
	}
	if why != nil {
		if t.state.CompareAndSwap(waiting, left) {
			return why
		}
		<-t.done // it is being written: what comes of it counts
	}
	if t.panic != nil {
		panic(t.panic)
	}
	return told(t.err)
}

func (w *writer) enter(t *turn) error {
	w.gate.RLock()
	defer w.gate.RUnlock()
	if w.closed {
		return fmt.Errorf("%w: the store is closed", ErrUnwritable)
	}
	select {
	case w.queue <- t:
		return nil
	default:
		return fmt.Errorf("%w: %d wait already", ErrBusy, mostWaiting)
	}
}

func (w *writer) run() {
	defer close(w.ended)
	for t := range w.queue {
		if all := w.together(t); len(all) > 0 {
			w.commit(all)
		}
	}
}

// together are the changes that wait right now, the first of them given.
func (w *writer) together(first *turn) []*turn {
	var all []*turn
	for t := first; t != nil; {
		if t.state.CompareAndSwap(waiting, taken) {
			all = append(all, t)
		}
		t = nil
		if len(all) < mostTogether {
			select {
			case t = <-w.queue:
			default:
			}
		}
	}
	return all
}

// commit writes changes in one transaction and answers each. A change that fails
// leaves the others; when it takes the transaction with it, as a full disk does,
// those are written one by one.
func (w *writer) commit(all []*turn) {
	kept, again := w.attempt(all)
	for _, t := range kept {
		close(t.done)
	}
	for _, t := range again {
		t.err, t.panic = nil, nil
		w.attempt([]*turn{t})
		close(t.done)
	}
}

// attempt runs changes in one transaction. What comes back second has to be tried
// again by itself.
func (w *writer) attempt(all []*turn) (answered, again []*turn) {
	failed := func(err error) ([]*turn, []*turn) {
		if len(all) > 1 {
			return nil, all
		}
		all[0].err = err
		return all, nil
	}
	// Nobody's leaving interrupts it: that would end the transaction of all.
	tx, err := w.db.BeginTxx(context.Background(), nil)
	if err != nil {
		return failed(fmt.Errorf("begin: %w", err))
	}
	for _, t := range all {
		if _, err := tx.Exec("SAVEPOINT turn"); err != nil {
			_ = tx.Rollback()
			return failed(err)
		}
		t.run(tx)
		end := "RELEASE turn"
		if t.err != nil || t.panic != nil {
			end = "ROLLBACK TO turn; RELEASE turn"
		}
		if _, err := tx.Exec(end); err != nil {
			_ = tx.Rollback()
			if len(all) == 1 && t.err == nil {
				t.err = err
			}
			if len(all) == 1 {
				return all, nil
			}
			return nil, all
		}
	}
	if err := tx.Commit(); err != nil {
		_ = tx.Rollback()
		return failed(fmt.Errorf("commit: %w", err))
	}
	return all, nil
}

// run runs one change; a panic of it goes to who asked for it.
func (t *turn) run(tx *sqlx.Tx) {
	defer func() {
		if r := recover(); r != nil {
			t.panic = fmt.Sprintf("%v\n%s", r, debug.Stack())
		}
	}()
	t.err, t.panic = nil, nil
	t.err = t.do(tx)
}
