// Package api is the HTTP interface: operations and shapes, one file per
// station. The OpenAPI description is generated from these types.
package api

import (
	"context"
	"log/slog"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"

	"scrappyrack/internal/standin"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Sessions is what the API asks of the sign-in of the server.
type Sessions interface {
	// Who tells who asks: whether an account still counts is not its to say.
	Who(ctx context.Context) Principal
	// SignIn begins a consultant's session, with a new token, and has kept it when it returns.
	SignIn(ctx context.Context, p Principal) error
	// SignOut ends it.
	SignOut(ctx context.Context) error
	// Touch puts off the end of an idle session, now and then.
	Touch(ctx context.Context)
}

// API is everything the operations need.
type API struct {
	Accounts *workbench.Accounts
	Bench    *workbench.Bench
	Sessions Sessions
	Scales   *workbench.Scales
	StandIns *standin.Set // simulated scales; nil but in a demo
	Demo     bool
	Version  string
	Now      func() time.Time
	Log      *slog.Logger
	shown    shown
}

func init() {
	huma.DefaultArrayNullable = false
}

// Mount registers every operation on a router and returns the description.
func (a *API) Mount(r chi.Router) huma.API {
	config := huma.DefaultConfig("Scrappy Rack", a.Version)
	config.Info.Description = "Plans home gyms from what is there: calibrated improvised loads, needs per movement, and the best set to buy or fill. Quantities are SI (kg, m, N) with litres for volume. Errors are RFC 9457 problem details with the path of each field. The /calc operations are a stable contract: fields are added, never changed or removed."
	config.CreateHooks = nil
	config.DocsPath, config.SchemasPath, config.OpenAPIPath = "", "", "/openapi" // /openapi.json
	config.Formats = map[string]huma.Format{"application/json": strictJSON, "json": strictJSON}
	described := humachi.New(r, config)
	described.UseMiddleware(a.guard(described))
	for _, station := range []func(huma.API){
		a.session, a.accounts, a.library, a.movements, a.clients, a.results, a.parts, a.rooms, a.loads, a.benches, a.bands, a.scales,
		a.stock, a.closings, a.builds, a.prices, a.practiceHistory, a.plan, a.log, a.handover,
		a.household, a.asks, a.entry, a.calc,
	} {
		station(described)
	}
	for t := range store.Kinds() {
		for field, beyond := range store.Beyond(t) {
			described.OpenAPI().Components.Schemas.Map()[t.Name()].Properties[field].Extensions = beyond
		}
	}
	return described
}

// operation is one that some principals may call.
func operation(access Access, method, path, id, summary, tag string) huma.Operation {
	most := int64(1 << 20)
	if access == Public { // of whoever has not signed in
		most = 4 << 10
	}
	return huma.Operation{
		OperationID: id, Method: method, Path: "/api/v1" + path, Summary: summary, Tags: []string{tag}, MaxBodyBytes: most,
		Metadata: map[string]any{accessKey: access},
	}
}

// polled marks an operation that a page asks again and again by itself: it keeps no
// session from idling.
func polled(op huma.Operation) huma.Operation {
	op.Metadata[pollKey] = true
	return op
}

// handle registers an operation. What its handler fails with is answered as a problem.
func handle[I, O any](a *API, r huma.API, op huma.Operation, do func(context.Context, *I) (*O, error)) {
	huma.Register(r, op, func(ctx context.Context, in *I) (*O, error) {
		if of, ok := any(in).(interface{ seenAs() string }); ok {
			ctx = workbench.As(ctx, of.seenAs())
		}
		out, err := do(ctx, in)
		if err != nil {
			return nil, a.problem(ctx, err)
		}
		return out, nil
	})
}

// Match is the revision that a change is based on.
type Match struct {
	IfMatch string `header:"If-Match" doc:"The revision the change is based on, as in the ETag of the last answer"`
}

func (m Match) revision() (int64, error) {
	if m.IfMatch == "" {
		return 0, huma.NewError(http.StatusPreconditionRequired, "say in If-Match which revision this change is based on")
	}
	n, err := strconv.ParseInt(strings.Trim(strings.TrimPrefix(m.IfMatch, "W/"), `"`), 10, 64)
	if err != nil {
		return 0, huma.Error400BadRequest("If-Match is not a revision", err)
	}
	return n, nil
}
