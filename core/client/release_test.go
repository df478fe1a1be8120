package client_test

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/core/client"
	"scrappyrack/core/movement"
)

const today = 1_800_000_000 // 15 January 2027

func word(about string) client.Release {
	return client.Release{About: about, Role: client.Physician, Name: "R. Quill", On: today - 30*86400, Verdict: client.MayTrain}
}

// What is no release holds, and says what it lacks: blank and one-character names, no day, a day to come,
// nothing said, not yet, limits that nobody named, one that has ended.
func TestAReleaseReleasesOnlyWhole(t *testing.T) {
	assert.Empty(t, word("heart").Open(today))
	for why, spoil := range map[string]func(*client.Release){
		"write down whose word it is":                      func(r *client.Release) { r.Name = "" },
		"write down its day":                               func(r *client.Release) { r.On = 0 },
		"its day is still to come":                         func(r *client.Release) { r.On = today + 3*86400 },
		"write down what was said":                         func(r *client.Release) { r.Verdict = "" },
		"R. Quill said: not yet":                           func(r *client.Release) { r.Verdict = client.NotYet },
		"say within which limits":                          func(r *client.Release) { r.Verdict = client.Within },
		"its time is over: ask again":                      func(r *client.Release) { r.Until = today - 5*86400 },
		"its time is over: ask again, a year later":        func(r *client.Release) { r.On = today - 385*86400 },
		"its time is over: ask again, whatever was said":   func(r *client.Release) { r.On, r.Until = today-385*86400, today+99*86400 },
		"write down whose word it is (one letter is none)": func(r *client.Release) { r.Name = "Q" },
		"write down whose word it is (nobody's in a role)": func(r *client.Release) { r.Role = "" },
	} {
		r := word("heart")
		spoil(&r)
		require.NotEmpty(t, r.Open(today), why)
		assert.Contains(t, why, r.Open(today))
	}
}

// One release never covers another question, the latest word counts, and what it bounds is spared.
func TestTheLatestWordOnAQuestionCounts(t *testing.T) {
	p := client.Person{Now: today, Health: client.Health{Answers: map[string]client.Answer{"heart": client.Yes, "joints": client.Yes}}}
	names := func() (out []string) {
		for _, h := range p.Deferred() {
			out = append(out, h.About)
		}
		return out
	}
	assert.Equal(t, []string{"heart", "joints"}, names())
	p.Releases = []client.Release{word("heart")}
	assert.Equal(t, []string{"joints"}, names())
	later := word("heart")
	later.On, later.Verdict = today-86400, client.NotYet
	p.Releases = append(p.Releases, later)
	assert.Equal(t, []string{"heart", "joints"}, names(), "not yet, said later, holds")
	p.Releases[0], p.Releases[1] = p.Releases[1], p.Releases[0]
	assert.Equal(t, []string{"heart", "joints"}, names(), "in whatever order they stand")
	for _, day := range []int64{0, p.Releases[1].On} { // without a day, or of the same: what holds, holds
		p.Releases[0].On = day
		assert.Equal(t, []string{"heart", "joints"}, names())
		p.Releases[0], p.Releases[1] = p.Releases[1], p.Releases[0]
		assert.Equal(t, []string{"heart", "joints"}, names())
		p.Releases[0], p.Releases[1] = p.Releases[1], p.Releases[0]
	}
	p.Releases[0].On = today - 86400
	within := word("joints")
	within.Verdict, within.Limits = client.Within, []movement.Limit{movement.Knee}
	p.Releases = append(p.Releases, within)
	assert.Equal(t, []string{"heart"}, names())
	assert.Equal(t, []movement.Limit{movement.Knee}, p.Bound())
	p.Now += 400 * 86400
	assert.Empty(t, p.Bound(), "with its release its limits end; the question holds again")
	assert.Equal(t, []string{"heart", "joints"}, names())
}

// A stricter answer never removes a hold, and no release of anything else does, on drawn people.
func TestNoReleaseReachesFurther(t *testing.T) {
	r := rand.New(rand.NewPCG(23, 1))
	all := client.Questions()
	for range 3000 {
		p := client.Person{Now: today, Health: client.Health{Answers: map[string]client.Answer{}}}
		for _, q := range all {
			p.Health.Answers[q.Key] = []client.Answer{client.NotAsked, client.No, client.Yes}[r.IntN(3)]
		}
		before := len(p.Deferred()) + len(p.Health.Open())
		q := all[r.IntN(len(all))].Key
		if p.Health.Answers[q] == client.No {
			p.Health.Answers[q] = client.Yes
			require.Equal(t, before+1, len(p.Deferred())+len(p.Health.Open()))
			before++
		}
		other := all[r.IntN(len(all))].Key
		p.Releases = []client.Release{word(other)}
		fell := 0
		if p.Health.Answers[other] == client.Yes {
			fell = 1
		}
		require.Equal(t, before-fell, len(p.Deferred())+len(p.Health.Open()))
	}
}
