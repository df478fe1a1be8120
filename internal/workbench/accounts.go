package workbench

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base32"
	"encoding/hex"
	"errors"
	"net/mail"
	"strings"
	"sync"
	"time"
	"unicode/utf8"

	"golang.org/x/time/rate"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/share"
	"scrappyrack/internal/store"
)

// Errors of accounts that callers tell apart.
var (
	// ErrWrongPassword says that email and password do not belong together.
	ErrWrongPassword = errors.New("email and password do not belong together")
	// ErrTooManyTries says that an account was tried too often lately.
	ErrTooManyTries = errors.New("too many tries for this account: wait a minute")
	// ErrHasAccount says that the first account is made already.
	ErrHasAccount = errors.New("this practice has an account already: sign in")
)

const (
	// minPassword is how short a password may be (NIST SP 800-63B, 3.1.1.2, asks for 8 at
	// least; house value).
	minPassword = 10
	maxPassword = 200
	// triesPerMinute is how often the password of one account may be tried.
	triesPerMinute = 10
	// invitedFor is how long an invitation holds.
	invitedFor = 7 * 24 * time.Hour
)

// Accounts are the use cases of practices and their consultants.
type Accounts struct {
	store *store.Store
	now   func() time.Time
	gate  *share.Gate
	tries tries
}

// NewAccounts makes them; now is the clock.
func NewAccounts(s *store.Store, now func() time.Time) *Accounts {
	return &Accounts{store: s, now: now, gate: share.NewGate(2, 64)}
}

// SignIn finds the account that an email and a password belong to.
func (a *Accounts) SignIn(ctx context.Context, email, password string) (store.Consultant, error) {
	if err := a.try(email); err != nil {
		return store.Consultant{}, err
	}
	c, err := a.store.ConsultantByEmail(ctx, email)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return c, err
	}
	ok, err := a.matches(ctx, c.Password, password)
	if err == nil && (!ok || !c.Active) {
		err = ErrWrongPassword
	}
	return c, err
}

// tries counts how often the passwords of accounts are tried.
type tries struct {
	mu  sync.Mutex
	all map[string]*rate.Limiter
}

// mostTried is how many accounts are counted before counting starts over.
const mostTried = 10_000

func (t *tries) allow(key string, now time.Time) bool {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.all == nil || len(t.all) >= mostTried {
		t.all = map[string]*rate.Limiter{}
	}
	l := t.all[key]
	if l == nil {
		l = rate.NewLimiter(rate.Every(time.Minute/triesPerMinute), triesPerMinute)
		t.all[key] = l
	}
	return l.AllowN(now, 1)
}

// try counts a try of an account's password.
func (a *Accounts) try(email string) error {
	if !a.tries.allow(strings.ToLower(strings.TrimSpace(email)), a.now()) {
		return ErrTooManyTries
	}
	return nil
}

func (a *Accounts) matches(ctx context.Context, hash, password string) (bool, error) {
	return share.Do(ctx, a.gate, "", func(context.Context) (bool, error) { return PasswordMatches(hash, password), nil })
}

func (a *Accounts) hash(ctx context.Context, password string) (string, error) {
	return share.Do(ctx, a.gate, "", func(context.Context) (string, error) { return HashPassword(password), nil })
}

// Newcomer is somebody who gets an account.
type Newcomer struct{ Name, Email, Password string }

// check trims what was given and refuses what cannot be.
func (n *Newcomer) check() error {
	n.Name, n.Email = tidy(n.Name), tidy(n.Email)
	if n.Name == "" {
		return quantity.At("name", "a consultant has a name: it stands beside what was changed")
	}
	if at, err := mail.ParseAddress(n.Email); err != nil || at.Address != n.Email {
		return quantity.At("email", "an email address is written as name@place")
	}
	return checkPassword("password", n.Password)
}

func checkPassword(field, password string) error {
	if n := utf8.RuneCountInString(password); n < minPassword || n > maxPassword || strings.TrimSpace(password) == "" {
		return quantity.At(field, "a password has 10 to 200 characters; a few words in a row are easy to keep")
	}
	return nil
}

// SetUp makes the first account of a database with its practice. When there is one
// already it is ErrHasAccount.
func (a *Accounts) SetUp(ctx context.Context, practice string, n Newcomer) (store.Consultant, error) {
	if practice = tidy(practice); practice == "" {
		return store.Consultant{}, quantity.At("practice", "a practice has a name: it stands on what clients take home")
	}
	if err := n.check(); err != nil {
		return store.Consultant{}, err
	}
	switch none, err := a.None(ctx); {
	case err != nil:
		return store.Consultant{}, err
	case !none:
		return store.Consultant{}, ErrHasAccount
	}
	hash, err := a.hash(ctx, n.Password)
	if err != nil {
		return store.Consultant{}, err
	}
	p := store.Practice{ID: NewID(), Name: practice}
	c := store.Consultant{ID: NewID(), PracticeID: p.ID, Email: n.Email, Name: n.Name, Password: hash, Role: store.Owner, Active: true,
		Epoch: 1}
	err = a.store.AddPractice(ctx, p, c, true)
	if errors.Is(err, store.ErrTaken) {
		err = ErrHasAccount
	}
	return c, err
}

// Invite makes an invitation to a practice. The code is said once and kept nowhere.
func (a *Accounts) Invite(ctx context.Context, practice string, role store.Role, note string) (code string, i store.Invitation, err error) {
	b := make([]byte, 15)
	_, _ = rand.Read(b) // never fails (crypto/rand)
	code = base32.StdEncoding.WithPadding(base32.NoPadding).EncodeToString(b)
	i = store.Invitation{Code: codeHash(code), ID: NewID(), PracticeID: practice, Role: role, Note: tidy(note),
		ExpiresAt: a.now().Add(invitedFor).Unix()}
	return code, i, a.store.Invite(ctx, i)
}

