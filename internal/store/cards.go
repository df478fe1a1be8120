package store

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"unicode"

	"github.com/jmoiron/sqlx"
	"golang.org/x/text/cases"
	"golang.org/x/text/runes"
	"golang.org/x/text/transform"
	"golang.org/x/text/unicode/norm"
)

// Listed is a client in a list, in short: when something of it is due first (0: nothing), and
// how many of its needs are not covered. Known is whether that was worked out as it stands, by
// a rule set; what it was before holds until then.
type Listed struct {
	ID, Name            string
	UpdatedAt, Revision int64
	Known               bool
	DueAt               int64
	Gaps                int
}

// letters that have no parts to be folded into.
var letters = strings.NewReplacer("ø", "o", "ł", "l", "đ", "d", "ð", "d", "þ", "th", "æ", "ae", "œ", "oe", "ı", "i")

// fold is a text for finding: without case, accents, and doubled blanks.
func fold(text string) string {
	plain, _, err := transform.String(transform.Chain(norm.NFKD, runes.Remove(runes.In(unicode.Mn)), norm.NFC), text)
	if err != nil {
		plain = text
	}
	return strings.Join(strings.Fields(letters.Replace(cases.Fold().String(plain))), " ")
}

// refold fills in the folded names of clients from before there were any.
func (s *Store) refold(ctx context.Context) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		var all []struct {
			Practice string `db:"practice_id"`
			ID       string `db:"id"`
			Name     string `db:"name"`
		}
		if err := tx.Select(&all, "SELECT practice_id, id, name FROM client WHERE folded = ''"); err != nil {
			return err
		}
		for _, c := range all {
			if _, err := tx.Exec("UPDATE client SET folded = ? WHERE practice_id = ? AND id = ?", fold(c.Name), c.Practice,
				c.ID); err != nil {
				return err
			}
		}
		return nil
	})
}

// Seek is which clients are looked for: whose name contains a text, whatever its case and
// accents; of those, all, what is due by a time ("due"), or what has
// needs that are not covered ("gaps"); and how many are listed (0 for all).
type Seek struct {
	Contains, Rules, Show string
	Now                   int64
	Limit                 int
}

// Listing are the first clients of those that were looked for, and how many there are: of all,
// with something due, with gaps, of those asked for, and of all not worked out as they stand.
type Listing struct {
	All, Due, Gaps, Matching, Waiting int
	Clients                           []Listed
}

// List looks for clients of a practice, in one walk of them: those with something due first,
// then the newest change. What was worked out and is not kept yet counts as if it were.
func (s *Store) List(ctx context.Context, practice string, seek Seek, noted []Derived) (out Listing, err error) {
	matches, args := "", []any{}
	if text := fold(seek.Contains); text != "" {
		matches = ` AND folded LIKE ? ESCAPE '\'`
		args = append(args, "%"+strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(text)+"%")
	}
	fresh, err := json.Marshal(noted)
	if err != nil {
		return out, err
	}
	shows := map[string]string{"": "1", "due": "due", "gaps": "gaps > 0"}[seek.Show]
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		handbook, err := s.handbook(ctx, tx, practice)
		if err != nil {
			return err
		}
		// What is not kept yet is looked through only where there is some: most of the time there is none.
		known, dueAt, gaps, join := "coalesce(c.revision = k.revision AND c.rules = ? AND c.moves_rev = ?, 0)", "coalesce(c.due_at, 0)", "coalesce(c.gaps, 0)", ""
		if len(noted) > 0 {
			known, dueAt, gaps = "(f.id IS NOT NULL OR "+known+")", "coalesce(f.due_at, c.due_at, 0)", "coalesce(f.gaps, c.gaps, 0)"
			join = "LEFT JOIN f ON f.id = k.id AND f.revision = k.revision"
		}
		rows, err := tx.QueryxContext(ctx, `WITH f AS (SELECT value ->> 'Client' AS id, value ->> 'Revision' AS revision, value ->> 'DueAt' AS due_at, value ->> 'Gaps' AS gaps FROM json_each(?)),
			l AS MATERIALIZED (
				SELECT k.id, name, updated_at, k.revision, `+known+` AS known, `+dueAt+` AS due_at, `+gaps+` AS gaps, `+dueAt+` BETWEEN 1 AND ? - 1 AS due
				FROM client k LEFT JOIN client_card c INDEXED BY client_card_listed ON c.practice_id = k.practice_id AND c.client_id = k.id `+join+`
				WHERE k.practice_id = ?`+matches+`)
			SELECT '', '', count(*), count(CASE WHEN `+shows+` THEN 1 END), 0, coalesce(sum(due), 0), count(CASE WHEN gaps > 0 THEN 1 END), coalesce(sum(NOT known), 0) FROM l
			UNION ALL SELECT * FROM (SELECT * FROM l WHERE `+shows+` ORDER BY due DESC, updated_at DESC, id LIMIT ?)`,
			append(append([]any{string(fresh), seek.Rules, handbook.Moves, seek.Now, practice}, args...), cmp.Or(seek.Limit, -1))...)
		if err != nil {
			return err
		}
		defer func() { _ = rows.Close() }()
		for rows.Next() {
			var l Listed
			var last int
			if err := rows.Scan(&l.ID, &l.Name, &l.UpdatedAt, &l.Revision, &l.Known, &l.DueAt, &l.Gaps, &last); err != nil {
				return err
			}
			if l.ID == "" {
				out.All, out.Matching, out.Due, out.Gaps, out.Waiting = int(l.UpdatedAt), int(l.Revision), int(l.DueAt), l.Gaps, last
				continue
			}
			out.Clients = append(out.Clients, l)
		}
		return rows.Err()
	})
	if err != nil {
		return Listing{}, fmt.Errorf("list clients: %w", err)
	}
	return out, nil
}

