package store

import (
	"context"
	"database/sql"
	"errors"
	"strings"

	"github.com/jmoiron/sqlx"
)

// Practice is a consultant's business.
type Practice struct {
	ID   string `db:"id" json:"id"`
	Name string `db:"name" json:"name"`
}

// Consultant is an account. Password is its argon2id hash.
type Consultant struct {
	ID         string `db:"id"`
	PracticeID string `db:"practice_id"`
	Email      string `db:"email"`
	Name       string `db:"name"`
	Password   string `db:"password"`
}

// AddPractice creates a practice with its first consultant.
func (s *Store) AddPractice(ctx context.Context, p Practice, c Consultant) error {
	c.PracticeID = p.ID
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.NamedExecContext(ctx, "INSERT INTO practice (id, name) VALUES (:id, :name)", p); err != nil {
			return err
		}
		_, err := tx.NamedExecContext(ctx, "INSERT INTO consultant (id, practice_id, email, name, password) VALUES (:id, :practice_id, :email, :name, :password)", c)
		return err
	})
	if err != nil && strings.Contains(err.Error(), "UNIQUE") {
		return ErrTaken
	}
	return err
}

// Consultants counts the accounts: none yet means that the first start still
// has to make one.
func (s *Store) Consultants(ctx context.Context) (n int, err error) {
	err = s.db.GetContext(ctx, &n, "SELECT count(*) FROM consultant")
	return n, err
}

// ConsultantByEmail finds an account for signing in.
func (s *Store) ConsultantByEmail(ctx context.Context, email string) (Consultant, error) {
	return s.consultant(ctx, "email", strings.TrimSpace(email))
}

// ConsultantByID finds the account of a session.
func (s *Store) ConsultantByID(ctx context.Context, id string) (Consultant, error) {
	return s.consultant(ctx, "id", id)
}

func (s *Store) consultant(ctx context.Context, column, value string) (c Consultant, err error) {
	err = s.db.GetContext(ctx, &c, "SELECT id, practice_id, email, name, password FROM consultant WHERE "+column+" = ?", value)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return c, err
}

// PracticeByID finds a practice.
func (s *Store) PracticeByID(ctx context.Context, id string) (p Practice, err error) {
	err = s.db.GetContext(ctx, &p, "SELECT id, name FROM practice WHERE id = ?", id)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return p, err
}
