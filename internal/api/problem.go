package api

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5/middleware"

	"scrappyrack/core/optimise"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/share"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Stale is the answer to a change of something that has changed since it was
// read: both versions, so that the user can choose.
type Stale struct {
	huma.ErrorModel
	Yours  any  `json:"yours" doc:"What was sent"`
	Theirs Desk `json:"theirs" doc:"What stands"`
}

func isNotFound(err error) bool { return errors.Is(err, store.ErrNotFound) }

// statusLeft is answered to a caller who has left: nobody reads it.
const statusLeft = 499

// problem turns an error of the use cases into an answer. What is not known is logged
// whole and answered without detail.
func (a *API) problem(ctx context.Context, err error) error {
	var field *quantity.FieldError
	var many *store.TooManyError
	var overlaps *store.OverlapError
	var misfit *store.MisfitError
	var ready huma.StatusError
	var inUse *workbench.InUseError
	switch {
	case err == nil:
		return nil
	case errors.As(err, &ready):
		return err
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("there is no such client in this practice")
	case errors.Is(err, workbench.ErrNoThing):
		return huma.Error404NotFound(err.Error())
	case errors.As(err, &inUse):
		return huma.Error409Conflict(inUse.Error())
	case errors.Is(err, store.ErrNothing):
		return huma.Error409Conflict("there is nothing to undo or do again")
	case errors.As(err, &overlaps):
		return huma.Error409Conflict("somebody else has changed the same since: take it back with the changes of all")
	case errors.Is(err, store.ErrOverlaps):
		return huma.Error409Conflict("it has been changed since: what it is now stands")
	case errors.Is(err, store.ErrStale):
		return huma.Error412PreconditionFailed("this was changed since you read it: read it again")
	case errors.As(err, &many):
		return huma.Error422UnprocessableEntity(many.Error())
	case errors.As(err, &misfit):
		return refuse(misfit.Field, misfit.Error())
	case errors.As(err, &field) && field.Field == "":
		return huma.Error422UnprocessableEntity(field.Error())
	case errors.As(err, &field): // what the core refuses of a field is refused at it
		return refuse(field.Field, field.Error())
	case errors.Is(err, optimise.ErrImpossible):
		return huma.Error409Conflict("what is pinned does not fit the money, the floor or its prerequisites: unpin something or raise the budget")
	case errors.Is(err, workbench.ErrWrongPassword), errors.Is(err, workbench.ErrHasAccount):
		return huma.Error403Forbidden(err.Error())
	case errors.Is(err, workbench.ErrTooManyTries):
		return retry(huma.Error429TooManyRequests(err.Error()), "60")
	case errors.Is(err, context.Canceled):
		return huma.NewError(statusLeft, "the caller has left")
	}
	return a.failed(ctx, err)
}

// failed answers what is the machine's fault.
func (a *API) failed(ctx context.Context, err error) error {
	status, detail := http.StatusInternalServerError, "something went wrong here: it is in the log under this answer's X-Request-Id"
	switch {
	case errors.Is(err, store.ErrBusy), errors.Is(err, share.ErrBusy):
		status, detail = http.StatusServiceUnavailable, "too much is asked at once: nothing was changed, try again"
	case errors.Is(err, context.DeadlineExceeded):
		status, detail = http.StatusServiceUnavailable, "this took too long and was stopped: nothing was changed"
	case errors.Is(err, store.ErrFull):
		status, detail = http.StatusInsufficientStorage, "the disk of the server is full: nothing was changed; make room, then try again"
	case errors.Is(err, store.ErrDamaged):
		status, detail = http.StatusServiceUnavailable,
			"the database file is damaged: nothing was changed; stop the server and restore a backup"
	case errors.Is(err, store.ErrUnwritable):
		status, detail = http.StatusServiceUnavailable,
			"the database cannot be written or read as it lies: nothing was changed; look at its folder and rights"
	}
	a.Log.ErrorContext(ctx, "failed", "id", middleware.GetReqID(ctx), "status", status, "error", err)
	out := huma.NewError(status, detail)
	if status == http.StatusServiceUnavailable {
		return retry(out, "1")
	}
	return out
}

func retry(err error, seconds string) error {
	return huma.ErrorWithHeaders(err, http.Header{"Retry-After": {seconds}})
}

// refuse is a 422 that names one field of the body.
func refuse(path, detail string) error {
	return huma.Error422UnprocessableEntity(detail, &huma.ErrorDetail{Location: "body." + path, Message: detail})
}

// mostErrors is how many of a request's faults are named.
const mostErrors = 20

// Every problem says where and what, and not what was sent: a body of unknown fields was answered with itself for
// each of them, the password among it.
func init() {
	huma.NewError = func(status int, detail string, errs ...error) huma.StatusError {
		out := &huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: detail}
		for _, err := range errs[:min(len(errs), mostErrors)] {
			switch is := err.(type) {
			case nil:
			case huma.ErrorDetailer:
				d := is.ErrorDetail()
				out.Errors = append(out.Errors, &huma.ErrorDetail{Location: d.Location, Message: d.Message})
			default:
				out.Errors = append(out.Errors, &huma.ErrorDetail{Message: err.Error()})
			}
		}
		return out
	}
}
