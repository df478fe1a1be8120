package store

import (
	"context"
	"encoding/json"
	"fmt"
	"sync"

	"github.com/jmoiron/sqlx"
)

// OwnMovement is a movement of a practice's own: as one of the library, but for its words,
// how well it answers, and what rules it out besides.
type OwnMovement struct {
	ID       string `db:"id" json:"id" pattern:"^own-[a-z0-9]{1,36}$"`
	Name     string `db:"name" json:"name" minLength:"1" maxLength:"80"`
	Alike    string `db:"alike" json:"alike" minLength:"1" maxLength:"60" doc:"Key of the movement that it is like: loads, needs, limits and cautions are that one's"`
	Standard string `db:"standard" json:"standard" maxLength:"300" doc:"What makes a rep count; empty for that of the other"`
	Easier   string `db:"easier" json:"easier" maxLength:"300"`
	Dose     string `db:"dose" json:"dose" maxLength:"300"`
	Caution  string `db:"caution" json:"caution" maxLength:"300" doc:"Said beside that of the other"`
	Quality  int    `db:"quality" json:"quality" minimum:"1" maximum:"100" doc:"How well it answers its need, in hundredths"`
	Spares   Words  `db:"spares" json:"spares" maxItems:"24" doc:"Limits that rule it out besides"`
	Words    Words  `db:"words" json:"words" maxItems:"20" doc:"By which it is looked for"`
}

// Handbook is what a practice keeps for all of its clients: movements of its own, those that it
// hides, and what it pays for materials. Rev rises with each change, Moves with those of its
// movements; 0 for one that has said nothing.
type Handbook struct {
	Rev, Moves int64
	Own        []OwnMovement
	Hidden     []string
	Prices     []Price
}

// HandbookKind is a kind of what a practice keeps.
type HandbookKind string

// The kinds, with what they are called by.
const (
	KeptMovement HandbookKind = "movement" // its id
	KeptHidden   HandbookKind = "hidden"   // the movement's key
	KeptPrice    HandbookKind = "price"    // Price.Key
)

// handbooks are those that were read, by practice.
type handbooks struct {
	mu  sync.Mutex
	all map[string]*Handbook
}

func (h *handbooks) get(practice string) (*Handbook, bool) {
	h.mu.Lock()
	defer h.mu.Unlock()
	one, ok := h.all[practice]
	return one, ok
}

func (h *handbooks) put(practice string, one *Handbook) {
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.all == nil {
		h.all = map[string]*Handbook{}
	}
	if had, ok := h.all[practice]; !ok || had.Rev <= one.Rev {
		h.all[practice] = one
	}
}

// Handbook reads what a practice keeps for all of its clients. It is not to be changed.
func (s *Store) Handbook(ctx context.Context, practice string) (out *Handbook, err error) {
	if one, ok := s.handbooks.get(practice); ok {
		return one, nil
	}
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		out, err = s.handbook(ctx, tx, practice)
		return err
	})
	return out, err
}

func (s *Store) handbook(ctx context.Context, tx *sqlx.Tx, practice string) (*Handbook, error) {
	if one, ok := s.handbooks.get(practice); ok {
		return one, nil
	}
	out, err := readHandbook(ctx, tx, practice)
	if err == nil {
		s.handbooks.put(practice, out)
	}
	return out, err
}

func readHandbook(ctx context.Context, tx *sqlx.Tx, practice string) (*Handbook, error) {
	out := &Handbook{Own: []OwnMovement{}, Hidden: []string{}, Prices: []Price{}}
	var all []struct {
		Kind  HandbookKind
		Key   string
		Value string
	}
	if err := tx.SelectContext(ctx, &all, "SELECT kind, key, value FROM practice_thing WHERE practice_id = ? ORDER BY kind, key",
		practice); err != nil {
		return nil, fmt.Errorf("read what a practice keeps: %w", err)
	}
	for _, one := range all {
		var err error
		switch one.Kind {
		case KeptMovement:
			m := OwnMovement{Spares: Words{}, Words: Words{}}
			err = json.Unmarshal([]byte(one.Value), &m)
			out.Own = append(out.Own, m)
		case KeptHidden:
			out.Hidden = append(out.Hidden, one.Key)
		case KeptPrice:
			var p Price
			err = json.Unmarshal([]byte(one.Value), &p)
			out.Prices = append(out.Prices, p)
		}
		if err != nil {
			return nil, fmt.Errorf("read %s %s of a practice: %w", one.Kind, one.Key, err)
		}
	}
	err := tx.QueryRowxContext(ctx, "SELECT coalesce(max(house_rev), 0), coalesce(max(moves_rev), 0) FROM practice WHERE id = ?",
		practice).Scan(&out.Rev, &out.Moves)
	if err != nil {
		return nil, fmt.Errorf("read a practice: %w", err)
	}
	return out, nil
}

