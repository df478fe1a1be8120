package api

import (
	"context"
	"errors"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Session is who is signed in, and what the first screen has to offer.
type Session struct {
	SignedIn   bool   `json:"signed_in"`
	Demo       bool   `json:"demo" doc:"One click signs in; everything is made up"`
	Setup      bool   `json:"setup" doc:"Nobody has an account yet: make the first one"`
	Consultant string `json:"consultant"`
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

type setup struct {
	Body struct {
		Practice string `json:"practice" minLength:"1" maxLength:"80"`
		Name     string `json:"name" minLength:"1" maxLength:"80"`
		Email    string `json:"email" minLength:"3" maxLength:"200"`
		Password string `json:"password" minLength:"10" maxLength:"200"`
	}
}

func (a *API) session(r huma.API) {
	huma.Register(r, open(operation(http.MethodGet, "/session", "read-session", "Who is signed in", "session"), Public),
		func(ctx context.Context, _ *struct{}) (*sessionOut, error) { return a.current(ctx, who(ctx)) })

	huma.Register(r, open(operation(http.MethodPost, "/session", "sign-in", "Sign in", "session"), Public),
		func(ctx context.Context, in *credentials) (*sessionOut, error) {
			c, err := a.Store.ConsultantByEmail(ctx, in.Body.Email)
			if err != nil && !errors.Is(err, store.ErrNotFound) {
				return nil, err
			}
			if !workbench.PasswordMatches(c.Password, in.Body.Password) {
				return nil, huma.Error403Forbidden("email and password do not belong together")
			}
			return a.begin(ctx, c)
		})

	huma.Register(r, open(operation(http.MethodDelete, "/session", "sign-out", "Sign out", "session"), Public),
		func(ctx context.Context, _ *struct{}) (*struct{}, error) { return nil, a.Sessions.SignOut(ctx) })

	huma.Register(r, open(operation(http.MethodPost, "/session/demo", "sign-in-demo", "Sign in to the demo", "session"), Public),
		func(ctx context.Context, _ *struct{}) (*sessionOut, error) {
			if !a.Demo {
				return nil, huma.Error404NotFound("this is not a demo")
			}
			c, err := a.Store.ConsultantByEmail(ctx, workbench.DemoEmail)
			if err != nil {
				return nil, err
			}
			return a.begin(ctx, c)
		})

	huma.Register(r, open(operation(http.MethodPost, "/setup", "set-up", "Make the first account", "session"), Public),
		func(ctx context.Context, in *setup) (*sessionOut, error) {
			n, err := a.Store.Consultants(ctx)
			if err != nil {
				return nil, err
			}
			if n > 0 {
				return nil, huma.Error403Forbidden("this practice has an account already: sign in")
			}
			if !strings.Contains(strings.Trim(in.Body.Email, "@"), "@") {
				return nil, refuse("email", "an email address has an @ in it", in.Body.Email)
			}
			c := store.Consultant{ID: workbench.NewID(), Email: strings.TrimSpace(in.Body.Email), Name: in.Body.Name, Password: workbench.HashPassword(in.Body.Password)}
			p := store.Practice{ID: workbench.NewID(), Name: in.Body.Practice}
			if err := a.Store.AddPractice(ctx, p, c); err != nil {
				return nil, err
			}
			c.PracticeID = p.ID
			return a.begin(ctx, c)
		})
}

func (a *API) begin(ctx context.Context, c store.Consultant) (*sessionOut, error) {
	w := Who{ConsultantID: c.ID, PracticeID: c.PracticeID}
	if err := a.Sessions.SignIn(ctx, w); err != nil {
		return nil, err
	}
	return a.current(ctx, w)
}

func (a *API) current(ctx context.Context, w Who) (*sessionOut, error) {
	s := Session{Demo: a.Demo, Version: a.Version}
	if w.ConsultantID == "" {
		n, err := a.Store.Consultants(ctx)
		s.Setup = n == 0
		return &sessionOut{s}, err
	}
	c, err := a.Store.ConsultantByID(ctx, w.ConsultantID)
	if err != nil {
		return nil, err
	}
	p, err := a.Store.PracticeByID(ctx, c.PracticeID)
	s.SignedIn, s.Consultant, s.Practice = true, c.Name, p.Name
	return &sessionOut{s}, err
}
