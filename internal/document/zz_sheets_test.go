package document_test

import (
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/document"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

func TestZZ(t *testing.T) {
	os.MkdirAll("/tmp/w/sheets", 0o755)
	for _, units := range []quantity.System{quantity.Metric, quantity.US} {
		for _, d := range builds.Designs() {
			r := space.Rectangle(5, 4, 2.44)
			r.Name = "Loft"
			r.Holes, r.Roof, r.Floor = space.Drillable, space.Joists, space.Slab
			for i := range r.Walls {
				r.Walls[i] = space.Side{Kind: space.TimberStud, Spacing: 0.406, Offset: 0.3, Lining: 0.0127}
			}
			s := builds.Situation{Stature: 1.75, Body: quantity.Estimate{Value: 80, U1: 0.5}, Pull: 180, Read: true, Heaviest: 15, All: 120, Lane: 8, Room: &r, Wall: -1, Inches: units == quantity.US}
			v := builds.Values{Num: map[string]float64{}, Word: map[string]string{"stud": "89", "plate_held": "yes", "cut": "yes", "overhead": "sawn", "wood": "timber-graded:douglas-fir-larch", "above": "room", "latched": "yes"}}
			if d.Key == "rings" {
				v.Num = map[string]float64{"span_m": 2.4, "at_m": 0.5, "joists_m": 0.4}
			}
			o := d.Offer([]space.Room{r}, s, v)
			one := workbench.BuildOf{Build: store.Build{ID: d.Key, Design: d.Key, Name: d.Name, State: "planned"}, Worked: o.Worked, At: o.At}
			f := store.File{}
			f.Profile.Name, f.Profile.Units, f.Profile.Currency = "Demo", string(units), "GBP"
			bill := workbench.Bill{File: f, Builds: []workbench.BuildOf{one}, Alone: []int64{4200}}
			pdf, err := document.Builds(f, []workbench.BuildOf{one}, bill, d.Key, "a4")
			require.NoError(t, err)
			require.NoError(t, os.WriteFile("/tmp/w/sheets/"+d.Key+"-"+string(units)+".pdf", pdf, 0o644))
		}
	}
}
