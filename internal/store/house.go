package store

import (
	"context"
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

// House is what a practice keeps for all of its clients: movements of its own, those that it
// hides, and what it pays for materials. Rev rises with each change; 0 for one that has said nothing.
type House struct {
	Rev    int64
	Own    []OwnMovement
	Hidden []string
	Prices []Price
}

// houses are those that were read, by practice.
type houses struct {
	mu  sync.Mutex
	all map[string]*House
}

func (h *houses) get(practice string) (*House, bool) {
	h.mu.Lock()
	defer h.mu.Unlock()
	one, ok := h.all[practice]
	return one, ok
}

func (h *houses) put(practice string, one *House) {
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.all == nil {
		h.all = map[string]*House{}
	}
	if had, ok := h.all[practice]; !ok || had.Rev <= one.Rev {
		h.all[practice] = one
	}
}

// House reads what a practice keeps for all of its clients. It is not to be changed.
func (s *Store) House(ctx context.Context, practice string) (out *House, err error) {
	if one, ok := s.houses.get(practice); ok {
		return one, nil
	}
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		out, err = s.house(ctx, tx, practice)
		return err
	})
	return out, err
}

func (s *Store) house(ctx context.Context, tx *sqlx.Tx, practice string) (*House, error) {
	if one, ok := s.houses.get(practice); ok {
		return one, nil
	}
	out := &House{Own: []OwnMovement{}, Hidden: []string{}, Prices: []Price{}}
	if err := tx.SelectContext(ctx, &out.Own, "SELECT id, name, alike, standard, easier, dose, caution, quality, spares, words FROM practice_movement WHERE practice_id = ? ORDER BY id", practice); err != nil {
		return nil, fmt.Errorf("read own movements: %w", err)
	}
	if err := tx.SelectContext(ctx, &out.Hidden, "SELECT movement FROM practice_hidden WHERE practice_id = ? ORDER BY movement", practice); err != nil {
		return nil, fmt.Errorf("read hidden movements: %w", err)
	}
	if err := tx.SelectContext(ctx, &out.Prices, "SELECT good, currency, minor FROM practice_price WHERE practice_id = ? ORDER BY good, currency", practice); err != nil {
		return nil, fmt.Errorf("read prices: %w", err)
	}
	if err := tx.GetContext(ctx, &out.Rev, "SELECT coalesce(max(house_rev), 0) FROM practice WHERE id = ?", practice); err != nil {
		return nil, fmt.Errorf("read a practice: %w", err)
	}
	s.houses.put(practice, out)
	return out, nil
}

// PutOwn keeps a movement of a practice's own.
func (s *Store) PutOwn(ctx context.Context, practice string, m OwnMovement) error {
	some((*[]string)(&m.Spares))
	some((*[]string)(&m.Words))
	return s.changeHouse(ctx, practice, func(tx *sqlx.Tx) error {
		_, err := tx.Exec(`INSERT INTO practice_movement (practice_id, id, name, alike, standard, easier, dose, caution, quality, spares, words) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
			ON CONFLICT (practice_id, id) DO UPDATE SET name = excluded.name, alike = excluded.alike, standard = excluded.standard, easier = excluded.easier, dose = excluded.dose, caution = excluded.caution, quality = excluded.quality, spares = excluded.spares, words = excluded.words`,
			practice, m.ID, m.Name, m.Alike, m.Standard, m.Easier, m.Dose, m.Caution, m.Quality, m.Spares, m.Words)
		return err
	})
}

// Hide hides a movement from a practice, or shows it again.
func (s *Store) Hide(ctx context.Context, practice, movement string, hidden bool) error {
	query := "DELETE FROM practice_hidden WHERE practice_id = ? AND movement = ?"
	if hidden {
		query = "INSERT INTO practice_hidden (practice_id, movement) VALUES (?, ?) ON CONFLICT DO NOTHING"
	}
	return s.changeHouse(ctx, practice, func(tx *sqlx.Tx) error {
		_, err := tx.Exec(query, practice, movement)
		return err
	})
}

// PutPrice keeps what a practice pays for a size of a material.
func (s *Store) PutPrice(ctx context.Context, practice string, p Price) error {
	return s.changeHouse(ctx, practice, func(tx *sqlx.Tx) error {
		_, err := tx.Exec(`INSERT INTO practice_price (practice_id, good, currency, minor) VALUES (?, ?, ?, ?)
			ON CONFLICT (practice_id, good, currency) DO UPDATE SET minor = excluded.minor`, practice, p.Good, p.Currency, p.Minor)
		return err
	})
}

// DropPrice goes back to the sample price of a size of a material.
func (s *Store) DropPrice(ctx context.Context, practice, good, currency string) error {
	return s.changeHouse(ctx, practice, func(tx *sqlx.Tx) error {
		_, err := tx.Exec("DELETE FROM practice_price WHERE practice_id = ? AND good = ? AND currency = ?", practice, good, currency)
		return err
	})
}

// changeHouse changes what a practice keeps; what lists show of its clients is worked out
// anew.
func (s *Store) changeHouse(ctx context.Context, practice string, do func(tx *sqlx.Tx) error) error {
	var after *House
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := do(tx); err != nil {
			return fmt.Errorf("change a practice: %w", err)
		}
		if _, err := tx.Exec("UPDATE practice SET house_rev = house_rev + 1 WHERE id = ?", practice); err != nil {
			return fmt.Errorf("change a practice: %w", err)
		}
		if _, err := tx.Exec("DELETE FROM client_card WHERE practice_id = ?", practice); err != nil {
			return fmt.Errorf("change a practice: %w", err)
		}
		fresh := &Store{}
		var err error
		after, err = fresh.house(ctx, tx, practice)
		return err
	})
	if err == nil {
		s.houses.put(practice, after)
	}
	return err
}
