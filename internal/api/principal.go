package api

import (
	"context"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Principal is who asks: nobody in particular, a consultant of a practice in a session, or who
// has a link to one of its clients. Its zero value is nobody.
type Principal struct {
	Kind PrincipalKind
	workbench.Who
	Epoch  int64   // of a consultant's sessions
	Owner  bool    // looks after the practice's accounts
	Client string  // of a link: the one that it opens
	Rights []Right // of a link: what it opens of that client
}

// PrincipalKind is a kind of who asks.
type PrincipalKind string

// The kinds.
const (
	Nobody     PrincipalKind = ""
	Consultant PrincipalKind = "consultant"
	Link       PrincipalKind = "link"
)

// Right is something of a client that a link may open.
type Right string

// Access says who may call an operation. Each operation declares it.
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
	rightKey  = "right"
	pollKey   = "poll"
)

// AccessOf reads an operation's access; empty when it has not declared one, which
// lets nobody in.
func AccessOf(op *huma.Operation) Access {
	a, _ := op.Metadata[accessKey].(Access)
	return a
}

// linked opens an operation on a client to links that have a right.
func linked(op huma.Operation, right Right) huma.Operation {
	op.Metadata[rightKey] = right
	return op
}

// refusal is why somebody may not call an operation on a client; nil where they may.
func (p Principal) refusal(op *huma.Operation, client string, demo bool) error {
	access := AccessOf(op)
	right, opens := op.Metadata[rightKey].(Right)
	switch {
	case access == Public || access == Calc && demo:
		return nil
	case access != Calc && access != Signed && access != Owners:
		return huma.Error403Forbidden("nobody may do this")
	case p.Kind == Link && !(opens && client != "" && client == p.Client && slices.Contains(p.Rights, right)):
		return huma.Error403Forbidden("this link does not open that")
	case p.Kind == Nobody:
		return huma.Error401Unauthorized("sign in first")
	case access == Owners && !p.Owner:
		return huma.Error403Forbidden("only an owner of the practice does this")
	}
	return nil
}

type principalKey struct{}

// guard lets in whom an operation is declared for.
func (a *API) guard(described huma.API) func(huma.Context, func(huma.Context)) {
	return func(ctx huma.Context, next func(huma.Context)) {
		op := ctx.Operation()
		who, err := a.principal(ctx.Context())
		if err == nil || AccessOf(op) == Public {
			err = who.refusal(op, ctx.Param("client"), a.Demo)
		}
		if err != nil {
			refusal, _ := a.problem(ctx.Context(), err).(huma.StatusError)
			_ = huma.WriteErr(described, ctx, refusal.GetStatus(), refusal.Error())
			return
		}
		if who.Kind == Consultant && op.Metadata[pollKey] == nil {
			a.Sessions.Touch(ctx.Context())
		}
		next(huma.WithValue(ctx, principalKey{}, who))
	}
}

// principal is who asks. A session counts while its account is active and of the epoch that it
// began in.
func (a *API) principal(ctx context.Context) (Principal, error) {
	p := a.Sessions.Who(ctx)
	if p.Kind != Consultant {
		return p, nil
	}
	c, err := a.Accounts.Of(ctx, p.Who, p.Epoch)
	if isNotFound(err) {
		return Principal{}, nil
	}
	p.Owner = c.Role == store.Owner
	return p, err
}

func who(ctx context.Context) Principal {
	p, _ := ctx.Value(principalKey{}).(Principal)
	return p
}
