package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"slices"

	"github.com/jmoiron/sqlx"
)

// LogSet is one set that was trained.
type LogSet struct {
	ID       string `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	DoneAt   int64  `db:"done_at" json:"done_at" minimum:"0" maximum:"253402300799" doc:"Unix time in seconds, UTC"`
	Movement string `db:"movement" json:"movement" minLength:"1" maxLength:"60" doc:"Key of the movement"`
	LoadG    int64  `db:"load_g" json:"load_g" minimum:"0" maximum:"1000000" doc:"Load in whole grams, 0 for nothing added"`
	Reps     int    `db:"reps" json:"reps" minimum:"1" maximum:"1000"`
	Reserve  int    `db:"reserve" json:"reserve" minimum:"-1" maximum:"14" doc:"Repetitions left in reserve; -1 when nobody said"`
}

// LogSum is what all sets of a movement come to.
type LogSum struct {
	Movement  string `db:"movement" json:"movement"`
	Sets      int64  `db:"sets" json:"sets"`
	Reps      int64  `db:"reps" json:"reps"`
	MovedG    int64  `db:"moved_g" json:"moved_g" doc:"Load times repetitions, in grams"`
	HeaviestG int64  `db:"heaviest_g" json:"heaviest_g"`
	FirstAt   int64  `db:"first_at" json:"first_at"`
	LastAt    int64  `db:"last_at" json:"last_at"`
}

const (
	ofOne   = " WHERE practice_id = ? AND client_id = ?"
	logCols = "id, done_at, movement, load_g, reps, reserve"
)

// AppendLog adds sets to a client's log and keeps its sums. Sets whose id is there
// already are ErrTaken and nothing is added, unless they are the same: a set that was
// sent twice is there once. The client's revision stays.
func (s *Store) AppendLog(ctx context.Context, practice, client string, sets []LogSet) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := isThere(tx, practice, client); err != nil {
			return err
		}
		for _, l := range sets {
			res, err := tx.Exec("INSERT INTO log_set (practice_id, client_id, "+logCols+") VALUES (?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT DO NOTHING",
				practice, client, l.ID, l.DoneAt, l.Movement, l.LoadG, l.Reps, l.Reserve)
			if err != nil {
				return fmt.Errorf("log %s: %w", l.ID, err)
			}
			if n, err := res.RowsAffected(); err != nil {
				return err
			} else if n == 0 {
				var had LogSet
				if err := tx.Get(&had, "SELECT "+logCols+" FROM log_set"+ofOne+" AND id = ?", practice, client, l.ID); err != nil {
					return err
				}
				if had != l {
					return ErrTaken
				}
				continue
			}
			_, err = tx.Exec(`INSERT INTO log_sum (practice_id, client_id, movement, sets, reps, moved_g, heaviest_g, first_at, last_at) VALUES (?, ?, ?, 1, ?, ?, ?, ?, ?)
				ON CONFLICT DO UPDATE SET sets = sets + 1, reps = reps + excluded.reps, moved_g = moved_g + excluded.moved_g, heaviest_g = max(heaviest_g, excluded.heaviest_g),
				first_at = min(first_at, excluded.first_at), last_at = max(last_at, excluded.last_at)`,
				practice, client, l.Movement, l.Reps, l.LoadG*int64(l.Reps), l.LoadG, l.DoneAt, l.DoneAt)
			if err != nil {
				return fmt.Errorf("sum %s: %w", l.Movement, err)
			}
		}
		return nil
	})
}

// RemoveLog takes one set out of a client's log and out of its sums.
func (s *Store) RemoveLog(ctx context.Context, practice, client, id string) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		var l LogSet
		err := tx.Get(&l, "DELETE FROM log_set"+ofOne+" AND id = ? RETURNING "+logCols, practice, client, id)
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		}
		if err != nil {
			return fmt.Errorf("remove %s: %w", id, err)
		}
		of := []any{practice, client, l.Movement}
		if _, err := tx.Exec("DELETE FROM log_sum"+ofOne+" AND movement = ? AND sets = 1", of...); err != nil {
			return err
		}
		const left = "FROM log_set WHERE log_set.practice_id = log_sum.practice_id AND log_set.client_id = log_sum.client_id AND log_set.movement = log_sum.movement"
		_, err = tx.Exec(`UPDATE log_sum SET sets = sets - 1, reps = reps - ?, moved_g = moved_g - ?,
			heaviest_g = CASE WHEN heaviest_g > ? THEN heaviest_g ELSE (SELECT max(load_g) `+left+`) END,
			first_at = CASE WHEN first_at < ? THEN first_at ELSE (SELECT min(done_at) `+left+`) END,
			last_at = CASE WHEN last_at > ? THEN last_at ELSE (SELECT max(done_at) `+left+`) END`+ofOne+` AND movement = ?`,
			append([]any{l.Reps, l.LoadG * int64(l.Reps), l.LoadG, l.DoneAt, l.DoneAt}, of...)...)
		return err
	})
}

// LogCursor is a place in a log: the set that a page ended with.
type LogCursor struct {
	DoneAt int64
	ID     string
}

// Log reads a page of a client's log between two times, from inclusive and until
// exclusive, newest first, after a cursor (nil for the newest). more says that older
// ones follow.
func (s *Store) Log(ctx context.Context, practice, client string, from, until int64, after *LogCursor, limit int) (page []LogSet, more bool,
	err error) {
	page = []LogSet{}
	query, args := "SELECT "+logCols+" FROM log_set"+ofOne+" AND done_at >= ? AND done_at < ?", []any{practice, client, from, until}
	if after != nil {
		query += " AND (done_at, id) < (?, ?)"
		args = append(args, after.DoneAt, after.ID)
	}
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		if err := isThere(tx, practice, client); err != nil {
			return err
		}
		return tx.SelectContext(ctx, &page, query+" ORDER BY done_at DESC, id DESC LIMIT ?", append(args, limit+1)...)
	})
	if more = len(page) > limit; more {
		page = slices.Clip(page[:limit])
	}
	return page, more, err
}

// LogSums are the sums of a client's log, by movement.
func (s *Store) LogSums(ctx context.Context, practice, client string) (sums []LogSum, err error) {
	sums = []LogSum{}
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		if err := isThere(tx, practice, client); err != nil {
			return err
		}
		return tx.SelectContext(ctx, &sums,
			"SELECT movement, sets, reps, moved_g, heaviest_g, first_at, last_at FROM log_sum"+ofOne+" ORDER BY movement", practice, client)
	})
	return sums, err
}

func isThere(tx *sqlx.Tx, practice, client string) error {
	var there bool
	if err := tx.Get(&there, "SELECT EXISTS (SELECT 1 FROM client WHERE practice_id = ? AND id = ?)", practice, client); err != nil {
		return fmt.Errorf("read client: %w", err)
	}
	if !there {
		return ErrNotFound
	}
	return nil
}
