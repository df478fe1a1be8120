package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/workbench"
)

// bands registers what the band bench asks while something is moved; nothing of it
// is kept.
func (a *API) bands(r huma.API) {
	type tryIn struct {
		Client
		Body BandTry
	}
	type tryOut struct{ Body BandPull }
	handle(a, r, operation(Signed, http.MethodPost, "/clients/{client}/pull", "try-pull",
		"What bands pull through a movement, or how to set it up for a pull; nothing is kept", "bands"),
		func(ctx context.Context, in *tryIn) (*tryOut, error) {
			var wish *workbench.Wish
			if w := in.Body.Wish; w != nil {
				wish = &workbench.Wish{By: band.Adjuster(w.By), Goal: band.Goal(w.Goal), Force: quantity.Force(w.ForceN)}
			}
			got, err := a.Bench.Pull(ctx, who(ctx).Practice, in.ID, in.Body.Rig, in.Body.Usual, wish)
			if err != nil {
				return nil, err
			}
			return &tryOut{pullOf(got)}, nil
		})
}
