// Package api is the HTTP interface: operations and shapes, one file per
// station. The OpenAPI description is generated from these types.
package api

import (
	"context"
	"errors"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/standin"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Who is the signed-in consultant of a request.
type Who struct {
	ConsultantID string
	PracticeID   string
}

// Sessions is what the API asks of the sign-in of the server.
type Sessions interface {
	// Who tells who is signed in; ok is false when nobody is.
	Who(ctx context.Context) (w Who, ok bool)
	// SignIn begins a session, with a new token.
	SignIn(ctx context.Context, w Who) error
	// SignOut ends it.
	SignOut(ctx context.Context) error
}

// API is everything the operations need.
type API struct {
	Store    *store.Store
	Bench    *workbench.Bench
	Sessions Sessions
	Scales   *workbench.Scales
	StandIns *standin.Set // simulated scales; nil but in a demo
	Demo     bool
	Version  string
}

// Access says who may call an operation.
type Access string

// The accesses. Signed is what an operation without metadata gets.
const (
	Signed Access = "signed"
	Public Access = "public"
	Calc   Access = "calc" // signed in, or anybody in demo mode
)

const accessKey = "access"

// AccessOf reads an operation's access.
func AccessOf(op *huma.Operation) Access {
	if a, ok := op.Metadata[accessKey].(Access); ok {
		return a
	}
	return Signed
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
	a.session(described)
	a.library(described)
	a.clients(described)
	a.parts(described)
	a.loads(described)
	a.benches(described)
	a.bands(described)
	a.scales(described)
	a.stock(described)
	a.plan(described)
	a.handover(described)
	a.calc(described)
	return described
}

type whoKey struct{}

func (a *API) guard(described huma.API) func(huma.Context, func(huma.Context)) {
	return func(ctx huma.Context, next func(huma.Context)) {
		who, ok := a.Sessions.Who(ctx.Context())
		access := AccessOf(ctx.Operation())
		if !ok && access != Public && (access != Calc || !a.Demo) {
			_ = huma.WriteErr(described, ctx, http.StatusUnauthorized, "sign in first")
			return
		}
		next(huma.WithValue(ctx, whoKey{}, who))
	}
}

func who(ctx context.Context) Who {
	w, _ := ctx.Value(whoKey{}).(Who)
	return w
}

func operation(method, path, id, summary, tag string) huma.Operation {
	return huma.Operation{OperationID: id, Method: method, Path: "/api/v1" + path, Summary: summary, Tags: []string{tag}, MaxBodyBytes: 1 << 20}
}

func open(op huma.Operation, access Access) huma.Operation {
	op.Metadata = map[string]any{accessKey: access}
	return op
}

// Stale is the answer to a change of something that has changed since it was
// read: both versions, so that the user can choose.
type Stale struct {
	huma.ErrorModel
	Yours  any  `json:"yours" doc:"What was sent"`
	Theirs Desk `json:"theirs" doc:"What stands"`
}

// problem turns an error of the use cases into an answer.
func problem(err error) error {
	var field *workbench.FieldError
	switch {
	case err == nil:
		return nil
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("there is no such client in this practice")
	case errors.Is(err, store.ErrNothing):
		return huma.Error409Conflict("there is nothing to undo or do again")
	case errors.As(err, &field):
		return refuse(field.Path, field.Detail, nil)
	}
	return err
}

// refuse is a 422 that names one field of the body.
func refuse(path, detail string, value any) error {
	return huma.Error422UnprocessableEntity(detail, &huma.ErrorDetail{Location: "body." + path, Message: detail, Value: value})
}

// atField is the refusal of a field that the core names, by the name that the body has
// for it (nil: the same); any other error is itself.
func atField(err error, named func(field string) string) error {
	var bad *quantity.FieldError
	if !errors.As(err, &bad) {
		return err
	}
	field := bad.Field
	if named != nil {
		field = named(field)
	}
	return refuse(field, bad.Error(), nil)
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
