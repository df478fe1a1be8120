package server_test

import (
	"context"
	"fmt"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/api"
	"scrappyrack/internal/workbench"
)

// Every operation of the description, over every kind of principal: those whose session
// has ended, idled or expired, whose account is not active, or whose password was changed,
// are nobody; an owner's operations are the owners'.
func TestEveryRouteOverEveryPrincipal(t *testing.T) {
	c := newClock()
	h := startAt(t, false, c.now)
	owner := h.practice(t)
	ended := map[string]*browser{}
	for _, how := range []string{"signed out", "deactivated", "password reset", "signed out everywhere", "idled"} {
		ended[how] = h.consultant(t, strings.ReplaceAll(how, " ", "-")+"@example.test")
	}
	var practice api.Practice
	owner.do("GET", "/api/v1/practice", "").into(t, &practice)
	id := map[string]string{}
	for _, a := range practice.Accounts {
		id[strings.TrimSuffix(a.Email, "@example.test")] = a.ID
	}
	cookie := ended["signed out"].Jar.Cookies(mustURL(t, h.url))
	require.Equal(t, 204, ended["signed out"].do("DELETE", "/api/v1/session", "").status)
	ended["signed out"].Jar.SetCookies(mustURL(t, h.url), cookie) // kept by somebody
	require.Equal(t, 204, owner.do("PUT", "/api/v1/practice/accounts/"+id["deactivated"], `{"role":"consultant","active":false}`).status)
	require.NoError(t, workbench.NewAccounts(h.store, c.now).Reset(context.Background(), "password-reset@example.test", "another long one"))
	elsewhere := h.browser(t)
	c.pass(time.Minute)
	require.Equal(t, 200, elsewhere.signIn("signed-out-everywhere@example.test", longPassword).status)
	require.Equal(t, 204, elsewhere.do("DELETE", "/api/v1/account/sessions", "").status)
	require.Equal(t, 200, elsewhere.do("GET", "/api/v1/clients", "").status, "this window stays")
	c.pass(11 * time.Hour)
	require.Equal(t, 200, owner.do("GET", "/api/v1/clients", "").status)
	plain := h.browser(t)
	require.Equal(t, 200, plain.signIn("signed-out@example.test", longPassword).status)
	c.pass(90 * time.Minute) // 12.5 h without a word from who idled; 1.5 h from the owner

	require.Equal(t, 201, owner.do("POST", "/api/v1/clients", `{"name":"x"}`).status)
	n := h.walk(t, func(method, path, body string, access api.Access) {
		if access == api.Public {
			return // anybody
		}
		for how, b := range ended {
			assert.Equal(t, 401, b.do(method, path, body, "If-Match", `"1"`).status, "%s: %s %s", how, method, path)
		}
		got := plain.do(method, path, body, "If-Match", `"1"`)
		if access == api.Owners {
			assert.Equal(t, 403, got.status, "%s %s", method, path)
		} else {
			assert.NotContains(t, []int{401, 403}, got.status, "%s %s: %s", method, path, got.body)
		}
	})
	assert.Greater(t, n, 50)
	c.pass(15 * 24 * time.Hour)
	assert.Equal(t, 401, owner.do("GET", "/api/v1/clients", "").status, "14 days are the longest")
}

// A practice keeps an owner; a password is changed with the old one; a session in use
// elsewhere ends with it.
func TestAccountsOfAPractice(t *testing.T) {
	c := newClock()
	h := startAt(t, false, c.now)
	owner := h.practice(t)
	var s api.Session
	owner.do("GET", "/api/v1/session", "").into(t, &s)
	assert.True(t, s.Owner)
	last := owner.do("PUT", "/api/v1/practice/accounts/"+s.ID, `{"role":"consultant","active":true}`)
	assert.Equal(t, 422, last.status)
	assert.Equal(t, []string{"body.role"}, last.fields(t))
	assert.Equal(t, 200, owner.do("GET", "/api/v1/practice", "").status, "the owner is still signed in")

	wrong := owner.do("PUT", "/api/v1/account/password", `{"old":"not this","password":"a new and long one"}`)
	assert.Equal(t, []string{"body.old"}, wrong.fields(t))
	second := h.browser(t)
	require.Equal(t, 200, second.signIn("owner@example.test", longPassword).status)
	require.Equal(t, 204, owner.do("PUT", "/api/v1/account/password", `{"old":"`+longPassword+`","password":"a new and long one"}`).status)
	assert.Equal(t, 200, owner.do("GET", "/api/v1/clients", "").status)
	assert.Equal(t, 401, second.do("GET", "/api/v1/clients", "").status)

	var invited struct{ Code, ID string }
	owner.do("POST", "/api/v1/practice/invitations", `{"role":"consultant"}`).into(t, &invited)
	c.pass(7*24*time.Hour + time.Second)
	late := h.browser(t).do("POST", "/api/v1/join", fmt.Sprintf(`{"code":%q,"name":"N","email":"n@example.test","password":%q}`, invited.Code, longPassword))
	assert.Equal(t, []string{"body.code"}, late.fields(t))
	for _, bad := range []string{`{"code":"AAAAAAAA","name":"   ","email":"n@example.test","password":"long enough it is"}`, `{"code":"AAAAAAAA","name":"N","email":"nobody","password":"long enough it is"}`} {
		assert.Equal(t, 422, h.browser(t).do("POST", "/api/v1/join", bad).status, bad)
	}
}

