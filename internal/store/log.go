package store

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"
)

// LoggedSet is one set that somebody did, trained or as a test. What is empty or 0 nobody has said,
// but for repetitions: none of them is a set that failed.
type LoggedSet struct {
	ID         string  `db:"id" json:"id" pattern:"^[a-z0-9-]{1,40}$" patternDescription:"a short id of small letters, digits and dashes"`
	Person     string  `db:"person" json:"person,omitempty" maxLength:"40" doc:"Who did it: a person's id; empty takes the first"`
	Author     string  `db:"author" json:"author,omitempty" maxLength:"80" readOnly:"true" doc:"Who wrote it down: the id of a consultant, or of a link"`
	DoneAt     int64   `db:"done_at" json:"done_at,omitempty" minimum:"0" maximum:"253402300799" doc:"Unix time in seconds, UTC; 0 when nobody said"`
	Test       bool    `db:"test" json:"test,omitempty" doc:"It was a test: needs rest on it"`
	Movement   string  `db:"movement" json:"movement" maxLength:"60" minLength:"1" doc:"Key of the movement"`
	Version    string  `db:"version" json:"version,omitempty" maxLength:"16" readOnly:"true" doc:"Of the movement, as it was then: what a repetition is, and what its load means"`
	Side       string  `db:"side" json:"side,omitempty" enum:",left,right" doc:"Of a movement of one side; empty for both"`
	LoadKg     float64 `db:"load_kg" json:"load_kg" minimum:"0" maximum:"1000" required:"false" least:"0.1" doc:"As held: a pair's is the mass in one hand; of a body-weight movement what was added, 0 for nothing"`
	LoadHalfKg float64 `db:"load_half_kg" json:"load_half_kg,omitempty" minimum:"0" maximum:"100" doc:"How far the load may be off, ±"`
	Made       string  `db:"made" json:"made,omitempty" maxLength:"200" doc:"How the load was made: the thing and its fill, the plates, the band and its set-up"`
	Reps       int     `db:"reps" json:"reps" minimum:"0" maximum:"1000" required:"false" doc:"Over 15 with what was left says what 15 say, at least"`
	Seconds    int     `db:"seconds" json:"seconds,omitempty" minimum:"0" maximum:"36000"`
	Metres     float64 `db:"metres" json:"metres,omitempty" minimum:"0" maximum:"100000"`
	Rounds     int     `db:"rounds" json:"rounds,omitempty" minimum:"0" maximum:"1000"`
	Extra      int     `db:"extra" json:"extra,omitempty" minimum:"0" maximum:"1000" doc:"Repetitions of a round that was not ended"`
	Reserve    int     `db:"reserve" json:"reserve" minimum:"-1" maximum:"50" doc:"Repetitions left in reserve; -1 when nobody said"`
	RestS      int     `db:"rest_s" json:"rest_s,omitempty" minimum:"0" maximum:"3600" doc:"Rest before it, in s"`
	Tempo      string  `db:"tempo" json:"tempo,omitempty" maxLength:"20" doc:"Seconds down, held, up: 3-1-1"`
	Tactic     string  `db:"tactic" json:"tactic,omitempty" maxLength:"40" doc:"What made a light load hard"`
	Standard   string  `db:"standard" json:"standard,omitempty" enum:",met,not" doc:"Whether the movement's standard was met"`
	Ended      string  `db:"ended" json:"ended,omitempty" enum:",body,grip,load,pain,time" doc:"What ended it; grip and load say that the body could do at least so much"`
	PainSite   string  `db:"pain_site" json:"pain_site,omitempty" maxLength:"40"`
	Pain       int     `db:"pain" json:"pain,omitempty" minimum:"0" maximum:"10" doc:"Pain, 0 to 10"`
	NextDay    string  `db:"next_day" json:"next_day,omitempty" enum:",fine,sore,worse" doc:"How it was the day after"`
	Instead    string  `db:"instead" json:"instead,omitempty" maxLength:"60" doc:"Key of the movement in whose place it was done"`
	Place      string  `db:"place" json:"place,omitempty" maxLength:"40" doc:"Id of the room"`
	Note       string  `db:"note" json:"note,omitempty" maxLength:"400"`
}

// LogSum is what all sets of a person in a movement come to.
type LogSum struct {
	Person    string `db:"person" json:"person"`
	Movement  string `db:"movement" json:"movement"`
	Sets      int64  `db:"sets" json:"sets"`
	Reps      int64  `db:"reps" json:"reps"`
	MovedG    int64  `db:"moved_g" json:"moved_g" doc:"Load times repetitions, in grams"`
	HeaviestG int64  `db:"heaviest_g" json:"heaviest_g"`
	FirstAt   int64  `db:"first_at" json:"first_at"`
	LastAt    int64  `db:"last_at" json:"last_at"`
}

const ofOne = " WHERE practice_id = ? AND client_id = ?"

var logCols = strings.Join(columnsOf(reflect.TypeFor[LoggedSet]()), ", ")