// keptHandbook is how many changes of a practice are remembered.
const keptHandbook = 500

// SetHandbook keeps something of a practice, nil for no more; what it was is remembered, with who
// changed it.
func (s *Store) SetHandbook(ctx context.Context, practice, author string, kind HandbookKind, key string, value any) error {
	forth := ""
	if value != nil {
		text, err := json.Marshal(value)
		if err != nil {
			return err
		}
		forth = string(text)
	}
	var after *Handbook
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var back string
		const of = " WHERE practice_id = ? AND kind = ? AND key = ?"
		if err := tx.Get(&back, "SELECT coalesce((SELECT value FROM practice_thing"+of+"), '')", practice, kind, key); err != nil {
			return err
		}
		var err error
		if back != forth {
			err = setHandbook(tx, practice, author, kind, key, back, forth, s.now().UTC().Unix())
		}
		if err == nil {
			after, err = readHandbook(ctx, tx, practice)
		}
		return err
	})
	if err != nil {
		return fmt.Errorf("change a practice: %w", err)
	}
	s.handbooks.put(practice, after)
	return nil
}

func setHandbook(tx *sqlx.Tx, practice, author string, kind HandbookKind, key, back, forth string, at int64) error {
	queries := []struct {
		text string
		args []any
	}{
		{"DELETE FROM practice_thing WHERE practice_id = ? AND kind = ? AND key = ?", []any{practice, kind, key}},
		{"INSERT INTO practice_thing (practice_id, kind, key, value) SELECT ?, ?, ?, ?4 WHERE ?4 <> ''", []any{practice, kind, key, forth}},
		{"INSERT INTO practice_history (practice_id, author, at, kind, key, back, forth) VALUES (?, ?, ?, ?, ?, ?, ?)",
			[]any{practice, author, at, kind, key, back, forth}},
		{`DELETE FROM practice_history WHERE practice_id = ?1 AND seq <= (SELECT seq FROM practice_history WHERE practice_id = ?1 ORDER BY seq DESC LIMIT 1 OFFSET ?2)`, []any{practice, keptHandbook}},
		{"UPDATE practice SET house_rev = house_rev + 1, moves_rev = moves_rev + ? WHERE id = ?", []any{kind != KeptPrice, practice}},
	}
	for _, q := range queries {
		if _, err := tx.Exec(q.text, q.args...); err != nil {
			return err
		}
	}
	return nil
}

// HandbookChange is a remembered change of what a practice keeps. Back and Forth are what it was
// and what it became, as JSON; empty for nothing.
type HandbookChange struct {
	Seq   int64
	By    string // the consultant's id
	Name  string // the consultant's name, empty when there is no such account any more
	At    int64
	Kind  HandbookKind
	Key   string
	Back  string
	Forth string
}

// HandbookHistory lists what was changed of what a practice keeps, newest first.
func (s *Store) HandbookHistory(ctx context.Context, practice string) (all []HandbookChange, err error) {
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		return tx.SelectContext(ctx, &all, `SELECT seq, author AS by, at, kind, key, back, forth,
			coalesce((SELECT name FROM consultant WHERE id = author), '') AS name FROM practice_history WHERE practice_id = ? ORDER BY seq DESC`, practice)
	})
	return all, err
}

// UsedBy is how many clients of a practice have sets of a movement, tested or logged.
func (s *Store) UsedBy(ctx context.Context, practice, movement string) (n int, err error) {
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		return tx.GetContext(ctx, &n, `SELECT count(DISTINCT client_id) FROM log_sum WHERE practice_id = ? AND movement = ?`, practice, movement)
	})
	return n, err
}