// Of five first set-ups at once one makes the account, and the practice is one.
func TestOneFirstAccount(t *testing.T) {
	h := start(t, false)
	var all sync.WaitGroup
	var made, refused atomic.Int32
	for i := range 5 {
		b := h.browser(t)
		all.Go(func() {
			got := b.do("POST", "/api/v1/setup", fmt.Sprintf(`{"practice":"P%d","name":"N","email":"n%d@example.test","password":%q}`, i, i, longPassword))
			switch got.status {
			case 200:
				made.Add(1)
			case 403:
				refused.Add(1)
			}
		})
	}
	all.Wait()
	assert.EqualValues(t, 1, made.Load())
	assert.EqualValues(t, 4, refused.Load())
	n, err := h.store.Consultants(context.Background())
	require.NoError(t, err)
	assert.Equal(t, 1, n)
}

// One account is not tried more than ten times a minute, from wherever.
func TestAnAccountIsNotTriedForEver(t *testing.T) {
	c := newClock()
	h := start(t, false)
	h.practice(t)
	accounts := workbench.NewAccounts(h.store, c.now)
	for i := range 11 {
		_, err := accounts.SignIn(context.Background(), "Owner@example.test ", fmt.Sprint("guess number ", i))
		if i < 10 {
			require.ErrorIs(t, err, workbench.ErrWrongPassword)
		} else {
			require.ErrorIs(t, err, workbench.ErrTooManyTries)
		}
	}
	_, err := accounts.SignIn(context.Background(), "other@example.test", "x")
	require.ErrorIs(t, err, workbench.ErrWrongPassword, "another account is not held up")
	c.pass(time.Minute)
	_, err = accounts.SignIn(context.Background(), "owner@example.test", longPassword)
	require.NoError(t, err)
}

// Two of a practice at once: each sees whose change was what, and takes back the own.
func TestTwoConsultantsOverTheWire(t *testing.T) {
	h := start(t, false)
	owner := h.practice(t)
	second := h.join(t, owner, "second@example.test")
	var d api.Desk
	owner.do("POST", "/api/v1/clients", `{"name":"Shared shed"}`).into(t, &d)
	at := "/api/v1/clients/" + d.File.ID
	p, s := d.File.Profile, d.File.Space
	p.Days, s.WayHeightM = 5, 2.2
	require.Equal(t, 200, owner.do("PUT", at+"/profile", mustJSON(t, p), "If-Match", `"1"`).status)
	beside := second.do("PUT", at+"/space", mustJSON(t, s), "If-Match", `"1"`)
	require.Equal(t, 200, beside.status, string(beside.body))
	var w api.Written
	beside.into(t, &w)
	assert.EqualValues(t, 2, w.Base, "it was made to what the owner had changed")
	assert.EqualValues(t, 3, w.Changes.Revision)
	undone := owner.do("POST", at+"/undo", "", "If-Match", `"3"`)
	require.Equal(t, 200, undone.status)
	undone.into(t, &d)
	assert.Equal(t, 3, d.File.Persons[0].Days)
	assert.InDelta(t, 2.2, d.File.Space.WayHeightM, 0)
	require.NotNil(t, d.Steps.UndoOther)
	assert.Equal(t, "Second", d.Steps.UndoOther.By)
	var past []api.PastChange
	owner.do("GET", at+"/history", "").into(t, &past)
	require.Len(t, past, 2)
	assert.Equal(t, "Second", past[0].By)
	assert.False(t, past[0].Yours)
	assert.True(t, past[1].Yours && past[1].Undone)
}
