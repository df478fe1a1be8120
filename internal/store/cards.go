package store

import (
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

// Card is a client in a list. Derived is what was kept of it when it was last worked
// out, and holds at Revision by a rule set only; empty when nothing was.
type Card struct {
	ID        string `db:"id"`
	Name      string `db:"name"`
	UpdatedAt int64  `db:"updated_at"`
	Revision  int64  `db:"revision"`
	Derived   string `db:"derived"`
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

// Cards lists a practice's clients whose name contains a text, whatever its case and
// accents, newest change first, at most limit of them; total counts all that match.
// Derived is there where it was worked out from what stands, by a rule set.
func (s *Store) Cards(ctx context.Context, practice, contains, rules string, limit int) (cards []Card, total int, err error) {
	cards = []Card{}
	matches, args := "practice_id = ?", []any{practice}
	if text := fold(contains); text != "" {
		matches += ` AND folded LIKE ? ESCAPE '\'`
		args = append(args, "%"+strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(text)+"%")
	}
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		err := tx.SelectContext(ctx, &cards, `WITH found AS (SELECT practice_id, id, name, updated_at, revision FROM client WHERE `+matches+` ORDER BY updated_at DESC, id LIMIT ?)
			SELECT id, name, updated_at, found.revision, coalesce(card, '') AS derived FROM found
			LEFT JOIN client_card c ON c.practice_id = found.practice_id AND c.client_id = found.id AND c.revision = found.revision AND c.rules = ?
			ORDER BY updated_at DESC, id`, append(append([]any{}, args...), limit, rules)...)
		if err != nil {
			return fmt.Errorf("list clients: %w", err)
		}
		return tx.GetContext(ctx, &total, "SELECT count(*) FROM client WHERE "+matches, args...)
	})
	return cards, total, err
}

// Derived is what was worked out of a client at a revision, as JSON.
type Derived struct {
	Practice, Client string
	Revision         int64
	Card             string
}

// Keep keeps what was worked out of clients by a rule set, where they have not
// changed since.
func (s *Store) Keep(ctx context.Context, rules string, all []Derived) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		for _, d := range all {
			_, err := tx.Exec(`INSERT INTO client_card (practice_id, client_id, revision, rules, card)
				SELECT practice_id, id, revision, ?, ? FROM client WHERE practice_id = ? AND id = ? AND revision = ?
				ON CONFLICT (practice_id, client_id) DO UPDATE SET revision = excluded.revision, rules = excluded.rules, card = excluded.card`,
				rules, d.Card, d.Practice, d.Client, d.Revision)
			if err != nil {
				return fmt.Errorf("keep what was worked out: %w", err)
			}
		}
		return nil
	})
}
