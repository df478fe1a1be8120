package workbench_test

import (
	"context"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/entry"
	"scrappyrack/internal/demo"
	"scrappyrack/internal/workbench"
)

// Whatever a line understands can be kept, whatever is there already, once however often it is sent, and is taken
// back as one change.
func TestALineTakesTheHouseIn(t *testing.T) {
	ctx := context.Background()
	b, practice := bench(t)
	who := workbench.Who{Practice: practice, Consultant: "c", Session: "s"}
	enter := func(client, id, text string) (workbench.Desk, []entry.Missed, error) {
		e, missed, err := b.Entered(ctx, practice, client, id, text)
		if err != nil {
			return workbench.Desk{}, missed, err
		}
		d, err := b.Change(ctx, who, e)
		return d, missed, err
	}
	const line = "6 x 1 L bottle, 2 x 5 L can, rucksack 30 L, chair 45 cm, long loop 20 mm, 4 x 5 kg plates, barbell, 10 bricks, wet sand, spaceship"
	before, err := b.Open(ctx, who, "demo-loft")
	require.NoError(t, err)
	d, missed, err := enter("demo-loft", "one", line)
	require.NoError(t, err)
	assert.Equal(t, "spaceship", missed[0].Text)
	was, f := before.File, d.File
	assert.Equal(t, []int{9, 1, 1, 1, 1, 1}, []int{len(f.Containers) - len(was.Containers), len(f.Fixtures) - len(was.Fixtures),
		len(f.Bands) - len(was.Bands), len(f.Plates) - len(was.Plates), len(f.Handles) - len(was.Handles), len(f.Things) - len(was.Things)})
	assert.Contains(t, f.AtHand, "wet-sand")
	names := map[string]bool{}
	for _, c := range f.Containers {
		assert.False(t, names[c.Name], "%s is there twice", c.Name)
		names[c.Name] = true
	}
	assert.True(t, names["1 L bottle 1"] && names["1 L bottle 6"] && names["30 L rucksack"])
	assert.InDelta(t, before.Results.Client.Space.Free, d.Results.Client.Space.Free, 1e-9, "the chair stands nowhere that anybody has said")
	again, _, err := enter("demo-loft", "one", line)
	require.NoError(t, err)
	assert.Len(t, again.File.Containers, len(f.Containers), "sent twice it is there once")
	back, _, err := b.Undo(ctx, who, workbench.Step{Client: "demo-loft", Base: again.File.Revision})
	require.NoError(t, err)
	assert.Len(t, back.File.Containers, len(was.Containers))
	assert.Len(t, back.File.Fixtures, len(was.Fixtures))
	assert.NotContains(t, back.File.AtHand, "wet-sand")

	none, missed, err := enter("demo-loft", "two", "spaceship")
	require.NoError(t, err)
	assert.Equal(t, back.File.Revision, none.File.Revision, "nothing is understood, nothing is changed")
	assert.Contains(t, missed[0].Why, "nothing known here")
	for i, w := range entry.Words() {
		client := demo.Files()[i%3].ID
		for _, text := range []string{w, "2 " + w, w + " 5 kg", w + " 12 kg", w + " 8 L", w + " 30 cm"} {
			if strings.Contains(w, ",") {
				continue
			}
			items, _ := entry.Line(text, "metric")
			if len(items) == 0 || items[0].Kind == entry.OpeningKind {
				continue
			}
			_, _, err := enter(client, fmt.Sprintf("w%dx%d", i, len(text)), text)
			require.NoError(t, err, text)
		}
		if i%20 == 0 { // so that no list becomes too long
			b, practice = bench(t)
			who.Practice = practice
		}
	}
}