// codeHash is what is kept of an invitation's code, however it was typed.
func codeHash(code string) string {
	plain := strings.Map(func(r rune) rune {
		if r == ' ' || r == '-' {
			return -1
		}
		return r
	}, strings.ToUpper(code))
	sum := sha256.Sum256([]byte(plain))
	return hex.EncodeToString(sum[:])
}

// Join makes an account with an invitation, which is used up by it.
func (a *Accounts) Join(ctx context.Context, code string, n Newcomer) (store.Consultant, error) {
	if err := n.check(); err != nil {
		return store.Consultant{}, err
	}
	hash, err := a.hash(ctx, n.Password)
	if err != nil {
		return store.Consultant{}, err
	}
	c, err := a.store.Join(ctx, codeHash(code), store.Consultant{ID: NewID(), Email: n.Email, Name: n.Name, Password: hash})
	switch {
	case errors.Is(err, store.ErrNotFound):
		err = quantity.At("code", "this code is not known, was used already, or is older than 7 days: ask for a new one")
	case errors.Is(err, store.ErrTaken):
		err = quantity.At("email", "this email has an account already")
	}
	return c, err
}

// ChangePassword replaces somebody's password and ends all their sessions; the epoch
// of a new one comes back.
func (a *Accounts) ChangePassword(ctx context.Context, consultant, old, password string) (epoch int64, err error) {
	c, err := a.store.ConsultantByID(ctx, consultant)
	if err != nil {
		return 0, err
	}
	if err := a.try(c.Email); err != nil {
		return 0, err
	}
	if err := checkPassword("password", password); err != nil {
		return 0, err
	}
	ok, err := a.matches(ctx, c.Password, old)
	if err != nil {
		return 0, err
	}
	if !ok {
		return 0, quantity.At("old", "that is not the password so far")
	}
	return a.reset(ctx, consultant, password)
}

func (a *Accounts) reset(ctx context.Context, consultant, password string) (epoch int64, err error) {
	hash, err := a.hash(ctx, password)
	if err != nil {
		return 0, err
	}
	return a.store.SetPassword(ctx, consultant, hash)
}

// Reset gives the account of an email a new password, for somebody at the machine,
// and ends its sessions.
func (a *Accounts) Reset(ctx context.Context, email, password string) error {
	c, err := a.store.ConsultantByEmail(ctx, email)
	if err != nil {
		return err
	}
	if err := checkPassword("password", password); err != nil {
		return err
	}
	_, err = a.reset(ctx, c.ID, password)
	return err
}

// Set sets the role of a colleague and whether the account is active.
func (a *Accounts) Set(ctx context.Context, practice, id string, role store.Role, active bool) error {
	err := a.store.SetAccount(ctx, practice, id, role, active)
	if errors.Is(err, store.ErrLastOwner) {
		return quantity.At("role", "a practice keeps at least one active owner: make somebody else one first")
	}
	return err
}

// Signed is a consultant who is signed in, with the practice.
type Signed struct {
	store.Consultant
	Practice string // its name
}

// Of is the account of a session, when it counts: active, of that practice, and of the
// epoch that the session began in. Otherwise it is store.ErrNotFound.
func (a *Accounts) Of(ctx context.Context, w Who, epoch int64) (store.Consultant, error) {
	c, err := a.store.ConsultantByID(ctx, w.Consultant)
	if err == nil && (!c.Active || c.Epoch != epoch || c.PracticeID != w.Practice) {
		err = store.ErrNotFound
	}
	return c, err
}

// Demo is the account that signs in with one click.
func (a *Accounts) Demo(ctx context.Context) (store.Consultant, error) {
	return a.store.ConsultantByEmail(ctx, DemoEmail)
}

// None says that nobody has an account yet.
func (a *Accounts) None(ctx context.Context) (bool, error) {
	n, err := a.store.Consultants(ctx)
	return n == 0, err
}

// Current is somebody's account with the practice's name.
func (a *Accounts) Current(ctx context.Context, consultant string) (out Signed, err error) {
	if out.Consultant, err = a.store.ConsultantByID(ctx, consultant); err != nil {
		return out, err
	}
	p, err := a.store.PracticeByID(ctx, out.PracticeID)
	out.Practice = p.Name
	return out, err
}

// Colleagues are the accounts of a practice, and its open invitations for an owner.
func (a *Accounts) Colleagues(ctx context.Context, w Who) (practice string, all []store.Consultant, open []store.Invitation, err error) {
	you, err := a.Current(ctx, w.Consultant)
	if err != nil {
		return "", nil, nil, err
	}
	if all, err = a.store.ConsultantsOf(ctx, w.Practice); err != nil {
		return "", nil, nil, err
	}
	if you.Role == store.Owner {
		open, err = a.store.Invitations(ctx, w.Practice)
	}
	return you.Practice, all, open, err
}

// EndSessions ends all sessions of a consultant; the epoch of a new one comes back.
func (a *Accounts) EndSessions(ctx context.Context, consultant string) (epoch int64, err error) {
	return a.store.EndSessions(ctx, consultant)
}

// Uninvite takes an invitation of a practice back.
func (a *Accounts) Uninvite(ctx context.Context, practice, id string) error {
	return a.store.Uninvite(ctx, practice, id)
}