// readSets gives a file what is lately worked with of the log of its people: their tests, the newest
// sets of each, as many as the window and besides, and besides by their ids. A set whose person was
// taken out is kept, for when that is taken back, and is nobody's till then.
func readSets(ctx context.Context, tx *sqlx.Tx, practice string, f *File, besides []string) error {
	var all, some []LoggedSet
	read := func(where string, args ...any) error {
		some = nil
		err := tx.SelectContext(ctx, &some, "SELECT "+logCols+" FROM logged_set"+ofOne+where, append([]any{practice, f.ID}, args...)...)
		all = append(all, some...)
		return err
	}
	for _, p := range f.Persons {
		if err := read(" AND person = ? AND test = 1", p.ID); err != nil {
			return fmt.Errorf("read tests: %w", err)
		}
		if err := read(" AND person = ? AND test = 0 ORDER BY done_at DESC, id DESC LIMIT ?", p.ID, setsList.window+len(besides)); err != nil {
			return fmt.Errorf("read the log: %w", err)
		}
	}
	for _, id := range besides {
		if err := read(" AND id = ?", id); err != nil {
			return fmt.Errorf("read the log: %w", err)
		}
	}
	slices.SortFunc(all, func(a, b LoggedSet) int { return cmp.Or(cmp.Compare(a.DoneAt, b.DoneAt), cmp.Compare(a.ID, b.ID)) })
	f.Sets = append([]LoggedSet{}, slices.CompactFunc(all, func(a, b LoggedSet) bool { return a.ID == b.ID })...)
	return nil
}

var setsList = ofThings[LoggedSet]()

// widen gives a file what of its log some scopes name, beside what is lately worked with.
func (s *Store) widen(ctx context.Context, practice string, f *File, scopes []string) error {
	var ids []string
	for _, scope := range scopes {
		if id, ok := strings.CutPrefix(scope, setsList.name+"/"); ok {
			ids = append(ids, id)
		}
	}
	if len(ids) == 0 {
		return nil
	}
	return s.inRead(ctx, func(tx *sqlx.Tx) error { return readSets(ctx, tx, practice, f, ids) })
}

// summing sums the movements anew that some sets are of, now and when what it returns is called.
func summing(tx *sqlx.Tx, practice, client string, ids []string) (func() error, error) {
	type of struct{ Person, Movement string }
	touched := map[of]bool{}
	find := func() error {
		for _, id := range ids {
			var one of
			err := tx.Get(&one, "SELECT person, movement FROM logged_set"+ofOne+" AND id = ?", practice, client, id)
			if err == nil {
				touched[one] = true
			} else if !errors.Is(err, sql.ErrNoRows) {
				return err
			}
		}
		return nil
	}
	return func() error {
		if err := find(); err != nil {
			return err
		}
		for one := range touched {
			its := []any{practice, client, one.Person, one.Movement}
			if _, err := tx.Exec("DELETE FROM log_sum"+ofOne+" AND person = ? AND movement = ?", its...); err != nil {
				return err
			}
			if _, err := tx.Exec(`INSERT INTO log_sum (practice_id, client_id, person, movement, sets, reps, moved_g, heaviest_g, first_at, last_at)
				SELECT practice_id, client_id, person, movement, count(*), sum(reps), sum(reps * CAST(round(load_kg * 1000) AS INTEGER)),
					max(CAST(round(load_kg * 1000) AS INTEGER)), coalesce(min(nullif(done_at, 0)), 0), max(done_at)
				FROM logged_set`+ofOne+" AND person = ? AND movement = ? GROUP BY 1, 2, 3, 4", its...); err != nil {
				return fmt.Errorf("sum %s: %w", one.Movement, err)
			}
		}
		var all int
		err := tx.Get(&all, "SELECT coalesce(sum(sets), 0) FROM log_sum"+ofOne, practice, client)
		if err == nil && all > setsList.most {
			err = &TooManyError{setsList.name, setsList.most}
		}
		return err
	}, find()
}

// LogCursor is a place in a log: the set that a page ended with.
type LogCursor struct {
	DoneAt int64
	ID     string
}

// Log reads a page of a person's log between two times, from inclusive and until exclusive, newest
// first, after a cursor (nil for the newest). more says that older ones follow.
func (s *Store) Log(
	ctx context.Context,
	practice, client, person string,
	from, until int64,
	after *LogCursor,
	limit int,
) (page []LoggedSet,
	more bool, err error) {
	page = []LoggedSet{}
	query, args := "SELECT "+logCols+" FROM logged_set"+ofOne+" AND person = ? AND done_at >= ? AND done_at < ?",
		[]any{practice, client, person, from, until}
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

// LogSums are the sums of a client's log, of each person by movement.
func (s *Store) LogSums(ctx context.Context, practice, client string) (sums []LogSum, err error) {
	sums = []LogSum{}
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		if err := isThere(tx, practice, client); err != nil {
			return err
		}
		return tx.SelectContext(
			ctx,
			&sums,
			"SELECT person, movement, sets, reps, moved_g, heaviest_g, first_at, last_at FROM log_sum"+ofOne+
				" AND person IN (SELECT id FROM person"+ofOne+") ORDER BY person, movement",
			practice,
			client,
			practice,
			client,
		)
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
