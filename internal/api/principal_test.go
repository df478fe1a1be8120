package api

import (
	"context"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
	"scrappyrack/internal/store/storetest"
	"scrappyrack/internal/workbench"
)

// asking is a sign-in that says always the same of who asks.
type asking struct{ Principal }

func (a asking) Who(context.Context) Principal         { return a.Principal }
func (asking) SignIn(context.Context, Principal) error { return nil }
func (asking) SignOut(context.Context) error           { return nil }
func (asking) Touch(context.Context)                   {}

// A link opens what it has a right to, of its own client, and nothing else of all that there is:
// there are no links yet, and no operation that is theirs but the one made up here.
func TestLinksOpenNothingByThemselves(t *testing.T) {
	s, err := store.Open(t.Context(), storetest.In(t, t.TempDir(), store.Real), store.Real)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	require.NoError(t, s.AddPractice(t.Context(), store.Practice{ID: "p", Name: "P"},
		store.Consultant{ID: "c", Email: "c@example.test", Name: "C", Password: "x"}, false))
	for _, id := range []string{"mine", "other"} {
		_, err := s.Create(t.Context(), "p", store.NewFile(id, id))
		require.NoError(t, err)
	}
	bench := workbench.New(workbench.Options{Store: s, Now: time.Now, Rules: "test"})
	t.Cleanup(bench.Close)
	link := Principal{Kind: Link, Who: workbench.Who{Practice: "p"}, Client: "mine", Rights: []Right{"try"}}
	answers := func(p Principal) (call func(method, path string) int, all map[string]*huma.PathItem) {
		a := &API{Accounts: workbench.NewAccounts(s, time.Now), Bench: bench, Sessions: asking{p}, Scales: workbench.NewScales(time.Now),
			Version: "test", Now: time.Now, Log: slog.New(slog.DiscardHandler)}
		r := chi.NewRouter()
		described := a.Mount(r)
		type out struct{ Body string }
		handle(a, described, linked(operation(Signed, http.MethodGet, "/clients/{client}/try", "try", "Tried", "test"), "try"),
			func(context.Context, *Client) (*out, error) { return &out{"well"}, nil })
		return func(method, path string) int {
			w := httptest.NewRecorder()
			r.ServeHTTP(w, httptest.NewRequest(method, path, strings.NewReader("{}")))
			return w.Code
		}, described.OpenAPI().Paths
	}
	call, all := answers(link)
	walked := 0
	for path, item := range all {
		if strings.HasSuffix(path, "/try") {
			continue
		}
		for method, op := range map[string]*huma.Operation{"GET": item.Get, "PUT": item.Put, "POST": item.Post, "DELETE": item.Delete} {
			if op == nil || AccessOf(op) == Public {
				continue
			}
			walked++
			assert.Equal(t, 403, call(method, strings.NewReplacer("{client}", "mine", "{", "", "}", "").Replace(path)), "%s %s", method,
				path)
		}
	}
	assert.Greater(t, walked, 100)
	assert.Equal(t, 200, call("GET", "/api/v1/clients/mine/try"))
	assert.Equal(t, 403, call("GET", "/api/v1/clients/other/try"), "of its own client alone")
	link.Rights = []Right{"another"}
	call, _ = answers(link)
	assert.Equal(t, 403, call("GET", "/api/v1/clients/mine/try"), "with the right alone")
	call, _ = answers(Principal{})
	assert.Equal(t, 401, call("GET", "/api/v1/clients/mine/try"))
	call, _ = answers(Principal{Kind: Consultant, Who: workbench.Who{Practice: "p", Consultant: "c"}, Epoch: 1})
	assert.Equal(t, 200, call("GET", "/api/v1/clients/other/try"), "what a link may, a consultant may")
}
