package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
)

// Account is a consultant of the practice.
type Account struct {
	ID     string     `json:"id"`
	Name   string     `json:"name"`
	Email  string     `json:"email"`
	Role   store.Role `json:"role" enum:"owner,consultant"`
	Active bool       `json:"active" doc:"May sign in"`
	You    bool       `json:"you"`
}

// OpenInvitation is an invitation that nobody has used yet.
type OpenInvitation struct {
	ID        string     `json:"id"`
	Role      store.Role `json:"role" enum:"owner,consultant"`
	Note      string     `json:"note" doc:"For whom it is"`
	ExpiresAt int64      `json:"expires_at"`
}

// Practice is the practice's accounts.
type Practice struct {
	Name        string           `json:"name"`
	Accounts    []Account        `json:"accounts"`
	Invitations []OpenInvitation `json:"invitations" doc:"Empty but for owners"`
}

func invitationOf(i store.Invitation) OpenInvitation {
	return OpenInvitation{ID: i.ID, Role: i.Role, Note: i.Note, ExpiresAt: i.ExpiresAt}
}

// accounts registers the practice's accounts: what a consultant does with the own one,
// and what an owner does with all.
func (a *API) accounts(r huma.API) {
	type practiceOut struct{ Body Practice }
	handle(a, r, operation(Signed, http.MethodGet, "/practice", "read-practice", "The practice's consultants", "practice"),
		func(ctx context.Context, _ *struct{}) (*practiceOut, error) {
			out, err := a.practice(ctx, who(ctx))
			return &practiceOut{out}, err
		})

	type passwordIn struct {
		Body struct {
			Old      string `json:"old" minLength:"1" maxLength:"200"`
			Password string `json:"password" minLength:"10" maxLength:"200"`
		}
	}
	handle(a, r, operation(Signed, http.MethodPut, "/account/password", "change-password",
		"Change the own password; all other sessions end", "practice"),
		func(ctx context.Context, in *passwordIn) (*struct{}, error) {
			w := who(ctx)
			epoch, err := a.Accounts.ChangePassword(ctx, w.Consultant, in.Body.Old, in.Body.Password)
			return nil, a.again(ctx, w, epoch, err)
		})
	handle(a, r, operation(Signed, http.MethodDelete, "/account/sessions", "end-sessions", "Sign out everywhere else", "practice"),
		func(ctx context.Context, _ *struct{}) (*struct{}, error) {
			w := who(ctx)
			epoch, err := a.Accounts.EndSessions(ctx, w.Consultant)
			return nil, a.again(ctx, w, epoch, err)
		})

	a.invitations(r)
	a.colleagues(r)
}

// invitations registers what an owner does to let somebody in.
func (a *API) invitations(r huma.API) {
	type inviteIn struct {
		Body struct {
			Role store.Role `json:"role" enum:"owner,consultant"`
			Note string     `json:"note,omitempty" maxLength:"80" doc:"For whom it is"`
		}
	}
	type inviteOut struct {
		Body struct {
			OpenInvitation
			Code string `json:"code" doc:"Said this once"`
		}
	}
	op := operation(Owners, http.MethodPost, "/practice/invitations", "invite", "Invite somebody; the code holds for 7 days and once",
		"practice")
	op.DefaultStatus = http.StatusCreated
	handle(a, r, op, func(ctx context.Context, in *inviteIn) (*inviteOut, error) {
		code, made, err := a.Accounts.Invite(ctx, who(ctx).Practice, in.Body.Role, in.Body.Note)
		if errors.Is(err, store.ErrMany) {
			err = huma.Error422UnprocessableEntity("there are 20 open invitations: take one back first")
		}
		out := &inviteOut{}
		out.Body.OpenInvitation, out.Body.Code = invitationOf(made), code
		return out, err
	})

	type invitation struct {
		ID string `path:"invitation" maxLength:"40"`
	}
	handle(a, r, operation(Owners, http.MethodDelete, "/practice/invitations/{invitation}", "uninvite", "Take an invitation back",
		"practice"),
		func(ctx context.Context, in *invitation) (*struct{}, error) {
			err := a.Accounts.Uninvite(ctx, who(ctx).Practice, in.ID)
			if isNotFound(err) {
				err = huma.Error404NotFound("there is no such invitation")
			}
			return nil, err
		})

}

// colleagues registers what an owner does with the practice's accounts.
func (a *API) colleagues(r huma.API) {
	type accountIn struct {
		ID   string `path:"account" maxLength:"40"`
		Body struct {
			Role   store.Role `json:"role" enum:"owner,consultant"`
			Active bool       `json:"active"`
		}
	}
	handle(a, r, operation(Owners, http.MethodPut, "/practice/accounts/{account}", "write-account",
		"Set a consultant's role, or whether the account is active; the sessions end", "practice"),
		func(ctx context.Context, in *accountIn) (*struct{}, error) {
			w := who(ctx)
			err := a.Accounts.Set(ctx, w.Practice, in.ID, in.Body.Role, in.Body.Active)
			if isNotFound(err) {
				err = huma.Error404NotFound("there is no such consultant in this practice")
			}
			if err != nil || in.ID != w.Consultant {
				return nil, err
			}
			c, err := a.Accounts.Current(ctx, w.Consultant)
			return nil, a.again(ctx, w, c.Epoch, err)
		})
}

// again goes on with the caller's own session after all have ended.
func (a *API) again(ctx context.Context, w Principal, epoch int64, err error) error {
	if err != nil {
		return err
	}
	w.Epoch = epoch
	return a.Sessions.SignIn(ctx, w)
}

func (a *API) practice(ctx context.Context, w Principal) (Practice, error) {
	out := Practice{Accounts: []Account{}, Invitations: []OpenInvitation{}}
	name, all, open, err := a.Accounts.Colleagues(ctx, w.Who)
	out.Name = name
	for _, c := range all {
		out.Accounts = append(out.Accounts, Account{ID: c.ID, Name: c.Name, Email: c.Email, Role: c.Role, Active: c.Active,
			You: c.ID == w.Consultant})
	}
	for _, i := range open {
		out.Invitations = append(out.Invitations, invitationOf(i))
	}
	return out, err
}