// Unknown are the next clients of a practice that are not worked out as they stand.
func (s *Store) Unknown(ctx context.Context, practice, rules, after string, most int) (ids []string, err error) {
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		handbook, err := s.handbook(ctx, tx, practice)
		if err != nil {
			return err
		}
		return tx.SelectContext(ctx, &ids, `SELECT id FROM client k LEFT JOIN client_card c ON c.practice_id = k.practice_id AND c.client_id = k.id
			WHERE k.practice_id = ? AND id > ? AND NOT coalesce(c.revision = k.revision AND c.rules = ? AND c.moves_rev = ?, 0) ORDER BY id LIMIT ?`, practice, after, rules, handbook.Moves, most)
	})
	return ids, err
}

// Cards are what was kept of clients when they were last worked out, by their ids: of whatever
// revision and rules.
func (s *Store) Cards(ctx context.Context, practice string, ids []string) (map[string]string, error) {
	out := map[string]string{}
	if len(ids) == 0 {
		return out, nil
	}
	query, args, err := sqlx.In("SELECT client_id AS id, card FROM client_card WHERE practice_id = ? AND client_id IN (?)", practice, ids)
	if err != nil {
		return nil, fmt.Errorf("cards of clients: %w", err)
	}
	var rows []struct{ ID, Card string }
	err = s.inRead(ctx, func(tx *sqlx.Tx) error { return tx.SelectContext(ctx, &rows, query, args...) })
	if err != nil {
		return nil, fmt.Errorf("cards of clients: %w", err)
	}
	for _, r := range rows {
		out[r.ID] = r.Card
	}
	return out, nil
}

// Derived is what was worked out of a client at a revision, as JSON, with what lists are
// ordered and filtered by.
type Derived struct {
	Practice, Client string
	Revision         int64
	Card             string `json:"-"`
	DueAt            int64
	Gaps             int
	Moves            int64 // the practice's Handbook.Moves that it was worked out with
}

// Keep keeps what was worked out of clients by a rule set, where they have not
// changed since.
func (s *Store) Keep(ctx context.Context, rules string, all []Derived) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		for _, d := range all {
			_, err := tx.Exec(`INSERT INTO client_card (practice_id, client_id, revision, rules, moves_rev, card, due_at, gaps)
				SELECT practice_id, id, revision, ?, ?, ?, ?, ? FROM client WHERE practice_id = ? AND id = ? AND revision = ?
				ON CONFLICT (practice_id, client_id) DO UPDATE SET revision = excluded.revision, rules = excluded.rules, moves_rev = excluded.moves_rev,
					card = excluded.card, due_at = excluded.due_at, gaps = excluded.gaps`,
				rules, d.Moves, d.Card, d.DueAt, d.Gaps, d.Practice, d.Client, d.Revision)
			if err != nil {
				return fmt.Errorf("keep what was worked out: %w", err)
			}
		}
		return nil
	})
}
