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

// Who is the signed-in consultant of a request, as the session says.
type Who struct {
	workbench.Who
	Epoch int64
}

// Sessions is what the API asks of the sign-in of the server.
type Sessions interface {
	// Who tells who is signed in; ok is false when nobody is.
	Who(ctx context.Context) (w Who, ok bool)
	// SignIn begins a session, with a new token, and has kept it when it returns.
	SignIn(ctx context.Context, w Who) error
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

// Access says which principals may call an operation: a consultant, a consultant who
// is an owner, or nobody in particular. Each operation declares it.
type Access string

// The accesses.
const (
	Public Access = "public" // anybody
	Calc   Access = "calc"   // a consultant, or anybody in the demo
	Signed Access = "signed" // a consultant
	Owners Access = "owners" // an owner of the practice
)

const (
	accessKey = "access"
	pollKey   = "poll"
)

// AccessOf reads an operation's access; empty when it has not declared one, which
// lets nobody in.
func AccessOf(op *huma.Operation) Access {
	a, _ := op.Metadata[accessKey].(Access)
	return a
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
		a.session, a.accounts, a.library, a.movements, a.clients, a.results, a.parts, a.rooms, a.loads, a.benches, a.bands, a.scales, a.stock, a.closings, a.builds, a.prices, a.practiceHistory, a.plan, a.log, a.handover, a.calc,
	} {
		station(described)
	}
	for t := range store.Kinds() {
		for _, b := range store.BoundsOf(t) { // JSON Schema has no words for "0, or at least"
			described.OpenAPI().Components.Schemas.Map()[t.Name()].Properties[b.Field].Extensions = map[string]any{"x-least": b.Least}
		}
	}
	return described
}

type whoKey struct{}

// guard lets in whom an operation is declared for. A session counts while its account
// is active and of the epoch that it began in.
func (a *API) guard(described huma.API) func(huma.Context, func(huma.Context)) {
	refuse := func(ctx huma.Context, err error) {
		refusal, _ := a.problem(ctx.Context(), err).(huma.StatusError)
		_ = huma.WriteErr(described, ctx, refusal.GetStatus(), refusal.Error())
	}
	return func(ctx huma.Context, next func(huma.Context)) {
		op := ctx.Operation()
		access := AccessOf(op)
		who, c, err := a.principal(ctx.Context())
		if err != nil && access != Public {
			refuse(ctx, err)
			return
		}
		known := c.ID != ""
		switch access {
		case Public:
		case Calc, Signed, Owners:
			if !known && (access != Calc || !a.Demo) {
				refuse(ctx, huma.Error401Unauthorized("sign in first"))
				return
			}
			if access == Owners && c.Role != store.Owner {
				refuse(ctx, huma.Error403Forbidden("only an owner of the practice does this"))
				return
			}
		default:
			refuse(ctx, huma.Error403Forbidden("nobody may do this"))
			return
		}
		if known && op.Metadata[pollKey] == nil {
			a.Sessions.Touch(ctx.Context())
		}
		next(huma.WithValue(ctx, whoKey{}, who))
	}
}

// principal is who asks: a consultant whose session counts, or nobody.
func (a *API) principal(ctx context.Context) (Who, store.Consultant, error) {
	w, ok := a.Sessions.Who(ctx)
	if !ok {
		return Who{}, store.Consultant{}, nil
	}
	c, err := a.Accounts.Of(ctx, w.Who, w.Epoch)
	if isNotFound(err) {
		return Who{}, store.Consultant{}, nil
	}
	return w, c, err
}

func who(ctx context.Context) Who {
	w, _ := ctx.Value(whoKey{}).(Who)
	return w
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
