package store

import (
	"cmp"
	"context"
	"fmt"
	"strings"
	"unicode"

	"github.com/jmoiron/sqlx"
	"golang.org/x/text/cases"
	"golang.org/x/text/runes"
	"golang.org/x/text/transform"
	"golang.org/x/text/unicode/norm"
)

// Listed is a client in a list, in short. Known is whether it was worked out as it stands,
// by a rule set: then DueAt is when something of it is due first (0: nothing), and Gaps how
// many of its needs are not covered.
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
			if _, err := tx.Exec("UPDATE client SET folded = ? WHERE practice_id = ? AND id = ?", fold(c.Name), c.Practice, c.ID); err != nil {
				return err
			}
		}
		return nil
	})
}

// Seek is which clients are looked for: whose name contains a text, whatever its case and
// accents; of those known by a rule set, all, what is due by a time ("due"), or what has
// needs that are not covered ("gaps"); and how many are listed.
type Seek struct {
	Contains, Rules, Show string
	Now                   int64
	Limit                 int
}

// Due is whether something of a client is due by then.
func (s Seek) Due(l Listed) bool { return l.DueAt > 0 && l.DueAt < s.Now }

// Shows is whether a client is among those that are asked for.
func (s Seek) Shows(l Listed) bool {
	switch s.Show {
	case "due":
		return s.Due(l)
	case "gaps":
		return l.Gaps > 0
	}
	return true
}

// Before is the order of a list: what has something due, then the newest change.
func (s Seek) Before(a, b Listed) int {
	switch {
	case s.Due(a) != s.Due(b) && s.Due(a):
		return -1
	case s.Due(a) != s.Due(b):
		return 1
	}
	return cmp.Or(cmp.Compare(b.UpdatedAt, a.UpdatedAt), cmp.Compare(a.ID, b.ID))
}

// Listing are clients that were looked for: of those known how many there are, and the first
// of those asked for; and all that are not known as they stand. Both in order.
type Listing struct {
	Count   struct{ All, Due, Gaps int }
	Known   []Listed
	Unknown []Listed
}

// List looks for clients of a practice, in one walk of its clients: how many, then those
// known, then those not.
func (s *Store) List(ctx context.Context, practice string, seek Seek) (Listing, error) {
	matches, args := "", []any{seek.Rules, practice}
	if text := fold(seek.Contains); text != "" {
		matches = ` AND folded LIKE ? ESCAPE '\'`
		args = append(args, "%"+strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(text)+"%")
	}
	due := "due_at > 0 AND due_at < ?"
	args = append(args, seek.Now)
	shows := map[string]string{"due": " AND " + due, "gaps": " AND gaps > 0"}[seek.Show]
	if seek.Show == "due" {
		args = append(args, seek.Now)
	}
	var found Listing
	err := s.inRead(ctx, func(tx *sqlx.Tx) error {
		rows, err := tx.QueryxContext(ctx, `WITH l AS MATERIALIZED (
				SELECT id, name, updated_at, k.revision, c.client_id IS NOT NULL AS known, coalesce(due_at, 0) AS due_at, coalesce(gaps, 0) AS gaps
				FROM client k LEFT JOIN client_card c ON c.practice_id = k.practice_id AND c.client_id = k.id AND c.revision = k.revision AND c.rules = ?
				WHERE k.practice_id = ?`+matches+`)
			SELECT '', '', 0, coalesce(sum(known), 0), 0, count(CASE WHEN `+due+` THEN 1 END), count(CASE WHEN gaps > 0 THEN 1 END) FROM l
			UNION ALL SELECT * FROM (SELECT * FROM l WHERE known`+shows+` ORDER BY `+due+` DESC, updated_at DESC, id LIMIT ?)
			UNION ALL SELECT * FROM (SELECT * FROM l WHERE NOT known ORDER BY updated_at DESC, id)`, append(args, seek.Now, seek.Limit)...)
		if err != nil {
			return err
		}
		defer func() { _ = rows.Close() }()
		for rows.Next() {
			var l Listed
			if err := rows.Scan(&l.ID, &l.Name, &l.UpdatedAt, &l.Revision, &l.Known, &l.DueAt, &l.Gaps); err != nil {
				return err
			}
			switch {
			case l.ID == "":
				found.Count.All, found.Count.Due, found.Count.Gaps = int(l.Revision), int(l.DueAt), l.Gaps
			case l.Known:
				found.Known = append(found.Known, l)
			default:
				found.Unknown = append(found.Unknown, l)
			}
		}
		return rows.Err()
	})
	if err != nil {
		return Listing{}, fmt.Errorf("list clients: %w", err)
	}
	return found, nil
}

// Cards are what was kept of clients when they were last worked out, by their ids, where it
// holds for what stands and a rule set.
func (s *Store) Cards(ctx context.Context, practice, rules string, ids []string) (map[string]string, error) {
	out := map[string]string{}
	if len(ids) == 0 {
		return out, nil
	}
	query, args, err := sqlx.In(`SELECT c.client_id AS id, card FROM client_card c JOIN client k ON k.practice_id = c.practice_id AND k.id = c.client_id AND k.revision = c.revision
		WHERE c.practice_id = ? AND c.rules = ? AND c.client_id IN (?)`, practice, rules, ids)
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
	Card             string
	DueAt            int64
	Gaps             int
	House            int64 // the practice's House.Rev that it was worked out with
}

// Keep keeps what was worked out of clients by a rule set, where they have not
// changed since.
func (s *Store) Keep(ctx context.Context, rules string, all []Derived) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		for _, d := range all {
			_, err := tx.Exec(`INSERT INTO client_card (practice_id, client_id, revision, rules, card, due_at, gaps)
				SELECT practice_id, client.id, revision, ?, ?, ?, ? FROM client JOIN practice ON practice.id = practice_id AND house_rev = ? WHERE practice_id = ? AND client.id = ? AND revision = ?
				ON CONFLICT (practice_id, client_id) DO UPDATE SET revision = excluded.revision, rules = excluded.rules, card = excluded.card, due_at = excluded.due_at, gaps = excluded.gaps`,
				rules, d.Card, d.DueAt, d.Gaps, d.House, d.Practice, d.Client, d.Revision)
			if err != nil {
				return fmt.Errorf("keep what was worked out: %w", err)
			}
		}
		return nil
	})
}
