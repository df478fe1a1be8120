package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"
)

// Practice is a consultant's business.
type Practice struct {
	ID   string `db:"id" json:"id"`
	Name string `db:"name" json:"name"`
}

// Role is what a consultant may do beside the work: an owner also looks after the
// practice's accounts.
type Role string

// The roles.
const (
	Owner          Role = "owner"
	ConsultantRole Role = "consultant"
)

// Consultant is an account. Password is its argon2id hash. Sessions of another epoch
// have ended, and so have all of an account that is not active.
type Consultant struct {
	ID         string `db:"id"`
	PracticeID string `db:"practice_id"`
	Email      string `db:"email"`
	Name       string `db:"name"`
	Password   string `db:"password"`
	Role       Role   `db:"role"`
	Active     bool   `db:"active"`
	Epoch      int64  `db:"epoch"`
}

const consultantColumns = "id, practice_id, email, name, password, role, active, epoch"

func addConsultant(tx *sqlx.Tx, c Consultant) error {
	if c.Role == "" {
		c.Role = Owner
	}
	c.Active, c.Epoch, c.Email = true, 1, strings.TrimSpace(c.Email)
	_, err := tx.NamedExec("INSERT INTO consultant ("+consultantColumns+") VALUES (:id, :practice_id, :email, :name, :password, :role, :active, :epoch)", c)
	if unique(err) {
		return ErrTaken
	}
	return err
}

// AddPractice creates a practice with its first consultant, an owner. With first it
// must be the first of the database: otherwise it is ErrTaken.
func (s *Store) AddPractice(ctx context.Context, p Practice, c Consultant, first bool) error {
	c.PracticeID, c.Role = p.ID, Owner
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if first {
			var n int
			if err := tx.Get(&n, "SELECT count(*) FROM consultant"); err != nil {
				return err
			}
			if n > 0 {
				return ErrTaken
			}
		}
		if _, err := tx.NamedExec("INSERT INTO practice (id, name) VALUES (:id, :name)", p); err != nil {
			return err
		}
		return addConsultant(tx, c)
	})
}

// Consultants counts the accounts: none yet means that the first start still
// has to make one.
func (s *Store) Consultants(ctx context.Context) (n int, err error) {
	err = s.read.GetContext(ctx, &n, "SELECT count(*) FROM consultant")
	return n, told(err)
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
	err = s.read.GetContext(ctx, &c, "SELECT "+consultantColumns+" FROM consultant WHERE "+column+" = ?", value)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return c, told(err)
}

// ConsultantsOf lists a practice's accounts, by name.
func (s *Store) ConsultantsOf(ctx context.Context, practice string) (all []Consultant, err error) {
	err = s.read.SelectContext(ctx, &all, "SELECT "+consultantColumns+" FROM consultant WHERE practice_id = ? ORDER BY name, id", practice)
	return all, told(err)
}

// PracticeByID finds a practice.
func (s *Store) PracticeByID(ctx context.Context, id string) (p Practice, err error) {
	err = s.read.GetContext(ctx, &p, "SELECT id, name FROM practice WHERE id = ?", id)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return p, told(err)
}

// SetPassword gives an account a new password and ends all its sessions; the epoch
// that a new one is of comes back.
func (s *Store) SetPassword(ctx context.Context, id, hash string) (epoch int64, err error) {
	return s.nextEpoch(ctx, id, "password = ?, ", hash)
}

// EndSessions ends all sessions of an account; the epoch that a new one is of comes
// back.
func (s *Store) EndSessions(ctx context.Context, id string) (epoch int64, err error) {
	return s.nextEpoch(ctx, id, "")
}

func (s *Store) nextEpoch(ctx context.Context, id, also string, args ...any) (epoch int64, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		err := tx.Get(&epoch, "UPDATE consultant SET "+also+"epoch = epoch + 1 WHERE id = ? RETURNING epoch",
			append(append([]any{}, args...), id)...)
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		}
		return err
	})
	return epoch, err
}

// ErrLastOwner says that a practice would be left without an active owner.
var ErrLastOwner = errors.New("a practice keeps at least one active owner")

// SetAccount sets the role of a practice's account and whether it is active; its
// sessions end. The last active owner stays one.
func (s *Store) SetAccount(ctx context.Context, practice, id string, role Role, active bool) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		res, err := tx.Exec("UPDATE consultant SET role = ?, active = ?, epoch = epoch + 1 WHERE practice_id = ? AND id = ?", role, active,
			practice, id)
		if err != nil {
			return err
		}
		if n, err := res.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrNotFound)
		}
		var owners int
		if err := tx.Get(&owners, "SELECT count(*) FROM consultant WHERE practice_id = ? AND role = 'owner' AND active = 1",
			practice); err != nil {
			return err
		}
		if owners == 0 {
			return ErrLastOwner
		}
		return nil
	})
}

// Invitation lets somebody make an account in a practice. Code is kept as a hash.
type Invitation struct {
	Code       string `db:"code"`
	ID         string `db:"id"`
	PracticeID string `db:"practice_id"`
	Role       Role   `db:"role"`
	Note       string `db:"note"`
	ExpiresAt  int64  `db:"expires_at"`
}

const invitationColumns = "code, id, practice_id, role, note, expires_at"

// mostInvitations is how many a practice may have open.
const mostInvitations = 20

// ErrMany says that there are as many as there may be.
var ErrMany = errors.New("there are as many as there may be")

// Invite keeps an invitation, and forgets those that have expired.
func (s *Store) Invite(ctx context.Context, i Invitation) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.Exec("DELETE FROM invitation WHERE expires_at <= ?", s.now().Unix()); err != nil {
			return err
		}
		var n int
		if err := tx.Get(&n, "SELECT count(*) FROM invitation WHERE practice_id = ?", i.PracticeID); err != nil {
			return err
		}
		if n >= mostInvitations {
			return ErrMany
		}
		_, err := tx.NamedExec("INSERT INTO invitation ("+invitationColumns+") VALUES (:code, :id, :practice_id, :role, :note, :expires_at)", i)
		return err
	})
}

// Invitations lists a practice's open invitations.
func (s *Store) Invitations(ctx context.Context, practice string) (all []Invitation, err error) {
	err = s.read.SelectContext(ctx, &all,
		"SELECT "+invitationColumns+" FROM invitation WHERE practice_id = ? AND expires_at > ? ORDER BY expires_at", practice,
		s.now().Unix())
	return all, told(err)
}

// Uninvite takes an invitation back.
func (s *Store) Uninvite(ctx context.Context, practice, id string) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		res, err := tx.Exec("DELETE FROM invitation WHERE practice_id = ? AND id = ?", practice, id)
		if err != nil {
			return err
		}
		if n, err := res.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrNotFound)
		}
		return nil
	})
}

// Join uses an invitation up for an account. A code that is not known, used or
// expired is ErrNotFound, an email that has an account ErrTaken; then the invitation
// stays.
func (s *Store) Join(ctx context.Context, code string, c Consultant) (Consultant, error) {
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var i Invitation
		err := tx.Get(&i, "DELETE FROM invitation WHERE code = ? AND expires_at > ? RETURNING "+invitationColumns, code, s.now().Unix())
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		}
		if err != nil {
			return fmt.Errorf("use invitation: %w", err)
		}
		c.PracticeID, c.Role = i.PracticeID, i.Role
		return addConsultant(tx, c)
	})
	c.Active, c.Epoch = true, 1
	return c, err
}
