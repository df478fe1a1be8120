package document_test

import (
	"os"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"scrappyrack/core/builds"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/document"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

func TestZZ(t *testing.T) {
	for _, units := range []string{"metric", "us"} {
		f := demo.Files()[0]
		f.Profile.Units = units
		f.Rooms = f.Rooms[:1]
		r := &f.Rooms[0]
		_ = r
		size := map[string]string{"metric": "a4", "us": "letter"}[units]
		rm := space.Rectangle(5, 4, 2.44)
		rm.Holes, rm.Roof, rm.Floor, rm.Trains = space.Drillable, space.Joists, space.Slab, true
		rm.Ceiling.Height = 2.44
		for i := range rm.Walls {
			rm.Walls[i] = space.Side{Kind: space.TimberStud, Spacing: 0.406, Offset: 0.3, Lining: 0.0127}
		}
		rm.ID = "r"
		s := builds.Situation{Stature: 1.75, Body: quantity.Estimate{Value: 80, U1: 0.5}, Pull: 180, Read: true, Heaviest: 30, All: 80, Room: &rm, At: 1.112, Lane: 8, Inches: units == "us"}
		for _, d := range builds.Designs() {
			say := builds.Values{Num: map[string]float64{}, Word: map[string]string{"plate_held": "yes", "stud": "89", "overhead": "sawn", "cut": "yes", "latched": "yes", "away": "yes", "door": "solid"}}
			o := d.Offer([]space.Room{rm}, s, say)
			one := workbench.BuildOf{Build: store.Build{ID: d.Key, Design: d.Key, Name: d.Name, State: "planned"}, Worked: o.Worked, At: o.At}
			pdf, err := document.Builds(f, []workbench.BuildOf{one}, workbench.Bill{}, d.Key, size)
			require.NoError(t, err)
			require.NoError(t, os.WriteFile("/tmp/w/sheets/"+d.Key+"-"+units+".pdf", pdf, 0o644))
			t.Log(d.Key, o.Worked.Built.OK(), o.Worked.Built.Weakest().Link, o.Worked.Built.Weakest().Refused)
		}
	}
	_ = time.Now
}
