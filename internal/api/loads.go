package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/workbench"
)

// loads registers what the load bench asks while a level is dragged.
func (a *API) loads(r huma.API) {
	type fillIn struct {
		Client
		Container string `path:"container" maxLength:"40"`
		Body      struct {
			TargetKg *float64 `json:"target_kg,omitempty" minimum:"0" maximum:"1000"`
			LevelM   *float64 `json:"level_m,omitempty" minimum:"0" maximum:"5"`
			VolumeL  *float64 `json:"volume_l,omitempty" minimum:"0" maximum:"2000"`
			Filling  string   `json:"filling,omitempty" maxLength:"40" doc:"Another filling than it has"`
		}
	}
	type fillOut struct{ Body FillAnswer }
	huma.Register(r, operation(http.MethodPost, "/clients/{client}/containers/{container}/fill", "try-fill", "What a container would weigh, or how far to fill it; nothing is kept", "loads"),
		func(ctx context.Context, in *fillIn) (*fillOut, error) {
			got, err := a.Bench.TryFill(ctx, who(ctx).PracticeID, in.ID, in.Container, workbench.FillWish{
				Mass: massOf(in.Body.TargetKg), Level: lengthOf(in.Body.LevelM), Volume: volumeOf(in.Body.VolumeL), Filling: in.Body.Filling,
			})
			if err != nil && got == nil {
				return nil, problem(err)
			}
			out, err := fillAnswer(got.Container.Vessel, got.Container.Filling, got.Fill, err, got.Units)
			return &fillOut{out}, err
		})
}

func massOf(v *float64) *quantity.Mass     { return (*quantity.Mass)(v) }
func lengthOf(v *float64) *quantity.Length { return (*quantity.Length)(v) }
func volumeOf(v *float64) *quantity.Volume { return (*quantity.Volume)(v) }
