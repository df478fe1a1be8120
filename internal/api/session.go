package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Session is who is signed in, and what the first screen has to offer.
type Session struct {
	SignedIn   bool   `json:"signed_in"`
	Demo       bool   `json:"demo" doc:"One click signs in; everything is made up"`
	Setup      bool   `json:"setup" doc:"Nobody has an account yet: make the first one"`
	ID         string `json:"id" doc:"Of the consultant; empty for nobody"`
	Consultant string `json:"consultant"`
	Owner      bool   `json:"owner" doc:"Looks after the practice's accounts"`
	Practice   string `json:"practice"`
	Version    string `json:"version"`
}

type sessionOut struct{ Body Session }

type credentials struct {
	Body struct {
		Email    string `json:"email" minLength:"3" maxLength:"200"`
		Password string `json:"password" minLength:"1" maxLength:"200"`
	}
}

// Newcomer is somebody who gets an account.
type Newcomer struct {
	Name     string `json:"name" minLength:"1" maxLength:"80"`
	Email    string `json:"email" minLength:"3" maxLength:"200"`
	Password string `json:"password" minLength:"10" maxLength:"200"`
}

func (n Newcomer) person() workbench.Newcomer { return workbench.Newcomer(n) }

type setup struct {
	Body struct {
		Newcomer
		Practice string `json:"practice" minLength:"1" maxLength:"80"`
	}
}

type join struct {
	Body struct {
		Newcomer
		Code string `json:"code" minLength:"8" maxLength:"80" doc:"Of the invitation"`
	}
}

func (a *API) session(r huma.API) {
	handle(a, r, operation(Public, http.MethodGet, "/session", "read-session", "Who is signed in", "session"),
		func(ctx context.Context, _ *struct{}) (*sessionOut, error) { return a.current(ctx, who(ctx)) })

	handle(a, r, operation(Public, http.MethodPost, "/session", "sign-in", "Sign in", "session"),
		func(ctx context.Context, in *credentials) (*sessionOut, error) {
			c, err := a.Accounts.SignIn(ctx, in.Body.Email, in.Body.Password)
			if err != nil {
				return nil, err
			}
			return a.begin(ctx, c)
		})

	type gone struct {
		Clear string `header:"Clear-Site-Data"`
	}
	handle(a, r, operation(Public, http.MethodDelete, "/session", "sign-out", "Sign out", "session"),
		func(ctx context.Context, _ *struct{}) (*gone, error) {
			return &gone{Clear: `"cache"`}, a.Sessions.SignOut(ctx)
		})

	handle(a, r, operation(Public, http.MethodPost, "/session/demo", "sign-in-demo", "Sign in to the demo", "session"),
		func(ctx context.Context, _ *struct{}) (*sessionOut, error) {
			if !a.Demo {
				return nil, huma.Error404NotFound("this is not a demo")
			}
			c, err := a.Accounts.Demo(ctx)
			if err != nil {
				return nil, err
			}
			return a.begin(ctx, c)
		})

	handle(a, r, operation(Public, http.MethodPost, "/setup", "set-up", "Make the first account", "session"),
		func(ctx context.Context, in *setup) (*sessionOut, error) {
			c, err := a.Accounts.SetUp(ctx, in.Body.Practice, in.Body.person())
			if err != nil {
				return nil, err
			}
			return a.begin(ctx, c)
		})

	handle(a, r, operation(Public, http.MethodPost, "/join", "join", "Make an account with an invitation", "session"),
		func(ctx context.Context, in *join) (*sessionOut, error) {
			c, err := a.Accounts.Join(ctx, in.Body.Code, in.Body.person())
			if err != nil {
				return nil, err
			}
			return a.begin(ctx, c)
		})
}

func (a *API) begin(ctx context.Context, c store.Consultant) (*sessionOut, error) {
	w := Principal{Kind: Consultant, Who: workbench.Who{Practice: c.PracticeID, Consultant: c.ID}, Epoch: c.Epoch}
	if err := a.Sessions.SignIn(ctx, w); err != nil {
		return nil, err
	}
	return a.current(ctx, w)
}

func (a *API) current(ctx context.Context, w Principal) (*sessionOut, error) {
	s := Session{Demo: a.Demo, Version: a.Version}
	if w.Consultant == "" {
		none, err := a.Accounts.None(ctx)
		s.Setup = none
		return &sessionOut{s}, err
	}
	c, err := a.Accounts.Current(ctx, w.Consultant)
	s.SignedIn, s.ID, s.Consultant, s.Owner, s.Practice = true, c.ID, c.Name, c.Role == store.Owner, c.Practice
	return &sessionOut{s}, err
}
